"""Use cases of long work: ask for it, look how far it is, stop it; and what a worker does with it."""

import threading
import time
from collections.abc import Callable, Mapping, Sequence
from typing import Any
from uuid import UUID

import structlog
from pydantic import BaseModel

from wenlo.core.errors import FieldError, NotFound, WenloError
from wenlo.services.ports import RunRecord, RunStore, Transactions, User
from wenlo.services.work import Each, LongCall, LongTask, in_turn

log = structlog.get_logger()


class Runs:
    """Every method is one transaction, and only ever touches what the user owns."""

    def __init__(self, transactions: Transactions[RunStore]) -> None:
        self._transactions = transactions

    def start(self, user: User, call: LongCall[Any], *, editor: str | None = None) -> RunRecord:
        """Ask for it; for one ``editor`` the newest takes the place of what was asked before."""
        with self._transactions() as store:
            run = store.add(user.id, call, editor)
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


MOST_ATTEMPTS = 2
"""A run that ended so many workers is not given to another."""

TOLD_EVERY = 0.15
"""What is ready is written no more often. [s]"""

PATIENCE = 10.0
"""A run that a busy machine gives little time may last so many times as long as it may compute."""


class Clock:
    """How long a run has computed and lasted. [s]"""

    def __init__(self, seconds: float) -> None:
        self._seconds = seconds
        self._computed, self._began = time.process_time(), time.monotonic()

    def is_over(self) -> bool:
        """Whether it took longer than it may."""
        lasted = time.monotonic() - self._began
        return time.process_time() - self._computed > self._seconds or lasted > PATIENCE * self._seconds


def _problem(code: str, message: str, fields: Sequence[FieldError] = ()) -> dict[str, Any]:
    return {"code": code, "message": message, "fields": [{"path": f.path, "message": f.message} for f in fields]}


def perform(
    transactions: Transactions[RunStore],
    tasks: Mapping[str, LongTask[Any, Any]],
    run: UUID,
    *,
    worker: str,
    seconds: float,
    give_up: Callable[[], None] | None = None,
    each: Each = in_turn,
) -> bool:
    """Do a run and write what came of it; false if it was not wanted, or ended up with somebody else.

    Parameters
    ----------
    transactions: where runs are kept.
    tasks: what can be done, by name.
    run: which.
    worker: name of this worker.
    seconds: how long it may compute. [s]
    each: how pieces of it are shared out between processes.
    give_up: called when it is over and has not even told how far it is; it ends this process.
    """
    with transactions() as store:
        work = store.take_up(run, worker)
        if work is not None and work.attempt > MOST_ATTEMPTS:
            log.error("run_ends_workers", run=str(run), task=work.task, attempts=work.attempt - 1)
            words = (
                f"This work ended its worker {MOST_ATTEMPTS} times and was given up. Nothing was lost; try another set."
            )
            store.finish(run, work.attempt, answer=None, problem=_problem("gave_up", words))
            return False
    if work is None:
        return False
    clock, late = (
        Clock(seconds),
        _problem("too_long", f"This took longer than {seconds:g} s and was given up. Try a simpler set."),
    )
    ended = threading.Event()

    parts: list[Any] = []
    written = -TOLD_EVERY

    def told(done: int, total: int, part: BaseModel | None) -> bool:
        nonlocal written
        if part is not None:
            parts.append(part.model_dump(mode="json"))
        if done < total and time.monotonic() - written < TOLD_EVERY:
            return not clock.is_over()
        written = time.monotonic()
        with transactions() as store:
            wanted = store.progress(run, work.attempt, done, total, parts)
        parts.clear()
        return wanted and not clock.is_over()

    def watch() -> None:
        # what neither ends nor tells how far it is cannot be stopped but with its process
        while not ended.wait(1.0):
            if clock.is_over() and not ended.wait(0.2 * seconds):
                with transactions() as store:
                    store.finish(run, work.attempt, answer=None, problem=late)
                log.error("run_does_not_end", run=str(run), task=work.task)
                if give_up is not None:
                    give_up()
                return

    threading.Thread(target=watch, daemon=True).start()
    answer: Mapping[str, Any] | None = None
    problem: dict[str, Any] | None = None
    try:
        answer = tasks[work.task].done(told, work.arguments, each=each).model_dump(mode="json")
        if clock.is_over():
            answer, problem = None, late
    except WenloError as error:
        problem = _problem(error.code, error.message, error.fields)
    except Exception:
        log.exception("run_failed", run=str(run), task=work.task)
        problem = _problem("internal", "Something went wrong in Wenlo; nothing was lost. Try again.")
    finally:
        ended.set()
    with transactions() as store:
        return store.finish(run, work.attempt, answer=answer, problem=problem)
