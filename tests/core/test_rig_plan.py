"""The rig of whole sets: every kind can be rigged, checks say what they mean, cures cure."""

import itertools
import math
import re

import numpy as np
import pytest

from factories import make_shoot
from said import told
from wenlo.core.brief.brief import OtherLight
from wenlo.core.brief.set_objects import Block
from wenlo.core.catalog.items import SupportValues
from wenlo.core.document.rigging import HoldChoice, Rigging, WetPlace
from wenlo.core.document.shoot import LampState, Look
from wenlo.core.instructions.order import left_over
from wenlo.core.inventory.stocked import Stocked
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging import fastenings
from wenlo.core.rigging.heat import lamp_through_lens, radiant
from wenlo.core.rigging.homemade import home_made
from wenlo.core.rigging.layout import aim_angles, floor_mark, references, trilaterated
from wenlo.core.rigging.looklist import look_list
from wenlo.core.rigging.plan import rig_plan
from wenlo.core.rigging.supports import proposed, strongest_that_reaches, supports
from wenlo.core.rigging.thermal_state import DIRECTIONS, closure, directions, distances, housing_of, silhouette


def rigged(kind="diffusion_frame", *, rig=None, brief=None, **changes):
    shoot = make_shoot(brief__room__height=2.8)
    this = kinds()[kind]
    base = brief or shoot.brief
    design = shoot.design if kind == "diffusion_frame" else this.start(base)
    if this.daylight is not None:
        base = this.daylight(design, base)
        design = this.start(base)
    shoot = shoot.model_copy(
        update={"brief": base, "design": design.model_copy(update=changes), "rig": rig or Rigging()}
    )
    return shoot, rig_plan(shoot)


def of(plan, name, about=""):
    return [c for c in plan.checks if told(c.says) == name and about in told(c.about.says)]


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_kind_can_be_rigged_and_no_word_calls_it_safe(kind):
    shoot, plan = rigged(kind)
    assert plan.checks or kind == "open_shade"
    words = " ".join(
        f"{told(c.says)} {told(c.says, 'figure')} {told(c.says, 'limit')} {told(c.says, 'source')}"
        f" {told(c.cure.says) if c.cure else ''}"
        for c in plan.checks
    )
    assert " safe " not in f" {words} ".replace("safety", "")
    for check in plan.checks:
        for part in (None, "figure", "limit", "source"):
            for units in ("metric", "imperial"):
                line = told(check.says, part, units=units)
                assert line, (check.code, part)
                assert not re.search(r"[{}]|None|nan|inf\b|  |\.\.| [.,;:]|_n\b", line), line
        assert check.state in ("within", "outside", "needs an answer")
        if check.state == "outside":
            assert check.cure is not None
            assert told(check.cure.says)
    assert {m.name for m in plan.marks} >= {"subject's mark", "camera"}
    assert all(math.isfinite(m.first) and math.isfinite(m.second) for m in plan.marks)
    # everything that is held is on the lay-out
    assert {h.held.name for h in plan.holdings} <= {m.name for m in plan.marks}
    # a knock of 20 N would be a light touch
    assert shoot.rig.bump == 50.0


def test_the_ballast_that_is_prescribed_is_enough():
    _, plan = rigged()
    (check,) = of(plan, "Ballast", "key lamp")
    assert check.state == "needs an answer"
    assert check.code == "hold.ballast"
    holds = {check.cure.hold: HoldChoice(**check.cure.changes)}
    _, again = rigged(rig=Rigging(holds=holds))
    (done,) = of(again, "Ballast", "key lamp")
    assert done.state == "within"
    assert done.factor >= 1.5
    _, light = rigged(rig=Rigging(holds={"key/lamp": HoldChoice(ballast=0.5)}))
    (less,) = of(light, "Ballast", "key lamp")
    assert less.state == "outside"


