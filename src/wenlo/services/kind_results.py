"""Kinds of modifier as plain results: how a design is drawn, and all kinds ranked for a brief."""

import math
import time
from collections.abc import Iterable, Sequence
from typing import Any

import numpy as np

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import OwnLamp
from wenlo.core.document.shoot import Shoot
from wenlo.core.facts import Fact, Phrases, told_stops
from wenlo.core.inventory.stocked import Stocked, stocked
from wenlo.core.modifiers.kind import Kind, ModifierParameters
from wenlo.core.modifiers.registry import baseline, kind_of
from wenlo.core.photometry.exposure import format_aperture, third_stop_iso
from wenlo.core.proposals.in_a_row import in_a_row
from wenlo.core.proposals.what_if import what_if
from wenlo.core.ranking.found_objects import look_for
from wenlo.core.ranking.ranked import Ranked, ScorePoint
from wenlo.core.ranking.ranking import HEAVIEST, best_first, judge
from wenlo.core.ranking.scoring import carried
from wenlo.core.ranking.tradeoffs import disputes
from wenlo.core.remembered import LruCache
from wenlo.core.scene.handles import Handle, handles_of
from wenlo.core.scene.light_cache import WEIGHED
from wenlo.core.scene.side_view import LampSide, SideOutline, plan_view, side_view
from wenlo.services import results as r
from wenlo.services.every_kind import of_every_kind
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.said import fact_result
from wenlo.services.work import Each, Told, in_turn

SAYS = Phrases(
    "shown",
    {
        "length": {"length": "length"},
        "size": {"size": "size"},
        "stops": {"stops": "in_stops"},
        "by-stops": {"stops": "by_stops"},
        "deep-stops": {"stops": "deep_stops"},
        "not-known": {},
        "no-light": {},
        "iso": {"iso": "count"},
        "aperture": {"f": "label"},
        "power": {"power": "power"},
        "money": {"money": "count"},
        "money-each": {"money": "hundredth"},
        "mass": {"mass": "mass"},
        "hours": {"hours": "tenth"},
        "minutes": {"minutes": "count"},
        "minutes-by": {"minutes": "count", "people": "count"},
        "stands": {"stands": "count"},
        "shoots": {"uses": "count"},
    },
    room="ranking",
)


def _facts(facts: Iterable[Fact]) -> list[r.FactResult]:
    return [fact_result(one) for one in facts]


def outlines_drawn(outlines: tuple[SideOutline, ...]) -> list[r.OutlineDrawn]:
    """Outlines as they travel."""
    return [
        r.OutlineDrawn(id=o.id, look=o.look, points=[[round(float(x), 4) for x in p] for p in o.points])
        for o in outlines
    ]


def lamps_drawn(lamps: tuple[LampSide, ...]) -> list[r.LampDrawn]:
    """Lamps of a drawing as they travel."""
    return [
        r.LampDrawn(
            place=[round(float(x), 4) for x in lamp.place],
            aim=[round(float(x), 4) for x in lamp.aim],
            face=lamp.face,
            bulb=lamp.bulb,
            window=lamp.window,
        )
        for lamp in lamps
    ]


def _handle(handle: Handle, design: ModifierParameters) -> r.HandleDrawn:
    level = design.direction if handle.view == "side" else design.across
    axes = np.stack([level, np.array([0.0, 0.0, 1.0])])
    return r.HandleDrawn(
        view=handle.view,
        path=handle.slot.path,
        label=handle.label,
        value=handle.value,
        low=handle.slot.low,
        high=handle.slot.high,
        at=[float(x) for x in axes @ handle.at],
        per_unit=[float(x) for x in axes @ handle.per_unit],
        linked=[r.LinkedDrawn(path=x.slot.path, value=x.value, per_unit=x.per_unit) for x in handle.linked],
    )


_drawings: LruCache[r.ModifierDrawn] = LruCache(16)


