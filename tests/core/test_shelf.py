"""Own things in a design, found objects, and what can be made of a Shelf."""

import math
from dataclasses import replace

import numpy as np
import pytest
from pydantic import ValidationError

from factories import make_shoot, shelf_row, shoot_document
from said import in_words as said_so
from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import gauges
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.brief.brief import Brief, LampSetting, OtherLight
from wenlo.core.catalog.items import CATEGORIES, FoundValues, LampValues, MeasuredBeam, read_values
from wenlo.core.catalog.own import (
    OwnBackdrop,
    OwnFace,
    OwnFound,
    OwnLamp,
    OwnSheet,
    bounce_face,
    covering_of,
    lamp_of,
    provenance,
    sheet_material,
)
from wenlo.core.catalog.typical import bounce_faces, lamp_types, sheet_materials
from wenlo.core.document.shoot import read_shoot, write_shoot
from wenlo.core.errors import InvalidInput
from wenlo.core.inventory.shopping import ShoppingLine, work_out
from wenlo.core.inventory.starter import starter
from wenlo.core.inventory.stocked import missing, own_lamps, stands, stocked
from wenlo.core.inventory.words import curve_of, in_words
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.lamp import beam_exponent, exponent_of, placed
from wenlo.core.ranking.found_objects import becomings, look_for
from wenlo.core.ranking.inventory_feasibility import cheapest_first, made_at_hand, openings
from wenlo.core.scene.room import room_panels

NOBODY = "00000000-0000-0000-0000-000000000000"


def own(kind, category, key, **values):
    row = starter()[category, key]
    plain = {**row.values.model_dump(mode="json"), **values}
    return kind(item=NOBODY, version=2, name=f"My {row.name}", measured=True, values=read_values(category, plain))


# own things


def test_an_own_thing_with_the_generic_values_is_the_generic_thing():
    for key, sheet in sheet_materials().items():
        mine = sheet_material(own(OwnSheet, "sheet", key))
        assert replace(mine, id=sheet.id, name=sheet.name, lobe_half_width=None) == replace(sheet, lobe_half_width=None)
        if sheet.lobe_half_width is not None:
            assert mine.lobe_half_width == pytest.approx(sheet.lobe_half_width, abs=1e-8)
    for key, face in bounce_faces().items():
        assert replace(bounce_face(own(OwnFace, "face", key)), id=face.id, name=face.name) == face
    for key, lamp in lamp_types().items():
        mine = lamp_of(own(OwnLamp, "lamp", key))
        assert replace(mine, id=lamp.id, name=lamp.name, beam=0.0) == replace(lamp, beam=0.0)
        assert mine.beam == pytest.approx(lamp.beam, abs=1e-8)


def test_own_sheet_and_lamp_give_the_same_figures_as_generic_ones():
    plain = make_shoot()
    mine = plain.model_copy(
        update={
            "design": plain.design.model_copy(update={"sheet": own(OwnSheet, "sheet", plain.design.sheet)}),
            "brief": plain.brief.model_copy(update={"lamp": LampSetting(id=own(OwnLamp, "lamp", plain.brief.lamp.id))}),
        }
    )
    a = evaluate(plain.brief, plain.design, effort=JUDGING, cells=TRY_CELLS)
    b = evaluate(mine.brief, mine.design, effort=JUDGING, cells=TRY_CELLS)
    assert b.levels.key == pytest.approx(a.levels.key, rel=1e-9)
    assert b.light.shadow_edge == pytest.approx(a.light.shadow_edge, rel=1e-9)


def test_a_document_carries_own_things_and_comes_back_as_it_was():
    document = shoot_document()
    document["design"]["sheet"] = own(OwnSheet, "sheet", "ripstop_nylon_white").model_dump(mode="json")
    document["brief"]["lamp"]["id"] = own(OwnLamp, "lamp", "panel_45").model_dump(mode="json")
    document["brief"]["backdrop"]["finish"] = own(OwnBackdrop, "backdrop", "oak_veneer_panel").model_dump(mode="json")
    shoot = read_shoot(document)
    assert write_shoot(shoot) == document
    assert provenance(shoot.design.sheet) == "yours, measured, version 2"
    assert room_panels(shoot.brief)[-1].surface.gloss_front is not None
    assert work_out(kinds()["diffusion_frame"].build(shoot.design, shoot.brief)).shopping[-1].name.startswith("My ")