def test_more_wind_never_needs_less_ballast():
    needs = []
    for beaufort in range(8):
        _, plan = rigged(rig=Rigging(weather="outdoors", beaufort=beaufort))
        needs.append([h.ballast_needed for h in plan.holdings])
    for calm, windy in itertools.pairwise(needs):
        assert all(b >= a - 1e-9 for a, b in zip(calm, windy, strict=True))
    _, indoors = rigged()
    assert indoors.wind == 0.0
    assert all(a <= b + 1e-9 for a, b in zip([h.ballast_needed for h in indoors.holdings], needs[0], strict=True))


def test_a_boom_that_is_too_weak_is_cured_by_a_smaller_or_lighter_canvas():
    shoot, plan = rigged("overhead_bounce")
    (payload,) = of(plan, "Payload", "boom")
    assert payload.state == "outside"
    assert "canvas" in told(payload.cure.says)
    changed = {path.removeprefix("design."): value for path, value in payload.cure.changes.items()}
    cured = shoot.model_copy(update={"design": shoot.design.model_copy(update=changed)})
    (done,) = of(rig_plan(cured), "Payload", "boom")
    assert done.state == "within"


def test_the_counterweight_balances_the_boom():
    _, plan = rigged("overhead_bounce", width=0.8, length=0.8)
    (holding,) = [h for h in plan.holdings if h.held.by == "boom"]
    left = holding.held.mass * holding.reach + holding.support.mass * (holding.reach - holding.back) / 2
    assert holding.counterweight_needed * holding.back == pytest.approx(left)
    name = holding.held.id
    for given, state in ((round(holding.counterweight_needed, 1), "within"), (0.5, "outside")):
        _, again = rigged(
            "overhead_bounce", rig=Rigging(holds={name: HoldChoice(counterweight=given)}), width=0.8, length=0.8
        )
        (check,) = of(again, "Counterweight")
        assert check.state == state
    # out of balance it needs more ballast
    ballast = {}
    for given in (holding.counterweight_needed, 0.0):
        _, again = rigged(
            "overhead_bounce", rig=Rigging(holds={name: HoldChoice(counterweight=given)}), width=0.8, length=0.8
        )
        ballast[given] = next(h.ballast_needed for h in again.holdings if h.held.by == "boom")
    assert ballast[0.0] > ballast[holding.counterweight_needed]


def test_what_hangs_has_a_safety_line_or_is_outside():
    for said, state in ((False, "outside"), (True, "within"), (None, "needs an answer")):
        _, plan = rigged("hanging_softbox", rig=Rigging(safety_line=said))
        lines = of(plan, "Safety line")
        assert len(lines) == 4
        assert {c.state for c in lines} == {state}
        # fixings in structure are looked at by somebody else
        assert all(c.state == "needs an answer" for c in of(plan, "Line and fixing"))


def test_a_lens_housing_that_is_too_hot_is_opened():
    brief = make_shoot(brief__lamp__id="flood_500").brief
    shoot, plan = rigged("focusing_spot", brief=brief)
    (lens,) = of(plan, "Temperature of the acrylic lens")
    assert lens.state == "outside"
    openings = lens.cure.changes["rig.openings"]
    _, again = rigged("focusing_spot", brief=brief, rig=shoot.rig.model_copy(update={"openings": openings}))
    (done,) = of(again, "Temperature of the acrylic lens")
    assert done.state == "within"
    _, fanned = rigged("focusing_spot", brief=brief, rig=Rigging(fan=400.0))
    assert of(fanned, "Temperature of the acrylic lens")[0].state == "within"
    assert of(plan, "The lens in the sun")[0].state == "needs an answer"


