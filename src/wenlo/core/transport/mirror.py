"""What shiny things show: from the eye to the thing, and on to what is mirrored there."""

from collections.abc import Collection
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.transport.kernels import look
from wenlo.core.transport.pack import Packed
from wenlo.core.transport.picture import Viewpoint

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

OFF = 1e-5
"""Mirrored rays start so far from the thing, that it does not mirror the very place. [m]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class Met:
    """What M rays meet: the surface's row (−1 none) or −2 − g for lamp g, the place (M, 3) [m], its front's normal (M,
    3).
    """

    what: Ints
    place: Array
    normal: Array


def meet(packed: Packed, origins: Array, directions: Array) -> Met:
    """Follow rays to what they meet first.

    Parameters
    ----------
    packed: the set.
    origins, directions: (M, 3), the latter of unit length. [m]
    """
    found = look.met(
        np.ascontiguousarray(origins), np.ascontiguousarray(directions), packed.surfaces, packed.nodes, packed.lamps
    )
    return Met(what=found[:, 0].astype(np.int64), place=found[:, 1:4], normal=found[:, 4:7])


def mirrored_way(directions: Array, normals: Array) -> Array:
    """Directions after a mirror, d − 2 (d·n) n, shape (M, 3)."""
    along = np.einsum("mk,mk->m", directions, normals)
    way: Array = directions - 2.0 * along[:, None] * normals
    return way


@dataclass(frozen=True, kw_only=True, eq=False)
class Mirrored:
    """What the lens sees in a thing; M pixels show it.

    ``pixels`` (M,) count along the rows of a picture ``width`` × ``height``; ``place`` and ``normal`` (M, 3) are the
    thing's, toward the eye; ``way`` (M, 3) is where the mirrored ray goes, ``met`` what it meets.
    """

    width: int
    height: int
    pixels: Ints
    place: Array
    normal: Array
    way: Array
    met: Met


def mirrored(packed: Packed, camera: Viewpoint, *, width: int, height: int, thing: Collection[str]) -> Mirrored:
    """Look at every pixel's middle, and where the thing is there, on to what it mirrors.

    Source: [Hecht].

    Parameters
    ----------
    packed: the set with the thing in it.
    camera: where it stands and what it sees; as if its lens were a point.
    width, height: pixels.
    thing: ids of the surfaces that are looked at.

    Returns
    -------
    Mirrored: what each pixel shows, shape (H, W).
    """
    row = camera.row()
    x, y = np.meshgrid((np.arange(width) + 0.5) / width, (np.arange(height) + 0.5) / height)
    across = (2.0 * x.ravel() - 1.0) * row[12]
    upward = (1.0 - 2.0 * y.ravel()) * row[12] * height / width
    directions = row[9:12] + across[:, None] * row[3:6] + upward[:, None] * row[6:9]
    directions /= np.linalg.norm(directions, axis=1)[:, None]
    seen = meet(packed, np.tile(row[:3], (width * height, 1)), directions)
    rows = [i for i, shape in enumerate(packed.shapes) if shape.id in thing]
    pixels = np.flatnonzero(np.isin(seen.what, rows))
    place, normal, to = seen.place[pixels], seen.normal[pixels], directions[pixels]
    normal = np.where(np.einsum("mk,mk->m", to, normal)[:, None] > 0.0, -normal, normal)
    way = mirrored_way(to, normal)
    return Mirrored(
        width=width,
        height=height,
        pixels=pixels,
        place=place,
        normal=normal,
        way=way,
        met=meet(packed, place + OFF * normal, way),
    )
