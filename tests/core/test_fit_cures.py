"""What stands in a wall is brought into the room by one press, with the least change that does."""

import pytest

from factories import make_shoot
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.proposals.fit_cures import camera_before_the_wall, into_the_room, lower
from wenlo.core.proposals.notes import notes
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box


def cured(brief, design, changes):
    """The set after the changes."""
    values = {c.path.removeprefix("design."): c.value for c in changes if c.path.startswith("design.")}
    distance = {c.path: c.value for c in changes}.get("brief.camera.distance")
    if distance is not None:
        brief = brief.model_copy(update={"camera": brief.camera.model_copy(update={"distance": distance})})
    return brief, type(design).model_validate({**design.model_dump(), **values})


SHOOT = make_shoot(brief__room__width=3.6, brief__room__height=2.4)


@pytest.mark.parametrize("angle", [-90.0, 90.0, 80.0])
def test_a_lamp_beyond_the_wall_comes_in(angle):
    design = SHOOT.design.model_copy(update={"key_angle": angle})
    assert not scene_builder.fits_in_room(SHOOT.brief, design)
    changes = into_the_room(SHOOT.brief, design)
    assert len(changes) == 1
    brief, mended = cured(SHOOT.brief, design, changes)
    assert scene_builder.fits_in_room(brief, mended)
    # the side that was asked for stays
    assert mended.key_angle * angle >= 0.0


def test_the_cure_stands_at_the_note_and_takes_the_note_away():
    design = SHOOT.design.model_copy(update={"key_angle": 90.0})
    said = notes(SHOOT.brief, design, evaluate(SHOOT.brief, design))
    wall = next(note for note in said if note.says.code in ("note_beyond-wall", "note_in-wall"))
    brief, mended = cured(SHOOT.brief, design, wall.cure)
    after = {note.says.code for note in notes(brief, mended, evaluate(brief, mended))}
    assert not after & {"note_beyond-wall", "note_in-wall"}


@pytest.mark.parametrize("name", sorted(kinds()))
def test_whatever_is_offered_for_any_kind_does_bring_it_in(name):
    brief = Brief.model_validate({"room": {"width": 2.2, "depth": 3.4, "height": 2.1}})
    design = kinds()[name].start(brief)
    if scene_builder.fits_in_room(brief, design):
        return
    changes = into_the_room(brief, design)
    _, mended = cured(brief, design, changes)
    assert scene_builder.fits_in_room(brief, mended) == bool(changes)


def test_where_nothing_helps_nothing_is_offered():
    closet = Brief.model_validate({"room": {"width": 1.5, "depth": 1.5, "height": 1.6}})
    assert into_the_room(closet, SHOOT.design) == ()
    assert lower(closet, SHOOT.design, 1.5) == ()


def test_what_is_too_tall_stands_lower_and_the_camera_before_the_wall():
    design = SHOOT.design.model_copy(update={"top_height": 2.5})
    stands = kind_of(design).capabilities.stands
    assert stands is not None
    (change,) = lower(SHOOT.brief, design, 0.2)
    assert change.value == pytest.approx(stands.get(design) - 0.205, abs=0.006)
    deep = make_shoot(brief__room__depth=3.0, brief__camera__distance=2.5).brief
    brief, _ = cured(deep, design, camera_before_the_wall(deep))
    assert 0.0 < -room_box(brief).front - brief.camera.distance < 0.07
