"""Checks of what bends: bars that sag, frames that cloth bows and wind breaks, arms that droop, sheets that
are bent.
"""

import math
from collections.abc import Callable, Iterator

import numpy as np

from wenlo.core.catalog.materials import LampType
from wenlo.core.fabrication.screws import SCREWS, WASHER
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot
from wenlo.core.rigging import bending
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit, stated, unanswered
from wenlo.core.rigging.interfaces import bolt_protrusion
from wenlo.core.rigging.loads import Modifier
from wenlo.core.rigging.real_bars import ALIKE, Stretched, free_span, members_of, stations, stretched_on
from wenlo.core.rigging.statics import GRAVITY
from wenlo.core.rigging.wind import wind_force
from wenlo.core.rigging.wind_on_parts import wind_face, wind_stress
from wenlo.core.units.length import UnitSystem, format_length

ACRYLIC, ACRYLIC_MODULUS = 1190.0, 3.2e9
"""Density [kg/m³] and modulus [Pa] of acrylic."""

BOLT_OUT = 0.012
"""A bolt that stands out farther catches sleeves and cloth. [m]"""

BOW_LIMIT, SHEET_LIMIT, DROOP_LIMIT = 1 / 100, 1 / 100, 1 / 50
"""Of its length may a frame's side bow, a sheet sag, an arm droop."""

MOST_LEAN = 10.0
"""Lines that lean farther let what hangs on them hit something. [degree]"""

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
    upright = np.array([0.0, 0.0, 1.0])
    real = {part: member for member in members_of(modifier.assembly) for part in member.parts}
    stands = {part.label: real[part.id] for part in modifier.assembly.bars}
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
        # as it lies: a batten on edge sags less than one on its flat
        member = stands.get(piece.label)
        own = plan.bar_of(piece).mass_per_metre * GRAVITY
        stiff = 0.0 if member is None else member.stiffness(upright, standing=True)
        if stiff <= 0.0:
            stiff = bending.standing_stiffness(plan.bar_of(piece))
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


def _bow_check(modifier: Modifier, length: Length) -> Iterator[Check]:
    members = members_of(modifier.assembly)
    places = stations(modifier.assembly, members)
    found: list[tuple[float, float, Stretched]] = []
    for one in stretched_on(modifier.assembly, members):
        span = free_span(one.member, places[one.member.id])
        others = [
            free_span(m, places[m.id])
            for m in (other.member for other in stretched_on(modifier.assembly, members) if other.cloth == one.cloth)
            if abs(float(m.way @ one.member.way)) < ALIKE
        ]
        # sockets and corner cubes hold their angle, a batten's screws let it turn
        stiff = one.member.bar.group != "timber"
        bowed = bending.frame_bow(
            span, max(others, default=span), one.member.stiffness(one.pull, standing=True), 1.0, stiff_corners=stiff
        )
        found.append((span * BOW_LIMIT / bowed if bowed > 0.0 else math.inf, span, one))
    if not found:
        return
    stands, span, worst = min(found, key=lambda row: row[0])
    bowed = span * BOW_LIMIT / stands
    low, high = bending.HAND_TIGHT, bending.DRUM_TIGHT
    figure = (
        f"{worst.member.role}: {length(bowed * low)} at the middle of {length(span)} smoothed by hand,"
        f" {length(bowed * high)} drum-tight"
    )
    corners = "corners turn" if worst.member.bar.group == "timber" else "corners hold their angle"
    source = f"cloth pulls {low:.0f} N/m smoothed by hand, {high:.0f} N/m as tight as a drum; {corners}; {EULER}"
    cure = Cure(words=f"stretch it with no more than {stands:.0f} N/m, or a stiffer section or a middle rail")
    allowed = f"{length(span * BOW_LIMIT)}, which is {stands:.0f} N/m"
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
    holds = [h for h in kind_of(modifier.design).holds(modifier.design, modifier.mass) if h.by not in ("lamp", "wall")]
    face = wind_face(modifier.assembly)
    if holds and all(h.by == "ceiling" for h in holds):
        yield from _swing_check(modifier, wind_force(face.area, wind))
        return
    held = tuple(float(h.place[2]) for h in holds if h.by != "ceiling")
    worst = wind_stress(face, members_of(modifier.assembly), held, wind)
    if worst is None:
        if held and face.area > 0.0:
            yield unanswered(
                "bend.wind",
                modifier.about,
                "Wind in its boards",
                figure=f"{wind_force(face.area, wind):.0f} N on {face.area:.1f} m² at gusts of {wind:.0f} m/s",
                limit="not known: no bars stand in it",
                source="½ ρ C A v²; what a board, a foil or a clamp holds is told by nobody",
                cure=Cure(words="take it down before gusts come up, or let somebody hold it"),
                value=wind_force(face.area, wind),
                unit="N",
            )
        return
    limit = worst.strength / YIELDING
    down = wind * math.sqrt(limit / worst.stress)
    share = f"{worst.bars} bars share it" if worst.bars > 1 else "one bar takes it"
    yield evaluate_limit(
        "bend.wind",
        modifier.about,
        "Wind in the frame",
        value=worst.stress,
        limit=limit,
        unit="Pa",
        figure=f"{worst.stress / 1e6:.0f} MPa in the {worst.member} at gusts of {wind:.0f} m/s",
        allowed=f"{limit / 1e6:.0f} MPa, its strength over {YIELDING:g}; take it down at gusts of {down:.0f} m/s",
        source=(
            f"{worst.force:.0f} N of {face.area:.1f} m² in all, {length(worst.lever)} from {length(worst.height)} over"
            f" the floor; {share}: M / W"
        ),
        cure=Cure(
            words=(
                f"take it down before gusts reach {down:.0f} m/s ({down * 3.6:.0f} km/h), tie its top to two pegs, or a"
                " stiffer section"
            )
        ),
    )


