"""Grid on a lamp's own front: straws for the inside, rails, clips, and screws that reach no bottom."""

import math

import pytest

from made_kinds import brief_for, made
from said import value_of
from wenlo.core.catalog.items import LampValues
from wenlo.core.catalog.own import OwnLamp
from wenlo.core.instructions.solids import printed
from wenlo.core.modifiers.lamp_grid import SCREWS, clip_heights, screw_for
from wenlo.core.optics.sheet import luminance
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve


def panel_lamp(**values):
    """A panel of 430 × 230 with holes 8 mm deep in its sides."""
    told = {"shape": "rectangle", "width": 0.43, "height": 0.23, "rim": 0.012, "threads": 4, "thread_depth": 0.008}
    return OwnLamp(
        item="0" * 8 + "-0000-0000-0000-" + "0" * 12,
        version=1,
        name="attic panel",
        measured=True,
        values=LampValues(**{**told, **values}),
    )


def grid(lamp=None, **changes):
    brief = brief_for("lamp_grid", brief__lamp__id=(lamp or panel_lamp()).model_dump(mode="json"))
    return made("lamp_grid", brief=brief, **changes)


def refused(work):
    return work.kind.refuses(work.design, work.brief.lamp.type)


def test_it_begins_as_large_as_the_lamps_face():
    work = grid()
    assert (work.design.width, work.design.height) == (0.43, 0.23)
    assert refused(work) is None
    # straws of 10 fill the inside in staggered rows of 8.66: 43 and 42 in turn, 26 rows; by hand
    rows = 1 + int((0.23 - 0.01) / (0.01 * math.sqrt(3) / 2))
    straws = sum(43 if k % 2 == 0 else 42 for k in range(rows))
    count = next(f for f in work.kind.figures(work.design, work.brief, None) if f.key == "grid_count")
    assert int(value_of(count)) == straws
    # 200 mm give five of 40
    assert work.fittings()["straw_pack_10"] == math.ceil(math.ceil(straws / 5) / 100)
    jig = next(p for p in work.plan.prints if p.form == "stop_jig")
    assert jig.sizes["length"] == 0.04
    # a rail is the inside less what each printed corner keeps clear
    (rail, other) = work.cuts()["rail of the channel"]
    assert rail == other == pytest.approx(0.43 + 2 * (0.018 + 0.0027) - 2 * (2 * 0.0027 + 0.018 + 0.0001))


@pytest.mark.parametrize("clip", [0.003, 0.004, 0.006])
@pytest.mark.parametrize("depth", [0.003, 0.006, 0.008, 0.02])
def test_the_screw_that_is_chosen_never_reaches_the_bottom(clip, depth):
    chosen = screw_for(clip, (0.004, depth))
    able = [s for s in SCREWS if s - clip + 1e-9 >= 0.004 and s - clip <= depth - 0.0005 + 1e-9]
    assert chosen == (max(able) if able else None)


def test_screws_that_bottom_out_or_hold_nothing_are_refused_at_their_field():
    screws = {"fixing": "screws in its holes"}
    assert refused(grid(**screws)) is None
    # 4 mm of clip: 12 mm go 8 in, to the bottom of 8
    wrong = refused(grid(**screws, screw=0.012))
    assert (wrong.field, "bottom out" in wrong.text, "11.5 mm" in wrong.text) == ("screw", True, True)
    short = refused(grid(**screws, screw=0.006))
    assert (short.field, "2.0 mm hold" in short.text) == ("screw", True)
    assert refused(grid(panel_lamp(threads=0), **screws)).field == "fixing"
    assert refused(grid(panel_lamp(thread_depth=0.003), **screws)).field == "clip"
    assert refused(grid(width=0.4)).field == "width"
    assert refused(grid(panel_lamp(vents=0.015))).field == ""


def test_clips_and_their_screws_are_on_the_list_and_printed():
    work = grid(fixing="screws in its holes")
    clips = 2 * len(clip_heights(work.design))
    assert clips == 4
    # the longest that goes: 10 mm, 6 of them in the lamp
    assert work.fittings()["machine_screw_10"] == clips
    assert "hook_and_loop" not in work.fittings()
    # a lap screw for each clip and two for each corner
    assert work.fittings()["lap_screw"] == clips + 8
    spec = next(p for p in work.plan.prints if p.form == "stepped_clip")
    assert spec.count == clips
    assert spec.sizes["step"] == pytest.approx(0.018 - 0.012)
    solid = printed(spec).solid
    assert solid.edges_closed
    assert solid.size[0] == pytest.approx(0.055)
    strap = grid()
    assert strap.fittings()["hook_and_loop"] == pytest.approx(2 * (0.43 + 0.23 + 4 * 0.012) + 0.2)


def test_the_wall_beside_goes_dark_and_ahead_hardly():
    work = grid()
    d = work.design
    away, angle = d.direction, math.radians(40.0)
    ahead = d.source_centre - 1.5 * away
    aside = d.source_centre - 1.5 * (math.cos(angle) * away + math.sin(angle) * d.across)
    meters = [
        Meter(id="ahead", position=ahead, normal=away),
        Meter(id="aside", position=aside, normal=(d.source_centre - aside) / 1.5),
    ]
    lux = {}
    for name, panels in (("with", work.light.surfaces), ("without", work.light.surfaces[:1])):
        found = read(solve(LightScene(panels=panels, lamps=work.light.lamps), DRAFT), meters)
        lux[name] = {k: float(luminance(found[k].total)) for k in ("ahead", "aside")}
    # cells four times as deep as wide cut off at 14°: nothing comes straight at 40°
    assert lux["with"]["aside"] < 0.05 * lux["without"]["aside"]
    assert lux["with"]["ahead"] > 0.4 * lux["without"]["ahead"]


def test_a_bare_bulb_takes_no_grid():
    work = grid()
    bulb = brief_for("lamp_grid", brief__lamp__id="bulb_15")
    assert "flat front" in work.kind.rejection_reason(bulb)
