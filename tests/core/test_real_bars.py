"""Bars of a built thing as a structure: sections, spans and what wind and cloth do to them, by hand."""

import math

import numpy as np
import pytest

from factories import make_shoot
from wenlo.core.catalog.bars import bar_types
from wenlo.core.document.rigging import Rigging
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSolid, BoxSection, RoundSection
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging.loads import modifiers_of
from wenlo.core.rigging.plan import rig_plan
from wenlo.core.rigging.real_bars import free_span, members_of, second_moment, section_modulus, stations, stretched_on
from wenlo.core.rigging.wind_on_parts import wind_face, wind_stress


def made(kind, **changes):
    shoot = make_shoot(brief__room__height=2.8)
    design = kinds()[kind].start(shoot.brief) if kind != "diffusion_frame" else shoot.design
    return next(modifiers_of(shoot.model_copy(update={"design": design.model_copy(update=changes)})))


def post(height, *, wide=0.04, thick=0.02):
    return Part(
        id="post",
        role="post",
        item="softwood_18_44",
        label="A",
        solid=BarSolid(section=BoxSection(width=wide, thickness=thick), low=0.0, high=height),
        pose=PartPose(),
        source="cut",
        mass=1.0,
    )


def test_a_batten_is_stiffer_on_edge():
    batten = BoxSection(width=0.044, thickness=0.018)
    assert second_moment(batten, 1.0, 0.0) == pytest.approx(0.018 * 0.044**3 / 12)
    assert second_moment(batten, 0.0, 1.0) == pytest.approx(0.044 * 0.018**3 / 12)
    assert section_modulus(batten, 0.0, -1.0) == pytest.approx(0.044 * 0.018**2 / 6)
    assert section_modulus(batten, 1.0, 0.0) == pytest.approx(0.018 * 0.044**2 / 6)
    # along the bar nothing bends
    assert section_modulus(batten, 0.0, 0.0) == 0.0
    pipe = RoundSection(outer=0.0267, wall=0.0029)
    for turn in (0.0, 0.4, 1.2):
        w = section_modulus(pipe, math.cos(turn), math.sin(turn))
        assert w * 1e9 == pytest.approx(math.pi * (26.7**4 - 20.9**4) / (32 * 26.7))
    tube = BoxSection(width=0.02, thickness=0.02, wall=0.0015)
    assert section_modulus(tube, 1.0, 0.0) == pytest.approx((0.02**4 - 0.017**4) / 0.12)


def test_wind_on_a_board_on_a_post_by_hand():
    board = Part(
        id="board",
        role="board",
        item="white_foam_board",
        label="",
        solid=SheetSolid(width=0.8, height=0.5, thickness=0.005),
        pose=PartPose(origin=(0.0, 0.0, 1.75), y=(0.0, 0.0, 1.0), z=(0.0, -1.0, 0.0)),
        source="cut",
        mass=0.4,
    )
    thing = Assembly(parts=(post(1.5), board), joints=(), stuff=(bar_types()["softwood_18_44"],))
    face = wind_face(thing)
    # the post is 40 mm wide as the wind sees it
    assert face.area == pytest.approx(0.8 * 0.5 + 0.04 * 1.5, rel=0.02)
    assert face.middle == pytest.approx((0.4 * 1.75 + 0.06 * 0.75) / 0.46, rel=0.02)
    found = wind_stress(face, members_of(thing), (0.0,), 10.0)
    moment = 75.0 * (0.4 * 1.75 + 0.06 * 0.75)
    assert found.stress == pytest.approx(moment / (0.04 * 0.02**2 / 6), rel=0.03)
    assert found.height == pytest.approx(0.0, abs=0.01)
    # held at its top, the post hangs down: only its own face pushes
    low = wind_stress(face, members_of(thing), (1.5,), 10.0)
    assert low.stress < found.stress / 5


def test_a_turned_thing_shows_the_same_to_the_wind():
    frame = made("book_light").assembly
    turned = PartPose(x=(0.6, 0.8, 0.0), y=(-0.8, 0.6, 0.0), z=(0.0, 0.0, 1.0))
    other = Assembly(parts=frame.parts, joints=frame.joints, stands=turned.after(frame.stands))
    assert wind_face(other).area == pytest.approx(wind_face(frame).area, rel=0.06)


def test_spliced_bars_are_one_member_and_rails_are_held_at_their_ends():
    frame = made("diffusion_frame", width=2.4).assembly
    members = {m.id: m for m in members_of(frame)}
    at = stations(frame, list(members.values()))
    rail = members["rail.top"]
    assert len(rail.parts) == 2
    outer = bar_types()["pvc_one_inch"].width
    assert free_span(rail, at["rail.top"]) == pytest.approx(2.4 - outer, abs=1e-6)


def test_cloth_pulls_at_sides_that_face_one_another_only():
    frame = made("diffusion_frame").assembly
    found = {one.member.id: one.pull for one in stretched_on(frame, members_of(frame))}
    assert set(found) == {"rail.top", "rail.bottom", "side.left", "side.right"}
    assert float(found["rail.top"] @ found["rail.bottom"]) == pytest.approx(-1.0)
    # what hangs from a rod is not stretched
    hung = made("window_sheet").assembly
    assert not stretched_on(hung, members_of(hung))


def rig_plan_of(kind, **rig):
    shoot = make_shoot(brief__room__height=2.8)
    design = kinds()[kind].start(shoot.brief)
    return rig_plan(shoot.model_copy(update={"design": design, "rig": Rigging(**rig)}))


def test_what_hangs_swings_in_the_wind_as_its_weight_lets_it():
    plan = rig_plan_of("hanging_softbox", weather="open window")
    (swing,) = [c for c in plan.checks if c.code == "bend.swing"]
    box = made("hanging_softbox")
    force = 0.5 * 1.2 * 1.25 * wind_face(box.assembly).area * plan.wind**2
    assert math.tan(swing.value) == pytest.approx(force / ((box.mass + box.hung) * 9.81), rel=0.02)
    assert not [c for c in rig_plan_of("hanging_softbox").checks if c.code == "bend.swing"]


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_what_the_wind_sees_is_no_more_than_the_box_round_it(kind):
    assembly = made(kind).assembly
    if not assembly.parts:
        pytest.skip("nothing of it is built")
    face = wind_face(assembly)
    corners = np.concatenate([assembly.stands.world(part.corners) for part in assembly.parts])
    size = np.ptp(corners, axis=0)
    assert 0.0 < face.area <= math.hypot(size[0], size[1]) * size[2] * 1.02
    assert corners[:, 2].min() <= face.middle <= corners[:, 2].max()
