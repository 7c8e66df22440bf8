"""Boxes that are turned any way, and whether two of them meet."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class Box:
    """A box: its middle (3,) [m], unit ``axes`` (3, 3) in rows and half sizes along them (3,) [m]; a half of 0 is a
    sheet.
    """

    middle: Vector
    axes: Vector
    half: Vector

    @property
    def reach(self) -> float:
        """Radius of the ball round it. [m]"""
        return float(np.linalg.norm(self.half))

    def holds(self, point: Vector, margin: float = 0.0) -> bool:
        """Whether a point lies inside, grown by ``margin``. [m]"""
        return bool(np.all(np.abs(self.axes @ (point - self.middle)) <= self.half + margin))


def meet(a: Box, b: Box, slack: float = 0.005) -> bool:
    """Whether two boxes overlap by more than ``slack``: no axis parts them (Gottschalk, Lin and Manocha 1996). [m]

    Source: [Gottschalk1996].

    Parameters
    ----------
    a, b: the boxes. [m]
    slack: overlap that is let through. [m]

    Returns
    -------
    bool: whether they overlap.

    >>> unit = Box(middle=np.zeros(3), axes=np.eye(3), half=np.full(3, 0.5))
    >>> apart = Box(middle=np.array([1.1, 0.0, 0.0]), axes=np.eye(3), half=np.full(3, 0.5))
    >>> meet(unit, apart), meet(unit, Box(middle=np.array([0.9, 0.0, 0.0]), axes=np.eye(3), half=np.full(3, 0.5)))
    (False, True)
    """
    between = b.middle - a.middle
    if float(np.linalg.norm(between)) > a.reach + b.reach:
        return False
    crossed = np.cross(a.axes[:, None, :], b.axes[None, :, :]).reshape(9, 3)
    long = np.linalg.norm(crossed, axis=1)
    crossed = crossed[long > 1e-6] / long[long > 1e-6, None]
    ways = np.concatenate([a.axes, b.axes, crossed])
    needs = np.abs(ways @ a.axes.T) @ a.half + np.abs(ways @ b.axes.T) @ b.half
    return bool(np.all(np.abs(ways @ between) < needs - slack))
