"""Proposals for a gauge: the changes that bring it into its band."""

from collections.abc import Callable, Iterator, Mapping

from wenlo.core.analysis.gauges import GaugeKey
from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.proposals import lengths, levels, sizing
from wenlo.core.proposals.proposal_context import Case, Proposal

MAKERS: Mapping[GaugeKey, Callable[[Case], Iterator[Proposal]]] = {
    "shadow_edge": sizing.for_shadow_edge,
    "contrast": levels.for_contrast,
    "background": levels.for_background,
    "evenness": sizing.for_evenness,
    "spill": sizing.for_spill,
    "loss": sizing.for_loss,
    "exposure": levels.for_exposure,
}


SHEET_GAUGES = frozenset({"shadow_edge", "evenness", "spill", "loss"})
"""Gauges of the modifier alone; frames have proposals of their own for them, other kinds change one length."""


def proposals(brief: Brief, design: ModifierParameters, key: GaugeKey) -> tuple[Proposal, ...]:
    """All proposals for one gauge.

    Parameters
    ----------
    brief, design: the present state.
    key: the gauge to bring into its band.
    """
    case = Case(brief=brief, design=design)
    if kind_of(design).capabilities.standing is None and key in SHEET_GAUGES:
        return tuple(lengths.for_gauge(case, key))
    return tuple(MAKERS[key](case))
