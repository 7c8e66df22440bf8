"""How often what a fit states holds: simulated sets that are off in more ways than the fit knows.

Run: ``python -m benchmarks.fits [--sets 200] [--readings 3]``. Printed: outside of how many stated 95 % intervals the
truth lies, against the most that chance allows (99 %); in how many sets the places that were not read come within a
third of a stop; and how many bad readings were doubted, how many good ones.
"""

import argparse
import math
import sys
from collections import Counter
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.stats import binom

from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.calibration.fit import PRIOR, Unknown, fit
from wenlo.core.calibration.model import KEY, bounds_of, predictor, suspects
from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.registry import kinds
from wenlo.core.scene import scene_builder

Array = NDArray[np.float64]

TRIED = ("diffusion_frame", "book_light", "bounce_card", "rod_softbox")

MARKS = (
    MeterMark(name="far cheek", x=0.09, y=0.05, z=1.25, facing="right"),
    MeterMark(name="bench", x=-0.4, y=0.3, z=0.9, facing="up"),
    MeterMark(name="behind", x=0.3, y=0.9, z=1.3, facing="down"),
    MeterMark(name="beside", x=-0.8, y=-0.4, z=1.4, facing="key"),
    MeterMark(name="near the camera", x=0.2, y=-1.0, z=1.3, facing="up"),
)
NAMES = (KEY, *(mark.name for mark in MARKS))

OFTEN = {
    "sheet transmittance": 0.7,
    "lamp output": 0.7,
    "lamp distance": 0.5,
    "wall reflectance": 0.7,
    "daylight": 0.35,
}
READ, PLACED = 0.06, 0.01
"""Standard deviation of a reading [stop] and of a place [m]."""
BAD_OFTEN, BAD = 0.04, 0.9
"""How often a reading is bad, and by how much. [stop]"""
WRONG_NOTE = 0.05
"""How often the lamp's power was noted a stop wrong."""


@dataclass(frozen=True)
class Drawn:
    """A set: as it is thought to be, what is off in it, what its meters read, and which of these is bad."""

    shoot: Shoot
    truth: dict[Unknown, float]
    lux: Array
    bad: int | None


def _size(random: np.random.Generator, name: Unknown, low: float, high: float) -> float:
    # within what is possible
    while True:
        usual = random.normal(0.0, PRIOR[name] * random.uniform(0.7, 1.2))
        size = float(random.exponential(0.06) if name == "daylight" else usual)
        if low < size < high:
            return size


def drawn(random: np.random.Generator) -> Drawn:
    """A set at random."""
    kind = kinds()[str(random.choice(TRIED))]
    plain = Shoot()
    design = kind.start(plain.brief)
    brief = scene_builder.with_daylight(plain.brief, design)
    shoot = plain.model_copy(update={"design": design, "brief": brief})
    limits, truth = bounds_of(brief, design), {}
    for name in suspects(brief, design):
        if random.uniform() > OFTEN[name]:
            continue
        truth[name] = _size(random, name, *limits[name])
    if random.uniform() < WRONG_NOTE:
        truth["lamp output"] = truth.get("lamp output", 0.0) + float(random.choice([-1.0, 1.0]))
    placed = [
        mark.model_copy(update={k: getattr(mark, k) + float(random.normal(0.0, PLACED)) for k in ("x", "y", "z")})
        for mark in MARKS
    ]
    inside = {name: value for name, value in truth.items() if name != "daylight"}
    predict = predictor(brief, design, placed, NAMES)
    lux = predict(inside)
    if "daylight" in truth:
        # from a window somewhere: not alike at every place
        pattern = random.uniform(0.5, 1.3, len(NAMES))
        lux = lux + (predict({**inside, "daylight": truth["daylight"]}) - lux) * pattern
        truth["daylight"] *= float(pattern.mean())
    lux = lux * 2.0 ** random.normal(0.0, READ, len(NAMES))
    bad = int(random.integers(len(NAMES))) if random.uniform() < BAD_OFTEN * len(NAMES) else None
    if bad is not None:
        lux[bad] *= 2.0 ** float(random.choice([-1, 1]) * random.uniform(0.6, 1.8) * BAD)
    return Drawn(shoot=shoot, truth=truth, lux=lux, bad=bad)


def main() -> int:
    """Print the table; 1 where more is missed than chance allows."""
    parser = argparse.ArgumentParser()
    parser.add_argument("--sets", type=int, default=200)
    parser.add_argument("--readings", type=int, default=0, help="how many places are read; 2 to 6 at random if 0")
    parser.add_argument("--seed", type=int, default=1)
    asked = parser.parse_args()
    random = np.random.default_rng(asked.seed)
    held, stated, refused, close, doubted = Counter(), Counter(), 0, [0, 0], [0, 0, 0]
    for _ in range(asked.sets):
        one = drawn(random)
        brief, design = one.shoot.brief, one.shoot.design
        count = asked.readings or int(random.integers(2, len(NAMES) + 1))
        chosen = [0, *sorted(1 + random.choice(len(NAMES) - 1, count - 1, replace=False))]
        names = [NAMES[k] for k in chosen]
        names_of = suspects(brief, design)
        try:
            found = fit(one.lux[chosen], predictor(brief, design, MARKS, names), names_of, bounds_of(brief, design))
        except Impossible:
            refused += 1
            continue
        for told in found.known:
            stated[told.unknown] += 1
            held[told.unknown] += told.low - 1e-6 <= one.truth.get(told.unknown, 0.0) <= told.high + 1e-6
        bad = one.bad if one.bad in chosen else None
        doubted[0] += bad is not None
        doubted[1] += bad is not None and found.doubted is not None and chosen[found.doubted] == bad
        doubted[2] += bad is None and found.doubted is not None
        unread = [k for k in range(len(NAMES)) if k not in chosen]
        if unread:
            told = predictor(brief, design, MARKS, [NAMES[k] for k in unread])(found.expected)
            off = np.abs(np.log2([one.lux[k] for k in unread] / told))
            off = off[[k != one.bad for k in unread]]
            close[1] += 1
            close[0] += bool((off < 1 / 3).all())
    print(f"{'unknown':22} {'stated':>6} {'missed':>6} {'most':>5}")
    wrong = False
    for name in (*PRIOR, "all"):
        n = sum(stated.values()) if name == "all" else stated[name]
        missed = n - (sum(held.values()) if name == "all" else held[name])
        most = int(binom.ppf(0.99, n, 0.05)) if n else 0
        wrong |= missed > most
        print(f"{name:22} {n:6} {missed:6} {most:5}")
    print(f"sets {asked.sets}, refused {refused}; unread places within 1/3 stop in {close[0]} of {close[1]}")
    print(f"bad readings {doubted[0]}, doubted {doubted[1]}; good ones doubted in {doubted[2]} sets")
    return 1 if wrong or math.isnan(close[0]) else 0


if __name__ == "__main__":
    sys.exit(main())
