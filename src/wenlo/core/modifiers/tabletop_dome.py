"""A tabletop dome: a translucent tub turned over a thing, lit from outside, with a hole for the lens."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.build.assembly import Assembly, size
from wenlo.core.build.parts import BuildPlan
from wenlo.core.modifiers.aimed import round_outline
from wenlo.core.modifiers.kind import Arrangement, Become, Handling, Hold, Kind, KindFigure, Probe
from wenlo.core.modifiers.light_tent import shape_of
from wenlo.core.modifiers.placing import UP, layers_of, panel
from wenlo.core.modifiers.thing_box import (
    ThingBox,
    behind,
    box_grown,
    box_lamps,
    box_marks,
    box_start,
    ground_panels,
    no_person,
    side_panel,
    top_panel,
)
from wenlo.core.quantities.length import UnitSystem, format_length
from wenlo.core.quantities.stops import format_stops
from wenlo.core.shelf.own import SheetRef
from wenlo.core.shoot.brief import SENSORS, Brief
from wenlo.core.shoot.fields import quantity
from wenlo.core.transport.scene import Panel

Vector = NDArray[np.float64]

CEMENT = 0.002


class DomeParameters(ThingBox):
    """Parameters of the tub and of the hole that the lens looks through."""

    kind: Literal["tabletop_dome"] = "tabletop_dome"
    sheet: SheetRef = "natural_hdpe_tub"
    nested: bool = False
    hole: float = quantity(0.01, 0.5, unit="m", label="diameter of the lens' hole", default=0.08)
    hole_height: float = quantity(0.02, 2.4, unit="m", label="middle of the hole", default=1.0)


def front_wall(design: DomeParameters, transmittance: float | None) -> Panel:
    """The wall toward the camera, the hole cut out of it."""
    centre = design.middle - np.array([0.0, design.depth / 2, 0.0])
    at = (design.hole_height - (design.table + design.height / 2)) / design.height
    across = np.array([design.width, 0.0, 0.0])
    shares = round_outline() - 0.5
    outline = np.stack(
        [0.5 + at + shares[:, 0] * design.hole / design.height, 0.5 + shares[:, 1] * design.hole / design.width], axis=1
    )
    surface = layers_of(design.sheet, 2 if design.nested else 1, transmittance)
    made = panel(
        "front",
        centre=centre,
        across=across,
        upward=UP * design.height,
        surface=surface,
        outline=np.clip(outline, 0.001, 0.999),
    )
    return Panel(**{**vars(made), "cut_out": True})


def arrange(design: DomeParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Walls and top of the tub, its hole, the ground and the lamps outside."""
    wall = layers_of(design.sheet, 2 if design.nested else 1, transmittance)
    floor, back = ground_panels(design)
    back_at = design.middle + np.array([0.0, design.depth / 2 - CEMENT, 0.0])
    shell = panel(
        "back", centre=back_at, across=np.array([design.width, 0.0, 0.0]), upward=UP * design.height, surface=wall
    )
    del back
    surfaces = (
        side_panel(design, "sheet", 1.0, wall), side_panel(design, "far side", -1.0, wall), top_panel(design, wall), shell,
        front_wall(design, transmittance), floor,
    )  # fmt: skip
    return Arrangement(
        surfaces=surfaces, lamps=box_lamps(design, brief), shown=frozenset({"ground", "back", "front", "far side", "sheet", "top"}),
        ground=behind(design),
    )  # fmt: skip


def free_hole(design: DomeParameters, brief: Brief) -> float:
    """Least hole through which the lens sees the whole picture: what it sees across at the front wall, and its own glass. [m]"""
    _, wide, _ = SENSORS[brief.camera.sensor]
    away = max(brief.camera.distance + float((design.middle - np.array([0.0, design.depth / 2, 0.0]))[1]), 0.0)
    return wide / brief.camera.focal_length * away + brief.camera.focal_length / brief.camera.aperture


