"""The modifier as the subject sees it: luminance of the sheet, and the lamp that shines through."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import map_coordinates

from wenlo.core.geometry.vectors import cross
from wenlo.core.transport import kernels
from wenlo.core.transport.scene import Panel
from wenlo.core.transport.solve import Solved, sheet_grid

Array = NDArray[np.float64]


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


def _diffuse(solved: Solved, index: int, uv: Array, front: bool, exitance: Array) -> Array:
    # Bilinear over the patches of one side; patch centres are at (i + ½)/n.
    panel = solved.scene.panels[index]
    nu, nv = panel.divisions
    start = int(solved.patches.first[index]) + (0 if front else nu * nv)
    grid = exitance[start : start + nu * nv].reshape(nv, nu, 3)
    at = np.stack([uv[:, 1] * nv - 0.5, uv[:, 0] * nu - 0.5])
    channels = [map_coordinates(grid[..., k], at, order=1, mode="nearest") for k in range(3)]
    return np.stack(channels, axis=-1)


def view_sheet(solved: Solved, *, front: int, eye: Array, normal: Array, cells: int) -> SheetView:
    """Look at sheet number ``front``, and through it at the sheets and the lamp behind.

    Parameters
    ----------
    solved: the solved set.
    front: index of the panel nearest the eye.
    eye: where it is seen from, shape (3,). [m]
    normal: the receptor's normal, shape (3,).
    cells: cells along each edge of the sheet.
    """
    panel = solved.scene.panels[front]
    points = sheet_grid(panel, cells, cells)
    offset = points - eye
    distance = np.linalg.norm(offset, axis=1)
    toward = offset / distance[:, None]
    luminance = np.zeros((cells * cells, 3))
    for sheet in solved.sheets:
        n = sheet.panel.normal
        along = toward @ n
        t = ((sheet.panel.origin - eye) @ n) / np.where(np.abs(along) < 1e-12, 1e-12, along)
        hit = eye + toward * t[:, None]
        uv = _plane_coordinates(sheet.panel, hit)
        seen = (t > 0.0) & np.all((uv >= 0.0) & (uv <= 1.0), axis=1)
        if not np.any(seen):
            continue
        hits = np.ascontiguousarray(hit[seen])
        directions, amounts = kernels.lamp_on_sheet(hits, n, *solved.lamp.arguments, solved.panels)
        light = kernels.sheet_luminance(hits, n, eye, directions, amounts, *sheet.lobe)
        facing = bool((eye - sheet.panel.origin) @ n > 0.0)
        own = solved.exitance_modifier
        light = light + _diffuse(solved, sheet.index, uv[seen], facing, own) / np.pi
        for other in solved.sheets:
            if other.index != sheet.index and _between(other.panel, eye, hits.mean(axis=0)):
                light = light * other.panel.surface.unscattered
        luminance[seen] += light
    shape = (cells, cells)
    solid = panel.area / len(points) * np.abs(toward @ panel.normal) / distance**2
    glimpse, at, size = _glimpse(solved, panel, eye, normal)
    return SheetView(
        panel=panel, luminance=luminance.reshape(*shape, 3), solid_angle=solid.reshape(shape),
        cosine=np.maximum(toward @ normal, 0.0).reshape(shape), glimpse=glimpse, glimpse_at=at, glimpse_size=size,
    )  # fmt: skip


def _plane_coordinates(panel: Panel, points: Array) -> Array:
    n = cross(panel.edge_u, panel.edge_v)
    volume = float(n @ n)
    relative = points - panel.origin
    u = relative @ cross(panel.edge_v, n) / volume
    v = relative @ cross(n, panel.edge_u) / volume
    return np.stack([u, v], axis=1)


def _between(panel: Panel, eye: Array, point: Array) -> bool:
    a, b = (eye - panel.origin) @ panel.normal, (point - panel.origin) @ panel.normal
    return bool(a * b < -1e-12)


def _glimpse(solved: Solved, panel: Panel, eye: Array, normal: Array) -> tuple[Array, Array, Array]:
    spots, centre, edge_u, edge_v, axis, intensity, beam, sphere, colour = solved.lamp.arguments
    if sphere:
        away = eye - centre
        away = away / np.linalg.norm(away)
        across = cross(np.array([0.0, 0.0, 1.0]), away)
        across = across / max(float(np.linalg.norm(across)), 1e-9)
        diameter = float(np.linalg.norm(edge_u))
        edge_u, edge_v = across * diameter, cross(away, across) * diameter
    places = centre + spots[:, :1] * edge_u + spots[:, 1:] * edge_v
    light = np.zeros((len(spots), 3))
    for j in range(len(spots)):
        one = (
            np.zeros((1, 2)), places[j], edge_u, edge_v, axis, intensity / len(spots), beam, sphere, colour,
        )  # fmt: skip
        light[j] = kernels.lamp_at_points(eye[None], normal[None], np.zeros(1, dtype=np.bool_), *one, solved.panels)[0]
    toward = places - eye
    depth = toward @ panel.normal
    share = float((panel.origin - eye) @ panel.normal) / np.where(np.abs(depth) < 1e-12, 1e-12, depth)
    at = _plane_coordinates(panel, eye + toward * share[:, None])
    scale = float(np.mean(share)) / np.sqrt(len(spots))
    size = np.array([
        np.linalg.norm(edge_v) * scale / np.linalg.norm(panel.edge_u),
        np.linalg.norm(edge_u) * scale / np.linalg.norm(panel.edge_v),
    ])  # fmt: skip
    return light, at, size
