"""What a shiny thing shows, as plain results."""

import math
from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.reflections import MOST_TURN, Reflections, ThingTurn, reflections
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.cards import Card, cards_for
from wenlo.core.ranking.light_direction import words
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.services import results as r
from wenlo.services.resolve_document import Document, resolve_document

MOST_PARTS = 12


def mirror(document: Document) -> r.ReflectionsResult:
    """What the thing of a shoot mirrors; see ``ReflectionsResult``."""
    shoot = resolve_document(document)
    found = reflections(shoot.brief, shoot.design)
    said = list(words(shoot.brief, shoot.design, None if found is None else found.lit))
    if found is None:
        return r.ReflectionsResult(shown=[], parts=[], lit=0.0, cards=[], words=said)
    toward = np.asarray(shoot.design.direction)
    said += _of_the_turn(found, shoot.units)
    return r.ReflectionsResult(
        shown=np.where(found.shown < MOST_PARTS, found.shown, MOST_PARTS - 1).tolist(),
        lit=round(found.lit, 4),
        words=said,
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
                colour=c.colour, text=_card_text(c, shoot.units), plan=_plan(c.corners), side=_side(c.corners, toward)
            )
            for c in cards_for(shoot.brief, shoot.design, found)
        ],
    )


def _plan(places: NDArray[np.float64]) -> list[list[float]]:
    return [[round(float(p[0]), 3), round(float(p[1]), 3)] for p in places]


def _side(places: NDArray[np.float64], toward: NDArray[np.float64]) -> list[list[float]]:
    return [[round(float(p @ toward), 3), round(float(p[2]), 3)] for p in places]


def _card_text(card: Card, units: UnitSystem) -> str:
    def length(value: float) -> str:
        return format_length(value, system=units)

    x, y, z = (float(value) for value in card.centre)
    aside = f"{length(abs(x))} to the camera's {'right' if x > 0 else 'left'}, " if abs(x) >= 0.005 else ""
    behind = f"{length(abs(y))} {'behind' if y > 0 else 'before'} the mark, " if abs(y) >= 0.005 else ""
    width, height = card.size
    text = (
        f"A {card.colour} card {card.side}, {length(width)} × {length(height)}, its middle {aside}{behind}{length(z)}"
        f" up: {card.share * 100:.0f} % of the thing shows it"
    )
    if card.colour == "black":
        return f"{text} instead of the lamp."
    return f"{text}, {format_stops(card.stops, signed=True)} against a white card at the thing."


def _of_the_turn(found: Reflections, units: UnitSystem) -> Iterator[str]:
    if not found.turn_needed:
        return
    bad = " and ".join(dict.fromkeys(p.label for p in found.parts if p.look in ("lamp", "lens", "hole")))
    turn: ThingTurn | None = found.turn
    if turn is None:
        yield (
            f"It mirrors {bad}, and no turn up to {MOST_TURN:.0f}° takes that out: move the lens farther aside, or take"
            " a longer one."
        )
        return
    how = "Turned about its upright axis" if turn.axis == "turned" else "Leaned back or forward"
    aside = "sideways" if turn.axis == "turned" else "up or down"
    yield (
        f"It mirrors {bad}. {how} by {math.degrees(abs(turn.angle)):.1f}° it does not any more; so does moving the lens"
        f" {format_length(turn.moved, system=units)} {aside}."
    )
