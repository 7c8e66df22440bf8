"""The queue of long work with real workers: progress, stopping, taking the place of older work, and a worker
that dies.
"""

import os
import signal
import threading
import time
from uuid import UUID, uuid4

import pytest
from pydantic import BaseModel
from sqlalchemy import text

from conftest import start_worker
from factories import shoot_document
from wenlo.core.errors import Impossible, InvalidInput
from wenlo.db.runs import SqlRunStore
from wenlo.db.session import SqlTransactions, make_engine, make_sessions, migrate
from wenlo.db.shoots import SqlShootStore
from wenlo.jobs.queue import deferrer
from wenlo.services.runs import Runs, perform
from wenlo.services.shoots import Shoots
from wenlo.services.tasks import LONG_TASKS
from wenlo.services.work import LongTask


class Said(BaseModel):
    """An answer of work that only the tests have."""

    by: str


def curve_by(do):
    """A worker's list with another way to do a curve."""
    return {"curve": LongTask("curve", do, Said)}


class Queue:
    """A database of its own with the use cases of long work on it."""

    def __init__(self, url):
        self.url = url
        self.engine = make_engine(url)
        migrate(self.engine)
        sessions = make_sessions(self.engine)
        self.transactions = SqlTransactions(sessions, lambda session: SqlRunStore(session, deferrer(url)))
        self.runs = Runs(self.transactions)
        self.user = Shoots(SqlTransactions(sessions, SqlShootStore)).local_user()

    def start(self, task="ranking", editor=None, **arguments):
        return self.runs.start(self.user, LONG_TASKS[task](**arguments), editor=editor).id

    def look(self, run):
        return self.runs.look(self.user, run)

    def until(self, run, wanted, seconds=60):
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            found = self.look(run)
            if wanted(found):
                return found
            time.sleep(0.05)
        raise AssertionError(f"still {self.look(run)}")


@pytest.fixture
def queue(new_database):
    made = Queue(new_database())
    yield made
    made.engine.dispose()


@pytest.fixture
def workers(queue):
    started = []

    def start(count):
        started.extend(start_worker(queue.url) for _ in range(count))
        return started

    yield start
    for process in started:
        process.kill()
        process.wait(20)


def ended(run):
    return run.state in ("done", "failed", "stopped")


def test_a_worker_that_is_killed_in_the_middle_is_followed_by_another_which_finishes_once(queue, workers):
    both = workers(2)
    run = queue.start(document=shoot_document())
    halfway = queue.until(run, lambda r: r.done >= 2)
    assert halfway.state == "running"
    assert 0 < len(halfway.parts) <= halfway.done
    dead = int(halfway.worker.rsplit(":", 1)[1])
    assert dead in {process.pid for process in both}
    os.kill(dead, signal.SIGKILL)
    left = queue.look(run)
    assert left.state == "running"
    assert left.answer is None
    finished = queue.until(run, ended)
    assert finished.state == "done"
    assert finished.attempt == 2
    assert finished.worker != halfway.worker
    # begun anew: every kind once, none of the dead worker's twice
    kinds = [part["kind"] for part in finished.parts]
    assert len(kinds) == len(set(kinds)) == finished.total == len(finished.answer["kinds"])
    time.sleep(3.0)
    assert queue.look(run) == finished


def test_work_is_done_stopped_and_replaced_by_the_newest(queue, workers):
    old = queue.start(document=shoot_document(), editor="tab")
    new = queue.start(document=shoot_document(), editor="tab")
    other = queue.start(document=shoot_document(), editor="another tab")
    assert queue.look(old).state == "stopped"
    assert queue.look(new).state == queue.look(other).state == "waiting"
    queue.runs.stop(queue.user, other)
    wrong = queue.start("curve", document=shoot_document(), parameter="sheet")
    paper = queue.start("paper", document=shoot_document(), form="csv")
    workers(1)
    begun = queue.until(new, lambda r: r.done >= 1)
    queue.runs.stop(queue.user, new)
    # the next one follows at once: a stopped run does not go on to its end
    failed = queue.until(wrong, ended)
    assert len(queue.look(new).parts) < begun.total
    assert queue.look(new).state == queue.look(other).state == "stopped"
    assert failed.state == "failed"
    assert "Choose a length" in failed.problem["message"]
    assert queue.until(paper, ended).answer["content"]


def test_nobody_elses_run_is_seen_and_nothing_is_stopped_that_is_not_there(queue):
    from wenlo.core.errors import NotFound
    from wenlo.services.ports import User

    run = queue.start(document=shoot_document())
    stranger = User(id=uuid4(), name="somebody else")
    for work in (queue.runs.look, queue.runs.stop):
        with pytest.raises(NotFound):
            work(stranger, run)
    with pytest.raises(NotFound):
        queue.runs.look(queue.user, UUID(int=0))


