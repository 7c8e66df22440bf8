"""The set before a simulated meter and camera: as Wenlo tells it, with a hidden truth that differs, lit by a simulated
lamp.
"""

import threading
from dataclasses import dataclass

import numpy as np

from wenlo.core.brief.brief import LampSetting
from wenlo.core.calibration.model import as_found
from wenlo.core.calibration.simulated import SimulatedExposure, Truth, frame, readings, truth_of
from wenlo.core.catalog.own import OwnLamp
from wenlo.core.document.shoot import Shoot
from wenlo.core.inventory.starter import starter
from wenlo.formats.measured_photograph import write_frame

WARMEST, COOLEST = 2700.0, 6500.0
"""Colours that the lamp mixes from its two. [K]"""

UNSTEADY = 0.03
"""A hand never holds a meter quite the same: standard deviation of a reading, as a share."""


@dataclass
class LampSignal:
    """What the lamp was told last: share of its light and its colour [K]; None while nobody told it anything."""

    power: float | None = None
    kelvin: float | None = None


class SimulatedSet:
    """One set, shared by meter, camera and lamp; calls may come from any thread."""

    def __init__(self, *, seed: int = 11, truth: Truth | None = None, shoot: Shoot | None = None) -> None:
        self.lamp = LampSignal()
        self._seed = seed
        self._given = truth
        self._shoot = shoot or Shoot()
        self._held = "key"
        self._lock = threading.Lock()
        self._random = np.random.default_rng(seed)

    def put(self, shoot: Shoot, held: str) -> None:
        """Another set stands there now, and the meter is held at a place of it."""
        with self._lock:
            self._shoot, self._held = shoot, held

    @property
    def truth(self) -> Truth:
        """What is off in the set that stands there."""
        return self._given or truth_of(self._shoot.design, self._seed)

    def read(self) -> float:
        """What the meter reads where it is held. [lx] Raises Impossible where no meter stands."""
        with self._lock:
            shoot = self._lit()
            (lux,) = readings(shoot.brief, shoot.design, shoot.meters, [self._held], self.truth)
            return float(lux) * max(float(self._random.normal(1.0, UNSTEADY)), 0.1)

    def photograph(self, taken: SimulatedExposure) -> bytes:
        """A frame as JPEG, with how it was taken in its EXIF."""
        with self._lock:
            shoot = self._lit()
            encoded, settled = frame(shoot.brief, shoot.design, self.truth, taken)
        return write_frame(
            encoded, aperture=settled.aperture, shutter=settled.shutter, iso=settled.iso, chose=settled.auto
        )

    def _lit(self) -> Shoot:
        # the set under the lamp as its desk has it
        lamp = self._shoot.brief.lamp
        if self.lamp.power is None:
            return self._shoot
        change = {
            "power": max(self.lamp.power, 1e-6),
            "on": self.lamp.power > 0.0,
            "id": _coloured(lamp, self.lamp.kelvin),
        }
        brief = self._shoot.brief.model_copy(update={"lamp": lamp.model_copy(update=change)})
        return self._shoot.model_copy(update={"brief": brief})


def _coloured(lamp: LampSetting, kelvin: float | None) -> str | OwnLamp:
    if kelvin is None or lamp.type.kind == "flash":
        return lamp.id
    values = lamp.id.values if isinstance(lamp.id, OwnLamp) else starter()["lamp", lamp.id].values
    told = values.model_copy(update={"colour_temperature": kelvin}).model_dump(mode="json")
    made: OwnLamp = as_found("lamp", lamp.type.name, told)
    return made
