"""Snoot and slot: the tube's foil, the cap's opening, what closes it behind."""

import math

import numpy as np
import pytest

from made_kinds import made
from wenlo.core.optics.shapes import Disc, Tube


@pytest.mark.parametrize(("width", "length"), [(0.1, 0.3), (0.25, 0.8)])
def test_the_foil_goes_once_round_with_its_overlap(width, length):
    snoot = made("snoot", tube_width=width, tube_length=length, opening=0.05)
    tube, *caps = snoot.covers("black_foil")
    assert tube == pytest.approx((math.pi * width + 0.03, length + 0.05))
    assert caps == [pytest.approx((width + 0.04, width + 0.04))] * 2
    assert snoot.fittings()["cloth_tape"] == pytest.approx(2 * math.pi * width + length)


@pytest.mark.parametrize(
    ("inside", "lining"), [("black foil", None), ("white card", "white_card"), ("shiny foil", "foil_flat")]
)
def test_the_lining_is_what_it_is_lit_by(inside, lining):
    snoot = made("snoot", inside=inside, tube_width=0.2, tube_length=0.4)
    others = [p for p in snoot.plan.cloth if p.covering.id != "black_foil"]
    assert [p.covering.id for p in others] == ([lining] if lining else [])
    assert all(p.cut == pytest.approx((math.pi * 0.2, 0.41)) for p in others)


@pytest.mark.parametrize("rotation", [-90.0, -30.0, 0.0, 60.0])
def test_a_slot_is_cut_as_it_is_turned(rotation):
    snoot = made("snoot", shape="slot", opening=0.01, slot_length=0.1, rotation=rotation, tube_width=0.16)
    (cap,) = snoot.plan.templates
    hole = np.array(cap.holes[0])
    turn = math.radians(rotation)
    wide, tall = np.ptp(hole, axis=0)
    assert wide == pytest.approx(0.1 * abs(math.cos(turn)) + 0.01 * abs(math.sin(turn)))
    assert tall == pytest.approx(0.1 * abs(math.sin(turn)) + 0.01 * abs(math.cos(turn)))
    assert snoot.design.source_size == pytest.approx((wide, tall))
    assert hole.mean(axis=0) == pytest.approx((0.1, 0.1))


def test_a_plate_leaves_open_what_the_opening_is():
    snoot = made("snoot", opening=0.06, tube_width=0.16)
    opening, plate = snoot.panel("sheet"), snoot.panel("plate")
    assert plate.cut_out
    assert not opening.cut_out
    assert plate.outline == pytest.approx(opening.outline)


def test_it_is_closed_behind_the_lamp():
    snoot = made("snoot", tube_length=0.4)
    tube = next(s for s in snoot.light.surfaces if isinstance(s, Tube))
    back = next(s for s in snoot.light.surfaces if isinstance(s, Disc))
    assert tube.length == pytest.approx(0.41)
    assert np.asarray(back.centre) == pytest.approx(np.asarray(tube.base) + 0.41 * np.asarray(tube.axis))
    lamp = np.linalg.norm(snoot.light.lamps[0].centre - np.asarray(tube.base))
    assert lamp == pytest.approx(0.4, abs=0.011)


def test_it_points_at_its_aim():
    snoot = made("snoot", aim_height=0.9, centre_height=2.0, distance=1.5)
    axis = snoot.design.axis
    assert snoot.design.source_centre - snoot.design.throw * axis == pytest.approx([0.0, 0.0, 0.9])
    assert snoot.design.throw == pytest.approx(math.hypot(1.5, 1.1))
