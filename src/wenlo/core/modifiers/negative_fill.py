"""Negative fill: a black on the shadow side of a soft key, for a deeper shadow; a white card turns it round."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import ClothRef
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import FrameWords, alone, begin, hung_sheet, on_a_frame, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import FRAMED, HOLDERS, JOINERS, Cornered, OfBars, drying, how_made
from wenlo.core.modifiers.placing import UP, black, bounce, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity

SAYS = Phrases(
    "negative-fill",
    {"hang-the-sheet": {"size": "size"}, "stand-the-panel": {"distance": "length"}, "make-the-panel": FRAMED},
)

Vector = NDArray[np.float64]


class NegativeFillParameters(LitFromBehind, OfBars, Cornered):
    """Parameters of the sheet that the key comes through, and of the panel on the other side of the face."""

    kind: Literal["negative_fill"] = "negative_fill"
    width: float = quantity(0.3, 2.5, unit="m", label="width", default=1.0)
    height: float = quantity(0.3, 2.5, unit="m", label="height", default=1.1)
    sheet: ClothRef = "cotton_bed_linen_white"
    lamp_distance: float = quantity(0.1, 6.0, unit="m", label="distance from lamp to sheet", default=0.8)
    panel: Literal["black cloth", "velvet", "white card"] = "black cloth"
    panel_width: float = quantity(0.2, 2.5, unit="m", label="width of the panel", default=0.9)
    panel_height: float = quantity(0.2, 2.5, unit="m", label="height of the panel", default=1.4)
    panel_distance: float = quantity(0.2, 3.0, unit="m", label="panel to the face", default=0.5)

    @property
    def far_side(self) -> Vector:
        """Level unit vector to the panel, straight across from the side of the key, shape (3,)."""
        return np.array([-1.0 if self.direction[0] >= 0.0 else 1.0, 0.0, 0.0])


def _panel(design: NegativeFillParameters, brief: Brief) -> Panel:
    side = design.far_side
    across = np.array([0.0, 1.0, 0.0])
    height = min(design.panel_height, brief.room.height - 0.06)
    low = max(0.03, min(brief.subject.face_height - 0.55 * height, brief.room.height - height - 0.03))
    centre = side * design.panel_distance + UP * (low + height / 2)
    surface = {
        "black cloth": lambda: black("heavy_black_flag_cloth"),
        "velvet": lambda: black("velvet"),
        "white card": lambda: bounce("white_foam_board"),
    }[design.panel]()
    made = panel("far panel", centre=centre, across=across * design.panel_width, upward=UP * height, surface=surface)
    if float(made.normal @ side) > 0.0:
        made = panel(
            "far panel", centre=centre, across=-across * design.panel_width, upward=UP * height, surface=surface
        )
    return made


def arrange(design: NegativeFillParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The sheet with its lamp, and the panel across."""
    across, upward = facing(design.direction, 0.0)
    sheet = panel(
        "sheet",
        centre=design.source_centre,
        across=across * design.width,
        upward=upward * design.height,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    surfaces: tuple[Shape, ...] = (sheet, _panel(design, brief))
    return Arrangement(surfaces=surfaces, lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),))


def laid(design: NegativeFillParameters, brief: Brief) -> LaidParts:
    """A hung sheet, and a frame with its black."""
    work = begin(design, brief)
    made = panels_of(arrange(design, brief))
    hung_sheet(work, made["sheet"], design.sheet)
    if design.panel == "white card":
        alone(work, made["far panel"], "white_foam_board", id="panel", note="the card, cut square")
    else:
        on_a_frame(
            work,
            made["far panel"],
            "heavy_black_flag_cloth" if design.panel == "black cloth" else "velvet",
            FrameWords(
                uprights="side of the panel", rails="rail of the panel", height="panel_height", width="panel_width"
            ),
            id="panel",
            margin=0.05,
            note="50 mm round the frame",
        )
    work.fit("spring_clamp", 2)
    work.fit("cord", 4)
    work.step(
        SAYS("hang-the-sheet", size=(design.width, design.height)),
        minutes=15,
        does="hang",
        uses=("rod of the sheet", "sleeve", "cord"),
    )
    if design.panel != "white card":
        work.step(
            SAYS("make-the-panel", size=(design.panel_width, design.panel_height), **how_made(work)),
            minutes=35,
            wait=drying(work),
            uses=("side of the panel", "rail of the panel", "round the frame", *JOINERS, *HOLDERS),
            sketch=Sketch(
                width=design.panel_width,
                height=design.panel_height,
                sides="side of the panel",
                rails="rail of the panel",
            ),
        )
    work.step(
        SAYS("stand-the-panel", distance=design.panel_distance),
        minutes=10,
        does="set",
        uses=("the card", "spring_clamp"),
    )
    return work


