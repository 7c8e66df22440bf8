"""The computations themselves, as plain functions that a worker process runs."""

import math
from collections.abc import Callable, Mapping
from typing import Any

import numpy as np

from wenlo.core import CORE_VERSION
from wenlo.core.analysis.costs import costs_of, light_at_face
from wenlo.core.analysis.figures import DARKEST_SHOWN, DRAFT_CELLS, MAP_CELLS, Evaluated, evaluate
from wenlo.core.analysis.gauges import Gauge, deep_stops, gauges, shutter_text
from wenlo.core.analysis.light_layers import light_layer
from wenlo.core.analysis.preview import CLEAN, FIRST, Taking, exposure_factor, preview
from wenlo.core.brief.brief import Haze
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.columns import compile_kernels
from wenlo.core.optics.finish import shine_scaling
from wenlo.core.optics.lamp import angle_at
from wenlo.core.photometry.colour import seen_white
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.explain import explain
from wenlo.core.proposals.notes import notes
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.proposals.proposals import proposals
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.transport.solve import CROWDED, DRAFT, Effort
from wenlo.core.units.length import format_length
from wenlo.services import results as r
from wenlo.services.bench_tasks import bench, outline_file, traced
from wenlo.services.build_changes import adapt, changes, cut_together
from wenlo.services.build_papers import paper_file
from wenlo.services.build_results import build, measured
from wenlo.services.failures import failure_learned
from wenlo.services.flag_results import flags
from wenlo.services.kind_results import curve, drawing_of, ranking
from wenlo.services.mirror_results import mirror
from wenlo.services.photograph_results import kept_photograph, measured_photograph, predicted_frame
from wenlo.services.place_results import balance, flow, place, role, second_start
from wenlo.services.ports import LongTask, Task
from wenlo.services.practice_results import exercise_made, exercise_picture, exercise_scored
from wenlo.services.proof_results import fit_readings, next_setting, predicted
from wenlo.services.resolve_document import resolve_document
from wenlo.services.rig_results import rig, rig_sheet
from wenlo.services.set_files import set_file
from wenlo.services.shelf_tasks import becomes, made_of_shelf

SHADOW_POINTS = 121
PICTURE_UNIT = 100.0
"""Pixels are in units of so much luminance, so that lamps and shadows both fit half floats. [cd/m²]"""

HALF_FLOAT_MOST = 65000.0

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


def picture(document: Mapping[str, Any], quality: str, go_on: Callable[[int], bool] | None = None) -> dict[str, Any]:
    """The predicted picture, linear, of each lamp in white and at full power, one after the other.

    Half floats in units of ``PICTURE_UNIT``, RGB, rows from the top.

    Parameters
    ----------
    document: the shoot.
    quality: "first" or "clean".
    go_on: asked now and then whether the picture is still wanted.
    """
    shoot = resolve_document(document)
    taking = FIRST if quality == "first" else CLEAN
    found = preview(shoot.brief, shoot.design, taking, go_on)
    taken = found.picture
    pixels = np.minimum(taken.light / PICTURE_UNIT, HALF_FLOAT_MOST).astype("<f2")
    outline = [
        r.OutlinePlace(
            place=place.place,
            at=list(place.at),
            inside=_rounded(place.inside + found.veil),
            outside=_rounded(place.outside + found.veil),
        ).model_dump()
        for place in found.outline
    ]
    return {
        "width": taking.width,
        "height": taking.height,
        "samples": taken.samples,
        "noise": taken.noise,
        "lamps": len(taken.lamps),
        "outline": outline,
        "light": pixels.tobytes(),
    }


def _rounded(light: np.ndarray) -> list[list[float]]:
    return [[float(f"{x / PICTURE_UNIT:.4g}") for x in lamp] for lamp in light]


