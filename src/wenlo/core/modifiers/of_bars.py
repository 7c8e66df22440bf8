"""Kinds whose frame is of bars: which ones is a choice, and how the frame is made follows from it."""

from collections.abc import Mapping
from typing import Any, ClassVar, Literal

from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.own import BarRef, BattenRef, bar_of
from wenlo.core.fabrication.fasteners import Batten, pocket_room
from wenlo.core.fabrication.frame_shape import Sockets
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.screws import POCKET
from wenlo.core.facts import ArgKind
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.units.fields import at_field
from wenlo.core.units.length import format_length

CornerJoint = Literal["butt", "pocket_screw", "bracket"]
"""How the end of a batten is held at another: long screws into its end, screws from pockets, or an angle bracket."""


def corner_fits(bar: BarType, corner: CornerJoint, *, crossed: bool) -> str:
    """Why a corner of battens cannot be made so; empty where it can. Where three of them meet, two joints are
    ``crossed`` in one.
    """
    if bar.group != "timber" or corner == "butt":
        return ""
    if crossed and bar.width < CORNERS_CROSS:
        return f"Two corners of this box meet in one batten: so held, it takes {format_length(CORNERS_CROSS)} of width."
    if corner == "bracket":
        return "" if bar.thickness >= BRACKETED else f"A bracket's screws take {format_length(BRACKETED)} of wood."
    room = pocket_room(Batten(width=bar.width, thickness=bar.thickness))
    if bar.width < POCKETED or room < POCKET.length:
        return f"Two pockets side by side, and their screws, take a batten of 18 × {format_length(POCKETED)} at least."
    return ""


POCKETED, BRACKETED, CORNERS_CROSS = 0.034, 0.018, 0.036
"""Width of a batten that has room for two pockets; thickness for the screws of a bracket, and width where two corners
meet. [m]"""


class OfBars(ModifierParameters):
    """The bar that frames and rods of a kind are made of: battens are screwed together, pipe goes into elbows, square
    tube onto cubes.
    """

    bar: BarRef = "softwood_18_44"

    @property
    def bar_type(self) -> BarType:
        """Its section, weight and lengths."""
        return bar_of(self.bar)


class OfBattens(ModifierParameters):
    """The batten that a kind is built of: what is screwed on holds in nothing else."""

    batten: BattenRef = "softwood_18_44"

    LEAST_WIDTH: ClassVar[float] = 0.02
    """What takes the screws of its corners. [m]"""

    @model_validator(mode="after")
    def _takes_its_screws(self) -> "OfBattens":
        if self.bar_type.width < self.LEAST_WIDTH:
            raise at_field(
                "batten",
                f"{self.bar_type.name} is {format_length(self.bar_type.width)} wide. At a corner of this box two pairs"
                f" of screws cross in one batten: it takes {format_length(self.LEAST_WIDTH)} at least.",
            )
        return self

    @property
    def bar_type(self) -> BarType:
        """Its section, weight and lengths."""
        return bar_of(self.batten)


class Cornered(ModifierParameters):
    """How ends of battens are held, for kinds that have frames of them; named after the class that has the bar."""

    corner: CornerJoint = "butt"

    CROSSED: ClassVar[bool] = False
    """Three battens meet at a corner."""

    @model_validator(mode="after")
    def _corners_hold(self) -> "Cornered":
        if why := corner_fits(self.bar_type, self.corner, crossed=self.CROSSED):
            raise at_field("corner", why)
        return self

    @property
    def bar_type(self) -> BarType:
        """Its section, weight and lengths."""
        raise NotImplementedError


TWO_PAIRS = 0.034
"""Two pairs of screws square to each other have room in a batten of this width. [m]"""

FRAMED: dict[str, ArgKind] = {"size": "size", "frame": "choice", "inserted": "length"}
"""What a step tells that makes a frame; see :func:`how_made`."""

JOINERS = (
    "wood_screw",
    "wood_glue",
    "splint_screw",
    "pipe_elbow",
    "pipe_tee",
    "pipe_corner",
    "pipe_coupling",
    "tube_corner",
    "tube_tee",
    "tube_corner_three",
    "tube_joiner",
)
"""What frames of any bar are put together with."""

HOLDERS = ("staples", "hook_and_loop")
"""What holds cloth on them."""


def measured_sockets(brief: Brief) -> Sockets:
    """The fittings of the workshop."""
    shop = brief.workshop
    return Sockets(
        depth=shop.socket,
        take_off=shop.take_off,
        dry_share=shop.insertion,
        cube=shop.cube,
        spigot=shop.spigot,
        collar=shop.collar,
        button=shop.button if shop.springs else None,
    )


def stands_out(bar: BarType) -> float:
    """How far fittings stand out of a frame. [m]"""
    return 0.0 if bar.pipe is None else bar.pipe.fitting_wall


def frame_depth(bar: BarType) -> float:
    """How thick a frame is behind its cloth, with the fittings that stand out there. [m]"""
    return bar.thickness + stands_out(bar)


def how_made(work: LaidParts) -> Mapping[str, Any]:
    """How its frames are made, for the words of a step: of timber, pipe or tube, and how far pipe goes in. [m]"""
    fit = work.shop.sockets
    return {"frame": work.batten.group, "inserted": 0.0 if fit is None else fit.inserted}


def drying(work: LaidParts) -> float:
    """What glue takes. [min]"""
    return 60.0 if work.batten.group == "timber" else 0.0


def as_wide(count: str, timber: BarType) -> str:
    """So many battens as they are wide, in words.

    >>> from wenlo.core.catalog.bars import bar_types
    >>> as_wide("two battens", bar_types()["softwood_18_44"])
    'two battens of 44 mm'
    """
    return f"{count} of {timber.width * 1000:.0f} mm"
