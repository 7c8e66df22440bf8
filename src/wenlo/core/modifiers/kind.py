"""What every kind of modifier declares; one module a kind, found by the registry."""

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, ClassVar, Generic, Literal, Protocol, TypeVar

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.items import Form, FoundValues
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import OwnFound
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.facts import Fact
from wenlo.core.modifiers.slots import Capabilities, Slot, slots_of
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Shape
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import DocumentPart

Vector = NDArray[np.float64]

UP = np.array([0.0, 0.0, 1.0])


class ModifierParameters(DocumentPart):
    """Base of the parameters of a kind. Subclasses fix ``kind`` to a literal.

    Everything that stands in the set is told in its coordinates: the subject's mark is the origin of the floor, x to
    the camera's right, y away from the camera, z up.
    """

    kind: Any
    key_angle: float
    found: OwnFound | None = None

    PUT_ON: ClassVar[frozenset[str]] = frozenset(
        {
            "backdrop",
            "ceiling",
            "cover",
            "doubled",
            "dropped",
            "flagged",
            "layers",
            "lens",
            "nested",
            "skirt_back",
            "skirt_front",
            "skirt_sides",
        }
    )
    """Parameters of what is put on or left off: more of it takes nothing away from the rest, and what is built is
    enough for every look.
    """

    @property
    def direction(self) -> Vector:
        """Level unit vector from the subject toward the light, shape (3,)."""
        a = math.radians(self.key_angle)
        return np.array([math.sin(a), -math.cos(a), 0.0])

    @property
    def across(self) -> Vector:
        """Level unit vector to the right as one looks from the light to the subject's back, shape (3,)."""
        d = self.direction
        return np.array([-d[1], d[0], 0.0])

    @property
    def aside(self) -> Vector:
        """Level unit vector square to the direction of the light, on the side that is turned from the camera, (3,)."""
        way: Vector = self.across * (1.0 if self.across[1] >= 0.0 else -1.0)
        return way

    @property
    def source_centre(self) -> Vector:
        """Middle of what the subject sees shining, shape (3,). [m]"""
        raise NotImplementedError

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of what the subject sees shining. [m]"""
        raise NotImplementedError

    @property
    def lamp_position(self) -> Vector:
        """Where the first lamp is, shape (3,). [m]"""
        raise NotImplementedError

    @property
    def lamp_aim(self) -> Vector:
        """What the first lamp is aimed at, shape (3,). [m]"""
        raise NotImplementedError

    @property
    def highest(self) -> float:
        """Highest point of the modifier above the floor. [m]"""
        raise NotImplementedError


LightDirection = Literal["top", "side", "front", "under"]

FrameOf = Literal["timber", "tube", "pipe", "board", "found"]
"""Of what a frame, a rod or a body can be: bars, a board with its window, or what is there already."""

P = TypeVar("P", bound=ModifierParameters)
T = TypeVar("T")


@dataclass(frozen=True, kw_only=True)
class Opening:
    """A hole in a wall of the room: the wall's id, the middle (3,) and the whole sides (3,) of the hole. [m]"""

    wall: str
    centre: Vector
    across: Vector
    upward: Vector


@dataclass(frozen=True, kw_only=True)
class Arrangement:
    """What a design puts in the set.

    ``surfaces`` of the modifier; ``lamps``, of which the first has the Brief's id of the lamp and others that share its
    setting are called ``key-2``, ``key-3`` …; ``source`` is the id of the panel that the subject sees shining;
    ``openings`` are cut into the walls; what is ``outside`` of the
    room shades but does not stand in the set; surfaces that are meant to be in the picture are ``shown``;
    ``ground`` is the place and the normal of what is behind the subject where that is not the room's backdrop.
    """

    surfaces: tuple[Shape, ...]
    lamps: tuple[Emitter, ...]
    source: str = "sheet"
    openings: tuple[Opening, ...] = ()
    outside: tuple[Shape, ...] = ()
    shown: frozenset[str] = frozenset()
    ground: tuple[Vector, Vector] | None = None


@dataclass(frozen=True, kw_only=True)
class Mark:
    """A dimension on a view: the parameter it shows, and between which points of the set it is drawn, (3,). [m]

    Its end is taken hold of on the drawing, and goes where the parameter takes it.
    """

    path: str
    label: str
    start: Vector
    end: Vector
    view: Literal["side", "front"] = "side"


@dataclass(frozen=True, kw_only=True)
class Handling:
    """What it takes to use a design.

    ``stands`` count all supports but the lamp's own; ``people`` to carry and set it up; ``setup`` and ``strike`` in
    minutes; ``uses`` how many shoots it lasts. How it is carried is read from what is built.
    """

    stands: int
    people: int
    setup: float
    strike: float
    uses: int


