"""What is built is enough for every look, and is no other thing because of one."""

import pytest

from factories import make_shoot
from made_kinds import KINDS, brief_for
from wenlo.core.document.looks import built_design, put_on
from wenlo.core.document.shoot import Look, write_shoot
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.registry import kinds
from wenlo.services.build_results import build


def shoot_with(kind, *looks, **now):
    brief = brief_for(kind)
    design = kinds()[kind].start(brief).model_copy(update=now)
    made = [
        Look(key=f"look-{k + 1}", name=name, design=design.model_copy(update=changes))
        for k, (name, changes) in enumerate(looks)
    ]
    return make_shoot().model_copy(update={"brief": brief, "design": design, "looks": made})


def test_a_look_without_skirts_takes_none_off_the_cut_list():
    dark = ("dark", {"skirt_sides": 0.3, "skirt_back": 0.4})
    bare = shoot_with("overhead_bounce", dark, skirt_sides=0.0, skirt_back=0.0, skirt_front=0.0)
    skirted = shoot_with("overhead_bounce", skirt_sides=0.3, skirt_back=0.4, skirt_front=0.0)
    assert [(p.parameter, p.look) for p in put_on(bare)] == [("skirt_back", "dark"), ("skirt_sides", "dark")]
    assert built_design(bare) == skirted.design
    found, wanted = build(write_shoot(bare)), build(write_shoot(skirted))
    assert [(c.label, c.cut) for c in found.cloth] == [(c.label, c.cut) for c in wanted.cloth]
    assert [p.look for p in found.put_on] == ["dark", "dark"]
    assert not wanted.put_on


def test_the_most_that_any_look_puts_on_is_built_and_sizes_are_those_of_now():
    double, single = ("double", {"layers": 2, "width": 0.8}), ("single", {"layers": 1})
    shoot = shoot_with("diffusion_frame", single, double, layers=1)
    built = built_design(shoot)
    assert built.layers == 2
    assert built.width == shoot.design.width
    # what is on now and in no look stays
    alone = shoot_with("diffusion_frame", single, layers=2)
    assert built_design(alone) == alone.design
    assert put_on(alone) == ()


def test_two_looks_of_one_name_are_told_apart():
    shoot = shoot_with(
        "overhead_bounce", ("evening", {"skirt_sides": 0.0}), ("evening", {"skirt_sides": 0.4}), skirt_sides=0.1
    )
    assert built_design(shoot).skirt_sides == 0.4


def test_another_kind_in_a_look_is_another_thing():
    shoot = shoot_with("book_light", flagged=False)
    other = Look(
        key="look-1", name="card", design=kinds()["bounce_card"].start(shoot.brief).model_copy(update={"flagged": True})
    )
    assert built_design(shoot.model_copy(update={"looks": [other]})) == shoot.design


@pytest.mark.parametrize("kind", KINDS)
def test_what_is_put_on_takes_nothing_else_away(kind):
    brief = brief_for(kind)
    design = kinds()[kind].start(brief)
    for name in design.PUT_ON & set(type(design).model_fields):
        now = getattr(design, name)
        if not isinstance(now, bool | int | float):
            continue
        least, most = (
            (False, True)
            if isinstance(now, bool)
            else (type(design).model_fields[name].metadata[0].ge, max(now, 0.3 if isinstance(now, float) else 2))
        )
        try:
            without = type(design).model_validate({**design.model_dump(), name: least})
            whole = type(design).model_validate({**design.model_dump(), name: most})
            few, many = kinds()[kind].build(without, brief), kinds()[kind].build(whole, brief)
        except (ValueError, Impossible):
            continue
        assert len(many.cloth) + len(many.pieces) >= len(few.cloth) + len(few.pieces), name
