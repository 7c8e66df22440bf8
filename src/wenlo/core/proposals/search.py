"""One-dimensional search for the smallest change that reaches a target."""

from collections.abc import Callable

from wenlo.core.errors import Impossible

STEPS = 30


def first_that_meets(
    meets: Callable[[float], bool], *, start: float, end: float, tolerance: float, samples: int = 8
) -> float | None:
    """The value nearest to ``start`` on the way to ``end`` for which ``meets`` is true, or None.

    The way is sampled coarsely to find the first bracket, then halved down to ``tolerance``; a wish that
    comes true and false again within a sample step may be missed.

    Parameters
    ----------
    meets: the wish.
    start, end: the way; ``start`` itself is tried first.
    tolerance: how near to the true change-over is near enough.
    samples: coarse steps.
    """
    if meets(start):
        return start
    below = start
    for index in range(1, samples + 1):
        there = start + (end - start) * index / samples
        if meets(there):
            above = there
            for _ in range(STEPS):
                if abs(above - below) <= tolerance:
                    break
                middle = (above + below) / 2
                if meets(middle):
                    above = middle
                else:
                    below = middle
            return above
        below = there
    return None


def must(value: float | None, why_not: str) -> float:
    """The value, or Impossible with the reason."""
    if value is None:
        raise Impossible(why_not)
    return value
