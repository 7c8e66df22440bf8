"""Proposals: the change that brings a gauge into its band, with its reason in words."""

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from typing import Any

from wenlo.core.advice import set_up
from wenlo.core.advice.figures import Light, levels_in_room, modifier_light, setting_for
from wenlo.core.advice.gauges import EDGE_BAND, STOP_BAND, GaugeKey
from wenlo.core.advice.search import first_that_meets
from wenlo.core.data import lamp_types, sheet_materials
from wenlo.core.modifiers.diffusion_frame import LEAST_LEG
from wenlo.core.quantities.exposure import format_aperture, format_power, third_stop_aperture, third_stop_iso
from wenlo.core.quantities.length import UnitSystem, format_length
from wenlo.core.quantities.stops import format_stops, stops_between
from wenlo.core.shoot.brief import Brief
from wenlo.core.transport.solve import DRAFT

SIZING = replace(DRAFT, sheet_samples=16, lamp_spots=9)
CELLS = 32
ROUND_UP = 0.01
"""Sizes are proposed in whole centimetres, on the side that still meets the wish. [m]"""

LIMITS = {"width": (0.3, 4.0), "height": (0.3, 3.5), "sheet_distance": (0.15, 10.0), "lamp_distance": (0.05, 10.0)}


@dataclass(frozen=True, kw_only=True)
class Change:
    """One value of the document to set, by its dotted path."""

    path: str
    value: float | str | int


@dataclass(frozen=True, kw_only=True)
class Proposal:
    """A change that reaches the target, or the reason why none does (``changes`` empty)."""

    id: str
    title: str
    reason: str
    changes: tuple[Change, ...]


@dataclass(frozen=True, kw_only=True)
class Case:
    """What is to be improved."""

    brief: Brief
    design: Any
    units: UnitSystem

    def length(self, value: float) -> str:
        """A length as the user reads it."""
        return format_length(value, system=self.units)

    def light(self, **changed: Any) -> Light:
        """The modifier's light with some parameters changed."""
        return modifier_light(self.brief, self.design.model_copy(update=changed), effort=SIZING, cells=CELLS)

    @property
    def ceiling(self) -> float:
        """Highest top of the frame that the room allows. [m]"""
        return self.brief.room.height - 0.02


def proposals(brief: Brief, design: Any, key: GaugeKey, *, units: UnitSystem = "metric") -> tuple[Proposal, ...]:
    """All proposals for one gauge.

    Parameters
    ----------
    brief, design: the present state.
    key: the gauge to bring into its band.
    units: how lengths are written.
    """
    case = Case(brief=brief, design=design, units=units)
    makers: dict[GaugeKey, Callable[[Case], Iterator[Proposal]]] = {
        "shadow_edge": _for_shadow_edge,
        "contrast": _for_contrast,
        "background": _for_background,
        "evenness": _for_evenness,
        "spill": _for_spill,
        "loss": _for_loss,
        "exposure": _for_exposure,
    }
    return tuple(makers[key](case))


def _up(value: float) -> float:
    return math.ceil(value / ROUND_UP - 1e-6) * ROUND_UP


def _down(value: float) -> float:
    return math.floor(value / ROUND_UP + 1e-6) * ROUND_UP


def _scaled(case: Case, scale: float) -> dict[str, float]:
    # Same shape, middle of the sheet kept where it is as long as the legs allow.
    d = case.design
    width, height = _up(d.width * scale), _up(d.height * scale)
    top = max(d.centre_height + height / 2, height + LEAST_LEG)
    return {"width": round(width, 4), "height": round(height, 4), "top_height": round(_up(top), 4)}


def _changes(values: dict[str, Any]) -> tuple[Change, ...]:
    return tuple(Change(path=f"design.{key}", value=value) for key, value in values.items())


