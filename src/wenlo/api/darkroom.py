"""Photographs on their way in and out: decoded once, in a compute process, one at a time, so that memory has a
bound.
"""

import asyncio
from typing import Annotated
from uuid import UUID

from fastapi import Depends, Request, UploadFile
from fastapi.concurrency import run_in_threadpool

from wenlo.formats.photograph import KeptPhotograph
from wenlo.jobs.pool import WorkerPool
from wenlo.services.log import Log
from wenlo.services.ports import PhotographSize, User
from wenlo.services.tasks import KEPT_PHOTOGRAPH


class Darkroom:
    """One of an application: who comes with a large file waits for the one before."""

    def __init__(self, engine: WorkerPool) -> None:
        self._engine = engine
        self._door = asyncio.Semaphore(1)

    async def keep(self, file: UploadFile | bytes, *, position: bool = False) -> KeptPhotograph:
        """A photograph in all its sizes. Raises UnsupportedFile."""
        async with self._door:
            content = file if isinstance(file, bytes) else await file.read()
            kept: KeptPhotograph = await self._engine.run(KEPT_PHOTOGRAPH(content=content, position=position))
            return kept

    async def photograph(self, log: Log, user: User, photograph: UUID, size: PhotographSize) -> bytes:
        """A photograph of a shot in a size, made now if an older Wenlo kept it. Raises NotFound."""
        found = await run_in_threadpool(log.photograph, user, photograph, size)
        if found is not None:
            return found
        content = await run_in_threadpool(log.photograph, user, photograph, "content")
        kept = await self.keep(content or b"", position=True)
        await run_in_threadpool(log.complete_photograph, user, photograph, kept)
        return kept.shown if size == "shown" else kept.working


def darkroom(request: Request) -> Darkroom:
    """The application's."""
    found: Darkroom = request.app.state.darkroom
    return found


PhotographRoom = Annotated[Darkroom, Depends(darkroom)]
COMES_ONCE = "Its id, chosen where it was taken: it comes once."
KEEP_POSITION = "Leave in the file where the photograph was taken; else that is taken out."
