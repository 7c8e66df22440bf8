"""The set as solids, as it will stand: what is built with its thickness, lamps, stands and booms, the room and what is
in it.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from wenlo.core.analysis.preview import picture_scene
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import is_natural, lamp_of
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.assembly.parts import Part
from wenlo.core.modifiers.kind import Arrangement
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.meshes import triangles
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging.heat_sources import HeatSource, heat_sources
from wenlo.core.rigging.holding import Holding
from wenlo.core.rigging.loads import Modifier, modifiers_of
from wenlo.core.rigging.plan import boom_stand, holdings_of
from wenlo.core.scene import scene_builder
from wenlo.core.scene.side_view import look_of

Array = NDArray[np.float64]
Ints = NDArray[np.int64]
Colour = tuple[float, float, float]

SolidSort = Literal["built", "stand", "lamp", "shell", "subject", "thing"]

SEE_THROUGH = 0.35
"""Opacity of walls and sheets, so that one looks into the room. [-]"""

SHELL = frozenset(
    {"ceiling", "left wall", "right wall", "wall behind the camera", "end wall", "left slope", "right slope"}
)
"""What closes a room off from who looks at it."""

GREY, STAND, PLAIN_WOOD, PIPE, METAL = (
    (0.45, 0.45, 0.45),
    (0.06, 0.06, 0.065),
    (0.6, 0.44, 0.26),
    (0.8, 0.8, 0.78),
    (0.55, 0.57, 0.6),
)
MIRROR = (0.7, 0.7, 0.7)

COLUMN, LEG, BOOM, LINE = 0.03, 0.018, 0.028, 0.004
"""How thick columns, legs and booms of stands and lines are drawn. [m]"""

COLUMN_FROM = 0.08
"""Their columns end so far over the floor. [m]"""

LEG_TOP = 0.45
"""Legs of a stand come to its column so high. [m]"""

LIFT = 0.0005
"""Both faces of a thin thing are drawn so far apart from its middle. [m]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class SetSolid:
    """A solid of the set: corners (N, 3) [m] and triangles (M, 3), run counter-clockwise as seen from outside; what it
    sends back and lets through of white light as linear RGB, how opaque it is drawn and whether it shines. ``deep`` is
    how far its other face is, of what lets light through. [m]
    """

    id: str
    sort: SolidSort
    corners: Array
    faces: Ints
    colour: Colour
    passes: Colour = (0.0, 0.0, 0.0)
    opacity: float = 1.0
    shines: bool = False
    deep: float = 0.0


def set_solids(shoot: Shoot) -> tuple[SetSolid, ...]:
    """All that stands in a set.

    Parameters
    ----------
    shoot: the document.
    """
    modifiers = list(modifiers_of(shoot))
    built = list(_built(modifiers))
    replaced = {id for modifier in modifiers for id in _lit_ids(modifier)}
    scene = picture_scene(shoot.brief, shoot.design)
    own = {shape.id for shape in scene_builder.whole_scene(shoot.brief, shoot.design).panels}
    rest = [solid for shape in scene.panels if shape.id not in replaced for solid in _of_shape(shape, own)]
    return (*rest, *built, *_lamps(shoot, modifiers), *_stands(shoot, modifiers), _camera(shoot))


def _lit_ids(modifier: Modifier) -> set[str]:
    # of the scene: surfaces before other lights are called after them
    ids = {shape.id for shape in modifier.arrangement.surfaces} - modifier.assembly.given
    first = modifier.id == "key"
    return {id if first else f"{modifier.id}/{id}" for id in ids} if modifier.assembly.parts else set()


def _rgb(values: Array) -> Colour:
    red, green, blue = (float(x) for x in np.clip(values, 0.0, 1.0))
    return red, green, blue


def _of_shape(shape: Shape, own: set[str]) -> Iterator[SetSolid]:
    corners, faces = triangles(shape)
    surface = shape.surface
    passes = float(luminance(surface.transmittance)) > 0.05
    shell = isinstance(shape, Panel) and shape.id in SHELL
    mirror = look_of(surface) == "mirror"
    sort: SolidSort = "shell" if shell else "thing" if shape.id in own else "subject"
    through = _rgb(surface.transmittance * np.ones(3))
    front = MIRROR if mirror else _rgb(np.maximum(surface.reflectance_front, 0.02))
    opacity = SEE_THROUGH if passes or shell else 1.0
    flat = isinstance(shape, Panel) and sort == "thing"
    lift = LIFT * shape.normal if isinstance(shape, Panel) and flat else 0.0
    yield SetSolid(
        id=shape.id, sort=sort, corners=corners + lift, faces=faces, colour=front, passes=through, opacity=opacity
    )
    if flat:
        back = MIRROR if mirror else _rgb(np.maximum(surface.reflectance_back, 0.02))
        yield SetSolid(
            id=f"{shape.id}, back",
            sort=sort,
            corners=corners - lift,
            faces=faces[:, ::-1],
            colour=back,
            passes=through,
            opacity=opacity,
        )


