"""All kinds for a brief: each sized, judged and ranked, with its reasons."""

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS, TRYING
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.light_layers import action_range
from wenlo.core.analysis.source_light import shadow_edge_of
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import SheetMaterial
from wenlo.core.catalog.own import sheet_material
from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.errors import Impossible
from wenlo.core.facts import Fact, Phrases
from wenlo.core.inventory.own_things import lit_by, of_own_bars, of_own_materials
from wenlo.core.inventory.shopping import WorkedBuild, work_out
from wenlo.core.inventory.stocked import Stocked, missing, own_lamps, own_materials
from wenlo.core.modifiers.kind import Kind, ModifierParameters
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.modifiers.slots import Slot
from wenlo.core.proposals.proposal_context import Case
from wenlo.core.ranking.ranked import Ranked, ScorePoint
from wenlo.core.ranking.scoring import points_of
from wenlo.core.scene import scene_builder
from wenlo.core.units.length import UnitSystem

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

MOST_STRAIGHT = 0.05
"""A sheet that lets no more straight through still hides its lamp. [-]"""

ALIKE = 0.6
"""One's own sheet or face that differs by no more than this is taken for the one that a kind would take. [-]"""


SAYS = Phrases(
    "rank",
    {
        "refused": {"why": "label"},
        "no-room": {},
        "moved": {"way": "choice", "goal": "choice"},
        "lamp-nearer": {},
        "smaller": {"goal": "choice"},
        "thinner": {},
        "clearer": {"sheet": "label"},
        "lit-by": {"lamp": "label"},
    },
    room="ranking",
)

STEAM_ANGLE = 140.0
"""Steam and dust show against light that comes from so far round behind them. [degree]"""


def _angles(brief: Brief, design: ModifierParameters, turn: float) -> tuple[float, ...]:
    # the key's angle, or the one that is asked for, turned farther from the camera, on the side that is asked for, or
    # else on either
    low, high = angle_limits(design)
    asked = brief.wanted.key_angle
    most = min(high, max(STEAM_ANGLE if brief.haze is not None else 90.0, asked or 0.0))
    angle = max(max(low, -most), min(most, (abs(design.key_angle) if asked is None else asked) + turn))
    if brief.wanted.key_side == "either":
        return (angle, -angle) if design.key_angle >= 0.0 else (-angle, angle)
    return (angle,) if brief.wanted.key_side == "right" else (-angle,)


def angle_limits(design: ModifierParameters) -> tuple[float, float]:
    """Least and greatest key angle that a kind takes. [degree]"""
    slot = kind_of(design).slots["key_angle"]
    return slot.low, slot.high


def placed_as_asked(brief: Brief, design: ModifierParameters) -> Any:
    """The design as high over the eyes as is asked for, and behind steam where there is any, as far as its parameters
    go.

    Parameters
    ----------
    brief: what is asked for.
    design: before it is sized.
    """
    changes: dict[str, float] = {}
    low, high = angle_limits(design)
    if brief.haze is not None and high >= STEAM_ANGLE and abs(design.key_angle) < STEAM_ANGLE:
        changes["key_angle"] = math.copysign(STEAM_ANGLE, design.key_angle)
    del low
    height = brief.wanted.key_height
    kind = kind_of(design)
    able, slots = kind.capabilities, kind.slots
    if height is not None and able.stands is not None and abs(height) < STEEPEST:
        level = float(np.hypot(*design.source_centre[:2]))
        rise = level * math.tan(math.radians(height)) + brief.subject.face_height - float(design.source_centre[2])
        stands, least = able.stands, able.stands.low
        if able.height is not None and able.height.leg > 0.0:
            least = max(least, able.height.slot.get(design) + able.height.leg)
        high_up = min(max(stands.get(design) + rise, least), stands.high, brief.room.height - 0.05)
        changes[stands.id] = round(high_up, 3)
    # as far as it fits: under a ceiling it stays lower than is asked
    for share in SHARES_OF_RISE if changes else ():
        tried = {
            name: value if name == "key_angle" else round((now := slots[name].get(design)) + share * (value - now), 3)
            for name, value in changes.items()
        }
        candidate = design.model_copy(update=tried)
        if scene_builder.fits_in_room(brief, candidate):
            return candidate
    return design


