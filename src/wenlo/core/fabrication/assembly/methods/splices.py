"""Members in lengths that can be carried: couplings on pipe, joiners in tube, splints behind joints of battens; and
pipes that unscrew.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wenlo.core.catalog.bars import BarType
from wenlo.core.fabrication.assembly.methods.cube import arm, spigots_of
from wenlo.core.fabrication.assembly.parts import Blank, BuildJoint, MethodId, Part, PartContact, PlacedFastener
from wenlo.core.fabrication.assembly.shop import BuildShop, mass_of
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid, BoxSection, Rod, volume_of
from wenlo.core.fabrication.assembly.space import PartPose, Vec, dot, minus, plus
from wenlo.core.fabrication.members import parts_needed
from wenlo.core.fabrication.screws import flat_screw

SCREWED_AT = (0.15, 0.35, 0.65, 0.85)
"""Shares of a splint's length where its screws are."""

THREAD_STOP = 0.012
"""Between two pipes whose adapters are screwed into each other, when they are tight. [m]"""

SCREW_CLEAR, SCREW_END, SCREW_STEP = 0.008, 0.015, 0.005
"""From a splint's screw to a batten that crosses; to its end, joint and neighbour; of places that are tried. [m]"""


@dataclass(frozen=True, kw_only=True)
class Spliced:
    """A member in parts: the bars with their labels, what joins them, and the joints."""

    bars: tuple[tuple[str, BarSolid], ...]
    adds: tuple[Part, ...]
    joints: tuple[BuildJoint, ...]


def gap_of(method: MethodId, shop: BuildShop, bar: BarType) -> float:
    """What a splice adds between two lengths of a bar. [m]"""
    if method == "coupling":
        row = shop.sockets_for(bar)
        return row.stop + 2 * row.left_open
    if method == "thread":
        # its adapters are glued on: the pipes go in to the stop
        return THREAD_STOP
    return spigots_of(shop).collar if method == "joiner" else 0.0


def _coupling(id: str, at: float, pose: PartPose, shop: BuildShop, bar: BarType) -> Part:
    return _sleeve(id, "pipe_coupling", shop.sockets_for(bar).stop, at, pose, shop, bar)


def _threaded(id: str, at: float, pose: PartPose, shop: BuildShop, bar: BarType) -> Part:
    # a male adapter on one pipe, a female one on the other
    return _sleeve(id, "pipe_thread", THREAD_STOP, at, pose, shop, bar)


def _sleeve(id: str, item: str, stop: float, at: float, pose: PartPose, shop: BuildShop, bar: BarType) -> Part:
    row = shop.sockets_for(bar)
    half = stop / 2 + row.socket
    ends: tuple[Vec, Vec] = ((0.0, 0.0, -half), (0.0, 0.0, half))
    solid = BoughtSolid(
        fills=(Rod(start=ends[0], end=ends[1], diameter=row.outer + 2 * row.fitting_wall),),
        bores=(
            Rod(start=(0.0, 0.0, stop / 2), end=(0.0, 0.0, half + 0.001), diameter=row.outer),
            Rod(start=(0.0, 0.0, -half - 0.001), end=(0.0, 0.0, -stop / 2), diameter=row.outer),
            Rod(start=ends[0], end=ends[1], diameter=row.outer - 2 * row.wall),
        ),
    )
    return _added(id, shop.item_for(item, row), solid, at, pose)


def _joiner(id: str, at: float, pose: PartPose, shop: BuildShop, _: BarType) -> Part:
    row = spigots_of(shop)
    thick, z = row.side / 2 - row.wall, (0.0, 0.0, 1.0)
    solid = BoughtSolid(
        fills=(
            arm(z, row.side / 2, -row.collar / 2, row.collar / 2),
            arm(z, thick, -row.collar / 2 - row.spigot, row.collar / 2 + row.spigot),
        )
    )
    return _added(id, "tube_joiner", solid, at, pose)


JOINED = {"coupling": _coupling, "thread": _threaded, "joiner": _joiner}


def _added(id: str, item: str, solid: BoughtSolid, at: float, pose: PartPose) -> Part:
    place = replace(pose, origin=plus(pose.origin, pose.z, at))
    return Part(
        id=id, role="fitting", item=item, label="", solid=solid, pose=place, source="bought", mass=mass_of(item)
    )


def _start(solid: BarSolid) -> float:
    # of a bar that begins with a slanting cut at its tip
    return solid.high - solid.length if any(cut.normal[2] < 0.0 for cut in solid.cuts) else solid.low


def parts_of(blank: Blank, solid: BarSolid, shop: BuildShop, crossings: Sequence[float]) -> int:
    """In how many parts a member comes: a splint keeps clear of what crosses the member, or at least the
    joint behind it does.
    """
    gap = gap_of(blank.splice, shop, blank.bar)
    if blank.splice != "splint":
        needed = parts_needed(solid.length, gap, shop.carrying_length)
        # what unscrews is in two parts at least, short as it may be
        return max(needed, 2) if blank.splice == "thread" else needed
    places = [place - _start(solid) for place in crossings]
    splint, wide = min(shop.splint, shop.carrying_length), blank.section.half[0] + SCREW_CLEAR

    def covered(splice: float) -> bool:
        return any(abs(splice - place) < splint / 2 + wide for place in places)

    def crossed(splice: float) -> bool:
        return any(abs(splice - place) < wide for place in places)

    return parts_needed(solid.length, gap, shop.carrying_length, (covered, crossed), splint + 2 * SCREW_CLEAR)


