"""From a brief and a design to the set: room, backdrop, modifier, lamp and meters."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.data import face_materials, gels, lamp_types
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import Emitter, placed, window
from wenlo.core.optics.sheet import board
from wenlo.core.quantities.colour import light_colour, shifted
from wenlo.core.shoot.brief import WINDOW, Brief, LampSetting, OtherLight
from wenlo.core.transport.scene import LightScene, Meter, Panel

Vector = NDArray[np.float64]

DAYLIGHT = 6500.0
"""Colour temperature of the overcast sky. [K]"""

GLAZING = 0.8
"""Transmittance of a window pane. [-]"""

OFF_WALL = 0.01
"""Windows lie this far before their wall, so that no frame is modelled. [m]"""

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
    return placed(lamp_types()[brief.lamp.id], centre=design.lamp_position, aim=aim, zoom=brief.lamp.zoom)


def _window(light: OtherLight, brief: Brief, name: str) -> Emitter:
    # in the wall nearest to its place, looking into the room
    box = room_box(brief)
    walls = (
        (abs(light.x - box.left), np.array([1.0, 0.0, 0.0]), 0, box.left),
        (abs(light.x - box.right), np.array([-1.0, 0.0, 0.0]), 0, box.right),
        (abs(light.y - box.front), np.array([0.0, 1.0, 0.0]), 1, box.front),
        (abs(light.y - box.back), np.array([0.0, -1.0, 0.0]), 1, box.back),
    )
    _, inward, axis, wall = min(walls, key=lambda row: row[0])
    centre = np.array([light.x, light.y, light.z])
    centre[axis] = wall
    return window(
        name, centre=centre + OFF_WALL * inward, inward=inward, width=light.width, height=light.height,
        sky=light.daylight * GLAZING,
    )  # fmt: skip


def other_emitters(brief: Brief) -> tuple[Emitter, ...]:
    """The lights beside the modifier's lamp where they stand, at full power and in white; ids ``other 1`` …"""
    eye = face(brief)
    aims = {
        "subject": eye,
        "backdrop": np.array([0.0, brief.backdrop.distance, eye[2]]),
    }
    found = []
    for index, light in enumerate(brief.others):
        name = f"other {index + 1}"
        if light.id == WINDOW:
            found.append(_window(light, brief, name))
            continue
        place = np.array([light.x, light.y, light.z])
        up = np.array([0.0, 0.0, 1.0])
        upright = {"ceiling": place + up, "floor": place - up}
        aim = aims.get(light.aim, upright.get(light.aim, eye))
        if float(np.linalg.norm(aim - place)) < 1e-6:
            aim = place - up
        found.append(replace(placed(lamp_types()[light.id], centre=place, aim=aim), id=name))
    return tuple(found)


def _is_flash(lamp_id: str) -> bool:
    return lamp_id != WINDOW and lamp_types()[lamp_id].kind == "flash"


def white_of(lamp: LampSetting | OtherLight) -> float:
    """Colour temperature of a light behind its gel. [K]"""
    kelvin = DAYLIGHT if lamp.id == WINDOW else lamp_types()[lamp.id].colour_temperature
    return shifted(kelvin, gels()[lamp.gel].shift)


def balance_of(brief: Brief) -> float:
    """White balance: the Brief's, or else that of the modifier's lamp. [K]"""
    return brief.camera.white_balance or white_of(brief.lamp)


def full_colours(brief: Brief) -> tuple[Vector, ...]:
    """What the light of each lamp at full power is multiplied by for its gel, as the balanced camera records it.

    In the order of the scene's lamps: the modifier's lamp, then the others; shape (3,) each. [-] Under a flash,
    lamps that burn on count for the time of the shutter, and the other way round.
    """
    balance, flash = balance_of(brief), _is_flash(brief.lamp.id)
    found = []
    for lamp in brief.lamps:
        time = 1.0
        if _is_flash(lamp.id) != flash:
            time = brief.camera.shutter if flash else 1.0 / brief.camera.shutter
        found.append(gels()[lamp.gel].transmittance * time * light_colour(white_of(lamp), balance))
    return tuple(found)


def lamp_weights(brief: Brief) -> dict[str, Vector]:
    """Factor on each lamp's light at full power, in terms of the modifier's lamp at full power, by the scene's ids.

    A reading so weighed and multiplied by the power of the modifier's lamp is what the meter shows.
    """
    names = (brief.lamp.id, *(f"other {i + 1}" for i in range(len(brief.others))))
    return {
        name: colour * (lamp.power / brief.lamp.power if lamp.on else 0.0)
        for name, colour, lamp in zip(names, full_colours(brief), brief.lamps, strict=True)
    }


def scene(brief: Brief, design: Any, *, with_room: bool, transmittance: float | None = None) -> LightScene:
    """The set to be solved; the modifier and its lamp alone for figures that belong to them."""
    modifier = kind_of(design).surfaces(design, brief, transmittance)
    around = room_panels(brief) if with_room else ()
    return LightScene(panels=(*modifier, *around), lamps=(emitter(brief, design),))


def whole_scene(brief: Brief, design: Any) -> LightScene:
    """The set with every lamp; without the room when the modifier does not fit in it."""
    alone = scene(brief, design, with_room=fits_in_room(brief, design))
    return replace(alone, lamps=(*alone.lamps, *other_emitters(brief)))


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
    is left out; ``backdrop`` on it behind the subject; ``lens`` flat on the lens, for the light that strays in it.
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
        Meter(id="lens", position=eye + brief.camera.distance * camera, normal=-camera),
    )