def smallest_frame(case: Case) -> Proposal:
    """The smallest frame of the present shape whose shadow edge is the wanted one, at this distance."""
    d, target = case.design, case.brief.wanted.shadow_edge
    least = max(0.3 / d.width, 0.3 / d.height)
    most = min(4.0 / d.width, 3.5 / d.height)
    # the frame may not outgrow the ceiling: its height and the least legs under it
    most = min(most, (case.ceiling - LEAST_LEG) / d.height)
    scale = first_that_meets(
        lambda s: case.light(**_scaled(case, s)).shadow_edge >= target,
        start=least,
        end=max(most, least),
        tolerance=0.002,
    )
    title = "Smallest frame for this shadow edge at this distance"
    if scale is None:
        best = case.light(**_scaled(case, most))
        return Proposal(
            id="smallest_frame", title=title, changes=(),
            reason=f"No frame under this ceiling reaches {case.length(target)}: even "
            f"{case.length(d.width * most)} × {case.length(d.height * most)} gives {case.length(best.shadow_edge)}, because the "
            f"lamp lights only its middle. Move the lamp back from the sheet or bring the sheet nearer.",
        )  # fmt: skip
    values = _scaled(case, scale)
    light = case.light(**values)
    return Proposal(
        id="smallest_frame", title=title, changes=_changes(values),
        reason=f"{case.length(values['width'])} × {case.length(values['height'])} at {case.length(d.sheet_distance)} gives "
        f"{case.length(light.shadow_edge)} (wanted {case.length(target)}): with the lamp {case.length(d.lamp_distance)} behind it "
        f"the sheet works like a strip {case.length(light.across.edge_equivalent)} wide. "
        f"{light.missed * 100:.0f} % of the light misses it.",
    )  # fmt: skip


def farthest_distance(case: Case) -> Proposal:
    """The farthest this frame can stand and still give the wanted shadow edge."""
    d, target = case.design, case.brief.wanted.shadow_edge
    low, high = LIMITS["sheet_distance"]
    far = first_that_meets(
        lambda x: case.light(sheet_distance=x).shadow_edge >= target, start=high, end=low, tolerance=0.002, samples=40
    )
    title = "Farthest distance for this frame"
    if far is None:
        return Proposal(
            id="farthest_distance", title=title, changes=(),
            reason=f"Even {case.length(low)} from the face this frame does not reach {case.length(target)}: the lit part of the "
            "sheet is too small. Move the lamp back from the sheet.",
        )  # fmt: skip
    value = round(max(_down(far), low), 4)
    light = case.light(sheet_distance=value)
    change = "farther away" if value > d.sheet_distance else "nearer"
    lost = stops_between(case.light().key, light.key)
    cost = f"costs {format_stops(lost)}" if lost > 0 else f"gains {format_stops(-lost)}"
    return Proposal(
        id="farthest_distance", title=title, changes=_changes({"sheet_distance": value}),
        reason=f"At {case.length(value)} ({case.length(abs(value - d.sheet_distance))} {change}) the shadow edge is "
        f"{case.length(light.shadow_edge)} and no farther will do; it {cost} of light at the face.",
    )  # fmt: skip


def _for_shadow_edge(case: Case) -> Iterator[Proposal]:
    yield smallest_frame(case)
    yield farthest_distance(case)
    d, target = case.design, case.brief.wanted.shadow_edge
    edge = case.light().shadow_edge
    if edge < target * EDGE_BAND[0]:
        back = first_that_meets(
            lambda x: case.light(lamp_distance=x).shadow_edge >= target,
            start=d.lamp_distance, end=min(4.0, d.lamp_distance + 3.0), tolerance=0.004,
        )  # fmt: skip
        if back is not None:
            value = round(_up(back), 4)
            light = case.light(lamp_distance=value)
            yield Proposal(
                id="lamp_back", title="Move the lamp back", changes=_changes({"lamp_distance": value}),
                reason=f"{case.length(value)} behind the sheet the lamp fills more of it: the shadow edge grows to "
                f"{case.length(light.shadow_edge)}; {light.missed * 100:.0f} % of the light then misses the sheet.",
            )  # fmt: skip


def lamp_back_for_evenness(case: Case) -> Proposal:
    """How far back the lamp must stand for the sheet to stay within the allowed unevenness."""
    d, limit = case.design, case.brief.wanted.evenness
    low, high = LIMITS["lamp_distance"]
    # start nearest, so that the answer is the least distance that is even enough
    back = first_that_meets(
        lambda x: case.light(lamp_distance=x).sheet.centre_to_edge <= limit,
        start=low,
        end=high,
        tolerance=0.004,
        samples=40,
    )
    title = "How far back the lamp must stand to stay within this evenness"
    if back is None:
        return Proposal(
            id="lamp_for_evenness", title=title, changes=(),
            reason=f"No distance up to {case.length(high)} is even enough: this sheet sends most of the light straight on. "
            "Choose a denser sheet, add a layer, or allow more than "
            f"{format_stops(limit)}.",
        )  # fmt: skip
    value = round(_up(back), 4)
    light = case.light(lamp_distance=value)
    lost = stops_between(case.light().key, light.key)
    where = "back" if value > d.lamp_distance else "forward"
    cost = f"costs {format_stops(lost)}" if lost > 0 else f"gains {format_stops(-lost)}"
    room_note = ""
    moved = d.model_copy(update={"lamp_distance": value})
    if not set_up.fits_in_room(case.brief, moved):
        room_note = " That is beyond the wall of this room: turn the key angle or use a wider lamp."
    return Proposal(
        id="lamp_for_evenness", title=title, changes=_changes({"lamp_distance": value}),
        reason=f"{case.length(value)} ({case.length(abs(value - d.lamp_distance))} {where}): the glow falls "
        f"{format_stops(light.sheet.centre_to_edge)} to the edge. It {cost} at the face, and {light.missed * 100:.0f} % of the "
        f"light misses the sheet.{room_note}",
    )  # fmt: skip


