"""Where light leaves a lamp: a place, a direction and how much it stands for, from four numbers in [0, 1)."""

import math

import numpy as np
from numba import njit
from numpy.typing import NDArray

from wenlo.core.transport.kernels.batches import f32
from wenlo.core.transport.kernels.layout import (
    BEAM,
    CENTRE,
    GATE_AWAY,
    GATE_RADIUS,
    INNER,
    LAMP_AWAY,
    LAMP_AXIS,
    LAMP_KIND,
    LAMP_LAW,
    LAMP_RADIUS,
    LAMP_RECTANGLE,
    LAMP_SPHERE,
    LAMP_STRING,
    LAMP_TUBE,
    LAMP_U,
    LAMP_V,
    LAW_COSINE,
    LAW_FIELD,
    LAW_LENS,
    LAW_TABLE,
    LENS_POWER,
    PEAK,
    SPOTS_COUNT,
    SPOTS_FIRST,
)
from wenlo.core.transport.kernels.paths import look_up
from wenlo.core.transport.kernels.rays import frame
from wenlo.core.transport.kernels.shine import intensity, sky_luminance, through_lens
from wenlo.core.transport.kernels.vertices import turn

Array = NDArray[np.float64]

ROWS, COLUMNS = 32, 32
"""Cells of the directions of a lamp, by which sending is learned: rows by the angle to its axis, columns round it."""


@njit(cache=True)
def in_cells(c, d, cells):
    """Direction numbers (c, d) by the learned shares: new c and d, the cell, and 1 over how much oftener it is tried.

    ``cells`` (ROWS, COLUMNS + 1) holds cumulated shares along each row, and of the rows in its last column; points that
    are spread evenly stay so within the cells. No cells at all: nothing was learned.
    """
    if cells.shape[0] == 0:
        return c, d, min(int(c * ROWS), ROWS - 1) * COLUMNS + min(int(d * COLUMNS), COLUMNS - 1), 1.0
    row = look_up(cells[:, COLUMNS], c)
    below = cells[row - 1, COLUMNS] if row > 0 else 0.0
    of_row = cells[row, COLUMNS] - below
    c = min((c - below) / of_row, 0.999999)
    column = look_up(cells[row, :COLUMNS], d)
    below = cells[row, column - 1] if column > 0 else 0.0
    of_column = cells[row, column] - below
    d = min((d - below) / of_column, 0.999999)
    return (
        (row + c) / ROWS,
        (column + d) / COLUMNS,
        row * COLUMNS + column,
        1.0 / (of_row * of_column * ROWS * COLUMNS),
    )


@njit(cache=True, fastmath=True)
def _through_gate(g, a, b, c, d, lamps):
    # From a point of a lens (a, b) the way that light takes which came from a point (c, d) of its gate or of the lamp
    # behind it, whichever it sees smaller: the slope s behind the lens leaves as s − o/f. A solid angle is cos³ θ of
    # the area that it takes of the slopes.
    nx, ny, nz = lamps[g, LAMP_AXIS], lamps[g, LAMP_AXIS + 1], lamps[g, LAMP_AXIS + 2]
    across, up = turn(f32(b))
    r = 0.5 * math.sqrt(a)
    ox = r * (across * lamps[g, LAMP_U] + up * lamps[g, LAMP_V])
    oy = r * (across * lamps[g, LAMP_U + 1] + up * lamps[g, LAMP_V + 1])
    oz = r * (across * lamps[g, LAMP_U + 2] + up * lamps[g, LAMP_V + 2])
    x, y, z = lamps[g, CENTRE] + ox, lamps[g, CENTRE + 1] + oy, lamps[g, CENTRE + 2] + oz
    away, radius = lamps[g, GATE_AWAY], lamps[g, GATE_RADIUS]
    if lamps[g, LAMP_RADIUS] * away < radius * lamps[g, LAMP_AWAY]:
        away, radius = lamps[g, LAMP_AWAY], lamps[g, LAMP_RADIUS]
    ax, ay, az, bx, by, bz = frame(nx, ny, nz)
    across, up = turn(f32(d))
    r = radius * math.sqrt(c)
    p, o, k = r * across, r * up, lamps[g, LENS_POWER]
    dx = nx + (ox - p * ax - o * bx) / away - k * ox
    dy = ny + (oy - p * ay - o * by) / away - k * oy
    dz = nz + (oz - p * az - o * bz) / away - k * oz
    cosine = 1.0 / math.sqrt(dx * dx + dy * dy + dz * dz)
    dx, dy, dz = cosine * dx, cosine * dy, cosine * dz
    amount = through_lens(g, x, y, z, dx, dy, dz, lamps) * math.pi * radius * radius * cosine**3 / (away * away)
    return x, y, z, dx, dy, dz, amount


