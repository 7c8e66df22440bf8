"""The computations themselves, as plain functions that a worker process runs."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from wenlo.core.analysis.figures import DARKEST_SHOWN
from wenlo.core.analysis.gauges import GaugeKey
from wenlo.core.analysis.light_layers import Layer, light_layer
from wenlo.core.analysis.preview import CLEAN, COARSE, FIRST, preview
from wenlo.core.facts import Phrases, told_stops
from wenlo.core.proposals.explain import explain
from wenlo.core.proposals.proposals import proposals
from wenlo.services import results as r
from wenlo.services.figure_results import PICTURE_UNIT
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.said import fact_result

HALF_FLOAT_MOST = 65000.0

TAKINGS = {"coarse": COARSE, "first": FIRST, "clean": CLEAN}
"""How a picture is taken, by what it is for."""


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


MAP = Phrases(
    "map",
    {
        "unknown": {},
        "range": {"best": "by_stops", "worst": "by_stops"},
        "holds": {"range": "in_stops", "share": "share", "vary": "in_stops"},
    },
    room="set",
)


def picture(document: Document, quality: str, go_on: Callable[[int], bool] | None = None) -> TakenPicture:
    """The predicted picture, linear, of each lamp in white and at full power, one after the other.

    Half floats in units of ``PICTURE_UNIT``, RGB, rows from the top.

    Parameters
    ----------
    document: the shoot.
    quality: "coarse" while something is dragged, "first" or "clean".
    go_on: asked now and then whether the picture is still wanted.
    """
    shoot = resolve_document(document)
    taking = TAKINGS[quality]
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
    found = explain(shoot.brief, shoot.design, gauge)
    offers = proposals(shoot.brief, shoot.design, gauge)
    return r.AdviceResult(
        gauge=gauge,
        how=fact_result(found.how),
        inputs=[fact_result(one) for one in found.inputs],
        levers=[r.LeverResult(path=lever.path, label=lever.label, change=lever.change) for lever in found.levers],
        proposals=[
            r.ProposalResult(
                id=p.id,
                says=fact_result(p.says),
                further=[fact_result(one) for one in p.further],
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
        unknown = fact_result(MAP("unknown"))
        return r.LightMapResult(layer=layer, width=1.0, height=1.0, stops=[], error=0.0, says=unknown)
    best, worst = float(found.stops.max()), max(float(found.stops.min()), -DARKEST_SHOWN)
    says = MAP("range", best=told_stops(best), worst=worst)
    if found.holds is not None:
        vary = shoot.brief.action.vary
        says = MAP("holds", range=told_stops(found.holds.range), share=found.holds.share, vary=vary)
    return r.LightMapResult(
        layer=layer,
        width=found.width,
        height=found.height,
        error=round(found.error, 2),
        says=fact_result(says),
        stops=[[round(float(max(x, -DARKEST_SHOWN)), 3) for x in row] for row in found.stops],
        centre=list(found.centre),
        holds=None if found.holds is None else [found.holds.low, found.holds.high],
    )