def _for_evenness(case: Case) -> Iterator[Proposal]:
    yield lamp_back_for_evenness(case)
    d, limit = case.design, case.brief.wanted.evenness
    if case.light().sheet.centre_to_edge > limit and d.layers < 3:
        more = d.layers + 1
        light = case.light(layers=more)
        yield Proposal(
            id="add_layer", title="Add a layer", changes=_changes({"layers": more}),
            reason=f"{more} layers fall {format_stops(light.sheet.centre_to_edge)} to the edge "
            f"({'enough' if light.sheet.centre_to_edge <= limit else 'not enough alone'}) and the loss becomes "
            f"{format_stops(light.loss)}.",
        )  # fmt: skip


def _for_spill(case: Case) -> Iterator[Proposal]:
    d, limit = case.design, case.brief.wanted.spill
    low, high = LIMITS["lamp_distance"]
    near = first_that_meets(
        lambda x: case.light(lamp_distance=x).missed <= limit, start=high, end=low, tolerance=0.004, samples=40
    )
    title = "Farthest the lamp may stand behind the sheet"
    if near is None:
        yield Proposal(
            id="lamp_for_spill", title=title, changes=(),
            reason="This lamp shines past the sheet from any distance: it needs a dish, doors, or cloth round the sides.",
        )  # fmt: skip
    else:
        value = round(max(_down(near), low), 4)
        light = case.light(lamp_distance=value)
        yield Proposal(
            id="lamp_for_spill", title=title, changes=_changes({"lamp_distance": value}),
            reason=f"{case.length(value)} behind the sheet {light.missed * 100:.0f} % misses it; the glow then falls "
            f"{format_stops(light.sheet.centre_to_edge)} to the edge and the shadow edge is {case.length(light.shadow_edge)}.",
        )  # fmt: skip
    most = min(4.0 / d.width, 3.5 / d.height, (case.ceiling - LEAST_LEG) / d.height)
    if case.light().missed > limit and most > 1.0:
        scale = first_that_meets(
            lambda s: case.light(**_scaled(case, s)).missed <= limit, start=1.0, end=most, tolerance=0.004
        )
        if scale is not None:
            values = _scaled(case, scale)
            yield Proposal(
                id="frame_for_spill", title="Larger frame with the lamp where it is", changes=_changes(values),
                reason=f"{case.length(values['width'])} × {case.length(values['height'])} catches all but "
                f"{case.light(**values).missed * 100:.0f} % of the light.",
            )  # fmt: skip


def _for_loss(case: Case) -> Iterator[Proposal]:
    d, limit = case.design, case.brief.wanted.loss
    present = case.light()
    if d.layers > 1:
        light = case.light(layers=d.layers - 1)
        yield Proposal(
            id="fewer_layers", title="One layer fewer", changes=_changes({"layers": d.layers - 1}),
            reason=f"The loss falls to {format_stops(light.loss)}; the shadow edge becomes {case.length(light.shadow_edge)}.",
        )  # fmt: skip
    if present.loss > limit:
        options = []
        for sheet in sheet_materials().values():
            if sheet.form == "board" and sheet_materials()[d.sheet].form == "cloth":
                continue
            light = case.light(sheet=sheet.id)
            if light.loss <= limit:
                options.append((light.shadow_edge, sheet, light))
        if options:
            _, sheet, light = max(options, key=lambda o: o[0])
            yield Proposal(
                id="lighter_sheet", title=f"Softest sheet within {format_stops(limit)}: {sheet.name}",
                changes=_changes({"sheet": sheet.id}),
                reason=f"It loses {format_stops(light.loss)} and gives a shadow edge of {case.length(light.shadow_edge)}.",
            )  # fmt: skip
    elif not d.layers > 1:
        yield Proposal(
            id="loss_fine", title="Within the band", changes=(),
            reason=f"{format_stops(present.loss)} is lost of the {format_stops(limit)} allowed; nothing has to change.",
        )  # fmt: skip


