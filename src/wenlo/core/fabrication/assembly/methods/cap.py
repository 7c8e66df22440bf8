"""A cap on the end of a pipe; the end of the thing is the outside of its bottom."""

from collections.abc import Mapping

from wenlo.core.fabrication.assembly.methods.socket import ORIGIN, away
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildJoint, Fit, Part, PartContact, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop, mass_of
from wenlo.core.fabrication.assembly.solids import BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose, plus


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cut, cap and contact of an end."""
    (member,) = joint.members
    row = shop.sockets_for(blanks[member].bar)
    item = shop.item_for("pipe_cap", row)
    way = away(blanks[member], joint.at)
    deep = row.cap_end + row.socket
    cap = Part(
        id=f"{joint.id}/{item}",
        role="cap",
        item=item,
        label="",
        solid=BoughtSolid(
            fills=(Rod(start=ORIGIN, end=plus(ORIGIN, way, deep), diameter=row.outer + 2 * row.fitting_wall),),
            bores=(Rod(start=plus(ORIGIN, way, row.cap_end), end=plus(ORIGIN, way, deep + 0.001), diameter=row.outer),),
        ),
        pose=PartPose(origin=joint.at),
        source="bought",
        mass=mass_of(item),
    )
    seat = plus(joint.at, way, row.cap_end + row.left_open)
    return Fit(
        joint=BuildJoint(
            id=joint.id,
            method="cap",
            parts=(member, cap.id),
            contacts=(PartContact(first=member, second=cap.id, form="inside", seat=seat),),
        ),
        cuts=(WorldCut(member=member, point=seat, normal=plus(ORIGIN, way, -1.0)),),
        adds=(cap,),
    )
