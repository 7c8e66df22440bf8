"""Black-foil doors: four pieces shaped from a roll round the lamp's front, against spill on what must stay dark."""

import math
from collections.abc import Iterator
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.build.assembly import Assembly
from wenlo.core.build.parts import BuildPlan, Template
from wenlo.core.build.templates import oblong
from wenlo.core.modifiers.aimed import Aimed, aimed_marks, aimed_start, hole
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.placing import UP, black, key_lamp, panel
from wenlo.core.quantities.length import UnitSystem, format_length
from wenlo.core.quantities.stops import format_stops, stops_between
from wenlo.core.shoot.brief import Brief
from wenlo.core.shoot.fields import quantity
from wenlo.core.transport.scene import Meter, Panel

Vector = NDArray[np.float64]

Side = Literal["left", "right", "top", "bottom"]

SIDES: tuple[Side, ...] = ("left", "right", "top", "bottom")
CLEAR_OF_VENTS, LEAST_GRIP = 0.01, 0.015
"""The foil ends so far before the lamp's vents; less than that much of it does not hold with tape. [m]"""


class DoorParameters(Aimed):
    """Parameters of the four pieces: how long, and how far each stands open from the beam's axis."""

    kind: Literal["foil_doors"] = "foil_doors"
    mouth: float = quantity(0.03, 1.0, unit="m", label="width of the opening at the lamp", default=0.16)
    length: float = quantity(0.05, 0.6, unit="m", label="length of the pieces", default=0.22)
    grip: float = quantity(0.01, 0.2, unit="m", label="foil folded back over the lamp", default=0.05)
    left: float = quantity(-10.0, 90.0, unit="degree", label="left piece open", default=25.0)
    right: float = quantity(-10.0, 90.0, unit="degree", label="right piece open", default=25.0)
    top: float = quantity(-10.0, 90.0, unit="degree", label="top piece open", default=25.0)
    bottom: float = quantity(-10.0, 90.0, unit="degree", label="bottom piece open", default=25.0)

    @property
    def source_size(self) -> tuple[float, float]:
        """Opening at the lamp, both ways. [m]"""
        return self.mouth, self.mouth

    @property
    def lamp_position(self) -> Vector:
        """Just behind the opening, shape (3,). [m]"""
        place: Vector = self.source_centre + self.axis * 0.012
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the top piece. [m]"""
        reach = self.length * math.sin(math.radians(max(self.top, 0.0)))
        return self.centre_height + self.mouth / 2 + reach + 0.02


def door(design: DoorParameters, side: Side) -> Panel:
    """One piece: hinged at the edge of the opening, leaning outward by its angle."""
    across, upward = design.square
    out = {"left": -across, "right": across, "top": upward, "bottom": -upward}[side]
    along = upward if side in ("left", "right") else across
    angle = math.radians(getattr(design, side))
    way = math.cos(angle) * -design.axis + math.sin(angle) * out
    hinge = design.source_centre + out * design.mouth / 2
    # wider at its far end in truth; a plain oblong of the mean width, so that corners gape as they do
    wide = design.mouth + design.length * max(math.sin(angle), 0.0)
    return panel(
        f"{side} door",
        centre=hinge + way * design.length / 2,
        across=along * wide,
        upward=way * design.length,
        surface=black("black_foil"),
    )


def arrange(design: DoorParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The four pieces round the lamp's front."""
    del transmittance
    whole = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
    surfaces = (hole(design, side=design.mouth, outline=whole), *(door(design, side) for side in SIDES))
    return Arrangement(
        surfaces=surfaces, lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.source_centre),)
    )


