"""A food container lined with mirror tape, the flash inside facing its back, a sheet over its front."""

from dataclasses import replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import BounceRef, SheetRef, bounce_face, covering_of
from wenlo.core.fabrication.assembly.layout import Reason
from wenlo.core.fabrication.assembly.parts import BuildJoint, PartContact
from wenlo.core.fabrication.assembly.shop import mass_of
from wenlo.core.fabrication.assembly.solids import Block, BoughtSolid
from wenlo.core.fabrication.assembly.space import PartPose, X, Y, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.templates import circle, oblong, pierced
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import begin, panels_of, place_of_panel
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, Refusal, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import OfBattens
from wenlo.core.modifiers.placing import box_walls, facing, is_flash, key_lamps, layers_of, lined, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import Upright, resized, start_of, upright_marks
from wenlo.core.optics.shapes import Panel
from wenlo.core.photometry.stops import stops_between
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "small-flash-softbox",
    {
        "cut-the-hole": {"head": "choice"},
        "stiffen-the-arms": {"by": "choice"},
        "line-it": {"lining": "label", "size": "size"},
        "set-the-flash": {"depth": "length"},
    },
)

Vector = NDArray[np.float64]


HEAD_WIDE = 0.06
"""Of a small flash's head, where nobody tells which. [m]"""


class FlashBoxParameters(Upright, OfBattens):
    """Parameters of one box, or of two side by side on arms."""

    kind: Literal["small_flash_softbox"] = "small_flash_softbox"
    width: float = quantity(0.08, 0.6, unit="m", label="width", default=0.28)
    height: float = quantity(0.06, 0.5, unit="m", label="height", default=0.2)
    depth: float = quantity(0.04, 0.4, unit="m", label="depth", default=0.12)
    sheet: SheetRef = "natural_hdpe_tub"
    lining: BounceRef = "mirror_tape"
    flash_depth: float = quantity(0.02, 0.39, unit="m", label="flash behind the sheet", default=0.04)
    boxes: int = quantity(1, 2, unit="count", label="number of boxes", default=1)
    arm_carries: float = quantity(0.1, 10.0, unit="kg", label="what one arm carries", default=1.2)
    gap: float = quantity(0.0, 1.0, unit="m", label="gap between the boxes", default=0.1)
    head: Literal["neck through the floor", "flush in a side wall"] = "neck through the floor"
    second: float = quantity(0.0, 8.0, unit="number", label="second flash, times the first", default=1.0)
    stiffened: Literal["no", "wire and tape", "splint"] = "no"

    def head_off(self, box: int, wide: float) -> Vector:
        """From the middle of a box to that of its head, shape (3,): in the outer side wall, or nowhere. [m]"""
        if self.head == "neck through the floor":
            return np.zeros(3)
        # of two boxes each has its head at the side away from the other
        side = 1.0 if self.boxes == 2 and box == 1 else -1.0
        away: Vector = self.across * side * (self.width - wide) / 2
        return away

    @property
    def middles(self) -> list[Vector]:
        """Middle of each box's sheet, shape (3,). [m]"""
        if self.boxes == 1:
            return [self.source_centre]
        off = self.across * (self.width + self.gap) / 2
        return [self.source_centre - off, self.source_centre + off]

    @property
    def source_size(self) -> tuple[float, float]:
        """Over all boxes. [m]"""
        return (self.width if self.boxes == 1 else 2 * self.width + self.gap), self.height

    @property
    def lamp_position(self) -> Vector:
        """In the first box, shape (3,). [m]"""
        place: Vector = self.middles[0] + self.direction * self.flash_depth
        return place + self.head_off(0, HEAD_WIDE)

    @property
    def lamp_aim(self) -> Vector:
        """Its back, shape (3,). [m]"""
        aim: Vector = self.middles[0] + self.direction * self.depth * 2
        return aim


