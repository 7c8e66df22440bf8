"""Lamps for a job: fill, rim, halo, top light, one that is meant to be seen, and a key where a light seems to be."""

import math

import numpy as np

from wenlo.core.analysis.clashes import seen_by_lens
from wenlo.core.brief.brief import OtherLight
from wenlo.core.catalog.data_files import gels
from wenlo.core.facts import Fact, told_stops, yes
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.colour import mired
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.proposal_context import Change
from wenlo.core.proposals.role_stage import (
    CLEAR_OF_WALLS,
    LEAST_BEHIND,
    NEAR_WANTED,
    RIM_OVER_KEY,
    SAYS,
    SEEN_OVER_WHITE,
    SPILLS_ON_FACE,
    STEEP,
    Placement,
    RoleCheck,
    Stage,
    behind_subject,
    contrast_check,
    contrast_of,
    in_the_picture,
    lamp_at,
    power_for,
    reading_with,
)
from wenlo.core.scene import scene_builder
from wenlo.core.transport.scene import Meter


def fill_lamp(stage: Stage, lamp: str) -> Placement:
    """A lamp beside the camera, turned down until the contrast is the wanted one."""
    light = lamp_at(
        stage, "fill", lamp, np.array([stage.shade * 0.5, -stage.brief.camera.distance, float(stage.face[2]) + 0.15])
    )
    meter = next(m for m in scene_builder.meters(stage.brief, stage.design) if m.id == "fill")
    own, _, _ = reading_with(stage, light, meter)
    lit_too, _, _ = reading_with(
        stage, light, next(m for m in scene_builder.meters(stage.brief, stage.design) if m.id == "lit")
    )
    lux, wanted = stage.now(), stage.brief.wanted.contrast
    # it adds to the lit side as well: (lit + a p) / (fill + b p) is to be the ratio
    need, gives = lux["lit"] - 2.0**wanted * lux["fill"], 2.0**wanted * own - lit_too
    if need <= 0.0:
        return Placement(role="fill_lamp", why_not=SAYS("no-fill", stops=told_stops(contrast_of(lux))))
    power, short = power_for(stage, light, need / gives if gives > 0.0 else math.inf)
    light = light.model_copy(update={"power": power})
    after = contrast_of(stage.readings(lights=[light]))
    says = SAYS("fill-lamp", power=power, after=told_stops(after), wanted=wanted)
    checks = (contrast_check(stage, after),)
    return Placement(role="fill_lamp", says=(says, *short), lights=(light,), checks=checks)


def rim(stage: Stage, lamp: str) -> Placement:
    """A lamp behind the subject on the shadow side, as bright on its edge as the key."""
    place = behind_subject(stage)
    light = lamp_at(stage, "rim", lamp, place)
    edge = stage.face + np.array([stage.shade * 0.12, 0.1, -0.02])
    way = np.array([light.x, light.y, light.z]) - edge
    meter = Meter(id="edge", position=edge + 0.01 * way / np.linalg.norm(way), normal=way)
    own, _, _ = reading_with(stage, light, meter)
    key = stage.now()["key"]
    power, short = power_for(stage, light, key * 2.0**RIM_OVER_KEY / max(own, 1e-30))
    light = light.model_copy(update={"power": power})
    _, _, spread = reading_with(stage, light, meter)
    over = stops_between(own * power, key)
    level = -stops_between(key, stage.now()["backdrop"])
    shown = bool(seen_by_lens(stage.brief, np.array([[light.x, light.y, light.z]]))[0][0])
    says = SAYS(
        "rim", over=told_stops(over), backdrop=told_stops(level), apart=told_stops(told_stops(over) - told_stops(level))
    )
    flares = spread["lens"] >= FLARES
    checks = (
        in_the_picture(shown=shown, cure="move"),
        RoleCheck(holds=spread["key"] < SPILL_SHOWS, says=SAYS("on-face", share=spread["key"])),
        RoleCheck(holds=not flares, says=SAYS("on-lens", share=spread["lens"], flag=yes(flares))),
    )
    return Placement(role="rim", says=(says, *short), lights=(light,), checks=checks)


