"""The set that a role is placed in: what stands there already, what its meters read, and where there is room."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal, get_args

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.clashes import seen_by_lens
from wenlo.core.analysis.figures import readings_in_room
from wenlo.core.brief.brief import Brief, OtherLight
from wenlo.core.brief.set_objects import Board
from wenlo.core.catalog.own import is_natural, lamp_of
from wenlo.core.facts import Fact, Phrases, told_stops
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.proposal_context import Change
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import RoomBox
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve

Vector = NDArray[np.float64]


RoleId = Literal["fill_card", "fill_lamp", "rim", "halo", "top", "negative_fill", "ground", "practical", "pretended"]


ROLES: tuple[RoleId, ...] = get_args(RoleId)


SAYS = Phrases(
    "role",
    {
        "name": {"role": "choice"},
        "lamps-full": {"most": "count"},
        "things-full": {"most": "count"},
        "too-weak": {"stops": "in_stops"},
        "too-strong": {"stops": "in_stops"},
        "hidden": {},
        "shows": {"cure": "choice"},
        "contrast": {"stops": "deep_stops", "wanted": "in_stops"},
        "on-face": {"share": "share"},
        "fill-lamp": {"power": "share", "after": "deep_stops", "wanted": "in_stops"},
        "no-fill": {"stops": "deep_stops"},
        "rim": {"over": "by_stops", "backdrop": "by_stops", "apart": "in_stops"},
        "on-lens": {"share": "share", "flag": "choice"},
        "halo": {"power": "share", "got": "by_stops", "wanted": "by_stops"},
        "halo-bright": {"has": "by_stops", "wanted": "by_stops"},
        "backdrop": {"stops": "by_stops"},
        "dim": {"ways": "list"},
        "dim-slit": {"part": "tenth", "stops": "in_stops"},
        "dim-gel": {"gel": "label", "stops": "in_stops"},
        "dim-farther": {"far": "length", "now": "length", "stops": "in_stops"},
        "top": {"rise": "length", "behind": "length", "power": "share", "angle": "angle"},
        "top-low": {"room": "length"},
        "top-near": {"room": "length"},
        "top-spill": {"stops": "by_stops", "flag": "choice"},
        "practical": {"over": "by_stops"},
        "in-picture": {"seen": "choice"},
        "burns-out": {"burns": "choice"},
        "pretended": {"light": "label", "angle": "angle", "right": "choice"},
        "pretended-none": {},
        "pretended-way": {"there": "choice", "most": "angle", "angle": "angle"},
        "pretended-colour": {"apart": "count", "match": "choice"},
        "pretended-level": {"brighter": "choice", "stops": "in_stops"},
        "fill-card": {"away": "length", "before": "deep_stops", "after": "deep_stops", "wanted": "in_stops"},
        "fill-card-most": {},
        "board-seen": {"black": "choice"},
        "black": {"away": "length", "before": "deep_stops", "after": "deep_stops"},
        "black-takes": {"stops": "in_stops"},
        "ground": {"stops": "in_stops", "person": "choice"},
        "ground-more": {"stops": "in_stops"},
    },
    room="roles",
)

NEAR_WANTED = 0.3
"""A level so near to the wanted one is taken for it. [stop]"""


STEEP = math.radians(62.0)
"""A top light stands so high over the level, behind the head. [rad]"""


LEAST_BEHIND = 0.3
"""So far behind the eyes it lights the hair and not the brow. [m]"""


SPILLS_ON_FACE = -3.0
"""What a top light adds to the face is not seen below this. [stop]"""


SEEN_OVER_WHITE = 3.0
"""A lamp in the picture looks bright and keeps its colour at so much over a white card in the key. [stop]"""


RIM_OVER_KEY = 0.0
"""Light on the edge against the key; at a grazing angle that is plain to see. [stop]"""


CLEAR_OF_WALLS = 0.25


LAMPS = ("bulb_15", "panel_45", "chip_60_dish")


TRIES = (1.5, 1.2, 0.95, 0.75, 0.6, 0.45, 0.35)


@dataclass(frozen=True, kw_only=True)
class RoleCheck:
    """What must hold of a role, and whether it does."""

    holds: bool
    says: Fact


@dataclass(frozen=True, kw_only=True)
class Placement:
    """What a role adds or changes, what that does, and its checks; nothing to add when ``why_not`` says why."""

    role: RoleId
    says: tuple[Fact, ...] = ()
    lights: tuple[OtherLight, ...] = ()
    boards: tuple[Board, ...] = ()
    changes: tuple[Change, ...] = ()
    checks: tuple[RoleCheck, ...] = ()
    why_not: Fact | None = None


@dataclass(frozen=True, kw_only=True, eq=False)
class Stage:
    """A set while something is placed in it; ``kept`` remembers what its meters read now."""

    brief: Brief
    design: ModifierParameters
    room: RoomBox
    kept: dict[str, Mapping[str, float]] = field(default_factory=dict)

    @property
    def shade(self) -> float:
        """Side of the subject's shadow: −1 left, 1 right."""
        return -1.0 if float(self.design.direction[0]) >= 0.0 else 1.0

    @property
    def face(self) -> Vector:
        """Where the face is, shape (3,). [m]"""
        return scene_builder.face(self.brief)

    def now(self) -> Mapping[str, float]:
        """What the usual meters read as the set stands."""
        if "now" not in self.kept:
            self.kept["now"] = readings_in_room(
                self.brief, self.design, ("key", "lit", "fill", "backdrop", "lens"), effort=DRAFT
            )
        return self.kept["now"]

    def readings(self, lights: Sequence[OtherLight] = (), boards: Sequence[Board] = ()) -> Mapping[str, float]:
        """What they read with lights and boards more."""
        names = ("key", "lit", "fill", "backdrop", "lens")
        return readings_in_room(self.grown(lights, boards), self.design, names, effort=DRAFT)

    def over_key(self, light: OtherLight) -> float:
        """How far a light that stands already is over the rest at the face. [stop]"""
        name = list(self.brief.lights)[self.brief.others.index(light)]
        meter = next(m for m in scene_builder.meters(self.brief, self.design) if m.id == "key")
        scene = scene_builder.whole_scene(self.brief, self.design)
        found = measure(solve(scene, DRAFT), [meter]).readings(scene_builder.lamp_weights(self.brief))["key"]
        own = float(luminance(found.by_lamp[name].total))
        return stops_between(own, max(float(luminance(found.total)) - own, 1e-30)) if own > 0.0 else -math.inf

    def grown(self, lights: Sequence[OtherLight] = (), boards: Sequence[Board] = ()) -> Brief:
        """The Brief with lights and boards more."""
        return self.brief.model_copy(
            update={"others": [*self.brief.others, *lights], "pieces": [*self.brief.pieces, *boards]}
        )

    def named(self, name: str) -> str:
        """A name that nothing in the set has."""
        taken = {x.name for x in (*self.brief.others, *self.brief.pieces)}
        return next(n for n in (name, *(f"{name} {k}" for k in range(2, 99))) if n not in taken)

    def inside(self, place: Vector) -> Vector:
        """The place drawn in to where the room holds it, shape (3,). [m]"""
        box, margin = self.room, CLEAR_OF_WALLS
        x = min(max(float(place[0]), box.left + margin), box.right - margin)
        y = min(max(float(place[1]), box.front + margin), box.back - margin)
        z = min(float(place[2]), box.ceiling_at(x) - 0.12)
        return np.array([x, y, max(z, 0.05)])


