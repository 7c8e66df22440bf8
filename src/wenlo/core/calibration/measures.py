"""What a photograph tells: stops between areas, evenness of a sheet, width of a shadow's edge, colour cast, the ground.
Every number with its ±.

Pictures are arrays of linear light, red, green and blue of BT.709 from 0 to 1, shape (H, W, 3), with a mask of what is
clipped.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.calibration.shots import Area
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.optics.sheet import LUMA
from wenlo.core.photometry.tone import encoded, linearised

Array = NDArray[np.float64]
Mask = NDArray[np.bool_]

CLIPPED_AT = 0.995
"""Encoded values from here on are clipped."""

MOST_CLIPPED = 0.01
"""Of an area may be clipped at most."""

LEAST_LIGHT = 2e-3
"""Darker areas are noise. [-]"""

CURVE_DOUBT = 0.08
"""A camera's curve differs from the standard one by so much a stop of difference, 95 %, unless it was fitted. [stop]"""

WHITE_FROM = 0.95
"""Linear value from which a ground has no tone left. [-]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class LinearPhotograph:
    """Linear light and what is clipped; ``fitted`` when the camera's own curve was found."""

    light: Array
    clipped: Mask
    fitted: bool = False

    @property
    def size(self) -> tuple[int, int]:
        """Width and height. [pixel]"""
        return self.light.shape[1], self.light.shape[0]


@dataclass(frozen=True, kw_only=True)
class AreaLevel:
    """The light of an area: mean luminance, its 95 % half-width [stop], and red, green, blue."""

    name: str
    luminance: float
    error: float
    colour: tuple[float, float, float]


@dataclass(frozen=True, kw_only=True)
class Difference:
    """Stops from one area to another, with the 95 % half-width."""

    stops: float
    error: float


def picture_of(values: Array, *, gamma: float = 1.0, fitted: bool = False) -> LinearPhotograph:
    """A picture from encoded values, shape (H, W, 3), 0 to 1; ``gamma`` bends the linear light to a camera's
    own curve.
    """
    light = linearised(values)
    return LinearPhotograph(
        light=light**gamma if gamma != 1.0 else light,
        clipped=np.any(np.asarray(values >= CLIPPED_AT), axis=2, keepdims=True)[:, :, 0],
        fitted=fitted,
    )


def area_slices(picture: LinearPhotograph, area: Area) -> tuple[slice, slice]:
    """Rows and columns of an area, two pixels at the least, those of the rim where it begins there.

    Source: [Geometry].

    Parameters
    ----------
    picture: with pixels of shape (H, W, 3).
    area: in shares of width and height. [-]

    Returns
    -------
    tuple: slices of rows and of columns.
    """
    width, height = picture.size
    left, top = min(int(area.x * width), max(width - 2, 0)), min(int(area.y * height), max(height - 2, 0))
    right, bottom = (
        max(left + 2, math.ceil((area.x + area.width) * width)),
        max(top + 2, math.ceil((area.y + area.height) * height)),
    )
    return slice(top, min(bottom, height)), slice(left, min(right, width))


def level(picture: LinearPhotograph, area: Area) -> AreaLevel:
    """The light of an area.

    The error is of the mean: neighbouring pixels are not independent after compression, so an eighth of them counts.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    area: in shares of width and height. [-]

    Returns
    -------
    AreaLevel: stops from middle grey with the 95 % half-width of the mean. [stop]

    Raises
    ------
    Impossible
        When too much of it is clipped, or it is nearly black.
    """
    rows, columns = area_slices(picture, area)
    light = picture.light[rows, columns]
    share = float(picture.clipped[rows, columns].mean()) if light.size else 1.0
    if share > MOST_CLIPPED:
        message = (
            f"{share * 100:.0f} % of {area.name} is clipped: how bright it is cannot be told; expose less and take it"
            " again."
        )
        raise Impossible(message, fields=[FieldError(path="areas", message=message)])
    values = light @ LUMA
    mean = float(values.mean())
    if mean < LEAST_LIGHT:
        message = f"{area.name} is nearly black: what is there is noise; expose more and take it again."
        raise Impossible(message, fields=[FieldError(path="areas", message=message)])
    independent = max(values.size / 8.0, 1.0)
    error = 1.96 * float(values.std()) / math.sqrt(independent) / mean / math.log(2.0)
    red, green, blue = (float(x) for x in light.reshape(-1, 3).mean(axis=0))
    return AreaLevel(name=area.name, luminance=mean, error=error, colour=(red, green, blue))


