"""Rays against surfaces: the nearest one, and what is left of light that crosses them all."""

import math

from numba import njit

from wenlo.core.transport.kernels.layout import (
    AXIS,
    CELL,
    CELL_HEXAGON,
    CELL_ROUND,
    CLEAR,
    CORNERS,
    CUT_OUT,
    DISC,
    DOME,
    DUAL_U,
    DUAL_V,
    LAW,
    LENS,
    ORIGIN,
    OUTLINE,
    PASS_CONSTANT,
    PASS_GRID,
    PASS_LENS,
    PASS_NOTHING,
    QUAD,
    SHAPE,
    SIZE,
    TUBE,
)

SURFACE_OFFSET = 1e-6
"""Rays start this far from a surface, so that it does not hide itself. [m]"""

FAR = 1e30
NODE_FIRST, NODE_COUNT, NODE_SKIP = 6, 7, 8
TWO_PI = 2.0 * math.pi


@njit(cache=True, fastmath=True)
def frame(nx, ny, nz):
    """Two unit vectors square to n and to each other."""
    if abs(nz) < 0.9:
        ax, ay, az = ny, -nx, 0.0
    else:
        ax, ay, az = 0.0, nz, -ny
    length = math.sqrt(ax * ax + ay * ay + az * az)
    ax, ay, az = ax / length, ay / length, az / length
    return ax, ay, az, ny * az - nz * ay, nz * ax - nx * az, nx * ay - ny * ax


@njit(cache=True, fastmath=True)
def _inside(surfaces, p, u, v):
    # Even-odd rule over the corners of an outline.
    count = int(surfaces[p, CORNERS])
    inside = False
    j = count - 1
    for i in range(count):
        ui, vi = surfaces[p, CORNERS + 1 + 2 * i], surfaces[p, CORNERS + 2 + 2 * i]
        uj, vj = surfaces[p, CORNERS + 1 + 2 * j], surfaces[p, CORNERS + 2 + 2 * j]
        if (vi > v) != (vj > v) and u < (uj - ui) * (v - vi) / (vj - vi) + ui:
            inside = not inside
        j = i
    return inside


@njit(cache=True, fastmath=True)
def _turn(x, y):
    angle = math.atan2(y, x)
    return angle + TWO_PI if angle < 0.0 else angle


@njit(cache=True, fastmath=True)
def _tube(ox, oy, oz, dx, dy, dz, limit, surfaces, p):
    # A cylinder or cone: height, radius at the origin's end and at the other, span of angle.
    height, r0, r1, span = surfaces[p, SIZE], surfaces[p, SIZE + 1], surfaces[p, SIZE + 2], surfaces[p, SIZE + 3]
    slope = (r1 - r0) / height
    r = r0 + slope * oz
    m = slope * dz
    a = dx * dx + dy * dy - m * m
    b = ox * dx + oy * dy - r * m
    c = ox * ox + oy * oy - r * r
    if abs(a) < 1e-14:
        if abs(b) < 1e-14:
            return -1.0, 0.0, 0.0
        near = far = -0.5 * c / b
    else:
        root = b * b - a * c
        if root < 0.0:
            return -1.0, 0.0, 0.0
        root = math.sqrt(root)
        near, far = (-b - root) / a, (-b + root) / a
        if near > far:
            near, far = far, near
    for k in range(2):
        t = near if k == 0 else far
        if t <= SURFACE_OFFSET or t >= limit:
            continue
        z = oz + t * dz
        if z < 0.0 or z > height or r0 + slope * z < 0.0:
            continue
        v = _turn(ox + t * dx, oy + t * dy) / span
        if v > 1.0:
            continue
        if abs(slope) < 1e-12:
            return t, z / height, v
        here = r0 + slope * z
        return t, (here * here - r0 * r0) / (r1 * r1 - r0 * r0), v
    return -1.0, 0.0, 0.0


@njit(cache=True, fastmath=True)
def _dome(ox, oy, oz, dx, dy, dz, limit, surfaces, p):
    # The zone of a sphere between two heights along its axis, given in radii.
    radius, low, high = surfaces[p, SIZE], surfaces[p, SIZE + 1], surfaces[p, SIZE + 2]
    b = ox * dx + oy * dy + oz * dz
    root = b * b - (ox * ox + oy * oy + oz * oz - radius * radius)
    if root < 0.0:
        return -1.0, 0.0, 0.0
    root = math.sqrt(root)
    for k in range(2):
        t = -b - root if k == 0 else -b + root
        if t <= SURFACE_OFFSET or t >= limit:
            continue
        z = (oz + t * dz) / radius
        if z < low or z > high:
            continue
        return t, (z - low) / (high - low), _turn(ox + t * dx, oy + t * dy) / TWO_PI
    return -1.0, 0.0, 0.0


