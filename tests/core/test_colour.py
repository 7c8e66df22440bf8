import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.photometry import colour as c


@pytest.mark.parametrize(
    ("kelvin", "u", "v"),
    # u, v of black bodies from Planck's law and the CIE 1931 observer (Wyszecki and Stiles 1982, table 1(3.11))
    [(2000.0, 0.30505, 0.35907), (2856.0, 0.25597, 0.34956), (5000.0, 0.21141, 0.32331), (10000.0, 0.19032, 0.29326)],
)
def test_black_bodies_lie_where_the_tables_say(kelvin, u, v):
    assert c.planckian_uv(kelvin) == pytest.approx((u, v), abs=6e-4)


def test_daylight_of_6504_kelvin_is_d65():
    assert c.daylight_xy(6504.0) == pytest.approx(c.D65, abs=2e-4)


@pytest.mark.parametrize(("shift", "start", "end"), [(131.0, 5500.0, 3200.0), (-131.0, 3200.0, 5500.0)])
def test_mired_arithmetic(shift, start, end):
    assert c.shifted(start, shift) == pytest.approx(end, rel=0.005)


@given(st.floats(2000, 12000), st.floats(2000, 12000))
def test_temperature_survives_the_camera(kelvin, balance):
    """What the camera records of a black body tells its temperature again, unless a colour lies outside BT.709."""
    rgb = c.light_colour(kelvin, balance)
    assert rgb @ np.array([0.2126, 0.7152, 0.0722]) == pytest.approx(1.0)
    if rgb.min() > 0.0:
        back = c.seen_white(rgb, balance)
        plain = c.correlated(*c.white_xy(kelvin))
        assert c.mired(back.kelvin) == pytest.approx(c.mired(plain.kelvin), abs=0.2)
        assert back.duv == pytest.approx(plain.duv, abs=2e-5)


@given(st.floats(2000, 12000))
def test_balanced_light_is_neutral_and_warmer_light_is_redder(kelvin):
    assert c.light_colour(kelvin, kelvin) == pytest.approx(np.ones(3), abs=2e-3)
    warm = c.light_colour(c.shifted(kelvin, 60.0), kelvin)
    assert warm[0] > 1.0 > warm[2]


def test_daylight_is_greener_than_black_bodies():
    # D65 has Duv +.0032 (CIE 015)
    found = c.correlated(*c.D65)
    assert found.kelvin == pytest.approx(6504, rel=0.003)
    assert found.duv == pytest.approx(0.0032, abs=3e-4)
