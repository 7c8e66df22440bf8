"""Board holders of pipe, by hand: bar, stubs and slots from the board as it was measured."""

import pytest

from factories import make_shoot
from wenlo.core.catalog.bars import bar_types
from wenlo.core.catalog.items import FaceValues
from wenlo.core.catalog.own import OwnFace
from wenlo.core.fabrication.cutplan import plan_cuts
from wenlo.core.instructions.order import left_over
from wenlo.core.rigging.board_holder import ALONG, BITE, PIPES, HeldBoard, board_holder
from wenlo.core.rigging.loads import modifiers_of
from wenlo.core.rigging.plan import _board_of, rig_plan
from wenlo.messages.steps import step_words
from wenlo.services.rig_results import rig

BOARD = HeldBoard(length=0.698, height=0.5, thickness=0.005, mass=0.19)


def cuts(holder):
    found = {}
    for piece in holder.plan.pieces:
        found.setdefault(piece.name, []).append(round(piece.cut, 6))
    return found


def test_a_holder_of_40_mm_pipe_with_the_bar_below_by_hand():
    holder = board_holder(BOARD, bar="below", pipes=("pvc_40_mm",))
    # fittings are 47 mm over the outside and take 21.5 mm from their middle; an edge goes 15 mm into its tee
    assert holder.across == pytest.approx(0.698 + 0.002 + 0.047 - 2 * 0.015)
    assert cuts(holder) == {
        "half of the bar": [pytest.approx(0.717 / 2 - 2 * 0.0215)] * 2,
        # 100 mm over the middle tee; the board stands on their ends
        "stub to the slotted tee": [pytest.approx(0.0235 + 0.1 - 2 * 0.0215)] * 2,
        "pipe for the stand": [0.12],
    }
    assert holder.slot == pytest.approx(0.0055)
    assert {f.id: f.count for f in holder.plan.fittings} == {
        "pipe_tee": 3,
        "pipe_elbow": 2,
        "clamping_screw": 3,
        "solvent_cement": 1,
    }


@pytest.mark.parametrize("pipe", PIPES)
@pytest.mark.parametrize("bar", ["behind", "below"])
def test_the_board_is_nowhere_where_pipe_is(pipe, bar):
    row = bar_types()[pipe]
    holder = board_holder(BOARD, bar=bar, pipes=(pipe,))
    # the board's edge, from the middle of its slotted tee; the pipe that comes into that tee is so thick
    edge = (holder.across - BOARD.length) / 2
    radius = row.width / 2
    slots = next(step for step in holder.plan.steps if step.id == "slot-the-tees")
    half = slots.says.args["half"].value
    if bar == "below":
        # it would meet the stub beside it, so that it ends over it: slots are sawn in the upper half alone
        assert edge < radius
        assert half == pytest.approx(row.pipe.take_off + row.pipe.socket)
        assert "stands on it" in step_words(slots).text
    else:
        assert holder.stub - radius - row.pipe.fitting_wall >= BOARD.thickness
        assert "both sides of the branch" in step_words(slots).text


def test_with_the_bar_behind_the_stubs_clear_the_board():
    holder = board_holder(BOARD, bar="behind", pipes=("pvc_40_mm",))
    row = bar_types()["pvc_40_mm"]
    bar_face = row.width / 2
    assert holder.stub >= bar_face + BOARD.thickness
    assert min(cuts(holder)["stub to the slotted tee"]) >= 0.035 - 1e-6
    assert (
        cuts(holder)["half of the bar"]
        == cuts(board_holder(BOARD, bar="below", pipes=("pvc_40_mm",)))["half of the bar"]
    )


@pytest.mark.parametrize("pipe", PIPES)
@pytest.mark.parametrize("bar", ["behind", "below"])
@pytest.mark.parametrize("length", [0.297, 0.698, 1.22])
def test_the_bar_closes_on_the_board(pipe, bar, length):
    board = HeldBoard(length=length, height=0.4, thickness=0.0032)
    holder = board_holder(board, bar=bar, pipes=(pipe,))
    row = bar_types()[pipe]
    halves = cuts(holder)["half of the bar"]
    # elbow, half, tee, half, elbow between the middles of the elbows
    middles = sum(halves) + 4 * row.pipe.take_off
    free = middles - (row.width + 2 * row.pipe.fitting_wall)
    assert length - free == pytest.approx(2 * BITE - ALONG, abs=1e-6)
    for run in holder.plan.runs:
        lengths = {p.label: p.cut for p in holder.plan.pieces}
        assert sum(s.joint if s.piece is None else lengths[s.piece] for s in run.spans) == pytest.approx(run.wanted)
    assert left_over(holder.plan) == ()
    assert plan_cuts(holder.plan.pieces, holder.plan.stock.lengths, kerf=holder.plan.kerf).bars


