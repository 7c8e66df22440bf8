"""Lamps for a job: fill, rim, halo, top light, one that is meant to be seen, and a key where a light seems to be."""

import math

import numpy as np

from wenlo.core.analysis.clashes import seen_by_lens
from wenlo.core.brief.brief import OtherLight
from wenlo.core.catalog.data_files import gels
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.colour import mired
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.proposal_context import Change
from wenlo.core.proposals.role_stage import (
    CLEAR_OF_WALLS,
    LEAST_BEHIND,
    RIM_OVER_KEY,
    SEEN_OVER_WHITE,
    SPILLS_ON_FACE,
    STEEP,
    Placement,
    RoleCheck,
    Stage,
    behind_subject,
    contrast_of,
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
        words = (
            f"The shadow side is {format_stops(contrast_of(lux))} under the key already: no fill is needed, black would"
            " deepen it."
        )
        return Placement(role="fill_lamp", words=words, why_not=words)
    power, short = power_for(stage, light, need / gives if gives > 0.0 else math.inf)
    light = light.model_copy(update={"power": power})
    after = contrast_of(stage.readings(lights=[light]))
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
        words = (
            f"The backdrop has {format_stops(-stops_between(key, rest), signed=True)} already and"
            f" {format_stops(wanted, signed=True)} is wanted: flag it instead."
        )
        return Placement(role="halo", words=words, why_not=words)
    power, short = power_for(stage, light, need / max(own, 1e-30))
    short += _dimmer(stage, light, own * power / need)
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


TOO_BRIGHT = 0.1
"""A backdrop that is so little too bright is left as it is. [stop]"""


def _dimmer(stage: Stage, light: OtherLight, times: float) -> str:
    """What takes away the light that a lamp at its lowest has too much, each by itself, and how much each takes."""
    over = math.log2(max(times, 1e-9))
    if over < TOO_BRIGHT:
        return ""
    deep = stage.brief.backdrop.distance
    away = math.hypot(deep - light.y, light.x)
    farther = away * math.sqrt(times)
    ways = [f"a slit that lets out 1 part in {times:.1f} ({format_stops(over)})"]
    gel = min(
        (g for g in gels().values() if g.shift == 0 and g.colour is None and g.stops >= over - TOO_BRIGHT),
        key=lambda g: g.stops,
        default=None,
    )
    if gel is not None:
        ways.append(f"a {gel.name} ({format_stops(gel.stops)})")
    if farther <= deep:
        ways.append(
            f"{stage.length(farther)} from the backdrop in place of {stage.length(away)} ({format_stops(over)})"
        )
    return f" Any of these takes it away: {'; '.join(ways)}."


def top(stage: Stage, lamp: str) -> Placement:
    """A lamp over the head, steep, for hair and shoulders."""
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


def pretended(stage: Stage, lamp: str) -> Placement:
    """The key turned to where the light that is seen would come from."""
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
