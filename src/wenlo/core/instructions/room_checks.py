"""Whether what is built leaves room for what is shot, and keeps out of the way of the light: nothing stiff is where the
subject is, nor before a surface that a lamp is to light.
"""

from collections.abc import Iterator, Sequence

import numpy as np
from manifold3d import Manifold

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.solids import BarSolid
from wenlo.core.fabrication.assembly.space import Array
from wenlo.core.geometry.rays import nearest, through
from wenlo.core.instructions.assembly_checks import AssemblyFault
from wenlo.core.instructions.lit_checks import places_on
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.meshes import triangles
from wenlo.core.optics.shapes import Dome, Panel, Shape
from wenlo.core.scene.stand_in import subject_shapes

INTO = 2e-5
"""What reaches no farther into the subject touches it. [m³]"""

MOUNT = 0.12
"""What is so near a lamp holds it. [m]"""

AROUND = 0.005
"""A thing that is stood into a box has so much round it. [m]"""

LINES, EDGES = 8, 0.15
"""Lines of sight along each side of a surface; along its edges are the bars that carry it."""

IN_THE_WAY = 0.25
"""Bars shade a part of a sheet; more than this share of what a lamp sees of it is not meant. [-]"""


def room_faults(assembly: Assembly, brief: Brief) -> tuple[AssemblyFault, ...]:
    """Stiff parts that are where the subject is, or nearer to a thing than it can be stood in.

    Parameters
    ----------
    assembly: the built thing, where it stands.
    brief: with the subject.
    """
    shapes = subject_shapes(brief)
    if not shapes or not assembly.parts:
        return ()
    # a thing of flat faces is what they close in; a person is round parts
    flat = [np.asarray(triangles(shape)[0]) for shape in shapes if isinstance(shape, Panel)]
    solid = [np.asarray(triangles(shape)[0]) for shape in shapes if not isinstance(shape, Panel)]
    hulls = [*solid, *([np.concatenate(flat)] if flat else [])]
    bodies = [Manifold.hull_points(points) for points in hulls]
    corners = np.concatenate(hulls)
    low, high = corners.min(axis=0) - AROUND, corners.max(axis=0) + AROUND
    found = []
    # what lies under a thing carries it
    foot = brief.subject.foot + AROUND
    for part in assembly.parts:
        points = assembly.stands.world(part.corners)
        if (points.min(axis=0) > high).any() or (points.max(axis=0) < low).any() or points[:, 2].max() < foot:
            continue
        body = part.body.transform(assembly.stands.matrix[:3])
        shared = sum(float((body ^ other).volume()) for other in bodies)
        if shared > INTO and not part.soft:
            found.append(AssemblyFault(code="no_room", parts=(part.id,), value=shared))
    return tuple(found)


def sight_faults(assembly: Assembly, surfaces: Sequence[Shape], lamps: Sequence[Emitter]) -> tuple[AssemblyFault, ...]:
    """Stiff parts of which the light knows nothing, before surfaces that a lamp is to light.

    Parameters
    ----------
    assembly: the built thing, where it stands.
    surfaces, lamps: of the light model, in the set.
    """
    lit = {id for face in assembly.lit for id in face.parts}
    dark = [part for part in assembly.parts if not part.soft and part.id not in lit]
    built = {face.surface: face.parts for face in assembly.lit}
    # a bar is no sheet, and what carries a sheet is along its edges, with the splints of those bars
    sheets = {
        surface: _carrying(assembly, ids)
        for surface, ids in built.items()
        if not all(isinstance(assembly.by_id[id].solid, BarSolid) for id in ids if id in assembly.by_id)
    }
    if not dark:
        return ()
    model = [points[faces] for points, faces in map(triangles, surfaces)]
    bodies = [assembly.in_the_set(part) for part in dark]
    found: dict[tuple[str, ...], float] = {}
    for lamp in lamps:
        # what shines through a lens has the lens before it
        if not lamp.afar and lamp.lens is None:
            for name, parts, share in _shaded(lamp, surfaces, model, sheets, dark, bodies):
                found[(name, *parts)] = max(found.get((name, *parts), 0.0), share)
    return tuple(AssemblyFault(code="in_the_way", parts=key, value=share) for key, share in found.items())


def _carrying(assembly: Assembly, ids: Sequence[str]) -> frozenset[str]:
    held = {id for joint in assembly.joints if set(ids) & set(joint.parts) for id in joint.parts}
    splints = {part.id for part in assembly.parts if part.role.startswith("splint")}
    return frozenset(held | {id for j in assembly.joints if held & set(j.parts) for id in j.parts if id in splints})


def _shaded(
    lamp: Emitter,
    surfaces: Sequence[Shape],
    model: list[Array],
    sheets: dict[str, frozenset[str]],
    dark: Sequence[Part],
    bodies: list[Array],
) -> Iterator[tuple[str, tuple[str, ...], float]]:
    eye, axis = lamp.centre, np.cross(lamp.edge_u, lamp.edge_v)
    for k, shape in enumerate(surfaces):
        if shape.id not in sheets or isinstance(shape, Dome):
            continue
        places, _ = places_on(shape, margin=EDGES, count=LINES)
        if not len(places):
            continue
        away = np.linalg.norm(places - eye, axis=1)
        ways = (places - eye) / away[:, None]
        _, first, _ = through(eye, ways, model)
        # what is behind a lamp gets none of its light
        seen = (first[:, 0] == k) & ((lamp.shape == "sphere") | (ways @ axis > 0.0))
        if not seen.any():
            continue
        others = [n for n, part in enumerate(dark) if part.id not in sheets[shape.id]]
        met, whose, _ = through(eye, ways[seen], [bodies[n] for n in others])
        clear = np.where(met > MOUNT, met, np.inf)
        near = clear.argmin(axis=1)
        rows = np.arange(len(near))
        before = clear[rows, near] < away[seen] - 2 * AROUND
        # of the whole surface: what hardly any light reaches loses hardly any
        share = float(before.sum()) / len(places)
        if share > IN_THE_WAY:
            names = tuple(sorted({dark[others[int(n)]].id for n in whose[rows, near][before]}))
            yield shape.id, names, share


def clearance(assembly: Assembly, brief: Brief) -> float:
    """The least that is between the subject and anything built that is beside it or over it, infinite where nothing
    is. [m]

    Source: [Geometry].

    Parameters
    ----------
    assembly: the built thing, where it stands.
    brief: with the subject.
    """
    corners = [points for points, _ in map(triangles, subject_shapes(brief))]
    if not corners:
        return float("inf")
    places = np.concatenate(corners)
    # on what it stands, it stands
    places = places[places[:, 2] > brief.subject.foot + 0.02]
    bodies = [assembly.in_the_set(part) for part in assembly.parts]
    return min((nearest(places, body) for body in bodies), default=float("inf"))
