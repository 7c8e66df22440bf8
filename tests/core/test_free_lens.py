"""A thin lens that stands in the set: what is seen and lit through it, against the lens equation."""

import math

import numpy as np
import pytest

from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Disc, Panel
from wenlo.core.optics.sheet import Sheet, board
from wenlo.core.transport.measure import read
from wenlo.core.transport.picture import Viewpoint, take
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve

A = np.array
CLEAR = Sheet(
    transmittance=np.full(3, 0.9),
    unscattered=np.full(3, 0.9),
    reflectance_front=np.zeros(3),
    reflectance_back=np.zeros(3),
)
LUMINANCE = 1e4


def lens(y=0.0, *, radius=0.03, focal_length: float | None = 0.2) -> Disc:
    return Disc(
        id="lens", centre=A([0.0, y, 0]), axis=A([0.0, 1, 0]), radius=radius, surface=CLEAR, focal_length=focal_length
    )


def lamp(y: float, radius: float, x: float = 0.0) -> Emitter:
    """A Lambertian disc of 10 000 cd/m² that shines along +y."""
    return Emitter(
        id="lamp",
        shape="disc",
        centre=A([x, y, 0]),
        edge_u=A([0.0, 0, 2 * radius]),
        edge_v=A([2 * radius, 0, 0]),
        amount=LUMINANCE * math.pi * math.pi * radius**2,
        beam=1.0,
        colour=np.ones(3),
    )


def wall(y: float, size: float, name="wall", rho=0.5) -> Panel:
    return Panel(
        id=name,
        origin=A([-size / 2, y, -size / 2]),
        edge_u=A([size, 0.0, 0]),
        edge_v=A([0.0, 0, size]),
        surface=board((rho,) * 3),
    )


def stop(radius: float, size: float = 4.0) -> list[Panel]:
    """A black wall with a square hole, the lens' circle inside it: only what the lens lets through passes."""
    r = radius
    black = board((0.0,) * 3)
    bounds = [(-size, -r, -size, size), (r, size, -size, size), (-r, r, -size, -r), (-r, r, r, size)]
    return [
        Panel(id=f"stop {k}", origin=A([a, 0.0, c]), edge_u=A([b - a, 0, 0]), edge_v=A([0, 0, d - c]), surface=black)
        for k, (a, b, c, d) in enumerate(bounds)
    ]


def reading(scene: LightScene, *points, error=0.01):
    solved = solve(scene, Effort(sides=100, error=error, most_paths=1 << 15))
    meters = [Meter(id=str(k), position=A(p, dtype=float), normal=A([0.0, -1, 0])) for k, p in enumerate(points)]
    return [(r.total[1], r.error) for r in read(solved, meters).values()]


def test_a_lens_full_of_its_lamp_is_a_disc_of_the_lamps_luminance():
    """E = T·πL sin²θ of the lens as long as every ray from the meter through it ends on the lamp (radiance is kept)."""
    scene = LightScene(panels=(lens(),), lamps=(lamp(-0.2, 0.06),))
    ((got, error),) = reading(scene, (0, 0.5, 0))
    expected = 0.9 * math.pi * LUMINANCE * 0.03**2 / (0.03**2 + 0.5**2)
    # the corners between the lens' round edge and the lamp behind it shine past the lens too
    past = math.pi * LUMINANCE * (0.06**2 / (0.06**2 + 0.7**2) - (0.03 * 1.4) ** 2 / ((0.03 * 1.4) ** 2 + 0.7**2))
    assert got == pytest.approx(expected + past, rel=0.015)
    assert abs(got - expected - past) <= 1.5 * error


def test_the_image_of_the_lamp_is_where_the_lens_equation_puts_it():
    """A lamp of 5 mm at g = .3 m has by 1/g + 1/b = 1/f its image at .6 m, twice as large and E = T·πL sin²θ bright."""
    scene = LightScene(panels=(lens(radius=0.03), *stop(0.03)), lamps=(lamp(-0.3, 0.005),))
    (inside, _), (edge, _), (outside, _) = reading(scene, (0, 0.6, 0), (0.0085, 0.6, 0), (0.0125, 0.6, 0))
    expected = 0.9 * math.pi * LUMINANCE * 0.03**2 / (0.03**2 + 0.6**2)
    assert inside == pytest.approx(expected, rel=0.02)
    assert edge == pytest.approx(expected, rel=0.03)
    # past the image only the corners of the stop's square hole, where there is no lens, let the lamp through
    assert outside < 0.3 * expected


def test_without_power_it_is_a_pane_and_spreading_it_dims():
    flat, none, spread = (
        reading(LightScene(panels=(lens(focal_length=f), *stop(0.03)), lamps=(lamp(-0.3, 0.02),)), (0, 0.6, 0))[0][0]
        for f in (1e6, None, -0.1)
    )
    assert flat == pytest.approx(none, rel=0.02)
    assert spread < 0.6 * none


def test_a_lit_wall_is_seen_through_a_lens_as_bright_as_it_is():
    """A meter near a wall's image reads the wall's luminance over the lens, whatever the lens does (no lamp is
    seen).
    """
    bright = wall(-0.4, 2.0, rho=0.8)
    source = Emitter(
        id="lamp",
        shape="disc",
        centre=A([0.0, -0.05, 1.5]),
        edge_u=A([0.1, 0, 0]),
        edge_v=A([0.0, 0, 0.1]),
        amount=2000.0,
        beam=1.0,
        colour=np.ones(3),
    )
    with_lens = reading(LightScene(panels=(lens(), bright, *stop(0.03)), lamps=(source,)), (0, 0.3, 0))[0][0]
    without = reading(LightScene(panels=(lens(focal_length=None), bright, *stop(0.03)), lamps=(source,)), (0, 0.3, 0))[
        0
    ][0]
    assert without > 0.0
    # the wall's lit part is even enough over what both see of it
    assert with_lens == pytest.approx(without, rel=0.06)


@pytest.mark.parametrize(
    ("focal_length", "magnified"), [(0.5, 1.0 / (1.0 - 0.25 / 0.5)), (-0.5, 1.0 / (1.0 + 0.25 / 0.5))]
)
def test_a_magnifier_shows_a_bright_square_larger(focal_length, magnified):
    """From far away, a thing at distance a behind a lens looks 1/(1 − a/f) times as large."""
    dark, mark = wall(0.25, 3.0, "dark", 0.02), wall(0.249, 0.04, "mark", 0.9)
    sun = Emitter(
        id="sun",
        shape="sun",
        centre=A([0.0, 0, 0]),
        edge_u=A([1.0, 0, 0]),
        edge_v=A([0.0, 1.2, 1.0]),
        amount=1000.0,
        beam=1.0,
        colour=np.ones(3),
    )
    camera = Viewpoint(position=A([0.0, -60, 0]), aim=A([0.0, 0, 0]), field=0.4 / 60)

    def width(f: float | None) -> float:
        scene = LightScene(panels=(lens(radius=0.18, focal_length=f), dark, mark), lamps=(sun,))
        row = take(solve(scene, Effort(sides=60)), camera, width=80, height=8, samples=16, smoothing=0).light[
            0, 4, :, 1
        ]
        return float(row.sum() - 80 * np.median(row)) / float(row.max() - np.median(row))

    assert width(focal_length) / width(None) == pytest.approx(magnified, rel=0.06)
