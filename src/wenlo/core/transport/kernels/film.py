"""What falls on the film: rays from a lens, the light they meet, and lucky rays among them."""

import math

import numpy as np
from numba import njit, prange

from wenlo.core.transport.kernels.layout import (
    DIFFUSE,
    GLOSS,
    LAMP_AXIS,
    LAMP_KIND,
    LAMP_SKY,
    LAW,
    PASS_LENS,
    PEAK,
    SPECULAR,
    THROUGH,
)
from wenlo.core.transport.kernels.paths import ALL, DIRECT, MET, follow, hop, lit, noise
from wenlo.core.transport.kernels.rays import FAR, bent, nearest, normal_at
from wenlo.core.transport.kernels.shine import radiance, sky_luminance

LEAST_ALBEDO = 0.02
MOST_LENSES = 4


@njit(cache=True, fastmath=True)
def through_lens(camera, px, py, width, height, a, b):
    """Ray through a place of the film: camera holds place, right, up, ahead, tan of half the width, focus,
    lens radius.
    """
    half = camera[12]
    sx = (2.0 * px / width - 1.0) * half
    sy = (1.0 - 2.0 * py / height) * half * height / width
    dx = camera[9] + sx * camera[3] + sy * camera[6]
    dy = camera[10] + sx * camera[4] + sy * camera[7]
    dz = camera[11] + sx * camera[5] + sy * camera[8]
    x, y, z = camera[0], camera[1], camera[2]
    focus, lens = camera[13], camera[14]
    if lens > 0.0:
        r, phi = lens * math.sqrt(a), 2.0 * math.pi * b
        lx, ly = r * math.cos(phi), r * math.sin(phi)
        fx, fy, fz = x + focus * dx, y + focus * dy, z + focus * dz
        x, y, z = (
            x + lx * camera[3] + ly * camera[6],
            y + lx * camera[4] + ly * camera[7],
            z + lx * camera[5] + ly * camera[8],
        )
        dx, dy, dz = fx - x, fy - y, fz - z
    k = 1.0 / math.sqrt(dx * dx + dy * dy + dz * dz)
    return x, y, z, k * dx, k * dy, k * dz


