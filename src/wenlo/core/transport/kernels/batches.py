"""Rays by the batch, in single precision: the nearest surface, and what is left between points.

Shapes stand in the outer loop and rays in the inner one, choices are selects, so that the processor takes eight rays at
a time. A ray never meets the flat shape that it starts on: nothing need be moved off a surface, and a sheet of no
thickness stays tight.
"""

import math

import numpy as np
from numba import njit

from wenlo.core.transport.kernels.layout import CLEAR, DOME, PASS_CONSTANT, PASS_NOTHING, SHAPE, SIZE, TUBE
from wenlo.core.transport.kernels.rays import (
    FAR,
    NODE_COUNT,
    NODE_FIRST,
    NODE_SKIP,
    chance_through,
    crossing,
    normal_at,
    one_over,
    outside_box,
    straight_through,
)
from wenlo.core.transport.kernels.shine import lamp_crossing

f32 = np.float32
BATCH = 256
"""Rays in a batch: all that is known of them stays in the nearest memory."""

MATHS = {"contract", "reassoc", "arcp", "nsz", "afn"}
"""What may be reordered; infinities stay as they are, since a ray along a plane divides by nothing."""

ZERO, ONE, NEVER = f32(0.0), f32(1.0), f32(1e30)
SHORT, CLEAR_OF = 1.0 - 1e-5, f32(1e-5)
"""Lamps may lie in the plane of a wall: ways to them end so little before, and particles start so far off. [-], [m]"""
SHORTEST = 1e-3
"""A ray from the inside of a round shape meets it again no sooner than this, in radii."""


@njit(cache=True, fastmath=MATHS)
def _own_start(p, x, y, z, dx, dy, dz, surfaces):
    # How far along a ray from its own shape that shape can be met again; below 0 never: none is hollow outward.
    shape = int(surfaces[p, SHAPE])
    if shape != TUBE and shape != DOME:
        return -1.0
    nx, ny, nz = normal_at(surfaces, p, x, y, z)
    if dx * nx + dy * ny + dz * nz > 0.0:
        return -1.0
    return SHORTEST * (surfaces[p, SIZE] if shape == DOME else max(surfaces[p, SIZE + 1], surfaces[p, SIZE + 2]))


@njit(cache=True, fastmath=MATHS)
def _meets(p, x, y, z, dx, dy, dz, limit, own, surfaces):
    # Distance to surface p, −1 if it is not met before the limit.
    start = 0.0
    if p == own:
        start = _own_start(p, x, y, z, dx, dy, dz, surfaces)
        if start < 0.0:
            return -1.0
    t, _, _ = crossing(x + start * dx, y + start * dy, z + start * dz, dx, dy, dz, limit - start, surfaces, p)
    return t + start if t > 0.0 else -1.0


