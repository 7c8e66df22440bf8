"""Sheets, faces and blacks of a build as pieces to cut, planned on the boards and rolls that they are bought as."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wenlo.core.catalog.materials import Covering
from wenlo.core.fabrication.cloth import SELL_STEP, boards_for, orient_on_board, seam_of
from wenlo.core.fabrication.columns import plan_boards_proved
from wenlo.core.fabrication.parts import ClothPiece
from wenlo.core.fabrication.sheetplan import CutSheet, Rect, SheetPlan, plan_boards, plan_one, plan_roll

SAWN_FROM = 1.5
"""Heavier boards are sawn, lighter ones cut with a knife. [kg/m²]"""

SAW_KERF = 0.002
"""Of a fine saw in sheet. [m]"""


@dataclass(frozen=True, kw_only=True)
class CoverPlan:
    """What is cut from one covering: the plan, whether it is sawn, how much is bought (boards, or metres) and its price
    [EUR].

    ``nested`` is laid in windows, ``own`` are boards and offcuts of one's own that are cut first.
    """

    covering: Covering
    plan: SheetPlan
    sawn: bool
    bought: float
    price: float
    nested: tuple["Nested", ...] = ()
    own: tuple[CutSheet, ...] = ()

    @property
    def used(self) -> float:
        """Area of the pieces, without the windows that are cut out of them. [m²]"""
        inside = sum(nested.sheet.used - nested.sheet.width * nested.sheet.length for nested in self.nested)
        return sum(sheet.used for sheet in (*self.plan.sheets, *self.own)) + inside

    @property
    def left(self) -> float:
        """Area of offcuts, those of windows too. [m²]"""
        sheets = (*self.plan.sheets, *self.own, *(nested.sheet for nested in self.nested))
        return sum(f.width * f.height for sheet in sheets for f in sheet.offcuts)

    @property
    def dust(self) -> float:
        """Area that cuts take. [m²]"""
        return sum(sheet.dust for sheet in (*self.plan.sheets, *self.own, *(nested.sheet for nested in self.nested)))


@dataclass(frozen=True, kw_only=True)
class Nested:
    """What is cut from the piece that falls out of a window: two from one. ``host`` is the label of the windowed piece,
    ``sheet`` the piece that falls out with what is laid on it.
    """

    host: str
    sheet: CutSheet


def _along(piece: ClothPiece) -> float:
    # the side that runs along the strips of a piece sewn from several: what they cover without their seams is the other
    # one
    if piece.covering.grain:
        return piece.cut[1]
    across = piece.strips * piece.strip_width - 2 * (piece.strips - 1) * seam_of(piece.covering)
    return min(piece.cut, key=lambda side: abs(across - piece.cut[0] * piece.cut[1] / side))


def rects_of(piece: ClothPiece) -> Iterator[Rect]:
    """The pieces to cut for one piece of sheet: itself, its strips, or the boards it is joined from; labelled
    a, b, …
    """
    row = piece.covering
    names = [piece.label] if piece.strips == 1 else [f"{piece.label}{chr(97 + k % 26)}" for k in range(piece.strips)]
    if piece.strips == 1:
        yield Rect(label=names[0], width=piece.cut[0], height=piece.cut[1], turns=not row.grain)
    elif row.board_length is None:
        for name in names:
            yield Rect(label=name, width=piece.strip_width, height=_along(piece), turns=False)
    else:
        across, along = boards_for(piece.cut, row)
        wide, tall = orient_on_board(piece.cut, row)
        for name in names:
            yield Rect(label=name, width=wide / across, height=tall / along, turns=not row.grain)


@dataclass(frozen=True, kw_only=True)
class OwnBoard:
    """Boards and offcuts of a covering that are there already: its id, sides [m] and how many."""

    covering: str
    width: float
    length: float
    count: int


MOST_OWN_BOARDS = 12
"""So many of one's own boards are looked at, the smallest first."""


def plan_covers(
    pieces: Sequence[ClothPiece], *, tries: int = 0, own: Sequence[OwnBoard] = (), prove: bool = False
) -> tuple[CoverPlan, ...]:
    """A plan for every material, in the order in which they are met.

    Parameters
    ----------
    pieces: all sheets, faces and blacks.
    tries: how many orders of laying are drawn at random after the usual ones.
    own: boards and offcuts that are there already; they are used first.
    prove: look on until a plan of boards is proved best; takes up to seconds.

    Raises
    ------
    Impossible
        If a piece is larger than what it is cut from.
    """
    found = []
    for material in dict.fromkeys(piece.covering.id for piece in pieces):
        same = [piece for piece in pieces if piece.covering.id == material]
        row = same[0].covering
        rects = [rect for piece in same for rect in rects_of(piece)]
        nested: list[Nested] = []
        cut: list[CutSheet] = []
        if row.board_length is None:
            plan = plan_roll(rects, width=row.width)
            bought, sawn = math.ceil(plan.bought / SELL_STEP - 1e-9) * SELL_STEP, False
        else:
            sawn = row.mass_per_area > SAWN_FROM
            nested, rects = _two_from_one(same, rects, kerf=SAW_KERF if sawn else 0.0)
            mine = [board for board in own if board.covering == material]
            cut, rects = _from_own(mine, rects, kerf=SAW_KERF if sawn else 0.0)
            plan = (plan_boards_proved if prove else plan_boards)(
                rects, width=row.width, length=row.board_length, kerf=SAW_KERF if sawn else 0.0, tries=tries
            )
            bought = plan.bought
        found.append(
            CoverPlan(
                covering=row,
                plan=plan,
                sawn=sawn,
                bought=bought,
                price=bought * row.price,
                nested=tuple(nested),
                own=tuple(cut),
            )
        )
    return tuple(found)


def _two_from_one(
    pieces: Sequence[ClothPiece], rects: Sequence[Rect], *, kerf: float
) -> tuple[list[Nested], list[Rect]]:
    # smaller pieces go into what falls out of the windows of larger ones, the largest window first
    hosts = sorted(
        (p for p in pieces if p.window is not None), key=lambda p: -p.window[0] * p.window[1] if p.window else 0.0
    )
    windowed = {p.label for p in hosts}
    left = [rect for rect in rects if rect.label not in windowed]
    found = []
    for host in hosts:
        assert host.window is not None
        width, height = host.window
        sheet = plan_one(left, width=width, length=height, kerf=kerf)
        if sheet.laid:
            laid = {p.label for p in sheet.laid}
            left = [rect for rect in left if rect.label not in laid]
        found.append(Nested(host=host.label, sheet=sheet))
    return found, [*(rect for rect in rects if rect.label in windowed), *left]


def _from_own(boards: Sequence[OwnBoard], rects: Sequence[Rect], *, kerf: float) -> tuple[list[CutSheet], list[Rect]]:
    # the smallest first, so that offcuts go before whole boards
    left, found = list(rects), []
    single = [b for board in sorted(boards, key=lambda b: b.width * b.length) for b in [board] * board.count]
    for board in single[:MOST_OWN_BOARDS]:
        sheet = plan_one(left, width=board.width, length=board.length, kerf=kerf)
        if sheet.laid:
            laid = {p.label for p in sheet.laid}
            left = [rect for rect in left if rect.label not in laid]
            found.append(sheet)
    return found, left
