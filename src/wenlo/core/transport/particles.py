"""Meters read by light that is sent from the lamps, and by looks at what is near them.

Three sums make a reading: what comes straight from the lamps, what particles give from where they scatter, up to a
bound on how near that is, and what looks from the meter find nearer. Any bound is right (``kernels.particles``); a
pilot, which does not count, chooses for each meter the one that needs least. What a lamp's directions are worth is
learned where sending evenly would be dear. The spread between independent groups says how sure the sum is.
"""

import hashlib
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import LUMA
from wenlo.core.remembered import LruCache
from wenlo.core.transport.kernels import layout as c
from wenlo.core.transport.kernels import near
from wenlo.core.transport.kernels import particles as sending
from wenlo.core.transport.kernels.sending import COLUMNS, ROWS, learned
from wenlo.core.transport.kernels.vertices import CURVED
from wenlo.core.transport.kernels.world import World
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.worlds import START, least_looks

Array = NDArray[np.float64]
Singles = NDArray[np.float32]
Ints = NDArray[np.int64]

BOUNDS = (28.0, 93.0, 460.0, 2800.0, 17000.0)
"""Bounds on G that a pilot tries, in units of one over the set's diagonal squared; none so small that looks alone must
find a far opening."""

ROUGHLY = 0.04
"""Who is content with so much needs a quarter of the following. [-]"""

PILOT, LOOKS = 256, 128
"""Particles of all lamps and looks of each meter in a group of the pilot."""

LEAST, SPOTS, FEW = 256, 256, 64
"""Particles of all lamps in a group, and spots of lamps that each group asks for straight light, before they are
believed: through a slot few are seen; and of each of many lamps at the least."""

AT_A_GLANCE = 0.15
"""Who is content with so much needs a sixteenth of the spots, which is still 256 of all groups. [-]"""

LEARN_FROM, LEARN_WITH, WORTH_LEARNING = 4096, 1024, 8.0
"""Sending is learned where more particles are needed, with so many; and used if the cells' second moments are so much
greater than evenly spread ones."""

BLOCK = 1 << 14
"""Points of one sequence before a new one begins."""

NEARBY = 0.06
"""A plan that was made for a set serves another of the same make where nothing stands farther off than this share of
the set's diagonal: any plan is right, and this one is still about the cheapest. [-]"""

SURELY = 0.5
"""A meter is left alone while others are followed further once it is known to this share of what is asked."""

LOOKS_PER_PARTICLE = 8
"""Looks of a meter for each particle that an effort allows: where rare looks find a lamp, its ± stays wide."""

PER_PATH = 16
"""Particles of a lamp for each path of :mod:`solve` that an effort allows."""


