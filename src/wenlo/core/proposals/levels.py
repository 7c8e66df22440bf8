"""Proposals for levels in the room: background, contrast and exposure, each with its reason in words."""

import math
from collections.abc import Iterator

from wenlo.core.analysis.figures import readings_in_room, setting_for
from wenlo.core.analysis.gauges import STOP_BAND
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import finish_material
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.exposure import format_aperture, format_power, third_stop_aperture, third_stop_iso
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.power_reduction import ways_down
from wenlo.core.proposals.proposal_context import CAREFUL, SIZING, Case, Change, Proposal, changes_of, down, up
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.scene import scene_builder

MARGIN = 0.08
"""Two half-widths of SIZING. [stop]"""

ISO_HIGHEST = 409600.0
"""No camera is asked for more. [-]"""


def for_background(case: Case) -> Iterator[Proposal]:
    """Proposals for the background."""
    brief, d = case.brief, case.design
    wanted = brief.wanted.background

    def level(distance: float) -> float:
        backdrop = brief.backdrop.model_copy(update={"distance": distance})
        moved = brief.model_copy(update={"backdrop": backdrop})
        lux = readings_in_room(moved, d, ("key", "backdrop"), effort=SIZING)
        return -stops_between(lux["key"], lux["backdrop"])

    farthest = max(0.2, brief.room.depth - brief.camera.distance - 0.1)
    now = level(brief.backdrop.distance)
    end = min(farthest, brief.backdrop.distance + 4.0) if now > wanted else 0.3
    there = first_that_meets(
        lambda x: level(x) <= wanted if now > wanted else level(x) >= wanted,
        start=brief.backdrop.distance,
        end=end,
        tolerance=0.01,
        samples=6,
    )
    title = "Move the subject from the backdrop" if now > wanted else "Move the subject toward the backdrop"
    if there is None:
        yield Proposal(
            id="backdrop_distance",
            title=title,
            changes=(),
            reason=(
                f"Within this room the backdrop stays at {format_stops(level(end), signed=True)} at best"
                f" ({case.length(end)} away). Choose a darker or lighter backdrop, flag the sheet's side toward it, or"
                " bring the sheet nearer to the face."
            ),
        )
    else:
        value = round(up(there), 3)
        yield Proposal(
            id="backdrop_distance",
            title=title,
            changes=(Change(path="brief.backdrop.distance", value=value),),
            reason=(
                f"{case.length(value)} from the backdrop it gets {format_stops(level(value), signed=True)} against the"
                f" face (wanted {format_stops(wanted, signed=True)})."
            ),
        )
    if now > wanted + STOP_BAND:
        yield from _nearer_sheet_for_background(case)


def _nearer_sheet_for_background(case: Case) -> Iterator[Proposal]:
    wanted, reach = case.brief.wanted.background, kind_of(case.design).capabilities.travel
    if reach is None:
        return

    def level(distance: float) -> float:
        moved = reach.put(case.design, distance)
        lux = readings_in_room(case.brief, moved, ("key", "backdrop"), effort=SIZING)
        return -stops_between(lux["key"], lux["backdrop"])

    near = first_that_meets(
        lambda x: level(x) <= wanted, start=reach.get(case.design), end=0.3, tolerance=0.01, samples=5
    )
    if near is not None:
        value = round(max(down(near), 0.15), 3)
        yield Proposal(
            id="sheet_nearer",
            title="Bring the light nearer to the face",
            changes=changes_of({reach.id: value}),
            reason=(
                f"At {case.length(value)} the face gains light and the backdrop does not: it falls to "
                f"{format_stops(level(value), signed=True)}."
            ),
        )


def for_contrast(case: Case) -> Iterator[Proposal]:
    """Proposals for contrast."""
    brief, d, wanted = case.brief, case.design, case.brief.wanted.contrast

    def contrast(changed: Brief, design: ModifierParameters = d) -> float:
        lux = readings_in_room(changed, design, ("lit", "fill"), effort=SIZING)
        return stops_between(lux["lit"], lux["fill"])

    now = contrast(brief)
    if not scene_builder.fits_in_room(brief, d):
        yield Proposal(
            id="contrast_unknown",
            title="Bring the set into the room first",
            changes=(),
            reason="The set does not fit the room, so what its walls return is not known.",
        )
        return
    finishes = (
        ("black_cloth", "dark_carpet", "mid_grey") if now < wanted else ("white_paint", "cream_paint", "mid_grey")
    )
    for finish in finishes:
        room = brief.room.model_copy(update={"walls": finish})
        value = contrast(brief.model_copy(update={"room": room}))
        if abs(value - wanted) < abs(now - wanted) and finish != brief.room.walls:
            what = (
                "Hang heavy black cloth on the walls"
                if finish == "black_cloth"
                else f"Walls in {finish_material(finish).name}"
            )
            yield Proposal(
                id=f"walls_{finish}",
                title=what,
                changes=(Change(path="brief.room.walls", value=finish),),
                reason=(
                    f"The shadow side is filled by the room alone: the contrast becomes {format_stops(value)} "
                    f"(now {format_stops(now)}, wanted {format_stops(wanted)})."
                ),
            )
            break
    reach = kind_of(d).capabilities.travel
    if reach is None:
        return
    at = reach.get(d)
    end = 0.3 if now < wanted else min(2.5, at + 1.5)
    there = first_that_meets(
        lambda x: (contrast(brief, reach.put(d, x)) >= wanted) == (now < wanted),
        start=at,
        end=end,
        tolerance=0.01,
        samples=5,
    )
    if there is not None and there != at:
        value = round(down(there) if now < wanted else up(there), 3)
        if scene_builder.fits_in_room(brief, reach.put(d, value)):
            yield Proposal(
                id="sheet_for_contrast",
                title=f"Light at {case.length(value)} from the face",
                changes=changes_of({reach.id: value}),
                reason=(
                    f"The key {'gains on' if now < wanted else 'falls toward'} what the room returns: the contrast"
                    f" becomes {format_stops(contrast(brief, reach.put(d, value)))}."
                ),
            )


