"""Rod softbox: eight gores, their rods, the cone and its mouth."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import made
from wenlo.core.modifiers.rod_softbox import THROAT
from wenlo.core.optics.shapes import Tube


@pytest.mark.parametrize(("width", "depth"), [(0.6, 0.3), (1.2, 0.7)])
def test_gores_close_into_the_cone(width, depth):
    box = made("rod_softbox", width=width, depth=depth)
    slant = math.hypot(depth, width / 2 - THROAT)
    gores = box.covers("silver_cloth")
    assert len(gores) == 8
    assert box.covers("black_cotton") == gores
    # without their seams, side by side they go once round the mouth and once round the throat
    (seams,) = [np.array(t.folds) for t in box.plan.templates]
    foot, head = (float(seams[1, k, 0] - seams[0, k, 0]) for k in (0, 1))
    assert (8 * foot, 8 * head) == pytest.approx((math.pi * width, 2 * math.pi * THROAT))
    assert seams[0, 1, 1] - seams[0, 0, 1] == pytest.approx(slant)
    assert box.fittings()["fibre_rod"] == pytest.approx(8 * (slant + 0.05))


def test_the_cone_narrows_to_the_throat():
    box = made("rod_softbox", width=0.8, depth=0.4)
    cone = next(s for s in box.light.surfaces if isinstance(s, Tube))
    assert (cone.radius, cone.end_radius, cone.length) == pytest.approx((0.4, THROAT, 0.4))
    assert np.asarray(cone.base) == pytest.approx(box.design.source_centre)
    lamp = float((box.light.lamps[0].centre - box.design.source_centre) @ box.design.direction)
    assert lamp == pytest.approx(0.39)


@pytest.mark.parametrize(("width", "depth"), [(0.6, 0.3), (1.2, 0.2), (1.6, 1.0)])
def test_the_gore_comes_out_of_the_piece_that_is_cut_for_it(width, depth):
    box = made("rod_softbox", width=width, depth=depth)
    (gore,) = box.plan.templates
    outline, seams = np.array(gore.outline), np.array(gore.folds)
    assert np.ptp(outline, axis=0) == pytest.approx(box.covers("silver_cloth")[0])
    # 20 mm of cloth beside the seam, square to it, all along
    (x0, y0), (x1, y1) = seams[1]
    along = np.array([x1 - x0, y1 - y0]) / math.hypot(x1 - x0, y1 - y0)
    for corner in (outline[1], outline[2]):
        off = corner - seams[1, 0]
        assert abs(float(off[0] * along[1] - off[1] * along[0])) == pytest.approx(0.02)


@pytest.mark.parametrize("layers", [1, 2, 3])
def test_each_layer_is_cut_round_with_its_own_rim(layers):
    box = made("rod_softbox", layers=layers, width=0.8)
    assert box.covers(box.design.sheet) == [pytest.approx((0.9, 0.9))] * layers
    assert box.fittings()["hook_and_loop"] == pytest.approx(math.pi * 0.8)


def test_a_board_is_not_sewn():
    with pytest.raises(ValidationError, match="choose a cloth or a foil"):
        made("rod_softbox", lining="white_foam_board")
