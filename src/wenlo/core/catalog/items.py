"""What is told of a thing on the Shelf: one typed set of values a category, with units, limits and trade names."""

from collections.abc import Mapping
from itertools import pairwise
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, Field, ValidationError, model_validator

from wenlo.core.catalog.bench_readings import read_bench
from wenlo.core.catalog.data_files import GoodSide, Joined, rendering_classes
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.photometry.distribution import Distribution
from wenlo.core.units.fields import DocumentPart, ShortText, Text, at_field, field_errors, quantity

Category = Literal["lamp", "sheet", "face", "black", "backdrop", "board", "bar", "hardware", "support", "tool", "found"]

MOST_PLANES, MOST_ANGLES = 25, 91


def _price(of: str) -> Any:
    return quantity(0.0, 100000.0, unit="EUR", label=f"price {of}", default=0.0)


def _share(label: str, default: float | None, high: float = 1.0, low: float = 0.0) -> Any:
    return quantity(low, high, unit="share", label=label, default=default)


def _on_hand(label: str) -> Any:
    return quantity(0.0, 10000.0, unit="m", label=label, default=None)


def _limit(default: float | None) -> Any:
    return quantity(20.0, 600.0, unit="celsius", label="keep below", default=default)


def _areal(default: float) -> Any:
    return quantity(0.0, 60.0, unit="kg/m2", label="weight of a square metre", default=default)


class MeasuredBeam(DocumentPart):
    """A measured distribution: C planes [degree], γ angles [degree], candelas row by row; only its shape is used."""

    planes: list[float] = Field(min_length=2, max_length=MOST_PLANES)
    angles: list[float] = Field(min_length=2, max_length=MOST_ANGLES)
    intensity: list[list[float]] = Field(min_length=2, max_length=MOST_PLANES)

    @model_validator(mode="after")
    def _whole(self) -> "MeasuredBeam":
        rising = all(a < b for row in (self.planes, self.angles) for a, b in pairwise(row))
        shaped = len(self.intensity) == len(self.planes) and all(len(r) == len(self.angles) for r in self.intensity)
        if not (rising and shaped) or min(min(r) for r in self.intensity) < 0.0:
            raise at_field(
                "intensity", "The measured beam must have rising angles and a row of candelas for each plane."
            )
        if self.planes[0] != 0.0 or self.planes[-1] != 360.0 or self.angles[0] < 0.0 or self.angles[-1] > 180.0:
            raise at_field(
                "planes", "The measured beam must go once round from 0° to 360°, and from 0° to at most 180°."
            )
        if self.distribution().lumens <= 0.0:
            raise at_field("intensity", "The measured beam gives no light.")
        return self

    def distribution(self) -> Distribution:
        """The table in radians, with the size of the opening left to the lamp."""
        return Distribution(
            planes=np.radians(self.planes), angles=np.radians(self.angles), intensity=np.array(self.intensity)
        )


class DialCurve(DocumentPart):
    """A dial that is not true: marks and the shares of the light that they give, both rising to 1."""

    marks: list[float] = Field(min_length=2, max_length=40)
    shares: list[float] = Field(min_length=2, max_length=40)

    @model_validator(mode="after")
    def _rising(self) -> "DialCurve":
        rising = all(a < b for a, b in pairwise(self.marks)) and all(a <= b for a, b in pairwise(self.shares))
        within = min(self.marks) > 0.0 and min(self.shares) >= 0.0 and self.marks[-1] <= 1.0 and self.shares[-1] <= 1.0
        if not rising or not within or len(self.marks) != len(self.shares):
            raise at_field(
                "marks", "A dial has rising marks from 0 to 1, and for each the share of the light that it gives."
            )
        return self


