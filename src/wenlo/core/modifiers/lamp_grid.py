"""A grid of cells straight on a lamp's own front, with nothing between: the lamp's light, kept together."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.fabrication.assembly.layout import Layout
from wenlo.core.fabrication.assembly.parts import PlacedFastener
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import PrintSpec
from wenlo.core.fabrication.screws import LAP
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.cell_channel import (
    CORNER_WALL,
    SLEEVE,
    channel,
    fill_channel,
    hold_cells,
    lay_channel,
    make_channel,
)
from wenlo.core.modifiers.cells import CellFields, cell_figures, cells_of, make_cells
from wenlo.core.modifiers.framed import begin, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, Refusal
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import A_CHANNEL
from wenlo.core.modifiers.placing import CLEAR_OF_VENTS, facing, key_lamp, panel
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.modifiers.upright import resized, start_of, upright_marks
from wenlo.core.optics.sheet import CLEAR
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases("lamp-grid", {"screw-the-clips-on": {"held": "choice", "screw": "fine", "deep": "fine"}})

Vector = NDArray[np.float64]

BEFORE = 0.002
"""The cells begin so far before the lamp's face. [m]"""

BEHIND = 0.003
"""The lamp's face lies so far behind the back of the channel. [m]"""

SCREWS = (0.006, 0.008, 0.010, 0.012, 0.016, 0.020)
"""Machine screws, by their length. [m]"""

PLAY = 0.0005
"""A screw stays so far from the bottom of its hole. [m]"""

CLIP_WIDE, CLIP_FRONT, CLIP_BACK, CLIP_MASS = 0.02, 0.025, 0.03, 0.008
"""Of a printed clip: its width, what lies on the channel and what on the lamp [m], and its mass [kg]."""

LEAST_BACK = 0.01
"""Of a clip, on the lamp. [m]"""

AROUND = 0.2
"""Of a strap, beyond once round the lamp. [m]"""

CELLS_BELOW = 60.0
"""What straws and prints stand. [°C]"""


class LampGridParameters(CellFields):
    """Parameters of the cells and of how they are held; inside they are as large as the lamp's face."""

    kind: Literal["lamp_grid"] = "lamp_grid"
    width: float = quantity(0.1, 2.0, unit="m", label="width", default=0.3)
    height: float = quantity(0.14, 2.0, unit="m", label="height", default=0.3)
    cell: float = quantity(0.002, 0.1, unit="m", label="width of a cell", default=0.01)
    depth: float = quantity(0.002, 0.4, unit="m", label="depth of the cells", default=0.04)
    fixing: Literal["a strap", "screws in its holes"] = Field(
        default="a strap", json_schema_extra={"label": "clips held by"}
    )
    clip: float = quantity(0.002, 0.012, unit="m", label="thickness of a clip", default=0.004)
    screw: float | None = quantity(0.004, 0.05, unit="m", label="length of the clip's screw", default=None)

    @property
    def lamp_position(self) -> Vector:
        """Just behind the channel, shape (3,). [m]"""
        place: Vector = self.source_centre + self.direction * BEHIND
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Straight ahead, shape (3,). [m]"""
        return self.source_centre


def screw_for(clip: float, thread: tuple[float, float]) -> float | None:
    """The longest screw through a clip that does not reach the bottom of its hole and is held by a thread's own
    diameter; None where none is. [m]

    >>> screw_for(0.004, (0.004, 0.008)), screw_for(0.004, (0.004, 0.003))
    (0.01, None)
    """
    width, deep = thread
    return max((s for s in SCREWS if width <= s - clip + 1e-9 and s - clip <= deep - PLAY + 1e-9), default=None)


def screw_of(design: LampGridParameters, lamp: LampType) -> float | None:
    """The clip's screw: as it is typed, or the longest that goes. [m]"""
    return design.screw or screw_for(design.clip, lamp.thread)


