"""Bending and sag of bars, sheets and stretched frames, for small deflections (Euler-Bernoulli, Kirchhoff)."""

from wenlo.core.build.changes import bending_stiffness
from wenlo.core.data import stock

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

CLOTH_TENSION = 12.0
"""Pull of a drum-tight cloth on its frame. [N/m]"""


def standing_stiffness(material: str) -> float:
    """E·I of a bar under a standing load: plastics creep. [N·m²]"""
    stiff = bending_stiffness(material)
    return stiff * CREEP if material in stock()["pipe"] else stiff


def sag_between(load: float, span: float, stiffness: float) -> float:
    """Middle of a bar on two ends under an even load [N/m]: 5 w L⁴ / 384 EI. [m]"""
    return 5.0 * load * span**4 / (384.0 * stiffness)


def sag_point(force: float, span: float, stiffness: float) -> float:
    """Middle of a bar on two ends with a force in the middle: F L³ / 48 EI. [m]"""
    return force * span**3 / (48.0 * stiffness)


def droop(force: float, reach: float, stiffness: float, *, load: float = 0.0) -> float:
    """End of an arm held at one end: F L³ / 3 EI, and w L⁴ / 8 EI of its own weight [N/m]. [m]"""
    return force * reach**3 / (3.0 * stiffness) + load * reach**4 / (8.0 * stiffness)


def plate_sag(pressure: float, side: float, thickness: float, modulus: float) -> float:
    """Middle of a square plate held all round, free to turn: 0.00406 q a⁴ / D, D = E t³ / 12 (1 − ν²) (Timoshenko). [m]"""
    rigidity = modulus * thickness**3 / (12.0 * (1.0 - POISSON**2))
    return 0.00406 * pressure * side**4 / rigidity


def bend_stress(thickness: float, radius: float, modulus: float) -> float:
    """Stress in a sheet bent to a radius: E t / 2 R. [Pa]"""
    return modulus * thickness / (2.0 * radius)


def frame_bow(span: float, stiffness: float, *, tension: float = CLOTH_TENSION) -> float:
    """How far cloth that pulls inward bows a side of its frame. [m]"""
    return sag_between(tension, span, stiffness)
