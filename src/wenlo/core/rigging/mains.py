"""Mains: load on circuits, inrush, cables and reels, batteries, water."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.catalog.materials import LampType
from wenlo.core.document.rigging import WetPlace
from wenlo.core.rigging import heat
from wenlo.core.rigging.checks import About, thing

GLOWING, CHEAP = 1.0, 0.55
"""Power factor of lamps that glow, and of cheap LED and compact fluorescent lamps, whose label tells none."""

STEADY = 0.8
"""Of a breaker's current that is drawn for hours."""

COPPER = 48.0
"""Conductivity of copper as warm as a loaded cable gets, 60 °C: 56 / (1 + 0.0039 · 40). [m/Ω mm²]"""

DROP_LIMIT = 0.04
"""Of the voltage that may be lost in the cable."""

INRUSH = 30.0
"""Peak of one electronic supply when it is switched on. [A]"""

TRIPS = 3.0
"""Times its current at which a breaker of class B may trip at once."""

AMPACITY = ((0.5, 3.0), (0.75, 6.0), (1.0, 10.0), (1.5, 16.0), (2.5, 20.0), (4.0, 32.0))
"""What flexible cords carry drawn out, by their section [mm²] and current [A] (IEC 60799, HD 516)."""

SHORT_CORD = 2.0
"""A cord of 0.75 mm² no longer than this may carry 10 A (IEC 60799). [m]"""

COILED = 0.28
"""What a coiled reel carries of what it carries drawn out: it cannot lose its heat."""

BATTERY_USE = 0.85
"""Of a battery's charge that comes out of its converter."""

REACH = 1.2
"""So near to water stands nothing that is fed from the mains. [m]"""


@dataclass(frozen=True, kw_only=True)
class ElectricalLoad:
    """Something that is plugged in: its mean and peak watts, its power factor, and where it is [m]; fed from the mains
    or not.

    ``known`` is whether its watts were told; ``falls`` is how high the stand is that could fall with it, 0 where none
    could. [m]
    """

    id: str
    name: str
    watts: float
    x: float
    y: float
    z: float
    mains: bool = True
    electronic: bool = True
    peak: float = 0.0
    factor: float = 1.0
    known: bool = True
    falls: float = 0.0

    @property
    def about(self) -> About:
        """What checks say that they are about."""
        return thing(self.id, self.name)

    def amperes(self, voltage: float) -> float:
        """Mean current. [A]"""
        return self.watts / (voltage * self.factor)

    def most_amperes(self, voltage: float) -> float:
        """Current at its peak. [A]"""
        return max(self.watts, self.peak) / (voltage * self.factor)


@dataclass(frozen=True, kw_only=True)
class Circuit:
    """A circuit with what is on it, its mean and its peak current [A], and how much of what it may carry for hours that
    is.
    """

    number: int
    loads: tuple[ElectricalLoad, ...]
    amperes: float
    peak: float
    share: float


RECYCLE = 5.0
"""A flash is fired every so often, on average. [s]"""

CHARGING = 0.6
"""Share of what a studio head takes that gets into its flash."""


def power_drawn(lamp: LampType) -> tuple[float | None, float]:
    """Mean watts that a lamp takes from the mains at full power, None where nobody told, and those at its peak.

    A studio head takes its modelling lamp all the time and charges after each flash: joules / (efficiency · time) in
    the mean.
    """
    if lamp.kind == "continuous":
        return lamp.electrical_watts, lamp.electrical_watts or 0.0
    if lamp.recharge_watts is None or lamp.modelling_watts is None or lamp.joules is None:
        return None, 0.0
    return (lamp.modelling_watts + lamp.joules / (CHARGING * RECYCLE), lamp.modelling_watts + lamp.recharge_watts)


def power_factor(lamp: LampType) -> float:
    """As its label tells, or that of its sort."""
    if lamp.power_factor is not None:
        return lamp.power_factor
    glows = bool(lamp.electrical_watts) and lamp.amount / (lamp.electrical_watts or 1.0) < heat.GLOWING
    return GLOWING if glows else CHEAP


def ampacity(section: float, length: float, *, coiled: bool) -> float:
    """What a cable carries. [A]

    Parameters
    ----------
    section: of its copper; the tabled one below counts. [mm²]
    length: drawn out. [m]
    coiled: whether it lies on its reel.

    >>> ampacity(0.5, 10.0, coiled=False), ampacity(1.5, 25.0, coiled=False), ampacity(0.75, 1.5, coiled=False)
    (3.0, 16.0, 10.0)
    """
    carried = max((amperes for tabled, amperes in AMPACITY if tabled <= section + 1e-9), default=0.0)
    if length <= SHORT_CORD and section >= 0.75:
        carried = max(carried, 10.0)
    return carried * (COILED if coiled else 1.0)


def circuits(loads: Sequence[ElectricalLoad], *, voltage: float, breaker: float, count: int) -> tuple[Circuit, ...]:
    """Loads shared out to circuits, the largest first, each to the one that has least."""
    shares: list[list[ElectricalLoad]] = [[] for _ in range(count)]
    for load in sorted((x for x in loads if x.mains), key=lambda x: -x.most_amperes(voltage)):
        min(shares, key=lambda s: sum(x.most_amperes(voltage) for x in s)).append(load)
    found = []
    for number, share in enumerate(shares, start=1):
        amperes = sum(x.amperes(voltage) for x in share)
        peak = sum(x.most_amperes(voltage) for x in share)
        found.append(
            Circuit(number=number, loads=tuple(share), amperes=amperes, peak=peak, share=amperes / (STEADY * breaker))
        )
    return tuple(found)


def voltage_drop(amperes: float, length: float, section: float) -> float:
    """Lost in both cores of a cable: 2 L I / κ A. [V]

    Source: [IEC60364].

    Parameters
    ----------
    amperes: in the cable. [A]
    length: of the cable, one way. [m]
    section: of a core. [mm²]

    Returns
    -------
    float: voltage. [V]

    >>> round(voltage_drop(10.0, 24.0, 1.0), 6)
    10.0
    """
    return 2.0 * length * amperes / (COPPER * section)


def at_once(breaker: float) -> int:
    """How many electronic supplies may be switched on together."""
    return max(1, math.floor(TRIPS * breaker / INRUSH))


def run_time(capacity: float, watts: float) -> float:
    """How long a battery [Wh] feeds a load. [min]

    Source: [IEC60364].

    Parameters
    ----------
    capacity: of the battery. [Wh]
    watts: that are drawn. [W]

    Returns
    -------
    float: time, infinite without a load. [min]
    """
    return math.inf if watts <= 0.0 else 60.0 * BATTERY_USE * capacity / watts


def from_water(load: ElectricalLoad, wet: WetPlace) -> float:
    """Level distance from a load to a wet place, 0 over it. [m]

    Source: [Geometry].

    Parameters
    ----------
    load: with its place. [m]
    wet: the wet place. [m]

    Returns
    -------
    float: distance. [m]
    """
    across = max(abs(load.x - wet.x) - wet.width / 2, 0.0)
    along = max(abs(load.y - wet.y) - wet.depth / 2, 0.0)
    return math.hypot(across, along)
