"""Boxes, tents and booths for things: shape, ground, hole and roof in the solved light."""

import math

import numpy as np
import pytest

from factories import make_shoot
from said import detail_of, value_of
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Brief, Room
from wenlo.core.modifiers import table_booth, tabletop_dome, thing_box
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.sheet import luminance
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve

JAR = make_shoot(
    brief__subject__kind="bottle",
    brief__subject__size=0.22,
    brief__subject__face_height=1.05,
    brief__camera__distance=1.1,
).brief
BOXES = ["light_tent", "product_box", "tabletop_dome"]


def made(kind, brief=JAR, **changes):
    start = kinds()[kind].start(brief)
    return kinds()[kind].parameters.model_validate({**start.model_dump(), **changes})


def stops(found):
    return found.says.args["stops"].value


def figure(design, key, brief=JAR):
    return next(f for f in own_figures(brief, design) if f.key == key)


@pytest.mark.parametrize("kind", BOXES)
def test_two_lamps_alike_are_flat_and_one_gives_shape(kind):
    both, one = made(kind), made(kind, lamps=1)
    assert abs(stops(figure(both, "shape"))) < 0.3
    assert stops(figure(one, "shape")) > 1.0
    # the gauge reads the same: what comes back from the far side is the thing's own fill
    result = evaluate(JAR, both)
    assert abs(result.contrast) < 0.4


@pytest.mark.parametrize("kind", ["light_tent", "product_box"])
def test_a_black_card_across_makes_one_sided_shape_and_a_white_one_takes_it_back(kind):
    level = {
        side: stops(figure(made(kind, lamps=1, far_side=side), "shape"))
        for side in ("white card", "open", "black card")
    }
    assert level["black card"] > level["white card"] + 1.0
    assert level["white card"] < level["open"] + 1.0


@pytest.mark.parametrize("kind", BOXES)
def test_nothing_but_ground_is_in_the_picture(kind):
    design = made(kind)
    assert not scene_builder.in_picture(JAR, design)
    arrangement = kinds()[kind].arrange(design, JAR, None)
    place, normal = arrangement.ground
    meter = next(m for m in scene_builder.meters(JAR, design) if m.id == "backdrop")
    assert meter.position == pytest.approx(place)
    assert meter.normal == pytest.approx(normal)
    # a darker ground is darker, and changes what falls on it only by what it sends back
    dark = made(kind, backdrop="black_cloth")
    assert evaluate(JAR, dark).levels.backdrop < evaluate(JAR, design).levels.backdrop


@pytest.mark.parametrize("kind", [*BOXES, "table_booth", "acrylic_table"])
def test_people_and_large_things_do_not_go_in(kind):
    assert "person" in kinds()[kind].rejection_reason(Brief())
    huge = JAR.model_copy(update={"subject": JAR.subject.model_copy(update={"size": 1.4})})
    assert "does not go into" in kinds()[kind].rejection_reason(huge)
    assert kinds()[kind].rejection_reason(JAR) is None


def test_a_mirror_turned_as_said_no_longer_shows_the_hole():
    design = made("tabletop_dome", hole=0.08)
    turn = tabletop_dome.turn_needed(design, JAR)
    front = design.middle - np.array([0.0, design.depth / 2, 0.0])
    away = abs(front[1])
    # a mirror at the mark that faces the hole, turned by the angle: what it shows the lens lies twice as far round
    for angle, seen in ((0.0, True), (0.98 * turn, True), (1.02 * turn, False)):
        offset = away * math.tan(2 * angle)
        assert bool(offset <= design.hole) is seen, angle
    assert f"{math.degrees(turn):.0f}°" == value_of(figure(design, "turn"))


