"""Use cases of the Shelf: add, copy, edit, count, photographs, measured beams, tables in and out."""

import math
from collections import Counter
from collections.abc import Sequence
from typing import Any, Literal
from uuid import UUID

import numpy as np

from wenlo.core.catalog.items import Category, Item, LampValues
from wenlo.core.errors import FieldError, InvalidInput, NotFound, UnsupportedFile, VersionConflict
from wenlo.core.inventory.starter import starter
from wenlo.core.photometry.distribution import Distribution
from wenlo.formats.eulumdat import read_ldt, write_ldt
from wenlo.formats.photograph import KeptPhotograph
from wenlo.formats.photometry import Photometry, read_ies, within_limits, write_ies
from wenlo.formats.shelf_csv import LEFT_OUT, read_shelf, write_shelf
from wenlo.services.edits import EditsRequest, Outcome, take_in
from wenlo.services.ports import ItemRecord, ItemVersion, ShelfStore, Transactions, User
from wenlo.services.shelf_edits import ItemTarget, written
from wenlo.services.shelf_results import found_row

MOST_PHOTOGRAPHS = 8
BEAM_PLANES = np.linspace(0.0, 2.0 * math.pi, 25)
BEAM_ANGLES = np.linspace(0.0, math.pi, 91)


FLAT: tuple[Category, ...] = ("sheet", "face", "black")
LEAST_BOARD = 0.15
"""A board's offcut is kept from this on both sides. [m]"""

PictureSides = tuple[float, float]

LEAST_OFFCUT = 0.3
"""Shorter offcuts are not kept. [m]"""

OFFCUT_NOTE = "Kept from a cut plan."


def _is_bar(item: Item, bar: str) -> bool:
    return item.starter is not None and (item.starter == bar or item.starter.startswith(f"{bar}_"))