def _built(modifiers: Sequence[Modifier]) -> Iterator[SetSolid]:
    for modifier in modifiers:
        shapes = {shape.id: shape for shape in modifier.arrangement.surfaces}
        lit = {
            part: shapes[face.surface]
            for face in modifier.assembly.lit
            for part in face.parts
            if face.surface in shapes
        }
        for part in modifier.assembly.parts:
            mesh = part.body.to_mesh()
            corners = modifier.assembly.stands.world(np.asarray(mesh.vert_properties, dtype=float)[:, :3])
            faces = np.asarray(mesh.tri_verts, dtype=np.int64)
            shape = lit.get(part.id)
            if shape is None:
                colour, through = _colour_of(part), (0.0, 0.0, 0.0)
            else:
                mirror = look_of(shape.surface) == "mirror"
                colour = MIRROR if mirror else _rgb(np.maximum(shape.surface.reflectance_front, 0.02))
                through = _rgb(shape.surface.transmittance * np.ones(3))
            yield SetSolid(
                id=f"{modifier.id}/{part.id}",
                sort="built",
                corners=corners,
                faces=faces,
                colour=colour,
                passes=through,
                opacity=0.8 if max(through) > 0.05 else 1.0,
                deep=0.006 if max(through) > 0.05 else 0.0,
            )


def _colour_of(part: Part) -> Colour:
    rows = stock()
    if part.item in rows["timber"]:
        return PLAIN_WOOD
    if part.item in rows["pipe"] or part.item.startswith("pipe_"):
        return PIPE
    return METAL if part.item in rows["tube"] else GREY


def _lamps(shoot: Shoot, modifiers: Sequence[Modifier]) -> Iterator[SetSolid]:
    found: list[tuple[str, Arrangement, LampType]] = []
    for k, modifier in enumerate(modifiers):
        if not kind_of(modifier.design).by_day(modifier.design):
            type_ = shoot.brief.lamp.type if k == 0 else lamp_of(shoot.brief.lights[modifier.id].id)
            found.append((modifier.id, modifier.arrangement, type_))
    shaped = {modifier.id for modifier in modifiers}
    bare = [key for key, light in shoot.brief.lights.items() if key not in shaped and not is_natural(light.id)]
    emitters = {lamp.id: lamp for lamp in scene_builder.other_emitters(shoot.brief)}
    for id, arrangement, lamp in found:
        for k, source in enumerate(heat_sources(arrangement.lamps, lamp)):
            yield from _lamp(f"{id}/lamp {k + 1}", source, lamp)
    for key in bare:
        if key in emitters:
            type_ = lamp_of(shoot.brief.lights[key].id)
            for source in heat_sources([emitters[key]], type_):
                yield from _lamp(f"{key}/lamp", source, type_)


def _lamp(id: str, source: HeatSource, lamp: LampType) -> Iterator[SetSolid]:
    if source.round:
        ball = Manifold.sphere(source.width / 2, circular_segments=24).translate(tuple(source.centre))
        yield _manifold(id, "lamp", ball, (1.0, 0.95, 0.85), shines=True)
        return
    a, b = source.across / 2, source.upward / 2
    deep = min(source.depth, source.room) * source.axis
    ring = np.array([-a - b, a - b, a + b, -a + b]) + source.centre
    corners = np.concatenate([ring - deep, ring])
    faces = np.array(
        [[0, 2, 1], [0, 3, 2], [0, 1, 5], [0, 5, 4], [1, 2, 6], [1, 6, 5], [2, 3, 7], [2, 7, 6], [3, 0, 4], [3, 4, 7]]
    )
    yield SetSolid(id=id, sort="lamp", corners=corners, faces=faces, colour=STAND)
    wide, high = (size / 2 for size in lamp.size)
    u, v = source.across / source.width * wide, source.upward / np.linalg.norm(source.upward) * high
    turns = np.linspace(0.0, 2.0 * np.pi, 24, endpoint=False)
    edge = (
        [math.cos(t) * u + math.sin(t) * v for t in turns] if lamp.shape == "disc" else [-u - v, u - v, u + v, -u + v]
    )
    front = source.centre + 0.002 * source.axis + np.array([np.zeros(3), *edge])
    count = len(edge)
    fan = np.array([[0, 1 + k, 1 + (k + 1) % count] for k in range(count)])
    yield SetSolid(id=f"{id}, face", sort="lamp", corners=front, faces=fan, colour=(1.0, 0.95, 0.85), shines=True)


