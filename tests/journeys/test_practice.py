"""Practice in the real interface: a place tapped on the plan, stops typed, a layer chosen; each scored with
its reason.
"""

import re

import pytest
from playwright.sync_api import expect

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def test_exercises_are_answered_and_scored(open_page):
    page = open_page()
    page.goto("/practice")
    drawing = page.get_by_role("img", name="Plan; tap where it stands")
    expect(drawing).to_be_visible(timeout=30_000)
    expect(page.get_by_role("button", name="Tap it on the drawing first")).to_be_disabled()
    drawing.click(position={"x": 120, "y": 90})
    # by keyboard too
    drawing.focus()
    page.keyboard.press("ArrowLeft")
    page.get_by_role("button", name="It stands there").click()
    score = page.locator("[class*=exercise-score_]")
    expect(score).to_contain_text(re.compile(r"\d+ points, \d+\.\d° off"), timeout=20_000)
    expect(score).to_contain_text("only the direction counts")
    page.get_by_role("button", name="Another one").click()
    expect(page.get_by_role("heading", name="number 2")).to_be_visible()
    page.get_by_role("button", name=re.compile("How much darker")).click()
    stops = page.get_by_label("How many stops darker")
    expect(stops).to_be_visible(timeout=30_000)
    stops.fill("very")
    stops.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("stops, such as")
    stops.fill("1.5 stops")
    stops.press("Enter")
    expect(score).to_contain_text("distance alone makes that", timeout=20_000)


def test_a_layer_is_chosen_on_a_phone_and_the_score_is_kept(open_page):
    page = open_page(width=390, height=844, theme="dim")
    page.goto("/practice?kind=which%20layer&number=2")
    expect(page.locator("[class*=exercise-body_] img")).to_have_count(2, timeout=30_000)
    page.get_by_role("button", name="the warm gel on the lamp").click()
    expect(page.locator("[class*=exercise-score_]")).to_contain_text("brighter", timeout=30_000)
    page.reload()
    expect(page.get_by_role("button", name=re.compile(r"Which layer was taken away\?\s*\d+"))).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth") <= 0
