"""What can be mended or renewed, and how: from how each part is held."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from wenlo.core.fabrication.parts import BuildPlan, ClothPiece, Step
from wenlo.core.instructions.order import assigned

JointMake = Literal["bonded", "screwed", "dry", "sliding", "tied", "stapled", "taped", "sewn"]

HELD_BY: tuple[tuple[str, JointMake], ...] = (
    ("hook_and_loop", "sliding"),
    ("cloth_tie", "tied"),
    ("staples", "stapled"),
    ("cloth_tape", "taped"),
)
"""What holds a sheet, by the fitting that is used in the same step."""

UNDONE: dict[JointMake, tuple[str, float]] = {
    "sliding": ("pull it off, put the new one on; nothing is damaged", 5.0),
    "tied": ("untie it", 8.0),
    "stapled": ("lift the staples with a flat screwdriver, staple the new one beside the old holes", 25.0),
    "taped": ("peel the tape from one end, slowly; the face of a board may come with it", 15.0),
    "sewn": ("unpick the seam, sew the new one in", 45.0),
    "screwed": ("take the screws out; drill new pilots a finger away if they do not bite again", 20.0),
    "dry": ("pull it out of its joints with a twist", 6.0),
    "bonded": ("saw it out beside the joint and lay a splint behind the new one", 40.0),
}
"""How each is undone, and the minutes that takes."""


@dataclass(frozen=True, kw_only=True)
class Renewal:
    """A part that can be renewed: its labels, how it is held, what is done, the minutes and what the new one costs
    [EUR].
    """

    labels: tuple[str, ...]
    name: str
    joint: JointMake
    how: str
    minutes: float
    price: float


def _sheet_joint(piece: ClothPiece, step: Step) -> JointMake:
    note = piece.note
    for word, joint in (
        ("sleeve", "sliding"),
        ("hook-and-loop", "sliding"),
        ("stapled", "stapled"),
        ("staple", "stapled"),
        ("sewn into", "sewn"),
        ("seam;", "sewn"),
        ("taped", "taped"),
        ("screwed", "screwed"),
    ):
        if word in note:
            return joint  # type: ignore[return-value]
    return next((joint for fitting, joint in HELD_BY if fitting in step.uses), "dry")


def _bar_joint(plan: BuildPlan, step: Step) -> JointMake:
    fittings = {f.id for f in plan.fittings}
    if "solvent_cement" in fittings or (step.does == "bond" and step.wait >= 60):
        return "bonded"
    return "screwed" if any(h.fastener.endswith("screw") for h in plan.holes) else "dry"


def renewals(plan: BuildPlan) -> tuple[Renewal, ...]:
    """Every part that wears or breaks, sheets first."""
    return (*_sheets(plan), *_bars(plan))


def _sheets(plan: BuildPlan) -> Iterator[Renewal]:
    sheets = {piece.label: piece for piece in plan.cloth}
    for step, (labels, _) in zip(plan.steps, assigned(plan), strict=True):
        same: dict[tuple[str, JointMake], list[ClothPiece]] = {}
        for label in labels:
            if label in sheets:
                same.setdefault((sheets[label].material, _sheet_joint(sheets[label], step)), []).append(sheets[label])
        for (material, joint), pieces in same.items():
            how, minutes = UNDONE[joint]
            yield Renewal(
                labels=tuple(p.label for p in pieces),
                name=material,
                joint=joint,
                how=how,
                minutes=minutes * len(pieces),
                price=sum(p.price for p in pieces),
            )


def _bars(plan: BuildPlan) -> Iterator[Renewal]:
    names = {piece.label: piece for piece in plan.pieces}
    metre = min((s.price / s.length for s in plan.stock.lengths), default=0.0)
    for step, (labels, _) in zip(plan.steps, assigned(plan), strict=True):
        same: dict[str, list[str]] = {}
        for label in labels:
            if label in names:
                same.setdefault(names[label].name, []).append(label)
        for name, found in same.items():
            joint = _bar_joint(plan, step)
            how, minutes = UNDONE[joint]
            length = names[found[0]].cut
            yield Renewal(labels=tuple(found), name=name, joint=joint, how=how, minutes=minutes, price=length * metre)
