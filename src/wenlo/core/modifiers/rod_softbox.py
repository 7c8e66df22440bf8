"""A lampshade that is there, or a cone of cloth on rods, lined white or silver, with a sheet over its mouth."""

import math
from collections.abc import Mapping, Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import LiningRef, OwnFace, OwnFound, bounce_face, covering_of, sheet_material
from wenlo.core.fabrication.assembly.layout import Layout
from wenlo.core.fabrication.assembly.sheets import DiscSolid, TurnedSolid
from wenlo.core.fabrication.assembly.shop import mass_of
from wenlo.core.fabrication.assembly.solids import BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import gore
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import along, begin
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Refusal, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import key_lamp, lined
from wenlo.core.modifiers.round_mouth import RoundMouth, mouth, round_marks, widened
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.upright import place_of
from wenlo.core.optics.shapes import Tube
from wenlo.core.optics.sheet import Sheet, board, flipped, sheet_of
from wenlo.core.units.fields import quantity

SAYS = Phrases(
    "rod-softbox",
    {
        "sew-the-cone": {},
        "spring-it-open": {"rod": "length"},
        "carry-it": {"arm": "length"},
        "mount-it": {"inside": "length"},
    },
)

Vector = NDArray[np.float64]

BLACK = "black_cotton"

BEYOND = 0.05
"""Of each rod, beyond its pocket. [m]"""

NECK, NECK_WALL = 0.04, 0.005
"""Inside of the ring that is clamped round the lamp's neck, and its wall. [m]"""

ARMS = 3

AT_THE_END = 0.02
"""A lamp that is no farther inside stands at the narrow end. [m]"""

LEAST_ROOM = 0.02
"""Between the lamp and the mouth. [m]"""

RODS: Mapping[str, tuple[str, float]] = {
    "4 mm": ("fibre_rod", 0.004),
    "6 mm": ("fibre_rod_6", 0.006),
    "8 mm": ("fibre_rod_8", 0.008),
}
"""What is bought for each, and its diameter. [m]"""


class RodBoxParameters(RoundMouth):
    """Parameters of the cone; its lamp is as far inside as one likes."""

    kind: Literal["rod_softbox"] = "rod_softbox"
    depth: float = quantity(0.1, 1.2, unit="m", label="depth", default=0.4)
    lining: LiningRef = "silver_cloth"
    throat: float = quantity(0.06, 0.8, unit="m", label="narrow end, diameter", default=0.14)
    lamp_in: float = quantity(0.0, 1.1, unit="m", label="lamp inside of the narrow end", default=0.01)
    rod: Literal["4 mm", "6 mm", "8 mm"] = "4 mm"

    @property
    def inside(self) -> float:
        """How far the lamp is inside of the narrow end. [m]"""
        return min(self.lamp_in, self.depth - LEAST_ROOM)

    @property
    def lamp_position(self) -> Vector:
        """On the axis, shape (3,). [m]"""
        place: Vector = self.source_centre + self.direction * (self.depth - self.inside)
        return place

    @property
    def room_at_lamp(self) -> float:
        """Inside diameter of the cone where the lamp is. [m]"""
        return self.throat + (self.width - self.throat) * self.inside / self.depth

    @property
    def own_shade(self) -> OwnFound | None:
        """The shade whose wall is the lining, where it is one that is there already."""
        same = self.found is not None and isinstance(self.lining, OwnFace) and self.lining.item == self.found.item
        return self.found if same else None


def _wall(design: RodBoxParameters) -> Sheet:
    # sewn, it is black outside; a shade glows, and is outside as it is inside
    shade = design.own_shade
    if shade is None:
        return flipped(lined(design.lining))
    glows = shade.sheet()
    if glows is not None:
        return sheet_of(sheet_material(glows))
    colour = bounce_face(design.lining).reflectance
    return board(colour, colour)


