"""Steam and dust: light that is scattered once on its way to the film, and what they dim behind them."""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.film import through_lens
from wenlo.core.transport.kernels.paths import follow, noise, patch_of
from wenlo.core.transport.kernels.rays import FAR, nearest, normal_at, passed
from wenlo.core.transport.kernels.shine import hidden_by_lamp, nearest_lamp, spot

CENTRE, HALF, DENSITY, FORWARD, ALBEDO, CLOUD_COLUMNS = 0, 3, 6, 7, 8, 9


@njit(cache=True, fastmath=True)
def chord(x, y, z, dx, dy, dz, far, cloud):
    """Where a ray is inside the ellipsoid, from and to (equal if it is not), and r² = a t² + 2 b t + c along it."""
    ax, ay, az = dx / cloud[HALF], dy / cloud[HALF + 1], dz / cloud[HALF + 2]
    px, py, pz = (
        (x - cloud[CENTRE]) / cloud[HALF],
        (y - cloud[CENTRE + 1]) / cloud[HALF + 1],
        (z - cloud[CENTRE + 2]) / cloud[HALF + 2],
    )
    a, b, c = ax * ax + ay * ay + az * az, ax * px + ay * py + az * pz, px * px + py * py + pz * pz
    root = b * b - a * (c - 1.0)
    if root <= 0.0:
        return 0.0, 0.0, a, b, c
    root = math.sqrt(root)
    near, end = max((-b - root) / a, 0.0), min((-b + root) / a, far)
    if end <= near:
        return 0.0, 0.0, a, b, c
    return near, end, a, b, c


@njit(cache=True, fastmath=True)
def depth_between(t0, t1, a, b, c, density):
    """Optical depth between two places of a ray: the density falls as 1 − r², whose integral is a cubic."""
    at = (1.0 - c) * (t1 - t0) - b * (t1 * t1 - t0 * t0) - a * (t1 * t1 * t1 - t0 * t0 * t0) / 3.0
    return max(density * at, 0.0)


@njit(cache=True, fastmath=True)
def depth_along(x, y, z, dx, dy, dz, far, clouds):
    """Optical depth of all clouds along a ray."""
    total = 0.0
    for k in range(clouds.shape[0]):
        t0, t1, a, b, c = chord(x, y, z, dx, dy, dz, far, clouds[k])
        total += depth_between(t0, t1, a, b, c, clouds[k, DENSITY])
    return total


@njit(cache=True, fastmath=True)
def phase(cosine, g):
    """Share of scattered light per steradian at an angle to straight on (Henyey and Greenstein 1941)."""
    below = 1.0 + g * g - 2.0 * g * cosine
    return (1.0 - g * g) / (4.0 * math.pi * below * math.sqrt(below))


@njit(cache=True, fastmath=True)
def _turned(dx, dy, dz, g, a, b):
    # a direction drawn by the phase function about another
    if abs(g) < 1e-3:
        c = 1.0 - 2.0 * a
    else:
        s = (1.0 - g * g) / (1.0 - g + 2.0 * g * a)
        c = (1.0 + g * g - s * s) / (2.0 * g)
    s, phi = math.sqrt(max(0.0, 1.0 - c * c)), 2.0 * math.pi * b
    ux, uy, uz = (0.0, -dz, dy) if abs(dx) < 0.9 else (dz, 0.0, -dx)
    k = 1.0 / math.sqrt(ux * ux + uy * uy + uz * uz)
    ux, uy, uz = ux * k, uy * k, uz * k
    vx, vy, vz = dy * uz - dz * uy, dz * ux - dx * uz, dx * uy - dy * ux
    p, q = s * math.cos(phi), s * math.sin(phi)
    return c * dx + p * ux + q * vx, c * dy + p * uy + q * vy, c * dz + p * uz + q * vz


