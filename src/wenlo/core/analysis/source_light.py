"""The light of a modifier and its lamps alone: how the source looks from the face, its edge, key, loss and spill."""

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.apparent import (
    OUTLINE_THRESHOLD,
    PATTERN_THRESHOLD,
    Extent,
    SheetFigures,
    extent,
    shadow_scale,
    sheet_figures,
)
from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import Emitter, placed
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, Effort, Solved, solve
from wenlo.core.transport.source import LOOKS, source_seen
from wenlo.core.transport.view import SheetView, bare_light, spread_shares, view_sheet

Array = NDArray[np.float64]

MAP_CELLS = 48
"""Cells along each edge of the source's map."""
SPREAD_CELLS = 16
ROUGH_LOOKS = 2048
"""Directions in which a source is looked at when its map is coarse, too."""

SOURCE = "sheet"
"""Id of the panel that the subject sees shining; layers behind it are ``sheet 2`` …"""


@dataclass(frozen=True, kw_only=True)
class Light:
    """The modifier's own light at the subject, without the room. Lengths in m, light in lx or lx·s at full power;
    ``colour`` is that light for a white lamp, red, green and blue (3,).
    """

    view: SheetView
    across: Extent
    upright: Extent
    sheet: SheetFigures
    distance: float
    shadow_edge: float
    shadow_edge_upright: float
    key: float
    unscattered: float
    bare: float
    bare_at_sheet: float
    missed: float
    colour: Array
    alone: bool = True

    @property
    def lamp_hidden(self) -> bool:
        """Whether the lamp no longer shows: not by its outline, and inside of boxes, shades and rims not by the pattern
        of its glow.
        """
        outline = self.sheet.outline_contrast <= OUTLINE_THRESHOLD
        return outline and (self.alone or self.sheet.pattern <= PATTERN_THRESHOLD)

    @property
    def loss(self) -> float:
        """Stops from the bare lamp, aimed at the meter from where it hangs, to the modified reading."""
        return stops_between(self.bare, self.key)

    @property
    def loss_at_sheet(self) -> float:
        """Stops from the bare lamp at the sheet's place to the modified reading."""
        return stops_between(self.bare_at_sheet, self.key)


def _bare(emitter: Emitter, point: Array, normal: Array) -> float:
    # the meter looks at the lamp; the open sky is everywhere, so there it looks where it looks at the source
    if emitter.shape == "sky":
        return float(luminance(bare_light(emitter, point, normal)))
    toward = emitter.centre - point
    return float(luminance(bare_light(emitter, point, toward / np.linalg.norm(toward))))


def _bare_lamp(brief: Brief, lamp: Emitter, centre: Array, aim: Array) -> Emitter:
    # daylight cannot be turned to the subject, nor its window moved
    if lamp.law == "window" or lamp.afar:
        return lamp
    return placed(brief.lamp.type, centre=centre, aim=aim, zoom=brief.lamp.zoom)


def _lamp_luminance(emitter: Emitter, eye: Array) -> float:
    # Luminance toward the eye, I(θ)/(A cos θ); of a sphere, I/(π r²).
    if emitter.shape == "sky":
        return emitter.amount / math.pi
    area = emitter.face
    if emitter.shape == "sphere":
        return emitter.peak_intensity / area
    toward = eye - emitter.centre
    cosine = float(toward @ emitter.normal) / float(np.linalg.norm(toward))
    return emitter.peak_intensity * cosine ** (emitter.beam - 1.0) / area if cosine > 0.0 else 0.0


@dataclass(frozen=True, kw_only=True)
class _FromFace:
    # the source as it looks from the face; ``scale`` is by how much a shadow's edge is narrower than the source
    meter: Meter
    view: SheetView
    across: Extent
    upright: Extent
    distance: float
    sheets_alone: bool
    scale: float

    def edge(self, extent: Extent) -> float:
        return float(0.8 * extent.edge_equivalent * self.scale)


def _from_the_face(brief: Brief, design: ModifierParameters, solved: Solved, cells: int, remembered: bool) -> _FromFace:
    eye, normal = scene_builder.face(brief), scene_builder.toward_source(brief, design)
    view = view_sheet(solved, front=SOURCE, eye=eye, normal=normal, cells=cells)
    meter = Meter(id="key", position=eye, normal=normal)
    distance = float(np.linalg.norm(design.source_centre - eye))
    sheets_alone = all(shape.id.startswith(SOURCE) for shape in solved.scene.panels)
    if sheets_alone:
        # all that the face gets comes from the sheet, so its map tells how wide it is
        view = _agreeing(view, solved, meter, remembered)
        across, upright = extent(view, "width"), extent(view, "height")
        distance = float((view.panel.origin - eye) @ -view.panel.normal)
    else:
        across, upright = _seen(solved, meter, distance, ROUGH_LOOKS if cells < SPREAD_CELLS + 1 else LOOKS)
    return _FromFace(
        meter=meter,
        view=view,
        across=across,
        upright=upright,
        distance=distance,
        sheets_alone=sheets_alone,
        scale=shadow_scale(distance=distance, occluder_distance=brief.wanted.occluder_distance),
    )


def shadow_edge_of(brief: Brief, design: ModifierParameters, *, effort: Effort, cells: int) -> float:
    """The shadow edge alone, as :func:`modifier_light` finds it, where many sizes are tried. [m]

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    effort: how finely it is sampled.
    cells: cells along each edge of the source's map.
    """
    solved = solve(scene_builder.scene(brief, design, with_room=False), effort)
    seen = _from_the_face(brief, design, solved, cells, False)
    return seen.edge(seen.across)


