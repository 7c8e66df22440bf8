"""A bounce panel and a diffusion panel hinged like a book; the lamp shines in from the open side."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef, SheetRef, bounce_face, sheet_material
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import FrameWords, alone, begin, faced, hinged, on_a_frame, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import (
    FRAMED,
    HOLDERS,
    JOINERS,
    Cornered,
    OfBars,
    drying,
    frame_depth,
    how_made,
    stands_out,
)
from wenlo.core.modifiers.placing import black, bounce, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import Upright, resized, start_of, upright_marks
from wenlo.core.modifiers.window_boards import LEAST_WINDOW, border_panels, cut_from_a_board, not_from_one
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.fields import at_field, quantity

SAYS = Phrases(
    "book-light", {"make-the-sheet-s-page": FRAMED, "hinge-the-pages": {}, "open-it-on-the-set": {"opening": "angle"}}
)

Vector = NDArray[np.float64]

FINGER = 0.018
"""Left between the pages at the spine. [m]"""

Pages = Literal["frame of battens", "two from one board"]


class BookLightParameters(Upright, OfBars, Cornered):
    """Parameters of the book light. Both pages have one size; of one board, a window is cut out of the sheet's, and
    what falls out is the other.
    """

    kind: Literal["book_light"] = "book_light"
    sheet: SheetRef = "bleached_muslin"
    face: BounceRef = "white_insulation_board"
    opening: float = quantity(20.0, 90.0, unit="degree", label="opening angle", default=50.0)
    hinge: Literal["camera_side", "far_side"] = "camera_side"
    lamp_out: float = quantity(0.0, 3.0, unit="m", label="lamp outside the open edge", default=0.35)
    flagged: bool = True
    pages: Pages = "frame of battens"
    border: float = quantity(0.02, 0.3, unit="m", label="border round the window", default=0.06)

    @model_validator(mode="after")
    def _cut_from_one(self) -> "BookLightParameters":
        if self.pages != "two from one board":
            return self
        for name, why in not_from_one(self.width, self.height, self.border, self.face):
            raise at_field(name or "face", why)
        return self

    @property
    def from_one(self) -> bool:
        """Whether both pages come from one board."""
        return self.pages == "two from one board"

    @property
    def page_size(self) -> tuple[float, float]:
        """Width and height of the page that bounces. [m]"""
        less = 2 * self.border if self.from_one else 0.0
        return self.width - less, self.height - less

    @property
    def frame_depth(self) -> float:
        """How thick the sheet's page is behind its sheet. [m]"""
        return bounce_face(self.face).thickness if self.from_one else frame_depth(self.bar_type)

    @property
    def side(self) -> Vector:
        """Level unit vector from the hinge to the open edge, shape (3,)."""
        way: Vector = self.aside * (1.0 if self.hinge == "camera_side" else -1.0)
        return way

    @property
    def bounce_centre(self) -> Vector:
        """Middle of the bounce page, shape (3,). [m]"""
        return self.spine + self.page * self.page_size[0] / 2

    @property
    def finger(self) -> float:
        """Between the pages at the spine: a splint behind the frame's battens has room. [m]"""
        splinted = not self.from_one and self.bar_type.group == "timber"
        return max(FINGER, self.bar_type.thickness) if splinted else FINGER

    @property
    def spine_gap(self) -> float:
        """From the page to what it is hinged to: round pipe lies half of itself inside of the frame's edge. [m]"""
        if self.from_one or self.bar_type.pipe is None:
            return self.finger
        r = self.bar_type.width / 2
        return math.hypot(self.finger + stands_out(self.bar_type) + r, r) - r

    @property
    def spine(self) -> Vector:
        """Where the pages are hinged, half-way up: a finger behind the sheet's frame, so that the book shuts over what
        joins its battens, shape (3,). [m]
        """
        deep = self.frame_depth + self.finger + sheet_material(self.sheet).thickness
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
    wide, tall = design.page_size
    along = design.page * wide * (1.0 if float(design.side @ design.across) > 0.0 else -1.0)
    page = panel(
        "bounce page", centre=design.bounce_centre, across=along, upward=upward * tall, surface=bounce(design.face)
    )
    surfaces = [sheet, page, *_border(design, sheet)]
    if design.flagged:
        # from the open edge of the sheet outward, between lamp and subject
        reach = design.lamp_out + 0.25
        clear = design.width / 2 + (0.0 if design.from_one else stands_out(design.bar_type))
        centre = design.source_centre + design.side * (clear + reach / 2) + 0.01 * design.direction
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


