"""What cannot stand as it is drawn: through walls, slopes and each other, before the lens, in the picture."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import PEOPLE, SENSORS, Brief
from wenlo.core.brief.set_objects import Block, Board, OtherPerson
from wenlo.core.catalog.own import is_natural
from wenlo.core.geometry.boxes import Box, meet
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import RoomBox, alcove_fits, room_box
from wenlo.core.scene.standing_things import axes_of, corners_of, middle_of
from wenlo.core.transport.tree import bounds
from wenlo.core.units.length import UnitSystem, format_length

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


@dataclass(frozen=True, kw_only=True)
class Clash:
    """A sentence, what it is about (a path of the document) and where it is said on the drawings, (3,) [m]."""

    level: Severity
    about: str
    text: str
    place: tuple[float, float, float]


@dataclass(frozen=True, kw_only=True, eq=False)
class _Body:
    name: str
    path: str
    box: Box
    corners: Vector
    solid: bool


def _said(level: Severity, body: _Body, text: str) -> Clash:
    x, y, z = (float(c) for c in body.box.middle)
    return Clash(level=level, about=body.path, text=text, place=(x, y, z))


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


def farthest_through(corners: Vector, box: RoomBox) -> tuple[str, float]:
    """Which of the room's surfaces points reach through farthest, and how far; 0 for none. [m]"""
    x, y, z = corners.T
    found = {
        "the left wall": float(np.max(box.left - x)),
        "the right wall": float(np.max(x - box.right)),
        "the wall behind the camera": float(np.max(box.front - y)),
        "the end wall": float(np.max(y - box.back)),
        "the floor": float(np.max(-z)),
    }
    over = [float(c[2]) - box.ceiling_at(float(c[0])) for c in corners]
    worst = int(np.argmax(over))
    under_slope = box.ceiling_at(float(corners[worst][0])) < box.height - 1e-9
    found["the sloping ceiling" if under_slope else "the ceiling"] = over[worst]
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


def clashes(brief: Brief, design: ModifierParameters, *, units: UnitSystem = "metric") -> tuple[Clash, ...]:
    """Everything that cannot stand as it is drawn, the impossible first.

    Parameters
    ----------
    brief, design: the shoot's brief, with all that stands in the set, and the modifier's parameters.
    units: how lengths are written.
    """
    found = list(_found(brief, design, units))
    return tuple(sorted(found, key=lambda c: c.level != "cannot"))


def _found(brief: Brief, design: ModifierParameters, units: UnitSystem) -> Iterator[Clash]:
    room = room_box(brief)
    pieces = [_body_of(piece, f"brief.pieces.{k}") for k, piece in enumerate(brief.pieces) if not piece.hidden]
    kind = kind_of(design)
    placed = kind.arrange(design, brief, None)
    parts = [_shape_body(shape, kind.name) for shape in placed.surfaces if shape.id not in placed.shown]

    def length(value: float) -> str:
        return format_length(value, system=units)

    if not kind.by_day(design) and not brief.room.outdoors:
        for lamp in placed.lamps:
            name, far = farthest_through(lamp.centre[None, :], room)
            if far > TOUCH:
                x, y, z = (float(c) for c in lamp.centre)
                text = (
                    f"The lamp of the {kind.name} stands {length(far)} through {name}: bring it nearer, or turn the key"
                    " angle."
                )
                yield Clash(level="cannot", about="design", text=text, place=(x, y, z))
    for key in brief.shaped:
        yield from _second(brief, key, room, length)
    yield from _through_walls(pieces, parts, room, length, outdoors=brief.room.outdoors)
    yield from _lamps(brief, room, length)
    for a, b in combinations(pieces, 2):
        if meet(a.box, b.box):
            yield _said("cannot", a, f"{_cap(a.name)} and {b.name} stand in each other.")
    met = {piece.path: piece for piece in pieces for part in parts if meet(piece.box, part.box)}
    for piece in met.values():
        yield _said("cannot", piece, f"{_cap(piece.name)} stands in the {kind.name}.")
    yield from _at_people(brief, pieces)
    yield from _before_the_lens(brief, pieces)
    alcove = brief.room.alcove
    gabled = alcove is not None and alcove.wall == "end wall" and bool(room.slopes)
    if alcove is not None and not brief.room.outdoors and (gabled or not alcove_fits(alcove, room)):
        text = f"The alcove is larger than its place in the {alcove.wall}, so it is left out."
        if gabled:
            text = "Under a sloping roof the end wall takes no alcove here, so it is left out of the light."
        yield Clash(level="cannot", about="brief.room.alcove", text=text, place=(0.0, room.front, 0.0))
    if brief.camera.distance > -room.front and not brief.room.outdoors:
        short = brief.camera.distance + room.front
        text = f"The camera stands {length(short)} behind the wall: come nearer, or take a shorter lens."
        yield Clash(level="cannot", about="brief.camera.distance", text=text, place=(0.0, room.front, 1.0))
    if scene_builder.in_picture(brief, design):
        x, y, z = (float(c) for c in design.source_centre)
        text = f"The {kind.name} is in the picture: turn the key angle farther, or move it back."
        yield Clash(level="look out", about="design.key_angle", text=text, place=(x, y, z))


