"""The free-standing diffusion frame: a sheet on a frame with two feet, lit from behind.

In the set's coordinates the subject's mark is the origin of the floor, x to the camera's right, y away
from the camera, z up. The sheet stands ``sheet_distance`` from the face in the direction of the key
angle and faces it; the lamp stands ``lamp_distance`` behind the sheet on the same line.
"""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import sheet_material
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.modifiers.frame_cloths import FrameCloth, surface_of
from wenlo.core.modifiers.frame_held import lay_held
from wenlo.core.modifiers.frame_on_feet import assemble_on_feet, build_on_feet
from wenlo.core.modifiers.frame_on_stand import POSTS_APART, lay_on_stand
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, nearness, panel
from wenlo.core.modifiers.sheet_frame import LEAST_LEG, SheetFrame
from wenlo.core.modifiers.slots import Capabilities, Frame, Height, Sheeted, StandingSheet, slots_of
from wenlo.core.modifiers.window_boards import border_panels
from wenlo.core.optics.shapes import Panel

Vector = NDArray[np.float64]


class FrameParameters(SheetFrame):
    """Parameters of the diffusion frame."""

    kind: Literal["diffusion_frame"] = "diffusion_frame"


def arrange(design: FrameParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The sheet, or one sheet a layer when they hang apart, and the lamp behind them; fronts face the subject."""
    across, upward = facing(design.direction, 0.0)
    alike = [design.layers] if not design.apart else [1] * design.layers
    on = design.on
    if on is not None:
        return _with_cloth(design, brief, on)
    sheets = tuple(
        panel(
            "sheet" if index == 0 else f"sheet {index + 1}",
            centre=design.source_centre + design.direction * (design.layer_gap * index),
            across=across * design.width,
            upward=upward * design.height,
            surface=layers_of(design.sheet, count, transmittance),
        )
        for index, count in enumerate(alike)
    )
    borders: list[Panel] = []
    if design.structure == "board":
        # behind the last layer
        deep = sheet_material(design.sheet).thickness * design.layers
        borders = border_panels(sheets[0], design.board, design.border, behind=design.direction * deep)
    return Arrangement(
        surfaces=(*sheets, *borders), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


def _with_cloth(design: FrameParameters, brief: Brief, on: FrameCloth) -> Arrangement:
    # another cloth in the sheet's place; a floppy's flap hangs from its lower edge
    across, upward = facing(design.direction, 0.0)
    panels = [
        panel(
            name,
            centre=design.source_centre - UP * design.height * k,
            across=across * design.width,
            upward=upward * design.height,
            surface=surface_of(on.cover),
        )
        for k, name in enumerate(("sheet", "flap") if on.floppy else ("sheet",))
    ]
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    return Arrangement(surfaces=tuple(panels), lamps=(lamp,))


FOUND = ReuseRule(
    forms=("frame",),
    sizes={"width": "width", "height": "height"},
    faces=2,
    heaviest=4.0,
    how="Take the glass or the mesh out, put the sheet over the empty frame and clamp it to two stands.",
    fills=("frame/left", "frame/right", "frame/low", "frame/top"),
    instead=("make-the-frame",),
    sets={"carried": "held by stands", "structure": "timber", "material": "softwood_18_44"},
)


def _laid(design: FrameParameters, brief: Brief) -> LaidParts:
    (sheet,) = [s for s in arrange(design, brief).surfaces if s.id == "sheet" and isinstance(s, Panel)]
    return lay_held(design, brief, sheet)


build_held, assemble_held = built(_laid, "diffusion frame", (FOUND,))


def _laid_on_stand(design: FrameParameters, brief: Brief) -> LaidParts:
    (sheet,) = [s for s in arrange(design, brief).surfaces if isinstance(s, Panel)]
    return lay_on_stand(design, brief, sheet)


build_on_stand, assemble_on_stand = built(_laid_on_stand, "diffusion frame")


def assemble(design: FrameParameters, brief: Brief) -> Assembly:
    """The frame in space, with its sheets.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    if design.on_stand:
        return assemble_on_stand(design, brief)
    return assemble_held(design, brief) if design.held else assemble_on_feet(design, brief)


def build(design: FrameParameters, brief: Brief) -> BuildPlan:
    """Parts, cloth and steps of the frame.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut, or a stiff sheet is too small; the message names the field.
    """
    if design.on_stand:
        return build_on_stand(design, brief)
    return build_held(design, brief) if design.held else build_on_feet(design, brief)


def start(brief: Brief) -> FrameParameters:
    """A frame of a metre and more, near the subject, under the ceiling."""
    height = round(min(1.2, brief.room.height - 0.6), 2)
    top = round(
        max(min(brief.subject.face_height + 0.15 + height / 2, brief.room.height - 0.05), height + LEAST_LEG), 2
    )
    return FrameParameters(
        width=1.2, height=height, top_height=top, sheet_distance=nearness(brief, 0.9), lamp_distance=0.8, key_angle=45.0
    )


def scaled(design: FrameParameters, scale: float) -> FrameParameters:
    """Frame and lamp distance together; the middle of the sheet stays where the legs allow."""
    width, height = (
        round(min(max(side * scale, 0.3), most), 2) for side, most in ((design.width, 4.0), (design.height, 3.5))
    )
    top = round(min(max(design.centre_height + height / 2, height + LEAST_LEG), 4.0), 2)
    lamp = round(min(max(design.lamp_distance * scale, 0.05), 10.0), 2)
    return design.model_copy(
        update={"width": width, "height": min(height, top - LEAST_LEG), "top_height": top, "lamp_distance": lamp}
    )


def marks(design: FrameParameters, brief: Brief) -> tuple[Mark, ...]:
    """Distances on the floor, the standing height, and the sides of the sheet."""
    del brief
    d, side = design.direction, design.across * design.width / 2
    foot, lamp = d * design.sheet_distance, d * (design.sheet_distance + design.lamp_distance)
    return (
        Mark(path="design.sheet_distance", label="Distance from sheet to subject", start=np.zeros(3), end=foot),
        Mark(path="design.lamp_distance", label="Distance from lamp to sheet", start=foot, end=lamp),
        Mark(path="design.top_height", label="Standing height", start=foot, end=foot + UP * design.top_height),
        Mark(
            path="design.lamp_height", label="Lamp height", start=lamp, end=lamp + UP * float(design.lamp_position[2])
        ),
        Mark(path="design.width", label="Frame width", start=foot - side, end=foot + side, view="front"),
        Mark(
            path="design.height",
            label="Frame height",
            start=foot + UP * (design.top_height - design.height),
            end=foot + UP * design.top_height,
            view="front",
        ),
    )


def handling(design: FrameParameters) -> Handling:
    """Stands by itself, or on two stands; knocked down when it is not glued."""
    return Handling(
        stands=2 if design.held else 0,
        people=1,
        setup=5.0 if design.glued else 15.0,
        strike=4.0 if design.glued else 8.0,
        uses=60,
    )


def holds(design: FrameParameters, mass: float) -> tuple[Hold, ...]:
    """Both feet, or both sides where stands hold it."""
    foot = design.direction * design.sheet_distance
    side = design.across * design.width / 2 * (POSTS_APART if design.on_stand else 1.0)
    if design.held:
        middle = foot + UP * design.centre_height
        return tuple(
            Hold(
                id=f"side-{n}", by="stand", name=f"{n} side", place=middle + s * side, mass=mass / 2, groups=("frame",)
            )
            for n, s in (("left", -1), ("right", 1))
        )
    return tuple(
        Hold(id=f"foot-{n}", by="floor", name=f"{n} foot", place=foot + s * side, mass=mass / 2)
        for n, s in (("left", -1), ("right", 1))
    )


SLOTS = slots_of(FrameParameters)

KIND = Kind(
    id="diffusion_frame",
    name="diffusion frame",
    parameters=FrameParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"], layers=SLOTS["layers"], gap=SLOTS["layer_gap"]),
        travel=SLOTS["sheet_distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["top_height"],
        height=Height(slot=SLOTS["height"], top=SLOTS["top_height"], leg=LEAST_LEG),
        foot=SLOTS["foot_length"],
        standing=StandingSheet(
            width=SLOTS["width"],
            height=SLOTS["height"],
            top=SLOTS["top_height"],
            distance=SLOTS["sheet_distance"],
            lamp=SLOTS["lamp_distance"],
            layers=SLOTS["layers"],
            material=SLOTS["sheet"],
            foot=SLOTS["foot_length"],
        ),
        frame=Frame(structure=SLOTS["structure"], material=SLOTS["material"]),
    ),
    methods={"shoot through": 1, "open": 1, "facing the sheet": 1, "lamps": 1, "side": 1, "layered": 1},
    first=True,
    good="stands by itself, one frame for many cloths; the lamp can be any",
    bad="spills past its sides, and needs room behind for the lamp",
    replaces=("frame as wide as it is far", "lamp as far behind the sheet as the sheet is wide"),
    mistakes=(
        "lamp too near: hot spot",
        "lamp too far: spill",
        "one layer not enough",
        "a side cut wrong bows the frame",
        "frame taller than the person",
        "wind",
    ),
    cautions=("Heat of the lamp near cloth; ballast on both feet.",),
    becomes=(FOUND,),
    of_boards=True,
)
