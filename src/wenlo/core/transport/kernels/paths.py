"""Paths from a meter: every one is an unbiased estimate of the light that the meter reads.

The solved patches are only a good guess of it: a path's value is that guess where the path ends, and
now and then the path goes on to find by how much the guess was wrong there (a control variate). The
same guess decides where paths look. However coarse the patches are, the mean of the paths is right.
"""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.exchange import CELLS
from wenlo.core.transport.kernels.layout import (
    ALPHA,
    AREA,
    AXIS,
    BEAM,
    CLEAR,
    DIFFUSE,
    FACE,
    LAMP_AXIS,
    LAMP_KIND,
    LAMP_SKY,
    LAMP_SUN,
    LAW,
    MIRROR,
    PASS_LENS,
    PEAK,
    ROOM,
    SHARP_COUNT,
    SHARP_ROW,
    SPECULAR,
    THROUGH,
)
from wenlo.core.transport.kernels.rays import FAR, bent, chance_through, crossing, nearest, normal_at, passed, place
from wenlo.core.transport.kernels.scatter import density, response, sample, shares
from wenlo.core.transport.kernels.shine import hidden_by_lamp, nearest_lamp, radiance, sky_luminance, spot

GONE, MET = 0, 1
GUIDED = 0.5
"""Share of the looks that go where the patches say the light is."""
AIMED = 0.5
"""Share of the other looks that go to a lens or a mirror, if there is one: light that they bend or throw is found in no
other way.
"""
EDGE_ON = 1e-6
"""A lens or a mirror whose normal is so square to the way to it is not aimed at. [-]"""
LONGEST_LIFE = 0.95
"""No path goes on with a greater chance than this, so that even between white walls each ends by chance, never by a
count.
"""
SLOTS = 5
"""Numbers that a vertex draws from the evenly spread points; the first two vertices have them."""
DIRECT, OWN, ALL = 0, 1, 2
THINNED = 1.0


