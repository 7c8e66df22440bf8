import json
import math
from dataclasses import replace

import numpy as np
import pytest

from factories import make_shoot
from said import in_words
from wenlo.core.analysis.apparent import Extent, shadow_scale
from wenlo.core.analysis.figures import evaluate, setting_for
from wenlo.core.analysis.gauges import GAUGE_KEYS, gauges
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.catalog.typical import lamp_types, sheet_materials
from wenlo.core.proposals.explain import explain
from wenlo.core.proposals.notes import notes
from wenlo.core.proposals.proposals import proposals
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT, FINE, Effort


def light_of(effort=None, **changes):
    shoot = make_shoot(**changes)
    return modifier_light(shoot.brief, shoot.design, effort=effort or Effort())


def gauge_of(key, shoot):
    result = evaluate(shoot.brief, shoot.design)
    return next(g for g in gauges(shoot.brief, shoot.design, result) if g.key == key)


def applied(shoot, proposal):
    changes = {c.path.replace(".", "__"): c.value for c in proposal.changes}
    document = shoot.model_dump(mode="json")
    for path, value in changes.items():
        *steps, last = path.split("__")
        at = document
        for step in steps:
            at = at[step]
        at[last] = value
    return type(shoot).model_validate_json(json.dumps(document))


def test_even_strip_has_its_own_width():
    # 10–90 % of an even strip is 0.8 of it, so the edge-equivalent width is the strip.
    strip = Extent(at=np.array([-0.6, 0.6]), share=np.array([0.0, 1.0]))
    assert strip.edge_equivalent == pytest.approx(1.2)


def test_shadow_by_similar_triangles():
    # A source 1.2 m wide 1 m from the surface, edge 0.1 m before it: s·b/d = 1.2 · 0.1/0.9.
    assert 1.2 * shadow_scale(distance=1.0, occluder_distance=0.1) == pytest.approx(1.2 * 0.1 / 0.9)
    assert shadow_scale(distance=0.1, occluder_distance=0.1) == math.inf


def test_lamp_far_behind_makes_the_whole_sheet_the_source():
    """With even light on a Lambertian sheet the shadow is that of the sheet's own outline, foreshortened.

    The cumulated light of an even rectangle W × W at distance d along x is integrated here by hand.
    """
    light = light_of(
        FINE,
        brief__lamp__id="flood_500",
        design__sheet="copier_paper_80_g",
        design__lamp_distance=9.0,
        design__layers=1,
        brief__subject__face_height=1.35,
    )
    n, w, d = 600, 1.2, 1.0
    x = ((np.arange(n) + 0.5) / n - 0.5) * w
    across, upright = np.meshgrid(x, x)
    weight = (d**2 / (d**2 + across**2 + upright**2) ** 2).sum(axis=0)
    share = np.cumsum(weight) / weight.sum()
    by_hand = (np.interp(0.9, share, x) - np.interp(0.1, share, x)) / 0.8
    # the lamp at 9 m still falls 2 % toward the corners: 1.5 %
    assert light.across.edge_equivalent == pytest.approx(by_hand, rel=0.015)


def test_lamp_too_near_is_a_small_source():
    near, far = light_of(design__lamp_distance=0.15), light_of(design__lamp_distance=1.5)
    assert near.across.edge_equivalent < 0.3 < 0.8 < far.across.edge_equivalent
    assert near.sheet.centre_to_edge > far.sheet.centre_to_edge + 2


def test_clear_weave_keeps_the_lamp_as_a_hard_core():
    linen, voile = light_of(), light_of(design__sheet="sheer_voile_curtain")
    assert voile.unscattered / voile.key > 0.5 > linen.unscattered / linen.key
    assert voile.shadow_edge < linen.shadow_edge / 2


def test_unscattered_light_is_the_share_of_the_bare_lamp():
    # The lamp aims at the face through the sheet: E_unscattered = D · E_bare when both lie on one line.
    for sheet in ("cotton_bed_linen_white", "ripstop_nylon_white"):
        light = light_of(design__sheet=sheet, brief__subject__face_height=1.35)
        assert light.unscattered / light.bare == pytest.approx(sheet_materials()[sheet].unscattered, rel=2e-3)


