"""A table booth: an existing table as the roof, a small lamp that bounces off it, cards round the thing below."""

import math
from collections.abc import Mapping
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef, FinishRef, bounce_face, finish_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.sheets import BentSolid
from wenlo.core.fabrication.assembly.space import PartPose
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import alone, faced, panels_of, place_of_panel, size_of
from wenlo.core.modifiers.grounds import covering_for
from wenlo.core.modifiers.kind import (
    BALANCE_FACTOR,
    GRAVITY,
    Arrangement,
    Balance,
    Handling,
    Hold,
    Kind,
    KindFigure,
    Mark,
    ModifierParameters,
    Probe,
    ReuseRule,
)
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, black, bounce, key_lamp, lamp_flag, panel
from wenlo.core.modifiers.slots import Capabilities, slots_of
from wenlo.core.modifiers.thing_box import ground_figure, no_person, seen_width
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import board
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "table-booth",
    {
        "make-the-roof": {},
        "sweep-the-paper": {},
        "raise-the-ground": {"ground": "length"},
        "bounce-the-lamp": {},
        "place-the-cards": {},
        "take-the-leg-out": {"leg": "choice", "weight": "label"},
    },
)

Vector = NDArray[np.float64]

FillCard = Literal["white", "black", "none"]

LEAST_ROOM = 0.05
"""Between ground and roof. [m]"""

SLIVER = (0.12, 0.03)
"""Width and height of the one small card that lifts one detail. [m]"""


