"""The Shelf as CSV (RFC 4180), to edit in a spreadsheet: one row an item, one column a value, units in the heads."""

import csv
import io
import json
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from types import UnionType
from typing import Any, Union, get_args, get_origin
from uuid import UUID

from pydantic import ValidationError

from wenlo.core.catalog.items import CATEGORIES, Item
from wenlo.core.errors import FieldError, InvalidInput, UnsupportedFile
from wenlo.core.units.fields import field_errors
from wenlo.formats.cells import guarded, unguarded

FIXED = ("id", "category", "name", "count", "measured", "generic", "note")
LEFT_OUT = frozenset({"distribution", "dial"})
"""Too large for a cell; a measured beam travels as IES or EULUMDAT."""

UNITS = {
    "m": "m",
    "s": "s",
    "degree": "°",
    "share": "0 to 1",
    "K": "K",
    "lm": "lm",
    "W": "W",
    "kg": "kg",
    "kg/m": "kg/m",
    "kg/m2": "kg/m²",
    "celsius": "°C",
    "EUR": "EUR",
    "J": "J",
    "number": "",
    "count": "",
}

MOST_ROWS = 2000


@dataclass(frozen=True, kw_only=True)
class CsvRow:
    """An item of the file; ``id`` of the item that it replaces, None for a new one."""

    id: UUID | None
    item: Item


def _columns() -> dict[str, str]:
    """Head of every value, by its name; a name has one unit in all categories."""
    heads: dict[str, str] = {}
    for line in CATEGORIES.values():
        for name, info in line.values.model_fields.items():
            if name not in LEFT_OUT:
                extra = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
                unit = UNITS[str(extra.get("unit", "number"))]
                heads.setdefault(name, f"{name} [{unit}]" if unit else name)
    return heads


def write_shelf(rows: Iterable[tuple[UUID | None, Item]]) -> bytes:
    """Items as UTF-8 with a byte-order mark for spreadsheets. SI and shares from 0 to 1."""
    heads = _columns()
    out = io.StringIO()
    sheet = csv.writer(out)
    sheet.writerow((*FIXED, *heads.values()))
    for key, item in rows:
        values = [_cell(item.values.get(name)) for name in heads]
        sheet.writerow(
            (
                key or "",
                item.category,
                guarded(item.name),
                _cell(item.count),
                _cell(item.measured),
                item.starter or "",
                guarded(item.note),
                *values,
            )
        )
    return out.getvalue().encode("utf-8-sig")


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return guarded(value) if isinstance(value, str) else json.dumps(value)


def read_shelf(content: bytes) -> Sequence[CsvRow]:
    """Items of a file; nothing is taken when any row is wrong.

    Raises
    ------
    UnsupportedFile
        When it is not such a table.
    InvalidInput
        With a :class:`FieldError` for each wrong cell, ``line 4.transmittance``.
    """
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise UnsupportedFile("This is not a text file in UTF-8; save the table as CSV in UTF-8.") from None
    delimiter = ";" if text.split("\n", 1)[0].count(";") > text.split("\n", 1)[0].count(",") else ","
    table = csv.reader(io.StringIO(text), delimiter=delimiter)
    try:
        rows = [row for row in table if any(cell.strip() for cell in row)]
    except csv.Error as problem:
        raise UnsupportedFile(f"This is not a table in CSV: {problem}.") from None
    if not rows:
        raise UnsupportedFile("The file is empty; the first line must hold the heads of the columns.")
    names = [head.split("[")[0].strip().lower() for head in rows[0]]
    missing = [name for name in ("category", "name") if name not in names]
    if missing:
        raise UnsupportedFile(
            f"The first line must hold the heads of the columns; {' and '.join(missing)} is not among them."
        )
    unknown = [name for name in names if name and name not in (*FIXED, *_columns())]
    if unknown:
        raise UnsupportedFile(
            f"“{unknown[0][:40]}” is not a column that Wenlo knows; take it out or write it as in a Shelf that was"
            " saved."
        )
    if len(rows) > MOST_ROWS + 1:
        raise UnsupportedFile(f"The table has {len(rows) - 1} rows; at most {MOST_ROWS} are read at once.")
    found: list[CsvRow] = []
    problems: list[FieldError] = []
    for number, row in enumerate(rows[1:], start=2):
        cells = {name: unguarded(cell.strip()) for name, cell in zip(names, row, strict=False) if name and cell.strip()}
        try:
            found.append(_item(cells))
        except InvalidInput as error:
            problems += [
                FieldError(
                    path=f"line {number}.{f.path.removeprefix('values.')}", message=f"Line {number}: {f.message}"
                )
                for f in error.fields
            ]
    if problems:
        raise InvalidInput(problems[0].message, fields=problems[:50])
    return found


def _item(cells: dict[str, str]) -> CsvRow:
    category: Any = cells.get("category", "").lower()
    if category not in CATEGORIES:
        message = f"“{category[:30]}” is not a category; write one of {', '.join(CATEGORIES)}."
        raise InvalidInput(message, fields=[FieldError(path="category", message=message)])
    fields = CATEGORIES[category].values.model_fields
    values = {
        name: _value(name, cells[name], fields[name].annotation)
        for name in cells
        if name in fields and name not in LEFT_OUT
    }
    plain: dict[str, Any] = {
        "category": category,
        "name": cells.get("name", ""),
        "note": cells.get("note", ""),
        "starter": cells.get("generic"),
        "measured": _yes("measured", cells.get("measured", "no")),
        "count": _number("count", cells.get("count", "1")),
        "values": values,
    }
    try:
        item = Item.model_validate(plain)
    except ValidationError as error:
        problems = field_errors(Item, error.errors(include_url=False))
        raise InvalidInput(problems[0].message, fields=problems) from None
    return CsvRow(id=_id(cells.get("id")), item=item.checked())


def _value(name: str, text: str, annotation: Any) -> Any:
    kinds = get_args(annotation) if get_origin(annotation) in (Union, UnionType) else (annotation,)
    if bool in kinds:
        return _yes(name, text)
    if int in kinds:
        value = _number(name, text)
        return int(value) if value == int(value) else value
    if float in kinds:
        return _number(name, text)
    return text


def _number(name: str, text: str) -> float:
    try:
        value = float(text.replace(",", ".").replace("−", "-"))
    except ValueError:
        value = math.nan
    if not math.isfinite(value):
        message = f"{name.replace('_', ' ')}: “{text[:24]}” is not a number."
        raise InvalidInput(message, fields=[FieldError(path=name, message=message)])
    return value


def _yes(name: str, text: str) -> bool:
    word = text.lower()
    if word in {"yes", "true", "1", "y"}:
        return True
    if word in {"no", "false", "0", "n"}:
        return False
    message = f"{name.replace('_', ' ')}: write yes or no, not “{text[:24]}”."
    raise InvalidInput(message, fields=[FieldError(path=name, message=message)])


def _id(text: str | None) -> UUID | None:
    if text is None:
        return None
    try:
        return UUID(text)
    except ValueError:
        message = "The id is not one that Wenlo wrote; leave it empty for a new item."
        raise InvalidInput(message, fields=[FieldError(path="id", message=message)]) from None
