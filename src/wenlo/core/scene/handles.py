"""Handles: where a drawing is taken hold of, which parameter follows the hand, and what goes with it."""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import Kind, Mark, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot

Vector = NDArray[np.float64]

NUDGE = 1e-3
"""A parameter is moved by so much to see where its handle goes."""

FIXED = 1e-6
"""What moves less than this for a unit of its parameter is no handle. [m]"""


@dataclass(frozen=True, kw_only=True)
class Linked:
    """Another parameter that goes with the dragged one, by so much for each unit of it."""

    slot: Slot[float]
    value: float
    per_unit: float


@dataclass(frozen=True, kw_only=True, eq=False)
class Handle:
    """A place (3,) [m] that is dragged on a view, and how it moves (3,) [m] for each unit of its parameter."""

    view: Literal["side", "front"]
    slot: Slot[float]
    label: str
    value: float
    at: Vector
    per_unit: Vector
    linked: tuple[Linked, ...]


def handles_of(brief: Brief, design: ModifierParameters) -> tuple[Handle, ...]:
    """A handle at the end of every dimension of a design that its parameter moves.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    """
    kind = kind_of(design)
    found = []
    marks = kind.marks(design, brief)
    for number, mark in enumerate(marks):
        slot = kind.slots.get(mark.path.removeprefix("design."))
        if slot is None or slot.limits is None:
            continue
        # what is left open has the value that its dimension shows
        told = slot.get(design)
        value = float(np.linalg.norm(mark.end - mark.start)) if told is None else told
        if not isinstance(value, float):
            continue
        if told is None:
            closed = slot.put(design, value)
            handle = _handle(kind, brief, closed, kind.marks(closed, brief)[number], number, slot)
        else:
            handle = _handle(kind, brief, design, mark, number, slot)
        if handle is not None:
            found.append(handle)
    return tuple(found)


def _handle(
    kind: Kind[ModifierParameters], brief: Brief, design: ModifierParameters, mark: Mark, number: int, slot: Slot[float]
) -> Handle | None:
    value = slot.get(design)
    step = NUDGE if value + NUDGE <= slot.high else -NUDGE
    moved = kind.with_value(design, slot, value + step)
    there = kind.marks(moved, brief)[number]
    at, per_unit = mark.end, (there.end - mark.end) / step
    if float(np.linalg.norm(per_unit)) < FIXED:
        at, per_unit = mark.start, (there.start - mark.start) / step
    if float(np.linalg.norm(per_unit)) < FIXED:
        return None
    linked = tuple(
        Linked(slot=other, value=other.get(design), per_unit=(other.get(moved) - other.get(design)) / step)
        for name, other in kind.slots.items()
        if name != slot.id and other.get(moved) != other.get(design)
    )
    return Handle(view=mark.view, slot=slot, label=mark.label, value=value, at=at, per_unit=per_unit, linked=linked)
