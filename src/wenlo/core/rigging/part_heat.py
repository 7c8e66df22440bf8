"""How hot each part of a built thing gets: by the light that falls on it, through what is before it, over the lamp and
at its body.

Layers behind a surface that is at T share its heat as resistances in a row: R = t/k of a layer,
1 / (k_air/g + h_r) of a gap g between two, 1/h from the last to the room. Over a lamp the air is that of a plume,
9.1 (T/g c²ρ²)^⅓ Q^⅔ z^(−5/3).
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.materials import LampType
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.solids import volume_of
from wenlo.core.geometry.rays import nearest, through
from wenlo.core.modifiers.kind import Arrangement
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging import heat
from wenlo.core.rigging.thermal_state import directions, swallowed_by

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

HeatCause = Literal["light", "behind", "over", "at the lamp", "inside"]

RAYS = 2400
"""Straight lines from all lamps together, besides those to the nearest place of each part."""

NEAR = 0.06
"""What is farther behind a surface gets none of its heat. [m]"""

DARK = 0.9
"""Share of the light that a part swallows of which the light model knows nothing. [-]"""

AIR_CONDUCTS, GLOW_ACROSS = 0.026, 5.0
"""Air [W/mK]; radiation across a gap between dull faces near room temperature [W/m²K]."""

CONDUCTS = ((150.0, 0.035), (350.0, 0.06), (700.0, 0.12), (2000.0, 0.19), (math.inf, 50.0))
"""What conducts how well, up to a density: foams, loose cloth, wood, plastics, metals. [kg/m³], [W/mK]"""

HEAD_DENSITY = 900.0
"""A lamp's body is as deep as its mass says. [kg/m³]"""

HEAD_DEPTH = (0.04, 0.3)
"""But no flatter and no deeper. [m]"""

BLOWN = 25.0
"""From a body through whose vents air is moved. [W/m²K]"""

COOLED_BODY = 75.0
"""Electronics in the body of a lamp that does not glow keep it below this. [°C]"""


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


@dataclass(frozen=True, kw_only=True, eq=False)
class HeatSource:
    """A lamp as a warm thing: where it shines from (3,) [m], its axis, the sides of its body (3,) each [m]; how deep
    it is behind the face, and how much room there is [m], whether it shines all round, the exponent of its beam.
    """

    centre: Array
    axis: Array
    across: Array
    upward: Array
    depth: float
    room: float = math.inf
    round: bool
    beam: float

    @cached_property
    def width(self) -> float:
        """Of its body. [m]"""
        return float(np.linalg.norm(self.across))

    @cached_property
    def area(self) -> float:
        """Of its body. [m²]"""
        if self.round:
            return math.pi * self.width**2
        high = float(np.linalg.norm(self.upward))
        return 2.0 * (self.width * high + (self.width + high) * self.depth)

    @cached_property
    def skin(self) -> Array:
        """Places all over its body, shape (N, 3). [m]"""
        if self.round:
            return np.asarray(self.centre + directions(80) * self.width / 2)
        a, b, c = np.meshgrid(np.linspace(-0.5, 0.5, 7), np.linspace(-0.5, 0.5, 7), np.linspace(0.0, 1.0, 5))
        shell = (np.abs(a) == 0.5) | (np.abs(b) == 0.5) | (c == 0.0) | (c == 1.0)
        a, b, c = a[shell, None], b[shell, None], c[shell, None]
        # how deep it is, is not known better than what is right behind it says
        deep = max(min(self.depth, self.room), 0.01)
        return np.asarray(self.centre + a * self.across + b * self.upward - c * deep * self.axis)

    def falls(self, ways: Array) -> Array:
        """Share of the axis's light along some ways, shape (N,)."""
        if self.round:
            return np.ones(len(ways))
        return np.asarray(np.maximum(ways @ self.axis, 0.0) ** self.beam)


def _unit(vector: Array) -> Array:
    return np.asarray(vector / max(float(np.linalg.norm(vector)), 1e-12))


