"""A plain tracer, apart from everything that it is to check: paths from the meters, one at a time, over all panels.

Lambertian reflection and transmission, mirrors, black; oblong lamps that shine evenly from their fronts. Each diffuse
vertex is lit by one point of each lamp; a lamp that is met by chance counts only behind a mirror, since else it was
counted already. Nothing is stored, guided or smoothed: slow, and nothing that could be wrong in the same way.

Sources: J. T. Kajiya, The Rendering Equation, SIGGRAPH 1986 (paths); P. Shirley, C. Wang and K. Zimmerman, Monte Carlo
Techniques for Direct Lighting Calculations, 1996 (a point of each lamp).
"""

import math
from typing import Any

import numpy as np
from numba import njit, prange
from numpy.typing import NDArray

Array = NDArray[np.float64]

NEAR = 1e-7


def flattened(document: dict[str, Any]) -> tuple[Array, Array, Array]:
    """Panels, lamps and meters of a panel set as rows of numbers.

    Returns
    -------
    Panels, shape (N, 17): origin, edge_u, edge_v, normal, then of front and back R diffuse and mirrored, T diffuse.
    Lamps, shape (L, 13): origin, edge_u, edge_v, normal, luminance. [cd/m²]
    Meters, shape (M, 6): position and unit normal.
    """
    rows = []
    for p in document["panels"]:
        origin, u, v = (np.array(p[k], dtype=float) for k in ("origin", "edge_u", "edge_v"))
        normal = np.cross(u, v)
        sides = []
        for side in ("front", "back"):
            row = p.get(side, {})
            reflectance = row.get("reflectance", 0.0)
            mirrored = p.get("roughness", row.get("roughness")) == 0.0
            sides += [0.0, reflectance] if mirrored else [reflectance, 0.0]
        rows.append([*origin, *u, *v, *(normal / np.linalg.norm(normal)), *sides, p.get("transmittance", 0.0)])
    lamps = []
    for lamp in document["lamps"]:
        origin, u, v = (np.array(lamp[k], dtype=float) for k in ("origin", "edge_u", "edge_v"))
        normal = np.cross(u, v)
        area = float(np.linalg.norm(normal))
        lamps.append([*origin, *u, *v, *(normal / area), lamp["lumens"] / (math.pi * area)])
    meters = []
    for m in document["meters"]:
        normal = np.array(m["normal"], dtype=float)
        meters.append([*m["position"], *(normal / np.linalg.norm(normal))])
    return np.array(rows).reshape(-1, 17), np.array(lamps), np.array(meters)


@njit(cache=True)
def _met(quads: Array, x: float, y: float, z: float, dx: float, dy: float, dz: float, most: float) -> tuple[float, int]:
    # nearest oblong on a ray, and which; −1 for none
    best, which = most, -1
    for k in range(len(quads)):
        q = quads[k]
        down = q[9] * dx + q[10] * dy + q[11] * dz
        if abs(down) < 1e-12:
            continue
        t = (q[9] * (q[0] - x) + q[10] * (q[1] - y) + q[11] * (q[2] - z)) / down
        if t <= NEAR or t >= best:
            continue
        px, py, pz = x + t * dx - q[0], y + t * dy - q[1], z + t * dz - q[2]
        uu = q[3] * q[3] + q[4] * q[4] + q[5] * q[5]
        vv = q[6] * q[6] + q[7] * q[7] + q[8] * q[8]
        uv = q[3] * q[6] + q[4] * q[7] + q[5] * q[8]
        pu = px * q[3] + py * q[4] + pz * q[5]
        pv = px * q[6] + py * q[7] + pz * q[8]
        d = uu * vv - uv * uv
        a, b = (pu * vv - pv * uv) / d, (pv * uu - pu * uv) / d
        if 0.0 <= a <= 1.0 and 0.0 <= b <= 1.0:
            best, which = t, k
    return best, which


@njit(cache=True)
def _cosine(nx: float, ny: float, nz: float) -> tuple[float, float, float]:
    # a direction about a normal, with the cosine as its density
    r, turn = math.sqrt(np.random.random()), 2.0 * math.pi * np.random.random()
    a, b = r * math.cos(turn), r * math.sin(turn)
    c = math.sqrt(max(1.0 - r * r, 0.0))
    if abs(nx) > 0.7:
        tx, ty, tz = -nz, 0.0, nx
    else:
        tx, ty, tz = 0.0, nz, -ny
    size = math.sqrt(tx * tx + ty * ty + tz * tz)
    tx, ty, tz = tx / size, ty / size, tz / size
    sx, sy, sz = ny * tz - nz * ty, nz * tx - nx * tz, nx * ty - ny * tx
    return a * tx + b * sx + c * nx, a * ty + b * sy + c * ny, a * tz + b * sz + c * nz


