"""From members on their datums to parts: only methods take anything off."""

from collections import defaultdict
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace

import numpy as np

from wenlo.core.fabrication.assembly.methods import (
    bolt,
    bracket,
    butt,
    cap,
    cube,
    half_lap,
    mitre,
    pocket_screw,
    socket,
    spaced,
    tube_cap,
)
from wenlo.core.fabrication.assembly.methods.splices import parts_of, spliced
from wenlo.core.fabrication.assembly.parts import (
    Assembly,
    Blank,
    BlankJoint,
    BuildJoint,
    BuildSkeleton,
    BuiltGroup,
    Fit,
    MethodId,
    Part,
    PartContact,
    WorldCut,
    WorldNotch,
)
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.assembly.solids import BarSolid, Block, CutPlane, volume_of
from wenlo.core.fabrication.assembly.space import PartPose, Vec, dot, lengthwise, minus, vec
from wenlo.core.fabrication.members import BuiltMember

METHODS: Mapping[MethodId, Callable[[BlankJoint, Mapping[str, Blank], BuildShop], Fit]] = {
    "socket": socket.fit,
    "cap": cap.fit,
    "cube": cube.fit,
    "tube_cap": tube_cap.fit,
    "butt": butt.fit,
    "pocket_screw": pocket_screw.fit,
    "bracket": bracket.fit,
    "half_lap": half_lap.fit,
    "mitre": mitre.fit,
    "bolt": bolt.fit,
    "spaced": spaced.fit,
}
"""How each method makes its joints; splices follow from what can be carried."""

SQUARE = 1e-9
"""A cut whose normal is as near as this to the length of the bar is a square one."""


def _bar(blank: Blank, pose: PartPose, cuts: list[WorldCut], notches: list[WorldNotch]) -> BarSolid:
    low, high = 0.0, dot(minus(blank.end, blank.start), pose.z)
    slanting = []
    for cut in cuts:
        normal, point = pose.turned(cut.normal), vec(pose.own(np.array([cut.point]))[0])
        if abs(abs(normal[2]) - 1.0) > SQUARE:
            slanting.append(CutPlane(point=point, normal=normal))
        elif normal[2] > 0.0:
            high = min(high, point[2])
        else:
            low = max(low, point[2])
    blocks = []
    for notch in notches:
        corners = pose.own(np.array([notch.block.low, notch.block.high]))
        blocks.append(Block(low=vec(corners.min(axis=0)), high=vec(corners.max(axis=0))))
    return BarSolid(section=blank.section, low=low, high=high, cuts=tuple(slanting), notches=tuple(blocks))


