"""The figures that a kind has of its own, read in the whole set."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from wenlo.core.analysis.face_light import DARK_EYES, face_light
from wenlo.core.brief.brief import Brief
from wenlo.core.facts import Phrases, told_stops, yes
from wenlo.core.modifiers.kind import KindFigure, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.sheet import luminance
from wenlo.core.proposals.soft_rules import soft_figures
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve

_kept: LruCache[tuple[KindFigure, ...]] = LruCache(16)


SHOWS = Phrases(
    "face",
    {
        "sockets": {"stops": "in_stops", "way": "choice", "dark": "choice", "limit": "in_stops"},
        "parts": {"cheeks": "in_stops", "parts": "list"},
        "part": {"part": "choice", "stops": "by_stops"},
    },
    room="light",
)


def own_figures(brief: Brief, design: ModifierParameters) -> tuple[KindFigure, ...]:
    """What is worth showing of the design's kind beside the figures of all kinds.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
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
        brief.wanted.evenness,
        str({name: [float(x) for x in w] for name, w in weights.items()}),
    )
    return _kept.get(
        key,
        lambda: ((*figures(design, brief, probe), *_face_figures(brief, design), *soft_figures(brief, design)), True),
    )


def _face_figures(brief: Brief, design: ModifierParameters) -> Iterator[KindFigure]:
    # which part of a face gets how much: light from high leaves the eyes dark, light from low the brow
    face = face_light(brief, design)
    if face is None:
        return
    yield KindFigure(
        key="face_sockets",
        says=SHOWS(
            "sockets",
            stops=abs(face.sockets),
            way="under" if face.sockets >= 0.0 else "over",
            dark=yes(face.sockets > DARK_EYES),
            limit=DARK_EYES,
        ),
    )
    parts = tuple(SHOWS("part", part=part.replace(" ", "-"), stops=told_stops(face.stops[part])) for part in face.stops)
    yield KindFigure(key="face_parts", says=SHOWS("parts", cheeks=told_stops(face.cheeks), parts=parts))
