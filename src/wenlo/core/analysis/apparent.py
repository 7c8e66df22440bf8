"""How large and how even a source looks, from the light that really arrives."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.solid_angle import solid_angle_parallelogram
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.view import SheetView

Array = NDArray[np.float64]

PATCH_SHARE = 1 / 16
"""Evenness averages luminance over squares of this share of the sheet's edge: what a spot reading covers."""

OUTLINE_THRESHOLD = 0.05
"""A lamp's outline shows when it is brighter than the sheet beside it by more than this share."""

WELL_INSIDE = 0.33
"""A pattern is looked for so far from the middle, as a share of the sheet's size: near the rim every sheet falls off.
"""

PATTERN_THRESHOLD = 0.26
"""A glow as large as the lamp, or a hole in it, shows when it differs by more than a third of a stop from what is round
it.
"""


@dataclass(frozen=True, kw_only=True)
class Extent:
    """Cumulated light along one axis of the sheet.

    ``at`` positions from the middle of the sheet [m], ``share`` of the light that comes from before each.
    """

    at: Array
    share: Array

    def quantile(self, q: float) -> float:
        """Position before which the share ``q`` of the light comes. [m]"""
        return float(np.interp(q, self.share, self.at))

    @property
    def edge_equivalent(self) -> float:
        """Width of the even strip with the same 10–90 % shadow edge: (x90 − x10)/0.8. [m]"""
        return (self.quantile(0.9) - self.quantile(0.1)) / 0.8


def extent(view: SheetView, axis: str) -> Extent:
    """Cumulate the light along the sheet's width (``"width"``, edge_v) or height (``"height"``, edge_u).

    Source: [Palmer2010].
    """
    along = view.panel.edge_v if axis == "width" else view.panel.edge_u
    size = float(np.linalg.norm(along))
    cells = luminance(view.illuminance).sum(axis=1 if axis == "width" else 0)
    column = 1 if axis == "width" else 0
    count = len(cells)
    left = np.arange(count) / count
    right = left + 1.0 / count
    half = max(float(view.glimpse_size[column]), 1e-6) / 2
    lamp_left, lamp_right = view.glimpse_at[:, column] - half, view.glimpse_at[:, column] + half
    weights = np.concatenate([cells, luminance(view.glimpse)])
    starts, ends = np.concatenate([left, lamp_left]), np.concatenate([right, lamp_right])
    at = np.unique(np.concatenate([starts, ends]))
    # Each source covers [start, end] evenly, so the cumulated light is piecewise linear between all ends.
    share = np.clip((at[:, None] - starts) / (ends - starts), 0.0, 1.0) @ weights
    total = float(weights.sum())
    return Extent(at=(at - 0.5) * size, share=share / total if total > 0.0 else np.linspace(0, 1, len(at)))


def shadow_scale(*, distance: float, occluder_distance: float) -> float:
    """How source width becomes shadow width: b/(d − b), d source to surface, b edge to surface. [-]

    w = s·b/d with d from source to occluder (similar triangles). Infinite when the edge is at the source.
    """
    gap = distance - occluder_distance
    return occluder_distance / gap if gap > 0.0 else math.inf


@dataclass(frozen=True, kw_only=True)
class SheetFigures:
    """How the sheet looks from the subject; differences in stops, luminance in cd/m².

    ``brightest_to_darkest`` and ``worst_corner`` are over patches of ``PATCH_SHARE``; ``peak_to_mean`` is a ratio;
    ``outline_contrast`` is the unscattered lamp's luminance over that of the sheet where it is seen; ``pattern`` is by
    how much the sheet differs anywhere from the mean round it, over about the size of the lamp, as a share.
    """

    brightest_to_darkest: float
    worst_corner: float
    centre_to_edge: float
    peak_to_mean: float
    mean_luminance: float
    outline_contrast: float
    solid_angle: float
    pattern: float


def pattern_of(view: SheetView, lamp: float) -> float:
    """By how much the sheet's luminance differs from the mean round it, over twice the size of the lamp: a ring with
    its hole, a lamp with the dark beside it. The even fall toward the edges does not count. [-]

    Source: [Palmer2010].

    Parameters
    ----------
    view: the sheet as seen from the eye.
    lamp: how large the lamp's face is. [m]
    """
    from scipy.ndimage import uniform_filter

    glow = np.maximum(smoothed(view), 0.0)
    there = (glow > 1e-3 * float(glow.max())).astype(float)
    rows, columns = glow.shape
    sides = (float(np.linalg.norm(view.panel.edge_v)), float(np.linalg.norm(view.panel.edge_u)))
    reach = [
        min(max(3, round(2.0 * lamp / side * count)), count) for side, count in zip(sides, (rows, columns), strict=True)
    ]
    near = [max(1, size // 4) for size in reach]

    def mean(size: list[int]) -> Array:
        # of what is there: a round sheet has no corners
        shared = uniform_filter(there, size=size, mode="constant")
        found: Array = uniform_filter(glow * there, size=size, mode="constant") / np.maximum(shared, 1e-9)
        return found

    v, u = np.meshgrid((np.arange(rows) + 0.5) / rows - 0.5, (np.arange(columns) + 0.5) / columns - 0.5, indexing="ij")
    inside = (np.hypot(v, u) < WELL_INSIDE) & (there > 0.0)
    if not inside.any():
        return 0.0
    wide = mean(reach)
    return float(np.max(np.abs(mean(near) - wide)[inside] / np.maximum(wide[inside], 1e-30)))


def smoothed(view: SheetView) -> Array:
    """Luminance of scattered light averaged over the stated patch, shape (V, U). [cd/m²]"""
    from scipy.ndimage import uniform_filter

    raw = luminance(view.luminance)
    size = max(1, round(PATCH_SHARE * raw.shape[0]))
    averaged: Array = uniform_filter(raw, size=size, mode="nearest")
    return np.maximum(averaged, 0.0)


def sheet_figures(view: SheetView, *, eye: Array, lamp_luminance: float, lamp: float) -> SheetFigures:
    """Evenness, hot spot and outline.

    Source: [Palmer2010].

    Parameters
    ----------
    view: the sheet as seen from the eye.
    eye: where from, shape (3,). [m]
    lamp_luminance: luminance of the bare lamp toward the eye times what passes unscattered. [cd/m²]
    lamp: how large the lamp's face is. [m]
    """
    smooth = smoothed(view)
    v, u = smooth.shape
    centre = float(smooth[v // 2, u // 2])
    corners = [float(smooth[i, j]) for i in (0, -1) for j in (0, -1)]
    edges = [float(smooth[v // 2, j]) for j in (0, -1)] + [float(smooth[i, u // 2]) for i in (0, -1)]
    spot = view.glimpse_at.mean(axis=0)
    inside = bool(np.all((spot >= 0.0) & (spot <= 1.0)))
    beside = float(smooth[min(int(spot[1] * v), v - 1), min(int(spot[0] * u), u - 1)]) if inside else 0.0
    p = view.panel
    return SheetFigures(
        brightest_to_darkest=stops_between(float(smooth.max()), float(smooth.min())),
        worst_corner=stops_between(centre, min(corners)),
        centre_to_edge=stops_between(centre, min(edges)),
        peak_to_mean=float(smooth.max() / smooth.mean()) if smooth.mean() > 0.0 else math.nan,
        mean_luminance=float(smooth.mean()),
        outline_contrast=lamp_luminance / beside if beside > 0.0 else (math.inf if lamp_luminance > 0 else 0.0),
        solid_angle=solid_angle_parallelogram(eye, p.origin, p.edge_u, p.edge_v),
        pattern=pattern_of(view, lamp),
    )
