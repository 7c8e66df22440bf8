"""An existing wall or ceiling as the modifier: the lamp turned to it, and a flag that hides the lamp."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import finish_material
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import alone, begin, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ModifierParameters
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import NOTHING_IS_BUILT
from wenlo.core.modifiers.placing import UP, key_lamp, lamp_flag, panel
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.optics.sheet import board
from wenlo.core.units.fields import quantity

SAYS = Phrases("room-bounce", {"turn-the-lamp-up": {"out": "length", "forward": "length"}, "flag-the-lamp": {}})

Vector = NDArray[np.float64]

OFF = 0.004
"""The lit patch lies this far before the wall that it is part of. [m]"""


class RoomBounceParameters(ModifierParameters):
    """Parameters of the lamp; the lit patch of the ceiling is where it is aimed."""

    kind: Literal["room_bounce"] = "room_bounce"
    patch: float = quantity(0.3, 3.0, unit="m", label="width of the lit patch", default=1.4)
    forward: float = quantity(-2.0, 4.0, unit="m", label="patch before the subject", default=0.9)
    ceiling: float = quantity(1.6, 12.0, unit="m", label="height of the ceiling", default=2.4)
    key_angle: float = quantity(-180.0, 180.0, unit="degree", label="key angle from the camera", default=45.0)
    lamp_out: float = quantity(0.2, 8.0, unit="m", label="lamp before the subject", default=1.4)
    lamp_height: float = quantity(0.1, 6.0, unit="m", label="lamp height", default=1.5)
    flagged: bool = True

    @property
    def source_centre(self) -> Vector:
        """Middle of the patch, shape (3,). [m]"""
        place: Vector = self.direction * self.forward + UP * (self.ceiling - OFF)
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Of the patch, both ways. [m]"""
        return self.patch, self.patch

    @property
    def lamp_position(self) -> Vector:
        """Before the subject, turned up, shape (3,). [m]"""
        place: Vector = self.direction * self.lamp_out + UP * min(self.lamp_height, self.ceiling - 0.2)
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the patch, shape (3,). [m]"""
        return self.source_centre

    @property
    def highest(self) -> float:
        """Nothing stands higher than the lamp. [m]"""
        return min(self.lamp_height, self.ceiling - 0.2)


def arrange(design: RoomBounceParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The lit patch of the ceiling, the flag and the lamp."""
    del transmittance
    d, across = design.direction, design.across
    paint = board(finish_material(brief.room.ceiling).reflectance)
    patch = panel(
        "sheet", centre=design.source_centre, across=across * design.patch, upward=-d * design.patch, surface=paint
    )
    if patch.normal[2] > 0.0:
        patch = panel(
            "sheet", centre=design.source_centre, across=-across * design.patch, upward=-d * design.patch, surface=paint
        )
    surfaces = [patch]
    if design.flagged:
        surfaces.append(lamp_flag(design))
    return Arrangement(
        surfaces=tuple(surfaces), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


def laid(design: RoomBounceParameters, brief: Brief) -> LaidParts:
    """A flag of black foil; the rest is there."""
    work = begin(design, brief)
    work.given.add("sheet")  # the ceiling is there
    if design.flagged:
        made = panels_of(arrange(design, brief))
        alone(
            work, made["lamp flag"], "black_foil", id="flag", margin=0.01, note="torn from the roll, edges folded over"
        )
        work.fit("spring_clamp", 2)
        work.step(SAYS("flag-the-lamp"), minutes=5, does="mount", uses=("torn from", "spring_clamp"))
    work.step(SAYS("turn-the-lamp-up", out=design.lamp_out, forward=design.forward), minutes=5, does="set")
    return work


build, assemble = built(laid, "ceiling bounce")


def start(brief: Brief) -> RoomBounceParameters:
    """The brief's own ceiling."""
    return RoomBounceParameters(ceiling=brief.room.height, lamp_height=round(min(1.5, brief.room.height - 0.7), 2))


def scaled(design: RoomBounceParameters, scale: float) -> RoomBounceParameters:
    """A larger patch: the lamp lower, if it can."""
    patch = round(min(max(design.patch * scale, 0.3), 3.0), 2)
    lower = round(max(0.1, design.ceiling - (design.ceiling - design.lamp_height) * scale), 2)
    return design.model_copy(update={"patch": patch, "lamp_height": min(lower, 6.0)})


def marks(design: RoomBounceParameters, brief: Brief) -> tuple[Mark, ...]:
    """Where the lamp stands, how high, and where it is aimed."""
    del brief
    lamp, level = design.lamp_position, np.array([1.0, 1.0, 0.0])
    return (
        Mark(path="design.lamp_out", label="Lamp before the subject", start=np.zeros(3), end=lamp * level),
        Mark(path="design.lamp_height", label="Lamp height", start=lamp * level, end=lamp),
        Mark(
            path="design.forward",
            label="Patch before the subject",
            start=UP * (design.ceiling - 0.12),
            end=design.source_centre - UP * 0.12,
        ),
    )


def handling(design: RoomBounceParameters) -> Handling:
    """Nothing but the lamp's stand."""
    return Handling(stands=0, people=1, setup=3, strike=1, uses=10)


def holds(design: RoomBounceParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp carries its flag."""
    return (Hold(id="lamp", name="lamp", place=design.lamp_position, mass=mass, by="lamp"),)


def rejection_reason(brief: Brief) -> str | None:
    """Needs a ceiling that gives light back."""
    if brief.room.outdoors:
        return "Outdoors there is no ceiling to bounce light off."
    name = finish_material(brief.room.ceiling)
    bright = max(name.reflectance)
    return f"The ceiling ({name.name}) gives back too little: {bright * 100:.0f} %." if bright < 0.35 else None


SLOTS = slots_of(RoomBounceParameters)

KIND = Kind(
    id="room_bounce",
    name="ceiling bounce",
    parameters=RoomBounceParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(off_ceiling=True),
    rejection_reason=rejection_reason,
    methods={"bounce": 3, "above": 3},
    good="costs nothing, up in three minutes",
    bad="flat, and takes the colour of the paint; lights the whole room",
    replaces=("aim where a mirror would throw it",),
    mistakes=("direct spill", "colour of the paint", "flat light"),
    cautions=("Hot foil.",),
    refused_frames=NOTHING_IS_BUILT,
)
