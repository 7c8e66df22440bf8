"""Timings of the light: sets of panels, pictures, groups of lamps, and how time grows."""

import json
import statistics
import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Any

import numpy as np

from benchmarks.sets import ALL, book_light, grid_before_panel, panel_in_room, references
from wenlo.core.analysis.preview import CLEAN, FIRST, PICTURE_EFFORT, camera_of, picture_scene
from wenlo.core.document.shoot import Shoot
from wenlo.core.optics.shapes import Disc, Dome, Panel, Tube
from wenlo.core.transport import solve as solver
from wenlo.core.transport.measure import by_paths, measure, read
from wenlo.core.transport.picture import take
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import FINE, QUICK, Effort, solve
from wenlo.formats.panel_set import read_panel_set

ROUNDS = 5


def median_of(job: Callable[[int], Any], rounds: int = ROUNDS) -> float:
    """Median of some rounds, of which none remembers the one before. [ms]"""
    times = []
    for index in range(rounds):
        solver._recent.clear()
        start = time.perf_counter()
        job(index)
        times.append((time.perf_counter() - start) * 1000)
    return round(statistics.median(times), 1)


def _solved(scene: LightScene, meters: tuple[Meter, ...], effort: Effort) -> dict[str, float]:
    return {name: float(reading.total[1]) for name, reading in read(solve(scene, effort), meters).items()}


Rows = Iterator[tuple[str, dict[str, Any]]]


def sets() -> Rows:
    """Quick and fine time of each set, and how far the worst meter is off: in the median and in the worst sample."""
    for name, truth in references().items():
        scene, meters = read_panel_set(json.dumps(ALL[name]()))
        for mode, effort, samples in (("quick", QUICK, 9), ("fine", FINE, 3)):
            worst, times = [], []
            for seed in range(samples):
                solver._recent.clear()
                start = time.perf_counter()
                got = read(solve(scene, replace(effort, seed=seed)), meters)
                times.append((time.perf_counter() - start) * 1000)
                worst.append(100 * max(abs(got[m].total[1] / lux - 1) for m, (lux, _) in truth.items()))
            row: dict[str, Any] = {
                "median_ms": round(statistics.median(times), 1),
                "worst_ms": round(max(times), 1),
                "worst_meter_percent": round(statistics.median(worst), 2),
                "worst_sample_percent": round(max(worst), 2),
                "bar_percent": 2.0 if mode == "quick" else 0.7,
                "bar_ms": 60 if mode == "quick" else 400,
            }
            yield f"{name}, {mode}", row


def against_paths() -> Rows:
    """Processor time of paths over that of particles at equal error: time × mean square error, over eight samples."""
    for name, truth in references().items():
        scene, meters = read_panel_set(json.dumps(ALL[name]()))
        cost, row = {}, {}
        for way, job in (("particles", measure), ("paths", by_paths)):
            job(solve(scene, QUICK), meters)
            squares, times = [], []
            for seed in range(8):
                solver._recent.clear()
                start = time.process_time()
                got = job(solve(scene, replace(QUICK, seed=seed)), meters).readings()
                times.append(time.process_time() - start)
                squares += [
                    (got[m].total[1] / lux - 1) ** 2 - (unsure / lux) ** 2 for m, (lux, unsure) in truth.items()
                ]
            mean = max(statistics.fmean(squares), 1e-12)
            cost[way] = statistics.fmean(times) * mean
            row[f"{way}_cpu_ms"] = round(1000 * statistics.fmean(times), 1)
            row[f"{way}_rms_percent"] = round(100 * mean**0.5, 2)
        yield (
            f"{name}, against paths",
            {
                **row,
                "ratio": round(cost["paths"] / cost["particles"], 1),
                "bar_ratio": 5 if name == "panel in a room" else 10,
            },
        )


def pictures() -> Rows:
    """First and clean picture of the default shoot, from the edit on, and how noisy the clean one is."""
    shoot = Shoot()
    camera = camera_of(shoot.brief)
    scene = picture_scene(shoot.brief, shoot.design)

    def shot(taking: Any, **more: Any) -> Any:
        solved = solve(scene, PICTURE_EFFORT)
        size = {"width": taking.width, "height": taking.height}
        return take(solved, camera, **{**size, "samples": taking.samples, "smoothing": taking.smoothing, **more})

    truth = shot(CLEAN, samples=256, smoothing=0).light[0][..., 1]
    lit = truth > 1e-3 * truth.max()
    off = 100 * np.abs(shot(CLEAN).light[0][..., 1][lit] / truth[lit] - 1)
    yield "picture 240×160, first", {"median_ms": median_of(lambda _: shot(FIRST)), "bar_ms": 150}
    clean = {"median_ms": median_of(lambda _: shot(CLEAN)), "bar_ms": 600}
    median, late = float(np.median(off)), float(np.quantile(off, 0.95))
    yield "picture 480×320, clean", {**clean, "median_pixel_percent": round(median, 2), "bar_percent": 2.0}
    yield "picture 480×320, its 95th percentile", {**clean, "median_pixel_percent": round(late, 2), "bar_percent": 6.0}
    large = replace(CLEAN, width=1280, height=853)
    yield "picture 1280×853, clean", {"median_ms": median_of(lambda _: shot(large), 3), "bar_ms": 4000}


