"""Views square on of each rigid part of a built thing, with its measures: over all, and where bars begin and end."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Assembly, BuiltGroup, Part
from wenlo.core.fabrication.assembly.solids import BarSolid
from wenlo.core.instructions.line_drawing import LineMesh, Path, depth_buffer, joined, line_mesh, scaled, seen_lines
from wenlo.core.instructions.step_pictures import PictureLabel, placed_labels

Array = NDArray[np.float64]

ViewName = Literal["front", "side", "top"]

VIEWS: dict[ViewName, Array] = {
    "front": np.array([[1.0, 0.0, 0.0], [0.0, 0.0, -1.0], [0.0, 1.0, 0.0]]),
    "side": np.array([[0.0, -1.0, 0.0], [0.0, 0.0, -1.0], [1.0, 0.0, 0.0]]),
    "top": np.array([[1.0, 0.0, 0.0], [0.0, -1.0, 0.0], [0.0, 0.0, -1.0]]),
}
"""Rows to the right, down and away from who looks, in a part's own axes."""

WIDE = 300.0
"""The longest side of a drawing, in its units."""

CELLS = 700
"""And in cells of the depth buffer."""

FLAT = 0.03
"""A view of something that is no thicker shows nothing. [m]"""

CLOSE = 0.0015
"""Marks that are nearer to one another are one. [m]"""

THIN = 0.006
"""Cloth, boards and fittings that stand out no farther have no measure of their own. [m]"""

BEHIND = 5.0
"""Bars whose middles are so near to one another in a drawing lie behind one another, in its units."""

MOST_MARKS = 8
"""Of a chain; where there are more, only the ends of the whole are told."""

ROW, FIRST = 16.0, 18.0
"""Between chains of dimensions, and from the drawing to the first, in units of the drawing."""


@dataclass(frozen=True, kw_only=True)
class DimensionLine:
    """A measure from ``start`` to ``end``, in units of the drawing from its upper left corner; its ``value`` [m]."""

    start: tuple[float, float]
    end: tuple[float, float]
    value: float


@dataclass(frozen=True, kw_only=True)
class DimensionedView:
    """A view of a rigid part (``group``): lines that are seen, names of the pieces and measures, in units of the
    drawing; ``scale`` is how many of them are a metre.
    """

    group: str
    name: ViewName
    width: float
    height: float
    scale: float
    lines: tuple[Path, ...]
    labels: tuple[PictureLabel, ...]
    dimensions: tuple[DimensionLine, ...]


def dimensioned_views(assembly: Assembly) -> tuple[DimensionedView, ...]:
    """Views of every rigid part of a built thing that show more than an edge.

    Parameters
    ----------
    assembly: the built thing.
    """
    found = []
    for group in assembly.groups:
        parts = [assembly.by_id[id] for id in group.parts if id in assembly.by_id]
        if parts:
            found += list(_views(group, parts))
    return tuple(found)


def _views(group: BuiltGroup, parts: Sequence[Part]) -> Iterator[DimensionedView]:
    meshes = {part.id: line_mesh(part, group.pose) for part in parts}
    corners = np.concatenate([mesh.points for mesh in meshes.values()])
    size = np.ptp(corners, axis=0)
    for name, view in VIEWS.items():
        across = np.abs(view[:2]) @ size
        # a flat thing is told by the view that it lies in, and by one of its edges
        if name == "top" and (across.min() < FLAT or size[1] < FLAT):
            continue
        yield _view(group, parts, meshes, name, view)