@njit(cache=True, fastmath=MATHS)
def _in_tree(x, y, z, dx, dy, dz, limit, own, surfaces, nodes):
    # Nearest surface by the tree of boxes: distance and number.
    best, hit = limit, -1
    ix, iy, iz = one_over(dx), one_over(dy), one_over(dz)
    i, count = 0, nodes.shape[0]
    while i < count:
        if outside_box(x, y, z, ix, iy, iz, best, nodes, i):
            i = int(nodes[i, NODE_SKIP])
            continue
        first = int(nodes[i, NODE_FIRST])
        for p in range(first, first + int(nodes[i, NODE_COUNT])):
            t = _meets(p, x, y, z, dx, dy, dz, best, own, surfaces)
            if t > 0.0:
                best, hit = t, p
        i += 1
    return best, hit


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _toward_ball(x, y, z, dx, dy, dz, cx, cy, cz, r2):
    # Whether a ray comes into a ball, and how far along it is nearest to the middle.
    px, py, pz = cx - x, cy - y, cz - z
    along = px * dx + py * dy + pz * dz
    away = px * px + py * py + pz * pz
    return (away - along * along <= r2) & ((along >= ZERO) | (away <= r2)), along


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _come_near(n, x, y, z, dx, dy, dz, t, groups, j, near, close):
    # Which rays come into the ball round a group before they have met something: their numbers to close, how many.
    cx, cy, cz, r2 = groups[j, 0], groups[j, 1], groups[j, 2], groups[j, 3]
    r = np.sqrt(r2)
    for i in range(n):
        into, along = _toward_ball(x[i], y[i], z[i], dx[i], dy[i], dz[i], cx, cy, cz, r2)
        near[i] = ONE if into & (along - r <= t[i]) else ZERO
    m = 0
    for i in range(n):
        close[m] = i
        m += 1 if near[i] > ZERO else 0
    return m


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def nearest_of(n, x, y, z, dx, dy, dz, own, t, hit, world):
    """Nearest surface or lamp of ``n`` rays: distances to ``t``, numbers to ``hit`` (P + g for lamp g, −1 for none).

    ``own`` is what each starts on.
    """
    flats, ids = world.flats, world.ids
    surfaces, nodes, lamps, balls = world.surfaces, world.nodes, world.lamps, world.balls
    count = surfaces.shape[0]
    for i in range(n):
        t[i] = NEVER
        hit[i] = -1
    if world.treed:
        for i in range(n):
            far, p = _in_tree(x[i], y[i], z[i], dx[i], dy[i], dz[i], FAR, own[i], surfaces, nodes)
            if p >= 0:
                t[i], hit[i] = far, p
    for p in range(flats.shape[0]):
        q = ids[p]
        if world.treed and q < count:
            continue
        n0, n1, n2, nd = flats[p, 0], flats[p, 1], flats[p, 2], flats[p, 3]
        u0, u1, u2, ud = flats[p, 4], flats[p, 5], flats[p, 6], flats[p, 7]
        v0, v1, v2, vd = flats[p, 8], flats[p, 9], flats[p, 10], flats[p, 11]
        if p < world.quads:
            for i in range(n):
                s = -(n0 * x[i] + n1 * y[i] + n2 * z[i] - nd) / (n0 * dx[i] + n1 * dy[i] + n2 * dz[i])
                u = u0 * x[i] + u1 * y[i] + u2 * z[i] - ud + s * (u0 * dx[i] + u1 * dy[i] + u2 * dz[i])
                v = v0 * x[i] + v1 * y[i] + v2 * z[i] - vd + s * (v0 * dx[i] + v1 * dy[i] + v2 * dz[i])
                there = (s > ZERO) & (s < t[i]) & (u >= ZERO) & (u <= ONE) & (v >= ZERO) & (v <= ONE) & (own[i] != q)
                t[i] = s if there else t[i]
                hit[i] = q if there else hit[i]
        else:
            least = world.inner[p] * world.inner[p]
            for i in range(n):
                s = -(n0 * x[i] + n1 * y[i] + n2 * z[i] - nd) / (n0 * dx[i] + n1 * dy[i] + n2 * dz[i])
                u = u0 * x[i] + u1 * y[i] + u2 * z[i] - ud + s * (u0 * dx[i] + u1 * dy[i] + u2 * dz[i])
                v = v0 * x[i] + v1 * y[i] + v2 * z[i] - vd + s * (v0 * dx[i] + v1 * dy[i] + v2 * dz[i])
                r = u * u + v * v
                there = (s > ZERO) & (s < t[i]) & (r <= ONE) & (r >= least) & (own[i] != q)
                t[i] = s if there else t[i]
                hit[i] = q if there else hit[i]
    if world.rest.shape[0] == 0:
        return
    near, close, into = np.empty(n, f32), np.empty(n, np.int32), np.empty(n, np.int32)
    for j in range(world.groups.shape[0]):
        m = _come_near(n, x, y, z, dx, dy, dz, t, world.groups, j, near, close)
        for k in range(world.starts[j], world.starts[j + 1] if m > 0 else 0):
            p = world.rest[k]
            cx, cy, cz, r2 = balls[k, 0], balls[k, 1], balls[k, 2], balls[k, 3]
            tried = 0
            for q in range(m):
                i = close[q]
                into[tried] = i
                comes, _ = _toward_ball(x[i], y[i], z[i], dx[i], dy[i], dz[i], cx, cy, cz, r2)
                tried += 1 if comes else 0
            for q in range(tried):
                i = into[q]
                if p >= count:
                    if own[i] == p:
                        continue
                    s, _ = lamp_crossing(p - count, x[i], y[i], z[i], dx[i], dy[i], dz[i], t[i], lamps)
                else:
                    s = _meets(p, x[i], y[i], z[i], dx[i], dy[i], dz[i], t[i], own[i], surfaces)
                if s > 0.0:
                    t[i], hit[i] = s, p


