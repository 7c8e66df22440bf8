"""Rules for soft light against the solved light: layers, lamps, skirts, substitutes, what a loss costs."""

import math

import numpy as np
import pytest

from said import detail_of, in_words
from wenlo.core.analysis.efforts import TRYING
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.brief.brief import Brief, LampSetting, Wanted
from wenlo.core.catalog.typical import bounce_faces, sheet_materials
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.overhead_bounce import cut_off
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals.notes import notes
from wenlo.core.proposals.own_figures import own_figures
from wenlo.core.proposals.soft_rules import (
    COUNT_CELLS,
    OUTLINE_THRESHOLD,
    hanging,
    lamps_until_even,
    layers_until_hidden,
    loss_on_lamp,
    mired_shift,
    sheet_substitutes,
    unlike,
)
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, solve


def light(brief, design):
    return modifier_light(brief, design, effort=TRYING, cells=COUNT_CELLS)


@pytest.mark.parametrize("sheet", ["light_frost_film", "cotton_bed_linen_white", "sheer_voile_curtain"])
def test_so_many_layers_hide_the_lamp_and_one_fewer_does_not(sheet):
    brief = Brief()
    design = kinds()["diffusion_frame"].start(brief).model_copy(update={"sheet": sheet})
    count = layers_until_hidden(brief, design)
    most = 3
    shown = [light(brief, design.model_copy(update={"layers": n})).sheet.outline_contrast for n in range(1, most + 1)]
    if count is None:
        assert min(shown) > OUTLINE_THRESHOLD
    else:
        assert shown[count - 1] <= OUTLINE_THRESHOLD
        assert all(x > OUTLINE_THRESHOLD for x in shown[: count - 1])


def test_so_many_lamps_light_a_large_box_evenly_and_one_fewer_does_not():
    brief = Brief(wanted=Wanted(evenness=1.0))
    design = kinds()["hanging_softbox"].start(brief).model_copy(update={"width": 1.8, "length": 1.0, "depth": 0.35})
    count, falls = lamps_until_even(brief, design)
    fall = [light(brief, design.model_copy(update={"lamps": n})).sheet.centre_to_edge for n in range(1, 7)]
    if count is None:
        assert min(fall) > 1.0
    else:
        assert falls == pytest.approx(fall[count - 1])
        assert falls <= 1.0
        assert all(x > 1.0 for x in fall[: count - 1])


@pytest.mark.parametrize("drop", [0.2, 0.4])
def test_the_cut_off_of_a_skirt_is_where_the_line_past_its_edge_puts_it(drop):
    brief = Brief()
    design = kinds()["overhead_bounce"].start(brief)
    design = design.model_copy(
        update={
            "skirt_sides": drop,
            "skirt_front": 0.0,
            "skirt_back": 0.0,
            "flagged": False,
            "face": "white_foam_board",
        }
    )
    under = 0.6
    out = cut_off(span=design.width, skirt=drop, under=under)
    assert out == pytest.approx(design.width * under / drop - design.width / 2)
    scene = scene_builder.scene(brief, design, with_room=False)
    solved = solve(scene, DRAFT)
    # across the canvas, level receptors that look inward and see the canvas alone
    side = design.across
    middle = design.source_centre - np.array([0.0, 0.0, under])
    places = [middle + side * out * k for k in (0.8, 1.1)]
    got = read(solved, [Meter(id=str(k), position=p, normal=-side) for k, p in enumerate(places)])
    seen, hidden = (got[str(k)].modifier[1] + got[str(k)].direct[1] * 0.0 for k in range(2))
    # beyond it only the black skirts are left
    assert hidden < 0.25 * seen
    assert cut_off(span=1.0, skirt=0.0, under=1.0) == math.inf