SHARES_OF_RISE = (1.0, 0.75, 0.5, 0.25, 0.0)

STEEPEST = 80.0
"""What is asked to be higher is overhead: no height of an upright source gives it. [degree]"""


def fitted(kind: Kind[Any], brief: Brief, design: ModifierParameters) -> Any | None:
    """The design, turned or made smaller until it is in the room and, if it can be, out of the picture; None
    if never.
    """
    seen = None
    for _ in range(14):
        for turn in TURNS:
            for turned in (design.model_copy(update={"key_angle": a}) for a in _angles(brief, design, turn)):
                if scene_builder.fits_in_room(brief, turned):
                    if not scene_builder.in_picture(brief, turned):
                        return turned
                    seen = seen or turned
        design = kind.scaled(design, SHRINK)
    return seen


def sized(kind: Kind[Any], brief: Brief, *, start: Any = None) -> tuple[Any, float] | None:
    """The smallest design whose shadow edge is the wanted one, as far as room and limits let it, and that edge [m];
    None if none fits.

    Parameters
    ----------
    kind, brief: what is sized for what.
    start: the design to begin with; the kind's own if left out.
    """
    target = brief.wanted.shadow_edge
    best = fitted(kind, brief, kind.start(brief) if start is None else start)
    if best is None:
        return None
    edge = shadow_edge_of(brief, best, effort=TRYING, cells=TRY_CELLS)
    design = best
    for _ in range(0 if kind.keeps_size else TRIES):
        if not math.isfinite(edge) or edge <= 0.0 or 1.0 <= edge / target <= 1.2:
            break
        scale = min(max((1.06 * target / edge) ** 0.9, SCALES[0]), SCALES[1])
        design = fitted(kind, brief, kind.scaled(best, scale))
        if design is None or design.source_size == best.source_size:
            break
        then = shadow_edge_of(brief, design, effort=TRYING, cells=TRY_CELLS)
        better = abs(math.log2(max(then, 1e-6) / target)) < abs(math.log2(edge / target)) - 0.02
        if not better:
            break
        best, edge = design, then
    return best, edge


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
    shelf: what there is: its lamps serve where the Brief's cannot, its sheets and faces are taken where they are near
        to
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
    return best_first(found)


def best_first(rows: Iterable[Ranked]) -> tuple[Ranked, ...]:
    """Kinds in the order in which they are offered; those that cannot serve last."""
    return tuple(sorted(rows, key=lambda r: r.penalty))


