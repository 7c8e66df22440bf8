"""A lane of compute processes, each of which does one thing at a time and is replaced when it dies, hangs or stands
still.
"""

import asyncio
import multiprocessing
import os
import signal
import threading
import time
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from contextlib import suppress
from functools import partial
from multiprocessing import forkserver
from typing import Any, TypeVar

import psutil
import structlog

from wenlo.core.errors import Unavailable
from wenlo.jobs.turns import Superseded, Turns
from wenlo.parent import end_with_parent
from wenlo.services.work import Call

log = structlog.get_logger()

A = TypeVar("A")

PATIENCE = 5.0
"""A computation that a busy machine gives little time is waited for so many times as long as it may compute."""

STANDS_STILL = 8.0
"""A process that was stopped, and not ended, for so long is replaced. [s]"""

IMPORTER_STILL = 3.0
"""The process that others are forked from must not keep whoever waits for it for longer. [s]"""

LOOK = 0.5
"""Pause between two looks at a process that computes. [s]"""

LOST = (BrokenProcessPool, EOFError, OSError)
"""How a lost process is heard of; the second and third when the one that forks was lost just now."""

ATTEMPTS = 2
"""What ends its process so often is given up."""

# Forked from a process that has everything imported and runs no thread: the kernels' threads do not survive a fork, and
# are made after it.
_CONTEXT = multiprocessing.get_context("forkserver")


def begin_to_import() -> None:
    """Start the process that the compute processes are forked from; it imports while the caller goes on."""
    # a second pool of threads for small matrices would only stand in the way of the kernels' own
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    _CONTEXT.set_forkserver_preload(["wenlo.services.tasks"])
    forkserver.ensure_running()


def watch_importer() -> None:
    """End, from a thread of its own, the process that others are forked from when it stands still; the next fork starts
    another.

    Whoever asks it to fork waits for it, and that may be the thread of all requests.
    """
    threading.Thread(target=_watch_importer, daemon=True).start()


def _watch_importer() -> None:
    importer, still = None, 0
    while True:
        time.sleep(LOOK)
        with suppress(psutil.Error, OSError):
            if importer is None or not importer.is_running():
                # looking through all processes of the machine costs far more than looking at one
                importer, still = _importer(), 0
                continue
            still = still + 1 if importer.status() == psutil.STATUS_STOPPED else 0
            if still > IMPORTER_STILL / LOOK:
                log.warning("importer_stands_still")
                importer.kill()


def _importer() -> psutil.Process | None:
    children = psutil.Process().children()
    return next((child for child in children if any("forkserver" in word for word in child.cmdline())), None)


CROWD = 6
"""When more than so many wait, drafts are made with less care."""

_given_up: Any = None
"""In a compute process: number of the run that nobody waits for any more, shared with the web process."""

_most_threads = 1


def _run(call: Call[A], ticket: int, threads: int, crowded: bool) -> A:
    import numba

    numba.set_num_threads(min(threads, _most_threads))
    return call.done(go_on=lambda _: _given_up.value != ticket, crowded=crowded)


def _end_with_server() -> None:
    server = multiprocessing.parent_process()
    if server is not None:
        server.join()
        os._exit(1)


def _warm_up(given_up: Any, nice: int) -> None:
    import numba

    from wenlo.services.warm_up import warm_up

    # two to go with: the process that this one was forked from, and the server, which is not its parent
    end_with_parent(signal.SIGKILL)
    threading.Thread(target=_end_with_server, daemon=True).start()
    os.nice(nice)

    global _given_up, _most_threads
    _given_up = given_up
    warm_up()
    _most_threads = numba.get_num_threads()


def forked_pool(nice: int, given_up: Any = None) -> ProcessPoolExecutor:
    """A process that loads its kernels and then does one thing at a time; it ends with this one.

    Parameters
    ----------
    nice: how much it stands back.
    given_up: number of the run that nobody waits for any more, shared with it.
    """
    shared = _CONTEXT.RawValue("q", 0) if given_up is None else given_up
    return ProcessPoolExecutor(max_workers=1, mp_context=_CONTEXT, initializer=_warm_up, initargs=(shared, nice))


def end_pool(pool: ProcessPoolExecutor) -> None:
    """End what :func:`forked_pool` made: an idle one goes by itself and tidies up; one that is stuck or busy is
    ended.
    """
    processes = list((pool._processes or {}).values())
    pool.shutdown(wait=False, cancel_futures=True)
    for process in processes:
        process.join(0.5)
        process.kill()
        process.join(5)


def is_stopped(pid: int) -> bool:
    """Whether a process was stopped, and not ended."""
    with suppress(psutil.NoSuchProcess):
        return bool(psutil.Process(pid).status() == psutil.STATUS_STOPPED)
    return False


