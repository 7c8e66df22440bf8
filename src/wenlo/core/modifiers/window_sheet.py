"""A window, or the sun in it, through a sheet hung before it: free light with its own time of day."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import SheetRef, sheet_material
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.daylight import (
    OFF_WALL,
    AtWindow,
    lamp_as_daylight,
    larger_window,
    light_of_window,
    like_the_window,
    side_window,
    window_marks,
)
from wenlo.core.modifiers.framed import begin, on_a_rod, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import OfBars
from wenlo.core.modifiers.placing import UP, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.units.fields import quantity

SAYS = Phrases(
    "window-sheet",
    {"sleeve": {"joined": "choice", "size": "size"}, "hang-it": {"off": "length"}, "watch-the-clock": {}},
)

Vector = NDArray[np.float64]


class WindowParameters(AtWindow, OfBars):
    """Parameters of the window in the side wall and of the sheet before it."""

    kind: Literal["window_sheet"] = "window_sheet"
    sheet: SheetRef = "cotton_bed_linen_white"
    sheet_off: float = quantity(0.05, 3.0, unit="m", label="sheet before the window", default=0.15)
    overhang: float = quantity(0.0, 1.0, unit="m", label="sheet beyond the window all round", default=0.1)

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet, shape (3,). [m]"""
        place: Vector = self.direction * (self.wall - OFF_WALL - self.sheet_off) + np.array(
            [0.0, -self.along, self.middle_height]
        )
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the sheet. [m]"""
        return self.window_width + 2 * self.overhang, self.sheet_height

    @property
    def sheet_height(self) -> float:
        """Height of the sheet; it never reaches under the floor. [m]"""
        return self.window_height + self.overhang + min(self.overhang, max(self.sill - 0.02, 0.0))

    @property
    def highest(self) -> float:
        """Upper edge of the sheet. [m]"""
        return self.sill + self.window_height + self.overhang


def arrange(design: WindowParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The window with the overcast sky in it, and the sheet."""
    across = design.across * design.source_size[0]
    low = max(design.sill - design.overhang, 0.02)
    centre = design.source_centre * np.array([1.0, 1.0, 0.0]) + UP * (low + design.sheet_height / 2)
    sheet = panel(
        "sheet",
        centre=centre,
        across=across,
        upward=UP * design.sheet_height,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    light = light_of_window(design, brief)
    return Arrangement(surfaces=(sheet,), lamps=light.lamps, openings=light.openings, outside=light.outside)


def laid(design: WindowParameters, brief: Brief) -> LaidParts:
    """A sheet, a rod and ties."""
    work = begin(design, brief)
    width, height = design.source_size
    made = arrange(design, brief)
    # the wall round the window is there already
    work.given |= {surface.id for surface in made.outside}
    on_a_rod(work, panels_of(made)["sheet"], design.sheet, id="window", role="rod", blame="window_width")
    work.fit("screw_eye", 2)
    work.fit("cord", 2)
    work.step(
        SAYS(
            "sleeve", joined="taped" if sheet_material(design.sheet).joined == "taped" else "sewn", size=(width, height)
        ),
        minutes=20,
        does="cover",
        uses=("sleeve",),
    )
    work.step(SAYS("hang-it", off=design.sheet_off), minutes=10, does="hang", uses=("rod", "screw_eye", "cord"))
    work.step(SAYS("watch-the-clock"), minutes=2, does="set")
    return work


BECOMES = (
    ReuseRule(
        forms=("curtain",),
        sizes={},
        wall="sheet",
        how="Hang it before the window on a cord or a rail, wider than the window by a hand on either side.",
        fills=("window/sheet",),
        instead=("sleeve",),
    ),
)

build, assemble = built(laid, "window through a sheet", BECOMES)


def start(brief: Brief) -> WindowParameters:
    """The Brief's own window; without one, one in the side wall, level with the face."""
    return WindowParameters().model_copy(update=like_the_window(brief))


def scaled(design: WindowParameters, scale: float) -> WindowParameters:
    """Another window: wider and higher about its middle."""
    return design.model_copy(update=larger_window(design, scale))


def marks(design: WindowParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of the window."""
    del brief
    return window_marks(design)


def handling(design: WindowParameters) -> Handling:
    """A rod on two eyes."""
    return Handling(stands=0, people=1, setup=6, strike=3, uses=50)


def holds(design: WindowParameters, mass: float) -> tuple[Hold, ...]:
    """The two eyes."""
    top = design.source_centre + UP * design.window_height / 2
    half = design.across * design.source_size[0] / 2
    return tuple(
        Hold(id=f"eye-{n}", by="wall", name=f"{n} eye", place=top + s * half, mass=mass / 2)
        for n, s in (("left", -1), ("right", 1))
    )


def daylight(design: WindowParameters, brief: Brief) -> Brief:
    """Daylight instead of the Brief's lamp."""
    return lamp_as_daylight(brief, design.weather)


def rejection_reason(brief: Brief) -> str | None:
    """Needs a window."""
    if brief.room.outdoors:
        return "Outdoors there is no window: hang the sheet between the sun and the subject as a curtain or a frame."
    return (
        None
        if side_window(brief) is not None
        else "There is no window in a side wall: add the one that is there among the other lights."
    )


SLOTS = slots_of(WindowParameters)

KIND = Kind(
    id="window_sheet",
    name="window through a sheet",
    parameters=WindowParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(sheet=Sheeted(material=SLOTS["sheet"])),
    daylight=daylight,
    rejection_reason=rejection_reason,
    keeps_size=True,
    methods={"daylight": 1},
    good="free, large and silent",
    bad="moves with the clock and the clouds; its direction is the building's",
    replaces=("subject as far from the window as the window is wide",),
    mistakes=("time of day", "bars of the panes in the light", "warm lamps left on in the room"),
    cautions=("Never point a lens, or an eye, at the sun.",),
    becomes=BECOMES,
    refused_frames={"board": "The wall round the window is its border already."},
)
