"""The shoot store on PostgreSQL."""

from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import Row, bindparam, delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from wenlo.core import CORE_VERSION
from wenlo.core.errors import NotFound
from wenlo.db.edits import SqlEditStore, tell
from wenlo.db.remembered import remembered_users
from wenlo.db.tables import EditRow, RevisionRow, ShootRow, TickRow, UserRow, table_of
from wenlo.services.edit_ports import EditStore
from wenlo.services.ports import RevisionLine, ShootLine, ShootRecord, TickList, User

# What every save does is written once and in tables: telling the mapper's way of it anew costs more than doing it.
_SHOOTS, _REVISIONS = table_of(ShootRow), table_of(RevisionRow)

_SEEN = select(*(_SHOOTS.c[name] for name in ("id", "owner_id", "version", "head", "updated_at"))).where(
    _SHOOTS.c.id == bindparam("shoot"), _SHOOTS.c.owner_id == bindparam("owner"), _SHOOTS.c.trashed_at.is_(None)
)
_LOCKED = _SEEN.with_for_update()
_DOCUMENT = select(_REVISIONS.c.document).where(
    _REVISIONS.c.shoot_id == bindparam("shoot"), _REVISIONS.c.number == bindparam("number")
)
_NEWEST = (
    select(func.coalesce(func.max(_REVISIONS.c.number), 0) + 1)
    .where(_REVISIONS.c.shoot_id == bindparam("shoot_id"))
    .scalar_subquery()
)
_ADDED = (
    _REVISIONS.insert()
    .values(
        number=_NEWEST,
        core_version=CORE_VERSION,
        **{
            name: bindparam(name)
            for name in ("id", "shoot_id", "owner_id", "parent", "label", "edit_id", "aside", "document")
        },
    )
    .returning(_REVISIONS.c.number)
)
_SHOWN = (
    _SHOOTS.update()
    .where(_SHOOTS.c.id == bindparam("shoot"))
    .values(head=bindparam("shown"), version=_SHOOTS.c.version + 1, title=bindparam("called"), updated_at=func.now())
    .returning(_SHOOTS.c.version, _SHOOTS.c.updated_at)
)


