"""Wishes read off a photograph whose light one likes: side and height of its key, contrast, background and shadow edge,
each with its ±.

What the bare skin of forehead, cheeks and chin sends back tells the light on every side of it; a ball serves as well.
One far lamp or sheet with light from all round is fitted: how far its light reaches round tells how broad it is.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.calibration.head_shape import CHIN, CROWN, head_normals
from wenlo.core.calibration.measures import LinearPhotograph, area_slices, level, shadow_edge
from wenlo.core.calibration.shots import Area, Line
from wenlo.core.errors import Impossible
from wenlo.core.optics.sheet import LUMA

Array = NDArray[np.float64]

WishKey = Literal["key_side", "key_height", "contrast", "background", "shadow_edge"]

HEAD = CROWN - CHIN
"""From the crown to the chin. [m]"""

HEAD_DOUBT = 0.08
"""Heads differ by so much, 95 %. [-]"""

SKIN = 0.33
"""Mean luminance factor of skin, where nobody knows better. [-]"""

SKIN_DOUBT = 0.6
"""Skins differ by so much, 95 %. [stop]"""

RIM = 0.88
"""Nearer to its outline a ball is seen along its surface: hair, ears and the lens' blur are there. [-]"""

TALLER = 1.08
"""A box so much taller than broad is round a head, another round a ball. [-]"""

MOST_WHITE = 0.15
"""Of a head may be clipped, and is left out. [-]"""

MOST_PIXELS = 2500
"""So many are looked at."""

LEAST_PIXELS = 150

WRAPS = (0.0, 0.15, 0.3, 0.5, 0.8)
"""How far beyond the turn from light to shade the key still reaches, as a cosine: 0 for a point, more for what is broad
and near. [-]
"""

COARSE, FINE = 8.0, 2.0
"""Steps of the directions that are tried. [degree]"""

SECTORS = 6
"""The fit is made again with one sector of the ball left out: by so much it differs, it is doubted."""

SHAPE_DOUBT = 10.0
"""Heads differ in shape: 95 %. [degree]"""

CHEEK_DOUBT = 0.5
"""Nor do their cheeks look exactly halfway, and a nose shades one: 95 % of what each sends back. [-]"""

CURVE_DOUBT = 0.12
"""Cameras bend contrast in a way of their own by so much of it, 95 %. [-]"""

CHEEKS = math.radians(45.0)
"""Contrast is read halfway round from the lens to both sides. [rad]"""

LEAST_SHAPE = 0.06
"""A ball that varies by less of its mean has no lit side. [-]"""


@dataclass(frozen=True, kw_only=True)
class ReadWish:
    """A wish that was read: its value and 95 % half-width, in degrees, stops or metres, or why it cannot be read."""

    key: WishKey
    value: float | None = None
    error: float | None = None
    problem: str = ""


@dataclass(frozen=True, kw_only=True)
class BallLight:
    """The light on a ball: where its key comes from, to the camera's right (+) and over the level [degree], with the
    95 % half-widths, how far it wraps [-], and the luminance that the ball has toward the key, and of its two cheeks,
    the lit one first. [-]
    """

    side: float
    height: float
    side_error: float
    height_error: float
    wrap: float
    toward_key: float
    lit: float
    shade: float
    cheek_error: float


