"""Window through a sheet: the sheet's size and place before the window, weather behind it."""

import numpy as np
import pytest

from made_kinds import made, middle, sides


@pytest.mark.parametrize(("overhang", "sill"), [(0.0, 0.7), (0.2, 0.7), (0.3, 0.1)])
def test_the_sheet_overlaps_the_window_and_stays_off_the_floor(overhang, sill):
    window = made("window_sheet", window_width=1.0, window_height=1.2, overhang=overhang, sill=sill)
    sheet = window.panel("sheet")
    below = min(overhang, sill - 0.02)
    tall = 1.2 + overhang + below
    assert sides(sheet) == pytest.approx(sorted((1.0 + 2 * overhang, tall)))
    assert middle(sheet)[2] - tall / 2 == pytest.approx(sill - below)
    assert window.design.highest == pytest.approx(sill + 1.2 + overhang)
    assert sum(window.cuts()["rod"]) == pytest.approx(1.0 + 2 * overhang + 0.1)
    assert window.covers(window.design.sheet) == [pytest.approx((1.0 + 2 * overhang + 0.08, tall + 0.04 + 0.106))]


@pytest.mark.parametrize("side", [1.0, -1.0])
def test_it_hangs_before_the_window(side):
    window = made("window_sheet", key_angle=90.0 * side, sheet_off=0.3, wall=2.0)
    assert middle(window.panel("sheet"))[0] == pytest.approx(side * 1.7, abs=0.02)
    assert window.design.lamp_position[0] == pytest.approx(side * 2.0, abs=0.02)
    eyes = [h.place for h in window.kind.holds(window.design, 2.0)]
    assert np.linalg.norm(eyes[0] - eyes[1]) == pytest.approx(window.design.source_size[0])


def test_sun_brings_a_lamp_that_the_clouds_do_not():
    cloudy, sunny = (made("window_sheet", weather=w) for w in ("overcast", "sun"))
    assert len(sunny.light.lamps) > len(cloudy.light.lamps)
    assert any("sun" in lamp.id or lamp.shape == "disc" for lamp in sunny.light.lamps)
