"""Black-foil doors: four pieces shaped from a roll round the lamp's front, against spill on what must stay dark."""

import math
from collections.abc import Iterator, Mapping
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import BlackFoilRef
from wenlo.core.fabrication.covers import plan_covers
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import oblong
from wenlo.core.facts import Fact, Phrases, yes
from wenlo.core.modifiers.aimed import Aimed, aimed_marks, aimed_start
from wenlo.core.modifiers.framed import begin, panels_of, place_of_panel, size_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, Refusal
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, black, grip_for, key_lamp, panel
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import CLEAR
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "foil-doors",
    {
        "tear-the-pieces": {},
        "tape-them-on": {"grip": "length", "vents": "choice", "behind": "length"},
        "shape-them": {},
    },
)

Vector = NDArray[np.float64]

DoorSide = Literal["left", "right", "top", "bottom"]

SIDES: tuple[DoorSide, ...] = ("left", "right", "top", "bottom")
LEAST_TAPED = 0.015
"""Less foil than that on the lamp does not hold with tape. [m]"""

ROUND_IT = 0.02
"""The mouth is so much larger than the lamp's face, both ways. [m]"""


EDGE = 0.012
"""Every free edge is folded over so far, so that it is stiff and straight. [m]"""

Pieces = Literal["all four", "top flag alone", "left and right", "top and bottom"]

ON: Mapping[Pieces, tuple[DoorSide, ...]] = {
    "all four": SIDES,
    "top flag alone": ("top",),
    "left and right": ("left", "right"),
    "top and bottom": ("top", "bottom"),
}
"""Which pieces are on the lamp."""


class DoorParameters(Aimed):
    """Parameters of the pieces: which, how long, and how far each stands open from the beam's axis."""

    kind: Literal["foil_doors"] = "foil_doors"
    mouth: float = quantity(0.03, 1.0, unit="m", label="width of the opening at the lamp", default=0.16)
    mouth_height: float | None = quantity(0.02, 1.0, unit="m", label="height of the opening at the lamp", default=None)
    length: float = quantity(0.05, 0.6, unit="m", label="length of the pieces", default=0.22)
    grip: float = quantity(0.01, 0.2, unit="m", label="foil folded back over the lamp", default=0.05)
    left: float = quantity(-10.0, 90.0, unit="degree", label="left piece open", default=25.0)
    right: float = quantity(-10.0, 90.0, unit="degree", label="right piece open", default=25.0)
    top: float = quantity(-10.0, 90.0, unit="degree", label="top piece open", default=25.0)
    bottom: float = quantity(-10.0, 90.0, unit="degree", label="bottom piece open", default=25.0)
    pieces: Pieces = "all four"
    foil: BlackFoilRef = "black_foil"

    @property
    def sides(self) -> tuple[DoorSide, ...]:
        """The pieces that are on."""
        return ON[self.pieces]

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the opening at the lamp. [m]"""
        return self.mouth, self.mouth_height or self.mouth

    @property
    def lamp_position(self) -> Vector:
        """Just behind the opening, shape (3,). [m]"""
        place: Vector = self.source_centre + self.axis * 0.012
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the top piece. [m]"""
        reach = self.length * math.sin(math.radians(max(self.top, 0.0)))
        return self.centre_height + self.source_size[1] / 2 + reach + 0.02


def door(design: DoorParameters, side: DoorSide) -> Panel:
    """One piece: hinged at the edge of the opening, leaning outward by its angle."""
    across, upward = design.square
    out = {"left": -across, "right": across, "top": upward, "bottom": -upward}[side]
    along = upward if side in ("left", "right") else across
    angle = math.radians(getattr(design, side))
    way = math.cos(angle) * -design.axis + math.sin(angle) * out
    width, height = design.source_size
    off, side_of = (width, height) if side in ("left", "right") else (height, width)
    hinge = design.source_centre + out * off / 2
    # wider at its far end in truth; a plain oblong of the mean width, so that corners gape as they do
    wide = side_of + design.length * max(math.sin(angle), 0.0)
    return panel(
        f"{side} door",
        centre=hinge + way * design.length / 2,
        across=along * wide,
        upward=way * design.length,
        surface=black(design.foil),
    )


def arrange(design: DoorParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The four pieces round the lamp's front."""
    del transmittance
    across, upward = design.square
    width, height = design.source_size
    opening = panel("sheet", centre=design.source_centre, across=across * width, upward=upward * height, surface=CLEAR)
    surfaces = (opening, *(door(design, side) for side in design.sides))
    return Arrangement(
        surfaces=surfaces, lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.source_centre),)
    )


SHOWS = Phrases(
    "door-figure",
    {
        "place": {"place": "choice", "stops": "in_stops", "way": "choice"},
        "edge": {"edge": "length"},
        "vents": {"lamp": "label", "begin": "length", "clear": "length", "clips": "choice"},
        "vents-covered": {"lamp": "label", "begin": "length", "over": "length", "most": "length"},
        "roll": {"left": "length", "of": "length", "more": "count"},
        "roll-short": {"short": "length"},
    },
    room="light",
)


