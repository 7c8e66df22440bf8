"""Kinds whose frame is of bars: which ones is a choice, and how the frame is made follows from it."""

from collections.abc import Mapping
from typing import Any, ClassVar

from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.own import BarRef, BattenRef, bar_of
from wenlo.core.fabrication.frame_shape import Sockets
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import ArgKind
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.units.fields import at_field
from wenlo.core.units.length import format_length


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
