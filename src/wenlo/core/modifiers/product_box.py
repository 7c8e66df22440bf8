"""A product light box: a white-painted box of timber frames with sheets on its sides and top, and a slot for
backdrops.
"""

import math
from collections.abc import Sequence
from typing import ClassVar, Literal

from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import trim_strip
from wenlo.core.catalog.own import covering_of
from wenlo.core.fabrication.assembly.constructions.batten_box import BattenBox, BoxRoles, batten_box
from wenlo.core.fabrication.assembly.layout import Layout, Reason
from wenlo.core.fabrication.assembly.space import X, Y, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import oblong
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.box_parts import hang_sides, outward, stands_at
from wenlo.core.modifiers.grounds import lay_ground
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.light_tent import figures
from wenlo.core.modifiers.of_bars import TWO_PAIRS, Cornered, OfBattens, as_wide
from wenlo.core.modifiers.placing import UP, layers_of, lined, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import (
    SidedBox,
    across_surface,
    behind,
    box_daylight,
    box_lamps,
    box_marks,
    box_scaled,
    box_start,
    ground_panels,
    lit_by_day,
    no_person,
    side_panel,
    top_panel,
)
from wenlo.core.modifiers.trim import Edge, nail_trim
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import Sheet
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "product-box",
    {
        "make-the-sides": {"size": "size", "walls": "choice"},
        "join-the-sides": {"walls": "choice", "diagonal": "length"},
        "leave-the-slot": {"slot": "length"},
        "hang-the-sheets": {"held": "choice"},
        "set-the-lamps": {},
    },
)

SLOT = 0.01
"""Open between back and top: backdrops drop in there. [m]"""


Sides = tuple[Sequence[str], Sequence[str]]
"""What the sheets of the left and the right side are fastened to."""


class ProductBoxParameters(SidedBox, OfBattens, Cornered):
    """Parameters of the box."""

    kind: Literal["product_box"] = "product_box"
    LEAST_WIDTH: ClassVar[float] = TWO_PAIRS
    CROSSED: ClassVar[bool] = True
    walls: Literal["timber frames", "foam board", "corrugated plastic"] = "timber frames"
    top: Literal["sheet", "white", "open"] = "sheet"

    @property
    def board(self) -> str:
        """What walls, floor and top are where they are not of cloth."""
        return "corrugated_plastic_white" if self.walls == "corrugated plastic" else "white_foam_board"

    border: float = quantity(0.01, 0.2, unit="m", label="border round the windows of boards", default=0.03)
    cloth_held: Literal["hook-and-loop", "glued, then taped", "nailed trim"] = "hook-and-loop"
    doubled_back: bool = False
    back: Literal["as usual", "open", "fixed", "removable"] = "as usual"

    @property
    def rim(self) -> float:
        """White border of the sides round their sheet: the frame's battens, or what is left of a cut-out board. [m]"""
        return self.bar_type.width if self.walls == "timber frames" else self.border

    @property
    def wall(self) -> float:
        """Thickness of the sides. [m]"""
        return self.bar_type.thickness if self.walls == "timber frames" else covering_of(self.board).thickness

    @property
    def clear(self) -> tuple[float, float, float]:
        """The frame of battens stands at both sides and behind; boards have a floor and a back. [m]"""
        if self.walls == "timber frames":
            return self.wall, self.wall, 0.0
        return self.wall, self.wall * (2 if self.doubled_back else 1), self.wall

    @property
    def trimmed(self) -> bool:
        """Whether strips are nailed over the edges of its cloth."""
        return self.cloth_held == "nailed trim"

    @property
    def covered(self) -> tuple[float, ...]:
        """The sides that have cloth, left (-1) and right (1)."""
        key = float(self.direction[0])
        return (key, -key) if self.far_side == "sheet" else (key,)

    @property
    def backed(self) -> str:
        """How it is closed behind: battens stand open there, boards have a back."""
        usual = "open" if self.walls == "timber frames" else "fixed"
        return usual if self.back == "as usual" else self.back

    @model_validator(mode="after")
    def _goes_together(self) -> "ProductBoxParameters":
        timber = self.walls == "timber frames"
        if self.trimmed and not timber:
            raise at_field("cloth_held", "Trim is nailed to battens; boards are glued and taped.")
        if self.trimmed and covering_of(self.sheet).form == "board":
            raise at_field("cloth_held", "Trim holds cloth; a stiff sheet would crack under its pins.")
        if not timber and self.back == "open":
            raise at_field("back", "Boards need their back: without it the sides fold.")
        return self

    @model_validator(mode="after")
    def _windows(self) -> "ProductBoxParameters":
        most = min(self.depth, self.height) / 2 - 0.02
        if self.walls != "timber frames" and self.border > most:
            raise at_field("border", f"Such a border leaves no window; {format_length(max(most, 0.0))} is the most.")
        return self


