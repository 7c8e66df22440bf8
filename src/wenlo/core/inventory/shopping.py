"""What to buy: bars, fittings, sheet; with prices, total and weight."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wenlo.core.catalog.bars import BarType, StockLength, bar_types
from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.covers import CoverPlan, OwnBoard, plan_covers
from wenlo.core.fabrication.cutplan import CutPlan, HeldBar, plan_cuts, plans_together
from wenlo.core.fabrication.parts import BuildPlan, ClothPiece
from wenlo.core.inventory.prices import TYPICAL, Prices, Source, bar_key
from wenlo.core.units.length import UnitSystem, format_length


@dataclass(frozen=True, kw_only=True)
class ShoppingLine:
    """One line of the list; ``price`` is for the whole line, in the currency of the prices.

    ``category`` and ``id`` tell what it is on the Shelf, ``key`` in price lists; ``need`` how much of it: pieces, or
    metres of what is sold by the metre; a bar counts by its ``length`` [m]. ``packs`` of ``pack`` pieces or metres are
    bought, ``source`` is whose price it is, so much of it is out of stock (``short``), and so much of the need is there
    already (``on_shelf``).
    """

    name: str
    amount: str
    price: float
    category: Literal["bar", "hardware", "covering", "lamp", "support"]
    id: str
    need: float
    length: float | None = None
    key: str = ""
    packs: float = 0.0
    pack: float = 1.0
    source: Source = "typical"
    short: float = 0.0
    on_shelf: float = 0.0


@dataclass(frozen=True, kw_only=True)
class WorkedBuild:
    """A build with its cut plan, the plans of its sheets, shopping list, total in the currency of the prices, mass of
    the modifier [kg] and hands-on minutes of the kind's own steps.
    """

    plan: BuildPlan
    cuts: CutPlan
    covers: tuple[CoverPlan, ...]
    shopping: tuple[ShoppingLine, ...]
    total: float
    mass: float
    minutes: float


def work_out(
    plan: BuildPlan,
    *,
    units: UnitSystem = "metric",
    tries: int = 0,
    own: Sequence[HeldBar] = (),
    own_boards: Sequence[OwnBoard] = (),
    prices: Prices = TYPICAL,
    prove: bool = False,
) -> WorkedBuild:
    """Cut plan, shopping list, weight and cost of a build.

    Parameters
    ----------
    plan: what the kind gave.
    units: how lengths are shown in the list.
    own, own_boards: bars of the plan's sorts, boards, and offcuts that are there already.
    tries: how much is tried beyond the usual to lay pieces on boards.
    prices: whose prices.
    prove: look on until the plans of boards are proved best; takes up to seconds.
    """
    cuts = plans_together(
        {
            (bar.id, bar.name): plan_cuts(
                plan.of(bar),
                _sold(plan, bar, prices),
                kerf=plan.kerf,
                own=[one for one in own if one.of in ("", bar.id)],
            )
            for bar in plan.bars
        }
    )
    covers = plan_covers(plan.cloth, tries=tries, own=own_boards, prove=prove)
    bars = [line for bar in plan.bars for line in _bars(bar, cuts, prices, units)]
    lines = [*bars, *_hardware(plan, prices, units), *_coverings(covers, prices, units)]
    fittings = stock()["fittings"]
    carried = [f for f in plan.fittings if f.id != "ballast_bag"]
    mass = (
        sum(plan.bar_of(piece).mass_per_metre * piece.cut for piece in plan.pieces if not piece.spare)
        + sum(piece.mass for piece in plan.cloth if not piece.spare)
        + sum(fittings[f.id]["mass"] * f.count for f in carried)
        + plan.found_mass
        + plan.further_mass
    )
    return WorkedBuild(
        plan=plan,
        cuts=cuts,
        covers=covers,
        shopping=tuple(lines),
        total=sum(line.price for line in lines),
        mass=mass,
        minutes=sum(step.minutes for step in plan.steps),
    )


def with_sewing(worked: WorkedBuild, each: float) -> WorkedBuild:
    """The build with the pieces that somebody else sews on its list, at a price a piece in the list's currency."""
    pieces = sewn_pieces(worked.plan)
    if not pieces:
        return worked
    line = ShoppingLine(
        name="sewing, sent out",
        amount=f"{len(pieces)} × 1 piece",
        price=each * len(pieces),
        category="hardware",
        id="sewing",
        need=float(len(pieces)),
        key="sewing",
        packs=float(len(pieces)),
        source="yours",
    )
    return replace(worked, shopping=(*worked.shopping, line), total=worked.total + line.price)


