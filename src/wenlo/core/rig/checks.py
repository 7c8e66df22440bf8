"""A check: a figure against a limit, with its source and what cures it. Never a word of being safe."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

State = Literal["within", "outside", "not known"]

Topic = Literal["hold", "bend", "heat", "mains", "water", "lens"]


@dataclass(frozen=True, kw_only=True)
class Cure:
    """A change that would cure a check: in words, and as values by their paths in the document where it is one (of the answers
    for one ``hold``, where that is named).
    """

    words: str
    hold: str = ""
    changes: Mapping[str, float | int | bool | str] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class Check:
    """One check: what is looked at, its figure and limit in words, where the limit comes from, and what would cure it.

    ``factor`` is the limit over the figure (or what holds over what loads), None where there is no such number.
    """

    topic: Topic
    about: str
    name: str
    state: State
    figure: str
    limit: str
    source: str
    factor: float | None = None
    cure: Cure | None = None


def judged(
    topic: Topic, about: str, name: str, *, value: float, limit: float, figure: str, allowed: str, source: str,
    cure: Cure | None = None, most: bool = True,
) -> Check:  # fmt: skip
    """A check of a value against a limit, ``most`` it may be or least it must be."""
    within = value <= limit + 1e-9 if most else value >= limit - 1e-9
    top, bottom = (limit, value) if most else (value, limit)
    factor = top / bottom if bottom > 1e-12 else None
    return Check(
        topic=topic, about=about, name=name, state="within" if within else "outside", figure=figure, limit=allowed, source=source,
        factor=factor, cure=None if within else cure,
    )  # fmt: skip
