"""Everything in a set that something must hold: the modifier's hold points, lamps, cards; with mass, height and sail
area.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.brief.set_objects import Block, Board, OtherPerson
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import is_natural, lamp_of
from wenlo.core.document.hold_ids import KEY, lamp_id
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.space import PartPose, vec
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.instructions.plan_build import for_the_tools
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.kind import Arrangement, HeldBy, Hold, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.motion import Motion
from wenlo.core.rigging.board_holder import HeldBoard
from wenlo.core.rigging.checks import About, thing
from wenlo.core.rigging.interfaces import MOUNTS, Face, board_edge
from wenlo.core.rigging.thermal_state import silhouette
from wenlo.core.rigging.wind_on_parts import wind_face
from wenlo.core.scene import scene_builder

Vector = NDArray[np.float64]

CARD_MASS = 0.8
"""Of a card with its clamp. [kg/m²]"""

OTHER_FOOT = 0.5
"""What stands on the floor on no feet of its own takes so much of it. [m]"""

LAMP_AREA = 2.0
"""Sail area of a lamp against that of its face."""


@dataclass(frozen=True, kw_only=True)
class Load:
    """A thing to hold: where (3,) [m], its mass [kg], what usually holds it, and what it offers to what holds it.

    ``offset`` is from the point where it is held to its centre of mass, level [m]; ``area`` is what wind sees of it
    [m²], at ``area_height`` [m]; ``lamp`` its lamp; ``carries`` what the thing that it hangs on carries [kg];
    ``extent`` half of its width. [m] ``over`` names whoever or whatever is right under it, where no stand can be;
    ``head`` is the height of the head that it is over [m], 0 where it is over nobody. ``bears`` times its share of the
    mass is what a point must be able to carry: a stiff frame on more than two lines hangs on two of them. ``id`` says
    whose it is and what of it: ``key/foot-left``, ``light-2/lamp``, ``thing-3/stand``. ``power`` is that of a lamp,
    ``board`` the stiff board that it is, or that hangs there.
    """

    id: str
    name: str
    place: Vector
    mass: float
    by: HeldBy
    face: Face
    offset: float = 0.0
    area: float = 0.0
    area_height: float = 0.0
    lamp: LampType | None = None
    aim: Vector | None = None
    carries: float | None = None
    extent: float = 0.0
    depth: float = 0.0
    over: str = ""
    head: float = 0.0
    bears: float = 1.0
    power: float = 1.0
    board: HeldBoard | None = None

    @property
    def about(self) -> About:
        """What checks say that they are about."""
        return thing(self.id, self.name)


@dataclass(frozen=True, kw_only=True, eq=False)
class Modifier:
    """A modifier in the set: its design, arrangement, parts and mass [kg]; ``id`` is the light's that shines into it
    (``key`` for the first), ``name`` tells several apart; ``hung`` is the mass of the lamps, supplies and cables that
    hang in it. [kg]
    """

    id: str
    name: str
    design: ModifierParameters
    brief: Brief
    arrangement: Arrangement
    plan: BuildPlan
    assembly: Assembly
    mass: float
    hung: float = 0.0
    motion: Motion = scene_builder.NO_MOTION

    @property
    def about(self) -> About:
        """What checks say that they are about."""
        return thing(self.id, self.name)


CABLE = 0.1
"""Mass of a metre of flexible cord, three cores of 1 mm². [kg/m]"""

BODY = 0.35
"""So far from the mark somebody's head and shoulders are; no stand can be there. [m]"""

CROWN = 0.13
"""From the eyes to the crown. [m]"""

FALLS_ASIDE = 0.6
"""What comes down from above lands within so much of where it hung. [m]"""


def hanging_mass(lamp: LampType, height: float) -> float:
    """What one lamp adds to what it hangs in: itself, its supply, and the cable down to the floor. [kg]

    Parameters
    ----------
    lamp: that hangs.
    height: it hangs at. [m]
    """
    wired = lamp.kind == "continuous" or lamp.recharge_watts is not None
    return lamp.mass + lamp.supply_mass + (CABLE * height if wired else 0.0)


