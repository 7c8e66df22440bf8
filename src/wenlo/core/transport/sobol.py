"""Evenly spread points: Sobol' sequences, scrambled. SciPy has the same, behind an import that takes a second.

Direction numbers after Joe and Kuo 2008; scrambling by random lower triangular matrices and a shift after Matoušek
1998. The points are those of ``scipy.stats.qmc.Sobol``, which the tests hold them to.
"""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Words = NDArray[np.uint32]

BITS = 30
"""Binary places of a coordinate."""

DIRECTIONS: tuple[tuple[int, tuple[int, ...]], ...] = (
    (1, (1,)),
    (3, (1,)),
    (7, (1, 3)),
    (11, (1, 3, 1)),
    (13, (1, 1, 1)),
    (19, (1, 1, 3, 3)),
    (25, (1, 3, 5, 13)),
    (37, (1, 1, 5, 5, 17)),
    (41, (1, 1, 5, 5, 5)),
    (47, (1, 1, 7, 11, 19)),
)
"""Primitive polynomial, as bits, and first direction numbers of each dimension (Joe and Kuo 2008)."""


def _directions(dimensions: int) -> Words:
    # direction numbers v_j as binary fractions of BITS places, shape (dimensions, BITS)
    found = np.zeros((dimensions, BITS), dtype=np.uint32)
    for row, (polynomial, start) in zip(found, DIRECTIONS[:dimensions], strict=True):
        degree = polynomial.bit_length() - 1
        numbers = list(start) if degree else [1] * BITS
        for j in range(len(numbers), BITS):
            new = numbers[j - degree] ^ (numbers[j - degree] << degree)
            for k in range(1, degree):
                if polynomial >> (degree - k) & 1:
                    new ^= numbers[j - k] << k
            numbers.append(new)
        row[:] = [number << (BITS - 1 - j) for j, number in enumerate(numbers[:BITS])]
    return found


def _scrambled(directions: Words, matrices: Words) -> Words:
    # each direction number times a lower triangular matrix of bits with ones on its diagonal, modulo 2
    place = np.arange(BITS - 1, -1, -1, dtype=np.uint32)
    bits = (directions[:, :, None] >> place) & 1
    matrices = matrices.copy()
    matrices[:, np.arange(BITS), np.arange(BITS)] = 1
    product = np.einsum("dpk,djk->djp", matrices, bits) & 1
    word: Words = (product << place).sum(axis=2, dtype=np.uint32)
    return word


@lru_cache(maxsize=64)
def sobol(count: int, dimensions: int, seed: int = 7) -> Array:
    """Scrambled Sobol' points in the unit cube, shape (count, dimensions); the same for a given seed.

    Parameters
    ----------
    count: how many; a power of two for the points to be balanced.
    dimensions: up to ten.
    seed: of the scrambling.

    >>> points = sobol(16, 2)
    >>> sorted((points[:, 0] * 16).astype(int)) == list(range(16))
    True
    """
    (draw,) = np.random.default_rng(seed).spawn(1)
    shift = draw.integers(2, size=(dimensions, BITS), dtype=np.uint32) @ (1 << np.arange(BITS, dtype=np.uint32))
    matrices = np.tril(draw.integers(2, size=(dimensions, BITS, BITS), dtype=np.uint32))
    directions = _scrambled(_directions(dimensions), matrices)
    # in the order of the Gray code each point differs from the one before in a single direction number
    places = np.arange(1, count)
    turns = np.concatenate([[0], np.log2(places & -places).astype(np.int64)])
    steps = directions[:, turns].T.copy()
    steps[0] = shift
    points: Array = np.bitwise_xor.accumulate(steps, axis=0) / float(1 << BITS)
    return np.ascontiguousarray(points)
