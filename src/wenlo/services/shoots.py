"""Use cases of shoots: make, open, save, undo, redo, import."""

from collections.abc import Sequence
from uuid import UUID

from wenlo.core.document.refusals import newly_refused, title_problem
from wenlo.core.document.shoot import Shoot, answer_paths, read_shoot, write_shoot
from wenlo.core.errors import InvalidInput, NotFound, VersionConflict
from wenlo.formats.project_file import read_project
from wenlo.services.ports import RevisionLine, ShootLine, ShootRecord, ShootStore, TickList, Transactions, User

LOCAL_USER = "local"


class Shoots:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[ShootStore]) -> None:
        self._transactions = transactions

    def local_user(self) -> User:
        """The one user until signing in exists."""
        with self._transactions() as store:
            return store.user(LOCAL_USER)

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
            refused = newly_refused(read_shoot(current.document), document)
            if refused:
                raise InvalidInput(refused[0].message, fields=refused)
            return store.append(user.id, shoot, document=written, title=document.title, label=label)

    def undo(self, user: User, shoot: UUID, *, version: int) -> ShootRecord:
        """Show the revision before."""
        with self._transactions() as store:
            _based_on(store, user, shoot, version)
            return store.move(user.id, shoot, to="parent")

    def redo(self, user: User, shoot: UUID, *, version: int) -> ShootRecord:
        """Show the revision that was undone last."""
        with self._transactions() as store:
            _based_on(store, user, shoot, version)
            return store.move(user.id, shoot, to="child")

    def history(self, user: User, shoot: UUID) -> Sequence[RevisionLine]:
        """All revisions, newest first."""
        with self._transactions() as store:
            return store.revisions(user.id, shoot)

    def remove(self, user: User, shoot: UUID, *, version: int) -> None:
        """Delete a shoot, unless somebody saved since ``version``."""
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
