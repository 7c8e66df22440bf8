"""Kinds that cut light: what the rules say is what the solved light shows."""

import math

import numpy as np
import pytest

from said import detail_of, name_of, value_of
from wenlo.core.brief.brief import Brief, LampSetting, Room
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.modifiers import beam_tube, focusing_spot, pattern_cutter
from wenlo.core.modifiers import cells as module_cells
from wenlo.core.modifiers.foil_doors import covered
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.optics.sheet import luminance
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.messages.steps import step_words

SMALL = Brief(lamp=LampSetting(id="chip_60_bare"))
LARGE = Brief()
DARK = Room(walls="black_cloth", ceiling="black_cloth", floor="black_cloth")


def made(kind, brief=SMALL, **changes):
    start = kinds()[kind].start(brief)
    return kinds()[kind].parameters.model_validate({**start.model_dump(), **changes})


def profile(design, brief, offsets, along=None):
    """Light on a facing surface at what the design points to, at places beside its middle."""
    arrangement = kinds()[design.kind].arrange(design, brief, None)
    solved = solve(scene_builder.scene(brief, design, with_room=False), DRAFT)
    assert arrangement.lamps
    axis = design.square[1] if along is None else along
    target = np.array([0.0, 0.0, design.aim_height])
    meters = [Meter(id=str(k), position=target + axis * x, normal=design.axis) for k, x in enumerate(offsets)]
    return np.array([float(luminance(r.total)) for r in read(solved, meters).values()])


def figure(brief, design, key):
    return next(f for f in own_figures(brief, design) if f.key == key)


# snoot and slot


def test_a_snoot_throws_the_spot_that_its_sizes_say():
    design = made("snoot", tube_length=0.3, opening=0.08, tube_width=0.2)
    found = beam_tube.spot_of(design, SMALL)
    assert found.core > 0.0
    light = profile(design, SMALL, [0.0, 0.7 * found.core, found.half, 1.05 * found.field, 1.4 * found.field])
    assert light[1] == pytest.approx(light[0], rel=0.06)
    assert light[2] / light[0] == pytest.approx(0.5, abs=0.12)
    assert light[3] < 0.03 * light[0]
    assert light[4] < 0.03 * light[0]


def test_a_slot_is_narrow_one_way_and_turns():
    design = made("snoot", shape="slot", opening=0.008, slot_length=0.12, tube_width=0.2, tube_length=0.3)
    across, upward = design.square
    found = beam_tube.spot_of(design, SMALL)
    off = 1.2 * found.field
    level = profile(design, SMALL, [0.0, off], upward)[1], profile(design, SMALL, [0.0, off], across)[1]
    assert level[0] < 0.1 * level[1]
    upright = design.model_copy(update={"rotation": 90.0})
    assert profile(upright, SMALL, [0.0, off], across)[1] < 0.1 * profile(upright, SMALL, [0.0, off], upward)[1]
    assert upright.source_size == pytest.approx(design.source_size[::-1])
    assert "Stripe" in name_of(figure(SMALL, design, "spot"))


def test_white_inside_adds_a_halo_that_black_keeps_down():
    halos = {}
    for inside in ("black foil", "white card"):
        design = made("snoot", inside=inside, tube_length=0.3, opening=0.06, tube_width=0.14)
        halos[inside] = beam_tube.halo_of(design, SMALL)
    assert halos["black foil"] > halos["white card"] + 0.4


def test_a_longer_tube_sharpens_the_edge():
    edges = [beam_tube.spot_of(made("snoot", tube_length=x), SMALL).edge for x in (0.1, 0.2, 0.4)]
    assert edges[0] > edges[1] > edges[2]
    assert edges[0] / edges[2] == pytest.approx(4.0, rel=1e-6)


def test_a_spot_that_goes_on_to_the_backdrop_is_stretched_by_its_rake():
    # from the back of the set toward the camera it lands on no backdrop
    frontal, aside = (made("snoot", key_angle=a, centre_height=1.3, aim_height=1.25) for a in (0.0, 70.0))
    straight, slanted = (figure(SMALL, design, "raked") for design in (frontal, aside))
    assert "stretched 1.0×" in detail_of(straight)
    assert slanted.says.args["stretched"].value > 2.0
    behind = made("snoot", key_angle=150.0)
    assert all(f.key != "raked" for f in own_figures(SMALL, behind))


# grid


def with_cells(design, *, cells):
    """Light straight before the sheet and as far off beside, with the cells or without them."""
    made_so = kind_of(design).arrange(design, SMALL, None)
    return module_cells._beside(design, made_so, cells=cells)


def test_cells_take_the_light_beside_and_spare_it_ahead():
    design = made("cell_grid")
    (ahead, aside), (ahead_cut, aside_cut) = (with_cells(design, cells=c) for c in (False, True))
    assert 0.3 < ahead_cut / ahead < 0.9
    assert aside_cut / aside < 0.3 * ahead_cut / ahead
    deeper = design.model_copy(update={"depth": design.depth * 2})
    assert with_cells(deeper, cells=True)[0] < ahead_cut
    white = design.model_copy(update={"blackness": "white"})
    assert with_cells(white, cells=True)[1] > 1.5 * aside_cut


