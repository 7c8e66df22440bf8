"""Light that is stored: where particles from the lamps scattered, to be joined with whatever looks there."""

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.batches import BATCH, CLEAR_OF, MATHS, f32, nearest_of
from wenlo.core.transport.kernels.paths import noise
from wenlo.core.transport.kernels.sending import sent
from wenlo.core.transport.kernels.vertices import (
    BACK,
    EVEN,
    ONE_OVER_PI,
    SCATTERS,
    SHARE_BACK,
    SHARE_THROUGH,
    THROUGH,
    albedos,
    arrive,
    leave,
    shifted,
)

PLACE, FACING, CAME, WEIGHT, SENDS, WORTH, STORED_COLUMNS = 0, 3, 6, 9, 12, 18, 19
"""Columns of a stored vertex: place, normal of the side that was met, direction of the light, weight RGB, what it sends
back and through over the cosine if that is the same in all directions, RGB each, and the luminance of all that it sends
on."""
SIDE, OWNER, LAMP, STORED_NUMBERS = 0, 1, 2, 3
"""Its numbers: row of the side's optics, surface, lamp."""


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _store(world, g, points, shift, seed, places, numbers):
    # Sends points (K, 10) from lamp g and writes down where they scatter; how many that are, written or not.
    count = world.surfaces.shape[0]
    s = np.empty((12, BATCH), f32)
    t, lives, draws = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty((3, BATCH), f32)
    hit, owns, origin = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32), np.empty(BATCH, np.int32)
    keys, marks = np.empty(BATCH, np.uint64), np.empty((3, BATCH), np.int64)
    starts, levels = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32)
    # taken out of the tuple once: each access counts references
    cones, lamps, spots, distributions = world.cones, world.lamps, world.spots, world.distributions
    faces, surfaces, scatters = world.faces, world.surfaces, world.scatters
    sides, optics, tables = world.sides, world.optics, world.tables
    begun, n, found = 0, 0, 0
    share = f32(1.0 / points.shape[0])
    while True:
        if n < BATCH // 2:
            while n < BATCH and begun < points.shape[0]:
                q = begun
                a, b = shifted(points[q, 0], shift[0]), shifted(points[q, 1], shift[1])
                c, d = shifted(points[q, 2], shift[2]), shifted(points[q, 3], shift[3])
                x, y, z, dx, dy, dz, amount = sent(g, a, b, c, d, cones, lamps, spots, distributions)
                s[0, n], s[1, n], s[2, n] = f32(x + CLEAR_OF * dx), f32(y + CLEAR_OF * dy), f32(z + CLEAR_OF * dz)
                s[3, n], s[4, n], s[5, n] = f32(dx), f32(dy), f32(dz)
                weight = f32(amount) * share
                s[9, n], s[10, n], s[11, n] = weight, weight, weight
                keys[n] = np.uint64(seed + q + 1) * np.uint64(0x9E3779B97F4A7C15)
                owns[n], marks[1, n], starts[n], levels[n] = count + g, 1, q, 0
                n += 1
                begun += 1
        if n == 0:
            return found
        nearest_of(n, s[0], s[1], s[2], s[3], s[4], s[5], owns, t, hit, world)
        n = arrive(n, s, owns, keys, marks, t, hit, origin, faces, surfaces, scatters, 0.0)
        for i in range(n):
            starts[i], levels[i] = starts[origin[i]], levels[origin[i]]
        albedos(n, s, marks, sides, optics, lives)
        for i in range(n):
            if marks[2, i] == SCATTERS:
                if found < places.shape[0]:
                    m = marks[0, i]
                    dull = m + sides.shape[0] // 3
                    for j in range(3):
                        places[found, PLACE + j] = s[j, i]
                        places[found, CAME + j] = s[3 + j, i]
                        places[found, FACING + j] = s[6 + j, i]
                        places[found, WEIGHT + j] = s[9 + j, i]
                    light = f32(0.2126) * s[9, i] + f32(0.7152) * s[10, i] + f32(0.0722) * s[11, i]
                    even = ONE_OVER_PI if sides[dull, EVEN] > 0.0 else f32(0.0)
                    for j in range(3):
                        places[found, SENDS + j] = even * s[9 + j, i] * sides[dull, BACK + j]
                        places[found, SENDS + 3 + j] = even * s[9 + j, i] * sides[dull, THROUGH + j]
                    places[found, WORTH] = light * (sides[dull, SHARE_BACK] + sides[dull, SHARE_THROUGH])
                    numbers[found, SIDE], numbers[found, OWNER], numbers[found, LAMP] = m, owns[i], g
                found += 1
            for j in range(3):
                if levels[i] < 2:
                    k = 4 + 3 * levels[i] + j
                    draws[j, i] = shifted(points[starts[i], k], shift[k])
                else:
                    draws[j, i] = f32(noise(keys[i], 2 + j))
        n = leave(n, s, owns, keys, marks, lives, draws, origin, sides, optics, tables)
        for i in range(n):
            starts[i], levels[i] = starts[origin[i]], levels[origin[i]] + 1


@njit(cache=True, parallel=True)
def store(world, points, shifts, seed, places, numbers, found):
    """Store light of every lamp: ``places`` (G, V, 19) and ``numbers`` (G, V, 3), ``found`` (G,) how many there are.

    More may be found than there is room for: they are counted, and not written.
    """
    for group in prange(places.shape[0]):
        # the range counts without sign: all below would be compiled once more for it
        g = np.int64(group)
        found[g] = _store(world, g, points, shifts[g], seed + g * 1000003, places[g], numbers[g])
