"""What a shiny thing shows, as plain results."""

import math
from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.reflections import MOST_TURN, Reflections, ThingTurn, reflections
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.proposals.cards import Card, cards_for
from wenlo.core.ranking.light_direction import of_finish
from wenlo.services import results as r
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.said import fact_result

MOST_PARTS = 12

ON_AXIS = 0.005
"""Nearer to the mark than this is on it. [m]"""

SAYS = Phrases(
    "mirror",
    {
        "card": {
            "colour": "choice",
            "side": "choice",
            "size": "size",
            "aside": "length",
            "right": "choice",
            "along": "length",
            "behind": "choice",
            "height": "length",
            "share": "share",
            "stops": "by_stops",
        },
        "turn": {"bad": "list", "axis": "choice", "degrees": "tenth", "moved": "length"},
        "no-turn": {"bad": "list", "most": "angle"},
    },
    room="ranking",
)


def mirror(document: Document) -> r.ReflectionsResult:
    """What the thing of a shoot mirrors; see ``ReflectionsResult``."""
    shoot = resolve_document(document)
    found = reflections(shoot.brief, shoot.design)
    said = list(of_finish(shoot.brief, shoot.design, None if found is None else found.lit))
    if found is None:
        return r.ReflectionsResult(shown=[], parts=[], lit=0.0, cards=[], words=[fact_result(one) for one in said])
    toward = np.asarray(shoot.design.direction)
    said += _of_the_turn(found)
    return r.ReflectionsResult(
        shown=np.where(found.shown < MOST_PARTS, found.shown, MOST_PARTS - 1).tolist(),
        lit=round(found.lit, 4),
        words=[fact_result(one) for one in said],
        parts=[
            r.MirroredPartResult(
                key=p.key,
                label=p.label,
                look=p.look,
                share=round(p.share, 4),
                stops=None if p.stops is None else round(max(p.stops, -12.0), 2),
                plan=_plan(found.spots[p.key]),
                side=_side(found.spots[p.key], toward),
            )
            for p in found.parts[:MOST_PARTS]
        ],
        cards=[
            r.CardResult(
                colour=c.colour, says=fact_result(_card_said(c)), plan=_plan(c.corners), side=_side(c.corners, toward)
            )
            for c in cards_for(shoot.brief, shoot.design, found)
        ],
    )


def _plan(places: NDArray[np.float64]) -> list[list[float]]:
    return [[round(float(p[0]), 3), round(float(p[1]), 3)] for p in places]


def _side(places: NDArray[np.float64], toward: NDArray[np.float64]) -> list[list[float]]:
    return [[round(float(p @ toward), 3), round(float(p[2]), 3)] for p in places]


def _card_said(card: Card) -> Fact:
    x, y, z = (float(value) for value in card.centre)
    width, height = card.size
    return SAYS(
        "card",
        colour=card.colour,
        side=card.side.replace(" ", "-"),
        size=(float(width), float(height)),
        aside=abs(x) if abs(x) >= ON_AXIS else 0.0,
        right=yes(x > 0),
        along=abs(y) if abs(y) >= ON_AXIS else 0.0,
        behind=yes(y > 0),
        height=z,
        share=card.share,
        stops=told_stops(card.stops),
    )


def _of_the_turn(found: Reflections) -> Iterator[Fact]:
    if not found.turn_needed:
        return
    bad = tuple(dict.fromkeys(p.label for p in found.parts if p.look in ("lamp", "lens", "hole")))
    turn: ThingTurn | None = found.turn
    if turn is None:
        yield SAYS("no-turn", bad=bad, most=math.radians(MOST_TURN))
    else:
        yield SAYS("turn", bad=bad, axis=turn.axis, degrees=math.degrees(abs(turn.angle)), moved=turn.moved)
