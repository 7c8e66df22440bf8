"""A bare window, or the sun in it, and a board of foil or card that lights the shadows with it: no lamp at all."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.modifiers.daylight import (
    OFF_WALL,
    AtWindow,
    lamp_as_daylight,
    larger_window,
    light_of_window,
    like_the_window,
    side_window,
    window_marks,
)
from wenlo.core.modifiers.framed import begin, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import A_BOARD
from wenlo.core.modifiers.placing import UP, panel
from wenlo.core.modifiers.reflecting_card import (
    CARD_RULES,
    Fixing,
    aim_figure,
    aimed_by,
    card_panels,
    fill_figure,
    lay_card,
    stand_it_up,
    white_figure,
)
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import CLEAR
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

CARDS = frozenset({"card", "right wing", "left wing"})

ACROSS = 60.0
"""The card starts so far to the other side of the camera. [degree]"""

CLEAR_OF_FLOOR = 0.02
"""The lower edge of the card stays so far over the floor. [m]"""


class ReflectorParameters(AtWindow):
    """Parameters of the window, and of the card on the other side of the subject."""

    kind: Literal["window_reflector"] = "window_reflector"
    width: float = quantity(0.05, 2.5, unit="m", label="width of the reflector", default=0.6)
    height: float = quantity(0.05, 2.5, unit="m", label="height of the reflector", default=0.8)
    face: BounceRef = "foil_creased"
    fixing: Fixing = Field(default="spread glue, ironed on", json_schema_extra={"label": "face held by"})
    wings: float = quantity(0.0, 60.0, unit="degree", label="wings folded forward", default=0.0)
    card_angle: float = quantity(
        0.0, 180.0, unit="degree", label="reflector from the camera, away from the window", default=ACROSS
    )
    card_distance: float = quantity(0.05, 5.0, unit="m", label="reflector to the subject", default=0.8)
    card_height: float = quantity(0.05, 4.0, unit="m", label="middle of the reflector over the floor", default=1.2)
    turn: float = quantity(-75.0, 75.0, unit="degree", label="face turned toward the camera", default=0.0)
    tilt: float = quantity(-60.0, 60.0, unit="degree", label="tilt of the top toward the subject", default=0.0)

    @property
    def source_centre(self) -> Vector:
        """Middle of the window, shape (3,). [m]"""
        place: Vector = self.lamp_position - self.direction * OFF_WALL
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the window. [m]"""
        return self.window_width, self.window_height

    @property
    def highest(self) -> float:
        """Upper edge of the window or of the card. [m]"""
        return max(self.sill + self.window_height, self.card_height + self.height / 2)

    @property
    def card_way(self) -> Vector:
        """Level unit vector from the subject to the card, shape (3,)."""
        a, away = math.radians(self.card_angle), -float(self.direction[0])
        return np.array([away * math.sin(a), -math.cos(a), 0.0])

    @property
    def card_centre(self) -> Vector:
        """Middle of the card, shape (3,); its lower edge stays over the floor. [m]"""
        low = self.height / 2 * math.cos(math.radians(self.tilt)) + CLEAR_OF_FLOOR
        place: Vector = self.card_way * self.card_distance + UP * max(self.card_height, low)
        return place

    @property
    def toward_light(self) -> Vector:
        """Unit vector from the card to the window, or to the sun, shape (3,)."""
        if self.weather == "sun":
            up, aside = math.radians(self.sun_height), math.radians(self.sun_aside)
            right = np.cross(self.direction, UP)
            level = math.cos(aside) * self.direction + math.sin(aside) * right
            way: Vector = math.cos(up) * level + math.sin(up) * UP
            return way
        way = self.lamp_position - self.card_centre
        unit: Vector = way / float(np.linalg.norm(way))
        return unit


def cards_of(design: ReflectorParameters, face: BounceRef) -> list[Panel]:
    """The card's panels with a face."""
    return card_panels(
        "card",
        face,
        centre=design.card_centre,
        direction=design.card_way,
        size=(design.width, design.height),
        tilt=design.tilt,
        turn=design.turn,
        wings=design.wings,
    )


