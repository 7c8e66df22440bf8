"""The free-standing diffusion frame: a sheet on a frame with two feet, lit from behind.

In the set's coordinates the subject's mark is the origin of the floor, x to the camera's right, y away
from the camera, z up. The sheet stands ``sheet_distance`` from the face in the direction of the key
angle and faces it; the lamp stands ``lamp_distance`` behind the sheet on the same line.
"""

from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, field_validator, model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import BarType, bars_of
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.own import BarRef, BounceRef, SheetRef, bar_of, one_of, sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.constructions import pipe_frame, timber_frame, tube_frame
from wenlo.core.fabrication.assembly.parts import Assembly, BuildJoint, LitFace, Part, PartContact
from wenlo.core.fabrication.assembly.resolve import resolve
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.shop import shop_for, spigot_fit
from wenlo.core.fabrication.assembly.space import PartPose, X, Z
from wenlo.core.fabrication.cloth import sheet_pieces
from wenlo.core.fabrication.frame_shape import FrameShape, TimberJoint
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import BuildPlan, Fitting, Hole, Piece, Sketch, Step, Structure, added
from wenlo.core.fabrication.structures import pipe, timber, tube
from wenlo.core.fabrication.tube_holes import rivet_holes, spring_holes
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.frame_cloths import MOST_CLOTHS, FrameCloth, lay_spares, surface_of
from wenlo.core.modifiers.framed import FrameWords, begin_of, on_a_frame
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ModifierParameters, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import FRAMED, JOINERS, drying, how_made, measured_sockets
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, nearness, panel
from wenlo.core.modifiers.slots import Capabilities, Frame, Height, Sheeted, StandingSheet, slots_of
from wenlo.core.modifiers.window_boards import border_panels, cut_from_a_board, not_from_one
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import format_length

LEAST_SPACER = 0.02
"""What is shorter cannot be screwed or tied in between. [m]"""

TOUCHING = 1e-4
"""Two faces so near to each other touch. [m]"""

SAYS = Phrases(
    "diffusion-frame",
    {
        "stand-it-up": {"top": "length"},
        "make-the-frame": FRAMED,
        "clamp-it-to-its-stands": {"top": "length"},
        "hang-the-sheet": {"edge": "choice", "hold": "choice", "limit": "celsius"},
        "fit-the-board": {"limit": "celsius"},
        "put-it-in-a-bag": {"long": "length"},
    },
)

Vector = NDArray[np.float64]

BOLTED = 0.036, 0.018
"""Least width and thickness of battens that feet are bolted to: two bolts, their washers, wood at the edges. [m]"""

LEAST_LEG, OFF_FLOOR = 0.09, 0.02
"""Room under the frame for two fittings and something to cut. [m]"""


StructureId = Literal["pipe", "tube", "timber", "board"]
"""Of which bars, or what is left of a board when a window is cut out of it."""