def for_exposure(case: Case) -> Iterator[Proposal]:
    """Proposals for exposure."""
    brief, wanted = case.brief, case.brief.wanted
    lamp = brief.lamp.type
    reading = readings_in_room(brief, case.design, ("exposure",), effort=CAREFUL)["exposure"]
    setting = setting_for(brief, reading)
    if wanted.solve_for == "iso":
        iso = third_stop_iso(setting.iso)
        over = stops_between(setting.iso, wanted.iso_highest)
        if over <= 0.05:
            yield Proposal(
                id="set_iso",
                title=f"Set ISO {iso:.0f}",
                changes=(Change(path="brief.camera.iso", value=iso),),
                reason=f"At {format_aperture(brief.camera.aperture)} the face is then exposed right.",
            )
            return
        aperture = third_stop_aperture(brief.camera.aperture / 2 ** (over / 2), toward="wider")
        if aperture >= wanted.aperture_widest - 0.05:
            yield Proposal(
                id="open_up",
                title=f"Open to {format_aperture(aperture)}",
                changes=(
                    Change(path="brief.camera.aperture", value=round(aperture, 4)),
                    Change(path="brief.camera.iso", value=wanted.iso_highest),
                ),
                reason=(
                    f"{format_stops(over)} are missing at ISO {wanted.iso_highest:.0f}; the wider opening makes them up"
                    " and leaves less in focus."
                ),
            )
        yield from _nearer_for_exposure(case, over)
    elif wanted.solve_for == "aperture":
        short = 2 * math.log2(wanted.aperture_widest / setting.aperture) if setting.aperture > 0 else math.inf
        if short <= 0.05:
            aperture = third_stop_aperture(setting.aperture)
            yield Proposal(
                id="set_aperture",
                title=f"Set {format_aperture(aperture)}",
                changes=(Change(path="brief.camera.aperture", value=round(aperture, 4)),),
                reason=f"At ISO {brief.camera.iso:.0f} the face is then exposed right.",
            )
            return
        iso = third_stop_iso(brief.camera.iso * 2**short, at_least=True)
        if iso <= ISO_HIGHEST:
            yield Proposal(
                id="raise_iso",
                title=f"Raise to ISO {iso:.0f}",
                changes=(Change(path="brief.camera.iso", value=iso),),
                reason=f"{format_stops(short)} are missing at {format_aperture(wanted.aperture_widest)}.",
            )
        yield from _nearer_for_exposure(case, short)
    else:
        power = setting.power
        if lamp.lowest_power <= power <= 1.0:
            yield Proposal(
                id="set_power",
                title=f"Set the lamp to {format_power(power)}",
                changes=(Change(path="brief.lamp.power", value=round(power, 4)),),
                reason="The face is then exposed right at the present camera setting.",
            )
        elif power > 1.0:
            short = math.log2(power)
            iso = third_stop_iso(brief.camera.iso * power, at_least=True)
            if iso <= ISO_HIGHEST:
                yield Proposal(
                    id="raise_iso",
                    title=f"Full power and ISO {iso:.0f}",
                    changes=(Change(path="brief.lamp.power", value=1.0), Change(path="brief.camera.iso", value=iso)),
                    reason=f"Full power is {format_stops(short)} short.",
                )
            yield from _nearer_for_exposure(case, short)
        else:
            over = stops_between(lamp.lowest_power, power) if power > 0.0 else math.inf
            yield Proposal(
                id="too_bright",
                title="Too bright at the lowest setting",
                changes=(),
                reason=f"The lamp's lowest setting is {format_stops(over)} too bright. What takes it away:",
            )
            yield from ways_down(case, over, lamp.lowest_power)


def _nearer_for_exposure(case: Case, stops: float) -> Iterator[Proposal]:
    reach = kind_of(case.design).capabilities.travel
    if reach is None:
        return

    def reading(distance: float) -> float:
        moved = reach.put(case.design, distance)
        return readings_in_room(case.brief, moved, ("exposure",), effort=SIZING)["exposure"]

    # a little more than is missing, since both readings may be off by their error
    target = reading(reach.get(case.design)) * 2 ** (stops + MARGIN)
    near = first_that_meets(lambda x: reading(x) >= target, start=reach.get(case.design), end=0.2, tolerance=0.004)
    if near is None:
        yield Proposal(
            id="nearer",
            title="Bringing the light nearer is not enough",
            changes=(),
            reason=(
                f"{format_stops(stops)} cannot be made up by distance with this lamp; use a stronger lamp or a thinner"
                " sheet."
            ),
        )
        return
    value = round(max(down(near), 0.15), 4)
    edge = case.light(**{reach.id: value}).shadow_edge
    yield Proposal(
        id="nearer",
        title=f"Bring the light to {case.length(value)}",
        changes=changes_of({reach.id: value}),
        reason=f"That makes up {format_stops(stops)}; the shadow edge becomes {case.length(edge)}.",
    )
