"""A frame of battens laid flat: uprights from the floor to the top, rails between or across them, and feet that stand
out of its plane, bolted to the outer edges of the uprights.
"""

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.constructions.frame import NO_SPACER, SIDES, layer_of
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildSkeleton, MethodId
from wenlo.core.fabrication.assembly.space import Vec, X, Z
from wenlo.core.fabrication.frame_shape import FrameShape, TimberJoint


def skeleton(shape: FrameShape, *, bar: BarType, joint: TimberJoint) -> BuildSkeleton:
    """Members over the outside of the frame; only the lower rail of a mitred frame is butted."""
    wide, thick = bar.width, bar.thickness
    x, top = shape.width / 2, shape.top_height
    low, reach = top - shape.height, shape.foot_length / 2
    up = x - wide / 2

    def lay(id: str, role: str, group: str, start: Vec, end: Vec, across: Vec = X) -> Blank:
        return Blank(id=id, role=role, group=group, bar=bar, start=start, end=end, wide=across, splice="splint")

    def corner(id: str, where: str, at: Vec, upright: str, rail: str, *, mitred: bool) -> BlankJoint:
        method: MethodId = joint if joint != "mitre" or mitred else "butt"
        tip = (at[0] + (wide / 2 if at[0] > 0.0 else -wide / 2), at[1], top if where == "top" else low)
        return BlankJoint(id=id, method=method, at=tip if method == "mitre" else at, members=(upright, rail))

    def rail_at(z: float, y: float) -> tuple[Vec, Vec]:
        return (-x, y, z), (x, y, z)

    heights = {"top": top - wide / 2, "bottom": low + wide / 2}
    blanks = [
        *(lay(f"rail.{w}", "rail", f"rail at the {w}", *rail_at(z, 0.0), Z) for w, z in heights.items()),
        *(lay(f"upright.{n}", "upright", "upright", (s * up, 0.0, 0.0), (s * up, 0.0, top)) for n, s in SIDES),
        *(
            lay(
                f"foot.{n}",
                "foot",
                "foot",
                (s * (x + thick / 2), -reach, wide / 2),
                (s * (x + thick / 2), reach, wide / 2),
                Z,
            )
            for n, s in SIDES
        ),
    ]
    joints = [
        *(
            corner(f"{w}.{n}", w, (s * up, 0.0, z), f"upright.{n}", f"rail.{w}", mitred=w == "top")
            for w, z in heights.items()
            for n, s in SIDES
        ),
        *(
            BlankJoint(
                id=f"foot.{n}/bolts", method="bolt", at=(s * x, 0.0, wide / 2), members=(f"foot.{n}", f"upright.{n}")
            )
            for n, s in SIDES
        ),
    ]
    for index in range(shape.extra_rectangles):
        name, y = layer_of(shape, index)
        id, before = f"layer.{index + 2}", "" if index == 0 else f"layer.{index + 1}/"
        rails, sides = f"rail of {name}", f"side of {name}"
        blanks += [
            *(lay(f"{id}/rail.{w}", rails, rails, *rail_at(z, y), Z) for w, z in heights.items()),
            *(lay(f"{id}/side.{n}", sides, sides, (s * up, y, low), (s * up, y, top)) for n, s in SIDES),
        ]
        joints += [
            corner(f"{id}/{w}.{n}", w, (s * up, y, z), f"{id}/side.{n}", f"{id}/rail.{w}", mitred=True)
            for w, z in heights.items()
            for n, s in SIDES
        ]
        if shape.gap - thick <= NO_SPACER:
            continue
        near, far = y - shape.gap + thick / 2, y - thick / 2
        for w, z in heights.items():
            for n, s in SIDES:
                # those of the next frame stand beside: their screws come from where these end
                at = s * (x - (2.0 + 1.5 * (index % 2)) * wide)
                spacer, words = f"{id}/spacer.{w}.{n}", f"spacer to {name}"
                blanks.append(lay(spacer, words, words, (at, near, z), (at, far, z)))
                joints += [
                    BlankJoint(
                        id=f"{spacer}/front", method="spaced", at=(at, near, z), members=(spacer, f"{before}rail.{w}")
                    ),
                    BlankJoint(
                        id=f"{spacer}/back", method="spaced", at=(at, far, z), members=(spacer, f"{id}/rail.{w}")
                    ),
                ]
    depth = shape.gap * shape.extra_rectangles + thick / 2
    return BuildSkeleton(
        blanks=tuple(blanks),
        joints=tuple(joints),
        finished=((-x - thick, min(-reach, -thick / 2), 0.0), (x + thick, max(reach, depth), top)),
    )
