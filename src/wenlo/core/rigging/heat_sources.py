"""Lamps as warm things: their bodies, how hot those get, and the air that rises over them."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.materials import LampType
from wenlo.core.optics.lamp import Emitter
from wenlo.core.rigging import heat
from wenlo.core.rigging.thermal_state import directions

Array = NDArray[np.float64]

HEAD_DENSITY = 900.0
"""A lamp's body is as deep as its mass says. [kg/m³]"""

HEAD_DEPTH = (0.04, 0.3)
"""But no flatter and no deeper. [m]"""

BLOWN = 25.0
"""From a body through whose vents air is moved. [W/m²K]"""

COOLED_BODY = 75.0
"""Electronics in the body of a lamp that does not glow keep it below this. [°C]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class HeatSource:
    """A lamp as a warm thing: where it shines from (3,) [m], its axis, the sides of its body (3,) each [m]; how deep
    it is behind the face, and how much room there is [m], whether it shines all round, the exponent of its beam.
    """

    centre: Array
    axis: Array
    across: Array
    upward: Array
    depth: float
    room: float = math.inf
    round: bool
    beam: float

    @cached_property
    def width(self) -> float:
        """Of its body. [m]"""
        return float(np.linalg.norm(self.across))

    @cached_property
    def area(self) -> float:
        """Of its body. [m²]

        Source: [Geometry].

        Returns
        -------
        float: area. [m²]
        """
        if self.round:
            return math.pi * self.width**2
        high = float(np.linalg.norm(self.upward))
        return 2.0 * (self.width * high + (self.width + high) * self.depth)

    @cached_property
    def skin(self) -> Array:
        """Places all over its body, shape (N, 3). [m]

        Source: [Geometry].

        Returns
        -------
        Array: shape (N, 3). [m]
        """
        if self.round:
            return np.asarray(self.centre + directions(80) * self.width / 2)
        a, b, c = np.meshgrid(np.linspace(-0.5, 0.5, 7), np.linspace(-0.5, 0.5, 7), np.linspace(0.0, 1.0, 5))
        shell = (np.abs(a) == 0.5) | (np.abs(b) == 0.5) | (c == 0.0) | (c == 1.0)
        a, b, c = a[shell, None], b[shell, None], c[shell, None]
        # how deep it is, is not known better than what is right behind it says
        deep = max(min(self.depth, self.room), 0.01)
        return np.asarray(self.centre + a * self.across + b * self.upward - c * deep * self.axis)

    def falls(self, ways: Array) -> Array:
        """Share of the axis's light along some ways, shape (N,)."""
        if self.round:
            return np.ones(len(ways))
        return np.asarray(np.maximum(ways @ self.axis, 0.0) ** self.beam)


def unit_of(vector: Array) -> Array:
    """A direction of length 1, shape (3,)."""
    return np.asarray(vector / max(float(np.linalg.norm(vector)), 1e-12))


def heat_sources(emitters: Sequence[Emitter], lamp: LampType) -> list[HeatSource]:
    """The lamps of an arrangement as warm things; a string of bulbs is as many.

    Source: [Geometry].

    Parameters
    ----------
    emitters: the lamps.
    lamp: what they are.

    Returns
    -------
    list: their bodies.
    """
    found = []
    for emitter in emitters:
        if emitter.afar:
            continue
        axis = unit_of(np.cross(emitter.edge_u, emitter.edge_v))
        across, upward = unit_of(emitter.edge_u), unit_of(emitter.edge_v)
        back = 0.0 if emitter.lens is None else emitter.lens.lamp_distance
        # a body is no slimmer than a cube of its mass
        cube = 0.0 if lamp.shape == "sphere" else (lamp.mass / HEAD_DENSITY) ** (1.0 / 3.0)
        wide, high = max(lamp.size[0], cube), max(lamp.size[1], cube)
        deep = min(max(lamp.mass / (HEAD_DENSITY * max(wide * high, 1e-4)), HEAD_DEPTH[0]), HEAD_DEPTH[1])
        places = emitter.centre[None] if emitter.places is None else emitter.places
        found += [
            HeatSource(
                centre=np.asarray(place - back * axis),
                axis=axis,
                across=across * wide,
                upward=upward * high,
                depth=deep,
                round=lamp.shape == "sphere",
                beam=emitter.beam,
            )
            for place in places
        ]
    return found


def plume_rise(watts: float, width: float, height: float, *, ambient: float = 22.0) -> float:
    """How much warmer the air over a warm thing is in the middle of its plume: 9.1 (T/g c²ρ²)^⅓ Q^⅔ (z − z₀)^(−5/3)
    with the start z₀ = 0.083 Q^⅖ − 1.02 D. [K]

    Source: [Heskestad1984].

    Parameters
    ----------
    watts: that it gives to the air. [W]
    width: of it. [m]
    height: over its top. [m]
    ambient: of the room. [°C]

    Returns
    -------
    float: rise. [K]

    >>> round(plume_rise(50.0, 0.15, 0.024))
    79
    """
    if watts <= 0.0:
        return 0.0
    power = watts / 1000.0
    start = 0.083 * power**0.4 - 1.02 * width
    room = 273.15 + ambient
    density = 353.0 / room
    scale = 9.1 * (room / (9.81 * 1.005**2 * density**2)) ** (1.0 / 3.0)
    return float(scale * power ** (2.0 / 3.0) * max(height - start, 0.3 * width) ** (-5.0 / 3.0))


def body_rise(lamp: LampType, source: HeatSource, power: float, *, around: float = 22.0) -> float:
    """How much warmer than the air a lamp's body gets: what is not light, over h and its area; a lamp that does not
    glow keeps its electronics alive. [K]

    Source: [Incropera].

    Parameters
    ----------
    lamp, power: what it takes and gives.
    source: its body.
    around: air round it. [°C]

    Returns
    -------
    float: rise. [K]
    """
    loss = heat.FACE_LOSS if lamp.vents is None or source.round else BLOWN
    rise = to_the_air(lamp, power) / (loss * source.area)
    glows = lamp.electrical_watts and lamp.amount / lamp.electrical_watts < heat.GLOWING
    return rise if glows else min(rise, max(COOLED_BODY - around, 0.0))


def to_the_air(lamp: LampType, power: float) -> float:
    """What a lamp gives to the air round it: all that does not leave as light or radiant heat. [W]

    Source: [Incropera].
    """
    return max((lamp.electrical_watts or 0.0) - heat.radiant(lamp), 0.0) * power