def _manifold(id: str, sort: SolidSort, body: Manifold, colour: Colour, *, shines: bool = False) -> SetSolid:
    mesh = body.to_mesh()
    return SetSolid(
        id=id,
        sort=sort,
        corners=np.asarray(mesh.vert_properties, dtype=float)[:, :3],
        faces=np.asarray(mesh.tri_verts, dtype=np.int64),
        colour=colour,
        shines=shines,
    )


def rod(start: Array, end: Array, diameter: float) -> Manifold:
    """A round bar between two places.

    Source: [Geometry].

    Parameters
    ----------
    start, end: of its axis, shape (3,) each. [m]
    diameter: of it. [m]

    Returns
    -------
    Manifold: its body.
    """
    way = end - start
    length = float(np.linalg.norm(way))
    z = way / max(length, 1e-9)
    x = np.cross([0.0, 1.0, 0.0] if abs(z[1]) < 0.9 else [1.0, 0.0, 0.0], z)
    x /= np.linalg.norm(x)
    turn = np.stack([x, np.cross(z, x), z, start], axis=1)
    return Manifold.cylinder(length, diameter / 2, circular_segments=12).transform(turn)


def _stands(shoot: Shoot, modifiers: Sequence[Modifier]) -> Iterator[SetSolid]:
    for holding in holdings_of(shoot, modifiers):
        bars = list(_bars_of(shoot, holding, modifiers[0]))
        if bars:
            body = Manifold()
            for start, end, thick in bars:
                if float(np.linalg.norm(end - start)) > 1e-3:
                    body += rod(start, end, thick)
            yield _manifold(f"stand of {holding.held.id}", "stand", body, STAND)


def _camera(shoot: Shoot) -> SetSolid:
    # a body with its lens on three legs, as high as the lens
    lens = np.asarray(scene_builder.camera_place(shoot.brief), dtype=float)
    way = -np.asarray(scene_builder.toward_camera(shoot.brief), dtype=float)
    body = rod(lens, lens - 0.1 * way, 0.07) + rod(lens - 0.1 * way, lens - 0.16 * way, 0.13)
    under = lens - 0.13 * way
    for k in range(3):
        turn = k * 2.0 * math.pi / 3.0 + math.pi / 2.0
        toe = np.array([under[0] + 0.4 * math.cos(turn), under[1] + 0.4 * math.sin(turn), 0.0])
        body += rod(under, toe, LEG)
    return _manifold("camera", "stand", body, STAND)


def _bars_of(shoot: Shoot, holding: Holding, first: Modifier) -> Iterator[tuple[Array, Array, float]]:
    place = np.asarray(holding.held.place, dtype=float)
    if holding.by == "ceiling":
        top = np.array([place[0], place[1], shoot.brief.room.height])
        if not shoot.brief.room.outdoors:
            yield place, top, LINE
        return
    if holding.by not in ("stand", "boom"):
        return
    under = holding.under if holding.by == "boom" else holding.support
    foot = boom_stand(holding, first) if holding.by == "boom" else place[:2]
    low, high = np.array([foot[0], foot[1], 0.0]), np.array([foot[0], foot[1], float(place[2])])
    yield np.array([low[0], low[1], COLUMN_FROM]), high, COLUMN
    spread = 0.45 if under is None else max(under.foot_radius, 0.2)
    turns = [math.atan2(*(foot - first.design.source_centre[:2])[::-1]) + k * 2.0 * math.pi / 3.0 for k in range(3)]
    for turn in turns:
        toe = low + spread * np.array([math.cos(turn), math.sin(turn), 0.0])
        yield np.array([foot[0], foot[1], min(LEG_TOP, float(place[2]) * 0.6)]), toe, LEG
    if holding.by == "boom":
        back = high + (high - place) / max(holding.reach, 1e-6) * holding.back
        yield place, back, BOOM
