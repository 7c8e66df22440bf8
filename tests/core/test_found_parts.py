"""Found things as parts: neither cut nor bought nor made, as heavy as they are; made anew at another size."""

import pytest

from made_kinds import brief_for, made
from said import in_words
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.errors import Impossible
from wenlo.core.instructions.arrival_checks import arrival_faults
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.step_pictures import fitted_in, parts_by_step
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.laid_kinds import filled
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals.misfits import misfits
from wenlo.core.ranking.found_objects import becomings, made_of

RULES = [(kind.id, rule) for kind in kinds().values() for rule in kind.becomes if rule.fills]
FILLED = [(name, rule, form) for name, rule in RULES for form in rule.forms]


def found(form="canvas", **values) -> OwnFound:
    sizes = {"outer_width": 0.9, "outer_height": 0.6, "outer_depth": 0.02}
    return OwnFound(
        item="0" * 8 + "-0000-0000-0000-" + "0" * 12,
        version=1,
        name="old thing",
        measured=True,
        values=FoundValues(**{"form": form, "mass": 0.7, "wall_reflectance": 0.8, **sizes, **values}),
    )


def as_designed(name, rule, form):
    """The kind as it begins, with a thing of just that size for its part."""
    begins, sides = kinds()[name].start(brief_for(name)), {}
    changes = dict(rule.sets)
    for slot, side in rule.sizes.items():
        # what is round has one size for both ways
        changes |= {slot: begins.model_dump()[sides[side]]} if side in sides else {}
        sides.setdefault(side, slot)
    if rule.then is not None:
        changes |= rule.then(begins.model_copy(update=changes))
    plain = made(name, **changes)
    named = {"narrow": "narrow_end", "focal": "focal_length"}
    sizes = {
        named.get(side, f"outer_{side}"): plain.kind.slots[slot].get(plain.design) for slot, side in rule.sizes.items()
    }
    if rule.folded and plain.kind.slots[rule.folded].get(plain.design):
        sizes["outer_height"] *= 2
    return plain, found(form, **sizes)


@pytest.mark.parametrize(("name", "rule", "form"), FILLED)
def test_what_is_there_already_is_neither_cut_nor_bought_nor_made(name, rule, form):
    plain, thing = as_designed(name, rule, form)
    design = plain.design.model_copy(update={"found": thing})
    work, plan = plain.kind.assemble(design, plain.brief), plain.kind.build(design, plain.brief)
    own = [part for part in work.parts if part.source == "found"]
    assert own
    assert sum(part.mass for part in own) == pytest.approx(0.7)
    assert {part.label for part in own} == {""}
    ids = {part.id for part in own}
    gone = {part.label for part in plain.assembly.parts if part.id in ids}
    kept = {part.label for part in work.parts}
    listed = {piece.label for piece in plan.pieces} | {cloth.label for cloth in plan.cloth}
    assert not (gone - kept - {""}) & listed
    # what is left is all of the rest
    others = {p.label for p in plain.plan.pieces} | {c.label for c in plain.plan.cloth}
    assert listed == others - (gone - kept)
    assert not {step.id for step in plan.steps} & set(rule.instead)
    assert plan.steps[0].id == "take-what-is-there"
    assert left_over(plan) == ()


@pytest.mark.parametrize(("name", "rule", "form"), FILLED)
def test_it_goes_together_with_what_is_there(name, rule, form):
    plain, thing = as_designed(name, rule, form)
    design = plain.design.model_copy(update={"found": thing})
    work = plain.kind.assemble(design, plain.brief)
    assert faults(work) == ()
    assert lit_faults(work, plain.light.surfaces) == ()
    jobs = plan_build(plain.kind.build(design, plain.brief), Workshop()).schedule.jobs
    new = set(arrival_faults(work, parts_by_step(work, fitted_in(jobs))))
    before = plan_build(plain.plan, Workshop()).schedule.jobs
    assert new <= set(arrival_faults(plain.assembly, parts_by_step(plain.assembly, fitted_in(before))))
    between_own = [j for j in work.joints if all(work.by_id[p].source == "found" for p in j.parts)]
    assert not any(j.fasteners or j.used for j in between_own)


