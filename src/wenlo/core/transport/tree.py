"""A tree of boxes round the surfaces, so that a ray meets few of them."""

from collections.abc import Mapping, Sequence

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube

Array = NDArray[np.float64]

FEW = 6
"""So many surfaces are quicker to try one by one."""

LEAF = 2
MARGIN = 1e-6


def bounds(shape: Shape) -> tuple[Array, Array]:
    """Low and high corner of the box round a shape, shape (3,) each. [m]

    Source: [MacDonald1990].

    Parameters
    ----------
    shape: the shape.

    Returns
    -------
    tuple: low and high corner, shape (3,) each. [m]
    """
    if isinstance(shape, Panel):
        corners = shape.origin + np.array([np.zeros(3), shape.edge_u, shape.edge_v, shape.edge_u + shape.edge_v])
        return corners.min(axis=0) - MARGIN, corners.max(axis=0) + MARGIN
    if isinstance(shape, Dome):
        return shape.centre - shape.radius - MARGIN, shape.centre + shape.radius + MARGIN
    axis = shape.axis / float(np.linalg.norm(shape.axis))
    across = np.sqrt(np.maximum(0.0, 1.0 - axis * axis))
    if isinstance(shape, Disc):
        return shape.centre - shape.radius * across - MARGIN, shape.centre + shape.radius * across + MARGIN
    assert isinstance(shape, Tube)
    r0, r1 = shape.radii
    end = shape.base + shape.length * axis
    low = np.minimum(shape.base - r0 * across, end - r1 * across)
    high = np.maximum(shape.base + r0 * across, end + r1 * across)
    return low - MARGIN, high + MARGIN


MANY = 100
"""Where there are more surfaces they are cut along the longest side alone: building the tree would cost more than it
spares.
"""


def arrange(shapes: Sequence[Shape], moves: Mapping[str, Array] | None = None) -> tuple[tuple[Shape, ...], Array]:
    """Surfaces in the order of the tree's leaves, and the tree.

    Nodes are rows of low corner, high corner, first surface, how many (0 inside the tree) and the row to
    go on with when the box is missed, shape (K, 9), in depth-first order. A few surfaces stay as they are,
    under one node. Boxes hold shapes that move all along their way, half of it to either side (``moves``).
    """
    if len(shapes) <= FEW:
        node = np.zeros((1, 9))
        node[0, 7], node[0, 8] = len(shapes), 1
        return tuple(shapes), node
    boxes = [bounds(s) for s in shapes]
    half = np.array([0.5 * np.abs((moves or {}).get(s.id, np.zeros(3))) for s in shapes])
    low, high = np.array([b[0] for b in boxes]) - half, np.array([b[1] for b in boxes]) + half
    order: list[int] = []
    rows: list[list[float]] = []

    def build(members: NDArray[np.int64]) -> None:
        row = [*low[members].min(axis=0), *high[members].max(axis=0), 0.0, 0.0, 0.0]
        rows.append(row)
        halves = _split(members, low, high)
        if halves is None:
            row[6], row[7] = float(len(order)), float(len(members))
            order.extend(int(m) for m in members)
        else:
            for half in halves:
                build(half)
        row[8] = float(len(rows))

    build(np.arange(len(shapes)))
    return tuple(shapes[i] for i in order), np.array(rows)


def _half_areas(low: Array, high: Array) -> Array:
    # half the surface of the boxes round the first 1, 2, … members
    size = np.maximum.accumulate(high, axis=0) - np.minimum.accumulate(low, axis=0)
    areas: Array = size[:, 0] * size[:, 1] + size[:, 1] * size[:, 2] + size[:, 2] * size[:, 0]
    return areas


def _split(members: NDArray[np.int64], low: Array, high: Array) -> tuple[NDArray[np.int64], NDArray[np.int64]] | None:
    # The cut that a ray is least likely to pay for: boxes' surfaces times what is in them (MacDonald and Booth 1990).
    count = len(members)
    if count <= LEAF:
        return None
    best, halves = np.inf, None
    for axis in range(3) if len(low) <= MANY else (int(np.argmax(np.ptp(low[members] + high[members], axis=0))),):
        line = members[np.argsort(low[members, axis] + high[members, axis], kind="stable")]
        left = _half_areas(low[line], high[line])[:-1]
        right = _half_areas(low[line[::-1]], high[line[::-1]])[::-1][1:]
        cost = left * np.arange(1, count) + right * np.arange(count - 1, 0, -1)
        k = int(np.argmin(cost))
        if cost[k] < best:
            best, halves = float(cost[k]), (line[: k + 1], line[k + 1 :])
    return halves