@njit(cache=True, fastmath=True)
def crossing(ax, ay, az, dx, dy, dz, limit, surfaces, p):
    """Distance along ``a + t·d`` at which surface ``p`` is crossed, with u and v; −1 if it is not."""
    shape = int(surfaces[p, SHAPE])
    nx, ny, nz = surfaces[p, AXIS], surfaces[p, AXIS + 1], surfaces[p, AXIS + 2]
    ox, oy, oz = surfaces[p, ORIGIN] - ax, surfaces[p, ORIGIN + 1] - ay, surfaces[p, ORIGIN + 2] - az
    if shape == TUBE or shape == DOME:
        ux, uy, uz = surfaces[p, DUAL_U], surfaces[p, DUAL_U + 1], surfaces[p, DUAL_U + 2]
        vx, vy, vz = surfaces[p, DUAL_V], surfaces[p, DUAL_V + 1], surfaces[p, DUAL_V + 2]
        lx, ly, lz = -(ox * ux + oy * uy + oz * uz), -(ox * vx + oy * vy + oz * vz), -(ox * nx + oy * ny + oz * nz)
        ex, ey, ez = dx * ux + dy * uy + dz * uz, dx * vx + dy * vy + dz * vz, dx * nx + dy * ny + dz * nz
        if shape == TUBE:
            return _tube(lx, ly, lz, ex, ey, ez, limit, surfaces, p)
        return _dome(lx, ly, lz, ex, ey, ez, limit, surfaces, p)
    dn = dx * nx + dy * ny + dz * nz
    if abs(dn) < 1e-12:
        return -1.0, 0.0, 0.0
    t = (ox * nx + oy * ny + oz * nz) / dn
    if t <= SURFACE_OFFSET or t >= limit:
        return -1.0, 0.0, 0.0
    x, y, z = t * dx - ox, t * dy - oy, t * dz - oz
    u = x * surfaces[p, DUAL_U] + y * surfaces[p, DUAL_U + 1] + z * surfaces[p, DUAL_U + 2]
    if shape == DISC:
        v = x * surfaces[p, DUAL_V] + y * surfaces[p, DUAL_V + 1] + z * surfaces[p, DUAL_V + 2]
        inner, outer = surfaces[p, SIZE], surfaces[p, SIZE + 1]
        r2 = u * u + v * v
        if r2 > outer * outer or r2 < inner * inner:
            return -1.0, 0.0, 0.0
        return t, (r2 - inner * inner) / (outer * outer - inner * inner), _turn(u, v) / TWO_PI
    if u < 0.0 or u > 1.0:
        return -1.0, 0.0, 0.0
    v = x * surfaces[p, DUAL_V] + y * surfaces[p, DUAL_V + 1] + z * surfaces[p, DUAL_V + 2]
    if v < 0.0 or v > 1.0:
        return -1.0, 0.0, 0.0
    if shape != QUAD and _inside(surfaces, p, u, v) == (shape == CUT_OUT):
        return -1.0, 0.0, 0.0
    return t, u, v


@njit(cache=True, fastmath=True, inline="always")
def _quick(ax, ay, az, dx, dy, dz, limit, surfaces, p):
    # Parallelograms are by far the most: the same as crossing, without the call.
    if surfaces[p, SHAPE] != QUAD:
        return crossing(ax, ay, az, dx, dy, dz, limit, surfaces, p)
    row = surfaces[p]
    nx, ny, nz = row[AXIS], row[AXIS + 1], row[AXIS + 2]
    ox, oy, oz = ax - row[ORIGIN], ay - row[ORIGIN + 1], az - row[ORIGIN + 2]
    dn = dx * nx + dy * ny + dz * nz
    above = ox * nx + oy * ny + oz * nz
    t = -above / dn if abs(dn) > 1e-12 else -1.0
    if t <= SURFACE_OFFSET or t >= limit:
        return -1.0, 0.0, 0.0
    x, y, z = ox + t * dx, oy + t * dy, oz + t * dz
    u = x * row[DUAL_U] + y * row[DUAL_U + 1] + z * row[DUAL_U + 2]
    v = x * row[DUAL_V] + y * row[DUAL_V + 1] + z * row[DUAL_V + 2]
    if u < 0.0 or u > 1.0 or v < 0.0 or v > 1.0:
        return -1.0, 0.0, 0.0
    return t, u, v


