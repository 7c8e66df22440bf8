"""Checks of how a thing is held: payload, height, reach, span, counterweight, ballast, safety line, adapters, play."""

import math
from collections.abc import Iterator
from dataclasses import replace

from wenlo.core.document.rigging import KNOCK, LIGHT_TOUCH, PASSING, Rigging
from wenlo.core.facts import Phrases, yes
from wenlo.core.rigging.checks import ABOUT, About, Check, Cure, evaluate_limit, stated, unanswered
from wenlo.core.rigging.holding import SLING, Holding
from wenlo.core.rigging.statics import MOVING, TIPPING_FACTOR, sling_tension
from wenlo.core.rigging.supports import Support

BOND_FACTOR = 10.0
"""A safety line carries so many times what it holds: it must take a fall."""

LADDER = 2.1
"""What a person reaches from the floor. [m]"""

SLACK_LIMIT = 0.03
"""The modifier's far side may wander by so much with the play of all joints. [m]"""

LEAST_WEIGHT = 0.05
"""A lighter counterweight is none. [kg]"""

MOST_BALLAST = 300.0
"""More is not asked for. [kg]"""

SAYS = Phrases(
    "check",
    {
        "hold-in-the-way": {"over": "label"},
        "hold-support": {"mass": "tenth", "height": "length"},
        "hold-holder": {"mass": "tenth", "most": "tenth"},
        "hold-arm": {"mass": "tenth", "most": "tenth"},
        "hold-arm-on": {"mass": "tenth"},
        "hold-line": {"pull": "force"},
        "hold-safety-line": {"has": "choice", "bond": "tenth", "times": "count"},
        "hold-ladder": {"height": "length", "reach": "length"},
        "hold-adapter": {"upper": "label", "lower": "label"},
        "hold-play": {"play": "fine", "most": "fine"},
        "hold-payload": {"load": "tenth", "how": "choice", "most": "tenth", "height": "length", "support": "label"},
        "hold-height": {"height": "length", "most": "length", "stand": "label"},
        "hold-span": {"reach": "length", "walls": "choice", "span": "length"},
        "hold-reach": {"reach": "length", "most": "length", "support": "label", "of": "choice"},
        "hold-counterweight": {"given": "tenth", "told": "choice", "needs": "choice", "need": "tenth"},
        "hold-ballast": {
            "given": "tenth",
            "told": "choice",
            "need": "tenth",
            "knock": "force",
            "wind": "choice",
            "factor": "tenth",
        },
        "hold-ballast-too-much": {"given": "tenth", "most": "count"},
        "hold-knock": {"knock": "force", "least": "force", "passing": "force", "touch": "force"},
    },
    room="checks",
)

CURES = Phrases(
    "cure",
    {
        "hang-it": {},
        "lower-or-lighter": {},
        "clamp-on-either-side": {},
        "lighter-front": {},
        "clamp-the-arm": {},
        "licensed-fixing": {},
        "second-line": {},
        "step-ladder": {},
        "adapter": {"adapter": "label"},
        "fewer-joints": {},
        "stronger-support": {"load": "tenth"},
        "taller-stand": {"height": "length"},
        "no-walls": {},
        "wider-spreader": {"span": "length"},
        "longer-arm": {},
        "longer-boom": {},
        "counterweight": {"need": "tenth", "back": "length"},
        "wider-foot": {},
        "ballast": {"need": "tenth"},
        "count-with-knock": {"knock": "force"},
    },
    room="checks",
)