def test_straws_packs_and_weight_add_up():
    design = made("cell_grid", width=0.3, height=0.3, cell=0.006, depth=0.02)
    count = module_cells.straw_count(design)
    # as many as the densest packing, but for the rim
    assert count == pytest.approx(0.3 * 0.3 / (0.006**2 * math.sqrt(3) / 2), rel=0.04)
    assert module_cells.straw_packs(design) == math.ceil(math.ceil(count / 10) / 100)
    assert module_cells.grid_mass(design.model_copy(update={"depth": 0.04})) == pytest.approx(
        2 * module_cells.grid_mass(design)
    )
    lattice = design.model_copy(update={"cells": "card lattice", "cell": 0.05})
    assert module_cells.straw_count(lattice) == 36
    assert value_of(figure(SMALL, design, "cutoff")) == "17°"
    # 6 mm wide and cut off at 15°: 6 mm/tan 15°
    assert "22 mm deep would cut off at 15°" in detail_of(figure(SMALL, design, "cutoff"))


# negative fill and doors


def shadow_change(**changes):
    brief = Brief()
    args = figure(brief, made("negative_fill", brief, **changes), "panel_effect").says.args
    return args["stops"].value * (1 if args["way"].value == "deeper" else -1)


def test_black_deepens_the_shadow_side_more_the_nearer_it_stands_and_white_lifts_it():
    near, far, white = (
        shadow_change(panel_distance=0.5),
        shadow_change(panel_distance=1.2),
        shadow_change(panel="white card"),
    )
    assert near > far > 0.0
    assert white < 0.0


def test_black_does_little_in_a_dark_room():
    brief = Brief(room=DARK)
    dark = figure(brief, made("negative_fill", brief), "panel_effect").says.args["stops"].value
    assert dark < shadow_change() + 0.3


def test_closing_the_top_door_darkens_the_ceiling_and_not_the_face():
    brief = Brief()
    keys, ceilings = [], []
    for top in (60.0, 0.0):
        design = made("foil_doors", brief, top=top)
        ceilings.append(figure(brief, design, "door_ceiling").says.args["stops"].value)
        solved = solve(scene_builder.scene(brief, design, with_room=False), DRAFT)
        meter = next(m for m in scene_builder.meters(brief, design) if m.id == "key")
        keys.append(float(luminance(read(solved, [meter])["key"].total)))
    assert ceilings[1] > ceilings[0] + 0.3
    assert keys[1] == pytest.approx(keys[0], rel=0.1)


# pattern


def test_a_pattern_sharpens_as_the_lamp_goes_back():
    near, far = (made("pattern_cutter", SMALL, lamp_distance=x, pieces=12) for x in (0.15, 1.2))
    assert pattern_cutter.contrast_of(far, SMALL) > pattern_cutter.contrast_of(near, SMALL) + 1.0
    width, edge = pattern_cutter.projected(far, SMALL)
    away = far.throw + SMALL.backdrop.distance / -far.axis[1] if far.axis[1] < -0.05 else far.throw
    assert width == pytest.approx(far.piece * (1 + away / 1.2))
    assert edge == pytest.approx(0.03 * away / 1.2)


@pytest.mark.parametrize("pattern", ["slats", "window bars", "leaves"])
def test_dark_pieces_take_the_share_that_was_asked_for(pattern):
    design = made("pattern_cutter", SMALL, pattern=pattern, share=0.3, pieces=4)
    pieces = pattern_cutter.dark_pieces(design)
    dark = sum(
        float(np.linalg.norm(np.cross(p.edge_u, p.edge_v))) * (0.55 if pattern == "leaves" else 1.0) for p in pieces
    )
    if pattern != "window bars":
        assert dark / (design.width * design.height) == pytest.approx(0.3, rel=0.1)
    assert all(np.all(np.abs(p.origin + p.edge_u / 2 + p.edge_v / 2 - design.source_centre) < 0.5) for p in pieces)


# focusing spot


def test_a_focusing_spot_shines_as_a_lens_full_of_its_lamp():
    design = made("focusing_spot", LARGE)
    light = profile(design, LARGE, [0.0])
    # E = L A/d²: luminance is kept through a lens
    lens = math.pi / 4 * design.lens**2
    assert light[0] == pytest.approx(focusing_spot.lens_luminance(design, LARGE) * lens / design.throw**2, rel=0.01)
    wide = made("focusing_spot", LARGE, lens=0.12)
    assert profile(wide, LARGE, [0.0])[0] / light[0] == pytest.approx((0.12 / 0.09) ** 2, rel=0.02)