class Shelf:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[ShelfStore]) -> None:
        self._transactions = transactions

    def items(self, user: User) -> Sequence[ItemRecord]:
        """All items, by name."""
        with self._transactions() as store:
            return store.items(user.id)

    def item(self, user: User, item_id: UUID) -> ItemRecord:
        """One item. Raises NotFound."""
        with self._transactions() as store:
            return _found(store.find(user.id, item_id))

    def add(self, user: User, item: Item) -> ItemRecord:
        """A new item. Raises InvalidInput."""
        checked = item.checked()
        with self._transactions() as store:
            return store.add(user.id, checked)

    def take(self, user: User, category: str, generic: str, *, count: float) -> ItemRecord:
        """A generic thing put on the user's own Shelf. Raises NotFound."""
        found = next((s for (c, key), s in starter().items() if (c, key) == (category, generic)), None)
        if found is None:
            raise NotFound("There is no such generic thing.")
        values = found.values.model_dump(mode="json")
        item = Item(category=found.category, name=found.name, count=count, starter=found.id, values=values)
        return self.add(user, item)

    def save(self, user: User, item_id: UUID, *, version: int, item: Item) -> ItemRecord:
        """The next version, unless somebody saved since ``version`` (VersionConflict)."""
        checked = item.checked()
        with self._transactions() as store:
            current = _based_on(store, user, item_id, version)
            if checked.category != current.item.category:
                message = "An item keeps its category; make a new one instead."
                raise InvalidInput(message, fields=[FieldError(path="category", message=message)])
            if checked == current.item:
                return current
            return written(store, user, current, checked)

    def edit(self, user: User, item_id: UUID, request: EditsRequest) -> tuple[ItemRecord, list[Outcome]]:
        """Make edits, each once, merged with what others changed; the item as it stands then. Raises NotFound."""
        with self._transactions() as store:
            target = ItemTarget(store, user, _found(store.find(user.id, item_id, lock=True)))
            outcomes = take_in(store.edits, user, target, request)
            return target.record, outcomes

    def copy(self, user: User, item_id: UUID) -> ItemRecord:
        """A second item with the same values."""
        with self._transactions() as store:
            item = _found(store.find(user.id, item_id)).item
            return store.add(user.id, item.model_copy(update={"name": f"{item.name[:113]}, copy"}))

    def remove(self, user: User, item_id: UUID, *, version: int) -> None:
        """Take an item off the Shelf; shoots that use it keep their copy of its values."""
        with self._transactions() as store:
            _based_on(store, user, item_id, version)
            store.remove(user.id, item_id)

    def cut_up(self, user: User, bar: str, *, used: Sequence[float], left: Sequence[float]) -> int:
        """Bars of one generic kind were cut: those ``used`` go, what is ``left`` comes, counted by whole millimetres.
        [m]

        Returns how many pieces are kept. All or nothing. Raises NotFound for a bar that nobody knows.
        """
        generic = starter().get(("bar", bar))
        if generic is None:
            raise NotFound("There is no such bar.")
        kept = Counter(round(length, 3) for length in left if length >= LEAST_OFFCUT)
        with self._transactions() as store:
            here = [r for r in store.items(user.id) if r.item.category == "bar" and _is_bar(r.item, bar)]
            for length in used:
                found = next(
                    (r for r in here if r.item.count >= 1 and abs(r.item.values["length"] - length) < 1e-6), None
                )
                if found is None:
                    continue
                fewer = found.item.model_copy(update={"count": found.item.count - 1})
                here = [written(store, user, r, fewer) if r.id == found.id else r for r in here]
            for record in here:
                if record.item.count < 1 and record.item.note == OFFCUT_NOTE:
                    store.remove(user.id, record.id)
            values = generic.values.model_dump(mode="json")
            for length, count in kept.items():
                same = next(
                    (
                        r
                        for r in here
                        if r.item.note == OFFCUT_NOTE and r.item.count >= 1 and r.item.values["length"] == length
                    ),
                    None,
                )
                if same is not None:
                    written(store, user, same, same.item.model_copy(update={"count": same.item.count + count}))
                    continue
                item = Item(
                    category="bar",
                    name=f"Offcut {length * 1000:.0f} mm, {generic.name[:1].lower()}{generic.name[1:]}"[:120],
                    count=count,
                    measured=True,
                    note=OFFCUT_NOTE,
                    starter=bar,
                    values={**values, "length": length, "price": 0.0},
                )
                store.add(user.id, item.checked())
        return sum(kept.values())

    def boards_cut_up(
        self, user: User, covering: str, *, used: Sequence[PictureSides], left: Sequence[PictureSides]
    ) -> int:
        """Boards of one covering were cut: those of one's own that were ``used`` go, what is ``left`` comes. [m]

        Returns how many pieces are kept. All or nothing; a covering that is nobody's generic one keeps nothing.
        """
        category = next((c for c in FLAT if (c, covering) in starter()), None)
        if category is None:
            return 0
        generic = starter()[category, covering]
        kept = [(max(a, b), min(a, b)) for a, b in left if min(a, b) >= LEAST_BOARD]
        with self._transactions() as store:
            here = [r for r in store.items(user.id) if r.item.category == category and r.item.starter == covering]
            for a, b in used:
                found = next(
                    (
                        r
                        for r in here
                        if r.item.count >= 1 and _sides(r.item) == (round(max(a, b), 3), round(min(a, b), 3))
                    ),
                    None,
                )
                if found is None:
                    continue
                fewer = found.item.model_copy(update={"count": found.item.count - 1})
                here = [r for r in here if r.id != found.id]
                if fewer.count < 1 and fewer.note == OFFCUT_NOTE:
                    store.remove(user.id, found.id)
                else:
                    here.append(written(store, user, found, fewer))
            values = generic.values.model_dump(mode="json")
            for long, short in kept:
                size = f"{long * 1000:.0f} × {short * 1000:.0f} mm"
                item = Item(
                    category=category,
                    name=f"Offcut {size}, {generic.name[:1].lower()}{generic.name[1:]}"[:120],
                    count=1,
                    measured=True,
                    note=OFFCUT_NOTE,
                    starter=covering,
                    values={**values, "board_length": round(long, 3), "roll_width": round(short, 3), "price": 0.0},
                )
                store.add(user.id, item.checked())
        return len(kept)

    def versions(self, user: User, item_id: UUID) -> Sequence[ItemVersion]:
        """All versions of an item, newest first."""
        with self._transactions() as store:
            return store.versions(user.id, item_id)

    @staticmethod
    def found_object(records: Sequence[ItemRecord], item: UUID | None, generic: str | None) -> dict[str, Any]:
        """A found object of one's own among ``records``, or a generic one. Raises NotFound."""
        record = next((r for r in records if r.id == item and r.item.category == "found"), None)
        if record is None and (item is not None or ("found", generic) not in starter()):
            raise NotFound("There is no such found object on the Shelf.")
        return found_row(record, generic)

    def table(self, user: User) -> bytes:
        """The Shelf as CSV."""
        return write_shelf((record.id, record.item) for record in self.items(user))

    def bring_in(self, user: User, content: bytes) -> Sequence[ItemRecord]:
        """Items of a CSV: rows with the id of an item change it, others are added; all or none."""
        rows = read_shelf(content)
        changed = []
        with self._transactions() as store:
            for row in rows:
                current = store.find(user.id, row.id, lock=True) if row.id is not None else None
                if row.id is None or current is None:
                    changed.append(store.add(user.id, row.item))
                elif current.item.category != row.item.category:
                    message = (
                        f"“{row.item.name}” would change its category; leave its id empty to add it as a new item."
                    )
                    raise InvalidInput(message, fields=[FieldError(path="category", message=message)])
                else:
                    item = _keeping_measured(row.item, current.item)
                    changed.append(current if item == current.item else written(store, user, current, item))
        return changed

    def set_beam(self, user: User, item_id: UUID, *, version: int, name: str, content: bytes) -> ItemRecord:
        """The measured beam of a lamp from an IES or EULUMDAT file.

        An absolute file also sets the lamp's lumens; a file that tells the size of the opening sets that too.
        """
        measured = _photometry(name, content)
        with self._transactions() as store:
            record = _based_on(store, user, item_id, version)
            values = _lamp(record.item)
            beam = resampled(measured.distribution)
            changes: dict[str, Any] = {"distribution": beam, "beam": round(_beam_angle(measured.distribution), 1)}
            if measured.lumens is None:
                changes["amount"] = round(measured.distribution.lumens, 1)
            width, height, _ = measured.distribution.size
            if width > 0.0:
                changes |= {"width": width, "height": height or width}
            if changes["beam"] > 340.0:
                changes["beam"] = values.beam
            item = record.item.model_copy(
                update={"measured": True, "values": {**values.model_dump(mode="json"), **changes}}
            )
            return written(store, user, record, item.checked())

    def beam_file(self, user: User, item_id: UUID, form: Literal["ies", "ldt"]) -> tuple[str, str]:
        """Name and text of the lamp's measured beam, absolute."""
        with self._transactions() as store:
            item = _found(store.find(user.id, item_id)).item
        values = _lamp(item)
        if values.distribution is None:
            raise NotFound("This lamp has no measured beam.")
        plain = values.distribution.distribution()
        whole = Distribution(
            planes=plain.planes,
            angles=plain.angles,
            intensity=plain.intensity * (values.amount / plain.lumens),
            size=(values.width, values.height, 0.0),
            watts=values.electrical_watts or 0.0,
        )
        lamp = Photometry(distribution=whole, edition="", keywords={"LUMINAIRE": item.name})
        return item.name, write_ies(lamp) if form == "ies" else write_ldt(lamp)

    def add_photograph(
        self, user: User, item_id: UUID, *, name: str, kept: KeptPhotograph, photograph: UUID | None = None
    ) -> ItemRecord:
        """A photograph, made small and without its metadata; one whose id came before is there already."""
        with self._transactions() as store:
            record = _found(store.find(user.id, item_id, lock=True))
            if photograph in {p.id for p in record.photographs}:
                return record
            if len(record.photographs) >= MOST_PHOTOGRAPHS:
                message = f"An item has at most {MOST_PHOTOGRAPHS} photographs; take one away first."
                raise InvalidInput(message, fields=[FieldError(path="file", message=message)])
            store.add_photograph(
                user.id, item_id, name=name[:120] or "photograph", content=kept.shown, photograph=photograph
            )
            return _found(store.find(user.id, item_id))

    def photograph(self, user: User, photograph: UUID) -> bytes:
        """A photograph as JPEG."""
        with self._transactions() as store:
            content = store.photograph(user.id, photograph)
        if content is None:
            raise NotFound("This photograph does not exist any more.")
        return content

    def remove_photograph(self, user: User, photograph: UUID) -> None:
        """Take a photograph away."""
        with self._transactions() as store:
            store.remove_photograph(user.id, photograph)