@njit(cache=True)
def noise(key, slot):
    """A number in [0, 1) that looks random, from a key and a place (the SplitMix64 finaliser)."""
    z = np.uint64(key) + np.uint64(slot + 1) * np.uint64(0x9E3779B97F4A7C15)
    z = (z ^ (z >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    z = (z ^ (z >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    z = z ^ (z >> np.uint64(31))
    return np.float64(z >> np.uint64(11)) * (1.0 / 9007199254740992.0)


@njit(cache=True, fastmath=True)
def look_up(row, value):
    """First index whose cumulated share exceeds ``value``."""
    low, high = 0, row.shape[0] - 1
    while low < high:
        middle = (low + high) >> 1
        if row[middle] > value:
            high = middle
        else:
            low = middle + 1
    return low


@njit(cache=True, fastmath=True)
def patch_of(p, u, v, side, divisions, first):
    """Number of the patch side at (u, v)."""
    nu, nv = divisions[p, 0], divisions[p, 1]
    iu, iv = min(int(u * nu), nu - 1), min(int(v * nv), nv - 1)
    return first[p] + side * nu * nv + iv * nu + iu


@njit(cache=True, fastmath=True)
def cell_of(p, u, v, divisions):
    """Number of the cell of a patch at (u, v) of its surface."""
    x, y = u * divisions[p, 0], v * divisions[p, 1]
    i, j = int((x - math.floor(x)) * CELLS), int((y - math.floor(y)) * CELLS)
    return min(j, CELLS - 1) * CELLS + min(i, CELLS - 1)


@njit(cache=True, fastmath=True)
def follow(x, y, z, dx, dy, dz, key, slot, surfaces, nodes, scatters, lamps):
    """Follow a ray until it scatters, meets a lamp or leaves, let through surfaces by chance and turned by lenses.

    Returns surface (−1 none), lamp (−1 none), cosine at the lamp, distance (0 once a lens has turned it), u, v, what is
    left (RGB), the chance, and the place and direction at the end.
    """
    r, g, b, chance, total, turned = 1.0, 1.0, 1.0, 1.0, 0.0, False
    for step in range(64):
        t, p, u, v = nearest(x, y, z, dx, dy, dz, FAR, surfaces, nodes)
        tl, lamp, cosine = nearest_lamp(x, y, z, dx, dy, dz, t, lamps)
        if lamp >= 0:
            total = 0.0 if turned else total + tl
            return -1, lamp, cosine, total, 0.0, 0.0, r, g, b, chance, x + tl * dx, y + tl * dy, z + tl * dz, dx, dy, dz
        if p < 0:
            return -1, -1, 0.0, 0.0 if turned else FAR, 0.0, 0.0, r, g, b, chance, x, y, z, dx, dy, dz
        x, y, z = x + t * dx, y + t * dy, z + t * dz
        total += t
        if int(surfaces[p, LAW]) == PASS_LENS:
            dx, dy, dz = bent(x, y, z, dx, dy, dz, surfaces, p)
            factor, turned = 1.0, True
        else:
            factor, through = chance_through(dx, dy, dz, surfaces, p, scatters[p])
            if through <= 0.0 or noise(key, slot + step) >= through:
                total = 0.0 if turned else total
                return p, -1, 0.0, total, u, v, r, g, b, chance * (1.0 - through), x, y, z, dx, dy, dz
            chance *= through
        r *= factor * surfaces[p, CLEAR]
        g *= factor * surfaces[p, CLEAR + 1]
        b *= factor * surfaces[p, CLEAR + 2]
    return -1, -1, 0.0, FAR, 0.0, 0.0, 0.0, 0.0, 0.0, 1.0, x, y, z, dx, dy, dz


@njit(cache=True, fastmath=True)
def _toward_sharp(x, y, z, a, b, pick, surfaces, edges):
    # Direction to a point of one of the lenses and mirrors, from numbers in [0, 1); none (0, 0, 0) to one that is seen
    # edge on, whose density _sharp_density could not tell.
    count = int(surfaces[0, SHARP_COUNT])
    p = int(surfaces[min(int(pick * count), count - 1), SHARP_ROW])
    px, py, pz, _, _, _, _ = place(surfaces, edges, p, a, b)
    dx, dy, dz = px - x, py - y, pz - z
    k = 1.0 / max(math.sqrt(dx * dx + dy * dy + dz * dz), 1e-12)
    dx, dy, dz = k * dx, k * dy, k * dz
    c = abs(dx * surfaces[p, AXIS] + dy * surfaces[p, AXIS + 1] + dz * surfaces[p, AXIS + 2])
    if c < EDGE_ON or crossing(x, y, z, dx, dy, dz, FAR, surfaces, p)[0] <= 0.0:
        return 0.0, 0.0, 0.0
    return dx, dy, dz


@njit(cache=True, fastmath=True)
def _sharp_density(x, y, z, dx, dy, dz, surfaces):
    # How likely _toward_sharp is to choose a direction. [1/sr]
    count, total = int(surfaces[0, SHARP_COUNT]), 0.0
    for k in range(count):
        p = int(surfaces[k, SHARP_ROW])
        t, _, _ = crossing(x, y, z, dx, dy, dz, FAR, surfaces, p)
        if t > 0.0:
            c = abs(dx * surfaces[p, AXIS] + dy * surfaces[p, AXIS + 1] + dz * surfaces[p, AXIS + 2])
            if c >= EDGE_ON:
                total += t * t / (surfaces[p, AREA] * c)
    return total / count


@njit(cache=True, fastmath=True)
def row_share(guide, row):
    """Share of looks that are guided where the guide knows anything."""
    return GUIDED if row >= 0 and guide[row, guide.shape[1] - 1] > 0.0 else 0.0


@njit(cache=True, fastmath=True)
def _is_mirror(kind, m, optics):
    # what comes off it goes one way: neither the guide nor an aim says anything of where
    if kind < 0 or optics[m, ALPHA] <= 0.0 or optics[m, ALPHA] > MIRROR:
        return False
    return optics[m, DIFFUSE + 1] + optics[m, THROUGH + 1] < 0.1 * optics[m, SPECULAR + 1]


@njit(cache=True, fastmath=True)
def guided_share(kind, m, row, optics, guide):
    """Share of the looks from a vertex that are guided."""
    return 0.0 if _is_mirror(kind, m, optics) else row_share(guide, row)


@njit(cache=True, fastmath=True)
def aimed_share(kind, m, surfaces, optics):
    """Share of the other looks from a vertex that go to a lens or a mirror."""
    return AIMED if surfaces[0, SHARP_COUNT] > 0.0 and not _is_mirror(kind, m, optics) else 0.0


@njit(cache=True, fastmath=True)
def through_share(kind, m, co, row, other, optics, guide):
    """How often a look goes to the other side of a sheet: by what it lets through and the light that is there."""
    if kind < 0:
        return 0.0
    d, s, g, t = shares(m, co, optics)
    if t <= 0.0:
        return 0.0
    back = d + s + g
    last = guide.shape[1] - 1
    if row < 0 or other < 0 or guide[row, last] + guide[other, last] <= 0.0:
        return t / (t + back)
    # never quite blind to either side, since the guide is only a guess
    mine, theirs = back * guide[row, last], t * guide[other, last]
    lean = theirs / max(mine + theirs, 1e-30)
    return 0.2 * t / (t + back) + 0.8 * lean


@njit(cache=True, fastmath=True)
def lit(
    kind,
    m,
    x,
    y,
    z,
    nx,
    ny,
    nz,
    ox,
    oy,
    oz,
    row,
    other,
    red,
    green,
    blue,
    part,
    own,
    a,
    b,
    key,
    surfaces,
    nodes,
    scatters,
    optics,
    tables,
    lamps,
    spots,
    distributions,
    guide,
    sums,
    job,
):
    """Add what the lamps give at a vertex, by one spot of each."""
    for g in range(lamps.shape[0]):
        if g > 0:
            a, b = noise(key, 1000 + 2 * g), noise(key, 1001 + 2 * g)
        dx, dy, dz, r, amount, likely = spot(g, x, y, z, a, b, lamps, spots, distributions)
        if amount <= 0.0:
            continue
        fr, fg, fb = response(kind, m, nx, ny, nz, ox, oy, oz, dx, dy, dz, optics, tables)
        if fr + fg + fb <= 0.0:
            continue
        if hidden_by_lamp(g, x, y, z, dx, dy, dz, r, lamps):
            continue
        tr, tg, tb, chance = passed(x, y, z, dx, dy, dz, r, surfaces, nodes, scatters)
        if tr + tg + tb <= 0.0:
            continue
        if likely > 0.0:
            same = dx * nx + dy * ny + dz * nz > 0.0 or kind < 0
            blind = 1.0 - guided_share(kind, m, row if same else other, optics, guide)
            across = through_share(kind, m, ox * nx + oy * ny + oz * nz, row, other, optics, guide)
            blind *= 1.0 - across if same else across
            p = density(kind, m, nx, ny, nz, ox, oy, oz, dx, dy, dz, optics)
            aimed = aimed_share(kind, m, surfaces, optics)
            if aimed > 0.0:
                p = (1.0 - aimed) * p + aimed * _sharp_density(x, y, z, dx, dy, dz, surfaces)
            p *= blind * chance
            amount *= likely / (likely + p)
        fr, fg, fb = fr * amount * tr * red, fg * amount * tg * green, fb * amount * tb * blue
        sums[job, g, part, 0] += fr
        sums[job, g, part, 1] += fg
        sums[job, g, part, 2] += fb
        if own:
            sums[job, g, OWN, 0] += fr
            sums[job, g, OWN, 1] += fg
            sums[job, g, OWN, 2] += fb


@njit(cache=True, fastmath=True)
def _sky(dx, dy, dz, red, green, blue, p, turned, part, own, lamps, sums, job):
    # A look that leaves the set may see the sun or the sky; p is how likely it was. After a lens nothing else finds
    # them.
    for g in range(lamps.shape[0]):
        kind = int(lamps[g, LAMP_KIND])
        if kind != LAMP_SUN and kind != LAMP_SKY:
            continue
        c = dx * lamps[g, LAMP_AXIS] + dy * lamps[g, LAMP_AXIS + 1] + dz * lamps[g, LAMP_AXIS + 2]
        if kind == LAMP_SUN:
            if c < 1.0 - lamps[g, BEAM]:
                continue
            likely = 1.0 / (2.0 * math.pi * lamps[g, BEAM])
            light = lamps[g, PEAK] * likely
        else:
            if c <= 0.0:
                continue
            likely = c / math.pi
            light = lamps[g, PEAK] * sky_luminance(c)
        light /= p if turned else p + likely
        sums[job, g, part, 0] += light * red
        sums[job, g, part, 1] += light * green
        sums[job, g, part, 2] += light * blue
        if own:
            sums[job, g, OWN, 0] += light * red
            sums[job, g, OWN, 1] += light * green
            sums[job, g, OWN, 2] += light * blue


@njit(cache=True, fastmath=True)
def hop(
    kind,
    m,
    x,
    y,
    z,
    nx,
    ny,
    nz,
    ox,
    oy,
    oz,
    row,
    other,
    red,
    green,
    blue,
    part,
    own,
    pick,
    a,
    b,
    key,
    surfaces,
    edges,
    nodes,
    scatters,
    optics,
    tables,
    lamps,
    distributions,
    divisions,
    first,
    owners,
    guide,
    texture,
    sums,
    job,
):
    """Look from a vertex to the next one; lamps that are met on the way are added.

    Returns state, surface, point, direction, patch, side and the factor (RGB) of the light that leaves there.
    """
    through, share = False, 1.0
    if kind >= 0:
        share = through_share(kind, m, ox * nx + oy * ny + oz * nz, row, other, optics, guide)
        if pick < share:
            through, pick = True, pick / share
        else:
            pick, share = (pick - share) / (1.0 - share), 1.0 - share
    chosen = other if through else row
    guided = guided_share(kind, m, chosen, optics, guide)
    aimed = aimed_share(kind, m, surfaces, optics)
    if pick < guided:
        line = guide[chosen]
        wanted = pick / guided * line[line.shape[0] - 1]
        j = look_up(line, wanted)
        before = line[j - 1] if j > 0 else 0.0
        cell = look_up(texture[j], (wanted - before) / max(line[j] - before, 1e-30))
        p, local = owners[j], j - first[owners[j]]
        nu, nv = divisions[p, 0], divisions[p, 1]
        side = local // (nu * nv)
        local -= side * nu * nv
        u = (local % nu + (cell % CELLS + a) / CELLS) / nu
        v = (local // nu + (cell // CELLS + b) / CELLS) / nv
        px, py, pz, mx, my, mz, there = place(surfaces, edges, p, u, v)
        dx, dy, dz = px - x, py - y, pz - z
        r2 = dx * dx + dy * dy + dz * dz
        if not there or r2 < 1e-16:
            return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
        r = math.sqrt(r2)
        dx, dy, dz = dx / r, dy / r, dz / r
        dm = dx * mx + dy * my + dz * mz
        if (dm > 0.0) != (side == 1) or (kind >= 0 and (dx * nx + dy * ny + dz * nz < 0.0) != through):
            return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
        tr, tg, tb, chance = passed(x, y, z, dx, dy, dz, r, surfaces, nodes, scatters)
        if tr + tg + tb <= 0.0 or hidden_by_lamp(-1, x, y, z, dx, dy, dz, r, lamps):
            return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
        _, enters = chance_through(dx, dy, dz, surfaces, p, scatters[p])
        chance *= 1.0 - enters
        ex, ey, ez = dx, dy, dz
    else:
        pick = (pick - guided) / (1.0 - guided)
        if pick < aimed:
            dx, dy, dz = _toward_sharp(x, y, z, a, b, pick / aimed, surfaces, edges)
            if dx == 0.0 and dy == 0.0 and dz == 0.0:
                return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
        else:
            pick = (pick - aimed) / (1.0 - aimed)
            dx, dy, dz = sample(kind, m, nx, ny, nz, ox, oy, oz, through, pick, a, b, optics)
        if kind >= 0 and (dx * nx + dy * ny + dz * nz < 0.0) != through:
            return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
        p, lamp, cosine, r, u, v, tr, tg, tb, chance, px, py, pz, ex, ey, ez = follow(
            x, y, z, dx, dy, dz, key, 100, surfaces, nodes, scatters, lamps
        )
        if p < 0:
            fr, fg, fb = response(kind, m, nx, ny, nz, ox, oy, oz, dx, dy, dz, optics, tables)
            q = density(kind, m, nx, ny, nz, ox, oy, oz, dx, dy, dz, optics)
            if aimed > 0.0:
                q = (1.0 - aimed) * q + aimed * _sharp_density(x, y, z, dx, dy, dz, surfaces)
            q *= share * (1.0 - guided) * chance
            fr, fg, fb = fr * tr * red, fg * tg * green, fb * tb * blue
            if lamp < 0:
                _sky(ex, ey, ez, fr, fg, fb, q, r == 0.0, part, own, lamps, sums, job)
            elif cosine > 1e-9:
                # behind a lens (no distance) a lamp is met by looks alone
                light = radiance(lamp, px, py, pz, ex, ey, ez, cosine, lamps, distributions)
                light /= q + r * r / (lamps[lamp, FACE] * cosine)
                for k in (part, OWN):
                    if k == part or own:
                        sums[job, lamp, k, 0] += light * fr
                        sums[job, lamp, k, 1] += light * fg
                        sums[job, lamp, k, 2] += light * fb
            return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
        mx, my, mz = normal_at(surfaces, p, px, py, pz)
        dm = ex * mx + ey * my + ez * mz
        side = 1 if dm > 0.0 else 0
        j = patch_of(p, u, v, side, divisions, first)
        cell = cell_of(p, u, v, divisions)
        r2 = r * r
    fr, fg, fb = response(kind, m, nx, ny, nz, ox, oy, oz, dx, dy, dz, optics, tables)
    q = density(kind, m, nx, ny, nz, ox, oy, oz, dx, dy, dz, optics)
    if aimed > 0.0:
        q = (1.0 - aimed) * q + aimed * _sharp_density(x, y, z, dx, dy, dz, surfaces)
    q *= share * (1.0 - guided) * chance
    # behind a lens (no distance) the guide would have found nothing
    if guided > 0.0 and r2 > 0.0:
        line = guide[chosen]
        likely = (line[j] - (line[j - 1] if j > 0 else 0.0)) / line[line.shape[0] - 1]
        if likely > 0.0:
            likely *= texture[j, cell] - (texture[j, cell - 1] if cell > 0 else 0.0)
            area = surfaces[p, AREA] / (divisions[p, 0] * divisions[p, 1] * CELLS * CELLS)
            q += share * guided * likely * r2 / (area * max(abs(dm), 1e-9))
    if q <= 0.0:
        return GONE, 0, x, y, z, 0.0, 0.0, 1.0, 0, 0, 0.0, 0.0, 0.0
    return MET, p, px, py, pz, ex, ey, ez, j, side, fr * tr / q, fg * tg / q, fb * tb / q


@njit(cache=True, fastmath=True)
def _add(sums, job, part, r, g, b, light, j):
    for lamp in range(light.shape[1]):
        sums[job, lamp, part, 0] += r * light[j, lamp, 0]
        sums[job, lamp, part, 1] += g * light[j, lamp, 1]
        sums[job, lamp, part, 2] += b * light[j, lamp, 2]


@njit(cache=True, parallel=True, fastmath=True)
def meter_sums(
    positions,
    normals,
    receptors,
    chosen,
    points,
    shifts,
    start,
    seed,
    surfaces,
    edges,
    nodes,
    scatters,
    optics,
    tables,
    lamps,
    spots,
    distributions,
    divisions,
    first,
    owners,
    guide,
    texture,
    light,
    own_light,
):
    """Sums over paths, shape (C, R, G, 3, 3): chosen meters, replicates, lamps, (direct, own, all), RGB.

    Parameters
    ----------
    positions, normals, receptors: the meters; ``chosen`` (C,) which of them are read.
    points: (K, 2·SLOTS) evenly spread; ``shifts`` (M, R, 2·SLOTS) move them for each meter and replicate.
    start, seed: number of the first path, and a seed.
    guide: cumulated shares (N + M, N): where patches and meters look; ``texture`` (N, CELLS²) the same inside a patch.
    light, own_light: radiance of the patch sides by lamp that did not come straight from it: all of it, and
        the part that never touched the room (N, G, 3).
    """
    replicates = shifts.shape[1]
    jobs = chosen.shape[0] * replicates
    sums = np.zeros((jobs, lamps.shape[0], 3, 3))
    sides = light.shape[0]
    for job in prange(jobs):
        meter, replicate = chosen[job // replicates], job % replicates
        for n in range(points.shape[0]):
            key = np.uint64(seed) * np.uint64(0xD1342543DE82EF95)
            key += np.uint64(start + n) * np.uint64(0xA0761D6478BD642F)
            key += np.uint64(meter * replicates + replicate + 1) * np.uint64(0xE7037ED1A0B428DB)
            key ^= key >> np.uint64(29)
            key *= np.uint64(0xBF58476D1CE4E5B9)
            kind, m, p = receptors[meter], 0, -1
            x, y, z = positions[meter, 0], positions[meter, 1], positions[meter, 2]
            nx, ny, nz = normals[meter, 0], normals[meter, 1], normals[meter, 2]
            ox, oy, oz = nx, ny, nz
            row, other = sides + meter, -1
            red, green, blue = 1.0, 1.0, 1.0
            part, own, corrected, goes_on, weighed = DIRECT, False, True, 1.0, 1.0
            level = -1
            while True:
                level += 1
                base = level * SLOTS
                if level < 2:
                    pick = (points[n, base] + shifts[meter, replicate, base]) % 1.0
                    a = (points[n, base + 1] + shifts[meter, replicate, base + 1]) % 1.0
                    b = (points[n, base + 2] + shifts[meter, replicate, base + 2]) % 1.0
                    c = (points[n, base + 3] + shifts[meter, replicate, base + 3]) % 1.0
                    d = (points[n, base + 4] + shifts[meter, replicate, base + 4]) % 1.0
                else:
                    pick, a, b = noise(key, 0), noise(key, 1), noise(key, 2)
                    c, d = noise(key, 3), noise(key, 4)
                lit(
                    kind,
                    m,
                    x,
                    y,
                    z,
                    nx,
                    ny,
                    nz,
                    ox,
                    oy,
                    oz,
                    row,
                    other,
                    red,
                    green,
                    blue,
                    part,
                    own,
                    c,
                    d,
                    key,
                    surfaces,
                    nodes,
                    scatters,
                    optics,
                    tables,
                    lamps,
                    spots,
                    distributions,
                    guide,
                    sums,
                    job,
                )
                if not corrected:
                    break
                if level > 1:
                    red, green, blue = red / goes_on, green / goes_on, blue / goes_on
                    _add(sums, job, ALL, -red, -green, -blue, light, row)
                    if own:
                        _add(sums, job, OWN, -red, -green, -blue, own_light, row)
                state, p, x, y, z, dx, dy, dz, j, side, wr, wg, wb = hop(
                    kind,
                    m,
                    x,
                    y,
                    z,
                    nx,
                    ny,
                    nz,
                    ox,
                    oy,
                    oz,
                    row,
                    other,
                    red,
                    green,
                    blue,
                    part,
                    own,
                    pick,
                    a,
                    b,
                    key,
                    surfaces,
                    edges,
                    nodes,
                    scatters,
                    optics,
                    tables,
                    lamps,
                    distributions,
                    divisions,
                    first,
                    owners,
                    guide,
                    texture,
                    sums,
                    job,
                )
                if state == GONE:
                    break
                red, green, blue = red * wr, green * wg, blue * wb
                own = (level == 0 or own) and surfaces[p, ROOM] == 0.0
                part = ALL
                if level > 0:
                    _add(sums, job, ALL, red, green, blue, light, j)
                    if own:
                        _add(sums, job, OWN, red, green, blue, own_light, j)
                if scatters[p] <= 0.0:
                    break
                corrected = True
                if level > 0:
                    # what lamps give here is always found anew; whether to look farther is left to chance
                    carried = 0.2126 * red + 0.7152 * green + 0.0722 * blue
                    goes_on = min(LONGEST_LIFE, THINNED * carried / weighed)
                    if _is_mirror(0, 2 * p + side, optics):
                        # no lamp is found at a mirror but by going on
                        goes_on = LONGEST_LIFE
                    corrected = noise(key, 50) < goes_on
                elif level == 0:
                    weighed = 0.2126 * red + 0.7152 * green + 0.0722 * blue
                kind, m = 0, 2 * p + side
                nx, ny, nz = normal_at(surfaces, p, x, y, z)
                if side == 1:
                    nx, ny, nz = -nx, -ny, -nz
                ox, oy, oz = -dx, -dy, -dz
                row = j
                half = divisions[p, 0] * divisions[p, 1]
                other = j + half if side == 0 else j - half
                key = key * np.uint64(0xA0761D6478BD642F) + np.uint64(0xE7037ED1A0B428DB)
                key ^= key >> np.uint64(31)
    return sums.reshape(chosen.shape[0], replicates, lamps.shape[0], 3, 3)
