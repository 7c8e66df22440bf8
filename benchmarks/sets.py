"""Sets that people build, as panel sets: for timings, and for tests against an independent tracer."""

import json
import math
from pathlib import Path
from typing import Any

V = tuple[float, float, float]


def panel(name: str, origin: V, u: V, v: V, rho: float, back: float | None = None, **more: Any) -> dict[str, Any]:
    return {
        "id": name,
        "origin": list(origin),
        "edge_u": list(u),
        "edge_v": list(v),
        "front": {"reflectance": rho},
        "back": {"reflectance": rho if back is None else back},
        **more,
    }


def lamp(name: str, origin: V, u: V, v: V, lumens: float) -> dict[str, Any]:
    return {"id": name, "origin": list(origin), "edge_u": list(u), "edge_v": list(v), "lumens": lumens}


def meter(name: str, position: V, normal: V, receptor: str = "flat") -> dict[str, Any]:
    return {"id": name, "position": list(position), "normal": list(normal), "receptor": receptor}


def attic(w: float = 4.0, d: float = 5.0, h: float = 2.4) -> list[dict[str, Any]]:
    """The workshop: wooden floor, white ceiling, light walls."""
    return [
        panel("floor", (0, 0, 0), (w, 0, 0), (0, d, 0), 0.25),
        panel("ceiling", (0, 0, h), (0, d, 0), (w, 0, 0), 0.8),
        panel("left", (0, 0, 0), (0, d, 0), (0, 0, h), 0.6),
        panel("right", (w, 0, 0), (0, 0, h), (0, d, 0), 0.6),
        panel("near", (0, 0, 0), (0, 0, h), (w, 0, 0), 0.6),
        panel("far", (0, d, 0), (w, 0, 0), (0, 0, h), 0.5),
    ]


FIVE = [
    meter("face", (2.0, 3.5, 1.3), (0, -1, 0)),
    meter("cheek", (2.0, 3.5, 1.3), (-0.7, -0.7, 0.1)),
    meter("dark side", (2.1, 3.6, 1.3), (1, 0, 0)),
    meter("camera", (2.0, 3.5, 1.3), (0, -1, 0), "dome"),
    meter("backdrop", (2.0, 4.99, 1.4), (0, -1, 0)),
]


def whole(panels: list[Any], lamps: list[Any], meters: list[Any]) -> dict[str, Any]:
    return {"wenlo_panel_set": 1, "panels": panels, "lamps": lamps, "meters": meters}


def panel_in_room() -> dict[str, Any]:
    return whole(attic(), [lamp("panel", (0.9, 1.5, 1.7), (0, 0.1, 0.39), (0.6, 0, 0), 4000)], FIVE)


def white_box(corner: V, a: float, b: float, white: float, back: float, through: float) -> list[dict[str, Any]]:
    """A box of square front, ``a`` wide and ``b`` deep, white inside, with a sheet that sends back and lets through."""
    x, y, z = corner
    return [
        panel("bottom", (x, y, z), (a, 0, 0), (0, b, 0), white, 0.1),
        panel("top", (x, y, z + a), (0, b, 0), (a, 0, 0), white, 0.1),
        panel("west", (x, y, z), (0, b, 0), (0, 0, a), white, 0.1),
        panel("east", (x + a, y, z), (0, 0, a), (0, b, 0), white, 0.1),
        panel("rear", (x, y, z), (0, 0, a), (a, 0, 0), white, 0.1),
        panel("sheet", (x, y + b, z), (0, 0, a), (a, 0, 0), back, back, transmittance=through),
    ]


def deep_box() -> dict[str, Any]:
    """A white box 60 × 60 × 50 cm with a sheet in front."""
    x, y, z, a, b = 1.2, 1.5, 1.2, 0.6, 0.5
    white = 0.88
    panels = white_box((x, y, z), a, b, white, 0.42, 0.5)
    meters = [
        meter("axis", (1.5, 3.0, 1.5), (0, -1, 0)),
        meter("near", (1.5, 2.3, 1.5), (0, -1, 0)),
        meter("side", (2.4, 2.6, 1.5), (-1, -0.5, 0)),
        meter("corner of the sheet", (1.22, 2.02, 1.22), (0, -1, 0)),
        meter("below", (1.5, 2.6, 0.4), (0, -0.4, 1)),
    ]
    return whole(panels, [lamp("chip", (1.47, 1.52, 1.47), (0, 0, 0.06), (0.06, 0, 0), 9000)], meters)


