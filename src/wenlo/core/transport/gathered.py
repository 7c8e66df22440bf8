"""Light over many places at once, as pixels see it: white places joined with stored light and spots of the lamps.

A meter is joined with every particle, which is dear where there are thousands of places. Here each place is what a
pixel shows of a white wall, L = E/π: a few stored vertices are joined with it, and what the bound takes from them is
looked for.
"""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.pixels import Stored, look_from
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.solve import Solved
from wenlo.core.transport.worlds import with_white, world_of

Array = NDArray[np.float64]

GROUPS, SURE, LEAST = 8, 2.7, 0.005
"""Independent groups, each with stored light of its own; the 95 % half-width in their standard errors, more than
Student's 2.4 since it stops when they look small; and what is added, as a share."""

LOOKS, MOST_LOOKS = 16, 256
"""Looks at each place in a group, at first and at the most."""

PARTICLES = 1 << 11
"""Particles of all lamps in a group at first; each round has others, and more of them."""

NEARLY_ALL = 0.9
"""So many of the places are known as well as is asked when it is done. [-]"""

DARK = 0.02
"""A place that is darker than this share of the brightest need only be known as well as that. [-]"""


def gathered(
    solved: Solved, places: Array, normals: Array, weights: Array, go_on: Callable[[float], bool] | None = None
) -> tuple[Array, Array]:
    """Illuminance of many places and its 95 % half-width.

    Source: [Kollig2006].

    Parameters
    ----------
    solved: the solved set; ``suits`` says whether it can be read so.
    places, normals: shape (N, 3). [m], [-]
    weights: power and colour of each lamp, shape (G, 3). [-]
    go_on: asked after every round, with the worst half-width so far as a share, whether to look more.

    Returns
    -------
    tuple: illuminance and half-width, shape (N,) each. [lx]
    """
    count, lamps = len(places), len(solved.rows.lamps)
    plain = world_of(solved.rows)
    world = with_white(plain, solved.rows)
    white = np.concatenate([places, normals], axis=1).astype(np.float32)
    shown = np.concatenate([np.zeros((count, 1)), normals, places], axis=1)
    points = sobol(MOST_LOOKS, 10, seed=29)
    sums = np.zeros((GROUPS, 2, count, lamps, 3))
    done, more, bound = 0, LOOKS, 0.0
    while True:
        for k in range(GROUPS):
            light = Stored(plain, PARTICLES * more // LOOKS, MOST_LOOKS * (GROUPS * solved.effort.seed + k) + done)
            bound = bound or light.bound(shown, world.size)
            look_from(world, light, white, points[done : done + more], done, bound, k, sums[k])
        done += more
        total = np.pi * np.einsum("rhngk,gk->rn", sums, weights * LUMA) / done
        lux = total.mean(axis=0)
        half = SURE * total.std(axis=0, ddof=1) / np.sqrt(GROUPS) + LEAST * lux
        relative = half / np.maximum(np.maximum(lux, DARK * float(lux.max(initial=0.0))), 1e-30)
        if float(np.quantile(relative, NEARLY_ALL)) <= solved.effort.error or done >= MOST_LOOKS:
            break
        if go_on is not None and not go_on(float(relative.max())):
            break
        more = min(done, MOST_LOOKS - done)
    return lux, half
