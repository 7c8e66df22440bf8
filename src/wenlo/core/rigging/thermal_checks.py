"""Checks of what gets warm: housings, surfaces in the beam, everything else of the build that is near, vents,
lenses.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from wenlo.core.catalog.materials import LampType
from wenlo.core.document.rigging import Rigging
from wenlo.core.facts import Fact, Phrases, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import Emitter
from wenlo.core.rigging import heat
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit, stated, unanswered
from wenlo.core.rigging.loads import Modifier
from wenlo.core.rigging.part_heat_checks import HeatLimit, limits_of_plan, part_checks
from wenlo.core.rigging.thermal_spread import SPREAD, judged
from wenlo.core.rigging.thermal_state import Beamed, beamed, housing_of

HOT_SPOT = 2000.0
"""Skin hurts in about twenty seconds and dark cloth gets hot. [W/m²]"""

LEAST_ON = 1.0
"""A lamp that may be on for less at a time may not be on at all. [min]"""

CLEAR_OF_VENTS = 0.005
"""So much of a lamp's housing stays free before its vents. [m]"""

SAYS = Phrases(
    "check",
    {
        "lens-sun": {"suns": "count"},
        "lens-lamp": {"strength": "rough", "focus": "choice", "away": "length", "most": "count"},
        "heat-watts": {},
        "heat-beam": {
            "name": "label",
            "reached": "celsius",
            "away": "length",
            "most": "celsius",
            "at_any": "choice",
            "nearest": "length",
            "taken": "share",
            "around": "celsius",
            "unsure": "choice",
            "hottest": "celsius",
        },
        "heat-housing": {
            "name": "label",
            "reached": "celsius",
            "most": "celsius",
            "margin": "count",
            "inside": "count",
            "walls": "tenth",
            "unsure": "choice",
            "hottest": "celsius",
        },
        "heat-minutes": {"minutes": "count", "most": "count"},
        "heat-vents": {"covered": "fine", "most": "fine", "vents": "fine"},
        "hold-fit": {"lamp": "label", "why": "label"},
    },
    room="checks",
)

CURES = Phrases(
    "cure",
    {
        "cap-the-lens": {},
        "keep-hands-away": {},
        "arms-length": {},
        "farther-off": {"nearest": "length"},
        "air-or-dim": {},
        "open-it": {"openings": "count", "fan": "count"},
        "minutes": {"minutes": "count", "else": "fact"},
        "cut-back": {},
        "another-lamp": {},
    },
    room="checks",
)


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


def heat_checks(modifier: Modifier, lamp: LampType, power: float, rig: Rigging) -> Iterator[Check]:
    """Housings, what the lamp shines on, all else that is near it, vents and lenses.

    Parameters
    ----------
    modifier: with its parts.
    lamp, power: that lights it; a modelling lamp is counted as fully on.
    rig: the answers about the rig.
    """
    design = modifier.design
    kind = kind_of(design)
    if not kind.by_day(design):
        yield from _lamp_checks(modifier, lamp, power if lamp.kind == "continuous" else 1.0, rig)
        yield from _vent_check(modifier, lamp)
        for emitter in modifier.arrangement.lamps:
            if lamp.kind == "continuous" and emitter.lens is not None:
                yield _focus_check(modifier.about, emitter, lamp, power)
    glass = kind.capabilities.lens
    if glass is not None:
        suns = heat.burning_glass(glass.diameter.get(design), glass.focal_length.get(design))
        yield unanswered(
            "lens.sun",
            modifier.about,
            SAYS("lens-sun", suns=suns),
            value=suns,
            unit="suns",
            cure=Cure(says=CURES("cap-the-lens")),
        )


