"""Parts of a build: pieces to cut, fittings to buy, cloth, holes, templates, steps."""

import math
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal, get_args

from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.materials import Covering
from wenlo.core.facts import Fact


@dataclass(frozen=True, kw_only=True)
class Piece:
    """A piece to cut from a bar.

    ``label`` is written on the piece; ``cut`` is the length to cut [m]; ``reason`` says how it follows
    from the finished size. ``exact`` is what was worked out, where the cut is told in whole steps. [m] ``bar`` is the
    id of its bar where that is not the plan's stock. A ``spare`` is not in what is built now.
    """

    label: str
    name: str
    cut: float
    reason: str
    exact: float | None = None
    bar: str = ""
    spare: bool = False


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
    its price [EUR] and mass [kg], and the ``covering`` that it is bought as. What comes ``whole`` is not cut; a board
    with a ``window`` leaves the piece that falls out of it, width and height. What is creased first is ``trimmed`` to
    its own size afterwards. A ``spare`` is not on what is built now. [m]
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
    whole: bool = False
    window: tuple[float, float] | None = None
    trimmed: tuple[float, float] | None = None
    spare: bool = False


Stage = Literal["gather", "cut", "mark", "drill", "dry", "bond", "finish", "cover", "check", "mount", "hang", "set"]
"""What a step does, in the order in which that can be done: pieces before joints, a dry fit before a bond, cloth before
it
is lifted, the place on the floor last."""

STAGES: tuple[Stage, ...] = get_args(Stage)


@dataclass(frozen=True, kw_only=True)
class Sketch:
    """A rectangle that a step puts together: its outer width and height [m] and what its sides and rails are called."""

    width: float
    height: float
    sides: str
    rails: str

    @property
    def diagonal(self) -> float:
        """Outside corner to outside corner. [m]"""
        return math.hypot(self.width, self.height)


@dataclass(frozen=True, kw_only=True)
class Step:
    """One step of the work: what to do, a check with its numbers, the usual mistake, the caution where the hand is.

    All four are the words of one message, which ``says`` names; where that has none, those of ``instead`` stand.
    ``further``, ``checks`` and ``cautions`` are said after its own text, check and caution. ``minutes`` are hands-on,
    ``wait`` [min] is what glue or paint takes after it. ``uses`` names what is fitted in the step, by words out of the
    names of pieces and notes of sheets, or ids of fittings; ``hands`` how many people it takes; ``sketch`` what is put
    together. ``id`` is made of what is done and stays whatever its words are.
    """

    id: str
    says: Fact
    instead: Fact | None = None
    further: tuple[Fact, ...] = ()
    checks: tuple[Fact, ...] = ()
    cautions: tuple[Fact, ...] = ()
    minutes: float = 5.0
    wait: float = 0.0
    does: Stage = "bond"
    uses: tuple[str, ...] = ()
    hands: int = 1
    sketch: Sketch | None = None


Loop = tuple[tuple[float, float], ...]


@dataclass(frozen=True, kw_only=True)
class Template:
    """A shape to be drawn at full size: closed ``outline``, closed ``holes`` and ``folds`` (from, to) in metres from
    its lower left corner; ``label`` is the sheet that it goes on, if any, and ``note`` what is done with it.
    """

    name: str
    outline: Loop
    holes: tuple[Loop, ...] = ()
    folds: tuple[tuple[tuple[float, float], tuple[float, float]], ...] = ()
    label: str = ""
    note: str = ""

    @property
    def size(self) -> tuple[float, float]:
        """Width and height. [m]"""
        xs, ys = [x for x, _ in self.outline], [y for _, y in self.outline]
        return max(xs) - min(xs), max(ys) - min(ys)


PrintForm = Literal["corner", "clip", "stop_jig", "drill_guide", "channel_corner", "honeycomb", "stepped_clip"]


@dataclass(frozen=True, kw_only=True)
class PrintSpec:
    """Something to print: its form, sizes by name [m], how many and what it is for."""

    name: str
    form: PrintForm
    sizes: Mapping[str, float]
    count: int
    note: str = ""


@dataclass(frozen=True, kw_only=True)
class Hole:
    """Holes of one sort: in which pieces, for what, and where.

    ``along`` are the places from the end of the piece and ``across`` from its edge, ``edge`` is the least distance to
    an edge, ``diameter`` and ``depth`` of the drill [m]; a ``depth`` of None goes through. ``longest`` is the longest
    screw that does not come out on the other side, None where that cannot happen. [m]
    """

    name: str
    pieces: tuple[str, ...]
    fastener: str
    count: int
    diameter: float
    along: tuple[float, ...]
    across: float
    edge: float
    side: str
    depth: float | None = None
    longest: float | None = None
    note: str = ""


@dataclass(frozen=True, kw_only=True)
class Structure:
    """A frame structure worked out: pieces, runs, fittings, steps; without cloth."""

    stock: BarType
    pieces: tuple[Piece, ...]
    runs: tuple[Run, ...]
    fittings: tuple[Fitting, ...]
    depth: float
    girth: float
    steps: tuple[Step, ...]
    holes: tuple[Hole, ...] = ()


@dataclass(frozen=True, kw_only=True)
class BuildPlan:
    """Everything a kind gives to the Build stage; ``found_mass`` is what is there already and goes into it, and
    ``further_mass`` what is printed, or weighs as it is made and not as a piece off a shelf [kg]; some of its pieces
    may be of other bars than its ``stock`` (``also``).
    """

    name: str
    stock: BarType
    kerf: float
    saw: str
    pieces: tuple[Piece, ...]
    runs: tuple[Run, ...]
    fittings: tuple[Fitting, ...]
    cloth: tuple[ClothPiece, ...]
    steps: tuple[Step, ...]
    holes: tuple[Hole, ...] = ()
    templates: tuple[Template, ...] = ()
    prints: tuple[PrintSpec, ...] = ()
    cautions: tuple[str, ...] = field(default=())
    found_mass: float = 0.0
    further_mass: float = 0.0
    also: tuple[BarType, ...] = ()

    @property
    def bars(self) -> tuple[BarType, ...]:
        """All bars that its pieces are of, its stock first."""
        return (self.stock, *self.also)

    def bar_of(self, piece: Piece) -> BarType:
        """What a piece is sawn from."""
        return next((bar for bar in self.also if bar.id == piece.bar), self.stock)

    def of(self, bar: BarType) -> tuple[Piece, ...]:
        """The pieces of one bar."""
        return tuple(piece for piece in self.pieces if self.bar_of(piece).id == bar.id)


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
