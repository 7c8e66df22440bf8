"""What stands in the set beside the modifier: sloping rooms, alcoves, boards, furniture, the sun."""

import math

import numpy as np
import pytest

from factories import make_shoot
from wenlo.core.analysis.clashes import clashes
from wenlo.core.analysis.preview import picture_scene
from wenlo.core.brief.brief import Brief, OtherLight, Room
from wenlo.core.brief.set_objects import Alcove, Block, Board, Day, OtherPerson
from wenlo.core.geometry.sun import sun_height_and_bearing
from wenlo.core.modifiers.daylight import sun_illuminance
from wenlo.core.optics.meshes import triangles
from wenlo.core.optics.sheet import luminance
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import backdrop_at, room_box, room_panels
from wenlo.core.scene.stand_in import other_people
from wenlo.core.scene.standing_things import axes_of, corners_of, standing_panels
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, Effort, solve
from wenlo.core.transport.tree import bounds


def area_of(panel):
    """Of the polygon that is there, by the shoelace formula."""
    if panel.outline is None:
        return panel.area
    u, v = np.asarray(panel.outline).T
    inside = 0.5 * abs(float(np.dot(u, np.roll(v, -1)) - np.dot(v, np.roll(u, -1))))
    return panel.area * (1.0 - inside if panel.cut_out else inside)


def rooms():
    yield Room(width=4.0, depth=5.0, height=2.4)
    for slope in ("left", "right", "both"):
        yield Room(width=4.0, depth=5.0, height=2.4, slope=slope, knee=1.1, run=1.3)
    yield Room(width=4.0, depth=5.0, height=2.4, alcove=Alcove(wall="left wall", along=-0.4, width=1.0, depth=0.5))
    yield Room(width=4.0, depth=5.0, height=2.4, alcove=Alcove(wall="end wall", along=0.4, width=1.0, depth=0.5))


@pytest.mark.parametrize("room", list(rooms()))
def test_a_room_is_closed_and_faces_inward(room):
    brief = Brief(room=room)
    around = [p for p in room_panels(brief) if p.id != "backdrop"]
    # the divergence theorem: the closed surface's areas times normals cancel, and its volume is a third of Σ A n·x
    vectors = sum(area_of(p) * p.normal for p in around)
    assert np.allclose(vectors, 0.0, atol=1e-9)
    rise = room.height - room.knee
    corners = {"none": 0, "left": 1, "right": 1, "both": 2}[room.slope]
    volume = room.width * room.depth * room.height - corners * room.depth * room.run * rise / 2
    if room.alcove:
        volume += room.alcove.width * room.alcove.depth * room.alcove.height
    found = 0.0
    for p in around:
        on_plane = p.origin
        found -= area_of(p) * float(p.normal @ on_plane) / 3.0
    assert found == pytest.approx(volume, rel=1e-9)


@pytest.mark.parametrize("room", list(rooms()))
def test_light_in_a_closed_room_does_not_leak(room):
    # mean illuminance of a closed cavity with one reflectance, E = Φ/(A(1 − ρ)); here: what the walls take is what the
    # lamp gives
    brief = Brief(room=room.model_copy(update={"walls": "white_paint", "floor": "white_paint"}))
    around = tuple(p for p in room_panels(brief) if p.id != "backdrop")
    lamp = scene_builder.other_emitters(
        Brief(room=brief.room, others=[OtherLight(id="bulb_15", x=0.3, y=-0.5, z=1.0)])
    )[0]
    solved = solve(LightScene(panels=around, lamps=(lamp,)), Effort())
    taken = sum(
        float(luminance(solved.patches.incident[k, 0]))
        * solved.patches.packed.area[k]
        * (1.0 - float(luminance(solved.patches.packed.reflectance[k])))
        for k in range(len(solved.patches.packed.owners))
        if float(luminance(solved.patches.packed.reflectance[k])) > 0.0
    )
    assert taken == pytest.approx(lamp.amount, rel=0.04)


def test_the_ceiling_comes_down_where_the_roof_slopes():
    box = room_box(Brief(room=Room(width=4.0, height=2.4, slope="left", knee=1.0, run=1.4)))
    assert box.ceiling_at(-2.0) == pytest.approx(1.0)
    assert box.ceiling_at(-1.3) == pytest.approx(1.7)
    assert box.ceiling_at(0.0) == box.ceiling_at(1.9) == pytest.approx(2.4)
    assert box.holds((-1.0, 0.0, 1.9))
    assert not box.holds((-1.6, 0.0, 1.9))


def test_a_board_faces_the_way_it_is_turned_and_tilted():
    board = Board(x=1.0, y=-0.5, z=1.3, turn=-90.0, tilt=0.0, width=0.6, height=1.0)
    (panel,) = standing_panels(Brief(pieces=[board]), room_box(Brief()))
    assert np.allclose(panel.normal, [-1.0, 0.0, 0.0], atol=1e-12)
    up = standing_panels(Brief(pieces=[board.model_copy(update={"tilt": 90.0})]), room_box(Brief()))[0]
    assert np.allclose(up.normal, [0.0, 0.0, 1.0], atol=1e-12)
    assert np.allclose(corners_of(board).mean(axis=0), [1.0, -0.5, 1.3])
    assert np.linalg.det(np.stack(axes_of(board.model_copy(update={"tilt": 33.0, "turn": 17.0})))) == pytest.approx(
        -1.0
    )


