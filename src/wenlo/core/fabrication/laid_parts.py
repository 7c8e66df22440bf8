"""A design laid out in space, and its plan: lengths, sizes, screws and what is used up come from what is built."""

import math
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from fnmatch import fnmatchcase
from functools import cached_property

from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.own import CoverRef, covering_of
from wenlo.core.fabrication.assembly.layout import Layout, put_together
from wenlo.core.fabrication.assembly.methods import screwed_on
from wenlo.core.fabrication.assembly.parts import Assembly, Blank, BuildJoint, MethodId, Part, PartSource
from wenlo.core.fabrication.assembly.sheets import FlatSolid, Loop, SheetSolid, oblong_loop
from wenlo.core.fabrication.assembly.shop import BuildShop, shop_for
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid, BoxSection
from wenlo.core.fabrication.assembly.space import PartPose, Vec, X, Z, unit, vec_across
from wenlo.core.fabrication.fasteners import Batten, bolted, bracketed, butt, faced, pocketed, splint
from wenlo.core.fabrication.frame_shape import Sockets
from wenlo.core.fabrication.parts import BuildPlan, Fitting, Hole, Piece, Run, Span, added
from wenlo.core.fabrication.parts_list import PartsList
from wenlo.core.fabrication.screws import SCREWS
from wenlo.core.fabrication.tube_holes import spring_holes
from wenlo.core.facts import Phrases

SAYS = Phrases("found", {"take-what-is-there": {"name": "label"}})


@dataclass(frozen=True, kw_only=True)
class FoundThing:
    """Something that is there already: its name, its id among items and what it weighs [kg]; it is the parts whose ids
    match one of ``fills``, whole members among them, and saves the steps ``instead``.
    """

    name: str
    item: str
    mass: float
    fills: tuple[str, ...]
    instead: tuple[str, ...]

    def is_part(self, id: str) -> bool:
        """Whether a part is of it."""
        return any(fnmatchcase(id, fill) or fnmatchcase(id, f"{fill}/*") for fill in self.fills)


ONCE = frozenset({"wood_glue", "hot_glue", "staples", "white_paint", "solvent_cement", "spread_glue"})
"""Bought once, however many joints take of it."""


