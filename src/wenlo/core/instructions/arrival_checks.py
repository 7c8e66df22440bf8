"""Whether a thing can be put together in the order of its steps: each stiff part comes to its place along some straight
way past what is there already, and a driver comes to each screw.
"""

from collections.abc import Iterator, Sequence

import numpy as np
from manifold3d import Manifold

from wenlo.core.fabrication.assembly.parts import Assembly, Part, PlacedFastener
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSolid
from wenlo.core.fabrication.assembly.space import Array
from wenlo.core.instructions.assembly_checks import AssemblyFault

SLIDES = 2e-8
"""Faces that slide on one another share no more than this. [m³]"""

ALONG = 0.99
"""Cosine from which on a part slides along its bore."""

LOOKS = (0.002, 0.005, 0.01, 0.02, 0.04, 0.08, 0.15, 0.25, 0.4, 0.7, 1.1, 1.8, 3.0)
"""Where a part that is not convex is looked at on its way out. [m]"""

SLIPPED_ON = frozenset({"sewn", "clamped", "tied"})
"""A sleeve is sewn before its rod is pushed in."""

DRIVER, DRIVER_LENGTH, CLEAR = 0.012, 0.11, 0.003
"""A stubby screwdriver with the hand on it, half as thick and as long as this; it begins so far over the head. [m]"""


def arrival_faults(assembly: Assembly, by_step: Sequence[Sequence[str]]) -> tuple[AssemblyFault, ...]:
    """Parts that no straight way leads to their place, and screws that no driver comes to.

    Parameters
    ----------
    assembly: the built thing.
    by_step: ids of the parts that each step adds.
    """
    when = {id: k for k, ids in enumerate(by_step) for id in ids}
    return (*_too_soon(assembly, when), *_arrivals(assembly, when), *_drivers(assembly, when))


def _too_soon(assembly: Assembly, when: dict[str, int]) -> Iterator[AssemblyFault]:
    # cloth and foil are held at something stiff, which is there before them or comes with them
    for joint in assembly.joints:
        first, *others = joint.parts
        part = assembly.by_id.get(first)
        if part is None or not part.soft or joint.method in SLIPPED_ON:
            continue
        later = [
            o
            for o in others
            if o in assembly.by_id and not assembly.by_id[o].soft and when.get(o, 0) > when.get(first, 0)
        ]
        if later:
            yield AssemblyFault(code="too_soon", parts=(first, *later))


def _arrivals(assembly: Assembly, when: dict[str, int]) -> Iterator[AssemblyFault]:
    inside = {frozenset((c.first, c.second)) for j in assembly.joints for c in j.contacts if c.seat is not None}
    for group in assembly.groups:
        stiff = [assembly.by_id[id] for id in group.parts if id in assembly.by_id and not assembly.by_id[id].soft]
        for part in stiff:
            there = [other for other in stiff if when.get(other.id, 0) < when.get(part.id, 0)]
            ways = np.concatenate([part.pose.axes.T, group.pose.axes.T])
            if there and not any(_is_free(part, there, way, inside) for way in (*ways, *-ways)):
                yield AssemblyFault(code="no_way_in", parts=(part.id, *_in_the_way(part, there, inside)))


def _in_the_way(part: Part, there: Sequence[Part], inside: set[frozenset[str]]) -> tuple[str, ...]:
    # of the way that the fewest stand in
    ways = part.pose.axes.T
    found = [tuple(other.id for other in there if not _is_free(part, [other], way, inside)) for way in (*ways, *-ways)]
    return min(found, key=len)


def _is_free(part: Part, there: Sequence[Part], way: Array, inside: set[frozenset[str]]) -> bool:
    low, high = part.box
    for other in there:
        # out of all that is there, and no farther
        out = float(max(((other.box[1] - low) * np.sign(way)).max(), ((other.box[0] - high) * np.sign(way)).max()))
        far = max(out, 0.0) + float(np.linalg.norm(high - low))
        swept_low, swept_high = np.minimum(low, low + far * way), np.maximum(high, high + far * way)
        if (swept_low >= other.box[1] - 1e-6).any() or (swept_high <= other.box[0] + 1e-6).any():
            continue
        if frozenset((part.id, other.id)) in inside and _slides(part, other, way):
            continue
        if _meets(part, other, way, far):
            return False
    return True


def _slides(part: Part, other: Part, way: Array) -> bool:
    bars = [one for one in (part, other) if isinstance(one.solid, BarSolid)]
    return any(abs(float(np.array(bar.pose.z) @ way)) > ALONG for bar in bars)


def _is_convex(part: Part) -> bool:
    solid = part.solid
    return (isinstance(solid, BarSolid) and not solid.notches) or (isinstance(solid, SheetSolid) and not solid.holes)


def _meets(part: Part, other: Part, way: Array, far: float) -> bool:
    if _is_convex(part):
        corners = part.corners
        swept = Manifold.hull_points(np.concatenate([corners, corners + far * way]))
        return float((swept ^ other.body).volume()) > SLIDES + float((part.body ^ other.body).volume())
    return any(
        float((part.body.translate(tuple(d * way)) ^ other.body).volume()) > SLIDES for d in LOOKS if d < far + LOOKS[0]
    )


def _drivers(assembly: Assembly, when: dict[str, int]) -> Iterator[AssemblyFault]:
    boxes = {part.id: part.box for part in assembly.parts}
    group_of = {id: group.id for group in assembly.groups for id in group.parts}
    for joint in assembly.joints:
        for fastener in joint.fasteners:
            step = max(when.get(id, 0) for id in (fastener.through, fastener.into))
            mine = {group_of.get(id) for id in (fastener.through, fastener.into)}
            start = np.array(fastener.head) - CLEAR * np.array(fastener.direction)
            end = start - DRIVER_LENGTH * np.array(fastener.direction)
            low, high = np.minimum(start, end) - DRIVER, np.maximum(start, end) + DRIVER
            for part in assembly.parts:
                # what comes later is not in the way, nor what is built apart
                if part.soft or when.get(part.id, 0) >= step or group_of.get(part.id) not in mine:
                    continue
                box = boxes[part.id]
                if (low >= box[1]).any() or (high <= box[0]).any():
                    continue
                if float((_driver(fastener) ^ part.body).volume()) > SLIDES:
                    yield AssemblyFault(code="no_driver", parts=(fastener.through, fastener.into, part.id))


def _driver(fastener: PlacedFastener) -> Manifold:
    z = -np.array(fastener.direction)
    x = np.cross([0.0, 1.0, 0.0] if abs(z[1]) < 0.9 else [1.0, 0.0, 0.0], z)
    x /= np.linalg.norm(x)
    start = np.array(fastener.head) + CLEAR * z
    turn = np.stack([x, np.cross(z, x), z, start], axis=1)
    return Manifold.cylinder(DRIVER_LENGTH, DRIVER, circular_segments=8).transform(turn)
