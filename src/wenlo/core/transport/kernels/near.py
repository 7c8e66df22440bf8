"""What meters get from near: looks from a meter whose first surface is closer than particles may count.

A look that first meets a surface at geometry G counts (1 − b/G)⁺ of the light that leaves there: with the particles,
which count min(G, b), that is the whole, for every bound b (see :mod:`particles`). The light that leaves is found by
going on as far as chance allows, one spot of a lamp at every stop.

What surfaces reflect sharply is not joined with points, neither by particles nor by spots: looks follow it, and count
the lamps that they meet so.
"""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.batches import BATCH, MATHS, ONE, SHORT, ZERO, f32, nearest_of, seen_between
from wenlo.core.transport.kernels.paths import noise
from wenlo.core.transport.kernels.scatter import RECEPTOR_DOME, RECEPTOR_FLAT, around, response, sample
from wenlo.core.transport.kernels.scatter import shares as parts_of
from wenlo.core.transport.kernels.shine import lamp_crossing, radiance, spot
from wenlo.core.transport.kernels.vertices import SCATTERS, SHARE_BACK, albedos, arrive, leave, shifted

AIMED = 0.5
"""Share of the looks that go into the cones, if there are any."""


@njit(cache=True, fastmath=MATHS)
def _aim_density(dx, dy, dz, cones):
    # How likely a look into one of the cones is to go in a direction. [1/sr]
    total = 0.0
    for k in range(cones.shape[0]):
        if dx * cones[k, 0] + dy * cones[k, 1] + dz * cones[k, 2] >= cones[k, 3]:
            total += 1.0 / (2.0 * math.pi * (1.0 - cones[k, 3]))
    return total / cones.shape[0]


@njit(cache=True, fastmath=MATHS)
def _lamps_in_mirrors(n, s, hit, mirrored, asked, shares, marks, world, out):
    # Adds the lamps that looks meet by way of a sharp reflection, where no spot of them is asked for.
    count, lamps = world.surfaces.shape[0], world.lamps
    for i in range(n):
        g = hit[i] - count
        if g < 0 or not mirrored[i] or asked[i] != g:
            continue
        x, y, z, dx, dy, dz = s[0, i], s[1, i], s[2, i], s[3, i], s[4, i], s[5, i]
        far, cosine = lamp_crossing(g, x, y, z, dx, dy, dz, 1e30, lamps)
        if far <= 0.0:
            continue
        light = radiance(g, x + far * dx, y + far * dy, z + far * dz, dx, dy, dz, cosine, lamps, world.distributions)
        for j in range(shares.shape[0]):
            for k in range(3):
                w = shares[j, i] * s[9 + k, i] * light
                out[j, g, 1, k] += w
                if marks[1, i] == 1:
                    out[j, g, 0, k] += w


