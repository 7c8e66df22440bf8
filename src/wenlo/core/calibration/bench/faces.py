"""Faces that bounce light, and blacks: from a meter turned round before them, or from a photograph beside a card of
known reflectance.

A meter on the axis of an evenly lit dull face reads E·R·F, F being the configuration factor of the meter's element to
the whole face (four times Howell's B-3 over a corner).
"""

import math

import numpy as np

from wenlo.core.calibration.bench.found import READING, BenchFound, MeasuredFigure
from wenlo.core.catalog.bench_readings import FaceBench, FaceReading
from wenlo.core.catalog.items import BlackValues, FaceValues
from wenlo.core.errors import Impossible
from wenlo.core.geometry.solid_angle import element_to_parallel_rectangle
from wenlo.core.optics.sheet import LUMA

SHADOW = 0.08
"""A meter's own shadow and a hand near it are worth so much, standard deviation. [stop]"""

MOST_BACK = 1.08
"""More than this cannot come back, even with a reading's error. [-]"""


def _factor(bench: FaceBench) -> float:
    return 4.0 * element_to_parallel_rectangle(
        width=bench.width / 2.0, height=bench.height / 2.0, distance=bench.distance
    )


def _one(bench: FaceBench, reading: FaceReading) -> tuple[float, float, tuple[float, float, float]]:
    # reflectance, its standard deviation in stops, and red, green, blue over its luminance
    if reading.by == "meter":
        return (
            reading.back / reading.there / _factor(bench),
            math.hypot(READING * math.sqrt(2.0), SHADOW),
            (1.0, 1.0, 1.0),
        )
    # warm = log2(red/blue), green = log2(g/√(rb)), as :func:`wenlo.core.calibration.measures.cast` has them
    red, green, blue = 2.0 ** (reading.warm / 2.0), 2.0**reading.green, 2.0 ** (-reading.warm / 2.0)
    whole = float(LUMA @ np.array([red, green, blue]))
    tint = (red / whole, green / whole, blue / whole)
    return bench.card * 2.0**reading.stops, max(reading.error / 1.96, 0.02), tint


def measure_face(bench: FaceBench) -> BenchFound:
    """A face or a black from its readings.

    Source: [Howell].

    Parameters
    ----------
    bench: readings of light sent back, against a known white. [lx]

    Returns
    -------
    BenchFound: figures and values of the face or black.

    Raises
    ------
    Impossible
        Without readings, or when more comes back than falls on it.
    """
    leak = _leak(bench)
    if not bench.readings and leak is None:
        raise Impossible(
            "Read the light on the face, turn the meter round and read what comes back; or take a photograph beside a"
            " card."
        )
    figures, words, values = [], [], {}
    if bench.readings:
        rows = [_one(bench, r) for r in bench.readings]
        weights = np.array([1.0 / r[1] ** 2 for r in rows])
        back = float(np.exp(np.sum(weights * np.log([r[0] for r in rows])) / weights.sum()))
        deviation = 1.0 / math.sqrt(float(weights.sum()))
        if back > MOST_BACK:
            raise Impossible(
                f"{back * 100:.0f} % cannot come back: the meter saw the lamp, stood in its own shadow when it read the"
                " light, or the face is not dull."
            )
        back = min(back, 0.98)
        tint = np.array([r[2] for r in rows])[[b.by == "photograph" for b in bench.readings]]
        rgb = back * (tint.mean(axis=0) if len(tint) else np.ones(3))
        figures.append(_share("reflectance", "light that comes back, R", back, deviation, 0.98))
        if bench.of == "face":
            values = {
                name: min(float(x), FaceValues.model_fields[name].metadata[1].le)
                for name, x in zip(("red", "green", "blue"), rgb, strict=True)
            }
            words.append(f"It gives back {back * 100:.0f} % of the light: {_loss(back)}.")
        else:
            most = BlackValues.model_fields["reflectance"].metadata[1].le
            if back > most:
                raise Impossible(f"{back * 100:.0f} % comes back: that is no black; measure it as a face.")
            values = {"reflectance": back}
            words.append(f"It gives back {back * 100:.1f} %: {-math.log2(back):.1f} stops under white.")
    if leak is not None:
        share, deviation = leak
        figures.append(_share("leak", "light that leaks through", share, deviation, 0.5))
        if bench.of == "black":
            values["leak"] = share
        words.append(
            "No light comes through."
            if share < 1e-4
            else f"{share * 100:.2g} % leaks through: {-math.log2(share):.1f} stops down."
        )
    further = (
        ""
        if len(bench.readings) > 1
        else "Read once more from another distance: what agrees is not the meter's shadow."
    )
    return BenchFound(
        category="face" if bench.of == "face" else "black",
        figures=tuple(figures),
        words=tuple(words),
        next=further,
        values=values,
    )


def _loss(back: float) -> str:
    stops = -math.log2(back)
    return "next to nothing is lost" if stops < 0.1 else f"a bounce costs {stops:.1f} stops besides what spreads"


def _share(key: str, label: str, value: float, deviation: float, most: float) -> MeasuredFigure:
    factor = 2.0 ** (1.96 * deviation)
    return MeasuredFigure(
        key=key, label=label, value=value, low=value / factor, high=min(value * factor, most), show="share"
    )


def _leak(bench: FaceBench) -> tuple[float, float] | None:
    if bench.before is None or bench.behind is None:
        return None
    share = bench.behind / bench.before
    if share > 0.5:
        raise Impossible("More than half of the light is behind it: it stands in other light there, or is no black.")
    return share, READING * math.sqrt(2.0)
