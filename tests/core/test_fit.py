"""Fits on simulated sets: the hidden truth is found, the error is honest, and what cannot be told is refused."""

import math

import numpy as np
import pytest
from scipy.special import ndtri
from scipy.stats import binom

from factories import make_shoot
from said import in_words
from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.calibration.fit import OFTEN, PLACED, PRIOR, READ, fit
from wenlo.core.calibration.model import BARE, KEY, bounds_of, predictor, suspects, wall_values
from wenlo.core.calibration.next_reading import next_reading
from wenlo.core.errors import Impossible

MARKS = [
    MeterMark(name="far cheek", x=0.09, y=0.05, z=1.25, facing="right"),
    MeterMark(name="bench", x=-0.4, y=0.3, z=0.9, facing="up"),
    MeterMark(name="behind", x=0.3, y=0.9, z=1.3, facing="down"),
    MeterMark(name="beside", x=-0.8, y=-0.4, z=1.4, facing="key"),
]
NAMES = [KEY, *(m.name for m in MARKS)]


@pytest.fixture(scope="module")
def model():
    shoot = make_shoot()
    return shoot, predictor(shoot.brief, shoot.design, MARKS, NAMES)


def explained(shoot, readings, predict):
    return fit(readings, predict, suspects(shoot.brief, shoot.design), bounds_of(shoot.brief, shoot.design))


# a set of straight lines: what a fit says of it follows from the formula of a Gaussian alone

SLOPES = {"sheet transmittance": np.array([1.0, 1.0, 0.6]), "lamp output": np.array([1.0, 0.4, 0.1])}


def straight(moved):
    return 100.0 * 2.0 ** sum((moved.get(name, 0.0) * slope for name, slope in SLOPES.items()), np.zeros(3))


def test_one_unknown_is_known_as_well_as_its_readings_and_its_prior_say():
    # three readings of slope 1 each, by hand: the precisions add up
    plain = lambda moved: np.full(3, 100.0 * 2.0 ** moved.get("lamp output", 0.0))  # noqa: E731
    (found,) = fit([200.0 * 2.0**x for x in (0.0, 0.03, -0.03)], plain, ["lamp output"]).known
    noise = math.hypot(READ, PLACED)
    precision = 3.0 / noise**2 + 1.0 / PRIOR["lamp output"] ** 2
    centre = 3.0 / noise**2 / precision
    assert found.chance > 0.999
    assert found.stops == pytest.approx(centre, abs=0.02)
    assert (found.high - found.low) / 2 == pytest.approx(1.96 / math.sqrt(precision), rel=0.15)


def test_nothing_read_leaves_every_unknown_as_it_was():
    # readings that no unknown moves say nothing: chances and widths are the priors
    blind = lambda moved: np.full(2, 100.0)  # noqa: E731
    for found in fit([100.0, 100.0], blind, ["lamp output", "wall reflectance"]).known:
        assert found.chance == pytest.approx(OFTEN[found.unknown], abs=1e-6)
        # 2.5 % of all lie over: that share of those that are off
        share = 1.0 - 0.025 / OFTEN[found.unknown]
        assert found.high == pytest.approx(PRIOR[found.unknown] * ndtri(share), abs=0.002)
        assert found.low == pytest.approx(-found.high, abs=0.002)


def test_a_bad_reading_is_doubted_left_out_and_said():
    readings = straight({"sheet transmittance": -0.5}) * np.array([1.0, 1.0, 2.0**1.6])
    readings = np.append(readings, readings[:2])
    five = lambda moved: np.append(straight(moved), straight(moved)[:2])  # noqa: E731
    found = fit(readings, five, list(SLOPES))
    assert found.doubted == 2
    said = [in_words(one, room="evidence") for one in found.says(["key", "cheek", "bench", "a", "b"])]
    assert said[-1].startswith("Doubt the reading at bench: it is 1.")
    known = {one.unknown: one for one in found.known}
    assert known["sheet transmittance"].low <= -0.5 <= known["sheet transmittance"].high