def test_view_and_meter_agree():
    """The key from the sheet's luminance, cell by cell, and from the meter's area sampling are one number."""
    from wenlo.core.optics.sheet import luminance
    from wenlo.core.transport.measure import read
    from wenlo.core.transport.solve import solve

    for changes in ({}, {"design__layers": 2, "design__layer_gap": 0.12}, {"design__sheet": "light_frost_film"}):
        shoot = make_shoot(**changes)
        solved = solve(scene_builder.scene(shoot.brief, shoot.design, with_room=False), FINE)
        metered = float(luminance(read(solved, scene_builder.meters(shoot.brief, shoot.design))["key"].total))
        seen = modifier_light(shoot.brief, shoot.design, effort=FINE).key
        # layers apart: bilinear patches against rays: 2 %
        assert seen == pytest.approx(metered, rel=0.02)


def test_layers_apart_are_softer_and_dimmer_than_touching():
    touching = light_of(design__layers=2, design__sheet="ripstop_nylon_white")
    apart = light_of(design__layers=2, design__layer_gap=0.2, design__sheet="ripstop_nylon_white")
    assert apart.across.edge_equivalent > touching.across.edge_equivalent
    assert apart.loss > touching.loss


def test_loss_band_spans_the_loss():
    result = evaluate(*(lambda s: (s.brief, s.design))(make_shoot()))
    assert result.loss_band[0] < result.light.loss < result.loss_band[1]


def test_spill_against_the_beam_by_hand():
    # Share of cosᵐ lumens outside a centred square, by 400 000 random directions.
    light = light_of()
    m = math.log(0.5) / math.log(math.cos(lamp_types()["chip_60_dish"].beam / 2))
    rng = np.random.default_rng(5)
    cos_t = (1 - rng.random(400_000)) ** (1 / (m + 1))
    phi = rng.random(400_000) * 2 * math.pi
    tan = np.sqrt(1 - cos_t**2) / cos_t
    inside = (abs(0.9 * tan * np.cos(phi)) < 0.6) & (abs(0.9 * tan * np.sin(phi)) < 0.6)
    # the lamp is a 14 cm disc, not a point: 1 % of all light
    assert light.missed == pytest.approx(1 - inside.mean(), abs=0.01)


def test_setting_for_each_unknown():
    shoot = make_shoot(
        brief__receptor="flat", brief__camera__aperture=4.0, brief__camera__iso=100.0, brief__camera__shutter=1 / 60
    )
    brief = shoot.brief
    assert setting_for(brief, 2400.0).iso == pytest.approx(100.0)
    assert setting_for(brief, 2400.0).off_by == pytest.approx(0.0, abs=1e-9)
    wanted = brief.wanted.model_copy(update={"solve_for": "aperture"})
    assert setting_for(brief.model_copy(update={"wanted": wanted}), 4800.0).aperture == pytest.approx(4 * math.sqrt(2))
    wanted = brief.wanted.model_copy(update={"solve_for": "power"})
    assert setting_for(brief.model_copy(update={"wanted": wanted}), 9600.0).power == pytest.approx(0.25)


def test_flash_leaves_the_shutter_out():
    slow = make_shoot(brief__lamp__id="flash_hotshoe", brief__camera__shutter=1 / 30)
    fast = make_shoot(brief__lamp__id="flash_hotshoe", brief__camera__shutter=1 / 200)
    assert setting_for(slow.brief, 10.0).iso == setting_for(fast.brief, 10.0).iso


def test_lamp_power_moves_exposure_and_nothing_else():
    full, half = make_shoot(), make_shoot(brief__lamp__power=0.5)
    a, b = (evaluate(s.brief, s.design) for s in (full, half))
    assert b.setting.iso == pytest.approx(2 * a.setting.iso, rel=1e-9)
    assert b.light.loss == pytest.approx(a.light.loss)
    assert b.contrast == pytest.approx(a.contrast)