class LampValues(DocumentPart):
    """A lamp."""

    kind: Literal["continuous", "flash"] = "continuous"
    shape: Literal["disc", "rectangle", "sphere"] = "disc"
    width: float = quantity(0.001, 3.0, unit="m", label="width of the shining face", default=0.1)
    height: float = quantity(0.001, 3.0, unit="m", label="height of the shining face", default=0.1)
    inner: float = _share("hole of a ring, share of the width", 0.0, 0.95)
    amount: float = quantity(
        1.0, 500000.0, unit="lm", label="light at full power (lm, or lm·s of a flash)", default=2000.0
    )
    beam: float = quantity(4.0, 360.0, unit="degree", label="beam, full angle at half of the peak", default=110.0)
    colour_temperature: float = quantity(1500.0, 15000.0, unit="K", label="colour temperature", default=5600.0)
    rendering: str = "good"
    lowest_power: float = quantity(1 / 1024, 1.0, unit="share", label="lowest power", default=0.1)
    steps: ShortText = "dimmer"
    electrical_watts: float | None = quantity(0.0, 20000.0, unit="W", label="electrical power", default=None)
    flicker: float = _share("flicker, half of the swing over the mean", 0.0)
    duration: float | None = quantity(1e-5, 0.1, unit="s", label="duration t0.1 of a flash", default=None)
    quenched: bool = False
    zoom_short: float | None = quantity(0.01, 0.3, unit="m", label="shortest zoom", default=None)
    zoom_long: float | None = quantity(0.01, 0.3, unit="m", label="longest zoom", default=None)
    mass: float = quantity(0.0, 200.0, unit="kg", label="weight", default=1.0)
    mount: ShortText = "stud 16 mm"
    carries: float = quantity(0.0, 100.0, unit="kg", label="what may hang on its front", default=1.0)
    vents: float | None = quantity(0.0, 1.0, unit="m", label="from the front's rim to the vents", default=None)
    rim: float = quantity(0.0, 0.2, unit="m", label="rim of the front beside the shining face", default=0.0)
    threads: int = quantity(0, 12, unit="count", label="threaded holes in the sides of the front", default=0)
    thread: float = quantity(0.002, 0.012, unit="m", label="thread of those holes, diameter", default=0.004)
    thread_depth: float = quantity(0.001, 0.05, unit="m", label="depth of those holes", default=0.008)
    price: float = _price("of one")
    power_factor: float | None = quantity(0.3, 1.0, unit="number", label="power factor, from its label", default=None)
    supply_mass: float = quantity(0.0, 50.0, unit="kg", label="weight of its separate power supply", default=0.0)
    modelling_watts: float | None = quantity(0.0, 2000.0, unit="W", label="modelling lamp of a flash", default=None)
    recharge_watts: float | None = quantity(
        0.0, 10000.0, unit="W", label="power drawn while a flash charges", default=None
    )
    joules: float | None = quantity(1.0, 5000.0, unit="J", label="energy of a flash at full power", default=None)
    coloured: bool = False
    distribution: MeasuredBeam | None = None
    dial: DialCurve | None = None

    @model_validator(mode="after")
    def _consistent(self) -> "LampValues":
        if self.rendering not in rendering_classes():
            raise at_field("rendering", f"Colour rendering must be one of {', '.join(rendering_classes())}.")
        if (self.zoom_short is None) != (self.zoom_long is None):
            raise at_field("zoom_long", "A zoom head has a shortest and a longest zoom; give both or none.")
        if self.zoom_short is not None and self.zoom_long is not None and self.zoom_short > self.zoom_long:
            raise at_field("zoom_long", "The longest zoom is shorter than the shortest.")
        if self.inner > 0.0 and self.shape != "disc":
            raise at_field("inner", "Only a disc has a hole; choose disc or take the hole away.")
        if self.beam > 340.0 and self.shape != "sphere":
            raise at_field("beam", "Only a sphere shines all round; a face shines over less than 180°.")
        return self


class Sold(DocumentPart):
    """Sold from a roll by the metre, or as boards."""

    form: Literal["cloth", "board"] = "cloth"
    joined: Joined = "sewn"
    grain: bool = False
    good_side: GoodSide = "alike"
    roll_width: float = quantity(0.01, 10.0, unit="m", label="width of the roll or board", default=1.5)
    board_length: float | None = quantity(0.05, 10.0, unit="m", label="length of the board", default=None)
    thickness: float | None = quantity(0.00001, 0.2, unit="m", label="thickness of the sheet or board", default=None)
    on_hand: float | None = _on_hand("length left on the roll")
    mass_per_area: float = _areal(0.15)
    keep_below: float = _limit(90.0)
    price: float = _price("of a metre or a board")

    @model_validator(mode="after")
    def _board(self) -> "Sold":
        if self.form == "board" and self.board_length is None:
            raise at_field("board_length", "A board has a length; give it, or choose cloth.")
        return self


def _both(low: float | None, high: float | None) -> tuple[float, float] | None:
    return None if low is None or high is None else (low, high)


