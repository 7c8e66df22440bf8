"""The computations themselves, as plain functions that a worker process runs."""

from collections.abc import Callable, Mapping
from typing import Any

import numpy as np

from wenlo.core.analysis.figures import DARKEST_SHOWN
from wenlo.core.analysis.light_layers import light_layer
from wenlo.core.analysis.preview import CLEAN, FIRST, Taking, preview
from wenlo.core.brief.brief import Haze
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.columns import compile_kernels
from wenlo.core.optics.finish import shine_scaling
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.explain import explain
from wenlo.core.proposals.proposals import proposals
from wenlo.services import results as r
from wenlo.services.bench_tasks import bench, outline_file, traced
from wenlo.services.build_changes import adapt, changes, cut_together
from wenlo.services.build_papers import paper_file
from wenlo.services.build_results import build, measured
from wenlo.services.failures import failure_learned
from wenlo.services.figure_results import ANY_SHINE, PICTURE_UNIT, figures
from wenlo.services.flag_results import flags
from wenlo.services.kind_results import curve, ranking
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

HALF_FLOAT_MOST = 65000.0


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
