"""A frame of rigid pipe with socket fittings.

Centre lines meet at the centre of a fitting. From there a fitting takes up its *take-off* (centre to
socket bottom) plus what the pipe does not go in: nothing when glued, part of the socket depth when dry,
because a tapered socket stops a dry pipe a third to two thirds of the way.
"""

from typing import Any

from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.frame_shape import FrameShape, Sockets
from wenlo.core.fabrication.members import Members, Splice, joint, square_diagonal
from wenlo.core.fabrication.parts import BarStock, Fitting, Sketch, Step, StockLength, Structure, added
from wenlo.core.units.length import format_length

NOMINAL = Sockets()


def bar_stock(material: str) -> BarStock:
    """The pipe as bar stock."""
    row: dict[str, Any] = stock()["pipe"][material]
    outer, wall = row["outer"], row["wall"]
    area = 3.141592653589793 * (outer - wall) * wall
    lengths = tuple(StockLength(**one) for one in row["stock"])
    return BarStock(id=material, name=row["name"], lengths=lengths, mass_per_metre=area * row["density"])


def build(shape: FrameShape, *, material: str, glued: bool, kerf_name: str, sockets: Sockets = NOMINAL) -> Structure:
    """Pieces, fittings and steps of a pipe frame.

    Parameters
    ----------
    shape: finished sizes.
    material: id of the pipe in the stock data.
    glued: joints bonded with solvent cement (full insertion), else pushed together dry.
    kerf_name: how the saw is called in the steps.
    sockets: of the fittings.

    Raises
    ------
    Impossible
        When the fittings leave nothing to cut.
    """
    row: dict[str, Any] = stock()["pipe"][material]
    outer, socket = row["outer"], sockets.depth or row["socket"]
    take_off = sockets.take_off or row["takeoff"]
    inserted = socket if glued else socket * sockets.dry_share
    end = take_off + socket - inserted
    cap = row["cap_end"] + socket - inserted
    floor_to_foot = outer / 2 + row["fitting_wall"]
    how = "fully glued" if glued else f"dry, {inserted * 1000:.1f} mm in each socket"
    members = Members(
        carrying_length=shape.carrying_length,
        splice=Splice(fitting="pipe_coupling", adds=row["coupling_stop"] + 2 * (socket - inserted)),
    )
    ends = f"centre to centre less two fittings at {end * 1000:.1f} mm ({how})"
    half, fit = joint(outer / 2), joint(end)

    rails = members.add("rail", shape.width - outer - 2 * end, count=2, reason=ends, blame="width")
    for name, rail in zip(("width at the top", "width at the bottom"), rails, strict=True):
        members.run(name, shape.width, half, fit, rail, fit, half)
    sides = members.add("side", shape.height - outer - 2 * end, count=2, reason=ends, blame="height")
    leg_length = shape.top_height - shape.height + outer / 2 - floor_to_foot - 2 * end
    legs = members.add("leg", leg_length, count=2, reason=ends, blame="top_height")
    for where, side, leg in zip(("left", "right"), sides, legs, strict=True):
        members.run(f"height of the {where} side", shape.height, half, fit, side, fit, half)
        members.run(
            f"top of the {where} side above the floor",
            shape.top_height,
            joint(floor_to_foot),
            fit,
            leg,
            fit,
            fit,
            side,
            fit,
            half,
        )
    feet = members.add(
        "half of a foot",
        shape.foot_length / 2 - end - cap,
        count=4,
        reason="half of the foot less tee and end cap",
        blame="foot_length",
    )
    for where, (back, front) in zip(("left", "right"), (feet[:2], feet[2:]), strict=True):
        members.run(f"{where} foot", shape.foot_length, joint(cap), back, fit, fit, front, joint(cap))
    members.fittings += [
        Fitting(id="pipe_elbow", count=2),
        Fitting(id="pipe_tee", count=4),
        Fitting(id="pipe_cap", count=4),
    ]
    for index in range(shape.extra_rectangles):
        name = f"layer frame {index + 2}"
        more = members.add(f"rail of {name}", shape.width - outer - 2 * end, count=2, reason=ends, blame="width")
        up = members.add(f"side of {name}", shape.height - outer - 2 * end, count=2, reason=ends, blame="height")
        for rail in more:
            members.run(f"width of {name}", shape.width, half, fit, rail, fit, half)
        for side in up:
            members.run(f"height of {name}", shape.height, half, fit, side, fit, half)
        members.add(
            f"spacer to {name}",
            shape.gap - outer,
            count=4,
            blame="layer_gap",
            reason="gap between the cloths less one pipe; tied between the frames",
        )
        members.fittings += [Fitting(id="pipe_elbow", count=4), Fitting(id="cloth_tie", count=8)]
    if glued:
        members.fittings.append(Fitting(id="solvent_cement", count=1))
    return Structure(
        stock=bar_stock(material),
        pieces=tuple(members.pieces),
        runs=tuple(members.runs),
        fittings=added(members.fittings),
        depth=outer,
        girth=3.141592653589793 * outer,
        steps=_steps(
            shape, glued=glued, inserted=inserted, saw=kerf_name, split=any("parts" in p.reason for p in members.pieces)
        ),
    )


