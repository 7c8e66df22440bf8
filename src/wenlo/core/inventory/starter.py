"""The starter Shelf: generic things with typical values, to be owned, copied or measured."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

from wenlo.core.catalog.items import CATEGORIES, Category
from wenlo.core.catalog.typical import (
    BlackMaterial,
    BounceFace,
    SheetMaterial,
    black_materials,
    bounce_faces,
    coverings,
    face_materials,
    found_stock,
    lamp_types,
    sheet_materials,
    stock,
)
from wenlo.core.inventory.prices import bar_key


@dataclass(frozen=True, kw_only=True)
class StarterItem:
    """A generic thing; ``values`` are of the category's type, typical."""

    id: str
    category: Category
    name: str
    values: Any


def _sold(row: SheetMaterial | BounceFace | BlackMaterial) -> dict[str, Any]:
    width = row.roll_width if isinstance(row, SheetMaterial) else row.width
    return {
        "form": row.form,
        "joined": row.joined,
        "grain": row.grain,
        "good_side": row.good_side,
        "roll_width": width,
        "board_length": row.board_length,
        "mass_per_area": row.mass_per_area,
        "keep_below": row.keep_below_celsius,
        "price": row.price,
    }


def _rgb(colour: tuple[float, float, float], prefix: str = "") -> dict[str, float]:
    return {f"{prefix}{name}": value for name, value in zip(("red", "green", "blue"), colour, strict=True)}


def _lamps() -> Iterator[tuple[str, str, dict[str, Any]]]:
    for lamp in lamp_types().values():
        zoom = lamp.zoom or (None, None)
        yield (
            lamp.id,
            lamp.name,
            {
                "kind": lamp.kind,
                "shape": lamp.shape,
                "width": lamp.size[0],
                "height": lamp.size[1],
                "inner": lamp.inner,
                "amount": lamp.amount,
                "beam": round(math.degrees(lamp.beam), 6),
                "colour_temperature": lamp.colour_temperature,
                "rendering": lamp.rendering,
                "lowest_power": lamp.lowest_power,
                "steps": lamp.steps,
                "electrical_watts": lamp.electrical_watts,
                "flicker": lamp.flicker,
                "duration": lamp.duration,
                "quenched": lamp.quenched,
                "zoom_short": zoom[0],
                "zoom_long": zoom[1],
                "mass": lamp.mass,
                "mount": lamp.mount,
                "price": lamp.price,
                "carries": lamp.carries,
                "vents": lamp.vents,
                "power_factor": lamp.power_factor,
                "supply_mass": lamp.supply_mass,
                "modelling_watts": lamp.modelling_watts,
                "recharge_watts": lamp.recharge_watts,
                "joules": lamp.joules,
                "coloured": lamp.coloured,
            },
        )


def _spread(name: str, ends: tuple[float, ...] | None) -> dict[str, float]:
    return {} if ends is None else {f"{name}_low": ends[0], f"{name}_high": ends[1]}


def _sheets() -> Iterator[tuple[str, str, dict[str, Any]]]:
    for row in sheet_materials().values():
        lobe = None if row.lobe_half_width is None else round(math.degrees(row.lobe_half_width), 6)
        yield (
            row.id,
            row.name,
            {
                **_sold(row),
                "transmittance": row.transmittance,
                "transmittance_low": row.transmittance_low,
                "transmittance_high": row.transmittance_high,
                "unscattered": row.unscattered,
                "lobe": lobe,
                "reflectance": row.reflectance,
                **_rgb(row.tint, "tint_"),
                **_spread("unscattered", row.unscattered_range),
                **_spread("reflectance", row.reflectance_range),
                **_spread(
                    "lobe", None if row.lobe_range is None else tuple(round(math.degrees(x), 6) for x in row.lobe_range)
                ),
            },
        )


def _faces() -> Iterator[tuple[str, str, dict[str, Any]]]:
    for row in bounce_faces().values():
        yield row.id, row.name, {**_sold(row), **_rgb(row.reflectance), "roughness": row.alpha}


def _blacks() -> Iterator[tuple[str, str, dict[str, Any]]]:
    for row in black_materials().values():
        yield (row.id, row.name, {**_sold(row), "reflectance": row.reflectance, "leak": row.leak, "glossy": row.glossy})


def _backdrops() -> Iterator[tuple[str, str, dict[str, Any]]]:
    for row in face_materials().values():
        yield row.id, row.name, _rgb(row.reflectance)
    yield from _listed("backdrops")


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
    rows: dict[Category, Iterator[tuple[str, str, dict[str, Any]]]] = {
        "lamp": _lamps(),
        "sheet": _sheets(),
        "face": _faces(),
        "black": _blacks(),
        "backdrop": _backdrops(),
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
