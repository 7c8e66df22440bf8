"""Bending and sag of bars (Euler-Bernoulli), of sheets that sag by more than half of their thickness too, and of
stretched frames.
"""

from wenlo.core.catalog.bars import BarType

SOFT = 5e9
"""Modulus under which a bar is of plastic: wood has 9, rigid PVC 3. [Pa]"""

CREEP = 1.0 / 3.0
"""Of the modulus of plastics that is left under a standing load."""

POISSON = 0.37
"""Of acrylic and the like."""

LASTING_STRESS = 5e6
"""Acrylic holds so much for good. [Pa]"""

COLD_BEND = 330
"""So many thicknesses is the least radius to which acrylic is bent cold."""

SAG_LIMIT = 1 / 200
"""Of its span may a bar sag before it is seen."""

HAND_TIGHT, DRUM_TIGHT = 50.0, 300.0
"""Pull of a cloth on its frame, smoothed by hand and as tight as a drum. [N/m]"""

DRAWN_IN = 0.4
"""How much a square plate whose edges may draw in stiffens, as it sags by its own thickness and more (Levy 1942, table
2).
"""


def creeps(bar: BarType) -> bool:
    """Whether it is of plastic, which gives way under what stands on it."""
    return bar.modulus < SOFT


def standing_stiffness(bar: BarType) -> float:
    """E·I of a bar under a standing load: plastics creep. [N·m²]

    Source: [Gere].

    Parameters
    ----------
    bar: what bends, about its weaker axis.

    Returns
    -------
    float: E I. [N·m²]
    """
    return bar.stiffness * CREEP if creeps(bar) else bar.stiffness


def sag_between(load: float, span: float, stiffness: float) -> float:
    """Middle of a bar on two ends under an even load [N/m]: 5 w L⁴ / 384 EI. [m]

    Source: [Gere].

    Parameters
    ----------
    load: along it. [N/m]
    span: between its ends. [m]
    stiffness: E I of the bar. [N·m²]

    Returns
    -------
    float: sag. [m]
    """
    return 5.0 * load * span**4 / (384.0 * stiffness)


def sag_point(force: float, span: float, stiffness: float) -> float:
    """Middle of a bar on two ends with a force in the middle: F L³ / 48 EI. [m]

    Source: [Gere].

    Parameters
    ----------
    force: in the middle. [N]
    span: between its ends. [m]
    stiffness: E I of the bar. [N·m²]

    Returns
    -------
    float: sag. [m]
    """
    return force * span**3 / (48.0 * stiffness)


def droop(force: float, reach: float, stiffness: float, *, load: float = 0.0) -> float:
    """End of an arm held at one end: F L³ / 3 EI, and w L⁴ / 8 EI of its own weight [N/m]. [m]

    Source: [Gere].

    Parameters
    ----------
    force: at the end. [N]
    reach: of the arm. [m]
    stiffness: E I of the bar. [N·m²]
    load: its own weight along it. [N/m]

    Returns
    -------
    float: droop of the end. [m]
    """
    return force * reach**3 / (3.0 * stiffness) + load * reach**4 / (8.0 * stiffness)


def plate_sag(pressure: float, side: float, thickness: float, modulus: float) -> float:
    """Middle of a square plate that lies on all four edges, free to turn and to draw in. [m]

    For less than half of the thickness w = 0.00406 q a⁴ / D, D = E t³ / 12 (1 − ν²) (Timoshenko); where it sags by more
    it carries as
    a skin too: w/t + 0.4 (w/t)³ = 0.00406 q a⁴ / D t (after Levy 1942).

    Source: [Levy1942].

    Parameters
    ----------
    pressure: on it. [Pa]
    side, thickness: of the plate. [m]
    modulus: of elasticity. [Pa]

    Returns
    -------
    float: sag of the middle. [m]
    """
    rigidity = modulus * thickness**3 / (12.0 * (1.0 - POISSON**2))
    small = 0.00406 * pressure * side**4 / rigidity
    part = small / thickness
    if part <= 0.5:
        return small
    from scipy.optimize import brentq

    return thickness * float(brentq(lambda w: w + DRAWN_IN * w**3 - part, 0.0, part))


def bend_stress(thickness: float, radius: float, modulus: float) -> float:
    """Stress in a sheet bent to a radius: E t / 2 R. [Pa]

    Source: [Gere].

    Parameters
    ----------
    thickness: of the sheet. [m]
    radius: of the bend. [m]
    modulus: of elasticity. [Pa]

    Returns
    -------
    float: stress at its faces. [Pa]
    """
    return modulus * thickness / (2.0 * radius)


def frame_bow(span: float, other: float, stiffness: float, tension: float, *, stiff_corners: bool) -> float:
    """How far cloth that pulls inward bows a side of its frame in the middle. [m]

    With corners that turn it is a bar on two ends, 5 w L⁴ / 384 EI. Corners that hold their angle share the moment
    between the sides, M = w (a³ + b³) / 12 (a + b), which takes M L² / 8 EI off it (Kleinlogel; any text on frames).

    Source: [Kleinlogel].

    Parameters
    ----------
    span, other: the side, and the sides beside it. [m]
    stiffness: E I of both. [N·m²]
    tension: of the cloth. [N/m]
    stiff_corners: whether the corners hold their angle.

    Returns
    -------
    float: bow of the middle. [m]

    >>> w = frame_bow(1.0, 1.0, 10.0, 50.0, stiff_corners=True)
    >>> round(w * 384 * 10.0 / 50.0, 6)
    1.0
    """
    free = sag_between(tension, span, stiffness)
    if not stiff_corners:
        return free
    corner = tension * (span**3 + other**3) / (12.0 * (span + other))
    return max(free - corner * span**2 / (8.0 * stiffness), 0.0)
