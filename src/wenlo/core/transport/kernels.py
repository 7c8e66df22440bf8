"""Compiled inner loops of the light transport. Plain arrays in, plain arrays out.

Packed panels: ``panels`` (P, 15) holds for each panel its origin, normal, dual_u and dual_v, where
u = dual_u·(x − origin) is 0..1 across the panel, and what a ray keeps that crosses it (RGB).
Points and directions are passed as scalars: in these loops a view of an array costs more than the sums.
Packed patches: every panel has ``nu × nv`` patches on each of two sides; the side ``s`` (0 front, 1 back)
of patch ``(i, j)`` of panel ``p`` is number ``first[p] + s·nu·nv + j·nu + i``.
"""

import math

import numpy as np
from numba import njit, prange
from numpy.typing import NDArray

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

SURFACE_OFFSET = 1e-6
"""Rays start this far from a surface, so that it does not hide itself. [m]"""


@njit(cache=True, fastmath=True)
def crossing(ax, ay, az, dx, dy, dz, limit, panels, p):  # type: ignore[no-untyped-def]
    """Distance along ``a + t·d`` at which panel ``p`` is crossed, with u and v; −1 if it is not."""
    dn = dx * panels[p, 3] + dy * panels[p, 4] + dz * panels[p, 5]
    if abs(dn) < 1e-12:
        return -1.0, 0.0, 0.0
    ox, oy, oz = panels[p, 0] - ax, panels[p, 1] - ay, panels[p, 2] - az
    t = (ox * panels[p, 3] + oy * panels[p, 4] + oz * panels[p, 5]) / dn
    if t <= SURFACE_OFFSET or t >= limit:
        return -1.0, 0.0, 0.0
    x, y, z = t * dx - ox, t * dy - oy, t * dz - oz
    u = x * panels[p, 6] + y * panels[p, 7] + z * panels[p, 8]
    if u < 0.0 or u > 1.0:
        return -1.0, 0.0, 0.0
    v = x * panels[p, 9] + y * panels[p, 10] + z * panels[p, 11]
    if v < 0.0 or v > 1.0:
        return -1.0, 0.0, 0.0
    return t, u, v


@njit(cache=True, fastmath=True)
def passed(ax, ay, az, bx, by, bz, panels):  # type: ignore[no-untyped-def]
    """What is left, unscattered, of light that goes from ``a`` to ``b``: red, green, blue."""
    r, g, b = 1.0, 1.0, 1.0
    dx, dy, dz = bx - ax, by - ay, bz - az
    length = math.sqrt(dx * dx + dy * dy + dz * dz)
    if length <= 4.0 * SURFACE_OFFSET:
        return r, g, b
    dx, dy, dz = dx / length, dy / length, dz / length
    for p in range(panels.shape[0]):
        t, _, _ = crossing(ax, ay, az, dx, dy, dz, length - 2.0 * SURFACE_OFFSET, panels, p)
        if t > 0.0:
            r *= panels[p, 12]
            g *= panels[p, 13]
            b *= panels[p, 14]
            if r + g + b < 1e-9:
                return 0.0, 0.0, 0.0
    return r, g, b


@njit(cache=True, fastmath=True)
def _lamp_point(j, x, y, z, spots, centre, edge_u, edge_v, sphere):  # type: ignore[no-untyped-def]
    # A sphere of even luminance looks from anywhere like the disc that faces the viewer.
    s, t = spots[j, 0], spots[j, 1]
    if not sphere:
        return (
            centre[0] + s * edge_u[0] + t * edge_v[0],
            centre[1] + s * edge_u[1] + t * edge_v[1],
            centre[2] + s * edge_u[2] + t * edge_v[2],
        )
    wx, wy, wz = x - centre[0], y - centre[1], z - centre[2]
    r = math.sqrt(wx * wx + wy * wy + wz * wz)
    ux, uy, uz, vx, vy, vz = _frame(wx / r, wy / r, wz / r)
    diameter = math.sqrt(edge_u[0] ** 2 + edge_u[1] ** 2 + edge_u[2] ** 2)
    s, t = s * diameter, t * diameter
    return centre[0] + s * ux + t * vx, centre[1] + s * uy + t * vy, centre[2] + s * uz + t * vz


