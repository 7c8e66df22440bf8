"""Statics, bending, wind, heat and mains against closed forms and figures worked by hand."""

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from said import told
from wenlo.core.catalog.bars import bar_types
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.document.rigging import WetPlace
from wenlo.core.fabrication.assembly.solids import section_of_bar
from wenlo.core.rigging import bending, heat, mains, statics
from wenlo.core.rigging.fastenings import CORE, EYE_CORE, SOFTWOOD, STEEL, eye_opening, shear, shear_modes, withdrawal
from wenlo.core.rigging.interfaces import (
    MOUNTS,
    Face,
    Link,
    adapter,
    board_edge,
    bolt_protrusion,
    chain_play,
    closed,
    fits,
)
from wenlo.core.rigging.layout import order_of_setting, order_of_striking
from wenlo.core.rigging.real_bars import section_modulus
from wenlo.core.rigging.wind import GUST, speed_for, wind_force, wind_speed

G = statics.GRAVITY


def test_a_stand_tips_about_the_line_between_its_feet():
    assert statics.tipping_arm(0.6) == pytest.approx(0.3)
    assert statics.tipping_arm(0.6, legs=4) == pytest.approx(0.6 / math.sqrt(2))
    # 2 kg stand, 3 kg on it, 0.25 m to the line: 12.3 N·m hold; 20 N at 1 m tip
    found = statics.tipping(arm=0.25, mass=2.0, load=3.0, bump=20.0, bump_height=1.0, factor=1.5)
    assert found.hold == pytest.approx(5 * G * 0.25)
    assert found.over == pytest.approx(20.0)
    assert found.ballast == pytest.approx((30.0 - 5 * G * 0.25) / (G * 0.25))
    # with just that ballast the factor is what was asked
    again = statics.tipping(arm=0.25, mass=2.0, load=3.0, bump=20.0, bump_height=1.0, ballast=found.ballast)
    assert again.factor == pytest.approx(1.5)
    assert again.ballast == pytest.approx(found.ballast)


def test_a_load_beyond_the_feet_tips_by_itself():
    inside = statics.tipping(arm=0.25, mass=2.0, load=4.0, offset=0.2)
    beyond = statics.tipping(arm=0.25, mass=2.0, load=4.0, offset=0.5)
    assert inside.over == 0.0
    assert inside.ballast == 0.0
    assert beyond.over == pytest.approx(4.0 * G * 0.25)


FORCES = st.floats(0.0, 300.0)


@settings(max_examples=80, deadline=None)
@given(st.floats(0.05, 1.0), st.floats(0.5, 20.0), st.floats(0.0, 20.0), FORCES, FORCES, st.floats(0.1, 3.0))
def test_more_wind_or_more_of_a_knock_never_needs_less_ballast(arm, mass, load, force, more, height):
    one = statics.tipping(arm=arm, mass=mass, load=load, side_force=force, force_height=height)
    two = statics.tipping(arm=arm, mass=mass, load=load, side_force=force + more, force_height=height)
    assert two.ballast >= one.ballast - 1e-9
    heavier = statics.tipping(arm=arm, mass=mass + 1.0, load=load, side_force=force, force_height=height)
    assert heavier.ballast <= one.ballast + 1e-9


def test_the_lever_of_a_boom():
    assert statics.counterweight(3.0, 1.2, 0.6) == pytest.approx(6.0)
    # a beam of 2 kg over 1.8 m, pivoted 0.6 m from one end, pulls 2 · 0.3 the same way
    assert statics.counterweight(3.0, 1.2, 0.6, beam=2.0) == pytest.approx((3.6 + 2.0 * 0.3) / 0.6)
    assert statics.counterweight(0.0, 0.5, 0.5) == 0.0


def test_slings_and_payload():
    assert statics.sling_tension(10.0, 1, math.pi / 2) == pytest.approx(10 * G)
    assert statics.sling_tension(10.0, 4, math.radians(45)) == pytest.approx(10 * G / (2 * math.sin(math.radians(45))))
    assert statics.payload_at(8.0, 1.0, 3.0, 1.0) == 8.0
    assert statics.payload_at(8.0, 1.0, 3.0, 3.0) == pytest.approx(6.0)