@njit(cache=True, fastmath=MATHS)
def coordinates(at, world):
    """Plane distance, u and v of points (M, 3) for every flat shape, shape (M, F, 3)."""
    flats = world.flats
    found = np.empty((at.shape[0], flats.shape[0], 3), f32)
    for m in range(at.shape[0]):
        for p in range(flats.shape[0]):
            for j in range(3):
                found[m, p, j] = (
                    flats[p, 4 * j] * at[m, 0]
                    + flats[p, 4 * j + 1] * at[m, 1]
                    + flats[p, 4 * j + 2] * at[m, 2]
                    - flats[p, 4 * j + 3]
                )
    return found


@njit(cache=True, fastmath=MATHS)
def let_through(law, ex, ey, ez, p, surfaces):
    """What direction makes of the clear part of a sheet that is not the same from everywhere."""
    if law == PASS_CONSTANT:
        return ONE
    r = 1.0 / math.sqrt(ex * ex + ey * ey + ez * ez)
    return f32(straight_through(ex * r, ey * r, ez * r, surfaces, p))


@njit(cache=True, fastmath=MATHS)
def _cross_sheet(n, law, p, at, x, y, z, crossed, clear, tinted, surfaces, red, green, blue):
    # What a sheet leaves of the light on the ways to one meter that cross it.
    if law != PASS_CONSTANT:
        for i in range(n):
            if crossed[i] > ZERO and (red[i] > ZERO or tinted):
                factor = let_through(law, at[0] - x[i], at[1] - y[i], at[2] - z[i], p, surfaces)
                red[i] *= factor * clear[0]
                if tinted:
                    green[i] *= factor * clear[1]
                    blue[i] *= factor * clear[2]
        return
    for i in range(n):
        red[i] *= clear[0] if crossed[i] > ZERO else ONE
    if tinted:
        for i in range(n):
            green[i] *= clear[1] if crossed[i] > ZERO else ONE
            blue[i] *= clear[2] if crossed[i] > ZERO else ONE


@njit(cache=True, fastmath=MATHS)
def left_between(x, y, z, own, ex, ey, ez, other, treed, rest, surfaces, nodes, scatters, lamps):
    """What surfaces that are not flat, or all of many, leave of light between x and x + e: red, green, blue.

    ``other`` is the lamp (P + g) that the far end lies on, or −1.
    """
    count = surfaces.shape[0]
    length = math.sqrt(ex * ex + ey * ey + ez * ez)
    if length <= 0.0:
        return 0.0, 0.0, 0.0
    dx, dy, dz = ex / length, ey / length, ez / length
    limit = length * (1.0 - 1e-6) - 1e-6
    r, g, b = 1.0, 1.0, 1.0
    if treed:
        ix, iy, iz = one_over(dx), one_over(dy), one_over(dz)
        i = 0
        while i < nodes.shape[0]:
            if outside_box(x, y, z, ix, iy, iz, limit, nodes, i):
                i = int(nodes[i, NODE_SKIP])
                continue
            first = int(nodes[i, NODE_FIRST])
            for p in range(first, first + int(nodes[i, NODE_COUNT])):
                if _meets(p, x, y, z, dx, dy, dz, limit, own, surfaces) > 0.0:
                    factor, _ = chance_through(dx, dy, dz, surfaces, p, scatters[p])
                    if factor <= 0.0:
                        return 0.0, 0.0, 0.0
                    r *= factor * surfaces[p, CLEAR]
                    g *= factor * surfaces[p, CLEAR + 1]
                    b *= factor * surfaces[p, CLEAR + 2]
            i += 1
    for k in range(rest.shape[0]):
        p = rest[k]
        if p >= count:
            if p != other and p != own:
                s, _ = lamp_crossing(p - count, x, y, z, dx, dy, dz, limit, lamps)
                if s > 0.0:
                    return 0.0, 0.0, 0.0
        elif not treed and _meets(p, x, y, z, dx, dy, dz, limit, own, surfaces) > 0.0:
            factor, _ = chance_through(dx, dy, dz, surfaces, p, scatters[p])
            if factor <= 0.0:
                return 0.0, 0.0, 0.0
            r *= factor * surfaces[p, CLEAR]
            g *= factor * surfaces[p, CLEAR + 1]
            b *= factor * surfaces[p, CLEAR + 2]
    return r, g, b