def resampled(distribution: Distribution) -> dict[str, list[Any]]:
    """A distribution on the grid that documents carry: C every 15°, γ every 2°. [cd]"""
    rows = np.array(
        [np.interp(BEAM_ANGLES, distribution.angles, row, left=0.0, right=0.0) for row in distribution.intensity]
    )
    table = np.array([np.interp(BEAM_PLANES, distribution.planes, column) for column in rows.T]).T
    return {
        "planes": [round(float(x), 6) for x in np.degrees(BEAM_PLANES)],
        "angles": [round(float(x), 6) for x in np.degrees(BEAM_ANGLES)],
        "intensity": [[float(f"{x:.5g}") for x in row] for row in table],
    }


def _beam_angle(distribution: Distribution) -> float:
    # where the mean over all planes first falls below half of the peak, both sides together [degree]
    mean = distribution.table().mean(axis=0)
    below = np.nonzero(mean < 0.5 * mean.max())[0]
    start = int(mean.argmax())
    after = below[below > start]
    return float(max(4.0, 2.0 * (after[0] if len(after) else 180)))


def _photometry(name: str, content: bytes) -> Photometry:
    text = within_limits(content.decode("latin-1"))
    if text.lstrip().upper().startswith("IES") or name.lower().endswith(".ies"):
        return read_ies(text)
    if name.lower().endswith((".ldt", ".eulumdat")):
        return read_ldt(text)
    raise UnsupportedFile("A measured beam is read from an IES LM-63 (.ies) or EULUMDAT (.ldt) file.")


def _lamp(item: Item) -> LampValues:
    if item.category != "lamp":
        message = "Only a lamp has a measured beam."
        raise InvalidInput(message, fields=[FieldError(path="category", message=message)])
    return LampValues.model_validate(item.values)


def _keeping_measured(item: Item, current: Item) -> Item:
    # a table has no room for what was measured, so a row leaves it as it is
    kept = {k: v for k in LEFT_OUT if (v := current.values.get(k)) is not None} if item.category == "lamp" else {}
    return item.model_copy(update={"values": {**item.values, **kept}, "bench": current.bench})


def _sides(item: Item) -> PictureSides:
    length, width = float(item.values.get("board_length") or 0.0), float(item.values["roll_width"])
    return round(max(length, width), 3), round(min(length, width), 3)


def _found(record: ItemRecord | None) -> ItemRecord:
    if record is None:
        raise NotFound("This item is not on the Shelf any more.")
    return record


def _based_on(store: ShelfStore, user: User, item: UUID, version: int) -> ItemRecord:
    record = _found(store.find(user.id, item, lock=True))
    if record.version != version:
        raise VersionConflict("This item was changed elsewhere in the meantime.", current_version=record.version)
    return record