def test_darker_walls_deepen_the_shadow_side():
    light, dark = (
        make_shoot(),
        make_shoot(
            brief__room__walls="black_cloth", brief__room__ceiling="black_cloth", brief__room__floor="black_cloth"
        ),
    )
    a, b = (evaluate(s.brief, s.design) for s in (light, dark))
    # what is left on the far side is the sheet itself, which is seen from there edge-on
    assert b.contrast > a.contrast + 1
    assert b.levels.room_share < 0.05


def test_smallest_frame_is_smallest():
    shoot = make_shoot(brief__wanted__shadow_edge=0.02)
    offer = next(p for p in proposals(shoot.brief, shoot.design, "shadow_edge") if p.id == "smallest_frame")
    sized = applied(shoot, offer)
    assert modifier_light(sized.brief, sized.design).shadow_edge >= 0.02 * 0.995
    smaller = sized.design.model_copy(update={"width": sized.design.width - 0.02, "height": sized.design.height - 0.02})
    assert modifier_light(sized.brief, smaller).shadow_edge < 0.02
    assert offer.says.args["size"].value == (sized.design.width, sized.design.height)


def test_farthest_distance_is_farthest():
    shoot = make_shoot(brief__wanted__shadow_edge=0.02)
    offer = next(p for p in proposals(shoot.brief, shoot.design, "shadow_edge") if p.id == "farthest_distance")
    sized = applied(shoot, offer)
    assert modifier_light(sized.brief, sized.design).shadow_edge >= 0.02 * 0.995
    farther = sized.design.model_copy(update={"sheet_distance": sized.design.sheet_distance + 0.03})
    assert modifier_light(sized.brief, farther).shadow_edge < 0.02


def test_lamp_stands_far_enough_back_for_the_evenness():
    shoot = make_shoot(brief__wanted__evenness=1.5)
    offer = next(p for p in proposals(shoot.brief, shoot.design, "evenness") if p.id == "lamp_for_evenness")
    sized = applied(shoot, offer)
    assert modifier_light(sized.brief, sized.design).sheet.centre_to_edge <= 1.52
    nearer = sized.design.model_copy(update={"lamp_distance": sized.design.lamp_distance - 0.03})
    assert modifier_light(sized.brief, nearer).sheet.centre_to_edge > 1.5


def test_impossible_wish_says_why():
    shoot = make_shoot(brief__wanted__shadow_edge=0.3)
    offers = proposals(shoot.brief, shoot.design, "shadow_edge")
    hopeless = next(p for p in offers if p.id == "smallest_frame")
    assert not hopeless.changes
    assert hopeless.says.code == "offer_smallest-none"
    assert "ceiling" in in_words(hopeless.says, "reason", room="proposals")


@pytest.mark.parametrize("key", GAUGE_KEYS)
def test_every_gauge_has_words_levers_and_an_answer(key):
    shoot = make_shoot(
        brief__wanted__background=-3.0,
        brief__wanted__contrast=3.5,
        brief__wanted__spill=0.1,
        brief__wanted__loss=1.5,
        brief__wanted__evenness=1.0,
        brief__wanted__iso_highest=200.0,
        brief__camera__iso=200.0,
    )
    before = gauge_of(key, shoot)
    offers = proposals(shoot.brief, shoot.design, key)
    assert offers
    for offer in offers:
        assert len(in_words(offer.says, "reason", room="proposals")) > 20
    words = explain(shoot.brief, shoot.design, key)
    assert in_words(words.how, "reason", room="proposals")
    assert all(in_words(one, "reason", room="proposals") for one in words.inputs)
    assert len(words.levers) >= 4
    assert [abs(x.change) for x in words.levers] == sorted((abs(x.change) for x in words.levers), reverse=True)
    if before.state in {"above", "below"} and key != "contrast":
        within = [gauge_of(key, applied(shoot, p)).state for p in offers if p.changes]
        assert "within" in within or not within


