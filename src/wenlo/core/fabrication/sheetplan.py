"""Cutting oblong pieces from boards and rolls with cuts that go right through, as a knife and a saw make them.

Boards: every cut divides what lies on the table in two (guillotine). Rolls: lengths are cut off right across, then
    divided. Many orders and rules of placing are tried, the best is kept; more ``tries`` only make it better.
"""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.errors import Impossible

BoardSides = NDArray[np.float64]

PRECISION = 1e-6
WHOLE_TRIES = 40
"""So many of the tries lay everything anew; the rest take a few boards apart."""

SEED = 11


@dataclass(frozen=True, kw_only=True)
class Rect:
    """A piece: its label and sides [m]; one with a grain or a good side does not turn."""

    label: str
    width: float
    height: float
    turns: bool = True

    @property
    def area(self) -> float:
        """Area. [m²]"""
        return self.width * self.height


@dataclass(frozen=True, kw_only=True)
class Free:
    """An oblong that is left of a board: its corner and sides. [m]"""

    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, kw_only=True)
class Laid:
    """A piece in its place on a board: corner and sides as it lies. [m]"""

    label: str
    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, kw_only=True)
class CutSheet:
    """A board, or a length off a roll, with its pieces and what is left of it, largest first; the sides. [m]

    Pieces, dust and offcuts make up its area.
    """

    width: float
    length: float
    laid: tuple[Laid, ...]
    offcuts: tuple[Free, ...]

    @property
    def used(self) -> float:
        """Area of the pieces. [m²]"""
        return sum(p.width * p.height for p in self.laid)

    @property
    def dust(self) -> float:
        """Area that the saw turns to dust. [m²]"""
        return self.width * self.length - self.used - sum(f.width * f.height for f in self.offcuts)


@dataclass(frozen=True, kw_only=True)
class SheetPlan:
    """Boards, or one length of a roll; ``bought`` is how many boards or how much length [m], ``bound`` what no plan can
    beat.
    """

    sheets: tuple[CutSheet, ...]
    bought: float
    bound: float


@dataclass(kw_only=True)
class _Open:
    # a board that is being filled
    free: list[Free]
    laid: list[Laid] = field(default_factory=list)


Split = Callable[[float, float], bool]

SPLITS: tuple[Split, ...] = (
    lambda right, over: right < over,
    lambda right, over: right >= over,
    lambda right, over: True,
    lambda right, over: False,
)
"""Whether the first cut goes right across (along the width) for what is left to the right and over the piece."""

ORDERS: tuple[Callable[[Rect], tuple[float, ...]], ...] = (
    lambda r: (-r.area, -max(r.width, r.height)),
    lambda r: (-max(r.width, r.height), -min(r.width, r.height)),
    lambda r: (-min(r.width, r.height), -max(r.width, r.height)),
    lambda r: (-r.height, -r.width),
    lambda r: (-r.width, -r.height),
    lambda r: (-(r.width + r.height), -r.area),
)
"""In which order pieces are laid."""

FitScore = Callable[[Free, float, float], float]

FITS: tuple[FitScore, ...] = (
    lambda f, w, h: min(f.width - w, f.height - h),
    lambda f, w, h: f.width * f.height - w * h,
    lambda f, w, h: max(f.width - w, f.height - h),
)
"""How well a piece fits what is free; the least is taken."""


def _ways(piece: Rect) -> Iterator[tuple[float, float]]:
    yield piece.width, piece.height
    if piece.turns and abs(piece.width - piece.height) > PRECISION:
        yield piece.height, piece.width


def _lay(board: _Open, piece: Rect, kerf: float, fit: FitScore, split: Split) -> bool:
    best: tuple[float, int, float, float] | None = None
    for k, free in enumerate(board.free):
        for w, h in _ways(piece):
            if w <= free.width + PRECISION and h <= free.height + PRECISION:
                score = fit(free, w, h)
                if best is None or score < best[0] - 1e-12:
                    best = score, k, w, h
    if best is None:
        return False
    _, k, w, h = best
    free = board.free[k]
    right, over = max(free.width - w - kerf, 0.0), max(free.height - h - kerf, 0.0)
    _put(board, piece, (k, w, h), kerf, across=split(right, over))
    return True


def _filled(
    pieces: Sequence[Rect], width: float, length: float, kerf: float, fit: FitScore, split: Split
) -> list[_Open]:
    boards: list[_Open] = []
    for piece in pieces:
        if any(_lay(board, piece, kerf, fit, split) for board in boards):
            continue
        board = _Open(free=[Free(x=0.0, y=0.0, width=width, height=length)])
        _lay(board, piece, kerf, fit, split)
        boards.append(board)
    return boards


