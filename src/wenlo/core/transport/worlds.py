"""A set as kernels that follow rays by the batch take it, and which sets they can read."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.kernels import layout as c
from wenlo.core.transport.kernels.vertices import (
    BACK,
    CURVED,
    EVEN,
    FACE_COLUMNS,
    NORMAL,
    OF_ROOM,
    SCATTERING,
    SHARE_BACK,
    SHARE_THROUGH,
    SIDE_COLUMNS,
    STRAIGHT,
    THROUGH,
)
from wenlo.core.transport.kernels.world import World
from wenlo.core.transport.rows import Rows
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.tree import bounds

Array = NDArray[np.float64]
Singles = NDArray[np.float32]
Ints = NDArray[np.int64]

BROADEST = 12.0
"""A sheet whose lobe has a greater exponent, ..."""
ROUGH, DULL = 0.15, 0.1
"""... a shine or a gloss that is smoother, is not seen by joining points with it: paths that follow it are better."""

SHOWS = 0.3
"""A shine that reflects more is a mirror. [-]"""

SHARP_LOOKS, SKIN_LOOKS = 4096, 512
"""Looks of each meter in a group, at the least, where there are mirrors, and where a gloss alone reflects sharply."""

MANY = 600
"""So many flat shapes are quicker by a tree of boxes."""

TOGETHER, CLOSE_BY = 6, 2.5
"""Round shapes in a group, at the most, that a ray passes by at once, in a ball so much greater than the greatest."""

STANDS_OFF = 0.5
"""A lamp that sees everything within asin of this sends nothing elsewhere. [-]"""

START = 1e-5
"""Meters stand so far off what they lie on. [m]"""


def suits(scene: LightScene, rows: Rows) -> bool:
    """Whether particles can read a set: no free lens, narrow lobe or sky in it, and with mirrors no lamp that rays
    miss.
    """
    if not scene.lamps or any(lamp.shape in ("sun", "sky") for lamp in scene.lamps):
        return False
    if np.any(rows.surfaces[:, c.LENS] != 0.0) or np.any(rows.optics[:, c.LOBE] > BROADEST):
        return False
    shines, skins = _sharp(rows.optics)
    return bool(np.all(rows.lamps[:, c.BLOCKS] > 0.0)) or not np.any(shines | skins)


def _sharp(optics: Array) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    # Sides whose shine, and whose gloss, is too sharp to be joined with a point.
    shines = (optics[:, c.ALPHA] > 0.0) & (optics[:, c.ALPHA] < ROUGH)
    return shines, (optics[:, c.GLOSS] > 0.0) & (optics[:, c.GLOSS_ALPHA] < DULL)


def _apart(optics: Array) -> Array:
    # Every side thrice: whole, without its sharp reflection, and that alone.
    dull, sharp = optics.copy(), optics.copy()
    shines, skins = _sharp(optics)
    for part, off in ((dull, (shines, skins)), (sharp, (~shines, ~skins))):
        part[off[0], c.SPECULAR : c.SPECULAR + 3] = 0.0
        part[off[0], c.ALPHA] = 0.0
        part[off[1], c.GLOSS] = 0.0
    sharp[:, c.DIFFUSE : c.DIFFUSE + 3] = sharp[:, c.THROUGH : c.THROUGH + 3] = 0.0
    for part in (dull, sharp):
        part[:, c.PLAIN] = (part[:, c.ALPHA] <= 0.0) & (part[:, c.GLOSS] <= 0.0)
    return np.concatenate([optics, dull, sharp])


def mirrors_of(world: World) -> NDArray[np.bool_]:
    """Which sides reflect like mirrors, shape (2P,).

    Parameters
    ----------
    world: the set.
    """
    return _mirrors(world.optics[: len(world.optics) // 3])


def _mirrors(optics: Array) -> NDArray[np.bool_]:
    found: NDArray[np.bool_] = _sharp(optics)[0] & (optics[:, c.SPECULAR : c.SPECULAR + 3] @ LUMA >= SHOWS)
    return found


def world_of(rows: Rows) -> World:
    """A set for kernels that follow rays by the batch.

    Source: [Palmer2010].

    Parameters
    ----------
    rows: its surfaces and lamps.

    Returns
    -------
    World: F flat shapes in single precision, and the rows. [m]
    """
    surfaces, lamps, optics = rows.surfaces, rows.lamps, _apart(rows.optics)
    count = len(surfaces)
    shape = surfaces[:, c.SHAPE].astype(np.int64)
    kind = lamps[:, c.LAMP_KIND].astype(np.int64)
    solid = lamps[:, c.BLOCKS] > 0.0
    quads, discs = np.flatnonzero(shape == c.QUAD), np.flatnonzero(shape == c.DISC)
    oblong, round_ = np.flatnonzero(solid & (kind == c.LAMP_RECTANGLE)), np.flatnonzero(solid & (kind == c.LAMP_DISC))

    def plane(origin: Array, axes: Sequence[Array], half: float) -> Array:
        offsets = [np.einsum("ij,ij->i", axis, origin)[:, None] for axis in axes]
        offsets[1:] = [offset - half for offset in offsets[1:]]
        return np.concatenate([part for pair in zip(axes, offsets, strict=True) for part in pair], axis=1)

    def of_surfaces(which: Ints, scale: Array) -> Array:
        row = surfaces[which]
        axes = row[:, c.AXIS : c.AXIS + 3], row[:, c.DUAL_U : c.DUAL_U + 3], row[:, c.DUAL_V : c.DUAL_V + 3]
        return plane(row[:, c.ORIGIN : c.ORIGIN + 3], (axes[0], axes[1] * scale, axes[2] * scale), 0.0)

    def of_lamps(which: Ints, scale: float, half: float) -> Array:
        row = lamps[which]
        u, v = row[:, c.LAMP_DUAL_U : c.LAMP_DUAL_U + 3], row[:, c.LAMP_DUAL_V : c.LAMP_DUAL_V + 3]
        centre, axis = row[:, c.CENTRE : c.CENTRE + 3], row[:, c.LAMP_AXIS : c.LAMP_AXIS + 3]
        return plane(centre, (axis, scale * u, scale * v), half)

    outer = surfaces[discs, c.SIZE + 1]
    flats = np.concatenate(
        [
            of_surfaces(quads, np.ones((len(quads), 1))),
            of_lamps(oblong, 1.0, 0.5),
            of_surfaces(discs, 1.0 / outer[:, None]),
            of_lamps(round_, 2.0, 0.0),
        ]
    )
    flat_lamps, round_lamps = lamps[oblong], lamps[round_]
    sides = flat_lamps[:, c.LAMP_U : c.LAMP_U + 6]
    across = np.linalg.norm(round_lamps[:, c.LAMP_U : c.LAMP_U + 3], axis=1)
    corner = flat_lamps[:, c.CENTRE : c.CENTRE + 3] - 0.5 * (sides[:, :3] + sides[:, 3:])
    spheres = np.concatenate(
        [
            _of_edges(surfaces[quads, c.ORIGIN : c.ORIGIN + 3], rows.edges[quads]),
            _of_edges(corner, sides),
            np.column_stack([surfaces[discs, c.ORIGIN : c.ORIGIN + 3], outer]),
            np.column_stack([round_lamps[:, c.CENTRE : c.CENTRE + 3], 0.5 * across]),
        ]
    )
    law = lamps[round_, c.LAMP_LAW]
    rings = np.where(law != c.LAW_FIELD, lamps[round_, c.INNER], 0.0)
    quad_count = len(quads) + len(oblong)
    ids = np.concatenate([quads, count + oblong, discs, count + round_])
    of_surface = ids < count
    middle, size = rows.extent.mean(axis=0), float(np.linalg.norm(rows.extent[1] - rows.extent[0]))
    laws, clear = np.full(len(ids), c.PASS_NOTHING), np.zeros((len(ids), 3))
    laws[of_surface] = surfaces[ids[of_surface], c.LAW]
    clear[of_surface] = surfaces[ids[of_surface], c.CLEAR : c.CLEAR + 3]
    curved = np.flatnonzero((shape != c.QUAD) & (shape != c.DISC))
    bodies = np.flatnonzero(solid & (kind != c.LAMP_RECTANGLE) & (kind != c.LAMP_DISC))
    passing = surfaces[surfaces[:, c.LAW] != c.PASS_NOTHING, c.CLEAR : c.CLEAR + 3]
    treed = len(quads) + len(discs) > MANY
    rest = [*([] if treed else curved), *(count + bodies)]
    balls = np.array([_ball(rows, int(p)) for p in rest]).reshape(-1, 4)
    order, starts, groups = _grouped(balls)
    return World(
        flats=np.ascontiguousarray(flats, dtype=np.float32),
        quads=quad_count,
        spheres=spheres,
        inner=np.concatenate([np.zeros(quad_count), surfaces[discs, c.SIZE] / outer, rings]).astype(np.float32),
        ids=ids.astype(np.int32),
        laws=laws.astype(np.int32),
        clear=clear.astype(np.float32),
        rest=np.array(rest, dtype=np.int32)[order],
        balls=balls[order].astype(np.float32),
        groups=groups.astype(np.float32),
        starts=starts.astype(np.int32),
        size=size,
        treed=treed,
        tinted=bool(len(passing)) and bool(np.any(np.ptp(passing, axis=1) > 0.0)),
        sharp=bool(np.any(_sharp(rows.optics))),
        surfaces=surfaces,
        edges=rows.edges,
        nodes=rows.nodes,
        scatters=rows.scatters,
        optics=optics,
        faces=_faces(rows),
        sides=_sides(optics),
        tables=rows.tables,
        lamps=lamps,
        cones=_cones(lamps, middle, 0.5 * size),
        spots=rows.spots,
        distributions=rows.distributions,
    )


def with_white(world: World, rows: Rows) -> World:
    """The same with one side more, the last: white, as places whose light is asked for are.

    Parameters
    ----------
    world, rows: the set, and the rows that it was made of.

    Returns
    -------
    World: with 2P + 1 sides, each thrice. [-]
    """
    white = np.zeros((1, rows.optics.shape[1]))
    white[0, c.DIFFUSE : c.DIFFUSE + 3], white[0, c.PLAIN] = 1.0, 1.0
    optics = _apart(np.concatenate([rows.optics, white]))
    return world._replace(optics=optics, sides=_sides(optics))


def _of_edges(origin: Array, edges: Array) -> Array:
    # Middle and radius of the balls round parallelograms.
    u, v = edges[:, :3], edges[:, 3:]
    diagonals = np.maximum(np.linalg.norm(u + v, axis=1), np.linalg.norm(u - v, axis=1))
    return np.column_stack([origin + 0.5 * (u + v), 0.5 * diagonals])


def _ball(rows: Rows, p: int) -> list[float]:
    # Middle and squared radius of a ball round a surface, or round the body of lamp p − P.
    count = len(rows.shapes)
    if p < count:
        low, high = bounds(rows.shapes[p])
        middle, radius = 0.5 * (low + high), 0.5 * float(np.linalg.norm(high - low))
        row = rows.surfaces[p]
        if row[c.SHAPE] == c.DOME and row[c.SIZE] < radius:
            # of more than a cap, the ball it is cut from lies closer than a box does
            middle, radius = row[c.ORIGIN : c.ORIGIN + 3], float(row[c.SIZE])
    else:
        lamp = rows.lamps[p - count]
        middle = lamp[c.CENTRE : c.CENTRE + 3]
        radius = float(np.linalg.norm(lamp[c.LAMP_U : c.LAMP_U + 3]) + np.linalg.norm(lamp[c.LAMP_V : c.LAMP_V + 3]))
    return [*(float(x) for x in middle), (1.001 * radius + 1e-4) ** 2]


def _grouped(balls: Array) -> tuple[Ints, Ints, Array]:
    # Balls (K, 4) in groups of neighbours: their order, where each group starts, shape (M + 1,), and a ball round each
    # group, shape (M, 4). Halved across the longest side until few are left that stand close together.
    groups: list[Ints] = []
    round_all: list[Array] = []
    waiting = [np.arange(len(balls))] if len(balls) else []
    while waiting:
        part = waiting.pop()
        middles, radii = balls[part, :3], np.sqrt(balls[part, 3])
        middle = 0.5 * ((middles - radii[:, None]).min(axis=0) + (middles + radii[:, None]).max(axis=0))
        radius = float((np.linalg.norm(middles - middle, axis=1) + radii).max())
        if len(part) == 1 or (len(part) <= TOGETHER and radius <= CLOSE_BY * radii.max()):
            groups.append(part)
            round_all.append(np.array([*middle, (1.001 * radius) ** 2]))
            continue
        across = int(np.ptp(middles, axis=0).argmax())
        part = part[np.argsort(middles[:, across], kind="stable")]
        waiting += [part[: len(part) // 2], part[len(part) // 2 :]]
    order = np.concatenate(groups) if groups else np.zeros(0, dtype=np.int64)
    starts = np.cumsum([0, *(len(part) for part in groups)])
    return order, starts, np.array(round_all).reshape(-1, 4)


def _cones(lamps: Array, middle: Array, radius: float) -> Array:
    # The ball round everything as each lamp sees it from outside: axis and least cosine; 2 where it stands too near.
    toward = middle - lamps[:, c.CENTRE : c.CENTRE + 3]
    away = np.maximum(np.linalg.norm(toward, axis=1), 1e-12)
    own = 0.5 * np.hypot(
        np.linalg.norm(lamps[:, c.LAMP_U : c.LAMP_U + 3], axis=1),
        np.linalg.norm(lamps[:, c.LAMP_V : c.LAMP_V + 3], axis=1),
    )
    sine = (radius + own) / away
    least = np.where(
        (sine < STANDS_OFF) & (lamps[:, c.SPOTS_COUNT] == 0.0), np.sqrt(np.maximum(1.0 - sine**2, 0.0)), 2.0
    )
    cones: Array = np.concatenate([toward / away[:, None], least[:, None]], axis=1)
    return cones


def _faces(rows: Rows) -> Singles:
    # Each surface in short: normal, whether it is curved, how light goes straight through, room or not, what scatters.
    surfaces, shape = rows.surfaces, rows.surfaces[:, c.SHAPE]
    found = np.zeros((len(surfaces), FACE_COLUMNS), dtype=np.float32)
    found[:, NORMAL : NORMAL + 3] = surfaces[:, c.AXIS : c.AXIS + 3]
    found[:, CURVED] = (shape == c.TUBE) | (shape == c.DOME)
    found[:, STRAIGHT] = surfaces[:, c.LAW]
    found[:, OF_ROOM] = surfaces[:, c.ROOM]
    found[:, SCATTERING] = rows.scatters
    return found


def _sides(optics: Array) -> Singles:
    # Each side in short: even by Lambert's law or not, what it sends back and through, RGB, and the luminance of both.
    found = np.zeros((len(optics), SIDE_COLUMNS), dtype=np.float32)
    found[:, EVEN] = (optics[:, c.PLAIN] > 0.0) & (optics[:, c.LOBE] <= 0.0)
    found[:, BACK : BACK + 3] = optics[:, c.DIFFUSE : c.DIFFUSE + 3]
    found[:, THROUGH : THROUGH + 3] = optics[:, c.THROUGH : c.THROUGH + 3]
    found[:, SHARE_BACK] = (optics[:, c.DIFFUSE : c.DIFFUSE + 3] + optics[:, c.SPECULAR : c.SPECULAR + 3]) @ LUMA
    found[:, SHARE_BACK] += optics[:, c.GLOSS]
    found[:, SHARE_THROUGH] = optics[:, c.THROUGH : c.THROUGH + 3] @ LUMA
    return found


def least_looks(world: World) -> int:
    """Looks of each meter in a group, at the least."""
    if not world.sharp:
        return 0
    return SHARP_LOOKS if np.any(mirrors_of(world)) else SKIN_LOOKS
