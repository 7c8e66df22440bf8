"""A rectangle of any bar in a plane: battens over each other's ends, pipe in elbows, square tube on cubes.

The outside is measured over the bars; fittings of pipe stand out of it.
"""

from itertools import pairwise

from wenlo.core.fabrication.assembly.layout import SPLICES, Layout, Reason, Rectangle
from wenlo.core.fabrication.assembly.parts import MethodId
from wenlo.core.fabrication.assembly.space import Vec, plus


def lay_rectangle(
    layout: Layout,
    *,
    centre: Vec,
    across: Vec,
    upward: Vec,
    size: tuple[float, float],
    roles: tuple[str, str],
    blames: tuple[str, str],
    free: Vec,
    middle: bool = False,
) -> Rectangle:
    """Lay its members, and a rail half-way up where there is one in the ``middle``.

    Parameters
    ----------
    layout: that it belongs to, of one bar.
    centre: of the middle plane of the bars. [m]
    across, upward: directions of rails and uprights.
    size: over the outside, across and upward. [m]
    roles: of uprights and rails.
    blames: parameters that make them.
    free: the side on which splints have room.
    """
    if layout.batten.group == "timber":
        return _of_battens(layout, centre, across, upward, size, roles, blames, free, middle=middle)
    return _on_nodes(layout, centre, across, upward, size, roles, blames, middle=middle)


def _of_battens(
    layout: Layout,
    centre: Vec,
    across: Vec,
    upward: Vec,
    size: tuple[float, float],
    roles: tuple[str, str],
    blames: tuple[str, str],
    free: Vec,
    *,
    middle: bool,
) -> Rectangle:
    wide, section = size[0], layout.batten
    less = Reason(text=f"width less two battens of {section.width * 1000:.0f} mm", blame=blames[1])
    made = layout.rectangle(
        "",
        centre=centre,
        across=across,
        upward=upward,
        size=size,
        roles=roles,
        reasons=(Reason(text="full height", blame=blames[0]), less),
        free=free,
    )
    if not middle:
        return made
    ends = plus(centre, across, -wide / 2), plus(centre, across, wide / 2)
    rail = layout.bar("middle", roles[1], *ends, upward, less, free=free)
    for upright, side in ((made.left, -1.0), (made.right, 1.0)):
        layout.join("butt", (upright, rail), plus(centre, across, side * (wide - section.width) / 2))
    return Rectangle(left=made.left, right=made.right, low=made.low, top=made.top, more=(rail,))


def _on_nodes(
    layout: Layout,
    centre: Vec,
    across: Vec,
    upward: Vec,
    size: tuple[float, float],
    roles: tuple[str, str],
    blames: tuple[str, str],
    *,
    middle: bool,
) -> Rectangle:
    bar = layout.batten
    method: MethodId = "cube" if bar.pipe is None else "socket"
    what, splice = "cubes" if bar.pipe is None else "fittings", SPLICES[bar.group]
    x, y = (size[0] - bar.width) / 2, (size[1] - bar.width) / 2
    between = f"outside to outside, less one bar and what the {what} at both ends take"

    def at(side: float, height: float) -> Vec:
        return plus(plus(centre, across, side * x), upward, height)

    heights = (-y, 0.0, y) if middle else (-y, y)
    names = {0.0: "middle", -y: "low", y: "top"}
    rails = {
        z: layout.bar(
            names[z], roles[1], at(-1.0, z), at(1.0, z), upward, Reason(text=between, blame=blames[1]), splice=splice
        )
        for z in heights
    }
    uprights: dict[str, list[str]] = {"left": [], "right": []}
    fittings = []
    for where, side in (("left", -1.0), ("right", 1.0)):
        for k, (low, high) in enumerate(pairwise(heights)):
            name = where if k == 0 else f"{where} upper"
            reason = Reason(text=between, blame=blames[0])
            uprights[where].append(
                layout.bar(name, roles[0], at(side, low), at(side, high), across, reason, splice=splice)
            )
        for k, z in enumerate(heights):
            members = (*uprights[where][max(k - 1, 0) : k + 1], rails[z])
            layout.join(method, members, at(side, z))
            if bar.pipe is not None:
                fittings.append(f"{layout.joints[-1].id}/{'pipe_elbow' if len(members) == 2 else 'pipe_tee'}")
    more = (*(rails[z] for z in heights[1:-1]), *uprights["left"][1:], *uprights["right"][1:])
    return Rectangle(
        left=uprights["left"][0],
        right=uprights["right"][0],
        low=rails[-y],
        top=rails[y],
        more=more,
        fittings=tuple(fittings),
    )