@pytest.mark.parametrize(
    ("change", "path", "words"),
    [
        ({"transmittance": 1.4}, "design.sheet.values.transmittance", "between 1 % and 100 %"),
        ({"transmittance": 0.45, "reflectance": 0.9}, "design.sheet.values.reflectance", "more than it gets"),
    ],
)
def test_a_wrong_value_of_an_own_thing_is_named_in_the_document(change, path, words):
    document = shoot_document()
    mine = own(OwnSheet, "sheet", "cotton_bed_linen_white").model_dump(mode="json")
    document["design"]["sheet"] = {**mine, "values": {**mine["values"], **change}}
    with pytest.raises(InvalidInput) as caught:
        read_shoot(document)
    assert caught.value.fields[0].path == path
    assert words in caught.value.fields[0].message


def test_a_measured_beam_shines_as_the_law_that_it_was_taken_from():
    # the table of a cosᵐ lamp must light the sheet as the formula does
    plain = own(OwnLamp, "lamp", "chip_60_dish")
    angles = np.arange(0.0, 91.0, 1.0)
    m = beam_exponent(lamp_types()["chip_60_dish"].beam)
    one = (np.cos(np.radians(angles)).clip(0.0) ** m).tolist()
    beam = MeasuredBeam(planes=[0.0, 360.0], angles=angles.tolist(), intensity=[one, one])
    measured = plain.model_copy(update={"values": plain.values.model_copy(update={"distribution": beam})})
    shoot = make_shoot()
    keys = []
    for lamp in (plain, measured):
        brief = shoot.brief.model_copy(update={"lamp": LampSetting(id=lamp)})
        keys.append(modifier_light(brief, shoot.design, effort=JUDGING, cells=TRY_CELLS).key)
    assert keys[1] == pytest.approx(keys[0], rel=0.01)
    assert placed(lamp_of(measured), centre=np.zeros(3), aim=np.array([0.0, 0.0, -1.0])).peak_intensity * max(
        one
    ) == pytest.approx(
        placed(lamp_of(plain), centre=np.zeros(3), aim=np.array([0.0, 0.0, -1.0])).peak_intensity, rel=2e-3
    )


@pytest.mark.parametrize(
    "change",
    [
        {"planes": [0.0, 90.0]},
        {"angles": [0.0, 0.0, 90.0]},
        {"intensity": [[1.0, 1.0, 0.0], [1.0, 1.0]]},
        {"intensity": [[1.0, -1.0, 0.0]] * 2},
        {"intensity": [[0.0] * 3] * 2},
        {"angles": [0.0, 90.0, 190.0]},
    ],
)
def test_a_beam_that_makes_no_sense_is_refused(change):
    good = {"planes": [0.0, 360.0], "angles": [0.0, 45.0, 90.0], "intensity": [[1.0, 1.0, 0.0]] * 2}
    assert MeasuredBeam.model_validate(good).distribution().lumens > 0.0
    with pytest.raises(ValueError, match="measured beam"):
        MeasuredBeam.model_validate({**good, **change})


def test_every_generic_thing_reads_and_says_what_it_is():
    assert {category for category, _ in starter()} == set(CATEGORIES)
    assert len(starter()) > 150
    for item in starter().values():
        assert read_values(item.category, item.values.model_dump(mode="json")) == item.values
        for units in ("metric", "imperial"):
            assert in_words(item.values, units)


def test_curves_fall_to_half_where_their_values_say():
    for item in starter().values():
        curve = np.array(curve_of(item.values))
        if item.category == "sheet" and item.values.lobe is not None:
            assert np.interp(item.values.lobe, *curve.T) == pytest.approx(0.5, abs=0.01), item.id
        elif item.category == "lamp" and item.values.shape != "sphere":
            assert np.interp(item.values.beam / 2, *curve.T) == pytest.approx(0.5, abs=0.02), item.id
        elif item.category not in ("sheet", "lamp"):
            assert curve.size == 0


# every covering in every kind


