"""What is said of the light: every message over some set, whole sentences, nothing that the set does not say."""

import math
import re
from dataclasses import replace

import pytest

from factories import make_shoot
from made_kinds import LAMP, brief_for
from said import detail_of, in_words, value_of
from wenlo.core import facts
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import gauges
from wenlo.core.analysis.shown_figures import light_figures, picture_figures
from wenlo.core.brief.brief import LampSetting
from wenlo.core.facts import Argument, Fact, Phrases
from wenlo.core.modifiers import beam_tube
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals.notes import notes
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.proposals.soft_rules import loss_on_lamp
from wenlo.core.scene.scene_builder import with_daylight
from wenlo.core.transport.solve import CROWDED, DRAFT
from wenlo.messages.speaker import value_words
from wenlo.messages.values import shown

pytestmark = pytest.mark.xdist_group("light words")

SELDOM = {
    "acrylic_table": [{"under": 0.0}, {"bend": 1.0, "thickness": 0.004}, {"front_bend": 0.7, "bend": 1.5, "flat": 0.4}],
    "foil_doors": [{"grip": 0.16}],
    "light_tent": [{"ground_of": "loose panels"}, {"backdrop": "brick"}, {"far_side": "black card", "lamps": 1}],
    "overhead_bounce": [{"forward": 2.0}],
    "product_box": [{"width": 0.2, "height": 0.42}],
    "small_flash_softbox": [{"boxes": 2, "second": 0.25}, {"boxes": 2, "second": 0.0}],
    "snoot": [
        {"key_angle": 86.0, "tube_length": 0.1},
        {"shape": "slot", "opening": 0.005, "slot_length": 0.05, "tube_length": 0.3, "other_length": 0.18},
    ],
    "table_booth": [{"lift": 3.0}],
    "diffusion_frame": [{"top_height": 2.7}, {"lamp_distance": 6.0}, {"layers": 3}],
}
"""Designs of which something else is said."""

BRIEFS = {
    "diffusion_frame": [
        {"brief__wanted__solve_for": "power"},
        {"brief__wanted__solve_for": "aperture"},
        {"brief__wanted__occluder_distance": 0.9, "brief__subject__movement": 0.5},
        {"brief__lamp__id": "fluorescent_85", "brief__camera__shutter": 0.002},
        {"brief__lamp__on": False},
        {"brief__room__width": 1.6, "brief__camera__distance": 9.0},
        {"brief__lamp__id": "flash_hotshoe"},
        {"brief__others": [{"name": "bulb", "id": "bulb_15", "x": 0.6, "y": -1.9, "z": 1.3, "aim": "subject"}]},
    ]
}

PAIRS = [
    ("diffusion_frame", {"sheet_distance": 0.3}, {"brief__wanted__occluder_distance": 0.3}),
    ("product_box", {"width": 0.25, "height": 0.25}, {"brief__subject__size": 0.8}),
]
"""Designs and briefs that go together."""

SAID_ELSEWHERE = {
    "beam-figure_halo-faint": "below",
    "beam-figure_other-spread": "below",
    "gauge_loss-dark": "below",
    "gauge_spill-none": "below",
    "door-figure_roll": "test_foil_doors",
    "door-figure_roll-short": "test_foil_doors",
    "ground-figure_not-tried": "test_corners",
    "misfit_found": "test_found_parts",
    "misfit_found-side": "test_found_parts",
    "misfit_hangs": "test_misfits",
    "misfit_hole": "test_misfits",
    "misfit_in-wall": "test_misfits",
    "misfit_roof": "test_misfits",
    "misfit_too-large": "test_misfits",
    "note_droops": "test_soft_rules",
    "note_refused": "test_refusals",
    "rule_warmth": "test_soft_rules",
}


def _told():
    for id, kind in sorted(kinds().items()):
        start = kind.start(brief_for(id))
        for change in ({}, *SELDOM.get(id, [])):
            design = kind.parameters.model_validate({**start.model_dump(), **change})
            for more in ({}, *BRIEFS.get(id, [])) if not change else ({},):
                yield from _of(with_daylight(brief_for(id, **more), design), design, own=not more)

    for id, change, more in PAIRS:
        kind = kinds()[id]
        design = kind.parameters.model_validate({**kind.start(brief_for(id)).model_dump(), **change})
        yield from _of(brief_for(id, **more), design)