class PieceLabels:
    """A letter for each group of members, and numbers within it, over all that is built together."""

    def __init__(self, blanks: Iterable[Blank]) -> None:
        groups = dict.fromkeys(blank.group for blank in blanks)
        self.letters = {group: chr(ord("A") + k % 26) * (1 + k // 26) for k, group in enumerate(groups)}
        self.numbers: dict[str, int] = defaultdict(int)
        self.splints: dict[str, int] = defaultdict(int)


def _fits(skeleton: BuildSkeleton, shop: BuildShop) -> list[Fit]:
    blanks = {blank.id: blank for blank in skeleton.blanks}
    return [METHODS[joint.method](joint, blanks, shop) for joint in skeleton.joints]


def _trimmed(skeleton: BuildSkeleton, fits: list[Fit]) -> dict[str, tuple[PartPose, BarSolid]]:
    cuts: dict[str, list[WorldCut]] = defaultdict(list)
    notches: dict[str, list[WorldNotch]] = defaultdict(list)
    for fit in fits:
        for cut in fit.cuts:
            cuts[cut.member].append(cut)
        for notch in fit.notches:
            notches[notch.member].append(notch)
    found = {}
    for blank in skeleton.blanks:
        pose = lengthwise(blank.start, blank.end, blank.wide)
        found[blank.id] = (pose, _bar(blank, pose, cuts[blank.id], notches[blank.id]))
    return found


def _crossings(skeleton: BuildSkeleton, blank: Blank, pose: PartPose) -> list[float]:
    # where other members meet it, from its start
    return [float(pose.own(np.array([joint.at]))[0, 2]) for joint in skeleton.joints if blank.id in joint.members]


def members_by_group(skeleton: BuildSkeleton, shop: BuildShop) -> Mapping[str, BuiltMember]:
    """The members of each group, which are alike."""
    found: dict[str, BuiltMember] = {}
    for blank, (pose, solid) in zip(skeleton.blanks, _trimmed(skeleton, _fits(skeleton, shop)).values(), strict=True):
        parts = parts_of(blank, solid, shop, _crossings(skeleton, blank, pose))
        found[blank.group] = BuiltMember(length=round(solid.high - solid.low, 9), parts=parts)
    return found


def resolve(
    skeleton: BuildSkeleton, shop: BuildShop, labels: PieceLabels | None = None, name: str = "frame"
) -> Assembly:
    """The assembly of a skeleton: trimmed, spliced to what can be carried, labelled.

    Parameters
    ----------
    skeleton: members on their datums, and their joints.
    shop: fittings as measured, and what can be carried.
    labels: those given so far where it is a part of something larger.
    name: of the rigid group that it is.

    Returns
    -------
    Assembly: parts and joints in space.
    """
    fits = _fits(skeleton, shop)
    trimmed = _trimmed(skeleton, fits)
    given = labels or PieceLabels(skeleton.blanks)
    letters, numbers, splints = given.letters, given.numbers, given.splints
    parts: list[Part] = []
    joints: list[BuildJoint] = []
    lengths: dict[str, list[Part]] = {}
    for blank in skeleton.blanks:
        pose, solid = trimmed[blank.id]
        letter = letters[blank.group]
        found = spliced(blank, solid, pose, shop, letter, numbers[blank.group] + 1, _crossings(skeleton, blank, pose))
        numbers[blank.group] += len(found.bars)
        mine = [
            Part(
                id=blank.id if len(found.bars) == 1 else f"{blank.id}/part.{k + 1}",
                role=blank.role,
                item=blank.bar.id,
                label=label,
                solid=bar,
                pose=pose,
                source="cut",
                mass=volume_of(bar) * blank.bar.density,
            )
            for k, (label, bar) in enumerate(found.bars)
        ]
        lengths[blank.id] = mine
        parts += mine
        for part in found.adds:
            label = ""
            if part.source == "cut":
                splints[blank.group] += 1
                label = f"{letter}s{splints[blank.group]}"
            parts.append(replace(part, label=label))
        joints += found.joints
    for spec, fit in zip(skeleton.joints, fits, strict=True):
        parts += fit.adds
        joints.append(_at_parts(fit.joint, spec.at, lengths))
    poses = {part.id: part.pose for part in parts}
    joints = [replace(j, contacts=tuple(_seated(c, poses) for c in j.contacts)) for j in joints]
    ids = tuple(part.id for part in parts)
    group = BuiltGroup(id=name, pose=PartPose(), parts=ids, finished=skeleton.finished)
    stuff = tuple(dict.fromkeys(blank.bar for blank in skeleton.blanks))
    return Assembly(parts=tuple(parts), joints=tuple(joints), groups=(group,), stuff=stuff)


def _seated(contact: PartContact, poses: Mapping[str, PartPose]) -> PartContact:
    if contact.seat is None:
        return contact
    return replace(contact, bore=vec(poses[contact.second].own(np.array([contact.seat]))[0]))


def _at_parts(joint: BuildJoint, at: Vec, lengths: Mapping[str, list[Part]]) -> BuildJoint:
    # a member in parts is joined by the part that reaches there
    def part(name: str, place: Vec) -> str:
        mine = lengths.get(name)
        if mine is None or len(mine) == 1:
            return name
        along = [float(p.pose.own(np.array([place]))[0, 2]) for p in mine]
        away = [
            max(p.solid.low - z, z - p.solid.high) if isinstance(p.solid, BarSolid) else np.inf
            for p, z in zip(mine, along, strict=True)
        ]
        return mine[int(np.argmin(away))].id

    # what is screwed on at a place bears there
    driven = {(f.through, f.into): f.head for f in joint.fasteners}
    return replace(
        joint,
        parts=tuple(part(name, at) for name in joint.parts),
        contacts=tuple(
            replace(c, first=part(c.first, at), second=part(c.second, driven.get((c.first, c.second), at)))
            for c in joint.contacts
        ),
        fasteners=tuple(
            replace(f, through=part(f.through, f.head), into=part(f.into, f.head)) for f in joint.fasteners
        ),
    )
