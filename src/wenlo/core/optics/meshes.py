"""Shapes as triangles, for files and views in three dimensions."""

import math

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

ROUND = 32
"""Corners that stand for a circle."""

CELLS = 24
"""A panel with something cut out is laid out in so many cells each way, those of the hole left away."""


def triangles(shape: Shape) -> tuple[Array, Ints]:
    """Corners (N, 3) [m] and triangles (M, 3) of a shape; fronts run counter-clockwise.

    Source: [Geometry].

    Parameters
    ----------
    shape: the shape.

    Returns
    -------
    tuple: corners, shape (N, 3) [m]; rows of corners, shape (M, 3).
    """
    if isinstance(shape, Panel):
        return _panel(shape)
    if isinstance(shape, Disc):
        a, b = _square(shape.axis)
        ring = _ring(a, b)
        if shape.inner <= 0.0:
            places = np.concatenate([shape.centre[None, :], shape.centre + shape.radius * ring])
            turn = np.arange(ROUND)
            return places, np.stack([np.zeros(ROUND, dtype=np.int64), 1 + turn, 1 + (turn + 1) % ROUND], axis=1)
        return _strips([shape.centre + shape.inner * ring, shape.centre + shape.radius * ring], closed=True)
    if isinstance(shape, Tube):
        axis = shape.axis / float(np.linalg.norm(shape.axis))
        a, b = (
            _square(axis)
            if shape.start is None
            else (shape.start / np.linalg.norm(shape.start), np.cross(axis, shape.start / np.linalg.norm(shape.start)))
        )
        whole = shape.span >= 2.0 * math.pi - 1e-9
        ring = _ring(a, b, shape.span, closed=whole)
        r0, r1 = shape.radii
        return _strips([shape.base + r0 * ring, shape.base + shape.length * axis + r1 * ring], closed=whole)
    assert isinstance(shape, Dome)
    axis = shape.axis / float(np.linalg.norm(shape.axis))
    a, b = _square(axis)
    ring = _ring(a, b)
    turns = np.linspace(math.asin(shape.low), math.asin(shape.high), 13)
    return _strips(
        [shape.centre + shape.radius * (math.sin(t) * axis + math.cos(t) * ring) for t in turns], closed=True
    )


def _square(axis: Array) -> tuple[Array, Array]:
    # two unit vectors that make a right-handed set with the axis
    n = axis / float(np.linalg.norm(axis))
    start = np.array([0.0, 0.0, 1.0]) if abs(n[2]) < 0.9 else np.array([1.0, 0.0, 0.0])
    a = np.cross(start, n)
    a /= float(np.linalg.norm(a))
    return a, np.cross(n, a)


def _ring(a: Array, b: Array, span: float = 2.0 * math.pi, *, closed: bool = True) -> Array:
    turn = np.linspace(0.0, span, ROUND if closed else ROUND + 1, endpoint=not closed)[:, None]
    around: Array = np.cos(turn) * a + np.sin(turn) * b
    return around


def _strips(rows: list[Array], *, closed: bool) -> tuple[Array, Ints]:
    count = len(rows[0])
    faces = []
    for row in range(len(rows) - 1):
        for k in range(count if closed else count - 1):
            a, b = row * count + k, row * count + (k + 1) % count
            faces += [(a, b, b + count), (a, b + count, a + count)]
    return np.concatenate(rows), np.array(faces, dtype=np.int64)


def _panel(shape: Panel) -> tuple[Array, Ints]:
    if shape.outline is not None and shape.cut_out:
        edge = np.linspace(0.0, 1.0, CELLS + 1)
        u, v = np.meshgrid(edge, edge, indexing="ij")
        places = shape.origin + u.reshape(-1, 1) * shape.edge_u + v.reshape(-1, 1) * shape.edge_v
        faces = []
        for i in range(CELLS):
            for j in range(CELLS):
                if not _inside(np.asarray(shape.outline), (i + 0.5) / CELLS, (j + 0.5) / CELLS):
                    a = i * (CELLS + 1) + j
                    faces += [(a, a + CELLS + 1, a + CELLS + 2), (a, a + CELLS + 2, a + 1)]
        return places, np.array(faces, dtype=np.int64).reshape(-1, 3)
    corners = (
        np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
        if shape.outline is None
        else np.asarray(shape.outline)
    )
    if _area(corners) < 0.0:
        corners = corners[::-1]
    return shape.origin + corners[:, :1] * shape.edge_u + corners[:, 1:] * shape.edge_v, _ears(corners)


def _area(corners: Array) -> float:
    u, v = corners.T
    return 0.5 * float(np.dot(u, np.roll(v, -1)) - np.dot(v, np.roll(u, -1)))


def _inside(outline: Array, u: float, v: float) -> bool:
    x, y = outline.T
    nx, ny = np.roll(x, -1), np.roll(y, -1)
    crosses = (y > v) != (ny > v)
    at = x + (v - y) / np.where(crosses, ny - y, 1.0) * (nx - x)
    return bool(np.sum(crosses & (u < at)) % 2)


def _ears(corners: Array) -> Ints:
    # ear clipping (Meisters 1975) of a simple polygon that runs counter-clockwise
    left, faces = list(range(len(corners))), []
    while len(left) > 3:
        for k in range(len(left)):
            a, b, c = left[k - 1], left[k], left[(k + 1) % len(left)]
            ear = corners[[a, b, c]]
            if _area(ear) <= 0.0:
                continue
            others = [corners[p] for p in left if p not in (a, b, c)]
            if not any(_holds(ear, p) for p in others):
                faces.append((a, b, c))
                left.pop(k)
                break
        else:
            break
    faces.append((left[0], left[1], left[2]))
    return np.array(faces, dtype=np.int64)


def _holds(ear: Array, point: Array) -> bool:
    signs = [_area(np.array([ear[k], ear[(k + 1) % 3], point])) for k in range(3)]
    return all(s >= 0.0 for s in signs)
