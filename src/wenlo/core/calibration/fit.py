"""What explains a shoot's readings: sheet, lamp, distance, walls or daylight, how sure that is, what cannot be told
apart, which reading to doubt, and what to measure next.

Readings are compared in stops. Each unknown is off with some chance, and then by as much as is usual (a prior); its
slope at every meter is found by solving the set with it moved, anew where the first answer led. Every explanation,
that is every set of unknowns with at most one bad reading, is weighed by its evidence; what is told of an unknown is
the mixture of them all.
"""

import itertools
import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq
from scipy.special import logsumexp, ndtr

from wenlo.core.errors import Impossible
from wenlo.core.facts import Fact, Phrases

Array = NDArray[np.float64]

Unknown = Literal["sheet transmittance", "lamp output", "lamp distance", "wall reflectance", "daylight"]

PRIOR: dict[Unknown, float] = {
    "sheet transmittance": 0.35,
    "lamp output": 0.3,
    "lamp distance": 0.15,
    "wall reflectance": 0.5,
    "daylight": 0.1,
}
"""How far off each usually is where it is off, standard deviation. [stop of the quantity; daylight: share of what the
lamp gives at the face]"""

OFTEN: dict[Unknown, float] = {
    "sheet transmittance": 0.6,
    "lamp output": 0.6,
    "lamp distance": 0.4,
    "wall reflectance": 0.6,
    "daylight": 0.3,
}
"""How often each is off. [-]"""

READ = 0.08
"""Standard deviation of a reading. [stop]"""

PLACED = 0.08
"""What a centimetre, a few degrees and the solver's own error add to it, standard deviation. [stop]"""

BAD, SELDOM = 1.2, 0.04
"""A bad reading is off by so much, standard deviation [stop], and a reading is bad so often [-]."""

MISFIT = 0.5
"""Readings that still miss by so much are not explained. [stop]"""

FAR = 4.0
"""Nor are those that ask for an unknown so many standard deviations off."""

UNBOUND = 4.0
"""As far as anything is looked for. [stop; daylight: share]"""

SEEN = 0.3
"""What moves no reading by so much of its noise, if it is off as far as is usual, explains none. [-]"""

ROUNDS = 3
"""So often the set is solved anew where the likeliest explanation led."""

LIKELY, RIVAL, DOUBTED = 0.5, 0.2, 0.5
"""From this chance on an unknown is said to be off, another explanation to serve as well, and a reading to be bad.
[-]"""

Predict = Callable[[Mapping[Unknown, float]], Array]
"""Readings for the unknowns moved by so many stops, shape (meters,). [lx]"""

Bounds = Mapping[Unknown, tuple[float, float]]
"""How far each can be off at all. [stop; daylight: share]"""

NAMED = ("key", "bare")
"""Places of readings that have words of their own: the face, and the face with the sheet taken away."""

SAYS = Phrases(
    "fit",
    {
        "agree": {},
        "explains": {"parts": "list", "before": "in_stops", "after": "in_stops"},
        "part": {"unknown": "choice", "times": "hundredth", "low": "hundredth", "high": "hundredth", "share": "share"},
        "rivals": {"names": "list", "next": "choice"},
        "name": {"unknown": "choice"},
        "next": {"meter": "label", "at": "choice"},
        "outcome": {"lux": "rough", "names": "list"},
        "doubt": {"meter": "label", "at": "choice", "off": "in_stops"},
    },
    room="evidence",
)


@dataclass(frozen=True, kw_only=True)
class Found:
    """An unknown as found: how far it is from what was assumed, between what it is with a chance of 95 %
    [stop of the quantity; daylight: share], and the chance that it is off at all [-].
    """

    unknown: Unknown
    stops: float
    low: float
    high: float
    chance: float

    @property
    def sure(self) -> bool:
        """Whether it is told from nothing."""
        return self.low > 0.0 or self.high < 0.0


@dataclass(frozen=True, kw_only=True)
class Explanation:
    """Unknowns that are off together, each by so much [stop; daylight: share], and the chance of that [-]."""

    moved: Mapping[Unknown, float]
    chance: float


