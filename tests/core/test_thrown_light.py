"""Light that a mirror throws: by the lamp's image, by hand, and against a plain tracer written apart."""

import json
import math
from dataclasses import replace

import numpy as np
import pytest
from benchmarks.honest import missed
from benchmarks.plain_tracer import traced
from benchmarks.random_sets import random_set
from benchmarks.sets import lamp, meter, panel, whole

from wenlo.core.transport.measure import read
from wenlo.core.transport.solve import QUICK, solve
from wenlo.formats.panel_set import read_panel_set

LAMP = lamp("lamp", (-0.1, 0, -0.1), (0, 0, 0.2), (0.2, 0, 0), 4000)
MIRROR = panel("mirror", (-0.3, 1.0, -0.3), (0, 0, 0.6), (0.6, -0.6, 0), 0.9, roughness=0.0)
WALL = panel("wall", (-2.02, -1, -1.5), (0, 4, 0), (0, 0, 3), 0.6)


def readings(document, effort=QUICK):
    scene, meters = read_panel_set(json.dumps(document))
    return read(solve(scene, effort), meters)


def by_the_image():
    """Illuminance at (−2, 0.7, 0) looking along +x: straight from the lamp, and from its image behind the mirror. [lx]

    The mirror lies in x + y = 0.7: (x, 0, z) of the lamp is seen at (0.7, 0.7 − x, z), facing −x.
    """
    n = 100
    x, z = np.meshgrid(0.2 * ((np.arange(n) + 0.5) / n - 0.5), 0.2 * ((np.arange(n) + 0.5) / n - 0.5))
    each = 4000 / math.pi / n**2
    seen = np.stack([np.full_like(x, 2.7), -x, z], axis=-1)
    r2 = (seen**2).sum(axis=-1)
    image = 0.9 * float((each * seen[..., 0] ** 2 / r2**2).sum())
    straight = np.stack([x + 2.0, np.full_like(x, -0.7), z], axis=-1)
    r2 = (straight**2).sum(axis=-1)
    return image, float((each * straight[..., 0] * 0.7 / r2**2).sum())


def test_a_mirror_shows_the_lamps_image():
    image, straight = by_the_image()
    got = readings(whole([MIRROR], [LAMP], [meter("m", (-2, 0.7, 0), (1, 0, 0))]))["m"]
    assert abs(float(got.total[1]) - (image + straight)) <= got.error
    assert got.error < 0.05 * got.total[1]
    assert image > 1.5 * straight


def test_light_thrown_on_a_wall_is_found_before_it_is_judged():
    # away from the lamp and the mirror, toward the wall alone; without the mirror it reads two thirds as much
    at = [meter("m", (-1.0, 2.0, 0.0), (-1, -0.3, 0))]
    bare = readings(whole([WALL], [LAMP], at))["m"]
    for seed in range(4):
        scene, meters = read_panel_set(json.dumps(whole([MIRROR, WALL], [LAMP], at)))
        got = read(solve(scene, replace(QUICK, error=0.024, seed=seed)), meters)["m"]
        # ∫ ρ/π E cos θ cos θ'/r² dA over the wall, E of the lamp and of its image behind the mirror: 47.46 lx; what
        # goes from the wall by the mirror to the wall again is a hundred thousandth of that
        assert abs(float(got.total[1]) - 47.46) <= got.error + 0.02, seed
        assert float(got.total[1]) > 1.25 * float(bare.total[1])


@pytest.mark.parametrize("family", ["mirrors", "anything", "box with a sheet"])
def test_what_is_stated_holds_for_a_set_at_random(family):
    document = random_set(family, 1)
    truth, got = traced(document, share=0.01, most=200_000), readings(document)
    verdicts = [missed(float(got[m].total[1]), got[m].error, value, error) for m, (value, error) in truth.items()]
    # 5 % of the meters may miss; of four, two never do together
    assert sum(verdict is True for verdict in verdicts) <= 1


def test_the_plain_tracer_is_right_where_a_formula_is():
    # the illuminance of a Lambertian oblong on its axis is that of a small source from far away
    alone = traced(whole([], [LAMP], [meter("m", (0, 6, 0), (0, -1, 0))]), share=0.001, most=400_000)["m"]
    assert alone[0] == pytest.approx(4000 / math.pi / 36, rel=2e-3)
    image, straight = by_the_image()
    shown = traced(whole([MIRROR], [LAMP], [meter("m", (-2, 0.7, 0), (1, 0, 0))]), share=0.003, most=4_000_000)["m"]
    assert shown[0] == pytest.approx(image + straight, abs=3.5 * shown[1])


@pytest.mark.parametrize(
    ("got", "stated", "truth", "error", "verdict"),
    [
        (104.0, 2.0, 100.0, 0.5, True),
        (101.5, 2.0, 100.0, 0.5, False),
        # by hand: √(2² + 0.98²) = 2.23
        (102.2, 2.0, 100.0, 0.5, False),
        (102.3, 2.0, 100.0, 0.5, True),
        # not known well enough
        (104.0, 2.0, 100.0, 1.5, None),
        (0.0, 0.0, 0.0, 0.0, None),
    ],
)
def test_a_miss_is_one(got, stated, truth, error, verdict):
    assert missed(got, stated, truth, error) is verdict
