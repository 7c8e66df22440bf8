"""What shiny things mirror: against a tracer of its own, closed forms, and cards that are put where they are said to
be.
"""

import math
from dataclasses import replace

import numpy as np
import pytest

from wenlo.core.analysis.preview import camera_of, picture_scene
from wenlo.core.analysis.reflections import CAMERA_HALF, reflections
from wenlo.core.brief.brief import SHINY, Brief, Camera, Subject
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.shapes import Dome, Panel
from wenlo.core.optics.sheet import board
from wenlo.core.proposals.cards import Card, cards_for, with_card
from wenlo.core.ranking.light_direction import BY_FINISH, of_finish, relief, why_of
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.scene.stand_in import subject_shapes
from wenlo.core.transport.mirror import mirrored, mirrored_way
from wenlo.core.transport.pack import pack
from wenlo.core.transport.picture import Viewpoint as Lens
from wenlo.core.transport.rows import rows_of
from wenlo.core.transport.scene import LightScene

A = np.array


def wall(name, origin, u, v):
    return Panel(
        id=name,
        origin=A(origin, dtype=float),
        edge_u=A(u, dtype=float),
        edge_v=A(v, dtype=float),
        surface=board((0.5,) * 3),
    )


def brief_of(kind="ball", finish="mirror", size=0.1, **camera):
    lean = camera.pop("lean", 0.0)
    return Brief(
        subject=Subject(kind=kind, finish=finish, size=size, face_height=1.0, lean=lean),
        camera=Camera(**{"distance": 0.8, **camera}),
    )


def looked(brief, kind, **changes):
    design = kinds()[kind].start(brief).model_copy(update=changes)
    return design, reflections(brief, design)


# geometry


def brute_force(sphere, walls, eye, way):
    """A tracer of its own: one ray, by the quadratic of the sphere and the planes of the walls; name of what is
    mirrored.
    """
    to = eye - sphere.centre
    b, c = float(to @ way), float(to @ to) - sphere.radius**2
    if b * b - c < 0.0 or -b - math.sqrt(b * b - c) <= 0.0:
        return None
    place = eye + (-b - math.sqrt(b * b - c)) * way
    n = (place - sphere.centre) / sphere.radius
    out = way - 2.0 * float(way @ n) * n
    best, name = math.inf, "nothing"
    for shape in walls:
        normal = np.cross(shape.edge_u, shape.edge_v)
        if abs(float(out @ normal)) < 1e-12:
            continue
        t = float((shape.origin - place) @ normal) / float(out @ normal)
        at = place + t * out - shape.origin
        u, v = (
            float(at @ shape.edge_u) / float(shape.edge_u @ shape.edge_u),
            float(at @ shape.edge_v) / float(shape.edge_v @ shape.edge_v),
        )
        if 1e-9 < t < best and 0.0 <= u <= 1.0 and 0.0 <= v <= 1.0:
            best, name = t, shape.id
    return name


