"""The set: built by mouse and again by keyboard, a spill found and mended, looks compared, files saved."""

import re

import pytest
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]

BENCH = {"kind": "block", "name": "gluing bench", "x": -0.9, "y": 1.0, "width": 1.0, "depth": 0.5, "height": 0.9}
CARD = {
    "kind": "board",
    "name": "white card",
    "x": 0.8,
    "y": -0.2,
    "z": 1.3,
    "width": 0.6,
    "height": 0.8,
    "turn": -90.0,
}


def opened(page, **changes):
    shoot = page.request.post("/api/shoots", data={"document": shoot_document(**changes)}).json()["id"]
    page.goto(f"/shoots/{shoot}/place")
    expect(page.get_by_test_id("place-plan").locator("[data-thing=camera]")).to_be_visible()
    expect(page.get_by_text("No clashes found").or_(page.locator("[class*=place-words_] .note").first)).to_be_visible(
        timeout=60_000
    )
    return shoot


def saved(page, shoot):
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    return page.request.get(f"/api/shoots/{shoot}").json()["document"]


def dragged(page, what, dx, dy):
    box = (
        page.get_by_test_id("place-plan")
        .locator(f"[data-thing='{what}'] .grip, [data-thing='{what}'] .piece-grip")
        .first.bounding_box()
    )
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for k in range(1, 6):
        page.mouse.move(x + dx * k / 5, y + dy * k / 5)
    page.mouse.up()


def add(page, what):
    page.get_by_role("button", name="Add").click()
    page.get_by_role("menuitem", name=what, exact=True).click()


def chosen(page, name):
    page.get_by_role("list", name="What stands in the set").get_by_role("button", name=re.compile(f"^{name}")).click()


def test_a_portrait_is_set_up_by_mouse(open_page):
    page = open_page()
    shoot = opened(page)
    add(page, "White card")
    document = saved(page, shoot)
    assert [p["name"] for p in document["brief"]["pieces"]] == ["white card"]
    before = document["brief"]["pieces"][0]
    dragged(page, "brief.pieces.0", -30, 25)
    after = saved(page, shoot)["brief"]["pieces"][0]
    assert after["x"] < before["x"]
    assert after["y"] < before["y"]
    # a distance is typed where it is read
    value = page.get_by_role("button", name=re.compile("^white card, to the right of the subject's mark"))
    value.click()
    page.get_by_label("white card, to the right of the subject's mark").fill("-2' 6\"")
    page.keyboard.press("Enter")
    assert saved(page, shoot)["brief"]["pieces"][0]["x"] == pytest.approx(-0.762)
    # the same place from the corner of the room
    page.get_by_text("from the corner", exact=True).click()
    expect(
        page.get_by_role("button", name=re.compile(r"^white card, to the right of the left wall: 1\.\d+ m"))
    ).to_be_visible()
    # turned on its knob
    knob = page.locator("[data-handle='turn white card'] .grip").bounding_box()
    page.mouse.move(knob["x"] + knob["width"] / 2, knob["y"] + knob["height"] / 2)
    page.mouse.down()
    page.mouse.move(knob["x"] - 10, knob["y"] + 60, steps=4)
    page.mouse.up()
    assert saved(page, shoot)["brief"]["pieces"][0]["turn"] != before["turn"]
    # a rim for the job, with its checks
    page.get_by_role("button", name="For a job").click()
    page.get_by_role("menuitem", name=re.compile("^Rim from behind")).click()
    offer = page.locator("[class*=role-offer_]")
    expect(offer).to_contain_text("of separation", timeout=60_000)
    offer.get_by_role("button", name="Place it").click()
    rim = saved(page, shoot)["brief"]["others"][0]
    assert rim["name"] == "rim"
    assert rim["y"] > 0.2
    # into the lens with the card: it is said, and undo takes it back
    chosen(page, "white card")
    panel = page.get_by_role("region", name="What is chosen")
    panel.get_by_role("button", name=re.compile("^To the right:")).click()
    panel.get_by_label("To the right", exact=True).fill("0")
    page.keyboard.press("Enter")
    panel.get_by_role("button", name=re.compile("^Behind:")).click()
    panel.get_by_label("Behind", exact=True).fill("-80 cm")
    page.keyboard.press("Enter")
    expect(page.locator("[class*=place-words_]")).to_contain_text(
        "stands in front of the subject in the picture", timeout=30_000
    )
    expect(page.locator("[class*=clash_]").first).to_be_visible()
    saved(page, shoot)
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[class*=place-words_]")).not_to_contain_text("before the subject", timeout=30_000)


