"""Every kind can be put together in the order of its steps, past what is there already; planted impossible orders,
walls in the way and things without room are found.
"""

from dataclasses import replace

import pytest

from made_kinds import KINDS, brief_for, designs, made
from wenlo.core.brief.workshop import Workshop
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.assembly.parts import Assembly, BuildJoint, BuiltGroup, Part, PartContact, PlacedFastener
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSolid, BoxSection
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.instructions.arrival_checks import arrival_faults
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.room_checks import clearance, room_faults, sight_faults
from wenlo.core.instructions.step_pictures import fitted_in, parts_by_step
from wenlo.core.modifiers.registry import kinds

FEW = 4


def steps_of(kind, design, brief, assembly):
    making = plan_build(kind.build(design, brief), brief.workshop)
    return parts_by_step(assembly, fitted_in(making.schedule.jobs))


def board(id, origin, *, size=0.5, thickness=0.01, x=(1.0, 0.0, 0.0), y=(0.0, 1.0, 0.0), z=(0.0, 0.0, 1.0), soft=False):
    return Part(
        id=id,
        role="board",
        item="white_foam_board",
        label=id,
        solid=SheetSolid(width=size, height=size, thickness=thickness, soft=soft),
        pose=PartPose(origin=origin, x=x, y=y, z=z),
        source="cut",
        mass=0.1,
    )


def grouped(*parts, joints=()):
    group = BuiltGroup(id="all", pose=PartPose(), parts=tuple(p.id for p in parts), finished=None)
    return Assembly(parts=parts, joints=tuple(joints), groups=(group,))


def cube(open_top):
    """Six boards, or five, round a block of 0.3 m in the middle."""
    half = 0.25
    sides = {
        "low": ((0.0, 0.0, -half - 0.01), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)),
        "left": ((-half - 0.01, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0), (1.0, 0.0, 0.0)),
        "right": ((half, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0), (1.0, 0.0, 0.0)),
        "front": ((0.0, -half, 0.0), (1.0, 0.0, 0.0), (0.0, 0.0, 1.0), (0.0, -1.0, 0.0)),
        "back": ((0.0, half + 0.01, 0.0), (1.0, 0.0, 0.0), (0.0, 0.0, 1.0), (0.0, -1.0, 0.0)),
        "top": ((0.0, 0.0, half), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)),
    }
    parts = [board(id, at, x=x, y=y, z=z) for id, (at, x, y, z) in sides.items() if id != "top" or not open_top]
    return [*parts, board("inside", (0.0, 0.0, 0.0), size=0.3, thickness=0.1)]


def test_what_is_closed_in_cannot_come_in_last():
    for open_top in (True, False):
        parts = cube(open_top)
        walls = [p.id for p in parts[:-1]]
        found = arrival_faults(grouped(*parts), [walls, ["inside"]])
        assert [f.code for f in found] == ([] if open_top else ["no_way_in"])
        # first in, it is in nobody's way
        assert not arrival_faults(grouped(*parts), [["inside"], walls])


def test_a_screw_that_no_driver_comes_to_is_found():
    bar = Part(
        id="bar",
        role="bar",
        item="softwood_18_44",
        label="A",
        solid=BarSolid(section=BoxSection(width=0.044, thickness=0.018), low=0.0, high=0.4),
        pose=PartPose(),
        source="cut",
        mass=0.2,
    )
    upper = replace(bar, id="upper", pose=PartPose(origin=(0.0, 0.018, 0.0)))
    screw = PlacedFastener(
        item="wood_screw",
        head=(0.0, 0.027, 0.2),
        direction=(0.0, -1.0, 0.0),
        length=0.03,
        diameter=0.004,
        through="upper",
        into="bar",
    )
    joint = BuildJoint(
        id="j",
        method="butt",
        parts=("bar", "upper"),
        contacts=(PartContact(first="bar", second="upper"),),
        fasteners=(screw,),
    )
    wall = board("wall", (0.0, 0.06, 0.2), size=0.3, y=(0.0, 0.0, 1.0), z=(0.0, -1.0, 0.0))
    thing = grouped(bar, upper, wall, joints=[joint])
    assert [f.code for f in arrival_faults(thing, [["wall"], ["bar", "upper"]])] == ["no_driver"]
    assert not arrival_faults(thing, [["bar", "upper"], ["wall"]])
    away = grouped(bar, upper, replace(wall, pose=replace(wall.pose, origin=(0.0, 0.2, 0.2))), joints=[joint])
    assert not arrival_faults(away, [["wall"], ["bar", "upper"]])


