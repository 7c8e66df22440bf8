"""Panel sets at random, by family: what people build, and what is hard to light. The same seed gives the same set."""

import math
import random
from collections.abc import Callable
from typing import Any

from benchmarks.sets import lamp, meter, panel, square_tube, white_box, whole

Rng = random.Random
Panels = list[dict[str, Any]]
V = tuple[float, float, float]


def room(rng: Rng, *, walls: tuple[float, float] = (0.2, 0.8)) -> tuple[Panels, V]:
    """A room with its corner at the origin, every wall of its own reflectance, and its size. [m]"""
    w, d, h = rng.uniform(3.0, 5.0), rng.uniform(3.5, 6.0), rng.uniform(2.2, 3.0)
    rho = [round(rng.uniform(*walls), 3) for _ in range(6)]
    return [
        panel("floor", (0, 0, 0), (w, 0, 0), (0, d, 0), rho[0]),
        panel("ceiling", (0, 0, h), (0, d, 0), (w, 0, 0), rho[1]),
        panel("left", (0, 0, 0), (0, d, 0), (0, 0, h), rho[2]),
        panel("right", (w, 0, 0), (0, 0, h), (0, d, 0), rho[3]),
        panel("near", (0, 0, 0), (0, 0, h), (w, 0, 0), rho[4]),
        panel("far", (0, d, 0), (w, 0, 0), (0, 0, h), rho[5]),
    ], (w, d, h)


def _direction(rng: Rng) -> V:
    z, turn = rng.uniform(-1.0, 1.0), rng.uniform(0.0, 2.0 * math.pi)
    r = math.sqrt(1.0 - z * z)
    return r * math.cos(turn), r * math.sin(turn), z


def meters_in(rng: Rng, low: V, high: V, count: int = 4) -> Panels:
    """Meters anywhere in a block of space, looking anywhere."""
    places = [tuple(rng.uniform(a, b) for a, b in zip(low, high, strict=True)) for _ in range(count)]
    return [meter(f"meter {k}", place, _direction(rng)) for k, place in enumerate(places)]


def open_room(rng: Rng) -> dict[str, Any]:
    """A panel lamp somewhere in a room."""
    panels, (w, d, h) = room(rng)
    a, b = rng.uniform(0.1, 0.6), rng.uniform(0.1, 0.6)
    tilt = rng.uniform(-0.6, 0.6)
    u, v = (0.0, b * math.sin(tilt), b * math.cos(tilt)), (a, 0.0, 0.0)
    source = lamp("lamp", (rng.uniform(0.5, w - 1.2), rng.uniform(0.8, 1.6), rng.uniform(1.0, h - 0.7)), u, v, 4000)
    return whole(panels, [source], meters_in(rng, (0.3, 2.0, 0.3), (w - 0.3, d - 0.3, h - 0.3)))


def several_lamps(rng: Rng) -> dict[str, Any]:
    """Three to six lamps of unlike size and output in a room, and boards about."""
    document = open_room(rng)
    w, d, h = 3.0, 3.5, 2.2
    lamps = []
    for k in range(rng.randint(3, 6)):
        a, at = rng.uniform(0.03, 0.5), (rng.uniform(0.4, w - 0.6), rng.uniform(0.3, 1.4), rng.uniform(0.4, h - 0.6))
        lamps.append(lamp(f"lamp {k}", at, (0, 0, a), (a, 0, 0), 10.0 ** rng.uniform(2.0, 4.0)))
    for k in range(rng.randint(2, 6)):
        at = (rng.uniform(0.4, w - 0.6), rng.uniform(1.6, d - 0.6), rng.uniform(0.3, h - 0.8))
        side = rng.uniform(0.2, 0.6)
        board = panel(f"board {k}", at, (side, rng.uniform(-0.3, 0.3), 0), (0, 0, side), rng.uniform(0.03, 0.9))
        document["panels"].append(board)
    return {**document, "lamps": lamps}


def white_room(rng: Rng) -> dict[str, Any]:
    """Every wall reflects about nine tenths."""
    document = open_room(rng)
    for row in document["panels"]:
        row["front"]["reflectance"] = row["back"]["reflectance"] = round(rng.uniform(0.87, 0.92), 3)
    return document


