"""Wishes read off pictures: balls whose light is known in closed form, and rendered sets."""

import math
import random

import numpy as np
import pytest
from benchmarks import wishes_read as sets

from wenlo.core.calibration.head_shape import ACROSS, CHIN, CROWN, head_normals
from wenlo.core.calibration.measures import picture_of
from wenlo.core.calibration.shots import Area, Line
from wenlo.core.calibration.wishes_read import SKIN, Marks, ball_light, way_of, wishes_read
from wenlo.core.errors import Impossible
from wenlo.core.photometry.tone import encoded

SIZE = 240
BALL = Area(name="head", x=0.25, y=0.25, width=0.5, height=0.5)


def ball(side, height, *, key=0.6, ambient=0.05, above=0.0, wrap=0.0, gamma=1.0, white=(1, 1, 1), behind=0.1):
    """A matt ball in the middle of a square picture, lit from a known way."""
    y, x = (np.mgrid[0:SIZE, 0:SIZE] + 0.5) / SIZE
    u, v = (x - 0.5) / 0.25, (0.5 - y) / 0.25
    inside = u * u + v * v < 1.0
    w = np.sqrt(np.maximum(1.0 - u * u - v * v, 0.0))
    toward = np.stack([u, v, w], axis=2) @ way_of(side, height)
    light = key * np.maximum((toward + wrap) / (1.0 + wrap), 0.0) + ambient + above * v
    light = np.where(inside, light, behind)[:, :, None] * np.array(white)
    return picture_of(encoded(np.clip(light, 0.0, 1.0) ** gamma))


def apart(found, side, height):
    return math.degrees(math.acos(min(float(way_of(found.side, found.height) @ way_of(side, height)), 1.0)))


@pytest.mark.parametrize("side", [-75.0, -30.0, 10.0, 45.0, 90.0])
@pytest.mark.parametrize("height", [-15.0, 0.0, 30.0, 60.0])
def test_the_way_of_the_light_on_a_ball_is_found(side, height):
    assert apart(ball_light(ball(side, height), BALL), side, height) < 3.5


def test_a_key_from_behind_is_found_while_its_rim_shows():
    found = ball_light(ball(120.0, 60.0), BALL)
    assert apart(found, 120.0, 60.0) < math.hypot(found.side_error, found.height_error)
    with pytest.raises(Impossible, match="lit alike"):
        ball_light(ball(-150.0, 0.0), BALL)


@pytest.mark.parametrize("wrap", [0.15, 0.5])
def test_a_broad_light_is_told_from_a_small_one(wrap):
    found = ball_light(ball(50.0, 25.0, wrap=wrap), BALL)
    assert found.wrap == wrap
    assert apart(found, 50.0, 25.0) < min(found.side_error, found.height_error)


def test_light_from_above_all_round_does_not_lift_the_key():
    found = ball_light(ball(40.0, 10.0, ambient=0.12, above=0.08), BALL)
    assert apart(found, 40.0, 10.0) < 4.0


@pytest.mark.parametrize(("gamma", "white"), [(0.9, (1, 1, 1)), (1.12, (1, 1, 1)), (1.0, (1.2, 1.0, 0.7))])
def test_a_camera_s_curve_and_white_balance_do_not_turn_the_key(gamma, white):
    found = ball_light(ball(-55.0, 30.0, gamma=gamma, white=white), BALL)
    assert apart(found, -55.0, 30.0) < 6.0


def test_contrast_is_what_the_cheeks_send_back():
    # cheeks at 45° to both sides, a key at 60° on the level: cosines 15° and 105°, so ambient alone on the far one
    wishes = {w.key: w for w in wishes_read(ball(60.0, 0.0), Marks(head=BALL), reflectance=0.4)}
    by_hand = math.log2((0.6 * math.cos(math.radians(15.0)) + 0.05) / 0.05)
    assert wishes["contrast"].value == pytest.approx(by_hand, abs=0.15)
    assert wishes["contrast"].error > 0.12 * by_hand


def test_the_background_is_told_against_the_key_s_light_on_skin():
    behind = Area(name="background", x=0.02, y=0.4, width=0.15, height=0.2)
    marks = Marks(head=BALL, background=behind)
    wish = next(w for w in wishes_read(ball(30.0, 0.0), marks, reflectance=0.4) if w.key == "background")
    by_hand = math.log2(0.1 / 0.4) - math.log2(0.65 / SKIN)
    assert wish.value == pytest.approx(by_hand, abs=0.1)
    assert wish.error >= 0.6