def figures(design: DoorParameters, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """What every piece keeps off the surfaces round the set, and how sharp its edge is there."""
    lamp = brief.lamp.type.size[0]
    throw = brief.backdrop.distance + design.distance
    edge = lamp * throw / design.length
    places = {
        "backdrop beside the subject": Meter(id="backdrop", position=np.array([-0.5 if design.direction[0] > 0 else 0.5, brief.backdrop.distance - 0.001, brief.subject.face_height]), normal=np.array([0.0, -1.0, 0.0])),
        "ceiling over the subject": Meter(id="ceiling", position=UP * (brief.room.height - 0.001), normal=-UP),
        "floor before the subject": Meter(id="floor", position=UP * 0.001 - np.array([0.0, 0.6, 0.0]), normal=UP),
    }  # fmt: skip
    doors = frozenset(f"{side} door" for side in SIDES)
    bare, shaded = probe(list(places.values()), doors), probe(list(places.values()), frozenset())
    rows = [
        KindFigure(key=f"door_{m.id}", label=f"{m.id[:1].upper()}{m.id[1:]} with doors", text=_change(bare[m.id], shaded[m.id]), detail=f"on the {name}, against the bare lamp in the same place")
        for name, m in places.items()
    ]  # fmt: skip
    rows.append(
        KindFigure(
            key="door_edge",
            label="Edge of the doors' shadow",
            text=format_length(edge, system=units),
            detail="on the backdrop: lamp's width times the way over the length of the piece",
        )
    )
    return (*rows, *_vents(design, brief, units))


def covered(design: DoorParameters, brief: Brief) -> float:
    """How much of the lamp's vents the foil lies over, along the housing. [m]"""
    vents = brief.lamp.type.vents
    return 0.0 if vents is None else max(design.grip - vents, 0.0)


def grip_for(brief: Brief) -> float:
    """How far the foil may go back over the lamp, clear of its vents. [m]"""
    vents = brief.lamp.type.vents
    return 0.05 if vents is None else round(min(max(vents - CLEAR_OF_VENTS, 0.01), 0.05), 3)


def _vents(design: DoorParameters, brief: Brief, units: UnitSystem) -> Iterator[KindFigure]:
    vents, over = brief.lamp.type.vents, covered(design, brief)
    if vents is None:
        return
    starts = f"{brief.lamp.type.name}: vents begin {format_length(vents, system=units)} behind the rim"
    if over > 0.0:
        text = f"covered by {format_length(over, system=units)}"
        detail = (
            f"{starts}; fold back no more than {format_length(grip_for(brief), system=units)}, or the lamp overheats"
        )
    else:
        text = f"{format_length(vents - design.grip, system=units)} clear"
        detail = starts
        if grip_for(brief) < LEAST_GRIP:
            detail += "; so little holds with clips, not with tape"
    yield KindFigure(key="door_vents", label="Lamp's vents", text=text, detail=detail)


def _change(before: float, after: float) -> str:
    if min(before, after) <= 0.0:
        return "nothing there"
    stops = stops_between(before, after)
    return f"{format_stops(abs(stops))} {'darker' if stops >= 0.0 else 'brighter'}"


def build(design: DoorParameters, brief: Brief) -> BuildPlan:
    """Four pieces torn from the roll."""
    work = Assembly(carrying_length=brief.carrying_length)
    for side in SIDES:
        wide = design.mouth + 2 * design.length * max(math.sin(math.radians(getattr(design, side))), 0.1)
        tall = design.length + design.grip
        work.template(
            Template(
                name=f"{side} door", outline=oblong(wide / 2, tall / 2, wide, tall), folds=(((0.0, design.grip), (wide, design.grip)),),
                note="folded over the lamp's rim at the dashed line",
            )
        )  # fmt: skip
        work.cover(
            "black_foil",
            wide,
            design.length + design.grip,
            note=f"{side} piece, {design.grip * 1000:.0f} mm folded over the lamp's rim",
        )
    work.fit("cloth_tape", 4 * design.mouth)
    work.step("Tear the pieces", "Along a straight edge; fold every edge over by a finger's breadth, so that it is stiff and straight.",
              mistake="Ragged edges throw ragged shadows.", caution="Torn foil cuts.", minutes=8, does="finish")  # fmt: skip
    work.step("Tape them on", f"Folded back {design.grip * 1000:.0f} mm over the lamp's rim{_short_of(brief)}; overlap at the corners or clip them.",
              mistake="Covered vents: the lamp turns itself down or off.", caution="The lamp's front is hot: let it cool first; use tape that stands heat.", minutes=8, does="mount", uses=("piece, ", "cloth_tape"))  # fmt: skip
    work.step("Shape them", "Bring one piece in at a time until the surface that must stay dark goes dark, and stop before the face does.",
              check="With the piece in, the face reads as before within a tenth of a stop.", minutes=5, does="set")  # fmt: skip
    return work.plan("black-foil doors")


def _short_of(brief: Brief) -> str:
    vents = brief.lamp.type.vents
    return "" if vents is None else f", short of the vents {vents * 1000:.0f} mm behind it"


def start(brief: Brief) -> DoorParameters:
    """Open about as wide as a head and its shoulders."""
    mouth = round(min(max(max(brief.lamp.type.size) + 0.02, 0.03), 1.0), 3)
    return DoorParameters(
        **aimed_start(brief, wish=1.6),
        mouth=mouth,
        length=round(min(max(1.4 * mouth, 0.12), 0.6), 2),
        grip=grip_for(brief),
    )


def grown(design: DoorParameters, scale: float) -> DoorParameters:
    """A wider opening at the lamp, and longer pieces."""
    mouth = round(min(max(design.mouth * scale, 0.03), 1.0), 3)
    return design.model_copy(update={"mouth": mouth, "length": round(min(max(design.length * scale, 0.05), 0.6), 3)})


def marks(design: DoorParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an aimed lamp, and the length of the pieces."""
    del brief
    over = design.source_centre + UP * (design.mouth / 2 + 0.15)
    return (
        *aimed_marks(design),
        Mark(path="design.length", label="Length of the pieces", start=over, end=over - design.axis * design.length),
    )


def handling(design: DoorParameters) -> Handling:
    """They ride on the lamp and are thrown away when they are worn."""
    return Handling(
        stands=0, people=1, setup=5, strike=2, packed=(design.length + design.grip, design.mouth, 0.03), uses=6
    )


def holds(design: DoorParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp's rim."""
    return (Hold(by="lamp", name="rim of the lamp", place=design.lamp_position, mass=mass, on_lamp=True),)


def cannot(brief: Brief) -> str | None:
    """A bulb that shines all round has no front."""
    if brief.lamp.type.shape == "sphere":
        return (
            "A bare bulb has no front to tape doors to: shade it with a tube or a flag, or choose a lamp with a face."
        )
    return None


KIND = Kind(
    id="foil_doors", name="black-foil doors", parameters=DoorParameters, arrange=arrange, build=build, start=start, grown=grown,
    marks=marks, handling=handling, holds=holds, cannot=cannot, figures=figures,
    good="cuts the light off one surface after another in a minute, for the price of foil",
    bad="hard light; the edges are as soft as the lamp is large; wears out",
    replaces=("doors as long as the lamp is wide",),
    mistakes=("covering vents", "ragged edges", "wears out"),
    cautions=("Foil at a hot lamp burns fingers and must not cover its vents.",),
)  # fmt: skip