def stops_apart(one: AreaLevel, other: AreaLevel, *, fitted: bool = False, exposure: float = 0.0) -> Difference:
    """How much brighter one area is than another.

    Source: [Palmer2010].

    Parameters
    ----------
    one, other: the areas.
    fitted: whether the camera's own curve was found.
    exposure: how much more exposure the other's frame had. [stop]

    Returns
    -------
    Difference: stops by which ``one`` is brighter, with the 95 % half-width. [stop]
    """
    stops = math.log2(one.luminance / other.luminance) + exposure
    doubt = (0.25 if fitted else 1.0) * CURVE_DOUBT * abs(stops - exposure)
    return Difference(stops=stops, error=math.hypot(math.hypot(one.error, other.error), doubt))


@dataclass(frozen=True, kw_only=True, eq=False)
class Evenness:
    """A lit sheet: stops from its brightest cell, shape (rows, columns), where that is in shares of the area, from it
    to the edges.
    """

    stops: Array
    hot: tuple[float, float]
    edge: float
    error: float


def evenness(picture: LinearPhotograph, area: Area, *, cells: int = 9) -> Evenness:
    """How evenly a sheet is lit.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    area: the sheet, in shares of width and height. [-]
    cells: along each side.

    Returns
    -------
    Evenness: spread over the cells, and where it is brightest. [stop]

    Raises
    ------
    Impossible
        As for :func:`level`.
    """
    whole = level(picture, area)
    rows, columns = area_slices(picture, area)
    values = picture.light[rows, columns] @ LUMA
    down = np.array_split(values, min(cells, values.shape[0]), axis=0)
    grid = np.array(
        [[float(cell.mean()) for cell in np.array_split(row, min(cells, values.shape[1]), axis=1)] for row in down]
    )
    stops = np.log2(np.maximum(grid, 1e-6) / grid.max())
    place = np.unravel_index(int(grid.argmax()), grid.shape)
    rim = np.concatenate([stops[0], stops[-1], stops[:, 0], stops[:, -1]])
    fall = float(-rim.mean())
    return Evenness(
        stops=stops,
        hot=((float(place[1]) + 0.5) / grid.shape[1], (float(place[0]) + 0.5) / grid.shape[0]),
        edge=fall,
        error=math.hypot(whole.error, CURVE_DOUBT * fall),
    )


@dataclass(frozen=True, kw_only=True)
class EdgeWidth:
    """Width of a shadow's edge as a straight ramp from light to dark [m], its 95 % half-width, and the stops
    across it.
    """

    width: float
    error: float
    stops: float


def shadow_edge(
    picture: LinearPhotograph, start: tuple[float, float], end: tuple[float, float], *, metres: float
) -> EdgeWidth:
    """The edge of a shadow along a line across it, fitted as a smooth step; a ramp of the same 10 to 90 % is reported.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    start, end: of the line, in shares of width and height.
    metres: how long the line is in the scene. [m]

    Returns
    -------
    EdgeWidth: width of the edge with its 95 % half-width. [m]

    Raises
    ------
    Impossible
        When there is no edge on the line, or it is clipped.
    """
    from scipy.optimize import curve_fit
    from scipy.special import erf

    width, height = picture.size
    count = 400
    t = np.linspace(0.0, 1.0, count)
    xs = (start[0] + (end[0] - start[0]) * t) * (width - 1)
    ys = (start[1] + (end[1] - start[1]) * t) * (height - 1)
    long = math.hypot((end[0] - start[0]) * width, (end[1] - start[1]) * height)
    if long < 12:
        raise Impossible("The line across the edge is too short in the picture; draw it longer.")
    # a band beside the line is averaged, so that noise and grain do not count
    side = np.array([-(end[1] - start[1]) * height, (end[0] - start[0]) * width]) / long
    values = np.zeros(count)
    clipped = 0.0
    band = range(-3, 4)
    for k in band:
        px = np.clip(np.round(xs + side[0] * k), 0, width - 1).astype(int)
        py = np.clip(np.round(ys + side[1] * k), 0, height - 1).astype(int)
        values += picture.light[py, px] @ LUMA / len(band)
        clipped += float(picture.clipped[py, px].mean()) / len(band)
    if clipped > MOST_CLIPPED:
        raise Impossible("The lit side of the edge is clipped; expose less and take it again.")
    low, high = float(values[:40].mean()), float(values[-40:].mean())
    if min(low, high) <= 0.0 or abs(math.log2(max(low, 1e-6) / max(high, 1e-6))) < 0.3:
        raise Impossible("There is no edge along this line: both ends are about as bright.")

    def step(x: Array, middle: float, spread: float, left: float, right: float) -> Array:
        out: Array = left + (right - left) * 0.5 * (1.0 + erf((x - middle) / (math.sqrt(2.0) * spread)))
        return out

    middle = float(t[int(np.argmin(np.abs(values - (low + high) / 2)))])
    try:
        found, covariance = curve_fit(
            step, t, values, p0=(middle, 0.08, low, high), bounds=([0.0, 1e-3, 0.0, 0.0], [1.0, 1.0, 2.0, 2.0])
        )
    except RuntimeError:
        raise Impossible(
            "The edge along this line cannot be told from what is round it; draw the line square to it."
        ) from None
    # 10 to 90 % of a normal step are 2.563 σ, of a straight ramp four fifths of it
    spread, doubt = float(found[1]), float(math.sqrt(max(covariance[1, 1], 0.0)))
    pixel = 1.0 / long
    blur = math.hypot(pixel, doubt)
    ramp = 2.563 / 0.8
    return EdgeWidth(
        width=ramp * spread * metres,
        error=1.96 * ramp * blur * metres,
        stops=abs(math.log2(max(low, 1e-6) / max(high, 1e-6))),
    )