def book_light() -> dict[str, Any]:
    """A bounce board and a sheet as an open book, a lamp that shines into it, a flag, in the workshop."""
    board = panel("board", (0.5, 1.1, 0.8), (0, 0, 1.2), (1.2, 0.3, 0), 0.85)
    sheet = panel("sheet", (0.5, 1.2, 0.8), (0, 0, 1.2), (0.9, 1.1, 0), 0.42, transmittance=0.5)
    flag = panel("flag", (1.75, 2.0, 0.9), (0, 0, 0.9), (0.15, 0.6, 0), 0.03)
    source = lamp("lamp", (1.95, 1.75, 1.35), (0.05, -0.13, 0.0), (0.0, 0.0, 0.14), 8000)
    return whole([*attic(), board, sheet, flag], [source], FIVE)


def grid_before_panel(cells: int = 8) -> dict[str, Any]:
    """Crossed black strips before a panel, in the workshop."""
    x, y, z, size, depth = 1.6, 1.0, 1.1, 0.8, 0.1
    strips = []
    for i in range(cells + 1):
        at = size * i / cells
        strips.append(panel(f"upright {i}", (x + at, y + 0.03, z), (0, depth, 0), (0, 0, size), 0.04))
        strips.append(panel(f"level {i}", (x, y + 0.03, z + at), (0, depth, 0), (size, 0, 0), 0.04))
    back = panel("back", (x, y - 0.002, z), (size, 0, 0), (0, 0, size), 0.04)
    return whole([*attic(), back, *strips], [lamp("panel", (x, y, z), (0, 0, size), (size, 0, 0), 6000)], FIVE)


def snoot(sides: int = 8) -> dict[str, Any]:
    """A black tube of flat strips before a lamp, in the workshop."""
    radius, length, x, y, z = 0.09, 0.5, 2.0, 1.0, 1.3
    strips = []
    for i in range(sides):
        a, b = 2 * math.pi * i / sides, 2 * math.pi * (i + 1) / sides
        start = (x + radius * math.cos(a), y, z + radius * math.sin(a))
        across = (radius * (math.cos(b) - math.cos(a)), 0.0, radius * (math.sin(b) - math.sin(a)))
        strips.append(panel(f"strip {i}", start, (0, length, 0), across, 0.05))
    return whole(
        [*attic(), *strips, panel("back", (x - 0.1, y - 0.01, z - 0.1), (0.2, 0, 0), (0, 0, 0.2), 0.05)],
        [lamp("chip", (x - 0.04, y, z - 0.04), (0, 0, 0.08), (0.08, 0, 0), 7000)],
        FIVE,
    )


def skirted_overhead() -> dict[str, Any]:
    """A sheet overhead with four black skirts, lit from above through a tube by bounce off the ceiling board."""
    x, y, z, s = 1.2, 2.4, 2.0, 1.6
    h = 2.38
    skirts = [
        panel("skirt w", (x, y, 1.7), (0, s, 0), (0, 0, 0.3), 0.03),
        panel("skirt e", (x + s, y, 1.7), (0, s, 0), (0, 0, 0.3), 0.03),
        panel("skirt n", (x, y, 1.7), (s, 0, 0), (0, 0, 0.3), 0.03),
        panel("skirt s", (x, y + s, 1.7), (s, 0, 0), (0, 0, 0.3), 0.03),
    ]
    upper = [
        panel("wall w", (x, y, z), (0, s, 0), (0, 0, h - z), 0.8, 0.03),
        panel("wall e", (x + s, y, z), (0, s, 0), (0, 0, h - z), 0.8, 0.8),
        panel("wall s", (x, y + s, z), (s, 0, 0), (0, 0, h - z), 0.8, 0.8),
        panel("wall n1", (x, y, z), (0.65, 0, 0), (0, 0, h - z), 0.8, 0.8),
        panel("wall n2", (x + 0.95, y, z), (0.65, 0, 0), (0, 0, h - z), 0.8, 0.8),
    ]
    roof = panel("roof", (x, y, h), (0, s, 0), (s, 0, 0), 0.85)
    sheet = panel("sheet", (x, y, z), (s, 0, 0), (0, s, 0), 0.4, transmittance=0.5)
    tube = [
        panel("tube w", (x + 0.65, y - 0.6, z), (0, 0.6, 0), (0, 0, h - z), 0.05),
        panel("tube e", (x + 0.95, y - 0.6, z), (0, 0.6, 0), (0, 0, h - z), 0.05),
        panel("tube t", (x + 0.65, y - 0.6, h), (0.3, 0, 0), (0, 0.6, 0), 0.05),
        panel("tube b", (x + 0.65, y - 0.6, z), (0.3, 0, 0), (0, 0.6, 0), 0.05),
    ]
    source = lamp("lamp", (x + 0.7, y - 0.55, z + 0.1), (0, 0.02, 0.18), (0.2, 0, 0), 9000)
    meters = [
        meter("table", (2.0, 3.2, 0.8), (0, 0, 1)),
        meter("edge", (2.6, 3.8, 0.8), (0, 0, 1)),
        meter("face", (2.0, 3.2, 1.2), (0, -1, 0)),
        meter("dome", (2.0, 3.2, 1.2), (0, -0.7, 0.7), "dome"),
        meter("wall", (0.01, 3.2, 1.3), (1, 0, 0)),
    ]
    return whole([*attic(4.0, 6.0), *skirts, *upper, roof, sheet, *tube], [source], meters)


