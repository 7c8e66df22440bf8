"""Product light box: frames or boards by hand, each wall of its own size, and built of what it is lit by."""

import pytest

from made_kinds import made, middle, sides
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults

SIZE = {"width": 0.7, "height": 0.4, "depth": 0.9}


def test_side_frames_are_mitreless_rectangles_and_rails_go_between_them():
    box = made("product_box", **SIZE)
    cuts = box.cuts()
    assert cuts["upright of a side frame"] == [0.4] * 4
    # two battens of 44 mm and the rail between them
    assert [c + 2 * 0.044 for c in cuts["rail of a side frame"]] == pytest.approx([0.9] * 4)
    # two above, one behind at the floor: the sweep runs out of the front without a step
    assert [c + 2 * 0.018 for c in cuts["cross rail"]] == pytest.approx([0.7] * 3)


def test_the_top_is_not_cut_like_a_side():
    box = made("product_box", **SIZE, sheet="bleached_muslin")
    assert sorted(box.covers("bleached_muslin")) == [
        pytest.approx(c) for c in ((0.74, 0.94), (0.94, 0.44), (0.94, 0.44))
    ]
    assert sides(box.panel("top")) == pytest.approx((0.7, 0.9))
    hooks = box.fittings()["hook_and_loop"]
    assert hooks == pytest.approx(2 * 2 * (0.9 + 0.4) + 2 * (0.7 + 0.9))


@pytest.mark.parametrize(
    ("far", "black", "white"), [("sheet", 0, 0), ("white card", 0, 1), ("black card", 1, 0), ("open", 0, 0)]
)
def test_cards_on_the_far_side_are_bought(far, black, white):
    box = made("product_box", **SIZE, far_side=far, top="open")
    assert len(box.covers("black_foam_board")) == black
    assert len(box.covers("white_foam_board")) == white
    assert ("far side" in {s.id for s in box.light.surfaces}) == (far != "open")


@pytest.mark.parametrize(
    ("walls", "board"), [("foam board", "white_foam_board"), ("corrugated plastic", "corrugated_plastic_white")]
)
def test_boards_leave_a_window_with_a_border(walls, board):
    box = made("product_box", width=0.5, height=0.5, depth=0.6, walls=walls, top="white")
    windows = [piece.window for piece in box.plan.cloth if piece.covering.id == board and piece.window]
    assert windows == [pytest.approx((0.54, 0.44))] * 2
    thick = box.design.wall
    inside = 0.5 - 2 * thick
    # floor and back between the sides, the back 10 mm short of the top, which lies over all of them
    flats = [c for c in box.covers(board) if c not in [(0.6, 0.5)] * 2]
    assert flats[:2] == [pytest.approx((inside, 0.6)), pytest.approx((inside, 0.5 - 0.01 - thick))]
    assert box.covers(board)[-1] == pytest.approx((0.5, 0.6))
    assert box.design.rim == 0.03
    assert sides(box.panel("lower rim, key side"))[1] == pytest.approx(0.6 - 2 * 0.03)
    assert not box.plan.pieces
    # all inner edges are taped: twice the floor's depth, twice the back's height, once its width, the top all round
    taped = 2 * 0.6 + 2 * (0.49 - thick) + inside + 2 * (0.5 + 0.6)
    assert box.fittings()["cloth_tape"] == pytest.approx(taped)


def test_a_white_top_on_timber_is_a_card():
    box = made("product_box", **SIZE, top="white")
    assert box.covers("white_foam_board") == [pytest.approx((0.7, 0.9))]
    assert len(box.covers("cotton_bed_linen_white")) == 2


def test_the_sweep_goes_down_behind_and_forward_below():
    box = made("product_box", **SIZE)
    # between the frames of 18 mm, before the rail behind; 2 mm clear of everything
    wide, deep, tall = 0.7 - 2 * 0.020, 0.9 - 0.002 - 0.020, 0.4 - 0.004
    assert box.covers("backdrop_paper") == [pytest.approx((wide, deep + tall))]


def test_cloth_that_is_glued_and_taped_takes_no_hook_and_loop():
    box = made("product_box", walls="foam board", cloth_held="glued, then taped", width=0.36, height=0.36, depth=0.36)
    bought = box.fittings()
    assert bought["spread_glue"] == 1
    assert "hook_and_loop" not in bought
    # the corners of floor and back, and round two sides and the top
    corners = 2 * 0.36 + 2 * (0.36 - 0.01 - 0.005) + (0.36 - 2 * 0.005)
    assert bought["cloth_tape"] == pytest.approx(corners + 3 * 4 * 0.36)
    assert faults(box.assembly) == ()


@pytest.mark.parametrize("walls", ["foam board", "corrugated plastic"])
def test_a_back_that_is_doubled_moves_the_sweep_by_its_thickness(walls):
    size = {"walls": walls, "width": 0.4, "height": 0.4, "depth": 0.4}
    plain, doubled = (made("product_box", **size, doubled_back=twice) for twice in (False, True))
    backs = [c for c in doubled.plan.cloth if c.note.startswith("back")]
    assert len(backs) == 2
    assert backs[0].cut == pytest.approx(backs[1].cut)
    thick = doubled.design.wall
    moved = middle(plain.panel("back"))[1] - middle(doubled.panel("back"))[1]
    assert moved == pytest.approx(thick)
    assert faults(doubled.assembly) == ()
    assert lit_faults(doubled.assembly, doubled.light.surfaces) == ()
