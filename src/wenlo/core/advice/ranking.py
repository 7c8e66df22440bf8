"""All kinds for a brief: each sized, judged and ranked, with its reasons in words."""

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from typing import Any

from wenlo.core.advice import set_up
from wenlo.core.advice.case import Case
from wenlo.core.advice.figures import Evaluated, Light, evaluate, modifier_light
from wenlo.core.advice.gauges import EDGE_BAND, STOP_BAND
from wenlo.core.build.shopping import WorkedBuild, work_out
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.kind import Handling, Kind
from wenlo.core.modifiers.registry import kinds
from wenlo.core.quantities.exposure import third_stop_iso
from wenlo.core.quantities.length import UnitSystem
from wenlo.core.quantities.stops import format_stops, stops_between
from wenlo.core.shoot.brief import Brief
from wenlo.core.transport.solve import DRAFT

TRYING = replace(DRAFT, error=0.08, most_paths=128, sides=90)
JUDGING = replace(DRAFT, error=0.09, most_paths=256)
TRY_CELLS = 16
TRIES = 4
SCALES = (0.2, 4.0)
SHRINK = 0.88
TURNS = (0.0, 15.0, 30.0)
"""How much farther from the camera a design is turned to get it out of the picture. [degree]"""

STRAIGHT = 0.08
"""More of the light than this straight from the lamp is seen as a hard core."""


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """One kind for the brief.

    ``design`` sized for it, None when it cannot serve (``cannot`` says why). ``penalty`` orders the kinds: about one
    for every stop or doubling that a wish is missed by. ``reasons`` are sentences, the weightiest first.
    """

    kind: str
    name: str
    good: str
    bad: str
    cannot: str | None = None
    design: Any = None
    result: Evaluated | None = None
    build: WorkedBuild | None = None
    handling: Handling | None = None
    penalty: float = math.inf
    reasons: tuple[str, ...] = ()

    @property
    def cost_per_use(self) -> float:
        """Price of the parts over the shoots that it lasts. [EUR]"""
        assert self.build is not None
        assert self.handling is not None
        return self.build.total / self.handling.uses


def fitted(kind: Kind[Any], brief: Brief, design: Any) -> Any | None:
    """The design, turned or made smaller until it is in the room and, if it can be, out of the picture; None if never."""
    seen = None
    for _ in range(14):
        for turn in TURNS:
            angle = max(-90.0, min(90.0, design.key_angle + turn))
            for turned in (design.model_copy(update={"key_angle": a}) for a in (angle, -angle)):
                if set_up.fits_in_room(brief, turned):
                    if not set_up.in_picture(brief, turned):
                        return turned
                    seen = seen or turned
        design = kind.grown(design, SHRINK)
    return seen


def sized(kind: Kind[Any], brief: Brief, *, start: Any = None) -> tuple[Any, Light] | None:
    """The smallest design whose shadow edge is the wanted one, as far as room and limits let it; None if none fits.

    Parameters
    ----------
    kind, brief: what is sized for what.
    start: the design to begin with; the kind's own if left out.
    """
    target = brief.wanted.shadow_edge
    best = fitted(kind, brief, kind.start(brief) if start is None else start)
    if best is None:
        return None
    light = modifier_light(brief, best, effort=TRYING, cells=TRY_CELLS)
    design = best
    for _ in range(TRIES):
        edge = light.shadow_edge
        if not math.isfinite(edge) or edge <= 0.0 or 1.0 <= edge / target <= 1.2:
            break
        scale = min(max((1.06 * target / edge) ** 0.9, SCALES[0]), SCALES[1])
        design = fitted(kind, brief, kind.grown(best, scale))
        if design is None or design.source_size == best.source_size:
            break
        then = modifier_light(brief, design, effort=TRYING, cells=TRY_CELLS)
        better = abs(math.log2(max(then.shadow_edge, 1e-6) / target)) < abs(math.log2(edge / target)) - 0.02
        if not better:
            break
        best, light = design, then
    return best, light


def rank(
    brief: Brief, *, units: UnitSystem = "metric", told: Callable[[int, int], bool] | None = None
) -> tuple[Ranked, ...]:
    """All kinds, the best first; those that cannot serve last.

    Parameters
    ----------
    brief: what the picture needs.
    units: how lengths are written in the reasons.
    told: called with how many kinds are done and how many there are; false ends the work.
    """
    found = []
    all_kinds = list(kinds().values())
    for done, kind in enumerate(all_kinds):
        if told is not None and not told(done, len(all_kinds)):
            break
        found.append(judge(kind, brief, units=units))
    return tuple(sorted(found, key=lambda r: r.penalty))