def test_the_field_is_the_image_of_the_gate():
    # by the lens' equation: magnified throw/gate distance, sharp where 1/g + 1/t = 1/f
    design = made("focusing_spot", LARGE)
    assert 1 / design.sharp_gate + 1 / design.throw == pytest.approx(1 / design.focal_length)
    radius = design.gate / 2 * design.throw / design.gate_distance
    sharp = profile(design, LARGE, [0.0, 0.93 * radius, 1.07 * radius])
    assert sharp[1] > 0.95 * sharp[0]
    assert sharp[2] < 0.02 * sharp[0]
    assert design.throw * math.tan(design.field) == pytest.approx(radius)


def test_out_of_focus_the_edge_is_as_wide_as_the_lens_says():
    # every point of the gate becomes a disc D t |1/f − 1/g − 1/t| wide; 10 to 90 % across a straight edge is 0.69 of it
    design = made("focusing_spot", LARGE, gate_distance=0.28)
    blur = design.throw * design.blur
    assert blur > 0.06
    radius = design.throw * math.tan(design.field)
    at = np.linspace(radius - blur, radius + blur, 81)
    light = profile(design, LARGE, at)
    light = np.minimum.accumulate(light / light[0])
    width = float(np.interp(-0.1, -light, at) - np.interp(-0.9, -light, at))
    assert width == pytest.approx(0.69 * blur, rel=0.15)
    assert float(np.interp(-0.5, -light, at)) == pytest.approx(radius, rel=0.12)


def test_light_out_of_the_lens_is_what_lands_in_the_field():
    design = made("focusing_spot", LARGE)
    radius = design.throw * math.tan(design.field)
    landed = profile(design, LARGE, [0.0])[0] * math.pi * radius**2
    assert focusing_spot.lens_share(design, LARGE) * LARGE.lamp.type.amount == pytest.approx(landed, rel=0.06)
    # a small lamp far behind the gate lights only the middle of the lens
    far = made("focusing_spot", SMALL, lamp_gap=0.3)
    assert focusing_spot.lens_share(far, SMALL) < 0.4 * focusing_spot.lens_share(made("focusing_spot", SMALL), SMALL)
    assert "fill lens and gate" in detail_of(figure(SMALL, far, "lens_share"))


def test_a_gate_inside_of_the_focus_has_no_image_and_a_lens_gives_no_more_than_the_lamp():
    inside = made("focusing_spot", LARGE, focal_length=0.9, distance=0.5)
    assert inside.sharp_gate == math.inf
    assert "inside the focus" in detail_of(figure(LARGE, inside, "field_edge"))
    huge = made("focusing_spot", LARGE, lens=0.3, gate=0.2, gate_distance=0.02, focal_length=0.02)
    assert focusing_spot.lens_share(huge, LARGE) <= 0.9


# cage of flags


def test_flags_darken_what_they_protect_and_spare_the_key():
    brief = Brief()
    design = made("flag_cage", brief, ceiling=True, lens=True)
    found = {f.key: f for f in own_figures(brief, design)}
    for name in ("backdrop", "lens"):
        assert found[f"flag_{name}"].says.args["stops"].value > 0.3, name
    assert found["flag_key"].says.args["stops"].value < 0.3
    bare = {f.key: f for f in own_figures(brief, made("flag_cage", brief, backdrop=False))}
    assert value_of(bare["flag_fewest"]) == "one toward the backdrop"
    assert "flag_backdrop" not in bare


def test_no_flag_is_asked_for_where_the_background_is_dark_enough():
    brief = Brief(room=DARK)
    brief = brief.model_copy(update={"wanted": brief.wanted.model_copy(update={"background": 1.0})})
    found = {f.key: f for f in own_figures(brief, made("flag_cage", brief))}
    assert value_of(found["flag_fewest"]) == "none needed"


def test_every_flag_of_a_cage_is_built_and_stands_in_the_room():
    brief = Brief()
    design = made("flag_cage", brief, ceiling=True, lens=True, out=0.25)
    plan = kinds()["flag_cage"].build(design, brief)
    assert sum(c.note.startswith("flag for the") for c in plan.cloth) == 3
    assert scene_builder.fits_in_room(brief, design)
    names = {s.id for s in kinds()["flag_cage"].arrange(design, brief, None).surfaces}
    assert {"flag for the backdrop", "flag for the lens"} <= names


@pytest.mark.parametrize("lamp", ["chip_60_bare", "flood_500", "flash_hotshoe"])
def test_doors_as_they_come_leave_the_vents_free_and_longer_grips_are_said_to_cover_them(lamp):
    brief = Brief(lamp=LampSetting(id=lamp))
    design = made("foil_doors", brief)
    assert covered(design, brief) == 0.0
    assert f"{design.grip * 1000:.0f} mm" in step_words(kinds()["foil_doors"].build(design, brief).steps[1]).text
    said = {f.key: value_of(f) for f in own_figures(brief, design.model_copy(update={"grip": 0.15}))}
    vents = lamp_types()[lamp].vents
    if vents is None:
        assert "door_vents" not in said
    else:
        assert covered(design.model_copy(update={"grip": 0.15}), brief) == pytest.approx(0.15 - vents)
        assert said["door_vents"].startswith("covered by")
