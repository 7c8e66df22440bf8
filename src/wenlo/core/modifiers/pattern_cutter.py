"""A pattern cutter: slats, leaves or a window's bars cut from card between a small lamp and what it falls on."""

import math
from typing import Literal

import numpy as np
from manifold3d import CrossSection
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.fabrication.assembly.space import X, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Loop, Template
from wenlo.core.fabrication.parts_list import size
from wenlo.core.fabrication.templates import oblong
from wenlo.core.facts import Phrases, yes
from wenlo.core.geometry.beams import spot_behind
from wenlo.core.modifiers.aimed import Aimed, aimed_marks, aimed_start
from wenlo.core.modifiers.framed import begin, place_of_panel
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, black, key_lamp, panel
from wenlo.core.modifiers.slots import Capabilities, Height, slots_of
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import CLEAR, luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "pattern-cutter",
    {
        "draw-it": {"count": "count", "pattern": "choice", "piece": "length"},
        "cut-it": {},
        "set-it": {"distance": "length"},
    },
)

Vector = NDArray[np.float64]

Pattern = Literal["slats", "window bars", "leaves"]

SQUARE = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])

LEAF = np.array([[0.0, 0.5], [0.2, 0.75], [0.5, 0.88], [0.8, 0.72], [1.0, 0.5], [0.8, 0.28], [0.5, 0.12], [0.2, 0.25]])
"""A leaf in the unit square."""


class PatternParameters(Aimed):
    """Parameters of the card and of what is cut in it; it stands before the lamp, square to the beam."""

    kind: Literal["pattern_cutter"] = "pattern_cutter"
    width: float = quantity(0.1, 2.0, unit="m", label="width of the card", default=0.5)
    height: float = quantity(0.1, 2.0, unit="m", label="height of the card", default=0.5)
    pattern: Pattern = "slats"
    pieces: int = quantity(1, 12, unit="count", label="slats, bars or leaves", default=6)
    share: float = quantity(0.1, 0.9, unit="share", label="share that is dark", default=0.5)
    lamp_distance: float = quantity(0.05, 4.0, unit="m", label="distance from lamp to card", default=0.8)

    @property
    def source_size(self) -> tuple[float, float]:
        """The card. [m]"""
        return self.width, self.height

    @property
    def lamp_position(self) -> Vector:
        """Behind the card on its axis, shape (3,). [m]"""
        place: Vector = self.source_centre + self.axis * self.lamp_distance
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the card. [m]"""
        return self.centre_height + self.height / 2 + RIM

    @property
    def piece(self) -> float:
        """Width of a slat or bar, length of a leaf. [m]"""
        if self.pattern == "slats":
            return self.height / self.pieces * self.share
        if self.pattern == "window bars":
            return self.width / (self.pieces + 1) * self.share / 2
        return math.sqrt(self.width * self.height * self.share / self.pieces / 0.55)


RIM, STALK = 0.02, 0.004
"""Of the card round the pattern, and of the stalk that holds a leaf to it: widths. [m]"""

LAYER = 0.00008
"""Leaves that lie over one another are so far apart in the light. [m]"""


def card_pieces(design: PatternParameters) -> list[Panel]:
    """All that is left of the card: its rim, the dark pieces, and the stalks of leaves."""
    across, upward = design.square
    centre, surface = design.source_centre - design.axis * 0.001, black("black_foil")
    w, h = design.width, design.height
    made = [
        panel(
            name, centre=centre + across * x + upward * y, across=across * wide, upward=upward * tall, surface=surface
        )
        for name, x, y, wide, tall in (
            ("left rim", -(w + RIM) / 2, 0.0, RIM, h),
            ("right rim", (w + RIM) / 2, 0.0, RIM, h),
            ("lower rim", 0.0, -(h + RIM) / 2, w + 2 * RIM, RIM),
            ("upper rim", 0.0, (h + RIM) / 2, w + 2 * RIM, RIM),
        )
    ]
    pieces = dark_pieces(design)
    if design.pattern == "leaves":
        for k, piece in enumerate(pieces):
            middle = piece.origin + piece.edge_u / 2 + piece.edge_v / 2 - design.source_centre
            x, y = float(middle @ across), float(middle @ upward)
            # to the nearer of the upper and the lower rim
            side = 1.0 if y >= 0.0 else -1.0
            long = h / 2 - abs(y)
            at = centre + across * x + upward * side * (abs(y) + long / 2) + design.axis * LAYER
            made.append(
                panel(f"stalk {k + 1}", centre=at, across=across * STALK, upward=upward * long, surface=surface)
            )
    return [*made, *pieces]


def dark_pieces(design: PatternParameters) -> list[Panel]:
    """The pattern, piece by piece."""
    across, upward = design.square
    centre, surface = design.source_centre - design.axis * 0.001, black("black_foil")

    def oblong(name: str, at: Vector, wide: float, tall: float, outline: Vector | None = None) -> Panel:
        return panel(name, centre=at, across=across * wide, upward=upward * tall, surface=surface, outline=outline)

    n, w, h = design.pieces, design.width, design.height
    if design.pattern == "slats":
        step = h / n
        return [
            oblong(f"slat {k + 1}", centre + upward * ((k + 0.5) * step - h / 2), w, design.piece) for k in range(n)
        ]
    if design.pattern == "window bars":
        step = w / (n + 1)
        bars = [oblong(f"bar {k + 1}", centre + across * ((k + 1) * step - w / 2), design.piece, h) for k in range(n)]
        return [*bars, oblong("cross bar", centre, w, design.piece)]
    # leaves wander over the card by the golden ratio, so that they lie apart however many there are
    golden = (math.sqrt(5.0) - 1.0) / 2.0
    leaf, leaves = min(design.piece, w, h), []
    for k in range(n):
        x, y = ((k + 0.5) / n - 0.5) * (w - 0.6 * leaf), (((k * golden) % 1.0) - 0.5) * (h - 0.6 * leaf)
        leaves.append(
            oblong(f"leaf {k + 1}", centre + across * x + upward * y - design.axis * LAYER * k, leaf, leaf, LEAF)
        )
    return leaves


def arrange(design: PatternParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The pieces, the open card between them, and the lamp."""
    del transmittance
    across, upward = design.square
    opening = panel(
        "sheet", centre=design.source_centre, across=across * design.width, upward=upward * design.height, surface=CLEAR
    )
    surfaces: tuple[Shape, ...] = (opening, *card_pieces(design))
    return Arrangement(
        surfaces=surfaces, lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.source_centre),)
    )