def test_wind_by_hand():
    assert wind_speed("indoors", 9) == 0.0
    assert wind_speed("open window", 0) == pytest.approx(3.0)
    # Beaufort 3 is a mean of 3.4 to 5.4 m/s
    assert 3.4 <= wind_speed("outdoors", 3) / GUST <= 5.4
    assert wind_force(1.44, 5.0) == pytest.approx(0.5 * 1.2 * 1.25 * 1.44 * 25)
    speeds = [wind_speed("outdoors", b) for b in range(10)]
    assert speeds == sorted(speeds)


def test_beams_by_hand():
    stiff = 9e9 * 0.044 * 0.018**3 / 12
    assert bending.standing_stiffness(bar_types()["softwood_18_44"]) == pytest.approx(stiff)
    # pipe creeps to a third
    pipe = 2.8e9 * math.pi * (0.0334**4 - 0.0266**4) / 64
    assert bending.standing_stiffness(bar_types()["pvc_one_inch"]) == pytest.approx(pipe / 3)
    assert bending.sag_between(10.0, 2.0, 100.0) == pytest.approx(5 * 10 * 16 / (384 * 100))
    assert bending.sag_point(10.0, 2.0, 100.0) == pytest.approx(10 * 8 / (48 * 100))
    assert bending.droop(10.0, 0.5, 100.0) == pytest.approx(10 * 0.125 / 300)
    # a point load in the middle sags 8/5 as much as the same load spread out
    assert bending.sag_point(20.0, 2.0, 100.0) / bending.sag_between(10.0, 2.0, 100.0) == pytest.approx(1.6)


def test_sheets_by_hand():
    # 3 mm acrylic bent to 1 m: 3.2 GPa · 3 mm / 2 m
    assert bending.bend_stress(0.003, 1.0, 3.2e9) == pytest.approx(4.8e6)
    # its own weight, 35 Pa, over 0.4 m: D = 8.3 N·m, a sag of 0.44 mm, less than half of the thickness
    rigidity = 3.2e9 * 0.003**3 / (12 * (1 - 0.37**2))
    assert bending.plate_sag(35.0, 0.4, 0.003, 3.2e9) == pytest.approx(0.00406 * 35 * 0.4**4 / rigidity)


def test_a_sheet_that_sags_far_carries_as_a_skin_too():
    # over 1 m small deflections say 17 mm, nearly six thicknesses. Levy (1942), table 2, edges that draw in, ν = 0.316:
    # q a⁴ / E t⁴ = 29.4 → 0.962 t, 99.4 → 1.870 t, 247 → 2.742 t, 497 → 3.600 t
    for load, deep in ((29.4, 0.962), (99.4, 1.870), (247.0, 2.742), (497.0, 3.600)):
        pressure = load * 3.2e9 * 0.003**4
        assert bending.plate_sag(pressure, 1.0, 0.003, 3.2e9) / 0.003 == pytest.approx(deep, rel=0.06)
    assert bending.plate_sag(35.0, 1.0, 0.003, 3.2e9) < 0.0065
    # and never by more than small deflections say
    for side in (0.3, 0.6, 0.9, 1.5):
        small = 0.00406 * 35 * side**4 / (3.2e9 * 0.003**3 / (12 * (1 - 0.37**2)))
        assert bending.plate_sag(35.0, side, 0.003, 3.2e9) <= small * (1 + 1e-9)


def test_cloth_bows_a_frame_by_hand():
    # corners that turn: 5 w L⁴ / 384 EI; a square with stiff corners a fifth of that
    free = bending.frame_bow(1.2, 1.2, 200.0, 50.0, stiff_corners=False)
    assert free == pytest.approx(5 * 50 * 1.2**4 / (384 * 200))
    assert bending.frame_bow(1.2, 1.2, 200.0, 50.0, stiff_corners=True) == pytest.approx(free / 5)
    # of an oblong the corners share M = w (a³ + b³) / 12 (a + b)
    held = bending.frame_bow(2.0, 1.0, 200.0, 50.0, stiff_corners=True)
    corner = 50 * (8 + 1) / (12 * 3)
    assert held == pytest.approx(5 * 50 * 16 / (384 * 200) - corner * 4 / (8 * 200))
    # drum-tight is six times as tight as smoothed by hand
    assert pytest.approx(6.0) == bending.DRUM_TIGHT / bending.HAND_TIGHT


