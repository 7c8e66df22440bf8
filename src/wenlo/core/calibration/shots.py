"""A shot of the log: how it was set, what was read, what came of it."""

from typing import Literal

from pydantic import Field

from wenlo.core.document.failures import Failure
from wenlo.core.units.fields import DocumentPart, ShortText, Text, quantity

Verdict = Literal["none", "good", "too dark", "too bright", "too hard", "too flat", "spills", "other"]

MOST_READINGS, MOST_AREAS = 40, 40


class ShotReading(DocumentPart):
    """A reading: where, by the key of a meter that stays or in words, in lux (or lx·s of a flash)."""

    meter: ShortText = "key"
    lux: float = quantity(1e-4, 1e7, unit="lx", label="reading", default=100.0)
    source: Literal["typed", "meter"] = "typed"


AreaOf = Literal["light", "lit sheet", "ground", "dark", "neutral card"]
"""What an area shows, which decides what is measured of it."""


class Area(DocumentPart):
    """An oblong of a photograph, in shares of its width and height from the upper left corner."""

    name: ShortText = "area"
    shows: AreaOf = "light"
    x: float = quantity(0.0, 1.0, unit="share", label="left edge of the area", default=0.4)
    y: float = quantity(0.0, 1.0, unit="share", label="upper edge of the area", default=0.4)
    width: float = quantity(0.005, 1.0, unit="share", label="width of the area", default=0.1)
    height: float = quantity(0.005, 1.0, unit="share", label="height of the area", default=0.1)


class Line(DocumentPart):
    """A line on a photograph, in shares of its width and height: across a shadow's edge, ``metres`` long in the scene,
    or over a whole ball or head from its lit rim to its dark one.
    """

    across: Literal["edge", "ball"] = "edge"
    x1: float = quantity(0.0, 1.0, unit="share", label="where the line begins, across", default=0.4)
    y1: float = quantity(0.0, 1.0, unit="share", label="where the line begins, down", default=0.5)
    x2: float = quantity(0.0, 1.0, unit="share", label="where the line ends, across", default=0.6)
    y2: float = quantity(0.0, 1.0, unit="share", label="where the line ends, down", default=0.5)
    metres: float = quantity(0.001, 20.0, unit="m", label="length of the line in the scene", default=0.1)


class ShotValues(DocumentPart):
    """Everything that is written down of a shot; None where nobody told."""

    look: ShortText = "as set"
    aperture: float | None = quantity(0.7, 64.0, unit="number", label="f-number", default=None)
    shutter: float | None = quantity(1 / 16000, 60.0, unit="s", label="shutter time", default=None)
    iso: float | None = quantity(25.0, 409600.0, unit="number", label="ISO", default=None)
    power: float | None = quantity(1 / 1024, 1.0, unit="share", label="lamp power", default=None)
    kelvin: float | None = quantity(1500.0, 15000.0, unit="K", label="white balance", default=None)
    changed: Text = ""
    notes: Text = ""
    verdict: Verdict = "none"
    readings: list[ShotReading] = Field(default_factory=list, max_length=MOST_READINGS)
    areas: list[Area] = Field(default_factory=list, max_length=MOST_AREAS)
    lines: list[Line] = Field(default_factory=list, max_length=MOST_AREAS)
    failures: list[Failure] = Field(default_factory=list, max_length=MOST_AREAS)
