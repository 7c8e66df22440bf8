"""The Build stage worked out: the tasks that its answers come from."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from wenlo.core.document.looks import put_on
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.covers import CoverPlan
from wenlo.core.fabrication.cutplan import CutPlan
from wenlo.core.fabrication.sheetplan import CutSheet
from wenlo.core.fabrication.templates import templates_of
from wenlo.core.fabrication.tolerance import Symptom, measured_back, stacks
from wenlo.core.ids import slug
from wenlo.core.instructions.carry import counter_slip, first_cuts
from wenlo.core.instructions.order import Job
from wenlo.core.instructions.plan_build import Making, plan_build
from wenlo.core.instructions.solids import printed, prints_of
from wenlo.core.inventory.changes import stands_weather, substitutes
from wenlo.core.inventory.prices import Offer, Prices
from wenlo.core.inventory.shopping import ShoppingLine
from wenlo.core.inventory.stocked import own_bars, own_boards, shelf_first, stocked
from wenlo.core.modifiers.registry import kind_of
from wenlo.formats.words import parts_words
from wenlo.services import build_models as m
from wenlo.services.resolve_document import Document, resolve_build, resolve_document
from wenlo.services.said import former_title, step_said

TRIES = 60
"""Orders of laying pieces on boards that are tried beyond the usual ones."""

Offers = Mapping[str, Mapping[str, Any]]
"""A supplier's offers as plain values, by the id of what is sold."""


def prices_of(shoot: Shoot, offers: Offers | None) -> Prices:
    """One's own prices, then those offered, then typical ones."""
    shop = shoot.brief.workshop
    known = {
        key: Offer(price=row["price"], pack=row["pack"], packs=row["packs"]) for key, row in (offers or {}).items()
    }
    return Prices(own=shop.prices, rate=shop.rate, offers=known)


def making_of(shoot: Shoot, shelf: Sequence[dict[str, Any]] = (), offers: Offers | None = None) -> Making:
    """The design's build, with the bars and boards of a Shelf first."""
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    have = stocked(shelf)
    prices = prices_of(shoot, offers)
    making = plan_build(
        plan,
        shoot.brief.workshop,
        units=shoot.units,
        tries=TRIES,
        own=own_bars(have, plan.bars),
        own_boards=own_boards(have),
        highest=shoot.design.highest,
        prices=prices,
    )
    lines = shelf_first(making.worked.shopping, have, prices)
    return replace(making, worked=replace(making.worked, shopping=lines, total=sum(line.price for line in lines)))


def _sheet(sheet: CutSheet, *, own: bool = False, host: str = "") -> m.SheetResult:
    return m.SheetResult(
        width=sheet.width,
        length=sheet.length,
        own=own,
        host=host,
        laid=[m.LaidResult(label=p.label, x=p.x, y=p.y, width=p.width, height=p.height) for p in sheet.laid],
        offcuts=[m.LaidResult(label="", x=f.x, y=f.y, width=f.width, height=f.height) for f in sheet.offcuts],
    )


def cover_result(cover: CoverPlan) -> m.CoverResult:
    """A covering's plan: one's own boards, those bought, and what falls out of windows and is used."""
    return m.CoverResult(
        id=cover.covering.id,
        material=cover.covering.name,
        form=cover.covering.form,
        sawn=cover.sawn,
        bought=cover.bought,
        bound=cover.plan.bound,
        price=cover.price,
        used=cover.used,
        dust=cover.dust,
        left=cover.left,
        sheets=[
            *(_sheet(s, own=True) for s in cover.own),
            *(_sheet(s) for s in cover.plan.sheets),
            *(_sheet(n.sheet, host=n.host) for n in cover.nested if n.sheet.laid),
        ],
    )


def bar_results(cuts: CutPlan) -> list[m.BarResult]:
    """The bars with their pieces."""
    return [
        m.BarResult(
            stock=bar.stock,
            kerf=bar.kerf,
            offcut=bar.offcut,
            price=bar.price,
            own=bar.own,
            name=bar.name,
            pieces=[
                m.PieceResult(label=p.label, name=p.name, cut=p.cut, exact=p.exact or p.cut, reason=p.reason)
                for p in bar.pieces
            ],
        )
        for bar in cuts.bars
    ]


def shopping_result(line: ShoppingLine) -> m.ShoppingResult:
    """A line of the list, with what serves instead where it is short."""
    instead = substitutes(line.key or line.id)
    return m.ShoppingResult(
        key=line.key,
        name=line.name,
        amount=line.amount,
        price=line.price,
        each=line.price / line.packs if line.packs else 0.0,
        source=line.source,
        short=line.short,
        on_shelf=line.on_shelf,
        need=line.need,
        substitutes=[m.SubstituteResult(id=s.id, name=s.name, words=s.words) for s in instead],
    )


def _steps(making: Making) -> list[m.StepResult]:
    jobs = making.schedule.jobs
    return [
        m.StepResult(
            key=j.step.id,
            was=slug(former_title(j.step)),
            said=step_said(j.step),
            minutes=j.step.minutes,
            wait=j.step.wait,
            start=j.start,
            ready=j.ready,
            hands=j.step.hands,
            does=j.step.does,
            parts=list(j.parts),
            fittings=parts_words(Job(step=j.step, fittings=j.fittings)),
            tools=list(j.tools),
            after=list(j.after),
            sketch=None
            if j.step.sketch is None
            else m.SketchResult(
                width=j.step.sketch.width,
                height=j.step.sketch.height,
                diagonal=j.step.sketch.diagonal,
                sides=j.step.sketch.sides,
                rails=j.step.sketch.rails,
            ),
        )
        for j in jobs
    ]


