"""Light sent from the lamps by the batch, each place where it scatters joined with every meter.

A particle of weight w that scatters at x toward a meter at y adds w f min(G, b) V, G = cos θ cos θ'/r²: what a meter
gets from all that is not very near it. b bounds what one particle can give, so that no rare one upsets the mean; what
the bound takes away is what :mod:`near` adds, (1 − b/G)⁺ of the light that looks from the meter meet. The two add up to
the whole for every b (Kollig and Keller 2006). Light that comes straight from a lamp is read apart.
"""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.batches import (
    BATCH,
    CLEAR_OF,
    MATHS,
    ONE,
    ZERO,
    coordinates,
    f32,
    nearest_of,
    seen_by,
)
from wenlo.core.transport.kernels.paths import noise
from wenlo.core.transport.kernels.scatter import response
from wenlo.core.transport.kernels.sending import in_cells, sent
from wenlo.core.transport.kernels.sights import past_small_ones, sights_of
from wenlo.core.transport.kernels.vertices import EVEN, SCATTERS, albedos, arrive, colours_of, leave, shifted

HALF = BATCH // 2
"""Fresh particles are sent when fewer are under way: short batches waste what wide registers give."""
EAGER = f32(16.0)
"""A particle that has kept w of its weight w₀ where α is sent on lives with a chance of min(½, 16 α w/w₀), or α if that
is more: dull blacks do not end it at once, since what little they send on may be all that reaches a meter."""


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _reach(n, s, at, facing, dome, sums):
    # G of n vertices and one meter into sums[0], 1 where the meter is on the side that was met into sums[1].
    mx, my, mz = at[0], at[1], at[2]
    fx, fy, fz = facing[0], facing[1], facing[2]
    x, y, z, nx, ny, nz = s[0], s[1], s[2], s[6], s[7], s[8]
    geometry, back = sums[0], sums[1]
    for i in range(n):
        ex, ey, ez = mx - x[i], my - y[i], mz - z[i]
        r2 = max(ex * ex + ey * ey + ez * ez, f32(1e-12))
        ci = ex * nx[i] + ey * ny[i] + ez * nz[i]
        cm = -(ex * fx + ey * fy + ez * fz)
        if dome:
            cm = f32(0.5) * (math.sqrt(r2) + cm)
        geometry[i] = max(cm, ZERO) * abs(ci) / (r2 * r2)
        back[i] = ONE if ci > ZERO else ZERO


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _give(n, colours, own, sight, geometry, back, bound, out, gave, learns, worth):
    # Adds what n Lambertian vertices give one meter to out (2, 3): of the modifier alone, and in all.
    red, green, blue = sight
    r = g = b = mr = mg = mb = ZERO
    for i in range(n):
        q = min(geometry[i], bound)
        up = back[i]
        down = ONE - up
        qr = q * red[i] * (up * colours[0, i] + down * colours[3, i])
        qg = q * green[i] * (up * colours[1, i] + down * colours[4, i])
        qb = q * blue[i] * (up * colours[2, i] + down * colours[5, i])
        r += qr
        g += qg
        b += qb
        mr += own[i] * qr
        mg += own[i] * qg
        mb += own[i] * qb
        if learns:
            gave[i] = worth * (f32(0.2126) * qr + f32(0.7152) * qg + f32(0.0722) * qb)
    out[0, 0] += mr
    out[0, 1] += mg
    out[0, 2] += mb
    out[1, 0] += r
    out[1, 1] += g
    out[1, 2] += b


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _give_shining(n, s, marks, at, sight, geometry, bounds, m, world, out, gave, worth):
    # The same of vertices whose response hangs on both directions; what they reflect sharply is left to looks.
    red, green, blue = sight
    # taken out of the tuple once: each access counts references
    optics, tables, sides = world.optics, world.tables, world.sides
    dull = optics.shape[0] // 3
    for i in range(n):
        row = marks[0, i] + dull
        if (
            marks[2, i] != SCATTERS
            or geometry[i] <= ZERO
            or red[i] + green[i] + blue[i] <= ZERO
            or sides[row, EVEN] > ZERO
        ):
            continue
        ex, ey, ez = at[0] - s[0, i], at[1] - s[1, i], at[2] - s[2, i]
        k = 1.0 / math.sqrt(max(ex * ex + ey * ey + ez * ez, 1e-12))
        ex, ey, ez = k * ex, k * ey, k * ez
        fr, fg, fb = response(
            0, row, s[6, i], s[7, i], s[8, i], -s[3, i], -s[4, i], -s[5, i], ex, ey, ez, optics, tables
        )
        c = abs(ex * s[6, i] + ey * s[7, i] + ez * s[8, i])
        if c < 1e-6:
            continue
        fr, fg, fb = fr * s[9, i] * red[i] / c, fg * s[10, i] * green[i] / c, fb * s[11, i] * blue[i] / c
        for j in range(bounds.shape[0]):
            q = min(geometry[i], bounds[j, m])
            out[j, m, 1, 0] += q * fr
            out[j, m, 1, 1] += q * fg
            out[j, m, 1, 2] += q * fb
            if marks[1, i] == 1:
                out[j, m, 0, 0] += q * fr
                out[j, m, 0, 1] += q * fg
                out[j, m, 0, 2] += q * fb
        gave[i] += f32(worth * min(geometry[i], bounds[0, m]) * (0.2126 * fr + 0.7152 * fg + 0.0722 * fb))


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def shine(world, g, at, facing, domes, sights, bounds, points, shift, seed, cells, worth, learn, out, rays):
    """Send ``points`` (K, 10) from lamp g; add what they give every meter, summed over particles, to ``out``.

    ``sights`` are :func:`sights_of` the meters. ``out`` (J, M, 2, 3) is by bound, meter, (modifier alone, all), RGB;
    ``bounds`` (J, M) [1/m²]. ``cells`` are the
    learned shares of the lamp's directions; with ``learn`` (ROWS · COLUMNS,) what each cell's particles gave, relative
    to 1/``worth`` (M,) of every meter, is squared and added up. ``rays`` counts steps and joins.
    """
    meters, count = at.shape[0], world.surfaces.shape[0]
    s = np.empty((12, BATCH), f32)
    work, sums, colours = np.empty((6, BATCH), f32), np.empty((2, BATCH), f32), np.empty((6, BATCH), f32)
    t, mine = np.empty(BATCH, f32), np.empty(BATCH, f32)
    hit, owns = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32)
    keys, marks = np.empty(BATCH, np.uint64), np.empty((3, BATCH), np.int64)
    starts, origin, levels = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32), np.empty(BATCH, np.int32)
    lives, draws = np.empty(BATCH, f32), np.empty((3, BATCH), f32)
    none = np.full(BATCH, -1, np.int32)
    weights = np.empty(points.shape[0], f32)
    learns = learn.shape[0] > 1
    cones, lamps, spots, distributions = world.cones, world.lamps, world.spots, world.distributions
    cell_of, got = np.zeros(points.shape[0], np.int32), np.zeros(points.shape[0] if learns else 1, f32)
    gave = np.zeros(BATCH, f32)
    known = coordinates(at, world)
    small, starts_of, members = sights
    cell = np.empty(BATCH, np.int32)
    red = np.empty((meters, BATCH), f32)
    green, blue = (np.empty((meters, BATCH), f32), np.empty((meters, BATCH), f32)) if world.tinted else (red, red)
    begun, n = 0, 0
    while True:
        if n < HALF:
            # fresh ones take the places of those that have ended
            while n < BATCH and begun < points.shape[0]:
                q = begun
                a, b = shifted(points[q, 0], shift[0]), shifted(points[q, 1], shift[1])
                c, d = shifted(points[q, 2], shift[2]), shifted(points[q, 3], shift[3])
                c, d, cell_of[q], rarer = in_cells(c, d, cells)
                x, y, z, dx, dy, dz, amount = sent(g, a, b, c, d, cones, lamps, spots, distributions)
                s[0, n], s[1, n], s[2, n] = f32(x + CLEAR_OF * dx), f32(y + CLEAR_OF * dy), f32(z + CLEAR_OF * dz)
                s[3, n], s[4, n], s[5, n] = f32(dx), f32(dy), f32(dz)
                weights[q] = f32(amount * rarer)
                s[9, n], s[10, n], s[11, n] = weights[q], weights[q], weights[q]
                keys[n] = np.uint64(seed + q + 1) * np.uint64(0x9E3779B97F4A7C15)
                owns[n], marks[1, n], starts[n], levels[n] = count + g, 1, q, 0
                n += 1
                begun += 1
        if n == 0:
            break
        nearest_of(n, s[0], s[1], s[2], s[3], s[4], s[5], owns, t, hit, world)
        rays[0] += n
        n = arrive(n, s, owns, keys, marks, t, hit, origin, world.faces, world.surfaces, world.scatters, 0.0)
        for i in range(n):
            starts[i], levels[i] = starts[origin[i]], levels[origin[i]]
            mine[i] = f32(marks[1, i])
        others = colours_of(n, s, marks, world.sides, colours)
        seen_by(n, s[0], s[1], s[2], owns, at, known, small, world, red, green, blue, work, none)
        if members.shape[0] > 0:
            for m in range(meters):
                past_small_ones(
                    n, s[0], s[1], s[2], owns, at, m, known, starts_of, members, world, cell, red[m], green[m], blue[m]
                )
        rays[1] += n * meters
        for m in range(meters):
            _reach(n, s, at[m], facing[m], domes[m], sums)
            sight = red[m], green[m], blue[m]
            if learns or others > 0:
                for i in range(n):
                    gave[i] = ZERO
            for j in range(bounds.shape[0]):
                wanted = learns and j == 0
                _give(n, colours, mine, sight, sums[0], sums[1], bounds[j, m], out[j, m], gave, wanted, worth[m])
            if others > 0:
                _give_shining(n, s, marks, at[m], sight, sums[0], bounds, m, world, out, gave, worth[m])
            if learns:
                for i in range(n):
                    got[starts[i]] += gave[i]
        albedos(n, s, marks, world.sides, world.optics, lives)
        for i in range(n):
            light = f32(0.2126) * s[9, i] + f32(0.7152) * s[10, i] + f32(0.0722) * s[11, i]
            kept = light / max(weights[starts[i]], f32(1e-30))
            lives[i] = max(lives[i], min(f32(0.5), EAGER * lives[i] * kept))
            for j in range(3):
                if levels[i] < 2:
                    k = 4 + 3 * levels[i] + j
                    draws[j, i] = shifted(points[starts[i], k], shift[k])
                else:
                    draws[j, i] = f32(noise(keys[i], 2 + j))
        n = leave(n, s, owns, keys, marks, lives, draws, origin, world.sides, world.optics, world.tables)
        for i in range(n):
            starts[i], levels[i] = starts[origin[i]], levels[origin[i]] + 1
    if learns:
        for q in range(points.shape[0]):
            learn[cell_of[q]] += got[q] * got[q]


@njit(cache=True, parallel=True)
def all_shine(world, at, facing, domes, bounds, points, shifts, seed, cells, worth, learn, out, rays):
    """:func:`shine` of every lamp in every group: ``out`` (R, G, J, M, 2, 3), ``learn`` (R, G, cells)."""
    groups, lamps = out.shape[0], out.shape[1]
    sights = sights_of(at, world)
    for job in prange(groups * lamps):
        r, g = job // lamps, job % lamps
        shine(
            world,
            g,
            at,
            facing,
            domes,
            sights,
            bounds,
            points,
            shifts[r, g],
            seed + (r * 131 + g) * 1000003,
            cells[g],
            worth,
            learn[r, g],
            out[r, g],
            rays[r, g],
        )
