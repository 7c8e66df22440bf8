"""Cells of a grid, of straws, card or printed: what they do to light, how many there are, how they are made."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import PrintSpec
from wenlo.core.fabrication.templates import lattice_strip
from wenlo.core.facts import Phrases, told_stops
from wenlo.core.geometry.beams import grid_cutoff, grid_half, grid_ratio, straws_for
from wenlo.core.modifiers.kind import Arrangement, KindFigure
from wenlo.core.modifiers.of_bars import OfBattens
from wenlo.core.modifiers.upright import Upright
from wenlo.core.optics.finish import CellGrid, CellShape
from wenlo.core.optics.sheet import Sheet, cell_grid, luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "cells",
    {
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

PRINT_RATE = 8e-9
"""What a common printer lays down. [m³/s]"""

STRAWS = {0.006: "straw_pack", 0.008: "straw_pack_8", 0.010: "straw_pack_10", 0.012: "straw_pack_12"}
"""Packs of straws by their width. [m]"""


class CellFields(Upright, OfBattens):
    """Parameters of cells that fill an oblong."""

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


def cells_of(design: CellFields) -> Sheet:
    """The cells as a surface: what goes through depends on the direction, and grey walls send some on."""
    wall = {"black": 0.04, "grey": 0.3, "white": 0.75}[design.blackness]
    return cell_grid(CellGrid(shape=SHAPES[design.cells], ratio=design.ratio, open_share=design.open_share, wall=wall))


def _beside(design: CellFields, made: Arrangement, *, cells: bool) -> tuple[float, float]:
    # light straight before the sheet, and as far off but beside, with the cells or without them
    surfaces = tuple(s for s in made.surfaces if cells or s.id != "cells")
    solved = solve(LightScene(panels=surfaces, lamps=made.lamps), DRAFT)
    away, angle = design.distance, math.radians(SETTLED)
    ahead = design.source_centre - design.direction * away
    side = design.source_centre - away * (math.cos(angle) * design.direction + math.sin(angle) * design.across)
    toward = (design.source_centre - side) / away
    found = read(
        solved, [Meter(id="in", position=ahead, normal=design.direction), Meter(id="out", position=side, normal=toward)]
    )
    return float(luminance(found["in"].total)), float(luminance(found["out"].total))


def straw_count(design: CellFields) -> int:
    """Straws, or cells, that fill the frame."""
    if design.cells == "straws":
        return straws_for(design.width, design.height, design.cell)
    return max(1, round(design.width / design.cell)) * max(1, round(design.height / design.cell))


def item_of(design: CellFields) -> str:
    """What the cells are bought or made as: an item, or the covering that they are cut from."""
    if design.cells == "straws":
        return STRAWS.get(round(design.cell, 4), "straw_pack_other")
    if design.cells == "printed hexagons":
        return "printed"
    return "black_foam_board" if design.cell > WIDE_CELL else "black_card"


def straw_packs(design: CellFields) -> int:
    """Packs to buy: straws are sold about 200 mm long, so every one gives several cells."""
    straws = math.ceil(straw_count(design) / max(1, int(STRAW / design.depth)))
    return math.ceil(straws / PACK)


def lattice_strips(design: CellFields) -> tuple[int, int]:
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


def tiles_of(design: CellFields) -> tuple[tuple[float, float], int]:
    """Width and height of a printed tile [m], and how many fill the frame: as large as the bed and a slicer take."""
    most = min(BED_SIDE, design.cell * math.sqrt(MOST_CELLS * math.sqrt(3.0) / 2.0))
    across, along = math.ceil(design.width / most - 1e-9), math.ceil(design.height / most - 1e-9)
    return (design.width / across, design.height / along), across * along


def grid_mass(design: CellFields) -> float:
    """Mass of the cells. [kg]"""
    wall, per_metre = WALLS[design.cells]
    if per_metre > 0.0:
        # by the girth of a straw of 6 mm
        return straw_count(design) * design.depth * per_metre * design.cell / 0.006
    walls = (design.width / design.cell + 1) * design.height + (design.height / design.cell + 1) * design.width
    return walls * wall * design.depth * DENSITY[design.cells]


SHOWS = Phrases(
    "cell-figure",
    {
        "cutoff": {"cut": "angle", "half": "angle", "deep": "length", "narrow": "angle"},
        "loss": {"stops": "in_stops"},
        "kept": {"aside": "angle", "stops": "in_stops"},
        "count": {
            "cells": "choice",
            "count": "count",
            "wide": "fine",
            "deep": "length",
            "packs": "count",
            "pack": "count",
            "mass": "mass",
        },
    },
    room="light",
)


def cell_figures(design: CellFields, made: Arrangement) -> tuple[KindFigure, ...]:
    """Cut-off, what the cells cost, what they keep off, and how many they are."""
    bare, with_cells = _beside(design, made, cells=False), _beside(design, made, cells=True)
    loss = stops_between(bare[0], with_cells[0])
    kept = stops_between(bare[1], with_cells[1]) - loss
    narrow = math.radians(NARROW)
    straws = design.cells == "straws"
    return (
        KindFigure(
            key="cutoff",
            says=SHOWS(
                "cutoff",
                cut=grid_cutoff(design.ratio),
                half=grid_half(design.ratio, cells=SHAPES[design.cells]),
                deep=design.cell * grid_ratio(narrow),
                narrow=narrow,
            ),
        ),
        KindFigure(key="grid_loss", says=SHOWS("loss", stops=told_stops(loss))),
        KindFigure(key="grid_kept", says=SHOWS("kept", aside=math.radians(SETTLED), stops=told_stops(kept))),
        KindFigure(
            key="grid_count",
            says=SHOWS(
                "count",
                cells="straws" if straws else "cells",
                count=straw_count(design),
                wide=design.cell,
                deep=design.depth,
                packs=straw_packs(design) if straws else 0,
                pack=PACK,
                mass=grid_mass(design),
            ),
        ),
    )


def make_cells(work: LaidParts, design: CellFields) -> None:
    """The steps that make the cells, and what is bought, cut or printed for them.

    Raises
    ------
    Impossible
        When a lattice would have more strips than are slotted by hand.
    """
    count = straw_count(design)
    if design.cells == "straws":
        pack = item_of(design)
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
        covering, slot = item_of(design), 0.005 if design.cell > WIDE_CELL else 0.001
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
