"""Lamps: a spot on one as seen from a point, how strongly it shines there, and rays that hit one."""

import math

from numba import njit

from wenlo.core.transport.kernels.layout import (
    BEAM,
    BLOCKS,
    CENTRE,
    FACE,
    GATE_AWAY,
    GATE_RADIUS,
    INNER,
    LAMP_AWAY,
    LAMP_AXIS,
    LAMP_DUAL_U,
    LAMP_DUAL_V,
    LAMP_KIND,
    LAMP_LAW,
    LAMP_RADIUS,
    LAMP_RECTANGLE,
    LAMP_SKY,
    LAMP_SPHERE,
    LAMP_STRING,
    LAMP_SUN,
    LAMP_TABLE,
    LAMP_TUBE,
    LAMP_U,
    LAMP_V,
    LAW_COSINE,
    LAW_FIELD,
    LAW_LENS,
    LAW_TABLE,
    LENS_POWER,
    PEAK,
    SPOTS_COUNT,
    SPOTS_FIRST,
)
from wenlo.core.transport.kernels.rays import SURFACE_OFFSET, frame

SKY_DISTANCE = 1e4
"""The sun and the sky are this far away. [m]"""
ONE_OVER_PI = 1.0 / math.pi


@njit(cache=True, fastmath=True)
def sky_luminance(up):
    """CIE overcast sky relative to its zenith, (1 + 2 sin γ)/3; below the horizon ground of a fifth. [-]"""
    if up >= 0.0:
        return (1.0 + 2.0 * up) / 3.0
    # ground of reflectance .2 under the sky's horizontal illuminance of 7π/9 zenith luminances
    return 0.2 * 7.0 / 9.0


@njit(cache=True, fastmath=True)
def _measured(distributions, k, wx, wy, wz, lamps, g):
    # Bilinear in a table of I(C, γ): C around the axis from the lamp's u, γ from its axis.
    c = wx * lamps[g, LAMP_AXIS] + wy * lamps[g, LAMP_AXIS + 1] + wz * lamps[g, LAMP_AXIS + 2]
    a = wx * lamps[g, LAMP_U] + wy * lamps[g, LAMP_U + 1] + wz * lamps[g, LAMP_U + 2]
    b = wx * lamps[g, LAMP_V] + wy * lamps[g, LAMP_V + 1] + wz * lamps[g, LAMP_V + 2]
    a *= math.sqrt(lamps[g, LAMP_V] ** 2 + lamps[g, LAMP_V + 1] ** 2 + lamps[g, LAMP_V + 2] ** 2)
    b *= math.sqrt(lamps[g, LAMP_U] ** 2 + lamps[g, LAMP_U + 1] ** 2 + lamps[g, LAMP_U + 2] ** 2)
    planes, steps = distributions.shape[1] - 1, distributions.shape[2] - 1
    turn = math.atan2(b, a) * 0.5 * ONE_OVER_PI
    x = (turn - math.floor(turn)) * planes
    y = math.acos(min(max(c, -1.0), 1.0)) * ONE_OVER_PI * steps
    i, j = min(int(x), planes - 1), min(int(y), steps - 1)
    x, y = x - i, y - j
    low = distributions[k, i, j] * (1.0 - y) + distributions[k, i, j + 1] * y
    high = distributions[k, i + 1, j] * (1.0 - y) + distributions[k, i + 1, j + 1] * y
    return low * (1.0 - x) + high * x


@njit(cache=True, fastmath=True)
def intensity(g, wx, wy, wz, lamps, distributions):
    """Intensity of the whole lamp along unit vector w. [cd]"""
    law = int(lamps[g, LAMP_LAW])
    if law == LAW_TABLE:
        return lamps[g, PEAK] * _measured(distributions, int(lamps[g, LAMP_TABLE]), wx, wy, wz, lamps, g)
    kind = int(lamps[g, LAMP_KIND])
    if kind == LAMP_SPHERE or kind == LAMP_STRING or kind == LAMP_TUBE:
        return lamps[g, PEAK]
    c = wx * lamps[g, LAMP_AXIS] + wy * lamps[g, LAMP_AXIS + 1] + wz * lamps[g, LAMP_AXIS + 2]
    if c <= 0.0:
        return 0.0
    if law == LAW_COSINE:
        return lamps[g, PEAK] * (c if lamps[g, BEAM] == 1.0 else c ** lamps[g, BEAM])
    if law == LAW_FIELD:
        # an even field with a soft edge: BEAM holds cos of the half angle, INNER the edge's width in cosine
        x = (c - lamps[g, BEAM]) / lamps[g, INNER] + 0.5
        return lamps[g, PEAK] * min(max(x, 0.0), 1.0)
    return lamps[g, PEAK] * c * sky_luminance(-wz)


