"""What a surface does with light: how much leaves along one direction of what comes along another.

Directions point away from the surface: ``i`` toward where light comes from, ``o`` toward where it goes.
A meter is treated as a surface of its own kind (``RECEPTOR_FLAT``, ``RECEPTOR_DOME``), so that a path can start there.
"""

import math

from numba import njit

from wenlo.core.transport.kernels.layout import (
    ALPHA,
    DIFFUSE,
    GLOSS,
    GLOSS_ALPHA,
    LOBE,
    LOBE_TABLE,
    PLAIN,
    SPECULAR,
    SPECULAR_TABLE,
    THROUGH,
)
from wenlo.core.transport.kernels.rays import frame

RECEPTOR_FLAT, RECEPTOR_DOME = -1, -2
ONE_OVER_PI = 1.0 / math.pi


@njit(cache=True, fastmath=True)
def table(tables, row, c):
    """Value of a table over equal steps of cos θ from 0 to 1."""
    last = tables.shape[1] - 1
    x = min(max(c, 0.0), 1.0) * last
    i = min(int(x), last - 1)
    return tables[row, i] + (x - i) * (tables[row, i + 1] - tables[row, i])


@njit(cache=True, fastmath=True)
def _masking(c, alpha):
    # Smith's G1 of the GGX distribution.
    a2, c2 = alpha * alpha, c * c
    return 2.0 * c / (c + math.sqrt(a2 + (1.0 - a2) * c2))


@njit(cache=True, fastmath=True)
def _facets(ch, alpha):
    a2 = alpha * alpha
    k = ch * ch * (a2 - 1.0) + 1.0
    return a2 / (math.pi * k * k)


@njit(cache=True, fastmath=True)
def _shine(ci, co, ix, iy, iz, ox, oy, oz, nx, ny, nz, alpha):
    # D·G2/(4 ci co) of GGX with height-correlated masking, and the cosine of o to the half vector.
    hx, hy, hz = ix + ox, iy + oy, iz + oz
    length = math.sqrt(hx * hx + hy * hy + hz * hz)
    if length < 1e-12:
        return 0.0, 0.0
    ch = abs(hx * nx + hy * ny + hz * nz) / length
    oh = (hx * ox + hy * oy + hz * oz) / length
    a2 = alpha * alpha
    gi = co * math.sqrt(a2 + (1.0 - a2) * ci * ci)
    go = ci * math.sqrt(a2 + (1.0 - a2) * co * co)
    return _facets(ch, alpha) * 0.5 / max(gi + go, 1e-30), oh


@njit(cache=True, fastmath=True)
def response(kind, m, nx, ny, nz, ox, oy, oz, ix, iy, iz, optics, tables):
    """What is added toward o by radiance from i, per solid angle, the cosine included: red, green, blue.

    ``m`` is the row of the side that o is on; ``n`` the normal of that side. ``kind`` < 0 is a receptor.
    """
    ci = ix * nx + iy * ny + iz * nz
    if kind == RECEPTOR_FLAT:
        c = max(ci, 0.0)
        return c, c, c
    if kind == RECEPTOR_DOME:
        c = 0.5 * (1.0 + ci)
        return c, c, c
    if ci <= 0.0:
        r, g, b = optics[m, THROUGH], optics[m, THROUGH + 1], optics[m, THROUGH + 2]
        exponent = optics[m, LOBE]
        if exponent <= 0.0:
            f = -ci * ONE_OVER_PI
        else:
            ca = -(ix * ox + iy * oy + iz * oz)
            if ca <= 0.0:
                return 0.0, 0.0, 0.0
            co = ox * nx + oy * ny + oz * nz
            row = int(optics[m, LOBE_TABLE])
            f = -ci * table(tables, row, co) * table(tables, row, -ci) * ca**exponent
        return r * f, g * f, b * f
    f = ci * ONE_OVER_PI
    r, g, b = optics[m, DIFFUSE] * f, optics[m, DIFFUSE + 1] * f, optics[m, DIFFUSE + 2] * f
    if optics[m, PLAIN] > 0.0:
        return r, g, b
    co = ox * nx + oy * ny + oz * nz
    if co <= 0.0:
        return r, g, b
    if optics[m, ALPHA] > 0.0:
        shine, _ = _shine(ci, co, ix, iy, iz, ox, oy, oz, nx, ny, nz, optics[m, ALPHA])
        row = int(optics[m, SPECULAR_TABLE])
        f = ci * shine * table(tables, row, co) * table(tables, row, ci)
        r += f * optics[m, SPECULAR]
        g += f * optics[m, SPECULAR + 1]
        b += f * optics[m, SPECULAR + 2]
    if optics[m, GLOSS] > 0.0:
        shine, oh = _shine(ci, co, ix, iy, iz, ox, oy, oz, nx, ny, nz, optics[m, GLOSS_ALPHA])
        f = ci * shine * (optics[m, GLOSS] + (1.0 - optics[m, GLOSS]) * (1.0 - oh) ** 5)
        r, g, b = r + f, g + f, b + f
    return r, g, b