def _pixels(picture: LinearPhotograph, head: Area) -> tuple[Array, Array]:
    # normals (N, 3), x right, y up, z to the camera, and luminance (N,)
    rows, columns = area_slices(picture, head)
    if float(picture.clipped[rows, columns].mean()) > MOST_WHITE:
        raise Impossible("The head is clipped: where it is white, nothing tells the light. Take a darker photograph.")
    light = picture.light[rows, columns] @ LUMA
    tall, wide = light.shape
    y, x = np.mgrid[0:tall, 0:wide]
    if tall > TALLER * wide:
        of_head, bare = head_normals()
        row, column = (y * bare.shape[0]) // tall, (x * bare.shape[1]) // wide
        normals, there = of_head[row, column], bare[row, column]
    else:
        radius = wide / 2.0
        u, v = (x + 0.5) / radius - 1.0, 1.0 - (y + 0.5) / radius
        normals = np.stack([u, v, np.sqrt(np.maximum(1.0 - u * u - v * v, 0.0))], axis=-1)
        there = u * u + v * v <= RIM * RIM
    there &= ~picture.clipped[rows, columns]
    normals, light = normals[there], light[there]
    if len(light) < LEAST_PIXELS:
        raise Impossible("The head is too small in the picture: take a larger one, or draw the box round all of it.")
    step = max(1, len(light) // MOST_PIXELS)
    return normals[::step], light[::step]


def way_of(side: float, height: float) -> Array:
    """The direction to a light: x to the right, y up, z to the camera, shape (3,). [degree]

    Source: [Geometry].

    Parameters
    ----------
    side: to the camera's right (+), 0 at the camera. [degree]
    height: over the level. [degree]

    Returns
    -------
    Array: unit vector. [-]
    """
    a, e = math.radians(side), math.radians(height)
    return np.array([math.sin(a) * math.cos(e), math.sin(e), math.cos(a) * math.cos(e)])


def _fit(normals: Array, light: Array, weights: Array, ways: Array, wrap: float) -> tuple[Array, Array]:
    # for each direction the weighed cost and (key, ambient, more from above), solved by normal equations
    shaded = np.maximum((normals @ ways.T + wrap) / (1.0 + wrap), 0.0)
    ones, up = np.ones(len(light)), normals[:, 1]
    w = weights
    fixed = np.array([[w @ ones, w @ up], [w @ up, w @ (up * up)]])
    k0, k1, kk = w @ shaded, (w * up) @ shaded, w @ (shaded * shaded)
    matrix = np.empty((ways.shape[0], 3, 3))
    matrix[:, 0, 0] = kk + 1e-9
    matrix[:, 0, 1] = matrix[:, 1, 0] = k0
    matrix[:, 0, 2] = matrix[:, 2, 0] = k1
    matrix[:, 1:, 1:] = fixed + 1e-9 * np.eye(2)
    right = np.stack(
        [(w * light) @ shaded, np.full(len(ways), w @ light), np.full(len(ways), w @ (up * light))], axis=1
    )
    found = np.linalg.solve(matrix, right[:, :, None])[:, :, 0]
    # nothing sends darkness: without light from all round the key alone is fitted
    dark = (found[:, 1] < np.abs(found[:, 2])) | (found[:, 0] < 0.0)
    alone = np.clip(right[:, 0] / matrix[:, 0, 0], 0.0, None)
    found[dark] = np.stack([alone, np.zeros(len(ways)), np.zeros(len(ways))], axis=1)[dark]
    model = shaded * found[:, 0] + found[:, 1] + up[:, None] * found[:, 2]
    cost = w @ (model - light[:, None]) ** 2
    return cost, found


def _best(
    normals: Array, light: Array, weights: Array, sides: Array, heights: Array, wraps: tuple[float, ...]
) -> tuple[float, float, float, Array, float]:
    grid = [(s, h) for s in sides for h in heights]
    ways = np.array([way_of(float(s), float(h)) for s, h in grid])
    tried = [(*_fit(normals, light, weights, ways, wrap), wrap) for wrap in wraps]
    best = min(tried, key=lambda one: float(one[0].min()))
    k = int(np.argmin(best[0]))
    side, height = grid[k]
    return float(side), float(height), best[2], best[1][k], float(best[0][k])


def ball_light(picture: LinearPhotograph, head: Area) -> BallLight:
    """The light on a head or ball.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    head: the box round it, from crown to chin and from side to side, in shares. [-]

    Returns
    -------
    BallLight: where the key comes from [degree], and the levels. [-]

    Raises
    ------
    Impossible
        When the head is clipped, too small, or lit alike on all sides.
    """
    normals, light = _pixels(picture, head)
    if float(light.std()) < LEAST_SHAPE * float(light.mean()):
        raise Impossible("The head is lit alike on all sides: there is no key to be read.")
    weights = np.ones(len(light))
    sides, heights = np.arange(-176.0, 180.0, COARSE), np.arange(-32.0, 89.0, COARSE)
    side, height, wrap, found, _ = _best(normals, light, weights, sides, heights, WRAPS)
    for _ in range(2):
        # brows, nose and hair are no ball: what is far off the fit counts less
        shaded = np.maximum((normals @ way_of(side, height) + wrap) / (1.0 + wrap), 0.0)
        off = shaded * found[0] + found[1] + normals[:, 1] * found[2] - light
        spread = 1.4826 * float(np.median(np.abs(off))) + 1e-9
        weights = 1.0 / (1.0 + (off / (2.0 * spread)) ** 2)
        near = np.arange(-12.0, 12.1, FINE)
        side, height, wrap, found, _ = _best(
            normals, light, weights, side + near, np.clip(height + near, -35.0, 89.0), WRAPS
        )
    apart = np.array(list(_left_out(normals, light, weights, side, height, wrap)))
    spread_of = np.sqrt(np.maximum(((apart - [side, height]) ** 2).mean(axis=0) * (SECTORS - 1), 0.0))
    errors = np.hypot(1.96 * spread_of, SHAPE_DOUBT)
    toward = float(found[0] + found[1] + way_of(side, height)[1] * found[2])
    cheeks = [_cheek(normals, light, way) for way in (-1.0, 1.0)]
    lit, shade = max(cheeks, key=lambda c: c[0]), min(cheeks, key=lambda c: c[0])
    return BallLight(
        side=(side + 180.0) % 360.0 - 180.0,
        height=height,
        side_error=float(errors[0]),
        height_error=float(errors[1]),
        wrap=wrap,
        toward_key=max(toward, 1e-6),
        lit=lit[0],
        shade=shade[0],
        cheek_error=math.hypot(lit[1], shade[1]),
    )


def _left_out(
    normals: Array, light: Array, weights: Array, side: float, height: float, wrap: float
) -> Iterator[tuple[float, float]]:
    turn = np.arctan2(normals[:, 1], normals[:, 0])
    near = np.arange(-16.0, 16.1, FINE)
    for k in range(SECTORS):
        kept = ((turn + math.pi) // (2.0 * math.pi / SECTORS)).astype(int) % SECTORS != k
        if kept.sum() < LEAST_PIXELS / 2:
            continue
        found = _best(
            normals[kept], light[kept], weights[kept], side + near, np.clip(height + near, -35.0, 89.0), (wrap,)
        )
        yield found[0], found[1]


def _cheek(normals: Array, light: Array, way: float) -> tuple[float, float]:
    # median of what looks halfway round to a side, and its 95 % half-width [stop]
    toward = np.array([way * math.sin(CHEEKS), 0.0, math.cos(CHEEKS)])
    near = normals @ toward > math.cos(math.radians(14.0))
    values = light[near] if near.sum() >= 8 else light[np.argsort(-(normals @ toward))[:8]]
    middle = max(float(np.median(values)), 1e-6)
    doubt = 1.4826 * float(np.median(np.abs(values - middle))) / middle
    return middle, math.hypot(1.96 * doubt / math.sqrt(max(len(values) / 8.0, 1.0)), CHEEK_DOUBT) / math.log(2.0)


@dataclass(frozen=True, kw_only=True)
class Marks:
    """What somebody drew on a photograph: the box round the head, an area of the background, a line across a shadow's
    edge; None where nothing was drawn.
    """

    head: Area | None = None
    background: Area | None = None
    edge: Line | None = None


def wishes_read(picture: LinearPhotograph, marks: Marks, *, reflectance: float) -> tuple[ReadWish, ...]:
    """All wishes that the marks tell, in the order in which they are asked.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: in linear light, shape (H, W, 3).
    marks: what was drawn.
    reflectance: of the backdrop that is to stand in, luminance factor. [-]

    Returns
    -------
    tuple: wishes with their 95 % half-widths: sides in degrees, levels in stops, the edge in metres.
    """
    found: list[ReadWish] = []
    ball: BallLight | None = None
    unread = "Draw the box round the head too: the background is told against it."
    if marks.head is not None:
        try:
            ball = ball_light(picture, marks.head)
        except Impossible as error:
            found.append(ReadWish(key="key_side", problem=error.message))
            unread = "The background is told against the head, which cannot be read."
    if ball is not None:
        contrast = math.log2(ball.lit / ball.shade)
        found += [
            ReadWish(key="key_side", value=ball.side, error=ball.side_error),
            ReadWish(key="key_height", value=ball.height, error=ball.height_error),
            ReadWish(key="contrast", value=contrast, error=math.hypot(ball.cheek_error, CURVE_DOUBT * contrast)),
        ]
    if marks.background is not None:
        told = ReadWish(key="background", problem=unread)
        found.append(_background(picture, marks.background, ball, reflectance) if ball is not None else told)
    if marks.edge is not None:
        found.append(_edge(picture, marks.edge, marks.head))
    return tuple(found)


def _background(picture: LinearPhotograph, area: Area, ball: BallLight, reflectance: float) -> ReadWish:
    try:
        behind = level(picture, area)
    except Impossible as error:
        return ReadWish(key="background", problem=error.message)
    # light on both: what they send back, over what they are
    stops = math.log2(behind.luminance / reflectance) - math.log2(ball.toward_key / SKIN)
    return ReadWish(key="background", value=stops, error=math.hypot(SKIN_DOUBT, behind.error))


def _edge(picture: LinearPhotograph, line: Line, head: Area | None) -> ReadWish:
    if head is None:
        return ReadWish(key="shadow_edge", problem="Draw the box round the head too: it tells how large things are.")
    width, height = picture.size
    long = math.hypot((line.x2 - line.x1) * width, (line.y2 - line.y1) * height)
    metres = HEAD * long / (head.height * height)
    try:
        edge = shadow_edge(picture, (line.x1, line.y1), (line.x2, line.y2), metres=metres)
    except Impossible as error:
        return ReadWish(key="shadow_edge", problem=error.message)
    return ReadWish(key="shadow_edge", value=edge.width, error=math.hypot(edge.error, HEAD_DOUBT * edge.width))
