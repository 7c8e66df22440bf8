"""What cannot stand as it is drawn: through walls, slopes and each other, before the lens, in the picture."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import PEOPLE, SENSORS, Brief
from wenlo.core.brief.set_objects import Block, Board, OtherPerson
from wenlo.core.catalog.own import is_natural
from wenlo.core.facts import Fact, Phrases
from wenlo.core.geometry.boxes import Box, meet
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import RoomBox, alcove_fits, room_box
from wenlo.core.scene.standing_things import axes_of, corners_of, middle_of
from wenlo.core.transport.tree import bounds

Vector = NDArray[np.float64]

LEGS = 0.2
"""Nearest that the column of a stand comes to a wall: a tripod's feet stand half of their radius behind its middle. [m]
"""

TOUCH = 0.003
"""What reaches no farther into a wall is taken to touch it. [m]"""

BODY = 0.2
"""Half of the width that a sitter takes. [m]"""

BEFORE = 0.12
"""What stands nearer to the lens than the subject by more is before it. [m]"""

HUNG = 0.3
"""Lamps nearer to the ceiling hang from it and need no stand. [m]"""

Severity = Literal["cannot", "look out"]

SAYS = Phrases(
    "clash",
    {
        "surface": {"name": "choice"},
        "lamp-out": {"kind": "label", "far": "length", "surface": "fact"},
        "out": {"thing": "label", "far": "length", "surface": "fact"},
        "modifier-out": {"kind": "label", "far": "length", "surface": "fact"},
        "second-out": {"kind": "label", "light": "label", "far": "length", "surface": "fact"},
        "second-lamps": {"kind": "label", "light": "label", "lamps": "count"},
        "second-seen": {"kind": "label", "light": "label"},
        "each-other": {"thing": "label", "other": "label"},
        "in-modifier": {"thing": "label", "kind": "label"},
        "alcove": {"wall": "label"},
        "alcove-gable": {},
        "camera-out": {"short": "length"},
        "modifier-seen": {"kind": "label"},
        "legs": {"thing": "label", "near": "length", "legs": "length"},
        "lamp-through": {"thing": "label", "far": "length", "surface": "fact"},
        "lamp-inside": {"thing": "label", "other": "label"},
        "lamp-over": {"thing": "label", "other": "label"},
        "lamp-seen": {"thing": "label"},
        "at-subject": {"thing": "label"},
        "at-camera": {"thing": "label"},
        "before": {"thing": "label"},
        "shows": {"thing": "label"},
    },
    room="set",
)

Surface = Literal["left-wall", "right-wall", "front-wall", "end-wall", "floor", "slope", "ceiling"]
"""Of a room; the wall in front is the one behind the camera."""


@dataclass(frozen=True, kw_only=True)
class Clash:
    """What is wrong, what it is about (a path of the document) and where it is said on the drawings, (3,) [m]."""

    level: Severity
    about: str
    says: Fact
    place: tuple[float, float, float]


@dataclass(frozen=True, kw_only=True, eq=False)
class _Body:
    name: str
    path: str
    box: Box
    corners: Vector
    solid: bool


def _said(level: Severity, body: _Body, says: Fact) -> Clash:
    x, y, z = (float(c) for c in body.box.middle)
    return Clash(level=level, about=body.path, says=says, place=(x, y, z))


def _surface(name: Surface) -> Fact:
    return SAYS("surface", name=name)


def _body_of(piece: Board | Block | OtherPerson, path: str) -> _Body:
    depth = 0.0 if isinstance(piece, Board) else piece.depth
    half = np.array([piece.width, depth, piece.height]) / 2
    box = Box(middle=middle_of(piece), axes=np.stack(axes_of(piece)), half=half)
    return _Body(name=piece.name, path=path, box=box, corners=corners_of(piece), solid=not isinstance(piece, Board))


def _shape_body(shape: Shape, name: str) -> _Body:
    if isinstance(shape, Panel):
        lengths = np.array([np.linalg.norm(shape.edge_u), np.linalg.norm(shape.edge_v)])
        axes = np.stack([shape.edge_u / lengths[0], shape.edge_v / lengths[1], shape.normal])
        middle = shape.origin + shape.edge_u / 2 + shape.edge_v / 2
        box = Box(middle=middle, axes=axes, half=np.array([lengths[0] / 2, lengths[1] / 2, 0.0]))
        corners = np.array([shape.origin + a * shape.edge_u + b * shape.edge_v for a in (0, 1) for b in (0, 1)])
    else:
        low, high = bounds(shape)
        box = Box(middle=(low + high) / 2, axes=np.eye(3), half=(high - low) / 2)
        corners = np.array([[x, y, z] for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])])
    return _Body(name=name, path="design", box=box, corners=corners, solid=False)


def farthest_through(corners: Vector, box: RoomBox) -> tuple[Surface, float]:
    """Which of the room's surfaces points reach through farthest, and how far; 0 for none. [m]"""
    x, y, z = corners.T
    found: dict[Surface, float] = {
        "left-wall": float(np.max(box.left - x)),
        "right-wall": float(np.max(x - box.right)),
        "front-wall": float(np.max(box.front - y)),
        "end-wall": float(np.max(y - box.back)),
        "floor": float(np.max(-z)),
    }
    over = [float(c[2]) - box.ceiling_at(float(c[0])) for c in corners]
    worst = int(np.argmax(over))
    under_slope = box.ceiling_at(float(corners[worst][0])) < box.height - 1e-9
    found["slope" if under_slope else "ceiling"] = over[worst]
    name = max(found, key=lambda key: found[key])
    return name, max(found[name], 0.0)


