"""Daylight against lamps: how far apart they are, what would bring them together, and how long a look in the
sun holds.
"""

import math
from dataclasses import dataclass

import numpy as np

from wenlo.core.brief.brief import Brief, OtherLight
from wenlo.core.catalog.data_files import gels
from wenlo.core.catalog.own import SUN, WINDOW, is_natural
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.colour import mired
from wenlo.core.photometry.stops import stops_between
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.transport.measure import measure
from wenlo.core.transport.solve import DRAFT, solve

HOLDS = 1.0 / 3.0
"""A look holds while the key stays within so much. [stop]"""

STEP, HOURS = 0.25, 3.0
"""Hours between tries of the sun, and how far they go both ways. [h]"""

SEEN_APART = 15.0
"""Lamps nearer in colour are taken to match. [mired]"""


ALIKE = 0.2
"""A light that is so little brighter than the key lamp is taken to be level with it. [stop]"""

SAYS = Phrases(
    "balance",
    {
        "level": {"light": "label", "stops": "in_stops", "over": "choice"},
        "up": {"stops": "in_stops", "dial": "in_stops", "lamps": "count", "times": "tenth", "window": "choice"},
        "down": {"stops": "in_stops"},
        "colour": {"apart": "count", "warmer": "choice", "gel_known": "choice", "gel": "label", "left": "count"},
        "colour-alike": {},
        "sun": {"start": "label", "end": "label", "stops": "in_stops"},
    },
    room="roles",
)


@dataclass(frozen=True, kw_only=True)
class Balance:
    """A light against the key lamp at the face: its level [stop], colour [mired, + is warmer], and what matches it."""

    name: str
    level: float
    apart: float
    says: tuple[Fact, ...]


def nearest_gel(shift: float) -> tuple[str, float]:
    """Id of the gel whose mired shift is nearest to a wanted one, and what stays apart then. [mired]"""
    # neutral filters shift nothing and are no gels of colour
    coloured = [gel for gel in gels().values() if gel.shift or gel.id == "none"]
    best = min(coloured, key=lambda gel: abs(gel.shift - shift))
    return best.id, shift - best.shift


def balances(brief: Brief, design: ModifierParameters) -> tuple[Balance, ...]:
    """Every other light that is on against the modifier's lamp, as the face gets them."""
    meter = next(m for m in scene_builder.meters(brief, design) if m.id == "key")
    reading = measure(solve(scene_builder.whole_scene(brief, design), DRAFT), [meter]).readings(
        scene_builder.lamp_weights(brief)
    )["key"]
    own = sum(float(luminance(p.total)) for n, p in reading.by_lamp.items() if n not in brief.lights)
    found = []
    for key, light in brief.lights.items():
        got = float(luminance(reading.by_lamp[key].total))
        if not light.on or got <= 0.0 or own <= 0.0:
            continue
        level = stops_between(got, own)
        apart = mired(scene_builder.white_of(light)) - mired(scene_builder.white_of(brief.lamp))
        found.append(Balance(name=light.name, level=level, apart=apart, says=_said(brief, light, level, apart)))
    return tuple(found)


def _said(brief: Brief, light: OtherLight, level: float, apart: float) -> tuple[Fact, ...]:
    said = [SAYS("level", light=light.name, stops=told_stops(abs(level)), over=yes(level > 0))]
    if level > ALIKE and is_natural(light.id):
        room = -math.log2(brief.lamp.power)
        up = SAYS(
            "up",
            stops=told_stops(level),
            dial=room if room > 0.05 else 0.0,
            lamps=math.ceil(2.0**level),
            times=2.0 ** (level / 2),
            window=yes(light.id == WINDOW),
        )
        said.append(up)
    elif level > ALIKE:
        said.append(SAYS("down", stops=told_stops(level)))
    if abs(apart) <= SEEN_APART:
        return (*said, SAYS("colour-alike"))
    gel, left = nearest_gel(apart + gels()[brief.lamp.gel].shift)
    known = gel not in ("none", brief.lamp.gel)
    colour = SAYS(
        "colour", apart=abs(apart), warmer=yes(apart > 0), gel_known=yes(known), gel=gels()[gel].name, left=abs(left)
    )
    return (*said, colour)


@dataclass(frozen=True, kw_only=True)
class SunSpan:
    """Hours of the clock between which the key stays as it is now, with its change [stop] at each hour tried."""

    start: float
    end: float
    at: tuple[float, ...]
    change: tuple[float, ...]


_spans: LruCache[SunSpan | None] = LruCache(8)


def sun_span(brief: Brief, design: ModifierParameters) -> SunSpan | None:
    """How long a look with the sun in it holds; None without a sun that shines."""
    if not any(light.id == SUN and light.on for light in brief.others) or scene_builder.toward_sun(brief)[2] <= 0.0:
        return None
    powers = str([(light.power, light.on) for light in brief.others]) + str((brief.lamp.power, brief.lamp.on))
    return _spans.get((light_key(brief, design), powers), lambda: (_span(brief, design), True))


def _key_at(brief: Brief, design: ModifierParameters, hour: float) -> float:
    moved = brief.model_copy(update={"day": brief.day.model_copy(update={"hour": hour})})
    meter = next(m for m in scene_builder.meters(moved, design) if m.id == "key")
    reading = measure(solve(scene_builder.whole_scene(moved, design), DRAFT), [meter]).readings(
        scene_builder.lamp_weights(moved)
    )
    return float(luminance(reading["key"].total))


def _span(brief: Brief, design: ModifierParameters) -> SunSpan:
    now = brief.day.hour
    hours = [h for h in np.arange(now - HOURS, now + HOURS + 1e-9, STEP) if 0.0 <= h <= 24.0]
    here = _key_at(brief, design, now)
    change = [stops_between(max(_key_at(brief, design, float(h)), 1e-9), max(here, 1e-9)) for h in hours]
    middle = min(range(len(hours)), key=lambda k: abs(hours[k] - now))
    first = last = middle
    while first > 0 and abs(change[first - 1]) <= HOLDS:
        first -= 1
    while last < len(hours) - 1 and abs(change[last + 1]) <= HOLDS:
        last += 1
    return SunSpan(
        start=float(hours[first]), end=float(hours[last]), at=tuple(float(h) for h in hours), change=tuple(change)
    )


def clock(hour: float) -> str:
    """An hour as a clock shows it.

    >>> clock(9.75)
    '9:45'
    """
    minutes = round(hour * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"
