"""Words of a build for the other tape: every length that can be read off it, nothing else changed."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.brief.workshop import Workshop
from wenlo.core.instructions.order import left_over
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.wording import sold_names, to_units
from wenlo.core.modifiers.registry import kinds
from wenlo.core.units.length import CLOSE, METRES_PER_INCH, format_length, lengths_in, parse_length
from wenlo.messages.steps import step_words

METRIC = re.compile(r"(?<![\w.,/])(\d+(?:\.\d+)?) (mm|cm|m)\b(?![²³/])")
METRES = {"mm": 1e-3, "cm": 1e-2, "m": 1.0}


def readable(text):
    """Metric lengths in a text, names left out, that sixteenths of an inch would meet."""
    for name in sorted(sold_names(), key=len, reverse=True):
        text = text.replace(name, "")
    for number, unit in METRIC.findall(text):
        metres = float(number) * METRES[unit]
        nearest = round(metres / METRES_PER_INCH * 16) * METRES_PER_INCH / 16
        if metres > 0.0 and abs(nearest - metres) <= CLOSE * metres:
            yield f"{number} {unit}"


def words_of(making, units):
    plan = making.worked.plan
    for job in making.schedule.jobs:
        said = step_words(job.step, units)
        yield from (said.title, said.text, said.check, said.mistake, said.caution)
    for part in (*plan.cloth, *plan.templates, *plan.prints, *plan.holes):
        yield part.note
    for piece in plan.pieces:
        yield piece.reason
    for bar in making.worked.cuts.bars:
        yield from (piece.reason for piece in bar.pieces)


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_nothing_metric_is_left_where_the_other_tape_can_be_read(kind):
    shoot = make_shoot()
    plan = kinds()[kind].build(kinds()[kind].start(shoot.brief), shoot.brief)
    metric, imperial = (plan_build(plan, Workshop(), units=units) for units in ("metric", "imperial"))
    left = {found for text in words_of(imperial, "imperial") for found in readable(text)}
    assert left == set()
    # and nothing but words is changed: parts are found by the same steps
    assert left_over(imperial.worked.plan) == ()
    for one, other in zip(metric.schedule.jobs, imperial.schedule.jobs, strict=True):
        assert (one.step.says, one.parts, one.cuts, one.start) == (
            other.step.says,
            other.parts,
            other.cuts,
            other.start,
        )
    assert [p.cut for p in metric.worked.plan.pieces] == [p.cut for p in imperial.worked.plan.pieces]
    assert metric.worked.total == imperial.worked.total


@given(metres=st.floats(0.03, 6.0))
def test_a_length_in_words_is_the_length(metres):
    text = f"Set it {format_length(metres)} from the wall."
    found = re.search(r"Set it (.+) from the wall\.", lengths_in(text, "imperial"))
    assert parse_length(found.group(1)) == pytest.approx(metres, abs=METRES_PER_INCH / 32 + 6e-4)
    assert lengths_in(text, "metric") == text


@pytest.mark.parametrize(
    ("text", "other"),
    [
        ("a frame of 1.20 m × 900 mm", "a frame of 3' 11 1/4\" × 2' 11 7/16\""),
        ("battens 18 × 44 mm", 'battens 11/16" × 1 3/4"'),
        # drills and thin sheet are sold so
        ("drilled 4.0 mm and 2.5 mm", "drilled 4.0 mm and 2.5 mm"),
        # areas, speeds and masses are no lengths
        ("0.30 m² of it, gusts of 8 m/s, 2.5 kg", "0.30 m² of it, gusts of 8 m/s, 2.5 kg"),
        # one of a pair that cannot be read keeps both
        ("card 0.4 × 300 mm", "card 0.4 × 300 mm"),
        ("already 3' 4\" long", "already 3' 4\" long"),
    ],
)
def test_by_hand(text, other):
    assert lengths_in(text, "imperial") == other
    # read twice it says the same
    assert lengths_in(lengths_in(text, "imperial"), "imperial") == lengths_in(text, "imperial")


def test_what_is_sold_under_a_length_keeps_its_name():
    assert "planed softwood 18 × 44 mm" in sold_names()
    assert to_units("2 bars of planed softwood 18 × 44 mm, cut to 600 mm", "imperial") == (
        "2 bars of planed softwood 18 × 44 mm, cut to 1' 11 5/8\""
    )
