"""Checks of what bends: bars that sag, frames that cloth bows and wind breaks, arms that droop, sheets that
are bent.
"""

import math
from collections.abc import Iterator

import numpy as np

from wenlo.core.catalog.materials import LampType
from wenlo.core.fabrication.screws import SCREWS, WASHER
from wenlo.core.facts import Phrases, yes
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

BARS = ("rail", "rod", "long side", "arm", "beam", "batten under", "bar")
"""What of a build lies level and carries something, by its name."""

SAYS = Phrases(
    "check",
    {
        "bend-bar": {"name": "label", "how": "choice", "sag": "fine", "span": "length", "most": "fine"},
        "bend-bow": {
            "member": "label",
            "by_hand": "fine",
            "drum_tight": "fine",
            "span": "length",
            "most": "fine",
            "stands": "count",
            "low": "count",
            "high": "count",
            "corners": "choice",
        },
        "bend-wind-boards": {"force": "force", "area": "tenth", "wind": "count"},
        "bend-wind": {
            "stress": "count",
            "member": "label",
            "wind": "count",
            "most": "count",
            "over": "tenth",
            "down": "count",
            "force": "force",
            "area": "tenth",
            "lever": "length",
            "height": "length",
            "bars": "count",
        },
        "bend-swing": {"lean": "angle", "most": "angle", "force": "force", "weight": "force"},
        "hold-bolts": {"out": "choice", "off": "fine", "most": "fine", "bolt": "fine"},
        "bend-sheet": {"sag": "fine", "flat": "length", "most": "fine", "skin": "choice"},
        "bend-radius": {"where": "choice", "radius": "length", "least": "length", "times": "count"},
        "bend-stress": {"where": "choice", "stress": "tenth", "most": "count"},
    },
    room="checks",
)

CURES = Phrases(
    "cure",
    {
        "thicker-section": {},
        "stretch-less": {"stands": "count"},
        "take-down": {},
        "take-down-at": {"down": "count", "hourly": "count"},
        "lines-aside": {},
        "other-bolt": {},
        "thicker-sheet": {},
        "wider-bend": {},
        "wider-bend-springs": {},
    },
    room="checks",
)


def bend_checks(modifier: Modifier, lamp: LampType, *, wind: float = 0.0) -> Iterator[Check]:
    """Bars that sag, frames that cloth bows in and wind breaks, arms that droop, sheets that are bent.

    Parameters
    ----------
    modifier: with its parts.
    lamp: that an arm or a bar carries.
    wind: speed of a gust. [m/s]
    """
    if modifier.plan.pieces:
        yield from _bar_checks(modifier, lamp)
        yield from _bow_check(modifier)
    if wind > 0.0:
        yield from _wind_check(modifier, wind)
    yield from _bolt_checks(modifier)
    yield from _sheet_checks(modifier.about, modifier.design)


def _bar_checks(modifier: Modifier, lamp: LampType) -> Iterator[Check]:
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
            how, limit = "droops", span * DROOP_LIMIT
        elif piece.name == "lamp bar":
            # taken as hanging in its middle, where it bends most
            hangs = modifier.hung / lamp_bars * GRAVITY
            sag = bending.sag_between(own, span, stiff) + bending.sag_point(hangs, span, stiff)
            how, limit = "sags", span * bending.SAG_LIMIT
        else:
            load = own + cloth * GRAVITY / max(span, 0.1) / 2
            sag = bending.sag_between(load, span, stiff)
            how, limit = "sags", span * bending.SAG_LIMIT
        yield evaluate_limit(
            "bend.bar",
            modifier.about.of(piece.name),
            SAYS("bend-bar", name=piece.name, how=how, sag=sag, span=span, most=limit),
            value=sag,
            limit=limit,
            unit="m",
            cure=Cure(says=CURES("thicker-section")),
        )


def _bow_check(modifier: Modifier) -> Iterator[Check]:
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
    says = SAYS(
        "bend-bow",
        member=worst.member.role,
        by_hand=bowed * low,
        drum_tight=bowed * high,
        span=span,
        most=span * BOW_LIMIT,
        stands=stands,
        low=low,
        high=high,
        corners="turn" if worst.member.bar.group == "timber" else "hold",
    )
    cure = Cure(says=CURES("stretch-less", stands=stands))
    if low <= stands < high:
        yield unanswered(
            "bend.bow", modifier.about, says, cure=cure, value=high, bound=stands, unit="N/m", relation="most"
        )
        return
    pulls = low if stands < low else high
    yield evaluate_limit("bend.bow", modifier.about, says, value=pulls, limit=stands, unit="N/m", cure=cure)