@njit(cache=True, fastmath=True)
def place(surfaces, edges, p, u, v):
    """Point of a surface and its front's unit normal there, from u and v that divide its area evenly.

    ``edges`` (P, 6): the two edge vectors of flat shapes. The last value is false outside an outline.
    """
    shape = int(surfaces[p, SHAPE])
    x, y, z = surfaces[p, ORIGIN], surfaces[p, ORIGIN + 1], surfaces[p, ORIGIN + 2]
    nx, ny, nz = surfaces[p, AXIS], surfaces[p, AXIS + 1], surfaces[p, AXIS + 2]
    if shape == QUAD or shape == OUTLINE or shape == CUT_OUT:
        there = shape == QUAD or _inside(surfaces, p, u, v) == (shape == OUTLINE)
        return (
            x + u * edges[p, 0] + v * edges[p, 3],
            y + u * edges[p, 1] + v * edges[p, 4],
            z + u * edges[p, 2] + v * edges[p, 5],
            nx,
            ny,
            nz,
            there,
        )
    ux, uy, uz = surfaces[p, DUAL_U], surfaces[p, DUAL_U + 1], surfaces[p, DUAL_U + 2]
    vx, vy, vz = surfaces[p, DUAL_V], surfaces[p, DUAL_V + 1], surfaces[p, DUAL_V + 2]
    if shape == DISC:
        inner, outer = surfaces[p, SIZE], surfaces[p, SIZE + 1]
        r = math.sqrt(inner * inner + u * (outer * outer - inner * inner))
        c, s = r * math.cos(TWO_PI * v), r * math.sin(TWO_PI * v)
        return x + c * ux + s * vx, y + c * uy + s * vy, z + c * uz + s * vz, nx, ny, nz, True
    if shape == TUBE:
        height, r0, r1, span = surfaces[p, SIZE], surfaces[p, SIZE + 1], surfaces[p, SIZE + 2], surfaces[p, SIZE + 3]
        slope = (r1 - r0) / height
        if abs(slope) < 1e-12:
            h, r = u * height, r0
        else:
            r = math.sqrt(r0 * r0 + u * (r1 * r1 - r0 * r0))
            h = (r - r0) / slope
        c, s = math.cos(span * v), math.sin(span * v)
        wx, wy, wz = c * ux + s * vx, c * uy + s * vy, c * uz + s * vz
        k = 1.0 / math.sqrt(1.0 + slope * slope)
        return (
            x + r * wx + h * nx,
            y + r * wy + h * ny,
            z + r * wz + h * nz,
            k * (wx - slope * nx),
            k * (wy - slope * ny),
            k * (wz - slope * nz),
            True,
        )
    radius, low, high = surfaces[p, SIZE], surfaces[p, SIZE + 1], surfaces[p, SIZE + 2]
    h = low + u * (high - low)
    r = math.sqrt(max(0.0, 1.0 - h * h))
    c, s = r * math.cos(TWO_PI * v), r * math.sin(TWO_PI * v)
    wx, wy, wz = c * ux + s * vx + h * nx, c * uy + s * vy + h * ny, c * uz + s * vz + h * nz
    return x + radius * wx, y + radius * wy, z + radius * wz, wx, wy, wz, True


@njit(cache=True, fastmath=True)
def normal_at(surfaces, p, x, y, z):
    """Unit normal of a surface's front at a point on it."""
    shape = int(surfaces[p, SHAPE])
    nx, ny, nz = surfaces[p, AXIS], surfaces[p, AXIS + 1], surfaces[p, AXIS + 2]
    if shape != TUBE and shape != DOME:
        return nx, ny, nz
    x, y, z = x - surfaces[p, ORIGIN], y - surfaces[p, ORIGIN + 1], z - surfaces[p, ORIGIN + 2]
    if shape == DOME:
        k = 1.0 / math.sqrt(x * x + y * y + z * z)
        return k * x, k * y, k * z
    slope = (surfaces[p, SIZE + 2] - surfaces[p, SIZE + 1]) / surfaces[p, SIZE]
    h = x * nx + y * ny + z * nz
    x, y, z = x - h * nx, y - h * ny, z - h * nz
    k = 1.0 / max(math.sqrt(x * x + y * y + z * z), 1e-30)
    x, y, z = k * x - slope * nx, k * y - slope * ny, k * z - slope * nz
    k = 1.0 / math.sqrt(1.0 + slope * slope)
    return k * x, k * y, k * z