def contrast_of(lux: Mapping[str, float]) -> float:
    """Lit side over shadow side; infinite where the shadow gets nothing. [stop]"""
    return stops_between(lux["lit"], lux["fill"]) if lux["fill"] > 0.0 else math.inf


def card_beside(stage: Stage, away: float, face: Literal["white", "black"], name: str) -> Board:
    """Upright beside the subject, turned to the face, its near edge a little toward the camera."""
    side = stage.shade
    place = stage.inside(np.array([side * away, -0.15, float(stage.face[2])]))
    return Board(
        name=stage.named(name),
        x=round(float(place[0]), 3),
        y=round(float(place[1]), 3),
        z=round(float(place[2]), 3),
        width=0.7,
        height=0.9,
        turn=-side * 90.0,
        face=face,
    )


def out_of_the_picture(stage: Stage, board: Board) -> bool:
    """Whether a board beside the subject stands out of the picture."""
    from_middle = np.array(
        [[board.x, board.y + dy, board.z + dz] for dy in (-0.35, 0.0, 0.35) for dz in (-0.45, 0.0, 0.45)]
    )
    shown, _ = seen_by_lens(stage.brief, from_middle)
    return not bool(np.any(shown))


def lamp_at(stage: Stage, name: str, lamp: str, place: Vector, **more: Any) -> OtherLight:
    """A lamp of a name that nothing has, at a place drawn in to where the room holds it."""
    x, y, z = (round(float(c), 2) for c in stage.inside(place))
    return OtherLight(name=stage.named(name), id=lamp, x=x, y=y, z=z, **more)


