"""A kind is one file: one that only the tests have is ranked, drawn, built and rigged with nothing else touched."""

import json
import os
import subprocess
from pathlib import Path

import pytest

from wenlo.launch.environment import PYTHON

TOY = Path(__file__).resolve().parents[1] / "toy"

ASK = """
import json
from wenlo.core.analysis.efforts import TRYING
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Brief, OtherLight
from wenlo.core.document.shoot import SecondModifier, Shoot, read_shoot, write_shoot
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.registry import kinds
from wenlo.core.ranking.ranking import rank
from wenlo.core.rigging.plan import rig_plan
from wenlo.services.catalogue import kind_lines
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
print(json.dumps({
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
    done = subprocess.run([PYTHON, "-c", ASK], env=env, capture_output=True, text=True, timeout=300, check=False)
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
