"""How sure the figures of the gauges are: what may be off in a real set, and how far that moves each of them.

Every part is a half-width that holds 95 times in a hundred, in stops of what the figure compares; parts are unlike
causes, so that together they are the root of the sum of their squares. A lamp, a distance or a paint moves a ratio of
two readings only as far as it has an unlike share in them.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wenlo.core.analysis.apparent import PATCH_SHARE
from wenlo.core.analysis.figures import Evaluated
from wenlo.core.brief.brief import Brief, LampSetting
from wenlo.core.catalog.own import Own, is_natural
from wenlo.core.facts import Fact, Phrases
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import KEY_LAMP
from wenlo.core.optics.sheet import luminance
from wenlo.core.scene import scene_builder
from wenlo.core.transport.scene import Meter

Part = Literal["material", "lamp", "place", "angle", "paint", "sampling", "size"]

LAMP = math.log2(1.2)
"""A lamp gives a fifth more or less than it is said to, by age, voltage and sample. [stop]"""

LAMP_MEASURED = math.log2(1.05)
"""One whose light was read. [stop]"""

DAYLIGHT = 0.5
"""Daylight is taken as typical of its hour and weather. [stop]"""

PLACED, TURNED, CUT = 0.01, math.radians(2.0), 0.005
"""A lamp or a modifier is placed so well [m], turned so well [rad], and a sheet stretched so well [m]."""

PAINTED = math.log2(1.3)
"""What paint and floor send back, as a share of room light: a white of 0.8 is known to ±0.05, a grey of 0.5 to ±0.075.
[stop]"""

PAINT_MEASURED = math.log2(1.1)
"""Where readings told it. [stop]"""

LEAST = 0.005
"""Parts that move a figure by less are not told. [stop]"""

MOST = 6.0
"""A figure that may be off by more is not known at all. [stop]"""

STEEPEST = math.radians(80.0)
"""Light that rakes a meter more steeply than this is taken to rake it so. [rad]"""

GRAIN_DOWN_TO = -4.0
"""The grain of a sheet's map is judged where it is as bright as this below its brightest. [stop]"""

SAYS = Phrases("doubt", {"part": {"part": "choice", "placed": "length", "cut": "length"}}, room="light")


@dataclass(frozen=True, kw_only=True)
class Doubt:
    """A cause, and how far it moves the figure down and up. [stop]"""

    part: Part
    less: float
    more: float

    @property
    def says(self) -> Fact:
        """The cause."""
        return SAYS("part", part=self.part, placed=PLACED, cut=CUT)


def together(doubts: Sequence[Doubt]) -> tuple[float, float]:
    """All causes at once, down and up: unlike causes add as squares. [stop]

    >>> together([Doubt(part="lamp", less=0.3, more=0.3), Doubt(part="material", less=0.4, more=0.0)])
    (0.5, 0.3)
    """
    return math.hypot(*(one.less for one in doubts)), math.hypot(*(one.more for one in doubts))


def _either(part: Part, off: float) -> Iterator[Doubt]:
    if not math.isfinite(off) or abs(off) >= LEAST:
        size = min(abs(off), MOST) if math.isfinite(off) else MOST
        yield Doubt(part=part, less=size, more=size)


@dataclass(frozen=True, kw_only=True, eq=False)
class _Source:
    # A lamp, or the modifier with all of its own: from where, and how well it is known [stop].
    name: str
    at: Sequence[float] | None
    known: float


@dataclass(frozen=True, kw_only=True)
class _Place:
    # A meter as plain numbers.
    at: Sequence[float]
    normal: Sequence[float]
    dome: bool

    @classmethod
    def of(cls, meter: Meter) -> "_Place":
        return cls(at=meter.position.tolist(), normal=meter.normal.tolist(), dome=meter.receptor == "dome")

    def nears(self, source: Sequence[float]) -> float:
        # how much more falls on a meter from a source that is nearer by what a place is known to: at most as of a point
        return 2.0 * math.log2(1.0 + PLACED / max(math.dist(source, self.at), PLACED))

    def rakes(self, source: Sequence[float]) -> float:
        # how far a turn moves what falls on a flat meter: by the tangent of the angle from square
        if self.dome:
            return 0.0
        square = sum((a - b) * n for a, b, n in zip(source, self.at, self.normal, strict=True))
        square /= max(math.dist(source, self.at), 1e-9)
        if square <= 0.0:
            return 0.0
        return math.tan(min(math.acos(min(square, 1.0)), STEEPEST)) * TURNED / math.log(2.0)