@njit(cache=True, fastmath=MATHS)
def _left_by(p, x, y, z, own, ex, ey, ez, other, surfaces, scatters, lamps):
    # What one shape that is not flat, or the body of lamp p − P, leaves of light between x and x + e: RGB.
    count = surfaces.shape[0]
    if p >= count and (p == other or p == own):
        return 1.0, 1.0, 1.0
    length = math.sqrt(ex * ex + ey * ey + ez * ez)
    if length <= 0.0:
        return 0.0, 0.0, 0.0
    dx, dy, dz = ex / length, ey / length, ez / length
    limit = length * (1.0 - 1e-6) - 1e-6
    if p >= count:
        met, _ = lamp_crossing(p - count, x, y, z, dx, dy, dz, limit, lamps)
        kept = 0.0 if met > 0.0 else 1.0
        return kept, kept, kept
    if _meets(p, x, y, z, dx, dy, dz, limit, own, surfaces) <= 0.0:
        return 1.0, 1.0, 1.0
    factor, _ = chance_through(dx, dy, dz, surfaces, p, scatters[p])
    return factor * surfaces[p, CLEAR], factor * surfaces[p, CLEAR + 1], factor * surfaces[p, CLEAR + 2]


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _into_ball(x, y, z, ex, ey, ez, cx, cy, cz, r2):
    # Whether the way from x to x + e comes into a ball.
    px, py, pz = cx - x, cy - y, cz - z
    along = px * ex + py * ey + pz * ez
    length = ex * ex + ey * ey + ez * ez
    t = min(max(along / max(length, f32(1e-20)), ZERO), ONE)
    px, py, pz = px - t * ex, py - t * ey, pz - t * ez
    return px * px + py * py + pz * pz <= r2


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def _near_ball(n, x, y, z, ex, ey, ez, cx, cy, cz, r2, near):
    # 1 where the way from x to x + e comes into a ball.
    for i in range(n):
        near[i] = ONE if _into_ball(x[i], y[i], z[i], ex[i], ey[i], ez[i], cx, cy, cz, r2) else ZERO


