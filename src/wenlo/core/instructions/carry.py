"""First cuts at the shop, so that everything goes into the car: each bar is divided into lengths that can be carried,
every finished piece whole inside one of them; and the slip of paper for the counter that says where to cut.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.fabrication.cutplan import PRECISION, CutBar, CutPlan, waste_of
from wenlo.core.fabrication.parts import Piece
from wenlo.core.units.length import UnitSystem, format_length


@dataclass(frozen=True, kw_only=True)
class Carried:
    """One length that is carried, and the pieces that are cut from it at home. [m]"""

    length: float
    pieces: tuple[Piece, ...]


@dataclass(frozen=True, kw_only=True)
class FirstCuts:
    """One bar as the shop divides it: ``cuts`` from the bar's end [m], lengths to carry, and what the saws take. [m]"""

    stock: float
    own: bool
    cuts: tuple[float, ...]
    lengths: tuple[Carried, ...]
    kerf: float


def first_cuts(bar: CutBar, *, carrying: float, kerf: float) -> FirstCuts:
    """Where to divide a bar in the shop.

    Pieces stay whole and in few lengths: they are put together, longest first, into lengths that can be carried (best
        fit), and what is left of the bar is cut to lengths that can be carried too.

    Parameters
    ----------
    bar: with its pieces.
    carrying: the longest thing that can be carried. [m]
    kerf: of the saw at home and of the shop's. [m]
    """
    if bar.stock <= carrying + PRECISION:
        return FirstCuts(
            stock=bar.stock,
            own=bar.own,
            cuts=(),
            lengths=(Carried(length=bar.stock, pieces=bar.pieces),),
            kerf=bar.kerf,
        )
    groups: list[list[Piece]] = []
    for piece in sorted(bar.pieces, key=lambda p: (-p.cut, p.label)):
        fits = [g for g in groups if _held([*g, piece], kerf) <= carrying + PRECISION]
        if fits:
            min(fits, key=lambda g: carrying - _held(g, kerf)).append(piece)
        else:
            groups.append([piece])
    lengths = [Carried(length=_held(g, kerf), pieces=tuple(g)) for g in groups]
    used = sum(c.length for c in lengths)
    left = bar.stock - used - kerf * len(lengths)
    if lengths and left > 0.0 and lengths[-1].length + kerf + left <= carrying + PRECISION:
        # what is left stays on the last length: one cut less
        lengths[-1] = Carried(length=lengths[-1].length + kerf + left, pieces=lengths[-1].pieces)
        left = 0.0
    while left > PRECISION:
        # what is left over is carried home too, for the next job
        part = min(left, carrying)
        lengths.append(Carried(length=part, pieces=()))
        left -= part + kerf
    places, at = [], 0.0
    for carried in lengths[:-1]:
        at += carried.length + kerf
        places.append(at - kerf)
    held = sum(c.length for c in lengths)
    return FirstCuts(
        stock=bar.stock,
        own=bar.own,
        cuts=tuple(places),
        lengths=tuple(lengths),
        kerf=bar.stock - held + sum(waste_of(c.length, [p.cut for p in c.pieces], kerf)[0] for c in lengths),
    )


def _held(pieces: Sequence[Piece], kerf: float) -> float:
    return sum(p.cut for p in pieces) + kerf * (len(pieces) - 1)


def counter_slip(plan: CutPlan, *, carrying: float, kerf: float, units: UnitSystem) -> tuple[str, ...]:
    """A line a bar for the shop's counter: where to cut it, measured from one end.

    Parameters
    ----------
    plan: the cut plan.
    carrying: the longest thing that can be carried. [m]
    kerf: of the saw. [m]
    units: how lengths are written.
    """
    lines: dict[str, int] = {}
    for bar in plan.bars:
        if bar.own:
            continue
        cuts = first_cuts(bar, carrying=carrying, kerf=kerf)
        whole = format_length(cuts.stock, system=units)
        if not cuts.cuts:
            lines[f"{whole}: leave whole"] = lines.get(f"{whole}: leave whole", 0) + 1
            continue
        at = ", ".join(format_length(place, system=units, fine=units == "metric") for place in cuts.cuts)
        line = f"{whole}: cut at {at} from one end, all lengths with me"
        lines[line] = lines.get(line, 0) + 1
    return tuple(f"{count} × {line}" for line, count in lines.items())
