"""A found lens from the images that it gives: 1/f = 1/u + 1/v of a thin lens; a far window's image lies at f."""

import math

import numpy as np

from wenlo.core.calibration.bench.found import BenchFound, MeasuredFigure
from wenlo.core.catalog.bench_readings import LensBench
from wenlo.core.errors import Impossible

TAPE = 0.002
"""Standard deviation of a length by tape, and of what looks sharp as a share of it. [m, -]"""

SHARP = 0.02


def measure_lens(bench: LensBench) -> BenchFound:
    """A lens from its images, the better ones counting more.

    Source: [Hecht].

    Parameters
    ----------
    bench: distances of things and of their images. [m]

    Returns
    -------
    BenchFound: focal length [m] with its spread.

    Raises
    ------
    Impossible
        Without images, or when they cannot be of one lens.
    """
    if not bench.readings:
        raise Impossible(
            "Let it throw the image of a far window on paper, and measure from lens to paper when it is sharp."
        )
    found, deviations = [], []
    for reading in bench.readings:
        u, v = reading.thing or math.inf, reading.image
        focal = 1.0 / (1.0 / u + 1.0 / v)
        # df = (f/v)² dv and (f/u)² du
        image = (focal / v) ** 2 * math.hypot(TAPE, SHARP * v)
        thing = (focal / u) ** 2 * TAPE
        found.append(focal)
        deviations.append(math.hypot(image, thing))
    weights = 1.0 / np.array(deviations) ** 2
    focal = float((weights * np.array(found)).sum() / weights.sum())
    spread = float(np.abs(np.array(found) - focal).max())
    deviation = 1.0 / math.sqrt(float(weights.sum()))
    if spread > 4.0 * max(deviations):
        raise Impossible(
            f"These images are not of one lens: they give {min(found) * 1000:.0f} to {max(found) * 1000:.0f} mm."
        )
    error = 1.96 * max(deviation, float(np.std(found)) / math.sqrt(len(found)))
    number = focal / bench.width
    words = [
        f"As wide as f/{number:.1f}. The sun in its focus sets things alight: cover it, and never leave it in a window."
    ]
    return BenchFound(
        category="found",
        figures=(
            MeasuredFigure(
                key="focal_length",
                label="focal length",
                value=focal,
                low=focal - error,
                high=focal + error,
                show="length",
            ),
        ),
        words=tuple(words),
        next="" if len(bench.readings) > 1 else "Measure the image of something near too: both must give the same.",
        values={
            "form": "lens",
            "focal_length": min(max(focal, 0.01), 3.0),
            "outer_width": bench.width,
            "outer_height": bench.width,
        },
    )
