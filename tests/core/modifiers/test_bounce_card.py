"""Bounce card: one board or wrapped one, wings, tilt, the lamp before it."""

import numpy as np
import pytest

from made_kinds import angle, made, middle, sides


@pytest.mark.parametrize("wings", [15.0, 40.0, 60.0])
def test_wings_are_a_quarter_each_and_fold_toward_the_subject(wings):
    card = made("bounce_card", wings=wings, width=1.2, tilt=0.0)
    centre, left, right = (card.panel(n) for n in ("sheet", "left wing", "right wing"))
    assert sides(centre) == pytest.approx(sorted((0.6, card.design.height)))
    for wing in (left, right):
        assert sides(wing)[0] == pytest.approx(0.3)
        assert min(angle(wing.normal, centre.normal), 180 - angle(wing.normal, centre.normal)) == pytest.approx(wings)
        # nearer to the subject than the middle of the card
        assert float(middle(wing) @ card.design.direction) < float(middle(centre) @ card.design.direction)
    # seen from above the card is narrower by what the wings fold
    reach = np.linalg.norm((middle(right) - middle(left)) * [1, 1, 0])
    assert reach == pytest.approx(0.6 + 0.3 * np.cos(np.radians(wings)), rel=1e-6)


def test_without_wings_it_is_one_panel():
    card = made("bounce_card", wings=0.0, flagged=False)
    assert [s.id for s in card.light.surfaces] == ["sheet"]
    assert not card.plan.templates


@pytest.mark.parametrize("tilt", [-30.0, 0.0, 45.0])
def test_tilt_leans_its_top(tilt):
    card = made("bounce_card", tilt=tilt)
    face = card.panel("sheet")
    lean = 90.0 - angle(
        face.normal if face.normal @ card.design.direction < 0 else -face.normal, np.array([0, 0, -1.0])
    )
    assert lean == pytest.approx(tilt, abs=1e-6)


@pytest.mark.parametrize(
    ("face", "pieces"),
    [
        ("white_foam_board", {"white_foam_board": (0.9, 1.1)}),
        ("silver_cloth", {"white_foam_board": (0.9, 1.1), "silver_cloth": (0.98, 1.18)}),
    ],
)
def test_cloth_is_wrapped_round_a_board(face, pieces):
    card = made("bounce_card", face=face, width=0.9, height=1.1, flagged=False)
    assert {p.covering.id: p.cut for p in card.plan.cloth} == {k: pytest.approx(v) for k, v in pieces.items()}
    assert card.fittings()["cloth_tape"] == pytest.approx(2 * (0.9 + 1.1))


def test_the_lamp_is_before_the_card_and_shines_on_its_middle():
    card = made("bounce_card", lamp_distance=0.7, lamp_turn=-30.0)
    level = (card.design.lamp_position - card.design.source_centre) * [1, 1, 0]
    assert np.linalg.norm(level) == pytest.approx(0.7)
    assert angle(level, -card.design.direction) == pytest.approx(30.0)
    aim = card.design.lamp_aim - card.design.lamp_position
    assert angle(card.light.lamps[0].normal, aim) == pytest.approx(0.0, abs=1e-5)


def test_the_template_has_its_folds_at_the_quarters():
    card = made("bounce_card", wings=30.0, width=1.2)
    (template,) = card.plan.templates
    assert sorted({round(fold[0][0], 6) for fold in template.folds}) == [0.3, 0.9]
