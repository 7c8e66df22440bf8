"""Briefs from the workshop, argued case by case: which kinds have to come before which and why, and which
cannot serve.
"""

import pytest

from wenlo.core.brief.brief import (
    ActionArea,
    Brief,
    Camera,
    Dark,
    Haze,
    LampSetting,
    Limits,
    OtherLight,
    Room,
    Subject,
    Wanted,
)
from wenlo.core.brief.uses import with_wishes
from wenlo.core.facts import NO_LIGHT
from wenlo.core.modifiers.registry import kinds
from wenlo.core.ranking.ranking import judge

NEAR = Camera(distance=0.9)
WINDOW = OtherLight(name="north window", id="window", x=1.8, y=-0.3, z=1.3, width=1.4, height=1.8)
UNANSWERED = [
    "brief.wanted.contrast",
    "brief.wanted.background",
    "brief.wanted.evenness",
    "brief.wanted.shadow_edge",
    "brief.backdrop.finish",
]


def thing(**more):
    return Subject(**{"kind": "box", "size": 0.15, "face_height": 0.9, **more})


CASES = {
    "a calm portrait: soft sources before hard ones": (
        Brief(),
        [("diffusion_frame", "foil_doors"), ("hung_curtain", "snoot"), ("diffusion_frame", "book_light")],
        [],
    ),
    "a crisp shadow: a bare lamp behind doors before a large box": (
        Brief(wanted=Wanted(shadow_edge=0.002)),
        [("foil_doors", "hanging_softbox"), ("diffusion_frame", "hanging_softbox")],
        ["book_light"],
    ),
    "under a low slope nothing hangs overhead, and what stands beside is left": (
        Brief(room=Room(height=1.75)),
        [("diffusion_frame", "bounce_card"), ("diffusion_frame", "snoot")],
        ["overhead_bounce", "hanging_softbox"],
    ),
    "a small flash lights what is made for it, and no ring": (
        Brief(lamp=LampSetting(id="flash_hotshoe")),
        [("small_flash_softbox", "hanging_softbox"), ("flash_into_board", "snoot")],
        ["ring_softbox"],
    ),
    "a studio head of 300 J does not go into a food box": (
        Brief(lamp=LampSetting(id="flash_studio")),
        [("diffusion_frame", "snoot"), ("book_light", "focusing_spot")],
        ["small_flash_softbox"],
    ),
    "alone: what two people carry comes after what one does": (
        Brief(limits=Limits(people=1)),
        [("diffusion_frame", "book_light"), ("bounce_card", "hanging_softbox")],
        [],
    ),
    "with twelve euro the wall comes before anything that is bought": (
        Brief(limits=Limits(money=12.0)),
        [("room_bounce", "bounce_card"), ("bounce_card", "hanging_softbox"), ("diffusion_frame", "hanging_softbox")],
        [],
    ),
    "shiny brass goes where it mirrors something lit": (
        Brief(subject=Subject(kind="ball", finish="mirror", size=0.08, face_height=0.9), camera=Camera(distance=0.7)),
        [("tabletop_dome", "light_tent"), ("light_tent", "diffusion_frame"), ("diffusion_frame", "snoot")],
        [],
    ),
    "a small flat polished plate mirrors the ceiling beside a window, not the window": (
        Brief(subject=thing(kind="plate", finish="mirror", size=0.06, lean=20.0), camera=NEAR, others=[WINDOW]),
        [("tabletop_dome", "window_sheet"), ("window_sheet", "snoot")],
        [],
    ),
    "a window is offered where there is one": (
        Brief(others=[WINDOW]),
        [("open_shade", "overhead_bounce"), ("window_sheet", "hanging_softbox")],
        [],
    ),
    "and not where there is none": (
        Brief(),
        [("room_bounce", "snoot"), ("rod_softbox", "cell_grid")],
        ["window_sheet", "open_shade"],
    ),
    "outdoors there is no ceiling, and no wall with a window": (
        Brief(room=Room(outdoors=True), others=[WINDOW]),
        [("diffusion_frame", "snoot"), ("hung_curtain", "foil_doors")],
        ["room_bounce", "hanging_softbox", "window_sheet", "open_shade"],
    ),
    "a maker who moves along the bench: a far wall before a near shade": (
        Brief(action=ActionArea(width=1.5, depth=1.0, vary=0.7)),
        [("room_bounce", "rod_softbox"), ("room_bounce", "bounce_card")],
        [],
    ),
    "six minutes to set up": (
        Brief(limits=Limits(setup_minutes=6.0)),
        [("room_bounce", "book_light"), ("bounce_card", "hanging_softbox"), ("bounce_card", "book_light")],
        [],
    ),
    "seventy centimetres in the car: cloth that rolls before a box of boards": (
        Brief(carrying_length=0.7),
        [("room_bounce", "hanging_softbox"), ("hung_curtain", "hanging_softbox")],
        [],
    ),
    "a jar that light comes through": (
        Brief(
            subject=Subject(kind="bottle", finish="translucent", size=0.2, face_height=0.9), camera=Camera(distance=1.0)
        ),
        [("light_tent", "snoot"), ("acrylic_table", "snoot")],
        [],
    ),
    "wrapped all round in light: large cloth before a shade": (
        Brief(wanted=Wanted(shadow_edge=0.05)),
        [("hung_curtain", "rod_softbox"), ("room_bounce", "snoot")],
        [],
    ),
    "deep shadow before a dark wall: what bounces about the room comes last": (
        Brief(wanted=Wanted(contrast=5.0, background=-4.0)),
        [("bounce_card", "room_bounce"), ("diffusion_frame", "room_bounce")],
        [],
    ),
    "the key from the left, halfway up: what can be raised and turned": (
        Brief(wanted=Wanted(key_side="left", key_height=45.0)),
        [("diffusion_frame", "overhead_bounce"), ("floppy_flag", "book_light")],
        [],
    ),
    "light from straight above: what hangs before what stands": (
        Brief(wanted=Wanted(key_height=80.0)),
        [("hanging_softbox", "diffusion_frame"), ("room_bounce", "hung_curtain")],
        [],
    ),
    "level light: what stands before what hangs": (
        Brief(wanted=Wanted(key_height=0.0)),
        [("diffusion_frame", "hanging_softbox"), ("diffusion_frame", "overhead_bounce")],
        [],
    ),
    "steam shows against light from behind": (
        Brief(subject=thing(size=0.3), haze=Haze(), camera=NEAR),
        [("negative_fill", "light_tent"), ("floppy_flag", "room_bounce"), ("bounce_card", "diffusion_frame")],
        [],
    ),
    "strings wrapped in film: light from the sides before cloth all round": (
        Brief(subject=thing(finish="wrapped", size=0.12), camera=NEAR),
        [("diffusion_frame", "light_tent"), ("hung_curtain", "product_box")],
        [],
    ),
    "spruce shavings: light that rakes before light from all round": (
        Brief(subject=thing(kind="plate", finish="textured", size=0.2), camera=NEAR),
        [("diffusion_frame", "light_tent"), ("floppy_flag", "product_box")],
        [],
    ),
    "a listing is even, on a light ground: a box before a bare wall of cloth": (
        with_wishes(
            Brief(picture_for="listing", subject=thing(kind="bowl", finish="satin"), assumed=UNANSWERED, camera=NEAR)
        ),
        [("light_tent", "diffusion_frame"), ("product_box", "bounce_card"), ("table_booth", "hanging_softbox")],
        [],
    ),
    "the same thing in a mood: what models it comes before what does not": (
        Brief(subject=thing(kind="bowl"), camera=NEAR),
        [("diffusion_frame", "light_tent"), ("floppy_flag", "table_booth")],
        [],
    ),
    "a ceiling that must stay dark: what keeps its light before what lights the ceiling": (
        Brief(dark=Dark(ceiling=-4.0)),
        [("rod_softbox", "diffusion_frame"), ("flag_cage", "room_bounce"), ("rod_softbox", "hanging_softbox")],
        [],
    ),
    "a film of the maker: a wide soft source before cut light": (
        with_wishes(Brief(picture_for="film", assumed=UNANSWERED)),
        [("diffusion_frame", "focusing_spot"), ("hung_curtain", "pattern_cutter")],
        [],
    ),
    "a box for a thing does not take a person": (
        Brief(),
        [("diffusion_frame", "cell_grid"), ("bounce_card", "pattern_cutter")],
        ["light_tent", "product_box", "tabletop_dome", "table_booth"],
    ),
    "eyes under a brow: soft light from the side before soft light from above": (
        Brief(wanted=Wanted(contrast=1.0)),
        [("diffusion_frame", "overhead_bounce"), ("room_bounce", "hanging_softbox")],
        [],
    ),
    "little light and no grain: what loses little before what loses most": (
        Brief(wanted=Wanted(iso_highest=400.0), lamp=LampSetting(id="panel_45")),
        [("diffusion_frame", "book_light"), ("hung_curtain", "cell_grid")],
        [],
    ),
}


