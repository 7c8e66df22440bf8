"""What pixels see, by the batch: looks from the lens, joined with stored light.

Where a look comes to, spots of the lamps are asked for, and a few stored vertices are joined with it: each adds what
it stands for, f f' min(G, b) V, G = cos θ cos θ'/r². What the bound takes away, (1 − b/G)⁺ of the light that leaves the
next surface, is found by going on: the same sum as of :mod:`particles` and :mod:`near`, at every vertex. Sharp
reflections are not joined but followed, and lamps that are met so are added.
"""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.batches import BATCH, MATHS, ONE, SHORT, ZERO, f32, nearest_of, seen_between
from wenlo.core.transport.kernels.film import through_lens
from wenlo.core.transport.kernels.paths import noise
from wenlo.core.transport.kernels.scatter import response
from wenlo.core.transport.kernels.scatter import shares as parts_of
from wenlo.core.transport.kernels.shine import lamp_crossing, radiance, spot
from wenlo.core.transport.kernels.stored import CAME, FACING, LAMP, OWNER, PLACE, SENDS, SIDE, WEIGHT
from wenlo.core.transport.kernels.vertices import (
    BACK,
    EVEN,
    ONE_OVER_PI,
    SCATTERS,
    SHARE_BACK,
    THROUGH,
    albedos,
    arrive,
    leave,
)

FIRST, LATER = 4, 2
"""Stored vertices that are joined with what a pixel shows, and with what is met after it."""
SURE = 3
"""So many mirrors one after the other are followed for certain."""