HeldBy = Literal["stand", "boom", "arm", "ceiling", "wall", "table", "floor", "lamp"]
"""What holds a point: a stand, a boom over a stand, an arm clamped to something, fixings in the ceiling or a spreader,
a wall, a table,
itself on the floor, a lamp."""


@dataclass(frozen=True, kw_only=True)
class Hold:
    """A point where the modifier is held: its place (3,) [m] and the share of the mass that hangs there [kg].

    ``id`` is made of its role and stays whatever its name is. ``by`` tells what usually holds it. What hangs
    ``on_lamp`` is carried by the lamp's front; ``carries`` is what another thing carries that is part of the design,
    and ``lamps`` how many lamps hang there too. ``groups`` are the rigid groups of the built thing that hang there, by
    their ids or what these begin with; they weigh what their parts weigh, and the rest is shared as the masses are.
    """

    id: str
    name: str
    place: Vector
    mass: float
    on_lamp: bool = False
    by: HeldBy = "stand"
    carries: float | None = None
    lamps: int = 0
    groups: tuple[str, ...] = ()


GRAVITY = 9.81
"""[m/s²]"""

BALANCE_FACTOR = 1.5
"""What holds against tipping is so many times what tips."""


@dataclass(frozen=True, kw_only=True)
class Balance:
    """What keeps a thing from tipping by itself: the ``load`` at its free side and the ``most`` that it holds there
    [N], the parameter and the value that would cure it, and what would in words.
    """

    name: str
    load: float
    most: float
    slot: str
    cure: float
    words: str


class Probe(Protocol):
    """Reads meters in the whole set, room and other lamps and all."""

    def __call__(
        self, meters: Sequence[Meter], left_out: frozenset[str], *, lamps: frozenset[str] | None = None
    ) -> Mapping[str, float]:
        """Readings [lx] or [lx·s] with the surfaces of these ids left out; of these lamps alone, if any are named."""


@dataclass(frozen=True, kw_only=True)
class KindFigure:
    """A figure that is worth showing: ``says`` what it is called, its value, and what it means for the picture."""

    key: str
    says: Fact


@dataclass(frozen=True, kw_only=True)
class Refusal:
    """What does not fit: the parameter that is to be changed (empty where only another lamp helps), and why in a
    sentence.
    """

    field: str
    text: str


@dataclass(frozen=True, kw_only=True)
class ReuseRule:
    """How a found object becomes the kind.

    ``forms`` of objects that serve; ``sizes`` tells which side of the object, inside where there is an inside, each
    parameter takes; ``wall`` is the parameter that takes what the object's wall does to light, ``under`` the one whose
    cloth or foil lies on it; ``faces`` how many flat faces it needs at least, ``most_faces`` at most, and ``heaviest``
    what it may weigh [kg]; ``how`` what is done with it, in a sentence.
    ``fills`` tells which parts of the built thing it is, by their ids, with ``*`` for whatever follows, and ``instead``
    which steps it saves; where the parameter ``folded`` is true it hangs at half its height. Choices
    that it takes for granted are ``sets``; sizes that are sawn off it may be less (``cut``); what has to give way to
    the thing's size follows ``then`` from the design.
    """

    forms: tuple[Form, ...]
    sizes: Mapping[str, Literal["width", "height", "depth", "focal", "narrow"]]
    how: str
    wall: Literal["sheet", "face", "lining"] | None = None
    under: Literal["face"] | None = None
    faces: int = 0
    most_faces: int | None = None
    heaviest: float | None = None
    fills: tuple[str, ...] = ()
    instead: tuple[str, ...] = ()
    folded: str = ""
    sets: Mapping[str, Any] = field(default_factory=dict)
    cut: tuple[str, ...] = ()
    then: Callable[[Any], Mapping[str, Any]] | None = None

    def takes(self, values: FoundValues) -> Iterator[tuple[str, float]]:
        """The parameters that take a size of an object, each with that size [m]; a narrow end that nobody measured says
        nothing.
        """
        sides = {
            **dict(zip(("width", "height", "depth"), values.opening(), strict=True)),
            "focal": values.focal_length or 0.0,
            "narrow": values.narrow_end,
        }
        for name, side in self.sizes.items():
            size = sides[side]
            if size is not None:
                yield name, round(size, 3)