class _Process:
    """One compute process."""

    def __init__(self, nice: int) -> None:
        self._nice = nice
        self.given_up = _CONTEXT.RawValue("q", 0)
        self._still = 0
        self._pool = forked_pool(nice, self.given_up)

    def pids(self) -> list[int]:
        return list(self._pool._processes or {})

    async def submit(self, job: Callable[[], A], *, seconds: float) -> A:
        """Raises BrokenProcessPool when it ended or stood still, TimeoutError when it takes too long."""
        future = asyncio.get_running_loop().run_in_executor(self._pool, job)
        began, computed, still = time.monotonic(), None, 0.0
        try:
            while not (await asyncio.wait({future}, timeout=min(LOOK, seconds)))[0]:
                if computed is None:
                    # asking costs more than most answers leave time for; the first look is soon enough to begin
                    computed = self._computed()
                waited, spent = time.monotonic() - began, self._computed() - computed
                still = still + LOOK if self._stopped() else 0.0
                if still >= STANDS_STILL:
                    raise BrokenProcessPool
                if spent >= seconds or waited >= PATIENCE * seconds:
                    raise TimeoutError
            return future.result()
        finally:
            future.cancel()

    async def ready(self) -> None:
        await asyncio.get_running_loop().run_in_executor(self._pool, int)

    def _computed(self) -> float:
        # processor time of the process [s]; a gone one is found out by the executor
        with suppress(psutil.NoSuchProcess):
            times = [psutil.Process(pid).cpu_times() for pid in self.pids()]
            return float(sum(t.user + t.system for t in times))
        return 0.0

    def _stopped(self) -> bool:
        return any(is_stopped(pid) for pid in self.pids())

    def is_lost(self) -> bool:
        """Whether it died, or has stood still for some looks in a row, while nobody asked anything of it."""
        self._still = self._still + 1 if self._stopped() else 0
        return bool(self._pool._broken) or self._still > STANDS_STILL / LOOK

    def replace(self) -> None:
        self.close()
        self._pool = forked_pool(self._nice, self.given_up)

    def close(self) -> None:
        end_pool(self._pool)


class Lane:
    """Processes that do what is asked of them in turn; for one editor the newest request wins."""

    def __init__(self, name: str, *, width: int, nice: int, seconds: float, threads: Callable[[], int]) -> None:
        self._name, self._seconds, self._threads = name, seconds, threads
        self._processes = [_Process(nice) for _ in range(width)]
        self._turns = Turns(width)
        self._count = 0
        self.replaced = 0
        self._running: dict[int, tuple[str, _Process]] = {}

    @property
    def waiting(self) -> int:
        """How many computations wait for their turn."""
        return self._turns.waiting

    @property
    def busy(self) -> int:
        """How many of its processes compute."""
        return len(self._running)

    async def run(self, call: Call[A], editor: str | None, client: str) -> A:
        """Do it when it is its turn; see ``WorkerPool.run``."""
        self._count += 1
        ticket = self._count
        task = call.task.name
        key = f"{task} {editor}" if editor is not None else f"{task} {ticket} of {client}"
        self._end_running(key)
        async with self._turns.turn(editor or client, key) as place:
            process = self._processes[place]
            self._running[ticket] = key, process
            try:
                answer = await self._attempt(process, call, ticket)
            finally:
                del self._running[ticket]
            if process.given_up.value == ticket:
                raise Superseded
            return answer

    async def _attempt(self, process: _Process, call: Call[A], ticket: int) -> A:
        for _ in range(ATTEMPTS):
            try:
                crowded = self._turns.waiting > CROWD
                return await process.submit(
                    partial(_run, call, ticket, self._threads(), crowded), seconds=self._seconds
                )
            except TimeoutError:
                log.warning("compute_timed_out", lane=self._name, task=call.task.name)
                self._replace(process)
                raise Unavailable(
                    f"The computation took longer than {self._seconds:g} s and was given up. Try a simpler set."
                ) from None
            except LOST:
                log.warning("compute_process_died", lane=self._name, task=call.task.name)
                self._replace(process)
        raise Unavailable(f"The computation stopped unexpectedly, {ATTEMPTS} times. Nothing was lost; try another set.")

    def _replace(self, process: _Process) -> None:
        self.replaced += 1
        process.replace()

    def give_up(self, task: str, editor: str) -> None:
        """Let a run that nobody waits for any more end early, or not begin."""
        self._turns.drop(editor, f"{task} {editor}")
        self._end_running(f"{task} {editor}")

    def _end_running(self, key: str) -> None:
        for ticket, (what, process) in self._running.items():
            if what == key:
                process.given_up.value = ticket

    async def look_after(self) -> None:
        """Replace processes that were lost while nothing was asked of them, so that nobody waits for a fresh one."""
        while True:
            await asyncio.sleep(LOOK)
            busy = {process for _, process in self._running.values()}
            for process in self._processes:
                if process not in busy and process.is_lost():
                    log.warning("compute_process_died", lane=self._name, task=None)
                    self._replace(process)
                    with suppress(*LOST):
                        await process.ready()

    async def ready(self) -> None:
        """Wait until its processes have their kernels loaded."""
        for process in self._processes:
            # one that is lost while it loads is replaced by whoever looks after them
            with suppress(*LOST):
                await process.ready()

    async def first_ready(self) -> None:
        """Wait until the process that is asked first has its kernels loaded."""
        with suppress(*LOST):
            await self._processes[-1].ready()

    def pids(self) -> list[int]:
        """Process ids."""
        return [pid for process in self._processes for pid in process.pids()]

    def close(self) -> None:
        """End the processes."""
        for process in self._processes:
            process.close()
