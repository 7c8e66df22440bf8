"""Product light box: frames or boards by hand, each wall of its own size, and built of what it is lit by."""

import pytest

from made_kinds import made, sides

SIZE = {"width": 0.7, "height": 0.4, "depth": 0.9}


def test_side_frames_are_mitreless_rectangles_and_rails_go_between_them():
    box = made("product_box", **SIZE)
    cuts = box.cuts()
    assert cuts["upright of a side frame"] == [0.4] * 4
    # two battens of 44 mm and the rail between them
    assert [c + 2 * 0.044 for c in cuts["rail of a side frame"]] == pytest.approx([0.9] * 4)
    assert [c + 2 * 0.018 for c in cuts["cross rail"]] == pytest.approx([0.7] * 4)


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
    # floor and top
    assert box.covers(board).count((0.5, 0.6)) == 2
    assert box.design.rim == 0.03
    assert sides(box.panel("lower rim, key side"))[1] == pytest.approx(0.6)
    assert box.cuts()["batten under the floor"] == [0.5] * 2


def test_a_white_top_on_timber_is_a_card():
    box = made("product_box", **SIZE, top="white")
    assert box.covers("white_foam_board") == [pytest.approx((0.7, 0.9))]
    assert len(box.covers("cotton_bed_linen_white")) == 2


def test_the_sweep_goes_down_behind_and_forward_below():
    box = made("product_box", **SIZE)
    assert box.covers("white_painted_canvas") == [pytest.approx((0.7, 0.4 + 0.9))]
