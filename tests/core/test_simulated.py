"""The simulated set: what its meter and camera tell follows from its hidden truth."""

import math

import numpy as np
import pytest

from factories import make_shoot
from wenlo.core.analysis.preview import Taking
from wenlo.core.calibration.model import sheet_values, unknowns_of
from wenlo.core.calibration.simulated import FASTEST, SLOWEST, SimulatedExposure, Truth, frame, readings, truth_of
from wenlo.core.optics.sheet import LUMA
from wenlo.core.photometry.tone import MIDDLE_GREY, linearised

SMALL = Taking(width=60, height=40, samples=8)


def taken(shoot, **changes):
    camera = shoot.brief.camera
    return SimulatedExposure(**{"aperture": camera.aperture, "shutter": camera.shutter, "iso": camera.iso, **changes})


def light(picture):
    return linearised(picture) @ LUMA


def test_a_truth_is_drawn_again_from_its_seed_and_names_what_the_design_has():
    design = make_shoot().design
    assert truth_of(design, 5) == truth_of(design, 5)
    assert truth_of(design, 5) != truth_of(design, 6)
    for seed in range(20):
        moved = truth_of(design, seed).moved
        assert 1 <= len(moved) <= 2
        assert set(moved) <= set(unknowns_of(design))


def test_a_sheet_that_passes_more_sends_less_back_and_keeps_its_absorptance():
    design = make_shoot().design
    before = sheet_values(design.sheet, 0.0)
    for stops in (-2.0, -0.5, 0.2, 0.6):
        after = sheet_values(design.sheet, stops)
        assert after["transmittance"] == pytest.approx(min(before["transmittance"] * 2.0**stops, 0.97))
        if after["reflectance"] > 0.0:
            assert after["transmittance"] + after["reflectance"] == pytest.approx(
                before["transmittance"] + before["reflectance"]
            )
        assert after["unscattered"] / after["transmittance"] == pytest.approx(
            before["unscattered"] / before["transmittance"]
        )


def test_a_lamp_that_aged_reads_low_by_as_much():
    shoot = make_shoot()
    whole = readings(shoot.brief, shoot.design, [], ["key"], Truth())
    aged = readings(shoot.brief, shoot.design, [], ["key"], Truth(moved={"lamp output": -0.7}))
    assert np.log2(aged / whole) == pytest.approx([-0.7], abs=0.02)


def test_a_stop_more_exposure_is_twice_the_light_in_the_file():
    shoot = make_shoot()
    truth = Truth(seed=2)
    once, _ = frame(shoot.brief, shoot.design, truth, taken(shoot, shutter=1 / 200), SMALL)
    twice, _ = frame(shoot.brief, shoot.design, truth, taken(shoot, shutter=1 / 100), SMALL)
    use = (light(once) > 0.02) & (twice.max(axis=2) < 0.98)
    assert use.mean() > 0.3
    assert np.median(light(twice)[use] / light(once)[use]) == pytest.approx(2.0, rel=0.01)


def test_a_camera_that_sets_itself_comes_out_grey_and_tells_its_shutter():
    shoot = make_shoot()
    picture, settled = frame(shoot.brief, shoot.design, Truth(seed=2), taken(shoot, auto=True), SMALL)
    # within a sixth of a stop of third-stop marks, and what is clipped is lost
    assert abs(math.log2(light(picture).mean() / MIDDLE_GREY)) < 0.35
    assert settled.shutter != shoot.brief.camera.shutter
    assert FASTEST <= settled.shutter <= SLOWEST
    again, same = frame(shoot.brief, shoot.design, Truth(seed=2), taken(shoot, shutter=settled.shutter), SMALL)
    assert same.shutter == settled.shutter
    assert np.allclose(again, picture)


def test_noise_grows_with_the_iso_and_not_with_the_light():
    shoot = make_shoot()
    quiet, _ = frame(shoot.brief, shoot.design, Truth(seed=4), taken(shoot, iso=100, shutter=1 / 25), SMALL)
    loud, _ = frame(shoot.brief, shoot.design, Truth(seed=4), taken(shoot, iso=6400, shutter=1 / 1600), SMALL)
    rough = [float(np.median(np.abs(np.diff(light(p)[:8, :12], axis=1)))) for p in (quiet, loud)]
    assert rough[1] > 3.0 * rough[0]
    assert light(loud)[:8, :12].mean() == pytest.approx(light(quiet)[:8, :12].mean(), rel=0.05)
