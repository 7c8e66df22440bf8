"""A frame of rigid pipe with socket fittings.

Centre lines meet at the centre of a fitting. From there a fitting takes up its *take-off* (centre to
socket bottom) plus what the pipe does not go in: nothing when glued, part of the socket depth when dry,
because a tapered socket stops a dry pipe a third to two thirds of the way.
"""

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions import pipe_frame
from wenlo.core.fabrication.assembly.resolve import members_by_group
from wenlo.core.fabrication.assembly.shop import shop_for, socket_fit
from wenlo.core.fabrication.frame_shape import FrameShape, Sockets
from wenlo.core.fabrication.members import Members, Splice, joint, square_diagonal
from wenlo.core.fabrication.parts import Fitting, Sketch, Step, Structure, added
from wenlo.core.facts import Phrases

SAYS = Phrases(
    "pipe-frame",
    {
        "cut-the-pipe": {"saw": "label"},
        "mark-the-insertion": {"inserted": "length"},
        "put-it-together-dry": {"diagonal": "length"},
        "join-the-split-members": {},
        "glue-what-stays-together": {},
    },
)

NOMINAL = Sockets()


def build(shape: FrameShape, *, bar: BarType, glued: bool, kerf_name: str, sockets: Sockets = NOMINAL) -> Structure:
    """Pieces, fittings and steps of a pipe frame.

    Parameters
    ----------
    shape: finished sizes.
    bar: the pipe.
    glued: joints bonded with solvent cement (full insertion), else pushed together dry.
    kerf_name: how the saw is called in the steps.
    sockets: of the fittings.

    Raises
    ------
    Impossible
        When the fittings leave nothing to cut.
    """
    row = socket_fit(bar, sockets, glued=glued)
    outer, socket, inserted = bar.width, row.socket, row.inserted
    end = row.take_off + row.left_open
    cap = row.cap_end + socket - inserted
    floor_to_foot = outer / 2 + row.fitting_wall
    how = "fully glued" if glued else f"dry, {inserted * 1000:.1f} mm in each socket"
    members = Members(
        carrying_length=shape.carrying_length,
        splice=Splice(fitting="pipe_coupling", adds=row.stop + 2 * (socket - inserted)),
    )
    # cut lengths are what the joints leave; the runs add them up again
    shop = shop_for(bar, carrying_length=shape.carrying_length, sockets=sockets, glued=glued)
    built = members_by_group(pipe_frame.skeleton(shape, bar=bar), shop)
    ends = f"centre to centre less two fittings at {end * 1000:.1f} mm ({how})"
    half, fit = joint(outer / 2), joint(end)

    rails = members.add("rail", built["rail"], count=2, reason=ends, blame="width")
    for name, rail in zip(("width at the top", "width at the bottom"), rails, strict=True):
        members.run(name, shape.width, half, fit, rail, fit, half)
    sides = members.add("side", built["side"], count=2, reason=ends, blame="height")
    legs = members.add("leg", built["leg"], count=2, reason=ends, blame="top_height")
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
        "half of a foot", built["foot"], count=4, reason="half of the foot less tee and end cap", blame="foot_length"
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
        more = members.add(f"rail of {name}", built[f"rail of {name}"], count=2, reason=ends, blame="width")
        up = members.add(f"side of {name}", built[f"side of {name}"], count=2, reason=ends, blame="height")
        for rail in more:
            members.run(f"width of {name}", shape.width, half, fit, rail, fit, half)
        for side in up:
            members.run(f"height of {name}", shape.height, half, fit, side, fit, half)
        members.add(
            f"spacer to {name}",
            built[f"spacer to {name}"],
            count=4,
            blame="layer_gap",
            reason="gap between the cloths less one pipe; tied between the frames",
        )
        members.fittings += [Fitting(id="pipe_elbow", count=4), Fitting(id="cloth_tie", count=8)]
    if glued:
        members.fittings.append(Fitting(id="solvent_cement", count=1))
    return Structure(
        stock=bar,
        pieces=tuple(members.pieces),
        runs=tuple(members.runs),
        fittings=added(members.fittings),
        depth=outer,
        girth=bar.girth,
        steps=_steps(
            shape, glued=glued, inserted=inserted, saw=kerf_name, split=any("parts" in p.reason for p in members.pieces)
        ),
    )


def _steps(shape: FrameShape, *, glued: bool, inserted: float, saw: str, split: bool) -> tuple[Step, ...]:
    steps = [
        Step(id="cut-the-pipe", says=SAYS("cut-the-pipe", saw=saw), minutes=20, does="cut"),
        Step(id="mark-the-insertion", says=SAYS("mark-the-insertion", inserted=inserted), minutes=10, does="mark"),
        Step(
            id="put-it-together-dry",
            says=SAYS("put-it-together-dry", diagonal=square_diagonal(shape.width, shape.height)),
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
                says=SAYS("join-the-split-members"),
                minutes=5,
                does="dry",
                uses=("pipe_coupling",),
            )
        )
    if glued:
        steps.append(
            Step(
                id="glue-what-stays-together",
                says=SAYS("glue-what-stays-together"),
                minutes=25,
                does="bond",
                uses=("solvent_cement",),
                wait=120,
            )
        )
    return tuple(steps)
