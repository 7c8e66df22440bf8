"""Solids of parts: analytic and hashable; their meshes are made when somebody asks for them, once a solid.

A bar is a section drawn along z and cut by planes and notches; a bought part is an envelope of rods and blocks with
bores, exact at its ports.
"""

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from manifold3d import CrossSection, Manifold

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.sheets import FlatSolid
from wenlo.core.fabrication.assembly.space import Array, Flags, Vec, dot, minus, unit

FACETS = 32
"""Sides of the polygon that a round part is drawn as; what goes into a bore never meets its wall."""

DRAWN = 4096
"""Meshes that are kept, by solid."""


@dataclass(frozen=True, kw_only=True)
class RoundSection:
    """A pipe or, without a wall, a rod: outer diameter and wall. [m]"""

    outer: float
    wall: float | None = None

    @property
    def area(self) -> float:
        """Of its material. [m²]"""
        return math.pi / 4 * (self.outer**2 - self.inner**2)

    @property
    def inner(self) -> float:
        """Diameter of its bore, 0 where there is none. [m]"""
        return 0.0 if self.wall is None else self.outer - 2 * self.wall

    @property
    def half(self) -> tuple[float, float]:
        """Half of its extent along x and y. [m]"""
        return self.outer / 2, self.outer / 2


@dataclass(frozen=True, kw_only=True)
class BoxSection:
    """A batten or square tube: width along x, thickness along y, and the wall of a tube. [m]"""

    width: float
    thickness: float
    wall: float | None = None

    @property
    def area(self) -> float:
        """Of its material. [m²]"""
        if self.wall is None:
            return self.width * self.thickness
        return self.width * self.thickness - (self.width - 2 * self.wall) * (self.thickness - 2 * self.wall)

    @property
    def half(self) -> tuple[float, float]:
        """Half of its extent along x and y. [m]"""
        return self.width / 2, self.thickness / 2


BarSection = RoundSection | BoxSection


def section_of_bar(bar: BarType) -> BarSection:
    """The section of a bar."""
    if bar.group == "pipe":
        return RoundSection(outer=bar.width, wall=bar.wall)
    return BoxSection(width=bar.width, thickness=bar.thickness, wall=bar.wall)


@dataclass(frozen=True, kw_only=True)
class CutPlane:
    """A saw cut in a bar's own coordinates: what lies on the side of ``normal`` is waste."""

    point: Vec
    normal: Vec


@dataclass(frozen=True, kw_only=True)
class Block:
    """An oblong from its low to its high corner. [m]"""

    low: Vec
    high: Vec


@dataclass(frozen=True, kw_only=True)
class Rod:
    """A cylinder from ``start`` to ``end``. [m]"""

    start: Vec
    end: Vec
    diameter: float


@dataclass(frozen=True, kw_only=True)
class BarSolid:
    """A bar along z from ``low`` to ``high`` with slanting cuts and notches. [m]"""

    section: BarSection
    low: float
    high: float
    cuts: tuple[CutPlane, ...] = ()
    notches: tuple[Block, ...] = ()

    @property
    def length(self) -> float:
        """From tip to tip: what is cut off the stock. [m]"""
        half_x, half_y = self.section.half
        tops, bottoms = [], []
        for x in (-half_x, half_x):
            for y in (-half_y, half_y):
                top, bottom = self.high, self.low
                for cut in self.cuts:
                    rise = (dot(cut.normal, cut.point) - cut.normal[0] * x - cut.normal[1] * y) / cut.normal[2]
                    if cut.normal[2] > 0.0:
                        top = min(top, rise)
                    else:
                        bottom = max(bottom, rise)
                tops.append(top)
                bottoms.append(bottom)
        return max(tops) - min(bottoms)

    def holds(self, points: Array, slack: float = 1e-9) -> Flags:
        """Which of some places, shape (N, 3), in its own coordinates are material, shape (N,)."""
        x, y, z = points.T
        s = self.section
        within = (z >= self.low - slack) & (z <= self.high + slack)
        if isinstance(s, RoundSection):
            radius = np.hypot(x, y)
            within &= (radius <= s.outer / 2 + slack) & (radius >= s.inner / 2 - slack)
        else:
            within &= (np.abs(x) <= s.width / 2 + slack) & (np.abs(y) <= s.thickness / 2 + slack)
            if s.wall is not None:
                within &= (np.abs(x) >= s.width / 2 - s.wall - slack) | (np.abs(y) >= s.thickness / 2 - s.wall - slack)
        for cut in self.cuts:
            within &= (points - np.array(cut.point)) @ np.array(cut.normal) <= slack
        for notch in self.notches:
            inside = np.all((points > np.array(notch.low) + slack) & (points < np.array(notch.high) - slack), axis=1)
            within &= ~inside
        return np.asarray(within)


