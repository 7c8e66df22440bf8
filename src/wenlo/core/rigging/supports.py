"""What can hold something: stands, booms, clamps, spreaders, eyes, generic, of one's own, or home-made; and which is
proposed.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from wenlo.core.catalog.data_files import found_stock
from wenlo.core.catalog.items import SupportValues
from wenlo.core.inventory.stocked import Stocked
from wenlo.core.rigging.board_holder import HeldBoard
from wenlo.core.rigging.homemade import HomeMade, home_made
from wenlo.core.rigging.interfaces import Face
from wenlo.core.rigging.statics import payload_at

SPARE = 1.25
"""A support is proposed that carries so many times the load."""

BOOM_BACK = 0.6
"""Usual length of a boom behind its stand. [m]"""


@dataclass(frozen=True, kw_only=True)
class Support:
    """Something that holds: heights and reach [m], what it carries and weighs [kg]; how many there are, None for a
    generic one.

    ``top`` is what it offers to what it carries, ``foot`` what it needs under it.
    """

    id: str
    name: str
    kind: str
    lowest: float
    highest: float
    reach: float
    foot_radius: float
    payload: float
    mass: float
    count: float | None
    top: Face
    foot: Face | None = None
    made: HomeMade | None = field(default=None, compare=False)

    @property
    def span(self) -> float:
        """How far a spreader reaches: a bought one is drawn out like a stand, a home-made one is as long as its beam.
        [m]
        """
        return self.reach if self.made is not None else max(self.highest, self.reach)

    def carries(self, height: float) -> float:
        """What it carries at a height. [kg]"""
        return payload_at(self.payload, self.lowest, self.highest, height)


STUD = Face(type="stud", size=0.016, gender="male", slack=0.4)
SOCKET = Face(type="stud", size=0.016, gender="female", slack=0.4)
TOPS: dict[str, Face] = {
    "camera_tripod": Face(type="screw 3/8 in", size=0.0095, gender="male", slack=0.2),
    "microphone_boom_stand": Face(type="screw 3/8 in", size=0.0095, gender="male", slack=0.6),
    "spring_clamp_50": Face(type="jaw", size=0.05, gender="female", slack=0.8),
    "screw_clamp_150": Face(type="jaw", size=0.15, gender="female", slack=0.1),
    "trestle_75": Face(type="jaw", size=0.65, gender="female", slack=0.0),
    "wall_spreader_26": Face(type="tube", size=0.035, gender="male", slack=0.2),
    "wall_spreader_40": Face(type="tube", size=0.045, gender="male", slack=0.3),
    "ceiling_eye_m8": Face(type="eye", size=0.03, gender="female", slack=0.0),
}


def _support(key: str, name: str, v: SupportValues, generic: str, count: float | None) -> Support:
    foot = SOCKET if v.kind in ("boom", "arm") else None
    return Support(
        id=key,
        name=name,
        kind=v.kind,
        lowest=v.lowest or 0.0,
        highest=v.highest or v.lowest or 0.0,
        reach=v.reach or 0.0,
        foot_radius=v.foot_radius or 0.0,
        payload=v.payload,
        mass=v.mass,
        count=count,
        top=TOPS.get(generic, STUD),
        foot=foot,
    )


def supports(
    shelf: Sequence[Stocked] = (), *, height: float = 1.8, span: float = 3.0, board: HeldBoard | None = None
) -> tuple[Support, ...]:
    """One's own supports, then generic ones, then home-made ones for a height and a span [m], and for a board."""
    own = [
        _support(f"own_{item.id}", item.name, item.values, item.starter or "", item.count)
        for item in shelf
        if isinstance(item.values, SupportValues)
    ]
    generic = [
        _support(
            key,
            row["name"],
            SupportValues.model_validate({k: v for k, v in row.items() if k != "name"}, strict=False),
            key,
            None,
        )
        for key, row in found_stock()["supports"].items()
    ]
    made = [
        Support(
            id=f"made_{m.id}",
            name=m.name,
            kind=m.kind,
            lowest=m.height * 0.6,
            highest=m.height,
            reach=m.reach,
            foot_radius=m.foot_radius,
            payload=m.payload,
            mass=m.mass,
            count=None,
            top=m.top,
            made=m,
        )
        for m in home_made(height=height, span=span, board=board)
    ]
    return (*own, *generic, *made)


def proposed(
    choices: Iterable[Support], kind: str, *, height: float, load: float, reach: float = 0.0
) -> Support | None:
    """The lightest duty that carries it with something to spare, one's own first; None when nothing does."""
    found = [
        s
        for s in choices
        if s.kind == kind
        and s.made is None
        and s.carries(height) >= SPARE * load
        and s.reach >= reach - 1e-9
        and (s.highest <= 0.0 or s.lowest - 0.05 <= height <= s.highest + 0.02)
    ]
    return min(
        found,
        key=lambda s: (s.count is None, s.top.type != "stud" and kind in ("stand", "boom"), s.payload, s.mass),
        default=None,
    )


def strongest_that_reaches(choices: Iterable[Support], kind: str, *, height: float) -> Support | None:
    """The strongest of a kind that reaches a height, or that reaches highest, however little it carries."""
    same = [s for s in choices if s.kind == kind and s.made is None]
    return max(
        same, key=lambda s: (s.highest <= 0.0 or s.highest >= height, s.carries(height), s.highest), default=None
    )
