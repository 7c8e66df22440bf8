"""What is to be said of a sized design and what it weighs: the light, the levels, the limits, the thing."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from wenlo.core.analysis.face_light import DARK_EYES, face_light
from wenlo.core.analysis.figures import Evaluated
from wenlo.core.analysis.gauges import EDGE_BAND, STOP_BAND, deep_stops
from wenlo.core.analysis.reflections import reflections
from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.catalog.own import finish_material
from wenlo.core.instructions.packing import bundles
from wenlo.core.inventory.shopping import ShoppingLine, WorkedBuild
from wenlo.core.modifiers.kind import Handling, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.exposure import third_stop_iso
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.flags import broken, surface_levels
from wenlo.core.proposals.proposal_context import Case
from wenlo.core.ranking.light_direction import BY_FINISH, DENT, comes_from, relief
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


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """One kind for the brief.

    ``design`` sized for it, None when it cannot serve (``cannot`` says why); ``brief`` is the one it is for, with
    another lamp of the Shelf where the Brief's own cannot serve. ``missing`` is what the Shelf does not hold of its
    parts.
    ``penalty`` orders the kinds: about one for every stop or doubling that a wish is missed by. ``points`` are what it
    is made of, ``reasons`` all of them as sentences, the weightiest first.
    """

    kind: str
    name: str
    good: str
    bad: str
    cannot: str | None = None
    brief: Brief | None = None
    design: ModifierParameters | None = None
    result: Evaluated | None = None
    build: WorkedBuild | None = None
    handling: Handling | None = None
    missing: tuple[ShoppingLine, ...] = ()
    penalty: float = math.inf
    points: "tuple[ScorePoint, ...]" = ()
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


@dataclass(frozen=True, kw_only=True)
class ScorePoint:
    """Something to say of a design and what it weighs; a ``fact`` comes after what is missed, and ``takes`` of the
    facts say what the design takes in money and time.

    ``wish`` is what would cure it, ``because`` what that is done for, or without a wish why nothing is done.
    """

    weight: float
    text: str
    fact: bool = False
    takes: bool = False
    wish: Literal["nearer", "farther", "lamp_nearer", "smaller", "brighter"] | None = None
    because: str = ""


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
        text = f"Packed it is {case.length(long)} long; only {case.length(case.brief.carrying_length)} can be carried."
        weight = 0.6 + math.log2(long / case.brief.carrying_length)
        yield ScorePoint(weight=weight, text=text, wish="smaller", because="so that it can be carried")
    people = "one person" if handling.people == 1 else f"{handling.people} people"
    beside = {0: "no stand", 1: "one stand"}.get(handling.stands, f"{handling.stands} stands")
    yield ScorePoint(
        weight=0.1 * handling.stands + handling.setup / 120 + 0.15 * (handling.people - 1),
        fact=True,
        takes=True,
        text=f"Set up in {handling.setup:.0f} minutes by {people}, {beside} beside the lamp's.",
    )
    bought = "" if row.to_buy > build.total - 0.5 else f", {row.to_buy:.0f} € of it still to buy"
    yield ScorePoint(
        weight=row.to_buy / 150,
        fact=True,
        takes=True,
        text=(
            f"Parts for about {build.total:.0f} €{bought}, {build.total / handling.uses:.2f} € a shoot; "
            f"{build.minutes / 60:.1f} h to build."
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
        text = (
            f"{name[:1].upper()}{name[1:]} {format_stops(levels[name], signed=True)} against the key; at most"
            f" {format_stops(asked, signed=True)} is asked."
        )
        yield ScorePoint(weight=DARK * min(over, 4.0), text=text)


def _of_the_way(case: Case) -> Iterator[ScorePoint]:
    # from where the light comes: the side and the height that are asked for, eyes under a brow, steam, relief
    brief, design, wanted = case.brief, case.design, case.brief.wanted
    toward = scene_builder.toward_source(brief, design)
    height = math.degrees(math.asin(min(max(float(toward[2]), -1.0), 1.0)))
    aside = math.hypot(float(toward[0]), float(toward[1]))
    way = float(toward[0]) * {"right": 1.0, "left": -1.0, "either": 0.0}[wanted.key_side]
    if aside > NO_SIDE and way < -NO_SIDE:
        yield ScorePoint(weight=WRONG_SIDE, text=f"Its light comes from the other side than the {wanted.key_side}.")
    if wanted.key_angle is not None and aside > NO_SIDE:
        round_from_lens = math.degrees(math.acos(min(max(-float(toward[1]) / aside, -1.0), 1.0)))
        off = abs(round_from_lens - wanted.key_angle) - ANGLE_BAND
        if off > 0.0:
            text = f"Its light comes {round_from_lens:.0f}° round from the lens; {wanted.key_angle:.0f}° is asked."
            yield ScorePoint(weight=min(off / 30.0, 2.0), text=text)
    if wanted.key_height is not None and abs(height - wanted.key_height) > HEIGHT_BAND:
        off = abs(height - wanted.key_height) - HEIGHT_BAND
        text = f"Its light comes {height:.0f}° over the eyes; {wanted.key_height:.0f}° is asked."
        yield ScorePoint(weight=min(off / 30.0, 2.0), text=text)
    if brief.subject.kind in PEOPLE and height > BROW and wanted.key_height is None:
        found = face_light(brief, design, effort=JUDGED)
        if found is not None and found.sockets > DARK_EYES:
            text = f"Light from so high leaves the eye sockets {format_stops(found.sockets)} under the forehead."
            yield ScorePoint(weight=0.6 * min(found.sockets - DARK_EYES + 0.5, 3.0), text=text)
    if brief.haze is not None:
        behind = float(toward @ -scene_builder.toward_camera(brief))
        if behind < BEHIND:
            text = f"The {brief.haze.kind} hardly shows: it needs light from behind, toward the lens."
            yield ScorePoint(weight=STEAM * (BEHIND - max(behind, -BEHIND)) / BEHIND, text=text)
    if brief.subject.kind not in PEOPLE and brief.subject.finish == "textured":
        depth = relief(brief, design)
        if depth < LEAST_RELIEF:
            text = (
                f"A dent that leans {DENT:.0f}° shows by {format_stops(depth)} only: light that rakes over it shows"
                " more."
            )
            yield ScorePoint(weight=1.5 * (LEAST_RELIEF - depth) / LEAST_RELIEF, text=text)


def _of_the_action(vary: float, action: float) -> ScorePoint:
    if action > vary:
        text = f"Over the action area the key varies by {deep_stops(action)}; {format_stops(vary)} may be."
        return ScorePoint(weight=0.6 * (min(action, 8.0) - vary), text=text)
    return ScorePoint(weight=0.0, text=f"Over the action area the key varies by {format_stops(action)}.", fact=True)


def _of_the_finish(case: Case) -> Iterator[ScorePoint]:
    if case.brief.subject.kind in PEOPLE:
        return
    suits, ways = BY_FINISH[case.brief.subject.finish], comes_from(case.brief, case.design)
    if not any(way in suits.ways for way in ways):
        yield ScorePoint(weight=WRONG_WAY, text=f"Its light comes from the {ways[0]}. {suits.why}")


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
    said = f"{lit * 100:.0f} % of the thing mirrors something {'bright' if metal else 'lit'}"
    turned = found.turn is not None and found.turn_needed
    if lit < low:
        cure = " Turned a little it mirrors its walls instead of the hole." if turned else ""
        yield ScorePoint(
            weight=(METAL if metal else MIRROR) * (1.0 - lit / low) * (TURNED if turned else 1.0),
            text=f"{said}; {low * 100:.0f} % is the least.{cure} {BY_FINISH[case.brief.subject.finish].why}",
        )
    elif lit > high:
        yield ScorePoint(
            weight=MIRROR * (lit - high),
            text=f"{said}; {high * 100:.0f} % is the most. {BY_FINISH[case.brief.subject.finish].why}",
        )
    else:
        yield ScorePoint(weight=0.0, text=f"{said}, as it should be.", fact=True)


def _of_the_limits(case: Case, to_buy: float, build: WorkedBuild, handling: Handling) -> Iterator[ScorePoint]:
    limits = case.brief.limits
    if limits.money is not None and to_buy > limits.money:
        text = f"Its parts cost about {to_buy:.0f} €, {to_buy - limits.money:.0f} € more than there is."
        weight = 0.5 + 2.0 * math.log2(to_buy / limits.money)
        yield ScorePoint(weight=weight, text=text, wish="smaller", because="for the money that there is")
    if limits.people is not None and handling.people > limits.people:
        text = f"It takes {handling.people} people to set up; {limits.people} will be there."
        yield ScorePoint(weight=1.0, text=text)
    if limits.build_hours is not None and build.minutes > 60 * limits.build_hours:
        text = f"It takes {build.minutes / 60:.1f} h to build; {limits.build_hours:g} h are left."
        yield ScorePoint(weight=math.log2(build.minutes / 60 / limits.build_hours), text=text)
    if limits.setup_minutes is not None and handling.setup > limits.setup_minutes:
        text = f"It takes {handling.setup:.0f} minutes to set up; {limits.setup_minutes:.0f} are left."
        yield ScorePoint(weight=math.log2(handling.setup / limits.setup_minutes), text=text)


def _of_the_light(case: Case, result: Evaluated) -> Iterator[ScorePoint]:
    wanted, light, straight = case.brief.wanted, result.light, result.levels.direct_share
    width, height = case.design.source_size
    what, edge = f"{case.length(width)} × {case.length(height)}", light.shadow_edge
    low, high = (wanted.shadow_edge * x for x in EDGE_BAND)
    if not math.isfinite(edge) or edge <= 0.0:
        yield ScorePoint(weight=4.0, text="It throws no shadow edge that could be measured.")
    elif edge < low:
        text = f"Too hard: {what} gives {case.length(edge)} of the {case.length(wanted.shadow_edge)} wanted."
        yield ScorePoint(weight=2.0 * stops_between(low, edge), text=text, because="No larger one fits.")
    elif edge > high:
        text = f"Softer than wanted: {case.length(edge)}, however small."
        yield ScorePoint(weight=stops_between(edge, high), text=text)
    else:
        yield ScorePoint(weight=0.0, text=f"{what} gives the wanted shadow edge: {case.length(edge)}.", fact=True)
    if scene_builder.in_picture(case.brief, case.design):
        yield ScorePoint(weight=2.0, text="Wherever it is turned, part of it or its lamp stands in the picture.")
    if straight > STRAIGHT and not kind_of(case.design).by_day(case.design):
        text = (
            f"{straight * 100:.0f} % of the light at the face comes straight from the lamp, so the shadow has a hard"
            " core."
        )
        yield ScorePoint(weight=2.0 * straight, text=text)
    if light.missed > wanted.spill:
        text = f"{light.missed * 100:.0f} % of the lamp's light misses it and lights the room."
        yield ScorePoint(weight=2.0 * (light.missed - wanted.spill), text=text, wish="lamp_nearer")
    if math.isfinite(light.loss) and light.loss > wanted.loss:
        text = f"It costs {format_stops(light.loss)}, more than the {format_stops(wanted.loss)} allowed."
        yield ScorePoint(weight=0.7 * (light.loss - wanted.loss), text=text, wish="brighter")


def _of_the_levels(case: Case, result: Evaluated) -> Iterator[ScorePoint]:
    wanted, iso = case.brief.wanted, result.setting.iso
    off = result.background - wanted.background
    if result.with_room and abs(off) > STOP_BAND:
        text = (
            f"Background {format_stops(result.background, signed=True)}, {format_stops(abs(off))} "
            f"{'brighter' if off > 0 else 'darker'} than wanted."
        )
        wish: Literal["nearer", "farther"] = "nearer" if off > 0 else "farther"
        why = f"so that the background comes {'down' if off > 0 else 'up'}"
        yield ScorePoint(weight=0.5 * (abs(off) - STOP_BAND), text=text, wish=wish, because=why)
    off = result.contrast - wanted.contrast
    if result.with_room and abs(off) > STOP_BAND:
        text = (
            f"{'Deeper' if off > 0 else 'Flatter'} than wanted: {format_stops(result.contrast)} from the lit to the"
            " shadow side."
        )
        yield ScorePoint(weight=0.5 * (abs(off) - STOP_BAND), text=text)
    apart = separation(case.brief, result) if result.with_room else math.inf
    if abs(apart) < LEAST_APART:
        text = (
            f"The shadow side and the backdrop beside it are only {format_stops(abs(apart))} apart: the outline is lost"
            " there."
        )
        why = "so that the outline stands out from the backdrop"
        wish = "nearer" if apart > 0 else "farther"
        yield ScorePoint(weight=0.6 * (LEAST_APART - abs(apart)), text=text, wish=wish, because=why)
    if wanted.solve_for == "iso" and math.isfinite(iso):
        over = stops_between(iso, wanted.iso_highest)
        needs = f"ISO {third_stop_iso(max(iso, 25.0)):.0f}"
        if over > 0.05:
            text = f"It needs {needs}, {format_stops(over)} over the limit."
            yield ScorePoint(weight=over, text=text, wish="brighter")
        else:
            yield ScorePoint(weight=0.0, text=f"{needs} at a loss of {format_stops(result.light.loss)}.", fact=True)
