"""Stops and the words people use for them."""

import math

THIRD = 1 / 3


def stops_between(brighter: float, darker: float) -> float:
    """Difference of two amounts of light, log2(brighter/darker). [stop]

    Returns infinity when ``darker`` is zero and NaN when both are.

    >>> stops_between(400.0, 100.0)
    2.0
    """
    if darker <= 0.0:
        return math.inf if brighter > 0.0 else math.nan
    return math.log2(brighter / darker) if brighter > 0.0 else -math.inf


def nearest_third(stops: float) -> float:
    """Round to the third-stop clicks of cameras and lamps. [stop]"""
    return round(stops / THIRD) * THIRD


def format_stops(stops: float, *, signed: bool = False) -> str:
    """One decimal with its unit.

    >>> format_stops(1.25), format_stops(-0.04, signed=True)
    ('1.2 stops', '0.0 stops')
    """
    if not math.isfinite(stops):
        return "no light" if math.isinf(stops) else "–"
    value = round(stops, 1) + 0.0
    text = f"{value:+.1f}" if signed and value else f"{abs(value) if value == 0 else value:.1f}"
    return f"{text} stop{'' if abs(value) == 1.0 else 's'}"
