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
        return "pipe_elbow" if abs(dot(ways[0], ways[1])) < SQUARE else "pipe_elbow_45"
    return "pipe_tee" if go_on(ways) else "pipe_corner"


SQUARE = 0.1
"""Cosine up to which two pipes are square to each other."""

HALF_BEND = 0.5
"""An elbow of 45° takes off so much of what one of 90° does; typical, measure one."""

ORIGIN: Vec = (0.0, 0.0, 0.0)


def away(blank: Blank, at: Vec) -> Vec:
    """The direction in which a member leaves a node at one of its ends."""
    near, far = (blank.start, blank.end)
    back = minus(near, at)
    if back[0] ** 2 + back[1] ** 2 + back[2] ** 2 > 1e-12:
        near, far = far, near
    return unit(minus(far, near))


def take_off(item: str, row: SocketFit) -> float:
    """From the middle of a fitting to the bottom of its sockets. [m]"""
    return row.take_off * (HALF_BEND if item == "pipe_elbow_45" else 1.0)


def stop_in(row: SocketFit, off: float, mine: SocketFit) -> float:
    """From the middle of a fitting to where a pipe ends in it: at its own depth in the socket, or in the bushing there,
    whose end is level with the fitting's. [m]

    Parameters
    ----------
    row: sockets of the fitting.
    off: from its middle to their bottom. [m]
    mine: sockets of the pipe.
    """
    return off + row.left_open if mine.outer == row.outer else off + row.socket - mine.inserted


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cuts, fitting, bushings and contacts of a node."""
    rows = {member: shop.sockets_for(blanks[member].bar) for member in joint.members}
    row = max(rows.values(), key=lambda one: one.outer)
    ways = {member: away(blanks[member], joint.at) for member in joint.members}
    item = fitting_for(list(ways.values()))
    off = take_off(item, row)
    ends = {way: plus(ORIGIN, way, off + row.socket) for way in ways.values()}
    solid = BoughtSolid(
        fills=tuple(Rod(start=ORIGIN, end=end, diameter=row.outer + 2 * row.fitting_wall) for end in ends.values()),
        bores=(
            *(
                Rod(start=plus(ORIGIN, way, off), end=plus(end, way, 0.001), diameter=row.outer)
                for way, end in ends.items()
            ),
            *(Rod(start=ORIGIN, end=plus(ORIGIN, way, off), diameter=row.outer - 2 * row.wall) for way in ends),
        ),
    )
    fitting = _bought(joint, shop.item_for(item, row), solid)
    stops = {member: stop_in(row, off, mine) for member, mine in rows.items()}
    bushings = {
        member: _bushing(joint, member, ways[member], off, row, mine)
        for member, mine in rows.items()
        if mine.outer != row.outer
    }
    seats = {member: plus(joint.at, way, stops[member]) for member, way in ways.items()}
    return Fit(
        joint=BuildJoint(
            id=joint.id,
            method="socket",
            parts=(*joint.members, fitting.id, *(part.id for part in bushings.values())),
            contacts=(
                *(
                    PartContact(first=member, second=bushings.get(member, fitting).id, form="inside", seat=seat)
                    for member, seat in seats.items()
                ),
                *(
                    PartContact(first=part.id, second=fitting.id, form="inside", seat=plus(joint.at, ways[member], off))
                    for member, part in bushings.items()
                ),
            ),
        ),
        cuts=tuple(
            WorldCut(member=member, point=seats[member], normal=plus(ORIGIN, way, -1.0)) for member, way in ways.items()
        ),
        adds=(fitting, *bushings.values()),
    )


def _bought(joint: BlankJoint, item: str, solid: BoughtSolid, name: str = "") -> Part:
    return Part(
        id=f"{joint.id}/{name or item}",
        role="fitting",
        item=item,
        label="",
        solid=solid,
        pose=PartPose(origin=joint.at),
        source="bought",
        mass=mass_of(item),
    )


def _bushing(joint: BlankJoint, member: str, way: Vec, off: float, row: SocketFit, mine: SocketFit) -> Part:
    # fills the wider socket, and is the socket of the narrower pipe
    end = off + row.socket
    solid = BoughtSolid(
        fills=(Rod(start=plus(ORIGIN, way, off), end=plus(ORIGIN, way, end), diameter=row.outer),),
        bores=(
            Rod(
                start=plus(ORIGIN, way, max(end - mine.socket, off)),
                end=plus(ORIGIN, way, end + 0.001),
                diameter=mine.outer,
            ),
            Rod(start=plus(ORIGIN, way, off - 0.001), end=plus(ORIGIN, way, end), diameter=mine.outer - 2 * mine.wall),
        ),
    )
    return _bought(joint, "pipe_bushing", solid, f"pipe_bushing.{member.rpartition('/')[2]}")
