"""What is to be said of a sized design and what it weighs: the light, the levels, the limits, the thing."""

import math
from collections.abc import Iterator
from dataclasses import replace

from wenlo.core.analysis.face_light import DARK_EYES, face_light
from wenlo.core.analysis.figures import Evaluated
from wenlo.core.analysis.gauges import EDGE_BAND, STOP_BAND
from wenlo.core.analysis.reflections import reflections
from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.catalog.own import finish_material
from wenlo.core.facts import Phrases, told_stops, yes
from wenlo.core.instructions.packing import bundles
from wenlo.core.inventory.shopping import WorkedBuild
from wenlo.core.modifiers.kind import Handling
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.exposure import third_stop_iso
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.flags import broken, surface_levels
from wenlo.core.proposals.proposal_context import Case
from wenlo.core.ranking.light_direction import BY_FINISH, DENT, comes_from, relief, why_of
from wenlo.core.ranking.ranked import Ranked, ScorePoint
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT

MIRROR = 3.0
"""What a shiny thing that mirrors nothing of what it should weighs. [-]"""

METAL = 5.0
"""The same for bare metal, which shows nothing else. [-]"""

TURNED = 0.2
"""What is left of that where a few degrees of turn cure it. [-]"""

WRONG_WAY = 0.5
"""What light from where it does not suit the thing's finish weighs. [-]"""

LEAST_APART = 0.6
"""Less between the shadow side and the backdrop, and the outline is hard to see. [stop]"""

SKIN = 0.35
"""Reflectance of middling skin. [-]"""

DARK = 0.6
"""What a stop over the limit of a surface that must stay dark weighs. [-]"""

WRONG_SIDE, NO_SIDE = 2.0, 0.2
"""What light from the side that was not asked for weighs; light that comes less aside than this comes from neither. [-]
"""

HEIGHT_BAND, ANGLE_BAND = 15.0, 15.0
"""The key may be so much higher or lower than is asked, and so much farther round or less. [degree]"""

BROW = 40.0
"""From light that is higher the brow begins to shade the eyes. [degree]"""

BEHIND, STEAM = 0.4, 3.0
"""Cosine of how far round behind light must come for steam to show, and what it weighs where it comes from before it.
[-]
"""

LEAST_RELIEF = 0.35
"""Relief that shows by less looks flat. [stop]"""

JUDGED = replace(DRAFT, error=0.06, most_paths=256)
"""How finely the parts of a face are read for a ranking."""

STRAIGHT = 0.08
"""More of the light than this straight from the lamp is seen as a hard core."""


SAYS = Phrases(
    "rank",
    {
        "edge": {"size": "size", "edge": "length"},
        "edge-none": {},
        "hard": {"size": "size", "edge": "length", "wanted": "length"},
        "no-larger": {},
        "soft": {"edge": "length"},
        "in-picture": {},
        "straight": {"share": "share"},
        "missed": {"share": "share"},
        "loss": {"loss": "in_stops", "most": "in_stops"},
        "background-none": {},
        "background": {"stops": "by_stops", "off": "in_stops", "way": "choice"},
        "contrast": {"stops": "deep_stops", "way": "choice"},
        "apart": {"stops": "in_stops"},
        "iso": {"iso": "count", "loss": "in_stops"},
        "iso-over": {"iso": "count", "over": "in_stops"},
        "money": {"cost": "count", "over": "count"},
        "people": {"needs": "count", "there": "count"},
        "build-hours": {"needs": "tenth", "left": "tenth"},
        "set-up-minutes": {"needs": "count", "left": "count"},
        "dark": {"surface": "label", "stops": "by_stops", "most": "by_stops"},
        "other-side": {"side": "choice"},
        "round": {"angle": "angle", "wanted": "angle"},
        "height": {"angle": "angle", "wanted": "angle"},
        "sockets": {"stops": "in_stops"},
        "haze": {"what": "choice"},
        "relief": {"lean": "angle", "stops": "in_stops"},
        "varies": {"stops": "deep_stops", "most": "in_stops"},
        "even": {"stops": "in_stops"},
        "from": {"way": "choice"},
        "mirrors": {"share": "share", "what": "choice"},
        "mirrors-little": {"share": "share", "what": "choice", "least": "share", "turned": "choice"},
        "mirrors-much": {"share": "share", "what": "choice", "most": "share"},
        "carry": {"long": "length", "most": "length"},
        "set-up": {"minutes": "count", "people": "count", "stands": "count"},
        "parts": {"cost": "count", "buy": "count", "still": "choice", "each": "hundredth", "hours": "tenth"},
    },
    room="ranking",
)


