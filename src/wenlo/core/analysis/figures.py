"""The figures of a design: what the light does, computed from the solved set."""

import json
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.apparent import shadow_scale, smoothed
from wenlo.core.analysis.source_light import MAP_CELLS, Light, key_alone, modifier_light
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import sheet_material
from wenlo.core.facts import DEEPEST
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import KEY_LAMP
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry import exposure
from wenlo.core.photometry.stops import stops_between
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.transport.measure import Measured, measure
from wenlo.core.transport.scene import Reading
from wenlo.core.transport.solve import DRAFT, Effort, solve
from wenlo.core.transport.view import spread_shares

Array = NDArray[np.float64]

DRAFT_CELLS = 24
"""Cells along each edge of the source's map, at rest and while something is dragged."""

CROWDED_CELLS = 18
"""The same while very many drag at once."""

DARKEST_SHOWN = DEEPEST
"""Maps and differences stop here: deeper is black to any camera. [stop]"""


@dataclass(frozen=True, kw_only=True)
class Levels:
    """Readings at the meters with the room and all lamps, in terms of the modifier's lamp at full power: lx, or lx·s.

    ``lit`` and ``fill`` are what the two sides of the face or thing get, of everything in the set: a convex thing keeps
    nothing off a side but what comes from behind it; ``lens`` falls on the lens; ``direct_share`` comes straight from
    the modifier's own lamps. ``shares`` of the modifier lamp's lumens by surface; ``by_lamp`` the readings of each lamp
    by meter; of each meter ``room_shares`` is what walls, floor and ceiling send back, and ``errors`` what the solver
    may be off by, as shares.
    """

    key: float
    far_ear: float
    exposure: float
    lit: float
    fill: float
    backdrop: float
    lens: float
    direct_share: float
    modifier_share: float
    room_share: float
    shares: dict[str, float] = field(default_factory=dict)
    by_lamp: dict[str, dict[str, float]] = field(default_factory=dict)
    room_shares: dict[str, float] = field(default_factory=dict)
    errors: dict[str, float] = field(default_factory=dict)

    @property
    def key_error(self) -> float:
        """How far the solver may be off with the key's reading. [lx] or [lx·s]"""
        return self.errors["key"] * self.key


@dataclass(frozen=True, kw_only=True)
class ExposureSetting:
    """Camera and lamp set for the reading; ``off_by`` is how far the present camera setting is over (+) or
    under (−).
    """

    aperture: float
    iso: float
    power: float
    ev100: float
    off_by: float


@dataclass(frozen=True, kw_only=True)
class Evaluated:
    """Everything the interface shows of a design.

    ``loss_band`` is the loss for the low and the high end of the material's usual transmittance;
    ``map_stops`` (V, U) is the sheet's luminance in stops from its brightest patch; ``shadow`` the lit
    share across a shadow edge against place [m]. ``with_room`` is false when the set does not fit the room.
    """

    light: Light
    levels: Levels
    setting: ExposureSetting
    loss_band: tuple[float, float]
    with_room: bool
    map_stops: Array
    shadow: tuple[Array, Array]

    @property
    def contrast(self) -> float:
        """Light on the lit side over light on the far side, everything counted, (K + F):F. [stop]"""
        return stops_between(self.levels.lit, self.levels.fill)

    @property
    def background(self) -> float:
        """Light on the backdrop relative to the key. [stop]"""
        return -stops_between(self.levels.key, self.levels.backdrop)

    @property
    def fall_off_head(self) -> float:
        """From the near cheek to a head's depth farther. [stop]"""
        return stops_between(self.levels.key, self.levels.far_ear)


def _used(reading: Reading) -> dict[str, float]:
    # by lamp, those of the modifier together
    found: dict[str, float] = {}
    for lamp, part in reading.by_lamp.items():
        name = KEY_LAMP if lamp.startswith(scene_builder.ALIKE) else lamp
        found[name] = found.get(name, 0.0) + float(luminance(part.total))
    return found


def readings_in_room(
    brief: Brief, design: ModifierParameters, names: Sequence[str], *, effort: Effort
) -> dict[str, float]:
    """Some of the meters alone, by name, in the terms of :class:`Levels`. [lx] or [lx·s]"""
    solved = solve(scene_builder.whole_scene(brief, design), effort)
    measured = measure(solved, [m for m in scene_builder.meters(brief, design) if m.id in names])
    readings = measured.readings(scene_builder.lamp_weights(brief))
    return {name: sum(_used(reading).values()) for name, reading in readings.items()}


_measured: LruCache[tuple[Measured, dict[str, float]]] = LruCache(16)


