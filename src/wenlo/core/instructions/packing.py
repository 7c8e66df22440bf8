"""How it travels: bundles of bars, boards in a stack, cloth folded, a bag of fittings; with their sizes and weights."""

import math
from dataclasses import dataclass

from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.fasteners import Batten
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.instructions.repair import renewals

FOLDED_LAYER = 0.0008
"""Thickness of a layer of folded cloth with the air in it. [m]"""

FOLD = 0.4
"""Cloth is folded to squares of about this. [m]"""

BOARD = 0.006
"""Thickness of a board in a stack. [m]"""

HOME_ONLY = frozenset({"ballast_bag", "solvent_cement", "wood_glue", "hot_glue", "white_paint"})
"""What is filled on the spot, or used up."""


@dataclass(frozen=True, kw_only=True)
class Bundle:
    """One thing to carry: what is in it, its three sides, longest first [m], and its weight [kg]."""

    name: str
    contents: str
    size: tuple[float, float, float]
    mass: float


def section(material: str) -> Batten:
    """Outer width and thickness of a bar. [m]"""
    for group, sides in (("pipe", ("outer", "outer")), ("tube", ("side", "side")), ("timber", ("width", "thickness"))):
        row = stock()[group].get(material)
        if row is not None:
            return Batten(width=row[sides[0]], thickness=row[sides[1]])
    raise KeyError(material)


def comes_apart(plan: BuildPlan) -> bool:
    """Whether its bars come out of their joints again."""
    return all(r.joint != "bonded" for r in renewals(plan) if r.labels[0] in {p.label for p in plan.pieces})


def bundles(plan: BuildPlan, *, assembled: tuple[float, float, float]) -> tuple[Bundle, ...]:
    """What is carried to the set.

    Parameters
    ----------
    plan: the design's parts.
    assembled: sides of what does not come apart, as the kind tells them. [m]
    """
    found = []
    if plan.pieces:
        bars = section(plan.stock.id)
        mass = plan.stock.mass_per_metre * sum(p.cut for p in plan.pieces)
        count = len(plan.pieces)
        if comes_apart(plan):
            rows = max(1, round(math.sqrt(count * bars.width / bars.thickness)))
            columns = math.ceil(count / rows)
            longest = max(p.cut for p in plan.pieces)
            sides = sorted((longest, rows * bars.thickness, columns * bars.width), reverse=True)
            contents = f"{count} pieces of {plan.stock.name}, tied at both ends"
            found.append(Bundle(name="bundle of bars", contents=contents, size=_three(sides), mass=mass))
        else:
            contents = f"the frame, {count} pieces, joined for good"
            found.append(
                Bundle(name="frame", contents=contents, size=_three(sorted(assembled, reverse=True)), mass=mass)
            )
    boards = [c for c in plan.cloth if c.form == "board"]
    if boards:
        widest = max(min(c.cut) for c in boards)
        longest = max(max(c.cut) for c in boards)
        thick = BOARD * sum(c.strips for c in boards)
        contents = ", ".join(c.label for c in boards)
        size = _three(sorted((longest, widest, thick), reverse=True))
        found.append(Bundle(name="stack of boards", contents=contents, size=size, mass=sum(c.mass for c in boards)))
    cloths = [c for c in plan.cloth if c.form == "cloth"]
    if cloths:
        area = sum(c.cut[0] * c.cut[1] for c in cloths)
        side = min(FOLD, math.sqrt(area))
        thick = FOLDED_LAYER * area / side**2
        contents = ", ".join(c.label for c in cloths) + ", folded face in"
        size = _three(sorted((side, side, max(thick, 0.005)), reverse=True))
        found.append(Bundle(name="cloth", contents=contents, size=size, mass=sum(c.mass for c in cloths)))
    rows = stock()["fittings"]
    fittings = [f for f in plan.fittings if f.id not in HOME_ONLY]
    if fittings:
        mass = sum(rows[f.id]["mass"] * f.count for f in fittings)
        side = max((mass / 250.0) ** (1 / 3), 0.1)
        contents = ", ".join(f"{f.count:g} × {rows[f.id]['name'].removesuffix(', per metre')}" for f in fittings)
        found.append(Bundle(name="bag of fittings", contents=contents, size=(side, side, side), mass=mass))
    return tuple(found)


def _three(sides: list[float]) -> tuple[float, float, float]:
    return sides[0], sides[1], sides[2]