def separation(brief: Brief, result: Evaluated) -> float:
    """Stops by which the shadow side of a face of middling skin is lighter than the backdrop beside it. [stop]"""
    red, green, blue = finish_material(brief.backdrop.finish).reflectance
    behind = result.levels.backdrop * (0.2126 * red + 0.7152 * green + 0.0722 * blue)
    return stops_between(max(result.levels.fill * SKIN, 1e-9), max(behind, 1e-9))


def points_of(case: Case, row: Ranked, action: float) -> Iterator[ScorePoint]:
    """Everything to be said of a design.

    Parameters
    ----------
    case: the brief and the design.
    row: its light, parts and handling.
    action: by how much the key varies over the action area. [stop]
    """
    result, build, handling = row.result, row.build, row.handling
    assert result is not None
    assert build is not None
    assert handling is not None
    yield from _of_the_light(case, result)
    yield from _of_the_levels(case, result)
    yield from _of_the_limits(case, row.to_buy, build, handling)
    yield from _of_the_dark(case, result)
    yield from _of_the_way(case)
    yield from _of_the_finish(case)
    yield from _of_the_mirrors(case, result)
    kind = kind_of(case.design)
    if not kind.keeps_size or kind.by_day(case.design):
        yield _of_the_action(case.brief.action.vary, action)
    long = math.ceil(carried(row)[0] * 100 - 1e-6) / 100
    if long > case.brief.carrying_length + 0.005:
        weight = 0.6 + math.log2(long / case.brief.carrying_length)
        says = SAYS("carry", long=long, most=case.brief.carrying_length)
        yield ScorePoint(weight=weight, says=says, wish="smaller", goal="carry")
    yield ScorePoint(
        weight=0.1 * handling.stands + handling.setup / 120 + 0.15 * (handling.people - 1),
        fact=True,
        takes=True,
        says=SAYS("set-up", minutes=handling.setup, people=handling.people, stands=handling.stands),
    )
    yield ScorePoint(
        weight=row.to_buy / 150,
        fact=True,
        takes=True,
        says=SAYS(
            "parts",
            cost=build.total,
            buy=row.to_buy,
            still="all" if row.to_buy > build.total - 0.5 else "some" if row.to_buy >= 0.5 else "nothing",
            each=build.total / handling.uses,
            hours=build.minutes / 60,
        ),
    )


def carried(row: Ranked) -> tuple[float, float, float]:
    """Sides of the longest thing to carry, longest first: of what comes apart its longest piece, splices apart, else
    the whole; boards as they are cut; nothing where nothing is built. [m]
    """
    assert row.design is not None
    assert row.brief is not None
    assert row.build is not None
    assembly = kind_of(row.design).assemble(row.design, row.brief)
    return max((bundle.size for bundle in bundles(row.build.plan, assembly)), default=(0.0, 0.0, 0.0))


def _of_the_dark(case: Case, result: Evaluated) -> Iterator[ScorePoint]:
    # surfaces that must stay dark
    if not case.brief.dark.limits or not result.with_room:
        return
    levels, _ = surface_levels(case.brief, scene_builder.whole_scene(case.brief, case.design), case.design)
    for name, over in broken(case.brief, levels).items():
        asked = case.brief.dark.limits[name]
        says = SAYS("dark", surface=name, stops=told_stops(levels[name]), most=asked)
        yield ScorePoint(weight=DARK * min(over, 4.0), says=says)


