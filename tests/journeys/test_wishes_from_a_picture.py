"""Somebody likes the light of a photograph: its wishes become the Brief's."""

import numpy as np
import pytest
from playwright.sync_api import expect

from factories import shoot_document
from photographs import photographed
from wenlo.core.calibration.wishes_read import way_of

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def face():
    y, x = np.mgrid[0:400, 0:600] + 0.5
    u, v = (x - 300.0) / 100.0, (200.0 - y) / 100.0
    toward = np.stack([u, v, np.sqrt(np.maximum(1.0 - u * u - v * v, 0.0))], axis=2) @ way_of(-50.0, 35.0)
    return np.where(u * u + v * v < 1.0, 0.5 * np.maximum(toward, 0.0) + 0.04, 0.03)


def drawn(page, photo, start, end):
    box = photo.bounding_box()
    at = [(box["x"] + x * box["width"], box["y"] + y * box["height"]) for x, y in (start, end)]
    page.mouse.move(*at[0])
    page.mouse.down()
    page.mouse.move(*at[1], steps=6)
    page.mouse.up()


def test_wishes_of_a_photograph_become_the_brief_s(open_page):
    page = open_page()
    page.goto("/")
    shoot = page.request.post("/api/shoots", data={"document": shoot_document(title="Like that")}).json()
    page.goto(f"/shoots/{shoot['id']}/brief")
    page.get_by_role("button", name="Read them off a photograph").click()
    window = page.get_by_role("dialog")
    expect(window.get_by_role("button", name="Use these wishes")).to_be_disabled()
    liked = {"name": "liked.jpg", "mimeType": "image/jpeg", "buffer": photographed(face(), form="JPEG", noise=0.01)}
    window.locator('input[type="file"]').set_input_files(liked)
    photo = window.get_by_role("img", name="Marks on the photograph")
    expect(photo).to_be_visible()
    # it has its size only when it is there
    expect(window.get_by_alt_text("The one whose light you like")).to_have_js_property("naturalWidth", 600)
    drawn(page, photo, (1 / 3, 0.25), (2 / 3, 0.75))
    expect(window.get_by_text("to the left of the camera")).to_be_visible(timeout=20_000)
    # the next thing to be drawn is chosen already
    drawn(page, photo, (0.75, 0.3), (0.95, 0.6))
    expect(window.get_by_text("Background", exact=True)).to_be_visible(timeout=20_000)
    window.get_by_role("button", name="Use these wishes").click()
    expect(window).to_be_hidden()
    expect(page.get_by_text("Saved", exact=True)).to_be_visible(timeout=20_000)
    wanted = page.request.get(f"/api/shoots/{shoot['id']}").json()["document"]["brief"]["wanted"]
    assert wanted["key_side"] == "left"
    assert wanted["key_height"] == pytest.approx(35, abs=9)
    # on the level at 45° to both sides: the lit cheek's cosine by hand, the other in light from all round
    lit = 0.5 * float(way_of(-50.0, 35.0) @ way_of(-45.0, 0.0)) + 0.04
    assert wanted["contrast"] == pytest.approx(np.log2(lit / 0.04), abs=0.5)
    assert wanted["background"] < -2.0
