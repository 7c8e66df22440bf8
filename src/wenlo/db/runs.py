"""The store of long work on PostgreSQL; a run and its place in the queue are one transaction."""

from collections.abc import Callable, Mapping, Sequence
from datetime import timedelta
from typing import Any, cast
from uuid import UUID

from sqlalchemy import CursorResult, delete, func, literal, select, text, update
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import Session

from wenlo.core import CORE_VERSION
from wenlo.db.tables import RunRow
from wenlo.services.ports import RunRecord, RunState, RunWork
from wenlo.services.work import LongCall

KEPT = timedelta(hours=6)
"""How long the answers are kept."""

UNDER_WAY = ("waiting", "running")

MOST_AHEAD = 100
"""How far whoever asks for much at once is put behind the others."""

Defer = Callable[[UUID, int, Any], None]
"""Puts a run in the queue, with a priority, on a connection of the driver."""


class SqlRunStore:
    """Implements ``RunStore`` on a session."""

    def __init__(self, session: Session, defer: Defer | None = None) -> None:
        self._session = session
        self._defer = defer

    def add(self, owner: UUID, call: LongCall[Any], editor: str | None) -> UUID:
        """Ask for it; for one ``editor`` it takes the place of what was asked before."""
        assert self._defer is not None
        task = call.task.name
        self._session.execute(delete(RunRow).where(RunRow.owner_id == owner, RunRow.created_at < func.now() - KEPT))
        if editor is not None:
            same = (RunRow.owner_id == owner, RunRow.task == task, RunRow.editor == editor)
            self._session.execute(update(RunRow).where(*same, RunRow.state.in_(UNDER_WAY)).values(state="stopped"))
        row = RunRow(
            owner_id=owner, task=task, editor=editor, arguments=dict(call.arguments), core_version=CORE_VERSION
        )
        self._session.add(row)
        self._session.flush()
        # the queue's tables are in a schema of their own
        self._session.execute(text("set local search_path to public, queue"))
        self._defer(
            row.id,
            call.task.priority - min(self._ahead(owner, row), MOST_AHEAD),
            self._session.connection().connection.driver_connection,
        )
        return row.id

    def _ahead(self, owner: UUID, row: RunRow) -> int:
        # an editor has at most one that waits; whoever asks without end for what has none must not keep all others
        # waiting
        if row.editor is not None:
            return 0
        mine = (RunRow.owner_id == owner, RunRow.editor.is_(None), RunRow.state == "waiting", RunRow.id != row.id)
        return self._session.scalar(select(func.count()).where(*mine)) or 0

    def find(self, owner: UUID, run: UUID) -> RunRecord | None:
        """One run."""
        row = self._session.scalars(select(RunRow).where(RunRow.owner_id == owner, RunRow.id == run)).one_or_none()
        if row is None:
            return None
        return RunRecord(
            id=row.id,
            task=row.task,
            state=cast(RunState, row.state),
            attempt=row.attempt,
            worker=row.worker,
            done=row.done,
            total=row.total,
            parts=row.parts,
            answer=row.answer,
            problem=row.problem,
        )

    def stop(self, owner: UUID, run: UUID) -> None:
        """Give up a run that is not done."""
        mine = (RunRow.owner_id == owner, RunRow.id == run, RunRow.state.in_(UNDER_WAY))
        self._session.execute(update(RunRow).where(*mine).values(state="stopped"))

    def take_up(self, run: UUID, worker: str) -> RunWork | None:
        """Begin it, or begin it anew after another worker; None if it is not wanted any more or done."""
        row = self._session.scalars(select(RunRow).where(RunRow.id == run).with_for_update()).one_or_none()
        if row is None or row.state not in UNDER_WAY:
            return None
        row.state, row.worker, row.attempt = "running", worker, row.attempt + 1
        row.done, row.total, row.parts = 0, 0, []
        return RunWork(task=row.task, arguments=row.arguments, attempt=row.attempt)

    def progress(self, run: UUID, attempt: int, done: int, total: int, parts: Sequence[Any]) -> bool:
        """Write how far it is, and the parts that are ready; false if it should end."""
        values: dict[str, Any] = {"done": done, "total": total}
        if parts:
            values["parts"] = RunRow.parts.op("||")(literal(list(parts), JSONB))
        return self._write(run, attempt, values)

    def finish(
        self, run: UUID, attempt: int, *, answer: Mapping[str, Any] | None, problem: Mapping[str, Any] | None
    ) -> bool:
        """Write the end; false if somebody else has it now or it was stopped."""
        state = "done" if problem is None else "failed"
        return self._write(run, attempt, {"state": state, "answer": answer, "problem": problem, "done": RunRow.total})

    def _write(self, run: UUID, attempt: int, values: Mapping[str, Any]) -> bool:
        mine = (RunRow.id == run, RunRow.attempt == attempt, RunRow.state == "running")
        result = cast("CursorResult[Any]", self._session.execute(update(RunRow).where(*mine).values(**values)))
        return result.rowcount == 1
