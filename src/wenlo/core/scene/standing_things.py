"""Boards and furniture as surfaces of the set."""

import math
from collections.abc import Iterator
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.brief.set_objects import Block, Board, BoardFace, OtherPerson, SetPiece
from wenlo.core.modifiers.placing import black, bounce, layers_of
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import Sheet
from wenlo.core.scene.room import RoomBox, painted

Vector = NDArray[np.float64]

UP = np.array([0.0, 0.0, 1.0])

FACES: dict[BoardFace, str] = {
    "white": "white card",
    "black": "black flag",
    "silver": "silver reflector",
    "foil": "creased foil",
    "sheet": "silk-type sheet",
}
"""What a board is called by its face."""


def _surface(face: BoardFace) -> Sheet:
    if face == "black":
        return black("heavy_black_flag_cloth")
    if face == "sheet":
        return layers_of("white_silk_type_lining", 1, None)
    return bounce({"white": "white_foam_board", "silver": "silver_cloth", "foil": "foil_creased"}[face])


def axes_of(piece: Board | Block | OtherPerson) -> tuple[Vector, Vector, Vector]:
    """Unit vectors along a thing's width, along its depth (out of its front) and along its height, shape (3,)."""
    turn = math.radians(piece.turn)
    across = np.array([math.cos(turn), math.sin(turn), 0.0])
    front = np.array([math.sin(turn), -math.cos(turn), 0.0])
    if not isinstance(piece, Board):
        return across, front, UP
    tilt = math.radians(piece.tilt)
    return across, math.cos(tilt) * front + math.sin(tilt) * UP, math.cos(tilt) * UP - math.sin(tilt) * front


def middle_of(piece: Board | Block | OtherPerson) -> Vector:
    """Middle of a thing, shape (3,). [m]"""
    if isinstance(piece, OtherPerson):
        # the eyes are before the middle of the body
        return np.array([piece.x, piece.y + 0.1, piece.foot + piece.height / 2])
    return np.array([piece.x, piece.y, piece.z + (piece.height / 2 if isinstance(piece, Block) else 0.0)])


def corners_of(piece: Board | Block | OtherPerson) -> Vector:
    """Corners of a thing: four of a board, eight of a block, shape (K, 3). [m]"""
    across, front, up = axes_of(piece)
    depth = 0.0 if isinstance(piece, Board) else piece.depth
    middle = middle_of(piece)
    return np.array(
        [
            middle + a * across * piece.width / 2 + b * front * depth / 2 + c * up * piece.height / 2
            for b in ((-1, 1) if depth else (0,))
            for a, c in ((-1, -1), (1, -1), (1, 1), (-1, 1))
        ]
    )


def _panel(name: str, middle: Vector, u: Vector, v: Vector, surface: Sheet, *, solid: bool) -> Panel:
    # front where u × v points
    return Panel(id=name, origin=middle - u / 2 - v / 2, edge_u=u, edge_v=v, surface=surface, one_sided=solid)


def _board(name: str, piece: Board) -> Panel:
    across, _, up = axes_of(piece)
    return _panel(name, middle_of(piece), across * piece.width, up * piece.height, _surface(piece.face), solid=False)


def _block(name: str, piece: Block, box: RoomBox) -> Iterator[Panel]:
    across, front, up = axes_of(piece)
    middle, paint = middle_of(piece), painted(piece.finish)
    wide, deep, tall = across * piece.width, front * piece.depth, up * piece.height
    yield _panel(f"{name}/top", middle + tall / 2, wide, np.cross(up, across) * piece.depth, paint, solid=True)
    if piece.z > 1e-3:
        yield _panel(
            f"{name}/underside", middle - tall / 2, np.cross(up, across) * piece.depth, wide, paint, solid=True
        )
    for side, out, along in (
        ("front", deep, wide),
        ("back", -deep, -wide),
        ("right", wide, -deep),
        ("left", -wide, deep),
    ):
        face = _panel(f"{name}/{side}", middle + out / 2, along, tall, paint, solid=True)
        # a side against a wall gets no light and gives none
        if box.holds(face.origin + face.edge_u / 2 + face.edge_v / 2, 2e-3):
            yield face


def standing_panels(brief: Brief, box: RoomBox) -> tuple[Panel, ...]:
    """The surfaces of everything that stands in the set and is not hidden; what is not wholly in the room is left out.

    Ids are the things' keys, those of a block with its side: ``thing-2/top``.
    """
    found: list[Panel] = []
    for key, piece in brief.things.items():
        if not piece.hidden:
            found.extend(_panels_of(key, piece, box))
    return tuple(found)


@lru_cache(maxsize=256)
def _panels_of(key: str, piece: SetPiece, box: RoomBox) -> tuple[Panel, ...]:
    # while one thing is dragged the others stay as they are
    if not stands_in(piece, box):
        return ()
    if isinstance(piece, Board):
        return (_board(key, piece),)
    return tuple(_block(key, piece, box)) if isinstance(piece, Block) else ()


def stands_in(piece: Board | Block | OtherPerson, box: RoomBox) -> bool:
    """Whether a thing is wholly in the room; it may touch the walls."""
    return all(box.holds(corner, -2e-3) and corner[2] > -2e-3 for corner in corners_of(piece))
