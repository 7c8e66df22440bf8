"""Temperatures are worked out to ± 30 %: what may be over its limit by that is not passed."""

from dataclasses import replace

from wenlo.core.facts import Phrases
from wenlo.core.rigging import heat
from wenlo.core.rigging.checks import Check, Cure

SPREAD = 0.3
"""Of a rise over the room: coefficients of air, gaps, and what a lamp gives off are no better known."""


CURES = Phrases("cure", {"hold-thermometer": {}}, room="checks")


def judged(check: Check, *, ambient: float) -> Check:
    """A check of a temperature that is within, but would not be were its rise so much more, needs an answer.

    Source: [Incropera].

    Parameters
    ----------
    check: its value and its bound in °C, the bound under the limit by the usual margin; what it says tells whether it
        is ``unsure``, and how hot it may be at the ``hottest``.
    ambient: of the room. [°C]
    """
    if check.state != "within" or check.value is None or check.bound is None:
        return check
    most = ambient + (1.0 + SPREAD) * (check.value - ambient)
    if most <= check.bound + heat.MARGIN:
        return check
    return replace(
        check,
        state="needs an answer",
        says=check.says.but(unsure="yes", hottest=most),
        cure=Cure(says=CURES("hold-thermometer")),
    )
