"""What other processes are asked to do: a piece of work is a function with its arguments, and whoever asks gets the
function's own answer.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Concatenate, Generic, Literal, ParamSpec, Protocol, TypeVar, cast

from pydantic import Base64Bytes, BaseModel

P = ParamSpec("P")
A = TypeVar("A")
R = TypeVar("R", bound=BaseModel)

LaneName = Literal["quick", "slow", "picture"]
"""Answers for an edit, those that take longer, and pictures: each kind has processes of its own."""

Arguments = Mapping[str, Any]
Stops = Callable[[Arguments], bool]


def never(_: Arguments) -> bool:
    """Work that runs to its end."""
    return False


def always(_: Arguments) -> bool:
    """Work that asks now and then whether it is still wanted."""
    return True


@dataclass(frozen=True)
class Task(Generic[P, A]):
    """Work for a compute process; called with the arguments of ``do``, it makes what an ``Engine`` runs.

    ``stops`` says for which arguments ``do`` asks ``go_on`` whether it is still wanted; ``gives_way``: it takes
    ``crowded``, to be done with less care where very many wait.
    """

    do: Callable[P, A]
    lane: LaneName
    stops: Stops = never
    gives_way: bool = False

    @property
    def name(self) -> str:
        """What it is called in logs, and where the newest of an editor takes the place of the one before."""
        return self.do.__name__

    def __call__(self, *args: P.args, **arguments: P.kwargs) -> "Call[A]":
        """What is to be done, by named arguments alone."""
        assert not args, "arguments of a task go by name"
        return Call(task=self, arguments=arguments)


@dataclass(frozen=True)
class Call(Generic[A]):
    """A task with its arguments."""

    task: Task[..., A]
    arguments: Arguments
    as_json: bool = False

    @property
    def stops(self) -> bool:
        """Whether it asks now and then if it is still wanted."""
        return self.task.stops(self.arguments)

    def done(self, *, go_on: Callable[..., bool], crowded: bool) -> A:
        """Do it, in this process."""
        more: dict[str, Any] = {}
        if self.stops:
            more["go_on"] = go_on
        if self.task.gives_way:
            more["crowded"] = crowded
        answer = self.task.do(**self.arguments, **more)
        # whoever asks for JSON is told by the types that bytes come
        return answer.model_dump_json().encode() if self.as_json else answer  # type: ignore[attr-defined]

    def written(self) -> "Call[bytes]":
        """The same, answered in JSON: what goes to the page as it is need not be read and written again on its way."""
        return cast("Call[bytes]", replace(self, as_json=True))


Told = Callable[[int, int, BaseModel | None], bool]
"""Called with how much is done, of how much, and a part that is ready or None; false ends the work."""


T = TypeVar("T")


class Each(Protocol):
    """Does the same with each of some things, wherever there is a process free; answers come as they are ready."""

    def __call__(self, do: Callable[[T], A], things: Sequence[T]) -> Iterator[A]:
        """The first things are those that take longest. ``do`` and the things go to other processes."""


def in_turn(do: Callable[[T], A], things: Sequence[T]) -> Iterator[A]:
    """One after the other, here."""
    return map(do, things)


class FileResult(BaseModel):
    """A file that a long task made; in base 64 where it is kept."""

    content: Base64Bytes

    @classmethod
    def of(cls, content: bytes) -> "FileResult":
        """The result with this content."""
        return cls.model_construct(content=content)


@dataclass(frozen=True)
class LongTask(Generic[P, R]):
    """Work for the queue: its arguments and its answer are kept in the database, as JSON, under its name.

    ``do`` is told how to tell how far it is; ``part`` is what it tells before its end; ``shown``: the answer is for the
    page, and not a file that somebody waits for. Higher ``priority`` goes first. ``shares``: it takes ``each``, to
    share its pieces out between processes.
    """

    name: str
    do: Callable[Concatenate[Told, P], R]
    answer: type[R]
    part: type[BaseModel] | None = None
    priority: int = 0
    shown: bool = True
    shares: bool = False

    def __call__(self, *args: P.args, **arguments: P.kwargs) -> "LongCall[R]":
        """What is to be done, by named arguments alone."""
        assert not args, "arguments of a task go by name"
        return LongCall(task=self, arguments=arguments)

    def done(self, told: Told, arguments: Arguments, *, each: Each = in_turn) -> R:
        """Do it, in this process, with arguments as the database kept them."""
        # what JSON kept has no types
        do: Callable[..., R] = self.do
        more: dict[str, Any] = {"each": each} if self.shares else {}
        return do(told, **arguments, **more)

    def answered(self, kept: Mapping[str, Any]) -> R:
        """The answer that the database kept."""
        return self.answer.model_validate(kept)

    def parts(self, kept: Sequence[Any]) -> list[BaseModel]:
        """The parts that the database kept."""
        return [] if self.part is None else [self.part.model_validate(part) for part in kept]


@dataclass(frozen=True)
class LongCall(Generic[R]):
    """A long task with its arguments."""

    task: LongTask[..., R]
    arguments: Arguments
