"""A rectangle of any bar in a plane: battens over each other's ends, pipe in elbows, square tube on cubes.

The outside is measured over the bars; fittings of pipe stand out of it.
"""

from dataclasses import dataclass
from itertools import pairwise

from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import LEAST, SPLICES, Layout, Reason, Rectangle
from wenlo.core.fabrication.assembly.methods.bracket import LEG
from wenlo.core.fabrication.assembly.parts import MethodId
from wenlo.core.fabrication.assembly.space import Vec, plus


@dataclass(frozen=True, kw_only=True)
class FrameRectangle:
    """A rectangle to be laid: ``centre`` of the middle plane of its bars, directions of rails and uprights, ``size``
    over the outside, across and upward [m]; what uprights and rails are called, and the parameters that make them; the
    side on which splints are ``free``, and whether a rail is in the ``middle``.
    """

    centre: Vec
    across: Vec
    upward: Vec
    size: tuple[float, float]
    roles: tuple[str, str]
    blames: tuple[str, str]
    free: Vec
    middle: bool = False

    def at(self, aside: float, high: float) -> Vec:
        """A place in its plane, from its middle. [m]"""
        return plus(plus(self.centre, self.across, aside), self.upward, high)


SAWN = 0.01
"""What stays of a tube between the spigots in its ends. [m]"""


def lay_rectangle(layout: Layout, wanted: FrameRectangle) -> Rectangle:
    """Lay its members, as the layout's bar is joined.

    Raises
    ------
    Impossible
        When its corners leave nothing between them; the message names the field.
    """
    least = 2 * LEG if layout.batten.group == "timber" and layout.corner == "bracket" else LEAST
    if layout.batten.tube is not None:
        least = max(least, 2 * layout.batten.tube.spigot + SAWN)
    for size, blame in zip(wanted.size, wanted.blames[::-1], strict=True):
        short = least - (size - 2 * layout.batten.width)
        if short > 1e-9:
            text = f"Its corners leave no room between them: make it {short * 1000:.0f} mm larger, or of thinner bars."
            raise Impossible(text, fields=[FieldError(path=f"design.{blame}", message=text)])
    return (_of_battens if layout.batten.group == "timber" else _on_nodes)(layout, wanted)


def _of_battens(layout: Layout, wanted: FrameRectangle) -> Rectangle:
    wide, section = wanted.size[0], layout.batten
    less = Reason(text=f"width less two battens of {section.width * 1000:.0f} mm", blame=wanted.blames[1])
    made = layout.rectangle(
        "",
        centre=wanted.centre,
        across=wanted.across,
        upward=wanted.upward,
        size=wanted.size,
        roles=wanted.roles,
        reasons=(Reason(text="full height", blame=wanted.blames[0]), less),
        free=wanted.free,
    )
    if not wanted.middle:
        return made
    ends = wanted.at(-wide / 2, 0.0), wanted.at(wide / 2, 0.0)
    rail = layout.bar("middle", wanted.roles[1], *ends, wanted.upward, less, free=wanted.free)
    for upright, side in ((made.left, -1.0), (made.right, 1.0)):
        layout.join("butt", (upright, rail), wanted.at(side * (wide - section.width) / 2, 0.0))
    return Rectangle(left=made.left, right=made.right, low=made.low, top=made.top, more=(rail,))


def _on_nodes(layout: Layout, wanted: FrameRectangle) -> Rectangle:
    bar = layout.batten
    method: MethodId = "cube" if bar.pipe is None else "socket"
    what, splice = "cubes" if bar.pipe is None else "fittings", SPLICES[bar.group]
    x, y = (wanted.size[0] - bar.width) / 2, (wanted.size[1] - bar.width) / 2
    between = f"outside to outside, less one bar and what the {what} at both ends take"

    heights = (-y, 0.0, y) if wanted.middle else (-y, y)
    names = {0.0: "middle", -y: "low", y: "top"}
    rails = {
        z: layout.bar(
            names[z],
            wanted.roles[1],
            wanted.at(-x, z),
            wanted.at(x, z),
            wanted.upward,
            Reason(text=between, blame=wanted.blames[1]),
            splice=splice,
        )
        for z in heights
    }
    uprights: dict[str, list[str]] = {"left": [], "right": []}
    fittings = []
    for where, side in (("left", -1.0), ("right", 1.0)):
        for k, (low, high) in enumerate(pairwise(heights)):
            name = where if k == 0 else f"{where} upper"
            reason = Reason(text=between, blame=wanted.blames[0])
            uprights[where].append(
                layout.bar(
                    name,
                    wanted.roles[0],
                    wanted.at(side * x, low),
                    wanted.at(side * x, high),
                    wanted.across,
                    reason,
                    splice=splice,
                )
            )
        for k, z in enumerate(heights):
            members = (*uprights[where][max(k - 1, 0) : k + 1], rails[z])
            layout.join(method, members, wanted.at(side * x, z))
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
