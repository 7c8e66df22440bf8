"""The made-up language on every stage: what is still written in code shows without accents, and longer words fit."""

import pytest
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]

HEADINGS = """
() => [...document.querySelectorAll('main h2, main h3')]
  .filter((e) => e.getClientRects().length)
  .map((e) => e.textContent.trim())
  .filter((text) => /[a-z]{3}/i.test(text) && !/[áéíóúý]/i.test(text))
"""

STAGES = ("brief", "shape", "place", "build", "rig", "prove")


def test_headings_are_messages_and_longer_words_do_not_widen_the_page(open_page):
    page = open_page()
    page.goto("/")
    page.evaluate("localStorage.setItem('wenlo-language', 'pseudo')")
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    for stage in STAGES:
        page.set_viewport_size({"width": 1280, "height": 800})
        page.goto(f"/shoots/{shoot}/{stage}")
        expect(page.get_by_test_id("gauge-loss")).to_contain_text("stóóps", timeout=20_000)
        page.wait_for_timeout(2000)
        assert page.evaluate(HEADINGS) == [], stage
        for width, height in ((1280, 800), (390, 844)):
            page.set_viewport_size({"width": width, "height": height})
            page.wait_for_timeout(200)
            wider = page.evaluate("document.scrollingElement.scrollWidth - window.innerWidth")
            assert wider <= 1, (stage, width)


def test_units_and_language_change_at_once_and_ask_nothing_of_the_server(open_page):
    page = open_page()
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape")
    edge = page.get_by_test_id("gauge-shadow_edge")
    expect(edge).to_contain_text("mm", timeout=20_000)
    page.wait_for_timeout(4000)
    page.route("**/api/figures", lambda route: route.abort())
    page.get_by_text("ft in", exact=True).click()
    expect(edge).to_contain_text('"', timeout=2000)