def _wind_check(modifier: Modifier, wind: float) -> Iterator[Check]:
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
                SAYS("bend-wind-boards", force=wind_force(face.area, wind), area=face.area, wind=wind),
                cure=Cure(says=CURES("take-down")),
                value=wind_force(face.area, wind),
                unit="N",
            )
        return
    limit = worst.strength / YIELDING
    down = wind * math.sqrt(limit / worst.stress)
    yield evaluate_limit(
        "bend.wind",
        modifier.about,
        SAYS(
            "bend-wind",
            stress=worst.stress / 1e6,
            member=worst.member,
            wind=wind,
            most=limit / 1e6,
            over=YIELDING,
            down=down,
            force=worst.force,
            area=face.area,
            lever=worst.lever,
            height=worst.height,
            bars=worst.bars,
        ),
        value=worst.stress,
        limit=limit,
        unit="Pa",
        cure=Cure(says=CURES("take-down-at", down=down, hourly=down * 3.6)),
    )


def _swing_check(modifier: Modifier, force: float) -> Iterator[Check]:
    # what hangs on lines leans until its weight holds the wind
    weight = (modifier.mass + modifier.hung) * GRAVITY
    lean, most = math.atan2(force, max(weight, 1e-6)), math.radians(MOST_LEAN)
    yield evaluate_limit(
        "bend.swing",
        modifier.about,
        SAYS("bend-swing", lean=lean, most=most, force=force, weight=weight),
        value=lean,
        limit=most,
        unit="rad",
        cure=Cure(says=CURES("lines-aside")),
    )


def _bolt_checks(modifier: Modifier) -> Iterator[Check]:
    plan = modifier.plan
    bolt = next((SCREWS[h.fastener] for h in plan.holes if h.fastener in SCREWS and h.name == "bolt"), None)
    if bolt is None:
        return
    batten = plan.stock
    out = bolt_protrusion(bolt.length, batten.thickness + batten.width + 2 * WASHER)
    yield stated(
        "hold.bolts",
        modifier.about,
        SAYS("hold-bolts", out=yes(out >= 0.0), off=abs(out), most=BOLT_OUT, bolt=bolt.length),
        good=0.0 <= out <= BOLT_OUT,
        cure=Cure(says=CURES("other-bolt")),
    )


def _sheet_checks(about: About, design: ModifierParameters) -> Iterator[Check]:
    bent = kind_of(design).capabilities.bent
    if bent is None:
        return
    radius, thick = bent.radius.get(design), bent.thickness.get(design)
    flat = min(bent.flat.get(design), bent.width.get(design))
    sag = bending.plate_sag(ACRYLIC * thick * GRAVITY, flat, thick, ACRYLIC_MODULUS * bending.CREEP)
    yield evaluate_limit(
        "bend.sheet",
        about,
        SAYS("bend-sheet", sag=sag, flat=flat, most=flat * SHEET_LIMIT, skin=yes(sag > thick / 2)),
        value=sag,
        limit=flat * SHEET_LIMIT,
        unit="m",
        cure=Cure(says=CURES("thicker-sheet")),
    )
    yield from _bend_checks(about, bent.radius, radius, thick)
    if bent.front is not None and bent.front.get(design) > 0.0:
        yield from _bend_checks(about.of("front"), bent.front, bent.front.get(design), thick)


def _bend_checks(about: About, slot: Slot[float], radius: float, thick: float) -> Iterator[Check]:
    # of each bend by itself: back, and front where it is pulled down
    where = "front" if about.part else "sheet"
    least = bending.COLD_BEND * thick
    yield evaluate_limit(
        "bend.radius",
        about,
        SAYS("bend-radius", where=where, radius=radius, least=least, times=bending.COLD_BEND),
        value=radius,
        limit=least,
        unit="m",
        most=False,
        cure=Cure(says=CURES("wider-bend"), changes={slot.path: round(least + 0.005, 2)}),
    )
    stress = bending.bend_stress(thick, radius, ACRYLIC_MODULUS)
    yield evaluate_limit(
        "bend.stress",
        about,
        SAYS("bend-stress", where=where, stress=stress / 1e6, most=bending.LASTING_STRESS / 1e6),
        value=stress,
        limit=bending.LASTING_STRESS,
        unit="Pa",
        cure=Cure(says=CURES("wider-bend-springs")),
    )