@njit(cache=True, fastmath=True)
def _hexagon_share(sx, sy):
    # A hexagon one unit across its flats and the same one shifted overlap in {|x·n| ≤ w/2} for the three
    # directions n of its sides, w = 1 − |shift·n|. Two of them make a rhomboid, the third cuts two corners off;
    # the widest is taken as the third, so that the corners never meet.
    c = 0.5 * math.sqrt(3.0)
    p0, p1, p2 = abs(sx), abs(0.5 * sx + c * sy), abs(0.5 * sx - c * sy)
    largest, least = max(p0, p1, p2), min(p0, p1, p2)
    if largest >= 1.0:
        return 0.0
    w0, w1, w2 = 1.0 - least, 1.0 - largest, 1.0 - (p0 + p1 + p2 - largest - least)
    cut = max(0.0, 0.5 * (w1 + w2 - w0))
    return max(0.0, (w1 * w2 - cut * cut) / 0.75)


@njit(cache=True, fastmath=True)
def grid_share(tx, ty, ratio, kind):
    """Share of a black-walled cell's opening that light of slope (tan θx, tan θy) goes straight through.

    ``ratio`` is depth over width (side, diameter, or across flats). Square: Π max(0, 1 − ratio·|tan θ|);
    round: (2/π)(arccos x − x √(1 − x²)), x = ratio·tan θ; hexagon: overlap of the two ends. [-]
    """
    if kind == CELL_ROUND:
        x = ratio * math.sqrt(tx * tx + ty * ty)
        if x >= 1.0:
            return 0.0
        return 2.0 / math.pi * (math.acos(x) - x * math.sqrt(1.0 - x * x))
    if kind == CELL_HEXAGON:
        return _hexagon_share(ratio * tx, ratio * ty)
    return max(0.0, 1.0 - ratio * abs(tx)) * max(0.0, 1.0 - ratio * abs(ty))


@njit(cache=True, fastmath=True)
def straight_through(dx, dy, dz, surfaces, p):
    """Factor of direction on the clear part of a surface that light crosses along unit vector d. [-]"""
    law = int(surfaces[p, LAW])
    if law == PASS_CONSTANT:
        return 1.0
    nx, ny, nz = surfaces[p, AXIS], surfaces[p, AXIS + 1], surfaces[p, AXIS + 2]
    dn = abs(dx * nx + dy * ny + dz * nz)
    if law == PASS_GRID:
        if dn < 1e-9:
            return 0.0
        ux, uy, uz = surfaces[p, DUAL_U], surfaces[p, DUAL_U + 1], surfaces[p, DUAL_U + 2]
        k = 1.0 / math.sqrt(ux * ux + uy * uy + uz * uz)
        ux, uy, uz = k * ux, k * uy, k * uz
        vx, vy, vz = ny * uz - nz * uy, nz * ux - nx * uz, nx * uy - ny * ux
        a, b = (dx * ux + dy * uy + dz * uz) / dn, (dx * vx + dy * vy + dz * vz) / dn
        c, s = surfaces[p, CELL + 3], surfaces[p, CELL + 4]
        share = grid_share(c * a + s * b, c * b - s * a, surfaces[p, CELL], int(surfaces[p, CELL + 2]))
        return share * surfaces[p, CELL + 1]
    # a pane: what the two faces let through falls with Fresnel's reflection (Schlick's form)
    edge = 1.0 - (1.0 - dn) ** 5
    return edge * edge


@njit(cache=True, fastmath=True)
def outside_box(ax, ay, az, ix, iy, iz, limit, nodes, i):
    """Slab test of a box; ix.. are one over the direction."""
    lo, hi = (nodes[i, 0] - ax) * ix, (nodes[i, 3] - ax) * ix
    near, far = min(lo, hi), max(lo, hi)
    lo, hi = (nodes[i, 1] - ay) * iy, (nodes[i, 4] - ay) * iy
    near, far = max(near, min(lo, hi)), min(far, max(lo, hi))
    lo, hi = (nodes[i, 2] - az) * iz, (nodes[i, 5] - az) * iz
    near, far = max(near, min(lo, hi)), min(far, max(lo, hi))
    return far < max(near, 0.0) or near > limit