def _view(
    group: BuiltGroup, parts: Sequence[Part], meshes: dict[str, LineMesh], name: ViewName, view: Array
) -> DimensionedView:
    ids = [part.id for part in parts]
    flat, per_metre, low = scaled(np.concatenate([meshes[id].points for id in ids]), view, CELLS)
    depth, places = depth_buffer(meshes, ids, flat, per_metre, low)
    unit = WIDE / CELLS
    high, wide = depth.shape

    def place(at: Array) -> tuple[float, float]:
        x, y, _ = ((view @ at - low) * per_metre + 2.0) * unit
        return round(float(x), 1), round(float(y), 1)

    named = []
    for part in parts:
        middle = meshes[part.id].points
        if part.label and isinstance(part.solid, BarSolid):
            named.append((part.label, *place((middle.min(axis=0) + middle.max(axis=0)) / 2)))
    bounds = {id: np.array([mesh.points.min(axis=0), mesh.points.max(axis=0)]) for id, mesh in meshes.items()}
    return DimensionedView(
        group=group.id,
        name=name,
        width=round(wide * unit, 1),
        height=round(high * unit, 1),
        scale=per_metre * unit,
        lines=joined(seen_lines(meshes, ids, places, depth, view, unit)),
        labels=tuple(placed_labels(_one_behind_another(named))),
        dimensions=tuple(_dimensions(parts, bounds, view, low, per_metre * unit, 2.0 * unit)),
    )


def _one_behind_another(named: Sequence[tuple[str, float, float]]) -> list[tuple[str, float, float]]:
    # bars that lie behind one another are named together
    found: list[tuple[str, float, float]] = []
    for text, x, y in named:
        near = next((k for k, (_, u, v) in enumerate(found) if abs(u - x) < BEHIND and abs(v - y) < BEHIND), None)
        if near is None:
            found.append((text, x, y))
        else:
            found[near] = (f"{found[near][0]} {text}", *found[near][1:])
    return found


def _dimensions(
    parts: Sequence[Part], bounds: dict[str, Array], view: Array, low: Array, scale: float, inset: float
) -> Iterator[DimensionLine]:
    boxes = {}
    for part in parts:
        ends = bounds[part.id] @ view.T
        boxes[part.id] = np.array([ends.min(axis=0), ends.max(axis=0)])
    every = np.array(list(boxes.values()))
    whole_low, whole_high = every[:, 0].min(axis=0), every[:, 1].max(axis=0)
    for axis in (0, 1):
        marks = _marks(parts, boxes, axis, float(whole_low[axis]), float(whole_high[axis]))
        whole = [float(whole_low[axis]), float(whole_high[axis])]
        rows = [whole] if len(marks) <= 2 else [marks, whole]
        for k, row in enumerate(rows):
            # under the drawing, and to its left
            off = FIRST + k * ROW
            for start, end in pairwise(row):
                a, b = ((v - float(low[axis])) * scale + inset for v in (start, end))
                if axis == 0:
                    y = (float(whole_high[1]) - float(low[1])) * scale + inset + off
                    yield _line((a, y), (b, y), end - start)
                else:
                    yield _line((-off + inset, a), (-off + inset, b), end - start)


def _line(start: tuple[float, float], end: tuple[float, float], value: float) -> DimensionLine:
    return DimensionLine(
        start=(round(start[0], 1), round(start[1], 1)), end=(round(end[0], 1), round(end[1], 1)), value=value
    )


def _marks(parts: Sequence[Part], boxes: dict[str, Array], axis: int, low: float, high: float) -> list[float]:
    # faces of bars that run across the measure: where a post begins and ends, not how long a rail is
    bars = [part for part in parts if isinstance(part.solid, BarSolid)]
    found = [
        float(v)
        for part in bars
        for v in boxes[part.id][:, axis]
        if isinstance(part.solid, BarSolid) and np.ptp(boxes[part.id][:, axis]) < 0.5 * part.solid.length
    ]
    if not found:
        return [low, high]
    found += [end for end, nearest in ((low, min(found)), (high, max(found))) if abs(end - nearest) > THIN]
    marks: list[float] = []
    for value in sorted(found):
        if not marks or value - marks[-1] > CLOSE:
            marks.append(value)
    return marks if len(marks) <= MOST_MARKS else [low, high]
