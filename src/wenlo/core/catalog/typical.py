"""Typical items, with values of the same types as things of one's own."""

from collections.abc import Callable, Mapping
from functools import cache
from typing import Any, TypeVar

from wenlo.core.catalog.data_files import read_file
from wenlo.core.catalog.items import CATEGORIES, Category, FaceValues
from wenlo.core.catalog.materials import (
    BlackMaterial,
    BounceFace,
    Covering,
    FaceMaterial,
    LampType,
    SheetMaterial,
    black_from,
    face_from,
    finish_from,
    lamp_from,
    sheet_from,
)

T = TypeVar("T")

ROWS: Mapping[Category, tuple[str, str]] = {
    "lamp": ("lamps.json", "lamps"),
    "sheet": ("materials.json", "sheets"),
    "face": ("materials.json", "faces"),
    "black": ("materials.json", "blacks"),
    "backdrop": ("materials.json", "finishes"),
}
"""File and group of the items that light and builds name by their ids."""


@cache
def typical_values(category: Category) -> Mapping[str, tuple[str, Any]]:
    """Name and values of the typical items of a category that light and builds name, by id."""
    file, group = ROWS[category]
    model = CATEGORIES[category].values
    return {
        key: (
            row["name"],
            model.model_validate({name: value for name, value in row.items() if name != "name"}, strict=False),
        )
        for key, row in read_file(file)[group].items()
    }


def _made(category: Category, make: Callable[..., T]) -> Mapping[str, T]:
    return {key: make(values, id=key, name=name) for key, (name, values) in typical_values(category).items()}


@cache
def lamp_types() -> Mapping[str, LampType]:
    """The starter Shelf of lamps by id."""
    return _made("lamp", lamp_from)


@cache
def sheet_materials() -> Mapping[str, SheetMaterial]:
    """All diffusing sheets by id."""
    return _made("sheet", sheet_from)


@cache
def bounce_faces() -> Mapping[str, BounceFace]:
    """Faces that bounce light, by id."""
    return _made("face", face_from)


@cache
def black_materials() -> Mapping[str, BlackMaterial]:
    """Blacks by id."""
    return _made("black", black_from)


@cache
def face_materials() -> Mapping[str, FaceMaterial]:
    """All opaque finishes (walls, papers) by id."""
    return _made("backdrop", finish_from)


@cache
def ground_papers() -> Mapping[str, BounceFace]:
    """What is swept under a thing and is no face to bounce from, by id."""
    return {
        key: face_from(
            FaceValues.model_validate({n: v for n, v in row.items() if n != "name"}, strict=False),
            id=key,
            name=row["name"],
        )
        for key, row in read_file("materials.json")["grounds"].items()
    }


@cache
def coverings() -> Mapping[str, Covering]:
    """Everything flat that a build is covered with, by id."""
    return {**bounce_faces(), **black_materials(), **sheet_materials(), **ground_papers()}


def ground_covering(finish: str) -> str:
    """What a ground of a finish is bought as: paper, unless it is painted canvas or cloth."""
    return str(read_file("materials.json")["ground_cloths"].get(finish, "backdrop_paper"))
