"""Checks of what bends, what gets warm, what is plugged in and what is wet."""

import math
from collections.abc import Callable, Iterator, Sequence

import numpy as np

from wenlo.core.build.packing import section
from wenlo.core.data import LampType
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import Emitter
from wenlo.core.quantities.length import UnitSystem, format_length
from wenlo.core.rig import bending, heat, mains
from wenlo.core.rig.checks import Check, Cure, judged
from wenlo.core.rig.held import Modifier
from wenlo.core.rig.housing import housing_of, nearest_on_axis, swallowed_by
from wenlo.core.rig.interfaces import stands_out
from wenlo.core.rig.statics import GRAVITY
from wenlo.core.shelf.own import sheet_material
from wenlo.core.shoot.rigging import Rigging

ACRYLIC, ACRYLIC_MODULUS = 1190.0, 3.2e9
"""Density [kg/m³] and modulus [Pa] of acrylic."""

BOLT, WASHER = 0.050, 0.0015
"""Length of a foot bolt and thickness of its washers. [m]"""

BOLT_OUT = 0.012
"""A bolt that stands out farther catches sleeves and cloth. [m]"""

HOT_SPOT = 2000.0
"""Skin hurts in about twenty seconds and dark cloth gets hot. [W/m²]"""

EULER = "small deflections of beams (Euler and Bernoulli); plastics creep to a third"


def bend_checks(modifier: Modifier, lamp: LampType, *, units: UnitSystem) -> Iterator[Check]:
    """Bars that sag, frames that cloth bows in, arms that droop, sheets that are bent.

    Parameters
    ----------
    modifier: with its parts.
    lamp: that an arm carries.
    units: how lengths are written.
    """

    def length(value: float) -> str:
        return format_length(value, system=units, fine=units == "metric" and value < 1.0)

    plan = modifier.plan
    cloth = sum(c.mass for c in plan.cloth if c.form == "cloth")
    if plan.pieces:
        stiff = bending.standing_stiffness(plan.stock.id)
        own = plan.stock.mass_per_metre * GRAVITY
        spans: dict[str, float] = {}
        for run in plan.runs:
            for part in run.spans:
                if part.piece:
                    spans[part.piece] = max(spans.get(part.piece, 0.0), run.wanted)
        seen = set()
        for piece in plan.pieces:
            if piece.name in seen or not any(
                word in piece.name for word in ("rail", "rod", "long side", "arm", "beam", "batten under")
            ):
                continue
            seen.add(piece.name)
            span = spans.get(piece.label, piece.cut)
            if "arm" in piece.name.split():
                sag = bending.droop(lamp.mass * GRAVITY, span, stiff, load=own)
                name, limit = f"{piece.name} droops", span / 50
            else:
                load = own + cloth * GRAVITY / max(span, 0.1) / 2
                sag = bending.sag_between(load, span, stiff)
                name, limit = f"{piece.name} sags", span * bending.SAG_LIMIT
            yield judged(
                "bend", modifier.name, name[:1].upper() + name[1:], value=sag, limit=limit, figure=f"{length(sag)} over {length(span)}",
                allowed=length(limit), source=EULER, cure=Cure(words="a thicker section, the batten on edge, or a support in the middle"),
            )  # fmt: skip
        if cloth > 0.0 and any(step.sketch for step in plan.steps):
            side = max(
                s.sketch.height if s.sketch.height > s.sketch.width else s.sketch.width for s in plan.steps if s.sketch
            )
            bow = bending.frame_bow(side, stiff)
            yield judged(
                "bend", modifier.name, "Cloth bows its frame", value=bow, limit=side / 100, figure=f"{length(bow)} at the middle of {length(side)}",
                allowed=length(side / 100), source=f"a drum-tight cloth pulls about {bending.CLOTH_TENSION:.0f} N/m; {EULER}",
                cure=Cure(words="a stiffer section, a middle rail, or a looser cloth"),
            )  # fmt: skip
    yield from _bolt_checks(modifier, length)
    design = modifier.design
    if hasattr(design, "bend") and hasattr(design, "thickness"):
        radius, thick = float(design.bend), float(design.thickness)
        flat = min(float(getattr(design, "flat", 0.5)), float(getattr(design, "width", 0.5)))
        sag = bending.plate_sag(ACRYLIC * thick * GRAVITY, flat, thick, ACRYLIC_MODULUS * bending.CREEP)
        yield judged(
            "bend", modifier.name, "The flat part sags", value=sag, limit=flat / 100, figure=f"{length(sag)} over {length(flat)}",
            allowed=length(flat / 100), source="plate held all round (Timoshenko); acrylic creeps to a third of its modulus",
            cure=Cure(words="a thicker sheet, or a batten under its middle"),
        )  # fmt: skip
        least = bending.COLD_BEND * thick
        yield judged(
            "bend", modifier.name, "Bend of the sheet", value=radius, limit=least, figure=length(radius), allowed=f"at least {length(least)}",
            source=f"{bending.COLD_BEND} thicknesses, cold", most=False, cure=Cure(words="a thinner sheet or a wider bend", changes={"design.bend": round(least + 0.005, 2)}),
        )  # fmt: skip
        stress = bending.bend_stress(thick, radius, ACRYLIC_MODULUS)
        yield judged(
            "bend", modifier.name, "Stress in the bend", value=stress, limit=bending.LASTING_STRESS, figure=f"{stress / 1e6:.1f} MPa",
            allowed=f"{bending.LASTING_STRESS / 1e6:.0f} MPa for good", source="E t / 2 R", cure=Cure(words="a thinner sheet or a wider bend; it springs back when a clamp slips"),
        )  # fmt: skip


