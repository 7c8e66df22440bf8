"""Whether what is lit is what is built: every surface of the light is the face of a part, and every part that light
falls on is in the light.
"""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence

import numpy as np

from wenlo.core.catalog.materials import BlackMaterial, BounceFace, Covering, SheetMaterial
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.sheets import (
    BentSolid,
    DiscSolid,
    SheetSolid,
    TurnedSolid,
    area_of,
    inside,
    to_edge,
    to_path,
)
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid, Rod, RoundSection
from wenlo.core.fabrication.assembly.space import Array
from wenlo.core.instructions.assembly_checks import AssemblyFault
from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube
from wenlo.core.optics.sheet import Sheet, luminance

NEAR = 0.0011
"""A surface of the light is no farther from the face that it is: a cut is a millimetre off. [m]"""

ROUND, FLATS = 0.025, 0.005
"""A polygon of a circle's area stands so far out of it, in radii; drawn with flats, an area is off by such a share."""

LOOKED = 6
"""Places along each side of a panel that are looked at."""


def lit_faults(assembly: Assembly, surfaces: Sequence[Shape]) -> tuple[AssemblyFault, ...]:
    """Surfaces of the light that no part has, or that lie elsewhere or are of another size; parts that are not lit.

    Parameters
    ----------
    assembly: the built thing, with what of it is lit.
    surfaces: what the light model has of it, in the set.
    """
    by_id = {surface.id: surface for surface in surfaces}
    found: list[AssemblyFault] = []
    told = {face.surface for face in assembly.lit}
    found += [AssemblyFault(code="not_built", parts=(id,)) for id in by_id if id not in told | assembly.given]
    found += [AssemblyFault(code="not_lit", parts=face.parts) for face in assembly.lit if face.surface not in by_id]
    grouped: dict[tuple[str, ...], list[Shape]] = defaultdict(list)
    for face in assembly.lit:
        surface = by_id.get(face.surface)
        missing = [id for id in face.parts if id not in assembly.by_id]
        if missing:
            found.append(AssemblyFault(code="not_built", parts=(face.surface, *missing)))
        elif surface is not None:
            grouped[face.parts].append(surface)
    over = {face.parts for face in assembly.lit if face.over}
    for ids, shapes in grouped.items():
        parts = [assembly.by_id[id] for id in ids]
        found += _elsewhere(assembly, parts, shapes)
        if ids not in over:
            found += _other_size(assembly, parts, shapes)
    return tuple(found)


def _elsewhere(assembly: Assembly, parts: Sequence[Part], shapes: Sequence[Shape]) -> Iterator[AssemblyFault]:
    for shape in shapes:
        places, reach = places_on(shape)
        if not len(places):
            continue
        off = float(np.min([_away(part, assembly.stands.own(places)) for part in parts], axis=0).max())
        # round parts are drawn with flats, and a round sheet is a polygon of its area in the light
        slack = NEAR + (ROUND * reach if any(_is_round(part) for part in parts) or _is_polygon(shape) else 0.0)
        # whatever its outline, a flat part lies in the plane of its surface
        flat = [
            _out_of_plane(part, assembly.stands.own(places)) for part in parts if isinstance(part.solid, SheetSolid)
        ]
        if off > slack or (flat and len(flat) == len(parts) and min(flat) > NEAR):
            yield AssemblyFault(code="elsewhere", parts=(shape.id, *(part.id for part in parts)), value=off)


def _out_of_plane(part: Part, places: Array) -> float:
    # of the worst of them [m]
    if not isinstance(part.solid, SheetSolid):
        return 0.0
    z = part.pose.own(places)[:, 2]
    return float(np.maximum(-z, z - part.solid.thickness).max())


def _other_size(assembly: Assembly, parts: Sequence[Part], shapes: Sequence[Shape]) -> Iterator[AssemblyFault]:
    area, edges = sum(_shown(shape) for shape in shapes), sum(_edges(shape) for shape in shapes)
    total = 0.0
    for part in parts:
        face = _face_of(part, shapes[0], assembly)
        if face is None:
            return
        total += face
    if abs(total - area) > NEAR * edges + FLATS * area:
        ids = (shapes[0].id, *(part.id for part in parts))
        yield AssemblyFault(code="other_size", parts=ids, value=(total - area) / edges)


def _edges(shape: Shape) -> float:
    # all round it [m]
    if isinstance(shape, Panel):
        return 2 * float(np.linalg.norm(shape.edge_u) + np.linalg.norm(shape.edge_v))
    if isinstance(shape, Tube):
        return shape.span * sum(shape.radii) + 2 * shape.length
    return 2 * np.pi * shape.radius


