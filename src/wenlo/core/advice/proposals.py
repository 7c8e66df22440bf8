"""Proposals for a gauge: the changes that bring it into its band."""

from collections.abc import Callable, Iterator, Mapping
from typing import Any

from wenlo.core.advice import levels, sizing
from wenlo.core.advice.case import Case, Proposal
from wenlo.core.advice.gauges import GaugeKey
from wenlo.core.quantities.length import UnitSystem
from wenlo.core.shoot.brief import Brief

MAKERS: Mapping[GaugeKey, Callable[[Case], Iterator[Proposal]]] = {
    "shadow_edge": sizing.for_shadow_edge,
    "contrast": levels.for_contrast,
    "background": levels.for_background,
    "evenness": sizing.for_evenness,
    "spill": sizing.for_spill,
    "loss": sizing.for_loss,
    "exposure": levels.for_exposure,
}


def proposals(brief: Brief, design: Any, key: GaugeKey, *, units: UnitSystem = "metric") -> tuple[Proposal, ...]:
    """All proposals for one gauge.

    Parameters
    ----------
    brief, design: the present state.
    key: the gauge to bring into its band.
    units: how lengths are written.
    """
    return tuple(MAKERS[key](Case(brief=brief, design=design, units=units)))
