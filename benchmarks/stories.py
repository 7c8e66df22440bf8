"""Random stories of several people with several pages of one shoot: what they type, tick and photograph must be on the
server in the end, or they must have been asked about it; nothing goes silently, nothing comes twice: ``./wenlo bench
stories``.
"""

import argparse
import io
import json
import random
import re
import sys
import time
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import dataclass, field
from typing import Any

import httpx
import psutil
from PIL import Image
from playwright.sync_api import Browser, BrowserContext, Error, Locator, Page, Request, Route, sync_playwright

from benchmarks.editors import running
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.launch.system import CHROMIUM

STORIES, STEPS = 200, 12

FIELDS: dict[str, tuple[tuple[str, ...], float, float]] = {
    "Width": (("brief", "room", "width"), 3.2, 7.0),
    "Depth": (("brief", "room", "depth"), 4.5, 8.0),
    "To backdrop": (("brief", "backdrop", "distance"), 0.8, 2.0),
    "Face height": (("brief", "subject", "face_height"), 1.0, 1.7),
}
"""Labels of the Brief, where their values are, and between what they are typed. [m]"""

PATIENCE = 60.0
"""So long everything has to come to the server when everybody is back. [s]"""

WAITING = """
async () => {
  const open = indexedDB.open('wenlo-journal', 1);
  const db = await new Promise((done, fail) => {
    open.onsuccess = () => done(open.result);
    open.onerror = () => fail(open.error);
  });
  if (!db.objectStoreNames.contains('entries')) return [];
  const reading = db.transaction('entries').objectStore('entries').getAll();
  const entries = await new Promise((done) => (reading.onsuccess = () => done(reading.result)));
  db.close();
  const late = Object.keys(localStorage).filter((k) => k.startsWith('wenlo-journal-late-'));
  return [...entries.map((e) => `${e.asked ? 'asked ' : ''}${e.kind} ${e.label ?? e.name ?? ''}`), ...late];
}
"""


@dataclass
class Told:
    """All that was typed, ticked and photographed in a story."""

    values: list[tuple[tuple[str, ...], float]] = field(default_factory=list)
    words: list[str] = field(default_factory=list)
    ticks: set[str] = field(default_factory=set)
    photographs: list[str] = field(default_factory=list)
    steps: list[str] = field(default_factory=list)
    kept_mine: int = 0
    sent: list[str] = field(default_factory=list)


class Device:
    """A browser of somebody with one or two pages of the shoot."""

    def __init__(self, browser: Browser, url: str, shoot: str) -> None:
        self.context: BrowserContext = browser.new_context(base_url=url, viewport={"width": 1280, "height": 800})
        self.shoot = shoot
        self.pages: list[Page] = []
        self.offline = False
        self.losing = 0

    def open(self) -> Page:
        """One more page."""
        page = self.context.new_page()
        page.set_default_timeout(15_000)
        page.route(re.compile(r"/edits$|/shots$|/photographs"), self._lose)
        page.goto(f"/shoots/{self.shoot}/brief")
        page.get_by_role("button", name=re.compile("^Face height: ")).wait_for()
        self.pages.append(page)
        return page

    def _lose(self, route: Route) -> None:
        # the server does it, and its answer is lost on the way
        if not self.losing or route.request.method != "POST":
            with suppress(Error):
                route.continue_()
            return
        self.losing -= 1
        with suppress(Error):
            route.fetch()
        with suppress(Error):
            route.abort()

    def set_offline(self, offline: bool) -> None:
        """Cut the network, or mend it."""
        self.offline = offline
        self.context.set_offline(offline)