@njit(cache=True, fastmath=MATHS)
def _branch(n, s, marks, draws, fresh, mirrored, shares, sides, optics):
    # Each look goes on either by what its surface reflects sharply or by the rest, with the rows of that part. What the
    # first surface reflects sharply is all the looks' own: no bound takes any of it away.
    apart = sides.shape[0] // 3
    for i in range(n):
        if marks[2, i] != SCATTERS:
            continue
        m = marks[0, i]
        mirrored[i] = False
        if sides[m + 2 * apart, SHARE_BACK] <= ZERO:
            continue
        co = -(s[3, i] * s[6, i] + s[4, i] * s[7, i] + s[5, i] * s[8, i])
        a, b, c, d = parts_of(m + apart, co, optics)
        rest = a + b + c + d
        a, b, c, d = parts_of(m + 2 * apart, co, optics)
        chance = (a + b + c + d) / max(a + b + c + d + rest, 1e-12)
        if fresh[i]:
            most = ZERO
            for j in range(shares.shape[0]):
                most = max(most, shares[j, i])
            if most <= ZERO:
                chance = 1.0
        if draws[0, i] < chance:
            draws[0, i] = f32(draws[0, i] / chance)
            marks[0, i], mirrored[i] = m + 2 * apart, True
            if fresh[i]:
                for j in range(shares.shape[0]):
                    shares[j, i] = ONE
        else:
            draws[0, i] = f32((draws[0, i] - chance) / (1.0 - chance))
            marks[0, i] = m + apart
            chance = 1.0 - chance
        for k in range(3):
            s[9 + k, i] /= f32(chance)


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def look(world, at, facing, dome, cones, bounds, points, shifts, seed, out, rays):
    """Look from one meter along ``points`` (K, 10); add what is found, summed over looks, to ``out`` (J, G, 2, 3).

    Each point serves one look for each lamp, moved on by that lamp's row of ``shifts`` (G, 10): lamps that shared out
    the points would each be given every second of them, which is half of the directions. Half of the looks go into the
    ``cones`` (K, 4), if there are any, by the balance heuristic. ``bounds`` (J,) [1/m²].
    """
    lamps, count, choices = world.lamps.shape[0], world.surfaces.shape[0], bounds.shape[0]
    s = np.empty((12, BATCH), f32)
    t, far, tilt, amount = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    ex, ey, ez = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    red, green, blue = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    hit, owns, other = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32), np.empty(BATCH, np.int32)
    keys, marks = np.empty(BATCH, np.uint64), np.empty((3, BATCH), np.int64)
    origin, lives, draws = np.empty(BATCH, np.int32), np.empty(BATCH, f32), np.empty((3, BATCH), f32)
    starts, levels, begun = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32), np.empty(BATCH, np.bool_)
    asked = np.empty(BATCH, np.int32)
    shares = np.empty((choices, BATCH), f32)
    fresh, mirrored = np.empty(BATCH, np.bool_), np.empty(BATCH, np.bool_)
    # taken out of the tuple once: each access counts references
    least, tinted = 0.5 if world.sharp else 0.0, world.tinted
    sides, optics, tables, apart = world.sides, world.optics, world.tables, world.sides.shape[0] // 3
    lamp_rows, spots, distributions = world.lamps, world.spots, world.distributions
    kind = RECEPTOR_DOME if dome else RECEPTOR_FLAT
    whole, aimed = f32((2.0 if dome else 1.0) * math.pi), f32(AIMED) if cones.shape[0] > 0 else ZERO
    nx, ny, nz = facing[0], facing[1], facing[2]
    sent, n = 0, 0
    while True:
        if n < BATCH // 2:
            while n < BATCH and sent < points.shape[0] * lamps:
                q, g = sent // lamps, sent % lamps
                a, b = shifted(points[q, 0], shifts[g, 0]), shifted(points[q, 1], shifts[g, 1])
                pick, weight = shifted(points[q, 9], shifts[g, 9]), whole
                if pick < aimed:
                    pick *= f32(cones.shape[0] / AIMED)
                    k = min(int(pick), cones.shape[0] - 1)
                    # a row without a cone is aimed at by nobody, and its share of the looks given up
                    wide = max(1.0 - cones[k, 3], 0.0)
                    if wide <= 0.0:
                        sent += 1
                        continue
                    dx, dy, dz = around(1.0 - a * wide, 2.0 * math.pi * b, cones[k, 0], cones[k, 1], cones[k, 2])
                else:
                    dx, dy, dz = sample(kind, 0, nx, ny, nz, nx, ny, nz, False, 0.0, a, b, optics)
                c = f32(dx * nx + dy * ny + dz * nz)
                c = f32(0.5) * (ONE + c) if dome else c
                if c <= ZERO:
                    sent += 1
                    continue
                if aimed > ZERO:
                    weight = f32(c / ((1.0 - AIMED) * c / whole + AIMED * _aim_density(dx, dy, dz, cones)))
                s[0, n], s[1, n], s[2, n] = at[0], at[1], at[2]
                s[3, n], s[4, n], s[5, n] = f32(dx), f32(dy), f32(dz)
                s[9, n], s[10, n], s[11, n] = weight, weight, weight
                tilt[n] = c
                owns[n], starts[n], asked[n], levels[n], far[n], begun[n], mirrored[n] = -1, q, g, 0, ZERO, False, False
                keys[n] = np.uint64(seed + sent + 1) * np.uint64(0x9E3779B97F4A7C15)
                marks[1, n] = 1
                n += 1
                sent += 1
        if n == 0:
            break
        nearest_of(n, s[0], s[1], s[2], s[3], s[4], s[5], owns, t, hit, world)
        rays[0] += n
        for i in range(n):
            far[i] += t[i]
        if world.sharp:
            _lamps_in_mirrors(n, s, hit, mirrored, asked, shares, marks, world, out)
        n = arrive(n, s, owns, keys, marks, t, hit, origin, world.faces, world.surfaces, world.scatters, least)
        k = 0
        for i in range(n):
            q = origin[i]
            begins = marks[2, i] == SCATTERS and not begun[q]
            r, c = far[q], abs(s[3, i] * s[6, i] + s[4, i] * s[7, i] + s[5, i] * s[8, i])
            most = ONE
            if begins:
                most = sides[marks[0, i] + 2 * apart, SHARE_BACK]
                for j in range(choices):
                    w = max(ONE - bounds[j] * r * r / max(tilt[q] * c, f32(1e-12)), ZERO)
                    shares[j, q] = w
                    most = max(most, w)
            if most <= ZERO:
                continue
            for j in range(choices):
                shares[j, k] = shares[j, q]
            far[k], tilt[k], begun[k], starts[k], levels[k] = r, tilt[q], begun[q] or begins, starts[q], levels[q]
            fresh[k], mirrored[k], asked[k] = begins, mirrored[q], asked[q]
            for j in range(12):
                s[j, k] = s[j, i]
            for j in range(3):
                marks[j, k] = marks[j, i]
            owns[k], keys[k] = owns[i], keys[i]
            k += 1
        n = k
        for i in range(n):
            amount[i], ex[i], ey[i], ez[i], other[i] = ZERO, ONE, ZERO, ZERO, -1
            if marks[2, i] == SCATTERS:
                q, g = starts[i], asked[i]
                other[i] = count + g
                if levels[i] < 2:
                    k = 2 + 5 * levels[i]
                    a, b = shifted(points[q, k], shifts[g, k]), shifted(points[q, k + 1], shifts[g, k + 1])
                else:
                    a, b = f32(noise(keys[i], 5)), f32(noise(keys[i], 6))
                dx, dy, dz, r, light, _ = spot(g, s[0, i], s[1, i], s[2, i], a, b, lamp_rows, spots, distributions)
                amount[i] = f32(light)
                r *= SHORT
                ex[i], ey[i], ez[i] = f32(dx * r), f32(dy * r), f32(dz * r)
        seen_between(n, s[0], s[1], s[2], owns, ex, ey, ez, other, world, red, green, blue)
        rays[1] += n
        for i in range(n):
            if amount[i] <= ZERO or red[i] + (green[i] + blue[i] if tinted else ZERO) <= ZERO:
                continue
            r = 1.0 / math.sqrt(ex[i] * ex[i] + ey[i] * ey[i] + ez[i] * ez[i])
            fr, fg, fb = response(
                0,
                marks[0, i] + apart,
                s[6, i],
                s[7, i],
                s[8, i],
                -s[3, i],
                -s[4, i],
                -s[5, i],
                r * ex[i],
                r * ey[i],
                r * ez[i],
                optics,
                tables,
            )
            lr = amount[i] * red[i]
            lg, lb = (amount[i] * green[i], amount[i] * blue[i]) if tinted else (lr, lr)
            fr, fg, fb = fr * lr * s[9, i], fg * lg * s[10, i], fb * lb * s[11, i]
            g = asked[i]
            for j in range(choices):
                w = shares[j, i]
                out[j, g, 1, 0] += w * fr
                out[j, g, 1, 1] += w * fg
                out[j, g, 1, 2] += w * fb
                if marks[1, i] == 1:
                    out[j, g, 0, 0] += w * fr
                    out[j, g, 0, 1] += w * fg
                    out[j, g, 0, 2] += w * fb
        for i in range(n):
            for j in range(3):
                if levels[i] < 1:
                    draws[j, i] = shifted(points[starts[i], 4 + j], shifts[asked[i], 4 + j])
                else:
                    draws[j, i] = f32(noise(keys[i], 2 + j))
        if world.sharp:
            _branch(n, s, marks, draws, fresh, mirrored, shares, sides, world.optics)
        albedos(n, s, marks, sides, world.optics, lives)
        n = leave(n, s, owns, keys, marks, lives, draws, origin, sides, world.optics, world.tables)
        for i in range(n):
            q = origin[i]
            far[i], tilt[i], begun[i], starts[i], levels[i] = far[q], tilt[q], begun[q], starts[q], levels[q] + 1
            mirrored[i], asked[i] = mirrored[q], asked[q]
            for j in range(choices):
                shares[j, i] = shares[j, q]


