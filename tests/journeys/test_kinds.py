"""All kinds for a brief: ranked, compared, taken, turned into parts; and what one length does."""

import pytest
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def test_a_kind_is_chosen_by_its_reasons_and_built(open_page):
    page = open_page()
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape")
    page.get_by_role("button", name="All kinds for this brief").click()
    cards = page.locator("[class*=kind-card_]")
    expect(cards.first).to_be_visible(timeout=90_000)
    # cards come as their kinds are sized, and are in order at the end
    expect(page.get_by_text("Each the smallest")).to_be_visible(timeout=60_000)
    assert cards.count() >= 5
    expect(page.get_by_text("Cannot serve this brief")).to_be_visible()
    expect(page.get_by_text("It is made for a small flash").first).to_be_visible()

    for place in (0, 2):
        cards.nth(place).get_by_role("checkbox").check()
    page.get_by_role("button", name="Side by side (2)").click()
    table = page.get_by_role("region", name="Side by side")
    expect(table.get_by_role("row", name="shadow edge")).to_be_visible()
    assert table.locator("svg").count() == 2
    page.get_by_role("button", name="Back to the list").click()

    book = cards.filter(has_text="book light")
    book.get_by_role("button", name="Use it").click()
    expect(page.get_by_text("Book light, from the side")).to_be_visible()
    expect(page.get_by_test_id("gauge-loss")).to_contain_text("stops", timeout=15_000)
    panel = page.get_by_role("region", name="Modifier's parameters")
    panel.get_by_role("button", name="Opening angle").click()
    panel.get_by_label("Opening angle", exact=True).fill("120")
    page.keyboard.press("Enter")
    expect(panel.get_by_text("must be between 20° and 90°")).to_be_visible()
    panel.get_by_role("button", name="Opening angle").click()
    panel.get_by_label("Opening angle", exact=True).fill("70")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Saved")).to_be_visible(timeout=15_000)
    kept = page.request.get(f"/api/shoots/{shoot}").json()["document"]["design"]
    assert (kept["kind"], kept["opening"]) == ("book_light", 70)

    page.get_by_role("link", name="Build").click()
    expect(page.locator("[class*=sheet-plans_] .piece").first).to_be_visible(timeout=15_000)
    expect(page.get_by_text("Hinge the pages")).to_be_visible()
    paper = page.request.get(f"/api/shoots/{shoot}/cut-list.pdf")
    assert paper.ok
    assert paper.body().startswith(b"%PDF")


def test_what_if_follows_a_length_and_takes_it_over(open_page):
    page = open_page()
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape")
    figures = page.get_by_role("region", name="Figures")
    figures.get_by_text("what if", exact=True).click()
    expect(page.locator("[class*=what-if-row_]")).to_have_count(4, timeout=60_000)
    figures.get_by_label("What is changed").click()
    page.get_by_title("distance from sheet to subject").click()
    expect(page.locator("[class*=what-if-body_][class*=can-drag_]")).to_be_visible(timeout=60_000)
    expect(page.locator("[class*=what-if-body_].is-stale")).to_have_count(0, timeout=60_000)
    line = page.locator("[class*=what-if-row_] svg").first.bounding_box()
    before = page.request.get(f"/api/shoots/{shoot}").json()["document"]["design"]["sheet_distance"]
    page.mouse.move(line["x"] + line["width"] * 0.5, line["y"] + 10)
    page.mouse.down()
    page.mouse.move(line["x"] + line["width"] * 0.8, line["y"] + 10, steps=4)
    page.mouse.up()
    expect(page.get_by_text("Saved")).to_be_visible(timeout=15_000)
    page.wait_for_timeout(800)
    after = page.request.get(f"/api/shoots/{shoot}").json()["document"]["design"]["sheet_distance"]
    assert after > 1.2 * before


def test_sizing_all_kinds_is_stopped_with_those_that_are_done(open_page):
    page = open_page()
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape")
    page.get_by_role("button", name="All kinds for this brief").click()
    cards = page.locator("[class*=kind-card_]")
    expect(cards.first).to_be_visible(timeout=90_000)
    page.get_by_role("button", name="Stop", exact=True).click()
    expect(page.get_by_text("these are sized")).to_be_visible()
    kept = cards.count()
    assert kept >= 1
    page.wait_for_timeout(1500)
    assert cards.count() == kept
