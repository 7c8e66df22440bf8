"""Every fact has its words: nothing missing, nothing unused, nothing that its arguments do not fit."""

import json
import re
from pathlib import Path
from typing import get_args

import pytest
from fluent.runtime import FluentBundle, FluentResource
from fluent.syntax import FluentParser, ast, visitor

from made_kinds import brief_for, designs
from wenlo.core import facts
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.fabrication.parts import Step
from wenlo.core.facts import Argument, Fact, Phrases
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.frame_cloths import FrameCloth
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging.homemade import home_made
from wenlo.messages.speaker import MessageFault, Speaker, source, speaker, value_words
from wenlo.messages.steps import step_words
from wenlo.messages.values import shown
from wenlo.services.said import FactResult, StepSaid, fact_of, fact_result, step_said, words_of

VECTORS = json.loads((Path(__file__).parents[1] / "message_vectors.json").read_text("utf-8"))
WORDED = ("size", "reading", "label", "choice", "list", "fact")
NUMBERS = tuple(kind for kind in get_args(facts.ArgKind) if kind not in WORDED)
PARTS = {
    "build": {"text", "check", "mistake", "caution"},
    "light": {"value", "spread", "detail"},
    "checks": {"figure", "limit", "source"},
    "ranking": set(),
    "proposals": {"reason"},
    "roles": {"detail"},
    "set": set(),
    "exercises": set(),
    "evidence": set(),
}


class _Found(visitor.Visitor):
    def __init__(self):
        self.variables, self.messages, self.choices = set(), set(), {}

    def visit_VariableReference(self, node):
        self.variables.add(node.id.name)

    def visit_MessageReference(self, node):
        self.messages.add(node.id.name)

    def visit_SelectExpression(self, node):
        if isinstance(node.selector, ast.VariableReference):
            keys = {v.key.name for v in node.variants if isinstance(v.key, ast.Identifier)}
            self.choices.setdefault(node.selector.id.name, set()).update(keys)
        self.generic_visit(node)


def _messages(room):
    read = FluentParser().parse(source(room))
    assert not [one for one in read.body if isinstance(one, ast.Junk)]
    found = {}
    for one in read.body:
        if isinstance(one, ast.Message):
            assert one.id.name not in found, "written twice"
            found[one.id.name] = _Found()
            found[one.id.name].visit(one)
            assert {a.id.name for a in one.attributes} <= PARTS[room]
    return found


MESSAGES = {code: found for room in PARTS for code, found in _messages(room).items()}
DECLARED = {code: args for code, args in facts.REGISTRY.items() if not code.startswith("doctest")}


CARD = OwnFound(
    item="00000000-0000-0000-0000-000000000000",
    version=1,
    name="old canvas",
    values=FoundValues(form="canvas", outer_width=0.9, outer_height=0.7),
)

TUBE = OwnFound(
    item="00000000-0000-0000-0000-000000000001",
    version=1,
    name="packing tube",
    values=FoundValues(form="tube", outer_width=0.163, inner_width=0.16, outer_depth=0.5, inner_depth=0.5, mass=0.3),
)

FLEXED = {"acrylic": "opal_acrylic_2_mm_large", "flat": 0.4, "bend": 0.7, "width": 0.9, "front_bend": 0.7}

ON_A_STAND = {"carried": "on a pipe stand", "width": 1.6, "height": 1.5, "top_height": 2.3, "foot_length": 0.9}

