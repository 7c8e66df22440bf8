"""Book light: pages of one size, opened by the angle, the lamp past the open edge and its flag."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import angle, made, middle, sides
from wenlo.core.brief.workshop import Workshop
from wenlo.core.fabrication.covers import plan_covers
from wenlo.core.instructions.arrival_checks import arrival_faults
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.step_pictures import fitted_in, parts_by_step
from wenlo.messages.steps import step_words


@pytest.mark.parametrize("opening", [25.0, 50.0, 85.0])
@pytest.mark.parametrize("hinge", ["camera_side", "far_side"])
def test_pages_meet_at_the_spine_and_open_by_the_angle(opening, hinge):
    book = made("book_light", opening=opening, hinge=hinge)
    design, page = book.design, book.panel("bounce page")
    # a finger behind the frame of 18 mm, so that the book shuts over what joins its battens
    behind = 0.018 + 0.018 + 0.0003
    spine = design.source_centre - design.side * design.width / 2 + behind * design.direction
    assert middle(page) - design.page * design.width / 2 == pytest.approx(spine)
    assert angle(design.page, design.side) == pytest.approx(opening)
    # behind the sheet, seen from the subject
    assert float((middle(page) - design.source_centre) @ design.direction) > 0.0
    assert sides(page) == pytest.approx(sides(book.panel("sheet")))


def test_hinges_are_mirror_images_of_one_another():
    near, far = (made("book_light", hinge=h, key_angle=90.0) for h in ("camera_side", "far_side"))
    mirror = np.array([1.0, -1.0, 1.0])
    assert near.design.lamp_position * mirror == pytest.approx(far.design.lamp_position)
    assert middle(near.panel("bounce page")) * mirror == pytest.approx(middle(far.panel("bounce page")))


def test_the_sheets_frame_and_its_cloth_by_hand():
    book = made("book_light", width=1.1, height=0.9, sheet="bleached_muslin")
    cuts = book.cuts()
    assert cuts["long side of the sheet's frame"] == [0.9] * 2
    assert cuts["short side of the sheet's frame"] == pytest.approx([1.1 - 2 * 0.044] * 2)
    assert book.covers("bleached_muslin") == [pytest.approx((1.24, 1.04))]
    # a hinge on both sides of the spine, and a metre for each end
    assert book.fittings()["cloth_tape"] == pytest.approx(2 * 0.9 + 2.0)


@pytest.mark.parametrize("face", ["white_insulation_board", "silver_cloth", "foil_creased", "white_foam_board"])
def test_a_page_of_cloth_or_foil_has_a_board_inside(face):
    book = made("book_light", width=0.9, height=0.8, face=face)
    pages = [p for p in book.plan.cloth if "bounce page" in p.note]
    stiff = face.endswith("board")
    assert [p.form for p in pages] == (["board"] if stiff else ["board", "cloth"])
    assert pages[-1].covering.id == face
    wanted = (0.9, 0.8) if stiff else (0.98, 0.88)
    if face == "foil_creased":
        # a tenth of its area goes into creases
        assert pages[-1].trimmed == pytest.approx(wanted)
        assert pages[-1].cut[0] * pages[-1].cut[1] * 0.9 == pytest.approx(0.98 * 0.88)
    else:
        assert pages[-1].cut == pytest.approx(wanted)


def test_the_flag_hides_the_lamp_from_the_sitter():
    book = made("book_light", flagged=True)
    flag, lamp = book.panel("lamp flag"), book.light.lamps[0].centre
    eye = np.array([0.0, 0.0, lamp[2]])
    # where the line from the eye to the lamp meets the flag
    share = float((middle(flag) - eye) @ flag.normal) / float((lamp - eye) @ flag.normal)
    at = eye + share * (lamp - eye) - flag.origin
    u, v = (float(at @ e) / float(e @ e) for e in (flag.edge_u, flag.edge_v))
    assert 0.0 < share < 1.0
    assert 0.0 < u < 1.0
    assert 0.0 < v < 1.0
    assert not any(s.id == "lamp flag" for s in made("book_light", flagged=False).light.surfaces)


def test_the_lamp_stands_past_the_open_edge():
    book = made("book_light", lamp_out=0.4, width=1.0)
    out = float((book.design.lamp_position - book.design.source_centre) @ book.design.side)
    assert out == pytest.approx(0.5 + 0.4)
    assert math.isclose(book.design.lamp_position[2], book.design.centre_height)


def from_one(**more):
    return made(
        "book_light",
        **{
            "width": 1.22,
            "height": 1.22,
            "pages": "two from one board",
            "border": 0.06,
            "face": "white_insulation_board_half",
            **more,
        },
    )


def test_both_pages_come_out_of_one_half_board():
    book = from_one()
    # 1.22 m less a border on either side
    assert sides(book.panel("bounce page")) == pytest.approx((1.1, 1.1))
    assert sides(book.panel("sheet")) == pytest.approx((1.22, 1.22))
    (board,) = [c for c in plan_covers(book.plan.cloth) if c.covering.id == "white_insulation_board_half"]
    assert board.bought == 1
    assert [laid.width for laid in board.nested[0].sheet.laid] == pytest.approx([1.1])
    # no batten, no screw; the whole board's weight in its two pages
    assert book.plan.pieces == ()
    boards = [p for p in book.assembly.parts if p.item == "white_insulation_board_half"]
    assert sum(p.mass for p in boards) == pytest.approx(1.22**2 * 0.8, rel=1e-3)
    assert sum(c.mass for c in book.plan.cloth if "insulation" in c.covering.id) == pytest.approx(1.22**2 * 0.8)
    assert book.covers("bleached_muslin") == [pytest.approx((1.32, 1.32))]
    # both sides of the spine and a metre for each end, and once round the edges
    assert book.fittings()["cloth_tape"] == pytest.approx(2 * 1.1 + 2.0 + 4 * 1.22)


def test_the_other_page_is_cut_out_of_the_window():
    jobs = plan_build(from_one().plan, Workshop()).schedule.jobs
    (cut,) = [j.step for j in jobs if j.step.id.startswith("cut-white")]
    assert "S3 1.10 m × 1.10 m out of S1's window" in step_words(cut).text


def test_a_border_takes_from_what_shines():
    narrow, wide = from_one(border=0.06), from_one(border=0.2)
    assert wide.design.page_size == pytest.approx((0.82, 0.82))
    borders = [s for s in wide.light.surfaces if s.id.endswith(" border")]
    area = sum(float(np.prod(sides(b))) for b in borders)
    assert area == pytest.approx(1.22**2 - 0.82**2)
    assert wide.design.spine == pytest.approx(narrow.design.spine)
    assert len(narrow.light.surfaces) == len(wide.light.surfaces)


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"width": 1.3}, "width"),
        ({"face": "silver_cloth"}, "face"),
        ({"border": 0.3, "width": 0.6, "height": 0.6}, "border"),
        ({"face": "white_insulation_board", "width": 1.5, "height": 1.2}, "height"),
    ],
)
def test_what_one_board_does_not_give_is_said_at_the_field(more, field):
    with pytest.raises(ValidationError) as refused:
        from_one(**more)
    assert refused.value.errors()[0]["ctx"]["field"] == field


@pytest.mark.parametrize("size", [(0.61, 0.85), (1.22, 0.4), (0.9, 1.22)])
@pytest.mark.parametrize("sheet", ["bleached_muslin", "opal_acrylic_3_mm"])
@pytest.mark.parametrize("hinge", ["camera_side", "far_side"])
def test_two_from_one_goes_together_and_is_what_is_lit(size, sheet, hinge):
    book = from_one(width=size[0], height=size[1], sheet=sheet, hinge=hinge, border=0.1)
    assert faults(book.assembly) == ()
    assert lit_faults(book.assembly, book.light.surfaces) == ()
    assert left_over(book.plan) == ()
    jobs = plan_build(book.plan, Workshop()).schedule.jobs
    assert arrival_faults(book.assembly, parts_by_step(book.assembly, fitted_in(jobs))) == ()
    pages = {g.id: g for g in book.assembly.groups}
    assert pages["sheet page"].finished is not None


@pytest.mark.parametrize("scale", [0.05, 0.5, 1.0, 1.4, 5.0])
@pytest.mark.parametrize("size", [(1.22, 1.22), (0.7, 1.1), (1.1, 0.4)])
def test_pages_of_one_board_are_never_sized_beyond_it(scale, size):
    book = from_one(width=size[0], height=size[1])
    grown = book.kind.scaled(book.design, scale)
    again = book.kind.parameters.model_validate(dict(grown))
    assert max(again.width, again.height) <= 1.22
    assert min(again.page_size) >= 0.1 - 1e-9


def test_pages_larger_than_their_board_are_told_which_boards_would_do():
    with pytest.raises(ValidationError, match=r"half of 1\.22 × 2\.44 m"):
        made("book_light", pages="two from one board", width=1.22, height=1.22)
    # no board on the list is so large
    with pytest.raises(ValidationError, match="of your own on the Shelf"):
        made("book_light", pages="two from one board", width=1.6, height=1.6)
    pages = made("book_light", pages="two from one board", width=1.22, height=1.22, face="white_insulation_board_half")
    # what falls out of the window is the other page: 1220 less a border of 60 on both sides
    assert sorted(pages.covers("white_insulation_board_half")) == [
        pytest.approx((1.1, 1.1)),
        pytest.approx((1.22, 1.22)),
    ]
