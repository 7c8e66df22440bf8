"""A light tent: sheets on a frame of pipe or rods round a thing, with sides that slide and a backdrop on a rod."""

from typing import Literal

import numpy as np

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.fabrication.parts_list import PartsList, size
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Probe
from wenlo.core.modifiers.placing import CORNERS, UP, layers_of
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import (
    SidedBox,
    ThingBox,
    across_surface,
    behind,
    box_lamps,
    box_marks,
    box_scaled,
    box_start,
    ground_panels,
    ground_white,
    no_person,
    side_panel,
    top_panel,
)
from wenlo.core.optics.shapes import Panel
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.length import UnitSystem


class TentParameters(SidedBox):
    """Parameters of the tent."""

    kind: Literal["light_tent"] = "light_tent"
    top: Literal["sheet", "open"] = "sheet"


def arrange(design: TentParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Sheets, sweep and lamps."""
    cloth = layers_of(design.sheet, 1, transmittance)
    surfaces: list[Panel] = [side_panel(design, "sheet", 1.0, cloth)]
    far = across_surface(design, transmittance)
    if far is not None:
        surfaces.append(side_panel(design, "far side", -1.0, far))
    if design.top == "sheet":
        surfaces.append(top_panel(design, cloth))
    surfaces += ground_panels(design)
    return Arrangement(
        surfaces=tuple(surfaces),
        lamps=box_lamps(design, brief),
        shown=frozenset({"ground", "back"}),
        ground=behind(design),
    )


def shape_of(design: ThingBox, brief: Brief, probe: Probe) -> tuple[float, float]:
    """Light on the key's side of the thing over that on the far side, and over that from above. [stop]"""
    middle = UP * brief.subject.face_height
    sides = {"key side": design.direction, "far side": -design.direction, "above": UP}
    off = brief.subject.size / 2
    found = probe([Meter(id=n, position=middle + v * off, normal=v) for n, v in sides.items()], frozenset())
    key, far, above = (max(found[name], 1e-9) for name in sides)
    return stops_between(key, far), stops_between(key, above)


def figures(design: ThingBox, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """How much shape the thing gets, and how bright its ground is."""
    del units
    across, above = shape_of(design, brief, probe)
    place, normal = behind(design)
    found = probe(
        [
            Meter(id="back", position=place, normal=normal),
            Meter(id="front", position=UP * brief.subject.face_height, normal=normal),
        ],
        frozenset(),
    )
    ground = stops_between(max(found["back"], 1e-9), max(found["front"], 1e-9))
    flat = "flat: little shape" if abs(across) < 0.5 else "one-sided" if abs(across) > 1.5 else "some shape"
    return (
        KindFigure(
            key="shape",
            label="Key side over far side",
            text=format_stops(across, signed=True),
            detail=f"at the thing's two sides: {flat}",
        ),
        KindFigure(
            key="from_above",
            label="Key side over above",
            text=format_stops(above, signed=True),
            detail="what the top of the thing gets against its side",
        ),
        KindFigure(
            key="ground_level",
            label="Ground over the thing's front",
            text=format_stops(ground, signed=True),
            detail="light on the back against that on the front",
        ),
        ground_white(design, brief, probe),
    )


def build(design: TentParameters, brief: Brief) -> BuildPlan:
    """Battens, legs that come out, sheets on rods."""
    work = PartsList(carrying_length=brief.carrying_length)
    work.bar("leg", design.height, 4, "full height; they pull out of the corners", "height")
    work.bar("rail, left to right", max(design.width - 0.036, 0.06), 4, "between the legs", "width")
    work.bar("rail, front to back", max(design.depth - 0.036, 0.06), 4, "between the legs", "depth")
    work.bar("rod of the backdrop", design.width + 0.05, 1, "rests on the two back legs", "width")
    work.butt("rail, left to right", "leg", 8)
    sheets = 1 + (design.far_side == "sheet")
    work.cover(
        design.sheet,
        design.depth,
        design.height,
        margin=0.04,
        count=sheets,
        note="side, sleeve of 60 mm on its rod, so that it slides",
    )
    if design.top == "sheet":
        work.cover(design.sheet, design.width, design.depth, margin=0.04, note="top")
    if design.far_side.endswith("card"):
        work.cover(
            "white_foam_board" if design.far_side == "white card" else "black_foam_board",
            design.depth,
            design.height,
            note="card on the far side",
        )
    work.fit("ballast_bag", 1)
    work.step(
        "make-the-frame",
        "Make the frame",
        f"{size(design.width, design.height)}, {design.depth * 100:.0f} cm deep; legs held by pins, not glue.",
        mistake="Clamps on chairs in its place: they fall; weighted posts stand.",
        minutes=60,
        does="bond",
        uses=("leg", "rail,", "rod of", "wood_screw"),
        wait=60,
    )
    work.step(
        "hang-the-sheets",
        "Hang the sheets",
        "Each on its own rod, so that one side can be slid away for sparkle.",
        mistake="Closed all round, the light is flat: open one side, or hang a black card there.",
        minutes=25,
        does="cover",
        uses=("side, sleeve", "top", "card on the far side"),
    )
    work.step(
        "lay-the-sweep",
        "Lay the sweep",
        "Backdrop over its rod, down behind the thing and forward under it without a crease.",
        mistake="Bent too sharply, its crease shows as a line behind the thing.",
        minutes=10,
        does="set",
        uses=("ballast_bag",),
    )
    return work.plan("light tent")


def start(brief: Brief) -> TentParameters:
    """Round the thing."""
    return TentParameters(**box_start(brief))


def handling(design: TentParameters) -> Handling:
    """Stands on the table; the legs come out."""
    return Handling(
        stands=0,
        people=1,
        setup=12,
        strike=6,
        packed=(max(design.width, design.depth, design.height), 0.15, 0.15),
        uses=60,
    )


def holds(design: TentParameters, mass: float) -> tuple[Hold, ...]:
    """Its four feet on the table."""
    middle = design.middle - UP * design.height / 2
    wide, deep = np.array([design.width / 2, 0.0, 0.0]), np.array([0.0, design.depth / 2, 0.0])
    return tuple(
        Hold(id=f"foot-{corner}", by="table", name=f"foot {k + 1}", place=middle + a * wide + b * deep, mass=mass / 4)
        for k, (corner, a, b) in enumerate(CORNERS)
    )


SLOTS = slots_of(TentParameters)

KIND = Kind(
    id="light_tent",
    name="light tent",
    parameters=TentParameters,
    arrange=arrange,
    build=build,
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
    ),
    rejection_reason=no_person,
    figures=figures,
    keeps_size=True,
    good="soft light from all sides, calm reflections in shiny things",
    bad="flat when it is closed all round",
    replaces=("tent three times the thing",),
    mistakes=("flat light when closed all round", "clamps on chairs fall"),
    cautions=("Lamps near cloth: keep them where the hand is comfortable.",),
)
