"""A tabletop dome: a translucent tub turned over a thing, lit from outside, with a hole for the lens."""

import math
from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import model_validator

from wenlo.core.brief.brief import SENSORS, Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import SheetRef, sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.parts import BuildJoint, PartContact
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose, X
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import circle, pierced
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.aimed import round_outline
from wenlo.core.modifiers.box_parts import stands_at
from wenlo.core.modifiers.framed import circle_loop
from wenlo.core.modifiers.grounds import covering_for
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Probe, Refusal, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.light_tent import shape_of
from wenlo.core.modifiers.placing import UP, key_lamps, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import (
    ThingBox,
    behind,
    box_daylight,
    box_lamps,
    box_marks,
    box_scaled,
    box_start,
    ground_panels,
    ground_white,
    lit_by_day,
    no_person,
    side_panel,
    sweep_of,
    top_panel,
)
from wenlo.core.optics.shapes import Disc, Panel, Shape
from wenlo.core.optics.sheet import CLEAR, Sheet
from wenlo.core.photometry.stops import format_stops
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import UnitSystem, format_length

SAYS = Phrases(
    "tabletop-dome",
    {
        "choose-the-tub": {"size": "size", "depth": "length", "tubs": "choice"},
        "cut-the-hole": {"hole": "length", "where": "choice", "at": "length"},
        "light-it-from-outside": {},
        "open-the-ground": {"window": "length", "below": "length"},
    },
)

Vector = NDArray[np.float64]

UNDER_DISTANCE = 0.25
"""The lamp under the ground is so far below it. [m]"""


class DomeParameters(ThingBox):
    """Parameters of the tub and of the hole that the lens looks through."""

    kind: Literal["tabletop_dome"] = "tabletop_dome"
    sheet: SheetRef = "natural_hdpe_tub"
    nested: bool = False
    hole: float = quantity(0.01, 0.5, unit="m", label="diameter of the lens' hole", default=0.08)
    hole_height: float = quantity(0.02, 2.4, unit="m", label="lens aims at this height", default=1.0)
    hole_rise: float = quantity(-40.0, 89.0, unit="degree", label="lens looks down by", default=0.0)
    lifted: bool = False
    under: float = quantity(0.0, 8.0, unit="number", label="light from below, times a lamp above", default=0.0)
    under_opening: float = quantity(0.02, 0.6, unit="m", label="window in the ground", default=0.12)

    @model_validator(mode="after")
    def _lamp_below(self) -> "DomeParameters":
        if self.under > 0.0 and self.lit_by == "daylight":
            raise at_field("under", "Light from below needs a lamp: choose lamps, or leave it out by day.")
        return self

    @property
    def lit_from(self) -> tuple[Literal["top", "side", "front", "under"], ...]:
        """A tub glows all round, also toward the lens."""
        return ("side", "top", "front")


def hole_in_top(design: DomeParameters) -> bool:
    """Whether the line from the thing to the lens leaves the tub through its top, not its front."""
    before, over = design.depth / 2 - float(design.middle[1]), design.table + design.height - design.hole_height
    return before * math.tan(math.radians(design.hole_rise)) > max(over, 0.0)


def hole_centre(design: DomeParameters) -> Vector:
    """Middle of the lens' hole, where the line from the thing to the lens leaves the tub, shape (3,). [m]"""
    slope = math.tan(math.radians(design.hole_rise))
    front, top = float(design.middle[1]) - design.depth / 2, design.table + design.height
    if hole_in_top(design):
        return np.array([0.0, max(-(top - design.hole_height) / slope, front + 0.01), top])
    return np.array([0.0, front, min(max(design.hole_height - front * slope, design.table + 0.02), top - 0.02)])


def hole_room(design: DomeParameters) -> float:
    """From the middle of the hole to the nearest edge of its wall; at the foot of the front it may be a notch. [m]"""
    x, y, z = (float(v) for v in hole_centre(design) - design.floor_middle)
    across = design.width / 2 - abs(x)
    return min(across, design.depth / 2 - abs(y)) if hole_in_top(design) else min(across, design.height - z)


def _with_hole(
    name: str, *, centre: Vector, across: Vector, upward: Vector, hole: Vector, width: float, surface: Sheet
) -> Panel:
    # the panel with a round hole, an outline in shares of its sides (upward first)
    rise, wide = float(np.linalg.norm(upward)), float(np.linalg.norm(across))
    off = hole - centre
    at = np.array([float(off @ upward) / rise**2, float(off @ across) / wide**2]) + 0.5
    outline = at + (round_outline() - 0.5) * np.array([width / rise, width / wide])
    made = panel(
        name, centre=centre, across=across, upward=upward, surface=surface, outline=np.clip(outline, 0.001, 0.999)
    )
    return replace(made, cut_out=True)


