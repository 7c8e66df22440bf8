"""Parts of a report, by name."""

from typing import Literal, get_args

PartName = Literal["figures", "ranking", "build", "assembly", "rig", "next"]

PARTS: tuple[PartName, ...] = get_args(PartName)
"""In the order in which they are worked out."""
