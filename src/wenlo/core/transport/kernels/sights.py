"""What may stand in a meter's way, by direction: where there are many small things, few lie in any one of them.

Round each meter a cube of square cells; every cell lists the small flat shapes that may be met through it, by the ball
that holds each (Haines and Greenberg 1986).
"""

import math

import numpy as np
from numba import njit

from wenlo.core.transport.kernels.batches import MATHS, ONE, ZERO, f32, let_through
from wenlo.core.transport.kernels.layout import PASS_NOTHING

ACROSS = 16
"""Cells along an edge of the cube."""

CELLS = 6 * ACROSS * ACROSS

MARGIN = 1e-3
"""So much wider is what a shape is seen behind, in cells: points are told their cell in single precision."""

SMALL = 0.5
"""A shape is small where the ball round it has no greater radius, in terms of how far it is."""

ENOUGH = 32
"""Fewer small shapes are quicker tried one after the other, eight ways at a time."""


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _cells_of(n, x, y, z, mx, my, mz, cells):
    # Face and square of the cube round m that each of n points lies behind; choices are selects, as in batches.
    half = f32(0.5 * ACROSS)
    for i in range(n):
        dx, dy, dz = x[i] - mx, y[i] - my, z[i] - mz
        a, b, c = abs(dx), abs(dy), abs(dz)
        along_x, along_y = (a >= b) & (a >= c), b >= c
        k = a if along_x else (b if along_y else c)
        k = half / max(k, f32(1e-30))
        side = dx if along_x else (dy if along_y else dz)
        face = 0 if along_x else (2 if along_y else 4)
        face = face if side > ZERO else face + 1
        u, v = dy if along_x else dx, dy if (not along_x) & (not along_y) else dz
        column, row = min(int(half + u * k), ACROSS - 1), min(int(half + v * k), ACROSS - 1)
        cells[i] = (face * ACROSS + column) * ACROSS + row


@njit(cache=True)
def _span(across, along, radius):
    # Which squares a ball lies behind, as the cube's face square to "along" shows it, from one to before another.
    away = math.hypot(across, along)
    if away <= radius:
        return 0, ACROSS
    turn, half = math.atan2(across, along), math.asin(radius / away)
    low, high = turn - half, turn + half
    if low >= 0.5 * math.pi or high <= -0.5 * math.pi:
        # behind the face; what reaches past it on the other side is taken to fill it
        return (0, ACROSS) if high > 1.5 * math.pi or low < -1.5 * math.pi else (0, 0)
    first = 0 if low <= -0.25 * math.pi else int(0.5 * ACROSS * (1.0 + math.tan(min(low, 1.5))) - MARGIN)
    last = ACROSS if high >= 0.25 * math.pi else int(0.5 * ACROSS * (1.0 + math.tan(max(high, -1.5))) + MARGIN) + 1
    return max(first, 0), min(max(last, 0), ACROSS)


@njit(cache=True)
def _seen_behind(face, sphere, at, span):
    # Columns and rows of a face that a ball lies behind, into span (4,).
    x, y, z, radius = sphere[0] - at[0], sphere[1] - at[1], sphere[2] - at[2], 1.0001 * sphere[3]
    axis = face // 2
    along = x if axis == 0 else (y if axis == 1 else z)
    along = -along if face % 2 else along
    if along > -radius:
        span[0], span[1] = _span(y if axis == 0 else x, along, radius)
        if span[1] > span[0]:
            span[2], span[3] = _span(y if axis == 2 else z, along, radius)


