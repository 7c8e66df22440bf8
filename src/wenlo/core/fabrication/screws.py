"""Screws and bolts by their sizes, and which of them a joint takes."""

from dataclasses import dataclass

EDGE = 1.5
"""Diameters from the middle of a hole to the nearest edge, at least."""


SHY = 0.002
"""So much of wood stays before a screw's point. [m]"""


@dataclass(frozen=True, kw_only=True)
class Screw:
    """A wood screw: its id in the stock data, diameter and length. [m]"""

    id: str
    diameter: float
    length: float


LONG = Screw(id="wood_screw", diameter=0.004, length=0.070)
SHORT = Screw(id="splint_screw", diameter=0.004, length=0.030)
POCKET = Screw(id="pocket_screw", diameter=0.004, length=0.030)
POCKET_SHORT = Screw(id="pocket_screw_20", diameter=0.004, length=0.020)
BRACKET = Screw(id="bracket_screw", diameter=0.0035, length=0.016)
PIN = Screw(id="panel_pin", diameter=0.0014, length=0.020)
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

SCREWS = {screw.id: screw for screw in (*LONGER, *FLAT, *THIN, POCKET, POCKET_SHORT, BRACKET, *BOLTS)}


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
