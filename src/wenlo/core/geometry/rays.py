"""Straight lines through triangles: everything that each of them goes through, in order; how near places are to
triangles.
"""

from typing import Any

import numpy as np
from numba import njit
from numpy.typing import NDArray

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

MOST = 24
"""So much is gone through at the most; what lies farther on is left out."""


@njit(cache=True)
def _through(starts: Any, ways: Any, corners: Any, first: Any, middle: Any, reach: Any) -> Any:
    # by owner a ball, then its triangles: ray and triangle of Möller and Trumbore
    count = len(ways)
    met = np.full((count, MOST), np.inf)
    owner = np.full((count, MOST), -1, dtype=np.int64)
    slant = np.zeros((count, MOST))
    for k in range(count):
        sx, sy, sz = starts[k]
        wx, wy, wz = ways[k]
        used = 0
        for n in range(len(middle)):
            mx, my, mz = middle[n, 0] - sx, middle[n, 1] - sy, middle[n, 2] - sz
            along = mx * wx + my * wy + mz * wz
            if mx * mx + my * my + mz * mz - along * along > reach[n] * reach[n] or along < -reach[n]:
                continue
            for t in range(first[n], first[n + 1]):
                ax, ay, az = corners[t, 0]
                ux, uy, uz = corners[t, 1, 0] - ax, corners[t, 1, 1] - ay, corners[t, 1, 2] - az
                vx, vy, vz = corners[t, 2, 0] - ax, corners[t, 2, 1] - ay, corners[t, 2, 2] - az
                px, py, pz = wy * vz - wz * vy, wz * vx - wx * vz, wx * vy - wy * vx
                det = ux * px + uy * py + uz * pz
                if abs(det) < 1e-14:
                    continue
                qx, qy, qz = sx - ax, sy - ay, sz - az
                u = (qx * px + qy * py + qz * pz) / det
                if u < -1e-9 or u > 1.0 + 1e-9:
                    continue
                rx, ry, rz = qy * uz - qz * uy, qz * ux - qx * uz, qx * uy - qy * ux
                v = (wx * rx + wy * ry + wz * rz) / det
                if v < -1e-9 or u + v > 1.0 + 1e-9:
                    continue
                far = (vx * rx + vy * ry + vz * rz) / det
                if far <= 1e-6:
                    continue
                nx, ny, nz = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
                lean = abs(nx * wx + ny * wy + nz * wz) / max((nx * nx + ny * ny + nz * nz) ** 0.5, 1e-18)
                if used < MOST:
                    at = used
                    used += 1
                elif far < met[k, MOST - 1]:
                    at = MOST - 1
                else:
                    continue
                while at > 0 and met[k, at - 1] > far:
                    met[k, at], owner[k, at], slant[k, at] = met[k, at - 1], owner[k, at - 1], slant[k, at - 1]
                    at -= 1
                met[k, at], owner[k, at], slant[k, at] = far, n, lean
    return met, owner, slant


def through(starts: Array, ways: Array, bodies: list[Array]) -> tuple[Array, Ints, Array]:
    """All that straight lines go through, in order, going in and coming out (Möller and Trumbore 1997).

    Source: [Moller1997].

    Parameters
    ----------
    starts: shape (N, 3). [m]
    ways: unit vectors, shape (N, 3).
    bodies: triangles of each, shape (T, 3, 3). [m]

    Returns
    -------
    tuple: distances, shape (N, MOST), infinite after the last [m]; which body, −1 after the last; how square to its
        surface, 0 along it to 1.
    """
    full = [body for body in bodies if len(body)]
    names = np.array([k for k, body in enumerate(bodies) if len(body)], dtype=np.int64)
    if not full:
        shape = (len(ways), MOST)
        return np.full(shape, np.inf), np.full(shape, -1, dtype=np.int64), np.zeros(shape)
    first = np.concatenate([[0], np.cumsum([len(body) for body in full])]).astype(np.int64)
    low = np.array([body.reshape(-1, 3).min(axis=0) for body in full])
    high = np.array([body.reshape(-1, 3).max(axis=0) for body in full])
    met, owner, slant = _through(
        np.ascontiguousarray(np.broadcast_to(starts, ways.shape), dtype=np.float64),
        np.ascontiguousarray(ways, dtype=np.float64),
        np.ascontiguousarray(np.concatenate(full)),
        first,
        (low + high) / 2,
        np.linalg.norm(high - low, axis=1) / 2 + 1e-6,
    )
    return met, np.where(owner >= 0, names[owner], -1), slant


