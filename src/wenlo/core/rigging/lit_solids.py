"""The solved light on the solids of a set: read at places spread over them, and between those places by how near they
are.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.preview import picture_scene
from wenlo.core.document.shoot import Shoot
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging.set_view import SetSolid, SolidSort
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import Effort, solve

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

EFFORT = Effort(sides=260, samples=1, rays=64, pairs=1, error=0.3, most_paths=32, first_paths=8)
"""For looking: a place may be off by a third of a stop."""

EDGE: dict[SolidSort, float] = {"built": 0.2, "stand": 0.6, "lamp": 1.0, "shell": 0.45, "subject": 1.0, "thing": 0.3}
"""Triangles are cut until no edge is longer. [m]"""

SLENDER = 0.08
"""Bars are no thicker. [m]"""

SPREAD: dict[SolidSort, float] = {"built": 0.2, "stand": 0.6, "lamp": 0.3, "shell": 0.5, "subject": 0.08, "thing": 0.3}
"""Places that are read are about so far apart. [m]"""

MOST_READ = 1500
"""So many places are read at the most; farther apart, then."""

LITTLE = 0.055
"""What is no larger is read on four sides. [m]"""

SIDES = np.array([[0.0, -1.0, 0.0], [-1.0, 0.0, 0.0], [1.0, 0.0, 0.0], [0.0, 0.0, 1.0]])

OFF = 0.002
"""Read this far before a surface. [m]"""

CREASE = 0.75
"""Cosine up to which neighbours are shaded as one round surface. [-]"""

DARK = 2.0**-12
"""Less light than this share of the key's is none."""


@dataclass(frozen=True, kw_only=True, eq=False)
class LitSolid:
    """A solid, cut fine: places (V, 3) [m], triangles (M, 3), what each place sends out as linear RGB, 1 for a white
    that is lit as the key is (V, 3), and the light on it in stops from the key (V,).
    """

    solid: SetSolid
    places: Array
    faces: Ints
    light: Array
    stops: Array


def cut_fine(corners: Array, faces: Ints, edge: float) -> tuple[Array, Ints]:
    """Triangles halved at their longest edges until none is longer than ``edge`` [m]; corners (N, 3), triangles (M, 3).

    Source: [Geometry].
    """
    corners, faces = np.asarray(corners), np.asarray(faces)
    for _ in range(24):
        sides = np.stack([corners[faces[:, (k + 1) % 3]] - corners[faces[:, k]] for k in range(3)], axis=1)
        long = np.linalg.norm(sides, axis=2)
        which = long.argmax(axis=1)
        cut = long.max(axis=1) > edge
        if not cut.any():
            break
        rows = np.flatnonzero(cut)
        a = faces[rows, which[rows]]
        b = faces[rows, (which[rows] + 1) % 3]
        c = faces[rows, (which[rows] + 2) % 3]
        middle = len(corners) + np.arange(len(rows))
        corners = np.concatenate([corners, (corners[a] + corners[b]) / 2.0])
        faces = np.concatenate([faces[~cut], np.stack([a, middle, c], axis=1), np.stack([middle, b, c], axis=1)])
    return corners, faces


def shaded(corners: Array, faces: Ints) -> tuple[Array, Array, Ints]:
    """Places with one normal each: split where faces meet at an edge, shared where they go on round.

    Source: [Geometry].

    Parameters
    ----------
    corners, faces: shape (N, 3) [m], (M, 3).

    Returns
    -------
    tuple: places (V, 3), normals (V, 3), triangles (M, 3).
    """
    a, b, c = (corners[faces[:, k]] for k in range(3))
    across = np.cross(b - a, c - a)
    size = np.linalg.norm(across, axis=1, keepdims=True)
    keep = size[:, 0] > 1e-14
    faces, normals = faces[keep], (across / np.maximum(size, 1e-18))[keep]
    at = corners[faces.reshape(-1)]
    own = np.repeat(normals, 3, axis=0)
    _, place = np.unique(np.round(at, 5), axis=0, return_inverse=True)
    place = place.reshape(-1)
    total = np.zeros((place.max() + 1 if len(place) else 0, 3))
    np.add.at(total, place, own)
    mean = total[place]
    mean /= np.maximum(np.linalg.norm(mean, axis=1, keepdims=True), 1e-18)
    smooth = np.where((np.einsum("ij,ij->i", mean, own) > CREASE)[:, None], mean, own)
    key = np.concatenate([np.round(at, 5), np.round(smooth, 2)], axis=1)
    _, first, back = np.unique(key, axis=0, return_index=True, return_inverse=True)
    return at[first], smooth[first], back.reshape(-1, 3).astype(np.int64)


