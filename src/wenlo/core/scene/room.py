"""The room as surfaces: floor, walls, sloping ceilings, an alcove, the backdrop; or only the ground, outdoors."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.brief.set_objects import Alcove
from wenlo.core.catalog.own import OwnBackdrop, finish_material
from wenlo.core.optics.finish import Gloss
from wenlo.core.optics.shapes import Panel, Shape, Tube
from wenlo.core.optics.sheet import Sheet, board, flipped

Vector = NDArray[np.float64]

SATIN = 0.12
"""Width of the shine of a backdrop's shiny side. [-]"""

BACKDROP_OFF_WALL = 0.05
BACKDROP_WIDTH = 2.7
BACKDROP_HEIGHT = 2.4

LEAST_BEND = 0.03
"""Smaller sweeps are a crease. [m]"""

ON_FLOOR = 0.002
"""What lies on the floor lies so far over it. [m]"""

OPEN_AIR = 40.0
"""How high one may build outdoors, as far as the set is concerned. [m]"""


@dataclass(frozen=True, kw_only=True)
class RoomBox:
    """Where the room's walls are, in the coordinates of the set [m]; ``slopes`` are the sides under a sloping
    ceiling.
    """

    left: float
    right: float
    front: float
    back: float
    height: float
    slopes: tuple[str, ...] = ()
    knee: float = 0.0
    run: float = 1.0

    def ceiling_at(self, x: float) -> float:
        """Height of the ceiling over a place to the camera's right. [m]"""
        found = self.height
        for side in self.slopes:
            away = x - self.left if side == "left" else self.right - x
            found = min(found, self.knee + (self.height - self.knee) * away / self.run)
        return found

    def span_at(self, height: float) -> tuple[float, float]:
        """From where to where, to the camera's right, the room is higher than that. [m]"""
        over = 0.0 if not self.slopes else max((height - self.knee) * self.run / (self.height - self.knee), 0.0)
        return (
            self.left + (over if "left" in self.slopes else 0.0),
            self.right - (over if "right" in self.slopes else 0.0),
        )

    def holds(self, point: Sequence[float] | Vector, margin: float = 0.0) -> bool:
        """Whether a point lies inside by at least ``margin``. [m]"""
        x, y, z = point
        return (
            self.left + margin < x < self.right - margin
            and self.front + margin < y < self.back - margin
            and -1e-5 <= z < self.ceiling_at(x) - margin
        )


def room_box(brief: Brief) -> RoomBox:
    """The room: the subject stands midway between the side walls, the backdrop hangs at the end wall."""
    room, back = brief.room, brief.backdrop.distance + BACKDROP_OFF_WALL
    slopes = {"none": (), "left": ("left",), "right": ("right",), "both": ("left", "right")}[room.slope]
    return RoomBox(
        left=-room.width / 2,
        right=room.width / 2,
        front=back - room.depth,
        back=back,
        height=OPEN_AIR if room.outdoors else room.height,
        slopes=() if room.outdoors else slopes,
        knee=room.knee,
        run=room.run,
    )


def painted(finish: str | OwnBackdrop) -> Sheet:
    """A wall, a floor or a backdrop of a finish, dull or with a shiny skin."""
    row = finish_material(finish)
    plain = board(row.reflectance)
    return replace(plain, gloss_front=Gloss(alpha=SATIN)) if row.shiny else plain


def _wall(
    name: str,
    finish: str | OwnBackdrop,
    origin: Sequence[float] | Vector,
    u: Sequence[float] | Vector,
    v: Sequence[float] | Vector,
    outline: Sequence[tuple[float, float]] | None = None,
    *,
    cut_out: bool = False,
) -> Panel:
    return Panel(
        id=name,
        origin=np.array(origin, dtype=float),
        edge_u=np.array(u, dtype=float),
        edge_v=np.array(v, dtype=float),
        surface=painted(finish),
        one_sided=True,
        outline=None if outline is None else np.array(outline, dtype=float),
        cut_out=cut_out,
    )


