"""Shapes drawn at full size: discs, slots, gores, lattices, and plates that show where to drill."""

import math
from collections.abc import Iterator

from wenlo.core.fabrication.parts import BuildPlan, Hole, Loop, Template

ROUND = 72
"""Corners of a circle on paper: off by less than a thousandth of its radius."""

RIM = 0.012
"""Paper round what a template shows. [m]"""


def circle(x: float, y: float, diameter: float) -> Loop:
    """A circle about a point. [m]

    Source: [Geometry].
    """
    r = diameter / 2
    return tuple(
        (x + r * math.cos(2 * math.pi * k / ROUND), y + r * math.sin(2 * math.pi * k / ROUND)) for k in range(ROUND)
    )


def oblong(x: float, y: float, width: float, height: float, *, turned: float = 0.0) -> Loop:
    """An oblong about its middle, turned against the clock. [m], [rad]

    Source: [Geometry].
    """
    c, s = math.cos(turned), math.sin(turned)
    corners = ((-width / 2, -height / 2), (width / 2, -height / 2), (width / 2, height / 2), (-width / 2, height / 2))
    return tuple((x + c * u - s * v, y + s * u + c * v) for u, v in corners)


def pierced(name: str, width: float, height: float, *holes: Loop, label: str = "", note: str = "") -> Template:
    """An oblong with holes in it, from its lower left corner. [m]"""
    outline = oblong(width / 2, height / 2, width, height)
    return Template(name=name, outline=outline, holes=holes, label=label, note=note)


def gore(
    name: str, *, foot: float, head: float, slant: float, margin: float, label: str = "", note: str = ""
) -> Template:
    """A gore of a cone: ``foot`` and ``head`` are its seams' distances at the wide and the narrow end, with a margin to
    sew all round. [m]

    Source: [Geometry].
    """
    wide = foot / 2 + margin
    tall = slant + 2 * margin
    # the seam allowance runs beside the slanting edge
    lean = math.atan2((foot - head) / 2, slant)
    wide_end = foot / 2 + margin / math.cos(lean) + margin * math.tan(lean)
    narrow_end = max(head / 2 + margin / math.cos(lean) - margin * math.tan(lean), 0.005)
    shift = max(wide, wide_end)
    outline = ((shift - wide_end, 0.0), (shift + wide_end, 0.0), (shift + narrow_end, tall), (shift - narrow_end, tall))
    seam = (
        ((shift - foot / 2, margin), (shift - head / 2, margin + slant)),
        ((shift + foot / 2, margin), (shift + head / 2, margin + slant)),
    )
    return Template(name=name, outline=outline, folds=seam, label=label, note=note)


def lattice_strip(name: str, *, length: float, depth: float, cell: float, slot: float, label: str = "") -> Template:
    """A strip with slots half through, one a cell, as wide as the material is thick. [m]

    Source: [Geometry].
    """
    count = max(1, round(length / cell) - 1)
    pitch = length / (count + 1)
    points = [(0.0, 0.0), (length, 0.0), (length, depth)]
    for k in range(count, 0, -1):
        x = pitch * k
        points += [(x + slot / 2, depth), (x + slot / 2, depth / 2), (x - slot / 2, depth / 2), (x - slot / 2, depth)]
    points.append((0.0, depth))
    return Template(
        name=name,
        outline=tuple(points),
        label=label,
        note=(
            f"slots {slot * 1000:.1f} mm wide, as the strip is thick, {depth * 500:.1f} mm deep, every"
            f" {pitch * 1000:.1f} mm"
        ),
    )


def drilling(hole: Hole) -> Template:
    """A plate to lay on the end of a piece: its left edge on the end, its lower edge on the edge of the piece."""
    width, height = max(hole.along) + RIM, hole.across + max(hole.edge, RIM)
    marks = tuple(circle(x, hole.across, hole.diameter) for x in hole.along)
    return pierced(
        f"drilling, {hole.name} in {', '.join(hole.pieces)}",
        width,
        height,
        *marks,
        note=f"left edge on the end, lower edge on the {hole.side}; drill {hole.diameter * 1000:.1f} mm",
    )


def templates_of(plan: BuildPlan) -> Iterator[Template]:
    """The kind's own templates, then those for its holes."""
    yield from plan.templates
    seen = set()
    for hole in plan.holes:
        made = drilling(hole)
        if made.size[0] <= 0.5 and made.name not in seen:
            seen.add(made.name)
            yield made