def modifier_light(
    brief: Brief,
    design: ModifierParameters,
    *,
    effort: Effort = DRAFT,
    transmittance: float | None = None,
    cells: int = MAP_CELLS,
    remembered: bool = False,
) -> Light:
    """Solve the modifier and its lamps alone and say how the source looks from the face.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    effort: how finely it is sampled.
    transmittance: T of one layer instead of the typical value. [-]
    cells: cells along each edge of the source's map.
    remembered: read as a set like this one was read before; see :func:`measure`.
    """
    scene = scene_builder.scene(brief, design, with_room=False, transmittance=transmittance)
    solved = solve(scene, effort)
    seen_from_face = _from_the_face(brief, design, solved, cells, remembered)
    view, across, upright = seen_from_face.view, seen_from_face.across, seen_from_face.upright
    distance, sheets_alone, eye, normal = (
        seen_from_face.distance,
        seen_from_face.sheets_alone,
        seen_from_face.meter.position,
        seen_from_face.meter.normal,
    )
    if sheets_alone:
        rgb = (view.illuminance.reshape(-1, 3).sum(axis=0) + view.glimpse.reshape(-1, 3).sum(axis=0)).astype(float)
    else:
        rgb = np.asarray(read(solved, [seen_from_face.meter], remembered=remembered)["key"].total, dtype=float)
    key = float(luminance(rgb))
    glimpse = float(luminance(view.glimpse).sum()) if sheets_alone else 0.0
    bare_face = _looks_into_the_lamp(scene)
    passing = np.prod([s.surface.unscattered for s in scene.panels if s.id.startswith(SOURCE)], axis=0)
    lamp = scene.lamps[0]
    # inside of a box the lamp shows straight where it is seen from the face at all
    seen = sheets_alone or float(luminance(view.glimpse).sum()) > 0.0
    through = float(luminance(passing)) * _lamp_luminance(lamp, eye) if seen else 0.0
    lamps = len(scene.lamps)
    caught = {shape.id for shape in scene.panels if shape.role == "modifier"}
    shares = [spread_shares(solved, lamp=k) for k in range(lamps)]
    if bare_face:
        # there is nothing that glows evenly or not: the lamp itself is seen
        view = replace(view, luminance=0.0 * view.luminance, glimpse=0.0 * view.glimpse)
    return Light(
        view=view,
        across=across,
        upright=upright,
        sheet=sheet_figures(view, eye=eye, lamp_luminance=through, lamp=max(brief.lamp.type.size)),
        alone=sheets_alone,
        shadow_edge=seen_from_face.edge(across),
        shadow_edge_upright=seen_from_face.edge(upright),
        distance=distance,
        key=key,
        colour=rgb,
        unscattered=glimpse,
        bare=sum(_bare(_bare_lamp(brief, one, one.centre, eye), eye, normal) for one in scene.lamps),
        bare_at_sheet=sum(_bare(_bare_lamp(brief, one, design.source_centre, eye), eye, normal) for one in scene.lamps),
        missed=math.nan
        if kind_of(design).by_day(design) and not kind_of(design).always_by_day
        else 1.0 - sum(s[name] for s in shares for name in caught) / lamps,
    )


NEAR_FACE = 0.02
"""A lamp whose face is so near behind a hole is looked into through it. [m]"""


def _looks_into_the_lamp(scene: LightScene) -> bool:
    # whether the source is only a hole, with a lamp right behind it
    source = next(s for s in scene.panels if s.id == SOURCE)
    if not isinstance(source, Panel) or not bool(np.all(source.surface.unscattered == 1.0)):
        return False
    off = [
        abs(float((lamp.centre - source.origin) @ source.normal))
        - (np.linalg.norm(lamp.edge_u) / 2 if lamp.shape == "sphere" else 0.0)
        for lamp in scene.lamps
        if not lamp.afar and lamp.law != "window"
    ]
    return any(x < NEAR_FACE for x in off)


def _seen(solved: Solved, meter: Meter, distance: float, looks: int) -> tuple[Extent, Extent]:
    # the source as the meter sees it, as widths at the distance of its middle
    try:
        seen = source_seen(solved, meter, looks=looks)
    except ValueError:
        nothing = Extent(at=np.zeros(2), share=np.array([0.0, 1.0]))
        return nothing, nothing
    first, second = (Extent(at=at * distance, share=share) for at, share in (seen.across_spread, seen.upright_spread))
    return first, second


def _agreeing(view: SheetView, solved: Solved, meter: Meter, remembered: bool) -> SheetView:
    # Between sheets that hang apart the patches spread light evenly, though its lobe points forward: the map
    # keeps its pattern and takes the level that paths find.
    if len(solved.scene.panels) < 2:
        return view
    key = read(solved, [meter], remembered=remembered)["key"]
    scattered = float(luminance(view.illuminance).sum())
    factor = float(luminance(key.modifier + key.room)) / scattered if scattered > 0.0 else 1.0
    return replace(view, luminance=view.luminance * max(factor, 0.0))


def key_alone(brief: Brief, design: ModifierParameters, effort: Effort, transmittance: float) -> float:
    """The key reading without the room, for how it changes with the sheet; the effort cancels out. [lx] or [lx·s]

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    effort: how finely it is sampled.
    transmittance: T of one layer. [-]
    """
    solved = solve(scene_builder.scene(brief, design, with_room=False, transmittance=transmittance), effort)
    eye, normal = scene_builder.face(brief), scene_builder.toward_source(brief, design)
    if all(shape.id.startswith(SOURCE) for shape in solved.scene.panels):
        view = view_sheet(solved, front=SOURCE, eye=eye, normal=normal, cells=SPREAD_CELLS)
        return float(luminance(view.illuminance).sum() + luminance(view.glimpse).sum())
    return float(luminance(read(solved, [Meter(id="key", position=eye, normal=normal)])["key"].total))
