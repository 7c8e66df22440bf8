"""What is drawn of a built thing: every part's triangles, its feature edges, and where it goes when the thing is taken
apart on paper.
"""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.sheets import SheetSolid

CREASE = 0.87
"""Cosine between two faces from which on their edge is no line. [-]"""

APART, FITTINGS_APART = 0.3, 0.12
"""How far a part goes from the middle, as a share of its way there, and a fitting beyond that. [-], [m]"""

MOST_LINES = 40
"""So many lines between cells are drawn along a side at most."""

Array = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class DrawnPart:
    """A part as it is drawn: points, shape (N, 3) [m], triangles, shape (M, 3), and feature edges, shape (E, 2), by
    their points; the way it goes when all is taken apart, shape (3,). [m]
    """

    part: Part
    points: Array
    triangles: NDArray[np.int64]
    edges: NDArray[np.int64]
    explode: Array


def feature_edges(points: Array, triangles: NDArray[np.int64]) -> NDArray[np.int64]:
    """Edges between faces that differ, and those with one face alone.

    Parameters
    ----------
    points: shape (N, 3). [m]
    triangles: by their points, shape (M, 3).

    Returns
    -------
    NDArray: pairs of points, shape (E, 2).
    """
    a, b, c = (points[triangles[:, k]] for k in range(3))
    normals = np.cross(b - a, c - a)
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-18)
    sides = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    owner = np.tile(np.arange(len(triangles)), 3)
    keys = np.sort(sides, axis=1)
    order = np.lexsort((keys[:, 1], keys[:, 0]))
    keys, owner = keys[order], owner[order]
    same = np.all(keys[:-1] == keys[1:], axis=1)
    first = np.flatnonzero(same)
    smooth = np.einsum("ij,ij->i", normals[owner[first]], normals[owner[first + 1]]) > CREASE
    drop = np.zeros(len(keys), dtype=bool)
    drop[first[smooth]] = True
    drop[first + 1] = True
    return np.asarray(keys[~drop])


def with_cells(part: Part, points: Array, edges: NDArray[np.int64]) -> tuple[Array, NDArray[np.int64]]:
    """Points and edges with the lines between a part's cells on both of its faces; as they are for a part without.

    Parameters
    ----------
    part: of the built thing.
    points, edges: of its body in the set, shapes (N, 3) [m] and (E, 2).

    Returns
    -------
    The points first as they were, then the ends of the lines [m]; the edges likewise.
    """
    solid = part.solid
    if not isinstance(solid, SheetSolid) or solid.cells <= 0.0:
        return points, edges
    # more lines than can be told apart are drawn farther apart
    pitch = max(solid.cells, max(solid.width, solid.height) / MOST_LINES)
    w, h = solid.width / 2, solid.height / 2
    across = [((x, -h), (x, h)) for x in np.arange(-w + pitch, w - 1e-9, pitch)]
    along = [((-w, y), (w, y)) for y in np.arange(-h + pitch, h - 1e-9, pitch)]
    ends = [(*end, z) for z in (0.0, solid.thickness) for line in (*across, *along) for end in line]
    more = np.array([part.pose.place(end) for end in ends]).reshape(-1, 3)
    lines = len(points) + np.arange(len(more)).reshape(-1, 2)
    return np.concatenate([points, more]), np.concatenate([edges, lines])


def scene_of(assembly: Assembly) -> Iterator[DrawnPart]:
    """The parts of an assembly as they are drawn."""
    middle = assembly.centre
    for part in assembly.parts:
        mesh = part.body.to_mesh()
        points = np.asarray(mesh.vert_properties, dtype=float)[:, :3]
        triangles = np.asarray(mesh.tri_verts, dtype=np.int64)
        way = part.centre - middle
        explode = APART * way
        if part.source == "bought":
            explode = explode + FITTINGS_APART * way / max(float(np.linalg.norm(way)), 1e-9)
        points, edges = with_cells(part, points, feature_edges(points, triangles))
        yield DrawnPart(part=part, points=points, triangles=triangles, edges=edges, explode=explode)