@dataclass(frozen=True, kw_only=True, eq=False)
class Fit:
    """What explains the misses: the unknowns that are off, all of them as they are known now, misses before and after
    [stop], which of all cannot be told apart, the place among the readings of one to doubt, and the likeliest
    explanations, the likeliest first.
    """

    found: tuple[Found, ...]
    known: tuple[Found, ...]
    before: Array
    after: Array
    rivals: tuple[Unknown, ...]
    doubted: int | None
    explanations: tuple[Explanation, ...]

    @property
    def kept(self) -> tuple[Found, ...]:
        """What is told apart from all else, so that it may be kept."""
        return () if self.rivals else self.found

    @property
    def expected(self) -> dict[Unknown, float]:
        """How far each is off in the mean of all explanations: what predicts places that were not read best. [stop;
        daylight: share]
        """
        return {one.unknown: one.chance * one.stops for one in self.known}

    def says(self, meters: Sequence[str], *, proposed: bool = False) -> tuple[Fact, ...]:
        """What the readings tell; ``meters`` are their places, as they are called. What is ``proposed`` to read next
        is said elsewhere.
        """
        said = []
        if not self.found:
            said.append(SAYS("agree"))
        else:
            before, after = (float(np.abs(self._trusted(x)).max()) for x in (self.before, self.after))
            parts = tuple(map(_part, self.found))
            said.append(SAYS("explains", parts=parts, before=before, after=after))
        if self.rivals:
            names = tuple(SAYS("name", unknown=key_of(name)) for name in self.rivals)
            # the sheet was taken away already
            left = [name for name in self.rivals if name != "sheet transmittance" or "bare" not in meters]
            said.append(SAYS("rivals", names=names, next="given" if proposed or not left else key_of(left[0])))
        if self.doubted is not None:
            off = abs(float(self.after[self.doubted]))
            meter = meters[self.doubted]
            said.append(SAYS("doubt", meter=meter, at=meter if meter in NAMED else "mark", off=off))
        return tuple(said)

    def _trusted(self, misses: Array) -> Array:
        return misses if self.doubted is None else np.delete(misses, self.doubted)


def key_of(unknown: str) -> str:
    """An unknown as a message chooses by it."""
    return unknown.replace(" ", "-")


def _part(found: Found) -> Fact:
    times = [2.0**x for x in (found.stops, found.low, found.high)]
    return SAYS(
        "part", unknown=key_of(found.unknown), times=times[0], low=times[1], high=times[2], share=max(found.stops, 0.0)
    )


@dataclass(frozen=True, kw_only=True, eq=False)
class _Explanation:
    # A set of unknowns and at most one bad reading: its log evidence, the unknowns' estimate and covariance.
    columns: tuple[int, ...]
    bad: int | None
    score: float
    estimate: Array
    covariance: Array


def _weighed(
    slopes: Array, misses: Array, priors: Array, often: Array, lows: Array, highs: Array
) -> Iterator[_Explanation]:
    # every explanation with its evidence: Gaussian, times the share of it that is possible at all
    count, everything = len(misses), range(slopes.shape[1])
    for size in range(slopes.shape[1] + 1):
        for columns in itertools.combinations(everything, size):
            chosen = list(columns)
            inside = np.zeros(slopes.shape[1], dtype=bool)
            inside[chosen] = True
            chance = float(np.log(np.where(inside, often, 1.0 - often)).sum())
            a, p = slopes[:, chosen], priors[chosen]
            for bad in (None, *range(count)):
                noise = np.full(count, math.hypot(READ, PLACED))
                if bad is not None:
                    noise[bad] = math.hypot(noise[bad], BAD)
                told = chance + (math.log(SELDOM) if bad is not None else math.log1p(-SELDOM * count))
                precision = a.T @ (a / noise[:, None] ** 2) + np.diag(1.0 / p**2)
                covariance = np.linalg.inv(precision)
                estimate = covariance @ (a.T @ (misses / noise**2))
                left = misses - a @ estimate
                chi = float((left**2 / noise**2).sum() + (estimate**2 / p**2).sum())
                volume = float(np.linalg.slogdet(covariance)[1]) - 2.0 * float(np.log(p).sum())
                score = told - 0.5 * chi - float(np.log(noise).sum()) + 0.5 * volume
                spread = np.sqrt(np.diag(covariance))
                possible = _mass(lows[chosen], highs[chosen], estimate, spread)
                before = _mass(lows[chosen], highs[chosen], np.zeros(size), p)
                score += float(np.log(np.maximum(possible, 1e-12)).sum() - np.log(before).sum())
                yield _Explanation(columns=columns, bad=bad, score=score, estimate=estimate, covariance=covariance)


