"""Lines of parts as they are seen from somewhere: what step pictures and dimensioned views are drawn of."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Part
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.instructions.drawing_scene import feature_edges, with_cells
from wenlo.core.instructions.hidden_lines import depth_of, seen_parts

Array = NDArray[np.float64]
Path = tuple[tuple[float, float], ...]


@dataclass(frozen=True, kw_only=True, eq=False)
class LineMesh:
    """A part as lines are drawn of it: creases, and ``shared`` with every other edge its two triangles, for outlines
    that depend on the view.
    """

    points: Array
    triangles: NDArray[np.int64]
    edges: NDArray[np.int64]
    shared: NDArray[np.int64]
    normals: Array

    def drawn(self, view: Array) -> NDArray[np.int64]:
        """Edges that are drawn in a view: creases, and outlines of what is round, shape (E, 2)."""
        facing = self.normals @ view[2] < 0.0
        outline = facing[self.shared[:, 2]] != facing[self.shared[:, 3]]
        return np.concatenate([self.edges, self.shared[outline, :2]])


def line_mesh(part: Part, turned: PartPose | None = None) -> LineMesh:
    """The lines of a part; in the coordinates of ``turned`` where that is told."""
    mesh = part.body.to_mesh()
    points = np.asarray(mesh.vert_properties, dtype=float)[:, :3]
    triangles = np.asarray(mesh.tri_verts, dtype=np.int64)
    points, edges = with_cells(part, points, feature_edges(points, triangles))
    if turned is not None:
        points = turned.own(points)
    a, b, c = (points[triangles[:, k]] for k in range(3))
    sides = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    owner = np.tile(np.arange(len(triangles)), 3)
    keys = np.sort(sides, axis=1)
    order = np.lexsort((keys[:, 1], keys[:, 0]))
    keys, owner = keys[order], owner[order]
    first = np.flatnonzero(np.all(keys[:-1] == keys[1:], axis=1))
    shared = np.column_stack([keys[first], owner[first], owner[first + 1]])
    # creases are drawn in every view
    count = len(points)
    soft = ~np.isin(shared[:, 0] * count + shared[:, 1], edges[:, 0] * count + edges[:, 1])
    return LineMesh(
        points=points, triangles=triangles, edges=edges, shared=shared[soft], normals=np.cross(b - a, c - a)
    )


def scaled(points: Array, view: Array, cells: float) -> tuple[Array, float, Array]:
    """Where points come in a view, how many cells a metre is, and the corner of all."""
    flat = points @ view.T
    low, high = flat.min(axis=0), flat.max(axis=0)
    scale = cells / max(float((high - low)[:2].max()), 1e-6)
    return flat, scale, low


def depth_buffer(
    meshes: Mapping[str, LineMesh], drawn: Sequence[str], flat: Array, scale: float, low: Array
) -> tuple[Array, dict[str, Array]]:
    """The depth of some parts in a view, and where their points come in it; points of all in ``flat``."""
    places, triangles, at = {}, [], 0
    points = (flat - low) * scale + 2.0
    for id in drawn:
        mesh = meshes[id]
        places[id] = points[at : at + len(mesh.points)]
        triangles.append(mesh.triangles + at)
        at += len(mesh.points)
    size = np.ceil(points[:, :2].max(axis=0)).astype(int) + 3
    return depth_of(points, np.concatenate(triangles), int(size[0]), int(size[1])), places


def seen_lines(
    meshes: Mapping[str, LineMesh],
    ids: Sequence[str],
    places: Mapping[str, Array],
    depth: Array,
    view: Array,
    unit: float,
) -> Iterator[Path]:
    """Stretches of the edges of some parts that are seen, in units of the picture.

    Source: [Catmull1974].

    Parameters
    ----------
    meshes: by the parts' ids.
    ids: whose edges.
    places, depth: of :func:`depth_buffer`.
    view: rows to the right, down and away from who looks.
    unit: of the picture, to a cell of the buffer.
    """
    for id in ids:
        mine, edges = places[id], meshes[id].drawn(view)
        starts, ends = mine[edges[:, 0]], mine[edges[:, 1]]
        stretches = seen_parts(depth, starts, ends)
        for a, b, seen in zip(starts, ends, stretches, strict=True):
            for begin, end in seen:
                yield tuple(
                    (round(float(p[0]) * unit, 1), round(float(p[1]) * unit, 1))
                    for p in (a + begin * (b - a), a + end * (b - a))
                )


def joined(paths: Iterator[Path]) -> tuple[Path, ...]:
    """Paths of which stretches that go on where others end are one."""
    ends: dict[tuple[float, float], list[int]] = {}
    found: list[list[tuple[float, float]] | None] = []
    for path in paths:
        if path[0] == path[1]:
            continue
        line = list(path)
        for end, at_start in ((line[0], True), (line[-1], False)):
            mine = [k for k in ends.get(end, []) if found[k] is not None]
            if mine:
                other = found[mine[0]]
                if other is None:
                    continue
                # only where the other one ends there, and goes the same way
                if other[-1] == end and at_start:
                    other += line[1:]
                    ends.setdefault(other[-1], []).append(mine[0])
                    line = []
                    break
        if line:
            found.append(line)
            ends.setdefault(line[-1], []).append(len(found) - 1)
    return tuple(tuple(line) for line in found if line)
