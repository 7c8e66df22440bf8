"""Every kind put together in space: over the range of its parameters it goes together, is what is lit, and is what the
plan says; and whatever is cut, put or left out wrong is found.
"""

from dataclasses import replace
from typing import Any

import pytest

from made_kinds import KINDS, brief_for, designs
from wenlo.core.catalog.materials import BlackMaterial
from wenlo.core.catalog.typical import coverings
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.core.fabrication.assembly.parts import Assembly, Part
from wenlo.core.fabrication.assembly.sheets import BentSolid, DiscSolid, SheetSolid, TurnedSolid
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid
from wenlo.core.fabrication.assembly.space import plus
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults, material_faults
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging.loads import by_groups, modifiers_of
from wenlo.services.resolve_document import resolve_document

NOT_LAID = {
    "open_shade",
    "sliver card",
    "second tube",
    "spare cloth",
    "spare panel",
    "spare sweep",
    "strips of the lattice",
    "rail",
    "flap over a vent",
}
"""What is on the list and stands nowhere in particular."""


@pytest.mark.parametrize("name", KINDS)
def test_it_goes_together_and_is_what_is_lit(name):
    for design, brief in designs(name):
        kind = kinds()[name]
        assembly = kind.assemble(design, brief)
        assert faults(assembly) == (), design
        assert lit_faults(assembly, kind.arrange(design, brief, None).surfaces) == (), design


@pytest.mark.parametrize("name", KINDS)
def test_the_plan_cuts_buys_and_drills_what_is_built(name):
    for design, brief in designs(name, 4):
        kind = kinds()[name]
        assembly, plan = kind.assemble(design, brief), kind.build(design, brief)
        assert assembly.lengths == pytest.approx({p.label: p.cut for p in plan.pieces if not p.spare}, abs=1e-9)
        sheets = {part.label for part in assembly.parts if part.label} - set(assembly.lengths)
        listed = {cloth.label: cloth for cloth in plan.cloth}
        assert sheets <= set(listed)
        for label in set(listed) - sheets:
            assert {name, listed[label].note.split(" for")[0].split(",")[0]} & NOT_LAID, listed[label].note
        bought = {fitting.id: fitting.count for fitting in plan.fittings}
        driven: dict[str, int] = {}
        for joint in assembly.joints:
            for fastener in joint.fasteners:
                driven[fastener.item] = driven.get(fastener.item, 0) + 1
        for item, count in driven.items():
            assert bought[item] == count, item


@pytest.mark.parametrize("name", KINDS)
def test_an_assembly_weighs_what_its_parts_weigh(name):
    kind, brief = kinds()[name], brief_for(name)
    assembly = kind.assemble(kind.start(brief), brief)
    for part in assembly.parts:
        assert part.mass >= 0.0
        if isinstance(part.solid, BarSolid):
            # softwood and pipe: between water and a tenth of it, metal under three times of it
            volume = float(part.body.volume())
            assert 100.0 < part.mass / volume < 3000.0, part.id


def with_part(assembly: Assembly, id: str, **changes: Any) -> Assembly:
    parts = tuple(replace(p, **changes) if p.id == id else p for p in assembly.parts)
    return replace(assembly, parts=parts)


def smaller(part: Part) -> Any:
    """The solid, 5 % or at least 8 mm less across. [m]"""
    solid = part.solid
    if isinstance(solid, BarSolid):
        return replace(solid, high=solid.high - max(0.05 * solid.length, 0.025))
    if isinstance(solid, SheetSolid):
        return replace(solid, width=solid.width - max(0.05 * solid.width, 0.008), holes=())
    if isinstance(solid, DiscSolid):
        return replace(solid, outer=solid.outer * 0.9)
    if isinstance(solid, BentSolid):
        return replace(solid, width=solid.width * 0.9)
    if isinstance(solid, TurnedSolid):
        return replace(solid, profile=tuple((r * 0.9, z) for r, z in solid.profile))
    return None


def found_wrong(name: str, assembly: Assembly, surfaces) -> bool:
    return bool(faults(assembly) or lit_faults(assembly, surfaces))


@pytest.mark.parametrize("name", KINDS)
def test_whatever_is_put_or_left_out_wrong_is_found(name):
    kind, brief = kinds()[name], brief_for(name)
    design = kind.start(brief)
    assembly, surfaces = kind.assemble(design, brief), kind.arrange(design, brief, None).surfaces
    lit = {id for face in assembly.lit for id in face.parts}
    held = {id for joint in assembly.joints for id in joint.parts if len(joint.parts) > 1}
    for part in {p.role: p for p in reversed(assembly.parts)}.values():
        if part.id not in lit | held:
            continue
        away = replace(part.pose, origin=plus(part.pose.origin, (0.03, 0.04, 0.05)))
        assert found_wrong(name, with_part(assembly, part.id, pose=away), surfaces), f"moved {part.id}"
        gone = replace(assembly, parts=tuple(p for p in assembly.parts if p.id != part.id))
        assert found_wrong(name, gone, surfaces), f"left out {part.id}"
        twice = replace(assembly, parts=(*assembly.parts, part))
        assert found_wrong(name, twice, surfaces), f"double {part.id}"
        less = smaller(part)
        if less is not None and (part.id in lit or isinstance(part.solid, BarSolid)):
            assert found_wrong(name, with_part(assembly, part.id, solid=less), surfaces), f"cut short {part.id}"


