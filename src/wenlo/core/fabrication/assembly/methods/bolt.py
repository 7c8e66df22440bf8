"""One batten across the edge of another, two bolts right through both, wing nuts inside."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, axes_of, box_of, pair, section_of
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildJoint, Fit, PartContact, PlacedFastener
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.screws import foot_bolt


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Bolts of a crossing: from the outside of the member named first through the other one."""
    outer, inner = pair(joint, blanks)
    middles = [box_of(blank)[0] for blank in (outer, inner)]
    across = axes_of(outer)[1]
    if float(across @ (middles[1] - middles[0])) < 0.0:
        across = -across
    section = section_of(outer)
    start = np.array(joint.at)
    start = start - across * float(across @ (start - middles[0])) - across * section.thickness / 2
    along = axes_of(outer)[0]
    bolt = foot_bolt(section.thickness, section_of(inner).width)
    bolts = tuple(
        PlacedFastener(
            item=bolt.id,
            head=at(start + along * side * section.width / 4),
            direction=at(across),
            length=bolt.length,
            diameter=bolt.diameter,
            through=outer.id,
            into=inner.id,
            nut=True,
        )
        for side in (-1.0, 1.0)
    )
    return Fit(
        joint=BuildJoint(
            id=joint.id,
            method="bolt",
            parts=(outer.id, inner.id),
            contacts=(PartContact(first=outer.id, second=inner.id),),
            fasteners=bolts,
        )
    )