@njit(cache=True)
def _nearest(places: Any, corners: Any) -> float:
    # closest point of a triangle by its regions (Ericson 2004), only of triangles whose ball comes nearer than the best
    best = np.inf
    for t in range(len(corners)):
        ax, ay, az = corners[t, 0]
        bx, by, bz = corners[t, 1, 0] - ax, corners[t, 1, 1] - ay, corners[t, 1, 2] - az
        cx, cy, cz = corners[t, 2, 0] - ax, corners[t, 2, 1] - ay, corners[t, 2, 2] - az
        bb, cc = bx * bx + by * by + bz * bz, cx * cx + cy * cy + cz * cz
        bc = bx * cx + by * cy + bz * cz
        long = max(bb, cc) ** 0.5
        for k in range(len(places)):
            px, py, pz = places[k, 0] - ax, places[k, 1] - ay, places[k, 2] - az
            off = px * px + py * py + pz * pz
            if off**0.5 - long > best:
                continue
            d1, d2 = bx * px + by * py + bz * pz, cx * px + cy * py + cz * pz
            d3, d4, d5, d6 = d1 - bb, d2 - bc, d1 - bc, d2 - cc
            va, vb, vc = d3 * d6 - d5 * d4, d5 * d2 - d1 * d6, d1 * d4 - d3 * d2
            if d1 <= 0.0 and d2 <= 0.0:
                u, v = 0.0, 0.0
            elif d3 >= 0.0 and d4 <= d3:
                u, v = 1.0, 0.0
            elif d6 >= 0.0 and d5 <= d6:
                u, v = 0.0, 1.0
            elif vc <= 0.0 and d1 >= 0.0 and d3 <= 0.0:
                u, v = d1 / (d1 - d3), 0.0
            elif vb <= 0.0 and d2 >= 0.0 and d6 <= 0.0:
                u, v = 0.0, d2 / (d2 - d6)
            elif va <= 0.0 and d4 - d3 >= 0.0 and d5 - d6 >= 0.0:
                v = (d4 - d3) / ((d4 - d3) + (d5 - d6))
                u = 1.0 - v
            else:
                whole = max(va + vb + vc, 1e-30)
                u, v = vb / whole, vc / whole
            qx, qy, qz = px - u * bx - v * cx, py - u * by - v * cy, pz - u * bz - v * cz
            best = min(best, (qx * qx + qy * qy + qz * qz) ** 0.5)
    return best


def nearest(places: Array, body: Array) -> float:
    """Least distance of some places, shape (N, 3), to the surface of a body, triangles of shape (T, 3, 3); infinite
    where there are none. [m]

    Source: [Ericson2004].

    >>> square = np.array([[[0.0, 0, 0], [1, 0, 0], [1, 1, 0]], [[0, 0, 0], [1, 1, 0], [0, 1, 0]]])
    >>> nearest(np.array([[0.2, 0.9, 0.5]]), square), round(nearest(np.array([[2.0, 2.0, 0.0]]), square), 4)
    (0.5, 1.4142)
    """
    if not len(places) or not len(body):
        return float("inf")
    return float(_nearest(np.ascontiguousarray(places, dtype=np.float64), np.ascontiguousarray(body)))


def compile_kernels() -> None:
    """Load what is compiled, or compile it, by looking at one triangle."""
    body = np.array([[[0.0, 0.0, 1.0], [1.0, 0.0, 1.0], [0.0, 1.0, 1.0]]])
    through(np.zeros((1, 3)), np.array([[0.0, 0.0, 1.0]]), [body])
    nearest(np.zeros((1, 3)), body)
