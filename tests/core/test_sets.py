"""Whole sets against a path tracer that was written apart from the solver, and the honesty of the stated errors."""

import json
from dataclasses import replace

import numpy as np
import pytest
from benchmarks.sets import ALL, SETS, references

from core.tracer import Tracer
from wenlo.core.optics.finish import TABLE_SIZE, shine_scaling
from wenlo.core.transport.measure import measure, read
from wenlo.core.transport.solve import DRAFT, QUICK, Effort, solve
from wenlo.formats.panel_set import read_panel_set

PATHS = 20_000


def scaling(alpha, cosine):
    return np.interp(cosine, np.linspace(0, 1, TABLE_SIZE), shine_scaling(float(alpha)))


@pytest.mark.parametrize("name", SETS)
def test_readings_agree_with_the_tracer(name):
    document = SETS[name]()
    scene, meters = read_panel_set(json.dumps(document))
    readings = read(solve(scene), meters)
    tracer = Tracer(document, scaling)
    for seed, meter in enumerate(document["meters"]):
        mean, error = tracer.read(meter, PATHS, seed)
        got = readings[meter["id"]]
        assert abs(got.total[1] - mean) < 4 * error + got.error, (meter["id"], got.total[1], mean, error)


@pytest.mark.slow
def test_stated_errors_cover_the_truth():
    """At least 95 of 100 half-widths hold the true reading, over all sets, at the roughest effort."""
    held, count = 0, 0
    for name, truth in references().items():
        scene, meters = read_panel_set(json.dumps(ALL[name]()))
        effort = replace(DRAFT, error=0.055, most_paths=512)
        solved = solve(scene, effort)
        for seed in range(1, 9):
            for meter, got in read(replace(solved, effort=replace(effort, seed=seed)), meters).items():
                held += abs(got.total[1] - truth[meter][0]) <= got.error
                count += 1
    assert held >= 0.95 * count, (held, count)


@pytest.mark.parametrize("name", ["panel in a room", "book light with a flag", "foil reflector"])
def test_quick_readings_are_within_two_percent_of_the_truth(name):
    scene, meters = read_panel_set(json.dumps(SETS[name]()))
    quick = read(solve(scene, QUICK), meters)
    assert max(abs(quick[m].total[1] / lux - 1) for m, (lux, _) in references()[name].items()) < 0.02


def test_lamps_are_weighed_without_a_new_solution():
    document = SETS["panel in a room"]()
    second = {**document["lamps"][0], "id": "second", "origin": [2.6, 1.2, 1.5], "lumens": 1500}
    both, meters = read_panel_set(json.dumps({**document, "lamps": [*document["lamps"], second]}))
    measured = measure(solve(both), meters)
    whole, one = measured.readings(), measured.readings({"second": 0.0})
    warm = measured.readings({"second": np.array([2.0, 1.0, 0.5])})
    for meter, reading in whole.items():
        parts = sum(part.total for part in reading.by_lamp.values())
        assert parts == pytest.approx(reading.total)
        assert one[meter].total == pytest.approx(reading.by_lamp["panel"].total)
        assert warm[meter].by_lamp["second"].total == pytest.approx(reading.by_lamp["second"].total * [2.0, 1.0, 0.5])
    alone, _ = read_panel_set(json.dumps(document))
    for meter, reading in read(solve(alone), meters).items():
        # the second lamp's body stands in the way of a little light
        assert one[meter].total[1] == pytest.approx(reading.total[1], rel=0.03)


def test_coarse_patches_do_not_bend_the_answer():
    scene, meters = read_panel_set(json.dumps(SETS["deep white box with a sheet"]()))
    fine = read(solve(scene, Effort(error=0.006, most_paths=1 << 15)), meters)
    coarse = read(solve(scene, Effort(sides=40, rays=32, error=0.006, most_paths=1 << 15)), meters)
    for meter in fine:
        assert abs(coarse[meter].total[1] - fine[meter].total[1]) < coarse[meter].error + fine[meter].error


@pytest.mark.parametrize("lumens", [0.0, 1e-3, 1e7])
def test_any_amount_of_light(lumens):
    document = SETS["panel in a room"]()
    document["lamps"][0]["lumens"] = lumens
    scene, meters = read_panel_set(json.dumps(document))
    readings = read(solve(scene, DRAFT), meters)
    assert readings["face"].total[1] == pytest.approx(lumens / 4000 * 287.9, rel=0.05, abs=1e-12)


def test_reciprocity_of_a_small_lamp_and_a_meter():
    # Lamp and receptor of the same small size may change places: E = Φ·f(A, B) with cosine laws on both sides.
    document = SETS["deep white box with a sheet"]()
    a, b = (1.5, 1.75, 1.5), (1.5, 3.0, 1.5)
    readings = []
    for lamp, meter, turn in ((a, b, 1), (b, a, -1)):
        size = 0.004 * turn
        document["lamps"] = [
            {
                "id": "lamp",
                "origin": [lamp[0] - size / 2, lamp[1], lamp[2] - 0.002],
                "edge_u": [0, 0, 0.004],
                "edge_v": [size, 0, 0],
                "lumens": 1000,
            }
        ]
        document["meters"] = [{"id": "m", "position": list(meter), "normal": [0, -turn, 0]}]
        scene, meters = read_panel_set(json.dumps(document))
        readings.append(read(solve(scene, Effort(error=0.005, most_paths=1 << 15)), meters)["m"])
    assert abs(readings[0].total[1] - readings[1].total[1]) < readings[0].error + readings[1].error
