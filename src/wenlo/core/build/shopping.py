"""What to buy: bars, fittings, sheet; with typical prices, total and weight."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wenlo.core.build.covers import CoverPlan, plan_covers
from wenlo.core.build.cutplan import CutPlan, OwnBar, plan_cuts
from wenlo.core.build.parts import BuildPlan
from wenlo.core.data import stock
from wenlo.core.quantities.length import UnitSystem, format_length


@dataclass(frozen=True, kw_only=True)
class ShoppingLine:
    """One line of the list; ``price`` is for the whole line [EUR].

    ``category`` and ``id`` tell what it is on the Shelf; ``need`` how much of it: pieces, or metres of what is sold
    by the metre; a bar counts by its ``length``. [m]
    """

    name: str
    amount: str
    price: float
    category: Literal["bar", "hardware", "covering", "lamp", "support"]
    id: str
    need: float
    length: float | None = None


@dataclass(frozen=True, kw_only=True)
class WorkedBuild:
    """A build with its cut plan, the plans of its sheets, shopping list, total [EUR], mass of the modifier [kg] and hands-on minutes."""

    plan: BuildPlan
    cuts: CutPlan
    covers: tuple[CoverPlan, ...]
    shopping: tuple[ShoppingLine, ...]
    total: float
    mass: float
    minutes: float


def work_out(
    plan: BuildPlan, *, units: UnitSystem = "metric", tries: int = 0, own: Sequence[OwnBar] = ()
) -> WorkedBuild:
    """Cut plan, shopping list, weight and cost of a build.

    Parameters
    ----------
    plan: what the kind gave.
    units: how lengths are shown in the list.
    own: bars and offcuts of the plan's stock that are there already.
    tries: how much is tried beyond the usual to lay pieces on boards.
    """
    cuts = plan_cuts(plan.pieces, plan.stock.lengths, kerf=plan.kerf, own=own)
    lines = []
    bought = [bar for bar in cuts.bars if not bar.own]
    for length in sorted({bar.stock for bar in bought}, reverse=True):
        bars = [bar for bar in bought if bar.stock == length]
        lines.append(
            ShoppingLine(
                name=plan.stock.name,
                amount=f"{len(bars)} × {format_length(length, system=units)}",
                price=sum(bar.price for bar in bars),
                category="bar",
                id=plan.stock.id,
                need=float(len(bars)),
                length=length,
            )
        )
    fittings = stock()["fittings"]
    for fitting in plan.fittings:
        row = fittings[fitting.id]
        per_metre = row["name"].endswith("per metre")
        amount = format_length(math.ceil(fitting.count * 2) / 2, system=units) if per_metre else f"{fitting.count:g}"
        count = math.ceil(fitting.count * 2) / 2 if per_metre else math.ceil(fitting.count)
        name = row["name"].removesuffix(", per metre")
        lines.append(
            ShoppingLine(
                name=name, amount=amount, price=count * row["price"], category="hardware", id=fitting.id, need=count
            )
        )
    covers = plan_covers(plan.cloth, tries=tries)
    for cover in covers:
        row = cover.covering
        if row.board_length is not None:
            boards = round(cover.bought)
            size = f"{format_length(row.board_length, system=units)} × {format_length(row.width, system=units)}"
            amount = f"{boards} board{'s' if boards > 1 else ''} {size}"
        else:
            amount = (
                f"{format_length(cover.bought, system=units)} from a roll {format_length(row.width, system=units)} wide"
            )
        lines.append(
            ShoppingLine(
                name=row.name, amount=amount, price=cover.price, category="covering", id=row.id, need=cover.bought
            )
        )
    carried = [f for f in plan.fittings if f.id != "ballast_bag"]
    mass = (
        plan.stock.mass_per_metre * cuts.used
        + sum(piece.mass for piece in plan.cloth)
        + sum(fittings[f.id]["mass"] * f.count for f in carried)
    )
    return WorkedBuild(
        plan=plan, cuts=cuts, covers=covers, shopping=tuple(lines), total=sum(line.price for line in lines), mass=mass,
        minutes=sum(step.minutes for step in plan.steps),
    )  # fmt: skip
