"""Times what people wait for and prints a table, or JSON with ``--json``."""

import argparse
import json
import platform
import resource
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import suppress
from pathlib import Path
from typing import Any

from playwright.sync_api import sync_playwright

from benchmarks import light
from benchmarks.crowded import crowded
from benchmarks.drag import drag_latencies
from benchmarks.editors import again, editors, photographs
from benchmarks.sets import panel_in_room
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.proposals.proposals import proposals
from wenlo.core.ranking.ranking import rank
from wenlo.formats.project_file import write_project
from wenlo.services.figure_results import figures
from wenlo.services.place_results import place
from wenlo.services.warm_up import warm_up

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


def dimmed(index: int) -> dict[str, Any]:
    """The default shoot at another power each time: only weights differ."""
    document = write_shoot(Shoot())
    document["brief"]["lamp"]["power"] = 0.3 + 0.01 * index
    return document


def layered(index: int) -> dict[str, Any]:
    """The default shoot with one, two and three layers in turn."""
    document = write_shoot(Shoot())
    document["design"]["layers"] = 1 + index % 3
    return document


HEAD = f"{'what':60} {'median':>11} {'worst':>11} {'bar':>8} {'error':>7} {'bar':>6}"


def line(name: str, row: dict[str, Any]) -> str:
    """A row of the table."""
    worst = f"{row['worst_ms']} ms" if "worst_ms" in row else ""
    if "ratio" in row:
        got = f"{row['particles_cpu_ms']} ms, {row['particles_rms_percent']} %"
        other = f"{row['paths_cpu_ms']} ms, {row['paths_rms_percent']} %"
        return f"{name:60} {got} against {other}: {row['ratio']} × (bar {row['bar_ratio']} ×)"
    bar = f"{row['bar_ms']} ms" if "bar_ms" in row else ""
    error = row.get("worst_meter_percent", row.get("median_pixel_percent", ""))
    off, allowed = (f"{error} %", f"{row['bar_percent']} %") if error != "" else ("", "")
    return f"{name:60} {row['median_ms']:>8} ms {worst:>11} {bar:>8} {off:>7} {allowed:>6}"


def started(command: str, document: str) -> dict[str, float]:
    """A whole process that answers from a file, less what it computes: what its start costs. [ms]"""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "asked.json"
        file.write_text(document, encoding="utf-8")
        more = ["--only", "build"] if command == "report" else ["--error", "0.05"]

        def run(_: int) -> None:
            subprocess.run(
                [sys.executable, "-m", "wenlo.cli", command, str(file), *more], check=True, stdout=subprocess.DEVNULL
            )

        return timed(run, 3)


def everything(*, browser: bool) -> Iterator[tuple[str, dict[str, Any]]]:
    """Every benchmark, as it is done."""
    warm_up()
    shoot = Shoot()

    def build(_: int) -> None:
        work_out(kind_of(shoot.design).build(shoot.design, shoot.brief))

    yield "figures while dragging the lamp", {**timed(lambda i: figures(moved(i), "draft")), "bar_ms": 30}
    yield "figures while dragging the frame's size", {**timed(lambda i: figures(resized(i), "draft")), "bar_ms": 30}
    yield "figures while dragging one of 60 things", {**timed(lambda i: figures(crowded(i), "draft")), "bar_ms": 60}
    yield "figures after a change of power", {**timed(lambda i: figures(dimmed(i), "draft")), "bar_ms": 5}
    yield "figures after a change of layers", {**timed(lambda i: figures(layered(i), "draft")), "bar_ms": 15}
    yield "clashes and elevations of 60 things", {**timed(lambda i: place(crowded(i + 500), "draft")), "bar_ms": 150}
    yield "figures at rest", timed(lambda i: figures(moved(i), "fine"))
    yield "cut plan and shopping", timed(build)
    yield "proposals for the shadow edge", timed(lambda _: proposals(shoot.brief, shoot.design, "shadow_edge"), 3)
    yield "proposals for the background", timed(lambda _: proposals(shoot.brief, shoot.design, "background"), 3)
    yield "ranking of all kinds", {**timed(lambda _: rank(shoot.brief), 3), "bar_ms": 3000}
    yield (
        "./wenlo report, build alone, whole process",
        {**started("report", write_project(shoot).decode()), "bar_ms": 2000},
    )
    yield "./wenlo solve, a panel, whole process", {**started("solve", json.dumps(panel_in_room())), "bar_ms": 2000}
    for group in (
        light.sets,
        light.against_paths,
        light.many_shapes,
        light.pictures,
        light.groups,
        light.growth,
        photographs,
        again,
        editors,
    ):
        yield from group()
    if browser:
        with suppress(ConnectionError), sync_playwright() as playwright:
            pointer, pictures, drawn = drag_latencies(playwright)
            yield "in the browser: pointer moved to new gauges drawn", {**pointer, "bar_ms": 50}
            yield "in the browser: from one coarse picture of a drag to the next", {**pictures, "bar_ms": 100}
            yield "in the browser: frames of a drag among 60 things (mean)", {**drawn, "bar_ms": 33}


def main() -> None:
    """Run everything; a row that is there is printed at once, and kept whatever happens to those after it."""
    parser = argparse.ArgumentParser(prog="./wenlo bench")
    parser.add_argument("--json", action="store_true", help="print JSON alone, a row a line")
    parser.add_argument("--no-browser", action="store_true", help="leave out what needs Chromium")
    options = parser.parse_args()
    if not options.json:
        print(HEAD, flush=True)
    for name, row in everything(browser=not options.no_browser):
        print(json.dumps({"row": name, **row}, ensure_ascii=False) if options.json else line(name, row), flush=True)
    memory = round(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024)
    if options.json:
        print(json.dumps({"machine": platform.processor() or platform.machine(), "peak_memory_mb": memory}))
    else:
        print(f"peak memory of this process {memory} MB")


if __name__ == "__main__":
    main()