def projected(design: PatternParameters, brief: Brief) -> tuple[float, float]:
    """Width of one dark piece where it falls, and the whole penumbra of its edge there. [m]"""
    throw = brief.backdrop.distance / max(-float(design.axis[1]), 1e-3) if float(design.axis[1]) < -0.05 else 0.0
    whole = design.throw + throw
    found = spot_behind(
        lamp=brief.lamp.type.size[0] / 2, opening=design.piece / 2, gap=design.lamp_distance, throw=whole
    )
    return found.core + found.field, found.penumbra


def contrast_of(design: PatternParameters, brief: Brief) -> float:
    """From the brightest to the darkest of the pattern where it falls at the subject, the room left out. [stop]"""
    made = arrange(design, brief, None)
    solved = solve(LightScene(panels=made.surfaces, lamps=made.lamps), DRAFT)
    across, upward = design.square
    along = upward if design.pattern == "slats" else across
    times = (design.throw + design.lamp_distance) / design.lamp_distance
    span = (design.height / design.pieces if design.pattern == "slats" else design.width / (design.pieces + 1)) * times
    target = UP * design.aim_height
    meters = [
        Meter(id=f"at {k}", position=target + along * span * (k / 12 - 0.5), normal=design.axis) for k in range(13)
    ]
    light = [float(luminance(r.total)) for r in read(solved, meters).values()]
    return stops_between(max(light), max(min(light), 1e-9 * max(light))) if max(light) > 0.0 else 0.0


SHOWS = Phrases(
    "pattern-figure",
    {
        "projected": {"piece": "choice", "where": "choice", "wide": "length", "cut": "length", "before": "length"},
        "blur": {"edge": "length", "share": "share", "shows": "choice"},
        "contrast": {"stops": "in_stops", "over": "choice"},
    },
    room="light",
)

BLACK_BARS = 7.0
"""A pattern of more contrast is told as that. [stop]"""