def test_nothing_fed_from_the_mains_over_a_basin():
    shoot = make_shoot()
    basin = WetPlace(name="wash basin", x=0.0, y=1.0, width=0.8, depth=0.6)
    lamp = OtherLight(name="basin lamp", id="bulb_15", x=0.1, y=1.1, z=2.0)
    brief = shoot.brief.model_copy(update={"others": [lamp]})
    _, plan = rigged(brief=brief, rig=Rigging(wet=[basin]))
    (over,) = of(plan, "Distance to the wash basin", "basin lamp")
    assert over.state == "outside"
    assert told(over.says, "figure") == "over it"
    assert "bounce" in told(over.cure.says)
    # an inverter gives mains voltage, whatever its battery; a flash with its own may stand there
    _, battery = rigged(brief=brief, rig=Rigging(wet=[basin], battery=500.0))
    assert of(battery, "Distance to the wash basin", "basin lamp")[0].state == "outside"
    flash = brief.model_copy(update={"others": [lamp.model_copy(update={"id": "flash_hotshoe"})]})
    _, alone = rigged(brief=flash, rig=Rigging(wet=[basin]))
    assert not of(alone, "Distance to the wash basin", "basin lamp")


def test_loads_circuits_and_devices():
    brief = make_shoot(brief__lamp__id="flood_500").brief
    lamps = [OtherLight(name=f"flood {k}", id="flood_500", x=-1.0, y=0.3 * k, z=1.5) for k in range(5)]
    heavy = brief.model_copy(update={"others": lamps})
    _, plan = rigged(brief=heavy)
    (load,) = of(plan, "Load")
    assert load.state == "outside"
    # six floods of 500 W glow: 3000 W at 230 V
    assert load.value == pytest.approx(3000 / 230)
    assert (load.bound, load.unit, load.relation) == (pytest.approx(12.8), "A", "most")
    assert load.cure.changes == {"rig.circuits": 2}
    _, two = rigged(brief=heavy, rig=Rigging(circuits=2))
    assert [c.state for c in of(two, "Load")] == ["within", "within"]
    _, coiled = rigged(brief=heavy, rig=Rigging(circuits=2, coiled=True))
    assert {c.state for c in of(coiled, "Cable")} == {"outside"}
    for said, state in ((False, "outside"), (True, "within"), (None, "needs an answer")):
        _, bare = rigged(rig=Rigging(residual_device=said))
        assert of(bare, "Residual-current protection")[0].state == state
    _, small = rigged(brief=heavy, rig=Rigging(battery=500.0, minutes_on=60.0))
    assert of(small, "Run time")[0].state == "outside"
    # half the voltage, twice the current
    _, low = rigged(brief=heavy, rig=Rigging(voltage=115.0, circuits=2))
    assert low.circuits[0].amperes == pytest.approx(2 * two.circuits[0].amperes)


def test_two_tapes_lead_back_to_every_mark():
    for kind in ("diffusion_frame", "overhead_bounce", "light_tent"):
        shoot, plan = rigged(kind)
        first, second = references(shoot.brief)
        for mark in plan.marks:
            x, y = trilaterated(
                first, second, mark.first, mark.second, side=-1.0 if mark.side == "toward the camera" else 1.0
            )
            assert (x, y) == pytest.approx((mark.x, mark.y), abs=1e-6)
    with pytest.raises(ValueError, match="do not meet"):
        trilaterated(first, second, 0.1, 0.1)
    assert floor_mark(shoot.brief, "peg", first.x, first.y).first == 0.0
    assert aim_angles(np.array([0.0, 0.0, 2.0]), np.array([0.0, 0.0, 1.0])) == (90.0, 0.0)


def test_supports_are_proposed_that_carry_and_reach():
    every = supports()
    stand = proposed(every, "stand", height=1.6, load=1.4)
    assert stand is not None
    assert stand.carries(1.6) >= 1.25 * 1.4
    assert stand.lowest <= 1.65
    assert stand.highest >= 1.6
    assert proposed(every, "stand", height=1.6, load=400.0) is None
    assert strongest_that_reaches(every, "stand", height=3.2).highest >= 3.2
    high, low = stand.carries(stand.highest), stand.carries(stand.lowest)
    assert high < low


