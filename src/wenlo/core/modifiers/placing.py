"""Panels, boxes and lamps as the kinds put them in the set."""

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import OwnBlack, OwnFace, OwnSheet, black_material, bounce_face, sheet_material
from wenlo.core.catalog.typical import black_materials
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.finish import Gloss
from wenlo.core.optics.lamp import KEY_LAMP, Emitter, placed
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import Sheet, board, foil, sheet_of, stacked

Vector = NDArray[np.float64]

UP = np.array([0.0, 0.0, 1.0])

SITTER = np.array([0.0, 0.0, 1.3])
"""About where a head is, for flags that shade it. [m]"""

CORNERS = (("near-left", -1, -1), ("near-right", 1, -1), ("far-right", 1, 1), ("far-left", -1, 1))
"""Corners of an oblong in turn, with their signs across and along."""


def panel(
    name: str, *, centre: Vector, across: Vector, upward: Vector, surface: Sheet, outline: Vector | None = None
) -> Panel:
    """A panel by its middle and its whole sides (3,) [m]; its front is where ``upward × across`` points.

    With an ``outline``, corners (K, 2) in shares of the two sides, only the polygon inside is there.
    """
    return Panel(
        id=name,
        origin=centre - across / 2 - upward / 2,
        edge_u=upward,
        edge_v=across,
        surface=surface,
        role="modifier",
        outline=outline,
    )


def facing(direction: Vector, tilt: float) -> tuple[Vector, Vector]:
    """Unit vectors across and up of a panel that faces the subject from ``direction``, its top tilted toward it.

    Parameters
    ----------
    direction: level unit vector from the subject to the panel, shape (3,).
    tilt: 0 upright, π/2 flat overhead. [rad]
    """
    across = np.array([-direction[1], direction[0], 0.0])
    return across, math.cos(tilt) * UP - math.sin(tilt) * direction


def bounce(name: str | OwnFace) -> Sheet:
    """A bounce face on an opaque, black-backed board."""
    face = bounce_face(name)
    black = black_materials()["black_foam_board"].reflectance
    back = (black, black, black)
    if face.alpha is None:
        return board(face.reflectance, back)
    return foil(face.reflectance, face.alpha, back)


def black(name: str | OwnBlack) -> Sheet:
    """A black: its small reflectance, the skin of foil and plastic, and what leaks through."""
    row = black_material(name)
    plain = replace(
        board((row.reflectance,) * 3), transmittance=np.full(3, row.leak), unscattered=np.full(3, row.leak / 4)
    )
    return replace(plain, gloss_front=Gloss(alpha=0.2), gloss_back=Gloss(alpha=0.2)) if row.glossy else plain


def lined(inside: str | OwnFace, outside: str = "black_foam_board", *, leak: float | None = None) -> Sheet:
    """A wall of a box: a bounce face on its front, black behind, and what leaks through it.

    Parameters
    ----------
    inside, outside: the face and the black.
    leak: share of the light that passes; that of the black if left out. [-]
    """
    row = black_materials()[outside]
    through = np.full(3, row.leak if leak is None else leak)
    return replace(
        bounce(inside), reflectance_back=np.full(3, row.reflectance), transmittance=through, unscattered=through / 4
    )


def layers_of(sheet: str | OwnSheet, count: int, transmittance: float | None) -> Sheet:
    """So many layers of a sheet in contact."""
    return stacked([sheet_of(sheet_material(sheet), transmittance=transmittance)] * count)


def key_lamp(brief: Brief, *, centre: Vector, aim: Vector) -> Emitter:
    """The Brief's lamp in place, at full power and in white."""
    return placed(brief.lamp.type, centre=centre, aim=aim, zoom=brief.lamp.zoom)


def key_lamps(brief: Brief, places: Sequence[Vector], aims: Sequence[Vector]) -> tuple[Emitter, ...]:
    """Several lamps alike that share one setting."""
    first, *others = (key_lamp(brief, centre=c, aim=a) for c, a in zip(places, aims, strict=True))
    return (first, *(replace(lamp, id=f"{KEY_LAMP}-{k}") for k, lamp in enumerate(others, start=2)))


CLEAR_OF_VENTS, LEAST_GRIP, GRIP = 0.01, 0.01, 0.05
"""Foil ends so far before a lamp's vents; so little of it holds with clips at the least, and so much is folded back
where it may be. [m]
"""


def grip_for(lamp: LampType) -> float:
    """How far back over its housing something may be fastened to a lamp, clear of its vents. [m]"""
    return GRIP if lamp.vents is None else round(min(max(lamp.vents - CLEAR_OF_VENTS, LEAST_GRIP), GRIP), 3)


def is_flash(brief: Brief) -> bool:
    """Whether the Brief's lamp is a flash."""
    return brief.lamp.type.kind == "flash"


def nearness(brief: Brief, wish: float) -> float:
    """A distance from the subject that the room leaves to the side, at most ``wish``. [m]"""
    return round(max(0.4, min(wish, brief.room.width / 2 - 0.5)), 2)


def lamp_flag(design: ModifierParameters, *, width: float = 0.5, height: float = 0.5) -> Panel:
    """A black panel just beside a lamp, between it and the subject's head."""
    lamp = design.lamp_position
    toward = SITTER - lamp
    away = float(np.linalg.norm(toward))
    way = toward / away
    across = np.array([-way[1], way[0], 0.0])
    length = float(np.linalg.norm(across))
    across = across / length if length > 1e-6 else np.array([1.0, 0.0, 0.0])
    upward = np.cross(way, across)
    beam = design.lamp_aim - lamp
    beam = beam / float(np.linalg.norm(beam))
    # moved out of the beam, so that it shades the subject and not what the lamp is aimed at
    off = beam - float(beam @ way) * way
    span = float(np.linalg.norm(off))
    off = off / span if span > 1e-6 else np.zeros(3)
    centre = lamp + way * min(0.2, away / 3) - off * min(width, height) * 0.3
    return panel("lamp flag", centre=centre, across=across * width, upward=upward * height, surface=black("black_foil"))


def box_walls(
    *,
    centre: Vector,
    across: Vector,
    upward: Vector,
    back: Vector,
    depth: float,
    surface: Sheet,
    closed: bool,
    behind: Sheet,
) -> tuple[Panel, ...]:
    """Four walls, and a back wall if ``closed``, of a straight box behind an opening; fronts look inward.

    Parameters
    ----------
    centre, across, upward: of the opening: its middle and whole sides, shape (3,). [m]
    back: unit vector from the opening into the box.
    depth: of the box. [m]
    surface, behind: of the walls and of the back wall.
    """
    deep = back * depth
    middle = centre + deep / 2
    walls = []
    for name, offset, side in (
        ("left side", -across / 2, upward),
        ("right side", across / 2, upward),
        ("lower side", -upward / 2, across),
        ("upper side", upward / 2, across),
    ):
        wall = panel(f"box {name}", centre=middle + offset, across=deep, upward=side, surface=surface)
        if float(wall.normal @ offset) > 0.0:
            wall = panel(f"box {name}", centre=middle + offset, across=-deep, upward=side, surface=surface)
        walls.append(wall)
    if closed:
        wall = panel("box back", centre=centre + deep, across=across, upward=upward, surface=behind)
        if float(wall.normal @ back) > 0.0:
            wall = panel("box back", centre=centre + deep, across=-across, upward=upward, surface=behind)
        walls.append(wall)
    return tuple(walls)
