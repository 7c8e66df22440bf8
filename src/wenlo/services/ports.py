"""What the use cases need from the outside, as Protocols."""

from collections.abc import Mapping, Sequence
from contextlib import AbstractContextManager
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, Protocol
from uuid import UUID


@dataclass(frozen=True, kw_only=True)
class User:
    """Who is asking."""

    id: UUID
    name: str


@dataclass(frozen=True, kw_only=True)
class ShootRecord:
    """A shoot as stored: the document that is shown, and where it stands in its history."""

    id: UUID
    version: int
    revision: int
    document: Mapping[str, Any]
    updated_at: datetime
    can_undo: bool
    can_redo: bool


@dataclass(frozen=True, kw_only=True)
class ShootLine:
    """A shoot in a list."""

    id: UUID
    title: str
    version: int
    updated_at: datetime


@dataclass(frozen=True, kw_only=True)
class RevisionLine:
    """A revision in the history."""

    number: int
    parent: int | None
    label: str
    created_at: datetime
    current: bool


class ShootStore(Protocol):
    """Shoots and their revisions, inside one transaction."""

    def user(self, name: str) -> User:
        """The user of that name, made if need be."""

    def lines(self, owner: UUID) -> Sequence[ShootLine]:
        """All shoots of an owner, newest first."""

    def find(self, owner: UUID, shoot: UUID, *, lock: bool = False) -> ShootRecord | None:
        """One shoot; ``lock`` keeps others from writing it until the transaction ends."""

    def add(self, owner: UUID, *, document: Mapping[str, Any], title: str, label: str) -> ShootRecord:
        """A new shoot with its first revision."""

    def append(self, owner: UUID, shoot: UUID, *, document: Mapping[str, Any], title: str, label: str) -> ShootRecord:
        """A new revision after the one that is shown."""

    def move(self, owner: UUID, shoot: UUID, *, to: Literal["parent", "child"]) -> ShootRecord:
        """Show the revision before or after; unchanged where there is none."""

    def revisions(self, owner: UUID, shoot: UUID) -> Sequence[RevisionLine]:
        """All revisions, newest first."""

    def remove(self, owner: UUID, shoot: UUID) -> None:
        """Delete a shoot and all its revisions."""

    def ping(self) -> None:
        """Raise unless the store answers."""


class Transactions(Protocol):
    """Opens a store inside a transaction that is committed unless an error leaves it."""

    def __call__(self) -> AbstractContextManager[ShootStore]:
        """Begin."""


Task = Literal["figures", "advice", "build", "paper", "picture", "light_map", "ranking", "curve"]


class Engine(Protocol):
    """Computes away from the web process."""

    async def run(self, task: Task, *, editor: str | None = None, **arguments: Any) -> Any:
        """Run a task and return its plain result.

        For one ``editor`` the latest request wins: an older one that still waits is dropped, and
        a picture that is being taken is given up (Superseded).
        """