def reading_with(stage: Stage, light: OtherLight, meter: Meter) -> tuple[float, float, dict[str, float]]:
    """What a meter gets of a new light at full power and of all else, in terms of the key lamp's, and the same of the
    usual meters.
    """
    brief = stage.grown([light])
    *_, name = brief.lights
    usual = [m for m in scene_builder.meters(brief, stage.design) if m.id in ("key", "lit", "fill", "backdrop", "lens")]
    found = measure(solve(scene_builder.whole_scene(brief, stage.design), DRAFT), [meter, *usual]).readings(
        scene_builder.lamp_weights(brief)
    )
    spread = {
        m.id: float(luminance(found[m.id].by_lamp[name].total)) / max(float(luminance(found[m.id].total)), 1e-30)
        for m in usual
    }
    own = float(luminance(found[meter.id].by_lamp[name].total))
    return own, float(luminance(found[meter.id].total)) - own, spread


def power_for(stage: Stage, lamp: OtherLight, wanted: float) -> tuple[float, tuple[Fact, ...]]:
    """The dial for a factor on full power, kept to what the lamp has, and what to say where it does not reach."""
    lowest = lamp_of(lamp.id).lowest_power if not is_natural(lamp.id) else 1.0
    if wanted > 1.0:
        return 1.0, (SAYS("too-weak", stops=told_stops(math.log2(wanted))),)
    if wanted < lowest:
        return lowest, (SAYS("too-strong", stops=told_stops(math.log2(lowest / max(wanted, 1e-9)))),)
    return round(max(wanted, 1.0 / 512.0), 4), ()


def in_the_picture(*, shown: bool, cure: Literal["move", "raise", "lower"]) -> RoleCheck:
    """That the lens does not see what is placed; what to do where it does."""
    return RoleCheck(holds=not shown, says=SAYS("shows", cure=cure) if shown else SAYS("hidden"))


def contrast_check(stage: Stage, after: float) -> RoleCheck:
    """That the contrast is near the wanted one."""
    wanted = stage.brief.wanted.contrast
    says = SAYS("contrast", stops=told_stops(after), wanted=wanted)
    return RoleCheck(holds=abs(after - wanted) <= NEAR_WANTED, says=says)


def behind_subject(stage: Stage) -> Vector:
    """Behind the subject on the shadow side, as far as the backdrop and the frame leave."""
    deep = max(0.35, min(1.2, stage.brief.backdrop.distance - 0.3))
    for aside in np.arange(0.5, 2.4, 0.1):
        place = stage.inside(np.array([stage.shade * aside, deep, float(stage.face[2]) + 0.55]))
        if not bool(seen_by_lens(stage.brief, place[None, :])[0][0]):
            return place
    return place