class FrameParameters(ModifierParameters):
    """Parameters of the diffusion frame, metric first; sizes are over the outside."""

    kind: Literal["diffusion_frame"] = "diffusion_frame"
    width: float = quantity(0.3, 4.0, unit="m", label="frame width", default=1.2)
    height: float = quantity(0.3, 3.5, unit="m", label="frame height", default=1.2)
    top_height: float = quantity(0.4, 4.0, unit="m", label="standing height", default=1.95)
    sheet_distance: float = quantity(0.15, 10.0, unit="m", label="distance from sheet to subject", default=1.0)
    lamp_distance: float = quantity(0.05, 10.0, unit="m", label="distance from lamp to sheet", default=0.9)
    lamp_height: float | None = quantity(0.1, 6.0, unit="m", label="lamp height", default=None)
    key_angle: float = quantity(-90.0, 90.0, unit="degree", label="key angle from the camera", default=45.0)
    sheet: SheetRef = "cotton_bed_linen_white"
    layers: int = quantity(1, 3, unit="count", label="number of layers", default=1)
    layer_gap: float = quantity(0.0, 0.6, unit="m", label="gap between layers", default=0.0)
    structure: StructureId = "pipe"
    material: BarRef = "pvc_one_inch"
    glued: bool = False
    timber_joint: TimberJoint = "butt"
    saw: str = "fine_hand_saw"
    foot_length: float = quantity(0.2, 2.0, unit="m", label="foot length", default=0.7)
    carried: Literal["on feet", "held by stands"] = "on feet"
    board: BounceRef = "white_insulation_board_whole"
    border: float = quantity(0.02, 0.3, unit="m", label="border round the window", default=0.06)
    cloths: list[FrameCloth] = Field(default_factory=list, max_length=MOST_CLOTHS)
    worn: int = quantity(0, MOST_CLOTHS, unit="count", label="cloth that is on (0 is the sheet)", default=0)
    riveted: bool = False
    bag: bool = False

    @field_validator("saw")
    @classmethod
    def _known_saw(cls, value: str) -> str:
        return one_of(value, stock()["saws"], "saw")

    @model_validator(mode="after")
    def _fits_together(self) -> "FrameParameters":
        if self.structure != "board" and self.bar.group != self.structure:
            ids = ", ".join(bar.id for bar in bars_of(self.structure))
            raise at_field("material", f"{self.bar.name} makes no frame of {self.structure}; choose one of {ids}.")
        if (
            not self.held
            and self.structure == "timber"
            and (self.bar.width < BOLTED[0] or self.bar.thickness < BOLTED[1])
        ):
            raise at_field(
                "material",
                f"{self.bar.name} is too thin for feet: two bolts of 6 mm go through each, side by side, and take"
                f" {BOLTED[0] * 1000:.0f} mm of width and {BOLTED[1] * 1000:.0f} mm of thickness.",
            )
        if self.found is not None and not (self.held and self.structure == "timber"):
            raise at_field("carried", f"{self.found.name} has no feet: stands hold it. Or make the frame new.")
        if self.structure == "board":
            names = ("width", "height")
            for name, why in not_from_one(self.width, self.height, self.border, self.board, names=names):
                raise at_field(name or "board", why)
        if self.held and self.layers > 1 and sheet_material(self.sheet).form == "board":
            raise at_field(
                "layers", "Boards lie one on another on a frame with feet alone; choose one layer, or a cloth."
            )
        self._cloths_fit()
        if self.held and self.apart:
            raise at_field("layer_gap", "Layers that hang apart have frames on feet; let them touch, or choose feet.")
        if self.top_height < self.height + self.leg:
            raise at_field(
                "top_height",
                f"Standing height must be at least {format_length(self.height + self.leg)}: the frame is "
                f"{format_length(self.height)} high and {self._under}.",
            )
        if self.layers > 1 and 0.0 < self.layer_gap < 0.05:
            message = "Gap between layers must be 0 (touching) or at least 50 mm (frames of their own)."
            raise at_field("layer_gap", message)
        return self

    def _cloths_fit(self) -> None:
        if self.worn > len(self.cloths):
            raise at_field(
                "worn", f"There are {len(self.cloths)} further cloths: choose one of them, or 0 for the sheet."
            )
        barred = self.held and self.structure != "board"
        if self.cloths and not barred:
            raise at_field("cloths", "Cloths are changed on a frame of bars that stands hold; choose that first.")
        if self.riveted and not (barred and self.structure == "tube"):
            raise at_field("riveted", "Rivets go through square tube; choose a tube frame that stands hold.")
        low = self.top_height - 2 * self.height
        if self.on is not None and self.on.floppy and low < OFF_FLOOR:
            need = format_length(2 * self.height + OFF_FLOOR)
            raise at_field("top_height", f"The floppy hangs to the floor: its frame stands {need} high or more.")

    @property
    def on(self) -> FrameCloth | None:
        """The further cloth that is on; None where it is the sheet."""
        return self.cloths[self.worn - 1] if self.worn else None

    @property
    def held(self) -> bool:
        """Whether stands hold it: it has no feet of its own."""
        return self.carried == "held by stands" or self.structure == "board"

    @property
    def _under(self) -> str:
        need = f"{self.leg * 1000:.0f} mm"
        return f"{need} of air are needed under it" if self.held else f"its legs need {need}"

    @property
    def leg(self) -> float:
        """Least that is under it: legs and feet, or air. [m]"""
        return OFF_FLOOR if self.held else LEAST_LEG

    @property
    def bar(self) -> BarType:
        """What its bars are."""
        return bar_of(self.material)

    @property
    def centre_height(self) -> float:
        """Height of the middle of the sheet above the floor. [m]"""
        return self.top_height - self.height / 2

    @property
    def lamp_stands_at(self) -> float:
        """Height of the lamp; the middle of the sheet unless set. [m]"""
        return self.centre_height if self.lamp_height is None else self.lamp_height

    @property
    def apart(self) -> bool:
        """Whether the layers hang on frames of their own."""
        return self.layers > 1 and self.layer_gap > 0.0

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet next to the subject, shape (3,). [m]"""
        place: Vector = self.direction * self.sheet_distance + np.array([0.0, 0.0, self.centre_height])
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the frame. [m]"""
        return self.width, self.height

    @property
    def highest(self) -> float:
        """Top of the frame. [m]"""
        return self.top_height

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the sheet next to the lamp, shape (3,). [m]"""
        behind = self.layer_gap * (self.layers - 1) if self.apart else 0.0
        aim: Vector = self.source_centre + self.direction * behind
        return aim

    @property
    def lamp_position(self) -> Vector:
        """Where the lamp stands, shape (3,). [m]"""
        level = self.direction * (self.sheet_distance + self.lamp_distance)
        place: Vector = level + np.array([0.0, 0.0, self.lamp_stands_at])
        return place


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


def _frame_depth(design: FrameParameters) -> float:
    # from the front to the back of one frame, over its fittings [m]
    bar = design.bar
    if bar.pipe is not None:
        return bar.width + 2 * bar.pipe.fitting_wall
    return bar.thickness


def _gap(design: FrameParameters) -> float:
    """From frame to frame, so that the sheets are as far apart as they should be. [m]

    Cloth, and the first board, lie in front of their frames. A second board lies behind its own, since the spacers meet
    that frame in front; a third frame has spacers on both sides.
    """
    row = sheet_material(design.sheet)
    if row.form == "cloth" or not design.apart:
        return design.layer_gap
    if design.layers > 2:
        message = "Boards lie on the outsides of two frames: at most two layers with a gap, or layers without one."
        raise Impossible(message, fields=[FieldError(path="design.layers", message=message)])
    gap = design.layer_gap - _frame_depth(design) - row.thickness
    least = _frame_depth(design) + LEAST_SPACER
    if gap < least:
        needs = design.layer_gap + least - gap
        message = f"Two frames with boards on their outsides are at least {format_length(needs)} apart."
        raise Impossible(message, fields=[FieldError(path="design.layer_gap", message=message)])
    return gap


def _shape(design: FrameParameters, brief: Brief) -> FrameShape:
    return FrameShape(
        width=design.width,
        height=design.height,
        top_height=design.top_height,
        foot_length=design.foot_length,
        carrying_length=brief.carrying_length,
        gap=_gap(design),
        extra_rectangles=design.layers - 1 if design.apart else 0,
    )


def _laid(design: FrameParameters, brief: Brief) -> LaidParts:
    """A frame that stands hold: of bars, or cut from a board."""
    work = begin_of(design.bar, design, brief)
    (sheet,) = [s for s in arrange(design, brief).surfaces if s.id == "sheet" and isinstance(s, Panel)]
    stiff, on = sheet_material(design.sheet).form == "board", design.on
    if design.structure == "board":
        cut_from_a_board(work, sheet, design.sheet, design.board, design.border, id="frame", layers=design.layers)
    else:
        stiff = stiff and on is None
        layout, _, hung = on_a_frame(
            work,
            sheet,
            design.sheet if on is None else on.cover,
            FrameWords(uprights="side", rails="rail", height="height", width="width"),
            id="frame",
            margin=0.0 if stiff else ROUND_THE_BARS,
            note="onto the frame" if stiff else f"{ROUND_THE_BARS * 1000:.0f} mm on every edge to wrap round the bars",
            screwed=stiff,
            layers=design.layers if on is None else 1,
            both_sides=design.riveted,
        )
        if on is not None and on.floppy:
            flap = work.sheet(
                layout,
                "flap",
                on.cover,
                centre=(0.0, 0.0, -design.height),
                size=(design.width, design.height),
                margin=ROUND_THE_BARS / 2,
                note="flap of the floppy, to wrap round nothing: hemmed all round",
                lit="flap",
            )
            layout.hold("sewn", flap, (hung,))
        work.step(
            SAYS("make-the-frame", size=(design.width, design.height), **how_made(work)),
            minutes=35,
            wait=drying(work),
            uses=("side", "rail", *JOINERS),
            sketch=Sketch(width=design.width, height=design.height, sides="side", rails="rail"),
        )
        work.steps += [replace(step, uses=(*step.uses, "wrap round", *ON_IT)) for step in _cloth_steps(design)]
        others = [FrameCloth(cover=design.sheet), *design.cloths]
        others.pop(design.worn)
        lay_spares(work, others, size=(design.width, design.height), margin=ROUND_THE_BARS)
        _rivets_and_bag(work, design)
    work.fit("spring_clamp", 4)
    work.step(
        SAYS("clamp-it-to-its-stands", top=design.top_height), minutes=10, does="set", uses=("spring_clamp",), hands=2
    )
    return work


def _rivets_and_bag(work: LaidParts, design: FrameParameters) -> None:
    fit = work.shop.spigots
    pieces = [p for p in work.assembly.bars if p.source == "cut"]
    lengths = [work.assembly.lengths[p.label] for p in pieces]
    if design.riveted and fit is not None:
        cut = [Piece(label=p.label, name=p.role, cut=n, reason="") for p, n in zip(pieces, lengths, strict=True)]
        holes = rivet_holes(cut, fit)
        work.holes += holes
        work.fit("rivet", 2 * sum(hole.count for hole in holes))
        work.steps[-1] = replace(work.steps[-1], uses=(*work.steps[-1].uses, "rivet"))
    if design.bag:
        work.fit("carry_bag", 1)
        work.step(
            SAYS("put-it-in-a-bag", long=max(lengths, default=0.0) + IN_THE_BAG),
            minutes=5,
            does="finish",
            uses=("carry_bag",),
        )


IN_THE_BAG = 0.1
"""A bag is so much longer than the longest tube. [m]"""

ROUND_THE_BARS = 0.07
"""Of cloth, on every edge. [m]"""

ON_IT = ("onto the frame", "lap_screw", "splint_screw", "washer")
"""What a board is held with."""

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

build_held, assemble_held = built(_laid, "diffusion frame", (FOUND,))


def assemble(design: FrameParameters, brief: Brief) -> Assembly:
    """The frame in space, with its sheets.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    if design.held:
        return assemble_held(design, brief)
    # what cannot be cut is said by the plan, at its field
    _structure(design, brief)
    shape, bar = _shape(design, brief), design.bar
    shop = shop_for(bar, carrying_length=shape.carrying_length, sockets=measured_sockets(brief), glued=design.glued)
    if design.structure == "pipe":
        frame = resolve(pipe_frame.skeleton(shape, bar=bar), shop)
    elif design.structure == "tube":
        frame = resolve(tube_frame.skeleton(shape, bar=bar), shop)
    else:
        skeleton = timber_frame.skeleton(shape, bar=bar, joint=design.timber_joint)
        frame = resolve(skeleton, shop)
    return _with_sheets(design, frame)


