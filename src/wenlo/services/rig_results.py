"""The Rig stage's answers as plain results, and the task that works them out."""

import base64
import math
from collections.abc import Mapping, Sequence
from typing import Any, get_args

from wenlo.core.document.rigging import HeldFrom, HoldChoice
from wenlo.core.document.shoot import Shoot
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.wording import to_units
from wenlo.core.inventory.stocked import stocked
from wenlo.core.rigging import mains
from wenlo.core.rigging.checks import Check, CheckState, Cure, Relation, Topic
from wenlo.core.rigging.holding import Holding
from wenlo.core.rigging.homemade import HomeMade
from wenlo.core.rigging.layout import FloorMark, RigTask, references
from wenlo.core.rigging.looklist import look_list
from wenlo.core.rigging.plan import RigPlan, rig_plan
from wenlo.core.rigging.thermal_checks import ThermalState
from wenlo.core.units.length import format_length
from wenlo.services.ports import Told
from wenlo.services.resolve_document import resolve_document
from wenlo.services.results import Result

WAYS: tuple[HeldFrom, ...] = get_args(HeldFrom)


class CureChange(Result):
    """A value of the document, by its path."""

    path: str
    value: Any


class CureResult(Result):
    """What would cure a check, in words, and as changes of the document where it is one."""

    words: str
    changes: list[CureChange]


class CheckLine(Result):
    """A check of the rig: within the checks, outside, or in need of an answer; ``code`` stays whatever the words are,
    ``value`` and ``bound`` are in ``unit``, ``factor`` is the limit over the figure. Ticks refer to its ``id``.
    """

    id: str
    code: str
    topic: Topic
    about: str
    about_id: str
    name: str
    state: CheckState
    figure: str
    limit: str
    source: str
    value: float | None
    bound: float | None
    unit: str
    relation: Relation
    factor: float | None
    cure: CureResult | None


class ForceResult(Result):
    """An arrow of the free-body diagram: sideways from the stand's middle and up [m], its parts. [N]"""

    name: str
    along: float
    height: float
    side: float
    up: float


class MomentsResult(Result):
    """What tips and what holds. [N·m]"""

    over: float
    hold: float


class SupportResult(Result):
    """Something that holds. [m], [kg]"""

    id: str
    name: str
    kind: str
    carries: float
    highest: float
    reach: float
    foot_radius: float
    own: bool


class HoldingResult(Result):
    """How a thing is held; lengths [m], masses [kg]. ``choices`` are supports of the right sort, ``ways`` how else it
    may be held, and ``over`` who or what is right under it. The document's ``rig.holds`` are by its ``id``.
    """

    id: str
    name: str
    by: str
    over: str
    ways: list[str]
    mass: float
    height: float
    place: list[float]
    support: SupportResult | None
    under: SupportResult | None
    reach: float
    back: float
    counterweight: float
    counterweight_given: float | None
    ballast: float
    ballast_given: float | None
    moments: MomentsResult | None
    forces: list[ForceResult]
    joints: list[str]
    overhead: bool
    choices: list[SupportResult]


class NeededResult(Result):
    """Something that the rig takes, and how many there are."""

    name: str
    count: float
    have: float


class LoadResult(Result):
    """Something plugged in."""

    name: str
    watts: float
    mains: bool


class LookResult(Result):
    """A look with its dials in words."""

    number: int
    name: str
    words: str


class CircuitResult(Result):
    """A circuit with its loads; ``share`` of what it may carry for hours."""

    number: int
    amperes: float
    share: float
    loads: list[LoadResult]


class LimitLine(Result):
    """A material in a housing: where, 0 at the bottom and 1 at the top, and its limit [°C]."""

    name: str
    height: float
    limit: float


class HousingResult(Result):
    """A housing: watts left inside, openings [m²], how much warmer a black lining would make it [K], and the
    temperature [°C] by height from 0 to 1.
    """

    name: str
    inside: float
    openings: float
    black_inside: float
    profile: list[list[float]]
    limits: list[LimitLine]


class ReferenceResult(Result):
    """A point to measure from. [m]"""

    name: str
    x: float
    y: float


class MarkResult(Result):
    """A floor mark: place, distances from both references [m], height [m], tilt and turn [degree], aim and dial in
    words.
    """

    name: str
    x: float
    y: float
    first: float
    second: float
    side: str
    height: float | None
    tilt: float | None
    turn: float | None
    aim: str
    dial: str


class HomeMadeResult(Result):
    """A support that is built: what it carries and weighs, its pieces and steps."""

    id: str
    name: str
    words: str
    caution: str
    payload: float
    mass: float
    ballast: float
    cost: float
    pieces: list[str]
    steps: list[str]


class TaskLine(Result):
    """A line of the checklist, with a key that stays."""

    key: str
    text: str


