"""Hidden lines by hand: an edge behind a plate, before it, beside it; and pictures of steps that show what is added."""

import math

import numpy as np
import pytest

from made_kinds import brief_for, made
from wenlo.core.instructions.drawing_scene import MOST_LINES, scene_of
from wenlo.core.instructions.hidden_lines import depth_of, seen_parts, seen_shares
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.instructions.step_pictures import LEAST_SEEN, fitted_in, parts_by_step, step_pictures
from wenlo.core.modifiers.registry import kinds

PLATE = np.array([[20.0, 20.0, 50.0], [60.0, 20.0, 50.0], [60.0, 60.0, 50.0], [20.0, 60.0, 50.0]])
BUFFER = depth_of(PLATE, np.array([[0, 1, 2], [0, 2, 3]]), 100, 100)


def edge(depth, start=5.0, end=95.0):
    return np.array([[start, 40.0, depth]]), np.array([[end, 40.0, depth]])


def test_the_buffer_is_as_deep_as_the_plate_and_open_beside_it():
    assert BUFFER[40, 40] == pytest.approx(50.0)
    assert np.isinf(BUFFER[5, 5])
    assert np.isfinite(BUFFER).sum() == pytest.approx(40 * 40, rel=0.05)


def test_a_slanting_plate_is_as_deep_as_its_plane():
    points = np.array([[0.0, 0.0, 0.0], [90.0, 0.0, 90.0], [0.0, 90.0, 0.0]])
    depth = depth_of(points, np.array([[0, 1, 2]]), 100, 100)
    assert depth[10, 30] == pytest.approx(30.5)


def test_an_edge_behind_is_hidden_where_the_plate_is():
    (parts,) = seen_parts(BUFFER, *edge(80.0))
    assert [round(5 + 90 * v) for pair in parts for v in pair] == pytest.approx([5, 20, 60, 95], abs=4)
    assert seen_shares(BUFFER, *edge(80.0))[0] == pytest.approx(50 / 90, abs=0.06)


@pytest.mark.parametrize("depth", [10.0, 50.0])
def test_an_edge_before_the_plate_or_on_it_is_seen_whole(depth):
    assert seen_parts(BUFFER, *edge(depth)) == [[(0.0, 1.0)]]


def test_no_edges_no_lines():
    assert seen_parts(BUFFER, np.zeros((0, 3)), np.zeros((0, 3))) == []


def fitted(kind):
    brief = brief_for(kind)
    design = kinds()[kind].start(brief)
    jobs = plan_build(kinds()[kind].build(design, brief), brief.workshop).schedule.jobs
    return kinds()[kind].assemble(design, brief), fitted_in(jobs)


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_each_part_is_added_once_and_enough_of_it_is_seen(kind):
    assembly, jobs = fitted(kind)
    added = [id for step in parts_by_step(assembly, jobs) for id in step]
    assert sorted(added) == sorted(part.id for part in assembly.parts)
    for step, picture in zip(parts_by_step(assembly, jobs), step_pictures(assembly, jobs), strict=True):
        if not step:
            assert picture is None
            continue
        assert set(picture.shown) == set(step)
        # what lies behind other things in every view is drawn through them
        assert bool(picture.behind) == (min(picture.shown.values()) < LEAST_SEEN)
        assert picture.added or picture.behind


def test_glue_is_drawn_at_bonded_corners_and_hands_where_several_people_hold():
    assembly, jobs = fitted("book_light")
    pictures = [p for p in step_pictures(assembly, jobs) if p is not None]
    # four corners of the page are glued in one step, none where cloth is stapled or a board is taped
    assert [len(p.glue) for p in pictures if p.glue] == [4]
    assert not any(p.hands for p in pictures)
    together = [p for p in step_pictures(assembly, jobs, people=[2] * len(jobs)) if p is not None]
    for picture in together:
        (ax, ay), (bx, by) = picture.hands
        assert abs(ax - bx) + abs(ay - by) > 20.0
        assert all(0.0 <= x <= picture.width and 0.0 <= y <= picture.height for x, y in picture.hands)


def test_cells_are_drawn_on_both_faces_and_never_closer_than_can_be_told_apart():
    for cell, pitch in ((0.06, 0.06), (0.006, 0.43 / MOST_LINES)):
        grid = made("cell_grid", width=0.43, height=0.23, cell=cell, depth=0.04, cells="printed hexagons")
        built = grid.kind.assemble(grid.design, grid.brief)
        cells = built.by_id["grid/cells"]
        drawn = next(d for d in scene_of(built) if d.part.id == cells.id)
        plain = len(cells.body.to_mesh().vert_properties)
        lines = len(drawn.points[plain:]) // 2
        # by hand: what stands between the cells both ways, on two faces
        assert lines == 2 * (math.ceil(0.43 / pitch - 1e-9) - 1 + math.ceil(0.23 / pitch - 1e-9) - 1)
        own = cells.pose.own(drawn.points[plain:])
        assert set(np.round(own[:, 2], 9)) == {0.0, 0.04}
        assert np.abs(own[:, 0]).max() <= 0.215 + 1e-9
    sheet = next(d for d in scene_of(built) if d.part.id == "grid/sheet")
    assert len(sheet.points) == len(sheet.part.body.to_mesh().vert_properties)