@pytest.mark.parametrize(
    ("trouble", "code", "words"),
    [
        (InvalidInput("Too wide."), "invalid_input", "Too wide."),
        (Impossible("No stock is long enough."), "impossible", "long enough"),
        (ZeroDivisionError("x/0"), "internal", "nothing was lost"),
    ],
)
def test_what_goes_wrong_is_told_without_a_trace(queue, trouble, code, words):
    def fails(told, **_):
        raise trouble

    run = queue.start("curve", document=shoot_document(), parameter="lamp_distance")
    assert perform(queue.transactions, curve_by(fails), run, worker="here", seconds=60) is True
    found = queue.look(run)
    assert (found.state, found.problem["code"]) == ("failed", code)
    assert words in found.problem["message"]
    assert "x/0" not in str(found.problem)


def test_only_the_newest_attempt_may_write(queue):
    run = queue.start("curve", document=shoot_document(), parameter="lamp_distance")
    seen = []

    def taken_over(told, **_):
        seen.append(told(1, 2, Said(by="a part")))
        # another worker, which thinks that this one is dead, does it in the meantime
        seen.append(
            perform(
                queue.transactions, curve_by(lambda told, **_: Said(by="the other")), run, worker="other", seconds=60
            )
        )
        seen.append(told(2, 2, None))
        return Said(by="the first")

    assert perform(queue.transactions, curve_by(taken_over), run, worker="first", seconds=60) is False
    assert seen == [True, True, False]
    found = queue.look(run)
    assert (found.answer, found.attempt, list(found.parts)) == ({"by": "the other"}, 2, [])
    assert perform(queue.transactions, {}, run, worker="late", seconds=60) is False


def test_parts_that_come_quickly_are_written_together_and_all_are_kept(queue, monkeypatch):
    run = queue.start("curve", document=shoot_document(), parameter="lamp_distance")
    writes, plain, kept = [], SqlRunStore.progress, []

    def counted(store, run, attempt, done, total, parts):
        writes.append(len(parts))
        return plain(store, run, attempt, done, total, parts)

    def quick(told, **_):
        for k in range(40):
            told(k + 1, 40, Said(by=str(k)))
        kept.extend(queue.look(run).parts)
        return Said(by="done")

    monkeypatch.setattr(SqlRunStore, "progress", counted)
    assert perform(queue.transactions, curve_by(quick), run, worker="here", seconds=60) is True
    assert [part["by"] for part in kept] == [str(k) for k in range(40)]
    # the first at once, then several at a time
    assert writes[0] == 1
    assert len(writes) < 30


def test_a_run_that_ends_its_worker_twice_is_failed_and_told(queue):
    run = queue.start("curve", document=shoot_document(), parameter="lamp_distance")
    for _ in range(2):
        with queue.transactions() as store:
            assert store.take_up(run, "killed") is not None
    assert perform(queue.transactions, {}, run, worker="third", seconds=60) is False
    found = queue.look(run)
    assert found.state == "failed"
    assert found.problem["code"] == "gave_up"
    assert "2 times" in found.problem["message"]


def test_a_run_that_takes_too_long_is_given_up_and_told(queue):
    def slow(told, **_):
        end = time.monotonic() + 30
        while time.monotonic() < end and told(1, 2, None):
            sum(range(20_000))
        return Said(by="never kept")

    run = queue.start("curve", document=shoot_document(), parameter="lamp_distance")
    perform(queue.transactions, curve_by(slow), run, worker="here", seconds=0.3)
    assert queue.look(run).problem["code"] == "too_long"


def test_a_run_that_does_not_even_tell_is_ended_with_its_worker(queue):
    ended = threading.Event()

    def stuck(told, **_):
        # stands for a loop without end; the worker's process would be gone here
        while not ended.is_set():
            sum(range(20_000))
        return Said(by="nobody")

    run = queue.start("curve", document=shoot_document(), parameter="lamp_distance")
    perform(queue.transactions, curve_by(stuck), run, worker="here", seconds=0.5, give_up=ended.set)
    assert ended.is_set()
    assert queue.look(run).problem["code"] == "too_long"


def test_whoever_asks_for_much_is_put_behind_the_others(queue):
    many = [queue.start("paper", document=shoot_document()) for _ in range(15)]
    ranking = queue.start("ranking", document=shoot_document(), editor="somebody")
    with queue.engine.connect() as connection:
        rows = connection.execute(text("select args->>'run', priority from queue.procrastinate_jobs")).all()
    order = [UUID(run) for run, _ in sorted(rows, key=lambda row: -row[1])]
    assert order[0] == many[0]
    assert order.index(ranking) < order.index(many[-1])
