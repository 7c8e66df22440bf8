"""Rig: what holds a set up, keeps it cool and dry; the lay-out sheet."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Query, Response
from fastapi.concurrency import run_in_threadpool

from wenlo.api.dependencies import ComputeEngine, CurrentUser, RunsService, ShelfService, ShootsService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.api.run_answer import finished
from wenlo.api.schemas import BuildRequest
from wenlo.services.rig_models import RigResult
from wenlo.services.shelf_results import shelf_rows
from wenlo.services.tasks import RIG, RIG_SHEET

router = APIRouter(prefix="/api", tags=["rig"], responses=RESPONSES)


@router.post("/rig")
async def rig(body: BuildRequest, engine: ComputeEngine, service: ShelfService, user: CurrentUser) -> RigResult:
    """What holds each thing, every check with its cure, mains, heat, lay-out and checklist."""
    shelf = shelf_rows(await run_in_threadpool(service.items, user))
    return await engine.run(RIG(document=body.document, shelf=shelf))


@router.get("/shoots/{shoot_id}/lay-out.pdf", response_class=Response)
async def lay_out(
    shoot_id: UUID,
    service: ShootsService,
    shelf: ShelfService,
    user: CurrentUser,
    runs: RunsService,
    paper: Annotated[Literal["a4", "letter"], Query()] = "a4",
) -> Response:
    """The lay-out sheet: floor marks from two points, kit, order, checklist."""
    record = await run_in_threadpool(service.open, user, shoot_id)
    items = shelf_rows(await run_in_threadpool(shelf.items, user))
    run = await run_in_threadpool(
        lambda: runs.start(user, RIG_SHEET(document=dict(record.document), form=paper, shelf=items))
    )
    content = (await finished(runs, user, run, RIG_SHEET)).content
    return download(content, "application/pdf", f"{record.document['title']} lay-out.pdf")