def test_the_same_by_keyboard_alone(open_page):
    page = open_page()
    shoot = opened(page, brief__pieces=[CARD])

    def by_tab(name):
        """Tab until the button of that name has the focus."""
        for _ in range(90):
            page.keyboard.press("Tab")
            label = page.evaluate(
                "() => { const e = document.activeElement; return e.getAttribute('aria-label') || e.textContent }"
            )
            if label and label.startswith(name):
                return
        raise AssertionError(f"{name} cannot be reached by Tab")

    by_tab("white card")
    page.keyboard.press("Enter")
    page.keyboard.press("ArrowLeft")
    page.keyboard.press("Shift+ArrowUp")
    page.keyboard.press("PageUp")
    page.keyboard.press("]")
    card = saved(page, shoot)["brief"]["pieces"][0]
    assert (card["x"], card["y"], card["z"], card["turn"]) == pytest.approx((0.79, -0.1, 1.31, -85.0))
    page.keyboard.press("m")
    pieces = saved(page, shoot)["brief"]["pieces"]
    assert (pieces[1]["name"], pieces[1]["x"], pieces[1]["turn"]) == (
        "white card 2",
        pytest.approx(-0.79),
        pytest.approx(85.0),
    )
    page.keyboard.press("l")
    page.keyboard.press("ArrowRight")
    assert saved(page, shoot)["brief"]["pieces"][0]["x"] == pytest.approx(0.79)
    assert saved(page, shoot)["brief"]["pieces"][0]["locked"]
    page.keyboard.press("h")
    assert saved(page, shoot)["brief"]["pieces"][0]["hidden"]
    page.keyboard.press("Delete")
    assert [p["name"] for p in saved(page, shoot)["brief"]["pieces"]] == ["white card 2"]
    page.keyboard.press("Control+z")
    expect(page.get_by_role("list", name="What stands in the set").get_by_role("button")).to_have_count(5)
    assert len(saved(page, shoot)["brief"]["pieces"]) == 2
    # a new lamp, from the menu
    by_tab("Add")
    page.keyboard.press("Enter")
    item = page.get_by_role("menuitem", name="Lamp", exact=True)
    expect(item).to_be_visible()
    for _ in range(12):
        if "active" in (item.get_attribute("class") or ""):
            break
        page.keyboard.press("ArrowDown")
        page.wait_for_timeout(80)
    expect(item).to_have_class(re.compile("active"))
    page.keyboard.press("Enter")
    expect(
        page.get_by_role("list", name="What stands in the set").get_by_role("button", name="second lamp")
    ).to_be_visible()
    assert [o["name"] for o in saved(page, shoot)["brief"]["others"]] == ["second lamp"]


