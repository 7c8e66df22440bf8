"""A set of surfaces, lamps and meters, ready to be solved."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.lamp import Emitter
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

    With a ``focal_length`` it is a thin lens (negative spreads light): what its surface lets straight through is turned.
    """

    centre: Vector
    axis: Vector
    radius: float
    inner: float = 0.0
    focal_length: float | None = None

    @property
    def area(self) -> float:
        """Area of one side. [m²]"""
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
        """Area of one side. [m²]"""
        r0, r1 = self.radii
        return float(0.5 * self.span * (r0 + r1) * np.hypot(self.length, r1 - r0))


@dataclass(frozen=True, kw_only=True, eq=False)
class Dome(Surface):
    """A sphere, or the zone of one between two heights along ``axis``, in radii from −1 to 1; its front is the outside."""

    centre: Vector
    radius: float
    axis: Vector = field(default_factory=lambda: np.array([0.0, 0.0, 1.0]))
    low: float = -1.0
    high: float = 1.0

    @property
    def area(self) -> float:
        """Area of one side: 2πr² times the height in radii (Archimedes). [m²]"""
        return float(2.0 * np.pi * self.radius**2 * (self.high - self.low))


Shape = Panel | Disc | Tube | Dome


@dataclass(frozen=True, kw_only=True, eq=False)
class Meter:
    """An incident-light meter: flat receptor, or a dome that sees all round."""

    id: str
    position: Vector
    normal: Vector
    receptor: Literal["flat", "dome"] = "flat"


@dataclass(frozen=True, kw_only=True, eq=False)
class Cloud:
    """Steam or dust: an ellipsoid, densest in the middle, that scatters light once; its density falls as 1 − r².

    ``half`` sizes (3,) [m]; ``extinction`` in the middle [1/m]; ``forward`` the mean cosine of scattering (−1 to 1);
    ``albedo`` the share that is scattered, not taken.
    """

    centre: Vector
    half: Vector
    extinction: float
    forward: float = 0.75
    albedo: float = 1.0


@dataclass(frozen=True, kw_only=True, eq=False)
class LightScene:
    """All that light meets, and the lamps; the light of each lamp is kept apart.

    ``clouds`` show in pictures only: they are too thin to change what meters read. ``moves`` are how far shapes
    move while the picture is taken, by their ids, shape (3,) each. [m]
    """

    panels: tuple[Shape, ...]
    lamps: tuple[Emitter, ...]
    clouds: tuple[Cloud, ...] = ()
    moves: Mapping[str, Vector] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True, eq=False)
class Paths:
    """What a meter reads, split by the path the light took. [lx] or [lx·s], shape (3,) each.

    Room if the path touched the room, else modifier if it was scattered or reflected by the
    modifier, else direct (light that passes a sheet unscattered is direct).
    """

    direct: Vector = field(default_factory=lambda: np.zeros(3))
    modifier: Vector = field(default_factory=lambda: np.zeros(3))
    room: Vector = field(default_factory=lambda: np.zeros(3))

    @property
    def total(self) -> Vector:
        """Sum of the three paths, shape (3,)."""
        return self.direct + self.modifier + self.room


@dataclass(frozen=True, kw_only=True, eq=False)
class Reading(Paths):
    """A reading of all lamps, each lamp's part, and how far it may be off.

    ``error`` is the half-width within which the luminance of :attr:`total` is right 95 times in a hundred.
    [lx] or [lx·s]
    """

    by_lamp: Mapping[str, Paths] = field(default_factory=dict)
    error: float = 0.0
