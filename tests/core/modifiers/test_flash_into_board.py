"""Flash into a board: arm, board, the card behind the flash."""

import math

import numpy as np
import pytest

from made_kinds import brief_for, made, middle, sides


def test_the_arm_reaches_from_the_board_to_the_flash():
    board = made("flash_into_board", arm=0.6, height=1.0)
    way = board.design.lamp_position - board.design.source_centre
    assert np.linalg.norm(way) == pytest.approx(math.hypot(0.6, 0.35))
    # level under the board, from the flash to the clamp behind it
    assert board.cuts()["arm"] == pytest.approx([0.6 + 0.15])


def test_the_flash_shines_away_from_the_subject():
    board = made("flash_into_board")
    assert float(board.light.lamps[0].normal @ board.design.direction) > 0.5


def test_the_card_stands_between_flash_and_subject():
    board = made("flash_into_board", flagged=True)
    flag = board.panel("flash flag")
    assert sides(flag) == pytest.approx((0.2, 0.2))
    off = board.design.lamp_position - middle(flag)
    assert off == pytest.approx(board.design.direction * 0.05)
    plain = made("flash_into_board", flagged=False)
    assert not plain.covers("black_foam_board")
    assert len(plain.light.surfaces) == 1


@pytest.mark.parametrize("face", ["silver_cloth", "foil_flat"])
def test_a_face_of_cloth_is_on_a_board(face):
    board = made("flash_into_board", face=face, width=0.6, height=0.8)
    assert board.covers("white_foam_board") == [pytest.approx((0.6, 0.8))]
    assert board.covers(face) == [pytest.approx((0.68, 0.88))]


def test_a_lamp_that_burns_on_is_refused():
    brief = brief_for("diffusion_frame")
    assert made("flash_into_board").kind.rejection_reason(brief) is not None
