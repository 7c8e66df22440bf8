"""Something that failed on the set, as it is written down."""

from typing import Literal

from wenlo.core.units.fields import DocumentPart, ShortText, Text, quantity

FailureKind = Literal["melted", "browned", "sagged", "bowed", "slid", "tore", "fell"]


class Failure(DocumentPart):
    """What failed, after how long, at what load or lamp power; None where nobody told."""

    what: FailureKind = "melted"
    part: ShortText = "sheet"
    minutes: float | None = quantity(0.0, 10000.0, unit="min", label="minutes until it failed", default=None)
    load: float | None = quantity(0.0, 500.0, unit="kg", label="load that it failed under", default=None)
    power: float | None = quantity(1 / 1024, 1.0, unit="share", label="lamp power that it failed at", default=None)
    notes: Text = ""