def _hung_in(design: ModifierParameters, arrangement: Arrangement, lamp: LampType) -> float:
    kind = kind_of(design)
    holds = kind.holds(design, 0.0)
    if kind.by_day(design) or not kind.carries_lamps(design):
        return 0.0
    if holds and holds[0].by == "ceiling":
        # what hangs from the ceiling has its lamps in it
        return sum(hanging_mass(lamp, float(one.centre[2])) for one in arrangement.lamps)
    return sum(h.lamps * hanging_mass(lamp, float(h.place[2])) for h in holds)


def below(brief: Brief, place: Vector) -> tuple[str, float]:
    """Who or what is right under a place, so that no stand can be there, and the height of the head that it is over
    [m].

    Source: [Geometry].

    Parameters
    ----------
    brief: with the subject, other people and furniture.
    place: shape (3,). [m]

    Returns
    -------
    tuple: name of who or what is there, empty for nobody; height of its top. [m]
    """
    x, y, z = (float(v) for v in place)
    people = [("the sitter", 0.0, 0.0, brief.subject.face_height)] if brief.subject.kind in PEOPLE else []
    people += [(p.name, p.x, p.y, p.z) for p in brief.pieces if isinstance(p, OtherPerson) and not p.hidden]
    over, head = "", 0.0
    for name, there, behind, eyes in people:
        away = float(np.hypot(x - there, y - behind))
        if away <= FALLS_ASIDE and z > eyes + CROWN:
            head = max(head, eyes + CROWN)
        if away <= BODY:
            over = over or name
    if brief.subject.kind not in PEOPLE and float(np.hypot(x, y)) <= BODY and z > brief.subject.foot:
        over = over or "the subject"
    for piece in brief.pieces:
        if not isinstance(piece, Block) or piece.hidden or z < piece.z + piece.height:
            continue
        turn = np.radians(piece.turn)
        dx, dy = x - piece.x, y - piece.y
        across, along = dx * np.cos(turn) + dy * np.sin(turn), -dx * np.sin(turn) + dy * np.cos(turn)
        if abs(across) <= piece.width / 2 and abs(along) <= piece.depth / 2:
            over = over or piece.name
    return over, head


def modifiers_of(shoot: Shoot) -> Iterator[Modifier]:
    """The key's modifier, then those before other lights."""
    kind = kind_of(shoot.design)
    plan = for_the_tools(kind.build(shoot.design, shoot.brief), shoot.brief.workshop)
    arrangement = kind.arrange(shoot.design, shoot.brief, None)
    yield Modifier(
        id=KEY,
        name=kind.name,
        design=shoot.design,
        brief=shoot.brief,
        arrangement=arrangement,
        plan=plan,
        assembly=kind.assemble(shoot.design, shoot.brief),
        mass=work_out(plan).mass,
        hung=_hung_in(shoot.design, arrangement, shoot.brief.lamp.type),
    )
    for second in shoot.second:
        other = kind_of(second.design)
        light = shoot.brief.lights[second.light]
        parts = for_the_tools(other.build(second.design, shoot.brief), shoot.brief.workshop)
        arranged = scene_builder.shaped_light(shoot.brief, second.light)
        motion = scene_builder.motion_of(shoot.brief, second.light)
        yield Modifier(
            id=second.light,
            name=f"{other.name} of {light.name}",
            design=second.design,
            brief=shoot.brief,
            plan=parts,
            assembly=_moved(other.assemble(second.design, shoot.brief), motion),
            mass=work_out(parts).mass,
            arrangement=arranged,
            hung=_hung_in(second.design, arranged, lamp_of(light.id)),
            motion=motion,
        )