def test_a_block_is_closed_but_for_the_floor_under_it():
    table = Block(x=0.5, y=0.4, width=1.0, depth=0.5, height=0.8, turn=30.0)
    panels = standing_panels(Brief(pieces=[table]), room_box(Brief()))
    assert len(panels) == 5
    assert np.allclose(sum(p.area * p.normal for p in panels), [0.0, 0.0, 0.5], atol=1e-12)
    middle = np.array([0.5, 0.4, 0.4])
    assert all(float((p.origin + p.edge_u / 2 + p.edge_v / 2 - middle) @ p.normal) > 0.0 for p in panels)
    hung = standing_panels(Brief(pieces=[table.model_copy(update={"z": 0.3})]), room_box(Brief()))
    assert np.allclose(sum(p.area * p.normal for p in hung), 0.0, atol=1e-12)


@pytest.mark.parametrize("change", [{"hidden": True}, {"x": 5.0}])
def test_what_is_hidden_or_outside_is_not_in_the_set(change):
    assert standing_panels(Brief(pieces=[Board().model_copy(update=change)]), room_box(Brief())) == ()


def fill_of(pieces):
    shoot = make_shoot()
    brief = shoot.brief.model_copy(update={"pieces": pieces})
    solved = solve(scene_builder.whole_scene(brief, shoot.design), DRAFT)
    meters = [m for m in scene_builder.meters(brief, shoot.design) if m.id == "fill"]
    return float(luminance(read(solved, meters)["fill"].room))


def test_a_white_card_fills_the_shadow_and_a_black_one_takes_from_it():
    shoot = make_shoot()
    side = -0.7 if shoot.design.key_angle > 0 else 0.7
    card = Board(x=side, y=-0.1, z=1.25, width=0.8, height=1.0, turn=90.0 if side < 0 else -90.0)
    bare = fill_of([])
    assert fill_of([card]) > 1.3 * bare
    assert fill_of([card.model_copy(update={"face": "black"})]) < 0.9 * bare


@pytest.mark.parametrize(
    ("latitude", "date", "height"),
    [(50.0, "2026-06-21", 63.44), (50.0, "2026-12-21", 16.56), (-35.0, "2026-12-21", 78.44), (0.0, "2026-03-20", 90.0)],
)
def test_the_noon_sun_stands_at_90_degrees_less_latitude_plus_declination(latitude, date, height):
    heights = [
        sun_height_and_bearing(latitude=math.radians(latitude), longitude=0.0, zone=0.0, date=date, hour=h)[0]
        for h in np.linspace(11.5, 12.5, 61)
    ]
    assert math.degrees(max(heights)) == pytest.approx(height, abs=0.6)


def test_the_sun_rises_in_the_east_and_goes_south_about():
    def at(hour):
        return sun_height_and_bearing(
            latitude=math.radians(48), longitude=math.radians(15), zone=1.0, date="2026-09-23", hour=hour
        )

    ways = [math.degrees(at(h)[1]) for h in (6.2, 9.0, 12.0, 15.0, 17.7)]
    assert ways == sorted(ways)
    assert ways[0] == pytest.approx(90.0, abs=5.0)
    assert ways[-1] == pytest.approx(270.0, abs=5.0)
    assert at(4.0)[0] < 0.0 < at(8.0)[0]


def test_outdoors_the_ground_gets_what_the_suns_height_says():
    day = Day(latitude=45.0, longitude=0.0, zone=0.0, date="2026-06-21", hour=10.0, heading=0.0)
    brief = Brief(room=Room(outdoors=True), others=[OtherLight(id="sun", name="sun")], day=day)
    toward = scene_builder.toward_sun(brief)
    scene = LightScene(panels=room_panels(brief), lamps=scene_builder.other_emitters(brief))
    assert [p.id for p in scene.panels] == ["floor", "backdrop"]
    place = np.array([0.8, -1.5, 0.3])
    got = read(solve(scene, DRAFT), [Meter(id="m", position=place, normal=toward)])["m"]
    assert float(luminance(got.direct)) == pytest.approx(sun_illuminance(math.asin(toward[2])), rel=0.02)
    # in the morning the sun is on the right of a camera that looks north
    assert toward[0] > 0.0
    turned = brief.model_copy(update={"day": day.model_copy(update={"heading": 180.0})})
    assert scene_builder.toward_sun(turned)[0] == pytest.approx(-toward[0])


def test_a_lamp_keeps_aiming_at_its_point_wherever_it_goes():
    aim = {"aim": "point", "aim_x": 0.5, "aim_y": 1.0, "aim_z": 0.4}
    for x in (-1.0, 0.2, 1.2):
        lamp = scene_builder.other_emitters(Brief(others=[OtherLight(id="chip_60_dish", x=x, y=-0.7, z=1.9, **aim)]))[0]
        way = np.array([0.5, 1.0, 0.4]) - lamp.centre
        assert np.allclose(lamp.normal, way / np.linalg.norm(way))


