"""The shoot store on PostgreSQL."""

from collections.abc import Mapping, Sequence
from typing import Any, Literal
from uuid import UUID, uuid4

from sqlalchemy import delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from wenlo.core import CORE_VERSION
from wenlo.core.errors import NotFound
from wenlo.db.remembered import remembered_users
from wenlo.db.tables import RevisionRow, ShootRow, TickRow, UserRow
from wenlo.services.ports import RevisionLine, ShootLine, ShootRecord, TickList, User


class SqlShootStore:
    """Implements ``ShootStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session
        # rows that nobody else can write before this transaction ends need not be read again
        self._locked: dict[UUID, ShootRow] = {}

    def user(self, name: str) -> User:
        """The user of that name, made if need be."""
        known = remembered_users(self._session)
        if name in known:
            return known[name]
        wanted = select(UserRow).where(UserRow.name == name)
        row = self._session.scalars(wanted).one_or_none()
        if row is None:
            self._session.execute(insert(UserRow).values(name=name).on_conflict_do_nothing())
            row = self._session.scalars(wanted).one()
            # one that is only just made may yet be undone with its transaction
            return User(id=row.id, name=row.name)
        known[name] = User(id=row.id, name=row.name)
        return known[name]

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
        newest = select(func.coalesce(func.max(RevisionRow.number), 0) + 1).where(RevisionRow.shoot_id == shoot)
        revision = insert(RevisionRow).values(
            id=uuid4(),
            shoot_id=shoot,
            owner_id=owner,
            number=newest.scalar_subquery(),
            parent=row.head,
            label=label,
            document=dict(document),
            core_version=CORE_VERSION,
        )
        number = self._session.execute(revision.returning(RevisionRow.number)).scalar_one()
        shown = update(ShootRow).where(ShootRow.id == shoot)
        shown = shown.values(head=number, version=ShootRow.version + 1, title=title, updated_at=func.now())
        version, at = self._session.execute(
            shown.returning(ShootRow.version, ShootRow.updated_at), execution_options={"synchronize_session": False}
        ).one()
        self._locked.pop(shoot)
        self._session.expire(row)
        return ShootRecord(
            id=shoot, version=version, revision=number, document=document, updated_at=at, can_undo=True, can_redo=False
        )

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

    def _row(self, owner: UUID, shoot: UUID, *, lock: bool) -> ShootRow | None:
        query = select(ShootRow).where(ShootRow.id == shoot, ShootRow.owner_id == owner)
        if lock:
            query = query.with_for_update().execution_options(populate_existing=True)
        row = self._session.scalars(query).one_or_none()
        if lock and row is not None:
            self._locked[shoot] = row
        return row

    def _need(self, owner: UUID, shoot: UUID) -> ShootRow:
        row = self._locked.get(shoot) or self._row(owner, shoot, lock=True)
        if row is None or row.owner_id != owner:
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
        return self._record(row)

    def _record(self, row: ShootRow) -> ShootRecord:
        child = select(func.max(RevisionRow.number)).where(
            RevisionRow.shoot_id == row.id, RevisionRow.parent == row.head
        )
        shown = select(RevisionRow.document, RevisionRow.parent, child.scalar_subquery())
        document, parent, next_one = self._session.execute(
            shown.where(RevisionRow.shoot_id == row.id, RevisionRow.number == row.head)
        ).one()
        return ShootRecord(
            id=row.id,
            version=row.version,
            revision=row.head,
            document=document,
            updated_at=row.updated_at,
            can_undo=parent is not None,
            can_redo=next_one is not None,
        )
