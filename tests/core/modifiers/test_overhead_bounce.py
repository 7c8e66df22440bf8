"""Overhead bounce: stretcher, skirts on four sides, where they cut it off, the lamp from below."""

import math

import numpy as np
import pytest

from made_kinds import made, middle, sides
from wenlo.core.brief.workshop import Workshop
from wenlo.core.instructions.plan_build import plan_build as making
from wenlo.core.modifiers.overhead_bounce import cut_off

SIZE = {"width": 1.1, "length": 0.8}
SKIRTS = {"skirt_front": 0.2, "skirt_back": 0.4, "skirt_sides": 0.3}


def test_the_stretcher_has_a_middle_rail():
    bounce = made("overhead_bounce", **SIZE)
    assert bounce.cuts()["long side"] == pytest.approx([0.8] * 2)
    assert [c + 2 * 0.044 for c in bounce.cuts()["short side"]] == pytest.approx([1.1] * 3)


def test_every_skirt_is_bought_and_hangs_where_it_belongs():
    bounce = made("overhead_bounce", **SIZE, **SKIRTS, key_angle=30.0, flagged=False)
    cloth = sorted(bounce.covers("heavy_black_flag_cloth"))
    assert cloth == [pytest.approx(s) for s in [(0.86, 0.36), (0.86, 0.36), (1.16, 0.26), (1.16, 0.46)]]
    assert bounce.fittings()["hook_and_loop"] == pytest.approx(2 * 1.1 + 2 * 0.8)
    for name, drop in (
        ("skirt on the subject's side", 0.2),
        ("skirt on the lamp's side", 0.4),
        ("left skirt", 0.3),
        ("right skirt", 0.3),
    ):
        skirt = bounce.panel(name)
        top = middle(skirt)[2] + drop / 2
        assert min(sides(skirt)) == pytest.approx(drop)
        assert top == pytest.approx(bounce.design.canvas_height, abs=0.006)
    lamp = float(
        (middle(bounce.panel("skirt on the lamp's side")) - bounce.design.source_centre) @ bounce.design.direction
    )
    assert lamp == pytest.approx(0.4, rel=0.01)


def test_no_skirt_no_cloth():
    plain = made("overhead_bounce", skirt_front=0.0, skirt_back=0.0, skirt_sides=0.0, flagged=False)
    assert [s.id for s in plain.light.surfaces] == ["sheet"]
    assert not plain.covers("heavy_black_flag_cloth")
    assert "hook_and_loop" not in plain.fittings()


@pytest.mark.parametrize("key_angle", [-100.0, 20.0, 170.0])
def test_the_canvas_looks_down_and_the_lamp_looks_up(key_angle):
    bounce = made("overhead_bounce", key_angle=key_angle)
    assert bounce.panel("sheet").normal[2] == pytest.approx(-1.0)
    assert bounce.light.lamps[0].normal[2] > 0.5


@pytest.mark.parametrize(("face", "form"), [("white_foam_board", "board"), ("white_painted_canvas", "cloth")])
def test_boards_are_screwed_and_cloth_is_stapled(face, form):
    bounce = made("overhead_bounce", **SIZE, face=face, flagged=False)
    fittings = bounce.fittings()
    assert ("staples" in fittings) == (form == "cloth")
    assert ("washer" in fittings) == (form == "board")
    jobs = making(bounce.plan, Workshop()).schedule.jobs
    (tools,) = [job.tools for job in jobs if job.step.id == "make-the-stretcher"]
    assert ("staple gun" in tools) == (form == "cloth")
    assert "screwdriver" in tools
    grown = 0.0 if form == "board" else 0.12
    assert bounce.covers(face) == [pytest.approx((1.1 + grown, 0.8 + grown))]


@pytest.mark.parametrize(("span", "skirt", "under"), [(1.2, 0.3, 1.0), (0.8, 0.4, 0.7), (2.0, 0.1, 1.3)])
def test_cut_off_is_where_the_far_edge_goes_behind_the_skirt(span, skirt, under):
    out = cut_off(span=span, skirt=skirt, under=under)
    # from there, the line to the far edge of the canvas passes the skirt's lower edge
    slope = under / (out + span / 2)
    assert slope * span == pytest.approx(skirt)
    assert math.isinf(cut_off(span=span, skirt=0.0, under=under))
    assert cut_off(span=span, skirt=skirt * 1.2, under=under) < out


def test_it_hangs_on_one_boom_over_its_middle():
    bounce = made("overhead_bounce")
    (hold,) = bounce.kind.holds(bounce.design, 5.0)
    assert hold.by == "boom"
    assert hold.mass == 5.0
    assert np.allclose(hold.place, bounce.design.source_centre)
