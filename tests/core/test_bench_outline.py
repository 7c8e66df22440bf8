"""Outlines out of made-up photographs of known things: straight from above, aslant, through files; and back into
templates.
"""

import math

import numpy as np
import pytest
from scipy import ndimage

from photographs import photographed
from wenlo.core.calibration.bench.outline import homography, measure_outline, scale_of, trace
from wenlo.core.calibration.shots import Area
from wenlo.core.catalog.bench_readings import OutlineBench
from wenlo.core.errors import Impossible, InvalidInput
from wenlo.formats.measured_photograph import read_photograph

SIZE = (1200, 900)
BOX = Area(x=0.3, y=0.2, width=0.4, height=0.6)


def shown(thing, *, ground=0.7, dark=0.05, **how):
    """A photograph of what ``thing`` (a mask) covers, on a light ground."""
    light = np.where(thing, dark, ground)
    return read_photograph(
        photographed(ndimage.gaussian_filter(light, 1.0), **{"form": "JPEG", "noise": 0.004, **how})
    ).encoded


def disc(radius, centre=(600.0, 450.0)):
    y, x = np.mgrid[0 : SIZE[1], 0 : SIZE[0]]
    return (x + 0.5 - centre[0]) ** 2 + (y + 0.5 - centre[1]) ** 2 < radius**2


def found_of(traced):
    return {f.key: f for f in measure_outline(OutlineBench(points=list(traced.points), error=traced.error)).figures}


@pytest.mark.parametrize(("ground", "dark"), [(0.7, 0.05), (0.05, 0.6), (0.4, 0.2)])
def test_a_round_tub_under_a_ruler(ground, dark):
    # 2000 pixels a metre: a disc of 150 pixels is 75 mm in radius
    matrix, spread = scale_of(SIZE, ruler=[(0.1, 0.9), (0.1 + 400 / 1200, 0.9)], length=0.2)
    traced = trace(shown(disc(150.0), ground=ground, dark=dark), BOX, matrix, spread)
    for key in ("outer_width", "outer_height"):
        figure = found_of(traced)[key]
        assert figure.value == pytest.approx(0.15, abs=traced.error)
    assert traced.error < 0.003
    assert found_of(traced)["around"].value == pytest.approx(math.pi * 0.15, rel=0.01)
    assert np.allclose(np.array(traced.points).min(axis=0), 0.0)
    assert any("It is round" in w for w in measure_outline(OutlineBench(points=list(traced.points))).words)
    # over the picture it lies where the tub is
    seen = np.array(traced.seen) * SIZE
    assert np.linalg.norm(seen - [600.0, 450.0], axis=1) == pytest.approx(np.full(len(seen), 150.0), abs=2.0)


def test_an_oval_and_a_square_are_not_called_round():
    turn = np.linspace(0.0, 2.0 * math.pi, 60, endpoint=False)
    for across, up, is_round in ((0.05, 0.05, True), (0.053, 0.037, False)):
        points = [(float(across * math.cos(t)), float(up * math.sin(t))) for t in turn]
        words = " ".join(measure_outline(OutlineBench(points=points)).words)
        assert ("It is round" in words) == is_round
    square = measure_outline(OutlineBench(points=[(0.0, 0.0), (0.1, 0.0), (0.1, 0.1), (0.0, 0.1)]))
    assert not any("round" in w for w in square.words)


def test_a_sheet_of_paper_straightens_a_picture_taken_aslant():
    # the table is seen through a known homography; the thing is an oblong of 120 × 80 mm with its lower left corner at
    # (90, -150)
    corners = [(0.2, 0.15), (0.82, 0.22), (0.9, 0.85), (0.12, 0.8)]
    matrix, spread = scale_of(SIZE, corners=corners, paper=(0.297, 0.21))
    y, x = np.mgrid[0 : SIZE[1], 0 : SIZE[0]] + 0.5
    table = np.column_stack([x.ravel(), y.ravel(), np.ones(x.size)]) @ matrix.T
    u, v = (table[:, k] / table[:, 2] for k in (0, 1))
    thing = ((u > 0.09) & (u < 0.21) & (v > -0.15) & (v < -0.07)).reshape(x.shape)
    traced = trace(shown(thing), Area(x=0.25, y=0.25, width=0.6, height=0.55), matrix, spread)
    figures = found_of(traced)
    assert figures["outer_width"].value == pytest.approx(0.12, abs=traced.error)
    assert figures["outer_height"].value == pytest.approx(0.08, abs=traced.error)
    assert traced.error < 0.003


def test_a_homography_takes_its_corners_to_where_they_are_either_way_round():
    seen = [(10.0, 20.0), (400.0, 35.0), (420.0, 300.0), (5.0, 280.0)]
    true = [(0.0, 0.0), (0.3, 0.0), (0.3, -0.2), (0.0, -0.2)]
    matrix = homography(seen, true)
    for (x, y), want in zip(seen, true, strict=True):
        a, b, c = matrix @ [x, y, 1.0]
        assert (a / c, b / c) == pytest.approx(want, abs=1e-9)
    shares = [(x / SIZE[0], y / SIZE[1]) for x, y in seen]
    areas = []
    for order in (shares, shares[::-1]):
        m, _ = scale_of(SIZE, corners=order, paper=(0.3, 0.2))
        points = np.array([[x * SIZE[0], y * SIZE[1], 1.0] for x, y in shares]) @ m.T
        flat = points[:, :2] / points[:, 2:]
        # not mirrored: what is clockwise in a picture, whose y goes down, is clockwise on the table
        areas.append(0.5 * float(np.sum(flat[:, 0] * np.roll(flat[:, 1], -1) - np.roll(flat[:, 0], -1) * flat[:, 1])))
    assert areas[0] == pytest.approx(areas[1]) == pytest.approx(-0.06)


def test_what_cannot_be_traced_is_refused_with_words():
    matrix, spread = scale_of(SIZE, ruler=[(0.1, 0.9), (0.4, 0.9)], length=0.2)
    with pytest.raises(Impossible, match="stands out"):
        trace(shown(disc(0.0)), BOX, matrix, spread)
    with pytest.raises(Impossible, match="reaches the rim"):
        trace(shown(disc(150.0, (500.0, 200.0))), Area(x=0.3, y=0.2, width=0.3, height=0.3), matrix, spread)
    with pytest.raises(Impossible, match="too small"):
        trace(shown(disc(150.0)), Area(x=0.3, y=0.2, width=0.01, height=0.01), matrix, spread)
    with pytest.raises(Impossible, match="encloses nothing"):
        measure_outline(OutlineBench(points=[(0.0, 0.0), (0.1, 0.0), (0.2, 0.0)]))
    for marks in (
        {},
        {"corners": [(0.1, 0.1)] * 4},
        {"ruler": [(0.1, 0.1), (0.1, 0.1)], "length": 0.2},
        {"corners": [(0.1, 0.1), (0.5, 0.5), (0.9, 0.9), (0.1, 0.9)]},
    ):
        with pytest.raises(InvalidInput):
            scale_of(SIZE, **marks)
