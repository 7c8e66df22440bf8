"""Use cases of long work: ask for it, look how far it is, stop it; and what a worker does with it."""

from collections.abc import Callable, Mapping
from typing import Any
from uuid import UUID

import structlog

from wenlo.core.errors import NotFound, WenloError
from wenlo.services.ports import LongTask, RunRecord, RunStore, Transactions, User

log = structlog.get_logger()


class Runs:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[RunStore]) -> None:
        self._transactions = transactions

    def start(self, user: User, task: LongTask, *, editor: str | None = None, **arguments: Any) -> RunRecord:
        """Ask for it; for one ``editor`` the newest takes the place of what was asked before."""
        with self._transactions() as store:
            run = store.add(user.id, task, editor, arguments)
            return _found(store.find(user.id, run))

    def look(self, user: User, run: UUID) -> RunRecord:
        """How far it is. Raises NotFound."""
        with self._transactions() as store:
            return _found(store.find(user.id, run))

    def stop(self, user: User, run: UUID) -> None:
        """Give it up, if it is not done. Raises NotFound."""
        with self._transactions() as store:
            _found(store.find(user.id, run))
            store.stop(user.id, run)


def _found(record: RunRecord | None) -> RunRecord:
    if record is None:
        raise NotFound("There is no such work; it may be too old.")
    return record


def perform(
    transactions: Transactions[RunStore], tasks: Mapping[LongTask, Callable[..., Any]], run: UUID, *, worker: str
) -> bool:
    """Do a run and write what came of it; false if it was not wanted, or ended up with somebody else.

    Parameters
    ----------
    transactions: where runs are kept.
    tasks: what is done, by name; each is called with the run's arguments and ``told``.
    run: which.
    worker: name of this worker.
    """
    with transactions() as store:
        work = store.take_up(run, worker)
    if work is None:
        return False

    def told(done: int, total: int, part: Any) -> bool:
        with transactions() as store:
            return store.progress(run, work.attempt, done, total, part)

    answer: Mapping[str, Any] | None = None
    problem: dict[str, Any] | None = None
    try:
        answer = tasks[work.task](**work.arguments, told=told)
    except WenloError as error:
        fields = [{"path": f.path, "message": f.message} for f in getattr(error, "fields", ())]
        problem = {"code": error.code, "message": error.message, "fields": fields}
    except Exception:
        log.exception("run_failed", run=str(run), task=work.task)
        problem = {
            "code": "internal",
            "message": "Something went wrong in Wenlo; nothing was lost. Try again.",
            "fields": [],
        }
    with transactions() as store:
        return store.finish(run, work.attempt, answer=answer, problem=problem)
