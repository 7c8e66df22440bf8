"""The channel that cells are held in: battens on edge round them, in printed corners."""

from wenlo.core.fabrication.assembly.layout import Layout, Reason
from wenlo.core.fabrication.assembly.parts import PlacedFastener
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid
from wenlo.core.fabrication.assembly.space import PartPose, Y
from wenlo.core.fabrication.laid_parts import LATTICE, LaidParts
from wenlo.core.fabrication.parts import PrintSpec, Sketch
from wenlo.core.fabrication.screws import LAP
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.cells import BUNDLE, CellFields, grid_mass, item_of
from wenlo.core.modifiers.framed import place_of_panel
from wenlo.core.optics.shapes import Panel

SAYS = Phrases("cells", {"make-the-channel": {"inset": "fine"}, "fill-the-frame": {"size": "size"}})

CORNER_MASS = 0.035
"""Of a printed corner. [kg]"""

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


def outside(inner: float, thick: float) -> float:
    """Over the printed corners, of a side that is so wide inside. [m]"""
    return inner + 2 * (thick + CORNER_WALL)


def lay_channel(work: LaidParts, design: CellFields, behind: Panel) -> tuple[Layout, dict[str, str]]:
    """Battens on edge round the cells, before the panel that is ``behind`` them; the members by their names."""
    grid = work.layout_at("grid", place_of_panel(behind))
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
    return grid, members


def hold_cells(grid: Layout, design: CellFields, members: dict[str, str], pose: PartPose) -> str:
    """The cells, glued in; their lit face is where ``pose`` begins."""
    cells = grid.add(
        "cells",
        design.cells,
        # a lattice is no sheet of what its strips are cut from
        LATTICE if design.cells == "card lattice" else item_of(design),
        SheetSolid(width=design.width, height=design.height, thickness=design.depth, cells=design.cell),
        pose,
        label="",
        mass=grid_mass(design),
        source="bought",
        lit="cells",
    )
    grid.hold("glued", cells, tuple(members.values()), used={"hot_glue": 1})
    return cells


def _corner(grid: Layout, design: CellFields, members: tuple[str, str], sx: float, sz: float) -> None:
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


def make_channel(work: LaidParts, design: CellFields) -> None:
    """The step that puts the channel together."""
    thick = design.bar_type.thickness
    work.step(
        SAYS("make-the-channel", inset=channel(thick)),
        minutes=30,
        does="dry",
        uses=("upright of the channel", "rail of the channel", "lap_screw"),
        sketch=Sketch(
            width=outside(design.width, thick),
            height=outside(design.height, thick),
            sides="upright of the channel",
            rails="rail of the channel",
        ),
    )


def fill_channel(work: LaidParts, design: CellFields) -> None:
    """The step that glues the cells in, and what is printed for them."""
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