ON_PURPOSE = {
    "book_light": [{"pages": "two from one board", "width": 0.8, "height": 0.8}],
    "bounce_card": [{"wings": 60.0}, {"found": CARD, "width": 0.9, "height": 0.7}],
    "cell_grid": [{"cells": "card lattice", "cell": 0.06}, {"cells": "printed hexagons"}],
    "diffusion_frame": [
        {"sheet": "acrylic_3_mm_matt_one_side", "width": 0.6, "height": 0.6},
        {"glued": True},
        {"structure": "tube", "material": "aluminium_25_mm"},
        {"structure": "timber", "material": "softwood_18_44"},
        {"carried": "held by stands"},
        {"carried": "held by stands", "cloths": [FrameCloth(cover="black_cotton")], "bag": True},
        {"carried": "held by stands", "cloths": [FrameCloth(), FrameCloth(cover="bleached_muslin")]},
        {"structure": "board", "width": 1.0, "height": 0.9},
        {**ON_A_STAND, "other_top": 2.4, "sand_in_feet": True},
        {**ON_A_STAND, "other_top": 2.0, "braced": False},
    ],
    "acrylic_table": [
        {**FLEXED, "held_behind": "bar on a sprung pole"},
        {**FLEXED, "held_behind": "batten on trestles"},
    ],
    "hanging_softbox": [{"lamps_above": 0.3, "cover": False}],
    "light_tent": [
        {"ground_of": "loose panels", "width": 0.6, "height": 0.5, "depth": 0.5},
        {"ground_of": "loose panels", "width": 0.6, "height": 0.5, "depth": 0.5, "other_grounds": ["slate_blue"]},
        {"bar": "doubled_18_44"},
    ],
    "product_box": [
        {"cloth_held": "glued, then taped"},
        {"cloth_held": "nailed trim", "corner": "pocket_screw", "other_grounds": ["slate_blue"]},
        {"corner": "bracket", "other_grounds": ["slate_blue", "mid_grey"], "batten": "doubled_18_44"},
    ],
    "small_flash_softbox": [{"head": "flush in a side wall", "stiffened": "splint"}, {"stiffened": "wire and tape"}],
    "snoot": [
        {"cap_of": "black tape", "shape": "disc"},
        {"cap_of": "black tape", "shape": "slot", "slot_length": 0.05, "opening": 0.01},
        {"found": TUBE, "tube_width": 0.16, "tube_length": 0.3, "opening": 0.05},
        {"found": TUBE, "tube_width": 0.16, "tube_length": 0.3, "opening": 0.05, "other_length": 0.15},
    ],
    "table_booth": [{"leg_out": "front left"}, {"leg_out": "front right"}],
    "tabletop_dome": [{"under": 1.0}],
}
"""Designs that are seldom drawn at random."""


def _steps():
    for id, kind in sorted(kinds().items()):
        begins = kind.start(brief_for(id))
        own = [(begins.model_copy(update=change), brief_for(id)) for change in ON_PURPOSE.get(id, [])]
        for design, brief in (*designs(id, 14), *own):
            plan = kind.build(design, brief)
            for cutting, helpers in (("by hand", 0), ("powered", 1), ("sent out", 0)):
                shop = Workshop(cutting=cutting, helpers=helpers)
                for job in plan_build(plan, shop, highest=2.6).schedule.jobs:
                    yield job.step


@pytest.fixture(scope="module")
def steps():
    supports = home_made(height=2.0, span=2.4)
    return [*_steps(), *(job.step for one in supports for job in plan_build(one.plan, Workshop()).schedule.jobs)]


def test_what_is_declared_is_what_is_written():
    assert set(DECLARED) - set(MESSAGES) == set(), "without words"
    referred = {name for one in MESSAGES.values() for name in one.messages}
    assert set(MESSAGES) - set(DECLARED) - referred == set(), "said by nobody"


@pytest.mark.parametrize("code", sorted(MESSAGES))
def test_words_ask_for_nothing_but_what_the_fact_has(code):
    args = DECLARED.get(code, {})
    numbers = {f"{name}_n" for name, kind in args.items() if kind in NUMBERS}
    assert MESSAGES[code].variables <= set(args) | numbers
    # a choice selects and is never shown; what is declared is used
    for name, kind in args.items():
        assert (name in MESSAGES[code].choices) == (kind == "choice"), name
        assert {name, f"{name}_n"} & MESSAGES[code].variables or name in MESSAGES[code].choices, name


@pytest.mark.xdist_group("steps of every kind")
def test_every_step_of_every_kind_has_words_in_both_units(steps):
    said = set()
    for step in steps:
        said.add(step.says.code)
        for units in ("metric", "imperial"):
            words = step_words(step, units)
            assert words.title
            assert words.text
            for line in (words.title, words.text, words.check, words.mistake, words.caution):
                assert not re.search(r"[{}]|None|  |\.\.| [.,;:]|\d_n", line), line
                assert line == line.strip()
            for line in (words.text, words.check, words.mistake, words.caution):
                assert not line or line.endswith((".", "?")), line
    chosen = {
        code for code in DECLARED if facts.ROOMS[code] == "build" and not code.startswith(("fittings_", "steps_"))
    }
    assert chosen - said == set(), "never said over these designs"


