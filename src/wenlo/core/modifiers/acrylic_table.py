"""A flexed acrylic light table: a thin sheet curved up between trestles, lit from below, with a sheet and a
lamp above.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import OwnSheet, PlateRef, SheetRef, sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import Reason
from wenlo.core.fabrication.assembly.sheets import BentSolid
from wenlo.core.fabrication.assembly.space import PartPose, Y, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts_list import size
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import FrameWords, on_a_frame, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import OfBattens
from wenlo.core.modifiers.placing import UP, key_lamps, layers_of, panel
from wenlo.core.modifiers.slots import Bent, Capabilities, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import no_person, seen_width
from wenlo.core.optics.finish import Gloss
from wenlo.core.optics.lamp import KEY_LAMP
from wenlo.core.optics.shapes import Panel, Tube
from wenlo.core.optics.sheet import Sheet
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import UnitSystem, format_length

SAYS = Phrases(
    "acrylic-table",
    {
        "scrape-the-edges": {},
        "flex-it": {"bend": "length", "force": "force"},
        "hang-the-sheet-above": {"size": "size", "over": "length"},
        "choose-the-side-up": {},
        "light-it-from-below": {"under": "length"},
    },
)

Vector = NDArray[np.float64]

LEAST_BEND = 330.0
"""Cold-bent acrylic lasts at radii of so many times its thickness and more."""

UNDER_LAMP = f"{KEY_LAMP}-2"
"""The lamp below, in the set."""

WIDEST = 1.0
"""Acrylic is sold so wide: what begins wider could not be made in one piece. [m]"""

A_TENTH = 2.0**0.1 - 1.0
"""A shadow a tenth of a stop deep takes so much of what the rest gives."""


class AcrylicTableParameters(OfBattens):
    """Parameters of the curved sheet, of the light under it and of the sheet over the thing; ``key_angle`` only tilts
    the view from the side.
    """

    kind: Literal["acrylic_table"] = "acrylic_table"
    key_angle: float = quantity(-90.0, 90.0, unit="degree", label="side that the table is drawn from", default=90.0)
    width: float = quantity(0.2, 2.0, unit="m", label="width of the acrylic", default=1.0)
    flat: float = quantity(0.1, 2.0, unit="m", label="flat part, front to back", default=0.6)
    bend: float = quantity(0.1, 2.0, unit="m", label="radius of the bend", default=0.7)
    thickness: float = quantity(0.001, 0.01, unit="m", label="thickness of the acrylic", default=0.002)
    table: float = quantity(0.1, 1.6, unit="m", label="height of the table", default=0.75)
    acrylic: PlateRef = "opal_acrylic_3_mm"
    gloss_up: bool = False
    under: float = quantity(0.0, 4.0, unit="number", label="light from below, times the lamp above", default=1.0)
    under_distance: float = quantity(0.05, 1.5, unit="m", label="lamp under the acrylic", default=0.45)
    sheet: SheetRef = "cotton_bed_linen_white"
    over: float = quantity(0.1, 2.0, unit="m", label="sheet over the table", default=0.7)
    over_size: float = quantity(0.1, 2.0, unit="m", label="side of the sheet above", default=0.7)
    lamp_distance: float = quantity(0.05, 2.0, unit="m", label="lamp over its sheet", default=0.4)

    @model_validator(mode="before")
    @classmethod
    def _as_thick_as_it_is(cls, data: Any) -> Any:
        # a sheet of one's own has a thickness of its own: its bend, its springing back and its cut length follow
        acrylic = data.get("acrylic") if isinstance(data, Mapping) else None
        own = acrylic if isinstance(acrylic, Mapping) else acrylic.model_dump() if isinstance(acrylic, OwnSheet) else {}
        thickness = (own.get("values") or {}).get("thickness")
        return data if thickness is None else {**data, "thickness": thickness}

    @property
    def direction(self) -> Vector:
        """To one side, from which it is drawn, shape (3,)."""
        return np.array([1.0 if self.key_angle >= 0.0 else -1.0, 0.0, 0.0])

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet above, shape (3,). [m]"""
        return np.array([0.0, 0.0, self.table + self.over])

    @property
    def source_size(self) -> tuple[float, float]:
        """The sheet above, both ways. [m]"""
        return self.over_size, self.over_size

    @property
    def lamp_position(self) -> Vector:
        """Over its sheet, shape (3,). [m]"""
        place: Vector = self.source_centre + UP * self.lamp_distance
        return place

    @property
    def lamp_aim(self) -> Vector:
        """The sheet under it, shape (3,). [m]"""
        return self.source_centre

    @property
    def highest(self) -> float:
        """The lamp above. [m]"""
        return self.table + self.over + self.lamp_distance + 0.1

    @property
    def under_place(self) -> Vector:
        """The lamp under the acrylic, shape (3,). [m]"""
        return np.array([0.0, self.flat * 0.1, self.table - self.under_distance])


