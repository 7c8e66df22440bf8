"""The whole rig of a shoot: what holds each thing, all checks, what is needed, mains, heat and lay-out."""

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wenlo.core.brief.brief import LampSetting, OtherLight
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import OwnLamp, is_natural, lamp_of
from wenlo.core.document.hold_ids import KEY, lamp_id
from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import WenloError
from wenlo.core.facts import Phrases
from wenlo.core.inventory.changes import variants
from wenlo.core.inventory.shopping import work_out
from wenlo.core.inventory.stocked import Stocked
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import dial_words
from wenlo.core.rigging import mains
from wenlo.core.rigging.bending_checks import bend_checks
from wenlo.core.rigging.board_holder import HeldBoard
from wenlo.core.rigging.checks import Check, Cure
from wenlo.core.rigging.electrical_checks import mains_checks, water_checks
from wenlo.core.rigging.fastenings import fastening_checks
from wenlo.core.rigging.holding import Holding, hold
from wenlo.core.rigging.holding_checks import MOST_BALLAST, hold_checks, knock_check
from wenlo.core.rigging.layout import FloorMark, RigTask, aim_angles, floor_mark, order_of_setting, order_of_striking
from wenlo.core.rigging.loads import Modifier, board_in, loads_of, modifiers_of
from wenlo.core.rigging.statics import MOVING
from wenlo.core.rigging.supports import Support, supports
from wenlo.core.rigging.thermal_checks import ThermalState, fit_checks, heat_checks, thermal_state_of
from wenlo.core.rigging.wind import wind_speed

CURES = Phrases(
    "cure",
    {"lighter-canvas": {"what": "label", "saved": "tenth"}, "smaller-canvas": {"size": "size", "mass": "tenth"}},
    room="checks",
)

BAG = 5.0
"""A ballast bag. [kg]"""


@dataclass(frozen=True, kw_only=True)
class Needed:
    """Something that the rig takes: how many, and how many of them the Shelf has."""

    name: str
    count: float
    have: float


@dataclass(frozen=True, kw_only=True, eq=False)
class RigPlan:
    """Everything about the rig; ``wind`` is the gust that is counted with. [m/s]"""

    holdings: tuple[Holding, ...]
    checks: tuple[Check, ...]
    needed: tuple[Needed, ...]
    choices: tuple[Support, ...]
    loads: tuple[mains.ElectricalLoad, ...]
    circuits: tuple[mains.Circuit, ...]
    housings: tuple[ThermalState, ...]
    marks: tuple[FloorMark, ...]
    setting: tuple[RigTask, ...]
    striking: tuple[RigTask, ...]
    wind: float


def rig_plan(shoot: Shoot, *, shelf: Sequence[Stocked] = ()) -> RigPlan:
    """The rig of a shoot.

    Parameters
    ----------
    shoot: the document.
    shelf: what is owned.
    """
    rig = shoot.rig
    modifiers = list(modifiers_of(shoot))
    wind = wind_speed(rig.weather, rig.beaufort)
    choices, holdings = _held(shoot, modifiers, shelf)
    checks: list[Check] = []
    room = shoot.brief.room
    # a spreader is jammed across the room, wherever it is
    span = math.inf if room.outdoors else room.width
    for holding in holdings:
        found = list(hold_checks(holding, rig, span=span))
        if holding.held.by == "boom" and any(
            c.state == "outside" and c.code in ("hold.payload", "hold.support") for c in found
        ):
            lighter = _lighter(shoot, _boom_carries(holding))
            found = list(hold_checks(holding, rig, lighter=lighter, span=span))
        checks += found
    if any(h.moments is not None for h in holdings):
        checks.append(knock_check(rig))
    lamp, power = shoot.brief.lamp.type, shoot.brief.lamp.power
    housings = []
    for k, modifier in enumerate(modifiers):
        one, at = (lamp, power) if k == 0 else _lamp_of_second(shoot, k - 1)
        checks += fit_checks(modifier, one)
        checks += fastening_checks(modifier)
        checks += bend_checks(modifier, one, wind=wind)
        checks += heat_checks(modifier, one, at, rig)
        warm = thermal_state_of(modifier, one, at, rig)
        housings += [warm] if warm is not None else []
    loads = tuple(_loads(shoot, modifiers, holdings))
    checks += mains_checks(loads, rig)
    checks += water_checks(loads, rig)
    marks = tuple(_marks(shoot, holdings, modifiers))
    overhead = frozenset(h.held.id for h in holdings if h.overhead and h.by in ("boom", "ceiling", "arm"))
    plugged = any(x.mains for x in loads)
    return RigPlan(
        holdings=holdings,
        checks=tuple(checks),
        needed=_needed(holdings, modifiers, shelf),
        choices=choices,
        loads=loads,
        circuits=mains.circuits(loads, voltage=rig.voltage, breaker=rig.breaker, count=rig.circuits),
        housings=tuple(housings),
        marks=marks,
        setting=tuple(
            order_of_setting(
                [(h.held.id, h.held.name) for h in holdings],
                overhead=overhead,
                mains=plugged,
                wet=bool(rig.wet),
                inverter=rig.battery is not None,
                outdoors=rig.weather == "outdoors",
                flashes=any(light_flashes(light) for light in shoot.brief.lamps),
            )
        ),
        striking=tuple(order_of_striking(mains=plugged, overhead=bool(overhead))),
        wind=wind,
    )