def drawing_of(brief: Brief, design: ModifierParameters) -> r.ModifierDrawn:
    """How a design is drawn from the side and from above."""
    # how bright a lamp is and what the camera is set to draw nothing
    kept = brief.model_dump_json(
        exclude={"lamp": WEIGHED, "others": {"__all__": WEIGHED}, "camera": {"shutter", "iso", "aperture"}}
    )
    return _drawings.get((kept, design.model_dump_json()), lambda: (_drawn(brief, design), True))


def _drawn(brief: Brief, design: ModifierParameters) -> r.ModifierDrawn:
    kind = kind_of(design)
    arrangement = kind.arrange(design, brief, None)
    side, side_lamps = side_view(design, arrangement)
    plan, plan_lamps = plan_view(arrangement)
    axes = np.stack([design.direction, np.array([0.0, 0.0, 1.0])])
    return r.ModifierDrawn(
        side=outlines_drawn(side),
        side_lamps=lamps_drawn(side_lamps),
        plan=outlines_drawn(plan),
        plan_lamps=lamps_drawn(plan_lamps),
        marks=[
            r.MarkDrawn(
                path=m.path,
                label=m.label,
                start=[float(x) for x in axes @ m.start],
                end=[float(x) for x in axes @ m.end],
            )
            for m in kind.marks(design, brief)
            if m.view == "side"
        ],
        handles=[_handle(h, design) for h in handles_of(brief, design)],
        source_size=list(design.source_size),
        highest=float(design.highest),
    )


def _figures(shoot: Shoot, row: Ranked) -> r.KindFigures:
    assert row.result is not None
    assert row.build is not None
    assert row.handling is not None
    assert row.design is not None
    light, setting, handling = row.result.light, row.result.setting, row.handling
    exposure = {
        "iso": SAYS("iso", iso=third_stop_iso(max(setting.iso, 25.0))) if math.isfinite(setting.iso) else None,
        "aperture": SAYS("aperture", f=format_aperture(setting.aperture)),
        "power": SAYS("power", power=setting.power) if math.isfinite(setting.power) and setting.power > 0 else None,
    }[shoot.brief.wanted.solve_for]
    width, height = row.design.source_size
    long, high = (math.ceil(x * 100 - 1e-6) / 100 for x in carried(row)[:2])
    known = row.result.with_room
    shown = {
        "edge": SAYS("length", length=light.shadow_edge),
        "size": SAYS("size", size=(float(width), float(height))),
        "contrast": SAYS("deep-stops", stops=told_stops(row.result.contrast)) if known else SAYS("not-known"),
        "background": SAYS("by-stops", stops=told_stops(row.result.background)) if known else SAYS("not-known"),
        "loss": SAYS("stops", stops=told_stops(light.loss)),
        "exposure": exposure or SAYS("no-light"),
        "cost": SAYS("money", money=row.build.total),
        "buy": SAYS("money", money=row.to_buy),
        "cost_per_use": SAYS("money-each", money=row.cost_per_use),
        "mass": SAYS("mass", mass=row.build.mass),
        "build": SAYS("hours", hours=row.build.minutes / 60),
        "setup": SAYS("minutes-by", minutes=handling.setup, people=handling.people),
        "packed": SAYS("size", size=(long, high)),
        "strike": SAYS("minutes", minutes=handling.strike),
        "stands": SAYS("stands", stands=handling.stands),
        "lasts": SAYS("shoots", uses=handling.uses),
    }
    return r.KindFigures(**{name: fact_result(says) for name, says in shown.items()})


def _weighed(point: ScorePoint) -> r.WeighedResult:
    return r.WeighedResult(
        about="takes" if point.takes else "met" if point.fact else "missed",
        says=_facts(point.said),
        weight=round(min(point.weight, HEAVIEST), 2),
    )