def _bolt_checks(modifier: Modifier, length: Callable[[float], str]) -> Iterator[Check]:
    plan = modifier.plan
    if not any(hole.fastener == "foot_bolt" for hole in plan.holes):
        return
    thick = section(plan.stock.id).thickness
    out = stands_out(BOLT, 2 * thick + 2 * WASHER)
    yield Check(
        topic="hold", about=modifier.name, name="Bolts of the feet", state="within" if 0.0 <= out <= BOLT_OUT else "outside",
        figure=f"{length(max(out, 0.0))} stand out of the nut" if out >= 0.0 else f"{length(-out)} too short", limit=f"0 to {length(BOLT_OUT)}",
        source=f"M6 × {BOLT * 1000:.0f} mm through two battens and two washers",
        cure=None if 0.0 <= out <= BOLT_OUT else Cure(words="a bolt of another length, or a cap over its end"),
    )  # fmt: skip


def heat_checks(
    modifier: Modifier, lamp: LampType, power: float, rig: Rigging, *, units: UnitSystem
) -> Iterator[Check]:
    """Housings, sheets near the lamp, and lenses."""
    found = housed(modifier, lamp, power, rig)
    if found is not None:
        yield from _housing_checks(modifier, found, rig)
    near = nearest_on_axis(modifier.arrangement)
    if near is not None and lamp.kind == "continuous" and lamp.electrical_watts:
        yield _near_check(modifier, lamp, power, rig, near)
    for emitter in modifier.arrangement.lamps:
        if lamp.kind == "continuous" and emitter.lens is not None:
            yield _focus_check(modifier.name, emitter, lamp, power, units)
    design = modifier.design
    if hasattr(design, "lens") and hasattr(design, "focal_length"):
        suns = heat.burning_glass(float(design.lens), float(design.focal_length))
        yield Check(
            topic="lens", about=modifier.name, name="The lens in the sun", state="not known", figure=f"{suns:.0f} suns in its focus", limit="a few suns char card and cloth",
            source="(diameter / image of the sun)²", cure=Cure(words="cap it whenever it is carried or left; never point it at the sun or look into it"),
        )  # fmt: skip


def _focus_check(about: str, emitter: Emitter, lamp: LampType, power: float, units: UnitSystem) -> Check:
    glass = emitter.lens
    assert glass is not None
    away, strength = heat.lamp_through_lens(
        lamp, lens=float(np.linalg.norm(emitter.edge_u)), focal_length=glass.focal_length, distance=glass.lamp_distance, power=power
    )  # fmt: skip
    where = "" if math.isinf(away) else f", {format_length(away, system=units)} before the lens"
    return judged(
        "lens", about, "The lamp in the lens", value=strength, limit=HOT_SPOT, figure=f"{strength:.0f} W/m²{where}", allowed=f"{HOT_SPOT:.0f} W/m², as two suns",
        source="a lens keeps radiance: E = π L sin² u", cure=Cure(words="keep hands, cloth and varnish away from there, or turn the lamp down"),
    )  # fmt: skip


