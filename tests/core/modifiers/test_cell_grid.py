"""Cell grid: straws, a slotted lattice or printed tiles, each as many as fill the frame."""

import math

import numpy as np
import pytest

from made_kinds import made, middle
from wenlo.core.brief.workshop import Workshop
from wenlo.core.errors import Impossible
from wenlo.core.instructions.plan_build import plan_build as making
from wenlo.core.instructions.solids import printed
from wenlo.core.modifiers.cell_channel import channel
from wenlo.core.modifiers.cells import MOST_CELLS, tiles_of
from wenlo.messages.steps import step_words


@pytest.mark.parametrize(("width", "height"), [(0.4, 0.6), (0.9, 0.5)])
def test_battens_and_printed_corners_make_the_frame(width, height):
    grid = made("cell_grid", width=width, height=height)
    # the cells fill what is asked for; over it come the other batten and the wall of the corner, with its play
    over = 2 * (0.018 + 0.0024 + 0.0003)
    assert [c + 2 * channel(0.018) for c in grid.cuts()["upright of the channel"]] == pytest.approx([height + over] * 2)
    assert [c + 2 * channel(0.018) for c in grid.cuts()["rail of the channel"]] == pytest.approx([width + over] * 2)
    corner = next(p for p in grid.plan.prints if p.form == "channel_corner")
    assert (corner.count, corner.sizes["corner"]) == (4, channel(0.018))


def test_straws_are_bought_by_the_pack():
    grid = made("cell_grid", cells="straws", width=0.3, height=0.3, cell=0.006, depth=0.02)
    # staggered rows: one straw for each cell² √3/2
    straws = 0.3 * 0.3 / (0.006**2 * math.sqrt(3.0) / 2.0)
    assert grid.fittings()["straw_pack"] == pytest.approx(straws / 10 / 100, abs=1.0)
    assert any(p.form == "stop_jig" and p.sizes["length"] == 0.02 for p in grid.plan.prints)


@pytest.mark.parametrize(("cell", "covering"), [(0.02, "black_card"), (0.05, "black_foam_board")])
def test_a_lattice_has_a_strip_between_all_cells(cell, covering):
    grid = made("cell_grid", cells="card lattice", width=0.6, height=0.4, cell=cell, depth=0.03)
    strips = grid.covers(covering)
    assert strips.count((0.6, 0.03)) == round(0.4 / cell) - 1
    assert strips.count((0.4, 0.03)) == round(0.6 / cell) - 1
    assert len(strips) == round(0.4 / cell) + round(0.6 / cell) - 2
    level = next(t for t in grid.plan.templates if t.name == "lattice strip, level")
    # a slot for every strip that crosses it
    assert len(level.outline) == 4 + 4 * (round(0.6 / cell) - 1)


def test_a_lattice_of_tiny_cells_is_refused_at_its_field():
    with pytest.raises(Impossible, match="not slotted by hand") as caught:
        made("cell_grid", cells="card lattice", cell=0.004)
    assert caught.value.fields[0].path == "design.cell"


@pytest.mark.parametrize(("cell", "width", "height"), [(0.006, 0.7, 0.5), (0.012, 0.3, 0.3), (0.002, 0.2, 0.1)])
def test_printed_tiles_fill_the_frame_and_hold_their_cells(cell, width, height):
    grid = made("cell_grid", cells="printed hexagons", cell=cell, width=width, height=height)
    assert not grid.covers("black_card")
    (wide, tall), count = tiles_of(grid.design)
    assert wide * tall * count == pytest.approx(width * height)
    spec = next(p for p in grid.plan.prints if p.form == "honeycomb")
    assert spec.count == count
    tile = printed(spec).solid
    assert tile.edges_closed
    assert tile.size == pytest.approx((wide, tall, grid.design.depth), abs=1e-7)
    # open is what the light is told to pass, but for the rim round the tile
    open_share = 1.0 - tile.volume / (wide * tall * grid.design.depth)
    rim = 2.0 * spec.sizes["wall"] * (wide + tall) / (wide * tall)
    assert open_share == pytest.approx(grid.design.open_share, abs=rim)
    assert wide * tall / (cell**2 * math.sqrt(3.0) / 2.0) <= MOST_CELLS + 1


def test_cells_are_printed_while_the_battens_are_cut():
    grid = made("cell_grid", cells="printed hexagons", width=0.4, height=0.4)
    jobs = making(grid.plan, Workshop()).schedule.jobs
    by_id = {job.step.id: job for job in jobs}
    prints, cut = by_id["print-the-cells"], by_id["cut-the-bars"]
    assert prints.step.wait > 10 * prints.step.minutes
    assert "Bar 1" not in step_words(prints.step).text
    assert all(piece.label in step_words(cut.step).text for piece in grid.plan.pieces)
    # whoever cuts does not wait for the printer, whoever fills the frame does
    assert cut.start < prints.start + prints.step.wait <= by_id["fill-the-frame"].start


def test_cells_stand_before_the_sheet_on_the_subjects_side():
    grid = made("cell_grid", depth=0.03)
    off = middle(grid.panel("cells")) - middle(grid.panel("sheet"))
    assert off == pytest.approx(-grid.design.direction * 0.04)
    assert np.linalg.norm(grid.panel("cells").edge_u) == pytest.approx(np.linalg.norm(grid.panel("sheet").edge_u))
