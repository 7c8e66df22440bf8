"""Light over a surface or an area, and round a reference ball."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import luminance
from wenlo.core.transport.gathered import gathered
from wenlo.core.transport.measure import FEW_METERS, measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import Solved
from wenlo.core.transport.worlds import suits

Array = NDArray[np.float64]

LIFTED = 1e-4
"""Meters lie this far above a surface. [m]"""

ROUGHLY = 0.03
"""Who asks for no less has many places looked at together; it stops short of what is finer. [-]"""

DARK = 2.0**-16
"""Light below this share of the strongest counts as none."""


@dataclass(frozen=True, kw_only=True, eq=False)
class LightMap:
    """Illuminance on a grid of points, in rows along v; ``error`` is the 95 % half-width. (V, U) [lx]"""

    places: Array
    lux: Array
    error: Array

    def stops(self, reference: float | None = None) -> Array:
        """Stops from ``reference`` [lx], or from the strongest point, shape (V, U).

        Source: [Palmer2010].

        Parameters
        ----------
        reference: 0 of the scale. [lx]

        Returns
        -------
        Array: shape (V, U). [stop]
        """
        top = float(np.max(self.lux)) if reference is None else reference
        low = max(top, 1e-30) * DARK
        out: Array = np.log2(np.maximum(self.lux, low) / max(top, 1e-30))
        return out

    def evenness(self) -> float:
        """From the best to the worst point. [stop]"""
        return float(np.max(self.stops()) - np.min(self.stops()))

    def share_within(self, stops: float) -> float:
        """Share of the area whose light is within ``stops`` of the strongest. [-]"""
        return float(np.mean(self.stops() >= -stops))


Weights = Mapping[str, Array | float] | None
"""Factor on each lamp by its id; None for all at full power."""


def _read(
    solved: Solved,
    places: Array,
    normals: Array,
    shape: tuple[int, int],
    weights: Weights = None,
    go_on: Callable[[float], bool] | None = None,
) -> LightMap:
    if len(places) > FEW_METERS and solved.effort.error >= ROUGHLY and suits(solved.scene, solved.rows):
        lux, error = gathered(solved, places, normals, _weighed(solved, weights), go_on)
        return LightMap(places=places.reshape(*shape, 3), lux=lux.reshape(shape), error=error.reshape(shape))
    meters = [Meter(id=str(i), position=p, normal=n) for i, (p, n) in enumerate(zip(places, normals, strict=True))]
    readings = list(measure(solved, meters, go_on).readings(weights).values())
    return LightMap(
        places=places.reshape(*shape, 3),
        lux=np.array([float(luminance(r.total)) for r in readings]).reshape(shape),
        error=np.array([r.error for r in readings]).reshape(shape),
    )


def _weighed(solved: Solved, weights: Weights) -> Array:
    # colour of every lamp by what it is weighed with, shape (G, 3)
    factors = [np.broadcast_to((weights or {}).get(lamp.id, 1.0), 3) for lamp in solved.scene.lamps]
    found: Array = solved.rows.colours * np.array(factors).reshape(-1, 3)
    return found


def surface_map(
    solved: Solved,
    panel: Panel,
    *,
    nu: int,
    nv: int,
    front: bool = True,
    weights: Weights = None,
    go_on: Callable[[float], bool] | None = None,
) -> LightMap:
    """Illuminance over one side of a panel at the middles of nu × nv cells; ``go_on`` as for ``measure``.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set.
    panel: whose side it is.
    nu, nv: cells along its two sides.
    front: which side.
    weights: factor on each lamp. [-]
    go_on: asked with the worst relative half-width so far, whether to follow more paths.

    Returns
    -------
    LightMap: illuminance, shape (V, U). [lx]
    """
    u, v = np.meshgrid((np.arange(nu) + 0.5) / nu, (np.arange(nv) + 0.5) / nv)
    normal = panel.normal if front else -panel.normal
    places = panel.origin + u.reshape(-1, 1) * panel.edge_u + v.reshape(-1, 1) * panel.edge_v + LIFTED * normal
    return _read(solved, places, np.tile(normal, (nu * nv, 1)), (nv, nu), weights, go_on)


def area_map(
    solved: Solved,
    *,
    middle: Array,
    across: Array,
    along: Array,
    normal: Array,
    nu: int,
    nv: int,
    weights: Weights = None,
    go_on: Callable[[float], bool] | None = None,
) -> LightMap:
    """Illuminance over an action area: a grid in the air whose receptors all face ``normal``.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set.
    middle: of the area, shape (3,). [m]
    across, along: whole sides of the area, shape (3,). [m]
    normal: where the receptors face, shape (3,).
    nu, nv: points along the two sides, the first and the last on its edges.
    weights, go_on: factor on each lamp; whether to go on, as for ``measure``.

    Returns
    -------
    LightMap: illuminance, shape (V, U). [lx]
    """
    u, v = np.meshgrid(np.linspace(-0.5, 0.5, nu), np.linspace(-0.5, 0.5, nv))
    places = middle + u.reshape(-1, 1) * across + v.reshape(-1, 1) * along
    return _read(solved, places, np.tile(normal, (nu * nv, 1)), (nv, nu), weights, go_on)


@dataclass(frozen=True, kw_only=True, eq=False)
class Terminator:
    """Light round a reference ball from facing the light (0) to away from it (π). [rad], relative to the strongest.

    ``band`` is from 90 % to 10 % of the light less that of a point source (58.4°); ``wrap`` the angle at which it
    is three stops down, less 90° (−7.2° for a point source).
    """

    angles: Array
    light: Array

    def _angle_at(self, share: float) -> float:
        falling = np.minimum.accumulate(self.light)
        return float(np.interp(-share, -falling, self.angles))

    @property
    def band(self) -> float:
        """10–90 % band beyond that of a point source. [rad]"""
        return self._angle_at(0.1) - self._angle_at(0.9) - (math.acos(0.1) - math.acos(0.9))

    @property
    def wrap(self) -> float:
        """Angle at which the light is −3 stops, minus 90°. [rad]"""
        return self._angle_at(0.125) - math.pi / 2.0


def terminator(solved: Solved, *, place: Array, toward: Array, steps: int = 91) -> Terminator:
    """Read the light as a small matt ball at a place shows it, level round from the direction ``toward``.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set.
    place: middle of the ball, which itself is so small that it shades nothing, shape (3,). [m]
    toward: unit vector to the light, shape (3,).
    steps: receptors from 0 to π.

    Returns
    -------
    Terminator: illuminance round the ball [lx] and where it turns to shade. [rad]
    """
    side = cross(np.array([0.0, 0.0, 1.0]), toward)
    side = side / float(np.linalg.norm(side))
    angles = np.linspace(0.0, math.pi, steps)
    normals = np.cos(angles)[:, None] * toward + np.sin(angles)[:, None] * side
    light = _read(solved, np.tile(place, (steps, 1)), normals, (1, steps)).lux[0]
    return Terminator(angles=angles, light=light / max(float(light.max()), 1e-30))


def shadow_profile(solved: Solved, *, places: Array, normal: Array) -> Array:
    """Share of the light across a shadow's edge, 0 in it and 1 beside it, at ``places`` (K, 3), shape (K,)."""
    light = _read(solved, places, np.tile(normal, (len(places), 1)), (1, len(places))).lux[0]
    span = max(float(light.max() - light.min()), 1e-30)
    share: Array = (light - light.min()) / span
    return share


def edge_width(at: Array, share: Array) -> float:
    """10–90 % width of a profile that rises or falls along ``at``. [as at]"""
    if share[0] > share[-1]:
        at, share = -at[::-1], share[::-1]
    rising = np.maximum.accumulate(share)
    return float(np.interp(0.9, rising, at) - np.interp(0.1, rising, at))
