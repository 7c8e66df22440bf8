"""Focusing spot: a tube folded of one board round lens and gate, the gate where its image is sharp."""

import math

import pytest

from made_kinds import made, sides


@pytest.mark.parametrize(("lens", "gap"), [(0.06, 0.03), (0.12, 0.08)])
def test_four_sides_go_round_the_lens(lens, gap):
    spot = made("focusing_spot", lens=lens, lamp_gap=gap)
    long = spot.design.gate_distance + gap + 0.06
    boards = spot.covers("black_foam_board")
    # four sides of one piece, the front over their ends, the baffle between them
    assert boards == [
        pytest.approx((4 * (lens + 0.02), long)),
        pytest.approx((lens + 0.03, lens + 0.03)),
        pytest.approx((lens + 0.02, lens + 0.02)),
    ]
    folded = next(t for t in spot.plan.templates if t.name == "sides of the tube")
    assert folded.size == pytest.approx((4 * (lens + 0.02), long))
    assert [fold[0][0] for fold in folded.folds] == pytest.approx([k * (lens + 0.02) for k in (1, 2, 3)])


def test_gate_and_front_are_pierced_in_the_middle():
    spot = made("focusing_spot", lens=0.09, gate=0.04)
    for name, hole in (("gate", 0.04), ("front", 0.09 - 0.006)):
        template = next(t for t in spot.plan.templates if t.name == name)
        xs = [x for x, _ in template.holes[0]]
        assert max(xs) - min(xs) == pytest.approx(hole, rel=1e-3)
        assert (max(xs) + min(xs)) / 2 == pytest.approx(template.size[0] / 2)


@pytest.mark.parametrize(("focal", "distance"), [(0.15, 1.2), (0.2, 2.0), (0.3, 1.0)])
def test_the_sharp_gate_obeys_the_lens_equation(focal, distance):
    spot = made("focusing_spot", focal_length=focal, distance=distance)
    sharp = spot.design.sharp_gate
    assert 1.0 / sharp + 1.0 / spot.design.throw == pytest.approx(1.0 / focal)
    there = made("focusing_spot", focal_length=focal, distance=distance, gate_distance=round(sharp, 5))
    assert there.design.blur == pytest.approx(0.0, abs=2e-4)
    assert there.design.field == pytest.approx(math.atan(there.design.gate / 2 / sharp), rel=1e-4)


def test_a_gate_inside_of_the_focus_is_never_sharp():
    spot = made("focusing_spot", focal_length=1.0, distance=0.5, gate_distance=0.3)
    assert math.isinf(spot.design.sharp_gate)


def test_the_lamp_is_seen_through_the_lens_alone():
    spot = made("focusing_spot")
    (lamp,) = spot.light.lamps
    assert lamp.law == "lens"
    assert lamp.lens.gate == spot.design.gate
    assert lamp.lens.lamp_distance == pytest.approx(spot.design.gate_distance + spot.design.lamp_gap)
    walls = [s for s in spot.light.surfaces if s.id.startswith("box ")]
    assert len(walls) == 4
    for wall in walls:
        assert sorted(sides(wall)) == pytest.approx(sorted((spot.design.lens + 0.02, spot.design.box_length)))
