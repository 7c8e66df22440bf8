"""Two battens that cross in one plane, half of the thickness out of each, four screws in a square."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, axes_of, box_of, glued, pair, section_of
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, Fit, PlacedFastener, WorldNotch
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.assembly.solids import Block
from wenlo.core.fabrication.screws import thin_screw

PAST = 0.001
"""The saw goes past what it takes out, where there is nothing. [m]"""


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Notches and screws of a crossing; ``into`` keeps the half away from the subject, where the screws go in."""
    through, into = pair(joint, blanks)
    middles, halves = zip(*(box_of(blank) for blank in (through, into)), strict=True)
    low = np.maximum(middles[0] - halves[0], middles[1] - halves[1])
    high = np.minimum(middles[0] + halves[0], middles[1] + halves[1])
    middle = (low + high) / 2
    back = np.abs(axes_of(into)[1])
    depth = float(back @ (high - low))
    free = PAST * (1.0 - back)

    def taken(behind: bool) -> Block:
        near = low - free + back * (depth / 2 if behind else -PAST)
        far = high + free - back * (-PAST if behind else depth / 2)
        return Block(low=at(near), high=at(far))

    width, along = axes_of(into)[0], axes_of(into)[2]
    quarter = section_of(into).width / 4
    screw = thin_screw(section_of(into).thickness)
    screws = tuple(
        PlacedFastener(
            item=screw.id,
            head=at(middle + back * depth / 2 + width * a * quarter + along * b * quarter),
            direction=at(-back),
            length=screw.length,
            diameter=screw.diameter,
            through=into.id,
            into=through.id,
        )
        for a in (-1.0, 1.0)
        for b in (-1.0, 1.0)
    )
    return Fit(
        joint=glued(joint, "half_lap", (through, into), screws),
        notches=(
            WorldNotch(member=through.id, block=taken(behind=True)),
            WorldNotch(member=into.id, block=taken(behind=False)),
        ),
    )
