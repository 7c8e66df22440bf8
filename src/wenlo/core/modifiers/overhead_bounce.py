"""A stretched canvas on a boom over the subject, lit from below, with black skirts that roll up and down."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef, bounce_face
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import FrameWords, alone, begin, on_a_frame, panels_of, place_of_panel, size_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import FRAMED, HOLDERS, JOINERS, Cornered, OfBars, drying, how_made
from wenlo.core.modifiers.placing import UP, black, bounce, key_lamp, lamp_flag, panel
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.units.fields import quantity

SAYS = Phrases("overhead-bounce", {"make-the-stretcher": FRAMED, "hang-the-skirts": {}, "fly-it": {"height": "length"}})

Vector = NDArray[np.float64]


OFF_FRAME = 0.002
"""Skirts hang so far outside of the canvas' edge, on their tape. [m]"""


class OverheadParameters(OfBars, Cornered):
    """Parameters of the canvas, its skirts and the lamp below."""

    kind: Literal["overhead_bounce"] = "overhead_bounce"
    width: float = quantity(0.3, 4.0, unit="m", label="width", default=1.2)
    length: float = quantity(0.3, 4.0, unit="m", label="length toward the light", default=1.2)
    canvas_height: float = quantity(1.0, 6.0, unit="m", label="height of the canvas", default=2.2)
    forward: float = quantity(-2.0, 4.0, unit="m", label="canvas before the subject", default=0.35)
    key_angle: float = quantity(-180.0, 180.0, unit="degree", label="key angle from the camera", default=20.0)
    face: BounceRef = "white_foam_board"
    skirt_front: float = quantity(0.0, 1.5, unit="m", label="skirt on the subject's side", default=0.0)
    skirt_back: float = quantity(0.0, 1.5, unit="m", label="skirt on the lamp's side", default=0.3)
    skirt_sides: float = quantity(0.0, 1.5, unit="m", label="skirts at the sides", default=0.3)
    lamp_out: float = quantity(0.2, 6.0, unit="m", label="lamp before the subject", default=1.1)
    lamp_height: float = quantity(0.1, 4.0, unit="m", label="lamp height", default=0.5)
    flagged: bool = True

    @property
    def source_centre(self) -> Vector:
        """Middle of the canvas, shape (3,). [m]"""
        place: Vector = self.direction * self.forward + UP * self.canvas_height
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and length of the canvas. [m]"""
        return self.width, self.length

    @property
    def lamp_position(self) -> Vector:
        """Low before the subject, shape (3,). [m]"""
        place: Vector = self.direction * self.lamp_out + UP * self.lamp_height
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the canvas, shape (3,). [m]"""
        return self.source_centre

    @property
    def highest(self) -> float:
        """Height of the canvas. [m]"""
        return self.canvas_height


