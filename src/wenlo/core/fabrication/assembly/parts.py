"""Parts, joints and the assembly of them."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Literal

import numpy as np
from manifold3d import Manifold

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.solids import (
    BarSection,
    BarSolid,
    Block,
    BoughtSolid,
    PartSolid,
    body_of,
    section_of_bar,
)
from wenlo.core.fabrication.assembly.space import Array, PartPose, Vec

OVERLAP = 1e-9
"""Two parts that share more than this are in one place: a cubic millimetre. [m³]"""

PartSource = Literal["cut", "bought", "found"]
ContactForm = Literal["touch", "inside"]
MethodId = Literal[
    "socket",
    "cap",
    "coupling",
    "thread",
    "cube",
    "tube_cap",
    "joiner",
    "butt",
    "half_lap",
    "mitre",
    "pocket_screw",
    "bracket",
    "bolt",
    "splint",
    "spaced",
    "wrapped",
    "screwed_on",
    "stapled",
    "taped",
    "glued",
    "hook_and_loop",
    "clamped",
    "tied",
    "sewn",
    "slotted",
    "printed_corner",
    "laid",
    "folded",
    "pinned",
]


@dataclass(frozen=True, kw_only=True)
class Part:
    """A part in its place. ``role`` is what it is in the thing, ``item`` what it is made of or bought as, ``label``
    what is written on it. [kg]
    """

    id: str
    role: str
    item: str
    label: str
    solid: PartSolid
    pose: PartPose
    source: PartSource
    mass: float

    @cached_property
    def body(self) -> Manifold:
        """Its closed body in the world."""
        return body_of(self.solid).transform(self.pose.matrix[:3])

    @cached_property
    def corners(self) -> Array:
        """Of its body in the world, shape (N, 3). [m]"""
        return np.asarray(self.body.to_mesh().vert_properties, dtype=float)[:, :3]

    @property
    def soft(self) -> bool:
        """Whether it gives way where something stiff is: cloth, tape, foil."""
        return not isinstance(self.solid, BarSolid | BoughtSolid) and self.solid.soft

    def placed(self, pose: PartPose) -> "Part":
        """The part where ``pose`` takes it."""
        return replace(self, pose=pose.after(self.pose))

    @cached_property
    def box(self) -> Array:
        """Low and high corner of the box round it, shape (2, 3). [m]"""
        bounds = np.array(self.body.bounding_box())
        return bounds.reshape(2, 3)

    @cached_property
    def centre(self) -> Array:
        """Of its mass, shape (3,). [m]"""
        mesh = self.body.to_mesh()
        points = np.asarray(mesh.vert_properties, dtype=float)[:, :3]
        a, b, c = (points[np.asarray(mesh.tri_verts)[:, k]] for k in range(3))
        volumes = np.einsum("ij,ij->i", a, np.cross(b, c)) / 6.0
        return np.asarray((volumes[:, None] * (a + b + c) / 4.0).sum(axis=0) / volumes.sum())


@dataclass(frozen=True, kw_only=True)
class PlacedFastener:
    """A screw or bolt: where its head is, which way it points, its length and diameter [m], the part under its head and
    the one that it holds in. A ``nut`` is on its other end, so that it may come out there.
    """

    item: str
    head: Vec
    direction: Vec
    length: float
    diameter: float
    through: str
    into: str
    nut: bool = False

    def placed(self, pose: PartPose) -> "PlacedFastener":
        """The fastener where ``pose`` takes it."""
        return replace(self, head=pose.place(self.head), direction=pose.way(self.direction))


@dataclass(frozen=True, kw_only=True)
class PartContact:
    """Two parts that bear on one another: face to face, or the first inside the second with its end at ``seat``; a
    hinge of tape leaves a ``gap``. ``bore`` is where the seat is in the second part's own coordinates. [m]
    """

    first: str
    second: str
    form: ContactForm = "touch"
    seat: Vec | None = None
    gap: float = 0.0
    bore: Vec | None = None

    def placed(self, pose: PartPose) -> "PartContact":
        """The contact where ``pose`` takes it."""
        return self if self.seat is None else replace(self, seat=pose.place(self.seat))


@dataclass(frozen=True, kw_only=True)
class BuildJoint:
    """Parts joined by a method. Its id is made of the parts at the node."""

    id: str
    method: MethodId
    parts: tuple[str, ...]
    contacts: tuple[PartContact, ...]
    fasteners: tuple[PlacedFastener, ...] = ()
    used: Mapping[str, float] = field(default_factory=dict)

    def placed(self, pose: PartPose) -> "BuildJoint":
        """The joint where ``pose`` takes it."""
        return replace(
            self,
            contacts=tuple(contact.placed(pose) for contact in self.contacts),
            fasteners=tuple(fastener.placed(pose) for fastener in self.fasteners),
        )


@dataclass(frozen=True, kw_only=True)
class Blank:
    """A member before anything is cut off it: from ``start`` to ``end`` on its datum, ``wide`` the direction of its
    section's width. ``group`` are the members that are cut alike and share a letter; ``splice`` how it is joined where
    it is longer than can be carried, ``free`` the side on which a splint has room.
    """

    id: str
    role: str
    group: str
    bar: BarType
    start: Vec
    end: Vec
    wide: Vec
    splice: MethodId
    free: Vec | None = None

    @property
    def section(self) -> BarSection:
        """Of its bar."""
        return section_of_bar(self.bar)


@dataclass(frozen=True, kw_only=True)
class BlankJoint:
    """Members to be joined at a place: by which method, in which roles (``through``, ``into``, or all alike).

    Two screws stand ``spread`` of the width from the middle, so that those of another joint have room beside them.
    """

    id: str
    method: MethodId
    at: Vec
    members: tuple[str, ...]
    spread: float = 0.25


@dataclass(frozen=True, kw_only=True)
class WorldCut:
    """A cut of a member in the world: what lies on the side of ``normal`` of ``point`` is waste."""

    member: str
    point: Vec
    normal: Vec


@dataclass(frozen=True, kw_only=True)
class WorldNotch:
    """What is taken out of a member, as an oblong of the world."""

    member: str
    block: Block


@dataclass(frozen=True, kw_only=True)
class Fit:
    """What a method makes of a joint: cuts, notches, parts that it adds, and the joint itself."""

    joint: BuildJoint
    cuts: tuple[WorldCut, ...] = ()
    notches: tuple[WorldNotch, ...] = ()
    adds: tuple[Part, ...] = ()


@dataclass(frozen=True, kw_only=True)
class BuildSkeleton:
    """Members on their datums and the joints between them; ``finished`` is the outside that was asked for, low and high
    corner over the bars, None where it is no whole. [m]
    """

    blanks: tuple[Blank, ...]
    joints: tuple[BlankJoint, ...]
    finished: tuple[Vec, Vec] | None = None


@dataclass(frozen=True, kw_only=True)
class LitFace:
    """A surface of the light, and the parts whose face it is; one that lies over others of the same part (``over``) is
    compared by its place alone.
    """

    surface: str
    parts: tuple[str, ...]
    over: bool = False


@dataclass(frozen=True, kw_only=True)
class BuiltGroup:
    """A rigid part of the whole: where it is, its parts, and its outside in its own coordinates, low and high
    corner, None where none was asked for [m]. The outside is measured over the ``bars``, whose fittings stand out, or
    over everything stiff; ``ends`` are members whose end is free, and where it is.
    """

    id: str
    pose: PartPose
    parts: tuple[str, ...]
    finished: tuple[Vec, Vec] | None
    over: Literal["bars", "all"] = "bars"
    ends: tuple[tuple[str, Vec], ...] = ()


@dataclass(frozen=True, kw_only=True)
class Assembly:
    """One built thing in space, in its own coordinates; ``stands`` is its place in the set. Surfaces of the light that
    are ``given`` are not built: a ceiling, an opening, the air between cells. Its bars are of ``stuff``.
    """

    parts: tuple[Part, ...]
    joints: tuple[BuildJoint, ...]
    groups: tuple[BuiltGroup, ...] = ()
    lit: tuple[LitFace, ...] = ()
    given: frozenset[str] = frozenset()
    stands: PartPose = field(default_factory=PartPose)
    stuff: tuple[BarType, ...] = ()

    @cached_property
    def bar_types(self) -> Mapping[str, BarType]:
        """What its bars are, by the item that they are of."""
        return {bar.id: bar for bar in self.stuff}

    @cached_property
    def by_id(self) -> Mapping[str, Part]:
        """Its parts by their ids."""
        return {part.id: part for part in self.parts}

    @cached_property
    def bars(self) -> tuple[Part, ...]:
        """Parts that are cut from bars."""
        return tuple(part for part in self.parts if isinstance(part.solid, BarSolid))

    @cached_property
    def lengths(self) -> Mapping[str, float]:
        """Length to cut of every bar, by the label that is written on it. [m]"""
        return {part.label: part.solid.length for part in self.parts if isinstance(part.solid, BarSolid)}

    def in_the_set(self, part: Part) -> Array:
        """Triangles of one of its parts where it stands, shape (T, 3, 3). [m]"""
        mesh = part.body.to_mesh()
        points = self.stands.world(np.asarray(mesh.vert_properties, dtype=float)[:, :3])
        return np.asarray(points[np.asarray(mesh.tri_verts)])

    @property
    def mass(self) -> float:
        """Of all its parts. [kg]"""
        return sum(part.mass for part in self.parts)

    @property
    def centre(self) -> Array:
        """Of its mass, shape (3,); the origin where nothing is built. [m]"""
        if not self.parts:
            return np.zeros(3)
        return np.asarray(sum(part.mass * part.centre for part in self.parts) / self.mass)

    def run_into(self) -> tuple[str, str] | None:
        """The first two groups of which stiff parts are in one place; None where they keep clear."""
        stiff = [[self.by_id[id] for id in group.parts if not self.by_id[id].soft] for group in self.groups]
        for k, mine in enumerate(stiff):
            for n in range(k + 1, len(stiff)):
                for one in mine:
                    for other in stiff[n]:
                        near = (one.box[0] < other.box[1]) & (other.box[0] < one.box[1])
                        if near.all() and float((one.body ^ other.body).volume()) > OVERLAP:
                            return self.groups[k].id, self.groups[n].id
        return None
