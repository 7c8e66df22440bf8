"""How long work is answered, and waiting for it where a page needs the whole."""

import asyncio
from typing import TypeVar
from uuid import UUID

from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel

from wenlo.api.errors import Problem
from wenlo.core.errors import FieldError, InvalidInput, Unavailable
from wenlo.services.ports import RunRecord, RunState, User
from wenlo.services.results import CurveResult, FlagsResult, RankedResult, RankingResult, RowResult
from wenlo.services.runs import Runs
from wenlo.services.shelf_results import AtHandLine, AtHandResult
from wenlo.services.tasks import LONG_TASKS
from wenlo.services.work import LongTask

R = TypeVar("R", bound=BaseModel)

LOOK_AGAIN, LONGEST = 0.05, 120.0
"""How often work that is waited for is looked at, and for how long. [s]"""


class RunAnswer(BaseModel):
    """Long work as it stands.

    ``parts`` are those that are ready, from the number on that was asked for; in the end there is an ``answer`` or a
    ``problem``.
    """

    id: UUID
    task: str
    state: RunState
    done: int
    total: int
    parts: list[RankedResult | AtHandLine]
    answer: RankingResult | AtHandResult | CurveResult | RowResult | FlagsResult | None
    problem: Problem | None


def run_answer(run: RunRecord, since: int = 0) -> RunAnswer:
    """The answer for a run, with its parts from number ``since`` on."""
    task = LONG_TASKS[run.task]
    return RunAnswer.model_validate(
        {
            "id": run.id,
            "task": run.task,
            "state": run.state,
            "done": run.done,
            "total": run.total,
            "parts": task.parts(run.parts[since:]),
            "answer": task.answered(run.answer) if task.shown and run.answer is not None else None,
            "problem": run.problem,
        }
    )


async def finished(runs: Runs, user: User, run: RunRecord, task: LongTask[..., R]) -> R:
    """Wait for the answer of a run of a task. Raises InvalidInput with its problem, or Unavailable."""
    for _ in range(round(LONGEST / LOOK_AGAIN)):
        run = await run_in_threadpool(runs.look, user, run.id)
        if run.state == "done" and run.answer is not None:
            return task.answered(run.answer)
        if run.problem is not None:
            fields = [FieldError(path=f["path"], message=f["message"]) for f in run.problem["fields"]]
            raise InvalidInput(run.problem["message"], fields=fields)
        if run.state == "stopped":
            break
        await asyncio.sleep(LOOK_AGAIN)
    raise Unavailable("The work was not done in time; is a worker running? Nothing was lost. Try again.")
