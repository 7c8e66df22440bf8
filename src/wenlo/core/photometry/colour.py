"""Colour of light: correlated colour temperature, mireds, and what a camera balanced for one white sees of another."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

COLDEST, WARMEST = 15000.0, 1000.0
"""Range of the fit to the Planckian locus. [K]"""

PLANCK_BELOW, DAYLIGHT_ABOVE = 4000.0, 5000.0
"""White lamps below are taken as black bodies, above as phases of daylight; between, as a mix of both. [K]"""

TO_BT709 = np.array(
    [[3.2404542, -1.5371385, -0.4985314], [-0.9692660, 1.8760108, 0.0415560], [0.0556434, -0.2040259, 1.0572252]]
)
"""CIE XYZ to linear BT.709 with white D65."""

BRADFORD = np.array([[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]])
"""Cone responses for adapting to another white (Lam 1985)."""

D65 = (0.3127, 0.3290)


def mired(kelvin: float) -> float:
    """Reciprocal megakelvin, 10⁶/T; equal steps look about equal."""
    return 1e6 / kelvin


def shifted(kelvin: float, shift: float) -> float:
    """Colour temperature behind a gel of that mired shift (+ is warmer). [K]

    >>> round(shifted(5500.0, 131.0))
    3197
    """
    return 1e6 / max(mired(kelvin) + shift, 1e6 / 1e5)


def planckian_uv(kelvin: float) -> tuple[float, float]:
    """CIE 1960 u, v of a black body (Krystek 1985; good to 8e-5 from 1000 to 15000 K).

    Source: [Krystek1985].

    Parameters
    ----------
    kelvin: temperature of the black body. [K]

    Returns
    -------
    tuple: u, v. [-]
    """
    t = min(max(kelvin, WARMEST), COLDEST)
    u = (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t) / (1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t)
    v = (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t) / (1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t)
    return u, v


def daylight_xy(kelvin: float) -> tuple[float, float]:
    """CIE x, y of a phase of daylight, 4000 to 25000 K (CIE 015).

    Source: [CIE015].

    Parameters
    ----------
    kelvin: correlated colour temperature. [K]

    Returns
    -------
    tuple: x, y. [-]
    """
    t = min(max(kelvin, 4000.0), 25000.0)
    if t <= 7000.0:
        x = 0.244063 + 0.09911e3 / t + 2.9678e6 / t**2 - 4.6070e9 / t**3
    else:
        x = 0.237040 + 0.24748e3 / t + 1.9018e6 / t**2 - 2.0064e9 / t**3
    return x, -3.0 * x * x + 2.870 * x - 0.275


def _uv(x: float, y: float) -> tuple[float, float]:
    below = -2.0 * x + 12.0 * y + 3.0
    return 4.0 * x / below, 6.0 * y / below


def _xy(u: float, v: float) -> tuple[float, float]:
    below = 2.0 * u - 8.0 * v + 4.0
    return 3.0 * u / below, 2.0 * v / below


def white_xy(kelvin: float) -> tuple[float, float]:
    """CIE x, y of a white lamp of that correlated colour temperature.

    Source: [CIE015].

    Parameters
    ----------
    kelvin: correlated colour temperature. [K]

    Returns
    -------
    tuple: x, y. [-]
    """
    black = _xy(*planckian_uv(kelvin))
    if kelvin <= PLANCK_BELOW:
        return black
    share = min((kelvin - PLANCK_BELOW) / (DAYLIGHT_ABOVE - PLANCK_BELOW), 1.0)
    day = daylight_xy(kelvin)
    return black[0] + share * (day[0] - black[0]), black[1] + share * (day[1] - black[1])


@dataclass(frozen=True, kw_only=True)
class White:
    """Correlated colour temperature [K] and distance from the black bodies in CIE 1960 (+ is greenish, − pinkish)."""

    kelvin: float
    duv: float


def correlated(x: float, y: float) -> White:
    """Nearest black body in CIE 1960 u, v (ANSI C78.377, after Ohno 2014), by the golden section over mireds.

    RGB light stands for a spectrum only roughly: the distance of lamps with spiky spectra is not to be relied on.

    Source: [Ohno2014].

    Parameters
    ----------
    x, y: CIE 1931 chromaticity. [-]

    Returns
    -------
    White: correlated temperature [K] and distance from the black body. [-]
    """
    u, v = _uv(x, y)

    def off(m: float) -> float:
        pu, pv = planckian_uv(1e6 / m)
        return math.hypot(u - pu, v - pv)

    low, high = 1e6 / COLDEST, 1e6 / WARMEST
    golden = (math.sqrt(5.0) - 1.0) / 2.0
    while high - low > 1e-3:
        a, b = high - golden * (high - low), low + golden * (high - low)
        low, high = (low, b) if off(a) < off(b) else (a, high)
    m = 0.5 * (low + high)
    pu, pv = planckian_uv(1e6 / m)
    return White(kelvin=1e6 / m, duv=math.copysign(math.hypot(u - pu, v - pv), v - pv))


def _xyz(x: float, y: float) -> Array:
    return np.array([x / y, 1.0, (1.0 - x - y) / y])


def mixed_colour(hue: float, saturation: float) -> Array:
    """What a lamp of red, green and blue lights gives of each against white at the same dial, shape (3,): at a hue the
    strongest burns fully and the others as far as the hue and the saturation want, so that colour costs light. [-]

    Parameters
    ----------
    hue: 0 red, 120 green, 240 blue. [degree]
    saturation: 0 white to 1 without any white.

    >>> mixed_colour(0.0, 1.0).tolist(), mixed_colour(240.0, 0.0).tolist()
    ([1.0, 0.0, 0.0], [1.0, 1.0, 1.0])
    """
    turn = np.array([5.0, 3.0, 1.0]) + hue / 60.0
    away = np.mod(turn, 6.0)
    mixed: Array = 1.0 - saturation * np.clip(np.minimum(away, 4.0 - away), 0.0, 1.0)
    return mixed


def light_colour(kelvin: float, balance: float) -> Array:
    """Linear BT.709 of a white lamp as a camera balanced for another white records it, luminance 1, shape (3,).

    Bradford adaptation from the balance to D65. Equal temperatures give equal parts of the three.

    Source: [Lam1985].

    Parameters
    ----------
    kelvin: of the light. [K]
    balance: white balance of the camera. [K]

    Returns
    -------
    Array: red, green, blue, shape (3,). [-]
    """
    light, white = _xyz(*white_xy(kelvin)), _xyz(*white_xy(balance))
    scale = (BRADFORD @ _xyz(*D65)) / (BRADFORD @ white)
    adapted = np.linalg.solve(BRADFORD, scale * (BRADFORD @ light))
    rgb = np.maximum(TO_BT709 @ adapted, 0.0)
    colour: Array = rgb / float(rgb @ np.array([0.2126, 0.7152, 0.0722]))
    return colour


def seen_white(rgb: Array, balance: float) -> White:
    """Correlated colour temperature of light that a camera records as ``rgb``; undoes :func:`light_colour`.

    Source: [Lam1985].

    Parameters
    ----------
    rgb: linear BT.709, shape (3,). [-]
    balance: white balance of the camera. [K]

    Returns
    -------
    White: correlated temperature [K] and distance from the black body. [-]
    """
    adapted = np.linalg.solve(TO_BT709, np.asarray(rgb, dtype=np.float64))
    scale = (BRADFORD @ _xyz(*white_xy(balance))) / (BRADFORD @ _xyz(*D65))
    xyz = np.linalg.solve(BRADFORD, scale * (BRADFORD @ adapted))
    total = float(xyz.sum())
    return correlated(float(xyz[0]) / total, float(xyz[1]) / total)
