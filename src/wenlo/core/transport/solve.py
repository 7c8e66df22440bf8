"""Solving what light does in a set: from the lamp, its first scatter through sheets, and all that follows.

The lamp and the first scatter through a lit sheet keep their direction (the sheet's lobe is evaluated
for the very pair of directions); whatever is scattered again is treated as diffuse and exchanged
between patches. Any meter is then a gather, so meters and eyes move without a new solution.
"""

import hashlib
from collections import OrderedDict
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.lobe import lobe_scaling
from wenlo.core.transport import kernels
from wenlo.core.transport.pack import (
    PackedLamp,
    PackedPanels,
    Patches,
    make_patches,
    packed_lamp,
    packed_panels,
    sobol,
)
from wenlo.core.transport.scene import LightScene, Meter, Panel, Reading

Array = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True)
class Effort:
    """How finely a set is sampled. Powers of two for the ray counts."""

    lamp_spots: int = 16
    sheet_samples: int = 24
    room_samples: int = 12
    transfer_rays: int = 256
    meter_rays: int = 4096
    tolerance: float = 1e-5


DRAFT = Effort(lamp_spots=9, sheet_samples=16, room_samples=7, transfer_rays=128, meter_rays=2048, tolerance=1e-4)
FINE = Effort(lamp_spots=36, sheet_samples=48, room_samples=24, transfer_rays=1024, meter_rays=16384)


@dataclass(frozen=True, kw_only=True, eq=False)
class LitSheet:
    """A sheet and the lamp light that reaches sample points of it, with its directions."""

    index: int
    panel: Panel
    points: Array
    area: float
    directions: Array
    amounts: Array

    @property
    def lobe(self) -> tuple[float, Array, Array]:
        """Exponent, table g and scattered part, as the kernels take them."""
        surface = self.panel.surface
        return surface.lobe, lobe_scaling(surface.lobe), surface.scattered


@dataclass(frozen=True, kw_only=True, eq=False)
class Solved:
    """A solved set. ``exitance`` and ``exitance_modifier`` are (N, 3) in lm/m² per patch side."""

    scene: LightScene
    effort: Effort
    panels: PackedPanels
    lamp: PackedLamp
    patches: Patches
    sheets: tuple[LitSheet, ...]
    direct: Array
    incident: Array
    exitance: Array
    exitance_modifier: Array


def sheet_grid(panel: Panel, nu: int, nv: int) -> Array:
    """Centres of an even nu × nv grid over a panel, u running fastest, shape (nu·nv, 3). [m]"""
    j, i = np.meshgrid((np.arange(nv) + 0.5) / nv, (np.arange(nu) + 0.5) / nu, indexing="ij")
    return panel.origin + i.ravel()[:, None] * panel.edge_u + j.ravel()[:, None] * panel.edge_v


def light_sheet(index: int, panel: Panel, *, lamp: PackedLamp, panels: PackedPanels, nu: int, nv: int) -> LitSheet:
    """Lamp light on an nu × nv grid of a sheet."""
    points = sheet_grid(panel, nu, nv)
    directions, amounts = kernels.lamp_on_sheet(points, panel.normal, *lamp.arguments, panels)
    return LitSheet(
        index=index, panel=panel, points=points, area=panel.area / len(points),
        directions=directions, amounts=amounts,
    )  # fmt: skip


def _direct_on_patches(patches: Patches, lamp: PackedLamp, panels: PackedPanels) -> Array:
    corners = []
    for u, v in ((0.25, 0.25), (0.75, 0.25), (0.25, 0.75), (0.75, 0.75)):
        corners.append(patches.corner + u * patches.edge_u + v * patches.edge_v)
    points = np.concatenate(corners)
    normals = np.tile(patches.normal, (4, 1))
    flat = np.zeros(len(points), dtype=np.bool_)
    light = kernels.lamp_at_points(points, normals, flat, *lamp.arguments, panels)
    mean: Array = light.reshape(4, -1, 3).mean(axis=0)
    mean[~patches.live] = 0.0
    return mean


