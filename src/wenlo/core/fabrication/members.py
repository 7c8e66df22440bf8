"""Members of a frame: split to the carrying length, labelled, and chained into runs."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.parts import Fitting, Piece, Run, Span


@dataclass(frozen=True, kw_only=True)
class Splice:
    """How two lengths of bar are joined end to end.

    ``adds`` is the length the joint itself adds [m]; ``fitting`` what is bought; ``splint`` the length
    of an extra piece laid beside the joint [m], 0 for none.
    """

    fitting: str
    per_joint: int = 1
    adds: float = 0.0
    splint: float = 0.0


MORE_PARTS = 3
"""So many parts more than needed are tried so that a splice keeps clear of a joint."""


def parts_needed(
    length: float, adds: float, longest: float, meets: Sequence[Callable[[float], bool]] = (), least: float = 0.0
) -> int:
    """In how many equal parts a member comes, so that none is longer than can be carried and no splice is where another
    joint is.

    Parameters
    ----------
    length: of the member. [m]
    adds: what a splice adds between two parts. [m]
    longest: what can be carried. [m]
    meets: whether a splice at a place [m] from the start would meet another joint, the strictest first; the next one is
        asked where nothing satisfies the one before.
    least: length of a part below which it is not divided for that. [m]

    Returns
    -------
    int: parts; the fewest that can be carried where no number of them keeps clear.

    >>> parts_needed(2.0, 0.0, 1.2), parts_needed(2.0, 0.0, 1.2, [lambda place: abs(place - 1.05) < 0.17])
    (2, 3)
    """
    fewest = 1
    while (length - (fewest - 1) * adds) / fewest > longest + 1e-9:
        fewest += 1
    if fewest == 1:
        return fewest
    for meet in meets:
        for parts in range(fewest, fewest + MORE_PARTS + 1):
            each = (length - (parts - 1) * adds) / parts
            if (parts == fewest or each >= least) and not any(
                meet(k * (each + adds) - adds / 2) for k in range(1, parts)
            ):
                return parts
    return fewest


@dataclass(frozen=True, kw_only=True)
class BuiltMember:
    """A member between its joints: its ``length`` as they trim it [m], and in how many ``parts`` it comes."""

    length: float
    parts: int


@dataclass(kw_only=True)
class Members:
    """Collects members and splits those longer than can be carried."""

    carrying_length: float
    splice: Splice
    least: float = 0.03
    pieces: list[Piece] = field(default_factory=list)
    runs: list[Run] = field(default_factory=list)
    fittings: list[Fitting] = field(default_factory=list)
    _letters: int = 0

    def add(
        self, name: str, member: float | BuiltMember, *, count: int, reason: str, blame: str
    ) -> list[tuple[Span, ...]]:
        """Add ``count`` equal members: as they are built, or of a length [m] between their joints in as many parts as
        it takes to carry them.

        Returns the spans of each, for runs. Raises Impossible, naming the field ``blame``, when the
        joints leave less than ``least`` to cut.
        """
        parts = 0
        if isinstance(member, BuiltMember):
            length, parts = member.length, member.parts
        else:
            length = member
        if length < self.least:
            short = (self.least - length) * 1000
            raise Impossible(
                f"The {name} would be {length * 1000:.0f} mm between its joints; "
                f"make it at least {short:.0f} mm longer.",
                fields=[FieldError(path=f"design.{blame}", message=f"{short:.0f} mm more is needed for the {name}.")],
            )
        parts = parts or parts_needed(length, self.splice.adds, self.carrying_length)
        cut = (length - (parts - 1) * self.splice.adds) / parts
        letter = chr(ord("A") + self._letters % 26) * (1 + self._letters // 26)
        self._letters += 1
        if parts > 1:
            reason += f"; in {parts} parts, since more than {self.carrying_length * 1000:.0f} mm cannot be carried"
        result = []
        number = 0
        for _ in range(count):
            spans: list[Span] = []
            for part in range(parts):
                number += 1
                label = f"{letter}{number}"
                self.pieces.append(Piece(label=label, name=name, cut=cut, reason=reason))
                if part:
                    spans.append(Span(joint=self.splice.adds))
                spans.append(Span(piece=label))
            result.append(tuple(spans))
        joints = count * (parts - 1)
        if joints:
            self.fittings.append(Fitting(id=self.splice.fitting, count=joints * self.splice.per_joint))
            if self.splice.splint > 0.0:
                length_of_splint = min(self.splice.splint, self.carrying_length)
                for index in range(joints):
                    self.pieces.append(
                        Piece(
                            label=f"{letter}s{index + 1}",
                            name=f"splint behind the joint of the {name}",
                            cut=length_of_splint,
                            reason="laid behind a butt joint, half on each side",
                        )
                    )
        return result

    def run(self, name: str, wanted: float, *spans: Span | tuple[Span, ...]) -> None:
        """Record a finished dimension and the chain that makes it."""
        flat: list[Span] = []
        for span in spans:
            flat.extend(span if isinstance(span, tuple) else (span,))
        self.runs.append(Run(name=name, wanted=wanted, spans=tuple(flat)))


def joint(length: float) -> Span:
    """A span that a joint adds. [m]"""
    return Span(joint=length)


def square_diagonal(width: float, height: float) -> float:
    """Corner to corner of a square-cornered frame, for checking it with a tape. [m]"""
    return math.hypot(width, height)
