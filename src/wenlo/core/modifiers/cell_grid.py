"""A cell grid before a sheet: straws, card lattice or printed cells in a channel frame, against spill."""

import math
from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import SheetRef
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import Layout, Reason
from wenlo.core.fabrication.assembly.parts import PlacedFastener
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid
from wenlo.core.fabrication.assembly.space import PartPose, Y, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import PrintSpec, Sketch
from wenlo.core.fabrication.screws import LAP
from wenlo.core.fabrication.templates import lattice_strip
from wenlo.core.facts import Phrases
from wenlo.core.geometry.beams import grid_cutoff, grid_half, grid_ratio, straws_for
from wenlo.core.modifiers.framed import begin, panels_of, place_of_panel
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import OfBattens
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.optics.finish import CellGrid, CellShape
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import Sheet, cell_grid, luminance
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import UnitSystem, format_length

SAYS = Phrases(
    "cell-grid",
    {
        "make-the-channel": {"inset": "fine"},
        "fill-the-frame": {"size": "size"},
        "hang-it-before-the-sheet": {},
        "cut-the-straws": {"count": "count", "depth": "length", "cell": "drill"},
        "print-the-cells": {"count": "count", "size": "size", "depth": "length"},
        "make-the-lattice": {"cell": "length"},
    },
)

Vector = NDArray[np.float64]

Cells = Literal["straws", "card lattice", "printed hexagons"]

SHAPES: dict[Cells, CellShape] = {"straws": "round", "card lattice": "square", "printed hexagons": "hexagon"}
WALLS: dict[Cells, tuple[float, float]] = {
    "straws": (0.00015, 0.0012),
    "card lattice": (0.0008, 0.0),
    "printed hexagons": (0.0008, 0.0),
}
"""Thickness of a cell's wall [m], and mass of a metre of straw. [kg/m]"""

DENSITY = {"straws": 900.0, "card lattice": 700.0, "printed hexagons": 1240.0}
PACK = 100
STRAW = 0.2
"""Length of a straw as it is sold. [m]"""

WIDE_CELL = 0.03
"""Wider cells are of foam board, others of card. [m]"""

NARROW = 15.0
"""A narrow cut-off, for which the depth of the cells is told. [degree]"""

SETTLED = 30.0
"""The spill is read so far beside what the grid points to. [degree]"""

BUNDLE = 8
"""So many straws are cut at once. """

MOST_STRIPS = 160
"""More strips are not cut and slotted by hand."""

BED_SIDE = 0.2
"""A tile stays within this on a common printer's bed. [m]"""

MOST_CELLS = 1200
"""A tile has no more cells, so that its file stays small."""

CORNER_MASS = 0.035
"""Of a printed corner. [kg]"""

PRINT_RATE = 8e-9
"""What a common printer lays down. [m³/s]"""

CORNER_WALL, SLEEVE, EASE = 0.0027, 0.03, 0.0001
"""Of a printed corner: its wall with play, how far its sleeves go over the battens, and what stays free. [m]"""


def channel(thick: float) -> float:
    """From the outside of the frame to the end of a batten: both walls of the printed corner and the other batten
    between them. [m]

    Source: [Geometry].

    Parameters
    ----------
    thick: of the battens. [m]

    Returns
    -------
    float: inset. [m]
    """
    return 2 * CORNER_WALL + thick + EASE


OFF_SHEET = 0.01
"""Cells stand so far before the sheet, so that their pattern blurs. [m]"""

STRAWS = {0.006: "straw_pack", 0.008: "straw_pack_8", 0.010: "straw_pack_10", 0.012: "straw_pack_12"}
"""Packs of straws by their width. [m]"""


