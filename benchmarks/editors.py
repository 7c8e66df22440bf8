"""Fifty people dragging at once, and then ten rankings beside them, against a whole Wenlo of its own."""

import asyncio
import io
import json
import os
import signal
import statistics
import subprocess
import threading
import time
from collections.abc import AsyncIterator, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import asynccontextmanager, contextmanager, nullcontext, suppress
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit
from uuid import uuid4

import httpx
import numpy as np
import psutil
from PIL import Image

from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.launch.environment import ROOT
from wenlo.launch.sandbox import sandbox_home

EDITORS, STEP, SECONDS, WARM = 50, 0.2, 20.0, 4.0
"""How many people, how often each moves something [s], for how long [s], and how long before it counts [s]."""

SAVED_EVERY = 2.0
"""Pause between two saves of one person. [s]"""

RANKINGS = 10


@contextmanager
def running(lives_in: Path | None = None) -> Iterator[str]:
    """A Wenlo of its own, or the one that lives in a folder; gives its address. Raises ConnectionError when it cannot
    be started.
    """
    with sandbox_home() if lives_in is None else nullcontext(lives_in) as home:
        demo = subprocess.Popen(
            [str(ROOT / "wenlo"), "demo"],
            env={**os.environ, "WENLO_PORT": "0", "WENLO_HOME": str(home)},
            stdout=subprocess.PIPE,
            text=True,
            start_new_session=True,
        )
        try:
            assert demo.stdout is not None
            url = next((line.split("open ")[1].split()[0] for line in demo.stdout if "open http" in line), None)
            if url is None:
                raise ConnectionError("Wenlo did not start")
            # what it says meanwhile must go somewhere, or it would wait for a reader
            threading.Thread(target=demo.stdout.read, daemon=True).start()
            yield url
        finally:
            demo.send_signal(signal.SIGTERM)
            demo.wait(60)


class Line:
    """One kept connection that sends requests and reads whole answers; a client library costs more than the server's
    work here.
    """

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
            value = shoot["document"]["design"]["lamp_distance"]
            await asyncio.sleep(who * SAVED_EVERY / EDITORS)
            while time.monotonic() < self._until:
                began = time.monotonic()
                was, value = value, 0.5 + 0.0007 * ((began * 1000 + 37 * who) % 500)
                change = {"path": ["design", "lamp_distance"], "was": was, "value": value}
                edit = {"id": str(uuid4()), "base": shoot["version"], "writer": f"page {who}", "changes": [change]}
                body = {"device": f"device {who}", "edits": [edit]}
                status, answer = await line.ask("POST", f"/api/shoots/{shoot['id']}/edits", body)
                self._note(self.saves, began, status)
                shoot = answer["shoot"] if status == 200 else shoot
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
        "median_ms": round(statistics.median(times) * 1000),
        "worst_ms": round(late * 1000),
        "rounds": len(times),
        "bar_ms": round(bar * 1000),
    }


def editors() -> Iterator[tuple[str, dict[str, Any]]]:
    """Figures and saves of fifty people, alone and beside ten rankings."""
    with running() as url:
        time.sleep(LOADED)
        for rankings, beside in ((0, ""), (RANKINGS, f" beside {RANKINGS} rankings")):
            crowd = Crowd(url)
            asyncio.run(crowd.everybody(rankings))
            share = 2.0 if rankings else 1.0
            yield (
                f"figures for {EDITORS} who drag{beside}",
                {**_row(crowd.figures, 1.5 * share), "failed": crowd.failed},
            )
            yield (
                f"saves of {EDITORS} who drag{beside} (worst: p95)",
                {**_row(crowd.saves, 0.5 * share), "failed": crowd.failed},
            )


def again() -> Iterator[tuple[str, dict[str, Any]]]:
    """From the command to the address that is printed, of a Wenlo that was started here before."""
    with sandbox_home() as home:
        times = []
        for _ in range(4):
            began = time.monotonic()
            with running(home):
                times.append((time.monotonic() - began) * 1000)
    yield (
        "./wenlo demo, started again",
        {
            "median_ms": round(statistics.median(times[1:])),
            "worst_ms": round(max(times[1:])),
            "rounds": 3,
            "bar_ms": 8000,
        },
    )


PICTURES, LOADED = 12, 30.0
"""Photographs of a page, and how long until every process has loaded its kernels. [s]"""


def photographs() -> Iterator[tuple[str, dict[str, Any]]]:
    """A page of twelve photographs of 24 megapixels, and what eight of 60 at once add to the memory of all
    processes.
    """
    with running() as url, httpx.Client(base_url=url, timeout=120) as http:
        shoot = http.post("/api/shoots", json={}).json()["id"]
        shots = [http.post(f"/api/shoots/{shoot}/shots", json={"values": {}}).json()["id"] for _ in range(4)]
        pages = [_added(http, shots[k % 2], _jpeg(6000, 4000)) for k in range(PICTURES)]
        began = time.monotonic()
        with ThreadPoolExecutor(6) as browser:
            list(browser.map(lambda page: http.get(page).raise_for_status(), pages))
        taken = round((time.monotonic() - began) * 1000)
        yield f"a page of {PICTURES} photographs of 24 megapixels", {"median_ms": taken, "bar_ms": 2000}
        large = _jpeg(9504, 6336)
        # kernels are still being loaded, which is not the photographs' doing
        time.sleep(LOADED)
        before, most, watched = _memory(), [0.0], threading.Event()

        def watch() -> None:
            while not watched.wait(0.05):
                most[0] = max(most[0], _memory())

        watching = threading.Thread(target=watch)
        watching.start()
        with ThreadPoolExecutor(8) as many:
            added = list(many.map(lambda k: _added(http, shots[2 + k % 2], large), range(8)))
            list(many.map(lambda page: http.get(page).raise_for_status(), added))
        watched.set()
        watching.join()
        more = round(most[0] - before)
        yield "memory that eight of 60 megapixels at once add (MB, not ms)", {"median_ms": more, "bar_ms": 300}


def _added(http: httpx.Client, shot: str, content: bytes) -> str:
    answer = http.post(f"/api/shots/{shot}/photographs", files={"file": ("a.jpg", content)}).raise_for_status().json()
    return f"/api/shots/photographs/{answer['photographs'][-1]['id']}.jpg"


def _jpeg(width: int, height: int) -> bytes:
    rng = np.random.default_rng(width)
    coarse = Image.fromarray(rng.integers(0, 255, (height // 16, width // 16, 3), dtype=np.uint8))
    out = io.BytesIO()
    coarse.resize((width, height), Image.Resampling.BICUBIC).save(out, "JPEG", quality=92)
    return out.getvalue()


def _memory() -> float:
    # what the processes of every Wenlo here have for themselves alone [MB]
    total = 0
    for process in psutil.process_iter(["cmdline"]):
        if "wenlo" in " ".join(process.info["cmdline"] or []) and process.pid != os.getpid():
            with suppress(psutil.Error):
                total += process.memory_full_info().uss
    return total / 1e6


if __name__ == "__main__":
    for group in (photographs, again, editors):
        for name, row in group():
            print(name, row, flush=True)
