"""A soft board screwed onto battens, a wide washer under each head."""

import math
from collections.abc import Sequence

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, box_of
from wenlo.core.fabrication.assembly.parts import Blank, Part, PlacedFastener
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.screws import LAP, SHORT, Screw, longest_through

SPACING, FROM_ENDS, CLEAR_OF_CORNER = 0.2, 0.06, 0.016
"""From screw to screw at most, from the ends of a batten, where its own joints are, and from the edge of another there.
[m]
"""


def screw_for(board: float, batten: float) -> Screw:
    """The longest that does not come out behind. [m]

    >>> screw_for(0.005, 0.018).id, screw_for(0.005, 0.044).id
    ('lap_screw', 'splint_screw')
    """
    return SHORT if SHORT.length <= longest_through(board + batten) else LAP


def screws(board: Part, battens: Sequence[Blank], *, from_ends: float = FROM_ENDS) -> tuple[PlacedFastener, ...]:
    """Screws along the middle of every batten that a board lies on, from the board's other face into it.

    Parameters
    ----------
    board: flat, in the coordinates of the battens.
    battens: that it lies on.
    from_ends: of a batten; nothing is screwed there. [m]

    Raises
    ------
    ValueError
        When what is screwed on is not flat.
    """
    if not isinstance(board.solid, SheetSolid):
        raise ValueError("only flat boards are screwed on")
    outward = np.array(board.pose.z)
    found = []
    for batten in battens:
        start, end = np.array(batten.start), np.array(batten.end)
        long = float(np.linalg.norm(end - start))
        # a rail begins where the upright ends
        off_ends = max(from_ends, batten.bar.width + CLEAR_OF_CORNER)
        way = (end - start) / long
        count = max(2, math.ceil((long - 2 * off_ends) / SPACING) + 1)
        middle, half = box_of(batten)
        deep = 2 * float(np.abs(outward) @ half)
        # from the face that looks away from the batten
        above = float(board.pose.own(middle[None])[0, 2]) > board.solid.thickness / 2
        face, into = (0.0, outward) if above else (board.solid.thickness, -outward)
        screw = screw_for(board.solid.thickness, deep)
        for k in range(count):
            place = start + way * (off_ends + (long - 2 * off_ends) * k / (count - 1))
            own = board.pose.own(place[None])[0]
            head = board.pose.world(np.array([[own[0], own[1], face]]))[0]
            if not board.solid.holds(np.array([[own[0], own[1], board.solid.thickness / 2]]))[0]:
                continue
            found.append(
                PlacedFastener(
                    item=screw.id,
                    head=at(head),
                    direction=at(into),
                    length=screw.length,
                    diameter=screw.diameter,
                    through=board.id,
                    into=batten.id,
                )
            )
    return tuple(found)
