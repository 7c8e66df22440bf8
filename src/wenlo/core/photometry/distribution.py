"""Measured light distributions: intensity over the two angles C (around the axis) and γ (from it)."""

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class Distribution:
    """Intensities of a lamp in the far field.

    ``planes`` (K,) are C angles from 0 to 2π, ``angles`` (J,) γ angles from 0 to π [rad]; ``intensity`` (K, J)
    [cd] for the lamp as measured (absolute) or per 1000 lm (relative). C planes are closed: the last is 2π,
    the same as the first; γ that were not measured are dark. ``size`` is the luminous opening: along C = 0,
    along C = 90° and in height [m].
    """

    planes: Array
    angles: Array
    intensity: Array
    absolute: bool = True
    size: tuple[float, float, float] = (0.0, 0.0, 0.0)
    watts: float = 0.0

    @cached_property
    def lumens(self) -> float:
        """Flux of the table as it stands, by Φ = ∬ I sin γ dγ dC; linear between angles. [lm]

        Source: [LM63].

        Returns
        -------
        float: Φ. [lm]
        """
        mean = 0.5 * (self.intensity[1:] + self.intensity[:-1])
        around = np.diff(self.planes) @ mean
        # ∫ (a + b x) sin x dx over each step, in closed form
        x0, x1 = self.angles[:-1], self.angles[1:]
        f0, f1 = around[:-1], around[1:]
        slope = (f1 - f0) / (x1 - x0)
        parts = f0 * np.cos(x0) - f1 * np.cos(x1) + slope * (np.sin(x1) - np.sin(x0))
        return float(parts.sum())

    def table(self, planes: int = 72, steps: int = 180) -> Array:
        """Intensities over equal steps of C (0 to 2π) and γ (0 to π), shape (planes + 1, steps + 1). [cd]

        Source: [LM63].

        Parameters
        ----------
        planes: steps of C.
        steps: of γ.

        Returns
        -------
        Array: intensities, shape (planes + 1, steps + 1). [cd]
        """
        gamma = np.linspace(0.0, math.pi, steps + 1)
        rows = np.array([np.interp(gamma, self.angles, row, left=0.0, right=0.0) for row in self.intensity])
        around = np.linspace(0.0, 2.0 * math.pi, planes + 1)
        return np.array([np.interp(around, self.planes, column) for column in rows.T]).T

    def near_field(self, distance: float) -> bool:
        """Whether a point is closer than five times the lamp's size, where the table misleads."""
        return distance < 5.0 * max(self.size)