def _with_sheets(design: FrameParameters, frame: Assembly) -> Assembly:
    # in front of each frame, the outermost first; its plane is where the light has it
    row = sheet_material(design.sheet)
    rail = frame.by_id.get("rail.top") or frame.by_id["rail.top/part.1"]
    front = -float(rail.box[1, 1] - rail.box[0, 1]) / 2
    stiff = row.form == "board"
    if stiff:
        # cloth goes round the bars; a board lies on what stands out in front of them
        front = -_frame_depth(design) / 2
    parts: list[Part] = []
    joints: list[BuildJoint] = []
    lit: list[LitFace] = []
    for k in range(design.layers):
        layer = k if design.apart else 0
        depth = front + design.layer_gap * layer - (0.0 if design.apart else k * row.thickness)
        behind = stiff and layer > 0
        prefix = f"layer.{layer + 1}/" if layer else ""
        solid = SheetSolid(width=design.width, height=design.height, thickness=row.thickness, soft=row.form == "cloth")
        sheet = Part(
            id=f"sheet.{k + 1}",
            role="sheet",
            item=row.id,
            label=f"S{k + 1}",
            solid=solid,
            pose=PartPose(origin=(0.0, depth, design.centre_height), x=X, y=Z, z=(0.0, -1.0, 0.0)),
            source="cut",
            mass=design.width * design.height * row.mass_per_area,
        )
        names = ("rail.top", "rail.bottom", "side.left", "side.right", "upright.left", "upright.right")
        members = [
            part.id
            for part in frame.bars
            if part.id.removeprefix(prefix).split("/")[0] in names
            and part.id.startswith(prefix)
            and not part.role.startswith("splint")
        ]
        members = [id for id in members if prefix or not id.startswith("layer")]
        # of uprights in lengths, those that reach up to it
        low = design.top_height - design.height
        members = [id for id in members if float(frame.by_id[id].box[1, 2]) > low + 1e-6]
        if stiff:
            held = [part.id for part in frame.parts if part.id.startswith((f"{prefix}top.", f"{prefix}bottom."))]
            face = depth - row.thickness if behind else depth
            near = [id for id in held if abs(float(frame.by_id[id].box[int(behind), 1]) - face) < TOUCHING]
            members = near or members
        below = parts[-1].id if k and not design.apart else ""
        touches = (below,) if below else tuple(members)
        parts.append(sheet)
        joints.append(
            BuildJoint(
                id=f"{sheet.id}/edge",
                method="clamped" if row.form == "board" else "stapled" if design.structure == "timber" else "wrapped",
                parts=(sheet.id, *touches),
                contacts=tuple(PartContact(first=sheet.id, second=other) for other in touches),
            )
        )
        if k == 0 or design.apart:
            lit.append(LitFace(surface="sheet" if k == 0 else f"sheet {k + 1}", parts=(sheet.id,)))
    away, d = design.sheet_distance - front, design.direction
    stands = PartPose(
        origin=(float(d[0]) * away, float(d[1]) * away, 0.0),
        x=(float(d[1]), -float(d[0]), 0.0),
        y=(float(d[0]), float(d[1]), 0.0),
        z=Z,
    )
    (group,) = frame.groups
    whole = replace(group, parts=(*group.parts, *(part.id for part in parts)))
    return replace(
        frame,
        parts=(*frame.parts, *parts),
        joints=(*frame.joints, *joints),
        groups=(whole,),
        lit=tuple(lit),
        stands=stands,
    )


