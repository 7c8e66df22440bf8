"""A lampshade or cone of cloth on rods, lined white or silver, with a sheet over its mouth."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import LiningRef, covering_of
from wenlo.core.fabrication.assembly.sheets import DiscSolid, TurnedSolid
from wenlo.core.fabrication.assembly.shop import mass_of
from wenlo.core.fabrication.assembly.solids import BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import gore
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import along, begin
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import key_lamp, lined
from wenlo.core.modifiers.round_mouth import RoundMouth, mouth, round_marks, widened
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.upright import place_of
from wenlo.core.optics.shapes import Tube
from wenlo.core.optics.sheet import flipped
from wenlo.core.units.fields import quantity

SAYS = Phrases("rod-softbox", {"sew-the-cone": {}, "spring-it-open": {"rod": "length"}, "mount-it": {}})

Vector = NDArray[np.float64]

BLACK = "black_cotton"

BEYOND = 0.05
"""Of each rod, for the throat's ring. [m]"""

THROAT = 0.07
"""Radius of the narrow end, round the lamp's mount. [m]"""


class RodBoxParameters(RoundMouth):
    """Parameters of the cone."""

    kind: Literal["rod_softbox"] = "rod_softbox"
    depth: float = quantity(0.1, 1.2, unit="m", label="depth", default=0.4)
    lining: LiningRef = "silver_cloth"