def judge(kind: Kind[Any], brief: Brief, *, units: UnitSystem = "metric") -> Ranked:
    """Size one kind for the brief and weigh it."""
    plain = Ranked(kind=kind.id, name=kind.name, good=kind.good, bad=kind.bad)
    why_not = kind.cannot(brief)
    if why_not is not None:
        return replace(plain, cannot=why_not)
    made = sized(kind, brief)
    if made is None:
        return replace(
            plain, cannot="It does not fit the room, however small: the subject stands too near to the walls for it."
        )
    design, _ = made
    try:
        build = work_out(kind.build(design, brief), units=units)
    except Impossible as problem:
        return replace(plain, cannot=problem.message)
    result = evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    handling = kind.handling(design)
    case = Case(brief=brief, design=design, units=units)
    points = sorted(_points(case, result, build, handling), key=lambda point: (point.fact, -point.weight))
    return replace(
        plain, design=design, result=result, build=build, handling=handling, penalty=sum(p.weight for p in points),
        reasons=tuple(point.text for point in points),
    )  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Point:
    """Something to say of a design and what it weighs; a ``fact`` comes after what is missed."""

    weight: float
    text: str
    fact: bool = False


def _points(case: Case, result: Evaluated, build: WorkedBuild, handling: Handling) -> Iterator[Point]:
    yield from _of_the_light(case, result)
    yield from _of_the_levels(case, result)
    carried = math.ceil(handling.packed[0] * 100 - 1e-6) / 100
    if carried > case.brief.carrying_length + 0.005:
        text = (
            f"Packed it is {case.length(carried)} long; only {case.length(case.brief.carrying_length)} can be carried."
        )
        yield Point(weight=0.6, text=text)
    people = "one person" if handling.people == 1 else f"{handling.people} people"
    beside = {0: "no stand", 1: "one stand"}.get(handling.stands, f"{handling.stands} stands")
    yield Point(
        weight=0.1 * handling.stands + handling.setup / 120 + 0.15 * (handling.people - 1), fact=True,
        text=f"Set up in {handling.setup:.0f} minutes by {people}, {beside} beside the lamp's.",
    )  # fmt: skip
    yield Point(
        weight=build.total / 150, fact=True,
        text=f"Parts for about {build.total:.0f} €, {build.total / handling.uses:.2f} € a shoot; {build.minutes / 60:.1f} h to build.",
    )  # fmt: skip


def _of_the_light(case: Case, result: Evaluated) -> Iterator[Point]:
    wanted, light, straight = case.brief.wanted, result.light, result.levels.direct_share
    width, height = case.design.source_size
    what, edge = f"{case.length(width)} × {case.length(height)}", light.shadow_edge
    low, high = (wanted.shadow_edge * x for x in EDGE_BAND)
    if not math.isfinite(edge) or edge <= 0.0:
        yield Point(weight=4.0, text="It throws no shadow edge that could be measured.")
    elif edge < low:
        text = f"Too hard: {what} gives {case.length(edge)} of the {case.length(wanted.shadow_edge)} wanted, and no larger one fits."
        yield Point(weight=2.0 * stops_between(low, edge), text=text)
    elif edge > high:
        text = f"Softer than wanted: {case.length(edge)}, however small."
        yield Point(weight=stops_between(edge, high), text=text)
    else:
        yield Point(weight=0.0, text=f"{what} gives the wanted shadow edge: {case.length(edge)}.", fact=True)
    if set_up.in_picture(case.brief, case.design):
        yield Point(weight=2.0, text="Wherever it is turned, part of it or its lamp stands in the picture.")
    if straight > STRAIGHT:
        text = f"{straight * 100:.0f} % of the light at the face comes straight from the lamp, so the shadow has a hard core."
        yield Point(weight=2.0 * straight, text=text)
    if light.missed > wanted.spill:
        text = f"{light.missed * 100:.0f} % of the lamp's light misses it and lights the room."
        yield Point(weight=2.0 * (light.missed - wanted.spill), text=text)
    if math.isfinite(light.loss) and light.loss > wanted.loss:
        text = f"It costs {format_stops(light.loss)}, more than the {format_stops(wanted.loss)} allowed."
        yield Point(weight=0.7 * (light.loss - wanted.loss), text=text)


def _of_the_levels(case: Case, result: Evaluated) -> Iterator[Point]:
    wanted, iso = case.brief.wanted, result.setting.iso
    off = result.background - wanted.background
    if result.with_room and abs(off) > STOP_BAND:
        text = (
            f"Background {format_stops(result.background, signed=True)}, {format_stops(abs(off))} "
            f"{'brighter' if off > 0 else 'darker'} than wanted."
        )
        yield Point(weight=0.5 * (abs(off) - STOP_BAND), text=text)
    off = result.contrast - wanted.contrast
    if result.with_room and abs(off) > STOP_BAND:
        text = f"{'Deeper' if off > 0 else 'Flatter'} than wanted: {format_stops(result.contrast)} from the lit to the shadow side."
        yield Point(weight=0.5 * (abs(off) - STOP_BAND), text=text)
    if wanted.solve_for == "iso" and math.isfinite(iso):
        over = stops_between(iso, wanted.iso_highest)
        needs = f"ISO {third_stop_iso(max(iso, 25.0)):.0f}"
        if over > 0.05:
            yield Point(weight=over, text=f"It needs {needs}, {format_stops(over)} over the limit.")
        else:
            yield Point(weight=0.0, text=f"{needs} at a loss of {format_stops(result.light.loss)}.", fact=True)
