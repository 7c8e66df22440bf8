import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.geometry.solid_angle import (
    element_to_parallel_rectangle,
    element_to_perpendicular_rectangle,
    solid_angle_parallelogram,
    solid_angle_triangle,
)


def test_face_of_a_cube_fills_a_sixth_of_the_sphere():
    omega = solid_angle_parallelogram(
        np.zeros(3), np.array([-1.0, -1.0, 1.0]), np.array([2.0, 0, 0]), np.array([0, 2.0, 0])
    )
    assert omega == pytest.approx(4 * math.pi / 6)


def test_octant():
    x, y, z = np.eye(3)
    assert solid_angle_triangle(x, y, z) == pytest.approx(math.pi / 2)


@given(st.floats(0.05, 5), st.floats(0.05, 5), st.floats(0.05, 5))
def test_centred_rectangle_closed_form(a, b, d):
    # Ω = 4 arcsin(ab/√((a²+4d²)(b²+4d²))) for a rectangle a × b seen from d above its middle.
    omega = solid_angle_parallelogram(
        np.array([0, 0, d]), np.array([-a / 2, -b / 2, 0]), np.array([a, 0, 0]), np.array([0, b, 0])
    )
    assert omega == pytest.approx(4 * math.asin(a * b / math.sqrt((a * a + 4 * d * d) * (b * b + 4 * d * d))), rel=1e-9)


def test_configuration_factors_against_quadrature():
    # Midpoint sum of cosθ₁cosθ₂/πr² over the rectangle, 400 × 400: good to 1e-5.
    n, w, h, d = 400, 1.3, 0.7, 0.9
    u, v = np.meshgrid((np.arange(n) + 0.5) / n * w, (np.arange(n) + 0.5) / n * h)
    r2 = u * u + v * v + d * d
    parallel = float(np.sum(d * d / (math.pi * r2 * r2))) * w * h / n**2
    assert element_to_parallel_rectangle(width=w, height=h, distance=d) == pytest.approx(parallel, rel=1e-4)
    perpendicular = float(np.sum(d * v / (math.pi * r2 * r2))) * w * h / n**2
    a, b = h / d, w / d
    # Howell B-4 with the element's normal along the rectangle's height
    closed = (math.atan(b) - math.atan(b / math.sqrt(1 + a * a)) / math.sqrt(1 + a * a)) / (2 * math.pi)
    assert perpendicular == pytest.approx(closed, rel=1e-4)


def test_perpendicular_rectangle_without_end():
    # As the rectangle grows without end upward, tan⁻¹(w/d)/2π is reached from below.
    assert element_to_perpendicular_rectangle(width=1.0, height=1e6, distance=0.5) == pytest.approx(
        math.atan(2.0) / (2 * math.pi), rel=1e-4
    )