class Reader:
    """Reads meters of one set; see the module.

    Parameters
    ----------
    world: the set.
    colours: of the lamps, shape (G, 3).
    meters: where to read.
    images: cones that half of the looks are aimed at, shape (M, K, 4); see :mod:`images`.
    groups: independent groups, whose spread tells the error.
    seed: another one gives another, equally good sample.
    """

    def __init__(
        self, world: World, colours: Array, meters: Sequence[Meter], *, images: Array, groups: int, seed: int
    ) -> None:
        count, lamps = len(meters), len(world.lamps)
        self.world, self.groups, self.seed = world, groups, seed
        self.weights = colours * LUMA
        facing = np.array([m.normal / np.linalg.norm(m.normal) for m in meters], dtype=np.float64).reshape(count, 3)
        places = np.array([m.position for m in meters], dtype=np.float64).reshape(count, 3)
        self.at = (places + START * facing).astype(np.float32)
        self.facing = facing.astype(np.float32)
        self.domes = np.array([m.receptor == "dome" for m in meters], dtype=np.bool_)
        self.images = images
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
        self, start: int, count: int, bounds: Singles, *, sample: int, learn: bool = False, chosen: Ints | None = None
    ) -> tuple[Array, Array]:
        """Send particles from every lamp.

        Source: [Kollig2006].

        Parameters
        ----------
        start, count: which points of the sequence, for each lamp in each group.
        bounds: on G, shape (J, M) or of the chosen. [1/m²]
        sample: another number gives another sequence.
        learn: whether to learn what the lamps' directions give.
        chosen: meters to join them with; None for all.

        Returns
        -------
        tuple: sums over particles, shape (R, G, J, M, 2, 3) [lx], and what the cells of directions gave, squared and
            added up, shape (G, cells) [-].
        """
        lamps, cells = len(self.world.lamps), ROWS * COLUMNS if learn else 1
        which = slice(None) if chosen is None else chosen
        at = self.at[which]
        out = np.zeros((self.groups, lamps, len(bounds), len(at), 2, 3))
        gave = np.zeros((self.groups, lamps, cells))
        rays = np.zeros((self.groups, lamps, 2), dtype=np.int64)
        points = self._points(start, count, sample)
        key = ((self.seed * 7919 + sample) << 22) + start
        sending.all_shine(
            self.world,
            at,
            self.facing[which],
            self.domes[which],
            bounds,
            points,
            (self.of_lamps + np.float32(0.137 * sample)) % np.float32(1.0),
            key,
            self.cells,
            self.worth[which] if len(self.worth) else self.worth,
            gave,
            out,
            rays,
        )
        self.rays = int(rays[..., 0].sum() + 0.4 * rays[..., 1].sum())
        return out, gave.sum(axis=0)

    @staticmethod
    def _of_chosen(values: Singles, chosen: Ints) -> Singles:
        # chosen columns come out in another order in memory, for which a kernel would be compiled once more
        return np.ascontiguousarray(values[:, chosen])

    def look(self, start: int, count: int, bounds: Singles, *, sample: int, chosen: Ints) -> Array:
        """``count`` looks from the chosen meters, a multiple of the lamps: sums (R, M, J, G, 2, 3)."""
        lamps = len(self.world.lamps)
        out = np.zeros((self.groups, len(chosen), len(bounds), lamps, 2, 3))
        rays = np.zeros((self.groups, len(chosen), 2), dtype=np.int64)
        points = self._points(start, count // lamps, sample)
        near.all_look(
            self.world,
            self.at[chosen],
            self.facing[chosen],
            self.domes[chosen],
            self.images[chosen],
            self._of_chosen(bounds, chosen),
            points,
            (self._of_chosen(self.of_meters, chosen) + np.float32(0.137 * sample)) % np.float32(1.0),
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
            self._of_chosen(self.of_meters, chosen),
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


def _planned(
    reader: Reader, lit: Array, error: float, dark: float, sure: float, size: float, least: int
) -> tuple[_Plan, Array]:
    """Try every bound on every meter and take what costs least; also the readings so far, shape (M,).

    ``lit`` (M,) is what comes straight from the lamps [lx], ``least`` the looks of each meter in a group at the least.
    """
    meters, lamps, groups = len(reader.at), len(reader.world.lamps), reader.groups
    bounds = np.repeat(np.array(BOUNDS, dtype=np.float32)[:, None] / np.float32(size * size), meters, axis=1)
    part = 4 if error >= ROUGHLY else 1
    pilot, looks = max(PILOT // lamps, FEW) // part, max(least, LOOKS // part * lamps)
    sent, _ = reader.shine(0, pilot, bounds, sample=401)
    cost_sent = reader.rays / (groups * pilot)
    looked = reader.look(0, looks, bounds, sample=457, chosen=np.arange(meters))
    cost_look = reader.rays / (groups * meters * looks)
    particles = np.einsum("rgjmk,gk->rjm", sent[:, :, :, :, 1], reader.weights) / pilot
    near_ones = np.einsum("rmjgk,gk->rjm", looked[:, :, :, :, 1], reader.weights) * lamps / looks
    both = particles + near_ones
    trust = 1.0 / np.maximum(both.var(axis=0), 1e-30)
    mean = np.maximum((both.mean(axis=0) * trust).sum(axis=0) / trust.sum(axis=0) + lit, 1e-30)
    wanted = np.maximum(mean, dark * mean.max()) ** 2
    # samples of a group for half of the variance each
    need = 2.0 * (sure / max(error, 1e-4)) ** 2 / groups
    of_sent = particles.var(axis=0, ddof=1) / wanted * need * pilot
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
        particles=_up(min(max(float(of_sent[pick, at].max()), max(LEAST / lamps, FEW) / part), 8192.0), 64),
        looks=np.array([max(_up(min(w, 4096.0), 64 * lamps) if w > 0.0 else 0, least) for w in wants], dtype=np.int64),
        greatest=float(of_sent[pick, at].max()),
    )
    return plan, mean


_plans: LruCache[tuple[Array, _Plan, Array]] = LruCache(64)


def _plan_from_before(
    reader: Reader, made: Callable[[], tuple[_Plan, Array]], asked: tuple[float, ...]
) -> tuple[_Plan, Array]:
    # While something is dragged the set is almost what it was a moment ago, and the pilot would say the same again.
    world = reader.world
    make = hashlib.blake2b(repr((asked, world.surfaces.shape, world.lamps.shape, len(reader.at))).encode())
    for part in (world.optics, world.faces[:, CURVED:], world.lamps[:, [c.LAMP_KIND, c.LAMP_LAW]], reader.domes):
        make.update(np.ascontiguousarray(part).tobytes())
    lengths = (
        world.surfaces[:, c.ORIGIN : c.ORIGIN + 3],
        world.surfaces[:, c.SIZE : c.SIZE + 4],
        world.edges,
        world.lamps[:, c.CENTRE : c.LAMP_AXIS],
        reader.at,
    )
    stands = np.concatenate([part.ravel() for part in lengths])
    stood, plan, mean = _plans.get(make.digest(), lambda: ((stands, *made()), True))
    if float(np.abs(stood - stands).max()) > NEARBY * world.size:
        _, plan, mean = _plans.get(make.digest(), lambda: ((stands, *made()), True), anew=True)
    return plan, mean


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
    images: Array,
    groups: int,
    sure: float,
    error: float,
    dark: float,
    most: int,
    seed: int,
    go_on: Callable[[float], bool] | None = None,
    remembered: bool = False,
) -> Array:
    """Read meters until each is known well enough.

    Source: [Kollig2006].

    Parameters
    ----------
    world: the set.
    colours: of the lamps, shape (G, 3). [-]
    meters: where to read.
    images: cones that half of the looks are aimed at, shape (M, K, 4).
    groups: independent groups.
    sure: half-width in standard errors. [-]
    error: half-width wanted, as a share of the reading. [-]
    dark: share of the brightest meter's reading below which a meter need only be known as well as that. [-]
    most: particles of a lamp in a group, at most.
    seed: another one gives another, equally good sample.
    go_on: asked after every round, with the worst half-width so far, whether to follow more.
    remembered: take the bounds and the numbers to begin with from a set like this one that was read before.

    Returns
    -------
    Array: mean of each group, shape (M, R, G, 3, 3): by lamp, (direct, modifier, all that was not direct), RGB. [lx]
    """
    count, lamps = len(meters), len(world.lamps)
    reader = Reader(world, colours, meters, images=images, groups=groups, seed=seed)
    everyone = np.arange(count)
    spots = max(SPOTS // lamps, FEW)
    spots = spots // 16 if error >= AT_A_GLANCE else spots // 4 if error >= ROUGHLY else spots
    straight, straight_done = reader.straight(0, spots, chosen=everyone), np.full(count, spots, dtype=np.int64)
    lit = np.einsum("rmgk,gk->m", straight, reader.weights) / (groups * spots)

    # who follows little has not the time to look for what mirrors hide
    least = min(least_looks(world), most // 2) * lamps

    def planned() -> tuple[_Plan, Array]:
        return _planned(reader, lit, error, dark, sure, world.size, least)

    plan, mean = _plan_from_before(reader, planned, (error, dark)) if remembered else planned()
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
    sent_done, looks_done = np.zeros(count, dtype=np.int64), np.zeros(count, dtype=np.int64)
    more_sent, more_looks = np.full(count, first, dtype=np.int64), plan.looks
    more_straight = np.zeros(count, dtype=np.int64)
    turn = 0
    while True:
        while (more_sent > 0).any():
            start = int(sent_done[more_sent > 0].min())
            chosen = everyone[(more_sent > 0) & (sent_done == start)]
            size = min(int(more_sent[chosen].min()), BLOCK - start % BLOCK)
            sent[:, :, :, chosen] += reader.shine(start, size, plan.bounds[:, chosen], sample=17, chosen=chosen)[0]
            sent_done[chosen] += size
            more_sent[chosen] -= size
        for size in np.unique(more_looks[more_looks > 0]):
            chosen = everyone[more_looks == size]
            for begun in range(0, int(size), BLOCK * lamps):
                part = min(int(size) - begun, BLOCK * lamps)
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
        bad = (relative > error) & (looks_done < LOOKS_PER_PARTICLE * most * lamps) & (sent_done < most)
        if not bad.any() or (go_on is not None and not go_on(float(relative.max()))):
            break
        # who may stop us expects a round to take no longer than all before it
        most_more = 3.0 if go_on is None else 1.0
        # each part that makes a quarter of the variance or more gets as many more as the worst needs
        lacking = np.clip((relative / max(error, 1e-4)) ** 2 - 1.0, 0.0, most_more) * bad
        variances = np.stack([of_sent.var(axis=0), of_look.var(axis=0), of_lamp.var(axis=0)])
        matters = (variances > 0.25 * variances.sum(axis=0)) & bad
        more_sent = np.zeros(count, dtype=np.int64)
        if matters[0].any():
            # one that is hard to read does not cost the rest, which would stop by luck if they stopped at once
            wanting = relative > SURELY * error
            furthest = float((sent_done * lacking)[matters[0]].max())
            more_sent[wanting] = _up(1.1 * furthest, 256)
        more_looks = np.array(
            [_up(1.1 * max(int(looks_done[m]), 256) * lacking[m], 64 * lamps) if matters[1, m] else 0 for m in everyone]
        )
        more_straight = np.where(matters[2], np.minimum(straight_done, BLOCK - straight_done % BLOCK), 0)
    values = np.zeros((count, groups, lamps, 3, 3))
    values[:, :, :, 0] = (straight / straight_done[:, None, None]).transpose(1, 0, 2, 3)
    of_parts = sent[:, :, 0] / sent_done[:, None, None]
    values[:, :, :, 1:] += of_parts.transpose(2, 0, 1, 3, 4)
    of_parts = looked[:, :, 0] * lamps / np.maximum(looks_done, 1)[:, None, None, None]
    values[:, :, :, 1:] += of_parts.transpose(1, 0, 2, 3, 4)
    return values
