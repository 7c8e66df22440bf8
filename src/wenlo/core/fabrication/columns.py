"""Fewer boards, or the proof that no plan needs fewer: patterns made by a guillotine knapsack, chosen by a linear
programme.

Gilmore and Gomory (1965): a plan is so many boards of each pattern; the linear programme over all patterns bounds every
plan from below, and patterns that would help it are found by cutting one board for the most value, piece by piece at
their dual
prices. Cutting is worked out on a grid: with pieces rounded down and the board rounded up the bound holds for the real
    sizes (Farley 1990 gives it before the last pattern is found); patterns are laid out again with real sizes before
    they are used.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numba
import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.sheetplan import (
    PRECISION,
    SEED,
    CutSheet,
    Rect,
    SheetPlan,
    matched_on_one,
    plan_boards,
    plan_one,
)

GRIDS = (0.005, 0.0025)
"""Grids that are tried in turn, each a quarter of the work of the next. [m]"""

MOST_PATTERNS = 60
MOST_CELLS = 1_000_000
"""Larger grids are left out: they would take too long."""

LAID_TRIES = 40

PatternCounts = tuple[int, ...]
IsWanted = Callable[[int], bool]


@dataclass(frozen=True, kw_only=True, eq=False)
class _Job:
    # sorts of pieces, how many of each, and who they are
    sorts: tuple[Rect, ...]
    demand: NDArray[np.int64]
    labels: tuple[tuple[str, ...], ...]
    width: float
    length: float
    kerf: float


@numba.njit(cache=True)
def _most_worth(
    across: int, along: int, wide: NDArray[np.int64], tall: NDArray[np.int64], worth: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
    # The most value of every smaller board, and its first cut: a piece (k + 1), a strip off (-1, -2), or a cut at a
    # (-10 - 2a, -11 - 2a).
    value = np.zeros((across + 1, along + 1))
    cut = np.zeros((across + 1, along + 1), dtype=np.int64)
    for k in range(len(wide)):
        if wide[k] <= across and tall[k] <= along and worth[k] > value[wide[k], tall[k]]:
            value[wide[k], tall[k]] = worth[k]
            cut[wide[k], tall[k]] = k + 1
    for x in range(1, across + 1):
        for y in range(1, along + 1):
            best, first = value[x, y], cut[x, y]
            if value[x - 1, y] > best:
                best, first = value[x - 1, y], -1
            if value[x, y - 1] > best:
                best, first = value[x, y - 1], -2
            for a in range(1, x // 2 + 1):
                both = value[a, y] + value[x - a, y]
                if both > best + 1e-12:
                    best, first = both, -10 - 2 * a
            for a in range(1, y // 2 + 1):
                both = value[x, a] + value[x, y - a]
                if both > best + 1e-12:
                    best, first = both, -11 - 2 * a
            value[x, y] = best
            cut[x, y] = first
    return value, cut


def _counted(cut: NDArray[np.int64], sorts: int) -> NDArray[np.int64]:
    # how many of each lying piece the best cutting of the whole board gives
    found = np.zeros(sorts, dtype=np.int64)
    left = [(cut.shape[0] - 1, cut.shape[1] - 1)]
    while left:
        x, y = left.pop()
        c = int(cut[x, y])
        if c > 0:
            found[c - 1] += 1
        elif c == -1:
            left.append((x - 1, y))
        elif c == -2:
            left.append((x, y - 1))
        elif c <= -10:
            a = (-c - 10) // 2
            left += [(a, y), (x - a, y)] if (-c) % 2 == 0 else [(x, a), (x, y - a)]
    return found


def _sorted(pieces: Sequence[Rect], width: float, length: float, kerf: float) -> _Job:
    found: dict[tuple[float, float, bool], list[Rect]] = {}
    for p in pieces:
        sides = (p.width, p.height) if not p.turns else (min(p.width, p.height), max(p.width, p.height))
        found.setdefault((round(sides[0], 6), round(sides[1], 6), p.turns), []).append(p)
    sorts = tuple(Rect(label="", width=w, height=h, turns=turns) for w, h, turns in found)
    return _Job(
        sorts=sorts,
        demand=np.array([len(group) for group in found.values()], dtype=np.int64),
        labels=tuple(tuple(p.label for p in group) for group in found.values()),
        width=width,
        length=length,
        kerf=kerf,
    )


def _on_grid(job: _Job, grid: float) -> tuple[int, int, NDArray[np.int64], NDArray[np.int64], NDArray[np.int64]]:
    # pieces rounded down, the board rounded up, a kerf on two sides of each; both ways that a piece may lie
    across, along = (math.ceil((side + job.kerf) / grid - 1e-9) for side in (job.width, job.length))
    wide, tall, owner = [], [], []
    for k, sort in enumerate(job.sorts):
        ways = {(sort.width, sort.height), (sort.height, sort.width)} if sort.turns else {(sort.width, sort.height)}
        for w, h in sorted(ways):
            if w <= job.width + PRECISION and h <= job.length + PRECISION:
                wide.append(max(1, math.floor((w + job.kerf) / grid + 1e-9)))
                tall.append(max(1, math.floor((h + job.kerf) / grid + 1e-9)))
                owner.append(k)
    return across, along, np.array(wide), np.array(tall), np.array(owner)


def _patterns(job: _Job, grid: float, enough: float, go_on: IsWanted | None) -> tuple[float, list[PatternCounts]]:
    # the linear bound, and the patterns that were met on the way to it
    from scipy.optimize import linprog

    across, along, wide, tall, owner = _on_grid(job, grid)
    many = len(job.sorts)
    columns = [tuple(int(i == k) for i in range(many)) for k in range(many)]
    bound = 0.0
    for number in range(MOST_PATTERNS):
        if go_on is not None and not go_on(number):
            break
        a = np.array(columns, dtype=float).T
        solved = linprog(np.ones(len(columns)), A_ub=-a, b_ub=-job.demand.astype(float), method="highs")
        prices = -solved.ineqlin.marginals
        value, cut = _most_worth(across, along, wide, tall, prices[owner])
        most = float(value[across, along])
        if most > 0.0:
            bound = max(bound, float(solved.fun or 0.0) / max(most, 1.0))
        if most <= 1.0 + 1e-7 or bound > enough - 1.0 + 1e-6:
            break
        laid = _counted(cut, len(wide))
        columns.append(tuple(int(laid[owner == k].sum()) for k in range(many)))
    return bound, columns


def _laid_out(job: _Job, counts: PatternCounts, random: np.random.Generator) -> tuple[CutSheet, PatternCounts]:
    # a pattern with real sizes: all of it, or what of it goes on the board
    pieces = [
        Rect(label=f"{k}.{i}", width=sort.width, height=sort.height, turns=sort.turns)
        for k, (sort, count) in enumerate(zip(job.sorts, counts, strict=True))
        for i in range(count)
    ]
    sheet = plan_one(pieces, width=job.width, length=job.length, kerf=job.kerf)
    for _ in range(LAID_TRIES):
        if len(sheet.laid) == len(pieces):
            break
        sheet = max(sheet, matched_on_one(pieces, job.width, job.length, job.kerf, random), key=lambda s: s.used)
    held = [0] * len(job.sorts)
    for piece in sheet.laid:
        held[int(piece.label.split(".")[0])] += 1
    return sheet, tuple(held)


def _chosen(job: _Job, patterns: Sequence[PatternCounts], best: int) -> list[CutSheet] | None:
    # fewer boards than the best so far, out of patterns that really go on a board
    from scipy.optimize import Bounds, LinearConstraint, milp

    random = np.random.default_rng(SEED)
    held: dict[PatternCounts, CutSheet] = {}
    for counts in dict.fromkeys(tuple(min(c, int(d)) for c, d in zip(p, job.demand, strict=True)) for p in patterns):
        sheet, real = _laid_out(job, counts, random)
        held.setdefault(real, sheet)
    columns = list(held)
    solved = milp(
        np.ones(len(columns)),
        integrality=np.ones(len(columns), dtype=np.int64),
        bounds=Bounds(0, np.inf),
        constraints=LinearConstraint(np.array(columns).T, lb=job.demand),
    )
    if solved.x is None or round(solved.fun) >= best:
        return None
    left = [list(labels) for labels in job.labels]
    sheets = []
    for column, count in zip(columns, np.round(solved.x).astype(int), strict=True):
        for _ in range(count):
            # a pattern may hold more than is still needed
            need = tuple(min(c, len(queue)) for c, queue in zip(column, left, strict=True))
            sheet = held[column] if need == column else _laid_out(job, need, random)[0]
            if len(sheet.laid) != sum(need):
                return None
            sheets.append(_named(sheet, left))
    return sheets


def _named(sheet: CutSheet, left: list[list[str]]) -> CutSheet:
    laid = tuple(replace(p, label=left[int(p.label.split(".")[0])].pop(0)) for p in sheet.laid)
    return replace(sheet, laid=laid)


def plan_boards_proved(
    pieces: Sequence[Rect], *, width: float, length: float, kerf: float, tries: int = 60, go_on: IsWanted | None = None
) -> SheetPlan:
    """As :func:`plan_boards`, then patterns and the linear bound until the plan is proved best, or nothing more is
    found.

    Source: [Farley1990].

    Parameters
    ----------
    pieces, width, length, kerf, tries, go_on: as for :func:`plan_boards`.

    Raises
    ------
    Impossible
        If a piece is larger than a board.
    """
    plan = plan_boards(pieces, width=width, length=length, kerf=kerf, tries=tries, go_on=go_on)
    job = _sorted(pieces, width, length, kerf)
    patterns: list[PatternCounts] = []
    bound = plan.bound
    for grid in GRIDS:
        if plan.bought <= bound or width * length / grid**2 > MOST_CELLS:
            break
        linear, found = _patterns(job, grid, plan.bought, go_on)
        bound = max(bound, float(math.ceil(linear - 1e-6)))
        patterns += found
    if plan.bought > bound and patterns:
        sheets = _chosen(job, patterns, round(plan.bought))
        if sheets is not None:
            return SheetPlan(sheets=tuple(sheets), bought=float(len(sheets)), bound=bound)
    return SheetPlan(sheets=plan.sheets, bought=plan.bought, bound=bound)


def compile_kernels() -> None:
    """Load the compiled knapsack, or compile it, by cutting a board of two by two."""
    one = np.ones(1, dtype=np.int64)
    _most_worth(2, 2, one, one, np.ones(1))