class Story:
    """One story, from a seed."""

    def __init__(self, browser: Browser, url: str, seed: int, end_server: Callable[[], None] | None = None) -> None:
        self.random = random.Random(seed)
        self.url, self.seed, self.end_server = url, seed, end_server
        self.http = httpx.Client(base_url=url, timeout=60)
        made = self.http.post("/api/shoots", json={"document": write_shoot(Shoot(title=f"Story {seed}"))}).json()
        self.shoot: str = made["id"]
        self.shot: str = self.http.post(f"/api/shoots/{self.shoot}/shots", json={"values": {}}).json()["id"]
        self.devices = [Device(browser, url, self.shoot) for _ in range(2)]
        self.told = Told()
        self._count = 0
        for k, device in enumerate(self.devices):
            device.context.on("request", lambda request, k=k: self._heard(k, request))

    def _heard(self, device: int, request: Request) -> None:
        # what is sent of the shot, to find out what became of a word
        if request.method == "POST" and re.search("/shots/.*/edits$", request.url):
            edits = json.loads(request.post_data or "{}").get("edits", [])
            self.told.sent += [
                f"{device} {e['writer'][:4]} {e['id'][:4]} of {e['base']}: "
                + ", ".join(f"{c['was']!r} → {c['value']!r}" for c in e["changes"])
                for e in edits
            ]

    # ---- what people do

    def _page(self) -> tuple[Device, Page]:
        device = self.random.choice(self.devices)
        if not device.pages:
            if device.offline:
                device.set_offline(False)
            device.open()
        return device, self.random.choice(device.pages)

    def _at(self, page: Page, stage: str) -> None:
        self._press(page, page.get_by_role("link", name=stage, exact=False).first)
        page.locator(f'main[aria-label="{stage.lower()}"]').wait_for()

    def _press(self, page: Page, what: Locator) -> None:
        # somebody is asked at any moment: they answer, and go on with what they were about to do
        for patience in (3000, 3000, 15_000):
            self._answer(page)
            try:
                what.click(timeout=patience)
            except Error:
                if patience > 3000:
                    raise
            else:
                return

    def _answer(self, page: Page) -> None:
        dialog = page.get_by_role("dialog").filter(has_text="Somebody else changed this")
        if dialog.count() and dialog.first.is_visible():
            choice = self.random.choice(["Show theirs", "Keep mine"])
            self.told.kept_mine += choice == "Keep mine"
            self.told.steps.append(choice)
            with suppress(Error):
                dialog.get_by_role("button", name=choice).click(timeout=3000)

    def type_value(self) -> None:
        """Somebody types a number that nobody has typed before."""
        _, page = self._page()
        label = self.random.choice(list(FIELDS))
        path, low, high = FIELDS[label]
        taken = {value for _, value in self.told.values}
        value = next(v for v in iter(lambda: round(self.random.uniform(low, high), 3), None) if v not in taken)
        self._at(page, "Brief")
        room = page.get_by_role("region", name="Room", exact=True).get_by_role("button").first
        if room.get_attribute("aria-expanded") == "false":
            self._press(page, room)
        self._press(page, page.get_by_role("button", name=re.compile(f"^{label}: ")).first)
        page.get_by_label(label, exact=True).fill(f"{value * 1000:.0f} mm")
        page.keyboard.press("Enter")
        # before the next thing happens it is on screen, which is what “typed” means
        self.told.values.append((path, value))
        self.told.steps.append(f"{label} {value}")

    def write_words(self) -> None:
        """Somebody writes a word into the notes of the shot, and leaves in one way or another."""
        device, page = self._page()
        self._at(page, "Prove")
        self._answer(page)
        notes = page.get_by_label("Notes", exact=True)
        try:
            notes.wait_for(timeout=5000)
        except Error:
            # the log was never read while the server could be reached
            self.told.steps.append("no log")
            return
        word = f"w{self.seed}x{self._next()}"
        notes.focus()
        page.keyboard.press("Control+End")
        page.keyboard.type(f" {word}")
        if word not in notes.input_value():
            self.told.steps.append(f"{word} went somewhere else")
            return
        self.told.words.append(word)
        way = self.random.choice(["stay", "stage", "close"])
        self.told.steps.append(f"{word} {way}")
        if way == "stage":
            self._at(page, "Brief")
        elif way == "close":
            page.close()
            device.pages.remove(page)

    def photograph(self) -> None:
        """Somebody adds a photograph."""
        _, page = self._page()
        if len(self.told.photographs) >= 5:
            return
        self._at(page, "Prove")
        self._answer(page)
        chooser = page.get_by_label("Photograph of the shot")
        try:
            chooser.wait_for(state="attached", timeout=5000)
        except Error:
            self.told.steps.append("no log")
            return
        name = f"p{self._next()}.jpg"
        file = io.BytesIO()
        Image.new("RGB", (40, 30), (self.random.randrange(256), 90, 90)).save(file, "JPEG")
        chooser.set_input_files({"name": name, "mimeType": "image/jpeg", "buffer": file.getvalue()})
        self.told.photographs.append(name)
        self.told.steps.append(name)
        # the journal has it when the page says so
        page.wait_for_timeout(300)

    def undo(self) -> None:
        """Somebody takes back, or does again."""
        _, page = self._page()
        self._answer(page)
        name = self.random.choice(["Undo", "Undo", "Redo"])
        button = page.get_by_role("button", name=name)
        if button.count() and button.is_enabled():
            self._press(page, button)
            self.told.steps.append(name)

    def cut_off(self) -> None:
        """Somebody's network goes, or comes back."""
        device = self.random.choice(self.devices)
        device.set_offline(not device.offline)
        self.told.steps.append("offline" if device.offline else "online")

    def lose_answer(self) -> None:
        """The next answer to somebody is lost on its way."""
        self.random.choice(self.devices).losing += 1
        self.told.steps.append("answer lost")

    def close(self) -> None:
        """Somebody closes a page, at once."""
        device, page = self._page()
        page.close()
        device.pages.remove(page)
        self.told.steps.append("closed")

    def open(self) -> None:
        """Somebody opens a second page."""
        device = self.random.choice(self.devices)
        if len(device.pages) < 2 and not device.offline:
            device.open()
            self.told.steps.append("opened")

    def kill(self) -> None:
        """The server ends without a word."""
        if self.end_server is not None:
            self.end_server()
            self.told.steps.append("server killed")

    def _next(self) -> int:
        self._count += 1
        return self._count

    # ---- from beginning to end

    def run(self, steps: int = STEPS) -> list[str]:
        """Tell it; what was lost, doubled or made up."""
        try:
            for device in self.devices:
                device.open()
            things = [self.type_value] * 6 + [self.write_words] * 2 + [self.photograph, self.undo, self.undo]
            things += [self.cut_off] * 2 + [self.lose_answer, self.lose_answer, self.close, self.open, self.kill]
            for _ in range(steps):
                self.random.choice(things)()
            return self._end()
        finally:
            for device in self.devices:
                device.context.close()
            self.http.close()

    def _end(self) -> list[str]:
        for device in self.devices:
            device.losing = 0
            device.set_offline(False)
            if not device.pages:
                device.open()
        # who has just typed is given the pause after which words are kept
        self.devices[0].pages[0].wait_for_timeout(1000)
        end = time.monotonic() + PATIENCE
        waiting: list[Any] = []
        while time.monotonic() < end:
            waiting = []
            for device in self.devices:
                page = device.pages[0]
                self._answer(page)
                with suppress(Error):
                    waiting.append(page.evaluate(WAITING))
            if len(waiting) == len(self.devices) and not any(waiting):
                return list(self._wrong())
            time.sleep(0.2)
        said = [d.pages[0].get_by_test_id("save-state").inner_text() for d in self.devices]
        return [f"still waiting: {waiting}, {said}"]

    def _wrong(self) -> Iterator[str]:
        lines = self._history()
        made = [line for line in lines if not re.match("Undone|Done again", line["label"])]
        applied = Counter(change for line in made if not line["aside"] for change in _changes(line))
        aside = Counter(change for line in made if line["aside"] for change in _changes(line))
        for path, value in self.told.values:
            times, kept = applied[path, value], aside[path, value]
            if not times and not kept:
                yield f"{'.'.join(path)} = {value} is nowhere"
            if times > 1:
                yield f"{'.'.join(path)} = {value} was done {times} times"
        document = self.http.get(f"/api/shoots/{self.shoot}").json()["document"]
        start = write_shoot(Shoot())
        for path, _, _ in FIELDS.values():
            now, first = document, start
            for step in path:
                now, first = now[step], first[step]
            if now != first and (path, round(now, 6)) not in self.told.values:
                yield f"{'.'.join(path)} is {now}, which nobody typed"
        (shot,) = self.http.get(f"/api/shoots/{self.shoot}/shots").json()
        words = Counter(shot["values"]["notes"].split())
        yield from (f"the word {word} is there {words[word]} times" for word in self.told.words if words[word] != 1)
        names = Counter(p["name"] for p in shot["photographs"])
        yield from (f"{name} is there {names[name]} times" for name in self.told.photographs if names[name] != 1)

    def _history(self) -> list[dict[str, Any]]:
        lines: list[dict[str, Any]] = []
        while True:
            before = {"before": lines[-1]["number"]} if lines else {}
            more = self.http.get(f"/api/shoots/{self.shoot}/history", params=before).json()
            lines += more
            if len(more) < 100:
                return lines


