"""Processes beside a worker that take pieces of its work, so that all cores are at it.

A piece is computed on one core: two threads in a kernel that takes milliseconds gain little and keep both cores busy.
"""

import os
import queue
import signal
import threading
from collections import deque
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import Future, ProcessPoolExecutor
from contextlib import contextmanager, suppress
from functools import partial
from typing import Any, TypeVar

import structlog

from wenlo.jobs.lane import LOST, end_pool, forked_pool, is_stopped

log = structlog.get_logger()

T = TypeVar("T")
A = TypeVar("A")

_Answers = queue.SimpleQueue[tuple[int, Any]]

MOST = 3
"""So many at most: each holds the kernels and what it remembers."""

WAITS = 4.0
"""So long the last piece of a helper is waited for before it is done here as well. [s]"""


@contextmanager
def _on_one_core() -> Iterator[None]:
    import numba

    before = numba.get_num_threads()
    numba.set_num_threads(1)
    try:
        yield
    finally:
        numba.set_num_threads(before)


def _alone(do: Callable[[T], A], thing: T) -> A:
    with _on_one_core():
        return do(thing)


class Helpers:
    """Processes that are asked for pieces, each for one at a time. One that is lost is replaced, and its piece done
    here.

    Parameters
    ----------
    count: how many.
    nice: how much they stand back.
    """

    def __init__(self, count: int, *, nice: int = 0) -> None:
        self._nice = nice
        self._pools = [forked_pool(nice) for _ in range(min(count, MOST))]
        self._loaded: list[Future[int]] = []

    def begin(self) -> None:
        """Have them load their kernels; nobody waits for it."""
        self._loaded = [pool.submit(int) for pool in self._pools]

    def pids(self) -> list[int]:
        """Process ids."""
        return [pid for pool in self._pools for pid in pool._processes or {}]

    def each(self, do: Callable[[T], A], things: Sequence[T]) -> Iterator[A]:
        """``do`` with each thing, by the helpers from the first on and here from the last; answers come as they
        are ready.

        Raises
        ------
        Whatever ``do`` raises for any of them.
        """
        left, ready = deque(enumerate(things)), _Answers()
        for place in range(len(self._loaded)):
            threading.Thread(target=self._feed, args=(place, do, left, ready), daemon=True).start()
        done: set[int] = set()
        try:
            while len(done) < len(things):
                if left:
                    with suppress(IndexError):
                        k, thing = left.pop()
                        ready.put((k, _alone(do, thing)))
                try:
                    while len(done) < len(things):
                        k, answer = ready.get(timeout=0.0 if left else WAITS)
                        if k not in done:
                            done.add(k)
                            if isinstance(answer, BaseException):
                                raise answer
                            yield answer
                except queue.Empty:
                    if not left:
                        # a helper that stands still must not keep the rest
                        self._wake()
                        left.extend((k, thing) for k, thing in enumerate(things) if k not in done)
        finally:
            left.clear()

    def _feed(self, place: int, do: Callable[[T], A], left: deque[tuple[int, T]], ready: _Answers) -> None:
        # In a thread of its own: the next piece for a helper as soon as it is free; none before its kernels are there.
        pool = self._pools[place]
        try:
            self._loaded[place].result()
        except LOST:
            self._replace(place, pool)
            return
        while True:
            try:
                k, thing = left.popleft()
            except IndexError:
                return
            try:
                ready.put((k, pool.submit(partial(_alone, do, thing)).result()))
            except LOST:
                log.warning("helper_died")
                left.appendleft((k, thing))
                self._replace(place, pool)
                return
            except Exception as error:
                ready.put((k, error))

    def _wake(self) -> None:
        # one that was stopped, and not ended, is ended: whoever feeds it hears of it
        for pid in filter(is_stopped, self.pids()):
            os.kill(pid, signal.SIGKILL)

    def _replace(self, place: int, lost: ProcessPoolExecutor) -> None:
        end_pool(lost)
        self._pools[place] = forked_pool(self._nice)
        self._loaded[place] = self._pools[place].submit(int)

    def close(self) -> None:
        """End the processes."""
        for pool in self._pools:
            end_pool(pool)
