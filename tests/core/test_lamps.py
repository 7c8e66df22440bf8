"""Several lamps in a set: their light adds up, is weighed, and costs nothing to change."""

import math

import numpy as np
import pytest

from factories import make_shoot
from said import in_words
from wenlo.core.analysis.costs import costs_of, light_at_face, light_time
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.light_layers import light_layer
from wenlo.core.brief.brief import OtherLight
from wenlo.core.catalog.data_files import rendering_classes
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.optics.lamp import angle_at, exponent_of, placed
from wenlo.core.photometry.colour import seen_white
from wenlo.core.proposals.notes import notes
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.scene.room import room_box
from wenlo.core.transport.solve import DRAFT

BULB = OtherLight(name="bench bulb", id="bulb_15", x=-1.0, y=-0.5, z=1.6)


def with_lamps(*others, **changes):
    shoot = make_shoot(**changes)
    return shoot.model_copy(update={"brief": shoot.brief.model_copy(update={"others": list(others)})})


def evaluated(shoot):
    return evaluate(shoot.brief, shoot.design, effort=DRAFT)


def test_light_of_the_lamps_adds_up_and_the_key_stays_what_it_was():
    alone, both = evaluated(with_lamps()), evaluated(with_lamps(BULB))
    parts = both.levels.by_lamp["key"]
    assert sum(parts.values()) == pytest.approx(both.levels.key)
    # two solutions of their own: each within the draft's error
    assert parts["key"] == pytest.approx(alone.levels.key, rel=0.1)
    assert both.contrast < alone.contrast - 0.5


def test_a_lamp_that_is_off_is_not_there():
    off = evaluated(with_lamps(BULB.model_copy(update={"on": False})))
    on = evaluated(with_lamps(BULB))
    assert off.levels.by_lamp["key"]["light-1"] == 0.0
    assert off.levels.by_lamp["key"]["key"] == pytest.approx(on.levels.by_lamp["key"]["key"])


def test_power_and_gels_need_no_new_solution():
    plain = with_lamps(BULB)
    gelled = with_lamps(BULB.model_copy(update={"power": 0.25, "gel": "full_blue"}), brief__lamp__power=0.5)
    assert light_key(plain.brief, plain.design) == light_key(gelled.brief, gelled.design)
    before, after = evaluated(plain), evaluated(gelled)
    # relative to the key lamp at full power: a quarter over a half, times what the gel passes
    ratio = after.levels.by_lamp["key"]["light-1"] / before.levels.by_lamp["key"]["light-1"]
    # (by luminance: cream walls return less of the blue)
    assert ratio == pytest.approx(0.25 / 0.5 * 0.33, rel=0.04)
    moved = with_lamps(BULB.model_copy(update={"x": -1.1}))
    assert light_key(plain.brief, plain.design) != light_key(moved.brief, moved.design)


def test_only_whole_results_are_kept():
    kept, made = LruCache(2), []

    def make(value, whole):
        def run():
            made.append(value)
            return value, whole

        return run

    assert [kept.get("a", make(1, False)), kept.get("a", make(2, True)), kept.get("a", make(3, True))] == [1, 2, 2]
    kept.get("b", make(4, True))
    kept.get("c", make(5, True))
    # the oldest went
    assert kept.get("a", make(6, True)) == 6
    assert made == [1, 2, 4, 5, 6]


def test_burning_lamps_count_for_the_shutters_time_under_a_flash():
    slow = with_lamps(BULB, brief__lamp__id="flash_studio", brief__camera__shutter=1 / 30)
    fast = with_lamps(BULB, brief__lamp__id="flash_studio", brief__camera__shutter=1 / 120)
    a, b = (scene_builder.lamp_weights(s.brief)["light-1"] for s in (slow, fast))
    assert a == pytest.approx(4 * b)
    assert a[1] == pytest.approx(scene_builder.lamp_weights(with_lamps(BULB).brief)["light-1"][1] / 30, rel=0.1)


def test_window_lies_in_the_nearest_wall_and_looks_in():
    shoot = with_lamps(OtherLight(name="north window", id="window", x=-1.7, y=0.3, z=1.4))
    (window,) = scene_builder.other_emitters(shoot.brief)
    assert window.normal == pytest.approx([1, 0, 0])
    assert window.centre[0] == pytest.approx(room_box(shoot.brief).left + scene_builder.OFF_WALL)
    assert window.centre[1:] == pytest.approx([0.3, 1.4])
    lit = evaluated(shoot).levels.by_lamp
    assert lit["fill"]["light-1"] > 2 * lit["key"]["light-1"] > 0


