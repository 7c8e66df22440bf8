"""A snoot or slot: a tube before the lamp that lets out a spot or a stripe."""

import math
from collections.abc import Callable
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import covering_of
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.sheets import TurnedSolid
from wenlo.core.fabrication.assembly.space import PartPose, X
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import circle, oblong, pierced
from wenlo.core.facts import Phrases
from wenlo.core.geometry.beams import BeamSpot, aim_at, on_rake, spot_behind, tube_for
from wenlo.core.modifiers.aimed import (
    Aimed,
    BeamRead,
    aimed_marks,
    aimed_start,
    beam_read,
    hole,
    plate,
    round_outline,
    turned,
)
from wenlo.core.modifiers.framed import along, begin, circle_loop
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, Refusal, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import black, grip_for, key_lamp, lined
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.optics.lamp import half_along, widest
from wenlo.core.optics.shapes import Disc, Tube
from wenlo.core.optics.sheet import Sheet, flipped, luminance
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import UnitSystem, format_length

SAYS = Phrases(
    "snoot",
    {
        "roll-the-tube": {"width": "length"},
        "cut-the-opening": {"shape": "choice", "opening": "drill", "slot": "drill"},
        "fit-it": {},
    },
)

Vector = NDArray[np.float64]

BACK, PLATE = 0.01, 0.0005
"""The light has the tube so far behind the lamp, and its plate so far before the opening. [m]"""

BESIDE = 1.5
"""The halo is read so many times the field's half width off the axis."""


class SnootParameters(Aimed):
    """Parameters of the tube, and of the opening at its end."""

    kind: Literal["snoot"] = "snoot"
    tube_length: float = quantity(0.03, 1.5, unit="m", label="length of the tube, lamp to opening", default=0.35)
    tube_width: float = quantity(0.02, 0.6, unit="m", label="width of the tube", default=0.16)
    shape: Literal["disc", "slot"] = "disc"
    opening: float = quantity(0.002, 0.5, unit="m", label="width of the opening", default=0.06)
    slot_length: float = quantity(0.005, 0.5, unit="m", label="length of a slot", default=0.12)
    rotation: float = quantity(-90.0, 90.0, unit="degree", label="slot turned from level", default=0.0)
    inside: Literal["black foil", "white card", "shiny foil"] = "black foil"

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the opening, whichever way it is turned. [m]"""
        if self.shape == "disc":
            return self.opening, self.opening
        c, s = abs(math.cos(math.radians(self.rotation))), abs(math.sin(math.radians(self.rotation)))
        return c * self.slot_length + s * self.opening, s * self.slot_length + c * self.opening

    @property
    def lamp_position(self) -> Vector:
        """At the back of the tube, shape (3,). [m]"""
        place: Vector = self.source_centre + self.axis * self.tube_length
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the tube. [m]"""
        return max(self.centre_height, float(self.lamp_position[2])) + self.tube_width / 2


def _lining(design: SnootParameters) -> Sheet:
    if design.inside == "black foil":
        return black("black_foil")
    return lined("white_card" if design.inside == "white card" else "foil_flat", "black_foil")


def _outline(design: SnootParameters) -> Vector:
    if design.shape == "disc":
        return turned(round_outline(), 0.0, (design.opening, design.opening), design.tube_width)
    oblong = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
    size = (design.opening, design.slot_length)
    return turned(oblong, math.radians(design.rotation), size, design.tube_width)


