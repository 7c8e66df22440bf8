"""What an opening, a time and an ISO speed cost: the sharp range, the blur of what moves, the noise."""

import math
from dataclasses import dataclass
from typing import Literal

VIEWING_SHARE = 1500.0
"""A blur of the picture's diagonal over this is just not seen when the whole picture is looked at."""

QUANTA_PER_LUX_SECOND = 4.09e15
"""Light quanta of 555 nm in a lux-second: 1/683 J/m² over 3.58e-19 J. [1/m²]"""

CAUGHT = 0.2
"""Share of the quanta that a sensor with colour filters counts. [-]"""

MIDDLE_GREY_EXPOSURE = 10.0
"""H·S of a middle grey on the sensor, from the standard output sensitivity (ISO 12232). [lx·s]"""

VIEWED_PIXELS = 8e6
"""Noise is judged in a picture of so many pixels, whatever the sensor has."""

NoiseClass = Literal["clean", "fine", "plain", "coarse"]


def circle_of_confusion(width: float, height: float) -> float:
    """Largest blur on a sensor of that size that still looks sharp. [m]"""
    return math.hypot(width, height) / VIEWING_SHARE


@dataclass(frozen=True, kw_only=True)
class SharpRange:
    """Nearest and farthest distance that look sharp; ``far`` may be infinite. [m]"""

    near: float
    far: float

    @property
    def depth(self) -> float:
        """From the nearest to the farthest. [m]"""
        return self.far - self.near


def sharp_range(*, focal_length: float, aperture: float, focus: float, circle: float) -> SharpRange:
    """Depth of field of a thin lens, by H = f²/(N·c) + f and s(H − f)/(H ± s − 2f, H − s).

    Source: [Hecht].

    Parameters
    ----------
    focal_length, focus: lens and distance focused at, farther than ``focal_length``. [m]
    aperture: f-number. [-]
    circle: blur that is still sharp. [m]

    Returns
    -------
    SharpRange: near and far limit, the far one infinite past the hyperfocal distance. [m]

    >>> found = sharp_range(focal_length=0.05, aperture=2.0, focus=3.0, circle=3e-5)
    >>> round(found.near, 3), round(found.far, 3)
    (2.802, 3.229)
    """
    f, s = focal_length, max(focus, 1.001 * focal_length)
    hyperfocal = f * f / (aperture * circle) + f
    near = s * (hyperfocal - f) / (hyperfocal + s - 2.0 * f)
    far = s * (hyperfocal - f) / (hyperfocal - s) if s < hyperfocal else math.inf
    return SharpRange(near=near, far=far)


def magnification(*, focal_length: float, focus: float) -> float:
    """Size on the sensor over size in front of the lens, f/(d − f). [-]"""
    return focal_length / max(focus - focal_length, 1e-3 * focal_length)


def motion_blur(*, speed: float, time: float, focal_length: float, focus: float, circle: float) -> float:
    """How many times the just unseen blur something smears that moves square to the view. [-]

    Source: [Hecht].

    Parameters
    ----------
    speed: [m/s]
    time: that light falls: the shutter's, or a flash's t0.1. [s]
    focal_length, focus, circle: as for :func:`sharp_range`. [m]

    Returns
    -------
    float: blur over ``circle``. [-]
    """
    return speed * time * magnification(focal_length=focal_length, focus=focus) / circle


def flicker_stops(*, depth: float, time: float, mains: float = 50.0) -> float:
    """Most that one exposure differs from the next under light that swings with the mains. [stop]

    Light 1 + m sin(2π·2f·t) averaged over the time is 1 ± m·|sin(π·2f·t)/(π·2f·t)|.

    Source: [Palmer2010].

    Parameters
    ----------
    depth: m, half of the swing over the mean. [-]
    time: exposure. [s]
    mains: frequency of the mains; light swings twice as fast. [Hz]

    Returns
    -------
    float: stops between the brightest and the darkest exposure. [stop]
    """
    x = math.pi * 2.0 * mains * time
    swing = depth * abs(math.sin(x) / x) if x > 0.0 else depth
    return math.log2((1.0 + swing) / (1.0 - swing)) if swing < 1.0 else math.inf


def signal_to_noise(*, iso: float, sensor_area: float) -> float:
    """Of a middle grey when the whole picture is seen in eight million pixels; shot noise alone. [-]

    √(quanta counted in one such pixel): the exposure of a middle grey is 10/S lx·s, whatever the light.

    Source: [ISO12232].

    Parameters
    ----------
    iso: arithmetic ISO speed S. [-]
    sensor_area: of the picture on the sensor. [m²]

    Returns
    -------
    float: ratio. [-]
    """
    exposure = MIDDLE_GREY_EXPOSURE / iso
    return math.sqrt(exposure * QUANTA_PER_LUX_SECOND * CAUGHT * sensor_area / VIEWED_PIXELS)


def noise_class(ratio: float) -> NoiseClass:
    """Word for a signal-to-noise ratio of a middle grey; shadows are a class worse every four stops down.

    >>> noise_class(signal_to_noise(iso=100, sensor_area=8.64e-4)), noise_class(8.0)
    ('clean', 'coarse')
    """
    if ratio >= 40.0:
        return "clean"
    return "fine" if ratio >= 20.0 else "plain" if ratio >= 10.0 else "coarse"
