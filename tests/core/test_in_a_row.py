"""Sheets and faces side by side: by hand, with one's own among them, and what does not go said."""

import math

import pytest

from made_kinds import brief_for, made
from wenlo.core.catalog.items import FoundValues, SheetValues
from wenlo.core.catalog.typical import bounce_faces, sheet_materials
from wenlo.core.errors import InvalidInput
from wenlo.core.inventory.stocked import Stocked
from wenlo.core.proposals.in_a_row import in_a_row, material_slots


def item(category, name, values, id="00000000-0000-0000-0000-000000000007"):
    return Stocked(
        id=id, version=3, category=category, name=name, count=1.0, measured=True, starter=None, values=values
    )


def test_sheets_before_one_lamp_by_hand():
    # of a wide Lambertian sheet the light goes with T: two that scatter alike differ by log2 of theirs
    work = made("hung_curtain")
    lines = {line.name: line for line in in_a_row(work.brief, work.design, "sheet")}
    rows = sheet_materials()
    assert set(lines) == {row.name for row in rows.values()}
    (chosen,) = [line for line in lines.values() if line.chosen]
    assert chosen.name == rows[work.design.sheet].name
    assert chosen.stops == pytest.approx(0.0, abs=1e-9)
    flat = [r for r in rows.values() if r.lobe_half_width is None and r.unscattered < 0.05 and r.form == "cloth"]
    base = flat[0]
    for other in flat[1:]:
        told = lines[other.name].stops - lines[base.name].stops
        assert told == pytest.approx(math.log2(other.transmittance / base.transmittance), abs=0.12), other.name


def test_the_most_light_comes_first_and_what_does_not_go_last():
    work = made("rod_softbox")
    lines = in_a_row(work.brief, work.design, "lining")
    able = [line for line in lines if not line.cannot]
    assert [line.stops for line in able] == sorted((line.stops for line in able), reverse=True)
    boards = {row.name for row in bounce_faces().values() if row.form == "board"}
    assert {line.name for line in lines if line.cannot} == boards
    assert all("choose a cloth" in line.cannot for line in lines if line.cannot)


def test_ones_own_sheet_and_a_found_wall_are_in_the_row():
    work = made("hung_curtain")
    warm = SheetValues(transmittance=0.5, transmittance_low=0.4, transmittance_high=0.6, tint_red=1.3, tint_blue=0.5)
    curtain = FoundValues(form="curtain", wall_transmittance=0.3, wall_reflectance=0.4)
    shelf = [
        item("sheet", "amber cloth", warm),
        item("found", "attic curtain", curtain, "00000000-0000-0000-0000-000000000008"),
        item("found", "slate", FoundValues(form="board"), "00000000-0000-0000-0000-000000000009"),
    ]
    lines = {line.name: line for line in in_a_row(work.brief, work.design, "sheet", shelf)}
    assert lines["amber cloth"].own
    assert lines["attic curtain"].own
    # no light passes it
    assert "slate" not in lines
    white = lines["cotton bed linen, white"]
    assert lines["amber cloth"].kelvin < white.kelvin - 400.0
    red, _, blue = lines["amber cloth"].colour
    assert red > blue
    assert lines["amber cloth"].ref.version == 3


def test_faces_of_a_bounce_card():
    work = made("bounce_card", brief=brief_for("bounce_card"))
    lines = {line.name: line for line in in_a_row(work.brief, work.design, "face")}
    rows = bounce_faces()
    white, muslin = rows["white_foam_board"], rows["unbleached_muslin_over_board"]
    told = lines[white.name].stops - lines[muslin.name].stops
    assert told == pytest.approx(math.log2(white.reflectance[1] / muslin.reflectance[1]), abs=0.15)
    assert lines[muslin.name].kelvin < lines[white.name].kelvin


def test_what_is_no_material_is_refused():
    work = made("hung_curtain")
    assert set(material_slots(work.design)) == {"sheet"}
    with pytest.raises(InvalidInput, match="Choose a sheet or a face"):
        in_a_row(work.brief, work.design, "width")


def test_it_stops_when_nobody_waits():
    work = made("hung_curtain")
    assert len(in_a_row(work.brief, work.design, "sheet", told=lambda done, total: done < 2)) == 2
