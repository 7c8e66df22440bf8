"""What meters read in a set: by particles where few are asked, by paths that correct the patches elsewhere."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.images import images_of
from wenlo.core.transport.kernels import exchange, layout, paths, scatter
from wenlo.core.transport.kernels.world import World
from wenlo.core.transport.pack import shifts
from wenlo.core.transport.particles import PER_PATH, follow
from wenlo.core.transport.scene import Meter, Paths, Reading
from wenlo.core.transport.sobol import sobol
from wenlo.core.transport.solve import Solved
from wenlo.core.transport.worlds import suits, world_of

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

REPLICATES = 16
"""Independent groups of paths, whose spread tells the error."""

SURE = 2.75
"""Of paths: half-width in standard errors: 98.5 % for 15 degrees of freedom. More than 95 %, since a meter is read
until its half-width is small, which happens a little too early when the groups agree by luck, and since light that few
paths find is not spread evenly about its mean."""

SURE_OF_PARTICLES = 2.4
"""Of particles, whose contributions are bounded: 97 % for 15 degrees of freedom."""

SINGLE = 5e-4
"""No reading from numbers of single precision is stated to be surer. [-]"""

FINEST = 4.0 * SINGLE
"""Who wants to know a reading better is served by paths, in double precision; 0 is as well as time allows. [-]"""

FEW_METERS = 40
"""Particles are joined with every meter: for more than these, as in a map, paths are quicker."""

MOST_PATHS = 1 << 14
"""Paths in a group before its sequence of points starts anew."""

SHARP_PATHS = 2048
"""So many paths of each group at the least where something bends or throws light."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Measured:
    """What meters got by path from each lamp at its full power and in white, to be weighed without a new solution.

    ``values`` (M, R, G, 3, 3): meter, group of paths, lamp, (direct, modifier, all that was not direct), RGB. ``sure``
    is the half-width in standard errors, ``least`` the least that is stated, as a share of the reading.
    """

    meters: tuple[str, ...]
    lamps: tuple[str, ...]
    colours: Array
    values: Array
    sure: float = SURE
    least: float = 1e-9

    def readings(self, weights: Mapping[str, Array | float] | None = None) -> dict[str, Reading]:
        """Readings by the meter's id.

        Parameters
        ----------
        weights: factor on a lamp, one number or RGB (power, gel, dimming; 0 is off); 1 for lamps not named.
        """
        factors = np.array(
            [
                colour * np.asarray(1.0 if weights is None else weights.get(lamp, 1.0), dtype=np.float64)
                for lamp, colour in zip(self.lamps, self.colours, strict=True)
            ]
        ).reshape(-1, 1, 3)
        weighed = self.values * factors
        mean = weighed.mean(axis=1)
        total = np.einsum("mrgk,k->mr", weighed[:, :, :, 0] + weighed[:, :, :, 2], LUMA)
        error = half_width(total, sure=self.sure, least=self.least)
        result = {}
        for i, meter in enumerate(self.meters):
            by_lamp = {lamp: _paths(mean[i, g]) for g, lamp in enumerate(self.lamps)}
            whole = _paths(mean[i].sum(axis=0))
            result[meter] = Reading(
                direct=whole.direct, modifier=whole.modifier, room=whole.room, by_lamp=by_lamp, error=float(error[i])
            )
        return result


def _paths(value: Array) -> Paths:
    return Paths(direct=value[0], modifier=value[1], room=value[2] - value[1])


def half_width(groups: Array, *, sure: float = SURE, least: float = 1e-9) -> Array:
    """95 % half-width of the mean of independent groups, shape (..., R) → (...).

    Source: [Veach1995].

    Parameters
    ----------
    groups: means of independent groups, shape (..., R). [-]
    sure: half-width in standard errors. [-]
    least: added, as a share of the mean. [-]

    Returns
    -------
    Array: shape (...). Same unit as ``groups``. [-]
    """
    spread = np.std(groups, axis=-1, ddof=1) / np.sqrt(groups.shape[-1])
    width: Array = sure * spread + least * np.abs(np.mean(groups, axis=-1))
    return width


def measure(
    solved: Solved, meters: Sequence[Meter], go_on: Callable[[float], bool] | None = None, *, remembered: bool = False
) -> Measured:
    """Read meters until every one is known well enough: by light sent from the lamps, or by paths from the meters.

    Source: [Veach1995].

    Parameters
    ----------
    solved: the solved set.
    meters: where to read.
    go_on: asked after every round, with the worst relative half-width so far, whether to follow more.
    remembered: plan as for a set like this one that was read before; for what is dragged.

    Returns
    -------
    Measured: illuminance of each meter by lamp, shape (M, lamps), with 95 % half-widths. [lx]
    """
    fine = 0.0 < solved.effort.error < FINEST
    if len(meters) <= FEW_METERS and not fine and suits(solved.scene, solved.rows):
        world = world_of(solved.rows)
        images = images_of(world, meters)
        if images is not None:
            return _by_particles(solved, world, meters, images, go_on, remembered)
    return by_paths(solved, meters, go_on)


def _by_particles(
    solved: Solved,
    world: World,
    meters: Sequence[Meter],
    images: Array,
    go_on: Callable[[float], bool] | None,
    remembered: bool,
) -> Measured:
    effort = solved.effort
    values = follow(
        world,
        solved.rows.colours,
        meters,
        images=images,
        groups=REPLICATES,
        sure=SURE_OF_PARTICLES,
        error=effort.error,
        dark=effort.dark,
        most=PER_PATH * effort.most_paths,
        seed=effort.seed,
        go_on=go_on,
        remembered=remembered,
    )
    return Measured(
        meters=tuple(m.id for m in meters),
        lamps=tuple(e.id for e in solved.scene.lamps),
        colours=solved.rows.colours,
        values=values,
        sure=SURE_OF_PARTICLES,
        least=SINGLE,
    )