HELD = {
    "hook-and-loop": "on hook-and-loop outside of the frame, so that it can be washed or replaced",
    "glued, then taped": "glued round its edges, then taped outside",
    "nailed trim": "under nailed trim, so that it can be changed",
}
"""How its cloth is held, in the notes of its pieces."""


def _rim(design: ProductBoxParameters, side: float, surface: Sheet) -> list[Panel]:
    # the inner faces of uprights over the full height and of rails between them: white toward the thing
    whole = side_panel(design, "whole", side, surface)
    inward = whole.normal * design.wall
    middle = whole.origin + whole.edge_u / 2 + whole.edge_v / 2 + inward
    tall, deep, r = design.height, design.depth, design.rim
    name = "key" if side > 0.0 else "far"
    along = whole.edge_v / deep
    to_front = -1.0 if along[1] > 0.0 else 1.0
    rows = (
        ("lower rim", -UP * (tall - r) / 2, deep - 2 * r, r),
        ("upper rim", UP * (tall - r) / 2, deep - 2 * r, r),
        ("front rim", to_front * along * (deep - r) / 2, r, tall),
        ("back rim", -to_front * along * (deep - r) / 2, r, tall),
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


def _of_battens(work: LaidParts, box: Layout, design: ProductBoxParameters) -> tuple[Sides, tuple[str, ...], str]:
    frame = batten_box(
        box,
        width=design.width,
        depth=design.depth,
        height=design.height,
        roles=BoxRoles(
            uprights="upright of a side frame",
            rails="rail of a side frame",
            cross="cross rail",
            upright_reason=Reason(text="full height", blame="height"),
            rail_reason=Reason(text=f"depth less {as_wide('two battens', box.batten)}", blame="depth"),
            cross_reason=Reason(
                text=f"width less the two side frames of {box.batten.thickness * 1000:.0f} mm; two at the top, one"
                " behind at the floor",
                blame="width",
            ),
        ),
    )
    key = float(design.direction[0])
    for side, name in ((key, "key"), (-key, "far")):
        rectangle = frame.sides[1 if side > 0.0 else 0]
        for label, part in (
            ("lower", rectangle.low),
            ("upper", rectangle.top),
            ("front", rectangle.left),
            ("back", rectangle.right),
        ):
            box.light(f"{label} rim, {name} side", part)
    work.fit("white_paint", 1)
    if design.trimmed:
        nail_trim(box, _edges(design, frame), longest=work.carrying_length)
        thick = trim_strip().thickness
        low, high = box.finished or ((0.0,) * 3, (0.0,) * 3)
        up, covered = thick if design.top == "sheet" else 0.0, design.covered
        box.finished = (
            (low[0] - thick * (-1.0 in covered), low[1], low[2]),
            (high[0] + thick * (1.0 in covered), high[1], high[2] + up),
        )
    if design.backed != "open":
        _back_of_battens(work, box, design, frame)
    return frame.faces, frame.top, frame.cross[1]


def _edges(design: ProductBoxParameters, frame: BattenBox) -> list[Edge]:
    # over the middles of the side frames' members, and of what is at the top
    w, d, h, r = design.width, design.depth, design.height, design.bar_type.width
    t = design.bar_type.thickness
    half = trim_strip().width / 2
    edges = []
    for side, rectangle, name in ((-1.0, frame.sides[0], "left"), (1.0, frame.sides[1], "right")):
        if side not in design.covered:
            continue
        x, y, out = side * w / 2, (d - r) / 2, (side, 0.0, 0.0)
        for member, where, at in ((rectangle.left, "front", -y), (rectangle.right, "back", y)):
            ends = ((x, at, 0.0), (x, at, h))
            edges.append(
                Edge(name=f"{name} {where}", member=member, start=ends[0], end=ends[1], out=out, blame="height")
            )
        for member, where, z in ((rectangle.low, "low", r / 2), (rectangle.top, "top", h - r / 2)):
            ends = ((x, -y + half, z), (x, y - half, z))
            edges.append(
                Edge(name=f"{name} {where}", member=member, start=ends[0], end=ends[1], out=out, blame="depth")
            )
    if design.top == "sheet":
        for side, rectangle, name in ((-1.0, frame.sides[0], "left"), (1.0, frame.sides[1], "right")):
            x = side * (w - t) / 2
            ends = ((x, -d / 2 + r, h), (x, d / 2 - r, h))
            edges.append(
                Edge(
                    name=f"{name} over",
                    member=rectangle.top,
                    start=ends[0],
                    end=ends[1],
                    out=(0.0, 0.0, 1.0),
                    blame="depth",
                )
            )
        for member, name, back in ((frame.cross[0], "front", -1.0), (frame.cross[1], "back", 1.0)):
            y = back * (d - t) / 2
            ends = ((-w / 2 + t, y, h), (w / 2 - t, y, h))
            edges.append(
                Edge(name=f"{name} over", member=member, start=ends[0], end=ends[1], out=(0.0, 0.0, 1.0), blame="width")
            )
    return edges


def _back_of_battens(work: LaidParts, box: Layout, design: ProductBoxParameters, frame: BattenBox) -> None:
    fixed = design.backed == "fixed"
    board = work.sheet(
        box,
        "back board",
        design.board,
        centre=(0.0, design.depth / 2, design.height / 2),
        across=(-1.0, 0.0, 0.0),
        upward=Z,
        size=(design.width, design.height),
        note="back, on the frame behind, white side in" if fixed else "back, on hook-and-loop behind: it comes off",
    )
    box.stands_out(board)
    members = (frame.sides[0].right, frame.sides[1].right, frame.cross[1], frame.cross[2])
    if fixed:
        work.screw_on(box, board, members)
    else:
        box.hold("hook_and_loop", board, members, used={"hook_and_loop": 2 * (design.width + design.height)})


def _of_boards(work: LaidParts, box: Layout, design: ProductBoxParameters) -> tuple[Sides, tuple[str, ...], str]:
    w, d, h, t = design.width, design.depth, design.height, design.wall
    key = float(design.direction[0])
    cut = f"window cut out with a border of {design.border * 1000:.0f} mm left as the frame"
    work.template(
        Template(
            name="side with its window",
            outline=oblong(d / 2, h / 2, d, h),
            holes=(oblong(d / 2, h / 2, d - 2 * design.border, h - 2 * design.border),),
            note="knife from the corners to the middles",
        )
    )
    sides = {}
    for side in (-1.0, 1.0):
        across, upward = outward(side)
        sides[side] = work.sheet(
            box,
            "left side" if side < 0.0 else "right side",
            design.board,
            centre=(side * (w / 2 - t), 0.0, h / 2),
            across=across,
            upward=upward,
            size=(d, h),
            window=design.border,
            note=f"side of {design.walls}, {cut}; the piece that falls out is a card",
        )
        name = "key" if side == key else "far"
        for label in ("lower", "upper", "front", "back"):
            box.light(f"{label} rim, {name} side", sides[side])
    inner = w - 2 * t
    floor = work.sheet(
        box,
        "floor",
        design.board,
        centre=(0.0, 0.0, t),
        across=X,
        upward=(0.0, -1.0, 0.0),
        size=(inner, d),
        note=f"floor, between the sides: width less twice {t * 1000:.0f} mm",
    )
    back = work.sheet(
        box,
        "back board",
        design.board,
        centre=(0.0, d / 2 - t, (t + h - SLOT) / 2),
        across=(-1.0, 0.0, 0.0),
        upward=Z,
        size=(inner, h - SLOT - t),
        note=f"back, on the floor and between the sides; {SLOT * 1000:.0f} mm left open under the top",
    )
    inmost = back
    if design.doubled_back:
        # held at three edges only, it is the weak one
        inmost = work.sheet(
            box,
            "second back board",
            design.board,
            centre=(0.0, d / 2 - 2 * t, (t + h - SLOT) / 2),
            across=(-1.0, 0.0, 0.0),
            upward=Z,
            size=(inner, h - SLOT - t),
            note="back, once more: glued flat to the first, grain or flutes across it",
        )
        box.hold("glued", inmost, (back,), used={"hot_glue": 1})
    left, right = sides[-1.0], sides[1.0]
    box.hold("taped", floor, (left, right), used={"cloth_tape": 2 * d, "hot_glue": 1})
    around = 2 * (h - SLOT - t) + inner
    if design.backed == "removable":
        box.hold("hook_and_loop", back, (left, right, floor), used={"hook_and_loop": around})
    else:
        box.hold("taped", back, (left, right, floor), used={"cloth_tape": around, "hot_glue": 1})
    box.finished = ((-w / 2, -d / 2, 0.0), (w / 2, d / 2, h))
    return ((left,), (right,)), (left, right), inmost


def laid(design: ProductBoxParameters, brief: Brief) -> LaidParts:
    """Frames or boards, sheets that come off, a slot behind."""
    work = LaidParts(
        carrying_length=brief.carrying_length,
        stands=stands_at(design.floor_middle),
        batten=design.bar_type,
        corner=design.corner,
    )
    timber = design.walls == "timber frames"
    box = work.layout("box")
    frames, top_on, behind_it = (_of_battens if timber else _of_boards)(work, box, design)
    glued, held = design.cloth_held == "glued, then taped", HELD[design.cloth_held]
    hang_sides(
        work,
        box,
        design,
        frames=frames,
        note=f"side, {held}",
        margin=0.02,
        held="glued" if glued else "pinned" if design.trimmed else "hook_and_loop",
    )
    if design.top != "open":
        white = design.top == "white"
        top = work.sheet(
            box,
            "top",
            ("white_foam_board" if timber else design.board) if white else design.sheet,
            centre=(0.0, 0.0, design.height),
            across=X,
            upward=Y,
            size=(design.width, design.depth),
            margin=0.0 if white else 0.02,
            note="top, on the sides, white side down" if white else f"top, {held}",
            lit="top",
        )
        around = 2 * (design.width + design.depth)
        if white:
            box.hold("taped", top, top_on, used={"cloth_tape": around})
        elif glued:
            box.hold("glued", top, top_on, used={"spread_glue": 1, "cloth_tape": around})
        elif design.trimmed:
            box.hold("pinned", top, top_on)
        else:
            box.hold("hook_and_loop", top, top_on, used={"hook_and_loop": around})
        if white or covering_of(design.sheet).form == "board":
            box.stands_out(top)
    lay_ground(
        work,
        box,
        design,
        note="sweep that drops through the slot behind, before the back",
        hangs_on=(behind_it,),
        stands_at=(behind_it,),
    )
    _steps(work, design)
    return work


def _steps(work: LaidParts, design: ProductBoxParameters) -> None:
    walls = "timber" if design.walls == "timber frames" else "board"
    work.step(
        SAYS("make-the-sides", size=(design.depth, design.height), walls=walls),
        minutes=40,
        does="bond",
        uses=("upright", "rail of", "border of", "wood_screw", "wood_glue", "white_paint"),
        wait=60,
    )
    work.step(
        SAYS("join-the-sides", walls=walls, diagonal=math.hypot(design.width, design.depth)),
        minutes=30,
        does="bond",
        uses=(
            "cross rail",
            "floor,",
            "back, on",
            "back, once more",
            "lap_screw",
            "splint_screw",
            "washer",
            "hook_and_loop",
            "wood_screw",
            "wood_glue",
            "white_paint",
            "cloth_tape",
            "hot_glue",
            "white side down",
        ),
        wait=60,
    )
    work.step(SAYS("leave-the-slot", slot=SLOT), minutes=15, does="finish")
    glued = design.cloth_held == "glued, then taped"
    work.step(
        SAYS("hang-the-sheets", held="glued" if glued else "trim" if design.trimmed else "loops"),
        minutes=40 if design.trimmed else 25,
        wait=30 if glued else 0,
        does="cover",
        uses=(
            "on hook-and-loop",
            "glued round its edges",
            "under nailed trim",
            "trim",
            "panel_pin",
            "hook_and_loop",
            "spread_glue",
            "card on the far side",
            "sweep",
            "spring_clamp",
        ),
    )
    work.step(SAYS("set-the-lamps"), minutes=10, does="set")


BECOMES = (
    ReuseRule(
        forms=("carton",),
        sizes={"width": "width", "height": "height", "depth": "depth"},
        faces=4,
        heaviest=4.0,
        how=(
            "Cut a window with a border of a thumb's width into both sides and the top, paint it white inside, and put"
            " sheets over the windows."
        ),
        fills=("box/left side", "box/right side", "box/floor", "box/back board"),
        sets={"walls": "foam board", "doubled_back": False, "back": "as usual"},
    ),
)

build, assemble = built(laid, "product light box", BECOMES)


def start(brief: Brief) -> ProductBoxParameters:
    """Round the thing."""
    return ProductBoxParameters(**box_start(brief))


def handling(design: ProductBoxParameters) -> Handling:
    """Stands on the table; taken apart into its sides."""
    return Handling(stands=0, people=1, setup=8, strike=5, uses=120)


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
    assemble=assemble,
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
    daylight=box_daylight,
    daylit=lit_by_day,
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
    becomes=BECOMES,
    refused_frames={
        "tube": "Its rims are in the picture: painted white, and flat. Bare tube mirrors.",
        "pipe": "Its rims are in the picture: painted white, and flat. Pipe is round and shows as a line.",
    },
    of_boards=True,
)
