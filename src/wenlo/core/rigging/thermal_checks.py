"""Checks of what gets warm: housings, surfaces in the beam, everything else of the build that is near, vents,
lenses.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from wenlo.core.catalog.materials import LampType
from wenlo.core.document.rigging import Rigging
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import Emitter
from wenlo.core.rigging import heat
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit, stated, unanswered
from wenlo.core.rigging.loads import Modifier
from wenlo.core.rigging.part_heat_checks import HeatLimit, limits_of_plan, part_checks
from wenlo.core.rigging.thermal_spread import SPREAD, judged
from wenlo.core.rigging.thermal_state import Beamed, beamed, housing_of
from wenlo.core.units.length import UnitSystem, format_length

HOT_SPOT = 2000.0
"""Skin hurts in about twenty seconds and dark cloth gets hot. [W/m²]"""

LEAST_ON = 1.0
"""A lamp that may be on for less at a time may not be on at all. [min]"""

CLEAR_OF_VENTS = 0.005
"""So much of a lamp's housing stays free before its vents. [m]"""


class ThermalState:
    """A housing with its heat: what is left inside [W], the mean rise [K], openings [m²] and air of a fan [m³/s] as
    they are.
    """

    def __init__(self, housing: heat.Housing, inside: float, rig: Rigging, *, light: float, light_only: bool) -> None:
        self.housing = housing
        self.inside = inside
        self.light = light
        self.light_only = light_only
        # told that it has none, it is closed, gaps of the drawing and all
        self.openings = 0.0 if rig.openings == 0.0 else housing.openings + (rig.openings or 0.0)
        # its own fan, or the one that is told; never both
        self.fan = rig.fan / 3600.0 or (0.0 if rig.openings == 0.0 else housing.fan)
        self.ambient = rig.ambient
        self.rise = heat.temperature_rise(
            inside, housing.loss, openings=self.openings, rise=housing.rise, fan=self.fan, ambient=rig.ambient
        )

    @property
    def black_inside(self) -> float:
        """How much warmer it would be in the mean with a black lining. [K]

        Source: [Incropera].

        Returns
        -------
        float: rise beyond today's. [K]
        """
        inside = (
            self.inside * self.housing.kept_black / max(self.housing.kept, 1e-9)
            if self.light_only
            else self.inside + self.light * (self.housing.kept_black - self.housing.kept)
        )
        black = heat.temperature_rise(
            inside,
            self.housing.loss,
            openings=self.openings,
            rise=self.housing.rise,
            fan=self.fan,
            ambient=self.ambient,
        )
        return black - self.rise

    @property
    def profile(self) -> list[tuple[float, float]]:
        """Height in the housing, 0 to 1, and the temperature there [°C]."""
        return [(k / 10, self.ambient + heat.at_height(self.rise, k / 10)) for k in range(11)]


def thermal_state_of(modifier: Modifier, lamp: LampType, power: float, rig: Rigging) -> ThermalState | None:
    """The modifier as a housing with its heat; None where it is open or its lamp gives no heat that is known.

    Source: [Incropera].

    Parameters
    ----------
    modifier: with its housing.
    lamp: the lamp in it or before it.
    power: dial. [-]
    rig: the answers about the rig (how long it is on).

    Returns
    -------
    ThermalState | None: heat [W], losses [W/K] and rises. [K]
    """
    design = modifier.design
    kind = kind_of(design)
    warm = heat.as_heat(lamp)
    housing = housing_of(design, modifier.arrangement, modifier.plan, name=modifier.name)
    if housing is None or warm is None or not warm.electrical_watts or kind.by_day(design):
        return None
    more = tuple(heat.Warm(name=name, limit=limit, height=1.0) for name, limit in kind.limits(design))
    openings, fan = kind.air(design)
    housing = replace(housing, materials=(*housing.materials, *more), openings=housing.openings + openings, fan=fan)
    on_lamp = any(h.by == "lamp" for h in kind.holds(design, modifier.mass))
    # a lamp that only looks in keeps its own heat outside
    inside = heat.radiant(warm) * power * housing.kept if on_lamp else heat.heat_inside(warm, housing, power)
    light = min(warm.amount / heat.LED_LIGHT, warm.electrical_watts) * power * housing.lamps
    return ThermalState(housing, inside, rig, light=light, light_only=on_lamp)


