"""All kinds for a brief: each sized, judged and ranked, with its reasons in words."""

import math
from collections.abc import Callable, Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import Any, Literal

from wenlo.core.advice import set_up
from wenlo.core.advice.by_finish import BY_FINISH, comes_from
from wenlo.core.advice.case import Case, distance_of, limits_of
from wenlo.core.advice.figures import Evaluated, Light, evaluate, modifier_light
from wenlo.core.advice.gauges import EDGE_BAND, STOP_BAND, deep_stops
from wenlo.core.advice.light_layers import action_range
from wenlo.core.advice.own_things import lit_by, of_own_bars, of_own_materials
from wenlo.core.build.shopping import ShoppingLine, WorkedBuild, work_out
from wenlo.core.data import sheet_materials
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.kind import Handling, Kind
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.quantities.exposure import third_stop_iso
from wenlo.core.quantities.length import UnitSystem
from wenlo.core.quantities.stops import format_stops, stops_between
from wenlo.core.shelf.own import finish_material, sheet_material
from wenlo.core.shelf.stocked import Stocked, missing, own_lamps, own_materials
from wenlo.core.shoot.brief import PEOPLE, Brief
from wenlo.core.transport.solve import DRAFT

TRYING = replace(DRAFT, error=0.08, most_paths=128, sides=90)
JUDGING = replace(DRAFT, error=0.09, most_paths=256)
TRY_CELLS = 16
TRIES = 4
SCALES = (0.2, 4.0)
SHRINK = 0.88
FARTHER = 1.35
"""How much farther off a source is tried whose light varies too much over the action area."""

STOCK_TRIES = 5
TURNS = (0.0, 15.0, 30.0)
"""How much farther from the camera a design is turned to get it out of the picture. [degree]"""

STEP = 1.3
"""How much nearer or farther off something is tried for a wish. [-]"""

MOST_REMEDIES = 2
WORTH_A_TRY, LEAST_GAIN, HOPELESS = 0.2, 0.05, 4.0
"""A wish that weighs less is not worth a try; a try that gains less is not worth a change; where all else
weighs more than the last, no cure of one wish helps. [-]"""

HEAVIEST = 20.0
"""No wish that is missed weighs more, however far it is missed: a backdrop may get no light at all. [-]"""

WRONG_WAY = 0.5
"""What light from where it does not suit the thing's finish weighs. [-]"""

MOST_STRAIGHT = 0.05
"""A sheet that lets no more straight through still hides its lamp. [-]"""

ALIKE = 0.6
"""One's own sheet or face that differs by no more than this is taken for the one that a kind would take. [-]"""

LEAST_APART = 0.6
"""Less between the shadow side and the backdrop, and the outline is hard to see. [stop]"""

SKIN = 0.35
"""Reflectance of middling skin. [-]"""

STRAIGHT = 0.08
"""More of the light than this straight from the lamp is seen as a hard core."""


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """One kind for the brief.

    ``design`` sized for it, None when it cannot serve (``cannot`` says why); ``brief`` is the one it is for, with another
    lamp of the Shelf where the Brief's own cannot serve. ``missing`` is what the Shelf does not hold of its parts.
    ``penalty`` orders the kinds: about one for every stop or doubling that a wish is missed by. ``reasons`` are
    sentences, the weightiest first.
    """

    kind: str
    name: str
    good: str
    bad: str
    cannot: str | None = None
    brief: Brief | None = None
    design: Any = None
    result: Evaluated | None = None
    build: WorkedBuild | None = None
    handling: Handling | None = None
    missing: tuple[ShoppingLine, ...] = ()
    penalty: float = math.inf
    reasons: tuple[str, ...] = ()
    remedies: tuple[str, ...] = ()

    @property
    def cost_per_use(self) -> float:
        """Price of the parts over the shoots that it lasts. [EUR]"""
        assert self.build is not None
        assert self.handling is not None
        return self.build.total / self.handling.uses

    @property
    def to_buy(self) -> float:
        """Price of what the Shelf does not hold. [EUR]"""
        return sum(line.price for line in self.missing)