def _for_background(case: Case) -> Iterator[Proposal]:
    brief, d = case.brief, case.design
    wanted = brief.wanted.background

    def level(distance: float) -> float:
        backdrop = brief.backdrop.model_copy(update={"distance": distance})
        moved = brief.model_copy(update={"backdrop": backdrop})
        levels = levels_in_room(moved, d, effort=SIZING)
        return -stops_between(levels.key, levels.backdrop)

    farthest = max(0.2, brief.room.depth - brief.camera.distance - 0.1)
    now = level(brief.backdrop.distance)
    end = min(farthest, brief.backdrop.distance + 4.0) if now > wanted else 0.3
    there = first_that_meets(
        lambda x: level(x) <= wanted if now > wanted else level(x) >= wanted,
        start=brief.backdrop.distance, end=end, tolerance=0.01, samples=6,
    )  # fmt: skip
    title = "Move the subject from the backdrop" if now > wanted else "Move the subject toward the backdrop"
    if there is None:
        yield Proposal(
            id="backdrop_distance", title=title, changes=(),
            reason=f"Within this room the backdrop stays at {format_stops(level(end), signed=True)} at best "
            f"({case.length(end)} away). Choose a darker or lighter backdrop, flag the sheet's side toward it, or bring the "
            "sheet nearer to the face.",
        )  # fmt: skip
    else:
        value = round(_up(there), 3)
        yield Proposal(
            id="backdrop_distance", title=title, changes=(Change(path="brief.backdrop.distance", value=value),),
            reason=f"{case.length(value)} from the backdrop it gets {format_stops(level(value), signed=True)} against the face "
            f"(wanted {format_stops(wanted, signed=True)}).",
        )  # fmt: skip
    if now > wanted + STOP_BAND:
        yield from _nearer_sheet_for_background(case)


def _nearer_sheet_for_background(case: Case) -> Iterator[Proposal]:
    wanted = case.brief.wanted.background

    def level(distance: float) -> float:
        moved = case.design.model_copy(update={"sheet_distance": distance})
        levels = levels_in_room(case.brief, moved, effort=SIZING)
        return -stops_between(levels.key, levels.backdrop)

    near = first_that_meets(
        lambda x: level(x) <= wanted, start=case.design.sheet_distance, end=0.3, tolerance=0.01, samples=5
    )
    if near is not None:
        value = round(max(_down(near), 0.15), 3)
        yield Proposal(
            id="sheet_nearer", title="Bring the sheet nearer to the face", changes=_changes({"sheet_distance": value}),
            reason=f"At {case.length(value)} the face gains light and the backdrop does not: it falls to "
            f"{format_stops(level(value), signed=True)}.",
        )  # fmt: skip


def _for_contrast(case: Case) -> Iterator[Proposal]:
    brief, d, wanted = case.brief, case.design, case.brief.wanted.contrast

    def contrast(changed: Brief, **design: Any) -> float:
        levels = levels_in_room(changed, d.model_copy(update=design), effort=SIZING)
        return stops_between(levels.key, levels.fill)

    now = contrast(brief)
    if not set_up.fits_in_room(brief, d):
        yield Proposal(
            id="contrast_unknown", title="Bring the set into the room first", changes=(),
            reason="The set does not fit the room, so what its walls return is not known.",
        )  # fmt: skip
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
                else f"Walls in {finish.replace('_', ' ')}"
            )
            yield Proposal(
                id=f"walls_{finish}", title=what, changes=(Change(path="brief.room.walls", value=finish),),
                reason=f"The shadow side is filled by the room alone: the contrast becomes {format_stops(value)} "
                f"(now {format_stops(now)}, wanted {format_stops(wanted)}).",
            )  # fmt: skip
            break
    end = 0.3 if now < wanted else min(2.5, d.sheet_distance + 1.5)
    there = first_that_meets(
        lambda x: (contrast(brief, sheet_distance=x) >= wanted) == (now < wanted),
        start=d.sheet_distance, end=end, tolerance=0.01, samples=5,
    )  # fmt: skip
    if there is not None and there != d.sheet_distance:
        value = round(_down(there) if now < wanted else _up(there), 3)
        if set_up.fits_in_room(brief, d.model_copy(update={"sheet_distance": value})):
            yield Proposal(
                id="sheet_for_contrast", title=f"Sheet at {case.length(value)} from the face",
                changes=_changes({"sheet_distance": value}),
                reason=f"The key {'gains on' if now < wanted else 'falls toward'} what the room returns: the contrast becomes "
                f"{format_stops(contrast(brief, sheet_distance=value))}.",
            )  # fmt: skip


