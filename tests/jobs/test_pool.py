"""The worker pool itself: latest edit wins, dead and hanging workers are replaced, lanes do not wait for each other."""

import asyncio
import os
import signal
import threading
import time
from contextlib import suppress

import pytest

from factories import shoot_document
from wenlo.core.errors import InvalidInput, Unavailable
from wenlo.jobs.lane import PATIENCE
from wenlo.jobs.pool import WorkerPool
from wenlo.jobs.turns import Superseded
from wenlo.services.build_models import BuildResult
from wenlo.services.results import FiguresResult
from wenlo.services.tasks import ADVICE, BUILD, FIGURES, PICTURE

pytestmark = pytest.mark.xdist_group("pool")
"""Its pool takes long to make: once is enough."""


class LoopInThread:
    """An event loop of its own thread: the browser tests of the same process keep one in this thread."""

    def __init__(self):
        self._loop = asyncio.new_event_loop()
        self._thread = threading.Thread(target=self._loop.run_forever)
        self._thread.start()

    def run_until_complete(self, coroutine):
        return asyncio.run_coroutine_threadsafe(coroutine, self._loop).result(120)

    def close(self):
        self._loop.call_soon_threadsafe(self._loop.stop)
        self._thread.join(10)
        self._loop.close()


@pytest.fixture(scope="module")
def loop():
    made = LoopInThread()
    yield made
    made.close()


@pytest.fixture(scope="module")
def pool(loop):
    async def make():
        return WorkerPool(seconds=60)

    made = loop.run_until_complete(make())
    loop.run_until_complete(made.ready())
    yield made
    made.close()


def build(pool, **changes):
    return pool.run(BUILD(document=shoot_document(**changes)))


def test_the_answer_is_the_functions_own(loop, pool):
    answer = loop.run_until_complete(build(pool))
    assert isinstance(answer, BuildResult)
    assert answer.name == "diffusion frame"
    assert answer.bars[0].pieces


def test_errors_of_the_job_come_through_with_their_fields(loop, pool):
    with pytest.raises(InvalidInput) as caught:
        loop.run_until_complete(build(pool, design__width=99.0))
    assert caught.value.fields[0].path == "design.width"
    # and the worker lives on
    assert loop.run_until_complete(build(pool)).total > 0


def test_newest_of_one_editor_wins_and_other_editors_are_left_alone(loop, pool):
    async def many():
        mine = [pool.run(FIGURES(document=shoot_document(), effort="draft"), editor="a") for _ in range(6)]
        theirs = pool.run(FIGURES(document=shoot_document(), effort="draft"), editor="b")
        return await asyncio.gather(*mine, theirs, return_exceptions=True)

    *mine, theirs = loop.run_until_complete(many())
    assert isinstance(theirs, FiguresResult)
    assert isinstance(mine[-1], FiguresResult)
    assert sum(isinstance(answer, Superseded) for answer in mine) >= 4


def test_quick_lane_does_not_wait_for_the_slow_one(loop, pool):
    async def both():
        slow = asyncio.create_task(pool.run(ADVICE(document=shoot_document(), gauge="shadow_edge")))
        await asyncio.sleep(0.05)
        start = time.perf_counter()
        await build(pool)
        quick = time.perf_counter() - start
        done = slow.done()
        await slow
        return quick, done

    _, slow_was_done = loop.run_until_complete(both())
    assert not slow_was_done


def test_newer_picture_ends_the_one_that_is_being_taken(loop, pool):
    async def two():
        first = asyncio.create_task(pool.run(PICTURE(document=shoot_document(), quality="clean"), editor="tab"))
        await asyncio.sleep(0.2)
        second = await pool.run(PICTURE(document=shoot_document(), quality="first"), editor="tab")
        return await asyncio.gather(first, return_exceptions=True), second

    (first,), second = loop.run_until_complete(two())
    assert isinstance(first, Superseded)
    assert second.width * second.height * 6 == len(second.light)


