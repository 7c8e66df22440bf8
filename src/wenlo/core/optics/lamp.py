"""Lamps as emitters: a shining face with a cosᵐ beam, or a bare bulb."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.data import LampType
from wenlo.core.geometry.vectors import cross

Vector = NDArray[np.float64]

EmitterShape = Literal["rectangle", "disc", "sphere"]


def beam_exponent(beam: float) -> float:
    """Exponent m of I(θ) ∝ cosᵐ θ whose full angle at half intensity is ``beam`` [rad]. [-]

    >>> round(beam_exponent(math.radians(120)), 6)
    1.0
    """
    half = min(beam, math.radians(172.0)) / 2.0
    return math.log(0.5) / math.log(math.cos(half))


def field_angle(lamp: LampType) -> float:
    """Full angle within which a lamp gives a tenth or more of its peak intensity. [rad]

    From I(θ) ∝ cosᵐ θ; a bare bulb shines all round.
    """
    if lamp.shape == "sphere":
        return 2.0 * math.pi
    return 2.0 * math.acos(0.1 ** (1.0 / beam_exponent(lamp.beam)))


@dataclass(frozen=True, kw_only=True, eq=False)
class Emitter:
    """A lamp in place.

    ``edge_u`` and ``edge_v`` are the full width and height of the shining face [m]; it shines to the
    side that ``edge_u × edge_v`` points to. A disc is the ellipse in that rectangle, a sphere has
    the diameter ``|edge_u|`` and shines all round. ``amount`` is in lm, or lm·s for a flash;
    ``colour`` is linear BT.709 with luminance 1. ``beam`` is the exponent m of I ∝ cosᵐ θ.
    """

    id: str
    shape: EmitterShape
    centre: Vector
    edge_u: Vector
    edge_v: Vector
    amount: float
    beam: float
    colour: Vector

    @property
    def normal(self) -> Vector:
        """Unit vector along the beam, shape (3,)."""
        n = cross(self.edge_u, self.edge_v)
        return n / float(np.linalg.norm(n))

    @property
    def peak_intensity(self) -> float:
        """Intensity along the beam. [cd]

        Φ = 2π I₀ ∫ cosᵐ θ sin θ dθ = 2π I₀/(m + 1); a sphere has Φ/4π.
        """
        if self.shape == "sphere":
            return self.amount / (4.0 * math.pi)
        return self.amount * (self.beam + 1.0) / (2.0 * math.pi)


def placed(lamp: LampType, *, centre: Vector, aim: Vector, power: float = 1.0) -> Emitter:
    """Stand a lamp at ``centre``, pointing at ``aim``, its width level.

    Parameters
    ----------
    lamp: the lamp.
    centre, aim: points, shape (3,). [m]
    power: fraction of full output. [-]

    Raises
    ------
    ValueError
        If the two points are the same.
    """
    direction = aim - centre
    length = float(np.linalg.norm(direction))
    if length <= 0.0:
        raise ValueError("a lamp cannot aim at itself")
    normal = direction / length
    up = np.array([0.0, 0.0, 1.0]) if abs(normal[2]) < 0.999 else np.array([0.0, 1.0, 0.0])
    across = cross(up, normal)
    across /= np.linalg.norm(across)
    return Emitter(
        id=lamp.id,
        shape=lamp.shape,
        centre=centre,
        edge_u=across * lamp.size[0],
        edge_v=cross(normal, across) * lamp.size[1],
        amount=lamp.amount * power,
        beam=0.0 if lamp.shape == "sphere" else beam_exponent(lamp.beam),
        colour=np.ones(3),
    )