UNSEEN = 0.05
"""A difference that is told as none. [stop]"""


def figures(design: DoorParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """What every piece keeps off the surfaces round the set, and how sharp its edge is there."""
    lamp = brief.lamp.type.size[0]
    throw = brief.backdrop.distance + design.distance
    beside = -0.5 if design.direction[0] > 0 else 0.5
    places = (
        Meter(
            id="backdrop",
            position=np.array([beside, brief.backdrop.distance - 0.001, brief.subject.face_height]),
            normal=np.array([0.0, -1.0, 0.0]),
        ),
        Meter(id="ceiling", position=UP * (brief.room.height - 0.001), normal=-UP),
        Meter(id="floor", position=UP * 0.001 - np.array([0.0, 0.6, 0.0]), normal=UP),
    )
    doors = frozenset(f"{side} door" for side in design.sides)
    bare, shaded = probe(places, doors), probe(places, frozenset())
    rows = [KindFigure(key=f"door_{m.id}", says=_change(m.id, bare[m.id], shaded[m.id])) for m in places]
    rows.append(KindFigure(key="door_edge", says=SHOWS("edge", edge=lamp * throw / design.length)))
    return (*rows, *_vents(design, brief), *_left_on_the_roll(design, brief))


def covered(design: DoorParameters, brief: Brief) -> float:
    """How much of the lamp's vents the foil lies over, along the housing. [m]"""
    vents = brief.lamp.type.vents
    return 0.0 if vents is None else max(design.grip - vents, 0.0)


def grips(design: DoorParameters, lamp: LampType) -> float:
    """The foil is folded so far back over the lamp. [m]"""
    del lamp
    return design.grip


def _covered(lamp: str, size: float, way: str, mouth: float) -> str:
    return (
        f"The {lamp} is {format_length(size)} {way}, the mouth of the doors only {format_length(mouth)}: they cover"
        f" part of it. Set them at least {format_length(size)} apart."
    )


def refuses(design: DoorParameters, lamp: LampType) -> Refusal | None:
    """A mouth that is smaller than the lamp's own face."""
    wide, high = design.source_size
    if lamp.size[0] > wide + 1e-9:
        return Refusal(field="mouth", text=_covered(lamp.name, lamp.size[0], "wide", wide))
    if lamp.size[1] > high + 1e-9:
        return Refusal(field="mouth_height", text=_covered(lamp.name, lamp.size[1], "high", high))
    return None


def _vents(design: DoorParameters, brief: Brief) -> Iterator[KindFigure]:
    lamp, over = brief.lamp.type, covered(design, brief)
    if lamp.vents is None:
        return
    if over > 0.0:
        says = SHOWS("vents-covered", lamp=lamp.name, begin=lamp.vents, over=over, most=grip_for(lamp))
    else:
        clips = yes(grip_for(lamp) < LEAST_TAPED)
        says = SHOWS("vents", lamp=lamp.name, begin=lamp.vents, clear=lamp.vents - design.grip, clips=clips)
    yield KindFigure(key="door_vents", says=says)


def _left_on_the_roll(design: DoorParameters, brief: Brief) -> Iterator[KindFigure]:
    # of a roll of one's own whose length is told: what is left, and what that still becomes
    if isinstance(design.foil, str) or design.foil.values.on_hand is None:
        return
    cloth = build(design, brief).cloth
    left = design.foil.values.on_hand - sum(plan.bought for plan in plan_covers(cloth))
    if left < 0.0:
        says = SHOWS("roll-short", short=-left)
    else:
        more = int(left / min(min(piece.cut) for piece in cloth) + 1e-9)
        says = SHOWS("roll", left=left, of=design.foil.values.on_hand, more=more)
    yield KindFigure(key="door_roll", says=says)


def _change(place: str, before: float, after: float) -> Fact:
    if min(before, after) <= 0.0:
        return SHOWS("place", place=place, stops=0.0, way="none")
    stops = stops_between(before, after)
    way = "same" if abs(stops) < UNSEEN else "darker" if stops > 0.0 else "brighter"
    return SHOWS("place", place=place, stops=abs(stops), way=way)


def laid(design: DoorParameters, brief: Brief) -> LaidParts:
    """Four pieces torn from the roll."""
    work = begin(design, brief)
    work.given.add("sheet")  # the lamp's own front
    made = panels_of(arrange(design, brief))
    front, together = place_of_panel(made["sheet"]), len(design.sides) == len(SIDES)
    doors = work.layout_at("doors", front) if together else None
    parts = []
    for side in design.sides:
        along = design.source_size[1] if side in ("left", "right") else design.source_size[0]
        wide = along + 2 * design.length * max(math.sin(math.radians(getattr(design, side))), 0.1)
        # three edges are folded over; the fourth is under the lamp's own rim
        wide, tall = wide + 2 * EDGE, design.length + design.grip + EDGE
        work.template(
            Template(
                name=f"{side} door",
                outline=oblong(wide / 2, tall / 2, wide, tall),
                folds=(
                    ((0.0, design.grip), (wide, design.grip)),
                    ((EDGE, 0.0), (EDGE, tall)),
                    ((wide - EDGE, 0.0), (wide - EDGE, tall)),
                    ((0.0, tall - EDGE), (wide, tall - EDGE)),
                ),
                note="folded over the lamp's rim at the lowest line, the other three edges doubled",
            )
        )
        door_panel = made[f"{side} door"]
        # by itself, each hangs on the lamp alone
        group = doors or work.layout_at(side, front)
        place = work.within(group, place_of_panel(door_panel))
        parts.append(
            work.sheet(
                group,
                side,
                design.foil,
                centre=place.origin,
                across=place.x,
                upward=place.z,
                size=size_of(door_panel),
                cut=(wide, tall),
                note=f"{side} piece, {design.grip * 1000:.0f} mm folded over the lamp's rim",
                lit=door_panel.id,
            )
        )
    # on the rim of the lamp, corner to corner where all of them are on
    around = 2 * sum(design.source_size)
    if doors is not None:
        for part, other in ((0, 2), (2, 1), (1, 3)):
            doors.hold("taped", parts[part], (parts[other],), used={"cloth_tape": around / 3})
    else:
        work.fit("cloth_tape", around * len(parts) / len(SIDES))
    vents = brief.lamp.type.vents
    work.step(SAYS("tear-the-pieces"), minutes=8, does="finish")
    work.step(
        SAYS("tape-them-on", grip=design.grip, vents="none" if vents is None else "known", behind=vents or 0.0),
        minutes=8,
        does="mount",
        uses=("piece, ", "cloth_tape"),
    )
    work.step(SAYS("shape-them"), minutes=5, does="set")
    return work


build, assemble = built(laid, "black-foil doors")


def start(brief: Brief) -> DoorParameters:
    """Open about as wide as a head and its shoulders."""
    mouth, high = (round(min(max(side + ROUND_IT, 0.03), 1.0), 3) for side in brief.lamp.type.size)
    return DoorParameters(
        **aimed_start(brief, wish=1.6),
        mouth=mouth,
        mouth_height=high,
        length=round(min(max(1.4 * max(mouth, high), 0.12), 0.6), 2),
        grip=grip_for(brief.lamp.type),
    )


def scaled(design: DoorParameters, scale: float) -> DoorParameters:
    """A wider opening at the lamp, and longer pieces."""
    mouth, high = (round(min(max(side * scale, 0.03), 1.0), 3) for side in design.source_size)
    length = round(min(max(design.length * scale, 0.05), 0.6), 3)
    return design.model_copy(update={"mouth": mouth, "mouth_height": high, "length": length})


def marks(design: DoorParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an aimed lamp, and the length of the pieces."""
    del brief
    over = design.source_centre + UP * (design.source_size[1] / 2 + 0.15)
    return (
        *aimed_marks(design),
        Mark(path="design.length", label="Length of the pieces", start=over, end=over - design.axis * design.length),
    )


def handling(design: DoorParameters) -> Handling:
    """They ride on the lamp and are thrown away when they are worn."""
    return Handling(stands=0, people=1, setup=5, strike=2, uses=6)


def holds(design: DoorParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp's rim."""
    return (
        Hold(id="lamp-rim", by="lamp", name="rim of the lamp", place=design.lamp_position, mass=mass, on_lamp=True),
    )


def rejection_reason(brief: Brief) -> str | None:
    """A bulb that shines all round has no front."""
    if brief.lamp.type.shape == "sphere":
        return (
            "A bare bulb has no front to tape doors to: shade it with a tube or a flag, or choose a lamp with a face."
        )
    return None


SLOTS = slots_of(DoorParameters)

KIND = Kind(
    id="foil_doors",
    name="black-foil doors",
    parameters=DoorParameters,
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
    good="cuts the light off one surface after another in a minute, for the price of foil",
    bad="hard light; the edges are as soft as the lamp is large; wears out",
    replaces=("doors as long as the lamp is wide",),
    mistakes=("covering vents", "ragged edges", "wears out"),
    cautions=("Foil at a hot lamp burns fingers and must not cover its vents.",),
    refused_frames={
        "timber": "Foil holds its own shape: it needs no frame.",
        "tube": "Foil holds its own shape: it needs no frame.",
        "pipe": "Foil holds its own shape: it needs no frame.",
        "board": "Doors are cut to the lamp's front, which gets hot: board burns there.",
        "found": "Doors are cut to the lamp's front.",
    },
)