def seen_by_lens(brief: Brief, points: Vector) -> tuple[NDArray[np.bool_], Vector]:
    """Which points the camera's frame holds, and how far before the lens each is, shapes (K,). [m]"""
    _, width, height = SENSORS[brief.camera.sensor]
    half = np.array([width, height]) / 2.0 / brief.camera.focal_length
    back = scene_builder.toward_camera(brief)
    upward = np.array([0.0, back[2], -back[1]])
    seen = points - scene_builder.camera_place(brief)
    ahead = -(seen @ back)
    safe = np.where(ahead > 1e-6, ahead, 1.0)
    film = np.stack([seen[:, 0] / safe, (seen @ upward) / safe], axis=1)
    return (ahead > 1e-6) & np.all(np.abs(film) < half, axis=1), ahead


def _points_on(body: _Body) -> Vector:
    steps = np.linspace(-1.0, 1.0, 9)
    grid = np.array([[a, b, c] for a in steps for b in (-1.0, 0.0, 1.0) for c in steps])
    return body.box.middle + (grid * body.box.half) @ body.box.axes


def clashes(brief: Brief, design: ModifierParameters) -> tuple[Clash, ...]:
    """Everything that cannot stand as it is drawn, the impossible first.

    Parameters
    ----------
    brief, design: the shoot's brief, with all that stands in the set, and the modifier's parameters.
    """
    found = list(_found(brief, design))
    return tuple(sorted(found, key=lambda c: c.level != "cannot"))


def _found(brief: Brief, design: ModifierParameters) -> Iterator[Clash]:
    room = room_box(brief)
    pieces = [_body_of(piece, f"brief.pieces.{k}") for k, piece in enumerate(brief.pieces) if not piece.hidden]
    kind = kind_of(design)
    placed = kind.arrange(design, brief, None)
    parts = [_shape_body(shape, kind.name) for shape in placed.surfaces if shape.id not in placed.shown]
    if not kind.by_day(design) and not brief.room.outdoors:
        for lamp in placed.lamps:
            name, far = farthest_through(lamp.centre[None, :], room)
            if far > TOUCH:
                x, y, z = (float(c) for c in lamp.centre)
                says = SAYS("lamp-out", kind=kind.name, far=far, surface=_surface(name))
                yield Clash(level="cannot", about="design", says=says, place=(x, y, z))
    for key in brief.shaped:
        yield from _second(brief, key, room)
    yield from _through_walls(pieces, parts, room, outdoors=brief.room.outdoors)
    yield from _lamps(brief, room)
    for a, b in combinations(pieces, 2):
        if meet(a.box, b.box):
            yield _said("cannot", a, SAYS("each-other", thing=a.name, other=b.name))
    met = {piece.path: piece for piece in pieces for part in parts if meet(piece.box, part.box)}
    for piece in met.values():
        yield _said("cannot", piece, SAYS("in-modifier", thing=piece.name, kind=kind.name))
    yield from _at_people(brief, pieces)
    yield from _before_the_lens(brief, pieces)
    alcove = brief.room.alcove
    gabled = alcove is not None and alcove.wall == "end wall" and bool(room.slopes)
    if alcove is not None and not brief.room.outdoors and (gabled or not alcove_fits(alcove, room)):
        says = SAYS("alcove-gable") if gabled else SAYS("alcove", wall=alcove.wall)
        yield Clash(level="cannot", about="brief.room.alcove", says=says, place=(0.0, room.front, 0.0))
    if brief.camera.distance > -room.front and not brief.room.outdoors:
        says = SAYS("camera-out", short=brief.camera.distance + room.front)
        yield Clash(level="cannot", about="brief.camera.distance", says=says, place=(0.0, room.front, 1.0))
    if scene_builder.in_picture(brief, design):
        x, y, z = (float(c) for c in design.source_centre)
        says = SAYS("modifier-seen", kind=kind.name)
        yield Clash(level="look out", about="design.key_angle", says=says, place=(x, y, z))


def _second(brief: Brief, key: str, room: RoomBox) -> Iterator[Clash]:
    design, light = brief.shaped[key], brief.lights[key]
    placed, kind = scene_builder.shaped_light(brief, key), kind_of(design).name
    path = f"brief.others.{list(brief.lights).index(key)}"
    bodies = [replace(_shape_body(shape, kind), path=path) for shape in placed.surfaces if shape.id not in placed.shown]
    worst = max(((*farthest_through(b.corners, room), b) for b in bodies), key=lambda row: row[1], default=None)
    if worst is not None and worst[1] > TOUCH:
        says = SAYS("second-out", kind=kind, light=light.name, far=worst[1], surface=_surface(worst[0]))
        yield _said("cannot", worst[2], says)
    if len(placed.lamps) > 1:
        yield _said("look out", bodies[0], SAYS("second-lamps", kind=kind, light=light.name, lamps=len(placed.lamps)))
    shown = [body for body in bodies if np.any(seen_by_lens(brief, _points_on(body))[0])]
    if shown:
        yield _said("look out", shown[0], SAYS("second-seen", kind=kind, light=light.name))