def separation(brief: Brief, result: Evaluated) -> float:
    """Stops by which the shadow side of a face of middling skin is lighter than the backdrop beside it. [stop]"""
    red, green, blue = finish_material(brief.backdrop.finish).reflectance
    behind = result.levels.backdrop * (0.2126 * red + 0.7152 * green + 0.0722 * blue)
    return stops_between(max(result.levels.fill * SKIN, 1e-9), max(behind, 1e-9))


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
    for _ in range(0 if kind.keeps_size else TRIES):
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
    brief: Brief,
    *,
    shelf: Sequence[Stocked] = (),
    units: UnitSystem = "metric",
    told: Callable[[int, int, Ranked], bool] | None = None,
) -> tuple[Ranked, ...]:
    """All kinds, the best first; those that cannot serve last.

    Parameters
    ----------
    brief: what the picture needs.
    shelf: what there is: its lamps serve where the Brief's cannot, its sheets and faces are taken where they are near to
        what the kind would take, and what it holds need not be bought.
    units: how lengths are written in the reasons.
    told: called with how many kinds are done, how many there are, and the one that is ready; false ends the work.
    """
    found = []
    all_kinds = list(kinds().values())
    for kind in all_kinds:
        found.append(judge(kind, brief, shelf=shelf, units=units))
        if told is not None and not told(len(found), len(all_kinds), found[-1]):
            break
    return tuple(sorted(found, key=lambda r: r.penalty))


def judge(kind: Kind[Any], brief: Brief, *, shelf: Sequence[Stocked] = (), units: UnitSystem = "metric") -> Ranked:
    """Size one kind for the brief and weigh it: by the shadow edge first, then by the wishes that it misses."""
    plain = Ranked(kind=kind.id, name=kind.name, good=kind.good, bad=kind.bad)
    served = lit_by(kind, brief, own_lamps(shelf)) if kind.cannot(brief) is not None and shelf else brief
    why_not = kind.cannot(served or brief)
    if why_not is not None or served is None:
        return replace(plain, cannot=why_not)
    start = of_own_materials(kind, kind.start(served), own_materials(shelf), most_unlike=ALIKE)
    start = of_own_bars(kind, start, shelf)
    made = sized(kind, served, start=start)
    if made is None:
        return replace(
            plain, cannot="It does not fit the room, however small: the subject stands too near to the walls for it."
        )
    served = set_up.lit(served, made[0])
    design, action = evened(kind, served, made[0])
    try:
        best, points = _weighed(kind, served, design, action, shelf, units)
    except Impossible as problem:
        return replace(plain, cannot=problem.message)
    tried: set[str] = set()
    for _ in range(MOST_REMEDIES):
        remedy = next((r for r in _remedies(kind, served, best.design, points) if r.id not in tried), None)
        if remedy is None:
            break
        tried.add(remedy.id)
        with suppress(Impossible):
            then, new_points = _weighed(kind, served, remedy.design, None, shelf, units)
            if then.penalty < best.penalty - LEAST_GAIN:
                told = Point(weight=0.0, text=remedy.text, fact=True)
                best, points = replace(then, remedies=(*best.remedies, told.text)), new_points
    shrunk = "smaller" in tried and bool(best.remedies)
    reasons = [p.text if p.wish or not p.because or shrunk else f"{p.text} {p.because}" for p in points]
    facts = next((i for i, point in enumerate(points) if point.fact), len(points))
    reasons[facts:facts] = best.remedies
    if served.lamp.id != brief.lamp.id and kind.daylight is None:
        reasons.insert(0, f"The lamp of the brief cannot serve it; lit by {served.lamp.type.name} from the Shelf.")
    return replace(best, name=kind.name, good=kind.good, bad=kind.bad, brief=served, reasons=tuple(reasons))


def _weighed(
    kind: Kind[Any], brief: Brief, design: Any, action: float | None, shelf: Sequence[Stocked], units: UnitSystem
) -> tuple[Ranked, list["Point"]]:
    # The design out of stock, its light and what is to be said of it, the weightiest first. Raises Impossible.
    design, build = from_stock(kind, brief, design, units=units)
    result = evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    handling = kind.handling(design)
    varies = action_range(brief, design, effort=TRYING) if action is None else action
    lines = tuple(missing(build.shopping, shelf)) if shelf else build.shopping
    row = Ranked(
        kind=kind.id, name="", good="", bad="", brief=brief, design=design, result=result, build=build, handling=handling,
        missing=lines,
    )  # fmt: skip
    case = Case(brief=brief, design=design, units=units)
    points = sorted(_points(case, row, varies), key=lambda point: (point.fact, -point.weight))
    return replace(row, penalty=sum(min(p.weight, HEAVIEST) for p in points)), points


