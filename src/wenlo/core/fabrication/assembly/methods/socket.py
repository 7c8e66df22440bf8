"""Pipe in the sockets of an elbow or a tee: each pipe stops where it does not go in any further."""

from collections.abc import Mapping, Sequence

from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildJoint, Fit, Part, PartContact, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop, SocketFit, mass_of
from wenlo.core.fabrication.assembly.solids import BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose, Vec, dot, minus, plus, unit

STRAIGHT = -0.99
"""Cosine of two pipes that go on in one another."""


def go_on(ways: Sequence[Vec]) -> bool:
    """Whether two of some directions go on in one another."""
    return any(dot(a, b) < STRAIGHT for k, a in enumerate(ways) for b in ways[:k])


def fitting_for(ways: Sequence[Vec]) -> str:
    """What takes pipes that go off in these directions."""
    if len(ways) == 2:
        return "pipe_elbow"
    return "pipe_tee" if go_on(ways) else "pipe_corner"


ORIGIN: Vec = (0.0, 0.0, 0.0)


def away(blank: Blank, at: Vec) -> Vec:
    """The direction in which a member leaves a node at one of its ends."""
    near, far = (blank.start, blank.end)
    back = minus(near, at)
    if back[0] ** 2 + back[1] ** 2 + back[2] ** 2 > 1e-12:
        near, far = far, near
    return unit(minus(far, near))


def sockets_of(shop: BuildShop) -> SocketFit:
    """The fittings of the pipe. Raises ValueError where there are none."""
    if shop.sockets is None:
        raise ValueError("pipe needs fittings")
    return shop.sockets


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cuts, fitting and contacts of a node."""
    row = sockets_of(shop)
    ways = {member: away(blanks[member], joint.at) for member in joint.members}
    item = fitting_for(list(ways.values()))
    ends = {way: plus(ORIGIN, way, row.take_off + row.socket) for way in ways.values()}
    solid = BoughtSolid(
        fills=tuple(Rod(start=ORIGIN, end=end, diameter=row.outer + 2 * row.fitting_wall) for end in ends.values()),
        bores=(
            *(
                Rod(start=plus(ORIGIN, way, row.take_off), end=plus(end, way, 0.001), diameter=row.outer)
                for way, end in ends.items()
            ),
            *(
                Rod(start=ORIGIN, end=plus(ORIGIN, way, row.take_off), diameter=row.outer - 2 * row.wall)
                for way in ends
            ),
        ),
    )
    fitting = Part(
        id=f"{joint.id}/{item}",
        role="fitting",
        item=item,
        label="",
        solid=solid,
        pose=PartPose(origin=joint.at),
        source="bought",
        mass=mass_of(item),
    )
    stops = row.take_off + row.left_open
    return Fit(
        joint=BuildJoint(
            id=joint.id,
            method="socket",
            parts=(*joint.members, fitting.id),
            contacts=tuple(
                PartContact(first=member, second=fitting.id, form="inside", seat=plus(joint.at, way, stops))
                for member, way in ways.items()
            ),
        ),
        cuts=tuple(
            WorldCut(member=member, point=plus(joint.at, way, stops), normal=plus(ORIGIN, way, -1.0))
            for member, way in ways.items()
        ),
        adds=(fitting,),
    )
