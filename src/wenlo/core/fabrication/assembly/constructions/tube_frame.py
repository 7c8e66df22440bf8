"""A frame of square tube on push-in cubes."""

from wenlo.core.catalog.bars import BarType, TubeFit
from wenlo.core.fabrication.assembly.constructions.frame import NO_SPACER
from wenlo.core.fabrication.assembly.constructions.node_frame import NodeBars, node_frame
from wenlo.core.fabrication.assembly.parts import BuildSkeleton
from wenlo.core.fabrication.assembly.shop import BuildShop, SpigotFit
from wenlo.core.fabrication.frame_shape import FrameShape


def tube_fit(bar: BarType) -> TubeFit:
    """The joints of a square tube. Raises ValueError of what is none."""
    if bar.tube is None:
        raise ValueError(f"{bar.name} takes no cubes")
    return bar.tube


def shop_for(shape: FrameShape, *, bar: BarType) -> BuildShop:
    """Joints of a square tube."""
    row = tube_fit(bar)
    return BuildShop(
        carrying_length=shape.carrying_length,
        spigots=SpigotFit(
            side=bar.width,
            wall=bar.wall or 0.0,
            cube=row.cube,
            spigot=row.spigot,
            collar=row.joiner_collar,
            cap_head=row.cap_head,
        ),
    )


def skeleton(shape: FrameShape, *, bar: BarType) -> BuildSkeleton:
    """The cubes of the feet stand on the floor."""
    cube = tube_fit(bar).cube
    bars = NodeBars(
        bar=bar, thick=cube, floor=cube / 2, node="cube", end="tube_cap", splice="joiner", least_gap=NO_SPACER
    )
    return node_frame(shape, bars)
