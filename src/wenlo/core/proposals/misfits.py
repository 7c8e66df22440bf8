"""What does not go together in a set: a thing and its box, ground that does not lift it, two controls for one angle;
each with its cure.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.laid_kinds import unlike
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.thing_box import ROOM_ROUND, ThingBox
from wenlo.core.proposals.proposal_context import Change, changes_of
from wenlo.core.scene.room import room_box
from wenlo.core.units.length import UnitSystem, format_length

CLEAR = 0.01
"""A thing stands so far from the walls of its box at least. [m]"""

LIFTED = 0.005
"""Ground that lies so far under the thing, or over its foot, does not carry it. [m]"""

SAME_ANGLE = 1.0
"""Two controls for one angle that differ by less agree. [degree]"""

WIDTHS = {"box": 0.8, "bottle": 0.25, "bowl": 2.0, "plate": 1.4, "ring": 2.0, "ball": 1.0}
"""Width of a thing against its height, as it is drawn."""


@dataclass(frozen=True, kw_only=True)
class Misfit:
    """A sentence, the parameter that it is about, and the changes that cure it."""

    about: str
    text: str
    cure: tuple[Change, ...]


def misfits(brief: Brief, design: ModifierParameters, *, units: UnitSystem = "metric") -> Iterator[Misfit]:
    """Everything that does not go together.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    units: how lengths are written.
    """

    def length(value: float) -> str:
        return format_length(value, system=units)

    if brief.subject.kind not in PEOPLE:
        yield from _too_large(brief, design, length)
        yield from _not_lifted(brief, design, length)
    hole = kind_of(design).capabilities.lens_hole
    if hole is not None and abs((rise := hole.get(design)) - brief.camera.rise) > SAME_ANGLE:
        yield Misfit(
            about=hole.id,
            cure=changes_of({hole.id: hole.within(brief.camera.rise)}),
            text=(
                f"The hole is cut for a lens that looks down by {rise:.0f}°; the Brief's camera looks down by"
                f" {brief.camera.rise:.0f}°."
            ),
        )
    yield from _found_otherwise(design, length)
    yield from _lamps_in_walls(brief, design, length)


def _too_large(brief: Brief, design: ModifierParameters, length: Callable[[float], str]) -> Iterator[Misfit]:
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
        said = length(wide if which == "wide" else size)
        yield Misfit(
            about="width" if which == "wide" else "height",
            text=f"The thing is {said} {which} and does not go into the {kind_of(design).name}."
            + ("" if fits else " No box of this kind is large enough for it."),
            cure=changes_of(grown) if fits else (),
        )
    elif (slot := able.roof) is not None and able.ground is not None:
        ground = able.ground.get(design)
        over = slot.get(design) - ground - size
        if over < CLEAR:
            roof = round(ground + 2.0 * size, 2)
            yield Misfit(
                about=slot.id,
                text=f"The thing is {length(size)} high; under the roof there are {length(max(over + size, 0.0))}.",
                cure=changes_of({slot.id: roof}) if roof == slot.within(roof) else (),
            )


def _not_lifted(brief: Brief, design: ModifierParameters, length: Callable[[float], str]) -> Iterator[Misfit]:
    ground = kind_of(design).capabilities.ground
    if ground is None:
        return
    off = brief.subject.foot - ground.get(design)
    if abs(off) <= LIFTED:
        return
    there = round(ground.within(brief.subject.foot), 4)
    where = f"hangs {length(off)} over the ground" if off > 0.0 else f"is sunk {length(-off)} into the ground"
    yield Misfit(
        about=ground.id,
        text=f"The thing {where}: the ground has to be where it stands.",
        cure=changes_of({ground.id: there}) if abs(there - brief.subject.foot) <= LIFTED else (),
    )


def _found_otherwise(design: ModifierParameters, length: Callable[[float], str]) -> Iterator[Misfit]:
    # what is there already is taken as it is, or another one is made
    found, kind = design.found, kind_of(design)
    rule = next((r for r in kind.becomes if found is not None and found.values.form in r.forms), None)
    if found is None or rule is None:
        return
    wanted = unlike(design, rule)
    for name, size in wanted.items():
        yield Misfit(
            about=name,
            text=(
                f"The {found.name} is {length(size)} there, the design is {length(kind.slots[name].get(design))}: so it"
                " is not used, and a new one is made."
            ),
            cure=changes_of(wanted),
        )


def _lamps_in_walls(brief: Brief, design: ModifierParameters, length: Callable[[float], str]) -> Iterator[Misfit]:
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
        text=f"A lamp stands {length(worst)} through a wall, the floor or the ceiling.",
        cure=changes_of({travel.id: nearer}) if nearer >= travel.low else (),
    )
