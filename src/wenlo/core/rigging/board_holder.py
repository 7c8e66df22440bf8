"""A holder of pipe that grips a board by two edges in slotted tees: a bar of two halves with a tee in its middle for
the stand, an elbow at each end, and a stub to the tee whose side is slotted for the board.

Centre lines meet in the middle of a fitting; a cut length is a distance between middles less what both fittings take.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field

from wenlo.core.catalog.bars import bar_types
from wenlo.core.catalog.data_files import stock
from wenlo.core.document.rigging import Grip
from wenlo.core.fabrication.assembly.shop import socket_fit
from wenlo.core.fabrication.frame_shape import Sockets
from wenlo.core.fabrication.members import Members, Splice, joint
from wenlo.core.fabrication.parts import BuildPlan, Fitting, Hole, Stage, Step
from wenlo.core.facts import Fact, Phrases
from wenlo.core.rigging.bending import SAG_LIMIT, standing_stiffness
from wenlo.core.rigging.statics import GRAVITY

SAYS = Phrases(
    "board-holder",
    {
        "measure-the-board": {"length": "fine", "thickness": "fine"},
        "slot-the-tees": {"slot": "fine", "deep": "fine", "bar": "choice", "half": "fine"},
        "put-the-bar-together": {"wider": "fine"},
        "glue-it-flat": {"across": "fine"},
        "cut-the-thread": {"hole": "drill"},
    },
)

PIPES = ("pvc_25_mm", "pvc_32_mm", "pvc_40_mm")
"""From the lightest on; the first that carries the board is taken."""

PLAY = 0.0005
"""A slot is so much wider than the board is thick. [m]"""

ALONG = 0.002
"""The board has so much room along its length. [m]"""

BITE = 0.015
"""An edge goes so deep into a tee, measured from its outside. [m]"""

LEAST_STUB = 0.035
"""A shorter piece of pipe is not sawn and glued. [m]"""

UP = 0.1
"""The board stands so far over the bar, on the pipes that end in its slotted tees. [m]"""

TAIL = 0.12
"""The pipe that goes over the stand's spigot. [m]"""

THREAD = 0.0068
"""Drill for a screw M8 that cuts its own thread, its pitch being 1.25 mm. [m]"""


@dataclass(frozen=True, kw_only=True)
class HeldBoard:
    """The board that a holder is made for: its length between the slots, its height and thickness, and what it weighs.
    [m], [kg]
    """

    length: float = 0.7
    height: float = 0.5
    thickness: float = 0.005
    mass: float = 0.2


@dataclass(frozen=True, kw_only=True)
class BoardHolder:
    """How a holder comes out: its pipe, the distance between the middles of its slotted tees, how far they stand from
    the bar, what it carries [kg], and its parts. [m]
    """

    pipe: str
    bar: Grip
    across: float
    stub: float
    slot: float
    payload: float
    plan: BuildPlan = field(compare=False)


def board_holder(
    board: HeldBoard, *, bar: Grip, pipes: Sequence[str] = PIPES, carrying_length: float = 2.4
) -> BoardHolder:
    """The holder for a board, of the lightest pipe that carries it, else of the strongest.

    Source: [Geometry].

    Parameters
    ----------
    board: what is held, as it was measured.
    bar: behind the board, level with its grips, or below its lower edge so that light passes.
    pipes: to choose from, the lightest first.
    carrying_length: longest piece. [m]
    """
    made = [_of(board, pipe, bar, carrying_length) for pipe in pipes]
    return next((one for one in made if one.payload >= board.mass), made[-1])


