"""Kinds made as people make them: lamps over an open box, a front pulled down, a head in a side wall, a leg taken out,
one tube sawn twice; by hand values.
"""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from factories import make_shoot
from made_kinds import brief_for, made
from said import value_of
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.catalog.typical import ground_covering
from wenlo.core.errors import Impossible
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.modifiers.beam_tube import figures as beam_figures
from wenlo.core.modifiers.flexed_sheet import front_force, sag_of
from wenlo.core.modifiers.registry import kinds
from wenlo.core.ranking.found_objects import made_of
from wenlo.core.rigging.plan import rig_plan


def sound(one):
    assert faults(one.assembly) == ()
    assert lit_faults(one.assembly, one.light.surfaces) == ()
    assert left_over(one.plan) == ()


def evenly(meters, *left_out, **lamps):
    """As much light on every meter. [lx]"""
    return {m.id: 100.0 for m in meters}


def test_lamps_over_an_open_box_hang_by_themselves():
    inside = made("hanging_softbox", lamps=4)
    over = made("hanging_softbox", lamps=4, lamps_above=0.3, cover=False)
    sound(over)
    top = over.design.sheet_height + over.design.depth
    assert [lamp.centre[2] for lamp in over.light.lamps] == pytest.approx([top + 0.3] * 4)
    assert inside.cuts()["lamp bar"]
    assert not over.cuts()["lamp bar"]
    with pytest.raises(ValidationError, match="leave the cover off"):
        made("hanging_softbox", lamps_above=0.3, cover=True)

    def carried(one):
        shoot = make_shoot(brief__room__height=3.4, brief__room__width=4.5)
        shoot = shoot.model_copy(update={"design": one.design})
        return {h.held.id: h.held.mass for h in rig_plan(shoot).holdings}

    hung, apart = carried(inside), carried(over)
    assert len(apart) == len(hung) + 4
    corner = next(id for id in hung if "corner" in id)
    assert apart[corner] < hung[corner]


TABLE = {"acrylic": "opal_acrylic_2_mm_large", "flat": 0.4, "bend": 0.7, "width": 0.9}


def test_a_front_that_is_pulled_down_is_cut_and_lit():
    plain, pulled = made("acrylic_table", **TABLE), made("acrylic_table", **TABLE, front_bend=0.7)
    sound(pulled)
    lip = 0.044 + 0.016
    longer = pulled.plan.cloth[0].cut[1] - plain.plan.cloth[0].cut[1]
    # its good side is the outer one: 1 mm less than the radius, over 60°
    assert longer == pytest.approx(0.699 * math.pi / 3 + lip)
    bend = next(s for s in pulled.light.surfaces if s.id == "front bend")
    assert (bend.radius, bend.span) == pytest.approx((0.7, math.pi / 3))
    # it begins where the flat part ends, and as high
    assert bend.base[2] + 0.7 == pytest.approx(pulled.design.table)
    assert bend.base[1] == pytest.approx(-0.4 * 0.4)


def test_the_sag_of_a_strip_with_both_curves_is_that_of_the_flat_one():
    pulled = made("acrylic_table", **TABLE, front_bend=0.7).design
    flat, back, both = sag_of(pulled, back=False, front=False), sag_of(pulled, front=False), sag_of(pulled)
    # by hand: 5 · 1190 · 0.002 · 9.81 · 0.4⁴ / (384 · 3.2e9 · 0.002³ / 12)
    assert flat == pytest.approx(5 * 1190 * 0.002 * 9.81 * 0.4**4 / (384 * 3.2e9 * 0.002**3 / 12))
    assert back - flat == pytest.approx(0.4**2 / (16 * 0.7))
    assert both == pytest.approx(flat)
    # D w / R over R sin 60°
    assert front_force(pulled) == pytest.approx(3.2e9 * 0.9 * 0.002**3 / 12 / 0.7 / (0.7 * math.sin(math.pi / 3)))


def test_a_front_bent_too_tight_is_outside_of_its_limit():
    shoot = make_shoot(brief__room__height=2.6)

    def state(radius):
        design = made("acrylic_table", **TABLE, front_bend=radius).design
        checks = rig_plan(shoot.model_copy(update={"design": design})).checks
        return {c.id: c.state for c in checks if c.code == "bend.radius"}

    tight, wide = state(0.4), state(0.7)
    assert sorted(tight.values()) == ["outside", "within"]
    assert set(wide.values()) == {"within"}
    assert len(wide) == 2


def test_a_sprung_pole_needs_a_ceiling():
    sound(made("acrylic_table", held_behind="bar on a sprung pole"))
    with pytest.raises(Impossible) as caught:
        made(
            "acrylic_table",
            brief=brief_for("acrylic_table", brief__room__outdoors=True),
            held_behind="bar on a sprung pole",
        )
    assert caught.value.fields[0].path == "design.held_behind"


def test_heads_in_the_side_walls_shine_from_there_each_with_its_own_power():
    one = made("small_flash_softbox", boxes=2, head="flush in a side wall", second=0.25)
    sound(one)
    first, second = one.light.lamps
    wide = one.brief.lamp.type.size[0]
    for lamp, middle, side in zip((first, second), one.design.middles, (-1.0, 1.0), strict=True):
        off = float((lamp.centre - middle) @ one.design.across)
        assert off == pytest.approx(side * (one.design.width - wide) / 2)
        assert lamp.normal @ one.design.direction == pytest.approx(1.0)
    assert second.amount == pytest.approx(first.amount / 4)
    told = {f.key: f for f in one.kind.figures(one.design, one.brief, evenly)}
    assert value_of(told["second_flash"]) == "−2.0 stops"
    (template,) = one.plan.templates
    # the slot, and four holes for two ties
    assert len(template.holes) == 5
    assert one.fittings()["cable_tie"] == 4