def turn_needed(design: DomeParameters) -> float:
    """How far a flat mirror at the mark must be turned so that the hole is not in it: half the hole's angle from there. [rad]"""
    away = abs(float((design.middle - np.array([0.0, design.depth / 2, 0.0]))[1]))
    return 0.5 * math.atan(design.hole / max(away, 1e-3))


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
        KindFigure(key="turn", label="A flat thing is turned by", text=f"{math.degrees(turn_needed(design)):.0f}°", detail="or the hole mirrors itself in it: half the hole's angle from there"),
        KindFigure(key="least_hole", label="Hole the lens needs", text=format_length(least, system=units), detail=enough),
        KindFigure(key="shape", label="Key side over far side", text=format_stops(across, signed=True), detail=f"over what comes from above {format_stops(above, signed=True)}"),
    )  # fmt: skip


def build(design: DomeParameters, brief: Brief) -> BuildPlan:
    """A tub, or two nested, with a hole; a ground that is swapped."""
    work = Assembly(carrying_length=brief.carrying_length)
    work.bar(
        "skid under the ground",
        max(design.width, 0.1),
        2,
        "full width, so that the ground is changed without lifting the tub",
        "width",
    )
    layers = 2 if design.nested else 1
    for name, a, b, count in (
        ("side", design.depth, design.height, 2),
        ("front or back", design.width, design.height, 2),
        ("top", design.width, design.depth, 1),
    ):
        work.cover(
            design.sheet,
            a,
            b,
            count=count * layers,
            note=f"{name} of the tub, as it comes" + (", the inner one a finger smaller" if design.nested else ""),
        )
    work.cover("white_painted_canvas", design.width, design.depth, note="ground, swapped for black, grey or a mirror")
    work.step("Choose the tub", f"{size(design.width, design.height)} or more inside, {design.depth * 100:.0f} cm deep, milky and evenly thick.",
              mistake="Uneven walls make patches: hold it against the light in the shop.", minutes=10)  # fmt: skip
    work.step("Cut the hole", f"{design.hole * 1000:.0f} mm wide, {(design.hole_height - design.table) * 100:.0f} cm over the table, edge sanded.",
              mistake="A hole in the middle of the top mirrors itself in flat metal: from the side, and turn the thing.",
              caution="Hold the tub down; a hole saw catches in plastic. Eye protection, gloves for the burr.", minutes=20)  # fmt: skip
    work.step("Light it from outside", "Lamps alike on both sides, a hand's breadth off; one alone gives shape.",
              mistake="Closed and lit all round, things that need sparkle go dull: open it for them.",
              caution="Plastic softens near a hot lamp: feel the wall after two minutes.", minutes=10)  # fmt: skip
    return work.plan("tabletop dome")


def start(brief: Brief) -> DomeParameters:
    """A tub over the thing, the hole at its middle."""
    placed = box_start(brief)
    height = min(max(brief.subject.face_height, placed["table"] + 0.06), placed["table"] + placed["height"] - 0.05)
    base = DomeParameters(**placed, hole_height=round(height, 3))
    hole = min(max(free_hole(base, brief) * 1.1, 0.03), 0.5, 0.8 * min(base.width, base.height))
    return base.model_copy(update={"hole": round(hole, 3)})


def handling(design: DomeParameters) -> Handling:
    """One tub."""
    return Handling(
        stands=0,
        people=1,
        setup=4,
        strike=2,
        packed=(max(design.width, design.depth), min(design.width, design.depth), design.height),
        uses=100,
    )


def holds(design: DomeParameters, mass: float) -> tuple[Hold, ...]:
    """Its rim on the table."""
    return (Hold(name="rim of the tub", place=design.middle - UP * design.height / 2, mass=mass),)


KIND = Kind(
    id="tabletop_dome", name="tabletop dome", parameters=DomeParameters, arrange=arrange, build=build, start=start, grown=box_grown,
    marks=box_marks, handling=handling, holds=holds, cannot=no_person, figures=figures,
    good="calm light from everywhere for shiny small things, from one tub",
    bad="flat; dulls what should sparkle; the hole shows in flat metal",
    replaces=("hole as small as the lens",),
    mistakes=("the hole mirrors itself in flat metal", "uneven wall thickness makes patches", "things that need sparkle left under it"),
    cautions=("Plastic softens near a hot lamp.",),
    becomes=(
        Become(forms=("tub",), sizes={"width": "width", "height": "height", "depth": "depth"}, wall="sheet", heaviest=4.0,
               how="Turn it over the thing, cut a hole for the lens in one side, and light it from outside."),
    ),
)  # fmt: skip