@njit(cache=True, fastmath=True)
def _facing(g, x, y, z, lamps):
    # Frame of the flat face that a round lamp shows to a point: normal, then two half edges.
    cx, cy, cz = x - lamps[g, CENTRE], y - lamps[g, CENTRE + 1], z - lamps[g, CENTRE + 2]
    ux, uy, uz = lamps[g, LAMP_U], lamps[g, LAMP_U + 1], lamps[g, LAMP_U + 2]
    if int(lamps[g, LAMP_KIND]) == LAMP_SPHERE:
        k = 1.0 / max(math.sqrt(cx * cx + cy * cy + cz * cz), 1e-12)
        cx, cy, cz = k * cx, k * cy, k * cz
        radius = 0.5 * math.sqrt(ux * ux + uy * uy + uz * uz)
        ax, ay, az, bx, by, bz = frame(cx, cy, cz)
        return cx, cy, cz, radius * ax, radius * ay, radius * az, radius * bx, radius * by, radius * bz
    # a tube along u shows the rectangle through its axis
    length2 = ux * ux + uy * uy + uz * uz
    along = (cx * ux + cy * uy + cz * uz) / length2
    cx, cy, cz = cx - along * ux, cy - along * uy, cz - along * uz
    k = 1.0 / max(math.sqrt(cx * cx + cy * cy + cz * cz), 1e-12)
    cx, cy, cz = k * cx, k * cy, k * cz
    vx, vy, vz = lamps[g, LAMP_V], lamps[g, LAMP_V + 1], lamps[g, LAMP_V + 2]
    radius = 0.5 * math.sqrt(vx * vx + vy * vy + vz * vz) / math.sqrt(length2)
    bx, by, bz = cy * uz - cz * uy, cz * ux - cx * uz, cx * uy - cy * ux
    return cx, cy, cz, 0.5 * ux, 0.5 * uy, 0.5 * uz, radius * bx, radius * by, radius * bz


@njit(cache=True, fastmath=True)
def through_lens(g, px, py, pz, wx, wy, wz, lamps):
    """Intensity of a whole lens along unit vector w, as the point p of it shines. [cd]

    A thin lens turns a ray that leaves it at offset o with slope s (along and across its axis) so that it came with
    slope s + o/f; followed back it must pass the gate and start on the lamp's face.
    """
    nx, ny, nz = lamps[g, LAMP_AXIS], lamps[g, LAMP_AXIS + 1], lamps[g, LAMP_AXIS + 2]
    c = wx * nx + wy * ny + wz * nz
    if c <= 0.0:
        return 0.0
    ox, oy, oz = px - lamps[g, CENTRE], py - lamps[g, CENTRE + 1], pz - lamps[g, CENTRE + 2]
    k = lamps[g, LENS_POWER]
    sx, sy, sz = wx / c - nx + k * ox, wy / c - ny + k * oy, wz / c - nz + k * oz
    away = lamps[g, GATE_AWAY]
    x, y, z = ox - away * sx, oy - away * sy, oz - away * sz
    if x * x + y * y + z * z > lamps[g, GATE_RADIUS] ** 2:
        return 0.0
    away = lamps[g, LAMP_AWAY]
    x, y, z = ox - away * sx, oy - away * sy, oz - away * sz
    if x * x + y * y + z * z > lamps[g, LAMP_RADIUS] ** 2:
        return 0.0
    return lamps[g, PEAK] * c