def arrange(design: OverheadParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Canvas facing down, skirts, and the lamp that hits it from below."""
    del transmittance
    d, across, centre = design.direction, design.across, design.source_centre
    # front of the canvas looks down
    canvas = panel(
        "sheet", centre=centre, across=across * design.width, upward=-d * design.length, surface=bounce(design.face)
    )
    if canvas.normal[2] > 0.0:
        canvas = panel(
            "sheet",
            centre=centre,
            across=-across * design.width,
            upward=-d * design.length,
            surface=bounce(design.face),
        )
    cloth = black("heavy_black_flag_cloth")
    skirts = []
    for name, drop, edge, along in (
        ("skirt on the subject's side", design.skirt_front, -d * design.length / 2, across * design.width),
        ("skirt on the lamp's side", design.skirt_back, d * design.length / 2, across * design.width),
        ("left skirt", design.skirt_sides, -across * design.width / 2, d * design.length),
        ("right skirt", design.skirt_sides, across * design.width / 2, d * design.length),
    ):
        if drop > 0.0:
            # held on the outside of the frame
            out = edge / float(np.linalg.norm(edge)) * OFF_FRAME
            middle = centre + edge + out - UP * drop / 2
            skirts.append(panel(name, centre=middle, across=along, upward=UP * drop, surface=cloth))
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    flags = (lamp_flag(design),) if design.flagged else ()
    return Arrangement(surfaces=(canvas, *skirts, *flags), lamps=(lamp,))


def cut_off(*, span: float, skirt: float, under: float) -> float:
    """From the middle of a canvas how far out, on the side of a skirt, the last of it goes out of sight. [m]

    The line from its far edge past the skirt's lower edge: span·h/s − span/2; infinite without a skirt.

    Parameters
    ----------
    span: of the canvas that way. [m]
    skirt: how far it hangs down. [m]
    under: how far under the canvas one looks from. [m]
    """
    return math.inf if skirt <= 0.0 else span * max(under, skirt) / skirt - span / 2.0


SHOWS = Phrases(
    "overhead-figure",
    {
        "seat": {"inside": "length", "under": "length"},
        "seat-outside": {"outside": "length", "under": "length"},
        "cut": {"side": "choice", "out": "length"},
        "uncut": {"side": "choice"},
    },
    room="light",
)


def figures(design: OverheadParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Where the subject must sit to see the whole canvas, and where its skirts cut it off."""
    del probe
    under = design.canvas_height - brief.subject.face_height
    inside = design.length / 2 - abs(design.forward)
    low = max(under, 0.0)
    seat = (
        SHOWS("seat", inside=inside, under=low) if inside >= 0.0 else SHOWS("seat-outside", outside=-inside, under=low)
    )
    rows = [KindFigure(key="seat", says=seat)]
    for side, span, skirt in (
        ("front", design.length, design.skirt_front),
        ("back", design.length, design.skirt_back),
        ("sides", design.width, design.skirt_sides),
    ):
        out = cut_off(span=span, skirt=skirt, under=max(under, 0.01))
        says = SHOWS("cut", side=side, out=out) if math.isfinite(out) else SHOWS("uncut", side=side)
        rows.append(KindFigure(key=f"cut_{side}", says=says))
    return tuple(rows)


def laid(design: OverheadParameters, brief: Brief) -> LaidParts:
    """A stretcher frame, its cover, skirts and the boom's fixing."""
    work = begin(design, brief)
    board = bounce_face(design.face).form == "board"
    made = panels_of(arrange(design, brief))
    layout, _, canvas = on_a_frame(
        work,
        made["sheet"],
        design.face,
        FrameWords(uprights="long side", rails="short side", height="length", width="width"),
        id="canvas",
        margin=0.0 if board else 0.06,
        note="under the frame" if board else "60 mm round the bars",
        middle_rail=True,
        screwed=board,
    )
    for skirt in made.values():
        if not skirt.id.endswith(("skirt", "side")):
            continue
        place = work.within(layout, place_of_panel(skirt))
        part = work.sheet(
            layout,
            skirt.id,
            "heavy_black_flag_cloth",
            centre=place.origin,
            across=place.x,
            upward=place.z,
            size=size_of(skirt),
            margin=0.03,
            note=f"{skirt.id}: hook-and-loop along the top, ties to roll it up",
            lit=skirt.id,
        )
        used = {"hook_and_loop": size_of(skirt)[0], "cloth_tie": 3}
        layout.hold("hook_and_loop", part, (canvas,), used=used)
    if design.flagged:
        alone(work, made["lamp flag"], "black_foil", id="flag", note="flag beside the lamp, clear of its vents")
    if work.batten.group == "timber":
        work.eyes("long side", 4)
    work.fit("cord", 4)
    work.fit("ballast_bag", 3)
    work.step(
        SAYS("make-the-stretcher", size=(design.width, design.length), **how_made(work)),
        minutes=50,
        does="bond",
        uses=(
            "long side",
            "short side",
            "under the frame",
            "60 mm round",
            "lap_screw",
            "washer",
            "spring_clamp",
            *JOINERS,
            *HOLDERS,
        ),
        wait=drying(work),
        sketch=Sketch(width=design.width, height=design.length, sides="long side", rails="short side"),
    )
    work.step(SAYS("hang-the-skirts"), minutes=20, does="cover", uses=("skirt", "hook_and_loop", "cloth_tie"))
    work.step(
        SAYS("fly-it", height=design.canvas_height),
        minutes=20,
        does="hang",
        uses=("flag beside", "screw_eye", "cord", "ballast_bag"),
        hands=2,
    )
    return work


BECOMES = (
    ReuseRule(
        forms=("canvas",),
        sizes={"width": "width", "length": "height"},
        wall="face",
        faces=1,
        heaviest=3.0,
        how=(
            "Bolt a bracket to the middle of its bars for the boom, tie a safety line round the bars, and staple"
            " the skirts to its edges."
        ),
        fills=("canvas/left", "canvas/right", "canvas/low", "canvas/top", "canvas/middle", "canvas/sheet"),
        instead=("make-the-stretcher",),
    ),
)

build, assemble = built(laid, "overhead bounce", BECOMES)


def start(brief: Brief) -> OverheadParameters:
    """Just under the ceiling, a little before the subject."""
    height = round(min(2.3, brief.room.height - 0.15), 2)
    return OverheadParameters(
        canvas_height=height,
        lamp_out=round(min(1.1, brief.camera.distance - 0.4) if brief.camera.distance > 0.8 else 0.4, 2),
    )


def scaled(design: OverheadParameters, scale: float) -> OverheadParameters:
    """A larger canvas at the same height."""
    sides = {k: round(min(max(getattr(design, k) * scale, 0.3), 4.0), 2) for k in ("width", "length")}
    return design.model_copy(update=sides)


def marks(design: OverheadParameters, brief: Brief) -> tuple[Mark, ...]:
    """Height and length of the canvas, place of the lamp."""
    del brief
    d, centre, lamp = design.direction, design.source_centre, design.lamp_position
    level = np.array([1.0, 1.0, 0.0])
    return (
        Mark(path="design.canvas_height", label="Height of the canvas", start=centre * level, end=centre),
        Mark(
            path="design.length",
            label="Length",
            start=centre - d * design.length / 2 + UP * 0.12,
            end=centre + d * design.length / 2 + UP * 0.12,
        ),
        Mark(path="design.lamp_out", label="Lamp before the subject", start=np.zeros(3), end=lamp * level),
        Mark(path="design.lamp_height", label="Lamp height", start=lamp * level, end=lamp),
    )


def handling(design: OverheadParameters) -> Handling:
    """A boom stand and a second for the safety line."""
    return Handling(stands=2, people=2, setup=30, strike=15, uses=40)


def holds(design: OverheadParameters, mass: float) -> tuple[Hold, ...]:
    """The boom's end over the middle."""
    return (Hold(id="boom", by="boom", name="boom", place=design.source_centre, mass=mass),)


def rejection_reason(brief: Brief) -> str | None:
    """Needs air over the head."""
    over = brief.room.height - brief.subject.face_height
    if over < math.inf and over < 0.7:
        return f"Only {over:.2f} m is left over the face: it would hang in the subject's hair and in the picture."
    return None


SLOTS = slots_of(OverheadParameters)

KIND = Kind(
    id="overhead_bounce",
    name="overhead bounce with skirts",
    parameters=OverheadParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    figures=figures,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(faces=(SLOTS["face"],)),
    rejection_reason=rejection_reason,
    methods={"above": 1},
    good="soft light from above that stays off the walls; skirts shape it without moving anything",
    bad="eye sockets go dark; boom, counterweight and safety line; the lamp below must be hidden",
    replaces=("canvas as large as it is far from the face",),
    mistakes=("subject too far under the skirt, or out of it", "the lamp in the picture", "boom out of balance"),
    cautions=("Overhead load: safety line, ballast, and a licensed person for fixings in ceilings.",),
    becomes=BECOMES,
    refused_frames={"board": "Over heads a board hangs in a frame that carries it."},
)
