"""What kinds share whose light comes out of a round mouth covered with a sheet."""

import math

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef, SheetRef
from wenlo.core.modifiers.kind import Mark
from wenlo.core.modifiers.placing import facing, layers_of, panel
from wenlo.core.modifiers.slots import slots_of
from wenlo.core.modifiers.upright import CLEAR_OF_FLOOR, StandingSource, upright_marks
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

CORNERS = 12
"""A round sheet is a polygon of so many corners and of the circle's area."""


class RoundMouth(StandingSource):
    """Parameters of a round box; the lamp sits at its back."""

    width: float = quantity(0.2, 1.8, unit="m", label="diameter", default=0.8)
    depth: float = quantity(0.03, 1.2, unit="m", label="depth", default=0.4)
    sheet: SheetRef = "white_silk_type_lining"
    lining: BounceRef = "silver_cloth"
    layers: int = quantity(1, 3, unit="count", label="number of layers", default=1)

    @property
    def source_size(self) -> tuple[float, float]:
        """Diameter of the mouth, both ways. [m]"""
        return self.width, self.width

    @property
    def lamp_position(self) -> Vector:
        """Just before the back, shape (3,). [m]"""
        place: Vector = self.source_centre + self.direction * (self.depth - 0.01)
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the mouth, shape (3,). [m]"""
        return self.source_centre


def mouth(design: RoundMouth, transmittance: float | None) -> Panel:
    """The sheet over the mouth; its front faces the subject."""
    across, upward = facing(design.direction, 0.0)
    turn = np.arange(CORNERS) * 2.0 * math.pi / CORNERS
    reach = 0.5 * math.sqrt(2.0 * math.pi / (CORNERS * math.sin(2.0 * math.pi / CORNERS)))
    # corners stand out of the circle, so the sheet is a little larger than the mouth
    side = design.width * 2.0 * reach
    outline = 0.5 + 0.5 * np.stack([np.cos(turn), np.sin(turn)], axis=1)
    return panel(
        "sheet",
        centre=design.source_centre,
        across=across * side,
        upward=upward * side,
        surface=layers_of(design.sheet, design.layers, transmittance),
        outline=outline,
    )


def widened(design: RoundMouth, scale: float, *, depth_share: float) -> dict[str, float]:
    """Changes that make the mouth ``scale`` times as wide, the depth that share of it. [m]"""

    def held(name: str, value: float) -> float:
        return round(slots_of(type(design))[name].within(value), 2)

    width = held("width", design.width * scale)
    lowest = width / 2 + CLEAR_OF_FLOOR
    return {
        "width": width,
        "depth": held("depth", width * depth_share),
        "centre_height": round(max(design.centre_height, lowest), 3),
    }


def round_marks(design: RoundMouth, brief: Brief) -> tuple[Mark, ...]:
    """Those of a standing source, and the depth."""
    del brief
    low = design.source_centre - np.array([0.0, 0.0, design.width / 2 + 0.08])
    depth = Mark(path="design.depth", label="Depth", start=low, end=low + design.direction * design.depth)
    return (*upright_marks(design), depth)