def test_without_the_head_neither_background_nor_edge_is_told():
    marks = Marks(
        background=Area(name="background", x=0.02, y=0.4, width=0.15, height=0.2),
        edge=Line(across="edge", x1=0.3, y1=0.5, x2=0.6, y2=0.5),
    )
    told = wishes_read(ball(30.0, 0.0), marks, reflectance=0.4)
    assert [w.key for w in told] == ["background", "shadow_edge"]
    assert all(w.value is None and "round the head" in w.problem for w in told)


def test_the_background_says_when_its_head_cannot_be_read():
    behind = Area(name="background", x=0.02, y=0.4, width=0.15, height=0.2)
    flat = ball(40.0, 0.0, key=0.0, ambient=0.3)
    told = wishes_read(flat, Marks(head=BALL, background=behind), reflectance=0.4)
    assert [w.key for w in told] == ["key_side", "background"]
    assert "cannot be read" in told[1].problem


def test_an_edge_is_as_wide_as_it_is_drawn_beside_a_head_of_known_size():
    picture = np.full((SIZE, SIZE), 0.5)
    # from light to shade over 40 of the 120 pixels that a head of 238 mm is tall with its hair: 79 mm
    picture[:] = np.interp(np.arange(SIZE), [100, 140], [0.6, 0.1])
    coloured = picture_of(encoded(np.repeat(picture[:, :, None], 3, axis=2)))
    marks = Marks(head=BALL, edge=Line(across="edge", x1=0.2, y1=0.5, x2=0.8, y2=0.5))
    wish = next(w for w in wishes_read(coloured, marks, reflectance=0.4) if w.key == "shadow_edge")
    assert wish.value == pytest.approx(40 / 120 * 0.238, rel=0.08)
    assert wish.error >= 0.08 * wish.value


@pytest.mark.parametrize(
    ("picture", "head", "says"),
    [
        (ball(10.0, 0.0, key=3.0), BALL, "clipped"),
        (ball(40.0, 0.0), Area(name="head", x=0.48, y=0.48, width=0.03, height=0.03), "too small"),
        (ball(40.0, 0.0, key=0.0, ambient=0.3), BALL, "lit alike"),
    ],
)
def test_a_head_that_tells_nothing_is_refused_with_words(picture, head, says):
    with pytest.raises(Impossible, match=says):
        ball_light(picture, head)
    (refused,) = wishes_read(picture, Marks(head=head), reflectance=0.4)
    assert refused.value is None
    assert says in refused.problem


def test_a_face_looks_ahead_and_alike_to_both_sides_and_hair_tells_nothing():
    normals, bare = head_normals()
    assert np.linalg.norm(normals[bare], axis=1) == pytest.approx(1.0)
    assert bare == pytest.approx(bare[:, ::-1])
    assert normals[bare][:, 0].mean() == pytest.approx(0.0, abs=0.01)
    assert (normals * [-1.0, 1.0, 1.0])[:, ::-1][bare] == pytest.approx(normals[bare], abs=1e-6)
    rows, columns = bare.shape

    def at(x, z):
        # a place in the front view, from the eyes
        place = int((CROWN - z) / (CROWN - CHIN) * rows), int((x + ACROSS) / (2 * ACROSS) * columns)
        return bare[place], normals[place]

    # the crown is hair, the brows and the nose are left out
    for x, z in ((0.0, 0.11), (0.03, 0.016), (0.0, -0.02)):
        assert not at(x, z)[0]
    seen, forehead = at(0.0, 0.06)
    assert seen
    assert forehead[1] > 0.2
    assert forehead[2] > 0.7
    seen, cheek = at(0.055, -0.03)
    assert seen
    assert cheek[0] > 0.3


def test_faces_of_other_proportions_are_read_as_well():
    rng, reads, tried = random.Random(11), [], 0
    while len(reads) < 4 and tried < 12:
        tried += 1
        try:
            reads.append(sets.read_case(sets.case_of(*sets.set_at_random(rng), another=rng)))
        except Impossible:
            continue
    assert len(reads) == 4
    assert sum(read.off <= read.stated for read in reads) >= 3


def test_rendered_faces_are_read_within_what_is_stated():
    rng, reads, tried = random.Random(7), [], 0
    while len(reads) < 5 and tried < 15:
        tried += 1
        try:
            reads.append(sets.read_case(sets.case_of(*sets.set_at_random(rng))))
        except Impossible:
            continue
    assert len(reads) == 5
    assert sum(read.off <= sets.KEY_BAR for read in reads) >= 4
    assert sum(abs(read.contrast) <= read.contrast_stated for read in reads) >= 4