def heat_checks(
    modifier: Modifier, lamp: LampType, power: float, rig: Rigging, *, units: UnitSystem
) -> Iterator[Check]:
    """Housings, what the lamp shines on, all else that is near it, vents and lenses.

    Parameters
    ----------
    modifier: with its parts.
    lamp, power: that lights it; a modelling lamp is counted as fully on.
    rig: the answers about the rig.
    units: how lengths are written.
    """
    design = modifier.design
    kind = kind_of(design)
    if not kind.by_day(design):
        yield from _lamp_checks(modifier, lamp, power if lamp.kind == "continuous" else 1.0, rig)
        yield from _vent_check(modifier, lamp, units)
        for emitter in modifier.arrangement.lamps:
            if lamp.kind == "continuous" and emitter.lens is not None:
                yield _focus_check(modifier.about, emitter, lamp, power, units)
    glass = kind.capabilities.lens
    if glass is not None:
        suns = heat.burning_glass(glass.diameter.get(design), glass.focal_length.get(design))
        yield unanswered(
            "lens.sun",
            modifier.about,
            "The lens in the sun",
            figure=f"{suns:.0f} suns in its focus",
            limit="a few suns char card and cloth",
            source="(diameter / image of the sun)²",
            value=suns,
            unit="suns",
            cure=Cure(words="cap it whenever it is carried or left; never point it at the sun or look into it"),
        )


def _lamp_checks(modifier: Modifier, lamp: LampType, power: float, rig: Rigging) -> Iterator[Check]:
    warm = heat.as_heat(lamp)
    if warm is None:
        return
    if not warm.electrical_watts:
        yield unanswered(
            "heat.watts",
            modifier.about,
            "Heat of the lamp",
            figure="its watts are not told",
            limit="what its label says",
            source="the maker's label",
            cure=Cure(
                words="read the label and put it on the Shelf; until then keep everything an arm's length from it"
            ),
        )
        return
    found = thermal_state_of(modifier, lamp, power, rig)
    places = _places(modifier, warm, power, rig, found)
    if found is not None:
        yield from _housing_checks(modifier, found, rig)
    for place in places:
        yield judged(_beam_check(modifier.about, place, warm, power), ambient=rig.ambient)
    already = {p.name: p.reached for p in places}
    if found is not None:
        for material in found.housing.materials:
            reached = rig.ambient + heat.at_height(found.rise, material.height)
            already[material.name] = max(already.get(material.name, reached), reached)
    yield from part_checks(modifier, warm, power, rig, rise=None if found is None else found.rise, already=already)


@dataclass(frozen=True, kw_only=True)
class Place:
    """The hottest place of a material that the lamp shines on: its limit and what it gets to [°C]; how far from the
    lamp [m].
    """

    name: str
    limit: float
    reached: float
    beam: Beamed
    around: float


def material_of(modifier: Modifier, shape: str) -> HeatLimit | None:
    """What a surface of a modifier is made of and what it bears; None of a surface that is not built."""
    limits = limits_of_plan(modifier.plan)
    by_part = modifier.assembly.by_id
    built = [
        by_part[id] for face in modifier.assembly.lit if face.surface == shape for id in face.parts if id in by_part
    ]
    known = [limits[part.item] for part in built if part.item in limits]
    return min(known, key=lambda row: row.limit) if known else None


def _places(modifier: Modifier, lamp: LampType, power: float, rig: Rigging, found: ThermalState | None) -> list[Place]:
    # by material the place that gets hottest: by radiation, on top of the air that is there
    best: dict[str, Place] = {}
    for beam in beamed(modifier.arrangement):
        named = material_of(modifier, beam.shape)
        if named is None:
            continue
        air = rig.ambient
        if found is not None:
            air += heat.at_height(found.rise, beam.height)
        rise = heat.beam_rise(
            lamp, beam.distance, beam.taken, angle=beam.angle, faces=beam.faces, shiny=beam.shiny, power=power
        )
        place = Place(name=named.name, limit=named.limit, reached=air + rise, beam=beam, around=air)
        if named.name not in best or place.reached > best[named.name].reached:
            best[named.name] = place
    return list(best.values())


def _beam_check(about: About, place: Place, lamp: LampType, power: float) -> Check:
    beam, most = place.beam, place.limit - heat.MARGIN
    allowed = most - place.around
    least = heat.beam_distance(
        lamp, beam.taken, allowed, angle=beam.angle, faces=beam.faces, shiny=beam.shiny, power=power
    )
    nearest = f"; nearest {least * 100:.0f} cm" if math.isfinite(least) else "; too warm round it at any distance"
    cure = (
        f"at least {least * 100:.0f} cm away, or the lamp turned down"
        if math.isfinite(least)
        else "air for the housing, or the lamp turned down"
    )
    return evaluate_limit(
        "heat.beam",
        about.of(place.name),
        f"Lamp near the {place.name}",
        value=place.reached,
        limit=most,
        unit="°C",
        figure=f"{place.reached:.0f} °C at {beam.distance * 100:.0f} cm",
        allowed=f"{most:.0f} °C{nearest}",
        source=(
            f"{heat.swallowed(lamp, beam.taken, shiny=beam.shiny) * 100:.0f} % of what it gets is swallowed;"
            f" {place.around:.0f} °C round it"
        ),
        cure=Cure(words=cure),
    )


