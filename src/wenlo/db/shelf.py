"""The Shelf's store on PostgreSQL."""

from collections.abc import Sequence
from uuid import UUID, uuid4

from sqlalchemy import func, select, update
from sqlalchemy.orm import Session

from wenlo.core import CORE_VERSION
from wenlo.core.catalog.items import Item
from wenlo.core.errors import NotFound
from wenlo.db.edits import SqlEditStore
from wenlo.db.tables import ShelfItemRow, ShelfPhotographRow, ShelfVersionRow
from wenlo.services.edit_ports import EditStore
from wenlo.services.ports import ItemRecord, ItemVersion, PhotographLine

FIELDS = ("category", "name", "count", "measured", "note", "starter", "values", "bench")


class SqlShelfStore:
    """Implements ``ShelfStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session
        self.edits: EditStore = SqlEditStore(session)

    def items(self, owner: UUID) -> Sequence[ItemRecord]:
        """All items of an owner, by name."""
        rows = self._session.scalars(
            select(ShelfItemRow)
            .where(ShelfItemRow.owner_id == owner, ShelfItemRow.trashed_at.is_(None))
            .order_by(ShelfItemRow.name, ShelfItemRow.id)
        ).all()
        pictures: dict[UUID, list[PhotographLine]] = {}
        found = self._session.execute(
            select(ShelfPhotographRow.item_id, ShelfPhotographRow.id, ShelfPhotographRow.name)
            .where(ShelfPhotographRow.owner_id == owner, ShelfPhotographRow.trashed_at.is_(None))
            .order_by(ShelfPhotographRow.created_at)
        )
        for item, picture, name in found:
            pictures.setdefault(item, []).append(PhotographLine(id=picture, name=name))
        return [_record(row, pictures.get(row.id, ())) for row in rows]

    def find(self, owner: UUID, item: UUID, *, lock: bool = False) -> ItemRecord | None:
        """One item; ``lock`` keeps others from writing it until the transaction ends."""
        row = self._row(owner, item, lock=lock)
        return _record(row, self._photographs(item)) if row else None

    def add(self, owner: UUID, item: Item) -> ItemRecord:
        """A new item with its first version."""
        row = ShelfItemRow(owner_id=owner, version=1, **{name: getattr(item, name) for name in FIELDS})
        self._session.add(row)
        self._session.flush()
        self._keep(row)
        return _record(row, ())

    def write(self, owner: UUID, item_id: UUID, item: Item) -> ItemRecord:
        """The next version of an item."""
        row = self._need(owner, item_id)
        for name in FIELDS:
            setattr(row, name, getattr(item, name))
        row.version += 1
        row.updated_at = func.now()
        self._session.flush()
        self._keep(row)
        return _record(row, self._photographs(item_id))

    def remove(self, owner: UUID, item: UUID) -> None:
        """Put an item in the trash, with its versions and photographs."""
        mine = (ShelfItemRow.id == item, ShelfItemRow.owner_id == owner)
        self._session.execute(update(ShelfItemRow).where(*mine).values(trashed_at=func.now()))

    def versions(self, owner: UUID, item: UUID) -> Sequence[ItemVersion]:
        """All versions, newest first."""
        self._need(owner, item)
        rows = self._session.scalars(
            select(ShelfVersionRow).where(ShelfVersionRow.item_id == item).order_by(ShelfVersionRow.number.desc())
        )
        return [
            ItemVersion(
                number=r.number,
                name=r.name,
                measured=r.measured,
                values=r.values,
                bench=r.bench,
                created_at=r.created_at,
            )
            for r in rows
        ]

    def add_photograph(
        self, owner: UUID, item: UUID, *, name: str, content: bytes, photograph: UUID | None = None
    ) -> None:
        """A photograph of an item; one whose id came before is there already."""
        self._need(owner, item)
        if photograph is not None and self._session.get(ShelfPhotographRow, photograph) is not None:
            return
        self._session.add(
            ShelfPhotographRow(id=photograph or uuid4(), item_id=item, owner_id=owner, name=name, content=content)
        )
        self._session.flush()

    def photograph(self, owner: UUID, photograph: UUID) -> bytes | None:
        """A photograph's content."""
        return self._session.scalar(
            select(ShelfPhotographRow.content).where(
                ShelfPhotographRow.id == photograph,
                ShelfPhotographRow.owner_id == owner,
                ShelfPhotographRow.trashed_at.is_(None),
            )
        )

    def remove_photograph(self, owner: UUID, photograph: UUID) -> None:
        """Put a photograph in the trash."""
        mine = (ShelfPhotographRow.id == photograph, ShelfPhotographRow.owner_id == owner)
        self._session.execute(update(ShelfPhotographRow).where(*mine).values(trashed_at=func.now()))

    def _row(self, owner: UUID, item: UUID, *, lock: bool) -> ShelfItemRow | None:
        query = select(ShelfItemRow).where(
            ShelfItemRow.id == item, ShelfItemRow.owner_id == owner, ShelfItemRow.trashed_at.is_(None)
        )
        if lock:
            query = query.with_for_update().execution_options(populate_existing=True)
        return self._session.scalars(query).one_or_none()

    def _need(self, owner: UUID, item: UUID) -> ShelfItemRow:
        row = self._row(owner, item, lock=True)
        if row is None:
            raise NotFound("This item is not on the Shelf any more.")
        return row

    def _photographs(self, item: UUID) -> list[PhotographLine]:
        rows = self._session.execute(
            select(ShelfPhotographRow.id, ShelfPhotographRow.name)
            .where(ShelfPhotographRow.item_id == item, ShelfPhotographRow.trashed_at.is_(None))
            .order_by(ShelfPhotographRow.created_at)
        )
        return [PhotographLine(id=picture, name=name) for picture, name in rows]

    def _keep(self, row: ShelfItemRow) -> None:
        self._session.add(
            ShelfVersionRow(
                item_id=row.id,
                owner_id=row.owner_id,
                number=row.version,
                name=row.name,
                measured=row.measured,
                values=dict(row.values),
                bench=row.bench,
                core_version=CORE_VERSION,
            )
        )
        self._session.flush()
        self._session.refresh(row)


def _record(row: ShelfItemRow, photographs: Sequence[PhotographLine]) -> ItemRecord:
    item = Item.model_validate({name: getattr(row, name) for name in FIELDS})
    return ItemRecord(
        id=row.id, version=row.version, item=item, updated_at=row.updated_at, photographs=tuple(photographs)
    )
