"""Prove: the log, the next setting, what photographs and readings tell."""

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, File, Form, Query, Response, UploadFile, status
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel, ValidationError

from wenlo.api.darkroom import COMES_ONCE, KEEP_POSITION, PhotographRoom
from wenlo.api.dependencies import ComputeEngine, CurrentUser, LogService, ShelfService, ShootsService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import AddShot, SaveShot, Version
from wenlo.core.calibration.shots import ShotValues
from wenlo.core.document.shoot import Shoot, read_shoot
from wenlo.core.errors import InvalidInput
from wenlo.core.units.fields import field_errors
from wenlo.jobs.pool import WorkerPool
from wenlo.services.apply_calibration import apply_calibration, tighten
from wenlo.services.edits import EditsRequest, Outcome
from wenlo.services.failures import FailureRequest, LearnedResult
from wenlo.services.photograph_results import PhotographRequest, PhotographResult
from wenlo.services.ports import ShotRecord, User
from wenlo.services.proof_results import (
    FitRequest,
    FitResult,
    LadderRequest,
    LadderResult,
    NextRequest,
    NextResult,
    PredictedResult,
    PredictRequest,
    TakeOverChange,
    TakeOverRequest,
    TakeOverResult,
    next_trial,
)
from wenlo.services.shelf import Shelf
from wenlo.services.shelf_results import shelf_rows
from wenlo.services.tasks import (
    FAILURE_LEARNED,
    FIT_READINGS,
    MEASURED_PHOTOGRAPH,
    NEXT_SETTING,
    PREDICTED,
    WISHES_READ,
)
from wenlo.services.wishes_results import WishesRequest, WishesResult

router = APIRouter(prefix="/api", tags=["proof"], responses=RESPONSES)


class PhotographAnswer(BaseModel):
    """A photograph of a shot."""

    id: UUID
    name: str


class ShotAnswer(BaseModel):
    """A shot of the log."""

    id: UUID
    shoot: UUID
    number: int
    version: int
    revision: int
    taken_at: datetime
    values: ShotValues
    photographs: list[PhotographAnswer]


def shot_answer(record: ShotRecord) -> ShotAnswer:
    """A shot as it is sent."""
    return ShotAnswer(
        id=record.id,
        shoot=record.shoot,
        number=record.number,
        version=record.version,
        revision=record.revision,
        taken_at=record.taken_at,
        values=record.values,
        photographs=[PhotographAnswer(id=p.id, name=p.name) for p in record.photographs],
    )


@router.get("/shoots/{shoot_id}/shots")
def shots(shoot_id: UUID, service: LogService, user: CurrentUser) -> list[ShotAnswer]:
    """All shots of a shoot, in order."""
    return [shot_answer(s) for s in service.shots(user, shoot_id)]


@router.post("/shoots/{shoot_id}/shots", status_code=status.HTTP_201_CREATED)
def add_shot(shoot_id: UUID, body: AddShot, service: LogService, user: CurrentUser) -> ShotAnswer:
    """A new shot."""
    return shot_answer(service.add(user, shoot_id, body.values, shot=body.id))


@router.get("/shots")
def search(
    service: LogService, user: CurrentUser, words: Annotated[str, Query(max_length=200, pattern=r"^[^\x00]*$")] = ""
) -> list[ShotAnswer]:
    """Shots of all shoots that hold all words, newest first."""
    return [shot_answer(s) for s in service.search(user, words)]


@router.put("/shots/{shot_id}")
def save_shot(shot_id: UUID, body: SaveShot, service: LogService, user: CurrentUser) -> ShotAnswer:
    """Write a shot; 409 when somebody wrote it since ``version``."""
    return shot_answer(service.save(user, shot_id, version=body.version, values=body.values))


class ShotEdited(BaseModel):
    """A shot after edits, and what became of each."""

    shot: ShotAnswer
    outcomes: list[Outcome]


@router.post("/shots/{shot_id}/edits")
def edit_shot(shot_id: UUID, body: EditsRequest, service: LogService, user: CurrentUser) -> ShotEdited:
    """Make edits, each once, merged with what others wrote; two texts of one field are both kept."""
    record, outcomes = service.edit(user, shot_id, body)
    return ShotEdited(shot=shot_answer(record), outcomes=outcomes)


@router.get("/shoots/{shoot_id}/contact-sheet.pdf", response_class=Response)
async def contact_sheet(
    shoot_id: UUID,
    service: LogService,
    shoots: ShootsService,
    user: CurrentUser,
    room: PhotographRoom,
    paper: Literal["a4", "letter"] = "a4",
) -> Response:
    """All photographs of the log in their order, as PDF."""
    title = read_shoot((await run_in_threadpool(shoots.open, user, shoot_id)).document).title
    for shot in await run_in_threadpool(service.shots, user, shoot_id):
        for one in shot.photographs:
            await room.photograph(service, user, one.id, "shown")
    content = await run_in_threadpool(service.contact_sheet, user, shoot_id, title=title, paper=paper)
    return download(content, "application/pdf", f"{title}, contact sheet.pdf")


@router.get("/shots/{shot_id}/document")
def as_it_stood(shot_id: UUID, service: LogService, user: CurrentUser) -> Shoot:
    """The shoot as it stood when the shot was taken, to set it up again."""
    return service.document(user, shot_id)


@router.delete("/shots/{shot_id}", status_code=status.HTTP_204_NO_CONTENT)
def remove_shot(shot_id: UUID, version: Annotated[Version, Query()], service: LogService, user: CurrentUser) -> None:
    """Put a shot in the trash, with its photographs."""
    service.remove(user, shot_id, version=version)