def judge(kind: Kind[Any], brief: Brief, *, shelf: Sequence[Stocked] = (), units: UnitSystem = "metric") -> Ranked:
    """Size one kind for the brief and weigh it: by the shadow edge first, then by the wishes that it misses."""
    plain = Ranked(kind=kind.id, name=kind.name, good=kind.good, bad=kind.bad)
    served = lit_by(kind, brief, own_lamps(shelf)) if kind.rejection_reason(brief) is not None and shelf else brief
    why_not = kind.rejection_reason(served or brief)
    if why_not is not None or served is None:
        return replace(plain, cannot=SAYS("refused", why=why_not))
    start = of_own_materials(kind, kind.start(served), own_materials(shelf), most_unlike=ALIKE)
    start = of_own_bars(kind, start, shelf)
    made = sized(kind, served, start=placed_as_asked(served, start)) or sized(kind, served, start=start)
    if made is None:
        return replace(plain, cannot=SAYS("no-room"))
    served = scene_builder.with_daylight(served, made[0])
    design, action = evened(kind, served, made[0])
    refused = None if kind.by_day(design) else kind.refuses(design, served.lamp.type)
    if refused is not None:
        return replace(plain, cannot=SAYS("refused", why=refused.text))
    try:
        best, points = _weighed(kind, served, design, action, shelf, units)
    except Impossible as problem:
        return replace(plain, cannot=SAYS("refused", why=problem.message))
    tried: set[str] = set()
    for _ in range(MOST_REMEDIES):
        assert best.design is not None
        remedy = next((r for r in _remedies(kind, served, best.design, points) if r.id not in tried), None)
        if remedy is None:
            break
        tried.add(remedy.id)
        with suppress(Impossible):
            then, new_points = _weighed(kind, served, remedy.design, None, shelf, units)
            if then.penalty < best.penalty - LEAST_GAIN:
                best, points = replace(then, remedies=(*best.remedies, remedy.says)), new_points
    shrunk = "smaller" in tried and bool(best.remedies)
    said = [p.said if p.stays is None or shrunk else (*p.said, p.stays) for p in points]
    facts = next((i for i, point in enumerate(points) if point.fact), len(points))
    reasons = [*said[:facts], *((one,) for one in best.remedies), *said[facts:]]
    if served.lamp.id != brief.lamp.id and not kind.by_day(best.design):
        reasons.insert(0, (SAYS("lit-by", lamp=served.lamp.type.name),))
    return replace(best, name=kind.name, good=kind.good, bad=kind.bad, brief=served, reasons=_once(reasons))


def _weighed(
    kind: Kind[Any],
    brief: Brief,
    design: ModifierParameters,
    action: float | None,
    shelf: Sequence[Stocked],
    units: UnitSystem,
) -> tuple[Ranked, list[ScorePoint]]:
    # The design out of stock, its light and what is to be said of it, the weightiest first. Raises Impossible.
    design, build = from_stock(kind, brief, design, units=units)
    result = evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    handling = kind.handling(design)
    # a thing in its box stays where it is
    varies = 0.0 if _stays(kind) else action_range(brief, design, effort=TRYING) if action is None else action
    lines = tuple(missing(build.shopping, shelf)) if shelf else build.shopping
    row = Ranked(
        kind=kind.id,
        name="",
        good="",
        bad="",
        brief=brief,
        design=design,
        result=result,
        build=build,
        handling=handling,
        missing=lines,
    )
    case = Case(brief=brief, design=design)
    points = sorted(points_of(case, row, varies), key=lambda point: (point.fact, -point.weight))
    return replace(row, penalty=sum(min(p.weight, HEAVIEST) for p in points), points=tuple(points)), points


def _once(reasons: Iterable[tuple[Fact, ...]]) -> tuple[tuple[Fact, ...], ...]:
    # what was said already is left out, wherever it stands
    said: list[Fact] = []
    found = []
    for reason in reasons:
        kept = tuple(one for one in reason if one not in said)
        said.extend(kept)
        if kept:
            found.append(kept)
    return tuple(found)


@dataclass(frozen=True, kw_only=True)
class Remedy:
    """A design that should miss a wish less, and what was done for it."""

    id: str
    design: ModifierParameters
    says: Fact


