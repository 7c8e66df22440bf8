"""Open shade: a hole in the wall with the sky in it, on either side."""

import numpy as np
import pytest

from made_kinds import made, middle, sides
from wenlo.messages.steps import step_words


@pytest.mark.parametrize(("key_angle", "side"), [(90.0, 1.0), (-90.0, -1.0), (20.0, 1.0)])
@pytest.mark.parametrize("along", [-1.0, 0.0, 1.5])
def test_the_opening_lies_in_the_wall_that_is_said(key_angle, side, along):
    shade = made("open_shade", key_angle=key_angle, along=along, width=1.2, height=1.8, sill=0.1, wall=2.0)
    hole = shade.panel("sheet")
    assert sides(hole) == pytest.approx((1.2, 1.8))
    assert middle(hole)[0] == pytest.approx(2.0 * side, abs=0.03)
    assert middle(hole)[1:] == pytest.approx([-along, 0.1 + 0.9])


def test_more_daylight_is_as_much_more_light():
    low, high = (made("open_shade", daylight=d) for d in (3000.0, 12000.0))
    for a, b in zip(low.light.lamps, high.light.lamps, strict=True):
        assert np.asarray(b.amount) == pytest.approx(4.0 * np.asarray(a.amount))


def test_only_tape_and_a_black_are_needed():
    shade = made("open_shade")
    assert not shade.plan.pieces
    assert shade.covers("heavy_black_flag_cloth") == [pytest.approx((1.4, 2.0))]
    assert any("sun" in step_words(step).caution for step in shade.plan.steps)
