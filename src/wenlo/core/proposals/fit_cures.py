"""What brings a set into its room that stands in a wall: the least change that does."""

from collections.abc import Iterator

from wenlo.core.brief.brief import Brief, Camera
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.modifiers.slots import Slot
from wenlo.core.proposals.proposal_context import Change, changes_of
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.units.fields import limits_of_field

NEARER = (0.85, 0.7, 0.55)
"""Shares of its distance that a lamp, or the whole, is brought to."""

TURNS = (10.0, 20.0, 35.0, 50.0)
"""How far a key angle is turned toward the camera. [degree]"""

BEFORE_WALL = 0.05
"""A camera stands so far from the wall behind it. [m]"""


def into_the_room(brief: Brief, design: ModifierParameters) -> tuple[Change, ...]:
    """The least of a few changes that a person would try first; none where none of them brings it into the room.

    Parameters
    ----------
    brief, design: a set that does not fit its room.
    """
    for values in _tries(design):
        changed = design.model_copy(update=values)
        if scene_builder.fits_in_room(brief, changed) and not scene_builder.in_picture(brief, changed):
            return changes_of(values)
    return ()


def _tries(design: ModifierParameters) -> Iterator[dict[str, float]]:
    # the lamp nearer, turned toward the camera, all of it nearer: by turns, a little first
    able = kind_of(design).capabilities
    lamp = [_scaled(able.lamp_travel, design, share) for share in NEARER] if able.lamp_travel is not None else []
    turned = [_turned(design, by) for by in TURNS]
    whole = [_scaled(able.travel, design, share) for share in NEARER] if able.travel is not None else []
    for k in range(max(len(lamp), len(turned), len(whole))):
        for row in (lamp, turned, whole):
            if k < len(row) and row[k]:
                yield row[k]


def _scaled(slot: Slot[float], design: ModifierParameters, share: float) -> dict[str, float]:
    now = slot.get(design)
    value = round(slot.within(now * share), 2)
    return {slot.id: value} if value != now else {}


def _turned(design: ModifierParameters, by: float) -> dict[str, float]:
    slot, now = kind_of(design).slots["key_angle"], design.key_angle
    size = max(abs(now) - by, 0.0)
    value = slot.within(size if now >= 0.0 else -size)
    return {"key_angle": value} if value != now else {}


def lower(brief: Brief, design: ModifierParameters, over: float) -> tuple[Change, ...]:
    """A design whose top is so much too high, stood lower; none where its stands or legs do not go so low.

    Parameters
    ----------
    brief, design: the set.
    over: by how much its top is too high. [m]
    """
    stands = kind_of(design).capabilities.stands
    if stands is None:
        return ()
    value = round(stands.get(design) - over - 0.005, 2)
    if value < stands.low or not scene_builder.fits_in_room(brief, design.model_copy(update={stands.id: value})):
        return ()
    return changes_of({stands.id: value})


def camera_before_the_wall(brief: Brief) -> tuple[Change, ...]:
    """The camera as far back as the room lets it stand; none where that would be at the subject.

    Parameters
    ----------
    brief: whose camera would stand behind the wall.
    """
    value = round(-room_box(brief).front - BEFORE_WALL - 0.005, 2)
    limits = limits_of_field(Camera, "distance")
    stands = limits is None or value >= limits.low
    return (Change(path="brief.camera.distance", value=value),) if stands else ()
