"""The queue of long work on PostgreSQL, and the worker that empties it.

Any number of workers may run, on any machine that reaches the database. One that dies is noticed by its missing
heartbeat; another then takes up what it had.
"""

import asyncio
import os
import socket
from collections.abc import Callable
from contextlib import suppress
from datetime import UTC, datetime
from typing import Any
from uuid import UUID

import procrastinate
import structlog
from procrastinate.connector import BaseConnector

log = structlog.get_logger()

TASK, QUEUE = "run", "runs"


STANDS_BACK = b"3"
"""Half of the share of the processor that other sessions of processes have: less, and papers would be waited for where
many drag; see sched(7), autogroups."""


def give_way() -> None:
    """Have this process compute when nothing else wants to (sched(7), SCHED_IDLE).

    Where the kernel shares the processor out by sessions, and this process leads one, that alone says nothing to the
    processes of others: the whole session has to stand back.
    """
    os.sched_setscheduler(0, os.SCHED_IDLE, os.sched_param(0))
    with suppress(OSError), open("/proc/self/autogroup", "wb", buffering=0) as group:
        group.write(STANDS_BACK)


HEARTBEAT, DEAD_AFTER = 1.0, 8.0
"""How often a worker tells that it lives, and after what silence another takes its work. [s]"""


def _conninfo(url: str) -> dict[str, Any]:
    # the queue's tables are in a schema of their own
    return {"conninfo": url.replace("+psycopg", "", 1), "kwargs": {"options": "-c search_path=queue"}}


def deferrer(url: str) -> Callable[[UUID, int, Any], None]:
    """How runs are put in the queue, each in the transaction of the connection that it is given."""
    queue = procrastinate.App(connector=procrastinate.SyncPsycopgConnector(**_conninfo(url)))

    def defer(run: UUID, priority: int, connection: Any) -> None:
        place = queue.configure_task(TASK, queue=QUEUE, connection=connection, priority=priority)
        place.defer(run=str(run))

    return defer


def worker_name() -> str:
    """Name of this process as a worker: machine and process id."""
    return f"{socket.gethostname()[:60]}:{os.getpid()}"


def work(url: str, perform: Callable[[UUID], bool]) -> None:
    """Empty the queue until told to stop by a signal, one run at a time.

    Parameters
    ----------
    url: SQLAlchemy URL of the database.
    perform: does one run.
    """
    connector: BaseConnector = procrastinate.PsycopgConnector(**_conninfo(url), min_size=1, max_size=4)
    queue = procrastinate.App(connector=connector)

    @queue.task(name=TASK, queue=QUEUE)
    def _run(run: str) -> bool:
        return perform(UUID(run))

    asyncio.run(_work(queue))


async def _work(queue: procrastinate.App) -> None:
    async with queue.open_async():
        log.info("worker_ready", worker=worker_name())
        sweeping = asyncio.create_task(_take_over(queue))
        try:
            await queue.run_worker_async(
                queues=[QUEUE],
                name=worker_name(),
                delete_jobs="always",
                update_heartbeat_interval=HEARTBEAT,
                stalled_worker_timeout=DEAD_AFTER,
                shutdown_graceful_timeout=2.0,
            )
        finally:
            sweeping.cancel()
            with suppress(asyncio.CancelledError):
                await sweeping


async def _take_over(queue: procrastinate.App) -> None:
    # What a dead worker had goes back into the queue.
    while True:
        await asyncio.sleep(HEARTBEAT)
        for job in await queue.job_manager.get_stalled_jobs(queue=QUEUE, seconds_since_heartbeat=DEAD_AFTER):
            log.warning("worker_died", job=job.id)
            with suppress(procrastinate.exceptions.ConnectorException):
                await queue.job_manager.retry_job(job, retry_at=datetime.now(UTC))
