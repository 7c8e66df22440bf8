"""A ring lamp in a foil-lined rim with a back disc, behind thin layers until its outline cannot be made out."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import LiningRef, SheetRef, bounce_face
from wenlo.core.fabrication.parts import BuildPlan, Template
from wenlo.core.fabrication.parts_list import PartsList
from wenlo.core.fabrication.templates import circle, oblong
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, ReuseRule
from wenlo.core.modifiers.placing import key_lamp, lined
from wenlo.core.modifiers.round_mouth import RoundMouth, mouth, round_marks, widened
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.upright import place_of
from wenlo.core.optics.shapes import Disc, Tube
from wenlo.core.optics.sheet import flipped
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]


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


def build(design: RingBoxParameters, brief: Brief) -> BuildPlan:
    """A rim of card, a disc, and layers."""
    work = PartsList(carrying_length=brief.carrying_length)
    work.cover(RIM, np.pi * design.width, design.depth, note="rim: a strip, scored every 20 mm so that it bends round")
    work.cover(RIM, design.width, design.width, note="back disc, cut round")
    work.cover(
        design.lining, design.width, design.width + np.pi * design.depth, margin=0.03, note="lining of disc and rim"
    )
    work.cover(
        design.sheet,
        design.width,
        design.width,
        margin=0.03,
        count=design.layers,
        note="one layer on the other, taped at the rim",
    )
    work.fit("cloth_tape", 4)
    work.template(
        Template(name="back disc", outline=circle(design.width / 2, design.width / 2, design.width), note="cut round")
    )
    girth = float(np.pi * design.width)
    scores = tuple(((0.02 * k, 0.0), (0.02 * k, design.depth)) for k in range(1, int(girth / 0.02)))
    work.template(
        Template(
            name="rim",
            outline=oblong(girth / 2, design.depth / 2, girth, design.depth),
            folds=scores,
            note="scored half through",
        )
    )
    work.step(
        "bend-the-rim",
        "Bend the rim",
        "Score, bend, tape its ends; tape it to the disc from outside.",
        caution="Fresh blade, steel rule, fingers behind it.",
        minutes=30,
        does="bond",
        uses=("rim:", "back disc", "cloth_tape"),
        wait=10,
    )
    work.step(
        "line-and-close-it",
        "Line and close it",
        f"{bounce_face(design.lining).name.capitalize()} inside, ring lamp in, {design.layers}"
        f" layer{'s' if design.layers > 1 else ''} over the front.",
        check="From the subject's place the ring's outline cannot be made out.",
        mistake="Too few layers: the ring shows in the eyes.",
        caution="Leave the lamp's vents free.",
        minutes=30,
        does="cover",
        uses=("lining of", "one layer"),
    )
    return work.plan("ring-light softbox")


def start(brief: Brief) -> RingBoxParameters:
    """Near the subject, as the ring is small."""
    return RingBoxParameters(width=0.5, **place_of(brief, height=0.5, wish=0.7, angle=30.0))


def scaled(design: RingBoxParameters, scale: float) -> RingBoxParameters:
    """A wider rim round the same ring."""
    return design.model_copy(update=widened(design, scale, depth_share=0.2))


def handling(design: RingBoxParameters) -> Handling:
    """On the ring's own stand."""
    return Handling(stands=0, people=1, setup=4, strike=2, packed=(design.width, design.width, design.depth), uses=25)


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
    becomes=(
        ReuseRule(
            forms=("dish",),
            sizes={"width": "width", "depth": "depth"},
            faces=1,
            heaviest=1.5,
            how=(
                "Cut the floor out for the lens, line the rim with foil, set the ring lamp in and stretch the layers"
                " over the front."
            ),
        ),
    ),
)