class RigResult(Result):
    """The Rig stage; ``wind`` is the gust that is counted with [m/s], ``water_reach`` how near to water nothing is
    fed from the mains [m].
    """

    holdings: list[HoldingResult]
    checks: list[CheckLine]
    outside: int
    unknown: int
    needed: list[NeededResult]
    circuits: list[CircuitResult]
    batteries: list[LoadResult]
    housings: list[HousingResult]
    references: list[ReferenceResult]
    marks: list[MarkResult]
    looks: list[LookResult]
    checklist: list[TaskLine]
    setting: list[TaskLine]
    striking: list[TaskLine]
    home_made: list[HomeMadeResult]
    wind: float
    water_reach: float
    currency: str


KINDS = {
    "stand": ("stand",),
    "boom": ("boom",),
    "ceiling": ("eye", "spreader"),
    "wall": ("eye",),
    "table": ("clamp", "trestle"),
    "floor": (),
    "lamp": (),
    "arm": ("arm",),
}
"""What sorts of supports hold a thing that is held so."""


def _cure(cure: Cure, shoot: Shoot) -> CureResult:
    changes = [CureChange(path=path, value=value) for path, value in cure.changes.items()]
    if cure.hold:
        # what nobody has answered has no entry yet: the answers for all holds are given as a whole
        holds = {name: choice.model_dump() for name, choice in shoot.rig.holds.items()}
        holds[cure.hold] = {**HoldChoice().model_dump(), **holds.get(cure.hold, {}), **cure.changes}
        changes = [CureChange(path="rig.holds", value=holds)]
    return CureResult(words=cure.words, changes=changes)


def _check(check: Check, shoot: Shoot) -> CheckLine:
    def known(value: float | None) -> float | None:
        return value if value is not None and math.isfinite(value) else None

    return CheckLine(
        id=check.id,
        code=check.code,
        topic=check.topic,
        about=check.about.name,
        about_id=check.about.id,
        name=check.name,
        state=check.state,
        figure=check.figure,
        limit=check.limit,
        source=check.source,
        value=known(check.value),
        bound=known(check.bound),
        unit=check.unit,
        relation=check.relation,
        factor=known(check.factor),
        cure=None if check.cure is None else _cure(check.cure, shoot),
    )


def _support(support: Any, height: float) -> SupportResult:
    return SupportResult(
        id=support.id,
        name=support.name,
        kind=support.kind,
        carries=support.carries(height),
        highest=support.highest,
        reach=support.reach,
        foot_radius=support.foot_radius,
        own=support.count is not None,
    )


def _holding(holding: Holding, plan: RigPlan) -> HoldingResult:
    held = holding.held
    height = float(held.place[2])
    return HoldingResult(
        id=holding.held.id,
        name=held.name,
        by=holding.by,
        over=held.over,
        mass=held.mass,
        height=height,
        place=[round(float(x), 4) for x in held.place],
        support=None if holding.support is None else _support(holding.support, height),
        under=None if holding.under is None else _support(holding.under, height),
        reach=holding.reach,
        back=holding.back,
        counterweight=holding.counterweight_needed,
        counterweight_given=holding.counterweight_given,
        ballast=min(holding.ballast_asked, 1e4),
        ballast_given=holding.ballast_given,
        moments=None
        if holding.moments is None
        else MomentsResult(over=holding.moments.over, hold=holding.moments.hold),
        forces=[ForceResult(name=f.name, along=f.along, height=f.height, side=f.side, up=f.up) for f in holding.forces],
        joints=[f"{j.upper} on {j.lower}" + ("" if j.fits else f": {j.adapter}") for j in holding.joints],
        overhead=holding.overhead,
        ways=list(WAYS) if held.by in WAYS else [],
        choices=[_support(s, height) for s in plan.choices if s.kind in KINDS[holding.by]],
    )


def _housing(found: ThermalState) -> HousingResult:
    return HousingResult(
        name=found.housing.name,
        inside=found.inside,
        openings=found.openings,
        black_inside=found.black_inside,
        profile=[[round(h, 2), round(t, 2)] for h, t in found.profile],
        limits=[LimitLine(name=m.name, height=m.height, limit=m.limit) for m in found.housing.materials],
    )


def _mark(mark: FloorMark) -> MarkResult:
    return MarkResult(
        name=mark.name,
        x=mark.x,
        y=mark.y,
        first=mark.first,
        second=mark.second,
        side=mark.side,
        height=mark.height,
        tilt=mark.tilt,
        turn=mark.turn,
        aim=mark.aim,
        dial=mark.dial,
    )


