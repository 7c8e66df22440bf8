"""A flexed acrylic light table: a thin sheet curved up between trestles, lit from below, with a sheet and a
lamp above.
"""

import math
from collections.abc import Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import Layout, Reason
from wenlo.core.fabrication.assembly.sheets import BentSolid
from wenlo.core.fabrication.assembly.space import PartPose, Y, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts_list import size
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.flexed_sheet import (
    FRONT_TURN,
    WIDEST,
    FlexedSheet,
    arrange,
    figures,
    flat_length,
    front_force,
    spring_force,
)
from wenlo.core.modifiers.framed import FrameWords, on_a_frame, panels_of
from wenlo.core.modifiers.kind import Handling, Hold, Kind, Mark
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP
from wenlo.core.modifiers.slots import Bent, Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import no_person, seen_width
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "acrylic-table",
    {
        "scrape-the-edges": {},
        "flex-it": {"bend": "length", "force": "force", "behind": "choice"},
        "pull-the-front-down": {"bend": "length", "force": "force"},
        "hang-the-sheet-above": {"size": "size", "over": "length"},
        "choose-the-side-up": {},
        "light-it-from-below": {"under": "length"},
    },
)

Vector = NDArray[np.float64]


class AcrylicTableParameters(FlexedSheet):
    """Parameters of the flexed sheet on its trestles."""

    kind: Literal["acrylic_table"] = "acrylic_table"


def _in_one_piece(design: AcrylicTableParameters, long: float) -> None:
    row = sheet_material(design.acrylic)
    boards = sorted((row.width, row.board_length or math.inf))
    if min(design.width, long) <= boards[0] + 1e-9 and max(design.width, long) <= boards[1] + 1e-9:
        return
    sold = f"{format_length(boards[1])} × {format_length(boards[0])}"
    message = (
        f"{row.name} comes in boards of {sold}, and a joint would show: {size(design.width, long)} is too large. Make"
        " it narrower, shorter or less bent; or add a board of the size that you can get to the Shelf, and choose it"
        " here."
    )
    raise Impossible(
        message,
        fields=[FieldError(path="design.width" if design.width > boards[0] else "design.bend", message=message)],
    )


BEND_STEPS = 32
"""The bend is drawn by so many flats."""


def _flexed(work: LaidParts, design: AcrylicTableParameters, long: float) -> None:
    # good side along the path, from the top of the bend down and out to the front
    table = work.layout("table")
    t, section = design.thickness, table.batten
    front, back = design.front_edge, design.front_edge + design.flat
    turn = np.linspace(0.0, -math.pi / 2, BEND_STEPS + 1)
    arc = [
        (float(back + design.bend * math.cos(a)), float(design.table + design.bend * (1.0 + math.sin(a)))) for a in turn
    ]
    path = (*arc, (front, design.table), *_front_path(design, front))
    acrylic = work.formed(
        table,
        "acrylic",
        design.acrylic,
        BentSolid(width=design.width, path=path, thickness=t),
        PartPose(),
        flat=(design.width, long),
        note=f"{t * 1000:.1f} mm, {size(design.width, long)}, edges scraped",
    )
    for surface in ("ground", "bend", *(("front bend", "lip") if design.front_bend > 0.0 else ())):
        table.light(surface, acrylic)
    if design.front_bend > 0.0:
        _front_bar(table, design, acrylic, path[-2:])
    low = design.table - t - section.thickness / 2
    off = back + design.bend + t + CLEAR_OF_BEND
    reason = Reason(text="full width", blame="width")
    x = design.width / 2
    battens = (
        ("front", "batten under the front edge", (front + section.width / 2, low), Y, 3),
        ("middle", "batten under the back of the flat part", (back - section.width / 2, low), Y, 0),
        (
            "back",
            "batten behind the bend",
            (off + section.thickness / 2, design.table + design.bend - section.width / 2),
            Z,
            3,
        ),
    )
    for name, role, (y, z), wide, clamps in battens:
        free = (0.0, 0.0, -1.0) if wide == Y else (0.0, 1.0, 0.0)
        bar = table.bar(name, role, (-x, y, z), (x, y, z), wide, reason, free=free)
        table.hold("clamped", bar, (acrylic,), used={"spring_clamp": clamps} if clamps else {})