@njit(cache=True, fastmath=True)
def spot(g, x, y, z, a, b, lamps, spots, distributions):
    """One spot of lamp g as point x sees it, from two numbers in [0, 1).

    Returns unit direction from x to the spot, distance, radiance × density⁻¹ (so that the response times
    this is an unbiased estimate of the light), and the density. [1/sr] A lamp that rays do not meet has a
    density of −1.
    """
    kind = int(lamps[g, LAMP_KIND])
    if kind == LAMP_SUN or kind == LAMP_SKY:
        nx, ny, nz = lamps[g, LAMP_AXIS], lamps[g, LAMP_AXIS + 1], lamps[g, LAMP_AXIS + 2]
        ax, ay, az, bx, by, bz = frame(nx, ny, nz)
        if kind == LAMP_SUN:
            # BEAM holds 1 − cos of the disc's angular radius; PEAK the illuminance square to it
            c = 1.0 - a * lamps[g, BEAM]
            probability = 1.0 / (2.0 * math.pi * lamps[g, BEAM])
        else:
            c = math.sqrt(1.0 - a)
            probability = c * ONE_OVER_PI
        s = math.sqrt(max(0.0, 1.0 - c * c))
        p, o = s * math.cos(2.0 * math.pi * b), s * math.sin(2.0 * math.pi * b)
        dx, dy, dz = p * ax + o * bx + c * nx, p * ay + o * by + c * ny, p * az + o * bz + c * nz
        amount = lamps[g, PEAK] if kind == LAMP_SUN else lamps[g, PEAK] * sky_luminance(c) / max(probability, 1e-12)
        return dx, dy, dz, SKY_DISTANCE, amount, probability
    px, py, pz = lamps[g, CENTRE], lamps[g, CENTRE + 1], lamps[g, CENTRE + 2]
    nx, ny, nz = lamps[g, LAMP_AXIS], lamps[g, LAMP_AXIS + 1], lamps[g, LAMP_AXIS + 2]
    if kind == LAMP_STRING:
        count = int(lamps[g, SPOTS_COUNT])
        k = int(lamps[g, SPOTS_FIRST]) + min(int(a * count), count - 1)
        px, py, pz = spots[k, 0], spots[k, 1], spots[k, 2]
    elif kind == LAMP_SPHERE or kind == LAMP_TUBE:
        nx, ny, nz, ax, ay, az, bx, by, bz = _facing(g, x, y, z, lamps)
        if kind == LAMP_SPHERE:
            r, phi = math.sqrt(a), 2.0 * math.pi * b
            s, t = r * math.cos(phi), r * math.sin(phi)
        else:
            s, t = 2.0 * a - 1.0, 2.0 * b - 1.0
        px, py, pz = px + s * ax + t * bx, py + s * ay + t * by, pz + s * az + t * bz
    else:
        if kind == LAMP_RECTANGLE:
            s, t = a - 0.5, b - 0.5
        else:
            inner = lamps[g, INNER] if int(lamps[g, LAMP_LAW]) != LAW_FIELD else 0.0
            r, phi = 0.5 * math.sqrt(inner * inner + a * (1.0 - inner * inner)), 2.0 * math.pi * b
            s, t = r * math.cos(phi), r * math.sin(phi)
        px += s * lamps[g, LAMP_U] + t * lamps[g, LAMP_V]
        py += s * lamps[g, LAMP_U + 1] + t * lamps[g, LAMP_V + 1]
        pz += s * lamps[g, LAMP_U + 2] + t * lamps[g, LAMP_V + 2]
    dx, dy, dz = px - x, py - y, pz - z
    r2 = dx * dx + dy * dy + dz * dz
    if r2 < 1e-18:
        return 0.0, 0.0, 1.0, 0.0, 0.0, 0.0
    r = math.sqrt(r2)
    dx, dy, dz = dx / r, dy / r, dz / r
    if int(lamps[g, LAMP_LAW]) == LAW_LENS:
        strength = through_lens(g, px, py, pz, -dx, -dy, -dz, lamps)
    else:
        strength = intensity(g, -dx, -dy, -dz, lamps, distributions)
    if kind == LAMP_TUBE:
        # a Lambertian tube shines by the size of the rectangle that it shows
        strength *= max(0.0, -(dx * nx + dy * ny + dz * nz))
    if strength <= 0.0:
        return dx, dy, dz, r, 0.0, 0.0
    if lamps[g, BLOCKS] <= 0.0:
        return dx, dy, dz, r, strength / r2, -1.0
    c = abs(dx * nx + dy * ny + dz * nz)
    return dx, dy, dz, r, strength / r2, r2 / max(lamps[g, FACE] * c, 1e-30)