def _for_exposure(case: Case) -> Iterator[Proposal]:
    brief, wanted = case.brief, case.brief.wanted
    lamp = lamp_types()[brief.lamp.id]
    reading = levels_in_room(brief, case.design, effort=SIZING).exposure
    setting = setting_for(brief, reading)
    if wanted.solve_for == "iso":
        iso = third_stop_iso(setting.iso)
        over = stops_between(setting.iso, wanted.iso_highest)
        if over <= 0.05:
            yield Proposal(
                id="set_iso", title=f"Set ISO {iso:.0f}", changes=(Change(path="brief.camera.iso", value=iso),),
                reason=f"At {format_aperture(brief.camera.aperture)} the face is then exposed right.",
            )  # fmt: skip
            return
        aperture = third_stop_aperture(brief.camera.aperture / 2 ** (over / 2), toward="wider")
        if aperture >= wanted.aperture_widest - 0.05:
            yield Proposal(
                id="open_up", title=f"Open to {format_aperture(aperture)}",
                changes=(Change(path="brief.camera.aperture", value=round(aperture, 4)),
                         Change(path="brief.camera.iso", value=wanted.iso_highest)),
                reason=f"{format_stops(over)} are missing at ISO {wanted.iso_highest:.0f}; the wider opening makes them up and "
                "leaves less in focus.",
            )  # fmt: skip
        yield from _nearer_for_exposure(case, over)
    elif wanted.solve_for == "aperture":
        short = 2 * math.log2(wanted.aperture_widest / setting.aperture) if setting.aperture > 0 else math.inf
        if short <= 0.05:
            aperture = third_stop_aperture(setting.aperture)
            yield Proposal(
                id="set_aperture", title=f"Set {format_aperture(aperture)}",
                changes=(Change(path="brief.camera.aperture", value=round(aperture, 4)),),
                reason=f"At ISO {brief.camera.iso:.0f} the face is then exposed right.",
            )  # fmt: skip
            return
        iso = third_stop_iso(brief.camera.iso * 2**short, at_least=True)
        yield Proposal(
            id="raise_iso", title=f"Raise to ISO {iso:.0f}", changes=(Change(path="brief.camera.iso", value=iso),),
            reason=f"{format_stops(short)} are missing at {format_aperture(wanted.aperture_widest)}.",
        )  # fmt: skip
        yield from _nearer_for_exposure(case, short)
    else:
        power = setting.power
        if lamp.lowest_power <= power <= 1.0:
            yield Proposal(
                id="set_power", title=f"Set the lamp to {format_power(power)}",
                changes=(Change(path="brief.lamp.power", value=round(power, 4)),),
                reason="The face is then exposed right at the present camera setting.",
            )  # fmt: skip
        elif power > 1.0:
            short = math.log2(power)
            iso = third_stop_iso(brief.camera.iso * power, at_least=True)
            yield Proposal(
                id="raise_iso", title=f"Full power and ISO {iso:.0f}",
                changes=(Change(path="brief.lamp.power", value=1.0), Change(path="brief.camera.iso", value=iso)),
                reason=f"Full power is {format_stops(short)} short.",
            )  # fmt: skip
            yield from _nearer_for_exposure(case, short)
        else:
            yield Proposal(
                id="too_bright", title="Too bright at the lowest setting", changes=(),
                reason=f"The lamp's lowest setting is {format_stops(stops_between(lamp.lowest_power, power))} too bright: add a "
                "layer, move the lamp back, or close the aperture.",
            )  # fmt: skip


def _nearer_for_exposure(case: Case, stops: float) -> Iterator[Proposal]:
    def reading(distance: float) -> float:
        moved = case.design.model_copy(update={"sheet_distance": distance})
        return levels_in_room(case.brief, moved, effort=SIZING).exposure

    target = reading(case.design.sheet_distance) * 2**stops
    near = first_that_meets(lambda x: reading(x) >= target, start=case.design.sheet_distance, end=0.2, tolerance=0.004)
    if near is None:
        yield Proposal(
            id="nearer",
            title="Bringing the sheet nearer is not enough",
            changes=(),
            reason=f"{format_stops(stops)} cannot be made up by distance with this lamp; use a stronger lamp or a thinner sheet.",
        )
        return
    value = round(max(_down(near), 0.15), 4)
    edge = case.light(sheet_distance=value).shadow_edge
    yield Proposal(
        id="nearer",
        title=f"Bring the sheet to {case.length(value)}",
        changes=_changes({"sheet_distance": value}),
        reason=f"That makes up {format_stops(stops)}; the shadow edge becomes {case.length(edge)}.",
    )
