"""Gauges, figures, notes and drawing of a shoot, as they travel to the page."""

import math
from collections.abc import Callable, Iterable
from typing import Literal

import numpy as np

from wenlo.core import CORE_VERSION
from wenlo.core.analysis.figures import CROWDED_CELLS, DRAFT_CELLS, Evaluated, evaluate
from wenlo.core.analysis.gauges import Gauge, gauges
from wenlo.core.analysis.preview import exposure_factor
from wenlo.core.analysis.shown_figures import light_figures, picture_figures
from wenlo.core.analysis.source_light import MAP_CELLS
from wenlo.core.document.shoot import Shoot
from wenlo.core.modifiers.kind import KindFigure
from wenlo.core.optics.lamp import angle_at
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.notes import notes
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.transport.solve import CROWDED, DRAFT, Effort
from wenlo.services import results as r
from wenlo.services.kind_results import drawing_of
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.said import fact_result

PICTURE_UNIT = 100.0
"""Pixels are in units of so much luminance, so that lamps and shadows both fit half floats. [cd/m²]"""

SHADOW_POINTS = 121


ANY_SHINE = 0.3
"""Roughness of some metal, to load the kernel that scales it."""


def _gauge(gauge: Gauge, *, rough: bool) -> r.GaugeResult:
    return r.GaugeResult(
        key=gauge.key,
        unit=gauge.unit,
        value=gauge.value,
        low=gauge.low,
        high=gauge.high,
        spread=None if gauge.spread is None else list(gauge.spread),
        scale=list(gauge.scale),
        state=gauge.state,
        says=fact_result(gauge.says),
        doubts=[]
        if rough
        else [
            r.DoubtResult(part=one.part, off=max(one.less, one.more), says=fact_result(one.says))
            for one in gauge.doubts
        ],
    )


def _figures(shoot: Shoot, result: Evaluated, *, own: bool) -> list[r.FigureResult]:
    brief, design = shoot.brief, shoot.design
    groups: tuple[tuple[Literal["own", "light", "picture"], Iterable[KindFigure]], ...] = (
        ("own", own_figures(brief, design) if own else ()),
        ("light", light_figures(brief, design, result)),
        ("picture", picture_figures(brief, result)),
    )
    return [
        r.FigureResult(group=group, key=one.key, says=fact_result(one.says))
        for group, figures in groups
        for one in figures
    ]


def _picture_weight(shoot: Shoot, result: Evaluated) -> r.PictureWeight:
    factor = exposure_factor(shoot.brief) * PICTURE_UNIT
    off_by = result.setting.off_by
    return r.PictureWeight(
        as_set=factor,
        exposed_right=factor * 2.0**-off_by if math.isfinite(off_by) else factor,
        colours=[[float(x) for x in colour] for colour in scene_builder.full_colours(shoot.brief)],
    )


def _lamp_lines(shoot: Shoot, result: Evaluated) -> list[r.LampLine]:
    brief, levels = shoot.brief, result.levels
    names = [brief.lamp.type.name, *(light.name for light in brief.others)]

    def against_key(lamp: str, meter: str) -> float | None:
        stops = -stops_between(levels.key, levels.by_lamp[meter].get(lamp, 0.0))
        return round(stops, 2) if math.isfinite(stops) else None

    return [
        r.LampLine(
            id=lamp,
            name=name,
            kelvin=round(scene_builder.white_of(part)),
            key=against_key(lamp, "key"),
            fill=against_key(lamp, "fill"),
            backdrop=against_key(lamp, "backdrop"),
        )
        for lamp, name, part in zip(levels.by_lamp["key"], names, brief.lamps, strict=True)
    ]


def figures(
    document: Document, effort: str, go_on: Callable[[float], bool] | None = None, *, crowded: bool = False
) -> r.FiguresResult:
    """Gauges, figures, notes and drawing of a shoot; see ``FiguresResult``. ``go_on`` as for :func:`picture`.

    ``crowded``: very many wait, so that a draft is read with less care.
    """
    shoot = resolve_document(document)
    brief, design = shoot.brief, shoot.design
    rough = effort == "draft"
    result = evaluate(
        brief,
        design,
        effort=(CROWDED if crowded else DRAFT) if rough else Effort(),
        cells=(CROWDED_CELLS if crowded else DRAFT_CELLS) if rough else MAP_CELLS,
        remembered=rough,
        go_on=go_on,
    )
    thin = max(1, result.map_stops.shape[0] // DRAFT_CELLS)
    lamp, box = brief.lamp.type, room_box(brief)
    at, lit = result.shadow
    step = max(1, len(at) // SHADOW_POINTS)
    return r.FiguresResult(
        effort="draft" if effort == "draft" else "fine",
        gauges=[_gauge(g, rough=rough) for g in gauges(brief, design, result, all_bands=not crowded)],
        figures=_figures(shoot, result, own=effort == "fine"),
        notes=[
            r.NoteResult(
                level=n.level,
                about=n.about,
                says=fact_result(n.says),
                cure=[r.ChangeResult(path=c.path, value=c.value) for c in n.cure],
            )
            for n in notes(brief, design, result)
        ],
        sheet_map=np.round(result.map_stops.T[::thin, ::-thin], 3).tolist(),
        shadow=r.ShadowProfile(at=at[::step].tolist(), lit=lit[::step].tolist()),
        drawing=r.SetDrawing(
            sheet_centre_height=float(design.source_centre[2]),
            lamp_height=float(design.lamp_position[2]),
            lamp_width=lamp.size[0],
            lamp_face_height=lamp.size[1],
            lamp_shape=lamp.shape,
            beam=angle_at(lamp, 0.5, brief.lamp.zoom),
            field=angle_at(lamp, 0.1, brief.lamp.zoom),
            room_left=box.left,
            room_right=box.right,
            room_front=box.front,
            room_back=box.back,
            room_height=box.height,
        ),
        modifier=drawing_of(brief, design),
        picture=_picture_weight(shoot, result),
        lamps=_lamp_lines(shoot, result),
        with_room=result.with_room,
        core_version=CORE_VERSION,
    )
