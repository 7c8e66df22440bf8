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
    rail = page.locator("[class*=measured-list_] li").filter(has_text="rail").nth(1)
    label = rail.locator("b").inner_text()
    wanted = float(re.search(r"([\d.]+) mm", rail.locator(".right").inner_text()).group(1))
    field = page.get_by_label(f"{label} measured")
    field.fill("long")
    field.press("Enter")
    expect(rail.get_by_role("alert")).to_contain_text("is not understood")
    expect(page.get_by_role("button", name="Find the piece to recut")).to_be_disabled()
    field.fill(f"{wanted + 4:.1f}")
    field.press("Enter")
    page.get_by_label("What is seen of the frame").click()
    page.get_by_title("a side bows").click()
    page.get_by_role("button", name="Find the piece to recut").click()
    words = page.locator("[class*=measure-back_] .note")
    expect(words).to_contain_text(re.compile(rf"^{label} .*bows \d+ mm"))
    expect(words).to_contain_text(f"off {label}")


def test_what_is_left_is_kept_and_used_first(page):
    opened(page, design__structure="timber", design__material="softwood_18_44")
    page.get_by_role("button", name=re.compile("^All is cut")).click()
    expect(page.get_by_role("status").filter(has_text="kept")).to_be_visible()
    expect(page.locator("[class*=bar-own_]").first).to_be_visible(timeout=30_000)
    page.get_by_role("link", name="Shelf").click()
    page.get_by_role("button", name="Pipe, tube, timber").click()
    expect(page.locator("[class*=shelf-card_]").filter(has_text="Offcut").first).to_be_visible()


def test_boards_are_drawn_with_their_pieces_and_saved_for_a_laser(page):
    opened(page, design={"kind": "hanging_softbox"}, brief__room__height=2.8, brief__room__width=5.0)
    boards = page.locator("[class*=sheet-plans_] figure").filter(has_text="white foam board")
    expect(boards.get_by_role("img").first).to_have_accessible_name(re.compile("Board 1, .*: S1"))
    expect(boards).to_contain_text("cut with a knife")
    for name in ("SVG", "DXF"):
        page.get_by_role("button", name="Files").click()
        with page.expect_download() as found:
            page.get_by_role("link", name=f"Boards and cloth, {name}").click()
        assert found.value.suggested_filename.endswith(f"flat pieces.{name.lower()}")


def test_everything_is_printed_and_downloaded(page):
    opened(page, design={"kind": "overhead_bounce"}, brief__room__height=2.8)
    page.get_by_text("Letter", exact=True).click()
    for name, file in (
        ("Cut list PDF", "cut list.pdf"),
        ("Steps PDF", "steps.pdf"),
        ("Labels PDF", "labels.pdf"),
        ("Templates PDF", "templates.pdf"),
        ("Order PDF", "order.pdf"),
    ):
        with page.expect_download() as found:
            page.get_by_role("link", name=name).click()
        assert found.value.suggested_filename.endswith(file)
        assert found.value.path().read_bytes().startswith(b"%PDF")
    for name, file in (
        ("Parts to print, 3MF", "prints.3mf"),
        ("Templates, SVG", "templates.svg"),
        ("Templates, DXF", "templates.dxf"),
    ):
        page.get_by_role("button", name="Files").click()
        with page.expect_download() as found:
            page.get_by_role("link", name=name).click()
        assert found.value.suggested_filename.endswith(file)
    page.get_by_role("tab", name="To print").click()
    with page.expect_download() as found:
        page.get_by_role("link", name=re.compile("^STL of the")).first.click()
    assert found.value.suggested_filename.endswith("1.stl")
    page.get_by_role("tab", name="Templates").click()
    expect(page.get_by_text(re.compile("drilling, clearance"))).to_be_visible()
    page.get_by_role("tab", name="Holes").click()
    expect(page.locator("[class*=holes_] li").filter(has_text="clearance 4 mm").first).to_contain_text("from the edge")


def test_prices_of_ones_own_the_suppliers_and_a_ready_made_one(page):
    opened(page)
    page.get_by_role("tab", name="To buy").click()
    rows = page.locator(".list tbody tr")
    tee = page.get_by_label("Price of one tee")
    tee.fill("dear")
    tee.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="is not a price")).to_be_visible()
    tee.fill("2,50")
    tee.press("Enter")
    row = rows.filter(has_text="tee").filter(has_text="your price")
    expect(row).to_contain_text("10.00")
    page.get_by_label("Ask the supplier for prices").click()
    expect(rows.filter(has_text="supplier").first).to_be_visible()
    expect(row).to_contain_text("10.00")
    page.get_by_label(re.compile("^Ready-made costs")).click()
    page.get_by_label("Ready-made costs", exact=True).fill("480")
    page.keyboard.press("Enter")
    expect(page.get_by_text(re.compile("saves .* on a ready-made one"))).to_be_visible()
    tee.fill("")
    tee.press("Enter")
    expect(rows.filter(has_text="your price")).to_have_count(0)
    page.get_by_role("button", name=re.compile("instead of hook-and-loop")).click()
    expect(page.get_by_role("tooltip")).to_contain_text("cloth ties")


def test_the_workshop_changes_cuts_and_times(page):
    opened(page)
    page.get_by_role("tab", name="Workshop").click()
    expect(page.locator("[class*=slip_]")).to_contain_text("cut at")
    page.get_by_label(re.compile("^Longest to carry")).click()
    page.get_by_label("Longest to carry", exact=True).fill("3.2 m")
    page.keyboard.press("Enter")
    expect(page.get_by_text("All bars can be carried whole.")).to_be_visible()
    page.get_by_label(re.compile("^Kerf, measured")).click()
    page.get_by_label("Kerf, measured", exact=True).fill("3.1")
    page.keyboard.press("Enter")
    expect(page.get_by_text(re.compile("now 3.1 mm"))).to_be_visible()
    page.get_by_label("Cut", exact=True).click()
    page.get_by_text("at a shop").click()
    page.get_by_role("tab", name="Steps").click()
    expect(page.locator("[class*=steps-time_]")).to_contain_text("24 h")


def test_a_lighter_one_another_lamp_and_two_cut_together(page):
    other = page.request.post(
        "/api/shoots", data={"document": shoot_document(title="Jars", design={"kind": "book_light"})}
    )
    assert other.status == 201
    opened(page, design__structure="timber", design__material="softwood_18_44")
    page.get_by_role("tab", name="Change").click()
    expect(page.get_by_text("A second one from what is left")).to_be_visible(timeout=30_000)
    page.get_by_label("Lamp to adapt it to").click()
    page.get_by_title("LED panel 45 W", exact=False).first.click()
    expect(page.locator("[class*=adapt_]")).to_contain_text("All pieces and sheets stay.")
    page.get_by_label("Shoots to cut together with this one").click()
    page.get_by_title("Jars").first.click()
    expect(page.locator("[class*=together_]")).to_contain_text("together", timeout=60_000)
    expect(page.locator("[class*=together_]")).to_contain_text("2·A1")
    page.keyboard.press("Escape")
    lighter = page.locator("[class*=variants_] li").filter(has_text="Stronger")
    words = lighter.locator("div").inner_text()
    lighter.get_by_role("button", name="Use it").click()
    expect(page.get_by_role("heading", name="Cut plan")).to_contain_text(
        re.compile("aluminium|pipe|rough-sawn softwood 40")
    )
    assert "stiff" in words
