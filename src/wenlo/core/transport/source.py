"""How large the light looks from a meter, wherever it comes from: lamps, sheets, walls and the sky together."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.sheet import luminance
from wenlo.core.transport.kernels import look, scatter
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.solve import Solved
from wenlo.core.transport.view import luminance_along

Array = NDArray[np.float64]

LOOKS = 8192
"""Directions over the half-space before the meter; one is about 1.6° wide."""

SHARES = np.linspace(0.0, 1.0, 101)
"""Where spreads are told."""


@dataclass(frozen=True, kw_only=True, eq=False)
class SourceSeen:
    """The light as a source about its middle direction.

    ``middle`` (3,) points to where half of the light is on either side; ``across`` and ``upright`` are the
    edge-equivalent widths, (t90 − t10)/0.8, as widths at one metre: an even strip so wide, square to the middle
    direction, throws the same 10–90 % shadow edge. [-] The spreads are places along both axes and the share of
    the light that comes from before each, shape (POINTS,).
    """

    middle: Array
    across: float
    upright: float
    across_spread: tuple[Array, Array]
    upright_spread: tuple[Array, Array]

    def shadow_edge(self, occluder_distance: float, *, upright: bool = False) -> float:
        """10–90 % width of the shadow of an edge at that distance. [m]"""
        return 0.8 * (self.upright if upright else self.across) * occluder_distance


def _quantiles(at: Array, weights: Array, shares: Array) -> Array:
    order = np.argsort(at)
    sums = np.cumsum(weights[order])
    found: Array = np.interp(shares * sums[-1], sums - 0.5 * weights[order], at[order])
    return found


def source_seen(solved: Solved, meter: Meter, *, looks: int = LOOKS) -> SourceSeen:
    """Look round from a flat receptor.

    Surfaces come as they look from there, with their lobes for light straight from lamps and as patches for the
    rest; lamps in view are sampled on their own, so that small ones are never missed.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set.
    meter: a flat receptor.
    looks: directions, a power of two.

    Returns
    -------
    SourceSeen: solid angle [sr], direction, and luminance of what the receptor gets its light from. [cd/m²]

    Raises
    ------
    ValueError
        If no light arrives.
    """
    p = solved.patches.packed
    normal = meter.normal / float(np.linalg.norm(meter.normal))
    draws = sobol(looks, 2, 37)
    start = np.array([0.0, 0.0, 1.0]) if abs(normal[2]) < 0.9 else np.array([1.0, 0.0, 0.0])
    a = cross(start, normal)
    a = a / float(np.linalg.norm(a))
    b = cross(normal, a)
    s, phi = np.sqrt(draws[:, :1]), 2.0 * np.pi * draws[:, 1:]
    rays = s * np.cos(phi) * a + s * np.sin(phi) * b + np.sqrt(1.0 - s * s) * normal
    light = luminance(luminance_along(solved, np.tile(meter.position, (looks, 1)), rays)) * np.pi / looks
    places, spots = look.glimpses(
        meter.position,
        normal,
        scatter.RECEPTOR_FLAT,
        sobol(256, 2, 19),
        p.surfaces,
        p.nodes,
        p.scatters,
        p.lamps,
        p.spots,
        p.distributions,
    )
    toward = places.reshape(-1, 3) - meter.position
    toward /= np.maximum(np.linalg.norm(toward, axis=1, keepdims=True), 1e-12)
    directions = np.concatenate([rays, toward])
    weights = np.concatenate([light, luminance((spots * p.colours[:, None, :]).reshape(-1, 3))])
    total = float(weights.sum())
    if total <= 0.0:
        raise ValueError("no light arrives there")
    mean = weights @ directions
    middle: Array = mean / float(np.linalg.norm(mean))
    level = cross(np.array([0.0, 0.0, 1.0]) if abs(middle[2]) < 0.99 else np.array([0.0, 1.0, 0.0]), middle)
    level /= float(np.linalg.norm(level))
    # what comes from beside the middle by a right angle or more throws no shadow edge there
    ahead = np.maximum(directions @ middle, 1e-6)
    widths, spreads = [], []
    for axis in (level, cross(middle, level)):
        at = (directions @ axis) / ahead
        at_shares = _quantiles(at, weights, SHARES)
        widths.append(float(np.interp(0.9, SHARES, at_shares) - np.interp(0.1, SHARES, at_shares)) / 0.8)
        spreads.append((at_shares, SHARES))
    return SourceSeen(
        middle=middle, across=widths[0], upright=widths[1], across_spread=spreads[0], upright_spread=spreads[1]
    )
