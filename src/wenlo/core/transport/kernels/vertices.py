"""Where paths have come to: which side of which surface, what passes straight on, and where each goes next.

What is known of a batch of paths stands in ``s`` (12, B): place 0–2, direction 3–5, normal of the side that was met
6–8, weight 9–11; in ``marks`` (3, B): row of that side's optics, 1 while only the modifier was touched, and
:data:`SCATTERS` or :data:`PASSES`; and in ``owns`` and ``keys`` (B,): surface that the path is on, and key of its
random numbers. Paths that end are closed up; ``origin`` (B,) says where each that is left stood before.
"""

import math

import numpy as np
from numba import njit

from wenlo.core.transport.kernels.batches import MATHS, f32
from wenlo.core.transport.kernels.layout import CLEAR, PASS_NOTHING
from wenlo.core.transport.kernels.paths import noise
from wenlo.core.transport.kernels.rays import chance_through, normal_at
from wenlo.core.transport.kernels.scatter import density, response, sample, shares

ONE_OVER_PI, TWO_PI = f32(1.0 / math.pi), f32(2.0 * math.pi)
LIVES = f32(0.95)
"""No path goes on with a greater chance, so that each ends by chance, never by a count."""
SCATTERS, PASSES = 1, 2
EVEN, BACK, THROUGH, SHARE_BACK, SHARE_THROUGH, SIDE_COLUMNS = 0, 1, 4, 7, 8, 9
"""Columns of a side in short: whether it sends light back and through evenly, by Lambert's law; how much, RGB; and the
luminance of both. [-]"""
NORMAL, CURVED, STRAIGHT, OF_ROOM, SCATTERING, FACE_COLUMNS = 0, 3, 4, 5, 6, 8
"""Columns of a surface in short: normal, whether it is curved, how light goes straight through, whether it is of the
room, and the luminance of what it scatters. [-]"""
ZERO, ONE = f32(0.0), f32(1.0)
ONWARD = np.uint64(0xA0761D6478BD642F)
STEP = np.uint64(0xE7037ED1A0B428DB)


@njit(cache=True)
def next_key(key):
    """Key of a path's next vertex."""
    key = key * ONWARD + STEP
    return key ^ (key >> np.uint64(31))


@njit(cache=True, fastmath=MATHS)
def arrive(n, s, owns, keys, marks, t, hit, origin, faces, surfaces, scatters, least):
    """Move ``n`` paths to the surfaces that they ``hit`` after ``t``; how many are left. Lamps end a path.

    What lets anything straight through is passed with a chance of ``least`` at the least: little of the light may go so
    and yet be all that shows a lamp in a mirror behind.
    """
    count, k = surfaces.shape[0], 0
    for i in range(n):
        p = hit[i]
        if p < 0 or p >= count:
            continue
        dx, dy, dz = s[3, i], s[4, i], s[5, i]
        red, green, blue = s[9, i], s[10, i], s[11, i]
        own, key = marks[1, i], keys[i]
        x, y, z = s[0, i] + t[i] * dx, s[1, i] + t[i] * dy, s[2, i] + t[i] * dz
        nx, ny, nz = faces[p, NORMAL], faces[p, NORMAL + 1], faces[p, NORMAL + 2]
        if faces[p, CURVED] > ZERO:
            hx, hy, hz = normal_at(surfaces, p, x, y, z)
            nx, ny, nz = f32(hx), f32(hy), f32(hz)
        side = 1 if dx * nx + dy * ny + dz * nz > ZERO else 0
        state = SCATTERS
        if faces[p, STRAIGHT] != PASS_NOTHING:
            factor, through = chance_through(dx, dy, dz, surfaces, p, scatters[p])
            if through > 0.0:
                through = max(through, least)
                if noise(key, 40) < through:
                    factor /= through
                    red *= f32(factor * surfaces[p, CLEAR])
                    green *= f32(factor * surfaces[p, CLEAR + 1])
                    blue *= f32(factor * surfaces[p, CLEAR + 2])
                    state = PASSES
                else:
                    rest = f32(1.0 / (1.0 - through))
                    red, green, blue = red * rest, green * rest, blue * rest
        if state == SCATTERS:
            if faces[p, SCATTERING] <= ZERO:
                continue
            if faces[p, OF_ROOM] != ZERO:
                own = 0
        sign = f32(1.0) if side == 0 else f32(-1.0)
        s[0, k], s[1, k], s[2, k] = x, y, z
        s[3, k], s[4, k], s[5, k] = dx, dy, dz
        s[6, k], s[7, k], s[8, k] = sign * nx, sign * ny, sign * nz
        s[9, k], s[10, k], s[11, k] = red, green, blue
        owns[k], keys[k], origin[k] = p, next_key(key), i
        marks[0, k], marks[1, k], marks[2, k] = 2 * p + side, own, state
        k += 1
    return k


@njit(cache=True, fastmath=MATHS)
def shifted(point, shift):
    """A number in [0, 1) moved on by another, round the circle."""
    x = point + shift
    return x - ONE if x >= ONE else x


@njit(cache=True, fastmath=MATHS)
def colours_of(n, s, marks, sides, colours):
    """Weight times response over the cosine of ``n`` vertices into ``colours`` (6, B): sent back, then through, RGB.

    Only of sides that are Lambertian but for what they reflect sharply; the others, whose response hangs on both
    directions, get 0 and are counted.
    """
    others, dull = 0, sides.shape[0] // 3
    for i in range(n):
        m = marks[0, i] + dull
        w = ONE_OVER_PI * sides[m, EVEN] if marks[2, i] == SCATTERS else ZERO
        if w == ZERO and marks[2, i] == SCATTERS:
            others += 1
        for j in range(3):
            v = w * s[9 + j, i]
            colours[j, i] = v * sides[m, BACK + j]
            colours[3 + j, i] = v * sides[m, THROUGH + j]
    return others


