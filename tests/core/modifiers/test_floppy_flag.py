"""Sheet with a double floppy flag: one cloth twice as high as its frame, and where it hangs."""

import numpy as np
import pytest

from made_kinds import angle, made, middle, sides
from wenlo.core.instructions.assembly_checks import faults


@pytest.mark.parametrize(("width", "height"), [(0.45, 0.9), (0.6, 0.7)])
def test_the_cloth_is_twice_the_frame(width, height):
    flag = made("floppy_flag", flag_width=width, flag_height=height)
    assert flag.covers("heavy_black_flag_cloth") == [pytest.approx((width + 0.1, 2 * height + 0.1))]
    cuts = flag.cuts()
    assert cuts["side of the flag"] == [height] * 2
    assert [c + 2 * 0.044 for c in cuts["rail of the flag"]] == pytest.approx([width] * 2)
    # both sides of the flap and its upper edge
    assert flag.fittings()["hook_and_loop"] == pytest.approx(width + 2 * height)


def test_dropped_it_is_twice_as_high_where_the_floor_leaves_room():
    up, down = (made("floppy_flag", dropped=d, flag_height=0.8, centre_height=1.5) for d in (False, True))
    tall = [sides(f.panel("flag"))[1] for f in (up, down)]
    assert tall == pytest.approx([0.8, 1.6])
    tops = [middle(f.panel("flag"))[2] + t / 2 for f, t in zip((up, down), tall, strict=True)]
    assert tops[0] == pytest.approx(tops[1])


def test_a_long_drop_ends_over_the_floor():
    flag = made("floppy_flag", dropped=True, flag_height=1.2, centre_height=1.0, height=1.2)
    low = middle(flag.panel("flag"))[2] - sides(flag.panel("flag"))[1] / 2
    assert low == pytest.approx(0.02)


@pytest.mark.parametrize("key_angle", [45.0, -60.0, 120.0])
def test_it_stands_square_to_the_sheet_at_the_edge_toward_the_backdrop(key_angle):
    flag = made("floppy_flag", key_angle=key_angle)
    black, sheet = flag.panel("flag"), flag.panel("sheet")
    assert angle(black.normal, sheet.normal) == pytest.approx(90.0)
    assert float((middle(black) - middle(sheet)) @ flag.design.aside) == pytest.approx(flag.design.width / 2 + 0.03)
    assert flag.design.aside[2] == 0.0
    assert np.linalg.norm(flag.design.aside) == pytest.approx(1.0)


def test_a_flag_taller_than_its_place_stands_over_the_floor():
    low = made("floppy_flag", centre_height=0.74, height=0.663, flag_width=0.4, flag_height=1.2, dropped=True)
    built = low.kind.assemble(low.design, low.brief)
    assert faults(built) == ()
    bars = [built.in_the_set(part)[..., 2] for part in built.bars if part.id.startswith("flag/")]
    # 1.2 m of frame and 20 mm under it, where the sheet's top is at 1.07 m
    assert min(float(z.min()) for z in bars) == pytest.approx(0.02, abs=1e-6)
    assert max(float(z.max()) for z in bars) == pytest.approx(1.22, abs=1e-6)
    assert sides(low.panel("flag")) == pytest.approx((0.4, 1.2))