def arrange(design: ReflectorParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The window with nothing in it, and the card."""
    del transmittance
    hole = panel(
        "sheet",
        centre=design.source_centre,
        across=design.across * design.window_width,
        upward=UP * design.window_height,
        surface=CLEAR,
    )
    light = light_of_window(design, brief)
    return Arrangement(
        surfaces=(hole, *cards_of(design, design.face)),
        lamps=light.lamps,
        openings=light.openings,
        outside=light.outside,
    )


def laid(design: ReflectorParameters, brief: Brief) -> LaidParts:
    """The card; the window is there."""
    work = begin(design, brief)
    work.given.add("sheet")
    made = panels_of(arrange(design, brief))
    folded = [made[id] for id in ("card", "right wing", "left wing") if id in made]
    lay_card(work, folded, design.face, size=(design.width, design.height), wings=design.wings, fixing=design.fixing)
    stand_it_up(work)
    return work


build, assemble = built(laid, "reflector", CARD_RULES)


def start(brief: Brief) -> ReflectorParameters:
    """On the other side of the subject, level with it and turned so that the light lands on it."""
    base = ReflectorParameters().model_copy(update=like_the_window(brief))
    reach = round(max(0.3, min(0.8, brief.room.width / 2 - 0.5)), 2)
    placed = base.model_copy(
        update={"card_distance": reach, "card_height": round(max(brief.subject.face_height - 0.05, 0.45), 2)}
    )
    turn, tilt = aimed_by(placed.card_way, centre=placed.card_centre, toward_light=placed.toward_light, eye=_eye(brief))
    limits = slots_of(ReflectorParameters)
    aimed = {"turn": round(limits["turn"].within(turn)), "tilt": round(limits["tilt"].within(tilt))}
    return placed.model_copy(update={name: float(value) for name, value in aimed.items()})


def _eye(brief: Brief) -> Vector:
    return np.array([0.0, 0.0, brief.subject.face_height])


def scaled(design: ReflectorParameters, scale: float) -> ReflectorParameters:
    """Another window: wider and higher about its middle."""
    return design.model_copy(update=larger_window(design, scale))


def marks(design: ReflectorParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of the window."""
    del brief
    return window_marks(design)


def handling(design: ReflectorParameters) -> Handling:
    """One stand; a flat board."""
    return Handling(stands=1, people=1, setup=4, strike=2, uses=20)


def holds(design: ReflectorParameters, mass: float) -> tuple[Hold, ...]:
    """The middle of the card."""
    return (Hold(id="clamp", name="clamp behind the reflector", place=design.card_centre, mass=mass),)


def daylight(design: ReflectorParameters, brief: Brief) -> Brief:
    """Daylight instead of the Brief's lamp."""
    return lamp_as_daylight(brief, design.weather)


def rejection_reason(brief: Brief) -> str | None:
    """Needs a window."""
    if brief.room.outdoors:
        return (
            "Outdoors there is no window: stand the reflector in the set as a board of foil, with the sun as a light."
        )
    return (
        None
        if side_window(brief) is not None
        else "There is no window in a side wall: add the one that is there among the other lights."
    )


def figures(design: ReflectorParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """What the card brings, where it is aimed, and what a shiny face brings over a white card."""
    eye, centre = _eye(brief), design.card_centre
    key_from = design.source_centre - eye
    aim = aim_figure(
        design.card_way, centre=centre, toward_light=design.toward_light, eye=eye, turn=design.turn, tilt=design.tilt
    )

    def arranged(face: BounceRef) -> Arrangement:
        return arrange(design.model_copy(update={"face": face}), brief)

    fill = fill_figure(probe, CARDS, centre=centre, key_from=key_from / float(np.linalg.norm(key_from)), eye=eye)
    white = white_figure(arranged, design.face, CARDS, centre=centre, eye=eye)
    return (fill, aim) if white is None else (fill, aim, white)


SLOTS = slots_of(ReflectorParameters)

KIND = Kind(
    id="window_reflector",
    name="reflector at a window",
    parameters=ReflectorParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(faces=(SLOTS["face"],)),
    daylight=daylight,
    rejection_reason=rejection_reason,
    figures=figures,
    keeps_size=True,
    methods={"daylight": 3, "bounce": 4},
    good="no lamp and next to no money: the window is the key, and the card opens the shadows",
    bad="moves with the clock and the clouds; foil must be aimed, and the light follows the sun away",
    replaces=("card as large as the subject, as near as the picture lets it come",),
    mistakes=(
        "foil pressed flat gives hot patches",
        "foil that nobody aimed does less than white card",
        "fill too strong to keep shape",
    ),
    cautions=(
        "Never point a lens, or an eye, at the sun. Foil throws the sun's image: never let a sitter look into it.",
    ),
    becomes=CARD_RULES,
    refused_frames=A_BOARD,
)
