"""The scattering lobe of a thin diffusing sheet: a reciprocal cosⁿ lobe that keeps its energy.

The scattered part S of a sheet leaves as f(ωi, ωo) = S · g(θi) · g(θo) · cosⁿ α, α being the angle
between ωo and the straight-through direction. The one function g(θ) is chosen so that the lobe
carries exactly S from every direction of incidence; because it appears once for each direction,
f stays reciprocal. n = 0 is a Lambertian sheet, f = S/π.
"""

import math
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

WIDEST_LOBE = math.radians(80.0)
"""Lobes wider than this are treated as Lambertian: the eye and a meter cannot tell them apart."""

TABLE_SIZE = 65
"""Entries of g over equal steps of cos θ from 0 to 1."""


def lobe_exponent(half_width: float | None) -> float:
    """Exponent n of the lobe cosⁿ that falls to half at ``half_width``. [-]

    n = ln ½ / ln cos θ½; None (Lambertian) gives 0.

    Source: [Sinkhorn1964].

    Parameters
    ----------
    half_width: angle of half scattered luminance. [rad]

    Returns
    -------
    float: n. [-]

    >>> lobe_exponent(None), round(lobe_exponent(math.radians(40)), 2)
    (0.0, 2.6)
    """
    if half_width is None or half_width >= WIDEST_LOBE:
        return 0.0
    return math.log(0.5) / math.log(math.cos(half_width))


def lobe_half_width(exponent: float) -> float | None:
    """Inverse of :func:`lobe_exponent`; None for a Lambertian lobe. [rad]

    Source: [Sinkhorn1964].

    Parameters
    ----------
    exponent: n of the lobe. [-]

    Returns
    -------
    float | None: half-width. [rad]
    """
    return None if exponent <= 0.0 else math.acos(0.5 ** (1.0 / exponent))


def joined_lobe(first: float, second: float) -> float:
    """Exponent of two lobes one after the other: the variances of narrow lobes add. [-]

    Half width and standard deviation are proportional, so half widths add in quadrature.
    """
    a, b = lobe_half_width(first), lobe_half_width(second)
    if a is None or b is None:
        return 0.0
    return lobe_exponent(math.hypot(a, b))


@lru_cache(maxsize=128)
def _scaling(exponent: float) -> NDArray[np.float64]:
    # Symmetric scaling of the azimuth-averaged kernel (Sinkhorn's iteration, damped by the square
    # root so that a symmetric kernel gets one and the same factor on both sides).
    nodes, weights = np.polynomial.legendre.leggauss(48)
    mu = (nodes + 1.0) / 2.0
    w = weights / 2.0 * mu
    phi = (np.arange(96) + 0.5) * math.pi / 96
    s = np.sqrt(1.0 - mu * mu)
    cos_alpha = mu[:, None, None] * mu[None, :, None] + (s[:, None] * s[None, :])[:, :, None] * np.cos(phi)
    kernel = 2.0 * math.pi * np.mean(np.maximum(cos_alpha, 0.0) ** exponent, axis=2)
    g = np.full(mu.shape, math.sqrt((exponent + 2.0) / (2.0 * math.pi)))
    for _ in range(400):
        target = 1.0 / (kernel @ (g * w))
        if np.max(np.abs(target / g - 1.0)) < 1e-10:
            break
        g = np.sqrt(g * target)
    grid = np.linspace(0.0, 1.0, TABLE_SIZE)
    # 1/g is smooth in cos θ down to grazing angles, where g itself is steep
    table: NDArray[np.float64] = 1.0 / np.interp(grid, mu, 1.0 / g, left=1.0 / g[0], right=1.0 / g[-1])
    return table


def lobe_scaling(exponent: float) -> NDArray[np.float64]:
    """Table of g over ``TABLE_SIZE`` equal steps of cos θ from 0 to 1, shape (TABLE_SIZE,). [sr^-1/2]

    Source: [Sinkhorn1964].

    Parameters
    ----------
    exponent: n of the lobe; 0 gives the constant 1/√π.

    Returns
    -------
    NDArray: g, shape (TABLE_SIZE,). [sr^-1/2]
    """
    if exponent <= 0.0:
        return np.full(TABLE_SIZE, 1.0 / math.sqrt(math.pi))
    return _scaling(round(float(exponent), 4))
