"""The starter Shelf: generic things with typical values, to be owned, copied or measured."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from itertools import chain
from typing import Any

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
    sections = {"pipe": "pipe", "tube": "square tube", "timber": "timber"}
    for group, section in sections.items():
        for key, row in stock()[group].items():
            width = row.get("outer", row.get("side", row.get("width")))
            thickness = row.get("thickness", width)
            wall = row.get("wall")
            area = {
                "pipe": math.pi * (width - (wall or 0.0)) * (wall or 0.0),
                "tube": 4 * (width - (wall or 0.0)) * (wall or 0.0),
                "timber": width * thickness,
            }[group]
            for length in row["stock"]:
                own = key if length is row["stock"][0] else f"{key}_{round(length['length'] * 1000)}"
                yield (
                    own,
                    f"{row['name']}, {length['length']:g} m",
                    {
                        "section": section,
                        "length": length["length"],
                        "width": width,
                        "thickness": thickness,
                        "wall": wall,
                        "mass_per_metre": round(area * row["density"], 4),
                        "price": length["price"],
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
        (bar_key(key, one["length"]), f"{row['name']}, {one['length']:g} m", float(one["price"]), 1.0)
        for group in ("pipe", "tube", "timber")
        for key, row in rows[group].items()
        for one in row["stock"]
    ]
    found += [
        (key, row["name"], float(row.get("pack_price", row["price"])), float(row.get("pack", 1.0)))
        for key, row in rows["fittings"].items()
    ]
    return found + [(row.id, row.name, row.price, 1.0) for row in coverings().values()]
