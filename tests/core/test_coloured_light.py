"""Coloured light costs light, by gel and by mixing; a saturated gel goes before any lamp."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.brief.brief import LampSetting, OtherLight
from wenlo.core.catalog.data_files import gels
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.colour import mixed_colour
from wenlo.core.scene import scene_builder


def weight(lamp):
    brief = make_shoot().brief.model_copy(update={"others": [lamp]})
    return scene_builder.lamp_weights(brief)["light-1"]


SATURATED = ("deep_red", "deep_blue", "deep_green", "amber", "magenta", "blue_green")


@pytest.mark.parametrize("gel", SATURATED)
def test_a_saturated_gel_keeps_its_colour_and_takes_the_rest(gel):
    bare, behind = (weight(OtherLight(name="b", gel=g)) for g in ("none", gel))
    ratio = behind / bare
    assert np.all(ratio <= 1.0 + 1e-9)
    assert float(luminance(behind)) < 0.75 * float(luminance(bare))
    strongest = int(np.argmax(ratio))
    assert (
        strongest
        in {
            "deep_red": {0},
            "deep_blue": {2},
            "deep_green": {1},
            "amber": {0},
            "magenta": {0, 2},
            "blue_green": {1, 2},
        }[gel]
    )
    assert set(SATURATED) < set(gels())


@given(st.floats(0.0, 360.0), st.floats(0.0, 1.0))
def test_a_mixed_colour_burns_one_light_fully_and_none_more(hue, saturation):
    colour = mixed_colour(hue, saturation)
    assert float(colour.max()) == pytest.approx(1.0)
    assert float(colour.min()) == pytest.approx(1.0 - saturation)


def test_a_colour_lamp_gives_less_of_a_pure_colour_than_of_white():
    white, red = (weight(OtherLight(name="c", id="panel_colour_50", hue=hue, saturation=1.0)) for hue in (None, 0.0))
    assert red[1] == red[2] == pytest.approx(0.0)
    assert float(luminance(red)) == pytest.approx(0.2126 * white[0])
    # half way to white it gives half of the rest
    pale = weight(OtherLight(name="c", id="panel_colour_50", hue=0.0, saturation=0.5))
    assert pale[1] == pytest.approx(0.5 * white[1])


def test_a_hue_stays_without_effect_before_a_lamp_that_gives_white_only():
    # it is kept for when the colour lamp comes back
    white, hue = (weight(OtherLight(name="c", id="chip_60_dish", hue=h)) for h in (None, 0.0))
    assert hue == pytest.approx(white)
    key = make_shoot().brief.model_copy(update={"lamp": LampSetting(id="panel_colour_50", hue=120.0)})
    assert scene_builder.full_colours(key)[0][0] == pytest.approx(0.0)