def _of_the_way(case: Case) -> Iterator[ScorePoint]:
    # from where the light comes: the side and the height that are asked for, eyes under a brow, steam, relief
    brief, design, wanted = case.brief, case.design, case.brief.wanted
    toward = scene_builder.toward_source(brief, design)
    height = math.degrees(math.asin(min(max(float(toward[2]), -1.0), 1.0)))
    aside = math.hypot(float(toward[0]), float(toward[1]))
    way = float(toward[0]) * {"right": 1.0, "left": -1.0, "either": 0.0}[wanted.key_side]
    if aside > NO_SIDE and way < -NO_SIDE:
        yield ScorePoint(weight=WRONG_SIDE, says=SAYS("other-side", side=wanted.key_side))
    if wanted.key_angle is not None and aside > NO_SIDE:
        round_from_lens = math.degrees(math.acos(min(max(-float(toward[1]) / aside, -1.0), 1.0)))
        off = abs(round_from_lens - wanted.key_angle) - ANGLE_BAND
        if off > 0.0:
            says = SAYS("round", angle=math.radians(round_from_lens), wanted=math.radians(wanted.key_angle))
            yield ScorePoint(weight=min(off / 30.0, 2.0), says=says)
    if wanted.key_height is not None and abs(height - wanted.key_height) > HEIGHT_BAND:
        off = abs(height - wanted.key_height) - HEIGHT_BAND
        says = SAYS("height", angle=math.radians(height), wanted=math.radians(wanted.key_height))
        yield ScorePoint(weight=min(off / 30.0, 2.0), says=says)
    if brief.subject.kind in PEOPLE and height > BROW and wanted.key_height is None:
        found = face_light(brief, design, effort=JUDGED)
        if found is not None and found.sockets > DARK_EYES:
            weight = 0.6 * min(found.sockets - DARK_EYES + 0.5, 3.0)
            yield ScorePoint(weight=weight, says=SAYS("sockets", stops=found.sockets))
    if brief.haze is not None:
        behind = float(toward @ -scene_builder.toward_camera(brief))
        if behind < BEHIND:
            weight = STEAM * (BEHIND - max(behind, -BEHIND)) / BEHIND
            yield ScorePoint(weight=weight, says=SAYS("haze", what=brief.haze.kind))
    if brief.subject.kind not in PEOPLE and brief.subject.finish == "textured":
        depth = relief(brief, design)
        if depth < LEAST_RELIEF:
            says = SAYS("relief", lean=math.radians(DENT), stops=depth)
            yield ScorePoint(weight=1.5 * (LEAST_RELIEF - depth) / LEAST_RELIEF, says=says)


def _of_the_action(vary: float, action: float) -> ScorePoint:
    if action > vary:
        says = SAYS("varies", stops=told_stops(action), most=vary)
        return ScorePoint(weight=0.6 * (min(action, 8.0) - vary), says=says)
    return ScorePoint(weight=0.0, says=SAYS("even", stops=action), fact=True)


def _of_the_finish(case: Case) -> Iterator[ScorePoint]:
    if case.brief.subject.kind in PEOPLE:
        return
    suits, ways = BY_FINISH[case.brief.subject.finish], comes_from(case.brief, case.design)
    if not any(way in suits.ways for way in ways):
        says = SAYS("from", way=ways[0])
        yield ScorePoint(weight=WRONG_WAY, says=says, why=why_of(case.brief.subject.finish))


def _of_the_mirrors(case: Case, result: Evaluated) -> Iterator[ScorePoint]:
    wanted = BY_FINISH[case.brief.subject.finish].lit
    if case.brief.subject.kind in PEOPLE or wanted is None:
        return
    found = reflections(case.brief, case.design, key=result.levels.key)
    if found is None:
        return
    low, high = wanted
    # bare metal shows how bright a thing is, varnish only that it is
    metal = case.brief.subject.finish == "mirror"
    lit = found.brightness if metal else found.lit
    what, why = "bright" if metal else "lit", why_of(case.brief.subject.finish)
    turned = found.turn is not None and found.turn_needed
    if lit < low:
        weight = (METAL if metal else MIRROR) * (1.0 - lit / low) * (TURNED if turned else 1.0)
        says = SAYS("mirrors-little", share=lit, what=what, least=low, turned=yes(turned))
        yield ScorePoint(weight=weight, says=says, why=why)
    elif lit > high:
        says = SAYS("mirrors-much", share=lit, what=what, most=high)
        yield ScorePoint(weight=MIRROR * (lit - high), says=says, why=why)
    else:
        yield ScorePoint(weight=0.0, says=SAYS("mirrors", share=lit, what=what), fact=True)