def _first_scatter(
    sheets: Sequence[LitSheet], patches: Patches, is_modifier: NDArray[np.bool_], lamp: PackedLamp,
    panels: PackedPanels, effort: Effort, shifts: Array,
) -> Array:  # fmt: skip
    light = np.zeros_like(patches.corner)
    rays = sobol(effort.transfer_rays, 4)
    far = np.flatnonzero(patches.live & ~is_modifier)
    for sheet in sheets:
        if len(far):
            n = effort.room_samples
            coarse = light_sheet(sheet.index, sheet.panel, lamp=lamp, panels=panels, nu=n, nv=n)
            light[far] += kernels.sheet_at_points(
                patches.centre[far], patches.normal[far], np.zeros(len(far), dtype=np.bool_), coarse.points,
                coarse.area, sheet.panel.normal, coarse.directions, coarse.amounts, *sheet.lobe, panels,
            )  # fmt: skip
        near = np.flatnonzero(patches.live & is_modifier & (patches.panel != sheet.index))
        if len(near):
            light[near] += kernels.sheet_seen_by_patches(
                patches.corner, patches.edge_u, patches.edge_v, patches.normal, near, rays, shifts, sheet.index,
                sheet.panel.normal, *sheet.lobe, *lamp.arguments, panels,
            )  # fmt: skip
    return light


_recent_transfers: OrderedDict[bytes, Array] = OrderedDict()
KEPT_TRANSFERS = 8


def _transfer(patches: Patches, shifts: Array, panels: PackedPanels, effort: Effort) -> Array:
    # Geometry and unscattered parts alone decide the matrix, so that it outlives changes of the lamp
    # and of what surfaces reflect; the last few are kept.
    digest = hashlib.blake2b(repr((effort.transfer_rays, patches.divisions.tolist())).encode())
    digest.update(panels.tobytes())
    key = digest.digest()
    if key in _recent_transfers:
        _recent_transfers.move_to_end(key)
        return _recent_transfers[key]
    matrix: Array = kernels.transfer(
        patches.corner, patches.edge_u, patches.edge_v, patches.normal, patches.live, sobol(effort.transfer_rays, 4),
        np.ascontiguousarray(shifts), panels, patches.divisions, patches.first,
    )  # fmt: skip
    _recent_transfers[key] = matrix
    if len(_recent_transfers) > KEPT_TRANSFERS:
        _recent_transfers.popitem(last=False)
    return matrix


def _exchange(
    matrix: Array, patches: Patches, among: NDArray[np.int64], direct: Array, scattered: Array, tolerance: float
) -> tuple[Array, Array]:
    """Exchange light between the sides ``among``; all others stay dark and are not even looked at."""
    # B = R (E_lamp + E) + S E_other ; E = F B + E_scattered. The lamp's own light through a sheet is
    # not in B: its lobe is followed. Jacobi converges since every side loses more than it keeps.
    part = matrix if len(among) == len(matrix) else np.ascontiguousarray(matrix[np.ix_(among, among)])
    place = np.zeros(len(patches.opposite), dtype=np.int64)
    place[among] = np.arange(len(among))
    present = np.zeros(len(patches.opposite), dtype=np.bool_)
    present[among] = True
    # the far side of a wall is not there and sends nothing through
    through = patches.scattered[among] * present[patches.opposite[among]][:, None]
    opposite = place[patches.opposite[among]]
    reflectance, lamp, first = patches.reflectance[among], direct[among], scattered[among]

    def leaving(incident: Array) -> Array:
        return reflectance * (lamp + incident) + through * incident[opposite]

    incident = first.copy()
    for _ in range(200):
        renewed = part @ leaving(incident) + first
        change = float(np.max(np.abs(renewed - incident)))
        incident = renewed
        if change <= tolerance * max(float(np.max(incident)), 1e-30):
            break
    exitance, arrived = np.zeros_like(direct), np.zeros_like(direct)
    exitance[among], arrived[among] = leaving(incident), incident
    return exitance, arrived


