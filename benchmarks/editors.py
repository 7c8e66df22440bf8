"""Fifty people dragging at once, and then ten rankings beside them, against a whole Wenlo of its own."""

import asyncio
import json
import os
import signal
import statistics
import subprocess
import time
from collections.abc import AsyncIterator, Iterator
from contextlib import asynccontextmanager, contextmanager
from typing import Any
from urllib.parse import urlsplit
from uuid import uuid4

from wenlo.core.shoot.document import Shoot, write_shoot
from wenlo.launch.borrowed import borrowed_home
from wenlo.launch.ground import ROOT

EDITORS, STEP, SECONDS, WARM = 50, 0.2, 20.0, 4.0
"""How many people, how often each moves something [s], for how long [s], and how long before it counts [s]."""

SAVED_EVERY = 2.0
"""Pause between two saves of one person. [s]"""

RANKINGS = 10


@contextmanager
def running() -> Iterator[str]:
    """A Wenlo of its own; gives its address. Raises ConnectionError when it cannot be started."""
    with borrowed_home() as home:
        demo = subprocess.Popen(
            [str(ROOT / "wenlo"), "demo"], env={**os.environ, "WENLO_PORT": "0", "WENLO_HOME": str(home)},
            stdout=subprocess.PIPE, text=True, start_new_session=True,
        )  # fmt: skip
        try:
            assert demo.stdout is not None
            url = next((line.split("open ")[1].split()[0] for line in demo.stdout if "open http" in line), None)
            if url is None:
                raise ConnectionError("Wenlo did not start")
            yield url
        finally:
            demo.send_signal(signal.SIGTERM)
            demo.communicate(timeout=60)


class Line:
    """One kept connection that sends requests and reads whole answers; a client library costs more than the server's work here."""

    def __init__(self, host: str, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        self._host, self._reader, self._writer = host, reader, writer

    async def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        """Status and parsed answer."""
        content = b"" if body is None else json.dumps(body).encode()
        head = f"{method} {path} HTTP/1.1\r\nhost: {self._host}\r\ncontent-type: application/json\r\n"
        self._writer.write(f"{head}content-length: {len(content)}\r\n\r\n".encode() + content)
        headers = (await self._reader.readuntil(b"\r\n\r\n")).decode().lower()
        length = next((int(x.split(":")[1]) for x in headers.split("\r\n") if x.startswith("content-length:")), 0)
        answer = await self._reader.readexactly(length)
        return int(headers.split()[1]), json.loads(answer) if answer else None


@asynccontextmanager
async def connected(url: str) -> AsyncIterator[Line]:
    """A connection to the server."""
    place = urlsplit(url)
    reader, writer = await asyncio.open_connection(place.hostname, place.port, limit=2**24)
    try:
        yield Line(place.netloc, reader, writer)
    finally:
        writer.close()


class Crowd:
    """What the people see."""

    def __init__(self, url: str) -> None:
        self._url, self.figures, self.saves, self.failed = url, list[float](), list[float](), 0
        self._since = time.monotonic() + WARM
        self._until = self._since + SECONDS

    async def everybody(self, rankings: int) -> None:
        """All of them drag until the time is over, ``rankings`` others ask for all kinds."""
        people = [self._drags(k) for k in range(EDITORS)] + [self._saves(k) for k in range(EDITORS)]
        await asyncio.gather(*people, *(self._ranks() for _ in range(rankings)))

    def _note(self, times: list[float], began: float, status: int) -> None:
        if began < self._since:
            return
        if status < 300:
            times.append(time.monotonic() - began)
        elif status != 409:
            self.failed += 1

    async def _drags(self, who: int) -> None:
        # as the pages do: one request under way, and the newest state goes next
        document, editor = write_shoot(Shoot()), str(uuid4())
        async with connected(self._url) as line:
            await asyncio.sleep(who * STEP / EDITORS)
            while time.monotonic() < self._until:
                began = time.monotonic()
                document["design"]["lamp_distance"] = 0.5 + 0.0007 * ((began * 1000 + 37 * who) % 500)
                body = {"document": document, "effort": "draft", "editor": editor}
                self._note(self.figures, began, (await line.ask("POST", "/api/figures", body))[0])
                await asyncio.sleep(max(STEP - (time.monotonic() - began), 0.0))

    async def _saves(self, who: int) -> None:
        async with connected(self._url) as line:
            _, shoot = await line.ask("POST", "/api/shoots", {"document": write_shoot(Shoot())})
            await asyncio.sleep(who * SAVED_EVERY / EDITORS)
            while time.monotonic() < self._until:
                began = time.monotonic()
                shoot["document"]["design"]["lamp_distance"] = 0.5 + 0.0007 * ((began * 1000 + 37 * who) % 500)
                body = {"version": shoot["version"], "document": shoot["document"], "label": "moved"}
                status, answer = await line.ask("PUT", f"/api/shoots/{shoot['id']}", body)
                self._note(self.saves, began, status)
                shoot = answer if status == 200 else shoot
                await asyncio.sleep(max(SAVED_EVERY - (time.monotonic() - began), 0.0))

    async def _ranks(self) -> None:
        async with connected(self._url) as line:
            while time.monotonic() < self._until:
                _, run = await line.ask(
                    "POST", "/api/kinds", {"document": write_shoot(Shoot()), "editor": str(uuid4())}
                )
                while run.get("state") in ("waiting", "running") and time.monotonic() < self._until:
                    await asyncio.sleep(0.5)
                    _, run = await line.ask("GET", f"/api/runs/{run['id']}")


def _row(times: list[float], bar: float) -> dict[str, Any]:
    late = statistics.quantiles(times, n=20)[-1]
    return {
        "median_ms": round(statistics.median(times) * 1000), "p95_ms": round(late * 1000), "rounds": len(times), "bar_ms": round(bar * 1000),
    }  # fmt: skip


def editors() -> Iterator[tuple[str, dict[str, Any]]]:
    """Figures and saves of fifty people, alone and beside ten rankings."""
    with running() as url:
        for rankings, beside in ((0, ""), (RANKINGS, f" beside {RANKINGS} rankings")):
            crowd = Crowd(url)
            asyncio.run(crowd.everybody(rankings))
            share = 2.0 if rankings else 1.0
            yield (
                f"figures for {EDITORS} who drag{beside}",
                {**_row(crowd.figures, 1.5 * share), "failed": crowd.failed},
            )
            yield f"saves of {EDITORS} who drag{beside}", {**_row(crowd.saves, 0.5 * share), "failed": crowd.failed}


if __name__ == "__main__":
    for name, row in editors():
        print(name, row, flush=True)
