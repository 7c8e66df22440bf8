"""The categories of the Shelf and their fields, as the interface edits them."""

from collections.abc import Iterator
from types import NoneType
from typing import Any, Literal, get_args, get_origin

from pydantic import BaseModel

from wenlo.core.catalog.data_files import rendering_classes
from wenlo.core.catalog.items import CATEGORIES, Category, Item, read_values
from wenlo.core.catalog.own import snapshot
from wenlo.core.inventory.starter import starter
from wenlo.core.inventory.words import curve_of, in_words
from wenlo.core.units.fields import limits_of_field
from wenlo.core.units.length import UnitSystem
from wenlo.services.ports import ItemRecord


class FieldLine(BaseModel):
    """One value of a category: number, choice, yes or no, or text; ``optional`` ones may stay empty. SI."""

    name: str
    label: str
    kind: Literal["number", "choice", "yes_no", "text"]
    unit: str = ""
    low: float | None = None
    high: float | None = None
    default: float | str | bool | None = None
    optional: bool = False
    options: list[dict[str, str]] = []


class CategoryAnswer(BaseModel):
    """A category and its fields."""

    id: Category
    name: str
    about: str
    fields: list[FieldLine]


class StarterAnswer(BaseModel):
    """A generic thing with typical values."""

    id: str
    category: Category
    name: str
    values: dict[str, Any]
    words: str
    curve: list[list[float]]


class ShelfForm(BaseModel):
    """What the Shelf can hold, and the generic things to start from."""

    categories: list[CategoryAnswer]
    starter: list[StarterAnswer]


LABELS = {
    "form": "form",
    "joined": "strips are",
    "grain": "pieces keep one direction",
    "good_side": "better side",
    "kind": "kind",
    "shape": "shape of the shining face",
    "rendering": "colour rendering",
    "steps": "steps of the dial",
    "mount": "mount",
    "quenched": "cut short at less power",
    "glossy": "glossy",
    "side": "side",
    "section": "section",
    "sold": "sold by",
}


def _fields(model: type[BaseModel]) -> Iterator[FieldLine]:
    # what a category alone has comes first, then what it shares with others
    shared = getattr(model.__bases__[0], "model_fields", {})
    named = sorted(model.model_fields.items(), key=lambda pair: pair[0] in shared)
    for name, info in named:
        if name in ("distribution", "dial"):
            continue
        extra = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
        parts = get_args(info.annotation)
        optional = NoneType in parts
        label = str(extra.get("label", LABELS.get(name, name.replace("_", " "))))
        limits = limits_of_field(model, name)
        if "unit" in extra and limits is not None:
            yield FieldLine(
                name=name,
                label=label,
                kind="number",
                unit=str(extra["unit"]),
                low=limits.low,
                high=limits.high,
                default=info.default,
                optional=optional,
            )
        elif info.annotation is bool:
            yield FieldLine(name=name, label=label, kind="yes_no", default=info.default)
        elif name == "rendering":
            options = [{"id": key, "name": row.name} for key, row in rendering_classes().items()]
            yield FieldLine(name=name, label=label, kind="choice", default=info.default, options=options)
        elif get_origin(info.annotation) is Literal:
            options = [{"id": x, "name": x} for x in parts]
            yield FieldLine(name=name, label=label, kind="choice", default=info.default, options=options)
        else:
            yield FieldLine(name=name, label=label, kind="text", default=info.default)


def shelf_form(units: UnitSystem = "metric") -> ShelfForm:
    """Categories, fields and generic things."""
    return ShelfForm(
        categories=[
            CategoryAnswer(id=key, name=line.name, about=line.about, fields=list(_fields(line.values)))
            for key, line in CATEGORIES.items()
        ],
        starter=[
            StarterAnswer(
                id=s.id,
                category=s.category,
                name=s.name,
                values=s.values.model_dump(mode="json"),
                words=in_words(s.values, units),
                curve=[list(p) for p in curve_of(s.values)],
            )
            for s in starter().values()
        ],
    )


class ItemPhotograph(BaseModel):
    """A photograph of an item."""

    id: str
    name: str


class ItemAnswer(BaseModel):
    """An item of the user's Shelf; ``own`` is the copy that a document carries, None for what no document names."""

    id: str
    version: int
    item: Item
    words: str
    curve: list[list[float]]
    photographs: list[ItemPhotograph]
    own: dict[str, Any] | None


def item_answer(record: ItemRecord, units: UnitSystem = "metric") -> ItemAnswer:
    """An item as the interface shows it."""
    item, key = record.item, str(record.id)
    values = read_values(item.category, item.values)
    own = snapshot(
        item.category, item=key, version=record.version, name=item.name, measured=item.measured, values=item.values
    )
    return ItemAnswer(
        id=key,
        version=record.version,
        item=item,
        words=in_words(values, units),
        curve=[list(p) for p in curve_of(values)],
        photographs=[ItemPhotograph(id=str(p.id), name=p.name) for p in record.photographs],
        own=None if own is None else own.model_dump(mode="json"),
    )