@router.post("/shots/{shot_id}/photographs", status_code=status.HTTP_201_CREATED)
async def add_photograph(
    shot_id: UUID,
    file: Annotated[UploadFile, File()],
    service: LogService,
    user: CurrentUser,
    room: PhotographRoom,
    keep_position: Annotated[bool, Query(description=KEEP_POSITION)] = False,
    photograph: Annotated[UUID | None, Query(description=COMES_ONCE)] = None,
) -> ShotAnswer:
    """Add a photograph."""
    kept = await room.keep(file, position=keep_position)
    return shot_answer(
        await run_in_threadpool(
            service.add_photograph, user, shot_id, name=file.filename or "", kept=kept, photograph=photograph
        )
    )


@router.get("/shots/photographs/{photograph_id}.jpg", response_class=Response)
async def photograph(photograph_id: UUID, service: LogService, user: CurrentUser, room: PhotographRoom) -> Response:
    """A photograph, made small."""
    content = await room.photograph(service, user, photograph_id, "shown")
    return Response(content, media_type="image/jpeg", headers={"cache-control": "max-age=31536000"})


@router.get("/shots/photographs/{photograph_id}", response_class=Response)
def whole_photograph(photograph_id: UUID, service: LogService, user: CurrentUser) -> Response:
    """A photograph as it came from the camera."""
    content = service.photograph(user, photograph_id, "content") or b""
    return Response(
        content,
        media_type="application/octet-stream",
        headers={"content-disposition": "attachment; filename=photograph"},
    )


@router.delete("/shots/photographs/{photograph_id}", status_code=status.HTTP_204_NO_CONTENT)
def remove_photograph(photograph_id: UUID, service: LogService, user: CurrentUser) -> None:
    """Take a photograph away."""
    service.remove_photograph(user, photograph_id)


@router.post("/shots/photographs/{photograph_id}/measures")
async def measures(
    photograph_id: UUID,
    body: PhotographRequest,
    engine: ComputeEngine,
    service: LogService,
    user: CurrentUser,
    room: PhotographRoom,
) -> PhotographResult:
    """Stops between areas and frames, evenness, leaks and lumps, edges, cast and ground of a photograph."""
    content = await room.photograph(service, user, photograph_id, "working")
    other = None if body.against is None else await room.photograph(service, user, body.against, "working")
    return await engine.run(MEASURED_PHOTOGRAPH(content=content, request=body.model_dump(mode="json"), other=other))


@router.post("/wishes")
async def wishes(
    file: Annotated[UploadFile, File()],
    marks: Annotated[str, Form(max_length=20_000, description="A WishesRequest as JSON.")],
    engine: ComputeEngine,
    room: PhotographRoom,
) -> WishesResult:
    """What a photograph whose light one likes asks for: side and height of the key, contrast, background, edge."""
    try:
        asked = WishesRequest.model_validate_json(marks)
    except ValidationError as error:
        fields = field_errors(WishesRequest, error.errors(include_url=False))
        raise InvalidInput(fields[0].message if fields else "These marks cannot be read.", fields=fields) from None
    kept = await room.keep(file)
    return await engine.run(WISHES_READ(content=kept.working, request=asked.model_dump(mode="json")))


@router.post("/next-setting")
async def following(body: NextRequest, engine: ComputeEngine) -> NextResult:
    """From a judgement or a reading to the next mark on every dial."""
    asked = body.model_dump(mode="json", exclude={"document"})
    return await engine.run(NEXT_SETTING(document=body.document, request=asked))


@router.post("/next-trial")
def trial(body: LadderRequest) -> LadderResult:
    """The next trial shot where light cannot be metered."""
    return next_trial(body)


@router.post("/predicted")
async def predicted(body: PredictRequest, engine: ComputeEngine) -> PredictedResult:
    """What the meters should read."""
    return await engine.run(PREDICTED(document=body.document, meters=body.meters))


@router.post("/fit")
async def fit(body: FitRequest, engine: ComputeEngine) -> FitResult:
    """Which few unknowns explain the readings."""
    readings = [r.model_dump(mode="json") for r in body.readings]
    return await engine.run(FIT_READINGS(document=body.document, readings=readings))


@router.post("/fit/take-over")
def take_found_over(body: TakeOverRequest, service: ShelfService, user: CurrentUser) -> TakeOverResult:
    """Put what the readings found on the Shelf, and tell what changes in the shoot."""
    changes = apply_calibration(service, user, body.document, body.unknown, body.stops, body.error)
    return TakeOverResult(changes=[TakeOverChange(path=c.path, value=c.value) for c in changes])


@router.post("/failures/learned")
async def learn(body: FailureRequest, service: ShelfService, user: CurrentUser, engine: ComputeEngine) -> LearnedResult:
    """The limit that a failure tightens."""
    return await _learned(body, service, user, engine)


@router.post("/failures/tighten")
async def tighten_limit(
    body: FailureRequest, service: ShelfService, user: CurrentUser, engine: ComputeEngine
) -> TakeOverResult:
    """Write that limit to the Shelf, and tell what changes in the shoot."""
    found = await _learned(body, service, user, engine)
    changes = await run_in_threadpool(tighten, service, user, body.document, found)
    return TakeOverResult(changes=[TakeOverChange(path=c.path, value=c.value) for c in changes])


async def _learned(body: FailureRequest, service: Shelf, user: User, engine: WorkerPool) -> LearnedResult:
    rows = shelf_rows(await run_in_threadpool(service.items, user))
    return await engine.run(
        FAILURE_LEARNED(document=body.document, failure=body.failure.model_dump(mode="json"), shelf=rows)
    )
