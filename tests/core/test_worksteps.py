"""Steps: every part once, nothing before what it needs, waiting used, tools as owned."""

import itertools
import math
import re

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.bars import bar_types
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.typical import coverings
from wenlo.core.errors import WenloError
from wenlo.core.fabrication.cloth import SEAM, from_roll, seam_of
from wenlo.core.fabrication.parts import STAGES, BuildPlan, Fitting, Step
from wenlo.core.facts import Fact
from wenlo.core.instructions.order import Job, assigned, left_over, scheduled
from wenlo.core.instructions.plan_build import for_the_tools, plan_build
from wenlo.core.instructions.worksteps import FITTINGS
from wenlo.core.modifiers.registry import kinds
from wenlo.messages.steps import step_words

KINDS = sorted(kinds())
SAYS = Fact(code="steps_look-at-it-lit", args={})


def designs(kind, brief, count=12):
    """The kind as it starts, and with its numbers and choices drawn at random within their limits."""
    random = np.random.default_rng(5)
    base = kinds()[kind].start(brief)
    yield base
    schema = type(base).model_json_schema()["properties"]
    for _ in range(count):
        changes = {}
        for name, row in schema.items():
            if "enum" in row and name != "kind":
                changes[name] = str(random.choice(row["enum"]))
            elif row.get("type") == "boolean":
                changes[name] = bool(random.integers(2))
            elif row.get("type") in ("number", "integer") and "minimum" in row and random.uniform() < 0.5:
                now = getattr(base, name)
                value = float(np.clip(now * random.uniform(0.6, 1.6), row["minimum"], row["maximum"]))
                changes[name] = round(value) if row["type"] == "integer" else round(value, 3)
        try:
            yield type(base).model_validate({**base.model_dump(), **changes})
        except ValueError:
            continue


def plans(kind):
    brief = make_shoot().brief
    for design in designs(kind, brief):
        try:
            yield kinds()[kind].build(design, brief)
        except WenloError:
            continue


@pytest.mark.parametrize("kind", KINDS)
def test_every_part_is_used_once_and_only_once_over_the_range_of_every_kind(kind):
    found = list(plans(kind))
    assert found
    for plan in found:
        assert left_over(plan) == ()
        labels = [label for parts, _ in assigned(plan) for label in parts]
        assert sorted(labels) == sorted([p.label for p in plan.pieces] + [c.label for c in plan.cloth])
        for fitting in plan.fittings:
            given_out = sum(f.count for _, used in assigned(plan) for f in used if f.id == fitting.id)
            assert given_out == pytest.approx(fitting.count)


@pytest.mark.parametrize("kind", KINDS)
def test_what_is_put_together_measures_what_was_designed(kind):
    for plan in plans(kind):
        for run in plan.runs:
            assert abs(run.assembled(plan.pieces) - run.wanted) <= 1e-4, run.name


@pytest.mark.parametrize("kind", KINDS)
def test_screws_that_are_bought_are_the_holes_that_are_drilled(kind):
    for plan in plans(kind):
        for fastener in ("wood_screw", "lap_screw", "pocket_screw", "upright_bolt", "screw_eye", "splint_screw"):
            bought = sum(f.count for f in plan.fittings if f.id == fastener)
            holes = [h for h in plan.holes if h.fastener == fastener]
            if not holes:
                continue
            # a through hole and its pilot take the same screw
            counted = sum(h.count for h in holes if h.name != "clearance")
            assert counted == bought, fastener
        for hole in plan.holes:
            assert hole.diameter > 0.0
            assert hole.edge >= 1.5 * hole.diameter - 1e-9 or hole.name in {"bolt", "pocket"}
            if hole.longest is not None and hole.depth is not None:
                assert hole.depth <= hole.longest + 1e-9


