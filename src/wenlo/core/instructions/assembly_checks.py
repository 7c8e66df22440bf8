"""Whether a built thing goes together: no two parts in one place, joined ones touch, all of it holds together, it
measures what was asked, and every fastener is in its wood and clear of the others.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Literal

import numpy as np

from wenlo.core.fabrication.assembly.parts import OVERLAP, Assembly, BuiltGroup, Part, PartContact, PlacedFastener
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid
from wenlo.core.fabrication.assembly.space import Array, Flags, PartPose, between
from wenlo.core.fabrication.screws import SHY

TOUCH = 0.0006
"""Parts that touch are no farther apart; facets of round ones cost a part of it. [m]"""

HANGS = 0.0025
"""Cloth that is held at one edge stands so far off at the others. [m]"""

MANY = 200_000
"""Pairs of corners that are looked at."""

NEARBY, FAR = 0.003, 0.05
"""How far parts that should touch are looked for. [m]"""

STEP = 0.001
"""A fastener is looked at so often along its axis. [m]"""

APART = 0.001
"""What stays between two fasteners. [m]"""

NUT = 0.010
"""What a nut and its washer take of a bolt. [m]"""

EDGE = 1.5
"""From the middle of a fastener to the nearest face beside it, in diameters."""

SQUARE = 0.999
"""Cosine from which on a fastener is square to what it goes into."""

OUTSIDE = 0.0005
"""A finished size that is off by more is wrong. [m]"""

WHOLE = PartPose()

FaultCode = Literal[
    "overlap",
    "apart",
    "loose",
    "size",
    "comes_out",
    "edge",
    "no_nut",
    "fasteners_meet",
    "twice",
    "unlabelled",
    "unequal",
    "not_built",
    "not_lit",
    "elsewhere",
    "other_size",
    "other_material",
    "too_soon",
    "no_way_in",
    "no_driver",
    "no_room",
    "in_the_way",
]


@dataclass(frozen=True, kw_only=True)
class AssemblyFault:
    """What is wrong, with which parts, and by how much: volume [m³] of an overlap, otherwise a length [m]."""

    code: FaultCode
    parts: tuple[str, ...]
    value: float = 0.0


def faults(assembly: Assembly) -> tuple[AssemblyFault, ...]:
    """All that is wrong with an assembly; nothing where it goes together."""
    return (
        *_accounted(assembly),
        *_overlaps(assembly),
        *_contacts(assembly),
        *_measures(assembly),
        *_fasteners(assembly),
    )


def _accounted(assembly: Assembly) -> Iterator[AssemblyFault]:
    ids = [part.id for part in assembly.parts]
    yield from (AssemblyFault(code="twice", parts=(id,)) for id in sorted({i for i in ids if ids.count(i) > 1}))
    # what is there already is neither cut nor written on
    cut = [part for part in assembly.bars if part.source == "cut"]
    labels = [part.label for part in cut]
    for part in cut:
        if not part.label or labels.count(part.label) > 1:
            yield AssemblyFault(code="unlabelled", parts=(part.id,))
    # what shares a letter is cut against one stop
    letters: dict[str, list[Part]] = {}
    for part in cut:
        letters.setdefault(part.label.rstrip("0123456789"), []).append(part)
    for same in letters.values():
        lengths = [part.solid.length for part in same if isinstance(part.solid, BarSolid)]
        if max(lengths) - min(lengths) > OUTSIDE:
            yield AssemblyFault(
                code="unequal", parts=tuple(part.id for part in same), value=max(lengths) - min(lengths)
            )


def _near(parts: Sequence[Part], slack: float) -> Iterator[tuple[Part, Part]]:
    boxes = np.array([part.box for part in parts])
    for i, j in combinations(range(len(parts)), 2):
        if np.all(boxes[i, 0] < boxes[j, 1] + slack) and np.all(boxes[j, 0] < boxes[i, 1] + slack):
            yield parts[i], parts[j]


def _overlaps(assembly: Assembly) -> Iterator[AssemblyFault]:
    for one, other in _near([part for part in assembly.parts if not part.soft], -1e-6):
        shared = float((one.body ^ other.body).volume())
        if shared > OVERLAP:
            yield AssemblyFault(code="overlap", parts=(one.id, other.id), value=shared)


def _contacts(assembly: Assembly) -> Iterator[AssemblyFault]:
    # what is said to touch is measured, and only what was measured holds the thing together
    group = {part.id: part.id for part in assembly.parts}

    def root(id: str) -> str:
        while group[id] != id:
            id = group[id]
        return id

    for joint in assembly.joints:
        for contact in joint.contacts:
            one, other = assembly.by_id.get(contact.first), assembly.by_id.get(contact.second)
            if one is None or other is None:
                yield AssemblyFault(code="loose", parts=(contact.first, contact.second))
                continue
            # a round part in its own bore overlaps it by facets: its end and its axis are looked at instead
            inside = contact.seat is not None
            gap = _unseated(one, other, contact) if inside else _gap(one, other)
            if gap > contact.gap + (HANGS if one.soft or other.soft else TOUCH):
                yield AssemblyFault(code="apart", parts=(one.id, other.id), value=gap)
            else:
                group[root(one.id)] = root(other.id)
    for group_of_parts in assembly.groups:
        ids = [id for id in group_of_parts.parts if id in assembly.by_id]
        first = root(ids[0]) if ids else ""
        yield from (AssemblyFault(code="loose", parts=(id,)) for id in ids if root(id) != first)
    grouped = {id for one in assembly.groups for id in one.parts}
    held = {id for joint in assembly.joints for id in joint.parts}
    for part in assembly.parts:
        if part.id not in grouped and part.id not in held:
            yield AssemblyFault(code="loose", parts=(part.id,))


def _gap(one: Part, other: Part) -> float:
    # corners that meet say that the parts do, and are soon looked at
    a, b = one.corners, other.corners
    if len(a) * len(b) < MANY:
        corner = float(np.sqrt(((a[:, None] - b[None]) ** 2).sum(axis=2).min()))
        if corner < TOUCH:
            return corner
    # most touch: looking farther costs ten times as much
    near = float(one.body.min_gap(other.body, NEARBY))
    return near if near < NEARBY else float(one.body.min_gap(other.body, FAR))


def _unseated(part: Part, fitting: Part, contact: PartContact) -> float:
    # how far the end of what is inside is from where it stops, and the fitting from there
    seat, off = contact.seat, 0.0
    if seat is None:
        return 0.0
    if contact.bore is not None:
        off = float(np.linalg.norm(np.array(fitting.pose.place(contact.bore)) - np.array(seat)))
    if not isinstance(part.solid, BarSolid):
        return off
    x, y, along = (float(v) for v in part.pose.own(np.array([seat]))[0])
    return max(off, float(np.hypot(x, y)), min(abs(along - part.solid.low), abs(along - part.solid.high)))


def _measures(assembly: Assembly) -> Iterator[AssemblyFault]:
    for group in assembly.groups:
        for id, end in group.ends:
            bar = assembly.by_id.get(id)
            if bar is not None and isinstance(bar.solid, BarSolid):
                along = float(bar.pose.own(np.array([end]))[0, 2])
                off = min((along - bar.solid.low, along - bar.solid.high), key=abs)
                if abs(off) > OUTSIDE:
                    yield AssemblyFault(code="size", parts=(id,), value=off)
        if group.finished is None:
            continue
        parts = [assembly.by_id[id] for id in group.parts if id in assembly.by_id]
        if group.over == "all":
            counted = [part for part in parts if not part.soft and not part.role.startswith("splint")]
            yield from _outside(group, [(axis, counted, True) for axis in range(3)])
            continue
        # over the bars: fittings stand out by their walls; caps end the feet, whose direction is theirs
        members = [part for part in parts if isinstance(part.solid, BarSolid) and not part.role.startswith("splint")]
        ends = [*members, *(part for part in parts if part.role == "cap")]
        yield from _outside(group, [(0, members, True), (1, ends, True), (2, members, False)])


def _outside(group: BuiltGroup, wanted: Sequence[tuple[int, Sequence[Part], bool]]) -> Iterator[AssemblyFault]:
    # an axis, what is measured along it, and whether its low end counts too
    lowest, highest = group.finished or ((0.0,) * 3, (0.0,) * 3)
    for axis, counted, low in wanted:
        boxes = np.array([_box_in(group.pose, part)[:, axis] for part in counted])
        off = [float(boxes[:, 1].max()) - highest[axis]]
        if low:
            off.append(float(boxes[:, 0].min()) - lowest[axis])
        worst = max(off, key=abs)
        if abs(worst) > OUTSIDE:
            yield AssemblyFault(code="size", parts=(group.id, "xyz"[axis]), value=worst)


def _box_in(pose: PartPose, part: Part) -> Array:
    if pose == WHOLE:
        return part.box
    mesh = part.body.to_mesh()
    points = pose.own(np.asarray(mesh.vert_properties, dtype=float)[:, :3])
    return np.array([points.min(axis=0), points.max(axis=0)])


def _fasteners(assembly: Assembly) -> Iterator[AssemblyFault]:
    driven = [(joint.id, fastener) for joint in assembly.joints for fastener in joint.fasteners]
    for _, fastener in driven:
        yield from _in_its_wood(assembly, fastener)
    if not driven:
        return
    ends = np.array([(f.head, np.array(f.head) + f.length * np.array(f.direction)) for _, f in driven])
    middles, reach = ends.mean(axis=1), np.array([f.length / 2 + f.diameter for _, f in driven])
    apart = np.linalg.norm(middles[:, None] - middles[None], axis=2)
    for i, j in np.argwhere(np.triu(apart < reach[:, None] + reach[None] + APART, 1)):
        one, other = driven[i][1], driven[j][1]
        left = between(ends[i], ends[j]) - (one.diameter + other.diameter) / 2
        if left < APART:
            parts = tuple(dict.fromkeys((one.through, one.into, other.through, other.into)))
            yield AssemblyFault(code="fasteners_meet", parts=parts, value=float(max(left, 0.0)))


def _in_its_wood(assembly: Assembly, fastener: PlacedFastener) -> Iterator[AssemblyFault]:
    names = (fastener.through, fastener.into)
    parts = [assembly.by_id.get(name) for name in names]
    found = [part for part in parts if part is not None]
    if len(found) < 2:
        yield AssemblyFault(code="loose", parts=names)
        return
    length = fastener.length
    along = np.arange(STEP / 2, length, STEP)
    axis = np.array(fastener.head) + along[:, None] * np.array(fastener.direction)
    held = np.array([_holds(part, axis) for part in found])
    inside = held.any(axis=0)
    thick = float(STEP * inside.sum())
    if fastener.nut:
        if length - thick < NUT:
            yield AssemblyFault(code="no_nut", parts=names, value=NUT - (length - thick))
    elif not inside.all():
        yield AssemblyFault(code="comes_out", parts=names, value=float(STEP * (~inside).sum()))
    elif not _holds(found[1], np.array(fastener.head) + np.array([[length + SHY - STEP / 2]]) * fastener.direction)[0]:
        yield AssemblyFault(code="comes_out", parts=names, value=SHY)
    if not held[1].any():
        yield AssemblyFault(code="comes_out", parts=names, value=length)
    # beside a fastener that goes in square there must be wood; one that leans comes near a face on purpose
    leans = np.abs(np.array(fastener.direction) @ found[0].pose.axes).max() < SQUARE
    least = fastener.diameter / 2 if leans else EDGE * fastener.diameter - 1e-6
    beside = np.stack(_across(np.array(fastener.direction)))
    for part, mine in zip(found, held, strict=True):
        if mine.any():
            ring = axis[mine][:, None, :] + least * beside
            short = ~_holds(part, ring.reshape(-1, 3)).reshape(ring.shape[:2])
            # at the faces where parts meet, the wood of the other one is beside it
            if short.any():
                other = _any_holds(assembly, ring[short])
                if not other.all():
                    yield AssemblyFault(code="edge", parts=(part.id,), value=least)


def _any_holds(assembly: Assembly, places: Array) -> Flags:
    held = np.zeros(len(places), dtype=bool)
    for part in assembly.parts:
        held |= _holds(part, places)
    return held


def _across(direction: Array) -> tuple[Array, ...]:
    helper = np.eye(3)[int(np.argmin(np.abs(direction)))]
    one = np.cross(direction, helper)
    one /= np.linalg.norm(one)
    other = np.cross(direction, one)
    return one, -one, other, -other


def _holds(part: Part, places: Array) -> Flags:
    if not isinstance(part.solid, BarSolid | SheetSolid | BoughtSolid):
        return np.zeros(len(places), dtype=bool)
    return part.solid.holds(part.pose.own(places))
