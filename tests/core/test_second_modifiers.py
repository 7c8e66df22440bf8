"""A modifier before another lamp goes where that lamp is and lights what it is aimed at."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.analysis.clashes import clashes
from wenlo.core.brief.brief import OtherLight
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.motion import Motion, frame, turned_to
from wenlo.core.optics.sheet import luminance
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import Effort, solve
from wenlo.core.transport.tree import bounds

SHOOT = make_shoot(brief__room__width=5.0, brief__room__depth=7.0, brief__room__height=3.0)
UNIT = st.tuples(*[st.floats(-1.0, 1.0)] * 3).filter(lambda v: np.linalg.norm(v[:2]) > 0.05)


@given(UNIT, UNIT)
def test_a_turn_keeps_lengths_and_what_is_level_level(before, after):
    turn = turned_to(np.array(before), np.array(after))
    assert turn @ turn.T == pytest.approx(np.eye(3), abs=1e-9)
    assert np.linalg.det(turn) == pytest.approx(1.0)
    assert turn @ (np.array(before) / np.linalg.norm(before)) == pytest.approx(
        np.array(after) / np.linalg.norm(after), abs=1e-9
    )
    # shoulders stay level
    assert (turn @ frame(np.array(before))[:, 0])[2] == pytest.approx(0.0, abs=1e-9)


def test_a_motion_carries_its_pivot_to_its_place():
    motion = Motion(
        turn=turned_to(np.array([0.0, 1, 0]), np.array([1.0, 0, 0])),
        pivot=np.array([1.0, 2, 3]),
        place=np.array([-1.0, 0, 1]),
    )
    assert motion.point(np.array([1.0, 2, 3])) == pytest.approx([-1.0, 0, 1])
    # one metre ahead becomes one metre to the right
    assert motion.point(np.array([1.0, 3, 3])) == pytest.approx([0.0, 0, 1])


def aimed(kind, aim):
    light = OtherLight(name="background", id="chip_60_dish", x=1.5, y=0.3, z=1.6, aim=aim)
    brief = SHOOT.brief.model_copy(update={"others": [light]})
    return brief.with_shaped({"light-1": kinds()[kind].start(brief)})


@pytest.mark.parametrize("kind", ["snoot", "cell_grid", "diffusion_frame", "foil_doors"])
@pytest.mark.parametrize("aim", ["backdrop", "ceiling"])
def test_a_second_modifier_lights_what_its_lamp_is_aimed_at(kind, aim):
    shaped = aimed(kind, aim)
    target = scene_builder.aim_of(shaped.others[0], shaped)
    # it stands where its lamp was put
    assert scene_builder.other_emitters(shaped)[0].centre == pytest.approx([1.5, 0.3, 1.6], abs=0.02)
    normal = np.array([0.0, -1.0, 0.0]) if aim == "backdrop" else np.array([0.0, 0.0, -1.0])
    meter = Meter(id="there", position=target + 0.02 * normal, normal=normal)
    found = []
    for brief in (shaped, aimed(kind, "subject")):
        got = read(solve(scene_builder.whole_scene(brief, SHOOT.design), Effort(seed=5)), [meter])["there"].by_lamp[
            "light-1"
        ]
        found.append(float(luminance(got.direct + got.modifier)))
    assert found[0] > 0.0
    assert found[0] > 3.0 * found[1]


def test_a_second_modifier_that_is_turned_away_lights_the_subject_less():
    toward, away = (aimed("diffusion_frame", aim) for aim in ("subject", "backdrop"))
    face = scene_builder.face(toward)
    meter = Meter(id="m", position=face, normal=np.array([0.0, -1.0, 0.0]))
    lux = [
        float(
            luminance(
                read(solve(scene_builder.whole_scene(b, SHOOT.design), Effort(seed=2)), [meter])["m"]
                .by_lamp["light-1"]
                .modifier
            )
        )
        for b in (toward, away)
    ]
    assert lux[1] < 0.5 * lux[0]


def test_surfaces_stay_rigid_and_in_the_room_and_a_wall_is_said():
    shaped = aimed("foil_doors", "backdrop")
    box = room_box(shaped)
    panels = scene_builder.second_panels(shaped)
    assert panels
    assert all(box.holds(corner, 0.0) for shape in panels for corner in bounds(shape))
    around = scene_builder._around_subject(shaped, "light-1").surfaces
    for shape, before in zip(panels, around, strict=True):
        if hasattr(shape, "edge_u"):
            assert np.linalg.norm(shape.edge_u) == pytest.approx(np.linalg.norm(before.edge_u))
            assert float(shape.edge_u @ shape.edge_v) == pytest.approx(float(before.edge_u @ before.edge_v), abs=1e-9)
    light = shaped.others[0].model_copy(update={"x": 2.45})
    near = shaped.model_copy(update={"others": [light]})
    assert any(
        c.says.key == "second-out" and c.says.args["light"].value == "background" for c in clashes(near, SHOOT.design)
    )
    assert math.isfinite(scene_builder.aim_of(light, near)[2])