@njit(cache=True, fastmath=MATHS)
def albedos(n, s, marks, sides, optics, out):
    """What the sides at ``n`` vertices send on, in luminance, at most :data:`LIVES`; 1 where a path passed straight."""
    for i in range(n):
        m = marks[0, i]
        if marks[2, i] == PASSES:
            out[i] = ONE
        elif sides[m, EVEN] > ZERO:
            out[i] = min(sides[m, SHARE_BACK] + sides[m, SHARE_THROUGH], LIVES)
        else:
            co = -(s[3, i] * s[6, i] + s[4, i] * s[7, i] + s[5, i] * s[8, i])
            d, shine, gloss, t = shares(m, co, optics)
            out[i] = min(f32(d + shine + gloss + t), LIVES)


@njit(cache=True, fastmath=MATHS)
def leave(n, s, owns, keys, marks, lives, draws, origin, sides, optics, tables):
    """Send ``n`` paths on from their vertices; how many are left.

    ``lives`` (B,) is the chance of each; ``draws`` (3, B) are numbers in [0, 1) that choose what it does, and where to.
    """
    k = 0
    for i in range(n):
        m, key = marks[0, i], keys[i]
        dx, dy, dz = s[3, i], s[4, i], s[5, i]
        red, green, blue = s[9, i], s[10, i], s[11, i]
        if marks[2, i] == SCATTERS:
            chance = lives[i]
            if f32(noise(key, 1)) >= chance:
                continue
            nx, ny, nz = s[6, i], s[7, i], s[8, i]
            pick, a, b = draws[0, i], draws[1, i], draws[2, i]
            if sides[m, EVEN] > ZERO:
                d, t = sides[m, SHARE_BACK], sides[m, SHARE_THROUGH]
                through = pick * (d + t) < t
                sign = -ONE if through else ONE
                column = THROUGH if through else BACK
                share = (d + t) / ((t if through else d) * chance)
                red *= sides[m, column] * share
                green *= sides[m, column + 1] * share
                blue *= sides[m, column + 2] * share
                dx, dy, dz = by_cosine(sign * nx, sign * ny, sign * nz, a, b)
            else:
                ox, oy, oz = -dx, -dy, -dz
                back, shine, gloss, t = shares(m, ox * nx + oy * ny + oz * nz, optics)
                back += shine + gloss
                through = pick * (back + t) < t
                share = (t if through else back) / (back + t)
                pick = f32(pick * (back + t) / t if through else (pick * (back + t) - t) / back)
                ix, iy, iz = sample(0, m, nx, ny, nz, ox, oy, oz, through, pick, a, b, optics)
                if (ix * nx + iy * ny + iz * nz < 0.0) != through:
                    continue
                fr, fg, fb = response(0, m, nx, ny, nz, ox, oy, oz, ix, iy, iz, optics, tables)
                q = density(0, m, nx, ny, nz, ox, oy, oz, ix, iy, iz, optics) * share * chance
                if q <= 0.0:
                    continue
                red, green, blue = red * f32(fr / q), green * f32(fg / q), blue * f32(fb / q)
                dx, dy, dz = f32(ix), f32(iy), f32(iz)
        s[0, k], s[1, k], s[2, k] = s[0, i], s[1, i], s[2, i]
        s[3, k], s[4, k], s[5, k] = dx, dy, dz
        s[9, k], s[10, k], s[11, k] = red, green, blue
        owns[k], keys[k], origin[k] = owns[i], next_key(key), i
        marks[1, k] = marks[1, i]
        k += 1
    return k


@njit(cache=True, fastmath=MATHS)
def turn(u):
    """Cos 2πu and sin 2πu for u in [0, 1), by Taylor's series about the nearest quarter: 2·10⁻⁷ off at most."""
    q = math.floor(f32(4.0) * u + f32(0.5))
    x = TWO_PI * (u - f32(0.25) * q)
    y = x * x
    sine = x * (ONE + y * (f32(-1 / 6) + y * (f32(1 / 120) + y * f32(-1 / 5040))))
    cosine = ONE + y * (f32(-1 / 2) + y * (f32(1 / 24) + y * (f32(-1 / 720) + y * f32(1 / 40320))))
    if q == f32(1.0):
        return -sine, cosine
    if q == f32(2.0):
        return -cosine, -sine
    if q == f32(3.0):
        return sine, -cosine
    return cosine, sine


@njit(cache=True, fastmath=MATHS)
def by_cosine(nx, ny, nz, a, b):
    """A direction about n by the cosine, from two numbers in [0, 1), in single precision.

    The frame is that of Duff and others 2017, without a branch; a point of the disc is lifted to the sphere (Malley).
    """
    sign = ONE if nz >= ZERO else f32(-1.0)
    k = f32(-1.0) / (sign + nz)
    m = nx * ny * k
    r, c = math.sqrt(a), math.sqrt(max(ONE - a, ZERO))
    cosine, sine = turn(b)
    p, o = r * cosine, r * sine
    return (
        p * (ONE + sign * nx * nx * k) + o * m + c * nx,
        p * sign * m + o * (sign + ny * ny * k) + c * ny,
        -p * sign * nx - o * ny + c * nz,
    )
