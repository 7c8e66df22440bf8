"""A snoot or slot: a tube before the lamp that lets out a spot or a stripe."""

import math
from typing import Literal

import numpy as np

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import covering_of
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.sheets import TurnedSolid
from wenlo.core.fabrication.assembly.space import PartPose, X
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import circle, oblong, pierced
from wenlo.core.facts import Phrases
from wenlo.core.geometry.beams import tube_for
from wenlo.core.modifiers.aimed import aimed_marks, aimed_start
from wenlo.core.modifiers.beam_tube import BACK, CAPS, PLATE, BeamTube, arrange, figures
from wenlo.core.modifiers.framed import along, begin, circle_loop
from wenlo.core.modifiers.kind import Handling, Hold, Kind, Mark, Refusal, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import grip_for
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.optics.lamp import widest
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "snoot",
    {
        "roll-the-tube": {"width": "length"},
        "saw-the-tube": {"long": "length", "other": "length"},
        "cut-the-opening": {"shape": "choice", "opening": "drill", "slot": "drill", "cap": "choice"},
        "fit-it": {},
    },
)


class SnootParameters(BeamTube):
    """Parameters of the tube, and of the opening at its end."""

    kind: Literal["snoot"] = "snoot"


SEAM, OVER = 0.03, 0.02
"""Of the tube's seam, and of the cap that folds over its end. [m]"""


def _two_lengths(design: SnootParameters) -> None:
    # both are sawn off one tube that is there
    found = design.found
    if found is None or design.other_length <= 0.0 or found.values.form != "tube":
        return
    there, needed = found.values.opening()[2], design.tube_length + design.other_length + SAWN
    if needed > there + 1e-9:
        message = (
            f"The {found.name} is {format_length(there)} long: after {format_length(design.tube_length)},"
            f" {format_length(max(there - design.tube_length - SAWN, 0.0))} are left for the other."
        )
        raise Impossible(message, fields=[FieldError(path="design.other_length", message=message)])


SAWN = 0.002
"""What a saw takes of a tube. [m]"""


def _rolled(work: LaidParts, design: SnootParameters, grip: float) -> None:
    widest_of = design.opening if design.shape == "disc" else max(design.opening, design.slot_length)
    if widest_of > design.tube_width + 1e-9:
        field = "opening" if design.shape == "disc" or design.opening > design.tube_width else "slot_length"
        message = (
            f"The opening is {format_length(widest_of)} and does not go into the cap of a tube that is"
            f" {format_length(design.tube_width)} wide."
        )
        raise Impossible(message, fields=[FieldError(path=f"design.{field}", message=message)])
    _two_lengths(design)
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
    cap, cover = design.tube_width + 2 * OVER, CAPS[design.cap_of]
    taped = design.cap_of == "black tape"
    below = outer
    for k in range(1 if taped else 2):
        part = work.sheet(
            tube,
            f"cap {k + 1}",
            cover,
            centre=(0.0, 0.0, -k * foil.thickness - PLATE),
            across=X,
            upward=(0.0, -1.0, 0.0),
            size=(design.tube_width, design.tube_width),
            cut=(cap, cap),
            holes=(hole,),
            note="cap of tape strips that leave the opening" if taped else "cap, two layers where it is cut",
            lit="plate" if k == 0 else "",
        )
        tape = {} if taped else {"cloth_tape": girth + design.tube_length / 2}
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
    if design.other_length > 0.0 and design.found is None:
        work.cover(
            "black_foil",
            math.pi * design.tube_width + SEAM,
            design.other_length,
            note="second tube, rolled like the first",
            spare=True,
        )
    work.step(
        SAYS("roll-the-tube", width=design.tube_width),
        minutes=15,
        does="bond",
        uses=("rolled with", "rolled like", "lining", "cloth_tape"),
    )
    if design.found is not None and design.found.values.form == "tube":
        work.step(SAYS("saw-the-tube", long=design.tube_length, other=design.other_length), minutes=10, does="finish")
    work.step(
        SAYS(
            "cut-the-opening",
            shape=design.shape,
            opening=design.opening,
            slot=design.slot_length,
            cap="tape" if design.cap_of == "black tape" else "foil",
        ),
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
        cut=("tube_length",),
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