class GridParameters(LitFromBehind, OfBattens):
    """Parameters of the sheet and of the cells before it."""

    kind: Literal["cell_grid"] = "cell_grid"
    width: float = quantity(0.1, 2.0, unit="m", label="width", default=0.6)
    height: float = quantity(0.1, 2.0, unit="m", label="height", default=0.6)
    sheet: SheetRef = "white_silk_type_lining"
    lamp_distance: float = quantity(0.05, 6.0, unit="m", label="distance from lamp to sheet", default=0.5)
    cells: Cells = "straws"
    cell: float = quantity(0.002, 0.1, unit="m", label="width of a cell", default=0.006)
    depth: float = quantity(0.002, 0.4, unit="m", label="depth of the cells", default=0.015)
    blackness: Literal["black", "grey", "white"] = "black"

    @property
    def ratio(self) -> float:
        """Depth over width of a cell. [-]"""
        return self.depth / self.cell

    @property
    def open_share(self) -> float:
        """Of the area that is cell, not wall. Circles in staggered rows fill .907; light between straws is cut as well.
        [-]
        """
        wall, _ = WALLS[self.cells]
        inner = max(self.cell - 2.0 * wall, 0.0) if self.cells == "straws" else max(self.cell - wall, 0.0)
        packing = math.pi / (2.0 * math.sqrt(3.0)) if self.cells == "straws" else 1.0
        return max(packing * (inner / self.cell) ** 2, 0.05)


def cells_of(design: GridParameters) -> Sheet:
    """The cells as a surface: what goes through depends on the direction, and grey walls send some on."""
    wall = {"black": 0.04, "grey": 0.3, "white": 0.75}[design.blackness]
    return cell_grid(CellGrid(shape=SHAPES[design.cells], ratio=design.ratio, open_share=design.open_share, wall=wall))


