"""Holes in square tube: for the spring buttons of corners and joiners, and for the rivets of hook-and-loop tape."""

import math
from collections.abc import Sequence

from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.assembly.shop import SpigotFit
from wenlo.core.fabrication.parts import Hole, Piece

RIVET = 0.0033
"""Hole for a rivet of 3.2 mm. [m]"""

RIVETS_APART, RIVET_CLEAR = 0.15, 0.012
"""From rivet to rivet at most, and from a rivet to what is inside the tube at least. [m]"""


def spring_holes(assembly: Assembly, fit: SpigotFit) -> tuple[Hole, ...]:
    """One hole for each end of a tube on a corner or joiner whose spring snaps into it; none where they are pushed in.

    The button is half-way along what goes into the tube.

    Source: [Geometry].
    """
    if fit.button is None:
        return ()
    tubes = {part.id: part.role for part in assembly.bars}
    ends = [
        tubes[contact.first]
        for joint in assembly.joints
        if joint.method in ("cube", "joiner")
        for contact in joint.contacts
        if contact.form == "inside" and contact.first in tubes
    ]
    if not ends:
        return ()
    return (
        Hole(
            name="hole for a spring button",
            pieces=tuple(dict.fromkeys(ends)),
            fastener="tube_corner",
            count=len(ends),
            diameter=fit.button,
            along=(fit.spigot / 2,),
            across=fit.side / 2,
            edge=fit.side / 2,
            side="the same side at both ends",
            depth=fit.wall,
            note="at each end that goes on a corner or joiner; measure the button of yours first",
        ),
    )


def rivet_places(length: float, fit: SpigotFit) -> tuple[float, ...]:
    """Where rivets go along a piece of tube, from its end: evenly, clear of what is inside its ends. [m]

    Source: [Geometry].

    Parameters
    ----------
    length: of the piece. [m]
    fit: its corners.

    Returns
    -------
    Places from one end, none where corners leave no room. [m]
    """
    first = fit.spigot + RIVET_CLEAR
    room = length - 2 * first
    if room < 0.0:
        return ()
    gaps = max(math.ceil(room / RIVETS_APART - 1e-9), 1)
    return tuple(first + room * k / gaps for k in range(gaps + 1))


def rivet_holes(pieces: Sequence[Piece], fit: SpigotFit) -> tuple[Hole, ...]:
    """Holes through tubes for rivets on both sides, by the length of the piece.

    Source: [Geometry].
    """
    found: dict[float, list[Piece]] = {}
    for piece in pieces:
        found.setdefault(round(piece.cut, 4), []).append(piece)
    holes = []
    for length, alike in found.items():
        places = rivet_places(length, fit)
        if places:
            holes.append(
                Hole(
                    name="hole for a rivet",
                    pieces=tuple(dict.fromkeys(piece.name for piece in alike)),
                    fastener="rivet",
                    count=len(places) * len(alike),
                    diameter=RIVET,
                    along=places,
                    across=fit.side / 2,
                    edge=fit.side / 2,
                    side="front and back",
                    note="through both walls: one rivet from each side",
                )
            )
    return tuple(holes)
