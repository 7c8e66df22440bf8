"""Two battens that meet at a corner, each cut at 45°; a screw from either side, before and behind the middle."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, axes_of, glued, pair, section_of, toward
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, Fit, PlacedFastener, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.fasteners import MITRE_ASIDE, MITRE_IN
from wenlo.core.fabrication.screws import LONG


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cuts and screws of a corner; the joint's place is the outer tip."""
    first, second = pair(joint, blanks)
    tip = np.array(joint.at)
    ways = [toward(blank, joint.at) for blank in (first, second)]
    width = section_of(first).width
    back = np.abs(axes_of(first)[1])
    aside = section_of(first).thickness / 2 - MITRE_ASIDE
    normal = (ways[1] - ways[0]) / np.sqrt(2.0)
    screws = tuple(
        PlacedFastener(
            item=LONG.id,
            head=at(tip + along * MITRE_IN * width + back * side * aside),
            direction=at(into),
            length=LONG.length,
            diameter=LONG.diameter,
            through=blank.id,
            into=other.id,
        )
        for blank, other, along, into, side in (
            (first, second, ways[0], ways[1], -1.0),
            (second, first, ways[1], ways[0], 1.0),
        )
    )
    return Fit(
        joint=glued(joint, "mitre", (first, second), screws),
        cuts=(
            WorldCut(member=first.id, point=joint.at, normal=at(normal)),
            WorldCut(member=second.id, point=joint.at, normal=at(-normal)),
        ),
    )