class SqlShootStore:
    """Implements ``ShootStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session
        # rows that nobody else can write before this transaction ends need not be read again
        self._locked: dict[UUID, Row[Any]] = {}
        self.edits: EditStore = SqlEditStore(session)

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

    def known_user(self, name: str) -> User | None:
        """The user of that name, if it is remembered."""
        return remembered_users(self._session).get(name)

    def lines(self, owner: UUID) -> Sequence[ShootLine]:
        """All shoots of an owner, newest first."""
        rows = self._session.scalars(
            select(ShootRow)
            .where(ShootRow.owner_id == owner, ShootRow.trashed_at.is_(None))
            .order_by(ShootRow.updated_at.desc())
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

    def append(
        self,
        owner: UUID,
        shoot: UUID,
        *,
        document: Mapping[str, Any],
        title: str,
        label: str,
        edit: UUID | None = None,
        aside: bool = False,
    ) -> ShootRecord:
        """A new revision after the one that is shown; ``aside`` keeps it in the history alone."""
        row = self._need(owner, shoot)
        revision = {
            "id": uuid4(),
            "shoot_id": shoot,
            "owner_id": owner,
            "parent": row.head,
            "label": label,
            "edit_id": edit,
            "aside": aside,
            "document": dict(document),
        }
        number = self._session.execute(_ADDED, revision).scalar_one()
        if aside:
            return self._record(row)
        version, at = self._session.execute(_SHOWN, {"shoot": shoot, "shown": number, "called": title}).one()
        self._locked.pop(shoot)
        return ShootRecord(id=shoot, version=version, revision=number, document=document, updated_at=at)

    def revisions(self, owner: UUID, shoot: UUID, *, before: int | None, most: int) -> Sequence[RevisionLine]:
        """Revisions, newest first, from before a number on."""
        row = self._must_see(owner, shoot)
        query = (
            select(
                RevisionRow.number,
                RevisionRow.parent,
                RevisionRow.label,
                RevisionRow.name,
                RevisionRow.aside,
                RevisionRow.created_at,
                EditRow.called,
                EditRow.changes,
            )
            .join(EditRow, EditRow.id == RevisionRow.edit_id, isouter=True)
            .where(RevisionRow.shoot_id == shoot)
        )
        if before is not None:
            query = query.where(RevisionRow.number < before)
        return [
            RevisionLine(
                number=r.number,
                parent=r.parent,
                label=r.label,
                name=r.name,
                called=r.called or "",
                changes=r.changes or [],
                aside=r.aside,
                created_at=r.created_at,
                current=r.number == row.head,
            )
            for r in self._session.execute(query.order_by(RevisionRow.number.desc()).limit(most))
        ]

    def revision(self, owner: UUID, shoot: UUID, number: int) -> Mapping[str, Any]:
        """The document of a revision. Raises NotFound."""
        self._must_see(owner, shoot)
        mine = (RevisionRow.shoot_id == shoot, RevisionRow.number == number)
        found: Mapping[str, Any] | None = self._session.scalar(select(RevisionRow.document).where(*mine))
        if found is None:
            raise NotFound("There is no such revision.")
        return found

    def name_revision(self, owner: UUID, shoot: UUID, number: int, name: str) -> None:
        """Give a revision a name, or take it away. Raises NotFound."""
        self.revision(owner, shoot, number)
        mine = (RevisionRow.shoot_id == shoot, RevisionRow.number == number)
        self._session.execute(update(RevisionRow).where(*mine).values(name=name))

    def remove(self, owner: UUID, shoot: UUID) -> None:
        """Put a shoot in the trash, with all that belongs to it."""
        mine = (ShootRow.id == shoot, ShootRow.owner_id == owner)
        self._session.execute(update(ShootRow).where(*mine).values(trashed_at=func.now()))

    def ticks(self, shoot: UUID, name: TickList) -> Sequence[str]:
        """What is ticked off on a list of a shoot."""
        mine = (TickRow.shoot_id == shoot, TickRow.list == name)
        return list(self._session.scalars(select(TickRow.key).where(*mine).order_by(TickRow.done_at)))

    def tick(self, owner: UUID, shoot: UUID, name: TickList, key: str, *, done: bool) -> None:
        """Tick a line off, or take the tick away; twice is once."""
        tell(self._session, target=shoot, list=name)
        if done:
            row = insert(TickRow).values(shoot_id=shoot, list=name, key=key, owner_id=owner)
            self._session.execute(row.on_conflict_do_nothing())
        else:
            mine = (TickRow.shoot_id == shoot, TickRow.list == name, TickRow.key == key)
            self._session.execute(delete(TickRow).where(*mine))

    def _row(self, owner: UUID, shoot: UUID, *, lock: bool) -> Row[Any] | None:
        row = self._session.execute(_LOCKED if lock else _SEEN, {"shoot": shoot, "owner": owner}).one_or_none()
        if lock and row is not None:
            self._locked[shoot] = row
        return row

    def _need(self, owner: UUID, shoot: UUID) -> Row[Any]:
        row = self._locked.get(shoot) or self._row(owner, shoot, lock=True)
        if row is None or row.owner_id != owner:
            raise NotFound("This shoot does not exist any more.")
        return row

    def _must_see(self, owner: UUID, shoot: UUID) -> Row[Any]:
        row = self._row(owner, shoot, lock=False)
        if row is None:
            raise NotFound("This shoot does not exist any more.")
        return row

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

    def _record(self, row: Row[Any] | ShootRow) -> ShootRecord:
        document = self._session.execute(_DOCUMENT, {"shoot": row.id, "number": row.head}).scalar_one()
        return ShootRecord(
            id=row.id, version=row.version, revision=row.head, document=document, updated_at=row.updated_at
        )