def test_a_slot_is_as_large_as_the_head():
    one = made("small_flash_softbox", head="flush in a side wall")
    (template,) = one.plan.templates
    slot = np.array(template.holes[0])
    assert np.ptp(slot[:, 1]) == pytest.approx(one.brief.lamp.type.size[1] + 0.001)


@pytest.mark.parametrize("stiffened", ["wire and tape", "splint"])
def test_arms_are_stiffened_with_what_is_on_the_list(stiffened):
    sound(made("small_flash_softbox", stiffened=stiffened, boxes=2))


def test_cards_at_the_corners_look_at_the_thing():
    one = made("table_booth", front_cards="white", back_cards="black", near_card="white")
    sound(one)
    assert one.assembly.run_into() is None
    middle = np.array([0.0, one.design.length * 0.1, 0.0])
    for name in ("front card left", "front card right", "back card left", "back card right"):
        card = one.panel(name)
        centre = card.origin + card.edge_u / 2 + card.edge_v / 2
        way = (middle - centre) * np.array([1.0, 1.0, 0.0])
        assert card.normal @ way / np.linalg.norm(way) > 0.5
    # side cards forward, off the middle, for shape
    moved = made("table_booth", card_shift=-0.1).panel("far card")
    assert moved.origin[1] - made("table_booth").panel("far card").origin[1] == pytest.approx(-0.1)


def test_a_table_with_a_leg_out_is_held_by_what_lies_on_the_opposite_corner():
    shoot = make_shoot(brief__subject__kind="bottle", brief__subject__size=0.2, brief__subject__face_height=0.4)

    def check(**changes):
        one = made("table_booth", leg_out="front left", **changes)
        checks = rig_plan(shoot.model_copy(update={"design": one.design})).checks
        return one, next(c for c in checks if c.code == "hold.balance")

    one, light = check(counterweight=2.0)
    assert light.state == "outside"
    path, value = next(iter(light.cure.changes.items()))
    assert path == "design.counterweight"
    _, cured = check(counterweight=value)
    assert cured.state == "within"
    # a hand of 3 kg and a quarter of the roof, times 1.5, against the weight
    load = 3.0 + one.assembly.mass / 4
    assert check(counterweight=1.5 * load * 1.08)[1].state == "within"
    assert check(counterweight=1.5 * load * 0.9)[1].state == "outside"
    plain = rig_plan(shoot.model_copy(update={"design": made("table_booth").design})).checks
    assert not [c for c in plain if c.code == "hold.balance"]


TUBE = OwnFound(
    item="00000000-0000-0000-0000-000000000001",
    version=1,
    name="packing tube",
    values=FoundValues(form="tube", outer_width=0.083, inner_width=0.08, outer_depth=0.5, inner_depth=0.5, mass=0.2),
)


def test_two_lengths_are_sawn_off_one_tube():
    brief = brief_for("snoot", brief__lamp__id="flash_hotshoe")
    start = kinds()["snoot"].start(brief)
    wanted = start.model_copy(update={"tube_length": 0.3, "tube_width": 0.08, "opening": 0.05})
    changes = made_of(wanted, TUBE)
    # it is longer, and sawn: what was chosen stays
    assert changes["tube_length"] == pytest.approx(0.3)
    chosen = {n: v for n, v in {**dict(wanted), **changes}.items() if n != "kind"}
    one = made("snoot", brief=brief, **{**chosen, "other_length": 0.18, "cap_of": "black tape"})
    assert faults(one.assembly) == ()
    assert [p for p in one.assembly.parts if p.source == "found"]
    assert "saw-the-tube" in {step.id for step in one.plan.steps}
    with pytest.raises(Impossible, match="are left for the other"):
        made("snoot", brief=brief, **{**chosen, "other_length": 0.25})


def test_the_shorter_tube_and_none_throw_wider_and_softer_stripes():
    brief = brief_for("snoot", brief__lamp__id="flash_hotshoe")
    slit = {"tube_width": 0.08, "tube_length": 0.3, "shape": "slot", "opening": 0.005, "slot_length": 0.06}
    one = made("snoot", brief=brief, **slit, other_length=0.18)
    told = {f.key: f for f in beam_figures(one.design, brief, evenly)}
    times = [told[key].says.args["times"].value for key in ("other_tube", "no_tube")]
    # by straight lines a slit far off is as wide as the throw over the tube's length
    assert times[0] == pytest.approx(0.3 / 0.18, rel=0.1)
    assert times[1] > 2.0 * times[0]
    assert "other_tube" not in {f.key for f in beam_figures(made("snoot", brief=brief, **slit).design, brief, evenly)}


def test_what_a_ground_is_bought_as():
    assert ground_covering("poster_white") == "backdrop_paper"
    assert ground_covering("black_cloth") == "heavy_black_flag_cloth"
    assert ground_covering("") == "backdrop_paper"
    booth = made("table_booth", backdrop="slate_blue")
    assert booth.covers("backdrop_paper")