def arrange(design: RodBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Cone, mouth and lamp."""
    sheet = mouth(design, transmittance)
    cone = Tube(
        id="cone",
        base=design.source_centre,
        axis=design.direction,
        length=design.depth,
        radius=design.width / 2,
        end_radius=THROAT,
        surface=flipped(lined(design.lining)),
        role="modifier",
    )
    return Arrangement(
        surfaces=(sheet, cone), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


GORES = 8

POCKET = 0.001
"""Cloth of a rod's pocket, with its seam. [m]"""

ROD = 0.004
"""Diameter of the rods. [m]"""


def _sewn(work: LaidParts, design: RodBoxParameters, flat: tuple[float, float], slant: float) -> None:
    # own coordinates: z from the mouth back along the axis
    box = work.layout_at("box", along(design.source_centre, design.direction))
    lining, black = covering_of(design.lining), covering_of(BLACK)
    step = 360.0 / GORES
    made = []
    for name, ref, row, off, note, lit in (
        ("gore", design.lining, lining, 0.0, "eight gores, 20 mm seam; a pocket for the rod in each seam", True),
        ("black gore", BLACK, black, lining.thickness, "black outside, sewn into the same seams", False),
    ):
        out = off + row.thickness
        shape = TurnedSolid(
            profile=((design.width / 2 + out, 0.0), (THROAT + out, design.depth)),
            wall=row.thickness,
            sweep=step,
            soft=True,
        )
        for k in range(GORES):
            turn = math.radians(step * k)
            x = (math.cos(turn), math.sin(turn), 0.0)
            pose = PartPose(x=x, y=(-x[1], x[0], 0.0))
            made.append(work.formed(box, f"{name} {k + 1}", ref, shape, pose, flat=flat, note=note, role=name))
        if lit:
            box.light("cone", *made)
    for k in range(GORES):
        inner, outer = made[k], made[GORES + k]
        box.hold("sewn", outer, (inner,))
        box.hold("sewn", inner, (made[(k + 1) % GORES],))
    out = lining.thickness + black.thickness + POCKET + ROD / 2
    for k in range(GORES):
        turn = math.radians(step * k)
        ends = [
            (r * math.cos(turn), r * math.sin(turn), z)
            for r, z in ((design.width / 2 + out, 0.0), (THROAT + out, design.depth))
        ]
        rod = work.bought(
            box,
            f"rod {k + 1}",
            "fibre_rod",
            BoughtSolid(fills=(Rod(start=ends[0], end=ends[1], diameter=ROD),)),
            PartPose(),
            role="rod",
            mass=slant * mass_of("fibre_rod"),
        )
        box.hold("sewn", rod, (made[GORES + k],), used={"fibre_rod": slant + BEYOND})
    below = made[:GORES]
    sheet = covering_of(design.sheet)
    for k in range(design.layers):
        front = work.formed(
            box,
            f"front {k + 1}",
            design.sheet,
            DiscSolid(outer=design.width, thickness=sheet.thickness, soft=sheet.form == "cloth"),
            # the first is the innermost
            PartPose(origin=(0.0, 0.0, -k * sheet.thickness), y=(0.0, -1.0, 0.0), z=(0.0, 0.0, -1.0)),
            flat=(design.width, design.width),
            margin=0.05,
            note="cut round, hook-and-loop along the rim",
            role="front sheet",
            lit="sheet" if k == 0 else "",
        )
        around = {"hook_and_loop": math.pi * design.width} if k == 0 else {}
        box.hold("hook_and_loop", front, (below[0],), used=around)
        below = [front]


def laid(design: RodBoxParameters, brief: Brief) -> LaidParts:
    """Eight gores of cloth, rods and a front sheet."""
    work = begin(design, brief)
    slant = math.hypot(design.depth, design.width / 2 - THROAT)
    shape = gore(
        "gore",
        foot=math.pi * design.width / 8,
        head=2 * math.pi * THROAT / 8,
        slant=slant,
        margin=0.02,
        note="eight of each cloth; the dashed lines are the seams, the wide end is the mouth",
    )
    # out of an oblong that holds all of it: slanting seams reach past the mouth's own width
    wide, tall = (max(side) - min(side) for side in zip(*shape.outline, strict=True))
    _sewn(work, design, (wide, tall), slant)
    work.template(shape)
    work.step(SAYS("sew-the-cone"), minutes=120, does="bond", uses=("gores", "black outside"))
    work.step(SAYS("spring-it-open", rod=slant + 0.05), minutes=10, does="mount", uses=("fibre_rod",))
    work.step(SAYS("mount-it"), minutes=5, does="hang", uses=("cut round", "hook_and_loop"))
    return work


BECOMES = (
    ReuseRule(
        forms=("shade",),
        sizes={"width": "width", "depth": "depth"},
        heaviest=2.0,
        how=("Line it, put the sheet over its wide end and the lamp at its narrow one, the bulb clear of every wall."),
        fills=("box/gore *", "box/black gore *", "box/rod *"),
        instead=("sew-the-cone", "spring-it-open"),
    ),
)

build, assemble = built(laid, "rod softbox", BECOMES)


def start(brief: Brief) -> RodBoxParameters:
    """Near the subject, a little above."""
    return RodBoxParameters(width=0.8, **place_of(brief, height=0.8, wish=0.9))


def scaled(design: RodBoxParameters, scale: float) -> RodBoxParameters:
    """Mouth and depth together."""
    return design.model_copy(update=widened(design, scale, depth_share=0.5))


def handling(design: RodBoxParameters) -> Handling:
    """On the lamp's own stand; folds to a roll."""
    return Handling(stands=0, people=1, setup=6, strike=4, uses=80)


def holds(design: RodBoxParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp's mount."""
    return (Hold(id="mount", by="lamp", name="lamp's mount", place=design.lamp_position, mass=mass, on_lamp=True),)


SLOTS = slots_of(RodBoxParameters)

KIND = Kind(
    id="rod_softbox",
    name="lampshade or rod softbox",
    parameters=RodBoxParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=round_marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"], layers=SLOTS["layers"]),
        faces=(SLOTS["lining"],),
        travel=SLOTS["distance"],
        stands=SLOTS["centre_height"],
    ),
    methods={"enclosed": 1, "facing the sheet": 2, "lamps": 2, "side": 3, "lined": 2, "layered": 2},
    good="one stand, no spill, quick to put up; folds to a roll",
    bad="hangs before its stand and tips it; hot spot in the middle with one layer",
    replaces=("mouth as wide as it is far from the face", "depth half of the width"),
    mistakes=("stand sags", "bulb heat", "one layer with a bare chip: a hot spot"),
    cautions=("Heat of the bulb in the cone; bent rods spring back.",),
    becomes=BECOMES,
    refused_frames={
        "timber": "It is rolled or drawn round; straight bars have corners.",
        "tube": "It is rolled or drawn round; straight bars have corners.",
        "pipe": "It is rolled or drawn round; straight bars have corners.",
        "board": "It is rolled or drawn round; straight bars have corners.",
    },
)
