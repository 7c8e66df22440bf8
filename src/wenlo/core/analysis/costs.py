"""What the exposure costs the picture: sharpness in depth, blur of what moves, noise, flicker, flare and glare."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.figures import Evaluated, ExposureSetting
from wenlo.core.brief.brief import SENSORS, Brief
from wenlo.core.catalog.own import is_natural, lamp_of
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry import lens
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene.scene_builder import full_colours

Array = NDArray[np.float64]

VEIL = 0.01
"""Share of the light on a clean, coated lens that is spread evenly over the picture (typical veiling glare). [-]"""

VEIL_SHOWS = 5.0
"""A veil fewer stops under middle grey than this lifts the blacks for all to see. [stop]"""

COMFORTABLE, DAZZLING = 5e3, 2e4
"""A large source in view is pleasant to look at below the first luminance and dazzles above the second. [cd/m²]"""

SHORTEST = 1 / 20000
"""A quenched flash is never shorter. [s]"""


@dataclass(frozen=True, kw_only=True)
class Costs:
    """What the setting that exposes right costs.

    ``blur`` counts circles that still look sharp, ``time`` the time that light falls [s]; ``noise`` is the
    signal-to-noise ratio of a middle grey; ``flicker`` [stop] is the worst lamp's, and which lamp that is; ``veil``
    how many stops under middle grey the stray light lies; ``glare`` the luminance that the sitter looks into [cd/m²].
    """

    sharp: lens.SharpRange
    time: float
    blur: float
    noise: float
    flicker: float
    flickering: str
    veil: float
    glare: float

    @property
    def noise_class(self) -> lens.NoiseClass:
        """Word for the noise."""
        return lens.noise_class(self.noise)

    @property
    def glare_class(self) -> Literal["dazzling", "bright", "pleasant"]:
        """How it is to look into."""
        if self.glare >= DAZZLING:
            return "dazzling"
        return "bright" if self.glare >= COMFORTABLE else "pleasant"


def light_time(brief: Brief, power: float) -> float:
    """How long light falls on the sensor: the shutter's time, or a flash's t0.1, the shorter of both. [s]

    A quenched flash gives less by ending sooner; others keep their time.
    """
    lamp = brief.lamp.type
    if lamp.kind != "flash" or lamp.duration is None:
        return brief.camera.shutter
    return max(lamp.duration * power, SHORTEST) if lamp.quenched else lamp.duration


def veil_luminance(on_lens: float) -> float:
    """Luminance that stray light adds all over the picture: a share of E/π, what an even field gives. [cd/m²]

    Source: [ISO9358].
    """
    return VEIL * on_lens / math.pi


def costs_of(brief: Brief, result: Evaluated) -> Costs:
    """Work out the costs of the setting that exposes right.

    Source: [Hecht].

    Parameters
    ----------
    brief: camera, movement and lamps.
    result: the evaluated design.
    """
    setting: ExposureSetting = result.setting
    camera = brief.camera
    _, width, height = SENSORS[camera.sensor]
    circle = lens.circle_of_confusion(width, height)
    aperture = setting.aperture if math.isfinite(setting.aperture) and setting.aperture > 0.0 else camera.aperture
    iso = setting.iso if math.isfinite(setting.iso) else camera.iso
    power = setting.power if math.isfinite(setting.power) else brief.lamp.power
    time = light_time(brief, power)
    flicker, flickering = 0.0, ""
    for lamp in brief.lamps:
        if lamp.on and not is_natural(lamp.id):
            found = lens.flicker_stops(
                depth=lamp_of(lamp.id).flicker, time=camera.shutter, mains=float(brief.room.hertz)
            )
            if found > flicker:
                flicker, flickering = found, lamp_of(lamp.id).name
    # a right exposure shows the light of the meter's reading E·t on a card of 18 % as middle grey
    present = result.levels.exposure * brief.lamp.power
    veil = stops_between(0.18 * present, VEIL * result.levels.lens * brief.lamp.power) if present > 0.0 else 0.0
    continuous = brief.lamp.type.kind == "continuous"
    sheet = result.light.sheet
    through = sheet.outline_contrast * sheet.mean_luminance if sheet.outline_contrast > 1.0 else 0.0
    glare = max(sheet.mean_luminance * sheet.peak_to_mean, through) * brief.lamp.power if continuous else 0.0
    return Costs(
        sharp=lens.sharp_range(
            focal_length=camera.focal_length, aperture=aperture, focus=camera.distance, circle=circle
        ),
        time=time,
        blur=lens.motion_blur(
            speed=brief.subject.movement,
            time=time,
            focal_length=camera.focal_length,
            focus=camera.distance,
            circle=circle,
        ),
        noise=lens.signal_to_noise(iso=iso, sensor_area=width * height),
        flicker=flicker,
        flickering=flickering,
        veil=veil,
        glare=glare if brief.lamp.on else 0.0,
    )


def light_at_face(brief: Brief, result: Evaluated) -> Array:
    """Colour of all light at the face as the balanced camera records it, luminance 1, shape (3,).

    Source: [Palmer2010].
    """
    parts = result.levels.by_lamp["key"].values()
    total = np.zeros(3)
    for lux, colour in zip(parts, full_colours(brief), strict=True):
        total += lux * colour / max(float(luminance(colour)), 1e-30)
    level = float(luminance(total))
    return total / level if level > 0.0 else np.ones(3)
