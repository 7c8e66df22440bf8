"""A kind made with one's own lamps, sheets, faces and bars."""

import math
from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import OwnBar, OwnFace, OwnLamp, OwnSheet, bar_of, bounce_face, sheet_material
from wenlo.core.inventory.stocked import Stocked, bar_refs
from wenlo.core.modifiers.kind import Kind, ModifierParameters


def lit_by(kind: Kind[Any], brief: Brief, lamps: Sequence[OwnLamp]) -> Brief | None:
    """The brief with the lamp that the kind takes: the Brief's own if it is among them or there are none, else the
    strongest that serves; None when no lamp does.
    """
    owned = {lamp.item for lamp in lamps}
    ref = brief.lamp.id
    if (not lamps or (isinstance(ref, OwnLamp) and ref.item in owned)) and kind.rejection_reason(brief) is None:
        return brief
    wanted = brief.lamp.type.kind
    for lamp in sorted(lamps, key=lambda x: x.values.kind != wanted):
        tried = brief.model_copy(update={"lamp": brief.lamp.model_copy(update={"id": lamp})})
        if kind.rejection_reason(tried) is None:
            return tried
    return None


def of_own_materials(
    kind: Kind[Any], design: ModifierParameters, own: Sequence[OwnSheet | OwnFace], *, most_unlike: float = math.inf
) -> Any:
    """The design with its sheet and faces taken from one's own, the nearest in what they do to light.

    Those that differ by more than ``most_unlike`` are left on the Shelf: about one for every stop that they let
    through, or every radian of their lobe. [-]
    """
    able = kind.capabilities
    sheets = () if able.sheet is None else (able.sheet.material,)
    for slot in (*sheets, *able.faces):
        wanted: Any = slot.get(design)
        for ref in sorted(
            (x for x in own if isinstance(x, OwnSheet) == (slot in sheets)), key=lambda x: _unlike(wanted, x)
        ):
            if _unlike(wanted, ref) > most_unlike:
                break
            try:
                design = kind.parameters.model_validate({**dict(design), slot.id: ref})
                break
            except ValidationError:
                continue
    return design


def of_own_bars(kind: Kind[Any], design: ModifierParameters, shelf: Sequence[Stocked]) -> Any:
    """The design of the bars that are on the Shelf, most of them first: with the structure that is made of them, or of
    those battens.
    """
    frame = kind.capabilities.frame
    of = next((name for name in ("bar", "batten") if name in kind.slots), None)
    if frame is None and of is None:
        return design
    have: dict[str, tuple[str | OwnBar, int]] = {}
    for ref, count in bar_refs(shelf):
        key = bar_of(ref).id
        have[key] = (ref, count + have.get(key, (ref, 0))[1])
    for ref, _ in sorted(have.values(), key=lambda row: -row[1]):
        made: dict[str, Any] = {str(of): ref}
        if frame is not None:
            made = {frame.structure.id: bar_of(ref).group, frame.material.id: ref}
        try:
            return kind.parameters.model_validate({**dict(design), **made})
        except ValidationError:
            continue
    return design


def _unlike(wanted: Any, own: OwnSheet | OwnFace) -> float:
    if isinstance(own, OwnSheet):
        a, b = sheet_material(wanted), sheet_material(own)
        lobes = [math.radians(75.0) if x.lobe_half_width is None else x.lobe_half_width for x in (a, b)]
        return abs(math.log2(max(a.transmittance, 0.01) / max(b.transmittance, 0.01))) + abs(lobes[0] - lobes[1])
    first, second = bounce_face(wanted), bounce_face(own)
    shine = [1.0 if x.alpha is None else x.alpha for x in (first, second)]
    return abs(sum(first.reflectance) - sum(second.reflectance)) + 2.0 * abs(shine[0] - shine[1])
