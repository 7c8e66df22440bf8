"""What is said of the rig: every message over some set, and whole sentences in both units."""

import re

import pytest

from factories import make_shoot
from said import told
from wenlo.core import facts
from wenlo.core.brief.brief import OtherLight
from wenlo.core.document.rigging import HoldChoice, Rigging, WetPlace
from wenlo.core.facts import Argument, Fact
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging.plan import rig_plan
from wenlo.services.rig_results import checklist

pytestmark = pytest.mark.xdist_group("check words")

RIGS = {
    "as it is": {},
    "in the open": {
        "weather": "outdoors",
        "beaufort": 5,
        "ground": "rain",
        "battery": 300.0,
        "minutes_on": 240.0,
        "residual_device": True,
        "safety_line": True,
    },
    "beside water": {
        "wet": [WetPlace(key="wet-1", x=0.3, y=0.2)],
        "coiled": True,
        "section": 0.75,
        "breaker": 6.0,
        "openings": 0.0,
        "residual_device": False,
        "bump": 20.0,
    },
}

SELDOM = (
    "check_heat-near",
    "check_heat-watts",
    "check_hold-balance",
    "check_hold-bolts",
    "check_hold-holder",
    "check_hold-in-the-way",
    "check_hold-span",
    "check_hold-support",
    "check_mains-watts",
    "cure_arms-length",
    "cure_balance",
    "cure_clamp-on-either-side",
    "cure_cut-back",
    "cure_fewer-joints",
    "cure_hang-it",
    "cure_heat-room",
    "cure_keep-hands-away",
    "cure_lighter-canvas",
    "cure_longer-boom",
    "cure_lower-or-lighter",
    "cure_more-clamps",
    "cure_more-fasteners",
    "cure_no-walls",
    "cure_off-the-hottest",
    "cure_other-bolt",
    "cure_read-the-label",
    "cure_shorter-cable",
    "cure_taller-stand",
    "cure_thicker-cable",
    "cure_thicker-sheet",
    "cure_wider-bend",
    "cure_wider-bend-springs",
    "cure_wider-spreader",
    "task_generator",
)
"""Said of sets that other tests make (test_rig_plan, test_rig_fails_closed, test_rig_physics, test_board_holder); put
into words here with made-up values.
"""

SAMPLE = {"label": "steel rod", "choice": "yes", "size": (0.8, 0.6), "list": ("lamp", "fan")}


def _plans():
    others = [
        OtherLight(name="hair light", id=lamp, x=x, y=0.6, z=2.3, power=1.0, on=True, aim="subject")
        for lamp, x in (("flash_studio", -0.8), ("flood_500", 0.7), ("chip_150_dish", 1.2))
    ]
    for id, kind in sorted(kinds().items()):
        for name, answers in RIGS.items():
            shoot = make_shoot(brief__room__height=2.8)
            base = shoot.brief if name == "as it is" else shoot.brief.model_copy(update={"others": others})
            base = type(base).model_validate(base.model_dump())
            if kind.daylight is not None:
                base = kind.daylight(kind.start(base), base)
            rig = Rigging(**answers)
            shoot = shoot.model_copy(update={"brief": base, "design": kind.start(base), "rig": rig})
            plan = rig_plan(shoot)
            yield plan
            if name == "as it is" and id in ("diffusion_frame", "overhead_bounce", "bounce_card"):
                for way in ("boom", "arm", "ceiling"):
                    holds = {h.held.id: HoldChoice(way=way, ballast=40.0, counterweight=3.0) for h in plan.holdings}
                    yield rig_plan(shoot.model_copy(update={"rig": Rigging(holds=holds)}))


def _inside(fact):
    yield fact
    for argument in fact.args.values():
        if isinstance(argument.value, Fact):
            yield from _inside(argument.value)


def _made_up(code):
    prefix, key = code.split("_", 1)
    args = {}
    for name, kind in facts.REGISTRY[code].items():
        value = Fact(code="cure_air-or-dim", args={}) if kind == "fact" else SAMPLE.get(kind, 2.5)
        args[name] = Argument(kind=kind, value=value)
    return Fact(code=f"{prefix}_{key}", args=args)


@pytest.fixture(scope="module")
def said():
    found = []
    for plan in _plans():
        for check in plan.checks:
            found += [check.about.says, check.says, *([check.cure.says] if check.cure else [])]
        found += [task.says for task in (*checklist(plan), *plan.setting, *plan.striking)]
    return [one for fact in {repr(f): f for f in found}.values() for one in _inside(fact)]


def _whole(fact):
    parts = (None, "figure", "limit", "source") if fact.code.startswith("check_") else (None,)
    for units in ("metric", "imperial"):
        for part in parts:
            line = told(fact, part, units=units)
            assert line, (fact.code, part)
            assert not re.search(r"[{}]|None|nan|inf\b|  |\.\.| [.,;:]|_n\b", line), line
            assert not re.search(r"\bsafe\b", line), line
        if fact.code.startswith("task_"):
            assert told(fact, units=units).endswith("."), fact.code


@pytest.mark.slow
def test_every_message_of_the_rig_is_said_over_some_set(said):
    declared = {code for code, room in facts.ROOMS.items() if room == "checks"}
    assert sorted(declared - {fact.code for fact in said}) == sorted(SELDOM)


def test_sentences_of_the_rig_are_whole_in_both_units(said):
    for fact in (*said, *map(_made_up, SELDOM)):
        _whole(fact)