@njit(cache=True, fastmath=True)
def sent(g, a, b, c, d, cones, lamps, spots, distributions):
    """A place on lamp g (a, b), a direction (c, d), and intensity over density of the direction. [lm]

    Directions are drawn by I(θ) ∝ cosᵐ θ where that is the lamp's law, so that all stand for the same amount, Φ =
    2π I₀/(m + 1); by the cosine for a window, evenly over the cone of a field, else evenly all round. A lamp that
    stands off everything sends evenly into the cone that holds all of it: ``cones`` (G, 4), axis and least cosine, or
    2.
    """
    kind, law = int(lamps[g, LAMP_KIND]), int(lamps[g, LAMP_LAW])
    nx, ny, nz = lamps[g, LAMP_AXIS], lamps[g, LAMP_AXIS + 1], lamps[g, LAMP_AXIS + 2]
    far = cones[g, 3] <= 1.0
    if far:
        nx, ny, nz = cones[g, 0], cones[g, 1], cones[g, 2]
    ax, ay, az, bx, by, bz = frame(nx, ny, nz)
    bulb = kind == LAMP_SPHERE or kind == LAMP_STRING or kind == LAMP_TUBE
    if far:
        cosine, amount = 1.0 - c * (1.0 - cones[g, 3]), 2.0 * math.pi * (1.0 - cones[g, 3])
    elif bulb or law == LAW_TABLE:
        cosine, amount = 1.0 - 2.0 * c, 4.0 * math.pi
    elif law == LAW_COSINE:
        power = lamps[g, BEAM] + 1.0
        cosine = math.sqrt(1.0 - c) if power == 2.0 else (1.0 - c) ** (1.0 / power)
        amount = 2.0 * math.pi * lamps[g, PEAK] / power
    elif law == LAW_FIELD:
        lowest = max(lamps[g, BEAM] - 0.5 * lamps[g, INNER], 0.0)
        cosine, amount = 1.0 - c * (1.0 - lowest), 2.0 * math.pi * (1.0 - lowest)
    else:
        cosine, amount = math.sqrt(1.0 - c), math.pi * lamps[g, PEAK]
    s = math.sqrt(max(0.0, 1.0 - cosine * cosine))
    across, up = turn(f32(d))
    p, o = s * across, s * up
    dx, dy, dz = p * ax + o * bx + cosine * nx, p * ay + o * by + cosine * ny, p * az + o * bz + cosine * nz
    x, y, z = lamps[g, CENTRE], lamps[g, CENTRE + 1], lamps[g, CENTRE + 2]
    if law == LAW_LENS:
        return _through_gate(g, a, b, c, d, lamps)
    ux, uy, uz = lamps[g, LAMP_U], lamps[g, LAMP_U + 1], lamps[g, LAMP_U + 2]
    vx, vy, vz = lamps[g, LAMP_V], lamps[g, LAMP_V + 1], lamps[g, LAMP_V + 2]
    if kind == LAMP_STRING:
        count = int(lamps[g, SPOTS_COUNT])
        k = int(lamps[g, SPOTS_FIRST]) + min(int(a * count), count - 1)
        return spots[k, 0], spots[k, 1], spots[k, 2], dx, dy, dz, amount * lamps[g, PEAK]
    if kind == LAMP_SPHERE:
        # the disc that it shows along the direction
        radius = 0.5 * math.sqrt(ux * ux + uy * uy + uz * uz)
        ax, ay, az, bx, by, bz = frame(dx, dy, dz)
        r, phi = radius * math.sqrt(a), 2.0 * math.pi * b
        p, o = r * math.cos(phi), r * math.sin(phi)
        return x + p * ax + o * bx, y + p * ay + o * by, z + p * az + o * bz, dx, dy, dz, amount * lamps[g, PEAK]
    if kind == LAMP_TUBE:
        # the rectangle that it shows along the direction
        length = math.sqrt(ux * ux + uy * uy + uz * uz)
        along = (dx * ux + dy * uy + dz * uz) / length
        shown = math.sqrt(max(1.0 - along * along, 0.0))
        radius = 0.5 * math.sqrt(vx * vx + vy * vy + vz * vz)
        k = (2.0 * b - 1.0) * radius / max(shown * length, 1e-12)
        bx, by, bz = dy * uz - dz * uy, dz * ux - dx * uz, dx * uy - dy * ux
        s = a - 0.5
        return (
            x + s * ux + k * bx,
            y + s * uy + k * by,
            z + s * uz + k * bz,
            dx,
            dy,
            dz,
            amount * lamps[g, PEAK] * shown,
        )
    if kind == LAMP_RECTANGLE:
        s, t = a - 0.5, b - 0.5
    else:
        inner = lamps[g, INNER] if law != LAW_FIELD else 0.0
        r = 0.5 * math.sqrt(inner * inner + a * (1.0 - inner * inner))
        across, up = turn(f32(b))
        s, t = r * across, r * up
    if far or law == LAW_TABLE or law == LAW_FIELD:
        amount *= intensity(g, dx, dy, dz, lamps, distributions)
    elif law != LAW_COSINE:
        amount *= sky_luminance(-dz)
    return x + s * ux + t * vx, y + s * uy + t * vy, z + s * uz + t * vz, dx, dy, dz, amount


def learned(second: Array, even: float = 0.3) -> Array:
    """Cumulated shares of the cells for :func:`in_cells`, from what their particles gave, squared and added up.

    Source: [Jensen1995].

    Parameters
    ----------
    second: sums of squares by lamp and cell, shape (G, ROWS · COLUMNS). [-]
    even: share that is sent evenly, whatever was learned. [-]

    Returns
    -------
    Array: shape (G, ROWS, COLUMNS + 1). [-]
    """
    found = np.zeros((len(second), ROWS, COLUMNS + 1))
    for g, squares in enumerate(second):
        worth = np.sqrt(np.maximum(squares, 0.0)).reshape(ROWS, COLUMNS)
        # neighbours may have been missed by chance
        rows = np.pad(worth, ((1, 1), (0, 0)), mode="edge")
        worth = 0.5 * worth + 0.25 * (rows[:-2] + rows[2:])
        worth = 0.5 * worth + 0.25 * (np.roll(worth, 1, 1) + np.roll(worth, -1, 1))
        total = float(worth.sum())
        shares = np.full_like(worth, 1.0 / worth.size)
        if total > 0.0:
            shares = (1.0 - even) * worth / total + even / worth.size
        of_rows = shares.sum(axis=1)
        found[g, :, COLUMNS] = np.cumsum(of_rows) / of_rows.sum()
        found[g, :, :COLUMNS] = np.cumsum(shares, axis=1) / of_rows[:, None]
    return found
