"""Open shade: the subject just inside of a large opening, lit by the sky outside and by nothing in between."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.daylight import OFF_WALL, InWall, lamp_as_daylight, opening_light, side_window, where_it_is
from wenlo.core.modifiers.framed import begin
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import NOTHING_IS_BUILT
from wenlo.core.modifiers.placing import UP, panel
from wenlo.core.modifiers.slots import Capabilities, Height, slots_of
from wenlo.core.optics.sheet import CLEAR
from wenlo.core.units.fields import quantity

SAYS = Phrases("open-shade", {"mark-the-place": {"inside": "length"}, "watch-the-edge": {}})

Vector = NDArray[np.float64]


class OpenShadeParameters(InWall):
    """Parameters of the opening in the side wall: a door, a gate, the edge of a roof."""

    kind: Literal["open_shade"] = "open_shade"
    width: float = quantity(0.4, 6.0, unit="m", label="width of the opening", default=1.8)
    height: float = quantity(0.4, 4.0, unit="m", label="height of the opening", default=2.0)
    sill: float = quantity(0.0, 2.5, unit="m", label="sill above the floor", default=0.02)
    wall: float = quantity(0.4, 10.0, unit="m", label="subject to the opening", default=1.5)
    sky: Literal["open shade", "overcast"] = "open shade"
    daylight: float = quantity(100.0, 120000.0, unit="lx", label="daylight on open ground in the shade", default=9000.0)

    @property
    def source_centre(self) -> Vector:
        """Middle of the opening, shape (3,). [m]"""
        place: Vector = self.direction * (self.wall - 2 * OFF_WALL) + np.array(
            [0.0, -self.along, self.sill + self.height / 2]
        )
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the opening. [m]"""
        return self.width, self.height

    @property
    def lamp_position(self) -> Vector:
        """Middle of the opening, shape (3,). [m]"""
        place: Vector = self.source_centre + self.direction * OFF_WALL
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the opening. [m]"""
        return self.sill + self.height


def arrange(design: OpenShadeParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The sky in the opening; what would be the sheet is only the hole."""
    del transmittance
    hole = panel(
        "sheet",
        centre=design.source_centre,
        across=design.across * design.width,
        upward=UP * design.height,
        surface=CLEAR,
    )
    lamps = opening_light(
        brief,
        centre=design.lamp_position,
        inward=-design.direction,
        width=design.width,
        height=design.height,
        daylight=design.daylight,
        weather=design.sky,
        glazing=1.0,
    )
    return Arrangement(surfaces=(hole,), lamps=lamps)


def laid(design: OpenShadeParameters, brief: Brief) -> LaidParts:
    """Nothing but a mark on the floor and a black to keep the other side dark."""
    work = begin(design, brief)
    work.given.add("sheet")  # the opening is there
    work.fit("cloth_tape", 2)
    work.cover("heavy_black_flag_cloth", 1.4, 2.0, note="hung on the far side when the shadow side is to go deeper")
    work.step(SAYS("mark-the-place", inside=design.wall), minutes=2, does="set", uses=("cloth_tape",))
    work.step(SAYS("watch-the-edge"), minutes=2, does="set", uses=("hung on the far side",))
    return work


build, assemble = built(laid, "open shade")


def start(brief: Brief) -> OpenShadeParameters:
    """The Brief's own opening; without one, a door in the side wall."""
    there = side_window(brief)
    if there is not None:
        as_large = OpenShadeParameters(width=min(max(there.width, 0.4), 6.0), height=min(max(there.height, 0.4), 4.0))
        return as_large.model_copy(update=where_it_is(there, brief))
    height = round(min(2.0, brief.room.height - 0.1), 2)
    return OpenShadeParameters(wall=round(brief.room.width / 2, 3), height=height)


def scaled(design: OpenShadeParameters, scale: float) -> OpenShadeParameters:
    """A wider and higher opening, from the same sill."""
    width = round(min(max(design.width * scale, 0.4), 6.0), 2)
    height = round(min(max(design.height * scale, 0.4), 4.0), 2)
    return design.model_copy(update={"width": width, "height": height})


def marks(design: OpenShadeParameters, brief: Brief) -> tuple[Mark, ...]:
    """Distance to the opening and its height."""
    del brief
    side = np.array([0.0, -design.along, 0.0])
    foot = design.direction * design.wall + side
    low = foot + UP * design.sill
    return (
        Mark(path="design.wall", label="Subject to the opening", start=side, end=foot),
        Mark(path="design.height", label="Height of the opening", start=low, end=low + UP * design.height),
    )


def handling(design: OpenShadeParameters) -> Handling:
    """Nothing to carry but a cloth."""
    del design
    return Handling(stands=0, people=1, setup=3, strike=1, uses=200)


def holds(design: OpenShadeParameters, mass: float) -> tuple[Hold, ...]:
    """The cloth's upper edge on the far side."""
    return (Hold(id="cloth", name="cloth on the far side", place=-design.direction * 1.0 + UP * 2.0, mass=mass),)


def daylight(design: OpenShadeParameters, brief: Brief) -> Brief:
    """Daylight instead of the Brief's lamp."""
    return lamp_as_daylight(brief, design.sky)


LARGE = 1.5
"""What is smaller is a window, not a door or a gate that one stands inside of. [m²]"""


def rejection_reason(brief: Brief) -> str | None:
    """Needs a door, a gate or a large window."""
    there = side_window(brief)
    if there is None:
        return (
            "There is no door or gate in a side wall: add the one that is there among the other lights, as a window of"
            " its size."
        )
    if there.width * there.height < LARGE:
        return (
            f"The opening of {there.width * there.height:.1f} m² is a window; open shade takes a door or a gate of"
            f" {LARGE:.1f} m² or more."
        )
    return None


SLOTS = slots_of(OpenShadeParameters)

KIND = Kind(
    id="open_shade",
    name="open shade at a large opening",
    parameters=OpenShadeParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(height=Height(slot=SLOTS["height"])),
    daylight=daylight,
    rejection_reason=rejection_reason,
    keeps_size=True,
    methods={"daylight": 2},
    good="free, very large, nothing to build",
    bad="blue; moves with the clock; its direction is the building's",
    replaces=("stand as far inside as the opening is wide",),
    mistakes=(
        "the edge of the sun on a shoulder",
        "green from grass or a wall in the sun close by",
        "balanced for the sun, the face goes blue",
    ),
    cautions=("Never point a lens, or an eye, at the sun.",),
    refused_frames=NOTHING_IS_BUILT,
)