def test_an_overhead_bounce_at_the_gluing_bench(open_page):
    page = open_page()
    roof = {"width": 4.6, "depth": 6.0, "height": 2.6}
    shoot = opened(page, brief__room=roof, brief__pieces=[BENCH], design={"kind": "overhead_bounce"})
    expect(page.get_by_test_id("place-side").locator(".shape").first).to_be_attached()
    # under a lower roof it goes through the slope, and that is said on the drawing
    page.get_by_role("region", name="What is chosen").get_by_label("Ceiling is", exact=True).click()
    page.get_by_title("slopes down on both sides").click()
    panel = page.get_by_role("region", name="What is chosen")
    for label, text in (("Slope reaches", "2.1 m"), ("Low wall", "0.9 m")):
        panel.get_by_role("button", name=re.compile(f"^{label}:")).click()
        panel.get_by_label(label, exact=True).fill(text)
        page.keyboard.press("Enter")
    expect(page.locator("[class*=place-words_]")).to_contain_text("through the sloping ceiling", timeout=30_000)
    assert saved(page, shoot)["brief"]["room"]["slope"] == "both"


def test_a_spill_is_found_and_mended(open_page):
    page = open_page()
    dark = {"backdrop": -3.0}
    opened(page, brief__dark=dark)
    words = page.locator("[class*=place-words_]")
    expect(words).to_contain_text("Too bright", timeout=30_000)
    expect(words).to_contain_text("Backdrop:")
    # and it is marked on the drawing where it is
    expect(page.locator("[class*=broken-limit_]")).to_have_count(1)
    page.get_by_text("Light", exact=True).click()
    page.get_by_role("button", name="Find the fewest flags").click()
    expect(page.get_by_role("region", name="Flags")).to_contain_text("flag", timeout=60_000)
    page.get_by_label("Follow the light of a lamp").click()
    page.get_by_title("follow the key lamp").click()
    expect(page.locator("[class*=streams_] text").first).to_contain_text("%", timeout=30_000)
    expect(page.get_by_text("of all its light reaches the face")).to_be_visible()


def test_four_looks_are_kept_switched_and_compared(open_page):
    page = open_page()
    lamp = {"name": "bench bulb", "id": "bulb_15", "x": 0.9, "y": -0.4, "z": 1.6}
    shoot = opened(page, brief__pieces=[CARD], brief__others=[lamp])
    page.get_by_text("Looks", exact=True).click()

    def keep(name):
        page.get_by_label("Name of the look").fill(name)
        page.get_by_role("button", name="Keep this state").click()
        expect(page.get_by_role("button", name=re.compile(rf"^\d {name}"))).to_be_visible()
        saved(page, shoot)

    keep("all on")
    page.get_by_text("Light", exact=True).click()
    page.get_by_role("switch", name="bench bulb: on or off").click()
    page.get_by_text(re.compile(r"^Looks \(1\)")).click()
    keep("bulb off")
    page.get_by_text("Things", exact=True).click()
    chosen(page, "white card")
    page.get_by_role("button", name="Carry out").click()
    page.get_by_text(re.compile(r"^Looks \(2\)")).click()
    keep("card out")
    page.get_by_text("Light", exact=True).click()
    power = page.get_by_role("region", name="Lamp desk")
    power.get_by_role("button", name=re.compile("^key lamp power:")).click()
    power.get_by_label("key lamp power", exact=True).fill("25 %")
    page.keyboard.press("Enter")
    page.get_by_text(re.compile(r"^Looks \(3\)")).click()
    keep("two stops down")
    page.locator("body").click(position={"x": 640, "y": 5})
    page.keyboard.press("Shift+Digit1")
    document = saved(page, shoot)
    assert document["brief"]["others"][0]["on"]
    assert not document["brief"]["pieces"][0]["hidden"]
    page.keyboard.press("Shift+Digit4")
    document = saved(page, shoot)
    assert document["brief"]["lamp"]["power"] == pytest.approx(0.25)
    assert document["brief"]["pieces"][0]["hidden"]
    page.get_by_label("Compare all on").check()
    page.get_by_label("Compare two stops down").check()
    table = page.get_by_role("table", name="What differs")
    for what in ("key lamp", "bench bulb", "white card"):
        expect(table.get_by_role("rowheader", name=what)).to_be_visible()
    sheets = page.locator("[class*=compare-card_] canvas")
    expect(sheets.nth(1)).to_have_attribute("data-state", "clean", timeout=90_000)
    page.get_by_text("difference", exact=True).click()
    against = page.get_by_label(re.compile("against all on, in stops"))
    expect(against).to_have_attribute("data-state", "clean", timeout=90_000)
    darker = page.locator("[class*=compare-card_] canvas").evaluate(
        """c => { const d = c.getContext('2d').getImageData(0, 0, c.width, c.height).data; let n = 0;
           for (let i = 0; i < d.length; i += 4) if (d[i + 2] > d[i] + 20) n += 1; return n / (d.length / 4); }"""
    )
    assert darker > 0.6