def test_gel_that_matches_brings_unlike_lamps_together():
    def apart(gel):
        shoot = with_lamps(BULB, brief__lamp__gel=gel)
        said = notes(shoot.brief, shoot.design, evaluated(shoot))
        return any(n.says.code == "note_unlike" for n in said)

    # daylight lamp and 2700 K bulb: 192 mired apart, 29 behind a full warm gel
    assert apart("none")
    assert not apart("full_warm")


def test_white_at_the_face_is_the_lamps_own_when_it_is_alone():
    shoot = with_lamps(brief__camera__white_balance=4000.0)
    white = seen_white(light_at_face(shoot.brief, evaluated(shoot)), 4000.0)
    assert white.kelvin == pytest.approx(5600, rel=0.02)


@pytest.mark.parametrize("zoom", [0.024, 0.05, 0.105])
def test_zoomed_flash_gathers_the_same_light(zoom):
    flash = lamp_types()["flash_hotshoe"]
    emitter = placed(flash, centre=np.zeros(3), aim=np.array([0.0, 1, 0]), zoom=zoom)
    # Φ = 2π I₀/(m + 1) whatever the zoom
    assert 2 * math.pi * emitter.peak_intensity / (emitter.beam + 1) == pytest.approx(flash.amount)
    # guide numbers of typical heads: ×1.6 from 35 to 105 mm, and I₀ goes with their square
    at_35 = placed(flash, centre=np.zeros(3), aim=np.array([0.0, 1, 0]), zoom=0.035)
    assert math.sqrt(emitter.peak_intensity / at_35.peak_intensity) == pytest.approx((zoom / 0.035) ** 0.435, rel=1e-6)
    assert (angle_at(flash, 0.5, zoom) < angle_at(flash, 0.5)) == (zoom > 0.035)
    assert exponent_of(lamp_types()["chip_60_dish"], zoom) == exponent_of(lamp_types()["chip_60_dish"])


def test_quenched_flash_is_shorter_at_less_power():
    quick = with_lamps(brief__lamp__id="flash_hotshoe").brief
    assert light_time(quick, 0.25) == pytest.approx(light_time(quick, 1.0) / 4)
    steady = with_lamps(brief__lamp__id="flash_studio").brief
    assert light_time(steady, 0.25) == light_time(steady, 1.0)
    assert light_time(with_lamps().brief, 0.5) == with_lamps().brief.camera.shutter


def test_costs_follow_the_setting():
    calm = with_lamps(BULB, brief__camera__shutter=1 / 250)
    cost = costs_of(calm.brief, evaluated(calm))
    assert cost.flickering == lamp_types()["bulb_15"].name
    assert cost.flicker > 0.1
    assert cost.sharp.near < calm.brief.camera.distance < cost.sharp.far
    rim = BULB.model_copy(update={"id": "chip_60_dish", "x": 0.4, "y": 1.2})
    facing, averted = (with_lamps(rim.model_copy(update={"aim": aim})) for aim in ("subject", "backdrop"))
    # aimed at the subject from behind it also shines into the lens
    assert costs_of(facing.brief, evaluated(facing)).veil < costs_of(averted.brief, evaluated(averted)).veil - 0.5


def test_poor_spectra_are_said_to_hurt():
    shoot = with_lamps(brief__lamp__id="fluorescent_85")
    said = [in_words(n.says) for n in notes(shoot.brief, shoot.design, evaluated(shoot))]
    assert any(rendering_classes()["gaps"].hurts in text for text in said)


def test_layers_read_as_one_faces_them():
    """The wall on the camera's right is brightest beside a bulb before it; the face's level just before the sheet."""
    at = (1.5, 0.8)
    lamps = with_lamps(BULB.model_copy(update={"x": at[0], "y": at[1]}), brief__lamp__on=False)
    right = light_layer(lamps.brief, lamps.design, "right wall")
    assert right is not None
    assert right.width == pytest.approx(lamps.brief.room.depth)
    # facing the right wall the back of the room is on the left hand
    row, column = divmod(int(right.stops.argmax()), right.stops.shape[1])
    place = room_box(lamps.brief).back - (column + 0.5) / right.stops.shape[1] * right.width
    assert place == pytest.approx(at[1], abs=0.3)
    assert (row + 0.5) / right.stops.shape[0] * right.height == pytest.approx(BULB.z, abs=0.3)
    shoot = with_lamps()
    level = light_layer(shoot.brief, shoot.design, "face_level")
    assert level is not None
    row, column = (int(k) for k in divmod(int(level.stops.argmax()), level.stops.shape[1]))
    # rows from the front, columns from the left: the sheet is at the right, before the subject
    assert column > level.stops.shape[1] / 2
    assert row < level.stops.shape[0] * 0.75


def test_set_that_does_not_fit_has_no_layers():
    shoot = make_shoot(design__key_angle=90.0, design__lamp_distance=4.0)
    assert light_layer(shoot.brief, shoot.design, "floor") is None
