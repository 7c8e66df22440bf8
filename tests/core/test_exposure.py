import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.photometry import exposure as ex
from wenlo.core.photometry.stops import format_stops, nearest_third, stops_between


def test_incident_exposure_equation():
    # ISO 2720: N²/t = E·S/C. f/4, 1/60 s, ISO 100 with C = 250 needs 250·16·60/100 = 2400 lx.
    assert ex.illuminance_for(aperture=4, shutter=1 / 60, iso=100, receptor="flat") == pytest.approx(2400)
    assert ex.illuminance_for(aperture=4, shutter=1 / 60, iso=100, receptor="dome") == pytest.approx(2400 * 340 / 250)


def test_ev_of_the_sunny_rule():
    # EV100 15 is f/16 at 1/125 s: N²/t = 2^15 within the rounding of the marks.
    lux = ex.illuminance_for(aperture=16, shutter=1 / 128, iso=100, receptor="flat")
    assert ex.ev100(lux, receptor="flat") == pytest.approx(15.0)


def test_guide_number_identity():
    # GN = N·d = √(I_s·S/250): 400 cd·s at 4 m give 25 lx·s and so f/√10 at ISO 100.
    intensity, distance = 400.0, 4.0
    aperture = ex.aperture_for(intensity / distance**2, iso=100, receptor="flat")
    assert aperture * distance == pytest.approx(math.sqrt(intensity * 100 / 250))


@given(st.floats(0.01, 1e5), st.floats(0.7, 45), st.sampled_from(["flat", "dome"]))
def test_aperture_and_iso_undo_each_other(amount, aperture, receptor):
    iso = ex.iso_for(amount, aperture=aperture, receptor=receptor)
    assert ex.aperture_for(amount, iso=iso, receptor=receptor) == pytest.approx(aperture)


def test_marks_of_dials():
    assert [ex.format_aperture(2 ** (k / 6)) for k in (0, 3, 9, 12, 15)] == ["f/1", "f/1.4", "f/2.8", "f/4", "f/5.6"]
    assert [ex.third_stop_iso(v) for v in (101, 420, 500, 26000)] == [100, 400, 500, 25600]
    assert ex.format_power(0.5) == "1/2"
    assert ex.format_power(2 ** (-5 / 3)) == "1/4 + 1/3"
    assert ex.format_aperture(math.nan) == "–"


def test_stops():
    assert stops_between(100, 0) == math.inf
    assert math.isnan(stops_between(0, 0))
    assert nearest_third(1.4) == pytest.approx(4 / 3)
    assert format_stops(-1.04, signed=True) == "-1.0 stop"
    assert format_stops(math.inf) == "no light"


@given(aperture=st.floats(0.8, 60.0))
def test_third_stop_apertures_are_a_click_away_at_most(aperture):
    nearest, wider = ex.third_stop_aperture(aperture), ex.third_stop_aperture(aperture, toward="wider")
    assert abs(2.0 * math.log2(nearest / aperture)) <= 1.0 / 6.0 + 1e-9
    assert -1e-6 <= 2.0 * math.log2(aperture / wider) <= 1.0 / 3.0 + 1e-5
    for found in (nearest, wider):
        clicks = 6.0 * math.log2(found)
        assert clicks == pytest.approx(round(clicks), abs=1e-6)


@given(aperture=st.floats(1.0, 32.0), iso=st.floats(50.0, 6400.0), receptor=st.sampled_from(["flat", "dome"]))
def test_exposure_aperture_and_iso_answer_one_another(aperture, iso, receptor):
    light = ex.luminous_exposure_for(aperture=aperture, iso=iso, receptor=receptor)
    assert ex.aperture_for(light, iso=iso, receptor=receptor) == pytest.approx(aperture)
    assert ex.iso_for(light, aperture=aperture, receptor=receptor) == pytest.approx(iso)
    # a stop wider needs half of the light
    assert ex.luminous_exposure_for(aperture=aperture / math.sqrt(2.0), iso=iso, receptor=receptor) == pytest.approx(
        light / 2
    )