def _gable(box: RoomBox) -> list[tuple[float, float]] | None:
    # corners of an end wall in shares of width (from the left) and height; None where it is a plain oblong
    if not box.slopes:
        return None
    low, reach = box.knee / box.height, box.run / (box.right - box.left)
    left = [(0.0, low), (reach, 1.0)] if "left" in box.slopes else [(0.0, 1.0)]
    right = [(1.0 - reach, 1.0), (1.0, low)] if "right" in box.slopes else [(1.0, 1.0)]
    return [(0.0, 0.0), *left, *right, (1.0, 0.0)]


def _slopes(brief: Brief, box: RoomBox) -> Iterator[Panel]:
    depth, rise = brief.room.depth, box.height - box.knee
    for side in box.slopes:
        if side == "left":
            yield _wall(
                "left slope", brief.room.ceiling, (box.left, box.front, box.knee), (0, depth, 0), (box.run, 0, rise)
            )
        else:
            yield _wall(
                "right slope", brief.room.ceiling, (box.right, box.front, box.knee), (-box.run, 0, rise), (0, depth, 0)
            )


def walls(brief: Brief) -> tuple[Panel, ...]:
    """Floor, ceiling and four walls as they are without an alcove, fronts facing inward."""
    b, room = room_box(brief), brief.room
    w, d = room.width, room.depth
    floor = _wall("floor", room.floor, (b.left, b.front, 0), (w, 0, 0), (0, d, 0))
    if room.outdoors:
        return (floor,)
    h, gable = b.height, _gable(b)
    left, right = (b.knee if side in b.slopes else h for side in ("left", "right"))
    start = b.left + (b.run if "left" in b.slopes else 0.0)
    level = w - b.run * len(b.slopes)
    flipped = None if gable is None else [(v, u) for u, v in gable]
    return (
        floor,
        _wall("ceiling", room.ceiling, (start, b.front, h), (0, d, 0), (level, 0, 0)),
        _wall("left wall", room.walls, (b.left, b.front, 0), (0, d, 0), (0, 0, left)),
        _wall("right wall", room.walls, (b.right, b.front, 0), (0, 0, right), (0, d, 0)),
        _wall("wall behind the camera", room.walls, (b.left, b.front, 0), (0, 0, h), (w, 0, 0), flipped),
        _wall("end wall", room.walls, (b.left, b.back, 0), (w, 0, 0), (0, 0, h), gable),
        *_slopes(brief, b),
    )


def alcove_fits(alcove: Alcove, box: RoomBox) -> bool:
    """Whether an alcove lies within its wall."""
    start, end = (box.left, box.right) if alcove.wall == "end wall" else (box.front, box.back)
    side = {"left wall": "left", "right wall": "right"}.get(alcove.wall, "")
    top = box.knee if side in box.slopes else box.height
    return start < alcove.along - alcove.width / 2 and alcove.along + alcove.width / 2 < end and alcove.height < top


