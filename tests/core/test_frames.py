"""Two frames held against each other: made-up pairs of known light, through files."""

import math

import numpy as np
import pytest

from photographs import photographed
from wenlo.core.calibration.frames import exposure_apart, frames_apart, spill, words_on_exposure
from wenlo.core.calibration.measures import area_slices, level, picture_of
from wenlo.core.calibration.shots import Area
from wenlo.core.errors import Impossible
from wenlo.formats.measured_photograph import read_photograph

FACE = Area(name="face", x=0.05, y=0.1, width=0.3, height=0.8)
WALL = Area(name="wall", x=0.65, y=0.1, width=0.3, height=0.8)


def seen(face, wall, *, exposure=1.0, seed=1):
    """Levels of face and wall of a frame exposed so many times more."""
    light = np.full((240, 320), face * exposure)
    light[:, 160:] = wall * exposure
    picture = picture_of(read_photograph(photographed(light, noise=0.01, form="JPEG", seed=seed)).encoded)
    return level(picture, FACE), level(picture, WALL)


@pytest.mark.parametrize("stops", [-2.0, -0.5, 0.0, 1.0])
@pytest.mark.parametrize("more", [0.5, 1.0, 2.0])
def test_an_area_that_changed_by_so_many_stops_is_told_whatever_the_exposure(stops, more):
    one, _ = seen(0.2 * 2.0**stops, 0.1)
    other, _ = seen(0.2, 0.1, exposure=more, seed=2)
    apart = frames_apart(one, other, exposure=math.log2(more), tied=False, fitted=False)
    assert apart.stops == pytest.approx(stops, abs=apart.error)
    assert 0.05 <= apart.error < 0.3


def test_files_or_a_card_tell_the_exposure_and_nothing_else_does():
    assert exposure_apart((2.8, 1 / 100, 400.0), (2.8, 1 / 50, 400.0)) == pytest.approx(1.0)
    _, card = seen(0.3, 0.18)
    _, darker = seen(0.3, 0.18, exposure=0.5, seed=3)
    assert exposure_apart(None, None, card=(card, darker)) == pytest.approx(-1.0, abs=0.05)
    with pytest.raises(Impossible, match="neutral card"):
        exposure_apart((2.8, 1 / 100, 400.0), None)


@pytest.mark.parametrize("share", [0.1, 0.5, 0.9])
def test_spill_is_the_light_that_a_lamp_adds(share):
    # the wall gets .1 in all, a share of it from the lamp; the face .4
    face, wall = seen(0.4, 0.1)
    _, dark = seen(0.05, 0.1 * (1.0 - share), exposure=2.0, seed=5)
    told = spill(wall, dark, face, exposure=1.0)
    truth = math.log2(0.1 * share / 0.4)
    assert told.against == pytest.approx(truth, abs=told.error)
    assert told.lifts == pytest.approx(-math.log2(1.0 - share), abs=0.1)


def test_spill_that_is_less_than_noise_is_not_told():
    face, wall = seen(0.4, 0.1)
    with pytest.raises(Impossible, match="too little"):
        spill(wall, seen(0.4, 0.0995, seed=4)[1], face)


def test_cameras_that_set_themselves_are_told():
    held, other = (2.8, 0.01, 400.0), (2.8, 0.02, 400.0)
    assert words_on_exposure([held, held], [False, False]) == ""
    assert "lock it" in words_on_exposure([held], [True])
    assert "counted in" in words_on_exposure([held, other], [False, None])
    assert "itself and changed" in words_on_exposure([held, other], [True, True])
    assert "neutral card" in words_on_exposure([held, None], [None, None])


@pytest.mark.parametrize(
    ("area", "rows", "columns"),
    [
        ({"x": 0.25, "y": 0.5, "width": 0.25, "height": 0.25}, (20, 30), (15, 30)),
        # at least two pixels
        ({"x": 0.5, "y": 0.5, "width": 0.005, "height": 0.005}, (20, 22), (30, 32)),
        # past the rim there is nothing: what begins on it is its last two
        ({"x": 1.0, "y": 1.0, "width": 0.1, "height": 0.1}, (38, 40), (58, 60)),
        ({"x": 0.9, "y": 0.0, "width": 1.0, "height": 1.0}, (0, 40), (54, 60)),
    ],
)
def test_an_area_is_so_many_pixels_and_never_none(area, rows, columns):
    picture = picture_of(np.full((40, 60, 3), 0.4))
    down, across = area_slices(picture, Area(**area))
    assert (down.start, down.stop) == rows
    assert (across.start, across.stop) == columns
    whole = level(picture, Area(x=0.1, y=0.1, width=0.5, height=0.5))
    assert level(picture, Area(**area)).luminance == pytest.approx(whole.luminance)
