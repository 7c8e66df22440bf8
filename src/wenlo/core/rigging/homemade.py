"""Supports that are built: weighted post, wall spreader, lamp bar, trestle, cut-down table, tie lines, board holder.
Each with parts, ballast and steps.
"""

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from wenlo.core.catalog.bars import bar_types
from wenlo.core.document.rigging import KNOCK, Grip
from wenlo.core.fabrication.fasteners import laid_together
from wenlo.core.fabrication.parts import BuildPlan, Sketch
from wenlo.core.fabrication.parts_list import PartsList
from wenlo.core.fabrication.screws import SHORT
from wenlo.core.facts import Phrases
from wenlo.core.inventory.shopping import work_out
from wenlo.core.rigging.bending import SAG_LIMIT, sag_point, standing_stiffness
from wenlo.core.rigging.board_holder import HeldBoard, board_holder
from wenlo.core.rigging.interfaces import Face
from wenlo.core.rigging.statics import GRAVITY, TIPPING_FACTOR
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "home-made",
    {
        "make-the-cross": {},
        "brace-the-post": {},
        "weigh-it-down": {},
        "lay-the-beams-together": {"spacing": "length", "times": "count"},
        "pad-and-wedge-it": {},
        "set-the-eyes": {},
        "hang-it": {},
        "make-two-frames": {"slant": "length"},
        "tie-the-legs": {},
        "cut-the-legs": {},
        "add-runners": {},
        "tie-it-off": {"line": "length"},
    },
)

STUD = Face(type="stud", size=0.016, gender="male", slack=0.4)
HOOK = Face(type="eye", size=0.03, gender="female")
BATTEN_FACE = Face(type="jaw", size=0.018, gender="male", slack=0.2)

LEAN = 0.02
"""An upright may lean by so much of its height before its load walks off. [-]"""

SCREWED_EVERY = 0.4
"""Two battens that work as one are screwed so often. [m]"""

ON_EDGE = (0.045 / 0.021) ** 2
"""A batten of 21 × 45 mm on edge against one that lies flat: b h³ against h b³. [-]"""

BRACED = 1.0 / 3.0
"""The braces of a post reach so far up. [-]"""

ASIDE = 0.15
"""What hangs on a post hangs a hand beside it. [m]"""


@dataclass(frozen=True, kw_only=True)
class HomeMade:
    """A support that is built: its height, reach and foot [m], what it carries, weighs and needs as ballast [kg], and
    its parts.
    """

    id: str
    name: str
    kind: str
    height: float
    reach: float
    foot_radius: float
    payload: float
    mass: float
    ballast: float
    words: str
    caution: str
    top: Face
    plan: BuildPlan


def _middle_force(span: float, stiffness: float) -> float:
    # the force at the middle under which a bar sags by as much as is not seen yet [N]
    return SAG_LIMIT * span / sag_point(1.0, span, stiffness)


def _mass(plan: BuildPlan) -> float:
    return work_out(plan).mass


def _post(height: float) -> HomeMade:
    work = PartsList(carrying_length=2.4)
    foot = max(0.5, round(0.32 * height, 2))
    work.bar("post", height, 1, "full height", "height")
    work.bar("foot of the cross", foot, 2, "as long as a third of the post", "foot")
    work.bar(
        "brace", math.hypot(foot / 2, height * BRACED), 2, "from the end of the foot to a third of the height", "brace"
    )
    work.fit("foot_bolt", 2)
    work.butt("brace", "post", 4)
    work.fit("ballast_bag", 2)
    work.step(SAYS("make-the-cross"), minutes=30, uses=("foot of the cross", "foot_bolt"))
    work.step(SAYS("brace-the-post"), minutes=20, uses=("post", "brace", "wood_screw"), does="mount")
    work.step(SAYS("weigh-it-down"), minutes=5, does="hang", uses=("ballast_bag",))
    plan = work.plan("weighted post")
    mass, arm = _mass(plan), foot / 2 * math.cos(math.pi / 4)
    stiff = standing_stiffness(bar_types()["softwood_18_44"])
    # over the braces, a load aside bends it by M l²/2EI at the top
    free = height * (1.0 - BRACED)
    payload = min(2.0 * LEAN * height * stiff / (free**2 * ASIDE * GRAVITY), 6.0)
    ballast = max(TIPPING_FACTOR * KNOCK * height / (GRAVITY * arm) - mass, 0.0)
    return HomeMade(
        id="post",
        name="weighted post",
        kind="stand",
        height=height,
        reach=0.0,
        foot_radius=foot / 2,
        payload=round(payload, 1),
        mass=mass,
        ballast=ballast,
        words=(
            f"{format_length(height)} high on a cross of {format_length(foot)}; {ballast:.0f} kg keep it from a knock"
            f" of {KNOCK:.0f} N."
        ),
        caution="It tips over once a leg is gone.",
        top=BATTEN_FACE,
        plan=plan,
    )


