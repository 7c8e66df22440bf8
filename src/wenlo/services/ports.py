"""What the use cases need from the outside, as Protocols."""

from collections.abc import Mapping, Sequence
from contextlib import AbstractContextManager
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, Protocol, TypeVar
from uuid import UUID

from wenlo.core.calibration.shots import ShotValues
from wenlo.core.catalog.items import Item
from wenlo.services.edit_ports import EditStore
from wenlo.services.work import Call, LongCall


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


@dataclass(frozen=True, kw_only=True)
class ShootLine:
    """A shoot in a list."""

    id: UUID
    title: str
    version: int
    updated_at: datetime


@dataclass(frozen=True, kw_only=True)
class RevisionLine:
    """A revision in the history: where it comes from, who made it and what it changed; ``aside``: it was never shown,
    somebody else's value was.
    """

    number: int
    parent: int | None
    label: str
    name: str
    called: str
    changes: Sequence[Mapping[str, Any]]
    aside: bool
    created_at: datetime
    current: bool


TickList = Literal["build", "rig"]


class ShootStore(Protocol):
    """Shoots and their revisions, inside one transaction."""

    @property
    def edits(self) -> EditStore:
        """What was changed, by whom."""

    def user(self, name: str) -> User:
        """The user of that name, made if need be."""

    def known_user(self, name: str) -> User | None:
        """The user of that name, if it is remembered."""

    def lines(self, owner: UUID) -> Sequence[ShootLine]:
        """All shoots of an owner, newest first."""

    def find(self, owner: UUID, shoot: UUID, *, lock: bool = False) -> ShootRecord | None:
        """One shoot; ``lock`` keeps others from writing it until the transaction ends."""

    def add(self, owner: UUID, *, document: Mapping[str, Any], title: str, label: str) -> ShootRecord:
        """A new shoot with its first revision."""

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

    def revisions(self, owner: UUID, shoot: UUID, *, before: int | None, most: int) -> Sequence[RevisionLine]:
        """Revisions, newest first, from before a number on."""

    def revision(self, owner: UUID, shoot: UUID, number: int) -> Mapping[str, Any]:
        """The document of a revision. Raises NotFound."""

    def name_revision(self, owner: UUID, shoot: UUID, number: int, name: str) -> None:
        """Give a revision a name, or take it away. Raises NotFound."""

    def remove(self, owner: UUID, shoot: UUID) -> None:
        """Put a shoot in the trash, with all that belongs to it."""

    def ticks(self, shoot: UUID, name: TickList) -> Sequence[str]:
        """What is ticked off on a list of a shoot."""

    def tick(self, owner: UUID, shoot: UUID, name: TickList, key: str, *, done: bool) -> None:
        """Tick a line off, or take the tick away; twice is once."""


@dataclass(frozen=True, kw_only=True)
class PhotographLine:
    """A photograph of an item."""

    id: UUID
    name: str


@dataclass(frozen=True, kw_only=True)
class ItemRecord:
    """An item of the Shelf as stored."""

    id: UUID
    version: int
    item: Item
    updated_at: datetime
    photographs: Sequence[PhotographLine] = ()


@dataclass(frozen=True, kw_only=True)
class ItemVersion:
    """What an item was in one of its versions."""

    number: int
    name: str
    measured: bool
    values: Mapping[str, Any]
    bench: Mapping[str, Any] | None
    created_at: datetime


class ShelfStore(Protocol):
    """Items of the Shelf, their versions and photographs, inside one transaction."""

    @property
    def edits(self) -> EditStore:
        """What was changed, by whom."""

    def items(self, owner: UUID) -> Sequence[ItemRecord]:
        """All items of an owner, by name."""

    def find(self, owner: UUID, item: UUID, *, lock: bool = False) -> ItemRecord | None:
        """One item; ``lock`` keeps others from writing it until the transaction ends."""

    def add(self, owner: UUID, item: Item) -> ItemRecord:
        """A new item with its first version."""

    def write(self, owner: UUID, item_id: UUID, item: Item) -> ItemRecord:
        """The next version of an item."""

    def remove(self, owner: UUID, item: UUID) -> None:
        """Put an item in the trash, with its versions and photographs."""

    def versions(self, owner: UUID, item: UUID) -> Sequence[ItemVersion]:
        """All versions, newest first."""

    def add_photograph(
        self, owner: UUID, item: UUID, *, name: str, content: bytes, photograph: UUID | None = None
    ) -> None:
        """A photograph of an item; one whose id came before is there already."""

    def photograph(self, owner: UUID, photograph: UUID) -> bytes | None:
        """A photograph's content."""

    def remove_photograph(self, owner: UUID, photograph: UUID) -> None:
        """Put a photograph in the trash."""


