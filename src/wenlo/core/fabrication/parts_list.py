"""Collects what a design is made of, in the order it is made, and turns it into a plan to build it."""

import math
from dataclasses import dataclass, field

from wenlo.core.catalog.bars import BarType, bar_types
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.own import CoverRef, covering_of
from wenlo.core.fabrication.cloth import boards_for, from_roll, of_strips, orient_on_board
from wenlo.core.fabrication.fasteners import Batten, butt, eyes, splint
from wenlo.core.fabrication.members import Members, Splice
from wenlo.core.fabrication.parts import (
    BuildPlan,
    ClothPiece,
    Fitting,
    Hole,
    PrintSpec,
    Sketch,
    Stage,
    Step,
    Template,
    added,
)
from wenlo.core.fabrication.screws import flat_screw
from wenlo.core.facts import Fact
from wenlo.core.units.length import format_length

WRAP = 0.04
"""What is wrapped round a board lies so far behind it. [m]"""

BOARD_GAP = 0.005
"""Between two pieces cut from one board. [m]"""


def usual_batten() -> BarType:
    """What is built of where nobody chooses."""
    return bar_types()["softwood_18_44"]


@dataclass(kw_only=True)
class PartsList:
    """A design of timber battens, boards and cloth.

    ``carrying_length`` splits members that are longer; ``batten`` is their material. [m]
    """

    carrying_length: float
    batten: BarType = field(default_factory=usual_batten)
    saw: str = "fine_hand_saw"
    cloth: list[ClothPiece] = field(default_factory=list)
    fittings: list[Fitting] = field(default_factory=list)
    steps: list[Step] = field(default_factory=list)
    holes: list[Hole] = field(default_factory=list)
    templates: list[Template] = field(default_factory=list)
    prints: list[PrintSpec] = field(default_factory=list)
    members: Members = field(init=False)

    def __post_init__(self) -> None:
        thick = self.batten.thickness
        self.members = Members(
            carrying_length=self.carrying_length,
            least=0.05,
            splice=Splice(fitting=flat_screw(thick, thick).id, per_joint=4, splint=self.batten.splint),
        )

    def bar(self, name: str, length: float, count: int, reason: str, blame: str) -> None:
        """Battens of one length; ``blame`` is the parameter that makes them. [m]"""
        for spans in self.members.add(name, length, count=count, reason=reason, blame=blame):
            self.members.run(name, length, spans)

    @property
    def section(self) -> Batten:
        """The batten's cross section. [m]"""
        return Batten(width=self.batten.width, thickness=self.batten.thickness)

    def butt(self, into: str, through: str, ends: int) -> None:
        """``ends`` of one sort of batten screwed through another, two screws each."""
        self.holes += butt(through, into, batten=self.section, ends=ends)
        self.fit("wood_screw", 2 * ends)

    def eyes(self, into: str, count: int) -> None:
        """Screw eyes to hang it by."""
        self.holes.append(eyes((into,), batten=self.section, count=count))
        self.fit("screw_eye", count)

    def template(self, template: Template) -> None:
        """A shape to draw at full size."""
        self.templates.append(template)

    def cover(
        self,
        covering: CoverRef,
        width: float,
        height: float,
        *,
        margin: float = 0.0,
        longer: float = 0.0,
        count: int = 1,
        note: str,
        whole: bool = False,
        window: float | None = None,
        spare: bool = False,
    ) -> None:
        """Cloth or board of a finished size [m] with ``margin`` more on every edge, and ``longer`` at its top for a
        sleeve; ``whole`` as it comes; with a ``window`` that leaves a border of that width; ``spare`` where it is for
        another day. [m]
        """
        row = covering_of(covering)
        wanted = (width + 2 * margin, height + 2 * margin + longer)
        # creases take as much of its width as of its height
        cut = creased(wanted, row.creases)
        if row.board_length is None:
            strips, strip, bought = from_roll(cut, row)
            price = bought * row.price
            note = note if strips == 1 else f"{note}; {of_strips(strips, row)}"
        else:
            across, along = boards_for(cut, row)
            wide, tall = orient_on_board(cut, row)
            strips, strip = across * along, min(wide, row.width)
            # whole boards, or the share of one that further pieces leave
            share = tall / row.board_length * wide / row.width
            bought = float(strips) if strips > 1 else max(share, 0.0)
            price = bought * row.price
        opened = None if window is None or strips > 1 else (cut[0] - 2 * window, cut[1] - 2 * window)
        # what falls out of a window is not carried
        area = cut[0] * cut[1] - (opened[0] * opened[1] if opened else 0.0)
        for _ in range(count):
            self.cloth.append(
                ClothPiece(
                    label=f"S{len(self.cloth) + 1}",
                    material=row.name,
                    finished=(width, height),
                    cut=cut,
                    strips=strips,
                    strip_width=strip,
                    buy_length=bought,
                    form=row.form,
                    note=note,
                    price=price,
                    mass=area * row.mass_per_area,
                    covering=row,
                    whole=whole,
                    window=opened,
                    spare=spare,
                    trimmed=wanted if row.creases > 0.0 else None,
                )
            )

    def fit(self, name: str, count: float) -> None:
        """Bought parts, from the stock data."""
        self.fittings.append(Fitting(id=name, count=count))

    def step(
        self,
        says: Fact,
        *,
        id: str = "",
        minutes: float = 10.0,
        wait: float = 0.0,
        does: Stage = "bond",
        uses: tuple[str, ...] = (),
        hands: int = 1,
        sketch: Sketch | None = None,
    ) -> None:
        """A step of the work, named by what it says where no ``id`` is given; see :class:`Step`."""
        self.steps.append(
            Step(
                id=id or says.key,
                says=says,
                minutes=minutes,
                wait=wait,
                does=does,
                uses=uses,
                hands=hands,
                sketch=sketch,
            )
        )

    def plan(self, name: str) -> BuildPlan:
        """Everything for the Build stage."""
        saw = stock()["saws"][self.saw]
        joints = sum(piece.name.startswith("splint behind") for piece in self.members.pieces)
        spliced = (
            ()
            if not joints
            else (splint(("splint",), batten=self.section, joints=int(joints), length=self.members.splice.splint),)
        )
        return BuildPlan(
            name=name,
            stock=self.batten,
            kerf=saw["kerf"],
            saw=saw["name"],
            pieces=tuple(self.members.pieces),
            runs=tuple(self.members.runs),
            fittings=added([*self.members.fittings, *self.fittings]),
            cloth=tuple(self.cloth),
            steps=tuple(self.steps),
            holes=(*self.holes, *spliced),
            templates=tuple(self.templates),
            prints=tuple(self.prints),
        )


def creased(size: tuple[float, float], share: float) -> tuple[float, float]:
    """What is taken off the roll for a piece of that size when creases take that share of its area. [m]

    Source: [Geometry].

    >>> [round(side, 3) for side in creased((0.9, 1.8), 0.19)]
    [1.0, 2.0]
    """
    grown = 1.0 / math.sqrt(1.0 - share)
    return size[0] * grown, size[1] * grown


def size(width: float, height: float) -> str:
    """Two lengths as people say them."""
    return f"{format_length(width)} × {format_length(height)}"