def _spreader(height: float, span: float) -> HomeMade:
    work = PartsList(carrying_length=2.4, batten=bar_types()["softwood_21_45"])
    work.bar("beam", span - 0.03, 2, "wall to wall less 30 mm for pads and wedges; two side by side", "span")
    screws = math.ceil((span - 0.03) / SCREWED_EVERY) + 1
    work.holes.append(laid_together("beam", batten=work.section, count=screws, spacing=SCREWED_EVERY))
    work.fit(SHORT.id, screws)
    work.fit("foot_bolt", 2)
    work.step(
        SAYS("lay-the-beams-together", spacing=SCREWED_EVERY, times=round(2 * ON_EDGE)),
        minutes=20,
        uses=("beam", "splint_screw"),
    )
    work.step(SAYS("pad-and-wedge-it"), minutes=15, does="hang", hands=2, uses=("foot_bolt",))
    plan = work.plan("wall spreader")
    mass = _mass(plan)
    stiff = 2 * standing_stiffness(bar_types()["softwood_21_45"]) * ON_EDGE
    payload = min(_middle_force(span, stiff) / GRAVITY - mass, 15.0)
    return HomeMade(
        id="spreader",
        name="home-made wall spreader",
        kind="spreader",
        height=height,
        reach=span,
        foot_radius=0.0,
        payload=max(round(payload, 1), 0.0),
        mass=mass,
        ballast=0.0,
        words=(
            f"{format_length(span)} from wall to wall; sags less than a two-hundredth under {max(payload, 0.0):.0f} kg."
        ),
        caution="Friction holds it: check it every hour, and have a line to a second fixing.",
        top=BATTEN_FACE,
        plan=plan,
    )


def _lamp_bar(height: float, span: float) -> HomeMade:
    work = PartsList(carrying_length=2.4)
    length = min(span, 2.0)
    work.bar("bar", length, 1, "as long as lamps are to hang apart", "span")
    work.eyes("bar", 2)
    work.fit("cord", 4)
    work.step(SAYS("set-the-eyes"), minutes=10, uses=("bar", "screw_eye"))
    work.step(SAYS("hang-it"), minutes=15, does="hang", hands=2, uses=("cord",))
    plan = work.plan("lamp bar")
    payload = _middle_force(0.6 * length, standing_stiffness(bar_types()["softwood_18_44"])) / GRAVITY
    return HomeMade(
        id="lamp_bar",
        name="lamp bar",
        kind="eye",
        height=height,
        reach=length,
        foot_radius=0.0,
        payload=round(min(payload, 8.0), 1),
        mass=_mass(plan),
        ballast=0.0,
        words=f"{format_length(length)} long, hung by two eyes a fifth from the ends.",
        caution="A safety line for the bar and one for each lamp.",
        top=HOOK,
        plan=plan,
    )


def _trestle(span: float) -> HomeMade:
    work = PartsList(carrying_length=2.4)
    high, wide = 0.75, min(max(span, 0.5), 1.2)
    slant = high / math.cos(math.radians(15.0))
    work.bar("leg", slant, 4, "0.75 m high, 15° splayed", "height")
    work.bar("head", wide, 1, "as wide as the table", "span")
    work.bar("stretcher", 0.8 * wide, 2, "between the legs, a hand over the floor", "span")
    work.butt("stretcher", "leg", 4)
    work.butt("leg", "head", 4)
    work.fit("cord", 1)
    work.step(
        SAYS("make-two-frames", slant=slant),
        minutes=45,
        uses=("leg", "head", "stretcher", "wood_screw"),
        sketch=Sketch(width=wide, height=high, sides="leg", rails="stretcher"),
    )
    work.step(SAYS("tie-the-legs"), minutes=5, does="mount", uses=("cord",))
    plan = work.plan("trestle")
    return HomeMade(
        id="trestle",
        name="home-made trestle",
        kind="trestle",
        height=high,
        reach=wide,
        foot_radius=high * math.tan(math.radians(15.0)),
        payload=40.0,
        mass=_mass(plan),
        ballast=0.0,
        words="Two of them carry a table; the cord takes the thrust of the legs.",
        caution="Not to stand on.",
        top=Face(type="jaw", size=wide, gender="female"),
        plan=plan,
    )