def front_and_top(design: DomeParameters, wall: Sheet) -> tuple[Panel, Panel]:
    """Front and top, the lens' hole cut out of one of them."""
    across, deep = np.array([design.width, 0.0, 0.0]), np.array([0.0, design.depth, 0.0])
    front = design.middle - deep / 2
    top = design.middle + UP * design.height / 2
    hole = hole_centre(design)
    if hole_in_top(design):
        return (
            panel("front", centre=front, across=across, upward=UP * design.height, surface=wall),
            _with_hole("top", centre=top, across=across, upward=deep, hole=hole, width=design.hole, surface=wall),
        )
    return (
        _with_hole(
            "front", centre=front, across=across, upward=UP * design.height, hole=hole, width=design.hole, surface=wall
        ),
        top_panel(design, wall),
    )


def arrange(design: DomeParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Walls and top of the tub, its hole, the ground, with or without its window for light from below, and the
    lamps.
    """
    wall = layers_of(design.sheet, 2 if design.nested else 1, transmittance)
    floor, _ = ground_panels(design)
    back_at = design.middle + np.array([0.0, design.depth / 2, 0.0])
    shell = panel(
        "back", centre=back_at, across=np.array([design.width, 0.0, 0.0]), upward=UP * design.height, surface=wall
    )
    surfaces: list[Shape] = (
        # lifted off, there is nothing where its key side was
        [side_panel(design, "sheet", 1.0, CLEAR)]
        if design.lifted
        else [
            side_panel(design, "sheet", 1.0, wall),
            side_panel(design, "far side", -1.0, wall),
            *front_and_top(design, wall),
            shell,
        ]
    )
    lamps = box_lamps(design, brief)
    if design.under > 0.0:
        foot = np.array([0.0, 0.0, float(floor.origin[2])])
        middle = floor.origin + floor.edge_u / 2 + floor.edge_v / 2
        window = min(design.under_opening, 0.9 * min(design.width, design.depth))
        surfaces.append(
            _with_hole(
                "ground",
                centre=middle,
                across=floor.edge_v,
                upward=floor.edge_u,
                hole=foot,
                width=window,
                surface=floor.surface,
            )
        )
        surfaces.append(
            Disc(
                id="window below",
                centre=foot - 0.001 * UP,
                axis=UP,
                radius=window / 2,
                surface=layers_of("opal_acrylic_3_mm", 1, None),
                role="modifier",
            )
        )
        places = [*design.lamp_places, foot - UNDER_DISTANCE * UP]
        lamps = key_lamps(brief, places, [design.middle] * len(places))
        lamps = (*lamps[:-1], replace(lamps[-1], amount=lamps[-1].amount * design.under))
    else:
        surfaces.append(floor)
    return Arrangement(
        surfaces=tuple(surfaces),
        lamps=lamps,
        ground=behind(design),
        shown=frozenset({"ground", "back", "front", "far side", "sheet", "top", "window below"}),
    )


def free_hole(design: DomeParameters, brief: Brief) -> float:
    """Least hole through which the lens sees the whole picture: what it sees across there, and its own glass. [m]"""
    _, wide, _ = SENSORS[brief.camera.sensor]
    away = max(brief.camera.distance - hole_away(design, brief), 0.0)
    return wide / brief.camera.focal_length * away + brief.camera.focal_length / brief.camera.aperture


def hole_away(design: DomeParameters, brief: Brief) -> float:
    """From the thing to the hole. [m]"""
    return float(np.linalg.norm(hole_centre(design) - UP * brief.subject.face_height))


def turn_needed(design: DomeParameters, brief: Brief) -> float:
    """How far a flat mirror at the mark must be turned so that the hole is not in it: half the hole's angle from there.
    [rad]
    """
    return 0.5 * math.atan(design.hole / max(hole_away(design, brief), 1e-3))


def figures(design: DomeParameters, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """What shows in a flat thing, how large the hole has to be, and how much shape there is."""
    across, above = shape_of(design, brief, probe)
    least = free_hole(design, brief)
    enough = (
        "the picture's corners are free"
        if design.hole >= least
        else "smaller cuts the picture's corners: move the lens up to it, or take a longer lens"
    )
    return (
        KindFigure(
            key="turn",
            label="A flat thing is turned by",
            text=f"{math.degrees(turn_needed(design, brief)):.0f}°",
            detail="or the hole mirrors itself in it: half the hole's angle from there",
        ),
        KindFigure(
            key="least_hole", label="Hole the lens needs", text=format_length(least, system=units), detail=enough
        ),
        KindFigure(
            key="shape",
            label="Key side over far side",
            text=format_stops(across, signed=True),
            detail=f"over what comes from above {format_stops(above, signed=True)}",
        ),
        ground_white(design, brief, probe),
    )


WALL, OVER = 0.001, 0.01
"""Of a tub's wall, and how much larger the one is that goes over it. [m]"""

HOLE_RIM = 0.01
"""So much of a tub's wall is left beside its hole. [m]"""

WINDOW_RIM = 0.02
"""The pane under the ground is so much larger than its window, all round. [m]"""


def hole_that_fits(design: DomeParameters) -> dict[str, float]:
    """A smaller hole, where the one that is there reaches over the edge of a tub."""
    aimed = min(max(design.hole_height, design.table + 0.02), design.table + design.height - 0.02)
    inside = design.model_copy(update={"hole_height": aimed})
    most = 2 * hole_room(inside) - HOLE_RIM
    return {"hole_height": round(aimed, 3), "hole": round(max(min(design.hole, most), 0.01), 3)}


def refuses(design: DomeParameters, lamp: LampType) -> Refusal | None:
    """A hole that reaches over the edge of its wall."""
    del lamp
    most = 2 * hole_room(design)
    if design.hole <= most + 1e-9:
        return None
    return Refusal(
        field="hole", text=f"It reaches over the edge of the tub: {format_length(max(most, 0.0))} is the most there."
    )


def _tub(work: LaidParts, design: DomeParameters) -> None:
    most = 2 * hole_room(design)
    if design.hole > most + 1e-9:
        wall = "top" if hole_in_top(design) else "front"
        message = (
            f"A hole of {format_length(design.hole)} reaches over the edge of the {wall}:"
            f" {format_length(max(most, 0.0))} is the most there."
        )
        raise Impossible(message, fields=[FieldError(path="design.hole", message=message)])
    # as it comes: one part with its hole, not five flats; its inside is what the light has
    dome = work.layout("dome")
    w, d, h = design.width / 2, design.depth / 2, design.height
    hole = hole_centre(design) - design.floor_middle
    at = (float(hole[0]), float(hole[1]), float(hole[2]))
    through = (
        ((at[0], at[1], at[2] - 0.05), (at[0], at[1], at[2] + 0.05))
        if hole_in_top(design)
        else ((at[0], at[1] - 0.05, at[2]), (at[0], at[1] + 0.05, at[2]))
    )
    own = not isinstance(design.sheet, str)
    tubs = 2 if design.nested else 1
    below: tuple[str, ...] = ()
    if design.lifted and not own:
        # it stands beside, and is bought all the same
        work.fit("milky_tub", tubs)
    for k in range(0 if design.lifted else tubs):
        off = OVER * k
        x, y, z = w + off, d + off, h + off
        tub = work.bought(
            dome,
            "tub" if k == 0 else "tub over it",
            "milky_tub",
            BoughtSolid(
                fills=(Block(low=(-x - WALL, -y - WALL, 0.0), high=(x + WALL, y + WALL, z + WALL)),),
                bores=(
                    Block(low=(-x, -y, -0.001), high=(x, y, z)),
                    Rod(start=through[0], end=through[1], diameter=design.hole),
                ),
            ),
            PartPose(),
            mass=sheet_material(design.sheet).mass_per_area * (4 * y * x + 4 * (x + y) * z),
            source="found" if own else "bought",
        )
        if below:
            dome.hold("laid", tub, below)
            dome.held[-1] = replace(dome.held[-1], contacts=tuple(replace(c, gap=OVER) for c in dome.held[-1].contacts))
        else:
            for surface in ("sheet", "far side", "front", "top", "back"):
                dome.light(surface, tub)
        below = (tub,)
    s = sweep_of(design)
    foot = -float(design.floor_middle[1])
    window = min(design.under_opening, 0.9 * min(design.width, design.depth))
    middle = (s.back - s.front) / 2
    ground = work.sheet(
        dome,
        "ground",
        covering_for(design.backdrop),
        centre=(0.0, middle, s.low),
        across=X,
        upward=(0.0, -1.0, 0.0),
        size=(s.width, s.front + s.back),
        # seen from above with its far edge down
        holes=(circle_loop(0.0, middle - foot, window),) if design.under > 0.0 else (),
        note="ground, swapped for black, grey or a mirror",
        lit="ground",
    )
    if below:
        dome.held.append(
            BuildJoint(
                id=f"{ground}@laid",
                method="laid",
                parts=(ground, below[0]),
                contacts=(PartContact(first=ground, second=below[0], gap=OVER),),
            )
        )
    if design.under > 0.0:
        side = window + 2 * WINDOW_RIM
        pane = work.sheet(
            dome,
            "window",
            "opal_acrylic_3_mm",
            centre=(0.0, foot, s.low - 0.001),
            across=X,
            upward=(0.0, -1.0, 0.0),
            size=(side, side),
            note="window in the ground, 20 mm wider all round",
        )
        dome.light("window below", pane, over=True)
        dome.hold("laid", pane, (ground,))


def laid(design: DomeParameters, brief: Brief) -> LaidParts:
    """A tub, or two nested, with a hole; a ground that is swapped."""
    work = LaidParts(carrying_length=brief.carrying_length, stands=stands_at(design.floor_middle))
    if design.lifted:
        work.given.add("sheet")
    _tub(work, design)
    work.step(
        SAYS(
            "choose-the-tub",
            size=(design.width, design.height),
            depth=design.depth,
            tubs="two" if design.nested else "one",
        ),
        minutes=10,
        does="gather",
        uses=("milky_tub",),
    )
    hole = hole_centre(design)
    back = float(hole[1] - design.middle[1])
    where, at = "front", float(hole[2]) - design.table
    if hole_in_top(design):
        where, at = "top_behind" if back > 0 else "top_before", abs(back)
    rim = design.hole + 0.04
    work.template(
        pierced(
            "camera hole",
            rim,
            rim,
            circle(rim / 2, rim / 2, design.hole),
            note=f"{where}; tape it on and cut through it",
        )
    )
    work.step(SAYS("cut-the-hole", hole=design.hole, where=where, at=at), minutes=20, does="drill")
    if design.under > 0.0:
        window = design.under_opening + 0.06
        work.template(
            pierced("window in the ground", window, window, circle(window / 2, window / 2, design.under_opening))
        )
        work.step(
            SAYS("open-the-ground", window=design.under_opening, below=UNDER_DISTANCE),
            minutes=20,
            does="drill",
            uses=("window in the ground",),
        )
    work.step(SAYS("light-it-from-outside"), minutes=10, does="set", uses=("ground, swapped",))
    return work


BECOMES = (
    ReuseRule(
        forms=("tub",),
        sizes={"width": "width", "height": "height", "depth": "depth"},
        wall="sheet",
        heaviest=4.0,
        how="Turn it over the thing, cut a hole for the lens in one side, and light it from outside.",
        fills=("dome/tub",),
        instead=("choose-the-tub",),
        then=lambda design: hole_that_fits(design),
    ),
)

build, assemble = built(laid, "tabletop dome", BECOMES)


def start(brief: Brief) -> DomeParameters:
    """A tub over the thing, the hole at its middle."""
    placed = box_start(brief)
    aimed = min(max(brief.subject.face_height, placed["table"] + 0.02), placed["table"] + placed["height"] - 0.02)
    base = DomeParameters(**placed, hole_height=round(aimed, 3), hole_rise=max(brief.camera.rise, -40.0))
    room = max(2 * hole_room(base) - 0.01, 0.02)
    hole = min(max(free_hole(base, brief) * 1.1, 0.03), 0.5, 0.8 * min(base.width, base.height), room)
    return base.model_copy(update={"hole": round(hole, 3)})


def handling(design: DomeParameters) -> Handling:
    """One tub."""
    return Handling(stands=0, people=1, setup=4, strike=2, uses=100)


def holds(design: DomeParameters, mass: float) -> tuple[Hold, ...]:
    """Its rim on the table."""
    return (Hold(id="rim", by="table", name="rim of the tub", place=design.middle - UP * design.height / 2, mass=mass),)


SLOTS = slots_of(DomeParameters)

KIND = Kind(
    id="tabletop_dome",
    name="tabletop dome",
    parameters=DomeParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=box_scaled,
    marks=box_marks,
    handling=handling,
    holds=holds,
    lit_from=lambda design: design.lit_from,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        lamp_travel=SLOTS["lamp_distance"],
        height=Height(slot=SLOTS["height"]),
        ground=SLOTS["table"],
        lens_hole=SLOTS["hole_rise"],
        under=SLOTS["under"],
    ),
    rejection_reason=no_person,
    figures=figures,
    daylight=box_daylight,
    daylit=lit_by_day,
    refuses=refuses,
    keeps_size=True,
    good="calm light from everywhere for shiny small things, from one tub",
    bad="flat; dulls what should sparkle; the hole shows in flat metal",
    replaces=("hole as small as the lens",),
    mistakes=(
        "the hole mirrors itself in flat metal",
        "uneven wall thickness makes patches",
        "things that need sparkle left under it",
    ),
    cautions=("Plastic softens near a hot lamp.",),
    becomes=BECOMES,
    refused_frames={
        "timber": "The tub is its frame.",
        "tube": "The tub is its frame.",
        "pipe": "The tub is its frame.",
        "board": "A flat wall would show as a corner in what is round and shiny.",
    },
)
