"""The words of a step of the work."""

from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.fabrication.parts import Step
from wenlo.core.facts import Fact
from wenlo.core.units.length import UnitSystem
from wenlo.messages.speaker import speaker


@dataclass(frozen=True, kw_only=True)
class StepWords:
    """What is read of a step: its title, what to do, what to measure, what goes wrong, what can hurt."""

    title: str
    text: str
    check: str
    mistake: str
    caution: str


def step_words(step: Step, units: UnitSystem = "metric") -> StepWords:
    """A step in words.

    Parameters
    ----------
    step: of a build.
    units: in which lengths are written.
    """
    say = speaker("build", units).say

    def part(name: str, more: Sequence[Fact] = ()) -> str:
        own = say(step.says, name) or (say(step.instead, name) if step.instead else "")
        return " ".join(dict.fromkeys(one for one in (own, *(say(fact) for fact in more)) if one))

    return StepWords(
        title=say(step.says),
        text=part("text", step.further),
        check=part("check", step.checks),
        mistake=part("mistake"),
        caution=part("caution", step.cautions),
    )
