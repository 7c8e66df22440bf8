"""What does not go together in a set: a thing and its box, ground that does not lift it, two controls for one angle;
each with its cure.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass

from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.facts import Fact, Phrases, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.laid_kinds import unlike
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.thing_box import ROOM_ROUND, ThingBox
from wenlo.core.proposals.proposal_context import Change, changes_of
from wenlo.core.scene.room import room_box

CLEAR = 0.01
"""A thing stands so far from the walls of its box at least. [m]"""

LIFTED = 0.005
"""Ground that lies so far under the thing, or over its foot, does not carry it. [m]"""

SAME_ANGLE = 1.0
"""Two controls for one angle that differ by less agree. [degree]"""

WIDTHS = {
    "box": 0.8,
    "bottle": 0.25,
    "jar": 0.72,
    "bowl": 2.0,
    "violin": 0.36,
    "cloth": 0.9,
    "plate": 1.4,
    "ring": 2.0,
    "ball": 1.0,
}
"""Width of a thing against its height, as it is drawn."""


@dataclass(frozen=True, kw_only=True)
class Misfit:
    """What does not fit, the parameter that it is about, and the changes that cure it."""

    about: str
    says: Fact
    cure: tuple[Change, ...]


SAYS = Phrases(
    "misfit",
    {
        "hole": {"hole": "angle", "camera": "angle"},
        "too-large": {"size": "length", "way": "choice", "kind": "label", "none": "choice"},
        "roof": {"size": "length", "room": "length"},
        "hangs": {"off": "length", "way": "choice"},
        "found": {"found": "label", "sides": "list"},
        "found-side": {"side": "label", "size": "length", "wanted": "length"},
        "in-wall": {"through": "length"},
    },
    room="light",
)


def misfits(brief: Brief, design: ModifierParameters) -> Iterator[Misfit]:
    """Everything that does not go together.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    """
    if brief.subject.kind not in PEOPLE:
        yield from _too_large(brief, design)
        yield from _not_lifted(brief, design)
    hole = kind_of(design).capabilities.lens_hole
    if hole is not None and abs((rise := hole.get(design)) - brief.camera.rise) > SAME_ANGLE:
        yield Misfit(
            about=hole.id,
            cure=changes_of({hole.id: hole.within(brief.camera.rise)}),
            says=SAYS("hole", hole=math.radians(rise), camera=math.radians(brief.camera.rise)),
        )
    yield from _found_otherwise(design)
    yield from _lamps_in_walls(brief, design)


def _too_large(brief: Brief, design: ModifierParameters) -> Iterator[Misfit]:
    able, size = kind_of(design).capabilities, brief.subject.size
    wide = WIDTHS.get(brief.subject.kind, 1.0) * size
    if isinstance(design, ThingBox):
        most, which = min((design.width - wide, "wide"), (design.height - size, "high"))
        if most >= 2 * CLEAR:
            return
        slots = kind_of(design).slots
        need = {"width": max(ROOM_ROUND * size, 1.3 * wide), "height": ROOM_ROUND * size, "depth": ROOM_ROUND * size}
        grown = {name: round(slots[name].within(least), 2) for name, least in need.items()}
        fits = grown["width"] - wide >= 2 * CLEAR and grown["height"] - size >= 2 * CLEAR
        yield Misfit(
            about="width" if which == "wide" else "height",
            says=SAYS(
                "too-large",
                size=wide if which == "wide" else size,
                way=which,
                kind=kind_of(design).name,
                none=yes(not fits),
            ),
            cure=changes_of(grown) if fits else (),
        )
    elif (slot := able.roof) is not None and able.ground is not None:
        ground = able.ground.get(design)
        over = slot.get(design) - ground - size
        if over < CLEAR:
            roof = round(ground + 2.0 * size, 2)
            yield Misfit(
                about=slot.id,
                says=SAYS("roof", size=size, room=max(over + size, 0.0)),
                cure=changes_of({slot.id: roof}) if roof == slot.within(roof) else (),
            )


def _not_lifted(brief: Brief, design: ModifierParameters) -> Iterator[Misfit]:
    ground = kind_of(design).capabilities.ground
    if ground is None:
        return
    off = brief.subject.foot - ground.get(design)
    if abs(off) <= LIFTED:
        return
    there = round(ground.within(brief.subject.foot), 4)
    yield Misfit(
        about=ground.id,
        says=SAYS("hangs", off=abs(off), way="over" if off > 0.0 else "into"),
        cure=changes_of({ground.id: there}) if abs(there - brief.subject.foot) <= LIFTED else (),
    )


def _found_otherwise(design: ModifierParameters) -> Iterator[Misfit]:
    # what is there already is taken as it is, or another one is made
    found, kind = design.found, kind_of(design)
    rule = next((r for r in kind.becomes if found is not None and found.values.form in r.forms), None)
    if found is None or rule is None:
        return
    wanted = unlike(design, rule)
    if wanted:
        sides = tuple(
            SAYS("found-side", side=kind.slots[name].label, size=size, wanted=kind.slots[name].get(design))
            for name, size in wanted.items()
        )
        yield Misfit(
            about=next(iter(wanted)), says=SAYS("found", found=found.name, sides=sides), cure=changes_of(wanted)
        )


def _lamps_in_walls(brief: Brief, design: ModifierParameters) -> Iterator[Misfit]:
    box, kind = room_box(brief), kind_of(design)
    if brief.room.outdoors or kind.by_day(design):
        return
    worst = 0.0
    for lamp in kind.arrange(design, brief, None).lamps:
        x, y, z = (float(v) for v in lamp.centre)
        worst = max(worst, x - box.right, box.left - x, box.front - y, y - box.back, z - box.ceiling_at(x), -z)
    travel = kind.capabilities.lamp_travel
    if worst <= 0.0 or travel is None:
        return
    nearer = round(travel.get(design) - worst - 0.05, 2)
    yield Misfit(
        about=travel.id,
        says=SAYS("in-wall", through=worst),
        cure=changes_of({travel.id: nearer}) if nearer >= travel.low else (),
    )
