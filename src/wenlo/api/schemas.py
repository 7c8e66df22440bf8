"""Requests and responses of the HTTP interface; what the core and the tables use is separate."""

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from wenlo.core.calibration.shots import ShotValues
from wenlo.core.catalog.items import Category, Item
from wenlo.core.document.merge import Change
from wenlo.core.document.shoot import Shoot
from wenlo.core.units.fields import ShortText
from wenlo.services.edit_ports import TrashKind
from wenlo.services.edits import Outcome
from wenlo.services.ports import ShootRecord
from wenlo.services.results import FactResult

Version = Annotated[int, Field(ge=1, le=2_000_000_000)]


class Request(BaseModel):
    """Base of requests: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid")


class CreateShoot(Request):
    """A new shoot: a document, a job to ``start`` from by its id, or the defaults of the Brief."""

    document: Shoot | None = None
    start: str | None = Field(default=None, max_length=60, pattern=r"^[a-z-]+$")


class StartAnswer(BaseModel):
    """A job to start from."""

    id: str
    title: str
    sentence: str


class SaveShoot(Request):
    """A new revision, based on ``version``."""

    version: Version
    document: Shoot
    label: ShortText = "Changed"


class SaveItem(Request):
    """The next version of an item, based on ``version``."""

    version: Version
    item: Item


class TakeItem(Request):
    """Put a generic thing on one's own Shelf."""

    category: Category
    generic: Annotated[str, Field(max_length=60)]
    count: Annotated[float, Field(ge=0.0, le=100_000.0)] = 1.0


class AtHandRequest(Request):
    """What can be made of the Shelf for a brief; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None


class BecomesRequest(Request):
    """What a found object can become: an ``item`` of one's own, or a ``generic`` one."""

    document: Shoot
    item: UUID | None = None
    generic: Annotated[str, Field(max_length=60)] | None = None


class VersionAnswer(BaseModel):
    """What an item was in one of its versions."""

    model_config = ConfigDict(from_attributes=True)

    number: int
    name: str
    measured: bool
    values: dict[str, Any]
    bench: dict[str, Any] | None
    created_at: datetime


class AdviceRequest(Request):
    """Ask about one gauge."""

    document: Shoot
    gauge: Literal["shadow_edge", "contrast", "background", "evenness", "spill", "loss", "exposure"]


class BuildRequest(Request):
    """Ask for the parts."""

    document: Shoot


class TogetherRequest(Request):
    """Shoots whose designs are cut from the same stock; the first one's units and prices serve."""

    shoots: Annotated[list[UUID], Field(min_length=1, max_length=8)]


class TickRequest(Request):
    """A line of a list, by its key, done or not."""

    key: Annotated[str, Field(min_length=1, max_length=200, pattern=r"^[a-z0-9._@/#-]+$")]
    done: bool


class AddShot(Request):
    """A new shot of the log; its ``id`` is chosen where it is taken, so that it comes once."""

    id: UUID | None = None

    values: ShotValues


class SaveShot(Request):
    """A shot's values, based on ``version``."""

    version: Version
    values: ShotValues


class ShootAnswer(BaseModel):
    """A shoot as it stands."""

    id: UUID
    version: int
    revision: int
    document: Shoot
    updated_at: datetime

    @classmethod
    def of(cls, record: ShootRecord, document: Shoot) -> "ShootAnswer":
        """From what the store returns."""
        return cls(
            id=record.id,
            version=record.version,
            revision=record.revision,
            document=document,
            updated_at=record.updated_at,
        )


class ShootLineAnswer(BaseModel):
    """A shoot in the list."""

    model_config = ConfigDict(from_attributes=True)

    id: UUID
    title: str
    version: int
    updated_at: datetime


class RevisionAnswer(BaseModel):
    """A revision in the history."""

    model_config = ConfigDict(from_attributes=True)

    number: int
    parent: int | None
    label: str
    name: str
    called: str
    changes: list[Change]
    aside: bool
    created_at: datetime
    current: bool


class StepAnswer(BaseModel):
    """An edit of a device that can be taken back or done again."""

    model_config = ConfigDict(from_attributes=True)

    id: UUID
    label: str
    changes: list[Change]
    undoes: UUID | None
    redoes: UUID | None


class OpenedAnswer(ShootAnswer):
    """A shoot as a device opens it, with its own newest edits in their order."""

    steps: list[StepAnswer]


class ShootEdited(BaseModel):
    """A shoot after edits, and what became of each."""

    shoot: ShootAnswer
    outcomes: list[Outcome]


class NameRevision(Request):
    """What a revision is called; nothing takes the name away."""

    name: Annotated[str, Field(max_length=120)]


class TrashedAnswer(BaseModel):
    """Something in the trash."""

    model_config = ConfigDict(from_attributes=True)

    kind: TrashKind
    id: UUID
    name: str
    of: str
    at: datetime
    until: datetime


class Health(BaseModel):
    """Whether the parts answer."""

    status: Literal["ok"]
    version: str
    core_version: str
    kernels: Literal["loaded", "loading"]


class Live(BaseModel):
    """The server lives."""

    status: Literal["ok"]


class Option(BaseModel):
    """A choice with its id and name."""

    id: str
    name: str
    detail: str = ""
    group: str = ""


class ControlAnswer(BaseModel):
    """A parameter of a kind; ``options`` for those that are chosen."""

    path: str
    label: str
    unit: str
    options: list[Option]


class KindAnswer(BaseModel):
    """A kind of modifier and its parameters."""

    id: str
    name: str
    good: str
    bad: str
    replaces: list[str]
    mistakes: list[str]
    controls: list[ControlAnswer]
    daylight: bool
    standing: bool
    made_of: list[str]
    refused_frames: list[Option]


class LimitAnswer(BaseModel):
    """Limits of one number of the document. SI."""

    path: str
    label: str
    unit: str
    low: float
    high: float
    default: float | None


class WishAnswer(BaseModel):
    """A wish of a use by its path, and what it is where nobody wishes anything."""

    path: str
    value: float | str
    usual: float | str


class UseAnswer(BaseModel):
    """What a picture is for, and what that wishes where nobody has answered."""

    id: str
    wishes: list[WishAnswer]


class FixedLensAnswer(BaseModel):
    """What a sensor brings with it whose lens cannot be changed: focal length [m] and f-number."""

    model_config = ConfigDict(from_attributes=True)

    sensor: str
    focal_length: float
    aperture: float


class Catalogue(BaseModel):
    """The starter Shelf and the limits of every number."""

    lamps: list[Option]
    sheets: list[Option]
    finishes: list[Option]
    sensors: list[Option]
    fixed_lenses: list[FixedLensAnswer]
    gels: list[Option]
    subjects: list[Option]
    subject_colours: list[Option]
    kinds: list[KindAnswer]
    materials: list[Option]
    saws: list[Option]
    roles: list[FactResult]
    board_faces: list[Option]
    exports: list[Option]
    uses: list[UseAnswer]
    coloured: list[str]
    limits: list[LimitAnswer]
