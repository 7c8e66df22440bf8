"""Proposals for any kind: the smallest change of one length, or of its size, that brings a gauge into its band."""

import math
from collections.abc import Callable, Iterator

from wenlo.core.analysis.gauges import EDGE_BAND, GaugeKey
from wenlo.core.analysis.source_light import Light
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.proposal_context import Case, Proposal, changes_of, lengths_of
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.scene import scene_builder

SAMPLES = 5
REACH = 2.5
"""Lengths are tried up to so many times longer or shorter."""


def _wish(
    case: Case, key: GaugeKey
) -> tuple[Callable[[Light], float], Callable[[float], bool], Callable[[float], str]]:
    # the gauge's value, whether it is in its band, and how it is said
    wanted = case.brief.wanted
    if key == "shadow_edge":
        low, high = (wanted.shadow_edge * x for x in EDGE_BAND)
        return lambda light: light.shadow_edge, lambda v: low <= v <= high, case.length
    if key == "evenness":
        return lambda light: light.sheet.centre_to_edge, lambda v: v <= wanted.evenness, format_stops
    if key == "spill":
        return lambda light: light.missed, lambda v: v <= wanted.spill, lambda v: f"{v * 100:.0f} %"
    return lambda light: light.loss, lambda v: v <= wanted.loss, format_stops


def _meets(
    case: Case, name: str, within: Callable[[float], bool], value: Callable[[Light], float]
) -> Callable[[float], bool]:
    return lambda x: within(value(case.light(**{name: x})))


def for_gauge(case: Case, key: GaugeKey) -> Iterator[Proposal]:
    """Changes that bring one of the modifier's own gauges into its band, the smallest first."""
    value, within, said = _wish(case, key)
    now = value(case.light())
    if within(now):
        yield Proposal(id="fine", title="Within the band", reason=f"{said(now)}; nothing has to change.", changes=())
        return
    kind = kind_of(case.design)
    found: list[tuple[float, Proposal]] = []
    for end in (REACH, 1.0 / REACH):
        scale = first_that_meets(
            lambda s: within(value(case_light(case, kind.scaled(case.design, s)))),
            start=1.0,
            end=end,
            tolerance=0.01,
            samples=SAMPLES,
        )
        if scale is not None and scale != 1.0:
            grown = kind.scaled(case.design, scale)
            width, height = grown.source_size
            changes = kind.differences(case.design, grown)
            reason = (
                f"{case.length(width)} × {case.length(height)} gives"
                f" {said(value(case_light(case, grown)))}.{out_of_room(case, grown)}"
            )
            title = f"{'Larger' if scale > 1 else 'Smaller'}: {scale:.2f} times the size"
            found.append(
                (
                    abs(math.log(scale)),
                    Proposal(id=f"size_{end:.1f}", title=title, reason=reason, changes=changes_of(changes)),
                )
            )
    for slot in lengths_of(case.design, case.brief):
        name, label, low, high = slot.id, slot.label, slot.low, slot.high
        at = slot.get(case.design)
        for end in (min(high, max(at, 0.1) * REACH), max(low, at / REACH)):
            there = first_that_meets(
                _meets(case, name, within, value), start=at, end=end, tolerance=0.005, samples=SAMPLES
            )
            if there is None or abs(there - at) < 1e-6:
                continue
            there = round(there, 3)
            moved = case.design.model_copy(update={name: there})
            reason = (
                f"The {label} from {case.length(at)} to {case.length(there)} gives"
                f" {said(value(case_light(case, moved)))}.{out_of_room(case, moved)}"
            )
            effort = abs(math.log(max(there, 0.01) / max(at, 0.01)))
            title = f"{label[:1].upper()}{label[1:]}: {case.length(there)}"
            found.append(
                (
                    effort,
                    Proposal(id=f"{name}_{end:.2f}", title=title, reason=reason, changes=changes_of({name: there})),
                )
            )
    found.sort(key=lambda row: row[0])
    yield from (proposal for _, proposal in found[:3])
    if not found:
        yield Proposal(
            id="none",
            title="No single length does it",
            changes=(),
            reason=(
                f"It is {said(now)} now; no length within {REACH:g} times its present value brings it into the band."
                " Try another kind."
            ),
        )


def case_light(case: Case, design: ModifierParameters) -> Light:
    """The light of another design of the same case."""
    return Case(brief=case.brief, design=design, units=case.units).light()


def out_of_room(case: Case, design: ModifierParameters) -> str:
    """A sentence when the changed design leaves the room, else nothing."""
    return "" if scene_builder.fits_in_room(case.brief, design) else " It does not fit this room as it stands."