@njit(cache=True, fastmath=True)
def _lamp_ray(j, x, y, z, spots, centre, edge_u, edge_v, axis, intensity, beam, sphere):  # type: ignore[no-untyped-def]
    # Place of lamp spot j, unit direction from it to the point, and I/r²; nothing is traced yet.
    px, py, pz = _lamp_point(j, x, y, z, spots, centre, edge_u, edge_v, sphere)
    wx, wy, wz = x - px, y - py, z - pz
    r2 = wx * wx + wy * wy + wz * wz
    if r2 < 1e-18:
        return px, py, pz, 0.0, 0.0, 0.0, 0.0
    r = math.sqrt(r2)
    wx, wy, wz = wx / r, wy / r, wz / r
    strength = intensity / (spots.shape[0] * r2)
    if not sphere:
        c = wx * axis[0] + wy * axis[1] + wz * axis[2]
        strength = strength * c**beam if c > 0.0 else 0.0
    return px, py, pz, wx, wy, wz, strength


@njit(cache=True, fastmath=True)
def _frame(nx, ny, nz):  # type: ignore[no-untyped-def]
    # Two unit vectors square to n and to each other.
    if abs(nz) < 0.9:
        ax, ay, az = ny, -nx, 0.0
    else:
        ax, ay, az = 0.0, nz, -ny
    length = math.sqrt(ax * ax + ay * ay + az * az)
    ax, ay, az = ax / length, ay / length, az / length
    return ax, ay, az, ny * az - nz * ay, nz * ax - nx * az, nx * ay - ny * ax


@njit(cache=True, parallel=True, fastmath=True)
def lamp_at_points(  # type: ignore[no-untyped-def]
    points, normals, dome, spots, centre, edge_u, edge_v, axis, intensity, beam, sphere, colour, panels
):
    """Light straight from the lamp at points, shape (M, 3), by area sampling.

    ``dome`` (M,) true: dome receptor (1 + cos θ)/2, else flat.
    """
    m = points.shape[0]
    result = np.zeros((m, 3))
    for i in prange(m):
        x, y, z = points[i, 0], points[i, 1], points[i, 2]
        for j in range(spots.shape[0]):
            px, py, pz, wx, wy, wz, e = _lamp_ray(
                j, x, y, z, spots, centre, edge_u, edge_v, axis, intensity, beam, sphere
            )
            c = -(wx * normals[i, 0] + wy * normals[i, 1] + wz * normals[i, 2])
            e *= 0.5 * (1.0 + c) if dome[i] else max(c, 0.0)
            if e <= 0.0:
                continue
            r, g, b = passed(px, py, pz, x, y, z, panels)
            result[i, 0] += e * r * colour[0]
            result[i, 1] += e * g * colour[1]
            result[i, 2] += e * b * colour[2]
    return result


@njit(cache=True, parallel=True, fastmath=True)
def lamp_on_sheet(  # type: ignore[no-untyped-def]
    points, sheet_normal, spots, centre, edge_u, edge_v, axis, intensity, beam, sphere, colour, panels
):
    """Light of every lamp spot on points of a sheet.

    Returns directions (M, L, 3) of travel and irradiances (M, L, 3) with the cosine; the side it
    arrives on is told by the sign of direction · normal.
    """
    m, n = points.shape[0], spots.shape[0]
    directions = np.zeros((m, n, 3))
    amounts = np.zeros((m, n, 3))
    for i in prange(m):
        x, y, z = points[i, 0], points[i, 1], points[i, 2]
        for j in range(n):
            px, py, pz, wx, wy, wz, e = _lamp_ray(
                j, x, y, z, spots, centre, edge_u, edge_v, axis, intensity, beam, sphere
            )
            directions[i, j, 0], directions[i, j, 1], directions[i, j, 2] = wx, wy, wz
            e *= abs(wx * sheet_normal[0] + wy * sheet_normal[1] + wz * sheet_normal[2])
            if e <= 0.0:
                continue
            r, g, b = passed(px, py, pz, x, y, z, panels)
            amounts[i, j, 0] = e * r * colour[0]
            amounts[i, j, 1] = e * g * colour[1]
            amounts[i, j, 2] = e * b * colour[2]
    return directions, amounts


@njit(cache=True, fastmath=True)
def _table(g, c):  # type: ignore[no-untyped-def]
    x = min(max(c, 0.0), 1.0) * (g.shape[0] - 1)
    i = min(int(x), g.shape[0] - 2)
    return g[i] + (x - i) * (g[i + 1] - g[i])


@njit(cache=True, fastmath=True)
def _lobe(ix, iy, iz, ox, oy, oz, nx, ny, nz, exponent, g):  # type: ignore[no-untyped-def]
    # f/S of light travelling along i that leaves along o: 0 unless it crosses the sheet.
    ci = ix * nx + iy * ny + iz * nz
    co = ox * nx + oy * ny + oz * nz
    if ci * co <= 0.0:
        return 0.0
    f = _table(g, abs(co)) * _table(g, abs(ci))
    if exponent > 0.0:
        ca = ix * ox + iy * oy + iz * oz
        return f * ca**exponent if ca > 0.0 else 0.0
    return f


