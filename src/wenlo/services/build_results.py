"""The Build stage's answers as plain results, and the tasks that work them out."""

import base64
from collections.abc import Mapping, Sequence
from typing import Any

from pydantic import Field

from wenlo.core.advice.side_view import side_view
from wenlo.core.build.covers import CoverPlan
from wenlo.core.build.shopping import WorkedBuild, work_out
from wenlo.core.build.tolerance import Symptom, measured_back, stacks
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.shelf.stocked import own_bars, stocked
from wenlo.core.shoot.document import Shoot
from wenlo.formats.cut_list_csv import write_cut_list
from wenlo.formats.cut_list_pdf import write_cut_list_pdf
from wenlo.formats.flat_parts import write_flat_dxf, write_flat_svg
from wenlo.services.opened import opened
from wenlo.services.results import Result
from wenlo.services.runs import Told

TRIES = 60
"""Orders of laying pieces on boards that are tried beyond the usual ones."""


class PieceResult(Result):
    """A piece to cut. [m]"""

    label: str
    name: str
    cut: float
    reason: str


class BarResult(Result):
    """One bar of stock with its pieces in order. [m]"""

    stock: float
    pieces: list[PieceResult]
    kerf: float
    offcut: float
    price: float
    own: bool


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


class ShoppingResult(Result):
    """One line of the shopping list. [EUR]"""

    name: str
    amount: str
    price: float


class StepResult(Result):
    """One step of the work."""

    title: str
    text: str
    mistake: str
    caution: str
    check: str
    minutes: float


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
    """A board or a length off a roll with its pieces and offcuts. [m]"""

    width: float
    length: float
    laid: list[LaidResult]
    offcuts: list[LaidResult]


class CoverResult(Result):
    """What is cut from one material: boards or one length off a roll; areas in m², ``bound`` in boards or metres."""

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


class BuildResult(Result):
    """The Build stage: cut plan, cloth, shopping, weight, steps."""

    name: str
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
    total: float
    mass: float
    minutes: float
    bought: float
    own: float
    used: float
    dust: float
    offcuts: float
    lower_bound: float
    longest: float
    carrying_length: float


def _cover(cover: CoverPlan) -> CoverResult:
    sheets = cover.plan.sheets
    return CoverResult(
        material=cover.covering.name, form=cover.covering.form, sawn=cover.sawn, bought=cover.bought, bound=cover.plan.bound,
        price=cover.price, used=cover.used, dust=sum(s.dust for s in sheets),
        left=sum(f.width * f.height for s in sheets for f in s.offcuts),
        sheets=[
            SheetResult(
                width=s.width, length=s.length,
                laid=[LaidResult(label=p.label, x=p.x, y=p.y, width=p.width, height=p.height) for p in s.laid],
                offcuts=[LaidResult(label="", x=f.x, y=f.y, width=f.width, height=f.height) for f in s.offcuts],
            )
            for s in sheets
        ],
    )  # fmt: skip


def _worked(shoot: Shoot, shelf: Sequence[dict[str, Any]] = ()) -> WorkedBuild:
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    return work_out(plan, units=shoot.units, tries=TRIES, own=own_bars(stocked(shelf), plan.stock.id))


def build(document: Mapping[str, Any], shelf: Sequence[dict[str, Any]] = ()) -> dict[str, Any]:
    """Cut plan, own bars first, shopping and steps; see ``BuildResult``."""
    shoot = opened(document)
    worked = _worked(shoot, shelf)
    plan, cuts = worked.plan, worked.cuts
    answer = BuildResult(
        name=plan.name, bar=plan.stock.id, bar_name=plan.stock.name, saw=plan.saw, kerf=plan.kerf,
        bars=[
            BarResult(
                stock=bar.stock, kerf=bar.kerf, offcut=bar.offcut, price=bar.price, own=bar.own,
                pieces=[PieceResult(label=p.label, name=p.name, cut=p.cut, reason=p.reason) for p in bar.pieces],
            )
            for bar in cuts.bars
        ],
        runs=[RunResult(name=run.name, wanted=run.wanted, assembled=run.assembled(plan.pieces)) for run in plan.runs],
        cloth=[
            ClothResult(
                label=c.label, material=c.material, form=c.form, finished=list(c.finished), cut=list(c.cut),
                strips=c.strips, strip_width=c.strip_width, buy_length=c.buy_length, note=c.note,
            )
            for c in plan.cloth
        ],
        covers=[_cover(cover) for cover in worked.covers],
        stacks=[
            StackResult(run=s.run, wanted=s.wanted, worst=s.worst, likely=s.likely, pieces=list(s.pieces))
            for s in stacks(plan)
        ],
        shopping=[ShoppingResult(name=s.name, amount=s.amount, price=s.price) for s in worked.shopping],
        steps=[
            StepResult(
                title=s.title, text=s.text, mistake=s.mistake, caution=s.caution, check=s.check, minutes=s.minutes
            )
            for s in plan.steps
        ],
        total=worked.total, mass=worked.mass, minutes=worked.minutes, bought=cuts.bought, own=cuts.own, used=cuts.used,
        dust=cuts.kerf, offcuts=cuts.offcuts, lower_bound=cuts.lower_bound,
        longest=max((p.cut for p in plan.pieces), default=0.0), carrying_length=shoot.brief.carrying_length,
    )  # fmt: skip
    return answer.model_dump()


def measured(document: Mapping[str, Any], measured: Mapping[str, float], symptom: Symptom) -> dict[str, Any]:
    """What to recut of a frame that does not come out right; see ``MeasuredResult``."""
    shoot = opened(document)
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    found = measured_back(plan, measured, symptom=symptom, units=shoot.units)
    return MeasuredResult(findings=[FindingResult(label=f.label, off=f.off, text=f.text) for f in found]).model_dump()


def paper(document: Mapping[str, Any], form: str) -> bytes:
    """The cut list as ``"a4"`` or ``"letter"`` PDF, ``"csv"``, or the flat pieces as ``"svg"`` or ``"dxf"``."""
    shoot = opened(document)
    worked = _worked(shoot)
    if form in ("svg", "dxf"):
        return write_flat_svg(worked.covers) if form == "svg" else write_flat_dxf(worked.covers)
    if form == "csv":
        return write_cut_list(worked)
    kind = kind_of(shoot.design)
    framed = kind.id == "diffusion_frame"
    side = () if framed else side_view(shoot.design, kind.arrange(shoot.design, shoot.brief, None))[0]
    return write_cut_list_pdf(worked, title=shoot.title, design=shoot.design, paper=form, units=shoot.units, side=side)


def paper_file(document: Mapping[str, Any], form: str, *, told: Told) -> dict[str, Any]:
    """:func:`paper` as text that a database keeps: ``content`` in base 64."""
    told(0, 1, None)
    return {"content": base64.b64encode(paper(document, form)).decode("ascii")}