def many_shapes() -> Rows:
    """A quick answer of 200 shapes, flat and round, four lamps and twenty meters, none within 15 cm of a shape."""
    draw = np.random.default_rng(12)
    document = panel_in_room()
    one = document["lamps"][0]
    document["lamps"] = [
        {**one, "id": f"lamp {k}", "lumens": 1500, "origin": [0.5 + 0.8 * k, 0.8 + 0.2 * k, 1.7]} for k in range(4)
    ]
    document["meters"] = [
        {"id": f"meter {k}", "position": [*draw.uniform([0.5, 2.0, 0.5], [3.5, 4.5, 1.8])], "normal": [0, -1, 0.2]}
        for k in range(20)
    ]
    scene, meters = read_panel_set(json.dumps(document))
    surface = scene.panels[1].surface
    shapes = list(scene.panels)
    while len(shapes) < 200:
        k, at = len(shapes), draw.uniform([0.2, 1.6, 0.1], [3.8, 4.8, 2.2])
        if min(float(np.linalg.norm(at - meter.position)) for meter in meters) < 0.35:
            continue
        way = draw.normal(size=3)
        way /= np.linalg.norm(way)
        side = np.cross(way, [0.0, 0.0, 1.0])
        side /= np.linalg.norm(side)
        name = f"thing {k}"
        if k % 4 == 0:
            shapes.append(Dome(id=name, surface=surface, centre=at, radius=0.05))
        elif k % 4 == 1:
            shapes.append(Tube(id=name, surface=surface, base=at, axis=way, length=0.2, radius=0.03))
        elif k % 4 == 2:
            shapes.append(Disc(id=name, surface=surface, centre=at, axis=way, radius=0.08))
        else:
            shapes.append(Panel(id=name, surface=surface, origin=at, edge_u=0.15 * way, edge_v=0.15 * side))
    full = replace(scene, panels=tuple(shapes))
    close = read(solve(full, replace(QUICK, error=0.01, seed=77)), meters)
    worst: list[float] = []

    def once(seed: int) -> None:
        got = read(solve(full, replace(QUICK, seed=seed)), meters)
        worst.append(100 * max(abs(float(got[m].total[1] / close[m].total[1]) - 1) for m in got))

    once(0)
    row = {"median_ms": median_of(lambda k: once(k + 1), 9), "bar_ms": 150}
    yield (
        "200 shapes, 4 lamps, 20 meters, quick",
        {**row, "worst_meter_percent": round(statistics.median(worst), 2), "bar_percent": 2.0},
    )


def groups() -> Rows:
    """Dimming and colouring one of four lamps: readings, and a picture, by weighted sum."""
    document = panel_in_room()
    one = document["lamps"][0]
    document["lamps"] = [{**one, "id": f"lamp {i}", "origin": [0.6 + 0.8 * i, 1.2 + 0.1 * i, 1.6]} for i in range(4)]
    scene, meters = read_panel_set(json.dumps(document))
    measured = measure(solve(scene, QUICK), meters)
    light = np.random.default_rng(0).random((4, 320, 480, 3))
    weights = np.random.default_rng(1).random((4, 3))
    readings = median_of(lambda i: measured.readings({"lamp 1": np.array([0.1 * i, 0.2, 0.3])}))
    yield "lamp power or colour, readings", {"median_ms": readings, "bar_ms": 30}
    picture = median_of(lambda _: np.einsum("ghwk,gk->hwk", light, weights))
    yield "lamp power or colour, picture 480×320", {"median_ms": picture, "bar_ms": 30}


def growth() -> Rows:
    """How the time to a quick answer grows with patches, lamps and panels."""
    scene, _ = read_panel_set(json.dumps(book_light()))
    for sides in (125, 250, 500, 1000):
        yield (
            f"book light, {sides} patch sides",
            {"median_ms": median_of(lambda _, n=sides: solve(scene, replace(QUICK, sides=n)), 3)},
        )
    for count in (1, 2, 4, 8):
        document = panel_in_room()
        one = document["lamps"][0]
        document["lamps"] = [
            {**one, "id": f"lamp {i}", "lumens": 4000 / count, "origin": [0.4 + 0.35 * i, 1.2, 1.6]}
            for i in range(count)
        ]
        many, at = read_panel_set(json.dumps(document))
        yield (
            f"panel in a room, {count} lamps, quick",
            {"median_ms": median_of(lambda i, s=many, m=at: _solved(s, m, QUICK), 3)},
        )
    for cells in (2, 4, 8, 16, 32):
        grid, at = read_panel_set(json.dumps(grid_before_panel(cells)))
        yield (
            f"grid before a panel, {len(grid.panels)} panels, quick",
            {"median_ms": median_of(lambda i, s=grid, m=at: _solved(s, m, QUICK), 3)},
        )
