"""Holes and fasteners: pilot and clearance sizes, distances from edges and joints, the longest screw, washers and pads.

Pilot and clearance holes follow the usual joiner's rules for softwood: a clearance hole a little over the screw's
shank, a pilot of six to seven tenths of it (smaller in end grain, which holds less), at least one and a half diameters
from the edge. Bolts go through a hole half a millimetre larger; a hole that is tapped is the bolt's diameter less its
pitch.
"""

import math
from dataclasses import dataclass

from wenlo.core.fabrication.parts import Hole
from wenlo.core.fabrication.screws import (
    BRACKET,
    LAP,
    LONG,
    POCKET,
    SHORT,
    SHY,
    Screw,
    end_screw,
    flat_screw,
    foot_bolt,
    longest_through,
    off_middle,
    thin_screw,
)

CLEARANCE = 1.05
"""A screw's clearance hole against its diameter."""

PILOT, END_PILOT = 0.7, 0.6
"""A screw's pilot hole against its diameter, across the grain and into end grain of softwood."""

BOLT_PLAY = 0.0005
"""A bolt's hole is so much larger. [m]"""

COARSE_PITCH = {0.004: 0.0007, 0.005: 0.0008, 0.006: 0.001, 0.008: 0.00125, 0.010: 0.0015}
"""Pitch of ISO coarse threads by their diameter. [m]"""


@dataclass(frozen=True, kw_only=True)
class Batten:
    """A batten's cross section. [m]"""

    width: float
    thickness: float


POCKET_BIT, POCKET_START = 0.0095, 0.030
"""Stepped bit of pocket holes, and where it enters from the end of the piece. [m]"""

POCKET_LEAN = 15.0
"""Of a pocket's axis to the flat face. [degree]"""

MITRE_IN, MITRE_ASIDE = 0.3, 0.006
"""A mitre's screws go in at this share of the width from the tip, so far from the faces of the batten [m]: one before
and one behind the middle, since they cross.
"""


def round_drill(diameter: float) -> float:
    """The drill to take: sold in steps of half a millimetre, the nearest. [m]

    >>> round_drill(0.0028)
    0.003
    """
    return round(diameter * 2000) / 2000


def tapping_drill(bolt: float) -> float:
    """Hole to be tapped for an ISO coarse thread: its diameter less the pitch (ISO 2306). [m]

    >>> round(tapping_drill(0.006), 4)
    0.005
    """
    return bolt - COARSE_PITCH[bolt]


def butt(
    through: str,
    into: str,
    *,
    batten: Batten,
    ends: int,
    screw: Screw | None = None,
    deep: float | None = None,
    spread: float = 0.25,
) -> tuple[Hole, Hole]:
    """Two screws an end, through one batten into the end grain of the other.

    Source: [EN1995].

    Parameters
    ----------
    through, into: names of the pieces.
    batten: their section. [m]
    ends: how many ends are screwed.
    screw: what is used; what holds a long one where None.
    deep: how much of the first batten they go through; its width unless it lies flat against the end. [m]
    spread: how far from the middle of the end they stand, as a share of its width.
    """
    deep = batten.width if deep is None else deep
    screw = screw or end_screw(1.0, deep)
    aside = off_middle(batten.width, spread, screw)
    places = (batten.width / 2 - aside, batten.width / 2 + aside)
    middle = batten.thickness / 2
    bite = screw.length - deep
    face = "narrow edge" if deep > batten.thickness else "flat face"
    return (
        Hole(
            name="clearance",
            pieces=(through,),
            fastener=screw.id,
            count=2 * ends,
            diameter=round_drill(screw.diameter * CLEARANCE),
            along=places,
            across=middle,
            edge=min(middle, places[0]),
            side=f"{face}, {deep * 1000:.0f} mm through",
            longest=None,
            note="from the end of the piece; countersink, and drill before the end splits",
        ),
        Hole(
            name="pilot",
            pieces=(into,),
            fastener=screw.id,
            count=2 * ends,
            diameter=round_drill(screw.diameter * END_PILOT),
            along=places,
            across=middle,
            edge=min(middle, places[0]),
            side="end grain",
            depth=max(bite, 0.01),
            note=(
                f"the {screw.length * 1000:.0f} mm screw bites {bite * 1000:.0f} mm: glue the joint, end grain holds"
                " little"
            ),
        ),
    )


