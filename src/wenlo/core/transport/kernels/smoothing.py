"""Smoothing of what is left of a picture's noise, keeping edges: rows of pixels in single precision.

Pixels stand in the inner loop and neighbours in the outer one, choices are selects, so that the processor takes eight
pixels at a time.
"""

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.batches import MATHS, ONE, ZERO

f32 = np.float32

KIND, NORMAL, PLACE, FEATURES = 0, 1, 4, 7
"""What a pixel shows: 0 nothing, 1 something dull, −1 something shiny; its normal and its place [m]."""

TAPS = (0.375, 0.25, 0.0625)
"""Weights of a neighbour by its distance in steps, of a B-spline."""

ALIGNED, THICK, LEAST = f32(0.8), f32(0.15), f32(1e-3)
"""Cosine between normals of one surface, how far off a plane neighbours lie, as a share of their distance and [m]."""

FALL = f32(8.0)
"""(1 − a²/8)⁸ stands for exp(−a²): within 0.03, and nothing beyond 2.8 standard errors."""


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _weigh(shown, light, spread, row, there, a, b, way, tolerance, tap, weight):
    # How far the neighbours of pixels a to b of a row count. A slice for each, since what has strides goes one by one.
    kind, other = shown[KIND, row, a:b], shown[KIND, there, a + way : b + way]
    nx, ox = shown[NORMAL, row, a:b], shown[NORMAL, there, a + way : b + way]
    ny, oy = shown[NORMAL + 1, row, a:b], shown[NORMAL + 1, there, a + way : b + way]
    nz, oz = shown[NORMAL + 2, row, a:b], shown[NORMAL + 2, there, a + way : b + way]
    x, px = shown[PLACE, row, a:b], shown[PLACE, there, a + way : b + way]
    y, py = shown[PLACE + 1, row, a:b], shown[PLACE + 1, there, a + way : b + way]
    z, pz = shown[PLACE + 2, row, a:b], shown[PLACE + 2, there, a + way : b + way]
    lit, lit_there = light[0, row, a:b], light[0, there, a + way : b + way]
    error, error_there = spread[row, a:b], spread[there, a + way : b + way]
    for i in range(b - a):
        c = nx[i] * ox[i] + ny[i] * oy[i] + nz[i] * oz[i]
        dx, dy, dz = px[i] - x[i], py[i] - y[i], pz[i] - z[i]
        off = abs(dx * nx[i] + dy * ny[i] + dz * nz[i])
        far = np.sqrt(dx * dx + dy * dy + dz * dz)
        apart = (lit_there[i] - lit[i]) / (tolerance * (error[i] + error_there[i]) + f32(1e-9))
        w = max(ONE - apart * apart / FALL, ZERO)
        w *= c
        w *= w
        w *= w
        w *= w
        alike = (kind[i] * other[i] > ZERO) & (c >= ALIGNED) & (off <= THICK * far + LEAST)
        weight[i] = tap * w if alike else ZERO


@njit(cache=True, fastmath=MATHS)
def _gather(n, weight, light, sums):
    for i in range(n):
        sums[i] += weight[i] * light[i]


@njit(cache=True, parallel=True)
def smooth(light, spread, shown, step, tolerance):
    """One pass of an edge-keeping filter over ``light`` (K, H, W), the luminance in layer 0.

    ``spread`` (H, W) is the standard error of the luminance, ``shown`` (7, H, W) what each pixel shows. Neighbours
    ``step`` pixels apart count as far as they lie on the same plane, face the same way and differ by no more than the
    noise explains (Dammertz et al. 2010).
    """
    layers, height, width = light.shape
    result = np.empty_like(light)
    for row in prange(height):
        weight = np.empty(width, f32)
        # a pixel counts for itself in any case
        own = f32(TAPS[0] * TAPS[0])
        total = np.full(width, own)
        sums = own * light[:, row, :]
        for q in range(25):
            other, way = row + (q // 5 - 2) * step, (q % 5 - 2) * step
            first, last = max(0, -way), min(width, width - way)
            if q == 12 or other < 0 or other >= height or last <= first:
                continue
            tap = f32(TAPS[abs(q % 5 - 2)] * TAPS[abs(q // 5 - 2)])
            _weigh(shown, light, spread, row, other, first, last, way, tolerance, tap, weight)
            n, counted = last - first, total[first:last]
            for i in range(n):
                counted[i] += weight[i]
            for k in range(layers):
                _gather(n, weight, light[k, other, first + way : last + way], sums[k, first:last])
        for k in range(layers):
            for i in range(width):
                result[k, row, i] = sums[k, i] / total[i]
    return result
