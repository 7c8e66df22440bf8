"""How pictures are shown: the tone curve and the stops view, as tables that the browser looks up."""

import math

import numpy as np

from wenlo.core.photometry.tone import MIDDLE_GREY, encoded, shoulder
from wenlo.services.results import Result

LOWEST, HIGHEST, STEPS_PER_STOP = -12.0, 6.0, 32

BANDS = (
    (-math.inf, -5.5, "#17151f", "black"),
    (-5.5, -4.5, "#2b2a52", "−5"),
    (-4.5, -3.5, "#2f4b7c", "−4"),
    (-3.5, -2.5, "#2c6e8f", "−3"),
    (-2.5, -1.5, "#3b8f86", "−2"),
    (-1.5, -0.5, "#76ab6f", "−1"),
    (-0.5, 0.5, "#bfbf72", "middle grey"),
    (0.5, 1.5, "#e3b45e", "+1"),
    (1.5, math.log2(1 / MIDDLE_GREY), "#de8444", "+2"),
    (math.log2(1 / MIDDLE_GREY), math.inf, "#c23b3b", "over white"),
)
"""Stops from middle grey: from, to, colour, name; dark is cold and bright is warm."""


class Band(Result):
    """One step of the stops view; null where it is open."""

    low: float | None
    high: float | None
    colour: str
    label: str


class PictureCurves(Result):
    """``shown`` is the screen value, 0 to 1, of linear values at equal steps of stops from middle grey."""

    middle_grey: float
    lowest: float
    steps_per_stop: int
    shown: list[float]
    bands: list[Band]


def picture_curves() -> PictureCurves:
    """Both tables."""
    stops = np.arange(LOWEST, HIGHEST + 1e-9, 1.0 / STEPS_PER_STOP)
    shown = encoded(shoulder(MIDDLE_GREY * 2.0**stops))
    return PictureCurves(
        middle_grey=MIDDLE_GREY,
        lowest=LOWEST,
        steps_per_stop=STEPS_PER_STOP,
        shown=[round(float(x), 5) for x in np.clip(shown, 0.0, 1.0)],
        bands=[
            Band(low=a if math.isfinite(a) else None, high=b if math.isfinite(b) else None, colour=colour, label=label)
            for a, b, colour, label in BANDS
        ],
    )
