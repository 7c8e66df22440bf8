"""The trash on PostgreSQL: what was deleted, for a month."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy import Select, String, cast, delete, func, literal, select, update
from sqlalchemy.orm import Session

from wenlo.core.errors import NotFound
from wenlo.db.tables import EditRow, ShelfItemRow, ShelfPhotographRow, ShootRow, ShotPhotographRow, ShotRow
from wenlo.services.edit_ports import Trashed, TrashKind
from wenlo.services.trash import KEPT_DAYS

ROWS: Mapping[TrashKind, type[ShootRow | ShotRow | ShotPhotographRow | ShelfItemRow | ShelfPhotographRow]] = {
    "shoot": ShootRow,
    "shot": ShotRow,
    "photograph": ShotPhotographRow,
    "item": ShelfItemRow,
    "item photograph": ShelfPhotographRow,
}


class SqlTrashStore:
    """Implements ``TrashStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def all(self, owner: UUID) -> Sequence[Trashed]:
        """What is in the trash, newest first."""
        shot_name = literal("Shot ") + cast(ShotRow.number, String)
        nothing = literal("")
        queries: Mapping[TrashKind, Select[UUID, str, str, datetime | None]] = {
            "shoot": select(ShootRow.id, ShootRow.title, nothing, ShootRow.trashed_at),
            "shot": select(ShotRow.id, shot_name, ShootRow.title, ShotRow.trashed_at).join(
                ShootRow, ShootRow.id == ShotRow.shoot_id
            ),
            "photograph": select(ShotPhotographRow.id, ShotPhotographRow.name, shot_name, ShotPhotographRow.trashed_at)
            .join(ShotRow, ShotRow.id == ShotPhotographRow.shot_id)
            .join(ShootRow, ShootRow.id == ShotRow.shoot_id),
            "item": select(ShelfItemRow.id, ShelfItemRow.name, nothing, ShelfItemRow.trashed_at),
            "item photograph": select(
                ShelfPhotographRow.id, ShelfPhotographRow.name, ShelfItemRow.name, ShelfPhotographRow.trashed_at
            ).join(ShelfItemRow, ShelfItemRow.id == ShelfPhotographRow.item_id),
        }
        found = []
        for kind, row in ROWS.items():
            query = queries[kind].where(row.owner_id == owner, row.trashed_at.is_not(None))
            # what goes with its shoot, shot or item is not listed beside it
            if kind in ("shot", "photograph"):
                query = query.where(ShootRow.trashed_at.is_(None))
            if kind == "photograph":
                query = query.where(ShotRow.trashed_at.is_(None))
            if kind == "item photograph":
                query = query.where(ShelfItemRow.trashed_at.is_(None))
            for key, name, of, at in self._session.execute(query):
                assert at is not None
                until = at + timedelta(days=KEPT_DAYS)
                found.append(Trashed(kind=kind, id=key, name=name, of=of, at=at, until=until))
        return sorted(found, key=lambda one: one.at, reverse=True)

    def restore(self, owner: UUID, kind: TrashKind, key: UUID) -> None:
        """Take it back. Raises NotFound."""
        row = ROWS[kind]
        mine = (row.id == key, row.owner_id == owner, row.trashed_at.is_not(None))
        found = self._session.scalar(update(row).where(*mine).values(trashed_at=None).returning(row.id))
        if found is None:
            raise NotFound("This is not in the trash any more.")

    def remove(self, owner: UUID, kind: TrashKind, key: UUID) -> None:
        """Delete it for good. Raises NotFound."""
        row = ROWS[kind]
        mine = (row.id == key, row.owner_id == owner, row.trashed_at.is_not(None))
        found = self._session.scalar(delete(row).where(*mine).returning(row.id))
        if found is None:
            raise NotFound("This is not in the trash any more.")
        self._forget_edits()

    def empty(self) -> int:
        """Delete for good what has been there for longer than it is kept; how many rows."""
        gone = 0
        for row in ROWS.values():
            old = delete(row).where(row.trashed_at < func.now() - timedelta(days=KEPT_DAYS))
            gone += len(self._session.execute(old.returning(row.id)).all())
        if gone:
            self._forget_edits()
        return gone

    def _forget_edits(self) -> None:
        # edits of what is not there any more, in the trash or out of it
        there = (ShootRow, ShotRow, ShelfItemRow)
        gone = [~select(row.id).where(row.id == EditRow.target_id).exists() for row in there]
        self._session.execute(delete(EditRow).where(*gone))
