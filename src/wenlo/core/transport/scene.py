"""A set of surfaces, lamps and meters, ready to be solved."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Shape

Vector = NDArray[np.float64]


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