def _matched(
    pieces: Sequence[Rect], width: float, length: float, kerf: float, random: np.random.Generator
) -> list[_Open]:
    # board by board: the piece that fills a side of what is free to the last millimetre goes first, then the largest
    left, boards = list(pieces), []
    while left:
        board = _Open(free=[Free(x=0.0, y=0.0, width=width, height=length)])
        lean = float(random.uniform(0.05, 1.0))
        first = True
        while left and board.free:
            best: tuple[float, Rect, int, float, float] | None = None
            for piece in left:
                size = piece.area / (width * length)
                for k, free in enumerate(board.free):
                    for w, h in _ways(piece):
                        right, over = free.width - w, free.height - h
                        if right < -PRECISION or over < -PRECISION:
                            continue
                        gap = 0.0 if first else min(_waste(right, kerf), _waste(over, kerf))
                        score = gap - lean * size + (float(random.uniform(0.0, 0.6)) * size if first else 0.0)
                        if best is None or score < best[0]:
                            best = score, piece, k, w, h
            if best is None:
                break
            _, piece, k, w, h = best
            left.remove(piece)
            free = board.free[k]
            right, over = _waste(free.width - w, kerf), _waste(free.height - h, kerf)
            # a side that is filled leaves no choice; else the cut goes where more is left whole, mostly
            go_across = right < over if random.uniform() < 0.8 else right >= over
            chosen = (k, w, h)
            _put(board, piece, chosen, kerf, across=go_across)
            first = False
        boards.append(board)
    return boards


def _waste(rest: float, kerf: float) -> float:
    # what is left beside a piece once it is cut off; less than a saw's width is nothing
    return max(rest - kerf, 0.0) if rest > PRECISION else 0.0


def _put(board: _Open, piece: Rect, chosen: tuple[int, float, float], kerf: float, *, across: bool) -> None:
    k, w, h = chosen
    free = board.free.pop(k)
    board.laid.append(Laid(label=piece.label, x=free.x, y=free.y, width=w, height=h))
    right, over = max(free.width - w - kerf, 0.0), max(free.height - h - kerf, 0.0)
    if across:
        parts = (
            Free(x=free.x + w + kerf, y=free.y, width=right, height=h),
            Free(x=free.x, y=free.y + h + kerf, width=free.width, height=over),
        )
    else:
        parts = (
            Free(x=free.x + w + kerf, y=free.y, width=right, height=free.height),
            Free(x=free.x, y=free.y + h + kerf, width=w, height=over),
        )
    board.free.extend(p for p in parts if p.width > PRECISION and p.height > PRECISION)


def board_bound(pieces: Sequence[Rect], width: float, length: float, kerf: float) -> int:
    """Boards that no plan can do without: by area with a kerf on two sides of each piece, by pieces of which no two
    go on one board, and by dual feasible functions of the sides (Fekete and Schepers 2001), whichever says most.

    Source: [Fekete2001].
    """
    if not pieces:
        return 0
    alone = sum(1 for p in pieces if _fills(p, width, length, kerf))
    # sides in shares of the board, either way round; a way that does not go in costs more than any board
    shares = []
    for turn in (False, True):
        w = np.array([(p.height if turn else p.width) + kerf for p in pieces]) / (width + kerf)
        h = np.array([(p.width if turn else p.height) + kerf for p in pieces]) / (length + kerf)
        bars = (w > 1.0 + 1e-9) | (h > 1.0 + 1e-9) | np.array([turn and not p.turns for p in pieces])
        shares.append((np.minimum(w, 1.0), np.minimum(h, 1.0), bars))
    across = [[f(w) for w, _, _ in shares] for f in _DUAL]
    along = [[f(h) for _, h, _ in shares] for f in _DUAL]
    most = 0.0
    for f in across:
        for g in along:
            costs = [np.where(shares[t][2], np.inf, f[t] * g[t]) for t in (0, 1)]
            most = max(most, float(np.minimum(*costs).sum()))
    return max(math.ceil(most - 1e-6), alone)


def _large_alone(threshold: float) -> Callable[[BoardSides], BoardSides]:
    # larger than 1 − ε counts as whole, smaller than ε as nothing
    def value(x: BoardSides) -> BoardSides:
        return np.where(x > 1.0 - threshold + 1e-9, 1.0, np.where(x < threshold - 1e-9, 0.0, x))

    return value