@pytest.mark.parametrize("height", [0.8, 1.8, 2.4])
@pytest.mark.parametrize("span", [0.8, 2.4, 3.6])
def test_home_made_supports_have_parts_steps_and_ballast(height, span):
    found = {m.id: m for m in home_made(height=height, span=span)}
    names = {"post", "spreader", "lamp_bar", "trestle", "low_table", "tie_lines", "holder", "holder_below"}
    assert set(found) == names
    for made in found.values():
        assert left_over(made.plan) == ()
        assert made.plan.steps
        assert made.payload >= 0.0
        assert made.mass > 0.0
        assert made.caution
        for run in made.plan.runs:
            assert abs(run.assembled(made.plan.pieces) - run.wanted) < 1e-4
    assert found["post"].ballast > 0.0


def test_closure_and_silhouette_of_simple_things():
    assert directions().shape == (DIRECTIONS, 3)
    assert np.abs(directions().mean(axis=0)).max() < 0.01
    corners = np.array([[[-1.0, -1.0, 1.0], [1.0, -1.0, 1.0], [0.0, 1.0, 1.0]]])
    away = distances(np.zeros(3), np.array([[0.0, 0.0, 1.0], [0.0, 0.0, -1.0], [0.0, 0.9, 1.0]]), corners)
    assert away[0] == pytest.approx(1.0)
    assert not np.isfinite(away[1])
    shoot = make_shoot()
    kind = kinds()["diffusion_frame"]
    flat = kind.arrange(shoot.design, shoot.brief, None)
    area, height = silhouette(flat)
    assert area == pytest.approx(shoot.design.width * shoot.design.height, rel=0.05)
    assert height == pytest.approx(shoot.design.centre_height, abs=0.05)
    assert closure(flat) < 0.3
    box = kinds()["hanging_softbox"]
    design = box.start(shoot.brief)
    plan = box.build(design, shoot.brief)
    assert closure(box.arrange(design, shoot.brief, None)) > 0.95
    house = housing_of(design, box.arrange(design, shoot.brief, None), plan, name="box")
    assert house.volume == pytest.approx(design.width * design.length * design.depth, rel=0.05)
    # darker inside keeps more heat
    dark = design.model_copy(update={"lining": "unbleached_muslin_over_board"})
    darker = housing_of(dark, box.arrange(dark, shoot.brief, None), box.build(dark, shoot.brief), name="box")
    assert darker.kept > house.kept
    assert house.kept_black > darker.kept


def test_black_inside_is_warmer_and_bolts_are_measured():
    _, plan = rigged("ring_softbox")
    (warm,) = plan.housings
    assert warm.black_inside > 0.0
    _, framed = rigged(structure="timber", material="softwood_18_44")
    (bolts,) = of(framed, "Bolts of the feet")
    # 80 mm through 18 mm of the foot, 44 mm of the upright, two washers of 1.5 mm and a nut of 8 mm: 7 mm stand out
    assert bolts.state == "within"
    assert "7 mm" in told(bolts.says, "figure")


@pytest.mark.parametrize("kind", ["stand", "boom", "clamp", "trestle", "spreader"])
@pytest.mark.parametrize("least", ["foot_radius", "mass", "payload", "reach", "highest"])
def test_own_supports_with_odd_values_are_judged_not_stumbled_over(kind, least):
    values = {
        "kind": kind,
        "lowest": 0.0,
        "highest": 2.4,
        "reach": 2.0,
        "foot_radius": 0.5,
        "payload": 20.0,
        "mass": 3.0,
    }
    item = Stocked(
        id="7a",
        version=1,
        category="support",
        name="odd one",
        count=3.0,
        measured=True,
        starter=None,
        values=SupportValues(**{**values, least: 0.0}),
    )
    shoot = make_shoot()
    things = [h.held.id for h in rig_plan(shoot).holdings]
    holds = {name: HoldChoice(support="own_7a") for name in things}
    shoot = shoot.model_copy(update={"rig": Rigging(bump=50.0, holds=holds)})
    plan = rig_plan(shoot, shelf=[item])
    assert plan.checks
    assert all(math.isfinite(n.count) for n in plan.needed)
    if (kind, least) == ("stand", "foot_radius"):
        ballast = [c for c in plan.checks if told(c.says) == "Ballast"]
        assert any(c.state == "outside" and "wider foot" in told(c.cure.says) for c in ballast)


