"""Pictures by stored light: particles once for all pixels, joined with what each of them shows."""

import numpy as np
from numpy.typing import NDArray

from wenlo.core.transport.kernels import pixels, stored
from wenlo.core.transport.kernels.world import World
from wenlo.core.transport.sobol import sobol

Array = NDArray[np.float64]
Singles = NDArray[np.float32]
Ints = NDArray[np.int64]

PARTICLES, FEWEST = 1 << 14, 1 << 11
"""Particles of all lamps together, and of one at the least."""

PIXELS = 8
"""A small picture, which is coarse anyway, has one particle for so many pixels."""

ROOM = 8
"""Vertices that there is room for at first, for each particle."""

ABREAST = 32
"""Places in a row, which one core does."""

KEPT = 1 << 13
"""Vertices that are kept for each lamp, each standing for as much light as any other."""

CURVE = 8
"""Bits of each coordinate along the curve by which stored vertices are ordered."""

PAIRS = 512
"""Places of the picture that are tried with stored vertices, to see how near they are to each other."""

OFTEN, NEARER = 0.5, 16.0
"""A pair of places is nearer than the bound if its G is so many times that of the pair at this share of all."""


NOWHERE = np.zeros((0, 6), dtype=np.float32)
"""No places to look from but the camera."""

SHIFTED = 101
"""Looks from places have other shifts than looks through pixels."""


