"""Which way the skin of a head looks that is seen from the front: what its shading is read by."""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter

from wenlo.core.optics.shapes import Dome, Tube
from wenlo.core.optics.sheet import board
from wenlo.core.scene.stand_in_head import head

Array = NDArray[np.float64]

ACROSS, CROWN, CHIN = 0.088, 0.124, -0.114
"""Half of the breadth without the ears, and how far over and under the eyes it reaches. [m]"""

ROWS, COLUMNS = 95, 70

SKIN = ("skull", "forehead", "face", "muzzle", "chin", "cheek", "jaw")
"""Parts whose skin is broad and bare; nose, lids, brows, lips and hair tell little."""

HEADS_DIFFER = 0.006
"""Heads differ in detail: what is smaller is smoothed away. [m]"""

SEEN = 0.4
"""Skin that is seen more along its surface is too near to an outline. [-]"""


@lru_cache(maxsize=1)
def head_normals() -> tuple[Array, NDArray[np.bool_]]:
    """Directions of the skin on a grid over the box round a head, and where they can be trusted.

    Source: [Geometry].

    Returns
    -------
    tuple: unit normals, x to the right, y up, z to the camera, shape (ROWS, COLUMNS, 3); whether bare skin is there,
        shape (ROWS, COLUMNS). [-]
    """
    x = (np.arange(COLUMNS) + 0.5) / COLUMNS * 2.0 * ACROSS - ACROSS
    z = CROWN - (np.arange(ROWS) + 0.5) / ROWS * (CROWN - CHIN)
    places = np.stack(np.meshgrid(x, z), axis=-1)
    near = np.full((ROWS, COLUMNS), np.inf)
    normals, bare = np.zeros((ROWS, COLUMNS, 3)), np.zeros((ROWS, COLUMNS), dtype=np.bool_)
    for part in head(np.zeros(3), skin=board((0.5, 0.5, 0.5))):
        if isinstance(part, Tube):
            continue
        assert isinstance(part, Dome)
        across, up = places[..., 0] - part.centre[0], places[..., 1] - part.centre[2]
        deep = part.radius**2 - across**2 - up**2
        forward = np.sqrt(np.maximum(deep, 0.0))
        out = np.stack([across, -forward, up], axis=-1) / part.radius
        along = out @ (part.axis / np.linalg.norm(part.axis))
        first = (deep > 0.0) & (along >= part.low) & (along <= part.high) & (part.centre[1] - forward < near)
        near[first] = (part.centre[1] - forward)[first]
        normals[first] = np.stack([out[..., 0], out[..., 2], -out[..., 1]], axis=-1)[first]
        bare[first] = any(part.id.endswith(word) for word in SKIN)
    for part in head(np.zeros(3), skin=board((0.5, 0.5, 0.5))):
        if isinstance(part, Tube):
            bare &= _beside(part, places) > 0.0
    sigma = HEADS_DIFFER * ROWS / (CROWN - CHIN)
    weights = gaussian_filter(bare.astype(np.float64), sigma)
    for k in range(3):
        normals[..., k] = gaussian_filter(normals[..., k] * bare, sigma) / np.maximum(weights, 1e-9)
    normals /= np.maximum(np.linalg.norm(normals, axis=-1, keepdims=True), 1e-9)
    return normals, bare & (normals[..., 2] > SEEN)


def _beside(rod: Tube, places: Array) -> Array:
    # how far places of the front view lie outside a rod [m]
    start, end = rod.base[[0, 2]], (rod.base + rod.axis / np.linalg.norm(rod.axis) * rod.length)[[0, 2]]
    along = end - start
    share = np.clip(((places - start) @ along) / max(float(along @ along), 1e-12), 0.0, 1.0)
    gap: Array = np.linalg.norm(places - start - share[..., None] * along, axis=-1) - max(rod.radii)
    return gap
