"""What stands before the camera: every kind of subject is where the Brief says, and shows in the picture."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from factories import make_shoot, shoot_document
from wenlo.core.analysis.preview import Taking, camera_of, picture_scene, preview
from wenlo.core.brief.brief import PEOPLE, SUBJECTS, Brief, Haze
from wenlo.core.document.shoot import read_shoot
from wenlo.core.errors import InvalidInput
from wenlo.core.optics.meshes import triangles
from wenlo.core.scene import scene_builder
from wenlo.core.scene.stand_in import clouds, ground_shapes, subject_shapes
from wenlo.core.transport.tree import bounds

KINDS = sorted(SUBJECTS)


def shoot_of(kind: str, **changes):
    things = {} if kind in PEOPLE else {"brief__subject__size": 0.24, "brief__subject__face_height": 1.05}
    return make_shoot(brief__subject__kind=kind, **{**things, **changes})


def box_round(shapes):
    corners = np.concatenate([triangles(shape)[0] for shape in shapes])
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
        assert high[2] - low[2] == pytest.approx(0.24, abs=0.02)
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


def named(shapes, word):
    return [shape for shape in shapes if word in shape.id]


def test_a_head_is_as_large_as_heads_are_and_alike_on_both_sides():
    brief = shoot_of("bust").brief
    shapes = [s for s in subject_shapes(brief) if s.id not in ("neck", "shoulders", "chest")]
    low, high = box_round(shapes)
    # 23 cm from the crown to the chin and 20 cm deep without the nose, 16 to 18 cm with the ears
    assert high[2] - low[2] == pytest.approx(0.24, abs=0.02)
    assert 0.155 < high[0] - low[0] < 0.185
    face = scene_builder.face(brief)
    middle = face[0]
    for shape in named(shapes, "left"):
        other = next(s for s in shapes if s.id == shape.id.replace("left", "right"))
        (a, b), (c, d) = bounds(shape), bounds(other)
        assert [2 * middle - b[0], a[1], a[2]] == pytest.approx(c, abs=1e-6)
        assert [2 * middle - a[0], b[1], b[2]] == pytest.approx(d, abs=1e-6)
    deep = make_shoot(brief__subject__head_depth=0.24).brief
    bigger = box_round([s for s in subject_shapes(deep) if s.id not in ("neck", "shoulders", "chest")])
    assert bigger[1][2] - bigger[0][2] == pytest.approx(1.2 * (high[2] - low[2]), rel=0.02)


def test_eyes_lie_in_sockets_and_mirror_the_key():
    shoot = make_shoot(brief__camera__distance=0.5, design__key_angle=30.0)
    shapes = subject_shapes(shoot.brief)
    brow, eye, cheek = (
        box_round([s for s in shapes if s.id == f"left {part}"])[0][1] for part in ("brow", "eye", "cheek")
    )
    assert brow < eye
    assert cheek < eye
    taken = preview(shoot.brief, shoot.design, Taking(width=240, height=160, samples=8, smoothing=0)).picture
    light, names = taken.light.sum(axis=0) @ np.array([0.2126, 0.7152, 0.0722]), np.array(taken.shown)
    iris = light[np.isin(names[taken.owners], ["left iris", "right iris", "left pupil", "right pupil"])]
    assert len(iris) > 20
    # dark but for the key that it mirrors
    assert iris.max() > 4.0 * np.median(iris)


def test_a_violin_has_the_measures_of_one():
    brief = shoot_of("violin", brief__subject__size=0.59).brief
    shapes = subject_shapes(brief)
    low, high = box_round(shapes)
    face = scene_builder.face(brief)
    assert high[2] - low[2] == pytest.approx(0.59, abs=0.005)
    body_low, body_high = box_round(named(shapes, "rib"))
    assert body_high - body_low == pytest.approx([0.207, 0.031, 0.355], abs=0.002)
    # the ribs go all the way round
    ribs = named(shapes, "rib")
    ends = {tuple(np.round(r.origin + r.edge_u, 6)) for r in ribs}
    assert ends == {tuple(np.round(r.origin, 6)) for r in ribs}
    # what has one side shows it outward
    middle = np.array([0.0, face[1] + 0.0155, (body_low[2] + body_high[2]) / 2])
    for rib in ribs:
        out = rib.origin + 0.5 * (rib.edge_u + rib.edge_v) - middle
        # at the waist and in the corners a rib looks past the middle, never inward along the body's breadth
        assert rib.normal[0] * out[0] > -1e-9 or abs(rib.normal[0]) < 0.9
    assert all(p.normal[1] == pytest.approx(-1.0) for p in named(shapes, "violin front"))
    assert all(p.normal[1] == pytest.approx(1.0) for p in named(shapes, "violin back"))
    # strings run over the bridge, which stands 3 to 4 cm over the front
    assert face[1] - box_round(named(shapes, "bridge"))[0][1] == pytest.approx(0.035, abs=0.003)


@pytest.mark.parametrize("kind", KINDS)
def test_a_colour_of_ones_own_is_that_of_the_ground(kind):
    grey = shoot_of(kind, brief__subject__colour="#808080").brief
    found = [s.surface.reflectance_front for s in subject_shapes(grey)]
    # 128 of 255 in sRGB is 0.2159 of linear light
    assert any(r == pytest.approx(np.full(3, 0.2159), abs=1e-3) for r in found)
    usual = [s.surface.reflectance_front for s in subject_shapes(shoot_of(kind).brief)]
    assert not any(r == pytest.approx(np.full(3, 0.2159), abs=1e-3) for r in usual)


@pytest.mark.parametrize("colour", ["red", "#80808", "#GGGGGG", "808080", "#808080ff"])
def test_a_colour_that_is_none_is_refused_at_its_field(colour):
    with pytest.raises(ValidationError) as refused:
        Brief.model_validate({"subject": {"colour": colour}})
    assert refused.value.errors()[0]["loc"] == ("subject", "colour")
    document = shoot_document(brief__subject__colour=colour)
    with pytest.raises(InvalidInput) as said:
        read_shoot(document)
    (field,) = said.value.fields
    assert field.path == "brief.subject.colour"
    assert field.message == "Colour is a number sign and six of 0 to 9 and a to f, such as #c98a2b."


def test_a_currency_that_is_none_is_told_what_is_accepted():
    with pytest.raises(InvalidInput) as said:
        read_shoot(shoot_document(brief__workshop__currency="euro"))
    assert said.value.fields[0].message == "Currency is three capital letters, such as EUR."