def by_paths(solved: Solved, meters: Sequence[Meter], go_on: Callable[[float], bool] | None = None) -> Measured:
    """The same by paths from the meters, guided by the patches: for lenses, mirrors and the sky, and a second opinion.

    Source: [Veach1995].

    Parameters
    ----------
    solved: the solved set.
    meters: where to read.
    go_on: asked after every round, with the worst relative half-width so far, whether to follow more.

    Returns
    -------
    Measured: illuminance of each meter by lamp, shape (M, lamps), with 95 % half-widths. [lx]
    """
    packed, effort = solved.patches.packed, solved.effort
    count, groups = len(meters), len(packed.lamps)
    positions = np.array([m.position for m in meters], dtype=np.float64).reshape(count, 3)
    normals = np.array([m.normal / np.linalg.norm(m.normal) for m in meters], dtype=np.float64).reshape(count, 3)
    receptors = np.array(
        [scatter.RECEPTOR_DOME if m.receptor == "dome" else scatter.RECEPTOR_FLAT for m in meters], dtype=np.int64
    )
    guide = guide_of(solved, positions, normals, receptors)
    sums = np.zeros((count, REPLICATES, groups, 3, 3))
    done = np.zeros(count, dtype=np.int64)
    chosen = np.arange(count)
    size, start = effort.first_paths, 0
    if packed.surfaces.shape[0] and packed.surfaces[0, layout.SHARP_COUNT] > 0.0:
        # what a mirror or a lens throws is looked for before groups that did not find it can agree
        size = max(size, min(SHARP_PATHS, effort.most_paths))
    while len(chosen):
        points = sobol(MOST_PATHS, 2 * paths.SLOTS, seed=17 + start // MOST_PATHS)
        first = start % MOST_PATHS
        size = min(size, MOST_PATHS - first)
        sums[chosen] += paths.meter_sums(
            positions,
            normals,
            receptors,
            chosen,
            points[first : first + size],
            shifts(count * REPLICATES, 2 * paths.SLOTS, 23 + start // MOST_PATHS + 1000 * effort.seed).reshape(
                count, REPLICATES, -1
            ),
            start,
            1 + effort.seed,
            packed.surfaces,
            packed.edges,
            packed.nodes,
            packed.scatters,
            packed.optics,
            packed.tables,
            packed.lamps,
            packed.spots,
            packed.distributions,
            packed.divisions,
            packed.first,
            packed.owners,
            guide,
            texture_of(solved),
            solved.patches.returned,
            solved.patches.own_returned,
        )
        start += size
        done[chosen] = start
        worst = _relative(sums[chosen], start, packed.colours)
        if start >= effort.most_paths or (go_on is not None and not go_on(float(worst.max()))):
            break
        chosen = chosen[worst > effort.error]
        # as many more as the worst needs, if errors fall with the root of the paths, but at most as many again
        size = min(start, 256)
    return Measured(
        meters=tuple(m.id for m in meters),
        lamps=tuple(e.id for e in solved.scene.lamps),
        colours=packed.colours,
        values=sums / np.maximum(done, 1)[:, None, None, None, None],
    )


def guide_of(solved: Solved, positions: Array, normals: Array, receptors: Ints) -> NDArray[np.float32]:
    """Where patch sides and receptors look for light: cumulated shares, shape (N + M, N)."""
    packed, bright = solved.patches.packed, solved.patches.bright
    sides = len(packed.owners)
    guide = np.zeros((sides + len(positions), sides), dtype=np.float32)
    exchange.guide_rows(solved.patches.seen, bright, packed.area, packed.dull, guide)
    exchange.sights_of(
        positions,
        normals,
        receptors,
        bright,
        sobol(8, 2, 9),
        packed.surfaces,
        packed.edges,
        packed.nodes,
        packed.scatters,
        packed.divisions,
        packed.first,
        packed.owners,
        packed.area,
        guide,
        sides,
    )
    return guide


def texture_of(solved: Solved) -> NDArray[np.float32]:
    """Where on a patch side light leaves: cumulated shares of its cells, shape (N, C).

    Source: [Veach1995].

    Parameters
    ----------
    solved: the solved set.

    Returns
    -------
    NDArray: cumulated shares, shape (N, C), the last of each row 1. [-]
    """
    packed = solved.patches.packed
    fine = (
        solved.patches.fine * (packed.reflectance @ LUMA)[:, None]
        + solved.patches.fine[packed.opposite] * (packed.through @ LUMA)[:, None]
    )
    rest = np.maximum(solved.patches.bright[:, None] * np.pi - fine.mean(axis=1, keepdims=True), 0.0)
    cells = fine + rest
    cells += 0.1 * cells.mean(axis=1, keepdims=True) + 1e-12
    shares = np.cumsum(cells, axis=1)
    texture: NDArray[np.float32] = (shares / shares[:, -1:]).astype(np.float32)
    return texture


def _relative(sums: Array, paths_done: int, colours: Array) -> Array:
    total = np.einsum("mrgk,gk,k->mr", sums[:, :, :, 0] + sums[:, :, :, 2], colours, LUMA) / paths_done
    relative: Array = half_width(total) / np.maximum(np.abs(total.mean(axis=1)), 1e-12)
    return relative


def read(
    solved: Solved, meters: Sequence[Meter], go_on: Callable[[float], bool] | None = None, *, remembered: bool = False
) -> dict[str, Reading]:
    """What meters read in a solved set, by the meter's id; see :func:`measure`."""
    return measure(solved, meters, go_on, remembered=remembered).readings() if meters else {}