def _mass(low: Array, high: Array, mean: Array, spread: Array) -> Array:
    found: Array = ndtr((high - mean) / spread) - ndtr((low - mean) / spread)
    return found


def fit(readings: Sequence[float], predict: Predict, unknowns: Sequence[Unknown], bounds: Bounds | None = None) -> Fit:
    """What explains the readings.

    Source: [MacKay1992].

    Parameters
    ----------
    readings: as measured. [lx]
    predict: the set with unknowns moved.
    unknowns: what may be off in this set.
    bounds: how far each can be off at all; daylight is never less than none.

    Returns
    -------
    Fit: the unknowns that explain the readings best, how sure they are, and what else would serve. [stop]

    Raises
    ------
    Impossible
        With fewer than two readings, or when nothing of the kind explains them.
    """
    if len(readings) < 2:
        raise Impossible("One reading cannot tell a lamp from a sheet; read at least two places, better four.")
    measured = np.asarray(readings, dtype=float)
    priors, often = (np.array([table[name] for name in unknowns]) for table in (PRIOR, OFTEN))
    limits = {**dict.fromkeys(unknowns, (-UNBOUND, UNBOUND)), "daylight": (0.0, UNBOUND), **(bounds or {})}
    lows, highs = (np.array([limits[name][side] for name in unknowns]) for side in (0, 1))
    at = np.zeros(len(unknowns))
    for turn in range(ROUNDS):
        here = predict(_moved(unknowns, at))
        slopes = np.stack([_slope(predict, unknowns, at, k, here, highs) for k in range(len(unknowns))], axis=1)
        misses = np.log2(measured / here)
        if turn == 0:
            before = misses
        all_of_them = list(_weighed(slopes, misses + slopes @ at, priors, often, lows, highs))
        best = max(all_of_them, key=lambda one: one.score)
        then = np.zeros(len(unknowns))
        then[list(best.columns)] = np.clip(best.estimate, lows[list(best.columns)], highs[list(best.columns)])
        moved, at = float(np.abs(then - at).max()), then
        if moved < 0.02:
            break
    after = np.log2(measured / predict(_moved(unknowns, at))) if best.columns else before
    far = np.abs(best.estimate) > FAR * priors[list(best.columns)]
    trusted = after if best.bad is None else np.delete(after, best.bad)
    if bool(far.any()) or float(np.abs(trusted).max()) > MISFIT:
        message = (
            "Neither sheet, lamp, distance, walls nor daylight explain these readings; look for a lamp that is off, a"
            " meter in shade, or a wrong aim."
        )
        raise Impossible(message)
    reach = np.abs(slopes).max(axis=0) * priors
    seen = frozenset(np.flatnonzero(reach >= SEEN * math.hypot(READ, PLACED)).tolist())
    return _told(unknowns, all_of_them, best, before, after, lows, highs, seen)


def _moved(unknowns: Sequence[Unknown], at: Array) -> dict[Unknown, float]:
    return {name: float(x) for name, x in zip(unknowns, at, strict=True) if x}


def _slope(predict: Predict, unknowns: Sequence[Unknown], at: Array, k: int, here: Array, highs: Array) -> Array:
    # toward where there is room
    step = PRIOR[unknowns[k]] / 2
    step = step if at[k] + step <= highs[k] else -step
    moved = at.copy()
    moved[k] += step
    return np.asarray(np.log2(predict(_moved(unknowns, moved)) / here) / step)