@pytest.mark.parametrize("name", KINDS)
def test_every_kind_goes_together_in_the_order_of_its_steps(name):
    kind = kinds()[name]
    for design, brief in designs(name, FEW):
        assembly = kind.assemble(design, brief)
        arranged = kind.arrange(design, brief, None)
        try:
            steps = steps_of(kind, design, brief, assembly)
        except Impossible:
            continue
        assert not arrival_faults(assembly, steps), design
        assert not sight_faults(assembly, arranged.surfaces, arranged.lamps), design


@pytest.mark.parametrize("name", KINDS)
def test_cloth_before_what_it_is_held_at_is_found(name):
    kind, brief = kinds()[name], brief_for(name)
    design = kind.start(brief)
    assembly = kind.assemble(design, brief)
    steps = steps_of(kind, design, brief, assembly)
    soft = [
        joint.parts[0]
        for joint in assembly.joints
        if joint.method in ("stapled", "hook_and_loop", "taped", "wrapped", "glued")
        and assembly.by_id[joint.parts[0]].soft
        and any(not assembly.by_id[id].soft for id in joint.parts[1:])
    ]
    if not soft:
        pytest.skip("nothing of it is cloth on something stiff")
    first = soft[0]
    planted = [[first], *([id for id in ids if id != first] for ids in steps)]
    assert any(fault.code == "too_soon" and fault.parts[0] == first for fault in arrival_faults(assembly, planted))


@pytest.mark.parametrize("name", KINDS)
def test_the_subject_has_room_in_every_kind_as_it_begins(name):
    kind, brief = kinds()[name], brief_for(name)
    assert not room_faults(kind.assemble(kind.start(brief), brief), brief)


def test_a_thing_that_is_larger_than_its_box_has_no_room():
    box = kinds()["product_box"]
    brief = brief_for("product_box")
    design = box.start(brief)
    large = brief.model_copy(
        update={"subject": brief.subject.model_copy(update={"size": 2.0 * brief.subject.size, "kind": "box"})}
    )
    small = large.model_copy(update={"subject": large.subject.model_copy(update={"size": 0.1})})
    assembly = box.assemble(design, brief)
    assert clearance(assembly, small) > clearance(assembly, large)
    wide = 3.0 * max(design.source_size)
    huge = large.model_copy(update={"subject": large.subject.model_copy(update={"size": min(wide, 2.0)})})
    assert [fault.code for fault in room_faults(assembly, huge)]


def test_a_board_before_a_sheet_stands_in_its_light():
    kind, brief = kinds()["book_light"], brief_for("book_light")
    design = kind.start(brief)
    assembly, arranged = kind.assemble(design, brief), kind.arrange(design, brief, None)
    lamp, middle = (
        arranged.lamps[0].centre,
        arranged.surfaces[0].origin + (arranged.surfaces[0].edge_u + arranged.surfaces[0].edge_v) / 2,
    )
    between = assembly.stands.own((0.5 * (lamp + middle))[None])[0]
    plate = Part(
        id="forgotten",
        role="board",
        item="black_foam_board",
        label="X",
        solid=SheetSolid(width=0.6, height=0.6, thickness=0.005),
        pose=PartPose(origin=tuple(float(v) for v in between)),
        source="cut",
        mass=0.1,
    )
    for turn in (PartPose(), PartPose(x=(0.0, 1.0, 0.0), y=(0.0, 0.0, 1.0), z=(1.0, 0.0, 0.0))):
        put = replace(plate, pose=replace(turn, origin=plate.pose.origin))
        found = sight_faults(replace(assembly, parts=(*assembly.parts, put)), arranged.surfaces, arranged.lamps)
        if found:
            assert "forgotten" in found[0].parts
            return
    pytest.fail("a board between lamp and sheet was not found")


@pytest.mark.parametrize("cells", ["straws", "card lattice", "printed hexagons"])
def test_cells_come_with_their_glue_and_not_while_they_are_cut(cells):
    grid = made("cell_grid", width=0.43, height=0.23, cell=0.06, depth=0.04, cells=cells)
    built = grid.kind.assemble(grid.design, grid.brief)
    jobs = plan_build(grid.plan, Workshop()).schedule.jobs
    when = {id: job.step.id for job, ids in zip(jobs, parts_by_step(built, fitted_in(jobs)), strict=True) for id in ids}
    assert when["grid/cells"] == "fill-the-frame"
    assert when["grid/left"] == "make-the-channel"
    assert when["grid/sheet"] == "hang-it-before-the-sheet"
