"""A picture of every step: what is there in thin lines, what is added in bold ones, where screws go, what it is called.

The same lines are drawn on the page, on the phone and on paper; hidden ones are left out once, here.
"""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.instructions.drawing_scene import feature_edges
from wenlo.core.instructions.hidden_lines import CELLS, depth_of, seen_parts, seen_shares

Array = NDArray[np.float64]
Path = tuple[tuple[float, float], ...]

TURNS = tuple(math.radians(a) for a in (-32, 28, 148, 212))
RISES = (math.radians(24), math.radians(-20))
"""Eight views: before and behind, from both sides, from above and from below."""

TRIED = 220
"""Cells of the buffer by which a view is chosen."""

LEAST_SEEN = 0.05
"""Of the edges of everything that is added, so much is seen in the view that is taken."""

SCREW_OUT = 0.06
"""The axis of a screw is drawn so far out of its head. [m]"""

BOX = 320.0
"""The picture is so wide or high, in units of its lines."""


@dataclass(frozen=True, kw_only=True)
class PictureLabel:
    """What a part is called, and where. ``x`` and ``y`` in units of the picture, from its upper left corner."""

    text: str
    x: float
    y: float


@dataclass(frozen=True, kw_only=True)
class StepPicture:
    """Lines of one picture, in units from its upper left corner: what was there, what is added, outlines of what is
    added behind other things, axes of screws; ``shown`` is how much of each added part is seen.
    """

    width: float
    height: float
    present: tuple[Path, ...]
    added: tuple[Path, ...]
    behind: tuple[Path, ...]
    screws: tuple[Path, ...]
    labels: tuple[PictureLabel, ...]
    shown: Mapping[str, float]


@dataclass(frozen=True, kw_only=True, eq=False)
class _Mesh:
    # with every edge of two triangles, the edge and both of them, for outlines that depend on the view
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


def parts_by_step(assembly: Assembly, fitted: Sequence[Sequence[str]]) -> list[tuple[str, ...]]:
    """Ids of the parts that each step adds.

    Parameters
    ----------
    assembly: the built thing.
    fitted: for each step the labels of the pieces and sheets that it fits, and what is bought for it; what is neither
        comes with the last of what it joins.
    """
    when: dict[str, int] = {}
    for k, step in enumerate(fitted):
        for name in step:
            when.setdefault(name, k)
    known: dict[str, int] = {}
    for part in assembly.parts:
        name = part.label or ("" if part.role == "fitting" else part.item)
        if name in when:
            known[part.id] = when[name]
    beside: dict[str, set[str]] = {p.id: set() for p in assembly.parts}
    for joint in assembly.joints:
        for id in joint.parts:
            if id in beside:
                beside[id] |= set(joint.parts)
    # what has no label of its own waits for what it holds
    for _ in range(3):
        for part in assembly.parts:
            if part.id not in known:
                near = [known[id] for id in beside[part.id] if id in known]
                if near:
                    known[part.id] = max(near)
    last = len(fitted) - 1
    return [
        tuple(p.id for p in assembly.parts if min(known.get(p.id, last), last) == step) for step in range(len(fitted))
    ]


def step_pictures(assembly: Assembly, fitted: Sequence[Sequence[str]]) -> list[StepPicture | None]:
    """A picture for each step that adds something; None for the others.

    Parameters
    ----------
    assembly: the built thing.
    fitted: as for :func:`parts_by_step`.
    """
    meshes = {part.id: _mesh(part) for part in assembly.parts}
    there: list[str] = []
    found: list[StepPicture | None] = []
    for added in parts_by_step(assembly, fitted):
        found.append(_picture(assembly, meshes, there, added) if added else None)
        there += added
    return found


def _mesh(part: Part) -> _Mesh:
    mesh = part.body.to_mesh()
    points = np.asarray(mesh.vert_properties, dtype=float)[:, :3]
    triangles = np.asarray(mesh.tri_verts, dtype=np.int64)
    edges = feature_edges(points, triangles)
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
    return _Mesh(points=points, triangles=triangles, edges=edges, shared=shared[soft], normals=np.cross(b - a, c - a))


def _view(turn: float, rise: float) -> Array:
    # rows: to the right, down, away from who looks; z of the thing is up
    away = np.array([math.sin(turn) * math.cos(rise), math.cos(turn) * math.cos(rise), -math.sin(rise)])
    right = np.array([math.cos(turn), -math.sin(turn), 0.0])
    return np.stack([right, np.cross(away, right), away])


def _scaled(points: Array, view: Array, cells: float) -> tuple[Array, float, Array]:
    # where points come in the view; how many cells a metre is; the corner
    flat = points @ view.T
    low, high = flat.min(axis=0), flat.max(axis=0)
    scale = cells / max(float((high - low)[:2].max()), 1e-6)
    return flat, scale, low