def levels_in_room(
    brief: Brief,
    design: ModifierParameters,
    *,
    effort: Effort = DRAFT,
    remembered: bool = False,
    go_on: Callable[[float], bool] | None = None,
) -> Levels:
    """Solve the whole set and read the meters; without the room when the set does not fit in it."""

    def read_all() -> tuple[tuple[Measured, dict[str, float]], bool]:
        solved = solve(scene_builder.whole_scene(brief, design), effort)
        asked: list[bool] = []

        def wanted(worst: float) -> bool:
            asked.append(go_on is None or go_on(worst))
            return asked[-1]

        measured = measure(solved, scene_builder.meters(brief, design), wanted, remembered=remembered)
        return (measured, spread_shares(solved)), all(asked)

    measured, shares = _measured.get((light_key(brief, design), effort), read_all)
    readings = measured.readings(scene_builder.lamp_weights(brief))
    by_lamp = {name: _used(reading) for name, reading in readings.items()}
    total = {name: sum(row.values()) for name, row in by_lamp.items()}

    # other lamps are meant to be seen as they are: only the modifier's own count as straight
    own = [p for n, p in readings["key"].by_lamp.items() if n == KEY_LAMP or n.startswith(scene_builder.ALIKE)]
    straight = sum(float(luminance(p.direct)) for p in own)

    def part(name: str, meter: str = "key") -> float:
        return float(luminance(getattr(readings[meter], name))) / max(total[meter], 1e-30)

    return Levels(
        key=total["key"],
        far_ear=total["far_ear"],
        exposure=total["exposure"],
        lit=total["lit"],
        fill=total["fill"],
        backdrop=total["backdrop"],
        lens=total["lens"],
        direct_share=straight / max(total["key"], 1e-30),
        modifier_share=part("modifier"),
        room_share=part("room"),
        shares=shares,
        by_lamp=by_lamp,
        room_shares={meter: part("room", meter) for meter in readings},
        errors={meter: row.error / max(total[meter], 1e-30) for meter, row in readings.items()},
    )


def setting_for(brief: Brief, reading: float) -> ExposureSetting:
    """What to set, keeping all but the one that the brief asks for.

    Parameters
    ----------
    brief: camera, lamp and what to solve for.
    reading: lx, or lx·s of a flash, at full power, on the receptor that the brief names.
    """
    camera, lamp, receptor = brief.camera, brief.lamp.type, brief.receptor
    time = 1.0 if lamp.kind == "flash" else camera.shutter
    present = reading * time * brief.lamp.power
    aperture, iso, power = camera.aperture, camera.iso, brief.lamp.power
    right = exposure.luminous_exposure_for(aperture=aperture, iso=iso, receptor=receptor)
    off_by = stops_between(present, right)
    if brief.wanted.solve_for == "aperture":
        aperture = exposure.aperture_for(present, iso=iso, receptor=receptor)
    elif brief.wanted.solve_for == "iso":
        iso = exposure.iso_for(present, aperture=aperture, receptor=receptor)
    else:
        power = right / (reading * time) if reading > 0.0 else math.inf
    ev = exposure.ev100(reading * brief.lamp.power, receptor=receptor) if lamp.kind == "continuous" else math.nan
    return ExposureSetting(aperture=aperture, iso=iso, power=power, ev100=ev, off_by=off_by)


_alone: LruCache[tuple[Light, tuple[float, float]]] = LruCache(16)


_bands: LruCache[tuple[float, float]] = LruCache(64)


def _modifier_alone(
    brief: Brief, design: ModifierParameters, effort: Effort, cells: int, spread: bool, remembered: bool
) -> tuple[Light, tuple[float, float]]:
    # the modifier's light, and its loss at the high and the low end of the sheet's transmittance
    light = modifier_light(brief, design, effort=effort, cells=cells, remembered=remembered)
    sheeted = kind_of(design).capabilities.sheet
    if sheeted is None or not spread:
        return light, (light.loss, light.loss)

    def band() -> tuple[tuple[float, float], bool]:
        sheet = sheet_material(sheeted.material.get(design))
        typical = key_alone(brief, design, DRAFT, sheet.transmittance)
        ends = sheet.transmittance_high, sheet.transmittance_low
        high, low = (stops_between(typical, key_alone(brief, design, DRAFT, t)) for t in ends)
        return (high, low), True

    high, low = _bands.get(_without_lengths(design), band, anew=not remembered)
    return light, (light.loss + high, light.loss + low)


def _without_lengths(design: ModifierParameters) -> str:
    # how far a material's spread moves the light hangs on what the modifier is made of, and hardly on where its parts
    # are just now
    chosen = {k: v for k, v in design.model_dump(mode="json").items() if not isinstance(v, float)}
    return json.dumps(chosen, sort_keys=True)


def evaluate(
    brief: Brief,
    design: ModifierParameters,
    *,
    effort: Effort = DRAFT,
    cells: int = MAP_CELLS,
    spread: bool = True,
    remembered: bool = False,
    go_on: Callable[[float], bool] | None = None,
) -> Evaluated:
    """All figures of a design.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    effort: how finely the set is sampled.
    cells: cells along each edge of the source's map.
    spread: whether to follow the spread of real materials.
    remembered: take how far that moves the light, and how meters are best read, from the last time that a modifier of
        the same make was looked at, if there was one.
    go_on: asked now and then whether to go on reading meters.
    """
    light, band = _alone.get(
        (light_key(brief.model_copy(update={"others": [], "pieces": []}), design), effort, cells, spread),
        lambda: (_modifier_alone(brief, design, effort, cells, spread, remembered), True),
    )
    levels = levels_in_room(brief, design, effort=effort, remembered=remembered, go_on=go_on)
    smooth = smoothed(light.view)
    brightest = max(float(smooth.max()), 1e-30)
    stops = np.log2(np.maximum(smooth / brightest, 2.0**-DARKEST_SHOWN))
    scale = shadow_scale(distance=light.distance, occluder_distance=brief.wanted.occluder_distance)
    if not math.isfinite(scale):
        scale = 0.0
    return Evaluated(
        light=light,
        levels=levels,
        setting=setting_for(brief, levels.exposure),
        loss_band=band,
        with_room=scene_builder.fits_in_room(brief, design),
        map_stops=stops,
        shadow=(light.across.at * scale, light.across.share),
    )
