"""What every kind of modifier declares; one module a kind, found by the registry."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from wenlo.core.build.parts import BuildPlan
from wenlo.core.shoot.brief import Brief
from wenlo.core.shoot.fields import Part
from wenlo.core.transport.scene import Panel


class ModifierParameters(Part):
    """Base of the parameters of a kind. Subclasses fix ``kind`` to a literal."""

    kind: Any


P = TypeVar("P", bound=ModifierParameters)


@dataclass(frozen=True, kw_only=True)
class Kind(Generic[P]):
    """One parametric definition: parameters → surfaces for the light, parts for the build, words.

    Attributes
    ----------
    id, name, plural: stable id and trade names.
    parameters: the typed parameters with units, limits and defaults.
    surfaces: panels in the coordinates of the set, given the brief and, to follow the spread of real
        materials, a transmittance other than the typical one.
    build: parts, cloth, fittings and steps, given the brief (carrying length).
    """

    id: str
    name: str
    parameters: type[P]
    surfaces: Callable[[P, Brief, float | None], tuple[Panel, ...]]
    build: Callable[[P, Brief], BuildPlan]
