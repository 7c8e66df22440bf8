"""Square tubes on the spigots of a cube; only the cube takes up length. Caps are spigots with a head."""

from collections.abc import Mapping

from wenlo.core.fabrication.assembly.methods.socket import ORIGIN, away, go_on
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildJoint, Fit, Part, PartContact, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop, SpigotFit, mass_of
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid
from wenlo.core.fabrication.assembly.space import PartPose, Vec, plus


def spigots_of(shop: BuildShop) -> SpigotFit:
    """The joints of the tube. Raises ValueError where there are none."""
    if shop.spigots is None:
        raise ValueError("square tube needs joints")
    return shop.spigots


def arm(way: Vec, half: float, start: float, end: float) -> Block:
    """An oblong along an axis of the world, so wide on both sides, from ``start`` to ``end`` along it. [m]"""
    a, b = plus(ORIGIN, way, start), plus(ORIGIN, way, end)
    wide = tuple(0.0 if abs(w) > 0.5 else half for w in way)
    low = tuple(min(p, q) - w for p, q, w in zip(a, b, wide, strict=True))
    high = tuple(max(p, q) + w for p, q, w in zip(a, b, wide, strict=True))
    return Block(low=(low[0], low[1], low[2]), high=(high[0], high[1], high[2]))


def cubed(joint: BlankJoint, blanks: Mapping[str, Blank], *, item: str, row: SpigotFit, half: float) -> Fit:
    """A node whose tubes begin ``half`` a body away from its middle. [m]"""
    ways = {member: away(blanks[member], joint.at) for member in joint.members}
    thick = row.side / 2 - row.wall
    body = [arm((0.0, 0.0, 1.0), row.side / 2, -row.side / 2, row.side / 2)]
    if item == "tube_cap":
        body = []
    if half != row.side / 2:
        body += [arm(way, row.side / 2, 0.0, half) for way in ways.values()]
    part = Part(
        id=f"{joint.id}/{item}",
        role="cap" if item == "tube_cap" else "fitting",
        item=item,
        label="",
        solid=BoughtSolid(fills=(*body, *(arm(way, thick, half, half + row.spigot) for way in ways.values()))),
        pose=PartPose(origin=joint.at),
        source="bought",
        mass=mass_of(item),
    )
    return Fit(
        joint=BuildJoint(
            id=joint.id,
            method="tube_cap" if item == "tube_cap" else "cube",
            parts=(*joint.members, part.id),
            contacts=tuple(
                PartContact(first=member, second=part.id, form="inside", seat=plus(joint.at, way, half))
                for member, way in ways.items()
            ),
        ),
        cuts=tuple(
            WorldCut(member=member, point=plus(joint.at, way, half), normal=plus(ORIGIN, way, -1.0))
            for member, way in ways.items()
        ),
        adds=(part,),
    )


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cuts, cube and contacts of a node."""
    row = spigots_of(shop)
    ways = [away(blanks[member], joint.at) for member in joint.members]
    level = any(abs(way[0]) > 0.5 for way in ways)
    three = "tube_tee" if level else "tube_foot"
    if len(ways) == 3 and not go_on(ways):
        three = "tube_corner_three"
    item = "tube_corner" if len(ways) == 2 else three
    return cubed(joint, blanks, item=item, row=row, half=row.half)