def _front_path(design: AcrylicTableParameters, front: float) -> list[tuple[float, float]]:
    # on down over the front, and the straight lip
    r = design.front_bend
    if r <= 0.0:
        return []
    turn = np.linspace(0.0, FRONT_TURN, BEND_STEPS + 1)[1:]
    path = [(float(front - r * math.sin(a)), float(design.table - r * (1.0 - math.cos(a)))) for a in turn]
    y, z = path[-1]
    return [*path, (y - design.lip * math.cos(FRONT_TURN), z - design.lip * math.sin(FRONT_TURN))]


def _front_bar(table: Layout, design: AcrylicTableParameters, acrylic: str, lip: Sequence[tuple[float, float]]) -> None:
    # under the lip, flat against it; ropes pull its ends down
    (y0, z0), (y1, z1) = lip
    s, c = math.sin(FRONT_TURN), math.cos(FRONT_TURN)
    off = design.thickness + table.batten.thickness / 2
    y, z, x = (y0 + y1) / 2 + s * off, (z0 + z1) / 2 - c * off, design.width / 2
    bar = table.bar(
        "front bar",
        "bar at the front",
        (-x, y, z),
        (x, y, z),
        (0.0, c, s),
        Reason(text="full width", blame="width"),
        free=(0.0, s, -c),
    )
    table.hold("clamped", bar, (acrylic,), used={"spring_clamp": 4, "cord": 2 * design.table})


CLEAR_OF_BEND = 0.0002
"""The batten behind stands so far off the drawn bend, which it touches. [m]"""


def _above(work: LaidParts, design: AcrylicTableParameters, above: Panel) -> None:
    stiff = sheet_material(design.sheet).form == "board"
    on_a_frame(
        work,
        above,
        design.sheet,
        FrameWords(
            uprights="side of the sheet above", rails="rail of the sheet above", height="over_size", width="over_size"
        ),
        id="above",
        margin=0.0 if stiff else 0.05,
        note="sheet over the table, on its frame",
        screwed=stiff,
    )
    work.fit("cord", 4)


def laid(design: AcrylicTableParameters, brief: Brief) -> LaidParts:
    """A sheet, two trestles, padded clamps.

    Raises
    ------
    Impossible
        When the acrylic is larger than it is sold.
    """
    # in the coordinates of the set
    work = LaidParts(carrying_length=brief.carrying_length, batten=design.bar_type, corner=design.corner)
    long = flat_length(design)
    _in_one_piece(design, long)
    _flexed(work, design, long)
    _above(work, design, panels_of(arrange(design, brief))["sheet"])
    pulled, poled = design.front_bend > 0.0, design.held_behind == "bar on a sprung pole"
    if poled and brief.room.outdoors:
        message = "A sprung pole is jammed between floor and ceiling, and there is none outdoors: take trestles."
        raise Impossible(message, fields=[FieldError(path="design.held_behind", message=message)])
    work.fit("ballast_bag", 4 if pulled else 2)
    if poled:
        work.fit("sprung_pole", 1)
    work.step(SAYS("scrape-the-edges"), minutes=15, does="finish", uses=("acrylic",))
    work.step(
        SAYS("flex-it", bend=design.bend, force=spring_force(design), behind="pole" if poled else "trestles"),
        minutes=20,
        does="mount",
        uses=("batten", "spring_clamp", "ballast_bag", "sprung_pole"),
    )
    if pulled:
        work.step(
            SAYS("pull-the-front-down", bend=design.front_bend, force=front_force(design)),
            minutes=15,
            does="mount",
            uses=("bar at the front", "cord", "spring_clamp", "ballast_bag"),
            hands=2,
        )
    work.step(
        SAYS("hang-the-sheet-above", size=(design.over_size, design.over_size), over=design.over),
        minutes=35,
        does="bond",
        uses=(
            "side of the sheet",
            "rail of the sheet",
            "wood_screw",
            "wood_glue",
            "staples",
            "sheet over the table",
            "cord",
            "lap_screw",
            "splint_screw",
            "washer",
        ),
        wait=60,
    )
    work.step(SAYS("choose-the-side-up"), minutes=5, does="mark")
    work.step(SAYS("light-it-from-below", under=design.under_distance), minutes=10, does="set")
    return work