def _edge(modifier: Modifier) -> Face:
    bar = modifier.plan.stock
    return board_edge(bar.thickness if modifier.plan.pieces else 0.005)


def _lamp_held(
    id: str, name: str, lamp: LampType, place: Vector, aim: Vector | None, extra: float = 0.0, reach: float = 0.0
) -> Load:
    area = LAMP_AREA * lamp.size[0] * lamp.size[1]
    mass = lamp.mass + extra
    # what hangs on its front pulls the centre of mass forward
    return Load(
        id=id,
        name=name,
        place=place,
        mass=mass,
        by="stand",
        face=MOUNTS.get(lamp.mount, MOUNTS["stud 16 mm"]),
        offset=extra * reach / mass if mass else 0.0,
        area=area,
        area_height=float(place[2]),
        lamp=lamp,
        aim=aim,
        extent=lamp.size[0] / 2,
        depth=max(reach, 0.15),
    )


LEAST_BOARD, THIN_BOARD = 0.2, 0.005
"""A smaller board is held by hand or by a clip; usual thickness of foam board. [m]"""


def board_in(assembly: Assembly, groups: Sequence[str] = ()) -> HeldBoard | None:
    """The largest stiff board in an assembly, or in some of its groups, as it is cut; None where there is none.

    Parameters
    ----------
    assembly: the built thing.
    groups: by their ids, or what these begin with; all where none is named.
    """
    ids = {id for g in assembly.groups if not groups or g.id.startswith(tuple(groups)) for id in g.parts}
    boards = [
        (part.solid, part.mass)
        for part in assembly.parts
        if part.id in ids
        and isinstance(part.solid, SheetSolid)
        and not part.solid.soft
        and min(part.solid.width, part.solid.height) >= LEAST_BOARD
    ]
    if not boards:
        return None
    solid, mass = max(boards, key=lambda board: board[0].width * board[0].height)
    return HeldBoard(length=solid.width, height=solid.height, thickness=solid.thickness, mass=mass)


def by_groups(holds: Sequence[Hold], assembly: Assembly, mass: float) -> tuple[Hold, ...]:
    """Holds with the masses of what hangs there: of the groups that they name, and their shares of all the rest.

    Source: [Meriam].

    Parameters
    ----------
    holds: as the kind shares the mass.
    assembly: the built thing.
    mass: of all of it, with what is bought for it. [kg]

    Returns
    -------
    tuple: the holds; their masses together are all of it. [kg]
    """
    named = [name for hold in holds for name in hold.groups]
    if not named:
        return tuple(holds)
    weighs = {
        name: sum(
            assembly.by_id[id].mass for group in assembly.groups if group.id.startswith(name) for id in group.parts
        )
        for name in named
    }
    rest, shared = max(mass - sum(weighs.values()), 0.0), sum(hold.mass for hold in holds)
    return tuple(
        replace(
            hold,
            mass=sum(weighs[name] / named.count(name) for name in hold.groups) + rest * hold.mass / max(shared, 1e-9),
        )
        for hold in holds
    )


def _shown(modifier: Modifier) -> tuple[float, float]:
    # to the wind, of what is built; of what is found in the set as the light knows it [m²], [m]
    if not modifier.assembly.parts:
        return silhouette(modifier.arrangement)
    face = wind_face(modifier.assembly)
    return face.area, face.middle


def _moved(assembly: Assembly, motion: Motion) -> Assembly:
    # a second modifier is built like a first and stands elsewhere
    way = PartPose(
        origin=vec(motion.point(np.zeros(3))),
        x=vec(motion.turn[:, 0]),
        y=vec(motion.turn[:, 1]),
        z=vec(motion.turn[:, 2]),
    )
    return replace(assembly, stands=way.after(assembly.stands))


