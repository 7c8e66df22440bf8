"""A frame of square tube on push-in cubes."""

from wenlo.core.catalog.data_files import stock
from wenlo.core.fabrication.assembly.constructions.frame import NO_SPACER
from wenlo.core.fabrication.assembly.constructions.node_frame import NodeBars, node_frame
from wenlo.core.fabrication.assembly.parts import BuildSkeleton
from wenlo.core.fabrication.assembly.shop import BuildShop, SpigotFit
from wenlo.core.fabrication.assembly.solids import BoxSection
from wenlo.core.fabrication.frame_shape import FrameShape


def shop_for(shape: FrameShape, *, material: str) -> BuildShop:
    """Joints of a square tube."""
    row = stock()["tube"][material]
    return BuildShop(
        carrying_length=shape.carrying_length,
        spigots=SpigotFit(
            side=row["side"],
            wall=row["wall"],
            cube=row["cube"],
            spigot=row["spigot"],
            collar=row["joiner_collar"],
            cap_head=row["cap_head"],
        ),
    )


def skeleton(shape: FrameShape, *, material: str) -> BuildSkeleton:
    """The cubes of the feet stand on the floor."""
    row = stock()["tube"][material]
    side = row["side"]
    bars = NodeBars(
        item=material,
        section=BoxSection(width=side, thickness=side, wall=row["wall"]),
        density=row["density"],
        thick=row["cube"],
        floor=row["cube"] / 2,
        node="cube",
        end="tube_cap",
        splice="joiner",
        least_gap=NO_SPACER,
    )
    return node_frame(shape, bars)
