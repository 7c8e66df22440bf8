"""Everything that is found of a project file, without a server: as facts, by the command line, and against what was
recorded.
"""

import json
import math
import os
import subprocess
import sys

import pytest

from factories import make_shoot
from recorded import FOLDER, facts_of, parts_for
from wenlo.formats.project_file import read_project, write_project
from wenlo.services.report import report_file

NAMES = sorted(f.name.removesuffix(".facts.json") for f in FOLDER.glob("*.facts.json"))

LIGHT, WEIGHT = 4e-3, 0.06
"""How far solved light may move relative to what was recorded, and what a kind weighs: another machine sums in another
order. [-]
"""

SAMPLED = ("light", "ranking", "next_settings")


@pytest.fixture
def file(tmp_path):
    path = tmp_path / "bench.json"
    path.write_bytes(write_project(make_shoot()))
    return path


def command(*words):
    env = {"PATH": os.environ["PATH"], "HOME": str(os.environ.get("HOME", "/tmp"))}
    return subprocess.run(
        [sys.executable, "-m", "wenlo.cli", *map(str, words)],
        capture_output=True,
        text=True,
        timeout=120,
        check=False,
        env={**os.environ, **env},
    )


def test_the_command_prints_the_parts_that_are_asked_for(file):
    done = command("report", file, "--only", "build,rig")
    assert done.returncode == 0, done.stderr
    facts = json.loads(done.stdout)
    assert facts["report"] == 1
    assert facts["kind"] == "diffusion_frame"
    assert facts["light"] is facts["ranking"] is facts["next_settings"] is None
    # the pipe that is cut is the pipe that is in the plan
    cut = sum(run["cut"] * run["count"] for run in facts["build"]["runs"] if "cut" in run)
    planned = sum(
        length for bar in facts["cut_plan"]["bars"] for length in ([bar["length"]] if "length" in bar else [])
    )
    assert planned >= cut >= 0.0
    assert facts["cut_plan"]["used"] > 0.0
    assert {c["code"] for c in facts["rig"]["checks"]} >= {"hold.payload", "hold.ballast", "mains.load"}
    assert set(facts["seconds"]) == {"build", "rig"}


@pytest.mark.parametrize(
    ("content", "words"), [("", "not"), ("{}", "not"), ('{"wenlo": 1}', "not"), (None, "No such file")]
)
def test_a_file_that_cannot_be_read_is_one_line_and_two(tmp_path, content, words):
    path = tmp_path / "other.json"
    if content is not None:
        path.write_text(content)
    done = command("report", path)
    assert done.returncode == 2
    assert done.stdout == ""
    assert len(done.stderr.strip().splitlines()) == 1
    assert words in done.stderr


def test_a_part_that_there_is_not_is_said_with_those_there_are(file):
    done = command("report", file, "--only", "colour")
    assert done.returncode == 2
    assert "figures" in done.stderr
    assert "Traceback" not in done.stderr


def test_a_part_that_cannot_be_worked_out_stops_no_other(tmp_path):
    # a gust that no ballast answers is a check outside its limit; a set outside its room is still told
    path = tmp_path / "bench.json"
    path.write_bytes(write_project(make_shoot(design__lamp_distance=3.5)))
    facts = json.loads(report_file(path, ("figures", "build")))
    assert facts["light"]["with_room"] is False
    assert facts["build"]["mass"] > 0.0


@pytest.mark.parametrize("name", NAMES)
def test_files_of_every_sort_open_and_go_out_as_they_came_in(name):
    content = (FOLDER / f"{name}.json").read_bytes()
    shoot = read_project(content)
    assert read_project(write_project(shoot)) == shoot


def differences(then, now, path="", *, loose=False):
    """Where facts differ: numbers within a share of themselves, new fields aside."""
    if isinstance(then, dict):
        if not isinstance(now, dict):
            yield f"{path}: {then} is {now}"
            return
        for key, value in then.items():
            if key not in now:
                yield f"{path}.{key} is gone"
            else:
                yield from differences(value, now[key], f"{path}.{key}", loose=loose or key in SAMPLED)
    elif isinstance(then, list):
        if not isinstance(now, list) or len(then) != len(now):
            yield f"{path}: {then} is {now}"
            return
        for k, (a, b) in enumerate(zip(then, now, strict=True)):
            yield from differences(a, b, f"{path}[{k}]", loose=loose)
    elif isinstance(then, bool) or then is None or isinstance(then, str):
        if then != now:
            yield f"{path}: {then} is {now}"
    elif not isinstance(now, int | float) or not math.isclose(
        then, now, rel_tol=LIGHT if loose else 1e-6, abs_tol=LIGHT if loose else 1e-9
    ):
        yield f"{path}: {then} is {now}"


def ranked(facts):
    """Kinds that serve and what they weigh; which place follows from that, and designs from the search."""
    return {row["kind"]: (row["serves"], row["penalty"]) for row in facts["ranking"]}


@pytest.mark.parametrize("name", NAMES)
def test_the_facts_are_those_that_were_recorded(name):
    then = json.loads((FOLDER / f"{name}.facts.json").read_text(encoding="utf-8"))
    now = facts_of(name)
    if "ranking" in parts_for(name):
        before, after = ranked(then), ranked(now)
        assert before.keys() == after.keys()
        for kind, (serves, penalty) in before.items():
            assert after[kind][0] == serves, kind
            assert after[kind][1] == pytest.approx(penalty, abs=WEIGHT), kind
    then.pop("ranking")
    now.pop("ranking")
    assert list(differences(then, now)) == []
