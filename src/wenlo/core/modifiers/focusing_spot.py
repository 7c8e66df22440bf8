"""A focusing spot: a lens at the front of a tube throws an image of a gate that the lamp lights from behind."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import covering_of
from wenlo.core.fabrication.assembly.sheets import DiscSolid
from wenlo.core.fabrication.assembly.space import PartPose, X, Y
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import circle, oblong, pierced
from wenlo.core.facts import Phrases, yes
from wenlo.core.modifiers.aimed import Aimed, aimed_marks, aimed_start, hole, round_outline
from wenlo.core.modifiers.framed import along, begin, circle_loop
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, black, box_walls
from wenlo.core.modifiers.slots import Capabilities, Lens, slots_of
from wenlo.core.optics.lamp import KEY_LAMP, Emitter, ThinLens, exponent_of
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "focusing-spot",
    {
        "make-the-tube": {"long": "length"},
        "set-the-gate": {"gate": "length", "distance": "length"},
        "let-it-breathe": {"limit": "celsius", "count": "count", "vent": "length", "fan": "choice"},
        "screw-the-mount-on": {},
        "close-the-leaks": {},
    },
)

Vector = NDArray[np.float64]

LENSES = {"acrylic": (0.90, 75.0), "polycarbonate": (0.88, 110.0), "glass": (0.91, 200.0)}
"""What a plain lens of the material passes [-], and what it is kept below. [°C]"""


LIP = 0.003
"""Of the front's hole over the lens. [m]"""

FOIL, COLLAR = 0.1, 0.15
"""Lengths of the foil behind the gate and of the collar round the lamp. [m]"""

GRIPS = 0.06
"""The tube goes so far over the lamp. [m]"""

LENS_THICK = 0.006
"""Of a lens at its rim and a little more, by which it is laid in. [m]"""

DENSITY = {"acrylic": 1190.0, "polycarbonate": 1200.0, "glass": 2520.0}
"""Of a lens. [kg/m³]"""


RAIL, RAIL_BEYOND = 0.012, 0.03
"""Width of the strips that the baffle slides between, and how far they go beyond half of its way. [m]"""

FLAP = 0.015
"""Foil goes so far beyond a vent all round. [m]"""

PAST_A_FLAP = 0.5
"""Of a vent's area, past the flap that keeps its light in. [-]"""

DUCT, THROUGH_A_DUCT = 1.0, 12.0 / 3600.0
"""Of the duct [m], and what a fan of 60 mm blows through it, about half of what it moves freely. [m³/s]"""


class FocusingParameters(Aimed):
    """Parameters of lens, gate and tube; the lens is the opening."""

    kind: Literal["focusing_spot"] = "focusing_spot"
    lens: float = quantity(0.01, 0.3, unit="m", label="diameter of the lens", default=0.09)
    focal_length: float = quantity(0.02, 1.0, unit="m", label="focal length", default=0.2)
    gate: float = quantity(0.002, 0.2, unit="m", label="diameter of the gate", default=0.05)
    gate_distance: float = quantity(0.02, 1.2, unit="m", label="gate to lens", default=0.23)
    lamp_gap: float = quantity(0.005, 0.5, unit="m", label="lamp to gate", default=0.04)
    material: Literal["acrylic", "polycarbonate", "glass"] = "acrylic"
    vents: int = quantity(0, 8, unit="count", label="vent holes low, and as many high", default=0)
    vent: float = quantity(0.005, 0.06, unit="m", label="width of a vent hole", default=0.02)
    fan: Literal["none", "through a duct"] = "none"
    mount: Literal["collar alone", "ring on the lamp's mount"] = "collar alone"

    @property
    def source_size(self) -> tuple[float, float]:
        """Diameter of the lens, both ways. [m]"""
        return self.lens, self.lens

    @property
    def inner(self) -> float:
        """Width of the tube inside: a finger round the lens. [m]"""
        return self.lens + 0.02

    @property
    def box_length(self) -> float:
        """Of its sides, from the lens to where they grip the lamp. [m]"""
        return self.gate_distance + self.lamp_gap + GRIPS

    @property
    def lamp_position(self) -> Vector:
        """Behind the gate, shape (3,). [m]"""
        place: Vector = self.source_centre + self.axis * (self.gate_distance + self.lamp_gap)
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the tube's back. [m]"""
        return max(self.centre_height, float(self.lamp_position[2])) + self.lens / 2 + 0.02

    @property
    def sharp_gate(self) -> float:
        """Gate to lens for a sharp edge at what it points to, 1/g = 1/f − 1/t; infinite when that is inside of the
        focus. [m]
        """
        inverse = 1.0 / self.focal_length - 1.0 / self.throw
        return 1.0 / inverse if inverse > 1e-9 else math.inf

    @property
    def field(self) -> float:
        """Half angle of the field: the gate seen from the middle of the lens. [rad]"""
        return math.atan(self.gate / 2.0 / self.gate_distance)

    @property
    def blur(self) -> float:
        """Width of the field's edge as an angle, D·|1/f − 1/g − 1/t|. [rad]"""
        return self.lens * abs(1.0 / self.focal_length - 1.0 / self.gate_distance - 1.0 / self.throw)