def arrange(design: GridParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The sheet, the cells before it and the lamp behind."""
    across, upward = facing(design.direction, 0.0)
    sides = {"across": across * design.width, "upward": upward * design.height}
    sheet = panel("sheet", centre=design.source_centre, surface=layers_of(design.sheet, 1, transmittance), **sides)
    cells = panel(
        "sheet cells",
        centre=design.source_centre - design.direction * (design.depth + OFF_SHEET),
        surface=cells_of(design),
        **sides,
    )
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    return Arrangement(surfaces=(sheet, replace(cells, id="cells")), lamps=(lamp,))


def _beside(design: GridParameters, brief: Brief, *, cells: bool) -> tuple[float, float]:
    # light straight before the sheet, and as far off but beside, with the cells or without them
    made = arrange(design, brief, None)
    surfaces = made.surfaces if cells else made.surfaces[:1]
    solved = solve(LightScene(panels=surfaces, lamps=made.lamps), DRAFT)
    away, angle = design.distance, math.radians(SETTLED)
    ahead = design.source_centre - design.direction * away
    side = design.source_centre - away * (math.cos(angle) * design.direction + math.sin(angle) * design.across)
    toward = (design.source_centre - side) / away
    found = read(
        solved, [Meter(id="in", position=ahead, normal=design.direction), Meter(id="out", position=side, normal=toward)]
    )
    return float(luminance(found["in"].total)), float(luminance(found["out"].total))


def straw_count(design: GridParameters) -> int:
    """Straws, or cells, that fill the frame."""
    if design.cells == "straws":
        return straws_for(design.width, design.height, design.cell)
    return max(1, round(design.width / design.cell)) * max(1, round(design.height / design.cell))


def _item_of(design: GridParameters) -> str:
    # what the cells are bought or made as
    if design.cells == "straws":
        return STRAWS.get(round(design.cell, 4), "straw_pack_other")
    if design.cells == "printed hexagons":
        return "printed"
    return "black_foam_board" if design.cell > WIDE_CELL else "black_card"


def straw_packs(design: GridParameters) -> int:
    """Packs to buy: straws are sold about 200 mm long, so every one gives several cells."""
    straws = math.ceil(straw_count(design) / max(1, int(STRAW / design.depth)))
    return math.ceil(straws / PACK)


def lattice_strips(design: GridParameters) -> tuple[int, int]:
    """Level and upright strips between the cells.

    Raises
    ------
    Impossible
        When there are more than somebody cuts and slots by hand.
    """
    level, upright = round(design.height / design.cell) - 1, round(design.width / design.cell) - 1
    if level + upright > MOST_STRIPS:
        message = (
            f"A lattice of {level + upright} strips is not slotted by hand: cells of {format_length(design.cell)} are"
            " for straws or a printer, or make them wider."
        )
        raise Impossible(message, fields=[FieldError(path="design.cell", message=message)])
    return max(level, 0), max(upright, 0)


def tiles_of(design: GridParameters) -> tuple[tuple[float, float], int]:
    """Width and height of a printed tile [m], and how many fill the frame: as large as the bed and a slicer take."""
    most = min(BED_SIDE, design.cell * math.sqrt(MOST_CELLS * math.sqrt(3.0) / 2.0))
    across, along = math.ceil(design.width / most - 1e-9), math.ceil(design.height / most - 1e-9)
    return (design.width / across, design.height / along), across * along


def grid_mass(design: GridParameters) -> float:
    """Mass of the cells. [kg]"""
    wall, per_metre = WALLS[design.cells]
    if per_metre > 0.0:
        # by the girth of a straw of 6 mm
        return straw_count(design) * design.depth * per_metre * design.cell / 0.006
    walls = (design.width / design.cell + 1) * design.height + (design.height / design.cell + 1) * design.width
    return walls * wall * design.depth * DENSITY[design.cells]


def figures(design: GridParameters, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """Cut-off, what the cells cost, what they keep off, and how many they are."""
    del probe
    cut, half = (
        math.degrees(grid_cutoff(design.ratio)),
        math.degrees(grid_half(design.ratio, cells=SHAPES[design.cells])),
    )
    deeper = format_length(design.cell * grid_ratio(math.radians(NARROW)), system=units)
    bare, with_cells = _beside(design, brief, cells=False), _beside(design, brief, cells=True)
    loss = stops_between(bare[0], with_cells[0])
    kept = stops_between(bare[1], with_cells[1]) - loss
    count = straw_count(design)
    packs = f", {straw_packs(design)} packs of {PACK}" if design.cells == "straws" else ""
    return (
        KindFigure(
            key="cutoff",
            label="Cells cut off at",
            text=f"{cut:.0f}°",
            detail=f"half of the light goes at {half:.0f}°; {deeper} deep would cut off at {NARROW:.0f}°",
        ),
        KindFigure(
            key="grid_loss",
            label="The cells cost",
            text=format_stops(loss),
            detail="straight before the sheet, from the solved light with and without them",
        ),
        KindFigure(
            key="grid_kept",
            label=f"Off {SETTLED:.0f}° to the side",
            text=f"{format_stops(kept)} darker",
            detail="than without the cells, against the light straight ahead",
        ),
        KindFigure(
            key="grid_count",
            label="Straws" if design.cells == "straws" else "Cells",
            text=f"{count}",
            detail=(
                f"{format_length(design.cell, system=units, fine=units == 'metric')} wide,"
                f" {format_length(design.depth, system=units)} deep{packs}; {grid_mass(design):.2f} kg"
            ),
        ),
    )


def outside(inner: float, thick: float) -> float:
    """Over the printed corners, of a side that is so wide inside. [m]"""
    return inner + 2 * (thick + CORNER_WALL)


def _channel(work: LaidParts, design: GridParameters, made: dict[str, Panel]) -> None:
    # the battens stand round the cells, on edge; the sheet is fastened to their backs
    grid = work.layout_at("grid", place_of_panel(made["sheet"]))
    w, h, section = design.width, design.height, grid.batten
    thick = section.thickness
    y, short = section.width / 2, channel(thick) - thick - CORNER_WALL
    members = {}
    for name, side in (("left", -1.0), ("right", 1.0)):
        x = side * (w + thick) / 2
        members[name] = grid.bar(
            name,
            "upright of the channel",
            (x, y, -h / 2 + short),
            (x, y, h / 2 - short),
            Y,
            Reason(text="height inside, less what the printed corners keep clear at both ends", blame="height"),
            free=(side, 0.0, 0.0),
        )
    for name, side in (("low", -1.0), ("top", 1.0)):
        z = side * (h + thick) / 2
        members[name] = grid.bar(
            name,
            "rail of the channel",
            (-w / 2 + short, y, z),
            (w / 2 - short, y, z),
            Y,
            Reason(text="width inside, less what the printed corners keep clear at both ends", blame="width"),
            free=(0.0, 0.0, side),
        )
    for upright, sx in (("left", -1.0), ("right", 1.0)):
        for rail, sz in (("low", -1.0), ("top", 1.0)):
            _corner(grid, design, (members[upright], members[rail]), sx, sz)
    sheet = work.sheet(
        grid, "sheet", design.sheet, size=(w, h), margin=0.03, note="behind the cells, on hook-and-loop", lit="sheet"
    )
    grid.hold("hook_and_loop", sheet, tuple(members.values()), used={"hook_and_loop": 2 * (w + h)})
    cells = grid.add(
        "cells",
        design.cells,
        _item_of(design),
        SheetSolid(width=w, height=h, thickness=design.depth, cells=design.cell),
        PartPose(origin=(0.0, design.depth + OFF_SHEET, 0.0), y=Z, z=(0.0, -1.0, 0.0)),
        label="",
        mass=grid_mass(design),
        source="bought",
        lit="cells",
    )
    grid.hold("glued", cells, tuple(members.values()), used={"hot_glue": 1})


def _corner(grid: Layout, design: GridParameters, members: tuple[str, str], sx: float, sz: float) -> None:
    # a printed corner: the wall outside of both battens, and sleeves over their ends
    deep = grid.batten.width
    x, z = sx * design.width / 2, sz * design.height / 2
    thick = grid.batten.thickness
    out, reach = thick + CORNER_WALL, channel(thick) - thick - CORNER_WALL + SLEEVE

    def block(low_x: float, high_x: float, low_z: float, high_z: float, off: float) -> Block:
        xs, zs = sorted((x + sx * low_x, x + sx * high_x)), sorted((z + sz * low_z, z + sz * high_z))
        return Block(low=(xs[0], -off, zs[0]), high=(xs[1], deep + off, zs[1]))

    upright, rail = members
    corner = grid.add(
        f"corner {upright.rpartition('/')[2]} {rail.rpartition('/')[2]}",
        "printed corner",
        "printed",
        BoughtSolid(
            fills=(
                block(-CORNER_WALL, out, -reach, out, CORNER_WALL),
                block(-reach, out, -CORNER_WALL, out, CORNER_WALL),
            ),
            bores=(
                block(0.0, thick, -reach - 0.001, -reach + SLEEVE, 0.0),
                block(-reach - 0.001, -reach + SLEEVE, 0.0, thick, 0.0),
                # what is inside of the channel is the cells'
                block(-1.0, 0.0, -1.0, 0.0, 1.0),
            ),
        ),
        PartPose(),
        label="",
        mass=CORNER_MASS,
        source="bought",
    )
    middle = -reach + SLEEVE / 2
    screws = tuple(
        PlacedFastener(
            item=LAP.id,
            head=(x + sx * hx, deep / 2, z + sz * hz),
            direction=(-sx * dx, 0.0, -sz * dz),
            length=LAP.length,
            diameter=LAP.diameter,
            through=corner,
            into=into,
        )
        for into, hx, hz, dx, dz in ((upright, out, middle, 1.0, 0.0), (rail, middle, out, 0.0, 1.0))
    )
    grid.hold("printed_corner", corner, (upright, rail), fasteners=screws)


def laid(design: GridParameters, brief: Brief) -> LaidParts:
    """A frame with a channel, the cells, the sheet behind them.

    Raises
    ------
    Impossible
        When a lattice would have more strips than are slotted by hand.
    """
    work = begin(design, brief)
    _channel(work, design, panels_of(arrange(design, brief)))
    count = straw_count(design)
    work.step(
        SAYS("make-the-channel", inset=channel(design.bar_type.thickness)),
        minutes=30,
        does="dry",
        uses=("upright of the channel", "rail of the channel", "lap_screw"),
        sketch=Sketch(
            width=outside(design.width, design.bar_type.thickness),
            height=outside(design.height, design.bar_type.thickness),
            sides="upright of the channel",
            rails="rail of the channel",
        ),
    )
    if design.cells == "straws":
        pack = _item_of(design)
        work.fit(pack, straw_packs(design))
        work.step(
            SAYS("cut-the-straws", count=count, depth=design.depth, cell=design.cell),
            minutes=20 + count / 60,
            does="cut",
            uses=(pack,),
        )
    elif design.cells == "printed hexagons":
        tile, tiles = tiles_of(design)
        sizes = {
            "width": tile[0],
            "height": tile[1],
            "cell": design.cell,
            "wall": WALLS[design.cells][0],
            "depth": design.depth,
        }
        work.prints.append(
            PrintSpec(
                name="tile of cells",
                form="honeycomb",
                sizes=sizes,
                count=tiles,
                note="side by side they fill the frame",
            )
        )
        work.step(
            SAYS("print-the-cells", count=tiles, size=tile, depth=design.depth),
            minutes=10 + 3 * tiles,
            wait=grid_mass(design) / DENSITY[design.cells] / PRINT_RATE / 60,
            does="cut",
            uses=("tile of cells",),
        )
    else:
        level, upright = lattice_strips(design)
        covering, slot = _item_of(design), 0.005 if design.cell > WIDE_CELL else 0.001
        strips = level + upright
        for name, length, number in (("level", design.width, level), ("upright", design.height, upright)):
            if number == 0:
                continue
            work.cover(
                covering,
                length,
                design.depth,
                count=number,
                note=f"strips of the lattice, {name}, slotted half through at every crossing",
            )
            work.template(
                lattice_strip(f"lattice strip, {name}", length=length, depth=design.depth, cell=design.cell, slot=slot)
            )
        work.step(
            SAYS("make-the-lattice", cell=design.cell),
            minutes=20 + strips * 2,
            does="dry",
            uses=("strips of the lattice",),
        )
    section = work.section
    sleeves = {
        "width": section.width,
        "thickness": section.thickness,
        "sleeve": 0.03,
        "corner": channel(section.thickness),
        "hole": 0.0042,
    }
    work.prints.append(
        PrintSpec(
            name="channel corner",
            form="channel_corner",
            sizes=sleeves,
            count=4,
            note="takes the ends of two battens, a screw into each",
        )
    )
    if design.cells == "straws":
        jig = {"length": design.depth, "width": round(BUNDLE * design.cell, 4), "height": 0.02, "slit": 0.0012}
        work.prints.append(
            PrintSpec(
                name="straw jig",
                form="stop_jig",
                sizes=jig,
                count=1,
                note=f"{BUNDLE} straws side by side, cut through the slit",
            )
        )
    work.step(
        SAYS("fill-the-frame", size=(design.width, design.height)), minutes=40, does="bond", wait=30, uses=("hot_glue",)
    )
    work.step(SAYS("hang-it-before-the-sheet"), minutes=10, does="hang", uses=("behind the cells", "hook_and_loop"))
    return work


build, assemble = built(laid, "cell grid")


def start(brief: Brief) -> GridParameters:
    """A sheet near the subject with a shallow grid."""
    return GridParameters(**start_of(brief, width=0.7, height=0.7, wish=0.9))


def scaled(design: GridParameters, scale: float) -> GridParameters:
    """A larger sheet; the cells stay as they are."""
    return design.model_copy(update=scaled_within(design, scale))


def marks(design: GridParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and the depth of the cells."""
    del brief
    low = design.source_centre + UP * (design.height / 2 + 0.08)
    return (
        *upright_marks(design),
        Mark(
            path="design.depth",
            label="Depth of the cells",
            start=low - design.direction * (design.depth + OFF_SHEET),
            end=low,
        ),
    )


def handling(design: GridParameters) -> Handling:
    """One stand; the frame does not fold."""
    return Handling(stands=1, people=1, setup=8, strike=4, uses=50)


def holds(design: GridParameters, mass: float) -> tuple[Hold, ...]:
    """The frame's stud."""
    return (Hold(id="stud", name="stud of the frame", place=design.source_centre + UP * design.height / 2, mass=mass),)


SLOTS = slots_of(GridParameters)

KIND = Kind(
    id="cell_grid",
    name="sheet with a cell grid",
    parameters=GridParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        travel=SLOTS["distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    figures=figures,
    good="soft light that stays off walls and background",
    bad="loses light; heavy for its size; slow to build",
    replaces=("cells as deep as twice their width",),
    mistakes=("lengths differ", "corner clearance forgotten in the rails", "depth adds weight"),
    cautions=("Plastic cells soften near a hot lamp: keep the lamp behind the sheet.",),
    refused_frames={
        "tube": "Printed corners take battens on edge; cubes would stand where the cells are.",
        "pipe": "Cells are glued to flat sides, and pipe is round.",
        "board": "Cells need a rim as deep as they are.",
    },
)
