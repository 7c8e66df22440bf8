"""A lamp with nothing before it: what everything else is held against, and the hard key that a picture may want."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.aimed import Aimed, aimed_marks, aimed_start, hole, round_outline
from wenlo.core.modifiers.framed import begin
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ModifierParameters
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import NOTHING_IS_BUILT
from wenlo.core.modifiers.placing import key_lamp, panel
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.optics.sheet import CLEAR

SAYS = Phrases("bare-lamp", {"set-it": {"away": "length", "high": "length"}})

Vector = NDArray[np.float64]

OFF = 0.002
"""What is looked at lies so far before the lamp. [m]"""


class BareParameters(Aimed):
    """Where the lamp is and what height it points to."""

    kind: Literal["bare_lamp"] = "bare_lamp"

    @property
    def source_size(self) -> tuple[float, float]:
        """About as large as a lamp; its real size comes with the Brief. [m]"""
        return 0.1, 0.1

    @property
    def lamp_position(self) -> Vector:
        """Just behind what is looked at, shape (3,). [m]"""
        place: Vector = self.source_centre + OFF * self.axis
        return place

    @property
    def highest(self) -> float:
        """Of the lamp. [m]"""
        return self.centre_height


def arrange(design: BareParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The lamp, and what is looked at before it: nothing."""
    del transmittance
    lamp = brief.lamp.type
    wide, tall = lamp.size
    round_one = lamp.shape != "rectangle"
    behind = OFF + (wide / 2 if lamp.shape == "sphere" else 0.0)
    if round_one:
        face = hole(design, side=wide, outline=round_outline())
    else:
        across, upward = design.square
        face = panel("sheet", centre=design.source_centre, across=across * wide, upward=upward * tall, surface=CLEAR)
    place = design.source_centre + behind * design.axis
    return Arrangement(surfaces=(face,), lamps=(key_lamp(brief, centre=place, aim=design.lamp_aim),))


def laid(design: BareParameters, brief: Brief) -> LaidParts:
    """Nothing is built."""
    work = begin(design, brief)
    work.given.add("sheet")
    work.step(SAYS("set-it", away=design.throw, high=design.centre_height), minutes=3, does="set")
    return work


build, assemble = built(laid, "bare lamp")


def start(brief: Brief) -> BareParameters:
    """Off to the side, a little over the face."""
    return BareParameters(**aimed_start(brief, wish=1.2))


def in_place_of(design: ModifierParameters, brief: Brief) -> BareParameters:
    """The lamp of another design where that hangs it, with nothing before it and pointed at the face."""
    x, y, z = (float(value) for value in design.lamp_position)
    slots = slots_of(BareParameters)
    return BareParameters(
        key_angle=slots["key_angle"].within(round(math.degrees(math.atan2(x, -y)), 1)),
        distance=slots["distance"].within(round(math.hypot(x, y), 3)),
        centre_height=slots["centre_height"].within(round(z, 3)),
        aim_height=slots["aim_height"].within(brief.subject.face_height),
    )


def scaled(design: BareParameters, scale: float) -> BareParameters:
    """A lamp is as large as it is: for softer light it comes nearer, for harder light it goes off."""
    near = round(slots_of(BareParameters)["distance"].within(design.distance / scale), 2)
    return design.model_copy(update={"distance": near})


def marks(design: BareParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of what points somewhere."""
    del brief
    return aimed_marks(design)


def handling(design: BareParameters) -> Handling:
    """Nothing but the lamp's stand."""
    return Handling(stands=0, people=1, setup=2, strike=1, uses=200)


def holds(design: BareParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp itself."""
    return (Hold(id="lamp", name="lamp", place=design.lamp_position, mass=mass, by="lamp"),)


SLOTS = slots_of(BareParameters)

KIND = Kind(
    id="bare_lamp",
    name="bare lamp",
    parameters=BareParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    in_place_of=in_place_of,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(travel=SLOTS["distance"], aim=SLOTS["aim_height"]),
    good="loses nothing, costs nothing; hard and plain",
    bad="hard shadows, hot spots on what shines, light all over the room",
    replaces=("as far off as you like: only its size as seen counts",),
    mistakes=("aimed over the head", "so near that a hand's width changes everything"),
    cautions=("A bare lamp dazzles: nobody looks into it.",),
    refused_frames=NOTHING_IS_BUILT,
)