@njit(cache=True, parallel=True)
def all_look(world, at, facing, domes, cones, bounds, points, shifts, seed, out, rays):
    """:func:`look` from every meter in every group: ``out`` (R, M, J, G, 2, 3), ``cones`` (M, K, 4), ``bounds``
    (J, M).
    """
    groups, meters, lamps = out.shape[0], out.shape[1], out.shape[3]
    for job in prange(groups * meters):
        r, m = job // meters, job % meters
        turned = np.empty((lamps, shifts.shape[2]), f32)
        for g in range(lamps):
            for k in range(shifts.shape[2]):
                turned[g, k] = shifted(shifts[r, m, k], f32((0.6180339887 * g) % 1.0))
        look(
            world,
            at[m],
            facing[m],
            domes[m],
            cones[m],
            bounds[:, m].copy(),
            points,
            turned,
            seed + (r * 517 + m) * 1000003,
            out[r, m],
            rays[r, m],
        )


@njit(cache=True, fastmath=MATHS)
def _straight(world, at, facing, dome, points, shift, g, out):
    # Adds what one meter gets of one lamp to out (3,), by batches of spots on it.
    ex, ey, ez = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    red, green, blue, amount = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    x, y, z = np.full(BATCH, at[0], f32), np.full(BATCH, at[1], f32), np.full(BATCH, at[2], f32)
    none, other = np.full(BATCH, -1, np.int32), np.full(BATCH, world.surfaces.shape[0] + g, np.int32)
    lamps, spots, distributions, tinted = world.lamps, world.spots, world.distributions, world.tinted
    for first in range(0, points.shape[0], BATCH):
        n = 0
        for q in range(first, min(first + BATCH, points.shape[0])):
            a, b = shifted(points[q, 0], shift[0]), shifted(points[q, 1], shift[1])
            dx, dy, dz, far, light, _ = spot(g, at[0], at[1], at[2], a, b, lamps, spots, distributions)
            if light <= 0.0:
                continue
            c = dx * facing[0] + dy * facing[1] + dz * facing[2]
            light *= 0.5 * (1.0 + c) if dome else max(c, 0.0)
            if light > 0.0:
                far *= SHORT
                ex[n], ey[n], ez[n], amount[n] = f32(dx * far), f32(dy * far), f32(dz * far), f32(light)
                n += 1
        seen_between(n, x, y, z, none, ex, ey, ez, other, world, red, green, blue)
        for i in range(n):
            out[0] += amount[i] * red[i]
            out[1] += amount[i] * (green[i] if tinted else red[i])
            out[2] += amount[i] * (blue[i] if tinted else red[i])


@njit(cache=True, parallel=True)
def straight(world, at, facing, domes, points, shifts, out):
    """What comes from each lamp with nothing scattering it, by ``points`` (K, 2) on it: sums ``out`` (R, M, G, 3)."""
    groups, meters = out.shape[0], out.shape[1]
    for job in prange(groups * meters):
        r, m = job // meters, job % meters
        for g in range(out.shape[2]):
            _straight(world, at[m], facing[m], domes[m], points, shifts[r, m], g, out[r, m, g])