def solve(scene: LightScene, effort: Effort | None = None) -> Solved:
    """Solve the light of one lamp in a set of panels.

    Parameters
    ----------
    scene: panels and lamp; distances in m, the lamp's amount in lm (or lm·s).
    effort: how finely it is sampled.
    """
    effort = effort or Effort()
    panels = packed_panels(scene.panels)
    lamp = packed_lamp(scene.emitter, spots=effort.lamp_spots)
    patches = make_patches(scene.panels)
    is_modifier = np.array([p.role == "modifier" for p in scene.panels])[patches.panel]
    sheets = []
    for index, panel in enumerate(scene.panels):
        if np.any(panel.surface.scattered > 0.0):
            n = effort.sheet_samples
            sheets.append(light_sheet(index, panel, lamp=lamp, panels=panels, nu=n, nv=n))
    shifts = sobol(1 << (len(patches.corner) - 1).bit_length(), 4, seed=11)[: len(patches.corner)]
    direct = _direct_on_patches(patches, lamp, panels)
    scattered = _first_scatter(sheets, patches, is_modifier, lamp, panels, effort, shifts)
    matrix = _transfer(patches, shifts, panels, effort)
    everything = np.flatnonzero(patches.live)
    exitance, incident = _exchange(matrix, patches, everything, direct, scattered, effort.tolerance)
    own = np.flatnonzero(is_modifier & patches.live)
    exitance_modifier = np.zeros_like(exitance)
    if len(own) == len(everything):
        exitance_modifier = exitance
    elif len(own):
        exitance_modifier, _ = _exchange(matrix, patches, own, direct, scattered, effort.tolerance)
    return Solved(
        scene=scene, effort=effort, panels=panels, lamp=lamp, patches=patches, sheets=tuple(sheets),
        direct=direct, incident=direct + incident, exitance=exitance, exitance_modifier=exitance_modifier,
    )  # fmt: skip


def read(solved: Solved, meters: Sequence[Meter]) -> dict[str, Reading]:
    """What meters read in a solved set, by the meter's id."""
    if not meters:
        return {}
    positions = np.array([m.position for m in meters], dtype=np.float64)
    normals = np.array([m.normal / np.linalg.norm(m.normal) for m in meters], dtype=np.float64)
    dome = np.array([m.receptor == "dome" for m in meters])
    direct = kernels.lamp_at_points(positions, normals, dome, *solved.lamp.arguments, solved.panels)
    scattered = np.zeros_like(direct)
    for sheet in solved.sheets:
        scattered += kernels.sheet_at_points(
            positions, normals, dome, sheet.points, sheet.area, sheet.panel.normal, sheet.directions, sheet.amounts,
            *sheet.lobe, solved.panels,
        )  # fmt: skip
    weights = kernels.meter_weights(
        positions, normals, dome, sobol(solved.effort.meter_rays, 2), solved.panels, solved.patches.divisions,
        solved.patches.first, len(solved.exitance),
    )  # fmt: skip
    modifier = weights @ solved.exitance_modifier
    room = weights @ (solved.exitance - solved.exitance_modifier)
    return {
        m.id: Reading(direct=direct[i], modifier=scattered[i] + modifier[i], room=room[i]) for i, m in enumerate(meters)
    }


def spread_shares(solved: Solved, *, rays: int = 8192) -> dict[str, float]:
    """Share of the lamp's lumens that first meets each panel, by the panel's id; ``"none"`` for the rest."""
    lamp = solved.lamp
    spots, centre, edge_u, edge_v, axis, _, beam, sphere, _ = lamp.arguments
    shares = kernels.directed_share(
        spots, centre, edge_u, edge_v, axis, beam, sphere, sobol(rays, 2, seed=3), solved.panels
    )
    result = {panel.id: float(shares[i]) for i, panel in enumerate(solved.scene.panels)}
    result["none"] = float(shares[-1])
    return result
