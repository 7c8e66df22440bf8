"""Pieces of work shared out between processes: all of them are done once, whoever dies, stands still or fails."""

import os
import signal
import time
from functools import partial

import pytest

from wenlo.core.errors import Impossible
from wenlo.jobs.helpers import Helpers
from wenlo.jobs.lane import begin_to_import, is_stopped


def _who(thing: int) -> tuple[int, int]:
    time.sleep(0.05)
    return thing, os.getpid()


def _refused_elsewhere(here: int, thing: int) -> int:
    time.sleep(0.05)
    if os.getpid() != here:
        raise Impossible("not in this process")
    return thing


def _stays_long_elsewhere(here: int, thing: int) -> int:
    if os.getpid() != here:
        time.sleep(60.0)
    return thing


@pytest.fixture(scope="module")
def helpers():
    begin_to_import()
    made = Helpers(1)
    made.begin()
    yield made
    made.close()


def warm(helpers):
    """Wait until its helper has its kernels, and takes part."""
    end = time.monotonic() + 60
    while time.monotonic() < end:
        others = {by for _, by in helpers.each(_who, range(6))} - {os.getpid()}
        if others:
            return others.pop()
    raise TimeoutError("no helper took part")


def test_every_piece_is_done_once_and_both_processes_are_at_it(helpers):
    pid = warm(helpers)
    found = list(helpers.each(_who, range(20)))
    assert sorted(thing for thing, _ in found) == list(range(20))
    assert {by for _, by in found} == {os.getpid(), pid}
    # the first are the helper's, the last are done here
    assert (0, pid) in found
    assert (19, os.getpid()) in found


def test_whoever_has_enough_may_stop(helpers):
    some = helpers.each(_who, range(40))
    assert next(some)
    began = time.monotonic()
    some.close()
    assert time.monotonic() - began < 1.0
    assert len(list(helpers.each(_who, range(6)))) == 6


def test_the_pieces_of_a_helper_that_is_killed_are_done_all_the_same(helpers):
    pid = warm(helpers)
    found = helpers.each(_who, range(20))
    got = [next(found)]
    os.kill(pid, signal.SIGKILL)
    got += list(found)
    assert sorted(thing for thing, _ in got) == list(range(20))
    assert warm(helpers) != pid


def test_a_helper_that_stands_still_is_not_waited_for_and_replaced(helpers):
    pid = warm(helpers)
    os.kill(pid, signal.SIGSTOP)
    while not is_stopped(pid):
        time.sleep(0.05)
    found = list(helpers.each(_who, range(8)))
    assert sorted(thing for thing, _ in found) == list(range(8))
    assert warm(helpers) != pid


def test_what_a_helper_is_busy_with_for_long_is_done_here_as_well(helpers):
    warm(helpers)
    assert sorted(helpers.each(partial(_stays_long_elsewhere, os.getpid()), range(4))) == [0, 1, 2, 3]


def test_a_refusal_comes_to_whoever_asked(helpers):
    made = Helpers(1)
    made.begin()
    warm(made)
    try:
        with pytest.raises(Impossible, match="not in this process"):
            list(made.each(partial(_refused_elsewhere, os.getpid()), range(200)))
    finally:
        made.close()


def test_nobody_waits_for_a_helper_that_still_loads():
    made = Helpers(1)
    made.begin()
    try:
        began = time.monotonic()
        assert sorted(thing for thing, _ in made.each(_who, range(4))) == [0, 1, 2, 3]
        assert time.monotonic() - began < 2.0
    finally:
        made.close()


def test_without_helpers_all_is_done_here():
    found = list(Helpers(0).each(_who, range(3)))
    assert sorted(found) == [(k, os.getpid()) for k in range(3)]