def _of(brief, design, *, own=True):
    result = evaluate(brief, design, effort=CROWDED)
    strip = gauges(brief, design, result)
    yield from (g.says for g in strip)
    yield from (doubt.says for g in strip for doubt in g.doubts)
    for figure in (
        *(own_figures(brief, design) if own else ()),
        *light_figures(brief, design, result),
        *picture_figures(brief, result),
    ):
        yield figure.says
    yield from (n.says for n in notes(brief, design, result))


def _inside(fact):
    yield fact
    for argument in fact.args.values():
        if isinstance(argument.value, Fact):
            yield from _inside(argument.value)
        elif argument.kind == "list":
            for one in argument.value:
                yield from _inside(one) if isinstance(one, Fact) else ()


@pytest.fixture(scope="module")
def told():
    return list(_told())


@pytest.mark.slow
def test_every_message_is_said_over_some_set(told):
    said = {one.code for fact in told for one in _inside(fact)}
    declared = {code for code, room in facts.ROOMS.items() if room == "light" and not code.startswith("doctest")}
    known = {code for code in SAID_ELSEWHERE if code in declared}
    assert set(SAID_ELSEWHERE) == known
    assert declared - said - known == set()


def test_sentences_are_whole_in_both_units(told):
    for fact in told:
        for units in ("metric", "imperial"):
            lines = {part: in_words(fact, part, units=units) for part in (None, "value", "spread", "detail")}
            assert lines[None], fact.code
            for line in lines.values():
                assert not re.search(r"[{}]|None|nan|inf\b|  |\.\.| [.,;:]|_n\b", line), line
                assert line == line.strip()
            if fact.code.startswith(("note_", "misfit_")):
                assert lines[None].endswith((".", "!")), lines[None]
            elif lines["detail"]:
                assert lines["detail"].endswith("."), lines["detail"]
                assert lines["value"], fact.code


def test_no_light_and_no_lamp_are_said_as_such():
    shoot = make_shoot()
    result = evaluate(shoot.brief, shoot.design, effort=DRAFT)
    dark = replace(result, light=replace(result.light, key=0.0, missed=math.nan))
    said = {g.key: in_words(g.says, "value") for g in gauges(shoot.brief, shoot.design, dark)}
    assert (said["loss"], said["spill"]) == ("no light", "–")


def test_a_beam_that_is_too_faint_to_measure_is_not_measured(monkeypatch):
    kind = kinds()["snoot"]
    design = kind.start(brief_for("snoot")).model_copy(update={"other_length": 0.1})
    monkeypatch.setattr(beam_tube, "halo_of", lambda design, brief: math.nan)
    monkeypatch.setattr(beam_tube, "beam_of", lambda design, brief: None)
    said = {f.key: f for f in kind.figures(design, brief_for("snoot"), None)}
    assert value_of(said["halo"]) == "too faint to tell"
    assert detail_of(said["spot"]).startswith("Too faint to measure")
    assert [value_of(said[key]) for key in ("other_tube", "no_tube")] == ["no edge", "no edge"]


def test_units_change_lengths_and_nothing_else():
    shoot = make_shoot()
    result = evaluate(shoot.brief, shoot.design, effort=DRAFT)
    (edge, *_) = gauges(shoot.brief, shoot.design, result)
    assert in_words(edge.says, "value").endswith(" mm")
    assert in_words(edge.says, "value", units="imperial").endswith('"')
    facts_now = [g.says for g in gauges(shoot.brief, shoot.design, result)]
    assert [in_words(f, "value", units="imperial") for f in facts_now[1:]] == [
        in_words(f, "value") for f in facts_now[1:]
    ]


def test_facts_hold_no_infinities():
    say = Phrases("doctest-finite", {"off": {"stops": "in_stops"}}, room="light")
    assert say("off", stops=-math.inf).args["stops"].value == -facts.NO_LIGHT
    assert say("off", stops=math.nan).args["stops"].value is None
    long = Phrases("doctest-long", {"way": {"way": "length"}}, room="light")
    assert long("way", way=math.inf).args["way"].value is None
    assert shown(Argument(kind="length", value=None), "metric", value_words()) == "–"


def test_a_flash_recycles_and_a_lamp_that_burns_on_does_not():
    flash = make_shoot().brief.model_copy(update={"lamp": LampSetting(id=LAMP["flash_into_board"])})
    assert "recycles" in in_words(loss_on_lamp(flash, 1.0), "detail")
    assert "recycles" not in in_words(loss_on_lamp(make_shoot().brief, 1.0), "detail")
