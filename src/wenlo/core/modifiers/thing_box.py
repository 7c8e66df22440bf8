"""What boxes and tents round a thing on a table share: their place, their sides and their lamps."""

from dataclasses import dataclass
from typing import Any, Literal, TypeVar

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wenlo.core.brief.brief import PEOPLE, SENSORS, Brief
from wenlo.core.catalog.own import FinishRef, SheetRef, finish_material
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.daylight import day_round, lamp_as_daylight, lit_by_daylight
from wenlo.core.modifiers.kind import KindFigure, Mark, ModifierParameters, Probe
from wenlo.core.modifiers.placing import UP, black, bounce, key_lamps, layers_of, panel
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import Sheet, board
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

Vector = NDArray[np.float64]

Across = Literal["sheet", "white card", "black card", "open"]

MOST_GROUNDS = 6

PANEL, PAD = 0.005, 0.005
"""Thickness of a loose floor or wall panel, and of the pads behind the wall. [m]"""

BEHIND = 0.6
"""Share of the box's depth that lies behind the front of the thing."""

ROOM_ROUND = 2.6
"""So many times the thing's size are width and height of a box, so that nothing but ground is in the picture."""


class ThingBox(ModifierParameters):
    """Parameters of a box round a thing; ``key_angle`` only tells the side of the key."""

    key_angle: float = quantity(-90.0, 90.0, unit="degree", label="side of the key (+ is camera right)", default=90.0)
    width: float = quantity(0.15, 2.5, unit="m", label="width", default=0.7)
    height: float = quantity(0.15, 2.5, unit="m", label="height", default=0.7)
    depth: float = quantity(0.15, 2.5, unit="m", label="depth", default=0.7)
    table: float = quantity(0.0, 1.8, unit="m", label="height of the table", default=0.75)
    sheet: SheetRef = "cotton_bed_linen_white"
    backdrop: FinishRef = "poster_white"
    lamp_distance: float = quantity(0.03, 2.0, unit="m", label="distance from lamp to sheet", default=0.35)
    lamps: int = quantity(1, 3, unit="count", label="lamps: key, far side, top", default=2)
    lit_by: Literal["lamps", "daylight"] = "lamps"

    @property
    def clear(self) -> tuple[float, float, float]:
        """What walls and frame take of the box before the sweep begins: of each side, behind, and of the floor. [m]"""
        return 0.0, 0.0, 0.0

    @property
    def stiff_ground(self) -> bool:
        """Whether its ground is of panels, and not swept."""
        return False

    @property
    def floor_middle(self) -> Vector:
        """Middle of what the box stands on, shape (3,). [m]"""
        foot: Vector = self.middle - UP * self.height / 2
        return foot

    @property
    def direction(self) -> Vector:
        """To the side of the key, shape (3,)."""
        return np.array([1.0 if self.key_angle >= 0.0 else -1.0, 0.0, 0.0])

    @property
    def middle(self) -> Vector:
        """Middle of the box's inside, shape (3,). [m]"""
        return np.array([0.0, self.depth * (BEHIND - 0.5), self.table + self.height / 2])

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet on the key's side, shape (3,). [m]"""
        place: Vector = self.middle + self.direction * self.width / 2
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Depth and height of that sheet. [m]"""
        return self.depth, self.height

    @property
    def lamp_places(self) -> list[Vector]:
        """Key side, far side, over the top, shape (3,) each. [m]"""
        off = self.width / 2 + self.lamp_distance
        places = [self.middle + self.direction * off, self.middle - self.direction * off]
        places.append(self.middle + UP * (self.height / 2 + self.lamp_distance))
        return places[: self.lamps]

    @property
    def lamp_position(self) -> Vector:
        """Beside the key's sheet, shape (3,). [m]"""
        return self.lamp_places[0]

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the box, shape (3,). [m]"""
        return self.middle

    @property
    def highest(self) -> float:
        """Top of the box, or of a lamp over it. [m]"""
        return self.table + self.height + (self.lamp_distance + 0.1 if self.lamps > 2 else 0.0)

    @property
    def lit_from(self) -> tuple[Literal["top", "side", "front", "under"], ...]:
        """From where its light comes to the thing, by its lit walls."""
        return ("side", "top") if self.lamps > 2 else ("side",)


class SidedBox(ThingBox):
    """A box whose far side is chosen, and of what its ground is made; ``other_grounds`` are exchanged with it."""

    far_side: Across = "sheet"
    ground_of: Literal["sweep", "loose panels"] = "sweep"
    other_grounds: list[FinishRef] = Field(default_factory=list, max_length=MOST_GROUNDS)

    @property
    def stiff_ground(self) -> bool:
        """Its ground is a floor and a wall of board."""
        return self.ground_of == "loose panels"


def side_panel(design: ThingBox, name: str, side: float, surface: Sheet, *, slid: float = 0.0) -> Panel:
    """A side of the box, its front inward; ``side`` 1 is the key's. It is ``slid`` to the back by a share of it."""
    centre = design.middle + design.direction * side * design.width / 2
    centre = centre + np.array([0.0, design.depth * slid / 2, 0.0])
    across = np.array([0.0, design.depth * (1.0 - slid), 0.0])
    made = panel(name, centre=centre, across=across, upward=UP * design.height, surface=surface)
    if float(made.normal @ (design.middle - centre)) < 0.0:
        made = panel(name, centre=centre, across=-across, upward=UP * design.height, surface=surface)
    return made


