"""Small vectors: numpy's general cross product costs more than the solution of a sheet."""

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]


def cross(a: Vector, b: Vector) -> Vector:
    """Cross product of two vectors of shape (3,).

    Source: [Geometry].

    Parameters
    ----------
    a, b: shape (3,).

    Returns
    -------
    Vector: a × b, shape (3,).
    """
    return np.array([a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]], dtype=np.float64)
