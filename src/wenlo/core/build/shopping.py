"""What to buy: bars, fittings, sheet; with typical prices, total and weight."""

import math
from dataclasses import dataclass

from wenlo.core.build.cutplan import CutPlan, plan_cuts
from wenlo.core.build.parts import BuildPlan
from wenlo.core.data import sheet_materials, stock
from wenlo.core.quantities.length import UnitSystem, format_length


@dataclass(frozen=True, kw_only=True)
class ShoppingLine:
    """One line of the list; ``price`` is for the whole line. [EUR]"""

    name: str
    amount: str
    price: float


@dataclass(frozen=True, kw_only=True)
class WorkedBuild:
    """A build with its cut plan, shopping list, total [EUR], mass of the modifier [kg] and hands-on minutes."""

    plan: BuildPlan
    cuts: CutPlan
    shopping: tuple[ShoppingLine, ...]
    total: float
    mass: float
    minutes: float


def work_out(plan: BuildPlan, *, sheet_id: str, units: UnitSystem = "metric") -> WorkedBuild:
    """Cut plan, shopping list, weight and cost of a build.

    Parameters
    ----------
    plan: what the kind gave.
    sheet_id: id of the sheet material, for its price.
    units: how lengths are shown in the list.
    """
    cuts = plan_cuts(plan.pieces, plan.stock.lengths, kerf=plan.kerf)
    lines = []
    for length in sorted({bar.stock for bar in cuts.bars}, reverse=True):
        bars = [bar for bar in cuts.bars if bar.stock == length]
        lines.append(
            ShoppingLine(
                name=plan.stock.name,
                amount=f"{len(bars)} × {format_length(length, system=units)}",
                price=sum(bar.price for bar in bars),
            )
        )
    fittings = stock()["fittings"]
    for fitting in plan.fittings:
        row = fittings[fitting.id]
        per_metre = row["name"].endswith("per metre")
        amount = format_length(math.ceil(fitting.count * 2) / 2, system=units) if per_metre else f"{fitting.count:g}"
        count = math.ceil(fitting.count * 2) / 2 if per_metre else math.ceil(fitting.count)
        name = row["name"].removesuffix(", per metre")
        lines.append(ShoppingLine(name=name, amount=amount, price=count * row["price"]))
    sheet = sheet_materials()[sheet_id]
    if plan.cloth:
        bought = sum(piece.buy_length for piece in plan.cloth)
        if sheet.form == "board":
            size = f"{format_length(sheet.board_length or 0, system=units)} × {format_length(sheet.roll_width, system=units)}"
            amount = f"{len(plan.cloth)} board{'s' if len(plan.cloth) > 1 else ''} {size}"
        else:
            amount = f"{format_length(bought, system=units)} from a roll {format_length(sheet.roll_width, system=units)} wide"
        lines.append(ShoppingLine(name=sheet.name, amount=amount, price=bought * sheet.price))
    carried = [f for f in plan.fittings if f.id != "ballast_bag"]
    mass = (
        plan.stock.mass_per_metre * cuts.used + plan.sheet_mass + sum(fittings[f.id]["mass"] * f.count for f in carried)
    )
    return WorkedBuild(
        plan=plan, cuts=cuts, shopping=tuple(lines), total=sum(line.price for line in lines), mass=mass,
        minutes=sum(step.minutes for step in plan.steps),
    )  # fmt: skip
