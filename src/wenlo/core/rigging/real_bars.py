"""The bars of a built thing as members of a structure: where they run, what holds them, how stiff and strong they are
in the direction in which something pushes.
"""

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSection, BarSolid, RoundSection
from wenlo.core.rigging.bending import CREEP, creeps

Array = NDArray[np.float64]

ALIKE = 0.97
"""Two bars whose directions agree so well go on in one another. [-]"""

SPLICE = "/part."


@dataclass(frozen=True, kw_only=True, eq=False)
class Member:
    """A bar, its splices closed: from ``start`` to ``end`` (3,) in the set [m], ``axes`` (2, 3) the directions of its
    section's width and thickness.
    """

    id: str
    role: str
    bar: BarType
    parts: tuple[str, ...]
    section: BarSection
    start: Array
    end: Array
    axes: Array

    @cached_property
    def length(self) -> float:
        """From end to end. [m]"""
        return float(np.linalg.norm(self.end - self.start))

    @cached_property
    def way(self) -> Array:
        """From its start to its end."""
        return np.asarray((self.end - self.start) / max(self.length, 1e-12))

    def stiffness(self, push: Array, *, standing: bool) -> float:
        """E I against a push in a direction, shape (3,); plastics creep under what is ``standing``. [N·m²]

        Source: [Gere].
        """
        creep = CREEP if standing and creeps(self.bar) else 1.0
        return self.bar.modulus * creep * second_moment(self.section, *(self.axes @ push))

    def modulus(self, push: Array) -> float:
        """W against a push in a direction, shape (3,). [m³]

        Source: [Gere].
        """
        return section_modulus(self.section, *(self.axes @ push))

    @property
    def strength(self) -> float:
        """Stress at which it yields or breaks. [Pa]"""
        return self.bar.strength


def second_moment(section: BarSection, along_x: float, along_y: float) -> float:
    """I of a section against a push whose parts along its width and its thickness are given: I_y cos² + I_x sin². [m⁴]

    Source: [Gere].

    Parameters
    ----------
    section: of a bar.
    along_x, along_y: parts of the push across the bar, a unit vector or less.

    Returns
    -------
    float: I. [m⁴]
    """
    across = math.hypot(along_x, along_y)
    if across < 1e-9:
        return 0.0
    if isinstance(section, RoundSection):
        return math.pi / 64 * (section.outer**4 - section.inner**4)
    x, y = along_x / across, along_y / across
    wide, thick = section.width, section.thickness
    outer = thick * wide**3 / 12 * x**2 + wide * thick**3 / 12 * y**2
    if section.wall is None:
        return outer
    wide, thick = wide - 2 * section.wall, thick - 2 * section.wall
    return outer - (thick * wide**3 / 12 * x**2 + wide * thick**3 / 12 * y**2)


def section_modulus(section: BarSection, along_x: float, along_y: float) -> float:
    """W of a section against a push, I over the farthest fibre. [m³]

    Source: [Gere].

    Parameters
    ----------
    section: of a bar.
    along_x, along_y: parts of the push along its width and its thickness.

    Returns
    -------
    float: W, 0 where the push is along the bar. [m³]
    """
    across = math.hypot(along_x, along_y)
    if across < 1e-9:
        return 0.0
    half = section.half
    round_ = isinstance(section, RoundSection)
    far = half[0] if round_ else (abs(along_x) * half[0] + abs(along_y) * half[1]) / across
    return second_moment(section, along_x, along_y) / far


def members_of(assembly: Assembly) -> tuple[Member, ...]:
    """The bars of an assembly where it stands; parts of a spliced bar are one member."""
    grouped: dict[str, list[Part]] = defaultdict(list)
    for part in assembly.bars:
        grouped[part.id.split(SPLICE)[0]].append(part)
    return tuple(_member(id, parts, assembly) for id, parts in grouped.items())