def test_wind_breaks_a_leg_of_pipe_by_hand():
    # ¾ in PVC, 26.7 mm outside and 2.9 mm thick: W = π (26.7⁴ − 20.9⁴) / 32 · 26.7 = 1167 mm³
    leg = bar_types()["pvc_three_quarter_inch"]
    modulus = section_modulus(section_of_bar(leg), 1.0, 0.0)
    assert modulus * 1e9 == pytest.approx(math.pi * (26.7**4 - 20.9**4) / (32 * 26.7), rel=1e-9)
    # 2 m high and 1 m wide, standing on the floor, gusts of 14 m/s: ½ · 1.2 · 1.25 · 2 m² · 14² = 294 N, half on each
    # leg at 1 m
    force = wind_force(2.0, 14.0)
    assert force == pytest.approx(294.0)
    stress = force / 2 * 1.0 / modulus
    assert stress / 1e6 == pytest.approx(126.0, abs=1.0)
    assert leg.strength == pytest.approx(45e6)
    # it is to be taken down at gusts at which the leg has two thirds of what it yields at
    assert speed_for(force * 45e6 / 1.5 / stress, 2.0) == pytest.approx(14.0 * math.sqrt(30e6 / stress))


def test_a_closed_housing_against_hand_calculation():
    # 60 W through 3 W/K: 20 K
    assert heat.temperature_rise(60.0, 3.0) == pytest.approx(20.0)
    # with air it is cooler, and the balance closes
    rise = heat.temperature_rise(60.0, 3.0, openings=0.01, rise=0.4)
    flow = heat.air_flow(0.01, 0.4, rise, 22.0)
    assert rise < 20.0
    assert (3.0 + 1200.0 * flow) * rise == pytest.approx(60.0)
    # stack effect by hand: 0.6 · 0.01 / √2 · √(2 g · 0.4 · 10 / 295.15)
    assert heat.air_flow(0.01, 0.4, 10.0, 22.0) == pytest.approx(0.006 / math.sqrt(2) * math.sqrt(2 * G * 4 / 295.15))
    # a fan of 30 m³/h takes 10 W/K
    assert heat.temperature_rise(60.0, 3.0, fan=30 / 3600) == pytest.approx(60.0 / 13.0)
    assert heat.fan_for(60.0, 3.0, 60.0 / 13.0) == pytest.approx(30 / 3600)


@settings(max_examples=60, deadline=None)
@given(st.floats(1.0, 500.0), st.floats(0.1, 20.0), st.floats(2.0, 60.0), st.floats(0.05, 1.5))
def test_openings_give_the_wanted_rise_and_more_never_make_it_warmer(watts, loss, wanted, height):
    need = heat.openings_for(watts, loss, wanted, height)
    if need == 0.0:
        assert heat.temperature_rise(watts, loss) <= wanted + 1e-6
        return
    assert heat.temperature_rise(watts, loss, openings=need, rise=height) == pytest.approx(wanted, rel=1e-4)
    assert heat.temperature_rise(watts, loss, openings=2 * need, rise=height) < wanted


def test_walls_and_layers_and_minutes():
    # 5 mm foam board of 0.035 W/mK between films of 9 W/m²K
    assert heat.loss_of(0.005, 0.035) == pytest.approx(1 / (2 / 9 + 0.005 / 0.035))
    assert heat.at_height(20.0, 0.5) == pytest.approx(20.0)
    assert heat.at_height(20.0, 1.0) + heat.at_height(20.0, 0.0) == pytest.approx(40.0)
    assert heat.minutes_until(30.0, 20.0, loss=1.0, mass=1.0, volume=0.1) == math.inf
    # half of the final rise after ln 2 time constants
    store = 2.0 * heat.SOLID_HEAT
    assert heat.minutes_until(10.0, 20.0, loss=2.0, mass=2.0, volume=0.0) == pytest.approx(store / 2 * math.log(2) / 60)


