"""The modifier from the side, true to scale: what stands in the plane that runs from the subject toward the light."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.modifiers.kind import Arrangement, ModifierParameters
from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube
from wenlo.core.optics.sheet import Sheet, luminance

Array = NDArray[np.float64]

ROUND = 24
"""Points on a circle."""

THIN = 2e-3
"""What is thinner than this from the side is drawn as a line. [m]"""


@dataclass(frozen=True, kw_only=True)
class SideOutline:
    """One surface from the side: ``points`` (K, 2), away from the subject and up [m]; ``look`` tells how it is
    drawn.
    """

    id: str
    look: str
    points: Array


@dataclass(frozen=True, kw_only=True)
class LampSide:
    """A lamp from the side: its place, where it is aimed (2,) and the height of its face. [m]"""

    place: Array
    aim: Array
    face: float
    bulb: bool
    window: bool = False


def look_of(surface: Sheet) -> str:
    """How a surface is drawn: ``sheet``, ``mirror``, ``white`` or ``black``."""
    if float(luminance(surface.transmittance)) > 0.05:
        return "sheet"
    if surface.shine_front is not None or surface.shine_back is not None:
        return "mirror"
    bright = max(float(luminance(surface.reflectance_front)), float(luminance(surface.reflectance_back)))
    return "white" if bright > 0.3 else "black"


def _points(shape: Shape) -> Array:
    turn = np.linspace(0.0, 2.0 * math.pi, ROUND, endpoint=False)[:, None]
    if isinstance(shape, Panel):
        corners = (
            np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
            if shape.outline is None
            else np.asarray(shape.outline)
        )
        found: Array = shape.origin + corners[:, :1] * shape.edge_u + corners[:, 1:] * shape.edge_v
        return found
    axis = shape.axis / float(np.linalg.norm(shape.axis))
    start = np.array([0.0, 0.0, 1.0]) if abs(axis[2]) < 0.9 else np.array([1.0, 0.0, 0.0])
    a = np.cross(start, axis)
    a /= float(np.linalg.norm(a))
    circle = np.cos(turn) * a + np.sin(turn) * np.cross(axis, a)
    if isinstance(shape, Disc):
        rim: Array = shape.centre + shape.radius * circle
        return rim
    if isinstance(shape, Tube):
        r0, r1 = shape.radii
        return np.concatenate([shape.base + r0 * circle, shape.base + shape.length * axis + r1 * circle])
    assert isinstance(shape, Dome)
    rings = [
        shape.centre + shape.radius * (h * axis + math.sqrt(max(0.0, 1.0 - h * h)) * circle)
        for h in np.linspace(shape.low, shape.high, 7)
    ]
    return np.concatenate(rings)


def _seen(flat: Array) -> Array:
    # the outline of projected points, or the two ends of what is seen edge-on
    from scipy.spatial import ConvexHull, QhullError

    along = flat - flat.mean(axis=0)
    if float(np.linalg.svd(along, compute_uv=False)[-1]) < THIN:
        far = int(np.argmax(np.linalg.norm(along, axis=1)))
        other = int(np.argmax(np.linalg.norm(flat - flat[far], axis=1)))
        return flat[[far, other]]
    try:
        hull: Array = flat[ConvexHull(flat).vertices]
    except QhullError:
        return flat
    return hull


def _projected(arrangement: Arrangement, axes: Array) -> tuple[tuple[SideOutline, ...], tuple[LampSide, ...]]:
    outlines = tuple(
        SideOutline(id=shape.id, look=look_of(shape.surface), points=_seen(_points(shape) @ axes.T))
        for shape in arrangement.surfaces
    )
    lamps = tuple(
        LampSide(
            place=axes @ lamp.centre,
            aim=axes @ (lamp.centre + lamp.normal),
            face=max(float(np.linalg.norm(axes @ lamp.edge_u)), float(np.linalg.norm(axes @ lamp.edge_v))),
            bulb=lamp.shape == "sphere",
            window=lamp.law == "window",
        )
        for lamp in arrangement.lamps
        if not lamp.afar
    )
    return outlines, lamps


def side_view(
    design: ModifierParameters, arrangement: Arrangement
) -> tuple[tuple[SideOutline, ...], tuple[LampSide, ...]]:
    """Outlines and lamps from the side: away from the subject, and up.

    Parameters
    ----------
    design: for the direction of the light.
    arrangement: what stands in the set.
    """
    return _projected(arrangement, np.stack([design.direction, np.array([0.0, 0.0, 1.0])]))


def plan_view(arrangement: Arrangement) -> tuple[tuple[SideOutline, ...], tuple[LampSide, ...]]:
    """Outlines and lamps from above: to the camera's right, and away from it."""
    return _projected(arrangement, np.array([[1.0, 0.0, 0.0], [0.0, 1.0, 0.0]]))


def elevation(
    arrangement: Arrangement, way: Literal["side", "front"]
) -> tuple[tuple[SideOutline, ...], tuple[LampSide, ...]]:
    """Outlines and lamps of the set from its side (away from the camera, and up) or as the camera looks (right, and
    up).
    """
    level = np.array([0.0, 1.0, 0.0]) if way == "side" else np.array([1.0, 0.0, 0.0])
    return _projected(arrangement, np.stack([level, np.array([0.0, 0.0, 1.0])]))
