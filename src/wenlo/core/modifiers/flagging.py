"""Flags: placed between a source and what must stay dark, moved off the key's way, cut to the room."""

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.geometry.beams import Shade
from wenlo.core.modifiers.placing import black, panel
from wenlo.core.optics.shapes import Panel

Vector = NDArray[np.float64]

LARGEST = 2.4
"""No flag is made larger either way. [m]"""

LEAST = 0.1
CLEAR_OF_KEY = 0.1
"""Round the way from the sheet's edge to the head this much is left free. [m]"""

OFF_WALLS = 0.02


def flag_axes(shade: Shade, source: Vector) -> tuple[Vector, Vector]:
    """Level and upright unit vectors of a flag that is square to its way from the source, shape (3,) each."""
    way = shade.middle - source
    way = way / float(np.linalg.norm(way))
    level = np.array([-way[1], way[0], 0.0])
    span = float(np.linalg.norm(level))
    level = level / span if span > 1e-9 else np.array([1.0, 0.0, 0.0])
    return level, np.cross(level, way)


def spared(shade: Shade, source: Vector, face: Vector, radius: float) -> tuple[Shade, bool]:
    """The flag of a size that can be made, moved the least that leaves the key's way free; and whether that cut it
    short.

    Parameters
    ----------
    shade: the flag that would keep all of the source off.
    source, face: middle of the source, and the face, shape (3,). [m]
    radius: half of the source's diagonal. [m]
    """
    half = (min(max(shade.half[0], LEAST / 2), LARGEST / 2), min(max(shade.half[1], LEAST / 2), LARGEST / 2))
    made = Shade(middle=shade.middle, half=half, edge=shade.edge)
    trimmed = half != shade.half
    way = shade.middle - source
    normal = way / float(np.linalg.norm(way))
    toward = face - source
    meets = float(toward @ normal)
    if meets <= 1e-6:
        return made, trimmed
    share = float(way @ normal) / meets
    if share >= 1.0:
        return made, trimmed
    crossing = source + share * toward
    need = (1.0 - share) * radius + CLEAR_OF_KEY
    level, upright = flag_axes(shade, source)
    off = np.array([float((shade.middle - crossing) @ level), float((shade.middle - crossing) @ upright)])
    gaps = np.array([half[0] + need, half[1] + need]) - np.abs(off)
    if np.any(gaps <= 0.0):
        return made, trimmed
    axis = int(np.argmin(gaps))
    sign = 1.0 if off[axis] >= 0.0 else -1.0
    moved = shade.middle + sign * gaps[axis] * (level, upright)[axis]
    return Shade(middle=moved, half=half, edge=shade.edge), True


def flag_panel(name: str, shade: Shade, source: Vector, brief: Brief) -> Panel | None:
    """The flag as a surface, kept in the room: what sticks out of it is cut off; None if nothing is left."""
    level, upright = flag_axes(shade, source)
    wide, tall = 2 * shade.half[0], 2 * shade.half[1]
    centre = shade.middle
    half = brief.room.width / 2 - OFF_WALLS
    back = brief.backdrop.distance - OFF_WALLS
    front = brief.backdrop.distance + 0.05 - brief.room.depth + OFF_WALLS
    for _ in range(40):
        corners = [centre + a * level * wide / 2 + b * upright * tall / 2 for a in (-1, 1) for b in (-1, 1)]
        low, high = np.min(corners, axis=0), np.max(corners, axis=0)
        inside = low[2] >= OFF_WALLS and high[2] <= brief.room.height - OFF_WALLS
        if inside and low[0] >= -half and high[0] <= half and high[1] <= back and low[1] >= front:
            return panel(
                name, centre=centre, across=level * wide, upward=upright * tall, surface=black("heavy_black_flag_cloth")
            )
        wide, tall = wide * 0.93, tall * 0.93
        centre = source + (centre - source) * 0.97
    return None