def mitred(pieces: tuple[str, ...], *, batten: Batten, joints: int, screw: Screw = LONG) -> Hole:
    """Two screws a mitred corner, one from each side, square to the other piece and past the glued face.

    Source: [EN1995].
    """
    inset = MITRE_IN * batten.width
    return Hole(
        name="pilot",
        pieces=pieces,
        fastener=screw.id,
        count=2 * joints,
        diameter=round_drill(screw.diameter * END_PILOT),
        along=(inset,),
        across=MITRE_ASIDE,
        edge=min(inset, MITRE_ASIDE),
        side="narrow edge, from outside",
        depth=screw.length - 0.01,
        note=(
            "measured from the corner's tip; one from each side, the second as far from the other flat face: they"
            " cross, and in one plane they would meet"
        ),
    )


def pocket_room(batten: Batten) -> float:
    """The longest pocket screw whose point stays in the wood. [m]

    The axis crosses the end of the piece half-way through its thickness; from there on it leans on toward the far flat
    face of the other piece, which it reaches after (t/2) / sin 15°, or its far edge after w / cos 15°: the nearer of
    the two, less what stays before the point.

    Source: [EN1995].

    >>> round(pocket_room(Batten(width=0.044, thickness=0.018)) * 1000, 1)
    32.8
    """
    lean = math.radians(POCKET_LEAN)
    return min(batten.thickness / 2 / math.sin(lean), batten.width / math.cos(lean)) - SHY


def pocketed(pieces: tuple[str, ...], *, batten: Batten, ends: int, screw: Screw = POCKET) -> Hole:
    """Two pocket holes an end, at 15° from the flat face, so that nothing shows on the outside.

    Source: [EN1995].
    """
    lean = math.radians(POCKET_LEAN)
    room = pocket_room(batten)
    return Hole(
        name="pocket",
        pieces=pieces,
        fastener=screw.id,
        count=2 * ends,
        diameter=POCKET_BIT,
        along=(POCKET_START,),
        across=0.25 * batten.width,
        edge=0.25 * batten.width,
        side="flat face, at 15° toward the end",
        depth=POCKET_START / math.cos(lean) - 0.004,
        longest=room,
        note=(
            "a stepped bit with its collar; a second one as far from the other edge; clamp the faces flush before"
            " driving"
        ),
    )


def bracketed(pieces: tuple[str, ...], *, batten: Batten, brackets: int) -> Hole:
    """Pilots of the short screws of angle brackets, four each, half of them in either batten.

    Source: [EN1995].

    Parameters
    ----------
    pieces: names of the battens.
    batten: their section. [m]
    brackets: how many.

    Returns
    -------
    Hole: with its places, in metres.
    """
    return Hole(
        name="pilot",
        pieces=pieces,
        fastener=BRACKET.id,
        count=4 * brackets,
        diameter=round_drill(BRACKET.diameter * PILOT),
        along=BRACKET_SCREWS,
        across=batten.thickness / 2,
        edge=batten.thickness / 2,
        side="inner edge, from the corner",
        depth=BRACKET.length - 0.004,
        longest=longest_through(batten.thickness),
        note="mark through the bracket, pushed right into the corner; no glue where it is to come apart",
    )


BRACKET_SCREWS = (0.014, 0.032)
"""Places of a bracket's screws from its corner. [m]"""


def lap(pieces: tuple[str, ...], *, batten: Batten, joints: int) -> Hole:
    """Four screws a half-lap joint, in a square, through both halves.

    Source: [EN1995].
    """
    screw, room = thin_screw(batten.thickness), longest_through(batten.thickness)
    return Hole(
        name="pilot",
        pieces=pieces,
        fastener=screw.id,
        count=4 * joints,
        diameter=round_drill(screw.diameter * PILOT),
        along=(0.25 * batten.width, 0.75 * batten.width),
        across=0.25 * batten.width,
        edge=0.25 * batten.width,
        side="flat face, in the lapped corner",
        depth=min(screw.length, room),
        longest=room,
        note="the two halves together are one batten thick: a longer screw comes out",
    )