@dataclass(frozen=True, kw_only=True)
class ShotRecord:
    """A shot of the log as stored; ``revision`` of the shoot is the one that was shown when it was taken."""

    id: UUID
    shoot: UUID
    number: int
    version: int
    revision: int
    taken_at: datetime
    values: ShotValues
    photographs: Sequence[PhotographLine] = ()


PhotographSize = Literal["content", "shown", "working"]
"""As it came, made small to be shown, of a size to be measured."""


class PhotographKept(Protocol):
    """A photograph as it is kept, see :class:`wenlo.formats.photograph.KeptPhotograph`."""

    @property
    def content(self) -> bytes:
        """The file."""

    @property
    def shown(self) -> bytes:
        """JPEG."""

    @property
    def working(self) -> bytes:
        """PNG."""


class LogStore(Protocol):
    """Shots and their photographs, inside one transaction."""

    @property
    def edits(self) -> EditStore:
        """What was changed, by whom."""

    def shots(self, owner: UUID, shoot: UUID) -> Sequence[ShotRecord]:
        """All shots of a shoot, in order. Raises NotFound."""

    def search(self, owner: UUID, words: str) -> Sequence[ShotRecord]:
        """Shots of all shoots that hold all words, newest first."""

    def find(self, owner: UUID, shot: UUID, *, lock: bool = False) -> ShotRecord | None:
        """One shot."""

    def add(self, owner: UUID, shoot: UUID, values: ShotValues, *, shot: UUID | None = None) -> ShotRecord:
        """A new shot, the last in order; one whose id came before is left as it is. Raises NotFound."""

    def document(self, owner: UUID, shot: UUID) -> Mapping[str, Any]:
        """The shoot as it stood at a shot. Raises NotFound."""

    def write(self, owner: UUID, shot: UUID, values: ShotValues) -> ShotRecord:
        """Write a shot's values. Raises NotFound."""

    def remove(self, owner: UUID, shot: UUID) -> None:
        """Put a shot in the trash, with its photographs."""

    def add_photograph(
        self, owner: UUID, shot: UUID, *, name: str, kept: PhotographKept, photograph: UUID | None = None
    ) -> None:
        """A photograph of a shot; one whose id came before is there already."""

    def photograph(self, owner: UUID, photograph: UUID, size: PhotographSize) -> bytes | None:
        """A photograph's content in a size, None if it has none yet. Raises NotFound."""

    def complete_photograph(self, owner: UUID, photograph: UUID, kept: PhotographKept) -> None:
        """Write the sizes of one that has none yet."""

    def remove_photograph(self, owner: UUID, photograph: UUID) -> None:
        """Put a photograph in the trash."""


S_co = TypeVar("S_co", covariant=True)
A = TypeVar("A")


class Transactions(Protocol[S_co]):
    """Opens a store inside a transaction that is committed unless an error leaves it."""

    def __call__(self) -> AbstractContextManager[S_co]:
        """Begin."""


RunState = Literal["waiting", "running", "done", "failed", "stopped"]


@dataclass(frozen=True, kw_only=True)
class RunRecord:
    """A piece of long work as it stands: ``done`` of ``total``, the ``parts`` that are ready, and in the end its answer
    or its problem (code, message, fields). ``worker`` names the process that has it; ``attempt`` counts them.
    """

    id: UUID
    task: str
    state: RunState
    attempt: int
    worker: str | None
    done: int
    total: int
    parts: Sequence[Any]
    answer: Mapping[str, Any] | None
    problem: Mapping[str, Any] | None


@dataclass(frozen=True, kw_only=True)
class RunWork:
    """What a worker has taken up."""

    task: str
    arguments: Mapping[str, Any]
    attempt: int


class RunStore(Protocol):
    """Long work, inside one transaction."""

    def add(self, owner: UUID, call: LongCall[Any], editor: str | None) -> UUID:
        """Ask for it; for one ``editor`` it takes the place of what was asked before."""

    def find(self, owner: UUID, run: UUID) -> RunRecord | None:
        """One run."""

    def stop(self, owner: UUID, run: UUID) -> None:
        """Give up a run that is not done."""

    def take_up(self, run: UUID, worker: str) -> RunWork | None:
        """Begin it, or begin it anew after another worker; None if it is not wanted any more or done."""

    def progress(self, run: UUID, attempt: int, done: int, total: int, parts: Sequence[Any]) -> bool:
        """Write how far it is, and the parts that are ready; false if it should end."""

    def finish(
        self, run: UUID, attempt: int, *, answer: Mapping[str, Any] | None, problem: Mapping[str, Any] | None
    ) -> bool:
        """Write the end; false if somebody else has it now or it was stopped."""


class Engine(Protocol):
    """Computes away from the web process."""

    async def run(self, call: Call[A], *, editor: str | None = None) -> A:
        """Do it and return its answer.

        For one ``editor`` the latest request wins: an older one that still waits is dropped, and
        a picture that is being taken is given up (Superseded).
        """
