"""A tub turned over a thing, oblong or round: its walls as the light has them, and the hole for the lens."""

import math
from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import model_validator

from wenlo.core.brief.brief import SENSORS, Brief
from wenlo.core.catalog.own import SheetRef
from wenlo.core.modifiers.aimed import round_outline
from wenlo.core.modifiers.placing import UP, panel
from wenlo.core.modifiers.thing_box import ThingBox, top_panel
from wenlo.core.optics.shapes import Disc, Panel, Shape
from wenlo.core.optics.sheet import Sheet
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import format_length

Vector = NDArray[np.float64]


class TubShell(ThingBox):
    """Parameters of a tub, oblong or round, and of the hole that the lens looks through."""

    sheet: SheetRef = "natural_hdpe_tub"
    shape: Literal["oblong", "round"] = "oblong"
    nested: bool = False
    hole: float = quantity(0.01, 0.5, unit="m", label="diameter of the lens' hole", default=0.08)
    hole_height: float = quantity(0.02, 2.4, unit="m", label="lens aims at this height", default=1.0)
    hole_rise: float = quantity(-40.0, 89.0, unit="degree", label="lens looks down by", default=0.0)
    lifted: bool = False
    under: float = quantity(0.0, 8.0, unit="number", label="light from below, times a lamp above", default=0.0)
    under_opening: float = quantity(0.02, 0.6, unit="m", label="window in the ground", default=0.12)

    @model_validator(mode="after")
    def _lamp_below(self) -> "TubShell":
        if self.under > 0.0 and self.lit_by == "daylight":
            raise at_field("under", "Light from below needs a lamp: choose lamps, or leave it out by day.")
        return self

    @model_validator(mode="after")
    def _round_both_ways(self) -> "TubShell":
        if self.shape == "round" and abs(self.width - self.depth) > ROUND_WITHIN:
            raise at_field("depth", f"A round tub is as deep as it is wide: {format_length(self.width)}.")
        return self

    @property
    def middle(self) -> Vector:
        """Middle of the tub's inside, shape (3,); a round one stands over the thing. [m]"""
        if self.shape == "round":
            return np.array([0.0, 0.0, self.table + self.height / 2])
        return super().middle

    @property
    def lit_from(self) -> tuple[Literal["top", "side", "front", "under"], ...]:
        """A tub glows all round, also toward the lens."""
        return ("side", "top", "front")


def hole_in_top(design: TubShell) -> bool:
    """Whether the line from the thing to the lens leaves the tub through its top, not its front."""
    before, over = design.depth / 2 - float(design.middle[1]), design.table + design.height - design.hole_height
    return before * math.tan(math.radians(design.hole_rise)) > max(over, 0.0)


def hole_centre(design: TubShell) -> Vector:
    """Middle of the lens' hole, where the line from the thing to the lens leaves the tub, shape (3,). [m]"""
    if design.shape == "round" and hole_in_top(design):
        return np.asarray(design.middle + UP * design.height / 2)
    slope = math.tan(math.radians(design.hole_rise))
    front, top = float(design.middle[1]) - design.depth / 2, design.table + design.height
    if hole_in_top(design):
        return np.array([0.0, max(-(top - design.hole_height) / slope, front + 0.01), top])
    return np.array([0.0, front, min(max(design.hole_height - front * slope, design.table + 0.02), top - 0.02)])


def hole_room(design: TubShell) -> float:
    """From the middle of the hole to the nearest edge of its wall; at the foot of the front it may be a notch. [m]"""
    x, y, z = (float(v) for v in hole_centre(design) - design.floor_middle)
    if design.shape == "round":
        # round the wall it may go so far; in the top it is in its middle
        radius = design.width / 2
        off_middle = math.hypot(x, y)
        return max(radius - off_middle, 0.0) if hole_in_top(design) else min(WALL_SHARE * radius, design.height - z)
    across = design.width / 2 - abs(x)
    return min(across, design.depth / 2 - abs(y)) if hole_in_top(design) else min(across, design.height - z)


def with_hole(
    name: str, *, centre: Vector, across: Vector, upward: Vector, hole: Vector, width: float, surface: Sheet
) -> Panel:
    """The panel with a round hole, an outline in shares of its sides (upward first). [m]"""
    rise, wide = float(np.linalg.norm(upward)), float(np.linalg.norm(across))
    off = hole - centre
    at = np.array([float(off @ upward) / rise**2, float(off @ across) / wide**2]) + 0.5
    outline = at + (round_outline() - 0.5) * np.array([width / rise, width / wide])
    made = panel(
        name, centre=centre, across=across, upward=upward, surface=surface, outline=np.clip(outline, 0.001, 0.999)
    )
    return replace(made, cut_out=True)


FACETS = 16
"""A round wall is lit as so many flats: one of them looks to each side, the others between."""

ROUND_WITHIN = 0.0005
"""A round tub is as deep as it is wide, to a pencil line. [m]"""

WALL_SHARE = 0.55
"""A hole in a round wall is no wider than this share of the diameter: a wider one cuts the tub in two."""

IN_THE_MIDDLE = 0.12
"""A hole in a round top lies within this share of the radius of its middle."""


