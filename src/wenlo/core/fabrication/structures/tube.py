"""A frame of square aluminium tube with push-in joints.

A joint is a cube as thick as the tube with spigots that go inside the tubes; only the cube takes up
length, so each tube is cut to the clear distance between cubes.
"""

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions import tube_frame
from wenlo.core.fabrication.assembly.resolve import members_by_group
from wenlo.core.fabrication.assembly.shop import shop_for, spigot_fit
from wenlo.core.fabrication.frame_shape import FrameShape, Sockets
from wenlo.core.fabrication.members import Members, Splice, joint, square_diagonal
from wenlo.core.fabrication.parts import Fitting, Sketch, Step, Structure, added
from wenlo.core.facts import Phrases

SAYS = Phrases(
    "tube-frame", {"cut-the-tube": {"saw": "label", "extra": "length"}, "push-the-joints-in": {"diagonal": "length"}}
)


def build(shape: FrameShape, *, bar: BarType, kerf_name: str, sockets: Sockets | None = None) -> Structure:
    """Pieces, joints and steps of a square tube frame.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    measured = sockets or Sockets()
    row = spigot_fit(bar, measured)
    cube, least = row.cube, 2 * row.spigot
    members = Members(
        carrying_length=shape.carrying_length, least=least, splice=Splice(fitting="tube_joiner", adds=row.collar)
    )
    # cut lengths are what the joints leave; the runs add them up again
    shop = shop_for(bar, carrying_length=shape.carrying_length, sockets=measured)
    built = members_by_group(tube_frame.skeleton(shape, bar=bar), shop)
    between = f"outside less two joint cubes of {cube * 1000:.0f} mm"
    # a tube that goes on through a corner, and one that begins in it
    corner, through = joint(cube), joint(2 * row.half)

    rails = members.add("rail", built["rail"], count=2, reason=between, blame="width")
    for name, rail in zip(("width at the top", "width at the bottom"), rails, strict=True):
        members.run(name, shape.width, corner, rail, corner)
    sides = members.add("side", built["side"], count=2, reason=between, blame="height")
    legs = members.add("leg", built["leg"], count=2, reason="floor to frame less the foot cube", blame="top_height")
    for where, side, leg in zip(("left", "right"), sides, legs, strict=True):
        members.run(f"height of the {where} side", shape.height, corner, side, corner)
        members.run(f"top of the {where} side above the floor", shape.top_height, corner, leg, through, side, corner)
    cap = row.cap_head
    feet = members.add(
        "half of a foot",
        built["foot"],
        count=4,
        reason="half of the foot less half a cube and the head of the end cap",
        blame="foot_length",
    )
    for where, (back, front) in zip(("left", "right"), (feet[:2], feet[2:]), strict=True):
        members.run(f"{where} foot", shape.foot_length, joint(cap), back, through, front, joint(cap))
    members.fittings += [
        Fitting(id="tube_corner", count=2),
        Fitting(id="tube_tee", count=2),
        Fitting(id="tube_foot", count=2),
        Fitting(id="tube_cap", count=4),
    ]
    for index in range(shape.extra_rectangles):
        name = f"layer frame {index + 2}"
        more = members.add(f"rail of {name}", built[f"rail of {name}"], count=2, reason=between, blame="width")
        up = members.add(f"side of {name}", built[f"side of {name}"], count=2, reason=between, blame="height")
        for rail in more:
            members.run(f"width of {name}", shape.width, corner, rail, corner)
        for side in up:
            members.run(f"height of {name}", shape.height, corner, side, corner)
        members.least = 0.0
        if shape.gap - cube > 0.005:
            members.add(
                f"spacer to {name}",
                built[f"spacer to {name}"],
                count=4,
                blame="layer_gap",
                reason="gap between the cloths less one tube; tied between the frames",
            )
        members.least = least
        members.fittings += [Fitting(id="tube_corner", count=4), Fitting(id="cloth_tie", count=8)]
    steps = (
        Step(id="cut-the-tube", says=SAYS("cut-the-tube", saw=kerf_name, extra=2 * cube), minutes=25, does="cut"),
        Step(
            id="push-the-joints-in",
            says=SAYS("push-the-joints-in", diagonal=square_diagonal(shape.width, shape.height)),
            minutes=15,
            does="bond",
            uses=("bars", "tube_corner", "tube_tee", "tube_foot", "tube_cap", "tube_joiner"),
            sketch=Sketch(width=shape.width, height=shape.height, sides="side", rails="rail"),
        ),
    )
    return Structure(
        stock=bar,
        pieces=tuple(members.pieces),
        runs=tuple(members.runs),
        fittings=added(members.fittings),
        depth=bar.width,
        girth=bar.girth,
        steps=steps,
    )