def _remedies(
    kind: Kind[Any], brief: Brief, design: ModifierParameters, points: Sequence[ScorePoint]
) -> Iterator[Remedy]:
    # For the wishes that are missed, the weightiest first: what a person would try.
    able = kind.capabilities
    distance, total = able.travel, sum(point.weight for point in points)
    for point in points:
        if point.fact or point.weight < WORTH_A_TRY or total - point.weight > HOPELESS:
            continue
        if kind.keeps_size and point.wish in ("nearer", "farther", "smaller"):
            continue
        if point.wish in ("nearer", "farther") and distance is not None:
            value = _stepped(design, distance, 1 / STEP if point.wish == "nearer" else STEP)
            # as large in proportion, so that the shadow edge stays
            grown = kind.scaled(distance.put(design, value), value / distance.get(design))
            moved = fitted(kind, brief, grown)
            if moved is not None:
                yield Remedy(id=point.wish, design=moved, says=SAYS("moved", way=point.wish, goal=point.goal))
        elif point.wish == "lamp_nearer" and able.lamp_travel is not None:
            moved = able.lamp_travel.put(design, _stepped(design, able.lamp_travel, 1 / STEP))
            yield Remedy(id="lamp_nearer", design=moved, says=SAYS("lamp-nearer"))
        elif point.wish == "smaller":
            yield Remedy(id="smaller", design=kind.scaled(design, SHRINK), says=SAYS("smaller", goal=point.goal))
        elif point.wish == "brighter":
            layers = None if able.sheet is None else able.sheet.layers
            if layers is not None and layers.get(design) > 1:
                thinner = layers.put(design, layers.get(design) - 1)
                yield Remedy(id="thinner", design=thinner, says=SAYS("thinner"))
            clearer = None if able.sheet is None else _clearer(sheet_material(able.sheet.material.get(design)))
            if able.sheet is not None and clearer is not None:
                put = able.sheet.material.put(design, clearer.id)
                yield Remedy(id="clearer", design=put, says=SAYS("clearer", sheet=clearer.name))
            if distance is not None:
                near = distance.put(design, _stepped(design, distance, 1 / STEP))
                if scene_builder.fits_in_room(brief, near) and not scene_builder.in_picture(brief, near):
                    yield Remedy(id="as large, nearer", design=near, says=SAYS("moved", way="nearer", goal="light"))


def _stepped(design: ModifierParameters, slot: Slot[float], factor: float) -> float:
    return round(slot.within(slot.get(design) * factor), 2)


def _clearer(now: SheetMaterial) -> SheetMaterial | None:
    # The next sheet that passes more and still hides the lamp as well.
    better = [
        sheet
        for sheet in sheet_materials().values()
        if sheet.form == now.form
        and sheet.transmittance > 1.15 * now.transmittance
        and sheet.unscattered <= max(now.unscattered, MOST_STRAIGHT)
    ]
    return min(better, key=lambda sheet: sheet.transmittance, default=None)


def _stays(kind: Kind[Any]) -> bool:
    # a thing in its box stays where it is; before a window somebody may walk
    return kind.keeps_size and not kind.always_by_day


def evened(kind: Kind[Any], brief: Brief, design: ModifierParameters) -> tuple[Any, float]:
    """The design, farther off and larger where the key varies too much over the action area; and by how much it varies.

    Farther off the light falls off less across the area; it is sized anew there, so that its shadow edge stays.
    """
    range_now = 0.0 if _stays(kind) else action_range(brief, design, effort=TRYING)
    travel = kind.capabilities.travel
    if travel is None or range_now <= brief.action.vary:
        return design, range_now
    off = round(travel.get(design) * FARTHER, 2)
    moved = sized(kind, brief, start=travel.put(design, off))
    if moved is None or travel.get(moved[0]) != off:
        return design, range_now
    range_then = action_range(brief, moved[0], effort=TRYING)
    softer = moved[1] >= 0.97 * min(
        brief.wanted.shadow_edge, shadow_edge_of(brief, design, effort=TRYING, cells=TRY_CELLS)
    )
    return (moved[0], range_then) if softer and range_then < range_now - 0.05 else (design, range_now)


def from_stock(
    kind: Kind[Any], brief: Brief, design: ModifierParameters, *, units: UnitSystem
) -> tuple[Any, WorkedBuild]:
    """The design, made smaller until its parts come out of the stock that is sold, and its build. Raises Impossible."""
    for _ in range(STOCK_TRIES):
        try:
            return design, work_out(kind.build(design, brief), units=units)
        except Impossible:
            smaller = kind.scaled(design, SHRINK)
            if smaller.source_size == design.source_size:
                break
            design = smaller
    return design, work_out(kind.build(design, brief), units=units)
