"""A tabletop dome: a translucent tub turned over a thing, lit from outside, with a hole for the lens."""

import math
from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.parts import BuildJoint, PartContact
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose, Vec, X
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import circle, pierced
from wenlo.core.facts import Phrases, yes
from wenlo.core.modifiers.box_parts import stands_at
from wenlo.core.modifiers.framed import circle_loop
from wenlo.core.modifiers.grounds import covering_for
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Probe, Refusal, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.light_tent import shape_of
from wenlo.core.modifiers.placing import UP, key_lamps, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import (
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
)
from wenlo.core.modifiers.tub_shell import (
    IN_THE_MIDDLE,
    TubShell,
    free_hole,
    front_and_top,
    hole_away,
    hole_centre,
    hole_in_top,
    hole_room,
    hole_that_fits,
    round_shell,
    with_hole,
)
from wenlo.core.optics.shapes import Disc, Shape
from wenlo.core.optics.sheet import CLEAR
from wenlo.core.units.length import format_length

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


class DomeParameters(TubShell):
    """Parameters of the tub and of the hole that the lens looks through."""

    kind: Literal["tabletop_dome"] = "tabletop_dome"


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
        else round_shell(design, wall)
        if design.shape == "round"
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
            with_hole(
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
        shown=frozenset({"window below", *(s.id for s in surfaces)}),
    )


def turn_needed(design: DomeParameters, brief: Brief) -> float:
    """How far a flat mirror at the mark must be turned so that the hole is not in it: half the hole's angle from there.
    [rad]
    """
    return 0.5 * math.atan(design.hole / max(hole_away(design, brief), 1e-3))


SHOWS = Phrases(
    "dome-figure",
    {
        "turn": {"turn": "angle"},
        "hole": {"least": "length", "free": "choice"},
        "shape": {"stops": "by_stops", "above": "by_stops"},
    },
    room="light",
)


def figures(design: DomeParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """What shows in a flat thing, how large the hole has to be, and how much shape there is."""
    across, above = shape_of(design, brief, probe)
    least = free_hole(design, brief)
    return (
        KindFigure(key="turn", says=SHOWS("turn", turn=turn_needed(design, brief))),
        KindFigure(key="least_hole", says=SHOWS("hole", least=least, free=yes(design.hole >= least))),
        KindFigure(key="shape", says=SHOWS("shape", stops=across, above=above)),
        ground_white(design, brief, probe),
    )


WALL, OVER = 0.001, 0.01
"""Of a tub's wall, and how much larger the one is that goes over it. [m]"""

WINDOW_RIM = 0.02
"""The pane under the ground is so much larger than its window, all round. [m]"""


def refuses(design: DomeParameters, lamp: LampType) -> Refusal | None:
    """A hole that reaches over the edge of its wall, or out of the middle of a round top."""
    del lamp
    over = design.table + design.height - design.hole_height
    if (
        design.shape == "round"
        and hole_in_top(design)
        and max(over, 0.0) > IN_THE_MIDDLE * design.width * math.tan(math.radians(design.hole_rise))
    ):
        text = "In the top of a round tub the hole is in its middle: look straight down, or through the wall."
        return Refusal(field="hole_rise", text=text)
    most = 2 * hole_room(design)
    if design.hole <= most + 1e-9:
        return None
    return Refusal(
        field="hole", text=f"It reaches over the edge of the tub: {format_length(max(most, 0.0))} is the most there."
    )


DRAWN_WALL = 0.012
"""Least wall of a round tub as it is drawn, as a share of its radius."""


def _round_solid(radius: float, height: float, through: tuple[Vec, Vec], hole: float) -> BoughtSolid:
    # a cup upside down, the lens' hole through its wall or its top; drawn with flats, its wall must not vanish
    wall = max(WALL, DRAWN_WALL * radius)
    return BoughtSolid(
        fills=(Rod(start=(0.0, 0.0, 0.0), end=(0.0, 0.0, height + WALL), diameter=2 * (radius + wall)),),
        bores=(
            Rod(start=(0.0, 0.0, -0.001), end=(0.0, 0.0, height), diameter=2 * radius),
            Rod(start=through[0], end=through[1], diameter=hole),
        ),
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
        # through the front of a round wall as deep as its bow is
        else ((at[0], at[1] - 0.05, at[2]), (at[0], at[1] + 0.05 + 0.3 * w, at[2]))
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
            _round_solid(x, z, through, design.hole)
            if design.shape == "round"
            else BoughtSolid(
                fills=(Block(low=(-x - WALL, -y - WALL, 0.0), high=(x + WALL, y + WALL, z + WALL)),),
                bores=(
                    Block(low=(-x, -y, -0.001), high=(x, y, z)),
                    Rod(start=through[0], end=through[1], diameter=design.hole),
                ),
            ),
            PartPose(),
            mass=sheet_material(design.sheet).mass_per_area
            * (math.pi * x * (x + 2 * z) if design.shape == "round" else 4 * y * x + 4 * (x + y) * z),
            source="found" if own else "bought",
        )
        if below:
            dome.hold("laid", tub, below)
            dome.held[-1] = replace(dome.held[-1], contacts=tuple(replace(c, gap=OVER) for c in dome.held[-1].contacts))
        else:
            names = (
                [s.id for s in round_shell(design, CLEAR)]
                if design.shape == "round"
                else ["sheet", "far side", "front", "top", "back"]
            )
            for surface in names:
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
        sizes={"width": "width", "height": "height", "depth": "width"},
        most_faces=0,
        wall="sheet",
        heaviest=4.0,
        how="Turn it over the thing, cut a hole for the lens in its wall, and light it from outside.",
        fills=("dome/tub",),
        instead=("choose-the-tub",),
        sets={"shape": "round"},
        cut=("height",),
        then=lambda design: hole_that_fits(design),
    ),
    ReuseRule(
        forms=("tub",),
        sizes={"width": "width", "height": "height", "depth": "depth"},
        sets={"shape": "oblong"},
        cut=("height",),
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
