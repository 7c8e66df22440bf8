"""Maps, terminator and shadow edges read in the solved light, against geometry."""

import math

import numpy as np
import pytest

from factories import make_shoot
from wenlo.core.analysis.light_layers import action_range, holding, light_layer
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import board
from wenlo.core.transport.maps import area_map, edge_width, shadow_profile, surface_map, terminator
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.solve import DRAFT, Effort, solve

A = np.array
SURE = Effort(error=0.005, most_paths=1 << 15)


def source(shape="disc", *, size=0.02, centre=(0.0, 0, 2.0), amount=1000.0):
    return Emitter(
        id="lamp",
        shape=shape,
        centre=A(centre, float),
        edge_u=A([0.0, size, 0]),
        edge_v=A([size, 0.0, 0]),
        amount=amount,
        beam=1.0,
        colour=np.ones(3),
    )


FLOOR = Panel(
    id="floor", origin=A([-1.0, -1, 0]), edge_u=A([2.0, 0, 0]), edge_v=A([0.0, 2, 0]), surface=board((0.0,) * 3)
)


def test_map_follows_the_fourth_power_of_the_cosine():
    got = surface_map(solve(LightScene(panels=(FLOOR,), lamps=(source(),)), SURE), FLOOR, nu=5, nv=4)
    assert got.lux.shape == (4, 5)
    r2 = (got.places[..., 0] ** 2 + got.places[..., 1] ** 2) / 4
    assert got.lux == pytest.approx(1000 / math.pi / 4 / (1 + r2) ** 2, rel=5e-3)
    assert got.stops()[0, 0] == pytest.approx(math.log2(got.lux[0, 0] / got.lux.max()))
    assert got.evenness() == pytest.approx(-got.stops().min())
    assert got.share_within(20) == 1.0
    back = surface_map(solve(LightScene(panels=(FLOOR,), lamps=(source(),)), SURE), FLOOR, nu=2, nv=2, front=False)
    assert np.all(back.lux == 0.0)


def test_area_map_of_a_long_throw_is_even():
    solved = solve(LightScene(panels=(FLOOR,), lamps=(source(centre=(0, 0, 20.0), amount=1e6),)), SURE)
    got = area_map(
        solved, middle=A([0, 0, 1.0]), across=A([1.0, 0, 0]), along=A([0, 0.6, 0]), normal=A([0, 0, 1.0]), nu=4, nv=3
    )
    assert got.evenness() < 0.02
    assert got.places[0, 0] == pytest.approx([-0.5, -0.3, 1.0])


def test_terminator_of_a_point_and_of_a_wide_source():
    # A point source has E ∝ cos: three stops down at acos(1/8) = 82.8°; a wide one wraps round.
    point = solve(LightScene(panels=(FLOOR,), lamps=(source(size=0.01),)), SURE)
    ball = terminator(point, place=A([0.0, 0, 0.5]), toward=A([0.0, 0.001, 1.0]) / math.hypot(1, 0.001))
    assert math.degrees(ball.wrap) == pytest.approx(-7.2, abs=0.3)
    assert math.degrees(ball.band) == pytest.approx(0, abs=0.5)
    wide = solve(LightScene(panels=(FLOOR,), lamps=(source(size=1.5, centre=(0, 0, 1.2)),)), SURE)
    soft = terminator(wide, place=A([0.0, 0, 0.5]), toward=A([0.0, 0.001, 1.0]) / math.hypot(1, 0.001))
    assert soft.wrap > ball.wrap + math.radians(15)
    assert soft.band > math.radians(5)


@pytest.mark.parametrize(("shape", "factor"), [("rectangle", 0.80), ("disc", 0.69)])
def test_shadow_edge_in_the_solved_light_is_that_of_geometry(shape, factor):
    # w = s·b/d, d from source to occluder; 10–90 % is .80 w for a strip parallel to the edge, .69 w for a disc.
    size, b, d = 0.4, 0.3, 1.7
    edge = Panel(
        id="edge", origin=A([0.0, -2, b]), edge_u=A([3.0, 0, 0]), edge_v=A([0.0, 4, 0]), surface=board((0.0,) * 3)
    )
    solved = solve(LightScene(panels=(FLOOR, edge), lamps=(source(shape, size=size, centre=(0, 0, b + d)),)), SURE)
    full = size * b / d
    at = np.linspace(-0.75 * full, 0.75 * full, 41)
    places = np.stack([at, np.zeros(41), np.full(41, 1e-4)], axis=1)
    share = shadow_profile(solved, places=places, normal=A([0.0, 0, 1.0]))
    assert edge_width(at, share) == pytest.approx(factor * full, rel=0.05)


def test_edge_width_either_way():
    at = np.linspace(0, 1, 101)
    assert edge_width(at, at) == pytest.approx(0.8)
    assert edge_width(at, 1 - at) == pytest.approx(0.8)


def test_what_holds_of_an_action_area():
    # a straight slope of 2 stops with the mark in its middle: half of it lies within one stop
    slope = np.linspace(-1.0, 1.0, 201)
    found = holding(slope, 1.0)
    assert found.range == pytest.approx(2.0)
    assert found.share == pytest.approx(0.5, abs=0.01)
    assert found.high - found.low == pytest.approx(1.0)
    assert found.low <= 0.0 <= found.high
    assert holding(np.zeros(5), 0.3).share == 1.0
    # the window is pushed to where most of the area is, but never off the mark
    lower = np.concatenate([np.full(9, -0.9), [0.0]])
    assert holding(lower, 1.0).share == 1.0
    assert holding(lower, 0.5).share == pytest.approx(0.1)


def test_action_area_falls_off_as_the_square_of_the_distance():
    # A small far source: the stops across the depth are those of the inverse square, the room's return aside. The sheet
    # sends on 0.38 of what falls on it, I · 0.3² / 0.5² · 0.85 for the beam's edge, by the cosine: a share of 0.74 of
    # the light 2 m away; the rest is the lamp, which shows through with 0.02 from 0.5 m behind.
    shoot = make_shoot(
        design__width=0.3,
        design__height=0.3,
        design__top_height=1.5,
        design__sheet_distance=2.0,
        design__lamp_distance=0.5,
        design__key_angle=0.0,
        brief__room__width=8.0,
        brief__room__depth=9.0,
        brief__room__walls="black_cloth",
        brief__room__ceiling="black_cloth",
        brief__room__floor="black_cloth",
    )
    action = shoot.brief.action.model_copy(update={"depth": 1.0, "width": 0.05, "band": 0.0})
    brief = shoot.brief.model_copy(update={"action": action})
    near, far = (0.74 * (2.0 / d) ** 2 + 0.26 * (2.5 / (d + 0.5)) ** 2 for d in (1.5, 2.5))
    wanted = math.log2(near / far)
    assert action_range(brief, shoot.design, effort=DRAFT) == pytest.approx(wanted, abs=0.08)
    layer = light_layer(brief, shoot.design, "action")
    assert layer.holds.range == pytest.approx(wanted, abs=0.25)
    assert layer.stops.shape[1] > layer.stops.shape[0] > 3
    # rows go from the front of the area, which is nearer to the light
    assert layer.stops[0].mean() > 0.5 > 0.0 > layer.stops[-1].mean()