@pytest.mark.xdist_group("steps of every kind")
def test_every_choice_that_is_made_is_written(steps):
    def chosen(fact):
        for name, argument in fact.args.items():
            if argument.kind == "choice":
                yield fact.code, name, argument.value
            elif isinstance(argument.value, Fact):
                yield from chosen(argument.value)
            elif argument.kind == "list":
                for one in argument.value:
                    yield from chosen(one) if isinstance(one, Fact) else ()

    made = {found for step in steps for fact in (step.says, *step.further) for found in chosen(fact)}
    for code, name, value in made:
        assert value in MESSAGES[code].choices[name], (code, name, value)


@pytest.mark.xdist_group("steps of every kind")
def test_words_travel_as_facts_and_come_back_the_same(steps):
    for step in steps[::7]:
        back = StepSaid.model_validate_json(step_said(step).model_dump_json())
        for units in ("metric", "imperial"):
            assert words_of(back, units) == step_words(step, units)
        assert fact_of(fact_result(step.says)) == step.says


@pytest.mark.parametrize(("kind", "value", "units", "text"), VECTORS["values"])
def test_values_are_shown_as_in_the_pages(kind, value, units, text):
    given = tuple(value) if isinstance(value, list) else value
    assert shown(Argument(kind=kind, value=given), units, value_words()) == text


@pytest.mark.parametrize("case", VECTORS["facts"], ids=lambda case: case["fact"]["code"])
def test_facts_are_said_as_in_the_pages(case):
    fact = fact_of(FactResult.model_validate(case["fact"]))
    assert speaker(case.get("room", "build"), case["units"]).say(fact, case["part"]) == case["text"]


def test_a_message_that_is_missing_or_does_not_fit_is_a_fault_and_no_silence():
    with pytest.raises(MessageFault, match="no message"):
        speaker("build").say(Fact(code="steps_nobody-wrote-this", args={}))
    with pytest.raises(MessageFault, match="diagonal"):
        speaker("build").say(Fact(code="steps_diagonals", args={}))
    bundle = FluentBundle(["en"], use_isolating=False)
    bundle.add_resource(FluentResource("broken = { LENGTH(0.1) }"))
    with pytest.raises(MessageFault):
        Speaker(bundle, "metric", value_words()).say(Fact(code="broken", args={}))
    with pytest.raises(FileNotFoundError):
        source("a room that is not there")


def test_facts_are_made_as_they_are_declared_or_not_at_all():
    say = Phrases("doctest-strict", {"cut": {"depth": "length", "name": "label", "size": "size", "more": "list"}})
    right = {"depth": 0.1, "name": "rail", "size": (1.0, 2.0), "more": ("A1",)}
    assert say("cut", **right).key == "cut"
    for wrong in ({"depth": "10 mm"}, {"name": 3.0}, {"size": (1.0,)}, {"more": (1.0,)}, {"depth": True}):
        with pytest.raises(TypeError):
            say("cut", **{**right, **wrong})
    with pytest.raises(TypeError, match="takes"):
        say("cut", depth=0.1)
    with pytest.raises(TypeError, match="takes"):
        say("cut", **right, extra=1.0)
    with pytest.raises(KeyError):
        say("saw")
    with pytest.raises(ValueError, match="twice"):
        Phrases("doctest-strict", {"cut": {}})
    with pytest.raises(ValueError, match="no kind"):
        Phrases("doctest-other", {"cut": {"depth": "furlongs"}})


def test_one_caution_is_not_said_twice_and_the_words_of_another_stand_where_one_has_none():
    say = Phrases("fittings", {})
    staples = say("staples")
    words = step_words(
        Step(
            id="x",
            says=Phrases("tube-frame", {})("cut-the-tube", saw="hacksaw", extra=0.05),
            instead=Phrases("steps", {})("cut-the-bars"),
            cautions=(staples, staples),
        )
    )
    assert words.caution.count("staple gun") == 1
    assert words.check == "The two pieces of each letter are flush at both ends when you lay them side by side."
    assert "50 mm too wide" in words.mistake