def _stepped(k: int) -> Callable[[BoardSides], BoardSides]:
    # x counts as ⌊(k+1)x⌋/k, and as itself where (k+1)x is whole
    def value(x: BoardSides) -> BoardSides:
        scaled = (k + 1) * x
        whole = np.abs(scaled - np.round(scaled)) < 1e-9
        return np.where(whole, x, np.floor(scaled) / k)

    return value


_DUAL: tuple[Callable[[BoardSides], BoardSides], ...] = (
    *(_large_alone(float(e)) for e in np.linspace(0.0, 0.5, 13)),
    *(_stepped(k) for k in (1, 2, 3, 4)),
)


def _fills(piece: Rect, width: float, length: float, kerf: float) -> bool:
    # more than half of the board both ways, whichever way it lies: two of them never share one
    return all(
        w > (width - kerf) / 2 and h > (length - kerf) / 2
        for w, h in _ways(piece)
        if w <= width + PRECISION and h <= length + PRECISION
    )


def plan_boards(
    pieces: Sequence[Rect],
    *,
    width: float,
    length: float,
    kerf: float,
    tries: int = 0,
    go_on: Callable[[int], bool] | None = None,
) -> SheetPlan:
    """The fewest boards, and among those plans the one whose largest offcut is largest.

    Parameters
    ----------
    pieces: what to cut.
    width, length: of a board. [m]
    kerf: width of a cut; 0 for a knife. [m]
    tries: how often a few boards are taken apart and laid otherwise after the usual orders.
    go_on: asked with the number of the try whether to go on.

    Raises
    ------
    Impossible
        If a piece is larger than a board.
    """
    for piece in pieces:
        if not any(w <= width + PRECISION and h <= length + PRECISION for w, h in _ways(piece)):
            raise Impossible(f"{piece.label} is larger than a board of {width:g} × {length:g} m.")
    bound = board_bound(pieces, width, length, kerf)
    best: list[_Open] = []
    for number, (order, fit, split) in enumerate(_attempts(pieces)):
        if number and go_on is not None and not go_on(number):
            break
        found = _filled(order, width, length, kerf, fit, split)
        if not number or _better(found, best):
            best = found
    random = np.random.default_rng(SEED)
    for number in range(min(tries, WHOLE_TRIES)):
        if len(best) <= bound or (go_on is not None and not go_on(number)):
            break
        found = _matched(pieces, width, length, kerf, random)
        if _better(found, best):
            best = found
    known = {piece.label: piece for piece in pieces}
    best = _mended(best, known, (width, length), kerf, tries, bound, go_on)
    sheets = tuple(_sheet(board, width, length) for board in best)
    return SheetPlan(sheets=sheets, bought=float(len(sheets)), bound=float(bound))


def plan_one(pieces: Sequence[Rect], *, width: float, length: float, kerf: float) -> CutSheet:
    """As much as goes on one piece of board; what does not go on it is left to others.

    Parameters
    ----------
    pieces: what could be cut from it.
    width, length: of the piece. [m]
    kerf: width of a cut. [m]
    """
    best: _Open | None = None
    fits = [p for p in pieces if any(w <= width + PRECISION and h <= length + PRECISION for w, h in _ways(p))]
    for order, fit, split in _attempts(fits):
        board = _Open(free=[Free(x=0.0, y=0.0, width=width, height=length)])
        for piece in order:
            _lay(board, piece, kerf, fit, split)
        if best is None or _worth([board]) > _worth([best]) + 1e-12:
            best = board
    return _sheet(best or _Open(free=[Free(x=0.0, y=0.0, width=width, height=length)]), width, length)


def matched_on_one(
    pieces: Sequence[Rect], width: float, length: float, kerf: float, random: np.random.Generator
) -> CutSheet:
    """The fullest board of a plan made at random; see :func:`plan_one`."""
    boards = _matched(pieces, width, length, kerf, random)
    return max((_sheet(board, width, length) for board in boards), key=lambda sheet: sheet.used)


def _attempts(pieces: Sequence[Rect]) -> Iterator[tuple[Sequence[Rect], FitScore, Split]]:
    for key in ORDERS:
        order = sorted(pieces, key=key)
        for fit in FITS:
            for split in SPLITS:
                yield order, fit, split


def _worth(boards: Sequence[_Open]) -> float:
    # fuller boards beside emptier ones: what is left comes together until a board is not needed
    return sum(sum(p.width * p.height for p in board.laid) ** 2 for board in boards)