def test_every_pixel_of_a_ball_mirrors_what_a_tracer_of_its_own_finds():
    ball = Dome(id="ball", centre=A([0.1, 0.0, 0.05]), radius=0.2, surface=board((0.5,) * 3))
    walls = [
        wall("left", (-1, -1, -1), (0, 2, 0), (0, 0, 2)),
        wall("floor", (-1, -1, -0.6), (2, 0, 0), (0, 2, 0)),
        wall("card", (0.5, -0.3, -0.2), (0.1, 0.5, 0), (0, 0, 0.6)),
        wall("top", (-0.4, -0.5, 0.7), (0.9, 0, 0.1), (0, 0.8, 0.2)),
    ]
    camera = Lens(position=A([0.0, -2.0, 0.3]), aim=A([0.1, 0.0, 0.05]), field=0.3)
    packed = pack(rows_of(LightScene(panels=(ball, *walls), lamps=())), sides=40)
    seen = mirrored(packed, camera, width=48, height=32, thing={"ball"})
    found = dict(zip(seen.pixels.tolist(), seen.met.what.tolist(), strict=True))
    row, checked, wrong = camera.row(), 0, 0
    for i in range(48 * 32):
        x, y = (2 * (i % 48 + 0.5) / 48 - 1) * row[12], (1 - 2 * (i // 48 + 0.5) / 32) * row[12] * 32 / 48
        way = row[9:12] + x * row[3:6] + y * row[6:9]
        expected = brute_force(ball, walls, camera.position, way / np.linalg.norm(way))
        if expected is None:
            assert i not in found
            continue
        checked += 1
        what = found[i]
        wrong += ("nothing" if what < 0 else packed.shapes[what].id) != expected
    assert checked > 200
    # a ray along the very edge of a wall may go either way
    assert wrong <= 1
    assert len({packed.shapes[k].id for k in found.values() if k >= 0}) == len(walls)


def test_half_of_a_far_ball_mirrors_the_half_space_before_it():
    """A ball's place at ρ radii from its middle mirrors at 2 asin ρ from the lens: half of its disc what is
    before it.
    """
    ball = Dome(id="ball", centre=A([0.0, 0, 0]), radius=0.1, surface=board((0.5,) * 3))
    before = wall("before", (-2e4, -30, -2e4), (4e4, 0, 0), (0, 0, 4e4))
    camera = Lens(position=A([0.0, -29.0, 0]), aim=A([0.0, 0, 0]), field=0.22 / 29)
    packed = pack(rows_of(LightScene(panels=(ball, before), lamps=())), sides=20)
    seen = mirrored(packed, camera, width=120, height=120, thing={"ball"})
    assert float(np.mean(seen.met.what >= 0)) == pytest.approx(0.5, abs=0.02)


def test_a_mirrored_way_has_the_angle_of_the_way_in_and_lies_in_its_plane():
    rng = np.random.default_rng(3)
    way, normal = (x / np.linalg.norm(x, axis=1)[:, None] for x in rng.normal(size=(2, 50, 3)))
    out = mirrored_way(way, normal)
    np.testing.assert_allclose(np.linalg.norm(out, axis=1), 1.0)
    np.testing.assert_allclose(np.einsum("mk,mk->m", out, normal), -np.einsum("mk,mk->m", way, normal), atol=1e-12)
    assert np.max(np.abs(np.einsum("mk,mk->m", np.cross(way, normal), out))) < 1e-12


# advice


def test_shares_add_up_and_people_and_matt_things_mirror_nothing():
    _, found = looked(brief_of(), "light_tent")
    assert sum(p.share for p in found.parts) == pytest.approx(1.0)
    assert found.lit == pytest.approx(sum(p.share for p in found.parts if p.look == "lit"))
    assert set(np.unique(found.shown)) == set(range(-1, len(found.parts)))
    for k, part in enumerate(found.parts):
        assert float(np.mean(found.shown[found.shown >= 0] == k)) == pytest.approx(part.share)
    for brief in (brief_of(finish="matt"), brief_of(finish="translucent"), Brief()):
        assert reflections(brief, kinds()["diffusion_frame"].start(brief)) is None


def test_a_tent_lights_more_of_a_mirror_than_an_open_sheet():
    tent, frame = (looked(brief_of(), kind)[1].lit for kind in ("light_tent", "diffusion_frame"))
    assert tent > 3.0 * frame


def test_a_flat_mirror_before_the_lens_shows_the_camera_until_it_is_turned_as_said():
    brief = brief_of(kind="plate")
    design, found = looked(brief, "diffusion_frame")
    assert {p.look for p in found.parts} >= {"lens"}
    turn = found.turn
    # the whole of the plate must look past the camera's body: half of the angle of plate and body together, as seen in
    # the mirror
    half_plate = 0.7 * brief.subject.size if turn.axis == "turned" else 0.5 * brief.subject.size
    expected = 0.5 * math.atan((2 * half_plate + CAMERA_HALF - half_plate) / brief.camera.distance)
    assert abs(turn.angle) == pytest.approx(expected, abs=math.radians(1.0))
    assert turn.moved == pytest.approx(brief.camera.distance * math.tan(2 * abs(turn.angle)), rel=1e-3)
    # moved aside as far as said, the lens is not in it any more
    camera = camera_of(brief)
    aside = A([turn.moved, 0.0, 0.0]) if turn.axis == "turned" else A([0.0, 0.0, turn.moved])
    scene = picture_scene(brief, design)
    seen = mirrored(
        pack(rows_of(scene), sides=2 * len(scene.panels)),
        replace(camera, position=camera.position + 1.02 * aside),
        width=60,
        height=40,
        thing={"plate"},
    )
    to = camera.position + 1.02 * aside - seen.place
    along = np.einsum("mk,mk->m", to, seen.way)
    beside = np.linalg.norm(to - along[:, None] * seen.way, axis=1)
    assert not np.any((along > 0) & (beside < CAMERA_HALF))


def test_the_hole_of_a_dome_shows_in_flat_metal_and_less_in_a_ball():
    flat, ball = (looked(brief_of(kind=kind), "tabletop_dome")[1] for kind in ("plate", "ball"))
    shares = [sum(p.share for p in found.parts if p.look == "hole") for found in (flat, ball)]
    assert shares[0] > 3 * shares[1] > 0.0
    assert flat.turn is not None
    assert ball.turn is None
    assert not ball.turn_needed


def test_a_bare_lamp_is_told_and_a_black_card_is_offered_or_it_is_turned_out():
    brief = brief_of(kind="ball", finish="varnish")
    _, found = looked(brief, "snoot")
    assert any(p.look in ("lamp", "dim", "dark") for p in found.parts)
    assert found.lit < 0.1


@pytest.mark.parametrize(
    ("brief", "kind"),
    [
        (brief_of(kind="plate", finish="varnish", size=0.2, lean=90.0, rise=40.0), "diffusion_frame"),
        (brief_of(), "diffusion_frame"),
        (brief_of(kind="bottle", finish="varnish", size=0.3, distance=1.2), "diffusion_frame"),
    ],
    ids=["lying plate", "ball", "bottle"],
)
def test_a_card_that_is_put_where_it_is_said_to_be_is_what_the_thing_mirrors(brief, kind):
    design, found = looked(brief, kind)
    cards = cards_for(brief, design, found)
    assert cards
    card: Card = cards[0]
    thing = [shape.id for shape in subject_shapes(brief)]
    scene = with_card(brief, design, card)
    packed = pack(rows_of(scene), sides=2 * len(scene.panels))
    seen = mirrored(packed, camera_of(brief), width=120, height=80, thing=thing)
    row = packed.row(f"{card.colour} card")
    assert float(np.mean(seen.met.what == row)) == pytest.approx(card.share, rel=0.15)
    # out of the picture, in the room, and no larger than it has to be: a tenth off each side loses some of it
    plain = mirrored(packed, camera_of(brief), width=120, height=80, thing=[f"{card.colour} card"])
    assert len(plain.pixels) == 0
    assert all(room_box(brief).holds(corner) for corner in card.corners)
    smaller = replace(card, across=0.7 * card.across, upward=0.7 * card.upward)
    less = with_card(brief, design, smaller)
    packed = pack(rows_of(less), sides=2 * len(less.panels))
    seen = mirrored(packed, camera_of(brief), width=120, height=80, thing=thing)
    assert float(np.mean(seen.met.what == packed.row(f"{card.colour} card"))) < 0.9 * card.share


def test_looking_down_sees_a_lying_thing_from_above_and_keeps_its_distance():
    brief = brief_of(kind="plate", lean=90.0, rise=50.0)
    camera = camera_of(brief)
    assert float(np.linalg.norm(camera.position - scene_builder.face(brief))) == pytest.approx(0.8)
    assert camera.position[2] == pytest.approx(1.0 + 0.8 * math.sin(math.radians(50.0)))
    assert brief.subject.foot == pytest.approx(1.0)
    lens = next(m for m in scene_builder.meters(brief, kinds()["light_tent"].start(brief)) if m.id == "lens")
    np.testing.assert_allclose(lens.position, camera.position)


# by finish


def test_relief_grows_as_light_rakes_and_is_nothing_from_the_lens():
    brief = brief_of(kind="box", finish="textured")
    frame = kinds()["diffusion_frame"].start(brief)
    depth = [
        relief(brief, frame.model_copy(update={"key_angle": a, "top_height": 1.0 + frame.height / 2}))
        for a in (0.0, 40.0, 70.0)
    ]
    assert abs(depth[0]) < 0.05
    assert depth[0] < depth[1] < depth[2]
    # log2 cos(i − 10°)/cos(i + 10°) at 40°
    assert depth[1] == pytest.approx(math.log2(math.cos(math.radians(30)) / math.cos(math.radians(50))), abs=0.03)


def test_words_by_finish_say_why_and_whether_it_is_met():
    for finish in BY_FINISH:
        brief = brief_of(kind="box", finish=finish)
        design = kinds()["diffusion_frame"].start(brief)
        for lit in (0.0, 0.3, 1.0):
            said = of_finish(brief, design, lit if finish in SHINY else None)
            assert said[0] == why_of(finish)
            if BY_FINISH[finish].lit is not None:
                low, high = BY_FINISH[finish].lit
                verdict = "right" if low <= lit <= high else "little" if lit < low else "much"
                assert said[-1].args["verdict"].value == verdict
    assert of_finish(Brief(), kinds()["diffusion_frame"].start(Brief()), None) == ()
    assert set(SHINY) == {finish for finish, suits in BY_FINISH.items() if suits.lit is not None}
