"""Holes and fasteners: pilot and clearance sizes, distances from edges and joints, the longest screw, washers and pads.

Pilot and clearance holes follow the usual joiner's rules for softwood: a clearance hole a little over the screw's
shank, a pilot of six to seven tenths of it (smaller in end grain, which holds less), at least one and a half diameters
from the edge. Bolts go through a hole half a millimetre larger; a hole that is tapped is the bolt's diameter less its
pitch.
"""

import math
from dataclasses import dataclass

from wenlo.core.fabrication.parts import Hole

CLEARANCE = 1.05
"""A screw's clearance hole against its diameter."""

PILOT, END_PILOT = 0.7, 0.6
"""A screw's pilot hole against its diameter, across the grain and into end grain of softwood."""

EDGE = 1.5
"""Diameters from the middle of a hole to the nearest edge, at least."""

SHY = 0.002
"""So much of wood stays before a screw's point. [m]"""

BOLT_PLAY = 0.0005
"""A bolt's hole is so much larger. [m]"""

COARSE_PITCH = {0.004: 0.0007, 0.005: 0.0008, 0.006: 0.001, 0.008: 0.00125, 0.010: 0.0015}
"""Pitch of ISO coarse threads by their diameter. [m]"""


@dataclass(frozen=True, kw_only=True)
class Batten:
    """A batten's cross section. [m]"""

    width: float
    thickness: float


@dataclass(frozen=True, kw_only=True)
class Screw:
    """A wood screw: its id in the stock data, diameter and length. [m]"""

    id: str
    diameter: float
    length: float


LONG = Screw(id="wood_screw", diameter=0.004, length=0.070)
SHORT = Screw(id="splint_screw", diameter=0.004, length=0.030)
POCKET = Screw(id="pocket_screw", diameter=0.004, length=0.030)
POCKET_BIT, POCKET_START = 0.0095, 0.030
"""Stepped bit of pocket holes, and where it enters from the end of the piece. [m]"""

POCKET_LEAN = 15.0
"""Of a pocket's axis to the flat face. [degree]"""

LAP = Screw(id="lap_screw", diameter=0.0035, length=0.016)

LONGER = (LONG, Screw(id="screw_90", diameter=0.005, length=0.090), Screw(id="screw_120", diameter=0.006, length=0.120))
"""Into end grain, by length."""

FLAT = (
    SHORT,
    Screw(id="screw_40", diameter=0.004, length=0.040),
    Screw(id="screw_50", diameter=0.004, length=0.050),
    Screw(id="screw_60", diameter=0.004, length=0.060),
    Screw(id="screw_80", diameter=0.005, length=0.080),
)
"""Through one batten into the flat of another, by length."""

THIN = (LAP, Screw(id="screw_20", diameter=0.0035, length=0.020), SHORT)
"""Into what is no thicker than one batten, by length."""

BOLTS = tuple(
    Screw(id="upright_bolt" if mm == 80 else f"bolt_{mm}", diameter=0.006, length=mm / 1000.0)
    for mm in (60, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160)
)
"""M6, by length."""

WASHER, NUT = 0.0015, 0.008
"""Thickness of a washer, and height of a nut. [m]"""

END_BITE, FLAT_BITE = 0.020, 0.009
"""A screw bites so much of end grain, and of the flat of a batten, at least. [m]"""

SCREWS = {screw.id: screw for screw in (*LONGER, *FLAT, *THIN, POCKET, *BOLTS)}


def foot_bolt(thickness: float, width: float) -> Screw:
    """What goes through a foot and the width of the upright that it stands at, two washers and a wing nut.

    Parameters
    ----------
    thickness: of the foot. [m]
    width: of the upright. [m]

    Returns
    -------
    Screw: the shortest that reaches.

    >>> foot_bolt(0.018, 0.044).id, foot_bolt(0.024, 0.048).id
    ('upright_bolt', 'bolt_90')
    """
    needs = thickness + width + 2 * WASHER + NUT
    return next((bolt for bolt in BOLTS if bolt.length >= needs), BOLTS[-1])


