"""What one parameter does to the light: curves of softness, loss, evenness and spill, all from the solved light."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.brief.brief import Brief
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT

STEPS = 13
SPAN = 2.2
"""A curve runs from the present value over this to this times it."""

WIDE = 40.0
"""Angles are followed so far to both sides. [degree]"""

TRYING = replace(DRAFT, error=0.03, most_paths=512)
CELLS = 24
SIZE = "size"
"""Stands for the whole modifier made smaller and larger."""


@dataclass(frozen=True, kw_only=True)
class Curve:
    """Values of a parameter (or the width of the source, for the size) and what the light does there.

    ``edge`` [m], ``loss`` and ``evenness`` [stop], ``missed`` [-]; NaN where nothing can be said. ``fits`` tells where
    the design is inside the room.
    """

    at: tuple[float, ...]
    now: float
    edge: tuple[float, ...]
    loss: tuple[float, ...]
    evenness: tuple[float, ...]
    missed: tuple[float, ...]
    fits: tuple[bool, ...]


def _values(design: ModifierParameters, name: str) -> Sequence[float]:
    slot = kind_of(design).slots.get(name)
    value = None if slot is None else slot.get(design)
    if slot is None or slot.unit not in {"m", "degree", "count"} or value is None:
        message = "Choose a length, an angle or a number of this modifier that is set, or “size”."
        raise InvalidInput(message, fields=[FieldError(path="parameter", message=message)])
    low, high = slot.low, slot.high
    if slot.unit == "count":
        return range(int(low), int(high) + 1)
    if slot.unit == "degree":
        ends = max(low, value - WIDE), min(high, value + WIDE)
        return [ends[0] + (ends[1] - ends[0]) * k / (STEPS - 1) for k in range(STEPS)]
    start, end = max(low, value / SPAN, 1e-3), min(high, max(value, 0.05) * SPAN)
    return [start * (end / start) ** (k / (STEPS - 1)) for k in range(STEPS)]


def what_if(
    brief: Brief, design: ModifierParameters, parameter: str, *, told: Callable[[int, int], bool] | None = None
) -> Curve:
    """Follow one parameter of a design through its range.

    Parameters
    ----------
    brief, design: the present state.
    parameter: name of a length, an angle or a number of pieces, or ``"size"`` for the whole.
    told: called before every point, with how many are done of how many; false ends the curve there.

    Raises
    ------
    InvalidInput
        If the parameter is no length, angle or number of this kind.
    """
    kind = kind_of(design)
    if parameter == SIZE:
        scales = [SPAN ** (2 * k / (STEPS - 1) - 1) for k in range(STEPS)]
        designs = [kind.scaled(design, scale) for scale in scales]
        at, now = [d.source_size[0] for d in designs], design.source_size[0]
    else:
        at, now = list(_values(design, parameter)), kind.slots[parameter].get(design)
        slot = kind.slots[parameter]
        designs = [kind.with_value(design, slot, value) for value in at]
    rows: list[tuple[float, ...]] = []
    fits: list[bool] = []
    for done, changed in enumerate(designs):
        if told is not None and not told(done, len(designs)):
            break
        fits.append(scene_builder.fits_in_room(brief, changed))
        light = modifier_light(brief, changed, effort=TRYING, cells=CELLS)
        numbers = (light.shadow_edge, light.loss, light.sheet.centre_to_edge, light.missed)
        rows.append(tuple(x if math.isfinite(x) else math.nan for x in numbers))
    columns = list(zip(*rows, strict=True)) if rows else [(), (), (), ()]
    return Curve(
        at=tuple(at[: len(rows)]),
        now=float(now),
        edge=columns[0],
        loss=columns[1],
        evenness=columns[2],
        missed=columns[3],
        fits=tuple(fits),
    )