def _of_modifier(modifier: Modifier, lamp: LampType, *, daylight: bool) -> Iterator[Load]:
    design = modifier.design
    kind = kind_of(design)
    standing = by_groups(kind.holds(design, modifier.mass), modifier.assembly, modifier.mass)
    holds = tuple(replace(h, place=modifier.motion.point(h.place)) for h in standing)
    area, height = _shown(modifier)
    width, tall = design.source_size
    feet = kind.capabilities.foot
    foot = OTHER_FOOT if feet is None else feet.get(design)
    on_lamp = [h for h in holds if h.by == "lamp" or h.on_lamp]
    share_of_lamps = modifier.hung / len(holds) if holds and holds[0].by == "ceiling" else 0.0
    for hold in holds:
        if hold in on_lamp:
            continue
        share = hold.mass / modifier.mass if modifier.mass > 0.0 else 1.0 / len(holds)
        hung = share_of_lamps or hold.lamps * hanging_mass(lamp, float(hold.place[2]))
        yield Load(
            id=f"{modifier.id}/{hold.id}",
            name=f"{modifier.name}: {hold.name}",
            place=hold.place,
            mass=hold.mass + hung,
            by=hold.by,
            face=_edge(modifier),
            area=area * share,
            area_height=height,
            carries=hold.carries,
            extent=min(width, tall) / 2,
            depth=foot / 2 if hold.by == "floor" else 0.1,
            bears=max(len(holds) / 2.0, 1.0) if hold.by == "ceiling" else 1.0,
            board=board_in(modifier.assembly, hold.groups) if hold.by == "stand" else None,
        )
    if modifier.hung > 0.0 or daylight:
        return
    reach = 0.0
    if on_lamp:
        reach = float(np.linalg.norm(design.source_centre - design.lamp_position)) / 2
    for k, emitter in enumerate(modifier.arrangement.lamps):
        name = "key lamp" if k == 0 and modifier.id == KEY else f"{modifier.name}: lamp {k + 1}"
        extra = sum(h.mass for h in on_lamp) if k == 0 else 0.0
        aim = modifier.motion.point(design.lamp_aim) if k == 0 else None
        yield _lamp_held(lamp_id(modifier.id, k), name, lamp, emitter.centre, aim, extra, reach)


def loads_of(shoot: Shoot, modifiers: list[Modifier]) -> Iterator[Load]:
    """All that must be held, the key's modifier first, with whoever is under it."""
    for held in _all_held(shoot, modifiers):
        over, head = below(shoot.brief, held.place)
        yield replace(held, over=over if held.by == "stand" else "", head=head)


def _all_held(shoot: Shoot, modifiers: list[Modifier]) -> Iterator[Load]:
    brief = shoot.brief
    first, *others = modifiers
    for held in _of_modifier(first, brief.lamp.type, daylight=kind_of(shoot.design).by_day(shoot.design)):
        yield replace(held, power=brief.lamp.power)
    shaped = {second.light: modifier for second, modifier in zip(shoot.second, others, strict=True)}
    for key, light in brief.lights.items():
        if is_natural(light.id):
            continue
        lamp = lamp_of(light.id)
        if key in shaped:
            found = list(_of_modifier(shaped[key], lamp, daylight=False))
        else:
            place, aim = np.array([light.x, light.y, light.z]), scene_builder.aim_of(light, brief)
            found = [_lamp_held(lamp_id(key), light.name, lamp, place, aim)]
        yield from (replace(held, power=light.power) for held in found)
    for key, piece in brief.things.items():
        if isinstance(piece, Board) and not piece.hidden and piece.z - piece.height / 2 > 0.1:
            area = piece.width * piece.height
            yield Load(
                id=f"{key}/stand",
                name=piece.name,
                place=np.array([piece.x, piece.y, piece.z]),
                mass=CARD_MASS * area,
                by="stand",
                face=board_edge(THIN_BOARD),
                area=area,
                area_height=piece.z,
                extent=piece.width / 2,
                board=HeldBoard(length=piece.width, height=piece.height, thickness=THIN_BOARD, mass=CARD_MASS * area),
            )
