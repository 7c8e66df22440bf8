"""Rules of cut light against straight lines, drawn ray by ray."""

import math

import numpy as np
import pytest

from wenlo.core.geometry.beams import (
    aim_at,
    grid_cutoff,
    grid_half,
    grid_ratio,
    on_rake,
    shade_for,
    spot_behind,
    straws_for,
    tube_for,
)


def seen(at, lamp, opening, gap, throw):
    """Share of a strip lamp that a point of the surface sees through a slit, ray by ray."""
    points = np.linspace(-lamp, lamp, 20001)
    cross = at + (points - at) * throw / (gap + throw)
    return float(np.mean(np.abs(cross) <= opening))


@pytest.mark.parametrize(
    ("lamp", "opening", "gap", "throw"), [(0.01, 0.02, 0.3, 1.5), (0.05, 0.02, 0.3, 1.5), (0.002, 0.001, 0.05, 2.0)]
)
def test_core_half_and_field_of_a_slit(lamp, opening, gap, throw):
    found = spot_behind(lamp=lamp, opening=opening, gap=gap, throw=throw)
    step = 1e-3 * found.field
    assert seen(found.field + step, lamp, opening, gap, throw) == 0.0
    assert seen(found.field - 3 * step, lamp, opening, gap, throw) > 0.0
    if found.core > 0.0:
        assert seen(found.core - step, lamp, opening, gap, throw) == 1.0
        assert seen(found.core + 3 * step, lamp, opening, gap, throw) < 1.0
        assert seen(found.half, lamp, opening, gap, throw) == pytest.approx(0.5, abs=0.01)
    else:
        # the lamp is wider than the opening from everywhere: no place sees all of it
        assert seen(0.0, lamp, opening, gap, throw) < 1.0


def test_an_opening_at_the_lamp_is_refused():
    with pytest.raises(ValueError, match="before the lamp"):
        spot_behind(lamp=0.01, opening=0.01, gap=0.0, throw=1.0)


@pytest.mark.parametrize("edge", [0.01, 0.05, 0.12])
def test_gap_and_opening_give_the_stripe_that_was_wanted(edge):
    tube = tube_for(lamp=0.015, throw=1.8, width=0.12, edge=edge)
    found = spot_behind(lamp=0.015, opening=tube.width / 2, gap=tube.gap, throw=1.8 - tube.gap)
    assert 2 * found.half == pytest.approx(0.12)
    assert found.edge == pytest.approx(edge)
    # a longer tube gives a crisper edge
    assert tube_for(lamp=0.015, throw=1.8, width=0.12, edge=edge / 2).gap > tube.gap


def test_a_raked_stripe_ends_where_its_rays_meet_the_wall():
    alpha, d = math.radians(4.0), 2.5
    for rake in np.radians([0.0, 30.0, 60.0, 80.0]):
        near, far = on_rake(alpha, distance=d, rake=rake)
        # the axis runs along x from the origin; the wall passes (d, 0) with its normal turned by the rake
        along = np.array([-math.sin(rake), math.cos(rake)])
        for side, length in ((1.0, far), (-1.0, near)):
            ray = np.array([math.cos(alpha), side * math.sin(alpha)])
            a = np.array([ray, -along]).T
            t, s = np.linalg.solve(a, np.array([d, 0.0]))
            assert t > 0.0
            assert {round(abs(s), 9)} & {round(near, 9), round(far, 9)}
            assert length >= d * math.tan(alpha) * 0.999
        assert far >= near
    assert on_rake(alpha, distance=d, rake=math.radians(87.0))[1] == math.inf