def _changes(line: dict[str, Any]) -> Iterator[tuple[tuple[str, ...], Any]]:
    for change in line["changes"]:
        value = change["value"]
        yield tuple(change["path"]), round(value, 6) if isinstance(value, int | float) else str(value)


def kill_server(url: str) -> None:
    """End the web server of a running Wenlo by SIGKILL, and wait until it answers again."""
    port = url.rsplit(":", 1)[1].strip("/")
    for process in psutil.process_iter(["cmdline"]):
        words = process.info["cmdline"] or []
        if "serve" in words and any("wenlo.cli" in word for word in words) and _listens(process, int(port)):
            process.kill()
    end = time.monotonic() + 60
    while time.monotonic() < end:
        with suppress(httpx.HTTPError):
            if httpx.get(f"{url}/api/health/live", timeout=5).status_code == 200:
                return
        time.sleep(0.2)
    raise ConnectionError("Wenlo did not come back")


def _listens(process: psutil.Process, port: int) -> bool:
    with suppress(psutil.Error):
        return any(c.laddr.port == port for c in process.net_connections("inet") if c.status == psutil.CONN_LISTEN)
    return False


def main(arguments: list[str] | None = None) -> int:
    """Tell stories and print what went wrong; 0 if nothing did."""
    parser = argparse.ArgumentParser(prog="./wenlo bench stories")
    parser.add_argument("--count", type=int, default=STORIES)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--url", help="a Wenlo that runs already; its server is not killed")
    asked = parser.parse_args(arguments)
    bad = 0
    began = time.monotonic()
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=str(CHROMIUM), args=["--no-sandbox", "--disable-gpu"])

        def tell(url: str, seed: int, end_server: Callable[[], None] | None) -> int:
            story = Story(browser, url, seed, end_server)
            try:
                wrong = story.run()
            except Error as trouble:
                wrong = [f"the story could not be told: {' | '.join(str(trouble).splitlines()[:14])}"]
            if wrong:
                print(f"story {seed}: {'; '.join(wrong)}\n  {', '.join(story.told.steps)}", flush=True)
                print("\n".join(f"    {line}" for line in story.told.sent), flush=True)
            return bool(wrong)

        def many(url: str, end_server: Callable[[], None] | None) -> int:
            found = 0
            for k in range(asked.count):
                found += tell(url, asked.seed + k, end_server)
                if (k + 1) % 10 == 0:
                    print(f"{k + 1} told, {found} with something wrong, {time.monotonic() - began:.0f} s", flush=True)
            return found

        if asked.url:
            bad = many(asked.url, None)
        else:
            with running() as url:
                bad = many(url, lambda: kill_server(url))
        browser.close()
    print(f"{asked.count} stories from seed {asked.seed}: {bad} with something wrong")
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