def _steps(shape: FrameShape, *, glued: bool, inserted: float, saw: str, split: bool) -> tuple[Step, ...]:
    diagonal = square_diagonal(shape.width, shape.height)
    steps = [
        Step(
            id="cut-the-pipe",
            title="Cut the pipe",
            text=f"Mark every cut from the plan with a pencil line all round, cut on the waste side with the {saw}, "
            "write the label on each piece at once and take the burr off inside and out.",
            mistake="One side cut a few millimetres long bows the whole frame: a long member trapped between rigid "
            "ends bends many times its excess. Lay the two of each letter side by side before going on.",
            caution="Clamp the pipe; keep fingers behind the blade. Swarf is sharp: wipe, do not blow.",
            minutes=20,
            does="cut",
        ),
        Step(
            id="mark-the-insertion",
            title="Mark the insertion",
            text=f"Put a tape mark {inserted * 1000:.1f} mm from each end, so that every socket swallows the same.",
            mistake="Unequal insertion twists the frame; push each joint to its mark, not until it feels tight.",
            minutes=10,
            does="mark",
        ),
        Step(
            id="put-it-together-dry",
            title="Put it together dry",
            text="Lay the rails and sides on a flat floor, join them with the elbows and tees, then add legs and feet.",
            check=f"Both diagonals of the frame, outside corner to outside corner, measure {format_length(diagonal)} "
            "and agree within 3 mm; it lies flat without rocking.",
            mistake="A tee turned by a few degrees makes the foot lift: turn all tees against the flat floor.",
            minutes=15,
            does="dry",
            uses=("bars", "pipe_elbow", "pipe_tee", "pipe_cap"),
            sketch=Sketch(width=shape.width, height=shape.height, sides="side", rails="rail"),
        ),
    ]
    if split:
        steps.append(
            Step(
                id="join-the-split-members",
                title="Join the split members",
                text="Members in parts meet in a straight coupling. Mark across each joint, so that they go together "
                "the same way on the next set.",
                mistake="A coupling in the middle of a rail sags first: turn its printed side up and look along it.",
                minutes=5,
                does="dry",
                uses=("pipe_coupling",),
            )
        )
    if glued:
        steps.append(
            Step(
                id="glue-what-stays-together",
                title="Glue what stays together",
                text="Take one joint at a time, cement on both faces, push to the mark with a quarter turn, hold 30 s. "
                "Leave the legs and feet dry if it has to travel.",
                caution="Solvent cement: open windows, gloves, no flame; follow the maker's instructions.",
                mistake="Once glued it cannot be turned. Draw a line across every dry joint first.",
                minutes=25,
                does="bond",
                uses=("solvent_cement",),
                wait=120,
            )
        )
    return tuple(steps)