def test_the_open_sky_lights_the_ground_with_what_is_given():
    brief = Brief(room=Room(outdoors=True), others=[OtherLight(id="sky", name="sky", daylight=9000.0)])
    scene = LightScene(panels=room_panels(brief)[:1], lamps=scene_builder.other_emitters(brief))
    got = read(
        solve(scene, DRAFT), [Meter(id="m", position=np.array([0.0, 0.0, 0.5]), normal=np.array([0.0, 0.0, 1.0]))]
    )["m"]
    assert float(luminance(got.direct)) == pytest.approx(9000.0, rel=0.02)


@pytest.mark.parametrize("sweep", [0.3, 0.8])
def test_a_sweep_joins_the_backdrop_to_the_floor_without_a_gap(sweep):
    brief = make_shoot(brief__backdrop__sweep=sweep, brief__backdrop__distance=2.0).brief
    shapes = {s.id: s for s in room_panels(brief)}
    hung, bent, flat = shapes["backdrop"], shapes["backdrop sweep"], shapes["backdrop floor"]
    assert hung.origin[2] == pytest.approx(sweep)
    assert bent.area == pytest.approx(bent.length * sweep * math.pi / 2)
    points, _ = triangles(bent)
    assert points[:, 1].max() == pytest.approx(2.0, abs=1e-6)
    assert points[:, 2].min() == pytest.approx(0.002, abs=1e-6)
    assert points[:, 2].max() == pytest.approx(sweep + 0.002, abs=1e-6)
    # it curves toward the camera: every point of it is on the circle before the backdrop
    assert np.allclose(np.hypot(points[:, 1] - (2.0 - sweep), points[:, 2] - sweep - 0.002), sweep)
    assert flat.origin[1] + flat.edge_v[1] == pytest.approx(2.0 - sweep)
    assert backdrop_at(brief, 1.2) == pytest.approx(2.0)
    assert backdrop_at(brief, 0.002) == pytest.approx(2.0 - sweep, abs=0.01)


def test_light_falls_on_a_sweep_as_on_a_floor_and_a_wall():
    brief = make_shoot(
        brief__backdrop__sweep=0.6, brief__backdrop__distance=1.8, brief__backdrop__finish="poster_white"
    ).brief
    design = make_shoot().design
    solved = solve(scene_builder.whole_scene(brief, design), DRAFT)
    meters = [
        Meter(
            id="low", position=np.array([0.0, backdrop_at(brief, 0.18) - 0.01, 0.18]), normal=np.array([0.0, -0.7, 0.7])
        ),
        Meter(id="high", position=np.array([0.0, 1.79, 1.2]), normal=np.array([0.0, -1.0, 0.0])),
    ]
    got = read(solved, meters)
    assert all(float(luminance(r.total)) > 0.0 for r in got.values())
    flat = read(
        solve(
            scene_builder.whole_scene(
                brief.model_copy(update={"backdrop": brief.backdrop.model_copy(update={"sweep": 0.0})}), design
            ),
            DRAFT,
        ),
        meters[1:],
    )
    assert float(luminance(got["high"].direct + got["high"].modifier)) == pytest.approx(
        float(luminance(flat["high"].direct + flat["high"].modifier)), rel=0.1
    )


def test_other_people_are_seen_where_they_stand_and_move_no_light():
    shoot = make_shoot()
    person = OtherPerson(name="helper", x=0.6, y=0.5, z=1.3)
    brief = shoot.brief.model_copy(update={"pieces": [person]})
    shapes = other_people(brief)
    middle = np.mean([np.mean(bounds(s), axis=0) for s in shapes], axis=0)
    assert middle[0] == pytest.approx(0.6, abs=0.05)
    assert middle[1] == pytest.approx(0.6, abs=0.15)
    assert not any(p.id.startswith("thing") for p in scene_builder.whole_scene(brief, shoot.design).panels)
    assert {s.id for s in shapes} <= {s.id for s in picture_scene(brief, shoot.design).panels}
    assert other_people(brief.model_copy(update={"pieces": [person.model_copy(update={"hidden": True})]})) == ()
    standing = other_people(
        shoot.brief.model_copy(update={"pieces": [person.model_copy(update={"pose": "standing", "z": 1.6})]})
    )
    top = max(float(bounds(s)[1][2]) for s in standing)
    assert 1.65 < top < 1.85


def test_two_people_in_one_place_are_said():
    shoot = make_shoot()
    same = shoot.brief.model_copy(update={"pieces": [OtherPerson(name="helper", x=0.0, y=0.0)]})
    assert "at-subject" in [c.says.key for c in clashes(same, shoot.design)]
    beside = shoot.brief.model_copy(update={"pieces": [OtherPerson(name="helper", x=0.6, y=0.3)]})
    assert not [c for c in clashes(beside, shoot.design) if c.level == "cannot"]
