"""Wind on a built thing as it is: the outline of all its parts from the side that shows most, and what that does to the
bars that stand in it.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.instructions.hidden_lines import depth_of
from wenlo.core.rigging.real_bars import Member
from wenlo.core.rigging.wind import wind_force

Array = NDArray[np.float64]

SIDES = 12
"""So many directions of the wind are tried over half a turn."""

COARSE, FINE = 160, 800
"""Cells of the outline, to find the side and to measure it."""

LEVELS = 24
"""Heights at which bars are looked at."""

UPRIGHT = 0.5
"""A bar that is no steeper carries nothing down. [-]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class WindFace:
    """What a thing shows to the wind from ``way`` (3,): area at each of several ``heights`` (N,) of the set.
    [m²], [m]
    """

    way: Array
    heights: Array
    areas: Array

    @property
    def area(self) -> float:
        """Of all of it. [m²]"""
        return float(self.areas.sum())

    @property
    def middle(self) -> float:
        """Height of the middle of the area, 0 of nothing. [m]"""
        return float((self.areas * self.heights).sum() / self.area) if self.area > 0.0 else 0.0

    def beyond(self, height: float, *, above: bool) -> tuple[float, float]:
        """Area above a height, or below it, and how far its middle is from there. [m²], [m]"""
        which = self.heights > height if above else self.heights < height
        area = float(self.areas[which].sum())
        if area <= 0.0:
            return 0.0, 0.0
        return area, abs(float((self.areas * self.heights)[which].sum()) / area - height)


def _outline(points: Array, triangles: NDArray[np.int64], way: Array, cells: int) -> WindFace:
    across = np.array([-way[1], way[0], 0.0])
    flat = np.stack([points @ across, points[:, 2], points @ way], axis=1)
    low, size = flat.min(axis=0), np.ptp(flat, axis=0)
    cell = max(float(size[0]), float(size[1]), 1e-3) / cells
    placed = np.ascontiguousarray((flat - low) / cell)
    wide, high = math.ceil(float(size[0]) / cell) + 1, math.ceil(float(size[1]) / cell) + 1
    shown = np.isfinite(depth_of(placed, triangles, wide, high)).sum(axis=1)
    heights: Array = float(low[1]) + (np.arange(high, dtype=np.float64) + 0.5) * cell
    return WindFace(way=way, heights=heights, areas=shown * cell * cell)


def wind_face(assembly: Assembly) -> WindFace:
    """The outline of all parts from the level direction that shows most of them.

    Source: [Geometry].

    Parameters
    ----------
    assembly: the built thing, where it stands.

    Returns
    -------
    WindFace: area by height. [m²]
    """
    if not assembly.parts:
        return WindFace(way=np.array([0.0, 1.0, 0.0]), heights=np.zeros(0), areas=np.zeros(0))
    meshes = [part.body.to_mesh() for part in assembly.parts]
    points = [np.asarray(mesh.vert_properties, dtype=float)[:, :3] for mesh in meshes]
    first = np.concatenate([[0], np.cumsum([len(p) for p in points])[:-1]])
    triangles = np.concatenate(
        [np.asarray(mesh.tri_verts, dtype=np.int64) + at for mesh, at in zip(meshes, first, strict=True)]
    )
    placed = assembly.stands.world(np.concatenate(points))
    ways = [np.array([math.cos(turn), math.sin(turn), 0.0]) for turn in np.linspace(0.0, math.pi, SIDES + 1)[:-1]]
    # square to its own faces, too
    own = [assembly.stands.axes @ part.pose.axes[:, k] for part in assembly.parts[:1] for k in range(3)]
    ways += [np.array([*way[:2], 0.0]) / np.linalg.norm(way[:2]) for way in own if np.linalg.norm(way[:2]) > 0.9]
    best = max(ways, key=lambda way: _outline(placed, triangles, way, COARSE).area)
    return _outline(placed, triangles, best, FINE)


@dataclass(frozen=True, kw_only=True)
class WindStress:
    """What the wind does to the bars at a height: stress and what they bear [Pa], force [N] and lever [m] of what is
    beyond, and how many bars share it.
    """

    member: str
    item: str
    stress: float
    strength: float
    height: float
    force: float
    lever: float
    bars: int


def wind_stress(
    face: WindFace, members: tuple[Member, ...], held: tuple[float, ...], speed: float
) -> WindStress | None:
    """Where the wind comes nearest to breaking bars: M / ΣW of the bars through a level, of all that is beyond it as
    seen from where it is held; None where no bars stand there.

    Source: [Gere].

    Parameters
    ----------
    face: what the wind sees.
    members: the bars.
    held: heights at which the thing is held. [m]
    speed: of the gust. [m/s]

    Returns
    -------
    WindStress | None: stress and what is borne [Pa], force [N] and lever [m].
    """
    if not held or face.area <= 0.0:
        return None
    low, high = min(held), max(held)
    top, bottom = float(face.heights.max()), float(face.heights.min())
    levels = [(z, True) for z in np.linspace(high, top, LEVELS)] + [
        (z, False) for z in np.linspace(bottom, low, LEVELS)
    ]
    worst: WindStress | None = None
    for level, above in levels:
        near = level + (0.002 if above else -0.002)
        through = [
            (m, m.modulus(face.way))
            for m in members
            if abs(float(m.way[2])) > UPRIGHT and min(m.start[2], m.end[2]) < near < max(m.start[2], m.end[2])
        ]
        area, lever = face.beyond(float(level), above=above)
        whole = sum(w for _, w in through)
        if whole <= 0.0 or area <= 0.0:
            continue
        force = wind_force(area, speed)
        stress = force * lever / whole
        weakest = min((m for m, _ in through), key=lambda m: m.strength)
        if worst is None or stress / weakest.strength > worst.stress / worst.strength:
            worst = WindStress(
                member=weakest.role,
                item=weakest.bar.id,
                stress=stress,
                strength=weakest.strength,
                height=float(level),
                force=force,
                lever=lever,
                bars=len(through),
            )
    return worst
