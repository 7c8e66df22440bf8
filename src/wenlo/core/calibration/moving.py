"""What moving a light does to the exposure, by the solver: through a sheet, or off the walls, light does not fall off
by the square.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

from wenlo.core.analysis.figures import readings_in_room
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT
from wenlo.core.units.length import UnitSystem, format_length

LOOKING = replace(DRAFT, error=0.02, most_paths=1024)

STEPS = 9
"""Places that are tried between the nearest and the farthest."""

CENTIMETRE = 0.01

ENOUGH = 0.15
"""A move that ends so near to what was asked is near enough. [stop]"""

SAME = 0.02
"""An edge that changes by less is the same. [-]"""


@dataclass(frozen=True, kw_only=True)
class Move:
    """A light moved alone: the parameter and where to [m], what it is called, what else it does, and how far from what
    was asked it ends [stop].
    """

    parameter: str
    value: float
    words: str
    cost: str
    off: float


def movable(design: ModifierParameters) -> Slot[float] | None:
    """The parameter that moves the lamp, or else the whole light, to and from the subject; None for what does
    not move.
    """
    kind = kind_of(design)
    able = kind.capabilities
    return able.lamp_travel or (None if kind.keeps_size else able.travel)


def _places(slot: Slot[float], now: float, wanted: float) -> Iterator[float]:
    # from where it is outward or inward, as far as its limits go, in equal ratios
    end = slot.low if wanted > 0.0 else slot.high
    for k in range(1, STEPS + 1):
        yield now * (end / now) ** (k / STEPS)


def move_for(wanted: float, brief: Brief, design: ModifierParameters, *, units: UnitSystem = "metric") -> Move | None:
    """Where the light has to stand for so many stops; None where no place in the room gives them, or nothing moves.

    Source: [Palmer2010].

    Parameters
    ----------
    wanted: + is more light in the picture. [stop]
    brief, design: the set as it was.
    units: how lengths are written.

    Returns
    -------
    Move | None: the parameter, its new value [m] and what stays off. [stop]
    """
    slot = movable(design)
    if slot is None or abs(wanted) < 1e-9:
        return None

    def at(value: float) -> Any:
        return slot.put(design, value)

    def gained(value: float) -> float:
        read = readings_in_room(brief, at(value), ["exposure"], effort=LOOKING)["exposure"]
        return math.log2(max(read, 1e-12) / before)

    before = max(readings_in_room(brief, design, ["exposure"], effort=LOOKING)["exposure"], 1e-12)
    near, reached = slot.get(design), 0.0
    for there in _places(slot, near, wanted):
        if not scene_builder.fits_in_room(brief, at(there)):
            break
        got = gained(there)
        if abs(got) >= abs(wanted) and got * wanted > 0.0:
            # between the last two, by the logarithm of the distance
            share = (wanted - reached) / (got - reached)
            value = max(round(near * (there / near) ** share / CENTIMETRE) * CENTIMETRE, slot.low)
            off = gained(value) - wanted
            if abs(off) > ENOUGH:
                return None
            return Move(
                parameter=slot.id,
                value=round(value, 4),
                words=_words(slot is kind_of(design).capabilities.lamp_travel, value, units),
                cost=_cost(brief, design, at(value)),
                off=off,
            )
        near, reached = there, got
    return None


def _words(of_lamp: bool, value: float, units: UnitSystem) -> str:
    if of_lamp:
        return f"lamp to {format_length(value, system=units)} from what it lights"
    return f"the whole light to {format_length(value, system=units)} from the subject"


def _cost(brief: Brief, now: Any, then: Any) -> str:
    # softer or harder by the shadow edge that the solver finds
    edges = [modifier_light(brief, d, effort=LOOKING, cells=16).shadow_edge for d in (now, then)]
    if not all(math.isfinite(edge) and edge > 0.0 for edge in edges):
        return ""
    change = edges[1] / edges[0] - 1.0
    return "as soft as before" if abs(change) < SAME else "softer" if change > 0.0 else "harder"
