"""Images of lamps that meters see in mirrors, so that looks can be aimed at those too small to be met by chance."""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.kernels import layout as c
from wenlo.core.transport.kernels.batches import left_between
from wenlo.core.transport.kernels.rays import place
from wenlo.core.transport.kernels.world import World
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.worlds import SHARP_LOOKS, START, mirrors_of

Array = NDArray[np.float64]

SEEN = 0.003
"""A mirror with more than this left on the way from it to a meter is one that the meter looks into. [-]"""

HITS = 6.0
"""An image that fewer of the looks are likely to meet is aimed at."""

BLUR = 4.0, 16.0, 64.0
"""A rough mirror spreads an image by so many times its roughness, and the share of the way behind it. The tails of its
lobe are long: a fifth of the light is outside the first, one part in a thousand outside the last. [rad]"""

MARGIN = 0.5
"""An image is looked for if the line to it passes a mirror by no more than this share of its edges."""

MOST = 48
"""Cones that are aimed at from one meter."""


def images_of(world: World, meters: Sequence[Meter]) -> Array | None:
    """Cones to aim looks at: images of lamps in flat mirrors that looks are not likely to meet otherwise.

    A lamp's image takes A/(π d²) of the looks that go by the cosine, d the way by the mirror. It stands as far behind
    a flat mirror as the lamp before it.

    Source: [Palmer2010].

    Parameters
    ----------
    world: the set.
    meters: where to read.

    Returns
    -------
    Array: direction of each cone's axis and cosine of half its angle, shape (M, K, 4), 2 where there is none; None if
    an image is lost in a curved mirror, or if there are too many. [-]
    """
    none = np.zeros((len(meters), 0, 4))
    if not world.sharp:
        return none
    surfaces = world.surfaces
    mirrors = mirrors_of(world)
    found: list[list[tuple[float, ...]]] = [[] for _ in meters]
    draws = sobol(64, 2, 5)
    centres, faces = world.lamps[:, c.CENTRE : c.CENTRE + 3], world.lamps[:, c.FACE]
    for p in np.flatnonzero(mirrors[::2] | mirrors[1::2]):
        spots = np.array([place(surfaces, world.edges, p, u, v)[:3] for u, v in draws])
        to_lamps = np.linalg.norm(spots[:, None] - centres, axis=2)
        for cones, m in zip(found, meters, strict=True):
            toward = spots - m.position
            whole = to_lamps + np.linalg.norm(toward, axis=1)[:, None]
            # looks that an image gets if they go evenly, half of them through what lets little through
            got = 0.5 * faces / (np.pi * whole**2) * SHARP_LOOKS * 16
            lost = ((toward @ m.normal > 0.0) | (m.receptor == "dome"))[:, None] & (got < HITS)
            if not any(_seen(world, m, e) for e in toward[lost.any(axis=1)]):
                continue
            if surfaces[p, c.SHAPE] != c.QUAD:
                return None
            for g in np.flatnonzero(lost.any(axis=0)):
                cones.extend(_image(world, int(p), int(g), m, (bool(mirrors[2 * p]), bool(mirrors[2 * p + 1]))))
    most = max(map(len, found))
    if most > MOST:
        return None
    result = np.zeros((len(meters), most, 4))
    result[:, :, 3] = 2.0
    for row, cones in zip(result, found, strict=True):
        row[: len(cones)] = np.array(cones).reshape(-1, 4)
    return result


def _seen(world: World, m: Meter, e: Array) -> bool:
    # Whether a meter sees anything over the way e, shape (3,). [m]
    (x, y, z), (ex, ey, ez) = m.position + START * m.normal, (1.0 - 1e-5) * e
    whole_set = world.surfaces, world.nodes, world.scatters, world.lamps
    left = left_between(x, y, z, -1, ex, ey, ez, -1, world.treed, world.rest, *whole_set)
    return float(np.dot(left, LUMA)) > SEEN


def _image(world: World, p: int, g: int, m: Meter, mirrors: tuple[bool, bool]) -> list[tuple[float, ...]]:
    # Cones round the image of lamp g in the flat mirror p, one in the other, if the meter and the lamp are on one side
    # of it, which mirrors, and the image is in it.
    row, lamp = world.surfaces[p], world.lamps[g]
    normal, origin = row[c.AXIS : c.AXIS + 3], row[c.ORIGIN : c.ORIGIN + 3]
    centre = lamp[c.CENTRE : c.CENTRE + 3]
    off_meter, off_lamp = float((m.position - origin) @ normal), float((centre - origin) @ normal)
    if off_meter * off_lamp <= 0.0 or not mirrors[0 if off_meter > 0.0 else 1]:
        return []
    toward = centre - 2.0 * off_lamp * normal - m.position
    away = float(np.linalg.norm(toward))
    behind = abs(off_lamp) / (abs(off_lamp) + abs(off_meter))
    met = m.position + (1.0 - behind) * toward - origin
    u, v = float(met @ row[c.DUAL_U : c.DUAL_U + 3]), float(met @ row[c.DUAL_V : c.DUAL_V + 3])
    if not (-MARGIN <= u <= 1.0 + MARGIN and -MARGIN <= v <= 1.0 + MARGIN):
        return []
    size = math.hypot(
        float(np.linalg.norm(lamp[c.LAMP_U : c.LAMP_U + 3])), float(np.linalg.norm(lamp[c.LAMP_V : c.LAMP_V + 3]))
    )
    size *= 0.5 if lamp[c.LAMP_KIND] == c.LAMP_RECTANGLE else 1.0
    alpha = float(world.optics[2 * p : 2 * p + 2, c.ALPHA].max())
    sharp = math.asin(min(size / away, 1.0))
    angles = {min(sharp + blur * alpha * behind, math.pi / 2) for blur in BLUR}
    return [(*(toward / away), math.cos(angle)) for angle in sorted(angles)]
