"""Use cases of shoots: make, open, edit, history, import."""

from collections.abc import Mapping, Sequence
from contextlib import suppress
from dataclasses import replace
from typing import Any
from uuid import UUID

from wenlo.core.document.refusals import newly_refused, refusals, title_problem
from wenlo.core.document.shoot import Shoot, answer_paths, read_shoot, write_shoot
from wenlo.core.errors import InvalidInput, NotFound, VersionConflict
from wenlo.formats.project_file import read_project
from wenlo.services.edit_ports import Edited
from wenlo.services.edits import Edit, EditsRequest, Outcome, Target, take_in, whole_edit
from wenlo.services.ports import RevisionLine, ShootLine, ShootRecord, ShootStore, TickList, Transactions, User

LOCAL_USER = "local"

MOST_REVISIONS = 100
"""Of the history at once."""


class Shoots:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[ShootStore]) -> None:
        self._transactions = transactions

    def local_user(self) -> User:
        """The one user until signing in exists."""
        with self._transactions() as store:
            return store.user(LOCAL_USER)

    def known_local_user(self) -> User | None:
        """The same where it is remembered, without asking the database."""
        with self._transactions() as store:
            return store.known_user(LOCAL_USER)

    def lines(self, user: User) -> Sequence[ShootLine]:
        """The user's shoots, newest first."""
        with self._transactions() as store:
            return store.lines(user.id)

    def create(self, user: User, shoot: Shoot, *, label: str = "Made") -> ShootRecord:
        """A new shoot. Raises InvalidInput for a title that cannot be told."""
        problem = title_problem(shoot.title)
        if problem is not None:
            raise InvalidInput(problem.message, fields=[problem])
        with self._transactions() as store:
            return store.add(user.id, document=write_shoot(shoot), title=shoot.title, label=label)

    def open(self, user: User, shoot: UUID) -> ShootRecord:
        """One shoot. Raises NotFound."""
        with self._transactions() as store:
            return _found(store.find(user.id, shoot))

    def save(self, user: User, shoot: UUID, *, version: int, document: Shoot, label: str) -> ShootRecord:
        """A new revision, unless somebody saved since ``version`` (VersionConflict), or it makes what does not fit
        (InvalidInput).
        """
        with self._transactions() as store:
            current = _based_on(store, user, shoot, version)
            written = write_shoot(document)
            if written == current.document:
                return current
            _refuse(current.document, document)
            edit = whole_edit(current.document, written, version=current.version, label=label)
            record = store.append(user.id, shoot, document=written, title=document.title, label=label, edit=edit.id)
            store.edits.keep(user.id, shoot, replace(edit, version=record.version))
            return record

    def edit(self, user: User, shoot: UUID, request: EditsRequest) -> tuple[ShootRecord, list[Outcome]]:
        """Make edits, each once, merged with what others changed; the shoot as it stands then. Raises NotFound."""
        with self._transactions() as store:
            target = ShootTarget(store, user, _found(store.find(user.id, shoot, lock=True)))
            outcomes = take_in(store.edits, user, target, request)
            return target.record, outcomes

    def steps(self, user: User, shoot: UUID, device: str) -> Sequence[Edited]:
        """What can be taken back on a device. Raises NotFound."""
        with self._transactions() as store:
            _found(store.find(user.id, shoot))
            return store.edits.steps(shoot, device)

    def history(
        self, user: User, shoot: UUID, *, before: int | None = None, most: int = MOST_REVISIONS
    ) -> Sequence[RevisionLine]:
        """Revisions, newest first, from before a number on. Raises NotFound."""
        with self._transactions() as store:
            return store.revisions(user.id, shoot, before=before, most=most)

    def revision(self, user: User, shoot: UUID, number: int) -> Shoot:
        """The shoot as it stood. Raises NotFound."""
        with self._transactions() as store:
            return read_shoot(store.revision(user.id, shoot, number))

    def name_revision(self, user: User, shoot: UUID, number: int, name: str) -> None:
        """Give a revision a name, or take it away. Raises NotFound."""
        with self._transactions() as store:
            store.name_revision(user.id, shoot, number, name)

    def remove(self, user: User, shoot: UUID, *, version: int) -> None:
        """Put a shoot in the trash, unless somebody saved since ``version``."""
        with self._transactions() as store:
            _based_on(store, user, shoot, version)
            store.remove(user.id, shoot)

    def ticks(self, user: User, shoot: UUID, name: TickList) -> Sequence[str]:
        """What is ticked off on a list. Raises NotFound."""
        with self._transactions() as store:
            _found(store.find(user.id, shoot))
            return store.ticks(shoot, name)

    def tick(self, user: User, shoot: UUID, name: TickList, key: str, *, done: bool) -> Sequence[str]:
        """Tick a line off, or take the tick away, and return what is ticked. Raises NotFound."""
        with self._transactions() as store:
            _found(store.find(user.id, shoot))
            store.tick(user.id, shoot, name, key, done=done)
            return store.ticks(shoot, name)

    def bring_in(self, user: User, content: bytes) -> ShootRecord:
        """A new shoot from a project file. Raises UnsupportedFile or InvalidInput; nothing is changed then."""
        return self.create(user, read_project(content), label="Brought in from a file")


def fresh_shoot() -> Shoot:
    """A new shoot: sensible defaults, every answer of the Brief marked as assumed."""
    shoot = Shoot()
    return shoot.model_copy(update={"brief": shoot.brief.model_copy(update={"assumed": answer_paths()})})


def _refuse(before: Mapping[str, Any], after: Shoot) -> None:
    if before.get("title") == after.title and not any(refusals(after)):
        return
    refused = newly_refused(read_shoot(before), after)
    if refused:
        raise InvalidInput(refused[0].message, fields=refused)


class ShootTarget(Target[ShootRecord]):
    """A shoot that edits are made of."""

    def __init__(self, store: ShootStore, user: User, record: ShootRecord) -> None:
        self._store, self._user, self.record, self.id = store, user, record, record.id

    @property
    def document(self) -> Mapping[str, Any]:
        """As it stands, in JSON values."""
        return self.record.document

    @property
    def version(self) -> int:
        """It rises with every write."""
        return self.record.version

    def write(self, document: Any, edit: Edit) -> None:
        """A new revision, unless nothing changes. Raises InvalidInput."""
        shoot = read_shoot(document)
        _refuse(self.document, shoot)
        written = write_shoot(shoot)
        if written != self.document:
            self.record = self._store.append(
                self._user.id, self.id, document=written, title=shoot.title, label=edit.label, edit=edit.id
            )

    def keep_aside(self, document: Any, edit: Edit) -> None:
        """A revision that is not shown, if it is a shoot at all; what was typed is kept with the edit anyhow."""
        with suppress(InvalidInput):
            shoot = read_shoot(document)
            self._store.append(
                self._user.id,
                self.id,
                document=write_shoot(shoot),
                title=shoot.title,
                label=edit.label,
                edit=edit.id,
                aside=True,
            )


def _found(record: ShootRecord | None) -> ShootRecord:
    if record is None:
        raise NotFound("This shoot does not exist any more.")
    return record


def _based_on(store: ShootStore, user: User, shoot: UUID, version: int) -> ShootRecord:
    record = _found(store.find(user.id, shoot, lock=True))
    if record.version != version:
        raise VersionConflict(
            "This shoot was changed elsewhere in the meantime, perhaps in another tab.", current_version=record.version
        )
    return record
