"""From how a kind is laid out to its plan and to the thing in space: both read one list."""

from collections.abc import Callable, Sequence
from typing import TypeVar

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import covering_of
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.laid_parts import FoundThing, LaidParts
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.modifiers.kind import ModifierParameters, ReuseRule
from wenlo.core.modifiers.slots import slots_of
from wenlo.core.remembered import for_same_objects

P = TypeVar("P", bound=ModifierParameters)

AS_IT_IS = 0.0025
"""A found thing that is so much larger or smaller than the design still is what the design wants. [m]"""


def sizes_taken(design: ModifierParameters, rule: ReuseRule, values: FoundValues) -> dict[str, float]:
    """The sizes that a design has when it is made of an object, by parameter; one that is hung folded has half its
    height. [m]
    """
    folded = bool(rule.folded) and slots_of(type(design))[rule.folded].get(design)
    return {n: round(size / 2, 4) if folded and n == "height" else size for n, size in rule.takes(values)}


def unlike(design: ModifierParameters, rule: ReuseRule) -> dict[str, float]:
    """Sizes of a design that its found thing has otherwise, by parameter, as they would have to be. [m]"""
    if design.found is None:
        return {}
    slots = slots_of(type(design))
    wanted = sizes_taken(design, rule, design.found.values)
    return {
        name: size
        for name, size in wanted.items()
        if abs(slots[name].get(design) - size) > AS_IT_IS and not (name in rule.cut and slots[name].get(design) < size)
    }


def filled(design: ModifierParameters, rules: Sequence[ReuseRule]) -> FoundThing | None:
    """The found thing that is part of a design as it is; None where there is none, or its sizes are other ones."""
    found = design.found
    if found is None:
        return None
    fit = [rule for rule in rules if found.values.form in rule.forms and rule.fills and not unlike(design, rule)]
    rule = next((rule for rule in fit if rule.under is not None and _clothed(design, rule.under)), None)
    rule = rule or next((rule for rule in fit if rule.under is None), None)
    if rule is None:
        return None
    return FoundThing(name=found.name, item=found.id, mass=found.values.mass, fills=rule.fills, instead=rule.instead)


def _clothed(design: ModifierParameters, name: str) -> bool:
    # whether what is chosen lies on something, as cloth and foil do
    return covering_of(slots_of(type(design))[name].get(design)).form == "cloth"


def built(
    laid: Callable[[P, Brief], LaidParts], name: str, becomes: Sequence[ReuseRule] = ()
) -> tuple[Callable[[P, Brief], BuildPlan], Callable[[P, Brief], Assembly]]:
    """What builds a kind and what puts it together in space.

    Parameters
    ----------
    laid: lays a design out.
    name: of what is built, in the plan.
    becomes: how found things become it; one that the design has is not made again.
    """

    # the plan, the steps and what is carried are asked for one after another
    @for_same_objects(2)
    def whole(design: P, brief: Brief) -> LaidParts:
        work = laid(design, brief)
        if (found := filled(design, becomes)) is not None:
            work.take(found)
        return work

    def build(design: P, brief: Brief) -> BuildPlan:
        return whole(design, brief).plan(name)

    def assemble(design: P, brief: Brief) -> Assembly:
        return whole(design, brief).assembly

    return build, assemble