def flat_screw(through: float, into: float) -> Screw:
    """What holds one batten flat on another.

    Parameters
    ----------
    through: what it goes through first. [m]
    into: what it holds in. [m]

    Returns
    -------
    Screw: the shortest that bites, and does not come out behind.

    >>> flat_screw(0.018, 0.018).id, flat_screw(0.024, 0.024).id, flat_screw(0.044, 0.044).id
    ('splint_screw', 'screw_40', 'screw_60')
    """
    room = longest_through(through + into)
    fits = [screw for screw in FLAT if screw.length <= room]
    return next((screw for screw in fits if screw.length - through >= FLAT_BITE - 1e-9), (fits or [SHORT])[-1])


def thin_screw(thickness: float) -> Screw:
    """The longest that does not come out of what is one batten thick. [m]

    >>> thin_screw(0.018).id, thin_screw(0.024).id, thin_screw(0.034).id
    ('lap_screw', 'screw_20', 'splint_screw')
    """
    room = longest_through(thickness)
    return next((screw for screw in reversed(THIN) if screw.length <= room), LAP)


MITRE_IN, MITRE_ASIDE = 0.3, 0.006
"""A mitre's screws go in at this share of the width from the tip, so far from the faces of the batten [m]: one before
and one behind the middle, since they cross.
"""


def longest_through(thickness: float, *, head: float = 0.0) -> float:
    """The longest screw that does not come out of a thickness that is screwed from one side. [m]

    Parameters
    ----------
    thickness: of all that the screw goes into. [m]
    head: how deep its head is sunk. [m]
    """
    return max(thickness - SHY - head, 0.0)


def spacer_screw(length: float, thickness: float) -> Screw:
    """What holds a short piece between two battens from both sides: the long screw where its point stays in the piece.

    Parameters
    ----------
    length: of the piece between them. [m]
    thickness: of the batten that the screw goes through. [m]

    Returns
    -------
    Screw: the screw.

    >>> spacer_screw(0.08, 0.018).id, spacer_screw(0.04, 0.018).id
    ('wood_screw', 'splint_screw')
    """
    if thickness >= SHORT.length - FLAT_BITE:
        # through a thick batten the short ones do not reach
        return flat_screw(thickness, length)
    return LONG if LONG.length - thickness <= length - SHY else SHORT


def end_screw(length: float, through: float) -> Screw:
    """What holds a batten by its end grain, where another one may be screwed on at its other end in the same line.

    Parameters
    ----------
    length: of the batten between the two that it is screwed to, or over them. [m]
    through: what the screw goes through first. [m]

    Returns
    -------
    Screw: the long one where two of them leave wood between their points, else the short one.

    >>> end_screw(0.5, 0.044).id, end_screw(0.13, 0.018).id
    ('wood_screw', 'splint_screw')
    """
    long = next((screw for screw in LONGER if screw.length - through >= END_BITE - 1e-9), LONGER[-1])
    if 2 * (long.length - through + SHY) <= length - 2 * through or through >= SHORT.length - FLAT_BITE:
        return long
    return SHORT


def off_middle(width: float, spread: float, screw: Screw) -> float:
    """How far each of two screws stands from the middle of an end: ``spread`` of its width, or as far as the edge
    allows. [m]

    Source: [EN1995].

    Parameters
    ----------
    width: of the end. [m]
    spread: share of it.
    screw: what goes in.

    Returns
    -------
    float: from the middle. [m]

    >>> round(off_middle(0.044, 0.25, LONG) * 1000, 1), round(off_middle(0.021, 0.25, LONG) * 1000, 1)
    (11.0, 4.5)
    """
    return min(spread * width, width / 2 - EDGE * screw.diameter)


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
