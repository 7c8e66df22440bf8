"""A short piece between two frames: tied in its place between pipes, screwed from both sides between battens."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, axes_of, box_of
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildJoint, Fit, PartContact, PlacedFastener
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.assembly.solids import RoundSection
from wenlo.core.fabrication.fasteners import MITRE_ASIDE
from wenlo.core.fabrication.screws import spacer_screw


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Contacts, and screws of battens, of an end of a spacer (named first) at a member of a frame."""
    spacer, member = (blanks[name] for name in joint.members)
    contacts = (PartContact(first=spacer.id, second=member.id),)
    if isinstance(member.section, RoundSection) or member.section.wall is not None:
        joined = BuildJoint(id=joint.id, method="spaced", parts=joint.members, contacts=contacts)
        return Fit(joint=joined)
    way = np.array(joint.at) - (np.array(spacer.start) + np.array(spacer.end)) / 2
    way /= np.linalg.norm(way)
    _, half = box_of(member)
    outside = np.array(joint.at) + way * 2 * float(np.abs(way) @ half)
    wide, thin = axes_of(spacer)[0], axes_of(spacer)[1]
    # screws come from both ends of a short piece, and those of its ends lie on different diagonals
    turn = 1.0 if way[1] > 0.0 else -1.0
    aside = spacer.section.half[1] - MITRE_ASIDE
    along = np.array(spacer.end) - np.array(spacer.start)
    screw = spacer_screw(float(np.linalg.norm(along)), 2 * float(np.abs(way) @ half))
    screws = tuple(
        PlacedFastener(
            item=screw.id,
            head=at(outside + wide * side * spacer.section.half[0] / 2 + thin * side * turn * aside),
            direction=at(-way),
            length=screw.length,
            diameter=screw.diameter,
            through=member.id,
            into=spacer.id,
        )
        for side in (-1.0, 1.0)
    )
    return Fit(joint=BuildJoint(id=joint.id, method="spaced", parts=joint.members, contacts=contacts, fasteners=screws))
