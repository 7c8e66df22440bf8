"""A bare lamp: its beam from readings at angles, its output over the dial, its colour from a neutral card.

Intensity is I = E·d² (inverse square, so from far enough); the light in all is Φ = 2π ∫ I(θ) sin θ dθ of a beam that is
round.
"""

import math
from collections.abc import Sequence
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.calibration.bench.found import READING, BenchFound, MeasuredFigure
from wenlo.core.catalog.bench_readings import BeamReading, DialReading, LampBench
from wenlo.core.errors import Impossible
from wenlo.core.photometry.colour import seen_white

Array = NDArray[np.float64]

STEP = 2.0
"""The measured beam is kept so finely. [degree]"""

TAPE = 0.01
"""Standard deviation of the distance from the lamp's face. [m]"""

TRUE_DIAL = 0.1
"""A dial that is off by less is true. [stop]"""

BETWEEN = 0.02
"""What the course between and beyond the angles adds to the light in all, standard deviation of a share for each ten
degrees between them.
"""


def measure_lamp(bench: LampBench) -> BenchFound:
    """A lamp from its readings.

    Raises
    ------
    Impossible
        When nothing was read, the axis is missing, or the dial was not read at its full mark.
    """
    figures: list[MeasuredFigure] = []
    words: list[str] = []
    values: dict[str, Any] = {}
    if bench.beam:
        _beam(bench, figures, words, values)
    if bench.dial:
        _dial(bench.dial, figures, words, values)
    if bench.balance is not None:
        _colour(bench, figures, values)
    if not figures:
        raise Impossible("Read the bare lamp on its axis, then at angles, always from the same distance.")
    further = ""
    if len({r.angle for r in bench.beam}) < 4:
        further = "Read at more angles, up to where hardly any light is left: the light in all hangs on them."
    elif not bench.dial:
        further = "Read at one place with the dial at full, half and a quarter: dials are rarely true."
    elif bench.balance is None:
        further = "Photograph a neutral card with the white balance held: that tells its colour."
    return BenchFound(category="lamp", figures=tuple(figures), words=tuple(words), next=further, values=values)


def _course(readings: Sequence[BeamReading], distance: float) -> tuple[Array, Array]:
    # angles [degree] from 0 to 180 and intensity [cd]; several readings of one angle are one
    angles = np.array(sorted({r.angle for r in readings}))
    if angles[0] > 0.0:
        raise Impossible("Read the lamp on its axis too: the beam is held against it.")
    level = np.array([float(np.mean([r.lux for r in readings if r.angle == a])) for a in angles]) * distance**2
    if level[0] <= 0.0:
        raise Impossible("On its axis the lamp gives nothing: look where it is aimed.")
    grid = np.arange(0.0, 180.0 + STEP / 2, STEP)
    if len(angles) == 1:
        raise Impossible("One angle tells no beam; read at two more at least.")
    if len(angles) == 2:
        # a cosine to a power through both
        share = min(max(level[1] / level[0], 1e-4), 0.999)
        cosine = math.cos(math.radians(min(angles[1], 89.0)))
        power = math.log(share) / math.log(cosine)
        return grid, level[0] * np.maximum(np.cos(np.radians(grid)), 0.0) ** power
    # beyond the last angle it falls on as it did, to nothing behind a lamp that faces one way
    last, reach = float(angles[-1]), 90.0 if angles[-1] < 90.0 else 180.0
    if last < reach:
        angles, level = np.append(angles, reach), np.append(level, 0.0)
    return grid, np.interp(grid, angles, level, right=0.0)


