"""How bright the room's surfaces are against the key, and the fewest flags that bring them under their limits."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.geometry.beams import Shade, shade_for
from wenlo.core.modifiers.flagging import flag_axes, flag_panel, spared
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.cards import in_frame
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve

Vector = NDArray[np.float64]

OUT = 0.4
"""How far from the source a flag stands, if the room is that large. [m]"""

OUT_OF_LAMP = 0.25
"""How far from the lamp. [m]"""

SLACK = 0.1
"""A limit is kept if it is passed by no more. [stop]"""

LEAST_BRINGS = 0.1
"""A flag that brings less is not worth its stand. [stop]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class Placed:
    """A flag in place: for which surface, at the sheet or at the lamp, the panel, how wide its edge is on the surface
    [m], and whether it was cut short.
    """

    surface: str
    at: str
    panel: Panel
    edge: float
    cut_short: bool

    @property
    def size(self) -> tuple[float, float]:
        """Width and height. [m]"""
        return float(np.linalg.norm(self.panel.edge_v)), float(np.linalg.norm(self.panel.edge_u))

    @property
    def middle(self) -> Vector:
        """Its middle, shape (3,). [m]"""
        place: Vector = self.panel.origin + self.panel.edge_u / 2 + self.panel.edge_v / 2
        return place

    @property
    def corners(self) -> Vector:
        """Its corners in turn, shape (4, 3). [m]"""
        p = self.panel
        return np.array([p.origin, p.origin + p.edge_v, p.origin + p.edge_u + p.edge_v, p.origin + p.edge_u])


@dataclass(frozen=True, kw_only=True, eq=False)
class Flagged:
    """The fewest flags, and the surfaces' levels without and with them against the key [stop]; ``key`` is what they
    cost it.
    """

    flags: tuple[Placed, ...]
    before: Mapping[str, float]
    after: Mapping[str, float]
    key: float


def surface_levels(brief: Brief, scene: LightScene, design: ModifierParameters) -> tuple[dict[str, float], float]:
    """Mean light on the front of every room surface against the key [stop], and the key. [lx] or [lx·s]"""
    solved, weights = solve(scene, DRAFT), scene_builder.lamp_weights(brief)
    eye = scene_builder.face(brief)
    meter = Meter(id="key", position=eye, normal=scene_builder.toward_source(brief, design))
    key = float(luminance(measure(solved, [meter]).readings(weights)["key"].total))
    factors = np.array([weights[lamp.id] for lamp in scene.lamps]).reshape(-1, 3) * solved.patches.packed.colours
    lux = luminance(np.einsum("ngk,gk->nk", solved.patches.incident, factors))
    packed, found = solved.patches.packed, {}
    for row, shape in enumerate(packed.shapes):
        if shape.role != "room":
            continue
        count = int(packed.divisions[row].prod())
        first = int(packed.first[row])
        here = slice(first, first + count)
        mean = float(np.average(lux[here], weights=packed.area[here]))
        found[shape.id] = stops_between(max(mean, 1e-9), max(key, 1e-9))
    return found, key


def broken(brief: Brief, levels: Mapping[str, float]) -> dict[str, float]:
    """By how much surfaces are brighter than their limits. [stop]"""
    limits = brief.dark.limits
    return {
        name: levels[name] - limit for name, limit in limits.items() if name in levels and levels[name] > limit + SLACK
    }


def place_flags(brief: Brief, design: ModifierParameters, surface: Panel) -> tuple[Placed, ...]:
    """Flags between a surface and what lights it: one at the source, clear of the key's way, one at the lamp, clear of
    its way to the source. None where there is no place.
    """
    source, lamp = design.source_centre, design.lamp_position
    found = [
        _placed(brief, surface, source, scene_builder.face(brief), math.hypot(*design.source_size) / 2, OUT, "sheet")
    ]
    if float(np.linalg.norm(lamp - source)) > 2.0 * OUT_OF_LAMP:
        found.append(_placed(brief, surface, lamp, source, max(brief.lamp.type.size) / 2, OUT_OF_LAMP, "lamp"))
    return tuple(flag for flag in found if flag is not None)


