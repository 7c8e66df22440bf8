"""What of a shoot's modifiers does not go with their lamps, at its field."""

from collections.abc import Iterator
from typing import Any

from wenlo.core.errors import FieldError
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.shelf.own import lamp_of
from wenlo.core.shoot.document import Shoot


def refusals(shoot: Shoot) -> Iterator[FieldError]:
    """Every parameter of a modifier that its lamp, or another parameter of it, does not allow."""
    designs = [("design", shoot.design, shoot.brief.lamp.type)]
    designs += [
        (f"second.{k}.design", s.design, lamp_of(shoot.brief.others[s.light].id)) for k, s in enumerate(shoot.second)
    ]
    for path, design, lamp in designs:
        kind = kind_of(design)
        refused = kind.refuses(design, lamp) if kind.daylight is None else None
        if refused is not None and refused.field:
            yield FieldError(path=f"{path}.{refused.field}", message=refused.text)


def newly_refused(before: Shoot, after: Shoot) -> list[FieldError]:
    """What an edit of a value would make that does not fit, at that value.

    What was so before, and what came about by another lamp, kind or value, is told and not refused: nobody could say which of the two
    is to give way.
    """
    if before.design.kind != after.design.kind:
        return []
    known = {problem.path for problem in refusals(before)}
    return [
        problem
        for problem in refusals(after)
        if problem.path not in known and _value(before, problem.path) != _value(after, problem.path)
    ]


def _value(shoot: Shoot, path: str) -> object:
    at: Any = shoot
    for step in path.split("."):
        # a modifier that was not there before has no value
        at = dict(enumerate(at)).get(int(step)) if step.isdigit() else getattr(at, step, None)
    return at
