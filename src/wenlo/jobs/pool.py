"""A warm pool of compute processes: the web process never computes.

Lanes of one process each that solves one thing at a time: quick answers for an edit, pictures, and slower ones
for advice and papers, so that dragging never waits for a search. For one editor the latest edit wins.
"""

import asyncio
import multiprocessing
import os
import time
from collections.abc import Mapping
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from contextlib import suppress
from typing import Any

import psutil
import structlog

from wenlo.core.errors import Unavailable, WenloError
from wenlo.services.ports import Task

log = structlog.get_logger()

LANES: Mapping[Task, str] = {
    "figures": "quick", "build": "quick", "advice": "slow", "picture": "picture", "light_map": "slow", "becomes": "slow", "mirror": "quick",
    "place": "slow", "flow": "slow", "role": "slow", "balance": "slow", "set_file": "slow", "second_start": "slow", "measured": "quick",
    "changes": "slow", "adapt": "quick", "cut_together": "slow", "rig": "quick", "predicted": "slow", "next_setting": "slow", "fitted": "slow", "measured_photograph": "slow",
    "bench": "quick", "traced": "slow", "outline_file": "slow", "exercise": "quick", "exercise_picture": "picture", "exercise_scored": "slow", "failure_learned": "quick", "predicted_frame": "picture",
}  # fmt: skip
STOPPABLE = frozenset({"picture", "light_map"})
NICE = {"picture": 10, "slow": 5}
"""Lanes that give way to the others."""

PATIENCE = 5.0
"""A computation that a busy machine gives little time is waited for so many times as long as it may compute."""


def can_stop(task: str, arguments: Mapping[str, Any]) -> bool:
    """Whether a run asks now and then if it is still wanted. A draft does not: while dragging every one is shown."""
    return task in STOPPABLE or (task == "figures" and arguments.get("effort") == "fine")


class Superseded(WenloError):
    """A newer request of the same editor took the place of this one."""

    code = "superseded"


_given_up: Any = None
"""In a worker: number of the run that nobody waits for any more, shared with the web process."""


# Imported in the worker alone: the web process never loads the kernels.
def _run(task: Task, arguments: dict[str, Any], ticket: int) -> Any:
    from wenlo.services.compute import TASKS

    if can_stop(task, arguments):
        arguments = {**arguments, "go_on": lambda _: _given_up.value != ticket}
    return TASKS[task](**arguments)


def _warm_up(given_up: Any, nice: int) -> None:
    from wenlo.services.compute import warm_up

    os.nice(nice)

    global _given_up
    _given_up = given_up
    warm_up()


class _Lane:
    """One process, one task at a time, replaced when it dies or hangs."""

    def __init__(self, name: str, seconds: float) -> None:
        self._name = name
        self._seconds = seconds
        self._busy = asyncio.Lock()
        self._newest: dict[str, int] = {}
        self._count = 0
        self._running: tuple[str, int, bool] | None = None
        self._given_up = multiprocessing.get_context("spawn").Value("q", 0)
        self._pool = self._new_pool()

    def _new_pool(self) -> ProcessPoolExecutor:
        # Spawned, not forked: the kernels' thread pool does not survive a fork. A second pool of threads for
        # small matrices would only stand in the way of the kernels' own.
        os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
        return ProcessPoolExecutor(
            max_workers=1, mp_context=multiprocessing.get_context("spawn"), initializer=_warm_up,
            initargs=(self._given_up, NICE.get(self._name, 0)),
        )  # fmt: skip

    async def run(self, task: Task, editor: str | None, arguments: dict[str, Any]) -> Any:
        self._count += 1
        ticket = self._count
        key = f"{task} {editor}"
        if editor is not None:
            self._newest[key] = ticket
            self.give_up(task, editor)
        async with self._busy:
            if editor is not None and self._newest.get(key) != ticket:
                raise Superseded("A newer edit took the place of this one.")
            self._running = key, ticket, can_stop(task, arguments)
            try:
                answer = await self._attempt(task, arguments, ticket)
                if can_stop(task, arguments) and self._given_up.value == ticket:
                    raise Superseded("A newer edit took the place of this one.")
                return answer
            finally:
                self._running = None
                if editor is not None and self._newest.get(key) == ticket:
                    del self._newest[key]

    async def _attempt(self, task: Task, arguments: dict[str, Any], ticket: int) -> Any:
        try:
            future = asyncio.get_running_loop().run_in_executor(self._pool, _run, task, arguments, ticket)
            await self._patiently(future)
            return future.result()
        except BrokenProcessPool:
            log.warning("worker_died", lane=self._name, task=task)
            self._replace()
            raise Unavailable("The computation stopped unexpectedly; a fresh worker is ready. Try again.") from None
        except TimeoutError:
            log.warning("worker_timed_out", lane=self._name, task=task)
            self._replace()
            raise Unavailable(
                f"The computation took longer than {self._seconds:g} s and was given up. Try a simpler set."
            ) from None

    async def _patiently(self, future: "asyncio.Future[Any]") -> None:
        began, computed = time.monotonic(), self._computed()
        try:
            while not (await asyncio.wait({future}, timeout=self._seconds))[0]:
                waited, spent = time.monotonic() - began, self._computed() - computed
                if spent >= self._seconds or waited >= PATIENCE * self._seconds:
                    raise TimeoutError
        finally:
            future.cancel()

    def _computed(self) -> float:
        # processor time of the lane's process [s]; a gone one is found out by the executor
        with suppress(psutil.NoSuchProcess):
            times = [psutil.Process(pid).cpu_times() for pid in self._pool._processes or {}]
            return float(sum(t.user + t.system for t in times))
        return 0.0

    def _replace(self) -> None:
        self.close()
        self._pool = self._new_pool()

    def give_up(self, task: Task, editor: str) -> None:
        if self._running is not None and self._running[0] == f"{task} {editor}" and self._running[2]:
            self._given_up.value = self._running[1]

    async def ready(self) -> None:
        await asyncio.get_running_loop().run_in_executor(self._pool, int)

    def close(self) -> None:
        processes = list((self._pool._processes or {}).values())
        self._pool.shutdown(wait=False, cancel_futures=True)
        for process in processes:
            # an idle worker goes by itself and tidies up; one that is stuck or busy is ended
            process.join(0.5)
            process.kill()
            process.join(5)


class WorkerPool:
    """Implements the ``Engine`` port."""

    def __init__(self, *, seconds: float) -> None:
        self._lanes = {name: _Lane(name, seconds) for name in sorted(set(LANES.values()))}

    async def run(self, task: Task, *, editor: str | None = None, **arguments: Any) -> Any:
        """Run a task in its lane; see the port."""
        return await self._lanes[LANES[task]].run(task, editor, arguments)

    def give_up(self, task: Task, *, editor: str) -> None:
        """Let a run that nobody waits for any more end early."""
        self._lanes[LANES[task]].give_up(task, editor)

    async def ready(self) -> None:
        """Wait until every lane's process has its kernels loaded."""
        await asyncio.gather(*(lane.ready() for lane in self._lanes.values()))

    def worker_pids(self) -> list[int]:
        """Process ids of the workers that run now."""
        return [pid for lane in self._lanes.values() for pid in (lane._pool._processes or {})]

    def close(self) -> None:
        """End the processes."""
        for lane in self._lanes.values():
            lane.close()
