"""The end of one batten against the edge of another, two screws through that into its end grain."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import (
    at,
    axes_of,
    box_of,
    glued,
    length_of,
    pair,
    section_of,
    toward,
)
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, Fit, PlacedFastener, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.screws import end_screw, off_middle


def near_face(through: Blank, into: Blank, joint: BlankJoint) -> tuple[np.ndarray, np.ndarray]:
    """A point on the face of ``through`` that the end of ``into`` meets, and the direction from there into it."""
    way = toward(into, joint.at)
    middle, half = box_of(through)
    reach = float(np.abs(way) @ half)
    start = np.array(joint.at)
    # on the line of the member that ends here
    return start + way * (float(way @ (middle - start)) + reach), way


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cut and screws of an end."""
    through, into = pair(joint, blanks)
    face, way = near_face(through, into, joint)
    width = section_of(into).width
    across = axes_of(into)[0]
    _, half = box_of(through)
    outside = face - way * 2 * float(np.abs(way) @ half)
    screw = end_screw(length_of(into), 2 * float(np.abs(way) @ half))
    screws = tuple(
        PlacedFastener(
            item=screw.id,
            head=at(outside + across * side * off_middle(width, joint.spread, screw)),
            direction=at(way),
            length=screw.length,
            diameter=screw.diameter,
            through=through.id,
            into=into.id,
        )
        for side in (-1.0, 1.0)
    )
    return Fit(
        joint=glued(joint, "butt", (through, into), screws),
        cuts=(WorldCut(member=into.id, point=at(face), normal=at(-way)),),
    )