@njit(cache=True)
def sights_of(at, world):
    """Which flat shapes are small from every meter, shape (F,), and those that each cell of each meter lists.

    ``at`` (M, 3). The lists stand one behind the other, those of cell c of meter m from ``starts[m · CELLS + c]`` to
    the next start. Where only a few shapes are small, or a tree holds them, none is said to be. [m]
    """
    spheres, meters = world.spheres, at.shape[0]
    small = np.zeros(spheres.shape[0], np.bool_)
    starts = np.zeros(meters * CELLS + 1, np.int32)
    few = 0
    for p in range(spheres.shape[0]):
        small[p] = True
        for m in range(meters):
            x, y, z = spheres[p, 0] - at[m, 0], spheres[p, 1] - at[m, 1], spheres[p, 2] - at[m, 2]
            if spheres[p, 3] > SMALL * math.sqrt(x * x + y * y + z * z):
                small[p] = False
        few += small[p]
    if few < ENOUGH or world.treed:
        small[:] = False
        return small, starts, np.zeros(0, np.int32)
    listed = np.zeros(meters * CELLS, np.int32)
    members, spans = np.empty(0, np.int32), np.zeros((meters, spheres.shape[0], 6, 4), np.int8)
    # once to count and once to write down
    for turn in range(2):
        for m in range(meters):
            for p in range(spheres.shape[0]):
                for face in range(6 if small[p] else 0):
                    span = spans[m, p, face]
                    if turn == 0:
                        _seen_behind(face, spheres[p], at[m], span)
                    for i in range(span[0], span[1]):
                        for j in range(span[2], span[3]):
                            cell = m * CELLS + (face * ACROSS + i) * ACROSS + j
                            if turn == 1:
                                members[starts[cell] + listed[cell]] = p
                            listed[cell] += 1
        if turn == 0:
            for k in range(listed.shape[0]):
                starts[k + 1] = starts[k] + listed[k]
            members = np.empty(starts[-1], np.int32)
            listed[:] = 0
    return small, starts, members


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def past_small_ones(n, x, y, z, own, at, m, known, starts, members, world, cells, red, green, blue):
    """Take away what the listed shapes block on the ways from ``n`` points to meter m, from red, green, blue (B,).

    The test is that of :func:`batches.seen_by`; ``cells`` (B,) is room to work in.
    """
    flats, ids, laws, clear, surfaces = world.flats, world.ids, world.laws, world.clear, world.surfaces
    inner, quads, tinted = world.inner, world.quads, world.tinted
    mx, my, mz = at[m, 0], at[m, 1], at[m, 2]
    _cells_of(n, x, y, z, mx, my, mz, cells)
    for i in range(n):
        if red[i] <= ZERO and not tinted:
            continue
        cell = m * CELLS + cells[i]
        for k in range(starts[cell], starts[cell + 1]):
            p = members[k]
            if own[i] == ids[p]:
                continue
            a = flats[p, 0] * x[i] + flats[p, 1] * y[i] + flats[p, 2] * z[i] - flats[p, 3]
            sign = ONE if known[m, p, 0] > ZERO else -ONE
            a *= sign
            if a >= ZERO:
                continue
            am, um, vm = known[m, p, 0] * sign, known[m, p, 1], known[m, p, 2]
            d = am - a
            u = flats[p, 4] * x[i] + flats[p, 5] * y[i] + flats[p, 6] * z[i] - flats[p, 7]
            v = flats[p, 8] * x[i] + flats[p, 9] * y[i] + flats[p, 10] * z[i] - flats[p, 11]
            u, v = um * d + am * (u - um), vm * d + am * (v - vm)
            if p < quads:
                inside = u >= ZERO and u <= d and v >= ZERO and v <= d
            else:
                r = u * u + v * v
                inside = r <= d * d and r >= inner[p] * inner[p] * d * d
            if not inside:
                continue
            if laws[p] == PASS_NOTHING:
                red[i] = ZERO
                if tinted:
                    green[i], blue[i] = ZERO, ZERO
                break
            share = let_through(laws[p], mx - x[i], my - y[i], mz - z[i], ids[p], surfaces)
            red[i] *= share * clear[p, 0]
            if tinted:
                green[i] *= share * clear[p, 1]
                blue[i] *= share * clear[p, 2]
