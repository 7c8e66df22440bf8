"""Exercises: the true answer scores full, the score falls with what it is off, and what is asked for is not shown."""

import math

import numpy as np
import pytest

from wenlo.core.errors import InvalidInput
from wenlo.core.practice.practice import KINDS, Answer, exercise, picture, score
from wenlo.core.scene import scene_builder

SEEDS = range(6)


@pytest.mark.parametrize("kind", list(KINDS))
@pytest.mark.parametrize("seed", SEEDS)
def test_the_truth_scores_full_and_gives_its_reason(kind, seed):
    made = exercise(kind, seed)
    assert exercise(kind, seed) == made
    blind = (
        {"choice": "gel"}
        if made.answered == "choice"
        else {"stops": 0.0}
        if made.answered == "stops"
        else {"x": 0.3, "y": 0.4}
    )
    truth = score(kind, seed, Answer(**blind)).truth
    best = score(kind, seed, truth)
    assert best.points == 100
    assert best.off == pytest.approx(0.0, abs=1e-6)
    assert best.says
    with pytest.raises(InvalidInput):
        score(kind, seed, Answer())


def test_what_is_asked_for_is_not_shown():
    for seed in SEEDS:
        assert exercise("second lamp", seed).shown.brief.others == []


@pytest.mark.parametrize("seed", SEEDS)
def test_a_second_lamp_is_scored_by_its_direction(seed):
    truth = score("second lamp", seed, Answer(x=0.0, y=-1.0)).truth
    bearing = math.atan2(truth.x, -truth.y)
    for off in (10.0, 40.0, 170.0):
        turned = bearing + math.radians(off)
        # twice as far in the same direction is as good
        told = score("second lamp", seed, Answer(x=2.0 * math.sin(turned), y=-2.0 * math.cos(turned)))
        assert told.off == pytest.approx(off, abs=1e-6)
        assert told.points == round(100 * 0.5 ** (off / 20.0))


@pytest.mark.parametrize("seed", SEEDS)
def test_the_card_lies_where_the_plate_mirrors_the_camera(seed):
    made = exercise("one card", seed)
    brief = made.shown.brief
    truth = score("one card", seed, Answer(x=0.0, y=0.0)).truth
    lean = math.radians(brief.subject.lean)
    normal = np.array([-math.cos(lean), math.sin(lean)])
    lens = scene_builder.camera_place(brief)[1:] - scene_builder.face(brief)[1:]
    card = np.array([truth.x, truth.y - brief.subject.face_height])
    # both make the same angle with the plate's normal, on its two sides
    angles = [math.degrees(math.acos(float(v @ normal) / float(np.linalg.norm(v)))) for v in (lens, card)]
    assert angles[0] == pytest.approx(angles[1])
    sides = [float(v[0] * normal[1] - v[1] * normal[0]) for v in (lens, card)]
    assert sides[0] * sides[1] < 0.0 or angles[0] < 1e-6
    assert score("one card", seed, Answer(x=truth.x * 2.0, y=brief.subject.face_height + card[1] * 2.0)).points == 100
    away = Answer(x=truth.x - 0.1 * normal[1], y=truth.y)
    assert 0 < score("one card", seed, away).points < 100


def test_the_wall_is_as_dark_as_meters_read():
    for seed in SEEDS:
        made = exercise("darker wall", seed)
        assert not scene_builder.in_picture(made.shown.brief, made.shown.design)
        truth = score("darker wall", seed, Answer(stops=0.0)).truth.stops
        assert 0.3 < truth < 5.0
        off = score("darker wall", seed, Answer(stops=truth + 0.5))
        assert (off.points, off.off) == (50, pytest.approx(0.5))


def test_every_layer_is_taken_away_by_some_seed_and_seen_in_the_frames():
    seen = {}
    for seed in range(30):
        seen.setdefault(score("which layer", seed, Answer(choice="gel")).truth.choice, seed)
    assert set(seen) == {"sheet", "layer", "gel"}
    before, after = (picture("which layer", seen["gel"], w) for w in ("before", "after"))
    warm = [float(np.median(p[..., 0] / np.maximum(p[..., 2], 0.02))) for p in (before, after)]
    assert warm[0] > 1.15 * warm[1]
    with pytest.raises(InvalidInput, match="Choose one"):
        score("which layer", 0, Answer(choice="hat"))
