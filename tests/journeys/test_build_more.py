"""Build beyond the cut list: boards planned, a bowed frame traced to its piece, offcuts kept, files for a laser."""

import re

import pytest
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


@pytest.fixture
def page(open_page):
    found = open_page()
    for item in found.request.get("/api/shelf").json():
        found.request.delete(f"/api/shelf/{item['id']}?version={item['version']}")
    yield found
    for item in found.request.get("/api/shelf").json():
        found.request.delete(f"/api/shelf/{item['id']}?version={item['version']}")


def opened(page, **changes):
    shoot = page.request.post("/api/shoots", data={"document": shoot_document(**changes)}).json()["id"]
    page.goto(f"/shoots/{shoot}/build")
    expect(page.get_by_role("heading", name="Cut plan")).to_be_visible()
    return shoot


def test_a_bowed_frame_is_traced_to_its_piece(page):
    opened(page)
    page.get_by_role("tab", name="Measure back").click()
    rail = page.locator(".measured-list li").filter(has_text="rail").nth(1)
    label = rail.locator("b").inner_text()
    wanted = float(re.search(r"([\d.]+) mm", rail.locator(".right").inner_text()).group(1))
    field = page.get_by_label(f"{label} measured")
    field.fill("long")
    expect(rail.get_by_role("alert")).to_contain_text("is not understood")
    expect(page.get_by_role("button", name="Find the piece to recut")).to_be_disabled()
    field.fill(f"{wanted + 4:.1f}")
    page.get_by_label("What is seen of the frame").click()
    page.get_by_title("a side bows").click()
    page.get_by_role("button", name="Find the piece to recut").click()
    words = page.locator(".measure-back .note")
    expect(words).to_contain_text(re.compile(rf"^{label} .*bows \d+ mm"))
    expect(words).to_contain_text(f"off {label}")


def test_what_is_left_is_kept_and_used_first(page):
    opened(page, design__structure="timber", design__material="softwood_18_44")
    page.get_by_role("button", name=re.compile("^I have cut them")).click()
    expect(page.get_by_role("status").filter(has_text="kept")).to_be_visible()
    expect(page.locator(".bar-own").first).to_be_visible(timeout=30_000)
    page.get_by_role("link", name="Shelf").click()
    page.get_by_role("button", name="Pipe, tube, timber").click()
    expect(page.locator(".shelf-card").filter(has_text="Offcut").first).to_be_visible()


def test_boards_are_drawn_with_their_pieces_and_saved_for_a_laser(page):
    opened(page, design={"kind": "hanging_softbox"}, brief__room__height=2.8, brief__room__width=5.0)
    boards = page.locator(".sheet-plans figure").filter(has_text="white foam board")
    expect(boards.get_by_role("img").first).to_have_accessible_name(re.compile("Board 1, .*: S1"))
    expect(boards).to_contain_text("cut with a knife")
    for name in ("SVG", "DXF"):
        with page.expect_download() as found:
            page.get_by_role("link", name=name, exact=True).click()
        assert found.value.suggested_filename.endswith(f"flat pieces.{name.lower()}")
