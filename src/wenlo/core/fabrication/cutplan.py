"""Cutting bars from stock with the least waste, exactly, as an integer programme (HiGHS).

Every way to cut one bar is a *pattern*; the programme chooses how many bars of each pattern to cut
so that every piece is made and the length bought is least (then the number of bars, then price).
"""

import math
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from wenlo.core.catalog.bars import StockLength
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.parts import Piece

PRECISION = 1e-5
"""Lengths are compared to a hundredth of a millimetre. [m]"""


@dataclass(frozen=True, kw_only=True)
class CutBar:
    """One bar of stock and the pieces cut from it, in order, longest first.

    An ``own`` bar is there already and costs nothing. ``kerf`` is what all cuts turn to dust, ``offcut`` what is left
    over; pieces + kerf + offcut = stock. [m] ``of`` and ``name`` tell what bar it is where there are several sorts.
    """

    stock: float
    price: float
    pieces: tuple[Piece, ...]
    kerf: float
    offcut: float
    own: bool = False
    of: str = ""
    name: str = ""


@dataclass(frozen=True, kw_only=True)
class CutPlan:
    """A whole plan: length ``bought`` and taken from one's ``own`` bars. ``lower_bound`` is the length to buy that no
    plan can beat. Pieces, kerf and offcuts make up what is bought and own. [m]
    """

    bars: tuple[CutBar, ...]
    bought: float
    own: float
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


@dataclass(frozen=True, kw_only=True)
class HeldBar:
    """Bars, or offcuts, that are there already: their length [m], how many, and of which bar (empty for any)."""

    length: float
    count: int
    of: str = ""


MOST_OWN = 8
"""Of so many lengths of one's own the longest are looked at: every one makes the programme larger."""

MOST_NODES = 500
"""So far is looked for the last of what is cheaper among plans of one length."""

OWN_WEIGHT = 1e-3
"""A metre of one's own weighs so much against one bought, so that short offcuts go first."""


def plan_cuts(
    pieces: Sequence[Piece], stock: Sequence[StockLength], *, kerf: float, own: Sequence[HeldBar] = ()
) -> CutPlan:
    """Plan the cuts of all pieces with the least length bought.

    Parameters
    ----------
    pieces: what to cut.
    stock: lengths to buy, with prices.
    kerf: width of the saw's cut. [m]
    own: bars and offcuts that are there already; they are used first.

    Raises
    ------
    Impossible
        When a piece is longer than every stock length.
    """
    if not pieces:
        return CutPlan(bars=(), bought=0.0, own=0.0, used=0.0, kerf=0.0, offcuts=0.0, price=0.0, lower_bound=0.0)
    longest = max([*(s.length for s in stock), *(bar.length for bar in own)])
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
    sources: list[tuple[StockLength, int | None]] = [(s, None) for s in stock]
    for bar in sorted(own, key=lambda o: -o.length)[:MOST_OWN]:
        sources.append((StockLength(length=bar.length, price=0.0), bar.count))
    columns = [
        (k, pattern) for k, (s, _) in enumerate(sources) for pattern in _patterns(lengths, demand, s.length, kerf)
    ]
    least = _whole(_relaxed(columns, sources, demand), stock)
    chosen = _choose(columns, sources, demand, least)
    queues = {length: list(group) for length, group in groups.items()}
    bars = []
    for (index, pattern), count in zip(columns, chosen, strict=True):
        source, limit = sources[index]
        for _ in range(count):
            taken = [
                queues[length].pop(0)
                for length, n in zip(lengths, pattern, strict=True)
                for _ in range(min(n, len(queues[length])))
            ]
            if taken:
                bars.append(replace(_bar(source, taken, kerf), own=limit is not None))
    bars = [bar if bar.own else _smallest_that_fits(bar, stock, kerf) for bar in bars]
    bars.sort(key=lambda b: (not b.own, -b.stock, b.offcut))
    total = sum(p.cut for p in pieces)
    bound = max(0.0 if own else total, least)
    return CutPlan(
        bars=tuple(bars),
        bought=sum(b.stock for b in bars if not b.own),
        own=sum(b.stock for b in bars if b.own),
        used=total,
        kerf=sum(b.kerf for b in bars),
        offcuts=sum(b.offcut for b in bars),
        price=sum(b.price for b in bars),
        lower_bound=bound,
    )


