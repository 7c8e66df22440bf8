"""What batches of rays meet: flat shapes as short rows of single precision, everything else as it is."""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Singles = NDArray[np.float32]
Numbers = NDArray[np.int32]


class World(NamedTuple):
    """A set for kernels that follow rays by the batch; F flat shapes, P surfaces, G lamps.

    ``flats`` (F, 12): plane N·x − D, and the two affine coordinates u and v of each; parallelograms (0 ≤ u, v ≤ 1)
    come first, ``quads`` of them, then discs (``inner``² ≤ u² + v² ≤ 1); ``spheres`` (F, 4) are middle and radius of a
    ball round each. ``ids`` (F,) is the surface of each, or P + g of the face of lamp g; ``laws`` and ``clear`` (F, 3)
    how light goes straight through. ``rest`` (K,) are lamps, and where there is no tree surfaces, that are not flat or
    have an outline, ``balls`` (K, 4) middle and squared radius of a ball round each. They stand in groups, from
    ``starts`` (M + 1,) of each on, with a ball round each in ``groups`` (M, 4): what misses that asks none of them.
    ``treed`` says that the shapes are so many that a tree of boxes is quicker, ``tinted`` that what lets light straight
    through colours it. ``faces`` (P, 8) and ``sides`` are what :mod:`vertices` reads of shapes and optics; ``optics``
    and ``sides`` (6P, …) hold every side thrice: whole, without what it reflects too sharply to be joined with a point,
    and that alone; ``sharp`` says that there is any of that.
    ``cones`` (G, 4) hold the set as a lamp that stands off it sees it. ``size`` is the diagonal of a box round
    everything. [m]
    """

    flats: Singles
    quads: int
    spheres: Array
    inner: Singles
    ids: Numbers
    laws: Numbers
    clear: Singles
    rest: Numbers
    balls: Singles
    groups: Singles
    starts: Numbers
    treed: bool
    size: float
    tinted: bool
    sharp: bool
    surfaces: Array
    edges: Array
    nodes: Array
    scatters: Array
    optics: Array
    faces: Singles
    sides: Singles
    tables: Array
    lamps: Array
    cones: Array
    spots: Array
    distributions: Array