@dataclass(frozen=True, kw_only=True)
class Remedy:
    """A design that should miss a wish less, and what was done for it, in a sentence."""

    id: str
    design: Any
    text: str


def _remedies(kind: Kind[Any], brief: Brief, design: Any, points: Sequence["Point"]) -> Iterator[Remedy]:
    # For the wishes that are missed, the weightiest first: what a person would try.
    fields = kind.parameters.model_fields
    distance, total = distance_of(design), sum(point.weight for point in points)
    for point in points:
        if point.fact or point.weight < WORTH_A_TRY or total - point.weight > HOPELESS:
            continue
        if kind.keeps_size and point.wish in ("nearer", "farther", "smaller"):
            continue
        if point.wish in ("nearer", "farther") and distance is not None:
            value = _stepped(design, distance, 1 / STEP if point.wish == "nearer" else STEP)
            # as large in proportion, so that the shadow edge stays
            grown = kind.grown(design.model_copy(update={distance: value}), value / getattr(design, distance))
            moved = fitted(kind, brief, grown)
            if moved is not None:
                text = f"It stands {point.wish} than the shadow edge alone asks, {point.because}."
                yield Remedy(id=point.wish, design=moved, text=text)
        elif point.wish == "lamp_nearer" and "lamp_distance" in fields:
            moved = design.model_copy(update={"lamp_distance": _stepped(design, "lamp_distance", 1 / STEP)})
            yield Remedy(
                id="lamp_nearer", design=moved, text="The lamp stands nearer to it, so that less light misses it."
            )
        elif point.wish == "smaller":
            text = f"It is smaller than the shadow edge asks, {point.because}."
            yield Remedy(id="smaller", design=kind.grown(design, SHRINK), text=text)
        elif point.wish == "brighter":
            if getattr(design, "layers", 1) > 1:
                thinner = design.model_copy(update={"layers": design.layers - 1})
                yield Remedy(id="thinner", design=thinner, text="One layer fewer, so that less light is lost.")
            clearer = _clearer(design)
            if clearer is not None:
                text = f"Of {sheet_material(clearer).name}, which passes more, so that less light is lost."
                yield Remedy(id="clearer", design=design.model_copy(update={"sheet": clearer}), text=text)
            if distance is not None:
                near = design.model_copy(update={distance: _stepped(design, distance, 1 / STEP)})
                if set_up.fits_in_room(brief, near) and not set_up.in_picture(brief, near):
                    yield Remedy(
                        id="as large, nearer", design=near, text="It stands nearer, for the light that is needed."
                    )


def _stepped(design: Any, name: str, factor: float) -> float:
    low, high = limits_of(design, name)
    now: float = getattr(design, name)
    return round(min(max(now * factor, low), high), 2)


def _clearer(design: Any) -> str | None:
    # The next sheet that passes more and still hides the lamp as well.
    if "sheet" not in type(design).model_fields:
        return None
    now = sheet_material(design.sheet)
    better = [
        sheet for sheet in sheet_materials().values()
        if sheet.form == now.form and sheet.transmittance > 1.15 * now.transmittance
        and sheet.unscattered <= max(now.unscattered, MOST_STRAIGHT)
    ]  # fmt: skip
    return min(better, key=lambda sheet: sheet.transmittance).id if better else None


def evened(kind: Kind[Any], brief: Brief, design: Any) -> tuple[Any, float]:
    """The design, farther off and larger where the key varies too much over the action area; and by how much it varies.

    Farther off the light falls off less across the area; it is sized anew there, so that its shadow edge stays.
    """
    range_now = action_range(brief, design, effort=TRYING)
    name = next((n for n in ("sheet_distance", "distance") if n in kind.parameters.model_fields), None)
    if name is None or range_now <= brief.action.vary:
        return design, range_now
    off = round(getattr(design, name) * FARTHER, 2)
    moved = sized(kind, brief, start=design.model_copy(update={name: off}))
    if moved is None or getattr(moved[0], name) != off:
        return design, range_now
    range_then = action_range(brief, moved[0], effort=TRYING)
    softer = moved[1].shadow_edge >= 0.97 * min(
        brief.wanted.shadow_edge, modifier_light(brief, design, effort=TRYING, cells=TRY_CELLS).shadow_edge
    )
    return (moved[0], range_then) if softer and range_then < range_now - 0.05 else (design, range_now)


