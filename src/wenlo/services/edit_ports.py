"""What edits, the trash and the feed of changes need from the outside, as Protocols."""

import asyncio
from collections.abc import Mapping, Sequence
from contextlib import AbstractContextManager
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, Protocol
from uuid import UUID

from wenlo.core.document.merge import Change


@dataclass(frozen=True, kw_only=True)
class Edited:
    """An edit as it is kept: who made it where, what it changed, and what became of it; ``version`` is the one of its
    shoot, shot or item after it.
    """

    id: UUID
    device: str
    called: str
    writer: str
    label: str
    changes: Sequence[Mapping[str, Any]]
    undoes: UUID | None
    redoes: UUID | None
    made_at: datetime | None
    version: int
    outcome: Mapping[str, Any]


@dataclass(frozen=True, kw_only=True)
class Since:
    """What a writer changed."""

    writer: str
    changes: Sequence[Change]


class EditStore(Protocol):
    """Edits, inside the transaction of what they change."""

    def known(self, owner: UUID, edit: UUID) -> Mapping[str, Any] | None:
        """What became of an edit that came before."""

    def since(self, target: UUID, version: int) -> Sequence[Since]:
        """What was changed after a version, in its order."""

    def keep(self, owner: UUID, target: UUID, edited: Edited) -> None:
        """Write it down, and tell whoever looks at the same thing."""

    def steps(self, target: UUID, device: str) -> Sequence[Edited]:
        """The newest edits of a device that are in the document, in their order."""


TrashKind = Literal["shoot", "shot", "photograph", "item", "item photograph"]


@dataclass(frozen=True, kw_only=True)
class Trashed:
    """Something in the trash: what it is called and what it belongs to, since when, and until when it is kept."""

    kind: TrashKind
    id: UUID
    name: str
    of: str
    at: datetime
    until: datetime


class TrashStore(Protocol):
    """The trash, inside one transaction."""

    def all(self, owner: UUID) -> Sequence[Trashed]:
        """What is in the trash, newest first."""

    def restore(self, owner: UUID, kind: TrashKind, key: UUID) -> None:
        """Take it back. Raises NotFound."""

    def remove(self, owner: UUID, kind: TrashKind, key: UUID) -> None:
        """Delete it for good. Raises NotFound."""

    def empty(self) -> int:
        """Delete for good what has been there for longer than it is kept; how many."""


END = ""
"""Told last of all."""


class Feed(Protocol):
    """What is changed of a shoot and who is there, from every process that writes."""

    def tell(self, **what: Any) -> None:
        """Tell everybody who listens to ``target``, now."""

    def listening(self, target: UUID) -> AbstractContextManager[asyncio.Queue[str]]:
        """What is told of a shoot, as JSON, from now on."""
