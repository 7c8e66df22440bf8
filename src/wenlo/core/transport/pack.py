"""Surfaces divided into patches, as the kernels take them."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.shapes import Disc, Panel, Shape, Tube
from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.kernels import layout as c
from wenlo.core.transport.rows import Rows, reflected_by

Array = NDArray[np.float64]
Ints = NDArray[np.int64]


@lru_cache(maxsize=64)
def shifts(rows: int, dimensions: int, seed: int) -> Array:
    """Random shifts of evenly spread points, shape (rows, dimensions) in [0, 1); the same for a given seed."""
    return np.random.default_rng(seed).random((rows, dimensions))


@dataclass(frozen=True, kw_only=True, eq=False)
class Packed(Rows):
    """A set whose surfaces are divided into patches; N patch sides.

    ``owners`` (N,) is the surface of each side, ``opposite`` (N,) the other
    side, ``live`` (N,) false where nothing is, ``area`` (N,) [m²]; ``reflectance`` and ``through`` (N, 3) are the
    hemispherical reflectance and scattered transmittance, ``dull`` (N,) false for sides like mirrors.
    """

    divisions: Ints
    first: Ints
    owners: Ints
    opposite: Ints
    live: NDArray[np.bool_]
    modifier: NDArray[np.bool_]
    dull: NDArray[np.bool_]
    area: Array
    reflectance: Array
    through: Array


@dataclass(frozen=True, kw_only=True, eq=False)
class Need:
    """Which surfaces need how many patches, relative to each other, and along which of their sides, in order of the
    rows.
    """

    shares: Sequence[float]
    leans: Sequence[float]


def need_of(packed: Packed, direct: Array) -> Need:
    """Share patches out by where the lamps' light on a first coarse division is uneven.

    Source: [Palmer2010].

    Parameters
    ----------
    packed: the coarse division.
    direct: illuminance straight from the lamps on its sides, shape (N,). [lx]

    Returns
    -------
    Need: patches wanted by each surface, shape (S,).
    """
    sent = direct * (packed.reflectance @ LUMA + packed.through @ LUMA)
    uneven, leans = np.zeros(len(packed.shapes)), np.ones(len(packed.shapes))
    for p in range(len(packed.shapes)):
        nu, nv = packed.divisions[p]
        first = packed.first[p]
        for side in (0, 1):
            grid = sent[first + side * nu * nv : first + (side + 1) * nu * nv].reshape(nv, nu)
            spread = float(np.std(grid) + 0.1 * np.mean(grid)) * packed.surfaces[p, c.AREA]
            if spread > uneven[p]:
                uneven[p] = spread
                # mean steps between neighbours, each over its own width
                along_u = float(np.mean(np.abs(np.diff(grid, axis=1)))) * nu if nu > 1 else 0.0
                along_v = float(np.mean(np.abs(np.diff(grid, axis=0)))) * nv if nv > 1 else 0.0
                if nu > 1 and nv > 1 and along_u + along_v > 0.0:
                    length_u, length_v = _sides_apart(packed.shapes[p])
                    ratio = along_u / length_u / max(along_v / length_v, 1e-9 * along_u / length_u)
                    leans[p] = min(max(ratio, 0.4), 2.5)
    even = np.sqrt(packed.surfaces[:, c.AREA])
    uneven = uneven**0.7
    shares = even / max(float(even.sum()), 1e-30) + 1.5 * uneven / max(float(uneven.sum()), 1e-30)
    return Need(shares=[float(x) for x in shares], leans=[float(x) for x in leans])


def _sides_apart(shape: Shape) -> tuple[float, float]:
    # lengths along u and v, by which a shape is divided
    if isinstance(shape, Panel):
        return float(np.linalg.norm(shape.edge_u)), float(np.linalg.norm(shape.edge_v))
    if isinstance(shape, Disc):
        return shape.radius - shape.inner, math.pi * (shape.radius + shape.inner)
    if isinstance(shape, Tube):
        r0, r1 = shape.radii
        return math.hypot(shape.length, r1 - r0), 0.5 * shape.span * (r0 + r1)
    return shape.area / (2.0 * math.pi * shape.radius), math.pi * shape.radius


def _shaped(shape: Shape, count: float, lean: float = 1.0) -> tuple[int, int]:
    # About ``count`` patches, ``lean`` times finer along u than their lengths alone ask for.
    along_u, along_v = _sides_apart(shape)
    nu = min(max(1, round(math.sqrt(count * lean * along_u / along_v))), max(1, math.floor(count)))
    nv = max(1, math.floor(count / nu + 0.3))
    return nu, nv if isinstance(shape, Panel) else max(nv, 4)


def _divided(shapes: Sequence[Shape], sides: int, shares: Sequence[float], leans: Sequence[float]) -> Ints:
    fixed = sum((1 if s.one_sided else 2) * s.divisions[0] * s.divisions[1] for s in shapes if s.divisions)
    free = [i for i, s in enumerate(shapes) if not s.divisions]
    total = sum((1 if shapes[i].one_sided else 2) * shares[i] for i in free)
    rows = [
        shape.divisions or _shaped(shape, max(1.0, max(sides - fixed, 0) * shares[i] / total), leans[i])
        for i, shape in enumerate(shapes)
    ]
    return np.array(rows, dtype=np.int64).reshape(len(shapes), 2)


def pack(rows: Rows, *, sides: int, need: Need | None = None) -> Packed:
    """Arrays of a set whose surfaces are divided into about ``sides`` patch sides.

    Source: [Palmer2010].

    Parameters
    ----------
    rows: surfaces and lamps.
    sides: patch sides in all.
    need: how the patches are shared out; by √area (large surfaces are mostly far and lit softly) if left out.

    Returns
    -------
    Packed: arrays of patches, tree, materials and lamps.
    """
    ordered = rows.shapes
    count = len(ordered)
    if need is None:
        need = Need(shares=[math.sqrt(shape.area) for shape in ordered], leans=[1.0] * count)
    divisions = _divided(ordered, sides, need.shares, need.leans)
    halves = divisions.prod(axis=1) if count else np.zeros(0, dtype=np.int64)
    first = np.concatenate([[0], np.cumsum(2 * halves)])[:count].astype(np.int64)
    total = int(2 * halves.sum())
    owners, opposite = np.zeros(total, np.int64), np.zeros(total, np.int64)
    area, reflectance, through = np.zeros(total), np.zeros((total, 3)), np.zeros((total, 3))
    dull, live, modifier = np.ones(total, np.bool_), np.ones(total, np.bool_), np.zeros(total, np.bool_)
    totals: dict[int, tuple[Array, Array]] = {}
    for p, shape in enumerate(ordered):
        sheet = shape.surface
        if id(sheet) not in totals:
            totals[id(sheet)] = reflected_by(sheet, 0), reflected_by(sheet, 1)
        total_of = totals[id(sheet)]
        n = int(halves[p])
        for side in (0, 1):
            here = slice(int(first[p]) + side * n, int(first[p]) + (side + 1) * n)
            other = int(first[p]) + (1 - side) * n
            owners[here], opposite[here] = p, np.arange(other, other + n)
            area[here], reflectance[here], through[here] = shape.area / n, total_of[side], sheet.scattered
            live[here] = side == 0 or not shape.one_sided
            modifier[here] = shape.role == "modifier"
            shine = sheet.shine_back if side else sheet.shine_front
            dull[here] = shine is None or shine.alpha > 0.15 or float(shine.reflectance @ LUMA) < 0.5 * rows.scatters[p]
    return Packed(
        **vars(rows),
        divisions=divisions,
        first=first,
        owners=owners,
        opposite=opposite,
        live=live,
        modifier=modifier,
        dull=dull,
        area=area,
        reflectance=reflectance,
        through=through,
    )