def test_an_owned_canvas_over_the_bench_by_hand():
    # 0.90 × 0.60 m and 700 g: nothing of the stretcher is bought, only skirts, their tape, ties, eyes, cord and bags
    thing = found("canvas")
    changed = made_of(made("overhead_bounce").design, thing)
    work = made("overhead_bounce", **{**changed, "found": thing, "flagged": False, "skirt_front": 0.3})
    assert (work.design.width, work.design.length) == (0.9, 0.6)
    assert work.plan.pieces == ()
    assert {c.covering.id for c in work.plan.cloth} == {"heavy_black_flag_cloth"}
    assert "wood_screw" not in work.fittings()
    # the hook-and-loop along the top of every skirt that hangs
    along = {"front": 0.9, "back": 0.9, "sides": 1.2}
    tape = sum(length for name, length in along.items() if getattr(work.design, f"skirt_{name}") > 0.0)
    assert work.fittings()["hook_and_loop"] == pytest.approx(tape)
    # its 700 g are carried, too
    rest = sum(p.mass for p in work.assembly.parts if p.source != "found")
    assert work_out(work.plan).mass >= 0.7 + rest


def test_a_curtain_hung_double_is_the_whole_curtain():
    thing = found("curtain", outer_width=1.45, outer_height=2.5, wall_transmittance=0.45, wall_reflectance=0.5)
    single, double = made("hung_curtain", doubled=False), made("hung_curtain", doubled=True)
    assert made_of(single.design, thing)["height"] == pytest.approx(2.5)
    changed = made_of(double.design, thing)
    assert changed["height"] == pytest.approx(1.25)
    work = made("hung_curtain", doubled=True, **{**changed, "found": thing, "sheet": changed["sheet"]})
    assert filled(work.design, work.kind.becomes) is not None
    assert work.plan.cloth == ()


def test_of_another_size_it_is_made_anew_and_said_with_its_cure():
    thing = found("canvas")
    work = made("overhead_bounce", width=1.0, length=0.6, found=thing)
    assert filled(work.design, work.kind.becomes) is None
    assert work.plan.pieces
    (said,) = [m for m in misfits(work.brief, work.design) if "old thing" in in_words(m.says)]
    assert {change.path: change.value for change in said.cure} == {"design.width": 0.9}
    same = made("overhead_bounce", width=0.9, length=0.6, found=thing)
    assert not [m for m in misfits(same.brief, same.design) if "old thing" in in_words(m.says)]


def test_using_it_keeps_what_was_chosen_already():
    brief = brief_for("overhead_bounce")
    now = made("overhead_bounce", skirt_front=0.41, lamp_out=0.77, flagged=False).design
    (row,) = [r for r in becomings(brief, found("canvas"), now=now) if r.kind == "overhead_bounce"]
    assert row.design is not None
    assert (row.design.skirt_front, row.design.lamp_out, row.design.flagged) == (0.41, 0.77, False)
    assert (row.design.width, row.design.length) == (0.9, 0.6)
    assert row.design.found is not None


@pytest.mark.parametrize(
    ("kind", "values", "says"),
    [
        ("overhead_bounce", {"form": "canvas", "mass": 5.0}, "too heavy"),
        ("overhead_bounce", {"form": "lens", "focal_length": 0.1}, "No part"),
        ("overhead_bounce", {"form": "canvas", "outer_width": 0.1}, "made from"),
        ("hung_curtain", {"form": "curtain", "wall_transmittance": 0.0}, "No light passes"),
    ],
)
def test_what_does_not_serve_is_refused_with_its_reason(kind, values, says):
    with pytest.raises(Impossible, match=says):
        made_of(made(kind).design, found(**values))
