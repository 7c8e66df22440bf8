"""Checks of what bends: bars that sag, frames that cloth bows and wind breaks, arms that droop, sheets that
are bent.
"""

import math
from collections.abc import Callable, Iterator

from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.materials import LampType
from wenlo.core.fabrication.fasteners import FOOT_BOLT
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.instructions.packing import section
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.rigging import bending
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit, stated, unanswered
from wenlo.core.rigging.interfaces import bolt_protrusion
from wenlo.core.rigging.loads import Modifier
from wenlo.core.rigging.statics import GRAVITY
from wenlo.core.rigging.thermal_state import silhouette
from wenlo.core.rigging.wind import wind_force
from wenlo.core.units.length import UnitSystem, format_length

ACRYLIC, ACRYLIC_MODULUS = 1190.0, 3.2e9
"""Density [kg/m³] and modulus [Pa] of acrylic."""

WASHER = 0.0015
"""Thickness of a bolt's washers. [m]"""

BOLT_OUT = 0.012
"""A bolt that stands out farther catches sleeves and cloth. [m]"""

BOW_LIMIT, SHEET_LIMIT, DROOP_LIMIT = 1 / 100, 1 / 100, 1 / 50
"""Of its length may a frame's side bow, a sheet sag, an arm droop."""

YIELDING = 1.5
"""What breaks or yields is to be so many times what the wind does."""

EULER = "small deflections of beams (Euler and Bernoulli); plastics creep to a third"

BARS = ("rail", "rod", "long side", "arm", "beam", "batten under", "bar")
"""What of a build lies level and carries something, by its name."""

Length = Callable[[float], str]


def bend_checks(modifier: Modifier, lamp: LampType, *, units: UnitSystem, wind: float = 0.0) -> Iterator[Check]:
    """Bars that sag, frames that cloth bows in and wind breaks, arms that droop, sheets that are bent.

    Parameters
    ----------
    modifier: with its parts.
    lamp: that an arm or a bar carries.
    units: how lengths are written.
    wind: speed of a gust. [m/s]
    """

    def length(value: float) -> str:
        return format_length(value, system=units, fine=units == "metric" and value < 1.0)

    if modifier.plan.pieces:
        yield from _bar_checks(modifier, lamp, length)
        yield from _bow_check(modifier, length)
        if wind > 0.0:
            yield from _wind_check(modifier, wind, length)
    yield from _bolt_checks(modifier, length)
    yield from _sheet_checks(modifier.about, modifier.design, length)


def _bar_checks(modifier: Modifier, lamp: LampType, length: Length) -> Iterator[Check]:
    plan = modifier.plan
    cloth = sum(c.mass for c in plan.cloth if c.form == "cloth")
    stiff, own = bending.standing_stiffness(plan.stock.id), plan.stock.mass_per_metre * GRAVITY
    spans: dict[str, float] = {}
    for run in plan.runs:
        for part in run.spans:
            if part.piece:
                spans[part.piece] = max(spans.get(part.piece, 0.0), run.wanted)
    lamp_bars = sum(1 for piece in plan.pieces if piece.name == "lamp bar")
    seen = set()
    for piece in plan.pieces:
        if piece.name in seen or not any(word in piece.name for word in BARS):
            continue
        seen.add(piece.name)
        span = spans.get(piece.label, piece.cut)
        if "arm" in piece.name.split():
            sag = bending.droop(lamp.mass * GRAVITY, span, stiff, load=own)
            name, limit = f"{piece.name} droops", span * DROOP_LIMIT
        elif piece.name == "lamp bar":
            # taken as hanging in its middle, where it bends most
            hangs = modifier.hung / lamp_bars * GRAVITY
            sag = bending.sag_between(own, span, stiff) + bending.sag_point(hangs, span, stiff)
            name, limit = "lamp bar sags", span * bending.SAG_LIMIT
        else:
            load = own + cloth * GRAVITY / max(span, 0.1) / 2
            sag = bending.sag_between(load, span, stiff)
            name, limit = f"{piece.name} sags", span * bending.SAG_LIMIT
        yield evaluate_limit(
            "bend.bar",
            modifier.about.of(piece.name),
            name[:1].upper() + name[1:],
            value=sag,
            limit=limit,
            unit="m",
            figure=f"{length(sag)} over {length(span)}",
            allowed=length(limit),
            source=EULER,
            cure=Cure(words="a thicker section, the batten on edge, or a support in the middle"),
        )