@njit(cache=True, fastmath=MATHS)
def _scalar_part(n, x, y, z, own, ex, ey, ez, other, world, near, red, green, blue):
    # Shapes that are not flat are tried one way at a time, where it comes near the ball round them; of many, all.
    treed, rest, tinted, balls, groups = world.treed, world.rest, world.tinted, world.balls, world.groups
    surfaces, nodes, scatters, lamps = world.surfaces, world.nodes, world.scatters, world.lamps
    if treed:
        for i in range(n):
            if red[i] <= ZERO and not tinted:
                continue
            r, g, b = left_between(
                x[i], y[i], z[i], own[i], ex[i], ey[i], ez[i], other[i], treed, rest, surfaces, nodes, scatters, lamps
            )
            red[i] *= f32(r)
            if tinted:
                green[i] *= f32(g)
                blue[i] *= f32(b)
        return
    close = np.empty(n, np.int32)
    for j in range(world.groups.shape[0]):
        _near_ball(n, x, y, z, ex, ey, ez, groups[j, 0], groups[j, 1], groups[j, 2], groups[j, 3], near)
        m = 0
        for i in range(n):
            close[m] = i
            m += 1 if (near[i] > ZERO) & ((red[i] > ZERO) | tinted) else 0
        for k in range(world.starts[j], world.starts[j + 1] if m > 0 else 0):
            p = rest[k]
            cx, cy, cz, r2 = balls[k, 0], balls[k, 1], balls[k, 2], balls[k, 3]
            for q in range(m):
                i = close[q]
                if not _into_ball(x[i], y[i], z[i], ex[i], ey[i], ez[i], cx, cy, cz, r2) or (
                    red[i] <= ZERO and not tinted
                ):
                    continue
                r, g, b = _left_by(
                    p, x[i], y[i], z[i], own[i], ex[i], ey[i], ez[i], other[i], surfaces, scatters, lamps
                )
                red[i] *= f32(r)
                if tinted:
                    green[i] *= f32(g)
                    blue[i] *= f32(b)


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def seen_by(n, x, y, z, own, at, known, small, world, red, green, blue, work, none):
    """What is left of light from ``n`` points on its way to each meter, into ``red``, ``green``, ``blue`` (M, B).

    Shapes that are ``small`` (F,) are left out.

    A flat shape is in the way if the plane lies between both ends and the crossing, (a_m u_q − a_q u_m)/(a_m − a_q) and
    the same with v, is inside: no division is needed. ``known`` (M, F, 3) is :func:`coordinates` of the meters ``at``
    (M, 3). Without coloured sheets only ``red`` is filled.
    """
    flats, ids, laws, clear, surfaces = world.flats, world.ids, world.laws, world.clear, world.surfaces
    count, tinted = surfaces.shape[0], world.tinted
    ta, tu, tv = work[0], work[1], work[2]
    ex, ey, ez = work[3], work[4], work[5]
    crossed = ex
    meters = at.shape[0]
    for m in range(meters):
        for i in range(n):
            red[m, i] = ONE
        if world.tinted:
            for i in range(n):
                green[m, i] = ONE
                blue[m, i] = ONE
    for p in range(flats.shape[0]):
        q = ids[p]
        if small[p] or (world.treed and q < count):
            continue
        n0, n1, n2, nd = flats[p, 0], flats[p, 1], flats[p, 2], flats[p, 3]
        u0, u1, u2, ud = flats[p, 4], flats[p, 5], flats[p, 6], flats[p, 7]
        v0, v1, v2, vd = flats[p, 8], flats[p, 9], flats[p, 10], flats[p, 11]
        least = world.inner[p] * world.inner[p]
        for i in range(n):
            a = n0 * x[i] + n1 * y[i] + n2 * z[i] - nd
            ta[i] = a if own[i] != q else ZERO
            tu[i] = u0 * x[i] + u1 * y[i] + u2 * z[i] - ud
            tv[i] = v0 * x[i] + v1 * y[i] + v2 * z[i] - vd
        quad = p < world.quads
        for m in range(meters):
            sign = ONE if known[m, p, 0] > ZERO else -ONE
            am, um, vm = known[m, p, 0] * sign, known[m, p, 1], known[m, p, 2]
            sight = red[m]
            if laws[p] != PASS_NOTHING or tinted:
                # in a set with coloured sheets, what is opaque lets nothing of any colour through
                for i in range(n):
                    aq = ta[i] * sign
                    d = am - aq
                    u, v = um * d + am * (tu[i] - um), vm * d + am * (tv[i] - vm)
                    r = u * u + v * v
                    if quad:
                        inside = (u >= ZERO) & (u <= d) & (v >= ZERO) & (v <= d)
                    else:
                        inside = (r <= d * d) & (r >= least * d * d)
                    crossed[i] = ONE if (aq < ZERO) & inside else ZERO
                law = laws[p] if laws[p] != PASS_NOTHING else PASS_CONSTANT
                _cross_sheet(n, law, q, at[m], x, y, z, crossed, clear[p], tinted, surfaces, red[m], green[m], blue[m])
            elif quad:
                for i in range(n):
                    aq = ta[i] * sign
                    d = am - aq
                    u = um * d + am * (tu[i] - um)
                    v = vm * d + am * (tv[i] - vm)
                    blocked = (aq < ZERO) & (u >= ZERO) & (u <= d) & (v >= ZERO) & (v <= d)
                    sight[i] = ZERO if blocked else sight[i]
            else:
                for i in range(n):
                    aq = ta[i] * sign
                    d = am - aq
                    u = um * d + am * (tu[i] - um)
                    v = vm * d + am * (tv[i] - vm)
                    r = u * u + v * v
                    blocked = (aq < ZERO) & (r <= d * d) & (r >= least * d * d)
                    sight[i] = ZERO if blocked else sight[i]
    if world.treed or world.rest.shape[0] > 0:
        for m in range(meters):
            for i in range(n):
                ex[i], ey[i], ez[i] = at[m, 0] - x[i], at[m, 1] - y[i], at[m, 2] - z[i]
            _scalar_part(n, x, y, z, own, ex, ey, ez, none, world, ta, red[m], green[m], blue[m])