def test_sheets_near_lamps():
    led, glowing = lamp_types()["chip_150_bare"], lamp_types()["flood_500"]
    assert heat.radiant(glowing) == pytest.approx(400.0)
    assert heat.radiant(led) == pytest.approx(14500 / 320)
    # twice as far is a quarter
    assert heat.irradiance(led, 2.0) == pytest.approx(heat.irradiance(led, 1.0) / 4)
    # a glowing lamp heats white cloth many times more than an LED of the same light would
    assert heat.swallowed(glowing, 0.08) > 5 * heat.swallowed(led, 0.08)
    for lamp in (led, glowing):
        nearest = heat.beam_distance(lamp, 0.2, 40.0)
        assert heat.beam_rise(lamp, nearest, 0.2) == pytest.approx(40.0, rel=0.02)
        # with something behind it a surface loses heat on one face only, and off the axis it gets less
        assert heat.beam_rise(lamp, 1.0, 0.2, faces=1) == pytest.approx(2 * heat.beam_rise(lamp, 1.0, 0.2))
        assert heat.beam_rise(lamp, 1.0, 0.2, angle=0.25) == pytest.approx(heat.beam_rise(lamp, 1.0, 0.2) / 4)
    # bare metal sends infrared back as it does light
    assert heat.swallowed(glowing, 0.14, shiny=True) == 0.14
    assert heat.beam_distance(led, 0.2, 0.0) == math.inf


def test_a_modelling_lamp_heats_and_an_unknown_lamp_is_not_cold():
    studio, small = lamp_types()["flash_studio"], lamp_types()["flash_hotshoe"]
    warm = heat.as_heat(studio)
    assert warm.electrical_watts == 150.0
    assert heat.radiant(warm) == pytest.approx(120.0)
    assert heat.as_heat(small) is None
    untold = replace(lamp_types()["chip_60_dish"], electrical_watts=None)
    assert heat.as_heat(untold).electrical_watts is None


def test_draught_and_fan_add():
    both = heat.temperature_rise(60.0, 3.0, openings=0.01, rise=0.4, fan=10 / 3600)
    assert both < heat.temperature_rise(60.0, 3.0, openings=0.01, rise=0.4)
    assert both < heat.temperature_rise(60.0, 3.0, fan=10 / 3600)
    flow = heat.air_flow(0.01, 0.4, both, 22.0) + 10 / 3600
    assert (3.0 + 1200.0 * flow) * both == pytest.approx(60.0)


def test_lenses_in_the_sun():
    assert heat.burning_glass(0.1, 0.1) == pytest.approx(4 * heat.burning_glass(0.1, 0.2))


def test_circuits_cables_and_batteries_by_hand():
    loads = [
        mains.ElectricalLoad(id=str(k), name=str(k), watts=w, x=0, y=0, z=1) for k, w in enumerate((1000, 1000, 500))
    ]
    one = mains.circuits(loads, voltage=230.0, breaker=16.0, count=1)
    assert one[0].amperes == pytest.approx(2500 / 230)
    two = mains.circuits(loads, voltage=230.0, breaker=16.0, count=2)
    assert sorted(sum(x.watts for x in c.loads) for c in two) == [1000, 1500]
    cheap = mains.ElectricalLoad(id="cheap", name="cheap", watts=60.0, x=0, y=0, z=1, factor=0.55)
    assert cheap.amperes(230.0) == pytest.approx(60 / (230 * 0.55))
    # copper at 60 °C: 56 / (1 + 0.0039 · 40) = 48.4 m/Ω mm²
    assert pytest.approx(56 / (1 + 0.0039 * 40), abs=0.5) == mains.COPPER
    assert mains.voltage_drop(10.0, 20.0, 1.5) == pytest.approx(2 * 20 * 10 / (mains.COPPER * 1.5))
    assert mains.at_once(16.0) == 1
    assert mains.at_once(32.0) == 3
    assert mains.run_time(500.0, 100.0) == pytest.approx(255.0)