def _sides(plan: BuildPlan) -> tuple[float, float] | None:
    # the longest and the other side of what a step puts together as a rectangle
    found = [s.sketch for s in plan.steps if s.sketch]
    if not found:
        return None
    largest = max(found, key=lambda s: max(s.width, s.height))
    return max(largest.width, largest.height), min(largest.width, largest.height)


def _bow_check(modifier: Modifier, length: Length) -> Iterator[Check]:
    plan, sides = modifier.plan, _sides(modifier.plan)
    if sides is None or not any(c.form == "cloth" for c in plan.cloth):
        return
    side, other = sides
    # sockets and corner cubes hold their angle, a batten's screws let it turn
    stiff = plan.stock.id not in stock()["timber"]
    bowed = bending.frame_bow(side, other, bending.standing_stiffness(plan.stock.id), 1.0, stiff_corners=stiff)
    stands = side * BOW_LIMIT / bowed if bowed > 0.0 else math.inf
    low, high = bending.HAND_TIGHT, bending.DRUM_TIGHT
    figure = (
        f"{length(bowed * low)} at the middle of {length(side)} smoothed by hand, {length(bowed * high)} drum-tight"
    )
    corners = "corners hold their angle" if stiff else "corners turn"
    source = f"cloth pulls {low:.0f} N/m smoothed by hand, {high:.0f} N/m as tight as a drum; {corners}; {EULER}"
    cure = Cure(words=f"stretch it with no more than {stands:.0f} N/m, or a stiffer section or a middle rail")
    allowed = f"{length(side * BOW_LIMIT)}, which is {stands:.0f} N/m"
    if low <= stands < high:
        yield unanswered(
            "bend.bow",
            modifier.about,
            "Cloth bows its frame",
            figure=figure,
            limit=allowed,
            source=source,
            cure=cure,
            value=high,
            bound=stands,
            unit="N/m",
            relation="most",
        )
        return
    yield evaluate_limit(
        "bend.bow",
        modifier.about,
        "Cloth bows its frame",
        value=low if stands < low else high,
        limit=stands,
        unit="N/m",
        figure=figure,
        allowed=allowed,
        source=source,
        cure=cure,
    )


def _wind_check(modifier: Modifier, wind: float, length: Length) -> Iterator[Check]:
    # stress in the uprights where they are held
    plan, design = modifier.plan, modifier.design
    area, middle = silhouette(modifier.arrangement)
    kind = kind_of(design)
    holds = [h for h in kind.holds(design, modifier.mass) if h.by not in ("lamp", "wall")]
    if area <= 0.0 or not holds:
        return
    height = kind.capabilities.height
    tall = 2.0 * middle if height is None else height.slot.get(design)
    lever = wind_lever(middle, float(holds[0].place[2]), tall)
    most = bending.strength(plan.stock.id)
    force = wind_force(area, wind)
    stress = force / 2.0 * lever / bending.section_modulus(plan.stock.id)
    limit = most / YIELDING
    down = wind * math.sqrt(limit / stress)
    yield evaluate_limit(
        "bend.wind",
        modifier.about,
        "Wind in the frame",
        value=stress,
        limit=limit,
        unit="Pa",
        figure=f"{stress / 1e6:.0f} MPa at gusts of {wind:.0f} m/s",
        allowed=f"{limit / 1e6:.0f} MPa, {plan.stock.name} over {YIELDING:g}; take it down at gusts of {down:.0f} m/s",
        source=f"{force:.0f} N on {area:.1f} m², half on each upright, {length(lever)} from where it is held: M / W",
        cure=Cure(
            words=(
                f"take it down before gusts reach {down:.0f} m/s ({down * 3.6:.0f} km/h), tie its top to two pegs, or a"
                " stiffer section"
            )
        ),
    )