def figures(
    document: Mapping[str, Any], effort: str, go_on: Callable[[float], bool] | None = None, *, crowded: bool = False
) -> dict[str, Any]:
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
        cells=DRAFT_CELLS if rough else MAP_CELLS,
        remembered=rough,
        go_on=go_on,
    )
    thin = max(1, result.map_stops.shape[0] // DRAFT_CELLS)
    lamp, box = brief.lamp.type, room_box(brief)
    at, lit = result.shadow
    step = max(1, len(at) // SHADOW_POINTS)
    answer = r.FiguresResult(
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
        sheet_map=[[round(float(x), 3) for x in row] for row in result.map_stops.T[::thin, ::-thin]],
        shadow=r.ShadowProfile(at=[float(x) for x in at[::step]], lit=[float(x) for x in lit[::step]]),
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
    return answer.model_dump()


def advice(document: Mapping[str, Any], gauge: Any) -> dict[str, Any]:
    """Explanation and proposals for one gauge; see ``AdviceResult``."""
    shoot = resolve_document(document)
    words = explain(shoot.brief, shoot.design, gauge, units=shoot.units)
    offers = proposals(shoot.brief, shoot.design, gauge, units=shoot.units)
    answer = r.AdviceResult(
        gauge=gauge,
        formula=words.formula,
        source=words.source,
        inputs=[list(i) for i in words.inputs],
        levers=[r.LeverResult(path=lever.path, label=lever.label, change=lever.change) for lever in words.levers],
        proposals=[
            r.ProposalResult(
                id=p.id,
                title=p.title,
                reason=p.reason,
                changes=[r.ChangeResult(path=c.path, value=c.value) for c in p.changes],
            )
            for p in offers
        ],
    )
    return answer.model_dump()


def light_map(
    document: Mapping[str, Any], layer: Any, thing: int = 0, go_on: Callable[[float], bool] | None = None
) -> dict[str, Any]:
    """Stops over a layer of the room; see ``LightMapResult``."""
    shoot = resolve_document(document)
    found = light_layer(shoot.brief, shoot.design, layer, thing=thing, go_on=go_on)
    if found is None:
        sentence = (
            "There is no such surface in the set, or the set does not fit the room, so the light on it is not known."
        )
        return r.LightMapResult(layer=layer, width=1.0, height=1.0, stops=[], error=0.0, sentence=sentence).model_dump()
    best, worst = float(found.stops.max()), max(float(found.stops.min()), -DARKEST_SHOWN)
    sentence = f"{best:+.1f} to {worst:+.1f} stops against the face.".replace("-", "−")
    if found.holds is not None:
        vary = shoot.brief.action.vary
        sentence = (
            f"{format_stops(found.holds.range)} from the best to the worst place; {found.holds.share * 100:.0f} % of it"
            f" holds within {format_stops(vary)}."
        )
    return r.LightMapResult(
        layer=layer,
        width=found.width,
        height=found.height,
        error=round(found.error, 2),
        sentence=sentence,
        stops=[[round(float(max(x, -DARKEST_SHOWN)), 3) for x in row] for row in found.stops],
        centre=list(found.centre),
        holds=None if found.holds is None else [found.holds.low, found.holds.high],
    ).model_dump()


TASKS: Mapping[Task, Callable[..., Any]] = {
    "figures": figures,
    "advice": advice,
    "build": build,
    "measured": measured,
    "changes": changes,
    "adapt": adapt,
    "cut_together": cut_together,
    "rig": rig,
    "predicted": predicted,
    "next_setting": next_setting,
    "fitted": fit_readings,
    "measured_photograph": measured_photograph,
    "kept_photograph": kept_photograph,
    "bench": bench,
    "traced": traced,
    "outline_file": outline_file,
    "failure_learned": failure_learned,
    "predicted_frame": predicted_frame,
    "exercise": exercise_made,
    "exercise_picture": exercise_picture,
    "exercise_scored": exercise_scored,
    "picture": picture,
    "light_map": light_map,
    "becomes": becomes,
    "mirror": mirror,
    "place": place,
    "flow": flow,
    "role": role,
    "balance": balance,
    "set_file": set_file,
    "second_start": second_start,
}

LONG_TASKS: Mapping[LongTask, Callable[..., dict[str, Any]]] = {
    "ranking": ranking,
    "curve": curve,
    "at_hand": made_of_shelf,
    "paper": paper_file,
    "rig_sheet": rig_sheet,
    "flags": flags,
}


def warm_up() -> None:
    """Compile or load every kernel by computing the default shoot once."""
    document = Shoot().model_dump(mode="json")
    for effort in ("draft", "fine"):
        figures(document, effort)
    bulb = Shoot().model_dump(mode="json")
    bulb["brief"]["lamp"]["id"] = "bulb_15"
    bulb["design"].update(layers=2, layer_gap=0.1)
    figures(bulb, "draft")
    build(document)
    compile_kernels()
    shine_scaling(ANY_SHINE)
    brief = Shoot().brief
    preview(brief.model_copy(update={"haze": Haze()}), Shoot().design, Taking(width=24, height=16, samples=4))
