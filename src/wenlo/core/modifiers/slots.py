"""Slots: how anything outside a kind's own module reads and sets one of its parameters, and what parameters are for.

A kind declares which of its parameters is the sheet, which moves the lamp, which is the hole for the lens. Nothing else
asks a design what it happens to have.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Generic, Literal, TypeVar, get_args, get_origin

from pydantic import BaseModel

from wenlo.core.catalog.own import BounceRef, SheetRef
from wenlo.core.units.fields import ValueLimits, limits_of_field

T = TypeVar("T")
D = TypeVar("D", bound=BaseModel)

Scope = Literal["build", "pose", "place"]
"""What a parameter changes: the parts, how they stand to each other, or where the whole stands."""

PLACES = frozenset({"key_angle", "distance", "centre_height", "forward", "along", "sill"})
"""Parameters that say where the whole stands."""

POSES = frozenset(
    {
        "card_angle",
        "card_distance",
        "card_shift",
        "card_height",
        "key_slid",
        "far_slid",
        "lamp_distance",
        "lamp_height",
        "lamp_in",
        "lamp_out",
        "lamp_turn",
        "lifted",
        "tilt",
        "turn",
        "worn",
        "opening",
        "aim_height",
        "rotation",
        "second",
    }
)
"""Parameters that say how parts stand to each other, and cost no new part."""


@dataclass(frozen=True)
class Slot(Generic[T]):
    """One parameter of a kind: its id and label, its limits where it is a number, and its options where it is one of
    some words.
    """

    id: str
    label: str
    unit: str
    limits: ValueLimits | None
    scope: Scope
    options: tuple[Any, ...] = ()

    def get(self, design: BaseModel) -> T:
        """The value in a design. Raises KeyError for a design of a kind that has no such slot."""
        value: T = design.__dict__[self.id]
        return value

    def put(self, design: D, value: T) -> D:
        """The design with another value, as given: what is set by hand has been checked at its field."""
        return design.model_copy(update={self.id: value})

    @property
    def low(self) -> float:
        """Least value; −∞ where there is none."""
        return -math.inf if self.limits is None else self.limits.low

    @property
    def high(self) -> float:
        """Greatest value; ∞ where there is none."""
        return math.inf if self.limits is None else self.limits.high

    def within(self, value: float) -> float:
        """The value, or the nearest that the slot takes."""
        return min(max(value, self.low), self.high)

    @property
    def path(self) -> str:
        """Where it is in the document of the key's modifier."""
        return f"design.{self.id}"


@cache
def slots_of(parameters: type[BaseModel]) -> Mapping[str, Slot[Any]]:
    """All slots of a kind's parameters by their ids, in the order in which they are asked for."""
    found: dict[str, Slot[Any]] = {}
    for name, info in parameters.model_fields.items():
        if name in ("kind", "found"):
            continue
        told = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
        scope: Scope = "place" if name in PLACES else "pose" if name in POSES else "build"
        found[name] = Slot(
            id=name,
            label=str(told.get("label", name.replace("_", " "))),
            unit=str(told.get("unit", "")),
            limits=limits_of_field(parameters, name),
            scope=scope,
            options=get_args(info.annotation) if get_origin(info.annotation) is Literal else (),
        )
    return found


@dataclass(frozen=True, kw_only=True)
class Sheeted:
    """A sheet that light passes: its material, how many layers of it, and how far they hang apart."""

    material: Slot[SheetRef]
    layers: Slot[int] | None = None
    gap: Slot[float] | None = None

    def count(self, design: BaseModel) -> int:
        """How many layers there are."""
        return 1 if self.layers is None else self.layers.get(design)

    def hangs_apart(self, design: BaseModel) -> bool:
        """Whether layers hang apart, not on each other."""
        return self.gap is not None and self.count(design) > 1 and self.gap.get(design) > 0.0


@dataclass(frozen=True, kw_only=True)
class Height:
    """The height of what shines, with the height of its upper edge where that is a parameter too; ``leg`` is left under
    its lower edge at least. [m]
    """

    slot: Slot[float]
    top: Slot[float] | None = None
    leg: float = 0.0

    def put(self, design: D, value: float) -> D:
        """The design with another height; its lower edge stays."""
        grown = value - self.slot.get(design)
        changed = self.slot.put(design, value)
        return changed if self.top is None else self.top.put(changed, self.top.get(design) + grown)


@dataclass(frozen=True, kw_only=True)
class Bent:
    """A stiff sheet that is bent: the radius of its bend and its thickness, its flat part and its width, and the radius
    of a second bend, 0 where there is none. [m]
    """

    radius: Slot[float]
    thickness: Slot[float]
    flat: Slot[float]
    width: Slot[float]
    front: Slot[float] | None = None


@dataclass(frozen=True, kw_only=True)
class Lens:
    """A lens of its own: diameter and focal length. [m]"""

    diameter: Slot[float]
    focal_length: Slot[float]


@dataclass(frozen=True, kw_only=True)
class Frame:
    """A frame that bars are cut for: the way it is made, and of which bars."""

    structure: Slot[str]
    material: Slot[str]


@dataclass(frozen=True, kw_only=True)
class StandingSheet:
    """A sheet on feet of its own with its lamp behind it: what is chosen of it, each alone."""

    width: Slot[float]
    height: Slot[float]
    top: Slot[float]
    distance: Slot[float]
    lamp: Slot[float]
    layers: Slot[int]
    material: Slot[SheetRef]
    foot: Slot[float]


@dataclass(frozen=True, kw_only=True)
class Capabilities:
    """What the parameters of a kind are for; None, or nothing, where it has no such thing.

    Attributes
    ----------
    sheet: what light passes.
    faces: what light bounces from: faces and linings.
    travel: moves the whole to and from the subject.
    lamp_travel: moves the lamp to and from what it lights.
    stands: how high the whole stands: its middle or its upper edge.
    height: of what shines, where changing it alone makes sense.
    aim: the height that it points to.
    ground: how high what the thing stands on is.
    roof: how high what is over the thing is.
    lens_hole: by how much the hole for the lens looks down.
    lamps: how many lamps light one sheet evenly.
    under: light from below; more than nothing where it is lit.
    foot: length of its feet.
    standing: a sheet on feet of its own, whose sides and distances are each chosen alone.
    off_ceiling: whether it throws light at the room's own ceiling.
    """

    sheet: Sheeted | None = None
    faces: tuple[Slot[BounceRef], ...] = ()
    travel: Slot[float] | None = None
    lamp_travel: Slot[float] | None = None
    stands: Slot[float] | None = None
    height: Height | None = None
    aim: Slot[float] | None = None
    ground: Slot[float] | None = None
    roof: Slot[float] | None = None
    lens_hole: Slot[float] | None = None
    lamps: Slot[int] | None = None
    under: Slot[float] | None = None
    foot: Slot[float] | None = None
    bent: Bent | None = None
    lens: Lens | None = None
    frame: Frame | None = None
    standing: StandingSheet | None = None
    off_ceiling: bool = False
