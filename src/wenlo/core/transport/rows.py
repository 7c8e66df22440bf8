"""From surfaces and lamps to rows of numbers that the kernels take."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from wenlo.core.geometry.vectors import cross
from wenlo.core.optics.finish import TABLE_SIZE, Gloss, Shine, shine_scaling
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.lobe import lobe_scaling
from wenlo.core.optics.shapes import Disc, Panel, Shape, Tube
from wenlo.core.optics.sheet import LUMA, Sheet, board
from wenlo.core.remembered import for_same_objects
from wenlo.core.transport.kernels import layout as c
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.tree import arrange, bounds

Array = NDArray[np.float64]
Ints = NDArray[np.int64]
CELLS = {"square": c.CELL_SQUARE, "round": c.CELL_ROUND, "hexagon": c.CELL_HEXAGON}
LAMPS = {
    "rectangle": c.LAMP_RECTANGLE,
    "disc": c.LAMP_DISC,
    "sphere": c.LAMP_SPHERE,
    "tube": c.LAMP_TUBE,
    "string": c.LAMP_STRING,
    "sun": c.LAMP_SUN,
    "sky": c.LAMP_SKY,
}
LAWS = {
    "cosine": c.LAW_COSINE,
    "window": c.LAW_WINDOW,
    "field": c.LAW_FIELD,
    "measured": c.LAW_TABLE,
    "lens": c.LAW_LENS,
}
SUN_RADIUS = math.radians(0.53 / 2)
"""Half of the sun's angular diameter. [rad]"""

BLOCKING = ("rectangle", "disc", "sphere", "tube")
NOTHING = Panel(
    id="nothing",
    origin=np.array([0.0, 0.0, -1e5]),
    edge_u=np.array([1e-3, 0.0, 0.0]),
    edge_v=np.array([0.0, 1e-3, 0.0]),
    surface=board((0.0, 0.0, 0.0)),
    one_sided=True,
)
"""A speck far below, for sets without any surface."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Rows:
    """Surfaces and lamps as the kernels take them; P surfaces, G lamps.

    ``shapes`` are in the order of the rows, ``extent`` (2, 3) the corners of a box round them. [m]
    """

    shapes: tuple[Shape, ...]
    extent: Array
    surfaces: Array
    edges: Array
    nodes: Array
    scatters: Array
    optics: Array
    tables: Array
    lamps: Array
    colours: Array
    spots: Array
    distributions: Array

    def row(self, name: str) -> int:
        """Row of the surface with that id."""
        return next(i for i, shape in enumerate(self.shapes) if shape.id == name)


def _flat_row(row: Array, edges: Array, panel: Panel) -> None:
    u, v = panel.edge_u, panel.edge_v
    n = cross(u, v)
    volume = float(n @ n)
    row[c.ORIGIN : c.ORIGIN + 3] = panel.origin
    row[c.AXIS : c.AXIS + 3] = n / math.sqrt(volume)
    row[c.DUAL_U : c.DUAL_U + 3] = cross(v, n) / volume
    row[c.DUAL_V : c.DUAL_V + 3] = cross(n, u) / volume
    row[c.SHAPE] = c.QUAD
    edges[:3], edges[3:] = u, v
    if panel.outline is not None:
        corners = np.asarray(panel.outline, dtype=np.float64)
        if len(corners) > c.MOST_CORNERS:
            raise ValueError(f"an outline has at most {c.MOST_CORNERS} corners")
        row[c.SHAPE] = c.CUT_OUT if panel.cut_out else c.OUTLINE
        row[c.CORNERS] = len(corners)
        row[c.CORNERS + 1 : c.CORNERS + 1 + 2 * len(corners)] = corners.ravel()


def _square_to(axis: Array, start: Array | None = None) -> tuple[Array, Array]:
    if start is None:
        start = np.array([0.0, 0.0, 1.0]) if abs(axis[2]) < 0.9 else np.array([1.0, 0.0, 0.0])
    across = start - (start @ axis) * axis
    across = across / float(np.linalg.norm(across))
    return across, cross(axis, across)


def _round_row(row: Array, shape: Shape) -> None:
    assert not isinstance(shape, Panel)
    axis = shape.axis / float(np.linalg.norm(shape.axis))
    u, v = _square_to(axis, shape.start if isinstance(shape, Tube) else None)
    row[c.ORIGIN : c.ORIGIN + 3] = shape.base if isinstance(shape, Tube) else shape.centre
    row[c.AXIS : c.AXIS + 3], row[c.DUAL_U : c.DUAL_U + 3], row[c.DUAL_V : c.DUAL_V + 3] = axis, u, v
    if isinstance(shape, Disc):
        row[c.SHAPE], row[c.SIZE], row[c.SIZE + 1] = c.DISC, shape.inner, shape.radius
        if shape.focal_length is not None:
            row[c.LENS] = 1.0 / shape.focal_length
    elif isinstance(shape, Tube):
        row[c.SHAPE] = c.TUBE
        row[c.SIZE : c.SIZE + 4] = (shape.length, *shape.radii, shape.span)
    else:
        row[c.SHAPE] = c.DOME
        row[c.SIZE : c.SIZE + 3] = (shape.radius, shape.low, shape.high)


def _straight(row: Array, sheet: Sheet) -> None:
    row[c.CLEAR : c.CLEAR + 3] = sheet.unscattered
    if sheet.grid is not None:
        grid = sheet.grid
        row[c.LAW] = c.PASS_GRID
        row[c.CELL : c.CELL + 5] = (
            grid.ratio,
            grid.open_share,
            CELLS[grid.shape],
            math.cos(grid.turn),
            math.sin(grid.turn),
        )
    elif np.any(sheet.unscattered > 0.0):
        row[c.LAW] = c.PASS_PANE if sheet.pane else c.PASS_CONSTANT


_Wanted = tuple[int, str, float]
"""Column of a side's row that holds the number of a scaling table, and which table."""


