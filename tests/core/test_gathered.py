"""Light over many places at once, against meters read one by one."""

import json
from dataclasses import replace

import numpy as np
import pytest
from benchmarks.sets import SETS
from scipy.stats import binom

from wenlo.core.transport.gathered import gathered
from wenlo.core.transport.maps import LIFTED
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, QUICK, solve
from wenlo.formats.panel_set import read_panel_set


def grid(panel, sides=6):
    """Places over a panel's front, and its normal at each."""
    u, v = np.meshgrid((np.arange(sides) + 0.5) / sides, (np.arange(sides) + 0.5) / sides)
    places = panel.origin + u.reshape(-1, 1) * panel.edge_u + v.reshape(-1, 1) * panel.edge_v + LIFTED * panel.normal
    return places, np.tile(panel.normal, (sides * sides, 1))


@pytest.mark.parametrize("name", ["panel in a room", "book light with a flag", "foil reflector"])
def test_places_read_what_meters_read_there(name):
    scene, _ = read_panel_set(json.dumps(SETS[name]()))
    rough, close = solve(scene, DRAFT), solve(scene, replace(QUICK, error=0.012))
    missed, count = 0, 0
    for panel in scene.panels[1:3]:
        places, normals = grid(panel)
        meters = [Meter(id=str(k), position=p, normal=n) for k, (p, n) in enumerate(zip(places, normals, strict=True))]
        truth = measure(close, meters).readings()
        lux = np.array([truth[m.id].total[1] for m in meters])
        known = np.array([truth[m.id].error for m in meters])
        got, half = gathered(rough, places, normals, rough.rows.colours)
        assert got.sum() == pytest.approx(lux.sum(), rel=0.01)
        missed += int(np.sum(np.abs(got - lux) > np.hypot(half, known)))
        count += len(meters)
    # the 99 % limit of the misses that 95 % half-widths have
    assert missed <= binom.ppf(0.99, count, 0.05)


def test_a_lamp_that_is_off_gives_nothing():
    scene, _ = read_panel_set(json.dumps(SETS["panel in a room"]()))
    solved = solve(scene, DRAFT)
    lux, half = gathered(solved, *grid(scene.panels[1]), np.zeros((1, 3)))
    assert not lux.any()
    assert not half.any()


def test_who_stops_it_gets_what_there_is():
    scene, _ = read_panel_set(json.dumps(SETS["panel in a room"]()))
    solved = solve(scene, replace(DRAFT, error=1e-4))
    asked = []
    lux, half = gathered(
        solved, *grid(scene.panels[1]), solved.rows.colours, lambda worst: asked.append(worst) or False
    )
    assert len(asked) == 1
    assert np.all(lux > 0.0)
    assert float((half / lux).max()) == pytest.approx(asked[0])
