"""Subject stand-ins: simple shapes of true size that stand for people and things in the predicted picture."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.finish import Gloss
from wenlo.core.optics.shapes import Disc, Dome, Panel, Shape, Tube
from wenlo.core.optics.sheet import Sheet, board, foil
from wenlo.core.scene.stand_in_head import head

Vector = NDArray[np.float64]

Colour = tuple[float, float, float]
"""Of a matt ground, linear BT.709. [-]"""

Finish = Literal["matt", "textured", "satin", "glossy", "varnish", "wrapped", "mirror", "translucent"]

SKIN = (0.47, 0.30, 0.22)
CLOTH = (0.07, 0.085, 0.12)
VARNISH = (0.1, 0.04, 0.014)
GLOSS_WIDTH = {"satin": 0.25, "glossy": 0.06, "varnish": 0.04, "wrapped": 0.02}
"""GGX α of the clear skin. [-]"""
UP = np.array([0.0, 0.0, 1.0])


def finished(colour: Colour, finish: Finish) -> Sheet:
    """An outside of a colour (linear BT.709) and finish; the inside is matt.

    Satin, gloss, varnish and wrapping film are a clear skin of F₀ = .04, each with its width; a mirror reflects nine
    tenths; what is translucent lets half of what it does not reflect through, scattered.
    """
    matt = board(colour)
    if finish in ("matt", "textured"):
        return matt
    if finish == "mirror":
        return foil((0.9, 0.9, 0.9), 0.01, colour)
    if finish == "translucent":
        rest = 0.5 * (1.0 - matt.reflectance_front)
        return replace(matt, transmittance=rest * matt.reflectance_front / max(colour))
    return replace(matt, gloss_front=Gloss(alpha=GLOSS_WIDTH[finish]))


def head_and_shoulders(
    face: Vector, *, depth: float = 0.2, colour: Colour = SKIN, finish: Finish = "matt"
) -> tuple[Shape, ...]:
    """A bust whose face, at ``face``, looks toward −y.

    Parameters
    ----------
    face: the reading point just before the nose's bridge, shape (3,). [m]
    depth: from the forehead to the back of the head. [m]
    colour, finish: of the skin.
    """
    skin, cloth = finished(colour, finish), board(CLOTH)
    k = depth / 0.2
    middle = face + k * np.array([0.0, 0.095, 0.02])
    return (
        *head(face, skin=skin, scale=k),
        Tube(
            id="neck",
            base=middle + k * np.array([0.0, 0.02, -0.23]),
            axis=UP,
            length=0.17 * k,
            radius=0.055 * k,
            surface=skin,
        ),
        Tube(
            id="shoulders",
            base=middle + k * np.array([0.0, 0.02, -0.32]),
            axis=UP,
            length=0.12 * k,
            radius=0.205 * k,
            end_radius=0.06 * k,
            surface=cloth,
        ),
        Tube(
            id="chest",
            base=middle + k * np.array([0.0, 0.02, -0.72]),
            axis=UP,
            length=0.4 * k,
            radius=0.205 * k,
            surface=cloth,
        ),
    )


def standing_figure(
    feet: Vector, *, height: float = 1.7, colour: Colour = SKIN, finish: Finish = "matt"
) -> tuple[Shape, ...]:
    """A whole person on ``feet``, looking toward −y. [m]"""
    k = height / 1.7
    bust = head_and_shoulders(feet + np.array([0.0, -0.095 * k, 1.56 * k]), depth=0.2 * k, colour=colour, finish=finish)
    cloth = board(CLOTH)
    hips = feet + np.array([0.0, 0.02 * k, 0.8 * k])
    legs = [
        Tube(
            id=f"{name} leg",
            base=feet + np.array([side * 0.1 * k, 0.02 * k, 0.0]),
            axis=UP,
            length=0.85 * k,
            radius=0.06 * k,
            end_radius=0.09 * k,
            surface=cloth,
        )
        for name, side in (("left", -1), ("right", 1))
    ]
    waist = Tube(id="waist", base=hips, axis=UP, length=0.06 * k, radius=0.19 * k, end_radius=0.205 * k, surface=cloth)
    return (*bust, waist, *legs)


def box(
    corner: Vector, size: tuple[float, float, float], *, colour: Colour = (0.4, 0.28, 0.18), finish: Finish = "matt"
) -> tuple[Shape, ...]:
    """A closed box with its lowest corner at ``corner``, sides along the axes. [m]"""
    a, b, c = (np.array([size[0], 0, 0]), np.array([0, size[1], 0]), np.array([0.0, 0, size[2]]))
    sides = (
        ("bottom", corner, b, a),
        ("top", corner + c, a, b),
        ("left", corner, c, b),
        ("right", corner + a, b, c),
        ("front", corner, a, c),
        ("back", corner + b, c, a),
    )
    surface = finished(colour, finish)
    return tuple(Panel(id=f"box {n}", origin=o, edge_u=u, edge_v=v, surface=surface) for n, o, u, v in sides)


def _turned(names: Sequence[str], foot: Vector, rows: Sequence[tuple[float, float]], surface: Sheet) -> Iterator[Tube]:
    # a thing that is round about the upright over its foot, by heights and radii [m]
    for name, ((low, radius), (high, end)) in zip(names, pairwise(rows), strict=True):
        yield Tube(
            id=name, base=foot + low * UP, axis=UP, length=high - low, radius=radius, end_radius=end, surface=surface
        )


def bottle(
    foot: Vector, *, height: float = 0.3, colour: Colour = (0.05, 0.12, 0.07), finish: Finish = "glossy"
) -> tuple[Shape, ...]:
    """A bottle that stands on ``foot``. [m]"""
    r, surface = 0.125 * height, finished(colour, finish)
    rows = ((0.0, r), (0.62 * height, r), (0.75 * height, 0.36 * r), (height, 0.36 * r))
    return (
        *_turned(("bottle body", "bottle shoulder", "bottle neck"), foot, rows, surface),
        Disc(id="bottle cap", centre=foot + height * UP, axis=UP, radius=0.36 * r, surface=surface),
    )


def bowl(
    foot: Vector, *, width: float = 0.2, colour: Colour = (0.6, 0.55, 0.48), finish: Finish = "satin"
) -> tuple[Shape, ...]:
    """Half a sphere, open at the top, that stands on ``foot``. [m]"""
    radius = width / 2
    return (
        Dome(id="bowl", centre=foot + radius * UP, radius=radius, low=-1.0, high=0.0, surface=finished(colour, finish)),
    )


def flat_plate(
    middle: Vector,
    *,
    width: float = 0.3,
    height: float = 0.2,
    tilt: float = 0.0,
    colour: Colour = (0.5, 0.5, 0.5),
    finish: Finish = "glossy",
) -> tuple[Shape, ...]:
    """A flat thing facing −y, leaning back by ``tilt`` [rad]: a print, a soundboard, a phone. [m]"""
    up = np.array([0.0, np.sin(tilt), np.cos(tilt)]) * height
    across = np.array([width, 0.0, 0.0])
    origin = middle - up / 2 - across / 2
    return (Panel(id="plate", origin=origin, edge_u=across, edge_v=up, surface=finished(colour, finish)),)


def ring(
    middle: Vector,
    *,
    width: float = 0.02,
    thickness: float = 0.002,
    length: float = 0.006,
    colour: Colour = (0.7, 0.55, 0.3),
    finish: Finish = "mirror",
) -> tuple[Shape, ...]:
    """A ring that lies on its side, its hole along z. [m]"""
    surface = finished(colour, finish)
    outer, inner, base = width / 2, width / 2 - thickness, middle - 0.5 * length * UP
    wall = replace(surface, shine_back=surface.shine_front, gloss_back=surface.gloss_front)
    return (
        Tube(id="ring outside", base=base, axis=UP, length=length, radius=outer, surface=surface),
        Tube(id="ring inside", base=base, axis=UP, length=length, radius=inner, surface=wall),
        Disc(id="ring top", centre=base + length * UP, axis=UP, radius=outer, inner=inner, surface=surface),
        Disc(id="ring foot", centre=base, axis=-UP, radius=outer, inner=inner, surface=surface),
    )


def sphere(
    middle: Vector, *, width: float = 0.1, colour: Colour = (0.5, 0.5, 0.5), finish: Finish = "matt"
) -> tuple[Shape, ...]:
    """A ball. [m]"""
    return (Dome(id="ball", centre=middle, radius=width / 2, surface=finished(colour, finish)),)


def jar(
    foot: Vector, *, height: float = 0.12, colour: Colour = (0.55, 0.25, 0.035), finish: Finish = "translucent"
) -> tuple[Shape, ...]:
    """A jar of honey or varnish that stands on ``foot``, with a lid and a paper label before it. [m]"""
    r, surface, lid = 0.36 * height, finished(colour, finish), foil((0.5, 0.5, 0.5), 0.2, (0.3, 0.3, 0.3))
    return (
        *_turned(("jar", "jar shoulder"), foot, ((0.0, r), (0.74 * height, r), (0.82 * height, 0.8 * r)), surface),
        Disc(id="jar foot", centre=foot, axis=-UP, radius=r, surface=surface),
        Tube(id="jar lid", base=foot + 0.82 * height * UP, axis=UP, length=0.18 * height, radius=0.86 * r, surface=lid),
        Disc(id="jar top", centre=foot + height * UP, axis=UP, radius=0.86 * r, surface=lid),
        Tube(
            id="jar label",
            base=foot + 0.2 * height * UP,
            axis=UP,
            length=0.3 * height,
            radius=1.005 * r,
            span=0.5 * np.pi,
            start=np.array([-1.0, -1.0, 0.0]),
            surface=board((0.75, 0.72, 0.65)),
        ),
    )


FOLDS = 9
"""Folds of a hanging cloth."""


def hanging_cloth(
    foot: Vector, *, height: float = 0.5, colour: Colour = (0.09, 0.13, 0.22), finish: Finish = "textured"
) -> tuple[Shape, ...]:
    """A cloth four fifths as wide as high that hangs in upright folds from a rod, its front at ``foot``. [m]"""
    radius = 0.8 * height / (2 * FOLDS)
    surface = finished(colour, finish)
    both = replace(surface, reflectance_back=surface.reflectance_front, gloss_back=surface.gloss_front)
    folds = tuple(
        Tube(
            id=f"cloth fold {k}",
            base=foot + np.array([(2 * k - FOLDS + 1) * radius, radius, 0.0]),
            axis=UP,
            length=0.96 * height,
            radius=radius,
            span=np.pi,
            # every other one goes in
            start=np.array([-1.0, 0.0, 0.0]) if k % 2 == 0 else np.array([1.0, 0.0, 0.0]),
            surface=both,
        )
        for k in range(FOLDS)
    )
    rod = Tube(
        id="cloth rod",
        base=foot + np.array([-0.45 * height, radius, 0.98 * height]),
        axis=np.array([1.0, 0.0, 0.0]),
        length=0.9 * height,
        radius=0.02 * height,
        surface=board((0.4, 0.28, 0.18)),
    )
    return (*folds, rod)