@dataclass(frozen=True, kw_only=True)
class Kind(Generic[P]):
    """One parametric definition: parameters → surfaces and lamps for the light, parts for the build, words.

    Attributes
    ----------
    id, name: stable id and trade name.
    parameters: the typed parameters with units, limits and defaults.
    arrange: what stands in the set, given the brief and, to follow the spread of real materials, a transmittance of the
        sheet other than the typical one.
    build: parts, cloth, fittings and steps, given the brief (carrying length).
    assemble: the built thing in space, from which those parts have their sizes.
    start: a design that suits the brief before it is sized.
    scaled: the design with its light ``scale`` times as large, other things in proportion.
    rejection_reason: why it cannot serve the brief, or None.
    marks: the dimensions of the side view.
    handling: stands, people, times.
    holds: where it is held, given its mass [kg].
    capabilities: what its parameters are for.
    methods: ways of working that it stands for, each with its turn among those that do.
    first: whether a new shoot begins with it.
    in_place_of: the kind where another design's lamp hangs, for the kind that others are held against.
    lit_from: from where its light comes to the thing, where that is from more sides than one.
    good, bad: what it is good and bad at, in words.
    replaces: the rules of thumb that its figures replace.
    mistakes, cautions: what goes wrong, and what can hurt.
    becomes: the found objects that it can be made of.
    of_boards: whether it is made of boards with windows, by one of its choices.
    refused_frames: why its frame is not of something.
    figures: what is worth showing of this kind beside the figures of all.
    limits: what else must stay cool, by name, and its limit [°C] (a lens, say).
    air: openings for air that it is made with, low and as many high [m²], and what its own fan moves [m³/s].
    carries_lamps: whether its lamps hang in it, where it hangs; otherwise they hang by themselves.
    stands_by: what keeps it from tipping by itself, given its mass [kg], where something has to.
    grips: how far back over a lamp's housing it is fastened [m].
    refuses: what of a design does not go with its lamp, or with itself: the parameter and why; None where all fits.
    daylight: the brief with daylight in the place of its lamp, for kinds that need none.
    daylit: which designs daylight lights, where others have lamps; all of them where it is left out.
    keeps_size: its size comes from the thing and the lens, as ``start`` gives it, not from the shadow edge.
    """

    id: str
    name: str
    parameters: type[P]
    arrange: Callable[[P, Brief, float | None], Arrangement]
    build: Callable[[P, Brief], BuildPlan]
    assemble: Callable[[P, Brief], Assembly]
    start: Callable[[Brief], P]
    scaled: Callable[[P, float], P]
    marks: Callable[[P, Brief], tuple[Mark, ...]]
    handling: Callable[[P], Handling]
    holds: Callable[[P, float], tuple[Hold, ...]]
    capabilities: Capabilities
    good: str
    bad: str
    rejection_reason: Callable[[Brief], str | None] = lambda brief: None
    replaces: tuple[str, ...] = ()
    mistakes: tuple[str, ...] = ()
    cautions: tuple[str, ...] = field(default=())
    becomes: tuple[ReuseRule, ...] = ()
    of_boards: bool = False
    refused_frames: Mapping[FrameOf, str] = field(default_factory=dict)
    daylight: Callable[[P, Brief], Brief] | None = None
    daylit: Callable[[P], bool] | None = None
    keeps_size: bool = False
    limits: Callable[[P], tuple[tuple[str, float], ...]] = lambda design: ()
    air: Callable[[P], tuple[float, float]] = lambda design: (0.0, 0.0)
    carries_lamps: Callable[[P], bool] = lambda design: True
    stands_by: Callable[[P, float], Balance | None] = lambda design, mass: None
    grips: Callable[[P, LampType], float] = lambda design, lamp: 0.0
    refuses: Callable[[P, LampType], Refusal | None] = lambda design, lamp: None
    figures: Callable[[P, Brief, Probe], tuple[KindFigure, ...]] = lambda design, brief, probe: ()
    lit_from: Callable[[P], tuple[LightDirection, ...]] = lambda design: ()
    methods: Mapping[str, int] = field(default_factory=dict)
    first: bool = False
    in_place_of: Callable[["ModifierParameters", Brief], P] | None = None

    @property
    def always_by_day(self) -> bool:
        """Whether it never has a lamp of its own."""
        return self.daylight is not None and self.daylit is None

    def by_day(self, design: P) -> bool:
        """Whether daylight lights a design, and no lamp of its own."""
        return self.daylight is not None and (self.daylit is None or self.daylit(design))

    @cached_property
    def slots(self) -> Mapping[str, Slot[Any]]:
        """Its parameters by their ids."""
        return slots_of(self.parameters)

    def with_value(self, design: P, slot: Slot[T], value: T) -> P:
        """The design with one value changed; what stands on the floor keeps its lower edge when its height changes."""
        height = self.capabilities.height
        if height is not None and height.slot.id == slot.id and isinstance(value, float):
            return height.put(design, value)
        return slot.put(design, value)

    def differences(self, one: P, other: P) -> dict[str, Any]:
        """What another design of the kind has otherwise, by the slots' ids."""
        return {slot.id: slot.get(other) for slot in self.slots.values() if slot.get(other) != slot.get(one)}
