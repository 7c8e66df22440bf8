"""Daylight through an opening: overcast, sun and open shade against what the sky gives."""

import datetime
import math
from dataclasses import replace

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made, window_light
from said import in_words
from wenlo.core.analysis.figures import evaluate, readings_in_room
from wenlo.core.analysis.gauges import gauges
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.brief.brief import Brief, LampSetting, Room
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.core.geometry.sun import day_of_year
from wenlo.core.modifiers.daylight import sun_illuminance
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging.plan import rig_plan
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.services.resolve_document import resolve_document


def daylit(kind, brief=None, **changes):
    brief = Brief() if brief is None else brief
    start = kinds()[kind].start(brief)
    design = kinds()[kind].parameters.model_validate({**start.model_dump(), **changes})
    return scene_builder.with_daylight(brief, design), design


def test_daylight_takes_the_place_of_whatever_lamp_the_brief_has():
    for lamp in ("flash_hotshoe", "bulb_15"):
        brief, design = daylit("window_sheet", Brief(lamp=LampSetting(id=lamp, power=0.25, gel="full_warm")))
        assert brief.lamp.type.name == "daylight, overcast"
        assert scene_builder.white_of(brief.lamp) == 6500.0
        assert readings_in_room(brief, design, ["key"], effort=DRAFT)["key"] == pytest.approx(
            readings_in_room(*daylit("window_sheet"), ["key"], effort=DRAFT)["key"], rel=1e-6
        )


def test_the_sun_lights_the_sheet_as_its_height_says():
    # E = E_n cos i through the panes; the sheet sends T/π of it on, more from its middle than a point would
    brief, design = daylit("window_sheet", weather="sun", sun_height=50.0, overhang=0.0, sheet="opal_acrylic_3_mm")
    arrangement = kind_of(design).arrange(design, brief, None)
    sun, sky = arrangement.lamps
    # onto the window itself, through which it comes before the sheet shades anything
    at = design.lamp_position
    toward = sun.centre - at
    lit = sun.peak_intensity / float(toward @ toward)
    assert lit == pytest.approx(sun_illuminance(math.radians(50.0)) * 0.8, rel=1e-3)
    assert float(toward @ -design.direction) < 0.0
    assert math.degrees(math.asin(toward[2] / np.linalg.norm(toward))) == pytest.approx(50.0, abs=0.1)
    assert sky.id == "key-2"
    assert not sky.blocks


def test_the_sun_falls_only_through_the_hole_that_is_cut():
    brief, design = daylit("window_sheet", weather="sun", sheet_off=0.05, overhang=0.0)
    solved = solve(
        replace(scene_builder.whole_scene(brief, design), lamps=kind_of(design).arrange(design, brief, None).lamps[:1]),
        DRAFT,
    )
    wall = next(p for p in solved.scene.panels if p.id == "right wall")
    assert wall.outline is not None
    inside = design.lamp_position - design.direction * 0.02
    beside = inside + np.array([0.0, design.window_width / 2 + 0.15, 0.0])
    lit = read(
        solved,
        [
            Meter(id="in", position=inside, normal=design.direction),
            Meter(id="out", position=beside, normal=design.direction),
        ],
    )
    assert float(luminance(lit["in"].direct)) > 30_000.0
    assert float(luminance(lit["out"].direct)) == pytest.approx(0.0, abs=1.0)


def test_open_shade_is_the_sky_seen_through_a_hole():
    brief, design = daylit(
        "open_shade", Brief(room=Room(walls="black_cloth", ceiling="black_cloth", floor="black_cloth"))
    )
    # a window of luminance L in the plane of a parallel element, by the configuration factor of a centred rectangle
    away, a, b = design.wall - 0.01, design.width / 2, design.height / 2
    brief = brief.model_copy(update={"subject": brief.subject.model_copy(update={"face_height": design.sill + b})})
    x, y = a / away, b / away
    corner = (
        x / math.hypot(1, x) * math.atan(y / math.hypot(1, x)) + y / math.hypot(1, y) * math.atan(x / math.hypot(1, y))
    ) / (2 * math.pi)
    zenith = design.daylight * 9 / (7 * math.pi)
    key = modifier_light(brief, design, effort=DRAFT).key
    # half of it looks to the sky from a third of the zenith up, half to the ground of a fifth of its light
    low, high = (
        4 * math.pi * zenith * corner * (0.5 * 0.333 + 0.5 * 0.155),
        4 * math.pi * zenith * corner * (0.5 * 0.62 + 0.5 * 0.16),
    )
    assert low < key < high
    found = {g.key: g for g in gauges(brief, design, evaluate(brief, design))}
    assert found["loss"].value == pytest.approx(0.0, abs=0.05)
    assert found["evenness"].value is None
    larger = modifier_light(brief, kinds()["open_shade"].scaled(design, 1.5), effort=DRAFT)
    assert larger.shadow_edge > 1.15 * modifier_light(brief, design, effort=DRAFT).shadow_edge