def refuses(design: LampGridParameters, lamp: LampType) -> Refusal | None:
    """A face larger than the cells, holes that nobody measured, a screw that bottoms out or holds nothing."""
    wide, tall = lamp.size
    if lamp.shape == "sphere":
        return Refusal(field="", text="A bare bulb shines past a grid: choose a lamp with a flat front.")
    if wide > design.width + 0.001 or tall > design.height + 0.001:
        size = f"{format_length(wide)} × {format_length(tall)}"
        field = "width" if wide > design.width + 0.001 else "height"
        return Refusal(
            field=field, text=f"The lamp's face is {size}: make the cells as large, or its edge shines past."
        )
    if clip_back(lamp) < LEAST_BACK:
        return Refusal(field="", text="Its openings for air begin too near to its front: no clip lies clear of them.")
    if design.fixing == "a strap":
        return None
    if not lamp.threads:
        return Refusal(
            field="fixing", text="Its threaded holes are not measured: tell them on the Shelf, or use a strap."
        )
    deep, least = lamp.thread[1], lamp.thread[0]
    screw = screw_of(design, lamp)
    if screw is None:
        return Refusal(
            field="clip",
            text=f"No screw holds in holes {deep * 1000:.1f} mm deep through a clip of {design.clip * 1000:.1f} mm.",
        )
    into = screw - design.clip
    if into > deep - PLAY + 1e-9:
        most = design.clip + deep - PLAY
        return Refusal(
            field="screw",
            text=(
                f"It would bottom out: {into * 1000:.1f} mm go into a hole of {deep * 1000:.1f} mm. Through this clip"
                f" {most * 1000:.1f} mm is the most."
            ),
        )
    if into < least - 1e-9:
        return Refusal(
            field="screw",
            text=(
                f"Only {max(into, 0.0) * 1000:.1f} mm hold in the lamp; a thread of {least * 1000:.0f} mm wants as"
                f" much: {(design.clip + least) * 1000:.1f} mm or longer."
            ),
        )
    return None


