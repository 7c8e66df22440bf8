"""A kind that was sized and weighed for a brief, and what is to be said of it."""

import math
from dataclasses import dataclass
from typing import Literal

from wenlo.core.analysis.figures import Evaluated
from wenlo.core.brief.brief import Brief
from wenlo.core.facts import Fact
from wenlo.core.inventory.shopping import ShoppingLine, WorkedBuild
from wenlo.core.modifiers.kind import Handling, ModifierParameters

Wish = Literal["nearer", "farther", "lamp_nearer", "smaller", "brighter"]
"""What would cure a wish that is missed."""

Goal = Literal["carry", "money", "background-down", "background-up", "outline", "light"]
"""What a cure is done for."""


@dataclass(frozen=True, kw_only=True)
class ScorePoint:
    """Something to say of a design and what it weighs; a ``fact`` comes after what is missed, and ``takes`` of the
    facts say what the design takes in money and time.

    ``wish`` is what would cure it, and ``goal`` what that is done for; ``why`` is said after it, ``stays`` where
    nothing else was done about it.
    """

    weight: float
    says: Fact
    fact: bool = False
    takes: bool = False
    wish: Wish | None = None
    goal: Goal = "light"
    why: Fact | None = None
    stays: Fact | None = None

    @property
    def said(self) -> tuple[Fact, ...]:
        """What is said, and why."""
        return (self.says,) if self.why is None else (self.says, self.why)


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """One kind for the brief.

    ``design`` sized for it, None when it cannot serve (``cannot`` says why); ``brief`` is the one it is for, with
    another lamp of the Shelf where the Brief's own cannot serve. ``missing`` is what the Shelf does not hold of its
    parts.
    ``penalty`` orders the kinds: about one for every stop or doubling that a wish is missed by. ``points`` are what it
    is made of, ``reasons`` all that is said of it, the weightiest first; ``remedies`` what was done for its wishes.
    """

    kind: str
    name: str
    good: str
    bad: str
    cannot: Fact | None = None
    brief: Brief | None = None
    design: ModifierParameters | None = None
    result: Evaluated | None = None
    build: WorkedBuild | None = None
    handling: Handling | None = None
    missing: tuple[ShoppingLine, ...] = ()
    penalty: float = math.inf
    points: tuple[ScorePoint, ...] = ()
    reasons: tuple[tuple[Fact, ...], ...] = ()
    remedies: tuple[Fact, ...] = ()

    @property
    def cost_per_use(self) -> float:
        """Price of the parts over the shoots that it lasts. [EUR]"""
        assert self.build is not None
        assert self.handling is not None
        return self.build.total / self.handling.uses

    @property
    def to_buy(self) -> float:
        """Price of what the Shelf does not hold. [EUR]"""
        return sum(line.price for line in self.missing)
