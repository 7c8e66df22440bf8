"""What of a shoot is not accepted when it is typed, at its field: modifiers that do not go with their lamps, titles
that cannot be told.
"""

from collections.abc import Iterator
from typing import Any

from wenlo.core.catalog.own import lamp_of
from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import FieldError
from wenlo.core.modifiers.registry import kind_of


def refusals(shoot: Shoot) -> Iterator[FieldError]:
    """Every parameter of a modifier that its lamp, or another parameter of it, does not allow."""
    designs = [("design", shoot.design, shoot.brief.lamp.type)]
    designs += [
        (f"second.{k}.design", s.design, lamp_of(shoot.brief.lights[s.light].id)) for k, s in enumerate(shoot.second)
    ]
    for path, design, lamp in designs:
        kind = kind_of(design)
        refused = None if kind.always_by_day else kind.refuses(design, lamp)
        if refused is not None and refused.field:
            yield FieldError(path=f"{path}.{refused.field}", message=refused.text)


HIDDEN = frozenset("\u061c\u200b\u200e\u200f\u2028\u2029\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069\ufeff")
"""Marks that turn the direction of writing, and others that nobody sees: with them one name can look like another."""


def title_problem(title: str) -> FieldError | None:
    """Why a title cannot be told from others in a list, or None."""
    if not title.strip() or all(c in HIDDEN or c.isspace() for c in title):
        message = "The title has nothing that can be read; write a word."
    elif any(ord(c) < 32 or ord(c) == 127 or c in HIDDEN for c in title):
        message = "The title must be one line without hidden marks; type it anew."
    else:
        return None
    return FieldError(path="title", message=message)


def newly_refused(before: Shoot, after: Shoot) -> list[FieldError]:
    """What an edit of a value would make that does not fit, at that value.

    What was so before, and what came about by another lamp, kind or value, is told and not refused: nobody could say
    which of the two is to give way.
    """
    title = title_problem(after.title) if after.title != before.title else None
    wrong = [title] if title is not None else []
    if before.design.kind != after.design.kind:
        return wrong
    known = {problem.path for problem in refusals(before)}
    return wrong + [
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