class _Tables:
    """Scaling tables, each kept once."""

    def __init__(self) -> None:
        self.rows: list[Array] = [np.full(TABLE_SIZE, 1.0 / math.sqrt(math.pi))]
        self.known: dict[tuple[str, float], int] = {}

    def of(self, kind: str, value: float) -> int:
        key = (kind, round(value, 4))
        if key not in self.known:
            self.known[key] = len(self.rows)
            self.rows.append(lobe_scaling(value) if kind == "lobe" else shine_scaling(round(value, 4)))
        return self.known[key]


def _optics_row(
    row: Array, sheet: Sheet, reflectance: Array, shine: Shine | None, gloss: Gloss | None
) -> Iterator[_Wanted]:
    row[c.DIFFUSE : c.DIFFUSE + 3] = reflectance
    row[c.THROUGH : c.THROUGH + 3] = sheet.scattered
    row[c.LOBE] = sheet.lobe
    if sheet.lobe > 0.0:
        yield c.LOBE_TABLE, "lobe", sheet.lobe
    if shine is not None:
        alpha = max(shine.alpha, 1e-3)
        row[c.SPECULAR : c.SPECULAR + 3] = shine.reflectance
        row[c.ALPHA] = alpha
        yield c.SPECULAR_TABLE, "shine", alpha
    if gloss is not None:
        row[c.GLOSS], row[c.GLOSS_ALPHA] = gloss.straight_on, max(gloss.alpha, 1e-3)
        # what the skin sends back never reaches the ground
        row[c.DIFFUSE : c.DIFFUSE + 3] *= 1.0 - gloss.mean
    row[c.PLAIN] = 1.0 if shine is None and gloss is None else 0.0


SHOWS = 0.3
"""A mirror that reflects no less throws light that is looked for by aiming at it. [-]"""


def _is_mirror(shape: Shape) -> bool:
    # flat ones, on which places are drawn evenly
    sides = (shape.surface.shine_front, None if shape.one_sided else shape.surface.shine_back)
    shows = any(s is not None and s.alpha <= c.MIRROR and float(s.reflectance @ LUMA) >= SHOWS for s in sides)
    return shows and isinstance(shape, Panel) and shape.outline is None


