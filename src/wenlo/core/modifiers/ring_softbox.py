"""A ring lamp in a foil-lined rim with a back disc, behind thin layers until its outline cannot be made out."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import LiningRef, SheetRef, bounce_face, covering_of
from wenlo.core.fabrication.assembly.parts import BuildJoint, PartContact
from wenlo.core.fabrication.assembly.sheets import DiscSolid, TurnedSolid
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import circle, oblong
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import along, begin
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import key_lamp, lined
from wenlo.core.modifiers.round_mouth import RoundMouth, mouth, round_marks, widened
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.upright import place_of
from wenlo.core.optics.shapes import Disc, Tube
from wenlo.core.optics.sheet import flipped
from wenlo.core.units.fields import quantity

SAYS = Phrases(
    "ring-softbox",
    {
        "bend-the-rim": {"overlap": "length", "notch": "length"},
        "line-and-close-it": {"lining": "label", "count": "count"},
    },
)

Vector = NDArray[np.float64]


OVERLAP = 0.03
"""The ends of the rim lie so far over each other. [m]"""

RIM = "white_foam_board"
"""What rim and disc are made of, scored so that it bends."""


class RingBoxParameters(RoundMouth):
    """Parameters of the rim."""

    kind: Literal["ring_softbox"] = "ring_softbox"
    width: float = quantity(0.2, 1.0, unit="m", label="diameter", default=0.5)
    depth: float = quantity(0.03, 0.4, unit="m", label="depth", default=0.1)
    sheet: SheetRef = "matt_drafting_film"
    lining: LiningRef = "foil_creased"
    layers: int = quantity(1, 3, unit="count", label="number of layers", default=2)
    notch: float = quantity(0.0, 0.12, unit="m", label="gap in the rim for the ring's mount", default=0.04)


def arrange(design: RingBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Rim, back disc, layers and the ring."""
    sheet = mouth(design, transmittance)
    inside = lined(design.lining)
    rim = Tube(
        id="rim",
        base=design.source_centre,
        axis=design.direction,
        length=design.depth,
        radius=design.width / 2,
        surface=flipped(inside),
        role="modifier",
    )
    back = Disc(
        id="back disc",
        centre=design.source_centre + design.direction * design.depth,
        axis=-design.direction,
        radius=design.width / 2,
        surface=inside,
        role="modifier",
    )
    return Arrangement(
        surfaces=(sheet, rim, back), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


def _round(work: LaidParts, design: RingBoxParameters) -> tuple[float, float]:
    # own coordinates: z from the front back along the axis; what comes back are the rim's length and the disc's width
    box = work.layout_at("box", along(design.source_centre, design.direction))
    lining, board, sheet = covering_of(design.lining), covering_of(RIM), covering_of(design.sheet)
    w, d, inner = design.width, design.depth, design.width / 2 + lining.thickness
    girth, disc = 2 * math.pi * inner, 2 * (inner + board.thickness)

    def wall(radius: float, thick: float, *, soft: bool) -> TurnedSolid:
        return TurnedSolid(profile=((radius + thick, 0.0), (radius + thick, d)), wall=thick, soft=soft)

    rim = work.formed(
        box,
        "rim",
        RIM,
        wall(inner, board.thickness, soft=False),
        PartPose(),
        flat=(girth + OVERLAP, d),
        note="rim: a strip, scored every 20 mm so that it bends round, its ends lapped and taped",
    )
    back = work.formed(
        box,
        "back disc",
        RIM,
        DiscSolid(outer=disc, thickness=board.thickness),
        PartPose(origin=(0.0, 0.0, d + lining.thickness)),
        flat=(disc, disc),
        note="back disc, cut round, over the rim's edge",
    )
    around = work.formed(
        box,
        "lining of the rim",
        design.lining,
        wall(w / 2, lining.thickness, soft=True),
        PartPose(),
        flat=(math.pi * w, d),
        margin=0.01,
        note="lining of the rim",
        lit="rim",
    )
    behind = work.formed(
        box,
        "lining of the disc",
        design.lining,
        DiscSolid(outer=w, thickness=lining.thickness, soft=True),
        PartPose(origin=(0.0, 0.0, d)),
        flat=(w, w),
        note="lining of the disc, cut round",
        lit="back disc",
    )
    tape = {"cloth_tape": math.pi * disc + d}
    box.held.append(
        BuildJoint(
            id="rim@disc",
            method="taped",
            parts=(rim, back),
            contacts=(PartContact(first=rim, second=back, gap=lining.thickness),),
            used=tape,
        )
    )
    box.hold("taped", around, (rim,), used={"cloth_tape": 2 * d})
    box.hold("taped", behind, (back,), used={"cloth_tape": d})
    below = rim
    for k in range(design.layers):
        front = work.formed(
            box,
            f"front {k + 1}",
            design.sheet,
            DiscSolid(outer=w, thickness=sheet.thickness, soft=sheet.form == "cloth"),
            PartPose(origin=(0.0, 0.0, -k * sheet.thickness), y=(0.0, -1.0, 0.0), z=(0.0, 0.0, -1.0)),
            flat=(w, w),
            margin=0.03,
            note="one layer on the other, taped at the rim",
            role="front sheet",
            lit="sheet" if k == 0 else "",
        )
        contact = PartContact(first=front, second=below, gap=lining.thickness)
        box.held.append(
            BuildJoint(
                id=f"{front}@taped",
                method="taped",
                parts=(front, below),
                contacts=(contact,),
                used={"cloth_tape": math.pi * w if k == 0 else 0.2},
            )
        )
        below = front
    return girth, disc


def _notch(design: RingBoxParameters, girth: float) -> tuple[tuple[tuple[float, float], ...], ...]:
    # at the middle of the strip, which is below, from near the back edge half-way to the front
    if design.notch <= 0.0:
        return ()
    low, high = 0.45 * design.depth, 0.95 * design.depth
    left, right = (girth - design.notch) / 2, (girth + design.notch) / 2
    return (((left, low), (right, low), (right, high), (left, high)),)


def laid(design: RingBoxParameters, brief: Brief) -> LaidParts:
    """A rim of card, a disc, and layers."""
    work = begin(design, brief)
    girth, disc = _round(work, design)
    work.template(Template(name="back disc", outline=circle(disc / 2, disc / 2, disc), note="cut round"))
    scores = tuple(((0.02 * k, 0.0), (0.02 * k, design.depth)) for k in range(1, int(girth / 0.02)))
    work.template(
        Template(
            name="rim",
            outline=oblong((girth + OVERLAP) / 2, design.depth / 2, girth + OVERLAP, design.depth),
            holes=_notch(design, girth),
            folds=scores,
            note="scored half through; the last of it is lapped",
        )
    )
    says = SAYS("bend-the-rim", overlap=OVERLAP, notch=design.notch)
    work.step(says, minutes=30, does="bond", uses=("rim:", "back disc", "cloth_tape"), wait=10)
    work.step(
        SAYS("line-and-close-it", lining=bounce_face(design.lining).name, count=design.layers),
        minutes=30,
        does="cover",
        uses=("lining of", "one layer"),
    )
    return work


BECOMES = (
    ReuseRule(
        forms=("dish",),
        sizes={"width": "width", "depth": "depth"},
        faces=1,
        heaviest=1.5,
        how=(
            "Cut the floor out for the lens, line the rim with foil, set the ring lamp in and stretch the layers"
            " over the front."
        ),
        fills=("box/rim", "box/back disc"),
        instead=("bend-the-rim",),
    ),
)

build, assemble = built(laid, "ring-light softbox", BECOMES)


def start(brief: Brief) -> RingBoxParameters:
    """Near the subject, as the ring is small."""
    return RingBoxParameters(width=0.5, **place_of(brief, height=0.5, wish=0.7, angle=30.0))


def scaled(design: RingBoxParameters, scale: float) -> RingBoxParameters:
    """A wider rim round the same ring."""
    return design.model_copy(update=widened(design, scale, depth_share=0.2))


def handling(design: RingBoxParameters) -> Handling:
    """On the ring's own stand."""
    return Handling(stands=0, people=1, setup=4, strike=2, uses=25)


def holds(design: RingBoxParameters, mass: float) -> tuple[Hold, ...]:
    """The ring's mount."""
    return (Hold(id="mount", by="lamp", name="ring's mount", place=design.lamp_position, mass=mass, on_lamp=True),)


def rejection_reason(brief: Brief) -> str | None:
    """Needs a ring lamp."""
    return None if brief.lamp.type.inner > 0.0 else "It is made round a ring lamp; choose one as the lamp."


SLOTS = slots_of(RingBoxParameters)

KIND = Kind(
    id="ring_softbox",
    name="ring-light softbox",
    parameters=RingBoxParameters,
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
    rejection_reason=rejection_reason,
    methods={"enclosed": 4, "lined": 4},
    good="turns a cheap ring into a round, even source; light",
    bad="never larger than its rim, so soft only near",
    replaces=("layers until the ring cannot be counted",),
    mistakes=("too few layers",),
    cautions=("Vents of the ring left free.",),
    becomes=BECOMES,
    refused_frames={
        "timber": "It is rolled or drawn round; straight bars have corners.",
        "tube": "It is rolled or drawn round; straight bars have corners.",
        "pipe": "It is rolled or drawn round; straight bars have corners.",
        "board": "Its disc is cut round the ring already.",
    },
)