def _chosen(places: Array, normals: Array, apart: float) -> Ints:
    if len(places) and float(np.ptp(places, axis=0).max()) < LITTLE:
        # an eye or a peg must not cost as much as a wall
        return np.unique((normals @ SIDES.T).argmax(axis=0))
    key = np.concatenate([np.round(places / apart), np.round(normals * 1.5)], axis=1)
    _, first = np.unique(key, axis=0, return_index=True)
    return np.sort(first)


def _between(places: Array, normals: Array, chosen: Ints, values: Array, apart: float) -> Array:
    # by the four nearest that face the same way
    away = ((places[:, None] - places[chosen][None]) ** 2).sum(axis=2)
    away = away + apart**2 * 4.0 * np.maximum(0.9 - normals @ normals[chosen].T, 0.0)
    count = min(4, len(chosen))
    near = np.argpartition(away, count - 1, axis=1)[:, :count]
    weight = 1.0 / (np.take_along_axis(away, near, axis=1) + (0.15 * apart) ** 2)
    weight /= weight.sum(axis=1, keepdims=True)
    return np.asarray((values[near] * weight[:, :, None]).sum(axis=1))


def _key(shoot: Shoot, weights: dict[str, Array]) -> float:
    # where the face is, which is inside of the head that is drawn [lx]
    bare = solve(scene_builder.whole_scene(shoot.brief, shoot.design), EFFORT)
    meter = next(m for m in scene_builder.meters(shoot.brief, shoot.design) if m.id == "key")
    reading = measure(bare, [meter]).readings(weights)["key"]
    return max(float(luminance(reading.total)), 1e-12)


def lit_solids(
    shoot: Shoot, solids: Sequence[SetSolid], go_on: Callable[[float], bool] | None = None
) -> tuple[LitSolid, ...]:
    """The light of a set on its solids.

    Source: [Palmer2010].

    Parameters
    ----------
    shoot: the document.
    solids: what stands in the set.
    go_on: asked now and then whether to go on.

    Returns
    -------
    tuple: one for each solid, in their order.
    """
    meshes = []
    for solid in solids:
        slender = np.sort(np.ptp(solid.corners, axis=0))[1] < SLENDER
        fine = cut_fine(solid.corners, solid.faces, EDGE["stand"] if slender else EDGE[solid.sort])
        meshes.append(shaded(*fine))
    apart = dict(SPREAD)
    for _ in range(6):
        picked = [
            _chosen(places, normals, apart[solid.sort])
            for solid, (places, normals, _) in zip(solids, meshes, strict=True)
        ]
        total = sum(len(p) for s, p in zip(solids, picked, strict=True) if not s.shines)
        if total <= MOST_READ:
            break
        apart = {sort: value * 1.05 * (total / MOST_READ) ** 0.5 for sort, value in apart.items()}
    meters: list[Meter] = []
    for k, (solid, (places, normals, _), chosen) in enumerate(zip(solids, meshes, picked, strict=True)):
        if solid.shines:
            continue
        for n in chosen:
            meters.append(Meter(id=f"{k} {n}", position=places[n] + OFF * normals[n], normal=normals[n]))
            if max(solid.passes) > 0.0:
                behind = places[n] - (solid.deep + OFF) * normals[n]
                meters.append(Meter(id=f"{k} {n} behind", position=behind, normal=-normals[n]))
    scene = picture_scene(shoot.brief, shoot.design)
    solved = solve(replace(scene, clouds=(), moves={}), EFFORT)
    weights = scene_builder.lamp_weights(shoot.brief)
    readings = measure(solved, meters, go_on).readings(weights)
    key = _key(shoot, weights)
    found = []
    for k, (solid, (places, normals, faces), chosen) in enumerate(zip(solids, meshes, picked, strict=True)):
        if solid.shines or not len(chosen):
            light = np.tile(np.array(solid.colour) * 8.0, (len(places), 1))
            found.append(
                LitSolid(solid=solid, places=places, faces=faces, light=light, stops=np.full(len(places), 3.0))
            )
            continue
        front = np.array([np.maximum(readings[f"{k} {n}"].total, 0.0) for n in chosen]) / key
        out = front * np.array(solid.colour)
        if max(solid.passes) > 0.0:
            behind = np.array([np.maximum(readings[f"{k} {n} behind"].total, 0.0) for n in chosen]) / key
            out = out + behind * np.array(solid.passes)
        level = np.log2(np.maximum([float(luminance(row)) for row in front], DARK))
        spread = _between(places, normals, chosen, np.column_stack([out, level]), apart[solid.sort])
        found.append(LitSolid(solid=solid, places=places, faces=faces, light=spread[:, :3], stops=spread[:, 3]))
    return tuple(found)
