"""Rooms of sentences that follow from single facts: every message in every wording, and figures as they are."""

import itertools
import math
import re
from typing import get_args

import pytest
from fluent.syntax import FluentParser, ast, visitor

from said import in_words
from wenlo.core import facts
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.items import Form
from wenlo.core.facts import Argument, Fact
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals import lengths
from wenlo.core.ranking import found_objects, light_direction, scoring
from wenlo.core.ranking.found_objects import look_for
from wenlo.core.ranking.tradeoffs import SCHOOLS, VARIANTS
from wenlo.messages.speaker import source
from wenlo.services import kind_results, mirror_results

ROOMS = ("ranking", "proposals", "roles", "set", "exercises", "evidence")

PIECES = (
    "shown_",
    "dispute_side",
    "dispute_variant",
    "dispute_ahead",
    "dispute_who",
    "finish_way",
    "found_",
    "rank_refused",
    "offer_of-",
    "how_",
    "role_name",
    "role_dim-",
    "exercise_choice",
    "fit_part",
    "fit_name",
    "fit_outcome",
    "exercise_name",
    "clash_surface",
    "dark_flag",
    "flow_part",
    "flow_named-part",
    "flow_surface",
    "meter_part",
)
"""Said within other sentences, or as the value of a figure."""

OF = {
    "length": 0.43,
    "size": (1.2, 0.8),
    "count": 2,
    "tenth": 2.5,
    "hundredth": 1.25,
    "share": 0.42,
    "angle": 0.5,
    "mass": 3.2,
    "in_stops": 1.3,
    "by_stops": -1.3,
    "deep_stops": 2.4,
    "power": 0.25,
    "rough": 1.234,
    "label": "thing",
}


class _Choices(visitor.Visitor):
    def __init__(self):
        self.found = {}

    def visit_SelectExpression(self, node):
        if isinstance(node.selector, ast.VariableReference) and not node.selector.id.name.endswith("_n"):
            keys = [v.key.name for v in node.variants if isinstance(v.key, ast.Identifier)]
            self.found.setdefault(node.selector.id.name, keys)
        self.generic_visit(node)


def _choices():
    found = {}
    for one in (message for room in ROOMS for message in FluentParser().parse(source(room)).body):
        if isinstance(one, ast.Message):
            seen = _Choices()
            seen.visit(one)
            found[one.id.name] = seen.found
    return found


CHOICES = _choices()
DECLARED = {code: args for code, args in facts.REGISTRY.items() if facts.ROOMS[code] in ROOMS}


def _value(kind, inner):
    if kind == "list":
        return ("one thing", "another")
    return inner if kind == "fact" else OF[kind]


INNER = {
    "ranking": Fact(code="dispute_who", args={"kind": Argument(kind="label", value="book light")}),
    "roles": None,
    "exercises": None,
    "evidence": None,
    "set": Fact(code="clash_surface", args={"name": Argument(kind="choice", value="floor")}),
    "proposals": Fact(code="offer_of-share", args={"value": Argument(kind="share", value=0.12)}),
}


def _facts(code):
    """The fact of a code in every wording that it has."""
    args = DECLARED[code]
    inner = INNER[facts.ROOMS[code]]
    wordings = [CHOICES[code][name] if kind == "choice" else [_value(kind, inner)] for name, kind in args.items()]
    for values in itertools.product(*wordings):
        pairs = zip(args.items(), values, strict=True)
        yield Fact(code=code, args={name: Argument(kind=kind, value=value) for (name, kind), value in pairs})


def test_all_that_is_declared_has_words_and_no_words_are_left_over():
    assert set(CHOICES) == set(DECLARED)
    for code, args in DECLARED.items():
        assert {name for name, kind in args.items() if kind == "choice"} == set(CHOICES[code]), code