def _lamp_checks(modifier: Modifier, lamp: LampType, power: float, rig: Rigging) -> Iterator[Check]:
    warm = heat.as_heat(lamp)
    if warm is None:
        return
    if not warm.electrical_watts:
        yield unanswered("heat.watts", modifier.about, SAYS("heat-watts"), cure=Cure(says=CURES("arms-length")))
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
    somewhere = math.isfinite(least)
    return evaluate_limit(
        "heat.beam",
        about.of(place.name),
        SAYS(
            "heat-beam",
            name=place.name,
            reached=place.reached,
            away=beam.distance,
            most=most,
            at_any=yes(not somewhere),
            nearest=least,
            taken=heat.swallowed(lamp, beam.taken, shiny=beam.shiny),
            around=place.around,
            unsure="no",
            hottest=place.reached,
        ),
        value=place.reached,
        limit=most,
        unit="°C",
        cure=Cure(says=CURES("farther-off", nearest=least) if somewhere else CURES("air-or-dim")),
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
    opened: Fact = CURES("open-it", openings=need * 1e4, fan=fan)
    open_it = Cure(says=opened, changes={"rig.openings": round(need * 1.05, 4)} if 0.0 < need < 2.0 else {})
    for material in housing.materials:
        reached = rig.ambient + heat.at_height(found.rise, material.height)
        yield judged(
            evaluate_limit(
                "heat.housing",
                modifier.about.of(material.name),
                SAYS(
                    "heat-housing",
                    name=material.name,
                    reached=reached,
                    most=material.limit - heat.MARGIN,
                    margin=heat.MARGIN,
                    inside=found.inside,
                    walls=housing.loss,
                    unsure="no",
                    hottest=reached,
                ),
                value=reached,
                limit=material.limit - heat.MARGIN,
                unit="°C",
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
            says=CURES("minutes", minutes=math.floor(until), **{"else": opened}),
            changes={"rig.minutes_on": float(math.floor(until))},
        )
        yield evaluate_limit(
            "heat.minutes",
            modifier.about,
            SAYS("heat-minutes", minutes=rig.minutes_on, most=math.floor(until)),
            value=rig.minutes_on,
            limit=until,
            unit="min",
            # what is too hot at once is not cured by switching it off and on
            cure=shorter if until >= LEAST_ON else open_it,
        )


def _vent_check(modifier: Modifier, lamp: LampType) -> Iterator[Check]:
    design: ModifierParameters = modifier.design
    reach = kind_of(design).grips(design, lamp)
    if reach <= 0.0 or lamp.vents is None:
        return
    most = max(lamp.vents - CLEAR_OF_VENTS, 0.0)
    yield evaluate_limit(
        "heat.vents",
        modifier.about,
        SAYS("heat-vents", covered=reach, most=most, vents=lamp.vents),
        value=reach,
        limit=most,
        unit="m",
        cure=Cure(says=CURES("cut-back")),
    )


def fit_checks(modifier: Modifier, lamp: LampType) -> Iterator[Check]:
    """Whether the lamp goes with the modifier at all."""
    design: ModifierParameters = modifier.design
    refused = kind_of(design).refuses(design, lamp)
    if refused is not None:
        yield stated(
            "hold.fit",
            modifier.about,
            SAYS("hold-fit", lamp=lamp.name, why=refused.text),
            good=False,
            cure=Cure(says=CURES("another-lamp")),
        )


def _focus_check(about: About, emitter: Emitter, lamp: LampType, power: float) -> Check:
    glass = emitter.lens
    assert glass is not None
    away, strength = heat.lamp_through_lens(
        lamp,
        lens=float(np.linalg.norm(emitter.edge_u)),
        focal_length=glass.focal_length,
        distance=glass.lamp_distance,
        power=power,
    )
    return evaluate_limit(
        "lens.lamp",
        about,
        SAYS("lens-lamp", strength=strength, focus=yes(math.isfinite(away)), away=away, most=HOT_SPOT),
        value=strength,
        limit=HOT_SPOT,
        unit="W/m²",
        cure=Cure(says=CURES("keep-hands-away")),
    )
