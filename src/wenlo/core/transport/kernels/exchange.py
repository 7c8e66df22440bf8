"""Light between patches: what lamps give them, what each sees of the others, and where a look is worth while."""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.layout import CLEAR, DOME, SHAPE, TUBE
from wenlo.core.transport.kernels.rays import FAR, chance_through, frame, nearest, normal_at, passed, place
from wenlo.core.transport.kernels.scatter import RECEPTOR_DOME
from wenlo.core.transport.kernels.shine import hidden_by_lamp, spot

CELLS = 4
"""Cells along each edge of a patch, by which looks at it are shared out."""

LEAST_SEEN = 0.03
"""Patches that a few straight lines do not join are looked at as if so much were left on the way: through a narrow slot
all
of the lines may miss, and light that no look is ever sent to is found by rare luck alone, of which the groups know
nothing.
"""

FAINTEST = 1e-4
"""A ray that sheets have weakened so far is not followed on."""


@njit(cache=True, fastmath=True)
def spot_on(surfaces, edges, j, owners, divisions, first, u, v):
    """Point of patch side j at (u, v) of the patch, the side's normal there, and whether it is inside the outline."""
    p = owners[j]
    nu, nv = divisions[p, 0], divisions[p, 1]
    local = j - first[p]
    side = local // (nu * nv)
    local -= side * nu * nv
    x, y, z, nx, ny, nz, there = place(surfaces, edges, p, (local % nu + u) / nu, (local // nu + v) / nv)
    if side == 1:
        nx, ny, nz = -nx, -ny, -nz
    return x, y, z, nx, ny, nz, there


@njit(cache=True, parallel=True, fastmath=True)
def lamps_on_patches(
    live, points, shifts, surfaces, edges, nodes, scatters, lamps, spots, distributions, divisions, first, owners
):
    """Illuminance of patch sides straight from each lamp, shape (N, CELLS², G, 3).

    Every patch is looked at in CELLS × CELLS cells, by ``points`` (K, 4) on cell and lamp for each.
    """
    count, groups = owners.shape[0], lamps.shape[0]
    result = np.zeros((count, CELLS * CELLS, groups, 3))
    for j in prange(count):
        if not live[j]:
            continue
        for k in range(CELLS * CELLS):
            for q in range(points.shape[0]):
                # each cell its own shift, by the golden ratio's multiples
                u, v = (
                    (points[q, 0] + shifts[j, 0] + 0.618034 * k) % 1.0,
                    (points[q, 1] + shifts[j, 1] + 0.754878 * k) % 1.0,
                )
                a, b = (
                    (points[q, 2] + shifts[j, 2] + 0.569840 * k) % 1.0,
                    (points[q, 3] + shifts[j, 3] + 0.380278 * k) % 1.0,
                )
                x, y, z, nx, ny, nz, there = spot_on(
                    surfaces, edges, j, owners, divisions, first, (k % CELLS + u) / CELLS, (k // CELLS + v) / CELLS
                )
                if not there:
                    continue
                for g in range(groups):
                    dx, dy, dz, r, amount, _ = spot(g, x, y, z, a, b, lamps, spots, distributions)
                    amount *= max(0.0, dx * nx + dy * ny + dz * nz) / points.shape[0]
                    if amount <= 0.0 or hidden_by_lamp(g, x, y, z, dx, dy, dz, r, lamps):
                        continue
                    tr, tg, tb, _ = passed(x, y, z, dx, dy, dz, r, surfaces, nodes, scatters)
                    result[j, k, g, 0] += amount * tr
                    result[j, k, g, 1] += amount * tg
                    result[j, k, g, 2] += amount * tb
    return result


@njit(cache=True, fastmath=True)
def _see(x, y, z, dx, dy, dz, weight, surfaces, nodes, scatters, divisions, first, matrix, i):
    # Adds what a ray sees to row i, and goes on through what lets light straight through.
    for _ in range(16):
        t, p, u, v = nearest(x, y, z, dx, dy, dz, FAR, surfaces, nodes)
        if p < 0:
            return
        nu, nv = divisions[p, 0], divisions[p, 1]
        iu, iv = min(int(u * nu), nu - 1), min(int(v * nv), nv - 1)
        x, y, z = x + t * dx, y + t * dy, z + t * dz
        nx, ny, nz = normal_at(surfaces, p, x, y, z)
        side = 1 if dx * nx + dy * ny + dz * nz > 0.0 else 0
        matrix[i, first[p] + side * nu * nv + iv * nu + iu] += weight
        factor, _ = chance_through(dx, dy, dz, surfaces, p, scatters[p])
        weight *= factor * (
            0.2126 * surfaces[p, CLEAR] + 0.7152 * surfaces[p, CLEAR + 1] + 0.0722 * surfaces[p, CLEAR + 2]
        )
        if weight < FAINTEST:
            return


@njit(cache=True, parallel=True, fastmath=True)
def transfer(live, points, shifts, surfaces, edges, nodes, scatters, divisions, first, owners):
    """Matrix of configuration factors between patch sides, shape (N, N), row = receiver.

    Cosine-weighted rays from points spread over each patch; ``points`` (K, 4) in [0, 1) give place and
    direction, ``shifts`` (N, 4) move them for each patch. Rows of sides that are not ``live`` stay 0.
    Lamps are not in the way, so that the matrix outlives their moves.
    """
    count = owners.shape[0]
    matrix = np.zeros((count, count), np.float32)
    for i in prange(count):
        if not live[i]:
            continue
        taken = 0
        for q in range(points.shape[0]):
            u, v = (points[q, 0] + shifts[i, 0]) % 1.0, (points[q, 1] + shifts[i, 1]) % 1.0
            x, y, z, nx, ny, nz, there = spot_on(surfaces, edges, i, owners, divisions, first, u, v)
            if not there:
                continue
            taken += 1
            a, phi = (points[q, 2] + shifts[i, 2]) % 1.0, 2.0 * math.pi * ((points[q, 3] + shifts[i, 3]) % 1.0)
            ax, ay, az, bx, by, bz = frame(nx, ny, nz)
            s, c = math.sqrt(a), math.sqrt(1.0 - a)
            p, o = s * math.cos(phi), s * math.sin(phi)
            _see(
                x,
                y,
                z,
                p * ax + o * bx + c * nx,
                p * ay + o * by + c * ny,
                p * az + o * bz + c * nz,
                1.0,
                surfaces,
                nodes,
                scatters,
                divisions,
                first,
                matrix,
                i,
            )
        if taken > 0:
            matrix[i] /= taken
    return matrix


@njit(cache=True, fastmath=True)
def _in_sight(x, y, z, px, py, pz, surfaces, nodes, scatters):
    # Distance squared, unit direction, and luminance of what is left between two points.
    dx, dy, dz = px - x, py - y, pz - z
    r2 = dx * dx + dy * dy + dz * dz
    if r2 < 1e-14:
        return 1e-14, 0.0, 0.0, 1.0, 0.0
    r = math.sqrt(r2)
    dx, dy, dz = dx / r, dy / r, dz / r
    tr, tg, tb, _ = passed(x, y, z, dx, dy, dz, r, surfaces, nodes, scatters)
    return r2, dx, dy, dz, 0.2126 * tr + 0.7152 * tg + 0.0722 * tb


@njit(cache=True, parallel=True, fastmath=True)
def sights(live, points, shifts, surfaces, edges, nodes, scatters, divisions, first, owners, area):
    """How well patch sides see each other: cos θ cos θ'/(π r²) times what is left on the way, shape (N, N). [1/m²]

    The mean over pairs of ``points`` (K, 4), one on each; patches that touch are evened out, so that it is only
    a guide. The row times the areas is about the row of :func:`transfer`, but even where that is grainy.
    """
    count = owners.shape[0]
    result = np.zeros((count, count), np.float32)
    for i in prange(count):
        if not live[i]:
            continue
        for j in range(i):
            if not live[j] or (
                owners[i] == owners[j] and surfaces[owners[i], SHAPE] != TUBE and surfaces[owners[i], SHAPE] != DOME
            ):
                continue
            total = 0.0
            for q in range(points.shape[0]):
                u, v = (points[q, 0] + shifts[i, 0]) % 1.0, (points[q, 1] + shifts[i, 1]) % 1.0
                a, b = (points[q, 2] + shifts[j, 2]) % 1.0, (points[q, 3] + shifts[j, 3]) % 1.0
                x, y, z, nx, ny, nz, here = spot_on(surfaces, edges, i, owners, divisions, first, u, v)
                px, py, pz, mx, my, mz, there = spot_on(surfaces, edges, j, owners, divisions, first, a, b)
                if not (here and there):
                    continue
                if (px - x) * nx + (py - y) * ny + (pz - z) * nz <= 0.0 or (px - x) * mx + (py - y) * my + (
                    pz - z
                ) * mz >= 0.0:
                    continue
                r2, dx, dy, dz, left = _in_sight(x, y, z, px, py, pz, surfaces, nodes, scatters)
                c = dx * nx + dy * ny + dz * nz
                away = -(dx * mx + dy * my + dz * mz)
                total += max(left, LEAST_SEEN) * c * away / (math.pi * r2 + 0.5 * (area[i] + area[j]))
            total /= points.shape[0]
            result[i, j] = total
            result[j, i] = total
    return result


@njit(cache=True, parallel=True, fastmath=True)
def sights_of(
    positions,
    normals,
    receptors,
    bright,
    points,
    surfaces,
    edges,
    nodes,
    scatters,
    divisions,
    first,
    owners,
    area,
    guide,
    start,
):
    """Fill rows ``start`` on of the guide for meters, by ``points`` (K, 2) on each patch."""
    for m in prange(positions.shape[0]):
        x, y, z = positions[m, 0], positions[m, 1], positions[m, 2]
        nx, ny, nz = normals[m, 0], normals[m, 1], normals[m, 2]
        total = 0.0
        for j in range(owners.shape[0]):
            if bright[j] > 0.0:
                for q in range(points.shape[0]):
                    px, py, pz, mx, my, mz, there = spot_on(
                        surfaces, edges, j, owners, divisions, first, points[q, 0], points[q, 1]
                    )
                    if not there or (px - x) * mx + (py - y) * my + (pz - z) * mz >= 0.0:
                        continue
                    c = (px - x) * nx + (py - y) * ny + (pz - z) * nz
                    if c <= 0.0 and receptors[m] != RECEPTOR_DOME:
                        continue
                    r2, dx, dy, dz, left = _in_sight(x, y, z, px, py, pz, surfaces, nodes, scatters)
                    c = dx * nx + dy * ny + dz * nz
                    c = 0.5 * (1.0 + c) if receptors[m] == RECEPTOR_DOME else c
                    away = -(dx * mx + dy * my + dz * mz)
                    seen = max(left, LEAST_SEEN) * bright[j] * area[j]
                    total += seen * c * away / ((math.pi * r2 + area[j]) * points.shape[0])
            guide[start + m, j] = total


@njit(cache=True, parallel=True, fastmath=True)
def guide_rows(seen, bright, area, dull, guide):
    """Fill the guide's rows of patch sides: the light that each gets from the others, cumulated.

    Sides that reflect like a mirror (``dull`` false) have no use for it.
    """
    for i in prange(seen.shape[0]):
        if not dull[i]:
            continue
        total = 0.0
        for j in range(seen.shape[0]):
            total += seen[i, j] * bright[j] * area[j]
            guide[i, j] = total