def halo(stage: Stage, lamp: str) -> Placement:
    """A lamp at the backdrop that brings it to the wanted background."""
    distance = stage.brief.backdrop.distance
    light = lamp_at(
        stage,
        "halo",
        lamp,
        np.array([0.0, min(0.45 * distance, 1.0), max(float(stage.face[2]) - 0.35, 0.3)]),
        aim="backdrop",
    )
    meter = next(m for m in scene_builder.meters(stage.brief, stage.design) if m.id == "backdrop")
    own, rest, spread = reading_with(stage, light, meter)
    key, wanted = stage.now()["key"], stage.brief.wanted.background
    need = key * 2.0**wanted - rest
    if need <= 0.0:
        has = told_stops(-stops_between(key, rest))
        return Placement(role="halo", why_not=SAYS("halo-bright", has=has, wanted=wanted))
    power, short = power_for(stage, light, need / max(own, 1e-30))
    short = (*short, *_dimmer(stage, light, own * power / need))
    light = light.model_copy(update={"power": power})
    got = -stops_between(key, rest + own * power)
    says = SAYS("halo", power=power, got=told_stops(got), wanted=wanted)
    checks = (
        RoleCheck(holds=abs(got - wanted) <= NEAR_WANTED, says=SAYS("backdrop", stops=told_stops(got))),
        RoleCheck(holds=spread["key"] < SPILL_SHOWS, says=SAYS("on-face", share=spread["key"])),
    )
    return Placement(role="halo", says=(says, *short), lights=(light,), checks=checks)


SPILL_SHOWS, FLARES = 0.07, 0.3
"""Shares of the light at the face and on the lens from which another lamp's is seen. [-]"""

TOO_BRIGHT = 0.1
"""A backdrop that is so little too bright is left as it is. [stop]"""


def _dimmer(stage: Stage, light: OtherLight, times: float) -> tuple[Fact, ...]:
    """What takes away the light that a lamp at its lowest has too much, each by itself, and how much each takes."""
    over = math.log2(max(times, 1e-9))
    if over < TOO_BRIGHT:
        return ()
    deep = stage.brief.backdrop.distance
    away = math.hypot(deep - light.y, light.x)
    farther = away * math.sqrt(times)
    ways = [SAYS("dim-slit", part=times, stops=over)]
    gel = min(
        (g for g in gels().values() if g.shift == 0 and g.colour is None and g.stops >= over - TOO_BRIGHT),
        key=lambda g: g.stops,
        default=None,
    )
    if gel is not None:
        ways.append(SAYS("dim-gel", gel=gel.name, stops=gel.stops))
    if farther <= deep:
        ways.append(SAYS("dim-farther", far=farther, now=away, stops=over))
    return (SAYS("dim", ways=tuple(ways)),)


