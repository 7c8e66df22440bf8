"""The predicted picture in the Shape stage: first small, then clean; exposure and stops view without a new one."""

import pytest
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]

PIXELS = """canvas => {
  const { data, width, height } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
  let sum = 0; const colours = new Set();
  for (let i = 0; i < data.length; i += 4) {
    sum += data[i] + data[i + 1] + data[i + 2];
    colours.add((data[i] << 16) | (data[i + 1] << 8) | data[i + 2]);
  }
  return { mean: sum / (width * height * 3), colours: colours.size, width };
}"""


def canvas(page, state):
    found = page.locator(f"canvas[data-state={state}]")
    expect(found).to_be_visible(timeout=40_000)
    return found


def test_picture_follows_the_design_and_is_developed_in_the_browser(open_page):
    page = open_page()
    asked = []
    page.on("request", lambda r: asked.append(r.post_data_json["quality"]) if r.url.endswith("/api/picture") else None)
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape")
    clean = canvas(page, "clean")
    assert asked == ["first", "clean"]
    right = clean.evaluate(PIXELS)
    assert right["width"] == 480
    assert right["colours"] > 500

    # a quarter of the lamp's power darkens what is set, not what is exposed right, and needs no new picture
    card = page.get_by_role("region", name="Predicted picture")
    card.get_by_text("as set", exact=True).click()
    as_set = clean.evaluate(PIXELS)
    page.get_by_role("button", name="Power:").click()
    page.get_by_label("Power", exact=True).fill("25 %")
    page.keyboard.press("Enter")
    page.wait_for_timeout(1500)
    assert clean.evaluate(PIXELS)["mean"] < 0.8 * as_set["mean"]
    card.get_by_text("exposed right", exact=True).click()
    page.wait_for_timeout(200)
    assert clean.evaluate(PIXELS)["mean"] == pytest.approx(right["mean"], rel=0.02)
    assert asked == ["first", "clean"]

    card.get_by_text("stops", exact=True).click()
    page.wait_for_timeout(200)
    bands = card.get_by_role("list", name="Stops from middle grey").get_by_role("listitem").count()
    assert clean.evaluate(PIXELS)["colours"] <= bands


def test_picture_that_fails_says_so_and_the_page_goes_on(open_page):
    page = open_page()
    problem = {
        "code": "unavailable",
        "message": "A fresh worker is ready. Try again.",
        "fields": [],
        "current_version": None,
    }
    page.route("**/api/picture", lambda route: route.fulfill(status=409, json=problem))
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape", wait_until="domcontentloaded")
    expect(page.get_by_text("A fresh worker is ready. Try again.")).to_be_visible()
    expect(page.get_by_test_id("gauge-loss")).to_contain_text("stops")
