"""The modifier as the subject sees it: luminance of the sheet, the lamp that shines through, and where its
light goes.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.lamp import Emitter, ThinLens
from wenlo.core.optics.shapes import Panel
from wenlo.core.remembered import for_same_objects
from wenlo.core.transport.kernels import look, scatter
from wenlo.core.transport.rows import rows_of_lamp
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.solve import Effort, Solved
from wenlo.core.transport.tree import bounds

Array = NDArray[np.float64]

LAMP_POINTS = 16


@dataclass(frozen=True, kw_only=True, eq=False)
class SheetView:
    """What an eye sees of a sheet.

    ``luminance`` (V, U, 3) of scattered light over the sheet, u along ``edge_u`` [cd/m²]; ``solid_angle``
    (V, U) of each cell [sr]; ``cosine`` (V, U) to the receptor's normal; ``glimpse`` (L, 3) illuminance
    from the lamp seen straight through the sheets, ``glimpse_at`` (L, 2) where on the sheet (u, v),
    ``glimpse_size`` (2,) how large one of them is there, in shares of the sheet.
    """

    panel: Panel
    luminance: Array
    solid_angle: Array
    cosine: Array
    glimpse: Array
    glimpse_at: Array
    glimpse_size: Array

    @property
    def illuminance(self) -> Array:
        """Illuminance from each cell, shape (V, U, 3). [lx]"""
        return self.luminance * (self.solid_angle * self.cosine)[..., None]


def sheet_grid(panel: Panel, nu: int, nv: int) -> Array:
    """Centres of an even nu × nv grid over a panel, u running fastest, shape (nu·nv, 3). [m]

    Source: [Palmer2010].

    Parameters
    ----------
    panel: the sheet.
    nu, nv: cells along its sides.

    Returns
    -------
    Array: centres, shape (nu·nv, 3). [m]
    """
    j, i = np.meshgrid((np.arange(nv) + 0.5) / nv, (np.arange(nu) + 0.5) / nu, indexing="ij")
    return panel.origin + i.ravel()[:, None] * panel.edge_u + j.ravel()[:, None] * panel.edge_v


def luminance_along(
    solved: Solved,
    origins: Array,
    directions: Array,
    *,
    lamp_points: int = LAMP_POINTS,
    weights: Mapping[str, Array] | None = None,
) -> Array:
    """Luminance of surfaces, in colour, toward ``origins`` along unit ``directions``, shape (M, 3). [cd/m²]

    Light straight from lamps is exact to the sampling of the lamps; the rest is that of the patches. ``weights`` by
    lamp, shape (3,), are factors on their light.
    """
    p = solved.patches.packed
    light = look.seen_along(
        np.ascontiguousarray(origins),
        np.ascontiguousarray(directions),
        sobol(lamp_points, 2, 19),
        p.surfaces,
        p.nodes,
        p.scatters,
        p.optics,
        p.tables,
        p.lamps,
        p.spots,
        p.distributions,
        p.divisions,
        p.first,
        solved.patches.returned,
    )
    factors = p.colours
    if weights is not None:
        factors = factors * np.array([weights[lamp.id] for lamp in solved.scene.lamps]).reshape(-1, 3)
    coloured: Array = np.einsum("mgk,gk->mk", light, factors)
    return coloured


def view_sheet(solved: Solved, *, front: str, eye: Array, normal: Array, cells: int) -> SheetView:
    """Look at a sheet, and through it at the sheets and the lamp behind.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set.
    front: id of the panel nearest the eye.
    eye: where it is seen from, shape (3,). [m]
    normal: the receptor's normal, shape (3,).
    cells: cells along each edge of the sheet.

    Returns
    -------
    SheetView: luminance of each cell, shape (cells, cells), by what is behind it. [cd/m²]
    """
    panel = next(s for s in solved.scene.panels if s.id == front)
    assert isinstance(panel, Panel)
    points = sheet_grid(panel, cells, cells)
    offset = points - eye
    distance = np.linalg.norm(offset, axis=1)
    toward = offset / distance[:, None]
    luminance = luminance_along(solved, np.tile(eye, (len(points), 1)), toward)
    shape = (cells, cells)
    solid = panel.area / len(points) * np.abs(toward @ panel.normal) / distance**2
    glimpse, at, size = _glimpse(solved, panel, eye, normal)
    return SheetView(
        panel=panel,
        luminance=luminance.reshape(*shape, 3),
        solid_angle=solid.reshape(shape),
        cosine=np.maximum(toward @ normal, 0.0).reshape(shape),
        glimpse=glimpse,
        glimpse_at=at,
        glimpse_size=size,
    )


def _plane_coordinates(panel: Panel, points: Array) -> Array:
    n = cross(panel.edge_u, panel.edge_v)
    volume = float(n @ n)
    relative = points - panel.origin
    u = relative @ cross(panel.edge_v, n) / volume
    v = relative @ cross(n, panel.edge_u) / volume
    return np.stack([u, v], axis=1)


def _glimpse(solved: Solved, panel: Panel, eye: Array, normal: Array) -> tuple[Array, Array, Array]:
    p = solved.rows
    places, light = look.glimpses(
        eye,
        normal,
        scatter.RECEPTOR_FLAT,
        sobol(LAMP_POINTS, 2, 19),
        p.surfaces,
        p.nodes,
        p.scatters,
        p.lamps,
        p.spots,
        p.distributions,
    )
    coloured = (light * p.colours[:, None, :]).reshape(-1, 3)
    toward = places.reshape(-1, 3) - eye
    depth = toward @ panel.normal
    share = float((panel.origin - eye) @ panel.normal) / np.where(np.abs(depth) < 1e-12, 1e-12, depth)
    at = _plane_coordinates(panel, eye + toward * share[:, None])
    scale = float(np.mean(share)) / math.sqrt(LAMP_POINTS)
    lamp = solved.scene.lamps[0]
    size = np.array(
        [
            np.linalg.norm(lamp.edge_v) * scale / np.linalg.norm(panel.edge_u),
            np.linalg.norm(lamp.edge_u) * scale / np.linalg.norm(panel.edge_v),
        ]
    )
    return coloured, at, size


def bare_light(lamp: Emitter, point: Array, normal: Array) -> Array:
    """Light of a lamp on a flat receptor with nothing in the way, in colour, shape (3,). [lx]"""
    p = rows_of_lamp(lamp)
    _, light = look.glimpses(
        point,
        normal,
        scatter.RECEPTOR_FLAT,
        sobol(64, 2, 19),
        p.surfaces,
        p.nodes,
        p.scatters,
        p.lamps,
        p.spots,
        p.distributions,
    )
    total: Array = light[0].sum(axis=0) * p.colours[0]
    return total


@for_same_objects(8)
def _emitted(lamp: Emitter, effort: Effort) -> tuple[Array, Array, Array]:
    # Rays from a lamp's face, drawn by its beam, with weights where they are drawn otherwise.
    count = 32 * effort.rays
    draws = sobol(count, 4, seed=3)
    weights = np.ones(count)
    if lamp.law == "cosine" and lamp.shape in ("rectangle", "disc"):
        c = (1.0 - draws[:, 0]) ** (1.0 / (lamp.beam + 1.0))
    elif lamp.law == "window":
        c = np.sqrt(1.0 - draws[:, 0])
    elif lamp.law == "field":
        c = 1.0 - draws[:, 0] * (1.0 - math.cos(lamp.field[0]))
    elif lamp.lens is not None:
        # a little wider than the steepest ray that gate and lens let out
        steepest = (lamp.lens.gate / 2 + float(np.linalg.norm(lamp.edge_u)) / 2) / lamp.lens.gate_distance
        c = 1.0 - draws[:, 0] * (1.0 - 1.0 / math.hypot(1.0, 1.2 * steepest))
    else:
        c = 1.0 - 2.0 * draws[:, 0]
    phi = 2.0 * math.pi * draws[:, 1]
    n = lamp.normal
    a = lamp.edge_u / np.linalg.norm(lamp.edge_u)
    b = cross(n, a)
    s = np.sqrt(np.maximum(0.0, 1.0 - c * c))
    directions = (s * np.cos(phi))[:, None] * a + (s * np.sin(phi))[:, None] * b + c[:, None] * n
    if lamp.distribution is not None:
        turns, steps = np.linspace(0, 2 * math.pi, 73), np.linspace(0, math.pi, 181)
        table = lamp.distribution.table()
        weights = table[np.searchsorted(turns, phi % (2 * math.pi)) % 73, np.searchsorted(steps, np.arccos(c)) % 181]
    if lamp.shape == "tube":
        weights = np.sqrt(np.maximum(0.0, 1.0 - (directions @ a) ** 2))
    if lamp.places is not None:
        origins = lamp.places[(draws[:, 2] * len(lamp.places)).astype(np.int64)]
    elif lamp.shape == "sphere":
        origins = np.tile(lamp.centre, (count, 1))
    else:
        u, v = draws[:, 2] - 0.5, draws[:, 3] - 0.5
        if lamp.shape == "disc":
            r, turn = 0.5 * np.sqrt(lamp.inner**2 + draws[:, 2] * (1 - lamp.inner**2)), 2 * math.pi * draws[:, 3]
            u, v = r * np.cos(turn), r * np.sin(turn)
        origins = lamp.centre + u[:, None] * lamp.edge_u + v[:, None] * lamp.edge_v
    if lamp.lens is not None:
        weights = _passed_by(lamp.lens, origins - lamp.centre, directions, n)
    return origins, directions, weights


def _passed_by(lens: ThinLens, offsets: Array, directions: Array, axis: Array) -> Array:
    # cosine of the rays that come from the lamp through the gate, 0 of the others
    c = directions @ axis
    slopes = directions / np.maximum(c, 1e-9)[:, None] - axis + offsets / lens.focal_length
    at_gate = np.linalg.norm(offsets - lens.gate_distance * slopes, axis=1) <= lens.gate / 2
    at_lamp = np.linalg.norm(offsets - lens.lamp_distance * slopes, axis=1) <= lens.lamp / 2
    weights: Array = np.where(at_gate & at_lamp, np.maximum(c, 0.0), 0.0)
    return weights


def _first_met(solved: Solved, lamp: int) -> tuple[Array, Array, Array, NDArray[np.int64]]:
    # rays of a lamp: origins, directions, weights and the surface that each meets first
    origins, directions, weights = _emitted(solved.scene.lamps[lamp], solved.effort)
    hits = look.first_met(
        np.ascontiguousarray(origins), np.ascontiguousarray(directions), solved.rows.surfaces, solved.rows.nodes
    )
    return origins, directions, weights, hits


def spread_shares(solved: Solved, *, lamp: int = 0) -> dict[str, float]:
    """Share of a lamp's lumens that first meets each surface, by its id; ``"none"`` for the rest."""
    _, _, weights, hits = _first_met(solved, lamp)
    sums = np.bincount(hits + 1, weights=weights, minlength=len(solved.rows.shapes) + 1) / max(
        float(weights.sum()), 1e-30
    )
    result = {shape.id: float(sums[i + 1]) for i, shape in enumerate(solved.rows.shapes)}
    result["none"] = float(sums[0])
    return result


def landed(solved: Solved, *, lamp: int = 0) -> dict[str, tuple[float, Array]]:
    """Share of a lamp's light that first meets each flat surface and the middle of where it lands, shape (3,), by its
    id. [m]

    For round shapes the middle is theirs.

    Source: [Palmer2010].

    Parameters
    ----------
    solved: the solved set.
    lamp: its number.

    Returns
    -------
    dict: share [-] and middle, shape (3,) [m], by id of the surface.
    """
    origins, directions, weights, hits = _first_met(solved, lamp)
    whole, found = max(float(weights.sum()), 1e-30), {}
    for k, shape in enumerate(solved.rows.shapes):
        chosen = hits == k
        share = float(weights[chosen].sum()) / whole
        if share <= 0.0:
            continue
        if isinstance(shape, Panel):
            way = ((shape.origin - origins[chosen]) @ shape.normal) / (directions[chosen] @ shape.normal)
            places = origins[chosen] + way[:, None] * directions[chosen]
            middle = np.average(places, axis=0, weights=weights[chosen])
        else:
            low, high = bounds(shape)
            middle = (low + high) / 2.0
        found[shape.id] = (share, middle)
    return found