def _border(design: BookLightParameters, sheet: Panel) -> list[Panel]:
    # of the board, close behind the cloth that covers it: white toward the other page
    if not design.from_one:
        return []
    behind = design.direction * sheet_material(design.sheet).thickness
    return border_panels(sheet, design.face, design.border, behind=behind)


def _from_one_board(work: LaidParts, design: BookLightParameters, sheet: Panel) -> str:
    # the frame is what is left of the board, and what falls out is the other page; the board's name
    args = (design.sheet, design.face, design.border)
    return cut_from_a_board(work, sheet, *args, id="sheet page", other="the other page")[0]


def _framed(work: LaidParts, design: BookLightParameters, sheet: Panel) -> str:
    # the sheet on a frame of battens; the upright at the spine
    stiff = sheet_material(design.sheet).form == "board"
    _, frame, _ = on_a_frame(
        work,
        sheet,
        design.sheet,
        FrameWords(
            uprights="long side of the sheet's frame",
            rails="short side of the sheet's frame",
            height="height",
            width="width",
        ),
        id="sheet page",
        margin=0.0 if stiff else 0.07,
        note="onto the frame" if stiff else "70 mm on every edge to wrap round the bars",
        screwed=stiff,
    )
    work.step(
        SAYS("make-the-sheet-s-page", size=(design.width, design.height), **how_made(work)),
        minutes=45,
        does="bond",
        uses=("long side", "short side", "wrap round", "onto the frame", "lap_screw", "washer", *JOINERS, *HOLDERS),
        wait=drying(work),
        sketch=Sketch(width=design.width, height=design.height, sides="long side", rails="short side"),
    )
    # of the frame, seen from its front
    at_spine = float(design.side @ sheet.edge_v) > 0.0
    return frame.left if at_spine else frame.right


def laid(design: BookLightParameters, brief: Brief) -> LaidParts:
    """Two pages, a hinge of cloth tape, and a flag."""
    work = begin(design, brief)
    made = panels_of(arrange(design, brief))
    spine = (_from_one_board if design.from_one else _framed)(work, design, made["sheet"])
    _, page = faced(
        work, [made["bounce page"]], design.face, id="bounce page", name="bounce page", note="whole; edges taped"
    )
    used = {"cloth_tape": 2 * design.page_size[1] + 2}
    work.between.append(hinged("spine", page, spine, design.spine_gap, used))
    if design.flagged:
        alone(work, made["lamp flag"], "black_foam_board", id="flag", note="flag between lamp and subject")
    work.fit("spring_clamp", 4)
    work.step(SAYS("hinge-the-pages"), minutes=15, does="cover", uses=("bounce page", "cloth_tape"))
    work.step(
        SAYS("open-it-on-the-set", opening=math.radians(design.opening)),
        minutes=20,
        does="set",
        uses=("flag between", "spring_clamp"),
    )
    return work


BECOMES = (
    ReuseRule(
        forms=("canvas", "board"),
        sizes={"width": "width", "height": "height"},
        wall="face",
        faces=1,
        heaviest=3.0,
        how="It is the page that bounces; tape a frame of the same size to its long edge as a hinge for the sheet.",
        fills=("bounce page/*",),
    ),
    ReuseRule(
        forms=("curtain",),
        sizes={},
        wall="sheet",
        how="Drape it over the sheet's frame and clamp its edges: nothing of it is cut.",
        fills=("sheet page/sheet",),
    ),
)

build, assemble = built(laid, "book light", BECOMES)


def start(brief: Brief) -> BookLightParameters:
    """Pages of a metre, near the subject, the lamp on the side turned from the camera."""
    return BookLightParameters(**start_of(brief, width=1.0, height=1.0, wish=0.9))


def scaled(design: BookLightParameters, scale: float) -> BookLightParameters:
    """Both pages larger; those of one board no larger than it, and with a window."""
    changed = resized(design, scale)
    if design.from_one:
        row, least = bounce_face(design.face), LEAST_WINDOW + 2 * design.border
        most = sorted((row.width, row.board_length or row.width))
        for name, limit in zip(sorted(("width", "height"), key=lambda side: changed[side]), most, strict=True):
            changed[name] = max(min(changed[name], limit), least)
    return design.model_copy(update=changed)


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
            place=design.source_centre,
            mass=mass / 2,
            groups=("sheet page",),
        ),
        Hold(
            id="bounce-page",
            by="stand",
            name="bounce page",
            place=design.bounce_centre,
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
    becomes=BECOMES,
    of_boards=True,
)