@njit(cache=True, fastmath=True)
def lamp_crossing(g, ax, ay, az, dx, dy, dz, limit, lamps):
    """Distance at which a ray meets the body of lamp g, and the cosine to its face there; −1 if it does not."""
    if lamps[g, BLOCKS] <= 0.0:
        return -1.0, 0.0
    kind = int(lamps[g, LAMP_KIND])
    nx, ny, nz = lamps[g, LAMP_AXIS], lamps[g, LAMP_AXIS + 1], lamps[g, LAMP_AXIS + 2]
    px, py, pz, qx, qy, qz = 0.0, 0.0, 0.0, 0.0, 0.0, 0.0
    if kind == LAMP_SPHERE or kind == LAMP_TUBE:
        nx, ny, nz, px, py, pz, qx, qy, qz = _facing(g, ax, ay, az, lamps)
    dn = dx * nx + dy * ny + dz * nz
    if abs(dn) < 1e-12:
        return -1.0, 0.0
    ox, oy, oz = lamps[g, CENTRE] - ax, lamps[g, CENTRE + 1] - ay, lamps[g, CENTRE + 2] - az
    t = (ox * nx + oy * ny + oz * nz) / dn
    if t <= SURFACE_OFFSET or t >= limit:
        return -1.0, 0.0
    x, y, z = t * dx - ox, t * dy - oy, t * dz - oz
    if kind == LAMP_SPHERE:
        r2 = px * px + py * py + pz * pz
        return (t, -dn) if x * x + y * y + z * z <= r2 else (-1.0, 0.0)
    if kind == LAMP_TUBE:
        u = (x * px + y * py + z * pz) / (px * px + py * py + pz * pz)
        v = (x * qx + y * qy + z * qz) / (qx * qx + qy * qy + qz * qz)
        return (t, -dn) if abs(u) <= 1.0 and abs(v) <= 1.0 else (-1.0, 0.0)
    u = x * lamps[g, LAMP_DUAL_U] + y * lamps[g, LAMP_DUAL_U + 1] + z * lamps[g, LAMP_DUAL_U + 2]
    v = x * lamps[g, LAMP_DUAL_V] + y * lamps[g, LAMP_DUAL_V + 1] + z * lamps[g, LAMP_DUAL_V + 2]
    if kind == LAMP_RECTANGLE:
        return (t, -dn) if abs(u) <= 0.5 and abs(v) <= 0.5 else (-1.0, 0.0)
    inner = lamps[g, INNER] if int(lamps[g, LAMP_LAW]) != LAW_FIELD else 0.0
    r2 = 4.0 * (u * u + v * v)
    return (t, -dn) if inner * inner <= r2 <= 1.0 else (-1.0, 0.0)


@njit(cache=True, fastmath=True)
def nearest_lamp(ax, ay, az, dx, dy, dz, limit, lamps):
    """The nearest lamp's body along a ray: distance, its number or −1, and the cosine to its face."""
    best, hit, cosine = limit, -1, 0.0
    for g in range(lamps.shape[0]):
        t, c = lamp_crossing(g, ax, ay, az, dx, dy, dz, best, lamps)
        if t > 0.0:
            best, hit, cosine = t, g, c
    return best, hit, cosine


@njit(cache=True, fastmath=True)
def hidden_by_lamp(g, ax, ay, az, dx, dy, dz, limit, lamps):
    """Whether the body of another lamp than g stands within ``limit`` along a ray."""
    for other in range(lamps.shape[0]):
        if other != g:
            t, _ = lamp_crossing(other, ax, ay, az, dx, dy, dz, limit - 2.0 * SURFACE_OFFSET, lamps)
            if t > 0.0:
                return True
    return False


@njit(cache=True, fastmath=True)
def radiance(g, x, y, z, dx, dy, dz, cosine, lamps, distributions):
    """Radiance of point x of lamp g's face toward where a ray along d came from. ``cosine`` to the face. [cd/m²]"""
    kind = int(lamps[g, LAMP_KIND])
    if kind == LAMP_TUBE:
        return lamps[g, PEAK] / lamps[g, FACE]
    if cosine <= 1e-9:
        return 0.0
    if int(lamps[g, LAMP_LAW]) == LAW_LENS:
        return through_lens(g, x, y, z, -dx, -dy, -dz, lamps) / (lamps[g, FACE] * cosine)
    return intensity(g, -dx, -dy, -dz, lamps, distributions) / (lamps[g, FACE] * cosine)
