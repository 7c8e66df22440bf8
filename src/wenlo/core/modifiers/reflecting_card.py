"""A board that sends light on, whole or scored and folded: where its panels are, how it is made, how it is aimed, and
what it brings.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.own import BounceRef, bounce_face
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import oblong
from wenlo.core.facts import Phrases, told_stops
from wenlo.core.modifiers.framed import faced
from wenlo.core.modifiers.kind import Arrangement, KindFigure, Probe, ReuseRule
from wenlo.core.modifiers.placing import UP, bounce, facing, panel
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve

SAYS = Phrases(
    "card",
    {
        "score-the-wings": {"quarter": "length"},
        "face-the-board": {"face": "choice", "size": "size"},
        "glue-the-foil": {"size": "size"},
        "stand-it-up": {},
    },
)

Vector = NDArray[np.float64]

Fixing = Literal["taped behind", "spread glue, ironed on"]
"""How foil or cloth is held on its board."""

GLUE_SETS = 30.0
"""Spread glue is left so long before the board is bent or carried. [min]"""

CARD_RULES = (
    ReuseRule(
        forms=("canvas", "board"),
        sizes={"width": "width", "height": "height"},
        wall="face",
        faces=1,
        heaviest=4.0,
        how="Clamp it to a stand by its middle, its light side toward what lights it and the subject.",
        fills=("card/*",),
        instead=("face-the-board",),
    ),
    ReuseRule(
        forms=("board", "carton"),
        sizes={"width": "width", "height": "height"},
        under="face",
        faces=1,
        heaviest=4.0,
        how="Put creased foil on it: the board is there, and only foil is cut.",
        fills=("card/board*",),
        sets={"face": "foil_creased"},
    ),
)
"""How a board that is there becomes the card: as it is, or under foil."""


def turned_aside(direction: Vector, turn: float) -> Vector:
    """A level direction turned about the upright, counter-clockwise as seen from above, shape (3,). [rad]

    >>> turned_aside(np.array([1.0, 0.0, 0.0]), math.pi / 2).round(3)
    array([0., 1., 0.])
    """
    c, s = math.cos(turn), math.sin(turn)
    return np.array([c * direction[0] - s * direction[1], s * direction[0] + c * direction[1], 0.0])


def _side(direction: Vector) -> float:
    # which way about the upright turns the face of a card on that side toward the camera
    return 1.0 if float(direction[0]) >= 0.0 else -1.0


def card_panels(
    name: str,
    face: BounceRef,
    *,
    centre: Vector,
    direction: Vector,
    size: tuple[float, float],
    tilt: float,
    turn: float = 0.0,
    wings: float = 0.0,
) -> list[Panel]:
    """The card's panels: whole, or its middle half and two wings of a quarter folded forward.

    Parameters
    ----------
    name, face: of the middle, and what it is covered with.
    centre: of the card, shape (3,). [m]
    direction: level unit vector from the subject to the card, shape (3,).
    size: width and height. [m]
    tilt: of its top toward the subject. [degree]
    turn: its face toward the camera. [degree]
    wings: how far they are folded forward. [degree]
    """
    surface, (whole, height) = bounce(face), size
    way = turned_aside(direction, math.radians(_side(direction) * turn))
    across, upward = facing(way, math.radians(tilt))
    if wings == 0.0:
        return [panel(name, centre=centre, across=across * whole, upward=upward * height, surface=surface)]
    a = math.radians(wings)
    forward = -(np.cross(across, upward))
    toward = -forward if float(forward @ way) > 0.0 else forward
    panels = [panel(name, centre=centre, across=across * whole / 2, upward=upward * height, surface=surface)]
    for side, label in ((1.0, "right wing"), (-1.0, "left wing")):
        fold = centre + across * side * whole / 4
        out = math.cos(a) * side * across + math.sin(a) * toward
        middle = fold + out * whole / 8
        panels.append(
            panel(label, centre=middle, across=out * side * whole / 4, upward=upward * height, surface=surface)
        )
    return panels


def aimed_by(direction: Vector, *, centre: Vector, toward_light: Vector, eye: Vector) -> tuple[float, float]:
    """Turn toward the camera and tilt with which a mirror in the card's place sends the light to the eye. [degree]

    Its normal halves the angle between the way to the light and the way to the eye.

    Source: [Geometry].

    Parameters
    ----------
    direction: level unit vector from the subject to the card, shape (3,).
    centre, eye: of the card, and of what it is to light, shape (3,). [m]
    toward_light: unit vector from the card to the light, shape (3,).
    """
    to_eye = (eye - centre) / float(np.linalg.norm(eye - centre))
    normal = toward_light + to_eye
    normal = normal / max(float(np.linalg.norm(normal)), 1e-9)
    level = -normal * np.array([1.0, 1.0, 0.0])
    reach = float(np.linalg.norm(level))
    tilt = math.degrees(math.atan2(-float(normal[2]), reach))
    if reach < 1e-9:
        return 0.0, tilt
    level = level / reach
    turn = math.atan2(float(direction[0] * level[1] - direction[1] * level[0]), float(direction @ level))
    return math.degrees(_side(direction) * turn), tilt


def lay_card(
    work: LaidParts,
    panels: Sequence[Panel],
    face: BounceRef,
    *,
    size: tuple[float, float],
    wings: float,
    fixing: Fixing,
) -> None:
    """One board, scored where the wings fold, with its face on it. [m, degree]"""
    row, (width, height) = bounce_face(face), size
    glued = fixing == "spread glue, ironed on" and row.form == "cloth"
    layout, board = faced(work, panels, face, id="card", name="board", note="cut square", glued=glued)
    if row.form == "board":
        layout.hold("taped", board, (), used={"cloth_tape": 2 * (width + height)})
    if wings > 0.0:
        work.template(
            Template(
                name="board with wings",
                outline=oblong(width / 2, height / 2, width, height),
                folds=tuple(((x, 0.0), (x, height)) for x in (width / 4, 3 * width / 4)),
                note="scored from the back",
            )
        )
        work.step(SAYS("score-the-wings", quarter=width / 4), minutes=15, does="mark")
    uses = ("board, cut square", "wrapped over", "cloth_tape")
    if glued:
        work.step(
            SAYS("glue-the-foil", size=size), minutes=25, wait=GLUE_SETS, does="bond", uses=(*uses, "spread_glue")
        )
    else:
        crumpled = row.alpha is not None and row.alpha < 0.5
        work.step(
            SAYS("face-the-board", face="foil" if crumpled else "plain", size=size), minutes=20, does="cover", uses=uses
        )
    work.fit("spring_clamp", 2)


def stand_it_up(work: LaidParts, *uses: str) -> None:
    """The last step."""
    work.step(SAYS("stand-it-up"), minutes=5, does="set", uses=(*uses, "spring_clamp"))


BESIDE = 0.5
"""So far beside the face it is looked what the card brings there. [m]"""

WELL_AIMED = 3.0
"""Within so many degrees the card is aimed. [degree]"""


WHITE = "white_foam_board"

LOOK = replace(DRAFT, error=0.03, most_paths=4096)
"""A look without the room."""


SHOWS = Phrases(
    "card-figure",
    {
        "aimed": {"turn": "turn", "tilt": "turn"},
        "aim": {"wanted_turn": "turn", "wanted_tilt": "turn", "turn": "turn", "tilt": "turn"},
        "fill": {"stops": "by_stops", "there": "in_stops", "without": "in_stops"},
        "white": {"stops": "by_stops", "beside": "by_stops", "away": "length"},
    },
    room="light",
)


def aim_figure(
    direction: Vector, *, centre: Vector, toward_light: Vector, eye: Vector, turn: float, tilt: float
) -> KindFigure:
    """Where a mirror in the card's place would send the light, and how it is turned to send it to the face. [degree]"""
    wanted = aimed_by(direction, centre=centre, toward_light=toward_light, eye=eye)
    on = all(abs(a - b) <= WELL_AIMED for a, b in zip(wanted, (turn, tilt), strict=True))
    turns = {"turn": math.radians(turn), "tilt": math.radians(tilt)}
    if on:
        return KindFigure(key="card_aim", says=SHOWS("aimed", **turns))
    wanted_turn, wanted_tilt = (math.radians(float(a)) for a in wanted)
    return KindFigure(key="card_aim", says=SHOWS("aim", wanted_turn=wanted_turn, wanted_tilt=wanted_tilt, **turns))