def _held(
    shoot: Shoot, modifiers: list[Modifier], shelf: Sequence[Stocked]
) -> tuple[tuple[Support, ...], tuple[Holding, ...]]:
    # what there is to hold things, and what holds each
    things = list(loads_of(shoot, modifiers))
    high = max((float(t.place[2]) for t in things), default=1.8)
    choices = supports(shelf, height=high, span=shoot.brief.room.width, board=_board_of(modifiers))
    wind = wind_speed(shoot.rig.weather, shoot.rig.beaufort)
    return choices, tuple(hold(thing, choices, shoot.rig, wind=wind) for thing in things)


def _board_of(modifiers: Sequence[Modifier]) -> HeldBoard | None:
    # the largest stiff board of what is built
    boards = [board for modifier in modifiers if (board := board_in(modifier.assembly)) is not None]
    return max(boards, key=lambda board: board.length * board.height, default=None)


def holdings_of(shoot: Shoot, modifiers: Sequence[Modifier], shelf: Sequence[Stocked] = ()) -> tuple[Holding, ...]:
    """What holds each thing of a set, without any check.

    Parameters
    ----------
    shoot: the document.
    modifiers: in it, the key's first.
    shelf: what is owned.
    """
    return _held(shoot, list(modifiers), shelf)[1]


def boom_stand(holding: Holding, first: Modifier) -> np.ndarray:
    """Where the stand of a boom is: beside what hangs, since the lamp stands before it; shape (2,). [m]

    Source: [Geometry].
    """
    return np.asarray(holding.held.place[:2] + np.array(first.design.across[:2]) * holding.reach)


def _boom_carries(holding: Holding) -> float:
    # at rest, so that it still carries it when it swings
    return 0.0 if holding.support is None else holding.support.carries(float(holding.held.place[2])) / MOVING


def _lamp_of_second(shoot: Shoot, index: int) -> tuple[LampType, float]:
    light = shoot.brief.lights[shoot.second[index].light]
    return lamp_of(light.id), light.power


def _lighter(shoot: Shoot, most: float) -> Cure | None:
    """A lighter material, or a smaller canvas, that a boom carries; None where neither will do."""
    kind = kind_of(shoot.design)
    found = variants(shoot.design, lambda d: kind.build(d, shoot.brief), uses=lambda d: kind.handling(d).uses)
    best = min((v for v in found if v.mass < 0.0), key=lambda v: v.mass, default=None)
    if best is not None:
        design = type(shoot.design).model_validate({**shoot.design.model_dump(), **best.changes})
        if work_out(kind.build(design, shoot.brief)).mass <= most:
            return Cure(
                says=CURES("lighter-canvas", what=f"{best.words[:1].lower()}{best.words[1:]}", saved=-best.mass),
                changes={f"design.{name}": value for name, value in best.changes.items()},
            )
    for scale in (0.9, 0.8, 0.7, 0.6, 0.5):
        smaller = kind.scaled(shoot.design, scale)
        try:
            mass = work_out(kind.build(smaller, shoot.brief)).mass
        except WenloError:
            continue
        if mass <= most:
            differ = kind.differences(shoot.design, smaller)
            changes = {f"design.{name}": value for name, value in differ.items()}
            return Cure(says=CURES("smaller-canvas", size=smaller.source_size, mass=mass), changes=changes)
    return None


def light_flashes(light: LampSetting | OtherLight) -> bool:
    """Whether a light flashes."""
    return not is_natural(light.id) and lamp_of(light.id).kind == "flash"