def heat_sources(emitters: Sequence[Emitter], lamp: LampType) -> list[HeatSource]:
    """The lamps of an arrangement as warm things; a string of bulbs is as many.

    Parameters
    ----------
    emitters: the lamps.
    lamp: what they are.
    """
    found = []
    for emitter in emitters:
        if emitter.afar:
            continue
        axis = _unit(np.cross(emitter.edge_u, emitter.edge_v))
        across, upward = _unit(emitter.edge_u), _unit(emitter.edge_v)
        back = 0.0 if emitter.lens is None else emitter.lens.lamp_distance
        # a body is no slimmer than a cube of its mass
        cube = 0.0 if lamp.shape == "sphere" else (lamp.mass / HEAD_DENSITY) ** (1.0 / 3.0)
        wide, high = max(lamp.size[0], cube), max(lamp.size[1], cube)
        deep = min(max(lamp.mass / (HEAD_DENSITY * max(wide * high, 1e-4)), HEAD_DEPTH[0]), HEAD_DEPTH[1])
        places = emitter.centre[None] if emitter.places is None else emitter.places
        found += [
            HeatSource(
                centre=np.asarray(place - back * axis),
                axis=axis,
                across=across * wide,
                upward=upward * high,
                depth=deep,
                round=lamp.shape == "sphere",
                beam=emitter.beam,
            )
            for place in places
        ]
    return found


def conducts(part: Part) -> float:
    """How well a part conducts heat, by its density. [W/mK]

    Source: [Incropera].
    """
    density = part.mass / max(volume_of(part.solid), 1e-12)
    return next(k for most, k in CONDUCTS if density < most)


def gap_resistance(gap: float) -> float:
    """Of a gap of air between two faces: 1 / (k/g + h_r), none where they touch. [m²K/W]

    Source: [Incropera].

    >>> round(gap_resistance(0.024), 3), gap_resistance(0.0)
    (0.164, 0.0)
    """
    return 0.0 if gap <= 1e-4 else 1.0 / (AIR_CONDUCTS / gap + GLOW_ACROSS)


def through_layers(front: float, outside: float, resistances: Sequence[float]) -> list[float]:
    """Temperatures where heat comes into each of several layers in a row, the first at ``front``. [°C]

    Source: [Incropera].

    Parameters
    ----------
    front: of the face that is heated. [°C]
    outside: of the air behind the last. [°C]
    resistances: layer, gap, layer, gap … in turn; from the last the heat goes to the air. [m²K/W]

    Returns
    -------
    list: one for each layer. [°C]

    >>> [round(t, 1) for t in through_layers(80.0, 20.0, [0.1, 0.0, 0.1])]
    [80.0, 60.0]
    """
    whole = sum(resistances) + 1.0 / heat.FACE_LOSS
    flow = (front - outside) / whole
    found, so_far = [], 0.0
    for k, resistance in enumerate(resistances):
        if k % 2 == 0:
            found.append(front - flow * so_far)
        so_far += resistance
    return found


def plume_rise(watts: float, width: float, height: float, *, ambient: float = 22.0) -> float:
    """How much warmer the air over a warm thing is in the middle of its plume: 9.1 (T/g c²ρ²)^⅓ Q^⅔ (z − z₀)^(−5/3)
    with the start z₀ = 0.083 Q^⅖ − 1.02 D. [K]

    Source: [Heskestad1984].

    Parameters
    ----------
    watts: that it gives to the air. [W]
    width: of it. [m]
    height: over its top. [m]
    ambient: of the room. [°C]

    Returns
    -------
    float: rise. [K]

    >>> round(plume_rise(50.0, 0.15, 0.024))
    63
    """
    if watts <= 0.0:
        return 0.0
    power = watts / 1000.0
    start = 0.083 * power**0.4 - 1.02 * width
    room = 273.15 + ambient
    density = 353.0 / room
    scale = 9.1 * (room / (9.81 * 1.005**2 * density**2)) ** (1.0 / 3.0)
    return float(scale * power ** (2.0 / 3.0) * max(height - start, 0.3 * width) ** (-5.0 / 3.0))


def body_rise(lamp: LampType, source: HeatSource, power: float, *, around: float = 22.0) -> float:
    """How much warmer than the air a lamp's body gets: what is not light, over h and its area; a lamp that does not
    glow keeps its electronics alive. [K]

    Source: [Incropera].

    Parameters
    ----------
    lamp, power: what it takes and gives.
    source: its body.
    around: air round it. [°C]

    Returns
    -------
    float: rise. [K]
    """
    loss = heat.FACE_LOSS if lamp.vents is None or source.round else BLOWN
    rise = to_the_air(lamp, power) / (loss * source.area)
    glows = lamp.electrical_watts and lamp.amount / lamp.electrical_watts < heat.GLOWING
    return rise if glows else min(rise, max(COOLED_BODY - around, 0.0))


