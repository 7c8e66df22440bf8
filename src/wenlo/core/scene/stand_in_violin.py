"""A violin on its lower end, its front toward −y: varnished arches that mirror, dark wood, a neck with its scroll.

Its measures are those of a full-size one, 0.59 m long with a body of 0.355 m, and grow with its height.
"""

from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.shapes import Dome, Panel, Shape, Tube
from wenlo.core.optics.sheet import Sheet, board

Vector = NDArray[np.float64]

WHOLE, BODY, RIBS = 0.59, 0.355, 0.031
"""Length of it and of its body, and height of its ribs. [m]"""

AMBER, EBONY, MAPLE = (0.3, 0.115, 0.03), (0.012, 0.01, 0.009), (0.5, 0.36, 0.2)

HALF = (
    (0.0, 0.0),
    (0.008, 0.042),
    (0.03, 0.071),
    (0.07, 0.0925),
    (0.12, 0.102),
    (0.165, 0.1035),
    (0.22, 0.0995),
    (0.275, 0.091),
    (0.325, 0.0885),
    (0.37, 0.094),
    (0.385, 0.079),
    (0.43, 0.064),
    (0.49, 0.056),
    (0.54, 0.0555),
    (0.6, 0.0615),
    (0.645, 0.0745),
    (0.66, 0.0805),
    (0.7, 0.078),
    (0.75, 0.0815),
    (0.81, 0.083),
    (0.87, 0.0795),
    (0.92, 0.0685),
    (0.96, 0.05),
    (0.988, 0.026),
    (1.0, 0.0),
)
"""Half of the outline: how far up the body, as a share of it, and how far out [m]."""

ROWS = 6
"""Rows of the outline in one piece of a plate, whose polygon has twice as many corners."""

ARCHES = ((0.235, 0.078, 0.014), (0.53, 0.046, 0.015), (0.79, 0.067, 0.013))
"""The front's arches: how far up the body, radius of the foot and height. [-, m, m]"""


def violin(foot: Vector, *, height: float, wood: Sheet) -> tuple[Shape, ...]:
    """A violin of a ``height`` [m] that stands on ``foot``, the middle of its front's plane.

    Parameters
    ----------
    foot: the lowest point of its front, shape (3,). [m]
    height: from its lower end to the scroll. [m]
    wood: its varnished outside.
    """
    k = height / WHOLE
    black, light = replace(board(EBONY), gloss_front=wood.gloss_front), board(MAPLE)

    def at(x: float, y: float, z: float) -> Vector:
        return foot + k * np.array([x, y, z])

    def rod(name: str, start: Vector, end: Vector, radii: tuple[float, float], surface: Sheet) -> Tube:
        long = float(np.linalg.norm(end - start))
        return Tube(
            id=f"violin {name}",
            base=start,
            axis=end - start,
            length=long,
            radius=k * radii[0],
            end_radius=k * radii[1],
            surface=surface,
            one_sided=True,
            divisions=(1, 1),
        )

    def slab(name: str, corner: Vector, across: Vector, up: Vector, surface: Sheet) -> Panel:
        return Panel(id=f"violin {name}", origin=corner, edge_u=across, edge_v=up, surface=surface, divisions=(1, 1))

    top = BODY + 0.13
    neck: tuple[Shape, ...] = (
        rod("neck", at(0, 0.012, BODY - 0.005), at(0, 0.004, top), (0.0135, 0.0115), wood),
        rod("peg box", at(0, 0.006, top), at(0, 0.02, top + 0.07), (0.0125, 0.009), wood),
        Dome(id="violin scroll", centre=at(0, 0.014, WHOLE - 0.017), radius=k * 0.017, surface=wood),
        rod("scroll's eye", at(-0.021, 0.014, WHOLE - 0.017), at(0.021, 0.014, WHOLE - 0.017), (0.0095, 0.0095), wood),
        *(
            rod(f"peg {n}", at(-0.028, 0.009 + 0.003 * n, z), at(0.028, 0.009 + 0.003 * n, z), (0.0042, 0.0042), black)
            for n, z in enumerate(top + np.array([0.012, 0.028, 0.044, 0.06]))
        ),
    )
    # the fingerboard rises over the body; the tailpiece rises to the bridge
    board_foot, board_top = at(0, -0.021, 0.235), at(0, -0.011, top)
    tail_foot, tail_top = at(0, -0.008, 0.004), at(0, -0.027, 0.115)
    side = np.array([k, 0.0, 0.0])
    fittings: tuple[Shape, ...] = (
        slab("fingerboard", board_foot - 0.0205 * side, 0.041 * side, board_top - board_foot, black),
        slab("fingerboard's end", board_foot - 0.0205 * side, 0.041 * side, at(0, 0.007, 0) - foot, black),
        slab("tailpiece", tail_foot - 0.015 * side, 0.03 * side, tail_top - tail_foot, black),
        slab("bridge", at(-0.02, -0.013, 0.195), 0.04 * side, at(0, -0.022, 0.001) - foot, light),
        slab("bridge's top", at(-0.02, -0.035, 0.194), 0.04 * side, at(0, 0, 0.003) - foot, light),
        *(
            rod(f"string {n}", at(x, -0.029, 0.115), at(0.8 * x, -0.0145, top), (0.0006, 0.0006), light)
            for n, x in enumerate((-0.0165, -0.0055, 0.0055, 0.0165))
        ),
        *(
            slab(
                f"sound hole {n}",
                at(x - 0.0023, -0.0035, 0.5 * BODY - 0.034),
                0.0046 * side,
                k * np.array([-0.2 * x, -0.006, 0.068]),
                board(EBONY),
            )
            for n, x in enumerate((-0.046, 0.046))
        ),
    )
    return (*_body(at, k, wood), *neck, *fittings)