def test_what_a_cable_carries():
    # IEC 60799 and HD 516: 0.5, 0.75 and 1.0 mm² carry 3, 6 and 10 A; what lies between counts as the thinner
    assert [mains.ampacity(s, 10.0, coiled=False) for s in (0.5, 0.75, 1.0, 1.5)] == [3.0, 6.0, 10.0, 16.0]
    assert mains.ampacity(0.9, 10.0, coiled=False) == 6.0
    assert mains.ampacity(0.4, 10.0, coiled=False) == 0.0
    # a short cord of 0.75 mm² may carry 10 A
    assert mains.ampacity(0.75, 1.8, coiled=False) == 10.0
    # a reel of 1.5 mm² says about 1000 W coiled
    assert mains.ampacity(1.5, 25.0, coiled=True) == pytest.approx(1000 / 230, abs=0.3)


def test_what_lamps_take_from_the_mains():
    rows = lamp_types()
    assert mains.power_drawn(rows["flood_500"]) == (500.0, 500.0)
    # 150 W of modelling lamp and 300 J every 5 s at 60 %: 250 W in the mean, 850 W at the peak
    assert mains.power_drawn(rows["flash_studio"]) == (pytest.approx(250.0), pytest.approx(850.0))
    assert mains.power_drawn(rows["flash_hotshoe"])[0] is None
    assert mains.power_factor(rows["fluorescent_85"]) == 0.55
    assert mains.power_factor(replace(rows["panel_45"], power_factor=None)) == 0.55
    assert mains.power_factor(replace(rows["halogen_300"], power_factor=None)) == 1.0


def test_distance_to_water():
    basin = WetPlace(x=1.0, y=0.0, width=0.6, depth=0.4)
    over = mains.ElectricalLoad(id="lamp", name="lamp", watts=60, x=1.1, y=0.1, z=2.2)
    beside = mains.ElectricalLoad(id="lamp", name="lamp", watts=60, x=2.3, y=0.0, z=1.0)
    corner = mains.ElectricalLoad(id="lamp", name="lamp", watts=60, x=1.3 + 0.3, y=0.2 + 0.4, z=1.0)
    assert mains.from_water(over, basin) == 0.0
    assert mains.from_water(beside, basin) == pytest.approx(1.0)
    assert mains.from_water(corner, basin) == pytest.approx(0.5)


def test_what_fits_into_what():
    lamp, stud = MOUNTS["stud 16 mm"], Face(type="stud", size=0.016, gender="male")
    assert fits(lamp, stud)
    assert not fits(stud, stud)
    assert not fits(lamp, Face(type="screw 3/8 in", size=0.0095, gender="male"))
    assert fits(board_edge(0.018), Face(type="jaw", size=0.05, gender="female"))
    assert not fits(board_edge(0.06), Face(type="jaw", size=0.05, gender="female"))
    shoe = Link(name="flash", below=MOUNTS["shoe"])
    (joint,) = closed([shoe, Link(name="stand", above=stud)])
    assert not joint.fits
    assert "adapter" in joint.adapter
    assert "clamp" in adapter(board_edge(0.018), Face(type="screw 3/8 in", size=0.0095, gender="male"))
    # play grows with the lever and with every joint
    assert chain_play([shoe, Link(name="stand", above=stud)], 0.4) > chain_play([shoe], 0.4) > chain_play([shoe], 0.2)
    # M6 × 50 through two battens of 18 mm and two washers
    assert bolt_protrusion(0.050, 0.036 + 0.003) == pytest.approx(0.003)


