"""Holes and fasteners of every kind: nothing comes out behind, nothing sits at an edge, what is drilled is bought."""

from collections import Counter

import numpy as np
import pytest

from factories import make_shoot
from made_kinds import made
from wenlo.core.errors import WenloError
from wenlo.core.fabrication.fasteners import (
    Batten,
    bolted,
    butt,
    eyes,
    faced,
    lap,
    mitred,
    pocketed,
    round_drill,
    splint,
    tapping_drill,
)
from wenlo.core.fabrication.screws import EDGE, LAP, POCKET, SCREWS, SHORT, SHY, longest_through
from wenlo.core.modifiers.registry import kinds

BATTENS = [
    Batten(width=0.044, thickness=0.018),
    Batten(width=0.045, thickness=0.021),
    Batten(width=0.07, thickness=0.035),
]


def plans(kind):
    """The kind as it starts, and with its lengths drawn at random."""
    shoot, random = make_shoot(), np.random.default_rng(11)
    base = kinds()[kind].start(shoot.brief)
    yield kinds()[kind].build(base, shoot.brief)
    schema = type(base).model_json_schema()["properties"]
    for _ in range(6):
        changes = {
            name: round(
                float(np.clip(getattr(base, name) * random.uniform(0.7, 1.4), row["minimum"], row["maximum"])), 3
            )
            for name, row in schema.items()
            if row.get("type") == "number" and "minimum" in row
        }
        try:
            yield kinds()[kind].build(type(base).model_validate({**base.model_dump(), **changes}), shoot.brief)
        except (WenloError, ValueError):
            continue


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_no_screw_comes_out_and_none_sits_at_an_edge(kind):
    for plan in plans(kind):
        bought = Counter()
        for fitting in plan.fittings:
            bought[fitting.id] += fitting.count
        drilled = Counter()
        for hole in plan.holes:
            screw = SCREWS.get(hole.fastener)
            if screw is not None:
                if hole.longest is not None:
                    assert screw.length <= hole.longest + 1e-9, (hole.name, hole.pieces)
                assert hole.edge >= EDGE * screw.diameter - 1e-9, (hole.name, hole.pieces)
            assert hole.edge <= min((hole.across, *hole.along)) + 1e-9
            # what is drilled through is the same screw as what it is drilled into
            if hole.name != "clearance":
                drilled[hole.fastener] += hole.count
        for fastener, count in drilled.items():
            assert bought[fastener] >= count, fastener


@pytest.mark.parametrize("batten", BATTENS)
def test_a_butt_joint_by_hand(batten):
    clearance, pilot = butt("side", "rail", batten=batten, ends=4)
    assert clearance.count == pilot.count == 8
    # through 44 or 45 mm a screw of 4 × 70 bites 26 or 25, through 70 mm one of 5 × 90 bites 20
    screw = SCREWS["wood_screw" if batten.width < 0.05 else "screw_90"]
    assert clearance.fastener == pilot.fastener == screw.id
    # 4 mm: a hole of 4.2 is drilled as 4, one of 2.4 as 2.5; 5 mm: 5.25 as 5.5 or 5, and 3
    assert clearance.diameter == pytest.approx(screw.diameter * 1.05, abs=2.6e-4)
    assert pilot.diameter == pytest.approx(screw.diameter * 0.6, abs=2.6e-4)
    assert clearance.along == pytest.approx((batten.width / 4, 3 * batten.width / 4))
    assert pilot.depth == pytest.approx(screw.length - batten.width)


@pytest.mark.parametrize("batten", BATTENS)
@pytest.mark.parametrize("board", [0.003, 0.005, 0.010, 0.025])
def test_a_board_is_screwed_on_by_the_longest_that_stays_inside(batten, board):
    hole = faced("S1", size=(1.0, 0.6), board=board, batten=batten)
    room = board + batten.thickness - SHY
    screw = SCREWS[hole.fastener]
    assert screw.length <= room or screw is LAP
    if SHORT.length <= room:
        assert screw is SHORT
    # one every 200 mm at most, all round
    assert hole.count == 2 * (5 + 3)
    assert all(gap <= 0.2 + 1e-9 for gap in hole.along)


@pytest.mark.parametrize("batten", BATTENS)
def test_a_lap_and_a_splint_are_no_thicker_than_their_screws_allow(batten):
    lapped = lap(("rail", "side"), batten=batten, joints=4)
    assert lapped.longest == pytest.approx(batten.thickness - SHY)
    assert lapped.count == 16
    behind = splint(("splint",), batten=batten, joints=2, length=0.3)
    assert behind.longest == pytest.approx(2 * batten.thickness - SHY)
    # two screws on each side of the joint, none on it
    assert sum(place < 0.15 for place in behind.along) == sum(place > 0.15 for place in behind.along) == 2
    assert min(abs(place - 0.15) for place in behind.along) == pytest.approx(0.045)


@pytest.mark.parametrize("batten", BATTENS)
def test_mitres_pockets_bolts_and_eyes_keep_off_the_ends(batten):
    assert mitred(("rail",), batten=batten, joints=4).count == 8
    pocket = pocketed(("rail",), batten=batten, ends=4)
    assert pocket.longest >= POCKET.length
    assert pocket.depth < pocket.along[0] * 1.04
    bolt = bolted(("leg", "foot"), batten=batten, joints=2)
    first, second = bolt.along
    assert first + second == pytest.approx(batten.width)
    assert first >= EDGE * 0.006
    assert bolt.diameter == pytest.approx(0.0065)
    eye = eyes(("rail",), batten=batten, count=4)
    assert eye.along == pytest.approx((0.042,))
    assert eye.depth <= batten.width - SHY


@pytest.mark.parametrize(("diameter", "drill"), [(0.0024, 0.0025), (0.0028, 0.003), (0.0042, 0.004), (0.0044, 0.0045)])
def test_drills_are_sold_in_half_millimetres(diameter, drill):
    assert round_drill(diameter) == pytest.approx(drill)
    assert abs(round_drill(diameter) - diameter) <= 0.00025


@pytest.mark.parametrize(
    ("bolt", "hole"), [(0.004, 0.0033), (0.005, 0.0042), (0.006, 0.005), (0.008, 0.00675), (0.010, 0.0085)]
)
def test_tapping_holes_are_those_of_coarse_threads(bolt, hole):
    assert tapping_drill(bolt) == pytest.approx(hole)


def test_room_for_a_screw_is_what_is_left_over_its_point_and_its_head():
    assert longest_through(0.036) == pytest.approx(0.036 - SHY)
    assert longest_through(0.036, head=0.003) == pytest.approx(0.036 - SHY - 0.003)
    assert longest_through(0.001) == 0.0


def test_the_canvas_of_an_overhead_bounce_has_short_screws():
    bounce = made("overhead_bounce", face="white_foam_board", flagged=False)
    board = next(h for h in bounce.plan.holes if "S1" in h.pieces)
    assert board.fastener == LAP.id
    assert bounce.fittings()["lap_screw"] == board.count
    assert bounce.fittings()["washer"] == board.count
