"""What is looked after: pauses between starts, what stands still, sessions that are ended whole."""

import os
import signal
import subprocess
import sys
import time
from contextlib import suppress
from itertools import pairwise

import psutil

from wenlo.launch.watch import LONGEST_PAUSE, STANDS_STILL, STAYED, Patience, Stillness, Supervised, end_session

SLEEPS = [sys.executable, "-c", "import time; time.sleep(60)"]


def sleeper():
    return subprocess.Popen(SLEEPS, text=True, start_new_session=True)


def became(pid, wanted):
    end = time.monotonic() + 10
    while not wanted(psutil.Process(pid).status()) and time.monotonic() < end:
        time.sleep(0.01)


def stopped(pid):
    os.kill(pid, signal.SIGSTOP)
    became(pid, lambda status: status == psutil.STATUS_STOPPED)


def test_what_stayed_up_is_started_at_once_and_what_does_not_waits_ever_longer():
    patience, now = Patience(began=0.0), 1000.0
    assert patience.is_due(now)
    pauses = []
    for _ in range(8):
        asked = now = now + 1.0
        while not patience.is_due(now):
            now += 0.25
        pauses.append(now - asked)
    assert pauses[:2] == [0.0, 0.0]
    assert all(b >= a for a, b in pairwise(pauses[2:]))
    assert pauses[-1] == LONGEST_PAUSE
    now += STAYED + 1.0
    assert patience.is_due(now)


def test_what_ended_is_started_again():
    kept = Supervised(name="a sleeper", begin=sleeper)
    kept.start()
    first = kept.process
    try:
        first.kill()
        first.wait(10)
        kept.look(time.monotonic())
        assert kept.process is not first
        assert kept.process.poll() is None
    finally:
        kept.end()
    assert kept.has_ended()


def test_what_stands_still_is_replaced_and_what_only_paused_is_not():
    kept, now = Supervised(name="a sleeper", begin=sleeper), time.monotonic()
    kept.start()
    first = kept.process
    try:
        stopped(first.pid)
        kept.look(now)
        kept.look(now + 0.9 * STANDS_STILL)
        assert kept.process is first
        kept.look(now + 1.1 * STANDS_STILL)
        assert kept.process is not first
        assert first.poll() is not None
    finally:
        kept.end()


def test_stillness_begins_anew_when_it_goes_on():
    process, still = sleeper(), Stillness()
    try:
        stopped(process.pid)
        assert not still.lasts(process.pid, 0.0)
        os.kill(process.pid, signal.SIGCONT)
        became(process.pid, lambda status: status != psutil.STATUS_STOPPED)
        assert not still.lasts(process.pid, 100.0)
    finally:
        process.kill()
        process.wait(10)


def test_everything_of_a_session_is_ended_even_if_it_stands_still():
    starts = (
        "import subprocess, sys; print(subprocess.Popen([sys.executable, '-c', 'import time; time.sleep(60)']).pid,"
        " flush=True)"
    )
    leader = subprocess.Popen([sys.executable, "-c", starts], text=True, stdout=subprocess.PIPE, start_new_session=True)
    with leader.stdout:
        left = int(leader.stdout.readline())
    leader.wait(10)
    stopped(left)
    end_session(leader.pid)
    end = time.monotonic() + 10
    alive = True
    while alive and time.monotonic() < end:
        alive = False
        with suppress(psutil.NoSuchProcess):
            alive = psutil.Process(left).status() != psutil.STATUS_ZOMBIE
        time.sleep(0.05)
    assert not alive
