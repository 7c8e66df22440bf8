"""Wind on sheets, boards and boxes."""

import math

from wenlo.core.document.rigging import RigWeather

AIR = 1.2
"""Density of air. [kg/m³]"""

DRAG = 1.25
"""Drag of a flat panel across the wind."""

DRAUGHT = 3.0
"""Air through an open window. [m/s]"""

GUST = 1.5
"""A gust over the mean wind."""


def wind_speed(weather: RigWeather, beaufort: int) -> float:
    """Speed of a gust [m/s]: 0 indoors, a draught at an open window, outdoors by the Beaufort scale, v = 0.836 B^1.5
    (WMO).

    Source: [WMO].

    Parameters
    ----------
    weather: where it stands.
    beaufort: force of the wind, outdoors.

    Returns
    -------
    float: speed. [m/s]

    >>> wind_speed("indoors", 5)
    0.0
    >>> round(wind_speed("outdoors", 4) / GUST, 2)
    6.69
    """
    if weather == "indoors":
        return 0.0
    if weather == "open window":
        return DRAUGHT
    return float(GUST * 0.836 * beaufort**1.5)


def wind_force(area: float, speed: float) -> float:
    """½ ρ C_d A v². [N]

    Source: [EN1991].

    Parameters
    ----------
    area: that faces the wind. [m²]
    speed: of the gust. [m/s]

    Returns
    -------
    float: force. [N]

    >>> wind_force(1.0, 10.0)
    75.0
    """
    return 0.5 * AIR * DRAG * area * speed**2


def speed_for(force: float, area: float) -> float:
    """The gust that pushes with a force: v = √(2 F / ρ C_d A). [m/s]

    Source: [EN1991].

    Parameters
    ----------
    force: of the wind. [N]
    area: that faces it. [m²]

    Returns
    -------
    float: speed. [m/s]

    >>> round(speed_for(wind_force(1.3, 9.0), 1.3), 9)
    9.0
    """
    return math.sqrt(2.0 * force / (AIR * DRAG * area)) if area > 0.0 else math.inf
