"""Mains: load on circuits, inrush, cables and reels, batteries, water."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.shoot.rigging import WetPlace

POWER_FACTOR = 0.9
"""Of lamps' supplies, typically."""

STEADY = 0.8
"""Of a breaker's current that is drawn for hours."""

COPPER = 56.0
"""Conductivity. [m/Ω mm²]"""

DROP_LIMIT = 0.04
"""Of the voltage that may be lost in the cable."""

INRUSH = 30.0
"""Peak of one electronic supply when it is switched on. [A]"""

TRIPS = 3.0
"""Times its current at which a breaker of class B may trip at once."""

COILED_CURRENT, REEL_CURRENT = 4.5, 14.0
"""What a reel of 1.5 mm² carries coiled and drawn out. [A]"""

BATTERY_USE = 0.85
"""Of a battery's charge that comes out of its converter."""

REACH = 1.2
"""So near to water stands nothing that is fed from the mains. [m]"""


@dataclass(frozen=True, kw_only=True)
class Load:
    """Something that is plugged in: its watts, and where it is on the plan [m]; fed from the mains or not."""

    name: str
    watts: float
    x: float
    y: float
    z: float
    mains: bool = True
    electronic: bool = True


@dataclass(frozen=True, kw_only=True)
class Circuit:
    """A circuit with what is on it, its current and how much of what it may carry for hours that is."""

    number: int
    loads: tuple[Load, ...]
    amperes: float
    share: float


def current(watts: float, voltage: float) -> float:
    """W / (V · power factor). [A]"""
    return watts / (voltage * POWER_FACTOR)


def circuits(loads: Sequence[Load], *, voltage: float, breaker: float, count: int) -> tuple[Circuit, ...]:
    """Loads shared out to circuits, the largest first, each to the one that has least."""
    shares: list[list[Load]] = [[] for _ in range(count)]
    for load in sorted((x for x in loads if x.mains), key=lambda x: -x.watts):
        min(shares, key=lambda s: sum(x.watts for x in s)).append(load)
    found = []
    for number, share in enumerate(shares, start=1):
        amperes = sum(current(x.watts, voltage) for x in share)
        found.append(Circuit(number=number, loads=tuple(share), amperes=amperes, share=amperes / (STEADY * breaker)))
    return tuple(found)


def voltage_drop(amperes: float, length: float, section: float) -> float:
    """Lost in both cores of a cable: 2 L I / κ A. [V]

    >>> round(voltage_drop(10.0, 28.0, 1.0), 6)
    10.0
    """
    return 2.0 * length * amperes / (COPPER * section)


def at_once(breaker: float) -> int:
    """How many electronic supplies may be switched on together."""
    return max(1, math.floor(TRIPS * breaker / INRUSH))


def run_time(capacity: float, watts: float) -> float:
    """How long a battery [Wh] feeds a load. [min]"""
    return math.inf if watts <= 0.0 else 60.0 * BATTERY_USE * capacity / watts


def from_water(load: Load, wet: WetPlace) -> float:
    """Level distance from a load to a wet place, 0 over it. [m]"""
    across = max(abs(load.x - wet.x) - wet.width / 2, 0.0)
    along = max(abs(load.y - wet.y) - wet.depth / 2, 0.0)
    return math.hypot(across, along)
