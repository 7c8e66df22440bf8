"""What meters get from near: looks from a meter whose first surface is closer than particles may count.

A look that first meets a surface at geometry G counts (1 − b/G)⁺ of the light that leaves there: with the particles,
which count min(G, b), that is the whole, for every bound b (see :mod:`particles`). The light that leaves is found by
going on as far as chance allows, one spot of a lamp at every stop.
"""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.batches import BATCH, MATHS, ONE, ZERO, f32, nearest_of, seen_between
from wenlo.core.transport.kernels.paths import noise
from wenlo.core.transport.kernels.rays import passed
from wenlo.core.transport.kernels.scatter import RECEPTOR_DOME, RECEPTOR_FLAT, response, sample
from wenlo.core.transport.kernels.shine import hidden_by_lamp, spot
from wenlo.core.transport.kernels.vertices import SCATTERS, albedos, arrive, leave, shifted


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def look(world, at, facing, dome, bounds, points, shift, seed, out, rays):  # type: ignore[no-untyped-def]
    """Look from one meter along ``points`` (K, 10); add what is found, summed over looks, to ``out`` (J, G, 2, 3).

    Look q asks lamp q mod G. ``bounds`` (J,) [1/m²].
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
    shares = np.empty((choices, BATCH), f32)
    kind = RECEPTOR_DOME if dome else RECEPTOR_FLAT
    whole = f32((2.0 if dome else 1.0) * math.pi)
    nx, ny, nz = facing[0], facing[1], facing[2]
    sent, n = 0, 0
    while True:
        if n < BATCH // 2:
            while n < BATCH and sent < points.shape[0]:
                a, b = shifted(points[sent, 0], shift[0]), shifted(points[sent, 1], shift[1])
                dx, dy, dz = sample(kind, 0, nx, ny, nz, nx, ny, nz, False, 0.0, a, b, world.optics)
                s[0, n], s[1, n], s[2, n] = at[0], at[1], at[2]
                s[3, n], s[4, n], s[5, n] = f32(dx), f32(dy), f32(dz)
                s[9, n], s[10, n], s[11, n] = whole, whole, whole
                c = f32(dx * nx + dy * ny + dz * nz)
                tilt[n] = f32(0.5) * (ONE + c) if dome else c
                owns[n], starts[n], levels[n], far[n], begun[n] = -1, sent, 0, ZERO, False
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
        n = arrive(n, s, owns, keys, marks, t, hit, origin, world.faces, world.surfaces, world.scatters)
        k = 0
        for i in range(n):
            q = origin[i]
            begins = marks[2, i] == SCATTERS and not begun[q]
            r, c = far[q], abs(s[3, i] * s[6, i] + s[4, i] * s[7, i] + s[5, i] * s[8, i])
            most = ONE
            if begins:
                most = ZERO
                for j in range(choices):
                    w = max(ONE - bounds[j] * r * r / max(tilt[q] * c, f32(1e-12)), ZERO)
                    shares[j, q] = w
                    most = max(most, w)
            if most <= ZERO:
                continue
            for j in range(choices):
                shares[j, k] = shares[j, q]
            far[k], tilt[k], begun[k], starts[k], levels[k] = r, tilt[q], begun[q] or begins, starts[q], levels[q]
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
                q = starts[i]
                g = q % lamps
                other[i] = count + g
                if levels[i] < 2:
                    k = 2 + 5 * levels[i]
                    a, b = shifted(points[q, k], shift[k]), shifted(points[q, k + 1], shift[k + 1])
                else:
                    a, b = f32(noise(keys[i], 5)), f32(noise(keys[i], 6))
                dx, dy, dz, r, light, _ = spot(
                    g, s[0, i], s[1, i], s[2, i], a, b, world.lamps, world.spots, world.distributions
                )
                amount[i] = f32(light)
                ex[i], ey[i], ez[i] = f32(dx * r), f32(dy * r), f32(dz * r)
        seen_between(n, s[0], s[1], s[2], owns, ex, ey, ez, other, world, red, green, blue)
        rays[1] += n
        for i in range(n):
            if amount[i] <= ZERO or red[i] + (green[i] + blue[i] if world.tinted else ZERO) <= ZERO:
                continue
            r = 1.0 / math.sqrt(ex[i] * ex[i] + ey[i] * ey[i] + ez[i] * ez[i])
            fr, fg, fb = response(
                0,
                marks[0, i],
                s[6, i],
                s[7, i],
                s[8, i],
                -s[3, i],
                -s[4, i],
                -s[5, i],
                r * ex[i],
                r * ey[i],
                r * ez[i],
                world.optics,
                world.tables,
            )
            lr = amount[i] * red[i]
            lg, lb = (amount[i] * green[i], amount[i] * blue[i]) if world.tinted else (lr, lr)
            fr, fg, fb = fr * lr * s[9, i], fg * lg * s[10, i], fb * lb * s[11, i]
            g = starts[i] % lamps
            for j in range(choices):
                w = shares[j, i]
                out[j, g, 1, 0] += w * fr
                out[j, g, 1, 1] += w * fg
                out[j, g, 1, 2] += w * fb
                if marks[1, i] == 1:
                    out[j, g, 0, 0] += w * fr
                    out[j, g, 0, 1] += w * fg
                    out[j, g, 0, 2] += w * fb
        albedos(n, s, marks, world.sides, world.optics, lives)
        for i in range(n):
            for j in range(3):
                if levels[i] < 1:
                    draws[j, i] = shifted(points[starts[i], 4 + j], shift[4 + j])
                else:
                    draws[j, i] = f32(noise(keys[i], 2 + j))
        n = leave(n, s, owns, keys, marks, lives, draws, origin, world.sides, world.optics, world.tables)
        for i in range(n):
            q = origin[i]
            far[i], tilt[i], begun[i], starts[i], levels[i] = far[q], tilt[q], begun[q], starts[q], levels[q] + 1
            for j in range(choices):
                shares[j, i] = shares[j, q]


@njit(cache=True, parallel=True)
def all_look(world, at, facing, domes, bounds, points, shifts, seed, out, rays):  # type: ignore[no-untyped-def]
    """:func:`look` from every meter in every group: ``out`` (R, M, J, G, 2, 3), ``bounds`` (J, M)."""
    groups, meters = out.shape[0], out.shape[1]
    for job in prange(groups * meters):
        r, m = job // meters, job % meters
        look(
            world,
            at[m],
            facing[m],
            domes[m],
            bounds[:, m].copy(),
            points,
            shifts[r, m],
            seed + (r * 517 + m) * 1000003,
            out[r, m],
            rays[r, m],
        )


@njit(cache=True, parallel=True, fastmath=MATHS)
def straight(world, at, facing, domes, points, shifts, out):  # type: ignore[no-untyped-def]
    """What comes from each lamp with nothing scattering it, by ``points`` (K, 2) on it, summed: ``out`` (R, M, G, 3)."""
    groups, meters, lamps = out.shape[0], out.shape[1], out.shape[2]
    for job in prange(groups * meters):
        r, m = job // meters, job % meters
        x, y, z = at[m, 0], at[m, 1], at[m, 2]
        for g in range(lamps):
            for q in range(points.shape[0]):
                a, b = shifted(points[q, 0], shifts[r, m, 0]), shifted(points[q, 1], shifts[r, m, 1])
                dx, dy, dz, far, amount, _ = spot(g, x, y, z, a, b, world.lamps, world.spots, world.distributions)
                if amount <= 0.0:
                    continue
                c = dx * facing[m, 0] + dy * facing[m, 1] + dz * facing[m, 2]
                amount *= 0.5 * (1.0 + c) if domes[m] else max(c, 0.0)
                if amount <= 0.0 or hidden_by_lamp(g, x, y, z, dx, dy, dz, far, world.lamps):
                    continue
                red, green, blue, _ = passed(x, y, z, dx, dy, dz, far, world.surfaces, world.nodes, world.scatters)
                out[r, m, g, 0] += amount * red
                out[r, m, g, 1] += amount * green
                out[r, m, g, 2] += amount * blue
