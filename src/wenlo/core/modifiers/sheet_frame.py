"""A sheet on a frame, on feet or held by stands: what is chosen of it, and how its cloth goes on."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, field_validator, model_validator

from wenlo.core.catalog.bars import BarType, bars_of
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.own import BarRef, BounceRef, SheetRef, bar_of, one_of, sheet_material
from wenlo.core.fabrication.frame_shape import TimberJoint
from wenlo.core.fabrication.parts import Step
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.frame_cloths import MOST_CLOTHS, FrameCloth
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.window_boards import not_from_one
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "diffusion-frame",
    {"hang-the-sheet": {"edge": "choice", "hold": "choice", "limit": "celsius"}, "fit-the-board": {"limit": "celsius"}},
)

Vector = NDArray[np.float64]

BOLTED = 0.036, 0.018
"""Least width and thickness of battens that feet are bolted to: two bolts, their washers, wood at the edges. [m]"""

LEAST_LEG, OFF_FLOOR = 0.09, 0.02
"""Room under the frame for two fittings and something to cut. [m]"""


StructureId = Literal["pipe", "tube", "timber", "board"]
"""Of which bars, or what is left of a board when a window is cut out of it."""


class SheetFrame(ModifierParameters):
    """Parameters of a sheet on a frame; sizes are over the outside."""

    width: float = quantity(0.3, 4.0, unit="m", label="frame width", default=1.2)
    height: float = quantity(0.3, 3.5, unit="m", label="frame height", default=1.2)
    top_height: float = quantity(0.4, 4.0, unit="m", label="standing height", default=1.95)
    sheet_distance: float = quantity(0.15, 10.0, unit="m", label="distance from sheet to subject", default=1.0)
    lamp_distance: float = quantity(0.05, 10.0, unit="m", label="distance from lamp to sheet", default=0.9)
    lamp_height: float | None = quantity(0.1, 6.0, unit="m", label="lamp height", default=None)
    key_angle: float = quantity(-90.0, 90.0, unit="degree", label="key angle from the camera", default=45.0)
    sheet: SheetRef = "cotton_bed_linen_white"
    layers: int = quantity(1, 3, unit="count", label="number of layers", default=1)
    layer_gap: float = quantity(0.0, 0.6, unit="m", label="gap between layers", default=0.0)
    structure: StructureId = "pipe"
    material: BarRef = "pvc_one_inch"
    glued: bool = False
    timber_joint: TimberJoint = "butt"
    saw: str = "fine_hand_saw"
    foot_length: float = quantity(0.2, 2.0, unit="m", label="foot length", default=0.7)
    carried: Literal["on feet", "held by stands", "on a pipe stand"] = "on feet"
    stand_bar: BarRef = "pvc_three_quarter_inch"
    braced: bool = True
    brace: float = quantity(0.1, 1.5, unit="m", label="brace from post to foot, up and back", default=0.3)
    other_top: float = quantity(0.0, 4.0, unit="m", label="standing height with other posts (0: none)", default=0.0)
    sand_in_feet: bool = False
    board: BounceRef = "white_insulation_board_whole"
    border: float = quantity(0.02, 0.3, unit="m", label="border round the window", default=0.06)
    cloths: list[FrameCloth] = Field(default_factory=list, max_length=MOST_CLOTHS)
    worn: int = quantity(0, MOST_CLOTHS, unit="count", label="cloth that is on (0 is the sheet)", default=0)
    riveted: bool = False
    bag: bool = False

    @field_validator("saw")
    @classmethod
    def _known_saw(cls, value: str) -> str:
        return one_of(value, stock()["saws"], "saw")

    @model_validator(mode="after")
    def _fits_together(self) -> "SheetFrame":
        if self.structure != "board" and self.bar.group != self.structure:
            ids = ", ".join(bar.id for bar in bars_of(self.structure))
            raise at_field("material", f"{self.bar.name} makes no frame of {self.structure}; choose one of {ids}.")
        if (
            not self.held
            and self.structure == "timber"
            and (self.bar.width < BOLTED[0] or self.bar.thickness < BOLTED[1])
        ):
            raise at_field(
                "material",
                f"{self.bar.name} is too thin for feet: two bolts of 6 mm go through each, side by side, and take"
                f" {BOLTED[0] * 1000:.0f} mm of width and {BOLTED[1] * 1000:.0f} mm of thickness.",
            )
        if self.found is not None and not (self.held and self.structure == "timber"):
            raise at_field("carried", f"{self.found.name} has no feet: stands hold it. Or make the frame new.")
        if self.structure == "board":
            names = ("width", "height")
            for name, why in not_from_one(self.width, self.height, self.border, self.board, names=names):
                raise at_field(name or "board", why)
        if self.held and self.layers > 1 and sheet_material(self.sheet).form == "board":
            raise at_field(
                "layers", "Boards lie one on another on a frame with feet alone; choose one layer, or a cloth."
            )
        self._cloths_fit()
        if self.on_stand:
            self._stand_fits()
        if self.held and self.apart:
            raise at_field("layer_gap", "Layers that hang apart have frames on feet; let them touch, or choose feet.")
        if self.top_height < self.height + self.leg:
            raise at_field(
                "top_height",
                f"Standing height must be at least {format_length(self.height + self.leg)}: the frame is "
                f"{format_length(self.height)} high and {self._under}.",
            )
        if self.layers > 1 and 0.0 < self.layer_gap < 0.05:
            message = "Gap between layers must be 0 (touching) or at least 50 mm (frames of their own)."
            raise at_field("layer_gap", message)
        return self

    def _stand_fits(self) -> None:
        if self.structure != "pipe":
            raise at_field("carried", "A pipe stand carries a frame of pipe; choose that first.")
        stand, row = bar_of(self.stand_bar), sheet_material(self.sheet)
        if stand.pipe is None or stand.width < self.bar.width - 1e-9:
            raise at_field("stand_bar", f"The stand is of pipe at least as wide as the frame's {self.bar.name}.")
        if row.form == "board":
            raise at_field("sheet", "A board is clamped to a frame that stands hold; a pipe stand carries cloth.")
        if self.apart:
            raise at_field("layer_gap", "A pipe stand carries one frame; let the layers touch, or choose feet.")

    def _cloths_fit(self) -> None:
        if self.worn > len(self.cloths):
            raise at_field(
                "worn", f"There are {len(self.cloths)} further cloths: choose one of them, or 0 for the sheet."
            )
        barred = self.held and self.structure != "board"
        if self.cloths and not barred:
            raise at_field("cloths", "Cloths are changed on a frame of bars that stands hold; choose that first.")
        if self.riveted and not (barred and self.structure == "tube"):
            raise at_field("riveted", "Rivets go through square tube; choose a tube frame that stands hold.")
        low = self.top_height - 2 * self.height
        if self.on is not None and self.on.floppy and low < OFF_FLOOR:
            need = format_length(2 * self.height + OFF_FLOOR)
            raise at_field("top_height", f"The floppy hangs to the floor: its frame stands {need} high or more.")

    @property
    def on(self) -> FrameCloth | None:
        """The further cloth that is on; None where it is the sheet."""
        return self.cloths[self.worn - 1] if self.worn else None

    @property
    def held(self) -> bool:
        """Whether stands hold it: it has no feet of its own."""
        return self.carried == "held by stands" or self.structure == "board"

    @property
    def on_stand(self) -> bool:
        """Whether a stand of wider pipe carries it."""
        return self.carried == "on a pipe stand" and self.structure != "board"

    @property
    def _under(self) -> str:
        need = f"{self.leg * 1000:.0f} mm"
        return f"{need} of air are needed under it" if self.held else f"its legs need {need}"

    @property
    def leg(self) -> float:
        """Least that is under it: legs and feet, or air. [m]"""
        return OFF_FLOOR if self.held else LEAST_LEG

    @property
    def bar(self) -> BarType:
        """What its bars are."""
        return bar_of(self.material)

    @property
    def centre_height(self) -> float:
        """Height of the middle of the sheet above the floor. [m]"""
        return self.top_height - self.height / 2

    @property
    def lamp_stands_at(self) -> float:
        """Height of the lamp; the middle of the sheet unless set. [m]"""
        return self.centre_height if self.lamp_height is None else self.lamp_height

    @property
    def apart(self) -> bool:
        """Whether the layers hang on frames of their own."""
        return self.layers > 1 and self.layer_gap > 0.0

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet next to the subject, shape (3,). [m]"""
        place: Vector = self.direction * self.sheet_distance + np.array([0.0, 0.0, self.centre_height])
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the frame. [m]"""
        return self.width, self.height

    @property
    def highest(self) -> float:
        """Top of the frame. [m]"""
        return self.top_height

    @property
    def lamp_aim(self) -> Vector:
        """Middle of the sheet next to the lamp, shape (3,). [m]"""
        behind = self.layer_gap * (self.layers - 1) if self.apart else 0.0
        aim: Vector = self.source_centre + self.direction * behind
        return aim

    @property
    def lamp_position(self) -> Vector:
        """Where the lamp stands, shape (3,). [m]"""
        level = self.direction * (self.sheet_distance + self.lamp_distance)
        place: Vector = level + np.array([0.0, 0.0, self.lamp_stands_at])
        return place


def cloth_steps(design: SheetFrame) -> tuple[Step, ...]:
    """How the sheet goes on its frame."""
    material = sheet_material(design.sheet)
    limit = material.keep_below_celsius
    if material.form == "board":
        return (
            Step(
                id="fit-the-board", says=SAYS("fit-the-board", limit=limit), minutes=20, does="cover", uses=("boards",)
            ),
        )
    return (
        Step(
            id="hang-the-sheet",
            says=SAYS(
                "hang-the-sheet",
                edge=material.joined,
                hold="stapled" if design.structure == "timber" else "taped",
                limit=limit,
            ),
            minutes=30,
            does="cover",
            uses=("cloth", "hook_and_loop", "staples", "cloth_tie"),
        ),
    )
