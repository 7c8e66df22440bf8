"""Statics, bending, wind, heat and mains against closed forms and figures worked by hand."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from wenlo.core.data import lamp_types
from wenlo.core.rig import bending, heat, mains, statics
from wenlo.core.rig.fastenings import CORE, SOFTWOOD, STEEL, shear, withdrawal
from wenlo.core.rig.interfaces import MOUNTS, Face, Link, adapter, board_edge, closed, fits, slack, stands_out
from wenlo.core.rig.layout import order_of_setting, order_of_striking
from wenlo.core.rig.wind import GUST, wind_force, wind_speed
from wenlo.core.shoot.rigging import WetPlace

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
    assert bending.standing_stiffness("softwood_18_44") == pytest.approx(stiff)
    # pipe creeps to a third
    pipe = 2.8e9 * math.pi * (0.0334**4 - 0.0266**4) / 64
    assert bending.standing_stiffness("pvc_one_inch") == pytest.approx(pipe / 3)
    assert bending.sag_between(10.0, 2.0, 100.0) == pytest.approx(5 * 10 * 16 / (384 * 100))
    assert bending.sag_point(10.0, 2.0, 100.0) == pytest.approx(10 * 8 / (48 * 100))
    assert bending.droop(10.0, 0.5, 100.0) == pytest.approx(10 * 0.125 / 300)
    # a point load in the middle sags 8/5 as much as the same load spread out
    assert bending.sag_point(20.0, 2.0, 100.0) / bending.sag_between(10.0, 2.0, 100.0) == pytest.approx(1.6)


def test_sheets_by_hand():
    # 3 mm acrylic bent to 1 m: 3.2 GPa · 3 mm / 2 m
    assert bending.bend_stress(0.003, 1.0, 3.2e9) == pytest.approx(4.8e6)
    # its own weight, 35 Pa, over 1 m held all round: D = 8.3 N·m
    rigidity = 3.2e9 * 0.003**3 / (12 * (1 - 0.37**2))
    assert bending.plate_sag(35.0, 1.0, 0.003, 3.2e9) == pytest.approx(0.00406 * 35 / rigidity)
    assert bending.frame_bow(1.2, 200.0) == pytest.approx(5 * bending.CLOTH_TENSION * 1.2**4 / (384 * 200))


def test_a_closed_housing_against_hand_calculation():
    # 60 W through 3 W/K: 20 K
    assert heat.warmth(60.0, 3.0) == pytest.approx(20.0)
    # with air it is cooler, and the balance closes
    rise = heat.warmth(60.0, 3.0, openings=0.01, rise=0.4)
    flow = heat.air_flow(0.01, 0.4, rise, 22.0)
    assert rise < 20.0
    assert (3.0 + 1200.0 * flow) * rise == pytest.approx(60.0)
    # stack effect by hand: 0.6 · 0.01 / √2 · √(2 g · 0.4 · 10 / 295.15)
    assert heat.air_flow(0.01, 0.4, 10.0, 22.0) == pytest.approx(0.006 / math.sqrt(2) * math.sqrt(2 * G * 4 / 295.15))
    # a fan of 30 m³/h takes 10 W/K
    assert heat.warmth(60.0, 3.0, fan=30 / 3600) == pytest.approx(60.0 / 13.0)
    assert heat.fan_for(60.0, 3.0, 60.0 / 13.0) == pytest.approx(30 / 3600)


@settings(max_examples=60, deadline=None)
@given(st.floats(1.0, 500.0), st.floats(0.1, 20.0), st.floats(2.0, 60.0), st.floats(0.05, 1.5))
def test_openings_give_the_wanted_rise_and_more_never_make_it_warmer(watts, loss, wanted, height):
    need = heat.openings_for(watts, loss, wanted, height)
    if need == 0.0:
        assert heat.warmth(watts, loss) <= wanted + 1e-6
        return
    assert heat.warmth(watts, loss, openings=need, rise=height) == pytest.approx(wanted, rel=1e-4)
    assert heat.warmth(watts, loss, openings=2 * need, rise=height) < wanted


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
        nearest = heat.hot_distance(lamp, 0.2, 40.0)
        assert heat.sheet_rise(lamp, nearest, 0.2) == pytest.approx(40.0, rel=0.02)
    assert heat.burning_glass(0.1, 0.1) == pytest.approx(4 * heat.burning_glass(0.1, 0.2))


def test_circuits_cables_and_batteries_by_hand():
    loads = [mains.Load(name=str(k), watts=w, x=0, y=0, z=1) for k, w in enumerate((1000, 1000, 500))]
    one = mains.circuits(loads, voltage=230.0, breaker=16.0, count=1)
    assert one[0].amperes == pytest.approx(2500 / 207)
    two = mains.circuits(loads, voltage=230.0, breaker=16.0, count=2)
    assert sorted(sum(x.watts for x in c.loads) for c in two) == [1000, 1500]
    assert mains.current(1200, 120.0) > mains.current(1200, 230.0)
    assert mains.voltage_drop(10.0, 20.0, 1.5) == pytest.approx(2 * 20 * 10 / (56 * 1.5))
    assert mains.at_once(16.0) == 1
    assert mains.at_once(32.0) == 3
    assert mains.run_time(500.0, 100.0) == pytest.approx(255.0)


def test_distance_to_water():
    basin = WetPlace(x=1.0, y=0.0, width=0.6, depth=0.4)
    over = mains.Load(name="lamp", watts=60, x=1.1, y=0.1, z=2.2)
    beside = mains.Load(name="lamp", watts=60, x=2.3, y=0.0, z=1.0)
    corner = mains.Load(name="lamp", watts=60, x=1.3 + 0.3, y=0.2 + 0.4, z=1.0)
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
    assert slack([shoe, Link(name="stand", above=stud)], 0.4) > slack([shoe], 0.4) > slack([shoe], 0.2)
    # M6 × 50 through two battens of 18 mm and two washers
    assert stands_out(0.050, 0.036 + 0.003) == pytest.approx(0.003)


@given(diameter=st.floats(0.003, 0.01), length=st.floats(0.01, 0.08))
def test_screws_hold_more_the_thicker_the_deeper_and_the_denser_the_wood(diameter, length):
    pull = withdrawal(diameter, length)
    # 0.52 d^-½ l^-0.1 ρ^0.8 · d l = 0.52 d^½ l^0.9 ρ^0.8, in millimetres
    by_hand = 0.52 * (diameter * 1e3) ** 0.5 * (length * 1e3) ** 0.9 * SOFTWOOD**0.8
    assert pull == pytest.approx(by_hand)
    assert withdrawal(diameter, 2 * length) == pytest.approx(pull * 2**0.9)
    assert withdrawal(diameter, length, density=2 * SOFTWOOD) == pytest.approx(pull * 2**0.8)


@given(diameter=st.floats(0.003, 0.01))
def test_a_screw_across_bends_and_crushes_the_wood(diameter):
    d = diameter * 1e3
    moment, bearing = 0.3 * STEEL * (CORE * d) ** 2.6, 0.082 * SOFTWOOD * d**-0.3
    assert shear(diameter) == pytest.approx(1.15 * math.sqrt(2 * moment * bearing * CORE * d))
    assert shear(diameter, density=2 * SOFTWOOD) == pytest.approx(shear(diameter) * math.sqrt(2.0))
    assert shear(1.2 * diameter) > shear(diameter)


@pytest.mark.parametrize("mains", [True, False])
@pytest.mark.parametrize("wet", [True, False])
def test_the_order_of_setting_up_keeps_what_can_hurt_in_its_place(mains, wet):
    steps = order_of_setting(["key lamp", "canvas"], overhead=["canvas"], mains=mains, wet=wet)

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
    steps = order_of_striking(mains=True, overhead=overhead)
    words = " ".join(steps)
    assert words.index("Lamps off") < words.index("Unplug") < words.index("loads off before ballast")
    assert ("safety line comes off last" in words) == overhead
    assert "Unplug" not in " ".join(order_of_striking(mains=False, overhead=overhead))