def splint(pieces: tuple[str, ...], *, batten: Batten, joints: int, length: float) -> Hole:
    """Four screws a splint behind a butt joint: two on each side of it, through the splint into the piece.

    Source: [EN1995].
    """
    screw, room = flat_screw(batten.thickness, batten.thickness), longest_through(2 * batten.thickness)
    return Hole(
        name="pilot",
        pieces=pieces,
        fastener=screw.id,
        count=4 * joints,
        diameter=round_drill(screw.diameter * PILOT),
        along=(0.15 * length, 0.35 * length, 0.65 * length, 0.85 * length),
        across=batten.width / 2,
        edge=batten.width / 2,
        side="flat face of the splint",
        depth=min(screw.length, room),
        longest=room,
        note=f"{0.15 * length * 1000:.0f} mm clear of the joint on both sides",
    )


def bolted(pieces: tuple[str, ...], *, batten: Batten, joints: int) -> Hole:
    """Two bolts a joint, one over the other, through the thickness of the first piece and the width of the second.

    Source: [EN1995].
    """
    thick = batten.thickness + batten.width
    bolt = foot_bolt(batten.thickness, batten.width)
    return Hole(
        name="bolt",
        pieces=pieces,
        fastener=bolt.id,
        count=2 * joints,
        diameter=bolt.diameter + BOLT_PLAY,
        along=(0.25 * batten.width, 0.75 * batten.width),
        across=batten.thickness / 2,
        edge=min(0.25 * batten.width, batten.thickness / 2),
        side=f"narrow edge of the {pieces[0]}, {thick * 1000:.0f} mm through it and the {pieces[1]}",
        note=(
            f"washer under head and nut, at least {3 * bolt.diameter * 1000:.0f} mm wide, or the wood lets it through;"
            f" {(bolt.length - thick) * 1000:.0f} mm of the bolt are left for the nut"
        ),
    )


def eyes(pieces: tuple[str, ...], *, batten: Batten, count: int, eye: float = 0.006, shank: float = 0.035) -> Hole:
    """A screw eye into the narrow edge of each piece, far from its end.

    Source: [EN1995].
    """
    room = longest_through(batten.width)
    return Hole(
        name="pilot",
        pieces=pieces,
        fastener="screw_eye",
        count=count,
        diameter=round_drill(eye * PILOT),
        along=(7 * eye,),
        across=batten.thickness / 2,
        edge=batten.thickness / 2,
        side="narrow edge",
        depth=min(shank, room),
        longest=room,
        note="seven diameters from the end; it pulls out of end grain: never there",
    )


def laid_together(piece: str, *, batten: Batten, count: int, spacing: float) -> Hole:
    """Screws through one batten into another that lies flat on it, along the middle of both.

    Source: [EN1995].

    Parameters
    ----------
    piece: what both are called.
    batten: each of them. [m]
    count: how many screws.
    spacing: from screw to screw at most. [m]

    Returns
    -------
    Their pilots. [m]
    """
    screw, room = flat_screw(batten.thickness, batten.thickness), longest_through(2 * batten.thickness)
    return Hole(
        name="pilot",
        pieces=(piece,),
        fastener=screw.id,
        count=count,
        diameter=round_drill(screw.diameter * PILOT),
        along=(0.05, spacing),
        across=batten.width / 2,
        edge=batten.width / 2,
        side="flat face",
        depth=min(screw.length, room),
        longest=room,
        note="the first so far from the end, the others so far apart",
    )


def faced(label: str, *, size: tuple[float, float], board: float, batten: Batten, spacing: float = 0.2) -> Hole:
    """Screws with wide washers all round a soft board that is screwed onto a frame of battens.

    Source: [EN1995].

    Parameters
    ----------
    label: name of the board.
    size: of the frame. [m]
    board: its thickness. [m]
    batten: of the frame. [m]
    spacing: from screw to screw at most. [m]
    """
    across, along = (max(1, -(-side // spacing)) for side in size)
    room = longest_through(board + batten.thickness)
    # the longest that does not come out behind
    screw = SHORT if SHORT.length <= room else LAP
    return Hole(
        name="pilot",
        pieces=(label,),
        fastener=screw.id,
        count=int(2 * (across + along)),
        diameter=round_drill(screw.diameter * PILOT),
        along=(size[0] / across, size[1] / along),
        across=batten.width / 2,
        edge=batten.width / 2,
        side="face of the board",
        depth=min(screw.length, room),
        longest=room if room < screw.length + 0.01 else None,
        note="a washer of 20 mm under each head: a screw alone pulls through the board",
    )