@dataclass(frozen=True, kw_only=True)
class BoughtSolid:
    """An envelope: what it fills, and what is bored out of that."""

    fills: tuple[Rod | Block, ...]
    bores: tuple[Rod | Block, ...] = ()

    def holds(self, points: Array, slack: float = 1e-9) -> Flags:
        """Which of some places, shape (N, 3), in its own coordinates are material, shape (N,)."""
        held = np.zeros(len(points), dtype=bool)
        for piece in self.fills:
            held |= _in_piece(piece, points, slack)
        for piece in self.bores:
            held &= ~_in_piece(piece, points, -slack)
        return held


PartSolid = BarSolid | BoughtSolid | FlatSolid


def _in_piece(piece: Rod | Block, points: Array, slack: float) -> Flags:
    if isinstance(piece, Block):
        low, high = np.array(piece.low), np.array(piece.high)
        return np.asarray(np.all((points >= low - slack) & (points <= high + slack), axis=1))
    start, way = np.array(piece.start), np.array(minus(piece.end, piece.start))
    along = (points - start) @ way / float(way @ way)
    away = np.linalg.norm(points - start - along[:, None] * way, axis=1)
    return np.asarray((along >= -slack) & (along <= 1.0 + slack) & (away <= piece.diameter / 2 + slack))


def _polygon(diameter: float, *, around: bool) -> CrossSection:
    # around a bore, so that a rod of the same diameter goes in
    radius = diameter / 2 / (math.cos(math.pi / FACETS) if around else 1.0)
    turn = 2 * np.pi * (np.arange(FACETS) + 0.5) / FACETS
    return CrossSection([np.stack([radius * np.cos(turn), radius * np.sin(turn)], axis=1)])


def _section(section: BarSection) -> CrossSection:
    if isinstance(section, RoundSection):
        whole = _polygon(section.outer, around=False)
        return whole if section.wall is None else whole - _polygon(section.inner, around=False)
    whole = CrossSection.square((section.width, section.thickness), center=True)
    if section.wall is None:
        return whole
    return whole - CrossSection.square(
        (section.width - 2 * section.wall, section.thickness - 2 * section.wall), center=True
    )


def _frame(z: Vec) -> Array:
    # columns: any right-handed axes whose last one is z
    helper = np.array((1.0, 0.0, 0.0) if abs(z[0]) < 0.9 else (0.0, 1.0, 0.0))
    x = np.cross(helper, z)
    x /= np.linalg.norm(x)
    return np.stack([x, np.cross(z, x), z], axis=1)


def _piece(piece: Rod | Block, *, bore: bool) -> Manifold:
    if isinstance(piece, Block):
        return Manifold.cube(minus(piece.high, piece.low)).translate(piece.low)
    along = minus(piece.end, piece.start)
    body = Manifold.extrude(_polygon(piece.diameter, around=bore), dot(along, along) ** 0.5)
    matrix = np.concatenate([_frame(unit(along)), np.array(piece.start)[:, None]], axis=1)
    return body.transform(matrix)


@lru_cache(maxsize=DRAWN)
def body_of(solid: PartSolid) -> Manifold:
    """The closed body of a solid, in its own coordinates."""
    if not isinstance(solid, BarSolid | BoughtSolid):
        return solid.body()
    if isinstance(solid, BoughtSolid):
        body = Manifold()
        for piece in solid.fills:
            body += _piece(piece, bore=False)
        for piece in solid.bores:
            body -= _piece(piece, bore=True)
        return body
    body = Manifold.extrude(_section(solid.section), solid.high - solid.low).translate((0.0, 0.0, solid.low))
    for cut in solid.cuts:
        normal = tuple(-n for n in cut.normal)
        body = body.trim_by_plane(normal, -dot(cut.normal, cut.point))
    for notch in solid.notches:
        body -= _piece(notch, bore=False)
    return body


def volume_of(solid: PartSolid) -> float:
    """Of its material, round sections as the circles that they are. [m³]

    Source: [Geometry].
    """
    if isinstance(solid, BarSolid) and not solid.cuts and not solid.notches:
        return solid.section.area * (solid.high - solid.low)
    volume = float(body_of(solid).volume())
    if isinstance(solid, BarSolid) and isinstance(solid.section, RoundSection):
        polygon = FACETS / 2 * math.sin(2 * math.pi / FACETS) / math.pi
        return volume / polygon
    return volume