@njit(cache=True, fastmath=True)
def shares(m, co, optics):
    """How often each thing is tried when a path is sampled: diffuse, specular, gloss, through. Unnormalised."""
    d = 0.2126 * optics[m, DIFFUSE] + 0.7152 * optics[m, DIFFUSE + 1] + 0.0722 * optics[m, DIFFUSE + 2]
    t = 0.2126 * optics[m, THROUGH] + 0.7152 * optics[m, THROUGH + 1] + 0.0722 * optics[m, THROUGH + 2]
    if optics[m, PLAIN] > 0.0:
        return d, 0.0, 0.0, t
    s, g = 0.0, 0.0
    if optics[m, ALPHA] > 0.0:
        s = 0.2126 * optics[m, SPECULAR] + 0.7152 * optics[m, SPECULAR + 1] + 0.0722 * optics[m, SPECULAR + 2]
    if optics[m, GLOSS] > 0.0:
        g = optics[m, GLOSS] + (1.0 - optics[m, GLOSS]) * (1.0 - co) ** 5
    return d, s, g, t


@njit(cache=True, fastmath=True)
def _density_of_facets(ci, co, ix, iy, iz, ox, oy, oz, nx, ny, nz, alpha):
    hx, hy, hz = ix + ox, iy + oy, iz + oz
    length = math.sqrt(hx * hx + hy * hy + hz * hz)
    if length < 1e-12 or co <= 0.0:
        return 0.0
    ch = abs(hx * nx + hy * ny + hz * nz) / length
    return _masking(co, alpha) * _facets(ch, alpha) / (4.0 * co)


@njit(cache=True, fastmath=True)
def density(kind, m, nx, ny, nz, ox, oy, oz, ix, iy, iz, optics):
    """Probability density of :func:`sample` for direction i, given the side that i is on. [1/sr]"""
    ci = ix * nx + iy * ny + iz * nz
    if kind == RECEPTOR_FLAT:
        return max(ci, 0.0) * ONE_OVER_PI
    if kind == RECEPTOR_DOME:
        return (1.0 + ci) * 0.25 * ONE_OVER_PI
    if ci <= 0.0:
        exponent = optics[m, LOBE]
        if exponent <= 0.0:
            return -ci * ONE_OVER_PI
        ca = -(ix * ox + iy * oy + iz * oz)
        if ca <= 0.0:
            return 0.0
        return (exponent + 1.0) * 0.5 * ONE_OVER_PI * ca**exponent
    co = ox * nx + oy * ny + oz * nz
    d, s, g, _ = shares(m, co, optics)
    if s + g <= 0.0:
        return ci * ONE_OVER_PI
    p = d * ci * ONE_OVER_PI
    if s > 0.0:
        p += s * _density_of_facets(ci, co, ix, iy, iz, ox, oy, oz, nx, ny, nz, optics[m, ALPHA])
    if g > 0.0:
        p += g * _density_of_facets(ci, co, ix, iy, iz, ox, oy, oz, nx, ny, nz, optics[m, GLOSS_ALPHA])
    return p / (d + s + g)


