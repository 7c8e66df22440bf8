"""How hot each part of a built thing gets: by the light that falls on it, through what is before it, over the lamp and
at its body.

Layers behind a surface that is at T share its heat as resistances in a row: R = t/k of a layer,
1 / (k_air/g + h_r) of a gap g between two, 1/h from the last to the room. Over a lamp the air is that of a plume,
9.1 (T/g c²ρ²)^⅓ Q^⅔ z^(−5/3).
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.materials import LampType
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.geometry.rays import nearest, through
from wenlo.core.modifiers.kind import Arrangement
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging import heat
from wenlo.core.rigging.heat_layers import (
    NEAR,
    HeatLayer,
    close_behind,
    conducts,
    gap_resistance,
    layers_along,
    share_across,
    through_layers,
)
from wenlo.core.rigging.heat_sources import HeatSource, body_rise, heat_sources, plume_rise, to_the_air, unit_of
from wenlo.core.rigging.thermal_state import directions, swallowed_by

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

HeatCause = Literal["light", "behind", "over", "at the lamp", "inside", "room"]

RAYS = 2400
"""Straight lines from all lamps together, besides those to the nearest place of each part."""

DARK = 0.9
"""Share of the light that a part swallows of which the light model knows nothing. [-]"""


@dataclass(frozen=True, kw_only=True)
class PartHeat:
    """The hottest place of a part: what it gets to [°C] in air of ``around`` [°C], by what, and how far it is from the
    lamp. [m]
    """

    part: str
    reached: float
    around: float
    cause: HeatCause
    distance: float


@dataclass(frozen=True, kw_only=True)
class _Skin:
    """What a part does with light: how much of it it swallows and passes, and whether it is bare metal."""

    taken: float = DARK
    passed: float = 0.0
    shiny: bool = False


def _skins(assembly: Assembly, arrangement: Arrangement) -> dict[str, _Skin]:
    shapes = {shape.id: shape for shape in arrangement.surfaces}
    found: dict[str, _Skin] = {}
    for face in assembly.lit:
        if face.surface not in shapes:
            continue
        shape = shapes[face.surface]
        skin = _Skin(
            taken=swallowed_by(shape),
            passed=float(luminance(shape.surface.transmittance)),
            shiny=shape.surface.shine_front is not None or shape.surface.shine_back is not None,
        )
        for part in face.parts:
            if part not in found or found[part].taken < skin.taken:
                found[part] = skin
    return found


@dataclass(kw_only=True)
class _Hottest:
    """The hottest of each part so far."""

    found: dict[str, PartHeat]

    def tell(self, part: str, reached: float, around: float, cause: HeatCause, distance: float) -> None:
        """A temperature of a part, kept where it is the highest."""
        if part not in self.found or reached > self.found[part].reached:
            self.found[part] = PartHeat(part=part, reached=reached, around=around, cause=cause, distance=distance)


def part_heats(
    assembly: Assembly,
    arrangement: Arrangement,
    lamp: LampType,
    *,
    power: float,
    ambient: float,
    inside: Callable[[float], float] | None = None,
) -> Mapping[str, PartHeat]:
    """The hottest place of every part of a built thing, by the part's id; a part that is far from every warm thing is
    as warm as the room.

    Parameters
    ----------
    assembly: the built thing, where it stands.
    arrangement: its lamps, and what its surfaces do with light.
    lamp: that is in it or before it.
    power: dial. [-]
    ambient: of the room. [°C]
    inside: temperature of the air inside of a housing at a height in the set [°C]; None where it is open.

    Returns
    -------
    Mapping: of every part, ± 30 % of what it is over the room.
    """
    parts = assembly.parts
    bodies = [assembly.in_the_set(part) for part in parts]
    work = _Heating(
        parts=parts,
        bodies=bodies,
        skins=_skins(assembly, arrangement),
        lamp=lamp,
        power=power,
        ambient=ambient,
        inside=inside,
        layers=[conducts(part) for part in parts],
    )
    sources = [_no_deeper(source, bodies) for source in heat_sources(arrangement.lamps, lamp)]
    for source in sources:
        work.shine(source, max(RAYS // len(sources), 300))
        work.over(source)
        work.beside_lamp(source)
    work.beside_spots()
    for part in parts:
        work.hottest.tell(part.id, ambient, ambient, "room", 0.0)
    return work.hottest.found


def _no_deeper(source: HeatSource, bodies: list[Array]) -> HeatSource:
    met, owner, _ = through(source.centre - 1e-4 * source.axis, -source.axis[None], bodies)
    return replace(source, room=float(met[0, 0])) if owner[0, 0] >= 0 else source


class _Heating:
    """Goes round a built thing, and keeps the hottest of each part."""

    def __init__(
        self,
        *,
        parts: Sequence[Part],
        bodies: list[Array],
        skins: Mapping[str, _Skin],
        lamp: LampType,
        power: float,
        ambient: float,
        inside: Callable[[float], float] | None,
        layers: Sequence[float],
    ) -> None:
        self.parts, self.bodies = parts, bodies
        self.skin = [skins.get(part.id, _Skin()) for part in parts]
        self.lamp, self.power, self.ambient = lamp, power, ambient
        self.inside, self.conducts = inside, layers
        self.hottest = _Hottest(found={})
        self.spots: list[tuple[Array, float, float]] = []

    def air(self, height: float) -> float:
        """Round a place at a height, inside of a housing where there is one. [°C]"""
        return self.ambient if self.inside is None else self.inside(height)

    def shine(self, source: HeatSource, rays: int) -> None:
        """What its light falls on, and what lies behind.

        Source: [Incropera].

        Parameters
        ----------
        source: the lamp.
        rays: how many lines are drawn from it.

        Returns
        -------
        None: the hottest of each part is kept.
        """
        towards = [unit_of(_closest(source.centre, body) - source.centre) for body in self.bodies if len(body)]
        ways = np.concatenate([directions(rays), source.axis[None], np.array(towards).reshape(-1, 3)])
        falls = source.falls(ways)
        if self.inside is None:
            ways, falls = ways[falls > 1e-3], falls[falls > 1e-3]
        met, owner, slant = through(source.centre, ways, self.bodies)
        spread = math.sqrt(4.0 * math.pi / rays)
        for k in range(len(ways)):
            if owner[k, 0] >= 0:
                self._along(source, ways[k], float(falls[k]), met[k], owner[k], slant[k], spread)

    def _along(
        self, source: HeatSource, way: Array, strength: float, met: Array, owner: Ints, slant: Array, spread: float
    ) -> None:
        layers, start = layers_along(met, owner, slant), source.centre
        # light of a bulb comes from its glass
        least = source.width / 2 if source.round else 0.0
        still: HeatCause = "room" if self.inside is None else "inside"
        at, passed = 0, 1.0
        while at < len(layers):
            which, near, _, square = layers[at]
            chain = close_behind(layers, at)
            skin, height = self.skin[which], float(start[2] + near * way[2])
            around = self.air(height)
            alone = len(chain) == 1 and self.parts[which].soft
            reached = around + heat.beam_rise(
                self.lamp,
                max(near, least),
                skin.taken,
                angle=strength * passed * square,
                faces=2 if alone else 1,
                shiny=skin.shiny,
                power=self.power,
            )
            self.spots.append((start + near * way, reached, near * spread))
            outside = self.ambient if at + len(chain) == len(layers) else around
            self._behind(chain, reached, around, outside, "light" if reached > around + 1.0 else still)
            passed *= math.prod(self.skin[layer[0]].passed for layer in chain)
            if passed <= 1e-3:
                return
            at += len(chain)

    def _behind(self, chain: list[HeatLayer], front: float, around: float, outside: float, cause: HeatCause) -> None:
        resistances: list[float] = []
        for k, (which, near, far, _) in enumerate(chain):
            if k:
                resistances.append(gap_resistance(near - chain[k - 1][2]))
            resistances.append((far - near) / self.conducts[which])
        for k, reached in enumerate(through_layers(front, outside, resistances)):
            which, near, _, _ = chain[k]
            self.hottest.tell(self.parts[which].id, reached, around, cause if k == 0 else "behind", near)

    def over(self, source: HeatSource) -> None:
        """What hangs over a lamp is in its plume."""
        watts, skin = to_the_air(self.lamp, self.power), source.skin
        if watts <= 0.0:
            return
        high = float(skin[:, 2].max())
        # a plume draws in the air that is round the lamp
        around = self.air(high)
        most = body_rise(self.lamp, source, self.power, around=around)
        starts = np.concatenate([skin, skin.mean(axis=0)[None]])
        starts[:, 2] = high
        met, owner, slant = through_up(starts, self.bodies)
        for k in range(len(starts)):
            layers = layers_along(met[k], owner[k], slant[k])
            if not layers:
                continue
            chain = close_behind(layers, 0)
            rise = min(plume_rise(watts, source.width, layers[0][1], ambient=self.ambient), most)
            outside = self.ambient if len(chain) == len(layers) else around
            self._behind(chain, around + rise, around, outside, "over")

    def beside_lamp(self, source: HeatSource) -> None:
        """What is at the lamp's body."""
        skin = source.skin
        low, high = skin.min(axis=0) - NEAR, skin.max(axis=0) + NEAR
        around = self.air(float(source.centre[2]))
        rise = body_rise(self.lamp, source, self.power, around=around)
        for part, body in zip(self.parts, self.bodies, strict=True):
            if not len(body) or (body.reshape(-1, 3).min(axis=0) > high).any():
                continue
            if (body.reshape(-1, 3).max(axis=0) < low).any():
                continue
            gap = nearest(skin, body)
            if gap <= NEAR:
                reached = around + rise * share_across(gap)
                self.hottest.tell(part.id, reached, around, "at the lamp", gap)

    def beside_spots(self) -> None:
        """What no line comes to takes its heat from the hottest place that is near it."""
        if not self.spots:
            return
        places = np.array([spot[0] for spot in self.spots])
        warm = np.array([spot[1] for spot in self.spots])
        spread = np.array([spot[2] for spot in self.spots])
        for part, body in zip(self.parts, self.bodies, strict=True):
            if part.id in self.hottest.found or not len(body):
                continue
            low, high = body.reshape(-1, 3).min(axis=0), body.reshape(-1, 3).max(axis=0)
            off = np.maximum(np.maximum(low - places, places - high), 0.0)
            gaps = np.maximum(np.linalg.norm(off, axis=1) - spread, 0.0)
            close = gaps <= NEAR
            if not close.any():
                continue
            shares = np.array([share_across(float(gap)) for gap in gaps[close]])
            reached = self.ambient + (warm[close] - self.ambient) * shares
            k = int(reached.argmax())
            self.hottest.tell(part.id, float(reached[k]), self.ambient, "behind", float(gaps[close][k]))


def through_up(starts: Array, bodies: list[Array]) -> tuple[Array, Ints, Array]:
    """All that is over some places, as :func:`through` tells it."""
    return through(starts, np.tile(np.array([0.0, 0.0, 1.0]), (len(starts), 1)), bodies)


def _closest(place: Array, body: Array) -> Array:
    # of the box round it
    corners = body.reshape(-1, 3)
    return np.asarray(np.clip(place, corners.min(axis=0) + 1e-6, corners.max(axis=0) - 1e-6))