@njit(cache=True, parallel=True, fastmath=True)
def sheet_at_points(  # type: ignore[no-untyped-def]
    receivers, receiver_normals, dome, points, area, normal, directions, amounts, exponent, g, scattered, panels
):
    """Light scattered once by a sheet at receivers, shape (R, 3), by sampling the sheet's area.

    ``points`` (M, 3) each stand for ``area`` [m²] of the sheet.
    """
    result = np.zeros((receivers.shape[0], 3))
    nx, ny, nz = normal[0], normal[1], normal[2]
    for i in prange(receivers.shape[0]):
        for s in range(points.shape[0]):
            sx, sy, sz = points[s, 0], points[s, 1], points[s, 2]
            wx, wy, wz = receivers[i, 0] - sx, receivers[i, 1] - sy, receivers[i, 2] - sz
            r2 = wx * wx + wy * wy + wz * wz
            if r2 < 1e-18:
                continue
            r = math.sqrt(r2)
            wx, wy, wz = wx / r, wy / r, wz / r
            cr = -(wx * receiver_normals[i, 0] + wy * receiver_normals[i, 1] + wz * receiver_normals[i, 2])
            cr = 0.5 * (1.0 + cr) if dome[i] else cr
            if cr <= 0.0:
                continue
            red, green, blue = 0.0, 0.0, 0.0
            for j in range(directions.shape[1]):
                f = _lobe(
                    directions[s, j, 0], directions[s, j, 1], directions[s, j, 2],
                    wx, wy, wz, nx, ny, nz, exponent, g,
                )  # fmt: skip
                red += f * amounts[s, j, 0]
                green += f * amounts[s, j, 1]
                blue += f * amounts[s, j, 2]
            if red + green + blue <= 0.0:
                continue
            tr, tg, tb = passed(sx, sy, sz, receivers[i, 0], receivers[i, 1], receivers[i, 2], panels)
            geometry = abs(wx * nx + wy * ny + wz * nz) * cr * area / r2
            result[i, 0] += red * scattered[0] * geometry * tr
            result[i, 1] += green * scattered[1] * geometry * tg
            result[i, 2] += blue * scattered[2] * geometry * tb
    return result


@njit(cache=True, parallel=True, fastmath=True)
def sheet_luminance(points, normal, eye, directions, amounts, exponent, g, scattered):  # type: ignore[no-untyped-def]
    """Luminance of sheet points toward ``eye`` by light scattered once, shape (M, 3). [cd/m²]"""
    m = points.shape[0]
    result = np.zeros((m, 3))
    for i in prange(m):
        wx, wy, wz = eye[0] - points[i, 0], eye[1] - points[i, 1], eye[2] - points[i, 2]
        r = math.sqrt(wx * wx + wy * wy + wz * wz)
        wx, wy, wz = wx / r, wy / r, wz / r
        for j in range(directions.shape[1]):
            f = _lobe(
                directions[i, j, 0], directions[i, j, 1], directions[i, j, 2],
                wx, wy, wz, normal[0], normal[1], normal[2], exponent, g,
            )  # fmt: skip
            for k in range(3):
                result[i, k] += f * scattered[k] * amounts[i, j, k]
    return result


@njit(cache=True, fastmath=True)
def _nearest(ax, ay, az, dx, dy, dz, panels):  # type: ignore[no-untyped-def]
    best, hit, hu, hv = 1e30, -1, 0.0, 0.0
    for p in range(panels.shape[0]):
        t, u, v = crossing(ax, ay, az, dx, dy, dz, best, panels, p)
        if t > 0.0:
            best, hit, hu, hv = t, p, u, v
    return best, hit, hu, hv


@njit(cache=True, fastmath=True)
def _follow(ax, ay, az, dx, dy, dz, weight, panels, divisions, first, result, i):  # type: ignore[no-untyped-def]
    # Adds what a ray sees to row i, going on through sheets with their unscattered part.
    for _ in range(16):
        t, p, u, v = _nearest(ax, ay, az, dx, dy, dz, panels)
        if p < 0:
            return
        nu, nv = divisions[p, 0], divisions[p, 1]
        iu, iv = min(int(u * nu), nu - 1), min(int(v * nv), nv - 1)
        dn = dx * panels[p, 3] + dy * panels[p, 4] + dz * panels[p, 5]
        side = 1 if dn > 0.0 else 0
        result[i, first[p] + side * nu * nv + iv * nu + iu] += weight
        weight *= 0.2126 * panels[p, 12] + 0.7152 * panels[p, 13] + 0.0722 * panels[p, 14]
        if weight < 1e-5:
            return
        ax, ay, az = ax + t * dx, ay + t * dy, az + t * dz


