"""Leaks, lumps and the turn of light on a ball, in made-up photographs of known light."""

import math

import numpy as np
import pytest

from photographs import photographed
from wenlo.core.calibration.measures import picture_of
from wenlo.core.calibration.shots import Area
from wenlo.core.calibration.spots import POINT_SOURCE, leaks, lumps, turn
from wenlo.core.errors import Impossible
from wenlo.formats.measured_photograph import read_photograph

WHOLE = Area(name="box", x=0.05, y=0.05, width=0.9, height=0.9)


def read(light, **how):
    return picture_of(read_photograph(photographed(light, **{"noise": 0.004, "form": "JPEG", **how})).encoded)


def blob(shape, at, size):
    y, x = np.mgrid[0 : shape[0], 0 : shape[1]]
    return np.exp(-((x - at[0]) ** 2 + (y - at[1]) ** 2) / 2 / size**2)


def test_leaks_of_a_dark_box_are_found_where_they_are_the_worst_first():
    light = np.full((300, 400), 0.01)
    light += 0.3 * blob(light.shape, (90, 60), 4) + 0.06 * blob(light.shape, (320, 230), 4)
    found = leaks(read(light), WHOLE)
    assert len(found) == 2
    for spot, at in zip(found, ((90, 60), (320, 230)), strict=True):
        assert (spot.x * 400, spot.y * 300) == pytest.approx(at, abs=4)
        assert spot.stops > 1.0
    assert found[0].stops > found[1].stops


@pytest.mark.parametrize("seed", range(5))
def test_a_tight_box_has_none_whatever_its_noise(seed):
    assert leaks(read(np.full((300, 400), 0.012), noise=0.01, seed=seed), WHOLE) == ()


def test_lumps_are_told_from_the_smooth_course_of_a_sheet():
    y, x = np.mgrid[-1.0:1.0:300j, -1.0:1.0:400j]
    smooth = 0.6 * np.exp(-0.4 * (x * x + y * y))
    assert lumps(read(smooth, noise=0.002), WHOLE) == ()
    bright = smooth * (1.0 + 0.25 * blob(smooth.shape, (280, 90), 9))
    (spot,) = lumps(read(bright, noise=0.002), WHOLE)
    assert (spot.x * 400, spot.y * 300) == pytest.approx((280, 90), abs=6)
    assert spot.stops == pytest.approx(math.log2(1.25), abs=0.08)
    # a seam is darker, and long
    seam = smooth.copy()
    seam[:, 150:156] *= 0.8
    found = lumps(read(seam, noise=0.002), WHOLE)
    assert found
    assert found[0].stops < -0.12
    assert found[0].x * 400 == pytest.approx(153, abs=6)


def test_lumps_of_a_clipped_sheet_cannot_be_seen():
    with pytest.raises(Impossible, match="clipped"):
        lumps(read(np.ones((100, 100))), WHOLE)


def ball(*, source, tilt=55.0, fill=0.0, size=300):
    """A ball under an even source of so many degrees' half-width, seen with its light from the left, ``tilt`` degrees
    off the camera.
    """
    y, x = np.mgrid[-1.1 : 1.1 : complex(0, size), -1.1 : 1.1 : complex(0, size)]
    inside = x * x + y * y < 1.0
    z = np.sqrt(np.maximum(1.0 - x * x - y * y, 0.0))
    light = np.zeros_like(x)
    for off in np.linspace(-source, source, 41) if source else [0.0]:
        angle = math.radians(tilt + off)
        light += np.maximum(-x * math.sin(angle) + z * math.cos(angle), 0.0)
    light = 0.7 * light / light.max() + fill
    return np.where(inside, light, 0.05)


RIMS = ((0.1 / 2.2, 0.5), (2.1 / 2.2, 0.5))


def test_a_point_source_turns_over_58_degrees():
    assert pytest.approx(58.4, abs=0.1) == POINT_SOURCE
    told = turn(read(ball(source=0.0)), *RIMS)
    assert told.band == pytest.approx(POINT_SOURCE, abs=told.error)
    assert told.error < 6.0


def test_a_wider_source_turns_later_and_more():
    bands = [turn(read(ball(source=s, tilt=45.0)), *RIMS).band for s in (0.0, 20.0, 35.0)]
    assert bands[0] < bands[1] < bands[2]


def test_a_ball_that_is_filled_or_drawn_the_wrong_way_round_is_refused():
    with pytest.raises(Impossible, match="more than a tenth"):
        turn(read(ball(source=0.0, fill=0.2)), *RIMS)
    with pytest.raises(Impossible, match="other way round"):
        turn(read(ball(source=0.0)), RIMS[1], RIMS[0])
    with pytest.raises(Impossible, match="too short"):
        turn(read(ball(source=0.0)), (0.5, 0.5), (0.52, 0.5))
