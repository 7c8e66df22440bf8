"""A frame of planed timber battens, laid flat, butt-jointed or half-lapped and screwed."""

from dataclasses import dataclass

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions import timber_frame
from wenlo.core.fabrication.assembly.resolve import members_by_group
from wenlo.core.fabrication.assembly.shop import shop_for
from wenlo.core.fabrication.fasteners import Batten, bolted, butt, lap, mitred, pocketed, splint
from wenlo.core.fabrication.frame_shape import FrameShape, TimberJoint
from wenlo.core.fabrication.members import Members, Splice, joint, square_diagonal
from wenlo.core.fabrication.parts import Fitting, Hole, Sketch, Step, Structure, added
from wenlo.core.fabrication.screws import (
    LONG,
    POCKET,
    end_screw,
    flat_screw,
    foot_bolt,
    longest_through,
    spacer_screw,
    thin_screw,
)
from wenlo.core.facts import Phrases

SAYS = Phrases(
    "timber-frame",
    {
        "choose-and-cut-the-battens": {"saw": "label"},
        "join-the-frame": {
            "joint": "choice",
            "half": "fine",
            "width": "length",
            "wood": "length",
            "screw": "drill",
            "longest": "drill",
            "diagonal": "length",
        },
        "bolt-the-feet-on": {},
    },
)


LONG_RAIL = 1.0
"""Screws of its two ends never meet in one as long as this. [m]"""


@dataclass(frozen=True, kw_only=True)
class _Corner:
    # how corners are made: what rails are shorter by at the top and at the bottom [m], screws for four corners
    top: float
    bottom: float
    screws: Fitting
    screw: float
    why_top: str
    why_bottom: str
    least: float


def _corner(kind: TimberJoint, wide: float, thick: float) -> _Corner:
    long = end_screw(LONG_RAIL, wide)
    less = f"outside less two upright widths of {wide * 1000:.0f} mm"
    across = "right across; half of the thickness is taken out at each end"
    if kind == "half_lap":
        return _Corner(
            top=0.0,
            bottom=0.0,
            screws=Fitting(id=thin_screw(thick).id, count=16),
            screw=thin_screw(thick).length,
            why_top=across,
            why_bottom=across,
            least=2 * wide,
        )
    if kind == "mitre":
        tip = "right across, tip to tip, both ends cut at 45°"
        return _Corner(
            top=0.0,
            bottom=wide,
            screws=Fitting(id=LONG.id, count=8),
            screw=LONG.length,
            why_top=tip,
            why_bottom=less,
            least=2 * wide,
        )
    if kind == "pocket_screw":
        return _Corner(
            top=wide,
            bottom=wide,
            screws=Fitting(id=POCKET.id, count=8),
            screw=POCKET.length,
            why_top=less,
            why_bottom=less,
            least=0.06,
        )
    return _Corner(
        top=wide,
        bottom=wide,
        screws=Fitting(id=long.id, count=8),
        screw=long.length,
        why_top=less,
        why_bottom=less,
        least=0.06,
    )


def _holes(kind: TimberJoint, section: Batten, frames: int) -> tuple[Hole, ...]:
    corners = 4 * frames
    if kind == "half_lap":
        return (lap(("rail", "upright"), batten=section, joints=corners),)
    if kind == "pocket_screw":
        return (pocketed(("rail",), batten=section, ends=corners),)
    if kind == "mitre":
        # the first frame's lower rail is butted; further frames are mitred all round
        return (
            mitred(("rail", "upright"), batten=section, joints=corners - 2),
            *butt("upright", "rail", batten=section, ends=2),
        )
    return butt("upright", "rail", batten=section, ends=corners)