def _templates(making: Making) -> list[m.TemplateResult]:
    # the library for PDF is loaded only where there is a template to tile
    templates = templates_of(making.worked.plan)
    if not templates:
        return []
    from wenlo.formats.templates_pdf import tiles

    found = []
    for t in templates:
        a4, letter = (tiles(t, paper) for paper in ("a4", "letter"))
        found.append(
            m.TemplateResult(
                name=t.name,
                width=t.size[0],
                height=t.size[1],
                note=t.note,
                outline=[list(p) for p in t.outline],
                holes=[[list(p) for p in hole] for hole in t.holes],
                folds=[[list(a), list(b)] for a, b in t.folds],
                pages_a4=a4[0] * a4[1],
                pages_letter=letter[0] * letter[1],
            )
        )
    return found


def _prints(making: Making) -> list[m.PrintResult]:
    return [
        m.PrintResult(
            name=p.spec.name,
            count=p.spec.count,
            size=list(p.solid.size),
            mass=p.mass,
            note=p.spec.note,
            hints=list(p.hints),
        )
        for p in (printed(spec) for spec in prints_of(making.worked.plan))
    ]


def build(
    document: Document,
    shelf: Sequence[dict[str, Any]] = (),
    offers: Offers | None = None,
    supplier: m.SupplierState = "off",
) -> m.BuildResult:
    """Cut plan, own bars first, shopping, steps, holes, templates and prints; see ``BuildResult``."""
    shoot = resolve_build(document)
    built = shoot.design.model_dump()
    making = making_of(shoot, shelf, offers)
    worked, schedule = making.worked, making.schedule
    plan, cuts = worked.plan, worked.cuts
    carrying = shoot.brief.carrying_length
    shop = shoot.brief.workshop
    firsts = [first_cuts(bar, carrying=carrying, kerf=plan.kerf) for bar in cuts.bars]
    return m.BuildResult(
        name=plan.name,
        put_on=[
            m.PutOnResult(label=p.label, look=p.look)
            for p in put_on(resolve_document(document))
            if built[p.parameter] == p.value
        ],
        bar=plan.stock.id,
        bar_name=" and ".join(bar.name for bar in plan.bars),
        saw=plan.saw,
        kerf=plan.kerf,
        bars=bar_results(cuts),
        runs=[m.RunResult(name=run.name, wanted=run.wanted, assembled=run.assembled(plan.pieces)) for run in plan.runs],
        cloth=[
            m.ClothResult(
                label=c.label,
                material=c.material,
                form=c.form,
                finished=list(c.finished),
                cut=list(c.cut),
                strips=c.strips,
                strip_width=c.strip_width,
                buy_length=c.buy_length,
                note=c.note,
            )
            for c in plan.cloth
        ],
        covers=[cover_result(cover) for cover in worked.covers],
        stacks=[
            m.StackResult(run=s.run, wanted=s.wanted, worst=s.worst, likely=s.likely, pieces=list(s.pieces))
            for s in stacks(plan)
        ],
        shopping=[shopping_result(line) for line in worked.shopping],
        steps=_steps(making),
        holes=[
            m.HoleResult(
                name=h.name,
                pieces=list(h.pieces),
                fastener=h.fastener,
                count=h.count,
                diameter=h.diameter,
                depth=h.depth,
                along=list(h.along),
                across=h.across,
                edge=h.edge,
                side=h.side,
                longest=h.longest,
                note=h.note,
            )
            for h in plan.holes
        ],
        templates=_templates(making),
        prints=_prints(making),
        first_cuts=[
            m.FirstCutsResult(
                stock=f.stock,
                cuts=list(f.cuts),
                lengths=[m.CarriedResult(length=c.length, pieces=[p.label for p in c.pieces]) for c in f.lengths],
            )
            for f in firsts
        ],
        slip=list(counter_slip(cuts, carrying=carrying, kerf=plan.kerf, units=shoot.units)),
        total=worked.total,
        currency=shop.currency,
        ready_made=shop.ready_made,
        supplier=supplier,
        weatherproof=stands_weather(plan),
        mass=worked.mass,
        minutes=schedule.hands_on,
        waiting=schedule.waiting,
        ready=schedule.ready,
        bought=cuts.bought,
        own=cuts.own,
        used=cuts.used,
        dust=cuts.kerf,
        offcuts=cuts.offcuts,
        lower_bound=cuts.lower_bound,
        longest=max((p.cut for p in plan.pieces), default=0.0),
        carrying_length=carrying,
    )


def measured(document: Document, measured: Mapping[str, float], symptom: Symptom) -> m.MeasuredResult:
    """What to recut of a frame that does not come out right; see ``MeasuredResult``."""
    shoot = resolve_build(document)
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    found = measured_back(plan, measured, symptom=symptom, units=shoot.units)
    return m.MeasuredResult(findings=[m.FindingResult(label=f.label, off=f.off, text=f.text) for f in found])