def from_stock(kind: Kind[Any], brief: Brief, design: Any, *, units: UnitSystem) -> tuple[Any, WorkedBuild]:
    """The design, made smaller until its parts come out of the stock that is sold, and its build. Raises Impossible."""
    for _ in range(STOCK_TRIES):
        try:
            return design, work_out(kind.build(design, brief), units=units)
        except Impossible:
            smaller = kind.grown(design, SHRINK)
            if smaller.source_size == design.source_size:
                break
            design = smaller
    return design, work_out(kind.build(design, brief), units=units)


@dataclass(frozen=True, kw_only=True)
class Point:
    """Something to say of a design and what it weighs; a ``fact`` comes after what is missed.

    ``wish`` is what would cure it, ``because`` what that is done for, or without a wish why nothing is done.
    """

    weight: float
    text: str
    fact: bool = False
    wish: Literal["nearer", "farther", "lamp_nearer", "smaller", "brighter"] | None = None
    because: str = ""


def _points(case: Case, row: Ranked, action: float) -> Iterator[Point]:
    result, build, handling = row.result, row.build, row.handling
    assert result is not None
    assert build is not None
    assert handling is not None
    yield from _of_the_light(case, result)
    yield from _of_the_levels(case, result)
    yield from _of_the_limits(case, row.to_buy, build, handling)
    yield from _of_the_finish(case)
    vary = case.brief.action.vary
    if action > vary:
        text = f"Over the action area the key varies by {deep_stops(action)}; {format_stops(vary)} may be."
        yield Point(weight=0.6 * (min(action, 8.0) - vary), text=text)
    else:
        yield Point(weight=0.0, text=f"Over the action area the key varies by {format_stops(action)}.", fact=True)
    carried = math.ceil(handling.packed[0] * 100 - 1e-6) / 100
    if carried > case.brief.carrying_length + 0.005:
        text = (
            f"Packed it is {case.length(carried)} long; only {case.length(case.brief.carrying_length)} can be carried."
        )
        weight = 0.6 + math.log2(carried / case.brief.carrying_length)
        yield Point(weight=weight, text=text, wish="smaller", because="so that it can be carried")
    people = "one person" if handling.people == 1 else f"{handling.people} people"
    beside = {0: "no stand", 1: "one stand"}.get(handling.stands, f"{handling.stands} stands")
    yield Point(
        weight=0.1 * handling.stands + handling.setup / 120 + 0.15 * (handling.people - 1), fact=True,
        text=f"Set up in {handling.setup:.0f} minutes by {people}, {beside} beside the lamp's.",
    )  # fmt: skip
    bought = "" if row.to_buy > build.total - 0.5 else f", {row.to_buy:.0f} € of it still to buy"
    yield Point(
        weight=row.to_buy / 150, fact=True,
        text=f"Parts for about {build.total:.0f} €{bought}, {build.total / handling.uses:.2f} € a shoot; "
        f"{build.minutes / 60:.1f} h to build.",
    )  # fmt: skip


def _of_the_finish(case: Case) -> Iterator[Point]:
    if case.brief.subject.kind in PEOPLE:
        return
    suits, ways = BY_FINISH[case.brief.subject.finish], comes_from(case.brief, case.design)
    if not any(way in suits.ways for way in ways):
        yield Point(weight=WRONG_WAY, text=f"Its light comes from the {ways[0]}. {suits.why}")


def _of_the_limits(case: Case, to_buy: float, build: WorkedBuild, handling: Handling) -> Iterator[Point]:
    limits = case.brief.limits
    if limits.money is not None and to_buy > limits.money:
        text = f"Its parts cost about {to_buy:.0f} €, {to_buy - limits.money:.0f} € more than there is."
        weight = 0.5 + 2.0 * math.log2(to_buy / limits.money)
        yield Point(weight=weight, text=text, wish="smaller", because="for the money that there is")
    if limits.people is not None and handling.people > limits.people:
        text = f"It takes {handling.people} people to set up; {limits.people} will be there."
        yield Point(weight=1.0, text=text)
    if limits.build_hours is not None and build.minutes > 60 * limits.build_hours:
        text = f"It takes {build.minutes / 60:.1f} h to build; {limits.build_hours:g} h are left."
        yield Point(weight=math.log2(build.minutes / 60 / limits.build_hours), text=text)
    if limits.setup_minutes is not None and handling.setup > limits.setup_minutes:
        text = f"It takes {handling.setup:.0f} minutes to set up; {limits.setup_minutes:.0f} are left."
        yield Point(weight=math.log2(handling.setup / limits.setup_minutes), text=text)


