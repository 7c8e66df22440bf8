"""A diffusion frame without feet: of bars, of a window cut out of a board, or one that is there already."""

import pytest
from pydantic import ValidationError

from made_kinds import made, sides
from wenlo.core.catalog.bars import bar_types
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.fabrication.covers import plan_covers
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.inventory.shopping import work_out
from wenlo.core.ranking.found_objects import made_of

SIZE = {"width": 1.1, "height": 1.1, "top_height": 1.6}
HELD = {"carried": "held by stands"}


def together(frame):
    assert faults(frame.assembly) == ()
    assert lit_faults(frame.assembly, frame.light.surfaces) == ()
    assert left_over(frame.plan) == ()


@pytest.mark.parametrize("bar", ["half_of_21_45", "softwood_2x3_in", "pvc_16_mm", "pvc_40_mm", "aluminium_15_mm"])
def test_a_frame_without_feet_has_none_whatever_it_is_of(bar):
    frame = made("diffusion_frame", **SIZE, **HELD, structure=bar_types()[bar].group, material=bar)
    together(frame)
    assert set(frame.cuts()) <= {"side", "rail"}
    assert not {"pipe_tee", "pipe_cap", "tube_foot", "upright_bolt", "foot_bolt"} & set(frame.fittings())
    first, second = frame.kind.holds(frame.design, 2.0)
    assert (first.by, second.by) == ("stand", "stand")
    assert abs(first.place - second.place).max() == pytest.approx(1.1 * abs(frame.design.across).max())
    assert first.place[2] == pytest.approx(1.6 - 0.55)


def test_a_tube_frame_of_1100_in_pieces_that_can_be_carried():
    # outside 1100, cubes of 25: 1050, in two with a collar of 2 mm between them: 524
    frame = made("diffusion_frame", **SIZE, **HELD, structure="tube", material="aluminium_25_mm")
    lengths = [cut for cuts in frame.cuts().values() for cut in cuts]
    if frame.brief.carrying_length >= 1.05:
        assert lengths == pytest.approx([1.05] * 4)
    short = frame.kind.build(frame.design, frame.brief.model_copy(update={"carrying_length": 0.6}))
    assert [piece.cut for piece in short.pieces] == pytest.approx([0.524] * 8)
    assert {f.id: f.count for f in short.fittings}["tube_joiner"] == 4


@pytest.mark.parametrize("sheet", ["cotton_bed_linen_white", "opal_acrylic_3_mm"])
def test_a_window_cut_out_of_a_board_by_hand(sheet):
    size = {"width": 0.9, "height": 0.7, "top_height": 1.6}
    frame = made("diffusion_frame", **size, structure="board", border=0.08, sheet=sheet)
    together(frame)
    assert frame.cuts() == {}
    assert sides(frame.panel("left border")) == pytest.approx((0.08, 0.7))
    assert sides(frame.panel("upper border")) == pytest.approx((0.08, 0.74))
    (board,) = [piece for piece in frame.plan.cloth if piece.covering.id == "white_insulation_board_whole"]
    assert board.cut == pytest.approx((0.9, 0.7))
    assert board.window == pytest.approx((0.74, 0.54))
    # it weighs its border alone
    assert board.mass == pytest.approx((0.9 * 0.7 - 0.74 * 0.54) * board.covering.mass_per_area)
    # and the piece that falls out is kept
    (plan,) = [cover for cover in plan_covers(frame.plan.cloth) if cover.covering.id == "white_insulation_board_whole"]
    assert plan.bought == 1


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"border": 0.3, "height": 0.6}, "border"),
        ({"width": 2.6}, "width"),
        ({"board": "silver_cloth"}, "board"),
        ({"layers": 2, "layer_gap": 0.2}, "layer_gap"),
    ],
)
def test_what_cannot_be_cut_from_a_board_is_said_at_its_field(changes, field):
    with pytest.raises(ValidationError) as caught:
        made("diffusion_frame", **{"width": 0.9, "height": 0.7, "top_height": 1.6, "structure": "board", **changes})
    assert caught.value.errors()[0]["ctx"]["field"] == field


def test_a_frame_that_is_there_already_is_covered_and_not_made():
    old = OwnFound(
        item="00000000-0000-4000-8000-000000000000",
        version=1,
        name="picture frame",
        values=FoundValues(form="frame", outer_width=0.82, outer_height=0.61, flat_faces=2, mass=1.3),
    )
    before = made("diffusion_frame", sheet="bleached_muslin", sheet_distance=1.3)
    changed = made_of(before.design, old)
    frame = made("diffusion_frame", sheet="bleached_muslin", sheet_distance=1.3, **{**changed, "found": old})
    together(frame)
    assert (frame.design.width, frame.design.height, frame.design.held) == (0.82, 0.61, True)
    # what was chosen stays
    assert frame.design.sheet == "bleached_muslin"
    assert frame.plan.pieces == ()
    assert "wood_screw" not in frame.fittings()
    assert sum(part.mass for part in frame.assembly.parts if part.source == "found") == pytest.approx(1.3)
    assert work_out(frame.plan).mass > 1.3
    with pytest.raises(ValidationError, match="has no feet"):
        made("diffusion_frame", **{**changed, "found": old, "carried": "on feet"})


@pytest.mark.parametrize("changes", [HELD, {"structure": "board"}])
def test_every_layer_is_cut_and_hangs_there(changes):
    one, three = (
        made("diffusion_frame", **SIZE, **{"structure": "timber", "material": "softwood_18_44", **changes, **more})
        for more in ({}, {"layers": 3})
    )
    together(three)
    cloth = one.design.sheet
    assert len(one.covers(cloth)) == 1
    assert three.covers(cloth) == one.covers(cloth) * 3
    with pytest.raises(ValidationError, match="Boards lie one on another"):
        made(
            "diffusion_frame",
            **SIZE,
            **HELD,
            structure="tube",
            material="aluminium_25_mm",
            sheet="opal_acrylic_3_mm",
            layers=2,
        )