def test_a_heavier_board_takes_a_stiffer_pipe_and_a_longer_one_carries_less():
    light, heavy = (board_holder(HeldBoard(length=1.0, mass=mass), bar="behind") for mass in (0.05, 2.0))
    assert PIPES.index(light.pipe) < PIPES.index(heavy.pipe)
    short, long = (board_holder(HeldBoard(length=size), bar="behind", pipes=PIPES[-1:]) for size in (0.8, 1.2))
    assert short.payload >= long.payload


def test_what_it_carries_does_not_sag_a_two_hundredth_by_hand():
    holder = board_holder(HeldBoard(length=1.2), bar="behind", pipes=("pvc_25_mm",))
    row = bar_types()["pvc_25_mm"]
    inertia = 3.141592653589793 / 64 * (row.width**4 - (row.width - 2 * row.wall) ** 4)
    arm, force = holder.across / 2, holder.payload / 2 * 9.81
    # a cantilever from the middle tee: F l³ / 3 E I, without any creep
    assert force * arm**3 / (3 * row.modulus * inertia) < holder.across / 200


def test_the_rig_makes_it_for_the_board_that_is_built():
    shoot = make_shoot(
        design={"kind": "flash_into_board", "width": 0.71, "height": 0.52}, brief__lamp__id="flash_hotshoe"
    )
    board = _board_of(modifiers_of(shoot))
    assert board is not None
    assert (board.length, board.height, board.thickness) == (0.71, 0.52, 0.005)


def held(grip=None, **changes):
    """The rig of a flash into a board, its board in a holder."""
    holds = {"key/clamp": {"grip": grip}} if grip else {}
    design = {"kind": "flash_into_board", "width": 0.7, "height": 0.5, **changes}
    shoot = make_shoot(design=design, brief__lamp__id="flash_hotshoe", rig={"holds": holds})
    plan = rig_plan(shoot)
    return plan, next(h for h in plan.holdings if h.held.id == "key/clamp")


@pytest.mark.parametrize("grip", ["behind", "below"])
def test_a_board_stands_in_its_holder_on_the_stand(grip):
    plan, board = held(grip)
    assert board.holder is not None
    assert board.holder.plan.name == f"board holder, bar {grip}"
    # the stand carries the holder too, and everything fits: board in slot, pipe over spigot
    _, clamped = held()
    assert clamped.holder is None
    assert board.moments.hold != clamped.moments.hold
    assert all(joint.fits for joint in board.joints), board.joints
    assert board.joints[0].lower == board.holder.name
    (check,) = [c for c in plan.checks if c.code == "hold.holder"]
    assert check.value == pytest.approx(board.held.mass)
    assert check.state == "within"
    assert any(board.holder.name in one.name for one in plan.needed)


def test_a_holder_that_bends_too_far_under_its_board_does_not_pass():
    # a board of 1.9 m on the stiffest pipe that holders are made of, and as heavy as plywood
    plywood = OwnFace(
        item="00000000-0000-4000-8000-000000000000",
        version=1,
        name="plywood",
        values=FaceValues(form="board", roll_width=1.25, board_length=2.5, thickness=0.012, mass_per_area=7.0),
    )
    plan, _ = held("behind", width=1.9, height=1.1, face=plywood.model_dump())
    (check,) = [c for c in plan.checks if c.code == "hold.holder"]
    assert check.state == "outside"
    assert check.value > check.bound


def test_only_what_has_a_board_is_put_into_a_holder():
    shoot = make_shoot(rig={"holds": {"key/lamp": {"grip": "behind"}}})
    lamp = next(h for h in rig_plan(shoot).holdings if h.held.id == "key/lamp")
    assert lamp.held.board is None
    assert lamp.holder is None
    shown = rig(shoot.model_dump(mode="json"))
    assert all(h.grips == [] for h in shown.holdings if h.id == "key/lamp")


def test_the_page_is_told_what_can_be_made_and_its_list():
    design = {"kind": "flash_into_board", "width": 0.7, "height": 0.5}
    shoot = make_shoot(design=design, brief__lamp__id="flash_hotshoe", rig={"holds": {"key/clamp": {"grip": "below"}}})
    shown = rig(shoot.model_dump(mode="json"))
    board = next(h for h in shown.holdings if h.id == "key/clamp")
    assert (board.grips, board.grip) == (["behind", "below"], "below")
    first = shown.home_made[0]
    assert first.name.startswith("board holder, bar below, for ")
    assert sum("half of the bar" in line for line in first.pieces) == 1
    # the other one can still be made, the chosen one is not offered again
    assert [m.id for m in shown.home_made].count("made_holder_below") == 0
