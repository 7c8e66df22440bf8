"""A frame of thin pipe on a stand of wider pipe: bushings, braces at 45°, posts to swap; by hand values."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import made
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.bars import bar_types
from wenlo.core.errors import Impossible
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.frame_on_stand import sand_in

THIN, WIDE = bar_types()["pvc_half_inch"], bar_types()["pvc_three_quarter_inch"]

BIG = {
    "carried": "on a pipe stand",
    "material": THIN.id,
    "width": 1.6,
    "height": 1.6,
    "top_height": 2.3,
    "foot_length": 0.9,
    "brace": 0.3,
}


def stand(**changes):
    return made("diffusion_frame", **{**BIG, **changes})


def end_at(bar):
    """From a fitting's middle to the end of a dry pipe in it. [m]"""
    return bar.pipe.take_off + bar.pipe.socket / 2


def in_a_bushing():
    """From the middle of a tee of the wider pipe to the end of the thin pipe in its bushing. [m]"""
    return WIDE.pipe.take_off + WIDE.pipe.socket - THIN.pipe.socket / 2


@pytest.mark.parametrize("change", [{}, {"braced": False}, {"layers": 2}, {"material": WIDE.id}, {"width": 2.4}])
def test_it_goes_together_and_is_what_is_lit(change):
    one = stand(**change)
    assert faults(one.assembly) == ()
    assert lit_faults(one.assembly, one.light.surfaces) == ()
    assert left_over(one.plan) == ()


def test_rails_end_in_elbows_and_in_bushings():
    cuts = stand().cuts()
    apart = 0.6 * 1.6
    assert cuts["rail between the posts"] == pytest.approx([apart - 2 * in_a_bushing()])
    beside = (1.6 - THIN.width - apart) / 2
    assert cuts["rail beside a post"] == pytest.approx([beside - in_a_bushing() - end_at(THIN)] * 2)


def test_posts_add_up_from_the_floor_to_the_top():
    cuts = stand().cuts()
    floor = WIDE.width / 2 + WIDE.pipe.fitting_wall
    lower, upper = cuts["post under the brace"][0], cuts["post"][0]
    sides = 1.6 - THIN.width
    top = floor + (lower + 2 * end_at(WIDE)) + (upper + 2 * end_at(WIDE)) + sides + THIN.width / 2
    assert top == pytest.approx(2.3)


def test_a_brace_is_the_long_side_of_its_triangle():
    one = stand()
    short = end_at(WIDE) + 0.05 + 0.5 * WIDE.pipe.take_off + WIDE.pipe.socket / 2
    elbow = 0.5 * WIDE.pipe.take_off + WIDE.pipe.socket / 2
    assert one.cuts()["brace"] == pytest.approx([math.sqrt(2) * (0.3 - short) - 2 * elbow] * 2)
    (brace,) = [p for p in one.assembly.bars if p.id.endswith("brace left")]
    assert abs(brace.pose.z[2]) == pytest.approx(abs(brace.pose.z[1]))
    # as far back on the foot as up the post
    tees = [p for p in one.assembly.parts if p.item == "pipe_tee_wide"]
    places = np.array([p.pose.origin for p in tees if p.pose.origin[0] < 0.0])
    high, low = places[:, 2].max(), places[:, 2].min()
    assert sorted(places[:, 2])[-2] - low == pytest.approx(0.3)
    assert high == pytest.approx(2.3 - 1.6 + THIN.width / 2)


def test_every_fitting_is_of_its_own_diameter():
    fittings = stand().fittings()
    assert fittings["pipe_elbow"] == 4
    assert fittings["pipe_bushing"] == 4
    # two at the frame, two up the posts, two feet and two braces on them
    assert fittings["pipe_tee_wide"] == 8
    assert fittings["pipe_elbow_45_wide"] == 4
    assert fittings["pipe_cap_wide"] == 4
    alike = stand(material=WIDE.id).fittings()
    assert not [name for name in alike if name.endswith("_wide") or name == "pipe_bushing"]


def test_other_posts_are_as_much_shorter_as_the_frame_stands_lower():
    one = stand(other_top=2.1)
    spare = [p for p in one.plan.pieces if p.spare]
    assert [p.cut for p in spare] == pytest.approx([one.cuts()["post"][0] - 0.2] * 2)
    assert {p.bar for p in spare} == {WIDE.id}
    # cut and paid for, and not carried by the stand
    plain = plan_build(stand().plan, Workshop()).worked
    more = plan_build(one.plan, Workshop()).worked
    assert more.mass == pytest.approx(plain.mass)
    assert sum(len(bar.pieces) for bar in more.cuts.bars) == sum(len(bar.pieces) for bar in plain.cuts.bars) + 2


def test_two_layers_are_one_length_folded_over_the_top():
    assert stand(layers=2).covers("cotton_bed_linen_white") == [pytest.approx((1.6 + 0.14, 3.2 + 0.14))]


def test_sand_fills_the_bore_of_the_feet():
    inner = WIDE.width - 2 * WIDE.wall
    mass = sand_in(stand().design)
    assert mass == pytest.approx(2 * 0.9 * math.pi * inner**2 / 4 * 1600, rel=1e-4)
    assert stand(sand_in_feet=True).fittings()["dry_sand"] == math.ceil(mass)


@pytest.mark.parametrize(
    ("change", "field"), [({"brace": 0.6}, "brace"), ({"brace": 0.11}, "brace"), ({"other_top": 1.9}, "other_top")]
)
def test_what_cannot_be_cut_is_said_at_its_field(change, field):
    with pytest.raises(Impossible) as caught:
        stand(**change)
    assert caught.value.fields[0].path == f"design.{field}"


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"structure": "timber", "material": "softwood_18_44"}, "carried"),
        ({"stand_bar": "pvc_16_mm"}, "stand_bar"),
        ({"stand_bar": "softwood_18_44"}, "stand_bar"),
        ({"sheet": "acrylic_3_mm_matt_one_side"}, "sheet"),
        ({"layers": 2, "layer_gap": 0.1}, "layer_gap"),
    ],
)
def test_what_does_not_go_with_a_stand_is_refused_at_its_field(change, field):
    with pytest.raises(ValidationError) as caught:
        stand(**change)
    assert caught.value.errors()[0]["ctx"]["field"] == field


def test_steps_out_of_reach_ask_for_a_ladder_and_for_hands():
    plan, shop = stand().plan, Workshop(reach=1.85, helpers=0)

    def said(shop):
        jobs = plan_build(plan, shop, highest=2.3).schedule.jobs
        return {(job.step.id, c.key) for job in jobs for c in job.step.cautions}

    alone, helped, tall = said(shop), said(Workshop(reach=1.85)), said(Workshop(reach=2.4))
    assert {("put-the-frame-on", "climb"), ("put-the-frame-on", "more-hands")} <= alone
    assert ("hang-the-sheet", "lay-it-down") in alone
    assert ("put-the-frame-on", "more-hands") not in helped
    assert not {key for _, key in tall} & {"climb", "lay-it-down", "more-hands"}


def test_its_feet_stand_under_its_posts():
    one = stand()
    holds = one.kind.holds(one.design, 6.0)
    places = np.array([h.place for h in holds])
    assert np.linalg.norm(places[0] - places[1]) == pytest.approx(0.6 * 1.6)
