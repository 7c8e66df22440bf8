"""Steam and dust against the closed forms of single scattering."""

import math
from dataclasses import replace

import numpy as np
import pytest

from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Dome, Panel
from wenlo.core.optics.sheet import board
from wenlo.core.transport.picture import Viewpoint, take
from wenlo.core.transport.scene import Cloud, LightScene
from wenlo.core.transport.solve import Effort, solve

A = np.array
STEAM = Cloud(centre=A([0.0, 0, 0]), half=A([0.2, 0.2, 0.2]), extinction=0.02, forward=0.6)


def sun_from(direction) -> Emitter:
    """A sun of 1000 lx that shines along −direction."""
    n = A(direction, dtype=float) / np.linalg.norm(direction)
    side = np.cross(n, [0.3, 0.5, 0.9])
    side /= np.linalg.norm(side)
    return Emitter(
        id="sun",
        shape="sun",
        centre=A([0.0, 0, 0]),
        edge_u=side,
        edge_v=np.cross(n, side),
        amount=1000.0,
        beam=1.0,
        colour=np.ones(3),
    )


def middle(scene: LightScene, **camera) -> float:
    view = Viewpoint(position=A([0.0, -3, 0]), aim=A([0.0, 0, 0]), field=math.radians(0.5), **camera)
    taken = take(solve(scene, Effort(sides=40)), view, width=8, height=8, samples=4, smoothing=0)
    return float(taken.light[0, 2:6, 2:6].mean())


@pytest.mark.parametrize("direction", [(0, 1, 0.05), (1, 0.2, 0), (0.3, -1, 0.1)])
def test_thin_cloud_scatters_the_sun_by_its_phase_function(direction):
    """L = E·p(θ)·∫σ ds with ∫σ₀(1 − r²/R²) ds = 4/3·σ₀R through the middle (Henyey and Greenstein 1941)."""
    n = A(direction, dtype=float) / np.linalg.norm(direction)
    g, cosine = STEAM.forward, n[1]
    phase = (1 - g * g) / (4 * math.pi * (1 + g * g - 2 * g * cosine) ** 1.5)
    expected = 1000 * phase * 4 / 3 * STEAM.extinction * 0.2
    got = middle(LightScene(panels=(), lamps=(sun_from(direction),), clouds=(STEAM,)))
    # thin, so its own shade is under half a percent; the sampled place in the chord leaves two percent
    assert got == pytest.approx(expected, rel=0.025)


def test_steam_shows_against_the_light_and_hardly_with_it():
    behind = middle(LightScene(panels=(), lamps=(sun_from((0, 1, 0.2)),), clouds=(STEAM,)))
    before = middle(LightScene(panels=(), lamps=(sun_from((0, -1, 0.2)),), clouds=(STEAM,)))
    assert behind > 15 * before > 0


def test_thick_cloud_dims_what_is_behind_it():
    """A wall behind keeps exp(−4/3·σR) of its luminance (Beer's law)."""
    wall = Panel(
        id="wall", origin=A([-5.0, 1, -5]), edge_u=A([10.0, 0, 0]), edge_v=A([0.0, 0, 10]), surface=board((0.8,) * 3)
    )
    taking = replace(STEAM, extinction=3.0, albedo=0.0)
    scene = LightScene(panels=(wall,), lamps=(sun_from((0, -1, 0.3)),))
    clear, dimmed = middle(scene), middle(replace(scene, clouds=(taking,)))
    # the sun comes over the cloud to the wall, past its shade
    assert dimmed / clear == pytest.approx(math.exp(-4 / 3 * 3.0 * 0.2), rel=0.02)


def test_moving_ball_smears_along_its_way():
    """A bright ball that moves by its own width covers twice the width, half as strongly at the ends."""
    ball = Dome(id="ball", centre=A([0.0, 0, 0]), radius=0.1, surface=board((0.9,) * 3))
    still = LightScene(panels=(ball,), lamps=(sun_from((0, -1, 0.0)),))
    view = Viewpoint(position=A([0.0, -3, 0]), aim=A([0.0, 0, 0]), field=math.radians(12))

    def row(scene: LightScene) -> np.ndarray:
        return take(solve(scene, Effort(sides=40)), view, width=61, height=5, samples=32, smoothing=0).light[0, 2, :, 1]

    sharp, smeared = row(still), row(replace(still, moves={"ball": A([0.2, 0, 0])}))
    assert smeared.sum() == pytest.approx(sharp.sum(), rel=0.05)
    lit = [int(np.count_nonzero(r > 0.002 * r.max())) for r in (sharp, smeared)]
    pixel = 2 * 3 * math.tan(math.radians(6)) / 61
    # the last pixels at both ends get a grazing sliver in one ray of 32
    assert lit[1] == pytest.approx(lit[0] + 0.2 * 31 / 32 / pixel, abs=3)
    edge = np.flatnonzero(sharp > 0.02 * sharp.max())[0]
    # at the still ball's edge it is there for half of the time
    assert 0.2 * sharp.max() < smeared[edge + 2] < 0.6 * sharp.max()
