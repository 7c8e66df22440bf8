"""A diffusing sheet from readings with none, one and two layers of it, flat on the meter and through a hole at angles.

Flat on the meter a layer lets through T, two in contact T²/(1 − R²): from both follow T and R, so what is absorbed.
Through a hole of area A, far from it, the axis gets D and the lobe; off the axis the lobe alone: E/E₀ = D·[θ = 0] +
S·g(1)·g(cos θ)·cosⁿθ·A·cos θ/s²·((l + s)/l)², with l from the lamp to the sheet and s from there to the meter.
"""

import math
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.calibration.bench.found import READING, BenchFound, MeasuredFigure
from wenlo.core.catalog.bench_readings import SheetBench, SheetReading
from wenlo.core.catalog.materials import SheetMaterial
from wenlo.core.errors import Impossible
from wenlo.core.optics.lobe import TABLE_SIZE, lobe_exponent, lobe_scaling

Array = NDArray[np.float64]

WIDTHS = np.arange(8.0, 79.0, 3.0)
"""Half-widths of lobes that are worked out once. [degree]"""

WIDE = 62.0
"""A lobe that is taken for Lambertian is looked for from here on. [degree]"""

SPREADS = (0.7, 1.0, 1.6, 0.5)
"""How far a sheet may be from what it is taken for: ln T, logit of R in what does not pass, ln of D in T, ln of the
half-width.
"""

TELLS = 0.6
"""A figure is told when the readings bring its spread under this share of what it was."""

STILL = 0.04
"""Standard deviation of a reading when lamp and meter stay where they are and only the sheet comes and goes. [stop]"""

STARTS = (14.0, 34.0, WIDE)
"""Half-widths that the search begins at: from far off it sees no slope. [degree]"""

ALONE = 1e-6
FAINT = 1e-4
"""Readings of a smaller share of the light are of what strays, and not counted."""


@lru_cache(maxsize=64)
def _lobe(width: float) -> tuple[float, Array]:
    exponent = lobe_exponent(math.radians(width))
    return exponent, lobe_scaling(exponent)


def _luminance(width: float, angle: float) -> float:
    # luminance of what is scattered, at an angle off straight-through, under unit illuminance from straight on [1/sr]
    def at(told: float) -> float:
        exponent, g = _lobe(told)
        cosine = math.cos(math.radians(angle))
        along = float(np.interp(cosine, np.linspace(0.0, 1.0, TABLE_SIZE), g))
        seen: float = float(g[-1]) * along * cosine**exponent
        return seen

    k = int(np.clip(np.searchsorted(WIDTHS, width) - 1, 0, len(WIDTHS) - 2))
    part: float = min(max((width - float(WIDTHS[k])) / float(WIDTHS[k + 1] - WIDTHS[k]), 0.0), 1.0)
    return (1.0 - part) * at(float(WIDTHS[k])) + part * at(float(WIDTHS[k + 1]))


def share_seen(bench: SheetBench, reading: SheetReading, *, t: float, r: float, d: float, width: float) -> float:
    """What a reading is of the one without the sheet. [-]

    Source: [Palmer2010].

    Parameters
    ----------
    bench, reading: how it was read.
    t, r, d: of one layer: what passes, what comes back, what goes straight through, all of it as shares.
    width: half-width of one layer's lobe. [degree]

    Returns
    -------
    float: share of the reading without the sheet. [-]
    """
    if reading.layers == 0:
        return 1.0
    if reading.layers == 2:
        t, d, width = t * t / (1.0 - r * r), d * d, min(math.hypot(width, width), 80.0)
    if reading.through == "on the meter":
        return t
    angle = math.radians(reading.angle)
    area = math.pi * bench.hole**2 / 4.0
    away = ((bench.lamp_to_sheet + bench.sheet_to_meter) / bench.lamp_to_sheet) ** 2
    # a disc of even luminance on its axis: π sin² of its half-angle; off it, what it shows
    filled = math.pi * (bench.hole / 2.0) ** 2 / (bench.sheet_to_meter**2 + (bench.hole / 2.0) ** 2)
    solid = filled if reading.angle == 0.0 else area / bench.sheet_to_meter**2 * math.cos(angle)
    straight = d if reading.angle == 0.0 else 0.0
    return straight + (t - d) * _luminance(width, reading.angle) * solid * away


def _without(bench: SheetBench, reading: SheetReading) -> float:
    same = [r.lux for r in bench.readings if r.layers == 0 and r.through == reading.through]
    if not same:
        where = "flat on the meter" if reading.through == "on the meter" else "through the open hole, on its axis"
        raise Impossible(f"Read once without the sheet, {where}: the others are held against it.")
    return float(np.exp(np.mean(np.log(same))))


