"""What a kind declares of its parameters is so: each does what it says, and handles lead where the hand goes."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from made_kinds import brief_for
from wenlo.core.modifiers.registry import first_kind, kind_of, kinds, standing_for
from wenlo.core.modifiers.slots import slots_of
from wenlo.core.scene import scene_builder
from wenlo.core.scene.handles import handles_of
from wenlo.core.units.fields import limits_of_field

ALL = sorted(kinds())


def made(kind):
    brief = brief_for(kind)
    return kinds()[kind], brief, kinds()[kind].start(brief)


def having(capability):
    return [kind for kind in ALL if getattr(kinds()[kind].capabilities, capability) is not None]


@pytest.mark.parametrize("kind", ALL)
def test_slots_are_the_parameters_with_their_limits(kind):
    of, _, design = made(kind)
    assert list(of.slots) == [name for name in of.parameters.model_fields if name not in ("kind", "found")]
    for name, slot in of.slots.items():
        assert slot.get(design) == getattr(design, name)
        assert slot.path == f"design.{name}"
        assert slot.limits == limits_of_field(of.parameters, name)
        if slot.limits is not None:
            assert slot.unit
            assert slot.within(slot.high + 1.0) == slot.high
            assert slot.within(slot.low - 1.0) == slot.low


@pytest.mark.parametrize("kind", ALL)
def test_a_slot_changes_what_it_says_and_nothing_else(kind):
    of, _, design = made(kind)
    for name, slot in of.slots.items():
        if slot.limits is None:
            continue
        value = slot.high if slot.get(design) != slot.high else slot.low
        changed = slot.put(design, value)
        assert of.differences(design, changed) == {name: value}
        assert of.differences(design, design) == {}
        assert slot.get(design) != value


@pytest.mark.parametrize("kind", ALL)
def test_what_is_declared_belongs_to_the_kind(kind):
    of = kinds()[kind]
    able = of.capabilities
    declared = [able.travel, able.lamp_travel, able.stands, able.aim, able.ground, able.roof, able.lens_hole, able.foot]
    declared += [*able.faces, None if able.height is None else able.height.slot, able.lamps, able.under]
    declared += [] if able.sheet is None else [able.sheet.material, able.sheet.layers, able.sheet.gap]
    for slot in declared:
        assert slot is None or of.slots[slot.id] is slot


@pytest.mark.parametrize("kind", having("travel"))
def test_travel_takes_the_light_from_the_subject(kind):
    of, brief, design = made(kind)
    travel, face = of.capabilities.travel, scene_builder.face(brief)
    farther = travel.put(design, travel.within(travel.get(design) + 0.2))
    went = np.linalg.norm(farther.source_centre - face) - np.linalg.norm(design.source_centre - face)
    # in the plan by just as much; less where the source hangs over the face
    level = np.linalg.norm((farther.source_centre - design.source_centre)[:2])
    assert level == pytest.approx(0.2, abs=1e-9)
    assert went > 0.0


@pytest.mark.parametrize("kind", having("lamp_travel"))
def test_lamp_travel_takes_the_lamp_from_what_it_lights(kind):
    of, _, design = made(kind)
    travel = of.capabilities.lamp_travel
    farther = travel.put(design, travel.within(travel.get(design) + 0.15))
    before, after = (float(np.linalg.norm(d.lamp_position - d.source_centre)) for d in (design, farther))
    assert after > before
    assert farther.source_centre == pytest.approx(design.source_centre)


@pytest.mark.parametrize("kind", having("stands"))
def test_what_stands_higher_is_higher_by_as_much(kind):
    of, _, design = made(kind)
    stands = of.capabilities.stands
    step = 0.1 if stands.get(design) + 0.1 <= stands.high else -0.1
    moved = stands.put(design, stands.get(design) + step)
    assert float((moved.source_centre - design.source_centre)[2]) == pytest.approx(step)


@pytest.mark.parametrize("kind", having("height"))
def test_height_is_that_of_what_shines_and_a_frame_keeps_its_legs(kind):
    of, _, design = made(kind)
    height = of.capabilities.height
    taller = of.with_value(design, height.slot, height.slot.within(height.slot.get(design) + 0.1))
    assert height.slot.get(taller) > height.slot.get(design)
    if height.top is not None:
        legs = [height.top.get(d) - height.slot.get(d) for d in (design, taller)]
        assert legs[1] == pytest.approx(legs[0])
        assert height.leg > 0.0


@pytest.mark.parametrize("kind", having("sheet"))
def test_the_sheet_that_is_declared_is_the_sheet_that_light_passes(kind):
    of, brief, design = made(kind)
    material = of.capabilities.sheet.material
    other = "opal_acrylic_3_mm" if material.get(design) != "opal_acrylic_3_mm" else "tracing_paper_90_g"
    try:
        changed = of.parameters.model_validate({**design.model_dump(), material.id: other})
    except ValueError:
        # only what hangs is a sheet here
        changed = of.parameters.model_validate({**design.model_dump(), material.id: "white_silk_type_lining"})

    def passed(of_design):
        shapes = of.arrange(of_design, brief, None).surfaces
        return [np.round(np.sum(shape.surface.transmittance), 9) for shape in shapes if shape.id.startswith("sheet")]

    assert passed(changed) != passed(design)


@pytest.mark.parametrize("kind", having("aim"))
def test_what_is_aimed_points_to_the_height_that_is_said(kind):
    of, _, design = made(kind)
    aim = of.capabilities.aim
    for height in (0.8, 1.6):
        pointed = aim.put(design, height)
        # its axis, followed from the source, comes over the mark at that height
        away = np.linalg.norm(pointed.source_centre[:2]) / np.linalg.norm(pointed.axis[:2])
        assert float(pointed.source_centre[2] - away * pointed.axis[2]) == pytest.approx(height)


def test_exactly_one_kind_is_what_a_shoot_begins_with():
    assert [kind.id for kind in kinds().values() if kind.first] == [first_kind().id]


def test_kinds_stand_for_a_way_of_working_in_their_turn():
    for method in {method for kind in kinds().values() for method in kind.methods}:
        turns = [kind.methods[method] for kind in standing_for(method)]
        assert turns == sorted(turns)
        assert len(set(turns)) == len(turns), method
    assert standing_for("by moonlight") == ()


@pytest.mark.parametrize("kind", ALL)
def test_every_kind_can_be_taken_hold_of_within_its_limits(kind):
    _, brief, design = made(kind)
    found = handles_of(brief, design)
    assert found
    for handle in found:
        assert handle.slot.limits is not None
        assert handle.value in handle.slot.limits
        assert float(np.linalg.norm(handle.per_unit)) > 0.0
        assert handle.view in ("side", "front")
    assert len({(h.view, h.slot.id) for h in found}) == len(found)


@pytest.mark.parametrize("kind", ALL)
@settings(max_examples=8, deadline=None)
@given(share=st.floats(-1.0, 1.0))
def test_a_handle_goes_where_the_hand_leads_it(kind, share):
    """Pulled by so much of its parameter, it is found where its way says, as far as dimensions are straight."""
    of, brief, design = made(kind)
    for handle in handles_of(brief, design):
        step = 0.04 * share
        value = handle.slot.within(handle.value + step)
        moved = of.with_value(handle.slot.put(design, handle.value), handle.slot, value)
        there = next(h for h in handles_of(brief, moved) if h.slot.id == handle.slot.id and h.view == handle.view)
        led = handle.at + handle.per_unit * (value - handle.value)
        assert there.at == pytest.approx(led, abs=0.004), handle.slot.id
        for linked in handle.linked:
            assert linked.slot.get(moved) == pytest.approx(linked.value + linked.per_unit * (value - handle.value))


def test_a_value_that_is_left_open_is_pulled_from_where_it_shows():
    kind = first_kind()
    brief = brief_for(kind.id)
    design = kind.start(brief).model_copy(update={"lamp_height": None})
    (handle,) = [h for h in handles_of(brief, design) if h.slot.id == "lamp_height"]
    assert handle.value == pytest.approx(float(design.lamp_position[2]))
    assert handle.per_unit == pytest.approx([0.0, 0.0, 1.0])


def test_a_side_about_its_middle_goes_half_as_far_as_its_length():
    kind = first_kind()
    brief = brief_for(kind.id)
    (handle,) = [h for h in handles_of(brief, kind.start(brief)) if h.slot.id == "width"]
    assert float(np.linalg.norm(handle.per_unit)) == pytest.approx(0.5)
    assert math.isclose(float(handle.per_unit[2]), 0.0, abs_tol=1e-9)


def test_parameters_are_told_apart_by_what_they_change():
    slots = slots_of(first_kind().parameters)
    assert slots["key_angle"].scope == "place"
    assert slots["lamp_distance"].scope == "pose"
    assert slots["width"].scope == "build"
    assert slots["structure"].options
    assert kind_of(first_kind().parameters()) is first_kind()
