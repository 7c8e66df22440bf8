"""Things made as people make them: materials side by side, several cloths on one frame, foil at the window."""

import pytest
from playwright.sync_api import expect

from factories import make_shoot, shoot_document
from wenlo.core.brief.brief import OtherLight
from wenlo.core.document.shoot import write_shoot
from wenlo.core.modifiers.registry import kinds

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def opened(page, document, stage):
    shoot = page.request.post("/api/shoots", data={"document": document}).json()["id"]
    page.goto(f"/shoots/{shoot}/{stage}")
    return lambda: page.request.get(f"/api/shoots/{shoot}").json()["document"]


def type_into(page, label, value):
    """Type a value where it is read."""
    page.get_by_role("button", name=f"{label}:").click()
    page.get_by_label(label, exact=True).fill(value)
    page.keyboard.press("Enter")


def test_every_sheet_is_tried_side_by_side_and_one_is_used(open_page):
    page = open_page()
    document = opened(page, shoot_document(), "shape")
    page.get_by_text("what if", exact=True).click()
    page.get_by_label("What is changed").click()
    page.get_by_title("every sheet").click()
    row = page.get_by_role("list", name="every sheet, side by side")
    expect(row.get_by_text("now", exact=True)).to_be_visible(timeout=60_000)
    before = document()["design"]["sheet"]
    row.get_by_role("button", name="Use light frost film").click()
    expect(page.get_by_text("Saved")).to_be_visible(timeout=15_000)
    page.wait_for_timeout(600)
    assert document()["design"]["sheet"] != before
    # it is the one that is on now
    expect(row.locator("li", has_text="light frost film").get_by_text("now", exact=True)).to_be_visible(timeout=60_000)


def test_a_tube_frame_takes_several_cloths_and_one_is_on(open_page):
    page = open_page()
    tube = {"structure": "tube", "material": "aluminium_25_mm", "carried": "held by stands"}
    shoot = make_shoot(**{f"design__{name}": value for name, value in tube.items()})
    document = opened(page, write_shoot(shoot), "build")
    page.get_by_role("tab", name="Workshop").click()
    page.get_by_role("button", name="One more cloth").click()
    page.get_by_label("Cloth 1 is on").click()
    expect(page.get_by_text("spare cloth", exact=False).first).to_be_visible(timeout=30_000)
    type_into(page, "Corner to the tube's end, measured", "20 mm")
    refused = page.get_by_role("alert").filter(has_text="This cannot be built like that")
    expect(refused.get_by_text("would cut into the other tube", exact=False)).to_be_visible(timeout=15_000)
    type_into(page, "Corner to the tube's end, measured", "31 mm")
    expect(refused).to_have_count(0, timeout=15_000)
    page.wait_for_timeout(800)
    held = document()
    assert held["design"]["worn"] == 1
    assert held["brief"]["workshop"]["cube"] == pytest.approx(0.031)


def test_foil_at_the_window_says_how_it_is_aimed(open_page):
    page = open_page()
    window = OtherLight(key="light-1", name="north window", id="window", x=1.8, y=0.0, z=1.4).model_dump(mode="json")
    shoot = make_shoot(brief__others=[window])
    design = kinds()["window_reflector"].start(shoot.brief)
    document = opened(page, write_shoot(shoot.model_copy(update={"design": design})), "shape")
    figures = page.get_by_label("Figures")
    expect(figures.get_by_text("on the face")).to_be_visible(timeout=60_000)
    type_into(page, "Face turned toward the camera", "60°")
    expect(figures.get_by_text("turn ", exact=False)).to_be_visible(timeout=60_000)
    assert document()["design"]["kind"] == "window_reflector"