def _told(
    unknowns: Sequence[Unknown],
    explanations: Sequence[_Explanation],
    best: _Explanation,
    before: Array,
    after: Array,
    lows: Array,
    highs: Array,
    seen: frozenset[int],
) -> Fit:
    # what no reading can see is known as it was before, and is no part of any explanation
    scores = np.array([one.score for one in explanations])
    chances = np.exp(scores - logsumexp(scores))
    known = tuple(
        _marginal(name, k, explanations, chances, (float(lows[k]), float(highs[k]))) for k, name in enumerate(unknowns)
    )
    blamed = set(best.columns) & seen
    found = tuple(one for k, one in enumerate(known) if k in blamed and one.chance >= LIKELY)
    if not found and blamed:
        found = tuple(known[k] for k in sorted(blamed))
    # other sets of unknowns that do without one of these, and those of these that may be nothing
    others: dict[int, float] = {}
    for one, chance in zip(explanations, chances, strict=True):
        if blamed - set(one.columns):
            for k in (set(one.columns) & seen) - blamed:
                others[k] = others.get(k, 0.0) + float(chance)
    as_well = [unknowns[k] for k, chance in sorted(others.items(), key=lambda row: -row[1]) if chance >= RIVAL]
    unsure = [one.unknown for one in found if not one.sure]
    alike = (*unsure, *(name for name in as_well if name not in unsure))
    of_bad = np.array([-1 if one.bad is None else one.bad for one in explanations])
    bad = [float(chances[of_bad == j].sum()) for j in range(len(before))]
    worst = int(np.argmax(bad))
    return Fit(
        found=found,
        known=known,
        before=before,
        after=after,
        rivals=alike if len(alike) > 1 else (),
        doubted=worst if bad[worst] >= DOUBTED else None,
        explanations=_likeliest(unknowns, explanations, chances, lows, highs, seen),
    )


MOST_LIKELY = 6
"""So many explanations are told."""


def _likeliest(
    unknowns: Sequence[Unknown],
    explanations: Sequence[_Explanation],
    chances: Array,
    lows: Array,
    highs: Array,
    seen: frozenset[int],
) -> tuple[Explanation, ...]:
    # by their unknowns, whichever reading is bad: the likeliest speaks for the others
    by: dict[tuple[int, ...], list[tuple[float, _Explanation]]] = {}
    for one, chance in zip(explanations, chances, strict=True):
        by.setdefault(tuple(k for k in one.columns if k in seen), []).append((float(chance), one))
    found = []
    for rows in by.values():
        _, one = max(rows, key=lambda row: row[0])
        columns = list(one.columns)
        inside = np.clip(one.estimate, lows[columns], highs[columns])
        moved = {unknowns[k]: float(x) for k, x in zip(columns, inside, strict=True) if k in seen}
        found.append(Explanation(moved=moved, chance=sum(chance for chance, _ in rows)))
    return tuple(sorted(found, key=lambda one: -one.chance)[:MOST_LIKELY])


def _marginal(
    name: Unknown, k: int, explanations: Sequence[_Explanation], chances: Array, limits: tuple[float, float]
) -> Found:
    # the mixture over all explanations of one unknown, which is nothing where it is no part of them
    low, high = limits
    rows = [
        (float(chance), float(one.estimate[i]), math.sqrt(float(one.covariance[i, i])))
        for one, chance in zip(explanations, chances, strict=True)
        if k in one.columns
        for i in (one.columns.index(k),)
    ]
    weights, means, spreads = (np.array(column) for column in zip(*rows, strict=True))
    none = 1.0 - float(weights.sum())
    whole = np.maximum(_mass(np.full(len(means), low), np.full(len(means), high), means, spreads), 1e-12)

    def under(x: float) -> float:
        part = np.clip((ndtr((x - means) / spreads) - ndtr((low - means) / spreads)) / whole, 0.0, 1.0)
        return float((weights * part).sum()) + (none if x >= 0.0 else 0.0)

    def at(share: float) -> float:
        if under(low) >= share:
            return low
        return float(brentq(lambda x: under(x) - share, low, high, xtol=1e-4)) if under(high) > share else high

    inside = np.clip(means, low, high)
    centre = float((weights * inside).sum() / max(weights.sum(), 1e-12))
    return Found(unknown=name, stops=centre, low=at(0.025), high=at(0.975), chance=float(weights.sum()))