def _second(brief: Brief, key: str, room: RoomBox, length: Any) -> Iterator[Clash]:
    design, light = brief.shaped[key], brief.lights[key]
    placed, name = scene_builder.shaped_light(brief, key), f"{kind_of(design).name} of {light.name}"
    path = f"brief.others.{list(brief.lights).index(key)}"
    bodies = [replace(_shape_body(shape, name), path=path) for shape in placed.surfaces if shape.id not in placed.shown]
    worst = max(((*farthest_through(b.corners, room), b) for b in bodies), key=lambda row: row[1], default=None)
    if worst is not None and worst[1] > TOUCH:
        yield _said(
            "cannot", worst[2], f"The {name} goes {length(worst[1])} through {worst[0]}; it is left out of the light."
        )
    if len(placed.lamps) > 1:
        yield _said("look out", bodies[0], f"The {name} has {len(placed.lamps)} lamps; only its first one shines here.")
    shown = [body for body in bodies if np.any(seen_by_lens(brief, _points_on(body))[0])]
    if shown:
        yield _said("look out", shown[0], f"The {name} is in the picture: turn it farther round, or move it back.")


def _cap(text: str) -> str:
    return text[:1].upper() + text[1:]


def _through_walls(
    pieces: list[_Body], parts: list[_Body], room: RoomBox, length: Any, *, outdoors: bool
) -> Iterator[Clash]:
    for body in pieces:
        name, far = farthest_through(body.corners, room)
        if far > TOUCH and not (outdoors and name != "the floor"):
            yield _said(
                "cannot", body, f"{_cap(body.name)} goes {length(far)} through {name}; it is left out of the light."
            )
        elif not body.solid and not outdoors:
            yield from _legs(body, room, length)
    worst = max(((*farthest_through(part.corners, room), part) for part in parts), key=lambda row: row[1], default=None)
    if worst is not None and worst[1] > TOUCH and not (outdoors and worst[0] != "the floor"):
        name, far, part = worst
        text = f"The {part.name} goes {length(far)} through {name}: make it smaller, lower or nearer."
        yield _said("cannot", part, text)


def _legs(body: _Body, room: RoomBox, length: Any) -> Iterator[Clash]:
    x, y, z = body.box.middle
    near = min(x - room.left, room.right - x, y - room.front, room.back - y)
    if near < LEGS and z < room.ceiling_at(float(x)) - HUNG and not body.box.holds(np.array([x, y, 0.0]), 0.02):
        yield _said(
            "look out",
            body,
            f"{_cap(body.name)} is {length(max(near, 0.0))} from a wall: a stand's legs need {length(LEGS)}. Clamp or"
            " hang it.",
        )


def _lamps(brief: Brief, room: RoomBox, length: Any) -> Iterator[Clash]:
    blocks = [p for p in brief.pieces if isinstance(p, Block) and not p.hidden]
    for k, (key, light) in enumerate(brief.lights.items()):
        if is_natural(light.id) or key in brief.shaped:
            continue
        place = np.array([light.x, light.y, light.z])
        small = Box(middle=place, axes=np.eye(3), half=np.full(3, 0.03))
        body = _Body(name=light.name, path=f"brief.others.{k}", box=small, corners=place[None, :], solid=False)
        name, far = farthest_through(body.corners, room)
        if far > TOUCH and not brief.room.outdoors:
            yield _said("cannot", body, f"{_cap(light.name)} hangs {length(far)} through {name}.")
            continue
        inside = next((b for b in blocks if _body_of(b, "").box.holds(place, 0.0)), None)
        if inside is not None:
            yield _said("cannot", body, f"{_cap(light.name)} is inside {inside.name}.")
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
            text = (
                f"{_cap(light.name)} is over {under.name}: no stand fits there; a small stand or a clamp on"
                f" {under.name} carries it."
            )
            yield _said("look out", body, text)
        elif not brief.room.outdoors and not hung and light.z > 0.3:
            yield from _legs(body, room, length)
        shown, _ = seen_by_lens(brief, place[None, :])
        if bool(shown[0]) and not light.seen:
            text = (
                f"{_cap(light.name)} is in the picture. Move it out, hide it behind the subject, or mark it as meant to"
                " be seen."
            )
            yield _said("look out", body, text)


def _at_people(brief: Brief, pieces: list[_Body]) -> Iterator[Clash]:
    if brief.subject.kind not in PEOPLE:
        return
    heights = np.linspace(brief.subject.face_height - 0.5, brief.subject.face_height + 0.1, 7)
    for piece in pieces:
        if any(_in_body(piece.box, height) for height in heights):
            yield _said("cannot", piece, f"{_cap(piece.name)} stands where the subject is.")


def _in_body(box: Box, height: float) -> bool:
    turns = np.arange(8) * math.pi / 4
    ring = [np.array([BODY * 0.7 * math.cos(t), 0.1 + BODY * 0.7 * math.sin(t), height]) for t in turns]
    return any(box.holds(p, 0.01) for p in (np.array([0.0, 0.1, height]), *ring))


def _before_the_lens(brief: Brief, pieces: list[_Body]) -> Iterator[Clash]:
    lens = scene_builder.camera_place(brief)
    for piece in pieces:
        if piece.box.holds(lens, 0.03):
            yield _said("cannot", piece, f"{_cap(piece.name)} stands where the camera is.")
            continue
        shown, ahead = seen_by_lens(brief, _points_on(piece))
        if not np.any(shown):
            continue
        nearest = float(ahead[shown].min())
        # a table before a sitter, or under a thing, belongs to the picture
        if nearest < brief.camera.distance - BEFORE and not piece.solid:
            yield _said(
                "look out",
                piece,
                f"{_cap(piece.name)} stands before the subject in the picture: it cuts the lens's view.",
            )
        elif not piece.solid:
            yield _said("look out", piece, f"{_cap(piece.name)} shows in the picture.")
