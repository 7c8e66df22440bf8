"""What the built boxes round a thing share: sheets and cards at their sides and top, and the sweep inside."""

import math
from collections.abc import Sequence
from typing import Literal

from wenlo.core.catalog.own import covering_of
from wenlo.core.fabrication.assembly.layout import Layout
from wenlo.core.fabrication.assembly.shop import mass_of
from wenlo.core.fabrication.assembly.solids import BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose, Vec, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.modifiers.kind import Vector
from wenlo.core.modifiers.of_bars import stands_out
from wenlo.core.modifiers.thing_box import SidedBox

CLAMPED = "side, a board clamped to the frame"

CARDS = {"white card": "white_foam_board", "black card": "black_foam_board"}


def stands_at(place: Vector) -> PartPose:
    """A thing whose coordinates are those of the set, at a place. [m]"""
    return PartPose(origin=(float(place[0]), float(place[1]), float(place[2])))


def outward(side: float) -> tuple[Vec, Vec]:
    """Directions across and upward of a face at the right (1) or left side that looks outward."""
    return ((0.0, side, 0.0), Z)


def hang_sides(
    work: LaidParts,
    layout: Layout,
    design: SidedBox,
    *,
    frames: tuple[Sequence[str], Sequence[str]],
    note: str,
    margin: float,
    rod: float = 0.0,
    rails: tuple[tuple[str, ...], tuple[str, ...]] | None = None,
    slid: tuple[float, float] = (0.0, 0.0),
    held: Literal["hook_and_loop", "glued", "pinned"] = "hook_and_loop",
) -> None:
    """Sheets on the outsides of both sides (left, right), or a card on the far one; with hook-and-loop, or on rods of a
    diameter [m] along ``rails`` of the left and the right side. A board has no sleeve: it is clamped where a cloth
    hangs on its rod. Cloth is ``held`` by what is nailed over it, or glued and taped where it stays for good; it is
    ``slid`` to the back by shares of the depth, on the key's side and the far one.
    """
    key = float(design.direction[0])
    for side, lit, pushed in ((key, "sheet", slid[0]), (-key, "far side", slid[1])):
        size = (design.depth * (1.0 - pushed), design.height)
        if lit == "far side" and design.far_side == "open":
            continue
        across, upward = outward(side)
        place = (side * design.width / 2, design.depth * pushed / 2, design.height / 2)
        frame = frames[1 if side > 0.0 else 0]
        card = CARDS.get(design.far_side) if lit == "far side" else None
        stiff = covering_of(card or design.sheet).form == "board"
        part = work.sheet(
            layout,
            lit,
            card or design.sheet,
            centre=place,
            across=across,
            upward=upward,
            size=size,
            cut=(design.depth, design.height) if pushed else None,
            margin=0.0 if card else margin,
            note="card on the far side" if card else CLAMPED if rod and stiff else note,
            lit=lit,
        )
        if stiff:
            layout.stands_out(part)
        if card or (stiff and rod):
            layout.hold("clamped", part, frame, used={"spring_clamp": 2})
        elif rod:
            _on_a_rod(
                work, layout, design, side=side, rails=(rails or frames)[1 if side > 0.0 else 0], cloth=part, thick=rod
            )
        elif held == "pinned":
            layout.hold("pinned", part, frame)
        elif held == "glued":
            layout.hold("glued", part, frame, used={"spread_glue": 1, "cloth_tape": 2 * (size[0] + size[1])})
        else:
            layout.hold("hook_and_loop", part, frame, used={"hook_and_loop": 2 * (size[0] + size[1])})


TIED_EVERY = 0.3
"""A rod is tied so often to the rail beside it. [m]"""


def _on_a_rod(
    work: LaidParts, layout: Layout, design: SidedBox, *, side: float, rails: Sequence[str], cloth: str, thick: float
) -> None:
    # the rod lies outside of the rail, the cloth hangs from it in a sleeve
    # level with the middle of a round rail and its corners, or at the top of a flat one
    bar = layout.batten
    drop = thick if bar.pipe is None else bar.width / 2 + stands_out(bar)
    x, z = side * (design.width / 2 + thick / 2), design.height - drop
    rod = work.bought(
        layout,
        f"{cloth.rpartition('/')[2]} rod",
        "fibre_rod",
        BoughtSolid(
            fills=(Rod(start=(0.0, -design.depth / 2, 0.0), end=(0.0, design.depth / 2, 0.0), diameter=thick),)
        ),
        PartPose(origin=(x, 0.0, z)),
        role="rod of a side",
        mass=design.depth * mass_of("fibre_rod"),
    )
    ties = max(2, math.ceil(design.depth / TIED_EVERY))
    layout.hold("tied", rod, rails, used={"fibre_rod": design.depth, "cloth_tie": ties})
    layout.hold("sewn", cloth, (rod,) if bar.pipe is not None else (rod, *rails))
    layout.stands_out(rod)
