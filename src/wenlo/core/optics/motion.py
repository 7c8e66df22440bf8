"""Rigid motion of surfaces and lamps: turned about a point and carried elsewhere."""

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube

Vector = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class Motion:
    """x → R (x − pivot) + place: ``turn`` R of shape (3, 3), ``pivot`` and ``place`` of shape (3,). [m]"""

    turn: Vector
    pivot: Vector
    place: Vector

    def point(self, at: Vector) -> Vector:
        """Where a point ends up, shape (3,). [m]"""
        moved: Vector = self.turn @ (at - self.pivot) + self.place
        return moved

    def way(self, along: Vector) -> Vector:
        """Where a direction, or an edge, points then, shape (3,)."""
        turned: Vector = self.turn @ along
        return turned

    def shape(self, one: Shape) -> Shape:
        """A surface, moved."""
        if isinstance(one, Panel):
            return replace(one, origin=self.point(one.origin), edge_u=self.way(one.edge_u), edge_v=self.way(one.edge_v))
        if isinstance(one, Tube):
            start = None if one.start is None else self.way(one.start)
            return replace(one, base=self.point(one.base), axis=self.way(one.axis), start=start)
        if isinstance(one, Disc | Dome):
            return replace(one, centre=self.point(one.centre), axis=self.way(one.axis))
        raise TypeError(type(one).__name__)

    def lamp(self, one: Emitter) -> Emitter:
        """A lamp, moved; one that is afar stays."""
        if one.afar:
            return one
        places = None if one.places is None else np.array([self.point(p) for p in one.places])
        return replace(
            one, centre=self.point(one.centre), edge_u=self.way(one.edge_u), edge_v=self.way(one.edge_v), places=places
        )


def frame(ahead: Vector) -> Vector:
    """Right, up and ahead of somebody who looks along a direction with level shoulders, as columns, shape (3, 3).

    Source: [Geometry].

    Parameters
    ----------
    ahead: direction, not straight up, shape (3,).

    Returns
    -------
    Vector: columns right, up and ahead, shape (3, 3).

    >>> frame(np.array([0.0, 1.0, 0.0])).astype(int).tolist()
    [[1, 0, 0], [0, 0, 1], [0, 1, 0]]
    """
    ahead = ahead / float(np.linalg.norm(ahead))
    right = np.array([ahead[1], -ahead[0], 0.0])
    level = float(np.linalg.norm(right))
    right = right / level if level > 1e-9 else np.array([1.0, 0.0, 0.0])
    return np.stack([right, np.cross(right, ahead), ahead], axis=1)


def turned_to(before: Vector, after: Vector) -> Vector:
    """The turn, shape (3, 3), that brings one direction to another and keeps what is level level.

    >>> turn = turned_to(np.array([0.0, 1.0, 0.0]), np.array([1.0, 0.0, 0.0]))
    >>> (turn @ np.array([0.0, 1.0, 0.0])).round(6).tolist()
    [1.0, 0.0, 0.0]
    """
    turn: Vector = frame(after) @ frame(before).T
    return turn
