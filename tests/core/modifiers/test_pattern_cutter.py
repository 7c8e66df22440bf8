"""Pattern cutter: slats, bars and leaves on one card."""

import numpy as np
import pytest

from made_kinds import made, middle, sides
from wenlo.core.modifiers.pattern_cutter import RIM


@pytest.mark.parametrize(("pieces", "share"), [(3, 0.3), (6, 0.5), (11, 0.8)])
def test_slats_are_even_and_take_their_share(pieces, share):
    cutter = made("pattern_cutter", pattern="slats", pieces=pieces, share=share, height=0.6)
    slats = [s for s in cutter.light.surfaces if s.id.startswith("slat")]
    assert len(slats) == pieces
    assert [min(sides(s)) for s in slats] == pytest.approx([0.6 / pieces * share] * pieces)
    _, upward = cutter.design.square
    heights = sorted(float(middle(s) @ upward) for s in slats)
    assert np.diff(heights) == pytest.approx(np.full(pieces - 1, 0.6 / pieces))


def test_window_bars_leave_one_pane_more_than_bars():
    cutter = made("pattern_cutter", pattern="window bars", pieces=2, share=0.4, width=0.6)
    bars = [s for s in cutter.light.surfaces if s.id.startswith("bar")]
    across, _ = cutter.design.square
    places = sorted(float((middle(b) - cutter.design.source_centre) @ across) for b in bars)
    assert places == pytest.approx([-0.1, 0.1])
    assert cutter.panel("cross bar") is not None


@pytest.mark.parametrize("pattern", ["slats", "window bars", "leaves"])
@pytest.mark.parametrize("pieces", [1, 5, 12])
def test_every_piece_lies_on_the_card(pattern, pieces):
    cutter = made("pattern_cutter", pattern=pattern, pieces=pieces, share=0.4)
    across, upward = cutter.design.square
    for piece in cutter.light.surfaces[1:]:
        off = middle(piece) - cutter.design.source_centre
        assert abs(float(off @ across)) <= cutter.design.width / 2 + RIM
        assert abs(float(off @ upward)) <= cutter.design.height / 2 + RIM
    size = pytest.approx((cutter.design.width + 2 * RIM, cutter.design.height + 2 * RIM))
    assert cutter.covers("black_foam_board") == [size]
    (card,) = cutter.plan.templates
    assert card.size == size


def test_the_lamp_is_behind_the_card():
    cutter = made("pattern_cutter", lamp_distance=0.7)
    off = cutter.light.lamps[0].centre - cutter.design.source_centre
    assert float(off @ cutter.design.axis) == pytest.approx(0.7, abs=0.011)
