"""Who builds it, with what, and for what money: saw, fittings as measured, currency and prices of one's own."""

from typing import Annotated, Literal

from pydantic import Field

from wenlo.core.units.fields import CURRENCY, DocumentPart, ShortText, quantity

Cutting = Literal["by hand", "powered", "sent out"]

CuttingStep = Literal["1 mm", "1/16 in", "exact"]
"""What a tape and a pencil can do: cuts are told in whole steps of it."""

STEPS: dict[CuttingStep, float | None] = {"1 mm": 0.001, "1/16 in": 0.0254 / 16, "exact": None}
"""Lengths of those steps; None tells every cut as it was worked out. [m]"""

Currency = Annotated[str, Field(pattern=CURRENCY)]
"""ISO 4217 code."""

Price = Annotated[float, Field(ge=0.0, le=1e6)]

MOST_PRICES = 200


class Workshop(DocumentPart):
    """Tools, measured fittings and money; None where the typical value serves.

    Corners and joiners of tube are pushed in, or hold with ``springs`` whose buttons snap into holes in the tube. Cloth
    is sewn at home where ``sewing`` has no price. Who builds reaches so high from the floor, and so many help.
    ``prices`` are one's own, by the id of what is bought: for a bar, a board, a piece or pack, or a metre, in
    board, a piece or pack, or a metre, in ``currency``; ``rate`` is what a euro is worth in it.
    """

    cutting: Cutting = "by hand"
    cutting_step: CuttingStep = "1 mm"
    kerf: float | None = quantity(0.0, 0.006, unit="m", label="width of the saw's cut, measured", default=None)
    socket: float | None = quantity(0.005, 0.08, unit="m", label="socket depth, measured", default=None)
    take_off: float | None = quantity(0.002, 0.08, unit="m", label="take-off of a fitting, measured", default=None)
    cube: float | None = quantity(0.005, 0.1, unit="m", label="side of a tube corner, measured", default=None)
    spigot: float | None = quantity(0.005, 0.15, unit="m", label="how far a corner goes into the tube", default=None)
    collar: float | None = quantity(0.0, 0.05, unit="m", label="collar of a straight joiner, measured", default=None)
    springs: bool = False
    button: float = quantity(0.003, 0.015, unit="m", label="hole for a spring button", default=0.0065)
    insertion: float = quantity(0.2, 1.0, unit="share", label="how far a dry pipe goes into its socket", default=0.5)
    sewing: float | None = quantity(0.0, 1e4, unit="number", label="sewing sent out, a piece", default=None)
    reach: float = quantity(1.2, 3.0, unit="m", label="how high you reach from the floor", default=2.1)
    helpers: int = quantity(0, 9, unit="count", label="how many help", default=1)
    supplier: bool = False
    currency: Currency = "EUR"
    rate: float = quantity(1e-4, 1e5, unit="number", label="what a euro is worth in the currency", default=1.0)
    ready_made: float | None = quantity(0.0, 1e6, unit="number", label="price of a ready-made one", default=None)
    prices: dict[ShortText, Price] = Field(default_factory=dict, max_length=MOST_PRICES)
