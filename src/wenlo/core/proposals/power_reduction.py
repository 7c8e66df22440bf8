"""A lamp that is too bright at its lowest setting: what takes the light away, and what else each way does."""

import math
from collections.abc import Iterator

from wenlo.core.analysis.source_light import Light
from wenlo.core.catalog.data_files import gels
from wenlo.core.facts import ArgKind, Fact, Phrases, told_stops
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot
from wenlo.core.photometry.exposure import format_aperture, third_stop_aperture
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.proposal_context import Case, Change, Proposal, changes_of

ALSO: dict[str, ArgKind] = {"edge": "length", "edge_then": "length", "falls": "in_stops", "falls_then": "in_stops"}

SAYS = Phrases(
    "offer",
    {
        "neutral": {"gel": "label", "stops": "in_stops"},
        "layer": {"stops": "in_stops", **ALSO},
        "farther-to-dim": {"what": "choice", "distance": "length", "stops": "in_stops", **ALSO},
        "close-down": {"aperture": "label"},
        "faster": {"part": "count"},
        "still": {"stops": "in_stops"},
        "over-lowest": {"stops": "in_stops"},
    },
    room="proposals",
)

DARKEST_OPENING = 22.0
"""Smaller openings blur the picture by diffraction. [-]"""

TRIES = 7

NOTICED = 0.15
"""Nobody asks for less. [stop]"""


def ways_down(case: Case, over: float, lowest: float) -> Iterator[Proposal]:
    """Every way to lose ``over`` stops with the lamp at its ``lowest`` setting, with what it does to spread and edge.

    Parameters
    ----------
    case: brief and design.
    over: how far the lowest setting is too bright. [stop]
    lowest: the lamp's lowest power, a fraction.
    """
    dial = Change(path="brief.lamp.power", value=lowest)
    before, able = case.light(), kind_of(case.design).capabilities
    yield from _neutral(case, over, dial)
    yield from _layer(case, over, dial, before)
    yield from _farther(case, over, dial, before, able.lamp_travel, "lamp")
    yield from _farther(case, over, dial, before, able.travel, "light")
    yield from _opening(case, over, dial)


def _also(before: Light, after: Light) -> dict[str, float]:
    return {
        "edge": before.shadow_edge,
        "edge_then": after.shadow_edge,
        "falls": told_stops(before.sheet.centre_to_edge),
        "falls_then": told_stops(after.sheet.centre_to_edge),
    }


def _left(over: float, taken: float) -> tuple[Fact, ...]:
    rest = over - taken
    if rest > NOTICED:
        return (SAYS("still", stops=told_stops(rest)),)
    return (SAYS("over-lowest", stops=told_stops(-rest)),) if rest < -NOTICED else ()


def _neutral(case: Case, over: float, dial: Change) -> Iterator[Proposal]:
    if case.brief.lamp.gel != "none":
        return
    filters = [(-math.log2(g.transmittance), g) for g in gels().values() if not g.shift and g.id != "none"]
    enough = sorted(f for f in ((stops, gel.id) for stops, gel in filters) if f[0] >= over - NOTICED)
    stops, gel_id = enough[0] if enough else max((stops, gel.id) for stops, gel in filters)
    power = min(max(dial.value * 2.0 ** (stops - over), float(dial.value)), 1.0)
    yield Proposal(
        id="neutral",
        says=SAYS("neutral", gel=gels()[gel_id].name, stops=stops),
        changes=(Change(path="brief.lamp.gel", value=gel_id), Change(path="brief.lamp.power", value=round(power, 4))),
        further=_left(over, stops),
    )


def _layer(case: Case, over: float, dial: Change, before: Light) -> Iterator[Proposal]:
    sheeted = kind_of(case.design).capabilities.sheet
    slot = None if sheeted is None else sheeted.layers
    if slot is None or slot.get(case.design) >= slot.high:
        return
    layers = slot.get(case.design)
    after = case.light(**{slot.id: layers + 1})
    taken = stops_between(before.key, after.key)
    yield Proposal(
        id="layer",
        says=SAYS("layer", stops=told_stops(taken), **_also(before, after)),
        changes=(*changes_of({slot.id: layers + 1}), dial),
        further=_left(over, taken),
    )


def _farther(
    case: Case, over: float, dial: Change, before: Light, slot: Slot[float] | None, what: str
) -> Iterator[Proposal]:
    if slot is None:
        return
    now, name = slot.get(case.design), slot.id
    far = min(slot.high, max(case.brief.room.depth, case.brief.room.width))
    low, high, after = now, far, case.light(**{name: far})
    taken = stops_between(before.key, after.key)
    if taken < 0.1 or far <= now + 0.01:
        return
    if taken > over:
        for _ in range(TRIES):
            middle = (low + high) / 2
            if stops_between(before.key, case.light(**{name: middle}).key) < over:
                low = middle
            else:
                high = middle
        after = case.light(**{name: high})
        taken = stops_between(before.key, after.key)
    value = round(high, 2)
    yield Proposal(
        id=f"farther_{name}",
        says=SAYS("farther-to-dim", what=what, distance=value, stops=told_stops(taken), **_also(before, after)),
        changes=(*changes_of({name: value}), dial),
        further=_left(over, taken),
    )


def _opening(case: Case, over: float, dial: Change) -> Iterator[Proposal]:
    camera = case.brief.camera
    aperture = third_stop_aperture(camera.aperture * 2.0 ** (over / 2.0))
    if aperture <= DARKEST_OPENING:
        yield Proposal(
            id="close_down",
            says=SAYS("close-down", aperture=format_aperture(aperture)),
            changes=(Change(path="brief.camera.aperture", value=round(aperture, 4)), dial),
        )
    if case.brief.lamp.type.kind == "continuous" and case.brief.picture_for != "film":
        shutter = camera.shutter / 2.0**over
        yield Proposal(
            id="faster",
            says=SAYS("faster", part=round(1.0 / shutter)),
            changes=(Change(path="brief.camera.shutter", value=shutter), dial),
        )
