"""Negative fill: the panel across from the key, in black or white, framed or a card."""

import pytest

from made_kinds import brief_for, made, middle, sides


@pytest.mark.parametrize(("panel", "covering"), [("black cloth", "heavy_black_flag_cloth"), ("velvet", "velvet")])
def test_cloth_has_a_frame(panel, covering):
    fill = made("negative_fill", panel=panel, panel_width=0.8, panel_height=1.2)
    assert fill.cuts()["side of the panel"] == [1.2] * 2
    assert [c + 2 * 0.044 for c in fill.cuts()["rail of the panel"]] == pytest.approx([0.8] * 2)
    assert fill.covers(covering) == [pytest.approx((0.9, 1.3))]


def test_a_card_needs_none():
    card = made("negative_fill", panel="white card", panel_width=0.8, panel_height=1.2)
    assert "side of the panel" not in card.cuts()
    assert card.covers("white_foam_board") == [pytest.approx((0.8, 1.2))]
    assert "wood_screw" not in card.fittings()


@pytest.mark.parametrize(("key_angle", "side"), [(45.0, -1.0), (-45.0, 1.0), (120.0, -1.0)])
def test_it_stands_across_and_faces_the_subject(key_angle, side):
    fill = made("negative_fill", key_angle=key_angle, panel_distance=0.5)
    panel = fill.panel("far panel")
    assert middle(panel)[0] == pytest.approx(0.5 * side)
    assert panel.normal[0] == pytest.approx(-side)


@pytest.mark.parametrize("room", [2.0, 2.6])
def test_it_stays_between_floor_and_ceiling(room):
    fill = made(
        "negative_fill", brief=brief_for("negative_fill", brief__room__height=room), panel_height=2.4, panel_width=0.5
    )
    panel = fill.panel("far panel")
    tall = max(sides(panel))
    assert middle(panel)[2] - tall / 2 >= 0.03 - 1e-9
    assert middle(panel)[2] + tall / 2 <= room - 0.03 + 1e-9