def box_with_sheet(rng: Rng) -> dict[str, Any]:
    """A white box with a sheet in front and a small lamp at its back, in the dark or in a room."""
    panels, (w, d, h) = room(rng) if rng.random() < 0.5 else ([], (4.0, 5.0, 2.4))
    a, b = rng.uniform(0.3, 0.9), rng.uniform(0.15, 0.6)
    x, y, z = (w - a) / 2, 1.0, rng.uniform(0.5, h - a - 0.2)
    white, t = rng.uniform(0.7, 0.92), rng.uniform(0.2, 0.6)
    panels = [*panels, *white_box((x, y, z), a, b, white, 0.9 - t, t)]
    s = rng.uniform(0.02, 0.1)
    chip = lamp("chip", (x + a / 2 - s / 2, y + 0.02, z + a / 2 - s / 2), (0, 0, s), (s, 0, 0), 9000)
    return whole(panels, [chip], meters_in(rng, (0.3, y + b + 0.3, 0.3), (w - 0.3, d - 0.3, h - 0.3)))


def _lit_tube(rng: Rng, inside: float, opening: tuple[float, float]) -> dict[str, Any]:
    side, long = rng.uniform(0.1, 0.25), rng.uniform(0.1, 0.4)
    walls = [] if rng.random() < 0.5 else [panel("wall", (-2, long + 2.0, -2), (0, 0, 4), (4, 0, 0), 0.7)]
    s = rng.uniform(0.03, 0.08)
    chip = lamp("chip", (-s / 2, 0.01, -s / 2), (0, 0, s), (s, 0, 0), 3000)
    ahead = long + rng.uniform(0.3, 1.5)
    spread = 0.6 * (ahead - long)
    meters = [
        meter("axis", (0.0, ahead, 0.0), (0, -1, 0)),
        *(
            meter(f"beside {k}", (rng.uniform(-spread, spread), ahead, rng.uniform(-spread, spread)), (0, -1, 0))
            for k in range(3)
        ),
    ]
    return whole([*square_tube(side, long, inside, opening), *walls], [chip], meters)


def black_slot(rng: Rng) -> dict[str, Any]:
    """A black tube with a slot."""
    return _lit_tube(rng, 0.04, (rng.uniform(0.004, 0.03), rng.uniform(0.03, 0.09)))


def white_slot(rng: Rng) -> dict[str, Any]:
    """A white tube with a slot: what shines out has gone round inside."""
    return _lit_tube(rng, rng.uniform(0.6, 0.9), (rng.uniform(0.006, 0.03), rng.uniform(0.03, 0.09)))


def small_opening(rng: Rng) -> dict[str, Any]:
    """A white box with an opening of a few millimetres."""
    side = rng.uniform(0.003, 0.008)
    return _lit_tube(rng, rng.uniform(0.6, 0.9), (side, side))


def skirted(rng: Rng) -> dict[str, Any]:
    """A lamp that looks up into a white board with black skirts, in a room."""
    panels, (w, d, h) = room(rng)
    a, b, low = rng.uniform(0.8, 1.6), rng.uniform(0.6, 1.2), rng.uniform(0.2, 0.5)
    x, y, z = (w - a) / 2, (d - b) / 2, h - 0.2
    panels = [
        *panels,
        panel("board", (x, y, z), (0, b, 0), (a, 0, 0), 0.82),
        panel("skirt near", (x, y, z - low), (a, 0, 0), (0, 0, low), 0.04),
        panel("skirt far", (x, y + b, z - low), (a, 0, 0), (0, 0, low), 0.04),
        panel("skirt west", (x, y, z - low), (0, b, 0), (0, 0, low), 0.04),
        panel("skirt east", (x + a, y, z - low), (0, b, 0), (0, 0, low), 0.04),
    ]
    s = rng.uniform(0.05, 0.15)
    up = lamp("up", (w / 2 - s / 2, d / 2 - s / 2, 0.6), (s, 0, 0), (0, s, 0), 6000)
    return whole(panels, [up], meters_in(rng, (0.3, 0.3, 0.3), (w - 0.3, d - 0.3, z - low - 0.2)))


def strips(rng: Rng) -> dict[str, Any]:
    """Black strips before a sheet with a lamp behind it."""
    count, a, deep = rng.randint(3, 9), rng.uniform(0.4, 0.8), rng.uniform(0.04, 0.15)
    t = rng.uniform(0.3, 0.6)
    panels = [panel("sheet", (-a / 2, 1.0, 1.0), (0, 0, a), (a, 0, 0), 0.9 - t, 0.9 - t, transmittance=t)]
    for k in range(count + 1):
        x = -a / 2 + a * k / count
        panels.append(panel(f"strip {k}", (x, 1.01, 1.0), (0, deep, 0), (0, 0, a), 0.04))
    if rng.random() < 0.5:
        panels.append(panel("wall", (-2, 4.0, 0), (0, 0, 3), (4, 0, 0), 0.6))
    s = rng.uniform(0.05, 0.2)
    source = lamp("lamp", (-s / 2, rng.uniform(0.2, 0.7), 1.0 + a / 2 - s / 2), (0, 0, s), (s, 0, 0), 5000)
    return whole(panels, [source], meters_in(rng, (-1.5, 1.5, 0.3), (1.5, 3.7, 2.2)))


