"""A set of surfaces, lamps and meters, ready to be solved."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.sheet import Sheet

Vector = NDArray[np.float64]

PanelRole = Literal["room", "modifier"]


@dataclass(frozen=True, kw_only=True, eq=False)
class Panel:
    """A parallelogram with optical properties on both sides.

    Front is the side that ``edge_u × edge_v`` points to. A panel whose sheet transmits nothing is an
    opaque Lambertian board. ``role`` decides whether light that touched it counts as the
    modifier's or the room's; ``divisions`` is the number of patches along each edge; a ``one_sided``
    panel (a wall) has nothing behind it.
    """

    id: str
    origin: Vector
    edge_u: Vector
    edge_v: Vector
    surface: Sheet
    role: PanelRole = "room"
    divisions: tuple[int, int] = (6, 6)
    one_sided: bool = False

    @property
    def area(self) -> float:
        """Area of one side. [m²]"""
        return float(np.linalg.norm(cross(self.edge_u, self.edge_v)))

    @property
    def normal(self) -> Vector:
        """Unit normal of the front, shape (3,)."""
        n = cross(self.edge_u, self.edge_v)
        return n / float(np.linalg.norm(n))


def board(reflectance: Sequence[float]) -> Sheet:
    """An opaque Lambertian surface of linear BT.709 ``reflectance``, the same on both sides."""
    rho = np.asarray(reflectance, dtype=np.float64)
    return Sheet(
        transmittance=np.zeros(3),
        unscattered=np.zeros(3),
        reflectance_front=rho,
        reflectance_back=rho,
        lobe=0.0,
    )


@dataclass(frozen=True, kw_only=True, eq=False)
class Meter:
    """An incident-light meter: flat receptor, or a dome that sees all round."""

    id: str
    position: Vector
    normal: Vector
    receptor: Literal["flat", "dome"] = "flat"


@dataclass(frozen=True, kw_only=True, eq=False)
class LightScene:
    """All that light meets: panels, and the one lamp whose light is followed."""

    panels: tuple[Panel, ...]
    emitter: Emitter


@dataclass(frozen=True, kw_only=True, eq=False)
class Reading:
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
