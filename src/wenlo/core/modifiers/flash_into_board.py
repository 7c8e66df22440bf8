"""A small flash turned away from the subject into a board beside them."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import BounceRef
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import Reason
from wenlo.core.fabrication.assembly.space import Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import alone, begin, faced, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import OfBattens
from wenlo.core.modifiers.placing import UP, black, facing, is_flash, key_lamp, panel
from wenlo.core.modifiers.reflecting_card import card_panels
from wenlo.core.modifiers.slots import Capabilities, Height, slots_of
from wenlo.core.modifiers.upright import Upright, resized, start_of, upright_marks
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import format_length

SAYS = Phrases("flash-into-board", {"put-it-together": {"size": "size"}, "look-from-the-subject-s-place": {}})

Vector = NDArray[np.float64]


class FlashBoardParameters(Upright, OfBattens):
    """Parameters of the board and of the arm that holds the flash before it."""

    kind: Literal["flash_into_board"] = "flash_into_board"
    width: float = quantity(0.1, 4.0, unit="m", label="width", default=0.7)
    face: BounceRef = "white_foam_board"
    arm: float = quantity(0.15, 1.5, unit="m", label="flash before the board", default=0.5)
    flagged: bool = True

    @property
    def lamp_position(self) -> Vector:
        """Before the lower edge of the board, shape (3,). [m]"""
        place: Vector = self.source_centre - self.direction * self.arm - UP * 0.35 * self.height
        return place

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the board, shape (3,). [m]"""
        return self.source_centre


def arrange(design: FlashBoardParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The board, the flash, and the small card that keeps the flash off the subject."""
    del transmittance
    surfaces = card_panels(
        "sheet",
        design.face,
        centre=design.source_centre,
        direction=design.direction,
        size=(design.width, design.height),
        tilt=0.0,
    )
    if design.flagged:
        across, upward = facing(design.direction, 0.0)
        centre = design.lamp_position - design.direction * 0.05
        surfaces.append(
            panel(
                "flash flag", centre=centre, across=across * 0.2, upward=upward * 0.2, surface=black("black_foam_board")
            )
        )
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    return Arrangement(surfaces=tuple(surfaces), lamps=(lamp,))


UNDER, BEHIND, CLEAR = 0.03, 0.15, 0.008
"""The middle of the arm lies so far under the board, and clear of it; it goes so far behind it to its clamp. [m]"""


def _arm(work: LaidParts, design: FlashBoardParameters) -> None:
    # level under the board, from the stand behind it to the flash before it
    arm = work.layout("arm")
    z = design.centre_height - design.height / 2 - max(UNDER, arm.batten.width / 2 + CLEAR)
    short = arm.batten.width / 2 - z
    if short > 0.0:
        message = (
            f"The arm has no room under the board: {format_length(design.centre_height + short)} is the least height of"
            " its middle."
        )
        raise Impossible(message, fields=[FieldError(path="design.centre_height", message=message)])
    arm.bar(
        "arm",
        "arm",
        (0.0, -design.arm, z),
        (0.0, BEHIND, z),
        Z,
        Reason(text="flash to board and 150 mm behind it to the clamp", blame="arm"),
    )


def laid(design: FlashBoardParameters, brief: Brief) -> LaidParts:
    """A board, an arm and a card."""
    work = begin(design, brief)
    made = panels_of(arrange(design, brief))
    faced(work, [made["sheet"]], design.face, id="board", name="board", note="cut square")
    _arm(work, design)
    if design.flagged:
        alone(work, made["flash flag"], "black_foam_board", id="flag", note="flag behind the flash")
    work.fit("spring_clamp", 3)
    work.step(
        SAYS("put-it-together", size=(design.width, design.height)),
        minutes=15,
        does="mount",
        uses=("board, cut square", "wrapped over", "arm", "spring_clamp"),
    )
    work.step(SAYS("look-from-the-subject-s-place"), minutes=5, does="set", uses=("flag behind",))
    return work


BECOMES = (
    ReuseRule(
        forms=("canvas", "board"),
        sizes={"width": "width", "height": "height"},
        wall="face",
        faces=1,
        heaviest=4.0,
        how="Stand it beside the subject and aim the flash at its middle, away from the subject.",
        fills=("board/*",),
    ),
)

build, assemble = built(laid, "flash into a board", BECOMES)


def start(brief: Brief) -> FlashBoardParameters:
    """A board beside the subject."""
    return FlashBoardParameters(**start_of(brief, width=0.7, height=1.0, wish=0.9, angle=55.0))


def scaled(design: FlashBoardParameters, scale: float) -> FlashBoardParameters:
    """Board and arm together."""
    changes = resized(design, scale)
    return design.model_copy(update={**changes, "arm": round(min(max(design.arm * scale, 0.15), 1.5), 2)})


def marks(design: FlashBoardParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and the arm."""
    del brief
    foot = design.direction * design.distance
    lamp = design.lamp_position * np.array([1.0, 1.0, 0.0])
    return (*upright_marks(design), Mark(path="design.arm", label="Flash before the board", start=lamp, end=foot))


def handling(design: FlashBoardParameters) -> Handling:
    """One stand for both."""
    return Handling(stands=1, people=1, setup=6, strike=3, uses=30)


def holds(design: FlashBoardParameters, mass: float) -> tuple[Hold, ...]:
    """The board's middle."""
    return (Hold(id="clamp", name="clamp behind the board", place=design.source_centre, mass=mass),)


def rejection_reason(brief: Brief) -> str | None:
    """Needs a flash."""
    return None if is_flash(brief) else "It is made for a small flash; with a lamp that burns on it is a bounce card."


SLOTS = slots_of(FlashBoardParameters)

KIND = Kind(
    id="flash_into_board",
    name="flash into a board",
    parameters=FlashBoardParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        faces=(SLOTS["face"],),
        travel=SLOTS["distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    rejection_reason=rejection_reason,
    methods={"bounce": 2},
    good="quick, light, one stand; works anywhere without mains",
    bad="loses two stops and more; spill onto background and lens",
    replaces=("flash half a board's width before the board",),
    mistakes=("spill onto background and lens", "zoom left at tele: a hot spot on the board"),
    cautions=("Never fire a flash close to anyone's eyes.",),
    becomes=BECOMES,
    refused_frames={
        "tube": "The arm bends at its clamp: a batten on edge is stiffer than tube of its weight.",
        "pipe": "A round arm turns in its clamp under the flash.",
        "board": "A window would let through what is to come back.",
    },
)
