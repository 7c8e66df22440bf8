"""A frame of pipe in socket fittings."""

from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.assembly.constructions.node_frame import NodeBars, node_frame
from wenlo.core.fabrication.assembly.parts import BuildSkeleton
from wenlo.core.fabrication.assembly.shop import BuildShop, SocketFit
from wenlo.core.fabrication.assembly.solids import RoundSection
from wenlo.core.fabrication.frame_shape import FrameShape, Sockets


def shop_for(shape: FrameShape, *, material: str, glued: bool, sockets: Sockets) -> BuildShop:
    """Fittings of a pipe as they are measured, or nominal ones."""
    row = stock()["pipe"][material]
    depth = sockets.depth or row["socket"]
    return BuildShop(
        carrying_length=shape.carrying_length,
        sockets=SocketFit(
            outer=row["outer"],
            wall=row["wall"],
            socket=depth,
            take_off=sockets.take_off or row["takeoff"],
            inserted=depth if glued else depth * sockets.dry_share,
            fitting_wall=row["fitting_wall"],
            cap_end=row["cap_end"],
            stop=row["coupling_stop"],
        ),
    )


def skeleton(shape: FrameShape, *, material: str) -> BuildSkeleton:
    """The fittings of the feet stand on the floor."""
    row = stock()["pipe"][material]
    bars = NodeBars(
        item=material,
        section=RoundSection(outer=row["outer"], wall=row["wall"]),
        density=row["density"],
        thick=row["outer"],
        floor=row["outer"] / 2 + row["fitting_wall"],
        node="socket",
        end="cap",
        splice="coupling",
    )
    return node_frame(shape, bars)