def top(stage: Stage, lamp: str) -> Placement:
    """A lamp over the head, steep, for hair and shoulders."""
    height = stage.room.ceiling_at(0.0) - 0.15
    rise = min(height - float(stage.face[2]), 1.2)
    if rise < 0.3:
        return Placement(role="top", why_not=SAYS("top-low", room=rise + 0.15))
    room = stage.brief.backdrop.distance - CLEAR_OF_WALLS
    if room < LEAST_BEHIND:
        return Placement(role="top", why_not=SAYS("top-near", room=stage.brief.backdrop.distance))
    # behind the head, so that it lights hair and shoulders and not the nose
    behind = min(max(rise / math.tan(STEEP), LEAST_BEHIND), room)
    light = lamp_at(stage, "top", lamp, stage.face + np.array([0.0, behind, rise]))
    place = np.array([light.x, light.y, light.z])
    way = place - stage.face
    angle = math.atan2(float(way[2]), float(np.hypot(way[0], way[1])))
    crown = stage.face + np.array([0.0, 0.05, 0.13])
    meter = Meter(id="crown", position=crown, normal=place - crown)
    own, _, _ = reading_with(stage, light, meter)
    power, short = power_for(stage, light, stage.now()["key"] * 2.0**RIM_OVER_KEY / max(own, 1e-30))
    light = light.model_copy(update={"power": power})
    nose = Meter(id="nose", position=stage.face - np.array([0.0, 0.1, 0.0]), normal=np.array([0.0, -1.0, 0.0]))
    at_nose, rest, _ = reading_with(stage, light, nose)
    spills = stops_between(max(at_nose, 1e-9), max(rest, 1e-9))
    shown = bool(seen_by_lens(stage.brief, place[None, :])[0][0])
    says = SAYS("top", rise=rise, behind=light.y, power=power, angle=angle)
    dark = spills <= SPILLS_ON_FACE
    checks = (
        RoleCheck(holds=dark, says=SAYS("top-spill", stops=told_stops(spills), flag=yes(not dark))),
        in_the_picture(shown=shown, cure="raise"),
    )
    return Placement(role="top", says=(says, *short), lights=(light,), checks=checks)


BURNS_OUT = 4.5
"""So far over white in the key a lamp has no colour left. [stop]"""

SAME_WAY, SAME_COLOUR = 1.0, 30.0
"""Nearer is taken for the same: directions [degree], colours [mired]."""


def practical(stage: Stage, lamp: str) -> Placement:
    """A lamp that is meant to be seen: a little over white, out of the eyes."""
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
    light = lamp_at(stage, "seen lamp", "bulb_15", place, seen=True)
    *_, emitter = scene_builder.other_emitters(stage.grown([light]))
    own = emitter.peak_intensity / emitter.face
    white = stage.now()["key"] / math.pi
    power, short = power_for(stage, light, white * 2.0**SEEN_OVER_WHITE / own * stage.brief.lamp.power)
    light = light.model_copy(update={"power": power})
    over = stops_between(own * power / stage.brief.lamp.power, white)
    shown = bool(seen_by_lens(stage.brief, np.array([[light.x, light.y, light.z]]))[0][0])
    burns = over >= BURNS_OUT
    checks = (
        RoleCheck(holds=shown, says=SAYS("in-picture", seen=yes(shown))),
        RoleCheck(holds=not burns, says=SAYS("burns-out", burns=yes(burns))),
    )
    says = SAYS("practical", over=told_stops(over))
    return Placement(role="practical", says=(says, *short), lights=(light,), checks=checks)


def pretended(stage: Stage, lamp: str) -> Placement:
    """The key turned to where the light that is seen would come from."""
    del lamp
    light = next((o for o in stage.brief.others if o.seen or o.id == "window"), None)
    if light is None:
        return Placement(role="pretended", why_not=SAYS("pretended-none"))
    bearing = math.degrees(math.atan2(light.x, -light.y))
    key_angle = kind_of(stage.design).slots["key_angle"]
    turn = round(key_angle.within(bearing), 1)
    apart = mired(scene_builder.white_of(light)) - mired(scene_builder.white_of(stage.brief.lamp))
    over = stage.over_key(light)
    says = SAYS("pretended", light=light.name, angle=math.radians(abs(bearing)), right=yes(bearing > 0))
    there, match = abs(turn - bearing) < SAME_WAY, abs(apart) < SAME_COLOUR
    checks = (
        RoleCheck(
            holds=there,
            says=SAYS(
                "pretended-way", there=yes(there), most=math.radians(key_angle.high), angle=math.radians(abs(bearing))
            ),
        ),
        RoleCheck(holds=match, says=SAYS("pretended-colour", apart=abs(apart), match=yes(match))),
        RoleCheck(
            holds=over <= 0.0, says=SAYS("pretended-level", brighter=yes(over > 0.0), stops=told_stops(abs(over)))
        ),
    )
    return Placement(
        role="pretended", says=(says,), changes=(Change(path="design.key_angle", value=turn),), checks=checks
    )
