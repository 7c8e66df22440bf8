"""Gauges, figures, notes and drawing of a shoot, as they travel to the page."""

import math
from collections.abc import Callable

import numpy as np

from wenlo.core import CORE_VERSION
from wenlo.core.analysis.costs import costs_of, light_at_face
from wenlo.core.analysis.figures import CROWDED_CELLS, DARKEST_SHOWN, DRAFT_CELLS, MAP_CELLS, Evaluated, evaluate
from wenlo.core.analysis.gauges import Gauge, deep_stops, gauges, shutter_text
from wenlo.core.analysis.preview import exposure_factor
from wenlo.core.document.shoot import Shoot
from wenlo.core.optics.lamp import angle_at
from wenlo.core.photometry.colour import seen_white
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.notes import notes
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.transport.solve import CROWDED, DRAFT, Effort
from wenlo.core.units.length import format_length
from wenlo.services import results as r
from wenlo.services.kind_results import drawing_of
from wenlo.services.resolve_document import Document, resolve_document

PICTURE_UNIT = 100.0
"""Pixels are in units of so much luminance, so that lamps and shadows both fit half floats. [cd/m²]"""

SHADOW_POINTS = 121


ANY_SHINE = 0.3
"""Roughness of some metal, to load the kernel that scales it."""


def _gauge(gauge: Gauge) -> r.GaugeResult:
    return r.GaugeResult(
        key=gauge.key,
        label=gauge.label,
        unit=gauge.unit,
        value=gauge.value,
        low=gauge.low,
        high=gauge.high,
        spread=None if gauge.spread is None else list(gauge.spread),
        scale=list(gauge.scale),
        state=gauge.state,
        text=gauge.text,
        spread_text=gauge.spread_text,
        sentence=gauge.sentence,
    )


def _reading(shoot: Shoot, result: Evaluated) -> str:
    power, unit = shoot.brief.lamp.power, "lx" if shoot.brief.lamp.type.kind == "continuous" else "lx·s"
    value, error = result.levels.key * power, result.levels.key_error * power
    return f"{with_error(value, error)} {unit}"


def with_error(value: float, error: float) -> str:
    """A reading and its half-width, both to the first digit of the half-width, written out.

    >>> with_error(559.3, 21.7), with_error(4.1234, 0.0312)
    ('560 ± 20', '4.12 ± 0.03')
    """
    if not error > 0.0:
        return f"{value:.3g}"
    places = -math.floor(math.log10(error))
    digits = max(places, 0)
    return f"{round(value, places):.{digits}f} ± {round(error, places):.{digits}f}"


def _figures(shoot: Shoot, result: Evaluated, *, own: bool) -> list[r.FigureResult]:
    light, design, units = result.light, shoot.design, shoot.units

    def length(value: float) -> str:
        return format_length(value, system=units)

    outline = light.sheet.outline_contrast
    rows = (
        (
            "effective",
            "Effective size",
            f"{length(light.across.edge_equivalent)} × {length(light.upright.edge_equivalent)}",
            (
                f"of {length(design.source_size[0])} × {length(design.source_size[1])}: the even source with the same"
                " shadow edges"
            ),
        ),
        (
            "solid_angle",
            "Apparent size",
            f"{light.sheet.solid_angle:.2f} sr",
            f"{light.sheet.solid_angle / (2 * math.pi) * 100:.0f} % of the half-space before the face",
        ),
        ("edge_upright", "Edge, up and down", length(light.shadow_edge_upright), "for edges that lie level"),
        ("corner", "Worst corner", deep_stops(light.sheet.worst_corner), "below the middle of the sheet"),
        (
            "hot_spot",
            "Hot spot",
            f"{light.sheet.peak_to_mean:.1f} ×" if math.isfinite(light.sheet.peak_to_mean) else "–",
            "brightest patch over the mean of the sheet",
        ),
        (
            "outline",
            "Lamp through the weave",
            "not seen" if outline <= 0.05 else "nothing before it" if math.isinf(outline) else f"{outline:.1f} ×",
            (
                f"of the sheet beside it; {light.unscattered / max(light.key, 1e-30) * 100:.0f} % of the light comes"
                " straight through"
            ),
        ),
        (
            "head",
            "Fall-off over the head",
            format_stops(result.fall_off_head),
            f"over {length(shoot.brief.subject.head_depth)}, near cheek to far ear",
        ),
        ("key", "Light at the face", _reading(shoot, result), "flat receptor toward the sheet, at the power set"),
        (
            "room",
            "Returned by the room",
            f"{result.levels.room_share * 100:.0f} %" if result.with_room else "not known",
            "of the light at the face",
        ),
        (
            "loss_at_sheet",
            "Loss at the sheet's place",
            format_stops(light.loss_at_sheet),
            "against the bare lamp standing where the sheet is",
        ),
    )
    light_rows = [
        r.FigureResult(group="own", key=f.key, label=f.label, text=f.text, detail=f.detail)
        for f in (own_figures(shoot.brief, design, units=units) if own else ())
    ]
    light_rows += [r.FigureResult(group="light", key=k, label=a, text=t, detail=d) for k, a, t, d in rows]
    return [*light_rows, *_picture_figures(shoot, result)]