class BoothParameters(ModifierParameters):
    """Parameters of the roof, of what stands round the thing under it, and of the lamp that lights it from below."""

    kind: Literal["table_booth"] = "table_booth"
    key_angle: float = quantity(
        -180.0, 180.0, unit="degree", label="side of the lamp (+ is camera right)", default=35.0
    )
    width: float = quantity(0.3, 2.5, unit="m", label="width of the roof", default=1.0)
    length: float = quantity(0.3, 2.5, unit="m", label="depth of the roof", default=0.8)
    roof: float = quantity(0.2, 2.2, unit="m", label="height of the roof", default=0.72)
    ground: float = quantity(0.0, 1.5, unit="m", label="height of the ground", default=0.1)
    face: BounceRef = "white_foam_board"
    backdrop: FinishRef = "poster_white"
    far_card: FillCard = "white"
    near_card: FillCard = "none"
    card_height: float = quantity(0.05, 1.2, unit="m", label="height of the cards", default=0.3)
    card_distance: float = quantity(0.05, 1.2, unit="m", label="cards from the thing", default=0.3)
    lamp_out: float = quantity(0.1, 2.0, unit="m", label="lamp before the thing", default=0.45)
    lamp_height: float = quantity(0.02, 1.5, unit="m", label="lamp height", default=0.25)
    flagged: bool = True
    lift: float = quantity(0.1, 3.0, unit="stop", label="lift of one detail by a sliver card", default=0.5)
    front_cards: FillCard = "none"
    back_cards: FillCard = "none"
    card_shift: float = quantity(-0.5, 0.5, unit="m", label="side cards back (− forward)", default=0.0)
    leg_out: Literal["none", "front left", "front right"] = "none"
    table_mass: float = quantity(1.0, 80.0, unit="kg", label="what the table weighs", default=8.0)
    counterweight: float = quantity(0.0, 50.0, unit="kg", label="weight on the opposite corner", default=5.0)
    paper_width: float = quantity(0.2, 3.0, unit="m", label="width of the backdrop", default=1.0)

    @property
    def source_centre(self) -> Vector:
        """Middle of the roof's underside, shape (3,). [m]"""
        return np.array([0.0, self.length * 0.1, self.roof])

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and depth of the roof. [m]"""
        return self.width, self.length

    @property
    def lamp_position(self) -> Vector:
        """Before the thing and to its side, shape (3,). [m]"""
        place: Vector = self.direction * self.lamp_out + UP * self.lamp_height
        return place

    @property
    def lamp_aim(self) -> Vector:
        """The roof over the thing, shape (3,). [m]"""
        return self.source_centre

    @property
    def highest(self) -> float:
        """The roof. [m]"""
        return self.roof + 0.03


def card_long(design: BoothParameters) -> float:
    """Length of the cards beside the thing. [m]"""
    return min(design.length * 0.8, 0.8)


def card_tall(design: BoothParameters) -> float:
    """Height of the cards; they stop under the roof. [m]"""
    return min(design.card_height, design.roof - design.ground - 0.02)


def _card(design: BoothParameters, side: float, what: FillCard) -> Panel:
    surface = bounce("white_foam_board") if what == "white" else black("black_foam_board")
    height = card_tall(design)
    x = side if design.direction[0] >= 0.0 else -side
    y = design.length * 0.1 + design.card_shift
    centre = np.array([x * design.card_distance, y, design.ground + height / 2 + 0.003])
    across = np.array([0.0, x * card_long(design), 0.0])
    name = "near card" if side > 0.0 else "far card"
    return panel(name, centre=centre, across=across, upward=UP * height, surface=surface)


CORNER_CARD = 0.18
"""Width of the cards at the corners at most; two come from a board. [m]"""

APART = 0.02
"""Between the ends of two cards. [m]"""


def _corner_cards(design: BoothParameters) -> list[Panel]:
    # turned by half a right angle toward the thing, before and behind the ends of the side cards
    height, half = card_tall(design), card_long(design) / 2
    made = []
    for name, what, way in (("front", design.front_cards, -1.0), ("back", design.back_cards, 1.0)):
        if what == "none":
            continue
        surface = bounce("white_foam_board") if what == "white" else black("black_foam_board")
        end = design.length * 0.1 + design.card_shift + way * (half + APART)
        room = (design.length * 0.6 - APART - end) * math.sqrt(2.0) if way > 0.0 else CORNER_CARD
        wide = min(CORNER_CARD, design.card_distance * 0.9, room)
        for side, where in ((-1.0, "left"), (1.0, "right")):
            along = np.array([-side, way, 0.0]) / math.sqrt(2.0)
            start = np.array([side * design.card_distance, end, design.ground + height / 2 + 0.003])
            card = panel(
                f"{name} card {where}",
                centre=start + along * wide / 2,
                across=along * wide,
                upward=UP * height,
                surface=surface,
            )
            if float(card.normal @ (np.array([0.0, design.length * 0.1, 0.0]) - start)) < 0.0:
                card = panel(
                    card.id, centre=start + along * wide / 2, across=-along * wide, upward=UP * height, surface=surface
                )
            made.append(card)
    return made


def arrange(design: BoothParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Roof, ground with its back, cards, the lamp and its flag."""
    del transmittance
    across, upward = np.array([design.width, 0.0, 0.0]), np.array([0.0, design.length, 0.0])
    roof = panel("sheet", centre=design.source_centre, across=across, upward=upward, surface=bounce(design.face))
    if roof.normal[2] > 0.0:
        roof = panel("sheet", centre=design.source_centre, across=-across, upward=upward, surface=bounce(design.face))
    paper = board(finish_material(design.backdrop).reflectance)
    wide = np.array([design.paper_width, 0.0, 0.0])
    deep, tall = design.length - 0.01, design.roof - design.ground - 0.02
    middle = np.array([0.0, design.length * 0.1, design.ground + 0.001])
    floor = panel("ground", centre=middle, across=-wide, upward=np.array([0.0, deep, 0.0]), surface=paper)
    if floor.normal[2] < 0.0:
        floor = panel("ground", centre=middle, across=wide, upward=np.array([0.0, deep, 0.0]), surface=paper)
    back_at = middle + np.array([0.0, deep / 2 - 0.001, tall / 2])
    back = panel("back", centre=back_at, across=wide, upward=UP * tall, surface=paper)
    if back.normal[1] > 0.0:
        back = panel("back", centre=back_at, across=-wide, upward=UP * tall, surface=paper)
    surfaces: list[Shape] = [roof, floor, back]
    surfaces += [
        _card(design, side, what) for side, what in ((-1.0, design.far_card), (1.0, design.near_card)) if what != "none"
    ]
    corners = _corner_cards(design)
    surfaces += corners
    if design.flagged:
        surfaces.append(booth_flag(design))
    shown = frozenset({"ground", "back", "near card", "far card", *(card.id for card in corners)})
    behind = (back_at - np.array([0.0, 0.003, 0.0]), np.array([0.0, -1.0, 0.0]))
    return Arrangement(
        surfaces=tuple(surfaces),
        lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),),
        shown=shown,
        ground=behind,
    )


