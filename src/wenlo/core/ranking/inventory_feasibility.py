"""What can be made of one's own Shelf alone, and what a purchase would open up."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS
from wenlo.core.analysis.figures import Evaluated, evaluate
from wenlo.core.brief.brief import Brief
from wenlo.core.errors import Impossible
from wenlo.core.inventory.own_things import lit_by, of_own_bars, of_own_materials
from wenlo.core.inventory.shopping import ShoppingLine, WorkedBuild, work_out
from wenlo.core.inventory.starter import starter
from wenlo.core.inventory.stocked import Stocked, missing, own_lamps, own_materials, stands
from wenlo.core.modifiers.kind import Kind, ModifierParameters
from wenlo.core.ranking.ranking import sized
from wenlo.core.scene import scene_builder
from wenlo.core.units.length import UnitSystem

STAND = "light_stand_28"


@dataclass(frozen=True, kw_only=True)
class AtHand:
    """A kind made of what there is: its design, the lamp that it takes, what is still to be bought.

    ``missing`` is empty when it can be made now; ``cannot`` says why it cannot serve at all.
    """

    kind: str
    name: str
    cannot: str | None = None
    brief: Brief | None = None
    design: ModifierParameters | None = None
    result: Evaluated | None = None
    build: WorkedBuild | None = None
    lamp: str = ""
    missing: tuple[ShoppingLine, ...] = ()

    @property
    def cost(self) -> float:
        """Price of what is missing. [EUR]"""
        return sum(line.price for line in self.missing)


@dataclass(frozen=True, kw_only=True)
class Purchase:
    """A single purchase that lets kinds be made which otherwise cannot: what, its price [EUR], and their names."""

    what: str
    amount: str
    price: float
    opens: tuple[str, ...]


def cheapest_first(rows: Iterable[AtHand]) -> tuple[AtHand, ...]:
    """Those that can be made, by what is left to buy, and then those that cannot."""
    return tuple(sorted(rows, key=lambda row: (row.cannot is not None, row.cost, row.name)))


def made_at_hand(kind: Kind[Any], brief: Brief, shelf: Sequence[Stocked], *, units: UnitSystem = "metric") -> AtHand:
    """One kind made of the Shelf, as far as it goes: its design, its light and what is left to buy.

    Parameters
    ----------
    kind: which.
    brief: what the picture needs.
    shelf: what there is.
    units: how lengths are written.
    """
    plain = AtHand(kind=kind.id, name=kind.name)
    lit = lit_by(kind, brief, own_lamps(shelf))
    if lit is None:
        why = kind.rejection_reason(brief)
        return replace(plain, cannot=why or "None of the lamps on the Shelf serves it.")
    start = of_own_bars(kind, of_own_materials(kind, kind.start(lit), own_materials(shelf)), shelf)
    made = sized(kind, lit, start=start)
    if made is None:
        return replace(plain, cannot="It does not fit the room, however small.")
    design = made[0]
    lit = scene_builder.with_daylight(lit, design)
    try:
        build = work_out(kind.build(design, lit), units=units)
    except Impossible as problem:
        return replace(plain, cannot=problem.message)
    lines = [*missing(build.shopping, shelf), *_missing_stands(kind, design, shelf)]
    if not kind.by_day(design):
        lines += _missing_lamp(lit, shelf)
    result = evaluate(lit, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    return replace(
        plain, brief=lit, design=design, result=result, build=build, lamp=lit.lamp.type.name, missing=tuple(lines)
    )


def _missing_lamp(brief: Brief, shelf: Sequence[Stocked]) -> Iterator[ShoppingLine]:
    ref = brief.lamp.id
    have = any(
        item.category == "lamp" and (item.starter == ref or brief.lamp.type.id == f"own_{item.id}") for item in shelf
    )
    if not have:
        yield ShoppingLine(
            name=brief.lamp.type.name,
            amount="1",
            price=brief.lamp.type.price,
            category="lamp",
            id=brief.lamp.type.id,
            need=1.0,
        )


def _missing_stands(kind: Kind[Any], design: ModifierParameters, shelf: Sequence[Stocked]) -> Iterator[ShoppingLine]:
    # one for the lamp besides those that the kind takes
    short = kind.handling(design).stands + (0 if kind.by_day(design) else 1) - stands(shelf)
    if short > 0:
        row = starter()["support", STAND]
        yield ShoppingLine(
            name="light stand",
            amount=f"{short}",
            price=short * row.values.price,
            category="support",
            id=STAND,
            need=float(short),
        )


def openings(rows: Sequence[AtHand]) -> tuple[Purchase, ...]:
    """Single purchases that let one kind or more be made, those that open the most first."""
    by_line: dict[tuple[str, str], list[AtHand]] = {}
    for row in rows:
        if row.cannot is None and len(row.missing) == 1:
            line = row.missing[0]
            by_line.setdefault((line.category, line.id), []).append(row)
    found = []
    for group in by_line.values():
        largest = max((row.missing[0] for row in group), key=lambda line: line.need)
        found.append(
            Purchase(
                what=largest.name, amount=largest.amount, price=largest.price, opens=tuple(row.name for row in group)
            )
        )
    return tuple(sorted(found, key=lambda x: (-len(x.opens), x.price)))
