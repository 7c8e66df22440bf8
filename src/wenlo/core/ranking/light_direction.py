"""Where light has to come from by what a thing is made of, and how much of it is to mirror something lit."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wenlo.core.brief.brief import PEOPLE, Brief, SubjectFinish
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.stops import format_stops
from wenlo.core.scene import scene_builder

LightDirection = Literal["top", "side", "front", "under"]

DENT = 10.0
"""Relief is judged by a dent that leans so far out of the surface. [degree]"""

STEEP, ASIDE = 50.0, 35.0
"""Light comes from the top from this height on, else from the side from this far off the camera. [degree]"""


@dataclass(frozen=True, kw_only=True)
class FinishLight:
    """What suits a finish: from where light comes, best first, why, and what share of it should mirror something lit
    (or None).
    """

    ways: tuple[LightDirection, ...]
    why: str
    lit: tuple[float, float] | None = None


BY_FINISH: dict[SubjectFinish, FinishLight] = {
    "matt": FinishLight(
        ways=("top", "side", "front"),
        why="It shows light and shade alike from everywhere; from the top and the side it gets its shape.",
    ),
    "textured": FinishLight(
        ways=("side", "top"),
        why="Its relief shows where light rakes over it, and goes where light comes from the lens.",
    ),
    "satin": FinishLight(
        ways=("top", "side"), why="It mirrors softly: a large source in part of it makes it round.", lit=(0.15, 0.9)
    ),
    "glossy": FinishLight(
        ways=("top", "side"),
        why="It shows its colour and, on top, whatever it mirrors: one large source with a soft edge, the rest dark.",
        lit=(0.08, 0.6),
    ),
    "varnish": FinishLight(
        ways=("top", "side"),
        why=(
            "Dark varnish is seen by what it mirrors: a large source in part of it, dark round it, or it goes grey or"
            " black."
        ),
        lit=(0.08, 0.5),
    ),
    "wrapped": FinishLight(
        ways=("side", "top"),
        why=(
            "Film mirrors over the print: nothing lit should stand where it is mirrored, so light comes from the sides."
        ),
        lit=(0.0, 0.1),
    ),
    "mirror": FinishLight(
        ways=("top", "front"),
        why="A mirror has no light of its own: what it mirrors is its picture, so that has to be large, lit and plain.",
        lit=(0.6, 1.0),
    ),
    "translucent": FinishLight(
        ways=("under", "side", "top"),
        why=(
            "It glows when light comes through it, from below or behind; opaque things on the same ground become"
            " silhouettes."
        ),
    ),
}


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


def words(brief: Brief, design: ModifierParameters, lit: float | None) -> tuple[str, ...]:
    """What to say of the thing's finish in this light; nothing for people.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    lit: share of the visible thing that mirrors something lit, if that is known.
    """
    if brief.subject.kind in PEOPLE:
        return ()
    suits = BY_FINISH[brief.subject.finish]
    said = [suits.why]
    ways = comes_from(brief, design)
    names = {"top": "from above", "side": "from the side", "front": "from the lens", "under": "from below"}
    here = " and ".join(names[way] for way in ways)
    if not any(way in suits.ways for way in ways):
        said.append(f"Here it comes {here}; better {' or '.join(names[way] for way in suits.ways)}.")
    if brief.subject.finish == "textured":
        depth = relief(brief, design)
        shown = "all of it, with black shadows" if not math.isfinite(depth) else format_stops(depth)
        said.append(f"A dent that leans {DENT:.0f}° shows by {shown}.")
    if suits.lit is not None and lit is not None:
        low, high = suits.lit
        verdict = "as it should be" if low <= lit <= high else "too little" if lit < low else "too much"
        wanted = f"{low * 100:.0f} to {high * 100:.0f} %" if low > 0.0 else f"at most {high * 100:.0f} %"
        said.append(f"{lit * 100:.0f} % of it mirrors something lit, {verdict}: {wanted} is wanted.")
    return tuple(said)