@pytest.mark.parametrize("code", sorted(DECLARED))
def test_every_wording_is_a_whole_sentence(code):
    room = facts.ROOMS[code]
    said = []
    for fact, units in itertools.product(_facts(code), ("metric", "imperial")):
        text, reason = (in_words(fact, part, room=room, units=units) for part in (None, "reason"))
        said.append(f"{text} {reason}")
        assert not re.search(r"  |\{|\}| [.,;:]|,,|\.\.|None", f"{text} {reason}".strip()), text
        if not code.startswith(PIECES):
            assert re.match(r"[A-Z0-9−+]", text), text
            # a title has no full stop, the reason under it has
            assert (reason or text)[-1] in ".?:", text
    choices = [name for name, kind in DECLARED[code].items() if kind == "choice"]
    assert len(set(said)) >= (1 if not choices else 2)


def test_whatever_the_core_can_choose_by_has_its_words():
    assert set(CHOICES["finish_why"]["finish"]) == set(light_direction.BY_FINISH)
    assert set(CHOICES["found_form"]["form"]) == set(get_args(Form))
    sides = {side.replace(" ", "-") for school in SCHOOLS for side in school.sides}
    variants = {side for variant in VARIANTS for side, _ in variant.sides}
    assert set(CHOICES["dispute_argues"]["side"]) == sides | variants
    assert set(CHOICES["dispute_side"]["name"]) >= sides
    assert set(CHOICES["dispute_variant"]["name"]) == variants
    abouts = {one.about for one in (*SCHOOLS, *VARIANTS)}
    assert set(CHOICES["dispute_question"]["about"]) == abouts | {"measure-or-trial", "set-or-after"}


@pytest.mark.parametrize(
    ("fact", "metric", "imperial"),
    [
        (
            scoring.SAYS("hard", size=(1.2, 0.8), edge=0.0254, wanted=0.0508),
            "Too hard: 1.20 m × 800 mm gives a shadow edge of 25 mm, and you want 51 mm.",
            """Too hard: 3' 11 1/4" × 2' 7 1/2" gives a shadow edge of 1", and you want 2".""",
        ),
        (
            scoring.SAYS("set-up", minutes=12.0, people=1, stands=0),
            "Set up in 12 minutes by one person, with no stand beside the lamp's.",
            None,
        ),
        (
            scoring.SAYS("parts", cost=41.4, buy=12.2, still="some", each=1.035, hours=1.62),
            "Parts for about 41 €, of which you still have to buy 12 €; 1.04 € a shoot; 1.6 h to build.",
            None,
        ),
        (
            scoring.SAYS("parts", cost=28.0, buy=0.0, still="nothing", each=0.7, hours=2.0),
            "Parts for about 28 €, and you have them all; 0.70 € a shoot; 2.0 h to build.",
            None,
        ),
        (
            scoring.SAYS("contrast", stops=facts.told_stops(math.inf), way="deeper"),
            "Deeper than you want: over 12.0 stops from the lit side to the shadow side.",
            None,
        ),
        (
            mirror_results.SAYS("turn", bad=("the camera", "the lamp itself"), axis="turned", degrees=4.25, moved=0.31),
            "It mirrors the camera, the lamp itself. Turn it about its upright axis by 4.3° and that is gone; so it is"
            " if you move the lens 310 mm sideways.",
            None,
        ),
        (kind_results.SAYS("by-stops", stops=-1.8), "−1.8 stops", None),
        (
            lengths.SAYS(
                "length", label="width", before=1.2192, after=1.524, value=lengths.SAYS("of-share", value=0.12)
            ),
            "Set the width to 1.524 m",
            "Set the width to 5'",
        ),
    ],
)
def test_hand_written_sentences(fact, metric, imperial):
    assert in_words(fact, room=facts.ROOMS[fact.code]) == metric
    assert imperial is None or in_words(fact, room=facts.ROOMS[fact.code], units="imperial") == imperial


def test_what_to_look_for_names_sizes_faces_and_weight():
    for kind in kinds().values():
        for fact in look_for(kind, kind.start(Brief())):
            text = in_words(fact, room=facts.ROOMS[fact.code])
            assert text.startswith("Look for: ")
            assert "  " not in text
            assert fact.code == "found_look-for"
    assert found_objects.HOLLOW
