"""Frames put together in space: their cuts are those of the plan, they go together, and what is broken is found."""

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from wenlo.core.catalog.bars import bar_types
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.assembly.constructions import pipe_frame, timber_frame, tube_frame
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.assembly.resolve import resolve
from wenlo.core.fabrication.assembly.shop import shop_for
from wenlo.core.fabrication.assembly.solids import BarSolid, BoxSection, CutPlane, RoundSection, body_of, volume_of
from wenlo.core.fabrication.assembly.space import lengthwise, plus
from wenlo.core.fabrication.frame_shape import FrameShape
from wenlo.core.fabrication.structures import pipe, timber, tube
from wenlo.core.instructions.assembly_checks import faults

CONSTRUCTIONS = (
    ("pipe", "pvc_half_inch"),
    ("pipe", "pvc_one_inch"),
    ("glued", "pvc_32_mm"),
    ("tube", "aluminium_20_mm"),
    ("tube", "aluminium_25_mm"),
    *(
        (joint, bar)
        for joint in ("butt", "half_lap", "mitre", "pocket_screw")
        for bar in ("softwood_18_44", "softwood_21_45")
    ),
)


def built(how: str, bar: str, shape: FrameShape) -> Assembly:
    if how in ("pipe", "glued"):
        shop = shop_for(bar_types()[bar], carrying_length=shape.carrying_length, glued=how == "glued")
        return resolve(pipe_frame.skeleton(shape, bar=bar_types()[bar]), shop)
    if how == "tube":
        shop = shop_for(bar_types()[bar], carrying_length=shape.carrying_length)
        return resolve(tube_frame.skeleton(shape, bar=bar_types()[bar]), shop)
    shop = shop_for(bar_types()[bar], carrying_length=shape.carrying_length)
    return resolve(timber_frame.skeleton(shape, bar=bar_types()[bar], joint=how), shop)


def planned(how: str, bar: str, shape: FrameShape):
    if how in ("pipe", "glued"):
        return pipe.build(shape, bar=bar_types()[bar], glued=how == "glued", kerf_name="saw")
    if how == "tube":
        return tube.build(shape, bar=bar_types()[bar], kerf_name="saw")
    return timber.build(shape, bar=bar_types()[bar], timber_joint=how, kerf_name="saw")


SHAPE = FrameShape(width=1.2, height=1.2, top_height=1.95, foot_length=0.7, carrying_length=2.0)


@st.composite
def shapes(draw):
    height = draw(st.floats(0.4, 2.5))
    return FrameShape(
        width=draw(st.floats(0.4, 3.0)),
        height=height,
        top_height=height + draw(st.floats(0.15, 1.2)),
        foot_length=draw(st.floats(0.3, 2.0)),
        carrying_length=draw(st.sampled_from([0.8, 1.2, 2.0, 9.0])),
        extra_rectangles=draw(st.integers(0, 2)),
        gap=draw(st.floats(0.06, 0.4)),
    )


@pytest.mark.parametrize(("how", "bar"), CONSTRUCTIONS)
@settings(max_examples=10, deadline=None, derandomize=True)
@given(shape=shapes())
def test_a_frame_goes_together_and_its_cuts_are_those_of_the_plan(how, bar, shape):
    try:
        plan = planned(how, bar, shape)
    except Impossible:
        return
    assembly = built(how, bar, shape)
    assert assembly.lengths == pytest.approx({p.label: p.cut for p in plan.pieces}, abs=1e-9)
    assert faults(assembly) == ()
    bought = {f.id: f.count for f in plan.fittings}
    for item in (
        "pipe_elbow",
        "pipe_tee",
        "pipe_cap",
        "pipe_coupling",
        "tube_corner",
        "tube_tee",
        "tube_foot",
        "tube_cap",
    ):
        assert sum(part.item == item for part in assembly.parts) == bought.get(item, 0)
    for screw in ("wood_screw", "lap_screw", "pocket_screw", "splint_screw", "upright_bolt"):
        driven = sum(f.item == screw for joint in assembly.joints for f in joint.fasteners)
        # spacers between layers are bought four a piece: two from either side
        assert driven == bought.get(screw, 0)