def test_the_hole_that_the_lens_needs_grows_with_its_distance_and_field():
    near = tabletop_dome.free_hole(made("tabletop_dome"), JAR)
    closer = JAR.model_copy(update={"camera": JAR.camera.model_copy(update={"distance": 0.5})})
    longer = JAR.model_copy(update={"camera": JAR.camera.model_copy(update={"focal_length": 0.2})})
    assert tabletop_dome.free_hole(made("tabletop_dome"), closer) < near
    assert tabletop_dome.free_hole(made("tabletop_dome"), longer) < near


def test_walls_pass_the_light_that_the_tub_does():
    thin, nested = made("tabletop_dome"), made("tabletop_dome", nested=True)
    keys = []
    for design in (thin, nested):
        solved = solve(scene_builder.scene(JAR, design, with_room=False), DRAFT)
        meter = next(m for m in scene_builder.meters(JAR, design) if m.id == "key")
        keys.append(float(luminance(read(solved, [meter])["key"].total)))
    assert 0.5 < keys[1] / keys[0] < 0.95


def test_a_booth_lights_from_its_roof_and_the_flag_keeps_the_lamp_off():
    booth, open_lamp = made("table_booth"), made("table_booth", flagged=False)
    assert stops(figure(booth, "booth_front")) > 0.5
    assert stops(figure(open_lamp, "booth_front")) < stops(figure(booth, "booth_front")) - 1.0
    solved = solve(scene_builder.scene(JAR, booth, with_room=False), DRAFT)
    thing = Meter(id="m", position=np.array([0.0, 0.0, JAR.subject.face_height]), normal=booth.direction)
    assert float(luminance(read(solved, [thing])["m"].direct)) < 0.2 * float(
        luminance(read(solved, [thing])["m"].total)
    )


def test_cards_fill_their_own_side_and_raising_brings_the_top_nearer():
    white, black = made("table_booth", far_card="white"), made("table_booth", far_card="black")
    side = "booth_left" if white.direction[0] > 0 else "booth_right"
    assert stops(figure(black, side)) > stops(figure(white, side)) + 0.3
    assert stops(figure(white, "raise")) > 0.0
    low = made("table_booth", roof=2.0)
    assert stops(figure(low, "raise")) > 0.0


def test_light_from_below_takes_the_shadow_away():
    def depth(**changes):
        found = figure(made("acrylic_table", **changes), "shadow")
        return 0.0 if value_of(found) == "shadowless" else stops(found)

    assert depth(under=0.1) > depth(under=0.5) > 0.0
    assert depth(under=4.0) <= 0.1
    # the shadow of the light from above, all of it kept off, over what still comes from below
    brief = JAR.model_copy(update={"room": Room(walls="black_cloth", ceiling="black_cloth", floor="black_cloth")})
    assert stops(figure(made("acrylic_table", brief, under=0.0), "shadow", brief)) > 0.5


def test_a_sheet_bent_too_tightly_is_told():
    assert "crack" in detail_of(figure(made("acrylic_table", thickness=0.004, bend=0.7), "least_bend"))
    fine = figure(made("acrylic_table", thickness=0.002, bend=0.7), "least_bend")
    assert value_of(fine) == "660 mm"
    assert "crack" not in detail_of(fine)


def test_the_bend_leaves_the_flat_part_without_a_step():
    design = made("acrylic_table")
    ground, bend = kinds()["acrylic_table"].arrange(design, JAR, None).surfaces[1:]
    back = design.flat * 0.6
    # the bend begins under its own axis, at the height of the table and at the flat part's back edge
    bottom = bend.base - np.array([0.0, 0.0, design.bend])
    assert bottom[1:] == pytest.approx([back, design.table])
    corners = [ground.origin + a * ground.edge_u + b * ground.edge_v for a in (0, 1) for b in (0, 1)]
    assert max(c[1] for c in corners) == pytest.approx(back)


