"""Placing things in the set: what cannot stand, what meters read and why, roles, balance with daylight."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from factories import make_shoot
from said import in_words
from wenlo.core.analysis.clashes import clashes, seen_by_lens
from wenlo.core.analysis.figures import evaluate, readings_in_room
from wenlo.core.analysis.lamp_flow import lamp_flow
from wenlo.core.analysis.meter_marks import facing_of, mark_readings
from wenlo.core.brief.brief import Brief, Camera, LampSetting, OtherLight, Room, Subject, Wanted
from wenlo.core.brief.set_objects import Alcove, Block, Board, Day, MeterMark
from wenlo.core.catalog.data_files import gels
from wenlo.core.document.shoot import read_shoot
from wenlo.core.errors import InvalidInput
from wenlo.core.geometry.boxes import Box, meet
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.sheet import luminance
from wenlo.core.proposals.balance import HOLDS, balances, clock, nearest_gel, sun_span
from wenlo.core.proposals.proposals import proposals
from wenlo.core.proposals.role_stage import ROLES, STEEP
from wenlo.core.proposals.roles import place_role
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_panels
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import Effort, solve

SHOOT = make_shoot()
DESIGN = SHOOT.design


def with_set(brief=SHOOT.brief, **changes):
    return brief.model_copy(update=changes)


def said(brief, design=DESIGN):
    return [(c.level, in_words(c.says, room="set")) for c in clashes(brief, design)]


def sampled(box, count=9):
    grid = np.linspace(-1.0, 1.0, count)
    points = np.array([[a, b, c] for a in grid for b in grid for c in grid])
    return box.middle + (points * box.half) @ box.axes


boxes = st.builds(
    lambda x, y, z, turn, tilt, a, b, c: Box(
        middle=np.array([x, y, z]),
        axes=np.array([[math.cos(turn), math.sin(turn), 0.0], [-math.sin(turn), math.cos(turn), 0.0], [0.0, 0.0, 1.0]])
        @ np.array([[1.0, 0.0, 0.0], [0.0, math.cos(tilt), math.sin(tilt)], [0.0, -math.sin(tilt), math.cos(tilt)]]),
        half=np.array([a, b, c]),
    ),
    *[st.floats(-1.0, 1.0)] * 3,
    st.floats(0.0, 6.3),
    st.floats(0.0, 6.3),
    *[st.floats(0.05, 1.0)] * 3,
)


@settings(max_examples=150, deadline=None)
@given(boxes, boxes)
def test_boxes_meet_when_they_share_a_point_and_are_parted_when_told_so(a, b):
    assert meet(a, b) == meet(b, a)
    shares = any(b.holds(p, -0.02) for p in sampled(a)) or any(a.holds(p, -0.02) for p in sampled(b))
    if shares:
        assert meet(a, b)


def test_an_empty_set_has_nothing_to_say():
    assert said(SHOOT.brief) == []


@pytest.mark.parametrize(
    ("piece", "level", "words"),
    [
        (Board(name="card", x=1.95, z=1.2), "cannot", "is 500 mm through the right wall"),
        (Board(name="card", x=-1.2, z=2.3), "cannot", "through the ceiling"),
        (Board(name="card", x=-1.2, z=0.2), "cannot", "through the floor"),
        (Block(name="bench", x=0.0, y=0.1, height=1.3), "cannot", "stands where the subject is"),
        (Board(name="flag", x=0.1, y=-1.0, z=1.25), "look out", "in front of the subject in the picture"),
        (Board(name="flag", x=0.01, y=-2.0, z=1.25, turn=90.0), "cannot", "where the camera is"),
        (Board(name="card", x=0.1, y=1.0, z=1.25), "look out", "shows in the picture"),
        (Board(name="card", x=1.7, y=-1.6, z=1.2, turn=90.0), "look out", "100 mm from a wall"),
    ],
)
def test_what_cannot_stand_is_said_with_its_reason(piece, level, words):
    brief = with_set(pieces=[piece])
    found = [(lvl, text) for lvl, text in said(brief) if words in text]
    assert [lvl for lvl, _ in found] == [level], said(brief)


def test_the_same_board_under_a_slope_goes_through_it():
    room = SHOOT.brief.room.model_copy(update={"slope": "left", "knee": 1.0, "run": 1.2})
    board = Board(name="card", x=-1.3, y=-0.8, z=1.4, turn=60.0)
    assert not [t for _, t in said(with_set(pieces=[board])) if "through" in t]
    assert [t for _, t in said(with_set(pieces=[board], room=room)) if "through the sloping ceiling" in t]


@pytest.mark.parametrize(
    ("room", "words"),
    [
        ({"alcove": Alcove(wall="left wall", width=1.2, height=2.0)}, None),
        ({"alcove": Alcove(wall="left wall", width=1.2, height=3.5)}, "larger than its place"),
        ({"alcove": Alcove(wall="end wall", width=1.0, height=1.2), "slope": "left"}, "takes no alcove"),
    ],
)
def test_an_alcove_that_has_no_place_is_said(room, words):
    brief = with_set(room=SHOOT.brief.room.model_copy(update=room))
    found = [text for _, text in said(brief) if "alcove" in text]
    assert len(found) == (0 if words is None else 1)
    assert words is None or words in found[0]
    made = [p.id for p in room_panels(brief) if p.id.startswith("alcove")]
    assert bool(made) == (words is None)


def test_two_things_in_one_place_and_one_in_the_modifier():
    bench = Block(name="bench", x=-1.0, y=0.8)
    assert ("cannot", "Bench and stool stand in each other.") in said(
        with_set(pieces=[bench, Block(name="stool", x=-0.6, y=0.8, width=0.3, depth=0.3)])
    )
    at = DESIGN.source_centre
    card = Board(name="card", x=float(at[0]), y=float(at[1]), z=float(at[2]), turn=100.0)
    assert any("Card stands in the" in text for _, text in said(with_set(pieces=[card])))
    assert not any(
        "Card stands in the" in text for _, text in said(with_set(pieces=[card.model_copy(update={"hidden": True})]))
    )


def test_lamps_in_walls_in_furniture_over_it_and_in_the_picture():
    bench = Block(name="bench", x=-1.0, y=0.8)
    lamp = OtherLight(name="bulb", id="bulb_15", x=-1.0, y=0.8, z=0.5)
    assert ("cannot", "Bulb is inside bench.") in said(with_set(pieces=[bench], others=[lamp]))
    over = lamp.model_copy(update={"z": 1.4})
    assert any("no stand fits" in t for _, t in said(with_set(pieces=[bench], others=[over])))
    assert not any("no stand fits" in t for _, t in said(with_set(others=[over])))
    shown = OtherLight(name="bulb", id="bulb_15", x=0.25, y=1.0, z=1.3)
    assert any("is in the picture" in t for _, t in said(with_set(others=[shown])))
    assert not any(
        "is in the picture" in t for _, t in said(with_set(others=[shown.model_copy(update={"seen": True})]))
    )
    assert any("through the left wall" in t for _, t in said(with_set(others=[lamp.model_copy(update={"x": -3.0})])))


def test_what_the_frame_holds_is_as_wide_as_sensor_over_focal_length():
    brief = with_set(camera=SHOOT.brief.camera.model_copy(update={"focal_length": 0.05, "sensor": "full_frame"}))
    d = brief.camera.distance
    half = d * 0.018 / 0.05
    eye = scene_builder.face(brief)
    shown, ahead = seen_by_lens(brief, eye + np.array([[half - 0.01, 0, 0], [half + 0.01, 0, 0], [0, -d - 0.1, 0]]))
    assert shown.tolist() == [True, False, False]
    assert ahead[0] == pytest.approx(d)


# meters


def test_a_meter_reads_what_the_solved_light_gives_and_its_shares_add_up():
    brief = with_set(others=[OtherLight(name="bulb", id="bulb_15", x=1.0, y=-0.5, z=1.6)])
    mark = MeterMark(name="cheek", x=0.2, y=-0.1, z=1.3, facing="right")
    (got,), key = mark_readings(brief, DESIGN, [mark], effort=Effort())
    meter = Meter(id="m", position=np.array([0.2, -0.1, 1.3]), normal=np.array([1.0, 0.0, 0.0]))
    again = read(solve(scene_builder.whole_scene(brief, DESIGN), Effort(seed=7)), [meter])["m"]
    wanted = sum(
        float(luminance(p.total)) * float(luminance(scene_builder.lamp_weights(brief)[n]))
        for n, p in again.by_lamp.items()
    )
    assert got.lux == pytest.approx(wanted * brief.lamp.power, rel=0.05)
    assert got.stops == pytest.approx(math.log2(got.lux / key), abs=1e-9)
    assert sum(p.share for p in got.parts) == pytest.approx(1.0, abs=1e-3)
    straight = next(p for p in got.parts if p.way == "direct" and p.lamp == "bulb")
    assert straight.without == pytest.approx(-math.log2(1.0 - straight.share))
    assert ("modifier", "the key") in {
        (p.args["way"].value, p.args["lamp"].value) for p in got.says[0].args["parts"].value
    }


def test_without_the_lamp_that_gives_most_the_meter_reads_less_by_what_was_said():
    lamp = OtherLight(name="bulb", id="bulb_15", x=0.9, y=-0.6, z=1.6)
    mark = MeterMark(x=0.3, facing="right")
    (lit,), _ = mark_readings(with_set(others=[lamp]), DESIGN, [mark], effort=Effort())
    (dark,), _ = mark_readings(
        with_set(others=[lamp.model_copy(update={"on": False})]), DESIGN, [mark], effort=Effort()
    )
    share = sum(p.share for p in lit.parts if p.lamp == "bulb")
    assert math.log2(lit.lux / dark.lux) == pytest.approx(-math.log2(1.0 - share), abs=0.1)


def test_meters_face_where_they_are_told_and_read_nothing_outside():
    brief = SHOOT.brief
    assert facing_of(MeterMark(facing="up"), brief, DESIGN).tolist() == [0.0, 0.0, 1.0]
    to_key = facing_of(MeterMark(facing="key"), brief, DESIGN)
    assert float(to_key @ (DESIGN.source_centre - np.array([0.0, 0.0, 1.25]))) > 0.5
    (out,), _ = mark_readings(brief, DESIGN, [MeterMark(x=9.0)])
    assert not out.inside
    assert out.parts == ()


def test_a_lamps_streams_are_all_of_its_light():
    flow = lamp_flow(SHOOT.brief, DESIGN, 0)
    assert sum(s.share for s in flow.streams) + flow.leaves == pytest.approx(1.0, abs=1e-6)
    sheet = next(s for s in flow.streams if s.surface.startswith("sheet"))
    assert np.allclose(sheet.place, DESIGN.source_centre, atol=0.25)
    assert 0.0 < flow.at_face < 0.1
    assert lamp_flow(SHOOT.brief, DESIGN, 5) is None


# roles


def roomy(**changes):
    brief = make_shoot(brief__room__width=4.6, brief__room__depth=6.0, brief__room__height=2.7).brief
    return brief.model_copy(update=changes)


@pytest.mark.parametrize("role", sorted(ROLES))
def test_what_a_role_places_stands_in_the_room_and_is_a_document(role):
    brief = roomy(others=[OtherLight(key="light-1", name="window", id="window", x=-2.3, y=-0.4, z=1.4)])
    placed = place_role(brief, DESIGN, role)
    assert bool(placed.says) == (placed.why_not is None)
    grown = brief.model_copy(
        update={"others": [*brief.others, *placed.lights], "pieces": [*brief.pieces, *placed.boards]}
    )
    assert Brief.model_validate(grown.model_dump()) == grown
    if placed.why_not is None:
        assert placed.lights or placed.boards or placed.changes
        assert placed.checks
        assert not [c for c in clashes(grown, DESIGN) if c.level == "cannot"]


def contrast(brief):
    lux = _levels(brief)
    return math.log2(lux["key"] / lux["fill"])


def _levels(brief):
    return readings_in_room(brief, DESIGN, ("key", "fill", "backdrop"), effort=Effort())


def test_a_fill_lamp_brings_the_wanted_contrast():
    dark = Room(width=4.6, depth=6.0, height=2.7, walls="black_cloth", ceiling="black_cloth", floor="dark_carpet")
    brief = roomy(room=dark, lamp=LampSetting(id="chip_150_dish"), wanted=Wanted(contrast=2.0))
    placed = place_role(brief, DESIGN, "fill_lamp", lamp="bulb_15")
    (light,) = placed.lights
    after = contrast(brief.model_copy(update={"others": [light]}))
    if light.power < 1.0:
        assert after == pytest.approx(2.0, abs=0.2)
    else:
        assert after > 2.0
        assert "too-weak" in [one.key for one in placed.says]


def test_black_deepens_the_shadow_side_by_what_is_said():
    brief = roomy()
    placed = place_role(brief, DESIGN, "negative_fill")
    after = contrast(brief.model_copy(update={"pieces": list(placed.boards)}))
    assert after > contrast(brief) + 0.1
    assert placed.says[0].args["after"].value == pytest.approx(after, abs=0.1)


def test_a_rim_stays_out_of_the_frame_and_behind_the_subject():
    placed = place_role(roomy(), DESIGN, "rim", lamp="chip_60_dish")
    (light,) = placed.lights
    assert light.y > 0.2
    shown, _ = seen_by_lens(roomy(), np.array([[light.x, light.y, light.z]]))
    assert not shown[0]
    # opposite to the key
    assert light.x * float(DESIGN.direction[0]) < 0.0


@pytest.mark.parametrize("height", [2.0, 2.7, 3.5])
def test_light_from_the_top_hangs_behind_the_head_and_stays_off_the_nose(height):
    brief = roomy(room=Room(width=4.6, depth=6.0, height=height))
    placed = place_role(brief, DESIGN, "top")
    if placed.why_not:
        assert height - 0.15 - brief.subject.face_height < 0.3
        return
    (light,) = placed.lights
    # behind the eyes, between them and the backdrop, no flatter than a hair light is
    assert 0.3 - 1e-9 <= light.y < brief.backdrop.distance
    assert math.atan2(light.z - brief.subject.face_height, light.y) <= STEEP + 0.01
    assert all(check.holds for check in placed.checks if check.says.key == "top-spill")


def test_the_pretended_source_turns_the_key_to_it():
    window = OtherLight(name="window", id="window", x=-2.3, y=-1.2, z=1.4)
    placed = place_role(roomy(others=[window]), DESIGN, "pretended")
    assert placed.changes[0].value == pytest.approx(math.degrees(math.atan2(-2.3, 1.2)), abs=0.1)
    assert place_role(roomy(), DESIGN, "pretended").why_not


def test_full_sets_take_no_more():
    many = [OtherLight(name=f"l{k}", on=False) for k in range(12)]
    assert place_role(roomy(others=many), DESIGN, "rim").why_not.key == "lamps-full"


def test_roles_serve_things_on_a_table_too():
    brief = roomy(
        subject=Subject(kind="bottle", finish="glossy", size=0.22, face_height=1.05), camera=Camera(distance=1.1)
    )
    placed = place_role(brief, DESIGN, "ground")
    assert placed.boards[0].z < brief.subject.foot


# daylight


def test_balance_is_the_solved_difference_and_the_gel_brings_colours_nearer():
    brief = roomy(
        others=[OtherLight(name="window", id="window", x=-2.3, y=0.0, z=1.4, daylight=20000.0)],
        lamp=LampSetting(id="bulb_15"),
    )
    (found,) = balances(brief, DESIGN)
    assert found.apart < -100.0
    gel, left = nearest_gel(found.apart)
    assert abs(left) < abs(found.apart)
    assert found.says[-1].args["gel"].value == gels()[gel].name
    double = balances(
        roomy(others=[brief.others[0].model_copy(update={"daylight": 40000.0})], lamp=brief.lamp), DESIGN
    )[0]
    assert double.level - found.level == pytest.approx(1.0, abs=0.02)


def test_the_sun_holds_for_a_while_and_not_all_day():
    day = Day(latitude=48.0, date="2026-09-21", hour=9.0)
    sunny = Brief(room=Room(outdoors=True), others=[OtherLight(name="sun", id="sun")], day=day)
    span = sun_span(sunny, DESIGN)
    assert span.start <= 9.0 <= span.end
    assert max(abs(c) for h, c in zip(span.at, span.change, strict=True) if span.start <= h <= span.end) <= HOLDS
    assert sun_span(SHOOT.brief, DESIGN) is None
    night = sunny.model_copy(update={"day": day.model_copy(update={"hour": 1.0})})
    assert sun_span(night, DESIGN) is None
    assert clock(span.start).count(":") == 1


# too bright at the lowest setting


def too_bright():
    shoot = make_shoot(
        brief__lamp__id="chip_150_dish",
        brief__camera__iso=6400.0,
        brief__camera__aperture=2.0,
        brief__wanted__solve_for="power",
    )
    return shoot.brief, shoot.design.model_copy(update={"sheet_distance": 0.5, "lamp_distance": 0.5})


def test_every_way_to_dim_a_lamp_that_is_too_bright_does_what_it_says():
    brief, design = too_bright()
    before = evaluate(brief, design)
    lowest = brief.lamp.type.lowest_power
    over = math.log2(lowest / before.setting.power)
    assert over > 1.0
    offers = {p.id: p for p in proposals(brief, design, "exposure")}
    assert {"neutral", "layer", "farther_lamp_distance", "farther_sheet_distance", "close_down", "faster"} <= set(
        offers
    )
    for offer in offers.values():
        if not offer.changes:
            continue
        shoot = make_shoot().model_copy(update={"brief": brief, "design": design}).model_dump(mode="json")
        for change in offer.changes:
            *steps, last = change.path.split(".")
            target = shoot
            for step in steps:
                target = target[step]
            target[last] = change.value
        changed = read_shoot(shoot)
        after = evaluate(changed.brief, changed.design)
        gained = math.log2(after.setting.power / before.setting.power)
        if any(one.key == "still" for one in offer.further):
            assert 0.05 < gained < over, offer
        elif offer.id == "neutral":
            assert gained == pytest.approx(-math.log2(gels()[changed.brief.lamp.gel].transmittance), abs=0.15)
        else:
            assert gained == pytest.approx(over, abs=0.4), offer
    assert offers["neutral"].says.key == "neutral"


# modifiers before other lights


def with_second(kind="diffusion_frame", angle=60.0, **lamp):
    light = OtherLight(name="fill", id="chip_60_dish", x=1.2, y=-0.8, z=1.5, **lamp)
    brief = roomy(others=[light])
    design = kinds()[kind].start(brief).model_copy(update={"key_angle": angle})
    return brief, brief.with_shaped({"light-1": design}), design


def levels_at(brief, design=DESIGN):
    meters = [m for m in scene_builder.meters(brief, design) if m.id == "key"]
    return read(solve(scene_builder.whole_scene(brief, design), Effort()), meters)["key"].by_lamp


def test_a_second_modifier_stands_in_the_set_and_its_lamp_shines_through_it():
    bare, shaped, second = with_second()
    ids = [p.id for p in scene_builder.whole_scene(shaped, DESIGN).panels]
    assert "light-1/sheet" in ids
    assert [e.id for e in scene_builder.other_emitters(shaped)] == ["light-1"]
    lamp = scene_builder.other_emitters(shaped)[0]
    assert np.allclose(lamp.centre, second.lamp_position)
    got = levels_at(shaped)["light-1"]
    # what comes through the sheet counts as the modifier's, of the bare lamp as direct
    assert float(luminance(got.modifier)) > float(luminance(got.direct))
    assert float(luminance(levels_at(bare)["light-1"].direct)) > 0.0


def test_a_second_modifier_alone_is_as_bright_as_the_same_one_as_the_key():
    bare, shaped, second = with_second(angle=-60.0)
    black = shaped.model_copy(update={"lamp": bare.lamp.model_copy(update={"on": False})})
    as_key = bare.model_copy(update={"others": [], "lamp": LampSetting(id="chip_60_dish")})
    face = scene_builder.face(bare)
    toward = (second.source_centre - face) / np.linalg.norm(second.source_centre - face)
    meter = Meter(id="m", position=face, normal=toward)
    # the key's own frame stands elsewhere, so that only the room's return differs
    one = read(solve(scene_builder.whole_scene(black, DESIGN), Effort()), [meter])["m"].by_lamp["light-1"]
    other = read(solve(scene_builder.whole_scene(as_key, second), Effort()), [meter])["m"]
    assert float(luminance(one.modifier)) == pytest.approx(float(luminance(other.modifier)), rel=0.06)


def test_second_modifiers_that_do_not_fit_or_are_seen_are_said():
    bare, _, second = with_second()
    large = bare.with_shaped({"light-1": second.model_copy(update={"sheet_distance": 3.5})})
    assert any("through" in t and "of fill" in t for _, t in said(large))
    assert not any(p.id.startswith("second") for p in scene_builder.whole_scene(large, DESIGN).panels)
    seen = bare.with_shaped({"light-1": second.model_copy(update={"key_angle": 0.0, "sheet_distance": 0.6})})
    assert any("is in the picture" in t and "of fill" in t for _, t in said(seen))


def test_a_document_refuses_a_modifier_before_a_window_or_twice_before_one_lamp():
    document = make_shoot().model_dump(mode="json")
    document["brief"]["others"] = [
        OtherLight(name="w", id="window").model_dump(mode="json"),
        OtherLight(name="b").model_dump(mode="json"),
    ]
    frame = document["design"]
    for second, words in (
        ([{"light": "light-1", "design": frame}], "second lamp"),
        ([{"light": "light-5", "design": frame}], "second lamp"),
        ([{"light": "light-2", "design": frame}] * 2, "already"),
        ([{"light": "light-2", "design": {"kind": "open_shade"}}], "window or open shade"),
    ):
        with pytest.raises(InvalidInput) as error:
            read_shoot({**document, "second": second})
        assert words in error.value.fields[0].message
        assert error.value.fields[0].path.startswith("second.")
    assert read_shoot({**document, "second": [{"light": "light-2", "design": frame}]}).second[0].light == "light-2"