@njit(cache=True, parallel=True, fastmath=True)
def glow(
    camera,
    width,
    height,
    points,
    clouds,
    surfaces,
    nodes,
    scatters,
    lamps,
    spots,
    distributions,
    divisions,
    first,
    light,
):
    """Light that clouds scatter toward each pixel (H·W, G, 3) [cd/m²] and the share of what is behind that stays
    (H·W,).

    ``points`` (K, 9) are evenly spread: film, lens, place in the cloud, spot on the lamp, and where else to look.
    ``light`` (N, G, 3) is the radiance of the patch sides. Light is scattered once; it is dimmed on all its way.
    """
    groups = lamps.shape[0]
    added, kept = np.zeros((width * height, groups, 3)), np.ones(width * height)
    for i in prange(width * height):
        total, stays = np.zeros((groups, 3)), 0.0
        key = np.uint64(i + 1) * np.uint64(0xE7037ED1A0B428DB)
        key ^= key >> np.uint64(29)
        for n in range(points.shape[0]):
            q = np.empty(9)
            for s in range(9):
                q[s] = (points[n, s] + noise(key, s)) % 1.0
            x, y, z, dx, dy, dz = through_lens(camera, i % width + q[0], i // width + q[1], width, height, q[2], q[3])
            far, _, _, _ = nearest(x, y, z, dx, dy, dz, FAR, surfaces, nodes)
            lamp_far, lamp, _ = nearest_lamp(x, y, z, dx, dy, dz, far, lamps)
            if lamp >= 0:
                far = lamp_far
            stays += math.exp(-depth_along(x, y, z, dx, dy, dz, far, clouds))
            for k in range(clouds.shape[0]):
                t0, t1, _, _, _ = chord(x, y, z, dx, dy, dz, far, clouds[k])
                if t1 <= t0:
                    continue
                t = t0 + q[4] * (t1 - t0)
                px, py, pz = x + t * dx, y + t * dy, z + t * dz
                r2 = 0.0
                for axis in range(3):
                    place = (px, py, pz)[axis]
                    r2 += ((place - clouds[k, CENTRE + axis]) / clouds[k, HALF + axis]) ** 2
                dense = clouds[k, DENSITY] * max(0.0, 1.0 - r2)
                seen = clouds[k, ALBEDO] * dense * (t1 - t0) * math.exp(-depth_along(x, y, z, dx, dy, dz, t, clouds))
                g = clouds[k, FORWARD]
                for lamp in range(groups):
                    ex, ey, ez, r, amount, _ = spot(lamp, px, py, pz, q[5], q[6], lamps, spots, distributions)
                    if amount <= 0.0 or hidden_by_lamp(lamp, px, py, pz, ex, ey, ez, r, lamps):
                        continue
                    tr, tg, tb, _ = passed(px, py, pz, ex, ey, ez, r, surfaces, nodes, scatters)
                    # light travels against e and turns toward the eye, which is against d
                    amount *= seen * phase(ex * dx + ey * dy + ez * dz, g)
                    amount *= math.exp(-depth_along(px, py, pz, ex, ey, ez, r, clouds))
                    total[lamp, 0] += amount * tr
                    total[lamp, 1] += amount * tg
                    total[lamp, 2] += amount * tb
                fx, fy, fz = _turned(dx, dy, dz, g, q[7], q[8])
                p, lamp, _, r, u, v, tr, tg, tb, chance, mx, my, mz, ex, ey, ez = follow(
                    px, py, pz, fx, fy, fz, key + np.uint64(n), 50, surfaces, nodes, scatters, lamps
                )
                # lamps and the sky have been counted by their spots
                if p < 0 or chance <= 0.0:
                    continue
                share = seen * math.exp(-depth_along(px, py, pz, fx, fy, fz, r, clouds)) / chance
                nx, ny, nz = normal_at(surfaces, p, mx, my, mz)
                side = 1 if ex * nx + ey * ny + ez * nz > 0.0 else 0
                patch = patch_of(p, u, v, side, divisions, first)
                for j in range(groups):
                    total[j, 0] += share * tr * light[patch, j, 0]
                    total[j, 1] += share * tg * light[patch, j, 1]
                    total[j, 2] += share * tb * light[patch, j, 2]
        for j in range(groups):
            for c in range(3):
                added[i, j, c] = total[j, c] / points.shape[0]
        kept[i] = stays / points.shape[0]
    return added, kept
