"""Use cases of the log: shots in order, their photographs, search."""

import json
from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID

from pydantic import ValidationError

from wenlo.core.calibration.shots import ShotValues
from wenlo.core.document.merge import Change, both_texts
from wenlo.core.document.shoot import Shoot, read_shoot
from wenlo.core.errors import FieldError, InvalidInput, NotFound, VersionConflict
from wenlo.core.photometry.exposure import format_aperture
from wenlo.core.units.fields import MOST_TEXT, field_errors
from wenlo.formats.contact_sheet_pdf import ContactPrint, write_contact_sheet_pdf
from wenlo.formats.photograph import KeptPhotograph
from wenlo.services.edits import DisputeOver, Edit, EditsRequest, Outcome, Target, take_in, whole_edit
from wenlo.services.ports import LogStore, PhotographSize, ShotRecord, Transactions, User

MOST_PHOTOGRAPHS = 6


class Log:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[LogStore]) -> None:
        self._transactions = transactions

    def shots(self, user: User, shoot: UUID) -> Sequence[ShotRecord]:
        """All shots of a shoot, in order. Raises NotFound."""
        with self._transactions() as store:
            return store.shots(user.id, shoot)

    def shot(self, user: User, shot: UUID) -> ShotRecord:
        """One shot. Raises NotFound."""
        with self._transactions() as store:
            return _found(store.find(user.id, shot))

    def document(self, user: User, shot: UUID) -> Shoot:
        """The shoot as it stood when a shot was taken. Raises NotFound."""
        with self._transactions() as store:
            return read_shoot(store.document(user.id, shot))

    def contact_sheet(self, user: User, shoot: UUID, *, title: str, paper: str) -> bytes:
        """All photographs of a shoot in their order, with what is written down of them, as PDF. Raises NotFound."""
        prints: list[ContactPrint] = []
        for shot in self.shots(user, shoot):
            head, lines = f"{shot.number}. {shot.values.look}", _captions(shot.values)
            prints += [
                ContactPrint(content=self.photograph(user, p.id, "shown"), head=head, lines=lines)
                for p in shot.photographs
            ]
            if not shot.photographs:
                prints.append(ContactPrint(content=None, head=head, lines=lines))
        return write_contact_sheet_pdf(prints, title=title, paper=paper)

    def search(self, user: User, words: str) -> Sequence[ShotRecord]:
        """Shots of all shoots that hold all words, newest first."""
        with self._transactions() as store:
            return store.search(user.id, words)

    def add(self, user: User, shoot: UUID, values: ShotValues, *, shot: UUID | None = None) -> ShotRecord:
        """A new shot; one whose id came before is left as it is. Raises NotFound."""
        with self._transactions() as store:
            return store.add(user.id, shoot, values, shot=shot)

    def edit(self, user: User, shot: UUID, request: EditsRequest) -> tuple[ShotRecord, list[Outcome]]:
        """Make edits, each once, merged with what others wrote; the shot as it stands then. Raises NotFound."""
        with self._transactions() as store:
            target = ShotTarget(store, user, _found(store.find(user.id, shot, lock=True)))
            outcomes = take_in(store.edits, user, target, request)
            return target.record, outcomes

    def save(self, user: User, shot: UUID, *, version: int, values: ShotValues) -> ShotRecord:
        """Write a shot, unless somebody wrote it since ``version`` (VersionConflict)."""
        with self._transactions() as store:
            before = _based_on(store, user, shot, version)
            record = store.write(user.id, shot, values)
            edit = whole_edit(
                before.values.model_dump(mode="json"), values.model_dump(mode="json"), version=record.version, label=""
            )
            store.edits.keep(user.id, shot, edit)
            return record

    def remove(self, user: User, shot: UUID, *, version: int) -> None:
        """Put a shot in the trash, unless somebody wrote it since ``version``."""
        with self._transactions() as store:
            _based_on(store, user, shot, version)
            store.remove(user.id, shot)

    def add_photograph(
        self, user: User, shot: UUID, *, name: str, kept: KeptPhotograph, photograph: UUID | None = None
    ) -> ShotRecord:
        """A photograph, kept as it came and in the sizes in which it is shown and measured; one whose id came before
        is there already.
        """
        with self._transactions() as store:
            record = _found(store.find(user.id, shot, lock=True))
            if photograph in {p.id for p in record.photographs}:
                return record
            if len(record.photographs) >= MOST_PHOTOGRAPHS:
                message = f"A shot has at most {MOST_PHOTOGRAPHS} photographs; take one away first."
                raise InvalidInput(message, fields=[FieldError(path="file", message=message)])
            store.add_photograph(user.id, shot, name=name[:120] or "photograph", kept=kept, photograph=photograph)
            return _found(store.find(user.id, shot))

    def photograph(self, user: User, photograph: UUID, size: PhotographSize) -> bytes | None:
        """A photograph in a size, None for one of an older Wenlo that has it not yet. Raises NotFound."""
        with self._transactions() as store:
            return store.photograph(user.id, photograph, size)

    def complete_photograph(self, user: User, photograph: UUID, kept: KeptPhotograph) -> None:
        """Keep the sizes of one that an older Wenlo kept as it came alone."""
        with self._transactions() as store:
            store.complete_photograph(user.id, photograph, kept)

    def remove_photograph(self, user: User, photograph: UUID) -> None:
        """Take a photograph away."""
        with self._transactions() as store:
            store.remove_photograph(user.id, photograph)


