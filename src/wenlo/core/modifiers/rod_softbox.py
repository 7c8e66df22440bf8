"""A lampshade or cone of cloth on rods, lined white or silver, with a sheet over its mouth."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import LiningRef
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.fabrication.parts_list import PartsList
from wenlo.core.fabrication.templates import gore
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, ReuseRule
from wenlo.core.modifiers.placing import key_lamp, lined
from wenlo.core.modifiers.round_mouth import RoundMouth, mouth, round_marks, widened
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.upright import place_of
from wenlo.core.optics.shapes import Tube
from wenlo.core.optics.sheet import flipped
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

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


def build(design: RodBoxParameters, brief: Brief) -> BuildPlan:
    """Eight gores of cloth, rods and a front sheet."""
    work = PartsList(carrying_length=brief.carrying_length)
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
    work.cover(design.lining, wide, tall, count=8, note="eight gores, 20 mm seam; a pocket for the rod in each seam")
    work.cover("black_cotton", wide, tall, count=8, note="black outside, sewn into the same seams")
    work.cover(
        design.sheet,
        design.width,
        design.width,
        margin=0.05,
        count=design.layers,
        note="cut round, hook-and-loop along the rim",
    )
    work.fit("hook_and_loop", math.pi * design.width)
    work.fit("fibre_rod", math.ceil(8 * (slant + 0.05)))
    work.template(shape)
    work.step(
        "sew-the-cone",
        "Sew the cone",
        "Gores side by side, rod pockets in the seams, a ring at the throat that fits the lamp's mount.",
        mistake="Pockets too loose: the rods slip and the mouth warps.",
        minutes=120,
        does="bond",
        uses=("gores", "black outside"),
    )
    work.step(
        "spring-it-open",
        "Spring it open",
        f"Eight rods of {slant + 0.05:.2f} m, bent into the throat ring one opposite the other.",
        caution="Bent rods spring back: face away, and cap their ends.",
        minutes=10,
        does="mount",
        uses=("fibre_rod",),
    )
    work.step(
        "mount-it",
        "Mount it",
        "On the lamp's ring, the stand's leg under the box.",
        mistake="The stand sags or tips under a box hung before it: ballast on the far leg.",
        caution="A bulb in a closed cone gets hot: use an LED, and leave the throat open for air.",
        minutes=5,
        does="hang",
        uses=("cut round", "hook_and_loop"),
    )
    return work.plan("rod softbox")


def start(brief: Brief) -> RodBoxParameters:
    """Near the subject, a little above."""
    return RodBoxParameters(width=0.8, **place_of(brief, height=0.8, wish=0.9))


def scaled(design: RodBoxParameters, scale: float) -> RodBoxParameters:
    """Mouth and depth together."""
    return design.model_copy(update=widened(design, scale, depth_share=0.5))


def handling(design: RodBoxParameters) -> Handling:
    """On the lamp's own stand; folds to a roll."""
    slant = math.hypot(design.depth, design.width / 2)
    return Handling(stands=0, people=1, setup=6, strike=4, packed=(slant + 0.1, 0.15, 0.15), uses=80)


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
    becomes=(
        ReuseRule(
            forms=("shade",),
            sizes={"width": "width", "depth": "depth"},
            heaviest=2.0,
            how=(
                "Line it, put the sheet over its wide end and the lamp at its narrow one, the bulb clear of every wall."
            ),
        ),
    ),
)