def particles_for(pixels: int) -> int:
    """How many particles a picture of so many pixels is worth."""
    return min(PARTICLES, pixels // PIXELS)


class Stored:
    """Stored light of one set.

    Parameters
    ----------
    world: the set.
    particles: of all lamps together; see :func:`particles_for`.
    seed: another one gives another, equally good sample.
    """

    def __init__(self, world: World, particles: int, seed: int = 0) -> None:
        lamps = len(world.lamps)
        count = max(particles // max(lamps, 1), FEWEST)
        points = sobol(count, 10, 41 + seed).astype(np.float32)
        shifts = np.random.default_rng([29, seed]).random((lamps, 10), dtype=np.float32)
        room = ROOM * count
        while True:
            places = np.zeros((lamps, room, stored.STORED_COLUMNS), dtype=np.float32)
            numbers = np.zeros((lamps, room, stored.STORED_NUMBERS), dtype=np.int64)
            found = np.zeros(lamps, dtype=np.int64)
            stored.store(world, points, shifts, 1 + seed * 7919, places, numbers, found)
            if int(found.max(initial=0)) <= room:
                break
            room = int(found.max())
        kept = [_side_by_side(*_alike(places[g, : found[g]], numbers[g, : found[g]], seed + g)) for g in range(lamps)]
        kept = [(a, b) for a, b in kept if len(a)]
        self.places = (
            np.concatenate([a for a, _ in kept]) if kept else np.zeros((0, stored.STORED_COLUMNS), dtype=np.float32)
        )
        self.numbers = (
            np.concatenate([b for _, b in kept]) if kept else np.zeros((0, stored.STORED_NUMBERS), dtype=np.int64)
        )
        # each lamp is asked as often as any other
        self.places[:, stored.WEIGHT : stored.WORTH] *= len(self.places)

    def bound(self, shown: Array, size: float) -> float:
        """A bound on G below which joined pairs are left alone: well above what is usual between what the picture shows
        and the light. [1/m²]

        Source: [Kollig2006].

        Parameters
        ----------
        shown: surface, normal and place of pixels, shape (P, ≥ 7); see ``film.features``.
        size: of the set. [m]

        Returns
        -------
        float: the bound on cos θ cos θ'/r². [1/m²]
        """
        seen = shown[shown[:, 0] >= 0.0]
        if not len(seen) or not len(self.places):
            return 1.0 / size**2
        draw = np.random.default_rng(7)
        here, there = (
            seen[draw.integers(len(seen), size=PAIRS)],
            self.places[draw.integers(len(self.places), size=PAIRS)],
        )
        way = there[:, stored.PLACE : stored.PLACE + 3] - here[:, 4:7]
        square = np.maximum(np.einsum("ij,ij->i", way, way), 1e-9)
        cosines = np.abs(np.einsum("ij,ij->i", way, here[:, 1:4])) * np.abs(
            np.einsum("ij,ij->i", way, there[:, stored.FACING : stored.FACING + 3])
        )
        return float(max(NEARER * np.quantile(cosines / square**2, OFTEN), 1.0 / size**2))


def _alike(places: Singles, numbers: Ints, seed: int) -> tuple[Singles, Ints]:
    # So many of the vertices, the brighter the oftener, that each that is kept stands for the same.
    worth = places[:, stored.WORTH].astype(np.float64)
    total = float(worth.sum())
    if total <= 0.0:
        return places[:0], numbers[:0]
    start = np.random.default_rng([31, seed]).random()
    taken = np.searchsorted(np.cumsum(worth) / total, (np.arange(KEPT) + start) / KEPT)
    taken = np.minimum(taken, len(places) - 1)
    kept = places[taken].copy()
    kept[:, stored.WEIGHT : stored.WORTH] *= (total / (KEPT * worth[taken]))[:, None].astype(np.float32)
    return kept, numbers[taken]


def _side_by_side(places: Singles, numbers: Ints) -> tuple[Singles, Ints]:
    # In an order in which neighbours lie on one surface and near to each other, along a curve that fills space (Morton
    # 1966): vertices that are taken at even steps of it are spread evenly over all surfaces.
    if not len(places):
        return places, numbers
    at = places[:, stored.PLACE : stored.PLACE + 3].astype(np.float64)
    span = max(float(np.ptp(at, axis=0).max()), 1e-9)
    cells = ((at - at.min(axis=0)) / span * (2**CURVE - 1)).astype(np.int64)
    code = np.zeros(len(at), dtype=np.int64)
    for bit in range(CURVE):
        for axis in range(3):
            code |= ((cells[:, axis] >> bit) & 1) << (3 * bit + axis)
    order = np.lexsort((code, numbers[:, stored.OWNER]))
    return places[order], numbers[order]


def look(
    world: World,
    light: Stored,
    camera: Array,
    width: int,
    height: int,
    points: Array,
    start: int,
    bound: float,
    sums: Array,
) -> None:
    """Add looks through every pixel to ``sums`` (2, H·W, G, 3).

    Source: [Kollig2006].

    Parameters
    ----------
    world, light: the set and its stored light.
    camera: see ``Viewpoint.row``.
    width, height: pixels.
    points: evenly spread, shape (K, 10), K looks through each pixel.
    start: how many looks there were.
    bound: on G. [1/m²]
    sums: radiance of even and odd looks, added up, by lamp. [cd/m²]
    """
    stored, numbers, most = light.places, light.numbers, np.float32(bound)
    pixels.look_at(world, camera, NOWHERE, width, height, points, start, 1, stored, numbers, most, sums)


def look_from(
    world: World, light: Stored, places: Singles, points: Array, start: int, bound: float, group: int, sums: Array
) -> None:
    """Add what white places send to ``sums`` (2, N, G, 3).

    Source: [Kollig2006].

    Parameters
    ----------
    world, light: the set with a white side more, and its stored light.
    places: points and unit normals, shape (N, 6). [m]
    points: evenly spread, shape (K, 10), K looks at each.
    start: how many looks there were.
    bound: on G. [1/m²]
    group: another number shifts the points otherwise.
    sums: radiance of even and odd looks, added up, by lamp. [cd/m²]
    """
    width, height = ABREAST, -(-len(places) // ABREAST)
    stored, numbers, most = light.places, light.numbers, np.float32(bound)
    pixels.look_at(
        world, np.zeros(15), places, width, height, points, start, SHIFTED + group, stored, numbers, most, sums
    )
