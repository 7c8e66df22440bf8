"""What the Bench found: figures with their ±, words, values for the Shelf."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

from wenlo.core.catalog.items import Category

READING = 0.08
"""Standard deviation of a reading, by hand, meter and tape. [stop]"""

Show = Literal["share", "length", "degrees", "lumens", "kelvin", "stops", "number", "millimetres"]
"""How a figure is shown."""


@dataclass(frozen=True, kw_only=True)
class MeasuredFigure:
    """A figure in SI (angles in degrees) and its 95 % range; ``told`` is false where the readings say nothing and it
    stays as assumed.
    """

    key: str
    label: str
    value: float
    low: float
    high: float
    show: Show
    told: bool = True


@dataclass(frozen=True, kw_only=True)
class BenchFound:
    """Figures, what they mean in words, what to measure next (empty when nothing), and the values of an item of a
    category.
    """

    category: Category
    figures: tuple[MeasuredFigure, ...]
    words: tuple[str, ...] = ()
    next: str = ""
    values: Mapping[str, Any] = field(default_factory=dict)
