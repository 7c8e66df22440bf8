"""Places and directions of parts in space: x to the right as the subject sees it, y away from the subject, z up. [m]"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Vec = tuple[float, float, float]
Array = NDArray[np.float64]
Flags = NDArray[np.bool_]

X: Vec = (1.0, 0.0, 0.0)
Y: Vec = (0.0, 1.0, 0.0)
Z: Vec = (0.0, 0.0, 1.0)


def vec(values: Array) -> Vec:
    """Three numbers as they can be hashed."""
    return float(values[0]), float(values[1]), float(values[2])


def plus(a: Vec, b: Vec, times: float = 1.0) -> Vec:
    """The point ``a`` moved ``times`` along ``b``."""
    return a[0] + times * b[0], a[1] + times * b[1], a[2] + times * b[2]


def minus(a: Vec, b: Vec) -> Vec:
    """From ``b`` to ``a``."""
    return plus(a, b, -1.0)


def dot(a: Vec, b: Vec) -> float:
    """Scalar product."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def vec_across(a: Vec, b: Vec) -> Vec:
    """Vector product."""
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def unit(a: Vec) -> Vec:
    """The direction of a vector. Raises ValueError where it has none."""
    length = dot(a, a) ** 0.5
    if length < 1e-12:
        raise ValueError("a vector of no length has no direction")
    return a[0] / length, a[1] / length, a[2] / length


@dataclass(frozen=True, kw_only=True)
class PartPose:
    """Where a part is: its origin [m] and its own axes as unit vectors, right-handed."""

    origin: Vec = (0.0, 0.0, 0.0)
    x: Vec = X
    y: Vec = Y
    z: Vec = Z

    @property
    def axes(self) -> Array:
        """Its axes as columns, shape (3, 3)."""
        return np.array([self.x, self.y, self.z]).T

    @property
    def matrix(self) -> Array:
        """From its own coordinates to the world's, shape (4, 4)."""
        whole = np.eye(4)
        whole[:3, :3], whole[:3, 3] = self.axes, self.origin
        return whole

    def world(self, points: Array) -> Array:
        """Own coordinates, shape (N, 3), in the world. [m]"""
        return np.asarray(points @ self.axes.T + np.array(self.origin))

    def own(self, points: Array) -> Array:
        """Places of the world, shape (N, 3), in its own coordinates. [m]"""
        return np.asarray((points - np.array(self.origin)) @ self.axes)

    def place(self, point: Vec) -> Vec:
        """A place in its own coordinates, in the world. [m]"""
        return vec(self.axes @ np.array(point) + np.array(self.origin))

    def way(self, direction: Vec) -> Vec:
        """A direction in its own coordinates, in the world."""
        return vec(self.axes @ np.array(direction))

    def after(self, inner: "PartPose") -> "PartPose":
        """The pose of what is posed ``inner`` in the coordinates of this one."""
        return PartPose(origin=self.place(inner.origin), x=self.way(inner.x), y=self.way(inner.y), z=self.way(inner.z))

    @property
    def inverse(self) -> "PartPose":
        """The world in its own coordinates."""
        x, y, z = self.turned(X), self.turned(Y), self.turned(Z)
        origin = vec(self.own(np.zeros((1, 3)))[0])
        return PartPose(origin=origin, x=x, y=y, z=z)

    def turned(self, direction: Vec) -> Vec:
        """A direction of the world in its own coordinates."""
        return dot(direction, self.x), dot(direction, self.y), dot(direction, self.z)


def lengthwise(start: Vec, end: Vec, wide: Vec) -> PartPose:
    """The pose of a bar from ``start`` to ``end``: z along it, x as near to the direction ``wide`` as can be."""
    z = unit(minus(end, start))
    x = unit(plus(wide, z, -dot(wide, z)))
    y = vec_across(z, x)
    return PartPose(origin=start, x=x, y=y, z=z)


def between(one: Array, other: Array) -> float:
    """Least distance of two segments, shape (2, 3) each. [m]

    Source: [Geometry].
    """
    u, v, w = one[1] - one[0], other[1] - other[0], one[0] - other[0]
    a, b, c, d, e = u @ u, u @ v, v @ v, u @ w, v @ w
    spread = a * c - b * b
    s = 0.0 if spread < 1e-12 else float(np.clip((b * e - c * d) / spread, 0.0, 1.0))
    t = float(np.clip((b * s + e) / c, 0.0, 1.0))
    s = float(np.clip((b * t - d) / a, 0.0, 1.0))
    return float(np.linalg.norm(w + s * u - t * v))
