"""The end of one batten against the edge of another, held by two screws from pockets on its back."""

import math
from collections.abc import Mapping

from wenlo.core.fabrication.assembly.methods.battens import at, axes_of, glued, pair, section_of
from wenlo.core.fabrication.assembly.methods.butt import near_face
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, Fit, PlacedFastener, WorldCut
from wenlo.core.fabrication.assembly.shop import BuildShop
from wenlo.core.fabrication.fasteners import POCKET_LEAN, POCKET_START
from wenlo.core.fabrication.screws import POCKET

STEP = 0.004
"""The pocket ends so far before the end of the piece. [m]"""


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cut and screws of an end; the pockets are on the side away from the subject."""
    through, into = pair(joint, blanks)
    face, way = near_face(through, into, joint)
    section = section_of(into)
    across, back = axes_of(into)[0], axes_of(into)[1]
    if back[1] < 0.0:
        back = -back
    lean = math.radians(POCKET_LEAN)
    into_it = -way * math.cos(lean) - back * math.sin(lean)
    # where the axis leaves the end, seen from where the bit entered the back
    leaves = face + back * (section.thickness / 2 - POCKET_START * math.tan(lean))
    screws = tuple(
        PlacedFastener(
            item=POCKET.id,
            head=at(leaves - into_it * STEP + across * side * section.width / 4),
            direction=at(into_it),
            length=POCKET.length,
            diameter=POCKET.diameter,
            through=into.id,
            into=through.id,
        )
        for side in (-1.0, 1.0)
    )
    return Fit(
        joint=glued(joint, "pocket_screw", (through, into), screws),
        cuts=(WorldCut(member=into.id, point=at(face), normal=at(-way)),),
    )
