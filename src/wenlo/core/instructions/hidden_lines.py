"""Hidden lines: which stretches of edges are seen, by a depth buffer of the triangles before them (Catmull 1974)."""

from typing import Any

import numpy as np
from numba import njit
from numpy.typing import NDArray

Array = NDArray[np.float64]

CELLS = 900
"""The depth buffer is so many cells wide or high, whichever is more."""

STEP = 3.0
"""An edge is looked at so often, in cells."""

SLACK = 1.5
"""An edge lies on the surface that it borders: so many cells' depth before it hide it. [-]"""


@njit(cache=True)
def _buffer(points: Any, triangles: Any, wide: int, high: int) -> Any:
    # nearest depth of every cell; x and y in cells, z grows away from who looks
    depth = np.full((high, wide), np.inf)
    for k in range(len(triangles)):
        ax, ay, az = points[triangles[k, 0]]
        bx, by, bz = points[triangles[k, 1]]
        cx, cy, cz = points[triangles[k, 2]]
        area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
        if abs(area) < 1e-12:
            continue
        low, top = max(int(min(ay, by, cy)), 0), min(int(max(ay, by, cy)) + 1, high - 1)
        # depth rises evenly over the triangle
        per_x = ((bz - az) * (cy - ay) - (cz - az) * (by - ay)) / area
        per_y = ((cz - az) * (bx - ax) - (bz - az) * (cx - ax)) / area
        for y in range(low, top + 1):
            py = y + 0.5
            left, right = np.inf, -np.inf
            for side in range(3):
                if side == 0:
                    x0, y0, x1, y1 = ax, ay, bx, by
                elif side == 1:
                    x0, y0, x1, y1 = bx, by, cx, cy
                else:
                    x0, y0, x1, y1 = cx, cy, ax, ay
                if (y0 <= py) != (y1 <= py):
                    at = x0 + (py - y0) / (y1 - y0) * (x1 - x0)
                    left, right = min(left, at), max(right, at)
            if left > right:
                continue
            for x in range(max(int(left - 0.5 + 1e-9), 0), min(int(right + 0.5), wide - 1) + 1):
                px = x + 0.5
                if left - 1e-9 <= px <= right + 1e-9:
                    z = az + per_x * (px - ax) + per_y * (py - ay)
                    depth[y, x] = min(depth[y, x], z)
    return depth


@njit(cache=True)
def _seen(depth: Any, starts: Any, ends: Any, counts: Any, slack: float) -> Any:
    # for every edge, cut in equal steps, whether the middle of each is before all that was drawn
    high, wide = depth.shape
    total = 0
    for k in range(len(counts)):
        total += counts[k]
    seen = np.zeros(total, dtype=np.bool_)
    at = 0
    for k in range(len(counts)):
        for step in range(counts[k]):
            share = (step + 0.5) / counts[k]
            px = starts[k, 0] + share * (ends[k, 0] - starts[k, 0])
            py = starts[k, 1] + share * (ends[k, 1] - starts[k, 1])
            pz = starts[k, 2] + share * (ends[k, 2] - starts[k, 2])
            shown = False
            # beside an edge one side is open or as far as the edge itself
            for dy in (-1, 0, 1):
                for dx in (-1, 0, 1):
                    x, y = int(px) + dx, int(py) + dy
                    if x < 0 or y < 0 or x >= wide or y >= high or depth[y, x] >= pz - slack:
                        shown = True
            seen[at] = shown
            at += 1
    return seen


def depth_of(points: Array, triangles: NDArray[np.int64], wide: int, high: int) -> Array:
    """The nearest depth in every cell, infinite where nothing is.

    Source: [Catmull1974].

    Parameters
    ----------
    points: x and y in cells, z away from who looks in the same unit, shape (N, 3).
    triangles: by their points, shape (M, 3).
    wide, high: of the buffer, in cells.

    Returns
    -------
    NDArray: shape (high, wide).
    """
    return np.asarray(_buffer(points, triangles, wide, high))


def _flags(depth: Array, starts: Array, ends: Array) -> tuple[NDArray[np.bool_], NDArray[np.int64]]:
    long = np.linalg.norm((ends - starts)[:, :2], axis=1)
    counts = np.maximum(1, np.ceil(long / STEP)).astype(np.int64)
    return np.asarray(_seen(depth, starts, ends, counts, SLACK)), counts


def seen_shares(depth: Array, starts: Array, ends: Array) -> Array:
    """For each edge the share of it that is seen, shape (E,).

    Source: [Catmull1974].

    Parameters
    ----------
    depth: of all that is before the edges, shape (H, W).
    starts, ends: of the edges, in the buffer's cells, shape (E, 3).
    """
    if not len(starts):
        return np.zeros(0)
    flags, counts = _flags(depth, starts, ends)
    return np.asarray(np.add.reduceat(flags.astype(float), np.cumsum(counts) - counts) / counts)


def seen_parts(depth: Array, starts: Array, ends: Array) -> list[list[tuple[float, float]]]:
    """For each edge the stretches that are seen, as shares of its length from its start.

    Source: [Catmull1974].

    Parameters
    ----------
    depth: of all that is before the edges, shape (H, W).
    starts, ends: of the edges, in the buffer's cells, shape (E, 3).

    Returns
    -------
    list: stretches (from, to) of each edge.
    """
    if not len(starts):
        return []
    flags, counts = _flags(depth, starts, ends)
    found = []
    at = 0
    for count in counts:
        mine = flags[at : at + count]
        at += int(count)
        if mine.all():
            found.append([(0.0, 1.0)])
            continue
        edges = np.flatnonzero(np.diff(np.concatenate([[False], mine, [False]]).astype(np.int8)))
        found.append([(float(a) / count, float(b) / count) for a, b in edges.reshape(-1, 2)])
    return found


def compile_kernels() -> None:
    """Load what is compiled, or compile it, by looking at one triangle and one edge."""
    points = np.array([[1.0, 1.0, 2.0], [6.0, 1.0, 2.0], [1.0, 6.0, 2.0]])
    depth = depth_of(points, np.array([[0, 1, 2]]), 8, 8)
    seen_parts(depth, points[:1], points[1:2])
