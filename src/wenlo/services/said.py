"""Facts as they travel: a code and its arguments, to be put into words where they are read."""

from __future__ import annotations

from wenlo.core.fabrication.parts import Step
from wenlo.core.facts import Argument, Fact, Value
from wenlo.core.units.length import UnitSystem
from wenlo.messages.steps import StepWords, step_words
from wenlo.services.results import ArgumentResult, FactResult, Result


class StepSaid(Result):
    """What is read of a step: the message it ``says`` with its parts, the one whose parts stand where it has none, and
    what is said after its own text, check and caution.
    """

    says: FactResult
    instead: FactResult | None
    further: list[FactResult]
    checks: list[FactResult]
    cautions: list[FactResult]


def _argument(argument: Argument) -> ArgumentResult:
    value = argument.value
    if isinstance(value, Fact):
        return ArgumentResult(kind=argument.kind, value=fact_result(value))
    if argument.kind == "list" and isinstance(value, tuple):
        items = [fact_result(one) if isinstance(one, Fact) else str(one) for one in value]
        return ArgumentResult(kind=argument.kind, value=items)
    return ArgumentResult.model_validate({"kind": argument.kind, "value": value})


def fact_result(fact: Fact) -> FactResult:
    """A fact as it travels."""
    return FactResult(code=fact.code, args={name: _argument(one) for name, one in fact.args.items()})


def step_said(step: Step) -> StepSaid:
    """What is read of a step, as it travels."""
    return StepSaid(
        says=fact_result(step.says),
        instead=None if step.instead is None else fact_result(step.instead),
        further=[fact_result(one) for one in step.further],
        checks=[fact_result(one) for one in step.checks],
        cautions=[fact_result(one) for one in step.cautions],
    )


def former_title(step: Step) -> str:
    """The title that a step had when ticks were kept under titles."""
    said = {name: argument.value for name, argument in step.says.args.items()}
    taped = "taped" in (said.get("edge"), said.get("joined"))
    titles = {
        "diffusion-frame_hang-the-sheet": "edge and hang the sheet" if taped else "cut hem and hang the sheet",
        "hung-curtain_sleeve": "tape the sleeve" if taped else "sew or staple the sleeve",
        "window-sheet_sleeve": "tape the sleeve" if taped else "sew the sleeve",
        "light-tent_make-the-sides": "make the two sides",
        "flag-cage_make-the-flag": f"make the flag for the {said.get('protects')}",
        "steps_cut-the-cloth": f"cut the {said.get('name')}",
        "steps_cut-the-boards": f"cut the {said.get('name')}",
        "steps_boards-sent-out": f"have the {said.get('name')} cut",
    }
    inner = said.get("step")
    if isinstance(inner, Fact):
        return f"lay it out dry {former_title(Step(id=inner.key, says=inner))}"
    return titles.get(step.says.code, step.id)


def _value(argument: ArgumentResult) -> Value:
    value = argument.value
    if isinstance(value, FactResult):
        return fact_of(value)
    if argument.kind in ("size", "reading") and isinstance(value, list):
        first, second = (float(side) for side in value if isinstance(side, int | float))
        return first, second
    if isinstance(value, list):
        return tuple(fact_of(one) if isinstance(one, FactResult) else str(one) for one in value)
    return value


def fact_of(said: FactResult) -> Fact:
    """The fact that travelled."""
    args = {name: Argument(kind=one.kind, value=_value(one)) for name, one in said.args.items()}
    return Fact(code=said.code, args=args)


def words_of(said: StepSaid, units: UnitSystem = "metric") -> StepWords:
    """What is read of a step, in words."""
    says = fact_of(said.says)
    step = Step(
        id=says.key,
        says=says,
        instead=None if said.instead is None else fact_of(said.instead),
        further=tuple(fact_of(one) for one in said.further),
        checks=tuple(fact_of(one) for one in said.checks),
        cautions=tuple(fact_of(one) for one in said.cautions),
    )
    return step_words(step, units)