def _picture_figures(shoot: Shoot, result: Evaluated) -> list[r.FigureResult]:
    brief, units = shoot.brief, shoot.units
    cost, white = costs_of(brief, result), seen_white(light_at_face(brief, result), scene_builder.balance_of(brief))

    def length(value: float) -> str:
        return format_length(value, system=units)

    far = length(cost.sharp.far) if math.isfinite(cost.sharp.far) else "the horizon"
    moves = brief.subject.movement
    rows = (
        (
            "sharp",
            "Sharp",
            f"{length(cost.sharp.near)} to {far}",
            (
                f"focused at {length(brief.camera.distance)}, at the setting that exposes right; blur over the"
                " diagonal/1500 is seen"
            ),
        ),
        (
            "blur",
            "Movement",
            "nothing moves" if moves == 0.0 else f"{cost.blur:.1f} ×" if cost.blur >= 1 else "not seen",
            f"of what still looks sharp, at {moves:g} m/s in {shutter_text(cost.time)}",
        ),
        (
            "noise",
            "Noise",
            cost.noise_class,
            f"a middle grey stands {cost.noise:.0f} times over its grain, the whole picture seen in 8 million pixels",
        ),
        (
            "veil",
            "Stray light",
            "not seen" if cost.veil > DARKEST_SHOWN else f"{deep_stops(cost.veil)} under grey",
            "what a clean lens spreads over the blacks: a hundredth of the light that falls on it",
        ),
        (
            "glare",
            "Glare at the eye",
            "a flash" if cost.glare == 0.0 else f"{two_digits(cost.glare)} cd/m²",
            "a single burst" if cost.glare == 0.0 else cost.glare_word,
        ),
        (
            "flicker",
            "Flicker",
            "none" if cost.flicker < 0.05 else format_stops(cost.flicker),
            (
                f"from one exposure to the next on {brief.room.hertz} Hz"
                f" mains{': ' + cost.flickering if cost.flickering else ''}"
            ),
        ),
        (
            "white",
            "White at the face",
            f"{round(white.kelvin, -2):.0f} K, Duv {white.duv:+.3f}",
            (
                f"camera balanced for {scene_builder.balance_of(brief):.0f} K; from RGB, so not to be relied on for"
                " spiky lamps"
            ),
        ),
    )
    return [r.FigureResult(group="picture", key=k, label=a, text=t, detail=d) for k, a, t, d in rows]


def two_digits(value: float) -> str:
    """A figure with two significant digits, in full.

    >>> two_digits(12345.0)
    '12000'
    """
    return f"{float(f'{value:.2g}'):.0f}"


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
        gauges=[_gauge(g) for g in gauges(brief, design, result, units=shoot.units)],
        figures=_figures(shoot, result, own=effort == "fine"),
        notes=[
            r.NoteResult(
                level=n.level,
                about=n.about,
                text=n.text,
                cure=[r.ChangeResult(path=c.path, value=c.value) for c in n.cure],
            )
            for n in notes(brief, design, result, units=shoot.units)
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
