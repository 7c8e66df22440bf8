"""A box or tent: two frames at the sides, cross rails between them at the top and behind; battens are screwed, pipe
goes into three-way corners, square tube onto cubes.

Its own coordinates: x across, y to the back, z up from what it stands on, the middle of the floor at the origin.
"""

from dataclasses import dataclass

from wenlo.core.fabrication.assembly.layout import SPLICES, Layout, Reason, Rectangle
from wenlo.core.fabrication.assembly.parts import MethodId
from wenlo.core.fabrication.assembly.space import Vec, X, Y, Z

APART, BETWEEN = 0.34, 0.14
"""Screws of the side frames stand so far from the middle of a rail, those of the cross rails between them: at a corner
both go through one upright, square to each other. Shares of the width. [-]"""


@dataclass(frozen=True, kw_only=True)
class BoxRoles:
    """What uprights, rails from front to back, and rails across are called, and how their lengths come about."""

    uprights: str
    rails: str
    cross: str
    upright_reason: Reason
    rail_reason: Reason
    cross_reason: Reason


@dataclass(frozen=True, kw_only=True)
class BattenBox:
    """Names of its members: the two sides, and the cross rails at the top front, top back and bottom back; what stands
    farthest out of the left and the right side, what a top lies on, and what a sweep hangs on at the back.
    """

    sides: tuple[Rectangle, Rectangle]
    cross: tuple[str, str, str]
    faces: tuple[tuple[str, ...], tuple[str, ...]]
    top: tuple[str, ...]
    back: tuple[str, ...]

    @property
    def faces_at_top(self) -> tuple[tuple[str, ...], tuple[str, ...]]:
        """Of what stands out of each side, what is at its top too."""
        left, right = (tuple(id for id in face if id in self.top) for face in self.faces)
        return left, right


def batten_box(layout: Layout, *, width: float, depth: float, height: float, roles: BoxRoles) -> BattenBox:
    """Lay its members, over the outside. [m]

    The front is open at the bottom, so that a sweep runs out of it without a step.
    """
    layout.finished = ((-width / 2, -depth / 2, 0.0), (width / 2, depth / 2, height))
    wide, thick = layout.batten.width, layout.batten.thickness
    sides = []
    for name, side in (("left ", -1.0), ("right ", 1.0)):
        sides.append(
            layout.rectangle(
                name,
                centre=(side * (width - thick) / 2, 0.0, height / 2),
                across=Y,
                upward=Z,
                size=(depth, height),
                roles=(roles.uprights, roles.rails),
                reasons=(roles.upright_reason, roles.rail_reason),
                spread=APART,
                free=(-side, 0.0, 0.0),
            )
        )
    cross = []
    for name, back, z in (
        ("cross front top", -1.0, height - wide / 2),
        ("cross back top", 1.0, height - wide / 2),
        ("cross back low", 1.0, wide / 2),
    ):
        y = back * (depth - thick) / 2
        rail = layout.bar(
            name, roles.cross, (-width / 2, y, z), (width / 2, y, z), Z, roles.cross_reason, free=(0.0, -back, 0.0)
        )
        for side, frame in zip((-1.0, 1.0), sides, strict=True):
            upright = frame.right if back > 0.0 else frame.left
            layout.join("butt", (upright, rail), (side * (width - thick) / 2, y, z), spread=BETWEEN)
        cross.append(rail)
    left, right = sides
    return BattenBox(
        sides=(left, right),
        cross=(cross[0], cross[1], cross[2]),
        faces=(left.all, right.all),
        top=(left.top, right.top, cross[0], cross[1]),
        back=(cross[1],),
    )


def node_box(
    layout: Layout, *, width: float, depth: float, height: float, roles: BoxRoles, unscrew: bool = False
) -> BattenBox:
    """The same of pipe or square tube, between corners; the outside is measured over these [m]. Uprights of pipe may
    ``unscrew`` in their middles.
    """
    layout.finished = ((-width / 2, -depth / 2, 0.0), (width / 2, depth / 2, height))
    bar = layout.batten
    out = bar.width / 2 + (0.0 if bar.pipe is None else bar.pipe.fitting_wall)
    method: MethodId = "cube" if bar.pipe is None else "socket"
    x, y, low, high = width / 2 - out, depth / 2 - out, out, height - out

    def lay(name: str, role: str, start: Vec, end: Vec, reason: Reason) -> str:
        upright = start[2] != end[2]
        splice: MethodId = "thread" if upright and unscrew else SPLICES[bar.group]
        return layout.bar(name, role, start, end, X if upright else Z, reason, splice=splice)

    sides, corners = [], []
    for name, side in (("left ", -1.0), ("right ", 1.0)):
        uprights = {
            where: lay(
                f"{name}{where}", roles.uprights, (side * x, at, low), (side * x, at, high), roles.upright_reason
            )
            for where, at in (("left", -y), ("right", y))
        }
        rails = {
            where: lay(f"{name}{where}", roles.rails, (side * x, -y, z), (side * x, y, z), roles.rail_reason)
            for where, z in (("low", low), ("top", high))
        }
        sides.append(Rectangle(left=uprights["left"], right=uprights["right"], low=rails["low"], top=rails["top"]))
    cross = [
        lay(name, roles.cross, (-x, at, z), (x, at, z), roles.cross_reason)
        for name, at, z in (("cross front top", -y, high), ("cross back top", y, high), ("cross back low", y, low))
    ]
    for k, (frame, side) in enumerate(zip(sides, (-1.0, 1.0), strict=True)):
        for members, at, z in (
            ((frame.left, frame.top, cross[0]), -y, high),
            ((frame.right, frame.top, cross[1]), y, high),
            ((frame.right, frame.low, cross[2]), y, low),
            ((frame.left, frame.low), -y, low),
        ):
            layout.join(method, members, (side * x, at, z))
            item = "pipe_elbow" if len(members) == 2 else "pipe_corner"
            corners.append((k, at, z, f"{layout.joints[-1].id}/{item}"))
    made = sides[0], sides[1]
    over = (made[0].top, made[1].top, cross[0], cross[1])
    if bar.pipe is None:
        return BattenBox(
            sides=made,
            cross=(cross[0], cross[1], cross[2]),
            faces=(made[0].all, made[1].all),
            top=over,
            back=(cross[1],),
        )
    # corners stand out of the pipes: what covers the box lies on them
    left, right = (tuple(id for n, _, _, id in corners if n == k) for k in (0, 1))
    return BattenBox(
        sides=made,
        cross=(cross[0], cross[1], cross[2]),
        faces=(left, right),
        top=tuple(id for _, _, z, id in corners if z == high),
        back=tuple(id for _, at, z, id in corners if z == high and at > 0.0),
    )
