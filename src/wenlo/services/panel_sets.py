"""Solving a panel set within a time or to an error."""

import time
from dataclasses import replace
from pathlib import Path

import numpy as np

from wenlo.core.errors import InvalidInput
from wenlo.core.optics.lamp import Emitter
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter, Reading
from wenlo.core.transport.solve import QUICK, Effort, solve
from wenlo.formats.panel_set import read_panel_set, write_readings

USUAL_ERROR = 0.004
LONGEST = 10.0
"""Without a time or an error to reach it stops after so long. [s]"""

MOST_PATHS = 1 << 22


def effort_for(error: float) -> Effort:
    """Sampling that suits a relative half-width: more patches pay for a lower one. [-]"""
    if error >= 0.02:
        return replace(QUICK, error=error, most_paths=MOST_PATHS)
    return Effort(sides=350 if error > 0.005 else 500, error=error, most_paths=MOST_PATHS)


def solve_set(
    scene: LightScene, meters: tuple[Meter, ...], *, seconds: float | None = None, error: float | None = None
) -> dict[str, Reading]:
    """Read the meters of a set.

    Parameters
    ----------
    scene, meters: the set.
    seconds: time to take, at most; the error is then as low as it gets. [s]
    error: half-width to reach, relative to each reading; ``USUAL_ERROR`` if neither is given. [-]
    """
    if not scene.lamps:
        return {m.id: Reading() for m in meters}
    start = time.perf_counter()
    limit = LONGEST if seconds is None and error is None else seconds
    wanted = error if error is not None else (0.0 if seconds is not None else USUAL_ERROR)
    effort = effort_for(0.02 if seconds is not None and seconds < 0.5 else wanted)
    solved = solve(scene, replace(effort, error=wanted, most_paths=MOST_PATHS))
    solved_at = time.perf_counter()

    def go_on(_: float) -> bool:
        if limit is None:
            return True
        now = time.perf_counter()
        # the next round may follow as many paths again as all before
        return (now - start) + (now - solved_at) < limit

    return read(solved, meters, go_on)


def solve_file(file: Path, *, seconds: float | None = None, error: float | None = None) -> str:
    """Readings of a panel set file as JSON; see :func:`solve_set`.

    Raises
    ------
    InvalidInput
        The message is one line that names the field.
    OSError
        When the file cannot be read.
    """
    try:
        text = file.read_text(encoding="utf-8-sig")
    except UnicodeDecodeError:
        raise InvalidInput("the file: not UTF-8 text") from None
    scene, meters = read_panel_set(text)
    _load_kernels()
    start = time.perf_counter()
    readings = solve_set(scene, meters, seconds=seconds, error=error)
    return write_readings(readings, time.perf_counter() - start)


def _load_kernels() -> None:
    # from the cache on disk, so that the time that is told is that of the solution
    one, up = np.ones(3), np.array([0.0, 0.0, 1.0])
    lamp = Emitter(
        id="lamp",
        shape="rectangle",
        centre=np.zeros(3),
        edge_u=np.array([1.0, 0, 0]),
        edge_v=np.array([0, 1.0, 0]),
        amount=1.0,
        beam=1.0,
        colour=one,
    )
    meter = Meter(id="meter", position=up, normal=-up)
    read(solve(LightScene(panels=(), lamps=(lamp,)), replace(QUICK, most_paths=32)), [meter])
