"""Where to cut a group of boxes in two, for a tree of them."""

import numpy as np
from numba import njit


@njit(cache=True)
def _half_areas(line, low, high, backward, areas):
    # half the surface of the boxes round the first 1, 2, … members, or the last ones
    count = line.shape[0]
    small, large = np.full(3, np.inf), np.full(3, -np.inf)
    for k in range(count):
        m = line[count - 1 - k] if backward else line[k]
        for axis in range(3):
            small[axis], large[axis] = min(small[axis], low[m, axis]), max(large[axis], high[m, axis])
        x, y, z = large[0] - small[0], large[1] - small[1], large[2] - small[2]
        areas[count - 1 - k if backward else k] = x * y + y * z + z * x


@njit(cache=True)
def split(members, low, high, every):
    """Members in the order along the best axis, and how many of them make the first half.

    The cut is the one that a ray is least likely to pay for: surface of both boxes times what is in them (MacDonald and
    Booth 1990). Without ``every`` axis only the longest is tried.
    """
    count = members.shape[0]
    middles = low[members] + high[members]
    longest = 0
    for axis in range(1, 3):
        if np.ptp(middles[:, axis]) > np.ptp(middles[:, longest]):
            longest = axis
    best, cut, order = np.inf, 1, members
    left, right = np.empty(count), np.empty(count)
    for axis in range(3):
        if not every and axis != longest:
            continue
        line = members[np.argsort(middles[:, axis], kind="mergesort")]
        _half_areas(line, low, high, False, left)
        _half_areas(line, low, high, True, right)
        for k in range(1, count):
            cost = left[k - 1] * k + right[k] * (count - k)
            if cost < best:
                best, cut, order = cost, k, line
    return order, cut
