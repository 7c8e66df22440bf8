"""How long work is answered, and waiting for it where a page needs the whole."""

import asyncio
from collections.abc import Mapping
from typing import Any
from uuid import UUID

from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel

from wenlo.api.errors import Problem
from wenlo.core.errors import FieldError, InvalidInput, Unavailable
from wenlo.services.ports import LongTask, RunRecord, RunState, User
from wenlo.services.results import CurveResult, FlagsResult, RankedResult, RankingResult
from wenlo.services.runs import Runs
from wenlo.services.shelf_results import AtHandLine, AtHandResult

LOOK_AGAIN, LONGEST = 0.05, 120.0
"""How often work that is waited for is looked at, and for how long. [s]"""


class RunAnswer(BaseModel):
    """Long work as it stands.

    ``parts`` are those that are ready, from the number on that was asked for; in the end there is an ``answer`` or a
    ``problem``.
    """

    id: UUID
    task: LongTask
    state: RunState
    done: int
    total: int
    parts: list[RankedResult | AtHandLine]
    answer: RankingResult | AtHandResult | CurveResult | FlagsResult | None
    problem: Problem | None


def run_answer(run: RunRecord, since: int = 0) -> RunAnswer:
    """The answer for a run, with its parts from number ``since`` on."""
    shown = run.answer if run.task not in ("paper", "rig_sheet") else None
    return RunAnswer.model_validate(
        {
            "id": run.id,
            "task": run.task,
            "state": run.state,
            "done": run.done,
            "total": run.total,
            "parts": list(run.parts[since:]),
            "answer": shown,
            "problem": run.problem,
        }
    )


async def finished(runs: Runs, user: User, run: RunRecord) -> Mapping[str, Any]:
    """Wait for a run's answer. Raises InvalidInput with its problem, or Unavailable."""
    for _ in range(round(LONGEST / LOOK_AGAIN)):
        run = await run_in_threadpool(runs.look, user, run.id)
        if run.state == "done" and run.answer is not None:
            return run.answer
        if run.problem is not None:
            fields = [FieldError(path=f["path"], message=f["message"]) for f in run.problem["fields"]]
            raise InvalidInput(run.problem["message"], fields=fields)
        if run.state == "stopped":
            break
        await asyncio.sleep(LOOK_AGAIN)
    raise Unavailable("The work was not done in time; is a worker running? Nothing was lost. Try again.")
