"""Strips that are nailed without glue over the edges of cloth: they hide what holds it, and let it be changed."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wenlo.core.catalog.bars import trim_strip
from wenlo.core.fabrication.assembly.layout import Layout, Reason
from wenlo.core.fabrication.assembly.parts import PlacedFastener
from wenlo.core.fabrication.assembly.space import Vec, minus, plus, unit
from wenlo.core.fabrication.screws import PIN

PIN_SPACING, PIN_FROM_END = 0.15, 0.09
"""From pin to pin at most, and from the ends, where the frame's own screws are. [m]"""


@dataclass(frozen=True, kw_only=True)
class Edge:
    """An edge of a frame that a strip goes over: its member, the line along the middle of the strip on the frame's face
    [m], the way out of the face, and the parameter that makes it long.
    """

    name: str
    member: str
    start: Vec
    end: Vec
    out: Vec
    blame: str


def nail_trim(layout: Layout, edges: Sequence[Edge], *, longest: float) -> tuple[str, ...]:
    """Lay a strip over every edge, in as many lengths as can be carried.

    Parameters
    ----------
    layout: of the frame.
    edges: what is covered.
    longest: what can be carried. [m]
    """
    strip, laid = trim_strip(), []
    for edge in edges:
        way = unit(minus(edge.end, edge.start))
        whole = math.dist(edge.start, edge.end)
        parts = math.ceil(whole / longest - 1e-9)
        across = tuple(float(v) for v in np.cross(way, edge.out))
        for k in range(parts):
            start = plus(plus(edge.start, way, whole * k / parts), edge.out, strip.thickness / 2)
            end = plus(start, way, whole / parts)
            name = layout.bar(
                f"trim {edge.name}" + (f" {k + 1}" if parts > 1 else ""),
                "trim",
                start,
                end,
                (across[0], across[1], across[2]),
                Reason(text="as long as the edge of the cloth that it covers", blame=edge.blame),
                group=f"trim {whole / parts:.4f}",
                bar=strip,
            )
            layout.hold("pinned", name, (edge.member,), fasteners=tuple(_pins(name, edge, start, end)))
            laid.append(name)
    return tuple(laid)


def _pins(name: str, edge: Edge, start: Vec, end: Vec) -> Sequence[PlacedFastener]:
    way, whole = unit(minus(end, start)), math.dist(start, end)
    off = min(PIN_FROM_END, whole / 3)
    count = max(2, math.ceil((whole - 2 * off) / PIN_SPACING) + 1)
    top = plus(start, edge.out, trim_strip().thickness / 2)
    inward = tuple(-v for v in edge.out)
    return [
        PlacedFastener(
            item=PIN.id,
            head=plus(top, way, off + (whole - 2 * off) * k / (count - 1)),
            direction=(inward[0], inward[1], inward[2]),
            length=PIN.length,
            diameter=PIN.diameter,
            through=name,
            into=edge.member,
        )
        for k in range(count)
    ]