TEXTS = ("notes", "changed")
"""Fields that can hold what two people wrote."""


class ShotTarget(Target[ShotRecord]):
    """A shot that edits are made of."""

    def __init__(self, store: LogStore, user: User, record: ShotRecord) -> None:
        self._store, self._user, self.record, self.id = store, user, record, record.id

    @property
    def document(self) -> Mapping[str, Any]:
        """What is written down of it, in JSON values."""
        return self.record.values.model_dump(mode="json")

    @property
    def version(self) -> int:
        """It rises with every write."""
        return self.record.version

    def settled(self, now: Any, edit: Edit, dispute: DisputeOver) -> Change | None:
        """Both texts, one under the other, if there is room for them."""
        theirs, mine = dispute.theirs, dispute.mine
        if tuple(dispute.path) not in {(name,) for name in TEXTS} or not isinstance(mine, str):
            return None
        change = next(c for c in edit.changes if list(c.path) == dispute.path)
        both = both_texts(str(change.was or ""), theirs, mine)
        if len(both) > MOST_TEXT:
            return None
        return Change(path=tuple(dispute.path), was=theirs, value=both)

    def write(self, document: Any, edit: Edit) -> None:
        """Write its values. Raises InvalidInput."""
        try:
            values = ShotValues.model_validate_json(json.dumps(document))
        except ValidationError as error:
            fields = field_errors(ShotValues, error.errors(include_url=False))
            raise InvalidInput(fields[0].message, fields=fields) from None
        if values != self.record.values:
            self.record = self._store.write(self._user.id, self.id, values)


def _captions(values: ShotValues) -> tuple[str, ...]:
    settings = [
        format_aperture(values.aperture) if values.aperture else "",
        (f"1/{1 / values.shutter:.0f} s" if values.shutter < 0.3 else f"{values.shutter:.2g} s")
        if values.shutter
        else "",
        f"ISO {values.iso:.0f}" if values.iso else "",
        f"lamp {values.power * 100:.3g} %" if values.power else "",
    ]
    said = [f"changed: {values.changed}" if values.changed else "", values.notes]
    verdict = "" if values.verdict == "none" else values.verdict
    return (", ".join(x for x in (*settings, verdict) if x), *(x for x in said if x))


def _found(record: ShotRecord | None) -> ShotRecord:
    if record is None:
        raise NotFound("This shot is not in the log any more.")
    return record


def _based_on(store: LogStore, user: User, shot: UUID, version: int) -> ShotRecord:
    record = _found(store.find(user.id, shot, lock=True))
    if record.version != version:
        raise VersionConflict("This shot was changed elsewhere in the meantime.", current_version=record.version)
    return record