def booth_flag(design: BoothParameters) -> Panel:
    """A card beside the lamp that keeps it off the thing, low enough to leave the way to the roof free."""
    made = lamp_flag(design, width=0.25, height=0.25)
    lamp, thing = design.lamp_position, np.array([0.0, 0.0, design.ground + 0.1])
    toward = thing - lamp
    away = float(np.linalg.norm(toward))
    way = toward / away
    level = np.array([-way[1], way[0], 0.0])
    span = float(np.linalg.norm(level))
    level = level / span if span > 1e-6 else np.array([1.0, 0.0, 0.0])
    top = lamp + way * min(0.12, away / 3) + UP * 0.04
    height = max(min(0.25, float(top[2]) - 0.01), 0.03)
    return panel(
        "lamp flag", centre=top - UP * height / 2, across=level * 0.25, upward=UP * height, surface=made.surface
    )


SHOWS = Phrases(
    "booth-figure",
    {
        "side": {"side": "choice", "stops": "in_stops"},
        "raise": {"by": "length", "stops": "in_stops", "gap": "length"},
        "sliver": {"lift": "in_stops", "away": "length", "size": "size", "side": "choice"},
        "sliver-not": {"lift": "in_stops", "size": "size"},
    },
    room="light",
)

RAISED = 0.1
"""So far the thing is raised to see what that brings. [m]"""


