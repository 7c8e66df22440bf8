"""The Build stage's answers as plain results."""

from typing import Literal

from pydantic import Field

from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.tolerance import Symptom
from wenlo.core.inventory.prices import Source
from wenlo.services.results import Result
from wenlo.services.said import StepSaid

SupplierState = Literal["off", "asked", "away"]
"""Whether a supplier's prices are used: not wanted, answered, or could not be reached."""


class PieceResult(Result):
    """A piece to cut, in steps that can be marked, and what was worked out. [m]"""

    label: str
    name: str
    cut: float
    exact: float
    reason: str


class BarResult(Result):
    """One bar of stock with its pieces in order [m]; ``name`` where there are several sorts."""

    stock: float
    pieces: list[PieceResult]
    kerf: float
    offcut: float
    price: float
    own: bool
    name: str


class ClothResult(Result):
    """One layer of sheet. [m]"""

    label: str
    material: str
    form: str
    finished: list[float]
    cut: list[float]
    strips: int
    strip_width: float
    buy_length: float
    note: str


class SubstituteResult(Result):
    """What to take instead, and what changes with it."""

    id: str
    name: str
    words: str


class ShoppingResult(Result):
    """One line of the shopping list; ``price`` in the build's currency, ``each`` for one as it is sold (a pack, a
    board, a bar).

    ``key`` is its id in price lists, ``source`` whose price it is; of ``short`` the supplier has not enough,
    ``on_shelf`` of what is needed is there already, and ``substitutes`` tells what serves instead.
    """

    key: str
    name: str
    amount: str
    price: float
    each: float
    source: Source
    need: float
    short: float
    on_shelf: float
    substitutes: list[SubstituteResult]


class SketchResult(Result):
    """The rectangle that a step puts together. [m]"""

    width: float
    height: float
    diagonal: float
    sides: str
    rails: str


class StepResult(Result):
    """One step of the work in its place: when it begins and when what it makes is ready, in minutes from the first
    step.

    ``key`` stays whatever its words are; ticks of earlier versions are by ``was``. ``after`` are the steps that must be
    done before, by their number from 0.
    """

    key: str
    was: str
    said: StepSaid
    minutes: float
    wait: float
    start: float
    ready: float
    hands: int
    does: str
    parts: list[str]
    fittings: str
    tools: list[str]
    after: list[int]
    sketch: SketchResult | None


class HoleResult(Result):
    """Holes of one sort: where, how wide and deep, what goes in. [m]"""

    name: str
    pieces: list[str]
    fastener: str
    count: int
    diameter: float
    depth: float | None
    along: list[float]
    across: float
    edge: float
    side: str
    longest: float | None
    note: str


class TemplateResult(Result):
    """A shape that is printed at full size: outline, holes and folds [m], and on how many pages of A4 and Letter."""

    name: str
    width: float
    height: float
    outline: list[list[float]]
    holes: list[list[list[float]]]
    folds: list[list[list[float]]]
    note: str
    pages_a4: int
    pages_letter: int


class PrintResult(Result):
    """A part to print: how many, its size [m], its mass [kg each] and how it is printed."""

    name: str
    count: int
    size: list[float]
    mass: float
    note: str
    hints: list[str]


class CarriedResult(Result):
    """One length that is carried home, and the pieces that are cut from it. [m]"""

    length: float
    pieces: list[str]


class FirstCutsResult(Result):
    """A bar as the shop divides it: where it is cut, from one end. [m]"""

    stock: float
    cuts: list[float]
    lengths: list[CarriedResult]


class RunResult(Result):
    """A finished dimension and what the pieces add up to. [m]"""

    name: str
    wanted: float
    assembled: float


class LaidResult(Result):
    """A piece, or what is left, in its place on a board or a roll. [m]"""

    label: str
    x: float
    y: float
    width: float
    height: float


class SheetResult(Result):
    """A board or a length off a roll with its pieces and offcuts [m]; an ``own`` one was there already, what falls out
    of a window tells of which piece (``host``).
    """

    width: float
    length: float
    laid: list[LaidResult]
    offcuts: list[LaidResult]
    own: bool = False
    host: str = ""


class CoverResult(Result):
    """What is cut from one material, by its ``id`` as a covering: boards or one length off a roll; areas in m²,
    ``bound`` in boards or metres.
    """

    id: str
    material: str
    form: str
    sawn: bool
    bought: float
    bound: float
    price: float
    used: float
    dust: float
    left: float
    sheets: list[SheetResult]


class CutResult(Result):
    """What became of the Shelf once everything was cut: bars of one's own used, offcuts kept."""

    used: int
    kept: int


class StackResult(Result):
    """How far a finished dimension is off with every cut off by a millimetre: at worst, likely. [m]"""

    run: str
    wanted: float
    worst: float
    likely: float
    pieces: list[str]


class MeasuredRequest(Result):
    """Lengths of pieces as they were cut, by label [m], and what is seen of the frame."""

    document: Shoot
    measured: dict[str, float] = Field(max_length=400)
    symptom: Symptom = "none"


class FindingResult(Result):
    """A piece to recut, in words; ``label`` is empty where no piece is to blame, ``off`` how far it is off. [m]"""

    label: str
    off: float
    text: str


class MeasuredResult(Result):
    """What to recut, the most harmful first; empty when all is right."""

    findings: list[FindingResult]


class PutOnResult(Result):
    """What a look puts on beyond what is on in the set as it is, and is built therefore."""

    label: str
    look: str


class BuildResult(Result):
    """The Build stage: cut plan, cloth, shopping, weight, steps, holes, templates and prints; prices in
    ``currency``.
    """

    name: str
    put_on: list[PutOnResult] = Field(default_factory=list)
    bar: str
    bar_name: str
    saw: str
    kerf: float
    bars: list[BarResult]
    runs: list[RunResult]
    cloth: list[ClothResult]
    covers: list[CoverResult]
    stacks: list[StackResult]
    shopping: list[ShoppingResult]
    steps: list[StepResult]
    holes: list[HoleResult]
    templates: list[TemplateResult]
    prints: list[PrintResult]
    first_cuts: list[FirstCutsResult]
    slip: list[str]
    total: float
    currency: str
    ready_made: float | None
    supplier: SupplierState
    weatherproof: bool
    mass: float
    minutes: float
    waiting: float
    ready: float
    bought: float
    own: float
    used: float
    dust: float
    offcuts: float
    lower_bound: float
    longest: float
    carrying_length: float
