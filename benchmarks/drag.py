"""From a pointer that moves to gauges that are drawn, in Chromium, against the whole application."""

import os
import signal
import statistics
import subprocess
import time
from itertools import pairwise
from typing import Any

from playwright.sync_api import Playwright

from benchmarks.crowded import frames
from wenlo.launch.environment import ROOT
from wenlo.launch.sandbox import sandbox_home
from wenlo.launch.system import CHROMIUM

STEPS, WAY = 100, 25
"""Moves of the pointer, and how many go one way before it turns."""
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--no-first-run"]

# Runs in the page: moves the pointer, then waits until the gauge strip's text or bands change.
MEASURE = """
async ([x, y]) => {
  const strip = document.querySelector('[class*=gauge-strip_]');
  const before = strip.innerHTML.replaceAll('is-stale', '');
  const handle = document.querySelector('[data-handle="lamp"]');
  const start = performance.now();
  handle.dispatchEvent(new PointerEvent('pointermove', { clientX: x, clientY: y, pointerId: 1, bubbles: true }));
  while (strip.innerHTML.replaceAll('is-stale', '') === before && performance.now() - start < 3000)
    await new Promise(requestAnimationFrame);
  return performance.now() - start;
}
"""


def drag_latencies(playwright: Playwright) -> tuple[dict[str, Any], dict[str, Any], dict[str, Any]]:
    """Median and worst time over a drag of the lamp, between two predicted pictures then, and between drawn frames of
    a crowded set, in a Wenlo of its own. [ms]

    Raises ConnectionError when that cannot be started.
    """
    with sandbox_home() as home:
        demo = subprocess.Popen(
            [str(ROOT / "wenlo"), "demo"],
            env={**os.environ, "WENLO_PORT": "0", "WENLO_HOME": str(home)},
            stdout=subprocess.PIPE,
            text=True,
            start_new_session=True,
        )
        try:
            times, pictures, drawn = _drag(playwright, demo)
        finally:
            demo.send_signal(signal.SIGTERM)
            demo.communicate(timeout=60)
    return _spread(times), _spread(pictures), drawn


def _spread(times: list[float]) -> dict[str, Any]:
    return {"median_ms": round(statistics.median(times), 1), "worst_ms": round(max(times), 1), "rounds": len(times)}


def _drag(playwright: Playwright, demo: subprocess.Popen[str]) -> tuple[list[float], list[float], dict[str, Any]]:
    assert demo.stdout is not None
    url = next((line.split("open ")[1].split()[0] for line in demo.stdout if "open http" in line), None)
    if url is None:
        raise ConnectionError("Wenlo did not start")
    browser = playwright.chromium.launch(executable_path=str(CHROMIUM), args=FLAGS)
    page = browser.new_page(viewport={"width": 1280, "height": 800})
    page.goto(url)
    page.get_by_text("The maker at the bench").click()
    page.get_by_test_id("side-section").wait_for()
    page.wait_for_timeout(8000)
    box = page.locator('[data-handle="lamp"]').first.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    came: list[float] = []
    page.on("requestfinished", lambda r: came.append(time.monotonic()) if r.url.endswith("/api/picture") else None)
    page.mouse.move(x, y)
    page.mouse.down()
    places = [x - 3 * (1 + WAY - abs(i % (2 * WAY) - WAY)) for i in range(STEPS)]
    times = [float(page.evaluate(MEASURE, [place, y])) for place in places]
    came_then = list(came)
    page.mouse.up()
    page.close()
    drawn = frames(browser, url)
    browser.close()
    pictures = [1000.0 * (after - before) for before, after in pairwise(came_then)]
    return times, pictures, drawn
