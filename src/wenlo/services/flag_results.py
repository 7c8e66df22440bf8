"""The fewest flags for the surfaces that must stay dark, as plain results."""

import numpy as np

from wenlo.core.document.shoot import Shoot
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.flags import Flagged, Placed, broken, fewest_flags
from wenlo.core.units.length import UnitSystem, format_length
from wenlo.services import results as r
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.work import Told


def flags(told: Told, document: Document) -> r.FlagsResult:
    """The fewest flags for a shoot's dark surfaces; see ``FlagsResult``."""
    shoot = resolve_document(document)
    found = fewest_flags(shoot.brief, shoot.design, told=lambda done, total: told(done, total, None))
    if found is None:
        sentence = "The set does not fit the room, so the light on its surfaces is not known."
        return r.FlagsResult(sentence=sentence, surfaces=[], flags=[])
    toward = np.asarray(shoot.design.direction)
    return r.FlagsResult(
        sentence=_sentence(shoot, found),
        surfaces=[
            r.SurfaceResult(
                name=name, limit=limit, before=round(found.before[name], 2), after=round(found.after[name], 2)
            )
            for name, limit in shoot.brief.dark.limits.items()
            if name in found.before
        ],
        flags=[
            r.FlagResult(
                text=_text(flag, shoot.units),
                plan=[[round(float(p[0]), 3), round(float(p[1]), 3)] for p in flag.corners],
                side=[[round(float(p @ toward), 3), round(float(p[2]), 3)] for p in flag.corners],
            )
            for flag in found.flags
        ],
    )


def _text(flag: Placed, units: UnitSystem) -> str:
    def length(value: float) -> str:
        return format_length(value, system=units)

    x, y, z = (float(value) for value in flag.middle)
    width, height = flag.size
    edge = f"is {length(flag.edge)} soft there" if flag.edge < 1.0 else "is too soft to be seen there"
    short = "; cut short, so as to spare the key" if flag.cut_short else ""
    return (
        f"Black, {length(width)} × {length(height)}, at the {flag.at}, for the {flag.surface}: its middle"
        f" {length(abs(x))} to the camera's {'right' if x > 0 else 'left'}, {length(abs(y))}"
        f" {'behind' if y > 0 else 'before'} the mark, {length(z)} up; its edge {edge}{short}."
    )


def _sentence(shoot: Shoot, found: Flagged) -> str:
    first, left = broken(shoot.brief, found.before), broken(shoot.brief, found.after)
    if not first:
        return "Every surface is as dark as it must be; no flag is needed."
    count = len(found.flags)
    pieces = "No flag helps" if count == 0 else "One flag" if count == 1 else f"{count} flags"
    cost = "" if count == 0 or abs(found.key) < 0.1 else f" The key loses {format_stops(found.key)}."
    if not left:
        return f"{pieces} keep every surface under its limit.{cost}".replace("One flag keep", "One flag keeps")
    name, most = max(left.items(), key=lambda pair: pair[1])
    rest = (
        f"the {name} stays {format_stops(most)} over: what is left comes off the other walls, or past the sheet from"
        " the room"
    )
    return f"{pieces}, and {rest}. Darker walls, a narrower beam, or the source nearer.{cost}"
