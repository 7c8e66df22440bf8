"""Every sheet, or every face, of a design side by side: what each keeps of the light, how soft it is, which white."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from pydantic import ValidationError

from wenlo.core.analysis.source_light import Light, modifier_light
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import OwnFace, OwnFound, OwnSheet, covering_of
from wenlo.core.catalog.typical import bounce_faces, sheet_materials
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.inventory.stocked import Stocked
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot
from wenlo.core.photometry.colour import light_colour, seen_white
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT

LOOK = replace(DRAFT, error=0.02, most_paths=1024)
CELLS = 24

LEAST = 1e-6
"""Less than so much of the brightest is no light. [-]"""

Ref = str | OwnSheet | OwnFace


@dataclass(frozen=True, kw_only=True)
class MaterialLine:
    """One material in the place of the one that is chosen.

    ``ref`` is what the design would hold; ``stops`` more (+) or less light at the face than now; shadow ``edge`` [m],
    ``evenness`` [stop], NaN where nothing can be said; ``kelvin`` of its light as the camera sees it; ``colour`` is
    that light as a screen shows it, red, green, blue, the brightest 1. ``cannot`` says why it does not go.
    """

    ref: Ref
    name: str
    chosen: bool = False
    own: bool = False
    stops: float = math.nan
    edge: float = math.nan
    evenness: float = math.nan
    missed: float = math.nan
    kelvin: float = math.nan
    colour: tuple[float, float, float] = (1.0, 1.0, 1.0)
    keep_below: float = math.nan
    cannot: str = ""


def material_slots(design: ModifierParameters) -> dict[str, Slot[Any]]:
    """The parameters of a design that a sheet or a bounce face is chosen for, by their ids."""
    able = kind_of(design).capabilities
    found: dict[str, Slot[Any]] = {slot.id: slot for slot in able.faces}
    if able.sheet is not None:
        found[able.sheet.material.id] = able.sheet.material
    return found


def _asked(design: ModifierParameters, parameter: str) -> Slot[Any]:
    slot = material_slots(design).get(parameter)
    if slot is None:
        names = ", ".join(material_slots(design)) or "none here"
        message = f"Choose a sheet or a face of this modifier: {names}."
        raise InvalidInput(message, fields=[FieldError(path="parameter", message=message)])
    return slot


def _candidates(slot: Slot[Any], design: ModifierParameters, shelf: Sequence[Stocked]) -> Iterator[tuple[Ref, bool]]:
    # what is chosen, one's own, and generic ones; a found thing is its wall
    able = kind_of(design).capabilities
    sheets = able.sheet is not None and slot.id == able.sheet.material.id
    yield slot.get(design), not isinstance(slot.get(design), str)
    for item in shelf:
        own = item.own
        if isinstance(own, OwnFound):
            own = own.sheet() if sheets else own.face()
        if isinstance(own, OwnSheet if sheets else OwnFace) and own is not None and item.starter is None:
            yield own, True
    for name in sheet_materials() if sheets else bounce_faces():
        yield name, False


def _same(a: Ref, b: Ref) -> bool:
    if isinstance(a, str) or isinstance(b, str):
        return a == b
    return a.item == b.item


def in_a_row(
    brief: Brief,
    design: ModifierParameters,
    parameter: str,
    shelf: Sequence[Stocked] = (),
    *,
    told: Callable[[int, int], bool] | None = None,
) -> tuple[MaterialLine, ...]:
    """Each material in the place of the one that is chosen, the most light first; what does not go comes last.

    Parameters
    ----------
    brief, design: the present state.
    parameter: a sheet or a face of the design.
    shelf: one's own sheets, faces and found things are in the row.
    told: called before each, with how many are done of how many; false ends the row there.

    Raises
    ------
    InvalidInput
        If the parameter is no sheet or face of this kind.
    """
    kind, slot = kind_of(design), _asked(design, parameter)
    refs: list[tuple[Ref, bool]] = []
    for ref, own in _candidates(slot, design, shelf):
        if not any(_same(ref, held) for held, _ in refs):
            refs.append((ref, own))
    now = modifier_light(brief, design, effort=LOOK, cells=CELLS)
    lines = []
    for done, (ref, own) in enumerate(refs):
        if told is not None and not told(done, len(refs)):
            break
        row = covering_of(ref)
        plain = MaterialLine(ref=ref, name=row.name, chosen=done == 0, own=own, keep_below=row.keep_below_celsius)
        try:
            with_it = kind.parameters.model_validate({**dict(design), parameter: ref})
        except ValidationError as error:
            lines.append(replace(plain, cannot=str(error.errors(include_url=False)[0]["msg"]).partition(", ")[2]))
            continue
        light = now if done == 0 else modifier_light(brief, with_it, effort=LOOK, cells=CELLS)
        lines.append(_line(plain, light, now, brief))
    return tuple(
        sorted(lines, key=lambda line: (bool(line.cannot), -line.stops if math.isfinite(line.stops) else 99.0))
    )


def _line(plain: MaterialLine, light: Light, now: Light, brief: Brief) -> MaterialLine:
    if light.key <= LEAST * max(now.key, 1e-30):
        return replace(plain, stops=-math.inf)
    balance = scene_builder.balance_of(brief)
    seen = light.colour * light_colour(scene_builder.white_of(brief.lamp), balance)
    red, green, blue = (float(x) for x in np.clip(seen / float(np.max(seen)), 0.0, 1.0))
    return replace(
        plain,
        stops=stops_between(light.key, now.key),
        edge=light.shadow_edge,
        evenness=light.sheet.centre_to_edge,
        missed=light.missed,
        kelvin=seen_white(seen, balance).kelvin,
        colour=(red, green, blue),
    )
