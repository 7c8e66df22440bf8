"""Separation: the light on both sides of the subject's outline, as the camera sees it."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.picture import Picture

Array = NDArray[np.float64]

NEAR, FAR = 2, 6
"""Pixels from the outline, on either side, over which the light is averaged."""

LEVELS = (("left side", 0.22, -1), ("right side", 0.22, 1), ("left shoulder", 0.8, -1), ("right shoulder", 0.8, 1))
"""Places on the outline: how far down the subject, and which way is out."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Separation:
    """One place on the outline: ``at`` (x, y) in shares of the picture; ``inside`` and ``outside`` (G, 3) by lamp.
    [cd/m²]
    """

    place: str
    at: tuple[float, float]
    inside: Array
    outside: Array

    def stops(self, weights: Array) -> float:
        """How far the subject is over (+) or under (−) what is behind it, lamps weighed by ``weights`` (G, 3).
        [stop]
        """
        inner = float(luminance((self.inside * weights).sum(axis=0)))
        outer = float(luminance((self.outside * weights).sum(axis=0)))
        return stops_between(inner, outer)


def _across(
    picture: Picture, y: int, x: int, way: tuple[int, int], mask: NDArray[np.bool_]
) -> tuple[Array, Array] | None:
    # means inside and outside of an outline pixel, going outward along ``way`` (rows, columns)
    height, width = mask.shape
    sides: list[list[Array]] = [[], []]
    for k in range(NEAR, FAR):
        for side, sign in ((0, -1), (1, 1)):
            yy, xx = y + sign * k * way[0], x + sign * k * way[1]
            if 0 <= yy < height and 0 <= xx < width and bool(mask[yy, xx]) == (side == 0):
                sides[side].append(picture.light[:, yy, xx])
    if not sides[0] or not sides[1]:
        return None
    return np.mean(sides[0], axis=0), np.mean(sides[1], axis=0)


def separations(picture: Picture, subject: Sequence[str]) -> tuple[Separation, ...]:
    """Read the outline at the top, the sides and the shoulders of whatever is in front of the camera.

    Source: [Palmer2010].

    Parameters
    ----------
    picture: the predicted picture.
    subject: ids of the shapes that make the subject.

    Returns
    -------
    tuple: stops between the outline and what is behind it, by place. [stop]
    """
    names = set(subject)
    known = np.array([name in names for name in picture.shown])
    mask = known[picture.owners]
    if not mask.any():
        return ()
    height, width = mask.shape
    rows = np.flatnonzero(mask.any(axis=1))
    top, bottom = int(rows[0]), int(rows[-1])
    found = []

    def add(place: str, y: int, x: int, way: tuple[int, int]) -> None:
        sides = _across(picture, y, x, way, mask)
        if sides is not None:
            at = ((x + 0.5) / width, (y + 0.5) / height)
            found.append(Separation(place=place, at=at, inside=sides[0], outside=sides[1]))

    add("top", top, int(np.median(np.flatnonzero(mask[top]))), (-1, 0))
    for place, share, way in LEVELS:
        y = round(top + share * (bottom - top))
        line = np.flatnonzero(mask[y])
        if len(line):
            add(place, y, int(line[0] if way < 0 else line[-1]), (0, way))
    return tuple(found)