def _of_the_limits(case: Case, to_buy: float, build: WorkedBuild, handling: Handling) -> Iterator[ScorePoint]:
    limits = case.brief.limits
    if limits.money is not None and to_buy > limits.money:
        weight = 0.5 + 2.0 * math.log2(to_buy / limits.money)
        says = SAYS("money", cost=to_buy, over=to_buy - limits.money)
        yield ScorePoint(weight=weight, says=says, wish="smaller", goal="money")
    if limits.people is not None and handling.people > limits.people:
        yield ScorePoint(weight=1.0, says=SAYS("people", needs=handling.people, there=limits.people))
    if limits.build_hours is not None and build.minutes > 60 * limits.build_hours:
        says = SAYS("build-hours", needs=build.minutes / 60, left=limits.build_hours)
        yield ScorePoint(weight=math.log2(build.minutes / 60 / limits.build_hours), says=says)
    if limits.setup_minutes is not None and handling.setup > limits.setup_minutes:
        says = SAYS("set-up-minutes", needs=handling.setup, left=limits.setup_minutes)
        yield ScorePoint(weight=math.log2(handling.setup / limits.setup_minutes), says=says)


def _of_the_light(case: Case, result: Evaluated) -> Iterator[ScorePoint]:
    wanted, light, straight = case.brief.wanted, result.light, result.levels.direct_share
    size, edge = case.design.source_size, light.shadow_edge
    low, high = (wanted.shadow_edge * x for x in EDGE_BAND)
    if not math.isfinite(edge) or edge <= 0.0:
        yield ScorePoint(weight=4.0, says=SAYS("edge-none"))
    elif edge < low:
        says = SAYS("hard", size=size, edge=edge, wanted=wanted.shadow_edge)
        yield ScorePoint(weight=2.0 * stops_between(low, edge), says=says, stays=SAYS("no-larger"))
    elif edge > high:
        yield ScorePoint(weight=stops_between(edge, high), says=SAYS("soft", edge=edge))
    else:
        yield ScorePoint(weight=0.0, says=SAYS("edge", size=size, edge=edge), fact=True)
    if scene_builder.in_picture(case.brief, case.design):
        yield ScorePoint(weight=2.0, says=SAYS("in-picture"))
    if straight > STRAIGHT and not kind_of(case.design).by_day(case.design):
        yield ScorePoint(weight=2.0 * straight, says=SAYS("straight", share=straight))
    if light.missed > wanted.spill:
        says = SAYS("missed", share=light.missed)
        yield ScorePoint(weight=2.0 * (light.missed - wanted.spill), says=says, wish="lamp_nearer")
    if math.isfinite(light.loss) and light.loss > wanted.loss:
        says = SAYS("loss", loss=light.loss, most=wanted.loss)
        yield ScorePoint(weight=0.7 * (light.loss - wanted.loss), says=says, wish="brighter")


def _of_the_levels(case: Case, result: Evaluated) -> Iterator[ScorePoint]:
    wanted, iso = case.brief.wanted, result.setting.iso
    off = result.background - wanted.background
    if result.with_room and abs(off) > STOP_BAND:
        more = off > 0
        yield ScorePoint(
            weight=0.5 * (abs(off) - STOP_BAND),
            says=SAYS("background", stops=result.background, off=abs(off), way="brighter" if more else "darker")
            if math.isfinite(off)
            else SAYS("background-none"),
            wish="nearer" if more else "farther",
            goal="background-down" if more else "background-up",
        )
    off = result.contrast - wanted.contrast
    if result.with_room and abs(off) > STOP_BAND:
        says = SAYS("contrast", stops=told_stops(result.contrast), way="deeper" if off > 0 else "flatter")
        yield ScorePoint(weight=0.5 * (abs(off) - STOP_BAND), says=says)
    apart = separation(case.brief, result) if result.with_room else math.inf
    if abs(apart) < LEAST_APART:
        yield ScorePoint(
            weight=0.6 * (LEAST_APART - abs(apart)),
            says=SAYS("apart", stops=abs(apart)),
            wish="nearer" if apart > 0 else "farther",
            goal="outline",
        )
    if wanted.solve_for == "iso" and math.isfinite(iso):
        over, needs = stops_between(iso, wanted.iso_highest), third_stop_iso(max(iso, 25.0))
        if over > 0.05:
            yield ScorePoint(weight=over, says=SAYS("iso-over", iso=needs, over=over), wish="brighter")
        else:
            yield ScorePoint(weight=0.0, says=SAYS("iso", iso=needs, loss=told_stops(result.light.loss)), fact=True)
