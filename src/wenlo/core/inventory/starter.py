"""The starter Shelf: generic things with typical values, to be owned, copied or measured."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from itertools import chain
from typing import Any

from wenlo.core.catalog.bars import SECTIONS, bar_types
from wenlo.core.catalog.data_files import found_stock, stock
from wenlo.core.catalog.items import CATEGORIES, Category
from wenlo.core.catalog.typical import coverings, typical_values
from wenlo.core.inventory.prices import bar_key


@dataclass(frozen=True, kw_only=True)
class StarterItem:
    """A generic thing; ``values`` are of the category's type, typical."""

    id: str
    category: Category
    name: str
    values: Any


def _named(category: Category) -> Iterator[tuple[str, str, Any]]:
    for key, (name, values) in typical_values(category).items():
        yield key, name, values


def _bars() -> Iterator[tuple[str, str, dict[str, Any]]]:
    sections = {group: section for section, group in SECTIONS.items()}
    for bar in bar_types().values():
        for sold in bar.lengths:
            yield (
                bar.id if sold is bar.lengths[0] else f"{bar.id}_{round(sold.length * 1000)}",
                f"{bar.name}, {sold.length:g} m",
                {
                    "section": sections[bar.group],
                    "length": sold.length,
                    "width": bar.width,
                    "thickness": bar.thickness,
                    "wall": bar.wall,
                    "mass_per_metre": round(bar.mass_per_metre, 4),
                    "price": sold.price,
                },
            )
    yield from _listed("rods")


def _hardware() -> Iterator[tuple[str, str, dict[str, Any]]]:
    for key, row in stock()["fittings"].items():
        per_metre = row["name"].endswith(", per metre")
        yield (
            key,
            row["name"].removesuffix(", per metre"),
            {"sold": "metre" if per_metre else "piece", "mass": row["mass"], "price": row["price"]},
        )


def _listed(group: str) -> Iterator[tuple[str, str, dict[str, Any]]]:
    for key, row in found_stock()[group].items():
        yield key, row["name"], {name: value for name, value in row.items() if name != "name"}


@cache
def starter() -> Mapping[tuple[Category, str], StarterItem]:
    """All generic things by category and id."""
    rows: dict[Category, Iterator[tuple[str, str, Any]]] = {
        "lamp": _named("lamp"),
        "sheet": _named("sheet"),
        "face": _named("face"),
        "black": _named("black"),
        "backdrop": chain(_named("backdrop"), _listed("backdrops")),
        "board": _listed("boards"),
        "bar": _bars(),
        "hardware": _hardware(),
        "support": _listed("supports"),
        "tool": _listed("tools"),
        "found": _listed("found"),
    }
    return {
        (category, key): StarterItem(
            id=key,
            category=category,
            name=name[:1].upper() + name[1:],
            values=CATEGORIES[category].values.model_validate(values, strict=False),
        )
        for category, found in rows.items()
        for key, name, values in found
    }


def sold_things() -> list[tuple[str, str, float, float]]:
    """All that builds are made of as shops sell it: id in price lists, name, typical price [EUR] of a pack, and what is
    in it.
    """
    rows = stock()
    found = [
        (bar_key(bar.id, one.length), f"{bar.name}, {one.length:g} m", one.price, 1.0)
        for bar in bar_types().values()
        for one in bar.lengths
    ]
    found += [
        (key, row["name"], float(row.get("pack_price", row["price"])), float(row.get("pack", 1.0)))
        for key, row in rows["fittings"].items()
    ]
    return found + [(row.id, row.name, row.price, 1.0) for row in coverings().values()]