def test_cuts_of_a_pipe_frame_by_hand():
    # ¾ in: 26.7 mm over the pipe, take-off 14.3 mm, socket 18.3 mm, half of it filled dry, cap 3 mm, wall 3.5 mm
    lengths = built("pipe", "pvc_three_quarter_inch", SHAPE).lengths
    end = 14.3 + 18.3 / 2
    assert lengths["A1"] * 1000 == pytest.approx(1200 - 26.7 - 2 * end)
    assert lengths["B1"] * 1000 == pytest.approx(1200 - 26.7 - 2 * end)
    assert lengths["C1"] * 1000 == pytest.approx(750 + 13.35 - (13.35 + 3.5) - 2 * end)
    assert lengths["D1"] * 1000 == pytest.approx(350 - end - (3 + 18.3 / 2))


@pytest.mark.parametrize(
    ("how", "rails"),
    [("butt", (1112, 1112)), ("half_lap", (1200, 1200)), ("mitre", (1200, 1112)), ("pocket_screw", (1112, 1112))],
)
def test_cuts_of_a_timber_frame_by_hand(how, rails):
    lengths = built(how, "softwood_18_44", SHAPE).lengths
    assert [round(lengths[label] * 1000, 6) for label in ("A1", "B1")] == list(rails)
    assert lengths["C1"] == pytest.approx(1.95)
    assert lengths["D2"] == pytest.approx(0.7)


def test_a_foot_stands_out_of_the_plane_of_its_frame_and_the_bolt_reaches_through():
    assembly = built("butt", "softwood_18_44", SHAPE)
    foot, upright = assembly.by_id["foot.left"], assembly.by_id["upright.left"]
    assert abs(foot.pose.z[1]) == pytest.approx(1.0)
    # 18 mm of the foot on edge and 44 mm of the upright, with 18 mm left for washer and nut
    (joint,) = (j for j in assembly.joints if j.method == "bolt" and "foot.left" in j.parts)
    assert {round(f.length * 1000) for f in joint.fasteners} == {80}
    assert foot.box[1, 0] == pytest.approx(upright.box[0, 0], abs=1e-9)


def test_mass_is_that_of_the_bars_and_what_joins_them():
    assembly = built("pipe", "pvc_one_inch", SHAPE)
    plan = planned("pipe", "pvc_one_inch", SHAPE)
    bars = sum(piece.cut for piece in plan.pieces) * plan.stock.mass_per_metre
    # two elbows, four tees, four caps
    assert assembly.mass == pytest.approx(bars + 2 * 0.03 + 4 * 0.04 + 4 * 0.012)
    x, y, _ = assembly.centre
    assert (x, y) == pytest.approx((0.0, 0.0), abs=1e-6)


def test_length_of_a_slanting_bar_is_from_tip_to_tip():
    section = BoxSection(width=0.04, thickness=0.02)
    slant = CutPlane(point=(0.0, 0.0, 0.5), normal=(math.sqrt(0.5), 0.0, math.sqrt(0.5)))
    bar = BarSolid(section=section, low=0.0, high=0.6, cuts=(slant,))
    assert bar.length == pytest.approx(0.52)
    # a prism of 40 × 20 mm, 500 mm long on its middle line
    assert volume_of(bar) == pytest.approx(0.04 * 0.02 * 0.5)


def test_a_pipe_weighs_what_a_round_one_weighs():
    section = RoundSection(outer=0.03, wall=0.003)
    assert volume_of(BarSolid(section=section, low=0.0, high=2.0)) == pytest.approx(math.pi * 0.027 * 0.003 * 2.0)
    # its mesh is a polygon inside of that
    assert 0.98 < body_of(BarSolid(section=section, low=0.0, high=2.0)).volume() / (math.pi * 0.027 * 0.003 * 2.0) < 1.0


def test_a_splint_keeps_clear_of_what_crosses():
    # halves of 2.2 m would meet at 1.1 m, just where the lower rail is
    shape = replace(SHAPE, height=1.1, top_height=2.2, carrying_length=1.2)
    assembly = built("butt", "softwood_18_44", shape)
    assert len([p for p in assembly.parts if p.id.startswith("upright.left/part")]) == 3
    assert faults(assembly) == ()
    # nor is a foot parted where it is bolted
    long = built("butt", "softwood_18_44", replace(SHAPE, foot_length=1.4, carrying_length=1.2))
    assert len([p for p in long.parts if p.id.startswith("foot.left/part")]) == 3


