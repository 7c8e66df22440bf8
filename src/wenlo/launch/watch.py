"""Looks after what was started: whatever ends, or stands still, is started again."""

import os
import signal
import subprocess
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from pathlib import Path

from wenlo.launch.cluster import Cluster
from wenlo.launch.ground import Trouble, say

LOOK = 0.5
"""Pause between two looks. [s]"""

STANDS_STILL = 5.0
"""A process that was stopped, and not ended, for so long is ended and replaced. [s]"""

MANY, WITHIN = 6, 60.0
"""What ends so often within so long [s] will not stay up by being started again."""

Process = subprocess.Popen[str]


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


@dataclass(kw_only=True)
class Kept:
    """A process that is started again when it ends: what people know it as, and how it is started."""

    name: str
    begin: Callable[[], Process]
    process: Process | None = None
    ended: list[float] = field(default_factory=list)
    still: Stillness = field(default_factory=Stillness)

    def start(self) -> None:
        """Start it."""
        self.process, self.still = self.begin(), Stillness()

    def has_ended(self) -> bool:
        """Whether it was started and is there no more."""
        return self.process is not None and self.process.poll() is not None

    def look(self, now: float) -> None:
        """Start it again if it ended or stands still.

        Raises
        ------
        Trouble
            When it ends again and again.
        """
        process = self.process
        if process is None:
            return
        if process.poll() is None:
            if not self.still.lasts(process.pid, now):
                return
            process.kill()
            process.wait(10)
        self.ended = [t for t in self.ended if now - t < WITHIN] + [now]
        if len(self.ended) >= MANY:
            raise Trouble(f"{self.name} ended {MANY} times within a minute; see the lines above.")
        say(f"{self.name} stopped; starting it again")
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


def _state(pid: int) -> str:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[0]
    except OSError:
        return ""


def look_after(kept: Sequence[Kept], cluster: Cluster) -> None:
    """Keep everything running, until something ends again and again, or the caller is interrupted.

    Parameters
    ----------
    kept: processes, in the order in which they are started.
    cluster: the database; it comes back at the port that the others know.

    Raises
    ------
    Trouble
        When something does not stay up.
    """
    fallen: list[float] = []
    still = Stillness()
    while True:
        time.sleep(LOOK)
        now = time.monotonic()
        postmaster = cluster.postmaster()
        if postmaster is not None and still.lasts(postmaster, now):
            os.kill(postmaster, signal.SIGKILL)
            postmaster, still = None, Stillness()
        if postmaster is None:
            fallen = [t for t in fallen if now - t < WITHIN] + [now]
            if len(fallen) >= MANY:
                raise Trouble(f"the database ended {MANY} times within a minute; see {cluster.data / 'server.log'}.")
            say("the database stopped; starting it again")
            cluster.start()
        for one in kept:
            one.look(now)


def pass_on(made_here: frozenset[str]) -> dict[str, str]:
    """Wenlo's settings of the environment that the launcher does not make itself."""
    return {name: value for name, value in os.environ.items() if name.startswith("WENLO_") and name not in made_here}