def acrylic_of(design: AcrylicTableParameters) -> Sheet:
    """The acrylic, its gloss side up or down."""
    plain = layers_of(design.acrylic, 1, None)
    skin = Gloss(alpha=0.02)
    return replace(plain, gloss_front=skin) if design.gloss_up else replace(plain, gloss_back=skin)


def arrange(design: AcrylicTableParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The flat part and the bend, the sheet above, a lamp over it and one under the table."""
    wide, deep = np.array([design.width, 0.0, 0.0]), np.array([0.0, design.flat, 0.0])
    middle = np.array([0.0, design.flat * 0.1, design.table])
    surface = acrylic_of(design)
    ground = panel("ground", centre=middle, across=wide, upward=deep, surface=surface)
    if ground.normal[2] < 0.0:
        ground = panel("ground", centre=middle, across=-wide, upward=deep, surface=surface)
    # a quarter of a tube that lies along the width, its axis over the back edge of the flat part
    back = middle + deep / 2
    bend = Tube(
        id="bend",
        base=back + UP * design.bend - wide / 2,
        axis=np.array([1.0, 0.0, 0.0]),
        length=design.width,
        radius=design.bend,
        span=math.pi / 2,
        start=-UP,
        surface=replace(surface, gloss_front=surface.gloss_back, gloss_back=surface.gloss_front),
        role="modifier",
    )
    above_wide, above_deep = np.array([design.over_size, 0.0, 0.0]), np.array([0.0, design.over_size, 0.0])
    above = panel(
        "sheet",
        centre=design.source_centre,
        across=above_wide,
        upward=above_deep,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    if above.normal[2] > 0.0:
        above = panel(
            "sheet",
            centre=design.source_centre,
            across=-above_wide,
            upward=above_deep,
            surface=layers_of(design.sheet, 1, transmittance),
        )
    lamps = key_lamps(brief, [design.lamp_position, design.under_place], [design.source_centre, middle])
    lit = (lamps[0], replace(lamps[1], amount=lamps[1].amount * max(design.under, 1e-6)))
    behind = (back + np.array([0.0, 0.72 * design.bend, 0.3 * design.bend]), np.array([0.0, -0.7, 0.714]))
    return Arrangement(surfaces=(above, ground, bend), lamps=lit, shown=frozenset({"ground", "bend"}), ground=behind)


@dataclass(frozen=True, kw_only=True)
class GroundLight:
    """Luminance that the ground has from what falls on it from above and from below, by E R/π and E T/π: of the lamp
    below alone, and of all others. [cd/m² or times s]
    """

    above_by_under: float
    below_by_under: float
    above_by_rest: float
    below_by_rest: float

    @property
    def above(self) -> float:
        """From above, by all lamps."""
        return self.above_by_under + self.above_by_rest

    @property
    def below(self) -> float:
        """From below, by all lamps."""
        return self.below_by_under + self.below_by_rest

    def times_needed(self) -> float:
        """How many times its present light the lamp below needs for shadows of a tenth of a stop; infinite if it never
        does.

        In the shadow only what comes from below is left: (A₀ + u A₁) = (2^0.1 − 1)(B₀ + u B₁), solved for u.
        """
        gain = A_TENTH * self.below_by_under - self.above_by_under
        short = self.above_by_rest - A_TENTH * self.below_by_rest
        if short <= 0.0:
            return 0.0
        return short / gain if gain > 0.0 else math.inf


def ground_light(design: AcrylicTableParameters, probe: Probe) -> GroundLight:
    """The ground's light beside the thing."""
    row = sheet_material(design.acrylic)
    at = np.array([0.0, design.flat * 0.1, design.table])
    meters = [
        Meter(id="above", position=at + 0.004 * UP, normal=UP),
        Meter(id="below", position=at - 0.004 * UP, normal=-UP),
    ]
    whole, under = probe(meters, frozenset()), probe(meters, frozenset(), lamps=frozenset({UNDER_LAMP}))
    up, through = row.reflectance / math.pi, row.transmittance / math.pi
    return GroundLight(
        above_by_under=under["above"] * up,
        below_by_under=under["below"] * through,
        above_by_rest=max(whole["above"] - under["above"], 0.0) * up,
        below_by_rest=max(whole["below"] - under["below"], 0.0) * through,
    )


def figures(design: AcrylicTableParameters, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """How deep a shadow shows, what light from below cancels it, the ground against the thing, and the least bend."""
    light = ground_light(design, probe)
    above, below = light.above, light.below
    depth = math.log2((above + below) / max(below, 1e-9 * (above + 1e-9))) if above + below > 0.0 else 0.0
    times = light.times_needed() * design.under if design.under > 0.0 else math.inf
    least = LEAST_BEND * design.thickness
    said = "shadowless" if depth <= 0.1 else f"{format_stops(depth)} deep"
    front = probe(
        [Meter(id="front", position=UP * brief.subject.face_height, normal=np.array([0.0, -1.0, 0.0]))], frozenset()
    )["front"]
    ground = stops_between((above + below) * math.pi, max(front, 1e-9))
    needed = (
        f"{times:.1f} × from below"
        if math.isfinite(times) and times < 100
        else "no light below"
        if design.under <= 0.0
        else "never: too much of it comes back from above"
    )
    return (
        KindFigure(
            key="shadow",
            label="Shadow under the thing",
            text=said,
            detail="where all the light from above is kept off; a tenth of a stop is not seen",
        ),
        KindFigure(
            key="under_needed",
            label="Shadowless from about",
            text=needed,
            detail="light from below, times the lamp above; much more makes a flat opaque thing a silhouette",
        ),
        KindFigure(
            key="ground_over_front",
            label="Ground over the thing's front",
            text=format_stops(ground, signed=True),
            detail="against a white front: clean white from about a stop over, and it flares from about three",
        ),
        KindFigure(
            key="least_bend",
            label="Least bend",
            text=format_length(least, system=units),
            detail=(
                "the sheet is bent tighter: it cracks in time"
                if design.bend < least
                else (
                    f"330 times {design.thickness * 1000:.1f} mm; it is bent to"
                    f" {format_length(design.bend, system=units)}"
                )
            ),
        ),
    )


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


MODULUS = 3.2e9
"""Of acrylic. [Pa]"""


def spring_force(design: AcrylicTableParameters) -> float:
    """What a bent sheet pushes back with at its free edge: M / R with M = E w t³ / 12 R, the bend's own radius being
    the lever. [N]

    >>> round(spring_force(AcrylicTableParameters(width=1.0, thickness=0.003, bend=1.0)), 1)
    7.2
    """
    return MODULUS * design.width * design.thickness**3 / (12.0 * design.bend**2)


def flat_length(design: AcrylicTableParameters) -> float:
    """Of the acrylic before it is bent, along the middle of its thickness, which neither stretches nor shrinks. [m]

    >>> round(flat_length(AcrylicTableParameters(flat=0.6, bend=0.7, thickness=0.002)), 4)
    1.7011
    """
    return design.flat + (design.bend + design.thickness / 2) * math.pi / 2


BEND_STEPS = 32
"""The bend is drawn by so many flats."""


def _flexed(work: LaidParts, design: AcrylicTableParameters, long: float) -> None:
    # good side along the path, from the top of the bend down and out to the front
    table = work.layout("table")
    t, section = design.thickness, table.batten
    front, back = -0.4 * design.flat, 0.6 * design.flat
    turn = np.linspace(0.0, -math.pi / 2, BEND_STEPS + 1)
    path = [
        (float(back + design.bend * math.cos(a)), float(design.table + design.bend * (1.0 + math.sin(a)))) for a in turn
    ]
    acrylic = work.formed(
        table,
        "acrylic",
        design.acrylic,
        BentSolid(width=design.width, path=(*path, (front, design.table)), thickness=t),
        PartPose(),
        flat=(design.width, long),
        note=f"{t * 1000:.1f} mm, {size(design.width, long)}, edges scraped",
    )
    for surface in ("ground", "bend"):
        table.light(surface, acrylic)
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
    work = LaidParts(carrying_length=brief.carrying_length, batten=design.bar_type)
    long = flat_length(design)
    _in_one_piece(design, long)
    _flexed(work, design, long)
    _above(work, design, panels_of(arrange(design, brief))["sheet"])
    work.fit("ballast_bag", 2)
    work.step(SAYS("scrape-the-edges"), minutes=15, does="finish", uses=("acrylic",))
    work.step(
        SAYS("flex-it", bend=design.bend, force=spring_force(design)),
        minutes=20,
        does="mount",
        uses=("batten", "spring_clamp", "ballast_bag"),
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
        bent=Bent(radius=SLOTS["bend"], thickness=SLOTS["thickness"], flat=SLOTS["flat"], width=SLOTS["width"]),
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