@dataclass(kw_only=True)
class LaidParts(PartsList):
    """As a list of parts, but laid out: ``stands`` is where the whole is in the set; surfaces of the light that are
    ``given`` are not built.
    """

    stands: PartPose = field(default_factory=PartPose)
    layouts: list[Layout] = field(default_factory=list)
    between: list[BuildJoint] = field(default_factory=list)
    given: set[str] = field(default_factory=set)
    found: FoundThing | None = None
    sockets: Sockets = field(default_factory=Sockets)
    spares: list[Piece] = field(default_factory=list)
    corner: MethodId = "butt"

    def layout(self, id: str, pose: PartPose | None = None, finished: tuple[Vec, Vec] | None = None) -> Layout:
        """A further rigid group, at its place in the whole; ``finished`` is its outside over all that is stiff. [m]"""
        made = Layout(id=id, batten=self.batten, pose=pose or PartPose(), finished=finished, corner=self.corner)
        self.layouts.append(made)
        return made

    def within(self, layout: Layout, place: PartPose) -> PartPose:
        """A place of the set in the coordinates of a layout."""
        return layout.pose.inverse.after(self.stands.inverse.after(place))

    def layout_at(self, id: str, place: PartPose, finished: tuple[Vec, Vec] | None = None) -> Layout:
        """A further rigid group, at its place in the set."""
        return self.layout(id, self.stands.inverse.after(place), finished)

    def sheet(
        self,
        layout: Layout,
        name: str,
        covering: CoverRef,
        *,
        size: tuple[float, float],
        note: str,
        centre: Vec = (0.0, 0.0, 0.0),
        across: Vec = X,
        upward: Vec = Z,
        role: str = "",
        lit: str = "",
        margin: float = 0.0,
        longer: float = 0.0,
        holes: tuple[Loop, ...] = (),
        window: float | None = None,
        whole: bool = False,
        cut: tuple[float, float] | None = None,
        of: str = "",
    ) -> str:
        """A flat board or cloth: the middle of its good side, whose directions are ``across`` and ``upward``, which is
        upright and seen from before unless told otherwise; its thickness lies where ``across × upward`` points. Cloth
        is cut with ``margin`` more on every edge and ``longer`` at its top; both are cut to another size where they
        are folded (``cut``), or a part ``of`` a piece that is cut already; a ``window`` leaves a border of that
        width. [m]
        """
        row = covering_of(covering)
        if row.form == "board":
            # a board is neither hemmed nor wrapped round anything
            margin = longer = 0.0
        if not of:
            self.cover(covering, *(cut or size), margin=margin, longer=longer, note=note, window=window, whole=whole)
        piece = next(c for c in self.cloth if c.label == of) if of else self.cloth[-1]
        if window is not None:
            x, y = size[0] / 2 - window, size[1] / 2 - window
            holes = (*holes, oblong_loop(-x, -y, x, y))
        solid = SheetSolid(
            width=size[0], height=size[1], thickness=row.thickness, holes=holes, soft=row.form == "cloth"
        )
        pose = PartPose(origin=centre, x=unit(across), y=unit(upward), z=vec_across(unit(across), unit(upward)))
        # what is cut out of a board weighs nothing any more; what is wrapped round it weighs where it is
        plain = of or (margin == 0.0 and longer == 0.0 and cut is None)
        mass = row.mass_per_area * (solid.area if plain else piece.cut[0] * piece.cut[1])
        if of:
            # the first part of a folded piece weighed all of it so far
            first = next(k for k, part in enumerate(layout.parts) if part.label == of)
            layout.parts[first] = replace(layout.parts[first], mass=max(layout.parts[first].mass - mass, 0.0))
        return layout.add(name, role or name, row.id, solid, pose, label=piece.label, mass=mass, lit=lit)

    def formed(
        self,
        layout: Layout,
        name: str,
        covering: CoverRef,
        solid: FlatSolid,
        pose: PartPose,
        *,
        flat: tuple[float, float],
        note: str,
        role: str = "",
        lit: str = "",
        margin: float = 0.0,
    ) -> str:
        """What is cut ``flat`` [m] and then bent, rolled or cut round to its solid."""
        row = covering_of(covering)
        self.cover(covering, *flat, margin=margin, note=note)
        piece = self.cloth[-1]
        mass = solid.area * row.mass_per_area
        return layout.add(name, role or name, row.id, solid, pose, label=piece.label, mass=mass, lit=lit)

    def bought(
        self,
        layout: Layout,
        name: str,
        item: str,
        solid: FlatSolid | BoughtSolid,
        pose: PartPose,
        *,
        mass: float,
        role: str = "",
        source: PartSource = "bought",
        lit: str = "",
    ) -> str:
        """A thing that is bought or found as it is; what is sold by the piece goes on the list. [kg]"""
        if (
            source == "bought"
            and item in stock()["fittings"]
            and not stock()["fittings"][item]["name"].endswith("per metre")
        ):
            self.fit(item, 1)
        return layout.add(name, role or name, item, solid, pose, label="", mass=mass, source=source, lit=lit)

    def spare(self, name: str, length: float, *, count: int, reason: str, bar: BarType) -> None:
        """Pieces that are cut to be swapped with what is laid, all of one length; call it when all is laid. [m]"""
        used = {piece.label.rstrip("0123456789") for piece in (*self._pieces(), *self.spares)}
        letter = next(one for one in "ABCDEFGHIJKLMNOPQRSTUVWXYZ" if one not in used)
        self.spares += [
            Piece(
                label=f"{letter}{k + 1}",
                name=name,
                cut=length,
                reason=reason,
                bar=bar.id if bar.id != self.batten.id else "",
                spare=True,
            )
            for k in range(count)
        ]

    def screw_on(self, layout: Layout, board: str, battens: Sequence[str], **places: float) -> None:
        """A board onto battens of the same layout, washers under the heads."""
        part = next(p for p in layout.parts if p.id == board)
        blanks = [b for b in layout.blanks if b.id in battens]
        driven = screwed_on.screws(part, blanks, **places)
        layout.hold("screwed_on", board, battens, fasteners=driven, used={"washer": len(driven)})

    @property
    def shop(self) -> BuildShop:
        """What its bars are joined with."""
        return shop_for(
            self.batten,
            carrying_length=self.carrying_length,
            sockets=self.sockets,
            also=tuple(dict.fromkeys(blank.bar for layout in self.layouts for blank in layout.blanks)),
        )

    @cached_property
    def assembly(self) -> Assembly:
        """The built thing in space, when all of it is laid.

        Raises
        ------
        Impossible
            When a member is too short to be cut; the message names the field.
        """
        made = put_together(
            self.layouts, self.shop, stands=self.stands, between=self.between, given=frozenset(self.given)
        )
        return made if self.found is None else _with_found(made, self.found)

    def take(self, found: FoundThing) -> None:
        """What is there already is neither cut nor bought, and not made; call it when all is laid."""
        self.found = found
        # what was put together before is without it
        self.__dict__.pop("assembly", None)
        parts = [part for layout in self.layouts for part in layout.parts]
        kept = {part.label for part in parts if not found.is_part(part.id)}
        gone = {part.label for part in parts if found.is_part(part.id)} - kept
        self.cloth = [piece for piece in self.cloth if piece.label not in gone]
        taken = [part.item for part in parts if found.is_part(part.id) and part.source == "bought"]
        # what only the steps that are saved use up is not needed either; what joints still take goes to the next step
        kept_steps = [step for step in self.steps if step.id not in found.instead]
        still = {word for step in kept_steps for word in step.uses}
        unused = {word for step in self.steps for word in step.uses} - still
        self.fittings = [fitting for fitting in self.fittings if fitting.id not in unused]
        self.fittings += [Fitting(id=item, count=-1) for item in taken if any(f.id == item for f in self.fittings)]
        if kept_steps:
            kept_steps[0] = replace(kept_steps[0], uses=(*kept_steps[0].uses, *sorted(unused)))
        self.step(SAYS("take-what-is-there", name=found.name), minutes=5, does="gather")
        self.steps = [self.steps[-1], *kept_steps]

    def plan(self, name: str) -> BuildPlan:
        """Everything for the Build stage."""
        laid, runs = self._pieces(), self._runs()
        made = super().plan(name)
        return replace(
            made,
            pieces=(*made.pieces, *laid, *self.spares),
            runs=(*made.runs, *runs),
            fittings=added([*made.fittings, *self._fittings()]),
            holes=(*self._holes(), *spring_holes(self.assembly, self.shop.spigots), *made.holes)
            if self.shop.spigots is not None
            else (*self._holes(), *made.holes),
            found_mass=sum(part.mass for part in self.assembly.parts if part.source == "found"),
            further_mass=sum(part.mass for part in self.assembly.parts if _weighs_as_made(part)),
            also=tuple(bar for bar in self.assembly.stuff if bar.id in {piece.bar for piece in laid}),
        )

    @property
    def _blanks(self) -> Iterator[tuple[Layout, Blank]]:
        # what is sawn
        for layout in self.layouts:
            for blank in layout.blanks:
                if self.found is None or not self.found.is_part(blank.id):
                    yield layout, blank

    def _parts_of(self, id: str) -> list[Part]:
        return [p for p in self.assembly.parts if p.id == id or p.id.startswith(f"{id}/part.")]

    def _pieces(self) -> tuple[Piece, ...]:
        found = []
        for layout, blank in self._blanks:
            parts, reason = self._parts_of(blank.id), layout.reasons[blank.group].text
            if len(parts) > 1:
                most = f"since more than {self.carrying_length * 1000:.0f} mm cannot be carried"
                reason += f"; in {len(parts)} parts, {'which unscrew' if blank.splice == 'thread' else most}"
            found += [
                Piece(
                    label=p.label,
                    name=blank.role,
                    cut=self.assembly.lengths[p.label],
                    reason=reason,
                    bar=self._other(p),
                )
                for p in parts
            ]
        found += [
            Piece(
                label=p.label,
                name=p.role.replace("splint of", "splint behind the joint of"),
                cut=self.assembly.lengths[p.label],
                reason="laid behind a butt joint, half on each side",
                bar=self._other(p),
            )
            for p in self.assembly.bars
            if p.role.startswith("splint") and p.source == "cut"
        ]
        return tuple(sorted(found, key=lambda piece: _order(piece.label)))

    def _other(self, part: Part) -> str:
        # the bar of a part that is not of what the rest is of
        return part.item if part.item != self.batten.id else ""

    def _runs(self) -> tuple[Run, ...]:
        # along each member: its parts, and what stands before and behind it to the outside of its group
        found = []
        for _, blank in self._blanks:
            parts = self._parts_of(blank.id)
            length = sum(self.assembly.lengths[p.label] for p in parts)
            whole = math.dist(blank.start, blank.end)
            spans = [Span(piece=p.label) for p in parts]
            if whole - length > 1e-9:
                spans.append(Span(joint=whole - length))
            found.append(Run(name=blank.role, wanted=whole, spans=tuple(spans)))
        return tuple(found)

    def _fittings(self) -> Iterator[Fitting]:
        total: dict[str, float] = {}
        laid = {part.id for layout in self.layouts for part in layout.parts}
        for part in self.assembly.parts:
            # what joints add: elbows, cubes, couplings
            if part.source == "bought" and part.id not in laid:
                total[part.item] = total.get(part.item, 0) + 1
        for joint in self.assembly.joints:
            for fastener in joint.fasteners:
                total[fastener.item] = total.get(fastener.item, 0) + 1
            for item, amount in joint.used.items():
                total[item] = total.get(item, 0) + amount
        for item, count in total.items():
            yield Fitting(id=item, count=1 if item in ONCE else count)

    def _holes(self) -> tuple[Hole, ...]:
        roles = {p.id: p.role for p in self.assembly.parts}
        spreads = {joint.id: joint.spread for layout in self.layouts for joint in layout.joints}
        ends: Counter[tuple[str, str, str, str, float, float, Batten]] = Counter()
        pockets: Counter[tuple[str, str, Batten]] = Counter()
        brackets: Counter[tuple[str, str, Batten]] = Counter()
        boards: dict[str, BuildJoint] = {}
        splints: Counter[Batten] = Counter()
        for joint in self.assembly.joints:
            if joint.method in ("butt", "bolt") and joint.fasteners:
                through, into = joint.parts
                deep = _deep(self.assembly.by_id[through], joint.fasteners[0].direction)
                item, section = joint.fasteners[0].item, _batten(self.assembly.by_id[into])
                ends[joint.method, roles[through], roles[into], item, deep, spreads[joint.id], section] += 1
            elif joint.method == "pocket_screw":
                into = joint.parts[1]
                pockets[roles[into], joint.fasteners[0].item, _batten(self.assembly.by_id[into])] += 1
            elif joint.method == "bracket":
                brackets[
                    roles[joint.parts[0]], roles[joint.parts[1]], _batten(self.assembly.by_id[joint.parts[1]])
                ] += 1
            elif joint.method == "screwed_on":
                boards[joint.parts[0]] = joint
            if joint.method == "splint" and joint.fasteners:
                splints[_batten(self.assembly.by_id[joint.parts[0]])] += 1
        found: list[Hole] = []
        for section, count in splints.items():
            found.append(splint(("splint",), batten=section, joints=count, length=self.batten.splint))
        for (method, through, into, item, deep, spread, section), count in ends.items():
            if method == "butt":
                screw = SCREWS[item]
                found += butt(through, into, batten=section, ends=count, screw=screw, deep=deep, spread=spread)
            else:
                found.append(bolted((through, into), batten=section, joints=count))
        for (through, into, section), count in brackets.items():
            found.append(bracketed((through, into), batten=section, brackets=count))
        for (into, item, section), count in pockets.items():
            found.append(pocketed((into,), batten=section, ends=count, screw=SCREWS[item]))
        for board, joint in boards.items():
            part = self.assembly.by_id[board]
            if isinstance(part.solid, SheetSolid) and joint.fasteners:
                size, driven = (part.solid.width, part.solid.height), joint.fasteners[0]
                section = _batten(self.assembly.by_id[driven.into])
                deep = _deep(self.assembly.by_id[driven.into], driven.direction)
                flat = section.width if deep < section.width else section.thickness
                batten = Batten(width=flat, thickness=deep)
                hole = faced(part.label, size=size, board=part.solid.thickness, batten=batten)
                found.append(replace(hole, count=len(joint.fasteners)))
        return tuple(found)


