"""The shoot store on PostgreSQL."""

from collections.abc import Mapping, Sequence
from typing import Any, Literal
from uuid import UUID

from sqlalchemy import delete, func, select, text
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from wenlo.core import CORE_VERSION
from wenlo.core.errors import NotFound
from wenlo.db.tables import RevisionRow, ShootRow, TickRow, UserRow
from wenlo.services.ports import RevisionLine, ShootLine, ShootRecord, TickList, User


class SqlShootStore:
    """Implements ``ShootStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def user(self, name: str) -> User:
        """The user of that name, made if need be."""
        self._session.execute(insert(UserRow).values(name=name).on_conflict_do_nothing())
        row = self._session.scalars(select(UserRow).where(UserRow.name == name)).one()
        return User(id=row.id, name=row.name)

    def lines(self, owner: UUID) -> Sequence[ShootLine]:
        """All shoots of an owner, newest first."""
        rows = self._session.scalars(
            select(ShootRow).where(ShootRow.owner_id == owner).order_by(ShootRow.updated_at.desc())
        )
        return [ShootLine(id=r.id, title=r.title, version=r.version, updated_at=r.updated_at) for r in rows]

    def find(self, owner: UUID, shoot: UUID, *, lock: bool = False) -> ShootRecord | None:
        """One shoot; ``lock`` keeps others from writing it until the transaction ends."""
        row = self._row(owner, shoot, lock=lock)
        return self._record(row) if row else None

    def add(self, owner: UUID, *, document: Mapping[str, Any], title: str, label: str) -> ShootRecord:
        """A new shoot with its first revision."""
        row = ShootRow(owner_id=owner, version=1, head=1, title=title)
        self._session.add(row)
        self._session.flush()
        self._add_revision(row, number=1, parent=None, document=document, label=label)
        self._session.refresh(row)
        return self._record(row)

    def append(self, owner: UUID, shoot: UUID, *, document: Mapping[str, Any], title: str, label: str) -> ShootRecord:
        """A new revision after the one that is shown."""
        row = self._need(owner, shoot)
        newest = self._session.scalar(select(func.max(RevisionRow.number)).where(RevisionRow.shoot_id == shoot))
        number = (newest or 0) + 1
        self._add_revision(row, number=number, parent=row.head, document=document, label=label)
        return self._show(row, number, title)

    def move(self, owner: UUID, shoot: UUID, *, to: Literal["parent", "child"]) -> ShootRecord:
        """Show the revision before or after; unchanged where there is none."""
        row = self._need(owner, shoot)
        target = self._revision(row.id, row.head).parent if to == "parent" else self._newest_child(row)
        if target is None:
            return self._record(row)
        return self._show(row, target, self._revision(row.id, target).document["title"])

    def revisions(self, owner: UUID, shoot: UUID) -> Sequence[RevisionLine]:
        """All revisions, newest first."""
        row = self._need(owner, shoot)
        rows = self._session.scalars(
            select(RevisionRow).where(RevisionRow.shoot_id == shoot).order_by(RevisionRow.number.desc())
        )
        return [
            RevisionLine(
                number=r.number, parent=r.parent, label=r.label, created_at=r.created_at, current=r.number == row.head
            )
            for r in rows
        ]

    def remove(self, owner: UUID, shoot: UUID) -> None:
        """Delete a shoot and all its revisions."""
        self._session.execute(delete(ShootRow).where(ShootRow.id == shoot, ShootRow.owner_id == owner))

    def ticks(self, shoot: UUID, name: TickList) -> Sequence[str]:
        """What is ticked off on a list of a shoot."""
        mine = (TickRow.shoot_id == shoot, TickRow.list == name)
        return list(self._session.scalars(select(TickRow.key).where(*mine).order_by(TickRow.done_at)))

    def tick(self, owner: UUID, shoot: UUID, name: TickList, key: str, *, done: bool) -> None:
        """Tick a line off, or take the tick away; twice is once."""
        if done:
            row = insert(TickRow).values(shoot_id=shoot, list=name, key=key, owner_id=owner)
            self._session.execute(row.on_conflict_do_nothing())
        else:
            mine = (TickRow.shoot_id == shoot, TickRow.list == name, TickRow.key == key)
            self._session.execute(delete(TickRow).where(*mine))

    def ping(self) -> None:
        """Raise unless the database answers."""
        self._session.execute(text("select 1"))

    def _row(self, owner: UUID, shoot: UUID, *, lock: bool) -> ShootRow | None:
        query = select(ShootRow).where(ShootRow.id == shoot, ShootRow.owner_id == owner)
        if lock:
            query = query.with_for_update().execution_options(populate_existing=True)
        return self._session.scalars(query).one_or_none()

    def _need(self, owner: UUID, shoot: UUID) -> ShootRow:
        row = self._row(owner, shoot, lock=True)
        if row is None:
            raise NotFound("This shoot does not exist any more.")
        return row

    def _revision(self, shoot: UUID, number: int) -> RevisionRow:
        return self._session.scalars(
            select(RevisionRow).where(RevisionRow.shoot_id == shoot, RevisionRow.number == number)
        ).one()

    def _newest_child(self, row: ShootRow) -> int | None:
        return self._session.scalar(
            select(func.max(RevisionRow.number)).where(RevisionRow.shoot_id == row.id, RevisionRow.parent == row.head)
        )

    def _add_revision(
        self, row: ShootRow, *, number: int, parent: int | None, document: Mapping[str, Any], label: str
    ) -> None:
        self._session.add(
            RevisionRow(
                shoot_id=row.id,
                owner_id=row.owner_id,
                number=number,
                parent=parent,
                label=label,
                document=dict(document),
                core_version=CORE_VERSION,
            )
        )
        self._session.flush()

    def _show(self, row: ShootRow, number: int, title: str) -> ShootRecord:
        row.head = number
        row.version += 1
        row.title = title
        row.updated_at = func.now()
        self._session.flush()
        self._session.refresh(row)
        return self._record(row)

    def _record(self, row: ShootRow) -> ShootRecord:
        revision = self._revision(row.id, row.head)
        return ShootRecord(
            id=row.id, version=row.version, revision=row.head, document=revision.document, updated_at=row.updated_at,
            can_undo=revision.parent is not None, can_redo=self._newest_child(row) is not None,
        )  # fmt: skip
