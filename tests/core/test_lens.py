import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.photometry import lens


@given(st.floats(0.012, 0.3), st.floats(1.0, 22.0), st.floats(0.5, 20.0))
def test_the_ends_of_the_sharp_range_blur_by_the_circle(focal, aperture, focus):
    """Thin lens: a point at distance x blurs by f²/N·|x − s|/(x (s − f)) on the sensor."""
    circle = lens.circle_of_confusion(0.036, 0.024)
    found = lens.sharp_range(focal_length=focal, aperture=aperture, focus=focus, circle=circle)

    def blur(x: float) -> float:
        return focal**2 / aperture * abs(x - focus) / (x * (focus - focal))

    assert blur(found.near) == pytest.approx(circle, rel=1e-6)
    if math.isfinite(found.far):
        assert blur(found.far) == pytest.approx(circle, rel=1e-6)
    else:
        assert blur(1e9) <= circle * (1 + 1e-6)
    assert found.near < focus < found.far


def test_a_lens_at_its_hyperfocal_distance_is_sharp_from_half_of_it():
    focal, aperture, circle = 0.035, 8.0, 3e-5
    hyperfocal = focal**2 / (aperture * circle) + focal
    found = lens.sharp_range(focal_length=focal, aperture=aperture, focus=hyperfocal, circle=circle)
    assert found.near == pytest.approx(hyperfocal / 2)
    assert found.far == math.inf


def test_movement_smears_with_time_and_size():
    # 1 m/s for 1/100 s moves 10 mm; 50 mm lens at 2.05 m draws it 1/40 as large: .25 mm, ten circles of .025 mm
    got = lens.motion_blur(speed=1.0, time=0.01, focal_length=0.05, focus=2.05, circle=2.5e-5)
    assert got == pytest.approx(10.0)


@pytest.mark.parametrize("time", [0.01, 0.02, 0.05])
def test_whole_swings_of_the_mains_do_not_flicker(time):
    assert lens.flicker_stops(depth=0.4, time=time) == pytest.approx(0.0, abs=1e-9)


def test_short_exposures_see_the_whole_swing():
    assert lens.flicker_stops(depth=1 / 3, time=1e-5) == pytest.approx(1.0, rel=1e-3)
    assert lens.flicker_stops(depth=0.3, time=1 / 60, mains=60.0) == pytest.approx(0.0, abs=1e-9)


def test_noise_halves_with_two_stops_more_light_or_twice_the_sensor_width():
    base = lens.signal_to_noise(iso=800, sensor_area=3.7e-4)
    assert lens.signal_to_noise(iso=200, sensor_area=3.7e-4) == pytest.approx(2 * base)
    assert lens.signal_to_noise(iso=800, sensor_area=4 * 3.7e-4) == pytest.approx(2 * base)
    words = [lens.noise_class(lens.signal_to_noise(iso=iso, sensor_area=8.64e-4)) for iso in (100, 1600, 6400, 102400)]
    assert words == ["clean", "fine", "plain", "coarse"]


@given(focal=st.floats(0.01, 0.3), focus=st.floats(0.5, 20.0))
def test_magnification_is_image_over_thing(focal, focus):
    found = lens.magnification(focal_length=focal, focus=focus)
    # by the lens equation the image lies v behind the lens, and is v/u as large
    image = 1.0 / (1.0 / focal - 1.0 / focus)
    assert found == pytest.approx(image / focus)
    assert lens.magnification(focal_length=focal, focus=focal) > 100.0
