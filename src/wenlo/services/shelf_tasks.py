"""What the Shelf can become, computed: what can be made of it, and what a found object can be."""

import time
from collections.abc import Mapping, Sequence
from typing import Any

from wenlo.core.analysis.figures import Evaluated
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import OwnFound, OwnLamp
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.document.shoot import Shoot
from wenlo.core.inventory.stocked import Stocked, own_lamps, stocked
from wenlo.core.modifiers.kind import Kind, ModifierParameters
from wenlo.core.photometry.stops import format_stops
from wenlo.core.ranking.found_objects import Becoming, becomings, made_of
from wenlo.core.ranking.inventory_feasibility import AtHand, cheapest_first, made_at_hand, openings
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.services.every_kind import of_every_kind
from wenlo.services.kind_results import drawing_of
from wenlo.services.resolve_document import Document, read_document
from wenlo.services.shelf_results import (
    AtHandLine,
    AtHandResult,
    BecomingLine,
    BecomingResult,
    MadeOfResult,
    MadeResult,
    MissingResult,
    OpeningResult,
    PartChange,
)
from wenlo.services.work import Each, Told, in_turn


def _made(brief: Brief, design: ModifierParameters, result: Evaluated, units: UnitSystem) -> MadeResult:
    width, height = design.source_size
    ref = brief.lamp.id
    return MadeResult(
        design=design.model_dump(mode="json"),
        lamp=ref.model_dump(mode="json") if isinstance(ref, OwnLamp) else ref,
        lamp_name=brief.lamp.type.name,
        size=f"{format_length(width, system=units)} × {format_length(height, system=units)}",
        edge=format_length(result.light.shadow_edge, system=units),
        loss=format_stops(result.light.loss),
        drawn=drawing_of(brief, design),
    )


def _line(row: AtHand, shoot: Shoot) -> AtHandLine:
    made = None
    if row.brief is not None and row.design is not None and row.result is not None:
        made = _made(row.brief, row.design, row.result, shoot.units)
    return AtHandLine(
        kind=row.kind,
        name=row.name,
        cannot=row.cannot,
        made=made,
        cost=round(row.cost, 2),
        missing=[
            MissingResult(name=m.name, amount=amount_of(m.need, m.amount, m.category), price=round(m.price, 2))
            for m in row.missing
        ],
    )


def amount_of(need: float, amount: str, category: str) -> str:
    """How much is still to be bought, in words; boards and rolls as they are sold."""
    if category == "hardware":
        return f"{need:g}" if need >= 1 else "1"
    if category == "bar":
        return f"{need:.0f} × {amount.split('× ')[-1]}"
    return amount


def _made_at_hand(kind: Kind[Any], shoot: Shoot, shelf: Sequence[Stocked]) -> tuple[AtHand, AtHandLine]:
    row = made_at_hand(kind, shoot.brief, shelf, units=shoot.units)
    return row, _line(row, shoot)


def made_of_shelf(
    told: Told, document: Document, shelf: Sequence[dict[str, Any]], *, each: Each = in_turn
) -> AtHandResult:
    """What can be made of a Shelf for a shoot's brief; see ``AtHandResult``."""
    start = time.perf_counter()
    _, found = of_every_kind(_made_at_hand, told, document, shelf, each)
    rows, shown = cheapest_first(row for row, _ in found), {line.kind: line for _, line in found}
    return AtHandResult(
        kinds=[shown[row.kind] for row in rows],
        openings=[
            OpeningResult(what=o.what, amount=o.amount, price=round(o.price, 2), opens=list(o.opens))
            for o in openings(rows)
        ],
        seconds=round(time.perf_counter() - start, 2),
    )


def becomes(document: Document, found: Mapping[str, Any], shelf: Sequence[dict[str, Any]]) -> BecomingResult:
    """What a found object can become for a shoot's brief; see ``BecomingResult``."""
    shoot = read_document(document)
    thing = OwnFound.model_validate(found)
    lamps: list[str | OwnLamp] = [*own_lamps(stocked(shelf)), *lamp_types()]
    rows = becomings(shoot.brief, thing, lamps=lamps, units=shoot.units, now=shoot.design)
    return BecomingResult(kinds=[_becoming(row, shoot) for row in rows])


def made_of_found(document: Document, found: Mapping[str, Any]) -> MadeOfResult:
    """What of a shoot's design changes when a found object is part of it; see ``MadeOfResult``."""
    shoot = read_document(document)
    changed = made_of(shoot.design, OwnFound.model_validate(found), units=shoot.units)
    plain = shoot.design.model_copy(update=changed).model_dump(mode="json")
    return MadeOfResult(changes=[PartChange(path=f"design.{name}", value=plain[name]) for name in changed])


def _becoming(row: Becoming, shoot: Shoot) -> BecomingLine:
    made = None
    if row.brief is not None and row.design is not None and row.result is not None:
        made = _made(row.brief, row.design, row.result, shoot.units)
    return BecomingLine(kind=row.kind, name=row.name, how=row.how, why_not=row.why_not, made=made)
