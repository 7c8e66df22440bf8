"""A cap pushed into the end of a square tube; the end of the thing is the outside of its head."""

from collections.abc import Mapping

from wenlo.core.fabrication.assembly.methods.cube import cubed, spigots_of
from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, Fit
from wenlo.core.fabrication.assembly.shop import BuildShop


def fit(joint: BlankJoint, blanks: Mapping[str, Blank], shop: BuildShop) -> Fit:
    """Cut, cap and contact of an end."""
    row = spigots_of(shop)
    return cubed(joint, blanks, item="tube_cap", row=row, half=row.cap_head)