@njit(cache=True, fastmath=MATHS, error_model="numpy")
def seen_between(n, x, y, z, own, ex, ey, ez, other, world, red, green, blue):
    """What is left of light between ``n`` points x and x + e, of which ``other`` is the lamp at the far end."""
    flats, ids, laws, clear, surfaces = world.flats, world.ids, world.laws, world.clear, world.surfaces
    count, tinted = surfaces.shape[0], world.tinted
    crossed = np.empty(n, f32)
    for i in range(n):
        red[i] = ONE
        green[i] = ONE
        blue[i] = ONE
    for p in range(flats.shape[0]):
        q = ids[p]
        if world.treed and q < count:
            continue
        n0, n1, n2, nd = flats[p, 0], flats[p, 1], flats[p, 2], flats[p, 3]
        u0, u1, u2, ud = flats[p, 4], flats[p, 5], flats[p, 6], flats[p, 7]
        v0, v1, v2, vd = flats[p, 8], flats[p, 9], flats[p, 10], flats[p, 11]
        least = world.inner[p] * world.inner[p]
        quad = p < world.quads
        for i in range(n):
            a = n0 * x[i] + n1 * y[i] + n2 * z[i] - nd
            b = a + n0 * ex[i] + n1 * ey[i] + n2 * ez[i]
            sign = ONE if b > ZERO else -ONE
            a, b = a * sign, b * sign
            d = b - a
            u = u0 * x[i] + u1 * y[i] + u2 * z[i] - ud
            v = v0 * x[i] + v1 * y[i] + v2 * z[i] - vd
            u = u * d - a * (u0 * ex[i] + u1 * ey[i] + u2 * ez[i])
            v = v * d - a * (v0 * ex[i] + v1 * ey[i] + v2 * ez[i])
            r = u * u + v * v
            inside = (
                ((u >= ZERO) & (u <= d) & (v >= ZERO) & (v <= d)) if quad else ((r <= d * d) & (r >= least * d * d))
            )
            crossed[i] = ONE if (a < ZERO) & inside & (own[i] != q) & (other[i] != q) else ZERO
        if laws[p] != PASS_NOTHING:
            for i in range(n):
                if crossed[i] > ZERO and (red[i] > ZERO or tinted):
                    factor = let_through(laws[p], ex[i], ey[i], ez[i], q, surfaces)
                    red[i] *= factor * clear[p, 0]
                    green[i] *= factor * clear[p, 1]
                    blue[i] *= factor * clear[p, 2]
            continue
        # a loop of its own, without a choice in it, takes eight ways at a time
        for i in range(n):
            red[i] = ZERO if crossed[i] > ZERO else red[i]
        if tinted:
            for i in range(n):
                green[i] = ZERO if crossed[i] > ZERO else green[i]
                blue[i] = ZERO if crossed[i] > ZERO else blue[i]
    if world.treed or world.rest.shape[0] > 0:
        _scalar_part(n, x, y, z, own, ex, ey, ez, other, world, crossed, red, green, blue)
