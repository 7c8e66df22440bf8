"""What is on somebody's Shelf, and how much of a shopping list it already holds."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wenlo.core.catalog.bars import SECTIONS, BarType, bar_types, own_bar
from wenlo.core.catalog.items import BarValues, Category, LampValues, SupportValues, read_values
from wenlo.core.catalog.own import Own, OwnBar, OwnFace, OwnLamp, OwnSheet, snapshot
from wenlo.core.catalog.typical import coverings
from wenlo.core.fabrication.covers import OwnBoard
from wenlo.core.fabrication.cutplan import HeldBar
from wenlo.core.inventory.prices import Prices
from wenlo.core.inventory.shopping import ShoppingLine

BAR_SLACK = 0.002
"""A bar so much shorter than it is sold still serves. [m]"""


_BOARDS = frozenset(key for key, row in coverings().items() if row.board_length is not None)


@dataclass(frozen=True, kw_only=True)
class Stocked:
    """An item of a Shelf: which generic thing it is, if any, its version and how many there are."""

    id: str
    version: int
    category: Category
    name: str
    count: float
    measured: bool
    starter: str | None
    values: Any

    @property
    def own(self) -> Own | None:
        """The copy that a document carries."""
        return snapshot(
            self.category,
            item=self.id,
            version=self.version,
            name=self.name,
            measured=self.measured,
            values=self.values.model_dump(),
        )


def stocked(rows: Iterable[dict[str, Any]]) -> tuple[Stocked, ...]:
    """Items by their plain values, those that there are none of left out."""
    return tuple(
        Stocked(**{**row, "values": read_values(row["category"], row["values"])}) for row in rows if row["count"] > 0.0
    )


def own_lamps(shelf: Sequence[Stocked]) -> tuple[OwnLamp, ...]:
    """The lamps, the strongest first."""
    lamps = [item.own for item in shelf if isinstance(item.values, LampValues)]
    return tuple(sorted((x for x in lamps if isinstance(x, OwnLamp)), key=lambda x: -x.values.amount))


def own_materials(shelf: Sequence[Stocked]) -> tuple[OwnSheet | OwnFace, ...]:
    """The sheets and bounce faces."""
    return tuple(own for item in shelf if isinstance(own := item.own, OwnSheet | OwnFace))


def stands(shelf: Sequence[Stocked]) -> int:
    """How many stands and booms there are."""
    kinds = ("stand", "boom")
    return round(sum(i.count for i in shelf if isinstance(i.values, SupportValues) and i.values.kind in kinds))


def _holds(item: Stocked, line: ShoppingLine) -> float:
    # how much of a line one item gives
    if line.category == "bar":
        same = _is_of(item, line.id, bar_types().get(line.id))
        return item.count if same and item.values.length >= (line.length or 0.0) - BAR_SLACK else 0.0
    if line.category == "hardware":
        return item.count if item.category == "hardware" and item.starter == line.id else 0.0
    if item.category not in ("sheet", "face", "black"):
        return 0.0
    if item.starter != line.id and f"own_{item.id}" != line.id:
        return 0.0
    if item.values.form == "board":
        # an offcut is no whole board
        whole = coverings().get(line.id)
        size = (item.values.board_length or 0.0) * item.values.roll_width
        full = (whole.board_length or 0.0) * whole.width if whole is not None else size
        return item.count if size >= full - BAR_SLACK else 0.0
    # a roll whose length nobody gave is taken to be long enough
    return line.need if item.values.on_hand is None else item.count * item.values.on_hand


def shelf_first(lines: Sequence[ShoppingLine], shelf: Sequence[Stocked], prices: Prices) -> tuple[ShoppingLine, ...]:
    """A shopping list with what is on the Shelf taken off, and only the rest priced.

    Bars and boards are left as they are: those of one's own are planned already.
    """
    found = []
    for line in lines:
        have = sum(_holds(item, line) for item in shelf)
        planned = line.category == "bar" or line.id in _BOARDS
        if have <= 1e-9 or planned or line.packs <= 0.0:
            found.append(line)
            continue
        rest = max(line.need - have, 0.0)
        each = line.price / line.packs / prices.rate
        asked = prices.ask(line.key, rest, typical=each, pack=line.pack, whole=float(line.packs).is_integer())
        found.append(
            replace(line, price=asked.price, packs=asked.packs, short=asked.short, on_shelf=min(have, line.need))
        )
    return tuple(found)


def missing(lines: Sequence[ShoppingLine], shelf: Sequence[Stocked]) -> Iterator[ShoppingLine]:
    """What of a shopping list is not on the Shelf, with what is left to buy and its price."""
    for line in lines:
        short = line.need - sum(_holds(item, line) for item in shelf)
        if short > 1e-6:
            yield replace(line, need=short, price=line.price * short / line.need)


ALIKE = 0.0006
"""Sections whose sides differ by no more are one: planed battens come out a little over or under. [m]"""


def _is_of(item: Stocked, id: str, bar: BarType | None) -> bool:
    # bars of the same name, or of the same section wherever they are from
    if item.category != "bar" or not isinstance(item.values, BarValues):
        return False
    starter = item.starter or ""
    if starter == id or starter.startswith(f"{id}_") or f"own_{item.id}" == id:
        return True
    if bar is None or SECTIONS.get(item.values.section) != bar.group:
        return False
    mine = own_bar(item.values, id=item.id, name=item.name)
    walls = abs((mine.wall or 0.0) - (bar.wall or 0.0)) <= ALIKE
    return walls and abs(mine.width - bar.width) <= ALIKE and abs(mine.thickness - bar.thickness) <= ALIKE


def own_bars(shelf: Sequence[Stocked], bars: Sequence[BarType]) -> tuple[HeldBar, ...]:
    """Bars and offcuts of some sorts that are on the Shelf, whatever they were put there as."""
    return tuple(
        HeldBar(length=item.values.length, count=int(item.count), of=bar.id)
        for bar in bars
        for item in shelf
        if item.count >= 1 and _is_of(item, bar.id, bar)
    )


def bar_refs(shelf: Sequence[Stocked]) -> Iterator[tuple[str | OwnBar, int]]:
    """What can be sawn into frames, and how many of it there are: generic bars by their ids, others whole."""
    for item in shelf:
        if item.category != "bar" or item.count < 1:
            continue
        sold = next((bar.id for bar in bar_types().values() if _is_of(item, bar.id, bar)), None)
        mine = item.own
        if sold is not None:
            yield sold, round(item.count)
        elif isinstance(mine, OwnBar) and mine.group is not None:
            yield mine, round(item.count)


def own_boards(shelf: Sequence[Stocked]) -> tuple[OwnBoard, ...]:
    """Boards and offcuts of boards that are on the Shelf, by the covering that they are."""
    return tuple(
        OwnBoard(
            covering=item.starter,
            width=item.values.roll_width,
            length=item.values.board_length,
            count=min(int(item.count), 99),
        )
        for item in shelf
        if item.category in ("sheet", "face", "black")
        and item.starter is not None
        and item.count >= 1
        and item.values.form == "board"
        and item.values.board_length is not None
    )