def _body(at: Callable[[float, float, float], Vector], k: float, wood: Sheet) -> tuple[Shape, ...]:
    # Both plates, the ribs between them, and the front's arches.
    right = np.array(HALF)
    ring = np.concatenate([right, (right * [1.0, -1.0])[-2:0:-1]])
    wide, deep = 2.0 * float(right[:, 1].max()), np.array([0, k * RIBS, 0])
    across, places = np.array([k * wide, 0, 0]), [at(x, 0.0, share * BODY) for share, x in ring]

    def plates() -> Iterator[Panel]:
        # a polygon has few corners, so each plate is made of pieces
        for n in range(0, len(right) - 1, ROWS - 1):
            piece = right[n : n + ROWS]
            low, high = float(piece[0, 0]), float(piece[-1, 0])
            corners = np.concatenate([piece, (piece * [1.0, -1.0])[::-1]])
            outline = np.stack([corners[:, 1] / wide + 0.5, (corners[:, 0] - low) / (high - low)], axis=1)
            up = np.array([0.0, 0.0, k * BODY * (high - low)])
            for name, y, way in (("front", 0.0, 1.0), ("back", RIBS, -1.0)):
                yield Panel(
                    id=f"violin {name} {n}",
                    origin=at(-way * wide / 2, y, low * BODY),
                    edge_u=way * across,
                    edge_v=up,
                    outline=outline,
                    surface=wood,
                    one_sided=True,
                )

    ribs = (
        Panel(
            id=f"violin rib {n}",
            origin=place,
            edge_u=places[n - 1] - place,
            edge_v=deep,
            surface=wood,
            one_sided=True,
            divisions=(1, 1),
        )
        for n, place in enumerate(places)
    )
    arches = (
        Dome(
            id=f"violin arch {n}",
            centre=at(0, radius - rise, share * BODY),
            radius=k * radius,
            axis=np.array([0.0, -1.0, 0.0]),
            low=1.0 - rise / radius,
            surface=wood,
            one_sided=True,
        )
        for n, (share, half, rise) in enumerate(ARCHES)
        for radius in [(half**2 + rise**2) / (2.0 * rise)]
    )
    return (*plates(), *ribs, *arches)
