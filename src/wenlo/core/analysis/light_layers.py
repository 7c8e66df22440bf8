"""The light over the room, layer by layer: at the height of the face, and on every surface, in stops from the key."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import luminance
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.scene.stand_in import ground_shapes
from wenlo.core.transport.maps import LightMap, Weights, area_map, surface_map
from wenlo.core.transport.measure import measure, read
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import Effort, Solved, solve

Array = NDArray[np.float64]

Layer = Literal[
    "face_level",
    "action",
    "floor",
    "ceiling",
    "backdrop",
    "left wall",
    "right wall",
    "end wall",
    "wall behind the camera",
    "left slope",
    "right slope",
    "sheet",
    "table",
    "thing",
]

ACTION_ACROSS, ACTION_DEEP = 9, 7
CELL = 0.28
MOST_CELLS = 18
EFFORT = Effort(sides=260, samples=1, rays=64, pairs=1, error=0.08, most_paths=512)
OFF_THE_WALLS = 0.06
"""The layer at the height of the face ends this far before the walls. [m]"""


@dataclass(frozen=True, kw_only=True)
class ActionHold:
    """How even an action area is: ``range`` from best to worst [stop], and the window of levels about the mark's own,
    as wide as the key may vary, that holds the largest ``share`` of it. [stop from the key]
    """

    range: float
    low: float
    high: float
    share: float


def holding(stops: Array, vary: float) -> ActionHold:
    """The evenness of an action area.

    Parameters
    ----------
    stops: from the key, any shape, every place of the same weight.
    vary: how far the key may vary. [stop]
    """
    flat = np.sort(stops.reshape(-1))
    # a window that holds the mark starts at a place at or under it, or ends at one over it
    starts = np.concatenate(
        [flat[(flat <= 0.0) & (flat >= -vary)], flat[(flat >= 0.0) & (flat <= vary)] - vary, [-vary / 2]]
    )
    inside = [
        (int(np.sum((flat >= s - 1e-9) & (flat <= s + vary + 1e-9))), -abs(s + vary / 2), float(s)) for s in starts
    ]
    count, _, low = max(inside)
    return ActionHold(range=float(flat[-1] - flat[0]), low=low, high=low + vary, share=count / len(flat))


@dataclass(frozen=True, kw_only=True, eq=False)
class LightLayer:
    """Stops from the key over a layer, shape (V, U), rows from the front, or from the bottom, of what is drawn.

    ``width`` and ``height`` of the layer [m]; ``error`` is the worst 95 % half-width where the light is within six
    stops of the key [stop]; ``key`` the reading it counts from [lx or lx·s at the lamp's full power]; ``centre`` of a
    level layer, to the right and behind the subject [m]; ``holds`` what of an action area holds.
    """

    width: float
    height: float
    stops: Array
    error: float
    key: float
    centre: tuple[float, float] = (0.0, 0.0)
    holds: ActionHold | None = None


def _cells(length: float) -> int:
    return int(np.clip(round(length / CELL), 6, MOST_CELLS))


def _upright(found: LightMap, panel: Panel) -> tuple[LightMap, float, float]:
    # rows from the bottom up and columns from left to right as one faces the surface, or sees the floor from above
    u, v = float(np.linalg.norm(panel.edge_u)), float(np.linalg.norm(panel.edge_v))
    places, lux, error = found.places, found.lux, found.error
    vertical = abs(panel.normal[2]) < 0.5
    first = 2 if vertical else 1
    if abs(panel.edge_u[first]) > abs(panel.edge_v[first]):
        places, lux, error, u, v = places.transpose(1, 0, 2), lux.T, error.T, v, u
    if places[0, 0, first] > places[-1, 0, first]:
        places, lux, error = places[::-1], lux[::-1], error[::-1]
    toward = panel.normal if vertical else np.array([0.0, -1.0, 0.0])
    # to the right of somebody who looks against the surface's front
    right = np.array([-toward[1], toward[0], 0.0])
    if float((places[0, -1] - places[0, 0]) @ right) < 0.0:
        places, lux, error = places[:, ::-1], lux[:, ::-1], error[:, ::-1]
    return LightMap(places=places, lux=lux, error=error), u, v


def _surface(
    brief: Brief, design: ModifierParameters, shapes: Sequence[Shape], layer: Layer, thing: int
) -> Panel | None:
    # the flat surface that a layer names; of furniture its top, of a table a thin layer over it
    if layer == "table":
        top = next((s for s in ground_shapes(brief) if s.id == "table"), None)
        return top if isinstance(top, Panel) else None
    names: tuple[str, ...] = (layer,)
    if layer == "thing":
        key = next(iter(list(brief.things)[thing:]), "")
        names = (key, f"{key}/top")
    found = next((s for s in shapes if s.id in names), None)
    if not isinstance(found, Panel):
        return None
    if layer == "sheet":
        # what matters of a sheet is the light that it gets from the lamp
        toward_lamp = design.lamp_position - found.origin - found.edge_u / 2 - found.edge_v / 2
        if float(found.normal @ toward_lamp) < 0.0:
            return replace(found, edge_u=found.edge_v, edge_v=found.edge_u, outline=None)
    return found


def light_layer(
    brief: Brief,
    design: ModifierParameters,
    layer: Layer,
    *,
    thing: int = 0,
    go_on: Callable[[float], bool] | None = None,
) -> LightLayer | None:
    """Read the light over a layer; None when the set does not fit the room, so that its walls are not known.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    layer: at the height of the face the receptors face as the key's does; on surfaces they face the room.
    thing: which of the things in the set, for the layer of that name.
    go_on: asked now and then whether to go on.
    """
    if not scene_builder.fits_in_room(brief, design):
        return None
    solved = solve(scene_builder.whole_scene(brief, design), EFFORT)
    weights = scene_builder.lamp_weights(brief)
    key_meter = next(m for m in scene_builder.meters(brief, design) if m.id == "key")
    key = float(luminance(measure(solved, [key_meter]).readings(weights)["key"].total))
    box, across = room_box(brief), 0.0
    if layer == "face_level":
        inset, level = 2 * OFF_THE_WALLS, float(scene_builder.face(brief)[2])
        left, right = box.span_at(level + OFF_THE_WALLS)
        width, height = right - left - inset, box.back - box.front - inset
        middle = np.array([(left + right) / 2, (box.front + box.back) / 2, level])
        across = float(middle[0])
        found = area_map(
            solved,
            middle=middle,
            across=np.array([width, 0.0, 0.0]),
            along=np.array([0.0, height, 0.0]),
            normal=key_meter.normal,
            nu=_cells(width),
            nv=_cells(height),
            weights=weights,
            go_on=go_on,
        )
    elif layer == "action":
        return _action(brief, solved, key_meter, key, weights, go_on)
    else:
        panel = _surface(brief, design, solved.scene.panels, layer, thing)
        if panel is None:
            return None
        if layer == "ceiling":
            # under a sloping roof only its level part
            across = float(panel.origin[0] + (panel.edge_u + panel.edge_v)[0] / 2)
        u, v = float(np.linalg.norm(panel.edge_u)), float(np.linalg.norm(panel.edge_v))
        raw = surface_map(solved, panel, nu=_cells(u), nv=_cells(v), weights=weights, go_on=go_on)
        found, width, height = _upright(raw, panel)
    stops = found.stops(key)
    near = stops > -6.0
    error = np.log2(1.0 + found.error[near] / np.maximum(found.lux[near], 1e-30)) if np.any(near) else np.zeros(1)
    middle_y = (box.front + box.back) / 2
    return LightLayer(
        width=width, height=height, stops=stops, error=float(error.max()), key=key, centre=(across, middle_y)
    )


def _action(
    brief: Brief, solved: Solved, key_meter: Meter, key: float, weights: Weights, go_on: Callable[[float], bool] | None
) -> LightLayer:
    # the top and the bottom of the band; what is drawn is the one that strays farther from the key
    area, face = brief.action, scene_builder.face(brief)
    levels = sorted({face[2] - area.band / 2, face[2] + area.band / 2})
    found = [
        area_map(
            solved,
            middle=np.array([area.x, area.y, max(z, 0.02)]),
            across=np.array([area.width, 0.0, 0.0]),
            along=np.array([0.0, area.depth, 0.0]),
            normal=key_meter.normal,
            nu=ACTION_ACROSS,
            nv=ACTION_DEEP,
            weights=weights,
            go_on=go_on,
        )
        for z in levels
    ]
    stops = np.array([layer.stops(key) for layer in found])
    farthest = np.take_along_axis(stops, np.abs(stops).argmax(axis=0)[None], axis=0)[0]
    error = max(float(np.log2(1.0 + layer.error / np.maximum(layer.lux, 1e-30)).max()) for layer in found)
    return LightLayer(
        width=area.width,
        height=area.depth,
        stops=farthest,
        error=error,
        key=key,
        centre=(area.x, area.y),
        holds=holding(stops, area.vary),
    )


def action_range(brief: Brief, design: ModifierParameters, *, effort: Effort) -> float:
    """Stops from the best to the worst corner of the action area and its middle, the room's return left out. [stop]"""
    # a difference of readings wants each of them better
    finer = replace(effort, error=min(effort.error, 0.04), most_paths=max(effort.most_paths, 256))
    solved = solve(scene_builder.scene(brief, design, with_room=False), finer)
    area, face = brief.action, scene_builder.face(brief)
    normal = scene_builder.toward_source(brief, design)
    corners = [(u, v, w) for u in (-0.5, 0.5) for v in (-0.5, 0.5) for w in ((-0.5, 0.5) if u * v > 0 else (0.5,))]
    meters = [
        Meter(
            id=f"action {k}",
            normal=normal,
            position=np.array([area.x + u * area.width, area.y + v * area.depth, max(face[2] + w * area.band, 0.02)]),
        )
        for k, (u, v, w) in enumerate((*corners, (0.0, 0.0, 0.0)))
    ]
    lux = [max(float(luminance(r.total)), 1e-9) for r in read(solved, meters).values()]
    return float(np.log2(max(lux) / min(lux)))