@given(diameter=st.floats(0.003, 0.01), length=st.floats(0.01, 0.08))
def test_screws_hold_more_the_thicker_the_deeper_and_the_denser_the_wood(diameter, length):
    pull = withdrawal(diameter, length)
    # 0.52 d^-½ l^-0.1 ρ^0.8 · d l = 0.52 d^½ l^0.9 ρ^0.8, in millimetres
    by_hand = 0.52 * (diameter * 1e3) ** 0.5 * (length * 1e3) ** 0.9 * SOFTWOOD**0.8
    assert pull == pytest.approx(by_hand)
    assert withdrawal(diameter, 2 * length) == pytest.approx(pull * 2**0.9)
    assert withdrawal(diameter, length, density=2 * SOFTWOOD) == pytest.approx(pull * 2**0.8)


@given(diameter=st.floats(0.003, 0.01))
def test_a_long_screw_across_bends_twice_and_crushes_the_wood(diameter):
    # so long that EN 1995-1-1 (8.6 f) governs
    d = CORE * diameter * 1e3
    moment, bearing = 0.3 * STEEL * d**2.6, 0.082 * SOFTWOOD * d**-0.3
    assert shear(diameter, 0.2, 0.2) == pytest.approx(1.15 * math.sqrt(2 * moment * bearing * d))
    assert shear(1.2 * diameter, 0.2, 0.2) > shear(diameter, 0.2, 0.2)


def test_a_short_screw_tilts_in_both_pieces():
    # 3.5 × 16 mm through a half lap of 18 mm: 9 mm in one half, 7 mm in the other. d = 2.695 mm, f = 0.082 · 350 ·
    # d^-0.3 = 21.3;
    # (8.6 c) with β = 1: 21.3 · 9 · 2.695 / 2 · (√(1 + 2 (1 + .778 + .605) + .605) − 1.778) = 193 N
    modes = shear_modes(0.0035, 0.009, 0.007)
    assert min(modes, key=lambda mode: modes[mode]) == "c"
    assert shear(0.0035, 0.009, 0.007) == pytest.approx(193.0, abs=0.5)


@given(st.floats(0.003, 0.008), st.floats(0.005, 0.08), st.floats(0.005, 0.08))
def test_a_longer_screw_never_holds_less(diameter, near, far):
    assert shear(diameter, near * 1.2, far * 1.2) >= shear(diameter, near, far) - 1e-9
    # which piece lies under the head does not matter
    assert shear(diameter, near, far) == pytest.approx(shear(diameter, far, near))


def test_a_bent_eye_opens_before_it_is_pulled_out():
    # its core counts: 3388 N · 0.75
    assert withdrawal(0.006, 0.035, core=EYE_CORE) == pytest.approx(2541.0, abs=1.0)
    # wire of 5 mm bent to 12 mm inside: 240 · 5³ / 6 over 8.5 mm
    assert eye_opening(0.005, 0.012) == pytest.approx(240 * 125 / 6 / 8.5)


@pytest.mark.parametrize("mains", [True, False])
@pytest.mark.parametrize("wet", [True, False])
def test_the_order_of_setting_up_keeps_what_can_hurt_in_its_place(mains, wet):
    tasks = order_of_setting(
        [("key/lamp", "key lamp"), ("key/boom", "canvas")], overhead=frozenset({"key/boom"}), mains=mains, wet=wet
    )
    steps = [told(task.says) for task in tasks]

    def at(words):
        return next((k for k, step in enumerate(steps) if words in step), None)

    assert at("Overhead first") < at("Put up: key lamp")
    assert at("Put up: canvas") is None
    assert at("ballast before load") < at("Overhead first")
    assert (at("wet place") is not None) == wet
    assert (at("residual-current") is not None) == mains
    if mains:
        assert at("Put up: key lamp") < at("plug in") < at("Switch lamps on")
    if wet:
        assert at("wet place") < at("Put every stand")


@pytest.mark.parametrize("overhead", [True, False])
def test_the_order_of_striking_is_the_other_way_round(overhead):
    words = " ".join(told(task.says) for task in order_of_striking(mains=True, overhead=overhead))
    assert words.index("Lamps off") < words.index("Unplug") < words.index("loads off before ballast")
    assert ("safety line comes off last" in words) == overhead
    assert "Unplug" not in " ".join(told(task.says) for task in order_of_striking(mains=False, overhead=overhead))