def test_what_no_reading_sees_is_no_part_of_an_explanation():
    # paint that moves the light by a hundredth of a stop at most, beside a lamp that moves it all
    plain = lambda moved: np.full(3, 100.0 * 2.0 ** (moved.get("lamp output", 0.0) + 0.01 * sum(moved.values())))  # noqa: E731
    found = fit([140.0, 141.0, 139.0], plain, ["lamp output", "wall reflectance"])
    assert [one.unknown for one in found.found] == ["lamp output"]
    assert found.rivals == ()
    assert all("wall reflectance" not in one.moved for one in found.explanations)
    # how far the paint may be off is told as it was before
    paint = next(one for one in found.known if one.unknown == "wall reflectance")
    assert paint.high > PRIOR["wall reflectance"]


def test_what_looks_alike_is_named_and_not_offered_to_be_kept():
    alike = lambda moved: np.full(3, 100.0 * 2.0 ** sum(moved.values()))  # noqa: E731
    found = fit([140.0, 141.0, 139.0], alike, ["sheet transmittance", "lamp output"])
    assert found.rivals
    assert found.kept == ()
    assert "cannot be told apart" in in_words(found.says(["a", "b", "c"])[1], room="evidence")
    # each alone explains it; how far either goes is open down to nothing
    for one in found.known:
        assert one.low <= 0.0 < one.high


def test_stated_intervals_hold_in_straight_sets_that_are_drawn_at_random():
    random = np.random.default_rng(3)
    missed = count = 0
    for _ in range(150):
        truth = {
            name: float(random.normal(0.0, PRIOR[name])) if random.uniform() < OFTEN[name] else 0.0 for name in SLOPES
        }
        readings = straight(truth) * 2.0 ** random.normal(0.0, math.hypot(READ, PLACED), 3)
        try:
            found = fit(readings, straight, list(SLOPES))
        except Impossible:
            continue
        for one in found.known:
            count += 1
            missed += not one.low - 1e-9 <= truth[one.unknown] <= one.high + 1e-9
    assert count > 250
    assert missed <= binom.ppf(0.99, count, 0.05)


def test_the_next_reading_is_where_rivals_differ_most():
    # two unknowns that look alike where it was read, and differ by a known amount at one of three other places
    alike = lambda moved: np.full(2, 100.0 * 2.0 ** sum(moved.values()))  # noqa: E731
    found = fit([141.4, 141.4], alike, ["sheet transmittance", "lamp output"])

    def there(moved):
        sheet, lamp = moved.get("sheet transmittance", 0.0), moved.get("lamp output", 0.0)
        return 100.0 * 2.0 ** np.array([sheet + lamp, lamp, 0.5 * sheet + lamp])

    following = next_reading(found, there, ["cheek", BARE, "bench"])
    assert following.meter == BARE
    # by the sheet alone the bare lamp reads as assumed, by the lamp alone half a stop more, shrunk by its prior
    assert len(following.outcomes) >= 2
    assert following.outcomes[-1].lux == pytest.approx(100.0, rel=0.02)
    assert 115.0 < following.outcomes[0].lux < 142.0
    said = in_words(following.says(BARE), room="evidence")
    assert said == "Read next at the face, with the sheet taken away."
    assert in_words(following.would_mean()[-1], room="evidence") == "If it reads 100 lx: the sheet."
    # where all read alike nothing is proposed
    assert next_reading(found, lambda moved: alike(moved)[:1], ["cheek"]) is None


# sets that are solved


def test_one_reading_without_the_sheet_tells_it_from_the_lamp(model):
    shoot, _ = model
    names = [KEY, "bench", "beside"]
    without, with_it = (
        explained(shoot, read({"sheet transmittance": -0.45}), read)
        for read in (predictor(shoot.brief, shoot.design, MARKS, some) for some in (names, [*names, BARE]))
    )
    assert without.kept == ()
    assert {"sheet transmittance", "lamp output"} <= set(without.rivals)
    (kept,) = with_it.kept
    assert kept.unknown == "sheet transmittance"
    assert kept.low <= -0.45 <= kept.high
    assert kept.stops == pytest.approx(-0.45, abs=0.12)
    lamp = next(one for one in with_it.known if one.unknown == "lamp output")
    assert lamp.high - lamp.low < 0.6 * next(
        one.high - one.low for one in without.known if one.unknown == "lamp output"
    )


