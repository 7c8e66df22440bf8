"""The Shelf: items of one's own, tables, measured beams, photographs."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, File, Form, Query, Request, Response, UploadFile, status
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel

from wenlo.api.darkroom import COMES_ONCE, PhotographRoom
from wenlo.api.dependencies import ComputeEngine, CurrentUser, RunsService, ShelfService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.api.run_answer import RunAnswer, run_answer
from wenlo.api.schemas import AtHandRequest, BecomesRequest, SaveItem, TakeItem, Version, VersionAnswer
from wenlo.api.unchanging import unchanging
from wenlo.core.catalog.items import Item
from wenlo.core.document.shoot import write_shoot
from wenlo.core.units.length import UnitSystem
from wenlo.services.edits import EditsRequest, Outcome
from wenlo.services.shelf_form import ItemAnswer, ShelfForm, item_answer, shelf_form
from wenlo.services.shelf_results import BecomingResult, MadeOfResult, shelf_rows
from wenlo.services.tasks import AT_HAND, BECOMES, MADE_OF

router = APIRouter(prefix="/api/shelf", tags=["shelf"], responses=RESPONSES)

Based = Annotated[int, Query(ge=1, le=2_000_000_000)]


@router.get("/form", response_model=ShelfForm)
def read_form(request: Request, units: UnitSystem = "metric") -> Response:
    """Categories, their fields, and the generic things to start from."""
    return unchanging(request, shelf_form, units)


@router.get("")
def list_items(service: ShelfService, user: CurrentUser, units: UnitSystem = "metric") -> list[ItemAnswer]:
    """All items, by name."""
    return [item_answer(record, units) for record in service.items(user)]


@router.post("", status_code=status.HTTP_201_CREATED)
def add_item(body: Item, service: ShelfService, user: CurrentUser) -> ItemAnswer:
    """Add an item."""
    return item_answer(service.add(user, body))


@router.post("/take", status_code=status.HTTP_201_CREATED)
def take_item(body: TakeItem, service: ShelfService, user: CurrentUser) -> ItemAnswer:
    """Put a generic thing on one's own Shelf."""
    return item_answer(service.take(user, body.category, body.generic, count=body.count))


@router.get("/items.csv", response_class=Response)
def table(service: ShelfService, user: CurrentUser) -> Response:
    """The Shelf as CSV."""
    return download(service.table(user), "text/csv; charset=utf-8", "shelf.csv")


@router.post("/import", status_code=status.HTTP_201_CREATED)
def bring_in(file: Annotated[UploadFile, File()], service: ShelfService, user: CurrentUser) -> list[ItemAnswer]:
    """Add and change items from a CSV; all or none."""
    return [item_answer(record) for record in service.bring_in(user, file.file.read())]


@router.post("/at-hand", status_code=status.HTTP_202_ACCEPTED)
def at_hand(body: AtHandRequest, service: ShelfService, user: CurrentUser, runs: RunsService) -> RunAnswer:
    """Ask what can be made of the Shelf alone, and what a purchase would open up."""
    shelf, document = shelf_rows(service.items(user)), write_shoot(body.document)
    return run_answer(runs.start(user, AT_HAND(document=document, shelf=shelf), editor=body.editor))


@router.post("/becomes")
async def becomes(
    body: BecomesRequest, service: ShelfService, user: CurrentUser, engine: ComputeEngine
) -> BecomingResult:
    """The kinds that a found object can become, and their light."""
    records = await run_in_threadpool(service.items, user)
    found = service.found_object(records, body.item, body.generic)
    return await engine.run(BECOMES(document=body.document, found=found, shelf=shelf_rows(records)))


@router.post("/made-of")
async def made_of(
    body: BecomesRequest, service: ShelfService, user: CurrentUser, engine: ComputeEngine
) -> MadeOfResult:
    """What of the design changes when a found object is part of it; 422 where it does not serve."""
    records = await run_in_threadpool(service.items, user)
    found = service.found_object(records, body.item, body.generic)
    return await engine.run(MADE_OF(document=body.document, found=found))


@router.put("/{item_id}")
def save_item(item_id: UUID, body: SaveItem, service: ShelfService, user: CurrentUser) -> ItemAnswer:
    """Save the next version; 409 when somebody saved since ``version``."""
    return item_answer(service.save(user, item_id, version=body.version, item=body.item))


class ItemEdited(BaseModel):
    """An item after edits, and what became of each."""

    item: ItemAnswer
    outcomes: list[Outcome]


@router.post("/{item_id}/edits")
def edit_item(item_id: UUID, body: EditsRequest, service: ShelfService, user: CurrentUser) -> ItemEdited:
    """Make edits, each once, merged with what others changed field by field."""
    record, outcomes = service.edit(user, item_id, body)
    return ItemEdited(item=item_answer(record), outcomes=outcomes)


@router.delete("/{item_id}", status_code=status.HTTP_204_NO_CONTENT)
def remove_item(item_id: UUID, version: Based, service: ShelfService, user: CurrentUser) -> None:
    """Put an item in the trash."""
    service.remove(user, item_id, version=version)


@router.post("/{item_id}/copy", status_code=status.HTTP_201_CREATED)
def copy_item(item_id: UUID, service: ShelfService, user: CurrentUser) -> ItemAnswer:
    """A second item with the same values."""
    return item_answer(service.copy(user, item_id))


@router.get("/{item_id}/versions")
def versions(item_id: UUID, service: ShelfService, user: CurrentUser) -> list[VersionAnswer]:
    """All versions, newest first."""
    return [VersionAnswer.model_validate(v) for v in service.versions(user, item_id)]


@router.put("/{item_id}/beam")
def set_beam(
    item_id: UUID,
    version: Annotated[Version, Form()],
    file: Annotated[UploadFile, File()],
    service: ShelfService,
    user: CurrentUser,
) -> ItemAnswer:
    """The measured beam of a lamp, from an IES or EULUMDAT file."""
    return item_answer(
        service.set_beam(user, item_id, version=version, name=file.filename or "", content=file.file.read())
    )


@router.get("/{item_id}/beam.{form}", response_class=Response)
def beam_file(item_id: UUID, form: Literal["ies", "ldt"], service: ShelfService, user: CurrentUser) -> Response:
    """The measured beam as IES or EULUMDAT."""
    name, text = service.beam_file(user, item_id, form)
    return download(text.encode("latin-1", "replace"), "text/plain; charset=iso-8859-1", f"{name}.{form}")


@router.post("/{item_id}/photographs", status_code=status.HTTP_201_CREATED)
async def add_photograph(
    item_id: UUID,
    file: Annotated[UploadFile, File()],
    service: ShelfService,
    user: CurrentUser,
    room: PhotographRoom,
    photograph: Annotated[UUID | None, Query(description=COMES_ONCE)] = None,
) -> ItemAnswer:
    """Add a photograph."""
    kept = await room.keep(file)
    return item_answer(
        await run_in_threadpool(
            service.add_photograph, user, item_id, name=file.filename or "", kept=kept, photograph=photograph
        )
    )


@router.get("/photographs/{photograph_id}.jpg", response_class=Response)
def photograph(photograph_id: UUID, service: ShelfService, user: CurrentUser) -> Response:
    """A photograph."""
    return Response(
        service.photograph(user, photograph_id), media_type="image/jpeg", headers={"cache-control": "max-age=31536000"}
    )


@router.delete("/photographs/{photograph_id}", status_code=status.HTTP_204_NO_CONTENT)
def remove_photograph(photograph_id: UUID, service: ShelfService, user: CurrentUser) -> None:
    """Take a photograph away."""
    service.remove_photograph(user, photograph_id)
