"""Tabletop dome: the tub's walls, the lens' hole in front or top, the window for light from below."""

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made
from wenlo.core.analysis.figures import evaluate
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.assembly.solids import Rod
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.modifiers.tabletop_dome import UNDER_DISTANCE
from wenlo.core.modifiers.tub_shell import hole_centre, hole_in_top, hole_room
from wenlo.core.optics.shapes import Panel
from wenlo.core.ranking.found_objects import made_of
from wenlo.messages.steps import step_words

SIZE = {"width": 0.5, "height": 0.4, "depth": 0.6}


@pytest.mark.parametrize(("nested", "tubs"), [(False, 1), (True, 2)])
def test_a_tub_is_bought_as_it_comes_and_cut_into_no_flats(nested, tubs):
    dome = made("tabletop_dome", **SIZE, nested=nested)
    assert not dome.covers("natural_hdpe_tub")
    assert not dome.plan.pieces
    assert dome.fittings()["milky_tub"] == tubs


def test_a_tub_of_ones_own_is_not_bought():
    tub = OwnFound(
        item="12345678-1234-1234-1234-123456789abc",
        version=1,
        name="bread tub",
        values=FoundValues(outer_width=0.5, outer_height=0.4, wall_transmittance=0.5),
    )
    dome = made("tabletop_dome", **SIZE, sheet=tub.sheet())
    assert "milky_tub" not in dome.fittings()
    assert dome.kind.assemble(dome.design, dome.brief).parts[0].source == "found"


def test_a_hole_that_reaches_over_the_edge_is_refused():
    with pytest.raises(Impossible, match="is the most there") as refused:
        made("tabletop_dome", **SIZE, hole=0.4, hole_height=1.4, hole_rise=0.0)
    assert refused.value.fields[0].path == "design.hole"


@pytest.mark.parametrize(("rise", "top"), [(0.0, False), (20.0, False), (75.0, True)])
def test_the_hole_lies_on_the_line_from_thing_to_lens(rise, top):
    dome = made("tabletop_dome", **SIZE, hole_rise=rise, hole_height=1.05, hole=0.06)
    assert hole_in_top(dome.design) == top
    hole = hole_centre(dome.design)
    way = hole - np.array([0.0, 0.0, 1.05])
    assert np.degrees(np.arctan2(way[2], -way[1])) == pytest.approx(rise, abs=0.5)
    wall = dome.panel("top" if top else "front")
    assert wall.cut_out
    # its area is that of the hole
    x, y = (wall.outline[:, k] * np.linalg.norm(edge) for k, edge in enumerate((wall.edge_u, wall.edge_v)))
    area = 0.5 * abs(float(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1))))
    assert area == pytest.approx(np.pi * 0.03**2, rel=0.01)


def test_light_from_below_adds_a_window_and_a_lamp():
    plain, lit = (made("tabletop_dome", **SIZE, under=u, under_opening=0.12, lamps=2) for u in (0.0, 1.5))
    assert len(plain.light.lamps) == 2
    assert len(lit.light.lamps) == 3
    assert lit.light.lamps[2].amount == pytest.approx(1.5 * lit.light.lamps[0].amount)
    assert lit.light.lamps[2].centre[2] == pytest.approx(lit.design.table - UNDER_DISTANCE, abs=0.01)
    assert not plain.covers("opal_acrylic_3_mm")
    assert lit.covers("opal_acrylic_3_mm") == [pytest.approx((0.16, 0.16))]
    window = next(t for t in lit.plan.templates if t.name == "window in the ground")
    assert np.ptp(np.array(window.holes[0])[:, 0]) == pytest.approx(0.12, rel=1e-3)


def test_the_tub_is_warned_of():
    dome = made("tabletop_dome")
    assert any("Never mix" in step_words(step).caution for step in dome.plan.steps)


def test_a_dome_that_is_lifted_off_leaves_the_lamps_and_the_build_alone():
    on, off = (made("tabletop_dome", **SIZE, lifted=lifted) for lifted in (False, True))
    assert {s.id for s in off.light.surfaces} == {"sheet", "ground"}
    assert bool(np.all(off.panel("sheet").surface.transmittance == 1.0))
    assert [lamp.centre.tolist() for lamp in on.light.lamps] == [lamp.centre.tolist() for lamp in off.light.lamps]
    assert on.fittings() == off.fittings()
    assert faults(off.assembly) == ()
    assert lit_faults(off.assembly, off.light.surfaces) == ()
    # it takes light from the thing, and gives it from all sides: without it one side is as bright and the other dark
    key = [evaluate(one.brief, one.design).light.key for one in (on, off)]
    assert key[1] > 1.2 * key[0]
    assert on.kind.slots["lifted"].scope == "pose"


def white_tub(width, height, depth):
    """One's own, that passes 55 %."""
    return OwnFound(
        item="12345678-1234-1234-1234-123456789abc",
        version=1,
        name="white tub",
        measured=True,
        values=FoundValues(
            form="tub",
            outer_width=width,
            outer_height=height,
            outer_depth=depth,
            wall_transmittance=0.55,
            wall_reflectance=0.4,
        ),
    )


