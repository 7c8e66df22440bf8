"""Figures read off the solved light against straight lines, and layers that do not hide a ring."""

import math

import pytest

from factories import make_shoot
from made_kinds import brief_for
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.modifiers.beam_tube import beam_of, spot_of
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals.soft_rules import layers_until_hidden
from wenlo.core.transport.solve import DRAFT

HALL = make_shoot(
    brief__lamp__id="flash_hotshoe", brief__room__width=5.0, brief__room__depth=7.0, brief__room__height=3.0
).brief


def slit(gap, rotation):
    return (
        kinds()["snoot"]
        .start(HALL)
        .model_copy(
            update={
                "shape": "slot",
                "opening": 0.003,
                "slot_length": 0.06,
                "rotation": rotation,
                "tube_length": gap,
                "tube_width": 0.1,
                "inside": "black foil",
                "distance": 1.1,
                "centre_height": 1.25,
                "aim_height": 1.25,
            }
        )
    )


@pytest.mark.parametrize("rotation", [0.0, 90.0])
def test_a_slit_throws_the_lamps_own_size_and_the_longer_the_tube_the_narrower(rotation):
    # across a level slit the lamp's height counts, across an upright one its width; each is imaged through the slit
    wide, high = HALL.lamp.type.size
    size = high if rotation == 0.0 else wide
    found = []
    for gap in (0.06, 0.1, 0.2, 0.32):
        design = slit(gap, rotation)
        by_lines, by_light = spot_of(design, HALL), beam_of(design, HALL)
        assert 2 * by_lines.half == pytest.approx(size * 1.1 / gap, rel=1e-6)
        # very wide beams fall off by the cosines of their edges, which straight lines leave out
        tolerance = 0.03 if by_lines.half < 0.25 else 0.16
        assert by_light.half == pytest.approx(by_lines.half, rel=tolerance)
        found.append(by_light.half)
    assert found == sorted(found, reverse=True)


def test_a_ring_shows_through_one_to_five_layers_of_film_until_it_stands_deep_enough():
    ring = kinds()["ring_softbox"].start(brief_for("ring_softbox"))
    brief = brief_for("ring_softbox")
    for sheet in ("thin_white_bin_bag", "matt_drafting_film"):
        shallow = ring.model_copy(update={"sheet": sheet, "depth": 0.05, "width": 0.5})
        assert layers_until_hidden(brief, shallow) is None
        patterns = [
            modifier_light(brief, shallow.model_copy(update={"layers": n}), effort=DRAFT).sheet.pattern for n in (1, 3)
        ]
        assert patterns[0] > patterns[1] > 1 / 3
    deep = ring.model_copy(update={"sheet": "bleached_muslin", "depth": 0.2, "width": 0.5})
    count = layers_until_hidden(brief, deep)
    assert count is not None
    assert 1 <= count <= 3
    assert math.isfinite(modifier_light(brief, deep, effort=DRAFT).sheet.pattern)
