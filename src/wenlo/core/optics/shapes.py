"""The shapes that surfaces take: parallelograms, discs, tubes and domes, each with its optics."""

from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.sheet import Sheet

Vector = NDArray[np.float64]

Role = Literal["room", "modifier"]


@dataclass(frozen=True, kw_only=True, eq=False)
class Surface:
    """What every shape has: its optics on both sides and how it is counted.

    ``role`` decides whether light that touched it counts as the modifier's or the room's; ``divisions``
    is the number of patches along u and v, or None to leave it to the solver; a ``one_sided`` surface
    (a wall) has nothing behind it.
    """

    id: str
    surface: Sheet
    role: Role = "room"
    divisions: tuple[int, int] | None = None
    one_sided: bool = False


@dataclass(frozen=True, kw_only=True, eq=False)
class Panel(Surface):
    """A parallelogram; its front is the side that ``edge_u × edge_v`` points to.

    With an ``outline``, corners (K, 2) in shares of the two edges, only the polygon inside is there, or,
    when it is a ``cut_out``, all but the polygon.
    """

    origin: Vector
    edge_u: Vector
    edge_v: Vector
    outline: Vector | None = None
    cut_out: bool = False

    @property
    def area(self) -> float:
        """Area of one side of the whole parallelogram. [m²]"""
        return float(np.linalg.norm(cross(self.edge_u, self.edge_v)))

    @property
    def normal(self) -> Vector:
        """Unit normal of the front, shape (3,)."""
        n = cross(self.edge_u, self.edge_v)
        return n / float(np.linalg.norm(n))


@dataclass(frozen=True, kw_only=True, eq=False)
class Disc(Surface):
    """A disc, or a ring with an ``inner`` radius; its front is the side that ``axis`` points to. [m]

    With a ``focal_length`` it is a thin lens (negative spreads light): what its surface lets straight through is
    turned.
    """

    centre: Vector
    axis: Vector
    radius: float
    inner: float = 0.0
    focal_length: float | None = None

    @property
    def area(self) -> float:
        """Area of one side. [m²]

        Source: [Geometry].

        Returns
        -------
        float: area. [m²]
        """
        return float(np.pi * (self.radius**2 - self.inner**2))


@dataclass(frozen=True, kw_only=True, eq=False)
class Tube(Surface):
    """A cylinder or a cone, open at both ends; its front is the outside.

    It starts at ``base`` with ``radius`` and goes ``length`` along ``axis`` to ``end_radius`` (the same unless
    given). ``span`` is how far it goes round from ``start`` (a curved sheet is part of a tube). [m, rad]
    """

    base: Vector
    axis: Vector
    length: float
    radius: float
    end_radius: float | None = None
    span: float = 2.0 * np.pi
    start: Vector | None = None

    @property
    def radii(self) -> tuple[float, float]:
        """Radius at the base and at the other end. [m]"""
        return self.radius, self.radius if self.end_radius is None else self.end_radius

    @property
    def area(self) -> float:
        """Area of one side. [m²]

        Source: [Geometry].

        Returns
        -------
        float: area. [m²]
        """
        r0, r1 = self.radii
        return float(0.5 * self.span * (r0 + r1) * np.hypot(self.length, r1 - r0))


@dataclass(frozen=True, kw_only=True, eq=False)
class Dome(Surface):
    """A sphere, or the zone of one between two heights along ``axis``, in radii from −1 to 1; its front is the
    outside.
    """

    centre: Vector
    radius: float
    axis: Vector = field(default_factory=lambda: np.array([0.0, 0.0, 1.0]))
    low: float = -1.0
    high: float = 1.0

    @property
    def area(self) -> float:
        """Area of one side: 2πr² times the height in radii (Archimedes). [m²]

        Source: [Geometry].

        Returns
        -------
        float: area. [m²]
        """
        return float(2.0 * np.pi * self.radius**2 * (self.high - self.low))


Shape = Panel | Disc | Tube | Dome