def _is_round(part: Part) -> bool:
    solid = part.solid
    if isinstance(solid, BoughtSolid):
        return any(isinstance(fill, Rod) for fill in solid.fills)
    return isinstance(solid, DiscSolid | TurnedSolid | BentSolid)


def _is_polygon(shape: Shape) -> bool:
    return isinstance(shape, Panel) and shape.outline is not None


def _shown(shape: Shape) -> float:
    # area that is there
    if not isinstance(shape, Panel) or shape.outline is None:
        return shape.area
    polygon = area_of(tuple((float(x), float(y)) for x, y in shape.outline))
    return shape.area * (1.0 - polygon if shape.cut_out else polygon)


def places_on(shape: Shape, *, margin: float = 0.02, count: int = LOOKED) -> tuple[Array, float]:
    """Places on a surface of the light, shape (N, 3), and half of its extent. [m]

    Source: [Geometry].

    Parameters
    ----------
    shape: the surface.
    margin: share of its sides that is left out along its edges. [-]
    count: places along each side.
    """
    steps = np.linspace(margin, 1.0 - margin, count)
    u, v = (grid.ravel() for grid in np.meshgrid(steps, steps))
    if isinstance(shape, Panel):
        reach = float(np.linalg.norm(shape.edge_u) + np.linalg.norm(shape.edge_v)) / 2
        if shape.outline is not None:
            outline = tuple((float(x), float(y)) for x, y in shape.outline)
            there = inside(outline, np.stack([u, v], axis=1)) != shape.cut_out
            u, v = u[there], v[there]
        return np.asarray(shape.origin + u[:, None] * shape.edge_u + v[:, None] * shape.edge_v), reach
    if isinstance(shape, Dome):
        raise ValueError("a dome is built of nothing yet")
    axis = shape.axis / float(np.linalg.norm(shape.axis))
    x = np.cross(axis, np.eye(3)[int(np.argmin(np.abs(axis)))])
    x /= np.linalg.norm(x)
    if isinstance(shape, Tube) and shape.start is not None:
        x = shape.start / float(np.linalg.norm(shape.start))
    y = np.cross(axis, x)
    turn = (shape.span if isinstance(shape, Tube) else 2 * np.pi) * u[:, None]
    way = np.cos(turn) * x + np.sin(turn) * y
    if isinstance(shape, Disc):
        radius = shape.inner + (shape.radius - shape.inner) * v[:, None]
        return np.asarray(shape.centre + radius * way), shape.radius
    r0, r1 = shape.radii
    along = v[:, None]
    return np.asarray(shape.base + along * shape.length * axis + (r0 + (r1 - r0) * along) * way), max(r0, r1)


def _away(part: Part, places: Array) -> Array:
    """How far places are from a part's nearest face, shape (N,). [m]"""
    solid = part.solid
    own = part.pose.own(places)
    if isinstance(solid, SheetSolid):
        low = np.array([-solid.width / 2, -solid.height / 2, 0.0])
        high = np.array([solid.width / 2, solid.height / 2, solid.thickness])
        away = np.linalg.norm(np.maximum(np.maximum(low - own, own - high), 0.0), axis=1)
        deep = np.minimum(own[:, 2], solid.thickness - own[:, 2])
        away = np.maximum(away, np.where(deep > 0.0, deep, 0.0))
        for hole in solid.holes:
            fallen = inside(hole, own[:, :2])
            away = np.maximum(away, np.where(fallen, to_edge(hole, own[:, :2]), 0.0))
        return np.asarray(away)
    if isinstance(solid, BarSolid) and not isinstance(solid.section, RoundSection):
        half = np.array([*solid.section.half, (solid.high - solid.low) / 2])
        middle = np.array([0.0, 0.0, (solid.high + solid.low) / 2])
        far = np.abs(own - middle) - half
        outside = np.linalg.norm(np.maximum(far, 0.0), axis=1)
        return np.asarray(np.maximum(outside, np.maximum(-far.max(axis=1), 0.0)))
    if isinstance(solid, DiscSolid):
        radius = np.hypot(own[:, 0], own[:, 1])
        beyond = np.maximum(np.maximum(radius - solid.outer / 2, solid.inner / 2 - radius), 0.0)
        return np.asarray(np.hypot(beyond, np.minimum(np.abs(own[:, 2]), np.abs(own[:, 2] - solid.thickness))))
    if isinstance(solid, BentSolid):
        aside = np.maximum(np.abs(own[:, 0]) - solid.width / 2, 0.0)
        return np.asarray(np.hypot(aside, to_path(solid.path, own[:, 1:])))
    if isinstance(solid, TurnedSolid):
        radius = np.hypot(own[:, 0], own[:, 1])
        turn = np.degrees(np.arctan2(own[:, 1], own[:, 0])) % 360.0
        beyond = np.minimum(np.maximum(turn - solid.sweep, 0.0), 360.0 - turn)
        aside = radius * np.radians(np.where(turn > solid.sweep, beyond, 0.0))
        inner = tuple((r - solid.wall, z) for r, z in solid.profile)
        places = np.stack([radius, own[:, 2]], axis=1)
        near = np.minimum(to_path(solid.profile, places), to_path(inner, places))
        return np.asarray(np.hypot(aside, near))
    mesh = part.body.to_mesh()
    points = np.asarray(mesh.vert_properties, dtype=float)[:, :3]
    return _from_mesh(points[np.asarray(mesh.tri_verts)], places)


