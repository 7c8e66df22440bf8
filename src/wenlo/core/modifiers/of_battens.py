"""Kinds whose frame is of battens: which ones is a choice."""

from typing import ClassVar

from pydantic import model_validator

from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.own import BattenRef, bar_of
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.units.fields import at_field
from wenlo.core.units.length import format_length


class OfBattens(ModifierParameters):
    """The batten that a kind is built of."""

    batten: BattenRef = "softwood_18_44"

    LEAST_WIDTH: ClassVar[float] = 0.02
    """What takes the screws of its corners. [m]"""

    @model_validator(mode="after")
    def _takes_its_screws(self) -> "OfBattens":
        if self.timber.width < self.LEAST_WIDTH:
            raise at_field(
                "batten",
                f"{self.timber.name} is {format_length(self.timber.width)} wide. At a corner of this box two pairs of"
                f" screws cross in one batten: it takes {format_length(self.LEAST_WIDTH)} at least.",
            )
        return self

    @property
    def timber(self) -> BarType:
        """Its section, weight and lengths."""
        return bar_of(self.batten)


TWO_PAIRS = 0.034
"""Two pairs of screws square to each other have room in a batten of this width. [m]"""


def as_wide(count: str, timber: BarType) -> str:
    """So many battens as they are wide, in words.

    >>> from typing import ClassVar

    from pydantic import model_validator

    from wenlo.core.catalog.bars import bar_types
    >>> as_wide("two battens", bar_types()["softwood_18_44"])
    'two battens of 44 mm'
    """
    return f"{count} of {timber.width * 1000:.0f} mm"