def _mended(
    boards: list[_Open],
    known: dict[str, Rect],
    size: tuple[float, float],
    kerf: float,
    tries: int,
    bound: int,
    go_on: Callable[[int], bool] | None,
) -> list[_Open]:
    # takes a few boards apart again and again and lays their pieces otherwise; keeps what fills boards fuller
    random = np.random.default_rng(SEED)
    for number in range(tries):
        if len(boards) <= bound or (go_on is not None and not go_on(number + 1)):
            break
        count = int(min(len(boards), 2 + number % 2))
        chosen = set(random.choice(len(boards), size=count, replace=False).tolist())
        apart = [boards[k] for k in sorted(chosen)]
        pieces = [known[p.label] for board in apart for p in board.laid]
        again = _matched(pieces, *size, kerf, random)
        if len(again) < len(apart) or (len(again) == len(apart) and _worth(again) > _worth(apart) + 1e-12):
            boards = [*(board for k, board in enumerate(boards) if k not in chosen), *again]
    return boards


def _largest(boards: Sequence[_Open]) -> float:
    return max((f.width * f.height for board in boards for f in board.free), default=0.0)


def _better(one: Sequence[_Open], other: Sequence[_Open]) -> bool:
    return len(one) < len(other) or (len(one) == len(other) and _largest(one) > _largest(other) + 1e-12)


def _sheet(board: _Open, width: float, length: float) -> CutSheet:
    offcuts = sorted(board.free, key=lambda f: -f.width * f.height)
    return CutSheet(width=width, length=length, laid=tuple(board.laid), offcuts=tuple(offcuts))


def plan_roll(pieces: Sequence[Rect], *, width: float, kerf: float = 0.0) -> SheetPlan:
    """The least length off a roll, cut right across and then divided.

    Parameters
    ----------
    pieces: what to cut; a side that does not turn lies across the roll with its ``width``.
    width: of the roll. [m]
    kerf: width of a cut. [m]

    Raises
    ------
    Impossible
        If a piece is wider than the roll.
    """
    for piece in pieces:
        if not any(w <= width + PRECISION for w, _ in _ways(piece)):
            raise Impossible(f"{piece.label} is wider than the roll of {width:g} m.")
    bound = max(
        sum(p.area for p in pieces) / width,
        max((min(h for w, h in _ways(p) if w <= width + PRECISION) for p in pieces), default=0.0),
    )
    best: CutSheet | None = None
    for flat in (True, False):
        lying = [_turned(piece, width, flat=flat) for piece in pieces]
        for key in (lambda r: (-r.height, -r.width), lambda r: (-r.width, -r.height)):
            found = _shelves(sorted(lying, key=key), width, kerf)
            if best is None or found.length < best.length - 1e-12:
                best = found
    if best is None or not pieces:
        return SheetPlan(sheets=(), bought=0.0, bound=0.0)
    return SheetPlan(sheets=(best,), bought=best.length, bound=bound)


def _turned(piece: Rect, width: float, *, flat: bool) -> Rect:
    # its longer side across the roll, or along it, as far as the roll and its grain let
    ways = [(w, h) for w, h in _ways(piece) if w <= width + PRECISION]
    w, h = min(ways, key=lambda way: way[1] if flat else -way[1])
    return replace(piece, width=w, height=h)


def _shelves(pieces: Sequence[Rect], width: float, kerf: float) -> CutSheet:
    # each length that is cut off is as long as the longest piece on it
    shelves: list[tuple[float, float, float, list[Laid]]] = []
    laid: list[list[Laid]] = []
    for piece in pieces:
        for k, (start, tall, filled, _) in enumerate(shelves):
            if piece.height <= tall + PRECISION and filled + piece.width <= width + PRECISION:
                laid[k].append(Laid(label=piece.label, x=filled, y=start, width=piece.width, height=piece.height))
                shelves[k] = (start, tall, filled + piece.width + kerf, laid[k])
                break
        else:
            start = sum(tall + kerf for _, tall, _, _ in shelves)
            laid.append([Laid(label=piece.label, x=0.0, y=start, width=piece.width, height=piece.height)])
            shelves.append((start, piece.height, piece.width + kerf, laid[-1]))
    length = sum(tall for _, tall, _, _ in shelves) + kerf * max(len(shelves) - 1, 0)
    offcuts = []
    for start, tall, filled, row in shelves:
        if width - filled > PRECISION:
            offcuts.append(Free(x=filled, y=start, width=width - filled, height=tall))
        for piece_laid in row:
            rest = tall - piece_laid.height - kerf
            if rest > PRECISION:
                y = piece_laid.y + piece_laid.height + kerf
                offcuts.append(Free(x=piece_laid.x, y=y, width=piece_laid.width, height=rest))
    offcuts.sort(key=lambda f: -f.width * f.height)
    return CutSheet(
        width=width, length=length, laid=tuple(p for _, _, _, row in shelves for p in row), offcuts=tuple(offcuts)
    )