def test_a_camera_that_looks_down_gets_its_hole_in_the_top():
    steep = JAR.model_copy(update={"camera": JAR.camera.model_copy(update={"rise": 75.0})})
    design = made("tabletop_dome", steep)
    assert tabletop_dome.hole_in_top(design)
    # the hole lies on the line from the thing to the lens
    toward = tabletop_dome.hole_centre(design) - np.array([0.0, 0.0, steep.subject.face_height])
    assert math.degrees(math.atan2(toward[2], -toward[1])) == pytest.approx(75.0, abs=0.5)
    assert not tabletop_dome.hole_in_top(made("tabletop_dome", JAR))
    # and stays on it when the tub grows
    for scale in (0.8, 1.5):
        grown = kinds()["tabletop_dome"].scaled(design, scale)
        toward = tabletop_dome.hole_centre(grown) - np.array([0.0, 0.0, grown.hole_height])
        assert math.degrees(math.atan2(toward[2], -toward[1])) == pytest.approx(75.0, abs=0.5)


def test_light_from_below_comes_through_the_window_of_the_ground():
    design = made("tabletop_dome", JAR)
    lit = design.model_copy(update={"under": 1.0, "under_opening": 0.1})
    plain, window = (scene_builder.scene(JAR, d, with_room=False) for d in (design, lit))
    assert len(window.lamps) == len(plain.lamps) + 1
    assert window.lamps[-1].centre[2] < design.table
    at = np.array([0.0, 0.0, design.table + 0.01])
    below = [
        float(
            luminance(
                read(solve(scene, DRAFT), [Meter(id="m", position=at, normal=np.array([0.0, 0.0, -1.0]))])["m"].total
            )
        )
        for scene in (plain, window)
    ]
    assert below[1] > 1.5 * below[0]
    steps = [s.id for s in kinds()["tabletop_dome"].build(lit, JAR).steps]
    assert "open-the-ground" in steps
    assert "open-the-ground" not in [s.id for s in kinds()["tabletop_dome"].build(design, JAR).steps]


def test_a_sliver_card_stands_where_the_disc_as_large_gives_the_lift():
    area, rho = 0.0036, 0.86
    away = table_booth.sliver_distance(area=area, lift=0.5, on_card=400.0, on_detail=200.0, reflectance=rho)
    added = rho * 400.0 * (area / math.pi) / (area / math.pi + away**2)
    assert math.log2((200.0 + added) / 200.0) == pytest.approx(0.5)
    farther = table_booth.sliver_distance(area=area, lift=0.25, on_card=400.0, on_detail=200.0, reflectance=rho)
    assert farther > away
    assert table_booth.sliver_distance(area=area, lift=2.0, on_card=200.0, on_detail=200.0, reflectance=rho) == 0.0


@pytest.mark.parametrize(
    ("level", "words"), [(0.25, "under clean white"), (1.3, "clean white"), (4.0, "over clean white")]
)
def test_the_ground_is_told_white_or_flaring(level, words):
    def probe(meters, left_out):
        return {"ground": 100.0 * level, "front": 100.0}

    found = thing_box.ground_figure(JAR, probe, place=np.zeros(3), normal=np.array([0.0, 0, 1]), reflectance=0.95)
    assert words in value_of(found)
    assert ("flares" in detail_of(found)) or level == 1.3
    # a white ground under the front's own light is just clean white
    even = thing_box.ground_figure(
        JAR,
        lambda meters, left_out: {"ground": 1.0, "front": 1.0},
        place=np.zeros(3),
        normal=np.zeros(3),
        reflectance=0.95,
    )
    assert value_of(even) == "clean white"


def test_as_much_light_from_below_as_is_said_leaves_a_tenth_of_a_stop_of_shadow():
    design = made("acrylic_table", JAR)
    needed = figure(design, "under_needed", JAR)
    assert value_of(needed).endswith("× from below")
    enough = design.model_copy(update={"under": needed.says.args["times"].value})
    # both are drafts
    assert stops(figure(enough, "shadow", JAR)) <= 0.15
    assert stops(figure(design.model_copy(update={"under": 0.4 * enough.under}), "shadow", JAR)) > 0.18
