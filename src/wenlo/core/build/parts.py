"""Parts of a build: pieces to cut, fittings to buy, cloth, steps."""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from wenlo.core.data import Covering


@dataclass(frozen=True, kw_only=True)
class StockLength:
    """A length that bars are sold in [m] and its price [EUR]."""

    length: float
    price: float


@dataclass(frozen=True, kw_only=True)
class BarStock:
    """A bar material: name, lengths sold and mass of one metre. [kg/m]"""

    id: str
    name: str
    lengths: tuple[StockLength, ...]
    mass_per_metre: float


@dataclass(frozen=True, kw_only=True)
class Piece:
    """A piece to cut from a bar.

    ``label`` is written on the piece; ``cut`` is the length to cut [m]; ``reason`` says how it follows
    from the finished size.
    """

    label: str
    name: str
    cut: float
    reason: str


@dataclass(frozen=True, kw_only=True)
class Span:
    """One length inside a run: a piece (by label) or what a joint adds between pieces. [m]"""

    piece: str | None = None
    joint: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Run:
    """A finished dimension as the chain of pieces and joints that make it.

    Adding up a run tells what the assembled frame measures.
    """

    name: str
    wanted: float
    spans: tuple[Span, ...]

    def assembled(self, pieces: Iterable[Piece]) -> float:
        """What the run measures when the given pieces are put together. [m]"""
        lengths = {piece.label: piece.cut for piece in pieces}
        return sum(lengths[s.piece] if s.piece else s.joint for s in self.spans)


@dataclass(frozen=True, kw_only=True)
class Fitting:
    """Bought parts that are not cut: id in the stock data and how many (or metres)."""

    id: str
    count: float


@dataclass(frozen=True, kw_only=True)
class ClothPiece:
    """A piece of sheet, face or black: finished and cut size [m], strips it is sewn from, length or boards to buy,
    its price [EUR] and mass [kg], and the ``covering`` that it is bought as.
    """

    label: str
    material: str
    finished: tuple[float, float]
    cut: tuple[float, float]
    strips: int
    strip_width: float
    buy_length: float
    form: Literal["cloth", "board"]
    note: str
    covering: Covering
    price: float = 0.0
    mass: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Step:
    """One step of the work: what to do, the usual mistake, the caution where the hand is.

    ``check`` is a measurable check with its numbers; ``minutes`` are hands-on.
    """

    title: str
    text: str
    mistake: str = ""
    caution: str = ""
    check: str = ""
    minutes: float = 5.0


@dataclass(frozen=True, kw_only=True)
class Structure:
    """A frame structure worked out: pieces, runs, fittings, steps; without cloth."""

    stock: BarStock
    pieces: tuple[Piece, ...]
    runs: tuple[Run, ...]
    fittings: tuple[Fitting, ...]
    depth: float
    girth: float
    steps: tuple[Step, ...]


@dataclass(frozen=True, kw_only=True)
class BuildPlan:
    """Everything a kind gives to the Build stage."""

    name: str
    stock: BarStock
    kerf: float
    saw: str
    pieces: tuple[Piece, ...]
    runs: tuple[Run, ...]
    fittings: tuple[Fitting, ...]
    cloth: tuple[ClothPiece, ...]
    steps: tuple[Step, ...]
    cautions: tuple[str, ...] = field(default=())


def labelled(members: Sequence[tuple[str, str, float, str, int]]) -> tuple[Piece, ...]:
    """Give labels A1, A2, B1 … to members ``(letter, name, cut, reason, how many)``."""
    return tuple(
        Piece(label=f"{letter}{index + 1}", name=name, cut=cut, reason=reason)
        for letter, name, cut, reason, count in members
        for index in range(count)
    )


def added(fittings: Iterable[Fitting]) -> tuple[Fitting, ...]:
    """Put equal fittings together."""
    total: Counter[str] = Counter()
    for fitting in fittings:
        total[fitting.id] += fitting.count  # type: ignore[assignment]
    return tuple(Fitting(id=key, count=count) for key, count in total.items() if count)
