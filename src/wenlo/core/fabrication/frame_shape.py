"""The finished measures of a free-standing frame, the same for every structure."""

from dataclasses import dataclass
from typing import Literal

TimberJoint = Literal["butt", "half_lap", "mitre", "pocket_screw"]


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


@dataclass(frozen=True, kw_only=True)
class Sockets:
    """How fittings take pipe and tube, as measured [m], None for nominal ones: a socket's depth and take-off; side of a
    tube's corner, what of it goes into the tube, collar of a joiner. A dry pipe goes in by a share of the depth,
    typically the middle of a third to two thirds; a ``button`` is the hole for a spring, None where there is none. [m]
    """

    depth: float | None = None
    take_off: float | None = None
    dry_share: float = 0.5
    cube: float | None = None
    spigot: float | None = None
    collar: float | None = None
    button: float | None = None
