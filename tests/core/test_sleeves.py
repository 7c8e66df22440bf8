"""A sleeve goes over its batten, and the cloth is cut long enough for it."""

import re

import pytest

from made_kinds import brief_for
from wenlo.core.fabrication.assembly.solids import BarSolid, BoxSection
from wenlo.core.modifiers.registry import kinds

ROUND = 2 * (44 + 18)
"""Of a batten of 44 × 18 mm."""


@pytest.mark.parametrize("kind", ["window_sheet", "hung_curtain", "flag_cage", "floppy_flag", "negative_fill"])
def test_a_sleeve_is_wider_than_half_of_its_batten_round(kind):
    brief = brief_for(kind)
    design = kinds()[kind].start(brief)
    if kind == "hung_curtain":
        design = design.model_copy(update={"doubled": False})
    plan, assembly = kinds()[kind].build(design, brief), kinds()[kind].assemble(design, brief)
    (cloth,) = [c for c in plan.cloth if "sleeve" in c.note]
    rod = next(p for p in assembly.bars if "rod" in p.role)
    assert isinstance(rod.solid, BarSolid)
    assert rod.solid.section == BoxSection(width=0.044, thickness=0.018)
    flat = int(re.search(r"sleeve of (\d+) mm", cloth.note)[1])
    assert 2 * flat >= ROUND + 10
    # by hand: down the front it is the lit height, over the top, down the back and under the batten, 16 mm of ease and
    # 10 mm of seam; 40 mm for the hem at its foot
    part = next(p for p in assembly.parts if p.label == cloth.label)
    tall = part.solid.height
    assert cloth.cut[1] * 1000 == pytest.approx(tall * 1000 + 18 + 44 + 18 + 16 + 10 + 40, abs=0.01)
    assert cloth.cut[0] == pytest.approx(part.solid.width + 0.08)