@njit(cache=True, parallel=True, fastmath=True)
def features(camera, width, height, surfaces, nodes, optics):
    """What each pixel's middle shows, shape (H·W, 8): surface (−1 none), normal, place, albedo's luminance."""
    result = np.zeros((width * height, 8))
    for i in prange(width * height):
        x, y, z, dx, dy, dz = through_lens(camera, i % width + 0.5, i // width + 0.5, width, height, 0.0, 0.0)
        p = -1
        for _ in range(MOST_LENSES):
            t, p, _, _ = nearest(x, y, z, dx, dy, dz, FAR, surfaces, nodes)
            if p < 0:
                break
            x, y, z = x + t * dx, y + t * dy, z + t * dz
            if int(surfaces[p, LAW]) != PASS_LENS:
                break
            dx, dy, dz = bent(x, y, z, dx, dy, dz, surfaces, p)
        result[i, 0] = p
        if p < 0:
            continue
        nx, ny, nz = normal_at(surfaces, p, x, y, z)
        m = 2 * p
        if dx * nx + dy * ny + dz * nz > 0.0:
            nx, ny, nz, m = -nx, -ny, -nz, m + 1
        result[i, 1], result[i, 2], result[i, 3] = nx, ny, nz
        result[i, 4], result[i, 5], result[i, 6] = x, y, z
        # what mirrors is smoothed less: its albedo is told as negative
        shiny = optics[m, SPECULAR + 1] + optics[m, GLOSS]
        albedo = max(optics[m, DIFFUSE + 1] + optics[m, THROUGH + 1] + optics[m, SPECULAR + 1], LEAST_ALBEDO)
        result[i, 7] = -albedo if shiny > 0.5 * albedo else albedo
    return result


@njit(cache=True, parallel=True, fastmath=True)
def expose(
    camera,
    width,
    height,
    points,
    start,
    seed,
    sums,
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
    returned,
):
    """Add samples to ``sums`` (2, H·W, G, 3): radiance of every other sample. [cd/m²]

    ``points`` (K, 10) are evenly spread: film, lens, and where the first look and the lamp's spot go.
    """
    groups = lamps.shape[0]
    for row in prange(height):
        parts = np.zeros((1, groups, 3, 3))
        for column in range(width):
            i = row * width + column
            for n in range(points.shape[0]):
                parts[:] = 0.0
                key = np.uint64(seed) * np.uint64(0xD1342543DE82EF95) + np.uint64(i + 1) * np.uint64(0xE7037ED1A0B428DB)
                own = key ^ (key >> np.uint64(29))
                key = own + np.uint64(start + n + 1) * np.uint64(0xA0761D6478BD642F)
                key ^= key >> np.uint64(31)
                px = column + (points[n, 0] + noise(own, 0)) % 1.0
                py = row + (points[n, 1] + noise(own, 1)) % 1.0
                la, lb = (points[n, 2] + noise(own, 2)) % 1.0, (points[n, 3] + noise(own, 3)) % 1.0
                x, y, z, dx, dy, dz = through_lens(camera, px, py, width, height, la, lb)
                p, lamp, cosine, _, u, v, tr, tg, tb, chance, x, y, z, dx, dy, dz = follow(
                    x, y, z, dx, dy, dz, key, 200, surfaces, nodes, scatters, lamps
                )
                if chance <= 0.0:
                    continue
                red, green, blue = tr / chance, tg / chance, tb / chance
                half = (start + n) % 2
                if p < 0:
                    if lamp >= 0:
                        light = radiance(lamp, x, y, z, dx, dy, dz, cosine, lamps, distributions)
                        sums[half, i, lamp, 0] += red * light
                        sums[half, i, lamp, 1] += green * light
                        sums[half, i, lamp, 2] += blue * light
                        continue
                    for g in range(groups):
                        if int(lamps[g, LAMP_KIND]) == LAMP_SKY:
                            c = dx * lamps[g, LAMP_AXIS] + dy * lamps[g, LAMP_AXIS + 1] + dz * lamps[g, LAMP_AXIS + 2]
                            light = lamps[g, PEAK] * sky_luminance(c)
                            sums[half, i, g, 0] += red * light
                            sums[half, i, g, 1] += green * light
                            sums[half, i, g, 2] += blue * light
                    continue
                for level in range(2):
                    nx, ny, nz = normal_at(surfaces, p, x, y, z)
                    side = 1 if dx * nx + dy * ny + dz * nz > 0.0 else 0
                    if side == 1:
                        nx, ny, nz = -nx, -ny, -nz
                    ox, oy, oz = -dx, -dy, -dz
                    nu, nv = divisions[p, 0], divisions[p, 1]
                    if level == 0:
                        iu, iv = min(int(u * nu), nu - 1), min(int(v * nv), nv - 1)
                        j = first[p] + side * nu * nv + iv * nu + iu
                    other = j + nu * nv if side == 0 else j - nu * nv
                    m = 2 * p + side
                    slot = 4 + 3 * level
                    c = (points[n, slot] + noise(own, slot)) % 1.0
                    d = (points[n, slot + 1] + noise(own, slot + 1)) % 1.0
                    lit(
                        0,
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
                        j,
                        other,
                        red,
                        green,
                        blue,
                        DIRECT,
                        False,
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
                        parts,
                        0,
                    )
                    if level == 1:
                        break
                    pick = (points[n, 6] + noise(own, 6)) % 1.0
                    a, b = (points[n, 9] + noise(own, 9)) % 1.0, noise(key, 11)
                    state, p, x, y, z, dx, dy, dz, j, side, wr, wg, wb = hop(
                        0,
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
                        j,
                        other,
                        red,
                        green,
                        blue,
                        ALL,
                        False,
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
                        parts,
                        0,
                    )
                    if state != MET:
                        break
                    red, green, blue = red * wr, green * wg, blue * wb
                    for g in range(groups):
                        parts[0, g, ALL, 0] += red * returned[j, g, 0]
                        parts[0, g, ALL, 1] += green * returned[j, g, 1]
                        parts[0, g, ALL, 2] += blue * returned[j, g, 2]
                for g in range(groups):
                    for k in range(3):
                        sums[half, i, g, k] += parts[0, g, DIRECT, k] + parts[0, g, ALL, k]


@njit(cache=True, parallel=True, fastmath=True)
def tame(light, shown, width, height):
    """Bring pixels that outshine all but one of their neighbours down to the second brightest, in place."""
    before = light[:, 0].copy()
    for i in prange(width * height):
        column, row = i % width, i // width
        first, second = 0.0, 0.0
        for q in range(9):
            xx, yy = column + q % 3 - 1, row + q // 3 - 1
            if q == 4 or xx < 0 or yy < 0 or xx >= width or yy >= height:
                continue
            value = before[yy * width + xx]
            if value > first:
                first, second = value, first
            elif value > second:
                second = value
        limit = 2.0 * second
        if before[i] > limit > 0.0 and shown[i, 7] > 0.0:
            for n in range(light.shape[1]):
                light[i, n] *= limit / before[i]
