"""Solids of what is flat, bent or turned: boards and cloth with windows, discs, bent bands, tubs and tubes."""

import math
from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection, Manifold

from wenlo.core.fabrication.assembly.space import Array, Flags

TURNED = 64
"""Sides of the polygon that a turned part is drawn as."""

Loop = tuple[tuple[float, float], ...]
"""Corners of a closed outline in turn. [m]"""


def oblong_loop(left: float, low: float, right: float, up: float) -> Loop:
    """An oblong by its edges. [m]"""
    return (left, low), (right, low), (right, up), (left, up)


def area_of(loop: Loop) -> float:
    """Inside of an outline, by the shoelace formula. [m²]

    Source: [Geometry].
    """
    x, y = np.array(loop).T
    return abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1))) / 2


def inside(loop: Loop, points: Array) -> Flags:
    """Which of some places, shape (N, 2), are inside of an outline, by crossings of a ray to the right, shape (N,).

    Source: [Geometry].
    """
    a = np.array(loop)
    b = np.roll(a, -1, axis=0)
    over = (a[None, :, 1] > points[:, None, 1]) != (b[None, :, 1] > points[:, None, 1])
    rise = np.where(b[:, 1] == a[:, 1], 1.0, b[:, 1] - a[:, 1])
    at = a[None, :, 0] + (points[:, None, 1] - a[None, :, 1]) / rise * (b[:, 0] - a[:, 0])
    return np.asarray((over & (points[:, None, 0] < at)).sum(axis=1) % 2 == 1)


def to_path(path: Loop, points: Array) -> Array:
    """How far places, shape (N, 2), are from a line through points, shape (N,). [m]

    Source: [Geometry].
    """
    corners = np.array(path)
    a, along = corners[:-1], np.diff(corners, axis=0)
    to = points[:, None] - a
    share = np.clip((to * along).sum(axis=2) / np.maximum((along * along).sum(axis=1), 1e-18), 0.0, 1.0)
    return np.asarray(np.linalg.norm(to - share[:, :, None] * along, axis=2).min(axis=1))


def to_edge(loop: Loop, points: Array) -> Array:
    """How far places, shape (N, 2), are from an outline, shape (N,). [m]

    Source: [Geometry].
    """
    return to_path((*loop, loop[0]), points)


@dataclass(frozen=True, kw_only=True)
class SheetSolid:
    """Cloth, film or a board, flat, with its middle at the origin: width along x, height along y, thickness along z
    from 0 [m]; ``holes`` are cut out of it. What is ``soft`` gives way where something stiff is. What is made up of
    ``cells`` is drawn with them, so far apart [m]; 0 for a plain sheet.
    """

    width: float
    height: float
    thickness: float
    holes: tuple[Loop, ...] = ()
    soft: bool = False
    cells: float = 0.0

    @property
    def area(self) -> float:
        """Of one face. [m²]"""
        return self.width * self.height - sum(area_of(hole) for hole in self.holes)

    def holds(self, points: Array, slack: float = 1e-9) -> Flags:
        """Which of some places, shape (N, 3), in its own coordinates are material, shape (N,)."""
        x, y, z = points.T
        within = (np.abs(x) <= self.width / 2 + slack) & (np.abs(y) <= self.height / 2 + slack)
        within &= (z >= -slack) & (z <= self.thickness + slack)
        for hole in self.holes:
            across = points[:, :2]
            within &= ~(inside(hole, across) & (to_edge(hole, across) > slack))
        return np.asarray(within)

    def body(self) -> Manifold:
        """Its closed body."""
        flat = CrossSection.square((self.width, self.height), center=True)
        for hole in self.holes:
            cut = CrossSection([np.array(hole)])
            flat -= cut if cut.area() > 0.0 else CrossSection([np.array(hole)[::-1]])
        return Manifold.extrude(flat, self.thickness)


@dataclass(frozen=True, kw_only=True)
class DiscSolid:
    """A disc or, with an ``inner`` diameter, a ring: its middle at the origin, thickness along z from 0. [m]"""

    outer: float
    thickness: float
    inner: float = 0.0
    soft: bool = False

    @property
    def area(self) -> float:
        """Of one face. [m²]"""
        return math.pi / 4 * (self.outer**2 - self.inner**2)

    def body(self) -> Manifold:
        """Its closed body."""
        body = Manifold.cylinder(self.thickness, self.outer / 2, circular_segments=TURNED)
        if self.inner <= 0.0:
            return body
        return body - Manifold.cylinder(self.thickness, self.inner / 2, circular_segments=TURNED)


@dataclass(frozen=True, kw_only=True)
class BentSolid:
    """A sheet bent to one curve: ``width`` along x, its good side along ``path``, points (y, z) in turn; the thickness
    lies to the left of the way along the path. [m]
    """

    width: float
    path: tuple[tuple[float, float], ...]
    thickness: float
    soft: bool = False

    @property
    def length(self) -> float:
        """Of the sheet before it is bent, along its good side. [m]"""
        points = np.array(self.path)
        return float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())

    @property
    def area(self) -> float:
        """Of one face. [m²]"""
        return self.width * self.length

    def body(self) -> Manifold:
        """Its closed body."""
        points = np.array(self.path)
        ways = np.diff(points, axis=0)
        ways /= np.linalg.norm(ways, axis=1, keepdims=True)
        left = np.stack([-ways[:, 1], ways[:, 0]], axis=1)
        at = np.concatenate([left[:1], left[:-1] + left[1:], left[-1:]])
        at /= np.linalg.norm(at, axis=1, keepdims=True)
        # where two pieces meet, their common edge is farther out
        lean = np.concatenate([[1.0], (at[1:-1] * left[1:]).sum(axis=1), [1.0]])
        other = points + at * (self.thickness / lean)[:, None]
        ring = np.concatenate([points, other[::-1]])
        flat = CrossSection([ring])
        if flat.area() <= 0.0:
            flat = CrossSection([ring[::-1]])
        # drawn along z as (y, z, x), then turned
        return (
            Manifold.extrude(flat, self.width)
            .translate((0.0, 0.0, -self.width / 2))
            .transform(np.array([[0.0, 0.0, 1.0, 0.0], [1.0, 0.0, 0.0, 0.0], [0.0, 1.0, 0.0, 0.0]]))
        )


@dataclass(frozen=True, kw_only=True)
class TurnedSolid:
    """A tub, tube, shade or cone, or a gore of one: a wall turned round z. ``profile`` are points (radius, z) of its
    outside in turn; the wall lies inside of it. ``sweep`` is how far it goes round, from x on. [m], [degree]
    """

    profile: tuple[tuple[float, float], ...]
    wall: float
    sweep: float = 360.0
    soft: bool = False

    @property
    def area(self) -> float:
        """Of its outside. [m²]

        Source: [Geometry].
        """
        area = 0.0
        for (r0, z0), (r1, z1) in zip(self.profile[:-1], self.profile[1:], strict=True):
            area += math.pi * (r0 + r1) * math.hypot(r1 - r0, z1 - z0)
        return area * self.sweep / 360.0

    def body(self) -> Manifold:
        """Its closed body."""
        outer = [(r, z) for r, z in self.profile]
        inner = [(max(r - self.wall, 0.0), z) for r, z in self.profile]
        ring = np.array([*outer, *inner[::-1]])
        flat = CrossSection([ring])
        if flat.area() <= 0.0:
            flat = CrossSection([ring[::-1]])
        return Manifold.revolve(flat, circular_segments=TURNED, revolve_degrees=self.sweep)


FlatSolid = SheetSolid | DiscSolid | BentSolid | TurnedSolid
