"""What is to be improved, what a proposal is, and how sizes are tried and rounded."""

import math
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from wenlo.core.analysis.source_light import Light, modifier_light
from wenlo.core.brief.brief import Brief
from wenlo.core.facts import Fact
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot, StandingSheet
from wenlo.core.transport.solve import DRAFT
from wenlo.core.transport.tree import bounds

T = TypeVar("T")

SIZING = replace(DRAFT, error=0.03, most_paths=512)
CAREFUL = replace(DRAFT, error=0.01, most_paths=4096)
CELLS = 32
ROUND_UP = 0.01
"""Sizes are proposed in whole centimetres, on the side that still meets the wish. [m]"""


@dataclass(frozen=True, kw_only=True)
class Change:
    """One value of the document to set, by its dotted path."""

    path: str
    value: float | str | int


@dataclass(frozen=True, kw_only=True)
class Proposal:
    """A change that reaches the target, or the reason why none does (``changes`` empty).

    ``says`` what to do and, as its ``reason``, what comes of it; ``further`` is said after that.
    """

    id: str
    says: Fact
    changes: tuple[Change, ...]
    further: tuple[Fact, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Case:
    """What is to be improved."""

    brief: Brief
    design: ModifierParameters

    def light_at(self, slot: Slot[T], value: T) -> Light:
        """The modifier's light with one parameter changed."""
        return modifier_light(self.brief, slot.put(self.design, value), effort=SIZING, cells=CELLS)

    def light(self, **changed: Any) -> Light:
        """The modifier's light with some parameters changed."""
        return modifier_light(self.brief, self.design.model_copy(update=changed), effort=SIZING, cells=CELLS)

    @property
    def standing(self) -> StandingSheet:
        """The slots of a sheet on feet of its own. Raises TypeError for a design that is none."""
        found = kind_of(self.design).capabilities.standing
        if found is None:
            raise TypeError(f"{self.design.kind} is no sheet on feet of its own")
        return found

    @property
    def ceiling(self) -> float:
        """Highest top of the frame that the room allows. [m]"""
        return self.brief.room.height - 0.02


def up(value: float) -> float:
    """Round up to whole centimetres. [m]"""
    return math.ceil(value / ROUND_UP - 1e-6) * ROUND_UP


def down(value: float) -> float:
    """Round down to whole centimetres. [m]"""
    return math.floor(value / ROUND_UP + 1e-6) * ROUND_UP


def scaled(case: Case, scale: float) -> dict[str, float]:
    """Sizes of the frame grown in its shape; the middle of the sheet stays where the legs allow. [m]"""
    frame, d = case.standing, case.design
    width, height = up(frame.width.get(d) * scale), up(frame.height.get(d) * scale)
    middle = frame.top.get(d) - frame.height.get(d) / 2
    top = max(middle + height / 2, height + _leg(d))
    return {frame.width.id: round(width, 4), frame.height.id: round(height, 4), frame.top.id: round(up(top), 4)}


def _leg(design: ModifierParameters) -> float:
    height = kind_of(design).capabilities.height
    return 0.0 if height is None else height.leg


def changes_of(values: dict[str, Any]) -> tuple[Change, ...]:
    """Changes of the design by parameter."""
    return tuple(Change(path=f"design.{key}", value=value) for key, value in values.items())


def largest_scale(case: Case) -> float:
    """How much the frame may grow in its present shape: its limits, and the ceiling over its height and least
    legs. [-]
    """
    frame, d = case.standing, case.design
    width, height = frame.width.get(d), frame.height.get(d)
    room = (case.ceiling - _leg(d)) / height
    return min(frame.width.high / width, frame.height.high / height, room)


def lengths_of(design: ModifierParameters, brief: Brief) -> list[Slot[float]]:
    """Parameters of a design that are lengths, are set and move its light."""
    kind = kind_of(design)

    def places(changed: Any) -> list[float]:
        made = kind.arrange(changed, brief, None)
        points = [
            *(corner for shape in made.surfaces for corner in bounds(shape)),
            *(lamp.centre for lamp in made.lamps if not lamp.afar),
        ]
        return [float(x) for point in points for x in point]

    found, before = [], places(design)
    for slot in kind.slots.values():
        value = slot.get(design)
        if slot.unit != "m" or not isinstance(value, float) or value <= 0.0:
            continue
        if places(slot.put(design, value * 1.05)) != before:
            found.append(slot)
    return found
