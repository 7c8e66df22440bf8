"""From how a kind is laid out to its plan and to the thing in space: both read one list."""

from collections.abc import Callable
from typing import TypeVar

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.modifiers.kind import ModifierParameters

P = TypeVar("P", bound=ModifierParameters)


def built(
    laid: Callable[[P, Brief], LaidParts], name: str
) -> tuple[Callable[[P, Brief], BuildPlan], Callable[[P, Brief], Assembly]]:
    """What builds a kind and what puts it together in space.

    Parameters
    ----------
    laid: lays a design out.
    name: of what is built, in the plan.
    """

    def build(design: P, brief: Brief) -> BuildPlan:
        return laid(design, brief).plan(name)

    def assemble(design: P, brief: Brief) -> Assembly:
        return laid(design, brief).assembly

    return build, assemble