def foil_reflector(roughness: float | None = 0.25) -> dict[str, Any]:
    """A panel key and a creased foil board that fills from the other side."""
    foil = panel("foil", (2.9, 2.9, 0.8), (0, 0, 1.0), (0.25, 0.75, 0), 0.8, 0.3)
    if roughness is not None:
        foil["front"]["roughness"] = roughness
    flag = panel("flag", (1.95, 2.2, 0.9), (0, 0, 0.9), (0.4, 0, 0), 0.04)
    return whole([*attic(), foil, flag], [lamp("panel", (0.9, 1.5, 1.4), (0.1, -0.1, 0.5), (0.6, 0.2, 0), 5000)], FIVE)


def square_tube(side: float, long: float, inside: float, opening: tuple[float, float]) -> list[dict[str, Any]]:
    """A square tube along y from 0, closed at both ends, with an oblong opening in the middle of its front."""
    s, (ow, oh) = side / 2, (opening[0] / 2, opening[1] / 2)
    front = [
        panel("front left", (-s, long, -s), (0, 0, side), (s - ow, 0, 0), 0.05, inside),
        panel("front right", (ow, long, -s), (0, 0, side), (s - ow, 0, 0), 0.05, inside),
        panel("front low", (-ow, long, -s), (0, 0, s - oh), (2 * ow, 0, 0), 0.05, inside),
        panel("front high", (-ow, long, oh), (0, 0, s - oh), (2 * ow, 0, 0), 0.05, inside),
    ]
    return [
        panel("low", (-s, 0, -s), (side, 0, 0), (0, long, 0), inside, 0.05),
        panel("high", (-s, 0, s), (0, long, 0), (side, 0, 0), inside, 0.05),
        panel("west", (-s, 0, -s), (0, long, 0), (0, 0, side), inside, 0.05),
        panel("east", (s, 0, -s), (0, 0, side), (0, long, 0), inside, 0.05),
        panel("rear", (-s, 0, -s), (0, 0, side), (side, 0, 0), inside, 0.05),
        # its front looks back into the tube
        *front,
    ]


def slotted_tube(inside: float = 0.04) -> dict[str, Any]:
    """A tube with a slot of 8 × 60 mm before a wall: what shines out is straight, or has gone round inside."""
    wall = panel("wall", (-2, 2.3, -2), (0, 0, 4), (4, 0, 0), 0.7)
    chip = lamp("chip", (-0.03, 0.01, -0.03), (0, 0, 0.06), (0.06, 0, 0), 3000)
    meters = [
        meter("axis", (0.0, 1.3, 0.0), (0, -1, 0)),
        meter("beside", (0.06, 1.3, 0.1), (0, -1, 0)),
        meter("below", (0.05, 1.0, -0.12), (0, -1, 0)),
    ]
    return whole([*square_tube(0.18, 0.3, inside, (0.008, 0.06)), wall], [chip], meters)


def slotted_white_tube() -> dict[str, Any]:
    """The same, white inside."""
    return slotted_tube(0.85)


SETS = {
    "panel in a room": panel_in_room,
    "deep white box with a sheet": deep_box,
    "book light with a flag": book_light,
    "grid before a panel": grid_before_panel,
    "snoot": snoot,
    "skirted overhead bounce": skirted_overhead,
    "foil reflector": foil_reflector,
}

SLOTTED = {"slotted black tube": slotted_tube, "slotted white tube": slotted_white_tube}
"""What a plain tracer finds by chance alone."""

ALL = {**SETS, **SLOTTED}


def references() -> dict[str, dict[str, tuple[float, float]]]:
    """Illuminance of every meter and its standard error [lx]: the mean of six to ten long solutions with samples of
    their own, 33 million paths or more a set. The tracer in the tests agrees with them.
    """
    rows = json.loads((Path(__file__).parent / "references.json").read_text())
    return {name: {meter: (lux, error) for meter, (lux, error) in row.items()} for name, row in rows.items()}
