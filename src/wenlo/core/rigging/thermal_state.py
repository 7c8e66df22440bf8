"""What is closed round a lamp, found from the design's own surfaces: how much of its light stays inside, and through
what heat leaves.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.own import bounce_face, sheet_material
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.geometry.rays import through
from wenlo.core.modifiers.kind import Arrangement, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.meshes import triangles
from wenlo.core.optics.shapes import Shape
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging.heat import WALL_LOSS, Housing, Warm

Array = NDArray[np.float64]

DIRECTIONS = 500
CLOSED = 0.8
"""Surfaces that stand in so much of all directions make a housing."""

BLACK = 0.95
"""Share of the light that a black lining swallows."""

TIGHT = 0.03
"""Gaps smaller than this share of all directions are the corners of the drawing, not openings."""

CLEAR_BELOW = 0.01
"""What swallows less is an opening, or is not there."""


def directions(count: int = DIRECTIONS) -> Array:
    """Unit vectors spread evenly over the sphere (Fibonacci), shape (count, 3).

    Source: [Geometry].

    Parameters
    ----------
    count: how many.

    Returns
    -------
    Array: unit vectors, shape (count, 3).
    """
    k = np.arange(count) + 0.5
    z = 1.0 - 2.0 * k / count
    turn = math.pi * (1.0 + math.sqrt(5.0)) * k
    r = np.sqrt(1.0 - z * z)
    return np.stack([r * np.cos(turn), r * np.sin(turn), z], axis=1)


def distances(start: Array, ways: Array, corners: Array) -> Array:
    """From a point along each way to the nearest of some triangles, infinite where none is met (Möller and Trumbore
    1997).

    Source: [Moller1997].

    Parameters
    ----------
    start: shape (3,). [m]
    ways: unit vectors, shape (W, 3).
    corners: shape (T, 3, 3). [m]

    Returns
    -------
    Array: distance along each way, shape (W,). [m]
    """
    return np.asarray(through(start, ways, [corners])[0][:, 0])


def triangles_of(shapes: Sequence[Shape]) -> tuple[Array, NDArray[np.int64]]:
    """Triangles of shapes, (T, 3, 3) [m], and which shape each belongs to."""
    found, owner = [], []
    for k, shape in enumerate(shapes):
        points, faces = triangles(shape)
        found.append(points[faces])
        owner += [k] * len(faces)
    if not found:
        return np.zeros((0, 3, 3)), np.zeros(0, dtype=np.int64)
    return np.concatenate(found), np.array(owner, dtype=np.int64)


def areas(corners: Array) -> Array:
    """Areas of triangles. [m²]"""
    crossed = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    size: Array = np.linalg.norm(crossed, axis=1) / 2.0
    return size


def closure(arrangement: Arrangement) -> float:
    """In how much of all directions from the first lamp the modifier's surfaces stand. [-]"""
    if not arrangement.lamps:
        return 0.0
    corners, _ = triangles_of(arrangement.surfaces)
    return float(np.isfinite(distances(arrangement.lamps[0].centre, directions(), corners)).mean())


@dataclass(frozen=True, kw_only=True)
class Beamed:
    """Where one of the lamps shines hardest on a surface: how far from it [m], how far off its axis and square to the
    surface (the share of the axis's light that lands there, cosᵐ θ cos α), the height in the modifier from 0 to 1, and
    what the surface does with it.
    """

    shape: str
    distance: float
    angle: float
    height: float
    taken: float
    faces: int
    shiny: bool


def beamed(arrangement: Arrangement) -> list[Beamed]:
    """For every surface the place where a lamp shines hardest on it, by straight lines from the lamps' middles.

    Source: [Incropera].

    Parameters
    ----------
    arrangement: surfaces and lamps of the modifier.

    Returns
    -------
    list: surface, lamp, distance [m] and share of the axis's light. [-]
    """
    shapes = [s for s in arrangement.surfaces if swallowed_by(s) >= CLEAR_BELOW]
    if not shapes:
        return []
    points = np.concatenate([triangles(shape)[0] for shape in arrangement.surfaces])
    low, high = float(points[:, 2].min()), float(points[:, 2].max())
    corners, owner = triangles_of(shapes)
    bodies = [corners[owner == k] for k in range(len(shapes))]
    best: dict[int, Beamed] = {}
    most: dict[int, float] = {}
    for lamp in arrangement.lamps:
        if lamp.afar:
            continue
        axis = np.cross(lamp.edge_u, lamp.edge_v)
        axis = axis / max(float(np.linalg.norm(axis)), 1e-15)
        ways = directions(3000)
        along = np.ones(len(ways)) if lamp.shape == "sphere" else np.maximum(ways @ axis, 0.0)
        falls = np.ones(len(ways)) if lamp.shape == "sphere" else along**lamp.beam
        ways, falls = ways[along > 0.0], falls[along > 0.0]
        met, whose, square = (row[:, 0] for row in through(lamp.centre, ways, bodies))
        for k, shape in enumerate(shapes):
            here = whose == k
            if not here.any():
                continue
            slant = square[here]
            strength = falls[here] * slant / np.maximum(met[here], 1e-3) ** 2
            j = int(strength.argmax())
            if strength[j] <= most.get(k, 0.0):
                continue
            most[k] = float(strength[j])
            spot = lamp.centre + ways[here][j] * met[here][j]
            best[k] = Beamed(
                shape=shape.id,
                distance=float(met[here][j]),
                angle=float((falls[here] * slant)[j]),
                height=min(max((float(spot[2]) - low) / max(high - low, 1e-6), 0.0), 1.0),
                taken=swallowed_by(shape),
                faces=2 if float(luminance(shape.surface.transmittance)) > 0.0 else 1,
                shiny=shape.surface.shine_front is not None or shape.surface.shine_back is not None,
            )
    return list(best.values())