class Housed:
    """A housing with its heat: what is left inside [W], the mean rise [K], openings [m²] and air of a fan [m³/s] as they are."""

    def __init__(self, housing: heat.Housing, inside: float, rig: Rigging, *, light: float, light_only: bool) -> None:
        self.housing = housing
        self.inside = inside
        self.light = light
        self.light_only = light_only
        self.openings = housing.openings + (rig.openings or 0.0)
        self.fan = rig.fan / 3600.0
        self.ambient = rig.ambient
        self.rise = heat.warmth(
            inside, housing.loss, openings=self.openings, rise=housing.rise, fan=self.fan, ambient=rig.ambient
        )  # fmt: skip

    @property
    def black_inside(self) -> float:
        """How much warmer it would be in the mean with a black lining. [K]"""
        inside = (
            self.inside * self.housing.kept_black / max(self.housing.kept, 1e-9)
            if self.light_only
            else self.inside + self.light * (self.housing.kept_black - self.housing.kept)
        )
        black = heat.warmth(
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


def housed(modifier: Modifier, lamp: LampType, power: float, rig: Rigging) -> Housed | None:
    """The modifier as a housing with its heat; None where it is open or its lamp gives no heat that is known."""
    design = modifier.design
    kind = kind_of(design)  # type: ignore[arg-type]
    housing = housing_of(design, modifier.arrangement, modifier.plan, name=modifier.name)
    if housing is None or lamp.kind != "continuous" or not lamp.electrical_watts or kind.daylight is not None:
        return None
    more = tuple(heat.Warm(name=name, limit=limit, height=1.0) for name, limit in kind.limits(design))
    housing = heat.Housing(**{**housing.__dict__, "materials": (*housing.materials, *more)})
    on_lamp = any(h.by == "lamp" for h in kind.holds(design, modifier.mass))
    # a lamp that only looks in keeps its own heat outside
    inside = heat.radiant(lamp) * power * housing.kept if on_lamp else heat.heat_inside(lamp, housing, power)
    light = min(lamp.amount / heat.LED_LIGHT, lamp.electrical_watts) * power * housing.lamps
    return Housed(housing, inside, rig, light=light, light_only=on_lamp)


def _housing_checks(modifier: Modifier, found: Housed, rig: Rigging) -> Iterator[Check]:
    housing = found.housing
    allowed = [m.limit - heat.MARGIN - rig.ambient for m in housing.materials]
    wanted = max(min(allowed, default=30.0), 1.0)
    need = heat.openings_for(
        found.inside, housing.loss, wanted / (1.0 + heat.LAYERED), housing.rise, ambient=rig.ambient
    )
    fan = heat.fan_for(found.inside, housing.loss, wanted / (1.0 + heat.LAYERED)) * 3600.0
    open_it = Cure(
        words=f"openings of {need * 1e4:.0f} cm² low and as much high, light-trapped, or a fan of {fan:.0f} m³/h; or the lamp turned down",
        changes={"rig.openings": round(need * 1.05, 4)} if 0.0 < need < 2.0 else {},
    )  # fmt: skip
    for material in housing.materials:
        reached = rig.ambient + heat.at_height(found.rise, material.height)
        yield judged(
            "heat", modifier.name, f"Temperature of the {material.name}", value=reached, limit=material.limit - heat.MARGIN, figure=f"{reached:.0f} °C",
            allowed=f"{material.limit - heat.MARGIN:.0f} °C, {heat.MARGIN:.0f} K under its limit", source=f"{found.inside:.0f} W left inside, {housing.loss:.1f} W/K through its walls; ± 30 %",
            cure=open_it,
        )  # fmt: skip
    flow = heat.AIR_HEAT * max(heat.air_flow(found.openings, housing.rise, found.rise, rig.ambient), found.fan)
    until = heat.minutes_until(
        wanted, found.rise * (1.0 + heat.LAYERED), loss=housing.loss + flow, mass=housing.mass, volume=housing.volume
    )
    if math.isfinite(until):
        yield judged(
            "heat", modifier.name, "Minutes on at a time", value=rig.minutes_on, limit=until, figure=f"{rig.minutes_on:.0f} min", allowed=f"{until:.0f} min, then as long off",
            source="heat stored in walls and air", cure=Cure(words=f"burn it {max(math.floor(until), 1)} min, then as long off; or open it", changes={"rig.minutes_on": float(max(math.floor(until), 1))}),
        )  # fmt: skip


def _near_check(modifier: Modifier, lamp: LampType, power: float, rig: Rigging, near: tuple[float, object]) -> Check:
    distance, shape = near
    taken = swallowed_by(shape)  # type: ignore[arg-type]
    design = modifier.design
    named = getattr(shape, "id", "surface")
    limit = 60.0
    if named == "sheet" and hasattr(design, "sheet"):
        limit = sheet_material(design.sheet).keep_below_celsius
    elif "flag" in named or "foil" in named:
        limit = 250.0
    rise = heat.sheet_rise(lamp, distance, taken, power=power)
    reached = rig.ambient + rise
    least = heat.hot_distance(lamp, taken, limit - heat.MARGIN - rig.ambient, power=power)
    return judged(
        "heat", modifier.name, f"Lamp near the {named}", value=reached, limit=limit - heat.MARGIN, figure=f"{reached:.0f} °C at {distance * 100:.0f} cm",
        allowed=f"{limit - heat.MARGIN:.0f} °C; nearest {least * 100:.0f} cm", source=f"{heat.irradiance(lamp, distance, power=power):.0f} W/m² on it, {heat.swallowed(lamp, taken) * 100:.0f} % swallowed",
        cure=Cure(words=f"at least {least * 100:.0f} cm away, or the lamp turned down"),
    )  # fmt: skip


def mains_checks(loads: Sequence[mains.Load], rig: Rigging) -> Iterator[Check]:
    """Circuits, inrush, cable, battery, residual-current protection."""
    plugged = [x for x in loads if x.mains]
    watts = sum(x.watts for x in plugged)
    if rig.battery is not None and plugged:
        runs = mains.run_time(rig.battery, watts)
        yield judged(
            "mains", "battery", "Run time", value=runs, limit=rig.minutes_on, figure=f"{runs:.0f} min at {watts:.0f} W", allowed=f"{rig.minutes_on:.0f} min",
            source=f"{mains.BATTERY_USE * 100:.0f} % of its charge comes out", most=False, cure=Cure(words="a larger battery, fewer lamps, or lamps turned down"),
        )  # fmt: skip
        return
    for circuit in mains.circuits(plugged, voltage=rig.voltage, breaker=rig.breaker, count=rig.circuits):
        if not circuit.loads:
            continue
        names = ", ".join(x.name for x in circuit.loads)
        most = mains.STEADY * rig.breaker
        yield judged(
            "mains", f"circuit {circuit.number}", "Load", value=circuit.amperes, limit=most, figure=f"{circuit.amperes:.1f} A ({names})",
            allowed=f"{most:.1f} A, {mains.STEADY * 100:.0f} % of the breaker", source=f"W / ({rig.voltage:.0f} V × {mains.POWER_FACTOR})",
            cure=Cure(words="a second circuit, or fewer lamps", changes={"rig.circuits": min(rig.circuits + 1, 6)}),
        )  # fmt: skip
        starts = sum(1 for x in circuit.loads if x.electronic)
        together = mains.at_once(rig.breaker)
        yield Check(
            topic="mains", about=f"circuit {circuit.number}", name="Switched on together", state="within" if starts <= together else "not known",
            figure=f"{starts} electronic supplies", limit=f"{together} at once", source=f"about {mains.INRUSH:.0f} A each for a moment; a breaker may trip at {mains.TRIPS:.0f} times its current",
            cure=None if starts <= together else Cure(words="switch them on one after the other, not by one plug"),
        )  # fmt: skip
        drop = mains.voltage_drop(circuit.amperes, rig.cable, rig.section)
        yield judged(
            "mains", f"circuit {circuit.number}", "Cable", value=drop, limit=mains.DROP_LIMIT * rig.voltage, figure=f"{drop:.1f} V over {rig.cable:.0f} m",
            allowed=f"{mains.DROP_LIMIT * rig.voltage:.1f} V", source=f"2 L I / κ A with {rig.section:g} mm² of copper", cure=Cure(words="a shorter or a thicker cable"),
        )  # fmt: skip
        carried = mains.COILED_CURRENT if rig.coiled else mains.REEL_CURRENT
        yield judged(
            "mains", f"circuit {circuit.number}", "Reel", value=circuit.amperes, limit=carried, figure=f"{circuit.amperes:.1f} A, {'coiled' if rig.coiled else 'drawn out'}",
            allowed=f"{carried:.1f} A", source="a coiled reel cannot lose its heat", cure=Cure(words="draw the reel out whole", changes={"rig.coiled": False}),
        )  # fmt: skip
    if plugged:
        yield Check(
            topic="mains", about="all circuits", name="Residual-current protection", state="within" if rig.residual_current else "outside",
            figure="30 mA" if rig.residual_current else "none", limit="30 mA at the socket", source="fixed wiring is for licensed people; local codes come first",
            cure=None if rig.residual_current else Cure(words="a portable one at the socket", changes={"rig.residual_current": True}),
        )  # fmt: skip
    for load in loads:
        if load.watts <= 0.0 and load.mains:
            yield Check(
                topic="mains", about=load.name, name="Load", state="not known", figure="its watts are not told", limit="what its label says",
                source="the maker's label", cure=Cure(words="read the label and put it on the Shelf"),
            )  # fmt: skip


def water_checks(loads: Sequence[mains.Load], rig: Rigging) -> Iterator[Check]:
    """Nothing that is fed from the mains above or beside water."""
    for wet in rig.wet:
        for load in loads:
            away = mains.from_water(load, wet)
            if not load.mains or rig.battery is not None:
                continue
            over = away <= 1e-9
            yield judged(
                "water", load.name, f"Distance to the {wet.name}", value=away, limit=mains.REACH, figure="over it" if over else f"{away:.2f} m",
                allowed=f"at least {mains.REACH:.1f} m, never over it", source="an arm's reach; local codes may ask for more", most=False,
                cure=Cure(words=f"leave the lamp {mains.REACH:.1f} m away and bounce its light off a card or the wall; or a lamp that runs on its battery"),
            )  # fmt: skip
