"""A double floppy flag: a frame with black cloth folded to twice its height, between the bare lamp and what must stay
dark.
"""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import ClothRef, covering_of
from wenlo.core.fabrication.assembly.constructions.rectangle import FrameRectangle, lay_rectangle
from wenlo.core.fabrication.assembly.space import X, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import begin, hold_cloth, hung_sheet, panels_of, place_of_panel, size_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import FRAMED, JOINERS, Cornered, OfBars, drying, how_made, stands_out
from wenlo.core.modifiers.placing import UP, black, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.fields import quantity

OVER_FLOOR = 0.02
"""A flag ends so far over the floor. [m]"""

SAYS = Phrases(
    "floppy-flag",
    {
        "make-the-flag-s-frame": FRAMED,
        "cover-the-flag": {"frame": "choice"},
        "let-the-flap-hold-itself": {},
        "set-it": {},
    },
)

Vector = NDArray[np.float64]

BLACK = "heavy_black_flag_cloth"


class FloppyParameters(LitFromBehind, OfBars, Cornered):
    """Parameters of the sheet that the key comes through and of the flag at its side toward the backdrop.

    The flag alone softens nothing: it stands beside a small hung sheet, and keeps its light off the background.
    """

    kind: Literal["floppy_flag"] = "floppy_flag"
    width: float = quantity(0.3, 2.0, unit="m", label="width", default=0.9)
    height: float = quantity(0.3, 2.5, unit="m", label="height", default=1.2)
    sheet: ClothRef = "cotton_bed_linen_white"
    lamp_distance: float = quantity(0.1, 6.0, unit="m", label="distance from lamp to sheet", default=0.8)
    flag_width: float = quantity(0.3, 1.5, unit="m", label="width of the flag", default=0.45)
    flag_height: float = quantity(0.3, 1.2, unit="m", label="height of the flag, folded up", default=0.9)
    dropped: bool = True

    @property
    def black_height(self) -> float:
        """Height of the black: twice the frame's with the flap down. [m]"""
        return self.flag_height * (2.0 if self.dropped else 1.0)


