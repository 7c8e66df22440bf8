"""Light tent: battens, sheets and feet by hand; what its far side does."""

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import made, middle, sides
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.modifiers.slots import slots_of
from wenlo.messages.steps import step_words


@pytest.mark.parametrize(("width", "height", "depth"), [(0.5, 0.4, 0.6), (0.9, 1.2, 0.7)])
def test_legs_and_rails_make_the_box_that_was_designed(width, height, depth):
    tent = made("light_tent", width=width, height=height, depth=depth)
    cuts = tent.cuts()
    assert cuts["leg"] == [height] * 4
    # a rail ends at two legs of 18 mm
    assert cuts["rail, left to right"] == pytest.approx([width - 2 * 0.018] * 3)
    # the other way they are 44 mm deep
    assert cuts["rail, front to back"] == pytest.approx([depth - 2 * 0.044] * 4)
    # two screws at each end of every rail
    assert tent.fittings()["wood_screw"] == 2 * 2 * 7


def test_every_side_has_its_own_sheet():
    tent = made("light_tent", width=0.5, height=0.4, depth=0.6, sheet="bleached_muslin")
    assert sorted(tent.covers("bleached_muslin")) == [
        pytest.approx(c) for c in ((0.58, 0.68), (0.68, 0.48), (0.68, 0.48))
    ]
    assert sides(tent.panel("sheet")) == pytest.approx((0.4, 0.6))
    assert sides(tent.panel("top")) == pytest.approx((0.5, 0.6))


@pytest.mark.parametrize(
    ("far", "covering"), [("white card", "white_foam_board"), ("black card", "black_foam_board"), ("open", None)]
)
def test_the_far_side_is_built_as_it_lights(far, covering):
    tent = made("light_tent", far_side=far, top="open")
    names = {surface.id for surface in tent.light.surfaces}
    assert "top" not in names
    assert ("far side" in names) == (covering is not None)
    for board in ("white_foam_board", "black_foam_board"):
        assert tent.covers(board) == (
            [pytest.approx((tent.design.depth, tent.design.height))] if board == covering else []
        )


def test_it_stands_on_its_four_corners():
    tent = made("light_tent", width=0.5, depth=0.6)
    feet = np.array([hold.place for hold in tent.kind.holds(tent.design, 4.0)])
    assert sum(hold.mass for hold in tent.kind.holds(tent.design, 4.0)) == pytest.approx(4.0)
    assert np.ptp(feet[:, 0]) == pytest.approx(0.5)
    assert np.ptp(feet[:, 1]) == pytest.approx(0.6)
    assert len({tuple(np.round(foot, 6)) for foot in feet}) == 4
    assert feet.mean(axis=0) == pytest.approx(tent.design.middle - [0.0, 0.0, tent.design.height / 2])
    assert feet[:, 2] == pytest.approx([tent.design.table] * 4)


@pytest.mark.parametrize("lamps", [1, 2, 3])
def test_lamps_stand_off_its_walls(lamps):
    tent = made("light_tent", lamps=lamps, lamp_distance=0.3)
    assert len(tent.light.lamps) == lamps
    key = tent.light.lamps[0].centre
    assert np.linalg.norm(key - middle(tent.panel("sheet"))) == pytest.approx(0.3, abs=0.01)


def test_a_board_is_clamped_at_its_own_size_and_a_cloth_hangs_on_its_rod():
    sizes = {"width": 0.5, "height": 0.4, "depth": 0.6}
    cloth, board = (made("light_tent", **sizes, sheet=s) for s in ("bleached_muslin", "opal_acrylic_3_mm"))
    assert "fibre_rod" in cloth.fittings()
    assert "fibre_rod" not in board.fittings()
    assert board.fittings()["spring_clamp"] >= 4
    # nothing to hem: by hand the frame's own outside
    assert sorted(board.covers("opal_acrylic_3_mm")) == [pytest.approx(c) for c in ((0.5, 0.6), (0.6, 0.4), (0.6, 0.4))]
    for tent, said in ((cloth, "its own rod"), (board, "two padded clamps")):
        (hang,) = [step for step in tent.plan.steps if step.id == "hang-the-sheets"]
        assert said in step_words(hang).text


def test_a_tent_of_pipe_closes_over_its_corners_by_hand():
    # ¾ in: 26.7 mm, fittings 3.5 mm more all round, take-off 14.3, socket 18.3, dry half-way: 9.15 of it stay free
    tent = made("light_tent", bar="pvc_three_quarter_inch", width=0.65, depth=0.55, height=0.5)
    ends = 2 * (0.0267 / 2 + 0.0035) + 2 * (0.0143 + 0.0183 / 2)
    cuts = tent.cuts()
    assert cuts["rail, left to right"] == pytest.approx([0.65 - ends] * 3)
    assert cuts["rail, front to back"] == pytest.approx([0.55 - ends] * 4)
    assert cuts["leg"] == pytest.approx([0.5 - ends] * 4)
    assert (tent.fittings()["pipe_corner"], tent.fittings()["pipe_elbow"]) == (6, 2)
    # what stands out of the pipes is level with the sheets: a board lies on it
    assert faults(made("light_tent", bar="pvc_three_quarter_inch", far_side="white card").assembly) == ()