def _structure(design: FrameParameters, brief: Brief) -> Structure:
    shape = _shape(design, brief)
    saw = stock()["saws"][design.saw]["name"].split(" (")[0]
    if design.structure == "pipe":
        return pipe.build(shape, bar=design.bar, glued=design.glued, kerf_name=saw, sockets=measured_sockets(brief))
    if design.structure == "tube":
        return tube.build(shape, bar=design.bar, kerf_name=saw, sockets=measured_sockets(brief))
    return timber.build(shape, bar=design.bar, timber_joint=design.timber_joint, kerf_name=saw)


def _cloth_steps(design: FrameParameters) -> tuple[Step, ...]:
    material = sheet_material(design.sheet)
    limit = material.keep_below_celsius
    if material.form == "board":
        return (
            Step(
                id="fit-the-board", says=SAYS("fit-the-board", limit=limit), minutes=20, does="cover", uses=("boards",)
            ),
        )
    return (
        Step(
            id="hang-the-sheet",
            says=SAYS(
                "hang-the-sheet",
                edge=material.joined,
                hold="stapled" if design.structure == "timber" else "taped",
                limit=limit,
            ),
            minutes=30,
            does="cover",
            uses=("cloth", "hook_and_loop", "staples", "cloth_tie"),
        ),
    )


