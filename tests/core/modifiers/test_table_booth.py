"""Table booth: roof, sweep and cards, cut as they stand in the light."""

import pytest

from made_kinds import made, middle, sides


@pytest.mark.parametrize("length", [0.6, 1.0, 1.6])
@pytest.mark.parametrize("card_height", [0.2, 1.1])
def test_cards_are_cut_as_they_stand(length, card_height):
    booth = made("table_booth", length=length, card_height=card_height, far_card="white", near_card="black")
    for name, covering in (("far card", "white_foam_board"), ("near card", "black_foam_board")):
        stands = sides(booth.panel(name))
        assert any(sorted(cut) == pytest.approx(stands) for cut in booth.covers(covering))
        # between ground and roof
        half = (
            stands[0] / 2
            if stands[0] == pytest.approx(min(card_height, booth.design.roof - booth.design.ground - 0.02))
            else stands[1] / 2
        )
        assert middle(booth.panel(name))[2] + half < booth.design.roof


def test_cards_stand_on_their_sides():
    booth = made("table_booth", far_card="black", near_card="white", key_angle=35.0)
    assert middle(booth.panel("near card"))[0] > 0.0 > middle(booth.panel("far card"))[0]
    turned = made("table_booth", far_card="black", near_card="white", key_angle=-35.0)
    assert middle(turned.panel("near card"))[0] < 0.0 < middle(turned.panel("far card"))[0]


@pytest.mark.parametrize("paper", [0.5, 1.4])
def test_the_sweep_is_as_wide_as_the_paper_and_goes_up_the_back(paper):
    booth = made("table_booth", paper_width=paper)
    design = booth.design
    (cut,) = booth.covers("backdrop_paper")
    # to 20 mm under the roof, and 10 mm short of it at the front; the back stands 1 mm before the edge
    long = design.length - 0.01 - 0.001 + design.roof - design.ground - 0.02
    assert cut == pytest.approx((paper, long))
    assert paper in [pytest.approx(s) for s in sides(booth.panel("ground"))]
    assert cut[1] >= sides(booth.panel("back"))[0]


@pytest.mark.parametrize("face", ["white_foam_board", "white_insulation_board", "silver_cloth"])
def test_the_roof_is_of_the_face_that_lights(face):
    booth = made("table_booth", face=face, width=0.9, length=0.7)
    roof = [p for p in booth.plan.cloth if "roof" in p.note]
    assert roof[-1].covering.id == face
    assert roof[0].form == "board"
    assert roof[0].cut == pytest.approx((0.9, 0.7))
    assert booth.panel("sheet").normal[2] == pytest.approx(-1.0)


def test_the_lamp_shines_up_at_the_roof():
    booth = made("table_booth")
    assert booth.light.lamps[0].normal[2] > 0.3
    assert booth.design.lamp_position[2] == booth.design.lamp_height