def test_there_are_thirty_of_them_with_two_pairs_each():
    assert len(CASES) >= 30
    assert all(len(pairs) >= 2 for _, pairs, _ in CASES.values())


@pytest.mark.parametrize("name", CASES)
def test_brief(name):
    brief, pairs, cannot = CASES[name]
    found = {kind: judge(kinds()[kind], brief) for kind in dict.fromkeys([k for pair in pairs for k in pair] + cannot)}
    for kind in cannot:
        assert found[kind].cannot, kind
    for before, after in pairs:
        assert found[before].cannot is None, (before, found[before].cannot)
        assert found[before].penalty < found[after].penalty, (
            before,
            after,
            found[before].reasons,
            found[after].reasons,
        )
    for row in found.values():
        _says_nothing_twice(row)
        _says_what_the_figures_say(row)


def _says_nothing_twice(row):
    said = [one for reason in row.reasons for one in reason]
    assert all(one not in said[:k] for k, one in enumerate(said)), (row.kind, row.reasons)


def _says_what_the_figures_say(row):
    # a reason that names a figure names the one that stands beside it
    said = {one.key: one for reason in row.reasons for one in reason}
    if "background" in said:
        assert said["background"].args["stops"].value == row.result.background, row.kind
    if "loss" in said:
        assert said["loss"].args["loss"].value == row.result.light.loss, row.kind
    if "contrast" in said and said["contrast"].args["stops"].value < NO_LIGHT:
        assert said["contrast"].args["stops"].value == row.result.contrast, row.kind
