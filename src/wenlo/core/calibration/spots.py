"""What stands out of an area: leaks in something dark, lumps and seams in a lit sheet; and the turn from light to shade
on a ball.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.calibration.measures import MOST_CLIPPED, LinearPhotograph, area_slices
from wenlo.core.calibration.shots import Area
from wenlo.core.errors import Impossible
from wenlo.core.optics.sheet import LUMA

Array = NDArray[np.float64]

LEAK = 1.0
"""A spot of something dark that is so much brighter than what is round it is a leak. [stop]"""

LUMP = 0.12
"""A spot of a lit sheet that differs so much from the smooth course of it is a lump. [stop]"""

MOST_SPOTS = 12
LEAST_PIXELS = 6
FLOOR = 2e-4
"""Darker pixels are taken for so much light. [-]"""

POINT_SOURCE = math.degrees(math.acos(0.1) - math.acos(0.9))
"""From nine tenths to a tenth of the light on a ball under a point source: cos θ from 0.9 to 0.1. [degree]"""


@dataclass(frozen=True, kw_only=True)
class Blemish:
    """A spot: its middle in shares of the picture, how much brighter (+) or darker than what is round it [stop], and
    its share of the area.
    """

    x: float
    y: float
    stops: float
    share: float


def _placed(picture: LinearPhotograph, area: Area, marked: Array, stops: Array) -> tuple[Blemish, ...]:
    from scipy import ndimage

    rows, columns = area_slices(picture, area)
    width, height = picture.size
    labels, _ = ndimage.label(marked)
    found = []
    for k, place in enumerate(ndimage.find_objects(labels), start=1):
        here = labels[place] == k
        size = int(here.sum())
        if size < LEAST_PIXELS:
            continue
        values = np.where(here, stops[place], 0.0)
        at = np.unravel_index(int(np.abs(values).argmax()), values.shape)
        y, x = place[0].start + int(at[0]), place[1].start + int(at[1])
        found.append(
            Blemish(
                x=(columns.start + x + 0.5) / width,
                y=(rows.start + y + 0.5) / height,
                stops=float(values[at]),
                share=size / marked.size,
            )
        )
    return tuple(sorted(found, key=lambda s: -abs(s.stops) * math.sqrt(s.share))[:MOST_SPOTS])


def leaks(picture: LinearPhotograph, area: Area) -> tuple[Blemish, ...]:
    """Spots of light in something that should be dark, the worst first. Clipped ones count: they are leaks all the
    more.

    Source: [Otsu1979].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    area: what should be dark, in shares. [-]

    Returns
    -------
    tuple: blemishes, the worst first, each with its place (shares) and stops over what is round it. [stop]
    """
    from scipy import ndimage

    rows, columns = area_slices(picture, area)
    light = np.maximum(ndimage.gaussian_filter(picture.light[rows, columns] @ LUMA, 1.0), FLOOR)
    around = np.median(light)
    # noise of a dark area is no leak: what stands out must do so from its own spread too
    spread = 1.4826 * float(np.median(np.abs(light - around)))
    stops = np.log2(light / around)
    return _placed(picture, area, (stops > LEAK) & (light > around + 6.0 * spread + FLOOR), stops)


def lumps(picture: LinearPhotograph, area: Area) -> tuple[Blemish, ...]:
    """Lumps, seams and shadows in a lit sheet: where it leaves its own smooth course (a surface of second degree), the
    worst first.

    Source: [Otsu1979].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    area: the lit sheet, in shares. [-]

    Returns
    -------
    tuple: blemishes, the worst first, each with its place (shares) and stops off the course. [stop]

    Raises
    ------
    Impossible
        When the sheet is clipped.
    """
    from scipy import ndimage

    rows, columns = area_slices(picture, area)
    if float(picture.clipped[rows, columns].mean()) > MOST_CLIPPED:
        raise Impossible("The sheet is clipped: lumps in it cannot be seen; expose less and take it again.")
    light = np.log2(np.maximum(picture.light[rows, columns] @ LUMA, FLOOR))
    smooth = ndimage.gaussian_filter(light, max(1.0, min(light.shape) / 120))
    y, x = np.mgrid[-1.0 : 1.0 : complex(0, light.shape[0]), -1.0 : 1.0 : complex(0, light.shape[1])]
    terms = np.stack([np.ones_like(x), x, y, x * x, x * y, y * y, x**4, y**4, x * x * y * y], axis=-1).reshape(-1, 9)
    weights = np.ones(light.size)
    course = smooth
    for _ in range(3):
        # lumps themselves must not bend the course: what left it counts less the next time
        found = np.linalg.lstsq(terms * weights[:, None], smooth.ravel() * weights, rcond=None)[0]
        course = (terms @ found).reshape(light.shape)
        weights = 1.0 / (1.0 + (np.abs(smooth - course).ravel() / LUMP) ** 2)
    off = smooth - course
    spread = 1.4826 * float(np.median(np.abs(off)))
    return _placed(picture, area, np.abs(off) > max(LUMP, 4.0 * spread), off)


@dataclass(frozen=True, kw_only=True)
class ShadeTurn:
    """How light turns to shade on a ball: 10 to 90 % band [degree], its 95 % half-width, and how much it is beyond a
    point source's.
    """

    band: float
    error: float
    beyond: float


def turn(picture: LinearPhotograph, start: tuple[float, float], end: tuple[float, float]) -> ShadeTurn:
    """The turn from light to shade along a line over a whole ball (or a head taken for one), lit rim first.

    Where the line crosses a share x of the radius from the middle the ball faces asin x from the camera.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    start, end: of the line, lit rim first, in shares of width and height. [-]

    Returns
    -------
    ShadeTurn: where the light turns [degree] and how deep the shade is. [stop]

    Raises
    ------
    Impossible
        When the line is too short, clipped, or the shaded side is filled over a tenth of the light.
    """
    from scipy import ndimage

    width, height = picture.size
    long = math.hypot((end[0] - start[0]) * width, (end[1] - start[1]) * height)
    if long < 24:
        raise Impossible("The line over the ball is too short in the picture; take it closer.")
    across = np.linspace(-0.97, 0.97, 300)
    t = (across + 1.0) / 2.0
    px = np.clip(np.round((start[0] + (end[0] - start[0]) * t) * (width - 1)), 0, width - 1).astype(int)
    py = np.clip(np.round((start[1] + (end[1] - start[1]) * t) * (height - 1)), 0, height - 1).astype(int)
    if float(picture.clipped[py, px].mean()) > MOST_CLIPPED:
        raise Impossible("The lit side of the ball is clipped; expose less and take it again.")
    light = ndimage.gaussian_filter1d(picture.light[py, px] @ LUMA, 3.0)
    angle = np.degrees(np.arcsin(across))
    peak = int(light.argmax())
    if peak > 0.6 * len(light):
        raise Impossible("The line must run from the lit rim to the dark one; draw it the other way round.")
    fall = light[peak:] / light[peak]
    if fall.min() > 0.1:
        raise Impossible(
            "The shaded side gets more than a tenth of the light: its turn cannot be told; take the fill away for this"
            " frame."
        )
    nine, one = _crossing(angle[peak:], fall, 0.9), _crossing(angle[peak:], fall, 0.1)
    band = one - nine
    # a pixel at either end, and half a degree for the smoothing
    pixel = math.degrees(2.0 / long) / max(math.cos(math.radians(min(abs(one), 80.0))), 0.17)
    error = math.hypot(2.0 * pixel, 1.5) + (8.0 if peak < 4 else 0.0)
    return ShadeTurn(band=band, error=error, beyond=band - POINT_SOURCE)


def _crossing(angle: Array, fall: Array, share: float) -> float:
    below = np.flatnonzero(fall < share)
    k = int(below[0])
    if k == 0:
        return float(angle[0])
    part = (fall[k - 1] - share) / max(fall[k - 1] - fall[k], 1e-12)
    return float(angle[k - 1] + part * (angle[k] - angle[k - 1]))