def lens_luminance(design: FocusingParameters, brief: Brief) -> float:
    """Luminance of the lens where the lamp is seen through it: luminance is kept through a lens, less what it takes.
    [cd/m²]
    """
    lamp = brief.lamp.type
    width, height = lamp.size
    area = (math.pi / 4.0 if lamp.shape != "rectangle" else 1.0) * width * height * (1.0 - lamp.inner**2)
    share = 4.0 * math.pi if lamp.shape == "sphere" else 2.0 * math.pi / (exponent_of(lamp, brief.lamp.zoom) + 1.0)
    return lamp.amount / share / area * LENSES[design.material][0]


def lens_share(design: FocusingParameters, brief: Brief, count: int = 4096) -> float:
    """Share of the lamp's light that leaves the lens, by rays from the lens back to the lamp. [-]"""
    rays = rays_of(design, min(brief.lamp.type.size), count)
    out = lens_luminance(design, brief) * math.pi / 4.0 * design.lens**2 * rays
    return min(out / brief.lamp.type.amount, LENSES[design.material][0])


def rays_of(design: FocusingParameters, lamp: float, count: int) -> float:
    """Projected solid angle that the mean point of the lens sends light into. [sr]

    Parameters
    ----------
    design: lens and gate.
    lamp: diameter of the lamp's face. [m]
    count: points of the lens times directions.
    """
    side = int(math.sqrt(count))
    radius = design.lens / 2.0 * np.sqrt((np.arange(side) + 0.5) / side)
    steepest = (design.gate + design.lens) / 2.0 / design.gate_distance + design.lens / 2.0 / design.focal_length
    slope = steepest * np.sqrt((np.arange(side) + 0.5) / side)
    turn = 2.0 * math.pi * ((np.arange(side) * (math.sqrt(5.0) - 1.0) / 2.0) % 1.0)
    o, s, t = np.meshgrid(radius, slope, turn, indexing="ij")
    back_x, back_y = s * np.cos(t) + o / design.focal_length, s * np.sin(t)

    def within(away: float, diameter: float) -> NDArray[np.bool_]:
        inside: NDArray[np.bool_] = np.hypot(o - away * back_x, away * back_y) <= diameter / 2.0
        return inside

    seen = within(design.gate_distance, design.gate) & within(design.gate_distance + design.lamp_gap, lamp)
    # equal areas of slope: dω cos θ = cos⁴θ dA
    return float(np.mean(seen / (1.0 + s**2) ** 2)) * math.pi * steepest**2