def test_picture_nobody_waits_for_is_given_up(loop, pool):
    async def leave():
        run = asyncio.create_task(pool.run(PICTURE(document=shoot_document(), quality="clean"), editor="gone"))
        await asyncio.sleep(0.2)
        pool.give_up(PICTURE, editor="somebody else")
        pool.give_up(PICTURE, editor="gone")
        with pytest.raises(Superseded):
            await run

    loop.run_until_complete(leave())


def test_what_a_killed_process_had_is_done_by_a_fresh_one(loop, pool):
    async def killed():
        task = asyncio.create_task(pool.run(ADVICE(document=shoot_document(), gauge="background")))
        await asyncio.sleep(0.2)
        before = pool.worker_pids()
        for pid in before:
            os.kill(pid, signal.SIGKILL)
        answer = await task
        built = await build(pool)
        watching = asyncio.create_task(pool.look_after())
        end = time.monotonic() + 60
        # those that nobody asked anything of are replaced as well
        while set(before) & set(pool.worker_pids()) and time.monotonic() < end:
            await asyncio.sleep(0.1)
        watching.cancel()
        return answer, built, set(before) & set(pool.worker_pids())

    answer, built, left = loop.run_until_complete(killed())
    assert answer.gauge == "background"
    assert built.total > 0
    assert not left


def test_what_ends_its_process_twice_is_given_up_and_said(loop):
    async def twice():
        made = WorkerPool(seconds=60)
        await made.ready()
        task = asyncio.create_task(made.run(ADVICE(document=shoot_document(), gauge="background")))
        killed = set()
        while not task.done():
            for pid in set(made.worker_pids()) - killed:
                with suppress(ProcessLookupError):
                    os.kill(pid, signal.SIGKILL)
                killed.add(pid)
            await asyncio.sleep(0.05)
        try:
            with pytest.raises(Unavailable, match="2 times"):
                await task
        finally:
            made.close()

    loop.run_until_complete(twice())


def test_process_that_stands_still_is_replaced(loop):
    async def still():
        made = WorkerPool(seconds=60)
        await made.ready()
        for pid in made.worker_pids():
            os.kill(pid, signal.SIGSTOP)
        try:
            return await build(made)
        finally:
            made.close()

    start = time.monotonic()
    assert loop.run_until_complete(still()).total > 0
    assert time.monotonic() - start < 60


def test_hanging_computation_is_given_up(loop):
    async def hang():
        impatient = WorkerPool(seconds=0.001)
        with pytest.raises(Unavailable, match="given up"):
            await impatient.run(ADVICE(document=shoot_document(), gauge="shadow_edge"))
        impatient.close()

    loop.run_until_complete(hang())


@pytest.fixture
def signalled(loop):
    """A pool of little time whose workers get a signal while they compute, and another one later."""

    async def run(*, seconds, first, later=None, after=0.0):
        made = WorkerPool(seconds=seconds)
        await made.ready()
        for pid in made.worker_pids():
            os.kill(pid, first)
        try:
            task = asyncio.create_task(build(made))
            if later is not None:
                await asyncio.sleep(after)
                for pid in made.worker_pids():
                    os.kill(pid, later)
            return await task
        finally:
            made.close()

    return lambda **how: loop.run_until_complete(run(**how))


def test_time_in_which_a_busy_machine_gave_it_nothing_does_not_count(signalled):
    answer = signalled(seconds=2.0, first=signal.SIGSTOP, later=signal.SIGCONT, after=4.5)
    assert answer.total > 0


def test_worker_that_gets_nowhere_is_not_waited_for_without_end(signalled):
    start = time.monotonic()
    with pytest.raises(Unavailable, match="given up"):
        signalled(seconds=0.4, first=signal.SIGSTOP)
    assert time.monotonic() - start >= PATIENCE * 0.4
