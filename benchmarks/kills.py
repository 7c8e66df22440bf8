"""Kills or stops one process of a running Wenlo after another while clients save, and counts what is lost: ``./wenlo
bench kills``.
"""

import argparse
import os
import random
import signal
import sys
import threading
import time
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import httpx
import psutil

from benchmarks.editors import running
from wenlo.core.document.shoot import Shoot, write_shoot

ROUNDS, CLIENTS, BACK_WITHIN = 40, 4, 10.0
"""How many processes are ended, how many clients save meanwhile, and how soon it must answer again [s]."""

PAUSE = 2.0
"""Between two kills, while it answers. [s]"""


@dataclass
class Written:
    """What the server acknowledged to a client: versions of a shoot, numbers of shots."""

    shoots: dict[str, int] = field(default_factory=dict)
    shots: dict[str, set[str]] = field(default_factory=dict)
    count: int = 0


class Client(threading.Thread):
    """Makes shoots, saves them and adds shots; a request that fails is no acknowledgement, and it goes on."""

    def __init__(self, url: str, seed: int) -> None:
        super().__init__()
        self._http = httpx.Client(base_url=url, timeout=30)
        self._random = random.Random(seed)
        self.written = Written()
        self.ending = False

    def run(self) -> None:
        """Until told to end."""
        while not self.ending:
            with suppress(httpx.HTTPError):
                self._shoot()
        self._http.close()

    def _shoot(self) -> None:
        answer = self._http.post("/api/shoots", json={"document": write_shoot(Shoot())})
        if answer.status_code != 201:
            time.sleep(0.1)
            return
        shoot = answer.json()
        self._note(shoot)
        for _ in range(20):
            if self.ending:
                return
            shoot["document"]["design"]["lamp_distance"] = round(0.3 + self._random.random(), 4)
            body = {"version": shoot["version"], "document": shoot["document"], "label": "moved"}
            saved = self._http.put(f"/api/shoots/{shoot['id']}", json=body)
            if saved.status_code == 200:
                shoot = saved.json()
                self._note(shoot)
            elif saved.status_code == 409:
                # the answer to the save before was lost, and not the save
                shoot = self._http.get(f"/api/shoots/{shoot['id']}").json()
            shot = self._http.post(f"/api/shoots/{shoot['id']}/shots", json={"values": {"notes": "kept"}})
            if shot.status_code == 201:
                self.written.shots.setdefault(shoot["id"], set()).add(shot.json()["id"])
                self.written.count += 1

    def _note(self, shoot: dict[str, Any]) -> None:
        self.written.shoots[shoot["id"]] = shoot["version"]
        self.written.count += 1


def launcher_of(url: str) -> psutil.Process:
    """The process that looks after the server at an address."""
    port = int(url.rsplit(":", 1)[1])
    for process in psutil.process_iter(["cmdline"]):
        if "wenlo.launch demo" in " ".join(process.info["cmdline"] or []):
            with suppress(psutil.Error):
                if any(c.laddr.port == port for c in process.net_connections("tcp")):
                    return process
    raise ConnectionError("there is no Wenlo at this address")


def its_processes(launcher: psutil.Process, home: str) -> list[psutil.Process]:
    """Everything that runs for it, whoever its parent is now."""
    found = []
    for process in psutil.process_iter(["cmdline", "status"]):
        words = " ".join(process.info["cmdline"] or [])
        if process.pid != launcher.pid and home in words and process.info["status"] != psutil.STATUS_ZOMBIE:
            found.append(process)
    return found


def _answers(url: str, within: float) -> float | None:
    start = time.monotonic()
    while time.monotonic() - start < within:
        with suppress(httpx.HTTPError):
            if httpx.get(f"{url}/api/shoots", timeout=within).status_code == 200:
                return time.monotonic() - start
        time.sleep(0.05)
    return None


def _name(process: psutil.Process) -> str:
    words = process.cmdline()
    line = " ".join(words)
    for known in ("forkserver", "resource_tracker", "cli serve", "cli worker", "standin supplier", "standin set"):
        if known in line:
            return known
    return Path(words[0]).name if words else "?"


def kills(rounds: int, seed: int) -> bool:
    """Do it and say what came of it; true when nothing was lost, nothing left over and nobody had to do anything."""
    chance = random.Random(seed)
    slowest, failed = 0.0, 0
    with running() as url:
        launcher = launcher_of(url)
        home = launcher.environ()["WENLO_HOME"]
        clients = [Client(url, seed + k) for k in range(CLIENTS)]
        for client in clients:
            client.start()
        for number in range(rounds):
            time.sleep(PAUSE)
            victim = chance.choice([p for p in its_processes(launcher, home) if _name(p) != "psql"])
            how = signal.SIGSTOP if chance.random() < 0.2 else signal.SIGKILL
            with suppress(psutil.Error, ProcessLookupError):
                name = _name(victim)
                os.kill(victim.pid, how)
                # a kill is only felt when what was under way is over
                time.sleep(0.3)
                back = _answers(url, 3 * BACK_WITHIN)
                slowest, failed = max(slowest, back or 0.0), failed + (back is None or back > BACK_WITHIN)
                took = "never" if back is None else f"{back:.1f} s"
                print(f"{number + 1:3} {how.name:7} {name:18} answers after {took}", flush=True)
        for client in clients:
            client.ending = True
        for client in clients:
            client.join(60)
        time.sleep(15.0)
        lost, count = _lost(url, clients), sum(c.written.count for c in clients)
        orphans = [_name(p) for p in its_processes(launcher, home) if p.ppid() == 1 and _name(p) != "postgres"]
    time.sleep(2.0)
    left = [_name(p) for p in its_processes(launcher, home)]
    print(
        f"{rounds} rounds, seed {seed}: {count} writes acknowledged, {lost} lost; slowest back after {slowest:.1f} s,"
        f" {failed} times later than {BACK_WITHIN:.0f} s"
    )
    print(f"without a parent while it ran: {orphans or 'none'}; left over at the end: {left or 'none'}")
    return not (lost or failed or orphans or left)


def _lost(url: str, clients: list[Client]) -> int:
    lost = 0
    with httpx.Client(base_url=url, timeout=30) as http:
        for client in clients:
            for shoot, version in client.written.shoots.items():
                found = http.get(f"/api/shoots/{shoot}")
                lost += found.status_code != 200 or found.json()["version"] < version
            for shoot, shots in client.written.shots.items():
                lost += len(shots - {s["id"] for s in http.get(f"/api/shoots/{shoot}/shots").json()})
    return lost


def main() -> None:
    """Parse and run."""
    parser = argparse.ArgumentParser(prog="./wenlo bench kills")
    parser.add_argument("--rounds", type=int, default=ROUNDS)
    parser.add_argument("--seed", type=int, default=int(time.time()) % 100_000)
    options = parser.parse_args()
    sys.exit(0 if kills(options.rounds, options.seed) else 1)


if __name__ == "__main__":
    main()
