"""Bare lamp: its light by the inverse square, its shadow edge by its size, and nothing to build."""

import math

import numpy as np
import pytest

from made_kinds import brief_for, made, middle
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.modifiers.registry import baseline
from wenlo.core.optics.lamp import placed


@pytest.mark.parametrize("lamp", ["chip_60_dish", "bulb_15", "flash_hotshoe", "ring_18"])
def test_it_loses_nothing(lamp):
    brief = brief_for("bare_lamp", brief__lamp__id=lamp)
    bare = made("bare_lamp", brief=brief)
    light = modifier_light(brief, bare.design)
    assert light.loss == pytest.approx(0.0, abs=0.05)


def test_its_light_falls_with_the_square_of_the_way():
    brief = brief_for("bare_lamp", brief__lamp__id="chip_60_dish")
    near, far = (made("bare_lamp", brief=brief, distance=d, centre_height=1.25, aim_height=1.25) for d in (1.0, 2.0))
    keys = [modifier_light(brief, one.design).key for one in (near, far)]
    assert keys[0] / keys[1] == pytest.approx(4.0, rel=0.03)
    emitter = placed(brief.lamp.type, centre=far.design.lamp_position, aim=far.design.lamp_aim)
    assert keys[1] == pytest.approx(emitter.peak_intensity / 4.0, rel=0.03)


def test_its_shadow_edge_is_its_size_as_seen():
    # a square face of 0.2 at 1.5 m: over 30 mm its penumbra is 0.2 · 0.03 / 1.5 = 4 mm wide; 0.8 of it from 10 to 90 %
    brief = brief_for("bare_lamp", brief__lamp__id="flash_hotshoe", brief__wanted__occluder_distance=0.03)
    bare = made("bare_lamp", brief=brief, distance=0.5, centre_height=1.25, aim_height=1.25)
    wide = brief.lamp.type.size[0]
    edge = evaluate(brief, bare.design).light.shadow_edge
    assert edge == pytest.approx(0.8 * wide * 0.03 / (0.5 - 0.03), rel=0.15)


def test_nothing_is_built_or_bought():
    bare = made("bare_lamp")
    assert not bare.plan.pieces
    assert not bare.plan.cloth
    assert not bare.plan.fittings
    assert [step.id for step in bare.plan.steps] == ["set-it"]


@pytest.mark.parametrize("key_angle", [-60.0, 0.0, 170.0])
def test_it_is_where_it_is_said_and_looks_at_the_mark(key_angle):
    bare = made("bare_lamp", key_angle=key_angle, distance=1.4, centre_height=2.0, aim_height=1.2)
    at = middle(bare.panel("sheet"))
    assert math.hypot(at[0], at[1]) == pytest.approx(1.4, abs=1e-6)
    (lamp,) = bare.light.lamps
    toward = [0.0, 0.0, 1.2] - lamp.centre
    assert float(lamp.normal @ toward) > 0.0
    assert abs(float(lamp.normal @ toward)) == pytest.approx(float((toward @ toward) ** 0.5), rel=1e-4)


def test_it_comes_nearer_to_be_softer():
    bare = made("bare_lamp", distance=2.0)
    assert bare.kind.scaled(bare.design, 2.0).distance == pytest.approx(1.0)


@pytest.mark.parametrize("name", ["diffusion_frame", "book_light", "overhead_bounce", "snoot"])
def test_it_takes_the_place_of_any_lamp_and_points_at_the_face(name):
    brief = brief_for(name)
    design = made(name, brief=brief).design
    bare = baseline(design, brief)
    assert np.allclose(bare.lamp_position, design.lamp_position, atol=0.02)
    toward = np.array([0.0, 0.0, brief.subject.face_height]) - bare.source_centre
    assert np.allclose(-bare.axis, toward / np.linalg.norm(toward), atol=0.01)


def test_the_loss_of_a_frame_is_what_it_gives_less_than_its_lamp_alone():
    # by another way: two sets solved, and their keys divided
    brief = brief_for("diffusion_frame")
    design = made("diffusion_frame", brief=brief).design
    frame, bare = (modifier_light(brief, one) for one in (design, baseline(design, brief)))
    assert frame.loss == pytest.approx(math.log2(bare.key / frame.key), abs=0.08)
