"""What is seen along a line of sight: light straight from lamps, and the rest from the solved patches."""

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.layout import CLEAR, LAW, PASS_LENS
from wenlo.core.transport.kernels.rays import FAR, bent, chance_through, nearest, normal_at, passed
from wenlo.core.transport.kernels.scatter import RECEPTOR_DOME, response
from wenlo.core.transport.kernels.shine import hidden_by_lamp, nearest_lamp, spot

FAINTEST = 1e-4
NOWHERE = 50.0
"""A ray that meets nothing ends so far away. [m]"""


@njit(cache=True, fastmath=True)
def between_patches(values, p, u, v, side, divisions, first, g, k):
    """Value of a side at (u, v), bilinear between the middles of its patches; ``values`` (N, G, 3)."""
    nu, nv = divisions[p, 0], divisions[p, 1]
    x, y = min(max(u * nu - 0.5, 0.0), nu - 1.0), min(max(v * nv - 0.5, 0.0), nv - 1.0)
    i, j = min(int(x), max(nu - 2, 0)), min(int(y), max(nv - 2, 0))
    x, y = x - i, y - j
    start = first[p] + side * nu * nv
    right, up = (1 if nu > 1 else 0), (nu if nv > 1 else 0)
    here = start + j * nu + i
    low = values[here, g, k] * (1.0 - x) + values[here + right, g, k] * x
    high = values[here + up, g, k] * (1.0 - x) + values[here + up + right, g, k] * x
    return low * (1.0 - y) + high * y


@njit(cache=True, parallel=True, fastmath=True)
def seen_along(
    origins,
    directions,
    points,
    surfaces,
    nodes,
    scatters,
    optics,
    tables,
    lamps,
    spots,
    distributions,
    divisions,
    first,
    returned,
):
    """Radiance of surfaces toward the eye along rays, by lamp, shape (M, G, 3); lamps themselves are left out. [cd/m²]

    ``points`` (K, 2) cover the lamps. A ray goes on through what lets light straight through.
    """
    groups = lamps.shape[0]
    result = np.zeros((origins.shape[0], groups, 3))
    for i in prange(origins.shape[0]):
        x, y, z = origins[i, 0], origins[i, 1], origins[i, 2]
        dx, dy, dz = directions[i, 0], directions[i, 1], directions[i, 2]
        wr, wg, wb = 1.0, 1.0, 1.0
        for _ in range(16):
            t, p, u, v = nearest(x, y, z, dx, dy, dz, FAR, surfaces, nodes)
            if p < 0:
                break
            x, y, z = x + t * dx, y + t * dy, z + t * dz
            nx, ny, nz = normal_at(surfaces, p, x, y, z)
            side = 1 if dx * nx + dy * ny + dz * nz > 0.0 else 0
            if side == 1:
                nx, ny, nz = -nx, -ny, -nz
            for g in range(groups):
                red = between_patches(returned, p, u, v, side, divisions, first, g, 0)
                green = between_patches(returned, p, u, v, side, divisions, first, g, 1)
                blue = between_patches(returned, p, u, v, side, divisions, first, g, 2)
                for q in range(points.shape[0]):
                    ex, ey, ez, r, amount, _ = spot(g, x, y, z, points[q, 0], points[q, 1], lamps, spots, distributions)
                    if amount <= 0.0:
                        continue
                    fr, fg, fb = response(0, 2 * p + side, nx, ny, nz, -dx, -dy, -dz, ex, ey, ez, optics, tables)
                    if fr + fg + fb <= 0.0 or hidden_by_lamp(g, x, y, z, ex, ey, ez, r, lamps):
                        continue
                    tr, tg, tb, _ = passed(x, y, z, ex, ey, ez, r, surfaces, nodes, scatters)
                    amount /= points.shape[0]
                    red, green, blue = red + amount * fr * tr, green + amount * fg * tg, blue + amount * fb * tb
                result[i, g, 0] += wr * red
                result[i, g, 1] += wg * green
                result[i, g, 2] += wb * blue
            if int(surfaces[p, LAW]) == PASS_LENS:
                dx, dy, dz = bent(x, y, z, dx, dy, dz, surfaces, p)
                factor = 1.0
            else:
                factor, _ = chance_through(dx, dy, dz, surfaces, p, scatters[p])
            wr, wg, wb = (
                wr * factor * surfaces[p, CLEAR],
                wg * factor * surfaces[p, CLEAR + 1],
                wb * factor * surfaces[p, CLEAR + 2],
            )
            if wr + wg + wb < FAINTEST:
                break
    return result


@njit(cache=True, fastmath=True)
def glimpses(position, normal, receptor, points, surfaces, nodes, scatters, lamps, spots, distributions):
    """Light of every lamp straight to a receptor, spot by spot: place (G, K, 3) and illuminance (G, K, 3)."""
    groups, count = lamps.shape[0], points.shape[0]
    places, light = np.zeros((groups, count, 3)), np.zeros((groups, count, 3))
    x, y, z = position[0], position[1], position[2]
    nx, ny, nz = normal[0], normal[1], normal[2]
    for g in range(groups):
        for q in range(count):
            dx, dy, dz, r, amount, _ = spot(g, x, y, z, points[q, 0], points[q, 1], lamps, spots, distributions)
            places[g, q, 0], places[g, q, 1], places[g, q, 2] = x + r * dx, y + r * dy, z + r * dz
            c = dx * nx + dy * ny + dz * nz
            c = 0.5 * (1.0 + c) if receptor == RECEPTOR_DOME else max(c, 0.0)
            amount *= c / count
            if amount <= 0.0 or hidden_by_lamp(g, x, y, z, dx, dy, dz, r, lamps):
                continue
            tr, tg, tb, _ = passed(x, y, z, dx, dy, dz, r, surfaces, nodes, scatters)
            light[g, q, 0], light[g, q, 1], light[g, q, 2] = amount * tr, amount * tg, amount * tb
    return places, light


@njit(cache=True, parallel=True, fastmath=True)
def first_met(origins, directions, surfaces, nodes):
    """First surface along each ray, shape (M,); −1 for none."""
    hits = np.empty(origins.shape[0], np.int64)
    for i in prange(origins.shape[0]):
        _, hits[i], _, _ = nearest(
            origins[i, 0],
            origins[i, 1],
            origins[i, 2],
            directions[i, 0],
            directions[i, 1],
            directions[i, 2],
            FAR,
            surfaces,
            nodes,
        )
    return hits


@njit(cache=True, parallel=True, fastmath=True)
def met(origins, directions, surfaces, nodes, lamps):
    """What rays meet first, shape (M, 7): the surface (−1 none) or −2 − g for lamp g, the place, the front's normal
    there.
    """
    result = np.zeros((origins.shape[0], 7))
    for i in prange(origins.shape[0]):
        x, y, z = origins[i, 0], origins[i, 1], origins[i, 2]
        dx, dy, dz = directions[i, 0], directions[i, 1], directions[i, 2]
        t, p, _, _ = nearest(x, y, z, dx, dy, dz, FAR, surfaces, nodes)
        lamp_at, lamp, _ = nearest_lamp(x, y, z, dx, dy, dz, t, lamps)
        if lamp >= 0:
            t, p = lamp_at, -2 - lamp
        t = min(t, NOWHERE)
        x, y, z = x + t * dx, y + t * dy, z + t * dz
        result[i, 0], result[i, 1], result[i, 2], result[i, 3] = p, x, y, z
        if p >= 0:
            result[i, 4], result[i, 5], result[i, 6] = normal_at(surfaces, p, x, y, z)
    return result
