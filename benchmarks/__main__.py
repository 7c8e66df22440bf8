"""Times what people wait for and prints a table, or JSON with ``--json``."""

import argparse
import json
import platform
import resource
import statistics
import time
from collections.abc import Callable
from contextlib import suppress
from typing import Any

from playwright.sync_api import sync_playwright

from benchmarks import light
from benchmarks.crowded import crowded
from benchmarks.drag import drag_latencies
from wenlo.core.advice.proposals import proposals
from wenlo.core.build.shopping import work_out
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.shoot.document import Shoot, write_shoot
from wenlo.services.compute import figures, warm_up
from wenlo.services.place_results import place

ROUNDS = 15


def timed(job: Callable[[int], Any], rounds: int = ROUNDS) -> dict[str, float]:
    """Median and worst of some rounds. [ms]"""
    job(0)
    times = []
    for index in range(rounds):
        start = time.perf_counter()
        job(index + 1)
        times.append((time.perf_counter() - start) * 1000)
    return {"median_ms": round(statistics.median(times), 1), "worst_ms": round(max(times), 1), "rounds": rounds}


def moved(index: int) -> dict[str, Any]:
    """The default shoot with the lamp at another place each time, so that nothing is remembered."""
    document = write_shoot(Shoot())
    document["design"]["lamp_distance"] = 0.5 + 0.013 * index
    return document


def resized(index: int) -> dict[str, Any]:
    """The default shoot with another frame each time: new geometry for the room too."""
    document = write_shoot(Shoot())
    document["design"]["width"] = 0.9 + 0.017 * index
    return document


def main() -> None:
    """Run everything."""
    parser = argparse.ArgumentParser(prog="./wenlo bench")
    parser.add_argument("--json", action="store_true", help="print JSON alone")
    options = parser.parse_args()
    warm_up()
    shoot = Shoot()

    def build(_: int) -> None:
        work_out(kind_of(shoot.design).build(shoot.design, shoot.brief))

    rows: dict[str, dict[str, Any]] = {
        "figures while dragging the lamp": {**timed(lambda i: figures(moved(i), "draft")), "bar_ms": 100},
        "figures while dragging the frame's size": {**timed(lambda i: figures(resized(i), "draft")), "bar_ms": 100},
        "figures while dragging one of 60 things": {**timed(lambda i: figures(crowded(i), "draft")), "bar_ms": 150},
        "clashes and elevations of 60 things": {**timed(lambda i: place(crowded(i + 500), "draft")), "bar_ms": 150},
        "figures at rest": timed(lambda i: figures(moved(i), "fine")),
        "cut plan and shopping": timed(build),
        "proposals for the shadow edge": timed(lambda _: proposals(shoot.brief, shoot.design, "shadow_edge"), 3),
        "proposals for the background": timed(lambda _: proposals(shoot.brief, shoot.design, "background"), 3),
    }
    rows.update({**light.sets(), **light.pictures(), **light.groups(), **light.growth()})
    with suppress(ConnectionError), sync_playwright() as playwright:
        pointer, drawn = drag_latencies(playwright)
        rows["in the browser: pointer moved to new gauges drawn"] = {**pointer, "bar_ms": 100}
        rows["in the browser: frames of a drag among 60 things (mean)"] = {**drawn, "bar_ms": 33}
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    result = {"machine": platform.processor() or platform.machine(), "peak_memory_mb": round(memory), "rows": rows}
    if options.json:
        print(json.dumps(result, indent=1))
        return
    print(f"{'what':52} {'median':>11} {'worst':>11} {'bar':>8} {'error':>7} {'bar':>6}")
    for name, row in rows.items():
        worst = f"{row['worst_ms']} ms" if "worst_ms" in row else ""
        bar = f"{row['bar_ms']} ms" if "bar_ms" in row else ""
        error = row.get("worst_meter_percent", row.get("median_pixel_percent", ""))
        off, allowed = (f"{error} %", f"{row['bar_percent']} %") if error != "" else ("", "")
        print(f"{name:52} {row['median_ms']:>8} ms {worst:>11} {bar:>8} {off:>7} {allowed:>6}")
    print(f"peak memory of this process {memory:.0f} MB")


if __name__ == "__main__":
    main()
