"""The Bench: sheets, faces, blacks, lamps, lenses, outlines and ground sheets measured, and kept on the Shelf."""

import base64
from typing import Annotated

from fastapi import APIRouter, File, Form, Response, UploadFile, status
from fastapi.concurrency import run_in_threadpool
from pydantic import ValidationError

from wenlo.api.dependencies import ComputeEngine, CurrentUser, ShelfService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.core.errors import InvalidInput
from wenlo.core.units.fields import field_errors
from wenlo.services.bench_results import (
    BenchRequest,
    BenchResult,
    KeepRequest,
    OutlineFileRequest,
    TraceRequest,
    TraceResult,
    keep,
    taken_for,
)
from wenlo.services.shelf_form import ItemAnswer, item_answer
from wenlo.services.tasks import BENCH, OUTLINE_FILE, TRACED

router = APIRouter(prefix="/api/bench", tags=["bench"], responses=RESPONSES)

MEDIA = {"pdf": "application/pdf", "svg": "image/svg+xml", "dxf": "image/vnd.dxf"}


@router.post("")
async def measure(body: BenchRequest, service: ShelfService, user: CurrentUser, engine: ComputeEngine) -> BenchResult:
    """What the readings tell."""
    _, taken = await run_in_threadpool(taken_for, service, user, body)
    return await engine.run(BENCH(asked=body.bench, taken=taken))


@router.post("/keep", status_code=status.HTTP_201_CREATED)
async def keep_found(body: KeepRequest, service: ShelfService, user: CurrentUser, engine: ComputeEngine) -> ItemAnswer:
    """Keep what the readings tell on the Shelf, as a new item or the next version of one; 409 when somebody saved it
    since.
    """
    _, taken = await run_in_threadpool(taken_for, service, user, body)
    found = await engine.run(BENCH(asked=body.bench, taken=taken))
    return item_answer(await run_in_threadpool(keep, service, user, body, found))


@router.post("/outline")
async def outline(
    file: Annotated[UploadFile, File()], asked: Annotated[str, Form(max_length=4000)], engine: ComputeEngine
) -> TraceResult:
    """Trace a thing in a photograph; ``asked`` is a TraceRequest as JSON."""
    try:
        request = TraceRequest.model_validate_json(asked)
    except ValidationError as error:
        fields = field_errors(TraceRequest, error.errors(include_url=False))
        raise InvalidInput(fields[0].message, fields=fields) from None
    content = base64.b64encode(await file.read()).decode("ascii")
    return await engine.run(TRACED(content=content, request=request.model_dump(mode="json")))


@router.post("/outline/file", response_class=Response)
async def outline_drawn(body: OutlineFileRequest, engine: ComputeEngine) -> Response:
    """An outline at its true size, for paper or a laser."""
    content = await engine.run(OUTLINE_FILE(request=body.model_dump(mode="json")))
    return download(content, MEDIA[body.form], f"{body.name}.{body.form}")
