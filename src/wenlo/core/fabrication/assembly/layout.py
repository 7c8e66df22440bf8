"""A thing laid out: bars on their datums, boards and cloth on their faces, and how all of it is held.

A layout is one rigid group in coordinates of its own, whose axes its bars follow; several of them, each at its place,
are put together to one assembly. Ends of battens meet others as its ``corner`` says.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from wenlo.core.catalog.bars import BarGroup, BarType
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.parts import (
    Assembly,
    Blank,
    BlankJoint,
    BuildJoint,
    BuildSkeleton,
    BuiltGroup,
    LitFace,
    MethodId,
    Part,
    PartContact,
    PartSource,
    PlacedFastener,
)
from wenlo.core.fabrication.assembly.resolve import PieceLabels, resolve
from wenlo.core.fabrication.assembly.sheets import FlatSolid
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid
from wenlo.core.fabrication.assembly.space import Array, PartPose, Vec, between, dot, minus, plus, unit, vec

SPLICES: Mapping[BarGroup, MethodId] = {"timber": "splint", "pipe": "coupling", "tube": "joiner"}
"""How a member goes on where it is longer than can be carried."""

REACH = 0.003
"""Parts whose boxes are no farther apart bear on one another where one of them does. [m]"""

LEAST = 0.05
"""A shorter piece is not sawn off and screwed. [m]"""


ASIDE, APART, NEAR_BY = 0.008, 0.002, 0.2
"""Screws of a board are moved in such steps where they would meet others, and keep so far off; others that are farther
away are not looked at. [m]"""


def _ends(fastener: PlacedFastener) -> Array:
    return np.array([fastener.head, plus(fastener.head, fastener.direction, fastener.length)])


@dataclass(frozen=True, kw_only=True)
class Reason:
    """How a length follows from the finished size, in words, and the parameter that is to blame when it is short."""

    text: str
    blame: str


@dataclass(frozen=True, kw_only=True)
class Rectangle:
    """Names of the members of a rectangle, ``more`` of them where a rail divides it, and of fittings that stand out of
    it.
    """

    left: str
    right: str
    low: str
    top: str
    more: tuple[str, ...] = ()
    fittings: tuple[str, ...] = ()

    @property
    def all(self) -> tuple[str, ...]:
        """All members."""
        return self.left, self.right, self.low, self.top, *self.more


@dataclass(kw_only=True)
class Layout:
    """One rigid group, in its own coordinates. ``finished`` is its outside over all that is stiff. [m]"""

    id: str
    batten: BarType
    pose: PartPose = field(default_factory=PartPose)
    finished: tuple[Vec, Vec] | None = None
    blanks: list[Blank] = field(default_factory=list)
    joints: list[BlankJoint] = field(default_factory=list)
    parts: list[Part] = field(default_factory=list)
    held: list[BuildJoint] = field(default_factory=list)
    lit: list[LitFace] = field(default_factory=list)
    reasons: dict[str, Reason] = field(default_factory=dict)
    corner: MethodId = "butt"

    def bar(
        self,
        name: str,
        role: str,
        start: Vec,
        end: Vec,
        wide: Vec,
        reason: Reason,
        *,
        group: str = "",
        splice: MethodId = "splint",
        free: Vec | None = None,
        bar: BarType | None = None,
    ) -> str:
        """A member from datum to datum over all, its width along ``wide``; equal ones share a ``group``; a splint has
        room on its ``free`` side. [m]
        """
        id = f"{self.id}/{name}"
        self.blanks.append(
            Blank(
                id=id,
                role=role,
                group=group or role,
                bar=bar or self.batten,
                start=start,
                end=end,
                wide=wide,
                splice=splice,
                free=free,
            )
        )
        self.reasons[group or role] = reason
        return id

    def join(self, method: MethodId, members: tuple[str, ...], at: Vec, *, spread: float = 0.25) -> None:
        """Members, in the roles of the method, at a place; ends of battens as all of its corners are made. [m]"""
        method = self.corner if method == "butt" else method
        names = "+".join(member.removeprefix(f"{self.id}/") for member in members)
        self.joints.append(BlankJoint(id=f"{self.id}/{names}", method=method, at=at, members=members, spread=spread))

    def rectangle(
        self,
        name: str,
        *,
        centre: Vec,
        across: Vec,
        upward: Vec,
        size: tuple[float, float],
        roles: tuple[str, str],
        reasons: tuple[Reason, Reason],
        spread: float = 0.25,
        method: MethodId = "butt",
        free: Vec | None = None,
        bar: BarType | None = None,
    ) -> Rectangle:
        """Battens flat in a plane: uprights over the full height, rails between them, two screws a corner.

        Parameters
        ----------
        centre: of the battens' middle plane. [m]
        across, upward: directions of rails and uprights.
        size: over the outside, across and upward. [m]
        roles, reasons: of uprights and rails.
        bar: of its members, where it is not that of the rest.
        """
        half = (bar or self.batten).width / 2
        x, y = size[0] / 2, size[1] / 2
        names = {}
        for where, side in (("left", -1.0), ("right", 1.0)):
            at = plus(centre, across, side * (x - half))
            names[where] = self.bar(
                f"{name}{where}",
                roles[0],
                plus(at, upward, -y),
                plus(at, upward, y),
                across,
                reasons[0],
                free=free,
                bar=bar,
            )
        for where, side in (("low", -1.0), ("top", 1.0)):
            at = plus(centre, upward, side * (y - half))
            names[where] = self.bar(
                f"{name}{where}",
                roles[1],
                plus(at, across, -x),
                plus(at, across, x),
                upward,
                reasons[1],
                free=free,
                bar=bar,
            )
            for end, way in (("left", -1.0), ("right", 1.0)):
                corner = plus(at, across, way * (x - half))
                self.join(method, (names[end], names[where]), corner, spread=spread)
        return Rectangle(left=names["left"], right=names["right"], low=names["low"], top=names["top"])

    def add(
        self,
        name: str,
        role: str,
        item: str,
        solid: FlatSolid | BoughtSolid,
        pose: PartPose,
        *,
        label: str,
        mass: float,
        source: PartSource = "cut",
        lit: str = "",
    ) -> str:
        """A board, cloth, tub or bought part in its place; ``lit`` is the surface of the light that it is. [kg]"""
        id = f"{self.id}/{name}"
        self.parts.append(
            Part(id=id, role=role, item=item, label=label, solid=solid, pose=pose, source=source, mass=mass)
        )
        if lit:
            self.light(lit, id)
        return id

    def stands_out(self, part: str) -> None:
        """The outside goes round this part as well."""
        found = next(p for p in self.parts if p.id == part)
        if self.finished is None:
            raise ValueError("a group without an outside has nothing that stands out of it")
        low, high = self.finished
        self.finished = (vec(np.minimum(low, found.box[0])), vec(np.maximum(high, found.box[1])))

    def light(self, surface: str, *parts: str, over: bool = False) -> None:
        """Says whose face a surface of the light is."""
        self.lit.append(LitFace(surface=surface, parts=parts, over=over))

    def hold(
        self,
        method: MethodId,
        part: str,
        others: Sequence[str],
        *,
        used: dict[str, float] | None = None,
        fasteners: tuple[PlacedFastener, ...] = (),
    ) -> None:
        """A part held at others, face to face; ``used`` is what that takes, in pieces or metres."""
        self.held.append(
            BuildJoint(
                id=f"{part}@{method}",
                method=method,
                parts=(part, *others),
                contacts=tuple(PartContact(first=part, second=other) for other in others),
                fasteners=fasteners,
                used=used or {},
            )
        )

    def together(self, shop: BuildShop, labels: PieceLabels) -> Assembly:
        """All of it where its pose takes it.

        Raises
        ------
        Impossible
            When a member is shorter than can be sawn and screwed; the message names the field.
        """
        made = resolve(BuildSkeleton(blanks=tuple(self.blanks), joints=tuple(self.joints)), shop, labels, self.id)
        self._long_enough(made)
        parts = (*made.parts, *self.parts)
        joints = list(made.joints)
        for joint in self.held:
            joints.append(self._beside_others(joint, joints))
        everything = {part.id: part for part in parts}
        ids = tuple(part.id for part in parts)
        group = BuiltGroup(
            id=self.id,
            pose=self.pose,
            parts=ids,
            finished=self.finished,
            over="all",
            ends=tuple(
                (min(_in_parts(blank.id, made), key=lambda id: _off_end(made.by_id[id], end)), self.pose.place(end))
                for blank in self.blanks
                for end in (blank.start, blank.end)
                if self._is_free(blank.id, end)
            ),
        )
        return Assembly(
            parts=tuple(part.placed(self.pose) for part in parts),
            joints=tuple(_with_parts(joint, made, everything).placed(self.pose) for joint in joints),
            groups=(group,),
            lit=tuple(
                replace(face, parts=tuple(n for name in face.parts for n in _in_parts(name, made))) for face in self.lit
            ),
            stuff=made.stuff,
        )

    def _is_free(self, id: str, end: Vec) -> bool:
        # no joint is nearer to the end than a batten is wide
        reach = max(max(blank.bar.width, blank.bar.thickness) for blank in self.blanks)
        at = [joint.at for joint in self.joints if id in joint.members]
        return all(dot(minus(place, end), minus(place, end)) > reach**2 for place in at)

    def _beside_others(self, joint: BuildJoint, others: Sequence[BuildJoint]) -> BuildJoint:
        # screws of a board keep off those that hold its battens together, and of what was screwed on before
        taken = np.array([_ends(f) for other in others for f in other.fasteners])
        if not len(taken) or not joint.fasteners:
            return joint
        ways = {blank.id: unit(minus(blank.end, blank.start)) for blank in self.blanks}
        moved = []
        for fastener in joint.fasteners:
            way = ways.get(fastener.into, ways.get(fastener.through))
            tries = [fastener]
            if way is not None:
                tries += [
                    replace(fastener, head=plus(fastener.head, way, side * step * ASIDE))
                    for step in range(1, 8)
                    for side in (1.0, -1.0)
                ]
            off = np.linalg.norm(taken.mean(axis=1) - np.array(fastener.head), axis=1)
            close = taken[off < NEAR_BY]
            clear = (t for t in tries if all(between(_ends(t), ends) > t.diameter + APART for ends in close))
            moved.append(next(clear, fastener))
        return replace(joint, fasteners=tuple(moved))

    def _long_enough(self, made: Assembly) -> None:
        by_role = {blank.id: blank for blank in self.blanks}
        for part in made.bars:
            blank = by_role.get(part.id)
            length = made.lengths[part.label]
            if blank is None or length >= LEAST - 1e-9:
                continue
            short, reason = (LEAST - length) * 1000, self.reasons[blank.group]
            raise Impossible(
                f"The {part.role} would be {length * 1000:.0f} mm between its joints; "
                f"make it at least {short:.0f} mm longer.",
                fields=[
                    FieldError(
                        path=f"design.{reason.blame}", message=f"{short:.0f} mm more is needed for the {part.role}."
                    )
                ],
            )


def _off_end(part: Part, place: Vec) -> float:
    """How far the nearer end of a bar is from a place along it. [m]"""
    if not isinstance(part.solid, BarSolid):
        return float("inf")
    along = float(part.pose.own(np.array([place]))[0, 2])
    return min(abs(along - part.solid.low), abs(along - part.solid.high))


def _in_parts(name: str, made: Assembly) -> tuple[str, ...]:
    # a member that is longer than can be carried comes in parts
    return tuple(p.id for p in made.parts if p.id == name or p.id.startswith(f"{name}/part.")) or (name,)


def _bearing(
    firsts: tuple[str, ...], seconds: tuple[str, ...], parts: Mapping[str, Part], gap: float
) -> list[tuple[str, str]]:
    # of members in parts, those that reach there
    pairs = [(first, second) for first in firsts for second in seconds]
    if len(pairs) == 1:
        return pairs
    slack = gap + REACH
    near = [
        (first, second)
        for first, second in pairs
        if first in parts
        and second in parts
        and (parts[first].box[0] < parts[second].box[1] + slack).all()
        and (parts[second].box[0] < parts[first].box[1] + slack).all()
    ]
    return near or pairs


def _with_parts(joint: BuildJoint, made: Assembly, everything: Mapping[str, Part]) -> BuildJoint:
    def at(name: str, fastener: PlacedFastener, along: float) -> str:
        found = _in_parts(name, made)
        if len(found) == 1:
            return found[0]
        place = np.array([plus(fastener.head, fastener.direction, along * fastener.length)])
        reach = {id: made.by_id[id] for id in found}
        off = {
            id: max(part.solid.low - z, z - part.solid.high)
            for id, part in reach.items()
            if isinstance(part.solid, BarSolid)
            for z in part.pose.own(place)[:, 2]
        }
        return min(off, key=lambda id: off[id])

    fasteners = tuple(replace(f, through=at(f.through, f, 0.1), into=at(f.into, f, 0.9)) for f in joint.fasteners)
    contacts = tuple(
        replace(contact, first=first, second=second)
        for contact in joint.contacts
        for first, second in _bearing(
            _in_parts(contact.first, made), _in_parts(contact.second, made), everything, contact.gap
        )
    )
    parts = tuple(dict.fromkeys(name for part in joint.parts for name in _in_parts(part, made)))
    return replace(joint, parts=parts, contacts=contacts, fasteners=fasteners)


def put_together(
    layouts: Iterable[Layout],
    shop: BuildShop,
    *,
    stands: PartPose,
    between: Sequence[BuildJoint] = (),
    given: frozenset[str] = frozenset(),
) -> Assembly:
    """The assembly of several rigid groups.

    Parameters
    ----------
    layouts: the groups, each in its own coordinates, at its place.
    shop: what can be carried.
    stands: where the whole is in the set.
    between: joints between groups, in the coordinates of the whole.
    given: surfaces of the light that are not built.
    """
    laid = list(layouts)
    labels = PieceLabels(blank for layout in laid for blank in layout.blanks)
    made = [layout.together(shop, labels) for layout in laid]
    parts = tuple(part for one in made for part in one.parts)
    whole = Assembly(parts=parts, joints=())
    return Assembly(
        parts=parts,
        joints=(
            *(joint for one in made for joint in one.joints),
            *(_with_parts(joint, whole, whole.by_id) for joint in between),
        ),
        groups=tuple(group for one in made for group in one.groups),
        lit=tuple(face for one in made for face in one.lit),
        given=given,
        stands=stands,
        stuff=tuple(dict.fromkeys(bar for one in made for bar in one.stuff)),
    )
