"""A kind is one file and a lamp one row: ones that only the tests have serve everywhere with nothing else touched."""

import json
import os
import subprocess
import sys
from pathlib import Path

import pytest

TOY = Path(__file__).resolve().parents[1] / "toy"

ASK = """
import json
import wenlo.core.catalog.typical as typical

read = typical.read_file

def with_one_more(name):
    rows = read(name)
    if name == "lamps.json":
        rows["lamps"]["toy_tube"] = {**rows["lamps"]["chip_60_bare"], "name": "toy tube", "amount": 2000, "mass": 0.4}
    return rows

typical.read_file = with_one_more
from wenlo.core.analysis.efforts import TRYING
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Brief, OtherLight
from wenlo.core.document.shoot import SecondModifier, Shoot, read_shoot, write_shoot
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.registry import kinds
from wenlo.core.ranking.ranking import rank
from wenlo.core.rigging.plan import rig_plan
from wenlo.core.inventory.starter import starter
from wenlo.services.catalogue import kind_lines, lamps
from wenlo.services.kind_results import drawing_of
from wenlo.services.resolve_document import resolve_document

kind, brief = kinds()["shoji_panel"], Brief(others=[OtherLight(id="chip_60_dish")])
design = kind.start(brief)
shoot = Shoot(brief=brief, design=design, second=[SecondModifier(light="light-1", design=design)])
assert read_shoot(write_shoot(shoot)) == shoot
ready = resolve_document(write_shoot(shoot))
rows = rank(brief)
made = plan_build(kind.build(design, brief), brief.workshop)
drawn = drawing_of(ready.brief, ready.design)
plan = rig_plan(ready)
dim = brief.model_copy(update={"lamp": brief.lamp.model_copy(update={"id": "toy_tube"})})
dimmer = resolve_document(write_shoot(Shoot(brief=dim, design=design)))
print(json.dumps({
    "lamp_listed": [row.name for row in lamps() if row.id == "toy_tube"],
    "lamp_on_the_shelf": ("lamp", "toy_tube") in starter(),
    "lamp_light": evaluate(dim, design, effort=TRYING, cells=12, spread=False).levels.by_lamp["key"]["key"],
    "lamp_as_light": evaluate(
        dim.model_copy(update={"lamp": brief.lamp.model_copy(update={"id": "chip_60_bare"})}),
        design, effort=TRYING, cells=12, spread=False,
    ).levels.by_lamp["key"]["key"],
    "lamp_held": [h.held.mass for h in rig_plan(dimmer).holdings if h.held.id == "key/lamp"],
    "ranked": next(r.cannot for r in rows if r.kind == "shoji_panel"),
    "key": evaluate(brief, design, effort=TRYING, cells=12, spread=False).levels.key,
    "outlines": len(drawn.side),
    "handles": [h.path for h in drawn.handles],
    "cut": sorted(p.cut for bar in made.worked.cuts.bars for p in bar.pieces),
    "steps": [j.step.id for j in made.schedule.jobs],
    "held": [h.held.id for h in plan.holdings],
    "checks": sorted({c.code for c in plan.checks}),
    "controls": [c.path for k in kind_lines() if k.id == "shoji_panel" for c in k.controls],
}))
"""


@pytest.fixture(scope="module")
def told():
    env = {**os.environ, "PYTHONPATH": os.pathsep.join(filter(None, (str(TOY), os.environ.get("PYTHONPATH"))))}
    done = subprocess.run(
        [sys.executable, "-c", ASK], env=env, capture_output=True, text=True, timeout=300, check=False
    )
    assert done.returncode == 0, done.stderr
    return json.loads(done.stdout)


def test_it_serves_a_brief_and_gives_light(told):
    assert told["ranked"] is None
    assert told["key"] > 0.0


def test_it_is_drawn_and_can_be_taken_hold_of(told):
    assert told["outlines"] >= 1
    assert {"design.distance", "design.height", "design.centre_height"} <= set(told["handles"])
    assert {"design.sheet", "design.width", "design.lamp_distance"} <= set(told["controls"])


def test_its_pieces_are_cut_to_what_they_make(told):
    # two uprights as high as the paper, two rails between them less both battens
    assert told["cut"] == pytest.approx([0.9 - 0.088, 0.9 - 0.088, 1.2, 1.2])
    assert [s for s in told["steps"] if s in ("cut-the-bars", "join", "paper")] == ["cut-the-bars", "join", "paper"]


def test_it_is_held_and_checked_as_the_key_and_before_another_lamp(told):
    assert {"key/clamp", "key/lamp", "light-1/clamp", "light-1/lamp"} <= set(told["held"])
    assert {"hold.payload", "hold.ballast", "heat.beam", "mains.load"} <= set(told["checks"])


def test_a_lamp_is_one_row(told):
    assert told["lamp_listed"] == ["toy tube"]
    assert told["lamp_on_the_shelf"]
    # as the one it was copied from, with 2000 of its 5700 lm
    assert told["lamp_light"] / told["lamp_as_light"] == pytest.approx(2000 / 5700, rel=0.03)
    assert told["lamp_held"] == [0.4]