class SheetValues(Sold):
    """A sheet that diffuses, one layer."""

    transmittance: float = _share("light that passes, T", 0.5, low=0.01)
    transmittance_low: float = _share("T at the least", 0.45, low=0.01)
    transmittance_high: float = _share("T at the most", 0.55, low=0.01)
    unscattered: float = _share("part of the light that goes straight through, D", 0.02)
    lobe: float | None = quantity(8.0, 80.0, unit="degree", label="half-width of the lobe", default=None)
    reflectance: float = _share("light that comes back, R", 0.4)
    tint_red: float = _share("tint, red", 1.0, 3.0)
    tint_green: float = _share("tint, green", 1.0, 3.0)
    tint_blue: float = _share("tint, blue", 1.0, 3.0)
    unscattered_low: float | None = quantity(0.0, 1.0, unit="share", label="D at the least", default=None)
    unscattered_high: float | None = quantity(0.0, 1.0, unit="share", label="D at the most", default=None)
    reflectance_low: float | None = quantity(0.0, 1.0, unit="share", label="R at the least", default=None)
    reflectance_high: float | None = quantity(0.0, 1.0, unit="share", label="R at the most", default=None)
    lobe_low: float | None = quantity(4.0, 80.0, unit="degree", label="lobe at the least", default=None)
    lobe_high: float | None = quantity(4.0, 85.0, unit="degree", label="lobe at the most", default=None)

    @property
    def unscattered_range(self) -> tuple[float, float] | None:
        """Spread of D, where it was told. [-]"""
        return _both(self.unscattered_low, self.unscattered_high)

    @property
    def reflectance_range(self) -> tuple[float, float] | None:
        """Spread of R, where it was told. [-]"""
        return _both(self.reflectance_low, self.reflectance_high)

    @property
    def lobe_range(self) -> tuple[float, float] | None:
        """Spread of the lobe's half-width, where it was told. [degree]"""
        return _both(self.lobe_low, self.lobe_high)

    @model_validator(mode="after")
    def _energy(self) -> "SheetValues":
        if self.transmittance + self.reflectance > 1.0 + 1e-9:
            over = f"{(self.transmittance + self.reflectance) * 100:.0f} %"
            raise at_field("reflectance", f"T and R together are {over}; a sheet cannot give back more than it gets.")
        if self.unscattered > self.transmittance:
            raise at_field("unscattered", "What goes straight through is part of T and cannot be more.")
        if not self.transmittance_low <= self.transmittance <= self.transmittance_high:
            raise at_field("transmittance_low", "T must lie between its least and its most.")
        if self.transmittance_high + self.reflectance > 1.25:
            raise at_field("transmittance_high", "T at the most leaves no room for what comes back.")
        if self.tint_red + self.tint_green + self.tint_blue <= 0.0:
            raise at_field("tint_red", "A tint has some colour; 100 % each is neutral.")
        return self

    @model_validator(mode="after")
    def _spreads(self) -> "SheetValues":
        for name, value in (("unscattered", self.unscattered), ("reflectance", self.reflectance), ("lobe", self.lobe)):
            low, high = getattr(self, f"{name}_low"), getattr(self, f"{name}_high")
            if value is not None and low is not None and low > value + 1e-9:
                raise at_field(f"{name}_low", "The least is more than the value itself.")
            if value is not None and high is not None and high < value - 1e-9:
                raise at_field(f"{name}_high", "The most is less than the value itself.")
        return self


class FaceValues(Sold):
    """A face that bounces light."""

    red: float = _share("reflected red", 0.8, 0.99)
    green: float = _share("reflected green", 0.8, 0.99)
    blue: float = _share("reflected blue", 0.8, 0.99)
    roughness: float | None = quantity(0.005, 1.0, unit="number", label="roughness of a shiny face", default=None)
    creases: float = _share("area that goes into its creases", 0.0, 0.6)


class BlackValues(Sold):
    """A black."""

    reflectance: float = _share("light that comes back", 0.04, 0.5)
    leak: float = _share("light that leaks through", 0.0, 0.5)
    glossy: bool = False


class BackdropValues(DocumentPart):
    """A backdrop, or the paint of a wall."""

    red: float = _share("reflected red", 0.2, 0.95)
    green: float = _share("reflected green", 0.2, 0.95)
    blue: float = _share("reflected blue", 0.2, 0.95)
    side: Literal["matt", "shiny"] = "matt"
    width: float | None = quantity(0.05, 20.0, unit="m", label="width", default=None)
    length: float | None = quantity(0.05, 50.0, unit="m", label="length", default=None)
    least_radius: float | None = quantity(0.001, 3.0, unit="m", label="least bend radius", default=None)
    relief_slope: float | None = quantity(0.0, 89.0, unit="degree", label="slope of its creases", default=None)
    price: float = _price("of one")


