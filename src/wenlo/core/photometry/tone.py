"""From linear light to what a screen shows: a documented tone curve, and stops about middle grey."""

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

MIDDLE_GREY = 0.18
"""Linear value of a card of 18 % under the right exposure."""

KNEE = 0.6
"""Up to here the curve is straight."""

WHITE = 4.0
"""Linear value that comes out as full white: 4.5 stops over middle grey."""


def shoulder(linear: Array) -> Array:
    """Straight to ``KNEE``, then a curve of the same slope that bends to 1 at ``WHITE``. [-]

    y = 1 − (1 − k)·(1 − x)ⁿ with x from 0 at the knee to 1 at white and n such that the slopes meet.

    Source: [IEC61966].

    Parameters
    ----------
    linear: light against white, any shape. [-]

    Returns
    -------
    Array: same shape, 0 to 1. [-]
    """
    n = (WHITE - KNEE) / (1.0 - KNEE)
    x = np.clip((linear - KNEE) / (WHITE - KNEE), 0.0, 1.0)
    bent: Array = np.where(linear <= KNEE, np.maximum(linear, 0.0), 1.0 - (1.0 - KNEE) * (1.0 - x) ** n)
    return bent


def encoded(linear: Array) -> Array:
    """The sRGB transfer function (IEC 61966-2-1) of values from 0 to 1. [-]

    Source: [IEC61966].

    Parameters
    ----------
    linear: 0 to 1, any shape. [-]

    Returns
    -------
    Array: same shape, 0 to 1. [-]
    """
    low = 12.92 * linear
    high = 1.055 * np.power(np.maximum(linear, 1e-9), 1.0 / 2.4) - 0.055
    out: Array = np.where(linear <= 0.0031308, low, high)
    return out


def linearised(values: Array) -> Array:
    """Linear light of encoded values from 0 to 1: the inverse of sRGB (IEC 61966-2-1).

    Source: [IEC61966].

    Parameters
    ----------
    values: encoded, 0 to 1, any shape. [-]

    Returns
    -------
    Array: linear light, same shape. [-]
    """
    out: Array = np.where(values <= 0.04045, values / 12.92, ((np.maximum(values, 0.0) + 0.055) / 1.055) ** 2.4)
    return out


def linear_of(colour: str) -> tuple[float, float, float]:
    """Linear BT.709 of a colour as a screen shows it, ``#rrggbb`` in sRGB.

    Source: [IEC61966].

    Parameters
    ----------
    colour: six hexadecimal digits after a number sign.

    Returns
    -------
    tuple: red, green and blue, 0 to 1. [-]
    """
    red, green, blue = linearised(np.array([int(colour[k : k + 2], 16) / 255.0 for k in (1, 3, 5)]))
    return float(red), float(green), float(blue)


def stops_from_grey(luminance: Array) -> Array:
    """Stops over (+) or under (−) middle grey; −20 for black. [stop]

    Source: [IEC61966].

    Parameters
    ----------
    luminance: against white, any shape. [-]

    Returns
    -------
    Array: same shape. [stop]
    """
    out: Array = np.log2(np.maximum(luminance, MIDDLE_GREY * 2.0**-20) / MIDDLE_GREY)
    return out
