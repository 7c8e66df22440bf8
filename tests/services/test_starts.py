"""Jobs to start from: whole shoots within their own wishes, that can be built, each with its picture."""

from pathlib import Path

import numpy as np
import pytest
from benchmarks.start_pictures import FOLDER, start_picture
from PIL import Image

from said import in_words
from wenlo.core.analysis.clashes import clashes
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import gauges
from wenlo.core.analysis.preview import Taking
from wenlo.core.errors import NotFound
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.proposals.notes import notes
from wenlo.core.scene import scene_builder
from wenlo.services.starts import start_of, starts

IDS = [start.id for start in starts()]


def test_there_is_a_job_for_what_people_come_with():
    assert len(IDS) >= 12
    assert len(set(IDS)) == len(IDS)
    kinds = {start.shoot.design.kind for start in starts()}
    assert len(kinds) >= 10
    for start in starts():
        assert start.sentence.endswith("."), start.id
        assert 20 < len(start.sentence) < 120, start.id
        assert start.title == start.shoot.title


@pytest.mark.parametrize("id", IDS)
def test_a_job_is_within_its_own_wishes(id):
    shoot = start_of(id)
    brief = scene_builder.with_daylight(shoot.brief, shoot.design)
    result = evaluate(brief, shoot.design)
    off = {
        g.key: in_words(g.says, "value") for g in gauges(brief, shoot.design, result) if g.state in ("below", "above")
    }
    assert off == {}
    assert [in_words(note.says) for note in notes(brief, shoot.design, result) if note.level == "warning"] == []
    assert clashes(brief, shoot.design) == ()


@pytest.mark.parametrize("id", IDS)
def test_a_job_can_be_built(id):
    shoot = start_of(id)
    kind = kind_of(shoot.design)
    brief = scene_builder.with_daylight(shoot.brief, shoot.design)
    assembly = kind.assemble(shoot.design, brief)
    assert faults(assembly) == ()
    assert lit_faults(assembly, kind.arrange(shoot.design, brief, None).surfaces) == ()
    assert plan_build(kind.build(shoot.design, brief), brief.workshop).schedule.jobs


def test_what_a_job_answers_is_not_marked_as_assumed():
    brief = start_of("steam").brief
    assert "brief.wanted.background" not in brief.assumed
    assert "brief.lamp.id" not in brief.assumed
    assert "brief.carrying_length" in brief.assumed


def test_a_job_that_there_is_not_is_said():
    with pytest.raises(NotFound, match="first page"):
        start_of("nothing")


@pytest.mark.parametrize("id", IDS)
def test_its_picture_is_shipped_and_shows_it(id):
    path = Path(FOLDER) / f"{id}.jpg"
    shipped = np.asarray(Image.open(path).resize((36, 24)), dtype=float)
    now = start_picture(start_of(id), Taking(width=72, height=48, samples=4))
    small = np.asarray(Image.fromarray(now).resize((36, 24)), dtype=float)
    # a design that changed has its picture taken anew: python -m benchmarks.start_pictures
    assert np.abs(shipped - small).mean() < 14.0


def test_no_picture_is_left_of_a_job_that_is_gone():
    assert {path.stem for path in Path(FOLDER).glob("*.jpg")} == set(IDS)