def _row(shoot: Shoot, row: Ranked) -> r.RankedResult:
    design = row.design
    serves = design is not None
    lamp = (row.brief or shoot.brief).lamp.id
    return r.RankedResult(
        kind=row.kind,
        name=row.name,
        good=row.good,
        bad=row.bad,
        cannot=None if row.cannot is None else fact_result(row.cannot),
        reasons=[_facts(reason) for reason in row.reasons],
        weighed=[_weighed(point) for point in row.points],
        design=None if design is None else design.model_dump(mode="json"),
        lamp=lamp.model_dump(mode="json") if isinstance(lamp, OwnLamp) else lamp,
        figures=_figures(shoot, row) if serves else None,
        penalty=round(row.penalty, 4) if serves else None,
        drawn=None if design is None else drawing_of(row.brief or shoot.brief, design),
        look_for=[] if design is None else _facts(look_for(kind_of(design), design)),
    )


def _judged(kind: Kind[Any], shoot: Shoot, shelf: Sequence[Stocked]) -> tuple[Ranked, r.RankedResult]:
    row = judge(kind, shoot.brief, shelf=shelf, units=shoot.units)
    return row, _row(shoot, row)


def ranking(
    told: Told, document: Document, shelf: Sequence[dict[str, Any]] = (), *, each: Each = in_turn
) -> r.RankingResult:
    """All kinds sized and ranked for a shoot's brief and a Shelf; see ``RankingResult``."""
    start = time.perf_counter()
    shoot, found = of_every_kind(_judged, told, document, shelf, each)
    rows, shown = best_first(row for row, _ in found), {line.kind: line for _, line in found}
    return r.RankingResult(
        kinds=[shown[row.kind] for row in rows],
        disputes=[
            r.DisputeResult(
                question=fact_result(d.question),
                verdict=_facts(d.verdict),
                sides=[
                    r.SideResult(name=fact_result(s.name), kind=s.kind, argument=fact_result(s.argument))
                    for s in d.sides
                ],
            )
            for d in disputes(shoot.brief, rows)
        ],
        seconds=round(time.perf_counter() - start, 2),
    )


def held_against(document: Document) -> r.BaselineResult:
    """What the document's design is held against; see ``BaselineResult``."""
    shoot = resolve_document(document)
    return r.BaselineResult(design=baseline(shoot.design, shoot.brief).model_dump(mode="json"))


def material_row(told: Told, document: Document, parameter: str, shelf: Sequence[dict[str, Any]] = ()) -> r.RowResult:
    """Every sheet or face in the place of one; see ``RowResult``."""
    shoot = resolve_document(document)
    lines = in_a_row(
        shoot.brief, shoot.design, parameter, stocked(shelf), told=lambda done, total: told(done, total, None)
    )

    def known(value: float, digits: int) -> float | None:
        return round(value, digits) if math.isfinite(value) else None

    return r.RowResult(
        parameter=parameter,
        lines=[
            r.MaterialResult(
                ref=line.ref if isinstance(line.ref, str) else line.ref.model_dump(mode="json"),
                name=line.name,
                chosen=line.chosen,
                own=line.own,
                stops=known(line.stops, 2),
                edge=known(line.edge, 4),
                evenness=known(line.evenness, 2),
                missed=known(line.missed, 3),
                kelvin=known(line.kelvin, -1),
                colour=[round(x, 3) for x in line.colour],
                keep_below=known(line.keep_below, 0),
                cannot=line.cannot,
            )
            for line in lines
        ],
    )


def curve(told: Told, document: Document, parameter: str) -> r.CurveResult:
    """What one parameter does to the light; see ``CurveResult``."""
    shoot = resolve_document(document)
    found = what_if(shoot.brief, shoot.design, parameter, told=lambda done, total: told(done, total, None))
    wanted = shoot.brief.wanted

    def known(values: tuple[float, ...]) -> list[float | None]:
        return [round(x, 5) if math.isfinite(x) else None for x in values]

    return r.CurveResult(
        parameter=parameter,
        at=[round(x, 4) for x in found.at],
        now=found.now,
        edge=known(found.edge),
        loss=known(found.loss),
        evenness=known(found.evenness),
        missed=known(found.missed),
        fits=list(found.fits),
        wanted={"edge": wanted.shadow_edge, "loss": wanted.loss, "evenness": wanted.evenness, "missed": wanted.spill},
    )
