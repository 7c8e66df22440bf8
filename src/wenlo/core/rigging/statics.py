"""Forces and moments: tipping, booms, ballast, slings, fasteners. Closed forms of statics (any text on engineering
mechanics).

A stand on legs tips about the line between two neighbouring feet. With n feet on a circle of radius R that line is
R · cos(π/n) from the middle: half the foot radius for three.
"""

import math
from dataclasses import dataclass

GRAVITY = 9.81
"""Standard acceleration. [m/s²]"""

TIPPING_FACTOR = 1.5
"""Moments that hold are to be so many times those that tip."""

MOVING = 1.3
"""A boom that swings or is pulled loads so many times its weight."""


def tipping_arm(foot_radius: float, *, legs: int = 3) -> float:
    """From the middle of a stand to the line about which it tips. [m]

    Source: [Meriam].

    Parameters
    ----------
    foot_radius: from the middle to a foot. [m]
    legs: how many, evenly spread.

    Returns
    -------
    float: arm. [m]

    >>> round(tipping_arm(0.5), 3)
    0.25
    """
    return foot_radius * math.cos(math.pi / legs)


@dataclass(frozen=True, kw_only=True)
class Tipping:
    """Moments about the tipping line, those that tip and those that hold [N·m], and the ballast that makes up what is
    missing [kg]; ``factor`` is what holds over what tips.
    """

    over: float
    hold: float
    ballast: float
    factor: float


def tipping(
    *,
    arm: float,
    mass: float,
    load: float = 0.0,
    offset: float = 0.0,
    side_force: float = 0.0,
    force_height: float = 0.0,
    bump: float = 0.0,
    bump_height: float = 0.0,
    ballast: float = 0.0,
    factor: float = TIPPING_FACTOR,
) -> Tipping:
    """Whether a stand with its load falls over, and the ballast on its foot that keeps it.

    Source: [Meriam].

    Parameters
    ----------
    arm: from its middle to the tipping line. [m]
    mass: of the stand. [kg]
    load: what it carries. [kg]
    offset: of the load from the middle, toward the tipping line. [m]
    side_force, force_height: wind, and where it pushes. [N], [m]
    bump, bump_height: a knock, and where. [N], [m]
    ballast: on the foot, at its middle. [kg]
    factor: what must hold over what tips.

    Returns
    -------
    Tipping: moments that tip and that hold [N·m], and the ballast needed. [kg]
    """
    beyond = max(offset - arm, 0.0)
    over = load * GRAVITY * beyond + side_force * force_height + bump * bump_height
    hold = (mass + ballast) * GRAVITY * arm + load * GRAVITY * max(arm - offset, 0.0)
    bare = hold - ballast * GRAVITY * arm
    need = max(factor * over - bare, 0.0) / (GRAVITY * arm) if arm > 0.0 else math.inf
    return Tipping(over=over, hold=hold, ballast=need, factor=hold / over if over > 0.0 else math.inf)


def counterweight(load: float, reach: float, back: float, *, beam: float = 0.0) -> float:
    """What balances a boom on its other side: load · reach = counterweight · back, the beam's own weight in its middle.
    [kg]

    Source: [Meriam].

    Parameters
    ----------
    load: at the end. [kg]
    reach, back: from the pivot to the load, and to the counterweight. [m]
    beam: mass of a beam that is even along its length. [kg]

    Returns
    -------
    float: mass, not under 0. [kg]

    >>> counterweight(2.0, 1.2, 0.6)
    4.0
    """
    long = reach + back
    own = beam * (reach**2 - back**2) / (2 * long) if long > 0.0 else 0.0
    return max((load * reach + own) / back, 0.0)


def sling_tension(mass: float, legs: int, angle: float) -> float:
    """Pull in each leg of a sling at an angle from the level [rad]: m g / (n sin α). [N]

    Two of the legs are taken to carry all where there are more than two: lines are never equally long.

    Source: [Meriam].

    Parameters
    ----------
    mass: that hangs. [kg]
    legs: of the sling.
    angle: of a leg from the level. [rad]

    Returns
    -------
    float: pull in a leg. [N]

    >>> round(sling_tension(10.0, 2, math.radians(30)), 1)
    98.1
    """
    return mass * GRAVITY / (min(legs, 2) * math.sin(angle))


def payload_at(payload: float, lowest: float, highest: float, height: float) -> float:
    """What a stand carries at a height: as stated low down, three quarters of it fully drawn out. [kg]

    Source: [Meriam].

    Parameters
    ----------
    payload: as stated. [kg]
    lowest, highest: heights of the stand. [m]
    height: where it is used. [m]

    Returns
    -------
    float: mass. [kg]
    """
    if highest <= lowest:
        return payload
    out = min(max((height - lowest) / (highest - lowest), 0.0), 1.0)
    return payload * (1.0 - 0.25 * out)
