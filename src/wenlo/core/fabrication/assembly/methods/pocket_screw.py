"""The end of one batten against the edge of another, held by two screws from pockets on its back."""

import math
from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from wenlo.core.fabrication.assembly.methods.battens import at, axes_of, box_of, glued, pair, section_of
from wenlo.core.fabrication.assembly.methods.butt import near_face
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, Fit, PlacedFastener, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.fasteners import POCKET_BIT, POCKET_LEAN, POCKET_START
from wenlo.core.fabrication.screws import POCKET, POCKET_SHORT, SHY, Screw

STEP = 0.004
"""The pocket ends so far before the end of the piece. [m]"""

WOOD_LEFT = 0.003
"""Between a pocket and the edge of the batten. [m]"""


def screw_for(through: float) -> Screw:
    """The longest whose point stays in what the pocket's screw goes into. [m]

    Source: [Geometry].

    Parameters
    ----------
    through: how deep that is along the batten that ends there. [m]

    Returns
    -------
    Screw: the screw; its length is in metres.

    >>> screw_for(0.044).id, screw_for(0.018).id
    ('pocket_screw', 'pocket_screw_20')
    """
    room = (through - SHY) / math.cos(math.radians(POCKET_LEAN)) + STEP
    return POCKET if POCKET.length <= room else POCKET_SHORT


def aside(width: float, spread: float) -> float:
    """How far each pocket is from the middle of the batten: a share of its width, as far as the bit leaves wood at the
    edge. [m]

    Source: [Geometry].

    Parameters
    ----------
    width: of the batten. [m]
    spread: share of it.

    Returns
    -------
    float: from the middle. [m]

    >>> round(aside(0.044, 0.25) * 1000, 1), round(aside(0.044, 0.4) * 1000, 1)
    (11.0, 14.2)
    """
    return min(spread * width, width / 2 - POCKET_BIT / 2 - WOOD_LEFT)


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cut and screws of an end; the pockets are on the free side of the batten, or away from the subject."""
    through, into = pair(joint, blanks)
    face, way = near_face(through, into, joint)
    section = section_of(into)
    across, back = axes_of(into)[0], axes_of(into)[1]
    if (float(back @ np.array(into.free)) if into.free is not None else back[1]) < 0.0:
        back = -back
    lean = math.radians(POCKET_LEAN)
    screw = screw_for(2 * float(np.abs(way) @ box_of(through)[1]))
    into_it = -way * math.cos(lean) - back * math.sin(lean)
    # where the axis leaves the end, seen from where the bit entered the back
    leaves = face + back * (section.thickness / 2 - POCKET_START * math.tan(lean))
    screws = tuple(
        PlacedFastener(
            item=screw.id,
            head=at(leaves - into_it * STEP + across * side * aside(section.width, joint.spread)),
            direction=at(into_it),
            length=screw.length,
            diameter=screw.diameter,
            through=into.id,
            into=through.id,
        )
        for side in (-1.0, 1.0)
    )
    return Fit(
        joint=replace(
            glued(joint, "pocket_screw", (through, into), screws),
            used={"wood_glue": 1.0, "pocket_plug": float(len(screws))},
        ),
        cuts=(WorldCut(member=into.id, point=at(face), normal=at(-way)),),
    )
