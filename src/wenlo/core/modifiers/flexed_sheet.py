"""A thin sheet of acrylic that is flexed: its bends and its flat part, its light from above and below, its sag and what
it pushes back with.
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
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.modifiers.kind import Arrangement, KindFigure, Probe
from wenlo.core.modifiers.of_bars import Cornered, OfBattens
from wenlo.core.modifiers.placing import UP, key_lamps, layers_of, panel
from wenlo.core.optics.finish import Gloss
from wenlo.core.optics.lamp import KEY_LAMP
from wenlo.core.optics.shapes import Panel, Tube
from wenlo.core.optics.sheet import Sheet
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

LEAST_BEND = 330.0
"""Cold-bent acrylic lasts at radii of so many times its thickness and more."""

UNDER_LAMP = f"{KEY_LAMP}-2"
"""The lamp below, in the set."""

FRONT_TURN = math.radians(60.0)
"""The front is pulled down so far."""

ROUND_THE_BAR = 0.016
"""The straight lip of the front is so much wider than its bar. [m]"""

WIDEST = 1.0
"""Acrylic is sold so wide: what begins wider could not be made in one piece. [m]"""

A_TENTH = 2.0**0.1 - 1.0
"""A shadow a tenth of a stop deep takes so much of what the rest gives."""


class FlexedSheet(OfBattens, Cornered):
    """Parameters of the curved sheet, of the light under it and of the sheet over the thing; ``key_angle`` only tilts
    the view from the side. The front edge hangs straight over its trestle, or is pulled down to a second bend.
    """

    key_angle: float = quantity(-90.0, 90.0, unit="degree", label="side that the table is drawn from", default=90.0)
    width: float = quantity(0.2, 2.0, unit="m", label="width of the acrylic", default=1.0)
    flat: float = quantity(0.1, 2.0, unit="m", label="flat part, front to back", default=0.6)
    bend: float = quantity(0.1, 2.0, unit="m", label="radius of the bend", default=0.7)
    front_bend: float = quantity(0.0, 2.0, unit="m", label="radius of the front, pulled down (0: flat)", default=0.0)
    held_behind: Literal["batten on trestles", "bar on a sprung pole"] = "batten on trestles"
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
    def lip(self) -> float:
        """What goes on straight past the front's bend, where its bar is clamped. [m]"""
        return self.bar_type.width + ROUND_THE_BAR if self.front_bend > 0.0 else 0.0

    @property
    def front_edge(self) -> float:
        """Where the flat part ends in front, from the thing back. [m]"""
        return -0.4 * self.flat

    @property
    def under_place(self) -> Vector:
        """The lamp under the acrylic, shape (3,). [m]"""
        return np.array([0.0, self.flat * 0.1, self.table - self.under_distance])


def acrylic_of(design: FlexedSheet) -> Sheet:
    """The acrylic, its gloss side up or down."""
    plain = layers_of(design.acrylic, 1, None)
    skin = Gloss(alpha=0.02)
    return replace(plain, gloss_front=skin) if design.gloss_up else replace(plain, gloss_back=skin)


def arrange(design: FlexedSheet, brief: Brief, transmittance: float | None = None) -> Arrangement:
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
    front = _front(design, surface)
    shown = frozenset({"ground", "bend", *(s.id for s in front)})
    return Arrangement(surfaces=(above, ground, bend, *front), lamps=lit, shown=shown, ground=behind)


def _front(design: FlexedSheet, surface: Sheet) -> tuple[Tube | Panel, ...]:
    # down over the trestle, and the straight lip that its bar is clamped to
    r = design.front_bend
    if r <= 0.0:
        return ()
    edge = np.array([0.0, design.front_edge, design.table])
    wide = np.array([design.width, 0.0, 0.0])
    bend = Tube(
        id="front bend",
        base=edge - UP * r - wide / 2,
        axis=np.array([1.0, 0.0, 0.0]),
        length=design.width,
        radius=r,
        span=FRONT_TURN,
        start=UP,
        surface=surface,
        role="modifier",
    )
    s, c = math.sin(FRONT_TURN), math.cos(FRONT_TURN)
    end = edge + np.array([0.0, -r * s, -r * (1.0 - c)])
    down = np.array([0.0, -c, -s]) * design.lip
    lip = panel("lip", centre=end + down / 2, across=wide, upward=-down, surface=surface)
    if lip.normal[2] < 0.0:
        lip = panel("lip", centre=end + down / 2, across=-wide, upward=-down, surface=surface)
    return bend, lip


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


def ground_light(design: FlexedSheet, probe: Probe) -> GroundLight:
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


SHOWS = Phrases(
    "flexed-figure",
    {
        "shadow": {"stops": "in_stops", "shadowless": "choice"},
        "under-needed": {"times": "tenth", "state": "choice"},
        "ground": {"stops": "by_stops"},
        "least-bend": {"least": "length", "thick": "drill", "bend": "length", "tight": "choice"},
        "sag": {"sag": "fact", "flat": "fact", "back": "fact", "both": "fact", "front": "choice"},
        "down": {"length": "length"},
        "up": {"length": "length"},
    },
    room="light",
)