def _shares(meshes: Mapping[str, _Mesh], drawn: Sequence[str], added: Sequence[str], view: Array) -> list[float]:
    # of the edges of each part that is added, how much is seen
    flat, scale, low = _scaled(np.concatenate([meshes[id].points for id in drawn]), view, TRIED)
    depth, places = _depth(meshes, drawn, flat, scale, low)
    shares = []
    for id in added:
        mine, edges = places[id], meshes[id].drawn(view)
        starts, ends = mine[edges[:, 0]], mine[edges[:, 1]]
        long = np.linalg.norm((ends - starts)[:, :2], axis=1)
        seen = seen_shares(depth, starts, ends)
        shares.append(float((long * seen).sum() / max(long.sum(), 1e-9)))
    return shares


def _depth(
    meshes: Mapping[str, _Mesh], drawn: Sequence[str], flat: Array, scale: float, low: Array
) -> tuple[Array, dict[str, Array]]:
    places, triangles, at = {}, [], 0
    points = (flat - low) * scale + 2.0
    for id in drawn:
        mesh = meshes[id]
        places[id] = points[at : at + len(mesh.points)]
        triangles.append(mesh.triangles + at)
        at += len(mesh.points)
    size = np.ceil(points[:, :2].max(axis=0)).astype(int) + 3
    return depth_of(points, np.concatenate(triangles), int(size[0]), int(size[1])), places


def _picture(
    assembly: Assembly, meshes: Mapping[str, _Mesh], there: Sequence[str], added: Sequence[str]
) -> StepPicture:
    drawn = [*there, *added]
    views = [_view(turn, rise) for rise in RISES for turn in TURNS]
    shares = [_shares(meshes, drawn, added, view) for view in views]
    # the first that shows a little of everything, else the one that shows most of what is seen least
    best = next((k for k, s in enumerate(shares) if min(s) >= LEAST_SEEN), int(np.argmax([min(s) for s in shares])))
    view = views[best]
    flat, scale, low = _scaled(np.concatenate([meshes[id].points for id in drawn]), view, CELLS)
    depth, places = _depth(meshes, drawn, flat, scale, low)
    unit = BOX / CELLS

    def lines(ids: Sequence[str]) -> Iterator[Path]:
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

    def place(point: Sequence[float] | Array) -> tuple[float, float]:
        x, y, _ = ((view @ np.asarray(point) - low) * scale + 2.0) * unit
        return round(float(x), 1), round(float(y), 1)

    # what no view shows is drawn through what hides it
    covered = [id for id, share in zip(added, shares[best], strict=True) if share < LEAST_SEEN]
    behind = (
        tuple((round(float(x) * unit, 1), round(float(y) * unit, 1)) for x, y in places[id][pair, :2])
        for id in covered
        for pair in meshes[id].drawn(view)
    )
    new = set(added)
    driven = [
        (place(np.array(f.head) - SCREW_OUT * np.array(f.direction)), place(f.head))
        for joint in assembly.joints
        if new & set(joint.parts) and set(joint.parts) <= set(drawn)
        for f in joint.fasteners
    ]
    high, wide = depth.shape
    return StepPicture(
        width=round(wide * unit, 1),
        height=round(high * unit, 1),
        present=_joined(lines(there)),
        added=_joined(lines(added)),
        behind=_joined(behind),
        screws=tuple(driven),
        labels=tuple(_labels([(p.label, *place(p.centre)) for p in assembly.parts if p.id in new and p.label])),
        shown=dict(zip(added, shares[best], strict=True)),
    )


def _joined(paths: Iterator[Path]) -> tuple[Path, ...]:
    # stretches that go on where others end are one line
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


LABEL_HIGH, LABEL_WIDE = 11.0, 7.5
"""Of a label: its line, and each of its letters, in units of the picture."""


def _labels(wanted: Sequence[tuple[str, float, float]]) -> Iterator[PictureLabel]:
    # each where its part is, or as near as it is free of the others
    taken: list[tuple[float, float, float]] = []
    for text, x, y in wanted:
        half = LABEL_WIDE * len(text) / 2
        for step in range(24):
            turn, away = step * 2.4, 5.0 * math.sqrt(step)
            at = (x + away * math.cos(turn), y + away * math.sin(turn))
            if all(abs(at[0] - u) > half + h or abs(at[1] - v) > LABEL_HIGH for u, v, h in taken):
                break
        taken.append((at[0], at[1], half))
        yield PictureLabel(text=text, x=round(at[0], 1), y=round(at[1], 1))
