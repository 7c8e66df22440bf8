"""What stands before the camera: every kind of subject is where the Brief says, and shows in the picture."""

import math

import numpy as np
import pytest

from factories import make_shoot
from wenlo.core.analysis.preview import Taking, camera_of, picture_scene, preview
from wenlo.core.brief.brief import PEOPLE, SUBJECTS, Haze
from wenlo.core.scene import scene_builder
from wenlo.core.scene.stand_in import clouds, ground_shapes, subject_shapes
from wenlo.core.transport.tree import bounds

KINDS = sorted(SUBJECTS)


def shoot_of(kind: str, **changes):
    things = {} if kind in PEOPLE else {"brief__subject__size": 0.24, "brief__subject__face_height": 1.05}
    return make_shoot(brief__subject__kind=kind, **{**things, **changes})


def box_round(shapes):
    corners = np.array([c for shape in shapes for c in bounds(shape)])
    return corners.min(axis=0), corners.max(axis=0)


@pytest.mark.parametrize("kind", KINDS)
def test_subject_is_at_the_reading_point_and_behind_it(kind):
    brief = shoot_of(kind).brief
    low, high = box_round(subject_shapes(brief))
    face = scene_builder.face(brief)
    assert low[0] < face[0] < high[0]
    assert low[2] <= face[2] <= high[2]
    # nothing but a nose, a chest or a chin comes before the reading point
    assert low[1] > face[1] - 0.13
    if kind not in PEOPLE:
        # the box round a bowl is that of its whole sphere
        assert high[2] - low[2] == pytest.approx(0.48 if kind == "bowl" else 0.24, abs=0.02)
        (table,) = ground_shapes(brief)
        assert table.origin[2] == pytest.approx(low[2], abs=0.01)
    else:
        assert ground_shapes(brief) == ()


def test_standing_person_stands_on_the_floor_with_the_eyes_where_they_are_said():
    brief = shoot_of("standing", brief__subject__face_height=1.6).brief
    low, high = box_round(subject_shapes(brief))
    assert low[2] == pytest.approx(0.0, abs=0.02)
    assert 1.62 < high[2] < 1.85


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("finish", ["matt", "mirror"])
def test_subject_shows_in_the_middle_of_the_picture(kind, finish):
    shoot = shoot_of(kind, brief__subject__finish=finish, brief__camera__distance=1.6)
    found = preview(shoot.brief, shoot.design, Taking(width=36, height=24, samples=4, smoothing=0))
    taken = found.picture
    names = {shape.id for shape in subject_shapes(shoot.brief)}
    known = np.array([name in names for name in taken.shown])
    assert known[taken.owners][8:16, 12:24].any()
    assert np.all(np.isfinite(taken.light))
    assert taken.light.min() >= 0.0
    assert found.veil.min() >= 0.0


def test_camera_looks_at_the_thing_but_under_the_eyes_of_people():
    person, thing = shoot_of("bust").brief, shoot_of("ball").brief
    assert camera_of(person).aim[2] < person.subject.face_height
    assert camera_of(thing).aim[2] == thing.subject.face_height


def test_what_moves_is_smeared_and_what_rests_is_not():
    still = shoot_of("ball")
    moving = shoot_of("ball", brief__subject__movement=1.0, brief__camera__shutter=1 / 50)
    assert picture_scene(still.brief, still.design).moves == {}
    (way,) = picture_scene(moving.brief, moving.design).moves.values()
    assert way == pytest.approx([1 / 50, 0, 0])


def test_clouds_hang_where_they_are_told_and_thicken():
    def cloud(density):
        brief = shoot_of("bust").brief.model_copy(update={"haze": Haze(density=density, x=0.2, width=0.4, height=0.8)})
        return clouds(brief)[0]

    thin, thick = cloud("thin"), cloud("thick")
    assert thick.extinction > 3 * thin.extinction
    assert thin.half == pytest.approx([0.2, 0.2, 0.4])
    assert thin.centre[0] == 0.2
    assert clouds(shoot_of("bust").brief) == ()
    assert math.isclose(thin.albedo, 1.0)