@njit(cache=True, parallel=True, fastmath=True)
def transfer(corners, edges_u, edges_v, normals, live, rays, shifts, panels, divisions, first):  # type: ignore[no-untyped-def]
    """Matrix of configuration factors between patch sides, shape (N, N), row = receiver.

    Cosine-weighted rays from points spread over each patch; ``rays`` (K, 4) in [0, 1) give direction
    and place, ``shifts`` (N, 4) move them for each patch. Rows of sides that are not ``live`` stay 0.
    """
    n = corners.shape[0]
    matrix = np.zeros((n, n))
    weight = 1.0 / rays.shape[0]
    for i in prange(n):
        if not live[i]:
            continue
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        ax, ay, az, bx, by, bz = _frame(nx, ny, nz)
        for q in range(rays.shape[0]):
            x = (rays[q, 0] + shifts[i, 0]) % 1.0
            phi = 2.0 * math.pi * ((rays[q, 1] + shifts[i, 1]) % 1.0)
            u, v = (rays[q, 2] + shifts[i, 2]) % 1.0, (rays[q, 3] + shifts[i, 3]) % 1.0
            s, c = math.sqrt(x), math.sqrt(1.0 - x)
            p, o = s * math.cos(phi), s * math.sin(phi)
            _follow(
                corners[i, 0] + u * edges_u[i, 0] + v * edges_v[i, 0] + SURFACE_OFFSET * nx,
                corners[i, 1] + u * edges_u[i, 1] + v * edges_v[i, 1] + SURFACE_OFFSET * ny,
                corners[i, 2] + u * edges_u[i, 2] + v * edges_v[i, 2] + SURFACE_OFFSET * nz,
                p * ax + o * bx + c * nx, p * ay + o * by + c * ny, p * az + o * bz + c * nz,
                weight, panels, divisions, first, matrix, i,
            )  # fmt: skip
    return matrix


METER_CHUNK = 256
"""Rays of a meter that one thread takes at a time."""


