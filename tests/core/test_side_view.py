"""Drawings of modifiers from their surfaces: projections checked by hand."""

import numpy as np
import pytest

from wenlo.core.catalog.typical import coverings
from wenlo.core.fabrication.parts_list import PartsList
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.kind import Arrangement
from wenlo.core.modifiers.placing import black, bounce, box_walls, layers_of, panel
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.shapes import Disc, Dome, Tube
from wenlo.core.scene.side_view import look_of, plan_view, side_view

A = np.array
UP = A([0.0, 0.0, 1.0])
DESIGN = kinds()["hung_curtain"].parameters(key_angle=90.0)
"""The light comes from the camera's right: along x."""


def drawn(*shapes):
    outlines, _ = side_view(DESIGN, Arrangement(surfaces=shapes, lamps=()))
    return outlines


def spans(points):
    return points.max(axis=0) - points.min(axis=0)


def test_panel_seen_edge_on_is_a_line_and_one_along_the_view_an_oblong():
    facing = panel("sheet", centre=A([1.0, 0, 1.5]), across=A([0.0, 1.2, 0]), upward=UP * 0.8, surface=black("velvet"))
    along = panel("flag", centre=A([1.0, 0, 1.5]), across=A([0.6, 0, 0]), upward=UP * 0.4, surface=black("velvet"))
    line, oblong = drawn(facing, along)
    assert line.points == pytest.approx(A([[1.0, 1.1], [1.0, 1.9]])) or line.points == pytest.approx(
        A([[1.0, 1.9], [1.0, 1.1]])
    )
    assert len(oblong.points) == 4
    assert spans(oblong.points) == pytest.approx([0.6, 0.4])


def test_cone_is_a_trapezium_ball_and_disc_keep_their_width():
    surface = black("velvet")
    cone = Tube(
        id="cone", base=A([1.0, 0, 1]), axis=A([1.0, 0, 0]), length=0.5, radius=0.4, end_radius=0.1, surface=surface
    )
    ball = Dome(id="ball", centre=A([0.0, 0, 1]), radius=0.25, surface=surface)
    disc = Disc(id="disc", centre=A([0.0, 0, 1]), axis=A([1.0, 0, 0]), radius=0.3, surface=surface)
    trapezium, circle, line = drawn(cone, ball, disc)
    assert spans(trapezium.points) == pytest.approx([0.5, 0.8], rel=0.02)
    near = trapezium.points[trapezium.points[:, 0] > 1.49]
    assert spans(near)[1] == pytest.approx(0.2, rel=0.02)
    assert spans(circle.points) == pytest.approx([0.5, 0.5], rel=0.05)
    assert len(line.points) == 2
    assert spans(line.points) == pytest.approx([0.0, 0.6], rel=0.02, abs=1e-9)


def test_plan_shows_what_stands_to_the_right_and_behind():
    far = panel("far", centre=A([1.0, 2.0, 1]), across=A([0.5, 0, 0]), upward=UP, surface=black("velvet"))
    outlines, _ = plan_view(Arrangement(surfaces=(far,), lamps=()))
    assert outlines[0].points.mean(axis=0) == pytest.approx([1.0, 2.0])


def test_looks_tell_cloth_mirror_white_and_black():
    looks = [
        look_of(s)
        for s in (
            layers_of("bleached_muslin", 1, None),
            bounce("foil_flat"),
            bounce("white_foam_board"),
            black("velvet"),
        )
    ]
    assert looks == ["sheet", "mirror", "white", "black"]


def test_walls_of_a_box_look_inward_and_close_it():
    walls = box_walls(
        centre=A([0.0, 0, 1]),
        across=A([0.6, 0, 0]),
        upward=A([0.0, 0, 0.4]),
        back=A([0.0, 1, 0]),
        depth=0.3,
        surface=bounce("white_foam_board"),
        closed=True,
        behind=bounce("white_foam_board"),
    )
    assert len(walls) == 5
    inside = A([0.0, 0.15, 1.0])
    for wall in walls:
        middle = wall.origin + (wall.edge_u + wall.edge_v) / 2
        assert float(wall.normal @ (inside - middle)) > 0.0
    assert sum(w.area for w in walls) == pytest.approx(2 * 0.3 * (0.6 + 0.4) + 0.6 * 0.4)


@pytest.mark.parametrize(
    ("width", "height", "strips", "length"), [(1.0, 1.0, 1, 1.0), (2.0, 1.0, 1, 2.0), (2.0, 2.0, 2, 4.0)]
)
def test_cloth_is_bought_by_the_strip_from_its_roll(width, height, strips, length):
    work = PartsList(carrying_length=2.0)
    work.cover("heavy_black_flag_cloth", width, height, note="")
    (piece,) = work.cloth
    row = coverings()["heavy_black_flag_cloth"]
    assert row.width == 1.5
    assert piece.strips == strips
    assert piece.buy_length == pytest.approx(length)
    assert piece.price == pytest.approx(length * row.price)
    assert piece.mass == pytest.approx(width * height * row.mass_per_area)


def test_boards_are_bought_whole_once_all_their_pieces_are_known():
    work = PartsList(carrying_length=2.0)
    work.cover("white_foam_board", 0.7, 0.5, count=3, note="")
    lines = {line.name: line for line in work_out(work.plan("boards")).shopping}
    board = coverings()["white_foam_board"]
    # three quarters of a board: one is bought
    assert lines[board.name].amount.startswith("1 board")
    assert lines[board.name].price == pytest.approx(board.price)


def test_a_batten_longer_than_can_be_carried_is_joined():
    work = PartsList(carrying_length=1.0)
    work.bar("rail", 1.8, 1, "", "width")
    assert [p.cut for p in work.members.pieces if not p.name.startswith("splint")] == pytest.approx([0.9, 0.9])
    assert any(f.id == "splint_screw" for f in work.plan("x").fittings)
