"""The outline of a found thing from a photograph with a scale in it: straightened, told from what it lies on, drawn in
metres.

Four corners of a sheet of paper of known size straighten the picture (a homography); two ends of a ruler only scale it,
which is right when the camera looks straight down. What is more than a few millimetres high is seen nearer to the lens
than the scale, and so too large.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from contourpy import contour_generator
from manifold3d import CrossSection, FillRule
from numpy.typing import NDArray

from wenlo.core.calibration.bench.found import BenchFound, MeasuredFigure
from wenlo.core.calibration.shots import Area
from wenlo.core.catalog.bench_readings import OutlineBench
from wenlo.core.errors import FieldError, Impossible, InvalidInput

Array = NDArray[np.float64]
Points = Sequence[tuple[float, float]]

MOST_POINTS = 400
SMOOTH = 1.2
"""Pixels that the border is smoothed over."""

LEAST_CONTRAST = 0.06
"""Thing and ground must differ by so much of black to white. [-]"""

MARK = 1.5
"""A corner or end of the scale is marked as exactly, standard deviation. [pixel]"""


@dataclass(frozen=True, kw_only=True)
class Traced:
    """An outline [m], its lower left corner at the origin, anticlockwise; and the same in shares of the picture, to be
    drawn over it.
    """

    points: tuple[tuple[float, float], ...]
    seen: tuple[tuple[float, float], ...]
    error: float


def homography(seen: Points, true: Points) -> Array:
    """The matrix, shape (3, 3), that takes four points of the picture [pixel] to where they are [m].

    Source: [Hartley2003].

    Parameters
    ----------
    seen: four points of the picture, shape (4, 2). [pixel]
    true: where they are, shape (4, 2). [m]

    Returns
    -------
    Array: matrix, shape (3, 3), up to its scale.

    Raises
    ------
    InvalidInput
        When three of them lie on a line.
    """
    rows = []
    for (x, y), (u, v) in zip(seen, true, strict=True):
        rows += [[x, y, 1.0, 0.0, 0.0, 0.0, -u * x, -u * y, -u], [0.0, 0.0, 0.0, x, y, 1.0, -v * x, -v * y, -v]]
    matrix = np.array(rows)
    scale = np.abs(matrix).max(axis=0)
    _, sizes, turned = np.linalg.svd(matrix / scale)
    found: Array = (turned[-1] / scale).reshape(3, 3)
    if sizes[-2] < 1e-7 * sizes[0] or abs(np.linalg.det(found / np.abs(found).max())) < 1e-14:
        message = "Three of the corners lie on a line; mark the four corners of the sheet one after the other."
        raise InvalidInput(message, fields=[FieldError(path="corners", message=message)])
    return found


def _applied(matrix: Array, points: Array) -> Array:
    out = np.column_stack([points, np.ones(len(points))]) @ matrix.T
    flat: Array = out[:, :2] / out[:, 2:]
    return flat


def scale_of(
    size: tuple[int, int],
    *,
    corners: Points = (),
    paper: tuple[float, float] = (0.297, 0.21),
    ruler: Points = (),
    length: float = 0.0,
) -> tuple[Array, float]:
    """From pixels to metres, and the standard deviation of a length as a share of it.

    Source: [Hartley2003].

    Parameters
    ----------
    size: width and height of the picture. [pixel]
    corners: four corners of a sheet in shares of the picture, round it; ``paper`` are its sides from the first corner
        on. [m]
    paper: sides of the sheet, the first along its first edge. [m]
    ruler: two ends of a scale instead, ``length`` apart. [m]
    length: between the marks of the ruler. [m]

    Returns
    -------
    tuple: the matrix, shape (3, 3), from pixels to metres; standard deviation of a length as a share of it. [-]

    Raises
    ------
    InvalidInput
        When there is neither, or the marks lie on one another.
    """
    whole = np.array(size, dtype=float)
    if len(corners) == 4:
        seen = np.array(corners) * whole
        sides = np.linalg.norm(np.roll(seen, -1, axis=0) - seen, axis=1)
        if sides.min() < 20.0:
            message = "The sheet is too small in the picture; take it closer."
            raise InvalidInput(message, fields=[FieldError(path="corners", message=message)])
        # a picture has its y downward, a drawing upward
        true = [(0.0, 0.0), (paper[0], 0.0), (paper[0], -paper[1]), (0.0, -paper[1])]
        if _turns_left(seen):
            true = [(0.0, 0.0), (0.0, -paper[0]), (paper[1], -paper[0]), (paper[1], 0.0)]
        return homography([(float(x), float(y)) for x, y in seen], true), 2.0 * MARK / float(sides.min())
    if len(ruler) == 2 and length > 0.0:
        ends = np.array(ruler) * whole
        long = float(np.linalg.norm(ends[1] - ends[0]))
        if long < 20.0:
            message = "The scale is too short in the picture; mark its two ends further apart."
            raise InvalidInput(message, fields=[FieldError(path="ruler", message=message)])
        step = length / long
        return np.diag([step, -step, 1.0]), 2.0**0.5 * MARK / long
    message = "Mark the four corners of a sheet of paper, or the two ends of a scale."
    raise InvalidInput(message, fields=[FieldError(path="corners", message=message)])


def _turns_left(seen: Array) -> bool:
    x, y = seen[:, 0], seen[:, 1]
    return float(np.sum(x * np.roll(y, -1) - np.roll(x, -1) * y)) < 0.0


def trace(encoded: Array, within: Area, matrix: Array, spread: float) -> Traced:
    """The outline of the largest thing in a part of a photograph.

    Source: [Otsu1979].

    Parameters
    ----------
    encoded: the photograph, shape (H, W, 3), 0 to 1.
    within: a box round the thing, with nothing but the ground at its rim.
    matrix, spread: from :func:`scale_of`.

    Returns
    -------
    Traced: outline [m] and how sure it is.

    Raises
    ------
    Impossible
        When nothing stands out of the ground, or the thing reaches the rim of the box.
    """
    from scipy import ndimage

    height, width = encoded.shape[:2]
    top, left = int(within.y * height), int(within.x * width)
    part = encoded[
        top : int((within.y + within.height) * height) + 1, left : int((within.x + within.width) * width) + 1
    ]
    if min(part.shape[:2]) < 24:
        raise Impossible("The box is too small in the picture; take it closer.")
    rim = np.concatenate(
        [part[:3].reshape(-1, 3), part[-3:].reshape(-1, 3), part[:, :3].reshape(-1, 3), part[:, -3:].reshape(-1, 3)]
    )
    ground = np.median(rim, axis=0)
    away = np.linalg.norm(part - ground, axis=2) / 3.0**0.5
    level = _between(away)
    if level is None:
        raise Impossible("Nothing stands out of what it lies on; lay it on something much lighter or darker.")
    soft = ndimage.gaussian_filter(away, SMOOTH)
    labels, count = ndimage.label(ndimage.binary_fill_holes(soft > level))
    if count == 0:
        raise Impossible("Nothing stands out of what it lies on; lay it on something much lighter or darker.")
    sizes = ndimage.sum_labels(np.ones_like(labels), labels, np.arange(1, count + 1))
    thing = labels == int(np.argmax(sizes)) + 1
    if thing[0].any() or thing[-1].any() or thing[:, 0].any() or thing[:, -1].any():
        raise Impossible("The thing reaches the rim of the box; draw the box wider, with only the ground round it.")
    # inside of the thing its own holes are filled, outside other things are gone; between, the border is where it was
    # seen
    near = ndimage.binary_dilation(thing, iterations=2)
    inner = ndimage.binary_erosion(thing, iterations=2)
    course = np.where(inner, max(level * 2.0, float(soft.max())), np.where(near, soft, 0.0))
    lines = [np.asarray(found, dtype=np.float64) for found in contour_generator(z=course).lines(level)]
    line = max(lines, key=len) + np.array([left + 0.5, top + 0.5])
    pixel = (
        float(np.sqrt(abs(np.linalg.det(matrix[:2, :2]))))
        if matrix[2, 0] == matrix[2, 1] == 0.0
        else _pixel(matrix, line)
    )
    points = _simplified(_applied(matrix, line), 0.5 * pixel)
    back = _applied(np.asarray(np.linalg.inv(matrix), dtype=np.float64), points)
    size = float(np.ptp(points, axis=0).max())
    corner = points.min(axis=0)
    return Traced(
        points=tuple((round(float(x), 5), round(float(y), 5)) for x, y in points - corner),
        seen=tuple((float(x) / width, float(y) / height) for x, y in back),
        error=1.96 * float(np.hypot(spread * size, 1.0 * pixel)),
    )


def _pixel(matrix: Array, line: Array) -> float:
    middle = line.mean(axis=0)
    ends = _applied(matrix, np.array([middle, middle + np.array([1.0, 0.0]), middle + np.array([0.0, 1.0])]))
    return float(max(np.linalg.norm(ends[1] - ends[0]), np.linalg.norm(ends[2] - ends[0])))


def _between(away: Array) -> float | None:
    # Otsu (1979): the threshold that parts the values into two classes with the least spread in each
    counts, edges = np.histogram(away, bins=128)
    middles = (edges[:-1] + edges[1:]) / 2.0
    below = np.cumsum(counts)[:-1]
    above = counts.sum() - below
    sums = np.cumsum(counts * middles)
    low, high = sums[:-1] / np.maximum(below, 1), (sums[-1] - sums[:-1]) / np.maximum(above, 1)
    apart = below * above * (high - low) ** 2
    k = int(apart.argmax())
    return None if high[k] - low[k] < LEAST_CONTRAST else float((low[k] + high[k]) / 2.0)


def _simplified(points: Array, tolerance: float) -> Array:
    shape = CrossSection([points], FillRule.NonZero)
    while True:
        plain = shape.simplify(tolerance).to_polygons()
        found = np.asarray(max(plain, key=len), dtype=np.float64)
        if len(found) <= MOST_POINTS:
            return found
        tolerance *= 1.5


def measure_outline(bench: OutlineBench) -> BenchFound:
    """A found thing from its outline.

    Source: [Otsu1979].

    Parameters
    ----------
    bench: the outline that was traced. [m]

    Returns
    -------
    BenchFound: width and height of the thing. [m]

    Raises
    ------
    Impossible
        When the outline encloses nothing.
    """
    points = np.array(bench.points)
    shape = CrossSection([points], FillRule.NonZero)
    area = abs(float(shape.area()))
    width, height = (float(x) for x in np.ptp(points, axis=0))
    if area < 1e-6 or min(width, height) < 0.005:
        raise Impossible("The outline encloses nothing; trace it again.")
    around = float(np.linalg.norm(np.roll(points, -1, axis=0) - points, axis=1).sum())
    error = bench.error

    def figure(key: str, label: str, value: float, off: float) -> MeasuredFigure:
        return MeasuredFigure(key=key, label=label, value=value, low=value - off, high=value + off, show="length")

    round_as = 2.0 * (area / np.pi) ** 0.5
    words = [f"It covers {area * 1e4:.0f} cm²."]
    # a flat oval goes round nearly as short a way: its sides tell it apart
    if around < 1.03 * np.pi * round_as and max(width, height) < 1.05 * min(width, height):
        words.append(f"It is round: {round_as * 1000:.0f} mm across.")
    return BenchFound(
        category="found",
        figures=(
            figure("outer_width", "width", width, error),
            figure("outer_height", "height", height, error),
            figure("around", "way round it", around, error * around / max(width, height)),
        ),
        words=tuple(words),
        next="",
        values={"outer_width": min(max(width, 0.005), 5.0), "outer_height": min(max(height, 0.005), 5.0)},
    )
