"""Checks of how a thing is held: payload, height, reach, span, counterweight, ballast, safety line, adapters, play."""

import math
from collections.abc import Callable, Iterator
from dataclasses import replace

from wenlo.core.document.rigging import KNOCK, LIGHT_TOUCH, PASSING, Rigging
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit, stated, unanswered
from wenlo.core.rigging.holding import SLING, Holding
from wenlo.core.rigging.statics import MOVING, TIPPING_FACTOR, sling_tension
from wenlo.core.rigging.supports import Support
from wenlo.core.units.length import UnitSystem, format_length

BOND_FACTOR = 10.0
"""A safety line carries so many times what it holds: it must take a fall."""

LADDER = 2.1
"""What a person reaches from the floor. [m]"""

SLACK_LIMIT = 0.03
"""The modifier's far side may wander by so much with the play of all joints. [m]"""

MOST_BALLAST = 300.0
"""More is not asked for. [kg]"""

STATICS = "moments about the line between two feet"

PAYLOAD = "stated payload, three quarters of it fully drawn out"


def _kilos(mass: float) -> str:
    return f"{mass:.1f} kg"


def hold_checks(
    holding: Holding, rig: Rigging, *, units: UnitSystem, lighter: Cure | None = None, span: float = math.inf
) -> Iterator[Check]:
    """All checks of how one thing is held.

    Source: [Meriam].

    Parameters
    ----------
    holding: how it is held.
    rig: the answers about the rig.
    units: how lengths are written.
    lighter: a change of the design that makes it lighter, if one is known.
    span: from wall to wall there. [m]

    Returns
    -------
    Iterator: checks, each with its figure and its limit.
    """
    held, support, by = holding.held, holding.support, holding.by
    name, height = held.about, float(held.place[2])

    def length(value: float) -> str:
        return format_length(value, system=units)

    if by == "lamp":
        return
    if by == "stand" and held.over:
        yield stated(
            "hold.in_the_way",
            name,
            "Place of the stand",
            good=False,
            figure=f"under it is {held.over}",
            limit="a stand beside it",
            source="the place of what it holds",
            cure=Cure(words="hang it from a boom, an arm or the ceiling", hold=held.id, changes={"way": "boom"}),
        )
    if support is None and by != "floor":
        yield stated(
            "hold.support",
            name,
            "Support",
            good=False,
            figure=f"{_kilos(held.mass)} at {length(height)}",
            limit="nothing on the list carries it",
            source=PAYLOAD,
            cure=lighter or Cure(words="lower it, make it lighter, or put a stronger support on the Shelf"),
        )
        return
    if support is not None:
        yield from _support_checks(holding, support, length, lighter, span)
    if holding.holder is not None:
        yield evaluate_limit(
            "hold.holder",
            name,
            "Board holder",
            value=held.mass,
            limit=holding.holder.payload,
            unit="kg",
            figure=_kilos(held.mass),
            allowed=_kilos(holding.holder.payload),
            source="half of the board at the end of each half of its bar; pipe creeps to a third of its modulus",
            cure=Cure(words="a clamp on either side, or a lighter board"),
        )
    if held.carries is not None:
        yield evaluate_limit(
            "hold.arm",
            name,
            "Hangs on its arm",
            value=held.mass,
            limit=held.carries,
            unit="kg",
            figure=_kilos(held.mass),
            allowed=_kilos(held.carries),
            source="what the arm or shoe carries without drooping",
            cure=lighter or Cure(words="a lighter front, or a stand under it"),
        )
    if by == "boom" and support is not None:
        yield from _boom_checks(holding, length)
    if by == "arm":
        yield unanswered(
            "hold.arm_on",
            name,
            "What the arm is clamped to",
            figure="not told",
            limit=f"carries {_kilos(held.mass)} at the arm's reach",
            source="an arm is as firm as what it is clamped to",
            cure=Cure(words="clamp it to a bench, a beam or a ballasted stand, and pull at it"),
            value=held.mass,
            unit="kg",
        )
    if holding.moments is not None:
        yield from _tipping_checks(holding, rig)
    if by == "ceiling":
        pull = sling_tension(held.mass * held.bears, 1, SLING)
        yield unanswered(
            "hold.line",
            name,
            "Line and fixing",
            figure=f"{pull:.0f} N at 45°",
            limit="what the fixing and the line carry",
            source="m g / sin α",
            cure=Cure(words="a licensed person looks at fixings in structure"),
            value=pull,
            unit="N",
        )
    if holding.overhead:
        bond = held.mass * held.bears * BOND_FACTOR
        said = {None: "nobody has looked", True: "an independent one", False: "none"}[rig.safety_line]
        yield stated(
            "hold.safety_line",
            name,
            "Safety line",
            good=rig.safety_line,
            figure=said,
            limit=f"one that carries {_kilos(bond)}, to another fixing",
            source=f"{BOND_FACTOR:.0f} times what it holds, since it must take a fall",
            cure=Cure(
                words="give it a second line of its own to another fixing, look at every one, and say so",
                changes={"rig.safety_line": True},
            ),
        )
    if height > LADDER and by != "floor":
        yield unanswered(
            "hold.ladder",
            name,
            "Reach",
            figure=length(height),
            limit=f"{length(LADDER)} from the floor",
            source="what a person reaches",
            cure=Cure(words="a step ladder on level ground, two people, nobody under it"),
            value=height,
            bound=LADDER,
            unit="m",
            relation="most",
        )
    for joint in holding.joints:
        if not joint.fits:
            yield stated(
                "hold.adapter",
                name,
                "Adapter",
                good=False,
                figure=f"{joint.upper} on {joint.lower}",
                limit="does not fit",
                source="types, sizes and genders of what meets",
                cure=Cure(words=joint.adapter),
            )
    if holding.play > 0.0:
        yield evaluate_limit(
            "hold.play",
            name,
            "Play",
            value=holding.play,
            limit=SLACK_LIMIT,
            unit="m",
            figure=length(holding.play),
            allowed=length(SLACK_LIMIT),
            source="play of all joints together",
            cure=Cure(words="fewer joints, or a second clamp"),
        )