def with_part(assembly: Assembly, id: str, **changes) -> Assembly:
    parts = tuple(replace(p, **changes) if p.id == id else p for p in assembly.parts)
    return replace(assembly, parts=parts)


def shorter(assembly: Assembly, id: str) -> Assembly:
    part = assembly.by_id[id]
    # a splint is long enough with a few centimetres less
    less = 0.09 if part.role.startswith("splint") else 0.025
    return with_part(assembly, id, solid=replace(part.solid, high=part.solid.high - less))


def turned(assembly: Assembly, id: str) -> Assembly:
    pose = assembly.by_id[id].pose
    start = plus(pose.origin, pose.z, 0.3)
    return with_part(assembly, id, pose=lengthwise(start, plus(start, (0.3, 0.9, 0.2)), pose.x))


def shifted(assembly: Assembly, id: str) -> Assembly:
    pose = assembly.by_id[id].pose
    return with_part(assembly, id, pose=replace(pose, origin=plus(pose.origin, (0.01, 0.01, 0.01))))


def without(assembly: Assembly, id: str) -> Assembly:
    return replace(assembly, parts=tuple(p for p in assembly.parts if p.id != id))


def doubled(assembly: Assembly, id: str) -> Assembly:
    return replace(assembly, parts=(*assembly.parts, assembly.by_id[id]))


MUTATIONS = {"shorter": shorter, "turned": turned, "shifted": shifted, "without": without, "doubled": doubled}


def one_of_each(assembly: Assembly):
    """The first part of every role, and of every place in a member that comes in parts."""
    return {(part.role, part.id.rpartition("/")[2]): part for part in reversed(assembly.bars)}.values()


@pytest.mark.parametrize(("how", "bar"), {how: (how, bar) for how, bar in CONSTRUCTIONS}.values())
@pytest.mark.parametrize("name", MUTATIONS)
def test_every_bar_that_is_cut_or_put_wrong_is_found(how, bar, name):
    shape = replace(SHAPE, carrying_length=0.9, extra_rectangles=1, gap=0.12)
    assembly = built(how, bar, shape)
    assert faults(assembly) == ()
    for part in one_of_each(assembly):
        assert faults(MUTATIONS[name](assembly, part.id)), f"{name} {part.id}"


@pytest.mark.parametrize("how", ["butt", "half_lap", "mitre", "pocket_screw"])
def test_every_fastener_that_is_put_wrong_is_found(how):
    assembly = built(how, "softwood_18_44", replace(SHAPE, carrying_length=0.9, extra_rectangles=1, gap=0.12))
    first = {joint.method: k for k, joint in reversed([*enumerate(assembly.joints)])}
    for k in first.values():
        joint = assembly.joints[k]
        for n, fastener in enumerate(joint.fasteners):
            wrongs = [replace(fastener, head=plus(fastener.head, (0.03, 0.03, 0.03)))]
            # along the length of a rail, more screw does no harm
            if joint.method not in ("butt", "mitre"):
                wrongs.append(replace(fastener, length=fastener.length * (0.6 if fastener.nut else 4.0)))
            for wrong in wrongs:
                driven = tuple(wrong if m == n else f for m, f in enumerate(joint.fasteners))
                joints = tuple(replace(j, fasteners=driven) if m == k else j for m, j in enumerate(assembly.joints))
                assert faults(replace(assembly, joints=joints)), f"{joint.id} {n}"


def test_screws_of_a_mitre_in_one_plane_meet():
    assembly = built("mitre", "softwood_18_44", SHAPE)
    (joint,) = (j for j in assembly.joints if j.id == "top.left")
    flat = tuple(replace(f, head=(f.head[0], 0.0, f.head[2])) for f in joint.fasteners)
    joints = tuple(replace(j, fasteners=flat) if j.id == "top.left" else j for j in assembly.joints)
    assert "fasteners_meet" in {f.code for f in faults(replace(assembly, joints=joints))}
