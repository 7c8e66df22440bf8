"""Rig: a boom too weak, a lens housing too hot, a lamp over the wash basin, the lay-out and the checklist on a
phone.
"""

import re

import pytest
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def opened(page, **changes):
    shoot = page.request.post("/api/shoots", data={"document": shoot_document(**changes)}).json()["id"]
    page.goto(f"/shoots/{shoot}/rig")
    expect(page.locator("[class*=rig-summary_]")).to_be_visible()
    return shoot


def line(page, name, state):
    return page.locator(f".check-{state}").filter(has_text=name)


def test_a_boom_that_is_too_weak_gets_a_smaller_canvas_and_its_counterweight(open_page):
    page = open_page()
    opened(page, design={"kind": "overhead_bounce"}, brief__room__height=2.8)
    payload = line(page, "Payload", "outside")
    expect(payload).to_contain_text("boom")
    payload.get_by_role("button", name=re.compile("^Do it")).click()
    expect(payload).to_have_count(0)
    weight = line(page, "Counterweight", "needs-an-answer")
    weight.get_by_role("button", name=re.compile("^Do it")).click()
    expect(weight).to_have_count(0)
    field = page.get_by_label(re.compile("^Counterweight of"))
    expect(field).not_to_have_value("")
    field.fill("heavy")
    field.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="is not understood")).to_be_visible()
    field.fill("0.5 kg")
    field.press("Enter")
    expect(line(page, "Counterweight", "outside")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(line(page, "Counterweight", "outside")).to_have_count(0)
    drawing = page.get_by_role("img", name=re.compile("counterweight .* N"))
    expect(drawing).to_be_visible()


def test_a_lens_housing_that_is_too_hot_is_opened(open_page):
    page = open_page()
    opened(page, design={"kind": "focusing_spot"}, brief__lamp__id="flood_500")
    lens = line(page, "Temperature of the acrylic lens", "outside")
    expect(lens).to_contain_text("openings of")
    page.get_by_role("tab", name="Heat").click()
    expect(page.get_by_role("img", name=re.compile("at the top"))).to_be_visible()
    page.get_by_role("tab", name="Checks").click()
    lens.get_by_role("button", name=re.compile("^Do it")).click()
    expect(lens).to_have_count(0)
    page.get_by_role("tab", name="Heat").click()
    expect(page.get_by_role("button", name=re.compile(r"^More openings: 0\.0\d+ m²"))).to_be_visible()


def test_a_lamp_over_the_wash_basin_is_refused(open_page):
    page = open_page()
    lamp = {"name": "basin lamp", "id": "bulb_15", "x": 1.2, "y": 0.5, "z": 2.0}
    opened(page, brief__others=[lamp])
    page.get_by_role("tab", name="Mains & water").click()
    page.get_by_role("button", name="Add a wet place").click()
    page.get_by_role("tab", name="Checks").click()
    over = line(page, "Distance to the wash basin", "outside")
    expect(over).to_contain_text("over it")
    expect(over).to_contain_text("bounce its light")
    # the basin is elsewhere after all
    page.get_by_role("tab", name="Mains & water").click()
    page.get_by_role("button", name=re.compile("^To the right:")).click()
    page.get_by_label("To the right", exact=True).fill("-60 cm")
    page.keyboard.press("Enter")
    page.get_by_role("tab", name="Checks").click()
    expect(over).to_have_count(0)


def test_the_basin_is_drawn_where_it_is_and_dragged_away(open_page):
    page = open_page()
    lamp = {"name": "basin lamp", "id": "bulb_15", "x": 1.2, "y": 0.5, "z": 2.0}
    wet = [{"name": "wash basin", "x": 1.2, "y": 0.5}]
    shoot = opened(page, brief__others=[lamp], rig__wet=wet)
    expect(line(page, "Distance to the wash basin", "outside")).to_be_visible()
    page.get_by_role("tab", name="Lay-out").click()
    expect(page.get_by_text("1.20 m round water")).to_be_visible()
    expect(page.locator("[class*=lay-out_] [class*=wet-reach_]")).to_be_visible()
    page.goto(f"/shoots/{shoot}/place")
    basin = page.get_by_test_id("place-plan").locator("[data-handle='wash basin'] [class*=wet-body_]")
    box = basin.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] - 6
    # as wide on the screen as it is, so that pixels tell metres
    metres = 0.6 / (box["width"])
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 150, y + 30, steps=5)
    page.mouse.up()
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    (kept,) = page.request.get(f"/api/shoots/{shoot}").json()["document"]["rig"]["wet"]
    assert kept["x"] == pytest.approx(1.2 - 150 * metres, abs=0.06)
    assert kept["y"] == pytest.approx(0.5 - 30 * metres, abs=0.06)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    (kept,) = page.request.get(f"/api/shoots/{shoot}").json()["document"]["rig"]["wet"]
    assert (kept["x"], kept["y"]) == (1.2, 0.5)


def test_wind_outdoors_asks_for_more_and_a_stand_is_chosen(open_page):
    page = open_page()
    opened(page)
    page.get_by_label("Air").click()
    page.get_by_title("outdoors").click()
    expect(page.get_by_text(re.compile(r"gusts \d+ m/s"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^key lamp")).click()
    page.get_by_label("What holds key lamp").click()
    page.get_by_title(re.compile("heavy stand")).click()
    expect(page.get_by_role("button", name=re.compile("^key lamp.*heavy stand"))).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("^key lamp.*wind"))).to_be_visible()
    page.get_by_role("tab", name="Kit").click()
    expect(page.locator("[class*=kit_]")).to_contain_text("heavy stand with turtle foot")
    page.get_by_text("home-made wall spreader").click()
    expect(page.locator("[class*=kit_]")).to_contain_text("Friction holds it")


def test_the_lay_out_and_the_checklist_in_one_hand(open_page):
    page = open_page(width=390, height=844, theme="dim")
    shoot = opened(page, units="imperial")
    page.get_by_role("tab", name="Lay-out").click()
    expect(page.locator("[class*=marks_]")).to_contain_text(re.compile(r"\d+' \d"))
    with page.expect_download() as found:
        page.get_by_role("link", name="Lay-out sheet PDF").click()
    assert found.value.suggested_filename.endswith("lay-out.pdf")
    page.locator("[class*=rig-right_] .ant-tabs-nav-more").or_(page.get_by_role("tab", name="Checklist")).first.click()
    if page.get_by_role("option", name="Checklist").count():
        page.get_by_role("option", name="Checklist").click()
    box = page.get_by_role("checkbox", name=re.compile("Knobs and clamps"))
    box.check()
    page.goto(f"/shoots/{shoot}/rig")
    expect(page.locator("[class*=rig-summary_]")).to_be_visible()
    overflow = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
    assert overflow <= 0
    assert page.request.get(f"/api/shoots/{shoot}/ticks/rig").json()