def _with_found(made: Assembly, found: FoundThing) -> Assembly:
    """The assembly with the parts of a found thing as they are: joined already, and as heavy as it is in all."""
    own = [part for part in made.parts if found.is_part(part.id)]
    weight = sum(part.mass for part in own)
    parts = tuple(
        replace(
            part,
            source="found",
            item=found.item,
            label="",
            mass=found.mass * (part.mass / weight if weight > 0.0 else 1.0 / len(own)),
        )
        if found.is_part(part.id)
        else part
        for part in made.parts
    )
    joints = tuple(
        replace(joint, method="glued", fasteners=(), used={}) if all(map(found.is_part, joint.parts)) else joint
        for joint in made.joints
    )
    return replace(made, parts=parts, joints=joints)


LATTICE = "card lattice"
"""What is slotted together of strips that are on the list already."""


def _weighs_as_made(part: Part) -> bool:
    # printed, a lens, straws: no piece off the shelf tells their mass
    if part.source != "bought" or part.item == LATTICE:
        return False
    row = stock()["fittings"].get(part.item)
    return row is None or float(row["mass"]) == 0.0


def _batten(part: Part) -> Batten:
    # the section of a part that is sawn from a batten
    if not isinstance(part.solid, BarSolid) or not isinstance(part.solid.section, BoxSection):
        raise ValueError(f"{part.id} is no batten")
    return Batten(width=part.solid.section.width, thickness=part.solid.section.thickness)


def _deep(batten: Part, direction: Vec) -> float:
    # how much of a batten a screw goes through that comes from this direction
    section = _batten(batten)
    x, y, _ = (abs(v) for v in batten.pose.turned(direction))
    return section.width if x > y else section.thickness


def _order(label: str) -> tuple[str, bool, int]:
    letter = label.rstrip("0123456789")
    return letter.rstrip("s"), letter.endswith("s") and len(letter) > 1, int(label[len(letter) :] or 0)
