"""Large hanging softbox: frames, posts, walls, lamps in rows, and what its walls let through."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import made, middle, sides
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.typical import black_materials, sheet_materials
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.hanging_softbox import DARK_ENOUGH, leak_test

SIZE = {"width": 1.4, "length": 0.9, "depth": 0.4}


def test_both_frames_and_four_posts_make_the_box():
    box = made("hanging_softbox", **SIZE)
    cuts = box.cuts()
    for frame in ("lower", "upper"):
        assert cuts[f"long side of the {frame} frame"] == pytest.approx([0.9] * 2)
        assert [c + 2 * 0.044 for c in cuts[f"short side of the {frame} frame"]] == pytest.approx([1.4] * 2)
    # two battens laid flat and the post between them
    assert [c + 2 * 0.018 for c in cuts["corner post"]] == pytest.approx([0.4] * 4)


@pytest.mark.parametrize(("lamps", "bars"), [(1, 1), (2, 1), (3, 2), (6, 2)])
def test_lamps_hang_in_one_or_two_rows(lamps, bars):
    box = made("hanging_softbox", **SIZE, lamps=lamps)
    assert len(box.cuts()["lamp bar"]) == bars
    places = np.array([lamp.centre for lamp in box.light.lamps])
    assert len(places) == lamps
    along = (places - box.design.source_centre) @ box.design.direction
    across = (places - box.design.source_centre) @ box.design.across
    assert len(set(np.round(along, 6))) == bars
    assert np.all(np.abs(along) < 0.45)
    assert np.all(np.abs(across) < 0.7)
    assert across.mean() == pytest.approx(0.0, abs=1e-9) or lamps == 3
    assert all(lamp.normal[2] == pytest.approx(-1.0) for lamp in box.light.lamps)


@pytest.mark.parametrize("cover", [True, False])
def test_walls_close_it_all_round(cover):
    box = made("hanging_softbox", **SIZE, cover=cover)
    walls = {s.id: s for s in box.light.surfaces if s.id.startswith("box ")}
    assert len(walls) == (5 if cover else 4)
    for name, size in (("left", (0.4, 0.9)), ("right", (0.4, 0.9)), ("lower", (0.4, 1.4)), ("upper", (0.4, 1.4))):
        wall = walls[f"box {name} side"]
        assert sides(wall) == pytest.approx(size)
        # fronts look inward
        assert float(wall.normal @ (box.design.source_centre - middle(wall))) > 0.0
    # black round it, and over it where it is closed
    assert len(box.covers("black_plastic_tablecloth")) == (5 if cover else 4)


@pytest.mark.parametrize(
    ("walls", "doubled", "outside", "count"),
    [
        ("foam board", True, "black_plastic_tablecloth", 4),
        ("cloth-lined", True, "heavy_black_flag_cloth", 4),
        ("improvised", True, "black_plastic_tablecloth", 8),
        ("improvised", False, "black_plastic_tablecloth", 4),
    ],
)
def test_the_black_outside_is_bought_as_often_as_it_lies_there(walls, doubled, outside, count):
    box = made("hanging_softbox", **SIZE, walls=walls, doubled=doubled, cover=False)
    assert walls == "foam board" or box.design.outside == outside
    assert len(box.covers(outside)) == count
    assert len(box.covers("white_foam_board")) == 4


def test_a_lining_of_cloth_on_boards_has_its_boards():
    box = made("hanging_softbox", **SIZE, lining="silver_cloth", walls="foam board", cover=False)
    assert sorted(box.covers("white_foam_board")) == [pytest.approx(s) for s in [(0.9, 0.4)] * 2 + [(1.4, 0.4)] * 2]
    assert sorted(box.covers("silver_cloth")) == sorted(box.covers("white_foam_board"))
    clothy = made("hanging_softbox", **SIZE, lining="silver_cloth", walls="cloth-lined")
    assert not clothy.covers("white_foam_board")


def test_one_layer_of_plastic_leaks_and_two_do_not():
    one, two = (made("hanging_softbox", walls="improvised", doubled=d).design for d in (False, True))
    assert one.leak > two.leak == black_materials()["black_plastic_tablecloth"].leak
    t = sheet_materials()[one.sheet].transmittance
    assert math.log2(t / one.leak) < DARK_ENOUGH
    assert leak_test(one).args["walls"].value == "thin"
    assert leak_test(two).args["walls"].value == "dark"


def test_it_hangs_by_its_corners():
    box = made("hanging_softbox", **SIZE, key_angle=35.0)
    corners = np.array([h.place for h in box.kind.holds(box.design, 8.0)])
    assert corners[:, 2] == pytest.approx([box.design.sheet_height + 0.4] * 4)
    gaps = sorted(float(np.linalg.norm(a - b)) for k, a in enumerate(corners) for b in corners[:k])
    assert gaps == pytest.approx([0.9, 0.9, 1.4, 1.4, math.hypot(0.9, 1.4), math.hypot(0.9, 1.4)])


def test_planed_battens_above_and_ripped_ones_below_by_hand():
    size = {"width": 1.3, "length": 1.3, "depth": 0.55}
    box = made("hanging_softbox", **size, batten="softwood_18_69", lower_batten="half_of_44_44")
    cuts = box.cuts()
    # the short sides end at two battens, of 69 mm above and of 44 mm below
    assert cuts["short side of the upper frame"] == pytest.approx([1.3 - 2 * 0.069] * 2)
    assert cuts["short side of the lower frame"] == pytest.approx([1.3 - 2 * 0.044] * 2)
    # a post stands between 21 mm below and 18 mm above
    assert cuts["corner post"] == pytest.approx([0.55 - 0.021 - 0.018] * 4)
    assert faults(box.assembly) == ()
    assert lit_faults(box.assembly, box.light.surfaces) == ()
    worked = work_out(box.plan)
    sorts = {bar.name for bar in worked.cuts.bars}
    assert sorts == {"planed softwood 18 × 69 mm", "half of 44 × 44 mm, ripped (21 × 44 mm)"}
    # each sort is cut from its own bars, every piece once
    for bar in worked.cuts.bars:
        assert {box.plan.bar_of(piece).name for piece in bar.pieces} == {bar.name}
    assert sorted(p.label for bar in worked.cuts.bars for p in bar.pieces) == sorted(p.label for p in box.plan.pieces)
    # four sides of 1.3 and less out of halves of 2.4 or 3 m: whole battens of 44 × 44 are bought, two halves each
    lines = {line.name: line for line in worked.shopping if line.category == "bar"}
    halves = [bar for bar in worked.cuts.bars if bar.name.startswith("half of")]
    assert sum(line.need for name, line in lines.items() if "to rip in half" in name) == math.ceil(len(halves) / 2)
    # the list weighs what the wood weighs
    wood = sum(p.cut * box.plan.bar_of(p).mass_per_metre for p in box.plan.pieces)
    assert sum(part.mass for part in box.assembly.bars) == pytest.approx(wood)
    steps = [job.step.id for job in plan_build(box.plan, Workshop()).schedule.jobs]
    assert steps.index("rip-the-battens") < steps.index("cut-the-bars")


def test_a_lower_batten_that_takes_no_two_pairs_of_screws_is_refused():
    with pytest.raises(ValidationError, match="two pairs of screws"):
        made("hanging_softbox", lower_batten="half_of_21_45")
