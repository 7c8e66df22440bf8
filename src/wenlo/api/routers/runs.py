"""Long work: how far it is, and stopping it."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, status

from wenlo.api.dependencies import CurrentUser, RunsService
from wenlo.api.errors import RESPONSES
from wenlo.api.run_answer import RunAnswer, run_answer

router = APIRouter(prefix="/api/runs", tags=["runs"], responses=RESPONSES)


@router.get("/{run_id}")
def look(
    run_id: UUID, user: CurrentUser, runs: RunsService, since: Annotated[int, Query(ge=0, le=100_000)] = 0
) -> RunAnswer:
    """How far it is, with the parts that are ready from number ``since`` on."""
    return run_answer(runs.look(user, run_id), since)


@router.delete("/{run_id}", status_code=status.HTTP_204_NO_CONTENT)
def stop(run_id: UUID, user: CurrentUser, runs: RunsService) -> None:
    """Give it up, if it is not done."""
    runs.stop(user, run_id)
