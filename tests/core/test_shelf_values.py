"""Values of generic things against hand values from elsewhere, and rules that all of them keep."""

import math

import pytest

from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.typical import lamp_types, sheet_materials
from wenlo.core.optics.lobe import lobe_exponent


def test_what_passes_and_what_comes_back_is_no_more_than_came_at_both_ends():
    for sheet in sheet_materials().values():
        assert sheet.transmittance + sheet.reflectance <= 1.0 + 1e-9, sheet.name
        assert sheet.transmittance_low <= sheet.transmittance <= sheet.transmittance_high
        for value, ends in ((sheet.unscattered, sheet.unscattered_range), (sheet.reflectance, sheet.reflectance_range)):
            assert ends is not None
            assert ends[0] <= value <= ends[1], sheet.name
        # what goes straight through is a part of what goes through
        assert sheet.unscattered <= sheet.transmittance + 1e-9


def test_bin_bags_and_tissue_pass_more_than_half():
    assert sheet_materials()["thin_white_bin_bag"].transmittance == pytest.approx(0.6, abs=0.05)


def test_studio_flash_and_floodlight_by_their_efficacy():
    # a xenon tube gives 25 to 45 lm/W of what its capacitor holds, a halogen rod 14 to 20 lm/W
    head, flood = lamp_types()["flash_studio"], lamp_types()["flood_500"]
    assert head.joules is not None
    assert 25 <= head.amount / head.joules <= 45
    assert flood.electrical_watts is not None
    assert 14 <= flood.amount / flood.electrical_watts <= 20


def test_a_lobe_is_half_as_bright_at_its_half_width():
    for degrees in (5.0, 20.0, 50.0):
        assert math.cos(math.radians(degrees)) ** lobe_exponent(math.radians(degrees)) == pytest.approx(0.5, abs=0.02)


def test_plastics_glues_and_tapes_say_how_hot_they_may_get():
    rows = stock()["fittings"]
    for name, row in rows.items():
        softens = any(
            word in name
            for word in ("pipe", "tube", "glue", "cement", "tape", "hook", "cord", "tie", "paint", "rod", "straw")
        )
        if softens:
            assert 40 <= row["keep_below"] <= 120, name
    # hot glue lets go first, under what rigid pipe stands
    assert rows["hot_glue"]["keep_below"] < rows["pipe_elbow"]["keep_below"]
