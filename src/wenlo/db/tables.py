"""Tables. Every row has an owner; every revision of a shoot is kept."""

from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import (
    Boolean,
    DateTime,
    Float,
    ForeignKey,
    Index,
    Integer,
    LargeBinary,
    String,
    Table,
    UniqueConstraint,
    false,
    func,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """Root of all tables."""


def table_of(row: type[Base]) -> Table:
    """The table of rows of a kind, for statements that need no mapper."""
    table = row.__table__
    assert isinstance(table, Table)
    return table


class UserRow(Base):
    """Somebody who owns things. One local user until signing in exists."""

    __tablename__ = "users"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    name: Mapped[str] = mapped_column(String(120), unique=True)


class ShootRow(Base):
    """A shoot: which revision is shown, and a version that rises with every write."""

    __tablename__ = "shoots"
    # what the database sets comes back with the statement that sets it
    __mapper_args__ = {"eager_defaults": True}  # noqa: RUF012

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"), index=True)
    version: Mapped[int] = mapped_column(Integer)
    head: Mapped[int] = mapped_column(Integer)
    title: Mapped[str] = mapped_column(String(120))
    updated_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    trashed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class RevisionRow(Base):
    """One revision of a shoot's document; ``parent`` is the number it was made from."""

    __tablename__ = "revisions"
    __table_args__ = (
        UniqueConstraint("shoot_id", "number", name="revision_number"),
        Index("revision_parent", "shoot_id", "parent"),
    )

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    shoot_id: Mapped[UUID] = mapped_column(ForeignKey("shoots.id", ondelete="CASCADE"))
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"))
    number: Mapped[int] = mapped_column(Integer)
    parent: Mapped[int | None] = mapped_column(Integer)
    label: Mapped[str] = mapped_column(String(120))
    name: Mapped[str] = mapped_column(String(120), server_default="")
    edit_id: Mapped[UUID | None] = mapped_column()
    aside: Mapped[bool] = mapped_column(Boolean, server_default=false())
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)
    core_version: Mapped[str] = mapped_column(String(20))
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class EditRow(Base):
    """An edit of a shoot, a shot or an item of the Shelf (``target_id``): who changed what, and what became of it."""

    __tablename__ = "edits"
    __table_args__ = (Index("edit_target", "target_id", "version"),)

    id: Mapped[UUID] = mapped_column(primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"), index=True)
    target_id: Mapped[UUID] = mapped_column()
    device: Mapped[str] = mapped_column(String(60))
    called: Mapped[str] = mapped_column(String(60))
    writer: Mapped[str] = mapped_column(String(60))
    label: Mapped[str] = mapped_column(String(120))
    changes: Mapped[list[Any]] = mapped_column(JSONB)
    undoes: Mapped[UUID | None] = mapped_column()
    redoes: Mapped[UUID | None] = mapped_column()
    made_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    version: Mapped[int] = mapped_column(Integer)
    state: Mapped[str] = mapped_column(String(10))
    outcome: Mapped[dict[str, Any]] = mapped_column(JSONB)
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class TickRow(Base):
    """A line of a list of a shoot (steps of the build, the checklist) that is ticked off."""

    __tablename__ = "ticks"

    shoot_id: Mapped[UUID] = mapped_column(ForeignKey("shoots.id", ondelete="CASCADE"), primary_key=True)
    list: Mapped[str] = mapped_column(String(20), primary_key=True)
    key: Mapped[str] = mapped_column(String(200), primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"))
    done_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class ShotRow(Base):
    """A shot of a shoot's log, in the order in which it was taken; ``revision`` is the one that was shown then."""

    __tablename__ = "shots"
    __table_args__ = (UniqueConstraint("shoot_id", "number", name="shot_number"),)

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    shoot_id: Mapped[UUID] = mapped_column(ForeignKey("shoots.id", ondelete="CASCADE"))
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"), index=True)
    number: Mapped[int] = mapped_column(Integer)
    version: Mapped[int] = mapped_column(Integer)
    revision: Mapped[int] = mapped_column(Integer)
    values: Mapped[dict[str, Any]] = mapped_column(JSONB)
    core_version: Mapped[str] = mapped_column(String(20))
    taken_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    trashed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class ShotPhotographRow(Base):
    """A photograph of a shot, as it came from the camera, made small to be shown, and of a size to be measured."""

    __tablename__ = "shot_photographs"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    shot_id: Mapped[UUID] = mapped_column(ForeignKey("shots.id", ondelete="CASCADE"), index=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(120))
    content: Mapped[bytes] = mapped_column(LargeBinary)
    shown: Mapped[bytes | None] = mapped_column(LargeBinary)
    working: Mapped[bytes | None] = mapped_column(LargeBinary)
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    trashed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class ShelfItemRow(Base):
    """An item of somebody's Shelf as it is now; ``version`` rises with every write."""

    __tablename__ = "shelf_items"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"), index=True)
    version: Mapped[int] = mapped_column(Integer)
    category: Mapped[str] = mapped_column(String(20))
    name: Mapped[str] = mapped_column(String(120))
    count: Mapped[float] = mapped_column(Float)
    measured: Mapped[bool] = mapped_column(Boolean)
    note: Mapped[str] = mapped_column(String(2000))
    starter: Mapped[str | None] = mapped_column(String(60))
    values: Mapped[dict[str, Any]] = mapped_column(JSONB)
    bench: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True))
    updated_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    trashed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class ShelfVersionRow(Base):
    """What an item was in one of its versions."""

    __tablename__ = "shelf_versions"
    __table_args__ = (UniqueConstraint("item_id", "number", name="shelf_version_number"),)

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    item_id: Mapped[UUID] = mapped_column(ForeignKey("shelf_items.id", ondelete="CASCADE"))
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"))
    number: Mapped[int] = mapped_column(Integer)
    name: Mapped[str] = mapped_column(String(120))
    measured: Mapped[bool] = mapped_column(Boolean)
    values: Mapped[dict[str, Any]] = mapped_column(JSONB)
    bench: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True))
    core_version: Mapped[str] = mapped_column(String(20))
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class ShelfPhotographRow(Base):
    """A photograph of an item, made small."""

    __tablename__ = "shelf_photographs"

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    item_id: Mapped[UUID] = mapped_column(ForeignKey("shelf_items.id", ondelete="CASCADE"), index=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(120))
    content: Mapped[bytes] = mapped_column(LargeBinary)
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    trashed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class RunRow(Base):
    """A piece of long work: what is asked, how far it is, what came of it.

    ``attempt`` rises with every worker that takes it up; only the newest may write.
    """

    __tablename__ = "runs"
    __table_args__ = (Index("run_editor", "owner_id", "task", "editor"),)

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("users.id", ondelete="CASCADE"))
    task: Mapped[str] = mapped_column(String(20))
    editor: Mapped[str | None] = mapped_column(String(80))
    arguments: Mapped[dict[str, Any]] = mapped_column(JSONB)
    state: Mapped[str] = mapped_column(String(10), default="waiting")
    attempt: Mapped[int] = mapped_column(Integer, default=0)
    worker: Mapped[str | None] = mapped_column(String(80))
    done: Mapped[int] = mapped_column(Integer, default=0)
    total: Mapped[int] = mapped_column(Integer, default=0)
    parts: Mapped[list[Any]] = mapped_column(JSONB, default=list)
    answer: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True))
    problem: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True))
    core_version: Mapped[str] = mapped_column(String(20))
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
