"""Proposals for levels in the room: background, contrast and exposure, each with its reason."""

import math
from collections.abc import Iterator

from wenlo.core.analysis.figures import readings_in_room, setting_for
from wenlo.core.analysis.gauges import STOP_BAND
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import finish_material
from wenlo.core.facts import Phrases, told_stops, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.exposure import format_aperture, third_stop_aperture, third_stop_iso
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.power_reduction import ways_down
from wenlo.core.proposals.proposal_context import CAREFUL, SIZING, Case, Change, Proposal, changes_of, down, up
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.scene import scene_builder

SAYS = Phrases(
    "offer",
    {
        "backdrop": {"way": "choice", "distance": "length", "stops": "by_stops", "wanted": "by_stops"},
        "backdrop-none": {"way": "choice", "distance": "length", "stops": "by_stops"},
        "nearer-for-background": {"distance": "length", "stops": "by_stops"},
        "room-first": {},
        "walls": {"cloth": "choice", "finish": "label", "then": "in_stops", "now": "in_stops", "wanted": "in_stops"},
        "distance-for-contrast": {"distance": "length", "way": "choice", "contrast": "in_stops"},
        "iso": {"iso": "count", "aperture": "label"},
        "open-up": {"aperture": "label", "over": "in_stops", "iso": "count"},
        "aperture": {"aperture": "label", "iso": "count"},
        "raise-iso": {"iso": "count", "short": "in_stops", "aperture": "label"},
        "power": {"power": "power"},
        "full-power": {"iso": "count", "short": "in_stops"},
        "too-bright": {"over": "in_stops"},
        "nearer": {"distance": "length", "stops": "in_stops", "edge": "length"},
        "nearer-not-enough": {"stops": "in_stops"},
    },
    room="proposals",
)

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
    way = "away" if now > wanted else "toward"
    if there is None:
        yield Proposal(
            id="backdrop_distance",
            says=SAYS("backdrop-none", way=way, distance=end, stops=told_stops(level(end))),
            changes=(),
        )
    else:
        value = round(up(there), 3)
        yield Proposal(
            id="backdrop_distance",
            says=SAYS("backdrop", way=way, distance=value, stops=told_stops(level(value)), wanted=wanted),
            changes=(Change(path="brief.backdrop.distance", value=value),),
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
            says=SAYS("nearer-for-background", distance=value, stops=told_stops(level(value))),
            changes=changes_of({reach.id: value}),
        )


def for_contrast(case: Case) -> Iterator[Proposal]:
    """Proposals for contrast."""
    brief, d, wanted = case.brief, case.design, case.brief.wanted.contrast

    def contrast(changed: Brief, design: ModifierParameters = d) -> float:
        lux = readings_in_room(changed, design, ("lit", "fill"), effort=SIZING)
        return stops_between(lux["lit"], lux["fill"])

    now = contrast(brief)
    if not scene_builder.fits_in_room(brief, d):
        yield Proposal(id="contrast_unknown", says=SAYS("room-first"), changes=())
        return
    finishes = (
        ("black_cloth", "dark_carpet", "mid_grey") if now < wanted else ("white_paint", "cream_paint", "mid_grey")
    )
    for finish in finishes:
        room = brief.room.model_copy(update={"walls": finish})
        value = contrast(brief.model_copy(update={"room": room}))
        if abs(value - wanted) < abs(now - wanted) and finish != brief.room.walls:
            yield Proposal(
                id=f"walls_{finish}",
                says=SAYS(
                    "walls",
                    cloth=yes(finish == "black_cloth"),
                    finish=finish_material(finish).name,
                    then=told_stops(value),
                    now=told_stops(now),
                    wanted=wanted,
                ),
                changes=(Change(path="brief.room.walls", value=finish),),
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
                says=SAYS(
                    "distance-for-contrast",
                    distance=value,
                    way="gains" if now < wanted else "falls",
                    contrast=told_stops(contrast(brief, reach.put(d, value))),
                ),
                changes=changes_of({reach.id: value}),
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
                says=SAYS("iso", iso=iso, aperture=format_aperture(brief.camera.aperture)),
                changes=(Change(path="brief.camera.iso", value=iso),),
            )
            return
        aperture = third_stop_aperture(brief.camera.aperture / 2 ** (over / 2), toward="wider")
        if aperture >= wanted.aperture_widest - 0.05:
            yield Proposal(
                id="open_up",
                says=SAYS("open-up", aperture=format_aperture(aperture), over=told_stops(over), iso=wanted.iso_highest),
                changes=(
                    Change(path="brief.camera.aperture", value=round(aperture, 4)),
                    Change(path="brief.camera.iso", value=wanted.iso_highest),
                ),
            )
        yield from _nearer_for_exposure(case, over)
    elif wanted.solve_for == "aperture":
        short = 2 * math.log2(wanted.aperture_widest / setting.aperture) if setting.aperture > 0 else math.inf
        if short <= 0.05:
            aperture = third_stop_aperture(setting.aperture)
            yield Proposal(
                id="set_aperture",
                says=SAYS("aperture", aperture=format_aperture(aperture), iso=brief.camera.iso),
                changes=(Change(path="brief.camera.aperture", value=round(aperture, 4)),),
            )
            return
        iso = third_stop_iso(brief.camera.iso * 2**short, at_least=True)
        if iso <= ISO_HIGHEST:
            yield Proposal(
                id="raise_iso",
                says=SAYS("raise-iso", iso=iso, short=short, aperture=format_aperture(wanted.aperture_widest)),
                changes=(Change(path="brief.camera.iso", value=iso),),
            )
        yield from _nearer_for_exposure(case, short)
    else:
        power = setting.power
        if lamp.lowest_power <= power <= 1.0:
            yield Proposal(
                id="set_power",
                says=SAYS("power", power=power),
                changes=(Change(path="brief.lamp.power", value=round(power, 4)),),
            )
        elif power > 1.0:
            short = math.log2(power)
            iso = third_stop_iso(brief.camera.iso * power, at_least=True)
            if iso <= ISO_HIGHEST:
                yield Proposal(
                    id="raise_iso",
                    says=SAYS("full-power", iso=iso, short=short),
                    changes=(Change(path="brief.lamp.power", value=1.0), Change(path="brief.camera.iso", value=iso)),
                )
            yield from _nearer_for_exposure(case, short)
        else:
            over = stops_between(lamp.lowest_power, power) if power > 0.0 else math.inf
            yield Proposal(id="too_bright", says=SAYS("too-bright", over=told_stops(over)), changes=())
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
        yield Proposal(id="nearer", says=SAYS("nearer-not-enough", stops=told_stops(stops)), changes=())
        return
    value = round(max(down(near), 0.15), 4)
    edge = case.light(**{reach.id: value}).shadow_edge
    yield Proposal(
        id="nearer",
        says=SAYS("nearer", distance=value, stops=told_stops(stops), edge=edge),
        changes=changes_of({reach.id: value}),
    )