def _of_the_light(case: Case, result: Evaluated) -> Iterator[Point]:
    wanted, light, straight = case.brief.wanted, result.light, result.levels.direct_share
    width, height = case.design.source_size
    what, edge = f"{case.length(width)} × {case.length(height)}", light.shadow_edge
    low, high = (wanted.shadow_edge * x for x in EDGE_BAND)
    if not math.isfinite(edge) or edge <= 0.0:
        yield Point(weight=4.0, text="It throws no shadow edge that could be measured.")
    elif edge < low:
        text = f"Too hard: {what} gives {case.length(edge)} of the {case.length(wanted.shadow_edge)} wanted."
        yield Point(weight=2.0 * stops_between(low, edge), text=text, because="No larger one fits.")
    elif edge > high:
        text = f"Softer than wanted: {case.length(edge)}, however small."
        yield Point(weight=stops_between(edge, high), text=text)
    else:
        yield Point(weight=0.0, text=f"{what} gives the wanted shadow edge: {case.length(edge)}.", fact=True)
    if set_up.in_picture(case.brief, case.design):
        yield Point(weight=2.0, text="Wherever it is turned, part of it or its lamp stands in the picture.")
    if straight > STRAIGHT and kind_of(case.design).daylight is None:
        text = f"{straight * 100:.0f} % of the light at the face comes straight from the lamp, so the shadow has a hard core."
        yield Point(weight=2.0 * straight, text=text)
    if light.missed > wanted.spill:
        text = f"{light.missed * 100:.0f} % of the lamp's light misses it and lights the room."
        yield Point(weight=2.0 * (light.missed - wanted.spill), text=text, wish="lamp_nearer")
    if math.isfinite(light.loss) and light.loss > wanted.loss:
        text = f"It costs {format_stops(light.loss)}, more than the {format_stops(wanted.loss)} allowed."
        yield Point(weight=0.7 * (light.loss - wanted.loss), text=text, wish="brighter")


def _of_the_levels(case: Case, result: Evaluated) -> Iterator[Point]:
    wanted, iso = case.brief.wanted, result.setting.iso
    off = result.background - wanted.background
    if result.with_room and abs(off) > STOP_BAND:
        text = (
            f"Background {format_stops(result.background, signed=True)}, {format_stops(abs(off))} "
            f"{'brighter' if off > 0 else 'darker'} than wanted."
        )
        wish: Literal["nearer", "farther"] = "nearer" if off > 0 else "farther"
        why = f"so that the background comes {'down' if off > 0 else 'up'}"
        yield Point(weight=0.5 * (abs(off) - STOP_BAND), text=text, wish=wish, because=why)
    off = result.contrast - wanted.contrast
    if result.with_room and abs(off) > STOP_BAND:
        text = f"{'Deeper' if off > 0 else 'Flatter'} than wanted: {format_stops(result.contrast)} from the lit to the shadow side."
        yield Point(weight=0.5 * (abs(off) - STOP_BAND), text=text)
    apart = separation(case.brief, result) if result.with_room else math.inf
    if abs(apart) < LEAST_APART:
        text = f"The shadow side and the backdrop beside it are only {format_stops(abs(apart))} apart: the outline is lost there."
        why = "so that the outline stands out from the backdrop"
        wish = "nearer" if apart > 0 else "farther"
        yield Point(weight=0.6 * (LEAST_APART - abs(apart)), text=text, wish=wish, because=why)
    if wanted.solve_for == "iso" and math.isfinite(iso):
        over = stops_between(iso, wanted.iso_highest)
        needs = f"ISO {third_stop_iso(max(iso, 25.0)):.0f}"
        if over > 0.05:
            text = f"It needs {needs}, {format_stops(over)} over the limit."
            yield Point(weight=over, text=text, wish="brighter")
        else:
            yield Point(weight=0.0, text=f"{needs} at a loss of {format_stops(result.light.loss)}.", fact=True)