class BoardValues(DocumentPart):
    """A board to build with."""

    length: float = quantity(0.05, 6.0, unit="m", label="length", default=1.0)
    width: float = quantity(0.05, 3.0, unit="m", label="width", default=0.7)
    thickness: float = quantity(0.0005, 0.2, unit="m", label="thickness", default=0.005)
    mass_per_area: float = _areal(0.55)
    keep_below: float = _limit(65.0)
    price: float = _price("of one")


class BarValues(DocumentPart):
    """Pipe, tube, timber or rod."""

    section: Literal["pipe", "square tube", "timber", "rod"] = "timber"
    length: float = quantity(0.05, 8.0, unit="m", label="length of one", default=2.4)
    width: float = quantity(0.002, 0.3, unit="m", label="width or diameter", default=0.044)
    thickness: float = quantity(0.002, 0.3, unit="m", label="thickness", default=0.018)
    wall: float | None = quantity(0.0003, 0.02, unit="m", label="wall", default=None)
    mass_per_metre: float = quantity(0.0, 60.0, unit="kg/m", label="weight of a metre", default=0.4)
    price: float = _price("of one")


class HardwareValues(DocumentPart):
    """Fittings, screws, tape, cord."""

    sold: Literal["piece", "metre"] = "piece"
    mass: float = quantity(0.0, 50.0, unit="kg", label="weight of one", default=0.02)
    price: float = _price("of one")


class SupportValues(DocumentPart):
    """Stands, booms, clamps and what else holds something up."""

    kind: Literal["stand", "boom", "clamp", "arm", "trestle", "spreader", "eye"] = "stand"
    lowest: float | None = quantity(0.0, 10.0, unit="m", label="lowest height", default=None)
    highest: float | None = quantity(0.0, 10.0, unit="m", label="highest height", default=None)
    reach: float | None = quantity(0.0, 8.0, unit="m", label="reach or opening", default=None)
    foot_radius: float | None = quantity(0.0, 3.0, unit="m", label="radius of the feet", default=None)
    payload: float = quantity(0.0, 500.0, unit="kg", label="carries", default=5.0)
    folded: float | None = quantity(0.0, 4.0, unit="m", label="folded length", default=None)
    mass: float = quantity(0.0, 200.0, unit="kg", label="weight", default=2.0)
    price: float = _price("of one")

    @model_validator(mode="after")
    def _heights(self) -> "SupportValues":
        if self.lowest is not None and self.highest is not None and self.lowest > self.highest:
            raise at_field("highest", "The highest height is below the lowest.")
        return self


class ToolValues(DocumentPart):
    """Tools."""

    kind: Literal["saw", "knife", "drill", "iron", "sewing", "printer", "measure", "other"] = "other"
    kerf: float | None = quantity(0.0, 0.01, unit="m", label="kerf", default=None)
    bed: float | None = quantity(0.01, 3.0, unit="m", label="bed or longest cut", default=None)
    price: float = _price("of one")


Form = Literal[
    "tub", "tube", "shade", "canvas", "frame", "carton", "curtain", "dish", "board", "table", "lens", "sheet"
]


