"""The figures that a kind has of its own, read in the whole set."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from wenlo.core.analysis.face_light import DARK_EYES, face_light
from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import KindFigure, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.soft_rules import soft_figures
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.length import UnitSystem

_kept: LruCache[tuple[KindFigure, ...]] = LruCache(16)


def own_figures(brief: Brief, design: ModifierParameters, *, units: UnitSystem = "metric") -> tuple[KindFigure, ...]:
    """What is worth showing of the design's kind beside the figures of all kinds.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    units: how lengths are written.
    """
    weights = scene_builder.lamp_weights(brief)

    def probe(
        meters: Sequence[Meter], left_out: frozenset[str], *, lamps: frozenset[str] | None = None
    ) -> Mapping[str, float]:
        chosen = weights if lamps is None else {n: w if n in lamps else 0.0 * w for n, w in weights.items()}
        whole = scene_builder.whole_scene(brief, design)
        scene = replace(whole, panels=tuple(p for p in whole.panels if p.id not in left_out))
        found = measure(solve(scene, DRAFT), meters).readings(chosen)
        return {name: float(luminance(reading.total)) for name, reading in found.items()}

    figures = kind_of(design).figures
    # gels and switches change the weights that the probe reads with
    key = (
        light_key(brief, design),
        units,
        brief.wanted.evenness,
        str({name: [float(x) for x in w] for name, w in weights.items()}),
    )
    return _kept.get(
        key,
        lambda: (
            (*figures(design, brief, units, probe), *_face_figures(brief, design), *soft_figures(brief, design)),
            True,
        ),
    )


def _face_figures(brief: Brief, design: ModifierParameters) -> Iterator[KindFigure]:
    # which part of a face gets how much: light from high leaves the eyes dark, light from low the brow
    face = face_light(brief, design)
    if face is None:
        return
    dark = face.sockets > DARK_EYES
    text = f"{format_stops(abs(face.sockets))} {'under' if face.sockets >= 0.0 else 'over'} the forehead"
    detail = (
        "they look empty: bring the light lower, or hold a card under the chin"
        if dark
        else f"they look empty from {format_stops(DARK_EYES)} under it"
    )
    yield KindFigure(key="face_sockets", label="Eye sockets", text=text, detail=detail)
    parts = ", ".join(f"{part} {format_stops(face.stops[part])}" for part in face.stops)
    yield KindFigure(
        key="face_parts",
        label="Over the face",
        text=f"cheek to cheek {format_stops(face.cheeks)}",
        detail=f"against the key's reading: {parts}",
    )
