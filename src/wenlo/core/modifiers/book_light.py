"""A bounce panel and a diffusion panel hinged like a book; the lamp shines in from the open side."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef, SheetRef, sheet_material
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import FrameWords, alone, begin, faced, hinged, on_a_frame, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, black, bounce, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import Upright, resized, start_of, upright_marks
from wenlo.core.units.fields import quantity

SAYS = Phrases(
    "book-light",
    {"make-the-sheet-s-page": {"size": "size"}, "hinge-the-pages": {}, "open-it-on-the-set": {"opening": "angle"}},
)

Vector = NDArray[np.float64]

BATTEN = (0.044, 0.018)
"""Width and thickness of the sheet's frame. [m]"""

FINGER = 0.018
"""Left between the pages at the spine. [m]"""


class BookLightParameters(Upright):
    """Parameters of the book light; both pages have the same size."""

    kind: Literal["book_light"] = "book_light"
    sheet: SheetRef = "bleached_muslin"
    face: BounceRef = "white_insulation_board"
    opening: float = quantity(20.0, 90.0, unit="degree", label="opening angle", default=50.0)
    hinge: Literal["camera_side", "far_side"] = "camera_side"
    lamp_out: float = quantity(0.0, 3.0, unit="m", label="lamp outside the open edge", default=0.35)
    flagged: bool = True

    @property
    def side(self) -> Vector:
        """Level unit vector from the hinge to the open edge, shape (3,)."""
        way: Vector = self.aside * (1.0 if self.hinge == "camera_side" else -1.0)
        return way

    @property
    def bounce_centre(self) -> Vector:
        """Middle of the bounce page, shape (3,). [m]"""
        return self.spine + self.page * self.width / 2

    @property
    def spine(self) -> Vector:
        """Where the pages are hinged, half-way up: a finger behind the sheet's frame, so that the book shuts over what
        joins its battens, shape (3,). [m]
        """
        deep = BATTEN[1] + FINGER + sheet_material(self.sheet).thickness
        return self.source_centre - self.side * self.width / 2 + self.direction * deep

    @property
    def page(self) -> Vector:
        """Level unit vector along the bounce page, from the hinge, shape (3,)."""
        a = math.radians(self.opening)
        way: Vector = math.cos(a) * self.side + math.sin(a) * self.direction
        return way

    @property
    def lamp_position(self) -> Vector:
        """Beside the open edge, a little behind the sheet's plane, shape (3,). [m]"""
        out = self.side * (self.width / 2 + self.lamp_out)
        place: Vector = self.source_centre + out + self.direction * (0.08 + 0.1 * self.width)
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the bounce page, shape (3,). [m]"""
        return self.bounce_centre


def arrange(design: BookLightParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Both pages, the flag that keeps the lamp off the subject, and the lamp."""
    across, upward = facing(design.direction, 0.0)
    sheet = panel(
        "sheet",
        centre=design.source_centre,
        across=across * design.width,
        upward=upward * design.height,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    # its front looks into the book
    along = design.page * design.width * (1.0 if float(design.side @ design.across) > 0.0 else -1.0)
    page = panel(
        "bounce page",
        centre=design.bounce_centre,
        across=along,
        upward=upward * design.height,
        surface=bounce(design.face),
    )
    surfaces = [sheet, page]
    if design.flagged:
        # from the open edge of the sheet outward, between lamp and subject
        reach = design.lamp_out + 0.25
        centre = design.source_centre + design.side * (design.width / 2 + reach / 2) + 0.01 * design.direction
        surfaces.append(
            panel(
                "lamp flag",
                centre=centre,
                across=across * reach,
                upward=upward * 0.6,
                surface=black("black_foam_board"),
            )
        )
    return Arrangement(
        surfaces=tuple(surfaces), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


def laid(design: BookLightParameters, brief: Brief) -> LaidParts:
    """Two pages of one size, a hinge of cloth tape, and a flag."""
    work = begin(design, brief.carrying_length)
    made = panels_of(arrange(design, brief))
    stiff = sheet_material(design.sheet).form == "board"
    _, frame, _ = on_a_frame(
        work,
        made["sheet"],
        design.sheet,
        FrameWords(
            uprights="long side of the sheet's frame",
            rails="short side of the sheet's frame",
            height="height",
            width="width",
        ),
        id="sheet page",
        margin=0.0 if stiff else 0.07,
        note="screwed onto the frame" if stiff else "70 mm on every edge to wrap round the battens and staple",
        screwed=stiff,
    )
    _, page = faced(
        work, [made["bounce page"]], design.face, id="bounce page", name="bounce page", note="whole; edges taped"
    )
    # of the sheet's frame, seen from its front, the upright at the spine
    at_spine = float(design.side @ made["sheet"].edge_v) > 0.0
    used = {"cloth_tape": 2 * design.height + 2}
    work.between.append(hinged("spine", page, frame.left if at_spine else frame.right, FINGER, used))
    if design.flagged:
        alone(work, made["lamp flag"], "black_foam_board", id="flag", note="flag between lamp and subject")
    work.fit("spring_clamp", 4)
    work.step(
        SAYS("make-the-sheet-s-page", size=(design.width, design.height)),
        minutes=45,
        does="bond",
        uses=(
            "long side",
            "short side",
            "wood_screw",
            "wood_glue",
            "staples",
            "wrap round",
            "screwed onto",
            "splint_screw",
            "lap_screw",
            "washer",
        ),
        wait=60,
        sketch=Sketch(width=design.width, height=design.height, sides="long side", rails="short side"),
    )
    work.step(SAYS("hinge-the-pages"), minutes=15, does="cover", uses=("bounce page", "cloth_tape"))
    work.step(
        SAYS("open-it-on-the-set", opening=math.radians(design.opening)),
        minutes=20,
        does="set",
        uses=("flag between", "spring_clamp"),
    )
    return work


build, assemble = built(laid, "book light")


def start(brief: Brief) -> BookLightParameters:
    """Pages of a metre, near the subject, the lamp on the side turned from the camera."""
    return BookLightParameters(**start_of(brief, width=1.0, height=1.0, wish=0.9))


def scaled(design: BookLightParameters, scale: float) -> BookLightParameters:
    """Both pages larger."""
    return design.model_copy(update=resized(design, scale))


def marks(design: BookLightParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source."""
    del brief
    return upright_marks(design)


def handling(design: BookLightParameters) -> Handling:
    """Two stands for the pages and one for the flag; folds flat."""
    return Handling(stands=3 if design.flagged else 2, people=2, setup=25, strike=12, uses=15)


def holds(design: BookLightParameters, mass: float) -> tuple[Hold, ...]:
    """Each page in its middle."""
    return (
        Hold(
            id="sheet-page",
            by="stand",
            name="sheet page",
            place=design.source_centre - UP * design.height / 2,
            mass=mass / 2,
            groups=("sheet page",),
        ),
        Hold(
            id="bounce-page",
            by="stand",
            name="bounce page",
            place=design.bounce_centre - UP * design.height / 2,
            mass=mass / 2,
            groups=("bounce page",),
        ),
    )


SLOTS = slots_of(BookLightParameters)

KIND = Kind(
    id="book_light",
    name="book light",
    parameters=BookLightParameters,
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
        faces=(SLOTS["face"],),
        travel=SLOTS["distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    methods={"book light": 1, "facing the back": 2},
    good="very even and very soft from little depth; the lamp's outline never shows",
    bad="wastes most of the light, needs many stands and clamps, and spills from its open sides",
    replaces=("lamp as far from the bounce as the page is wide",),
    mistakes=(
        "the lamp seen directly",
        "open sides that light the background",
        "too few clamps: the book shuts slowly",
    ),
    cautions=("Insulation board and hot lamps do not mix.", "Dust of cut insulation itches: gloves and a mask."),
    becomes=(
        ReuseRule(
            forms=("canvas", "board"),
            sizes={"width": "width", "height": "height"},
            wall="face",
            faces=1,
            heaviest=3.0,
            how="It is the page that bounces; tape a frame of the same size to its long edge as a hinge for the sheet.",
        ),
    ),
)
