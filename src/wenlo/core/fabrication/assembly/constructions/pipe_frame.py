"""A frame of pipe in socket fittings."""

from wenlo.core.catalog.bars import BarType, PipeFit
from wenlo.core.fabrication.assembly.constructions.node_frame import NodeBars, node_frame
from wenlo.core.fabrication.assembly.parts import BuildSkeleton
from wenlo.core.fabrication.assembly.shop import BuildShop, SocketFit
from wenlo.core.fabrication.frame_shape import FrameShape, Sockets


def pipe_fit(bar: BarType) -> PipeFit:
    """The socket fittings of a pipe. Raises ValueError of what is none."""
    if bar.pipe is None:
        raise ValueError(f"{bar.name} goes into no socket")
    return bar.pipe


def shop_for(shape: FrameShape, *, bar: BarType, glued: bool, sockets: Sockets) -> BuildShop:
    """Fittings of a pipe as they are measured, or nominal ones."""
    row = pipe_fit(bar)
    depth = sockets.depth or row.socket
    return BuildShop(
        carrying_length=shape.carrying_length,
        sockets=SocketFit(
            outer=bar.width,
            wall=bar.wall or 0.0,
            socket=depth,
            take_off=sockets.take_off or row.take_off,
            inserted=depth if glued else depth * sockets.dry_share,
            fitting_wall=row.fitting_wall,
            cap_end=row.cap_end,
            stop=row.coupling_stop,
        ),
    )


def skeleton(shape: FrameShape, *, bar: BarType) -> BuildSkeleton:
    """The fittings of the feet stand on the floor."""
    bars = NodeBars(
        bar=bar,
        thick=bar.width,
        floor=bar.width / 2 + pipe_fit(bar).fitting_wall,
        node="socket",
        end="cap",
        splice="coupling",
    )
    return node_frame(shape, bars)