def test_nothing_impossible_is_concluded(model):
    shoot, predict = model
    bounds = bounds_of(shoot.brief, shoot.design)
    # paint that would have to send back more than falls on it
    readings = predict({"wall reflectance": bounds["wall reflectance"][1]}) * np.array([1.0, 1.3, 1.3, 1.3, 1.3])
    found = explained(shoot, readings, predict)
    for one in found.known:
        low, high = bounds[one.unknown]
        assert low <= one.low <= one.high <= high + 1e-9
    paint = next(one for one in found.known if one.unknown == "wall reflectance")
    for part in ("walls", "ceiling"):
        assert (
            max(wall_values(getattr(shoot.brief.room, part), paint.high)[c] for c in ("red", "green", "blue")) <= 0.95
        )


def test_daylight_that_nobody_thought_of_is_told_from_the_paint(model):
    shoot, predict = model
    readings = predict({"daylight": 0.08})
    found = explained(shoot, readings, predict)
    told = {one.unknown: one for one in found.known}
    assert told["daylight"].low <= 0.08 <= told["daylight"].high
    assert {one.unknown for one in found.found} | set(found.rivals) >= {"daylight"}


def test_in_nine_of_ten_simulated_sets_the_worst_miss_falls_below_a_third_of_a_stop(model):
    shoot, predict = model
    unknowns = suspects(shoot.brief, shoot.design)
    assert set(unknowns) == {"sheet transmittance", "lamp output", "lamp distance", "wall reflectance", "daylight"}
    random = np.random.default_rng(7)
    good = honest = 0
    for draw in range(20):
        name = unknowns[draw % 4]
        size = {"lamp distance": 0.3}.get(name, 0.7)
        truth = {name: float(random.choice([-1, 1]) * random.uniform(0.5, 1.0) * size)}
        readings = predict(truth) * 2.0 ** random.normal(0.0, READ / 2, len(NAMES))
        count = int(random.integers(3, 6))
        chosen = sorted(random.choice(len(NAMES), count, replace=False))
        part = predictor(shoot.brief, shoot.design, MARKS, [NAMES[k] for k in chosen])
        try:
            found = explained(shoot, readings[chosen], part)
        except Impossible:
            continue
        moved = {f.unknown: f.stops for f in found.found}
        # what it predicts at every meter, also those that were not read
        worst = float(np.abs(np.log2(readings / predict(moved))).max())
        good += worst < 1 / 3
        told = {f.unknown: f for f in found.known}
        honest += told[name].low <= truth[name] <= told[name].high
    assert good >= 18
    assert honest >= 18


def test_readings_that_agree_change_nothing(model):
    shoot, predict = model
    found = explained(shoot, predict({}) * 2.0**0.02, predict)
    assert found.found == ()
    assert "agree with the prediction" in in_words(found.says(NAMES)[0], room="evidence")


def test_lamp_and_sheet_look_alike_and_what_tells_them_apart_is_said(model):
    shoot, predict = model
    found = explained(shoot, predict({"lamp output": -0.6}), predict)
    named = {f.unknown for f in found.found} | set(found.rivals)
    assert "lamp output" in named
    assert found.rivals
    assert found.kept == ()
    assert "cannot be told apart" in in_words(found.says(NAMES)[1], room="evidence")


def test_what_no_unknown_explains_is_refused(model):
    shoot, predict = model
    readings = predict({})
    readings[1] /= 16
    readings[3] *= 9
    with pytest.raises(Impossible, match="a lamp that is off, a meter in shade"):
        explained(shoot, readings, predict)


def test_one_reading_is_not_enough_and_a_meter_must_stand_in_the_set(model):
    shoot, predict = model
    with pytest.raises(Impossible, match="at least two places"):
        fit([100.0], predict, suspects(shoot.brief, shoot.design))
    with pytest.raises(Impossible, match="No meter called"):
        predictor(shoot.brief, shoot.design, MARKS, ["attic"])
