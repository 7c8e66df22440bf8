"""The computations themselves, as plain functions that a worker process runs."""

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from wenlo.core.analysis.figures import DARKEST_SHOWN
from wenlo.core.analysis.gauges import GaugeKey
from wenlo.core.analysis.light_layers import Layer, light_layer
from wenlo.core.analysis.preview import CLEAN, FIRST, Taking, preview
from wenlo.core.brief.brief import Haze
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication import columns
from wenlo.core.geometry import rays
from wenlo.core.instructions import hidden_lines
from wenlo.core.optics.finish import shine_scaling
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import foil
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.explain import explain
from wenlo.core.proposals.proposals import proposals
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import by_paths, measure
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.services import results as r
from wenlo.services.build_results import build
from wenlo.services.figure_results import ANY_SHINE, PICTURE_UNIT, figures
from wenlo.services.resolve_document import Document, resolve_document

HALF_FLOAT_MOST = 65000.0


@dataclass(frozen=True, kw_only=True)
class TakenPicture:
    """A predicted picture: pixels across and down, samples a pixel, its noise as a share, how many lamps, where its
    outline runs; ``light`` holds half floats in units of ``PICTURE_UNIT``, RGB, rows from the top, lamp by lamp.
    """

    width: int
    height: int
    samples: int
    noise: float
    lamps: int
    outline: list[r.OutlinePlace]
    light: bytes


def picture(document: Document, quality: str, go_on: Callable[[int], bool] | None = None) -> TakenPicture:
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
        )
        for place in found.outline
    ]
    return TakenPicture(
        width=taking.width,
        height=taking.height,
        samples=taken.samples,
        noise=taken.noise,
        lamps=len(taken.lamps),
        outline=outline,
        light=pixels.tobytes(),
    )


def _rounded(light: np.ndarray) -> list[list[float]]:
    return [[float(f"{x / PICTURE_UNIT:.4g}") for x in lamp] for lamp in light]


def advice(document: Document, gauge: GaugeKey) -> r.AdviceResult:
    """Explanation and proposals for one gauge; see ``AdviceResult``."""
    shoot = resolve_document(document)
    words = explain(shoot.brief, shoot.design, gauge, units=shoot.units)
    offers = proposals(shoot.brief, shoot.design, gauge, units=shoot.units)
    return r.AdviceResult(
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


def light_map(
    document: Document, layer: Layer, thing: int = 0, go_on: Callable[[float], bool] | None = None
) -> r.LightMapResult:
    """Stops over a layer of the room; see ``LightMapResult``."""
    shoot = resolve_document(document)
    found = light_layer(shoot.brief, shoot.design, layer, thing=thing, go_on=go_on)
    if found is None:
        sentence = (
            "There is no such surface in the set, or the set does not fit the room, so the light on it is not known."
        )
        return r.LightMapResult(layer=layer, width=1.0, height=1.0, stops=[], error=0.0, sentence=sentence)
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
    )


def warm_up() -> None:
    """Compile or load every kernel by computing the default shoot once."""
    document = Shoot().model_dump(mode="json")
    for effort in ("draft", "fine"):
        figures(document, effort)
    bulb = Shoot().model_dump(mode="json")
    bulb["brief"]["lamp"]["id"] = "bulb_15"
    bulb["design"].update(layers=2, layer_gap=0.1)
    figures(bulb, "draft")
    usual = Shoot()
    by_paths(
        solve(scene_builder.whole_scene(usual.brief, usual.design), DRAFT),
        scene_builder.meters(usual.brief, usual.design),
    )
    # mirrors have kernels of their own
    mirror = Panel(
        id="mirror",
        origin=np.zeros(3),
        edge_u=np.array([1.0, 0.0, 0.0]),
        edge_v=np.array([0.0, 1.0, 0.0]),
        surface=foil((0.9, 0.9, 0.9), 0.01),
    )
    scene = scene_builder.whole_scene(usual.brief, usual.design)
    measure(
        solve(replace(scene, panels=(mirror, *scene.panels)), replace(DRAFT, most_paths=1)),
        scene_builder.meters(usual.brief, usual.design),
    )
    build(document)
    columns.compile_kernels()
    hidden_lines.compile_kernels()
    rays.compile_kernels()
    shine_scaling(ANY_SHINE)
    brief = Shoot().brief
    preview(brief.model_copy(update={"haze": Haze()}), Shoot().design, Taking(width=24, height=16, samples=4))
