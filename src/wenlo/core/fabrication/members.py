"""Members of a frame: split to the carrying length, labelled, and chained into runs."""

import math
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

    def add(self, name: str, length: float, *, count: int, reason: str, blame: str) -> list[tuple[Span, ...]]:
        """Add ``count`` equal members of ``length`` [m] between their joints.

        Returns the spans of each, for runs. Raises Impossible, naming the field ``blame``, when the
        joints leave less than ``least`` to cut.
        """
        if length < self.least:
            short = (self.least - length) * 1000
            raise Impossible(
                f"The {name} would be {length * 1000:.0f} mm between its joints; "
                f"make it at least {short:.0f} mm longer.",
                fields=[FieldError(path=f"design.{blame}", message=f"{short:.0f} mm more is needed for the {name}.")],
            )
        parts = 1
        while (length - (parts - 1) * self.splice.adds) / parts > self.carrying_length + 1e-9:
            parts += 1
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