def arrange(design: SnootParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Tube, plate with its opening, and what closes the tube behind the lamp."""
    del transmittance
    outline = _outline(design)
    tube = Tube(
        id="tube",
        base=design.source_centre,
        axis=design.axis,
        length=design.tube_length + BACK,
        radius=design.tube_width / 2,
        surface=flipped(_lining(design)),
        role="modifier",
    )
    back = Disc(
        id="back of the tube",
        centre=design.source_centre + design.axis * (design.tube_length + BACK),
        axis=-design.axis,
        radius=design.tube_width / 2,
        surface=black("black_foil"),
        role="modifier",
    )
    surfaces = (
        hole(design, side=design.tube_width, outline=outline),
        plate(design, side=design.tube_width, outline=outline, surface=black("black_foil")),
        tube,
        back,
    )
    return Arrangement(
        surfaces=surfaces, lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.source_centre),)
    )


def spot_of(design: SnootParameters, brief: Brief, *, throw: float | None = None) -> BeamSpot:
    """The spot at what it points to, or the stripe across its width, by straight lines.

    Parameters
    ----------
    design, brief: the snoot and its lamp.
    throw: from the opening to where it lands; to what it points to if left out. [m]
    """
    # across a slot that lies level the lamp's height counts, across one that stands upright its width
    turn = 0.0 if design.shape == "disc" else math.pi / 2 - math.radians(design.rotation)
    return spot_behind(
        lamp=half_along(brief.lamp.type, turn),
        opening=design.opening / 2,
        gap=design.tube_length,
        throw=design.throw if throw is None else throw,
    )


def across_of(design: SnootParameters) -> Vector:
    """Unit vector across the spot, or across the width of the stripe, square to the beam, shape (3,)."""
    across, upward = design.square
    turn = math.radians(design.rotation) if design.shape == "slot" else math.pi / 2
    way: Vector = math.cos(turn) * upward + math.sin(turn) * across
    return way


WIDEST_MISS = 0.15
"""Where straight lines and the solved light differ by more, light off the inside of the tube makes the beam. [-]"""


def beam_of(design: SnootParameters, brief: Brief) -> BeamRead | None:
    """The spot or stripe as the solved light has it, square to the beam; None where no light gets out."""
    target = np.array([0.0, 0.0, design.aim_height])
    return beam_read(
        arrange(design, brief, None),
        middle=target,
        normal=design.axis,
        across=across_of(design),
        reach=1.25 * spot_of(design, brief).field,
    )


def figures(design: SnootParameters, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """Core, edge, aim, and the halo that the inside adds, from the solved light."""
    del probe

    def length(x: float) -> str:
        return format_length(x, system=units)

    found, real = spot_of(design, brief), beam_of(design, brief)
    name = "Spot" if design.shape == "disc" else "Stripe"
    core = f"core {length(2 * found.core)}" if found.core > 0.0 else "no core: the lamp is wider than the opening"
    if real is None or not math.isfinite(real.half):
        wide, edge, check = found.half, found.edge, "by straight lines; too faint to read off the solved light"
    else:
        wide, edge = real.half, real.edge
        off = found.half / wide - 1.0
        check = f"straight lines give {length(2 * found.half)}"
        if abs(off) > WIDEST_MISS:
            check += f": light off the inside ({design.inside}) makes the difference"
    aim = aim_at(design.lamp_position, np.array([0.0, 0.0, design.aim_height]), normal=np.array([0.0, -1.0, 0.0]))
    rows = [
        KindFigure(
            key="spot",
            label=name,
            text=f"{length(2 * wide)} wide",
            detail=(
                f"to half of its light, read off the solved light; {check}; {core}, nothing straight beyond"
                f" {length(2 * found.field)}"
            ),
        ),
        KindFigure(
            key="spot_edge",
            label=f"Edge of the {name.lower()}",
            text=length(edge) if math.isfinite(edge) else "none",
            detail=(
                f"from nine tenths of its light to one tenth; straight lines give {length(found.edge)} from all to"
                " nothing"
            ),
        ),
        KindFigure(
            key="aim",
            label="1° of turn moves it",
            text=length(aim.per_degree),
            detail=(
                f"turned {math.degrees(aim.turn):.0f}° from straight at the backdrop, tilted"
                f" {math.degrees(aim.tilt):.0f}°; 1 cm of height moves it {length(aim.per_centimetre)}"
            ),
        ),
    ]
    rows += _behind(design, brief, length)
    halo = halo_of(design, brief)
    said = "too faint to tell" if not math.isfinite(halo) else f"{format_stops(halo)} under the spot"
    rows.append(
        KindFigure(
            key="halo",
            label="Halo beside it",
            text=said,
            detail=f"just outside of the field, from the tube's inside ({design.inside}), without the room",
        )
    )
    return tuple(rows)


def _behind(design: SnootParameters, brief: Brief, length: Callable[[float], str]) -> list[KindFigure]:
    # where the beam goes on to, past what it points to, if that is the backdrop
    ahead = -design.axis
    if ahead[1] < 0.05:
        return []
    way = (brief.backdrop.distance - float(design.source_centre[1])) / float(ahead[1])
    found = spot_of(design, brief, throw=way)
    half_angle = math.atan(found.half / (way + design.tube_length))
    near, far = on_rake(half_angle, distance=way + design.tube_length, rake=math.acos(min(float(ahead[1]), 1.0)))
    stretched = (near + far) / (2.0 * found.half)
    text = length(near + far) if math.isfinite(far) else "runs along it"
    return [
        KindFigure(
            key="raked",
            label="On the backdrop behind",
            text=text,
            detail=f"lands {length(way)} from the opening, stretched {stretched:.1f} times by the rake",
        )
    ]


def halo_of(design: SnootParameters, brief: Brief) -> float:
    """Light beside the spot under that in its middle, the room left out. [stop]"""
    made = arrange(design, brief, None)
    solved = solve(LightScene(panels=made.surfaces, lamps=made.lamps), DRAFT)
    across, upward = design.square
    target = np.array([0.0, 0.0, design.aim_height])
    turn = math.radians(design.rotation) if design.shape == "slot" else 0.0
    off = (math.cos(turn) * upward + math.sin(turn) * across) * BESIDE * spot_of(design, brief).field
    found = read(
        solved, [Meter(id=n, position=p, normal=design.axis) for n, p in (("in", target), ("out", target + off))]
    )
    inner, outer = (float(luminance(found[name].total)) for name in ("in", "out"))
    return stops_between(inner, outer) if inner > 0.0 and outer > 0.0 else math.inf


SEAM, OVER = 0.03, 0.02
"""Of the tube's seam, and of the cap that folds over its end. [m]"""


def _rolled(work: LaidParts, design: SnootParameters, grip: float) -> None:
    widest_of = design.opening if design.shape == "disc" else max(design.opening, design.slot_length)
    if widest_of > design.tube_width + 1e-9:
        field = "opening" if design.shape == "disc" or design.opening > design.tube_width else "slot_length"
        message = (
            f"The opening is {format_length(widest_of)} and does not go into the cap of a tube that is"
            f" {format_length(design.tube_width)} wide."
        )
        raise Impossible(message, fields=[FieldError(path=f"design.{field}", message=message)])
    # own coordinates: z from the opening back to the lamp; the tube grips the lamp behind what the light has of it
    work.given |= {"sheet", "back of the tube"}  # the hole, and the lamp that closes the tube
    tube = work.layout_at("tube", along(design.source_centre, design.axis))
    foil = covering_of("black_foil")
    girth, radius = math.pi * design.tube_width, design.tube_width / 2
    inside = {"white card": "white_card", "shiny foil": "foil_flat"}.get(design.inside)
    lining = covering_of(inside).thickness if inside else 0.0
    deep = design.tube_length + BACK

    def wall(off: float, thick: float, long: float) -> TurnedSolid:
        outer = radius + off + thick
        return TurnedSolid(profile=((outer, 0.0), (outer, long)), wall=thick, soft=True)

    outer = work.formed(
        tube,
        "tube",
        "black_foil",
        wall(lining, foil.thickness, deep),
        PartPose(),
        flat=(girth + SEAM, design.tube_length + grip),
        note=f"rolled with 30 mm overlap, {grip * 1000:.0f} mm to grip the lamp",
        lit="" if inside else "tube",
    )
    if inside:
        inner = work.formed(
            tube,
            "lining",
            inside,
            wall(0.0, lining, deep),
            PartPose(),
            flat=(girth, deep),
            note="lining, inside of the tube",
            lit="tube",
        )
        tube.hold("laid", inner, (outer,))
    # the light has the cap as a square plate with its opening
    hole = (
        circle_loop(0.0, 0.0, design.opening)
        if design.shape == "disc"
        else oblong(0.0, 0.0, design.slot_length, design.opening, turned=math.radians(design.rotation))
    )
    cap = design.tube_width + 2 * OVER
    below = outer
    for k in range(2):
        part = work.sheet(
            tube,
            f"cap {k + 1}",
            "black_foil",
            centre=(0.0, 0.0, -k * foil.thickness - PLATE),
            across=X,
            upward=(0.0, -1.0, 0.0),
            size=(design.tube_width, design.tube_width),
            cut=(cap, cap),
            holes=(hole,),
            note="cap, two layers where it is cut",
            lit="plate" if k == 0 else "",
        )
        tape = {"cloth_tape": girth + design.tube_length / 2}
        tube.hold("taped", part, (below,), used=tape)
        below = part


def laid(design: SnootParameters, brief: Brief) -> LaidParts:
    """A rolled tube, a cap with the opening, and a collar."""
    work = begin(design, brief)
    _rolled(work, design, grip_for(brief.lamp.type))
    cap = design.tube_width + 0.04
    hole = (
        circle(cap / 2, cap / 2, design.opening)
        if design.shape == "disc"
        else oblong(cap / 2, cap / 2, design.slot_length, design.opening, turned=math.radians(design.rotation))
    )
    work.template(pierced("cap with its opening", cap, cap, hole, note="20 mm all round folds over the tube"))
    work.step(
        SAYS("roll-the-tube", width=design.tube_width),
        minutes=15,
        does="bond",
        uses=("rolled with", "lining", "cloth_tape"),
    )
    work.step(
        SAYS("cut-the-opening", shape=design.shape, opening=design.opening, slot=design.slot_length),
        minutes=10,
        does="finish",
        uses=("cap",),
    )
    work.step(SAYS("fit-it"), minutes=5, does="mount")
    return work


BECOMES = (
    ReuseRule(
        forms=("tube",),
        sizes={"tube_width": "width", "tube_length": "depth"},
        heaviest=1.0,
        how=(
            "Line it with black foil, cap its far end with a foil plate that has the opening cut in it, and collar"
            " it to the lamp."
        ),
        fills=("tube/tube",),
        instead=("roll-the-tube",),
    ),
)

build, assemble = built(laid, "snoot", BECOMES)


def start(brief: Brief) -> SnootParameters:
    """A spot as large as a head with an edge of a third of it."""
    placed = aimed_start(brief, wish=1.6)
    lamp = max(brief.lamp.type.size)
    away = math.hypot(placed["distance"], placed["centre_height"] - placed["aim_height"])
    tube = tube_for(lamp=lamp / 2, throw=away + 0.4, width=0.34, edge=0.34 if lamp > 0.08 else 0.12)
    length = round(min(max(tube.gap, 0.05), 0.6), 3)
    opening = round(min(max(tube.width, 0.004), 0.4), 3)
    return SnootParameters(
        **placed,
        tube_length=length,
        opening=opening,
        tube_width=round(min(max(widest(brief.lamp.type) + 0.02, opening + 0.02), 0.6), 3),
        slot_length=min(0.12, opening + 0.02),
    )


def scaled(design: SnootParameters, scale: float) -> SnootParameters:
    """A larger opening, and the tube as wide as it needs."""
    opening = round(min(max(design.opening * scale, 0.002), 0.5), 4)
    slot = round(min(max(design.slot_length * scale, 0.005), 0.5), 4)
    width = round(min(max(design.tube_width, opening + 0.01, slot + 0.01 if design.shape == "slot" else 0.0), 0.6), 3)
    # whoever turns a round hole into a slot has one that goes into the tube
    slot = min(slot, width)
    return design.model_copy(update={"opening": opening, "slot_length": slot, "tube_width": width})


def marks(design: SnootParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an aimed lamp, and the length of the tube."""
    del brief
    over = np.array([0.0, 0.0, design.tube_width / 2 + 0.1])
    tube = Mark(
        path="design.tube_length",
        label="Length of the tube",
        start=design.source_centre + over,
        end=design.lamp_position + over,
    )
    return (*aimed_marks(design), tube)


def handling(design: SnootParameters) -> Handling:
    """It rides on the lamp."""
    return Handling(stands=0, people=1, setup=4, strike=1, uses=12)


def holds(design: SnootParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp's front."""
    return (
        Hold(id="lamp-front", by="lamp", name="front of the lamp", place=design.lamp_position, mass=mass, on_lamp=True),
    )


def grips(design: SnootParameters, lamp: LampType) -> float:
    """The tube goes so far back over the lamp. [m]"""
    del design
    return grip_for(lamp)


def refuses(design: SnootParameters, lamp: LampType) -> Refusal | None:
    """A lamp, or an opening, that is larger than the tube."""
    need, wide = widest(lamp), design.tube_width
    if need > wide + 1e-9:
        text = (
            f"The {lamp.name} is {format_length(need)} across and does not go into a tube of {format_length(wide)}:"
            f" {format_length(need)} is the least."
        )
        return Refusal(field="tube_width", text=text)
    if design.opening > wide + 1e-9:
        return Refusal(field="opening", text=f"The opening is wider than its tube; {format_length(wide)} is the most.")
    if design.shape == "slot" and design.slot_length > wide + 1e-9:
        return Refusal(
            field="slot_length", text=f"The slot is longer than its tube is wide; {format_length(wide)} is the most."
        )
    return None


def rejection_reason(brief: Brief) -> str | None:
    """Needs a lamp that goes into a tube."""
    lamp = brief.lamp.type
    if max(lamp.size) > 0.5:
        return f"The lamp's face is {format_length(max(lamp.size))} wide; a snoot is made for a small one."
    return None


SLOTS = slots_of(SnootParameters)

KIND = Kind(
    id="snoot",
    name="snoot or slot",
    parameters=SnootParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(travel=SLOTS["distance"], stands=SLOTS["centre_height"], aim=SLOTS["aim_height"]),
    rejection_reason=rejection_reason,
    figures=figures,
    grips=grips,
    refuses=refuses,
    good="a spot or stripe just where it is wanted, and darkness beside it",
    bad="hard; loses most of the lamp's light; the aim is fiddly",
    replaces=("tube three times as long as it is wide",),
    mistakes=("gap too short for the lamp's size: no clean edge", "too thin to meter", "aim"),
    cautions=("A closed tube holds the lamp's heat: keep the vents free.",),
    becomes=BECOMES,
    refused_frames={
        "timber": "It is rolled or drawn round; straight bars have corners.",
        "tube": "It is rolled or drawn round; straight bars have corners.",
        "pipe": "It is rolled or drawn round; straight bars have corners.",
        "board": "It is rolled or drawn round; straight bars have corners.",
    },
)
