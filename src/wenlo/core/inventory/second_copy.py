"""A second one from what the first left over, and what of it serves another lamp."""

from collections import Counter
from dataclasses import dataclass, replace

from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.covers import OwnBoard
from wenlo.core.fabrication.cutplan import HeldBar
from wenlo.core.fabrication.parts import BuildPlan, Fitting
from wenlo.core.inventory.prices import TYPICAL, Prices
from wenlo.core.inventory.shopping import ShoppingLine, WorkedBuild, work_out
from wenlo.core.units.length import UnitSystem

LEAST_BAR, LEAST_BOARD = 0.1, 0.1
"""Shorter offcuts are not worth keeping. [m]"""


@dataclass(frozen=True, kw_only=True)
class SecondCopy:
    """What the second one still needs: its list and total, and the worth of what is left over from the first."""

    shopping: tuple[ShoppingLine, ...]
    total: float
    saved: float
    from_offcuts: int


def second_copy(first: WorkedBuild, *, units: UnitSystem = "metric", prices: Prices = TYPICAL) -> SecondCopy:
    """What another one like it costs, with the offcuts and the open packs of the first.

    Parameters
    ----------
    first: the build that is done.
    units, prices: as for the first.
    """
    bars: Counter[tuple[float, str]] = Counter(
        (round(bar.offcut, 4), bar.of) for bar in first.cuts.bars if bar.offcut >= LEAST_BAR
    )
    own = [HeldBar(length=length, count=count, of=of) for (length, of), count in bars.items()]
    boards = [
        OwnBoard(covering=cover.covering.id, width=free.width, length=free.height, count=1)
        for cover in first.covers
        if cover.covering.board_length is not None
        for sheet in (*cover.plan.sheets, *cover.own, *(n.sheet for n in cover.nested))
        for free in sheet.offcuts
        if min(free.width, free.height) >= LEAST_BOARD
    ]
    bought = {line.id: line for line in first.shopping if line.category == "hardware"}
    fittings = []
    for fitting in first.plan.fittings:
        line = bought.get(fitting.id)
        spare = line.packs * line.pack - line.need if line is not None else 0.0
        fittings.append(Fitting(id=fitting.id, count=max(fitting.count - spare, 0.0)))
    kept = tuple(f for f in fittings if f.count > 1e-9)
    plan = replace(first.plan, fittings=kept)
    again = work_out(plan, units=units, own=own, own_boards=boards, prices=prices)
    used = sum(len(b.pieces) for b in again.cuts.bars if b.own) + sum(len(s.laid) for c in again.covers for s in c.own)
    return SecondCopy(shopping=again.shopping, total=again.total, saved=first.total - again.total, from_offcuts=used)


@dataclass(frozen=True, kw_only=True)
class PartChange:
    """A part that is another one in another design: its name, what it is now and what it becomes, None for nothing."""

    name: str
    now: str | None
    then: str | None


def changed_parts(now: BuildPlan, then: BuildPlan) -> tuple[tuple[PartChange, ...], int]:
    """What has to be made anew when one design becomes another, and how many pieces and sheets stay.

    Parts are the same when they are of one material and as large to a tenth of a millimetre.
    """
    found: list[PartChange] = []
    stay = 0
    for mine, theirs in ((_bars(now), _bars(then)), (_sheets(now), _sheets(then)), (_fittings(now), _fittings(then))):
        for name in dict.fromkeys((*mine, *theirs)):
            left, right = sorted(mine.get(name, [])), sorted(theirs.get(name, []))
            same = list((Counter(left) & Counter(right)).elements())
            left, right = (sorted((Counter(side) - Counter(same)).elements()) for side in (left, right))
            if not name.startswith("fitting "):
                stay += len(same)
            if left or right:
                found.append(PartChange(name=name.removeprefix("fitting "), now=_told(left), then=_told(right)))
    return tuple(found), stay


def _told(sizes: list[str]) -> str | None:
    if not sizes:
        return None
    counted = {size: sizes.count(size) for size in sizes}
    return ", ".join(f"{count} × {size}" if count > 1 else size for size, count in counted.items())


def _bars(plan: BuildPlan) -> dict[str, list[str]]:
    found: dict[str, list[str]] = {}
    for piece in plan.pieces:
        found.setdefault(f"{piece.name} of {plan.bar_of(piece).name}", []).append(f"{piece.cut * 1000:.1f} mm")
    return found


def _sheets(plan: BuildPlan) -> dict[str, list[str]]:
    found: dict[str, list[str]] = {}
    for piece in plan.cloth:
        found.setdefault(piece.material, []).append(f"{piece.cut[0] * 1000:.1f} × {piece.cut[1] * 1000:.1f} mm")
    return found


def _fittings(plan: BuildPlan) -> dict[str, list[str]]:
    rows = stock()["fittings"]
    return {f"fitting {rows[f.id]['name']}": [f"{f.count:g}"] for f in plan.fittings}
