"""What goes into what, from the lamp to the floor: threads, studs, sockets, jaws; adapters that are missing, bolts that
are too long, slack.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise


@dataclass(frozen=True, kw_only=True)
class Face:
    """One side of a joint: its type, size [m] and gender; ``slack`` is the play of such a joint. [degree]"""

    type: str
    size: float
    gender: str
    slack: float = 0.0

    @property
    def words(self) -> str:
        """As one asks for it in a shop."""
        if self.type.startswith("screw"):
            return f"{self.type} ({'thread' if self.gender == 'male' else 'nut'})"
        return f"{self.type} {self.size * 1000:.0f} mm ({self.gender})"


@dataclass(frozen=True, kw_only=True)
class Link:
    """One thing in the chain: what it offers downward, and what stands under it offers upward; None at the floor."""

    name: str
    below: Face | None = None
    above: Face | None = None


@dataclass(frozen=True, kw_only=True)
class Joint:
    """Between two things of the chain: whether they fit, and what is needed if they do not."""

    upper: str
    lower: str
    fits: bool
    adapter: str


MOUNTS: dict[str, Face] = {
    "stud 16 mm": Face(type="stud", size=0.016, gender="female", slack=0.4),
    "yoke": Face(type="bolt hole", size=0.010, gender="female", slack=0.5),
    "shoe": Face(type="shoe", size=0.0186, gender="male", slack=1.5),
    "two clips": Face(type="tube", size=0.026, gender="male", slack=1.0),
    "screw holder": Face(type="lamp holder", size=0.027, gender="male", slack=1.0),
}
"""What lamps offer, by their mount."""


def board_edge(thickness: float) -> Face:
    """The edge of a board or batten, to be gripped. [m]"""
    return Face(type="jaw", size=thickness, gender="male", slack=0.3)


def fits(upper: Face, lower: Face) -> bool:
    """Whether one goes into the other: the same type and size, one male and one female; a jaw takes what is thinner."""
    if upper.gender == lower.gender:
        return False
    if upper.type == lower.type == "jaw":
        male, female = (upper, lower) if upper.gender == "male" else (lower, upper)
        return male.size <= female.size + 1e-9
    return upper.type == lower.type and abs(upper.size - lower.size) < 5e-4


def adapter(upper: Face, lower: Face) -> str:
    """What joins two faces that do not fit, as one asks for it."""
    if upper.type == "jaw":
        return f"clamp with a jaw over {upper.size * 1000:.0f} mm and a socket for {lower.words}"
    turned = {"male": "female", "female": "male"}
    up = Face(type=upper.type, size=upper.size, gender=turned[upper.gender])
    down = Face(type=lower.type, size=lower.size, gender=turned[lower.gender])
    return f"adapter from {down.words} to {up.words}"


def closed(chain: Sequence[Link]) -> tuple[Joint, ...]:
    """Every joint of a chain from the lamp down: what fits, and what is missing."""
    joints = []
    for upper, lower in pairwise(chain):
        if upper.below is None or lower.above is None:
            continue
        good = fits(upper.below, lower.above)
        joints.append(
            Joint(
                upper=upper.name, lower=lower.name, fits=good, adapter="" if good else adapter(upper.below, lower.above)
            )
        )
    return tuple(joints)


ADAPTER_SLACK = 0.5
"""An adapter brings two joints of its own. [degree]"""


def chain_play(chain: Sequence[Link], lever: float) -> float:
    """How far the end of a lever [m] can move by the play of all joints together. [m]

    Source: [Geometry].

    Parameters
    ----------
    chain: joints from the ground up, with the play of each. [degree]
    lever: from the last joint to the end. [m]

    Returns
    -------
    float: play at the end. [m]

    >>> round(chain_play([Link(name="a", below=Face(type="stud", size=0.016, gender="female", slack=1.0))], 1.0), 4)
    0.0175
    """
    degrees = sum(face.slack for link in chain for face in (link.below, link.above) if face is not None)
    degrees += sum(2 * ADAPTER_SLACK for joint in closed(chain) if not joint.fits)
    return lever * math.tan(math.radians(degrees))


def bolt_protrusion(bolt: float, through: float, nut: float = 0.008) -> float:
    """How far a bolt stands out of its nut. [m]

    Parameters
    ----------
    bolt: its length under the head. [m]
    through: all that it goes through, washers too. [m]
    nut: height of the nut. [m]
    """
    return bolt - through - nut
