"""What holds each thing: support, boom, counterweight, ballast, the chain down to the floor, and the checks of all
that.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from wenlo.core.document.rigging import HoldChoice, Rigging
from wenlo.core.modifiers.kind import HeldBy
from wenlo.core.rigging.homemade import HomeMade, holder_for
from wenlo.core.rigging.interfaces import Face, Joint, Link, board_edge, chain_play, closed
from wenlo.core.rigging.loads import Load
from wenlo.core.rigging.statics import GRAVITY, MOVING, Tipping, counterweight, sling_tension, tipping, tipping_arm
from wenlo.core.rigging.supports import BOOM_BACK, SOCKET, STUD, Support, proposed, strongest_that_reaches
from wenlo.core.rigging.wind import wind_force

KNOCK_HEIGHT = 1.1
"""A knock comes at the height of an elbow at most. [m]"""

OVERHEAD = 2.0
"""What is higher is over the heads of those who walk under it. [m]"""


SLING = math.radians(45.0)
"""Lines leave the corners at this angle from the level."""


@dataclass(frozen=True, kw_only=True)
class Force:
    """An arrow of the free-body diagram, in the plane of the load: where it acts, sideways from the stand's middle and
    up [m], and its parts to the side and up. [N]
    """

    name: str
    along: float
    height: float
    side: float
    up: float


@dataclass(frozen=True, kw_only=True)
class Holding:
    """How one thing is held: its support and, for a boom, the stand under it; reach, counterweight and ballast as given
    or needed ([m], [kg]); the ``holder`` that a board stands in; tipping moments, forces, joints down to the floor and
    how far their play reaches [m].
    """

    held: Load
    support: Support | None
    under: Support | None
    reach: float
    back: float
    counterweight_needed: float
    counterweight_given: float | None
    ballast_needed: float
    ballast_given: float | None
    moments: Tipping | None
    forces: tuple[Force, ...]
    joints: tuple[Joint, ...]
    play: float
    overhead: bool
    by: HeldBy = "stand"
    holder: HomeMade | None = None

    @property
    def ballast_asked(self) -> float:
        """What is told to put on: up to the next half kilogram. [kg]"""
        return math.ceil(self.ballast_needed * 2) / 2 if math.isfinite(self.ballast_needed) else self.ballast_needed


def _chosen(
    choices: Sequence[Support], choice: HoldChoice, kind: str, held: Load, *, load: float, reach: float = 0.0
) -> Support | None:
    if choice.support:
        found = next((s for s in choices if s.id == choice.support), None)
        if found is not None:
            return found
    height = float(held.place[2])
    return proposed(choices, kind, height=height, load=load, reach=reach) or strongest_that_reaches(
        choices, kind, height=height
    )


def _needed_reach(held: Load) -> float:
    # the stand is beside what hangs, not under it
    return held.extent + 0.15


def held_from(held: Load, choice: HoldChoice) -> HeldBy:
    """How a thing is held up: as was chosen; over somebody's head, or over the subject, from a boom, since no stand can
    be there.
    """
    if held.by not in ("stand", "boom", "ceiling"):
        return held.by
    if choice.way is not None:
        return choice.way
    return "boom" if held.by == "stand" and held.over else held.by


def is_overhead(held: Load, by: HeldBy) -> bool:
    """Whether it could come down on somebody: what hangs, what is over a head, sitting or standing, and what people
    walk under.
    """
    if by == "floor":
        return False
    return by in ("boom", "ceiling", "arm") or held.head > 0.0 or float(held.place[2]) > OVERHEAD


def hold(held: Load, choices: Sequence[Support], rig: Rigging, *, wind: float) -> Holding:
    """How a thing is held, by choice or as proposed.

    Source: [Meriam].

    Parameters
    ----------
    held: the thing.
    choices: all supports.
    rig: the answers about the rig.
    wind: speed of a gust. [m/s]

    Returns
    -------
    Holding: support, ballast, lines and what follows of them. [kg], [N], [m]
    """
    choice = rig.holds.get(held.id, HoldChoice())
    push = wind_force(held.area, wind)
    height = float(held.place[2])
    bump = min(max(height, held.area_height, 0.2), KNOCK_HEIGHT)
    by = held_from(held, choice)
    overhead = is_overhead(held, by)
    base = Holding(
        held=held,
        support=None,
        under=None,
        reach=0.0,
        back=0.0,
        counterweight_needed=0.0,
        counterweight_given=None,
        ballast_needed=0.0,
        ballast_given=choice.ballast,
        moments=None,
        forces=(),
        joints=(),
        play=0.0,
        overhead=overhead,
        by=by,
    )
    acts = held.area_height if by == "floor" else height
    weight = Force(name=f"{held.mass:.1f} kg", along=held.offset, height=acts, side=0.0, up=-held.mass * GRAVITY)
    gusts = (Force(name="wind", along=0.0, height=held.area_height, side=push, up=0.0),) if push > 0.0 else ()
    knock = Force(name="knock", along=0.0, height=bump, side=rig.bump, up=0.0)
    if by == "floor":
        arm = max(held.depth, 0.05)
        moments = tipping(
            arm=arm,
            mass=held.mass,
            side_force=push,
            force_height=held.area_height,
            bump=rig.bump / 2,
            bump_height=bump,
            ballast=choice.ballast or 0.0,
        )
        return replace(base, ballast_needed=moments.ballast, moments=moments, forces=(weight, *gusts, knock))
    if by in ("table", "lamp"):
        return replace(
            base,
            support=_chosen(choices, choice, "clamp", held, load=held.mass) if by == "table" else None,
            forces=(weight,),
        )
    if by in ("ceiling", "wall"):
        support = _chosen(choices, choice, "eye", held, load=held.mass * held.bears)
        pull = sling_tension(held.mass * held.bears, 1, SLING) if by == "ceiling" else held.mass * GRAVITY
        return replace(
            base, support=support, forces=(weight, Force(name="line", along=0.0, height=height, side=0.0, up=pull))
        )
    if by == "arm":
        reach = choice.reach or _needed_reach(held)
        return replace(
            base,
            support=_chosen(choices, choice, "arm", held, load=held.mass, reach=reach),
            reach=reach,
            forces=(weight,),
        )
    if by == "boom":
        return _boomed(base, choices, choice, rig, push, bump, (*gusts, knock))
    holder = None
    if held.board is not None and choice.grip is not None:
        # all that hangs there hangs on the board: a flash on its arm too
        holder = holder_for(replace(held.board, mass=held.mass), choice.grip, height=height)
    whole = held.mass + (holder.mass if holder is not None else 0.0)
    base = replace(base, holder=holder)
    support = _chosen(choices, choice, "stand", held, load=whole)
    if support is None:
        return base
    moments = tipping(
        arm=tipping_arm(support.foot_radius),
        mass=support.mass,
        load=whole,
        offset=held.offset,
        side_force=push,
        force_height=held.area_height,
        bump=rig.bump,
        bump_height=bump,
        ballast=choice.ballast or 0.0,
    )
    chain = (*_things(held, support, holder), Link(name="floor", below=None))
    return replace(
        base,
        support=support,
        ballast_needed=moments.ballast,
        moments=moments,
        joints=closed(chain),
        play=chain_play(chain, held.depth),
        forces=(
            weight,
            Force(name="stand", along=0.0, height=height / 3, side=0.0, up=-support.mass * GRAVITY),
            *gusts,
            knock,
        ),
    )


def _things(held: Load, support: Support, holder: HomeMade | None) -> Iterator[Link]:
    face: Face = held.face
    if holder is not None and held.board is not None:
        yield Link(name=held.name, below=board_edge(held.board.thickness))
        # its pipe goes over the stand's spigot, held by three screws
        yield Link(name=holder.name, above=holder.top, below=replace(SOCKET, slack=0.2))
        yield Link(name=support.name, above=support.top, below=None)
        return
    yield Link(name=held.name, below=face)
    if face.type == "jaw" and support.top.type == "stud":
        # boards and battens are gripped by a clamp that sits on the stud
        yield Link(name="clamp with socket", above=Face(type="jaw", size=0.055, gender="female"), below=SOCKET)
    yield Link(name=support.name, above=support.top, below=None)


def _boomed(
    base: Holding,
    choices: Sequence[Support],
    choice: HoldChoice,
    rig: Rigging,
    push: float,
    bump: float,
    pushes: tuple[Force, ...],
) -> Holding:
    held = base.held
    reach = choice.reach or _needed_reach(held)
    boom = _chosen(choices, choice, "boom", held, load=held.mass * MOVING, reach=reach)
    if boom is None:
        return replace(base, reach=reach)
    need = counterweight(held.mass, reach, BOOM_BACK, beam=boom.mass)
    given = choice.counterweight
    on_stand = held.mass + boom.mass + (given if given is not None else need)
    under = proposed(choices, "stand", height=float(held.place[2]), load=on_stand) or strongest_that_reaches(
        choices, "stand", height=float(held.place[2])
    )
    if under is None:
        return replace(
            base, support=boom, reach=reach, back=BOOM_BACK, counterweight_needed=need, counterweight_given=given
        )
    # what the counterweight leaves over pulls to one side; swinging adds its share of the load
    left_over = (
        held.mass * reach + boom.mass * (reach - BOOM_BACK) / 2 - (given if given is not None else need) * BOOM_BACK
    )
    swing = (MOVING - 1.0) * held.mass * GRAVITY * reach
    moments = tipping(
        arm=tipping_arm(under.foot_radius),
        mass=under.mass,
        load=on_stand,
        offset=abs(left_over) / max(on_stand, 1e-9),
        side_force=push,
        force_height=held.area_height,
        bump=rig.bump + swing / max(bump, 0.1),
        bump_height=bump,
        ballast=choice.ballast or 0.0,
    )
    height = float(held.place[2])
    weights = (
        Force(name=f"{held.mass:.1f} kg", along=reach, height=height, side=0.0, up=-held.mass * GRAVITY),
        Force(
            name="counterweight",
            along=-BOOM_BACK,
            height=height,
            side=0.0,
            up=-(given if given is not None else need) * GRAVITY,
        ),
        Force(name="stand", along=0.0, height=height / 3, side=0.0, up=-under.mass * GRAVITY),
    )
    chain = (
        Link(name=held.name, below=Face(type="eye", size=0.006, gender="male")),
        Link(name="line and hook", above=Face(type="eye", size=0.006, gender="female"), below=SOCKET),
        Link(name=boom.name, above=STUD, below=boom.foot),
        Link(name=under.name, above=under.top),
    )
    return replace(
        base,
        support=boom,
        under=under,
        reach=reach,
        back=BOOM_BACK,
        counterweight_needed=need,
        counterweight_given=given,
        ballast_needed=moments.ballast,
        moments=moments,
        forces=(*weights, *pushes),
        joints=closed(chain),
        play=chain_play(chain, reach),
    )
