"""What the Rig stage gets: holds, checks, mains, heat, lay-out and lists."""

from typing import Any

from wenlo.core.rigging.checks import CheckState, Relation, Topic
from wenlo.services.results import FactResult, Result
from wenlo.services.said import StepSaid


class CureChange(Result):
    """A value of the document, by its path."""

    path: str
    value: Any


class CureResult(Result):
    """What would cure a check: what it ``says``, and changes of the document where it is one."""

    says: FactResult
    changes: list[CureChange]


class CheckLine(Result):
    """A check of the rig: within the checks, outside, or in need of an answer.

    The message it ``says`` is its name, and has ``figure``, ``limit`` and ``source`` as parts; ``code`` stays whatever
    the words are. ``value`` and ``bound`` are in ``unit``, ``factor`` is the limit over the figure. Ticks refer to its
    ``id``.
    """

    id: str
    code: str
    topic: Topic
    about: FactResult
    about_id: str
    says: FactResult
    state: CheckState
    value: float | None
    bound: float | None
    unit: str
    relation: Relation
    factor: float | None
    cure: CureResult | None


class ForceResult(Result):
    """An arrow of the free-body diagram: sideways from the stand's middle and up [m], its parts. [N]"""

    name: str
    along: float
    height: float
    side: float
    up: float


class MomentsResult(Result):
    """What tips and what holds. [N·m]"""

    over: float
    hold: float


class SupportResult(Result):
    """Something that holds. [m], [kg]"""

    id: str
    name: str
    kind: str
    carries: float
    highest: float
    reach: float
    foot_radius: float
    own: bool


class HoldingResult(Result):
    """How a thing is held; lengths [m], masses [kg]. ``choices`` are supports of the right sort, ``ways`` how else it
    may be held, and ``over`` who or what is right under it; ``grips`` are
    board holders that can be made for it. The document's ``rig.holds`` are by its ``id``.
    """

    id: str
    name: str
    by: str
    over: str
    ways: list[str]
    mass: float
    height: float
    place: list[float]
    support: SupportResult | None
    under: SupportResult | None
    reach: float
    back: float
    counterweight: float
    counterweight_given: float | None
    ballast: float
    ballast_given: float | None
    moments: MomentsResult | None
    forces: list[ForceResult]
    joints: list[str]
    overhead: bool
    choices: list[SupportResult]
    grips: list[str]
    grip: str | None


class NeededResult(Result):
    """Something that the rig takes, and how many there are."""

    name: str
    count: float
    have: float


class LoadResult(Result):
    """Something plugged in."""

    name: str
    watts: float
    mains: bool


class LookResult(Result):
    """A look with its dials in words."""

    number: int
    name: str
    words: str


class CircuitResult(Result):
    """A circuit with its loads; ``share`` of what it may carry for hours."""

    number: int
    amperes: float
    share: float
    loads: list[LoadResult]


class LimitLine(Result):
    """A material in a housing: where, 0 at the bottom and 1 at the top, and its limit [°C]."""

    name: str
    height: float
    limit: float


class HousingResult(Result):
    """A housing: watts left inside, openings [m²], how much warmer a black lining would make it [K], and the
    temperature [°C] by height from 0 to 1.
    """

    name: str
    inside: float
    openings: float
    black_inside: float
    profile: list[list[float]]
    limits: list[LimitLine]


class ReferenceResult(Result):
    """A point to measure from. [m]"""

    name: str
    x: float
    y: float


class MarkResult(Result):
    """A floor mark: place, distances from both references [m], height [m], tilt and turn [degree], aim and dial in
    words.
    """

    name: str
    x: float
    y: float
    first: float
    second: float
    side: str
    height: float | None
    tilt: float | None
    turn: float | None
    aim: str
    dial: str


class HomeMadeResult(Result):
    """A support that is built: what it carries and weighs, its pieces and steps."""

    id: str
    name: str
    words: str
    caution: str
    payload: float
    mass: float
    ballast: float
    cost: float
    pieces: list[str]
    steps: list[StepSaid]


class TaskLine(Result):
    """A line of the checklist, with a key that stays."""

    key: str
    says: FactResult


class RigResult(Result):
    """The Rig stage; ``wind`` is the gust that is counted with [m/s], ``water_reach`` how near to water nothing is
    fed from the mains [m].
    """

    holdings: list[HoldingResult]
    checks: list[CheckLine]
    outside: int
    unknown: int
    needed: list[NeededResult]
    circuits: list[CircuitResult]
    batteries: list[LoadResult]
    housings: list[HousingResult]
    references: list[ReferenceResult]
    marks: list[MarkResult]
    looks: list[LookResult]
    checklist: list[TaskLine]
    setting: list[TaskLine]
    striking: list[TaskLine]
    home_made: list[HomeMadeResult]
    wind: float
    water_reach: float
    currency: str