def swallowed_by(shape: Shape) -> float:
    """Share of white light that a surface swallows: 1 − T − R. [-]"""
    surface = shape.surface
    passed = float(luminance(surface.transmittance))
    sides = ((surface.reflectance_front, surface.shine_front), (surface.reflectance_back, surface.shine_back))
    back = max(
        float(luminance(matt)) + (0.0 if shine is None else float(luminance(shine.reflectance)))
        for matt, shine in sides
    )
    return min(max(1.0 - passed - back, 0.0), 1.0)


def _loss(plan: BuildPlan) -> float:
    # mean U of its walls, by what they are made of
    total = kept = 0.0
    for piece in plan.cloth:
        name = piece.material
        sort = (
            "insulation"
            if "insulation" in name
            else "foam board"
            if piece.form == "board" and "foam board" in name
            else "foil"
            if "foil" in name
            else "plastic"
            if piece.form == "board"
            else "cloth"
        )
        area = piece.finished[0] * piece.finished[1]
        total += area
        kept += area * WALL_LOSS[sort]
    return kept / total if total > 0.0 else WALL_LOSS["cloth"]


def _materials(design: ModifierParameters, shapes: Sequence[Shape], low: float, high: float) -> tuple[Warm, ...]:
    able = kind_of(design).capabilities
    found = []
    for shape in shapes:
        if shape.id.startswith("sheet") and able.sheet is not None:
            row = sheet_material(able.sheet.material.get(design))
            points, _ = triangles(shape)
            middle = (float(points[:, 2].mean()) - low) / max(high - low, 1e-6)
            found.append(Warm(name=row.name, limit=row.keep_below_celsius, height=min(max(middle, 0.0), 1.0)))
    for slot in able.faces:
        face = bounce_face(slot.get(design))
        found.append(Warm(name=face.name, limit=face.keep_below_celsius, height=1.0))
    return tuple({warm.name: warm for warm in found}.values())


def housing_of(design: ModifierParameters, arrangement: Arrangement, plan: BuildPlan, *, name: str) -> Housing | None:
    """The housing that a design is, or None where it is open.

    What stays of the light is that of an even cavity: what its walls swallow over all that takes light from it (walls,
        sheet, gaps).

    Source: [Incropera].

    Parameters
    ----------
    design: parameters of the modifier.
    arrangement: its surfaces and lamps.
    plan: its parts, for thicknesses and masses.
    name: what it is called.

    Returns
    -------
    Housing | None: volume [m³], losses of its walls [W/K] and the share of light that stays. [-]
    """
    share = closure(arrangement)
    if share < CLOSED:
        return None
    from scipy.spatial import ConvexHull, QhullError

    shapes = arrangement.surfaces
    corners, owner = triangles_of(shapes)
    size = areas(corners)
    taken = sum(swallowed_by(s) * float(size[owner == k].sum()) for k, s in enumerate(shapes))
    passed = sum(
        float(luminance(s.surface.transmittance)) * float(size[owner == k].sum()) for k, s in enumerate(shapes)
    )
    total = float(size.sum())
    black = BLACK * sum(
        float(size[owner == k].sum()) for k, s in enumerate(shapes) if float(luminance(s.surface.transmittance)) < 0.05
    )
    gaps = max(1.0 - share - TIGHT, 0.0) * total
    points = corners.reshape(-1, 3)
    low, high = float(points[:, 2].min()), float(points[:, 2].max())
    try:
        volume = float(ConvexHull(points).volume)
    except QhullError:
        volume = 0.0
    return Housing(
        name=name,
        lamps=len(arrangement.lamps),
        loss=_loss(plan) * total,
        kept=taken / max(taken + passed + gaps, 1e-9),
        kept_black=max(black, taken) / max(max(black, taken) + passed + gaps, 1e-9),
        rise=max(high - low, 0.05),
        openings=gaps / 2.0,
        volume=volume,
        mass=sum(c.mass for c in plan.cloth),
        materials=_materials(design, shapes, low, high),
    )


def silhouette(arrangement: Arrangement) -> tuple[float, float]:
    """Largest area that the modifier shows to a level wind from any side, and the height of its middle. [m²], [m]

    By the convex outline seen from each side: gaps count as filled.

    Source: [Geometry].

    Parameters
    ----------
    arrangement: surfaces and lamps of the modifier.

    Returns
    -------
    tuple: area [m²], height of its middle. [m]
    """
    corners, _ = triangles_of(arrangement.surfaces)
    if not len(corners):
        return 0.0, 0.0
    from scipy.spatial import ConvexHull, QhullError

    points = corners.reshape(-1, 3)
    best = (0.0, float(points[:, 2].mean()))
    for turn in np.linspace(0.0, math.pi, 13)[:-1]:
        seen = np.stack([points @ np.array([math.cos(turn), math.sin(turn), 0.0]), points[:, 2]], axis=1)
        try:
            hull = ConvexHull(seen)
        except QhullError:
            continue
        if hull.volume > best[0]:
            best = float(hull.volume), float(seen[hull.vertices, 1].mean())
    return best
