"""Which few unknowns explain a shoot's readings best: sheet, lamp, distance, walls; with their uncertainty, and what to
measure next.

Readings are compared in stops. Each unknown has a prior (how far off it usually is) and a slope at every meter, found
by solving the set with it moved. The estimate is that of linear least squares with priors; unknowns are added one by
one while the evidence grows by more than its price (Bayesian information criterion, Schwarz 1978).
"""

import itertools
import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.errors import Impossible

Array = NDArray[np.float64]

Unknown = Literal["sheet transmittance", "lamp output", "lamp distance", "wall reflectance"]

PRIOR: dict[Unknown, float] = {
    "sheet transmittance": 0.35,
    "lamp output": 0.3,
    "lamp distance": 0.15,
    "wall reflectance": 0.5,
}
"""How far off each usually is, standard deviation. [stop of the quantity]"""

READ = 0.08
"""Standard deviation of a reading. [stop]"""

MOST = 2
"""So many unknowns are named at most: a few readings tell no more."""

WORTH = 2.0
"""The evidence must grow by so much for another unknown."""

MISFIT = 0.5
"""Readings that still miss by so much are not explained. [stop]"""

FAR = 4.0
"""Nor are those that ask for an unknown so many standard deviations off."""

ALIKE = 0.95
"""Two explanations whose slopes are so much alike cannot be told apart."""

Predict = Callable[[Mapping[Unknown, float]], Array]
"""Readings for the unknowns moved by so many stops, shape (meters,). [lx]"""


@dataclass(frozen=True, kw_only=True)
class Found:
    """An unknown as found: how far it is from what was assumed, and its standard deviation. [stop of the quantity]"""

    unknown: Unknown
    stops: float
    deviation: float


@dataclass(frozen=True, kw_only=True, eq=False)
class Fit:
    """What explains the misses: the unknowns, misses before and after [stop], other explanations that serve as well,
    and words.
    """

    found: tuple[Found, ...]
    before: Array
    after: Array
    rivals: tuple[Unknown, ...]
    words: str


def _solved(slopes: Array, misses: Array, priors: Array) -> tuple[Array, Array, float]:
    # estimate, covariance and twice the log evidence up to a constant
    precision = slopes.T @ slopes / READ**2 + np.diag(1.0 / priors**2)
    covariance = np.asarray(np.linalg.inv(precision), dtype=np.float64)
    estimate: Array = covariance @ (slopes.T @ misses) / READ**2
    left = misses - slopes @ estimate
    chi = float((left**2).sum() / READ**2 + (estimate**2 / priors**2).sum())
    return estimate, covariance, -chi - len(priors) * math.log(max(len(misses), 2))


def fit(readings: Sequence[float], predict: Predict, unknowns: Sequence[Unknown]) -> Fit:
    """What explains the readings.

    Source: [Schwarz1978].

    Parameters
    ----------
    readings: as measured. [lx]
    predict: the set with unknowns moved.
    unknowns: what may be off in this set.

    Returns
    -------
    Fit: the unknown that explains the readings best, its move and how sure. [stop]

    Raises
    ------
    Impossible
        With fewer than two readings, or when nothing of the kind explains them.
    """
    if len(readings) < 2:
        raise Impossible("One reading cannot tell a lamp from a sheet; read at least two places, better four.")
    start = predict({})
    measured = np.asarray(readings, dtype=float)
    misses = np.log2(measured / start)
    slopes = np.stack([np.log2(predict({name: PRIOR[name]}) / start) / PRIOR[name] for name in unknowns], axis=1)
    priors = np.array([PRIOR[name] for name in unknowns])
    best: tuple[float, tuple[int, ...]] = (-float((misses**2).sum() / READ**2), ())
    scores: dict[tuple[int, ...], float] = {(): best[0]}
    for count in range(1, MOST + 1):
        round_best = best
        for chosen in itertools.combinations(range(len(unknowns)), count):
            columns = list(chosen)
            if count >= len(misses) or np.linalg.matrix_rank(slopes[:, columns], tol=1e-3) < count:
                continue
            score = _solved(slopes[:, columns], misses, priors[columns])[2]
            scores[chosen] = score
            if score > round_best[0] + (WORTH if count > len(best[1]) else 0.0):
                round_best = (score, chosen)
        if round_best[1] == best[1]:
            break
        best = round_best
    picked = list(best[1])
    if not picked:
        return Fit(
            found=(),
            before=misses,
            after=misses,
            rivals=(),
            words="The readings agree with the prediction within what a meter tells; nothing has to be changed.",
        )
    estimate, covariance, _ = _solved(slopes[:, picked], misses, priors[picked])
    moved = {unknowns[k]: float(x) for k, x in zip(picked, estimate, strict=True)}
    # the set is not quite linear: one more step from where the first one led
    again = np.log2(measured / predict(moved))
    step, _, _ = _solved(slopes[:, picked], again + slopes[:, picked] @ estimate, priors[picked])
    moved = {unknowns[k]: float(x) for k, x in zip(picked, step, strict=True)}
    after = np.log2(measured / predict(moved))
    far = any(abs(stops) > FAR * PRIOR[name] for name, stops in moved.items())
    if far or float(np.abs(after).max()) > MISFIT:
        message = (
            "Neither sheet, lamp, distance nor walls explain these readings; look for a lamp that is off, a meter in"
            " shade, or a wrong aim."
        )
        raise Impossible(message)
    rivals = _rivals(slopes, unknowns, picked, scores, best[0])
    found = tuple(
        Found(unknown=unknowns[k], stops=float(x), deviation=float(math.sqrt(covariance[i, i])))
        for i, (k, x) in enumerate(zip(picked, step, strict=True))
    )
    return Fit(found=found, before=misses, after=after, rivals=rivals, words=_words(found, rivals, misses, after))


def _rivals(
    slopes: Array,
    unknowns: Sequence[Unknown],
    chosen: Sequence[int],
    scores: Mapping[tuple[int, ...], float],
    best: float,
) -> tuple[Unknown, ...]:
    # single explanations that serve about as well, or look the same at every meter
    found = []
    for k, name in enumerate(unknowns):
        if k in chosen:
            continue
        alike = any(
            abs(float(slopes[:, k] @ slopes[:, c]))
            > ALIKE * float(np.linalg.norm(slopes[:, k]) * np.linalg.norm(slopes[:, c]) + 1e-12)
            and float(np.linalg.norm(slopes[:, k])) > 0.05
            for c in chosen
        )
        if (len(chosen) == 1 and scores.get((k,), -math.inf) > best - WORTH) or alike:
            found.append(name)
    return tuple(found)


NEXT: dict[Unknown, str] = {
    "sheet transmittance": "read once without the sheet, at the same place",
    "lamp output": "read the bare lamp from one metre",
    "lamp distance": "measure from lamp to sheet with a tape",
    "wall reflectance": "read on the shadow side with the key covered by a hand",
}
"""What tells an unknown from the others."""


def _words(found: Sequence[Found], rivals: Sequence[Unknown], before: Array, after: Array) -> str:
    parts = []
    for one in found:
        factor = 2.0**one.stops
        parts.append(f"{one.unknown} {factor:.2f} times what was assumed (± {one.deviation * 1.96:.2f} stops)")
    said = " and ".join(parts)
    text = (
        f"{said[:1].upper()}{said[1:]} explains it: the worst miss goes from {np.abs(before).max():.1f} to"
        f" {np.abs(after).max():.1f} stops."
    )
    if rivals:
        text += f" {' or '.join(rivals)} would do as well: {NEXT[rivals[0]]}."
    return text
