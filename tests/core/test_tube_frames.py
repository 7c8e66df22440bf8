"""A knock-down frame of square tube: corners of any make, holes for springs and rivets, cloths, what is sent out."""

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made, middle, sides
from wenlo.core.brief.workshop import Workshop
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.assembly.shop import SpigotFit
from wenlo.core.fabrication.tube_holes import rivet_places
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.inventory.shopping import work_out
from wenlo.formats.order_sheet_pdf import write_order_sheet_pdf

TUBE = {"structure": "tube", "material": "aluminium_25_mm", "carried": "held by stands"}
SIZE = {"width": 1.1, "height": 1.1, "top_height": 1.6}
CLOTHS = [{"cover": "bleached_muslin"}, {"cover": "black_cotton"}, {"cover": "heavy_black_flag_cloth", "floppy": True}]


def frame(brief=None, **changes):
    brief = brief or brief_for("diffusion_frame", brief__carrying_length=0.6)
    return made("diffusion_frame", brief=brief, **{**TUBE, **SIZE, **changes})


@pytest.mark.parametrize(("cube", "half"), [(None, 0.524), (0.025, 0.524), (0.031, 0.518), (0.04, 0.509)])
@pytest.mark.parametrize("feet", ["held by stands", "on feet"])
def test_halves_follow_the_corner_that_is_measured(cube, half, feet):
    # outside 1100, corner to tube's end twice, a collar of 2: (1100 - 2 · 31 - 2) / 2 = 518
    brief = brief_for("diffusion_frame", brief__carrying_length=0.6, brief__workshop__cube=cube)
    work = frame(brief, carried=feet)
    assert work.cuts()["rail"] == pytest.approx([half] * 4)
    assert work.cuts()["side"] == pytest.approx([half] * 4)
    assert faults(work.assembly) == ()
    for run in work.plan.runs:
        assert run.assembled(work.plan.pieces) == pytest.approx(run.wanted)
    whole = np.ptp(np.vstack([part.box for part in work.assembly.parts if part.role != "sheet"]), axis=0)
    assert whole[0] == pytest.approx(1.1, abs=1e-6)


def test_a_collar_that_is_measured_shortens_both_halves():
    brief = brief_for("diffusion_frame", brief__carrying_length=0.6, brief__workshop__collar=0.012)
    assert frame(brief).cuts()["rail"] == pytest.approx([0.519] * 4)


def test_a_corner_shorter_than_the_tube_is_wide_is_refused_at_its_field():
    with pytest.raises(Impossible) as refused:
        frame(brief_for("diffusion_frame", brief__workshop__cube=0.02))
    assert refused.value.fields[0].path == "brief.workshop.cube"


@pytest.mark.parametrize("feet", ["held by stands", "on feet"])
def test_each_end_on_a_corner_or_joiner_has_its_spring_hole(feet):
    brief = brief_for(
        "diffusion_frame", brief__carrying_length=0.6, brief__workshop__springs=True, brief__workshop__spigot=0.05
    )
    work = frame(brief, carried=feet)
    (hole,) = [h for h in work.plan.holes if "spring" in h.name]
    ends = 2 * len(work.plan.pieces) - (4 if feet == "on feet" else 0)  # an end cap has no spring
    assert hole.count == ends
    assert hole.along == pytest.approx((0.025,))
    assert hole.diameter == pytest.approx(0.0065)
    assert not [h for h in frame().plan.holes if "spring" in h.name]


@pytest.mark.parametrize("length", [0.2, 0.524, 1.05, 0.09])
def test_rivets_keep_off_the_corners_and_from_each_other(length):
    fit = SpigotFit(side=0.025, wall=0.0015, cube=0.025, spigot=0.04, collar=0.002, cap_head=0.003)
    places = rivet_places(length, fit)
    if length < 0.104:
        assert places == ()
        return
    assert min(places) >= 0.052 - 1e-9
    assert max(places) <= length - 0.052 + 1e-9
    assert max(np.diff(places), default=0.0) <= 0.15 + 1e-9