def _support_checks(
    holding: Holding, support: Support, length: Callable[[float], str], lighter: Cure | None, span: float
) -> Iterator[Check]:
    held, by = holding.held, holding.by
    name, height = held.about, float(held.place[2])
    load = held.mass * held.bears * (MOVING if by == "boom" else 1.0)
    most = support.carries(height)
    stronger = Cure(words=f"a support that carries {_kilos(load)}; or a lighter canvas or a smaller one")
    yield evaluate_limit(
        "hold.payload",
        name,
        "Payload",
        value=load,
        limit=most,
        unit="kg",
        figure=_kilos(load) + (", swinging" if by == "boom" else ", on two of its lines" if held.bears > 1.0 else ""),
        allowed=f"{_kilos(most)} at {length(height)} ({support.name})",
        source=PAYLOAD,
        cure=lighter or stronger,
    )
    stand = holding.under or support
    if by in ("stand", "boom") and stand.highest > 0.0:
        yield evaluate_limit(
            "hold.height",
            name,
            "Height",
            value=height,
            limit=stand.highest,
            unit="m",
            figure=length(height),
            allowed=f"{length(stand.highest)} ({stand.name})",
            source="stated height",
            cure=Cure(words=f"a stand that reaches {length(height)}, or hang it from the ceiling"),
        )
    if support.kind == "spreader":
        if not math.isfinite(span):
            yield stated(
                "hold.span",
                name,
                "Span of the spreader",
                good=False,
                figure=f"reaches {length(support.span)}",
                limit="walls on both sides",
                source="a spreader is jammed between two walls",
                cure=Cure(words="outdoors there are no walls: a boom, or a frame of its own"),
            )
        else:
            yield evaluate_limit(
                "hold.span",
                name,
                "Span of the spreader",
                value=support.span,
                limit=span,
                unit="m",
                figure=f"reaches {length(support.span)}",
                allowed=f"{length(span)} from wall to wall",
                source="a spreader is jammed between two walls",
                most=False,
                cure=Cure(words=f"a spreader that reaches {length(span)}, or eyes in the ceiling"),
            )
    if by == "arm":
        yield evaluate_limit(
            "hold.reach",
            name,
            "Reach of the arm",
            value=holding.reach,
            limit=support.reach,
            unit="m",
            figure=length(holding.reach),
            allowed=f"{length(support.reach)} ({support.name})",
            source="from the clamp to what it holds",
            cure=Cure(words="a longer arm, or a boom"),
        )


