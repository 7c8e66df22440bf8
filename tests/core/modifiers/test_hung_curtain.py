"""Hung cloth: single or doubled, its rod, where it hangs."""

import numpy as np
import pytest

from made_kinds import brief_for, made, sides
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.transport.solve import DRAFT


@pytest.mark.parametrize(("doubled", "times"), [(False, 1), (True, 2)])
def test_doubled_cloth_is_one_piece_folded_over_the_rod(doubled, times):
    cloth = made("hung_curtain", width=1.0, height=1.2, doubled=doubled, sheet="bleached_muslin")
    # round a batten of 44 × 18 mm with 16 mm of ease and 10 mm of seam, or folded over it; 40 mm for the hem
    top = 2 * 0.018 + 0.044 + 0.016 + 0.010 if times == 1 else 0.04
    assert cloth.covers("bleached_muslin") == [pytest.approx((1.08, 1.2 * times + 0.04 + top))]
    (piece,) = cloth.plan.cloth
    assert ("folded double" in piece.note) == doubled
    assert cloth.cuts()["rod"] == pytest.approx([1.1])


def test_doubled_cloth_passes_less_by_about_its_transmittance():
    brief = brief_for("hung_curtain")
    single, double = (
        modifier_light(
            brief, made("hung_curtain", doubled=d, sheet="bleached_muslin").design, effort=DRAFT, cells=8
        ).key
        for d in (False, True)
    )
    row = sheet_materials()["bleached_muslin"]
    # two diffusing sheets with light going to and fro between them: T² / (1 − R²)
    expected = row.transmittance / (1.0 - row.reflectance**2)
    assert double / single == pytest.approx(expected, rel=0.12)


def test_its_rod_hangs_at_both_ends():
    cloth = made("hung_curtain", width=1.4, key_angle=25.0)
    left, right = (h.place for h in cloth.kind.holds(cloth.design, 3.0))
    assert np.linalg.norm(right - left) == pytest.approx(1.4)
    assert left[2] == right[2] == pytest.approx(cloth.design.highest)
    assert sides(cloth.panel("sheet")) == pytest.approx(sorted((1.4, cloth.design.height)))
