"""Kinds are sized for every wish of the brief, and with what is on the Shelf."""

import pytest

from factories import shelf_row
from wenlo.core.brief.brief import ActionArea, Brief, LampSetting, Limits, Wanted
from wenlo.core.catalog.own import OwnLamp, OwnSheet
from wenlo.core.inventory.stocked import stocked
from wenlo.core.modifiers.registry import kinds
from wenlo.core.ranking.ranking import judge, rank
from wenlo.core.ranking.scoring import carried

EASY = {"action": ActionArea(vary=4.0)}


def judged(kind: str, shelf=(), **brief):
    return judge(kinds()[kind], Brief(**{**EASY, **brief}), shelf=shelf)


def goals(row):
    """What was done of a design, and what for."""
    return [(one.key, one.args["goal"].value) for one in row.remedies if "goal" in one.args]


def test_what_must_be_carried_is_made_smaller():
    # rods are as long as the box is wide
    large, small = judged("rod_softbox", carrying_length=3.0), judged("rod_softbox", carrying_length=0.7)
    assert carried(small) < carried(large)
    assert ("smaller", "carry") in goals(small)
    assert all((one,) in small.reasons for one in small.remedies)


def test_little_money_makes_it_smaller_and_less_money_never_larger():
    plenty, little = judged("rod_softbox"), judged("rod_softbox", limits=Limits(money=30.0))
    assert little.to_buy < plenty.to_buy
    assert ("smaller", "money") in goals(little)


def test_light_that_misses_brings_the_lamp_nearer():
    loose = judged("bounce_card", wanted=Wanted(spill=1.0))
    tight = judged("bounce_card", wanted=Wanted(spill=0.05))
    assert tight.design.lamp_distance < loose.design.lamp_distance
    assert tight.result.light.missed < loose.result.light.missed
    assert "lamp-nearer" in [one.key for one in tight.remedies]


def test_an_exposure_that_cannot_be_had_brings_it_nearer_or_takes_a_layer_off():
    bright = judged("book_light", wanted=Wanted(iso_highest=12800.0, loss=10.0))
    dark = judged("book_light", wanted=Wanted(iso_highest=200.0, loss=10.0))
    assert dark.result.setting.iso < bright.result.setting.iso
    assert dark.remedies


def test_a_darker_background_brings_it_nearer_as_large_in_proportion():
    plain = judged("rod_softbox", wanted=Wanted(background=-1.4))
    dark = judged("rod_softbox", wanted=Wanted(background=-4.0))
    assert dark.result.background < plain.result.background
    assert dark.result.light.shadow_edge == pytest.approx(plain.result.light.shadow_edge, rel=0.25)


def test_a_wish_that_is_met_changes_nothing():
    met = judged(
        "diffusion_frame", carrying_length=6.0, wanted=Wanted(background=-1.4, spill=1.0, iso_highest=102400.0)
    )
    assert not {"smaller", "lamp-nearer"} & {one.key for one in met.remedies}


def test_a_lamp_of_the_shelf_serves_where_the_briefs_cannot():
    assert judged("flash_into_board").cannot is not None
    shelf = stocked([shelf_row("lamp", "flash_hotshoe")])
    served = judged("flash_into_board", shelf)
    assert served.cannot is None
    assert isinstance(served.brief.lamp.id, OwnLamp)
    assert served.reasons[0][0].key == "lit-by"
    assert "hot-shoe flash" in served.reasons[0][0].args["lamp"].value.lower()
    # one that serves stays, whatever is on the Shelf
    assert judged("diffusion_frame", shelf).brief.lamp.id == LampSetting().id


def test_a_sheet_of_ones_own_is_taken_if_it_is_alike_and_need_not_be_bought():
    kind = kinds()["diffusion_frame"]
    wanted = kind.start(Brief()).sheet
    alike = judged("diffusion_frame", stocked([shelf_row("sheet", wanted, count=20.0, on_hand=3.0)]))
    assert isinstance(alike.design.sheet, OwnSheet)
    assert alike.to_buy < alike.build.total - 1.0
    (parts,) = (one for reason in alike.reasons for one in reason if one.key == "parts")
    assert parts.args["still"].value == "some"
    assert parts.args["buy"].value < parts.args["cost"].value
    unlike = judged("diffusion_frame", stocked([shelf_row("sheet", "copier_paper_80_g", count=20.0)]))
    assert unlike.design.sheet == wanted


def test_a_full_shelf_never_costs_more_in_the_ranking():
    brief, shelf = (
        Brief(),
        stocked([shelf_row("lamp", "flash_hotshoe", number=1), shelf_row("bar", "softwood_18_44", 40.0, 2)]),
    )
    found = {r.kind: r for r in rank(brief, shelf=shelf)}
    assert sum(r.cannot is None for r in found.values()) > sum(r.cannot is None for r in rank(brief))
    for r in found.values():
        if r.build is not None:
            assert r.to_buy <= r.build.total + 1e-9