def build(shape: FrameShape, *, bar: BarType, timber_joint: TimberJoint, kerf_name: str) -> Structure:
    """Pieces, screws and steps of a timber frame.

    Butt: rails stand between the uprights, so they are two batten widths shorter than the frame; half
    lap: rails go right across and half of the thickness is taken out of each.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    wide, thick = bar.width, bar.thickness
    corner = _corner(timber_joint, wide, thick)
    members = Members(
        carrying_length=shape.carrying_length,
        least=corner.least,
        splice=Splice(fitting=flat_screw(thick, thick).id, per_joint=4, splint=bar.splint),
    )
    # how long members are and how they are split is known to the joints
    built = members_by_group(
        timber_frame.skeleton(shape, bar=bar, joint=timber_joint), shop_for(bar, carrying_length=shape.carrying_length)
    )
    for where, take, why in (("top", corner.top, corner.why_top), ("bottom", corner.bottom, corner.why_bottom)):
        (rail,) = members.add("rail", built[f"rail at the {where}"], count=1, reason=why, blame="width")
        members.run(f"width at the {where}", shape.width, joint(take), rail, joint(take))
    uprights = members.add(
        "upright", built["upright"], count=2, reason="floor to the top, in one line", blame="top_height"
    )
    for where, upright in zip(("left", "right"), uprights, strict=True):
        members.run(f"top of the {where} side above the floor", shape.top_height, upright)
    feet = members.add("foot", built["foot"], count=2, reason="as long as the foot", blame="foot_length")
    for where, foot in zip(("left", "right"), feet, strict=True):
        members.run(f"{where} foot", shape.foot_length, foot)
    members.fittings += [
        corner.screws,
        Fitting(id="wood_glue", count=1),
        Fitting(id=foot_bolt(thick, wide).id, count=4),
    ]
    spacers = 0
    for index in range(shape.extra_rectangles):
        name = f"layer frame {index + 2}"
        take = corner.top
        rails, sides = f"rail of {name}", f"side of {name}"
        more = members.add(rails, built[rails], count=2, reason=corner.why_top, blame="width")
        up = members.add(sides, built[sides], count=2, reason="full height", blame="height")
        for rail in more:
            members.run(f"width of {name}", shape.width, joint(take), rail, joint(take))
        for side in up:
            members.run(f"height of {name}", shape.height, side)
        members.least = 0.0
        if shape.gap - thick > 0.005:
            spacers += 4
            members.add(
                f"spacer to {name}",
                built[f"spacer to {name}"],
                count=4,
                blame="layer_gap",
                reason="gap between the cloths less one batten; screwed between the frames",
            )
        members.least = corner.least
        members.fittings.append(corner.screws)
    between = spacer_screw(shape.gap - thick, thick)
    if spacers:
        members.fittings.append(Fitting(id=between.id, count=4 * spacers))
    section = Batten(width=wide, thickness=thick)
    frames = 1 + shape.extra_rectangles
    spliced = sum(piece.name.startswith("splint behind") for piece in members.pieces)
    holes = (
        *_holes(timber_joint, section, frames),
        bolted(("upright", "foot"), batten=section, joints=2),
        *(
            butt("rail", "spacer", batten=Batten(width=thick, thickness=wide), ends=2 * spacers, screw=between)
            if spacers
            else ()
        ),
        *((splint(("splint",), batten=section, joints=spliced, length=bar.splint),) if spliced else ()),
    )
    return Structure(
        holes=holes,
        stock=bar,
        pieces=tuple(members.pieces),
        runs=tuple(members.runs),
        fittings=added(members.fittings),
        depth=thick,
        girth=bar.girth,
        steps=_steps(shape, corner=corner, timber_joint=timber_joint, wide=wide, thick=thick, saw=kerf_name),
    )


def _steps(
    shape: FrameShape, *, corner: _Corner, timber_joint: TimberJoint, wide: float, thick: float, saw: str
) -> tuple[Step, ...]:
    lapped = timber_joint == "half_lap"
    return (
        Step(id="choose-and-cut-the-battens", says=SAYS("choose-and-cut-the-battens", saw=saw), minutes=20, does="cut"),
        Step(
            id="join-the-frame",
            says=SAYS(
                "join-the-frame",
                joint=timber_joint,
                half=thick / 2,
                width=wide,
                wood=thick if lapped else wide,
                screw=corner.screw,
                longest=longest_through(thick),
                diagonal=square_diagonal(shape.width, shape.height),
            ),
            minutes=35,
            does="bond",
            uses=(
                "rail",
                "upright",
                "spacer",
                "side of layer",
                "wood_screw",
                "lap_screw",
                "pocket_screw",
                "splint_screw",
                "wood_glue",
            ),
            wait=60,
            sketch=Sketch(width=shape.width, height=shape.height, sides="upright", rails="rail"),
        ),
        Step(
            id="bolt-the-feet-on",
            says=SAYS("bolt-the-feet-on"),
            minutes=15,
            does="mount",
            uses=("foot", "upright_bolt"),
        ),
    )
