"""The data files of the core: one reader, and what stands in them that is no item of the Shelf."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from math import log2
from typing import Any, Literal

Joined = Literal["sewn", "taped"]
"""How strips and edges are made: cloth is sewn, paper, film and foil are taped."""

GoodSide = Literal["alike", "matt side", "shiny side", "white side", "smooth side"]
"""The face that is to be seen."""


def read_file(name: str) -> dict[str, Any]:
    """A data file as it is. Raises FileNotFoundError."""
    loaded: dict[str, Any] = json.loads(files(__package__).joinpath("data", name).read_text("utf-8"))
    return loaded


@dataclass(frozen=True, kw_only=True)
class Rendering:
    """A colour-rendering class, and the colours that it hurts (empty for none)."""

    name: str
    hurts: str


@dataclass(frozen=True, kw_only=True)
class Gel:
    """A gel or neutral filter: mired ``shift`` (+ is warmer) and the share of white light that it passes.

    A saturated one has a ``colour``: what it passes of red, green and blue (linear BT.709), and leaves no white to
        balance for.
    """

    id: str
    name: str
    shift: float
    transmittance: float
    colour: tuple[float, float, float] | None = None

    @property
    def stops(self) -> float:
        """What it costs. [stop]"""
        return -log2(self.transmittance)


@cache
def gels() -> Mapping[str, Gel]:
    """Gels and neutral filters by id; ``none`` is no gel."""
    return {
        key: Gel(id=key, **{**row, "colour": tuple(row["colour"]) if "colour" in row else None})
        for key, row in read_file("materials.json")["gels"].items()
    }


@cache
def rendering_classes() -> Mapping[str, Rendering]:
    """Colour-rendering classes by id, the best first."""
    return {key: Rendering(**row) for key, row in read_file("lamps.json")["rendering"].items()}


@cache
def stock() -> Mapping[str, Any]:
    """Bars, saws and fittings as read from the data file (lengths in metres, prices in euro)."""
    return read_file("stock.json")


def fitting_sort(id: str) -> str:
    """What a fitting is another size of, in whose place it is used; itself where it is none."""
    return str(stock()["fittings"].get(id, {}).get("like", id))


def fitting_place(id: str) -> str:
    """The fitting in whose steps one is used that no step names; itself where there is none."""
    sort = fitting_sort(id)
    return str(stock()["fittings"].get(sort, {}).get("where", sort))


@cache
def found_stock() -> Mapping[str, Any]:
    """Backdrops, boards, rods, supports, tools and found objects as read from the data file, by group. SI, euro."""
    return read_file("shelf.json")
