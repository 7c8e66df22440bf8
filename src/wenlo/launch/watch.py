"""Looks after what was started: whatever ends, or stands still, is started again."""

import os
import signal
import socket
import subprocess
import threading
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from pathlib import Path

from wenlo.launch.cluster import Cluster
from wenlo.launch.environment import Trouble, say

LOOK = 0.25
"""Pause between two looks. [s]"""

STANDS_STILL = 2.5
"""A process that was stopped, and not ended, for so long is ended and replaced. [s]"""

ASKED, SILENT = 5.0, 30.0
"""How often a server is asked whether it lives, and after what silence it is ended and replaced. [s]"""

STAYED, LONGEST_PAUSE = 15.0, 30.0
"""What ended sooner than so [s] did not stay up: the next start waits twice as long as the one before, but no longer
than that [s].
"""

Process = subprocess.Popen[str]


@dataclass
class Patience:
    """How long the next start waits: not at all for what stayed up until now, and ever longer for what does not."""

    began: float = field(default_factory=time.monotonic)
    pause: float = 0.0
    due: float | None = None

    def is_due(self, now: float) -> bool:
        """Whether it may be started now; asked at every look from its end on."""
        if self.due is None:
            self.pause = min(max(2.0 * self.pause, 1.0), LONGEST_PAUSE) if now - self.began < STAYED else 0.0
            # the first two ends in a row may be anybody's doing
            self.due = now + (self.pause if self.pause > 2.0 else 0.0)
        if now < self.due:
            return False
        self.began, self.due = now, None
        return True


@dataclass
class Stillness:
    """Since when a process has been stopped, which is not the same as ended."""

    since: float | None = None

    def lasts(self, pid: int, now: float) -> bool:
        """Whether it has been so for too long."""
        if _state(pid) != "T":
            self.since = None
        elif self.since is None:
            self.since = now
        return self.since is not None and now - self.since > STANDS_STILL


class Pulse:
    """Whether a server says that it lives, asked from a thread, since one that hangs would keep the asker waiting."""

    def __init__(self, host: str, port: int) -> None:
        self._address = host, port
        self.heard = time.monotonic()
        threading.Thread(target=self._ask, daemon=True).start()

    def _ask(self) -> None:
        while True:
            time.sleep(ASKED)
            try:
                with socket.create_connection(self._address, timeout=ASKED) as line:
                    line.sendall(b"GET /api/health/live HTTP/1.0\r\nHost: localhost\r\n\r\n")
                    if line.recv(64):
                        self.heard = time.monotonic()
            except OSError:
                continue

    def is_lost(self, now: float) -> bool:
        """Whether nothing was heard for too long."""
        return now - self.heard > SILENT


@dataclass(kw_only=True)
class Supervised:
    """A process that is started again when it ends: what people know it as, and how it is started."""

    name: str
    begin: Callable[[], Process]
    process: Process | None = None
    patience: Patience = field(default_factory=Patience)
    still: Stillness = field(default_factory=Stillness)
    pulse: Pulse | None = None

    def start(self) -> None:
        """Start it."""
        self.process, self.still = self.begin(), Stillness()
        if self.pulse is not None:
            self.pulse.heard = time.monotonic()

    def has_ended(self) -> bool:
        """Whether it was started and is there no more."""
        return self.process is not None and self.process.poll() is not None

    def look(self, now: float) -> None:
        """Start it again if it ended, stands still or says nothing any more."""
        process = self.process
        if process is None:
            return
        if process.poll() is None:
            silent = self.pulse is not None and self.pulse.is_lost(now)
            if not silent and not self.still.lasts(process.pid, now):
                return
            process.kill()
            process.wait(10)
        if self.patience.is_due(now):
            say(f"{self.name} stopped; starting it again")
            end_session(process.pid)
            self.start()

    def end(self) -> None:
        """End it, and wait until it has."""
        if self.process is not None and self.process.poll() is None:
            self.process.terminate()
            # one that stands still hears that only when it goes on
            self.process.send_signal(signal.SIGCONT)
            try:
                self.process.wait(10)
            except subprocess.TimeoutExpired:
                self.process.kill()
                self.process.wait(5)
            end_session(self.process.pid)


def _state(pid: int) -> str:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[0]
    except OSError:
        return ""


def end_session(leader: int) -> None:
    """End what a process that is gone started: everything is of its session, whoever its parent is now, and even if it
    stands still.
    """
    for entry in Path("/proc").iterdir():
        if not entry.name.isdigit():
            continue
        try:
            state, session = (entry / "stat").read_text().rsplit(")", 1)[1].split()[0:4:3]
            tidies_up = b"resource_tracker" in (entry / "cmdline").read_bytes()
            if int(session) == leader and state != "Z":
                # what tidies up ends by itself when it hears that all others are gone
                os.kill(int(entry.name), signal.SIGCONT if tidies_up else signal.SIGKILL)
        except (OSError, ValueError):
            continue


def look_after(kept: Sequence[Supervised], cluster: Cluster, asked_to_stop: Callable[[], bool]) -> None:
    """Keep everything running until asked to stop.

    Parameters
    ----------
    kept: processes, in the order in which they are started.
    cluster: the database; it comes back at the port that the others know.
    asked_to_stop: whether it is enough.
    """
    still, patience = Stillness(), Patience()
    while not asked_to_stop():
        time.sleep(LOOK)
        now = time.monotonic()
        postmaster = cluster.postmaster()
        if postmaster is not None and still.lasts(postmaster, now):
            os.kill(postmaster, signal.SIGKILL)
            postmaster, still = None, Stillness()
        if postmaster is None and patience.is_due(now):
            say("the database stopped; starting it again")
            try:
                cluster.start()
            except Trouble as trouble:
                # a full disk, say: whoever frees it need not start anything
                say(str(trouble))
        for one in kept:
            one.look(now)


def pass_on(made_here: frozenset[str]) -> dict[str, str]:
    """Wenlo's settings of the environment that the launcher does not make itself."""
    return {name: value for name, value in os.environ.items() if name.startswith("WENLO_") and name not in made_here}
