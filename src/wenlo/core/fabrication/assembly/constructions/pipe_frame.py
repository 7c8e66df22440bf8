"""A frame of pipe in socket fittings."""

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions.node_frame import NodeBars, node_frame
from wenlo.core.fabrication.assembly.parts import BuildSkeleton
from wenlo.core.fabrication.assembly.shop import socket_fit
from wenlo.core.fabrication.frame_shape import FrameShape, Sockets


def skeleton(shape: FrameShape, *, bar: BarType) -> BuildSkeleton:
    """The fittings of the feet stand on the floor."""
    bars = NodeBars(
        bar=bar,
        thick=bar.width,
        floor=bar.width / 2 + socket_fit(bar, Sockets()).fitting_wall,
        node="socket",
        end="cap",
        splice="coupling",
    )
    return node_frame(shape, bars)