def arrange(design: FloppyParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The sheet, the flag square to it at the edge toward the backdrop, and the lamp."""
    across, upward = facing(design.direction, 0.0)
    sheet = panel(
        "sheet",
        centre=design.source_centre,
        across=across * design.width,
        upward=upward * design.height,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    # level with the sheet's top; a flag taller than that stands over the floor, and its flap ends there
    top = max(min(design.highest, brief.room.height - 0.01), design.flag_height + OVER_FLOOR)
    drop = min(design.black_height, top - OVER_FLOOR)
    edge = design.source_centre + design.aside * (design.width / 2 + 0.03)
    # its fittings keep clear of the rod behind the sheet
    middle = edge - design.direction * (design.flag_width / 2 + stands_out(design.bar_type))
    middle = middle * np.array([1.0, 1.0, 0.0]) + UP * (top - drop / 2)
    flag = panel(
        "flag",
        centre=middle,
        across=design.direction * design.flag_width,
        upward=UP * drop,
        surface=black("heavy_black_flag_cloth"),
    )
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    return Arrangement(surfaces=(sheet, flag), lamps=(lamp,))


def _flag(work: LaidParts, design: FloppyParameters, flag: Panel) -> None:
    # the frame takes the upper end of the black; the flap hangs from it, or lies folded up behind
    wide, tall = design.flag_width, design.flag_height
    drop = size_of(flag)[1]
    layout = work.layout_at("flag", place_of_panel(flag))
    thick = covering_of(BLACK).thickness
    section = layout.batten
    plane, middle = -thick - section.thickness / 2, drop / 2 - tall / 2
    out = stands_out(section)
    layout.finished = (
        (-wide / 2 - out, -thick - section.thickness - out, middle - tall / 2 - out),
        (wide / 2 + out, -thick + out, middle + tall / 2 + out),
    )
    frame = lay_rectangle(
        layout,
        FrameRectangle(
            centre=(0.0, plane, middle),
            across=X,
            upward=Z,
            size=(wide, tall),
            roles=("side of the flag", "rail of the flag"),
            blames=("flag_height", "flag_width"),
            free=(0.0, -1.0, 0.0),
        ),
    )
    cloth = work.sheet(
        layout,
        "black",
        BLACK,
        size=(wide, drop),
        cut=(wide, 2 * tall),
        margin=0.05,
        note="twice the frame's height in one piece, round its upper half; the lower half folds up behind it",
        lit="flag",
    )
    hold_cloth(work, layout, cloth, frame, around=wide + 2 * tall)
    work.fit("hook_and_loop", wide + 2 * tall)
    work.fit("cloth_tie", 4)


def laid(design: FloppyParameters, brief: Brief) -> LaidParts:
    """A frame, its cloth folded double, and the hung sheet."""
    work = begin(design, brief)
    made = panels_of(arrange(design, brief))
    _flag(work, design, made["flag"])
    hung_sheet(work, made["sheet"], design.sheet)
    work.fit("cord", 6)
    work.step(
        SAYS("make-the-flag-s-frame", size=(design.flag_width, design.flag_height), **how_made(work)),
        minutes=35,
        does="bond",
        uses=("side of the flag", "rail of the flag", *JOINERS),
        wait=drying(work),
        sketch=Sketch(
            width=design.flag_width, height=design.flag_height, sides="side of the flag", rails="rail of the flag"
        ),
    )
    work.step(
        SAYS("cover-the-flag", frame=work.batten.group), minutes=15, does="cover", uses=("staples", "twice the frame")
    )
    work.step(SAYS("let-the-flap-hold-itself"), minutes=15, does="cover", uses=("hook_and_loop", "cloth_tie"))
    work.step(SAYS("set-it"), minutes=10, does="set", uses=("rod of the sheet", "sleeve", "cord"))
    return work


BECOMES = (
    ReuseRule(
        forms=("frame",),
        sizes={"flag_width": "width", "flag_height": "height"},
        faces=1,
        heaviest=4.0,
        how="Stretch black cloth of twice its height over it and let the lower half hang free.",
        fills=("flag/left", "flag/right", "flag/low", "flag/top"),
        instead=("make-the-flag-s-frame",),
    ),
)

build, assemble = built(laid, "double floppy flag with a sheet", BECOMES)


def start(brief: Brief) -> FloppyParameters:
    """A sheet near the subject with its flag."""
    height = round(min(1.2, brief.room.height - 0.6), 2)
    return FloppyParameters(**start_of(brief, width=0.9, height=height, wish=0.9))


def scaled(design: FloppyParameters, scale: float) -> FloppyParameters:
    """Sheet and lamp distance; the flag stays as it is."""
    return design.model_copy(update=scaled_within(design, scale))


def marks(design: FloppyParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and the width of the flag."""
    del brief
    foot = design.direction * design.distance
    reach = Mark(
        path="design.flag_width", label="Width of the flag", start=foot - design.direction * design.flag_width, end=foot
    )
    return (*upright_marks(design), reach)


def handling(design: FloppyParameters) -> Handling:
    """Two stands for the sheet, one for the flag."""
    return Handling(stands=3, people=1, setup=15, strike=8, uses=40)


def holds(design: FloppyParameters, mass: float) -> tuple[Hold, ...]:
    """The flag's stud and the rod."""
    edge = design.source_centre + design.aside * design.width / 2
    return (
        Hold(
            id="flag-stud", name="flag's stud", place=edge + UP * design.height / 2, mass=mass * 0.6, groups=("flag",)
        ),
        Hold(
            id="rod",
            name="rod of the sheet",
            place=design.source_centre + UP * design.height / 2,
            mass=mass * 0.4,
            groups=("hung",),
        ),
    )


SLOTS = slots_of(FloppyParameters)

KIND = Kind(
    id="floppy_flag",
    name="sheet with a double floppy flag",
    parameters=FloppyParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        travel=SLOTS["distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    good="keeps the light of a small sheet off the background; the flap drops in a second",
    bad="three stands, and a sail in any wind",
    replaces=("flag as far out as the spill is wide",),
    mistakes=("ends not held", "sail in wind"),
    cautions=("Ballast the flag's stand before the flap is dropped.",),
    becomes=BECOMES,
    refused_frames={"board": "The flap folds up behind the frame: a board does not fold."},
)
