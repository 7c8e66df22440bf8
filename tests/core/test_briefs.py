"""Briefs from the workshop, argued case by case: which kinds have to come before which, and which cannot serve."""

import pytest

from wenlo.core.advice.ranking import judge
from wenlo.core.modifiers.registry import kinds
from wenlo.core.shoot.brief import ActionArea, Brief, Camera, LampSetting, Limits, Room, Subject, Wanted

BALL = Subject(kind="ball", finish="mirror", size=0.08, face_height=0.9)

CASES = {
    "a calm portrait: soft sources before hard ones": (
        Brief(), [("diffusion_frame", "foil_doors"), ("hung_curtain", "snoot"), ("diffusion_frame", "book_light")], [],
    ),
    "a crisp shadow: a bare lamp behind doors before a large box": (
        Brief(wanted=Wanted(shadow_edge=0.002)), [("foil_doors", "hanging_softbox"), ("diffusion_frame", "hanging_softbox")], ["book_light"],
    ),
    "under a low slope nothing hangs overhead": (
        Brief(room=Room(height=1.75)), [("diffusion_frame", "bounce_card")], ["overhead_bounce", "hanging_softbox"],
    ),
    "a small flash lights what is made for it, and no ring": (
        Brief(lamp=LampSetting(id="flash_hotshoe")), [("small_flash_softbox", "hanging_softbox")], ["ring_softbox"],
    ),
    "alone: what two people carry comes after what one does": (
        Brief(limits=Limits(people=1)), [("diffusion_frame", "book_light"), ("bounce_card", "hanging_softbox")], [],
    ),
    "with twelve euro the wall comes before anything that is bought": (
        Brief(limits=Limits(money=12.0)), [("room_bounce", "bounce_card"), ("bounce_card", "diffusion_frame"), ("diffusion_frame", "hanging_softbox")], [],
    ),
    "shiny brass goes where it mirrors something lit": (
        Brief(subject=BALL, camera=Camera(distance=0.7)),
        [("tabletop_dome", "light_tent"), ("light_tent", "diffusion_frame"), ("diffusion_frame", "snoot")], [],
    ),
    "a maker who moves along the bench: a far wall before a near shade": (
        Brief(action=ActionArea(width=1.5, depth=1.0, vary=0.7)), [("room_bounce", "rod_softbox"), ("room_bounce", "bounce_card")], [],
    ),
    "six minutes to set up": (
        Brief(limits=Limits(setup_minutes=6.0)), [("room_bounce", "book_light"), ("bounce_card", "hanging_softbox"), ("bounce_card", "book_light")], [],
    ),
    "seventy centimetres in the car: cloth that rolls before a box of boards": (
        Brief(carrying_length=0.7), [("room_bounce", "diffusion_frame"), ("hung_curtain", "hanging_softbox")], [],
    ),
    "a jar that light comes through": (
        Brief(subject=Subject(kind="bottle", finish="translucent", size=0.2, face_height=0.9), camera=Camera(distance=1.0)),
        [("light_tent", "snoot"), ("acrylic_table", "snoot")], [],
    ),
    "wrapped all round in light: large cloth before a shade": (
        Brief(wanted=Wanted(shadow_edge=0.05)), [("hung_curtain", "rod_softbox"), ("room_bounce", "snoot")], [],
    ),
    "deep shadow before a dark wall: a closed box before the bright room": (
        Brief(wanted=Wanted(contrast=5.0, background=-4.0)), [("hanging_softbox", "room_bounce"), ("hanging_softbox", "negative_fill")], [],
    ),
    "a box for a thing does not take a person": (Brief(), [], ["light_tent", "product_box", "tabletop_dome", "table_booth"]),
}  # fmt: skip


@pytest.mark.parametrize("name", CASES)
def test_brief(name):
    brief, pairs, cannot = CASES[name]
    found = {kind: judge(kinds()[kind], brief) for kind in dict.fromkeys([k for pair in pairs for k in pair] + cannot)}
    for better, worse in pairs:
        assert found[better].cannot is None, found[better].cannot
        assert found[better].penalty < found[worse].penalty, f"{better} against {worse}: {found[worse].reasons[:2]}"
    for kind in cannot:
        assert found[kind].cannot
