"""What the Shelf can become, as plain results, and what a worker needs to find it out."""

from collections.abc import Sequence
from typing import Any

from pydantic import BaseModel

from wenlo.core.catalog.items import Item
from wenlo.core.inventory.starter import starter
from wenlo.services.ports import ItemRecord
from wenlo.services.results import ModifierDrawn

GENERIC_ITEM = "00000000-0000-0000-0000-000000000000"
"""Stands for the item of a generic thing, which is nobody's."""


class MadeResult(BaseModel):
    """A design with its light, ready to read; ``lamp`` is its id or one's own, as a document carries it."""

    design: dict[str, Any]
    lamp: str | dict[str, Any]
    lamp_name: str
    size: str
    edge: str
    loss: str
    drawn: ModifierDrawn


class MissingResult(BaseModel):
    """Something still to be bought; the price is for the whole line. [EUR]"""

    name: str
    amount: str
    price: float


class AtHandLine(BaseModel):
    """A kind made of the Shelf; without ``made`` when it cannot serve, which ``cannot`` explains."""

    kind: str
    name: str
    cannot: str | None
    made: MadeResult | None
    missing: list[MissingResult]
    cost: float


class OpeningResult(BaseModel):
    """A single purchase and the kinds that it lets one make."""

    what: str
    amount: str
    price: float
    opens: list[str]


class AtHandResult(BaseModel):
    """Everything that can be made of the Shelf, those that can be made now first."""

    kinds: list[AtHandLine]
    openings: list[OpeningResult]
    seconds: float


class BecomingLine(BaseModel):
    """A kind that a found object can become, or why not; ``how`` it is done."""

    kind: str
    name: str
    how: str
    why_not: str | None
    made: MadeResult | None


class BecomingResult(BaseModel):
    """What a found object can become; empty for forms that no kind is made of."""

    kinds: list[BecomingLine]


class PartChange(BaseModel):
    """A value to set at a dotted path: a number, an id, or a thing of one's own as a document carries it."""

    path: str
    value: Any


class MadeOfResult(BaseModel):
    """The changes that make a found object part of a design."""

    changes: list[PartChange]


def shelf_rows(records: Sequence[ItemRecord]) -> list[dict[str, Any]]:
    """Items as plain values for a worker."""
    return [
        {"id": str(r.id), "version": r.version, **r.item.model_dump(mode="json", exclude={"note", "bench"})}
        for r in records
    ]


def found_row(record: ItemRecord | None, generic: str | None) -> dict[str, Any]:
    """A found object of one's own, or a generic one, as a document would carry it. Raises KeyError for neither."""
    if record is not None:
        item: Item = record.item
        return {
            "item": str(record.id),
            "version": record.version,
            "name": item.name,
            "measured": item.measured,
            "values": item.values,
        }
    row = starter()["found", generic or ""]
    return {"item": GENERIC_ITEM, "version": 1, "name": row.name, "measured": False, "values": row.values.model_dump()}