def _boom_checks(holding: Holding, length: Callable[[float], str]) -> Iterator[Check]:
    held, boom = holding.held, holding.support
    assert boom is not None
    yield evaluate_limit(
        "hold.reach",
        held.about,
        "Reach of the boom",
        value=holding.reach,
        limit=boom.reach,
        unit="m",
        figure=length(holding.reach),
        allowed=f"{length(boom.reach)} ({boom.name})",
        source="the stand is beside what hangs, not under it",
        cure=Cure(words="a longer boom, or a smaller canvas"),
    )
    need, given = holding.counterweight_needed, holding.counterweight_given
    cure = Cure(
        words=f"{_kilos(need)} at {length(holding.back)} behind the stand",
        hold=held.id,
        changes={"counterweight": round(need, 1)},
    )
    source = "load × reach = counterweight × its distance"
    if given is None:
        yield unanswered(
            "hold.counterweight",
            held.about,
            "Counterweight",
            figure="not told",
            limit=_kilos(need),
            source=source,
            cure=cure,
            bound=need,
            unit="kg",
            relation="about",
        )
    else:
        off = abs(given - need)
        checked = evaluate_limit(
            "hold.counterweight",
            held.about,
            "Counterweight",
            value=off,
            limit=max(0.1 * need, 0.2),
            unit="kg",
            figure=_kilos(given),
            allowed=f"{_kilos(need)} ± a tenth",
            source=source,
            cure=cure,
        )
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
            name="Ballast",
            state="outside",
            figure=_kilos(given or 0.0),
            limit=f"more than {_kilos(MOST_BALLAST)}",
            source=STATICS,
            factor=factor,
            value=given or 0.0,
            bound=MOST_BALLAST,
            unit="kg",
            relation="least",
            cure=Cure(words="a wider foot: on this one no ballast that can be carried keeps it up"),
        )
        return
    need = holding.ballast_asked
    cure = Cure(words=f"{_kilos(need)} on the foot, low and against the lean", hold=held.id, changes={"ballast": need})
    wind = "" if rig.weather == "indoors" else " and the wind"
    source = f"{STATICS}; a knock of {rig.bump:.0f} N{wind}, factor {TIPPING_FACTOR:g}"
    if given is None and need > 0.0:
        yield unanswered(
            "hold.ballast",
            held.about,
            "Ballast",
            figure="not told",
            limit=f"at least {_kilos(need)}",
            source=source,
            factor=factor,
            cure=cure,
            bound=need,
            unit="kg",
            relation="least",
        )
        return
    enough = evaluate_limit(
        "hold.ballast",
        held.about,
        "Ballast",
        value=given or 0.0,
        limit=need,
        unit="kg",
        figure=_kilos(given or 0.0),
        allowed=f"at least {_kilos(need)}",
        source=source,
        cure=cure,
        most=False,
    )
    yield replace(enough, factor=factor)


def knock_check(rig: Rigging) -> Check:
    """Whether the knock that was counted with is one that happens."""
    return evaluate_limit(
        "hold.knock",
        About("set", "the set"),
        "Knock",
        value=rig.bump,
        limit=KNOCK,
        unit="N",
        figure=f"{rig.bump:.0f} N",
        allowed=f"at least {KNOCK:.0f} N; {PASSING:.0f} N where people pass",
        most=False,
        source=(
            f"{LIGHT_TOUCH:.0f} N is a light touch; somebody who stumbles pushes with {KNOCK:.0f} to {PASSING:.0f} N"
        ),
        cure=Cure(words=f"count with {KNOCK:.0f} N", changes={"rig.bump": KNOCK}),
    )
