"""Makes the references of named sets: means of long solutions with samples of their own."""

import json
import sys
from dataclasses import replace
from pathlib import Path

import numpy as np

from benchmarks.sets import ALL
from wenlo.core.transport import solve as solver
from wenlo.core.transport.measure import read
from wenlo.core.transport.solve import FINE, solve
from wenlo.formats.panel_set import read_panel_set

KEPT = Path(__file__).parent / "references.json"
SOLUTIONS, FIRST_SEED = 8, 5000
CLOSE = replace(FINE, error=0.004, dark=0.001, most_paths=1 << 15)


def reference(name: str) -> dict[str, tuple[float, float]]:
    """Mean and standard error of every meter of a set. [lx]"""
    scene, meters = read_panel_set(json.dumps(ALL[name]()))
    found: dict[str, list[float]] = {meter.id: [] for meter in meters}
    for seed in range(FIRST_SEED, FIRST_SEED + SOLUTIONS):
        solver._recent.clear()
        for meter, reading in read(solve(scene, replace(CLOSE, seed=seed)), meters).items():
            found[meter].append(float(reading.total[1]))
    return {
        meter: (round(float(np.mean(v)), 4), round(float(np.std(v, ddof=1)) / SOLUTIONS**0.5, 4))
        for meter, v in found.items()
    }


if __name__ == "__main__":
    known = json.loads(KEPT.read_text("utf-8"))
    for name in sys.argv[1:]:
        known[name] = reference(name)
        print(name, known[name], flush=True)
    KEPT.write_text(json.dumps(known, indent=1) + "\n", "utf-8")