BECOMES = (
    ReuseRule(
        forms=("frame", "canvas"),
        sizes={"panel_width": "width", "panel_height": "height"},
        heaviest=4.0,
        how="Staple black cloth over it and stand it on the side away from the light.",
        fills=("panel/left", "panel/right", "panel/low", "panel/top"),
        instead=("make-the-panel",),
        sets={"panel": "black cloth", "bar": "softwood_18_44"},
    ),
    ReuseRule(
        forms=("board",),
        sizes={"panel_width": "width", "panel_height": "height"},
        faces=1,
        heaviest=4.0,
        how="Cover one face of it with black cloth and stand it on the side away from the light.",
    ),
)

build, assemble = built(laid, "negative fill", BECOMES)


def start(brief: Brief) -> NegativeFillParameters:
    """A sheet beside the subject, the black as near as the picture lets it."""
    height = round(min(1.2, brief.room.height - 0.6), 2)
    return NegativeFillParameters(
        **start_of(brief, width=1.0, height=height, wish=0.9),
        panel_distance=0.6,
        panel_height=min(1.4, round(brief.room.height - 0.3, 2)),
    )


def scaled(design: NegativeFillParameters, scale: float) -> NegativeFillParameters:
    """Sheet and lamp distance; the panel stays."""
    return design.model_copy(update=scaled_within(design, scale))


SHOWS = Phrases(
    "negative-figure",
    {"panel": {"stops": "in_stops", "way": "choice", "panel": "label", "away": "length"}},
    room="light",
)


def figures(design: NegativeFillParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """What the panel does to the shadow side, net of what the room returns."""
    side = design.far_side
    # square to the key where that is nearly before the camera, so that none of it falls on the meter
    normal = side if float(side @ design.direction) < -0.3 else -design.direction
    meter = Meter(id="shadow side", position=UP * brief.subject.face_height, normal=normal)
    without, there = (
        probe([meter], left_out)["shadow side"] for left_out in (frozenset({"far panel"}), frozenset[str]())
    )
    if min(without, there) <= 0.0:
        return ()
    deeper = stops_between(without, there)
    says = SHOWS(
        "panel",
        stops=abs(deeper),
        way="deeper" if deeper >= 0.0 else "lighter",
        panel=design.panel,
        away=design.panel_distance,
    )
    return (KindFigure(key="panel_effect", says=says),)


def marks(design: NegativeFillParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and how far off the panel stands."""
    del brief
    over = UP * (design.centre_height + 0.2)
    reach = Mark(
        path="design.panel_distance",
        label="Panel to the face",
        start=over,
        end=over - design.direction * design.panel_distance,
    )
    return (*upright_marks(design), reach)


def handling(design: NegativeFillParameters) -> Handling:
    """Two stands for the sheet, one for the panel."""
    return Handling(stands=3, people=1, setup=14, strike=7, uses=40)


def holds(design: NegativeFillParameters, mass: float) -> tuple[Hold, ...]:
    """The panel's clamp and the rod."""
    return (
        Hold(
            id="panel-clamp",
            name="clamp of the panel",
            place=design.far_side * design.panel_distance + UP * design.centre_height,
            mass=mass * 0.6,
            groups=("panel",),
        ),
        Hold(
            id="rod",
            name="rod of the sheet",
            place=design.source_centre + UP * design.height / 2,
            mass=mass * 0.4,
            groups=("hung",),
        ),
    )


SLOTS = slots_of(NegativeFillParameters)

KIND = Kind(
    id="negative_fill",
    name="sheet with negative fill",
    parameters=NegativeFillParameters,
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
    figures=figures,
    good="a deeper shadow side in a bright room, without moving the key",
    bad="three stands; does little in a dark room",
    replaces=("black as near as the frame lets it",),
    mistakes=("too far to matter", "a white card tried in its place"),
    cautions=("Ballast the panel's stand.",),
    becomes=BECOMES,
    refused_frames={"board": "The panel is black all over; as a white card it is a whole board."},
)