def measure_sheet(bench: SheetBench, taken_for: SheetMaterial) -> BenchFound:
    """A sheet from its readings.

    Source: [Palmer2010].

    Parameters
    ----------
    bench: what was read.
    taken_for: what it is held to be as far as the readings say nothing.

    Returns
    -------
    BenchFound: T, D, R and the lobe, each with its spread. [-], [degree]

    Raises
    ------
    Impossible
        Without readings of the sheet, without one without it, or when they cannot be of one sheet.
    """
    from scipy.optimize import least_squares

    if any(r.layers == 0 and r.through == "hole" and r.angle > 0.0 for r in bench.readings):
        raise Impossible("Without the sheet only the axis of the hole is read; off it there is no light.")
    rows = [r for r in bench.readings if r.layers > 0 and r.lux > FAINT * _without(bench, r)]
    if not rows:
        raise Impossible("Read once without and once with the sheet, flat on the meter.")
    shares = np.log([r.lux / _without(bench, r) for r in rows])
    if float(shares.max()) > 0.2:
        raise Impossible(
            "A reading with the sheet is brighter than without: the lamp was nearer, or the room's light counts; darken"
            " the room."
        )
    start, spreads = _start(taken_for), np.array(SPREADS)
    sigma = np.array(
        [(STILL if r.through == "on the meter" else READING) * math.log(2.0) * math.sqrt(2.0) for r in rows]
    )

    def seen(x: Array) -> Array:
        t, r, d, width = _natural(x)
        return np.log([max(share_seen(bench, row, t=t, r=r, d=d, width=width), ALONE) for row in rows])

    def off(x: Array) -> Array:
        return np.concatenate([(seen(x) - shares) / sigma, (x - start) / spreads])

    begun = [np.array([*start[:3], math.log(width)]) for width in STARTS]
    tries = [
        least_squares(
            off, x, x_scale=spreads, diff_step=np.full(4, 1e-3), bounds=(start - 6 * spreads, start + 6 * spreads)
        )
        for x in begun
    ]
    solved = min(tries, key=lambda s: float(s.cost))
    found = solved.x
    misses = (seen(found) - shares) / math.log(2.0)
    if float(np.abs(misses).max()) > 6.0 * READING:
        raise Impossible(
            f"These readings cannot be of one sheet: one is {np.abs(misses).max():.1f} stops off; read again where the"
            " room's light does not count."
        )
    slopes = np.asarray(solved.jac, dtype=np.float64)
    covariance = np.linalg.inv(slopes.T @ slopes)
    deviations = np.sqrt(np.diag(covariance))
    return _found(found, deviations, spreads, rows)


def _start(sheet: SheetMaterial) -> Array:
    width = WIDE if sheet.lobe_half_width is None else min(math.degrees(sheet.lobe_half_width), WIDE)
    back = min(max(sheet.reflectance / (1.0 - sheet.transmittance), 0.02), 0.98)
    return np.array(
        [
            math.log(sheet.transmittance),
            math.log(back / (1.0 - back)),
            math.log(max(sheet.unscattered / sheet.transmittance, 1e-3)),
            math.log(width),
        ]
    )


def _natural(x: Array) -> tuple[float, float, float, float]:
    t = min(math.exp(float(x[0])), 0.98)
    back = 1.0 / (1.0 + math.exp(-float(x[1])))
    return t, back * (1.0 - t), t * min(math.exp(float(x[2])), 1.0), min(max(math.exp(float(x[3])), 8.0), 78.0)


def _found(x: Array, deviations: Array, spreads: Array, rows: list[SheetReading]) -> BenchFound:
    t, r, d, width = _natural(x)
    told = deviations < TELLS * spreads
    lows, highs = _natural(x - 1.96 * deviations), _natural(x + 1.96 * deviations)
    back = sorted(
        (1.0 / (1.0 + math.exp(-(float(x[1]) + s * 1.96 * float(deviations[1]))))) * (1.0 - t) for s in (-1, 1)
    )
    keys = (
        ("transmittance", "light that passes, T", t, lows[0], highs[0], "share", told[0]),
        ("reflectance", "light that comes back, R", r, back[0], back[1], "share", told[1]),
        (
            "unscattered",
            "straight through, D",
            d,
            t * min(math.exp(float(x[2] - 1.96 * deviations[2])), 1.0),
            t * min(math.exp(float(x[2] + 1.96 * deviations[2])), 1.0),
            "share",
            told[2],
        ),
        ("lobe", "half-width of the lobe", width, lows[3], highs[3], "degrees", told[3]),
    )
    figures = tuple(
        MeasuredFigure(key=k, label=label, value=v, low=lo, high=hi, show=show, told=bool(t_))  # type: ignore[arg-type]
        for k, label, v, lo, hi, show, t_ in keys
    )
    words = [f"One layer costs {-math.log2(t):.1f} stops."]
    if told[1]:
        words.append(
            f"{max(1.0 - t - r, 0.0) * 100:.0f} % of the light stays in it; the rest comes back and serves in a white"
            " box."
        )
    if told[2]:
        outline = (
            "its lamp will not be seen through it" if d < 0.01 else "the lamp will show through it as a bright spot"
        )
        words.append(f"{d * 100:.1f} % goes straight through: {outline}.")
    values: dict[str, Any] = {
        "transmittance": t,
        "transmittance_low": min(max(lows[0], 0.01), t),
        "transmittance_high": max(min(highs[0], 1.0, 1.25 - r), t),
        "reflectance": min(r, 1.0 - t),
        "unscattered": min(d, t),
        "lobe": None if width >= 77.0 else width,
    }
    return BenchFound(category="sheet", figures=figures, words=tuple(words), next=_next(rows, told), values=values)


def _next(rows: list[SheetReading], told: NDArray[np.bool_]) -> str:
    if not any(r.through == "on the meter" for r in rows):
        return "Read once with the sheet flat on the meter: that is T."
    if not any(r.layers == 2 and r.through == "on the meter" for r in rows):
        return "Read once through two layers, flat on the meter: that tells what comes back."
    if not told[1]:
        return "Read one and two layers again, two or three times: what comes back hangs on small differences."
    if not told[2]:
        return "Read through the hole on its axis, without and with the sheet: that tells what goes straight through."
    if not told[3]:
        return "Read through the hole at 30° and at 60°: that tells how wide the lobe is."
    return ""