def test_a_tub_that_is_there_costs_nothing():
    tub = white_tub(0.5, 0.4, 0.6)
    begins = made("tabletop_dome")
    dome = made("tabletop_dome", brief=begins.brief, **{**made_of(begins.design, tub), "hole": 0.06})
    assert "milky_tub" not in dome.fittings()
    assert "choose-the-tub" not in {step.id for step in dome.plan.steps}
    # only the ground is bought
    assert {c.note.split(",")[0] for c in dome.plan.cloth} == {"ground"}


def test_a_small_tub_takes_a_smaller_hole_with_it():
    tub = white_tub(0.19, 0.17, 0.19)
    begins = made("tabletop_dome", hole=0.24)
    dome = made("tabletop_dome", brief=begins.brief, **made_of(begins.design, tub))
    # 10 mm of wall stay round it, on the side where it is nearest to an edge
    assert dome.design.hole == pytest.approx(2 * hole_room(dome.design) - 0.01, abs=1e-3)
    assert dome.kind.refuses(dome.design, dome.brief.lamp.type) is None
    wide = dome.design.model_copy(update={"hole": 0.19})
    assert dome.kind.refuses(wide, dome.brief.lamp.type).field == "hole"


ROUND = {"shape": "round", "width": 0.19, "depth": 0.19, "height": 0.17, "hole": 0.05, "hole_height": 1.03}


@pytest.mark.parametrize(
    "change", [{}, {"hole": 0.1}, {"nested": True}, {"hole_rise": 88.0}, {"width": 0.4, "depth": 0.4}]
)
def test_a_round_tub_is_round_and_is_what_is_lit(change):
    dome = made("tabletop_dome", **{**ROUND, **change})
    assert faults(dome.assembly) == ()
    assert lit_faults(dome.assembly, dome.light.surfaces) == ()
    tub = dome.assembly.by_id["dome/tub"]
    assert {type(fill) for fill in tub.solid.fills} == {Rod}


def test_its_flats_close_in_the_circle_and_stand_over_the_thing():
    dome = made("tabletop_dome", **ROUND)
    flats = [s for s in dome.light.surfaces if isinstance(s, Panel) and s.id not in ("ground", "top")]
    assert len(flats) == 16
    corners = np.array([f.origin[:2] for f in flats] + [(f.origin + f.edge_v)[:2] for f in flats])
    around = corners[np.argsort(np.arctan2(corners[:, 1], corners[:, 0]))]
    x, y = around[:, 0], around[:, 1]
    area = 0.5 * abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1)))
    assert area == pytest.approx(np.pi * 0.095**2, rel=1e-6)
    assert corners.mean(axis=0) == pytest.approx([0.0, 0.0], abs=1e-9)
    # the one toward the key is called so, its front inside
    sheet = dome.panel("sheet")
    assert sheet.normal @ dome.design.direction == pytest.approx(-1.0)


def test_the_hole_in_a_round_wall_is_as_large_as_it_is_said():
    dome = made("tabletop_dome", **ROUND)
    opened = 0.0
    for flat in dome.light.surfaces:
        if isinstance(flat, Panel) and flat.outline is not None and flat.id != "ground":
            x, y = np.array(flat.outline).T
            share = 0.5 * abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1)))
            # as the lens sees it, from straight before
            opened += share * flat.area * abs(float(flat.normal[1]))
    assert opened == pytest.approx(np.pi * 0.025**2, rel=0.06)


def test_a_round_tub_of_ones_own_makes_a_round_dome_and_may_be_cut_lower():
    begins = made("tabletop_dome", height=0.15, hole=0.06)
    tub = OwnFound(
        item="00000000-0000-0000-0000-000000000001",
        version=1,
        name="white tub",
        values=FoundValues(
            form="tub",
            inner_width=0.19,
            inner_depth=0.19,
            inner_height=0.17,
            flat_faces=0,
            wall_transmittance=0.55,
            wall_reflectance=0.4,
        ),
    )
    changes = made_of(begins.design, tub)
    assert (changes["shape"], changes["width"], changes["depth"], changes["height"]) == ("round", 0.19, 0.19, 0.15)
    square = tub.model_copy(update={"values": tub.values.model_copy(update={"flat_faces": 4})})
    assert made_of(begins.design, square)["shape"] == "oblong"


def test_a_round_tub_is_as_deep_as_it_is_wide_and_its_top_has_its_hole_in_the_middle():
    with pytest.raises(ValidationError, match="as deep as it is wide"):
        made("tabletop_dome", **{**ROUND, "depth": 0.25})
    slanting = made("tabletop_dome", **{**ROUND, "hole_rise": 60.0})
    refused = slanting.kind.refuses(slanting.design, slanting.brief.lamp.type)
    assert refused is not None
    assert refused.field == "hole_rise"
    straight = made("tabletop_dome", **{**ROUND, "hole_rise": 89.0})
    assert straight.kind.refuses(straight.design, straight.brief.lamp.type) is None
    (top,) = [s for s in straight.light.surfaces if s.id == "top"]
    assert top.inner == pytest.approx(0.025)


def test_round_and_oblong_give_about_the_light_of_tubs_of_one_size():
    brief = brief_for("tabletop_dome", brief__subject__size=0.06)
    size = {**ROUND, "lamps": 3}
    keys = [
        evaluate(brief, made("tabletop_dome", brief=brief, **{**size, "shape": shape}).design).levels.key
        for shape in ("round", "oblong")
    ]
    assert keys[0] == pytest.approx(keys[1], rel=0.2)