def _home_made(one: HomeMade, shoot: Shoot) -> HomeMadeResult:
    shop, units = shoot.brief.workshop, shoot.units
    making = plan_build(one.plan, shop, units=units)
    worked = making.worked
    pieces: dict[str, int] = {}
    for piece in worked.plan.pieces:
        text = f"{piece.name}, {format_length(piece.cut, system=units)}"
        pieces[text] = pieces.get(text, 0) + 1
    return HomeMadeResult(
        id=f"made_{one.id}",
        name=one.name,
        words=to_units(one.words, units),
        caution=one.caution,
        payload=one.payload,
        mass=one.mass,
        ballast=one.ballast,
        cost=worked.total,
        pieces=[f"{count} × {text}" for text, count in pieces.items()],
        steps=[
            f"{j.step.title}: {j.step.text}" + (f" {j.step.caution}" if j.step.caution else "")
            for j in making.schedule.jobs
            if j.step.does != "gather"
        ],
    )


def _lines(tasks: Sequence[RigTask]) -> list[TaskLine]:
    return [TaskLine(key=task.id, text=task.text) for task in tasks]


LOOKED_AT = (
    RigTask("knobs", "Knobs and clamps are tight; nothing turns when it is pushed."),
    RigTask("vents", "Vents of lamps are free; nothing of cloth hangs over them."),
    RigTask("cables-lie", "Cables lie along walls, taped where somebody walks; nothing is in the wet."),
    RigTask("under", "Nobody stands under what hangs; everybody knows where the switch is."),
    RigTask("glare", "Glare: from the sitter's eyes no bare lamp is seen."),
)
"""What is looked at before the lamps go on, whatever the checks say."""


def checklist(plan: RigPlan) -> list[RigTask]:
    """Before the lamps go on: what every check asks for, and what is looked at anyway."""
    found = [
        RigTask(check.id, f"{check.about.name}: {check.name.lower()}, {check.cure.words}.")
        for check in plan.checks
        if check.state != "within" and check.cure is not None
    ]
    for holding in plan.holdings:
        held = holding.held
        if holding.ballast_given:
            found.append(RigTask(f"ballast@{held.id}", f"{held.name}: {holding.ballast_given:.1f} kg on the foot."))
        if holding.overhead:
            words = f"{held.name}: its own safety line, to another fixing, no more than a hand slack."
            found.append(RigTask(f"safety-line@{held.id}", words))
    return [*{task.id: task for task in (*found, *LOOKED_AT)}.values()]


def rig(document: Mapping[str, Any], shelf: Sequence[dict[str, Any]] = ()) -> dict[str, Any]:
    """What holds everything, all checks, mains, heat and lay-out; see ``RigResult``."""
    shoot = resolve_document(document)
    plan = rig_plan(shoot, shelf=stocked(shelf), units=shoot.units)
    first, second = references(shoot.brief)
    lines = [_check(c, shoot) for c in plan.checks]
    answer = RigResult(
        holdings=[_holding(h, plan) for h in plan.holdings],
        checks=lines,
        outside=sum(c.state == "outside" for c in lines),
        unknown=sum(c.state == "needs an answer" for c in lines),
        needed=[NeededResult(name=n.name, count=n.count, have=n.have) for n in plan.needed],
        circuits=[
            CircuitResult(
                number=c.number,
                amperes=c.amperes,
                share=c.share,
                loads=[LoadResult(name=x.name, watts=x.watts, mains=x.mains) for x in c.loads],
            )
            for c in plan.circuits
        ],
        batteries=[LoadResult(name=x.name, watts=x.watts, mains=False) for x in plan.loads if not x.mains],
        housings=[_housing(h) for h in plan.housings],
        references=[ReferenceResult(name=r.name, x=r.x, y=r.y) for r in (first, second)],
        marks=[_mark(m) for m in plan.marks],
        looks=[LookResult(number=x.number, name=x.name, words=x.words) for x in look_list(shoot)],
        checklist=_lines(checklist(plan)),
        setting=_lines(plan.setting),
        striking=_lines(plan.striking),
        home_made=[_home_made(s.made, shoot) for s in plan.choices if s.made is not None],
        wind=plan.wind,
        water_reach=mains.REACH,
        currency=shoot.brief.workshop.currency,
    )
    return answer.model_dump()


def rig_sheet(
    document: Mapping[str, Any], form: str, shelf: Sequence[dict[str, Any]] = (), *, told: Told
) -> dict[str, Any]:
    """The lay-out sheet as ``"a4"`` or ``"letter"`` PDF, in base 64."""
    # the library for PDF is for those who want paper
    from wenlo.formats.rig_sheet_pdf import write_rig_sheet_pdf

    told(0, 1, None)
    shoot = resolve_document(document)
    plan = rig_plan(shoot, shelf=stocked(shelf), units=shoot.units)
    content = write_rig_sheet_pdf(
        plan,
        title=shoot.title,
        paper=form,
        units=shoot.units,
        references=tuple(r.name for r in references(shoot.brief)),
        looks=look_list(shoot),
        checklist=checklist(plan),
        places=[(r.x, r.y) for r in references(shoot.brief)],
        wet=shoot.rig.wet,
    )
    return {"content": base64.b64encode(content).decode("ascii")}
