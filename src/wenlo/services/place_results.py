"""The Place stage's answers as plain results, and the tasks that work them out."""

import math
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import AfterValidator, Field

from wenlo.core.analysis.clashes import clashes
from wenlo.core.analysis.lamp_flow import lamp_flow
from wenlo.core.analysis.meter_marks import facing_of, mark_readings
from wenlo.core.brief.brief import Brief, LampSetting, OtherLight
from wenlo.core.brief.set_objects import Board
from wenlo.core.catalog.own import is_natural
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.document.shoot import Shoot
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.ids import ElementId
from wenlo.core.modifiers.kind import Arrangement, ModifierParameters
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.proposals.balance import SAYS, balances, clock, sun_span
from wenlo.core.proposals.flags import SLACK, broken, fewest_flags, surface_levels
from wenlo.core.proposals.role_stage import RoleId
from wenlo.core.proposals.roles import place_role
from wenlo.core.scene import scene_builder
from wenlo.core.scene.side_view import elevation, plan_view
from wenlo.core.transport.solve import DRAFT, Effort
from wenlo.services.kind_results import lamps_drawn, outlines_drawn
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.results import ChangeResult, FactResult, LampDrawn, OutlineDrawn, Result
from wenlo.services.said import fact_result
from wenlo.services.set_files import known_form

MOST_SHRINKS, SHRINK = 12, 0.88
"""A second modifier is made smaller so often, by so much each time, until it is in the room."""

DARKEST = 20.0
"""Stops under the key beyond which there is no light to speak of. [stop]"""


class PlaceRequest(Result):
    """A set to look over; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None
    effort: Literal["draft", "fine"] = "fine"


class ElevationDrawn(Result):
    """The modifier from the side of the set (away from the camera, and up) or from the front (to the right, and up).
    [m]
    """

    outlines: list[OutlineDrawn]
    lamps: list[LampDrawn]


class ClashResult(Result):
    """What cannot stand, or what to look out for; ``about`` is a path of the document, ``place`` where it is. [m]"""

    level: Literal["cannot", "look out"]
    about: str
    says: FactResult
    place: list[float]


class PartResult(Result):
    """A share of a reading, by lamp and way; ``without`` is how much less there is without it [stop], null when all."""

    lamp: str
    way: Literal["direct", "modifier", "room"]
    share: float
    without: float | None


class MeterResult(Result):
    """A meter that stays: what it reads, why, and where it faces (3,). ``stops`` are from the key; null
    without light.
    """

    name: str
    inside: bool
    reading: str
    stops: float | None
    spread: float | None
    aperture: str
    parts: list[PartResult]
    says: list[FactResult]
    facing: list[float]


class SunResult(Result):
    """Where the sun stands: unit vector toward it (3,), and what is said of it."""

    toward: list[float]
    says: FactResult


class DarkResult(Result):
    """A surface that must stay dark, its mean light against its limit, and what flags do for it."""

    name: str
    broken: bool
    says: list[FactResult]


class SecondDrawn(Result):
    """A modifier before another light: which, the middle of what shines (3,) [m], and its outlines."""

    light: str
    centre: list[float]
    plan: ElevationDrawn
    side: ElevationDrawn
    front: ElevationDrawn


class PlaceResult(Result):
    """What the Place stage shows beside the figures."""

    side: ElevationDrawn
    front: ElevationDrawn
    clashes: list[ClashResult]
    meters: list[MeterResult]
    second: list[SecondDrawn]
    sun: SunResult | None
    dark: list[DarkResult]


class SecondRequest(Result):
    """Another light, by its place among them, and the kind of modifier that it is to shine through."""

    document: Shoot
    light: ElementId
    kind: str


class SecondResult(Result):
    """Parameters of the modifier; none when ``why_not`` says why."""

    design: dict[str, Any] | None
    why_not: str | None


class FlowRequest(Result):
    """A lamp whose light is followed: its place among the lamps, the modifier's first; for one ``editor`` the newest
    wins.
    """

    document: Shoot
    lamp: int = Field(0, ge=0, le=40)
    editor: str | None = None


class StreamResult(Result):
    """Where a share of a lamp's light first lands. [m]"""

    says: FactResult
    share: float
    place: list[float]