def to_the_air(lamp: LampType, power: float) -> float:
    """What a lamp gives to the air round it: all that does not leave as light or radiant heat. [W]

    Source: [Incropera].
    """
    return max((lamp.electrical_watts or 0.0) - heat.radiant(lamp), 0.0) * power


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
    bodies = [_triangles(part, assembly) for part in parts]
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
        work.hottest.tell(part.id, ambient, ambient, "light", math.inf)
    return work.hottest.found


def _no_deeper(source: HeatSource, bodies: list[Array]) -> HeatSource:
    met, owner, _ = through(source.centre - 1e-4 * source.axis, -source.axis[None], bodies)
    return replace(source, room=float(met[0, 0])) if owner[0, 0] >= 0 else source


def _triangles(part: Part, assembly: Assembly) -> Array:
    mesh = part.body.to_mesh()
    points = assembly.stands.world(np.asarray(mesh.vert_properties, dtype=float)[:, :3])
    return np.asarray(points[np.asarray(mesh.tri_verts)])


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
        """What its light falls on, and what lies behind."""
        towards = [_unit(_closest(source.centre, body) - source.centre) for body in self.bodies if len(body)]
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
        layers, start = _layers(met, owner, slant), source.centre
        # light of a bulb comes from its glass
        least = source.width / 2 if source.round else 0.0
        at, passed = 0, 1.0
        while at < len(layers):
            which, near, _, square = layers[at]
            chain = _chain(layers, at)
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
            self._behind(chain, reached, around, outside, "light" if reached > around + 1.0 else "inside")
            passed *= math.prod(self.skin[layer[0]].passed for layer in chain)
            if passed <= 1e-3:
                return
            at += len(chain)

    def _behind(
        self,
        chain: list[tuple[int, float, float, float]],
        front: float,
        around: float,
        outside: float,
        cause: HeatCause,
    ) -> None:
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
            layers = _layers(met[k], owner[k], slant[k])
            if not layers:
                continue
            chain = _chain(layers, 0)
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
                reached = around + rise * _share(gap)
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
            shares = np.array([_share(float(gap)) for gap in gaps[close]])
            reached = self.ambient + (warm[close] - self.ambient) * shares
            k = int(reached.argmax())
            self.hottest.tell(part.id, float(reached[k]), self.ambient, "behind", float(gaps[close][k]))


def _share(gap: float) -> float:
    # of the rise of a warm face that something gets across a gap, with the room behind it
    out = 1.0 / heat.FACE_LOSS
    return out / (gap_resistance(gap) + out)


def through_up(starts: Array, bodies: list[Array]) -> tuple[Array, Ints, Array]:
    """All that is over some places, as :func:`through` tells it."""
    return through(starts, np.tile(np.array([0.0, 0.0, 1.0]), (len(starts), 1)), bodies)


def _closest(place: Array, body: Array) -> Array:
    # of the box round it
    corners = body.reshape(-1, 3)
    return np.asarray(np.clip(place, corners.min(axis=0) + 1e-6, corners.max(axis=0) - 1e-6))


def _layers(met: Array, owner: Ints, slant: Array) -> list[tuple[int, float, float, float]]:
    # body, where the line goes in and comes out, and how square to it [m]
    found: list[tuple[int, float, float, float]] = []
    open_: dict[int, tuple[float, float]] = {}
    last: dict[int, float] = {}
    for k in range(len(met)):
        which = int(owner[k])
        if which < 0:
            break
        # through an edge, where two triangles of one face meet
        if float(met[k]) - last.get(which, -1.0) < 1e-7:
            continue
        last[which] = float(met[k])
        if which in open_:
            near, square = open_.pop(which)
            found.append((which, near, float(met[k]), square))
        else:
            open_[which] = (float(met[k]), float(slant[k]))
    found += [(which, near, near, square) for which, (near, square) in open_.items()]
    return sorted(found, key=lambda layer: layer[1])


def _chain(layers: list[tuple[int, float, float, float]], at: int) -> list[tuple[int, float, float, float]]:
    # what follows without a wide gap
    chain = [layers[at]]
    for layer in layers[at + 1 :]:
        if layer[1] - chain[-1][2] > NEAR:
            break
        chain.append(layer)
    return chain
