"""The fewest flags for the surfaces that must stay dark, as plain results."""

from collections.abc import Iterator

import numpy as np

from wenlo.core.document.shoot import Shoot
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.proposals.flags import Flagged, Placed, broken, fewest_flags
from wenlo.services import results as r
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.said import fact_result
from wenlo.services.work import Told

TOO_SOFT = 1.0
"""A shadow's edge as wide as this is none. [m]"""

NOTICED = 0.1
"""Nobody misses less of the key. [stop]"""

SAYS = Phrases(
    "flag",
    {
        "unknown": {},
        "not-needed": {},
        "enough": {"flags": "count"},
        "not-enough": {"flags": "count", "surface": "label", "over": "in_stops"},
        "cost": {"stops": "in_stops"},
        "place": {
            "size": "size",
            "at": "label",
            "surface": "label",
            "aside": "length",
            "right": "choice",
            "along": "length",
            "behind": "choice",
            "height": "length",
            "soft": "choice",
            "edge": "length",
            "cut": "choice",
        },
    },
    room="set",
)


def flags(told: Told, document: Document) -> r.FlagsResult:
    """The fewest flags for a shoot's dark surfaces; see ``FlagsResult``."""
    shoot = resolve_document(document)
    found = fewest_flags(shoot.brief, shoot.design, told=lambda done, total: told(done, total, None))
    if found is None:
        return r.FlagsResult(says=[fact_result(SAYS("unknown"))], surfaces=[], flags=[])
    toward = np.asarray(shoot.design.direction)
    return r.FlagsResult(
        says=[fact_result(one) for one in _said(shoot, found)],
        surfaces=[
            r.SurfaceResult(
                name=name, limit=limit, before=round(found.before[name], 2), after=round(found.after[name], 2)
            )
            for name, limit in shoot.brief.dark.limits.items()
            if name in found.before
        ],
        flags=[
            r.FlagResult(
                says=fact_result(_placed(flag)),
                plan=[[round(float(p[0]), 3), round(float(p[1]), 3)] for p in flag.corners],
                side=[[round(float(p @ toward), 3), round(float(p[2]), 3)] for p in flag.corners],
            )
            for flag in found.flags
        ],
    )


def _placed(flag: Placed) -> Fact:
    x, y, z = (float(value) for value in flag.middle)
    return SAYS(
        "place",
        size=(float(flag.size[0]), float(flag.size[1])),
        at=flag.at,
        surface=flag.surface,
        aside=abs(x),
        right=yes(x > 0),
        along=abs(y),
        behind=yes(y > 0),
        height=z,
        soft=yes(flag.edge >= TOO_SOFT),
        edge=flag.edge,
        cut=yes(flag.cut_short),
    )


def _said(shoot: Shoot, found: Flagged) -> Iterator[Fact]:
    first, left = broken(shoot.brief, found.before), broken(shoot.brief, found.after)
    if not first:
        yield SAYS("not-needed")
        return
    count = len(found.flags)
    if left:
        name, most = max(left.items(), key=lambda pair: pair[1])
        yield SAYS("not-enough", flags=count, surface=name, over=told_stops(most))
    else:
        yield SAYS("enough", flags=count)
    if count and abs(found.key) >= NOTICED:
        yield SAYS("cost", stops=told_stops(found.key))
