"""Several designs cut together: pieces of one bar material, and sheets of one covering, planned as one job."""

from collections.abc import Sequence
from dataclasses import replace

from wenlo.core.fabrication.parts import BuildPlan, ClothPiece, Piece, added


def plan_batch(plans: Sequence[tuple[str, BuildPlan]]) -> tuple[BuildPlan, ...]:
    """One plan for every bar material, with the labels of each design behind its letter or number (``1·A1``).

    All sheets are in the first of them, since coverings are cut across designs whatever the bars are. Steps stay with
    the designs; they are not part of what is cut together.

    Parameters
    ----------
    plans: what each design is called, and its plan.
    """
    found: dict[str, BuildPlan] = {}
    cloth: list[ClothPiece] = []
    for name, plan in plans:
        cloth += [replace(c, label=f"{name}·{c.label}") for c in plan.cloth]
        for bar in plan.bars:
            pieces = tuple(replace(_named(piece, name), bar="") for piece in plan.of(bar))
            fittings = plan.fittings if bar is plan.stock else ()
            same = found.get(bar.id)
            if same is None:
                found[bar.id] = replace(
                    plan,
                    stock=bar,
                    also=(),
                    pieces=pieces,
                    fittings=fittings,
                    runs=(),
                    cloth=(),
                    steps=(),
                    holes=(),
                    templates=(),
                )
                continue
            # the wider saw cuts them all
            found[bar.id] = replace(
                same,
                pieces=(*same.pieces, *pieces),
                fittings=added([*same.fittings, *fittings]),
                kerf=max(same.kerf, plan.kerf),
            )
    merged = list(found.values())
    if merged:
        merged[0] = replace(merged[0], cloth=tuple(cloth))
    return tuple(merged)


def _named(piece: Piece, name: str) -> Piece:
    return replace(piece, label=f"{name}·{piece.label}")