def _swing_check(modifier: Modifier, force: float) -> Iterator[Check]:
    # what hangs on lines leans until its weight holds the wind
    weight = (modifier.mass + modifier.hung) * GRAVITY
    lean = math.degrees(math.atan2(force, max(weight, 1e-6)))
    yield evaluate_limit(
        "bend.swing",
        modifier.about,
        "Wind swings it",
        value=math.radians(lean),
        limit=math.radians(MOST_LEAN),
        unit="rad",
        figure=f"{lean:.0f}° aside: {force:.0f} N of wind on {weight:.0f} N",
        allowed=f"{MOST_LEAN:.0f}°",
        source="tan of the angle = wind over weight",
        cure=Cure(words="lines from its corners to the side, or take it down before the wind comes up"),
    )


def _bolt_checks(modifier: Modifier, length: Length) -> Iterator[Check]:
    plan = modifier.plan
    bolt = next((SCREWS[h.fastener] for h in plan.holes if h.fastener in SCREWS and h.name == "bolt"), None)
    if bolt is None:
        return
    batten = plan.stock
    out = bolt_protrusion(bolt.length, batten.thickness + batten.width + 2 * WASHER)
    yield stated(
        "hold.bolts",
        modifier.about,
        "Bolts of the feet",
        good=0.0 <= out <= BOLT_OUT,
        figure=f"{length(max(out, 0.0))} stand out of the nut" if out >= 0.0 else f"{length(-out)} too short",
        limit=f"0 to {length(BOLT_OUT)}",
        source=f"M6 × {bolt.length * 1000:.0f} mm through foot, upright and two washers",
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
    yield from _bend_checks(about, bent.radius, radius, thick, length)
    if bent.front is not None and bent.front.get(design) > 0.0:
        yield from _bend_checks(about.of("front"), bent.front, bent.front.get(design), thick, length)


def _bend_checks(about: About, slot: Slot[float], radius: float, thick: float, length: Length) -> Iterator[Check]:
    # of each bend by itself: back, and front where it is pulled down
    where = "the front" if about.part else "the sheet"
    least = bending.COLD_BEND * thick
    yield evaluate_limit(
        "bend.radius",
        about,
        f"Bend of {where}",
        value=radius,
        limit=least,
        unit="m",
        figure=length(radius),
        allowed=f"at least {length(least)}",
        source=f"{bending.COLD_BEND} thicknesses, cold",
        most=False,
        cure=Cure(words="a thinner sheet or a wider bend", changes={slot.path: round(least + 0.005, 2)}),
    )
    stress = bending.bend_stress(thick, radius, ACRYLIC_MODULUS)
    yield evaluate_limit(
        "bend.stress",
        about,
        "Stress in the bend" if not about.part else "Stress in the front's bend",
        value=stress,
        limit=bending.LASTING_STRESS,
        unit="Pa",
        figure=f"{stress / 1e6:.1f} MPa",
        allowed=f"{bending.LASTING_STRESS / 1e6:.0f} MPa for good",
        source="E t / 2 R",
        cure=Cure(words="a thinner sheet or a wider bend; it springs back when a clamp slips"),
    )
