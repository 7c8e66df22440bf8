"""What a few millimetres do: the bow of a trapped member, stacks of cuts, and the way back from measured pieces."""

import math

import numpy as np
import pytest
from scipy.optimize import brentq

from factories import make_shoot
from wenlo.core.fabrication.tolerance import CUT_SPREAD, bow, measured_back, stacks, twins
from wenlo.core.modifiers.registry import kind_of, kinds


def frame(**design):
    shoot = make_shoot(**{f"design__{k}": v for k, v in design.items()})
    return kind_of(shoot.design).build(shoot.design, shoot.brief)


@pytest.mark.parametrize(("length", "excess"), [(1.0, 0.001), (1.2, 0.003), (2.0, 0.005)])
def test_the_bow_is_that_of_an_arc_a_little_longer_than_its_chord(length, excess):
    # the circular arc of that length over the chord: s = 2Rα, c = 2R sin α, h = R(1 − cos α)
    angle = brentq(lambda a: a / math.sin(a) - (length + excess) / length, 1e-6, 1.0)
    radius = length / (2.0 * math.sin(angle))
    assert bow(length, excess) == pytest.approx(radius * (1.0 - math.cos(angle)), rel=0.02)
    assert bow(length, 0.0) == bow(length, -0.01) == 0.0
    # many times the excess
    assert bow(length, excess) > 10 * excess


def test_cuts_add_up_in_the_dimensions_they_belong_to():
    plan = frame(structure="pipe", material="pvc_one_inch")
    found = {s.run: s for s in stacks(plan)}
    random = np.random.default_rng(3)
    for run in plan.runs:
        stack = found[run.name]
        assert stack.worst == pytest.approx(CUT_SPREAD * len(stack.pieces))
        errors = []
        for _ in range(400):
            off = {p.label: p.cut + float(random.choice([-1, 1])) * CUT_SPREAD for p in plan.pieces}
            moved = [type(p)(label=p.label, name=p.name, cut=off[p.label], reason=p.reason) for p in plan.pieces]
            errors.append(run.assembled(moved) - run.assembled(plan.pieces))
        assert max(abs(e) for e in errors) <= stack.worst + 1e-12
        assert float(np.std(errors)) == pytest.approx(stack.likely, rel=0.2)
    assert stacks(plan)[0].worst == max(s.worst for s in stacks(plan))


def test_the_long_one_of_two_is_found_with_its_bow():
    plan = frame(structure="pipe", material="pvc_one_inch")
    pair = next(g for g in twins(plan) if g[0].name == "rail")
    first, second = pair[:2]
    (found,) = measured_back(plan, {first.label: first.cut, second.label: second.cut + 0.004}, symptom="bowed")
    assert found.label == second.label
    assert found.off == pytest.approx(0.004)
    assert f"bows {bow(second.cut, 0.004) * 1000:.0f} mm" in found.text
    assert "Cut 4" in found.text


def test_a_short_one_spoils_its_twin_and_both_short_make_a_smaller_frame():
    plan = frame(structure="timber", material="softwood_18_44")
    pair = next(g for g in twins(plan) if g[0].name == "rail")
    a, b = pair[:2]
    found = measured_back(plan, {a.label: a.cut - 0.006, b.label: b.cut})
    assert found[0].label in (a.label, b.label)
    assert any("lost" in f.text or "Cut 6" in f.text for f in found)
    both = measured_back(plan, {a.label: a.cut - 0.006, b.label: b.cut - 0.006})
    assert {f.label for f in both} == {a.label, b.label}
    assert all("instead of" in f.text for f in both)


@pytest.mark.parametrize("symptom", ["bowed", "twisted", "out of square", "gaps"])
def test_right_pieces_leave_the_joints_to_blame(symptom):
    plan = frame(structure="pipe", material="pvc_one_inch")
    found = measured_back(plan, {p.label: p.cut for p in plan.pieces}, symptom=symptom)
    assert len(found) == 1
    assert found[0].label == ""
    assert measured_back(plan, {p.label: p.cut + 0.0002 for p in plan.pieces}) == ()
    assert measured_back(plan, {"Z9": 1.0}) == ()


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_kind_answers_for_its_pieces(kind):
    shoot = make_shoot(brief__room__width=5.0, brief__room__depth=6.0, brief__room__height=2.8)
    plan = kinds()[kind].build(kinds()[kind].start(shoot.brief), shoot.brief)
    for group in twins(plan):
        long_one = group[-1]
        found = measured_back(plan, {long_one.label: long_one.cut + 0.005})
        assert [f.label for f in found] == [long_one.label]


@pytest.mark.parametrize("symptom", ["bowed", "none"])
def test_both_rails_too_long_by_as_much_are_both_named(symptom):
    plan = frame()
    rails = [piece for piece in plan.pieces if piece.name == "rail"]
    measured = {piece.label: piece.cut + 0.070 for piece in rails}
    (found,) = measured_back(plan, measured, symptom=symptom)
    assert found.off == pytest.approx(0.070)
    assert found.label == ", ".join(piece.label for piece in rails)
    assert "both 70 mm too long" in found.text
    assert "Cut 70 mm off both" in found.text
    assert ("bow" in found.text) == (symptom == "bowed")


def test_one_of_them_longer_still_is_told_besides():
    plan = frame()
    first, second = [piece for piece in plan.pieces if piece.name == "rail"]
    both, one = measured_back(plan, {first.label: first.cut + 0.030, second.label: second.cut + 0.020})
    assert (both.off, one.off) == (pytest.approx(0.020), pytest.approx(0.010))
    assert one.label == first.label