build, assemble = built(laid, "flexed acrylic table")


def start(brief: Brief) -> AcrylicTableParameters:
    """As wide as the picture sees and acrylic is sold, its top under the thing."""
    table = round(min(max(brief.subject.foot - 0.0005, 0.1), 1.6), 4)
    width = round(min(max(1.05 * seen_width(brief, brief.camera.distance + 0.9), 0.4), WIDEST), 2)
    over = round(min(max(brief.subject.size + 0.3, 0.3), max(brief.room.height - table - 0.65, 0.1)), 2)
    return AcrylicTableParameters(table=table, width=width, over=over)


def scaled(design: AcrylicTableParameters, scale: float) -> AcrylicTableParameters:
    """A larger sheet above; the table stays."""
    return design.model_copy(update={"over_size": round(min(max(design.over_size * scale, 0.1), 2.0), 3)})


def marks(design: AcrylicTableParameters, brief: Brief) -> tuple[Mark, ...]:
    """Height of the table, of the sheet over it, and how far under it the lamp is."""
    del brief
    d = design.direction
    far, near = -d * (design.width / 2 + 0.12), d * (design.width / 2 + 0.12)
    top = UP * design.table
    return (
        Mark(path="design.table", label="Height of the table", start=far, end=far + top),
        Mark(path="design.over", label="Sheet over the table", start=far + top, end=far + top + UP * design.over),
        Mark(
            path="design.under_distance",
            label="Lamp under the acrylic",
            start=near + top - UP * design.under_distance,
            end=near + top,
        ),
    )


def handling(design: AcrylicTableParameters) -> Handling:
    """Two trestles; two people to flex it."""
    return Handling(stands=3, people=2, setup=25, strike=12, uses=80)


def holds(design: AcrylicTableParameters, mass: float) -> tuple[Hold, ...]:
    """The two trestles, the batten behind, and the lines that the sheet above hangs from."""
    front = np.array([0.0, -design.flat * 0.4, design.table])
    back = np.array([0.0, design.flat * 0.6 + design.bend, design.table + design.bend])
    return (
        Hold(id="trestles", by="table", name="trestles", place=front, mass=mass * 0.5, groups=("table",)),
        Hold(id="batten", by="table", name="batten behind the bend", place=back, mass=mass * 0.3, groups=("table",)),
        Hold(
            id="sheet-above",
            by="ceiling",
            name="lines of the sheet above",
            place=design.source_centre,
            mass=mass * 0.2,
            groups=("above",),
        ),
    )


def rejection_reason(brief: Brief) -> str | None:
    """For things, and light enough ones."""
    return no_person(brief)


SLOTS = slots_of(AcrylicTableParameters)

KIND = Kind(
    id="acrylic_table",
    name="flexed acrylic light table",
    parameters=AcrylicTableParameters,
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
        lamp_travel=SLOTS["lamp_distance"],
        ground=SLOTS["table"],
        under=SLOTS["under"],
        bent=Bent(
            radius=SLOTS["bend"],
            thickness=SLOTS["thickness"],
            flat=SLOTS["flat"],
            width=SLOTS["width"],
            front=SLOTS["front_bend"],
        ),
    ),
    rejection_reason=rejection_reason,
    figures=figures,
    keeps_size=True,
    good="a ground without a shadow and without a line behind",
    bad="sags under weight; every clamp and crumb shows",
    replaces=("as much light from below as from above",),
    mistakes=("sag", "cracks at clamps and at drilled holes", "clamp shadows", "reflections on the gloss side"),
    cautions=("A flexed sheet springs back: ballast and clamps before anybody lets go.",),
    refused_frames={
        "tube": "Clamps hold the sheet along a batten, and crush thin tube.",
        "pipe": "A sheet lies flat along a batten; along a pipe it touches in a line and rolls.",
        "board": "The sheet bends freely behind: a border would break the bend.",
        "found": "A sheet of your own is chosen as its acrylic.",
    },
)