def mirrors(rng: Rng) -> dict[str, Any]:
    """A lamp that looks into a mirror, and perhaps that into another: what they throw on a wall comes no other way."""
    panels, (w, d, h) = room(rng, walls=(0.1, 0.6))
    s = rng.uniform(0.1, 0.25)
    x, y, z = w / 2, 1.0, 1.2
    # the lamp looks along +y at a mirror that is turned by half of a right angle, more or less
    source = lamp("lamp", (x - s / 2, y, z - s / 2), (0, 0, s), (s, 0, 0), 4000)
    turn, m = math.radians(rng.uniform(35.0, 55.0)), rng.uniform(0.3, 0.6)
    u = (m * math.cos(turn), -m * math.sin(turn), 0.0)
    place = (x - u[0] / 2, y + rng.uniform(0.5, 0.9) - u[1] / 2, z - m / 2)
    panels.append(panel("mirror", place, (0, 0, m), u, rng.uniform(0.8, 0.95), roughness=0.0))
    if rng.random() < 0.5:
        # what comes off it goes to the left or the right, and finds a second one
        panels.append(panel("second", (0.3, place[1] - 0.2, z - 0.4), (0, 0.9, 0), (0, 0, 0.8), 0.9, roughness=0.0))
    # a cover keeps the lamp's own light off the walls beside
    panels.append(panel("cover west", (x - s, y - 0.05, z - s), (0, 0.35, 0), (0, 0, 2 * s), 0.04))
    panels.append(panel("cover east", (x + s, y - 0.05, z - s), (0, 0.35, 0), (0, 0, 2 * s), 0.04))
    on_walls = [
        meter("left wall", (0.02, place[1] + rng.uniform(-0.3, 0.3), z), (1, 0, 0)),
        meter("right wall", (w - 0.02, place[1] + rng.uniform(-0.3, 0.3), z), (-1, 0, 0)),
    ]
    return whole(panels, [source], [*on_walls, *meters_in(rng, (0.5, 2.2, 0.4), (w - 0.5, d - 0.3, h - 0.4), 2)])


def anything(rng: Rng) -> dict[str, Any]:
    """Boards, sheets and flags anywhere in a room."""
    panels, (w, d, h) = room(rng)
    for k in range(rng.randint(4, 14)):
        size, way, side = rng.uniform(0.2, 1.0), _direction(rng), _direction(rng)
        u = tuple(size * c for c in way)
        along = sum(a * b for a, b in zip(way, side, strict=True))
        off = [b - along * a for a, b in zip(way, side, strict=True)]
        far = math.sqrt(sum(c * c for c in off))
        v = tuple(rng.uniform(0.2, 1.0) * c / far for c in off)
        t = rng.choice([0.0, 0.0, rng.uniform(0.2, 0.6)])
        rho = rng.uniform(0.03, 0.95 - t)
        place = tuple(rng.uniform(0.9, most - 0.9) for most in (w, d, h))
        panels.append(panel(f"board {k}", place, u, v, rho, transmittance=t))  # type: ignore[arg-type]
    s = rng.uniform(0.08, 0.4)
    source = lamp("lamp", (w / 2, 0.2, 0.3), (0, 0, s), (s, 0, 0), 5000)
    return whole(panels, [source], meters_in(rng, (0.1, 0.1, 0.1), (w - 0.1, d - 0.1, h - 0.1)))


FAMILIES: dict[str, Callable[[Rng], dict[str, Any]]] = {
    "open room": open_room,
    "several lamps": several_lamps,
    "white room": white_room,
    "box with a sheet": box_with_sheet,
    "black tube, slot": black_slot,
    "white tube, slot": white_slot,
    "white tube, small opening": small_opening,
    "skirted bounce": skirted,
    "strips": strips,
    "mirrors": mirrors,
    "anything": anything,
}


def random_set(family: str, seed: int) -> dict[str, Any]:
    """A panel set of a family."""
    return FAMILIES[family](random.Random(f"{family} {seed}"))
