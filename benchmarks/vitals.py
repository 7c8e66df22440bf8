"""Largest paint and delay of input on a slow phone: a processor four times slower and 1.6 Mbit/s, pages fetched before.

``python -m benchmarks.vitals``. Bars: largest paint ≤ 2.5 s, input ≤ 200 ms.
"""

import statistics
import sys
from typing import Any

import httpx
from playwright.sync_api import Browser, sync_playwright

from benchmarks.drag import FLAGS
from benchmarks.editors import running

SLOWER, BYTES, LATENCY = 4, 1.6e6 / 8, 150.0
"""How much slower the processor is, bytes a second, and the way there and back [ms]."""

PAINT_BAR, INPUT_BAR = 2.5, 0.2
"""[s]"""

TIMES = 3

WATCH = """
window.vitals = { paint: 0, delays: [] };
new PerformanceObserver((l) => { for (const e of l.getEntries()) window.vitals.paint = e.startTime; })
  .observe({ type: 'largest-contentful-paint', buffered: true });
new PerformanceObserver((l) => {
  for (const e of l.getEntries())
    if (e.name === 'pointerdown' || e.name === 'click') window.vitals.delays.push(e.processingStart - e.startTime);
}).observe({ type: 'event', buffered: true, durationThreshold: 16 });
"""


TAPPED = "button[aria-label$=theme]"
"""On every page, and the whole page has to be drawn anew."""


def visit(browser: Browser, address: str) -> tuple[float, float]:
    """Largest paint [s] and longest delay of three taps [s] of a page that was seen before."""
    context = browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True, device_scale_factor=2)
    context.add_init_script("localStorage.setItem('wenlo-shown-round', 'yes');" + WATCH)
    page = context.new_page()
    page.goto(address)
    page.wait_for_timeout(4000)
    page.close()
    page = context.new_page()
    client = context.new_cdp_session(page)
    client.send("Network.enable")
    rates = {"downloadThroughput": BYTES, "uploadThroughput": BYTES, "latency": LATENCY}
    client.send("Network.emulateNetworkConditions", {"offline": False, **rates})
    client.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    page.goto(address)
    page.locator(TAPPED).wait_for(timeout=60_000)
    page.wait_for_timeout(6000)
    paint = page.evaluate("window.vitals.paint")
    for _ in range(3):
        page.locator(TAPPED).click()
        page.wait_for_timeout(700)
    delays = page.evaluate("window.vitals.delays")
    context.close()
    return paint / 1e3, max(delays, default=0.0) / 1e3


def main() -> None:
    """Measure the pages that are opened on a phone and print them with their bars."""
    met_all = True
    with running() as url, sync_playwright() as playwright, httpx.Client(base_url=url, timeout=60) as client:
        browser = playwright.chromium.launch(args=FLAGS, executable_path="/usr/bin/chromium")
        shoots: list[dict[str, Any]] = client.get("/api/shoots").json()
        shoot = shoots[0]["id"]
        pages = {
            "first page": "/",
            "Brief": f"/shoots/{shoot}/brief",
            "Shape": f"/shoots/{shoot}/shape",
            "Build": f"/shoots/{shoot}/build",
        }
        for name, path in pages.items():
            found = [visit(browser, url + path) for _ in range(TIMES)]
            paint, delay = (statistics.median(values) for values in zip(*found, strict=True))
            met = paint <= PAINT_BAR and delay <= INPUT_BAR
            met_all &= met
            print(f"{name}: largest paint {paint:.2f} s, input delay {delay * 1e3:.0f} ms{'' if met else '  over'}")
        browser.close()
    sys.exit(0 if met_all else 1)


if __name__ == "__main__":
    main()
