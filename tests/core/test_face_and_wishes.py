"""Contrast and the parts of a face; which side, how high, and what a use of the picture asks for."""

import math

import pytest

from factories import make_shoot
from made_kinds import brief_for
from said import detail_of, value_of
from wenlo.core.analysis.face_light import face_light, face_meters
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Brief, Subject, Wanted
from wenlo.core.brief.uses import DEFAULTS, USES, with_wishes
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.ranking.ranking import rank
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import Effort

TALL = make_shoot(brief__room__height=2.8).brief


def contrast(brief, design):
    levels = evaluate(brief, design).levels
    return math.log2(levels.lit / levels.fill)


def test_white_walls_of_a_booth_take_contrast_away():
    # the far side of a thing in a white box is lit by the box, so both its sides read nearly the same
    brief = brief_for("light_tent")
    tent = contrast(brief, kinds()["light_tent"].start(brief))
    hard = contrast(brief, kinds()["foil_doors"].start(brief).model_copy(update={"key_angle": 70.0}))
    assert abs(tent) < 0.5
    assert hard > tent + 1.0


def test_the_cards_of_a_booth_matter():
    brief = brief_for("table_booth")
    booth = kinds()["table_booth"].start(brief)

    def with_card(card):
        levels = evaluate(brief, booth.model_copy(update={"far_card": card}), effort=Effort()).levels
        return math.log2(levels.lit / levels.fill)

    none, white, black = (with_card(card) for card in ("none", "white", "black"))
    assert white < none - 0.2
    # black takes away what little the dark room beyond gives
    assert black > none - 0.05


def test_contrast_is_of_both_sides_and_grows_as_the_key_goes_round():
    design = kinds()["diffusion_frame"].start(TALL)
    found = [contrast(TALL, design.model_copy(update={"key_angle": angle})) for angle in (0.0, 25.0, 50.0)]
    assert found[0] == pytest.approx(0.0, abs=0.3)
    assert found[0] < found[1] < found[2]


def test_the_parts_of_a_face_look_where_they_are():
    meters = {m.id: m for m in face_meters(TALL, kinds()["diffusion_frame"].start(TALL))}
    assert set(meters) == {"forehead", "eye sockets", "lit cheek", "far cheek", "chin"}
    assert meters["forehead"].normal[2] == pytest.approx(math.sin(math.radians(30)))
    assert meters["eye sockets"].normal[2] == pytest.approx(-0.5)
    assert meters["lit cheek"].normal[0] == -meters["far cheek"].normal[0] > 0.0
    assert meters["chin"].position[2] < meters["eye sockets"].position[2] < meters["forehead"].position[2]
    assert (
        face_light(
            TALL.model_copy(update={"subject": Subject(kind="box", size=0.2)}), kinds()["bounce_card"].start(TALL)
        )
        is None
    )


def test_light_from_over_the_head_leaves_the_eyes_dark_and_says_so():
    low, high = kinds()["diffusion_frame"].start(TALL), kinds()["overhead_bounce"].start(TALL)
    assert face_light(TALL, low).sockets < 1.0
    assert face_light(TALL, high).sockets > 1.5
    shown = {f.key: f for f in own_figures(TALL, high)}
    assert "empty" in detail_of(shown["face_sockets"])
    assert "cheek to cheek" in value_of(shown["face_parts"])


def test_an_answered_wish_stays_and_an_assumed_one_follows_the_use():
    everything = [f"brief.{path}" for path in DEFAULTS]
    for use, wishes in USES.items():
        found = with_wishes(Brief(picture_for=use, assumed=everything))
        for path, value in wishes.items():
            group, name = path.split(".")
            assert getattr(getattr(found, group), name) == value
    own = Brief(picture_for="listing", assumed=everything, wanted=Wanted(contrast=3.0))
    assert with_wishes(own).wanted.contrast == 3.0
    assert with_wishes(own).wanted.background == 0.0


@pytest.mark.parametrize("side", ["left", "right"])
def test_the_key_comes_from_the_side_that_is_asked_for(side):
    brief = TALL.model_copy(update={"wanted": Wanted(key_side=side)})
    found = [k for k in rank(brief) if k.design is not None and 5.0 < abs(k.design.key_angle) < 85.0]
    assert len(found) > 4
    assert all((k.design.key_angle > 0.0) == (side == "right") for k in found[:5])


def test_the_key_comes_from_as_far_round_as_is_asked_for():
    brief = TALL.model_copy(update={"wanted": Wanted(key_side="left", key_angle=70.0)})
    found = {k.kind: k for k in rank(brief) if k.design is not None}
    assert found["diffusion_frame"].design.key_angle == -70.0
    assert "round" not in [point.says.key for point in found["diffusion_frame"].points]
    # what hangs over the head comes from wherever it hangs, and is held against it where that is elsewhere
    for row in found.values():
        toward = scene_builder.toward_source(row.brief, row.design)
        aside = math.hypot(float(toward[0]), float(toward[1]))
        off = abs(math.degrees(math.acos(max(min(-float(toward[1]) / max(aside, 1e-9), 1.0), -1.0))) - 70.0)
        told = [point.says for point in row.points if point.says.key == "round"]
        assert bool(told) == (aside > 0.2 and off > 15.0)
        for one in told:
            assert math.degrees(one.args["wanted"].value) == pytest.approx(70.0)
            assert abs(math.degrees(one.args["angle"].value) - 70.0) == pytest.approx(off)


def test_a_low_key_brings_no_ceiling_first():
    low = TALL.model_copy(update={"wanted": Wanted(key_height=0.0)})
    order = [k.kind for k in rank(low)]
    assert min(order.index("room_bounce"), order.index("overhead_bounce"), order.index("hanging_softbox")) > 3