def _of(board: HeldBoard, pipe: str, bar: Grip, carrying_length: float) -> BoardHolder:
    row = socket_fit(bar_types()[pipe], Sockets())
    # glued: the pipe goes in to the bottom of its socket
    end, outside = row.take_off, bar_types()[pipe].width + 2 * row.fitting_wall
    across = board.length + ALONG + outside - 2 * BITE
    # the stub runs in the lower half of its tee, so that the board cannot go down beside it: it stands on the stub's
    # end; behind it the stub comes through the branch, and the board clears the bar
    clear = outside / 2 + UP if bar == "below" else outside / 2 + board.thickness + 0.01
    stub = max(clear, 2 * end + LEAST_STUB)
    half = across / 2 - 2 * end
    members = Members(carrying_length=carrying_length, splice=Splice(fitting="pipe_coupling", adds=row.stop))
    what = f"half the distance of the slotted tees less an elbow and a tee at {end * 1000:.1f} mm"
    halves = members.add("half of the bar", half, count=2, reason=what, blame="length")
    members.run("between the slotted tees", across, joint(end), halves[0], joint(2 * end), halves[1], joint(end))
    place = "up from the bar to what the board stands on" if bar == "below" else "forward from the bar to the board"
    for spans in members.add(
        "stub to the slotted tee", stub - 2 * end, count=2, reason=f"{place}, less an elbow and a tee", blame="height"
    ):
        members.run("stub", stub, joint(end), spans, joint(end))
    tail = members.add("pipe for the stand", TAIL, count=1, reason="over the stand's spigot", blame="height")
    members.run("pipe for the stand", TAIL, tail[0])
    slot = board.thickness + PLAY
    plan = BuildPlan(
        name=f"board holder, bar {bar}",
        stock=bar_types()[pipe],
        kerf=stock()["saws"]["fine_hand_saw"]["kerf"],
        saw=stock()["saws"]["fine_hand_saw"]["name"],
        pieces=tuple(members.pieces),
        runs=tuple(members.runs),
        fittings=(
            *members.fittings,
            Fitting(id="pipe_tee", count=3),
            Fitting(id="pipe_elbow", count=2),
            Fitting(id="clamping_screw", count=3),
            Fitting(id="solvent_cement", count=1),
        ),
        cloth=(),
        steps=_steps(board, bar, across=across, slot=slot, socket=row.socket, half=row.take_off + row.socket),
        holes=(_threads(),),
    )
    # each half stands out of the middle tee with half of the board at its end: F l³ / 3 E I
    arm = across / 2
    force = 3.0 * SAG_LIMIT * across * standing_stiffness(bar_types()[pipe]) / arm**3
    return BoardHolder(
        pipe=pipe,
        bar=bar,
        across=across,
        stub=stub,
        slot=slot,
        payload=round(min(2.0 * force / GRAVITY, 6.0), 2),
        plan=plan,
    )


def _threads() -> Hole:
    return Hole(
        name="thread for the clamping screw",
        pieces=("pipe for the stand",),
        fastener="clamping_screw",
        count=3,
        diameter=THREAD,
        along=(0.03,),
        across=0.0,
        edge=0.02,
        side="a third of a turn apart",
        note="undersized: the screw cuts its own thread",
    )


def _steps(board: HeldBoard, bar: Grip, *, across: float, slot: float, socket: float, half: float) -> tuple[Step, ...]:
    def step(says: Fact, does: Stage, minutes: float, wait: float = 0.0, uses: tuple[str, ...] = ()) -> Step:
        return Step(id=says.key, says=says, does=does, minutes=minutes, wait=wait, uses=uses)

    dry = ("half of the bar", "stub", "pipe for the stand", "pipe_tee", "pipe_elbow", "pipe_coupling")
    # dry, a pipe stops about half way down each of the four sockets along the bar
    wider = 4 * socket / 2
    return (
        step(SAYS("measure-the-board", length=board.length, thickness=board.thickness), "mark", 5),
        step(SAYS("slot-the-tees", slot=slot, deep=BITE, bar=bar, half=half), "drill", 30),
        step(SAYS("put-the-bar-together", wider=wider), "dry", 15, uses=dry),
        step(SAYS("glue-it-flat", across=across), "bond", 20, 120, ("solvent_cement",)),
        step(SAYS("cut-the-thread", hole=THREAD), "finish", 15, uses=("clamping_screw",)),
    )
