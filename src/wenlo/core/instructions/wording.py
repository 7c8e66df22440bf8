"""A build's words for the tape that is used: kinds write metric lengths, the other tape reads feet and inches."""

import re
from dataclasses import replace
from functools import cache

from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.typical import coverings
from wenlo.core.fabrication.cutplan import CutPlan
from wenlo.core.fabrication.parts import BuildPlan, Piece, Step
from wenlo.core.units.length import UnitSystem, lengths_in


@cache
def sold_names() -> tuple[str, ...]:
    """Names of all that is sold with a length in its name."""
    rows = [row["name"] for group in ("pipe", "tube", "timber", "fittings") for row in stock()[group].values()]
    instead = [name for pairs in stock()["instead"].values() for name, _ in pairs]
    every = [*rows, *instead, *(covering.name for covering in coverings().values())]
    return tuple(name for name in dict.fromkeys(every) if re.search(r"\d+(?:\.\d+)? (?:mm|cm|m)\b", name))


def to_units(text: str, units: UnitSystem) -> str:
    """A text of a build with its lengths for the tape that is used; names stay as they are sold."""
    return lengths_in(text, units, names=sold_names())


def _step(step: Step, units: UnitSystem) -> Step:
    # what a step names is found in notes for the same tape
    return replace(step, uses=tuple(to_units(word, units) for word in step.uses))


def _piece(piece: Piece, units: UnitSystem) -> Piece:
    return replace(piece, reason=to_units(piece.reason, units))


def worded_plan(plan: BuildPlan, units: UnitSystem) -> BuildPlan:
    """The plan with all its words for the tape that is used; what steps name is still found in the notes."""
    if units == "metric":
        return plan
    return replace(
        plan,
        pieces=tuple(_piece(p, units) for p in plan.pieces),
        cloth=tuple(replace(c, note=to_units(c.note, units)) for c in plan.cloth),
        steps=tuple(_step(s, units) for s in plan.steps),
        holes=tuple(replace(h, note=to_units(h.note, units), side=to_units(h.side, units)) for h in plan.holes),
        templates=tuple(replace(t, note=to_units(t.note, units)) for t in plan.templates),
        prints=tuple(replace(p, note=to_units(p.note, units)) for p in plan.prints),
    )


def worded_cuts(cuts: CutPlan, units: UnitSystem) -> CutPlan:
    """The cut plan with the reasons of its pieces for the tape that is used."""
    if units == "metric":
        return cuts
    bars = tuple(replace(bar, pieces=tuple(_piece(p, units) for p in bar.pieces)) for bar in cuts.bars)
    return replace(cuts, bars=bars)