def figures(design: BoothParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Which sides of the thing get how much, and what raising it would bring."""
    middle = UP * brief.subject.face_height
    off = brief.subject.size / 2
    ways = {
        "top": UP,
        "left": np.array([-1.0, 0.0, 0.0]),
        "right": np.array([1.0, 0.0, 0.0]),
        "front": np.array([0.0, -1.0, 0.0]),
    }
    found = probe([Meter(id=n, position=middle + v * off, normal=v) for n, v in ways.items()], frozenset())
    top = max(found["top"], 1e-9)
    rows = [
        KindFigure(key=f"booth_{n}", says=SHOWS("side", side=n, stops=stops_between(top, max(found[n], 1e-9))))
        for n in ("front", "left", "right")
    ]
    gap = design.roof - brief.subject.face_height - brief.subject.size / 2
    size = min(design.width, design.length)
    # the share of the sky over the thing that the roof takes, of a disc as large: sin² of its half angle
    share, nearer = (math.sin(math.atan(size / 2 / max(g, 0.02))) ** 2 for g in (gap, max(gap - RAISED, 0.02)))
    rows.append(
        KindFigure(key="raise", says=SHOWS("raise", by=RAISED, stops=math.log2(nearer / share), gap=max(gap, 0.0)))
    )
    back = np.array([0.0, design.length * 0.6 - 0.01, (design.ground + design.roof) / 2])
    paper = finish_material(design.backdrop).reflectance[1]
    rows.append(ground_figure(brief, probe, place=back, normal=np.array([0.0, -1.0, 0.0]), reflectance=paper))
    rows.append(_sliver(design, found))
    return tuple(rows)


def sliver_distance(*, area: float, lift: float, on_card: float, on_detail: float, reflectance: float) -> float:
    """How far from a detail a small card lifts it by so much, square to both; infinite if it never does. [m]

    Parameters
    ----------
    area: of the card. [m²]
    lift: wanted. [stop]
    on_card, on_detail: light on the card's face and on the detail. [lx]
    reflectance: of the card. [-]

    A disc as large adds ρE·r²/(r² + d²) on its axis (Howell, configuration B-13), r² = A/π.
    """
    wanted = (2.0**lift - 1.0) * on_detail
    most = reflectance * on_card
    if wanted >= most:
        return 0.0
    radius2 = area / math.pi
    return math.sqrt(radius2 * (most / wanted - 1.0))


def _sliver(design: BoothParameters, found: Mapping[str, float]) -> KindFigure:
    dark = "left" if found["left"] < found["right"] else "right"
    width, height = SLIVER
    away = sliver_distance(
        area=width * height,
        lift=design.lift,
        on_card=found["top"],
        on_detail=max(found[dark], 1e-9),
        reflectance=bounce_face("white_foam_board").reflectance[1],
    )
    if away <= 0.0:
        says = SHOWS("sliver-not", lift=design.lift, size=SLIVER)
    else:
        says = SHOWS("sliver", lift=design.lift, away=away, size=SLIVER, side=dark)
    return KindFigure(key="sliver", says=says)


def _sweep(work: LaidParts, design: BoothParameters, made: dict[str, Panel]) -> None:
    # one paper from the top of the back down and out to the front
    ground, back = (work.stands.inverse.after(place_of_panel(made[name])) for name in ("ground", "back"))
    (wide, deep), (_, tall) = size_of(made["ground"]), size_of(made["back"])
    layout = work.layout("sweep")
    y, low = back.origin[1], ground.origin[2]
    path = ((y, back.origin[2] + tall / 2), (y, low), (ground.origin[1] - deep / 2, low))
    solid = BentSolid(width=wide, path=path, thickness=0.0003, soft=True)
    paper = work.formed(
        layout,
        "paper",
        covering_for(design.backdrop),
        solid,
        PartPose(),
        flat=(wide, solid.length),
        note="swept paper or canvas, up the back and forward under the thing",
    )
    for surface in ("ground", "back"):
        layout.light(surface, paper)


def laid(design: BoothParameters, brief: Brief) -> LaidParts:
    """Two boards make four cards; a board under the table; paper; a clamp for the lamp."""
    if design.ground > design.roof - LEAST_ROOM:
        message = (
            f"The ground at {format_length(design.ground)} leaves no room under the roof at"
            f" {format_length(design.roof)}: lower it, or raise the roof."
        )
        raise Impossible(message, fields=[FieldError(path="design.ground", message=message)])
    # in the coordinates of the set
    work = LaidParts(carrying_length=brief.carrying_length)
    made = panels_of(arrange(design, brief))
    faced(
        work,
        [made["sheet"]],
        design.face,
        id="roof",
        name="roof",
        note="under the table, bright side down, held by clamps at its edge",
    )
    for name, what in (("far card", design.far_card), ("near card", design.near_card)):
        if what == "none":
            continue
        alone(
            work,
            made[name],
            "white_foam_board" if what == "white" else "black_foam_board",
            id=name,
            note=f"{what} card; two come from one board, scored and bent to stand",
        )
    for card in _corner_cards(design):
        what = design.front_cards if card.id.startswith("front") else design.back_cards
        alone(
            work,
            card,
            "white_foam_board" if what == "white" else "black_foam_board",
            id=card.id,
            note=f"{what} card at a corner; two come from one board, scored and bent to stand",
        )
    work.cover("white_foam_board", *SLIVER, note="sliver card for one detail, on a bit of wire")
    _sweep(work, design, made)
    if design.flagged:
        alone(work, made["lamp flag"], "black_foil", id="flag", note="flag between lamp and thing")
    work.fit("spring_clamp", 4)
    work.step(SAYS("make-the-roof"), minutes=10, does="mount", uses=("under the table", "wrapped over", "spring_clamp"))
    work.step(SAYS("sweep-the-paper"), minutes=5, does="set", uses=("swept",))
    work.step(SAYS("raise-the-ground", ground=design.ground), minutes=5, does="set")
    work.step(SAYS("bounce-the-lamp"), minutes=10, does="set", uses=("flag between",))
    if design.leg_out != "none":
        work.step(
            SAYS("take-the-leg-out", leg=design.leg_out.replace(" ", "-"), weight=f"{design.counterweight:g} kg"),
            minutes=10,
            does="mount",
        )
    work.step(SAYS("place-the-cards"), minutes=10, does="set", uses=("card",))
    return work


build, assemble = built(laid, "table booth")


A_HAND = 3.0
"""What somebody leans on a corner with, as a mass. [kg]"""


def stands_by(design: BoothParameters, mass: float) -> Balance | None:
    """What keeps the table up with a leg out: the three others stand on a line through two of them, with as much of the
    table on either side, so that only what lies on the opposite corner holds what hangs at the free one.

    Source: [Meriam].

    Parameters
    ----------
    design: the booth.
    mass: of what hangs under the table. [kg]

    Returns
    -------
    Balance: the load at the free corner and what holds against it [N]; None where all legs stand.
    """
    if design.leg_out == "none":
        return None
    # the roof hangs at its edges: a quarter of it at every corner
    load = (A_HAND + mass / 4.0) * GRAVITY
    return Balance(
        name="Table with a leg out",
        load=load,
        most=design.counterweight * GRAVITY,
        slot="counterweight",
        cure=round(BALANCE_FACTOR * load / GRAVITY + 0.05, 1),
        words="a heavier weight on the opposite corner, or a crate under the free one",
    )


def start(brief: Brief) -> BoothParameters:
    """A table's height over the thing."""
    ground = round(max(0.0, brief.subject.foot - 0.0015), 4)
    roof = round(min(ground + max(brief.subject.size * 2.0, brief.subject.size + 0.3), 2.2, brief.room.height - 0.1), 2)
    paper = round(min(max(1.05 * seen_width(brief, brief.camera.distance + 0.5), 0.4), 3.0, brief.room.width - 0.1), 2)
    return BoothParameters(
        ground=min(ground, 1.5),
        paper_width=paper,
        roof=roof,
        lamp_height=round(min(max(ground + 0.03, 0.02), 1.5), 3),
        card_height=round(min(max(brief.subject.size, 0.1), 1.2), 2),
        card_distance=round(min(max(1.4 * brief.subject.size, 0.2), 1.2), 2),
    )


def scaled(design: BoothParameters, scale: float) -> BoothParameters:
    """A larger table, and the lamp as much farther out, so that it lights more of the roof."""
    held = {name: round(min(max(getattr(design, name) * scale, 0.3), 2.5), 3) for name in ("width", "length")}
    return design.model_copy(update={**held, "lamp_out": round(min(max(design.lamp_out * scale, 0.1), 2.0), 3)})


def marks(design: BoothParameters, brief: Brief) -> tuple[Mark, ...]:
    """Heights of roof and ground, and how far out the lamp is."""
    del brief
    d = design.direction
    edge = -d * (design.length / 2 + 0.1)
    return (
        Mark(path="design.roof", label="Height of the roof", start=edge, end=edge + UP * design.roof),
        Mark(
            path="design.ground",
            label="Height of the ground",
            start=edge - 0.3 * d,
            end=edge - 0.3 * d + UP * design.ground,
        ),
        Mark(
            path="design.lamp_out",
            label="Lamp before the thing",
            start=UP * (design.ground - 0.1),
            end=d * design.lamp_out + UP * (design.ground - 0.1),
        ),
    )


def handling(design: BoothParameters) -> Handling:
    """Cards and paper under a table that is there."""
    return Handling(stands=0, people=1, setup=12, strike=5, uses=30)


def holds(design: BoothParameters, mass: float) -> tuple[Hold, ...]:
    """The clamps at the table's edge."""
    return (Hold(id="clamps", by="table", name="clamps at the table", place=design.source_centre, mass=mass),)


SLOTS = slots_of(BoothParameters)

KIND = Kind(
    id="table_booth",
    name="table booth",
    parameters=BoothParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(faces=(SLOTS["face"],), ground=SLOTS["ground"], roof=SLOTS["roof"]),
    rejection_reason=no_person,
    figures=figures,
    stands_by=stands_by,
    keeps_size=True,
    good="a studio under a table, from two boards and one small lamp",
    bad="small; the light is from above, so that fronts need a card",
    replaces=("thing as near to the roof as the picture lets it",),
    mistakes=(
        "direct hot spot",
        "low things too far from the roof: raise the ground",
        "every side filled equally: no shape",
    ),
    cautions=("Keep a hot lamp clear of the board and of cloth.",),
    becomes=(
        ReuseRule(
            forms=("table",),
            sizes={"width": "width", "length": "height"},
            faces=1,
            how=(
                "Put the thing under it on a raised ground, clamp a white board under its top, and bounce the lamp off"
                " that."
            ),
        ),
    ),
    refused_frames={
        "found": "The table that is there is its roof anyway: it is neither made nor bought.",
        "timber": "The table is its frame.",
        "tube": "The table is its frame.",
        "pipe": "The table is its frame.",
        "board": "The table is its frame.",
    },
)
