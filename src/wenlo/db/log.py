"""The log on PostgreSQL."""

from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import String, cast, func, select, update
from sqlalchemy.orm import Session

from wenlo.core import CORE_VERSION
from wenlo.core.calibration.shots import ShotValues
from wenlo.core.errors import NotFound
from wenlo.db.edits import SqlEditStore, tell
from wenlo.db.tables import RevisionRow, ShootRow, ShotPhotographRow, ShotRow
from wenlo.services.edit_ports import EditStore
from wenlo.services.ports import PhotographKept, PhotographLine, PhotographSize, ShotRecord

MOST_FOUND = 100


class SqlLogStore:
    """Implements ``LogStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session
        self.edits: EditStore = SqlEditStore(session)

    def shots(self, owner: UUID, shoot: UUID) -> Sequence[ShotRecord]:
        """All shots of a shoot, in order. Raises NotFound."""
        self._shoot(owner, shoot)
        query = select(ShotRow).where(ShotRow.shoot_id == shoot, ShotRow.trashed_at.is_(None))
        rows = self._session.scalars(query.order_by(ShotRow.number)).all()
        return [self._record(row) for row in rows]

    def search(self, owner: UUID, words: str) -> Sequence[ShotRecord]:
        """Shots of all shoots that hold all words, newest first."""
        query = select(ShotRow).join(ShootRow, ShootRow.id == ShotRow.shoot_id)
        query = query.where(ShotRow.owner_id == owner, ShotRow.trashed_at.is_(None), ShootRow.trashed_at.is_(None))
        for word in words.split():
            escaped = word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")
            query = query.where(cast(ShotRow.values, String).ilike(f"%{escaped}%", escape="\\"))
        return [
            self._record(row)
            for row in self._session.scalars(query.order_by(ShotRow.taken_at.desc()).limit(MOST_FOUND))
        ]

    def find(self, owner: UUID, shot: UUID, *, lock: bool = False) -> ShotRecord | None:
        """One shot."""
        row = self._row(owner, shot, lock=lock)
        return self._record(row) if row is not None else None

    def add(self, owner: UUID, shoot: UUID, values: ShotValues, *, shot: UUID | None = None) -> ShotRecord:
        """A new shot, the last in order; one whose id came before is left as it is. Raises NotFound."""
        known = None if shot is None else self._row(owner, shot, lock=False)
        if known is not None:
            return self._record(known)
        parent = self._shoot(owner, shoot, lock=True)
        last = self._session.scalar(select(func.max(ShotRow.number)).where(ShotRow.shoot_id == shoot))
        row = ShotRow(
            id=shot or uuid4(),
            shoot_id=shoot,
            owner_id=owner,
            number=(last or 0) + 1,
            version=1,
            revision=parent.head,
            values=values.model_dump(mode="json"),
            core_version=CORE_VERSION,
        )
        self._session.add(row)
        self._session.flush()
        self._session.refresh(row)
        self._tell(row)
        return self._record(row)

    def document(self, owner: UUID, shot: UUID) -> Mapping[str, Any]:
        """The shoot as it stood at a shot. Raises NotFound."""
        row = self._row(owner, shot, lock=False)
        if row is None:
            raise NotFound("This shot is not in the log any more.")
        found: Mapping[str, Any] | None = self._session.scalar(
            select(RevisionRow.document).where(RevisionRow.shoot_id == row.shoot_id, RevisionRow.number == row.revision)
        )
        if found is None:
            raise NotFound("How the set stood at this shot is not known any more.")
        return found

    def write(self, owner: UUID, shot: UUID, values: ShotValues) -> ShotRecord:
        """Write a shot's values. Raises NotFound."""
        row = self._need(owner, shot)
        row.values, row.version = values.model_dump(mode="json"), row.version + 1
        self._session.flush()
        self._tell(row)
        return self._record(row)

    def remove(self, owner: UUID, shot: UUID) -> None:
        """Put a shot in the trash, with its photographs."""
        mine = (ShotRow.id == shot, ShotRow.owner_id == owner)
        self._session.execute(update(ShotRow).where(*mine).values(trashed_at=func.now()))

    def add_photograph(
        self, owner: UUID, shot: UUID, *, name: str, kept: PhotographKept, photograph: UUID | None = None
    ) -> None:
        """A photograph of a shot; one whose id came before is there already."""
        self._tell(self._need(owner, shot))
        if photograph is not None and self._session.get(ShotPhotographRow, photograph) is not None:
            return
        row = ShotPhotographRow(
            id=photograph or uuid4(),
            shot_id=shot,
            owner_id=owner,
            name=name,
            content=kept.content,
            shown=kept.shown,
            working=kept.working,
        )
        self._session.add(row)
        self._session.flush()

    def photograph(self, owner: UUID, photograph: UUID, size: PhotographSize) -> bytes | None:
        """A photograph's content in a size. Raises NotFound when there is no such photograph."""
        column = {
            "content": ShotPhotographRow.content,
            "shown": ShotPhotographRow.shown,
            "working": ShotPhotographRow.working,
        }[size]
        mine = (ShotPhotographRow.id == photograph, ShotPhotographRow.owner_id == owner)
        there = ShotPhotographRow.trashed_at.is_(None)
        row = self._session.execute(select(column).where(*mine, there)).one_or_none()
        if row is None:
            raise NotFound("This photograph does not exist any more.")
        return row[0]

    def complete_photograph(self, owner: UUID, photograph: UUID, kept: PhotographKept) -> None:
        """Write the sizes of one that has none yet."""
        mine = (ShotPhotographRow.id == photograph, ShotPhotographRow.owner_id == owner)
        self._session.execute(update(ShotPhotographRow).where(*mine).values(shown=kept.shown, working=kept.working))

    def remove_photograph(self, owner: UUID, photograph: UUID) -> None:
        """Put a photograph in the trash."""
        mine = (ShotPhotographRow.id == photograph, ShotPhotographRow.owner_id == owner)
        self._session.execute(update(ShotPhotographRow).where(*mine).values(trashed_at=func.now()))

    def _tell(self, row: ShotRow) -> None:
        tell(self._session, target=row.shoot_id, list="shots")

    def _shoot(self, owner: UUID, shoot: UUID, *, lock: bool = False) -> ShootRow:
        query = select(ShootRow).where(ShootRow.id == shoot, ShootRow.owner_id == owner, ShootRow.trashed_at.is_(None))
        row = self._session.scalars(query.with_for_update() if lock else query).one_or_none()
        if row is None:
            raise NotFound("This shoot does not exist any more.")
        return row

    def _row(self, owner: UUID, shot: UUID, *, lock: bool) -> ShotRow | None:
        query = select(ShotRow).where(ShotRow.id == shot, ShotRow.owner_id == owner, ShotRow.trashed_at.is_(None))
        if lock:
            query = query.with_for_update().execution_options(populate_existing=True)
        return self._session.scalars(query).one_or_none()

    def _need(self, owner: UUID, shot: UUID) -> ShotRow:
        row = self._row(owner, shot, lock=True)
        if row is None:
            raise NotFound("This shot is not in the log any more.")
        return row

    def _record(self, row: ShotRow) -> ShotRecord:
        pictures = self._session.execute(
            select(ShotPhotographRow.id, ShotPhotographRow.name)
            .where(ShotPhotographRow.shot_id == row.id, ShotPhotographRow.trashed_at.is_(None))
            .order_by(ShotPhotographRow.created_at)
        )
        return ShotRecord(
            id=row.id,
            shoot=row.shoot_id,
            number=row.number,
            version=row.version,
            revision=row.revision,
            taken_at=row.taken_at,
            values=ShotValues.model_validate(row.values, strict=False),
            photographs=tuple(PhotographLine(id=i, name=n) for i, n in pictures),
        )
