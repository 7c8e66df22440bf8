"""The end of one batten against another, held by an angle bracket in the corner: it comes apart with a screwdriver."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, box_of, length_of, pair
from wenlo.core.fabrication.assembly.methods.butt import near_face
from wenlo.core.fabrication.assembly.parts import (
    Blank,
    BlankJoint,
    BuildJoint,
    Fit,
    Part,
    PartContact,
    PlacedFastener,
    WorldCut,
)
from wenlo.core.fabrication.assembly.shop import BuildShop, mass_of
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid
from wenlo.core.fabrication.assembly.space import Array, PartPose
from wenlo.core.fabrication.fasteners import BRACKET_SCREWS
from wenlo.core.fabrication.screws import BRACKET

ITEM = "angle_bracket"

LEG, WIDE, THICK = 0.040, 0.015, 0.002
"""Of the bracket: its legs, its width and its sheet. [m]"""


def inner_side(through: Blank, place: Array) -> Array:
    """The direction along the batten that goes on, to the side on which more of it is, shape (3,)."""
    start, end = np.array(through.start), np.array(through.end)
    way: Array = (end - start) / length_of(through)
    return way if np.linalg.norm(end - place) >= np.linalg.norm(start - place) else -way


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cut, bracket and screws of an end."""
    through, into = pair(joint, blanks)
    face, way = near_face(through, into, joint)
    inside = inner_side(through, np.array(joint.at))
    _, half = box_of(into)
    corner = face + inside * float(np.abs(inside) @ half)
    pose = PartPose(origin=at(corner), x=at(way), y=at(inside), z=at(np.cross(way, inside)))
    bracket = Part(
        id=f"{joint.id}/{ITEM}",
        role="bracket",
        item=ITEM,
        label="",
        solid=BoughtSolid(
            fills=(
                Block(low=(0.0, 0.0, -WIDE / 2), high=(LEG, THICK, WIDE / 2)),
                Block(low=(0.0, 0.0, -WIDE / 2), high=(THICK, LEG, WIDE / 2)),
            )
        ),
        pose=pose,
        source="bought",
        mass=mass_of(ITEM),
    )
    screws = tuple(
        PlacedFastener(
            item=BRACKET.id,
            head=at(corner + along * off + across * THICK),
            direction=at(-across),
            length=BRACKET.length,
            diameter=BRACKET.diameter,
            through=bracket.id,
            into=member.id,
        )
        for along, across, member in ((way, inside, into), (inside, way, through))
        for off in BRACKET_SCREWS
    )
    return Fit(
        joint=BuildJoint(
            id=joint.id,
            method="bracket",
            parts=(through.id, into.id, bracket.id),
            contacts=(
                PartContact(first=through.id, second=into.id),
                PartContact(first=bracket.id, second=into.id),
                PartContact(first=bracket.id, second=through.id),
            ),
            fasteners=screws,
        ),
        cuts=(WorldCut(member=into.id, point=at(face), normal=at(-way)),),
        adds=(bracket,),
    )