@pytest.mark.parametrize("solve_for", ["iso", "aperture", "power"])
@pytest.mark.parametrize("iso", [100.0, 1600.0])
def test_exposure_proposals_reach_the_band(solve_for, iso):
    shoot = make_shoot(brief__wanted__solve_for=solve_for, brief__camera__iso=iso)
    for offer in proposals(shoot.brief, shoot.design, "exposure"):
        if offer.changes:
            changed = applied(shoot, offer)
            result = evaluate(changed.brief, changed.design)
            gauge = next(g for g in gauges(changed.brief, changed.design, result) if g.key == "exposure")
            assert gauge.state == "within", offer.id


def test_notes_say_what_goes_wrong():
    def texts(**changes):
        shoot = make_shoot(**changes)
        found = {}
        for n in notes(shoot.brief, shoot.design, evaluate(shoot.brief, shoot.design)):
            found[n.about] = f"{found.get(n.about, '')} {in_words(n.says)}"
        return found

    assert "beyond the wall" in texts(design__lamp_distance=3.0)["lamp_distance"]
    assert "too tall" in texts(design__top_height=2.6)["top_height"]
    assert "is in the picture" in texts(design__key_angle=0.0)["sheet_distance"]
    assert "behind the wall" in texts(brief__camera__distance=6.0)["camera.distance"]
    assert "Heat" in texts(design__lamp_distance=0.3, brief__lamp__id="flood_500")["lamp_distance"]
    assert "in a wall" in texts(brief__room__width=1.6, design__lamp_distance=0.05)["sheet_distance"]
    for words in texts(design__lamp_distance=3.0).values():
        assert " safe" not in words


def test_set_that_leaves_the_room_is_still_answered():
    shoot = make_shoot(design__lamp_distance=5.0)
    result = evaluate(shoot.brief, shoot.design)
    assert not result.with_room
    states = {g.key: g.state for g in gauges(shoot.brief, shoot.design, result)}
    assert states["contrast"] == "unknown"
    assert states["loss"] == "within"


def test_search_finds_the_first_change_over():
    assert first_that_meets(lambda x: x >= 0.37, start=0.0, end=1.0, tolerance=1e-4) == pytest.approx(0.37, abs=2e-4)
    assert first_that_meets(lambda x: x <= 0.37, start=1.0, end=0.0, tolerance=1e-4) == pytest.approx(0.37, abs=2e-4)
    assert first_that_meets(lambda x: False, start=0.0, end=1.0, tolerance=1e-4) is None
    assert first_that_meets(lambda x: True, start=0.2, end=1.0, tolerance=1e-4) == 0.2


def test_figures_over_the_whole_range_are_numbers():
    rng = np.random.default_rng(3)
    coarse = replace(DRAFT, error=0.2)
    sheets, lamps = list(sheet_materials()), list(lamp_types())
    for _ in range(25):
        height = float(rng.uniform(0.3, 3.4))
        shoot = make_shoot(
            design__width=float(rng.uniform(0.3, 4)),
            design__height=height,
            design__top_height=min(height + 0.4, 4.0),
            design__sheet_distance=float(rng.uniform(0.15, 10)),
            design__lamp_distance=float(rng.uniform(0.05, 10)),
            design__key_angle=float(rng.uniform(-90, 90)),
            design__layers=int(rng.integers(1, 4)),
            design__sheet=sheets[int(rng.integers(len(sheets)))],
            brief__lamp__id=lamps[int(rng.integers(len(lamps)))],
            brief__room__width=float(rng.uniform(1.5, 30)),
            brief__room__depth=float(rng.uniform(1.5, 40)),
            brief__backdrop__distance=float(rng.uniform(0.2, 20)),
        )
        result = evaluate(shoot.brief, shoot.design, effort=coarse)
        assert np.all(np.isfinite(result.map_stops))
        for gauge in gauges(shoot.brief, shoot.design, result):
            assert gauge.value is None or math.isfinite(gauge.value), (gauge.key, shoot)
        notes(shoot.brief, shoot.design, result)