def round_shell(design: TubShell, wall: Sheet) -> list[Shape]:
    """Wall and top of a round tub, the lens' hole cut through as many flats of the wall as it crosses, or through the
    middle of the top.

    The flats' corners lie a little outside of the circle, so that they close in its area.
    """
    radius = design.width / 2
    turn = 2 * math.pi / FACETS
    reach = radius * math.sqrt(turn / math.sin(turn))
    flat, wide = reach * math.cos(turn / 2), 2 * reach * math.sin(turn / 2)
    key = float(design.direction[0])
    names = {0: "back", FACETS // 4: "right", FACETS // 2: "front", 3 * FACETS // 4: "left"}
    sides = {"right": "sheet" if key > 0.0 else "far side", "left": "far side" if key > 0.0 else "sheet"}
    made: list[Shape] = []
    hole = None if hole_in_top(design) else hole_centre(design)
    for k in range(FACETS):
        angle = k * turn
        out = np.array([math.sin(angle), math.cos(angle), 0.0])
        along = np.array([math.cos(angle), -math.sin(angle), 0.0])
        name = sides.get(names.get(k, ""), names.get(k, f"wall {k}"))
        centre = design.middle + out * flat
        plain = panel(name, centre=centre, across=along * wide, upward=UP * design.height, surface=wall)
        if float(plain.normal @ out) > 0.0:
            # the inside is the front
            along = -along
            plain = panel(name, centre=centre, across=along * wide, upward=UP * design.height, surface=wall)
        cut = None if hole is None else _cut_through(design, centre, along, wide, hole)
        if cut is None:
            made.append(plain)
        elif len(cut):
            made.append(replace(plain, outline=cut, cut_out=True))
    top = design.middle + UP * design.height / 2
    inner = design.hole / 2 if hole is None else 0.0
    made.append(Disc(id="top", centre=top, axis=-UP, radius=radius, inner=inner, surface=wall, role="modifier"))
    return made


def _cut_through(design: TubShell, centre: Vector, along: Vector, wide: float, hole: Vector) -> Vector | None:
    """The outline of the hole on a flat in shares of its sides, upward first, shape (N, 2); None where it misses it,
    nothing where it takes all of it.
    """
    # the hole goes straight back: what counts is how far a place of the flat is from its line
    if centre[1] > design.middle[1]:
        return None
    slant = float(along[0])
    if abs(slant) < LEAST_SLANT:
        return None
    radius = design.hole / 2
    reach = abs(slant) * wide / 2
    low, high = float(centre[0] - hole[0]) - reach, float(centre[0] - hole[0]) + reach
    if max(low, -high) >= radius:
        return None
    # the part of the circle that lies on it: from edge to edge over its top and back under it, or all round
    first, last = (math.acos(min(max(x / radius, -1.0), 1.0)) for x in (low, high))
    if low < 0.0 < high:
        over = np.linspace(first, last, HALF)
        angle = np.concatenate([over, -over[::-1]])
    else:
        end = first if low > 0.0 else math.pi - last
        angle = np.linspace(-end, end, 2 * HALF) + (0.0 if low > 0.0 else math.pi)
    # a little outside, so that the corners close in the circle's own area
    step = abs(float(angle[1] - angle[0]))
    out = radius * math.sqrt(step / math.sin(step)) if 1e-6 < step < math.pi else radius
    x, z = hole[0] + out * np.cos(angle), hole[2] + out * np.sin(angle)
    outline = np.stack([(z - centre[2]) / design.height, (x - centre[0]) / slant / wide], axis=1) + 0.5
    return np.asarray(np.clip(outline, 0.001, 0.999))


HALF = 6
"""Corners of a hole on one flat, for its upper and for its lower half."""

LEAST_SLANT = 0.05
"""A flat that is seen along itself has no hole. [-]"""


def front_and_top(design: TubShell, wall: Sheet) -> tuple[Panel, Panel]:
    """Front and top, the lens' hole cut out of one of them."""
    across, deep = np.array([design.width, 0.0, 0.0]), np.array([0.0, design.depth, 0.0])
    front = design.middle - deep / 2
    top = design.middle + UP * design.height / 2
    hole = hole_centre(design)
    if hole_in_top(design):
        return (
            panel("front", centre=front, across=across, upward=UP * design.height, surface=wall),
            with_hole("top", centre=top, across=across, upward=deep, hole=hole, width=design.hole, surface=wall),
        )
    return (
        with_hole(
            "front", centre=front, across=across, upward=UP * design.height, hole=hole, width=design.hole, surface=wall
        ),
        top_panel(design, wall),
    )


def free_hole(design: TubShell, brief: Brief) -> float:
    """Least hole through which the lens sees the whole picture: what it sees across there, and its own glass. [m]"""
    _, wide, _ = SENSORS[brief.camera.sensor]
    away = max(brief.camera.distance - hole_away(design, brief), 0.0)
    return wide / brief.camera.focal_length * away + brief.camera.focal_length / brief.camera.aperture


def hole_away(design: TubShell, brief: Brief) -> float:
    """From the thing to the hole. [m]"""
    return float(np.linalg.norm(hole_centre(design) - UP * brief.subject.face_height))


HOLE_RIM = 0.01
"""So much of a tub's wall is left beside its hole. [m]"""


def hole_that_fits(design: TubShell) -> dict[str, float]:
    """A smaller hole, where the one that is there reaches over the edge of a tub."""
    aimed = min(max(design.hole_height, design.table + 0.02), design.table + design.height - 0.02)
    inside = design.model_copy(update={"hole_height": aimed})
    most = 2 * hole_room(inside) - HOLE_RIM
    return {"hole_height": round(aimed, 3), "hole": round(max(min(design.hole, most), 0.01), 3)}