@pytest.mark.parametrize("kind", KINDS)
def test_nothing_is_begun_before_what_it_needs_is_done_and_dry(kind):
    for plan in itertools.islice(plans(kind), 4):
        making = plan_build(plan, Workshop())
        jobs = making.schedule.jobs
        cut_at = {label: k for k, job in enumerate(jobs) for label in job.cuts}
        for k, job in enumerate(jobs):
            assert job.step.minutes > 0.0
            for label in job.parts:
                assert cut_at.get(label, -1) < k, (step_words(job.step).title, label)
            for before in job.after:
                assert before < k
                assert jobs[before].ready <= job.start + 1e-6
        assert jobs[0].step.does == "gather"
        # one pair of hands: no two jobs at once
        for one, two in itertools.pairwise(jobs):
            assert one.start + one.step.minutes <= two.start + 1e-6
        ends = [job for job in jobs if job.step.does == "hang"]
        covers = [job for job in jobs if job.step.does in ("cover", "bond")]
        assert all(cover.ready <= end.start + 1e-6 for end in ends for cover in covers)
        assert making.schedule.ready >= max(job.ready for job in jobs) - 1e-6
        assert making.schedule.ready == pytest.approx(making.schedule.hands_on + making.schedule.waiting)


def plan_of(*steps, fittings=()):
    return BuildPlan(
        name="probe",
        stock=bar_types()["softwood_18_44"],
        kerf=0.001,
        saw="saw",
        pieces=(),
        runs=(),
        fittings=fittings,
        cloth=(),
        steps=steps,
    )


def test_waiting_is_filled_with_other_work():
    glue = Job(step=Step(id="glue", says=SAYS, minutes=10, wait=60, does="bond"), parts=("A1",))
    sew = Job(step=Step(id="cut-cloth", says=SAYS, minutes=30, does="cut"), cuts=("S1",))
    hang = Job(step=Step(id="cover", says=SAYS, minutes=5, does="cover"), parts=("S1",))
    found = scheduled([sew, glue, hang])
    assert [j.step.id for j in found.jobs] == ["glue", "cut-cloth", "cover"]
    # 10 min of glueing, 30 of cutting while it dries, 30 of waiting, 5 of covering
    assert found.ready == 75
    assert found.waiting == 30
    assert found.hands_on == 45


def test_the_dry_fit_comes_before_the_glue_whatever_order_it_is_written_in():
    jobs = [Job(step=Step(id=stage, says=SAYS, minutes=1, does=stage)) for stage in reversed(STAGES)]
    order = [j.step.does for j in scheduled(jobs).jobs]
    assert order.index("gather") == 0
    assert order.index("dry") < order.index("bond") < order.index("cover") < order.index("hang") < order.index("set")


def test_fittings_that_several_steps_name_are_shared_out_whole():
    steps = [Step(id=f"frame-{k}", says=SAYS, uses=("wood_screw",)) for k in range(3)]
    counts = [
        sum(f.count for f in used)
        for _, used in assigned(plan_of(*steps, fittings=(Fitting(id="wood_screw", count=20),)))
    ]
    assert sum(counts) == 20
    assert all(count == int(count) and count >= 6 for count in counts)


def test_tools_change_the_kerf_the_times_and_the_words():
    shoot = make_shoot(design__structure="timber", design__material="softwood_18_44")
    plan = kinds()["diffusion_frame"].build(shoot.design, shoot.brief)
    hand, powered, sent = (plan_build(plan, Workshop(cutting=c)) for c in ("by hand", "powered", "sent out"))
    assert hand.worked.plan.kerf < powered.worked.plan.kerf == 0.0025
    assert powered.schedule.hands_on < hand.schedule.hands_on
    # an order takes a day, but little work
    assert sent.schedule.ready > 24 * 60 > hand.schedule.ready
    assert any("order sheet" in job.tools for job in sent.schedule.jobs)
    assert for_the_tools(plan, Workshop(kerf=0.0031)).kerf == 0.0031


def test_the_steps_carry_the_numbers_of_the_design():
    shoot = make_shoot()
    making = plan_build(kinds()["diffusion_frame"].build(shoot.design, shoot.brief), Workshop())
    cutting = next(j for j in making.schedule.jobs if j.step.id == "cut-the-pipe")
    assert set(cutting.cuts) == {p.label for p in making.worked.plan.pieces}
    for piece in making.worked.plan.pieces:
        assert piece.label in step_words(cutting.step).text
    dry = next(j for j in making.schedule.jobs if j.step.id == "put-it-together-dry")
    # 1.2 m × 1.2 m: 1.697 m from corner to corner
    assert "1.697" in step_words(dry.step).check
    stop = next(j for j in making.schedule.jobs if j.step.id == "set-a-stop-block")
    assert making.schedule.jobs.index(stop) < making.schedule.jobs.index(cutting)


