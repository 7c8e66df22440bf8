"""The Bench's answers as plain results, and what keeps them on the Shelf."""

from collections.abc import Mapping
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import Field

from wenlo.core.calibration.bench.found import Show
from wenlo.core.calibration.shots import Area
from wenlo.core.catalog.items import CATEGORIES, Category, Item
from wenlo.core.catalog.own import snapshot
from wenlo.core.errors import NotFound
from wenlo.core.inventory.starter import starter
from wenlo.core.units.fields import ShortText
from wenlo.services.ports import ItemRecord, User
from wenlo.services.results import Result
from wenlo.services.shelf import Shelf

FOR: Mapping[str, Category] = {
    "sheet": "sheet",
    "face": "face",
    "black": "black",
    "lamp": "lamp",
    "lens": "found",
    "outline": "found",
    "ground sheet": "backdrop",
}
"""The category of the Shelf that each thing on the Bench goes to."""


class BenchRequest(Result):
    """What was written down at the Bench; ``generic`` or ``item`` is what the thing is taken for as far as readings say
    nothing.
    """

    bench: dict[str, Any]
    generic: str | None = Field(default=None, max_length=60)
    item: UUID | None = None


class FigureFound(Result):
    """A figure in SI (angles in degrees) with its 95 % range; ``told`` is false where it stays as assumed."""

    key: str
    label: str
    value: float
    low: float
    high: float
    show: Show
    told: bool


class BenchResult(Result):
    """Figures, words, what to measure next, and the values that go to the Shelf."""

    category: Category
    figures: list[FigureFound]
    words: list[str]
    next: str
    values: dict[str, Any]


class KeepRequest(BenchRequest):
    """What was found goes to the Shelf: as a new item of that name, or as the next version of ``item``."""

    name: ShortText = "measured"
    version: int | None = Field(default=None, ge=1)


ShareField = Annotated[float, Field(ge=0.0, le=1.0)]
Metres = Annotated[float, Field(ge=0.0, le=5.0)]
SampleSide = Annotated[float, Field(gt=0.01, le=5.0)]


class TraceRequest(Result):
    """How an outline is traced: a box round the thing; corners of a sheet with its sides, or two ends of a scale with
    its length. [m]
    """

    within: Area
    corners: list[tuple[ShareField, ShareField]] = Field(default_factory=list, max_length=4)
    paper: tuple[SampleSide, SampleSide] = (0.297, 0.21)
    ruler: list[tuple[ShareField, ShareField]] = Field(default_factory=list, max_length=2)
    length: float = Field(default=0.1, gt=0.0, le=10.0)


class TraceResult(Result):
    """An outline in metres and in shares of the picture, with the 95 % half-width of its sides. [m]"""

    points: list[tuple[float, float]]
    seen: list[tuple[float, float]]
    error: float


class OutlineFileRequest(Result):
    """An outline to be drawn at its true size, in metres from its lower left corner; up to 5 m."""

    name: ShortText = "outline"
    points: list[tuple[Metres, Metres]] = Field(min_length=3, max_length=400)
    form: Literal["pdf", "svg", "dxf"] = "pdf"
    paper: Literal["a4", "letter"] = "a4"
    units: Literal["metric", "imperial"] = "metric"


def taken_for(shelf: Shelf, user: User, request: BenchRequest) -> tuple[ItemRecord | None, Any]:
    """The item that is measured anew, and the reference of the sheet that it is taken for. Raises NotFound."""
    category = FOR.get(str(request.bench.get("of")), "sheet")
    if request.item is not None:
        record = shelf.item(user, request.item)
        if record.item.category != category:
            raise NotFound("This item is of another kind than what lies on the Bench.")
        own = snapshot(
            category,
            item=str(record.id),
            version=record.version,
            name=record.item.name,
            measured=record.item.measured,
            values=record.item.values,
        )
        return record, None if own is None else own.model_dump(mode="json")
    if request.generic is not None and (category, request.generic) not in starter():
        raise NotFound("There is no such generic thing.")
    return None, request.generic


def keep(shelf: Shelf, user: User, request: KeepRequest, found: BenchResult) -> ItemRecord:
    """Put what was found on the Shelf. Raises VersionConflict, NotFound, InvalidInput."""
    record, _ = taken_for(shelf, user, request)
    category: Category = found.category
    values = dict(found.values)
    if record is not None:
        changed = {**record.item.values, **values}
        item = record.item.model_copy(update={"values": changed, "measured": True, "bench": request.bench})
        return shelf.save(user, record.id, version=request.version or record.version, item=item)
    known = starter().get((category, request.generic)) if request.generic else None
    base = CATEGORIES[category].values() if known is None and category != "found" else None
    start = known.values.model_dump(mode="json") if known else base.model_dump(mode="json") if base else {}
    note = "Measured at the Bench."
    item = Item(
        category=category,
        name=request.name,
        measured=True,
        note=note,
        starter=request.generic if known else None,
        values={**start, **values},
        bench=request.bench,
    )
    return shelf.add(user, item)