def fill_figure(probe: Probe, cards: frozenset[str], *, centre: Vector, key_from: Vector, eye: Vector) -> KindFigure:
    """What the card brings to the side of the face that is turned to it, with and without it in the whole set.

    Parameters
    ----------
    probe: reads meters in the whole set.
    cards: ids of the card's panels.
    centre, eye: of the card, and of the face, shape (3,). [m]
    key_from: unit vector from the face to the key light, shape (3,).
    """
    shadow = (centre - eye) / float(np.linalg.norm(centre - eye))
    meters = (Meter(id="lit", position=eye, normal=key_from), Meter(id="shadow", position=eye, normal=shadow))
    there, without = probe(meters, frozenset()), probe(meters, cards)
    ratios = [stops_between(row["lit"], row["shadow"]) for row in (there, without)]
    return KindFigure(
        key="card_fill",
        says=SHOWS(
            "fill",
            stops=told_stops(stops_between(there["shadow"], without["shadow"])),
            there=told_stops(ratios[0]),
            without=told_stops(ratios[1]),
        ),
    )


def white_figure(
    arranged: Callable[[BounceRef], Arrangement], face: BounceRef, cards: frozenset[str], *, centre: Vector, eye: Vector
) -> KindFigure | None:
    """What a shiny face brings over a white card of its size and place, at the face and beside it; None of a dull one.

    Parameters
    ----------
    arranged: what stands in the set with another face.
    face: that is chosen.
    cards: ids of the card's panels.
    centre, eye: of the card, and of the face, shape (3,). [m]
    """
    if bounce_face(face).alpha is None:
        return None
    toward = (centre - eye) / float(np.linalg.norm(centre - eye))
    aside = np.cross(UP, toward)
    aside = aside / max(float(np.linalg.norm(aside)), 1e-9)
    places = {"face": eye, "left": eye + BESIDE * aside, "right": eye - BESIDE * aside}
    meters = [Meter(id=name, position=at, normal=toward) for name, at in places.items()]

    def brings(made: Arrangement) -> Mapping[str, float]:
        lux = []
        for panels in (made.surfaces, tuple(s for s in made.surfaces if s.id not in cards)):
            found = read(solve(LightScene(panels=(*panels, *made.outside), lamps=made.lamps), LOOK), meters)
            lux.append({name: float(luminance(found[name].total)) for name in places})
        return {name: max(lux[0][name] - lux[1][name], 1e-9) for name in places}

    own, white = brings(arranged(face)), brings(arranged(WHITE))
    gains = {name: stops_between(own[name], white[name]) for name in places}
    beside = 0.5 * (gains["left"] + gains["right"])
    return KindFigure(key="card_white", says=SHOWS("white", stops=gains["face"], beside=beside, away=BESIDE))