def wind_lever(middle: float, held: float, tall: float) -> float:
    """How far from where an upright is held half of the wind on a frame pushes it, across the frame. [m]

    What stands on the floor is a cantilever from there to the middle of its cloth. What is gripped halfway up bends by
    each half by
    itself: w (h/2)² / 2 = F h / 16 in each upright, as F/2 at h/8.

    Parameters
    ----------
    middle: height of the middle of the cloth. [m]
    held: height at which it is held. [m]
    tall: height of the frame. [m]

    >>> wind_lever(1.0, 0.0, 2.0), wind_lever(1.0, 1.0, 2.0)
    (1.0, 0.25)
    """
    return max(abs(middle - held), tall / 8.0)


def _bolt_checks(modifier: Modifier, length: Length) -> Iterator[Check]:
    plan = modifier.plan
    if not any(hole.fastener == FOOT_BOLT.id for hole in plan.holes):
        return
    batten = section(plan.stock.id)
    out = bolt_protrusion(FOOT_BOLT.length, batten.thickness + batten.width + 2 * WASHER)
    yield stated(
        "hold.bolts",
        modifier.about,
        "Bolts of the feet",
        good=0.0 <= out <= BOLT_OUT,
        figure=f"{length(max(out, 0.0))} stand out of the nut" if out >= 0.0 else f"{length(-out)} too short",
        limit=f"0 to {length(BOLT_OUT)}",
        source=f"M6 × {FOOT_BOLT.length * 1000:.0f} mm through foot, upright and two washers",
        cure=Cure(words="a bolt of another length, or a cap over its end"),
    )


def _sheet_checks(about: About, design: ModifierParameters, length: Length) -> Iterator[Check]:
    bent = kind_of(design).capabilities.bent
    if bent is None:
        return
    radius, thick = bent.radius.get(design), bent.thickness.get(design)
    flat = min(bent.flat.get(design), bent.width.get(design))
    sag = bending.plate_sag(ACRYLIC * thick * GRAVITY, flat, thick, ACRYLIC_MODULUS * bending.CREEP)
    how = "as a skin too (Levy 1942)" if sag > thick / 2 else "(Timoshenko)"
    yield evaluate_limit(
        "bend.sheet",
        about,
        "The flat part sags",
        value=sag,
        limit=flat * SHEET_LIMIT,
        unit="m",
        figure=f"{length(sag)} over {length(flat)}",
        allowed=length(flat * SHEET_LIMIT),
        source=f"plate that lies on all its edges {how}; acrylic creeps to a third of its modulus",
        cure=Cure(words="a thicker sheet, or a batten under its middle"),
    )
    least = bending.COLD_BEND * thick
    yield evaluate_limit(
        "bend.radius",
        about,
        "Bend of the sheet",
        value=radius,
        limit=least,
        unit="m",
        figure=length(radius),
        allowed=f"at least {length(least)}",
        source=f"{bending.COLD_BEND} thicknesses, cold",
        most=False,
        cure=Cure(words="a thinner sheet or a wider bend", changes={"design.bend": round(least + 0.005, 2)}),
    )
    stress = bending.bend_stress(thick, radius, ACRYLIC_MODULUS)
    yield evaluate_limit(
        "bend.stress",
        about,
        "Stress in the bend",
        value=stress,
        limit=bending.LASTING_STRESS,
        unit="Pa",
        figure=f"{stress / 1e6:.1f} MPa",
        allowed=f"{bending.LASTING_STRESS / 1e6:.0f} MPa for good",
        source="E t / 2 R",
        cure=Cure(words="a thinner sheet or a wider bend; it springs back when a clamp slips"),
    )