class HowSure:
    """What may be off in a set of this brief and design, solved."""

    def __init__(self, brief: Brief, design: ModifierParameters, result: Evaluated) -> None:
        self.brief, self.design, self.result = brief, design, result
        self.meters = {one.id: _Place.of(one) for one in scene_builder.meters(brief, design)}
        self.source = design.source_centre.tolist()
        able = kind_of(design).capabilities.lamp_travel
        travel = math.dist(design.lamp_position.tolist(), self.source) if able is None else able.get(design)
        self.travel = max(travel, PLACED)
        self.sources = []
        for name, light in zip(result.levels.by_lamp["key"], brief.lamps, strict=True):
            natural = is_natural(light.id)
            placed = self.source if isinstance(light, LampSetting) else (light.x, light.y, light.z)
            known = DAYLIGHT if natural else LAMP_MEASURED if _measured(light.id) else LAMP
            self.sources.append(_Source(name=name, at=None if natural else placed, known=known))
        # where daylight lights the sheet, all that counts comes through it
        self.by_day = kind_of(design).daylight is not None and not any(
            self._share(one.name, "key") for one in self.sources if one.at is not None
        )

    def ratio(self, top: str, under: str | None = None) -> tuple[Doubt, ...]:
        """Of log2 of a meter's reading, over another's where one is given.

        Source: [Palmer2010].

        Parameters
        ----------
        top, under: meters, by id.

        Returns
        -------
        tuple: causes; a cause that moves nothing is left out. [stop]
        """
        levels = self.result.levels
        both = (top,) if under is None else (top, under)
        sampling = math.hypot(*(math.log2(1.0 + levels.errors[name]) for name in both))
        lamps, places, angles = [], [], []
        for one in self.sources:
            share = [self._share(one.name, name) for name in both]
            lamps.append(one.known * (share[0] - (share[1] if under else 0.0)))
            if one.at is None:
                continue
            straight = [s * (1.0 - levels.room_shares[name]) for s, name in zip(share, both, strict=True)]
            near = [self.meters[name].nears(one.at) for name in both]
            turned = [self.meters[name].rakes(one.at) for name in both]
            places.append(straight[0] * near[0] - (straight[1] * near[1] if under else 0.0))
            angles.append(straight[0] * turned[0] - (straight[1] * turned[1] if under else 0.0))
        room = levels.room_shares[top] - (levels.room_shares[under] if under else 0.0)
        paint = PAINT_MEASURED if _measured(self.brief.room.walls) else PAINTED
        return (
            *self._material(self._through(top) - (self._through(under) if under else 0.0)),
            *_either("lamp", math.hypot(*lamps)),
            *_either("place", math.hypot(*places)),
            *_either("angle", math.hypot(*angles)),
            *_either("paint", 0.0 if self.brief.room.outdoors else room * paint),
            *_either("sampling", sampling),
        )

    def loss(self) -> tuple[Doubt, ...]:
        """Of the light that the modifier costs: its lamp is on both sides of that. [stop]"""
        return (*self._material(-1.0), *_either("sampling", math.log2(1.0 + self.result.levels.errors["key"])))

    def edge(self) -> tuple[Doubt, ...]:
        """Of log2 of the shadow edge's width, which is as the source's over the way from it to what throws the shadow.

        Source: [Palmer2010].

        Returns
        -------
        tuple: causes. [stop]
        """
        light = self.result.light
        behind = max(light.distance - self.brief.wanted.occluder_distance, PLACED)
        wide = max(light.across.edge_equivalent, 2.0 * CUT)
        cells = max(self.result.map_stops.shape[0], 1)
        # the edge of the map is known to a quarter of a cell
        return (
            *_either("place", math.log2(1.0 + PLACED / behind)),
            *_either("size", math.log2(1.0 + CUT / wide)),
            *_either("sampling", math.log2(1.0 + 0.25 / cells)),
        )

    def evenness(self) -> tuple[Doubt, ...]:
        """Of how far the glow falls, which goes with the square of width over the lamp's way to the sheet.

        Source: [Palmer2010].

        Returns
        -------
        tuple: causes. [stop]
        """
        falls = self.result.light.sheet.centre_to_edge
        # what a cell differs from the mean of its patch is the grain of the map, and what there is of detail
        raw, smooth = luminance(self.result.light.view.luminance), self.result.map_stops
        lit = (smooth > GRAIN_DOWN_TO) & (raw > 0.0)
        off = np.log2(raw[lit]) - smooth[lit]
        grain = float(off.std()) if len(off) else 0.0
        # a difference of two patches, two standard errors of each
        return (
            *_either("place", abs(falls) * 2.0 * PLACED / self.travel),
            *_either("sampling", 2.0 * math.sqrt(2.0) * grain / max(1, round(PATCH_SHARE * raw.shape[0]))),
        )

    def spill(self) -> tuple[Doubt, ...]:
        """Of the share that misses: a lamp nearer by so much sends that much less past the sheet. [-]

        Source: [Palmer2010].

        Returns
        -------
        tuple: causes, as shares. [-]
        """
        missed = self.result.light.missed
        return tuple(_either("place", missed * (1.0 - missed) * 2.0 * PLACED / self.travel))

    def _material(self, share: float) -> Iterator[Doubt]:
        # the loss at the high and the low end of what such sheets pass
        light, band = self.result.light, self.result.loss_band
        if not all(map(math.isfinite, (light.loss, *band))):
            return
        more, less = (abs(light.loss - band[0]) * abs(share), abs(band[1] - light.loss) * abs(share))
        if share < 0.0:
            more, less = less, more
        if max(more, less) >= LEAST:
            yield Doubt(part="material", less=less, more=more)

    def _through(self, meter: str) -> float:
        return 1.0 if self.by_day else self._share(KEY_LAMP, meter)

    def _share(self, lamp: str, meter: str) -> float:
        row = self.result.levels.by_lamp[meter]
        return row.get(lamp, 0.0) / max(sum(row.values()), 1e-30)


def _measured(ref: object) -> bool:
    return isinstance(ref, Own) and ref.measured
