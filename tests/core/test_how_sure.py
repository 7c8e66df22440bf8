"""How sure figures are: against hand values, and against sets that are solved with one thing off."""

import math

import pytest

from factories import make_shoot
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import gauges
from wenlo.core.analysis.how_sure import LAMP, Doubt, HowSure, together
from wenlo.core.analysis.shown_figures import light_figures
from wenlo.core.brief.brief import OtherLight
from wenlo.core.calibration.model import as_found, wall_values
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.solve import Effort


@pytest.fixture(scope="module")
def plain():
    shoot = make_shoot()
    return shoot, evaluate(shoot.brief, shoot.design, effort=Effort())


def by_part(doubts):
    return {one.part: one for one in doubts}


def test_unlike_causes_add_as_squares():
    three = [Doubt(part=part, less=less, more=0.1) for part, less in (("lamp", 0.2), ("paint", 0.3), ("place", 0.6))]
    assert together(three) == pytest.approx((0.7, 0.1 * math.sqrt(3)))


def test_one_lamp_moves_the_exposure_by_a_fifth_and_no_ratio(plain):
    shoot, result = plain
    sure = HowSure(shoot.brief, shoot.design, result)
    assert by_part(sure.ratio("exposure"))["lamp"].more == pytest.approx(math.log2(1.2))
    assert "lamp" not in by_part(sure.ratio("lit", "fill"))
    assert "lamp" not in by_part(sure.loss())


def test_a_second_lamp_moves_the_contrast_by_its_share(plain):
    shoot, _ = plain
    brief = shoot.brief.model_copy(
        update={"others": [OtherLight(key="light-1", id=shoot.brief.lamp.id, x=1.5, y=-0.5, z=1.4, power=0.2)]}
    )
    result = evaluate(brief, shoot.design, effort=Effort())
    found = by_part(HowSure(brief, shoot.design, result).ratio("lit", "fill"))["lamp"]
    # by hand: each lamp's share on the lit side less that on the far side
    rows = [result.levels.by_lamp[name] for name in ("lit", "fill")]
    shares = [{lamp: x / sum(row.values()) for lamp, x in row.items()} for row in rows]
    unlike = [shares[0][lamp] - shares[1][lamp] for lamp in shares[0]]
    assert found.more == pytest.approx(LAMP * math.hypot(*unlike), rel=1e-6)


def test_the_reading_at_the_face_is_as_sure_as_lamp_and_sheet_are(plain):
    shoot, result = plain
    (key,) = (one for one in light_figures(shoot.brief, shoot.design, result) if one.key == "key")
    reading, off = key.says.args["reading"].value
    # a lamp of a fifth either way and a sheet of ±0.3 stops: a third of it, not the solver's hundredth
    assert reading == pytest.approx(result.levels.key * shoot.brief.lamp.power)
    assert 0.25 * reading < off < 0.45 * reading


def test_a_centimetre_is_what_a_set_solved_with_it_says(plain):
    shoot, result = plain
    sure = by_part(HowSure(shoot.brief, shoot.design, result).ratio("key"))["place"]
    low, high = (
        evaluate(
            shoot.brief,
            shoot.design.model_copy(update={"sheet_distance": shoot.design.sheet_distance + off}),
            effort=Effort(),
        )
        for off in (-0.05, 0.05)
    )
    # a tenth of a metre apart, so that it stands out of the noise; a wide sheet falls off more slowly than a point
    solved = stops_between(low.levels.key, high.levels.key) / 10.0
    assert 0.6 * sure.more <= solved <= 1.1 * sure.more


def test_paint_that_is_darker_moves_the_contrast_as_told(plain):
    shoot, result = plain
    told = by_part(HowSure(shoot.brief, shoot.design, result).ratio("lit", "fill"))["paint"]
    # a fifth less: 0.32 stops of what walls and ceiling send, where 0.38 of all that the room sends is told
    walls = as_found("backdrop", "paint", wall_values(shoot.brief.room.walls, -0.32))
    brief = shoot.brief.model_copy(
        update={"room": shoot.brief.room.model_copy(update={"walls": walls, "ceiling": walls})}
    )
    darker = evaluate(brief, shoot.design, effort=Effort())
    moved = darker.contrast - result.contrast
    assert 0.5 * told.more < moved < 2.0 * told.more


def test_what_a_camera_cannot_show_is_told_no_closer(plain):
    shoot, _ = plain
    outside = shoot.brief.room.model_copy(update={"width": 0.9, "depth": 0.9})
    brief = shoot.brief.model_copy(update={"room": outside})
    result = evaluate(brief, shoot.design, effort=Effort())
    rows = {one.key: one for one in gauges(brief, shoot.design, result)}
    assert rows["contrast"].value is None
    assert rows["contrast"].spread is None
    assert rows["contrast"].doubts == ()
    assert rows["exposure"].spread[0] < rows["exposure"].value < rows["exposure"].spread[1]