def sewn_pieces(plan: BuildPlan) -> tuple[ClothPiece, ...]:
    """Cloth that is sewn, not taped."""
    return tuple(p for p in plan.cloth if p.form == "cloth" and p.covering.joined == "sewn" and not p.whole)


def _sold(plan: BuildPlan, bar: BarType, prices: Prices) -> list[StockLength]:
    # lengths that are to be had, at their prices; all of them when nothing is
    asked = [
        (s, prices.ask(bar_key(bar.id, s.length), 1.0, typical=s.price), prices.sold_out(bar_key(bar.id, s.length)))
        for s in bar.lengths
    ]
    there = [row for row in asked if not row[2]] or asked
    longest = max((p.cut for p in plan.of(bar)), default=0.0)
    if longest > max(s.length for s, _, _ in there):
        there = asked
    return [StockLength(length=s.length, price=a.price) for s, a, _ in there]


def _bars(of: BarType, cuts: CutPlan, prices: Prices, units: UnitSystem) -> Iterator[ShoppingLine]:
    bought = [bar for bar in cuts.bars if not bar.own and bar.of == of.id]
    typical = {s.length: s.price for s in of.lengths}
    for length in sorted({bar.stock for bar in bought}, reverse=True):
        count = sum(1 for bar in bought if bar.stock == length)
        sold, each = of, typical[length]
        if of.ripped_from:
            # whole battens are bought, two come out of each
            sold, count = bar_types()[of.ripped_from], math.ceil(count / 2)
            each = next((s.price for s in sold.lengths if s.length == length), 2 * each)
        elif of.doubled_from:
            sold, count = bar_types()[of.doubled_from], 2 * count
            each = next((s.price for s in sold.lengths if s.length == length), each / 2)
        key = bar_key(sold.id, length)
        asked = prices.ask(key, float(count), typical=each)
        yield ShoppingLine(
            name=f"{sold.name}, {'to rip in half' if of.ripped_from else 'to glue in pairs'}"
            if sold is not of
            else sold.name,
            amount=f"{count} × {format_length(length, system=units)}",
            price=asked.price,
            category="bar",
            id=sold.id,
            need=float(count),
            length=length,
            key=key,
            packs=asked.packs,
            pack=asked.pack,
            source=asked.source,
            short=asked.short,
        )


def _hardware(plan: BuildPlan, prices: Prices, units: UnitSystem) -> Iterator[ShoppingLine]:
    fittings = stock()["fittings"]
    for fitting in plan.fittings:
        row = fittings[fitting.id]
        per_metre = row["name"].endswith("per metre")
        count = math.ceil(fitting.count * 2 - 1e-9) / 2 if per_metre else float(math.ceil(fitting.count - 1e-9))
        pack = float(row.get("pack", 1.0))
        asked = prices.ask(
            fitting.id, count, typical=row.get("pack_price", row["price"]), pack=pack, whole=pack > 1.0 or not per_metre
        )
        amount = format_length(count, system=units) if per_metre else f"{count:g}"
        if asked.pack > 1.0:
            size = format_length(asked.pack, system=units) if per_metre else f"{asked.pack:g}"
            sort = "roll" if per_metre else "pack"
            amount += f" ({asked.packs:g} {sort}{'s' if asked.packs != 1 else ''} of {size})"
        yield ShoppingLine(
            name=row["name"].removesuffix(", per metre"),
            amount=amount,
            price=asked.price,
            category="hardware",
            id=fitting.id,
            need=count,
            key=fitting.id,
            packs=asked.packs,
            pack=asked.pack,
            source=asked.source,
            short=asked.short,
        )


def _coverings(covers: Sequence[CoverPlan], prices: Prices, units: UnitSystem) -> Iterator[ShoppingLine]:
    for cover in covers:
        if cover.bought <= 0.0:
            continue
        row = cover.covering
        wide = format_length(row.width, system=units)
        asked = prices.ask(row.id, cover.bought, typical=row.price, whole=row.board_length is not None)
        if row.board_length is not None:
            boards = round(cover.bought)
            size = f"{format_length(row.board_length, system=units)} × {wide}"
            amount = f"{boards} board{'s' if boards > 1 else ''} {size}"
        else:
            amount = f"{format_length(cover.bought, system=units)} from a roll {wide} wide"
        yield ShoppingLine(
            name=row.name,
            amount=amount,
            price=asked.price,
            category="covering",
            id=row.id,
            need=cover.bought,
            key=row.id,
            packs=asked.packs,
            pack=asked.pack,
            source=asked.source,
            short=asked.short,
        )
