"""A box or tent of battens: two frames at the sides, cross rails between them at the top and behind.

Its own coordinates: x across, y to the back, z up from what it stands on, the middle of the floor at the origin.
"""

from dataclasses import dataclass

from wenlo.core.fabrication.assembly.layout import Layout, Reason, Rectangle
from wenlo.core.fabrication.assembly.space import Y, Z

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
    """Names of its members: the two sides, and the cross rails at the top front, top back and bottom back."""

    sides: tuple[Rectangle, Rectangle]
    cross: tuple[str, str, str]

    @property
    def top(self) -> tuple[str, ...]:
        """What a top lies on."""
        return self.sides[0].top, self.sides[1].top, self.cross[0], self.cross[1]


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
    return BattenBox(sides=(sides[0], sides[1]), cross=(cross[0], cross[1], cross[2]))
