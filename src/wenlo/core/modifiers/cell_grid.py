"""A cell grid before a sheet: straws, card lattice or printed cells in a channel frame, against spill."""

from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import SheetRef
from wenlo.core.fabrication.assembly.space import PartPose, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.cell_channel import fill_channel, hold_cells, lay_channel, make_channel
from wenlo.core.modifiers.cells import CellFields, cell_figures, cells_of, make_cells
from wenlo.core.modifiers.framed import begin, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import A_CHANNEL
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.units.fields import quantity

SAYS = Phrases("cell-grid", {"hang-it-before-the-sheet": {}})

Vector = NDArray[np.float64]

OFF_SHEET = 0.01
"""Cells stand so far before the sheet, so that their pattern blurs. [m]"""


class GridParameters(LitFromBehind, CellFields):
    """Parameters of the sheet and of the cells before it."""

    kind: Literal["cell_grid"] = "cell_grid"
    width: float = quantity(0.1, 2.0, unit="m", label="width", default=0.6)
    height: float = quantity(0.1, 2.0, unit="m", label="height", default=0.6)
    sheet: SheetRef = "white_silk_type_lining"
    lamp_distance: float = quantity(0.05, 6.0, unit="m", label="distance from lamp to sheet", default=0.5)


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


def laid(design: GridParameters, brief: Brief) -> LaidParts:
    """A frame with a channel, the cells, the sheet behind them.

    Raises
    ------
    Impossible
        When a lattice would have more strips than are slotted by hand.
    """
    work = begin(design, brief)
    w, h = design.width, design.height
    grid, members = lay_channel(work, design, panels_of(arrange(design, brief))["sheet"])
    sheet = work.sheet(
        grid, "sheet", design.sheet, size=(w, h), margin=0.03, note="behind the cells, on hook-and-loop", lit="sheet"
    )
    grid.hold("hook_and_loop", sheet, tuple(members.values()), used={"hook_and_loop": 2 * (w + h)})
    hold_cells(grid, design, members, PartPose(origin=(0.0, design.depth + OFF_SHEET, 0.0), y=Z, z=(0.0, -1.0, 0.0)))
    make_channel(work, design)
    make_cells(work, design)
    fill_channel(work, design)
    work.step(SAYS("hang-it-before-the-sheet"), minutes=10, does="hang", uses=("behind the cells", "hook_and_loop"))
    return work


def figures(design: GridParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Cut-off, what the cells cost, what they keep off, and how many they are."""
    del probe
    return cell_figures(design, arrange(design, brief))


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
        **A_CHANNEL,
        "found": "Cells are cut for the angle that is wanted: a grid that is there has its own.",
    },
)