def _beam(bench: LampBench, figures: list[MeasuredFigure], words: list[str], values: dict[str, Any]) -> None:
    grid, intensity = _course(bench.beam, bench.distance)
    theta = np.radians(grid)
    lumens = 2.0 * math.pi * float(np.trapezoid(intensity * np.sin(theta), theta))
    measured = sorted({r.angle for r in bench.beam})
    gap = float(np.diff(measured).max()) if len(measured) > 1 else 90.0
    tape = 2.0 * TAPE / bench.distance / math.log(2.0)
    steady = READING / math.sqrt(len(bench.beam)) + READING / 2.0
    spread = 1.96 * math.hypot(math.hypot(tape, steady), BETWEEN * gap / 10.0 / math.log(2.0))
    factor = 2.0**spread
    figures.append(
        MeasuredFigure(
            key="amount", label="light in all", value=lumens, low=lumens / factor, high=lumens * factor, show="lumens"
        )
    )
    half = _half(grid, intensity)
    if half is not None:
        step = min(max(gap / 4.0, 2.0), 20.0)
        full = 2.0 * half
        figures.append(
            MeasuredFigure(
                key="beam",
                label="beam, full angle at half",
                value=full,
                low=full - step,
                high=full + step,
                show="degrees",
            )
        )
        values["beam"] = min(max(full, 4.0), 340.0)
    values["amount"] = min(max(lumens, 1.0), 500000.0)
    row = [round(float(x), 3) for x in intensity]
    values["distribution"] = {"planes": [0.0, 360.0], "angles": [float(a) for a in grid], "intensity": [row, row]}
    words.append(f"{float(intensity[0]):.0f} cd on its axis.")


def _half(grid: Array, intensity: Array) -> float | None:
    from scipy.optimize import brentq

    level = intensity / intensity.max() - 0.5
    peak = int(intensity.argmax())
    below = np.flatnonzero(level[peak:] < 0.0)
    if not len(below):
        return None
    k = peak + int(below[0])
    return float(brentq(lambda a: float(np.interp(a, grid, level)), grid[k - 1], grid[k]))


def _dial(
    readings: Sequence[DialReading], figures: list[MeasuredFigure], words: list[str], values: dict[str, Any]
) -> None:
    full = [r.lux for r in readings if r.mark >= 0.999]
    if not full:
        raise Impossible("Read with the dial at its full mark too: the others are held against it.")
    top = float(np.mean(full))
    marks = sorted({r.mark for r in readings})
    shares = [min(float(np.mean([r.lux for r in readings if r.mark == m])) / top, 1.0) for m in marks]
    if any(b < a * 0.98 for a, b in pairwise(shares)):
        raise Impossible(
            "A higher mark reads less than a lower one: the lamp warmed up or sagged; read again, full first and last."
        )
    kept = np.maximum.accumulate(shares)
    off = [math.log2(max(s, 1e-6) / m) for s, m in zip(kept, marks, strict=True)]
    worst = max(off, key=abs)
    error = 1.96 * READING * math.sqrt(2.0)
    figures.append(
        MeasuredFigure(
            key="dial",
            label="dial off by, at the worst",
            value=worst,
            low=worst - error,
            high=worst + error,
            show="stops",
        )
    )
    if abs(worst) < TRUE_DIAL:
        words.append("Its dial is true.")
    else:
        words.append(
            "; ".join(f"{m * 100:.0f} % gives {s * 100:.0f} %" for m, s in zip(marks, kept, strict=True)) + "."
        )
        if len(marks) > 1:
            values["dial"] = {"marks": [float(m) for m in marks], "shares": [float(s) for s in kept]}
    if len(marks) > 1:
        values["lowest_power"] = min(max(float(kept[0]), 1 / 1024), 1.0)


def _colour(bench: LampBench, figures: list[MeasuredFigure], values: dict[str, Any]) -> None:
    assert bench.balance is not None
    rgb = np.array([2.0 ** (bench.warm / 2.0), 2.0**bench.green, 2.0 ** (-bench.warm / 2.0)])
    try:
        white = seen_white(rgb, bench.balance)
    except (ValueError, ZeroDivisionError):
        raise Impossible("No lamp has this colour: look at the white balance and the card.") from None
    # a tenth of a stop between red and blue is about 11 mired
    low, high = (1e6 / (1e6 / white.kelvin + s * 12.0) for s in (1.0, -1.0))
    figures.append(
        MeasuredFigure(key="colour_temperature", label="colour", value=white.kelvin, low=low, high=high, show="kelvin")
    )
    values["colour_temperature"] = min(max(white.kelvin, 1500.0), 15000.0)
