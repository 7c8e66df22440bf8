"""Whether what is stated holds: sets at random against a plain tracer, by family and effort."""

import argparse
import json
import sys
import time
from dataclasses import replace
from pathlib import Path
from typing import Any

from scipy.stats import binom

from benchmarks.plain_tracer import traced
from benchmarks.random_sets import FAMILIES, random_set
from wenlo.core.transport.measure import read
from wenlo.core.transport.solve import DRAFT, FINE, QUICK, solve
from wenlo.formats.panel_set import read_panel_set

KEPT = Path(__file__).parent / "random_references.json"
"""Readings of the plain tracer, which take a while."""

EFFORTS = {"draft": DRAFT, "quick": QUICK, "fine": FINE}

STATED = 0.95

Truth = dict[str, tuple[float, float]]


def _known() -> dict[str, dict[str, list[float]]]:
    return json.loads(KEPT.read_text("utf-8")) if KEPT.is_file() else {}


def reference(family: str, seed: int, *, most: int, keep: dict[str, Any]) -> Truth:
    """What the plain tracer reads, and its standard errors. [lx]"""
    name = f"{family} {seed}"
    if name not in keep:
        found = traced(random_set(family, seed), share=0.002, most=most)
        keep[name] = {m: [float(f"{v:.7g}"), float(f"{e:.3g}")] for m, (v, e) in found.items()}
    return {m: (v[0], v[1]) for m, v in keep[name].items()}


def long_run(document: dict[str, Any]) -> Truth:
    """Readings of a long run of the solver with another seed, and its standard errors. [lx]

    Where the plain tracer finds too few paths, as through slots. What looks find and what particles find share no path,
    and the bound between them is chosen anew.
    """
    scene, meters = read_panel_set(json.dumps(document))
    found = read(solve(scene, replace(FINE, error=0.004, dark=0.001, most_paths=1 << 15, seed=991)), meters)
    return {name: (float(r.total[1]), r.error / 2.4) for name, r in found.items()}


def better(plain: Truth, long: Truth) -> tuple[Truth, int]:
    """Of each meter the reading that is known better, and how many differ by more than 3.5 standard errors."""
    disputed = sum(
        abs(long[m][0] - lux) > 3.5 * (error**2 + long[m][1] ** 2) ** 0.5 for m, (lux, error) in plain.items()
    )
    return {m: min(plain[m], long[m], key=lambda known: known[1]) for m in plain}, disputed


def missed(got: float, stated: float, truth: float, error: float) -> bool | None:
    """Whether a stated half-width misses the truth; None where the truth itself is not known well enough.

    Parameters
    ----------
    got, stated: a reading and its 95 % half-width. [lx]
    truth, error: of the plain tracer, with its standard error. [lx]
    """
    if truth <= 0.0 or error > 0.5 * max(stated, 1e-12):
        return None
    return abs(got - truth) > (stated**2 + (1.96 * error) ** 2) ** 0.5


def main() -> None:
    """Parse and run."""
    parser = argparse.ArgumentParser(prog="./wenlo bench honest")
    parser.add_argument("--sets", type=int, default=30, help="of every family")
    parser.add_argument("--most", type=int, default=60_000_000, help="paths of the plain tracer for a meter")
    parser.add_argument("--efforts", default="quick,fine")
    parser.add_argument("--long", action="store_true", help="long runs of the solver where they are known better")
    parser.add_argument("--show", action="store_true", help="print every miss")
    parser.add_argument("families", nargs="*")
    options = parser.parse_args()
    keep, failed = _known(), 0
    print(f"{'family':28} {'effort':6} meters misses allowed  worst  unjudged  median ms")
    for family in options.families or FAMILIES:
        before = len(keep)
        truths = [reference(family, seed, most=options.most, keep=keep) for seed in range(options.sets)]
        disputed = 0
        if options.long:
            for seed, plain in enumerate(truths):
                truths[seed], against = better(plain, long_run(random_set(family, seed)))
                disputed += against
        if len(keep) > before:
            KEPT.write_text(json.dumps(keep, separators=(",", ":")), "utf-8")
        for effort in options.efforts.split(","):
            wrong, judged, unknown, worst, times = 0, 0, 0, 0.0, []
            for seed, truth in enumerate(truths):
                scene, meters = read_panel_set(json.dumps(random_set(family, seed)))
                begun = time.perf_counter()
                readings = read(solve(scene, replace(EFFORTS[effort], seed=seed)), meters)
                times.append(time.perf_counter() - begun)
                for name, (value, error) in truth.items():
                    reading = readings[name]
                    verdict = missed(float(reading.total[1]), reading.error, value, error)
                    if verdict is None:
                        unknown += 1
                        continue
                    judged += 1
                    wrong += verdict
                    worst = max(worst, abs(float(reading.total[1]) / value - 1.0))
                    if verdict and options.show:
                        off = float(reading.total[1]) / value - 1.0
                        print(
                            f"    {family} {seed} {name}: {off:+.1%} at ±{reading.error / value:.1%} of {value:.3g} lx"
                        )
            allowed = int(binom.ppf(0.99, judged, 1.0 - STATED)) if judged else 0
            over = wrong > allowed
            failed += over
            print(
                f"{family:28} {effort:6} {judged:6d} {wrong:6d} {allowed:7d} {worst:6.1%} {unknown:9d}"
                f" {sorted(times)[len(times) // 2] * 1000:10.0f}{'  FAILED' if over else ''}"
                f"{f'  {disputed} where long run and tracer disagree' if disputed else ''}",
                flush=True,
            )
    sys.exit(1 if failed else 0)


if __name__ == "__main__":
    main()
