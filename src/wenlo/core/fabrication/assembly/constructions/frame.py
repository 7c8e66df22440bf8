"""Datums of a frame that stands by itself, the same for every construction."""

from wenlo.core.fabrication.frame_shape import FrameShape

SIDES = (("left", -1.0), ("right", 1.0))

SPACER_IN = 0.1
"""A spacer stands so far inside of the sides of the frames. [m]"""

NO_SPACER = 0.005
"""Frames that are nearer than this need nothing between them. [m]"""


def layer_of(shape: FrameShape, index: int) -> tuple[str, float]:
    """Name and distance [m] behind the first of a further frame."""
    return f"layer frame {index + 2}", shape.gap * (index + 1)
