"""Which reading next tells rivals apart best, and what each outcome would mean."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wenlo.core.calibration.fit import NAMED, PLACED, READ, SAYS, Explanation, Fit, Predict, key_of
from wenlo.core.facts import Fact

LEAST_TOLD = 1.0
"""A place where rivals differ by less than so many standard deviations of a reading tells nothing. [-]"""

RIVALS, LEAST_CHANCE = 4, 0.05
"""So many explanations at most are held against each other, each with this chance at least. [-]"""


@dataclass(frozen=True, kw_only=True)
class Outcome:
    """A reading [lx] and the explanation that it would speak for."""

    lux: float
    explanation: Explanation


@dataclass(frozen=True, kw_only=True)
class NextReading:
    """The place to read at next, by how many standard deviations of a reading the two likeliest explanations differ
    there, and what each outcome would mean, the brightest first.
    """

    meter: str
    apart: float
    outcomes: tuple[Outcome, ...]

    def says(self, called: str) -> Fact:
        """Where to read; ``called`` is the place's name."""
        return SAYS("next", meter=called, at=self.meter if self.meter in NAMED else "mark")

    def would_mean(self) -> tuple[Fact, ...]:
        """What each outcome would mean, the brightest first."""
        return tuple(
            SAYS(
                "outcome",
                lux=one.lux,
                names=tuple(SAYS("name", unknown=key_of(name)) for name in one.explanation.moved or ("nothing",)),
            )
            for one in self.outcomes
        )


def next_reading(found: Fit, predict: Predict, places: Sequence[str]) -> NextReading | None:
    """The place whose reading tells most; None where no place tells anything, or nothing is left to be told.

    The likeliest explanations are each predicted at every place; the place is taken where these predictions spread
    most, each weighed by its chance.

    Source: [MacKay1992].

    Parameters
    ----------
    found: what the readings so far tell.
    predict: the set with unknowns moved, read at the places.
    places: where could be read next, by key or name, as many as ``predict`` reads.

    Returns
    -------
    NextReading: the place, and what its outcomes would mean. [lx]
    """
    rivals = [one for one in found.explanations if one.chance >= LEAST_CHANCE][:RIVALS]
    if len(rivals) < 2 or not places:
        return None
    chances = np.array([one.chance for one in rivals])
    chances /= chances.sum()
    light = np.array([predict(one.moved) for one in rivals])
    told = np.log2(light)
    mean = chances @ told
    spread = np.sqrt(chances @ (told - mean) ** 2)
    best = int(np.argmax(spread))
    noise = math.hypot(READ, PLACED)
    apart = abs(float(told[0, best] - told[1, best])) / noise
    if float(told[:, best].max() - told[:, best].min()) < LEAST_TOLD * noise:
        return None
    # the brightest and the darkest, and what lies clear between them: of those that read alike the likeliest speaks
    order = np.argsort(light[:, best])
    outcomes: list[Outcome] = []
    for k in (int(order[-1]), int(order[0]), *range(len(rivals))):
        one, lux = rivals[k], light[k, best]
        if all(abs(math.log2(float(lux) / other.lux)) >= LEAST_TOLD * noise for other in outcomes):
            outcomes.append(Outcome(lux=float(lux), explanation=one))
    ordered = tuple(sorted(outcomes, key=lambda one: -one.lux))
    return NextReading(meter=places[best], apart=apart, outcomes=ordered)