def _through_walls(pieces: list[_Body], parts: list[_Body], room: RoomBox, *, outdoors: bool) -> Iterator[Clash]:
    for body in pieces:
        name, far = farthest_through(body.corners, room)
        if far > TOUCH and not (outdoors and name != "floor"):
            yield _said("cannot", body, SAYS("out", thing=body.name, far=far, surface=_surface(name)))
        elif not body.solid and not outdoors:
            yield from _legs(body, room)
    worst = max(((*farthest_through(part.corners, room), part) for part in parts), key=lambda row: row[1], default=None)
    if worst is not None and worst[1] > TOUCH and not (outdoors and worst[0] != "floor"):
        name, far, part = worst
        yield _said("cannot", part, SAYS("modifier-out", kind=part.name, far=far, surface=_surface(name)))


def _legs(body: _Body, room: RoomBox) -> Iterator[Clash]:
    x, y, z = body.box.middle
    near = min(x - room.left, room.right - x, y - room.front, room.back - y)
    if near < LEGS and z < room.ceiling_at(float(x)) - HUNG and not body.box.holds(np.array([x, y, 0.0]), 0.02):
        yield _said("look out", body, SAYS("legs", thing=body.name, near=max(float(near), 0.0), legs=LEGS))


def _lamps(brief: Brief, room: RoomBox) -> Iterator[Clash]:
    blocks = [p for p in brief.pieces if isinstance(p, Block) and not p.hidden]
    for k, (key, light) in enumerate(brief.lights.items()):
        if is_natural(light.id) or key in brief.shaped:
            continue
        place = np.array([light.x, light.y, light.z])
        small = Box(middle=place, axes=np.eye(3), half=np.full(3, 0.03))
        body = _Body(name=light.name, path=f"brief.others.{k}", box=small, corners=place[None, :], solid=False)
        name, far = farthest_through(body.corners, room)
        if far > TOUCH and not brief.room.outdoors:
            yield _said("cannot", body, SAYS("lamp-through", thing=light.name, far=far, surface=_surface(name)))
            continue
        inside = next((b for b in blocks if _body_of(b, "").box.holds(place, 0.0)), None)
        if inside is not None:
            yield _said("cannot", body, SAYS("lamp-inside", thing=light.name, other=inside.name))
            continue
        hung = light.z > room.ceiling_at(light.x) - HUNG
        under = next(
            (
                b
                for b in blocks
                if b.z + b.height < light.z
                and _body_of(b, "").box.holds(np.array([light.x, light.y, b.z + b.height / 2]), 0.0)
            ),
            None,
        )
        if under is not None and not hung:
            yield _said("look out", body, SAYS("lamp-over", thing=light.name, other=under.name))
        elif not brief.room.outdoors and not hung and light.z > 0.3:
            yield from _legs(body, room)
        shown, _ = seen_by_lens(brief, place[None, :])
        if bool(shown[0]) and not light.seen:
            yield _said("look out", body, SAYS("lamp-seen", thing=light.name))


def _at_people(brief: Brief, pieces: list[_Body]) -> Iterator[Clash]:
    if brief.subject.kind not in PEOPLE:
        return
    heights = np.linspace(brief.subject.face_height - 0.5, brief.subject.face_height + 0.1, 7)
    for piece in pieces:
        if any(_in_body(piece.box, height) for height in heights):
            yield _said("cannot", piece, SAYS("at-subject", thing=piece.name))


def _in_body(box: Box, height: float) -> bool:
    turns = np.arange(8) * math.pi / 4
    ring = [np.array([BODY * 0.7 * math.cos(t), 0.1 + BODY * 0.7 * math.sin(t), height]) for t in turns]
    return any(box.holds(p, 0.01) for p in (np.array([0.0, 0.1, height]), *ring))


def _before_the_lens(brief: Brief, pieces: list[_Body]) -> Iterator[Clash]:
    lens = scene_builder.camera_place(brief)
    for piece in pieces:
        if piece.box.holds(lens, 0.03):
            yield _said("cannot", piece, SAYS("at-camera", thing=piece.name))
            continue
        shown, ahead = seen_by_lens(brief, _points_on(piece))
        if not np.any(shown):
            continue
        nearest = float(ahead[shown].min())
        # a table before a sitter, or under a thing, belongs to the picture
        if nearest < brief.camera.distance - BEFORE and not piece.solid:
            yield _said("look out", piece, SAYS("before", thing=piece.name))
        elif not piece.solid:
            yield _said("look out", piece, SAYS("shows", thing=piece.name))