def figures(design: PatternParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """How large the pattern comes out, how blurred, and with how much contrast."""
    del probe
    width, edge = projected(design, brief)
    piece = {"slats": "slat", "window bars": "bar", "leaves": "leaf"}[design.pattern]
    contrast = contrast_of(design, brief)
    return (
        KindFigure(
            key="projected",
            says=SHOWS(
                "projected",
                piece=piece,
                where="backdrop" if float(design.axis[1]) < -0.05 else "subject",
                wide=width,
                cut=design.piece,
                before=design.lamp_distance,
            ),
        ),
        KindFigure(key="pattern_edge", says=SHOWS("blur", edge=edge, share=edge / width, shows=yes(edge < width))),
        KindFigure(
            key="pattern_contrast",
            says=SHOWS("contrast", stops=min(contrast, BLACK_BARS), over=yes(contrast > BLACK_BARS)),
        ),
    )


def _card(design: PatternParameters) -> Template:
    """The card with its dark pieces as they stand in the set, seen from the lamp."""
    across, upward = design.square
    loops: list[Loop] = []
    for piece in card_pieces(design)[4:]:
        shares = piece.outline if piece.outline is not None else SQUARE
        corners = [piece.origin + u * piece.edge_u + v * piece.edge_v - design.source_centre for u, v in shares]
        wide, tall = design.width / 2 + RIM, design.height / 2 + RIM
        loops.append(tuple((float(c @ across) + wide, float(c @ upward) + tall) for c in corners))
    wide, tall = design.width + 2 * RIM, design.height + 2 * RIM
    whole = oblong(wide / 2, tall / 2, wide, tall)
    return Template(
        name="pattern",
        outline=whole,
        holes=tuple(loops),
        note="a rim of 20 mm and the outlined pieces stay; all else is cut away",
    )


def _cut_out(work: LaidParts, design: PatternParameters, made: Arrangement) -> None:
    # what the light has as separate pieces is one card: its holes are the pattern's opening less all that stays
    work.given.add("sheet")
    by_id = {surface.id: surface for surface in made.surfaces if isinstance(surface, Panel)}
    layout = work.layout_at("card", place_of_panel(by_id["sheet"]))
    open_part = CrossSection.square((design.width, design.height), center=True)
    pieces = card_pieces(design)
    for piece in pieces[4:]:
        shares = piece.outline if piece.outline is not None else SQUARE
        corners = np.array([piece.origin + u * piece.edge_u + v * piece.edge_v for u, v in shares])
        own = layout.pose.inverse.after(work.stands.inverse).world(corners)[:, [0, 2]]
        stays = CrossSection([own])
        open_part -= stays if stays.area() > 0.0 else CrossSection([own[::-1]])
    holes = tuple(
        tuple((float(x), float(y)) for x, y in loop)
        for part in open_part.decompose()
        for loop in part.to_polygons()[:1]
    )
    wide, tall = design.width + 2 * RIM, design.height + 2 * RIM
    card = work.sheet(
        layout,
        "card",
        "black_foam_board",
        centre=(0.0, 0.001, 0.0),
        across=X,
        upward=Z,
        size=(wide, tall),
        holes=holes,
        note=f"{design.pattern}, cut out; {size(wide, tall)}",
    )
    for piece in pieces:
        layout.light(piece.id, card, over=True)


def laid(design: PatternParameters, brief: Brief) -> LaidParts:
    """A card with the pattern cut out."""
    work = begin(design, brief)
    _cut_out(work, design, arrange(design, brief))
    work.fit("spring_clamp", 1)
    work.template(_card(design))
    work.step(
        SAYS(
            "draw-it",
            count=design.pieces,
            pattern={"slats": "slats", "window bars": "bars", "leaves": "leaves"}[design.pattern],
            piece=design.piece,
        ),
        minutes=15,
        does="mark",
    )
    work.step(SAYS("cut-it"), minutes=25, does="finish", uses=("cut out",))
    work.step(SAYS("set-it", distance=design.lamp_distance), minutes=5, does="set", uses=("spring_clamp",))
    return work


build, assemble = built(laid, "pattern cutter")


def start(brief: Brief) -> PatternParameters:
    """Slats as far from the lamp as the room lets them."""
    placed = aimed_start(brief, wish=1.4)
    away = round(min(max(brief.room.width / 2 - placed["distance"] - 0.3, 0.3), 1.0), 2)
    return PatternParameters(**placed, lamp_distance=away)


def scaled(design: PatternParameters, scale: float) -> PatternParameters:
    """A larger card; the lamp stays where it is."""
    held = {name: round(min(max(getattr(design, name) * scale, 0.1), 2.0), 3) for name in ("width", "height")}
    return design.model_copy(update=held)


def marks(design: PatternParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an aimed lamp, and the way from lamp to card."""
    del brief
    over = UP * (design.height / 2 + 0.1)
    return (
        *aimed_marks(design),
        Mark(
            path="design.lamp_distance",
            label="Lamp to card",
            start=design.source_centre + over,
            end=design.lamp_position + over,
        ),
    )


def handling(design: PatternParameters) -> Handling:
    """One stand with a clamp."""
    return Handling(stands=1, people=1, setup=6, strike=2, uses=30)


def holds(design: PatternParameters, mass: float) -> tuple[Hold, ...]:
    """The clamp at its lower edge."""
    return (
        Hold(id="clamp", name="clamp under the card", place=design.source_centre - UP * design.height / 2, mass=mass),
    )


def rejection_reason(brief: Brief) -> str | None:
    """A lamp that is too large shows no pattern."""
    lamp = max(brief.lamp.type.size)
    return (
        f"The lamp's face is {format_length(lamp)} wide: no pattern would show. Choose a small bare one."
        if lamp > 0.2
        else None
    )


SLOTS = slots_of(PatternParameters)

KIND = Kind(
    id="pattern_cutter",
    name="pattern cutter",
    parameters=PatternParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        travel=SLOTS["distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
        aim=SLOTS["aim_height"],
    ),
    rejection_reason=rejection_reason,
    figures=figures,
    good="leaves, slats or a window's bars out of a card",
    bad="hard; needs a small lamp and a long throw",
    replaces=("card half way to the wall",),
    mistakes=("lamp too large or too near for the pattern to show",),
    cautions=("Card and foil near a hot lamp scorch: keep them apart.",),
    refused_frames={
        "found": "A pattern is cut into its sheet: what is there already has another.",
        "timber": "A pattern is cut out of one sheet that a clamp holds.",
        "tube": "A pattern is cut out of one sheet that a clamp holds.",
        "pipe": "A pattern is cut out of one sheet that a clamp holds.",
        "board": "The pattern is its window already.",
    },
)