def build(design: FrameParameters, brief: Brief) -> BuildPlan:
    """Parts, cloth and steps of the frame.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut, or a stiff sheet is too small; the message names the field.
    """
    if design.held:
        return build_held(design, brief)
    structure = _structure(design, brief)
    sheet = sheet_material(design.sheet)
    cloth = sheet_pieces(
        sheet, width=design.width, height=design.height, girth=structure.girth, layers=design.layers, apart=design.apart
    )
    fittings = list(structure.fittings)
    rectangles = design.layers if design.apart else 1
    if sheet.form == "cloth":
        edge = 2 * (design.width + design.height) * rectangles
        fittings.append(
            Fitting(id="staples", count=1) if design.structure == "timber" else Fitting(id="hook_and_loop", count=edge)
        )
    fittings.append(Fitting(id="ballast_bag", count=2))
    last = Step(
        id="stand-it-up",
        says=SAYS("stand-it-up", top=design.top_height),
        minutes=10,
        does="hang",
        uses=("ballast_bag",),
    )
    return BuildPlan(
        name="diffusion frame",
        stock=structure.stock,
        kerf=stock()["saws"][design.saw]["kerf"],
        saw=stock()["saws"][design.saw]["name"],
        pieces=structure.pieces,
        runs=structure.runs,
        fittings=added(fittings),
        cloth=cloth,
        steps=(*structure.steps, *_cloth_steps(design), last),
        holes=(*structure.holes, *_springs(design, brief)),
    )


def _springs(design: FrameParameters, brief: Brief) -> tuple[Hole, ...]:
    if design.structure != "tube" or not brief.workshop.springs:
        return ()
    return spring_holes(assemble(design, brief), spigot_fit(design.bar, measured_sockets(brief)))


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
    side = design.across * design.width / 2
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
