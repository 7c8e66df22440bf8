"""Flexed acrylic table: flat part and bend of one sheet that can be bought."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made, middle, sides
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.flexed_sheet import spring_force
from wenlo.core.optics.shapes import Tube


@pytest.mark.parametrize(("flat", "bend"), [(0.5, 0.6), (0.3, 0.8), (0.85, 0.7)])
def test_the_sheet_is_the_flat_part_and_a_quarter_of_the_circle(flat, bend):
    table = made("acrylic_table", flat=flat, bend=bend, width=0.8)
    # along the middle of its 2 mm, which neither stretches nor shrinks
    assert table.covers("opal_acrylic_3_mm") == [pytest.approx((0.8, flat + (bend + 0.001) * math.pi / 2))]
    tube = next(s for s in table.light.surfaces if isinstance(s, Tube))
    assert (tube.radius, tube.length, tube.span) == pytest.approx((bend, 0.8, math.pi / 2))
    # the bend begins where the flat part ends, and as low
    ground = table.panel("ground")
    back = middle(ground)[1] + flat / 2
    assert np.asarray(tube.base)[1] == pytest.approx(back)
    assert np.asarray(tube.base)[2] - bend == pytest.approx(table.design.table)


@pytest.mark.parametrize(
    ("changes", "path"),
    [({"width": 1.2, "flat": 0.6}, "design.width"), ({"width": 0.9, "flat": 1.2, "bend": 0.9}, "design.bend")],
)
def test_a_sheet_larger_than_it_is_sold_is_refused(changes, path):
    with pytest.raises(Impossible, match="a joint would show") as caught:
        made("acrylic_table", **changes)
    assert caught.value.fields[0].path == path


def test_it_begins_no_wider_than_it_can_be_made():
    far = made("acrylic_table", brief=brief_for("acrylic_table", brief__camera__distance=3.0))
    assert far.design.width == 1.0
    assert far.covers("opal_acrylic_3_mm")


def test_lamps_above_and_below():
    table = made("acrylic_table", under=2.0, under_distance=0.4, over=0.5, lamp_distance=0.3)
    above, below = table.light.lamps
    assert above.centre[2] == pytest.approx(table.design.table + 0.5 + 0.3, abs=0.01)
    assert below.centre[2] == pytest.approx(table.design.table - 0.4, abs=0.01)
    assert above.normal[2] < -0.9
    assert below.normal[2] > 0.9
    assert below.amount == pytest.approx(2.0 * above.amount)
    assert sides(table.panel("sheet")) == pytest.approx((table.design.over_size, table.design.over_size))


@pytest.mark.parametrize("acrylic", ["opal_acrylic_3_mm", "acrylic_3_mm_matt_one_side"])
@pytest.mark.parametrize("gloss_up", [False, True])
def test_the_gloss_lies_where_it_is_said(acrylic, gloss_up):
    table = made("acrylic_table", acrylic=acrylic, gloss_up=gloss_up)
    surface = table.panel("ground").surface
    assert (surface.gloss_front is not None) == gloss_up
    assert (surface.gloss_back is not None) == (not gloss_up)
    assert len(table.covers(acrylic)) == 1


def own_acrylic(thickness):
    sold = {"form": "board", "roll_width": 1.22, "board_length": 2.44, "thickness": thickness, "mass_per_area": 3.6}
    item = {"item": "2f6f3a52-2f1c-4c39-9c3c-0b8f6f0c5a11", "version": 1, "name": "sheet from the old window"}
    return {**item, "values": {"transmittance": 0.5, "reflectance": 0.4, **sold}}


def test_a_sheet_of_ones_own_is_as_thick_as_it_is():
    table = made("acrylic_table", acrylic=own_acrylic(0.003), thickness=0.0015, bend=1.0, flat=0.5)
    assert table.design.thickness == 0.003
    # by hand: E w t³ / 12 R², 3.2 GPa, 1 m, 3 mm, bent to 1 m
    assert spring_force(table.design) == pytest.approx(3.2e9 * table.design.width * 27e-9 / 12.0)
    # its middle is a millimetre and a half outside of the bend
    (cut,) = table.covers("own_2f6f3a52-2f1c-4c39-9c3c-0b8f6f0c5a11")
    assert max(cut) == pytest.approx(0.5 + (1.0 + 0.0015) * math.pi / 2, abs=1e-6)
    # what hardly bends is refused, and said at its thickness
    with pytest.raises(ValidationError, match="thickness"):
        made("acrylic_table", acrylic=own_acrylic(0.0137))
    # a generic sheet is taken as thick as is wanted
    assert made("acrylic_table", thickness=0.0015).design.thickness == 0.0015
