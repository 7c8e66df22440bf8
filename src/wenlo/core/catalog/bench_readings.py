"""What is written down at the Bench: how a thing was set up, and what was read."""

from typing import Annotated, Literal

from pydantic import Field, TypeAdapter, ValidationError, model_validator

from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.units.fields import DocumentPart, at_field, field_errors, quantity

MOST_ROWS = 40


class SheetReading(DocumentPart):
    """A reading with so many layers before the meter: flat on it, or through a hole in a black card, so far off its
    axis.
    """

    layers: int = quantity(0, 2, unit="count", label="layers", default=1)
    through: Literal["on the meter", "hole"] = "on the meter"
    angle: float = quantity(0.0, 80.0, unit="degree", label="angle off the axis", default=0.0)
    lux: float = quantity(1e-3, 1e7, unit="lx", label="reading", default=100.0)


class SheetBench(DocumentPart):
    """A sheet between a small lamp and a meter. The hole is in a black card that lies on the sheet."""

    of: Literal["sheet"] = "sheet"
    lamp_to_sheet: float = quantity(0.2, 5.0, unit="m", label="lamp to sheet", default=1.0)
    sheet_to_meter: float = quantity(0.1, 3.0, unit="m", label="hole to meter", default=0.3)
    hole: float = quantity(0.01, 0.3, unit="m", label="width of the hole", default=0.08)
    readings: list[SheetReading] = Field(default_factory=list, max_length=MOST_ROWS)


class FaceReading(DocumentPart):
    """A face under the lamp, told by a meter or by a photograph that also shows a card of known reflectance.

    By meter: ``there`` is the light that falls on the face, ``back`` what comes back to a meter turned round. By
        photograph: stops of the face over the card, and how warm and green it is against it.
    """

    by: Literal["meter", "photograph"] = "meter"
    there: float = quantity(1e-3, 1e7, unit="lx", label="light on the face", default=1000.0)
    back: float = quantity(1e-3, 1e7, unit="lx", label="light coming back", default=500.0)
    stops: float = quantity(-10.0, 4.0, unit="stop", label="stops over the card", default=0.0)
    warm: float = quantity(-4.0, 4.0, unit="stop", label="red over blue against the card", default=0.0)
    green: float = quantity(-4.0, 4.0, unit="stop", label="green against the card", default=0.0)
    error: float = quantity(0.0, 2.0, unit="stop", label="± of the photograph", default=0.1)


class FaceBench(DocumentPart):
    """A face that bounces light, or a black; ``behind`` is what a meter reads behind it, for blacks that leak."""

    of: Literal["face", "black"] = "face"
    width: float = quantity(0.05, 5.0, unit="m", label="width of the face", default=1.0)
    height: float = quantity(0.05, 5.0, unit="m", label="height of the face", default=0.7)
    distance: float = quantity(0.03, 2.0, unit="m", label="meter to the face", default=0.2)
    card: float = quantity(0.02, 0.99, unit="share", label="reflectance of the card", default=0.18)
    before: float | None = quantity(1e-3, 1e7, unit="lx", label="light before it", default=None)
    behind: float | None = quantity(1e-4, 1e7, unit="lx", label="light behind it", default=None)
    readings: list[FaceReading] = Field(default_factory=list, max_length=MOST_ROWS)


class BeamReading(DocumentPart):
    """A reading at an angle off the lamp's axis, always from the same distance."""

    angle: float = quantity(0.0, 180.0, unit="degree", label="angle off the axis", default=0.0)
    lux: float = quantity(0.0, 1e7, unit="lx", label="reading", default=100.0)


class DialReading(DocumentPart):
    """A reading at a mark of the dial, always at the same place."""

    mark: float = quantity(1 / 1024, 1.0, unit="share", label="mark on the dial", default=1.0)
    lux: float = quantity(1e-3, 1e7, unit="lx", label="reading", default=100.0)


class LampBench(DocumentPart):
    """A bare lamp: its beam at full power, its dial, and the colour of a neutral card by a camera held to one white
    balance.
    """

    of: Literal["lamp"] = "lamp"
    distance: float = quantity(0.2, 20.0, unit="m", label="lamp to meter", default=2.0)
    beam: list[BeamReading] = Field(default_factory=list, max_length=MOST_ROWS)
    dial: list[DialReading] = Field(default_factory=list, max_length=MOST_ROWS)
    balance: float | None = quantity(1500.0, 15000.0, unit="K", label="white balance of the camera", default=None)
    warm: float = quantity(-4.0, 4.0, unit="stop", label="red over blue of the card", default=0.0)
    green: float = quantity(-4.0, 4.0, unit="stop", label="green of the card", default=0.0)


