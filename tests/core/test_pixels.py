"""Stored light: what it stands for, in which order, and that no bound changes what pixels see."""

import json

import numpy as np
import pytest
from benchmarks.sets import SETS

from wenlo.core.transport import pixels
from wenlo.core.transport.kernels.stored import OWNER, PLACE, SENDS, WEIGHT
from wenlo.core.transport.picture import Viewpoint
from wenlo.core.transport.rows import rows_of
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.worlds import world_of
from wenlo.formats.panel_set import read_panel_set

WIDTH, HEIGHT = 12, 8
USUAL = pixels.particles_for(480 * 320)


@pytest.fixture(scope="module")
def rows():
    scene, _ = read_panel_set(json.dumps(SETS["book light with a flag"]()))
    return rows_of(scene)


def test_every_stored_vertex_stands_for_as_much_light(rows):
    light = pixels.Stored(world_of(rows), USUAL)
    places = light.places
    assert len(places) == pixels.KEPT * len(rows.lamps)
    # of even sides, what is sent back and through, times pi, is the luminance that each stands for
    sent = np.pi * (places[:, SENDS : SENDS + 3] + places[:, SENDS + 3 : SENDS + 6]) @ [0.2126, 0.7152, 0.0722]
    assert sent == pytest.approx(np.full(len(sent), sent.mean()), rel=1e-3)
    assert np.all(places[:, WEIGHT : WEIGHT + 3] > 0.0)


def test_more_than_there_is_room_for_is_found_again(rows, monkeypatch):
    world = world_of(rows)
    usual = pixels.Stored(world, USUAL)
    monkeypatch.setattr(pixels, "ROOM", 1)
    assert np.array_equal(pixels.Stored(world, USUAL).places, usual.places)


def test_neighbours_in_the_order_are_near_on_one_surface(rows):
    light = pixels.Stored(world_of(rows), USUAL)
    owners = light.numbers[:, OWNER]
    assert np.count_nonzero(np.diff(owners)) == len(np.unique(owners)) - 1
    steps = np.linalg.norm(np.diff(light.places[:, PLACE : PLACE + 3], axis=0), axis=1)
    shuffled = np.random.default_rng(1).permutation(light.places[:, PLACE : PLACE + 3])
    assert np.median(steps) < 0.2 * np.median(np.linalg.norm(np.diff(shuffled, axis=0), axis=1))


def test_no_bound_changes_what_is_seen(rows):
    """min(G, b) of stored light and (1 − b/G)⁺ of what is met next make the whole, for any b."""
    world = world_of(rows)
    light, middle = pixels.Stored(world, USUAL), rows.extent.mean(axis=0)
    camera = Viewpoint(position=middle, aim=middle + np.array([0.3, 1.0, -0.2]), field=1.2).row()
    points, means = sobol(512, 10, seed=29), []
    for bound in (0.5, 4.0, 200.0):
        sums = np.zeros((2, WIDTH * HEIGHT, len(rows.lamps), 3))
        pixels.look(world, light, camera, WIDTH, HEIGHT, points, 0, bound, sums)
        means.append(sums.sum(axis=(0, 2))[:, 1].sum() / (512 * WIDTH * HEIGHT))
    assert means[0] > 0.0
    assert means == pytest.approx([np.mean(means)] * 3, rel=0.02)


def test_the_bound_grows_as_the_light_comes_near(rows):
    world = world_of(rows)
    light = pixels.Stored(world, USUAL)
    far = np.zeros((1, 8))
    far[0, 3], far[0, 4:7] = 1.0, light.places[:, PLACE : PLACE + 3].mean(axis=0) - [0.0, 0.0, 2.0]
    near = far.copy()
    near[0, 6] += 1.0
    assert light.bound(near, world.size) > light.bound(far, world.size) >= 1.0 / world.size**2
