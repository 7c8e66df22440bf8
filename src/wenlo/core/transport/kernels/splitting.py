"""Where to cut groups of boxes in two, and the tree that comes of it."""

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
def _split(members, low, high, every):
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


@njit(cache=True)
def tree_of(low, high, leaf, every):
    """Order of the boxes along the leaves, and rows of the tree, shape (K, 9); see :func:`tree.arrange`.

    Groups of more than ``leaf`` boxes are cut in two, along the best axis or, without ``every``, the longest.
    """
    count = low.shape[0]
    order, rows = np.arange(count), np.zeros((2 * count, 9))
    # groups that are still to do, from where to where; (-1, row) closes a row whose group is done
    waiting = np.empty((2 * count + 2, 2), np.int64)
    waiting[0, 0], waiting[0, 1] = 0, count
    left, done = 1, 0
    while left > 0:
        left -= 1
        first, last = waiting[left, 0], waiting[left, 1]
        if first < 0:
            rows[last, 8] = done
            continue
        row = rows[done]
        for axis in range(3):
            row[axis], row[3 + axis] = np.inf, -np.inf
            for k in range(first, last):
                row[axis] = min(row[axis], low[order[k], axis])
                row[3 + axis] = max(row[3 + axis], high[order[k], axis])
        done += 1
        if last - first <= leaf:
            row[6], row[7], row[8] = first, last - first, done
            continue
        line, cut = _split(order[first:last].copy(), low, high, every)
        order[first:last] = line
        waiting[left, 0], waiting[left, 1] = -1, done - 1
        waiting[left + 1, 0], waiting[left + 1, 1] = first + cut, last
        waiting[left + 2, 0], waiting[left + 2, 1] = first, first + cut
        left += 3
    return order, rows[:done].copy()