def _lamp_row(row: Array, lamp: Emitter) -> None:
    row[c.LAMP_KIND], row[c.LAMP_LAW] = LAMPS[lamp.shape], LAWS[lamp.law]
    row[c.CENTRE : c.CENTRE + 3] = lamp.centre
    row[c.LAMP_U : c.LAMP_U + 3], row[c.LAMP_V : c.LAMP_V + 3] = lamp.edge_u, lamp.edge_v
    n = cross(lamp.edge_u, lamp.edge_v)
    row[c.LAMP_AXIS : c.LAMP_AXIS + 3] = n / float(np.linalg.norm(n))
    volume = float(n @ n)
    row[c.LAMP_DUAL_U : c.LAMP_DUAL_U + 3] = cross(lamp.edge_v, n) / volume
    row[c.LAMP_DUAL_V : c.LAMP_DUAL_V + 3] = cross(n, lamp.edge_u) / volume
    row[c.BLOCKS] = float(lamp.blocks and lamp.shape in BLOCKING and lamp.law != "field")
    if lamp.shape == "sun":
        row[c.BEAM], row[c.PEAK] = 1.0 - math.cos(SUN_RADIUS), lamp.amount
        return
    if lamp.shape == "sky":
        # E = 7π/9 L of the zenith for the overcast sky (CIE S 011)
        row[c.PEAK] = lamp.amount * 9.0 / (7.0 * math.pi)
        return
    row[c.FACE], row[c.PEAK], row[c.BEAM], row[c.INNER] = lamp.face, lamp.peak_intensity, lamp.beam, lamp.inner
    if lamp.lens is not None:
        lens = lamp.lens
        row[c.LENS_POWER], row[c.GATE_AWAY], row[c.GATE_RADIUS] = (
            1.0 / lens.focal_length,
            lens.gate_distance,
            lens.gate / 2.0,
        )
        row[c.LAMP_AWAY], row[c.LAMP_RADIUS] = lens.lamp_distance, lens.lamp / 2.0
    if lamp.law == "field":
        half, edge = lamp.field
        row[c.BEAM] = math.cos(half)
        row[c.INNER] = max(math.cos(half - edge / 2) - math.cos(half + edge / 2), 1e-9)


def _lamps(lamps: Sequence[Emitter]) -> tuple[Array, Array, Array]:
    rows = np.zeros((len(lamps), c.LAMP_COLUMNS))
    places: list[Array] = [np.zeros((1, 3))]
    tables: list[Array] = [np.zeros((73, 181))]
    for row, lamp in zip(rows, lamps, strict=True):
        _lamp_row(row, lamp)
        if lamp.places is not None:
            row[c.SPOTS_FIRST], row[c.SPOTS_COUNT] = sum(len(p) for p in places), len(lamp.places)
            places.append(np.asarray(lamp.places, dtype=np.float64))
        if lamp.law == "measured" and lamp.distribution is not None:
            row[c.LAMP_TABLE] = len(tables)
            tables.append(lamp.distribution.table())
    return rows, np.concatenate(places), np.stack(tables)


def reflected_by(sheet: Sheet, side: int) -> Array:
    """Hemispherical reflectance of one side of a sheet, shape (3,). [-]

    Source: [Palmer2010].

    Parameters
    ----------
    sheet: the sheet.
    side: 0 the front, 1 the back.

    Returns
    -------
    Array: shape (3,). [-]
    """
    reflected = np.array(sheet.reflectance_back if side else sheet.reflectance_front)
    shine, gloss = (sheet.shine_back, sheet.gloss_back) if side else (sheet.shine_front, sheet.gloss_front)
    if gloss is not None:
        reflected = reflected * (1.0 - gloss.mean) + gloss.mean
    if shine is not None:
        reflected = reflected + shine.reflectance
    return reflected


