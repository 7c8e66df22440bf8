"""A frame of square tube on push-in cubes."""

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions.frame import NO_SPACER
from wenlo.core.fabrication.assembly.constructions.node_frame import NodeBars, node_frame
from wenlo.core.fabrication.assembly.parts import BuildSkeleton
from wenlo.core.fabrication.frame_shape import FrameShape


def skeleton(shape: FrameShape, *, bar: BarType) -> BuildSkeleton:
    """The cubes of the feet stand on the floor."""
    bars = NodeBars(
        bar=bar, thick=bar.width, floor=bar.width / 2, node="cube", end="tube_cap", splice="joiner", least_gap=NO_SPACER
    )
    return node_frame(shape, bars)
