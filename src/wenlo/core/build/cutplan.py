"""Cutting bars from stock with the least waste, exactly, as an integer programme (HiGHS).

Every way to cut one bar is a *pattern*; the programme chooses how many bars of each pattern to cut
so that every piece is made and the length bought is least (then the number of bars, then price).
"""

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, linprog, milp

from wenlo.core.build.parts import Piece, StockLength
from wenlo.core.errors import FieldError, Impossible

PRECISION = 1e-5
"""Lengths are compared to a hundredth of a millimetre. [m]"""


@dataclass(frozen=True, kw_only=True)
class CutBar:
    """One bar of stock and the pieces cut from it, in order, longest first.

    ``kerf`` is what all cuts turn to dust, ``offcut`` what is left over; pieces + kerf + offcut = stock. [m]
    """

    stock: float
    price: float
    pieces: tuple[Piece, ...]
    kerf: float
    offcut: float


@dataclass(frozen=True, kw_only=True)
class CutPlan:
    """A whole plan. ``lower_bound`` is the length that no plan can beat. [m]"""

    bars: tuple[CutBar, ...]
    bought: float
    used: float
    kerf: float
    offcuts: float
    price: float
    lower_bound: float


def waste_of(stock: float, lengths: Sequence[float], kerf: float) -> tuple[float, float]:
    """Dust and offcut of one bar. [m]

    A last cut is needed unless the pieces end at the bar's end; when less than a saw's width would be
    left, the saw turns it to dust.
    """
    rest = stock - sum(lengths) - kerf * max(len(lengths) - 1, 0)
    if not lengths:
        return 0.0, stock
    last = min(kerf, max(rest, 0.0))
    return stock - sum(lengths) - (rest - last), rest - last


def _patterns(lengths: Sequence[float], demand: Sequence[int], stock: float, kerf: float) -> list[tuple[int, ...]]:
    # All maximal patterns: counts of each length that fit, to which no further piece can be added.
    room = stock + kerf + PRECISION
    found: list[tuple[int, ...]] = []
    need = [length + kerf for length in lengths]

    def extend(index: int, counts: list[int], left: float) -> None:
        if index == len(lengths):
            if any(counts) and all(c >= d or n > left for c, d, n in zip(counts, demand, need, strict=True)):
                found.append(tuple(counts))
            return
        most = min(demand[index], math.floor(left / need[index]))
        for count in range(most, -1, -1):
            extend(index + 1, [*counts, count], left - count * need[index])

    extend(0, [], room)
    return found


def plan_cuts(pieces: Sequence[Piece], stock: Sequence[StockLength], *, kerf: float) -> CutPlan:
    """Plan the cuts of all pieces with the least length bought.

    Parameters
    ----------
    pieces: what to cut.
    stock: lengths to buy, with prices.
    kerf: width of the saw's cut. [m]

    Raises
    ------
    Impossible
        When a piece is longer than every stock length.
    """
    if not pieces:
        return CutPlan(bars=(), bought=0.0, used=0.0, kerf=0.0, offcuts=0.0, price=0.0, lower_bound=0.0)
    longest = max(s.length for s in stock)
    for piece in pieces:
        if piece.cut > longest + PRECISION:
            message = (
                f"Piece {piece.label} ({piece.name}) is {piece.cut:.3f} m, longer than the longest bar of "
                f"{longest:g} m; set a shorter carrying length so that it is joined from parts."
            )
            raise Impossible(message, fields=[FieldError(path="brief.carrying_length", message=message)])
    groups: dict[float, list[Piece]] = {}
    for piece in sorted(pieces, key=lambda p: (-p.cut, p.label)):
        groups.setdefault(round(piece.cut / PRECISION) * PRECISION, []).append(piece)
    lengths, demand = list(groups), [len(g) for g in groups.values()]
    columns = [(s, pattern) for s in stock for pattern in _patterns(lengths, demand, s.length, kerf)]
    chosen = _choose(columns, demand)
    queues = {length: list(group) for length, group in groups.items()}
    bars = []
    for (source, pattern), count in zip(columns, chosen, strict=True):
        for _ in range(count):
            taken = [queues[length].pop(0) for length, n in zip(lengths, pattern, strict=True)
                     for _ in range(min(n, len(queues[length])))]  # fmt: skip
            if taken:
                bars.append(_bar(source, taken, kerf))
    bars = [_smallest_that_fits(bar, stock, kerf) for bar in bars]
    bars.sort(key=lambda b: (-b.stock, b.offcut))
    total = sum(p.cut for p in pieces)
    bound = max(total, _relaxed(columns, demand))
    return CutPlan(
        bars=tuple(bars), bought=sum(b.stock for b in bars), used=total, kerf=sum(b.kerf for b in bars),
        offcuts=sum(b.offcut for b in bars), price=sum(b.price for b in bars), lower_bound=bound,
    )  # fmt: skip


def _choose(columns: Sequence[tuple[StockLength, tuple[int, ...]]], demand: Sequence[int]) -> list[int]:
    matrix = np.array([pattern for _, pattern in columns], dtype=float).T
    # Length decides; a tiny weight on bars and price breaks ties the way a person would.
    cost = np.array([s.length + 1e-4 + 1e-6 * s.price for s, _ in columns])
    result = milp(
        cost,
        constraints=LinearConstraint(matrix, lb=np.array(demand, dtype=float)),
        integrality=np.ones(len(columns), dtype=np.int64),
        bounds=Bounds(0, sum(demand)),
    )
    if result.x is None:
        raise Impossible("No cut plan was found for these pieces; check the stock lengths.")
    return [round(x) for x in result.x]


def _relaxed(columns: Sequence[tuple[StockLength, tuple[int, ...]]], demand: Sequence[int]) -> float:
    # Length bought if bars could be cut in fractions of a pattern: no real plan can buy less
    # (Gilmore and Gomory, 1961).
    matrix = np.array([pattern for _, pattern in columns], dtype=float).T
    result = linprog([s.length for s, _ in columns], A_ub=-matrix, b_ub=-np.array(demand, dtype=float))
    return 0.0 if result.fun is None else float(result.fun) - PRECISION


def _bar(source: StockLength, pieces: Sequence[Piece], kerf: float) -> CutBar:
    dust, offcut = waste_of(source.length, [p.cut for p in pieces], kerf)
    return CutBar(stock=source.length, price=source.price, pieces=tuple(pieces), kerf=dust, offcut=offcut)


def _smallest_that_fits(bar: CutBar, stock: Sequence[StockLength], kerf: float) -> CutBar:
    need = sum(p.cut for p in bar.pieces) + kerf * (len(bar.pieces) - 1)
    fits = [s for s in stock if s.length + PRECISION >= need]
    best = min(fits, key=lambda s: (s.length, s.price))
    return bar if best.length >= bar.stock else _bar(best, bar.pieces, kerf)


def cut_counts(plan: CutPlan) -> Counter[str]:
    """How often each piece label is cut; every one must be 1."""
    return Counter(piece.label for bar in plan.bars for piece in bar.pieces)
