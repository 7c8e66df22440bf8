"""A check: a figure against a limit, with its source and what cures it. Never a word of being safe."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from wenlo.core.facts import Fact, Phrases
from wenlo.core.ids import slug

CheckState = Literal["within", "outside", "needs an answer"]

Topic = Literal["hold", "bend", "heat", "mains", "water", "lens"]

Relation = Literal["most", "least", "about", "none"]
"""Whether the limit is the most or the least that the value may be, what it should be about, or there is none."""

ABOUT = Phrases(
    "about",
    {
        "named": {"name": "label"},
        "circuit": {"number": "count"},
        "circuits": {},
        "battery": {},
        "set": {},
        "plugged-in": {},
    },
    room="checks",
)


@dataclass(frozen=True)
class About:
    """What a check is about: an id that stays whatever the name is, what it is called, and the part of it that is
    looked at.
    """

    id: str
    says: Fact
    part: str = ""

    def of(self, part: str) -> "About":
        """One part of it, by the part's name or id."""
        return replace(self, part=slug(part))


def thing(id: str, name: str) -> About:
    """Something of the set, by its name."""
    return About(id, ABOUT("named", name=name))


@dataclass(frozen=True, kw_only=True)
class Cure:
    """A change that would cure a check: what it ``says``, and values by their paths in the document where it is one (of
    the answers for one ``hold``, by its id, where there is one).
    """

    says: Fact
    hold: str = ""
    changes: Mapping[str, float | int | bool | str] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class Check:
    """One check. Its message is its name; parts of it are the figure, the limit and the source of the limit.

    ``code`` stays the same whatever the words are. ``value`` and ``bound`` are the figure and its limit in SI and
    ``unit``, None where there is no number; what cannot be known needs an answer, it is never within. ``factor`` is the
    limit over the figure (or what holds over what loads), None where there is no such number.
    """

    code: str
    topic: Topic
    about: About
    says: Fact
    state: CheckState
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
    says: Fact,
    *,
    value: float,
    limit: float,
    unit: str,
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
        says=says,
        state="within" if within else "outside",
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
    says: Fact,
    *,
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
        says=says,
        state="needs an answer",
        value=value,
        bound=bound,
        unit=unit,
        relation=relation,
        factor=factor,
        cure=cure,
    )


def stated(code: str, about: About, says: Fact, *, good: bool | None, cure: Cure | None = None) -> Check:
    """A check of a yes or a no; None is that nobody has answered."""
    state: CheckState = "needs an answer" if good is None else "within" if good else "outside"
    return Check(code=code, topic=topic_of(code), about=about, says=says, state=state, cure=None if good else cure)


TOPICS: tuple[Topic, ...] = ("hold", "bend", "heat", "mains", "water", "lens")


def topic_of(code: str) -> Topic:
    """The topic that a code begins with. Raises KeyError when it is none."""
    return {topic: topic for topic in TOPICS}[code.split(".")[0]]  # type: ignore[index]