@pytest.mark.parametrize("name", KINDS)
def test_what_is_lit_is_of_what_is_built_and_another_material_is_found(name):
    kind = kinds()[name]
    for design, brief in designs(name, 4):
        assembly, surfaces = kind.assemble(design, brief), kind.arrange(design, brief, None).surfaces
        used = {c.covering.id: c.covering for c in kind.build(design, brief).cloth}
        assert not material_faults(assembly, surfaces, used), design
        for face in assembly.lit:
            part = assembly.by_id[face.parts[0]]
            if part.item not in used or face.over or len(face.parts) > 1:
                continue
            # cloth where a black is, a black where cloth or a white is
            other = "cotton_bed_linen_white" if isinstance(used[part.item], BlackMaterial) else "heavy_black_flag_cloth"
            swapped = with_part(assembly, part.id, item=other)
            found = material_faults(swapped, surfaces, {**used, other: coverings()[other]})
            assert (face.surface, *face.parts) in [fault.parts for fault in found], face.surface


@pytest.mark.parametrize("name", KINDS)
def test_a_lit_face_that_is_off_by_two_millimetres_is_found(name):
    kind, brief = kinds()[name], brief_for(name)
    design = kind.start(brief)
    assembly, surfaces = kind.assemble(design, brief), kind.arrange(design, brief, None).surfaces
    for face in assembly.lit:
        part = assembly.by_id[face.parts[0]]
        if not isinstance(part.solid, SheetSolid) or len(face.parts) > 1 or face.over:
            continue
        off = replace(part.pose, origin=plus(part.pose.origin, part.pose.z, -0.002))
        assert lit_faults(with_part(assembly, part.id, pose=off), surfaces), face.surface


def test_every_fastener_of_every_kind_that_is_put_wrong_is_found():
    for name in KINDS:
        kind, brief = kinds()[name], brief_for(name)
        assembly = kind.assemble(kind.start(brief), brief)
        first = {joint.method: k for k, joint in reversed([*enumerate(assembly.joints)]) if joint.fasteners}
        for k in first.values():
            joint = assembly.joints[k]
            wrong = replace(joint.fasteners[0], head=plus(joint.fasteners[0].head, (0.03, 0.03, 0.03)))
            moved = replace(joint, fasteners=(wrong, *joint.fasteners[1:]))
            joints = tuple(moved if n == k else j for n, j in enumerate(assembly.joints))
            assert faults(replace(assembly, joints=joints)), f"{name} {joint.id}"


def test_a_thing_that_is_bought_has_no_face_of_its_own_to_measure():
    dome = kinds()["tabletop_dome"]
    brief = brief_for("tabletop_dome")
    assembly = dome.assemble(dome.start(brief), brief)
    (tub,) = [part for part in assembly.parts if isinstance(part.solid, BoughtSolid)]
    assert {face.surface for face in assembly.lit if tub.id in face.parts} == {
        "sheet",
        "far side",
        "front",
        "top",
        "back",
    }


@pytest.mark.parametrize("name", KINDS)
def test_what_is_held_weighs_what_is_built(name):
    document = write_shoot(Shoot())
    brief = brief_for(name)
    design = kinds()[name].start(brief)
    document |= {"brief": brief.model_dump(mode="json"), "design": design.model_dump(mode="json")}
    shoot = resolve_document(document)
    (modifier, *_) = modifiers_of(shoot)
    holds = by_groups(kinds()[name].holds(design, modifier.mass), modifier.assembly, modifier.mass)
    assert sum(hold.mass for hold in holds) == pytest.approx(modifier.mass)
    for hold in holds:
        for group in hold.groups:
            parts = [id for g in modifier.assembly.groups if g.id.startswith(group) for id in g.parts]
            assert parts, f"{name} has nothing called {group}"
            sharing = sum(group in other.groups for other in holds)
            assert hold.mass >= sum(modifier.assembly.by_id[id].mass for id in parts) / sharing - 1e-9


def test_a_framed_page_hangs_heavier_than_a_board():
    brief = brief_for("book_light")
    kind = kinds()["book_light"]
    design = kind.start(brief)
    sheet, bounce = by_groups(kind.holds(design, 3.0), kind.assemble(design, brief), 3.0)
    # a square metre of insulation board, 0.8 kg; four battens of a metre and a sheet are twice as much
    assert sheet.mass > 1.5 * bounce.mass
    assert sheet.mass + bounce.mass == pytest.approx(3.0)