def _free(ideal: float, from_: float, to: float, taken: Sequence[tuple[float, float]]) -> float:
    # the place nearest to the ideal one that keeps from what is taken: (middle, half width)
    places = [from_ + k * SCREW_STEP for k in range(max(int((to - from_) / SCREW_STEP), 0) + 1)]
    free = [p for p in places if all(abs(p - middle) >= half for middle, half in taken)]
    return min(free, key=lambda p: abs(p - ideal), default=ideal)


def _screw_places(length: float, crossings: Sequence[float], wide: float) -> tuple[float, ...]:
    # from the middle of the splint: two on each side, off what crosses the member there
    chosen: list[float] = []
    for share in SCREWED_AT:
        ideal, side = (share - 0.5) * length, 1.0 if share > 0.5 else -1.0
        ends = sorted((side * SCREW_END, side * (length / 2 - SCREW_END)))
        taken = [*((c, wide + SCREW_CLEAR) for c in crossings), *((c, SCREW_END) for c in chosen)]
        chosen.append(_free(ideal, ends[0], ends[1], taken))
    return tuple(chosen)


def spliced(
    blank: Blank, solid: BarSolid, pose: PartPose, shop: BuildShop, label: str, first: int, crossings: Sequence[float]
) -> Spliced:
    """The bars of a member, numbered from ``first`` on, with what joins them.

    Parameters
    ----------
    blank, solid, pose: the member as its joints left it.
    shop: fittings, and what can be carried.
    label: letter of its labels.
    first: number of its first part.
    crossings: places of its other joints, from its start. [m]
    """
    gap, length = gap_of(blank.splice, shop, blank.bar), solid.length
    start = _start(solid)
    parts = parts_of(blank, solid, shop, crossings)
    if parts == 1:
        return Spliced(bars=((f"{label}{first}", solid),), adds=(), joints=())
    each = (length - (parts - 1) * gap) / parts
    bars, adds, joints = [], [], []
    for part in range(parts):
        low = start + part * (each + gap)
        bar = BarSolid(
            section=solid.section,
            low=low,
            high=low + each,
            cuts=tuple(c for c in solid.cuts if part == (0 if c.normal[2] < 0.0 else parts - 1)),
            notches=tuple(n for n in solid.notches if n.high[2] > low and n.low[2] < low + each),
        )
        bars.append((f"{label}{first + part}", bar))
        if not part:
            continue
        id, at = f"{blank.id}/splice.{part}", low - gap / 2
        pair = (f"{blank.id}/part.{part}", f"{blank.id}/part.{part + 1}")
        if blank.splice == "splint":
            added, screws = _splint(blank, id, at, pose, shop, [place - at for place in crossings])
            contacts = tuple(PartContact(first=name, second=added.id) for name in pair)
            contacts = (*contacts, PartContact(first=pair[0], second=pair[1]))
            screws = tuple(
                replace(screw, into=pair[0] if k < len(SCREWED_AT) / 2 else pair[1]) for k, screw in enumerate(screws)
            )
        else:
            added = JOINED[blank.splice](id, at, pose, shop, blank.bar)
            contacts = tuple(
                PartContact(first=name, second=added.id, form="inside", seat=plus(pose.origin, pose.z, seat))
                for name, seat in zip(pair, (low - gap, low), strict=True)
            )
            screws = ()
        adds.append(added)
        joints.append(
            BuildJoint(id=id, method=blank.splice, parts=(*pair, added.id), contacts=contacts, fasteners=screws)
        )
    return Spliced(bars=tuple(bars), adds=tuple(adds), joints=tuple(joints))


def _splint(
    blank: Blank, id: str, at: float, pose: PartPose, shop: BuildShop, crossings: Sequence[float]
) -> tuple[Part, tuple[PlacedFastener, ...]]:
    section = blank.section
    if not isinstance(section, BoxSection):
        raise ValueError("splints are for battens")
    length = min(shop.splint, shop.carrying_length)
    # on the flat face that is free: away from the subject; of a foot the outer one
    free = blank.free or ((0.0, 1.0, 0.0) if abs(pose.y[1]) > 0.5 else pose.origin)
    side = pose.y if dot(pose.y, free) > 0.0 else minus((0.0, 0.0, 0.0), pose.y)
    middle = plus(plus(pose.origin, pose.z, at), side, section.thickness)
    solid = BarSolid(section=section, low=-length / 2, high=length / 2)
    part = Part(
        id=id,
        role=f"splint of the {blank.role}",
        item=blank.bar.id,
        label="",
        solid=solid,
        pose=replace(pose, origin=middle),
        source="cut",
        mass=volume_of(solid) * blank.bar.density,
    )
    screw = flat_screw(section.thickness, section.thickness)
    screws = tuple(
        PlacedFastener(
            item=screw.id,
            head=plus(plus(middle, pose.z, along), side, section.thickness / 2),
            direction=(-side[0], -side[1], -side[2]),
            length=screw.length,
            diameter=screw.diameter,
            through=id,
            into="",
        )
        for along in _screw_places(length, crossings, section.width / 2)
    )
    return part, screws