def plans_together(plans: Mapping[tuple[str, str], CutPlan]) -> CutPlan:
    """One plan of several, each of bars of its own: by their id and name.

    Source: [Geometry].

    Parameters
    ----------
    plans: each for one sort of bar.

    Returns
    -------
    CutPlan: all their bars; lengths are added. [m]
    """
    rows = list(plans.values())
    several = sum(bool(plan.bars) for plan in rows) > 1
    return CutPlan(
        bars=tuple(
            replace(bar, of=id, name=name if several else "") for (id, name), plan in plans.items() for bar in plan.bars
        ),
        bought=sum(plan.bought for plan in rows),
        own=sum(plan.own for plan in rows),
        used=sum(plan.used for plan in rows),
        kerf=sum(plan.kerf for plan in rows),
        offcuts=sum(plan.offcuts for plan in rows),
        price=sum(plan.price for plan in rows),
        lower_bound=sum(plan.lower_bound for plan in rows),
    )


Sources = Sequence[tuple[StockLength, int | None]]
Columns = Sequence[tuple[int, tuple[int, ...]]]


def _limits(columns: Columns, sources: Sources) -> tuple[np.ndarray, np.ndarray]:
    # which columns are cut from each limited source, and how many bars of it there are
    limited = [k for k, (_, count) in enumerate(sources) if count is not None]
    rows = np.array([[float(index == k) for index, _ in columns] for k in limited]).reshape(len(limited), len(columns))
    return rows, np.array([float(sources[k][1] or 0) for k in limited])


def _whole(bought: float, stock: Sequence[StockLength]) -> float:
    # bars come whole: what is bought is a multiple of what goes into all lengths that are sold
    step = math.gcd(*(round(s.length / PRECISION) for s in stock)) * PRECISION
    # rounded, so that what is bought is never less by the last binary digit
    return round(math.ceil(bought / step - 1e-6) * step, 9)


def _choose(columns: Columns, sources: Sources, demand: Sequence[int], least: float) -> list[int]:
    # imported where it is needed: it takes half a second, which other commands need not wait for
    from scipy.optimize import Bounds, LinearConstraint, milp

    matrix = np.array([pattern for _, pattern in columns], dtype=float).T
    # Length decides; a tiny weight on bars and price breaks ties the way a person would.
    cost = np.array(
        [
            s.length + 1e-4 + 1e-6 * s.price if count is None else OWN_WEIGHT * s.length
            for s, count in (sources[k] for k, _ in columns)
        ]
    )
    rows, counts = _limits(columns, sources)
    bought = np.array([s.length if count is None else 0.0 for s, count in (sources[k] for k, _ in columns)])
    constraints = [
        LinearConstraint(matrix, lb=np.array(demand, dtype=float)),
        # so that a plan of that length is known to be the best
        LinearConstraint(bought[None], lb=least - PRECISION),
    ]
    if len(counts):
        constraints.append(LinearConstraint(rows, ub=counts))
    result = milp(
        cost,
        constraints=constraints,
        integrality=np.ones(len(columns), dtype=np.int64),
        bounds=Bounds(0, sum(demand)),
        options={"node_limit": MOST_NODES},
    )
    if result.x is None:
        raise Impossible("No cut plan was found for these pieces; check the stock lengths.")
    return [round(x) for x in result.x]


def _relaxed(columns: Columns, sources: Sources, demand: Sequence[int]) -> float:
    # Length bought if bars could be cut in fractions of a pattern: no real plan can buy less
    # (Gilmore and Gomory, 1961).
    from scipy.optimize import linprog

    matrix = np.array([pattern for _, pattern in columns], dtype=float).T
    rows, counts = _limits(columns, sources)
    result = linprog(
        [sources[k][0].length if sources[k][1] is None else 0.0 for k, _ in columns],
        A_ub=np.concatenate([-matrix, rows]),
        b_ub=np.concatenate([-np.array(demand, dtype=float), counts]),
    )
    return 0.0 if result.fun is None else max(float(result.fun) - PRECISION, 0.0)


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