def _with_alcove(brief: Brief, around: tuple[Panel, ...]) -> tuple[Panel, ...]:
    alcove, box = brief.room.alcove, room_box(brief)
    wall = None if alcove is None else next((w for w in around if w.id == alcove.wall), None)
    # a gable is an outline already and cannot be cut again
    if alcove is None or wall is None or wall.outline is not None or not alcove_fits(alcove, box):
        return around
    inward = wall.normal
    along = np.array([1.0, 0.0, 0.0]) if alcove.wall == "end wall" else np.array([0.0, 1.0, 0.0])
    up = np.array([0.0, 0.0, alcove.height])
    foot = {"left wall": box.left, "right wall": box.right, "end wall": box.back}[alcove.wall]
    middle = np.array([alcove.along, foot, 0.0]) if alcove.wall == "end wall" else np.array([foot, alcove.along, 0.0])
    across, deep = along * alcove.width, -inward * alcove.depth
    low = middle - across / 2
    u, v = wall.edge_u / float(wall.edge_u @ wall.edge_u), wall.edge_v / float(wall.edge_v @ wall.edge_v)
    corners = [c - wall.origin for c in (low, low + across, low + across + up, low + up)]
    opened = replace(wall, outline=np.array([[float(c @ u), float(c @ v)] for c in corners]), cut_out=True)
    inside = low + across / 2 + deep / 2 + up / 2

    def side(name: str, origin: Vector, edge_u: Vector, edge_v: Vector) -> Panel:
        made = _wall(f"alcove {name}", brief.room.walls, origin, edge_u, edge_v)
        middle_of = made.origin + made.edge_u / 2 + made.edge_v / 2
        return made if float(made.normal @ (inside - middle_of)) > 0.0 else replace(made, edge_u=edge_v, edge_v=edge_u)

    return (
        *(opened if w.id == alcove.wall else w for w in around),
        side("back", low + deep, across, up),
        side("side", low, deep, up),
        side("far side", low + across, deep, up),
        side("floor", low, across, deep),
        side("ceiling", low + up, across, deep),
    )


def room_panels(brief: Brief) -> tuple[Shape, ...]:
    """The room's surfaces and the backdrop, fronts facing inward."""
    room = brief.room
    wide = room.width if room.outdoors else room.width - 0.02
    tall = OPEN_AIR if room.outdoors else room.height - 0.02
    width, height = min(BACKDROP_WIDTH, wide), min(BACKDROP_HEIGHT, tall)
    low = room_box(brief)
    # under a slope the backdrop is as wide as its upper edge finds room for
    while low.slopes and width > 0.5 and min(low.ceiling_at(s * width / 2) for s in (-1, 1)) < height + 0.01:
        width, height = (width - 0.1, height) if height <= low.knee else (width, height - 0.05)
    bend = bend_of(brief, height)
    hung = _wall(
        "backdrop",
        brief.backdrop.finish,
        (-width / 2, brief.backdrop.distance, bend),
        (width, 0, 0),
        (0, 0, height - bend),
    )
    return (*_with_alcove(brief, walls(brief)), hung, *_sweep(brief, width, bend, low.front))


def bend_of(brief: Brief, height: float = BACKDROP_HEIGHT) -> float:
    """Radius of the sweep as it hangs: no larger than the backdrop is high, or far from the subject; 0 for a flat one.
    [m]
    """
    bend = min(brief.backdrop.sweep, brief.backdrop.distance, height - 0.1)
    return bend if bend > LEAST_BEND else 0.0


def backdrop_at(brief: Brief, height: float) -> float:
    """How far behind the subject the backdrop is at a height: less where it sweeps. [m]"""
    bend = bend_of(brief)
    short = max(bend - max(height - ON_FLOOR, 0.0), 0.0)
    return brief.backdrop.distance - bend + float(np.sqrt(bend**2 - short**2)) - (ON_FLOOR if short > 0.0 else 0.0)


def _sweep(brief: Brief, width: float, bend: float, front: float) -> Iterator[Shape]:
    # the quarter turn at the foot of the backdrop and what lies on the floor before it
    if bend <= 0.0:
        return
    finish, start = brief.backdrop.finish, brief.backdrop.distance - bend
    yield Tube(
        id="backdrop sweep",
        base=np.array([-width / 2, start, bend + ON_FLOOR]),
        axis=np.array([1.0, 0.0, 0.0]),
        length=width,
        radius=bend,
        span=np.pi / 2,
        start=np.array([0.0, 0.0, -1.0]),
        surface=flipped(painted(finish)),
    )
    end = max(start - brief.backdrop.forward, front + 0.01)
    if end < start - LEAST_BEND:
        yield _wall("backdrop floor", finish, (-width / 2, end, ON_FLOOR), (width, 0, 0), (0, start - end, 0))
