"""What kinds share whose light comes from something upright that faces the subject."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import Mark, ModifierParameters
from wenlo.core.modifiers.placing import UP, nearness
from wenlo.core.modifiers.slots import slots_of
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

CLEAR_OF_FLOOR = 0.08
"""The lower edge of what stands or hangs stays this far above the floor. [m]"""


class StandingSource(ModifierParameters):
    """Place of a source that faces the subject."""

    distance: float = quantity(0.15, 10.0, unit="m", label="distance to the subject", default=1.0)
    key_angle: float = quantity(-180.0, 180.0, unit="degree", label="key angle from the camera", default=45.0)
    centre_height: float = quantity(0.1, 4.0, unit="m", label="height of the middle", default=1.4)

    @property
    def source_centre(self) -> Vector:
        """Middle of the source, shape (3,). [m]"""
        place: Vector = self.direction * self.distance + UP * self.centre_height
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the source. [m]"""
        return self.centre_height + self.source_size[1] / 2


class Upright(StandingSource):
    """Size and place of an oblong source that faces the subject."""

    width: float = quantity(0.1, 4.0, unit="m", label="width", default=1.0)
    height: float = quantity(0.1, 3.0, unit="m", label="height", default=1.0)

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the source. [m]"""
        return self.width, self.height


class LitFromBehind(Upright):
    """An upright sheet with its lamp level behind the middle of it."""

    lamp_distance: float = quantity(0.1, 6.0, unit="m", label="distance from lamp to sheet", default=0.8)

    @property
    def lamp_position(self) -> Vector:
        """Level with the middle of the sheet, behind it, shape (3,). [m]"""
        place: Vector = self.source_centre + self.direction * self.lamp_distance
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the sheet, shape (3,). [m]"""
        return self.source_centre


def standing_height(brief: Brief, height: float) -> float:
    """Height for the middle of a source so high [m]: a little over the eyes, under the ceiling, clear of the
    floor. [m]
    """
    wish = brief.subject.face_height + 0.1
    most = brief.room.height - 0.05 - height / 2
    return round(max(min(wish, most), height / 2 + CLEAR_OF_FLOOR), 2)


def resized(design: Upright, scale: float, **more: float) -> dict[str, float]:
    """Changes that make a source ``scale`` times as large about its middle; ``more`` are lengths that grow
    with it. [m]
    """
    width, height = (round(max(0.1, side * scale), 2) for side in (design.width, design.height))
    lowest = height / 2 + CLEAR_OF_FLOOR
    return {
        "width": width,
        "height": height,
        "centre_height": round(max(design.centre_height, lowest), 3),
        **{name: round(value * scale, 2) for name, value in more.items()},
    }


def start_of(brief: Brief, *, width: float, height: float, wish: float, angle: float = 45.0) -> dict[str, Any]:
    """Size and place of an oblong source to begin with: near the subject, at a usual key angle."""
    return {"width": width, "height": height, **place_of(brief, height=height, wish=wish, angle=angle)}


def place_of(brief: Brief, *, height: float, wish: float, angle: float = 45.0) -> dict[str, Any]:
    """Place to begin with of a source so high. [m]"""
    return {"distance": nearness(brief, wish), "key_angle": angle, "centre_height": standing_height(brief, height)}


def upright_marks(design: StandingSource) -> tuple[Mark, ...]:
    """Distance on the floor, height of the source (or its diameter) and height of the middle."""
    beyond = design.direction * (design.distance + 0.25)
    floor = np.zeros(3)
    foot = design.direction * design.distance
    tall = design.source_size[1]
    low, high = design.centre_height - tall / 2, design.centre_height + tall / 2
    name, label = ("height", "Height") if isinstance(design, Upright) else ("width", "Diameter")
    return (
        Mark(path="design.distance", label="Distance to the subject", start=floor, end=foot),
        Mark(path=f"design.{name}", label=label, start=beyond + UP * low, end=beyond + UP * high),
        Mark(
            path="design.centre_height", label="Height of the middle", start=foot, end=foot + UP * design.centre_height
        ),
    )


def scaled_within(design: LitFromBehind, scale: float) -> dict[str, float]:
    """Changes that make sheet and lamp distance ``scale`` times as large, as far as their limits let them. [m]"""
    changes = resized(design, scale, lamp_distance=design.lamp_distance)
    slots = slots_of(type(design))
    return changes | {name: slots[name].within(changes[name]) for name in ("width", "height", "lamp_distance")}
