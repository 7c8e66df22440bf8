"""Solving what light does in a set.

What meters read is found by particles or by paths (``measure``). Pictures, maps and those paths take as a guess what
is solved here when it is first asked for: the surfaces are divided into patches and the light between them is solved
coarsely, which says where light is and roughly how much. Every lamp's light is kept apart.
"""

import hashlib
from collections import OrderedDict
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import LUMA
from wenlo.core.transport.kernels import exchange
from wenlo.core.transport.pack import Packed, need_of, pack, shifts
from wenlo.core.transport.rows import Rows, rows_of
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.sobol import sobol

Array = NDArray[np.float64]
Ints = NDArray[np.int64]


@dataclass(frozen=True, kw_only=True)
class Effort:
    """How finely a set is sampled.

    ``sides`` of patches, ``samples`` of the lamps on each, ``rays`` between them (powers of two); meters are
    read until each is known to ``error``, a share of itself or of ``dark`` times the brightest, or ``most_paths`` were
    followed for it in each group, ``first_paths`` before anything is judged.
    Another ``seed`` gives another, equally good sample.
    """

    sides: int = 250
    samples: int = 2
    rays: int = 128
    pairs: int = 2
    error: float = 0.013
    most_paths: int = 8192
    first_paths: int = 32
    tolerance: float = 1e-4
    dark: float = 0.01
    seed: int = 0


DRAFT = Effort(sides=120, samples=1, rays=64, pairs=1, error=0.045, most_paths=512)
CROWDED = replace(DRAFT, sides=80, rays=32, error=0.2, first_paths=8, most_paths=32)
"""A draft when very many wait for theirs."""
QUICK = Effort(samples=1, error=0.03, most_paths=8192)
FINE = Effort(sides=400, error=0.01, most_paths=1 << 18)


@dataclass(frozen=True, kw_only=True, eq=False)
class Patches:
    """Light between patches; N patch sides, G lamps, every lamp's colour left out until it is read.

    ``direct`` and ``incident`` (N, G, 3) are illuminances from lamps and in all [lx]; ``fine`` (N, C) the
    luminance of the direct part in the cells of each patch; ``light`` (N, G, 3) the
    radiance that leaves [cd/m²], ``returned`` the part of it that did not come straight from a lamp and
    ``own_returned`` that without what touched the room; ``matrix`` (N, N) the configuration factors,
    ``seen`` (N, N) how well sides see each other [1/m²].
    """

    packed: Packed
    direct: Array
    incident: Array
    fine: Array
    light: Array
    returned: Array
    own_returned: Array
    matrix: NDArray[np.float32]
    seen: NDArray[np.float32]

    @property
    def bright(self) -> Array:
        """Luminance of the patch sides with every lamp at its full power, shape (N,). [cd/m²]"""
        seen: Array = np.maximum(np.einsum("ngk,gk,k->n", self.light, self.packed.colours, LUMA), 0.0)
        return seen


@dataclass(frozen=True, kw_only=True, eq=False)
class Solved:
    """A set that can be read. Its ``patches`` are solved when something asks for them; most meters do without."""

    scene: LightScene
    effort: Effort
    rows: Rows

    @cached_property
    def patches(self) -> Patches:
        """The light between the surfaces, divided into patches."""
        return _between_patches(self.rows, self.effort)


_recent: OrderedDict[bytes, tuple[NDArray[np.float32], NDArray[np.float32]]] = OrderedDict()
KEPT = 6


def _transfer(packed: Packed, effort: Effort) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    # Shapes and what passes them straight decide the matrix, so that it outlives changes of the lamps
    # and of what surfaces reflect; the last few are kept.
    digest = hashlib.blake2b(f"{effort.rays} {packed.divisions.tolist()}".encode())
    digest.update(packed.surfaces.tobytes())
    key = digest.digest()
    if key in _recent:
        _recent.move_to_end(key)
        return _recent[key]
    if len(packed.shapes) == 1 and isinstance(packed.shapes[0], Panel):
        # one flat sheet sees nothing of itself
        nothing = np.zeros((len(packed.owners), len(packed.owners)), dtype=np.float32)
        return nothing, nothing
    spread = shifts(len(packed.owners), 4, 11)
    matrix: NDArray[np.float32] = exchange.transfer(
        packed.live,
        sobol(effort.rays, 4),
        spread,
        packed.surfaces,
        packed.edges,
        packed.nodes,
        packed.scatters,
        packed.divisions,
        packed.first,
        packed.owners,
    )
    seen: NDArray[np.float32] = exchange.sights(
        packed.live,
        sobol(effort.pairs, 4, 13),
        spread,
        packed.surfaces,
        packed.edges,
        packed.nodes,
        packed.scatters,
        packed.divisions,
        packed.first,
        packed.owners,
        packed.area,
    )
    _recent[key] = matrix, seen
    if len(_recent) > KEPT:
        _recent.popitem(last=False)
    return matrix, seen