def _low_table() -> HomeMade:
    work = PartsList(carrying_length=2.4)
    work.bar("runner", 0.6, 2, "under the cut legs, so that they do not dig in", "width")
    work.fit("splint_screw", 8)
    work.step(SAYS("cut-the-legs"), minutes=30, does="drill", uses=())
    work.step(SAYS("add-runners"), minutes=10, does="mount", uses=("runner", "splint_screw"))
    plan = work.plan("cut-down table")
    return HomeMade(
        id="low_table",
        name="cut-down table",
        kind="trestle",
        height=0.45,
        reach=0.6,
        foot_radius=0.25,
        payload=30.0,
        mass=_mass(plan) + 6.0,
        ballast=0.0,
        words="For things that are shot from above, and lamps that must stand low.",
        caution="Saw with the table clamped.",
        top=Face(type="jaw", size=0.6, gender="female"),
        plan=plan,
    )


def _tie_lines(height: float) -> HomeMade:
    work = PartsList(carrying_length=2.4)
    line = math.hypot(height, height / 2) + 0.6
    work.fit("cord", math.ceil(3 * line))
    work.fit("screw_eye", 3)
    work.step(SAYS("tie-it-off", line=line), minutes=15, does="hang", uses=("cord", "screw_eye"))
    plan = work.plan("tie lines")
    return HomeMade(
        id="tie_lines",
        name="tie lines",
        kind="eye",
        height=height,
        reach=height / 2,
        foot_radius=height / 2,
        payload=10.0,
        mass=_mass(plan),
        ballast=0.0,
        words="Three lines do what ten times their weight in bags does, where there is something to tie them to.",
        caution="People trip over them.",
        top=HOOK,
        plan=plan,
    )


def holder_for(board: HeldBoard, bar: Grip, *, height: float = 1.5) -> HomeMade:
    """A board holder, for a board as it was measured.

    Source: [Geometry].

    Parameters
    ----------
    board: what it grips.
    bar: where its bar runs.
    height: it stands at. [m]

    Returns
    -------
    HomeMade: with its parts, and what it carries. [kg]
    """
    made = board_holder(board, bar=bar)
    pipe = made.plan.stock.name
    where = "behind the board" if bar == "behind" else "below it, so that light passes"
    return HomeMade(
        id="holder" if bar == "behind" else "holder_below",
        name=f"board holder, bar {bar}",
        kind="clamp",
        height=height,
        reach=made.across / 2,
        foot_radius=0.0,
        payload=made.payload,
        mass=_mass(made.plan),
        ballast=0.0,
        words=(
            f"Of {pipe}, for a board {format_length(board.length)} long and {board.thickness * 1000:.1f} mm thick: it"
            f" stands in two slots of {made.slot * 1000:.1f} mm, the bar {where}."
        ),
        caution="A board is a sail: ballast the stand.",
        top=Face(type="jaw", size=made.slot, gender="female", slack=0.5),
        plan=made.plan,
    )


def home_made(*, height: float, span: float, board: HeldBoard | None = None) -> Iterator[HomeMade]:
    """All of them for a height and a span [m], and for a board that is to be held."""
    high = min(max(height, 0.6), 2.4)
    wide = min(max(span, 0.6), 3.6)
    makers: tuple[Callable[[], HomeMade], ...] = (
        lambda: _post(high),
        lambda: _spreader(max(high, 1.8), min(wide, 2.4)),
        lambda: _lamp_bar(high, wide),
        lambda: _trestle(wide),
        _low_table,
        lambda: _tie_lines(high),
        lambda: holder_for(board or HeldBoard(), "behind", height=high),
        lambda: holder_for(board or HeldBoard(), "below", height=high),
    )
    for make in makers:
        yield make()