def test_looks_are_read_out_with_every_dial():
    fill = OtherLight(name="fill", id="bulb_15", power=0.5)
    shoot = make_shoot()
    shoot = shoot.model_copy(
        update={"brief": shoot.brief.model_copy(update={"others": [fill], "pieces": [Block(name="bench")]})}
    )
    other = kinds()["bounce_card"].start(shoot.brief)
    evening = Look(
        name="evening",
        lamp=LampState(power=0.25),
        others={"light-1": LampState(on=False)},
        hidden=["thing-1"],
        design=other,
    )
    plain = Look(name="as it stands", design=shoot.design)
    lines = look_list(shoot.model_copy(update={"looks": [plain, evening]}))
    assert [line.number for line in lines] == [1, 2]
    assert lines[0].words == "key 100 %; fill 50 %"
    assert lines[1].words.startswith("key 25 %; fill off; before the key: ")
    assert lines[1].words.endswith("; carried out: bench")


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_fasteners_share_the_weight_that_is_there(kind):
    _, plan = rigged(kind)
    for name in ("Screw eyes", "Screws of a corner", "Clamps"):
        for check in of(plan, name):
            share = float(told(check.says, "figure").split(" ")[0])
            assert 0.0 <= share < 2000.0
            assert check.state == "outside" or share <= float(told(check.says, "limit").split(" ")[0]) + 0.5


def test_a_lens_gathers_no_more_than_its_lamp_sends_and_says_where():
    _, near = rigged("focusing_spot")
    (check,) = of(near, "The lamp in the lens")
    assert "before the lens" in told(check.says, "figure")
    lamp = make_shoot().brief.lamp.type
    away, strength = lamp_through_lens(lamp, lens=0.09, focal_length=0.2, distance=0.4)
    assert away == pytest.approx(0.4)
    # at twice the focal length the image is as large as the lamp: no stronger than its face, less what misses the lens
    face = math.pi * lamp.size[0] * lamp.size[1] / 4.0
    assert strength == pytest.approx(radiant(lamp) / face * math.sin(math.atan2(0.045, 0.4)) ** 2)
    assert lamp_through_lens(lamp, lens=0.09, focal_length=0.2, distance=0.15) == (math.inf, 0.0)


def test_a_bag_is_not_shared_by_two_feet():
    _, plan = rigged()
    asked = [h.ballast_asked for h in plan.holdings if h.ballast_asked > 0.0]
    assert len(asked) >= 2
    (bags,) = [n.count for n in plan.needed if "ballast bag" in n.name]
    assert bags == sum(math.ceil(kilos / 5.0) for kilos in asked)
    for holding in plan.holdings:
        assert 0.0 <= holding.ballast_asked - holding.ballast_needed < 0.5
        assert (2.0 * holding.ballast_asked).is_integer()


def test_a_boom_that_its_own_arm_balances_asks_for_no_counterweight():
    _, plan = rigged("acrylic_table")
    (check,) = of(plan, "Counterweight", "key lamp")
    assert check.state == "within"
    assert told(check.says, "limit") == "none: the boom's own weight balances it"
    # one that is heavier than the arm is still asked for
    _, bounce = rigged("overhead_bounce")
    (asked,) = of(bounce, "Counterweight")
    assert asked.state == "needs an answer"
    assert told(asked.says, "limit").endswith("kg, give or take a tenth")


def test_screws_of_brackets_name_the_rule_for_a_thin_plate_and_screws_of_corners_that_for_wood():
    for mode, of, rule in (("9a", "brackets", "EN 1995-1-1 (8.9a)"), ("f", "corner", "EN 1995-1-1 (8.6 f)")):
        says = fastenings.SAYS("hold-screws", of=of, share=20.0, count=4, most=60.0, mode=mode)
        assert told(says, "source") == rule