def test_what_is_lifted_over_the_head_needs_a_ladder_and_two():
    shoot = make_shoot()
    plan = kinds()["hanging_softbox"].build(kinds()["hanging_softbox"].start(shoot.brief), shoot.brief)
    low, high = (plan_build(plan, Workshop(), highest=h).schedule.jobs for h in (1.8, 2.4))
    hang = next(j for j in high if j.step.does == "hang")
    assert "step ladder" in hang.tools
    assert hang.step.hands >= 2
    assert "2.40 m" in step_words(hang.step).caution
    assert all("step ladder" not in j.tools for j in low)


@pytest.mark.parametrize("joint", ["butt", "half_lap", "mitre", "pocket_screw"])
def test_every_joint_gives_the_designed_outside(joint):
    shoot = make_shoot(
        design__structure="timber",
        design__material="softwood_18_44",
        design__timber_joint=joint,
        brief__carrying_length=2.4,
    )
    plan = kinds()["diffusion_frame"].build(shoot.design, shoot.brief)
    rails = sorted(p.cut for p in plan.pieces if p.name == "rail")
    width, wide = shoot.design.width, 0.044
    by_hand = {
        "butt": [width - 2 * wide] * 2,
        "half_lap": [width] * 2,
        "mitre": [width - 2 * wide, width],
        "pocket_screw": [width - 2 * wide] * 2,
    }
    assert rails == pytest.approx(by_hand[joint])
    assert left_over(plan) == ()


def test_a_screw_for_a_half_lap_does_not_come_out():
    shoot = make_shoot(design__structure="timber", design__material="softwood_18_44", design__timber_joint="half_lap")
    plan = kinds()["diffusion_frame"].build(shoot.design, shoot.brief)
    lap = next(h for h in plan.holes if h.fastener == "lap_screw")
    # half and half are one batten of 18 mm, 2 mm are left before the point
    assert lap.longest == pytest.approx(0.016)
    assert lap.count == next(f.count for f in plan.fittings if f.id == "lap_screw") == 16


@settings(max_examples=40, deadline=None)
@given(
    st.lists(
        st.tuples(st.sampled_from(STAGES), st.floats(1, 90), st.sampled_from([0.0, 0.0, 30.0, 120.0])),
        min_size=1,
        max_size=12,
    )
)
def test_any_set_of_jobs_is_ordered_without_overlap(rows):
    jobs = [Job(step=Step(id=str(k), says=SAYS, minutes=m, wait=w, does=d)) for k, (d, m, w) in enumerate(rows)]
    found = scheduled(jobs)
    assert sorted(j.step.id for j in found.jobs) == sorted(str(k) for k in range(len(rows)))
    assert found.ready <= sum(m + w for _, m, w in rows) + 1e-6
    assert found.ready >= max(m + w for _, m, w in rows) - 1e-6


@pytest.mark.parametrize("kind", KINDS)
def test_what_can_hurt_in_a_fitting_is_said_at_every_step_that_uses_it(kind):
    rows = stock()["fittings"]
    for plan in plans(kind):
        for job in plan_build(plan, Workshop()).schedule.jobs:
            for fitting in job.fittings:
                if rows[fitting.id].get("hurts"):
                    assert FITTINGS(fitting.id) in job.step.cautions


@pytest.mark.parametrize("kind", ["diffusion_frame", "hung_curtain", "window_sheet"])
@pytest.mark.parametrize(
    ("sheet", "joined"), [("tracing_paper_90_g", "taped"), ("thin_white_bin_bag", "taped"), ("bleached_muslin", "sewn")]
)
def test_cloth_is_sewn_and_paper_and_film_are_taped(kind, sheet, joined):
    brief = make_shoot().brief
    design = kinds()[kind].start(brief).model_copy(update={"sheet": sheet})
    plan = kinds()[kind].build(design, brief)
    jobs = plan_build(plan, Workshop()).schedule.jobs
    words = " ".join(f"{step_words(job.step).title} {step_words(job.step).text}" for job in jobs).lower()
    tools = {tool for job in jobs for tool in job.tools}
    strips = next(piece.strips for piece in plan.cloth if piece.covering.id == sheet)
    if joined == "taped":
        assert "sew" not in words
        assert "hem" not in words.replace("them", "")
        assert "sewing machine" not in tools
        assert "scissors" not in tools
        assert ("tape" in tools) == (strips > 1)
    else:
        assert "sew" in words or "hem" in words
        assert ("sewing machine" in tools) == (strips > 1)
        assert "tape" not in tools


