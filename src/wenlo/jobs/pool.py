"""A warm pool of compute processes: the web process never computes.

Lanes of processes that each do one thing at a time: quick answers for an edit, pictures, and slower ones for advice
and papers, so that dragging never waits for a search. For one editor the latest edit wins, and clients take turns.
"""

import asyncio
import os
from collections.abc import Mapping
from contextvars import ContextVar
from typing import Any, TypeVar

from wenlo.jobs.lane import Lane, begin_to_import, watch_importer
from wenlo.services.work import Call, LaneName, Task

A = TypeVar("A")

asking: ContextVar[str] = ContextVar("asking", default="")
"""Who asks, where a request names no editor: such clients take turns, too."""

NICE: Mapping[LaneName, int] = {"quick": 3, "slow": 6, "picture": 5}
"""Lanes give way to saving, and to each other."""

CORES = os.cpu_count() or 1
WIDTH: Mapping[LaneName, int] = {"quick": min(CORES, 2)}
"""Lanes of more than one process: whoever drags alone has every core, many who drag have one each."""


class WorkerPool:
    """Implements the ``Engine`` port."""

    def __init__(self, *, seconds: float) -> None:
        begin_to_import()
        watch_importer()
        self.lanes = {
            name: Lane(name, width=WIDTH.get(name, 1), nice=NICE[name], seconds=seconds, threads=self._threads)
            for name in NICE
        }
        self._loaded = False

    def _threads(self) -> int:
        return max(1, CORES // max(1, sum(lane.busy for lane in self.lanes.values())))

    async def run(self, call: Call[A], *, editor: str | None = None) -> A:
        """Do it in its lane; see the port."""
        return await self.lanes[call.task.lane].run(call, editor, asking.get())

    def give_up(self, task: Task[..., Any], *, editor: str) -> None:
        """Let a run that nobody waits for any more end early."""
        self.lanes[task.lane].give_up(task.name, editor)

    async def ready(self) -> None:
        """Wait until every lane's processes have their kernels loaded; the first that whoever drags needs goes before
        all others.
        """
        await self.lanes["quick"].first_ready()
        self._loaded = True
        # one after another, so that whoever begins to work meanwhile has most of the machine
        for lane in self.lanes.values():
            await lane.ready()

    async def look_after(self) -> None:
        """Replace what is lost, until cancelled."""
        await asyncio.gather(*(lane.look_after() for lane in self.lanes.values()))

    @property
    def loaded(self) -> bool:
        """Whether whoever drags need not wait for kernels to be loaded."""
        return self._loaded

    def worker_pids(self) -> list[int]:
        """Process ids of the workers that run now."""
        return [pid for lane in self.lanes.values() for pid in lane.pids()]

    def close(self) -> None:
        """End the processes."""
        for lane in self.lanes.values():
            lane.close()