def top_panel(design: ThingBox, surface: Sheet) -> Panel:
    """The top of the box, its front inward."""
    centre = design.middle + UP * design.height / 2
    upward, across = np.array([0.0, design.depth, 0.0]), np.array([design.width, 0.0, 0.0])
    made = panel("top", centre=centre, across=across, upward=upward, surface=surface)
    return made if made.normal[2] < 0.0 else panel("top", centre=centre, across=-across, upward=upward, surface=surface)


FILM = 0.002
"""The sweep is so far before what is behind and under it. [m]"""


@dataclass(frozen=True, kw_only=True)
class Sweep:
    """Floor and back of a sweep: its width, how far it goes to the front and to the back, and from where to where it
    goes up, from the middle of the floor; the floor goes on ``under`` the back. [m]
    """

    width: float
    front: float
    back: float
    low: float
    top: float
    under: float = 0.0


def sweep_of(design: ThingBox) -> Sweep:
    """The sweep of a box, clear of its walls."""
    side, behind_it, under = design.clear
    if design.stiff_ground:
        # the floor lies on what is there; the wall stands on it, with pads behind
        return Sweep(
            width=design.width - 2 * (side + FILM),
            front=design.depth / 2 - FILM,
            back=design.depth / 2 - behind_it - PAD - PANEL,
            low=under + PANEL,
            top=design.height - FILM,
            under=PANEL,
        )
    return Sweep(
        width=design.width - 2 * (side + FILM),
        front=design.depth / 2 - FILM,
        back=design.depth / 2 - behind_it - FILM,
        low=under + FILM,
        top=design.height - FILM,
    )


def ground_panels(design: ThingBox) -> tuple[Panel, Panel]:
    """The sweep, as a floor and a back that meet behind the thing; both face the camera and the light."""
    surface = board(finish_material(design.backdrop).reflectance)
    s = sweep_of(design)
    to = s.back + s.under
    wide, deep = np.array([s.width, 0.0, 0.0]), np.array([0.0, s.front + to, 0.0])
    floor_at = design.floor_middle + np.array([0.0, (to - s.front) / 2, s.low])
    floor = panel("ground", centre=floor_at, across=wide, upward=deep, surface=surface)
    if floor.normal[2] < 0.0:
        floor = panel("ground", centre=floor_at, across=-wide, upward=deep, surface=surface)
    tall = UP * (s.top - s.low)
    back_at = design.floor_middle + np.array([0.0, s.back, (s.top + s.low) / 2])
    back = panel("back", centre=back_at, across=wide, upward=tall, surface=surface)
    if back.normal[1] > 0.0:
        back = panel("back", centre=back_at, across=-wide, upward=tall, surface=surface)
    return floor, back


def ground_white(design: ThingBox, brief: Brief, probe: Probe) -> KindFigure:
    """How the back of the sweep comes out."""
    place, normal = behind(design)
    reflectance = finish_material(design.backdrop).reflectance[1]
    return ground_figure(brief, probe, place=place, normal=normal, reflectance=reflectance)


def behind(design: ThingBox) -> tuple[Vector, Vector]:
    """Where the ground behind the thing is read: on the back, a little over the table; and its normal, shape
    (3,) each.
    """
    place = design.middle + np.array([0.0, sweep_of(design).back - 0.001, 0.0])
    return place, np.array([0.0, -1.0, 0.0])


def across_surface(design: SidedBox, transmittance: float | None) -> Sheet | None:
    """What is on the far side; None where it is open."""
    if design.far_side == "sheet":
        return layers_of(design.sheet, 1, transmittance)
    return {"white card": bounce("white_foam_board"), "black card": black("black_foam_board"), "open": None}[
        design.far_side
    ]


def lit_by_day(design: ThingBox) -> bool:
    """Whether it stands in open shade or at a window, without a lamp."""
    return design.lit_by == "daylight"


def box_daylight(design: ThingBox, brief: Brief) -> Brief:
    """The brief with daylight in the place of its lamp, where the box has none."""
    if not lit_by_day(design):
        return brief
    return lit_by_daylight(brief, "open shade") if brief.room.outdoors else lamp_as_daylight(brief, "overcast")


