"""Where light has to come from by what a thing is made of, and how much of it is to mirror something lit."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wenlo.core.brief.brief import PEOPLE, Brief, SubjectFinish
from wenlo.core.facts import Fact, Phrases, told_stops
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.scene import scene_builder

LightDirection = Literal["top", "side", "front", "under"]

DENT = 10.0
"""Relief is judged by a dent that leans so far out of the surface. [degree]"""

STEEP, ASIDE = 50.0, 35.0
"""Light comes from the top from this height on, else from the side from this far off the camera. [degree]"""


SAYS = Phrases(
    "finish",
    {
        "why": {"finish": "choice"},
        "comes-from": {"ways": "list", "better": "list"},
        "way": {"way": "choice"},
        "dent": {"lean": "angle", "stops": "in_stops"},
        "dent-black": {"lean": "angle"},
        "mirrors": {"share": "share", "verdict": "choice", "least": "share", "most": "share"},
    },
    room="ranking",
)


@dataclass(frozen=True, kw_only=True)
class FinishLight:
    """What suits a finish: from where light comes, best first, and what share of it should mirror something lit (or
    None).
    """

    ways: tuple[LightDirection, ...]
    lit: tuple[float, float] | None = None


BY_FINISH: dict[SubjectFinish, FinishLight] = {
    "matt": FinishLight(ways=("top", "side", "front")),
    "textured": FinishLight(ways=("side", "top")),
    "satin": FinishLight(ways=("top", "side"), lit=(0.15, 0.9)),
    "glossy": FinishLight(ways=("top", "side"), lit=(0.08, 0.6)),
    "varnish": FinishLight(ways=("top", "side"), lit=(0.08, 0.5)),
    "wrapped": FinishLight(ways=("side", "top"), lit=(0.0, 0.1)),
    "mirror": FinishLight(ways=("top", "front"), lit=(0.6, 1.0)),
    "translucent": FinishLight(ways=("under", "side", "top")),
}


def why_of(finish: SubjectFinish) -> Fact:
    """Why a finish needs its light from there."""
    return SAYS("why", finish=finish)


def direction_of(brief: Brief, design: ModifierParameters) -> LightDirection:
    """From where a design's light comes."""
    to = scene_builder.toward_source(brief, design)
    if math.degrees(math.asin(float(to[2]))) >= STEEP:
        return "top"
    level = np.array([to[0], to[1], 0.0]) / max(math.hypot(float(to[0]), float(to[1])), 1e-9)
    off = math.degrees(math.acos(min(max(float(-level[1]), -1.0), 1.0)))
    return "side" if off >= ASIDE else "front"


def comes_from(brief: Brief, design: ModifierParameters) -> tuple[LightDirection, ...]:
    """All ways from which a design's light comes."""
    kind = kind_of(design)
    ways = kind.lit_from(design) or (direction_of(brief, design),)
    under = kind.capabilities.under
    return (*ways, "under") if under is not None and under.get(design) > 0.0 else ways


def front_normal(brief: Brief) -> np.ndarray:
    """Unit normal of the face of the thing that the lens looks at; a flat thing's when it leans."""
    lean = math.radians(brief.subject.lean) if brief.subject.kind == "plate" else 0.0
    return np.array([0.0, -math.cos(lean), math.sin(lean)])


def relief(brief: Brief, design: ModifierParameters) -> float:
    """Stops between the two sides of a dent that leans 10° out of the thing's front: log2 cos(i − 10°)/cos(i + 10°).
    [stop]
    """
    incidence = math.acos(min(max(float(scene_builder.toward_source(brief, design) @ front_normal(brief)), -1.0), 1.0))
    dent = math.radians(DENT)
    if incidence + dent >= math.pi / 2:
        return math.inf
    return math.log2(math.cos(incidence - dent) / math.cos(incidence + dent))


def of_finish(brief: Brief, design: ModifierParameters, lit: float | None) -> tuple[Fact, ...]:
    """What to say of the thing's finish in this light; nothing for people.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    lit: share of the visible thing that mirrors something lit, if that is known. [-]
    """
    if brief.subject.kind in PEOPLE:
        return ()
    suits, ways = BY_FINISH[brief.subject.finish], comes_from(brief, design)
    said = [why_of(brief.subject.finish)]

    def of_ways(some: tuple[LightDirection, ...]) -> tuple[Fact, ...]:
        return tuple(SAYS("way", way=way) for way in some)

    if not any(way in suits.ways for way in ways):
        said.append(SAYS("comes-from", ways=of_ways(ways), better=of_ways(suits.ways)))
    if brief.subject.finish == "textured":
        depth, lean = relief(brief, design), math.radians(DENT)
        known = math.isfinite(depth)
        said.append(SAYS("dent", lean=lean, stops=told_stops(depth)) if known else SAYS("dent-black", lean=lean))
    if suits.lit is not None and lit is not None:
        low, high = suits.lit
        verdict = "right" if low <= lit <= high else "little" if lit < low else "much"
        said.append(SAYS("mirrors", share=lit, verdict=verdict, least=low, most=high))
    return tuple(said)
