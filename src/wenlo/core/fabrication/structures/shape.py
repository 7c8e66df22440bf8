"""The finished measures of a free-standing frame, the same for every structure."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class FrameShape:
    """Finished sizes [m], all over the outside.

    ``extra_rectangles`` are further cloth frames behind the first, ``gap`` [m] from cloth to cloth.
    """

    width: float
    height: float
    top_height: float
    foot_length: float
    carrying_length: float
    extra_rectangles: int = 0
    gap: float = 0.0
