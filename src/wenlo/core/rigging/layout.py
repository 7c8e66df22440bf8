"""The lay-out sheet: floor marks measured from two points, heights, tilts, aims and dials, so that one person with one
tape can do it.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.facts import Fact, Phrases
from wenlo.core.scene.room import room_box

Vector = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True)
class Reference:
    """A point to measure from: what it is, and where. [m]"""

    name: str
    x: float
    y: float


@dataclass(frozen=True, kw_only=True)
class FloorMark:
    """Where something stands: distances from both references, on which side of the line between them, and how it is
    set.

    ``height`` over the floor [m], ``tilt`` downward and ``turn`` from the lens's way [degree], None where there is
    none; ``dial`` in words.
    """

    name: str
    x: float
    y: float
    first: float
    second: float
    side: str
    height: float | None = None
    tilt: float | None = None
    turn: float | None = None
    aim: str = ""
    dial: str = ""


def references(brief: Brief) -> tuple[Reference, Reference]:
    """Both corners of the wall behind the subject; outdoors two pegs beside the subject's mark."""
    if brief.room.outdoors:
        return Reference(name="peg A", x=-2.0, y=0.0), Reference(name="peg B", x=2.0, y=0.0)
    box = room_box(brief)
    return (
        Reference(name="left corner of the back wall", x=box.left, y=box.back),
        Reference(name="right corner of the back wall", x=box.right, y=box.back),
    )


def trilaterated(first: Reference, second: Reference, a: float, b: float, *, side: float = -1.0) -> tuple[float, float]:
    """The place at distances ``a`` and ``b`` [m] from two references, on one side of the line from the first to the
    second (−1: on the right as one looks along it). [m]

    Source: [Geometry].

    Parameters
    ----------
    first, second: the references. [m]
    a, b: distances from them. [m]
    side: +1 on the left as one looks from the first to the second, −1 on the right.

    Returns
    -------
    tuple: x, y. [m]

    Raises
    ------
    ValueError
        If the two circles do not meet.
    """
    dx, dy = second.x - first.x, second.y - first.y
    base = math.hypot(dx, dy)
    along = (a * a - b * b + base * base) / (2.0 * base)
    square = a * a - along * along
    if square < -1e-9:
        raise ValueError("The two tapes do not meet.")
    off = side * math.sqrt(max(square, 0.0))
    return first.x + (along * dx - off * dy) / base, first.y + (along * dy + off * dx) / base


def floor_mark(brief: Brief, name: str, x: float, y: float, **more: object) -> FloorMark:
    """A mark from both references.

    Source: [Geometry].

    Parameters
    ----------
    brief: with the room and its references.
    name: what stands there.
    x, y: place on the floor. [m]

    Returns
    -------
    FloorMark: distances from both references. [m]
    """
    first, second = references(brief)
    cross = (second.x - first.x) * (y - first.y) - (second.y - first.y) * (x - first.x)
    where = "on the line" if abs(cross) < 1e-6 else ("toward the camera" if cross < 0.0 else "behind the line")
    return FloorMark(
        name=name,
        x=x,
        y=y,
        first=math.hypot(x - first.x, y - first.y),
        second=math.hypot(x - second.x, y - second.y),
        side=where,
        **more,  # type: ignore[arg-type]
    )


def aim_angles(start: Vector, target: Vector) -> tuple[float, float]:
    """Tilt downward and turn from the way that the lens looks, clockwise from above. [degree]

    Source: [Geometry].

    Parameters
    ----------
    start, target: places, shape (3,). [m]

    Returns
    -------
    tuple: tilt downward, turn. [degree]

    >>> import numpy as np
    >>> [round(x) for x in aim_angles(np.array([0.0, -1.0, 2.0]), np.array([0.0, 0.0, 1.0]))]
    [45, 0]
    """
    way = target - start
    level = math.hypot(float(way[0]), float(way[1]))
    tilt = math.degrees(math.atan2(-float(way[2]), level))
    turn = math.degrees(math.atan2(float(way[0]), float(way[1]))) if level > 1e-9 else 0.0
    return tilt, turn


TASKS = Phrases(
    "task",
    {
        "tape": {},
        "wet": {},
        "stands": {},
        "overhead": {"name": "label"},
        "put-up": {"name": "label"},
        "first-flash": {},
        "push": {},
        "feel": {},
        "cables": {},
        "inverter": {},
        "generator": {},
        "switch-on": {},
        "cool": {},
        "unplug": {},
        "lower": {},
        "unload": {},
        "count": {},
        "note": {},
    },
    room="checks",
)


@dataclass(frozen=True)
class RigTask:
    """Something to do at the set: an id that its tick refers to, and what it says."""

    id: str
    says: Fact


def _task(key: str) -> RigTask:
    return RigTask(key, TASKS(key))


def order_of_setting(
    things: Sequence[tuple[str, str]],
    *,
    overhead: frozenset[str],
    mains: bool,
    wet: bool,
    inverter: bool = False,
    outdoors: bool = False,
    flashes: bool = False,
) -> list[RigTask]:
    """The order of setting up.

    Parameters
    ----------
    things: ids and names of everything that is put up.
    overhead: ids of those that hang over people.
    mains: whether anything is plugged in.
    wet: whether there is water.
    inverter: whether it is plugged into a battery's inverter.
    outdoors: whether a generator may be used.
    flashes: whether anything flashes.
    """
    tasks = [_task("tape"), *([_task("wet")] if wet else []), _task("stands")]
    hung = [(id, name) for id, name in things if id in overhead]
    tasks += [RigTask(f"put-up@{id}", TASKS("overhead", name=name)) for id, name in hung]
    tasks += [RigTask(f"put-up@{id}", TASKS("put-up", name=name)) for id, name in things if id not in overhead]
    if mains:
        tasks += _plugged_in(inverter=inverter, outdoors=outdoors)
    if flashes:
        tasks.append(_task("first-flash"))
    return [*tasks, _task("push"), _task("feel")]


def _plugged_in(*, inverter: bool, outdoors: bool) -> Iterator[RigTask]:
    yield _task("cables")
    if inverter:
        yield _task("inverter")
    elif outdoors:
        yield _task("generator")
    yield _task("switch-on")


def order_of_striking(*, mains: bool, overhead: bool) -> list[RigTask]:
    """The order of striking."""
    keys = [*(("cool", "unplug") if mains else ()), *(("lower",) if overhead else ()), "unload", "count", "note"]
    return [_task(key) for key in keys]
