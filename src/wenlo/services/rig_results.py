"""The Rig stage's answers as plain results, and the task that works them out."""

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Any, get_args

from wenlo.core.document.rigging import HeldFrom, HoldChoice
from wenlo.core.document.shoot import Shoot
from wenlo.core.facts import Phrases
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.wording import to_units
from wenlo.core.inventory.stocked import stocked
from wenlo.core.rigging import mains
from wenlo.core.rigging.checks import Check, Cure
from wenlo.core.rigging.holding import Holding
from wenlo.core.rigging.homemade import HomeMade
from wenlo.core.rigging.layout import FloorMark, RigTask, references
from wenlo.core.rigging.looklist import look_list
from wenlo.core.rigging.plan import RigPlan, rig_plan
from wenlo.core.rigging.thermal_checks import ThermalState
from wenlo.core.units.length import format_length
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.rig_models import (
    CheckLine,
    CircuitResult,
    CureChange,
    CureResult,
    ForceResult,
    HoldingResult,
    HomeMadeResult,
    HousingResult,
    LimitLine,
    LoadResult,
    LookResult,
    MarkResult,
    MomentsResult,
    NeededResult,
    ReferenceResult,
    RigResult,
    SupportResult,
    TaskLine,
)
from wenlo.services.said import fact_result, step_said
from wenlo.services.work import FileResult, Told

WAYS: tuple[HeldFrom, ...] = get_args(HeldFrom)


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
    return CureResult(says=fact_result(cure.says), changes=changes)


def _check(check: Check, shoot: Shoot) -> CheckLine:
    def known(value: float | None) -> float | None:
        return value if value is not None and math.isfinite(value) else None

    return CheckLine(
        id=check.id,
        code=check.code,
        topic=check.topic,
        about=fact_result(check.about.says),
        about_id=check.about.id,
        says=fact_result(check.says),
        state=check.state,
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
        grips=["behind", "below"] if held.board is not None and holding.by == "stand" else [],
        grip=None if holding.holder is None else GRIPS[holding.holder.id],
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
        steps=[step_said(j.step) for j in making.schedule.jobs if j.step.does != "gather"],
    )


GRIPS = {"holder": "behind", "holder_below": "below"}
"""Where the bar of a holder runs, by its id."""


def _made(plan: RigPlan) -> list[HomeMade]:
    # holders that somebody has chosen, each for its own board; then what can be made besides
    chosen = [
        replace(h.holder, id=f"{h.holder.id}@{h.held.id}", name=f"{h.holder.name}, for {h.held.name}")
        for h in plan.holdings
        if h.holder is not None
    ]
    taken = {h.holder.id for h in plan.holdings if h.holder is not None}
    return [*chosen, *(s.made for s in plan.choices if s.made is not None and s.made.id not in taken)]


def _lines(tasks: Sequence[RigTask]) -> list[TaskLine]:
    return [TaskLine(key=task.id, says=fact_result(task.says)) for task in tasks]


TASKS = Phrases(
    "task",
    {
        "check": {"about": "fact", "check": "fact", "cure": "fact"},
        "ballast": {"name": "label", "ballast": "tenth"},
        "safety-line": {"name": "label"},
        "knobs": {},
        "vents": {},
        "cables-lie": {},
        "under": {},
        "glare": {},
    },
    room="checks",
)

LOOKED_AT = tuple(RigTask(key, TASKS(key)) for key in ("knobs", "vents", "cables-lie", "under", "glare"))
"""What is looked at before the lamps go on, whatever the checks say."""


def checklist(plan: RigPlan) -> list[RigTask]:
    """Before the lamps go on: what every check asks for, and what is looked at anyway."""
    found = [
        RigTask(check.id, TASKS("check", about=check.about.says, check=check.says, cure=check.cure.says))
        for check in plan.checks
        if check.state != "within" and check.cure is not None
    ]
    for holding in plan.holdings:
        held = holding.held
        if holding.ballast_given:
            said = TASKS("ballast", name=held.name, ballast=holding.ballast_given)
            found.append(RigTask(f"ballast@{held.id}", said))
        if holding.overhead:
            found.append(RigTask(f"safety-line@{held.id}", TASKS("safety-line", name=held.name)))
    return [*{task.id: task for task in (*found, *LOOKED_AT)}.values()]


def rig(document: Document, shelf: Sequence[dict[str, Any]] = ()) -> RigResult:
    """What holds everything, all checks, mains, heat and lay-out; see ``RigResult``."""
    shoot = resolve_document(document)
    plan = rig_plan(shoot, shelf=stocked(shelf))
    first, second = references(shoot.brief)
    lines = [_check(c, shoot) for c in plan.checks]
    return RigResult(
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
        home_made=[_home_made(one, shoot) for one in _made(plan)],
        wind=plan.wind,
        water_reach=mains.REACH,
        currency=shoot.brief.workshop.currency,
    )


def rig_sheet(told: Told, document: Document, form: str, shelf: Sequence[dict[str, Any]] = ()) -> FileResult:
    """The lay-out sheet as ``"a4"`` or ``"letter"`` PDF."""
    # the library for PDF is for those who want paper
    from wenlo.formats.rig_sheet_pdf import write_rig_sheet_pdf

    told(0, 1, None)
    shoot = resolve_document(document)
    plan = rig_plan(shoot, shelf=stocked(shelf))
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
    return FileResult.of(content)