def test_rivets_and_tape_on_both_sides_by_hand():
    # eight pieces of 524: 420 between the first and the last rivet, in three gaps: four places, two rivets each
    work = frame(riveted=True)
    assert work.fittings()["rivet"] == 8 * 4 * 2
    assert work.fittings()["hook_and_loop"] == pytest.approx(2 * 4.4)
    (holes,) = [h for h in work.plan.holes if "rivet" in h.name]
    assert holes.count == 32
    assert left_over(work.plan) == ()
    with pytest.raises(ValidationError, match="Rivets go through square tube"):
        frame(riveted=True, structure="timber", material="softwood_18_44")


def test_several_cloths_for_one_frame_each_with_its_hems_and_price():
    work = frame(cloths=CLOTHS)
    assert work.covers("bleached_muslin") == [pytest.approx((1.24, 1.24))]
    assert work.covers("black_cotton") == [pytest.approx((1.24, 1.24))]
    # the floppy is the frame's cloth and a flap as high
    assert work.covers("heavy_black_flag_cloth") == [pytest.approx((1.24, 1.24)), pytest.approx((1.17, 1.17))]
    # only the one that is on hangs
    plain = frame()
    assert work_out(work.plan).mass == pytest.approx(work_out(plain.plan).mass + 3 * 4.4 * 0.012, rel=0.01)
    assert work_out(work.plan).total > work_out(plain.plan).total + 20.0
    assert left_over(work.plan) == ()


@pytest.mark.parametrize("worn", [0, 1, 2, 3])
def test_whichever_is_on_is_lit_and_together(worn):
    work = frame(cloths=CLOTHS, worn=worn, top_height=2.4, bag=True)
    assert faults(work.assembly) == ()
    assert lit_faults(work.assembly, work.light.surfaces) == ()
    assert left_over(work.plan) == ()
    bought = {c.covering.id for c in work.plan.cloth}
    assert bought == {"cotton_bed_linen_white", "bleached_muslin", "black_cotton", "heavy_black_flag_cloth"}
    shines = float(work.panel("sheet").surface.transmittance[1])
    assert (shines > 0.2) == (worn < 2)
    if worn == 3:
        flap = work.panel("flap")
        assert sides(flap) == pytest.approx((1.1, 1.1))
        assert middle(flap)[2] == pytest.approx(2.4 - 1.65)


@pytest.mark.parametrize(
    ("changes", "why"),
    [
        ({"worn": 1}, "There are 0 further cloths"),
        ({"cloths": CLOTHS, "worn": 4}, "There are 3 further cloths"),
        ({"cloths": CLOTHS, "carried": "on feet"}, "frame of bars that stands hold"),
        ({"cloths": CLOTHS, "worn": 3, "top_height": 1.6}, "hangs to the floor"),
        ({"cloths": [{"cover": "white_foam_board"}]}, "choose a cloth"),
    ],
)
def test_what_does_not_go_is_said(changes, why):
    with pytest.raises(ValidationError, match=why):
        frame(**changes)


def test_what_is_sent_out_is_on_the_list_and_on_the_order_sheet():
    brief = brief_for(
        "diffusion_frame",
        brief__carrying_length=0.6,
        brief__workshop__springs=True,
        brief__workshop__sewing=7.5,
        brief__workshop__cutting="sent out",
    )
    work = frame(brief, cloths=CLOTHS)
    making = plan_build(work.plan, brief.workshop)
    (line,) = [row for row in making.worked.shopping if row.id == "sewing"]
    # the sheet and three cloths, one of them in two
    assert line.price == pytest.approx(5 * 7.5)
    assert making.worked.total == pytest.approx(sum(row.price for row in making.worked.shopping))
    steps = {job.step.id: job.step for job in making.schedule.jobs}
    assert steps["drill-the-holes"].says.key == "drilled-at-the-shop"
    assert any(step.says.key == "cloth-sent-out" for step in steps.values())
    home = plan_build(work.plan, Workshop())
    assert not [row for row in home.worked.shopping if row.id == "sewing"]
    sheet = write_order_sheet_pdf(making, title="Tube frame", carrying=0.6, paper="a4")
    assert sheet.startswith(b"%PDF")