@njit(cache=True, fastmath=True)
def one_over(x):
    """1/x, finite at 0."""
    if abs(x) < 1e-12:
        return 1e12 if x >= 0.0 else -1e12
    return 1.0 / x


@njit(cache=True, fastmath=True)
def nearest(ax, ay, az, dx, dy, dz, limit, surfaces, nodes):
    """The nearest surface along a ray: distance, its number or −1, u, v.

    ``nodes`` (K, 9) is a tree of boxes in depth-first order: low and high corner, first surface, how many
    (0 inside the tree), and where to go on when the box is missed.
    """
    best, hit, hu, hv = limit, -1, 0.0, 0.0
    ix, iy, iz = one_over(dx), one_over(dy), one_over(dz)
    i, count = 0, nodes.shape[0]
    while i < count:
        if count > 1 and outside_box(ax, ay, az, ix, iy, iz, best, nodes, i):
            i = int(nodes[i, NODE_SKIP])
            continue
        first = int(nodes[i, NODE_FIRST])
        for p in range(first, first + int(nodes[i, NODE_COUNT])):
            t, u, v = _quick(ax, ay, az, dx, dy, dz, best, surfaces, p)
            if t > 0.0:
                best, hit, hu, hv = t, p, u, v
        i += 1
    return best, hit, hu, hv


@njit(cache=True, fastmath=True)
def chance_through(dx, dy, dz, surfaces, p, scatter):
    """Factor of what passes unscattered, and how often a path is let through rather than scattered."""
    law = int(surfaces[p, LAW])
    if law == PASS_NOTHING or law == PASS_LENS:
        return 0.0, 0.0
    factor = straight_through(dx, dy, dz, surfaces, p)
    r, g, b = surfaces[p, CLEAR], surfaces[p, CLEAR + 1], surfaces[p, CLEAR + 2]
    straight = factor * (0.2126 * r + 0.7152 * g + 0.0722 * b)
    if straight <= 0.0:
        return 0.0, 0.0
    return factor, straight / (straight + scatter)


@njit(cache=True, fastmath=True)
def bent(x, y, z, dx, dy, dz, surfaces, p):
    """Direction in which a ray along d goes on that meets thin lens ``p`` at x: a slope s at offset o leaves as s −
    o/f.
    """
    nx, ny, nz = surfaces[p, AXIS], surfaces[p, AXIS + 1], surfaces[p, AXIS + 2]
    c = dx * nx + dy * ny + dz * nz
    if c < 0.0:
        nx, ny, nz, c = -nx, -ny, -nz, -c
    if c < 1e-6:
        return dx, dy, dz
    k = surfaces[p, LENS]
    dx = dx / c - k * (x - surfaces[p, ORIGIN])
    dy = dy / c - k * (y - surfaces[p, ORIGIN + 1])
    dz = dz / c - k * (z - surfaces[p, ORIGIN + 2])
    k = 1.0 / math.sqrt(dx * dx + dy * dy + dz * dz)
    return k * dx, k * dy, k * dz


@njit(cache=True, fastmath=True)
def passed(ax, ay, az, dx, dy, dz, length, surfaces, nodes, scatters):
    """What is left, unscattered, after ``length`` along unit vector d: red, green, blue, and the chance
    that a path which is let through by :func:`chance_through` comes as far. ``scatters`` (P,).
    """
    r, g, b, chance = 1.0, 1.0, 1.0, 1.0
    limit = length - 2.0 * SURFACE_OFFSET
    ix, iy, iz = one_over(dx), one_over(dy), one_over(dz)
    i, count = 0, nodes.shape[0]
    while i < count:
        if count > 1 and outside_box(ax, ay, az, ix, iy, iz, limit, nodes, i):
            i = int(nodes[i, NODE_SKIP])
            continue
        first = int(nodes[i, NODE_FIRST])
        for p in range(first, first + int(nodes[i, NODE_COUNT])):
            t, _, _ = _quick(ax, ay, az, dx, dy, dz, limit, surfaces, p)
            if t > 0.0:
                factor, through = chance_through(dx, dy, dz, surfaces, p, scatters[p])
                if factor <= 0.0:
                    return 0.0, 0.0, 0.0, 0.0
                r *= factor * surfaces[p, CLEAR]
                g *= factor * surfaces[p, CLEAR + 1]
                b *= factor * surfaces[p, CLEAR + 2]
                chance *= through
        i += 1
    return r, g, b, chance