def _placed(
    brief: Brief, surface: Panel, source: Vector, spare: Vector, radius: float, out: float, at: str
) -> Placed | None:
    corners = np.array(
        [surface.origin + a * surface.edge_u + b * surface.edge_v for a in (0.02, 0.98) for b in (0.02, 0.98)]
    )
    way = corners.mean(axis=0) - source
    away = float(np.linalg.norm(way))
    # corners beside or behind what shines cannot be shaded by one flag square to the way to the middle
    ahead = (corners - source) @ (way / away) > 0.05 * away
    if ahead.sum() < 2:
        return None
    shade = shade_for(source, corners[ahead], at=min(max(out / away, 0.05), 0.9), lamp_half=radius)
    made, cut_short = spared(shade, source, spare, radius)
    clear = _out_of_frame(brief, made, source)
    if clear is None:
        return None
    cut_short = cut_short or clear is not made
    flag = flag_panel(f"flag at the {at} for the {surface.id}", clear, source, brief)
    return None if flag is None else Placed(surface=surface.id, at=at, panel=flag, edge=shade.edge, cut_short=cut_short)


def _out_of_frame(brief: Brief, shade: Shade, source: Vector) -> Shade | None:
    # cut at the side where the least of it has to go for it to be out of the picture; None if it never is
    level, upright = flag_axes(shade, source)

    def seen(middle: Vector, half: tuple[float, float]) -> bool:
        steps = np.linspace(-1.0, 1.0, 9)
        u, v = (grid.reshape(-1, 1) for grid in np.meshgrid(steps, steps))
        return in_frame(brief, middle + u * half[0] * level + v * half[1] * upright)

    if not seen(shade.middle, shade.half):
        return shade
    for kept in np.linspace(0.9, 0.2, 8):
        for axis, along in ((1, upright), (0, level)):
            for side in (1.0, -1.0):
                half = (shade.half[0] * (kept if axis == 0 else 1.0), shade.half[1] * (kept if axis == 1 else 1.0))
                middle = shade.middle + side * (1.0 - kept) * shade.half[axis] * along
                if not seen(middle, half):
                    return Shade(middle=middle, half=half, edge=shade.edge)
    return None


def fewest_flags(
    brief: Brief, design: ModifierParameters, *, told: Callable[[int, int], bool] | None = None
) -> Flagged | None:
    """Flags for the surfaces over their limits, and of those only as many as are needed; None if the set is not in its
    room.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    told: called with how many sets are solved of how many at most; false ends the search with the flags so far.
    """
    if not scene_builder.fits_in_room(brief, design):
        return None
    scene = scene_builder.whole_scene(brief, design)
    before, key = surface_levels(brief, scene, design)
    over = broken(brief, before)
    panels = {shape.id: shape for shape in scene.panels if isinstance(shape, Panel)}
    flags = [flag for name in over for flag in place_flags(brief, design, panels[name])]
    steps = 1 + 2 * len(flags)

    def levels(chosen: list[Placed]) -> tuple[dict[str, float], float]:
        return surface_levels(brief, replace(scene, panels=(*scene.panels, *(f.panel for f in chosen))), design)

    def missed(found: Mapping[str, float]) -> float:
        return sum(broken(brief, found).values())

    done = 1
    after, shaded = levels(flags) if flags else (before, key)
    for flag in sorted(flags, key=lambda f: -f.size[0] * f.size[1]):
        done += 1
        if told is not None and not told(done, steps):
            break
        fewer = [f for f in flags if f is not flag]
        without, lit = levels(fewer) if fewer else (before, key)
        # gone if the others do it as well
        if missed(without) <= missed(after) + LEAST_BRINGS:
            flags, after, shaded = fewer, without, lit
    return Flagged(flags=tuple(flags), before=before, after=after, key=stops_between(max(key, 1e-9), max(shaded, 1e-9)))
