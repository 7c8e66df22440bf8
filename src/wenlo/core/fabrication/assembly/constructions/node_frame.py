"""A frame of bars between fittings at nodes: rails and sides on their centre lines, legs, and feet in two halves."""

from dataclasses import dataclass

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions.frame import SIDES, SPACER_IN, layer_of
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildSkeleton, MethodId
from wenlo.core.fabrication.assembly.space import Vec, X, Z
from wenlo.core.fabrication.frame_shape import FrameShape


@dataclass(frozen=True, kw_only=True)
class NodeBars:
    """What the members are: their stock, how they meet at nodes, end, and are joined lengthwise; ``thick`` is their
    outside, ``floor`` the height of the feet's middle, and frames nearer than ``least_gap`` need nothing between. [m]
    """

    bar: BarType
    thick: float
    floor: float
    node: MethodId
    end: MethodId
    splice: MethodId
    least_gap: float = 0.0


def node_frame(shape: FrameShape, bars: NodeBars) -> BuildSkeleton:
    """Members between the middles of their fittings; the outside is measured over the bars."""
    outer = bars.thick
    x, top, low = shape.width / 2 - outer / 2, shape.top_height - outer / 2, shape.top_height - shape.height + outer / 2
    floor, reach = bars.floor, shape.foot_length / 2

    def lay(id: str, role: str, group: str, start: Vec, end: Vec, wide: Vec = X) -> Blank:
        return Blank(id=id, role=role, group=group, bar=bars.bar, start=start, end=end, wide=wide, splice=bars.splice)

    blanks = [
        lay("rail.top", "rail", "rail", (-x, 0.0, top), (x, 0.0, top), Z),
        lay("rail.bottom", "rail", "rail", (-x, 0.0, low), (x, 0.0, low), Z),
        *(lay(f"side.{n}", "side", "side", (s * x, 0.0, low), (s * x, 0.0, top)) for n, s in SIDES),
        *(lay(f"leg.{n}", "leg", "leg", (s * x, 0.0, floor), (s * x, 0.0, low)) for n, s in SIDES),
        *(
            lay(f"foot.{n}.{way}", "half of a foot", "foot", (s * x, 0.0, floor), (s * x, sign * reach, floor))
            for n, s in SIDES
            for way, sign in (("back", 1.0), ("front", -1.0))
        ),
    ]
    joints: list[BlankJoint] = []
    for name, s in SIDES:
        joints += [
            BlankJoint(id=f"top.{name}", method=bars.node, at=(s * x, 0.0, top), members=("rail.top", f"side.{name}")),
            BlankJoint(
                id=f"bottom.{name}",
                method=bars.node,
                at=(s * x, 0.0, low),
                members=("rail.bottom", f"side.{name}", f"leg.{name}"),
            ),
            BlankJoint(
                id=f"foot.{name}",
                method=bars.node,
                at=(s * x, 0.0, floor),
                members=(f"leg.{name}", f"foot.{name}.back", f"foot.{name}.front"),
            ),
            *(
                BlankJoint(
                    id=f"toe.{name}.{way}",
                    method=bars.end,
                    at=(s * x, sign * reach, floor),
                    members=(f"foot.{name}.{way}",),
                )
                for way, sign in (("back", 1.0), ("front", -1.0))
            ),
        ]
    for index in range(shape.extra_rectangles):
        name, y = layer_of(shape, index)
        id = f"layer.{index + 2}"
        blanks += [
            lay(f"{id}/rail.top", f"rail of {name}", f"rail of {name}", (-x, y, top), (x, y, top), Z),
            lay(f"{id}/rail.bottom", f"rail of {name}", f"rail of {name}", (-x, y, low), (x, y, low), Z),
            *(
                lay(f"{id}/side.{n}", f"side of {name}", f"side of {name}", (s * x, y, low), (s * x, y, top))
                for n, s in SIDES
            ),
        ]
        before = "" if index == 0 else f"layer.{index + 1}/"
        near, far = y - shape.gap + outer / 2, y - outer / 2
        inside = min(SPACER_IN, x / 2)
        for where, z in (("top", top), ("bottom", low)):
            for n, s in SIDES:
                corner = (f"{id}/rail.{where}", f"{id}/side.{n}")
                joints.append(BlankJoint(id=f"{id}/{where}.{n}", method=bars.node, at=(s * x, y, z), members=corner))
                if far - near <= bars.least_gap:
                    continue
                at, spacer = s * (x - inside), f"{id}/spacer.{where}.{n}"
                blanks.append(lay(spacer, f"spacer to {name}", f"spacer to {name}", (at, near, z), (at, far, z)))
                for end, place, rail in (("front", near, before), ("back", far, f"{id}/")):
                    members = (spacer, f"{rail}rail.{where}")
                    joints.append(BlankJoint(id=f"{spacer}/{end}", method="spaced", at=(at, place, z), members=members))
    depth = shape.gap * shape.extra_rectangles + outer / 2
    return BuildSkeleton(
        blanks=tuple(blanks),
        joints=tuple(joints),
        finished=(
            (-shape.width / 2, min(-reach, -outer / 2), 0.0),
            (shape.width / 2, max(reach, depth), shape.top_height),
        ),
    )
