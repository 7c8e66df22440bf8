"""Made-up photographs of known light, with noise, compression and turning: what is measured lies within its
own error.
"""

import math

import numpy as np
import pytest
from PIL.TiffImagePlugin import IFDRational

from photographs import photographed
from wenlo.core.calibration.measures import (
    backdrop_evenness,
    cast,
    curve_from_pair,
    evenness,
    exposure_between,
    level,
    picture_of,
    shadow_edge,
    stops_apart,
)
from wenlo.core.calibration.shots import Area
from wenlo.core.errors import Impossible
from wenlo.core.photometry.tone import encoded, linearised
from wenlo.formats.measured_photograph import read_photograph

LEFT = Area(name="left", x=0.05, y=0.1, width=0.3, height=0.8)
RIGHT = Area(name="right", x=0.65, y=0.1, width=0.3, height=0.8)


def two_areas(stops, *, bright=0.5, size=(300, 400)):
    light = np.full(size, bright)
    light[:, size[1] // 2 :] = bright * 2.0**-stops
    return light


def test_the_curve_is_undone():
    values = np.linspace(0.0, 1.0, 101)
    assert linearised(encoded(values)) == pytest.approx(values, abs=2e-6)


@pytest.mark.parametrize("stops", [0.0, 1 / 3, 1.0, 2.5, 4.0])
@pytest.mark.parametrize(
    ("form", "noise", "turn"),
    [("PNG", 0.0, 0), ("JPEG", 0.02, 0), ("JPEG", 0.02, 90), ("WEBP", 0.01, 0), ("TIFF", 0.02, 180)],
)
def test_stops_between_areas_are_found_within_their_error(stops, form, noise, turn):
    photo = read_photograph(photographed(two_areas(stops), noise=noise, form=form, turn=turn))
    picture = picture_of(photo.encoded)
    found = stops_apart(level(picture, LEFT), level(picture, RIGHT))
    assert abs(found.stops - stops) <= found.error + 0.03
    assert found.error < 0.5


def test_clipped_and_black_areas_are_refused_with_words():
    bright = picture_of(encoded(np.repeat(two_areas(1.0, bright=1.0)[:, :, None], 3, axis=2)))
    with pytest.raises(Impossible, match="clipped"):
        level(bright, LEFT)
    dark = picture_of(encoded(np.repeat(two_areas(1.0, bright=1e-3)[:, :, None], 3, axis=2)))
    with pytest.raises(Impossible, match="nearly black"):
        level(dark, LEFT)


def test_evenness_and_the_hot_spot():
    y, x = np.mgrid[0:300, 0:400] / np.array([300, 400])[:, None, None]
    fall = 2.0
    radius = np.hypot(x - 0.7, y - 0.4)
    light = 0.7 * 2.0 ** (-fall * (radius / 0.5) ** 2)
    found = evenness(
        picture_of(read_photograph(photographed(light, noise=0.01)).encoded),
        Area(name="sheet", x=0.0, y=0.0, width=1.0, height=1.0),
    )
    assert found.hot == pytest.approx((0.7, 0.4), abs=0.07)
    assert found.stops.max() == 0.0
    middle = found.stops[4, 4]
    truth = -fall * ((math.hypot(0.2, 0.1)) / 0.5) ** 2
    assert middle == pytest.approx(truth, abs=0.25)
    flat = evenness(
        picture_of(read_photograph(photographed(np.full((200, 300), 0.5), noise=0.02)).encoded),
        Area(name="sheet", x=0, y=0, width=1.0, height=1.0),
    )
    assert abs(flat.edge) < 0.05


@pytest.mark.parametrize("width", [0.01, 0.03, 0.06])
@pytest.mark.parametrize("slant", [0.0, 0.08])
def test_the_width_of_an_edge_with_a_scale(width, slant):
    # 0.2 m across 800 pixels, a straight ramp from light to dark
    x = np.linspace(0.0, 0.2, 800)[None, :] + slant * np.linspace(-0.1, 0.1, 300)[:, None]
    ramp = np.clip((x - (0.1 - width / 2)) / width, 0.0, 1.0)
    light = 0.6 - 0.45 * ramp
    picture = picture_of(read_photograph(photographed(light, noise=0.01, form="JPEG")).encoded)
    found = shadow_edge(picture, (0.0, 0.5), (1.0, 0.5), metres=0.2)
    assert found.width == pytest.approx(width, rel=0.12, abs=found.error + 0.001)
    assert found.stops == pytest.approx(2.0, abs=0.1)


def test_no_edge_is_no_width():
    flat = picture_of(encoded(np.full((200, 300, 3), 0.4)))
    with pytest.raises(Impossible, match="no edge"):
        shadow_edge(flat, (0.1, 0.5), (0.9, 0.5), metres=0.2)
    with pytest.raises(Impossible, match="too short"):
        shadow_edge(flat, (0.5, 0.5), (0.51, 0.5), metres=0.2)


def test_cast_and_ground():
    warm = np.zeros((200, 300, 3))
    warm[:] = (0.5, 0.42, 0.35)
    found = cast(level(picture_of(read_photograph(photographed(warm, noise=0.01)).encoded), LEFT))
    assert found.warm == pytest.approx(math.log2(0.5 / 0.35), abs=0.05)
    assert found.green == pytest.approx(math.log2(0.42 / math.sqrt(0.5 * 0.35)), abs=0.05)
    white = np.full((200, 300), 0.97)
    white[:, 150:] = 0.5
    told = backdrop_evenness(
        picture_of(encoded(np.repeat(white[:, :, None], 3, axis=2))),
        Area(name="ground", x=0, y=0, width=1.0, height=1.0),
    )
    assert told.white == pytest.approx(0.5, abs=0.01)
    assert told.over < 0.0


@pytest.mark.parametrize("gamma", [0.8, 1.0, 1.25])
def test_a_cameras_own_curve_is_found_from_a_pair(gamma):
    scene = np.clip(np.random.default_rng(3).uniform(0.04, 0.45, (120, 160)), 0, 1)
    own = lambda light: picture_of(encoded(np.repeat((light ** (1 / gamma))[:, :, None], 3, axis=2)))  # noqa: E731
    bent = curve_from_pair(own(scene * 2), own(scene), 1.0)
    assert bent == pytest.approx(gamma, rel=0.02)
    with pytest.raises(Impossible, match="more than their exposure"):
        curve_from_pair(own(scene), own(scene[::-1, ::-1].copy()), 1.0)


def test_exposure_is_read_and_counted_in():
    exif = {0x829D: IFDRational(28, 10), 0x829A: IFDRational(1, 100), 0x8827: 400}
    photo = read_photograph(photographed(two_areas(1.0), form="JPEG", exif=exif))
    assert photo.exposure == pytest.approx((2.8, 0.01, 400.0))
    assert read_photograph(photographed(two_areas(1.0))).exposure is None
    assert exposure_between((2.0, 0.01, 400.0), (2.8, 0.01, 400.0)) == pytest.approx(0.97, abs=0.01)
    # two frames of one area, the second with a stop less exposure
    one = level(picture_of(photo.encoded), LEFT)
    other = level(picture_of(read_photograph(photographed(two_areas(1.0) / 2)).encoded), LEFT)
    assert stops_apart(one, other, exposure=-1.0).stops == pytest.approx(0.0, abs=0.05)
