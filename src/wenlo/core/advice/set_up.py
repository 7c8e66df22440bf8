"""From a brief and a design to the set: room, backdrop, modifier, lamp and meters."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.data import face_materials, lamp_types
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import Emitter, placed
from wenlo.core.optics.sheet import board
from wenlo.core.shoot.brief import Brief
from wenlo.core.transport.scene import LightScene, Meter, Panel

Vector = NDArray[np.float64]

BACKDROP_OFF_WALL = 0.05
BACKDROP_WIDTH = 2.7
BACKDROP_HEIGHT = 2.4


@dataclass(frozen=True, kw_only=True)
class RoomBox:
    """Where the room's walls are, in the coordinates of the set. [m]"""

    left: float
    right: float
    front: float
    back: float
    height: float

    def holds(self, point: Sequence[float], margin: float = 0.0) -> bool:
        """Whether a point lies inside by at least ``margin``. [m]"""
        x, y, z = point
        return (
            self.left + margin < x < self.right - margin
            and self.front + margin < y < self.back - margin
            and -1e-9 <= z < self.height - margin
        )


def room_box(brief: Brief) -> RoomBox:
    """The room: the subject stands midway between the side walls, the backdrop hangs at the end wall."""
    back = brief.backdrop.distance + BACKDROP_OFF_WALL
    return RoomBox(
        left=-brief.room.width / 2, right=brief.room.width / 2, front=back - brief.room.depth, back=back,
        height=brief.room.height,
    )  # fmt: skip


def _wall(name: str, finish: str, origin: Sequence[float], u: Sequence[float], v: Sequence[float]) -> Panel:
    return Panel(
        id=name, origin=np.array(origin, dtype=float), edge_u=np.array(u, dtype=float), edge_v=np.array(v, dtype=float),
        surface=board(face_materials()[finish].reflectance), one_sided=True,
    )  # fmt: skip


def room_panels(brief: Brief) -> tuple[Panel, ...]:
    """Floor, ceiling, four walls and the backdrop, fronts facing inward."""
    b, room = room_box(brief), brief.room
    w, d, h = room.width, room.depth, room.height
    width, height = min(BACKDROP_WIDTH, w - 0.02), min(BACKDROP_HEIGHT, h - 0.02)
    return (
        _wall("floor", room.floor, (b.left, b.front, 0), (w, 0, 0), (0, d, 0)),
        _wall("ceiling", room.ceiling, (b.left, b.front, h), (0, d, 0), (w, 0, 0)),
        _wall("left wall", room.walls, (b.left, b.front, 0), (0, d, 0), (0, 0, h)),
        _wall("right wall", room.walls, (b.right, b.front, 0), (0, 0, h), (0, d, 0)),
        _wall("wall behind the camera", room.walls, (b.left, b.front, 0), (0, 0, h), (w, 0, 0)),
        _wall("end wall", room.walls, (b.left, b.back, 0), (w, 0, 0), (0, 0, h)),
        _wall("backdrop", brief.backdrop.finish, (-width / 2, brief.backdrop.distance, 0), (width, 0, 0), (0, 0, height)),
    )  # fmt: skip


def face(brief: Brief) -> Vector:
    """The reading point at the subject's face, shape (3,). [m]"""
    return np.array([0.0, 0.0, brief.subject.face_height])


def toward_sheet(brief: Brief, design: Any) -> Vector:
    """Unit vector from the face to the middle of the sheet, shape (3,)."""
    v = design.sheet_centre - face(brief)
    unit: Vector = v / float(np.linalg.norm(v))
    return unit


def emitter(brief: Brief, design: Any) -> Emitter:
    """The lamp where it stands, aimed at the middle of the sheet, at full power.

    Power scales every reading alike, so it is applied to the readings.
    """
    aim = design.sheet_centre + design.direction * (design.layer_gap * (design.layers - 1) if design.apart else 0.0)
    return placed(lamp_types()[brief.lamp.id], centre=design.lamp_position, aim=aim)


def scene(brief: Brief, design: Any, *, with_room: bool, transmittance: float | None = None) -> LightScene:
    """The set to be solved; without the room for figures that belong to the modifier alone."""
    modifier = kind_of(design).surfaces(design, brief, transmittance)
    around = room_panels(brief) if with_room else ()
    return LightScene(panels=(*modifier, *around), lamps=(emitter(brief, design),))


def fits_in_room(brief: Brief, design: Any) -> bool:
    """Whether sheet and lamp are inside the room, so that its walls can be solved with them."""
    box = room_box(brief)
    corners = []
    for panel in kind_of(design).surfaces(design, brief, None):
        for u in (0.0, 1.0):
            for v in (0.0, 1.0):
                corners.append(panel.origin + u * panel.edge_u + v * panel.edge_v)
    backdrop = brief.backdrop.distance
    clear = all(c[1] < backdrop - 0.01 for c in corners) and design.lamp_position[1] < backdrop - 0.01
    return clear and all(box.holds(p, 0.005) for p in (*corners, design.lamp_position))


def meters(brief: Brief, design: Any) -> tuple[Meter, ...]:
    """The meters that the figures need.

    ``key`` flat at the face toward the sheet; ``far_ear`` the same, a head's depth farther; ``exposure``
    toward the camera (dome) or the sheet (flat); ``fill`` flat toward the mirrored side, whose key share
    is left out; ``backdrop`` on it behind the subject.
    """
    eye, to_sheet = face(brief), toward_sheet(brief, design)
    mirrored = to_sheet * np.array([-1.0, 1.0, 1.0])
    camera = np.array([0.0, -1.0, 0.0])
    dome = brief.receptor == "dome"
    height = min(brief.subject.face_height, BACKDROP_HEIGHT - 0.1, brief.room.height - 0.1)
    return (
        Meter(id="key", position=eye, normal=to_sheet),
        Meter(id="far_ear", position=eye - design.direction * brief.subject.head_depth, normal=to_sheet),
        Meter(id="exposure", position=eye, normal=camera if dome else to_sheet, receptor=brief.receptor),
        Meter(id="fill", position=eye, normal=mirrored),
        Meter(id="backdrop", position=np.array([0.0, brief.backdrop.distance - 1e-4, height]), normal=camera),
    )