class FoundValues(DocumentPart):
    """A found object that light may pass, bounce off, or stay inside of."""

    form: Form = "tub"
    inner_width: float | None = quantity(0.005, 5.0, unit="m", label="inner width or diameter", default=None)
    inner_height: float | None = quantity(0.005, 5.0, unit="m", label="inner height", default=None)
    inner_depth: float | None = quantity(0.002, 5.0, unit="m", label="inner depth or length", default=None)
    narrow_end: float | None = quantity(0.005, 5.0, unit="m", label="narrow end of a shade, diameter", default=None)
    outer_width: float = quantity(0.005, 5.0, unit="m", label="outer width or diameter", default=0.3)
    outer_height: float = quantity(0.005, 5.0, unit="m", label="outer height", default=0.3)
    outer_depth: float = quantity(0.0005, 5.0, unit="m", label="outer depth or length", default=0.2)
    flat_faces: int = quantity(0, 6, unit="count", label="flat faces", default=1)
    wall_transmittance: float = _share("light that passes the wall", 0.0, 0.95)
    wall_reflectance: float = _share("light that the wall sends back", 0.5, 0.95)
    tint_red: float = _share("tint, red", 1.0, 3.0)
    tint_green: float = _share("tint, green", 1.0, 3.0)
    tint_blue: float = _share("tint, blue", 1.0, 3.0)
    focal_length: float | None = quantity(0.01, 3.0, unit="m", label="focal length", default=None)
    mass: float = quantity(0.0, 100.0, unit="kg", label="weight", default=0.3)
    keep_below: float | None = _limit(60.0)
    price: float = _price("of one")

    @model_validator(mode="after")
    def _fits(self) -> "FoundValues":
        if self.wall_transmittance + self.wall_reflectance > 1.0 + 1e-9:
            raise at_field(
                "wall_reflectance", "What passes and what comes back are together more than the light there is."
            )
        for side in ("width", "height", "depth"):
            inner = getattr(self, f"inner_{side}")
            if inner is not None and inner > getattr(self, f"outer_{side}") + 1e-9:
                raise at_field(f"inner_{side}", f"The inner {side} is more than the outer.")
        if self.narrow_end is not None and self.narrow_end > (self.inner_width or self.outer_width) + 1e-9:
            raise at_field("narrow_end", "The narrow end is wider than the wide one.")
        if self.form == "lens" and self.focal_length is None:
            raise at_field("focal_length", "A lens has a focal length: the distance at which it images a far window.")
        return self

    def opening(self) -> tuple[float, float, float]:
        """Width, height and depth inside, as far as they are known, else outside. [m]"""
        return (
            self.inner_width or self.outer_width,
            self.inner_height or self.outer_height,
            self.inner_depth or self.outer_depth,
        )


Values = (
    LampValues
    | SheetValues
    | FaceValues
    | BlackValues
    | BackdropValues
    | BoardValues
    | BarValues
    | HardwareValues
    | SupportValues
    | ToolValues
    | FoundValues
)


class CategoryLine(BaseModel):
    """A category: its name, what it is for, and the type of its values."""

    name: str
    about: str
    values: type[DocumentPart]


CATEGORIES: Mapping[Category, CategoryLine] = {
    "lamp": CategoryLine(name="Lamps", about="what shines", values=LampValues),
    "sheet": CategoryLine(name="Sheets", about="what light passes and softens in", values=SheetValues),
    "face": CategoryLine(name="Bounce faces", about="what sends light on", values=FaceValues),
    "black": CategoryLine(name="Blacks", about="what keeps light away", values=BlackValues),
    "backdrop": CategoryLine(name="Backdrops and paints", about="what is behind", values=BackdropValues),
    "board": CategoryLine(name="Boards", about="flat stock to cut", values=BoardValues),
    "bar": CategoryLine(name="Pipe, tube, timber", about="long stock to cut", values=BarValues),
    "hardware": CategoryLine(name="Hardware", about="what joins", values=HardwareValues),
    "support": CategoryLine(name="Supports", about="what holds things up", values=SupportValues),
    "tool": CategoryLine(name="Tools", about="what cuts and joins", values=ToolValues),
    "found": CategoryLine(name="Found objects", about="what may become a modifier", values=FoundValues),
}


class Item(DocumentPart):
    """An item as it is written to the Shelf; ``bench`` is what it was measured from."""

    category: Category
    name: ShortText
    count: float = Field(1.0, ge=0.0, le=100_000.0)
    measured: bool = False
    note: Text = ""
    starter: Annotated[str, Field(max_length=60, pattern=r"^[a-z0-9_]+$")] | None = None
    values: dict[str, Any] = Field(default_factory=dict)
    bench: dict[str, Any] | None = None

    def checked(self) -> "Item":
        """The same with its values validated and written out in full. Raises InvalidInput."""
        values = read_values(self.category, self.values)
        bench = None if self.bench is None else read_bench(self.bench).model_dump(mode="json")
        return self.model_copy(update={"values": values.model_dump(mode="json"), "bench": bench})


def read_values(category: Category, data: Any) -> Any:
    """Validate the values of an item.

    Raises
    ------
    InvalidInput
        With the dotted path ``values.<field>`` of each that is wrong.
    """
    model = CATEGORIES[category].values
    try:
        return model.model_validate(data)
    except ValidationError as error:
        fields = [
            FieldError(path=f"values.{f.path}", message=f.message)
            for f in field_errors(model, error.errors(include_url=False))
        ]
        raise InvalidInput(fields[0].message, fields=fields) from None