def _member(id: str, parts: Sequence[Part], assembly: Assembly) -> Member:
    first = parts[0]
    solid = first.solid
    assert isinstance(solid, BarSolid)
    turned = assembly.stands.axes @ first.pose.axes
    ends = []
    for part in parts:
        if isinstance(part.solid, BarSolid):
            own = np.array([[0.0, 0.0, part.solid.low], [0.0, 0.0, part.solid.high]])
            ends.append(assembly.stands.world(part.pose.world(own)))
    places = np.concatenate(ends)
    along = (places - places[0]) @ turned[:, 2]
    return Member(
        id=id,
        role=first.role,
        bar=assembly.bar_types[first.item],
        parts=tuple(part.id for part in parts),
        section=solid.section,
        start=places[int(along.argmin())],
        end=places[int(along.argmax())],
        axes=np.array([turned[:, 0], turned[:, 1]]),
    )


def stations(assembly: Assembly, members: Sequence[Member]) -> dict[str, list[float]]:
    """Where along each member others are joined to it that do not go on in its own direction, from its start, in
    turn. [m]
    """
    of_part = {part: member for member in members for part in member.parts}
    found: dict[str, list[float]] = {member.id: [] for member in members}
    for joint in assembly.joints:
        at = list({of_part[p].id: of_part[p] for p in joint.parts if p in of_part}.values())
        for one in at:
            for other in at:
                if one is not other and abs(float(one.way @ other.way)) < ALIKE:
                    found[one.id].append(_where(one, other))
    return {id: sorted(places) for id, places in found.items()}


def _where(one: Member, other: Member) -> float:
    # on the first, where the second's line comes nearest [m]
    gap, cos = other.start - one.start, float(one.way @ other.way)
    # a pipe ends in its socket, before it comes to the axis of the other
    return (float(gap @ one.way) - cos * float(gap @ other.way)) / (1.0 - cos * cos)


def free_span(member: Member, places: Sequence[float]) -> float:
    """The longest stretch of a member between what holds it; its whole length where fewer than two do. [m]"""
    if len(places) < 2:
        return member.length
    return max(b - a for a, b in pairwise(places)) or member.length


@dataclass(frozen=True, kw_only=True, eq=False)
class Stretched:
    """A member that a stretched cloth pulls at: in its plane, to the cloth's middle, along ``pull`` (3,)."""

    cloth: str
    member: Member
    pull: Array


STRETCHED_BY = frozenset({"wrapped", "stapled", "taped", "hook_and_loop", "tied", "clamped", "glued", "sewn"})
"""Methods by which cloth is held at a bar."""


def stretched_on(assembly: Assembly, members: Sequence[Member]) -> list[Stretched]:
    """Members between which cloth is stretched: those that have another one across the cloth. What hangs from one bar
    alone is not stretched.

    Source: [Geometry].

    Parameters
    ----------
    assembly: the built thing, where it stands.
    members: its bars.

    Returns
    -------
    list: member, cloth and the direction of its pull, for each side of each cloth.
    """
    of_part = {part: member for member in members for part in member.parts}
    found = []
    for joint in assembly.joints:
        if joint.method not in STRETCHED_BY:
            continue
        cloth = assembly.by_id.get(joint.parts[0])
        if cloth is None or not cloth.soft or not isinstance(cloth.solid, SheetSolid):
            continue
        axes = assembly.stands.axes @ cloth.pose.axes
        middle = assembly.stands.world(cloth.pose.world(np.zeros((1, 3))))[0]
        at = list({of_part[p].id: of_part[p] for p in joint.parts[1:] if p in of_part}.values())
        pulls = []
        for member in at:
            pull = np.cross(axes[:, 2], member.way)
            pull = pull / max(float(np.linalg.norm(pull)), 1e-12)
            to_middle = middle - (member.start + member.end) / 2
            pulls.append(pull if float(pull @ to_middle) > 0.0 else -pull)
        for member, pull in zip(at, pulls, strict=True):
            if any(float(pull @ other) < -ALIKE for other in pulls):
                found.append(Stretched(cloth=cloth.id, member=member, pull=pull))
    return found