def _from_mesh(corners: Array, places: Array) -> Array:
    # distance to the planes of the triangles that a place lies over
    a, b, c = corners[:, 0], corners[:, 1], corners[:, 2]
    normal = np.cross(b - a, c - a)
    normal /= np.maximum(np.linalg.norm(normal, axis=1, keepdims=True), 1e-18)
    best = np.full(len(places), np.inf)
    for k, place in enumerate(places):
        high = np.einsum("ij,ij->i", place - a, normal)
        foot = place - high[:, None] * normal
        inside = np.ones(len(a), dtype=bool)
        for p, q in ((a, b), (b, c), (c, a)):
            inside &= np.einsum("ij,ij->i", np.cross(q - p, foot - p), normal) >= -1e-9
        if inside.any():
            best[k] = float(np.abs(high[inside]).min())
        best[k] = min(best[k], float(np.linalg.norm(np.concatenate([a, b, c]) - place, axis=1).min()))
    return best


def _face_of(part: Part, shape: Shape, assembly: Assembly) -> float | None:
    """Area of the face of a part that looks where a surface does; None where only its place is known. [m²]"""
    solid = part.solid
    if isinstance(solid, BoughtSolid):
        return None
    if not isinstance(solid, BarSolid):
        return solid.area
    if not isinstance(shape, Panel):
        return None
    way = assembly.stands.turned((float(shape.normal[0]), float(shape.normal[1]), float(shape.normal[2])))
    along = np.abs(np.array(part.pose.turned(way)))
    sides = (2 * solid.section.half[1], 2 * solid.section.half[0])
    return solid.length * sides[int(np.argmax(along[:2]))]


ALIKE = 0.05
"""What a surface of the light sends back or lets through is no farther from what its material does."""

MOST_LAYERS = 4


def material_faults(
    assembly: Assembly, surfaces: Sequence[Shape], coverings: Mapping[str, Covering]
) -> tuple[AssemblyFault, ...]:
    """Surfaces of the light that are not of what is built there.

    Parameters
    ----------
    assembly: the built thing.
    surfaces: what the light model has of it.
    coverings: what it is covered with, by the items of its parts.
    """
    by_id = {surface.id: surface for surface in surfaces}
    found = []
    for face in assembly.lit:
        surface = by_id.get(face.surface)
        parts = [assembly.by_id[id] for id in face.parts if id in assembly.by_id]
        known = [coverings[part.item] for part in parts if part.item in coverings]
        if surface is None or not known or face.over:
            continue
        if not any(_is_of(surface.surface, covering) for covering in known):
            found.append(AssemblyFault(code="other_material", parts=(face.surface, *face.parts)))
    return tuple(found)


def _is_of(surface: Sheet, covering: Covering) -> bool:
    passes = float(luminance(surface.transmittance))
    sides = [
        float(luminance(matt)) + (0.0 if shine is None else float(luminance(shine.reflectance)))
        for matt, shine in (
            (surface.reflectance_front, surface.shine_front),
            (surface.reflectance_back, surface.shine_back),
        )
    ]
    if isinstance(covering, SheetMaterial):
        # several layers let through less, never more
        return covering.transmittance**MOST_LAYERS / 2 < passes < covering.transmittance + ALIKE
    if isinstance(covering, BounceFace):
        return passes < ALIKE and abs(max(sides) - float(luminance(np.array(covering.reflectance)))) < 2 * ALIKE
    if isinstance(covering, BlackMaterial):
        return passes < covering.leak + ALIKE and max(sides) < covering.reflectance + ALIKE
    return True
