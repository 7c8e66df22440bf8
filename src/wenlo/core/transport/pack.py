"""From panels and lamps to the plain arrays that the kernels take."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.stats import qmc

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.lamp import Emitter
from wenlo.core.transport.scene import Panel

Array = NDArray[np.float64]
PackedPanels = Array


@lru_cache(maxsize=64)
def sobol(count: int, dimensions: int, seed: int = 7) -> Array:
    """Scrambled Sobol' points in the unit cube, shape (count, dimensions); the same for a given seed.

    ``count`` must be a power of two for the points to be balanced.
    """
    return np.ascontiguousarray(qmc.Sobol(dimensions, scramble=True, rng=seed).random(count))


@lru_cache(maxsize=16)
def lamp_spots(shape: str, count: int) -> Array:
    """Points spread evenly over a lamp's face, −½..½ of its width and height, shape (count, 2).

    A disc (and the disc that a sphere looks like) is covered by a spiral of equal areas.
    """
    if shape == "rectangle":
        side = max(1, round(math.sqrt(count)))
        steps = (np.arange(side) + 0.5) / side - 0.5
        u, v = np.meshgrid(steps, steps)
        return np.stack([u.ravel(), v.ravel()], axis=1)
    k = np.arange(count)
    radius = 0.5 * np.sqrt((k + 0.5) / count)
    angle = k * math.pi * (3.0 - math.sqrt(5.0))
    return np.stack([radius * np.cos(angle), radius * np.sin(angle)], axis=1)


def packed_panels(panels: Sequence[Panel]) -> PackedPanels:
    """Origin, normal, dual_u, dual_v and unscattered part of each panel in a row, shape (P, 15)."""
    rows = np.zeros((len(panels), 15))
    for row, panel in zip(rows, panels, strict=True):
        u, v = panel.edge_u, panel.edge_v
        n = cross(u, v)
        volume = float(n @ n)
        row[0:3] = panel.origin
        row[3:6] = n / math.sqrt(volume)
        row[6:9] = cross(v, n) / volume
        row[9:12] = cross(n, u) / volume
        row[12:15] = panel.surface.unscattered
    return rows


@dataclass(frozen=True, kw_only=True, eq=False)
class PackedLamp:
    """A lamp as the kernels take it; ``arguments`` are in their order."""

    spots: Array
    emitter: Emitter

    @property
    def arguments(self) -> tuple[Array, Array, Array, Array, Array, float, float, bool, Array]:
        """spots, centre, edge_u, edge_v, axis, intensity, beam, sphere, colour."""
        e = self.emitter
        return (
            self.spots, e.centre, e.edge_u, e.edge_v, e.normal, e.peak_intensity, e.beam,
            e.shape == "sphere", e.colour,
        )  # fmt: skip


def packed_lamp(emitter: Emitter, *, spots: int) -> PackedLamp:
    """Cover a lamp with about ``spots`` points."""
    return PackedLamp(spots=lamp_spots(emitter.shape, spots), emitter=emitter)


@dataclass(frozen=True, kw_only=True, eq=False)
class Patches:
    """All patch sides of a set of panels; N sides in all.

    ``corner``, ``edge_u``, ``edge_v``, ``normal`` (N, 3); ``panel`` (N,) index of the panel, ``opposite``
    (N,) index of the other side, ``live`` (N,) false where no light can be; ``reflectance`` and
    ``scattered`` (N, 3) of the side; ``divisions`` (P, 2) and ``first`` (P,) for the kernels.
    """

    corner: Array
    edge_u: Array
    edge_v: Array
    normal: Array
    panel: NDArray[np.int64]
    opposite: NDArray[np.int64]
    live: NDArray[np.bool_]
    reflectance: Array
    scattered: Array
    divisions: NDArray[np.int64]
    first: NDArray[np.int64]

    @property
    def centre(self) -> Array:
        """Centres of the patches, shape (N, 3). [m]"""
        return self.corner + 0.5 * (self.edge_u + self.edge_v)


def make_patches(panels: Sequence[Panel]) -> Patches:
    """Divide panels into patches, both sides of each."""
    rows: dict[str, list[Array]] = {k: [] for k in ("corner", "edge_u", "edge_v", "normal", "rho", "scattered")}
    panel_index, opposite, live, first = [], [], [], []
    start = 0
    for index, panel in enumerate(panels):
        nu, nv = panel.divisions
        j, i = np.meshgrid(np.arange(nv), np.arange(nu), indexing="ij")
        corner = panel.origin + i.ravel()[:, None] / nu * panel.edge_u + j.ravel()[:, None] / nv * panel.edge_v
        n = nu * nv
        first.append(start)
        surface = panel.surface
        for side, rho in enumerate((surface.reflectance_front, surface.reflectance_back)):
            rows["corner"].append(corner)
            rows["edge_u"].append(np.tile(panel.edge_u / nu, (n, 1)))
            rows["edge_v"].append(np.tile(panel.edge_v / nv, (n, 1)))
            rows["normal"].append(np.tile(panel.normal * (1 - 2 * side), (n, 1)))
            rows["rho"].append(np.tile(rho, (n, 1)))
            rows["scattered"].append(np.tile(surface.scattered, (n, 1)))
            panel_index.append(np.full(n, index))
            opposite.append(np.arange(start + (1 - side) * n, start + (2 - side) * n))
            live.append(np.full(n, side == 0 or not panel.one_sided))
        start += 2 * n
    stacked = {k: np.concatenate(v) for k, v in rows.items()}
    return Patches(
        corner=stacked["corner"],
        edge_u=stacked["edge_u"],
        edge_v=stacked["edge_v"],
        normal=stacked["normal"],
        panel=np.concatenate(panel_index),
        opposite=np.concatenate(opposite),
        live=np.concatenate(live),
        reflectance=stacked["rho"],
        scattered=stacked["scattered"],
        divisions=np.array([p.divisions for p in panels], dtype=np.int64),
        first=np.array(first, dtype=np.int64),
    )
