"""A frame of planed timber battens, laid flat, butt-jointed or half-lapped and screwed."""

from typing import Any, Literal

from wenlo.core.build.fasteners import LAP, LONG, Batten, bolted, butt, lap, longest_through, splint
from wenlo.core.build.members import Members, Splice, joint, square_diagonal
from wenlo.core.build.parts import BarStock, Fitting, Hole, Sketch, Step, StockLength, Structure, added
from wenlo.core.build.structures.shape import FrameShape
from wenlo.core.data import stock
from wenlo.core.quantities.length import format_length

TimberJoint = Literal["butt", "half_lap"]


def bar_stock(material: str) -> BarStock:
    """The batten as bar stock."""
    row: dict[str, Any] = stock()["timber"][material]
    lengths = tuple(StockLength(**one) for one in row["stock"])
    mass = row["thickness"] * row["width"] * row["density"]
    return BarStock(id=material, name=row["name"], lengths=lengths, mass_per_metre=mass)


def build(shape: FrameShape, *, material: str, timber_joint: TimberJoint, kerf_name: str) -> Structure:
    """Pieces, screws and steps of a timber frame.

    Butt: rails stand between the uprights, so they are two batten widths shorter than the frame; half
    lap: rails go right across and half of the thickness is taken out of each.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    row: dict[str, Any] = stock()["timber"][material]
    wide, thick = row["width"], row["thickness"]
    lapped = timber_joint == "half_lap"
    members = Members(
        carrying_length=shape.carrying_length, least=2 * wide if lapped else 0.06,
        splice=Splice(fitting="splint_screw", per_joint=4, splint=row["splint"]),
    )  # fmt: skip
    take = 0.0 if lapped else wide
    rail_reason = (
        "right across; half of the thickness is taken out at each end"
        if lapped
        else f"outside less two upright widths of {wide * 1000:.0f} mm"
    )
    rails = members.add("rail", shape.width - 2 * take, count=2, reason=rail_reason, blame="width")
    for name, rail in zip(("width at the top", "width at the bottom"), rails, strict=True):
        members.run(name, shape.width, joint(take), rail, joint(take))
    uprights = members.add(
        "upright", shape.top_height, count=2, reason="floor to the top, in one line", blame="top_height"
    )
    for where, upright in zip(("left", "right"), uprights, strict=True):
        members.run(f"top of the {where} side above the floor", shape.top_height, upright)
    feet = members.add("foot", shape.foot_length, count=2, reason="as long as the foot", blame="foot_length")
    for where, foot in zip(("left", "right"), feet, strict=True):
        members.run(f"{where} foot", shape.foot_length, foot)
    corners = Fitting(id=LAP.id, count=16) if lapped else Fitting(id=LONG.id, count=8)
    members.fittings += [corners, Fitting(id="foot_bolt", count=4)]
    spacers = 0
    for index in range(shape.extra_rectangles):
        name = f"layer frame {index + 2}"
        more = members.add(f"rail of {name}", shape.width - 2 * take, count=2, reason=rail_reason, blame="width")
        up = members.add(f"side of {name}", shape.height, count=2, reason="full height", blame="height")
        for rail in more:
            members.run(f"width of {name}", shape.width, joint(take), rail, joint(take))
        for side in up:
            members.run(f"height of {name}", shape.height, side)
        members.least = 0.0
        if shape.gap - thick > 0.005:
            spacers += 4
            members.add(
                f"spacer to {name}", shape.gap - thick, count=4, blame="layer_gap",
                reason="gap between the cloths less one batten; screwed between the frames",
            )  # fmt: skip
        members.least = 2 * wide if lapped else 0.06
        members.fittings.append(corners)
    if spacers:
        members.fittings.append(Fitting(id=LONG.id, count=4 * spacers))
    section = Batten(width=wide, thickness=thick)
    frames = 1 + shape.extra_rectangles
    joints: tuple[Hole, ...] = (
        (lap(("rail", "upright"), batten=section, joints=4 * frames),) if lapped else butt("upright", "rail", batten=section, ends=4 * frames)
    )  # fmt: skip
    spliced = int(sum(f.count for f in members.fittings if f.id == "splint_screw") // 4)
    holes = (
        *joints,
        bolted(("upright", "foot"), batten=section, joints=2, bolt=0.006, fastener="foot_bolt"),
        *(butt("rail", "spacer", batten=Batten(width=thick, thickness=wide), ends=2 * spacers) if spacers else ()),
        *((splint(("splint",), batten=section, joints=spliced, length=row["splint"]),) if spliced else ()),
    )
    return Structure(
        holes=holes, stock=bar_stock(material), pieces=tuple(members.pieces), runs=tuple(members.runs),
        fittings=added(members.fittings), depth=thick, girth=2 * (wide + thick),
        steps=_steps(shape, lapped=lapped, wide=wide, thick=thick, saw=kerf_name),
    )  # fmt: skip


def _steps(shape: FrameShape, *, lapped: bool, wide: float, thick: float, saw: str) -> tuple[Step, ...]:
    diagonal = square_diagonal(shape.width, shape.height)
    screw = LAP.length if lapped else LONG.length
    through = thick if lapped else wide
    joint_text = (
        f"Saw half of the thickness ({thick * 500:.1f} mm) out of each end over {wide * 1000:.0f} mm, glue, and drive "
        f"four {screw * 1000:.0f} mm screws in a square through both."
        if lapped
        else f"Drill 4 mm through the {wide * 1000:.0f} mm edge of the upright, glue, and drive two "
        f"{screw * 1000:.0f} mm screws into the end of each rail."
    )
    return (
        Step(
            title="Choose and cut the battens",
            text=f"Sight along each batten and put the straightest into the uprights. Cut with the {saw} against a "
            "stop; write the label on each piece.",
            mistake="A bent upright twists the sheet: a slight bow goes outward, where the cloth pulls it straight.",
            caution="Eye protection at the saw; hold short pieces with a clamp.",
            minutes=20,
            does="cut",
        ),
        Step(
            title="Join the frame",
            text=joint_text,
            check=f"Both diagonals of the frame measure {format_length(diagonal)} and agree within 3 mm.",
            caution=f"Screw points must not come out: {through * 1000:.0f} mm of wood is there"
            + (
                f", use screws of at most {longest_through(thick) * 1000:.0f} mm."
                if lapped
                else " and the end of the rail behind it."
            ),
            mistake="No pilot hole at a batten's end splits it.",
            minutes=35,
            does="bond",
            uses=("rail", "upright", "spacer", "side of layer", "wood_screw", "lap_screw", "splint_screw"),
            wait=60,
            sketch=Sketch(width=shape.width, height=shape.height, sides="upright", rails="rail"),
        ),
        Step(
            title="Bolt the feet on",
            text="Two bolts through each upright and its foot, wing nuts inside, so that it lies flat for the car.",
            mistake="One bolt lets the frame lean; the second, as far below the first as the batten allows, stops it.",
            check="The frame stands without rocking and the uprights are plumb both ways.",
            minutes=15,
            does="mount",
            uses=("foot", "foot_bolt"),
        ),
    )