@pytest.mark.parametrize("kind", kinds().values(), ids=lambda k: k.id)
def test_every_kind_is_built_with_every_face_and_with_own_ones(kind):
    brief = Brief(lamp=LampSetting(id="ring_18" if kind.id == "ring_softbox" else "flash_hotshoe"))
    for name in ("face", "lining"):
        if name not in kind.parameters.model_fields:
            continue
        for ref in (*bounce_faces(), own(OwnFace, "face", "silver_cloth"), own(OwnFace, "face", "white_foam_board")):
            if kind.id in ("rod_softbox", "ring_softbox") and bounce_face(ref).form == "board":
                with pytest.raises(ValidationError, match="neither sewn nor bent"):
                    kind.parameters.model_validate({**kind.start(brief).model_dump(), name: ref})
                continue
            design = kind.parameters.model_validate({**kind.start(brief).model_dump(), name: ref})
            plan = kind.build(design, brief)
            assert work_out(plan).total > 0.0, (name, ref)
            # what shines is among what is built
            assert bounce_face(ref).name in {piece.material for piece in plan.cloth}, (name, ref)


# found objects


def thing(key, **values):
    return own(OwnFound, "found", key, **values)


def by_kind(rows):
    return {row.kind: row for row in rows}


def test_a_canvas_becomes_cards_of_its_own_size():
    rows = by_kind(becomings(Brief(), thing("stretched_canvas_80"), lamps=tuple(lamp_types())))
    assert set(rows) == {
        "book_light",
        "bounce_card",
        "flash_into_board",
        "negative_fill",
        "overhead_bounce",
        "window_reflector",
    }
    card = rows["bounce_card"]
    assert card.why_not is None
    assert (card.design.width, card.design.height) == (0.8, 1.0)
    assert bounce_face(card.design.face).reflectance == pytest.approx((0.8, 0.8, 0.8))
    assert card.result.light.shadow_edge > 0.01
    # a lamp that the kind takes is chosen where the Brief's does not serve
    assert rows["flash_into_board"].brief.lamp.type.kind == "flash"


def test_a_larger_canvas_is_softer_and_a_darker_one_loses_more():
    brief = Brief()
    plain = by_kind(becomings(brief, thing("stretched_canvas_80")))["bounce_card"].result
    large = by_kind(becomings(brief, thing("stretched_canvas_100")))["bounce_card"].result
    dark = by_kind(becomings(brief, thing("stretched_canvas_80", wall_reflectance=0.2)))["bounce_card"].result
    assert large.light.shadow_edge > 1.1 * plain.light.shadow_edge
    assert dark.light.loss - plain.light.loss == pytest.approx(2.0, abs=0.15)


@pytest.mark.parametrize(
    ("key", "values", "kind", "words"),
    [
        ("food_container_tall", {"mass": 3.0}, "small_flash_softbox", "too heavy"),
        ("water_bottle_19", {}, "hanging_softbox", "no flat face"),
        ("food_container_flat", {}, "hanging_softbox", "from 400 mm"),
        ("bed_sheet_white", {"wall_transmittance": 0.02}, "window_sheet", "No light passes"),
        ("bed_sheet_white", {"outer_width": 3.9, "outer_height": 2.9}, "hung_curtain", "does not fit"),
    ],
)
def test_what_does_not_serve_says_why(key, values, kind, words):
    # with a window, so that only the thing itself is in the way
    brief = Brief(others=[OtherLight(name="north window", id="window", x=1.8, y=0.0, z=1.4)])
    found = by_kind(becomings(brief, thing(key, **values), lamps=tuple(lamp_types())))[kind]
    assert found.design is None
    assert words in found.why_not


def test_a_wall_is_a_sheet_of_its_light():
    wall = thing("storage_tub_30").sheet()
    assert wall.values.transmittance == 0.6
    assert sheet_material(wall).lobe_half_width == pytest.approx(math.radians(50.0))
    assert thing("crisp_tube_73").sheet() is None
    assert covering_of(wall).width == 0.53


def test_forms_that_nothing_is_made_of_give_nothing():
    assert becomings(Brief(), thing("flat_plastic_lens", form="sheet")) == ()


def test_every_kind_says_what_to_look_for_with_its_sizes():
    for kind in kinds().values():
        design = kind.start(Brief())
        sentences = look_for(kind, design)
        assert len(sentences) == len(kind.becomes)
        for rule, text in zip(kind.becomes, sentences, strict=True):
            said = said_so(text, room="ranking")
            assert rule.how in said
            assert set(rule.sizes) <= set(kind.parameters.model_fields)
            assert not rule.sizes or " mm " in said or " m " in said


# with what I have

SHED = [
    shelf_row("lamp", "chip_60_dish", number=1),
    shelf_row("sheet", "cotton_bed_linen_white", number=2, on_hand=3.0),
    shelf_row("face", "white_foam_board", 2, number=3),
    shelf_row("support", "light_stand_28", 2, number=4),
    shelf_row("hardware", "spring_clamp", 6, number=5),
    shelf_row("hardware", "cloth_tape", 20, number=6),
    shelf_row("black", "black_foil", number=7),
    shelf_row("bar", "softwood_18_44", 4, number=8),
    shelf_row("tool", "fine_hand_saw", 0, number=9),
]


