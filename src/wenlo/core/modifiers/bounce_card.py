"""A bounce card or creased-foil reflector, with or without scored wings, lit by the lamp from the front."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.modifiers.framed import alone, begin, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.no_frames import A_BOARD
from wenlo.core.modifiers.placing import UP, key_lamp, lamp_flag
from wenlo.core.modifiers.reflecting_card import (
    CARD_RULES,
    Fixing,
    aim_figure,
    card_panels,
    lay_card,
    stand_it_up,
    white_figure,
)
from wenlo.core.modifiers.slots import Capabilities, Height, slots_of
from wenlo.core.modifiers.upright import Upright, resized, start_of, upright_marks
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.fields import quantity

CARDS = frozenset({"sheet", "right wing", "left wing"})

Vector = NDArray[np.float64]


class CardParameters(Upright):
    """Parameters of the card; the lamp stands before it, turned away from the subject."""

    kind: Literal["bounce_card"] = "bounce_card"
    face: BounceRef = "white_foam_board"
    tilt: float = quantity(-60.0, 60.0, unit="degree", label="tilt of the top toward the subject", default=0.0)
    wings: float = quantity(0.0, 60.0, unit="degree", label="wings folded forward", default=0.0)
    turn: float = quantity(-75.0, 75.0, unit="degree", label="face turned toward the camera", default=0.0)
    fixing: Fixing = Field(default="taped behind", json_schema_extra={"label": "face held by"})
    lamp_distance: float = quantity(0.15, 6.0, unit="m", label="distance from lamp to card", default=0.8)
    lamp_turn: float = quantity(-80.0, 80.0, unit="degree", label="lamp turned from the camera", default=-30.0)
    lamp_height: float = quantity(0.2, 4.0, unit="m", label="lamp height", default=1.6)
    flagged: bool = True

    @property
    def lamp_position(self) -> Vector:
        """Before the card, to the side of the line to the subject, shape (3,). [m]"""
        a = math.radians(self.lamp_turn)
        way = -math.cos(a) * self.direction + math.sin(a) * self.aside
        level: Vector = self.direction * self.distance + way * self.lamp_distance
        return level + UP * self.lamp_height

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the card, shape (3,). [m]"""
        return self.source_centre


def cards_of(design: CardParameters, face: BounceRef) -> list[Panel]:
    """The card's panels with a face."""
    return card_panels(
        "sheet",
        face,
        centre=design.source_centre,
        direction=design.direction,
        size=(design.width, design.height),
        tilt=design.tilt,
        turn=design.turn,
        wings=design.wings,
    )


def arrange(design: CardParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The card, the lamp that lights it, and the flag that keeps the lamp off the subject."""
    del transmittance
    surfaces = cards_of(design, design.face)
    if design.flagged:
        surfaces.append(lamp_flag(design))
    return Arrangement(
        surfaces=tuple(surfaces), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),)
    )


def laid(design: CardParameters, brief: Brief) -> LaidParts:
    """One board, scored where the wings fold."""
    work = begin(design, brief)
    made = panels_of(arrange(design, brief))
    folded = [made[id] for id in ("sheet", "right wing", "left wing") if id in made]
    lay_card(work, folded, design.face, size=(design.width, design.height), wings=design.wings, fixing=design.fixing)
    if design.flagged:
        alone(work, made["lamp flag"], "black_foil", id="flag", note="flag beside the lamp")
    stand_it_up(work, "flag beside")
    return work


build, assemble = built(laid, "bounce card", CARD_RULES)


def start(brief: Brief) -> CardParameters:
    """A card beside the subject, the lamp low before them and turned to it."""
    base = start_of(brief, width=1.0, height=1.0, wish=0.9, angle=60.0)
    # low, so that it is under the picture
    return CardParameters(**base, lamp_height=round(max(0.3, brief.subject.face_height - 0.65), 2))


def scaled(design: CardParameters, scale: float) -> CardParameters:
    """Card and lamp distance together."""
    return design.model_copy(update=resized(design, scale, lamp_distance=design.lamp_distance))


def marks(design: CardParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and the lamp's height."""
    del brief
    lamp = design.lamp_position
    floor = lamp * np.array([1.0, 1.0, 0.0])
    return (*upright_marks(design), Mark(path="design.lamp_height", label="Lamp height", start=floor, end=lamp))


def handling(design: CardParameters) -> Handling:
    """One stand; a flat board."""
    return Handling(stands=1, people=1, setup=5, strike=2, uses=30)


def holds(design: CardParameters, mass: float) -> tuple[Hold, ...]:
    """Its middle."""
    return (Hold(id="clamp", name="clamp behind the card", place=design.source_centre, mass=mass),)


def figures(design: CardParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Where it is aimed, and what a shiny face brings over a white card."""
    del probe
    eye = np.array([0.0, 0.0, brief.subject.face_height])
    centre = design.source_centre
    toward = design.lamp_position - centre
    aim = aim_figure(
        design.direction,
        centre=centre,
        toward_light=toward / float(np.linalg.norm(toward)),
        eye=eye,
        turn=design.turn,
        tilt=design.tilt,
    )

    def arranged(face: BounceRef) -> Arrangement:
        return arrange(design.model_copy(update={"face": face}), brief)

    white = white_figure(arranged, design.face, CARDS, centre=centre, eye=eye)
    return (aim,) if white is None else (aim, white)


SLOTS = slots_of(CardParameters)

KIND = Kind(
    id="bounce_card",
    name="bounce card or foil reflector",
    parameters=CardParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        faces=(SLOTS["face"],),
        travel=SLOTS["distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    methods={"bounce": 1, "side": 2},
    good="one board and one stand; the lamp may be hard and small",
    bad="the lamp must be kept off subject and lens; white loses half of the light, foil keeps it but is harder",
    replaces=("card as large as its distance from the face",),
    mistakes=(
        "foil pressed flat gives hot patches",
        "size of the holder taken for that of the board",
        "fill too strong to keep shape",
    ),
    cautions=("Foil throws the lamp's image: never let a sitter look into it.",),
    becomes=CARD_RULES,
    figures=figures,
    refused_frames=A_BOARD,
)