MOST_TIMES = 100.0
"""A lamp that would have to be stronger than so many times the other is none. [-]"""


def figures(design: FlexedSheet, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """How deep a shadow shows, what light from below cancels it, the ground against the thing, and the least bend."""
    light = ground_light(design, probe)
    above, below = light.above, light.below
    depth = math.log2((above + below) / max(below, 1e-9 * (above + 1e-9))) if above + below > 0.0 else 0.0
    times = light.times_needed() * design.under if design.under > 0.0 else math.inf
    front = probe(
        [Meter(id="front", position=UP * brief.subject.face_height, normal=np.array([0.0, -1.0, 0.0]))], frozenset()
    )["front"]
    ground = stops_between((above + below) * math.pi, max(front, 1e-9))
    state = "enough" if times < MOST_TIMES else "none" if design.under <= 0.0 else "never"
    least = LEAST_BEND * design.thickness
    return (
        _sag_figure(design),
        KindFigure(key="shadow", says=SHOWS("shadow", stops=told_stops(depth), shadowless=yes(depth <= 0.1))),
        KindFigure(key="under_needed", says=SHOWS("under-needed", times=min(times, MOST_TIMES), state=state)),
        KindFigure(key="ground_over_front", says=SHOWS("ground", stops=told_stops(ground))),
        KindFigure(
            key="least_bend",
            says=SHOWS(
                "least-bend", least=least, thick=design.thickness, bend=design.bend, tight=yes(design.bend < least)
            ),
        ),
    )


MODULUS = 3.2e9
"""Of acrylic. [Pa]"""


DENSITY = 1190.0
"""Of acrylic. [kg/m³]"""


def sag_of(design: FlexedSheet, *, back: bool = True, front: bool = True) -> float:
    """How far the flat part lies under the line of its two battens, in its middle; less than nothing where it arches.
    [m]

    A strip on two supports: its own weight 5 q L⁴ / 384 D, and the moments of the bends D / R at its ends, L² / 16 R
    each: the back's bends it down, the front's up.

    Source: [Gere].

    Parameters
    ----------
    design: the table.
    back, front: which of its bends count.

    >>> table = FlexedSheet(kind="", flat=0.6, bend=0.7, thickness=0.002)
    >>> round(sag_of(table, back=False) * 1000, 1), round(sag_of(table) * 1000, 1)
    (18.5, 50.6)
    """
    stiff = MODULUS * design.thickness**3 / 12.0
    own = 5.0 * DENSITY * design.thickness * 9.81 * design.flat**4 / (384.0 * stiff)
    sag = own + (design.flat**2 / (16.0 * design.bend) if back else 0.0)
    return sag - (design.flat**2 / (16.0 * design.front_bend) if front and design.front_bend > 0.0 else 0.0)


def _sag_figure(design: FlexedSheet) -> KindFigure:
    def told(sag: float) -> Fact:
        return SHOWS("down" if sag >= 0.0 else "up", length=abs(sag))

    return KindFigure(
        key="sag",
        says=SHOWS(
            "sag",
            sag=told(sag_of(design)),
            flat=told(sag_of(design, back=False, front=False)),
            back=told(sag_of(design, front=False)),
            both=told(sag_of(design)),
            front=yes(design.front_bend > 0.0),
        ),
    )


def front_force(design: FlexedSheet) -> float:
    """What the ropes at the front's bar pull down with: its moment D / R over the reach of the bend. [N]

    Source: [Gere].
    """
    if design.front_bend <= 0.0:
        return 0.0
    moment = MODULUS * design.width * design.thickness**3 / (12.0 * design.front_bend)
    return moment / (design.front_bend * math.sin(FRONT_TURN))


def spring_force(design: FlexedSheet) -> float:
    """What a bent sheet pushes back with at its free edge: M / R with M = E w t³ / 12 R, the bend's own radius being
    the lever. [N]

    >>> round(spring_force(FlexedSheet(kind="", width=1.0, thickness=0.003, bend=1.0)), 1)
    7.2
    """
    return MODULUS * design.width * design.thickness**3 / (12.0 * design.bend**2)


def flat_length(design: FlexedSheet) -> float:
    """Of the acrylic before it is bent, along the middle of its thickness, which neither stretches nor shrinks; of a
    front that is pulled down the good side is the outer one. [m]

    >>> round(flat_length(FlexedSheet(kind="", flat=0.6, bend=0.7, thickness=0.002)), 4)
    1.7011
    """
    front = (design.front_bend - design.thickness / 2) * FRONT_TURN + design.lip if design.front_bend > 0.0 else 0.0
    return design.flat + (design.bend + design.thickness / 2) * math.pi / 2 + front
