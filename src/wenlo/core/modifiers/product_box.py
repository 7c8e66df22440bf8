"""A product light box: a white-painted box of timber frames with sheets on its sides and top, and a slot for
backdrops.
"""

from typing import Literal

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.parts import BuildPlan, Template
from wenlo.core.fabrication.parts_list import PartsList, size
from wenlo.core.fabrication.templates import oblong
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, ReuseRule
from wenlo.core.modifiers.light_tent import figures
from wenlo.core.modifiers.placing import UP, layers_of, lined, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import (
    SidedBox,
    across_surface,
    behind,
    box_lamps,
    box_marks,
    box_scaled,
    box_start,
    ground_panels,
    no_person,
    side_panel,
    top_panel,
)
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import Sheet

BORDER = 0.03
"""Of a board that is left round its window as a frame. [m]"""

BATTEN = 0.044
"""Width of the frames' battens, whose shadow the sheets show if they are thin. [m]"""


class ProductBoxParameters(SidedBox):
    """Parameters of the box."""

    kind: Literal["product_box"] = "product_box"
    walls: Literal["timber frames", "foam board", "corrugated plastic"] = "timber frames"
    top: Literal["sheet", "white", "open"] = "sheet"

    @property
    def board(self) -> str:
        """What walls, floor and top are where they are not of cloth."""
        return "corrugated_plastic_white" if self.walls == "corrugated plastic" else "white_foam_board"

    @property
    def rim(self) -> float:
        """White border of the sides round their sheet: the frame's battens, or what is left of a cut-out board. [m]"""
        return BATTEN if self.walls == "timber frames" else 0.03


def _rim(design: ProductBoxParameters, side: float, surface: Sheet) -> list[Panel]:
    # four strips just inside of the sheet: white toward the thing, dark to the lamp
    whole = side_panel(design, "whole", side, surface)
    inward = whole.normal * 0.003
    middle = whole.origin + whole.edge_u / 2 + whole.edge_v / 2 + inward
    tall, deep, r = design.height, design.depth, design.rim
    name = "key" if side > 0.0 else "far"
    along = whole.edge_v / deep
    rows = (
        ("lower rim", -UP * (tall - r) / 2, deep, r),
        ("upper rim", UP * (tall - r) / 2, deep, r),
        ("front rim", -along * (deep - r) / 2, r, tall - 2 * r),
        ("back rim", along * (deep - r) / 2, r, tall - 2 * r),
    )
    return [
        panel(f"{label}, {name} side", centre=middle + at, across=along * wide, upward=UP * high, surface=surface)
        for label, at, wide, high in rows
    ]


