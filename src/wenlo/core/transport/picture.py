"""The predicted picture: what the camera sees of the solved set, linear and by lamp."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.kernels import film, haze
from wenlo.core.transport.kernels import smoothing as rows_of_pixels
from wenlo.core.transport.kernels.layout import ORIGIN
from wenlo.core.transport.measure import guide_of, texture_of
from wenlo.core.transport.pixels import Stored, look, particles_for
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.solve import Solved
from wenlo.core.transport.worlds import suits, world_of

Array = NDArray[np.float64]

TOLERANCE = 4.0
"""Standard errors that neighbours may differ by for noise alone."""

CLOUD_POINTS = 16
"""Rays a pixel through clouds."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Viewpoint:
    """A camera in place: a thin lens, in metres.

    ``field`` is the full level angle of view [rad]; ``aperture`` the diameter of the lens opening; 0 is sharp
    throughout.
    """

    position: Array
    aim: Array
    field: float
    aperture: float = 0.0
    focus: float = 1.0

    def row(self) -> Array:
        """Place, right, up, ahead, tan of half the field, focus distance and lens radius, shape (15,).

        Source: [Palmer2010].

        Returns
        -------
        Array: shape (15,). [m], [-]
        """
        ahead = self.aim - self.position
        ahead = ahead / float(np.linalg.norm(ahead))
        up = np.array([0.0, 0.0, 1.0]) if abs(ahead[2]) < 0.99 else np.array([0.0, 1.0, 0.0])
        right = cross(ahead, up)
        right = right / float(np.linalg.norm(right))
        tail = [math.tan(self.field / 2.0), self.focus, self.aperture / 2.0]
        return np.concatenate([self.position, right, cross(right, ahead), ahead, tail])


@dataclass(frozen=True, kw_only=True, eq=False)
class Picture:
    """Luminance in colour by lamp, shape (G, H, W, 3) [cd/m²], in white and at full power; ``noise`` is the median
    relative standard error of a pixel before it was smoothed. ``owners`` (H, W) tells what the middle of each pixel
    shows, as a place in ``shown``: the shapes' ids, the first empty for nothing.
    """

    lamps: tuple[Emitter, ...]
    light: Array
    noise: float
    samples: int
    shown: tuple[str, ...]
    owners: NDArray[np.int64]

    def developed(self, weights: Array) -> Array:
        """The sum over lamps weighed by power and colour, shape (G, 3) → (H, W, 3). [cd/m²]"""
        total: Array = np.einsum("ghwk,gk->hwk", self.light, weights)
        return total


def take(
    solved: Solved,
    camera: Viewpoint,
    *,
    width: int,
    height: int,
    samples: int,
    smoothing: int = 3,
    go_on: Callable[[int], bool] | None = None,
) -> Picture:
    """Take the picture.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set, with the subject in it.
    camera: where it stands and what it sees.
    width, height: pixels.
    samples: rays through each pixel, at most; an even number.
    smoothing: passes of the filter.
    go_on: asked after every ray a pixel, with their number so far, whether to take more.

    Returns
    -------
    Picture: luminance in linear BT.709, shape (H, W, 3) [cd/m²], with its spread.
    """
    p = solved.rows
    count, groups = width * height, len(p.lamps)
    row = camera.row()
    sums = np.zeros((2, count, groups, 3))
    points = sobol(1 << max(2, (samples - 1).bit_length()), 10, seed=29)
    shown = film.features(row, width, height, p.surfaces, p.nodes, p.optics)
    add = _by_stored_light if suits(solved.scene, p) else _by_patches
    expose = add(solved, row, width, height, shown)
    done = 0
    while done < samples:
        surfaces = _moved(solved, (done + 0.5) / samples - 0.5) if solved.scene.moves else p.surfaces
        expose(surfaces, points[done : done + 1], done, sums)
        done += 1
        if go_on is not None and not go_on(done):
            break
    light = sums.sum(axis=0) / done
    halves = np.einsum("hngk,gk,k->hn", sums, p.colours, LUMA) * 2.0 / done
    raw = 0.5 * np.abs(halves[0] - halves[1])
    mean = 0.5 * (halves[0] + halves[1])
    lit = mean > 1e-3 * float(np.max(mean, initial=1e-30))
    noise = float(np.median(raw[lit] / mean[lit])) * 1.4826 if np.any(lit) else 0.0
    if smoothing:
        light = _smoothed(light, raw, mean, shown, width, height, p.colours, smoothing)
    if solved.scene.clouds:
        light = _through_clouds(light, solved, row, width, height)
    return Picture(
        lamps=solved.scene.lamps,
        light=np.moveaxis(light.reshape(height, width, groups, 3), 2, 0),
        noise=noise,
        samples=done,
        shown=tuple(p.shapes[int(k)].id if k >= 0 else "" for k in range(-1, len(p.shapes))),
        owners=(shown[:, 0].astype(np.int64) + 1).reshape(height, width),
    )


