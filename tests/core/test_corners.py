"""Ends of battens held by pockets and brackets, doubled battens, nailed trim and loose panels; by hand values."""

import math

import pytest
from pydantic import ValidationError

from made_kinds import brief_for, kinds, made
from said import detail_of, value_of
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.bars import bar_types, trim_strip
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.screws import POCKET, POCKET_SHORT
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.of_bars import Cornered
from wenlo.core.rigging.fastenings import plate_modes

CORNERED = sorted(name for name, kind in kinds().items() if issubclass(kind.parameters, Cornered))

TIMBER_BOX = {"width": 0.70, "height": 0.42, "depth": 0.48, "batten": "softwood_20_45"}


def evenly(meters, *left_out, **lamps):
    """As much light on every meter. [lx]"""
    return {m.id: 100.0 for m in meters}


def box(**changes):
    return made("product_box", **{**TIMBER_BOX, **changes})


@pytest.mark.parametrize("corner", ["pocket_screw", "bracket"])
@pytest.mark.parametrize("kind", CORNERED)
def test_every_frame_of_battens_goes_together_with_either_corner(kind, corner):
    plain, one = made(kind), made(kind, corner=corner)
    assert faults(one.assembly) == ()
    assert lit_faults(one.assembly, one.light.surfaces) == ()
    assert left_over(one.plan) == ()
    # the same lengths, held otherwise
    assert one.assembly.lengths == pytest.approx(dict(plain.assembly.lengths))
    ends = plain.fittings()["wood_screw"] / 2
    mine = one.fittings()
    assert mine["wood_screw"] == 0
    if corner == "bracket":
        assert (mine["angle_bracket"], mine["bracket_screw"]) == (ends, 4 * ends)
    else:
        assert mine["pocket_screw"] + mine["pocket_screw_20"] == mine["pocket_plug"] == 2 * ends


def test_a_pocket_screw_stays_in_the_batten_that_it_goes_into():
    made_of = box(corner="pocket_screw")
    lean = math.cos(math.radians(15))
    for joint in made_of.assembly.joints:
        for f in joint.fasteners:
            deep = (f.length - 0.004) * lean
            # the flat of a cross rail's upright is 20 mm, the edge of a side rail's 45
            assert f.item == (POCKET_SHORT.id if deep < 0.018 else POCKET.id)
            assert deep < (0.020 if f.item == POCKET_SHORT.id else 0.045) - 0.002
    assert any(hole.name == "pocket" for hole in made_of.plan.holes)
    drilling = [j for j in plan_build(made_of.plan, Workshop()).schedule.jobs if j.step.does == "drill"]
    assert any("pocket-hole jig" in job.tools for job in drilling)


def test_brackets_are_judged_by_their_screws():
    # EN 1995-1-1, 8.9a by hand: d = 0.77 · 3.5 = 2.695, f = 0.082 · 350 · d^−0.3
    f = 0.082 * 350 * 2.695**-0.3
    assert plate_modes(0.0035, 0.014)["9a"] == pytest.approx(0.4 * f * 14.0 * 2.695)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"batten": "softwood_34_34", "corner": "bracket"}, "corner"),
        ({"batten": "softwood_34_34", "corner": "pocket_screw"}, "corner"),
        ({"walls": "foam board", "cloth_held": "nailed trim"}, "cloth_held"),
        ({"sheet": "acrylic_3_mm_matt_one_side", "cloth_held": "nailed trim"}, "cloth_held"),
        ({"walls": "foam board", "back": "open"}, "back"),
    ],
)
def test_what_cannot_be_held_so_is_refused_at_its_field(change, field):
    with pytest.raises(ValidationError) as caught:
        box(**change)
    assert caught.value.errors()[0]["ctx"]["field"] == field


def test_a_doubled_batten_is_two_that_are_bought_and_glued():
    twice = made("overhead_bounce", bar="doubled_18_44")
    assert faults(twice.assembly) == ()
    making = plan_build(twice.plan, Workshop())
    (line,) = [line for line in making.worked.shopping if line.category == "bar"]
    lengths = sum(not bar.own for bar in making.worked.cuts.bars)
    assert line.id == "softwood_18_44"
    assert line.need == 2 * lengths
    assert line.price == pytest.approx(2 * lengths * bar_types()["softwood_18_44"].lengths[0].price)
    assert "glue-the-battens" in {job.step.id for job in making.schedule.jobs}
    one, two = bar_types()["softwood_18_44"], bar_types()["doubled_18_44"]
    # glued flat it bends eight times as little across the glue
    assert pytest.approx(8.0) == 44 * 36**3 / (44 * 18**3)
    assert two.mass_per_metre == pytest.approx(2 * one.mass_per_metre)