def arrange(design: FocusingParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The lens with its lamp, and the tube behind it."""
    del transmittance
    across, _ = design.square
    lens = Emitter(
        id=KEY_LAMP,
        shape="disc",
        centre=design.source_centre + 0.002 * design.axis,
        edge_u=across * design.lens,
        edge_v=np.cross(-design.axis, across) * design.lens,
        amount=lens_luminance(design, brief),
        beam=1.0,
        colour=np.ones(3),
        law="lens",
        lens=ThinLens(
            focal_length=design.focal_length,
            gate=design.gate,
            gate_distance=design.gate_distance,
            lamp=min(brief.lamp.type.size),
            lamp_distance=design.gate_distance + design.lamp_gap,
        ),
    )
    across, upward = design.square
    sides = box_walls(
        centre=design.source_centre,
        across=across * design.inner,
        upward=upward * design.inner,
        back=design.axis,
        depth=design.box_length,
        surface=black("black_foam_board"),
        closed=False,
        behind=black("black_foam_board"),
    )
    return Arrangement(surfaces=(hole(design, side=design.lens, outline=round_outline()), *sides), lamps=(lens,))


SHOWS = Phrases(
    "focusing-figure",
    {
        "field": {"wide": "length", "angle": "angle"},
        "edge": {"edge": "length", "gate": "length", "image": "choice"},
        "share": {"share": "share", "fills": "choice", "needed": "length"},
    },
    room="light",
)


def figures(design: FocusingParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Field, edge, where the gate belongs, what the lens passes."""
    del probe
    sharp = design.sharp_gate
    image = math.isfinite(sharp)
    needed = design.lens * design.lamp_gap / design.gate_distance + design.gate * (
        1.0 + design.lamp_gap / design.gate_distance
    )
    return (
        KindFigure(
            key="field", says=SHOWS("field", wide=2.0 * design.throw * math.tan(design.field), angle=2.0 * design.field)
        ),
        KindFigure(
            key="field_edge",
            says=SHOWS("edge", edge=design.throw * design.blur, gate=sharp if image else 0.0, image=yes(image)),
        ),
        KindFigure(
            key="lens_share",
            says=SHOWS(
                "share", share=lens_share(design, brief), fills=yes(min(brief.lamp.type.size) >= needed), needed=needed
            ),
        ),
    )


def _boxed(work: LaidParts, design: FocusingParameters) -> None:
    # own coordinates: z from the lens back to the lamp
    work.given.add("sheet")  # the lens' opening
    tube = work.layout_at("tube", along(design.source_centre, design.axis))
    inner, long = design.inner, design.box_length
    board = covering_of("black_foam_board").thickness
    sides = (
        ("left", (0.0, 1.0, 0.0), -1.0),
        ("right", (0.0, -1.0, 0.0), 1.0),
        ("lower", (-1.0, 0.0, 0.0), -1.0),
        ("upper", (1.0, 0.0, 0.0), 1.0),
    )

    def round_it(
        what: str, covering: str, wide: float, tall: float, middle: float, off: float, *, note: str, lit: bool
    ) -> list[str]:
        # one piece folded round the four sides, ``off`` outside of the inner faces
        made: list[str] = []
        label = ""
        for name, across, side in sides:
            away = side * (inner / 2 + off)
            place = (away, 0.0, middle) if name in ("left", "right") else (0.0, away, middle)
            made.append(
                work.sheet(
                    tube,
                    f"{what} {name}",
                    covering,
                    centre=place,
                    across=across,
                    upward=(0.0, 0.0, -1.0),
                    size=(wide, tall),
                    cut=(4 * wide, tall),
                    of=label,
                    note=note,
                    role=what,
                    lit=f"box {name} side" if lit else "",
                )
            )
            label = label or work.cloth[-1].label
        return made

    made = round_it(
        "side",
        "black_foam_board",
        inner,
        long,
        long / 2,
        0.0,
        note="sides of the tube, scored three times and folded from one piece",
        lit=True,
    )
    front = work.sheet(
        tube,
        "front",
        "black_foam_board",
        centre=(0.0, 0.0, 0.0),
        across=X,
        upward=(0.0, -1.0, 0.0),
        size=(inner + 2 * board, inner + 2 * board),
        holes=(circle_loop(0.0, 0.0, design.lens - 2 * LIP),),
        note="front with the lens' hole",
    )
    baffle = work.sheet(
        tube,
        "baffle",
        "black_foam_board",
        centre=(0.0, 0.0, design.gate_distance),
        across=X,
        upward=Y,
        size=(inner, inner),
        holes=(circle_loop(0.0, 0.0, design.gate),),
        note="baffle with the gate, sliding between the sides",
    )
    tape = {"cloth_tape": long}
    for part, beside in zip(made, (2, 3, 1, 0), strict=True):
        tube.hold("taped", part, (made[beside],), used=tape)
    tube.hold("taped", front, tuple(made), used={"cloth_tape": 4 * inner})
    tube.hold("laid", baffle, tuple(made))
    lens = work.bought(
        tube,
        "lens",
        "lens_bought",
        DiscSolid(outer=design.lens, thickness=LENS_THICK),
        PartPose(),
        mass=math.pi / 4 * design.lens**2 * LENS_THICK * DENSITY[design.material],
    )
    tube.hold("laid", lens, (front,))
    foil = round_it(
        "foil",
        "black_foil",
        inner,
        FOIL,
        min(design.gate_distance + board + FOIL / 2, long - FOIL / 2),
        -covering_of("black_foil").thickness,
        note="lining behind the gate, where the lamp heats",
        lit=False,
    )
    collar = round_it(
        "collar",
        "heavy_black_flag_cloth",
        inner + 2 * board,
        COLLAR,
        long,
        board,
        note="collar round the joint to the lamp, against leaks",
        lit=False,
    )
    for part, piece, wrap in zip(made, foil, collar, strict=True):
        tube.hold("taped", piece, (part,))
        tube.hold("taped", wrap, (part,))


def laid(design: FocusingParameters, brief: Brief) -> LaidParts:
    """Tube, baffle, vents, fan, collar and the lens."""
    work = begin(design, brief)
    across, long = design.inner, design.box_length
    _, limit = LENSES[design.material]
    _boxed(work, design)
    middle = across / 2
    work.template(
        pierced(
            "gate",
            across,
            across,
            circle(middle, middle, design.gate),
            note="the hole is the light's shape: other gates change it",
        )
    )
    work.template(
        pierced(
            "front",
            across,
            across,
            circle(middle, middle, design.lens - 0.006),
            note="a lip of 3 mm holds the lens from outside",
        )
    )
    work.template(
        Template(
            name="sides of the tube",
            outline=oblong(2 * across, long / 2, 4 * across, long),
            note="scored three times, folded, taped",
            folds=tuple(((k * across, 0.0), (k * across, long)) for k in (1, 2, 3)),
        )
    )
    work.step(
        SAYS("make-the-tube", long=long),
        minutes=50,
        does="bond",
        uses=("sides of the tube", "front with", "cloth_tape"),
        wait=20,
    )
    work.step(
        SAYS("set-the-gate", gate=design.gate, distance=design.gate_distance),
        minutes=20,
        does="finish",
        uses=("baffle", "lining behind", "rail for the baffle", "lens_bought"),
    )
    rail = design.gate_distance / 2 + RAIL_BEYOND
    work.cover("black_foam_board", rail, RAIL, count=4, note="rail for the baffle, two on each side of it")
    _breathing(work, design, limit)
    if design.mount != "collar alone":
        work.fit("mount_plate", 1)
        work.step(SAYS("screw-the-mount-on"), minutes=15, does="mount", uses=("mount_plate",))
    work.step(SAYS("close-the-leaks"), minutes=10, does="check", uses=("collar",))
    return work


def _breathing(work: LaidParts, design: FocusingParameters, limit: float) -> None:
    # vents with their flaps, and a fan that blows into one of the low ones
    blown = design.fan != "none"
    if design.vents:
        side, flap = design.vent + 2 * FLAP, design.vent + 2 * FLAP
        work.template(
            pierced(
                "vent",
                side,
                side,
                circle(side / 2, side / 2, design.vent),
                note=f"{2 * design.vents} of them: {design.vents} low at the lamp, {design.vents} high at the gate",
            )
        )
        work.cover("black_foil", flap, 2 * flap, count=2 * design.vents, note="flap over a vent, bent into a roof")
    if blown:
        for item, count in (("fan_60", 1.0), ("duct_50", DUCT), ("battery_12", 1.0), ("cloth_tape", 0.5)):
            work.fit(item, count)
    work.step(
        SAYS("let-it-breathe", limit=limit, count=design.vents, vent=design.vent, fan="duct" if blown else "none"),
        minutes=25 + (20 if blown else 0),
        does="drill",
        uses=("flap over a vent", "fan_60", "duct_50", "battery_12"),
    )


def air(design: FocusingParameters) -> tuple[float, float]:
    """Openings of the vents behind their flaps, low and as many high [m²], and what the fan blows in [m³/s]."""
    opened = design.vents * math.pi / 4 * design.vent**2 * PAST_A_FLAP
    return opened, THROUGH_A_DUCT if design.fan != "none" and design.vents else 0.0


BECOMES = (
    ReuseRule(
        forms=("lens",),
        sizes={"lens": "width", "focal_length": "focal"},
        heaviest=0.6,
        how="Set it in the front of a black tube; a hole in a sliding baffle behind it is the gate.",
        fills=("tube/lens",),
    ),
)

build, assemble = built(laid, "focusing spot", BECOMES)


def start(brief: Brief) -> FocusingParameters:
    """A page magnifier's lens with its gate in focus for the subject, the lamp close behind."""
    placed = aimed_start(brief, wish=1.6)
    away = math.hypot(placed["distance"], placed["centre_height"] - placed["aim_height"])
    focal = min(0.2, away / 3.0)
    gate = 1.0 / (1.0 / focal - 1.0 / away)
    return FocusingParameters(**placed, focal_length=round(focal, 3), gate_distance=round(gate, 3), vents=3)


def scaled(design: FocusingParameters, scale: float) -> FocusingParameters:
    """A larger lens with its focal length, as far as they are made."""
    lens = round(min(max(design.lens * scale, 0.01), 0.3), 3)
    return design.model_copy(update={"lens": lens})


def marks(design: FocusingParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an aimed lamp, and the way from gate to lens."""
    del brief
    over = UP * (design.lens / 2 + 0.12)
    return (
        *aimed_marks(design),
        Mark(
            path="design.gate_distance",
            label="Gate to lens",
            start=design.source_centre + over,
            end=design.source_centre + design.axis * design.gate_distance + over,
        ),
    )


def handling(design: FocusingParameters) -> Handling:
    """It rides on the lamp."""
    return Handling(stands=0, people=1, setup=6, strike=2, uses=40)


def holds(design: FocusingParameters, mass: float) -> tuple[Hold, ...]:
    """The lamp's front."""
    return (
        Hold(id="lamp-front", by="lamp", name="front of the lamp", place=design.lamp_position, mass=mass, on_lamp=True),
    )


def rejection_reason(brief: Brief) -> str | None:
    """Needs a small bright face."""
    lamp = brief.lamp.type
    if min(lamp.size) > 0.2:
        return (
            f"The lamp's face is {format_length(min(lamp.size))} wide; a lens needs a small bright one behind its gate."
        )
    return None


def limits(design: FocusingParameters) -> tuple[tuple[str, float], ...]:
    """The lens. [°C]"""
    return ((f"{design.material} lens", LENSES[design.material][1]),)


SLOTS = slots_of(FocusingParameters)

KIND = Kind(
    id="focusing_spot",
    name="focusing spot",
    parameters=FocusingParameters,
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
        stands=SLOTS["centre_height"],
        aim=SLOTS["aim_height"],
        lens=Lens(diameter=SLOTS["lens"], focal_length=SLOTS["focal_length"]),
    ),
    limits=limits,
    rejection_reason=rejection_reason,
    figures=figures,
    good="a round field with an edge as sharp or soft as wanted, far brighter than a snoot's",
    bad="hard; heat at the lens; a day's work",
    replaces=("gate at the focal length",),
    mistakes=("lens melts", "fixed focus", "leak to the sides"),
    cautions=("A lens left in the sun starts fires: cap it.", "A lens near a hot lamp melts: give the heat a way out."),
    becomes=BECOMES,
    air=air,
    refused_frames={
        "timber": "A tube round a lens has no frame.",
        "tube": "A tube round a lens has no frame.",
        "pipe": "A tube round a lens has no frame.",
        "board": "Its baffle is a board with a hole already.",
    },
)
