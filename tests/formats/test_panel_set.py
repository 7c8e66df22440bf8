"""Panel sets: what is read, and how bad ones are answered."""

import copy
import json
import subprocess
import sys

import numpy as np
import pytest

from wenlo.core.errors import InvalidInput
from wenlo.formats.panel_set import read_panel_set
from wenlo.services.panel_sets import solve_file, solve_set

PLAIN = {
    "wenlo_panel_set": 1,
    "panels": [
        {
            "id": "floor",
            "origin": [0, 0, 0],
            "edge_u": [4, 0, 0],
            "edge_v": [0, 5, 0],
            "front": {"reflectance": 0.2},
            "back": {"reflectance": 0.2},
            "transmittance": 0.0,
        }
    ],
    "lamps": [
        {"id": "panel", "origin": [0.9, 1.5, 1.7], "edge_u": [0, 0.1, 0.39], "edge_v": [0.6, 0, 0], "lumens": 4000}
    ],
    "meters": [{"id": "face", "position": [2, 3.5, 1.3], "normal": [0, -1, 0]}],
}


def changed(path, value):
    document = copy.deepcopy(PLAIN)
    place = document
    for step in path[:-1]:
        place = place[step]
    place[path[-1]] = value
    return document


def test_the_documented_example(tmp_path):
    # 222.08 ± 0.05 lx by an independent tracer
    file = tmp_path / "set.json"
    file.write_text(json.dumps(PLAIN))
    answer = json.loads(solve_file(file, error=0.0005))
    face = answer["readings"]["face"]
    assert face["lux"] == pytest.approx(222.08, abs=0.05 + face["error_lux"])
    assert face["error_lux"] <= 0.0005 * face["lux"]
    assert face["by_lamp"]["panel"] == pytest.approx(face["lux"])
    assert sum(face["by_path"].values()) == pytest.approx(face["lux"], rel=1e-4)
    assert answer["seconds"] > 0


def test_time_bounds_the_effort():
    scene, meters = read_panel_set(json.dumps(PLAIN))
    short, long = solve_set(scene, meters, seconds=0.05), solve_set(scene, meters, seconds=1.0)
    assert long["face"].error < short["face"].error


@pytest.mark.parametrize(
    ("path", "value", "told"),
    [
        (("wenlo_panel_set",), 2, "wenlo_panel_set"),
        (("panels", 0, "front", "reflectance"), 1.2, "panels[0].front.reflectance: must be a share from 0 to 1"),
        (("panels", 0, "front", "reflectance"), [0.2, 0.3], "panels[0].front.reflectance"),
        (("panels", 0, "front", "reflectance"), "white", "panels[0].front.reflectance"),
        (("panels", 0, "transmittance"), 0.9, "panels[0]: front.reflectance + transmittance must be at most 1"),
        (("panels", 0, "unscattered"), 0.1, "panels[0]: unscattered is part of transmittance"),
        (("panels", 0, "edge_v"), [2, 0, 0], "panels[0]: edge_u and edge_v must span an area"),
        (("panels", 0, "origin"), [0, 0], "panels[0].origin"),
        (("panels", 0, "colour_of_paint"), 1, "panels[0].colour_of_paint: there is no such field here"),
        (("lamps", 0, "lumens"), -1, "lamps[0].lumens"),
        (("lamps", 0, "edge_u"), [0, 0, 0], "lamps[0]: edge_u and edge_v"),
        (("meters", 0, "normal"), [0, 0, 0], "meters[0].normal: a normal cannot be zero long"),
        (("meters", 0, "receptor"), "round", "meters[0].receptor"),
        (("meters",), {}, "meters"),
        (("meters",), [PLAIN["meters"][0]] * 2, "the id “face” is there twice"),
    ],
)
def test_bad_fields_are_named(path, value, told):
    with pytest.raises(InvalidInput) as caught:
        read_panel_set(json.dumps(changed(path, value)))
    assert told in caught.value.message
    assert "\n" not in caught.value.message


@pytest.mark.parametrize(
    "text", ["", "{", "[]", "3", "null", '{"panels": []}', '{"wenlo_panel_set": NaN}', "[" * 100_000]
)
def test_what_is_not_a_panel_set(text):
    with pytest.raises(InvalidInput):
        read_panel_set(text)


def test_infinite_numbers_are_refused():
    with pytest.raises(InvalidInput, match=r"panels\[0\]\.origin"):
        read_panel_set(json.dumps(changed(("panels", 0, "origin"), [float("inf"), 0, 0])))


def test_optical_fields():
    document = changed(("panels", 0, "front"), {"reflectance": [0.8, 0.7, 0.5], "roughness": 0.2})
    document["panels"].append(
        {
            "id": "sheet",
            "origin": [0, 1, 0],
            "edge_u": [1, 0, 0],
            "edge_v": [0, 0, 1],
            "front": {"reflectance": 0.4},
            "back": {"reflectance": 0.3},
            "transmittance": 0.5,
            "unscattered": 0.1,
            "lobe_degrees": 40,
            "role": "modifier",
        }
    )
    document["panels"].append(
        {
            "id": "grid",
            "origin": [0, 2, 0],
            "edge_u": [1, 0, 0],
            "edge_v": [0, 0, 1],
            "grid": {"shape": "round", "cell": 0.006, "depth": 0.03, "open": 0.85, "wall": 0.05},
            "comment": "straws",
        }
    )
    scene, _ = read_panel_set(json.dumps(document))
    floor, sheet, grid = (p.surface for p in scene.panels)
    assert floor.shine_front.reflectance == pytest.approx([0.8, 0.7, 0.5])
    assert np.all(floor.reflectance_front == 0)
    assert floor.shine_back is None
    assert sheet.scattered == pytest.approx([0.4] * 3)
    assert 2 < sheet.lobe < 3
    assert grid.grid.ratio == pytest.approx(5)
    assert scene.panels[1].role == "modifier"


def test_no_lamps_is_dark():
    scene, meters = read_panel_set(json.dumps(changed(("lamps",), [])))
    assert solve_set(scene, meters)["face"].total.sum() == 0.0


def test_from_the_command_line(tmp_path):
    file = tmp_path / "set.json"
    file.write_text(json.dumps(PLAIN))
    run = [sys.executable, "-m", "wenlo.cli", "solve"]
    good = subprocess.run([*run, file, "--error", "0.02"], capture_output=True, text=True, check=False)
    assert good.returncode == 0, good.stderr
    assert json.loads(good.stdout)["readings"]["face"]["lux"] == pytest.approx(222, rel=0.02)
    file.write_text(json.dumps(changed(("lamps", 0, "lumens"), "many")))
    for arguments, told in (
        ([file], "lamps[0].lumens"),
        ([tmp_path / "none.json"], "No such file"),
        ([file, "--error", "0"], "more than 0"),
    ):
        bad = subprocess.run([*run, *arguments], capture_output=True, text=True, check=False)
        assert bad.returncode == 2
        assert told in bad.stderr
        assert "Traceback" not in bad.stderr