def test_trim_covers_every_edge_of_the_cloth_with_pins_that_stay_in_the_wood():
    plain, one = box(), box(cloth_held="nailed trim", corner="pocket_screw")
    assert faults(one.assembly) == ()
    assert left_over(one.plan) == ()
    trim = sorted(piece.cut for piece in one.plan.pieces if piece.name == "trim")
    strip = trim_strip()
    upright, beside = 0.42, 0.48 - 0.045 - strip.width
    over, across = 0.48 - 2 * 0.045, 0.70 - 2 * 0.020
    assert trim == pytest.approx(sorted([upright] * 4 + [beside] * 4 + [over] * 2 + [across] * 2))
    # nothing shows through the cloth, and nothing is glued on
    assert one.fittings()["hook_and_loop"] < plain.fittings()["hook_and_loop"]
    assert one.fittings()["spread_glue"] == 0
    driven = [f for j in one.assembly.joints for f in j.fasteners if f.item == "panel_pin"]
    assert one.fittings()["panel_pin"] == len(driven)
    # a side that has a card, or nothing, has no trim
    assert len([p for p in box(cloth_held="nailed trim", far_side="open").plan.pieces if p.name == "trim"]) == 8


@pytest.mark.parametrize("back", ["open", "fixed", "removable"])
def test_a_box_of_battens_is_closed_behind_as_is_chosen(back):
    one = box(back=back, cloth_held="nailed trim")
    assert faults(one.assembly) == ()
    assert left_over(one.plan) == ()
    boards = [c for c in one.plan.cloth if c.note.startswith("back, ")]
    assert len(boards) == (0 if back == "open" else 1)


@pytest.mark.parametrize("kind", ["product_box", "light_tent"])
def test_loose_panels_are_the_ground_that_is_lit(kind):
    one = made(kind, width=0.6, height=0.5, depth=0.5, ground_of="loose panels", other_grounds=["slate_blue"])
    assert faults(one.assembly) == ()
    assert lit_faults(one.assembly, one.light.surfaces) == ()
    floor, wall = one.panel("ground"), one.panel("back")
    foot = one.design.floor_middle[2]
    # a board of 5 mm on what is there, and the wall upon it
    assert floor.origin[2] == pytest.approx(foot + 0.005)
    assert min(wall.origin[2], (wall.origin + wall.edge_u)[2]) == pytest.approx(foot + 0.005)
    spare = [piece for piece in one.plan.cloth if piece.spare]
    assert sorted(piece.material for piece in spare) == sorted(
        2 * ["white foam board 5 mm", "backdrop paper, in the colour that is chosen"]
    )
    assert sum("slate blue" in piece.note for piece in spare) == 2


def test_panels_that_cannot_be_carried_are_refused():
    with pytest.raises(Impossible) as caught:
        made(
            "light_tent", brief=brief_for("light_tent", brief__carrying_length=0.9), width=1.0, ground_of="loose panels"
        )
    assert caught.value.fields[0].path == "design.ground_of"


def test_a_sweep_is_bought_in_its_own_stuff_and_others_are_rolled():
    one = box(backdrop="black_cloth", other_grounds=["poster_white", "mid_grey"])
    materials = {piece.covering.id: piece.spare for piece in one.plan.cloth if "sweep" in piece.note}
    assert materials == {"heavy_black_flag_cloth": False, "backdrop_paper": True, "white_painted_canvas": True}
    # as long as from the top down and out to the front
    (flat,) = [p.cut for p in one.plan.cloth if p.note.startswith("spare sweep, white poster")]
    assert flat[1] == pytest.approx(0.48 - 0.020 - 2 * 0.002 + 0.42 - 2 * 0.002)


def test_how_far_a_ground_bends_is_told_and_what_nobody_tried_is_not_known():
    def told(**changes):
        one = box(**changes)
        return {f.key: f for f in one.kind.figures(one.design, one.brief, evenly)}

    paper = told()["ground_curve"]
    back = 0.48 * 0.1 + 0.48 / 2 - 0.020 - 0.002
    assert value_of(paper) == f"flat for {(back - 0.02) * 1000:.0f} mm"
    assert value_of(told(backdrop="brick")["ground_curve"]) == "does not bend"
    own = {"item": "0" * 8 + "-0000-4000-8000-000000000000", "version": 1, "name": "old linen", "values": {}}
    assert value_of(told(backdrop=own)["ground_curve"]) == "not known"
    assert value_of(told(ground_of="loose panels")["ground_curve"]) == f"flat for {(back + 0.002 - 0.01) * 1000:.0f} mm"


def test_a_thing_goes_in_standing_lying_and_turned_or_it_is_said_what_is_missing():
    def told(size, **changes):
        brief = brief_for("product_box", brief__subject__size=size)
        one = made("product_box", brief=brief, **{**TIMBER_BOX, **changes})
        figures = one.kind.figures(one.design, brief, evenly)
        return next(f for f in figures if f.key == "goes_in")

    assert value_of(told(0.14)) == "standing, lying, turned"
    slim = told(0.14, width=0.2, height=0.42)
    # 200 less two battens of 20 leaves 160: lying takes 140 and two fingers of 20
    assert value_of(slim) == "standing"
    assert "lying needs 20 mm more" in detail_of(slim)
    assert value_of(told(0.14, height=0.15)) == "lying, turned"
