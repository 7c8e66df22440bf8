"""Finishes of a surface: metal-like shine, gloss over a dull ground, and cell grids."""

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.facets import LOOKS, facet_weights

Array = NDArray[np.float64]

TABLE_SIZE = 65
"""Entries of a scaling table over equal steps of cos θ from 0 to 1."""

CellShape = Literal["square", "round", "hexagon"]


@dataclass(frozen=True, kw_only=True, eq=False)
class Shine:
    """Rough specular reflection: GGX facets, scaled so that ``reflectance`` R is what comes back from everywhere.

    ``reflectance`` is linear BT.709, shape (3,); ``alpha`` the GGX width: foil .1, creased foil .3 to .4;
    a mirror is .001. [-]
    """

    reflectance: Array
    alpha: float


@dataclass(frozen=True, kw_only=True)
class Gloss:
    """A clear skin over the ground: foil back, foam board, plastic, varnish, acrylic.

    ``straight_on`` is what it reflects at normal incidence, ((n − 1)/(n + 1))², .04 for n = 1.5; it rises
    to 1 at grazing incidence by Schlick's form. ``alpha`` is the GGX width. [-]
    """

    straight_on: float = 0.04
    alpha: float = 0.05

    @property
    def mean(self) -> float:
        """Share of diffuse light that it reflects: F₀ + (1 − F₀)/21, from ∫ 2c(1 − c)⁵ dc = 1/21. [-]"""
        return self.straight_on + (1.0 - self.straight_on) / 21.0


@dataclass(frozen=True, kw_only=True)
class CellGrid:
    """Cells that let light through within a cut-off: straws, card lattice, printed cells.

    ``ratio`` is depth over width (side, diameter, across flats); ``open_share`` of the area that is cell, not
    wall; ``wall`` the reflectance of the cell walls; ``turn`` of the lattice about the normal. [rad]
    """

    shape: CellShape = "square"
    ratio: float = 2.0
    open_share: float = 0.95
    wall: float = 0.0
    turn: float = 0.0

    @property
    def cut_off(self) -> float:
        """Angle from which nothing passes straight, across the sides of a square cell: atan(w/L). [rad]"""
        return math.atan(1.0 / self.ratio)

    @property
    def straight(self) -> float:
        """Share of diffuse light that passes without touching a wall: the factor from one end to the other. [-]

        Square: two equal parallel squares; round and hexagon: coaxial discs of equal area (Howell's
        catalogue, C-11 and C-41).

        Source: [Geometry].

        Returns
        -------
        float: share, 0 to 1. [-]
        """
        x = 1.0 / self.ratio
        if self.shape == "square":
            y = x * x + 1.0
            log = math.log(math.sqrt(y * y / (1.0 + 2.0 * x * x)))
            root = math.sqrt(y)
            return (
                self.open_share
                * 2.0
                / (math.pi * x * x)
                * (log + 2.0 * x * root * math.atan(x / root) - 2.0 * x * math.atan(x))
            )
        r = 0.5 * x if self.shape == "round" else x * math.sqrt(math.sqrt(3.0) / 2.0 / math.pi)
        s = 2.0 + 1.0 / (r * r)
        return self.open_share * 0.5 * (s - math.sqrt(s * s - 4.0))

    @property
    def scattered(self) -> float:
        """Share of diffuse light that leaves at the far end (and as much at the near one) after the walls. [-]

        The walls are taken as evenly lit, which overstates it for deep cells of bright walls.

        Source: [Geometry].

        Returns
        -------
        float: share, 0 to 1. [-]
        """
        ends = self.straight / self.open_share
        # a cell of unit opening has walls of area perimeter·depth: 4·ratio for all three shapes
        to_end = (1.0 - ends) / (4.0 * self.ratio)
        among = 1.0 - 2.0 * to_end
        return self.open_share * (1.0 - ends) * self.wall * to_end / (1.0 - self.wall * among)


@lru_cache(maxsize=64)
def shine_scaling(alpha: float) -> Array:
    """Table of g over ``TABLE_SIZE`` equal steps of cos θ that makes g(θi) g(θo) × GGX keep all its light.

    Single-scatter GGX loses what facets send into each other; the one reciprocal factor is found by
    Sinkhorn's iteration over looks at visible facets (Heitz 2018).

    Source: [Walter2007].

    Parameters
    ----------
    alpha: GGX width. [-]

    Returns
    -------
    Array: g over cos θ, shape (TABLE_SIZE,). [-]
    """
    # what is seen under each cosine is a weighed sum over the table, so the looks are gone through once
    weights = facet_weights(alpha, LOOKS, TABLE_SIZE)
    g = np.ones(TABLE_SIZE)
    for _ in range(200):
        seen = weights @ g
        renewed = np.sqrt(g / seen)
        if np.max(np.abs(renewed / g - 1.0)) < 1e-9:
            break
        g = renewed
    return g