def arrange(design: LampGridParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The lamp's face, and the cells before it."""
    del transmittance
    across, upward = facing(design.direction, 0.0)
    sides = {"across": across * design.width, "upward": upward * design.height}
    hole = panel("sheet", centre=design.source_centre, surface=CLEAR, **sides)
    cells = panel("cells", centre=design.source_centre - design.direction * BEFORE, surface=cells_of(design), **sides)
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    return Arrangement(surfaces=(hole, cells), lamps=(lamp,))


def figures(design: LampGridParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Those of the cells."""
    del probe
    return cell_figures(design, arrange(design, brief))


def clip_heights(design: LampGridParameters) -> tuple[float, ...]:
    """Where clips are on each upright, from its middle: clear of the corners' sleeves. [m]"""
    room = design.height / 2 - channel(design.bar_type.thickness) - SLEEVE - CLIP_WIDE / 2 - CORNER_WALL
    high = min(room, design.height / 4)
    return (-high, high) if high > CLIP_WIDE else (0.0,)


def clip_back(lamp: LampType) -> float:
    """How far clips go back over the lamp, clear of its openings for air. [m]"""
    return CLIP_BACK if lamp.vents is None else min(CLIP_BACK, lamp.vents - CLEAR_OF_VENTS)


def _clips(grid: Layout, design: LampGridParameters, members: dict[str, str], lamp: LampType) -> float:
    # on each upright: a plate on the channel's side, a riser, and a plate on the lamp's; how far they step in
    thick = grid.batten.thickness
    out, rim = design.width / 2 + thick, design.width / 2 + lamp.rim
    deep = grid.batten.width
    low_x, high_x = (rim, out) if rim < out else (out, rim)
    for upright, side in (("left", -1.0), ("right", 1.0)):
        for name, z in zip(("low", "top"), clip_heights(design), strict=False):

            def block(x0: float, x1: float, y0: float, y1: float, *, s: float = side, at: float = z) -> Block:
                xs = sorted((s * x0, s * x1))
                return Block(low=(xs[0], y0, at - CLIP_WIDE / 2), high=(xs[1], y1, at + CLIP_WIDE / 2))

            clip = grid.add(
                f"clip {upright} {name}",
                "printed clip",
                "printed",
                BoughtSolid(
                    fills=(
                        block(out, out + design.clip, -design.clip, CLIP_FRONT),
                        block(low_x, high_x + design.clip, -design.clip, 0.0),
                        block(rim, rim + design.clip, -clip_back(lamp), 0.0),
                    )
                ),
                PartPose(),
                label="",
                mass=CLIP_MASS,
                source="bought",
            )
            screw = PlacedFastener(
                item=LAP.id,
                head=(side * (out + design.clip), min(CLIP_FRONT, deep) / 2, z),
                direction=(-side, 0.0, 0.0),
                length=LAP.length,
                diameter=LAP.diameter,
                through=clip,
                into=members[upright],
            )
            grid.hold("printed_corner", clip, (members[upright],), fasteners=(screw,))
    return out - rim


def laid(design: LampGridParameters, brief: Brief) -> LaidParts:
    """A channel with the cells, and clips that hold it on the lamp.

    Raises
    ------
    Impossible
        When a lattice would have more strips than are slotted by hand.
    """
    work, lamp = begin(design, brief), brief.lamp.type
    work.given.add("sheet")
    grid, members = lay_channel(work, design, panels_of(arrange(design, brief))["sheet"])
    hold_cells(grid, design, members, PartPose(origin=(0.0, BEFORE, 0.0), y=(0.0, 0.0, -1.0), z=(0.0, 1.0, 0.0)))
    step = _clips(grid, design, members, lamp)
    clips = 2 * len(clip_heights(design))
    make_channel(work, design)
    make_cells(work, design)
    fill_channel(work, design)
    screw = screw_of(design, lamp) if design.fixing != "a strap" else None
    work.prints.append(
        PrintSpec(
            name="clip for the lamp's front",
            form="stepped_clip",
            sizes={
                "thickness": design.clip,
                "width": CLIP_WIDE,
                "front": CLIP_FRONT,
                "back": clip_back(lamp),
                "step": step,
                "hole": 0.0042,
                "lamp_hole": lamp.thread[0] + 0.0005,
            },
            count=clips,
            note="one plate on the channel, one on the lamp's side",
        )
    )
    fastened = "hook_and_loop"
    if screw is not None:
        held = min(SCREWS, key=lambda s: abs(s - screw))
        fastened = f"machine_screw_{held * 1000:.0f}"
        work.fit(fastened, clips)
    else:
        work.fit(fastened, 2 * (lamp.size[0] + lamp.size[1] + 4 * lamp.rim) + AROUND)
    work.step(
        SAYS(
            "screw-the-clips-on",
            held="screws" if screw is not None else "strap",
            screw=screw or 0.0,
            deep=(screw or design.clip) - design.clip,
        ),
        minutes=15,
        does="mount",
        uses=("clip for the lamp's front", fastened, "lap_screw"),
    )
    return work


build, assemble = built(laid, "grid")


def start(brief: Brief) -> LampGridParameters:
    """As large as the lamp's face, near the subject."""
    slots = slots_of(LampGridParameters)
    face = zip(("width", "height"), brief.lamp.type.size, strict=True)
    wide, tall = (round(slots[name].within(side), 3) for name, side in face)
    return LampGridParameters(**start_of(brief, width=wide, height=tall, wish=1.2))


def scaled(design: LampGridParameters, scale: float) -> LampGridParameters:
    """A larger lamp's; the cells stay as they are."""
    slots = slots_of(LampGridParameters)
    grown = resized(design, scale)
    sides = {name: round(slots[name].within(grown[name]), 3) for name in ("width", "height")}
    return design.model_copy(update={**grown, **sides})


def marks(design: LampGridParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source."""
    del brief
    return upright_marks(design)


def handling(design: LampGridParameters) -> Handling:
    """On the lamp."""
    return Handling(stands=0, people=1, setup=3, strike=2, uses=80)


def holds(design: LampGridParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp's front."""
    return (Hold(id="clips", by="lamp", name="clips on the lamp", place=design.lamp_position, mass=mass, on_lamp=True),)


def rejection_reason(brief: Brief) -> str | None:
    """Needs a lamp with a flat front."""
    if brief.lamp.type.shape == "sphere":
        return "A bare bulb shines past a grid; it takes a lamp with a flat front."
    if brief.lamp.type.inner > 0.0:
        return "A ring's middle is where the lens is; cells there would shade it."
    return None


def limits(design: LampGridParameters) -> tuple[tuple[str, float], ...]:
    """The cells, where they are of plastic."""
    return () if design.cells == "card lattice" else (("the cells", CELLS_BELOW),)


SLOTS = slots_of(LampGridParameters)

KIND = Kind(
    id="lamp_grid",
    name="grid on a lamp's front",
    parameters=LampGridParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(travel=SLOTS["distance"], stands=SLOTS["centre_height"]),
    figures=figures,
    refuses=refuses,
    grips=lambda design, lamp: clip_back(lamp),
    limits=limits,
    rejection_reason=rejection_reason,
    keeps_size=True,
    good="keeps a panel's light off walls and background; a stand less, and cheap in straws",
    bad="no softer than the lamp itself; loses light; edges of cells show in shiny things close by",
    replaces=("cells four times as deep as they are wide",),
    mistakes=("lengths differ", "cells smaller than the lamp's face", "screws that bottom out and hold nothing"),
    cautions=("Plastic cells soften near a hot lamp: feel them after an hour.",),
    refused_frames={**A_CHANNEL, "found": "It is as large as the lamp's face, and deep as its cells."},
)