def arrange(design: FlashBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Boxes, sheets, flashes."""
    across, upward = facing(design.direction, 0.0)
    across, upward = across * design.width, upward * design.height
    inside = lined(design.lining)
    surfaces = []
    for k, middle in enumerate(design.middles):
        name = "sheet" if k == 0 else "sheet 2"
        surfaces.append(
            panel(name, centre=middle, across=across, upward=upward, surface=layers_of(design.sheet, 1, transmittance))
        )
        for wall in box_walls(
            centre=middle,
            across=across,
            upward=upward,
            back=design.direction,
            depth=design.depth,
            surface=inside,
            closed=True,
            behind=inside,
        ):
            surfaces.append(type(wall)(**{**wall.__dict__, "id": f"{wall.id} {k + 1}"}))
    wide = brief.lamp.type.size[0]
    places = [
        m + design.direction * min(design.flash_depth, design.depth - 0.01) + design.head_off(k, wide)
        for k, m in enumerate(design.middles)
    ]
    lamps = key_lamps(brief, places, [p + design.direction for p in places])
    # each has a dial of its own
    weaker = (replace(lamp, amount=lamp.amount * max(design.second, 1e-6)) for lamp in lamps[1:])
    return Arrangement(surfaces=tuple(surfaces), lamps=(lamps[0], *weaker))


SHOWS = Phrases("flash-figure", {"second": {"stops": "by_stops", "time": "share"}, "second-off": {}}, room="light")


def figures(design: FlashBoxParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """How the second flash stands against the first, and what that does to their charging."""
    del brief, probe
    if design.boxes < 2:
        return ()
    says = SHOWS("second-off")
    if design.second > 0.0:
        says = SHOWS("second", stops=-stops_between(1.0, design.second), time=design.second)
    return (KindFigure(key="second_flash", says=says),)


NECK = (0.055, 0.035)
"""Slot for the neck of a hot-shoe flash: a finger narrower than its head. [m]"""


WALL = 0.002
"""Of a container. [m]"""

ARM_LEAST, ARM_BEYOND = 0.25, 0.1
"""The shortest arm, and what it is longer than the box is wide. [m]"""


HEAD_DEEP, PLAY = 0.032, 0.001
"""Of a small flash's head from its face back, typical, and the play of its slot. [m]"""

TIES = 2
"""Cable ties that hold a head in its slot, through four holes."""


def _container(
    work: LaidParts, design: FlashBoxParameters, made: dict[str, Panel], k: int, head: tuple[float, float]
) -> None:
    # own coordinates: the front at y = 0, the back behind it; the lining lies inside of the walls
    name = "sheet" if k == 0 else "sheet 2"
    box = work.layout_at(f"box {k + 1}", place_of_panel(made[name]))
    w, h, d = design.width, design.height, design.depth
    lining, sheet = covering_of(design.lining), covering_of(design.sheet)
    t = lining.thickness
    x, z = w / 2 + t, h / 2 + t
    # the neck goes through the floor under the head, or the head itself through a side wall
    neck = (NECK[0] / 2, NECK[1] / 2)
    at = -min(design.flash_depth, d - neck[1] - 0.01)
    opening = Block(low=(-neck[0], at - neck[1], -z - WALL - 0.001), high=(neck[0], at + neck[1], -z + 0.001))
    if design.head == "flush in a side wall":
        deep, tall = HEAD_DEEP / 2, (head[1] + PLAY) / 2
        at = -min(max(design.flash_depth, deep + 0.005), d - deep - 0.005)
        x0, x1 = (-x - WALL - 0.001, -x + 0.001) if k == 0 else (x - 0.001, x + WALL + 0.001)
        opening = Block(low=(x0, at - deep, -tall), high=(x1, at + deep, tall))
    tub = work.bought(
        box,
        "container",
        "food_container",
        BoughtSolid(
            fills=(Block(low=(-x - WALL, -d - t - WALL, -z - WALL), high=(x + WALL, 0.0, z + WALL)),),
            bores=(Block(low=(-x, -d - t, -z), high=(x, 0.001, z)), opening),
        ),
        PartPose(),
        role="container",
        mass=mass_of("food_container"),
    )
    flat = {
        "back": ((0.0, -d, 0.0), X, Z, (w, h), "back"),
        "left": ((-w / 2, -d / 2, 0.0), (0.0, -1.0, 0.0), Z, (d, h), "short wall"),
        "right": ((w / 2, -d / 2, 0.0), Y, Z, (d, h), "short wall"),
        "lower": ((0.0, -d / 2, -h / 2), X, (0.0, -1.0, 0.0), (w, d), "long wall"),
        "upper": ((0.0, -d / 2, h / 2), X, Y, (w, d), "long wall"),
    }
    for side, (centre, across, upward, face, wall) in flat.items():
        lit = "box back" if side == "back" else f"box {side} side"
        part = work.sheet(
            box,
            f"lining {side}",
            design.lining,
            centre=centre,
            across=across,
            upward=upward,
            size=face,
            note=f"lining of the {wall}, taped in",
            lit=f"{lit} {k + 1}",
        )
        box.hold("glued", part, (tub,))
    front = work.sheet(
        box,
        "front",
        design.sheet,
        centre=(0.0, 0.0, 0.0),
        across=X,
        upward=(0.0, 0.0, -1.0),
        size=(w, h),
        margin=0.01,
        note="over the opening, under the lid's rim",
        lit=name,
    )
    box.held.append(
        BuildJoint(
            id=f"{front}@glued",
            method="glued",
            parts=(front, tub),
            contacts=(PartContact(first=front, second=tub, gap=t + sheet.thickness),),
        )
    )
    section = box.batten
    inward = 1.0 if k == 0 else -1.0  # two arms go to both sides
    under = -z - WALL - section.thickness / 2
    arm = box.bar(
        "arm",
        "arm",
        (inward * w / 2, at, under),
        (inward * (w / 2 - max(ARM_LEAST, w + ARM_BEYOND)), at, under),
        Y,
        Reason(text="under the box and a hand's breadth beyond it to the bracket", blame="width"),
        free=(0.0, 0.0, -1.0),
    )
    box.hold("bolt", tub, (arm,), used={"foot_bolt": 2, **STIFF[design.stiffened]})


STIFF: dict[str, dict[str, float]] = {
    "no": {},
    "wire and tape": {"steel_wire": 0.6, "cloth_tape": 0.5},
    "splint": {"fibre_rod_8": 0.3, "cloth_tape": 0.5},
}
"""What an arm that droops is stiffened with, each."""


def _template(work: LaidParts, head: tuple[float, float], *, flush: bool) -> None:
    slot = (HEAD_DEEP + PLAY, head[1] + PLAY) if flush else NECK
    around = (slot[0] + 0.03, slot[1] + 0.03)
    middle = (around[0] / 2, around[1] / 2)
    made = pierced(
        "slot for the flash's head" if flush else "slot for the flash's neck",
        *around,
        oblong(*middle, *slot),
        note=(
            "in the side wall of the container; measure how deep the head is first"
            if flush
            else "in the floor of the container; measure the flash first"
        ),
    )
    if flush:
        ties = tuple(
            circle(middle[0] + sx * (slot[0] / 2 + 0.005), middle[1] + sy * slot[1] / 4, 0.004)
            for sx in (-1.0, 1.0)
            for sy in (-1.0, 1.0)
        )
        made = replace(made, holes=(*made.holes, *ties))
    work.template(made)


def laid(design: FlashBoxParameters, brief: Brief) -> LaidParts:
    """A container, lining, a front and an arm."""
    work = begin(design, brief)
    made, head = panels_of(arrange(design, brief)), brief.lamp.type.size
    flush = design.head == "flush in a side wall"
    for k in range(design.boxes):
        _container(work, design, made, k, head)
    _template(work, head, flush=flush)
    if flush:
        work.fit("cable_tie", TIES * design.boxes)
    work.step(
        SAYS("cut-the-hole", head="side" if flush else "floor"), minutes=20, does="drill", uses=("food_container",)
    )
    work.step(
        SAYS("line-it", lining=bounce_face(design.lining).name, size=(design.width, design.height)),
        minutes=20,
        does="cover",
        uses=("lining of the",),
    )
    work.step(
        SAYS("set-the-flash", depth=design.flash_depth),
        minutes=10,
        does="mount",
        uses=("over the opening", "arm", "foot_bolt", "cable_tie"),
    )
    if design.stiffened != "no":
        work.step(
            SAYS("stiffen-the-arms", by="wire" if design.stiffened == "wire and tape" else "splint"),
            minutes=10,
            does="finish",
            uses=("steel_wire", "fibre_rod_8", "cloth_tape"),
        )
    return work


BECOMES = (
    ReuseRule(
        forms=("tub", "carton"),
        sizes={"width": "width", "height": "height", "depth": "depth"},
        faces=2,
        heaviest=0.6,
        how=(
            "Cut a slot for the flash, line it with mirror tape, aim the flash at its back and put the sheet over"
            " the opening."
        ),
        fills=("box 1/container",),
    ),
)

build, assemble = built(laid, "small-flash softbox", BECOMES)


def start(brief: Brief) -> FlashBoxParameters:
    """Near the subject, since it is small."""
    base = start_of(brief, width=0.28, height=0.2, wish=0.5)
    return FlashBoxParameters(**base)


def scaled(design: FlashBoxParameters, scale: float) -> FlashBoxParameters:
    """A larger container; two of them when one is not enough."""
    changes = resized(design, scale)
    width, height = min(max(changes["width"], 0.08), 0.6), min(max(changes["height"], 0.06), 0.5)
    depth = min(max(design.depth * scale, 0.04), 0.4)
    return design.model_copy(
        update={
            **changes,
            "width": round(width, 2),
            "height": round(height, 2),
            "depth": round(depth, 2),
            "flash_depth": round(min(max(depth / 3, 0.02), 0.39), 2),
        }
    )


def marks(design: FlashBoxParameters, brief: Brief) -> tuple[Mark, ...]:
    """Distance and height."""
    del brief
    return upright_marks(design)[::2]


def handling(design: FlashBoxParameters) -> Handling:
    """On the camera's bracket or a light stand."""
    return Handling(stands=1, people=1, setup=3, strike=2, uses=100)


def holds(design: FlashBoxParameters, mass: float) -> tuple[Hold, ...]:
    """Each arm."""
    share = mass / design.boxes
    return tuple(
        Hold(id=f"arm-{k + 1}", name=f"arm {k + 1}", place=m, mass=share, carries=design.arm_carries, lamps=1)
        for k, m in enumerate(design.middles)
    )


HEAVIEST = 0.8
"""What is heavier than a small flash tears out of a container's wall. [kg]"""


def refuses(design: FlashBoxParameters, lamp: LampType) -> Refusal | None:
    """Only a small flash goes into a food container, and only a box that is larger than its head."""
    if lamp.kind != "flash" or lamp.modelling_watts or lamp.mass > HEAVIEST:
        why = (
            "its modelling lamp and its housing get too hot"
            if lamp.modelling_watts
            else "it gets too hot"
            if lamp.kind != "flash"
            else "it is too heavy"
        )
        return Refusal(
            field="",
            text=(
                f"A {lamp.name} of {lamp.mass:.1f} kg does not go into a food container: {why}. It takes a hot-shoe"
                " flash."
            ),
        )
    if design.head == "flush in a side wall" and design.depth < HEAD_DEEP + 2 * WALL + 0.01:
        least = format_length(HEAD_DEEP + 2 * WALL + 0.01)
        return Refusal(field="depth", text=f"A head in the side wall takes a box {least} deep at least.")
    for field, head in (("width", lamp.size[0]), ("height", lamp.size[1])):
        if head > getattr(design, field) - 2 * WALL + 1e-9:
            text = (
                f"The flash's head is {format_length(head)} across and does not go into the box;"
                f" {format_length(head + 2 * WALL)} is the least."
            )
            return Refusal(field=field, text=text)
    if design.flash_depth > design.depth + 1e-9:
        return Refusal(
            field="flash_depth", text=f"The flash would be behind the box; {format_length(design.depth)} is the most."
        )
    return None


def rejection_reason(brief: Brief) -> str | None:
    """Needs a flash."""
    if not is_flash(brief):
        return "It is made for a small flash: a lamp that burns on would melt the container."
    refused = refuses(FlashBoxParameters(), brief.lamp.type)
    return refused.text if refused is not None and not refused.field else None


SLOTS = slots_of(FlashBoxParameters)

KIND = Kind(
    id="small_flash_softbox",
    name="small-flash softbox",
    parameters=FlashBoxParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        faces=(SLOTS["lining"],),
        travel=SLOTS["distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    rejection_reason=rejection_reason,
    refuses=refuses,
    figures=figures,
    methods={"enclosed": 3, "facing the back": 1, "lamps": 3, "lined": 1},
    good="pocket size, no stand needed, made in an hour",
    bad="small, so soft only near; eats power, so the flash recycles slowly",
    replaces=("flash a third of the depth behind the sheet",),
    mistakes=("flash set too deep or too shallow", "too heavy for the arm", "recycle time grows with the light lost"),
    cautions=("Never fire a flash close to anyone's eyes.", "Never open a flash."),
    becomes=BECOMES,
    refused_frames={
        "tube": "The arm is bolted through its flat: thin tube gives way under the bolt.",
        "pipe": "The arm is bolted through its flat, and pipe has none.",
        "board": "The container is its frame.",
    },
)