class FlowResult(Result):
    """A lamp's streams; empty for sun and sky."""

    start: list[float]
    streams: list[StreamResult]
    says: FactResult


class RoleRequest(Result):
    """A job to be done in the set, and the generic lamp to do it with."""

    document: Shoot
    role: RoleId
    lamp: str = "panel_45"


class SetFileRequest(Result):
    """A set as a file: its plan, its three dimensions, its readings or its linear picture."""

    document: Shoot
    form: Annotated[str, AfterValidator(known_form)]


class CheckResult(Result):
    """What must hold, and whether it does."""

    holds: bool
    says: FactResult


class RoleResult(Result):
    """What a role adds and changes; nothing when ``why_not`` says why."""

    role: RoleId
    says: list[FactResult]
    why_not: FactResult | None
    lights: list[OtherLight]
    boards: list[Board]
    changes: list[ChangeResult]
    checks: list[CheckResult]


class BalanceRequest(Result):
    """A set whose lights are weighed against the key; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None


class BalanceLine(Result):
    """A light against the key lamp at the face [stop], its colour [mired], and what matches it."""

    name: str
    level: float
    apart: float
    says: list[FactResult]


class BalanceResult(Result):
    """Every other light against the key lamp, and how long a look in the sun holds."""

    lines: list[BalanceLine]
    span: FactResult | None


def _meter_results(shoot: Shoot, effort: Effort) -> list[MeterResult]:
    brief, design = shoot.brief, shoot.design
    if not shoot.meters:
        return []
    unit = "lx" if brief.lamp.type.kind == "continuous" else "lx·s"
    readings, _ = mark_readings(brief, design, shoot.meters, effort=effort)
    return [
        MeterResult(
            name=mark.name,
            inside=got.inside,
            reading=f"{got.lux:.3g} {unit}" if got.lux < 1000 else f"{round(got.lux, -1):.0f} {unit}",
            stops=round(got.stops, 3) if math.isfinite(got.stops) and got.stops > -DARKEST else None,
            spread=round(math.log2(1.0 + got.error / got.lux), 3) if got.lux > 0.0 else None,
            aperture=got.aperture,
            says=[fact_result(one) for one in got.says],
            facing=[round(float(x), 4) for x in facing_of(mark, brief, design)],
            parts=[
                PartResult(
                    lamp=p.lamp,
                    way=p.way,
                    share=round(p.share, 4),
                    without=round(p.without, 2) if math.isfinite(p.without) else None,
                )
                for p in got.parts[:6]
            ],
        )
        for mark, got in zip(shoot.meters, readings, strict=True)
    ]


COMPASS = ("n", "ne", "e", "se", "s", "sw", "w", "nw")

SUN = Phrases(
    "sun",
    {"up": {"hour": "label", "height": "angle", "way": "choice"}, "down": {"hour": "label", "height": "angle"}},
    room="set",
)

DARK = Phrases(
    "dark",
    {
        "level": {"surface": "label", "most": "by_stops", "reached": "by_stops"},
        "flags": {"flags": "list", "enough": "choice", "after": "by_stops"},
        "flag": {"size": "size", "at": "label"},
        "others": {"after": "by_stops"},
        "none": {},
    },
    room="set",
)

FLOW = Phrases(
    "flow",
    {
        "sky": {},
        "lands": {"parts": "list", "face": "rough"},
        "part": {"share": "share", "surface": "label"},
        "named-part": {"share": "share", "surface": "fact"},
        "surface": {"name": "choice"},
    },
    room="set",
)


def _sun(brief: Brief) -> SunResult | None:
    if not any(light.id in ("sun", "sky") for light in brief.others) and not brief.room.outdoors:
        return None
    toward = scene_builder.toward_sun(brief)
    height = math.degrees(math.asin(float(toward[2])))
    bearing = (math.degrees(math.atan2(float(toward[0]), float(toward[1]))) + brief.day.heading) % 360.0
    way = COMPASS[round(bearing / 45.0) % 8]
    hour, angle = clock(brief.day.hour), math.radians(abs(height))
    says = SUN("up", hour=hour, height=angle, way=way) if height > 0.0 else SUN("down", hour=hour, height=angle)
    return SunResult(toward=[round(float(x), 4) for x in toward], says=fact_result(says))


def _flags_said(brief: Brief, design: ModifierParameters) -> dict[str, Fact]:
    # what flags do for each surface that is too bright
    flagged = fewest_flags(brief, design)
    if flagged is None:
        return {}
    said: dict[str, Fact] = {}
    for name in broken(brief, flagged.before):
        mine = [f for f in flagged.flags if f.surface == name]
        after = flagged.after[name]
        sizes = tuple(DARK("flag", size=f.size, at=f.at) for f in mine)
        reached = after <= brief.dark.limits[name] + SLACK
        if sizes:
            said[name] = DARK("flags", flags=sizes, enough=yes(reached), after=told_stops(after))
        else:
            said[name] = DARK("others", after=told_stops(after)) if reached else DARK("none")
    return said


def _dark(brief: Brief, design: ModifierParameters) -> list[DarkResult]:
    limits = brief.dark.limits
    if not limits or not scene_builder.fits_in_room(brief, design):
        return []
    levels, _ = surface_levels(brief, scene_builder.whole_scene(brief, design), design)
    cures = _flags_said(brief, design) if broken(brief, levels) else {}
    found = []
    for name, limit in limits.items():
        if name not in levels:
            continue
        over = levels[name] - limit
        said = [DARK("level", surface=name, most=limit, reached=told_stops(levels[name]))]
        if over > SLACK and name in cures:
            said.append(cures[name])
        found.append(DarkResult(name=name, broken=over > SLACK, says=[fact_result(one) for one in said]))
    return found


def _elevation(arrangement: Arrangement, way: Literal["plan", "side", "front"]) -> ElevationDrawn:
    outlines, lamps = plan_view(arrangement) if way == "plan" else elevation(arrangement, way)
    return ElevationDrawn(outlines=outlines_drawn(outlines), lamps=lamps_drawn(lamps))


def _second(shoot: Shoot) -> list[SecondDrawn]:
    found = []
    for second in shoot.second:
        arrangement = scene_builder.shaped_light(shoot.brief, second.light)
        found.append(
            SecondDrawn(
                light=second.light,
                centre=[round(float(x), 4) for x in second.design.source_centre],
                plan=_elevation(arrangement, "plan"),
                side=_elevation(arrangement, "side"),
                front=_elevation(arrangement, "front"),
            )
        )
    return found


def second_start(document: Document, light: str, kind: str) -> SecondResult:
    """A modifier of a kind before another light, where that light is now; see ``SecondResult``."""
    shoot = resolve_document(document)
    chosen, lamp = kinds().get(kind), shoot.brief.lights.get(light)
    if chosen is None or lamp is None or is_natural(lamp.id) or chosen.always_by_day:
        return SecondResult(
            design=None, why_not="A second modifier stands before a second lamp; choose one that takes a lamp."
        )
    alone = shoot.brief.model_copy(update={"lamp": LampSetting(id=lamp.id), "others": [], "pieces": []}).with_shaped({})
    why_not = chosen.rejection_reason(alone)
    if why_not:
        return SecondResult(design=None, why_not=why_not)
    design = chosen.start(alone)
    key_angle = chosen.slots["key_angle"]
    design = key_angle.put(design, round(key_angle.within(math.degrees(math.atan2(lamp.x, -lamp.y))), 1))
    for _ in range(MOST_SHRINKS):
        if scene_builder.fits_in_room(alone, design):
            break
        design = chosen.scaled(design, SHRINK)
    return SecondResult(design=design.model_dump(mode="json"), why_not=None)


def place(document: Document, effort: str) -> PlaceResult:
    """Elevations, clashes and meters of a set; see ``PlaceResult``."""
    shoot = resolve_document(document)
    arrangement = kind_of(shoot.design).arrange(shoot.design, shoot.brief, None)
    return PlaceResult(
        side=_elevation(arrangement, "side"),
        front=_elevation(arrangement, "front"),
        second=_second(shoot),
        meters=_meter_results(shoot, DRAFT if effort == "draft" else Effort()),
        sun=_sun(shoot.brief),
        dark=_dark(shoot.brief, shoot.design) if effort == "fine" else [],
        clashes=[
            ClashResult(level=c.level, about=c.about, says=fact_result(c.says), place=list(c.place))
            for c in clashes(shoot.brief, shoot.design)
        ],
    )


OWN_SURFACES = ("sheet", "face", "none")


def _surface(name: str, brief: Brief) -> Fact | str:
    key, _, side = name.partition("/")
    if key in brief.things:
        thing = brief.things[key].name
        return f"{thing}, {side}" if side else thing
    return FLOW("surface", name=name) if name in OWN_SURFACES else name


def _stream(surface: Fact | str, share: float) -> Fact:
    part = "part" if isinstance(surface, str) else "named-part"
    return FLOW(part, share=share, surface=surface)


MOST_STREAMS, SAID_STREAMS = 8, 4
"""So many are drawn, and so many said."""


def flow(document: Document, lamp: int) -> FlowResult:
    """Where a lamp's light goes; see ``FlowResult``."""
    shoot = resolve_document(document)
    found = lamp_flow(shoot.brief, shoot.design, lamp)
    if found is None:
        return FlowResult(start=[], streams=[], says=fact_result(FLOW("sky")))
    streams = found.streams[:MOST_STREAMS]
    said = tuple(_stream(_surface(s.surface, shoot.brief), s.share) for s in streams)
    return FlowResult(
        start=[round(x, 3) for x in found.start],
        streams=[
            StreamResult(says=fact_result(one), share=round(s.share, 4), place=[round(x, 3) for x in s.place])
            for one, s in zip(said, streams, strict=True)
        ],
        says=fact_result(FLOW("lands", parts=said[:SAID_STREAMS], face=found.at_face * 100)),
    )