@njit(cache=True, fastmath=True)
def around(c, phi, nx, ny, nz):
    """Direction off n by a cosine, turned about it by φ."""
    ax, ay, az, bx, by, bz = frame(nx, ny, nz)
    s = math.sqrt(max(0.0, 1.0 - c * c))
    p, o = s * math.cos(phi), s * math.sin(phi)
    return p * ax + o * bx + c * nx, p * ay + o * by + c * ny, p * az + o * bz + c * nz


@njit(cache=True, fastmath=True)
def _facet_reflection(ox, oy, oz, nx, ny, nz, alpha, a, b):
    # A facet among those that o can see (sampling of visible normals), and o mirrored in it.
    tx, ty, tz, bx, by, bz = frame(nx, ny, nz)
    vx, vy, vz = ox * tx + oy * ty + oz * tz, ox * bx + oy * by + oz * bz, ox * nx + oy * ny + oz * nz
    sx, sy, sz = alpha * vx, alpha * vy, vz
    k = 1.0 / math.sqrt(sx * sx + sy * sy + sz * sz)
    sx, sy, sz = k * sx, k * sy, k * sz
    flat = sx * sx + sy * sy
    if flat > 1e-14:
        k = 1.0 / math.sqrt(flat)
        px, py, pz = -sy * k, sx * k, 0.0
    else:
        px, py, pz = 1.0, 0.0, 0.0
    qx, qy, qz = sy * pz - sz * py, sz * px - sx * pz, sx * py - sy * px
    r, phi = math.sqrt(a), 2.0 * math.pi * b
    t1, t2 = r * math.cos(phi), r * math.sin(phi)
    w = 0.5 * (1.0 + sz)
    t2 = (1.0 - w) * math.sqrt(max(0.0, 1.0 - t1 * t1)) + w * t2
    t3 = math.sqrt(max(0.0, 1.0 - t1 * t1 - t2 * t2))
    hx, hy, hz = t1 * px + t2 * qx + t3 * sx, t1 * py + t2 * qy + t3 * sy, t1 * pz + t2 * qz + t3 * sz
    hx, hy, hz = alpha * hx, alpha * hy, max(hz, 1e-9)
    k = 1.0 / math.sqrt(hx * hx + hy * hy + hz * hz)
    hx, hy, hz = k * hx, k * hy, k * hz
    d = 2.0 * (vx * hx + vy * hy + vz * hz)
    ix, iy, iz = d * hx - vx, d * hy - vy, d * hz - vz
    return ix * tx + iy * bx + iz * nx, ix * ty + iy * by + iz * ny, ix * tz + iy * bz + iz * nz


@njit(cache=True, fastmath=True)
def sample(kind, m, nx, ny, nz, ox, oy, oz, through, pick, a, b, optics):
    """A direction i to the side of o, or ``through`` to the other one, from three numbers in [0, 1)."""
    phi = 2.0 * math.pi * b
    if kind == RECEPTOR_FLAT:
        return around(math.sqrt(1.0 - a), phi, nx, ny, nz)
    if kind == RECEPTOR_DOME:
        return around(2.0 * math.sqrt(1.0 - a) - 1.0, phi, nx, ny, nz)
    if through:
        exponent = optics[m, LOBE]
        if exponent <= 0.0:
            return around(math.sqrt(1.0 - a), phi, -nx, -ny, -nz)
        return around((1.0 - a) ** (1.0 / (exponent + 1.0)), phi, -ox, -oy, -oz)
    d, s, g, _ = shares(m, ox * nx + oy * ny + oz * nz, optics)
    choice = pick * (d + s + g)
    if choice < d or s + g <= 0.0:
        return around(math.sqrt(1.0 - a), phi, nx, ny, nz)
    alpha = optics[m, ALPHA] if choice < d + s else optics[m, GLOSS_ALPHA]
    return _facet_reflection(ox, oy, oz, nx, ny, nz, alpha, a, b)