@dataclass(frozen=True, kw_only=True)
class Cast:
    """The cast on something neutral: warm (+) or cool, and green (+) or magenta, in stops of blue and green against
    red.
    """

    warm: float
    green: float
    error: float


def cast(neutral: AreaLevel) -> Cast:
    """Colour cast of a neutral area, from its own mean of red and blue. [stop]

    Source: [CIE015].

    Parameters
    ----------
    neutral: level of an area that is grey in truth. [stop]

    Returns
    -------
    Cast: red and blue against green. [stop]
    """
    red, green, blue = (max(x, 1e-9) for x in neutral.colour)
    return Cast(warm=math.log2(red / blue), green=math.log2(green / math.sqrt(red * blue)), error=neutral.error)


@dataclass(frozen=True, kw_only=True, eq=False)
class BackdropEvenness:
    """A ground: share of it that is clean white, clipped, its mean against clean white [stop], and shares of its
    encoded tones from black to white.
    """

    white: float
    clipped: float
    over: float
    histogram: Array


def backdrop_evenness(picture: LinearPhotograph, area: Area, *, steps: int = 16) -> BackdropEvenness:
    """Whether a ground is clean white; clipped pixels are allowed here, and told.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    area: the ground, in shares of width and height. [-]
    steps: cells along each side.

    Returns
    -------
    BackdropEvenness: spread [stop] and the share that is clipped. [-]
    """
    rows, columns = area_slices(picture, area)
    values = picture.light[rows, columns] @ LUMA
    counts, _ = np.histogram(encoded(np.clip(values, 0.0, 1.0)), bins=steps, range=(0.0, 1.0))
    return BackdropEvenness(
        white=float((values >= WHITE_FROM).mean()),
        clipped=float(picture.clipped[rows, columns].mean()),
        over=math.log2(max(float(values.mean()), 1e-6) / WHITE_FROM),
        histogram=counts / max(values.size, 1),
    )


def exposure_between(one: tuple[float, float, float], other: tuple[float, float, float]) -> float:
    """How much more exposure the first frame had: f-number, shutter [s], ISO of both. [stop]

    Source: [Palmer2010].

    Parameters
    ----------
    one, other: f-number [-], shutter [s] and ISO [-] of each frame.

    Returns
    -------
    float: + where the first had more. [stop]

    >>> exposure_between((2.8, 1 / 50, 400.0), (2.8, 1 / 100, 400.0))
    1.0
    """
    return math.log2(one[1] / other[1] * one[2] / other[2] * (other[0] / one[0]) ** 2)


def curve_from_pair(one: LinearPhotograph, other: LinearPhotograph, stops: float) -> float:
    """The exponent that bends the light of a camera to straight: two frames of one still scene, the first with so many
    stops more.

    Source: [Palmer2010].

    Parameters
    ----------
    one, other: the frames, the first with more exposure.
    stops: how much more. [stop]

    Returns
    -------
    float: exponent γ. [-]

    Raises
    ------
    Impossible
        When too little of both frames is usable, or the frames are not of one scene.
    """
    a, b = one.light @ LUMA, other.light @ LUMA
    use = ~one.clipped & ~other.clipped & (a > 4 * LEAST_LIGHT) & (b > 4 * LEAST_LIGHT)
    if use.mean() < 0.05:
        raise Impossible(
            "Too little of both frames is neither black nor clipped; bracket by a stop about the right exposure."
        )
    ratio = np.log2(a[use] / b[use])
    middle, spread = float(np.median(ratio)), float(np.std(ratio))
    if spread > 0.5 * abs(stops) + 0.2 or middle * stops <= 0.0:
        raise Impossible(
            "The frames differ in more than their exposure: the camera must stand still, and nothing may move."
        )
    return stops / middle
