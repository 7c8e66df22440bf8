"""A sheet on a frame with two feet: its parts, and where they are in space."""

from dataclasses import replace

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.own import sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.constructions import pipe_frame, timber_frame, tube_frame
from wenlo.core.fabrication.assembly.parts import Assembly, BuildJoint, LitFace, Part, PartContact
from wenlo.core.fabrication.assembly.resolve import resolve
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.shop import shop_for, spigot_fit
from wenlo.core.fabrication.assembly.space import PartPose, X, Z
from wenlo.core.fabrication.cloth import sheet_pieces
from wenlo.core.fabrication.frame_shape import FrameShape
from wenlo.core.fabrication.parts import BuildPlan, Fitting, Hole, Step, Structure, added
from wenlo.core.fabrication.structures import pipe, timber, tube
from wenlo.core.fabrication.tube_holes import spring_holes
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.of_bars import measured_sockets
from wenlo.core.modifiers.sheet_frame import SheetFrame, cloth_steps
from wenlo.core.units.length import format_length

LEAST_SPACER = 0.02
"""What is shorter cannot be screwed or tied in between. [m]"""

TOUCHING = 1e-4
"""Two faces so near to each other touch. [m]"""

SAYS = Phrases("diffusion-frame", {"stand-it-up": {"top": "length"}})


def _frame_depth(design: SheetFrame) -> float:
    # from the front to the back of one frame, over its fittings [m]
    bar = design.bar
    if bar.pipe is not None:
        return bar.width + 2 * bar.pipe.fitting_wall
    return bar.thickness


def _gap(design: SheetFrame) -> float:
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


def _shape(design: SheetFrame, brief: Brief) -> FrameShape:
    return FrameShape(
        width=design.width,
        height=design.height,
        top_height=design.top_height,
        foot_length=design.foot_length,
        carrying_length=brief.carrying_length,
        gap=_gap(design),
        extra_rectangles=design.layers - 1 if design.apart else 0,
    )


def assemble_on_feet(design: SheetFrame, brief: Brief) -> Assembly:
    """The frame in space, with its sheets.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
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


def _with_sheets(design: SheetFrame, frame: Assembly) -> Assembly:
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


def _structure(design: SheetFrame, brief: Brief) -> Structure:
    shape = _shape(design, brief)
    saw = stock()["saws"][design.saw]["name"].split(" (")[0]
    if design.structure == "pipe":
        return pipe.build(shape, bar=design.bar, glued=design.glued, kerf_name=saw, sockets=measured_sockets(brief))
    if design.structure == "tube":
        return tube.build(shape, bar=design.bar, kerf_name=saw, sockets=measured_sockets(brief))
    return timber.build(shape, bar=design.bar, timber_joint=design.timber_joint, kerf_name=saw)


def build_on_feet(design: SheetFrame, brief: Brief) -> BuildPlan:
    """Parts, cloth and steps of the frame.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut, or a stiff sheet is too small; the message names the field.
    """
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
        steps=(*structure.steps, *cloth_steps(design), last),
        holes=(*structure.holes, *_springs(design, brief)),
    )


def _springs(design: SheetFrame, brief: Brief) -> tuple[Hole, ...]:
    if design.structure != "tube" or not brief.workshop.springs:
        return ()
    return spring_holes(assemble_on_feet(design, brief), spigot_fit(design.bar, measured_sockets(brief)))
