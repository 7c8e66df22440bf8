"""Everything in a set that something must hold: the modifier's hold points, lamps, cards; with mass, height and sail area."""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.advice import set_up
from wenlo.core.build.making import for_the_tools
from wenlo.core.build.parts import BuildPlan
from wenlo.core.build.shopping import work_out
from wenlo.core.data import LampType
from wenlo.core.modifiers.kind import Arrangement, HeldBy
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.rig.housing import silhouette
from wenlo.core.rig.interfaces import MOUNTS, Face, board_edge
from wenlo.core.shelf.own import is_natural, lamp_of
from wenlo.core.shoot.brief import Brief
from wenlo.core.shoot.document import Shoot
from wenlo.core.shoot.standing import Board

Vector = NDArray[np.float64]

CARD_MASS = 0.8
"""Of a card with its clamp. [kg/m²]"""

LAMP_AREA = 2.0
"""Sail area of a lamp against that of its face."""


@dataclass(frozen=True, kw_only=True)
class Held:
    """A thing to hold: where (3,) [m], its mass [kg], what usually holds it, and what it offers to what holds it.

    ``offset`` is from the point where it is held to its centre of mass, level [m]; ``area`` is what wind sees of it [m²], at
    ``area_height`` [m]; ``lamp`` its lamp; ``carries`` what the thing that it hangs on carries [kg]; ``extent`` half of its width. [m]
    """

    name: str
    place: Vector
    mass: float
    by: HeldBy
    face: Face
    offset: float = 0.0
    area: float = 0.0
    area_height: float = 0.0
    lamp: LampType | None = None
    aim: Vector | None = None
    carries: float | None = None
    extent: float = 0.0
    depth: float = 0.0


@dataclass(frozen=True, kw_only=True, eq=False)
class Modifier:
    """A modifier in the set: its design, arrangement, parts and mass [kg]; ``name`` tells several apart."""

    name: str
    design: object
    brief: Brief
    arrangement: Arrangement
    plan: BuildPlan
    mass: float


def modifiers_of(shoot: Shoot) -> Iterator[Modifier]:
    """The key's modifier, then those before other lights."""
    kind = kind_of(shoot.design)
    plan = for_the_tools(kind.build(shoot.design, shoot.brief), shoot.brief.workshop)
    arrangement = kind.arrange(shoot.design, shoot.brief, None)
    yield Modifier(
        name=kind.name,
        design=shoot.design,
        brief=shoot.brief,
        arrangement=arrangement,
        plan=plan,
        mass=work_out(plan).mass,
    )
    for second in shoot.second:
        other = kind_of(second.design)
        light = shoot.brief.others[second.light]
        parts = for_the_tools(other.build(second.design, shoot.brief), shoot.brief.workshop)
        yield Modifier(
            name=f"{other.name} of {light.name}", design=second.design, brief=shoot.brief, plan=parts, mass=work_out(parts).mass,
            arrangement=set_up.shaped_light(shoot.brief, second.light),
        )  # fmt: skip


def _edge(modifier: Modifier) -> Face:
    timber = modifier.plan.pieces and modifier.plan.stock.id.startswith("softwood")
    return board_edge(0.018 if timber else 0.005)


def _lamp_held(
    name: str, lamp: LampType, place: Vector, aim: Vector | None, extra: float = 0.0, reach: float = 0.0
) -> Held:
    area = LAMP_AREA * lamp.size[0] * lamp.size[1]
    mass = lamp.mass + extra
    # what hangs on its front pulls the centre of mass forward
    return Held(
        name=name, place=place, mass=mass, by="stand", face=MOUNTS.get(lamp.mount, MOUNTS["stud 16 mm"]), offset=extra * reach / mass if mass else 0.0,
        area=area, area_height=float(place[2]), lamp=lamp, aim=aim, extent=lamp.size[0] / 2, depth=max(reach, 0.15),
    )  # fmt: skip


def _of_modifier(modifier: Modifier, lamp: LampType, *, daylight: bool) -> Iterator[Held]:
    design = modifier.design
    kind = kind_of(design)  # type: ignore[arg-type]
    holds = kind.holds(design, modifier.mass)
    area, height = silhouette(modifier.arrangement)
    width, tall = design.source_size  # type: ignore[attr-defined]
    on_lamp = [h for h in holds if h.by == "lamp" or h.on_lamp]
    for hold in holds:
        if hold in on_lamp:
            continue
        share = hold.mass / modifier.mass if modifier.mass > 0.0 else 1.0 / len(holds)
        yield Held(
            name=f"{modifier.name}: {hold.name}", place=hold.place, mass=hold.mass + hold.lamps * lamp.mass, by=hold.by, face=_edge(modifier),
            area=area * share, area_height=height, carries=hold.carries, extent=min(width, tall) / 2,
            depth=getattr(design, "foot_length", 0.5) / 2 if hold.by == "floor" else 0.1,
        )  # fmt: skip
    carried = any(h.lamps for h in holds) or (holds and holds[0].by == "ceiling")
    if carried or daylight:
        return
    reach = 0.0
    if on_lamp:
        reach = float(np.linalg.norm(design.source_centre - design.lamp_position)) / 2  # type: ignore[attr-defined]
    for k, emitter in enumerate(modifier.arrangement.lamps):
        name = "key lamp" if k == 0 and modifier.name == kind.name else f"{modifier.name}: lamp {k + 1}"
        extra = sum(h.mass for h in on_lamp) if k == 0 else 0.0
        aim = design.lamp_aim if k == 0 else None  # type: ignore[attr-defined]
        yield _lamp_held(name, lamp, emitter.centre, aim, extra, reach)


def held_things(shoot: Shoot, modifiers: list[Modifier]) -> Iterator[Held]:
    """All that must be held, the key's modifier first."""
    brief = shoot.brief
    first, *others = modifiers
    yield from _of_modifier(first, brief.lamp.type, daylight=kind_of(shoot.design).daylight is not None)
    shaped = {second.light: modifier for second, modifier in zip(shoot.second, others, strict=True)}
    for index, light in enumerate(brief.others):
        if is_natural(light.id):
            continue
        lamp = lamp_of(light.id)
        if index in shaped:
            yield from _of_modifier(shaped[index], lamp, daylight=False)
            continue
        yield _lamp_held(light.name, lamp, np.array([light.x, light.y, light.z]), set_up.aim_of(light, brief))
    for piece in brief.pieces:
        if isinstance(piece, Board) and not piece.hidden and piece.z - piece.height / 2 > 0.1:
            area = piece.width * piece.height
            yield Held(
                name=piece.name, place=np.array([piece.x, piece.y, piece.z]), mass=CARD_MASS * area, by="stand", face=board_edge(0.005), area=area,
                area_height=piece.z, extent=piece.width / 2,
            )  # fmt: skip
