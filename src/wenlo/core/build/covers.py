"""Sheets, faces and blacks of a build as pieces to cut, planned on the boards and rolls that they are bought as."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wenlo.core.build.parts import ClothPiece
from wenlo.core.build.sheetplan import Rect, SheetPlan, plan_boards, plan_roll
from wenlo.core.data import Covering

SELL_STEP = 0.10
"""Cloth is sold by this length. [m]"""

SAWN_FROM = 1.5
"""Heavier boards are sawn, lighter ones cut with a knife. [kg/m²]"""

SAW_KERF = 0.002
"""Of a fine saw in sheet. [m]"""


@dataclass(frozen=True, kw_only=True)
class CoverPlan:
    """What is cut from one covering: the plan, whether it is sawn, how much is bought (boards, or metres) and its price [EUR]."""

    covering: Covering
    plan: SheetPlan
    sawn: bool
    bought: float
    price: float

    @property
    def used(self) -> float:
        """Area of the pieces. [m²]"""
        return sum(sheet.used for sheet in self.plan.sheets)


def _along(piece: ClothPiece) -> float:
    # the side that runs along the strips of a piece sewn from several: what the strips cover is the other one
    wide = piece.strips * piece.strip_width
    return min(piece.cut, key=lambda side: abs(wide - piece.cut[0] * piece.cut[1] / side))


def rects_of(piece: ClothPiece) -> Iterator[Rect]:
    """The pieces to cut for one piece of sheet: itself, its strips, or the boards it is joined from; labelled a, b, …"""
    row = piece.covering
    names = [piece.label] if piece.strips == 1 else [f"{piece.label}{chr(97 + k % 26)}" for k in range(piece.strips)]
    if piece.strips == 1:
        yield Rect(label=names[0], width=piece.cut[0], height=piece.cut[1])
    elif row.board_length is None:
        for name in names:
            yield Rect(label=name, width=piece.strip_width, height=_along(piece), turns=False)
    else:
        long_side, short_side = max(piece.cut), min(piece.cut)
        across = max(1, math.ceil(long_side / row.board_length - 1e-9))
        for name in names:
            yield Rect(label=name, width=short_side / (piece.strips / across), height=long_side / across)


def plan_covers(pieces: Sequence[ClothPiece], *, tries: int = 0) -> tuple[CoverPlan, ...]:
    """A plan for every material, in the order in which they are met.

    Parameters
    ----------
    pieces: all sheets, faces and blacks.
    tries: how many orders of laying are drawn at random after the usual ones.

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
        if row.board_length is None:
            plan = plan_roll(rects, width=row.width)
            bought, sawn = math.ceil(plan.bought / SELL_STEP - 1e-9) * SELL_STEP, False
        else:
            sawn = row.mass_per_area > SAWN_FROM
            plan = plan_boards(
                rects, width=row.width, length=row.board_length, kerf=SAW_KERF if sawn else 0.0, tries=tries
            )
            bought = plan.bought
        found.append(CoverPlan(covering=row, plan=plan, sawn=sawn, bought=bought, price=bought * row.price))
    return tuple(found)