@pytest.mark.parametrize("year", [1900, 2000, 2026, 2028, 2100])
def test_days_are_counted_as_the_calendar_does(year):
    day = datetime.date(year, 1, 1)
    while day.year == year:
        assert day_of_year(day.isoformat()) == day.timetuple().tm_yday
        day += datetime.timedelta(days=1)


@pytest.mark.parametrize(
    "date",
    ["2026-02-29", "2026-13-01", "2026-00-10", "2026-04-31", "26-04-01", "2026-4-1", "tomorrow", "2026-01-00", ""],
)
def test_no_such_date_is_told(date):
    with pytest.raises(ValueError, match="is no date"):
        day_of_year(date)


BOXES = ("light_tent", "product_box", "tabletop_dome")


@pytest.mark.parametrize("kind", BOXES)
def test_boxes_stand_in_open_shade_without_a_lamp(kind):
    brief = brief_for(kind, brief__room__outdoors=True)
    box = made(kind, brief=brief, lit_by="daylight")
    lit = scene_builder.with_daylight(brief, box.design)
    assert "daylight" in lit.lamp.type.name
    (sky,) = box.kind.arrange(box.design, lit, None).lamps
    assert (sky.shape, sky.id) == ("sky", "key")
    # an overcast sky, 1 + 2 sin γ: upright 2 (π/4 + 2/3) against 2π (1/2 + 2/3) on the ground, by the integrals
    bare = Meter(id="side", position=np.array([0.0, 0.0, 1.0]), normal=np.array([1.0, 0.0, 0.0]))
    up = Meter(id="up", position=np.array([0.0, 0.0, 1.0]), normal=np.array([0.0, 0.0, 1.0]))
    found = read(solve(LightScene(panels=(), lamps=(sky,)), DRAFT), [bare, up])
    assert float(luminance(found["up"].total)) == pytest.approx(9000.0, rel=0.02)
    upright = 9000.0 * (math.pi / 4 + 2 / 3) / (math.pi * 7 / 6)
    assert float(luminance(found["side"].total)) == pytest.approx(upright, rel=0.02)
    light = evaluate(lit, box.design).light
    assert 0.0 < light.loss < 2.0
    # from everywhere: hardly any shape
    assert abs(evaluate(lit, box.design).contrast) < 0.3


@pytest.mark.parametrize("kind", BOXES)
def test_boxes_at_a_window_are_lit_from_there(kind):
    brief = brief_for(kind, brief__others=[window_light()])
    box = made(kind, brief=brief, lit_by="daylight")
    lit = scene_builder.with_daylight(brief, box.design)
    (window,) = box.kind.arrange(box.design, lit, None).lamps
    assert window.centre[0] == pytest.approx(brief.room.width / 2, abs=0.02)
    # the window is the key now, and does not shine a second time
    assert [other.on for other in lit.others] == [False]
    assert evaluate(lit, box.design).contrast > 0.5


@pytest.mark.parametrize("kind", BOXES)
def test_by_day_no_lamp_is_hung_heated_or_bought(kind):
    brief = brief_for(kind, brief__others=[window_light()])
    box = made(kind, brief=brief, lit_by="daylight")
    assert box.kind.by_day(box.design)
    assert not box.kind.always_by_day
    assert not box.kind.by_day(box.design.model_copy(update={"lit_by": "lamps"}))
    shoot = resolve_document(write_shoot(Shoot(brief=brief, design=box.design)))
    plan = rig_plan(shoot)
    assert plan.loads == ()
    # the same with lamps has its two
    lamps = resolve_document(write_shoot(Shoot(brief=brief, design=made(kind, brief=brief).design)))
    assert len(rig_plan(lamps).loads) == 2


def test_a_light_from_below_needs_a_lamp():
    with pytest.raises(ValidationError, match="needs a lamp"):
        made("tabletop_dome", lit_by="daylight", under=1.0)


def test_by_day_nothing_is_spilt_and_the_gauge_says_that_it_cannot_know():
    box = made("light_tent", brief=brief_for("light_tent", brief__room__outdoors=True), lit_by="daylight")
    lit = scene_builder.with_daylight(box.brief, box.design)
    spill = next(g for g in gauges(lit, box.design, evaluate(lit, box.design)) if g.key == "spill")
    assert (spill.value, spill.state, in_words(spill.says, "value")) == (None, "unknown", "–")
