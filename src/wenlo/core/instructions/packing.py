"""How it travels: what does not come apart, bundles of bars, boards in a stack, cloth folded, a bag of fittings; with
their sizes and weights, read from the built thing.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.sheets import BentSolid, DiscSolid, SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSolid
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.instructions.repair import renewals
from wenlo.core.instructions.step_pictures import BONDS

FOLDED_LAYER = 0.0008
"""Thickness of a layer of folded cloth with the air in it. [m]"""

FOLD = 0.4
"""Cloth is folded to squares of about this. [m]"""

HOME_ONLY = frozenset({"ballast_bag", "solvent_cement", "wood_glue", "hot_glue", "white_paint", "spread_glue"})
"""What is filled on the spot, or used up."""


@dataclass(frozen=True, kw_only=True)
class Bundle:
    """One thing to carry: what is in it, its three sides, longest first [m], and its weight [kg]."""

    name: str
    contents: str
    size: tuple[float, float, float]
    mass: float


def comes_apart(plan: BuildPlan) -> bool:
    """Whether its bars come out of their joints again."""
    return all(r.joint != "bonded" for r in renewals(plan) if r.labels[0] in {p.label for p in plan.pieces})


OPENS = frozenset(
    [
        "socket",
        "cap",
        "coupling",
        "thread",
        "cube",
        "tube_cap",
        "joiner",
        "bolt",
        "splint",
        "spaced",
        "wrapped",
        "hook_and_loop",
        "clamped",
        "tied",
        "laid",
        "slotted",
        "sewn",
    ]
)
"""Joints that are opened to carry a thing, where nothing bonds them."""

SMALL = 0.25
"""What is bought and no longer goes into the bag of fittings. [m]"""


def rigid_parts(assembly: Assembly, *, cemented: bool = False) -> list[tuple[Part, ...]]:
    """The parts that stay together when all joints that come apart are opened; what is hinged folds.

    Parameters
    ----------
    assembly: the built thing.
    cemented: whether its sockets are.
    """
    group = {part.id: part.id for part in assembly.parts}

    def root(id: str) -> str:
        while group[id] != id:
            id = group[id]
        return id

    for joint in assembly.joints:
        bonded = cemented or bool(BONDS & set(joint.used))
        if joint.method in OPENS and not bonded:
            continue
        for contact in joint.contacts:
            hinge = contact.gap > 0.0 and joint.method == "taped"
            if not hinge and contact.first in group and contact.second in group:
                group[root(contact.first)] = root(contact.second)
    found: dict[str, list[Part]] = {}
    for part in assembly.parts:
        found.setdefault(root(part.id), []).append(part)
    return [tuple(parts) for parts in found.values()]


def bundles(plan: BuildPlan, assembly: Assembly) -> tuple[Bundle, ...]:
    """What is carried to the set: rigid parts as they are, single bars tied together, boards in a stack, cloth folded.

    Parameters
    ----------
    plan: the design's parts.
    assembly: the built thing.
    """
    cemented = any(fitting.id == "solvent_cement" for fitting in plan.fittings)
    frames: list[tuple[Part, ...]] = []
    bars: list[Part] = []
    flat: list[Part] = []
    cloths: list[Part] = []
    alike: dict[str, list[Part]] = {}
    for parts in rigid_parts(assembly, cemented=cemented):
        stiff = [part for part in parts if not part.soft and part.role not in FITTINGS]
        if not stiff:
            cloths += [part for part in parts if part.soft]
        elif len(parts) == 1 and isinstance(stiff[0].solid, BarSolid):
            bars += stiff
        elif len(parts) == 1 and isinstance(stiff[0].solid, SheetSolid | DiscSolid | BentSolid):
            flat += stiff
        elif len(parts) > 1:
            frames.append(parts)
        elif _along_itself(stiff[0])[0] > SMALL:
            alike.setdefault(stiff[0].item, []).append(stiff[0])
    found = [*_tied(bars, plan), *(_whole(parts, assembly) for parts in frames)]
    found += [_together(parts) for parts in alike.values()]
    if flat:
        sides = [sorted(_flat_sides(part), reverse=True) for part in flat]
        size = _three(
            sorted((max(s[0] for s in sides), max(s[1] for s in sides), sum(s[2] for s in sides)), reverse=True)
        )
        mass = sum(part.mass for part in flat)
        found.append(Bundle(name="stack of boards", contents=_named(flat), size=size, mass=mass))
    pieces = [c for c in plan.cloth if c.label in {part.label for part in cloths}]
    if pieces:
        area = sum(c.cut[0] * c.cut[1] for c in pieces)
        side = min(FOLD, math.sqrt(area))
        thick = FOLDED_LAYER * area / side**2
        contents = ", ".join(c.label for c in pieces) + ", folded face in"
        size = _three(sorted((side, side, max(thick, 0.005)), reverse=True))
        found.append(Bundle(name="cloth", contents=contents, size=size, mass=sum(c.mass for c in pieces)))
    found += _bagged(plan)
    return tuple(found)


FITTINGS = frozenset({"fitting", "cap"})


def _named(parts: Sequence[Part]) -> str:
    return ", ".join(dict.fromkeys(part.label or part.role for part in parts))


def _flat_sides(part: Part) -> tuple[float, float, float]:
    # as it is carried: what is flexed lies flat again
    solid = part.solid
    if isinstance(solid, BentSolid):
        return solid.length, solid.width, solid.thickness
    if isinstance(solid, DiscSolid):
        return solid.outer, solid.outer, solid.thickness
    assert isinstance(solid, SheetSolid)
    return solid.width, solid.height, solid.thickness


def _sides(parts: Sequence[Part], assembly: Assembly) -> tuple[float, float, float]:
    # of the box round them, in the axes of what they are part of
    pose = next((group.pose for group in assembly.groups if parts[0].id in group.parts), PartPose())
    points = np.concatenate([pose.own(part.corners) for part in parts])
    wide, deep, high = (float(v) for v in np.ptp(points, axis=0))
    return _three(sorted((wide, deep, high), reverse=True))


def _along_itself(part: Part) -> tuple[float, float, float]:
    # a rod leans where it is built, and is carried straight: of its own axes and those that it is longest along, the
    # closer box
    points = part.corners - part.corners.mean(axis=0)
    boxes = [
        np.ptp(points @ axes, axis=0) for axes in (part.pose.axes, np.linalg.svd(points, full_matrices=False)[2].T)
    ]
    return _three(sorted((float(v) for v in min(boxes, key=np.prod)), reverse=True))


def _whole(parts: Sequence[Part], assembly: Assembly) -> Bundle:
    stiff = [part for part in parts if not part.soft]
    bars = [part for part in stiff if isinstance(part.solid, BarSolid)]
    contents = f"{_named(stiff)}, joined for good" if len(stiff) > 1 else _named(stiff)
    name = "frame" if bars else stiff[0].role
    return Bundle(name=name, contents=contents, size=_sides(stiff, assembly), mass=sum(part.mass for part in parts))


def _together(parts: Sequence[Part]) -> Bundle:
    # what is bought and alike: rods are tied together, a single thing is as it is
    sides = np.array([_along_itself(part) for part in parts])
    count = max(1, math.ceil(math.sqrt(len(parts))))
    long, middle, thick = sides.max(axis=0)
    size = _three(sorted((float(long), count * float(middle), count * float(thick)), reverse=True))
    many = f"{len(parts)} × " if len(parts) > 1 else ""
    mass = sum(part.mass for part in parts)
    return Bundle(name=parts[0].role, contents=f"{many}{parts[0].role}", size=size, mass=mass)


def _tied(bars: Sequence[Part], plan: BuildPlan) -> list[Bundle]:
    if not bars:
        return []
    batten = plan.stock
    rows = max(1, round(math.sqrt(len(bars) * batten.width / batten.thickness)))
    columns = math.ceil(len(bars) / rows)
    longest = max(part.solid.length for part in bars if isinstance(part.solid, BarSolid))
    sides = sorted((longest, rows * batten.thickness, columns * batten.width), reverse=True)
    contents = f"{len(bars)} pieces of {plan.stock.name}, tied at both ends"
    mass = sum(part.mass for part in bars)
    return [Bundle(name="bundle of bars", contents=contents, size=_three(sides), mass=mass)]


def _bagged(plan: BuildPlan) -> list[Bundle]:
    rows = stock()["fittings"]
    fittings = [f for f in plan.fittings if f.id not in HOME_ONLY]
    if not fittings:
        return []
    mass = sum(rows[f.id]["mass"] * f.count for f in fittings)
    side = max((mass / 250.0) ** (1 / 3), 0.1)
    contents = ", ".join(f"{f.count:g} × {rows[f.id]['name'].removesuffix(', per metre')}" for f in fittings)
    return [Bundle(name="bag of fittings", contents=contents, size=(side, side, side), mass=mass)]


def _three(sides: Sequence[float]) -> tuple[float, float, float]:
    return sides[0], sides[1], sides[2]
