"""Small-flash softbox: one container or two, lined with cloth or boards."""

import numpy as np
import pytest

from made_kinds import brief_for, made, sides
from wenlo.messages.steps import step_words

SIZE = {"width": 0.3, "height": 0.2, "depth": 0.15}


@pytest.mark.parametrize("boxes", [1, 2])
def test_each_box_has_a_sheet_five_walls_and_a_flash(boxes):
    made_ = made("small_flash_softbox", **SIZE, boxes=boxes, gap=0.1)
    assert len(made_.light.lamps) == boxes
    assert len([s for s in made_.light.surfaces if s.id.startswith("sheet")]) == boxes
    assert len([s for s in made_.light.surfaces if s.id.startswith("box ")]) == 5 * boxes
    assert made_.fittings()["food_container"] == boxes
    assert made_.fittings()["foot_bolt"] == 2 * boxes
    wide = 0.3 if boxes == 1 else 0.7
    assert made_.design.source_size == pytest.approx((wide, 0.2))


def test_two_boxes_lie_side_by_side_with_their_gap():
    pair = made("small_flash_softbox", **SIZE, boxes=2, gap=0.12, key_angle=70.0)
    first, second = pair.design.middles
    assert np.linalg.norm(second - first) == pytest.approx(0.3 + 0.12)
    assert (first + second) / 2 == pytest.approx(pair.design.source_centre)
    assert float((second - first) @ pair.design.direction) == pytest.approx(0.0, abs=1e-12)


def test_the_flash_faces_the_back_and_stays_in_its_box():
    box = made("small_flash_softbox", **SIZE, flash_depth=0.14)
    lamp = box.light.lamps[0]
    assert float(lamp.normal @ box.design.direction) == pytest.approx(1.0)
    behind = float((lamp.centre - box.design.source_centre) @ box.design.direction)
    assert behind == pytest.approx(min(0.14, 0.15 - 0.01))


def test_a_lining_of_tape_covers_the_inside():
    box = made("small_flash_softbox", **SIZE, lining="mirror_tape")
    inside = 0.3 * 0.2 + 2 * 0.15 * (0.3 + 0.2)
    assert sum(wide * tall for wide, tall in box.covers("mirror_tape")) == pytest.approx(inside)


def test_a_lining_of_boards_is_five_pieces_of_the_walls_own_size():
    box = made("small_flash_softbox", **SIZE, lining="white_foam_board", boxes=2)
    pieces = sorted(box.covers("white_foam_board"))
    assert pieces == [pytest.approx(s) for s in [(0.15, 0.2)] * 4 + [(0.3, 0.15)] * 4 + [(0.3, 0.2)] * 2]
    assert sum(a * b for a, b in pieces) == pytest.approx(2 * (0.3 * 0.2 + 2 * 0.15 * (0.3 + 0.2)))
    assert "hite foam board" in next(step_words(s).text for s in box.plan.steps if s.id == "line-it")
    assert sides(box.panel("box back 1")) == pytest.approx((0.2, 0.3))


def test_a_lamp_that_burns_on_would_melt_it():
    assert "melt" in made("small_flash_softbox").kind.rejection_reason(brief_for("diffusion_frame"))
