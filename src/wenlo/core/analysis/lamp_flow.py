"""Where a lamp's light goes: onto the modifier, past it, onto walls, and how much of it lands on the subject."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.sheet import luminance
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.transport.view import landed

Vector = NDArray[np.float64]

FACE = 0.04
"""Area that stands for the face, head on: about 16 by 25 cm. [m²]"""

LEAST = 0.01


@dataclass(frozen=True, kw_only=True)
class Stream:
    """A share of a lamp's light that first meets a surface, and the middle of where it lands, (3,) [m]."""

    surface: str
    share: float
    place: tuple[float, float, float]


@dataclass(frozen=True, kw_only=True)
class Flow:
    """A lamp's ``start`` (3,) [m], its streams the largest first, what leaves the set, and what arrives at the face, by
    whatever way. [-]
    """

    lamp: str
    start: tuple[float, float, float]
    streams: tuple[Stream, ...]
    leaves: float
    at_face: float


_kept: LruCache[Flow] = LruCache(8)


def lamp_flow(brief: Brief, design: ModifierParameters, lamp: int) -> Flow | None:
    """Follow the light of one lamp, in the order of the scene; None where there is no such lamp, and for sun and sky.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    lamp: its place among the scene's lamps.
    """
    scene = scene_builder.whole_scene(brief, design)
    if not 0 <= lamp < len(scene.lamps) or scene.lamps[lamp].afar:
        return None
    return _kept.get((light_key(brief, design), lamp), lambda: (_flow(brief, design, lamp), True))


def _flow(brief: Brief, design: ModifierParameters, lamp: int) -> Flow:
    solved = solve(scene_builder.whole_scene(brief, design), DRAFT)
    emitter = solved.scene.lamps[lamp]
    streams = [
        Stream(surface=name, share=share, place=(float(at[0]), float(at[1]), float(at[2])))
        for name, (share, at) in landed(solved, lamp=lamp).items()
        if share >= LEAST
    ]
    eye = scene_builder.face(brief)
    meter = Meter(id="face", position=eye, normal=scene_builder.toward_source(brief, design))
    got = measure(solved, [meter]).readings()["face"].by_lamp[emitter.id]
    lumens = emitter.amount * (np.pi * emitter.face if emitter.law == "window" else 1.0)
    x, y, z = (float(c) for c in emitter.centre)
    return Flow(
        lamp=emitter.id,
        start=(x, y, z),
        streams=tuple(sorted(streams, key=lambda s: -s.share)),
        leaves=max(0.0, 1.0 - sum(s.share for s in streams)),
        at_face=float(luminance(got.total)) * FACE / max(lumens, 1e-30),
    )
