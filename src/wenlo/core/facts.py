"""Facts: what the core says without words. A code, and its arguments in SI; the sentences stand in the messages."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal, Union, get_args

ArgKind = Literal[
    "length",
    "fine",
    "drill",
    "size",
    "count",
    "tenth",
    "hundredth",
    "rough",
    "reading",
    "share",
    "angle",
    "turn",
    "celsius",
    "kelvin",
    "force",
    "mass",
    "speed",
    "luminance",
    "stops",
    "in_stops",
    "by_stops",
    "deep_stops",
    "power",
    "label",
    "choice",
    "list",
    "fact",
]
"""What an argument is: a ``length`` for the tape, ``fine`` for the saw, ``drill`` to a tenth of a millimetre [m]; a
``size`` of two lengths [m]; a ``count``, a number to a ``tenth``, a ``hundredth``, or ``rough``, to three digits [-]; a
``reading`` and its half-width; a ``share`` of one, in per cent [-]; an ``angle`` and, with its sign, a ``turn`` [rad];
temperatures in ``celsius`` [°C] and ``kelvin`` [K]; a ``force`` [N], a ``mass`` [kg], a ``speed`` [m/s], a
``luminance`` [cd/m²]; bare ``stops``; a difference of light ``in_stops``, with its sign ``by_stops``, or
``deep_stops``, of which more than a camera shows are not told apart [stop]; a ``power`` as it stands on a dial, of full
[-]; a ``label`` that is shown as it is (a name, a letter on a piece, a mark on a dial); a ``choice`` that selects words
and is never shown; a ``list`` of labels or facts; another ``fact``.
"""

IN_STOPS = ("in_stops", "by_stops", "deep_stops")

NO_LIGHT = 99.0
"""A difference of light that is as great stands for none at all; facts hold no infinities. [stop]"""


DEEPEST = 12.0
"""Deeper is black to any camera: more is not told apart. [stop]"""


def told_stops(stops: float) -> float:
    """A difference of light as a fact can hold it. [stop]

    >>> told_stops(float("inf")), told_stops(1.5)
    (99.0, 1.5)
    """
    return stops if math.isnan(stops) else max(-NO_LIGHT, min(NO_LIGHT, stops))


def yes(true: bool) -> str:
    """A choice between two wordings.

    >>> yes(True)
    'yes'
    """
    return "yes" if true else "no"


Value = Union[float, str, tuple[float, float], "Fact", tuple[Union["Fact", str], ...], None]

Codes = Mapping[str, Mapping[str, ArgKind]]
"""The arguments of each code."""

REGISTRY: dict[str, Mapping[str, ArgKind]] = {}
"""Every code that is declared, with its arguments."""

ROOMS: dict[str, str] = {}
"""In which file of messages the words of each code stand."""


@dataclass(frozen=True, kw_only=True)
class Argument:
    """A value and what it is; SI. None where a number is not known."""

    kind: ArgKind
    value: Value


@dataclass(frozen=True, kw_only=True)
class Fact:
    """A code and its arguments; ``key`` is the code after its prefix."""

    code: str
    args: Mapping[str, Argument]

    @property
    def key(self) -> str:
        """What it says within its room."""
        return self.code.split("_", 1)[1]

    def but(self, **values: "Value") -> "Fact":
        """The same with some arguments changed.

        Parameters
        ----------
        values: arguments that it has, SI.

        Raises
        ------
        TypeError
            If it has no such argument, or one of another kind.
        """
        wrong = [
            name for name, value in values.items() if name not in self.args or not _fits(self.args[name].kind, value)
        ]
        if wrong:
            raise TypeError(f"{self.code} takes no such {', '.join(wrong)}")
        changed = {name: replace(self.args[name], value=_held(self.args[name].kind, v)) for name, v in values.items()}
        return replace(self, args={**self.args, **changed})


def _fits(kind: ArgKind, value: object) -> bool:
    if kind in ("label", "choice"):
        return isinstance(value, str)
    if kind == "list":
        return isinstance(value, tuple) and all(isinstance(one, str | Fact) for one in value)
    if kind == "fact":
        return isinstance(value, Fact)
    if kind in ("size", "reading"):
        return isinstance(value, tuple) and len(value) == 2 and all(_fits("length", one) for one in value)
    return isinstance(value, int | float) and not isinstance(value, bool)


def _held(kind: ArgKind, value: Value) -> Value:
    # what no number can say is not known, but that no light is there
    if not isinstance(value, int | float) or math.isfinite(value):
        return value
    return told_stops(value) if kind in IN_STOPS and not math.isnan(value) else None


class Phrases:
    """Codes of one room, declared once with their arguments; called, they make facts.

    Parameters
    ----------
    prefix: what the codes begin with.
    codes: the rest of each code, and its arguments.
    room: the file of messages in which their words stand.

    Raises
    ------
    ValueError
        If a code is declared twice.

    >>> say = Phrases("doctest", {"cut": {"count": "count", "depth": "length"}})
    >>> say("cut", count=3, depth=0.05).code
    'doctest_cut'
    """

    def __init__(self, prefix: str, codes: Codes, room: str = "build") -> None:
        self.prefix = prefix
        for key, args in codes.items():
            code = f"{prefix}_{key}"
            if code in REGISTRY and REGISTRY[code] != args:
                raise ValueError(f"{code} is declared twice")
            if not set(args.values()) <= set(get_args(ArgKind)):
                raise ValueError(f"{code} has an argument of no kind")
            REGISTRY[code] = args
            ROOMS.setdefault(code, room)

    def __call__(self, key: str, /, **values: Value) -> Fact:
        """The fact of a code that is declared here.

        Parameters
        ----------
        key: the code after the prefix.
        values: its arguments, SI.

        Raises
        ------
        TypeError
            If the arguments are not those that are declared.
        """
        code = f"{self.prefix}_{key}"
        kinds = REGISTRY[code]
        if values.keys() != kinds.keys():
            raise TypeError(f"{code} takes {sorted(kinds)}, not {sorted(values)}")
        wrong = [name for name, value in values.items() if not _fits(kinds[name], value)]
        if wrong:
            raise TypeError(f"{code}: {', '.join(f'{name} is no {kinds[name]}' for name in wrong)}")
        args = {name: Argument(kind=kinds[name], value=_held(kinds[name], value)) for name, value in values.items()}
        return Fact(code=code, args=args)
