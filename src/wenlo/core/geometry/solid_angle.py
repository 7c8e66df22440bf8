"""Solid angles and configuration factors in closed form."""

import math

import numpy as np

from wenlo.core.geometry.vectors import Vector, cross


def solid_angle_triangle(a: Vector, b: Vector, c: Vector) -> float:
    """Solid angle of a triangle seen from the origin. [sr]

    Van Oosterom and Strackee (1983), tan(Ω/2) = a·(b×c) / (abc + (a·b)c + (a·c)b + (b·c)a),
    with atan2 so that angles above π come out right. Always positive.

    Source: [VanOosterom1983].

    Parameters
    ----------
    a, b, c: corners relative to the eye, shape (3,). [m]

    Returns
    -------
    float: from 0 to 2π. [sr]
    """
    la, lb, lc = (float(np.linalg.norm(v)) for v in (a, b, c))
    triple = abs(float(np.dot(a, cross(b, c))))
    denominator = la * lb * lc + float(a @ b) * lc + float(a @ c) * lb + float(b @ c) * la
    return 2.0 * math.atan2(triple, denominator)


def solid_angle_parallelogram(eye: Vector, origin: Vector, edge_u: Vector, edge_v: Vector) -> float:
    """Solid angle of a parallelogram seen from a point, as two triangles. [sr]

    Parameters
    ----------
    eye: where it is seen from, shape (3,). [m]
    origin, edge_u, edge_v: one corner and the two edges from it, shape (3,). [m]
    """
    p0 = origin - eye
    p1, p2, p3 = p0 + edge_u, p0 + edge_v, p0 + edge_u + edge_v
    return solid_angle_triangle(p0, p1, p2) + solid_angle_triangle(p3, p1, p2)


def element_to_parallel_rectangle(*, width: float, height: float, distance: float) -> float:
    """Configuration factor of a small element to a parallel rectangle over one corner. [-]

    Howell's catalogue of configuration factors, B-3; the element's normal passes through a corner.

    Source: [Howell].

    Parameters
    ----------
    width, height: of the rectangle. [m]
    distance: from the element to its plane. [m]

    Returns
    -------
    float: factor, 0 to ¼. [-]
    """
    a, b = width / distance, height / distance
    ra, rb = math.sqrt(1.0 + a * a), math.sqrt(1.0 + b * b)
    return (a / ra * math.atan(b / ra) + b / rb * math.atan(a / rb)) / (2.0 * math.pi)


def element_to_perpendicular_rectangle(*, width: float, height: float, distance: float) -> float:
    """Configuration factor of a small element to a perpendicular rectangle over one corner. [-]

    Howell's catalogue, B-4: the rectangle stands ``distance`` from the element, ``width`` along the
    common edge direction and ``height`` along the element's normal.

    Source: [Howell].

    Parameters
    ----------
    width, height: of the rectangle, along and away from the common edge. [m]
    distance: from the element to the edge. [m]

    Returns
    -------
    float: factor, 0 to ¼. [-]
    """
    x, y = height / width, distance / width
    root = math.hypot(x, y)
    if y == 0.0:
        return 0.25 if x > 0 else 0.0
    return (math.atan(1.0 / y) - y / root * math.atan(1.0 / root)) / (2.0 * math.pi)
