"""Reflector at a window: where the card stands, how it is aimed, what it brings and costs, all by hand."""

import math

import numpy as np
import pytest

from made_kinds import angle, brief_for, made, middle, sides
from said import value_of
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.fabrication.parts_list import creased
from wenlo.core.modifiers.reflecting_card import aimed_by
from wenlo.core.optics.sheet import luminance
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.ranking.found_objects import made_of
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve

EYE = np.array([0.0, 0.0, 1.25])


def on_card(**changes):
    """Light of the card alone at the face, toward the card, without the room. [lx]"""
    work = made("window_reflector", **changes)
    toward = work.design.card_centre - EYE
    meter = Meter(id="face", position=EYE, normal=toward / np.linalg.norm(toward))
    brief = scene_builder.with_daylight(work.brief, work.design)
    light = work.kind.arrange(work.design, brief, None)
    lux = []
    for panels in (light.surfaces, light.surfaces[:1]):
        scene = LightScene(panels=(*panels, *light.outside), lamps=light.lamps)
        lux.append(float(luminance(read(solve(scene, DRAFT), [meter])["face"].total)))
    return lux[0] - lux[1]


@pytest.mark.parametrize("key_angle", [90.0, -90.0])
def test_the_card_stands_on_the_other_side_of_the_subject(key_angle):
    work = made("window_reflector", key_angle=key_angle, card_angle=60.0, card_distance=0.8, card_height=1.1)
    card = middle(work.panel("card"))
    assert card[2] == pytest.approx(1.1)
    assert math.hypot(card[0], card[1]) == pytest.approx(0.8)
    assert card[0] * work.design.direction[0] < 0.0
    assert card[1] == pytest.approx(-0.8 * math.cos(math.radians(60.0)))
    assert sides(work.panel("card")) == pytest.approx((0.6, 0.8))


def test_a_low_card_stays_over_the_floor():
    card = made("window_reflector", card_height=0.1, tilt=-30.0).panel("card")
    lowest = min(float((card.origin + a * card.edge_u + b * card.edge_v)[2]) for a in (0, 1) for b in (0, 1))
    assert lowest >= 0.02 - 1e-9


@pytest.mark.parametrize("weather", ["overcast", "sun"])
@pytest.mark.parametrize("card_angle", [20.0, 60.0, 120.0])
def test_the_aim_sends_a_mirrors_ray_to_the_face(weather, card_angle):
    work = made("window_reflector", weather=weather, card_angle=card_angle, sun_height=40.0, sun_aside=15.0)
    d = work.design
    turn, tilt = aimed_by(d.card_way, centre=d.card_centre, toward_light=d.toward_light, eye=EYE)
    aimed = made(
        "window_reflector",
        weather=weather,
        card_angle=card_angle,
        sun_height=40.0,
        sun_aside=15.0,
        turn=min(max(turn, -75.0), 75.0),
        tilt=tilt,
    )
    n = aimed.panel("card").normal
    n = n if float(n @ d.toward_light) > 0.0 else -n
    # the law of reflection, apart from how the turn and the tilt are found
    back = 2.0 * float(n @ d.toward_light) * n - d.toward_light
    assert angle(back, EYE - d.card_centre) < (1e-4 if abs(turn) <= 75.0 else 60.0)


def test_aimed_foil_brings_more_than_white_card_and_less_beside():
    work = made("window_reflector", weather="sun", sun_height=8.0, face="foil_creased")
    d = work.design
    turn, tilt = aimed_by(d.card_way, centre=d.card_centre, toward_light=d.toward_light, eye=EYE)
    sun = {"weather": "sun", "sun_height": 8.0}
    aimed = {**sun, "turn": turn, "tilt": tilt}
    assert on_card(**aimed, face="foil_creased") > 1.5 * on_card(**aimed, face="white_foam_board")
    # turned away by far more than its lobe is wide, it is the other way round
    astray = {**sun, "turn": turn - 55.0, "tilt": tilt}
    assert on_card(**astray, face="foil_creased") < on_card(**astray, face="white_foam_board")


def test_the_figures_say_so_and_what_the_card_brings():
    brief = brief_for("window_reflector")
    work = made("window_reflector", brief=brief)
    lit = scene_builder.with_daylight(brief, work.design)
    found = {one.key: one for one in own_figures(lit, work.design)}
    assert {"card_fill", "card_aim", "card_white"} <= set(found)
    assert value_of(found["card_aim"]) == "on the face"
    astray = {one.key: one for one in own_figures(lit, work.design.model_copy(update={"turn": 70.0}))}
    assert "turn" in value_of(astray["card_aim"])
    assert found["card_fill"].says.args["stops"].value > astray["card_fill"].says.args["stops"].value
    white = work.design.model_copy(update={"face": "white_foam_board"})
    assert "card_white" not in {one.key for one in own_figures(lit, white)}


def test_foil_is_cut_after_it_is_creased():
    work = made("window_reflector", width=0.6, height=0.8, wings=20.0)
    (foil,) = [c for c in work.plan.cloth if c.covering.id == "foil_creased"]
    # wrapped 40 mm; a tenth of what is torn off is lost in creases
    assert foil.trimmed == pytest.approx((0.68, 0.88))
    assert foil.cut[0] * foil.cut[1] == pytest.approx(0.68 * 0.88 / 0.9)
    assert foil.cut == pytest.approx(creased((0.68, 0.88), 0.1))
    assert work.fittings()["spread_glue"] == 1
    assert any(step.id == "glue-the-foil" for step in work.plan.steps)
    taped = made("window_reflector", fixing="taped behind")
    assert "spread_glue" not in taped.fittings()
    assert taped.fittings()["cloth_tape"] == pytest.approx(2 * (0.6 + 0.8))


def test_a_card_that_is_there_is_covered_with_foil_or_used_as_it_is():
    card = OwnFound(
        item="0" * 8 + "-0000-0000-0000-" + "0" * 12,
        version=1,
        name="packing card",
        measured=True,
        values=FoundValues(form="carton", outer_width=0.6, outer_height=0.8, outer_depth=0.004, mass=0.3, price=0.0),
    )
    work = made("window_reflector")
    changes = made_of(work.design, card)
    assert changes["face"] == "foil_creased"
    foiled = made("window_reflector", **changes)
    assert [c.covering.id for c in foiled.plan.cloth] == ["foil_creased"]
    assert sum(p.mass for p in foiled.assembly.parts if p.source == "found") == pytest.approx(0.3)
    board = card.model_copy(update={"values": card.values.model_copy(update={"form": "board"})})
    plain = made("window_reflector", **made_of(work.design, board))
    assert plain.plan.cloth == ()
    # foil on that board again: the board stays there, the foil is cut
    again = made("window_reflector", **{**made_of(work.design, board), "face": "foil_creased"})
    assert [c.covering.id for c in again.plan.cloth] == ["foil_creased"]