def hold_checks(
    holding: Holding, rig: Rigging, *, lighter: Cure | None = None, span: float = math.inf
) -> Iterator[Check]:
    """All checks of how one thing is held.

    Source: [Meriam].

    Parameters
    ----------
    holding: how it is held.
    rig: the answers about the rig.
    lighter: a change of the design that makes it lighter, if one is known.
    span: from wall to wall there. [m]

    Returns
    -------
    Iterator: checks, each with its figure and its limit.
    """
    held, support, by = holding.held, holding.support, holding.by
    about, height = held.about, float(held.place[2])
    if by == "lamp":
        return
    if by == "stand" and held.over:
        hang = Cure(says=CURES("hang-it"), hold=held.id, changes={"way": "boom"})
        yield stated("hold.in_the_way", about, SAYS("hold-in-the-way", over=held.over), good=False, cure=hang)
    if support is None and by != "floor":
        says = SAYS("hold-support", mass=held.mass, height=height)
        cure = lighter or Cure(says=CURES("lower-or-lighter"))
        yield stated("hold.support", about, says, good=False, cure=cure)
        return
    if support is not None:
        yield from _support_checks(holding, support, lighter, span)
    if holding.holder is not None:
        yield evaluate_limit(
            "hold.holder",
            about,
            SAYS("hold-holder", mass=held.mass, most=holding.holder.payload),
            value=held.mass,
            limit=holding.holder.payload,
            unit="kg",
            cure=Cure(says=CURES("clamp-on-either-side")),
        )
    if held.carries is not None:
        yield evaluate_limit(
            "hold.arm",
            about,
            SAYS("hold-arm", mass=held.mass, most=held.carries),
            value=held.mass,
            limit=held.carries,
            unit="kg",
            cure=lighter or Cure(says=CURES("lighter-front")),
        )
    if by == "boom" and support is not None:
        yield from _boom_checks(holding)
    if by == "arm":
        yield unanswered(
            "hold.arm_on",
            about,
            SAYS("hold-arm-on", mass=held.mass),
            cure=Cure(says=CURES("clamp-the-arm")),
            value=held.mass,
            unit="kg",
        )
    if holding.moments is not None:
        yield from _tipping_checks(holding, rig)
    if by == "ceiling":
        pull = sling_tension(held.mass * held.bears, 1, SLING)
        yield unanswered(
            "hold.line",
            about,
            SAYS("hold-line", pull=pull),
            cure=Cure(says=CURES("licensed-fixing")),
            value=pull,
            unit="N",
        )
    if holding.overhead:
        has = {None: "unknown", True: "yes", False: "no"}[rig.safety_line]
        bond = held.mass * held.bears * BOND_FACTOR
        yield stated(
            "hold.safety_line",
            about,
            SAYS("hold-safety-line", has=has, bond=bond, times=BOND_FACTOR),
            good=rig.safety_line,
            cure=Cure(says=CURES("second-line"), changes={"rig.safety_line": True}),
        )
    if height > LADDER and by != "floor":
        yield unanswered(
            "hold.ladder",
            about,
            SAYS("hold-ladder", height=height, reach=LADDER),
            cure=Cure(says=CURES("step-ladder")),
            value=height,
            bound=LADDER,
            unit="m",
            relation="most",
        )
    for joint in holding.joints:
        if not joint.fits:
            says = SAYS("hold-adapter", upper=joint.upper, lower=joint.lower)
            cure = Cure(says=CURES("adapter", adapter=joint.adapter))
            yield stated("hold.adapter", about, says, good=False, cure=cure)
    if holding.play > 0.0:
        yield evaluate_limit(
            "hold.play",
            about,
            SAYS("hold-play", play=holding.play, most=SLACK_LIMIT),
            value=holding.play,
            limit=SLACK_LIMIT,
            unit="m",
            cure=Cure(says=CURES("fewer-joints")),
        )


def _support_checks(holding: Holding, support: Support, lighter: Cure | None, span: float) -> Iterator[Check]:
    held, by = holding.held, holding.by
    about, height = held.about, float(held.place[2])
    load = held.mass * held.bears * (MOVING if by == "boom" else 1.0)
    most = support.carries(height)
    how = "swinging" if by == "boom" else "two-lines" if held.bears > 1.0 else "still"
    yield evaluate_limit(
        "hold.payload",
        about,
        SAYS("hold-payload", load=load, how=how, most=most, height=height, support=support.name),
        value=load,
        limit=most,
        unit="kg",
        cure=lighter or Cure(says=CURES("stronger-support", load=load)),
    )
    stand = holding.under or support
    if by in ("stand", "boom") and stand.highest > 0.0:
        yield evaluate_limit(
            "hold.height",
            about,
            SAYS("hold-height", height=height, most=stand.highest, stand=stand.name),
            value=height,
            limit=stand.highest,
            unit="m",
            cure=Cure(says=CURES("taller-stand", height=height)),
        )
    if support.kind == "spreader":
        walls = math.isfinite(span)
        says = SAYS("hold-span", reach=support.span, walls=yes(walls), span=span)
        if walls:
            yield evaluate_limit(
                "hold.span",
                about,
                says,
                value=support.span,
                limit=span,
                unit="m",
                most=False,
                cure=Cure(says=CURES("wider-spreader", span=span)),
            )
        else:
            yield stated("hold.span", about, says, good=False, cure=Cure(says=CURES("no-walls")))
    if by == "arm":
        yield evaluate_limit(
            "hold.reach",
            about,
            SAYS("hold-reach", reach=holding.reach, most=support.reach, support=support.name, of="arm"),
            value=holding.reach,
            limit=support.reach,
            unit="m",
            cure=Cure(says=CURES("longer-arm")),
        )


