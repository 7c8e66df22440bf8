"""Layers behind a warm face, as a line goes through them: what each of them gets to."""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Part
from wenlo.core.fabrication.assembly.solids import volume_of
from wenlo.core.rigging import heat

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

HeatLayer = tuple[int, float, float, float]
"""Which body, where a line goes in and comes out [m], how square to it. [-]"""

NEAR = 0.06
"""What is farther behind a surface gets none of its heat. [m]"""

AIR_CONDUCTS, GLOW_ACROSS = 0.026, 5.0
"""Air [W/mK]; radiation across a gap between dull faces near room temperature [W/m²K]."""

CONDUCTS = ((150.0, 0.035), (350.0, 0.06), (700.0, 0.12), (2000.0, 0.19), (math.inf, 50.0))
"""What conducts how well, up to a density: foams, loose cloth, wood, plastics, metals. [kg/m³], [W/mK]"""


def conducts(part: Part) -> float:
    """How well a part conducts heat, by its density. [W/mK]

    Source: [Incropera].
    """
    density = part.mass / max(volume_of(part.solid), 1e-12)
    return next(k for most, k in CONDUCTS if density < most)


def gap_resistance(gap: float) -> float:
    """Of a gap of air between two faces: 1 / (k/g + h_r), none where they touch. [m²K/W]

    Source: [Incropera].

    >>> round(gap_resistance(0.024), 3), gap_resistance(0.0)
    (0.164, 0.0)
    """
    return 0.0 if gap <= 1e-4 else 1.0 / (AIR_CONDUCTS / gap + GLOW_ACROSS)


def through_layers(front: float, outside: float, resistances: Sequence[float]) -> list[float]:
    """Temperatures where heat comes into each of several layers in a row, the first at ``front``. [°C]

    Source: [Incropera].

    Parameters
    ----------
    front: of the face that is heated. [°C]
    outside: of the air behind the last. [°C]
    resistances: layer, gap, layer, gap … in turn; from the last the heat goes to the air. [m²K/W]

    Returns
    -------
    list: one for each layer. [°C]

    >>> [round(t, 1) for t in through_layers(80.0, 20.0, [0.1, 0.0, 0.1])]
    [80.0, 60.0]
    """
    whole = sum(resistances) + 1.0 / heat.FACE_LOSS
    flow = (front - outside) / whole
    found, so_far = [], 0.0
    for k, resistance in enumerate(resistances):
        if k % 2 == 0:
            found.append(front - flow * so_far)
        so_far += resistance
    return found


def share_across(gap: float) -> float:
    """Of the rise of a warm face that something gets across a gap [m], with the room behind it.

    Source: [Incropera].
    """
    out = 1.0 / heat.FACE_LOSS
    return out / (gap_resistance(gap) + out)


def layers_along(met: Array, owner: Ints, slant: Array) -> list[HeatLayer]:
    """Bodies that a line goes through, in turn: which, where it goes in and comes out [m], how square to it; of one
    line of :func:`wenlo.core.geometry.rays.through`.
    """
    found: list[HeatLayer] = []
    open_: dict[int, tuple[float, float]] = {}
    last: dict[int, float] = {}
    for k in range(len(met)):
        which = int(owner[k])
        if which < 0:
            break
        # through an edge, where two triangles of one face meet
        if float(met[k]) - last.get(which, -1.0) < 1e-7:
            continue
        last[which] = float(met[k])
        if which in open_:
            near, square = open_.pop(which)
            found.append((which, near, float(met[k]), square))
        else:
            open_[which] = (float(met[k]), float(slant[k]))
    found += [(which, near, near, square) for which, (near, square) in open_.items()]
    return sorted(found, key=lambda layer: layer[1])


def close_behind(layers: list[HeatLayer], at: int) -> list[HeatLayer]:
    """A layer and those that follow it without a wide gap."""
    chain = [layers[at]]
    for layer in layers[at + 1 :]:
        if layer[1] - chain[-1][2] > NEAR:
            break
        chain.append(layer)
    return chain
