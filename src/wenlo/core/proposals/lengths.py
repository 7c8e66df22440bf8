"""Proposals for any kind: the smallest change of one length, or of its size, that brings a gauge into its band."""

import math
from collections.abc import Callable, Iterator

from wenlo.core.analysis.gauges import EDGE_BAND, GaugeKey
from wenlo.core.analysis.source_light import Light
from wenlo.core.facts import Fact, Phrases, told_stops
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.proposals.proposal_context import Case, Proposal, changes_of, lengths_of
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.proposals.sizing import out_of_room

SAYS = Phrases(
    "offer",
    {
        "within": {"value": "fact"},
        "size": {"way": "choice", "times": "hundredth", "size": "size", "value": "fact"},
        "length": {"label": "label", "before": "length", "after": "length", "value": "fact"},
        "no-length": {"value": "fact", "reach": "tenth"},
        "of-length": {"value": "length"},
        "of-stops": {"value": "in_stops"},
        "of-share": {"value": "share"},
    },
    room="proposals",
)

SAMPLES = 5
REACH = 2.5
"""Lengths are tried up to so many times longer or shorter."""


def _wish(
    case: Case, key: GaugeKey
) -> tuple[Callable[[Light], float], Callable[[float], bool], Callable[[float], Fact]]:
    # the gauge's value, whether it is in its band, and how it is said
    wanted = case.brief.wanted

    def stops(value: float) -> Fact:
        return SAYS("of-stops", value=told_stops(value))

    if key == "shadow_edge":
        low, high = (wanted.shadow_edge * x for x in EDGE_BAND)
        return lambda light: light.shadow_edge, lambda v: low <= v <= high, lambda v: SAYS("of-length", value=v)
    if key == "evenness":
        return lambda light: light.sheet.centre_to_edge, lambda v: v <= wanted.evenness, stops
    if key == "spill":
        return lambda light: light.missed, lambda v: v <= wanted.spill, lambda v: SAYS("of-share", value=v)
    return lambda light: light.loss, lambda v: v <= wanted.loss, stops


def _meets(
    case: Case, name: str, within: Callable[[float], bool], value: Callable[[Light], float]
) -> Callable[[float], bool]:
    return lambda x: within(value(case.light(**{name: x})))


def for_gauge(case: Case, key: GaugeKey) -> Iterator[Proposal]:
    """Changes that bring one of the modifier's own gauges into its band, the smallest first."""
    value, within, said = _wish(case, key)
    now = value(case.light())
    if within(now):
        yield Proposal(id="fine", says=SAYS("within", value=said(now)), changes=())
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
            proposal = Proposal(
                id=f"size_{end:.1f}",
                says=SAYS(
                    "size",
                    way="larger" if scale > 1 else "smaller",
                    times=scale,
                    size=(float(width), float(height)),
                    value=said(value(case_light(case, grown))),
                ),
                changes=changes_of(kind.differences(case.design, grown)),
                further=out_of_room(case, grown),
            )
            found.append((abs(math.log(scale)), proposal))
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
            proposal = Proposal(
                id=f"{name}_{end:.2f}",
                says=SAYS("length", label=label, before=at, after=there, value=said(value(case_light(case, moved)))),
                changes=changes_of({name: there}),
                further=out_of_room(case, moved),
            )
            found.append((abs(math.log(max(there, 0.01) / max(at, 0.01))), proposal))
    found.sort(key=lambda row: row[0])
    yield from (proposal for _, proposal in found[:3])
    if not found:
        yield Proposal(id="none", says=SAYS("no-length", value=said(now), reach=REACH), changes=())


def case_light(case: Case, design: ModifierParameters) -> Light:
    """The light of another design of the same case."""
    return Case(brief=case.brief, design=design).light()