def _boom_checks(holding: Holding) -> Iterator[Check]:
    held, boom = holding.held, holding.support
    assert boom is not None
    yield evaluate_limit(
        "hold.reach",
        held.about,
        SAYS("hold-reach", reach=holding.reach, most=boom.reach, support=boom.name, of="boom"),
        value=holding.reach,
        limit=boom.reach,
        unit="m",
        cure=Cure(says=CURES("longer-boom")),
    )
    need, given = holding.counterweight_needed, holding.counterweight_given
    cure = Cure(
        says=CURES("counterweight", need=need, back=holding.back),
        hold=held.id,
        changes={"counterweight": round(need, 1)},
    )
    # a light thing close by is balanced by the arm itself: nobody need be asked
    untold = given is None and need >= LEAST_WEIGHT
    given = given or 0.0
    says = SAYS("hold-counterweight", given=given, told=yes(not untold), needs=yes(need >= LEAST_WEIGHT), need=need)
    if untold:
        yield unanswered("hold.counterweight", held.about, says, cure=cure, bound=need, unit="kg", relation="about")
        return
    off, allowed = abs(given - need), max(0.1 * need, 0.2)
    checked = evaluate_limit("hold.counterweight", held.about, says, value=off, limit=allowed, unit="kg", cure=cure)
    yield replace(checked, value=given, bound=need, relation="about")


def _tipping_checks(holding: Holding, rig: Rigging) -> Iterator[Check]:
    held, moments = holding.held, holding.moments
    assert moments is not None
    given = holding.ballast_given
    factor = moments.factor if math.isfinite(moments.factor) else None
    if holding.ballast_needed > MOST_BALLAST:
        yield Check(
            code="hold.ballast",
            topic="hold",
            about=held.about,
            says=SAYS("hold-ballast-too-much", given=given or 0.0, most=MOST_BALLAST),
            state="outside",
            factor=factor,
            value=given or 0.0,
            bound=MOST_BALLAST,
            unit="kg",
            relation="least",
            cure=Cure(says=CURES("wider-foot")),
        )
        return
    need = holding.ballast_asked
    cure = Cure(says=CURES("ballast", need=need), hold=held.id, changes={"ballast": need})
    untold = given is None and need > 0.0
    says = SAYS(
        "hold-ballast",
        given=given or 0.0,
        told=yes(not untold),
        need=need,
        knock=rig.bump,
        wind=yes(rig.weather != "indoors"),
        factor=TIPPING_FACTOR,
    )
    if untold:
        yield unanswered(
            "hold.ballast", held.about, says, factor=factor, cure=cure, bound=need, unit="kg", relation="least"
        )
        return
    enough = evaluate_limit(
        "hold.ballast", held.about, says, value=given or 0.0, limit=need, unit="kg", cure=cure, most=False
    )
    yield replace(enough, factor=factor)


def knock_check(rig: Rigging) -> Check:
    """Whether the knock that was counted with is one that happens."""
    return evaluate_limit(
        "hold.knock",
        About("set", ABOUT("set")),
        SAYS("hold-knock", knock=rig.bump, least=KNOCK, passing=PASSING, touch=LIGHT_TOUCH),
        value=rig.bump,
        limit=KNOCK,
        unit="N",
        most=False,
        cure=Cure(says=CURES("count-with-knock", knock=KNOCK), changes={"rig.bump": KNOCK}),
    )