def test_an_aim_lands_on_its_target_and_says_how_far_it_moves():
    lamp, target, normal = np.array([0.4, -1.0, 2.0]), np.array([-0.3, 1.9, 1.1]), np.array([0.0, -1.0, 0.0])
    aim = aim_at(lamp, target, normal=normal)
    way = np.array(
        [math.cos(aim.tilt) * math.sin(aim.turn), math.cos(aim.tilt) * math.cos(aim.turn), math.sin(aim.tilt)]
    )
    assert lamp + aim.throw * way == pytest.approx(target)
    # turned by a degree the axis lands about that far off, at most (the rake stretches one way only)
    turn = aim.turn + math.radians(1.0)
    moved = np.array([math.cos(aim.tilt) * math.sin(turn), math.cos(aim.tilt) * math.cos(turn), math.sin(aim.tilt)])
    landed = lamp + moved * (target[1] - lamp[1]) / moved[1]
    off = float(np.linalg.norm(landed - target))
    assert 0.9 * aim.throw * math.radians(1.0) * math.cos(aim.tilt) < off < 1.06 * aim.per_degree
    with pytest.raises(ValueError, match="where it stands"):
        aim_at(lamp, lamp, normal=normal)
    with pytest.raises(ValueError, match="grazes"):
        aim_at(lamp, lamp + np.array([1.0, 0.0, 0.0]), normal=normal)


def test_grids_by_their_own_overlap():
    for ratio in (1.0, 2.5, 6.0):
        assert math.tan(grid_cutoff(ratio)) == pytest.approx(1.0 / ratio)
        assert grid_ratio(grid_cutoff(ratio)) == pytest.approx(ratio)
        # square: the open share is 1 − (L/w) tan θ
        assert 1.0 - ratio * math.tan(grid_half(ratio)) == pytest.approx(0.5)
        # round: (2/π)(arccos x − x √(1 − x²)) with x = (L/D) tan θ
        x = ratio * math.tan(grid_half(ratio, cells="round"))
        assert 2 / math.pi * (math.acos(x) - x * math.sqrt(1 - x * x)) == pytest.approx(0.5, abs=1e-3)


def test_straws_in_staggered_rows():
    assert straws_for(0.003, 0.1, 0.006) == 0
    assert straws_for(0.06, 0.006, 0.006) == 10
    # two rows: ten and nine, as there is no room for half a straw more
    assert straws_for(0.06, 0.006 * (1 + math.sqrt(3) / 2), 0.006) == 19
    # a large field comes near to the densest packing, π/(2√3)
    count = straws_for(0.6, 0.6, 0.006)
    assert count * math.pi * 0.003**2 / 0.36 == pytest.approx(math.pi / (2 * math.sqrt(3)), rel=0.02)


@pytest.mark.parametrize("at", [0.2, 0.5, 0.8])
def test_a_flag_keeps_all_of_the_lamp_from_the_surface_and_is_no_larger(at):
    rng = np.random.default_rng(4)
    lamp, radius = np.array([0.0, 0.0, 1.2]), 0.05
    corners = np.array([[2.0, -0.6, 0.9], [2.0, 0.6, 0.9], [2.0, 0.6, 1.6], [2.0, -0.6, 1.6]])
    shade = shade_for(lamp, corners, at=at, lamp_half=radius)
    way = (corners.mean(axis=0) - lamp) / np.linalg.norm(corners.mean(axis=0) - lamp)
    level = np.array([-way[1], way[0], 0.0]) / math.hypot(way[0], way[1])
    upright = np.cross(level, way)
    share = rng.random((4000, 2))
    points = corners[0] + share[:, :1] * (corners[1] - corners[0]) + share[:, 1:] * (corners[3] - corners[0])
    angle = rng.random(4000) * 2 * math.pi
    sources = lamp + radius * (np.cos(angle)[:, None] * level + np.sin(angle)[:, None] * upright)
    t = ((shade.middle - sources) @ way) / ((points - sources) @ way)
    crossing = sources + t[:, None] * (points - sources) - shade.middle
    a, b = np.abs(crossing @ level), np.abs(crossing @ upright)
    assert np.all(a <= shade.half[0] + 2e-3)
    assert np.all(b <= shade.half[1] + 2e-3)
    assert a.max() > 0.93 * shade.half[0]
    assert b.max() > 0.9 * shade.half[1]
    assert shade.edge == pytest.approx(2 * radius * (1 - at) / at)