@njit(cache=True, parallel=True, fastmath=True)
def meter_weights(positions, normals, dome, rays, panels, divisions, first, n_sides):  # type: ignore[no-untyped-def]
    """Weight of every patch side's exitance in each meter's reading, shape (R, N).

    Flat: cosine-weighted over the hemisphere. Dome: (1 + cos θ)/2 over the sphere, E = ∫ L (1+cos θ)/2 dω
    with L = B/π.
    """
    m, count = positions.shape[0], rays.shape[0]
    chunks = (count + METER_CHUNK - 1) // METER_CHUNK
    parts = np.zeros((m * chunks, n_sides))
    for job in prange(m * chunks):
        i = job // chunks
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        ax, ay, az, bx, by, bz = _frame(nx, ny, nz)
        start = (job % chunks) * METER_CHUNK
        for q in range(start, min(start + METER_CHUNK, count)):
            phi = 2.0 * math.pi * rays[q, 1]
            if dome[i]:
                c = 1.0 - 2.0 * rays[q, 0]
                s = math.sqrt(max(0.0, 1.0 - c * c))
                weight = 2.0 * (1.0 + c) / count
            else:
                s, c = math.sqrt(rays[q, 0]), math.sqrt(1.0 - rays[q, 0])
                weight = 1.0 / count
            p, o = s * math.cos(phi), s * math.sin(phi)
            _follow(
                positions[i, 0] + 2.0 * SURFACE_OFFSET * nx,
                positions[i, 1] + 2.0 * SURFACE_OFFSET * ny,
                positions[i, 2] + 2.0 * SURFACE_OFFSET * nz,
                p * ax + o * bx + c * nx, p * ay + o * by + c * ny, p * az + o * bz + c * nz,
                weight, panels, divisions, first, parts, job,
            )  # fmt: skip
    result = np.zeros((m, n_sides))
    for job in range(m * chunks):
        result[job // chunks] += parts[job]
    return result


@njit(cache=True, parallel=True, fastmath=True)
def sheet_seen_by_patches(  # type: ignore[no-untyped-def]
    corners, edges_u, edges_v, normals, chosen, rays, shifts, target, sheet_normal, exponent, g, scattered,
    spots, centre, edge_u, edge_v, axis, intensity, beam, sphere, colour, panels,
):  # fmt: skip
    """Light scattered once by sheet ``target`` onto near patches, shape (len(chosen), 3), by rays.

    Near a sheet its area cannot be sampled by a few points; rays from the receiver can.
    """
    result = np.zeros((chosen.shape[0], 3))
    for k in prange(chosen.shape[0]):
        i = chosen[k]
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        ax, ay, az, bx, by, bz = _frame(nx, ny, nz)
        for q in range(rays.shape[0]):
            r0 = (rays[q, 0] + shifts[i, 0]) % 1.0
            phi = 2.0 * math.pi * ((rays[q, 1] + shifts[i, 1]) % 1.0)
            u, v = (rays[q, 2] + shifts[i, 2]) % 1.0, (rays[q, 3] + shifts[i, 3]) % 1.0
            s, c = math.sqrt(r0), math.sqrt(1.0 - r0)
            p, o = s * math.cos(phi), s * math.sin(phi)
            ox = corners[i, 0] + u * edges_u[i, 0] + v * edges_v[i, 0] + SURFACE_OFFSET * nx
            oy = corners[i, 1] + u * edges_u[i, 1] + v * edges_v[i, 1] + SURFACE_OFFSET * ny
            oz = corners[i, 2] + u * edges_u[i, 2] + v * edges_v[i, 2] + SURFACE_OFFSET * nz
            dx, dy, dz = p * ax + o * bx + c * nx, p * ay + o * by + c * ny, p * az + o * bz + c * nz
            t, _, _ = crossing(ox, oy, oz, dx, dy, dz, 1e30, panels, target)
            if t <= 0.0:
                continue
            x, y, z = ox + t * dx, oy + t * dy, oz + t * dz
            j = q % spots.shape[0]
            px, py, pz, wx, wy, wz, e = _lamp_ray(
                j, x, y, z, spots, centre, edge_u, edge_v, axis, intensity, beam, sphere
            )
            f = _lobe(wx, wy, wz, -dx, -dy, -dz, sheet_normal[0], sheet_normal[1], sheet_normal[2], exponent, g)
            ci = abs(wx * sheet_normal[0] + wy * sheet_normal[1] + wz * sheet_normal[2])
            e *= spots.shape[0] * f * ci * math.pi / rays.shape[0]
            if e <= 0.0:
                continue
            r1, g1, b1 = passed(px, py, pz, x, y, z, panels)
            r2, g2, b2 = passed(ox, oy, oz, x, y, z, panels)
            result[k, 0] += e * r1 * r2 * scattered[0] * colour[0]
            result[k, 1] += e * g1 * g2 * scattered[1] * colour[1]
            result[k, 2] += e * b1 * b2 * scattered[2] * colour[2]
    return result


@njit(cache=True, parallel=True, fastmath=True)
def directed_share(spots, centre, edge_u, edge_v, axis, beam, sphere, rays, panels):  # type: ignore[no-untyped-def]
    """Share of the lamp's lumens whose first panel is each one, shape (P + 1,); last: none at all.

    ``rays`` (K, 2): directions drawn by intensity, cosᵐ θ about the axis or all round.
    """
    count = rays.shape[0]
    hits = np.empty(count, np.int64)
    ax, ay, az, bx, by, bz = _frame(axis[0], axis[1], axis[2])
    for q in prange(count):
        c = 1.0 - 2.0 * rays[q, 0] if sphere else (1.0 - rays[q, 0]) ** (1.0 / (beam + 1.0))
        s, phi = math.sqrt(max(0.0, 1.0 - c * c)), 2.0 * math.pi * rays[q, 1]
        p, o = s * math.cos(phi), s * math.sin(phi)
        x, y, z = centre[0], centre[1], centre[2]
        if not sphere:
            j = q % spots.shape[0]
            x += spots[j, 0] * edge_u[0] + spots[j, 1] * edge_v[0]
            y += spots[j, 0] * edge_u[1] + spots[j, 1] * edge_v[1]
            z += spots[j, 0] * edge_u[2] + spots[j, 1] * edge_v[2]
        _, hit, _, _ = _nearest(
            x, y, z, p * ax + o * bx + c * axis[0], p * ay + o * by + c * axis[1], p * az + o * bz + c * axis[2],
            panels,
        )  # fmt: skip
        hits[q] = hit if hit >= 0 else panels.shape[0]
    shares = np.zeros(panels.shape[0] + 1)
    for q in range(count):
        shares[hits[q]] += 1.0 / count
    return shares
