"""A check: a figure against a limit, with its source and what cures it. Never a word of being safe."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from wenlo.core.ids import slug

CheckState = Literal["within", "outside", "needs an answer"]

Topic = Literal["hold", "bend", "heat", "mains", "water", "lens"]

Relation = Literal["most", "least", "about", "none"]
"""Whether the limit is the most or the least that the value may be, what it should be about, or there is none."""


@dataclass(frozen=True)
class About:
    """What a check is about: an id that stays whatever the name is, its name, and the part of it that is looked at."""

    id: str
    name: str
    part: str = ""

    def of(self, part: str) -> "About":
        """One part of it, by the part's name or id."""
        return replace(self, part=slug(part))


@dataclass(frozen=True, kw_only=True)
class Cure:
    """A change that would cure a check: in words, and as values by their paths in the document where it is one (of the
    answers for one ``hold``, by its id, where there is one).
    """

    words: str
    hold: str = ""
    changes: Mapping[str, float | int | bool | str] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class Check:
    """One check: what is looked at, its figure and limit in words, where the limit comes from, and what would cure it.

    ``code`` stays the same whatever the words are. ``value`` and ``bound`` are the figure and its limit in SI and
    ``unit``, None where there is no number; what cannot be known needs an answer, it is never within. ``factor`` is the
    limit over the figure (or what holds over what loads), None where there is no such number.
    """

    code: str
    topic: Topic
    about: About
    name: str
    state: CheckState
    figure: str
    limit: str
    source: str
    value: float | None = None
    bound: float | None = None
    unit: str = ""
    relation: Relation = "none"
    factor: float | None = None
    cure: Cure | None = None

    @property
    def id(self) -> str:
        """What a tick refers to: the same while the check is made of the same thing, whatever its figure is."""
        return f"{self.code}@{self.about.id}" + (f"#{self.about.part}" if self.about.part else "")


def evaluate_limit(
    code: str,
    about: About,
    name: str,
    *,
    value: float,
    limit: float,
    unit: str,
    figure: str,
    allowed: str,
    source: str,
    cure: Cure | None = None,
    most: bool = True,
) -> Check:
    """A check of a value against a limit, ``most`` it may be or least it must be; its topic is the first word of its
    code.
    """
    within = value <= limit + 1e-9 if most else value >= limit - 1e-9
    top, bottom = (limit, value) if most else (value, limit)
    factor = top / bottom if bottom > 1e-12 else None
    return Check(
        code=code,
        topic=topic_of(code),
        about=about,
        name=name,
        state="within" if within else "outside",
        figure=figure,
        limit=allowed,
        source=source,
        value=value,
        bound=limit,
        unit=unit,
        relation="most" if most else "least",
        factor=factor,
        cure=None if within else cure,
    )


def unanswered(
    code: str,
    about: About,
    name: str,
    *,
    figure: str,
    limit: str,
    source: str,
    cure: Cure | None,
    value: float | None = None,
    bound: float | None = None,
    unit: str = "",
    relation: Relation = "none",
    factor: float | None = None,
) -> Check:
    """A check that cannot be made before somebody answers, looks or measures."""
    return Check(
        code=code,
        topic=topic_of(code),
        about=about,
        name=name,
        state="needs an answer",
        figure=figure,
        limit=limit,
        source=source,
        value=value,
        bound=bound,
        unit=unit,
        relation=relation,
        factor=factor,
        cure=cure,
    )


def stated(
    code: str,
    about: About,
    name: str,
    *,
    good: bool | None,
    figure: str,
    limit: str,
    source: str,
    cure: Cure | None = None,
) -> Check:
    """A check of a yes or a no; None is that nobody has answered."""
    state: CheckState = "needs an answer" if good is None else "within" if good else "outside"
    return Check(
        code=code,
        topic=topic_of(code),
        about=about,
        name=name,
        state=state,
        figure=figure,
        limit=limit,
        source=source,
        cure=None if good else cure,
    )


TOPICS: tuple[Topic, ...] = ("hold", "bend", "heat", "mains", "water", "lens")


def topic_of(code: str) -> Topic:
    """The topic that a code begins with. Raises KeyError when it is none."""
    return {topic: topic for topic in TOPICS}[code.split(".")[0]]  # type: ignore[index]
