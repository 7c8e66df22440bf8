"""What readings found out, taken over: the sheet, lamp or paint becomes the user's own item, the shoot uses its newest
version.
"""

from dataclasses import dataclass
from typing import Any
from uuid import UUID

from wenlo.core.calibration.fit import Unknown
from wenlo.core.calibration.model import sheet_values, wall_values
from wenlo.core.catalog.items import Category, Item, LampValues
from wenlo.core.catalog.own import Own, OwnLamp, finish_material, lamp_of, sheet_material, snapshot
from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import Impossible, NotFound
from wenlo.core.inventory.starter import starter
from wenlo.core.modifiers.registry import kind_of
from wenlo.services.failures import LearnedResult, own_id
from wenlo.services.ports import ItemRecord, User
from wenlo.services.shelf import Shelf


@dataclass(frozen=True, kw_only=True)
class CalibratedValue:
    """A value of the document that takes another's place, by its dotted path."""

    path: str
    value: Any


def apply_calibration(
    shelf: Shelf, user: User, shoot: Shoot, unknown: Unknown, stops: float, error: float
) -> tuple[CalibratedValue, ...]:
    """Put what was found on the Shelf, and tell what changes in the shoot.

    Parameters
    ----------
    shelf, user: whose Shelf it goes to.
    shoot: the set that was read.
    unknown: what was found to be off.
    stops, error: by how much, and the 95 % half-width. [stop]

    Raises
    ------
    Impossible
        When there is nothing of the kind in the set.
    """
    if unknown == "lamp distance":
        travel = kind_of(shoot.design).capabilities.lamp_travel
        if travel is None:
            raise Impossible("In this modifier no distance from lamp to sheet is set.")
        return (CalibratedValue(path=travel.path, value=round(travel.get(shoot.design) * 2.0**stops, 3)),)
    note = f"Found from readings of “{shoot.title}”."
    if unknown == "sheet transmittance":
        sheeted = kind_of(shoot.design).capabilities.sheet
        if sheeted is None:
            raise Impossible("There is no sheet in this set.")
        ref = sheeted.material.get(shoot.design)
        values = sheet_values(ref, stops)
        t = values["transmittance"]
        most = min(t * 2.0**error, 1.25 - values["reflectance"], 1.0)
        values |= {"transmittance_low": max(t * 2.0**-error, 0.01), "transmittance_high": max(most, t)}
        return (_kept(shelf, user, "sheet", ref, sheet_material(ref).name, values, note, sheeted.material.path),)
    if unknown == "lamp output":
        lamp = shoot.brief.lamp.id
        values = _lamp_values(lamp)
        values["amount"] = min(max(values["amount"] * 2.0**stops, 1.0), 500000.0)
        return (_kept(shelf, user, "lamp", lamp, lamp_of(lamp).name, values, note, "brief.lamp.id"),)
    return tuple(
        _kept(
            shelf, user, "backdrop", ref, finish_material(ref).name, wall_values(ref, stops), note, f"brief.room.{part}"
        )
        for part, ref in (("walls", shoot.brief.room.walls), ("ceiling", shoot.brief.room.ceiling))
    )


def tighten(shelf: Shelf, user: User, shoot: Shoot, found: LearnedResult) -> tuple[CalibratedValue, ...]:
    """Write a limit that a failure taught to the Shelf; the shoot uses the sheet's newest version."""
    note = f"{found.words} ({shoot.title})"
    if found.of == "sheet":
        ref = shoot.design.sheet
        values = {**sheet_values(ref, 0.0), "keep_below": found.now}
        low, high = sheet_material(ref).transmittance_low, sheet_material(ref).transmittance_high
        values |= {"transmittance_low": low, "transmittance_high": high}
        return (
            _kept(
                shelf, user, "sheet", ref, sheet_material(ref).name, values, note, "design.sheet", said="as it failed"
            ),
        )
    mine = own_id(found.key)
    if mine is None:
        record = shelf.take(user, "support", found.key, count=1.0)
        item = record.item.model_copy(update={"name": f"{record.item.name[:100]}, as it failed", "measured": True})
    else:
        record = shelf.item(user, mine)
        item = record.item
    item = item.model_copy(update={"values": {**item.values, "payload": found.now}, "note": note[:2000]})
    shelf.save(user, record.id, version=record.version, item=item)
    return ()


def _lamp_values(ref: Any) -> dict[str, Any]:
    values: LampValues = ref.values if isinstance(ref, OwnLamp) else starter()["lamp", ref].values
    told: dict[str, Any] = values.model_dump(mode="json")
    return told


def _kept(
    shelf: Shelf,
    user: User,
    category: Category,
    ref: Any,
    name: str,
    values: dict[str, Any],
    note: str,
    path: str,
    *,
    said: str = "as read",
) -> CalibratedValue:
    found = _mine(shelf, user, ref)
    if found is None:
        generic = ref if isinstance(ref, str) and (category, ref) in starter() else None
        item = Item(
            category=category, name=f"{name[:100]}, {said}", measured=True, note=note, starter=generic, values=values
        )
        record = shelf.add(user, item)
    else:
        kept = {**found.item.values, **values}
        item = found.item.model_copy(update={"measured": True, "note": note, "values": kept})
        record = shelf.save(user, found.id, version=found.version, item=item)
    own = snapshot(
        category,
        item=str(record.id),
        version=record.version,
        name=record.item.name,
        measured=True,
        values=record.item.values,
    )
    assert own is not None
    return CalibratedValue(path=path, value=own)


def _mine(shelf: Shelf, user: User, ref: Any) -> ItemRecord | None:
    # the item that the shoot has a copy of, if it is still on the Shelf
    if not isinstance(ref, Own):
        return None
    try:
        return shelf.item(user, UUID(ref.item))
    except NotFound:
        return None