def arrange(design: ProductBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Sheets in white rims, white top if it is closed, ground and back, lamps outside."""
    cloth, white = layers_of(design.sheet, 1, transmittance), lined(design.board)
    surfaces: list[Shape] = [side_panel(design, "sheet", 1.0, cloth), *_rim(design, 1.0, white)]
    far = across_surface(design, transmittance)
    if far is not None:
        surfaces.append(side_panel(design, "far side", -1.0, far))
        if design.far_side == "sheet":
            surfaces += _rim(design, -1.0, white)
    if design.top != "open":
        surfaces.append(top_panel(design, cloth if design.top == "sheet" else white))
    surfaces += ground_panels(design)
    return Arrangement(
        surfaces=tuple(surfaces),
        lamps=box_lamps(design, brief),
        shown=frozenset({"ground", "back"}),
        ground=behind(design),
    )


def build(design: ProductBoxParameters, brief: Brief) -> BuildPlan:
    """Frames or boards, sheets that come off, a slot behind."""
    work = PartsList(carrying_length=brief.carrying_length)
    if design.walls == "timber frames":
        work.bar("upright of a side frame", design.height, 4, "full height", "height")
        work.bar(
            "rail of a side frame", max(design.depth - 2 * BATTEN, 0.06), 4, "depth less two battens of 44 mm", "depth"
        )
        work.bar(
            "cross rail",
            max(design.width - 0.036, 0.06),
            4,
            "between the side frames, two at the top, two at the floor",
            "width",
        )
        work.butt("rail of a side frame", "upright of a side frame", 8)
        work.butt("cross rail", "upright of a side frame", 8)
        work.fit("wood_glue", 1)
        work.fit("white_paint", 1)
    else:
        work.bar(
            "batten under the floor", max(design.width, 0.1), 2, "full width, so that the box can be lifted", "width"
        )
        side = oblong(design.depth / 2, design.height / 2, design.depth, design.height)
        hole = oblong(design.depth / 2, design.height / 2, design.depth - 2 * BORDER, design.height - 2 * BORDER)
        work.template(
            Template(
                name="side with its window", outline=side, holes=(hole,), note="knife from the corners to the middles"
            )
        )
        cut = "window cut out with a border of 30 mm left as the frame; the piece that falls out is a card"
        work.cover(
            design.board, design.depth, design.height, count=2, note=f"side of {design.walls}, {cut}", window=BORDER
        )
        work.cover(
            design.board, design.width, design.depth, count=2 if design.top != "open" else 1, note="floor and top"
        )
    sides = 1 + (design.far_side == "sheet")
    held = "on hook-and-loop inside of the frame, so that it can be washed or replaced"
    work.cover(design.sheet, design.depth, design.height, margin=0.02, count=sides, note=f"side, {held}")
    work.fit("hook_and_loop", sides * 2 * (design.depth + design.height))
    if design.top == "sheet":
        work.cover(design.sheet, design.width, design.depth, margin=0.02, note=f"top, {held}")
        work.fit("hook_and_loop", 2 * (design.width + design.depth))
    if design.far_side.endswith("card"):
        card = "white_foam_board" if design.far_side == "white card" else "black_foam_board"
        work.cover(card, design.depth, design.height, note="card on the far side")
    if design.walls == "timber frames" and design.top == "white":
        work.cover("white_foam_board", design.width, design.depth, note="card over the top, white side down")
    work.cover(
        "white_painted_canvas",
        design.width,
        design.height + design.depth,
        note="sweep that drops through the slot behind",
    )
    work.step(
        "make-the-sides",
        "Make the sides",
        f"{size(design.depth, design.height)} each,"
        f" {'glued and screwed, painted white inside' if design.walls == 'timber frames' else 'white side in'}.",
        mistake="Box too small for the thing standing: measure it standing.",
        minutes=70,
        does="bond",
        uses=(
            "upright",
            "rail of",
            "cross rail",
            "wood_screw",
            "wood_glue",
            "white_paint",
            "batten under",
            "border of",
            "floor and top",
        ),
        wait=120,
    )
    work.step(
        "leave-the-slot",
        "Leave the slot",
        "10 mm open between back and top over the whole width: backdrops drop in from above.",
        mistake="Slot narrower than the board is thick.",
        minutes=15,
        does="finish",
    )
    work.step(
        "hang-the-sheets",
        "Hang the sheets",
        "Hook-and-loop on the outside faces of the rims, no fixing where the light comes through.",
        mistake="Fixings visible through the sheet; a sheet glued on cannot be replaced.",
        minutes=25,
        does="cover",
        uses=("on hook-and-loop", "hook_and_loop", "card on the far side", "card over the top", "sweep"),
    )
    work.step(
        "set-the-lamps",
        "Set the lamps",
        "Alike, all of one colour, outside of the sheets.",
        mistake="Unlike bulbs: one side goes yellow.",
        caution="Keep hot lamps off the cloth, and the cables out of the way.",
        minutes=10,
        does="set",
    )
    return work.plan("product light box")


def start(brief: Brief) -> ProductBoxParameters:
    """Round the thing."""
    return ProductBoxParameters(**box_start(brief))


def handling(design: ProductBoxParameters) -> Handling:
    """Stands on the table; taken apart into its sides."""
    return Handling(
        stands=0,
        people=1,
        setup=8,
        strike=5,
        packed=(max(design.depth, design.height, design.width), min(design.width, design.height), 0.14),
        uses=120,
    )


def holds(design: ProductBoxParameters, mass: float) -> tuple[Hold, ...]:
    """Its floor on the table."""
    return (
        Hold(id="floor", by="table", name="floor of the box", place=design.middle - UP * design.height / 2, mass=mass),
    )


SLOTS = slots_of(ProductBoxParameters)

KIND = Kind(
    id="product_box",
    name="product light box",
    parameters=ProductBoxParameters,
    arrange=arrange,
    build=build,
    start=start,
    scaled=box_scaled,
    marks=box_marks,
    handling=handling,
    holds=holds,
    lit_from=lambda design: design.lit_from,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        lamp_travel=SLOTS["lamp_distance"],
        height=Height(slot=SLOTS["height"]),
        ground=SLOTS["table"],
    ),
    rejection_reason=no_person,
    figures=figures,
    keeps_size=True,
    good="the same picture again and again: things in, things out",
    bad="fixed in size; little shape with both sides lit alike",
    replaces=("box twice as wide as the thing",),
    mistakes=(
        "box too small for the thing standing",
        "unlike bulbs",
        "fixings visible through the sheet",
        "sheet glued so that it cannot be replaced",
    ),
    cautions=("Lamps near cloth and board: keep them where the hand is comfortable.",),
    becomes=(
        ReuseRule(
            forms=("carton",),
            sizes={"width": "width", "height": "height", "depth": "depth"},
            faces=4,
            heaviest=4.0,
            how=(
                "Cut a window with a border of a thumb's width into both sides and the top, paint it white inside, and"
                " put sheets over the windows."
            ),
        ),
    ),
)