def role(document: Document, role: RoleId, lamp: str) -> RoleResult:
    """Place what a job needs; see ``RoleResult``."""
    shoot = resolve_document(document)
    found = place_role(shoot.brief, shoot.design, role, lamp=lamp if lamp in lamp_types() else "panel_45")
    return RoleResult(
        role=role,
        says=[fact_result(one) for one in found.says],
        why_not=None if found.why_not is None else fact_result(found.why_not),
        lights=list(found.lights),
        boards=list(found.boards),
        changes=[ChangeResult(path=c.path, value=c.value) for c in found.changes],
        checks=[CheckResult(holds=c.holds, says=fact_result(c.says)) for c in found.checks],
    )


def balance(document: Document) -> BalanceResult:
    """Weigh the lights of a set against its key; see ``BalanceResult``."""
    shoot = resolve_document(document)
    span = sun_span(shoot.brief, shoot.design)
    said = None
    if span is not None:
        worst = max(np.abs(span.change))
        moves = told_stops(float(min(worst, DARKEST)))
        said = fact_result(SAYS("sun", start=clock(span.start), end=clock(span.end), stops=moves))
    return BalanceResult(
        lines=[
            BalanceLine(
                name=b.name, level=round(b.level, 2), apart=round(b.apart, 1), says=[fact_result(one) for one in b.says]
            )
            for b in balances(shoot.brief, shoot.design)
        ],
        span=said,
    )
