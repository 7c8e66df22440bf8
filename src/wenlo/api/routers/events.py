"""What others change and who else is there, as server-sent events."""

import asyncio
from collections.abc import AsyncIterator
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request, status
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from wenlo.api.dependencies import ChangeFeed, CurrentUser, ShootsService
from wenlo.api.errors import RESPONSES
from wenlo.services.edit_ports import END
from wenlo.services.edits import Name

router = APIRouter(prefix="/api", tags=["events"], responses=RESPONSES)

BREATH = 15.0
"""A silent stream tells so often that it lives. [s]"""


class Presence(BaseModel):
    """Who looks at which stage of a shoot; told again every few seconds while somebody does."""

    model_config = ConfigDict(extra="forbid")

    writer: Name
    called: Name
    stage: Annotated[str, Field(max_length=20, pattern=r"^[a-z]*$")]


@router.get("/events")
async def events(
    request: Request, feed: ChangeFeed, service: ShootsService, user: CurrentUser, shoot: Annotated[UUID, Query()]
) -> StreamingResponse:
    """Changes of a shoot and who is there, one JSON object an event, until the page goes."""
    await run_in_threadpool(service.open, user, shoot)

    async def stream() -> AsyncIterator[str]:
        with feed.listening(shoot) as told:
            yield ": here\n\n"
            while not await request.is_disconnected():
                try:
                    what = await asyncio.wait_for(told.get(), BREATH)
                except TimeoutError:
                    yield ": still here\n\n"
                    continue
                if what == END:
                    return
                yield f"data: {what}\n\n"

    headers = {"cache-control": "no-store", "x-accel-buffering": "no"}
    return StreamingResponse(stream(), media_type="text/event-stream", headers=headers)


@router.post("/shoots/{shoot_id}/presence", status_code=status.HTTP_204_NO_CONTENT)
async def presence(shoot_id: UUID, body: Presence, feed: ChangeFeed, service: ShootsService, user: CurrentUser) -> None:
    """Tell others in the same shoot that one is there."""
    await run_in_threadpool(service.open, user, shoot_id)
    await run_in_threadpool(feed.tell, target=shoot_id, **body.model_dump())