@for_same_objects(512)
def _scattered(sheet: Sheet) -> float:
    back = max(float(reflected_by(sheet, side) @ LUMA) for side in (0, 1))
    return float(sheet.scattered @ LUMA) + back


@dataclass(frozen=True, eq=False)
class _Row:
    # One surface: its row, its edges, both sides, how much it scatters, and the tables that the sides want.
    surface: Array
    edges: Array
    sides: Array
    scatters: float
    wants: tuple[tuple[int, _Wanted], ...]
    sharp: bool


@for_same_objects(4096)
def _row_of(shape: Shape) -> _Row:
    row, edges, sides, sheet = np.zeros(c.SURFACE_COLUMNS), np.zeros(6), np.zeros((2, c.OPTICS_COLUMNS)), shape.surface
    if isinstance(shape, Panel):
        _flat_row(row, edges, shape)
    else:
        _round_row(row, shape)
    row[c.AREA], row[c.ONE_SIDED], row[c.ROOM] = shape.area, shape.one_sided, shape.role == "room"
    _straight(row, sheet)
    if row[c.LENS] != 0.0:
        row[c.LAW] = c.PASS_LENS
    wants = [
        (0, w) for w in _optics_row(sides[0], sheet, sheet.reflectance_front, sheet.shine_front, sheet.gloss_front)
    ]
    if not shape.one_sided:
        back = _optics_row(sides[1], sheet, sheet.reflectance_back, sheet.shine_back, sheet.gloss_back)
        wants += [(1, w) for w in back]
    return _Row(row, edges, sides, _scattered(sheet), tuple(wants), row[c.LENS] != 0.0 or _is_mirror(shape))


def rows_of(scene: LightScene) -> Rows:
    """Rows of the surfaces and lamps of a set, and a tree of boxes round the surfaces.

    Source: [MacDonald1990].

    Parameters
    ----------
    scene: surfaces and lamps.

    Returns
    -------
    Rows: arrays of tree, shapes, materials and lamps.
    """
    shapes = scene.panels or (NOTHING,)
    boxes = np.array([bounds(shape) for shape in shapes])
    low, high = boxes[:, 0], boxes[:, 1]
    if scene.moves:
        half = 0.5 * np.abs(np.array([scene.moves.get(shape.id, np.zeros(3)) for shape in shapes]))
        low, high = low - half, high + half
    ordered, nodes = arrange(shapes, low, high)
    found, tables = [_row_of(shape) for shape in ordered], _Tables()
    surfaces = np.array([row.surface for row in found])
    optics = np.concatenate([row.sides for row in found])
    for p, row in enumerate(found):
        for side, (column, kind, value) in row.wants:
            optics[2 * p + side, column] = tables.of(kind, value)
    sharp = [p for p, row in enumerate(found) if row.sharp]
    if sharp:
        surfaces[0, c.SHARP_COUNT], surfaces[: len(sharp), c.SHARP_ROW] = len(sharp), sharp
    lamps, spots, distributions = _lamps(scene.lamps)
    return Rows(
        shapes=ordered,
        extent=np.array([low.min(axis=0), high.max(axis=0)]),
        surfaces=surfaces,
        edges=np.array([row.edges for row in found]),
        nodes=nodes,
        scatters=np.array([row.scatters for row in found]),
        optics=optics,
        tables=np.stack(tables.rows),
        lamps=lamps,
        colours=np.array([e.colour for e in scene.lamps]).reshape(-1, 3),
        spots=spots,
        distributions=distributions,
    )


@lru_cache(maxsize=1)
def _rows_of_nothing() -> Rows:
    return rows_of(LightScene(panels=(), lamps=()))


def rows_of_lamp(lamp: Emitter) -> Rows:
    """Rows of a lamp with nothing round it.

    Parameters
    ----------
    lamp: the lamp.

    Returns
    -------
    Rows: arrays of it, and of a speck far below.
    """
    lamps, spots, distributions = _lamps((lamp,))
    return replace(
        _rows_of_nothing(), lamps=lamps, colours=lamp.colour.reshape(1, 3), spots=spots, distributions=distributions
    )