def test_meters_stay_and_tell_where_their_light_comes_from(open_page):
    page = open_page()
    bottle = {"kind": "bottle", "finish": "glossy", "size": 0.22, "face_height": 1.05}
    opened(
        page,
        brief__subject=bottle,
        brief__camera__distance=1.1,
        design={"kind": "table_booth"},
        brief__lamp__id="bulb_15",
    )
    add(page, "Meter")
    page.get_by_text("Light", exact=True).click()
    meters = page.get_by_role("region", name="Meters")
    expect(meters.get_by_text("stops").first).to_be_visible(timeout=60_000)
    expect(meters.locator("[class*=shares_] [class*=share_]").first).to_be_visible()
    expect(meters).to_contain_text(re.compile(r"\d+ %"))


def test_the_set_is_saved_as_files(open_page):
    page = open_page()
    opened(page, brief__pieces=[BENCH, CARD])
    for label, ending in (
        ("A4", "plan.pdf"),
        ("Plan (SVG)", "plan.svg"),
        ("three dimensions", "set.glb"),
        ("Readings", "readings.csv"),
    ):
        page.get_by_role("button", name="Save as").click()
        with page.expect_download() as found:
            page.get_by_role("menuitem", name=label).click()
        assert found.value.suggested_filename.endswith(ending)


def test_the_set_is_turned_by_hand_as_it_is_lit_in_stops_and_plain(open_page):
    page = open_page()
    opened(page, brief__pieces=[BENCH, CARD])
    page.get_by_text("all round", exact=True).click()
    view = page.locator("[class*=turnable-view]")
    expect(view).to_have_attribute("data-state", "shown", timeout=90_000)
    pictures = {}
    for shading in ("light", "stops", "plain"):
        view.get_by_text(shading, exact=True).click()
        expect(view).to_have_attribute("data-state", "shown", timeout=60_000)
        pictures[shading] = view.locator("canvas").screenshot()
    assert len(set(pictures.values())) == 3
    view.get_by_text("stops", exact=True).click()
    expect(view.get_by_label("Stops from the key")).to_contain_text("as the face")
    small = view.bounding_box()["width"]
    view.get_by_role("button", name="Show it large").click()
    window = page.viewport_size
    expect(view.get_by_role("button", name="Back to its place")).to_be_visible()
    large = view.bounding_box()
    assert large["width"] > window["width"] - 40
    assert large["height"] > window["height"] - 40
    page.keyboard.press("Escape")
    expect(view.get_by_role("button", name="Show it large")).to_be_visible()
    assert view.bounding_box()["width"] == small


def test_outdoors_with_the_sun(open_page):
    page = open_page()
    shoot = opened(page)
    panel = page.get_by_role("region", name="What is chosen")
    panel.get_by_label("Where", exact=True).click()
    page.get_by_title("outdoors").click()
    add(page, "Sun")
    page.get_by_text("Light", exact=True).click()
    expect(page.get_by_text(re.compile(r"the sun stands \d+° high in the"))).to_be_visible(timeout=30_000)
    page.get_by_role("button", name="Weigh the other lights").click()
    expect(page.get_by_text(re.compile("stays within a third of a stop from"))).to_be_visible(timeout=60_000)
    assert saved(page, shoot)["brief"]["others"][0]["id"] == "sun"