@njit(cache=True)
def _from_lamps(panels: Array, lamps: Array, x: float, y: float, z: float, nx: float, ny: float, nz: float) -> float:
    # illuminance on a small surface by one point of each lamp [lx]
    total = 0.0
    for k in range(len(lamps)):
        lamp = lamps[k]
        a, b = np.random.random(), np.random.random()
        dx = lamp[0] + a * lamp[3] + b * lamp[6] - x
        dy = lamp[1] + a * lamp[4] + b * lamp[7] - y
        dz = lamp[2] + a * lamp[5] + b * lamp[8] - z
        far = math.sqrt(dx * dx + dy * dy + dz * dz)
        dx, dy, dz = dx / far, dy / far, dz / far
        here = nx * dx + ny * dy + nz * dz
        there = -(lamp[9] * dx + lamp[10] * dy + lamp[11] * dz)
        if here <= 0.0 or there <= 0.0:
            continue
        _, hit = _met(panels, x, y, z, dx, dy, dz, far * (1.0 - 1e-9))
        if hit >= 0:
            continue
        _, shade = _met(lamps, x, y, z, dx, dy, dz, far * (1.0 - 1e-6))
        if shade >= 0:
            continue
        cx = lamp[4] * lamp[8] - lamp[5] * lamp[7]
        cy = lamp[5] * lamp[6] - lamp[3] * lamp[8]
        cz = lamp[3] * lamp[7] - lamp[4] * lamp[6]
        total += lamp[12] * here * there * math.sqrt(cx * cx + cy * cy + cz * cz) / (far * far)
    return total


@njit(cache=True)
def _path(panels: Array, lamps: Array, meter: Array) -> float:
    # illuminance of a meter by one path [lx]
    x, y, z, nx, ny, nz = meter[0], meter[1], meter[2], meter[3], meter[4], meter[5]
    total = _from_lamps(panels, lamps, x, y, z, nx, ny, nz)
    dx, dy, dz = _cosine(nx, ny, nz)
    weight, mirrored = 1.0, False
    # the cosine of the meter, and π of its density, leave E = π L
    for _ in range(10_000):
        far, hit = _met(panels, x, y, z, dx, dy, dz, math.inf)
        _lit, lamp = _met(lamps, x, y, z, dx, dy, dz, far)
        if lamp >= 0:
            front = lamps[lamp, 9] * dx + lamps[lamp, 10] * dy + lamps[lamp, 11] * dz < 0.0
            if mirrored and front:
                total += weight * math.pi * lamps[lamp, 12]
            return total
        if hit < 0:
            return total
        p = panels[hit]
        x, y, z = x + far * dx, y + far * dy, z + far * dz
        down = p[9] * dx + p[10] * dy + p[11] * dz
        front = down < 0.0
        nx, ny, nz = (p[9], p[10], p[11]) if front else (-p[9], -p[10], -p[11])
        diffuse, mirror = (p[12], p[13]) if front else (p[14], p[15])
        through = p[16]
        chance = np.random.random()
        if chance < mirror:
            back = 2.0 * (nx * dx + ny * dy + nz * dz)
            dx, dy, dz = dx - back * nx, dy - back * ny, dz - back * nz
            mirrored = True
            continue
        chance -= mirror
        if chance < diffuse:
            pass
        elif chance < diffuse + through:
            nx, ny, nz = -nx, -ny, -nz
        else:
            return total
        # so many lux there are so much radiance: E/π, and π of it at the meter
        total += weight * _from_lamps(panels, lamps, x, y, z, nx, ny, nz)
        dx, dy, dz = _cosine(nx, ny, nz)
        mirrored = False
    return total


@njit(parallel=True, cache=True)
def _groups(panels: Array, lamps: Array, meter: Array, groups: int, paths: int, seed: int) -> Array:
    found = np.zeros(groups)
    for g in prange(groups):
        np.random.seed(seed * 7919 + g)
        total = 0.0
        for _ in range(paths):
            total += _path(panels, lamps, meter)
        found[g] = total / paths
    return found


GROUPS = 32


def traced(document: dict[str, Any], *, share: float, most: int, seed: int = 1) -> dict[str, tuple[float, float]]:
    """Readings of a panel set with their standard errors. [lx]

    Parameters
    ----------
    document: the panel set.
    share: standard error to come to, as a share of the reading. [-]
    most: paths of a meter at the most.
    seed: of the sample.
    """
    panels, lamps, meters = flattened(document)
    found: dict[str, tuple[float, float]] = {}
    for m, row in zip(document["meters"], meters, strict=True):
        sums, count, paths, turn = np.zeros(GROUPS), 0, 2000, seed
        while True:
            sums += _groups(panels, lamps, row, GROUPS, paths, turn) * paths
            count, turn = count + paths, turn + 101
            means = sums / count
            mean, error = float(means.mean()), float(means.std(ddof=1) / math.sqrt(GROUPS))
            if (mean > 0.0 and error <= share * mean) or count * GROUPS >= most:
                break
            paths = min(count, most // GROUPS)
        found[m["id"]] = mean, error
    return found
