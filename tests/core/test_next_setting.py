"""From words, readings and verdicts to the next mark on a dial."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.calibration.moving import movable, move_for
from wenlo.core.calibration.next_setting import (
    ShotSetting,
    from_reading,
    ladder,
    mark_sentence,
    marks_for,
    stops_asked_for,
)
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.errors import InvalidInput
from wenlo.core.modifiers.registry import kinds

LED, FLASH = lamp_types()["chip_60_dish"], lamp_types()["flash_hotshoe"]
AS_SET = ShotSetting(power=0.5, shutter=1 / 100, aperture=2.8, iso=400.0)


@pytest.mark.parametrize(
    ("words", "stops"),
    [
        ("two thirds down", -2 / 3),
        ("a stop up", 1.0),
        ("1/3 brighter", 1 / 3),
        ("half a stop too bright", -0.5),
        ("half a stop too dark", 0.5),
        ("a touch more", 1 / 3),
        ("down", -1 / 3),
        ("2 stops up", 2.0),
        ("1 1/3 down", -4 / 3),
        ("+1.5", 1.5),
        ("-0,7 stops", -0.7),
        ("one and a half darker", -1.5),
        ("−1", -1.0),
    ],
)
def test_judgements_are_understood(words, stops):
    assert stops_asked_for(words) == pytest.approx(stops)


@pytest.mark.parametrize("words", ["", "lovely", "warmer", "sideways please"])
def test_what_is_no_judgement_says_what_is_accepted(words):
    with pytest.raises(InvalidInput, match="two thirds down") as caught:
        stops_asked_for(words)
    assert caught.value.fields[0].path == "judgement"


def test_every_control_alone_gives_what_was_asked():
    for wanted in (-1.0, -2 / 3, -1 / 3, 1 / 3, 2 / 3, 1.0):
        for mark in marks_for(wanted, AS_SET, LED):
            real = {
                "power": lambda v: math.log2(v / 0.5),
                "iso": lambda v: math.log2(v / 400),
                "shutter": lambda v: math.log2(v * 100),
                "aperture": lambda v: -2 * math.log2(v / 2.8),
                "gel": lambda v: -v,
            }[mark.control](mark.value)
            assert real == pytest.approx(wanted + mark.off, abs=1e-6), mark
            assert abs(mark.off) < 0.2, mark
            assert mark.words in mark_sentence(mark) or mark.words[1:] in mark_sentence(mark)


def test_locked_controls_are_left_alone_and_the_lamp_goes_first():
    marks = marks_for(-1.0, AS_SET, LED)
    assert marks[0].control == "power"
    assert marks[0].value == pytest.approx(0.25)
    kept = marks_for(-1.0, AS_SET, LED, locked=frozenset({"power", "gel"}))
    assert kept[0].control == "iso"
    assert {m.control for m in kept} == {"iso", "shutter", "aperture"}
    # no gel makes light
    assert "gel" not in {m.control for m in marks_for(1.0, AS_SET, LED)}


def test_a_flash_clicks_in_thirds_and_has_no_shutter():
    flash = ShotSetting(power=1 / 4, shutter=1 / 125, aperture=5.6, iso=200.0)
    marks = {m.control: m for m in marks_for(-2 / 3, flash, FLASH)}
    assert "shutter" not in marks
    assert math.log2(marks["power"].value / 0.25) * 3 == pytest.approx(-2, abs=1e-9)
    # near the end of the dial what is left over is told, and another control goes first; at the end it is not offered
    nearly = marks_for(1.0, ShotSetting(power=0.5**0.5, shutter=1 / 125, aperture=5.6, iso=200.0), FLASH)
    assert nearly[0].control != "power"
    assert next(m for m in nearly if m.control == "power").off < -0.3
    full = marks_for(1.0, ShotSetting(power=1.0, shutter=1 / 125, aperture=5.6, iso=200.0), FLASH)
    assert {m.control for m in full} == {"iso", "aperture"}


def _in_a_hall(kind, **changes):
    brief = make_shoot(brief__room__width=7.0, brief__room__depth=8.0, brief__room__height=3.4).brief
    return brief, kinds()[kind].start(brief).model_copy(update=changes)


def test_a_lamp_through_a_sheet_does_not_fall_off_by_the_square():
    # by the square a stop less is 1.41 times as far; but a beam that still falls on the sheet gives it nearly all its
    # light, so the
    # lamp has to go farther, and the sheet is filled better on the way
    brief, design = _in_a_hall("diffusion_frame", width=2.0, height=1.2, lamp_distance=0.8)
    assert movable(design).id == "lamp_distance"
    move = move_for(-1.0, brief, design)
    assert move is not None
    assert move.value > 1.4 * 0.8 * 2**0.5
    assert abs(move.off) <= 0.15
    assert move.cost == "softer"
    assert "from what it lights" in move.words


def test_a_bare_light_falls_off_nearly_by_the_square_and_is_softer_when_near():
    brief, design = _in_a_hall("foil_doors")
    away, near = move_for(-1.0, brief, design), move_for(1.0, brief, design)
    assert away is not None
    assert near is not None
    assert away.value == pytest.approx(design.distance * 2**0.5, rel=0.08)
    assert near.value == pytest.approx(design.distance / 2**0.5, rel=0.1)
    assert (away.cost, near.cost) == ("harder", "softer")


def test_no_place_in_the_room_gives_so_many_stops():
    brief, design = _in_a_hall("diffusion_frame")
    assert move_for(-5.0, brief, design) is None
    assert move_for(0.0, brief, design) is None
    # light that hangs on the ceiling, or comes off it, does not move to and from the subject
    assert movable(_in_a_hall("hanging_softbox")[1]) is None


@given(st.floats(-5.9, 5.9))
def test_the_ladder_finds_any_setting_in_six_shots(truth):
    tried = []
    for _ in range(6):
        step = ladder(tried)
        if step.done:
            break
        tried.append((step.next, "too dark" if step.next < truth else "too bright"))
    found = ladder(tried)
    assert found.done
    assert abs(found.next - truth) <= 2 / 3 + 1e-9
    assert len(tried) <= 6


def test_verdicts_that_contradict_each_other_are_refused():
    with pytest.raises(InvalidInput, match="something else changed"):
        ladder([(1.0, "too dark"), (-1.0, "too bright")])
    assert ladder([(1.0, "good")]).done
    assert from_reading(200.0, 100.0) == -1.0