def _loads(shoot: Shoot, modifiers: Sequence[Modifier], holdings: Sequence[Holding]) -> list[mains.ElectricalLoad]:
    brief = shoot.brief
    found = []
    # what is on a stand, and what hangs from nothing but its own boom, can fall as far as it is high
    falls = {h.held.id: float(h.held.place[2]) for h in holdings if h.by in ("stand", "boom", "floor")}

    def add(id: str, name: str, type_of: str | OwnLamp, place: np.ndarray) -> None:
        lamp = lamp_of(type_of)
        watts, peak = mains.power_drawn(lamp)
        own = lamp.kind == "flash" and lamp.mount == "shoe"
        efficient = lamp.kind == "continuous" and lamp.amount / max(lamp.electrical_watts or 1.0, 1e-9) > 40.0
        found.append(
            mains.ElectricalLoad(
                id=id,
                name=name,
                watts=watts or 0.0,
                peak=peak,
                x=float(place[0]),
                y=float(place[1]),
                z=float(place[2]),
                mains=not own,
                electronic=efficient or (lamp.kind == "flash" and not own),
                factor=mains.power_factor(lamp),
                known=watts is not None,
                falls=falls.get(id, 0.0),
            )
        )

    if not kind_of(shoot.design).by_day(shoot.design):
        for k, emitter in enumerate(modifiers[0].arrangement.lamps):
            name = "key lamp" if k == 0 else f"{modifiers[0].name}: lamp {k + 1}"
            add(lamp_id(KEY, k), name, brief.lamp.id, emitter.centre)
    for key, light in brief.lights.items():
        if not is_natural(light.id) and light.on:
            add(lamp_id(key), light.name, light.id, np.array([light.x, light.y, light.z]))
    return found


def _marks(shoot: Shoot, holdings: Sequence[Holding], modifiers: Sequence[Modifier]) -> list[FloorMark]:
    brief = shoot.brief
    marks = [floor_mark(brief, "subject's mark", 0.0, 0.0)]
    camera = brief.camera
    marks.append(
        floor_mark(
            brief,
            "camera",
            0.0,
            -camera.distance,
            height=brief.subject.face_height,
            tilt=camera.rise,
            turn=0.0,
            aim="subject",
            dial=f"f/{camera.aperture:g}, {_shutter(camera.shutter)}, ISO {camera.iso:.0f}",
        )
    )
    for holding in holdings:
        held = holding.held
        x, y, z = (float(v) for v in held.place)
        tilt = turn = None
        aim = dial = ""
        if held.aim is not None:
            tilt, turn = aim_angles(held.place, held.aim)
            aim = f"at {float(held.aim[2]):.2f} m over the floor"
        if held.lamp is not None:
            dial = dial_words(held.lamp, held.power)
        marks.append(
            floor_mark(brief, held.name, x, y, height=z if z > 0.01 else None, tilt=tilt, turn=turn, aim=aim, dial=dial)
        )
        if holding.under is not None and holding.by == "boom":
            foot = boom_stand(holding, modifiers[0])
            marks.append(floor_mark(brief, f"stand of the boom for {held.name}", float(foot[0]), float(foot[1])))
    return marks


def _shutter(seconds: float) -> str:
    return f"1/{round(1 / seconds)} s" if seconds < 0.4 else f"{seconds:g} s"


def _needed(holdings: Sequence[Holding], modifiers: Sequence[Modifier], shelf: Sequence[Stocked]) -> tuple[Needed, ...]:
    count: Counter[str] = Counter()
    have: dict[str, float] = {}
    for holding in holdings:
        for support in (holding.support, holding.under):
            if support is not None:
                count[support.name] += 1
                have[support.name] = support.count or 0.0
        if holding.holder is not None:
            count[f"{holding.holder.name}, for {holding.held.name}"] += 1
    for item in shelf:
        # a generic support that is owned under its generic id
        if item.starter is not None and item.name in count:
            have[item.name] = item.count
    names = {row["name"]: key for key, row in stock()["fittings"].items()}
    for modifier in modifiers:
        for fitting in modifier.plan.fittings:
            if fitting.id in ("spring_clamp", "screw_eye"):
                count[stock()["fittings"][fitting.id]["name"]] += int(fitting.count)
    needed = [h.ballast_given if h.ballast_given is not None else h.ballast_asked for h in holdings]
    # a bag lies on one foot: what two of them need does not share one
    bags = sum(math.ceil(kilos / BAG - 1e-9) for kilos in needed if kilos <= MOST_BALLAST)
    if bags:
        count[stock()["fittings"]["ballast_bag"]["name"]] += bags
    lines = sum(1 for h in holdings if h.overhead)
    if lines:
        count["safety line with two carabiners"] += lines
    adapters = [joint.adapter for h in holdings for joint in h.joints if not joint.fits]
    count.update(adapters)
    owned = {item.starter: item.count for item in shelf if item.category == "hardware" and item.starter}
    return tuple(
        Needed(name=name, count=float(n), have=have.get(name, float(owned.get(names.get(name, ""), 0.0))))
        for name, n in count.items()
    )
