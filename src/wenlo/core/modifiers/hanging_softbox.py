"""A large box hung overhead: white inside, black outside, a sheet below, lamps on top."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef, SheetRef, bounce_face, sheet_material
from wenlo.core.catalog.typical import black_materials
from wenlo.core.fabrication.parts import BuildPlan, Sketch
from wenlo.core.fabrication.parts_list import PartsList, size
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ModifierParameters, ReuseRule
from wenlo.core.modifiers.placing import CORNERS, UP, box_walls, key_lamps, layers_of, lined, panel
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

WallMake = Literal["foam board", "cloth-lined", "improvised"]

ONE_LAYER_LEAKS = 0.012
"""Of one layer of a black plastic tablecloth; two layers pass .0002. [-]"""

DARK_ENOUGH = 9.0
"""Walls that glow so far under the sheet light nothing that shows. [stop]"""


class HangingBoxParameters(ModifierParameters):
    """Parameters of the box; it hangs level, the sheet down."""

    kind: Literal["hanging_softbox"] = "hanging_softbox"
    width: float = quantity(0.4, 4.0, unit="m", label="width", default=1.2)
    length: float = quantity(0.4, 4.0, unit="m", label="length toward the light", default=1.2)
    depth: float = quantity(0.1, 1.5, unit="m", label="depth", default=0.35)
    sheet_height: float = quantity(0.8, 6.0, unit="m", label="height of the sheet", default=1.9)
    forward: float = quantity(-2.0, 4.0, unit="m", label="box before the subject", default=0.4)
    key_angle: float = quantity(-180.0, 180.0, unit="degree", label="key angle from the camera", default=20.0)
    sheet: SheetRef = "cotton_bed_linen_white"
    lining: BounceRef = "white_foam_board"
    lamps: int = quantity(1, 6, unit="count", label="number of lamps", default=2)
    cover: bool = True
    walls: WallMake = "foam board"
    doubled: bool = True

    @property
    def outside(self) -> str:
        """What is outside of the walls."""
        return {
            "foam board": "black_foam_board",
            "cloth-lined": "heavy_black_flag_cloth",
            "improvised": "black_plastic_tablecloth",
        }[self.walls]

    @property
    def leak(self) -> float:
        """Share of the light inside that passes a wall; only improvised walls of one layer let any through. [-]"""
        return (
            ONE_LAYER_LEAKS if self.walls == "improvised" and not self.doubled else black_materials()[self.outside].leak
        )

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet, shape (3,). [m]"""
        place: Vector = self.direction * self.forward + UP * self.sheet_height
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and length of the sheet. [m]"""
        return self.width, self.length

    @property
    def lamp_places(self) -> list[Vector]:
        """Lamps in one or two rows under the top, shape (3,) each. [m]"""
        rows = 1 if self.lamps <= 2 else 2
        columns = -(-self.lamps // rows)
        places = []
        for k in range(self.lamps):
            row, column = divmod(k, columns)
            in_row = min(columns, self.lamps - row * columns)
            x = (column + 0.5) / in_row - 0.5
            y = (row + 0.5) / rows - 0.5
            places.append(
                self.source_centre
                + self.across * x * self.width
                + self.direction * y * self.length
                + UP * 0.94 * self.depth
            )
        return places

    @property
    def lamp_position(self) -> Vector:
        """The first lamp, shape (3,). [m]"""
        return self.lamp_places[0]

    @property
    def lamp_aim(self) -> Vector:
        """The sheet below it, shape (3,). [m]"""
        aim: Vector = self.lamp_position - UP * 0.9 * self.depth
        return aim

    @property
    def highest(self) -> float:
        """Top of the box. [m]"""
        return self.sheet_height + self.depth


def arrange(design: HangingBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Walls, top cover, sheet and lamps."""
    across, upward = design.across * design.width, design.direction * design.length
    sheet = panel(
        "sheet",
        centre=design.source_centre,
        across=across,
        upward=upward,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    inside = lined(design.lining, design.outside, leak=design.leak)
    walls = box_walls(
        centre=design.source_centre,
        across=across,
        upward=upward,
        back=UP,
        depth=design.depth,
        surface=inside,
        closed=design.cover,
        behind=inside,
    )
    places = design.lamp_places
    lamps = key_lamps(brief, places, [p - UP * 0.9 * design.depth for p in places])
    return Arrangement(surfaces=(sheet, *walls), lamps=lamps)


def leak_test(design: HangingBoxParameters) -> str:
    """What to measure, and what to expect: wall and sheet get about the same light inside, so L ∝ T."""
    sheet = sheet_material(design.sheet).transmittance
    look = "Lamps on in a dark room: hold the meter flat on the sheet, then on every wall and along every joint."
    if design.leak <= 0.0:
        return f"{look} The walls pass nothing: all that reads comes through a joint; tape it."
    apart = math.log2(sheet / design.leak)
    if apart >= DARK_ENOUGH:
        return (
            f"{look} The black alone keeps a wall about {apart:.0f} stops under the sheet; anything brighter is a gap."
        )
    return (
        f"{look} One layer keeps a wall only about {apart:.0f} stops under the sheet, which lights the ceiling: double"
        f" it for {math.log2(sheet / black_materials()[design.outside].leak):.0f}."
    )


def build(design: HangingBoxParameters, brief: Brief) -> BuildPlan:
    """Two timber frames, corner posts, lining, sheet and cover."""
    work = PartsList(carrying_length=brief.carrying_length)
    work.bar("long side of both frames", design.length, 4, "full length", "length")
    work.bar("short side of both frames", design.width - 0.088, 4, "width less two battens of 44 mm", "width")
    work.bar("corner post", design.depth - 0.036, 4, "depth less two battens of 18 mm laid flat", "depth")
    work.bar(
        "lamp bar",
        design.width - 0.036,
        1 if design.lamps <= 2 else 2,
        "between the sides, lamps hang from it",
        "width",
    )
    work.butt("short side of both frames", "long side of both frames", 8)
    work.butt("corner post", "long side of both frames", 8)
    work.butt("lamp bar", "long side of both frames", 2 if design.lamps <= 2 else 4)
    work.cover(design.lining, design.length, design.depth, count=2, note="long walls, white inside")
    work.cover(design.lining, design.width, design.depth, count=2, note="short walls, white inside")
    if design.walls == "foam board" and bounce_face(design.lining).form == "cloth":
        for side, name in ((design.length, "long"), (design.width, "short")):
            work.cover(
                "white_foam_board", side, design.depth, count=2, note=f"{name} walls, black outside, under the lining"
            )
    if design.walls != "foam board":
        layers = 2 if design.walls == "improvised" and design.doubled else 1
        for side, name in ((design.length, "long"), (design.width, "short")):
            note = f"{name} walls, black outside{', doubled' if layers == 2 else ''}, 60 mm round every edge"
            work.cover(design.outside, side, design.depth, margin=0.06, count=2 * layers, note=note)
    if design.cover:
        work.cover(
            "black_plastic_tablecloth",
            design.width,
            design.length,
            margin=0.1,
            note="top cover, doubled where lamps shine up, with flaps over the vents",
        )
    work.cover(
        design.sheet,
        design.width,
        design.length,
        margin=0.08,
        note="hook-and-loop all round, so that it comes off for washing",
    )
    work.fit("hook_and_loop", 2 * (design.width + design.length))
    work.fit("wood_glue", 1)
    if design.walls == "cloth-lined":
        work.fit("staples", 1)
    work.eyes("corner post", 4)
    work.fit("cord", 8)
    work.step(
        "make-both-frames",
        "Make both frames",
        f"Two rectangles of {size(design.width, design.length)}, glued and screwed, joined by the four posts.",
        check="Both diagonals of each agree within 3 mm.",
        minutes=90,
        does="bond",
        uses=("long side", "short side", "corner post", "lamp bar", "wood_screw", "wood_glue"),
        wait=60,
        sketch=Sketch(width=design.width, height=design.length, sides="long side", rails="short side"),
    )
    how = {
        "foam board": "White boards inside, tape over every joint; black outside.",
        "cloth-lined": (
            "Staple the white lining tight inside of the battens, then the black outside, both round the edges."
        ),
        "improvised": (
            "Bed linen inside, black plastic outside"
            + (" in two layers" if design.doubled else "")
            + ", clamped and taped over the battens; no fold may gape."
        ),
    }[design.walls]
    work.step(
        "line-it",
        "Line it",
        how,
        check="In the dark, with a lamp inside, no line of light shows.",
        mistake="Screws longer than the battens are thick come out inside.",
        minutes=45,
        does="cover",
        uses=("white inside", "black outside", "top cover", "hook-and-loop all round", "hook_and_loop", "staples"),
    )
    work.step(
        "test-it-for-leaks",
        "Test it for leaks",
        leak_test(design),
        check=f"At least {DARK_ENOUGH:.0f} stops between sheet and wall.",
        mistake="Tested in daylight: what leaks is only seen in the dark.",
        caution="Never look for leaks against the sun.",
        minutes=10,
        does="check",
    )
    work.step(
        "hang-the-lamps",
        "Hang the lamps",
        f"{design.lamps} lamp{'s' if design.lamps > 1 else ''} on the bar, as high as they go; vents free, cables"
        " strain-relieved.",
        mistake="Lamps too few or too near the sheet: pools of light.",
        caution=(
            "A closed box gets hot: leave the flaps open and feel the lining after ten minutes. Mains wiring is for"
            " licensed people."
        ),
        minutes=30,
        does="mount",
    )
    work.step(
        "hang-the-box",
        "Hang the box",
        "Four eyes in the posts, two lines to two independent fixings, and a safety line round the whole frame.",
        caution=(
            "Overhead load: fixings in structure are for licensed people; nobody stands under it while it is raised."
        ),
        minutes=30,
        does="hang",
        uses=("screw_eye", "cord"),
        hands=2,
    )
    return work.plan("hanging softbox")


def start(brief: Brief) -> HangingBoxParameters:
    """Under the ceiling with room over it for air."""
    height = round(max(0.8, min(2.0, brief.room.height - 0.35 - 0.1)), 2)
    return HangingBoxParameters(sheet_height=height)


def scaled(design: HangingBoxParameters, scale: float) -> HangingBoxParameters:
    """A larger box, as many lamps as its area asks for."""
    sides = {k: round(min(max(getattr(design, k) * scale, 0.4), 4.0), 2) for k in ("width", "length")}
    lamps = max(1, min(6, round(sides["width"] * sides["length"] / 0.9)))
    return design.model_copy(update={**sides, "lamps": lamps})


def marks(design: HangingBoxParameters, brief: Brief) -> tuple[Mark, ...]:
    """Height of the sheet, depth and length of the box."""
    del brief
    d, centre = design.direction, design.source_centre
    end = centre + d * (design.length / 2 + 0.12)
    return (
        Mark(
            path="design.sheet_height",
            label="Height of the sheet",
            start=centre * np.array([1.0, 1.0, 0.0]),
            end=centre,
        ),
        Mark(path="design.depth", label="Depth", start=end, end=end + UP * design.depth),
        Mark(
            path="design.length",
            label="Length",
            start=centre - d * design.length / 2 + UP * (design.depth + 0.1),
            end=centre + d * design.length / 2 + UP * (design.depth + 0.1),
        ),
    )


def handling(design: HangingBoxParameters) -> Handling:
    """Hangs from fixings or two spreaders; comes apart into two frames."""
    return Handling(
        stands=2,
        people=2,
        setup=45,
        strike=25,
        packed=(max(design.width, design.length), min(design.width, design.length), 0.15),
        uses=60,
    )


def holds(design: HangingBoxParameters, mass: float) -> tuple[Hold, ...]:
    """Its four corners."""
    top = design.source_centre + UP * design.depth
    return tuple(
        Hold(
            id=f"corner-{corner}",
            by="ceiling",
            name=f"corner {k + 1}",
            place=top + a * design.across * design.width / 2 + b * design.direction * design.length / 2,
            mass=mass / 4,
        )
        for k, (corner, a, b) in enumerate(CORNERS)
    )


def rejection_reason(brief: Brief) -> str | None:
    """Needs a ceiling high enough."""
    if brief.room.outdoors:
        return "Outdoors there is no ceiling to hang it from."
    left = brief.room.height - 0.35 - 0.1 - brief.subject.face_height
    return (
        f"Under this ceiling its sheet would hang {max(left, 0.0):.2f} m over the face; 0.3 m is the least."
        if left < 0.3
        else None
    )


SLOTS = slots_of(HangingBoxParameters)

KIND = Kind(
    id="hanging_softbox",
    name="large hanging softbox",
    parameters=HangingBoxParameters,
    arrange=arrange,
    build=build,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(lamps=SLOTS["lamps"], sheet=Sheeted(material=SLOTS["sheet"]), faces=(SLOTS["lining"],)),
    rejection_reason=rejection_reason,
    methods={"enclosed": 2, "above": 2, "lined": 3},
    good="broad, even light from above for a bench and several people; nothing stands on the floor",
    bad="heavy, fixed, slow to build; lights everything below it alike",
    replaces=("one lamp a square metre", "depth a third of the width"),
    mistakes=(
        "lamps too few or too near the sheet: pools",
        "no top cover: the ceiling lights the room",
        "screws too long",
        "bed linen and doubled black cloth that were never tested for leaks",
    ),
    cautions=("Overhead load and heat: both need a licensed eye where the public is.",),
    becomes=(
        ReuseRule(
            forms=("carton", "tub"),
            sizes={"width": "width", "length": "height", "depth": "depth"},
            faces=1,
            heaviest=4.0,
            how=(
                "Open side down: line it white, cover the outside with black, put the sheet over the opening, and test"
                " it for leaks in the dark."
            ),
        ),
    ),
)