Expose = Callable[[Array, Array, int, Array], None]
"""Adds looks along points, after so many, to the sums, with the surfaces where they stand."""


def _by_stored_light(solved: Solved, row: Array, width: int, height: int, shown: Array) -> Expose:
    still = solved.rows.surfaces
    world = world_of(solved.rows)
    light = Stored(world, particles_for(width * height))
    bound = light.bound(shown, world.size)

    def expose(surfaces: Array, points: Array, done: int, sums: Array) -> None:
        here, stored = world, light
        if surfaces is not still:
            here = world_of(replace(solved.rows, surfaces=surfaces))
            stored = Stored(here, particles_for(width * height), done)
        look(here, stored, row, width, height, points, done, bound, sums)

    return expose


def _by_patches(solved: Solved, row: Array, width: int, height: int, shown: Array) -> Expose:
    # Lenses, the sun and the sky: two looks and the patches' light.
    p, nothing = solved.patches.packed, np.zeros((0, 3))
    guide = guide_of(solved, nothing, nothing, np.zeros(0, dtype=np.int64))
    texture = texture_of(solved)

    def expose(surfaces: Array, points: Array, done: int, sums: Array) -> None:
        film.expose(
            row,
            width,
            height,
            points,
            done,
            1,
            sums,
            surfaces,
            p.edges,
            p.nodes,
            p.scatters,
            p.optics,
            p.tables,
            p.lamps,
            p.spots,
            p.distributions,
            p.divisions,
            p.first,
            p.owners,
            guide,
            texture,
            solved.patches.returned,
        )

    return expose


def _moved(solved: Solved, time: float) -> Array:
    # surfaces as they stand at a time from −½ to ½ of the exposure
    packed = solved.rows
    surfaces = packed.surfaces.copy()
    for name, way in solved.scene.moves.items():
        surfaces[packed.row(name), ORIGIN : ORIGIN + 3] += time * way
    return surfaces


def _through_clouds(light: Array, solved: Solved, row: Array, width: int, height: int) -> Array:
    from scipy.ndimage import gaussian_filter

    p = solved.patches.packed
    clouds = np.array(
        [[*cloud.centre, *cloud.half, cloud.extinction, cloud.forward, cloud.albedo] for cloud in solved.scene.clouds]
    )
    added, kept = haze.glow(
        row,
        width,
        height,
        sobol(CLOUD_POINTS, 9, seed=31),
        clouds,
        p.surfaces,
        p.nodes,
        p.scatters,
        p.lamps,
        p.spots,
        p.distributions,
        p.divisions,
        p.first,
        solved.patches.light,
    )
    soft = gaussian_filter(added.reshape(height, width, -1), sigma=(1.0, 1.0, 0.0), mode="nearest")
    seen: Array = light * kept[:, None, None] + soft.reshape(light.shape)
    return seen


def _smoothed(
    light: Array, raw: Array, mean: Array, shown: Array, width: int, height: int, colours: Array, passes: int
) -> Array:
    count = width * height
    albedo = np.maximum(np.abs(shown[:, 7]), 0.02)
    # the noise of one pixel is itself noisy: it is averaged over its neighbours, as a share of the light there
    spread = _boxed(raw / albedo, width, height)
    luminance = mean / albedo
    columns = np.concatenate([luminance[:, None], light.reshape(count, -1) / albedo[:, None]], axis=1)
    # one outlier among its neighbours is a lucky ray, not a highlight
    film.tame(columns, shown, width, height)
    spread = np.minimum(spread, _boxed(columns[:, 0], width, height))
    layers = _in_rows(columns, width, height)
    errors = spread.astype(np.float32).reshape(height, width)
    features = shown[:, : rows_of_pixels.FEATURES].copy()
    features[:, rows_of_pixels.KIND] = np.where(shown[:, 0] < 0.0, 0.0, np.where(shown[:, 7] < 0.0, -1.0, 1.0))
    seen = _in_rows(features, width, height)
    for k in range(passes):
        layers = rows_of_pixels.smooth(layers, errors, seen, 1 << k, np.float32(TOLERANCE))
        errors = errors * np.float32(0.5)
    found: Array = layers[1:].reshape(-1, count).T.astype(np.float64) * albedo[:, None]
    return found.reshape(light.shape)


def _in_rows(columns: Array, width: int, height: int) -> NDArray[np.float32]:
    # (H·W, K) as K rows of pictures in single precision
    return np.ascontiguousarray(columns.T, dtype=np.float32).reshape(-1, height, width)


def _boxed(values: Array, width: int, height: int, reach: int = 2) -> Array:
    from scipy.ndimage import uniform_filter

    flat: Array = uniform_filter(values.reshape(height, width), size=2 * reach + 1, mode="nearest").ravel()
    return flat
