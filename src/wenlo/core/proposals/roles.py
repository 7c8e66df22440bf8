"""Lights and boards by their job: placed from subject, camera and room, set to the wanted level, and checked."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.clashes import seen_by_lens
from wenlo.core.analysis.figures import readings_in_room
from wenlo.core.brief.brief import KEYED, MOST_OTHERS, MOST_PIECES, PEOPLE, Brief, OtherLight
from wenlo.core.brief.set_objects import Board
from wenlo.core.catalog.own import is_natural, lamp_of
from wenlo.core.ids import keyed
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.colour import mired
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.proposal_context import Change
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import RoomBox, room_box
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, measure, solve
from wenlo.core.units.length import UnitSystem, format_length

Vector = NDArray[np.float64]

RoleId = Literal["fill_card", "fill_lamp", "rim", "halo", "top", "negative_fill", "ground", "practical", "pretended"]

ROLES: dict[RoleId, tuple[str, str]] = {
    "fill_card": ("Fill with a card", "a white board on the shadow side, as near as the wanted contrast asks"),
    "fill_lamp": ("Fill with a lamp", "a lamp beside the camera, turned down to the wanted contrast"),
    "rim": ("Rim from behind", "a lamp behind the subject, out of the picture, that draws their edge"),
    "halo": ("Halo on the backdrop", "a lamp hidden behind the subject, aimed at the backdrop"),
    "top": ("From the top", "a lamp over the camera's side, low enough that eye sockets stay lit"),
    "negative_fill": ("Black on the shadow side", "a black board that takes the room's return from the shadow"),
    "ground": ("Card under the subject", "a white board below, that lifts what lies under chin or thing"),
    "practical": ("Lamp meant to be seen", "a lamp in the picture, bright but not burnt out"),
    "pretended": ("Light as from a lamp or window seen", "the key turned to where the light seems to come from"),
}
"""Name and meaning of each role."""

STEEP = math.radians(62.0)
"""A top light stands so high over the level, behind the head. [rad]"""

LEAST_BEHIND = 0.3
"""So far behind the eyes it lights the hair and not the brow. [m]"""

SPILLS_ON_FACE = -3.0
"""What a top light adds to the face is not seen below this. [stop]"""

SEEN_OVER_WHITE = 3.0
"""A lamp in the picture looks bright and keeps its colour at so much over a white card in the key. [stop]"""

RIM_OVER_KEY = 0.0
"""Light on the edge against the key; at a grazing angle that is plain to see. [stop]"""

CLEAR_OF_WALLS = 0.25
LAMPS = ("bulb_15", "panel_45", "chip_60_dish")
TRIES = (1.5, 1.2, 0.95, 0.75, 0.6, 0.45, 0.35)


@dataclass(frozen=True, kw_only=True)
class RoleCheck:
    """What must hold of a role, whether it does, in words."""

    holds: bool
    text: str


@dataclass(frozen=True, kw_only=True)
class Placement:
    """What a role adds or changes, what it does in a sentence, and its checks; nothing to add when ``why_not`` says
    why.
    """

    role: RoleId
    words: str
    lights: tuple[OtherLight, ...] = ()
    boards: tuple[Board, ...] = ()
    changes: tuple[Change, ...] = ()
    checks: tuple[RoleCheck, ...] = ()
    why_not: str | None = None


@dataclass(frozen=True, kw_only=True, eq=False)
class _Stage:
    brief: Brief
    design: ModifierParameters
    room: RoomBox
    length: Callable[[float], str]
    kept: dict[str, Mapping[str, float]] = field(default_factory=dict)

    @property
    def shade(self) -> float:
        # side of the subject's shadow: −1 left, 1 right
        return -1.0 if float(self.design.direction[0]) >= 0.0 else 1.0

    @property
    def face(self) -> Vector:
        return scene_builder.face(self.brief)

    def now(self) -> Mapping[str, float]:
        if "now" not in self.kept:
            self.kept["now"] = readings_in_room(
                self.brief, self.design, ("key", "lit", "fill", "backdrop", "lens"), effort=DRAFT
            )
        return self.kept["now"]

    def readings(self, lights: Sequence[OtherLight] = (), boards: Sequence[Board] = ()) -> Mapping[str, float]:
        names = ("key", "lit", "fill", "backdrop", "lens")
        return readings_in_room(self.grown(lights, boards), self.design, names, effort=DRAFT)

    def over_key(self, light: OtherLight) -> float:
        # how far a light that stands already is over the rest at the face
        name = list(self.brief.lights)[self.brief.others.index(light)]
        meter = next(m for m in scene_builder.meters(self.brief, self.design) if m.id == "key")
        scene = scene_builder.whole_scene(self.brief, self.design)
        found = measure(solve(scene, DRAFT), [meter]).readings(scene_builder.lamp_weights(self.brief))["key"]
        own = float(luminance(found.by_lamp[name].total))
        return stops_between(own, max(float(luminance(found.total)) - own, 1e-30)) if own > 0.0 else -math.inf

    def grown(self, lights: Sequence[OtherLight] = (), boards: Sequence[Board] = ()) -> Brief:
        return self.brief.model_copy(
            update={"others": [*self.brief.others, *lights], "pieces": [*self.brief.pieces, *boards]}
        )

    def named(self, name: str) -> str:
        taken = {x.name for x in (*self.brief.others, *self.brief.pieces)}
        return next(n for n in (name, *(f"{name} {k}" for k in range(2, 99))) if n not in taken)

    def inside(self, place: Vector) -> Vector:
        # the place drawn in to where the room holds it
        box, margin = self.room, CLEAR_OF_WALLS
        x = min(max(float(place[0]), box.left + margin), box.right - margin)
        y = min(max(float(place[1]), box.front + margin), box.back - margin)
        z = min(float(place[2]), box.ceiling_at(x) - 0.12)
        return np.array([x, y, max(z, 0.05)])


def place_role(
    brief: Brief, design: ModifierParameters, role: RoleId, *, lamp: str = "panel_45", units: UnitSystem = "metric"
) -> Placement:
    """Place what a role needs.

    Parameters
    ----------
    brief, design: the shoot's brief, with all that stands in the set, and the modifier's parameters.
    role: the job.
    lamp: id of the generic lamp to take, where the role needs one.
    units: how lengths are written.
    """
    stage = _Stage(
        brief=brief, design=design, room=room_box(brief), length=lambda value: format_length(value, system=units)
    )
    needs_lamp = role in ("fill_lamp", "rim", "halo", "top", "practical")
    if needs_lamp and len(brief.others) >= MOST_OTHERS:
        return Placement(
            role=role, words="", why_not=f"There are {MOST_OTHERS} lamps beside the key already; take one away."
        )
    if not needs_lamp and len(brief.pieces) >= MOST_PIECES:
        return Placement(
            role=role, words="", why_not=f"There are {MOST_PIECES} things in the set already; take one away."
        )
    makers: dict[RoleId, Callable[[_Stage, str], Placement]] = {
        "fill_card": _fill_card,
        "fill_lamp": _fill_lamp,
        "rim": _rim,
        "halo": _halo,
        "top": _top,
        "negative_fill": _negative_fill,
        "ground": _ground,
        "practical": _practical,
        "pretended": _pretended,
    }
    found = makers[role](stage, lamp)
    # what is placed is called by keys that nothing in the set has
    lights = keyed([*brief.others, *found.lights], KEYED["others"])[len(brief.others) :]
    boards = keyed([*brief.pieces, *found.boards], KEYED["pieces"])[len(brief.pieces) :]
    return replace(found, lights=tuple(lights), boards=tuple(boards))


def _contrast(lux: Mapping[str, float]) -> float:
    return stops_between(lux["lit"], lux["fill"]) if lux["fill"] > 0.0 else math.inf


def _card(stage: _Stage, away: float, face: Literal["white", "black"], name: str) -> Board:
    # upright beside the subject, turned to the face, its near edge a little toward the camera
    side = stage.shade
    place = stage.inside(np.array([side * away, -0.15, float(stage.face[2])]))
    return Board(
        name=stage.named(name),
        x=round(float(place[0]), 3),
        y=round(float(place[1]), 3),
        z=round(float(place[2]), 3),
        width=0.7,
        height=0.9,
        turn=-side * 90.0,
        face=face,
    )


def _off_camera(stage: _Stage, board: Board) -> bool:
    from_middle = np.array(
        [[board.x, board.y + dy, board.z + dz] for dy in (-0.35, 0.0, 0.35) for dz in (-0.45, 0.0, 0.45)]
    )
    shown, _ = seen_by_lens(stage.brief, from_middle)
    return not bool(np.any(shown))


def _fill_card(stage: _Stage, lamp: str) -> Placement:
    del lamp
    wanted, before = stage.brief.wanted.contrast, _contrast(stage.now())
    tried: list[tuple[float, float, Board]] = []
    for away in TRIES:
        board = _card(stage, away, "white", "fill card")
        if not _off_camera(stage, board):
            continue
        after = _contrast(stage.readings(boards=[board]))
        tried.append((abs(after - wanted), after, board))
        if after <= wanted:
            break
    if not tried:
        return Placement(
            role="fill_card",
            words="",
            why_not="Wherever a card fills, the lens sees it: a longer lens, or a smaller card set by hand.",
        )
    _, after, board = min(tried, key=lambda row: row[0])
    words = (
        f"{stage.length(abs(board.x))} beside the subject it brings the contrast from {format_stops(before)} to"
        f" {format_stops(after)}; {format_stops(wanted)} is wanted."
    )
    if after > wanted + 0.2:
        words += " A card does no more here: a lamp does, or a lighter room."
    checks = (
        RoleCheck(
            holds=abs(after - wanted) <= 0.3, text=f"Contrast {format_stops(after)}, wanted {format_stops(wanted)}."
        ),
        RoleCheck(holds=True, text="Out of the picture."),
    )
    return Placement(role="fill_card", words=words, boards=(board,), checks=checks)


def _lamp_at(stage: _Stage, name: str, lamp: str, place: Vector, **more: Any) -> OtherLight:
    x, y, z = (round(float(c), 2) for c in stage.inside(place))
    return OtherLight(name=stage.named(name), id=lamp, x=x, y=y, z=z, **more)


def _at(stage: _Stage, light: OtherLight, meter: Meter) -> tuple[float, float, dict[str, float]]:
    # what a meter gets of a new light at full power and of all else, in terms of the key lamp's, and the same of the
    # usual meters
    brief = stage.grown([light])
    *_, name = brief.lights
    usual = [m for m in scene_builder.meters(brief, stage.design) if m.id in ("key", "lit", "fill", "backdrop", "lens")]
    found = measure(solve(scene_builder.whole_scene(brief, stage.design), DRAFT), [meter, *usual]).readings(
        scene_builder.lamp_weights(brief)
    )
    spread = {
        m.id: float(luminance(found[m.id].by_lamp[name].total)) / max(float(luminance(found[m.id].total)), 1e-30)
        for m in usual
    }
    own = float(luminance(found[meter.id].by_lamp[name].total))
    return own, float(luminance(found[meter.id].total)) - own, spread


def _power(stage: _Stage, lamp: OtherLight, wanted: float) -> tuple[float, str]:
    # the dial for a factor on full power, kept to what the lamp has, and a word where it does not reach
    lowest = lamp_of(lamp.id).lowest_power if not is_natural(lamp.id) else 1.0
    if wanted > 1.0:
        return (
            1.0,
            f" At full power it is {format_stops(math.log2(wanted))} short: bring it nearer or take a stronger one.",
        )
    if wanted < lowest:
        return (
            lowest,
            (
                f" At its lowest setting it is {format_stops(math.log2(lowest / max(wanted, 1e-9)))} too bright: move"
                " it back, or a neutral gel before it."
            ),
        )
    return round(max(wanted, 1.0 / 512.0), 4), ""


def _fill_lamp(stage: _Stage, lamp: str) -> Placement:
    light = _lamp_at(
        stage, "fill", lamp, np.array([stage.shade * 0.5, -stage.brief.camera.distance, float(stage.face[2]) + 0.15])
    )
    meter = next(m for m in scene_builder.meters(stage.brief, stage.design) if m.id == "fill")
    own, _, _ = _at(stage, light, meter)
    lit_too, _, _ = _at(stage, light, next(m for m in scene_builder.meters(stage.brief, stage.design) if m.id == "lit"))
    lux, wanted = stage.now(), stage.brief.wanted.contrast
    # it adds to the lit side as well: (lit + a p) / (fill + b p) is to be the ratio
    need, gives = lux["lit"] - 2.0**wanted * lux["fill"], 2.0**wanted * own - lit_too
    if need <= 0.0:
        words = (
            f"The shadow side is {format_stops(_contrast(lux))} under the key already: no fill is needed, black would"
            " deepen it."
        )
        return Placement(role="fill_lamp", words=words, why_not=words)
    power, short = _power(stage, light, need / gives if gives > 0.0 else math.inf)
    light = light.model_copy(update={"power": power})
    after = _contrast(stage.readings(lights=[light]))
    words = (
        f"Beside the camera at {power * 100:.0f} % it brings the contrast to {format_stops(after)};"
        f" {format_stops(wanted)} is wanted.{short}"
    )
    return Placement(
        role="fill_lamp",
        words=words,
        lights=(light,),
        checks=(RoleCheck(holds=abs(after - wanted) <= 0.3, text=f"Contrast {format_stops(after)}."),),
    )


def _behind(stage: _Stage) -> Vector:
    # behind the subject on the shadow side, as far as the backdrop and the frame leave
    deep = max(0.35, min(1.2, stage.brief.backdrop.distance - 0.3))
    for aside in np.arange(0.5, 2.4, 0.1):
        place = stage.inside(np.array([stage.shade * aside, deep, float(stage.face[2]) + 0.55]))
        if not bool(seen_by_lens(stage.brief, place[None, :])[0][0]):
            return place
    return place


def _rim(stage: _Stage, lamp: str) -> Placement:
    place = _behind(stage)
    light = _lamp_at(stage, "rim", lamp, place)
    edge = stage.face + np.array([stage.shade * 0.12, 0.1, -0.02])
    way = np.array([light.x, light.y, light.z]) - edge
    meter = Meter(id="edge", position=edge + 0.01 * way / np.linalg.norm(way), normal=way)
    own, _, _ = _at(stage, light, meter)
    key = stage.now()["key"]
    power, short = _power(stage, light, key * 2.0**RIM_OVER_KEY / max(own, 1e-30))
    light = light.model_copy(update={"power": power})
    _, _, spread = _at(stage, light, meter)
    over = stops_between(own * power, key)
    level = -stops_between(key, stage.now()["backdrop"])
    shown = bool(seen_by_lens(stage.brief, np.array([[light.x, light.y, light.z]]))[0][0])
    words = (
        f"It lights the edge at {format_stops(over, signed=True)} against the key, where the backdrop has"
        f" {format_stops(level, signed=True)}: {format_stops(over - level)} of separation.{short}"
    )
    checks = (
        RoleCheck(
            holds=not shown, text="The lens does not see it." if not shown else "The lens sees it: move it aside or up."
        ),
        RoleCheck(
            holds=spread["key"] < 0.07, text=f"{spread['key'] * 100:.0f} % of the light at the face is its spill."
        ),
        RoleCheck(
            holds=spread["lens"] < 0.3,
            text=f"{spread['lens'] * 100:.0f} % of the light on the lens comes from it"
            + (": flag the lens." if spread["lens"] >= 0.3 else "."),
        ),
    )
    return Placement(role="rim", words=words, lights=(light,), checks=checks)


def _halo(stage: _Stage, lamp: str) -> Placement:
    distance = stage.brief.backdrop.distance
    light = _lamp_at(
        stage,
        "halo",
        lamp,
        np.array([0.0, min(0.45 * distance, 1.0), max(float(stage.face[2]) - 0.35, 0.3)]),
        aim="backdrop",
    )
    meter = next(m for m in scene_builder.meters(stage.brief, stage.design) if m.id == "backdrop")
    own, rest, spread = _at(stage, light, meter)
    key, wanted = stage.now()["key"], stage.brief.wanted.background
    need = key * 2.0**wanted - rest
    if need <= 0.0:
        words = (
            f"The backdrop has {format_stops(-stops_between(key, rest), signed=True)} already and"
            f" {format_stops(wanted, signed=True)} is wanted: flag it instead."
        )
        return Placement(role="halo", words=words, why_not=words)
    power, short = _power(stage, light, need / max(own, 1e-30))
    light = light.model_copy(update={"power": power})
    got = -stops_between(key, rest + own * power)
    words = (
        f"Hidden behind the subject at {power * 100:.0f} % it brings the middle of the backdrop to"
        f" {format_stops(got, signed=True)}; {format_stops(wanted, signed=True)} is wanted.{short}"
    )
    checks = (
        RoleCheck(holds=abs(got - wanted) <= 0.3, text=f"Backdrop {format_stops(got, signed=True)}."),
        RoleCheck(
            holds=spread["key"] < 0.07, text=f"{spread['key'] * 100:.0f} % of the light at the face comes from it."
        ),
    )
    return Placement(role="halo", words=words, lights=(light,), checks=checks)


def _top(stage: _Stage, lamp: str) -> Placement:
    height = stage.room.ceiling_at(0.0) - 0.15
    rise = min(height - float(stage.face[2]), 1.2)
    if rise < 0.3:
        why = f"The ceiling is {stage.length(rise + 0.15)} over the eyes: no lamp fits above."
        return Placement(role="top", words="", why_not=why)
    room = stage.brief.backdrop.distance - CLEAR_OF_WALLS
    if room < LEAST_BEHIND:
        why = f"The backdrop is {stage.length(stage.brief.backdrop.distance)} behind the head: no lamp fits between."
        return Placement(role="top", words="", why_not=why)
    # behind the head, so that it lights hair and shoulders and not the nose
    behind = min(max(rise / math.tan(STEEP), LEAST_BEHIND), room)
    light = _lamp_at(stage, "top", lamp, stage.face + np.array([0.0, behind, rise]))
    place = np.array([light.x, light.y, light.z])
    way = place - stage.face
    angle = math.atan2(float(way[2]), float(np.hypot(way[0], way[1])))
    crown = stage.face + np.array([0.0, 0.05, 0.13])
    meter = Meter(id="crown", position=crown, normal=place - crown)
    own, _, _ = _at(stage, light, meter)
    power, short = _power(stage, light, stage.now()["key"] * 2.0**RIM_OVER_KEY / max(own, 1e-30))
    light = light.model_copy(update={"power": power})
    nose = Meter(id="nose", position=stage.face - np.array([0.0, 0.1, 0.0]), normal=np.array([0.0, -1.0, 0.0]))
    at_nose, rest, _ = _at(stage, light, nose)
    spills = stops_between(max(at_nose, 1e-9), max(rest, 1e-9))
    shown = bool(seen_by_lens(stage.brief, place[None, :])[0][0])
    words = (
        f"{stage.length(rise)} over the eyes and {stage.length(light.y)} behind them at {power * 100:.0f} %: "
        f"light comes {math.degrees(angle):.0f}° from above, on hair and shoulders.{short}"
    )
    checks = (
        RoleCheck(
            holds=spills <= SPILLS_ON_FACE,
            text=(
                f"On the face it is {format_stops(spills, signed=True)} against the rest; "
                f"{'the nose stays dark of it' if spills <= SPILLS_ON_FACE else 'flag it off the nose'}."
            ),
        ),
        RoleCheck(
            holds=not shown,
            text="Out of the picture." if not shown else "The lens sees it: raise it, or frame tighter.",
        ),
    )
    return Placement(role="top", words=words, lights=(light,), checks=checks)


def _negative_fill(stage: _Stage, lamp: str) -> Placement:
    del lamp
    before = _contrast(stage.now())
    board = next(
        (
            b
            for b in (_card(stage, away, "black", "black board") for away in (0.45, 0.6, 0.8, 1.1))
            if _off_camera(stage, b)
        ),
        None,
    )
    if board is None:
        return Placement(
            role="negative_fill",
            words="",
            why_not="Wherever a black helps, the lens sees it: a longer lens, or a smaller black set by hand.",
        )
    after = _contrast(stage.readings(boards=[board]))
    words = (
        f"{stage.length(abs(board.x))} beside the subject it deepens the shadow side from {format_stops(before)} to"
        f" {format_stops(after)} under the key."
    )
    return Placement(
        role="negative_fill",
        words=words,
        boards=(board,),
        checks=(
            RoleCheck(
                holds=after > before + 0.1,
                text=f"It takes {format_stops(max(after - before, 0.0))} of the room's return.",
            ),
        ),
    )


def _ground(stage: _Stage, lamp: str) -> Placement:
    del lamp
    person = stage.brief.subject.kind in PEOPLE
    height = float(stage.face[2]) - 0.5 if person else stage.brief.subject.foot - 0.012
    board = Board(
        name=stage.named("card below"),
        x=0.0,
        y=-0.3 if person else -0.35,
        z=round(max(height, 0.03), 3),
        width=0.8,
        height=0.5,
        tilt=75.0 if person else 90.0,
        turn=180.0 if person else 0.0,
        face="white",
    )
    place = stage.face + np.array([0.0, -0.005, -0.1 if person else -0.25 * stage.brief.subject.size])
    meter = Meter(id="under", position=place, normal=np.array([0.0, -0.5, -0.87]))

    def under(brief: Brief) -> float:
        solved = solve(scene_builder.whole_scene(brief, stage.design), DRAFT)
        return float(luminance(measure(solved, [meter]).readings(scene_builder.lamp_weights(brief))["under"].total))

    before, after = under(stage.brief), under(stage.grown(boards=[board]))
    gain = stops_between(after, before) if before > 0.0 else 0.0
    what = "chin" if person else "thing"
    words = f"What looks down at it gets {format_stops(gain)} more under the {what}."
    clear = _off_camera(stage, board)
    checks = (
        RoleCheck(holds=gain > 0.1, text=f"{format_stops(gain)} more from below."),
        RoleCheck(
            holds=clear, text="Out of the picture." if clear else "It shows in the picture: lower it, or frame tighter."
        ),
    )
    return Placement(role="ground", words=words, boards=(board,), checks=checks)


def _practical(stage: _Stage, lamp: str) -> Placement:
    del lamp
    deep = 0.6 * stage.brief.backdrop.distance
    reach = stage.brief.camera.distance + deep
    place = stage.inside(
        np.array(
            [
                -stage.shade * 0.32 * reach * math.tan(scene_builder.field_of(stage.brief) / 2) * 2,
                deep,
                float(stage.face[2]) + 0.1,
            ]
        )
    )
    light = _lamp_at(stage, "seen lamp", "bulb_15", place, seen=True)
    *_, emitter = scene_builder.other_emitters(stage.grown([light]))
    own = emitter.peak_intensity / emitter.face
    white = stage.now()["key"] / math.pi
    power, short = _power(stage, light, white * 2.0**SEEN_OVER_WHITE / own * stage.brief.lamp.power)
    light = light.model_copy(update={"power": power})
    over = stops_between(own * power / stage.brief.lamp.power, white)
    shown = bool(seen_by_lens(stage.brief, np.array([[light.x, light.y, light.z]]))[0][0])
    words = f"It shines {format_stops(over, signed=True)} against a white card in the key.{short}"
    checks = (
        RoleCheck(holds=shown, text="In the picture." if shown else "Out of the picture: move it in."),
        RoleCheck(
            holds=over < 4.5,
            text=(
                "It keeps its colour."
                if over < 4.5
                else "It burns out: a weaker bulb, a gel, or more light on the subject."
            ),
        ),
    )
    return Placement(role="practical", words=words, lights=(light,), checks=checks)


def _pretended(stage: _Stage, lamp: str) -> Placement:
    del lamp
    light = next((o for o in stage.brief.others if o.seen or o.id == "window"), None)
    if light is None:
        why = (
            "Nothing in the set is meant to be seen: add a window, or a lamp that is meant to be seen, and call this"
            " again."
        )
        return Placement(role="pretended", words="", why_not=why)
    bearing = math.degrees(math.atan2(light.x, -light.y))
    key_angle = kind_of(stage.design).slots["key_angle"]
    turn = round(key_angle.within(bearing), 1)
    apart = mired(scene_builder.white_of(light)) - mired(scene_builder.white_of(stage.brief.lamp))
    over = stage.over_key(light)
    words = (
        f"{light.name[:1].upper()}{light.name[1:]} lies {abs(bearing):.0f}° to the camera's"
        f" {'right' if bearing > 0 else 'left'}: the key turns there."
    )
    checks = (
        RoleCheck(
            holds=abs(turn - bearing) < 1.0,
            text=(
                "The key comes from where the light seems to come from."
                if abs(turn - bearing) < 1.0
                else f"The key turns no farther than {key_angle.high:.0f}°; the light seems to come from"
                f" {abs(bearing):.0f}°."
            ),
        ),
        RoleCheck(
            holds=abs(apart) < 30.0,
            text=f"Colours are {abs(apart):.0f} mired apart."
            + ("" if abs(apart) < 30.0 else " A gel on the key that is as warm or as cold."),
        ),
        RoleCheck(
            holds=over <= 0.0,
            text=(
                "It is not brighter at the face than the key."
                if over <= 0.0
                else f"It outshines the key by {format_stops(over)} at the face: the eye believes that one."
            ),
        ),
    )
    return Placement(
        role="pretended", words=words, changes=(Change(path="design.key_angle", value=turn),), checks=checks
    )
