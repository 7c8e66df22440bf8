"""Meters read by light that is sent from the lamps, and by looks at what is near them.

Three sums make a reading: what comes straight from the lamps, what particles give from where they scatter, up to a
bound on how near that is, and what looks from the meter find nearer. Any bound is right (``kernels.particles``); a
pilot, which does not count, chooses for each meter the one that needs least. What a lamp's directions are worth is
learned where sending evenly would be dear. The spread between independent groups says how sure the sum is.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.kernels import layout as c
from wenlo.core.transport.kernels import near
from wenlo.core.transport.kernels import particles as sending
from wenlo.core.transport.kernels.batches import left_between
from wenlo.core.transport.kernels.rays import place
from wenlo.core.transport.kernels.sending import COLUMNS, ROWS, learned
from wenlo.core.transport.kernels.vertices import (
    BACK,
    CURVED,
    EVEN,
    FACE_COLUMNS,
    NORMAL,
    OF_ROOM,
    SCATTERING,
    SHARE_BACK,
    SHARE_THROUGH,
    SIDE_COLUMNS,
    STRAIGHT,
    THROUGH,
)
from wenlo.core.transport.kernels.world import World
from wenlo.core.transport.pack import Rows
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.tree import bounds

Array = NDArray[np.float64]
Singles = NDArray[np.float32]
Ints = NDArray[np.int64]

BROADEST = 12.0
"""A sheet whose lobe has a greater exponent, ..."""
ROUGH, DULL = 0.15, 0.1
"""... a shine or a gloss that is smoother, is not seen by joining points with it: paths that follow it are better."""

SHOWS, SEEN_CLEARLY = 0.3, 0.3
"""A shine that reflects more, with more than this left on the way to a meter, is a mirror that it looks into. [-]"""

SHARP_LOOKS, SKIN_LOOKS = 4096, 512
"""Looks of each meter in a group, at the least, where there are mirrors, and where a gloss alone reflects sharply."""

HITS = 6.0
"""A lamp in a mirror that fewer of them are likely to meet is left to paths."""

MANY = 120
"""So many flat shapes are quicker by a tree of boxes."""

BOUNDS = (28.0, 93.0, 460.0, 2800.0, 17000.0)
"""Bounds on G that a pilot tries, in units of one over the set's diagonal squared; none so small that looks alone must
find a far opening."""

PILOT, LOOKS = 256, 128
"""Particles of each lamp and looks of each meter in a group of the pilot."""

SPOTS = 256
"""Spots of a lamp that each group asks for straight light before it is believed: through a slot few are seen."""

LEARN_FROM, LEARN_WITH, WORTH_LEARNING = 4096, 1024, 8.0
"""Sending is learned where more particles are needed, with so many; and used if the cells' second moments are so much
greater than evenly spread ones."""

BLOCK = 1 << 14
"""Points of one sequence before a new one begins."""

PER_PATH = 16
"""Particles of a lamp for each path of :mod:`solve` that an effort allows."""

STANDS_OFF = 0.5
"""A lamp that sees everything within asin of this sends nothing elsewhere. [-]"""

START = 1e-5
"""Meters stand so far off what they lie on. [m]"""


def suits(scene: LightScene, rows: Rows) -> bool:
    """Whether particles can read a set: no free lens, narrow lobe or sky in it, and with mirrors no lamp that rays
    miss.
    """
    if not scene.lamps or any(lamp.shape in ("sun", "sky") for lamp in scene.lamps):
        return False
    if np.any(rows.surfaces[:, c.LENS] != 0.0) or np.any(rows.optics[:, c.LOBE] > BROADEST):
        return False
    shines, skins = _sharp(rows.optics)
    return bool(np.all(rows.lamps[:, c.BLOCKS] > 0.0)) or not np.any(shines | skins)


def _sharp(optics: Array) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    # Sides whose shine, and whose gloss, is too sharp to be joined with a point.
    shines = (optics[:, c.ALPHA] > 0.0) & (optics[:, c.ALPHA] < ROUGH)
    return shines, (optics[:, c.GLOSS] > 0.0) & (optics[:, c.GLOSS_ALPHA] < DULL)


def _apart(optics: Array) -> Array:
    # Every side thrice: whole, without its sharp reflection, and that alone.
    dull, sharp = optics.copy(), optics.copy()
    shines, skins = _sharp(optics)
    for part, off in ((dull, (shines, skins)), (sharp, (~shines, ~skins))):
        part[off[0], c.SPECULAR : c.SPECULAR + 3] = 0.0
        part[off[0], c.ALPHA] = 0.0
        part[off[1], c.GLOSS] = 0.0
    sharp[:, c.DIFFUSE : c.DIFFUSE + 3] = sharp[:, c.THROUGH : c.THROUGH + 3] = 0.0
    for part in (dull, sharp):
        part[:, c.PLAIN] = (part[:, c.ALPHA] <= 0.0) & (part[:, c.GLOSS] <= 0.0)
    return np.concatenate([optics, dull, sharp])


def mirrors_lost(world: World, meters: Sequence[Meter]) -> bool:
    """Whether looks may miss what a mirror throws on a meter: a lamp that the meter sees in it, too small."""
    surfaces, optics = world.surfaces, world.optics[: len(world.optics) // 3]
    mirrors = _mirrors(optics)
    whole_set = surfaces, world.nodes, world.scatters, world.lamps
    draws = sobol(64, 2, 5)
    centres, faces = world.lamps[:, c.CENTRE : c.CENTRE + 3], world.lamps[:, c.FACE]
    for p in np.flatnonzero(mirrors[::2] | mirrors[1::2]):
        spots = np.array([place(surfaces, world.edges, p, u, v)[:3] for u, v in draws])
        to_lamps = np.linalg.norm(spots[:, None] - centres, axis=2)
        for m in meters:
            toward = spots - m.position
            whole = to_lamps + np.linalg.norm(toward, axis=1)[:, None]
            # looks that the image gets if they go evenly
            got = (faces / (np.pi * whole**2)).min(axis=1) * SHARP_LOOKS * 16
            lost = ((toward @ m.normal > 0.0) | (m.receptor == "dome")) & (got < HITS)
            for e in toward[lost]:
                (x, y, z), (ex, ey, ez) = m.position + START * m.normal, (1.0 - 1e-5) * e
                left = left_between(x, y, z, -1, ex, ey, ez, -1, world.treed, world.rest, *whole_set)
                if float(np.dot(left, LUMA)) > SEEN_CLEARLY:
                    return True
    return False


def _mirrors(optics: Array) -> NDArray[np.bool_]:
    found: NDArray[np.bool_] = _sharp(optics)[0] & (optics[:, c.SPECULAR : c.SPECULAR + 3] @ LUMA >= SHOWS)
    return found


def world_of(rows: Rows) -> World:
    """A set for kernels that follow rays by the batch.

    Source: [Palmer2010].

    Parameters
    ----------
    rows: its surfaces and lamps.

    Returns
    -------
    World: F flat shapes in single precision, and the rows. [m]
    """
    surfaces, lamps, optics = rows.surfaces, rows.lamps, _apart(rows.optics)
    count = len(surfaces)
    shape = surfaces[:, c.SHAPE].astype(np.int64)
    kind = lamps[:, c.LAMP_KIND].astype(np.int64)
    solid = lamps[:, c.BLOCKS] > 0.0
    quads, discs = np.flatnonzero(shape == c.QUAD), np.flatnonzero(shape == c.DISC)
    oblong, round_ = np.flatnonzero(solid & (kind == c.LAMP_RECTANGLE)), np.flatnonzero(solid & (kind == c.LAMP_DISC))

    def plane(origin: Array, axes: Sequence[Array], half: float) -> Array:
        offsets = [np.einsum("ij,ij->i", axis, origin)[:, None] for axis in axes]
        offsets[1:] = [offset - half for offset in offsets[1:]]
        return np.concatenate([part for pair in zip(axes, offsets, strict=True) for part in pair], axis=1)

    def of_surfaces(which: Ints, scale: Array) -> Array:
        row = surfaces[which]
        axes = row[:, c.AXIS : c.AXIS + 3], row[:, c.DUAL_U : c.DUAL_U + 3], row[:, c.DUAL_V : c.DUAL_V + 3]
        return plane(row[:, c.ORIGIN : c.ORIGIN + 3], (axes[0], axes[1] * scale, axes[2] * scale), 0.0)

    def of_lamps(which: Ints, scale: float, half: float) -> Array:
        row = lamps[which]
        u, v = row[:, c.LAMP_DUAL_U : c.LAMP_DUAL_U + 3], row[:, c.LAMP_DUAL_V : c.LAMP_DUAL_V + 3]
        centre, axis = row[:, c.CENTRE : c.CENTRE + 3], row[:, c.LAMP_AXIS : c.LAMP_AXIS + 3]
        return plane(centre, (axis, scale * u, scale * v), half)

    outer = surfaces[discs, c.SIZE + 1]
    flats = np.concatenate(
        [
            of_surfaces(quads, np.ones((len(quads), 1))),
            of_lamps(oblong, 1.0, 0.5),
            of_surfaces(discs, 1.0 / outer[:, None]),
            of_lamps(round_, 2.0, 0.0),
        ]
    )
    law = lamps[round_, c.LAMP_LAW]
    rings = np.where(law != c.LAW_FIELD, lamps[round_, c.INNER], 0.0)
    quad_count = len(quads) + len(oblong)
    ids = np.concatenate([quads, count + oblong, discs, count + round_])
    of_surface = ids < count
    middle, size = rows.extent.mean(axis=0), float(np.linalg.norm(rows.extent[1] - rows.extent[0]))
    laws, clear = np.full(len(ids), c.PASS_NOTHING), np.zeros((len(ids), 3))
    laws[of_surface] = surfaces[ids[of_surface], c.LAW]
    clear[of_surface] = surfaces[ids[of_surface], c.CLEAR : c.CLEAR + 3]
    curved = np.flatnonzero((shape != c.QUAD) & (shape != c.DISC))
    bodies = np.flatnonzero(solid & (kind != c.LAMP_RECTANGLE) & (kind != c.LAMP_DISC))
    passing = surfaces[surfaces[:, c.LAW] != c.PASS_NOTHING, c.CLEAR : c.CLEAR + 3]
    rest = [*curved, *(count + bodies)]
    return World(
        flats=np.ascontiguousarray(flats, dtype=np.float32),
        quads=quad_count,
        inner=np.concatenate([np.zeros(quad_count), surfaces[discs, c.SIZE] / outer, rings]).astype(np.float32),
        ids=ids.astype(np.int32),
        laws=laws.astype(np.int32),
        clear=clear.astype(np.float32),
        rest=np.array(rest, dtype=np.int32),
        balls=np.array([_ball(rows, int(p)) for p in rest], dtype=np.float32).reshape(-1, 4),
        size=size,
        treed=len(quads) + len(discs) > MANY,
        tinted=bool(len(passing)) and bool(np.any(np.ptp(passing, axis=1) > 0.0)),
        sharp=bool(np.any(_sharp(rows.optics))),
        surfaces=surfaces,
        edges=rows.edges,
        nodes=rows.nodes,
        scatters=rows.scatters,
        optics=optics,
        faces=_faces(rows),
        sides=_sides(optics),
        tables=rows.tables,
        lamps=lamps,
        cones=_cones(lamps, middle, 0.5 * size),
        spots=rows.spots,
        distributions=rows.distributions,
    )


def _ball(rows: Rows, p: int) -> list[float]:
    # Middle and squared radius of a ball round a surface, or round the body of lamp p − P.
    count = len(rows.shapes)
    if p < count:
        low, high = bounds(rows.shapes[p])
        middle, radius = 0.5 * (low + high), 0.5 * float(np.linalg.norm(high - low))
    else:
        lamp = rows.lamps[p - count]
        middle = lamp[c.CENTRE : c.CENTRE + 3]
        radius = float(np.linalg.norm(lamp[c.LAMP_U : c.LAMP_U + 3]) + np.linalg.norm(lamp[c.LAMP_V : c.LAMP_V + 3]))
    return [*(float(x) for x in middle), (1.001 * radius + 1e-4) ** 2]


def _cones(lamps: Array, middle: Array, radius: float) -> Array:
    # The ball round everything as each lamp sees it from outside: axis and least cosine; 2 where it stands too near.
    toward = middle - lamps[:, c.CENTRE : c.CENTRE + 3]
    away = np.maximum(np.linalg.norm(toward, axis=1), 1e-12)
    own = 0.5 * np.hypot(
        np.linalg.norm(lamps[:, c.LAMP_U : c.LAMP_U + 3], axis=1),
        np.linalg.norm(lamps[:, c.LAMP_V : c.LAMP_V + 3], axis=1),
    )
    sine = (radius + own) / away
    least = np.where(
        (sine < STANDS_OFF) & (lamps[:, c.SPOTS_COUNT] == 0.0), np.sqrt(np.maximum(1.0 - sine**2, 0.0)), 2.0
    )
    cones: Array = np.concatenate([toward / away[:, None], least[:, None]], axis=1)
    return cones


def _faces(rows: Rows) -> Singles:
    # Each surface in short: normal, whether it is curved, how light goes straight through, room or not, what scatters.
    surfaces, shape = rows.surfaces, rows.surfaces[:, c.SHAPE]
    found = np.zeros((len(surfaces), FACE_COLUMNS), dtype=np.float32)
    found[:, NORMAL : NORMAL + 3] = surfaces[:, c.AXIS : c.AXIS + 3]
    found[:, CURVED] = (shape == c.TUBE) | (shape == c.DOME)
    found[:, STRAIGHT] = surfaces[:, c.LAW]
    found[:, OF_ROOM] = surfaces[:, c.ROOM]
    found[:, SCATTERING] = rows.scatters
    return found


def _sides(optics: Array) -> Singles:
    # Each side in short: even by Lambert's law or not, what it sends back and through, RGB, and the luminance of both.
    found = np.zeros((len(optics), SIDE_COLUMNS), dtype=np.float32)
    found[:, EVEN] = (optics[:, c.PLAIN] > 0.0) & (optics[:, c.LOBE] <= 0.0)
    found[:, BACK : BACK + 3] = optics[:, c.DIFFUSE : c.DIFFUSE + 3]
    found[:, THROUGH : THROUGH + 3] = optics[:, c.THROUGH : c.THROUGH + 3]
    found[:, SHARE_BACK] = (optics[:, c.DIFFUSE : c.DIFFUSE + 3] + optics[:, c.SPECULAR : c.SPECULAR + 3]) @ LUMA
    found[:, SHARE_BACK] += optics[:, c.GLOSS]
    found[:, SHARE_THROUGH] = optics[:, c.THROUGH : c.THROUGH + 3] @ LUMA
    return found


class Reader:
    """Reads meters of one set; see the module.

    Parameters
    ----------
    world: the set.
    colours: of the lamps, shape (G, 3).
    meters: where to read.
    groups: independent groups, whose spread tells the error.
    seed: another one gives another, equally good sample.
    """

    def __init__(self, world: World, colours: Array, meters: Sequence[Meter], *, groups: int, seed: int) -> None:
        count, lamps = len(meters), len(world.lamps)
        self.world, self.groups, self.seed = world, groups, seed
        self.weights = colours * LUMA
        facing = np.array([m.normal / np.linalg.norm(m.normal) for m in meters], dtype=np.float64).reshape(count, 3)
        places = np.array([m.position for m in meters], dtype=np.float64).reshape(count, 3)
        self.at = (places + START * facing).astype(np.float32)
        self.facing = facing.astype(np.float32)
        self.domes = np.array([m.receptor == "dome" for m in meters], dtype=np.bool_)
        self.cells = np.zeros((lamps, 0, 0))
        self.worth = np.ones(count, dtype=np.float32)
        draws = np.random.default_rng([23, seed])
        self.of_lamps = draws.random((groups, lamps, 10), dtype=np.float32)
        self.of_meters = draws.random((groups, count, 10), dtype=np.float32)
        self.rays = 0

    def _points(self, start: int, count: int, seed: int) -> Singles:
        block, first = divmod(start, BLOCK)
        return _spread(seed + block)[first : first + count]

    def shine(
        self, start: int, count: int, bounds: Singles, *, sample: int, learn: bool = False
    ) -> tuple[Array, Array]:
        """Particles: sums (R, G, J, M, 2, 3), and what the cells gave (G, cells)."""
        lamps, cells = len(self.world.lamps), ROWS * COLUMNS if learn else 1
        out = np.zeros((self.groups, lamps, len(bounds), len(self.at), 2, 3))
        gave = np.zeros((self.groups, lamps, cells))
        rays = np.zeros((self.groups, lamps, 2), dtype=np.int64)
        points = self._points(start, count, sample)
        key = ((self.seed * 7919 + sample) << 22) + start
        sending.all_shine(
            self.world,
            self.at,
            self.facing,
            self.domes,
            bounds,
            points,
            (self.of_lamps + np.float32(0.137 * sample)) % np.float32(1.0),
            key,
            self.cells,
            self.worth,
            gave,
            out,
            rays,
        )
        self.rays = int(rays[..., 0].sum() + 0.4 * rays[..., 1].sum())
        return out, gave.sum(axis=0)

    def look(self, start: int, count: int, bounds: Singles, *, sample: int, chosen: Ints) -> Array:
        """Looks from the chosen meters: sums (R, M, J, G, 2, 3)."""
        lamps = len(self.world.lamps)
        out = np.zeros((self.groups, len(chosen), len(bounds), lamps, 2, 3))
        rays = np.zeros((self.groups, len(chosen), 2), dtype=np.int64)
        points = self._points(start, count, sample)
        near.all_look(
            self.world,
            self.at[chosen],
            self.facing[chosen],
            self.domes[chosen],
            bounds[:, chosen],
            points,
            (self.of_meters[:, chosen] + np.float32(0.137 * sample)) % np.float32(1.0),
            ((self.seed * 104729 + sample) << 22) + start,
            out,
            rays,
        )
        self.rays = int(rays.sum())
        return out

    def straight(self, start: int, count: int, *, chosen: Ints) -> Array:
        """What comes straight from the lamps: sums (R, M, G, 3)."""
        out = np.zeros((self.groups, len(chosen), len(self.world.lamps), 3))
        points = self._points(start, count, 91)[:, :2]
        near.straight(
            self.world,
            self.at[chosen],
            self.facing[chosen],
            self.domes[chosen],
            np.ascontiguousarray(points),
            self.of_meters[:, chosen],
            out,
        )
        return out


@dataclass(frozen=True)
class _Plan:
    # Bound of each meter, how many particles of each lamp and how many looks of each meter a group needs.
    bounds: Singles
    particles: int
    looks: Ints
    greatest: float


def _planned(reader: Reader, lit: Array, error: float, dark: float, sure: float, size: float) -> tuple[_Plan, Array]:
    """Try every bound on every meter and take what costs least; also the readings so far, shape (M,).

    ``lit`` (M,) is what comes straight from the lamps. [lx]
    """
    meters, lamps, groups = len(reader.at), len(reader.world.lamps), reader.groups
    bounds = np.repeat(np.array(BOUNDS, dtype=np.float32)[:, None] / np.float32(size * size), meters, axis=1)
    least = _least_looks(reader.world) * lamps
    looks = max(least, LOOKS * lamps)
    sent, _ = reader.shine(0, PILOT, bounds, sample=401)
    cost_sent = reader.rays / (groups * PILOT)
    looked = reader.look(0, looks, bounds, sample=457, chosen=np.arange(meters))
    cost_look = reader.rays / (groups * meters * looks)
    particles = np.einsum("rgjmk,gk->rjm", sent[:, :, :, :, 1], reader.weights) / PILOT
    near_ones = np.einsum("rmjgk,gk->rjm", looked[:, :, :, :, 1], reader.weights) * lamps / looks
    both = particles + near_ones
    trust = 1.0 / np.maximum(both.var(axis=0), 1e-30)
    mean = np.maximum((both.mean(axis=0) * trust).sum(axis=0) / trust.sum(axis=0) + lit, 1e-30)
    wanted = np.maximum(mean, dark * mean.max()) ** 2
    # samples of a group for half of the variance each
    need = 2.0 * (sure / max(error, 1e-4)) ** 2 / groups
    of_sent = particles.var(axis=0, ddof=1) / wanted * need * PILOT
    of_look = near_ones.var(axis=0, ddof=1) / wanted * need * looks
    # looks whose groups do not agree may miss something; so do those that find less than half of what the bound takes
    # from the particles, as where the light comes out of a slot: they are not trusted with it
    given = near_ones.mean(axis=0)
    taken, found = particles.mean(axis=0)[-1] - particles.mean(axis=0), given - given[-1]
    odd = near_ones.std(axis=0) > 0.4 * np.maximum(given, 0.02 * mean)
    odd |= (taken > 0.1 * error * mean) & (found < 0.5 * taken)
    of_look = np.where(odd, 30.0 * of_look + 1e4, of_look)
    sent_cost, look_cost = of_sent * cost_sent * lamps, of_look * cost_look
    best, pick = np.inf, np.zeros(meters, dtype=np.int64)
    # one number of particles for all: at each each meter takes the cheapest bound that it suffices for
    for budget in np.unique(np.append(sent_cost.ravel(), 0.0)):
        left = np.where(sent_cost <= budget * 1.0001, look_cost, np.inf)
        cost = budget + float(left.min(axis=0).sum())
        if cost < best:
            best, pick = cost, left.argmin(axis=0)
    at = np.arange(meters)
    widest = len(BOUNDS) - 1
    wants = np.where((of_look[pick, at] > 1.0) | (pick < widest), np.maximum(of_look[pick, at], 1.0), 0.0)
    plan = _Plan(
        bounds=bounds[pick, at][None, :].copy(),
        particles=_up(min(max(float(of_sent[pick, at].max()), 256.0), 8192.0), 256),
        looks=np.array([max(_up(min(w, 4096.0), 64 * lamps) if w > 0.0 else 0, least) for w in wants], dtype=np.int64),
        greatest=float(of_sent[pick, at].max()),
    )
    return plan, mean


def _least_looks(world: World) -> int:
    if not world.sharp:
        return 0
    return SHARP_LOOKS if np.any(_mirrors(world.optics[: len(world.optics) // 3])) else SKIN_LOOKS


@lru_cache(maxsize=16)
def _spread(seed: int) -> Singles:
    return sobol(BLOCK, 10, seed).astype(np.float32)


def _up(value: float, step: int) -> int:
    return int(-(-value // step)) * step


def follow(
    world: World,
    colours: Array,
    meters: Sequence[Meter],
    *,
    groups: int,
    sure: float,
    error: float,
    dark: float,
    most: int,
    seed: int,
    go_on: Callable[[float], bool] | None = None,
) -> Array:
    """Read meters until each is known well enough.

    Source: [Kollig2006].

    Parameters
    ----------
    world: the set.
    colours: of the lamps, shape (G, 3). [-]
    meters: where to read.
    groups: independent groups.
    sure: half-width in standard errors. [-]
    error: half-width wanted, as a share of the reading. [-]
    dark: share of the brightest meter's reading below which a meter need only be known as well as that. [-]
    most: particles of a lamp in a group, at most.
    seed: another one gives another, equally good sample.
    go_on: asked after every round, with the worst half-width so far, whether to follow more.

    Returns
    -------
    Array: mean of each group, shape (M, R, G, 3, 3): by lamp, (direct, modifier, all that was not direct), RGB. [lx]
    """
    count, lamps = len(meters), len(world.lamps)
    reader = Reader(world, colours, meters, groups=groups, seed=seed)
    everyone = np.arange(count)
    straight, straight_done = reader.straight(0, SPOTS, chosen=everyone), np.full(count, SPOTS, dtype=np.int64)
    lit = np.einsum("rmgk,gk->m", straight, reader.weights) / (groups * SPOTS)
    plan, mean = _planned(reader, lit, error, dark, sure, world.size)
    first = min(plan.particles, max(most, 256))
    if plan.greatest > LEARN_FROM and most > LEARN_FROM:
        reader.worth = (1.0 / np.maximum(mean, dark * mean.max())).astype(np.float32)
        _, gave = reader.shine(0, LEARN_WITH, plan.bounds, sample=433, learn=True)
        spread = np.sqrt(gave)
        gain = float((spread**2).mean() / max(float(spread.mean()) ** 2, 1e-300))
        if gain > WORTH_LEARNING:
            reader.cells = learned(gave)
            first = min(_up(min(max(2.0 * plan.greatest / gain, 1024.0), 8192.0), 256), first)
    sent = np.zeros((groups, lamps, 1, count, 2, 3))
    looked = np.zeros((groups, count, 1, lamps, 2, 3))
    sent_done, looks_done = 0, np.zeros(count, dtype=np.int64)
    more_sent, more_looks, more_straight = first, plan.looks, np.zeros(count, dtype=np.int64)
    turn = 0
    while True:
        while more_sent > 0:
            size = min(more_sent, BLOCK - sent_done % BLOCK)
            sent += reader.shine(sent_done, size, plan.bounds, sample=17)[0]
            sent_done += size
            more_sent -= size
        for size in np.unique(more_looks[more_looks > 0]):
            chosen = everyone[more_looks == size]
            for begun in range(0, int(size), BLOCK):
                part = min(int(size) - begun, BLOCK)
                looked[:, chosen] += reader.look(0, part, plan.bounds, sample=601 + turn, chosen=chosen)
                turn += 1
            looks_done[chosen] += size
        for size in np.unique(more_straight[more_straight > 0]):
            chosen = everyone[more_straight == size]
            start = int(straight_done[chosen[0]])
            straight[:, chosen] += reader.straight(start, int(size), chosen=chosen)
            straight_done[chosen] += size
        of_sent = np.einsum("rgjmk,gk->rm", sent[:, :, :, :, 1], reader.weights) / sent_done
        of_look = np.einsum("rmjgk,gk->rm", looked[:, :, :, :, 1], reader.weights) * lamps / np.maximum(looks_done, 1)
        of_lamp = np.einsum("rmgk,gk->rm", straight, reader.weights) / straight_done
        total = of_sent + of_look + of_lamp
        mean = total.mean(axis=0)
        half = sure * total.std(axis=0, ddof=1) / np.sqrt(groups)
        relative = half / np.maximum(np.maximum(mean, dark * mean.max()), 1e-30)
        bad = relative > error
        if not bad.any() or sent_done >= most or (go_on is not None and not go_on(float(relative.max()))):
            break
        # who may stop us expects a round to take no longer than all before it
        most_more = 3.0 if go_on is None else 1.0
        # each part that makes a quarter of the variance or more gets as many more as the worst needs
        lacking = np.minimum((relative / max(error, 1e-4)) ** 2 - 1.0, most_more) * bad
        variances = np.stack([of_sent.var(axis=0), of_look.var(axis=0), of_lamp.var(axis=0)])
        matters = (variances > 0.25 * variances.sum(axis=0)) & bad
        more_sent = _up(1.1 * sent_done * float(lacking[matters[0]].max()), 256) if matters[0].any() else 0
        more_looks = np.array(
            [_up(1.1 * max(int(looks_done[m]), 256) * lacking[m], 64 * lamps) if matters[1, m] else 0 for m in everyone]
        )
        more_straight = np.where(matters[2], np.minimum(straight_done, BLOCK - straight_done % BLOCK), 0)
    values = np.zeros((count, groups, lamps, 3, 3))
    values[:, :, :, 0] = (straight / straight_done[:, None, None]).transpose(1, 0, 2, 3)
    of_parts = sent[:, :, 0] / sent_done
    values[:, :, :, 1:] += of_parts.transpose(2, 0, 1, 3, 4)
    of_parts = looked[:, :, 0] * lamps / np.maximum(looks_done, 1)[:, None, None, None]
    values[:, :, :, 1:] += of_parts.transpose(1, 0, 2, 3, 4)
    return values