@pytest.mark.parametrize("kind", KINDS)
def test_strips_put_together_are_as_wide_as_the_piece_whatever_their_seams_take(kind):
    for plan in plans(kind):
        for piece in plan.cloth:
            if piece.form == "board" or piece.strips == 1:
                continue
            assert piece.strip_width <= piece.covering.width + 1e-9
            across = piece.strips * piece.strip_width - 2 * seam_of(piece.covering) * (piece.strips - 1)
            assert min(abs(across - side) for side in piece.cut) < 1e-9
            assert ("sewn from" in piece.note) == (piece.covering.joined == "sewn")


def test_a_narrow_tape_is_not_eaten_up_by_its_overlaps():
    mirror, paper, muslin = (coverings()[key] for key in ("mirror_tape", "tracing_paper_90_g", "bleached_muslin"))
    assert seam_of(mirror) == pytest.approx(0.05 * mirror.width)
    assert seam_of(paper) == seam_of(muslin) == SEAM
    strips, width, length = from_roll((0.44, 0.48), mirror)
    # by hand: n strips of 50 mm that overlap by 5 mm cover 45 n + 5 mm
    assert strips == math.ceil((440 - 5) / 45)
    assert width == pytest.approx((440 + 5 * (strips - 1)) / strips / 1000)
    assert length == pytest.approx(math.ceil(strips * 4.8 - 1e-9) / 10)


@pytest.mark.parametrize(
    ("cutting", "words"), [("by hand", "Matt side up."), ("powered", "Matt side down."), ("sent out", "Matt side up.")]
)
def test_the_better_side_lies_where_the_saw_does_not_splinter_it(cutting, words):
    brief = make_shoot().brief
    smaller = {"sheet": "acrylic_3_mm_matt_one_side", "width": 0.6, "height": 0.6}
    design = kinds()["diffusion_frame"].start(brief).model_copy(update=smaller)
    jobs = plan_build(kinds()["diffusion_frame"].build(design, brief), Workshop(cutting=cutting)).schedule.jobs
    (text,) = [
        step_words(job.step).text for job in jobs if job.step.does == "cut" and "acrylic" in step_words(job.step).title
    ]
    assert words in text


def test_cloth_with_a_nap_is_cut_all_one_way_round():
    brief = make_shoot().brief
    for sheet, said in (("light_filtering_curtain", True), ("bleached_muslin", False)):
        design = kinds()["hung_curtain"].start(brief).model_copy(update={"sheet": sheet})
        jobs = plan_build(kinds()["hung_curtain"].build(design, brief), Workshop()).schedule.jobs
        assert any("the same way round" in step_words(job.step).text for job in jobs) == said


CONSUMED = (
    (r"\b[Gg]lued? and screw|Glue, and|Glue the ends", "wood_glue"),
    (r"\b[Ss]taple\b(?! the sleeve)", "staples"),
    (r"thread of glue", "hot_glue"),
    (r"painted white inside", "white_paint"),
    (r"\bhook-and-loop\b", "hook_and_loop"),
)
"""Words of a step, and what is used up by it."""


@pytest.mark.parametrize("kind", KINDS)
def test_what_a_step_uses_up_is_on_the_list_and_at_the_step(kind):
    for plan in plans(kind):
        bought = {fitting.id for fitting in plan.fittings}
        for step, (_, fittings) in zip(plan.steps, assigned(plan), strict=True):
            for words, fitting in CONSUMED:
                if re.search(words, step_words(step).text):
                    assert fitting in bought, (step_words(step).title, words)
                    assert fitting in step.uses or fitting in {f.id for f in fittings}, (step_words(step).title, words)