def _leaving(packed: Packed, among: NDArray[np.bool_], incident: Array) -> Array:
    reflected = packed.reflectance[:, None, :] * incident
    arrived = np.where(among[packed.opposite][:, None, None], incident[packed.opposite], 0.0)
    out: Array = np.where(among[:, None, None], reflected + packed.through[:, None, :] * arrived, 0.0)
    return out


def _exchanged(
    matrix: NDArray[np.float32], packed: Packed, among: NDArray[np.bool_], direct: Array, tolerance: float
) -> tuple[Array, Array]:
    """Incident illuminance and leaving exitance (N, G, 3) of light that only touches sides ``among``."""
    # B = R E + S E_other ; E = E_lamp + F B. Jacobi converges since every side loses more than it keeps.
    mask = among[:, None, None]
    incident = start = np.where(mask, direct, 0.0)
    shape = direct.shape
    for _ in range(100):
        sent = _leaving(packed, among, incident).reshape(len(matrix), -1).astype(np.float32)
        renewed = start + np.where(mask, (matrix @ sent).reshape(shape), 0.0)
        change = float(np.max(np.abs(renewed - incident), initial=0.0))
        incident = renewed
        if change <= tolerance * float(np.max(incident, initial=1e-30)):
            break
    return incident, _leaving(packed, among, incident)


def _from_lamps(packed: Packed, samples: int) -> Array:
    light: Array = exchange.lamps_on_patches(
        packed.live,
        sobol(samples, 4, 3),
        shifts(len(packed.owners), 4, 5),
        packed.surfaces,
        packed.edges,
        packed.nodes,
        packed.scatters,
        packed.lamps,
        packed.spots,
        packed.distributions,
        packed.divisions,
        packed.first,
        packed.owners,
    )
    return light


def _between_patches(rows: Rows, effort: Effort) -> Patches:
    packed = pack(rows, sides=effort.sides)
    if len(rows.shapes) > 1:
        first = np.einsum("ncgk,gk,k->n", _from_lamps(packed, 1), packed.colours, LUMA) / exchange.CELLS**2
        packed = pack(rows, sides=effort.sides, need=need_of(packed, first))
    fine = _from_lamps(packed, effort.samples)
    direct = fine.mean(axis=1)
    matrix, seen = _transfer(packed, effort)
    incident, exitance = _exchanged(matrix, packed, packed.live, direct, effort.tolerance)
    own = packed.live & packed.modifier
    own_incident, _ = _exchanged(matrix, packed, own, direct, effort.tolerance)
    return Patches(
        packed=packed,
        direct=direct,
        incident=incident,
        light=exitance / np.pi,
        fine=np.einsum("ncgk,gk,k->nc", fine, packed.colours, LUMA),
        returned=_leaving(packed, packed.live, incident - direct) / np.pi,
        own_returned=_leaving(packed, own, own_incident - direct) / np.pi,
        matrix=matrix,
        seen=seen,
    )


def solve(scene: LightScene, effort: Effort | None = None) -> Solved:
    """Make a set ready to be read: its meters, its picture, its maps.

    Source: [Veach1995].

    Parameters
    ----------
    scene: surfaces and lamps; distances in m, amounts in lm (or lm·s).
    effort: how finely it is sampled.

    Returns
    -------
    Solved: the set; illuminance and exitance of every patch side by lamp, shape (N, lamps), as soon as they are
        asked for. [lx]
    """
    return Solved(scene=scene, effort=effort or Effort(), rows=rows_of(scene))
