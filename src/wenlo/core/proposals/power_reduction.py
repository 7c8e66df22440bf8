"""A lamp that is too bright at its lowest setting: what takes the light away, and what else each way does."""

import math
from collections.abc import Iterator

from wenlo.core.analysis.source_light import Light
from wenlo.core.catalog.data_files import gels
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot
from wenlo.core.photometry.exposure import format_aperture, third_stop_aperture
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.proposal_context import Case, Change, Proposal, changes_of

DARKEST_OPENING = 22.0
"""Smaller openings blur the picture by diffraction. [-]"""

TRIES = 7


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
    yield from _farther(case, over, dial, before, able.lamp_travel, "Move the lamp back from the sheet")
    yield from _farther(case, over, dial, before, able.travel, "Move the whole light back")
    yield from _opening(case, over, dial)


def _also(case: Case, before: Light, after: Light) -> str:
    edge = f"the shadow edge goes from {case.length(before.shadow_edge)} to {case.length(after.shadow_edge)}"
    even = (
        f"the fall over the sheet from {format_stops(before.sheet.centre_to_edge)} to"
        f" {format_stops(after.sheet.centre_to_edge)}"
    )
    return f"{edge}, {even}"


def _left(over: float, taken: float) -> str:
    rest = over - taken
    if rest > 0.15:
        return f" {format_stops(rest)} are still to go."
    return f" It then burns {format_stops(-rest)} above its lowest setting." if rest < -0.15 else ""


def _neutral(case: Case, over: float, dial: Change) -> Iterator[Proposal]:
    if case.brief.lamp.gel != "none":
        return
    filters = [(-math.log2(g.transmittance), g) for g in gels().values() if not g.shift and g.id != "none"]
    enough = sorted(f for f in ((stops, gel.id) for stops, gel in filters) if f[0] >= over - 0.15)
    stops, gel_id = enough[0] if enough else max((stops, gel.id) for stops, gel in filters)
    power = min(max(dial.value * 2.0 ** (stops - over), float(dial.value)), 1.0)
    yield Proposal(
        id="neutral",
        title=f"Hang a {gels()[gel_id].name} before the lamp",
        changes=(Change(path="brief.lamp.gel", value=gel_id), Change(path="brief.lamp.power", value=round(power, 4))),
        reason=(
            f"It takes {format_stops(stops)} and changes neither the spread nor the shadow edge.{_left(over, stops)}"
        ),
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
        title="Add a layer",
        changes=(*changes_of({slot.id: layers + 1}), dial),
        reason=f"It takes {format_stops(taken)}; {_also(case, before, after)}.{_left(over, taken)}",
    )


def _farther(
    case: Case, over: float, dial: Change, before: Light, slot: Slot[float] | None, title: str
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
        title=f"{title}, to {case.length(value)}",
        changes=(*changes_of({name: value}), dial),
        reason=f"It takes {format_stops(taken)}; {_also(case, before, after)}.{_left(over, taken)}",
    )


def _opening(case: Case, over: float, dial: Change) -> Iterator[Proposal]:
    camera = case.brief.camera
    aperture = third_stop_aperture(camera.aperture * 2.0 ** (over / 2.0))
    if aperture <= DARKEST_OPENING:
        yield Proposal(
            id="close_down",
            title=f"Close to {format_aperture(aperture)}",
            changes=(Change(path="brief.camera.aperture", value=round(aperture, 4)), dial),
            reason="More is in focus; spread and shadow edge stay. Window and other lamps go down with it.",
        )
    if case.brief.lamp.type.kind == "continuous" and case.brief.picture_for != "film":
        shutter = camera.shutter / 2.0**over
        yield Proposal(
            id="faster",
            title=f"Shutter 1/{round(1.0 / shutter)} s",
            changes=(Change(path="brief.camera.shutter", value=shutter), dial),
            reason="Movement is sharper; spread and shadow edge stay. Lamps on mains may flicker in so short a time.",
        )