@njit(cache=True)
def _of_pixel(seed, i):
    # The key of a pixel's own shift of all points.
    own = np.uint64(seed) * np.uint64(0xD1342543DE82EF95) + np.uint64(i + 1) * np.uint64(0xE7037ED1A0B428DB)
    return own ^ (own >> np.uint64(29))


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _sends(m, nx, ny, nz, ox, oy, oz, ix, iy, iz, sides, optics, tables):
    # Response times cosine of a side in the direction i, as seen from o: RGB.
    if sides[m, EVEN] > ZERO:
        c = ix * nx + iy * ny + iz * nz
        column = BACK if c > 0.0 else THROUGH
        c = abs(c) * ONE_OVER_PI
        return c * sides[m, column], c * sides[m, column + 1], c * sides[m, column + 2]
    return response(0, m, nx, ny, nz, ox, oy, oz, ix, iy, iz, optics, tables)


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _joined(n, s, ex, ey, ez, own_sends, there, bound, f):
    # What n places get of a stored vertex each, over the ways e, if both send evenly: f (3, B).
    x, y, z = s[6], s[7], s[8]
    ax, ay, az = there[0], there[1], there[2]
    for i in range(n):
        square = max(ex[i] * ex[i] + ey[i] * ey[i] + ez[i] * ez[i], f32(1e-12))
        here = ex[i] * x[i] + ey[i] * y[i] + ez[i] * z[i]
        away = -(ex[i] * ax[i] + ey[i] * ay[i] + ez[i] * az[i])
        q = min(abs(here) * abs(away) / (square * square), bound)
        up = ONE if here > ZERO else ZERO
        down, front = ONE - up, ONE if away > ZERO else ZERO
        behind = ONE - front
        f[0, i] = q * (up * own_sends[0, i] + down * own_sends[3, i]) * (front * there[3, i] + behind * there[6, i])
        f[1, i] = q * (up * own_sends[1, i] + down * own_sends[4, i]) * (front * there[4, i] + behind * there[7, i])
        f[2, i] = q * (up * own_sends[2, i] + down * own_sends[5, i]) * (front * there[5, i] + behind * there[8, i])


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _shining(i, v, s, m, stored, other_side, bound, sides, optics, tables):
    # The same of one pair, whose responses hang on the directions.
    dx, dy, dz = stored[v, PLACE] - s[0, i], stored[v, PLACE + 1] - s[1, i], stored[v, PLACE + 2] - s[2, i]
    square = dx * dx + dy * dy + dz * dz
    if square < 1e-12:
        return 0.0, 0.0, 0.0
    one = 1.0 / math.sqrt(square)
    ux, uy, uz = one * dx, one * dy, one * dz
    nx, ny, nz = s[6, i], s[7, i], s[8, i]
    ax, ay, az = stored[v, FACING], stored[v, FACING + 1], stored[v, FACING + 2]
    geometry = abs(ux * ax + uy * ay + uz * az) * abs(ux * nx + uy * ny + uz * nz) / square
    if geometry <= 0.0:
        return 0.0, 0.0, 0.0
    hr, hg, hb = _sends(m, nx, ny, nz, -s[3, i], -s[4, i], -s[5, i], ux, uy, uz, sides, optics, tables)
    if hr + hg + hb <= 0.0:
        return 0.0, 0.0, 0.0
    cx, cy, cz = -stored[v, CAME], -stored[v, CAME + 1], -stored[v, CAME + 2]
    vr, vg, vb = _sends(other_side, ax, ay, az, cx, cy, cz, -ux, -uy, -uz, sides, optics, tables)
    scale = min(bound / geometry, 1.0) / square
    return (
        hr * vr * stored[v, WEIGHT] * scale,
        hg * vg * stored[v, WEIGHT + 1] * scale,
        hb * vb * stored[v, WEIGHT + 2] * scale,
    )


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _add(n, s, lamp, f, red, green, blue, tinted, half, pix, sums):
    # Adds what is seen of one joined point to the pixels; without coloured sheets only red says how much.
    for i in range(n):
        if lamp[i] >= 0 and (red[i] > ZERO or tinted):
            sums[half[i], pix[i], lamp[i], 0] += s[9, i] * f[0, i] * red[i]
            sums[half[i], pix[i], lamp[i], 1] += s[10, i] * f[1, i] * (green[i] if tinted else red[i])
            sums[half[i], pix[i], lamp[i], 2] += s[11, i] * f[2, i] * (blue[i] if tinted else red[i])


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _row(world, camera, places, width, height, row, points, start, seed, stored, numbers, bound, sums):
    # One row of pixels: points (K, 10) looks through each; or, if there are any, from places (N, 6), so many in a row.
    count, looks, total = world.surfaces.shape[0], points.shape[0], width * points.shape[0]
    from_places = places.shape[0] > 0
    if from_places:
        total = min(width, places.shape[0] - row * width) * looks
    s = np.empty((12, BATCH), f32)
    t, far, tilt, lives = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    ex, ey, ez = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    f, own_sends, there = np.zeros((3, BATCH), f32), np.empty((6, BATCH), f32), np.zeros((9, BATCH), f32)
    share, chosen = np.empty(BATCH, f32), np.empty(BATCH, np.int32)
    red, green, blue = np.empty(BATCH, f32), np.empty(BATCH, f32), np.empty(BATCH, f32)
    hit, owns, other = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32), np.empty(BATCH, np.int32)
    keys, marks, draws = np.empty(BATCH, np.uint64), np.empty((3, BATCH), np.int64), np.empty((3, BATCH), f32)
    origin, pix, half, lamp = (
        np.empty(BATCH, np.int32),
        np.empty(BATCH, np.int32),
        np.empty(BATCH, np.int32),
        np.empty(BATCH, np.int32),
    )
    hops = np.empty(BATCH, np.int32)
    levels, look, free = np.empty(BATCH, np.int32), np.empty(BATCH, np.int32), np.empty(BATCH, np.bool_)
    # taken out of the tuple once: each access counts references
    sides, optics, tables, apart = world.sides, world.optics, world.tables, world.sides.shape[0] // 3
    faces, surfaces, scatters = world.faces, world.surfaces, world.scatters
    lamp_rows, spots, distributions = world.lamps, world.spots, world.distributions
    least, tinted = 0.5 if world.sharp else 0.0, world.tinted
    begun, n = 0, 0
    while True:
        if n < BATCH // 2 and not from_places:
            while n < BATCH and begun < total:
                column, q = begun // looks, begun % looks
                i = row * width + column
                own = _of_pixel(seed, i)
                key = own + np.uint64(start + q + 1) * np.uint64(0xA0761D6478BD642F)
                px = column + (points[q, 0] + noise(own, 0)) % 1.0
                py = row + (points[q, 1] + noise(own, 1)) % 1.0
                la, lb = (points[q, 2] + noise(own, 2)) % 1.0, (points[q, 3] + noise(own, 3)) % 1.0
                x, y, z, dx, dy, dz = through_lens(camera, px, py, width, height, la, lb)
                s[0, n], s[1, n], s[2, n] = f32(x), f32(y), f32(z)
                s[3, n], s[4, n], s[5, n] = f32(dx), f32(dy), f32(dz)
                s[9, n], s[10, n], s[11, n] = ONE, ONE, ONE
                keys[n], owns[n], marks[1, n] = key ^ (key >> np.uint64(29)), -1, 1
                pix[n], half[n], levels[n], free[n], far[n], tilt[n] = i, (start + q) % 2, 0, True, ZERO, ONE
                look[n], hops[n] = q, 0
                n += 1
                begun += 1
        if n == 0 and begun == total:
            break
        nearest_of(n, s[0], s[1], s[2], s[3], s[4], s[5], owns, t, hit, world)
        for i in range(n):
            far[i] += t[i]
            g = hit[i] - count
            if g < 0 or not free[i]:
                continue
            x, y, z, dx, dy, dz = s[0, i], s[1, i], s[2, i], s[3, i], s[4, i], s[5, i]
            away, cosine = lamp_crossing(g, x, y, z, dx, dy, dz, 1e30, lamp_rows)
            if away > 0.0:
                x, y, z = x + away * dx, y + away * dy, z + away * dz
                light = radiance(g, x, y, z, dx, dy, dz, cosine, lamp_rows, distributions)
                for k in range(3):
                    sums[half[i], pix[i], g, k] += s[9 + k, i] * light
        n = arrive(n, s, owns, keys, marks, t, hit, origin, faces, surfaces, scatters, least)
        k = 0
        for i in range(n):
            q = origin[i]
            m, kept, sharp = marks[0, i], ONE, ZERO
            was_free = free[q]
            if marks[2, i] == SCATTERS:
                if not was_free:
                    c = abs(s[3, i] * s[6, i] + s[4, i] * s[7, i] + s[5, i] * s[8, i])
                    kept = max(ONE - bound * far[q] * far[q] / max(tilt[q] * c, f32(1e-12)), ZERO)
                if sides[m + 2 * apart, SHARE_BACK] > ZERO:
                    co = -(s[3, i] * s[6, i] + s[4, i] * s[7, i] + s[5, i] * s[8, i])
                    a, b, c, d = parts_of(m + apart, co, optics)
                    rest = (a + b + c + d) * kept
                    a, b, c, d = parts_of(m + 2 * apart, co, optics)
                    sharp = f32((a + b + c + d) / max(a + b + c + d + rest, 1e-12))
                elif kept <= ZERO:
                    continue
                mirrors = sharp > ZERO and noise(keys[i], 41) < sharp
                kept = ONE / sharp if mirrors else kept / max(ONE - sharp, f32(1e-6))
                marks[0, i] = m + 2 * apart if mirrors else m + apart
                was_free = mirrors
            far[k], tilt[k], pix[k], half[k], levels[k], free[k] = far[q], tilt[q], pix[q], half[q], levels[q], was_free
            for j in range(9):
                s[j, k] = s[j, i]
            for j in range(3):
                s[9 + j, k] = s[9 + j, i] * kept
                marks[j, k] = marks[j, i]
            owns[k], keys[k], look[k], hops[k] = owns[i], keys[i], look[q], hops[q]
            k += 1
        n = k
        if from_places and n < BATCH // 2:
            # a place is where a look has come to already, from above, and sends all evenly
            while n < BATCH and begun < total:
                i, q = row * width + begun // looks, begun % looks
                key = _of_pixel(seed, i) + np.uint64(start + q + 1) * np.uint64(0xA0761D6478BD642F)
                for j in range(3):
                    s[j, n], s[3 + j, n], s[6 + j, n], s[9 + j, n] = (
                        places[i, j],
                        -places[i, 3 + j],
                        places[i, 3 + j],
                        ONE,
                    )
                keys[n], owns[n] = key ^ (key >> np.uint64(29)), -1
                marks[0, n], marks[1, n], marks[2, n] = 2 * apart - 1, 1, SCATTERS
                pix[n], half[n], levels[n], free[n], far[n], tilt[n] = i, (start + q) % 2, 0, False, ZERO, ONE
                look[n], hops[n] = q, 0
                n += 1
                begun += 1
        # what spots of the lamps give, and after them stored light; a look that passes on or mirrors asks for none
        picks = 0
        for i in range(n):
            if marks[2, i] == SCATTERS and not free[i]:
                picks = max(picks, FIRST if levels[i] == 0 else LATER)
        for g in range(lamp_rows.shape[0] if picks > 0 else 0):
            for i in range(n):
                lamp[i], ex[i], ey[i], ez[i], other[i] = -1, ONE, ZERO, ZERO, count + g
                if marks[2, i] != SCATTERS or free[i]:
                    continue
                x, y, z, nx, ny, nz = s[0, i], s[1, i], s[2, i], s[6, i], s[7, i], s[8, i]
                a, b = noise(keys[i], 50 + 2 * g), noise(keys[i], 51 + 2 * g)
                if levels[i] == 0 and g == 0:
                    own = _of_pixel(seed, pix[i])
                    a = (points[look[i], 4] + noise(own, 4)) % 1.0
                    b = (points[look[i], 5] + noise(own, 5)) % 1.0
                dx, dy, dz, away, light, _ = spot(g, x, y, z, a, b, lamp_rows, spots, distributions)
                if light <= 0.0:
                    continue
                hr, hg, hb = _sends(
                    marks[0, i], nx, ny, nz, -s[3, i], -s[4, i], -s[5, i], dx, dy, dz, sides, optics, tables
                )
                away *= SHORT
                ex[i], ey[i], ez[i], lamp[i] = f32(dx * away), f32(dy * away), f32(dz * away), g
                f[0, i], f[1, i], f[2, i] = f32(hr * light), f32(hg * light), f32(hb * light)
            seen_between(n, s[0], s[1], s[2], owns, ex, ey, ez, other, world, red, green, blue)
            _add(n, s, lamp, f, red, green, blue, tinted, half, pix, sums)
        if picks > 0 and stored.shape[0] > 0:
            for i in range(n):
                m = marks[0, i]
                even = ONE_OVER_PI * sides[m, EVEN]
                for k in range(3):
                    own_sends[k, i], own_sends[3 + k, i] = even * sides[m, BACK + k], even * sides[m, THROUGH + k]
                share[i] = f32(noise(keys[i], 42))
                if levels[i] == 0:
                    share[i] = f32((points[look[i], 6] + noise(_of_pixel(seed, pix[i]), 6)) % 1.0)
        for r in range(picks if stored.shape[0] > 0 else 0):
            for i in range(n):
                mine = FIRST if levels[i] == 0 else LATER
                lamp[i], other[i], chosen[i] = -1, -1, -1
                if r >= mine or marks[2, i] != SCATTERS or free[i]:
                    ex[i], ey[i], ez[i] = ONE, ZERO, ZERO
                    continue
                v = min(int((r + share[i]) / mine * stored.shape[0]), stored.shape[0] - 1)
                ex[i], ey[i], ez[i] = (
                    stored[v, PLACE] - s[0, i],
                    stored[v, PLACE + 1] - s[1, i],
                    stored[v, PLACE + 2] - s[2, i],
                )
                for k in range(3):
                    there[k, i] = stored[v, FACING + k]
                for k in range(6):
                    there[3 + k, i] = stored[v, SENDS + k]
                lamp[i], other[i], chosen[i] = numbers[v, LAMP], numbers[v, OWNER], v
            _joined(n, s, ex, ey, ez, own_sends, there, bound, f)
            for i in range(n):
                v, m = chosen[i], marks[0, i]
                if v < 0:
                    continue
                mine = FIRST if levels[i] == 0 else LATER
                if sides[m, EVEN] > ZERO and sides[numbers[v, SIDE] + apart, EVEN] > ZERO:
                    for k in range(3):
                        f[k, i] /= f32(mine)
                else:
                    fr, fg, fb = _shining(i, v, s, m, stored, numbers[v, SIDE] + apart, bound, sides, optics, tables)
                    f[0, i], f[1, i], f[2, i] = f32(fr / mine), f32(fg / mine), f32(fb / mine)
            seen_between(n, s[0], s[1], s[2], owns, ex, ey, ez, other, world, red, green, blue)
            _add(n, s, lamp, f, red, green, blue, tinted, half, pix, sums)
        albedos(n, s, marks, sides, optics, lives)
        for i in range(n):
            if free[i] and hops[i] < SURE:
                # what a pixel shows in a mirror is not left to chance
                lives[i] = ONE
            for j in range(3):
                draws[j, i] = f32(noise(keys[i], 44 + j))
        n = leave(n, s, owns, keys, marks, lives, draws, origin, sides, optics, tables)
        for i in range(n):
            q = origin[i]
            # the normals still stand where they stood
            passes = marks[2, q] != SCATTERS
            turned = abs(s[3, i] * s[6, q] + s[4, i] * s[7, q] + s[5, i] * s[8, q])
            far[i], tilt[i] = (far[q], tilt[q]) if passes else (ZERO, turned)
            pix[i], half[i], look[i], free[i], hops[i] = pix[q], half[q], look[q], free[q], hops[q] + 1
            levels[i] = levels[q] if passes or free[q] else levels[q] + 1


@njit(cache=True, parallel=True)
def look_at(world, camera, places, width, height, points, start, seed, stored, numbers, bound, sums):
    """Add looks through every pixel to ``sums`` (2, H·W, G, 3): radiance of every other look. [cd/m²]

    If there are ``places`` (N, 6) with normals, so many in a row, the looks have come to these already, as to a white
    wall, whose side is the last of the world's.
    ``points`` (K, 10) are evenly spread: film, lens, spots, vertices. ``stored`` (V, 19) and ``numbers`` (V, 3) are
    vertices of :mod:`stored`, each with the weight of all of them; ``bound`` on G [1/m²].
    """
    for row in prange(height):
        # the range counts without sign: all below would be compiled once more for it
        _row(world, camera, places, width, height, np.int64(row), points, start, seed, stored, numbers, bound, sums)
