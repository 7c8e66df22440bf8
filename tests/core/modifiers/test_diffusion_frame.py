"""Diffusion frame: pipe, tube or timber add up to the outside that was designed, whatever the joints."""

import math

import numpy as np
import pytest

from made_kinds import made, middle, sides
from wenlo.core.catalog.bars import bar_types, bars_of
from wenlo.core.errors import Impossible
from wenlo.core.instructions.assembly_checks import faults

SIZE = {"width": 1.0, "height": 1.3, "top_height": 1.9}


@pytest.mark.parametrize("material", sorted(bar.id for bar in bars_of("pipe")))
@pytest.mark.parametrize("glued", [False, True])
def test_pipe_and_fittings_make_the_outside(material, glued):
    frame = made("diffusion_frame", **SIZE, structure="pipe", material=material, glued=glued)
    pipe = bar_types()[material]
    # glued pipe goes home, dry pipe half-way into the socket
    past = pipe.pipe.take_off + (0.0 if glued else pipe.pipe.socket / 2)
    for name, outside in (("rail", 1.0), ("side", 1.3)):
        # from middle line to middle line, half a pipe on each side
        assert [c + 2 * past + pipe.width for c in frame.cuts()[name]] == pytest.approx([outside] * 2, abs=1e-3)


@pytest.mark.parametrize(
    ("joint", "rails"),
    [("butt", [0.912, 0.912]), ("half_lap", [1.0, 1.0]), ("mitre", [1.0, 0.912]), ("pocket_screw", [0.912, 0.912])],
)
def test_timber_makes_the_outside(joint, rails):
    frame = made("diffusion_frame", **SIZE, structure="timber", material="softwood_18_44", timber_joint=joint)
    cuts = frame.cuts()
    # a batten of 44 mm on each side where the rail goes between them
    assert cuts["rail"] == pytest.approx(rails)
    # uprights reach the floor, in two lengths that can be carried
    assert sum(cuts["upright"]) == pytest.approx(2 * 1.9)
    assert max(cuts["upright"]) <= frame.brief.carrying_length


@pytest.mark.parametrize("layers", [1, 2, 3])
@pytest.mark.parametrize("gap", [0.0, 0.15])
def test_each_layer_is_cut_and_hangs_in_its_place(layers, gap):
    frame = made("diffusion_frame", **SIZE, layers=layers, layer_gap=gap, sheet="bleached_muslin")
    sheets = [s for s in frame.light.surfaces if s.id.startswith("sheet")]
    assert len(frame.covers("bleached_muslin")) == layers
    if gap > 0.0 and layers > 1:
        off = [float((middle(s) - middle(sheets[0])) @ frame.design.direction) for s in sheets]
        assert np.abs(np.diff(off)) == pytest.approx(np.full(len(sheets) - 1, gap))
    assert all(sides(s) == pytest.approx((1.0, 1.3)) for s in sheets)


def test_it_hangs_from_the_top_height():
    frame = made("diffusion_frame", **SIZE)
    assert middle(frame.panel("sheet"))[2] == pytest.approx(1.9 - 0.65)
    feet = [h.place for h in frame.kind.holds(frame.design, 4.0)]
    assert np.linalg.norm(feet[0] - feet[1]) == pytest.approx(1.0)
    assert all(f[2] == 0.0 for f in feet)


def test_a_board_larger_than_it_is_sold_is_refused():
    with pytest.raises(Impossible, match="comes in boards of") as caught:
        made("diffusion_frame", width=1.2, height=1.2, sheet="opal_acrylic_3_mm")
    assert caught.value.fields[0].path == "design.sheet"
    small = made("diffusion_frame", width=0.9, height=0.9, sheet="opal_acrylic_3_mm")
    assert small.covers("opal_acrylic_3_mm") == [pytest.approx((0.9, 0.9))]
    assert math.isfinite(sum(p.mass for p in small.plan.cloth))


BOARD = {"sheet": "acrylic_3_mm_matt_one_side", "width": 0.6, "height": 0.6}


@pytest.mark.parametrize(
    ("structure", "material", "depth"),
    # 1 in pipe: 33.4 mm and 3.5 mm of fitting on both sides; cubes are as thick as their tube; battens lie flat
    [("pipe", "pvc_one_inch", 0.0404), ("tube", "aluminium_25_mm", 0.025), ("timber", "softwood_18_44", 0.018)],
)
def test_boards_lie_on_the_outsides_of_their_frames(structure, material, depth):
    made_of = {**BOARD, "structure": structure, "material": material}
    one = made("diffusion_frame", **made_of)
    built = one.kind.assemble(one.design, one.brief)
    assert faults(built) == ()
    sheet = built.by_id["sheet.1"]
    assert float(sheet.box[1, 1]) == pytest.approx(-depth / 2, abs=1e-9)
    # two of them, 150 mm from plane to plane: the second is behind its frame, clear of the spacers
    two = made("diffusion_frame", **made_of, layers=2, layer_gap=0.15)
    built = two.kind.assemble(two.design, two.brief)
    assert faults(built) == ()
    first, second = built.by_id["sheet.1"], built.by_id["sheet.2"]
    assert float(second.box[1, 1] - first.box[1, 1]) == pytest.approx(0.15)
    rail = built.by_id["layer.2/rail.top"]
    assert float(second.box[0, 1] - (rail.box[0, 1] + rail.box[1, 1]) / 2) == pytest.approx(depth / 2, abs=1e-4)


def test_boards_that_find_no_room_are_refused_at_their_field():
    with pytest.raises(Impossible, match="at most two layers") as three:
        made("diffusion_frame", **BOARD, layers=3, layer_gap=0.2)
    assert [f.path for f in three.value.fields] == ["design.layers"]
    # 40.4 + 40.4 + 20 mm of spacer + 3 mm of board
    with pytest.raises(Impossible, match="at least 104 mm apart") as near:
        made("diffusion_frame", **BOARD, layers=2, layer_gap=0.1)
    assert [f.path for f in near.value.fields] == ["design.layer_gap"]