def _housing_checks(modifier: Modifier, found: ThermalState, rig: Rigging) -> Iterator[Check]:
    housing = found.housing
    allowed = [
        min(m.limit - heat.MARGIN - rig.ambient, (m.limit - rig.ambient) / (1.0 + SPREAD)) for m in housing.materials
    ]
    wanted = max(min(allowed, default=30.0), 1.0)
    need = heat.openings_for(
        found.inside, housing.loss, wanted / (1.0 + heat.LAYERED), housing.rise, ambient=rig.ambient
    )
    fan = heat.fan_for(found.inside, housing.loss, wanted / (1.0 + heat.LAYERED)) * 3600.0
    open_words = (
        f"openings of {need * 1e4:.0f} cm² low and as much high, light-trapped, or a fan of {fan:.0f} m³/h; or the lamp"
        " turned down"
    )
    open_it = Cure(words=open_words, changes={"rig.openings": round(need * 1.05, 4)} if 0.0 < need < 2.0 else {})
    for material in housing.materials:
        reached = rig.ambient + heat.at_height(found.rise, material.height)
        yield judged(
            evaluate_limit(
                "heat.housing",
                modifier.about.of(material.name),
                f"Temperature of the {material.name}",
                value=reached,
                limit=material.limit - heat.MARGIN,
                unit="°C",
                figure=f"{reached:.0f} °C",
                allowed=f"{material.limit - heat.MARGIN:.0f} °C, {heat.MARGIN:.0f} K under its limit",
                source=f"{found.inside:.0f} W left inside, {housing.loss:.1f} W/K through its walls; ± 30 %",
                cure=open_it,
            ),
            ambient=rig.ambient,
        )
    flow = heat.AIR_HEAT * (heat.air_flow(found.openings, housing.rise, found.rise, rig.ambient) + found.fan)
    until = heat.minutes_until(
        wanted, found.rise * (1.0 + heat.LAYERED), loss=housing.loss + flow, mass=housing.mass, volume=housing.volume
    )
    if math.isfinite(until):
        shorter = Cure(
            words=f"keep it on for {math.floor(until):.0f} min at a stretch, then off as long; or {open_words}",
            changes={"rig.minutes_on": float(math.floor(until))},
        )
        yield evaluate_limit(
            "heat.minutes",
            modifier.about,
            "Minutes on at a time",
            value=rig.minutes_on,
            limit=until,
            unit="min",
            figure=f"{rig.minutes_on:.0f} min",
            allowed=f"{math.floor(until):.0f} min, then as long off",
            source="heat stored in walls and air",
            # what is too hot at once is not cured by switching it off and on
            cure=shorter if until >= LEAST_ON else open_it,
        )


def _vent_check(modifier: Modifier, lamp: LampType, units: UnitSystem) -> Iterator[Check]:
    design: ModifierParameters = modifier.design
    reach = kind_of(design).grips(design, lamp)
    if reach <= 0.0 or lamp.vents is None:
        return
    yield evaluate_limit(
        "heat.vents",
        modifier.about,
        "Vents of the lamp",
        value=reach,
        limit=max(lamp.vents - CLEAR_OF_VENTS, 0.0),
        unit="m",
        figure=f"covered from the rim back {format_length(reach, system=units)}",
        allowed=(
            f"{format_length(max(lamp.vents - CLEAR_OF_VENTS, 0.0), system=units)}: vents begin"
            f" {format_length(lamp.vents, system=units)} behind it"
        ),
        source="air goes in and out there; covered, the lamp turns itself down, or burns",
        cure=Cure(words="cut it back until the vents are free"),
    )


def fit_checks(modifier: Modifier, lamp: LampType) -> Iterator[Check]:
    """Whether the lamp goes with the modifier at all."""
    design: ModifierParameters = modifier.design
    refused = kind_of(design).refuses(design, lamp)
    if refused is not None:
        yield stated(
            "hold.fit",
            modifier.about,
            "Lamp and modifier",
            good=False,
            figure=lamp.name,
            limit=refused.text,
            source="sizes, weights and heat of both",
            cure=Cure(words="another lamp, or another modifier"),
        )


def _focus_check(about: About, emitter: Emitter, lamp: LampType, power: float, units: UnitSystem) -> Check:
    glass = emitter.lens
    assert glass is not None
    away, strength = heat.lamp_through_lens(
        lamp,
        lens=float(np.linalg.norm(emitter.edge_u)),
        focal_length=glass.focal_length,
        distance=glass.lamp_distance,
        power=power,
    )
    where = "" if math.isinf(away) else f", {format_length(away, system=units)} before the lens"
    return evaluate_limit(
        "lens.lamp",
        about,
        "The lamp in the lens",
        value=strength,
        limit=HOT_SPOT,
        unit="W/m²",
        figure=f"{strength:.0f} W/m²{where}",
        allowed=f"{HOT_SPOT:.0f} W/m², as two suns",
        source="a lens keeps radiance: E = π L sin² u",
        cure=Cure(words="keep hands, cloth and varnish away from there, or turn the lamp down"),
    )