def test_missing_counts_what_is_there():
    shelf = stocked(SHED)
    assert len(shelf) == len(SHED) - 1

    def line(category, id, need, price=10.0, length=None):
        return ShoppingLine(name=id, amount="", price=price, category=category, id=id, need=need, length=length)

    lines = [
        line("hardware", "spring_clamp", 8.0),
        line("hardware", "cloth_tape", 20.0),
        line("covering", "white_foam_board", 3.0),
        line("covering", "cotton_bed_linen_white", 2.9),
        line("covering", "black_foil", 50.0),
        line("bar", "softwood_18_44", 5.0, length=2.4),
        line("bar", "softwood_21_45", 1.0, length=2.4),
    ]
    short = {x.id: (x.need, x.price) for x in missing(lines, shelf)}
    assert short == {
        "spring_clamp": (2.0, 2.5),
        "white_foam_board": (1.0, pytest.approx(10 / 3)),
        "softwood_18_44": (1.0, 2.0),
        "softwood_21_45": (1.0, 10.0),
    }
    assert stands(shelf) == 2
    assert own_lamps(shelf)[0].values.amount == 5000


def at_hand(brief, shelf):
    return cheapest_first(made_at_hand(kind, brief, shelf) for kind in kinds().values())


def test_what_is_on_the_shelf_can_be_made_now_and_is_made_of_it():
    rows = at_hand(Brief(), stocked(SHED))
    assert len(rows) == len(kinds())
    card = by_kind(rows)["bounce_card"]
    assert card.missing == ()
    assert rows[0].cost == 0.0
    assert isinstance(card.design.face, OwnFace)
    assert isinstance(card.brief.lamp.id, OwnLamp)
    costs = [r.cost for r in rows if r.cannot is None]
    assert costs == sorted(costs)
    assert "flash" in by_kind(rows)["small_flash_softbox"].cannot
    assert by_kind(rows)["diffusion_frame"].design.structure == "timber"


def test_buying_the_one_thing_that_is_missing_lets_the_kind_be_made():
    shed = [r for r in SHED if r["starter"] != "cloth_tape"]
    rows = at_hand(Brief(), stocked(shed))
    opening = next(o for o in openings(rows) if o.what == "cloth tape 50 mm")
    assert "bounce card or foil reflector" in opening.opens
    assert by_kind(rows)["bounce_card"].missing[0].price == pytest.approx(opening.price)
    assert by_kind(at_hand(Brief(), stocked(SHED)))["bounce_card"].missing == ()


def test_an_empty_shelf_makes_nothing():
    rows = at_hand(Brief(), ())
    assert all(row.cannot or row.missing for row in rows)


def test_values_that_contradict_each_other_are_refused():
    for model, values in (
        (LampValues, {"zoom_short": 0.05}),
        (LampValues, {"inner": 0.5, "shape": "rectangle"}),
        (LampValues, {"beam": 350.0}),
        (LampValues, {"zoom_short": 0.1, "zoom_long": 0.05}),
        (LampValues, {"rendering": "lovely"}),
        (FoundValues, {"inner_width": 0.5}),
        (FoundValues, {"form": "lens"}),
        (FoundValues, {"wall_transmittance": 0.9, "wall_reflectance": 0.5}),
    ):
        with pytest.raises(ValueError, match=r"\w"):
            model.model_validate(values)


def test_a_black_face_gives_no_light_and_gauges_say_so():
    black = own(OwnFace, "face", "white_foam_board", red=0.0, green=0.0, blue=0.0)
    brief = Brief()
    design = kinds()["bounce_card"].start(brief).model_copy(update={"face": black})
    found = {g.key: g for g in gauges(brief, design, evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS))}
    assert found["evenness"].value is None
    assert "No sheet shines" in said_so(found["evenness"].says, "detail")
    assert all(g.value is None or math.isfinite(g.value) for g in found.values())


def test_the_least_zoom_still_spreads_no_wider_than_a_half_space():
    lamp = lamp_of(own(OwnLamp, "lamp", "chip_60_bare", zoom_short=0.01, zoom_long=0.02))
    assert exponent_of(lamp, 0.01) > 0.0