def test_substitutes_are_alike_and_say_what_changes():
    rows = sheet_materials()
    for sheet in rows.values():
        found = sheet_substitutes(sheet)
        assert len(found) <= 2
        assert [unlike(sheet, s) for s, _ in found] == sorted(unlike(sheet, s) for s, _ in found)
        for other, changes in found:
            words = " ".join(in_words(change) for change in changes)
            assert other.form == sheet.form
            assert unlike(sheet, other) <= 1.0
            ratio = math.log2(other.transmittance / sheet.transmittance)
            assert ("brighter" in words) == (ratio >= 0.1)
            assert ("darker" in words) == (ratio <= -0.1)
    assert sheet_substitutes(rows["cotton_bed_linen_white"])
    assert unlike(rows["tissue_paper"], rows["tissue_paper"]) == 0.0


def test_a_loss_is_told_in_steps_of_the_dial_and_in_recycling():
    plain = loss_on_lamp(Brief(), 2.0)
    assert in_words(plain, "value") == "4.0× the power (2.0 stops)"
    assert in_words(plain, "detail") == "6 third-stop clicks on the dial."
    flash = loss_on_lamp(Brief(lamp=LampSetting(id="flash_hotshoe")), 2.0)
    assert "recycles 4.0× as long" in in_words(flash, "detail")


def test_the_rules_show_among_the_figures_of_a_kind():
    brief = Brief()
    by_kind = {
        k: {f.key: f for f in own_figures(brief, kinds()[k].start(brief))}
        for k in ("diffusion_frame", "hanging_softbox", "overhead_bounce")
    }
    assert {"loss_costs", "layers_needed", "substitute_0"} <= set(by_kind["diffusion_frame"])
    assert "lamps_needed" in by_kind["hanging_softbox"]
    assert {"seat", "cut_sides"} <= set(by_kind["overhead_bounce"])


@pytest.mark.parametrize(
    ("face", "low", "high"),
    [("white_foam_board", -0.5, 0.5), ("gold_cloth", 50.0, 120.0), ("unbleached_muslin_over_board", 15.0, 60.0)],
)
def test_faces_warm_the_light_by_their_colour(face, low, high):
    assert low <= mired_shift(bounce_faces()[face].reflectance, 5600.0) <= high


def test_two_faces_warm_by_about_the_sum_of_both():
    gold = np.array(bounce_faces()["gold_cloth"].reflectance) ** 0.3
    muslin = np.array(bounce_faces()["unbleached_muslin_over_board"].reflectance)
    both = mired_shift(gold * muslin, 5600.0)
    assert both == pytest.approx(mired_shift(gold, 5600.0) + mired_shift(muslin, 5600.0), rel=0.2)


def test_what_hangs_on_a_lamp_or_arm_is_held_against_what_that_carries():
    brief = Brief(lamp=LampSetting(id="flash_hotshoe"))
    kind = kinds()["small_flash_softbox"]
    design = kind.start(brief)
    ((hold, mass, most),) = hanging(brief, design)
    built = work_out(kind.build(design, brief)).mass
    assert mass == pytest.approx(built + brief.lamp.type.mass)
    assert (hold.name, most) == ("arm 1", design.arm_carries)
    weak = design.model_copy(update={"arm_carries": mass - 0.01})
    said = {f.key: detail_of(f) for f in own_figures(brief, weak)}["hangs_0"]
    assert "droop" in said
    strong = design.model_copy(update={"arm_carries": mass + 0.01})
    assert "droop" not in {f.key: detail_of(f) for f in own_figures(brief, strong)}["hangs_0"]


def test_a_rod_box_too_heavy_for_the_lamps_mount_is_warned_of():
    def warned(size: float) -> bool:
        brief = Brief(lamp=LampSetting(id="bulb_15"))
        design = kinds()["rod_softbox"].start(brief).model_copy(update={"width": size, "depth": size / 2})
        return any(note.says.code == "note_droops" for note in notes(brief, design, evaluate(brief, design)))

    assert warned(1.2)
    assert not warned(0.2)