def box_lamps(design: ThingBox, brief: Brief) -> tuple[Emitter, ...]:
    """The lamps, each aimed at the middle of the box; or the open sky, or the Brief's window, without any."""
    if lit_by_day(design):
        return day_round(brief, design.direction)
    places = design.lamp_places
    return key_lamps(brief, places, [design.middle] * len(places))


def box_start(brief: Brief) -> dict[str, Any]:
    """Round the thing, with room for the picture to see nothing but ground."""
    size = brief.subject.size
    side = round(min(max(ROOM_ROUND * size, 0.3), 1.6), 2)
    # the sides stand outside of what the lens sees at the back
    width = round(min(max(side, 1.05 * seen_width(brief, brief.camera.distance + BEHIND * side) + 0.02), 2.2), 2)
    # the ground lies between the table top and the foot of the thing
    table = round(max(0.0, brief.subject.foot - 0.0025), 4)
    height = round(min(side, max(brief.room.height - table - 0.1, 0.15)), 2)
    return {
        "width": width,
        "height": height,
        "depth": side,
        "table": table,
        "lamp_distance": round(min(0.5 * side, 1.0), 2),
    }


T = TypeVar("T", bound=ThingBox)


def box_scaled(design: T, scale: float) -> T:
    """The box larger all ways, and the lamps as much farther off."""
    sides = {
        name: round(min(max(getattr(design, name) * scale, 0.15), 2.5), 3) for name in ("width", "height", "depth")
    }
    lamp = round(min(max(design.lamp_distance * scale, 0.03), 2.0), 3)
    return design.model_copy(update={**sides, "lamp_distance": lamp})


def box_marks(design: ThingBox, brief: Brief) -> tuple[Mark, ...]:
    """Height of the table and of the box, its width toward the key, and how far off the lamp is."""
    del brief
    d = design.direction
    edge = d * design.width / 2
    far = -edge - 0.14 * d
    top = UP * (design.table + design.height)
    lamp = design.lamp_position * np.array([1.0, 0.0, 1.0])
    under = UP * (design.table - 0.08)
    return (
        Mark(path="design.table", label="Height of the table", start=far, end=far + UP * design.table),
        Mark(path="design.height", label="Height", start=far + UP * design.table, end=far + top),
        Mark(path="design.width", label="Width", start=-edge + top + 0.08 * UP, end=edge + top + 0.08 * UP),
        Mark(
            path="design.lamp_distance",
            label="Distance from lamp to sheet",
            start=edge + under,
            end=lamp * np.array([1.0, 0.0, 0.0]) + under,
        ),
    )


def no_person(brief: Brief) -> str | None:
    """Boxes are for things; and the thing must go in."""
    if brief.subject.kind in PEOPLE:
        return "It is made for a thing on a table, and the Brief has a person."
    if brief.subject.size > 0.9:
        return f"A thing {format_length(brief.subject.size)} high does not go into a box that one can carry."
    return None


def seen_width(brief: Brief, distance: float) -> float:
    """How wide the picture is at a distance from the lens. [m]"""
    _, wide, _ = SENSORS[brief.camera.sensor]
    return wide / brief.camera.focal_length * distance


CLEAN_WHITE = 0.95
"""Linear value from which a ground has no tone left. [-]"""

FLARES = 1.0
"""Stops over clean white from which a ground all over the picture lifts its blacks: a clean lens spreads about a
hundredth
of it over everything, and two hundredths show. [stop]"""


SHOWS = Phrases("thing-figure", {"white": {"stops": "in_stops", "state": "choice", "more": "in_stops"}}, room="light")


def ground_figure(brief: Brief, probe: Probe, *, place: Vector, normal: Vector, reflectance: float) -> KindFigure:
    """Whether the ground comes out clean white, and whether it flares, when the thing's front is exposed right.

    Parameters
    ----------
    brief, probe: as for the figures of a kind.
    place, normal: where the ground is read, shape (3,) each. [m]
    reflectance: of the ground. [-]
    """
    level = np.array([0.0, -1.0, 0.0])
    found = probe(
        [
            Meter(id="ground", position=place, normal=normal),
            Meter(id="front", position=UP * brief.subject.face_height, normal=level),
        ],
        frozenset(),
    )
    over = stops_between(max(found["ground"] * reflectance, 1e-9), max(found["front"] * CLEAN_WHITE, 1e-9))
    state = "flares" if over >= FLARES else "white" if over >= 0.0 else "grey"
    return KindFigure(
        key="ground_white", says=SHOWS("white", stops=abs(over), state=state, more=max(FLARES - over, 0.0))
    )