@pytest.mark.parametrize("bar", ["softwood_18_44", "pvc_three_quarter_inch", "aluminium_20_mm"])
def test_a_side_that_is_pushed_back_is_as_cut_and_shines_less(bar):
    shut = made("light_tent", bar=bar, width=0.65, depth=0.55, height=0.5)
    half = made("light_tent", bar=bar, width=0.65, depth=0.55, height=0.5, far_slid=0.5, key_slid=0.2)
    # the cloth is the same, and so is every pipe
    assert [c.cut for c in half.plan.cloth] == [c.cut for c in shut.plan.cloth]
    assert half.cuts() == shut.cuts()
    assert sides(half.panel("far side")) == pytest.approx((0.275, 0.5))
    assert sides(half.panel("sheet")) == pytest.approx((0.44, 0.5))
    # it gathers at the back
    off = middle(half.panel("far side")) - middle(shut.panel("far side"))
    assert off == pytest.approx([0.0, 0.55 / 4, 0.0])
    assert half.design.source_centre == pytest.approx(middle(half.panel("sheet")))
    assert half.design.source_size == pytest.approx((0.44, 0.5))
    assert faults(half.assembly) == ()
    assert lit_faults(half.assembly, half.light.surfaces) == ()


@pytest.mark.parametrize(
    ("change", "field"), [({"far_side": "white card"}, "far_slid"), ({"far_side": "open"}, "far_slid")]
)
def test_what_does_not_gather_is_not_pushed_back(change, field):
    with pytest.raises(ValidationError, match="gathers on its rod"):
        made("light_tent", **change, **{field: 0.5})


def test_a_look_may_push_a_side_back():
    slots = slots_of(type(made("light_tent").design))
    assert {slots[name].scope for name in ("key_slid", "far_slid")} == {"pose"}


PIPE_TENT = {"width": 0.65, "height": 0.55, "depth": 0.5, "bar": "pvc_three_quarter_inch", "sheet": "bleached_muslin"}


def test_legs_of_pipe_come_apart_in_halves_that_close_to_the_same_height():
    whole, apart = made("light_tent", **PIPE_TENT), made("light_tent", **PIPE_TENT, legs="unscrew")
    (leg,) = set(np.round(whole.cuts()["leg"], 6))
    halves = apart.cuts()["leg"]
    assert len(halves) == 8
    # 12 mm of thread and shoulder lie between two halves that go in to the stop
    assert halves == pytest.approx([(leg - 0.012) / 2] * 8)
    assert all(p.reason.endswith("which unscrew") for p in apart.plan.pieces if p.name == "leg")
    assert apart.fittings()["pipe_thread"] == 4.0
    assert "pipe_thread" not in whole.fittings()
    (make,) = [step for step in apart.plan.steps if step.id == "make-the-sides"]
    assert "male adapter" in step_words(make).text
    assert "male adapter" not in step_words(next(s for s in whole.plan.steps if s.id == "make-the-sides")).text


def test_a_backdrop_on_its_rod_hangs_in_two_hooks():
    plain, rod = made("light_tent", **PIPE_TENT), made("light_tent", **PIPE_TENT, backdrop_on="rod")
    assert rod.fittings()["pipe_hook"] == 2
    # between the pipes of the sides: their fittings stand out 3.5 mm on both sides of 26.7, and 2 mm of air
    more = rod.fittings()["fibre_rod"] - plain.fittings()["fibre_rod"]
    assert more == pytest.approx(0.65 - 2 * (0.0267 + 2 * 0.0035 + 0.002))
    work = rod.assembly
    lies = work.by_id["tent/backdrop rod"]
    sweep = work.by_id["tent/sweep"]
    assert lies.box[0][1] < sweep.box[1][1]
    assert not faults(work)
    # the light is the same
    for one, other in zip(plain.light.surfaces, rod.light.surfaces, strict=True):
        assert np.allclose(one.origin, other.origin)


@pytest.mark.parametrize(
    ("changes", "why"),
    [
        ({"legs": "unscrew", "bar": "softwood_18_44"}, "Threaded joints are made for pipe"),
        ({"backdrop_on": "rod", "bar": "softwood_18_44"}, "Rod hooks snap on pipe"),
        ({"backdrop_on": "rod", "ground_of": "loose panels"}, "Loose panels stand by themselves"),
    ],
)
def test_what_pipe_alone_can_do_is_refused_with_its_reason(changes, why):
    with pytest.raises(ValidationError, match=why):
        made("light_tent", **{**PIPE_TENT, **changes})
