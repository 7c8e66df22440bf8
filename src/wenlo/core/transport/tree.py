"""A tree of boxes round the surfaces, so that a ray meets few of them."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube
from wenlo.core.remembered import for_same_objects
from wenlo.core.transport.kernels.splitting import tree_of

Array = NDArray[np.float64]

FEW = 6
"""So many surfaces are quicker to try one by one."""

LEAF = 2
MARGIN = 1e-6


@for_same_objects(4096)
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


MANY = 1000
"""Where there are more surfaces they are cut along the longest side alone: building the tree would cost more than it
spares.
"""


def arrange(shapes: Sequence[Shape], low: Array, high: Array) -> tuple[tuple[Shape, ...], Array]:
    """Surfaces in the order of the tree's leaves, and the tree.

    ``low`` and ``high`` (P, 3) are corners of the box round each, all along its way if it moves. Nodes are rows of low
    corner, high corner, first surface, how many (0 inside the tree) and the row to
    go on with when the box is missed, shape (K, 9), in depth-first order. A few surfaces stay as they are,
    under one node.
    """
    if len(shapes) <= FEW:
        node = np.zeros((1, 9))
        node[0, 7], node[0, 8] = len(shapes), 1
        return tuple(shapes), node
    order, nodes = tree_of(low, high, LEAF, len(shapes) <= MANY)
    return tuple(shapes[i] for i in order), nodes
