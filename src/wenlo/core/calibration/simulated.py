"""A set as it really is: the shoot's own with a hidden truth in it, read by a meter and seen by a camera.

The stand-ins and the exercises show this set in place of a real one, so that what Wenlo finds out of it can be held
against what is true.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.preview import Taking, exposure_factor, preview
from wenlo.core.brief.brief import SENSORS, Brief
from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.calibration.fit import PRIOR, Unknown
from wenlo.core.calibration.model import changed, predictor, unknowns_of
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.sheet import LUMA
from wenlo.core.photometry.lens import signal_to_noise
from wenlo.core.photometry.tone import MIDDLE_GREY, encoded
from wenlo.core.scene import scene_builder

Array = NDArray[np.float64]

SEEN = Taking(width=480, height=320, samples=8)
"""How the simulated camera takes its frames."""

FASTEST, SLOWEST = 1 / 8000, 30.0
"""Shutter times of a camera that sets its own exposure. [s]"""

CAMERA_CURVE = 0.08
"""How far a camera's own curve bends from the standard one, standard deviation of the exponent. [-]"""


@dataclass(frozen=True, kw_only=True)
class Truth:
    """What is off in a set: unknowns by so many stops, the exponent of the camera's curve, and the seed of its
    noise.
    """

    moved: Mapping[Unknown, float] = field(default_factory=dict)
    curve: float = 1.0
    seed: int = 0


@dataclass(frozen=True, kw_only=True)
class SimulatedExposure:
    """How a frame was taken: f-number, shutter [s], ISO, and whether the camera set the shutter itself."""

    aperture: float
    shutter: float
    iso: float
    auto: bool = False


def truth_of(design: ModifierParameters, seed: int, *, most: int = 2) -> Truth:
    """A truth drawn at random: at most so many of what may be off in this design, each as far off as it usually is."""
    random = np.random.default_rng(seed)
    known = unknowns_of(design)
    picked = random.choice(len(known), size=min(most, len(known)), replace=False)
    moved = {known[k]: float(random.normal(0.0, PRIOR[known[k]])) for k in sorted(int(k) for k in picked)}
    return Truth(moved=moved, curve=1.0 + float(random.normal(0.0, CAMERA_CURVE)), seed=seed)


def readings(
    brief: Brief, design: ModifierParameters, marks: Sequence[MeterMark], names: Sequence[str], truth: Truth
) -> Array:
    """What a meter reads at some places of the true set, shape (meters,). [lx]

    Raises
    ------
    Impossible
        When a meter does not stand in the set.
    """
    return predictor(brief, design, marks, names)(truth.moved)


def frame(
    brief: Brief,
    design: ModifierParameters,
    truth: Truth,
    taken: SimulatedExposure,
    taking: Taking = SEEN,
    *,
    grain: bool = True,
) -> tuple[Array, SimulatedExposure]:
    """A photograph of the true set, encoded from 0 to 1, shape (H, W, 3), and how it was taken.

    Photon noise follows ISO and sensor; the camera's curve is its own.

    Source: [Palmer2010].

    Parameters
    ----------
    brief, design: as Wenlo has them.
    truth: what is off in them.
    taken: the camera's settings; ``auto`` chooses the shutter so that the mean of the frame comes out as middle grey.
    taking: pixels and rays.
    grain: whether there is noise of the sensor.

    Returns
    -------
    tuple: picture, encoded 0 to 1, shape (H, W, 3); exposure as the camera set it.
    """
    told, made = changed(brief, design, truth.moved)
    output = 2.0 ** truth.moved.get("lamp output", 0.0)
    weights = np.array(scene_builder.full_colours(told)) * np.array(
        [[lamp.power if lamp.on else 0.0] for lamp in told.lamps]
    )
    weights[0] *= output
    light = preview(told, made, taking).picture.developed(weights)
    taken, factor = _exposed(told, light, taken)
    linear = light * factor
    _, width, height = SENSORS[told.camera.sensor]
    grains = signal_to_noise(iso=taken.iso, sensor_area=width * height)
    # the picture is seen in so many pixels fewer than the sensor has; grey of 18 % sets the scale
    deviation = np.sqrt(np.maximum(linear, 1e-4) * MIDDLE_GREY) / grains
    noisy = linear if not grain else linear + np.random.default_rng(truth.seed).normal(size=linear.shape) * deviation
    out: Array = encoded(np.clip(noisy, 0.0, 1.0) ** truth.curve)
    return out, taken


def _exposed(brief: Brief, light: Array, taken: SimulatedExposure) -> tuple[SimulatedExposure, float]:
    def factor(shutter: float) -> float:
        camera = brief.camera.model_copy(update={"aperture": taken.aperture, "shutter": shutter, "iso": taken.iso})
        return exposure_factor(brief.model_copy(update={"camera": camera}))

    if not taken.auto:
        return taken, factor(taken.shutter)
    mean = float((light @ LUMA).mean()) * factor(1.0)
    shutter = min(max(MIDDLE_GREY / max(mean, 1e-9), FASTEST), SLOWEST)
    held = 2.0 ** (round(3 * math.log2(shutter)) / 3)
    settled = SimulatedExposure(aperture=taken.aperture, shutter=held, iso=taken.iso, auto=True)
    return settled, factor(held)