def arrange(design: RodBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Cone, mouth and lamp."""
    sheet = mouth(design, transmittance)
    cone = Tube(
        id="cone",
        base=design.source_centre,
        axis=design.direction,
        length=design.depth,
        radius=design.width / 2,
        end_radius=design.throat / 2,
        surface=_wall(design),
        role="modifier",
    )
    return Arrangement(
        surfaces=(sheet, cone), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


GORES = 8

POCKET = 0.001
"""Cloth of a rod's pocket, with its seam. [m]"""


def _sewn(work: LaidParts, design: RodBoxParameters, flat: tuple[float, float], slant: float) -> None:
    # own coordinates: z from the mouth back along the axis
    box = work.layout_at("box", along(design.source_centre, design.direction))
    lining, black = covering_of(design.lining), covering_of(BLACK)
    step = 360.0 / GORES
    item, thick = RODS[design.rod]
    made = []
    for name, ref, row, off, note, lit in (
        ("gore", design.lining, lining, 0.0, "eight gores, 20 mm seam; a pocket for the rod in each seam", True),
        ("black gore", BLACK, black, lining.thickness, "black outside, sewn into the same seams", False),
    ):
        out = off + row.thickness
        shape = TurnedSolid(
            profile=((design.width / 2 + out, 0.0), (design.throat / 2 + out, design.depth)),
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
    walls = lining.thickness + black.thickness
    out = walls + POCKET + thick / 2
    for k in range(GORES):
        turn = math.radians(step * k)
        ends = [
            (r * math.cos(turn), r * math.sin(turn), z)
            for r, z in ((design.width / 2 + out, 0.0), (design.throat / 2 + out, design.depth))
        ]
        rod = work.bought(
            box,
            f"rod {k + 1}",
            item,
            BoughtSolid(fills=(Rod(start=ends[0], end=ends[1], diameter=thick),)),
            PartPose(),
            role="rod",
            mass=slant * mass_of(item),
        )
        box.hold("sewn", rod, (made[GORES + k],), used={item: slant + BEYOND})
    _carried(work, box, design, made[GORES : 2 * GORES], walls)
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


def arm_length(design: RodBoxParameters) -> float:
    """From the neck ring to the outside of the narrow end. [m]"""
    return design.throat / 2 - NECK / 2 - NECK_WALL


def _carried(work: LaidParts, box: Layout, design: RodBoxParameters, outside: Sequence[str], walls: float) -> None:
    # the ring lies in the plane of the narrow end; its arms lie on the cloth there
    item, thick = RODS[design.rod]
    inner = NECK / 2 + NECK_WALL
    ring = work.bought(
        box,
        "neck ring",
        "neck_ring",
        DiscSolid(outer=2 * inner, inner=NECK, thickness=thick),
        PartPose(origin=(0.0, 0.0, design.depth)),
        mass=mass_of("neck_ring"),
    )
    reach = inner + arm_length(design) + walls
    for k in range(ARMS):
        turn = math.radians(360.0 / GORES * (round(k * GORES / ARMS) + 0.5))
        ends = [(r * math.cos(turn), r * math.sin(turn), design.depth + thick / 2) for r in (inner, reach)]
        arm = work.bought(
            box,
            f"arm {k + 1}",
            item,
            BoughtSolid(fills=(Rod(start=ends[0], end=ends[1], diameter=thick),)),
            PartPose(),
            role="arm",
            mass=(reach - inner) * mass_of(item),
        )
        box.hold("glued", arm, (ring,), used={"hot_glue": 1, item: reach - inner})
        box.hold("tied", arm, (outside[round(k * GORES / ARMS)],), used={"cloth_tie": 1})


def laid(design: RodBoxParameters, brief: Brief) -> LaidParts:
    """Eight gores of cloth, rods and a front sheet."""
    work = begin(design, brief)
    slant = math.hypot(design.depth, (design.width - design.throat) / 2)
    shape = gore(
        "gore",
        foot=math.pi * design.width / 8,
        head=math.pi * design.throat / 8,
        slant=slant,
        margin=0.02,
        note="eight of each cloth; the dashed lines are the seams, the wide end is the mouth",
    )
    # out of an oblong that holds all of it: slanting seams reach past the mouth's own width
    wide, tall = (max(side) - min(side) for side in zip(*shape.outline, strict=True))
    _sewn(work, design, (wide, tall), slant)
    work.template(shape)
    work.step(SAYS("sew-the-cone"), minutes=120, does="bond", uses=("gores", "black outside"))
    item, _ = RODS[design.rod]
    work.step(SAYS("spring-it-open", rod=slant + BEYOND), minutes=10, does="mount", uses=("rod",))
    work.step(
        SAYS("carry-it", arm=arm_length(design)),
        minutes=15,
        does="mount",
        uses=("arm", item, "neck_ring", "hot_glue", "cloth_tie"),
    )
    work.step(SAYS("mount-it", inside=design.inside), minutes=5, does="hang", uses=("cut round", "hook_and_loop"))
    return work


BECOMES = (
    ReuseRule(
        forms=("shade",),
        sizes={"width": "width", "depth": "depth", "throat": "narrow"},
        wall="lining",
        heaviest=2.0,
        how="Put the sheet over its wide end and the lamp in its narrow one, the bulb clear of every wall.",
        fills=("box/gore *", "box/black gore *", "box/rod *"),
        instead=("sew-the-cone", "spring-it-open"),
    ),
)

build, assemble = built(laid, "rod softbox", BECOMES)


def start(brief: Brief) -> RodBoxParameters:
    """Near the subject, a little above."""
    throat = round(min(max(0.14, brief.lamp.type.size[0]), 0.8), 3)
    return RodBoxParameters(width=0.8, throat=throat, **place_of(brief, height=0.8, wish=0.9))


def scaled(design: RodBoxParameters, scale: float) -> RodBoxParameters:
    """Mouth and depth together."""
    wider = widened(design, scale, depth_share=0.5)
    return design.model_copy(update={**wider, "throat": min(design.throat, wider["width"])})


def refuses(design: RodBoxParameters, lamp: LampType) -> Refusal | None:
    """A narrow end wider than the mouth, a lamp out of the mouth, or one that is wider than the cone is there."""
    if design.throat > design.width:
        return Refusal(field="throat", text="The narrow end is wider than the mouth: make it as wide at most.")
    if design.lamp_in > design.depth - LEAST_ROOM:
        return Refusal(field="lamp_in", text="So far inside, the lamp would stand out of the mouth or touch the sheet.")
    # a wide head stands behind the narrow end, a lamp that is put inside must go in
    if design.inside > AT_THE_END and lamp.size[0] > design.room_at_lamp:
        text = "The lamp is wider than the narrow end is there: put it farther inside, or make the narrow end wider."
        return Refusal(field="throat", text=text)
    return None


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
    refuses=refuses,
    refused_frames={
        "timber": "It is rolled or drawn round; straight bars have corners.",
        "tube": "It is rolled or drawn round; straight bars have corners.",
        "pipe": "It is rolled or drawn round; straight bars have corners.",
        "board": "It is rolled or drawn round; straight bars have corners.",
    },
)