class LensReading(DocumentPart):
    """A sharp image: how far the thing is from the lens (None: a far window), how far its image."""

    thing: float | None = quantity(0.02, 100.0, unit="m", label="thing to lens", default=None)
    image: float = quantity(0.005, 20.0, unit="m", label="lens to image", default=0.2)


class LensBench(DocumentPart):
    """A found lens and the images that it gave."""

    of: Literal["lens"] = "lens"
    width: float = quantity(0.005, 1.0, unit="m", label="width of the lens", default=0.08)
    readings: list[LensReading] = Field(default_factory=list, max_length=MOST_ROWS)


class BendReading(DocumentPart):
    """The sheet was bent round something of a radius: whether a crease stayed."""

    radius: float = quantity(0.001, 3.0, unit="m", label="radius it was bent to", default=0.1)
    creased: bool = False


class GroundBench(DocumentPart):
    """A sheet to stand things on: what bending does to it, how far it hangs down over an edge, and its creases under
    raking light.
    """

    of: Literal["ground sheet"] = "ground sheet"
    bends: list[BendReading] = Field(default_factory=list, max_length=MOST_ROWS)
    overhang: float | None = quantity(0.02, 3.0, unit="m", label="length over the edge", default=None)
    droop: float | None = quantity(0.0, 3.0, unit="m", label="droop of its end", default=None)
    relief: float | None = quantity(
        0.0, 8.0, unit="stop", label="stops from lit to dark side of a crease", default=None
    )
    raking: float = quantity(1.0, 89.0, unit="degree", label="height of the light over the sheet", default=20.0)

    @model_validator(mode="after")
    def _hangs(self) -> "GroundBench":
        if (self.overhang is None) != (self.droop is None):
            raise at_field("droop", "Give both the length over the edge and how far its end droops, or neither.")
        if self.overhang is not None and self.droop is not None and self.droop >= self.overhang:
            raise at_field("droop", "The end cannot droop by as much as the length that hangs over.")
        return self


class OutlineBench(DocumentPart):
    """The outline of a found thing, traced in a photograph: points from its lower left corner on, and the 95 %
    half-width of its sides. [m]
    """

    of: Literal["outline"] = "outline"
    points: list[Annotated[tuple[float, float], Field(strict=False)]] = Field(min_length=3, max_length=400)
    error: float = quantity(0.0, 0.5, unit="m", label="± of its sides", default=0.002)

    @model_validator(mode="after")
    def _small(self) -> "OutlineBench":
        if any(abs(x) > 5.0 or abs(y) > 5.0 for x, y in self.points):
            raise at_field("points", "An outline is up to 5 m long.")
        return self


Bench = Annotated[
    SheetBench | FaceBench | LampBench | LensBench | GroundBench | OutlineBench, Field(discriminator="of")
]

_ADAPTER: TypeAdapter[Bench] = TypeAdapter(Bench)
MODELS: dict[str, type[DocumentPart]] = {
    "sheet": SheetBench,
    "face": FaceBench,
    "black": FaceBench,
    "lamp": LampBench,
    "lens": LensBench,
    "ground sheet": GroundBench,
    "outline": OutlineBench,
}


def read_bench(data: object) -> Bench:
    """Validate what was written down.

    Raises
    ------
    InvalidInput
        With the dotted path of each field that is wrong.
    """
    try:
        return _ADAPTER.validate_python(data)
    except ValidationError as error:
        of = data.get("of") if isinstance(data, dict) else None
        model = MODELS.get(of if isinstance(of, str) else "")
        if model is None:
            message = f"The Bench measures one of {', '.join(MODELS)}."
            raise InvalidInput(message, fields=[FieldError(path="of", message=message)]) from None
        rows = [{**row, "loc": row["loc"][1:]} for row in error.errors(include_url=False)]
        fields = [FieldError(path=f.path, message=f.message) for f in field_errors(model, rows)]
        raise InvalidInput(fields[0].message, fields=fields) from None
